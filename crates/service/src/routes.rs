//! Every address of the HTTP interface, in one place.

mod bags;
mod costs;
mod cutter;
mod document;
mod fit;
mod from_paper;
mod guides;
mod hand_rules;
mod heard;
mod journal;
mod keeping;
mod plan;
mod printing;
mod project;
mod run_files;
mod runs;
mod shelf;
mod table;
mod taking;
mod unread;
mod versions;
mod ways;
mod working;

use crate::Rooms;
use utoipa::OpenApi;
use utoipa_axum::router::OpenApiRouter;
use utoipa_axum::routes;

#[derive(OpenApi)]
#[openapi(info(
    title = "Wide Fold",
    description = "Gift bags from a typed size to a sheet that can be scored. Geometry is in millimetres, origin at the \
                   bottom-left corner of a piece, y up; labels are in the unit of the brief."
))]
struct Document;

/// The routes, and the OpenAPI document they make.
pub fn api() -> (axum::Router<Rooms>, utoipa::openapi::OpenApi) {
    let (router, mut document) = OpenApiRouter::with_openapi(Document::openapi())
        .routes(routes!(plan::plan))
        .routes(routes!(plan::builds))
        .routes(routes!(plan::handles))
        .routes(routes!(plan::rescaled))
        .routes(routes!(plan::rehearse))
        .routes(routes!(plan::fold))
        .routes(routes!(plan::sheets))
        .routes(routes!(bags::list, bags::create))
        .routes(routes!(bags::read, bags::update, bags::delete))
        .routes(routes!(bags::duplicate))
        .routes(routes!(bags::restore))
        .routes(routes!(versions::list_versions))
        .routes(routes!(versions::restore_version))
        .routes(routes!(bags::kept_text))
        .routes(routes!(table::ticks, table::untick))
        .routes(routes!(table::tick))
        .routes(routes!(taking::taken))
        .routes(routes!(taking::taken_file))
        .routes(routes!(cutter::cutter))
        .routes(routes!(printing::printed))
        .routes(routes!(printing::printed_page))
        .routes(routes!(project::project))
        .routes(routes!(project::preview))
        .routes(routes!(project::import))
        .routes(routes!(shelf::list_papers, shelf::add_paper))
        .routes(routes!(shelf::change_paper, shelf::take_paper))
        .routes(routes!(shelf::bring_paper_back))
        .routes(routes!(shelf::export_shelf))
        .routes(routes!(shelf::import_shelf))
        .routes(routes!(guides::list_guides, guides::add_guide))
        .routes(routes!(guides::change_guide, guides::take_guide))
        .routes(routes!(guides::bring_guide_back))
        .routes(routes!(guides::makes))
        .routes(routes!(fit::fit))
        .routes(routes!(fit::rooms, fit::set_rooms))
        .routes(routes!(from_paper::from_paper))
        .routes(routes!(heard::heard))
        .routes(routes!(ways::ways))
        .routes(routes!(ways::yields))
        .routes(routes!(ways::mixes))
        .routes(routes!(ways::nearby))
        .routes(routes!(ways::joins))
        .routes(routes!(ways::leftovers))
        .routes(routes!(ways::layout))
        .routes(routes!(ways::bag_paper, ways::take, ways::give_back))
        .routes(routes!(runs::list_runs, runs::add_run))
        .routes(routes!(runs::read_run, runs::change_run, runs::take_run))
        .routes(routes!(runs::changing_run))
        .routes(routes!(runs::bring_run_back))
        .routes(routes!(runs::copy_run))
        .routes(routes!(run_files::run_file))
        .routes(routes!(run_files::more_of_run))
        .routes(routes!(working::tick_work))
        .routes(routes!(working::cut_sheets))
        .routes(routes!(working::spoil_piece))
        .routes(routes!(working::undo_work))
        .routes(routes!(costs::costs, costs::set_costs))
        .routes(routes!(hand_rules::hand))
        .routes(routes!(hand_rules::take_hand_rule, hand_rules::leave_hand_rule))
        .routes(routes!(journal::read_journal, journal::add_entry))
        .routes(routes!(journal::change_entry, journal::take_entry))
        .routes(routes!(journal::bring_entry_back))
        .routes(routes!(journal::picture, journal::set_picture, journal::take_picture))
        .routes(routes!(keeping::backup))
        .routes(routes!(keeping::preview_backup))
        .routes(routes!(keeping::restore_backup))
        .routes(routes!(keeping::backups, keeping::keep_backups, keeping::back_up))
        .routes(routes!(keeping::preview_kept))
        .routes(routes!(keeping::restore_kept))
        .routes(routes!(unread::list_unread))
        .routes(routes!(unread::put_away))
        .routes(routes!(unread::bring_back))
        .split_for_parts();
    document::complete(&mut document);
    (router, document)
}
