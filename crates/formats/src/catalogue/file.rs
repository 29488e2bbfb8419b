//! The files a bag has of every export, what they are called, and writing them.

use super::{Export, Nature, Use};
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
use wide_fold_core::{Plan, Unit};
use zip::result::ZipError;
use zip::write::{SimpleFileOptions, ZipWriter};

impl Export {
    /// The files a bag has of it: none, one, or one a sheet.
    fn files(self, plan: &Plan) -> Vec<File> {
        let bag =
            |is_there: bool| if is_there { vec![File { export: self, of: Of::Bag }] } else { Vec::new() };
        let sheets = |wanted: &dyn Fn(usize) -> bool| {
            let all = (0..plan.layout.sheets.len()).filter(|sheet| wanted(*sheet));
            all.map(|sheet| File { export: self, of: Of::Sheet(sheet) }).collect::<Vec<_>>()
        };
        match self {
            Self::PrintedSheets
            | Self::Booklet
            | Self::WorkSheet
            | Self::BagPicture
            | Self::Parts
            | Self::Cuts
            | Self::Scores
            | Self::Project
            | Self::Fold
            | Self::Everything => bag(true),
            Self::PrintedTemplate | Self::Template => bag(template_svg(&plan.brief, "").is_some()),
            Self::MarkingStrips => bag(has_strips(plan)),
            Self::SheetsTogether | Self::MachineTogether => bag(plan.layout.sheets.len() > 1),
            Self::Sheet | Self::SheetPicture => sheets(&|_| true),
            // A sheet that its piece reaches past no machine can cut.
            Self::MachineSvg | Self::MachineDxf => {
                let mut files = sheets(&|sheet| plan.layout.sheets[sheet].overhang.is_none());
                if !plan.layout.from_scrap.is_empty() {
                    files.push(File { export: self, of: Of::Scrap });
                }
                files
            }
        }
    }

    /// True if it stands in the file that holds everything: whatever holds others does not.
    const fn is_alone(self) -> bool {
        match self {
            Self::SheetsTogether | Self::MachineTogether | Self::Everything => false,
            Self::PrintedSheets
            | Self::PrintedTemplate
            | Self::MarkingStrips
            | Self::Booklet
            | Self::WorkSheet
            | Self::BagPicture
            | Self::Sheet
            | Self::SheetPicture
            | Self::MachineSvg
            | Self::MachineDxf
            | Self::Template
            | Self::Parts
            | Self::Cuts
            | Self::Scores
            | Self::Project
            | Self::Fold => true,
        }
    }
}

/// What a file is of.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
enum Of {
    /// The whole bag.
    Bag,
    /// One of its sheets.
    Sheet(usize),
    /// Small parts that no sheet has room for.
    Scrap,
}

/// One file of a bag that can be taken along.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct File {
    /// What it is.
    pub export: Export,
    of: Of,
}

/// How files are wanted.
#[derive(Clone, Copy, Debug)]
pub struct How {
    /// How they are printed.
    pub print: Print,
    /// How a machine works them.
    pub machining: Machining,
    /// True to fall back on pages as large as the sheets where there would be too many.
    pub whole_if_many: bool,
}

impl How {
    /// As it is customary.
    pub fn customary(unit: Unit) -> Self {
        Self { print: Print::customary(unit), machining: Machining::default(), whole_if_many: true }
    }
}

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
    /// As ZIP.
    #[error(transparent)]
    Zip(#[from] ZipError),
}

/// Every file of a bag, in the order in which they are listed.
pub fn exports(plan: &Plan) -> Vec<File> {
    Export::ALL.iter().flat_map(|export| export.files(plan)).collect()
}

/// The names of a plan's sheets in files: `sheet-1-a`, `sheet-2-scrap`.
fn sheet_names(plan: &Plan) -> Vec<String> {
    let letters = plan.layout.letters().into_iter().enumerate();
    let name = |(index, letter): (usize, String)| {
        let which =
            if letter.is_empty() { "scrap".to_owned() } else { letter.to_lowercase().replace(' ', "-") };
        format!("sheet-{}-{which}", index + 1)
    };
    letters.map(name).collect()
}

impl File {
    /// What the file is called: `machine-sheet-1-a.svg`.
    pub fn file(self, plan: &Plan) -> String {
        let Nature { file, media, .. } = self.export.nature();
        let of = match self.of {
            Of::Bag => String::new(),
            Of::Sheet(sheet) => sheet_names(plan).swap_remove(sheet),
            Of::Scrap => "small-parts".to_owned(),
        };
        format!("{file}{of}.{}", media.ending())
    }

    /// What it is, in a few words.
    pub fn title(self, plan: &Plan) -> String {
        if let Some(title) = self.export.nature().title {
            return title.to_owned();
        }
        let letter = match self.of {
            Of::Bag | Of::Scrap => return "Small parts".to_owned(),
            Of::Sheet(sheet) => plan.layout.letters().swap_remove(sheet),
        };
        match letter.as_str() {
            _ if plan.layout.sheets.len() == 1 => "The sheet".to_owned(),
            "" => "Scraps".to_owned(),
            letter => format!("Sheet {letter}"),
        }
    }

