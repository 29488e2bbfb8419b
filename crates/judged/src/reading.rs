//! From somebody's figures to the bag they make.
//!
//! Everything that was heard is held against every construction there is: builds, starts of the round, tabs on either side, tabs or
//! strips, hem or none, centre and fold-flat lines, measured from either end, mirrored, turned, top for bottom. What explains every
//! figure, and whose folded bag measures up, is a [`Reading`]. Where nothing does, or only something nobody would make, one thing
//! is mended (a figure, a missed or a surplus score, a side of the sheet, a named measure, figures rounded one by one), and what
//! comes out is offered as a [`Correction`], never as what was said.

mod ask;
mod found;
mod frames;
mod half_said;
mod left_over;
mod mend;
mod odd;
mod poses;
mod says;
mod search;
mod solve;
#[cfg(test)]
mod tests;

pub use ask::{Answer, Question};
pub use mend::Edit;

use crate::brief::{
    Across, BaseHabit, Board, Build, CLOSING_FLAP_CORNER, CUSTOMARY_LAP, FaceSide, GussetCrease, HemSide,
    Top, half_inch,
};
use crate::figures::Figures;
use crate::heard::{Axis, Heard, HeardLine, HeardTop, Measure};
use crate::plane::Size;
use crate::sheet::Sheet;
use crate::{Brief, Length, Plan, Unit};
use found::{Found, Mend, Shortlist};
use frames::{Frame, Stack, frames, stacks};
use poses::{Pose, poses};
use search::{Trial, Unscored};
use solve::Unknown;
use std::ops::Range;

/// Constructions that are looked at closely.
const MOST: usize = 24;
/// Readings, and corrections, that are shown at most.
const SHOWN: usize = 6;
/// A reading as odd as that may be a figure misheard: corrections stand beside it.
const ODD: u32 = 8;
/// Corrections so much less likely than the first are not shown.
const FAR_BEHIND: u32 = 16;
/// Readings no odder than the first by so much are as good as it is.
const AS_GOOD: u32 = 3;

/// What became of somebody's figures.
#[derive(Clone, Debug, Default)]
pub struct Explained {
    /// Constructions that explain every figure, the likeliest first.
    pub readings: Vec<Reading>,
    /// Constructions that explain them once something is mended, the smallest correction first.
    pub corrections: Vec<Correction>,
    /// What to ask, where several readings are equally good.
    pub question: Option<Question>,
    /// What is wanted to find a bag, where none is found.
    pub wants: Option<String>,
    /// The figures where they lie on a piece, as the first reading takes them; or as they may be meant, if there is none.
    pub drawn: HeardSheet,
}

/// Figures where they lie on a piece, top edge up.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct HeardSheet {
    /// Width and height of the piece, if they are known.
    pub size: Option<Size>,
    /// The lines, in the order they were said.
    pub lines: Vec<HeardAt>,
}

/// A line where it was said to lie.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct HeardAt {
    /// Where its figure stands in the words.
    pub place: Range<usize>,
    /// Which way it runs.
    pub axis: Axis,
    /// How far from the left edge, or from the bottom edge.
    pub at: Length,
}

/// A bag that explains what was heard. Its proof has passed.
#[derive(Clone, Debug)]
pub struct Reading {
    /// The bag, with the words it came from.
    pub brief: Brief,
    /// What every figure is, by where it stands in the words.
    pub lines: Vec<(Range<usize>, String)>,
    /// How it is put together, and what was taken for granted; a sentence each.
    pub says: Vec<String>,
    drawn: HeardSheet,
    /// How far it is from what people usually do.
    odd: u32,
}

impl Reading {
    /// True if it is a bag people make; of one that is not, a figure may have been misheard.
    pub const fn is_usual(&self) -> bool {
        self.odd < ODD
    }
}

/// A bag that explains what was heard once something is mended.
#[derive(Clone, Debug)]
pub struct Correction {
    /// The bag.
    pub reading: Reading,
    /// What is mended: `5¾ for 5½`.
    pub says: String,
    /// What did not meet, and by how much.
    pub why: String,
    /// The words, mended.
    pub edits: Vec<Edit>,
    cost: u32,
}

