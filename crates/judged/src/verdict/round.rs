//! Are the figures ones that a ruler shows?

use super::{About, Candidate, Finding, Level};
use crate::brief::{AllRound, BaseHabit, Build, Joins};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::text::list;
use crate::{Brief, Length, Unit};

/// Someone reads millimetres and the bag has figures between them.
pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    if brief.unit != Unit::Metric {
        return Vec::new();
    }
    let between: Vec<String> =
        changes(brief, &rounded(brief, Length::nearest)).into_iter().map(|(was, _)| was).collect();
    if between.is_empty() {
        return Vec::new();
    }
    vec![Finding {
        code: "metric.not-round",
        level: Level::Notes,
        about: vec![About::Sheet],
        title: "Some figures fall between millimetres".to_owned(),
        why: format!(
            "{}: read to the nearest half millimetre, the parts of a list need not add up to the whole.",
            list(&between)
        ),
        mends: |draft| {
            let candidate = |to: fn(Length, Length) -> Length| {
                let round = rounded(&draft.brief, to);
                let then: Vec<String> = changes(&draft.brief, &round).into_iter().map(|(_, is)| is).collect();
                Candidate::new("Make it round in millimetres", format!("{}.", list(&then)), round)
            };
            // Rounded up, a bag may no longer fit its sheet.
            vec![vec![candidate(Length::nearest), candidate(Length::floor_to)]]
        },
    }]
}

/// The bag with every figure a whole millimetre, so that whatever is laid end to end adds up.
fn rounded(brief: &Brief, to: fn(Length, Length) -> Length) -> Brief {
    let round = |length: Length| to(length, Length::MM).max(Length::MM);
    // Half of a gusset is measured off too.
    let even = |length: Length| to(length, Length::MM * 2).max(Length::MM * 2);
    let mut made = brief.clone();
    let size = &mut made.finished;
    (size.width, size.height) = (round(size.width), round(size.height));
    if brief.depth().is_positive() {
        size.gusset = even(size.gusset);
    }
    made.tab = round(brief.tab);
    made.notch = to(brief.notch, Length::MM);
    if brief.top.depth().is_positive() {
        made.top = brief.top.with_depth(round(brief.top.depth()));
    }
    made.base = match brief.base {
        BaseHabit::Full => BaseHabit::Full,
        BaseHabit::HalfAndLap { lap } => BaseHabit::HalfAndLap { lap: even(lap) },
        BaseHabit::Fixed { depth } => BaseHabit::Fixed { depth: round(depth) },
        BaseHabit::Custom { depth } => BaseHabit::Custom { depth: round(depth) },
    };
    made.build = match brief.build {
        Build::FoldedBase { lap } => Build::FoldedBase { lap: even(lap) },
        Build::PleatedFlare { pleats, pleat } => Build::PleatedFlare { pleats, pleat: round(pleat) },
        Build::Joined { mut cuts } => {
            cuts.back_part = cuts.back_part.map(round);
            cuts.all_round = cuts.all_round.map(|own| AllRound::at(to(own.rise(), Length::MM)));
            Build::Joined { cuts }
        }
        Build::Wrap | Build::CornerPair | Build::CradlePair { .. } => brief.build,
    };
    if let Joins::Strips { width } | Joins::Mixed { width, .. } = brief.joins {
        made.joins = brief.joins.with_strip(even(width));
    }
    made
}

/// What differs: each figure as it is, and what it becomes.
fn changes(brief: &Brief, round: &Brief) -> Vec<(String, String)> {
    let figures = Figures::of(brief);
    let (size, new) = (brief.finished, round.finished);
    let own = |brief: &Brief| match brief.build {
        Build::FoldedBase { lap } => lap,
        Build::PleatedFlare { pleat, .. } => pleat,
        Build::Joined { cuts } => {
            cuts.back_part.unwrap_or_default() + cuts.all_round.map_or(Length::ZERO, AllRound::rise)
        }
        Build::Wrap | Build::CornerPair | Build::CradlePair { .. } => Length::ZERO,
    };
    [
        ("width", size.width, new.width),
        ("height", size.height, new.height),
        ("gusset", size.gusset, new.gusset),
        ("tab", brief.tab, round.tab),
        ("taper", brief.notch, round.notch),
        ("top", brief.top.depth(), round.top.depth()),
        ("base flap", brief.flap(), round.flap()),
        ("joining strip", brief.joins.strip().unwrap_or_default(), round.joins.strip().unwrap_or_default()),
        ("lap, pleat or place of a join", own(brief), own(round)),
    ]
    .into_iter()
    .filter(|(_, was, is)| was != is)
    .map(|(name, was, is)| {
        (
            format!("{name} {}", figures.say(was)),
            format!("{name} {} instead of {}", figures.say(is), figures.say(was)),
        )
    })
    .collect()
}
