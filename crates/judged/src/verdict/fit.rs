//! Does the bag fit the sheet?

use super::base::half_and_lap;
use super::search::largest;
use super::{About, Candidate, Finding, Level};
use crate::brief::{AllRound, BaseHabit, Build, CUSTOMARY_STRIP, GUIDE_FLAP, Joins, SMALL_TAB};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::joins;
use crate::net::{Blank, GussetPart, Panel, Zone};
use crate::plane::Size;
use crate::sheet::{COMMON_SIZES, Grammage};
use crate::text::{list, sentence};
use crate::{Brief, Length, Sheet};

const SMALLEST: Length = Length::eighths(2);
const SHALLOWEST_HEM: Length = Length::eighths(4);

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    if draft.plainly_fits() {
        return Vec::new();
    }
    let Some(sheet) = draft.layout().sheets.iter().find(|sheet| !sheet.overhang.is_none()) else {
        return Vec::new();
    };
    let figures = Figures::of(&draft.brief);
    let Some(piece) = sheet.piece().and_then(|piece| draft.pieces().get(piece)) else { return Vec::new() };
    let own = draft.brief.sheet_for(!sheet.side);
    let name = own.name(draft.brief.unit);
    let mut over = Vec::new();
    let mut why = Vec::new();
    if sheet.overhang.width.is_positive() {
        over.push(format!("{} too wide", figures.say(sheet.overhang.width)));
        why.push(format!(
            "{} make {}; the sheet is {} wide.",
            sentence(&across(&piece.blank, figures)),
            figures.say(piece.width),
            figures.say(sheet.width),
        ));
    }
    if sheet.overhang.height.is_positive() {
        over.push(format!("{} too tall", figures.say(sheet.overhang.height)));
        why.push(format!(
            "{} make {}; the sheet is {} tall.",
            sentence(&upwards(&piece.blank, figures)),
            figures.say(piece.height),
            figures.say(sheet.height),
        ));
    }
    if is_run(&draft.brief) {
        let obstacles = joins::obstacles(&draft.brief);
        if !obstacles.is_empty() {
            why.push(format!("No way of joining helps: {}.", list(&obstacles)));
        }
    }
    vec![Finding {
        code: "sheet.too-small",
        level: Level::Blocks,
        about: vec![About::Sheet],
        title: format!("{} for the {name} sheet", list(&over)),
        why: why.join(" "),
        mends: remedies,
    }]
}

/// `two faces of 4, two gussets of 2 and a tab of ½`.
fn across(blank: &Blank, figures: Figures) -> String {
    let count = |wanted: fn(Panel) -> bool, one: &str, more: &str| {
        let found: Vec<Length> = blank
            .columns
            .iter()
            .filter(|column| wanted(column.panel))
            .map(|column| column.x.length())
            .collect();
        let size = figures.say(found.first().copied()?);
        Some(match found.len() {
            1 => format!("a {one} of {size}"),
            2 => format!("two {more} of {size}"),
            n => format!("{n} {more} of {size}"),
        })
    };
    let whole = |panel| matches!(panel, Panel::Gusset { part: GussetPart::Whole, .. });
    let half =
        |panel: Panel| panel.is_gusset() && !matches!(panel, Panel::Gusset { part: GussetPart::Whole, .. });
    let parts = [
        count(Panel::is_face, "face", "faces"),
        count(whole, "gusset", "gussets"),
        count(half, "half gusset", "half gussets"),
        count(|panel| panel == Panel::Tab, "tab", "tabs"),
        count(|panel| matches!(panel, Panel::Pleat { .. }), "pleat", "pleats"),
    ];
    list(&parts.into_iter().flatten().collect::<Vec<_>>())
}

