//! The net divided into pieces of paper that are cut out one by one.

use crate::Length;
use crate::brief::FaceSide;
use crate::net::{BaseCorners, Blank, CreaseRole, Fold, GussetPart, Lap, Net, Panel};
use crate::plane::Point;
use crate::text::{list, sentence};

/// A piece of paper to cut out, and how many like it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Piece {
    /// What to call it on the list and on the drawing.
    pub name: String,
    /// How many of it one bag takes.
    pub count: u32,
    /// Width of the trimmed rectangle.
    pub width: Length,
    /// Height of the trimmed rectangle.
    pub height: Length,
    /// Panels, creases, cuts and glue, in the piece's own frame.
    pub blank: Blank,
    /// True for a joining strip: it is hidden, so any scrap will do, whichever way its pattern lies.
    pub from_scrap: bool,
    /// The net's blanks that it becomes, one for each copy.
    pub blanks: Vec<usize>,
}

/// Divides a net into pieces; identical ones are one entry with a count.
///
/// ```
/// use wide_fold_asked::{Brief, Length, brief::Build};
/// use wide_fold_made::{Net, pieces::divide};
/// let mut brief = Brief::new(Length::inches(8), Length::inches(8), Length::inches(4));
/// brief.build = Build::CornerPair;
/// let pieces = divide(&Net::of(&brief));
/// // Both halves are cut alike: one piece, twice, a face and a gusset and the tab wide.
/// assert_eq!((pieces.len(), pieces[0].count), (1, 2));
/// assert_eq!(pieces[0].width, Length::inches(8 + 4) + brief.tab);
/// ```
pub fn divide(net: &Net) -> Vec<Piece> {
    let mut pieces: Vec<Piece> = Vec::new();
    for (index, blank) in net.blanks.iter().enumerate() {
        let piece = Piece {
            name: name(net, blank, index),
            count: 1,
            width: blank.width(),
            height: blank.height(),
            blank: blank.clone(),
            from_scrap: blank.is_joining_strip(),
            blanks: vec![index],
        };
        let piece = if piece.from_scrap && pieces.iter().any(|other| other.from_scrap) {
            Piece { name: "Second joining strip".to_owned(), ..piece }
        } else {
            piece
        };
        match pieces.iter_mut().find(|known| known.is_cut_like(&piece)) {
            Some(known) => {
                known.count += 1;
                known.blanks.push(index);
                if !known.from_scrap {
                    known.name = alike(&known.name);
                }
            }
            None => pieces.push(piece),
        }
    }
    pieces
}

/// `two gussets` for a gusset named twice.
fn alike_together(panels: &[String]) -> Vec<String> {
    let mut told: Vec<String> = Vec::new();
    for panel in panels {
        match told.iter().position(|known| known == panel) {
            Some(at) => told[at] = format!("two {panel}s"),
            None => told.push(panel.clone()),
        }
    }
    told
}

fn pieces_of(net: &Net) -> usize {
    net.blanks.iter().filter(|blank| !blank.is_joining_strip()).count()
}

/// The name of a piece that is cut more than once: its copies differ only in the face they become.
fn alike(name: &str) -> String {
    let name = ["front", "back"].iter().fold(name.to_lowercase(), |name, face| name.replace(face, "face"));
    sentence(&name.replace("face and face", "two faces"))
}

/// True if the lower blank is no more than the base and its lap.
fn is_separate_base(net: &Net, lap: Lap) -> bool {
    net.blanks[lap.over].rise == Length::ZERO
}

/// What the piece becomes, panel by panel: `Front and gusset`.
fn name(net: &Net, blank: &Blank, index: usize) -> String {
    let is_cradle = net.blanks.iter().any(|blank| blank.corners == BaseCorners::CutOut);
    let own = match (pieces_of(net), is_cradle, index) {
        _ if blank.is_joining_strip() => "Joining strip",
        (1, ..) => "Bag",
        (2, false, 0) if net.laps.first().is_some_and(|lap| is_separate_base(net, *lap)) => "Base",
        (2, false, 0) if !net.laps.is_empty() => "Lower part",
        (2, false, 1) if !net.laps.is_empty() => "Upper part",
        (_, true, 0) => "Front piece",
        (_, true, _) => "Back piece",
        _ => "",
    };
    if !own.is_empty() {
        return own.to_owned();
    }
    let mut panels: Vec<(bool, String)> = Vec::new();
    for column in blank.columns.iter().filter(|column| !column.panel.is_join()) {
        let part = match column.panel {
            Panel::Gusset { part: GussetPart::Whole, .. } => "gusset",
            Panel::Gusset { .. } => "half gusset",
            Panel::FacePart { on: FaceSide::Front, .. } => "half front",
            Panel::FacePart { .. } => "part of the back",
            face => face.name(),
        };
        panels.push((column.panel.is_gusset(), part.to_owned()));
    }
    // The face first, whichever way the round goes.
    panels.sort_by_key(|(is_gusset, _)| *is_gusset);
    let panels: Vec<String> = panels.into_iter().map(|(_, name)| name).collect();
    let tier = match net.laps.iter().find(|lap| lap.under == index || lap.over == index) {
        Some(lap) if lap.over == index => "upper ",
        Some(lap) if is_separate_base(net, *lap) => "base of ",
        Some(_) => "lower ",
        None => "",
    };
    sentence(&format!("{tier}{}", list(&alike_together(&panels))))
}

impl Piece {
    /// True if both are trimmed, scored and cut the same: then they differ only in what they are called in the bag. A gusset as wide as
    /// a face is a piece of its own: it may come from another paper.
    fn is_cut_like(&self, other: &Self) -> bool {
        let (a, b) = (&self.blank, &other.blank);
        if a.shows_face() != b.shows_face() {
            return false;
        }
        // In whatever order they come: on one copy the front lies on the left of its gusset, on the other on the right.
        let scores = |blank: &Blank| -> Vec<(Point, Point, Fold, CreaseRole)> {
            let own = blank.creases.iter().map(|crease| (crease.from, crease.to, crease.fold, crease.role));
            let mut all: Vec<_> = own.collect();
            all.sort_by_key(|(from, to, ..)| (*from, *to));
            all
        };
        let holes = |blank: &Blank| -> Vec<_> {
            let own = blank.holes.iter().map(|hole| (hole.centre, hole.shape, hole.purpose));
            let mut all: Vec<_> = own.collect();
            all.sort_by_key(|(centre, ..)| *centre);
            all
        };
        (&a.outline, &a.cuts, &a.round_corners, &a.shaped)
            == (&b.outline, &b.cuts, &b.round_corners, &b.shaped)
            && scores(a) == scores(b)
            && holes(a) == holes(b)
    }
}
