//! What is taken along of a run: lists as CSV, all of them as PDF, the evenings as a calendar; and what else its paper would make.

use crate::dear::{Dear, Work};
use crate::desk::address::{Id, number};
use crate::desk::at_work::Runs;
use crate::desk::files::attached;
use crate::desk::runs::{Loaded, view};
use crate::json::Json;
use crate::problem::Problem;
use axum::extract::rejection::PathRejection;
use axum::extract::{Path, State};
use axum::response::Response;
use jiff::Timestamp;
use jiff::civil::Date;
use wide_fold_answers::run_tables::{table, tables};
use wide_fold_answers::run_view::{MoreView, RunView};
use wide_fold_answers::taking::RunExport;
use wide_fold_formats::calendar::{Day, calendar};
use wide_fold_formats::catalogue::file_name;
use wide_fold_formats::pdf::lists::lists_pdf;
use wide_fold_formats::tables::write_table;
use wide_fold_kept::Store;
use wide_fold_kept::thing::Kind;

/// A file of a run, as the run lists them: all of it to be printed, its evenings for a calendar, its lists.
#[utoipa::path(get, path = "/api/runs/{id}/taken/{file}", params(("id" = i64, Path), ("file" = String, Path)), responses(
    (status = 200, description = "The file, to be saved."),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn run_file(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    path: Result<Path<(i64, String)>, PathRejection>,
) -> Result<Response, Problem> {
    let Path((id, what)) = path.map_err(|_| Problem::not_found("file"))?;
    let export = RunExport::of_file(&what).ok_or_else(|| Problem::not_found("file"))?;
    let run = view(&store, &dear, &known, number(Kind::Run, Ok(Path(id)))?).await?;
    let name = format!("{}-{what}", file_name(&run.name));
    let bytes = match export {
        RunExport::Calendar => days(&run).into_bytes(),
        RunExport::Everything => {
            let under = format!("Done by {}. {} of {} bags made.", run.date, run.made, run.bags);
            let metric = run.lines.iter().all(|line| line.metric);
            let printed =
                dear.run(Work::Files, move |_| Ok(lists_pdf(&run.name, &under, &tables(&run), metric)?));
            printed.await?
        }
        RunExport::Made
        | RunExport::Paper
        | RunExport::Cuts
        | RunExport::Work
        | RunExport::Evenings
        | RunExport::Costs => {
            let list = table(export, &run).ok_or_else(|| Problem::not_found("file"))?;
            write_table(&list).into_bytes()
        }
    };
    attached(bytes, &name, export.media())
}

/// The evenings that have work, and the day itself.
fn days(run: &RunView) -> String {
    let date = |text: &str| text.parse::<Date>().map(|date| (date.year(), date.month(), date.day()));
    let mut days: Vec<Day> = Vec::new();
    for evening in run.evenings.evenings.iter().filter(|evening| !evening.shares.is_empty()) {
        let Ok(on) = date(&evening.date) else { continue };
        let says: Vec<String> =
            evening.shares.iter().map(|share| format!("{} ({})", share.says, share.takes)).collect();
        days.push(Day {
            date: on,
            id: format!("run-{}-{}@wide-fold", run.id, evening.date),
            title: format!("{}: {} of bags", run.name, evening.takes),
            says: says.join("\n"),
        });
    }
    if let Ok(on) = date(&run.date) {
        let says = format!(
            "{} bags: {}",
            run.bags,
            run.lines
                .iter()
                .map(|line| format!("{} {}", line.copies, line.name))
                .collect::<Vec<_>>()
                .join(", ")
        );
        days.push(Day {
            date: on,
            id: format!("run-{}@wide-fold", run.id),
            title: format!("{}: all done", run.name),
            says,
        });
    }
    calendar(&run.name, &days, Timestamp::now().as_second())
}

/// How many more of each line the paper on the shelf would make.
#[utoipa::path(get, path = "/api/runs/{id}/more", params(("id" = i64, Path)), responses(
    (status = 200, body = [MoreView]), (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn more_of_run(
    State(store): State<Store>,
    State(dear): State<Dear>,
    State(known): State<Runs>,
    id: Id,
) -> Result<Json<Vec<MoreView>>, Problem> {
    let id = number(Kind::Run, id)?;
    let loaded = store.read(move |connection| Loaded::read(connection, id)).await?;
    dear.run(Work::Runs, move |budget| {
        let planned = known.work_out(id, loaded.kept.revision, &loaded.kept.text)?;
        Ok(Json(MoreView::all(&planned, &loaded.events, &loaded.papers, &loaded.held, budget)))
    })
    .await
}