/// `base flap 2, body 7, hem 1`.
fn upwards(blank: &Blank, figures: Figures) -> String {
    let name = |zone| match zone {
        Zone::Base | Zone::Ear => "base flap",
        Zone::Body => "body",
        Zone::Hem => "hem",
        Zone::Flap => "closing flap",
        Zone::BackBody => "body of the back",
        Zone::BackHem => "hem of the back",
    };
    let parts = blank.rows.iter().map(|row| format!("{} {}", name(row.zone), figures.say(row.y.length())));
    list(&parts.collect::<Vec<_>>())
}

/// What would make it fit, the least departure from what was asked for first: a size that is changed by little, then the same bag
/// made otherwise, then sizes that are changed by much, and another sheet altogether.
fn remedies(draft: &Draft) -> Vec<Vec<Candidate>> {
    let brief = &draft.brief;
    let top = if brief.top.hem() == brief.top.depth() { "Hem" } else { "Closing flap" };
    let optional = |way: Option<Candidate>| way.into_iter().collect::<Vec<_>>();
    // What a way departs by besides the size, in thousandths (our choice): as much as a size changed by so much.
    let mut ways: Vec<(u32, Vec<Candidate>)> = vec![
        (0, optional(turned(brief))),
        (10, optional(narrower_tab(brief))),
        (
            15,
            panels_down_to(brief, top, brief.top.depth(), SHALLOWEST_HEM, |brief, length| {
                brief.top = brief.top.with_depth(length);
            }),
        ),
        (20, flaps(brief)),
        (30, optional(strips(brief))),
        (40, optional(two_pieces(brief))),
        (60, optional(more_pieces(brief))),
        (0, panels(brief, "Gusset", brief.finished.gusset, |brief, length| brief.finished.gusset = length)),
        (0, panels(brief, "Width", brief.finished.width, |brief, length| brief.finished.width = length)),
        (0, panels(brief, "Height", brief.finished.height, |brief, length| brief.finished.height = length)),
        (60, joined(brief, "Width", brief.finished.width, |brief, length| brief.finished.width = length)),
        (60, joined(brief, "Gusset", brief.finished.gusset, |brief, length| brief.finished.gusset = length)),
        (60, joined(brief, "Height", brief.finished.height, |brief, length| brief.finished.height = length)),
        (0, optional(smaller(brief))),
        (2000, other_sheets(brief)),
        (2500, optional(wrapping_paper(brief))),
    ];
    let departure = |(besides, way): &(u32, Vec<Candidate>)| {
        besides + way.first().map_or(0, |first| size_departure(brief, &first.brief))
    };
    ways.sort_by_key(departure);
    ways.into_iter().map(|(_, way)| way).collect()
}

/// By how much a finished size differs at most, in thousandths of what was asked for.
fn size_departure(brief: &Brief, other: &Brief) -> u32 {
    let (own, other) = (brief.finished, other.finished);
    let pairs = [(own.width, other.width), (own.height, other.height), (own.gusset, other.gusset)];
    let by = |(own, other): (Length, Length)| {
        let thousandths = (own - other).abs().units() * 1000 / own.units().max(1);
        u32::try_from(thousandths).unwrap_or(u32::MAX / 2)
    };
    pairs.into_iter().map(by).max().unwrap_or(0)
}

fn fits(brief: &Brief) -> bool {
    crate::net::flat_size(brief).fits_in(brief.sheet.as_laid())
}

fn then(brief: &Brief) -> String {
    let figures = Figures::of(brief);
    let Size { width, height } = crate::net::flat_size(brief);
    format!("The piece is then {}.", figures.by(width, height))
}

fn turned(brief: &Brief) -> Option<Candidate> {
    let sheet = Sheet { turned: !brief.sheet.turned, ..brief.sheet.clone() };
    (!sheet.directional && sheet.width != sheet.height).then(|| {
        Candidate::new(
            "Turn the sheet",
            "It has no direction, so it may lie sideways.",
            Brief { sheet, ..brief.clone() },
        )
    })
}

fn panels(brief: &Brief, what: &str, now: Length, set: fn(&mut Brief, Length)) -> Vec<Candidate> {
    panels_down_to(brief, what, now, SMALLEST, set)
}

