//! Panels side by side, and the zones they are stacked from.

use super::{BaseCorners, Span};
use crate::brief::{Build, Cuts, Direction, FaceSide, Joins, Place, RoundStart, Side, Squares};
use crate::{Brief, Length};

/// What a column of the blank becomes.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Panel {
    /// The front face.
    Front,
    /// The back face.
    Back,
    /// Part of a face that is joined inside.
    FacePart {
        /// Which face.
        on: FaceSide,
        /// Which part of it, looking at the front of the standing bag.
        side: Side,
    },
    /// A side panel, or one half of it where the round starts in its middle.
    Gusset {
        /// Which side, looking at the front of the standing bag.
        side: Side,
        /// How much of it.
        part: GussetPart,
    },
    /// The blank that goes under the next panel and carries the glue.
    Tab,
    /// One half of a joining strip, glued behind the edge of a panel: the left half behind the panel on the left of
    /// the seam.
    JoinHalf(Side),
    /// A pleat at the side of a flare.
    Pleat {
        /// At which side of the front.
        side: Side,
        /// Counted from the face outwards, from 1.
        number: u8,
        /// True for the half of the sheet that becomes the back.
        behind: bool,
    },
}

/// How much of a gusset a column holds.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum GussetPart {
    /// All of it.
    Whole,
    /// The half beside the front.
    FrontHalf,
    /// The half beside the back.
    BackHalf,
}

/// A panel and the stretch of the blank it takes.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Column {
    /// What it becomes.
    pub panel: Panel,
    /// Where it lies, from the left edge.
    pub x: Span,
}

impl Column {
    /// True if a flap of its own hangs from its base line.
    pub fn has_flap(&self, corners: BaseCorners) -> bool {
        match self.panel {
            Panel::Tab | Panel::JoinHalf(_) | Panel::Pleat { .. } => false,
            Panel::Front | Panel::Back | Panel::FacePart { .. } => corners != BaseCorners::NoBase,
            Panel::Gusset { .. } => matches!(corners, BaseCorners::Flaps | BaseCorners::Folded),
        }
    }
}

/// One of the zones a bag is stacked from.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Zone {
    /// Below the base line: the flaps that close the bottom.
    Base,
    /// Below the base line too, but turned up against a gusset. Never a row of its own.
    Ear,
    /// The body, as high as the finished bag.
    Body,
    /// The hem: turned over at the top.
    Hem,
    /// The closing flap: one face run on above the top.
    Flap,
    /// The body of a flare's back, below the front on the sheet and upside down.
    BackBody,
    /// The hem of a flare's back, at the bottom edge of the sheet.
    BackHem,
}

/// A zone and the stretch of the blank it takes.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Row {
    /// Which zone.
    pub zone: Zone,
    /// Where it lies, from the bottom edge.
    pub y: Span,
}

impl Panel {
    /// True for whole and half gussets.
    pub fn is_gusset(self) -> bool {
        matches!(self, Self::Gusset { .. })
    }

    /// True for front and back, and parts of them.
    pub fn is_face(self) -> bool {
        self.face().is_some()
    }

    /// The face it is, or is part of.
    pub fn face(self) -> Option<FaceSide> {
        match self {
            Self::Front => Some(FaceSide::Front),
            Self::Back => Some(FaceSide::Back),
            Self::FacePart { on, .. } => Some(on),
            _ => None,
        }
    }

    /// True for the front, or part of it.
    pub fn is_front(self) -> bool {
        self.face() == Some(FaceSide::Front)
    }

    /// True for the back, or part of it.
    pub fn is_back(self) -> bool {
        self.face() == Some(FaceSide::Back)
    }

    /// True for paper that is there only to be glued under a panel.
    pub fn is_join(self) -> bool {
        matches!(self, Self::Tab | Self::JoinHalf(_))
    }

    /// What the same column of a flare is on the half of the sheet that becomes the back.
    pub fn behind(self) -> Self {
        match self {
            Self::Front => Self::Back,
            Self::Pleat { side, number, .. } => Self::Pleat { side, number, behind: true },
            other => other,
        }
    }
}

/// A stretch of panels before any line is drawn on it.
#[derive(Clone, Debug)]
pub(super) struct Stretch {
    pub columns: Vec<Column>,
    pub rows: Vec<Row>,
    pub corners: BaseCorners,
}

impl Stretch {
    pub fn row(&self, zone: Zone) -> Option<Span> {
        self.rows.iter().find(|row| row.zone == zone).map(|row| row.y)
    }

    /// Where the body lies; every stretch has one.
    pub fn body(&self) -> Span {
        self.row(Zone::Body).unwrap_or(Span::new(Length::ZERO, Length::ZERO))
    }

    /// Where the base flaps lie; empty if there are none.
    pub fn base(&self) -> Span {
        self.row(Zone::Base).unwrap_or(Span::new(Length::ZERO, Length::ZERO))
    }

    pub fn width(&self) -> Length {
        self.columns.last().map_or(Length::ZERO, |column| column.x.to)
    }

    pub fn height(&self) -> Length {
        self.rows.last().map_or(Length::ZERO, |row| row.y.to)
    }

