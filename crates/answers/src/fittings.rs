//! Handle, backing, closure, insert and decoration of a bag, as they are drawn on a face and edited there.

use crate::face::FaceView;
use crate::spelled::Axis;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::brief::HandleKind;
use wide_fold_core::fittings::parts::{From as Source, Measure, PartNeeded, parts};
use wide_fold_core::fittings::{Fitted, FittedHandle, Purpose, load};
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
    /// True if the ends of its handle are knotted.
    pub knotted: bool,
    /// True if they go through punched holes, which may have eyelets.
    pub holed: bool,
    /// True if its handle has use for a strip of card behind it.
    pub backed: bool,
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
    /// Where it is drawn on the face; nothing for what is said in words beside it.
    pub place: Option<MeasuredView>,
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

/// Where a measurement is drawn on the face, in millimetres.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct MeasuredView {
    /// Which way it runs.
    pub axis: Axis,
    /// Where it begins.
    pub from_mm: f64,
    /// Where it ends.
    pub to_mm: f64,
    /// Where it lies the other way: the height of one across, the place across of one up.
    pub at_mm: f64,
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
        let (limit, unit) = (load::limit(brief, &plan.fitted), brief.unit);
        let headroom = plan.fitted.closing.headroom;
        Self {
            face: FaceView::new(brief, &plan.fitted),
            figures: figures(brief, &plan.fitted),
            customary: brief.fittings.handle.kind.customary(brief),
            knotted: brief.fittings.handle.kind.is_knotted(),
            holed: brief.fittings.handle.kind.is_holed(),
            backed: plan.fitted.reach.is_some(),
            parts: parts(brief, &plan.fitted).iter().map(|part| PartNeededView::new(plan, part)).collect(),
            weight: own_weight(brief, &plan.fitted, &plan.net).label(unit),
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

/// A place on the face: which way it runs, from, to, and where it lies the other way; or none.
type Place = Option<(Axis, Length, Length, Length)>;

/// Figures as they are edited, one after the other.
struct Figures<'a> {
    brief: &'a Brief,
    made: Vec<FigureView>,
}

impl Figures<'_> {
    fn add(&mut self, field: &'static str, name: &'static str, length: Length, place: Place, set: bool) {
        let unit = self.brief.unit;
        self.made.push(FigureView {
            field,
            name,
            place: place.map(|(axis, from, to, at)| MeasuredView {
                axis,
                from_mm: from.mm(),
                to_mm: to.mm(),
                at_mm: at.mm(),
            }),
            mm: length.mm(),
            figure: length.figure(unit),
            editable: length.editable(unit),
            step_mm: self.brief.board.groove.mm(),
            set,
        });
    }

    /// A figure that is written beside the face.
    fn beside(&mut self, field: &'static str, name: &'static str, length: Length, set: bool) {
        self.add(field, name, length, None, set);
    }

    fn handle(&mut self, own: &FittedHandle) {
        let (asked, size) = (self.brief.fittings.handle, self.brief.finished);
        let (top, half) = (size.height, size.width.half());
        let (aside, kind) = (own.from_centre, own.kind);
        // A handle from the base is measured near the top, where there is room.
        let level = if kind.runs_up_the_face() { top.half() } else { top - own.down };
        if kind.is_spaced() {
            let is_set = asked.from_centre.is_some();
            let place = Some((Axis::Across, Length::ZERO, aside, level));
            self.add("handle.from_centre", "From centre", aside, place, is_set);
            let place = Some((Axis::Across, aside, half, level));
            self.add("handle.from_edge", "From edge", own.from_edge(self.brief), place, is_set);
        }
        match kind {
            HandleKind::None => {}
            HandleKind::HandHole => self.hand_hole(own),
            HandleKind::Strap => self.strap(own),
            HandleKind::LongRibbon => self.stands(own, aside, "Width of the ribbon"),
            HandleKind::HoledRibbon | HandleKind::GluedRibbon | HandleKind::GussetRibbon => {
                self.ends(own, "Below top", "Width of the ribbon")
            }
            HandleKind::Tube => self.ends(own, "Glued end", "Width of the strip"),
            HandleKind::Hangers => self.ends(own, "Below top", "Width of a hanger"),
        }
        if kind.stands_up() {
            let set = asked.stands.long().is_some();
            self.beside("handle.length", "Length of one", own.length, set);
        }
    }

    fn hand_hole(&mut self, own: &FittedHandle) {
        let (asked, top) = (self.brief.fittings.handle, self.brief.finished.height);
        let Some(opening) = own.opening else { return };
        let (low, wide) = (top - own.down - opening, own.width.half());
        let middle = low + opening.half();
        let place = Some((Axis::Across, -wide, wide, middle));
        self.add("handle.width", "Opening", own.width, place, asked.width.is_some());
        let place = Some((Axis::Up, low, top - own.down, wide));
        self.add("handle.opening", "Height", opening, place, asked.opening.is_some());
        let place = Some((Axis::Up, top - own.down, top, -wide));
        self.add("handle.down", "Below top", own.down, place, asked.down.is_some());
    }

    fn strap(&mut self, own: &FittedHandle) {
        let (asked, top) = (self.brief.fittings.handle, self.brief.finished.height);
        let Some(slot) = own.opening else { return };
        let half = slot.half();
        let place = Some((Axis::Across, -half, half, top));
        self.add("handle.opening", "Slot", slot, place, asked.opening.is_some());
        self.stands(own, half, "Width of the strap");
        self.beside("handle.down", "Glued under the hem", own.down, asked.down.is_some());
    }

    /// What is glued or holed below the top edge on either side, and how high it stands.
    fn ends(&mut self, own: &FittedHandle, down: &'static str, width: &'static str) {
        let (asked, top) = (self.brief.fittings.handle, self.brief.finished.height);
        let aside = own.across(self.brief).half();
        let place = Some((Axis::Up, top - own.down, top, -aside));
        self.add("handle.down", down, own.down, place, asked.down.is_some());
        self.stands(own, aside, width);
    }

    /// How high it stands, drawn so far from the centre line, and how wide it is.
    fn stands(&mut self, own: &FittedHandle, aside: Length, width: &'static str) {
        let (asked, top) = (self.brief.fittings.handle, self.brief.finished.height);
        let place = Some((Axis::Up, top, top + own.drop, aside));
        self.add("handle.drop", "Drop", own.drop, place, asked.stands.high().is_some());
        self.beside("handle.width", width, own.width, asked.width.is_some());
    }
}