    /// What it is good for, and for whom.
    pub fn good_for(self, plan: &Plan) -> &'static str {
        match (self.export, self.of) {
            (Export::Sheet, Of::Sheet(sheet)) if !plan.layout.sheets[sheet].overhang.is_none() => {
                "At 1:1. The piece reaches past the sheet; it is drawn so."
            }
            (_, Of::Scrap) => "What the sheets have no room for, side by side on any scrap.",
            (export, Of::Bag | Of::Sheet(_)) => export.nature().good_for,
        }
    }

    /// Writes it.
    ///
    /// # Errors
    /// [`Unwritten`].
    pub fn write(self, plan: &Plan, name: &str, how: &How) -> Result<Vec<u8>, Unwritten> {
        let none = || Unwritten::Pdf(PdfFault::Nothing);
        let sheet = match self.of {
            Of::Sheet(sheet) => sheet,
            Of::Bag | Of::Scrap => 0,
        };
        let for_machine = || {
            let found = match self.of {
                Of::Bag | Of::Sheet(_) => MachineSheet::of(plan, sheet, how.machining),
                Of::Scrap => MachineSheet::of_scrap(plan),
            };
            found.ok_or_else(none)
        };
        let pages = |pages: &dyn Fn(Print) -> Result<Vec<u8>, PdfFault>| match pages(how.print) {
            Err(PdfFault::TooManyPages { .. }) if how.whole_if_many => {
                pages(Print { paper: PrintPaper::Whole, ..how.print })
            }
            printed => printed,
        };
        let list = |list| Ok(write_list(plan, list).into_bytes());
        match self.export {
            Export::PrintedSheets => Ok(pages(&|print| sheets_pdf(plan, name, print))?),
            Export::PrintedTemplate => Ok(template_pdf(&plan.brief, name, how.print)?),
            Export::MarkingStrips => Ok(pages(&|print| strips_pdf(plan, name, print))?),
            Export::Booklet => Ok(booklet_pdf(plan, name)?),
            Export::WorkSheet => Ok(work_sheet_pdf(plan, name)?),
            Export::BagPicture => Ok(bag_png(plan, name)?),
            Export::Sheet => Ok(sheet_svg(plan, name, sheet).ok_or_else(none)?.into_bytes()),
            Export::SheetPicture => Ok(sheet_png(plan, name, sheet)?),
            Export::MachineSvg => {
                let file = self.file(plan);
                let file = file.trim_start_matches("machine-").trim_end_matches(".svg");
                Ok(machine_svg(&for_machine()?, &format!("{name}: {file}")).into_bytes())
            }
            Export::MachineDxf => Ok(machine_dxf(&for_machine()?).into_bytes()),
            Export::SheetsTogether => together(plan, name, how, |export| export.is_sheet_as_drawn()),
            Export::MachineTogether => {
                together(plan, name, how, |export| export.nature().used == Use::Machine && export.is_alone())
            }
            Export::Template => Ok(template_svg(&plan.brief, name).ok_or_else(none)?.into_bytes()),
            Export::Parts => list(List::Parts),
            Export::Cuts => list(List::Cuts),
            Export::Scores => list(List::Scores),
            Export::Project => Ok(project_of(plan, name)?.into_bytes()),
            Export::Fold => Ok(serde_json::to_vec(&fold_file(plan, name))?),
            Export::Everything => {
                let customary = How::customary(plan.brief.unit);
                zipped(&folder(plan, name), &everything(plan, name, &customary)?)
            }
        }
    }
}

/// A bag as a project file of its own.
fn project_of(plan: &Plan, name: &str) -> Result<String, serde_json::Error> {
    write_project(&Project {
        bags: vec![(name.to_owned(), plan.brief.clone())],
        papers: Vec::new(),
        guides: Vec::new(),
    })
}

/// A file of a bag: its name, and what is in it.
pub type WrittenFile = (String, Vec<u8>);

/// Some files of a bag in one.
fn together(
    plan: &Plan,
    name: &str,
    how: &How,
    wanted: impl Fn(Export) -> bool,
) -> Result<Vec<u8>, Unwritten> {
    let own = exports(plan).into_iter().filter(|own| wanted(own.export));
    let files = own.map(|own| Ok((own.file(plan), own.write(plan, name, how)?)));
    zipped(&folder(plan, name), &files.collect::<Result<Vec<_>, Unwritten>>()?)
}

/// Every file of a plan's bag. A machine cuts what it is given: files of a bag that cannot be made are only written when they are asked
/// for.
///
/// # Errors
/// [`Unwritten`] if one of them cannot be written.
pub fn everything(plan: &Plan, name: &str, how: &How) -> Result<Vec<WrittenFile>, Unwritten> {
    let wanted =
        |own: &File| own.export.is_alone() && (plan.is_ready() || own.export.nature().used != Use::Machine);
    let own = exports(plan).into_iter().filter(wanted);
    own.map(|own| Ok((own.file(plan), own.write(plan, name, how)?))).collect()
}

/// A name for a file: letters of any script and figures, words joined by dashes.
pub fn file_name(name: &str) -> String {
    let words: Vec<String> = name
        .split(|c: char| !c.is_alphanumeric())
        .filter(|word| !word.is_empty())
        .map(str::to_lowercase)
        .collect();
    if words.is_empty() { "bag".to_owned() } else { words.join("-").chars().take(60).collect() }
}

/// What the files of a bag, and the folder of many of them, are called: one that cannot be made says so.
pub fn folder(plan: &Plan, name: &str) -> String {
    let name = file_name(name);
    if plan.is_ready() { name } else { format!("cannot-be-made-{name}") }
}

/// Files in a folder of one ZIP, deflated, without a time: the same files are the same bytes.
///
/// # Errors
/// If it cannot be written.
pub fn zipped(folder: &str, files: &[WrittenFile]) -> Result<Vec<u8>, Unwritten> {
    let mut writer = ZipWriter::new(Cursor::new(Vec::new()));
    for (name, bytes) in files {
        writer.start_file(format!("{folder}/{name}"), SimpleFileOptions::default())?;
        writer.write_all(bytes).map_err(ZipError::from)?;
    }
    Ok(writer.finish()?.into_inner())
}
