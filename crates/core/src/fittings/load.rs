//! What a bag weighs, and what people trust it with: rules of thumb, no ratings.

use super::backing;
use super::handle::handle;
use super::parts::{From, parts};
use crate::Brief;
use crate::brief::{BackingKind, Build, HandleKind, Insert};
use crate::layout::Kind;
use crate::mass::Mass;
use crate::net::Net;
use crate::sheet::Grammage;
use crate::wording::list;

/// Wrapping paper with a card insert: about 4 lb (common practice).
const WRAPPING: Mass = Mass::half_pounds(8);
/// Cardstock with an insert: about 6½ lb (common practice).
const CARDSTOCK: Mass = Mass::half_pounds(13);
/// Thin paper, under 60 g/m², half of that (common practice gives no figure; our choice).
const THIN: Mass = Mass::half_pounds(4);
/// Paper lighter than this is thin (our choice).
const THIN_PAPER: Grammage = Grammage(60);
/// Light things only (common practice gives no figure; our choice: 1 lb).
const LIGHT: Mass = Mass::half_pounds(2);

/// What a bag is trusted with, and why.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Limit {
    /// The rule of thumb.
    pub mass: Mass,
    /// What it rests on, in words.
    pub why: String,
    /// What would raise it, or make it surer.
    pub raise: Vec<&'static str>,
}

/// True if holes or ends of the handle have nothing behind them.
pub fn is_bare(brief: &Brief) -> bool {
    let needs = backing::to_hold(brief).is_some();
    needs && brief.fittings.backing.kind == BackingKind::None
}

/// The rule of thumb for a bag.
pub fn limit(brief: &Brief) -> Limit {
    let is_card = brief.sheet.is_stiff();
    let has_base = !matches!(brief.build, Build::PleatedFlare { .. });
    let insert = brief.fittings.insert;
    let mut weak: Vec<String> = Vec::new();
    if !has_base {
        weak.push("a flare has no base".to_owned());
    } else if insert == Insert::None {
        weak.push("there is no insert".to_owned());
    }
    if is_bare(brief) {
        weak.push("nothing holds the paper at the handle".to_owned());
    }
    let paper = if is_card { "stiff card" } else { "paper and light card" };
    let (mass, why) = if weak.is_empty() {
        let thin = brief.sheet.grammage.filter(|grammage| *grammage < THIN_PAPER);
        match thin {
            Some(Grammage(grammage)) if !is_card => (
                THIN,
                format!(
                    "Half the rule of thumb for {paper} with an insert, for it is thin: {grammage} g/m²."
                ),
            ),
            _ => {
                let mass = if is_card { CARDSTOCK } else { WRAPPING };
                (mass, format!("The rule of thumb for {paper} with an insert."))
            }
        }
    } else {
        (LIGHT, format!("Light things only: {}.", list(&weak)))
    };
    let mut raise = Vec::new();
    if has_base && insert == Insert::None {
        raise.push("an insert");
    } else if has_base && insert == Insert::Single {
        raise.push("a double insert");
    }
    if is_bare(brief) {
        raise.push("a strip behind the handle");
    }
    if has_base && brief.flap() < brief.finished.gusset && !matches!(brief.build, Build::FoldedBase { .. }) {
        raise.push("full base flaps");
    }
    if handle(brief).is_some_and(|handle| handle.kind != HandleKind::HandHole) {
        raise.push("strong tape or liquid glue at handle and seams");
    }
    if !is_card {
        raise.push("stiffer paper, from 200 g/m²");
    }
    Limit { mass, why, raise }
}

/// What the bag itself weighs: its paper, and the small parts of card. Without a weight of the paper, as light card.
pub fn own_weight(brief: &Brief, net: &Net) -> Mass {
    let grammage = |grammage: Option<Grammage>| f64::from(grammage.unwrap_or(Grammage::USUAL).0);
    let strips = net.strips.iter().map(|strip| {
        let corners = &strip.outline;
        let count = corners.len();
        let twice: f64 = (0..count)
            .map(|at| {
                let (a, b) = (corners[at], corners[(at + 1) % count]);
                a.x.mm() * b.y.mm() - b.x.mm() * a.y.mm()
            })
            .sum();
        twice / 2.0 * grammage(brief.sheet_for(strip.shows_face()).grammage)
    });
    // A template is no part of the bag.
    let small = parts(brief)
        .into_iter()
        .filter(|part| matches!(part.from, From::Paper(kind) if kind != Kind::Template));
    let small = small
        .map(|part| part.width.mm() * part.length.mm() * part.count as f64 * grammage(brief.sheet.grammage));
    Mass::grams((strips.sum::<f64>() + small.sum::<f64>()) / 1e6)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;

    fn bag() -> Brief {
        Brief::new(Length::inches(6), Length::inches(8), Length::inches(3))
    }

    #[test]
    fn rules_of_thumb() {
        // Common practice: about 4 lb for wrapping paper with an insert, 6½ lb for cardstock; without, light things only.
        let mut brief = bag();
        assert_eq!(limit(&brief).mass, Mass::half_pounds(8));
        brief.sheet.grammage = Some(Grammage(250));
        assert_eq!(limit(&brief).mass, Mass::half_pounds(13));
        brief.fittings.insert = Insert::None;
        assert_eq!(limit(&brief).mass, LIGHT);
        brief.fittings.insert = Insert::Double;
        brief.fittings.handle.kind = HandleKind::HoledRibbon;
        brief.fittings.backing.kind = BackingKind::None;
        let bare = limit(&brief);
        assert_eq!(bare.mass, LIGHT);
        assert!(bare.raise.contains(&"a strip behind the handle"), "{bare:?}");
    }

    #[test]
    fn the_weight_of_a_bag_is_its_area_by_its_grammage() {
        // A plain wrap with straight slits: 2·(6 + 3) + ½ by 3 + 8 in, less the corner under the tab, at 200 g/m²,
        // and an insert of 5⅞ × 2⅞.
        let mut brief = bag();
        (brief.notch, brief.sheet.grammage) = (Length::ZERO, Some(Grammage(200)));
        let inches = 18.5 * 11.0 - 0.5 * 3.0 + 5.875 * 2.875;
        let grams = inches * 0.0254 * 0.0254 * 200.0;
        let weight = own_weight(&brief, &Net::new(&brief)).g();
        assert!((weight - grams).abs() < 1e-3, "{weight} {grams}");
    }
}
