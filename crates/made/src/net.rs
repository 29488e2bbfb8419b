//! The whole bag unrolled: panels side by side, creases, cuts and glue, exactly.
//!
//! Frame: every blank is seen from its **outside face, top edge up, origin at its bottom-left corner**, x to the
//! right, y up. Folds are as seen from that face.

mod columns;
mod crease;
mod glue;
mod holes;
mod lines;
mod names;
mod outline;
mod tiers;

pub use columns::{Column, GussetPart, Panel, Row, Zone};
pub use crease::{Crease, CreaseRole, Fold};
pub use glue::{Glue, GlueRole, PaperFace};
pub use holes::{Hole, centre_line, face_left};
pub use names::part_name;
pub use outline::{Curve, Cut, CutRole, RoundCorner, Shaped};

use crate::brief::{AllRound, Direction, FacesWhole, GoesRound, Side};
use crate::fittings::Fitted;
use crate::plane::{Point, Size, Span};
use crate::{Brief, Length};
use columns::Stretch;
use outline::Ends;

/// The unrolled bag: one blank, a sheet of paper in one piece, for every connected stretch of panels, and the seams that join them.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Net {
    /// The blanks. A wrap has one.
    pub blanks: Vec<Blank>,
    /// How the blanks are joined, end to end or to themselves.
    pub seams: Vec<Seam>,
    /// How lower blanks are joined to the upper ones over them.
    pub laps: Vec<Lap>,
}

/// Two blanks joined at one level, upper over lower. They have the same columns.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Lap {
    /// The lower blank, whose top goes under and carries the glue.
    pub under: usize,
    /// The upper blank.
    pub over: usize,
    /// Where the bottom edge of the upper blank comes to lie, from the bottom edge of the lower one.
    pub line: Length,
}

/// One connected stretch of panels, in its own frame.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Blank {
    /// Panels and tab from left to right; they share their edges.
    pub columns: Vec<Column>,
    /// Base, body and hem from bottom to top; they share their edges.
    pub rows: Vec<Row>,
    /// What becomes of the paper below the gussets.
    pub corners: BaseCorners,
    /// Every scored line, split where its fold changes.
    pub creases: Vec<Crease>,
    /// Every cut made after trimming: slits, notches, the tab's corner.
    pub cuts: Vec<Cut>,
    /// The edge of the paper after all cuts, anticlockwise, closed by its last side.
    pub outline: Vec<Point>,
    /// Corners of that edge that are rounded. Folding takes them for square.
    pub round_corners: Vec<RoundCorner>,
    /// Free edges of its hem or flap that are cut to curves. Folding takes them for straight.
    pub shaped: Vec<Shaped>,
    /// Where glue or tape goes, and on which face.
    pub glue: Vec<Glue>,
    /// Holes, slots and openings. Folding takes no notice of them.
    pub holes: Vec<Hole>,
    /// How high its body begins above the base line: only an upper piece does.
    pub rise: Length,
    /// How far its top goes under the piece above it.
    pub lap: Length,
}

/// Two edges that come together when the bag is glued.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Seam {
    /// The paper that goes under and carries the glue, a tab or a whole gusset, and the line on which it begins.
    pub under: Joint,
    /// The paper laid over it, and its free edge, which comes to lie on that line.
    pub over: Joint,
}

/// One side of a seam.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Joint {
    /// Which blank.
    pub blank: usize,
    /// Which of its columns.
    pub column: usize,
    /// The line or free edge, from the blank's left edge.
    pub x: Length,
    /// The panel it is part of. On a flare front and back share their columns.
    pub panel: Panel,
}

/// What becomes of the paper below the gussets of a blank.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum BaseCorners {
    /// Slit up the corner lines: flaps that fold into the base.
    Flaps,
    /// Cut out.
    CutOut,
    /// Slit level along the base line: ears on the face flap that turn up against the gussets.
    Ears,
    /// Not cut at all: the ends of the tube are squashed and folded in.
    Folded,
    /// There is no base below the body.
    NoBase,
}

