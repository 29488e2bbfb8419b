//! The search: every construction is held against what was heard, as it was heard and with one thing mended.

use super::found::{Found, Mend, Shortlist, total};
use super::frames::{Frame, Role, Stack, Stretch};
use super::odd;
use super::poses::{FigureAt, Pose};
use super::solve::{Equation, Measures, Sum, Unknown, solve};
use crate::brief::half_inch;
use crate::heard::{Axis, Heard, HeardTop, Measure};
use crate::{Length, Unit};

/// How deep base flaps may be where the figures do not say it.
#[derive(Clone, Copy, PartialEq, Eq)]
enum BaseIs {
    Said,
    Full,
    /// They lap by the usual ½.
    Lapped,
    /// By twice that.
    LappedTwice,
}

/// Which figure is which line of one axis; lines without a figure, and figures left out.
struct Pairing {
    /// For every line the spot that is it.
    spots: Vec<Option<FigureAt>>,
}

/// Lines that nobody scored because their measure was said: a hem that is folded over, a base that is so deep.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub(super) struct Unscored {
    top: bool,
    base: bool,
}

impl Unscored {
    /// Every way it may be, with what was said, on such a bag.
    pub(super) fn ways(heard: &Heard, frame: &Frame, stack: &Stack) -> Vec<Self> {
        let said = |wanted: Measure| heard.measures.iter().any(|measure| measure.value.0 == wanted);
        let is_base = !frame.is_flare() && (said(Measure::Base) || frame.is_tube() && said(Measure::Lap));
        let is_top = !frame.is_flare() && stack.topped && said(Measure::Hem);
        let all = [(false, false), (true, false), (false, true), (true, true)];
        let fits = all.into_iter().filter(|(top, base)| (is_top || !top) && (is_base || !base));
        fits.map(|(top, base)| Self { top, base }).collect()
    }

    fn is(self, ends: Option<Role>) -> bool {
        (self.top && ends == Some(Role::TopLine)) || (self.base && ends == Some(Role::BaseLine))
    }
}

/// One construction held against one way the words may be meant.
#[derive(Clone, Copy)]
pub(super) struct Trial<'a> {
    pub(super) heard: &'a Heard,
    pub(super) pose: &'a Pose,
    pub(super) frame: &'a Frame,
    pub(super) stack: &'a Stack,
    pub(super) unscored: Unscored,
}

impl<'a> Trial<'a> {
    /// True if nothing that was said speaks against such a bag.
    pub(super) fn is_meant(&self) -> bool {
        let heard = self.heard;
        let strips = self.frame.joins != crate::brief::Joins::Tabs;
        heard.build.is_none_or(|said| said == self.frame.said)
            && heard.pieces.is_none_or(|pieces| pieces == self.frame.pieces)
            && (!heard.strips || strips)
            && (heard.top.is_none() || self.stack.topped)
            && (heard.top != Some(HeardTop::Flap) || !self.frame.is_flare())
            && heard.pleats.is_none_or(|pleats| {
                self.frame.is_flare() && self.frame.stretches.len() == usize::from(pleats) * 2 + 1
            })
    }

    /// Lines of a flare may be folded without a score, if its pleats are named; and those of any round if its panels are.
    fn is_silent(&self, axis: Axis) -> bool {
        let said = |wanted: Measure| self.heard.measures.iter().any(|measure| measure.value.0 == wanted);
        let by_pleats = self.frame.is_flare() && self.heard.pleats.is_some();
        let by_panels =
            !self.frame.is_flare() && axis == Axis::Upright && said(Measure::Width) && said(Measure::Gusset);
        (by_pleats || by_panels) && self.spots(axis).is_empty()
    }

