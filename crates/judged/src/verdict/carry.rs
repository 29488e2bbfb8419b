//! Does the backing hold, and is the load one for such a bag?

use super::handle::{finding, has_strip};
use super::{Candidate, Finding, Level};
use crate::brief::{BackingKind, BaseHabit, Handle, HandleKind, Insert, Top};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::fittings::{backing, load, strip};
use crate::mass::Mass;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let mut findings = backing_findings(brief);
    findings.extend(bare(brief));
    findings.extend(too_heavy(brief));
    findings
}

pub(super) fn fitted(brief: &Brief, change: impl Fn(&mut crate::brief::Fittings)) -> Brief {
    let mut changed = brief.clone();
    change(&mut changed.fittings);
    changed
}

/// The hem that covers a strip which holds the handle.
fn deeper_hem(brief: &Brief) -> Vec<Candidate> {
    let Some((_, depth)) = backing::to_hold(brief).filter(|_| backing::lies_under_hem(brief)) else {
        return Vec::new();
    };
    let depth = depth.max(brief.fittings.backing.depth.unwrap_or_default());
    let hem = (depth + backing::margin(brief)).ceil_to(brief.board.groove);
    let changed = Brief { top: Top::HemIn { depth: hem }, ..brief.clone() };
    let title = format!("Hem {}", Figures::of(brief).say(hem));
    vec![Candidate::new(title, "It covers a strip that holds the handle.", changed)]
}

fn eyelets(brief: &Brief) -> Vec<Candidate> {
    if brief.fittings.handle.kind != HandleKind::HoledRibbon {
        return Vec::new();
    }
    let changed = fitted(brief, |fittings| fittings.backing.kind = BackingKind::Eyelets);
    vec![Candidate::new("Eyelets instead", "They hold the holes without a strip.", changed)]
}

fn tubes(brief: &Brief) -> Vec<Candidate> {
    let changed = fitted(brief, |fittings| {
        fittings.handle = Handle { kind: HandleKind::Tube, ..Handle::default() };
    });
    vec![Candidate::new("Rolled handles instead", "Glued on outside, they need no strip.", changed)]
}

fn backing_findings(brief: &Brief) -> Vec<Finding> {
    let Some(own) = strip(brief).filter(|_| has_strip(brief)) else { return Vec::new() };
    let figures = Figures::of(brief);
    let margin = backing::margin(brief);
    let mut findings = Vec::new();
    if let (Top::HemIn { depth: hem }, true) =
        (brief.top, backing::lies_under_hem(brief) && own.depth > brief.top.hem() - margin)
    {
        findings.push(finding(
            "backing.past-hem",
            Level::Warns,
            format!("The strip is {} too deep for the hem", figures.say(own.depth - (hem - margin))),
            format!(
                "The hem is {} deep; a strip under it may be {}, {} less, and is {}. It would stand out below.",
                figures.say(hem),
                figures.say(hem - margin),
                figures.say(margin),
                figures.say(own.depth)
            ),
            |draft| {
                let brief = &draft.brief;
                let shallower = fitted(brief, |fittings| fittings.backing.depth = None);
                let depth = strip(&shallower).map_or(Length::ZERO, |strip| strip.depth);
                let title = format!("Strip {} deep", Figures::of(brief).say(depth));
                vec![
                    deeper_hem(brief),
                    vec![Candidate::new(title, "The hem hides it.", shallower)],
                    eyelets(brief),
                    tubes(brief),
                ]
            },
        ));
    }
    if let Some((aside, down)) = backing::to_hold(brief) {
        let (wide, deep) = (aside * 2, down);
        if own.depth < deep || own.length < wide {
            findings.push(finding(
                "backing.short",
                Level::Warns,
                format!("The strip does not reach past the {}", ends(brief)),
                format!(
                    "It is {}; to hold them it has to be {} at least, along the top and down.",
                    figures.by(own.length, own.depth),
                    figures.by(wide, deep)
                ),
                |draft| {
                    let brief = &draft.brief;
                    let Some((aside, down)) = backing::to_hold(brief) else { return Vec::new() };
                    let mark = brief.mark();
                    let larger = fitted(brief, |fittings| {
                        let own = &mut fittings.backing;
                        own.length = own.length.map(|length| length.max((aside * 2).ceil_to(mark)));
                        own.depth = own.depth.map(|depth| depth.max(down.ceil_to(mark)));
                    });
                    let larger = (larger.fittings != brief.fittings)
                        .then(|| Candidate::new("A larger strip", "It reaches past them.", larger));
                    let higher = higher(brief);
                    vec![
                        deeper_hem(brief),
                        larger.into_iter().collect(),
                        higher,
                        eyelets(brief),
                        tubes(brief),
                    ]
                },
            ));
        }
    }
    let most = brief.finished.width - margin * 2;
    if own.length > most {
        findings.push(finding(
            "backing.long",
            Level::Warns,
            format!("The strip is {} longer than the face takes", figures.say(own.length - most)),
            format!(
                "The face is {} wide; {} less at either end keeps the strip out of the corners. It is {} long.",
                figures.say(brief.finished.width),
                figures.say(margin),
                figures.say(own.length)
            ),
            |draft| {
                let shorter = fitted(&draft.brief, |fittings| fittings.backing.length = None);
                let length = strip(&shorter).map_or(Length::ZERO, |strip| strip.length);
                let title = format!("Strip {} long", Figures::of(&draft.brief).say(length));
                vec![vec![Candidate::new(title, "Clear of both corners.", shorter)]]
            },
        ));
    }
    findings
}

