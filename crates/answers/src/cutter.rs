//! The simulated cutting machine: what it is asked, the job, and what will go wrong.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::{Length, Unit};
use wide_fold_cutter::{
    At, CutOut, Drawing, Fault, FaultKind, Job, Kind, Layer, Mat, Told, Tool, Unit as DrawnIn, cut_out,
};
use wide_fold_formats::FormatFault;

/// A file and the machine it is put on.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CutterAsked {
    /// What kind of file it is.
    pub kind: CutterKind,
    /// The file's text.
    #[schema(max_length = 4194304)]
    pub text: String,
    /// The mat.
    pub mat: MatText,
    /// What one unit of the drawing is, if it does not say.
    #[serde(default)]
    pub unit: Option<DrawnUnit>,
    /// The tool of every layer that is told one, by its key; a layer that is left out has the tool of its name.
    #[serde(default)]
    #[schema(max_items = 200)]
    pub layers: Vec<LayerTool>,
}

/// What one unit of a drawing is.
#[derive(Clone, Copy, Debug, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
#[allow(missing_docs)] // The words speak for themselves.
pub enum DrawnUnit {
    Millimetre,
    Centimetre,
    Inch,
    /// 96 to the inch.
    Pixel,
    /// 72 to the inch.
    Point,
}

impl From<DrawnUnit> for DrawnIn {
    fn from(unit: DrawnUnit) -> Self {
        match unit {
            DrawnUnit::Millimetre => Self::Millimetre,
            DrawnUnit::Centimetre => Self::Centimetre,
            DrawnUnit::Inch => Self::Inch,
            DrawnUnit::Pixel => Self::Pixel,
            DrawnUnit::Point => Self::Point,
        }
    }
}

/// A layer, and the tool that works it.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LayerTool {
    /// What it is told by.
    pub key: String,
    /// The tool; nothing if it is not worked.
    #[serde(default)]
    pub tool: Option<ToolName>,
}

/// Lines that a file keeps together, by a layer, a group or a colour.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct LayerView {
    /// What they are told by.
    pub key: String,
    /// Their colour, if it can be shown.
    pub colour: Option<String>,
    /// How many.
    pub lines: usize,
    /// What works them; nothing if they are not worked.
    pub tool: Option<ToolName>,
    /// True if their name says the tool.
    pub by_name: bool,
}

impl From<&Layer> for LayerView {
    fn from(layer: &Layer) -> Self {
        let Layer { key, colour, lines, tool, by_name } = layer.clone();
        Self { key, colour, lines, tool: tool.map(ToolName::from), by_name }
    }
}

/// A kind of file that the machine reads.
#[derive(Clone, Copy, Debug, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum CutterKind {
    /// SVG with a group for each tool.
    Svg,
    /// DXF with a layer for each tool.
    Dxf,
}

/// A mat. Lengths are text with a unit; without one they are in inches.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MatText {
    /// From side to side.
    #[schema(example = "12 in")]
    pub width: String,
    /// From bottom to top.
    #[schema(example = "12 in")]
    pub height: String,
    /// How far rollers and clamps reach in from every edge; nothing if left out.
    #[serde(default)]
    #[schema(example = "6 mm")]
    pub margin: String,
    /// The smallest thing the blade can turn round, across; 2 mm if left out.
    #[serde(default)]
    #[schema(example = "2 mm")]
    pub smallest: String,
}

/// A tool of the machine.
#[derive(Clone, Copy, Debug, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
#[allow(missing_docs)] // The words speak for themselves.
pub enum ToolName {
    Pen,
    Score,
    Perforate,
    Cut,
}

impl From<Tool> for ToolName {
    fn from(tool: Tool) -> Self {
        match tool {
            Tool::Pen => Self::Pen,
            Tool::Score => Self::Score,
            Tool::Perforate => Self::Perforate,
            Tool::Cut => Self::Cut,
        }
    }
}

impl From<ToolName> for Tool {
    fn from(tool: ToolName) -> Self {
        match tool {
            ToolName::Pen => Self::Pen,
            ToolName::Score => Self::Score,
            ToolName::Perforate => Self::Perforate,
            ToolName::Cut => Self::Cut,
        }
    }
}

/// A job on the machine. Millimetres from the bottom left corner of the mat, y up; seconds from the start.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct JobView {
    /// The mat.
    pub mat_mm: [f64; 2],
    /// How far rollers and clamps reach in.
    pub margin_mm: f64,
    /// Where the bottom left corner of the sheet lies.
    pub at_mm: [f64; 2],
    /// The sheet.
    pub sheet_mm: [f64; 2],
    /// The lines in the order of the work.
    pub strokes: Vec<StrokeView>,
    /// How long all of it takes.
    pub seconds: f64,
    /// The same in words.
    pub takes: String,
    /// What will go wrong.
    pub faults: Vec<FaultView>,
    /// What is not worked, a sentence each.
    pub left_out: Vec<String>,
    /// How the file keeps its lines apart, and what works them.
    pub layers: Vec<LayerView>,
    /// What lies on the mat afterwards, the largest first; nothing if there is too much of it to be worked out.
    pub pieces: Option<Vec<CutOutView>>,
}