impl Net {
    /// Unrolls the bag of a brief that passed [`Brief::check`].
    ///
    /// ```
    /// use wide_fold_made::Net;
    /// use wide_fold_asked::{Brief, Length};
    /// let bag = Brief::new(Length::inches(4), Length::inches(6), Length::inches(2));
    /// let net = Net::of(&bag);
    /// // A wrap: two faces, two gussets and the tab, as wide as all of them together.
    /// assert_eq!(net.blanks[0].columns.len(), 5);
    /// assert_eq!(net.blanks[0].width(), Length::inches(12) + bag.tab);
    /// ```
    pub fn of(brief: &Brief) -> Self {
        Self::new(brief, &Fitted::of(brief))
    }

    /// The same, where its fittings are known.
    pub fn new(brief: &Brief, fitted: &Fitted) -> Self {
        let stretches = columns::stretches(brief);
        let seams = seams(brief, &stretches);
        let blanks = stretches.iter().enumerate().map(|(index, stretch)| {
            let creases = lines::creases(brief, fitted, &stretches, &seams, index);
            let edge = Ends::new(brief, stretch);
            let cuts = outline::cuts(stretch, &edge);
            let outline = outline::outline(stretch, &edge);
            let round_corners = outline::round_corners(brief, stretch);
            let glue = glue::areas(brief, stretch, &edge);
            let shaped = edge.shaped;
            let Stretch { columns, rows, corners } = stretch.clone();
            let (rise, lap) = (Length::ZERO, Length::ZERO);
            let holes = Vec::new();
            Blank {
                columns,
                rows,
                corners,
                creases,
                cuts,
                outline,
                round_corners,
                shaped,
                glue,
                holes,
                rise,
                lap,
            }
        });
        let mut net = Self { blanks: blanks.collect(), seams, laps: Vec::new() };
        net.tell_face_seams(brief);
        let mut net = match brief.build.cuts().all_round {
            Some(all_round) => tiers::part(net, all_round.rise(), brief.tab),
            None => net,
        };
        holes::punch(brief, &fitted.holes, &mut net);
        net
    }
}

impl Net {
    /// Seams inside a face that are closed flat on the table have glue of their own.
    fn tell_face_seams(&mut self, brief: &Brief) {
        if brief.build.cuts().faces_whole() != FacesWhole::Joined {
            return;
        }
        for Seam { under, over } in &self.seams {
            let column = &self.blanks[over.blank].columns[over.column];
            let left_of_face = face_left(column, brief.finished.width);
            let is_inside = matches!(over.panel, Panel::FacePart { .. })
                && over.x != left_of_face
                && over.x != left_of_face + brief.finished.width;
            if is_inside {
                let own = self.blanks[under.blank].glue.iter_mut();
                own.filter(|glue| glue.panel == under.panel)
                    .for_each(|glue| glue.role = glue.role.inside_face());
            }
        }
    }

    /// One above the other: two if the body is joined at a level, else one.
    pub fn tiers(&self) -> usize {
        if self.laps.is_empty() { 1 } else { 2 }
    }
}

/// Width and height of every trimmed piece of a brief, joining strips left out: without drawing a line on them.
pub fn piece_sizes(brief: &Brief) -> Vec<Size> {
    sizes_and_faces(brief).into_iter().map(|(size, _)| size).collect()
}

/// The same, and of each piece whether a face can be seen on it.
pub fn sizes_and_faces(brief: &Brief) -> Vec<(Size, bool)> {
    let stretches = columns::stretches(brief);
    let pieces = stretches.iter().filter(|stretch| !stretch.is_joining_strip());
    match brief.build.cuts().all_round {
        Some(all_round) => pieces
            .flat_map(|stretch| {
                let (line, face) = (stretch.body().from + all_round.rise(), stretch.has_face());
                let lower =
                    (Size::new(stretch.width(), line + brief.tab), face && all_round != AllRound::AtBaseLine);
                [lower, (Size::new(stretch.width(), stretch.height() - line), face)]
            })
            .collect(),
        None => {
            pieces.map(|stretch| (Size::new(stretch.width(), stretch.height()), stretch.has_face())).collect()
        }
    }
}

/// Width and height of the smallest rectangle that holds any trimmed piece of a brief; joining strips are cut from
/// scraps and do not count.
pub fn flat_size(brief: &Brief) -> Size {
    let sizes = piece_sizes(brief);
    let widest = sizes.iter().map(|size| size.width).max();
    let tallest = sizes.iter().map(|size| size.height).max();
    Size::new(widest.unwrap_or_default(), tallest.unwrap_or_default())
}

