//! The net divided into pieces of paper that are cut out one by one.

use crate::Length;
use crate::net::{Net, Panel, Strip};

/// A piece of paper to cut out, and how many like it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Piece {
    /// What to call it on the list and on the drawing.
    pub name: &'static str,
    /// How many of it one bag takes.
    pub count: u32,
    /// Width of the trimmed rectangle.
    pub width: Length,
    /// Height of the trimmed rectangle.
    pub height: Length,
    /// Panels, creases, cuts and glue, in the piece's own frame.
    pub strip: Strip,
}

/// Divides a net into pieces; identical ones are one entry with a count.
pub fn divide(net: &Net) -> Vec<Piece> {
    let mut pieces: Vec<Piece> = Vec::new();
    for (index, strip) in net.strips.iter().enumerate() {
        let piece = Piece {
            name: name(net.strips.len(), strip, index),
            count: 1,
            width: strip.width(),
            height: strip.height(),
            strip: strip.clone(),
        };
        match pieces.iter_mut().find(|known| known.is_cut_like(&piece)) {
            Some(known) => known.count += 1,
            None => pieces.push(piece),
        }
    }
    pieces
}

fn name(strips: usize, strip: &Strip, index: usize) -> &'static str {
    let has_tab = strip.columns.iter().any(|column| column.panel == Panel::Tab);
    match (strips, has_tab, index) {
        (1, ..) => "Bag",
        (_, true, _) => "Face and gusset",
        (_, false, 0) => "Front piece",
        (_, false, _) => "Back piece",
    }
}

impl Piece {
    /// True if both are trimmed, scored and cut the same: then they differ only in what they are called in the bag.
    fn is_cut_like(&self, other: &Self) -> bool {
        let (a, b) = (&self.strip, &other.strip);
        (&a.outline, &a.creases, &a.cuts) == (&b.outline, &b.creases, &b.cuts)
    }
}
