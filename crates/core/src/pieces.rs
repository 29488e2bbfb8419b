//! The net divided into pieces of paper that are cut out one by one.

use crate::Length;
use crate::net::{Net, Strip};

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

/// Divides a net into pieces. A wrap is one piece.
pub fn divide(net: &Net) -> Vec<Piece> {
    net.strips
        .iter()
        .map(|strip| Piece {
            name: "Bag",
            count: 1,
            width: strip.width(),
            height: strip.height(),
            strip: strip.clone(),
        })
        .collect()
}
