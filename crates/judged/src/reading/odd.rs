//! How far a construction is from what people usually do, and how much of what was heard it changes: the lower, the likelier. The
//! weights are ours; what is usual is common practice.

use super::found::{Found, Mend};
use super::solve::Unknown;
use crate::Length;
use crate::brief::{CUSTOMARY_LAP, CUSTOMARY_TAB, GUIDE_FLAP, Joins, RoundStart, SMALL_TAB, half_inch};
use crate::heard::{Axis, Heard, HeardBuild, HeardTop, Measure};
use crate::sheet::COMMON_SIZES;

/// The widest tab that is still one.
const WIDEST_TAB: Length = Length::inches(2);
/// So much across, a piece is of wrapping paper, and not of card (our choice).
const LARGE: Length = Length::inches(18);
/// The narrowest panel that is still one.
const NARROWEST: Length = Length::eighths(4);

/// Nobody means what is odder than this.
pub(super) const MOST_ODD: u32 = 44;

/// How odd a bag is; none if nobody could mean it.
pub(super) fn odd(heard: &Heard, found: &Found<'_>) -> Option<u32> {
    let get = |unknown| found.measures.get(unknown);
    let (frame, stack) = (found.frame, found.stack);
    let width = get(Unknown::Width)?;
    let mut odd = 0;
    if width < NARROWEST || get(Unknown::Height)? < NARROWEST {
        return None;
    }
    if frame.has_tab() {
        let tab = get(Unknown::Tab)?;
        // Wrapping paper is cut to the roll: what is left over is the tab, as wide as a gusset (common practice).
        let is_large = found.extent().0.is_some_and(|across| across >= LARGE);
        let gusset = get(Unknown::Gusset).filter(|_| is_large).unwrap_or_default();
        if tab > WIDEST_TAB.max(gusset) || tab > width {
            return None;
        }
        let narrow = Length::millimetres(9);
        odd += match tab {
            tab if near(tab, CUSTOMARY_TAB, heard) => 0,
            tab if tab == SMALL_TAB => 2,
            tab if tab <= Length::INCH && tab >= narrow => 4,
            tab if tab > Length::INCH && tab <= gusset => 4,
            tab if tab <= Length::INCH => 6,
            _ => 14,
        };
    }
    if frame.is_flare() {
        // Nobody scores a flare that is not spoken of; its middle has to be left.
        odd += if heard.pleats.is_some() || heard.build.is_some() { 0 } else { 10 };
    } else {
        let gusset = get(Unknown::Gusset)?;
        if gusset < NARROWEST.half() {
            return None;
        }
        odd += base(heard, found, gusset)?;
        odd += if gusset > width { 6 } else { 0 };
        let whole_gusset = width.min(gusset);
        odd += if whole_gusset < NARROWEST { 10 } else { 0 };
    }
    odd += match (frame.joins, heard.strips) {
        (Joins::Tabs, _) | (_, true) => 0,
        _ => 12,
    };
    odd += match frame.round.start {
        RoundStart::Gusset => 0,
        RoundStart::Face => 1,
        RoundStart::HalfGusset => 2,
    };
    odd += match frame.said {
        HeardBuild::Wrap | HeardBuild::CornerPair | HeardBuild::PleatedFlare => 0,
        HeardBuild::CradlePair => 1,
        HeardBuild::FoldedBase if heard.build.is_some() => 0,
        HeardBuild::FoldedBase => 5,
    };
    // Two pieces nobody spoke of.
    odd += if frame.pieces == 2 && heard.pieces.is_none() { 4 } else { 0 };
    odd += u32::from(frame.centred) + u32::from(stack.at_apex);
    // A fold-flat line is of no use without the centre of the gusset to fold it along.
    odd += if stack.at_apex && !frame.centred && !frame.is_tube() { 5 } else { 0 };
    odd += if found.pose.upside_down { 15 } else { 0 };
    odd += if found.pose.swapped { 4 } else { 0 };
    if stack.topped {
        let top = get(Unknown::Top)?;
        odd += if heard.top.is_some() { 0 } else { 2 };
        odd += if top > get(Unknown::Height)? || top > Length::inches(4) { 12 } else { 0 };
        odd += if top < NARROWEST { 5 } else { 0 };
    }
    odd += heard.measures.iter().map(|measure| u32::from(is_unused(measure.value.0, found)) * 8).sum::<u32>();
    odd += grooves(heard, found);
    Some(odd)
}

/// Metric figures come rounded to the centimetre or half of it.
fn near(tab: Length, usual: Length, heard: &Heard) -> bool {
    let slack =
        if heard.spoken.unit() == crate::Unit::Metric { Length::millimetres(3) } else { Length::ZERO };
    (tab - usual).abs() <= slack
}

fn is_unused(measure: Measure, found: &Found<'_>) -> bool {
    match measure {
        Measure::Tab => !found.frame.has_tab(),
        Measure::Base | Measure::Gusset => found.frame.is_flare(),
        Measure::Hem | Measure::Flap => !found.stack.topped,
        Measure::Lap => !found.frame.is_tube(),
        Measure::Strip => found.frame.joins == Joins::Tabs,
        Measure::Pleat => !found.frame.is_flare(),
        Measure::Width | Measure::Height => false,
    }
}

