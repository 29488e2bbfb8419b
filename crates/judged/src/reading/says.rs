//! What a reading says of itself.

use super::found::{Found, Mend};
use super::frames::Role;
use super::search::Trial;
use super::solve::{Sum, Unknown};
use crate::brief::{Joins, Top};
use crate::figures::Figures;
use crate::heard::{Axis, Heard, HeardEnd, Measure};
use crate::text::{list, quoted};
use crate::{Brief, Length};

/// What a line is, in a few words.
pub(super) fn role(role: Role, is_tube: bool, top: Top) -> String {
    match (role, top) {
        (Role::ApexLine, _) if is_tube => "tube crease".to_owned(),
        (Role::TopLine, top) if top.flap().is_some() => "line of the closing flap".to_owned(),
        (Role::TopLine, _) => "hem line".to_owned(),
        _ => role.says(),
    }
}

/// How the bag is put together, and what was taken for granted.
pub(super) fn says(heard: &Heard, found: &Found<'_>, brief: &Brief) -> Vec<String> {
    let figures = Figures(heard.spoken.unit());
    let each = if found.frame.pieces == 2 { "Two pieces, each" } else { "From left to right:" };
    let mut says = vec![
        format!("{each} {}.", list(&panels(found, figures))),
        format!("From the bottom up: {}.", list(&zones(found, brief, figures))),
    ];
    if found.frame.has_tab()
        && found.pose.size.along(Axis::Upright).is_none()
        && !heard.measures.iter().any(|own| own.value.0 == Measure::Tab)
    {
        says.push(format!(
            "Nothing was said of the tab: it is taken to be {}, as is usual.",
            figures.say(brief.tab)
        ));
    }
    if heard.piece().is_none() {
        let named =
            if heard.side.is_some() { "Only one side of the sheet was named" } else { "No sheet was named" };
        says.push(format!("{named}: a piece takes {}.", figures.by(brief.sheet.width, brief.sheet.height)));
    }
    if found.pose.upside_down {
        says.push("Top and bottom are the other way round than they were said to be.".to_owned());
    }
    says.extend(from_the_top(heard, found, figures));
    if brief.joins != Joins::Tabs && !heard.strips {
        says.push("The panels use up the whole sheet: joining strips hold it together.".to_owned());
    }
    if let Some(base) = found.measures.get(Unknown::Base)
        && brief.build.has_slit_flaps()
    {
        let gusset = brief.finished.gusset;
        let (base, gusset_says) = (base, figures.say(gusset));
        if base * 2 <= gusset {
            says.push(format!(
                "Base flaps of {} leave the base open: the gusset is {gusset_says}.",
                figures.say(base)
            ));
        } else if base > gusset + Length::from_units(7) {
            says.push(format!(
                "Base flaps of {} stick out: the gusset is only {gusset_says}.",
                figures.say(base)
            ));
        } else if base + Length::from_units(7) < gusset {
            says.push(format!(
                "Base flaps of {} under a gusset of {gusset_says}: they lap by {}.",
                figures.say(base),
                figures.say(base * 2 - gusset)
            ));
        }
    }
    says
}

/// Scores that are taken as measured from the top edge though nobody said so: then top and bottom may be the other way round.
fn from_the_top(heard: &Heard, found: &Found<'_>, figures: Figures) -> Option<String> {
    let is_open = |figure: usize| {
        heard.figures().nth(figure).is_some_and(|(pass, own)| {
            own.line.is_none() && matches!(heard.passes[pass].end, HeardEnd::Unsaid | HeardEnd::Same)
        })
    };
    let taken = found.pose.level.iter().filter(|spot| spot.far && is_open(spot.figure));
    let said = taken.filter_map(|spot| heard.figures().nth(spot.figure).map(|(_, own)| figures.say(own.at)));
    let said: Vec<String> = said.collect();
    (!said.is_empty() && !found.pose.upside_down).then(|| {
        let scores = if said.len() == 1 { "The score at" } else { "The scores at" };
        let are = if said.len() == 1 { "is" } else { "are" };
        format!("{scores} {} {are} taken to be measured from the top edge.", list(&said))
    })
}

