//! Bags for a gift: one for every way it may lie, made from the papers at hand, with the reasons.

use crate::brief::Finished;
use crate::budget::Budget;
use crate::figures::Figures;
use crate::fit::{headroom, lying, poses, sized};
use crate::gift::{Gift, Lie, Lies, Thing};
use crate::paper::{Paper, Stock};
use crate::plane::Size;
use crate::text::{list, sheets};
use crate::verdict::gift::mouth;
use crate::verdict::{Level, blocks};
use crate::ways::{Way, best_with_gussets};
use crate::{Brief, Length, Plan, Sheet, Unit};

/// A bag for a gift.
#[derive(Clone, Debug)]
pub struct Fit {
    /// The bag, the gift in it as it lies; made the best way there is from the papers, or as asked if there is none.
    pub brief: Brief,
    /// The best way to make it from one of the papers.
    pub way: Option<Way>,
    /// Why it is as large as it is, and what speaks for and against it; a sentence each.
    pub says: Vec<String>,
    /// A size close by that takes fewer sheets, with a little less room; looked for beside the first of them only.
    pub saves: Option<Saving>,
}

/// A bag with less room for what goes in, and the sheets that saves.
#[derive(Clone, Debug)]
pub struct Saving {
    /// What is given up, and what it saves; a sentence.
    pub says: String,
    /// The bag.
    pub brief: Brief,
}

/// By how much room on a side may be less to save a sheet, which is also the least that is left of it; by how much room above, and
/// the least of that (our choice): what a ruler of the unit shows.
const fn less_of(unit: Unit) -> (Length, Length, Length) {
    match unit {
        Unit::Inch => (Length::eighths(1), Length::eighths(4), Length::INCH),
        Unit::Metric => (Length::millimetres(3), Length::millimetres(12), Length::millimetres(25)),
    }
}

/// Bags for a gift, the best first: those for which there is paper, of those the fewest sheets, and what stands before what lies.
/// Things of `stand` have to stand, as bottles do. Habits, board and handle are those of `habits`; its size is of no matter.
pub fn from_gift(
    gift: &Gift,
    stand: Lies,
    habits: &Brief,
    papers: &[Paper],
    budget: &Budget<'_>,
) -> Vec<Fit> {
    let mut found: Vec<Fit> = Vec::new();
    let mut of_no_paper: Option<Fit> = None;
    for gift in looked_at(gift, stand, habits) {
        let asked = Brief { finished: sized(habits, &gift), gift: Some(gift.clone()), ..habits.clone() };
        if asked.check().is_err() {
            continue;
        }
        let way = best_with_gussets(&asked, papers, budget);
        let why_not = if way.is_some() { None } else { of_none(&asked, budget) };
        let brief = way.as_ref().map_or(asked, |way| way.brief.clone());
        let mut says = says(&gift, &brief, way.as_ref());
        let is_of_none = why_not.is_some();
        match (&way, why_not) {
            (Some(_), _) => {}
            (None, Some(why)) => says.push(format!("No paper at all makes it: {why}.")),
            (None, None) => says.push("None of your papers makes it.".to_owned()),
        }
        let fit = Fit { brief, way, says, saves: None };
        if is_of_none {
            of_no_paper.get_or_insert(fit);
        } else {
            found.push(fit)
        }
    }
    // What no paper makes is shown only where nothing else is, with the reason.
    if found.is_empty() {
        found.extend(of_no_paper);
    }
    let rank = |fit: &Fit| {
        let lying = fit.brief.gift.as_ref().is_some_and(|gift| gift.lies.any());
        let has_paper = fit.way.as_ref().is_some_and(|way| way.enough);
        let sheets = fit.way.as_ref().map_or(u32::MAX, |way| match papers[way.paper].kind {
            Stock::Roll => feet(way.brief.sheet.height),
            Stock::Sheets | Stock::Pad => way.sheets,
        });
        // Of as many feet the shorter piece.
        let length = fit.way.as_ref().filter(|way| papers[way.paper].kind.is_roll());
        let length = length.map_or(Length::ZERO, |way| way.brief.sheet.height);
        (!has_paper, sheets, lying, length, fit.brief.finished.width < fit.brief.finished.gusset)
    };
    found.sort_by_key(rank);
    if let Some(best) = found.first_mut()
        && let Some(gift) = best.brief.gift.clone()
    {
        best.saves = saving(&gift, habits, papers, best.way.as_ref(), budget);
    }
    found
}

/// A roll is always one piece of paper, whatever is cut off it: every foot begun counts as a sheet of a pad (our choice).
fn feet(length: Length) -> u32 {
    let foot = Length::inches(12);
    u32::try_from(length.ceil_to(foot).units() / foot.units()).unwrap_or(u32::MAX)
}

/// The words within a sentence.
fn lowered(text: &str) -> String {
    let mut chars = text.chars();
    chars.next().map_or_else(String::new, |first| first.to_lowercase().chain(chars).collect())
}

/// Of several things there are more ways to lie than anyone looks at: those whose bags take least paper, and the way they lie as it is.
const MOST_POSES: usize = 6;

fn looked_at(gift: &Gift, stand: Lies, habits: &Brief) -> Vec<Gift> {
    let mut all = poses(gift);
    all.retain(|pose| {
        (0..gift.things.len())
            .all(|number| stand.of(number) == Lie::Stands || pose.lies.of(number) == Lie::Stands)
    });
    let paper = |pose: &Gift| {
        let Finished { width, height, gusset } = sized(habits, pose);
        Size::new(width + gusset, height + gusset).area()
    };
    if let [_, others @ ..] = all.as_mut_slice() {
        others.sort_by_key(paper);
    }
    all.truncate(MOST_POSES);
    all
}

