//! Handle, backing, closure, insert and decoration of a bag, as they are drawn on a face and edited there.

use super::face::FaceView;
use super::spelled::Axis;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::brief::{ClosureKind, HandleKind, Top};
use wide_fold_core::fittings::parts::{From as Source, PartNeeded, parts};
use wide_fold_core::fittings::{Purpose, closure, face_holes, handle, load, strip};
use wide_fold_core::layout::Part;
use wide_fold_core::weight::own_weight;
use wide_fold_core::{Brief, Length, Plan};
use wide_fold_formats::brief_json::ExtraText;

/// Everything put on a bag. Frame of drawings: x from the centre line of the face to the right of one who looks at it, y from
/// the base line up; millimetres.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FittingsView {
    /// The face, its handle and everything else on it.
    pub face: FaceView,
    /// Measurements that are edited on the face, or in words beside it.
    pub figures: Vec<FigureView>,
    /// Where the customary figures come from.
    pub customary: String,
    /// The parts list, the pieces left out.
    pub parts: Vec<PartNeededView>,
    /// What the bag itself weighs.
    pub weight: String,
    /// What people trust such a bag with: `about 4 lb`.
    pub limit: String,
    /// What that rests on.
    pub limit_why: String,
    /// What would raise it.
    pub raise: Vec<&'static str>,
    /// What the crafter wants to carry, exactly.
    pub load: Option<String>,
    /// What the closing takes of the height, and what is left.
    pub headroom: Option<String>,
}

/// A measurement of the handle or what belongs to it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FigureView {
    /// The field it sets, dotted: `handle.down`.
    pub field: &'static str,
    /// What it is called.
    pub name: &'static str,
    /// `across`, `up`, or `words` for what has no place on the face.
    pub axis: Axis,
    /// Where it begins.
    pub from_mm: f64,
    /// Where it ends.
    pub to_mm: f64,
    /// Where it lies the other way: the height of one across, the place across of one up.
    pub at_mm: f64,
    /// Its length in millimetres.
    pub mm: f64,
    /// As a ruler shows it.
    pub figure: String,
    /// Exactly, for an input field.
    pub editable: String,
    /// What an arrow key adds or takes away, in millimetres.
    pub step_mm: f64,
    /// True if the crafter has set it; else it is customary and follows the bag.
    pub set: bool,
}

/// A line of the parts list.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PartNeededView {
    /// What it is.
    pub name: &'static str,
    /// How many.
    pub count: usize,
    /// `12 × 1¾`, or nothing for what is only counted.
    pub size: String,
    /// Where it comes from: `from sheet A`, `from another piece of card`, `from the roll`.
    pub from: String,
    /// What to tick to cut it from the bag's own paper; nothing for what is bought.
    pub extra: Option<ExtraText>,
    /// True if it is cut from the bag's own paper.
    pub own_paper: bool,
}

impl FittingsView {
    /// What is put on the bag of a plan.
    pub fn new(plan: &Plan) -> Self {
        let brief = &plan.brief;
        let (limit, unit) = (load::limit(brief), brief.unit);
        let headroom = closure::headroom(brief);
        Self {
            face: FaceView::new(brief),
            figures: figures(brief),
            customary: customary(brief),
            parts: parts(brief).iter().map(|part| PartNeededView::new(plan, part)).collect(),
            weight: own_weight(brief, &plan.net).label(unit),
            limit: format!("about {}", limit.mass.label(unit)),
            limit_why: limit.why,
            raise: limit.raise,
            load: brief.fittings.load.map(|load| load.label(unit)),
            headroom: headroom.is_positive().then(|| {
                format!(
                    "Closed so, {} of the height are lost; things up to {} high go in.",
                    headroom.label(unit),
                    (brief.finished.height - headroom).label(unit)
                )
            }),
        }
    }
}

/// A place on the face: from, to, and where it lies the other way; or none.
type Place = Option<(Axis, Length, Length, Length)>;

