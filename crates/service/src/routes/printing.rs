//! The simulated printer, a stand-in for a real one: the pages of a bag's sheets as they come out, and what its check square measures.

use crate::dear::{Dear, Work};
use crate::desk::address::Id;
use crate::desk::bags::{kept, planned_again};
use crate::desk::print::read_print;
use crate::json::Json;
use crate::problem::Problem;
use axum::extract::rejection::{PathRejection, QueryRejection};
use axum::extract::{Path, Query, RawQuery, State};
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::Deserialize;
use utoipa::IntoParams;
use wide_fold_answers::printing::{PageView, PrintedView};
use wide_fold_core::{Length, Plan, Ruler, Unit};
use wide_fold_formats::pdf::printed::Printout;
use wide_fold_formats::pdf::sheets::{Print, sheets_printed};
use wide_fold_formats::sheet_svg::{check_line, check_square};
use wide_fold_kept::Store;
use wide_fold_kept::bags::Bag;

/// What a printer that fits pages to its paper makes of them, in hundredths.
const FITTED: i64 = 97;

/// How pages are printed.
#[derive(Clone, Debug, Default, Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
#[serde(deny_unknown_fields)]
pub struct PrintedQuery {
    /// The paper in the printer: `letter`, `a4`, `a3`, or `whole`. Letter or A4 if left out.
    paper: Option<String>,
    /// What the check square of the last print measured, if it was not what it says.
    square: Option<String>,
    /// What the check line of the last print measured: it counts before the square, for it tells more exactly.
    line: Option<String>,
    /// `exact` prints as it is asked; `fit` shrinks every page to fit, to 97 %. Exact if left out.
    printer: Option<String>,
}

/// A bag's sheets on the simulated printer.
#[utoipa::path(get, path = "/api/bags/{id}/printed", params(("id" = i64, Path), PrintedQuery), responses(
    (status = 200, body = PrintedView),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn printed(
    State(store): State<Store>,
    State(dear): State<Dear>,
    id: Id,
    RawQuery(raw): RawQuery,
    query: Result<Query<PrintedQuery>, QueryRejection>,
) -> Result<Json<PrintedView>, Problem> {
    let bag = kept(&store, id).await?;
    let Query(query) = query.map_err(|_| Problem::at("query", "Pages cannot be asked for that way."))?;
    let view = dear
        .run(Work::Files, move |_| {
            let plan = planned_again(&bag)?;
            let (print, hundredths) = query.read(&plan)?;
            let out = sheets_printed(&plan, &bag.name, print, hundredths as f64 / 100.0)?;
            Ok(PrintedQuery::view(raw.as_deref().unwrap_or_default(), &bag, &plan, &out, hundredths))
        })
        .await?;
    Ok(Json(view))
}

/// A page of it, counted from 1, as SVG.
#[utoipa::path(get, path = "/api/bags/{id}/printed/{page}",
    params(("id" = i64, Path), ("page" = usize, Path), PrintedQuery), responses(
    (status = 200, body = String, content_type = "image/svg+xml"),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 422, body = Problem, content_type = "application/problem+json")
))]
pub async fn printed_page(
    State(store): State<Store>,
    State(dear): State<Dear>,
    path: Result<Path<(i64, usize)>, PathRejection>,
    query: Result<Query<PrintedQuery>, QueryRejection>,
) -> Result<Response, Problem> {
    let Path((id, page)) = path.map_err(|_| Problem::not_found("page"))?;
    let Query(query) = query.map_err(|_| Problem::at("query", "Pages cannot be asked for that way."))?;
    let bag = kept(&store, Ok(Path(id))).await?;
    let svg = dear
        .run(Work::Files, move |_| {
            let plan = planned_again(&bag)?;
            let (print, hundredths) = query.read(&plan)?;
            let out = sheets_printed(&plan, &bag.name, print, hundredths as f64 / 100.0)?;
            page.checked_sub(1).and_then(|page| out.page(page)).ok_or_else(|| Problem::not_found("page"))
        })
        .await?;
    Ok(([(header::CONTENT_TYPE, "image/svg+xml")], svg).into_response())
}

impl PrintedQuery {
    /// How it is printed, and what the printer makes of it in hundredths.
    fn read(&self, plan: &Plan) -> Result<(Print, i64), Problem> {
        let hundredths = match self.printer.as_deref() {
            None | Some("exact") => 100,
            Some("fit") => FITTED,
            Some(_) => return Err(Problem::at("printer", "The printer is exact or fit.")),
        };
        Ok((
            read_print(
                self.paper.as_deref(),
                [self.square.as_deref(), self.line.as_deref()],
                plan.brief.unit,
            )?,
            hundredths,
        ))
    }

    fn view(raw: &str, bag: &Bag, plan: &Plan, out: &Printout, hundredths: i64) -> PrintedView {
        let square_mm = out.square();
        let unit = plan.brief.unit;
        let (side, says) = check_square(unit);
        let measured = Length::from_nm((square_mm[2] * 1e6).round() as i64);
        let off = measured - side;
        let right = off.abs() <= Length::from_nm(100_000);
        let measures = if right { says.to_owned() } else { measured.label(unit) };
        let wide = plan.pieces.iter().map(|piece| piece.width).max().unwrap_or_default();
        let wrong_by =
            Length::from_nm((wide.mm() * (square_mm[2] / side.mm() - 1.0) * 1e6).round() as i64).abs();
        let way = if off.is_positive() { "wider" } else { "narrower" };
        let why = if right {
            format!("The square measures {says} each way: everything on these pages is as large as it says.")
        } else {
            format!(
                "The square should be {says} and measures {measures}. By as much all is off: a piece of {} would come out {} {way}, and its panels would not meet.",
                wide.label(unit),
                wrong_by.label(unit)
            )
        };
        // The longer line, as a ruler shows it; whatever was corrected before, the printer makes the same of it.
        let printed = check_line(unit).0.scaled(Length::millimetres(hundredths), Length::millimetres(100));
        let (ruler, name) = match unit {
            Unit::Inch => (Ruler::ThirtySecond, "in"),
            Unit::Metric => (Ruler::HalfMillimetre, "mm"),
        };
        let correction = (!right).then(|| format!("{} {name}", ruler.nearest(printed).length.editable(unit)));
        let page = |(n, [width_mm, height_mm]): (usize, [f64; 2])| {
            let href = format!("/api/bags/{}/printed/{}?{raw}", bag.id, n + 1);
            PageView { href, width_mm, height_mm }
        };
        PrintedView {
            pages: out.sizes().enumerate().map(page).collect(),
            square_mm,
            unit: unit.into(),
            should: says.to_owned(),
            measures,
            right,
            why,
            correction,
        }
    }
}
