//! What a bag weighs.

use crate::exact::area_mm2;
use crate::fittings::Fitted;
use crate::fittings::parts::{From, Measure, parts};
use crate::mass::Mass;
use crate::sheet::Grammage;
use crate::{Brief, Net};

/// What the bag itself weighs: its paper, and the small parts of card. Without a weight of the paper, as light card.
pub fn own_weight(brief: &Brief, fitted: &Fitted, net: &Net) -> Mass {
    let grammage = |grammage: Option<Grammage>| f64::from(grammage.unwrap_or(Grammage::USUAL).0);
    let blanks = net
        .blanks
        .iter()
        .map(|blank| area_mm2(&blank.outline) * grammage(brief.sheet_for(blank.shows_face()).grammage));
    // A template is no part of the bag.
    let small = parts(brief, fitted)
        .into_iter()
        .filter(|part| matches!(part.from, From::Paper(kind) if kind.stays_on_the_bag()));
    let small = small.map(|part| match part.measure {
        Measure::Both(size) => {
            size.width.mm() * size.height.mm() * part.count as f64 * grammage(brief.sheet.grammage)
        }
        Measure::Counted | Measure::Long(_) | Measure::Wide(_) => 0.0,
    });
    Mass::grams((blanks.sum::<f64>() + small.sum::<f64>()) / 1e6)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;

    fn bag() -> Brief {
        Brief::new(Length::inches(6), Length::inches(8), Length::inches(3))
    }

    #[test]
    fn the_weight_of_a_bag_is_its_area_by_its_grammage() {
        // A plain wrap with straight slits: 2·(6 + 3) + ½ by 3 + 8 in, less the corner under the tab, at 200 g/m²,
        // and an insert of 5⅞ × 2⅞.
        let mut brief = bag();
        (brief.notch, brief.sheet.grammage) = (Length::ZERO, Some(Grammage(200)));
        let inches = 18.5 * 11.0 - 0.5 * 3.0 + 5.875 * 2.875;
        let grams = inches * 0.0254 * 0.0254 * 200.0;
        let weight = own_weight(&brief, &Fitted::of(&brief), &Net::of(&brief)).g();
        assert!((weight - grams).abs() < 1e-3, "{weight} {grams}");
    }

    /// A template is laid aside again: it weighs nothing on the bag, and a tag does.
    #[test]
    fn what_only_helps_to_make_it_is_not_weighed() {
        let mut brief = bag();
        brief.fittings.handle.kind = crate::brief::HandleKind::HoledRibbon;
        let weight = |brief: &Brief| own_weight(brief, &Fitted::of(brief), &Net::of(brief)).g();
        let bare = weight(&brief);
        brief.extras = crate::brief::Extras::of([crate::brief::Extra::Template]);
        assert!((weight(&brief) - bare).abs() < 1e-9);
        brief.extras = crate::brief::Extras::of([crate::brief::Extra::Tag]);
        assert!(weight(&brief) > bare);
    }
}