/// One line of a job.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct StrokeView {
    /// What works it.
    pub tool: ToolName,
    /// Where it goes.
    pub points_mm: Vec<[f64; 2]>,
    /// When the tool comes down.
    pub from: f64,
    /// When it is lifted.
    pub to: f64,
}

/// Something that will go wrong.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FaultView {
    /// What.
    pub title: String,
    /// Why, with its numbers.
    pub why: String,
    /// Where.
    pub at_mm: [f64; 2],
    /// A machine on which it does not.
    pub remedy: Option<MatRemedy>,
}

/// Another mat or blade on which a fault is gone.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MatRemedy {
    /// What it is.
    pub title: String,
    /// The mat to ask with.
    pub mat: MatText,
}

/// A piece of paper that has come loose.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct CutOutView {
    /// Its edge and the edges of its holes.
    pub rings_mm: Vec<Vec<[f64; 2]>>,
    /// Slits in it.
    pub slits_mm: Vec<[[f64; 2]; 2]>,
    /// True if there are folds on it: a part of the bag, not what is left over.
    pub is_folded: bool,
}

impl MatText {
    /// Reads every figure.
    ///
    /// # Errors
    /// [`FormatFault`] with the field and a sentence.
    pub fn read(&self) -> Result<Mat, FormatFault> {
        let fault = |field: &str, sentence: String| FormatFault { field: format!("mat.{field}"), sentence };
        let length = |field: &str, text: &str, usual: Length| {
            if text.trim().is_empty() {
                return Ok(usual);
            }
            Length::parse(text, Unit::Inch).map_err(|error| fault(field, error.problem().to_owned()))
        };
        let within = |field: &str, length: Length, least: Length, most: Length| {
            if (least..=most).contains(&length) {
                return Ok(length.mm());
            }
            let (least, most) = (least.label(Unit::Metric), most.label(Unit::Metric));
            Err(fault(field, format!("It is {least} to {most}.")))
        };
        let (inch, zero) = (Length::INCH, Length::ZERO);
        let side = |field, text| within(field, length(field, text, zero)?, inch, Length::inches(60));
        let size = [side("width", &self.width)?, side("height", &self.height)?];
        let margin = within("margin", length("margin", &self.margin, zero)?, zero, inch * 2)?;
        let smallest = length("smallest", &self.smallest, Length::millimetres(2))?;
        let smallest = within("smallest", smallest, zero, inch)?;
        Ok(Mat { size, margin, smallest })
    }
}

/// Mats that are often to be had (common practice, from memory).
const MATS: [(&str, &str); 4] =
    [("12 in", "12 in"), ("12 in", "24 in"), ("24 in", "24 in"), ("24 in", "40 in")];

impl JobView {
    /// What a machine makes of a drawing.
    pub fn new(drawing: &Drawing, mat: Mat, text: &MatText) -> Self {
        let job = Job::new(drawing, mat);
        let round = |n: f64| (n * 1000.0).round() / 1000.0;
        let spot = |spot: &At| spot.map(round);
        let strokes = job.strokes.iter().map(|stroke| StrokeView {
            tool: stroke.tool.into(),
            points_mm: stroke.points.iter().map(spot).collect(),
            from: round(stroke.from),
            to: round(stroke.to),
        });
        let left_out = drawing.left_out.iter().map(|(why, count)| match count {
            1 => format!("One part of the file is not worked: one {why}."),
            more => format!("{more} parts of the file are not worked: those {why}."),
        });
        let pieces = cut_out(drawing)
            .map(|pieces| pieces.iter().map(|piece| CutOutView::new(piece, job.at)).collect());
        Self {
            mat_mm: mat.size.map(round),
            margin_mm: round(mat.margin),
            at_mm: job.at.map(round),
            sheet_mm: job.size.map(round),
            strokes: strokes.collect(),
            seconds: round(job.seconds),
            takes: takes(job.seconds),
            faults: job.faults.iter().map(|own| FaultView::new(own, drawing, mat, text)).collect(),
            left_out: left_out.collect(),
            layers: drawing.layers.iter().map(LayerView::from).collect(),
            pieces,
        }
    }
}

/// `2 min 40 s`.
fn takes(seconds: f64) -> String {
    let whole = seconds.ceil() as u64;
    match (whole / 60, whole % 60) {
        (0, seconds) => format!("{seconds} s"),
        (minutes, seconds) => format!("{minutes} min {seconds} s"),
    }
}

