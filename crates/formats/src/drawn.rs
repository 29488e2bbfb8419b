//! What is drawn of a sheet, before it is written in any format: every line with what it is there for, arcs kept as arcs.
//!
//! Frame: the sheet as it is laid, origin at its bottom-left corner, x right, y up; exact lengths.

mod path;

pub use path::{Leg, Path};

use wide_fold_core::fittings::parts::on_template;
use wide_fold_core::fittings::{Fitted, On};
use wide_fold_core::layout::{Part, Placed, SheetCut};
use wide_fold_core::net::{Blank, Column, Crease, Cut, CutRole, Fold, Hole, Panel, Zone};
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::{Brief, Length, Plan, Unit};

/// What a line is there for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Tool {
    /// Cut through.
    Cut,
    /// Scored, folds away from the one who looks at the outside.
    Mountain,
    /// Scored, folds towards the one who looks at the outside.
    Valley,
    /// Scored or ruled and left flat.
    Guide,
    /// Comes about in the hand: nothing is scored.
    ByHand,
}

impl Tool {
    /// All of them.
    pub const ALL: [Self; 5] = [Self::Cut, Self::Mountain, Self::Valley, Self::Guide, Self::ByHand];

    /// Dashes and gaps in millimetres, by the published convention of folding diagrams (Yoshizawa–Randlett): valleys dashed,
    /// mountains dash-dotted; cuts solid.
    pub const fn dashes(self) -> &'static [f64] {
        match self {
            Self::Cut => &[],
            Self::Mountain => &[6.0, 1.5, 0.8, 1.5],
            Self::Valley => &[4.0, 2.0],
            Self::Guide => &[0.8, 1.6],
            Self::ByHand => &[0.3, 1.0],
        }
    }

    /// How wide its line is drawn at 1:1, in millimetres.
    pub const fn weight(self) -> f64 {
        match self {
            Self::Cut => 0.4,
            Self::Mountain | Self::Valley | Self::Guide => 0.25,
            Self::ByHand => 0.15,
        }
    }

    /// What its line means, for a legend.
    pub const fn says(self) -> &'static str {
        match self {
            Self::Cut => "cut",
            Self::Mountain => "score, mountain: fold away from you",
            Self::Valley => "score, valley: fold towards you",
            Self::Guide => "guide line: do not fold",
            Self::ByHand => "folds in the hand: not scored",
        }
    }

    /// The name of its lines in a file of a sheet.
    pub const fn id(self) -> &'static str {
        match self {
            Self::Cut => "cut",
            Self::Mountain => "score-mountain",
            Self::Valley => "score-valley",
            Self::Guide => "score-guide",
            Self::ByHand => "fold-by-hand",
        }
    }
}

/// A line of a sheet.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Stroke {
    /// What it is there for.
    pub tool: Tool,
    /// Where it runs.
    pub path: Path,
    /// True for the edge of a hole.
    pub hole: bool,
    /// What it is, in words.
    pub says: Option<String>,
}

/// Words written on a piece.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Label {
    /// The middle of where they stand.
    pub at: Point,
    /// The words, read from the bottom up.
    pub text: String,
}

/// What is drawn of one part on a sheet.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Drawn {
    /// What it is.
    pub part: Part,
    /// Its lines; cuts first, and of them its edge first.
    pub strokes: Vec<Stroke>,
    /// What is written on it.
    pub labels: Vec<Label>,
    /// Where an arrow shows which way the top edge of the bag lies.
    pub up: Option<Point>,
}

impl Drawn {
    /// A part of a plan where it lies on its sheet.
    pub fn of(plan: &Plan, placed: &Placed) -> Self {
        let by = Point::new(placed.space.x, placed.space.y);
        match placed.part {
            Part::Piece(index) => {
                Self::of_blank(placed.part, &plan.pieces[index].blank, plan.brief.unit).moved(by)
            }
            Part::Small(small) => {
                // As it lies: a small part may be turned.
                let path = Path::of_small(small.kind, placed.space.size());
                let says = Some(small.kind.name().to_owned());
                let edge = Stroke { tool: Tool::Cut, path, hole: false, says };
                Self { part: placed.part, strokes: vec![edge], labels: Vec::new(), up: None }.moved(by)
            }
        }
    }

    /// One of a plan's pieces by itself; nothing if it has no such piece.
    pub fn piece(plan: &Plan, index: usize) -> Option<Self> {
        let piece = plan.pieces.get(index)?;
        Some(Self::of_blank(Part::Piece(index), &piece.blank, plan.brief.unit))
    }