    /// True if it ends in a tab.
    pub fn has_tab(&self) -> bool {
        self.columns.iter().any(|column| column.panel == Panel::Tab)
    }

    /// True if it holds a face, or part of one.
    pub fn has_face(&self) -> bool {
        self.columns.iter().any(|column| column.panel.is_face())
    }

    /// True for a joining strip, which is cut from any scrap.
    pub fn is_joining_strip(&self) -> bool {
        self.columns.iter().all(|column| matches!(column.panel, Panel::JoinHalf(_)))
    }
}

/// Every stretch of a build, joining strips last.
pub(super) fn stretches(brief: &Brief) -> Vec<Stretch> {
    let size = brief.finished;
    let (near, far) = match brief.round.direction {
        Direction::Right => (Side::Left, Side::Right),
        Direction::Left => (Side::Right, Side::Left),
    };
    let gusset = |side, part| (Panel::Gusset { side, part }, size.gusset);
    let whole = |side| gusset(side, GussetPart::Whole);
    let half = size.gusset.half();
    let (front, back, tab) = ((Panel::Front, size.width), (Panel::Back, size.width), (Panel::Tab, brief.tab));
    let corners = if brief.build.is_squashed() { BaseCorners::Folded } else { BaseCorners::Flaps };
    let stretches = match (brief.build, brief.round.start) {
        (Build::Wrap | Build::FoldedBase { .. }, RoundStart::Gusset) => {
            vec![vec![whole(near), front, whole(far), back, tab]]
        }
        (Build::Wrap | Build::FoldedBase { .. }, RoundStart::Face) => {
            vec![vec![front, whole(far), back, whole(near), tab]]
        }
        (Build::Wrap | Build::FoldedBase { .. }, RoundStart::HalfGusset) => {
            let first = (Panel::Gusset { side: near, part: GussetPart::FrontHalf }, half);
            let last = (Panel::Gusset { side: near, part: GussetPart::BackHalf }, size.gusset - half);
            vec![vec![first, front, whole(far), back, last, tab]]
        }
        (Build::Joined { cuts }, _) => cut_run(brief, cuts, near, far),
        (Build::CornerPair, _) => vec![vec![front, whole(far), tab], vec![back, whole(near), tab]],
        (Build::CradlePair { squares }, _) => {
            let corners = match squares {
                Squares::SlitUp => BaseCorners::Flaps,
                Squares::SlitLevel => BaseCorners::Ears,
            };
            // The front piece goes round the back piece.
            let front = (Panel::Front, size.width + brief.allowance);
            let front = vec![whole(Side::Left), front, whole(Side::Right)];
            let back = vec![whole(Side::Right), back, whole(Side::Left)];
            return vec![stretch(brief, &front, BaseCorners::CutOut), stretch(brief, &back, corners)];
        }
        (Build::PleatedFlare { pleats, pleat }, _) => return vec![flare(brief, pleats, pleat)],
    };
    let turn = |mut panels: Vec<(Panel, Length)>| {
        if matches!(brief.joins, Joins::Strips { .. }) {
            // Of a mixed round the pieces that end in a strip have no tab to begin with.
            panels.retain(|(panel, _)| *panel != Panel::Tab);
        }
        if brief.round.direction == Direction::Left {
            panels.reverse();
        }
        stretch(brief, &panels, corners)
    };
    let mut stretches: Vec<Stretch> = stretches.into_iter().map(turn).collect();
    if let Some(width) = brief.joins.strip() {
        let blanks = stretches.iter().filter(|stretch| !stretch.has_tab()).count();
        stretches.extend(vec![joining_strip(brief, width); blanks]);
    }
    stretches
}

/// A panel and its width, and the place behind it at which the round may be cut.
type Link = ((Panel, Length), Option<Place>);