    fn spots(&self, axis: Axis) -> &'a [FigureAt] {
        match axis {
            Axis::Upright => &self.pose.upright,
            Axis::Level => &self.pose.level,
        }
    }

    fn stretches(&self, axis: Axis) -> &'a [Stretch] {
        match axis {
            Axis::Upright => &self.frame.stretches,
            Axis::Level => &self.stack.stretches,
        }
    }

    /// So many lines more than figures.
    fn missing(&self, axis: Axis) -> isize {
        if self.is_silent(axis) {
            return 0;
        }
        let scored =
            self.stretches(axis).iter().filter(|line| line.ends.is_some() && !self.is_unscored(axis, line));
        scored.count() as isize - self.spots(axis).len() as isize
    }

    /// So many lines more than figures, from side to side and from bottom to top.
    pub(super) fn lacks(&self) -> [isize; 2] {
        [self.missing(Axis::Upright), self.missing(Axis::Level)]
    }

    fn is_unscored(&self, axis: Axis, stretch: &Stretch) -> bool {
        axis == Axis::Level && self.unscored.is(stretch.ends)
    }

    /// Figure by figure, line by line: a figure is left out, a line goes without.
    fn pair(&self, axis: Axis, without: Option<usize>, unsaid: Option<usize>) -> Pairing {
        let lines = self.stretches(axis).len() - 1;
        if self.is_silent(axis) {
            return Pairing { spots: vec![None; lines] };
        }
        let mut spots: Vec<FigureAt> =
            self.spots(axis).iter().filter(|spot| Some(spot.figure) != without).copied().collect();
        spots.sort_by_key(|spot| spot.at);
        let mut spots = spots.into_iter();
        let stretches = self.stretches(axis);
        let is_silent = |line: usize| Some(line) == unsaid || self.is_unscored(axis, &stretches[line]);
        let spots = (0..lines).map(|line| if is_silent(line) { None } else { spots.next() });
        Pairing { spots: spots.collect() }
    }

    /// The bag as it was heard.
    pub(super) fn unmended(&self, slack: Length, list: &mut Shortlist<'a>) {
        if self.missing(Axis::Upright) == 0 && self.missing(Axis::Level) == 0 {
            let pairs = [self.pair(Axis::Upright, None, None), self.pair(Axis::Level, None, None)];
            self.settle(&pairs, &Mend::Nothing, slack, list);
        }
    }

    /// The bag with one thing mended.
    pub(super) fn mended(&self, list: &mut Shortlist<'a>) {
        let missing = [Axis::Upright, Axis::Level].map(|axis| self.missing(axis));
        for (own, axis) in [Axis::Upright, Axis::Level].into_iter().enumerate() {
            let other = missing[1 - own];
            if other != 0 || missing[own].abs() > 1 {
                continue;
            }
            let stretches = self.stretches(axis);
            let scored = |line: &usize| !self.is_unscored(axis, &stretches[*line]);
            let lines: Vec<usize> = (0..stretches.len() - 1).filter(scored).collect();
            let figures: Vec<usize> = self.spots(axis).iter().map(|spot| spot.figure).collect();
            let mut try_with = |without: Option<usize>, unsaid: Option<usize>, mend: &Mend| {
                let own = self.pair(axis, without, unsaid);
                let pairs = match axis {
                    Axis::Upright => [own, self.pair(Axis::Level, None, None)],
                    Axis::Level => [self.pair(Axis::Upright, None, None), own],
                };
                self.settle(&pairs, mend, Length::ZERO, list);
            };
            match missing[own] {
                1 => {
                    for line in lines {
                        try_with(None, Some(line), &Mend::Missed { axis, line, at: Length::ZERO });
                    }
                }
                // With a line that nobody scored there are figures enough as it is.
                -1 if self.unscored != Unscored::default() => {}
                -1 => {
                    for figure in figures {
                        try_with(Some(figure), None, &Mend::Extra { figure, axis });
                    }
                }
                _ => {
                    for figure in figures {
                        for &line in &lines {
                            let to = Length::ZERO;
                            try_with(Some(figure), Some(line), &Mend::Moved { figure, to, line, axis });
                        }
                    }
                    if self.pose.size.along(axis).is_some() {
                        try_with(None, None, &Mend::Sheet { axis, is: Length::ZERO });
                    }
                }
            }
        }
        if missing == [0, 0] {
            for index in 0..self.heard.measures.len() {
                let pairs = [self.pair(Axis::Upright, None, None), self.pair(Axis::Level, None, None)];
                self.settle(&pairs, &Mend::Measure { index, is: Length::ZERO }, Length::ZERO, list);
            }
        }
    }

    /// Solves for the measures, and lists the bag if there is one.
    fn settle(&self, pairs: &[Pairing; 2], mend: &Mend, slack: Length, list: &mut Shortlist<'a>) {
        if !self.roles_agree(pairs) {
            return;
        }
        let mut equations = Vec::with_capacity(20);
        for (axis, pairing) in [Axis::Upright, Axis::Level].into_iter().zip(pairs) {
            self.equations(axis, pairing, mend, &mut equations);
        }
        for (index, measure) in self.heard.measures.iter().enumerate() {
            let (measure, is) = measure.value;
            if *mend == (Mend::Measure { index, is: Length::ZERO }) {
                continue;
            }
            equations.extend(unknown(measure).map(|unknown| Equation { sum: Sum::whole(unknown), is }));
            if measure == Measure::Lap && self.frame.is_tube() {
                equations.push(lapped(is));
            }
        }
        let is_cradle = self.frame.said.is_cradle();
        let habits: &[BaseIs] = if self.frame.is_flare() {
            &[BaseIs::Said]
        } else if is_cradle {
            &[BaseIs::Full]
        } else if self.frame.is_tube() {
            &[BaseIs::Said, BaseIs::Lapped]
        } else {
            &[BaseIs::Said, BaseIs::Full, BaseIs::Lapped, BaseIs::LappedTwice]
        };
        let said = equations.len();
        // Of a hem line that was missed or misheard the figures say nothing more: a hem is usually so deep.
        let tops: &[Option<Length>] = match mend {
            Mend::Moved { axis: Axis::Level, line, .. } | Mend::Missed { axis: Axis::Level, line, .. }
                if self.stack.stretches[*line].ends == Some(Role::TopLine) =>
            {
                match self.heard.spoken.unit() {
                    Unit::Inch => &INCH_HEMS,
                    Unit::Metric => &METRIC_HEMS,
                }
            }
            _ => &[None],
        };
        let is_base = match mend {
            Mend::Moved { axis: Axis::Level, line, .. } | Mend::Missed { axis: Axis::Level, line, .. } => {
                self.stack.stretches[*line].ends == Some(Role::BaseLine)
            }
            _ => false,
        };
        for (habit, top) in habits.iter().flat_map(|habit| tops.iter().map(move |top| (habit, top))) {
            equations.truncate(said);
            equations.extend(top.map(|is| Equation { sum: Sum::whole(Unknown::Top), is }));
            match habit {
                BaseIs::Said => {}
                BaseIs::Full => equations.push(Equation {
                    sum: Sum::whole(Unknown::Base).and(Sum::halves(Unknown::Gusset, -2)),
                    is: Length::ZERO,
                }),
                BaseIs::Lapped => equations.push(lapped(half_inch(self.heard.spoken.unit()))),
                BaseIs::LappedTwice => equations.push(lapped(half_inch(self.heard.spoken.unit()) * 2)),
            }
            let solutions = if slack == Length::ZERO {
                [solve(&equations, slack), None]
            } else {
                let forward = solve(&equations, slack);
                equations.reverse();
                let backward = solve(&equations, slack);
                equations.reverse();
                [forward, backward]
            };
            let mut is_settled = false;
            for measures in solutions.into_iter().flatten() {
                if let Some(found) = self.found(measures, pairs, mend, slack) {
                    is_settled = true;
                    list.add(found);
                }
            }
            if is_settled && tops.len() == 1 && !is_base {
                break;
            }
        }
    }

    fn roles_agree(&self, pairs: &[Pairing; 2]) -> bool {
        let is_tube = self.frame.is_tube();
        [Axis::Upright, Axis::Level].into_iter().zip(pairs).all(|(axis, pairing)| {
            self.stretches(axis).iter().zip(&pairing.spots).all(|(stretch, spot)| {
                let Some((spot, role)) = spot.as_ref().zip(stretch.ends) else { return true };
                spot.said.is_none_or(|said| role.may_be(said, is_tube))
                    && (!spot.partial || role.may_stop_short())
            })
        })
    }

    fn equations(&self, axis: Axis, pairing: &Pairing, mend: &Mend, equations: &mut Vec<Equation>) {
        let stretches = self.stretches(axis);
        let (mut sum, mut last) = (Sum::default(), Length::ZERO);
        for (line, stretch) in stretches.iter().enumerate() {
            sum = sum.and(stretch.sum);
            let at = match pairing.spots.get(line) {
                Some(spot) => spot.map(|spot| spot.at),
                None if *mend == (Mend::Sheet { axis, is: Length::ZERO }) => None,
                None => self.pose.size.along(axis),
            };
            if let Some(at) = at {
                equations.push(Equation { sum, is: at - last });
                (sum, last) = (Sum::default(), at);
            }
        }
    }

    /// The bag of these measures, if they are those of one.
    fn found(
        &self,
        mut measures: Measures,
        pairs: &[Pairing; 2],
        mend: &Mend,
        slack: Length,
    ) -> Option<Found<'a>> {
        if measures.get(Unknown::Tab).is_none() && self.frame.has_tab() {
            measures.set(Unknown::Tab, half_inch(self.heard.spoken.unit()));
        }
        if slack.is_positive() {
            self.add_up(&mut measures)?;
        }
        if !measures.are_positive() {
            return None;
        }
        let lines = |axis: Axis| -> Option<Vec<Length>> {
            let mut at = Length::ZERO;
            let mut lines = Vec::new();
            for stretch in self.stretches(axis) {
                let own = stretch.sum.of(&measures)?;
                if !own.is_positive() {
                    return None;
                }
                at += own;
                lines.push(at);
            }
            lines.pop();
            Some(lines)
        };
        let (upright, level) = (lines(Axis::Upright)?, lines(Axis::Level)?);
        measures.get(Unknown::Height)?;
        let mut roles = Vec::new();
        let mut moves = Vec::new();
        for (axis, (pairing, lines)) in
            [Axis::Upright, Axis::Level].into_iter().zip(pairs.iter().zip([&upright, &level]))
        {
            for ((spot, at), stretch) in pairing.spots.iter().zip(lines).zip(self.stretches(axis)) {
                let Some((spot, role)) = spot.as_ref().zip(stretch.ends) else { continue };
                roles.push((spot.figure, role));
                if *at != spot.at {
                    if (*at - spot.at).abs() > slack {
                        return None;
                    }
                    moves.push((spot.figure, self.measured_from_its_end(axis, *spot, *at)?));
                }
            }
        }
        let mend = match mend {
            Mend::Nothing if moves.is_empty() => Mend::Nothing,
            Mend::Nothing => Mend::Rounded(moves),
            Mend::Moved { figure, line, axis, .. } => {
                let at = if *axis == Axis::Upright { upright[*line] } else { level[*line] };
                let spot = self.spots(*axis).iter().find(|spot| spot.figure == *figure)?;
                let to = self.measured_from_its_end(*axis, *spot, at)?;
                let role = self.stretches(*axis)[*line].ends?;
                if to == self.measured_from_its_end(*axis, *spot, spot.at)?
                    || spot.said.is_some_and(|said| !role.may_be(said, self.frame.is_tube()))
                {
                    return None;
                }
                roles.push((*figure, role));
                Mend::Moved { figure: *figure, to, line: *line, axis: *axis }
            }
            Mend::Missed { axis, line, .. } => {
                let at = if *axis == Axis::Upright { upright[*line] } else { level[*line] };
                Mend::Missed { axis: *axis, line: *line, at }
            }
            Mend::Extra { .. } | Mend::Rounded(_) => mend.clone(),
            Mend::Sheet { axis, .. } => {
                Mend::Sheet { axis: *axis, is: total(self.stretches(*axis)).of(&measures)? }
            }
            Mend::Measure { index, .. } => {
                let (measure, was) = self.heard.measures[*index].value;
                let is = match measure {
                    Measure::Lap => measures.get(Unknown::Base)? * 2 - measures.get(Unknown::Gusset)?,
                    measure => measures.get(unknown(measure)?)?,
                };
                if is == was {
                    return None;
                }
                Mend::Measure { index: *index, is }
            }
        };
        roles.sort_by_key(|(figure, _)| *figure);
        let mut found = Found {
            frame: self.frame,
            stack: self.stack,
            pose: self.pose,
            measures,
            upright,
            level,
            roles,
            mend,
            odd: 0,
            amiss: 0,
        };
        found.odd = odd::odd(self.heard, &found).filter(|odd| *odd <= odd::MOST_ODD)?;
        found.amiss = odd::amiss(self.heard, &found);
        Some(found)
    }

    /// So far from the end a figure is measured from.
    fn measured_from_its_end(&self, axis: Axis, spot: FigureAt, at: Length) -> Option<Length> {
        if !spot.far {
            return Some(at);
        }
        Some(self.pose.size.along(axis)? - at)
    }

    /// Rounded figures have to add up to the sheet all the same: the tab, or the face, takes up the rest.
    fn add_up(&self, measures: &mut Measures) -> Option<()> {
        for (axis, takers) in [
            (Axis::Upright, [Unknown::Tab, Unknown::Width]),
            (Axis::Level, [Unknown::Height, Unknown::Height]),
        ] {
            let Some(is) = self.pose.size.along(axis) else { continue };
            let sum = total(self.stretches(axis));
            let rest = is - sum.of(measures)?;
            let has = |unknown: &Unknown| sum.of(&only(*unknown)).is_some_and(|length| length.is_positive());
            if rest != Length::ZERO {
                let taker = takers.into_iter().find(has)?;
                // Twice where there is a front and a back.
                let times = sum.of(&only(taker))?.units();
                let share = Length::from_units(rest.units() / times);
                measures.set(taker, measures.get(taker)? + share);
            }
        }
        Some(())
    }
}

