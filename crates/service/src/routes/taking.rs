//! What of a bag can be taken along: one list of it, and the files.

use crate::dear::Dear;
use crate::desk::address::Id;
use crate::desk::bags::{kept, planned_again};
use crate::desk::files::{attached, called};
use crate::desk::print::{length, read_print};
use crate::problem::Problem;
use axum::Json;
use axum::extract::rejection::{PathRejection, QueryRejection};
use axum::extract::{Path, Query, State};
use axum::http::StatusCode;
use axum::response::Response;
use serde::Deserialize;
use utoipa::IntoParams;
use wide_fold_answers::taking::{TakeAlongView, TakenFile, TakenFor};
use wide_fold_core::net::PaperFace;
use wide_fold_core::{Length, Plan, Unit};
use wide_fold_formats::bundle::{
    SMALL_PARTS, Taken, everything, machine_sheets, project_of, sheet_names, sheets, zipped,
};
use wide_fold_formats::machine::{Dashes, Machining, Scoring};
use wide_fold_formats::pdf::booklet::booklet_pdf;
use wide_fold_formats::pdf::sheets::{Print, sheets_pdf};
use wide_fold_formats::pdf::strips::{has_strips, strips_pdf};
use wide_fold_formats::pdf::template::template_pdf;
use wide_fold_formats::pdf::work_sheet::work_sheet_pdf;
use wide_fold_formats::pdf::{PdfFault, cannot_be_made};
use wide_fold_formats::png::{bag_png, sheet_png};
use wide_fold_formats::{List, fold_file, template_svg, write_list};
use wide_fold_kept::Store;

/// Everything of a bag that can be taken along.
#[utoipa::path(get, path = "/api/bags/{id}/taken", params(("id" = i64, Path)), responses(
    (status = 200, body = TakeAlongView),
    (status = 404, body = Problem, content_type = "application/problem+json")
))]
pub async fn taken(State(store): State<Store>, id: Id) -> Result<Json<TakeAlongView>, Problem> {
    let bag = kept(&store, id).await?;
    let plan = planned_again(&bag)?;
    let mut files = Vec::new();
    let mut add = |taken_for, path: &str, title: &str, good_for, kind| {
        let href = format!("/api/bags/{}/{path}", bag.id);
        files.push(TakenFile { href, title: title.to_owned(), good_for, kind, taken_for });
    };
    let has_template = template_svg(&plan.brief, &bag.name).is_some();
    add(
        TakenFor::PrintAtOneToOne,
        "taken/sheets.pdf",
        "All sheets",
        "To lay on the paper: on pages that are put together, or on one as large as the sheet.",
        "PDF",
    );
    if has_template {
        let good_for = "To lay on both faces, so that the holes meet.";
        add(TakenFor::PrintAtOneToOne, "taken/hole-template.pdf", "The hole template", good_for, "PDF");
    }
    if has_strips(&plan) {
        let good_for = "To carry all distances of a piece to both edges, without measuring twice.";
        add(TakenFor::PrintAtOneToOne, "taken/marking-strips.pdf", "The marking strips", good_for, "PDF");
    }
    add(
        TakenFor::Read,
        "taken/booklet.pdf",
        "The booklet",
        "Every step with its picture, what to check, and what helps.",
        "PDF",
    );
    add(
        TakenFor::Read,
        "taken/work-sheet.pdf",
        "The work sheet",
        "One page to hang above the table: drawing, scores, parts, steps.",
        "PDF",
    );
    add(TakenFor::Read, "taken/bag.png", "The finished bag", "A picture of it, to be sent or shown.", "PNG");
    let count = plan.layout.sheets.len();
    for (sheet, (letter, file)) in plan.layout.letters().into_iter().zip(sheet_names(&plan)).enumerate() {
        let title = match letter.as_str() {
            _ if count == 1 => "The sheet".to_owned(),
            "" => "Scraps".to_owned(),
            letter => format!("Sheet {letter}"),
        };
        let good_for = if plan.layout.sheets[sheet].overhang.is_none() {
            "At 1:1, as it is drawn here: every line with what it means, and a check square."
        } else {
            "At 1:1. The piece reaches past the sheet; it is drawn so."
        };
        add(TakenFor::PrintAtOneToOne, &format!("sheet.svg?sheet={sheet}"), &title, good_for, "SVG");
        let good_for = "A picture of it, to be sent or shown.";
        add(TakenFor::Read, &format!("taken/{file}.png"), &title, good_for, "PNG");
        if plan.layout.sheets[sheet].overhang.is_none() {
            let good_for = "Cuts, scores and pen lines in layers of their own; nothing else, each line once.";
            add(TakenFor::Machine, &format!("taken/machine-{file}.svg"), &title, good_for, "SVG");
            let good_for = "The same, for machines that read drawings of engineers; arcs are true arcs.";
            add(TakenFor::Machine, &format!("taken/machine-{file}.dxf"), &title, good_for, "DXF");
        }
    }
    if !plan.layout.from_scrap.is_empty() {
        let good_for = "What the sheets have no room for, side by side on any scrap.";
        for (end, kind) in [("svg", "SVG"), ("dxf", "DXF")] {
            let path = format!("taken/machine-{SMALL_PARTS}.{end}");
            add(TakenFor::Machine, &path, "Small parts", good_for, kind);
        }
    }
    if count > 1 {
        add(
            TakenFor::PrintAtOneToOne,
            "taken/sheets.zip",
            "All sheets",
            "Every sheet as it is drawn here, in one file.",
            "ZIP",
        );
        add(
            TakenFor::Machine,
            "taken/machine.zip",
            "All sheets",
            "Every sheet for the machine, as SVG and DXF.",
            "ZIP",
        );
    }
    if has_template {
        add(TakenFor::PrintAtOneToOne, "template.svg", "The hole template", "The same as a drawing.", "SVG");
    }
    let lists = [
        ("parts", "The parts", "What to have ready: pieces, ribbon, card."),
        ("cuts", "The cuts", "Every cut of the trimmer in order, with what to set it to."),
        ("scores", "The scores", "Every setting of the board and every line, with its distances."),
    ];
    for (name, title, good_for) in lists {
        add(TakenFor::Lists, &format!("taken/{name}.csv"), title, good_for, "CSV");
    }
    let good_for = "To open it in Wide Fold somewhere else, or to put it by.";
    add(TakenFor::Keep, "taken/project.json", "The bag itself", good_for, "JSON");
    let good_for =
        "For programs that read folding patterns: mountains, valleys, faces, and the bag as it stands.";
    add(TakenFor::Keep, "taken/bag.fold", "Creases and the folded bag", good_for, "FOLD");
    add(
        TakenFor::Keep,
        "taken/everything.zip",
        "All of it",
        "Everything on this list, as it is customary, in one file.",
        "ZIP",
    );
    Ok(Json(TakeAlongView { cannot_be_made: cannot_be_made(&plan), files }))
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

impl From<PdfFault> for Problem {
    fn from(why: PdfFault) -> Self {
        match why {
            PdfFault::Nothing => Self::not_found("file"),
            PdfFault::TooManyPages { pages } => Problem::at(
                "paper",
                format!("That would take {pages} pages. Take larger paper, or pages as large as the sheets."),
            ),
            PdfFault::Unwritten(_) => Self::ours(&why),
        }
    }
}

/// A file of a bag: sheets, template, booklet and work sheet as PDF; machine files; lists; `bag.fold`, `project.json`; ZIPs of them.
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
    let (file, name, called) = (what.clone(), bag.name.clone(), called(&plan, &bag.name));
    let folder = called.clone();
    let (bytes, kind) = dear.run(move |_| write(&plan, &name, &folder, &file, &query)).await?;
    attached(bytes, &format!("{called}-{what}"), kind)
}

