//! What is begun of the lines of a run, and whether it counts for another one.

use std::collections::BTreeMap;
use wide_fold_core::fittings::Fitted;
use wide_fold_core::line::{Line, PartRef};
use wide_fold_core::progress::{Progress, Spoil};
use wide_fold_core::several::parts;
use wide_fold_core::{Brief, Net};
use wide_fold_kept::run::{KeptLine, KeptRun};
use wide_fold_kept::runs::Event;

/// What is begun of a line.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Begun {
    /// Bags of which a piece is cut and not spoiled.
    pub bags: u32,
    /// True if anything is cut for it, small parts too, or worked on.
    pub any: bool,
    /// True if something is worked on, and not only cut.
    pub worked: bool,
}

/// What is begun of every line of a run, those that are gone too, by their numbers.
pub fn begun(run: &KeptRun, events: &[Event]) -> BTreeMap<u32, Begun> {
    let all: Vec<&KeptLine> = run.lines.iter().chain(&run.gone).collect();
    let line = |kept: &&KeptLine| {
        let brief = Brief::try_from(&kept.brief).ok()?;
        Some((kept.line, Line::new(&kept.name, brief, kept.copies, [None, None])))
    };
    let (numbers, lines): (Vec<u32>, Vec<Line>) = all.iter().filter_map(line).unzip();
    let place = |wanted: &u32| numbers.iter().position(|number| number == wanted);
    let mut progress = Progress::default();
    let mut worked: BTreeMap<u32, i64> = BTreeMap::new();
    for event in events {
        match event {
            Event::Tick { line, by, .. } => *worked.entry(*line).or_default() += by,
            Event::Cut { times, holds, .. } => {
                for (line, part, count) in holds {
                    let Some(line) = place(line) else { continue };
                    progress.cut(PartRef { line, part: *part }, times * i64::from(*count));
                }
            }
            Event::Spoil { line, part, .. } => {
                let Some(line) = place(line) else { continue };
                progress.spoil(Spoil { line, part: *part, at: None, counted: false });
            }
        }
    }
    let of = |(place, number): (usize, &u32)| {
        let own = &lines[place].parts;
        let there = |part: usize| progress.there(&lines, PartRef { line: place, part });
        let bags = progress.begun(&lines, place);
        let worked = worked.get(number).is_some_and(|times| *times > 0);
        let any = worked || (0..own.len()).any(|part| there(part) > 0);
        (*number, Begun { bags, any, worked })
    };
    let mut all: BTreeMap<u32, Begun> = numbers.iter().enumerate().map(of).collect();
    // Of a line whose bag cannot be read any more nobody knows how far it came: whatever was done on it is not counted for another.
    let touched = events.iter().flat_map(|event| match event {
        Event::Tick { line, .. } | Event::Spoil { line, .. } => vec![*line],
        Event::Cut { holds, .. } => holds.iter().map(|(line, _, _)| *line).collect(),
    });
    for line in touched {
        all.entry(line).or_insert(Begun { bags: 0, any: true, worked: true });
    }
    all
}

/// True if what is done on the one counts for the other: the same pieces of the same paper, and the same lines on them if they are
/// worked on.
pub fn is_alike(one: &KeptLine, other: &KeptLine, begun: Begun) -> bool {
    let (Ok(a), Ok(b)) = (Brief::try_from(&one.brief), Brief::try_from(&other.brief)) else { return false };
    let net = |brief: &Brief| Net::new(brief, &Fitted::of(brief));
    (one.paper, one.side_paper) == (other.paper, other.side_paper)
        && parts(&a) == parts(&b)
        && (!begun.worked || net(&a) == net(&b))
}