fn figures(brief: &Brief) -> Vec<FigureView> {
    let (asked, size) = (brief.fittings.handle, brief.finished);
    let top = size.height;
    let half = size.width.half();
    let mut made = Vec::new();
    let mut add = |field, name, length: Length, place: Place, set: bool| {
        let (axis, from, to, at) = place.unwrap_or((Axis::Words, Length::ZERO, Length::ZERO, Length::ZERO));
        made.push(FigureView {
            field,
            name,
            axis,
            from_mm: from.mm(),
            to_mm: to.mm(),
            at_mm: at.mm(),
            mm: length.mm(),
            figure: length.figure(brief.unit),
            editable: length.editable(brief.unit),
            step_mm: brief.board.groove.mm(),
            set,
        });
    };
    if let Some(own) = handle(brief) {
        let (aside, kind) = (own.from_centre, own.kind);
        // A handle from the base is measured near the top, where there is room.
        let level = if kind == HandleKind::LongRibbon { top.half() } else { top - own.down };
        let is_set = asked.from_centre.is_some();
        if kind.is_spaced() {
            let place = Some((Axis::Across, Length::ZERO, aside, level));
            add("handle.from_centre", "From centre", aside, place, is_set);
            let place = Some((Axis::Across, aside, half, level));
            add("handle.from_edge", "From edge", own.from_edge(brief), place, is_set);
        }
        let opening = own.opening;
        match kind {
            HandleKind::HandHole => {
                let middle = top - own.down - opening.half();
                let wide = own.width.half();
                add(
                    "handle.width",
                    "Opening",
                    own.width,
                    Some((Axis::Across, -wide, wide, middle)),
                    asked.width.is_some(),
                );
                let place = Some((Axis::Up, top - own.down - opening, top - own.down, wide));
                add("handle.opening", "Height", opening, place, asked.opening.is_some());
                add(
                    "handle.down",
                    "Below top",
                    own.down,
                    Some((Axis::Up, top - own.down, top, -wide)),
                    asked.down.is_some(),
                );
            }
            HandleKind::Strap => {
                let place = Some((Axis::Across, -opening.half(), opening.half(), top));
                add("handle.opening", "Slot", opening, place, asked.opening.is_some());
                add(
                    "handle.drop",
                    "Drop",
                    own.drop,
                    Some((Axis::Up, top, top + own.drop, opening.half())),
                    asked.drop.is_some(),
                );
                add("handle.width", "Width of the strap", own.width, None, asked.width.is_some());
                add("handle.down", "Glued under the hem", own.down, None, asked.down.is_some());
            }
            HandleKind::LongRibbon => {
                add(
                    "handle.drop",
                    "Drop",
                    own.drop,
                    Some((Axis::Up, top, top + own.drop, aside)),
                    asked.drop.is_some(),
                );
                add("handle.width", "Width of the ribbon", own.width, None, asked.width.is_some());
            }
            _ => {
                let place = Some((Axis::Up, top - own.down, top, -aside));
                let name = if kind == HandleKind::Tube { "Glued end" } else { "Below top" };
                add("handle.down", name, own.down, place, asked.down.is_some());
                add(
                    "handle.drop",
                    "Drop",
                    own.drop,
                    Some((Axis::Up, top, top + own.drop, aside)),
                    asked.drop.is_some(),
                );
                let name = match kind {
                    HandleKind::Tube => "Width of the strip",
                    HandleKind::Hangers => "Width of a hanger",
                    _ => "Width of the ribbon",
                };
                add("handle.width", name, own.width, None, asked.width.is_some());
            }
        }
        if kind != HandleKind::HandHole {
            let set = asked.length.is_some();
            add("handle.length", "Length of one", own.length, None, set);
        }
    }
    if let Some(own) = strip(brief) {
        let backing = brief.fittings.backing;
        add("backing.length", "Length of the strip", own.length, None, backing.length.is_some());
        add("backing.depth", "Depth of the strip", own.depth, None, backing.depth.is_some());
    }
    let magnets = brief.fittings.closure.kind == ClosureKind::Magnets;
    if magnets || face_holes(brief).iter().any(|hole| hole.purpose == Purpose::Closure) {
        let down = closure::down(brief);
        let flap = if let Top::Flap { depth, .. } = brief.top { depth } else { Length::ZERO };
        let place = Some((Axis::Up, top + flap - down, top + flap, Length::ZERO));
        add("closure.down", "From edge", down, place, brief.fittings.closure.down.is_some());
    }
    let decoration = brief.fittings.decoration;
    if decoration.faces || decoration.gussets || decoration.flap {
        let margin = wide_fold_core::fittings::decoration::margin(brief);
        add("decoration.margin", "Left free round the mats", margin, None, decoration.margin.is_some());
    }
    if let Some(band) = wide_fold_core::fittings::decoration::band(brief) {
        add("decoration.band_width", "Width of the band", band.width, None, decoration.band_width.is_some());
    }
    let punch = brief.fittings.punch;
    add("punch.hole", "The punch’s hole", punch.hole, None, true);
    add("punch.reach", "The punch’s reach", punch.reach, None, true);
    made
}

