//! A bag said in words: its figures as somebody reads them off at the board.

use wide_fold_core::brief::Build;
use wide_fold_core::heard::Heard;
use wide_fold_core::plane::Size;
use wide_fold_core::reading::{Explained, Reading, explain};
use wide_fold_core::{Brief, Length, Plan, Unit};

/// What can be read off of one of its pieces alike.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Figures {
    pub pieces: usize,
    pub size: Size,
    /// True if strips hold it together.
    pub strips: bool,
    /// From the left edge.
    pub upright: Vec<Length>,
    /// From the bottom edge.
    pub level: Vec<Length>,
}

/// How it is said.
#[derive(Clone, Copy, Debug, Default)]
pub struct Manner {
    /// Measured from the right edge.
    pub from_the_right: bool,
    /// Measured from the top edge.
    pub from_the_top: bool,
    /// The level lines first, and the sheet the other way.
    pub turned: bool,
    /// Rounded to so much, and said in metric.
    pub rounded: Option<Length>,
    /// Edges are named.
    pub named: bool,
}

impl Figures {
    pub fn of(brief: &Brief) -> Self {
        let plan = Plan::new(brief).unwrap();
        let pieces: Vec<_> = plan.pieces.iter().filter(|piece| !piece.from_scrap).collect();
        let (mut upright, mut level) = (Vec::new(), Vec::new());
        let creases = pieces.iter().flat_map(|piece| &piece.blank.creases);
        for crease in creases.filter(|crease| !crease.role.is_made_by_hand()) {
            if crease.is_vertical() {
                upright.push(crease.from.x);
            } else if crease.is_level() {
                level.push(crease.from.y);
            }
        }
        for lines in [&mut upright, &mut level] {
            lines.sort();
            lines.dedup();
        }
        let pieces_alike = pieces.iter().map(|piece| piece.count as usize).sum();
        Self {
            pieces: pieces_alike,
            size: Size::new(pieces[0].width, pieces.iter().map(|piece| piece.height).max().unwrap()),
            upright,
            level,
            strips: brief.joins.strip().is_some(),
        }
    }

    /// The figures that are said, from whichever edge.
    pub fn as_said(&self, manner: Manner) -> Self {
        let far = |lines: &[Length], side: Length, far: bool| {
            lines.iter().map(|at| if far { side - *at } else { *at }).collect()
        };
        Self {
            upright: far(&self.upright, self.size.width, manner.from_the_right),
            level: far(&self.level, self.size.height, manner.from_the_top),
            ..self.clone()
        }
    }

    /// In words, figure by figure as `figure` writes them: so that one can be written wrong.
    pub fn said(&self, manner: Manner, write: &mut dyn FnMut(Length) -> String) -> String {
        let Self { pieces, size, .. } = self;
        let round = |length: Length| manner.rounded.map_or(length, |step| length.nearest(step));
        let mut list = |lines: &[Length], side: Length, far: bool| {
            let mut at: Vec<Length> = lines.iter().map(|at| if far { side - *at } else { *at }).collect();
            at.sort();
            at.into_iter().map(|at| write(round(at))).collect::<Vec<_>>().join(", ")
        };
        let upright = list(&self.upright, size.width, manner.from_the_right);
        let level = list(&self.level, size.height, manner.from_the_top);
        // Of a sheet people say first the side along the fence, unless they name its edges.
        let size = if manner.turned && !manner.named { size.turned() } else { *size };
        let (width, height) = (write(round(size.width)), write(round(size.height)));
        let many = if *pieces == 2 { "two " } else { "" };
        let edges = |far: bool, names: [&str; 2]| {
            if manner.named { format!(" from the {}", names[usize::from(far)]) } else { String::new() }
        };
        let upright = format!("{upright}{}", edges(manner.from_the_right, ["left", "right"]));
        let level = format!("{level}{}", edges(manner.from_the_top, ["bottom", "top"]));
        let strips = if self.strips { ", joining strips" } else { "" };
        let (first, second) = if manner.turned { (level, upright) } else { (upright, level) };
        format!("{many}{width} × {height}, score at {first}, turn, score at {second}{strips}")
    }

    /// In words, without a mistake.
    pub fn in_words(&self, manner: Manner) -> String {
        let unit = if manner.rounded.is_some() { Unit::Metric } else { Unit::Inch };
        self.said(manner, &mut |length| written(length, unit))
    }
}

pub fn written(length: Length, unit: Unit) -> String {
    match unit {
        Unit::Inch => length.figure(unit),
        Unit::Metric => format!("{} mm", length.editable(unit)),
    }
}

/// What was found, in short.
pub fn told(found: &Explained) -> String {
    let reading = |reading: &Reading| {
        format!("{:?} {:?} {}", reading.brief.build, reading.brief.top, reading.says.join(" "))
    };
    let mut told: Vec<String> = found.readings.iter().map(|one| format!("reads {}", reading(one))).collect();
    told.extend(found.corrections.iter().map(|one| format!("{}: {}", one.says, reading(&one.reading))));
    told.extend(found.wants.clone());
    told.join("\n")
}

pub fn read_words(words: &str) -> Explained {
    explain(&Heard::listen(words, Unit::Inch).unwrap(), words)
}

/// The same bag, whatever words it came from, and on whichever side its tab is.
pub fn same_bag(one: &Brief, other: &Brief) -> bool {
    let kind = |build: Build| match build {
        // The same pair, cut at the two other corners.
        Build::Joined { .. } => std::mem::discriminant(&Build::CornerPair),
        build => std::mem::discriminant(&build),
    };
    let depth = |brief: &Brief| if brief.build.has_gussets() { brief.finished.gusset } else { Length::ZERO };
    (one.finished.width, one.finished.height, depth(one))
        == (other.finished.width, other.finished.height, depth(other))
        && kind(one.build) == kind(other.build)
        && one.flap() == other.flap()
        && one.top.depth() == other.top.depth()
        && one.gusset_crease.folds_flat() == other.gusset_crease.folds_flat()
        && one.joins.strip().is_some() == other.joins.strip().is_some()
}

/// True if the pieces of a bag have a line wherever one was said, however the piece lies, and it folds up as it should.
pub fn explains(reading: &Reading, heard: &Figures) -> bool {
    let plan = Plan::new(&reading.brief).unwrap();
    let own = Figures::of(&reading.brief);
    let mirrored = |lines: &[Length], side: Length| {
        let mut lines: Vec<Length> = lines.iter().map(|at| side - *at).collect();
        lines.sort();
        lines
    };
    let holds = |own: &[Length], said: &[Length]| said.iter().all(|at| own.contains(at));
    let either =
        |own: &[Length], said: &[Length], side: Length| holds(own, said) || holds(own, &mirrored(said, side));
    // Which of its sides was said first, and along which of them it was scored first, the words leave open.
    let Size { width, height } = heard.size;
    let sizes = [(width, height), (height, width)];
    let ways = [(&heard.upright, &heard.level), (&heard.level, &heard.upright)];
    plan.proof.passed()
        && own.pieces == heard.pieces
        && sizes.contains(&(own.size.width, own.size.height))
        && ways.into_iter().any(|(upright, level)| {
            either(&own.upright, upright, own.size.width) && either(&own.level, level, own.size.height)
        })
}
