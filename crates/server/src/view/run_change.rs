//! What a change of a run does to what is done on it already: nothing that is cut is forgotten, and nothing counts for what it is not.

use crate::store::runs::Event;
use crate::view::run::{KeptLine, KeptRun, RunDraft};
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;
use wide_fold_core::fittings::Fitted;
use wide_fold_core::line::{Line, PartRef};
use wide_fold_core::progress::{Progress, Spoil};
use wide_fold_core::several::parts;
use wide_fold_core::{Brief, Net};

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

/// What a change does to a line that is begun.
#[derive(Clone, Debug, PartialEq, Eq, Serialize, ToSchema)]
pub struct ChangeView {
    /// The line's number.
    pub line: u32,
    /// What comes of what is done on it; a sentence.
    pub says: String,
    /// What is lost if all of it is made anew instead, where that can be had: a sentence.
    pub aside: Option<String>,
}

impl ChangeView {
    /// What a change does to all that is begun; nothing for lines on which nothing is done, or that stay as they are.
    pub fn all(
        draft: &RunDraft,
        before: &KeptRun,
        after: &KeptRun,
        begun: &BTreeMap<u32, Begun>,
    ) -> Vec<Self> {
        let of = |line: &KeptLine| {
            let own = begun.get(&line.line).copied().unwrap_or_default();
            if !own.any {
                return None;
            }
            let (name, cut) = (&line.name, own.bags);
            let view = |says: String| Self { line: line.line, says, aside: None };
            let Some(asked) = draft.lines.iter().find(|asked| asked.line == Some(line.line)) else {
                return Some(view(format!(
                    "{} cut or worked on for {name} is put aside; it counts again if the line is put back.",
                    all_that_is(cut)
                )));
            };
            let stays = after.lines.iter().find(|kept| kept.line == line.line);
            match stays {
                Some(stays) if stays.brief == line.brief && stays.paper == line.paper => {
                    let split =
                        after.lines.iter().any(|kept| kept.bag == line.bag && before.next_line <= kept.line);
                    let other =
                        asked.renew || asked.paper != line.paper || asked.side_paper != line.side_paper;
                    if other && split {
                        let rest = asked.copies.saturating_sub(stays.copies);
                        return Some(Self {
                            line: line.line,
                            says: format!(
                                "{} of {} {name} {} begun and stay as they are; the other {rest} are made otherwise, on a line of their own.",
                                stays.copies,
                                asked.copies,
                                is_or_are(stays.copies)
                            ),
                            aside: Some(format!(
                                "All {} are made anew, and what is cut for {} is put aside.",
                                asked.copies, stays.copies
                            )),
                        });
                    }
                    if other {
                        return Some(Self {
                            line: line.line,
                            says: format!(
                                "All {} {name} are begun and stay as they are: none is left to make otherwise.",
                                stays.copies
                            ),
                            aside: Some(format!(
                                "All {} are made anew, and all that is cut for them is put aside.",
                                asked.copies
                            )),
                        });
                    }
                    (asked.copies < cut && asked.copies < line.copies).then(|| {
                        view(format!(
                            "{cut} {name} are begun already: with {} of them, what is cut for {} is left over. It counts again if more are wanted.",
                            asked.copies,
                            cut - asked.copies
                        ))
                    })
                }
                Some(_) => None,
                None => Some(view(format!(
                    "{} cut or worked on for {name} so far is put aside: it is of no use for what is made now.",
                    all_that_is(cut)
                ))),
            }
        };
        before.lines.iter().filter_map(of).collect()
    }
}

const fn is_or_are(count: u32) -> &'static str {
    if count == 1 { "is" } else { "are" }
}

fn all_that_is(bags: u32) -> String {
    match bags {
        0 => "What is".to_owned(),
        1 => "What is (pieces of one bag)".to_owned(),
        bags => format!("What is (pieces of {bags} bags)"),
    }
}
