//! What of a bag can be taken along: one list of it, and the files.

use super::bags::{Id, attached, file_name, kept, planned_again};
use crate::problem::Problem;
use crate::store::Store;
use axum::Json;
use axum::extract::rejection::PathRejection;
use axum::extract::{Path, State};
use axum::response::Response;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Plan;
use wide_fold_formats::bundle::{everything, sheets, zipped};
use wide_fold_formats::{List, fold_file, template_svg, write_list};

/// A file that can be taken along.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct TakenFile {
    /// Where it is read.
    pub href: String,
    /// What it is.
    pub title: String,
    /// What it is good for, and for whom.
    pub good_for: &'static str,
    /// Its kind, as its name ends: `SVG`.
    pub kind: &'static str,
}

/// Everything of a bag that can be taken along.
#[utoipa::path(get, path = "/api/bags/{id}/taken", params(("id" = i64, Path)), responses(
    (status = 200, body = Vec<TakenFile>),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn taken(State(store): State<Store>, id: Id) -> Result<Json<Vec<TakenFile>>, Problem> {
    let bag = kept(&store, id).await?;
    let plan = planned_again(&bag)?;
    let file = |path: String, title: String, good_for, kind| TakenFile {
        href: format!("/api/bags/{}/{path}", bag.id),
        title,
        good_for,
        kind,
    };
    let count = plan.layout.sheets.len();
    let mut files: Vec<TakenFile> = plan
        .layout
        .letters()
        .into_iter()
        .enumerate()
        .map(|(sheet, letter)| {
            let title = if count == 1 { "The sheet".to_owned() } else { format!("Sheet {letter}") };
            file(
                format!("sheet.svg?sheet={sheet}"),
                title,
                if plan.layout.sheets[sheet].overhang.is_none() {
                    "At 1:1, to print or to open on a cutting machine: cuts and scores in groups of their own."
                } else {
                    "At 1:1. The piece reaches past the sheet; it is drawn so."
                },
                "SVG",
            )
        })
        .collect();
    if count > 1 {
        let title = "All sheets".to_owned();
        files.push(file(
            "taken/sheets.zip".to_owned(),
            title,
            "The same, every sheet of this bag in one file.",
            "ZIP",
        ));
    }
    if template_svg(&plan.brief, &bag.name).is_some() {
        let good_for = "At 1:1, to lay on both faces, so that the holes meet.";
        files.push(file("template.svg".to_owned(), "The hole template".to_owned(), good_for, "SVG"));
    }
    let lists = [
        ("parts", "The parts", "What to have ready: pieces, ribbon, card."),
        ("cuts", "The cuts", "Every cut of the trimmer in order, with what to set it to."),
        ("scores", "The scores", "Every setting of the board and every line, with its distances."),
    ];
    files.extend(
        lists.map(|(name, title, good_for)| {
            file(format!("taken/{name}.csv"), title.to_owned(), good_for, "CSV")
        }),
    );
    files.push(file(
        "taken/bag.fold".to_owned(),
        "Creases and the folded bag".to_owned(),
        "For programs that read folding patterns: mountains, valleys, faces, and the bag as it stands.",
        "FOLD",
    ));
    files.push(file(
        "taken/everything.zip".to_owned(),
        "All of it".to_owned(),
        "Sheets, template, lists, creases and the bag itself, in one file.",
        "ZIP",
    ));
    Ok(Json(files))
}

/// A file of a bag: `sheets.zip`, `everything.zip`, `bag.fold`, `parts.csv`, `cuts.csv` or `scores.csv`.
#[utoipa::path(get, path = "/api/bags/{id}/taken/{file}", params(("id" = i64, Path), ("file" = String, Path)), responses(
    (status = 200, description = "The file, to be saved."),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn taken_file(
    State(store): State<Store>,
    path: Result<Path<(i64, String)>, PathRejection>,
) -> Result<Response, Problem> {
    let Path((id, what)) = path.map_err(|_| Problem::not_found("file"))?;
    let bag = kept(&store, Ok(Path(id))).await?;
    let plan = planned_again(&bag)?;
    let made = tokio::task::spawn_blocking({
        let (what, name) = (what.clone(), bag.name.clone());
        move || write(&plan, &name, &what)
    });
    let (bytes, kind) = made.await.map_err(|error| Problem::ours(&error))??;
    attached(bytes, &format!("{}-{what}", file_name(&bag.name)), kind)
}

/// A file by its name, and the kind it is sent as.
fn write(plan: &Plan, name: &str, what: &str) -> Result<(Vec<u8>, &'static str), Problem> {
    const ZIP: &str = "application/zip";
    const CSV: &str = "text/csv; charset=utf-8; header=present";
    let ours = |error: serde_json::Error| Problem::ours(&error);
    let zip = |files: &[_]| zipped(files).map_err(|error| Problem::ours(&error));
    Ok(match what {
        "sheets.zip" => (zip(&sheets(plan, name))?, ZIP),
        "everything.zip" => (zip(&everything(plan, name).map_err(|error| Problem::ours(&error))?)?, ZIP),
        "bag.fold" => (serde_json::to_vec(&fold_file(plan, name)).map_err(ours)?, "application/json"),
        "parts.csv" => (write_list(plan, List::Parts).into_bytes(), CSV),
        "cuts.csv" => (write_list(plan, List::Cuts).into_bytes(), CSV),
        "scores.csv" => (write_list(plan, List::Scores).into_bytes(), CSV),
        _ => return Err(Problem::not_found("file")),
    })
}
