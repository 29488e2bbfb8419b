//! Do the build and the other habits go together?

use super::{About, Candidate, Finding, Level};
use crate::brief::{AllRound, BaseHabit, Build, CUSTOMARY_LAP, Cuts, GussetCrease, Joins, Squares, Top};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::{Brief, Length, joins};

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let mut findings = match brief.build {
        Build::Joined { cuts: Cuts { all_round: Some(all_round), .. } } => {
            in_two_tiers(brief, all_round.rise())
        }
        Build::Wrap | Build::CornerPair | Build::Joined { .. } => Vec::new(),
        Build::CradlePair { squares } => cradle(brief, squares),
        Build::FoldedBase { lap } => folded_base(brief, lap),
        Build::PleatedFlare { pleats, pleat } => flare(brief, pleats, pleat),
    };
    let parts_gussets = brief.build.chosen_cuts().is_some_and(|cuts| cuts.at.has_all_corners());
    if brief.side_sheet.is_some() && !parts_gussets {
        findings.push(blocks(
            "build.two-papers",
            About::Gussets,
            "The gussets are not pieces of their own".to_owned(),
            "Only gussets that are cut off at all four corners can come from another paper.".to_owned(),
            |draft| {
                let one = Brief { side_sheet: None, ..draft.brief.clone() };
                let best = joins::best(&draft.brief).map(|best| {
                    let then = "Cut at all four corners.";
                    Candidate::new("Gussets as pieces of their own", then, best.brief(&draft.brief))
                });
                vec![
                    best.into_iter().collect(),
                    vec![Candidate::new("One paper for all", "The gussets stay with their faces.", one)],
                ]
            },
        ));
    }
    if !brief.has_joins() && matches!(brief.joins, Joins::Strips { .. }) {
        findings.push(Finding {
            code: "build.no-tabs",
            level: Level::Blocks,
            about: vec![About::Tab],
            title: "There are no tabs to replace with joining strips".to_owned(),
            why: "On a cradle pair the gussets lap each other fully, and a flare is closed by its outermost pleats: \
                  neither has a tab."
                .to_owned(),
            mends: |draft| {
                let tabs = Brief { joins: Joins::Tabs, ..draft.brief.clone() };
                let pair = Brief { build: Build::CornerPair, ..draft.brief.clone() };
                vec![
                    vec![Candidate::new("Leave the strips out", "The build stays as it is.", tabs)],
                    vec![Candidate::new("A corner pair, strip-joined", "Two pieces, a strip at either seam.", pair)],
                ]
            },
        });
    }
    findings
}

fn blocks(
    code: &'static str,
    about: About,
    title: String,
    why: String,
    mends: fn(&Draft) -> Vec<Vec<Candidate>>,
) -> Finding {
    Finding { code, level: Level::Blocks, about: vec![about], title, why, mends }
}

fn has_strips(brief: &Brief) -> bool {
    let Some(cuts) = brief.build.chosen_cuts() else { return brief.joins.strip().is_some() };
    cuts.at.iter().any(|place| brief.joins.strip_at(place))
}

/// A body joined at a level, upper over lower.
fn in_two_tiers(brief: &Brief, level: Length) -> Vec<Finding> {
    let figures = Figures::of(brief);
    let mut findings = Vec::new();
    if has_strips(brief) {
        findings.push(blocks(
            "build.strips-at-a-level",
            About::Tab,
            "Joining strips do not go with a join all round".to_owned(),
            format!(
                "Where the upper pieces lap the lower ones by {}, a strip behind the seam would meet a second one.",
                figures.say(brief.tab)
            ),
            |draft| {
                let tabs = Brief { joins: Joins::Tabs, ..draft.brief.clone() };
                vec![vec![Candidate::new("Tabs instead of strips", "Every piece has its own.", tabs)]]
            },
        ));
    }
    let room = brief.finished.height - level - brief.tab;
    if brief.top.hem() > room {
        findings.push(blocks(
            "build.hem-over-level",
            About::Hem,
            format!("The hem reaches {} over the join all round", figures.say(brief.top.hem() - room)),
            format!(
                "Turned over it is {} deep; above the join and its lap there are {}.",
                figures.say(brief.top.hem()),
                figures.say(room)
            ),
            |draft| {
                let brief = &draft.brief;
                let Some(cuts) = brief.build.chosen_cuts() else { return Vec::new() };
                let figures = Figures::of(brief);
                let level =
                    (brief.finished.height - brief.tab - brief.top.hem()).floor_to(brief.board.groove);
                let lower = Cuts { all_round: Some(AllRound::at(level)), ..cuts };
                let lower = Brief { build: Build::Joined { cuts: lower }, ..brief.clone() };
                let raw = Brief { top: Top::Raw, ..brief.clone() };
                let title = format!("Join at {} above the base", figures.say(level));
                vec![
                    vec![Candidate::new(title, "The hem then ends above the join.", lower)],
                    vec![Candidate::new("Leave the top raw", "Nothing is turned over.", raw)],
                ]
            },
        ));
    }
    findings
}