/// Round the bag from the front on, cut wherever `cuts` says; every piece ends in a tab, unless a strip holds that join.
/// At least one place is cut.
fn cut_run(brief: &Brief, cuts: Cuts, near: Side, far: Side) -> Vec<Vec<(Panel, Length)>> {
    let size = brief.finished;
    // One panel, or its two parts if it is cut inside.
    let panel = |whole: Panel, inside: Place, parts: [(Panel, Length); 2], after: Place| -> Vec<Link> {
        if cuts.at.has(inside) {
            vec![(parts[0], Some(inside)), (parts[1], Some(after))]
        } else {
            vec![((whole, parts[0].1 + parts[1].1), Some(after))]
        }
    };
    let half = size.gusset.half();
    let gusset = |side: Side, order: [GussetPart; 2], after: Place| {
        let part = |part| {
            let width = if part == GussetPart::FrontHalf { half } else { size.gusset - half };
            (Panel::Gusset { side, part }, width)
        };
        let whole = Panel::Gusset { side, part: GussetPart::Whole };
        panel(whole, Place::gusset_centre(side), order.map(part), after)
    };
    let face = |on: FaceSide, inside: Place, order: [Side; 2], after: Place| {
        let left = match on {
            FaceSide::Front => size.width.half(),
            FaceSide::Back => cuts.back_part.unwrap_or(size.width.half()),
        };
        let part = |side| {
            let width = if side == Side::Left { left } else { size.width - left };
            (Panel::FacePart { on, side }, width)
        };
        let whole = if on == FaceSide::Front { Panel::Front } else { Panel::Back };
        panel(whole, inside, order.map(part), after)
    };
    let mut ring = face(FaceSide::Front, Place::InsideFront, [near, far], Place::front_corner(far));
    let from_front = [GussetPart::FrontHalf, GussetPart::BackHalf];
    ring.extend(gusset(far, from_front, Place::back_corner(far)));
    ring.extend(face(FaceSide::Back, Place::InsideBack, [far, near], Place::back_corner(near)));
    let [first, last] = from_front;
    ring.extend(gusset(near, [last, first], Place::front_corner(near)));
    let is_cut = |place: &Option<Place>| place.is_some_and(|place| cuts.at.has(place));
    let tab = (Panel::Tab, brief.tab);
    // Begin behind the last cut, so that the ring falls apart into whole pieces.
    let begin = ring.iter().rposition(|(_, after)| is_cut(after)).map_or(0, |last| last + 1);
    let count = ring.len();
    ring.rotate_left(begin % count);
    let mut pieces = vec![Vec::new()];
    for (panel, after) in ring {
        if let Some(piece) = pieces.last_mut() {
            piece.push(panel);
        }
        if is_cut(&after) {
            if let (Some(piece), false) =
                (pieces.last_mut(), after.is_some_and(|at| brief.joins.strip_at(at)))
            {
                piece.push(tab);
            }
            pieces.push(Vec::new());
        }
    }
    pieces.retain(|piece| !piece.is_empty());
    // The piece with the front comes first.
    let first = pieces.iter().position(|piece| piece.iter().any(|(panel, _)| panel.is_front()));
    pieces.rotate_left(first.unwrap_or(0));
    pieces
}

fn stretch(brief: &Brief, panels: &[(Panel, Length)], corners: BaseCorners) -> Stretch {
    let has = |on| panels.iter().any(|(panel, _)| panel.face() == Some(on));
    let top = match brief.top.flap() {
        None => (Zone::Hem, brief.top.hem()),
        Some(flap) if has(flap.on) => (Zone::Flap, flap.depth),
        Some(_) => (Zone::Flap, Length::ZERO),
    };
    let zones = [(Zone::Base, brief.flap()), (Zone::Body, brief.finished.height), top];
    Stretch { columns: in_columns(panels), rows: in_rows(&zones), corners }
}

/// As tall as the seam it holds; under a folded base it runs on to the bottom edge. A hem turned in is turned over it; one turned
/// out would show it, and one that is slit would not cover it, so there it ends at the top and lies hidden behind the body.
fn joining_strip(brief: &Brief, width: Length) -> Stretch {
    let left = width.half();
    let panels = [(Panel::JoinHalf(Side::Left), left), (Panel::JoinHalf(Side::Right), width - left)];
    let is_tube = brief.build.is_squashed();
    let is_short = brief.top.is_turned_out() || brief.slits_hem();
    let hem = if is_short { Length::ZERO } else { brief.top.hem() };
    let base = if is_tube { brief.flap() } else { Length::ZERO };
    let zones = [(Zone::Base, base), (Zone::Body, brief.finished.height), (Zone::Hem, hem)];
    let corners = if is_tube { BaseCorners::Folded } else { BaseCorners::NoBase };
    Stretch { columns: in_columns(&panels), rows: in_rows(&zones), corners }
}

/// Front above, back below and upside down; pleats on both sides.
fn flare(brief: &Brief, pleats: u8, pleat: Length) -> Stretch {
    let at = |side, number| (Panel::Pleat { side, number, behind: false }, pleat);
    let mut panels: Vec<(Panel, Length)> = (1..=pleats).rev().map(|number| at(Side::Left, number)).collect();
    panels.push((Panel::Front, brief.finished.width));
    panels.extend((1..=pleats).map(|number| at(Side::Right, number)));
    let (height, hem) = (brief.finished.height, brief.top.hem());
    let zones = [(Zone::BackHem, hem), (Zone::BackBody, height), (Zone::Body, height), (Zone::Hem, hem)];
    Stretch { columns: in_columns(&panels), rows: in_rows(&zones), corners: BaseCorners::NoBase }
}

fn in_columns(stretch: &[(Panel, Length)]) -> Vec<Column> {
    let spans = Span::in_a_row(stretch.iter().map(|(_, width)| *width));
    stretch.iter().zip(spans).map(|((panel, _), x)| Column { panel: *panel, x }).collect()
}

/// Bands from bottom to top; those of no height are left out.
fn in_rows(zones: &[(Zone, Length)]) -> Vec<Row> {
    let spans = Span::in_a_row(zones.iter().map(|(_, depth)| *depth));
    zones
        .iter()
        .zip(spans)
        .filter(|((_, depth), _)| depth.is_positive())
        .map(|((zone, _), y)| Row { zone: *zone, y })
        .collect()
}
