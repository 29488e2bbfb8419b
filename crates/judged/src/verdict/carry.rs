//! Does the backing hold, and is the load one for such a bag?

use super::handle::has_strip;
use super::{About, Candidate, Finding, Level, finding};
use crate::brief::{BackingKind, BaseHabit, Handle, HandleKind, Insert, Top};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::fittings::{Fitted, Reach, Reinforcement, backing, load};
use crate::mass::Mass;
use crate::{Brief, Length};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let mut findings = backing_findings(draft);
    findings.extend(bare(draft));
    findings.extend(too_heavy(draft));
    findings
}

pub(super) fn with_fittings(brief: &Brief, change: impl Fn(&mut crate::brief::Fittings)) -> Brief {
    let mut changed = brief.clone();
    change(&mut changed.fittings);
    changed
}

/// The hem that covers a strip which holds the handle.
fn deeper_hem(draft: &Draft) -> Vec<Candidate> {
    let brief = &draft.brief;
    let Some(reach) = draft.fitted.reach.filter(|_| backing::lies_under_hem(brief)) else {
        return Vec::new();
    };
    let depth = reach.down.max(brief.fittings.backing.depth.unwrap_or_default());
    let hem = (depth + backing::margin(brief)).ceil_to(brief.board.groove);
    let changed = Brief { top: Top::HemIn { depth: hem }, ..brief.clone() };
    let title = format!("Hem {}", Figures::of(brief).say(hem));
    vec![Candidate::new(title, "It covers a strip that holds the handle.", changed)]
}

fn eyelets(brief: &Brief) -> Vec<Candidate> {
    if !brief.fittings.handle.kind.is_holed() {
        return Vec::new();
    }
    let changed = with_fittings(brief, |fittings| fittings.backing.kind = BackingKind::Eyelets);
    vec![Candidate::new("Eyelets instead", "They hold the holes without a strip.", changed)]
}

fn tubes(brief: &Brief) -> Vec<Candidate> {
    let changed = with_fittings(brief, |fittings| {
        fittings.handle = Handle { kind: HandleKind::Tube, ..Handle::default() };
    });
    vec![Candidate::new("Rolled handles instead", "Glued on outside, they need no strip.", changed)]
}

fn backing_findings(draft: &Draft) -> Vec<Finding> {
    let Some(own) = draft.fitted.reinforcement.filter(|_| has_strip(&draft.brief)) else { return Vec::new() };
    [past_hem, too_short, too_long].into_iter().filter_map(|rule| rule(draft, own)).collect()
}

/// A strip under a hem that it would stand out below.
fn past_hem(draft: &Draft, own: Reinforcement) -> Option<Finding> {
    let brief = &draft.brief;
    let (figures, margin, hem) = (Figures::of(brief), backing::margin(brief), brief.top.hem());
    (backing::lies_under_hem(brief) && own.depth > hem - margin).then(|| {
        finding(
            About::Handle,
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
                let shallower = with_fittings(brief, |fittings| fittings.backing.depth = None);
                let depth = Fitted::of(&shallower).reinforcement.map_or(Length::ZERO, |strip| strip.depth);
                let title = format!("Strip {} deep", Figures::of(brief).say(depth));
                vec![
                    deeper_hem(draft),
                    vec![Candidate::new(title, "The hem hides it.", shallower)],
                    eyelets(brief),
                    tubes(brief),
                ]
            },
        )
    })
}

/// A strip that ends before the holes or ends it is to hold.
fn too_short(draft: &Draft, own: Reinforcement) -> Option<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let reach = draft.fitted.reach?;
    let (wide, deep) = (reach.aside * 2, reach.down);
    (own.depth < deep || own.length < wide).then(|| {
        finding(
            About::Handle,
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
                let Some(Reach { aside, down }) = draft.fitted.reach else { return Vec::new() };
                let mark = brief.mark();
                let larger = with_fittings(brief, |fittings| {
                    let own = &mut fittings.backing;
                    own.length = own.length.map(|length| length.max((aside * 2).ceil_to(mark)));
                    own.depth = own.depth.map(|depth| depth.max(down.ceil_to(mark)));
                });
                let larger = (larger.fittings != brief.fittings)
                    .then(|| Candidate::new("A larger strip", "It reaches past them.", larger));
                let higher = higher(draft);
                vec![deeper_hem(draft), larger.into_iter().collect(), higher, eyelets(brief), tubes(brief)]
            },
        )
    })
}

