//! Does every score lie on a groove of the board?

use super::search::either_side;
use super::{About, Candidate, Finding, Level};
use crate::brief::{BaseHabit, Top};
use crate::draft::Draft;
use crate::figures::Figures;
use crate::passes::{Pass, ScoreLine};
use crate::text::list;
use crate::{Brief, Length};

/// So many scores are named one by one.
const MOST_TOLD: usize = 4;

pub(super) fn find(draft: &Draft) -> Vec<Finding> {
    let brief = &draft.brief;
    let figures = Figures::of(brief);
    let off: Vec<(&Pass, &ScoreLine)> = off_groove(draft.passes(), brief.board.groove).collect();
    if off.is_empty() {
        return Vec::new();
    }
    let groove = brief.board.groove;
    let each = off.iter().map(|(pass, line)| {
        let nearest = line.at.nearest(groove);
        let error = line.at - nearest;
        let way = if error.is_positive() { "past" } else { "short of" };
        format!(
            "the {} at {} from the {} ({} {way} {})",
            line.role.name(),
            figures.say(line.at),
            pass.lying.measured_from().name(),
            figures.say(error.abs()),
            figures.say(nearest)
        )
    });
    // Pieces alike in a line are told once.
    let mut settings: Vec<String> = Vec::new();
    for setting in each {
        if !settings.contains(&setting) {
            settings.push(setting);
        }
    }
    if settings.len() > MOST_TOLD + 1 {
        let more = settings.len() - MOST_TOLD;
        settings.truncate(MOST_TOLD);
        settings.push(format!("{more} more, which the score list marks"));
    }
    let about = off
        .iter()
        .flat_map(|(pass, line)| {
            line.creases.iter().map(|crease| About::Crease { piece: pass.piece, crease: *crease })
        })
        .collect();
    let count =
        if off.len() == 1 { "One score falls".to_owned() } else { format!("{} scores fall", off.len()) };
    vec![Finding {
        code: "groove.off",
        level: Level::Notes,
        about,
        title: format!("{count} between grooves"),
        why: format!("The board has a groove every {}: {}.", figures.say(groove), list(&settings)),
        mends: |draft| vec![nearest_on_grooves(&draft.brief)],
    }]
}

/// The scores that fall between grooves.
pub(super) fn off_groove(passes: &[Pass], groove: Length) -> impl Iterator<Item = (&Pass, &ScoreLine)> {
    passes
        .iter()
        .filter(|pass| !pass.by_ruler)
        .flat_map(|pass| pass.lines.iter().map(move |line| (pass, line)))
        .filter(move |(_, line)| !line.at.is_on(groove))
}

fn flap_depth(top: Top) -> Length {
    top.depth() - top.hem()
}

/// Sizes close by with figures on the grooves, the least change first.
fn nearest_on_grooves(brief: &Brief) -> Vec<Candidate> {
    let groove = brief.board.groove;
    let size = brief.finished;
    let base = match brief.base {
        BaseHabit::Full => BaseHabit::Full,
        BaseHabit::HalfAndLap { lap } => BaseHabit::HalfAndLap { lap: lap.nearest(groove).max(groove) },
        BaseHabit::Fixed { depth } => BaseHabit::Fixed { depth: depth.nearest(groove).max(groove) },
        BaseHabit::Custom { depth } => BaseHabit::Custom { depth: depth.nearest(groove).max(groove) },
    };
    let mut gussets = vec![size.gusset];
    if brief.depth().is_positive() {
        gussets = either_side(size.gusset, groove);
        // Half a gusset has to lie on a groove too where the round starts in its middle or it is pinched.
        gussets.extend(either_side(size.gusset, groove * 2));
    }
    let mut sizes = Vec::new();
    for width in either_side(size.width, groove) {
        for height in either_side(size.height, groove) {
            for gusset in &gussets {
                let change =
                    (width - size.width).abs() + (height - size.height).abs() + (*gusset - size.gusset).abs();
                sizes.push((change, width, height, *gusset));
            }
        }
    }
    sizes.sort();
    sizes.dedup();
    let tab = brief.tab.nearest(groove).max(groove);
    let top = brief.top.with_depth(brief.top.depth().nearest(groove).max(groove));
    let candidate = |(_, width, height, gusset): (Length, Length, Length, Length)| {
        let mut changed = Brief { base, tab, top, ..brief.clone() };
        changed.finished = crate::brief::Finished { width, height, gusset };
        let figures = Figures::of(brief);
        let mut title = figures.size(&changed);
        for (name, now, new) in [
            ("tab", brief.tab, tab),
            ("hem", brief.top.hem(), top.hem()),
            ("closing flap", flap_depth(brief.top), flap_depth(top)),
        ] {
            if now != new {
                title += &format!(", {name} {}", figures.say(new));
            }
        }
        if base != brief.base {
            title += &format!(", flaps {}", figures.say(changed.flap()));
        }
        Candidate::new(title, "Every score then lies on a groove.", changed)
    };
    sizes.into_iter().map(candidate).collect()
}