    fn of_blank(part: Part, blank: &Blank, unit: Unit) -> Self {
        let stroke = |tool, path, says| Stroke { tool, path, hole: false, says };
        let mut strokes = vec![stroke(Tool::Cut, Path::of_edge(blank), None)];
        // The outline already runs round tapers and the tab's corner; only plain slits are left to cut.
        let on_edge = |cut: &Cut| {
            let sides = blank.outline.iter().zip(blank.outline.iter().cycle().skip(1));
            sides.into_iter().any(|(a, b)| (*a, *b) == (cut.from, cut.to) || (*b, *a) == (cut.from, cut.to))
        };
        let slits = blank
            .cuts
            .iter()
            .filter(|cut| matches!(cut.role, CutRole::Slit | CutRole::BaseSlit) && !on_edge(cut));
        strokes.extend(slits.map(|cut| stroke(Tool::Cut, Path::line(cut.from, cut.to), None)));
        strokes.extend(blank.holes.iter().map(|hole| Stroke {
            hole: true,
            ..stroke(Tool::Cut, Path::of_hole(hole), Some(blank.describe_hole(hole, unit)))
        }));
        strokes.extend(blank.creases.iter().map(|crease| {
            stroke(
                tool(crease),
                {
                    let Crease { from, to, .. } = blank.on_paper(crease);
                    Path::line(from, to)
                },
                Some(blank.describe_crease(crease, unit)),
            )
        }));
        let mut labels = Vec::new();
        let body = blank.row(Zone::Body);
        if let Some(body) = body {
            // Beside a crease that runs down the middle, not on it.
            let creased =
                |x: Length| blank.creases.iter().any(|crease| crease.is_vertical() && crease.from.x == x);
            let place = |column: &Column| {
                let middle = column.x.middle();
                if creased(middle) { column.x.from + column.x.length().half().half() } else { middle }
            };
            labels.extend(blank.columns.iter().map(|column| Label {
                at: Point::new(place(column), body.y.middle()),
                text: format!("{} {}", column.panel.name(), column.x.length().figure(unit)),
            }));
        }
        let inset = Length::millimetres(6);
        let up = body.map(|body| Point::new(inset, body.y.to - inset));
        Self { part, strokes, labels, up }
    }

    fn moved(self, by: Point) -> Self {
        let moved = |point: Point| Point::new(point.x + by.x, point.y + by.y);
        Self {
            part: self.part,
            strokes: self
                .strokes
                .into_iter()
                .map(|stroke| Stroke { path: stroke.path.moved(by), ..stroke })
                .collect(),
            labels: self.labels.into_iter().map(|label| Label { at: moved(label.at), ..label }).collect(),
            up: self.up.map(moved),
        }
    }
}

/// The template of a bag's holes: as wide as the face or gusset, its upper edge the top edge of the bag.
pub struct Template {
    /// Its size.
    pub size: Size,
    /// The middle of every hole, and its edge.
    pub holes: Vec<(Point, Path)>,
    /// What it is as wide as, and the two panels it is laid on, one after the other.
    pub on: [&'static str; 3],
}

impl Template {
    /// Of a bag; nothing if it has no holes.
    pub fn of(brief: &Brief) -> Option<Self> {
        let fitted = Fitted::of(brief);
        let size = fitted.template?;
        let own = on_template(&fitted.holes);
        let in_gussets = own.iter().any(|hole| matches!(hole.on, On::Gussets(_)));
        let on = if in_gussets {
            ["gusset", "one gusset", "the other"]
        } else {
            ["face", "the front", "the back"]
        };
        let holes = own.into_iter().filter_map(|hole| {
            let (On::Faces(down) | On::Gussets(down)) = hole.on else { return None };
            let centre = Point::new(size.width.half() + hole.aside, size.height - down);
            let (panel, zone) = (Panel::Front, Zone::Body);
            let own = Hole { centre, shape: hole.shape, purpose: hole.purpose, panel, zone };
            Some((centre, Path::of_hole(&own)))
        });
        Some(Self { size, holes: holes.collect(), on })
    }
}

/// How far a sheet and what lies on it reach: further than the sheet, if a piece is too large for it.
pub fn extent(sheet: &SheetCut) -> Size {
    let spaces = || sheet.placed.iter().map(|placed| placed.space);
    Size::new(
        spaces().map(|space| space.x + space.width).fold(sheet.width, Length::max),
        spaces().map(|space| space.y + space.height).fold(sheet.height, Length::max),
    )
}

fn tool(crease: &Crease) -> Tool {
    match crease.fold {
        _ if crease.role.is_made_by_hand() => Tool::ByHand,
        Fold::Mountain => Tool::Mountain,
        Fold::Valley => Tool::Valley,
        Fold::Flat => Tool::Guide,
    }
}
