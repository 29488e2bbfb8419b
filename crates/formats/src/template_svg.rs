//! The hole template at 1:1 as SVG: as wide as the face or gusset, its upper edge laid on the top edge of the bag, so that both are
//! marked alike.

use crate::drawn::Template;
use crate::sheet_svg::{Frame, MARGIN};
use crate::sheet_svg::{check_square, group, line, mm, path_data};
use svg::Document;
use svg::node::element::{Path, Rectangle, Text, Title};
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::{Brief, Length};

/// Room for the words below the template.
const WORDS: Length = Length::millimetres(70);
/// The narrowest page on which they can be read.
const NARROWEST: Length = Length::millimetres(130);

/// Draws the template of a bag's holes; nothing if it has none.
pub fn template_svg(brief: &Brief, name: &str) -> Option<String> {
    let template = Template::of(brief)?;
    let Size { width, height } = template.size;
    let [_, first, second] = template.on;
    let page = (width.max(NARROWEST) + MARGIN * 2, height + MARGIN * 2 + WORDS);
    let frame = Frame { left: MARGIN, bottom: MARGIN + height };
    let edge = Rectangle::new()
        .set("x", mm(MARGIN))
        .set("y", mm(MARGIN))
        .set("width", mm(width))
        .set("height", mm(height));
    let at = |x: Length, y: Length| Point::new(x, y);
    let centre = width.half();
    let middle = group("centre-line", "0.2", Some("6 1.5 0.8 1.5")).add(line(
        frame,
        at(centre, Length::ZERO),
        at(centre, height),
    ));
    let mut holes = group("holes", "0.4", None);
    let mut crosses = group("crosses", "0.15", None);
    let reach = Length::millimetres(6);
    for (place, edge) in &template.holes {
        holes = holes.add(Path::new().set("d", path_data(edge, frame)));
        crosses = crosses
            .add(line(frame, at(place.x - reach, place.y), at(place.x + reach, place.y)))
            .add(line(frame, at(place.x, place.y - reach), at(place.x, place.y + reach)));
    }
    let text = |x: i64, y: i64, text: String| {
        Text::new(text)
            .set("x", mm(MARGIN + Length::millimetres(x)))
            .set("y", mm(MARGIN * 2 + height + Length::millimetres(y)))
            .set("font-size", "4")
            .set("fill", "#222")
    };
    let (side, says) = check_square(brief.unit);
    let square = Rectangle::new()
        .set("id", "check-square")
        .set("x", mm(MARGIN))
        .set("y", mm(MARGIN * 2 + height + Length::millimetres(17)))
        .set("width", mm(side))
        .set("height", mm(side))
        .set("fill", "none")
        .set("stroke", "#222")
        .set("stroke-width", "0.2");
    let document = Document::new()
        .set("width", format!("{}mm", mm(page.0)))
        .set("height", format!("{}mm", mm(page.1)))
        .set("viewBox", format!("0 0 {} {}", mm(page.0), mm(page.1)))
        .set("font-family", "sans-serif")
        .add(Title::new(format!("{name}: hole template")))
        .add(group("edge", "0.4", None).add(edge))
        .add(middle)
        .add(holes)
        .add(crosses)
        .add(text(0, 4, format!("{name}: hole template, {} wide.", width.label(brief.unit))))
        .add(text(
            0,
            10,
            format!(
                "Lay its upper edge on the top edge of {first}, then of {second}; mark through the crosses."
            ),
        ))
        .add(square)
        .add(text(4, 28, format!("This square is {says} each way.")))
        .add(text(4, 34, "If it is not, print at 100 %.".to_owned()));
    Some(document.to_string())
}

#[cfg(test)]
mod tests {
    use super::*;
    use wide_fold_core::brief::HandleKind;

    #[test]
    fn crosses_lie_where_the_holes_are() {
        let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
        assert_eq!(template_svg(&brief, "Tea bowl"), None);
        brief.fittings.handle.kind = HandleKind::HoledRibbon;
        let svg = template_svg(&brief, "Tea bowl").unwrap();
        // Common practice: 1 below the top, 1½ either side of the centre of an 8 face. A margin of 10 mm, then 2½ and 5½ in.
        for x in ["73.5", "149.7"] {
            assert!(svg.contains(&format!("x1=\"{x}\"")), "{svg}");
        }
        assert!(svg.contains("y1=\"35.4\""), "{svg}");
    }
}
