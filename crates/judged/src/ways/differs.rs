//! What a way to make a bag changes of the bag as it stands, besides its build and its paper.

use super::Way;
use crate::Brief;
use crate::brief::{AllRound, Cuts, Joins};
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
    let figures = Figures::of(now);
    let mut found = Vec::new();
    if brief.build != now.build {
        found.extend(cut(brief, now));
    }
    if brief.sheet.turned && !now.sheet.turned {
        found.push("the paper turned".to_owned());
    }
    if brief.joins != now.joins {
        found.push(joined_by(brief.joins, now.joins));
    }
    let has_flaps = |brief: &Brief| brief.build.has_slit_flaps();
    let (flap, flap_now) = (brief.flap(), now.flap());
    if has_flaps(brief) && has_flaps(now) && flap != flap_now {
        found.push(format!("base flaps {} deep instead of {}", figures.say(flap), figures.say(flap_now)));
    }
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

/// Where a run of pieces is cut; nothing if it is none.
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

fn joined_by(joins: Joins, now: Joins) -> String {
    let name = |joins| match joins {
        Joins::Tabs => "tabs",
        Joins::Strips { .. } => "joining strips",
        Joins::Mixed { .. } => "tabs and strips",
    };
    if name(joins) == name(now) {
        format!("other {}", name(joins))
    } else {
        format!("{} instead of {}", name(joins), name(now))
    }
}