/// What the customary figures are customary on.
fn customary(brief: &Brief) -> String {
    let face = brief.finished.width.label(brief.unit);
    match brief.fittings.handle.kind {
        HandleKind::None => String::new(),
        HandleKind::HoledRibbon => format!(
            "Customary on an 8 in face: holes 1 in below the top, 1½ in either side of the centre, 18 in of ribbon a handle. Here in proportion to a face of {face}."
        ),
        HandleKind::GluedRibbon => format!(
            "Customary on a 10 in face: ribbon 2 × 15 in, its ends 1½ in from the side edges, under a strip 2 in deep. Here in proportion to a face of {face}."
        ),
        HandleKind::LongRibbon => {
            "Customary: from the base, 1 in from the side edge; 22 in of ribbon for a height of 6¼ in.".to_owned()
        }
        HandleKind::Strap => {
            "Customary: a strap of 1¼ × 12 in, a slot ⅛ to ¼ in longer than it is wide, ends under a hem of 1 in or more."
                .to_owned()
        }
        HandleKind::Tube => "Customary: strips of 1¾ × 12 in, 1¼ × 12 in on a small bag, rolled on a 4 mm rod.".to_owned(),
        HandleKind::Hangers => "Customary: card folded off-centre at 1 in, the long leaf outside.".to_owned(),
        HandleKind::HandHole => "Customary: up to 4 × 2 in, cut through both faces at once.".to_owned(),
    }
}

impl PartNeededView {
    fn new(plan: &Plan, part: &PartNeeded) -> Self {
        let unit = plan.brief.unit;
        let size = match (part.length.is_positive(), part.width.is_positive()) {
            (true, true) => format!("{} × {}", part.length.figure(unit), part.width.figure(unit)),
            (true, false) => part.length.figure(unit),
            (false, true) => part.width.figure(unit),
            (false, false) => String::new(),
        };
        let (from, extra, own_paper) = match part.from {
            Source::Bought if part.length.is_positive() => ("from the reel".to_owned(), None, false),
            Source::Bought => ("from the drawer".to_owned(), None, false),
            Source::Paper(kind) => {
                let own = plan.brief.extras.has(kind);
                let sheets: Vec<String> = plan
                    .layout
                    .sheets
                    .iter()
                    .zip(plan.layout.letters())
                    .filter(|(sheet, _)| {
                        let is_it = |part: &Part| matches!(part, Part::Small(small) if small.kind == kind);
                        sheet.placed.iter().any(|placed| is_it(&placed.part))
                    })
                    .map(|(_, letters)| letters)
                    .collect();
                let from = match sheets.as_slice() {
                    [] if own => "no room on the bag’s sheets: from another piece".to_owned(),
                    [] => "from card or paper at hand".to_owned(),
                    sheets => format!("from sheet {}", sheets.join(" and ")),
                };
                (from, Some(ExtraText::from(kind)), own)
            }
        };
        Self { name: part.name, count: part.count, size, from, extra, own_paper }
    }
}