/// The seams of a build: every tab or half joining strip under the free edge that follows it round the bag; in a
/// cradle pair the gussets of the back piece under those of the front piece, whose free edges come to lie at the back
/// corners; on a flare the outermost pleat of the front with the one of the back.
fn seams(brief: &Brief, stretches: &[Stretch]) -> Vec<Seam> {
    let joint = |blank: usize, column: usize, x: Length| {
        let panel = stretches[blank].columns[column].panel;
        Joint { blank, column, x, panel }
    };
    let left_edge = |blank: usize| joint(blank, 0, Length::ZERO);
    let right_edge =
        |blank: usize| joint(blank, stretches[blank].columns.len() - 1, stretches[blank].width());
    match brief.build.nature().goes_round {
        GoesRound::Doubled => {
            let [_, back] = stretches else { return Vec::new() };
            let (first, last) = (back.columns[0].x.to, back.columns[2].x.from);
            vec![
                Seam { under: joint(1, 0, first), over: right_edge(0) },
                Seam { under: joint(1, 2, last), over: left_edge(0) },
            ]
        }
        GoesRound::OverAndUp => flare_seams(&stretches[0]),
        GoesRound::InOne | GoesRound::InTwo | GoesRound::InPieces => {
            let count = stretches.iter().filter(|stretch| !stretch.is_joining_strip()).count();
            // Joining strips follow in the order of the pieces that have no tab.
            let strip_of =
                |piece: usize| count + stretches[..piece].iter().filter(|stretch| !stretch.has_tab()).count();
            (0..count)
                .flat_map(|piece| {
                    let next = (piece + 1) % count;
                    let columns = &stretches[piece].columns;
                    let last = columns.len() - 1;
                    let own = strip_of(piece);
                    if let (false, Some(blank)) = (stretches[piece].has_tab(), stretches.get(own)) {
                        let line = blank.columns[0].x.to;
                        let halves = [joint(own, 0, line), joint(own, 1, line)];
                        let (left, right) = if brief.round.direction == Direction::Left {
                            (next, piece)
                        } else {
                            (piece, next)
                        };
                        return vec![
                            Seam { under: halves[0], over: right_edge(left) },
                            Seam { under: halves[1], over: left_edge(right) },
                        ];
                    }
                    if columns[last].panel == Panel::Tab {
                        vec![Seam { under: joint(piece, last, columns[last].x.from), over: left_edge(next) }]
                    } else {
                        vec![Seam { under: joint(piece, 0, columns[0].x.to), over: right_edge(next) }]
                    }
                })
                .collect()
        }
    }
}

/// On either side the outermost pleat of the front lies with the next one of the back, edge on line.
fn flare_seams(stretch: &Stretch) -> Vec<Seam> {
    let last = stretch.columns.len() - 1;
    let seam = |outer: usize, inner: usize, x: Length| {
        let own = stretch.columns[outer].panel;
        let under = Joint { blank: 0, column: outer, x, panel: own };
        Seam {
            under,
            over: Joint { blank: 0, column: inner, x, panel: stretch.columns[inner].panel.behind() },
        }
    };
    vec![seam(0, 1, stretch.columns[0].x.to), seam(last, last - 1, stretch.columns[last].x.from)]
}

impl Seam {
    /// Where a point of the paper that goes under lies on the paper over it. On a flare the outermost pleat of the front
    /// is turned round against the one of the back.
    pub fn over_point(&self, net: &Net, point: Point) -> Option<Point> {
        let (under, over) = (&net.blanks[self.under.blank], &net.blanks[self.over.blank]);
        let (from, to) = (under.body_of(self.under.panel)?, over.body_of(self.over.panel)?);
        let (aside, rise) = (point.x - self.under.x, point.y - from.from);
        let is_flare = over.row(Zone::BackBody).is_some();
        Some(if is_flare {
            Point::new(self.over.x - aside, to.to - rise)
        } else {
            Point::new(self.over.x + aside, to.from + rise)
        })
    }
}