/// How odd the base is: full, lapped by the usual ½, set by a guide, or anything else that closes.
fn base(heard: &Heard, found: &Found<'_>, gusset: Length) -> Option<u32> {
    let base = found.measures.get(Unknown::Base)?;
    if found.frame.is_tube() {
        let lap = base * 2 - gusset;
        if !lap.is_positive() || lap > gusset {
            return None;
        }
        let room = found.measures.get(Unknown::Width)? - gusset - lap;
        let off = (lap - CUSTOMARY_LAP).abs();
        let usual = if off <= Length::millimetres(3) { 0 } else { 8 };
        return Some(usual + if room < Length::ZERO { 30 } else { 0 });
    }
    Some(match base {
        base if (base - gusset).abs() <= Length::from_units(7) => 0,
        base if base > gusset + gusset.half() => 40,
        base if base > gusset => 25,
        base if base * 2 <= gusset => 40,
        base if base * 2 - gusset == half_inch(heard.spoken.unit()) => 3,
        base if base == GUIDE_FLAP => 4,
        base if base * 2 - gusset == half_inch(heard.spoken.unit()) * 2 => 5,
        _ => 8,
    })
}

/// Lines that lie under no groove.
fn grooves(heard: &Heard, found: &Found<'_>) -> u32 {
    let (fine, coarse) = match heard.spoken.unit() {
        crate::Unit::Inch => (Length::sixty_fourths(4), Length::eighths(1)),
        crate::Unit::Metric => (Length::from_nm(500_000), Length::MM),
    };
    let all = found.upright.iter().chain(&found.level);
    let off = all.map(|at| match at {
        at if at.is_on(coarse) => 0,
        at if at.is_on(fine) => 2,
        _ => 6,
    });
    off.sum::<u32>().min(18)
}

/// How much of what was heard is changed.
pub(super) fn amiss(heard: &Heard, found: &Found<'_>) -> u32 {
    match &found.mend {
        Mend::Nothing => 0,
        Mend::Rounded(moves) => 20 + 2 * u32::try_from(moves.len()).unwrap_or(40),
        Mend::Moved { figure, to, .. } => {
            let was = heard.figures().nth(*figure).map_or(Length::ZERO, |(_, figure)| figure.at);
            // People say figures in their order.
            let order = if is_in_order(heard, *figure, *to) { 0 } else { 8 };
            100 - u32::from(is_easily_misheard(was, *to)) * 8 + far(*to - was) + order
        }
        Mend::Measure { index, is } => {
            let was = heard.measures[*index].value.1;
            104 - u32::from(is_easily_misheard(was, *is)) * 8 + far(*is - was)
        }
        Mend::Missed { .. } => 106,
        Mend::Extra { .. } => 110,
        Mend::Sheet { axis, is } => {
            let across = match axis {
                Axis::Upright => Axis::Level,
                Axis::Level => Axis::Upright,
            };
            let [was, across] = [*axis, across].map(|axis| found.pose.size.along(axis).unwrap_or_default());
            let is_common = COMMON_SIZES.iter().any(|common| {
                [(common.width, common.height), (common.height, common.width)].contains(&(*is, across))
            });
            106 - u32::from(is_common) * 10 + far(*is - was)
        }
    }
}

/// True if the figures of a pass go up with that one changed.
fn is_in_order(heard: &Heard, figure: usize, to: Length) -> bool {
    let mut number = 0;
    heard.passes.iter().all(|pass| {
        let at = pass.figures.iter().map(|own| {
            number += 1;
            if number - 1 == figure { to } else { own.at }
        });
        let at: Vec<Length> = at.collect();
        !(number - at.len()..number).contains(&figure) || at.is_sorted()
    })
}

/// The further a figure is moved, the less likely it was misheard.
fn far(by: Length) -> u32 {
    u32::try_from(by.abs().units() / Length::INCH.units()).unwrap_or(40).min(40)
}

/// By a quarter, a half, a whole one; or with its digits the other way round.
fn is_easily_misheard(was: Length, is: Length) -> bool {
    let by = (was - is).abs();
    let small = [
        Length::eighths(2),
        Length::eighths(4),
        Length::INCH,
        Length::millimetres(5),
        Length::millimetres(10),
    ];
    let digits = |length: Length| {
        let mut digits: Vec<char> = length.to_string().chars().take_while(char::is_ascii_digit).collect();
        digits.sort_unstable();
        digits
    };
    small.contains(&by) || (digits(was).len() > 1 && digits(was) == digits(is))
}

/// What of a top speaks for a closing flap, which only one face has.
pub(super) fn is_flap(heard: &Heard) -> bool {
    heard.top == Some(HeardTop::Flap)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    proptest! {
        /// A pass goes up or it does not, whatever stands in the others; the one that is changed is changed.
        #[test]
        fn a_pass_is_in_order_with_one_figure_changed(
            passes in prop::collection::vec(prop::collection::vec(1_i64..20, 1..5), 1..4),
            which in any::<prop::sample::Index>(),
            to in 1_i64..20,
        ) {
            let said = |at: &i64| at.to_string();
            let words: Vec<String> = passes
                .iter()
                .map(|own| format!("score at {}", own.iter().map(said).collect::<Vec<_>>().join(", ")))
                .collect();
            let heard = Heard::listen(&words.join(". Turn it. "), crate::Unit::Inch).unwrap();
            prop_assume!(heard.passes.iter().map(|pass| pass.figures.len()).eq(passes.iter().map(Vec::len)));
            let all: usize = passes.iter().map(Vec::len).sum();
            let figure = which.index(all);
            let mut from = 0;
            for own in &passes {
                if (from..from + own.len()).contains(&figure) {
                    let mut changed = own.clone();
                    changed[figure - from] = to;
                    prop_assert_eq!(is_in_order(&heard, figure, Length::inches(to)), changed.is_sorted());
                }
                from += own.len();
            }
        }
    }
}
