//! How the words may be meant to lie on a piece: which figures run from side to side, which from bottom to top, and from which end.

use crate::Length;
use crate::heard::{Axis, Heard, HeardEnd, HeardLine, Measure};
use crate::plane::Size;

/// A figure where it lies.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub(super) struct FigureAt {
    /// From the left edge, or from the bottom edge.
    pub(super) at: Length,
    /// Which of the figures that were heard.
    pub(super) figure: usize,
    /// True if it is measured from the right, or from the top.
    pub(super) far: bool,
    pub(super) said: Option<HeardLine>,
    pub(super) partial: bool,
}

/// How wide and how high a piece is, as far as it was said.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub(super) struct Extent {
    width: Option<Length>,
    height: Option<Length>,
}

impl Extent {
    /// Both sides.
    const fn of(size: Size) -> Self {
        Self { width: Some(size.width), height: Some(size.height) }
    }

    /// The side lines are measured along.
    pub(super) const fn along(self, axis: Axis) -> Option<Length> {
        match axis {
            Axis::Upright => self.width,
            Axis::Level => self.height,
        }
    }

    /// Both sides, if both were said.
    pub(super) fn whole(self) -> Option<Size> {
        Some(Size { width: self.width?, height: self.height? })
    }

    const fn turned(self) -> Self {
        Self { width: self.height, height: self.width }
    }
}

/// One way the words may be meant.
#[derive(Clone, Debug, PartialEq, Eq)]
pub(super) struct Pose {
    /// Width and height of the piece, as far as a sheet was named.
    pub(super) size: Extent,
    /// True if the sheet lies the other way than people usually say it.
    pub(super) swapped: bool,
    /// True if its height was said before its width.
    pub(super) height_first: bool,
    /// True if top and bottom are not where they were said to be.
    pub(super) upside_down: bool,
    pub(super) upright: Vec<FigureAt>,
    pub(super) level: Vec<FigureAt>,
}

/// At most so many passes of which the end is unsaid are tried from both.
const MOST_UNSAID: usize = 5;

/// Every way there is, each once.
pub(super) fn poses(heard: &Heard) -> Vec<Pose> {
    let said = extent(heard);
    let sizes = if said == said.turned() || !may_lie_turned(heard) {
        vec![(said, false)]
    } else {
        vec![(said, false), (said.turned(), true)]
    };
    let mut all: Vec<Pose> = Vec::new();
    for (size, height_first) in sizes {
        for first in firsts(heard) {
            let axes: Vec<Axis> = heard
                .passes
                .iter()
                .map(|pass| pass.axis.unwrap_or(if pass.turned { other(first) } else { first }))
                .collect();
            let long_fits = heard.passes.iter().zip(&axes).all(|(pass, axis)| {
                let Some(long) = pass.long else { return true };
                let sides = size.along(*axis).zip(size.along(other(*axis)));
                sides.is_none_or(|(own, across)| own == across || (own > across) == long)
            });
            if !long_fits {
                continue;
            }
            for ends in ends(heard, &axes) {
                for upside_down in [false, true] {
                    // People say first the side along the fence, unless they name the edges.
                    let is_named = heard.passes.first().is_none_or(|pass| pass.axis.is_some());
                    let swapped = height_first ^ (!is_named && axes[0] == Axis::Level);
                    if let Some(pose) =
                        pose(heard, &axes, &ends, SheetLies { size, swapped, height_first, upside_down })
                    {
                        match all.iter_mut().find(|known| known.same(&pose)) {
                            Some(known) if known.oddly() > pose.oddly() => *known = pose,
                            Some(_) => {}
                            None => all.push(pose),
                        }
                    }
                }
            }
        }
    }
    all
}

impl Pose {
    fn oddly(&self) -> u8 {
        u8::from(self.swapped) + 2 * u8::from(self.upside_down)
    }

    /// The same figures in the same places, however it came about.
    fn same(&self, other: &Self) -> bool {
        (self.size, &self.upright, &self.level) == (other.size, &other.upright, &other.level)
    }
}

const fn other(axis: Axis) -> Axis {
    match axis {
        Axis::Upright => Axis::Level,
        Axis::Level => Axis::Upright,
    }
}

