//! Everything of a bag that can be taken along: one catalogue, from which the list, the addresses, the ZIP and the samples are read.
//!
//! What an [`Export`] is, it says in [`Export::nature`]: a new one stops the compiler there, where its bags are told
//! ([`Export::files`]) and where it is written.

mod file;

pub use file::{File, How, Unwritten, WrittenFile, everything, exports, file_name, folder, zipped};
use strum::VariantArray;

/// What can be taken along of a bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash, VariantArray)]
pub enum Export {
    /// All sheets at 1:1, on pages of a printer.
    PrintedSheets,
    /// The template of holes, on a page.
    PrintedTemplate,
    /// Marking strips for ruler and hand.
    MarkingStrips,
    /// Every step with its picture.
    Booklet,
    /// One page to hang above the table.
    WorkSheet,
    /// A picture of the bag.
    BagPicture,
    /// A sheet at 1:1, as it is drawn.
    Sheet,
    /// A picture of a sheet.
    SheetPicture,
    /// A sheet for a cutting machine.
    MachineSvg,
    /// The same for machines that read drawings of engineers.
    MachineDxf,
    /// All sheets as they are drawn, in one file.
    SheetsTogether,
    /// All sheets for a machine, in one file.
    MachineTogether,
    /// The template of holes, as it is drawn.
    Template,
    /// The parts to have ready.
    Parts,
    /// Every cut in order.
    Cuts,
    /// Every score with its distances.
    Scores,
    /// The bag itself.
    Project,
    /// Creases and the folded bag.
    Fold,
    /// All of it in one file.
    Everything,
}

/// What a file is for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Use {
    /// To be read while working.
    Read,
    /// At 1:1, on a printer.
    PrintAtOneToOne,
    /// A cutting machine.
    Machine,
    /// A spreadsheet.
    Lists,
    /// Other programs, and this one elsewhere.
    Keep,
}

/// What a file is written in.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash, VariantArray)]
#[allow(missing_docs)] // The formats go by these names.
pub enum Media {
    Svg,
    Dxf,
    Pdf,
    Png,
    Csv,
    Json,
    Fold,
    Zip,
    Calendar,
    Database,
}

impl Media {
    /// How the name of such a file ends.
    pub const fn ending(self) -> &'static str {
        match self {
            Self::Svg => "svg",
            Self::Dxf => "dxf",
            Self::Pdf => "pdf",
            Self::Png => "png",
            Self::Csv => "csv",
            Self::Json => "json",
            Self::Fold => "fold",
            Self::Zip => "zip",
            Self::Calendar => "ics",
            Self::Database => "db",
        }
    }

    /// Its media type, with its parameters (RFC 6838, RFC 7111 for CSV).
    pub const fn media_type(self) -> &'static str {
        match self {
            Self::Svg => "image/svg+xml",
            Self::Dxf => "image/vnd.dxf",
            Self::Pdf => "application/pdf",
            Self::Png => "image/png",
            Self::Csv => "text/csv; charset=utf-8; header=present",
            Self::Json | Self::Fold => "application/json",
            Self::Zip => "application/zip",
            Self::Calendar => "text/calendar; charset=utf-8",
            Self::Database => "application/vnd.sqlite3",
        }
    }
}

/// How much work a file is: what its writing may take.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Effort {
    /// A drawing or a list: 20 ms.
    Drawn,
    /// A drawing that is painted: 300 ms.
    Painted,
    /// Pages: 150 ms.
    Printed,
    /// A booklet: 400 ms.
    Bound,
    /// All of it: 600 ms.
    All,
}

impl Effort {
    /// The 99th of a hundred is there within so many milliseconds.
    pub const fn budget_ms(self) -> u32 {
        match self {
            Self::Drawn => 20,
            Self::Painted => 300,
            Self::Printed => 150,
            Self::Bound => 400,
            Self::All => 600,
        }
    }
}

/// What an export answers about itself.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Nature {
    /// What its file is called, without its ending; for one of many sheets what stands before the sheet's name.
    pub file: &'static str,
    /// What it is; nothing if it is called by its sheet.
    pub title: Option<&'static str>,
    /// What it is good for, and for whom.
    pub good_for: &'static str,
    /// What it is for.
    pub used: Use,
    /// What it is written in.
    pub media: Media,
    /// How much work it is.
    pub effort: Effort,
}