/// How deep a hem usually is (common practice), where nothing else says it.
const INCH_HEMS: [Option<Length>; 4] =
    [None, Some(Length::inches(1)), Some(Length::eighths(12)), Some(Length::inches(2))];
const METRIC_HEMS: [Option<Length>; 4] =
    [None, Some(Length::millimetres(25)), Some(Length::millimetres(40)), Some(Length::millimetres(50))];

/// Measures of which only one is anything: one unit.
fn only(unknown: Unknown) -> Measures {
    let mut measures = Measures::default();
    for other in [
        Unknown::Width,
        Unknown::Gusset,
        Unknown::Tab,
        Unknown::Base,
        Unknown::Height,
        Unknown::Top,
        Unknown::Pleat,
    ] {
        measures.set(other, Length::from_units(i64::from(other == unknown)));
    }
    measures
}

/// Base flaps that lap one another by so much.
const fn lapped(by: Length) -> Equation {
    // Twice the flap less the gusset.
    Equation { sum: Sum::halves(Unknown::Base, 4).and(Sum::halves(Unknown::Gusset, -2)), is: by }
}

const fn unknown(measure: Measure) -> Option<Unknown> {
    Some(match measure {
        Measure::Width => Unknown::Width,
        Measure::Height => Unknown::Height,
        Measure::Gusset => Unknown::Gusset,
        Measure::Tab => Unknown::Tab,
        Measure::Base => Unknown::Base,
        Measure::Hem | Measure::Flap => Unknown::Top,
        Measure::Pleat => Unknown::Pleat,
        Measure::Lap | Measure::Strip => return None,
    })
}