/// The first size, from the one with most room on, that takes fewer sheets than the best way to make it as it is, or that can be
/// made where that cannot.
fn saving(
    gift: &Gift,
    habits: &Brief,
    papers: &[Paper],
    way: Option<&Way>,
    budget: &Budget<'_>,
) -> Option<Saving> {
    let now = way.filter(|way| way.enough).map(|way| way.sheets);
    if now == Some(1) {
        return None;
    }
    let figures = Figures::of(habits);
    let own = Brief { finished: sized(habits, gift), gift: Some(gift.clone()), ..habits.clone() };
    let (room, above) = (gift.side_room(), gift.headroom.unwrap_or_else(|| headroom(&own)));
    let (step, lower, least_above) = less_of(habits.unit);
    let less = |by: Length| Some(room - by).filter(|room| *room >= step);
    let lower = Some(above - lower).filter(|above| *above >= least_above);
    let tries = [(less(step), None), (less(step), lower), (less(step * 2), lower)];
    for (side, top) in tries.into_iter().filter(|(side, top)| side.is_some() || top.is_some()) {
        let closer = Gift { room: side.or(gift.room), headroom: top.or(gift.headroom), ..gift.clone() };
        let finished = sized(habits, &closer);
        if finished == own.finished {
            continue;
        }
        let asked = Brief { finished, gift: Some(closer), ..habits.clone() };
        if asked.check().is_err() {
            continue;
        }
        let best = best_with_gussets(&asked, papers, budget).filter(|way| way.enough);
        let Some(best) = best.filter(|best| now.is_none_or(|now| best.sheets < now)) else { continue };
        let given: Vec<String> = [
            side.map(|side| format!("{} less on every side", figures.say(room - side))),
            top.map(|top| format!("{} less above", figures.say(above - top))),
        ]
        .into_iter()
        .flatten()
        .collect();
        let gains = match now.map(|now| now - best.sheets) {
            None => "as it is there is not the paper for it".to_owned(),
            Some(1) => "one sheet is saved".to_owned(),
            Some(more) => format!("{more} sheets are saved"),
        };
        let says = format!(
            "With {} it is {} and takes {}: {gains}.",
            list(&given),
            figures.size(&best.brief),
            sheets(best.sheets)
        );
        return Some(Saving { says, brief: best.brief });
    }
    None
}

fn says(gift: &Gift, brief: &Brief, way: Option<&Way>) -> Vec<String> {
    let figures = Figures::of(brief);
    let (block, size) = (gift.block(), brief.finished);
    let above = gift.headroom.unwrap_or_else(|| headroom(brief));
    let lies = lying(gift);
    let mut says = vec![format!(
        "{lies} it takes {} × {}; {} is left free on every side and {} above.",
        figures.say(block.width),
        figures.by(block.height, block.depth),
        figures.say(gift.side_room()),
        figures.say(above)
    )];
    says.push(format!(
        "The base is {}: it stands on {} of it.",
        figures.by(size.width, size.gusset),
        figures.by(block.width, block.depth)
    ));
    let mouth = mouth(brief);
    let passes = block.width <= mouth.width && block.depth <= mouth.depth;
    says.push(format!(
        "The mouth is {} open: it {}; ribbons and their knots give way.",
        figures.by(mouth.width, mouth.depth),
        if passes { "goes through" } else { "does not go through" }
    ));
    says.push(girth(gift, brief, figures));
    says.extend(way.into_iter().flat_map(|way| &way.warns).map(|warns| format!("{warns}.")));
    says
}

/// Why no paper makes it, however large, in words; nothing if one would.
fn of_none(asked: &Brief, budget: &Budget<'_>) -> Option<String> {
    let ample = Sheet { width: Sheet::LARGEST, height: Sheet::LARGEST, turned: false, ..asked.sheet.clone() };
    let own = Brief { sheet: ample.clone(), side_sheet: None, ..asked.clone() };
    if blocks(&own).is_empty() {
        return None;
    }
    let paper =
        Paper { name: String::new(), kind: Stock::Sheets, sheet: ample, count: 1, grain: None, price: None };
    if best_with_gussets(asked, std::slice::from_ref(&paper), budget).is_some() {
        return None;
    }
    let plan = Plan::new(&own).ok()?;
    let verdict = plan.verdicts.iter().find(|verdict| verdict.level == Level::Blocks)?;
    Some(lowered(&verdict.title))
}

/// The rule of thumb beside what the paper really goes round, and why they part ways.
fn girth(gift: &Gift, brief: &Brief, figures: Figures) -> String {
    let block = gift.block();
    let widest = block.width.max(block.depth);
    let rule = widest * 3;
    let round = (brief.finished.width + brief.finished.gusset) * 2;
    let is_round = gift.things.len() == 1
        && !gift.lies.any()
        && matches!(gift.things[0], Thing::Cylinder { .. } | Thing::Bottle { .. } | Thing::Ball { .. });
    let own = if is_round {
        format!("its own girth is {}, a circle’s 3\u{a0}1⁄7 times across", about(block.width, figures))
    } else {
        format!(
            "its own girth is {}, twice width and depth together",
            figures.say((block.width + block.depth) * 2)
        )
    };
    format!(
        "The rule of thumb, three times the widest part, gives {} and the tab; {own}. This bag goes round in {}.",
        figures.say(rule),
        figures.say(round)
    )
}

/// About 22/7 times across (Archimedes' upper bound), to the next eighth, or the next millimetre.
fn about(across: Length, figures: Figures) -> String {
    let step = match figures.0 {
        Unit::Inch => Length::eighths(1),
        Unit::Metric => Length::MM,
    };
    figures.say(across.scaled(Length::from_units(22), Length::from_units(7)).ceil_to(step))
}
