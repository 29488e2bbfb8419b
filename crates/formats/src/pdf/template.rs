//! The hole template at 1:1: as wide as the face or gusset, its upper edge laid on the top edge of the bag.

use super::PdfFault;
use super::leaf::{INK, Pen};
use super::sheets::{OneToOne, Print, one_to_one};
use crate::drawn::{Drawn, Leg, Path, Stroke, Template, Tool};
use wide_fold_core::brief::Extra;
use wide_fold_core::fittings::small::Small;
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::{Brief, Length};

/// The template of a bag's holes.
///
/// # Errors
/// [`PdfFault::Nothing`] if it has none.
pub fn template_pdf(brief: &Brief, name: &str, print: Print) -> Result<Vec<u8>, PdfFault> {
    let Template { size, holes, on: [panel, first, second] } =
        Template::of(brief).ok_or(PdfFault::Nothing)?;
    let Size { width, height } = size;
    let at = Point::new;
    let corner = at(Length::ZERO, Length::ZERO);
    let corners = [at(width, Length::ZERO), at(width, height), at(Length::ZERO, height), corner];
    let stroke = |path| Stroke { tool: Tool::Cut, path, hole: true, says: None };
    let mut strokes = vec![stroke(Path { from: corner, legs: corners.map(Leg::Line).to_vec() })];
    let thin = Pen::thin(INK);
    let mut help = vec![(at(width.half(), Length::ZERO), at(width.half(), height), Pen::of(Tool::Mountain))];
    let reach = Length::millimetres(6);
    for (place, edge) in holes {
        strokes.push(stroke(edge));
        help.push((at(place.x - reach, place.y), at(place.x + reach, place.y), thin));
        help.push((at(place.x, place.y - reach), at(place.x, place.y + reach), thin));
    }
    let says = vec![
        format!("{} wide, as wide as the {panel}.", width.label(brief.unit)),
        format!(
            "Lay its upper edge on the top edge of {first}, then of {second}, and mark through the crosses: so the holes meet."
        ),
    ];
    let part = wide_fold_core::layout::Part::Small(Small { kind: Extra::Template, size });
    let drawn = vec![Drawn { part, strokes, labels: Vec::new(), up: None }];
    let template = OneToOne { title: "Hole template".to_owned(), says, size, sheet: None, drawn, help };
    one_to_one(&[template], name, brief.unit, print, None)
}