fn cradle(brief: &Brief, squares: Squares) -> Vec<Finding> {
    let figures = Figures::of(brief);
    let (flap, gusset) = (brief.flap(), brief.finished.gusset);
    let mut findings = Vec::new();
    if flap != gusset {
        findings.push(blocks(
            "build.cradle-flaps",
            About::Base,
            "A cradle pair has full base flaps".to_owned(),
            format!(
                "Its base corners are squares as deep as the gusset, {}; flaps of {} would not fit them.",
                figures.say(gusset),
                figures.say(flap)
            ),
            |draft| {
                let full = Brief { base: BaseHabit::Full, ..draft.brief.clone() };
                let pair = Brief { build: Build::CornerPair, ..draft.brief.clone() };
                let then = "The squares close the base with the face flaps.";
                vec![
                    vec![Candidate::new("Full base flaps", then, full)],
                    vec![Candidate::new("A corner pair instead", "It takes any base flap.", pair)],
                ]
            },
        ));
    }
    if squares == Squares::SlitLevel && flap > brief.finished.height {
        findings.push(blocks(
            "build.ears-too-tall",
            About::Gussets,
            "The ears stand out of the mouth".to_owned(),
            format!(
                "They turn up {} against gussets that are only {} high.",
                figures.say(flap),
                figures.say(brief.finished.height)
            ),
            |draft| vec![slit_up(&draft.brief)],
        ));
    }
    if squares == Squares::SlitLevel && brief.gusset_crease.is_any() {
        findings.push(blocks(
            "build.ears-stiffen",
            About::Gussets,
            "Ears do not let the gussets fold".to_owned(),
            format!(
                "Turned up {} against the gussets and glued, the ears stiffen them across the apex at {}: nothing can be \
                 pinched in or folded flat there.",
                figures.say(flap),
                figures.say(brief.apex())
            ),
            |draft| vec![slit_up(&draft.brief), plain_gussets(&draft.brief)],
        ));
    }
    findings
}

fn slit_up(brief: &Brief) -> Vec<Candidate> {
    let build = Build::CradlePair { squares: Squares::SlitUp };
    let changed = Brief { build, ..brief.clone() };
    vec![Candidate::new("Slit the squares upwards", "They fold into the base instead.", changed)]
}

fn plain_gussets(brief: &Brief) -> Vec<Candidate> {
    let changed = Brief { gusset_crease: GussetCrease::None, ..brief.clone() };
    vec![Candidate::new("Leave the gussets plain", "A square bag that always stands.", changed)]
}

fn slit_wrap(draft: &Draft) -> Vec<Candidate> {
    let changed = Brief { build: Build::Wrap, ..draft.brief.clone() };
    vec![Candidate::new("A wrap with slit flaps", "It takes any proportions.", changed)]
}

fn folded_base(brief: &Brief, lap: Length) -> Vec<Finding> {
    let figures = Figures::of(brief);
    let size = brief.finished;
    let mut findings: Vec<Finding> = triangles_collide(brief, lap).into_iter().collect();
    if lap > size.gusset {
        findings.push(blocks(
            "build.lap-too-deep",
            About::Base,
            "The flaps of the base reach past its edges".to_owned(),
            format!(
                "Lapping by {}, each flap is {} deep on a base {} deep.",
                figures.say(lap),
                figures.say(brief.flap()),
                figures.say(size.gusset)
            ),
            |draft| {
                let lap = CUSTOMARY_LAP.min(draft.brief.finished.gusset);
                let changed = Brief { build: Build::FoldedBase { lap }, ..draft.brief.clone() };
                let title = format!("Lap {}", Figures::of(&draft.brief).say(lap));
                vec![vec![Candidate::new(title, "Customary.", changed)], slit_wrap(draft)]
            },
        ));
    }
    if brief.apex() >= size.height {
        findings.push(blocks(
            "build.too-low-to-squash",
            About::Gussets,
            "The body is too low to squash its ends".to_owned(),
            format!(
                "The ends are squashed from half the gusset, {}, above the base line; the body is only {} high.",
                figures.say(brief.apex()),
                figures.say(size.height)
            ),
            |draft| vec![slit_wrap(draft)],
        ));
    }
    if brief.sheet.is_stiff() {
        findings.push(Finding {
            code: "build.stiff-for-folded-base",
            level: Level::Warns,
            about: vec![About::Base],
            title: "Stiff card does not squash".to_owned(),
            why: "A folded base bends the paper without a score and lays up to five layers at its ends: it is made from \
                  wrapping paper."
                .to_owned(),
            mends: |draft| vec![slit_wrap(draft)],
        });
    }
    findings
}

