//! Marking strips at 1:1: laid along an edge of the paper, they carry all distances of a piece to both ends of its lines.

use super::leaf::{INK, Pen};
use super::sheets::{OneToOne, Print, one_to_one};
use super::{PdfFault, cannot_be_made};
use crate::drawn::{Drawn, Label, Leg, Path, Stroke, Tool};
use wide_fold_core::brief::Extra;
use wide_fold_core::fittings::small::Small;
use wide_fold_core::layout::Part;
use wide_fold_core::net::PaperFace;
use wide_fold_core::passes::{ByHand, Edge, Pass};
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::{Length, Plan};

/// How wide a strip is (our choice: as wide as a ruler).
const WIDE: Length = Length::inches(1);
/// Between two of them on a page.
const APART: Length = Length::millimetres(4);

/// True if a bag has lines that are marked by ruler and hand.
pub fn has_strips(plan: &Plan) -> bool {
    plan.passes.iter().any(is_marked)
}

fn is_marked(pass: &Pass) -> bool {
    matches!(pass.by_hand, Some(ByHand::Creased | ByHand::Drawn)) && !pass.lines.is_empty()
}

/// The marking strips of a bag whose lines are made by ruler and hand, one for every edge that is measured from, side by side.
///
/// # Errors
/// [`PdfFault::Nothing`] if it has none.
pub fn strips_pdf(plan: &Plan, name: &str, print: Print) -> Result<Vec<u8>, PdfFault> {
    let passes: Vec<&Pass> = plan.passes.iter().filter(|pass| is_marked(pass)).collect();
    if passes.is_empty() {
        return Err(PdfFault::Nothing);
    }
    let zero = Length::ZERO;
    let mut says = vec![
        "Cut them out. Lay the left end of a strip on the edge that is named, once near either end of the lines, and carry every mark over: so both ends get the same marks.".to_owned(),
    ];
    let (mut drawn, mut help, mut size) = (Vec::new(), Vec::new(), Size::new(zero, zero));
    for (n, pass) in passes.iter().enumerate() {
        says.push(format!("Strip {}: {}.", n + 1, what(plan, pass)));
        // Where the hand has to mark, for these hands.
        let at: Vec<Length> = pass.lines.iter().map(|line| line.at - line.less).collect();
        let long = at.iter().copied().max().unwrap_or_default() + WIDE.half();
        let (low, high) = (size.height, size.height + WIDE);
        let spot = Point::new;
        let corners = [spot(long, low), spot(long, high), spot(zero, high), spot(zero, low)];
        let path = Path { from: spot(zero, low), legs: corners.map(Leg::Line).to_vec() };
        let edge = Stroke { tool: Tool::Cut, path, hole: false, says: None };
        let pen = Pen { width: 0.3, dashes: &[], grey: INK };
        help.extend(at.iter().map(|at| (spot(*at, low), spot(*at, high), pen)));
        let middle = low + WIDE.half();
        let beside = |at: Length| spot((at - Length::millimetres(1)).max(Length::millimetres(1)), middle);
        let figures = at
            .iter()
            .zip(&pass.lines)
            .map(|(at, line)| Label { at: beside(*at), text: line.told(plan.brief.unit) });
        let own = Label { at: spot(long - Length::millimetres(3), middle), text: format!("strip {}", n + 1) };
        let part = Part::Small(Small { kind: Extra::Template, size: Size::new(long, WIDE) });
        drawn.push(Drawn { part, strokes: vec![edge], labels: figures.chain([own]).collect(), up: None });
        size = Size::new(size.width.max(long), high + APART);
    }
    let strips = OneToOne { title: "Marking strips".to_owned(), says, size, sheet: None, drawn, help };
    one_to_one(&[strips], name, plan.brief.unit, print, cannot_be_made(plan))
}

/// `for the front and gusset, inside up, from the edge on your left`.
fn what(plan: &Plan, pass: &Pass) -> String {
    let piece = plan.pieces.get(pass.piece).map_or("piece", |piece| piece.name.as_str()).to_lowercase();
    let up = match pass.lying.face_up {
        PaperFace::Outside => "outside up",
        PaperFace::Inside => "inside up",
    };
    let from = if pass.lying.fence == Edge::Top { "the edge on your left" } else { "the bottom edge" };
    format!("for the {piece}, {up}, top edge away from you, from {from}")
}