fn figures(brief: &Brief, fitted: &Fitted) -> Vec<FigureView> {
    let top = brief.finished.height;
    let mut figures = Figures { brief, made: Vec::new() };
    if let Some(own) = &fitted.handle {
        figures.handle(own);
    }
    if let Some(own) = fitted.reinforcement {
        let backing = brief.fittings.backing;
        figures.add("backing.length", "Length of the strip", own.length, None, backing.length.is_some());
        figures.add("backing.depth", "Depth of the strip", own.depth, None, backing.depth.is_some());
    }
    let magnets = brief.fittings.closure.kind.is_magnetic();
    if magnets || fitted.holes.iter().any(|hole| hole.purpose == Purpose::Closure) {
        let down = fitted.closing.down;
        let flap = brief.top.flap().map_or(Length::ZERO, |flap| flap.depth);
        let place = Some((Axis::Up, top + flap - down, top + flap, Length::ZERO));
        figures.add("closure.down", "From edge", down, place, brief.fittings.closure.down.is_some());
    }
    let decoration = brief.fittings.decoration;
    if decoration.faces || decoration.gussets || decoration.flap {
        let margin = fitted.mat_margin;
        figures.add(
            "decoration.margin",
            "Left free round the mats",
            margin,
            None,
            decoration.margin.is_some(),
        );
    }
    if let Some(band) = fitted.band {
        figures.add(
            "decoration.band_width",
            "Width of the band",
            band.width,
            None,
            decoration.band_width.is_some(),
        );
    }
    if let Some(pocket) = fitted.pocket {
        let (wide, tall) = (pocket.holds.width, pocket.holds.height);
        figures.add(
            "decoration.holds_width",
            "Into the pocket goes: width",
            wide,
            None,
            decoration.holds_width.is_some(),
        );
        figures.add(
            "decoration.holds_height",
            "Into the pocket goes: height",
            tall,
            None,
            decoration.holds_height.is_some(),
        );
    }
    if let Some(own) = fitted.medallion {
        let is_set = decoration.medallion_across.is_some();
        let place = Some((Axis::Across, -own.across.half(), own.across.half(), own.rise));
        figures.add("decoration.medallion_across", "Medallion", own.across, place, is_set);
    }
    let punch = brief.fittings.punch;
    figures.add("punch.hole", "The punch’s hole", punch.hole, None, true);
    figures.add("punch.reach", "The punch’s reach", punch.reach, None, true);
    figures.made
}

impl PartNeededView {
    fn new(plan: &Plan, part: &PartNeeded) -> Self {
        let unit = plan.brief.unit;
        let size = match part.measure {
            Measure::Both(size) => format!("{} × {}", size.width.figure(unit), size.height.figure(unit)),
            Measure::Long(length) | Measure::Wide(length) => length.figure(unit),
            Measure::Counted => String::new(),
        };
        let (from, extra, own_paper) = match part.from {
            Source::Bought if part.measure.length().is_some() => ("from the reel".to_owned(), None, false),
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
