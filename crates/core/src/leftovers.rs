//! What is left over, and what it is good for.

use crate::fittings::parts::of_kind;
use crate::layout::Kind;
use crate::offers::on_sheet;
use crate::wording::Figures;
use crate::{Brief, Length, Sheet};

/// Narrower than this an offcut is not kept (our choice).
const NARROWEST: Length = Length::eighths(6);

/// What can be cut from an offcut of that width and height, as it lies, in words, the most useful first: small parts of the
/// bag and how many, and the largest bag in its proportions. Nothing for a sliver.
pub fn uses(brief: &Brief, (width, height): (Length, Length)) -> Vec<String> {
    if width.min(height) < NARROWEST {
        return Vec::new();
    }
    let figures = Figures::of(brief);
    // What every bag may want, and what this one takes besides.
    let wanted = |kind: &Kind| (*kind as usize) < 5 || of_kind(brief, *kind).is_some();
    let mut uses: Vec<String> = Kind::ALL
        .into_iter()
        .filter(wanted)
        .filter_map(|kind| {
            let (wide, tall) = kind.size(brief);
            let across = |wide: Length, tall: Length| {
                if wide.is_positive() && tall.is_positive() {
                    (width.nm() / wide.nm()) * (height.nm() / tall.nm())
                } else {
                    0
                }
            };
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
    fn the_worked_bag_leaves_two_handles_and_more() {
        // Handbook (common practice): 12 × 3½ is exactly two 1¾ × 12 strips.
        let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
        let uses = uses(&brief, (Length::inches(12), Length::eighths(28)));
        assert!(uses.contains(&"2 handle strips, 12 × 1¾".to_owned()), "{uses:?}");
        assert!(uses.contains(&"3 inserts, 3⅝ × 1⅞".to_owned()), "{uses:?}");
        assert!(super::uses(&brief, (Length::inches(12), Length::eighths(4))).is_empty());
    }
}
