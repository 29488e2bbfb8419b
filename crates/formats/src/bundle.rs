//! Everything of a bag that can be taken along, file by file, and in one ZIP.

use crate::machine::{MachineSheet, Machining};
use crate::machine_dxf::machine_dxf;
use crate::machine_svg::machine_svg;
use crate::pdf::booklet::booklet_pdf;
use crate::pdf::sheets::{Print, sheets_pdf};
use crate::pdf::strips::{has_strips, strips_pdf};
use crate::pdf::template::template_pdf;
use crate::pdf::work_sheet::work_sheet_pdf;
use crate::pdf::{PdfFault, PrintPaper};
use crate::png::{PngFault, bag_png, sheet_png};
use crate::project::{Project, write_project};
use crate::{List, fold_file, sheet_svg, template_svg, write_list};
use std::io::{Cursor, Write};
use wide_fold_core::Plan;
use zip::result::ZipError;
use zip::write::{SimpleFileOptions, ZipWriter};

/// A file of a bag: its name, and what is in it.
pub type Taken = (String, Vec<u8>);

/// Why a file is not written.
#[derive(Debug, thiserror::Error)]
pub enum Unwritten {
    /// As JSON.
    #[error(transparent)]
    Json(#[from] serde_json::Error),
    /// As PDF.
    #[error(transparent)]
    Pdf(#[from] PdfFault),
    /// As PNG.
    #[error(transparent)]
    Png(#[from] PngFault),
}

/// What the small parts that no sheet has room for are called in files.
pub const SMALL_PARTS: &str = "small-parts";

/// The names of a plan's sheets in files: `sheet-1-a`, `sheet-2-scrap`.
pub fn sheet_names(plan: &Plan) -> Vec<String> {
    let letters = plan.layout.letters().into_iter().enumerate();
    let name = |(index, letter): (usize, String)| {
        let which =
            if letter.is_empty() { "scrap".to_owned() } else { letter.to_lowercase().replace(' ', "-") };
        format!("sheet-{}-{which}", index + 1)
    };
    letters.map(name).collect()
}

/// Every sheet of a plan, those cut alike once: a bag of many sheets leaves with all of them.
pub fn sheets(plan: &Plan, name: &str) -> Vec<Taken> {
    let names = sheet_names(plan).into_iter().enumerate();
    let one = |(index, file): (usize, String)| {
        Some((format!("{file}.svg"), sheet_svg(plan, name, index)?.into_bytes()))
    };
    names.filter_map(one).collect()
}

/// Every sheet of a plan for a cutting machine, as SVG and as DXF. A sheet that its piece reaches past is left out: no machine can cut it.
pub fn machine_sheets(plan: &Plan, name: &str, how: Machining) -> Vec<Taken> {
    let mut files = Vec::new();
    let sheets = sheet_names(plan).into_iter().enumerate();
    let sheets = sheets.filter_map(|(index, file)| Some((file, MachineSheet::of(plan, index, how)?)));
    let scrap = MachineSheet::of_scrap(plan).map(|scrap| (SMALL_PARTS.to_owned(), scrap));
    for (file, sheet) in sheets.chain(scrap) {
        files.push((
            format!("machine-{file}.svg"),
            machine_svg(&sheet, &format!("{name}: {file}")).into_bytes(),
        ));
        files.push((format!("machine-{file}.dxf"), machine_dxf(&sheet).into_bytes()));
    }
    files
}

/// A bag as a project file of its own.
///
/// # Errors
/// If it cannot be written as JSON.
pub fn project_of(plan: &Plan, name: &str) -> Result<String, serde_json::Error> {
    write_project(&Project {
        bags: vec![(name.to_owned(), plan.brief.clone())],
        papers: Vec::new(),
        guides: Vec::new(),
    })
}

/// Every file of a plan's bag. Sheets that would take more printed pages than anyone puts together are printed whole.
///
/// # Errors
/// [`Unwritten`] if one of them cannot be written.
pub fn everything(plan: &Plan, name: &str) -> Result<Vec<Taken>, Unwritten> {
    let mut files = sheets(plan, name);
    // A machine cuts what it is given: files of a bag that cannot be made are only written when they are asked for.
    if plan.is_ready() {
        files.extend(machine_sheets(plan, name, Machining::default()));
    }
    let print = Print::customary(plan.brief.unit);
    let whole = Print { paper: PrintPaper::Whole, ..print };
    let tiled = match sheets_pdf(plan, name, print) {
        Err(PdfFault::TooManyPages { .. }) => sheets_pdf(plan, name, whole)?,
        tiled => tiled?,
    };
    files.push(("sheets.pdf".to_owned(), tiled));
    files.push(("bag.png".to_owned(), bag_png(plan, name)?));
    for (sheet, file) in sheet_names(plan).into_iter().enumerate() {
        files.push((format!("{file}.png"), sheet_png(plan, name, sheet)?));
    }
    files.push(("work-sheet.pdf".to_owned(), work_sheet_pdf(plan, name)?));
    files.push(("booklet.pdf".to_owned(), booklet_pdf(plan, name)?));
    if has_strips(plan) {
        let strips = match strips_pdf(plan, name, print) {
            Err(PdfFault::TooManyPages { .. }) => strips_pdf(plan, name, whole)?,
            tiled => tiled?,
        };
        files.push(("marking-strips.pdf".to_owned(), strips));
    }
    if let Some(svg) = template_svg(&plan.brief, name) {
        files.push(("hole-template.svg".to_owned(), svg.into_bytes()));
        files.push(("hole-template.pdf".to_owned(), template_pdf(&plan.brief, name, print)?));
    }
    let lists = [("parts.csv", List::Parts), ("cuts.csv", List::Cuts), ("scores.csv", List::Scores)];
    files.extend(lists.map(|(file, list)| (file.to_owned(), write_list(plan, list).into_bytes())));
    files.push(("bag.fold".to_owned(), serde_json::to_vec(&fold_file(plan, name))?));
    files.push(("project.json".to_owned(), project_of(plan, name)?.into_bytes()));
    Ok(files)
}

/// Files in a folder of one ZIP, deflated, without a time: the same files are the same bytes.
///
/// # Errors
/// If it cannot be written.
pub fn zipped(folder: &str, files: &[Taken]) -> Result<Vec<u8>, ZipError> {
    let mut writer = ZipWriter::new(Cursor::new(Vec::new()));
    for (name, bytes) in files {
        writer.start_file(format!("{folder}/{name}"), SimpleFileOptions::default())?;
        writer.write_all(bytes)?;
    }
    Ok(writer.finish()?.into_inner())
}