impl Export {
    /// All of them, in the order in which they are listed.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// What this export answers: the one place in which a new one is described.
    pub const fn nature(self) -> Nature {
        let (file, title, good_for, used, media, effort) = match self {
            Self::PrintedSheets => (
                "sheets",
                Some("All sheets"),
                "To lay on the paper: on pages that are put together, or on one as large as the sheet.",
                Use::PrintAtOneToOne,
                Media::Pdf,
                Effort::Printed,
            ),
            Self::PrintedTemplate => (
                "hole-template",
                Some("The hole template"),
                "To lay on both faces, so that the holes meet.",
                Use::PrintAtOneToOne,
                Media::Pdf,
                Effort::Printed,
            ),
            Self::MarkingStrips => (
                "marking-strips",
                Some("The marking strips"),
                "To carry all distances of a piece to both edges, without measuring twice.",
                Use::PrintAtOneToOne,
                Media::Pdf,
                Effort::Printed,
            ),
            Self::Booklet => (
                "booklet",
                Some("The booklet"),
                "Every step with its picture, what to check, and what helps.",
                Use::Read,
                Media::Pdf,
                Effort::Bound,
            ),
            Self::WorkSheet => (
                "work-sheet",
                Some("The work sheet"),
                "One page to hang above the table: drawing, scores, parts, steps.",
                Use::Read,
                Media::Pdf,
                Effort::Printed,
            ),
            Self::BagPicture => (
                "bag",
                Some("The finished bag"),
                "A picture of it, to be sent or shown.",
                Use::Read,
                Media::Png,
                Effort::Painted,
            ),
            Self::Sheet => (
                "",
                None,
                "At 1:1, as it is drawn here: every line with what it means, and a check square.",
                Use::PrintAtOneToOne,
                Media::Svg,
                Effort::Drawn,
            ),
            Self::SheetPicture => {
                ("", None, "A picture of it, to be sent or shown.", Use::Read, Media::Png, Effort::Painted)
            }
            Self::MachineSvg => (
                "machine-",
                None,
                "Cuts, scores and pen lines in layers of their own; nothing else, each line once.",
                Use::Machine,
                Media::Svg,
                Effort::Drawn,
            ),
            Self::MachineDxf => (
                "machine-",
                None,
                "The same, for machines that read drawings of engineers; arcs are true arcs.",
                Use::Machine,
                Media::Dxf,
                Effort::Drawn,
            ),
            Self::SheetsTogether => (
                "sheets",
                Some("All sheets"),
                "Every sheet as it is drawn here, in one file.",
                Use::PrintAtOneToOne,
                Media::Zip,
                Effort::Drawn,
            ),
            Self::MachineTogether => (
                "machine",
                Some("All sheets"),
                "Every sheet for the machine, as SVG and DXF.",
                Use::Machine,
                Media::Zip,
                Effort::Drawn,
            ),
            Self::Template => (
                "hole-template",
                Some("The hole template"),
                "The same as a drawing.",
                Use::PrintAtOneToOne,
                Media::Svg,
                Effort::Drawn,
            ),
            Self::Parts => (
                "parts",
                Some("The parts"),
                "What to have ready: pieces, ribbon, card.",
                Use::Lists,
                Media::Csv,
                Effort::Drawn,
            ),
            Self::Cuts => (
                "cuts",
                Some("The cuts"),
                "Every cut of the trimmer in order, with what to set it to.",
                Use::Lists,
                Media::Csv,
                Effort::Drawn,
            ),
            Self::Scores => (
                "scores",
                Some("The scores"),
                "Every setting of the board and every line, with its distances.",
                Use::Lists,
                Media::Csv,
                Effort::Drawn,
            ),
            Self::Project => (
                "project",
                Some("The bag itself"),
                "To open it in Wide Fold somewhere else, or to put it by.",
                Use::Keep,
                Media::Json,
                Effort::Drawn,
            ),
            Self::Fold => (
                "bag",
                Some("Creases and the folded bag"),
                "For programs that read folding patterns: mountains, valleys, faces, and the bag as it stands.",
                Use::Keep,
                Media::Fold,
                Effort::Drawn,
            ),
            Self::Everything => (
                "everything",
                Some("All of it"),
                "Everything on this list, as it is customary, in one file.",
                Use::Keep,
                Media::Zip,
                Effort::All,
            ),
        };
        Nature { file, title, good_for, used, media, effort }
    }

    /// True for a sheet as it is drawn, to be looked at and printed.
    const fn is_sheet_as_drawn(self) -> bool {
        match self {
            Self::Sheet => true,
            Self::PrintedSheets
            | Self::PrintedTemplate
            | Self::MarkingStrips
            | Self::Booklet
            | Self::WorkSheet
            | Self::BagPicture
            | Self::SheetPicture
            | Self::MachineSvg
            | Self::MachineDxf
            | Self::SheetsTogether
            | Self::MachineTogether
            | Self::Template
            | Self::Parts
            | Self::Cuts
            | Self::Scores
            | Self::Project
            | Self::Fold
            | Self::Everything => false,
        }
    }
}