/// The largest smaller figure, on a groove, for which the bag fits.
fn panels_down_to(
    brief: &Brief,
    what: &str,
    now: Length,
    least: Length,
    set: fn(&mut Brief, Length),
) -> Vec<Candidate> {
    let with = |length| {
        let mut changed = brief.clone();
        set(&mut changed, length);
        changed
    };
    largest(now, least, brief.board.groove, |length| fits(&with(length)))
        .map(|length| {
            let changed = with(length);
            let figures = Figures::of(brief);
            Candidate::new(
                format!("{what} {}", figures.say(length)),
                format!("{} instead of {}. {}", figures.say(length), figures.say(now), then(&changed)),
                changed,
            )
        })
        .into_iter()
        .collect()
}

fn narrower_tab(brief: &Brief) -> Option<Candidate> {
    let with = |tab| Brief { tab, ..brief.clone() };
    let tab = largest(brief.tab, SMALL_TAB, Length::sixty_fourths(4), |tab| fits(&with(tab)))?;
    let changed = with(tab);
    Some(Candidate::new(format!("Tab {}", Figures::of(brief).say(tab)), then(&changed), changed))
}

/// Joining strips in place of tabs, when the panels alone use up the sheet.
fn strips(brief: &Brief) -> Option<Candidate> {
    let changed = Brief { joins: Joins::Strips { width: CUSTOMARY_STRIP }, ..brief.clone() };
    (brief.has_joins() && brief.joins == Joins::Tabs && fits(&changed)).then(|| {
        let then = format!("Cut from scrap, they are hidden. {}", then(&changed));
        Candidate::new("Joining strips instead of tabs", then, changed)
    })
}

/// The same bag from two sheets.
fn two_pieces(brief: &Brief) -> Option<Candidate> {
    let changed = Brief { build: Build::CornerPair, ..brief.clone() };
    (brief.build.is_wrapped() && fits(&changed)).then(|| {
        let then = format!(
            "Two sheets, two seams at opposite corners. {}",
            then(&changed).replace("The piece", "Each piece")
        );
        Candidate::new("Two pieces, a corner pair", then, changed)
    })
}

/// The round cut into more pieces, where the joins show least.
fn more_pieces(brief: &Brief) -> Option<Candidate> {
    let pairs = [Build::Wrap, Build::CornerPair];
    let has_smaller = pairs.into_iter().any(|build| fits(&Brief { build, ..brief.clone() }));
    if has_smaller || !is_run(brief) {
        return None;
    }
    let best = joins::best(brief)?;
    let round = best.cuts.at.says();
    let places = match best.cuts.all_round {
        None => round,
        Some(AllRound::AtBaseLine) => format!("{round}, and at the base line, with a separate base"),
        Some(AllRound::Above(rise)) => {
            let level = Figures::of(brief).say(rise);
            format!("{round}, and all round {level} above the base, upper over lower")
        }
    };
    let sheets = if best.sheets == 1 { "one sheet".to_owned() } else { format!("{} sheets", best.sheets) };
    let pieces = best.cuts.at.count() * if best.cuts.all_round.is_some() { 2 } else { 1 };
    let title = format!("{} pieces from {sheets}", number(pieces));
    Some(Candidate::new(title, format!("Joined at {places}."), best.brief(brief)))
}

/// Builds that can be cut at more places.
fn is_run(brief: &Brief) -> bool {
    brief.build.nature().can_be_cut
}