/// A strip longer than its face takes.
fn too_long(draft: &Draft, own: Reinforcement) -> Option<Finding> {
    let brief = &draft.brief;
    let (figures, margin) = (Figures::of(brief), backing::margin(brief));
    let wide = backing::backed(brief);
    let most = wide - margin * 2;
    let panel = if brief.fittings.handle.kind.is_on_gussets() { "gusset" } else { "face" };
    (own.length > most).then(|| {
        finding(
            About::Handle,
            "backing.long",
            Level::Warns,
            format!("The strip is {} longer than the {panel} takes", figures.say(own.length - most)),
            format!(
                "The {panel} is {} wide; {} less at either end keeps the strip out of the corners. It is {} long.",
                figures.say(wide),
                figures.say(margin),
                figures.say(own.length)
            ),
            |draft| {
                let shorter = with_fittings(&draft.brief, |fittings| fittings.backing.length = None);
                let length = Fitted::of(&shorter).reinforcement.map_or(Length::ZERO, |strip| strip.length);
                let title = format!("Strip {} long", Figures::of(&draft.brief).say(length));
                vec![vec![Candidate::new(title, "Clear of both corners.", shorter)]]
            },
        )
    })
}

fn ends(brief: &Brief) -> &'static str {
    if brief.fittings.handle.kind.is_glued_under_strip() { "ribbon’s ends" } else { "holes" }
}

/// Holes or ends so high that the strip under this hem reaches past them.
fn higher(draft: &Draft) -> Vec<Candidate> {
    let brief = &draft.brief;
    let fitted = &draft.fitted;
    let (Some(own), Some(reach)) = (fitted.reinforcement, fitted.reach) else { return Vec::new() };
    let down = fitted.handle.map_or(Length::ZERO, |handle| handle.down);
    let down = (down - (reach.down - own.depth)).floor_to(brief.mark());
    // No nearer to the edge than the hole is wide.
    if down < brief.fittings.punch.hole + brief.fittings.punch.hole.half() {
        return Vec::new();
    }
    let changed = with_fittings(brief, |fittings| fittings.handle.down = Some(down));
    let title = format!("{} below the top", Figures::of(brief).say(down));
    vec![Candidate::new(title, "The strip then reaches past them.", changed)]
}

fn bare(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    load::is_bare(brief, &draft.fitted).then(|| {
        finding(
            About::Handle,
            "backing.none",
            Level::Notes,
            format!("Nothing holds the {}", ends(brief)),
            format!(
                "Bare paper tears there: light things only, up to about {}.",
                load::limit(brief, &draft.fitted).mass.label(brief.unit)
            ),
            |draft| {
                let strip =
                    with_fittings(&draft.brief, |fittings| fittings.backing.kind = BackingKind::Strip);
                let behind = Candidate::new("A strip of card behind", "Glued away from the holes.", strip);
                vec![vec![behind], eyelets(&draft.brief)]
            },
        )
    })
}

fn too_heavy(draft: &Draft) -> Option<Finding> {
    let brief = &draft.brief;
    let load = brief.fittings.load?;
    let limit = load::limit(brief, &draft.fitted);
    if load <= limit.mass {
        return None;
    }
    let (load, most) = (load.label(brief.unit), limit.mass.label(brief.unit));
    Some(finding(
        About::Handle,
        "load.over",
        Level::Warns,
        format!("{load} is more than people trust such a bag with"),
        format!(
            "About {most}: {} It is a rule of thumb and no rating: test with the real thing over a soft surface.",
            limit.why
        ),
        |draft| {
            let brief = &draft.brief;
            let insert = with_fittings(brief, |fittings| fittings.insert = Insert::Single);
            let behind = with_fittings(brief, |fittings| fittings.backing.kind = BackingKind::Strip);
            let both = with_fittings(&insert, |fittings| fittings.backing.kind = BackingKind::Strip);
            let mut card = with_fittings(&both, |fittings| fittings.insert = Insert::Double);
            card.sheet.grammage = Some(crate::sheet::Grammage(250));
            card.sheet.caliper = None;
            card.base = BaseHabit::Full;
            let mut stronger = both.clone();
            stronger.sheet.grammage = Some(crate::sheet::Grammage(120));
            stronger.sheet.caliper = None;
            let limit = load::limit(brief, &draft.fitted).mass;
            let bags = (2..=24).find(|bags| load_of(brief, *bags) <= limit);
            let shared = bags.map(|bags| {
                let each = load_of(brief, bags);
                let changed = with_fittings(brief, |fittings| fittings.load = Some(each));
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