impl Lap {
    /// Where a point of the lower blank lies on the upper one.
    pub fn over_point(&self, point: Point) -> Point {
        Point::new(point.x, point.y - self.line)
    }
}

impl Blank {
    /// True if its edge, cuts and creases run where those of another blank do, in the same order.
    pub(crate) fn has_lines_of(&self, other: &Self) -> bool {
        let ends = |crease: &Crease| (crease.from, crease.to);
        self.outline == other.outline
            && self.shaped == other.shaped
            && self.cuts.len() == other.cuts.len()
            && self
                .cuts
                .iter()
                .zip(&other.cuts)
                .all(|(one, other)| (one.from, one.to) == (other.from, other.to))
            && self.creases.len() == other.creases.len()
            && self.creases.iter().zip(&other.creases).all(|(one, other)| ends(one) == ends(other))
    }

    /// A crease as far as there is paper: it is scored before a free edge is cut to curves, and drawn on what they leave.
    pub fn on_paper(&self, crease: &Crease) -> Crease {
        let Crease { from, to, .. } = *crease;
        let own = self.shaped.iter().filter(|shaped| from.x == to.x && shaped.y == to.y);
        let tops = own.filter(|shaped| shaped.x.touches(to.x)).map(|shaped| shaped.top_at(to.x));
        Crease { to: Point::new(to.x, tops.min().unwrap_or(to.y)), ..*crease }
    }

    /// From its left edge to its right edge.
    pub fn width(&self) -> Length {
        self.columns.iter().map(|column| column.x.length()).sum()
    }

    /// From its bottom edge to its top edge.
    pub fn height(&self) -> Length {
        self.rows.iter().map(|row| row.y.length()).sum()
    }

    /// The row of one zone, if the blank has it.
    pub fn row(&self, zone: Zone) -> Option<&Row> {
        self.rows.iter().find(|row| row.zone == zone)
    }

    /// Where the body of a panel lies from bottom to top.
    pub fn body_of(&self, panel: Panel) -> Option<Span> {
        let behind = self.row(Zone::BackBody).filter(|_| panel.behind() == panel);
        behind.or_else(|| self.row(Zone::Body)).map(|row| row.y)
    }

    /// The column of a panel, on whichever half of a flare.
    pub fn column_of(&self, panel: Panel) -> Option<&Column> {
        let own = self.columns.iter().find(|column| column.panel == panel);
        own.or_else(|| self.columns.iter().find(|column| column.panel.behind() == panel))
    }

    /// The panel and zone in which a point of the paper lies.
    pub fn part_at(&self, point: Point) -> Option<(Panel, Zone)> {
        let panel = self.columns.iter().find(|column| column.x.touches(point.x))?.panel;
        let zone = self.rows.iter().find(|row| row.y.touches(point.y))?.zone;
        Some(match zone {
            Zone::BackBody => (panel.behind(), Zone::Body),
            Zone::BackHem => (panel.behind(), Zone::Hem),
            Zone::Base if self.corners == BaseCorners::Ears && panel.is_gusset() => (panel, Zone::Ear),
            zone => (panel, zone),
        })
    }

    /// The face, or part of one, that reaches over a place so far from the left edge; on a flare front and back lie over one
    /// another there.
    pub fn face_at(&self, x: Length) -> Option<&Column> {
        self.columns.iter().find(|column| column.panel.is_face() && column.x.touches(x))
    }

    /// True for a crease on a tab: it only follows the panel over it.
    pub fn is_on_join(&self, crease: &Crease) -> bool {
        self.columns.iter().any(|column| {
            column.panel.is_join() && column.x.touches(crease.from.x) && column.x.touches(crease.to.x)
        })
    }

    /// True if a face can be seen on it: not on gussets alone, nor on a separate base, whose lap goes under.
    pub fn shows_face(&self) -> bool {
        let is_base =
            self.lap.is_positive() && self.row(Zone::Body).is_some_and(|body| body.y.length() == self.lap);
        !is_base && self.columns.iter().any(|column| column.panel.is_face())
    }

    /// True for a joining strip, which is cut from any scrap.
    pub fn is_joining_strip(&self) -> bool {
        self.columns.iter().all(|column| matches!(column.panel, Panel::JoinHalf(_)))
    }
}

#[cfg(test)]
mod tests;