/// Every panel with its width; what lies on both sides of a centre line is one of them.
fn panels(found: &Found<'_>, figures: Figures) -> Vec<String> {
    let mut panels = Vec::new();
    let mut begun: Option<Sum> = None;
    for stretch in &found.frame.stretches {
        let sum = begun.take().map_or(stretch.sum, |sum| sum.and(stretch.sum));
        if stretch.ends == Some(Role::GussetCentre) {
            begun = Some(sum);
            continue;
        }
        let name = match stretch.name {
            "half gusset" if sum != stretch.sum => "gusset",
            "part of the tab" => "tab",
            name => name,
        };
        let width = sum.of(&found.measures).unwrap_or_default();
        panels.push(format!("{name} {}", figures.say(width)));
    }
    panels
}

/// Every zone with its height.
fn zones(found: &Found<'_>, brief: &Brief, figures: Figures) -> Vec<String> {
    let zone =
        |name: &str, height: Length| height.is_positive().then(|| format!("{name} {}", figures.say(height)));
    let height = brief.finished.height;
    let top = if brief.top.flap().is_some() { "closing flap" } else { "hem" };
    let top = zone(top, brief.top.depth());
    let zones = if found.frame.is_flare() {
        vec![top.clone(), zone("back", height), zone("front", height), top]
    } else {
        vec![zone("base flap", brief.flap()), zone("body", height), top]
    };
    zones.into_iter().flatten().collect()
}

/// What is wanted where a figure was heard of which nothing is known: a bag that leaves it out would be another.
pub(super) fn unused(said: &str) -> String {
    format!(
        "Nothing is known of {}: say what it is, such as a score, a hem, a tab or a handle, or take it out.",
        quoted(said)
    )
}