/// Reads what was heard in `words`.
///
/// ```
/// use wide_fold_asked::{Length, Unit, heard::Heard};
/// use wide_fold_judged::reading::explain;
/// // The worked bag (common practice), one of its figures misheard.
/// let words = "12 × 8½, score at 2, 5½, 7¾ and 11½, turn, score at 2";
/// let found = explain(&Heard::listen(words, Unit::Inch)?, words);
/// assert!(found.readings.is_empty());
/// assert_eq!(found.corrections[0].says, "5¾ in place of 5½");
/// assert_eq!(found.corrections[0].reading.brief.finished.width, Length::eighths(30));
/// # Ok::<(), wide_fold_asked::heard::HeardFault>(())
/// ```
pub fn explain(heard: &Heard, words: &str) -> Explained {
    half_said::explain(heard, words)
}

/// The same, of what was said as it stands.
fn explained(heard: &Heard, words: &str) -> Explained {
    let (ways, poses) = (Ways::all(), poses(heard));
    let hearing = Hearing { heard, words };
    let as_heard = || poses.first().map(|pose| hearing.drawn(pose, None)).unwrap_or_default();
    if let Some(place) = heard.unused.first() {
        // A bag that leaves a figure out would be another.
        let wants = Some(says::unused(&words[place.clone()]));
        return Explained { wants, drawn: as_heard(), ..Explained::default() };
    }
    let trials = ways.trials(heard, &poses);
    let unmended = unmended(&trials);
    let readings = hearing.readings(&unmended.found);
    let oddest = readings.first().map_or(u32::MAX, |first| first.odd);
    let mut corrections = Vec::new();
    if oddest >= ODD && heard.has_figures() {
        let mut mended = Shortlist::new(MOST * 2);
        if readings.is_empty() && heard.spoken.unit() == Unit::Metric {
            let slack = step(heard);
            trials.iter().for_each(|trial| trial.unmended(slack, &mut mended));
        }
        trials.iter().for_each(|trial| trial.mended(&mut mended));
        mended.found.retain(|found| found.mend != Mend::Nothing && found.odd.saturating_add(6) <= oddest);
        corrections = hearing.corrections(&mended.found);
    }
    let question = ask::question(&readings);
    let wants = (readings.is_empty() && corrections.is_empty()).then(|| {
        let folds_not = unmended.found.first().and_then(|found| hearing.folds_not(found));
        folds_not.unwrap_or_else(|| says::wants(heard, words, &trials))
    });
    let found = readings.first().or(corrections.first().map(|first| &first.reading));
    let drawn = found.map(|first| first.drawn.clone());
    let drawn = drawn.unwrap_or_else(as_heard);
    Explained { readings, corrections, question, wants, drawn }
}

/// Every construction there is.
struct Ways {
    frames: Vec<Frame>,
    /// Of each of them, in the same order.
    stacks: Vec<Vec<Stack>>,
}

impl Ways {
    fn all() -> Self {
        let frames = frames();
        let stacks = frames.iter().map(|frame| stacks(frame.said)).collect();
        Self { frames, stacks }
    }

    /// Each of them held against each way the words may be meant, unless what was said speaks against it.
    fn trials<'a>(&'a self, heard: &'a Heard, poses: &'a [Pose]) -> Vec<Trial<'a>> {
        poses
            .iter()
            .flat_map(|pose| {
                self.frames.iter().zip(&self.stacks).flat_map(move |(frame, stacks)| {
                    stacks.iter().flat_map(move |stack| {
                        let ways = Unscored::ways(heard, frame, stack);
                        ways.into_iter().map(move |unscored| Trial { heard, pose, frame, stack, unscored })
                    })
                })
            })
            .filter(Trial::is_meant)
            .collect()
    }
}

/// What explains the words as they were heard.
fn unmended<'a>(trials: &[Trial<'a>]) -> Shortlist<'a> {
    let mut found = Shortlist::new(MOST);
    trials.iter().for_each(|trial| trial.unmended(Length::ZERO, &mut found));
    found
}

/// The likeliest bag of what was heard as it was heard, if it is one people make.
fn usual(ways: &Ways, heard: &Heard, words: &str) -> Option<Reading> {
    let poses = poses(heard);
    let trials = ways.trials(heard, &poses);
    let likeliest = Hearing { heard, words }.readings(&unmended(&trials).found).into_iter().next();
    likeliest.filter(Reading::is_usual)
}

/// Metric figures come rounded to so much.
fn step(heard: &Heard) -> Length {
    let coarse = Length::millimetres(5);
    let is_coarse = heard.figures().all(|(_, figure)| figure.at.is_on(coarse));
    if is_coarse { coarse } else { Length::MM }
}

/// What was heard, and the words it was heard in.
struct Hearing<'a> {
    heard: &'a Heard,
    words: &'a str,
}