fn ends(brief: &Brief) -> &'static str {
    if brief.fittings.handle.kind == HandleKind::GluedRibbon { "ribbon’s ends" } else { "holes" }
}

/// Holes or ends so high that the strip under this hem reaches past them.
fn higher(brief: &Brief) -> Vec<Candidate> {
    let (Some(own), Some((_, deep))) = (strip(brief), backing::to_hold(brief)) else { return Vec::new() };
    let down = crate::fittings::handle(brief).map_or(Length::ZERO, |handle| handle.down);
    let down = (down - (deep - own.depth)).floor_to(brief.mark());
    // No nearer to the edge than the hole is wide.
    if down < brief.fittings.punch.hole + brief.fittings.punch.hole.half() {
        return Vec::new();
    }
    let changed = fitted(brief, |fittings| fittings.handle.down = Some(down));
    let title = format!("{} below the top", Figures::of(brief).say(down));
    vec![Candidate::new(title, "The strip then reaches past them.", changed)]
}

fn bare(brief: &Brief) -> Option<Finding> {
    load::is_bare(brief).then(|| {
        finding(
            "backing.none",
            Level::Notes,
            format!("Nothing holds the {}", ends(brief)),
            format!(
                "Bare paper tears there: light things only, up to about {}.",
                load::limit(brief).mass.label(brief.unit)
            ),
            |draft| {
                let strip = fitted(&draft.brief, |fittings| fittings.backing.kind = BackingKind::Strip);
                let behind = Candidate::new("A strip of card behind", "Glued away from the holes.", strip);
                vec![vec![behind], eyelets(&draft.brief)]
            },
        )
    })
}

fn too_heavy(brief: &Brief) -> Option<Finding> {
    let load = brief.fittings.load?;
    let limit = load::limit(brief);
    if load <= limit.mass {
        return None;
    }
    let (load, most) = (load.label(brief.unit), limit.mass.label(brief.unit));
    Some(finding(
        "load.over",
        Level::Warns,
        format!("{load} is more than people trust such a bag with"),
        format!(
            "About {most}: {} It is a rule of thumb and no rating: test with the real thing over a soft surface.",
            limit.why
        ),
        |draft| {
            let brief = &draft.brief;
            let insert = fitted(brief, |fittings| fittings.insert = Insert::Single);
            let behind = fitted(brief, |fittings| fittings.backing.kind = BackingKind::Strip);
            let both = fitted(&insert, |fittings| fittings.backing.kind = BackingKind::Strip);
            let mut card = fitted(&both, |fittings| fittings.insert = Insert::Double);
            card.sheet.grammage = Some(crate::sheet::Grammage(250));
            card.sheet.caliper = None;
            card.base = BaseHabit::Full;
            let mut stronger = both.clone();
            stronger.sheet.grammage = Some(crate::sheet::Grammage(120));
            stronger.sheet.caliper = None;
            let limit = load::limit(brief).mass;
            let bags = (2..=24).find(|bags| load_of(brief, *bags) <= limit);
            let shared = bags.map(|bags| {
                let each = load_of(brief, bags);
                let changed = fitted(brief, |fittings| fittings.load = Some(each));
                let title = format!("{bags} bags, {} in each", each.label(brief.unit));
                Candidate::new(title, "Each then carries what such a bag is trusted with.", changed)
            });
            vec![
                vec![
                    Candidate::new("Add the insert", "The base then bears more.", insert),
                    Candidate::new("A strip behind the handle", "The paper no longer tears there.", behind),
                    Candidate::new("Insert and strip", "Base and handle then bear more.", both),
                ],
                vec![Candidate::new(
                    "Paper of 120 g/m²",
                    "With an insert, and a strip behind the handle.",
                    stronger,
                )],
                vec![Candidate::new("Stiff card, 250 g/m²", "With a double insert and full flaps.", card)],
                shared.into_iter().collect(),
            ]
        },
    ))
}

/// What each of so many bags carries if the load is shared out.
fn load_of(brief: &Brief, bags: i32) -> Mass {
    brief.fittings.load.map_or(Mass::half_pounds(0), |load| Mass::grams(load.g() / f64::from(bags)))
}