/// True unless it was said which of its sides one side of a sheet is, or nothing but that side would tell how high the bag is.
fn may_lie_turned(heard: &Heard) -> bool {
    let is_high = heard.measures.iter().any(|measure| measure.value.0 == Measure::Height);
    heard.piece().is_some() || heard.side.as_ref().is_none_or(|side| side.value.axis.is_none() && is_high)
}

/// What was said of the sides of a piece.
fn extent(heard: &Heard) -> Extent {
    match (heard.piece(), &heard.side) {
        (Some(size), _) => Extent::of(size),
        (None, Some(side)) if side.value.axis == Some(Axis::Level) => {
            Extent { height: Some(side.value.length), ..Extent::default() }
        }
        (None, Some(side)) => Extent { width: Some(side.value.length), ..Extent::default() },
        (None, None) => Extent::default(),
    }
}

/// Which way the lines of the first pass may run: as edges that are named say, if they agree.
fn firsts(heard: &Heard) -> Vec<Axis> {
    let disagree = |first: Axis| {
        let wrong = |pass: &&crate::heard::HeardPass| {
            pass.axis.is_some_and(|axis| axis != if pass.turned { other(first) } else { first })
                && !pass.figures.iter().all(|figure| figure.line.is_some())
        };
        heard.passes.iter().filter(wrong).count()
    };
    let all = [Axis::Upright, Axis::Level];
    let least = all.map(disagree).into_iter().min().unwrap_or(0);
    all.into_iter().filter(|first| disagree(*first) == least).collect()
}

/// For every pass whether it may be measured from the far end: left before right, bottom before top.
fn ends(heard: &Heard, axes: &[Axis]) -> Vec<Vec<bool>> {
    let mut all: Vec<Vec<bool>> = vec![Vec::new()];
    let mut unsaid = 0;
    for (index, pass) in heard.passes.iter().enumerate() {
        let earlier = (0..index).rev().find(|at| axes[*at] == axes[index]);
        let first = (0..index).find(|at| axes[*at] == axes[index]);
        let choices = |so_far: &[bool]| -> Vec<bool> {
            match (pass.end, earlier) {
                (HeardEnd::Near, _) => vec![false],
                (HeardEnd::Far, _) => vec![true],
                (HeardEnd::Same, Some(_)) => vec![first.is_some_and(|at| so_far[at])],
                (HeardEnd::Opposite, Some(at)) => vec![!so_far[at]],
                // Which side is left is of no matter as long as nothing else was said of it.
                (_, None) if axes[index] == Axis::Upright => vec![pass.end == HeardEnd::Opposite],
                _ => vec![false, true],
            }
        };
        let is_open = choices(&vec![false; heard.passes.len()]).len() > 1;
        unsaid += usize::from(is_open);
        all = all
            .into_iter()
            .flat_map(|so_far| {
                let mut next = choices(&so_far);
                if unsaid > MOST_UNSAID {
                    next.truncate(1);
                }
                next.into_iter().map(move |far| [so_far.as_slice(), &[far]].concat())
            })
            .collect();
    }
    all
}

/// How the sheet lies.
#[derive(Clone, Copy)]
struct SheetLies {
    size: Extent,
    swapped: bool,
    height_first: bool,
    upside_down: bool,
}

fn pose(heard: &Heard, axes: &[Axis], ends: &[bool], laid: SheetLies) -> Option<Pose> {
    let SheetLies { size, swapped, height_first, upside_down } = laid;
    let (mut upright, mut level) = (Vec::new(), Vec::new());
    let mut number = 0;
    for ((pass, axis), far) in heard.passes.iter().zip(axes).zip(ends) {
        let far = *far ^ (upside_down && *axis == Axis::Level);
        for figure in &pass.figures {
            let at = if far { size.along(*axis)? - figure.at } else { figure.at };
            let spot = FigureAt { at, figure: number, far, said: figure.line, partial: figure.partial };
            match axis {
                Axis::Upright => upright.push(spot),
                Axis::Level => level.push(spot),
            }
            number += 1;
        }
    }
    if upside_down && level.is_empty() {
        return None;
    }
    // As they were heard, not by where they lie: a figure that is wrong may be out of its turn.
    Some(Pose { size, swapped, height_first, upside_down, upright, level })
}
