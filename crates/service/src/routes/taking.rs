//! What of a bag can be taken along: one list of it, and the files.

use crate::dear::{Dear, Work};
use crate::desk::address::Id;
use crate::desk::bags::{kept, planned_again};
use crate::desk::files::attached;
use crate::desk::print::{length, read_print};
use crate::json::Json;
use crate::problem::Problem;
use axum::extract::rejection::{PathRejection, QueryRejection};
use axum::extract::{Path, Query, State};
use axum::http::StatusCode;
use axum::response::Response;
use serde::Deserialize;
use utoipa::IntoParams;
use wide_fold_answers::taking::TakeAlongView;
use wide_fold_core::net::PaperFace;
use wide_fold_core::{Length, Unit};
use wide_fold_formats::catalogue::{How, Nature, Use, exports, folder};
use wide_fold_formats::machine::{Dashes, Machining, Scoring};
use wide_fold_formats::pdf::cannot_be_made;
use wide_fold_formats::pdf::sheets::Print;
use wide_fold_kept::Store;

/// Everything of a bag that can be taken along.
#[utoipa::path(get, path = "/api/bags/{id}/taken", params(("id" = i64, Path)), responses(
    (status = 200, body = TakeAlongView),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn taken(State(store): State<Store>, id: Id) -> Result<Json<TakeAlongView>, Problem> {
    let bag = kept(&store, id).await?;
    let plan = planned_again(&bag)?;
    Ok(Json(TakeAlongView::new(bag.id, &plan)))
}

/// How files are wanted.
#[derive(Clone, Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
#[serde(deny_unknown_fields)]
pub struct TakenQuery {
    /// The paper in the printer: `letter`, `a4`, `a3`, or `whole` for pages as large as the sheets. Letter or A4 if left out.
    paper: Option<String>,
    /// What the check square of the last print measured, if it was not what it says: `48.5 mm`.
    square: Option<String>,
    /// What the check line of the last print measured: it counts before the square, for it tells more exactly.
    line: Option<String>,
    /// How folds are prepared by a machine: `pressed` or `perforated`; pressed if left out.
    scoring: Option<String>,
    /// How long the dashes of a perforated fold are: `3 mm` if left out.
    dash: Option<String>,
    /// How far apart they are: `2 mm` if left out.
    gap: Option<String>,
    /// The face that is up on the machine's mat: `outside` or `inside`; outside if left out.
    up: Option<String>,
    /// True to have files for a machine of a bag that cannot be made.
    #[serde(default)]
    anyway: bool,
}

impl TakenQuery {
    fn print(&self, unit: Unit) -> Result<Print, Problem> {
        read_print(self.paper.as_deref(), [self.square.as_deref(), self.line.as_deref()], unit)
    }

    fn machining(&self, unit: Unit) -> Result<Machining, Problem> {
        let up = match self.up.as_deref() {
            None | Some("outside") => PaperFace::Outside,
            Some("inside") => PaperFace::Inside,
            Some(_) => return Err(Problem::at("up", "The face that is up is outside or inside.")),
        };
        let scoring = match self.scoring.as_deref() {
            None | Some("pressed") => Scoring::Pressed,
            Some("perforated") => {
                let of = |field, text: &Option<String>, usual| {
                    text.as_deref().map_or(Ok(usual), |text| length(field, text, unit))
                };
                let dash = of("dash", &self.dash, Length::millimetres(3))?;
                let gap = of("gap", &self.gap, Length::millimetres(2))?;
                let too = "Dashes and gaps are half a millimetre to 20 mm long.";
                Scoring::Perforated(Dashes::new(dash, gap).ok_or_else(|| Problem::at("dash", too))?)
            }
            Some(_) => return Err(Problem::at("scoring", "Folds are pressed or perforated.")),
        };
        Ok(Machining { scoring, up })
    }
}

/// A file of a bag, as the list of its files names it: sheets, template, booklet and work sheet; machine files; lists; ZIPs of them.
#[utoipa::path(get, path = "/api/bags/{id}/taken/{file}",
    params(("id" = i64, Path), ("file" = String, Path), TakenQuery), responses(
    (status = 200, description = "The file, to be saved."),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, description = "The bag cannot be made, and a machine would cut it.", body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn taken_file(
    State(store): State<Store>,
    State(dear): State<Dear>,
    path: Result<Path<(i64, String)>, PathRejection>,
    query: Result<Query<TakenQuery>, QueryRejection>,
) -> Result<Response, Problem> {
    let Path((id, what)) = path.map_err(|_| Problem::not_found("file"))?;
    let Query(query) = query.map_err(|_| Problem::at("query", "A file cannot be asked for that way."))?;
    let bag = kept(&store, Ok(Path(id))).await?;
    let plan = planned_again(&bag)?;
    let file = exports(&plan).into_iter().find(|file| file.file(&plan) == what);
    let file = file.ok_or_else(|| Problem::not_found("file"))?;
    let Nature { used, media, .. } = file.export.nature();
    let unit = plan.brief.unit;
    let how = match used {
        Use::Machine => {
            if let (Some(why), false) = (cannot_be_made(&plan), query.anyway) {
                let detail = format!("{why} A machine would cut it all the same: say so if that is wanted.");
                return Err(Problem::new(StatusCode::CONFLICT, "cannot-be-made", detail));
            }
            How { machining: query.machining(unit)?, ..How::customary(unit) }
        }
        Use::PrintAtOneToOne => {
            How { print: query.print(unit)?, whole_if_many: false, ..How::customary(unit) }
        }
        Use::Read | Use::Lists | Use::Keep => How::customary(unit),
    };
    let name = format!("{}-{what}", folder(&plan, &bag.name));
    let bytes = dear.run(Work::Files, move |_| Ok(file.write(&plan, &bag.name, &how)?)).await?;
    attached(bytes, &name, media)
}