impl CutOutView {
    fn new(piece: &CutOut, at: At) -> Self {
        let spot =
            |[x, y]: &At| [((x + at[0]) * 1000.0).round() / 1000.0, ((y + at[1]) * 1000.0).round() / 1000.0];
        let ring = |ring: &Vec<At>| ring.iter().map(spot).collect();
        Self {
            rings_mm: std::iter::once(&piece.edge).chain(&piece.holes).map(ring).collect(),
            slits_mm: piece.slits.iter().map(|[a, b]| [spot(a), spot(b)]).collect(),
            is_folded: !piece.folds.is_empty(),
        }
    }
}

impl FaultView {
    fn new(own: &Fault, drawing: &Drawing, mat: Mat, text: &MatText) -> Self {
        let lines = |one: &str, many: &str| {
            if own.lines == 1 { format!("One line {one}") } else { format!("{} lines {many}", own.lines) }
        };
        let by = format!("{:.1} mm", own.by);
        let [wide, tall] = mat.size.map(|side| format!("{side:.0}"));
        let (title, why) = match own.kind {
            FaultKind::OffMat => (
                lines("leaves the mat", "leave the mat"),
                format!(
                    "The mat is {wide} × {tall} mm, and {by} are missing at worst. The blade would run into the machine."
                ),
            ),
            FaultKind::UnderMargin => (
                lines("lies under the rollers", "lie under the rollers"),
                format!(
                    "The outer {:.1} mm of the mat are held by rollers or clamps, and it reaches {by} in under them at worst.",
                    mat.margin
                ),
            ),
            FaultKind::TooSmall => (
                lines("is too small for the blade", "are too small for the blade"),
                format!(
                    "The smallest is {by} across, and the blade turns in {:.1} mm. It would tear the paper out.",
                    mat.smallest
                ),
            ),
            FaultKind::OffSheet => (
                lines("leaves the sheet", "leave the sheet"),
                format!(
                    "The drawing says its sheet is {:.0} × {:.0} mm, and {by} lie outside it at worst: the blade would cut the mat beside the paper.",
                    drawing.size[0], drawing.size[1]
                ),
            ),
            FaultKind::Open => (
                lines("does not quite close", "do not quite close"),
                format!(
                    "An end stops {by} short of another cut at worst: what it goes round stays hanging there and tears. Join the ends in the file."
                ),
            ),
            FaultKind::CutOnScore => (
                lines("is cut along a score", "are cut along a score"),
                format!(
                    "Over {by} the blade runs where it is scored: the fold is cut through. Take one of the two out of the file."
                ),
            ),
            FaultKind::Twice => (
                lines("is worked twice", "are worked twice"),
                format!(
                    "Up to {by} of it lie over another line of the same layer. The second pass frays the edge: take one of them out of the file."
                ),
            ),
        };
        let at = [0, 1].map(|side| (own.at[side] * 1000.0).round() / 1000.0);
        Self { title, why, at_mm: at, remedy: Self::remedy(own.kind, drawing, mat, text) }
    }

    /// The first of the machines close by on which a fault is gone, and no other has come.
    fn remedy(kind: FaultKind, drawing: &Drawing, mat: Mat, text: &MatText) -> Option<MatRemedy> {
        let has = |mat: Mat, kind| Job::new(drawing, mat).faults.iter().any(|fault| fault.kind == kind);
        let clears = |other: Mat| {
            !has(other, kind)
                && FaultKind::ALL
                    .into_iter()
                    .all(|other_kind| has(mat, other_kind) || !has(other, other_kind))
        };
        match kind {
            FaultKind::OffMat | FaultKind::UnderMargin => MATS.into_iter().find_map(|(width, height)| {
                let own = MatText { width: width.to_owned(), height: height.to_owned(), ..text.clone() };
                let title = format!("Take a mat of {} × {height}", width.trim_end_matches(" in"));
                own.read().ok().filter(|other| clears(*other)).map(|_| MatRemedy { title, mat: own })
            }),
            FaultKind::TooSmall => ["1.5 mm", "1 mm", "0.5 mm"].into_iter().find_map(|smallest| {
                let own = MatText { smallest: smallest.to_owned(), ..text.clone() };
                let title = format!("Take a finer blade, that turns in {smallest}");
                own.read().ok().filter(|other| clears(*other)).map(|_| MatRemedy { title, mat: own })
            }),
            FaultKind::Twice | FaultKind::OffSheet | FaultKind::Open | FaultKind::CutOnScore => None,
        }
    }
}

impl From<CutterKind> for Kind {
    fn from(kind: CutterKind) -> Self {
        match kind {
            CutterKind::Svg => Self::Svg,
            CutterKind::Dxf => Self::Dxf,
        }
    }
}

impl CutterAsked {
    /// What is told of the file beside it.
    pub fn told(&self) -> Told {
        let layer = |layer: &LayerTool| (layer.key.clone(), layer.tool.map(Tool::from));
        Told { unit: self.unit.map(DrawnIn::from), layers: self.layers.iter().map(layer).collect() }
    }
}