impl Hearing<'_> {
    fn readings(&self, found: &[Found<'_>]) -> Vec<Reading> {
        let mut readings: Vec<Reading> = Vec::new();
        for found in found {
            for (top, odder) in self.tops(found) {
                if let Some(reading) = self.reading(found, top, odder)
                    && !readings.iter().any(|known| known.brief == reading.brief)
                {
                    readings.push(reading);
                }
            }
            if readings.len() >= SHOWN {
                break;
            }
        }
        readings.sort_by_key(|reading| reading.odd);
        readings.truncate(SHOWN);
        readings
    }

    fn corrections(&self, found: &[Found<'_>]) -> Vec<Correction> {
        let mut corrections: Vec<Correction> = Vec::new();
        for found in found {
            if corrections.first().is_some_and(|first| found.cost() > first.cost + FAR_BEHIND) {
                break;
            }
            let Some((top, odder)) = self.tops(found).into_iter().next() else { continue };
            let Some(reading) = self.reading(found, top, odder) else { continue };
            let Some((says, why, edits)) = mend::edits(self.heard, self.words, found) else { continue };
            if !corrections.iter().any(|known| known.edits == edits) {
                corrections.push(Correction { reading, says, why, edits, cost: found.cost() });
            }
            if corrections.len() == SHOWN {
                break;
            }
        }
        corrections
    }

    /// What may become of the top, and how much odder than the usual that is.
    fn tops(&self, found: &Found<'_>) -> Vec<(Top, u32)> {
        let Some(depth) = found.measures.get(Unknown::Top).filter(|_| found.stack.topped) else {
            return vec![(Top::Raw, 0)];
        };
        let turned_in = (Top::HemIn { depth }, 0);
        let turned_out = (Top::HemOut { depth }, 0);
        let flap = Top::Flap { on: FaceSide::Back, depth, corner: CLOSING_FLAP_CORNER.min(depth.half()) };
        match self.heard.top {
            Some(HeardTop::Hem(Some(HemSide::Inside))) => vec![turned_in],
            Some(HeardTop::Hem(Some(HemSide::Outside))) => vec![turned_out],
            Some(HeardTop::Hem(None)) => vec![turned_in, turned_out],
            Some(HeardTop::Flap) => vec![(flap, 0)],
            // Of two pieces alike both would have the flap.
            None if found.frame.is_flare() || found.frame.pieces > 1 => vec![turned_in, turned_out],
            None => vec![turned_in, turned_out, (flap, 2)],
        }
    }

    /// The bag, if it folds as it should.
    fn reading(&self, found: &Found<'_>, top: Top, odder: u32) -> Option<Reading> {
        let brief = self.brief(found, top)?;
        let plan = Plan::new(&brief).ok()?;
        if !plan.proof.passed() || !has_lines(&plan, found) {
            return None;
        }
        let places = self.places();
        let is_tube = found.frame.is_tube();
        let lines = found.roles.iter().filter_map(|(figure, role)| {
            let place = places.get(*figure)?.clone();
            Some((place, says::role(*role, is_tube, top)))
        });
        let lines = lines.collect();
        let extent = found.extent().0.zip(found.extent().1).map(|(width, height)| Size::new(width, height));
        let drawn = self.drawn(found.pose, extent);
        Some(Reading {
            lines,
            drawn,
            says: says::says(self.heard, found, &brief),
            odd: found.odd + odder,
            brief,
        })
    }

    /// Where every figure stands in the words.
    fn places(&self) -> Vec<Range<usize>> {
        self.heard.figures().map(|(_, figure)| figure.place.clone()).collect()
    }

    /// The figures as a pose lays them, on a piece of its size, or of that size if none was said.
    fn drawn(&self, pose: &Pose, extent: Option<Size>) -> HeardSheet {
        let places = self.places();
        let upright = pose.upright.iter().map(|spot| (Axis::Upright, spot));
        let level = pose.level.iter().map(|spot| (Axis::Level, spot));
        let mut spots: Vec<_> = upright.chain(level).collect();
        spots.sort_by_key(|(_, spot)| spot.figure);
        let line = |(axis, spot): (Axis, &poses::FigureAt)| {
            Some(HeardAt { place: places.get(spot.figure)?.clone(), axis, at: spot.at })
        };
        HeardSheet { size: pose.size.whole().or(extent), lines: spots.into_iter().filter_map(line).collect() }
    }

    /// Why the bag these figures make does not fold.
    fn folds_not(&self, found: &Found<'_>) -> Option<String> {
        let (top, _) = self.tops(found).into_iter().next()?;
        let brief = self.brief(found, top)?;
        let says = match Plan::new(&brief) {
            Err(fault) => fault.sentence,
            Ok(plan) => {
                let failed = plan.proof.items.iter().find(|item| !item.passed())?;
                format!("{}: {}.", failed.name(), failed.says(brief.unit))
            }
        };
        let size = Figures::of(&brief).size(&brief);
        Some(format!("The figures make a bag of {size}, but it does not fold as it should. {says}"))
    }

    fn brief(&self, found: &Found<'_>, top: Top) -> Option<Brief> {
        let heard = self.heard;
        let get = |unknown| found.measures.get(unknown);
        let frame = found.frame;
        let gusset = if frame.is_flare() { Length::inches(2) } else { get(Unknown::Gusset)? };
        let unit = heard.spoken.unit();
        let mut brief = Brief::new(get(Unknown::Width)?, get(Unknown::Height)?, gusset);
        brief.unit = unit;
        if unit == Unit::Metric {
            let mm = Length::millimetres;
            brief.board = Board { groove: mm(1), reach: mm(300), ..brief.board };
            (brief.tab, brief.notch) = (half_inch(unit), mm(6));
        }
        brief.build = match frame.build {
            Build::FoldedBase { .. } => Build::FoldedBase { lap: get(Unknown::Base)? * 2 - gusset },
            Build::PleatedFlare { pleats, .. } => Build::PleatedFlare { pleats, pleat: get(Unknown::Pleat)? },
            build @ (Build::Wrap | Build::CornerPair | Build::CradlePair { .. } | Build::Joined { .. }) => {
                build
            }
        };
        brief.round = frame.round;
        brief.tab = if frame.has_tab() { get(Unknown::Tab)? } else { brief.tab };
        let strip = heard.measures.iter().find(|measure| measure.value.0 == Measure::Strip);
        brief.joins = strip.map_or(frame.joins, |strip| frame.joins.with_strip(strip.value.1));
        if brief.build.has_slit_flaps() {
            let depth = get(Unknown::Base)?;
            // Half a gusset may be an odd number of the smallest units.
            brief.base = if (depth - gusset).abs() <= Length::from_units(7) {
                BaseHabit::Full
            } else if depth * 2 - gusset == CUSTOMARY_LAP && brief.build.squares().is_none() {
                BaseHabit::HalfAndLap { lap: CUSTOMARY_LAP }
            } else {
                BaseHabit::Custom { depth }
            };
        }
        brief.top = top;
        let said = |line: HeardLine| heard.figures().any(|(_, figure)| figure.line == Some(line));
        brief.gusset_crease = match (found.stack.at_apex && !frame.is_tube(), frame.centred) {
            (true, _) if said(HeardLine::Apex) && !heard.diagonals => GussetCrease::Centre,
            (true, _) if said(HeardLine::Apex) => GussetCrease::Pair,
            (true, _) => GussetCrease::FoldFlat { across: Across::Back },
            (false, true) if heard.diagonals => GussetCrease::Pair,
            (false, true) => GussetCrease::Centre,
            (false, false) => GussetCrease::None,
        };
        brief.sheet = self.sheet(found)?;
        brief.heard = Some(self.words.to_owned());
        Some(brief)
    }

    /// The sheet that was said, laid so that the piece fits if it can be; else one of the piece's own size.
    fn sheet(&self, found: &Found<'_>) -> Option<Sheet> {
        let (width, height) = found.extent();
        let (width, height) = (width?, height?);
        let mut sheet = Sheet { width, height, ..Sheet::default() };
        let stock =
            self.heard.sheet.as_ref().filter(|_| self.heard.trimmed.is_some()).map(|stock| stock.value);
        let fits = |size: Size| width <= size.width && height <= size.height;
        if let Some(stock) =
            stock.into_iter().flat_map(|stock| [stock, stock.turned()]).find(|size| fits(*size))
        {
            (sheet.width, sheet.height) = (stock.width, stock.height);
        }
        Some(sheet)
    }
}

/// True if the bag that came out has a line on its pieces wherever one was found.
fn has_lines(plan: &Plan, found: &Found<'_>) -> bool {
    let creases = || {
        let pieces = plan.pieces.iter().filter(|piece| !piece.from_scrap);
        pieces.flat_map(|piece| &piece.blank.creases)
    };
    found.upright.iter().all(|at| creases().any(|crease| crease.is_vertical() && crease.from.x == *at))
        && found.level.iter().all(|at| creases().any(|crease| crease.is_level() && crease.from.y == *at))
}
