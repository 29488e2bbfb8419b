//! What a way to make a bag changes of the bag as it stands, besides its build and its paper.

use super::Way;
use crate::Brief;
use crate::brief::{AllRound, Cuts, JoinsName};
use crate::figures::Figures;

impl Way {
    /// Where it is cut, which ways are told apart by, and what else [`differs`], besides its paper.
    pub fn differs_from(&self, now: &Brief) -> Vec<String> {
        let known = if self.brief.build == now.build { cut(&self.brief, now) } else { None };
        known.into_iter().chain(differs(&self.brief, now)).collect()
    }
}

/// `cut at the left back corner`, `joining strips instead of tabs`, `base flaps 1¼ deep instead of 2`: everything about a bag that a
/// crafter would notice who knows it as it is `now`, in the order of the work.
pub fn differs(brief: &Brief, now: &Brief) -> Vec<String> {
    let mut found = Vec::new();
    if brief.build != now.build {
        found.extend(cut(brief, now));
    }
    if brief.sheet.turned && !now.sheet.turned {
        found.push("the paper turned".to_owned());
    }
    if brief.joins != now.joins {
        let name = JoinsName::from(brief.joins).says();
        found.push(joined_otherwise(brief, now).unwrap_or_else(|| format!("other {name}")));
    }
    found.extend(other_flaps(brief, now));
    if !brief.gusset_crease.is_any() && now.gusset_crease.is_any() {
        found.push("gussets without creases".to_owned());
    }
    if brief.top.is_raw() && !now.top.is_raw() {
        found.push("a raw edge at the top".to_owned());
    }
    if brief.side_sheet.is_none() && now.side_sheet.is_some() {
        found.push("gussets of the same paper".to_owned());
    }
    found
}

/// Where a round of pieces is cut; nothing if it is none.
fn cut(brief: &Brief, now: &Brief) -> Option<String> {
    brief.build.chosen_cuts().map(|cuts| cut_at(cuts, Figures::of(now)))
}

fn cut_at(cuts: Cuts, figures: Figures) -> String {
    let round = format!("cut at {}", cuts.at.says());
    match cuts.all_round {
        None => round,
        Some(AllRound::Above(rise)) => {
            format!("{round}, and all round {} above the base line", figures.say(rise))
        }
        Some(AllRound::AtBaseLine) => format!("{round}, with a separate base"),
    }
}

/// `joining strips instead of tabs`: what holds the seams, if it is something else.
pub fn joined_otherwise(brief: &Brief, now: &Brief) -> Option<String> {
    let (own, other) = (JoinsName::from(brief.joins), JoinsName::from(now.joins));
    (own != other).then(|| format!("{} instead of {}", own.says(), other.says()))
}

/// `base flaps 1¼ deep instead of 2`: how deep the flaps are, if both have them and they are not alike.
pub fn other_flaps(brief: &Brief, now: &Brief) -> Option<String> {
    let have_flaps = brief.build.has_slit_flaps() && now.build.has_slit_flaps();
    let (figures, flap, flap_now) = (Figures::of(now), brief.flap(), now.flap());
    (have_flaps && flap != flap_now)
        .then(|| format!("base flaps {} deep instead of {}", figures.say(flap), figures.say(flap_now)))
}
