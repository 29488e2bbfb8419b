//! What is left over, and what it is good for.

use crate::brief::Extra;
use crate::figures::Figures;
use crate::fittings::Fitted;
use crate::layout::{Part, Placed, Rectangle};
use crate::net::{BaseCorners, Zone};
use crate::offers::on_sheet;
use crate::plane::{Size, Span};
use crate::{Brief, Length, Plan, Sheet};

/// Narrower than this an offcut is not kept (our choice).
const NARROWEST: Length = Length::eighths(6);

/// What the pieces themselves give up when they are cut out, where it lies on each sheet: the base corner squares of a cradle
/// pair's front piece. One list for every entry of the layout.
pub fn cut_out(plan: &Plan) -> Vec<Vec<Rectangle>> {
    let of_piece = |placed: &Placed| -> Vec<Rectangle> {
        let Part::Piece(piece) = placed.part else { return Vec::new() };
        let blank = &plan.pieces[piece].blank;
        let (BaseCorners::CutOut, Some(base)) = (blank.corners, blank.row(Zone::Base)) else {
            return Vec::new();
        };
        let squares = blank.columns.iter().filter(|column| column.panel.is_gusset());
        let at = |x: Span| Rectangle {
            x: placed.space.x + x.from,
            y: placed.space.y + base.y.from,
            width: x.length(),
            height: base.y.length(),
        };
        squares.map(|column| at(column.x)).collect()
    };
    plan.layout.sheets.iter().map(|sheet| sheet.placed.iter().flat_map(of_piece).collect()).collect()
}

/// What can be cut from an offcut of that width and height, as it lies, in words, the most useful first: small parts of the
/// bag and how many, and the largest bag in its proportions. Nothing for a sliver.
///
/// ```
/// use wide_fold_asked::{Brief, Length, fittings::Fitted, plane::Size};
/// use wide_fold_judged::leftovers::uses;
/// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
/// // Common practice: the 12 × 3½ that the worked bag leaves are exactly two handles of 1¾ × 12.
/// let left = Size::new(Length::inches(12), Length::eighths(28));
/// assert!(uses(&brief, &Fitted::of(&brief), left).contains(&"2 handle strips, 12 × 1¾".to_owned()));
/// ```
pub fn uses(brief: &Brief, fitted: &Fitted, Size { width, height }: Size) -> Vec<String> {
    if width.min(height) < NARROWEST {
        return Vec::new();
    }
    let figures = Figures::of(brief);
    // What every bag may want, and what this one takes besides.
    let wanted = |kind: &Extra| (*kind as usize) < 5 || fitted.part(brief, *kind).is_some();
    let mut uses: Vec<String> = Extra::ALL
        .iter()
        .copied()
        .filter(wanted)
        .filter_map(|kind| {
            let Size { width: wide, height: tall } = kind.size(brief, fitted)?;
            let across =
                |wide: Length, tall: Length| (width.units() / wide.units()) * (height.units() / tall.units());
            let turned = if kind.may_turn() { across(tall, wide) } else { 0 };
            let count = across(wide, tall).max(turned);
            let size = figures.by(wide, tall);
            match count {
                0 => None,
                1 => Some(format!("one {}, {size}", kind.name())),
                count => Some(format!("{count} {}s, {size}", kind.name())),
            }
        })
        .collect();
    let sheet = Sheet { width, height, turned: false, ..brief.sheet.clone() };
    let least = Length::eighths(12);
    if let Some(small) = on_sheet(brief, &sheet).filter(|small| small.finished.width >= least) {
        uses.push(format!("the same bag, {}", small.finished_figures().join(" × ")));
    }
    uses
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_corner_squares_of_a_cradle_are_kept() {
        // Common practice: what is cut away is kept. 6 × 7½ × 3 with base flaps of 3: two squares of 3 × 3.
        let mut brief = Brief::new(Length::inches(6), Length::eighths(60), Length::inches(3));
        brief.build = crate::brief::Build::CradlePair { squares: crate::brief::Squares::SlitUp };
        let plan = Plan::new(&brief).unwrap();
        let squares: Vec<Rectangle> = cut_out(&plan).into_iter().flatten().collect();
        assert_eq!(squares.len(), 2);
        assert!(squares.iter().all(|own| (own.width, own.height) == (Length::inches(3), Length::inches(3))));
        assert!(!super::uses(&brief, &Fitted::of(&brief), squares[0].size()).is_empty());
    }

    #[test]
    fn the_worked_bag_leaves_two_handles_and_more() {
        // Handbook (common practice): 12 × 3½ is exactly two 1¾ × 12 strips.
        let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        let uses = uses(&brief, &Fitted::of(&brief), Size::new(Length::inches(12), Length::eighths(28)));
        assert!(uses.contains(&"2 handle strips, 12 × 1¾".to_owned()), "{uses:?}");
        assert!(uses.contains(&"3 inserts, 3⅝ × 1⅞".to_owned()), "{uses:?}");
        assert!(
            super::uses(&brief, &Fitted::of(&brief), Size::new(Length::inches(12), Length::eighths(4)))
                .is_empty()
        );
    }
}