/// What is wanted where nothing is found.
pub(super) fn wants(heard: &Heard, words: &str, trials: &[Trial<'_>]) -> String {
    let passed = heard.phrases.iter().find(|phrase| phrase.says.is_none());
    let stopped = passed
        .map_or(String::new(), |phrase| format!(" It stopped at {}.", quoted(&words[phrase.place.clone()])));
    if !heard.has_figures() && heard.pleats.is_none() {
        return format!(
            "No figure of a score was understood, such as “score at 2, 5¾, 7¾ and 11½”.{stopped}"
        );
    }
    let has = |measure: Measure| heard.measures.iter().any(|own| own.value.0 == measure);
    if heard.side.is_some() && heard.piece().is_none() && !has(Measure::Height) {
        return format!(
            "Only one side of the sheet was said: say the other too, or how high the bag is.{stopped}"
        );
    }
    if heard.piece().is_none() && !has(Measure::Height) {
        return format!(
            "The size of the sheet was not said, such as 12 × 8½, nor how high the bag is: one of the two is wanted.{stopped}"
        );
    }
    if heard.pieces.is_some_and(|pieces| pieces > 2) {
        return "Of more than two pieces alike no bag is read; say the figures of the two.".to_owned();
    }
    let nearest =
        trials.iter().map(Trial::lacks).min_by_key(|lacks| lacks.iter().map(|own| own.abs()).sum::<isize>());
    let Some([upright, level]) = nearest else {
        return format!(
            "What was said of its pieces, its top or its build goes with no bag that is read here.{stopped}"
        );
    };
    format!("{}{stopped}", advice(upright, level))
}

/// What there is too much or too little of: scores from side to side, and from bottom to top, that the nearest bag has more than were
/// said.
fn advice(upright: isize, level: isize) -> String {
    let scores = |count: isize| {
        if count.abs() == 1 { "one score".to_owned() } else { format!("{} scores", count.abs()) }
    };
    let less: Vec<String> = [(upright, "from side to side"), (level, "from bottom to top")]
        .into_iter()
        .filter(|(count, _)| *count > 0)
        .map(|(count, way)| format!("{} {way}", scores(count)))
        .collect();
    let over = -(upright.min(0) + level.min(0));
    match (less.is_empty(), over) {
        (true, 0) => "As many scores were said as a bag has, but panels that belong together do not come out alike, not even with one figure changed. Say once more, one by one, how wide the panels are.".to_owned(),
        (true, _) => format!(
            "{} left over: no bag read here has so many lines. Say of what is no score what it is, or take it out.",
            if over == 1 { "One figure is".to_owned() } else { format!("{over} figures are") }
        ),
        (false, 0) => format!("The nearest bag has {} more than were said: say them too.", list(&less)),
        (false, _) => format!(
            "The nearest bag has {} more than were said, and {over} fewer the other way: say which way the sheet lies at which scores.",
            list(&less)
        ),
    }
}

/// What did not meet, and by how much.
pub(super) fn why(heard: &Heard, found: &Found<'_>) -> String {
    let figures = Figures(heard.spoken.unit());
    let say = |length: Length| figures.say(length);
    let of = |axis: Axis| match axis {
        Axis::Upright => (&found.frame.stretches, &found.upright, found.extent().0),
        Axis::Level => (&found.stack.stretches, &found.level, found.extent().1),
    };
    let spot = |axis: Axis, figure: usize| {
        let spots = if axis == Axis::Upright { &found.pose.upright } else { &found.pose.level };
        spots.iter().find(|spot| spot.figure == figure).map_or(Length::ZERO, |spot| spot.at)
    };
    match &found.mend {
        Mend::Nothing => String::new(),
        Mend::Moved { figure, line, axis, .. } => {
            let (stretches, lines, end) = of(*axis);
            let was = spot(*axis, *figure);
            let below = if *line == 0 { Length::ZERO } else { lines[*line - 1] };
            let above = lines.get(*line + 1).copied().or(end).unwrap_or(was);
            let (left, right) = (stretches[*line], stretches[*line + 1]);
            if was <= below || was >= above {
                return format!(
                    "{} does not lie between {} and {}, where {} and {} meet.",
                    say(was),
                    say(below),
                    say(above),
                    left.name,
                    right.name
                );
            }
            let is = lines[*line];
            let off = (was - is).abs();
            format!(
                "As heard, the {} is {} and the {} {}; they meet at {} and {}, {} off.",
                left.name,
                say(was - below),
                right.name,
                say(above - was),
                say(is - below),
                say(above - is),
                say(off)
            )
        }
        Mend::Missed { axis, line, .. } => {
            let (stretches, lines, end) = of(*axis);
            let below = if *line == 0 { Length::ZERO } else { lines[*line - 1] };
            let above = lines.get(*line + 1).copied().or(end).unwrap_or(below);
            format!(
                "From {} to {} lie {} and {}, with no score said between them.",
                say(below),
                say(above),
                stretches[*line].name,
                stretches[*line + 1].name
            )
        }
        Mend::Extra { figure, axis } => {
            let (stretches, lines, _) = of(*axis);
            let was = spot(*axis, *figure);
            let inside = lines.iter().filter(|line| **line < was).count();
            format!("{} lies inside the {}, where no line belongs.", say(was), stretches[inside.min(stretches.len() - 1)].name)
        }
        Mend::Sheet { axis, is } => {
            let was = found.pose.size.along(*axis).unwrap_or_default();
            let side = if *axis == Axis::Upright { "wide" } else { "high" };
            let by = (*is - was).abs();
            let more = if *is > was { "less" } else { "more" };
            format!("The panels come to {} {side}; the sheet is said to be {}, {} {more}.", say(*is), say(was), say(by))
        }
        Mend::Measure { index, is } => {
            let (measure, was) = heard.measures[*index].value;
            format!(
                "The scores make the {} {}; it is said to be {}, {} off.",
                measure.name(),
                say(*is),
                say(was),
                say((*is - was).abs())
            )
        }
        Mend::Rounded(_) => {
            "Each figure was rounded by itself, and the sum no longer comes out; so set, panels alike are alike and all of them together are the sheet.".to_owned()
        }
    }
}