/// A file by its name, and the kind it is sent as.
fn write(
    plan: &Plan,
    name: &str,
    folder: &str,
    what: &str,
    query: &TakenQuery,
) -> Result<(Vec<u8>, &'static str), Problem> {
    const ZIP: &str = "application/zip";
    const CSV: &str = "text/csv; charset=utf-8; header=present";
    const PDF: &str = "application/pdf";
    const PNG: &str = "image/png";
    let unit = plan.brief.unit;
    let zip = |files: &[Taken]| zipped(folder, files).map_err(|error| Problem::ours(&error));
    Ok(match what {
        "sheets.zip" => (zip(&sheets(plan, name))?, ZIP),
        "machine.zip" => (zip(&machine(plan, name, query)?)?, ZIP),
        "everything.zip" => (zip(&everything(plan, name).map_err(|error| Problem::ours(&error))?)?, ZIP),
        "sheets.pdf" => (sheets_pdf(plan, name, query.print(unit)?)?, PDF),
        "hole-template.pdf" => (template_pdf(&plan.brief, name, query.print(unit)?)?, PDF),
        "marking-strips.pdf" => (strips_pdf(plan, name, query.print(unit)?)?, PDF),
        "booklet.pdf" => (booklet_pdf(plan, name)?, PDF),
        "work-sheet.pdf" => (work_sheet_pdf(plan, name)?, PDF),
        "bag.fold" => {
            let fold = serde_json::to_vec(&fold_file(plan, name)).map_err(|error| Problem::ours(&error))?;
            (fold, "application/json")
        }
        "project.json" => {
            let project = project_of(plan, name).map_err(|error| Problem::ours(&error))?;
            (project.into_bytes(), "application/json")
        }
        "parts.csv" => (write_list(plan, List::Parts).into_bytes(), CSV),
        "cuts.csv" => (write_list(plan, List::Cuts).into_bytes(), CSV),
        "scores.csv" => (write_list(plan, List::Scores).into_bytes(), CSV),
        "bag.png" => (bag_png(plan, name).map_err(|error| Problem::ours(&error))?, PNG),
        _ if what.ends_with(".png") => {
            let sheet = sheet_names(plan).iter().position(|own| format!("{own}.png") == what);
            let sheet = sheet.ok_or_else(|| Problem::not_found("file"))?;
            (sheet_png(plan, name, sheet).map_err(|error| Problem::ours(&error))?, PNG)
        }
        _ if what.starts_with("machine-") => {
            let found = machine(plan, name, query)?.into_iter().find(|(file, _)| file == what);
            let kind = if what.ends_with(".svg") { "image/svg+xml" } else { "image/vnd.dxf" };
            (found.ok_or_else(|| Problem::not_found("file"))?.1, kind)
        }
        _ => return Err(Problem::not_found("file")),
    })
}

fn machine(plan: &Plan, name: &str, query: &TakenQuery) -> Result<Vec<Taken>, Problem> {
    if let (Some(why), false) = (cannot_be_made(plan), query.anyway) {
        return Err(Problem::new(
            StatusCode::CONFLICT,
            "cannot-be-made",
            format!("{why} A machine would cut it all the same: say so if that is wanted."),
        ));
    }
    Ok(machine_sheets(plan, name, query.machining(plan.brief.unit)?))
}