/// The ends of the tube are squashed into triangles that meet in the middle of the base.
fn triangles_collide(brief: &Brief, lap: Length) -> Option<Finding> {
    let figures = Figures::of(brief);
    let size = brief.finished;
    (size.width < size.gusset + lap).then(|| {
        blocks(
            "build.triangles-collide",
            About::Base,
            format!("The end triangles collide by {}", figures.say(size.gusset + lap - size.width)),
            format!(
                "Each end is squashed {} into the base, half the gusset and half the lap; the face is only {} wide.",
                figures.say(brief.flap()),
                figures.say(size.width)
            ),
            |draft| {
                let brief = &draft.brief;
                let Some(lap) = brief.build.folded_lap() else { return Vec::new() };
                let (size, groove) = (brief.finished, brief.board.groove);
                let figures = Figures::of(brief);
                let (mut wider, mut narrower) = (brief.clone(), brief.clone());
                wider.finished.width = (size.gusset + lap).ceil_to(groove);
                narrower.finished.gusset = (size.width - lap).floor_to(groove);
                let say = |length| format!("{} instead.", figures.say(length));
                vec![
                    vec![Candidate::new(
                        format!("Gusset {}", figures.say(narrower.finished.gusset)),
                        say(narrower.finished.gusset),
                        narrower,
                    )],
                    vec![Candidate::new(
                        format!("Width {}", figures.say(wider.finished.width)),
                        say(wider.finished.width),
                        wider,
                    )],
                    slit_wrap(draft),
                ]
            },
        )
    })
}

fn flare(brief: &Brief, pleats: u8, pleat: Length) -> Vec<Finding> {
    let figures = Figures::of(brief);
    let mut findings = Vec::new();
    if pleat * 2 > brief.finished.width {
        findings.push(blocks(
            "build.pleats-collide",
            About::Gussets,
            format!("The pleats collide by {}", figures.say(pleat * 2 - brief.finished.width)),
            format!(
                "From either side a pleat reaches {} behind a face that is {} wide.",
                figures.say(pleat),
                figures.say(brief.finished.width)
            ),
            |draft| {
                let brief = &draft.brief;
                let Some((pleats, _)) = brief.build.pleated() else { return Vec::new() };
                let pleat = brief.finished.width.half().floor_to(brief.board.groove);
                let changed = Brief { build: Build::PleatedFlare { pleats, pleat }, ..brief.clone() };
                let title = format!("Pleats {}", Figures::of(brief).say(pleat));
                vec![vec![Candidate::new(title, "They just meet behind the face.", changed)]]
            },
        ));
    }
    if brief.top.flap().is_some() {
        findings.push(blocks(
            "build.flare-flap",
            About::Hem,
            "A flare has no closing flap".to_owned(),
            "Its sheet is folded end to end, so both ends come to the top alike; they are hemmed or left raw.".to_owned(),
            |draft| {
                let depth = crate::brief::CUSTOMARY_HEM;
                let hem = Brief { top: Top::HemIn { depth }, ..draft.brief.clone() };
                vec![vec![Candidate::new("Hem both ends", "Turned in, customary.", hem)], slit_wrap(draft)]
            },
        ));
    }
    if brief.gusset_crease.is_any() {
        findings.push(blocks(
            "build.flare-gussets",
            About::Gussets,
            "A flare has no gussets to crease".to_owned(),
            format!("Its sides are {pleats} pleats each, and it lies flat as it is made."),
            |draft| vec![plain_gussets(&draft.brief), slit_wrap(draft)],
        ));
    }
    findings
}