/// Where no way of joining helps: the largest figure with which one does.
fn joined(brief: &Brief, what: &str, now: Length, set: fn(&mut Brief, Length)) -> Vec<Candidate> {
    if !is_run(brief) || joins::is_possible(brief) {
        return Vec::new();
    }
    let with = |length| {
        let mut changed = brief.clone();
        set(&mut changed, length);
        changed
    };
    let length = largest(now, SMALLEST, brief.board.groove, |length| joins::is_possible(&with(length)));
    let found = length.and_then(|length| {
        let changed = with(length);
        let best = joins::best(&changed)?;
        let (figures, pieces) = (Figures::of(brief), best.cuts.at.count());
        let title = format!("{what} {}, in more pieces", figures.say(length));
        let then = format!(
            "{} instead of {}, cut at {pieces} places: {} sheets.",
            figures.say(length),
            figures.say(now),
            best.sheets
        );
        Some(Candidate::new(title, then, best.brief(&changed)))
    });
    found.into_iter().collect()
}

fn number(count: usize) -> &'static str {
    ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight"]
        .get(count)
        .copied()
        .unwrap_or("Many")
}

/// Another habit for the base flaps, deepest first.
fn flaps(brief: &Brief) -> Vec<Candidate> {
    let habits = [
        (half_and_lap(brief), "Half-and-lap base flaps"),
        (BaseHabit::Fixed { depth: GUIDE_FLAP }, "Fixed base flaps"),
    ];
    habits
        .into_iter()
        .map(|(base, title)| (Brief { base, ..brief.clone() }, title))
        .filter(|(changed, _)| changed.flap() < brief.flap() && fits(changed))
        .map(|(changed, title)| {
            let depth = Figures::of(brief).say(changed.flap());
            Candidate::new(format!("{title}, {depth}"), then(&changed), changed)
        })
        .collect()
}

/// The same bag in proportion, on the grooves.
fn smaller(brief: &Brief) -> Option<Candidate> {
    let groove = brief.board.groove;
    let size = brief.finished;
    let with = |width: Length| {
        let mut changed = brief.clone();
        changed.finished.width = width;
        changed.finished.height = size.height.scaled(width, size.width).floor_to(groove);
        changed.finished.gusset = size.gusset.scaled(width, size.width).floor_to(groove);
        changed
    };
    let width = largest(size.width, SMALLEST, groove, |width| fits(&with(width)))?;
    let changed = with(width);
    let figures = Figures::of(brief);
    let title = format!("Smaller in proportion, {}", figures.size(&changed));
    Some(Candidate::new(title, then(&changed), changed))
}

/// A length off a roll of wrapping paper, 30 wide (common practice): one piece where card does not reach.
fn wrapping_paper(brief: &Brief) -> Option<Candidate> {
    let width = brief.customary(Length::inches(30));
    let card = brief.sheet.as_laid();
    if card.width >= width && card.height >= width {
        return None;
    }
    let build = if is_run(brief) { Build::Wrap } else { brief.build };
    let mut changed = Brief { build, side_sheet: None, ..brief.clone() };
    let Size { width: wide, height: tall } = crate::net::flat_size(&changed);
    if wide > width {
        return None;
    }
    let tall = tall.ceil_to(brief.board.groove);
    changed.sheet = Sheet {
        width,
        height: tall,
        turned: false,
        grammage: Some(Grammage(90)),
        caliper: None,
        rolled: true,
        ..brief.sheet.clone()
    };
    let figures = Figures::of(brief);
    let then = format!("One length of {} off the roll, in one piece. {}", figures.say(tall), then(&changed));
    Some(Candidate::new(format!("Wrapping paper, {} wide", figures.say(width)), then, changed))
}

/// Common sheets, smallest first.
fn other_sheets(brief: &Brief) -> Vec<Candidate> {
    let mut sizes = COMMON_SIZES;
    sizes.sort_by_key(|size| i128::from(size.width.units()) * i128::from(size.height.units()));
    sizes
        .iter()
        .map(|size| {
            let sheet = Sheet {
                width: size.width,
                height: size.height,
                turned: false,
                rolled: false,
                grid: None,
                ..brief.sheet.clone()
            };
            Candidate::new(
                format!("Take a {} sheet", size.name),
                "The bag stays as it is.",
                Brief { sheet, ..brief.clone() },
            )
        })
        .filter(|candidate| fits(&candidate.brief))
        .collect()
}
