//! What a bag weighs, and what people trust it with: rules of thumb, no ratings.

use super::Fitted;
use crate::Brief;
use crate::mass::Mass;
use crate::sheet::Grammage;
use crate::text::list;

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
pub fn is_bare(brief: &Brief, fitted: &Fitted) -> bool {
    fitted.reach.is_some() && brief.fittings.backing.kind.is_bare()
}

/// The rule of thumb for a bag.
pub fn limit(brief: &Brief, fitted: &Fitted) -> Limit {
    let is_card = brief.sheet.is_stiff();
    let has_base = brief.build.has_base();
    let insert = brief.fittings.insert;
    let mut weak: Vec<String> = Vec::new();
    if !has_base {
        weak.push("a flare has no base".to_owned());
    } else if insert.layers() == 0 {
        weak.push("there is no insert".to_owned());
    }
    if is_bare(brief, fitted) {
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
    if has_base && insert.layers() == 0 {
        raise.push("an insert");
    } else if has_base && insert.layers() == 1 {
        raise.push("a double insert");
    }
    if is_bare(brief, fitted) {
        raise.push("a strip behind the handle");
    }
    if brief.build.has_slit_flaps() && brief.flap() < brief.finished.gusset {
        raise.push("full base flaps");
    }
    if fitted.handle.is_some_and(|handle| handle.kind.stands_up()) {
        raise.push("strong tape or liquid glue at handle and seams");
    }
    if !is_card {
        raise.push("stiffer paper, from 200 g/m²");
    }
    Limit { mass, why, raise }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Length;
    use crate::brief::HandleKind;
    use crate::brief::{BackingKind, Insert};

    fn bag() -> Brief {
        Brief::new(Length::inches(6), Length::inches(8), Length::inches(3))
    }

    #[test]
    fn rules_of_thumb() {
        // Common practice: about 4 lb for wrapping paper with an insert, 6½ lb for cardstock; without, light things only.
        let mut brief = bag();
        assert_eq!(limit(&brief, &Fitted::of(&brief)).mass, Mass::half_pounds(8));
        // Thin paper is trusted with half of it (our choice).
        brief.sheet.grammage = Some(Grammage(THIN_PAPER.0 - 1));
        assert_eq!(limit(&brief, &Fitted::of(&brief)).mass, Mass::half_pounds(4));
        brief.sheet.grammage = Some(THIN_PAPER);
        assert_eq!(limit(&brief, &Fitted::of(&brief)).mass, Mass::half_pounds(8));
        brief.sheet.grammage = Some(Grammage(250));
        assert_eq!(limit(&brief, &Fitted::of(&brief)).mass, Mass::half_pounds(13));
        brief.fittings.insert = Insert::None;
        assert_eq!(limit(&brief, &Fitted::of(&brief)).mass, LIGHT);
        brief.fittings.insert = Insert::Double;
        brief.fittings.handle.kind = HandleKind::HoledRibbon;
        brief.fittings.backing.kind = BackingKind::None;
        let bare = limit(&brief, &Fitted::of(&brief));
        assert_eq!(bare.mass, LIGHT);
        assert!(bare.raise.contains(&"a strip behind the handle"), "{bare:?}");
    }
}
