//! A run as it is asked for, and as it is kept.

use crate::begun::{Begun, is_alike};
use jiff::civil::Date;
use serde::Deserialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;
use wide_fold_core::budget::Budget;
use wide_fold_core::line::{choose, on_paper};
use wide_fold_core::paper::Paper;
use wide_fold_core::text::fit_to_print;
use wide_fold_core::{Brief, Sheet};
use wide_fold_formats::project::LONGEST_NAME;
use wide_fold_formats::{BriefText, FormatFault};
use wide_fold_kept::bags::Bag;
use wide_fold_kept::day::day;
use wide_fold_kept::run::{EveningText, KeptLine, KeptRun};

/// Lines of one run.
const MOST_LINES: usize = 50;
/// Bags of one run.
const MOST_BAGS: u32 = 500;
/// Evenings of one run.
const MOST_EVENINGS: usize = 60;

/// A run as it is asked for.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunDraft {
    /// What it is called.
    #[schema(max_length = 120)]
    pub name: String,
    /// The day by which it has to be done: `2026-12-05`.
    #[schema(example = "2026-12-05")]
    pub date: String,
    /// What is made: up to 50 lines, up to 500 bags in all.
    #[serde(default)]
    #[schema(max_items = 50)]
    pub lines: Vec<LineDraft>,
    /// The evenings there are for it.
    #[serde(default)]
    #[schema(max_items = 60)]
    pub evenings: Vec<EveningText>,
    /// True if it holds its paper: other runs cannot count on it then.
    #[serde(default = "yes")]
    pub holds: bool,
    /// True if it is put away.
    #[serde(default)]
    pub archived: bool,
}

const fn yes() -> bool {
    true
}

/// A line of a run as it is asked for.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LineDraft {
    /// Its number within the run; left out for a new one.
    #[serde(default)]
    pub line: Option<u32>,
    /// The bag's number.
    pub bag: i64,
    /// How many of it.
    #[schema(minimum = 1, maximum = 500)]
    pub copies: u32,
    /// The number of the paper it is made of; one is chosen if none is given.
    #[serde(default)]
    pub paper: Option<i64>,
    /// The number of the paper of its gussets, where they have one of their own; one of the drafted size is found if none is given.
    #[serde(default)]
    pub side_paper: Option<i64>,
    /// True to make the bag as it is now, and not as it was when the line was written.
    #[serde(default)]
    pub renew: bool,
    /// True to put aside what is begun of a line that is made otherwise from now on; left out, what is begun stays as it is, and
    /// only the rest is made otherwise, on a line of its own.
    #[serde(default)]
    pub aside: bool,
}

impl LineDraft {
    /// True if it asks for the papers a kept line is on.
    fn is_of(&self, known: &KeptLine) -> bool {
        let side = self.side_paper.filter(|_| known.drafted.side_sheet.is_some());
        known.paper == self.paper && (side.is_none() || side == known.side_paper)
    }
}

impl RunDraft {
    /// Checks all that can be told without bags and papers. Days that `before` had already may be past by now.
    ///
    /// # Errors
    /// [`FormatFault`] with the field and a sentence.
    pub fn check(&self, before: Option<&KeptRun>, today: Date) -> Result<(), FormatFault> {
        let fault = |field: String, sentence: String| Err(FormatFault { field, sentence });
        let name = self.name.trim();
        if name.is_empty() {
            return fault("name".to_owned(), "Give the run a name.".to_owned());
        }
        if name.chars().count() > LONGEST_NAME || !fit_to_print(name) {
            let sentence = format!(
                "The name is too long, or holds what cannot be written; {LONGEST_NAME} characters are the most."
            );
            return fault("name".to_owned(), sentence);
        }
        let date = day("date", &self.date)?;
        if date < today && before.is_none_or(|before| before.date != self.date) {
            return fault("date".to_owned(), format!("{} is past. Today is {today}.", self.date));
        }
        if self.lines.len() > MOST_LINES {
            let sentence = format!("A run has up to {MOST_LINES} lines; these are {}.", self.lines.len());
            return fault("lines".to_owned(), sentence);
        }
        let mut bags = 0_u32;
        for (n, line) in self.lines.iter().enumerate() {
            if line.copies == 0 {
                return fault(format!("lines.{n}.copies"), "Say how many: one at least.".to_owned());
            }
            bags = bags.saturating_add(line.copies);
            if line.line.is_some_and(|line| self.lines[..n].iter().any(|other| other.line == Some(line))) {
                return fault(format!("lines.{n}.line"), "This line is there twice.".to_owned());
            }
        }
        if bags > MOST_BAGS {
            let sentence = format!("A run makes up to {MOST_BAGS} bags; these are {bags}.");
            return fault("lines".to_owned(), sentence);
        }
        if self.evenings.len() > MOST_EVENINGS {
            let sentence = format!("Up to {MOST_EVENINGS} evenings can be planned.");
            return fault("evenings".to_owned(), sentence);
        }
        for (n, evening) in self.evenings.iter().enumerate() {
            let field = format!("evenings.{n}.date");
            let on = day(&field, &evening.date)?;
            let known =
                before.is_some_and(|before| before.evenings.iter().any(|other| other.date == evening.date));
            if on < today && !known {
                return fault(field, format!("{} is past. Today is {today}.", evening.date));
            }
            if on > date {
                return fault(field, format!("{} is after the day of the run, {date}.", evening.date));
            }
            if self.evenings[..n].iter().any(|other| other.date == evening.date) {
                return fault(field, format!("{} is there twice.", evening.date));
            }
            if !(10..=600).contains(&evening.minutes) {
                let sentence = "An evening has 10 minutes at least and 600 at most.".to_owned();
                return fault(format!("evenings.{n}.minutes"), sentence);
            }
        }
        Ok(())
    }

    /// The run as it is kept from now on. `bags` are those of its new lines, `papers` all on the shelf, `begun` what is done on its
    /// lines: what is made otherwise from now on is a line of its own, and what is begun stays, unless it is to be put aside.
    ///
    /// # Errors
    /// [`FormatFault`] for a line whose bag or paper is not there.
    pub fn merged(
        &self,
        before: Option<&KeptRun>,
        bags: &[Bag],
        papers: &[(i64, Paper)],
        begun: &BTreeMap<u32, Begun>,
        budget: &Budget<'_>,
    ) -> Result<KeptRun, FormatFault> {
        let mut next_line = before.map_or(1, |before| before.next_line);
        let mut lines = Vec::new();
        for (n, draft) in self.lines.iter().enumerate() {
            let fault = |field: &str, sentence: &str| FormatFault {
                field: format!("lines.{n}.{field}"),
                sentence: sentence.to_owned(),
            };
            let known = before.and_then(|before| {
                let same = |line: &&KeptLine| Some(line.line) == draft.line && line.bag == draft.bag;
                before.lines.iter().chain(&before.gone).find(same)
            });
            if let Some(known) = known.filter(|known| draft.is_of(known) && known.fits && !draft.renew) {
                lines.push(KeptLine { copies: draft.copies, ..known.clone() });
                continue;
            }
            let (line, name, drafted) = match known.filter(|_| !draft.renew) {
                Some(known) => (known.line, known.name.clone(), known.drafted.clone()),
                None => {
                    let bag = bags.iter().find(|bag| bag.id == draft.bag && !bag.deleted);
                    let bag = bag.ok_or_else(|| fault("bag", "There is no such bag any more."))?;
                    let unread = |_| fault("bag", "This bag was kept by another version and cannot be read.");
                    let drafted = BriefText::from(&bag.brief().map_err(unread)?);
                    let number = known.map_or(next_line, |known| known.line);
                    next_line = next_line.max(number + 1);
                    (number, bag.name.clone(), drafted)
                }
            };
            let mut brief = Brief::try_from(&drafted)?;
            let on_shelf = |field: &str, wanted: i64| {
                let own = papers.iter().find(|(id, _)| *id == wanted);
                own.map(|(_, paper)| paper)
                    .ok_or_else(|| fault(field, "This paper is not on the shelf any more."))
            };
            let mut side_paper = None;
            if let Some(side) = &mut brief.side_sheet {
                let same = || papers.iter().find(|(_, paper)| paper.sheet.size() == side.size());
                side_paper = draft.side_paper.or_else(|| same().map(|(id, _)| *id));
                if let Some(chosen) = draft.side_paper {
                    *side = Sheet { turned: false, ..on_shelf("side_paper", chosen)?.sheet.clone() };
                }
            }
            let (paper, made) = match draft.paper {
                Some(paper) => (Some(paper), on_paper(&brief, on_shelf("paper", paper)?, budget)),
                None => {
                    let all: Vec<Paper> = papers.iter().map(|(_, paper)| paper.clone()).collect();
                    let found = choose(&brief, &all, budget);
                    let paper = found.as_ref().map(|(place, _)| papers[*place].0);
                    (paper, found.map(|(_, brief)| brief))
                }
            };
            let new = KeptLine {
                line,
                bag: draft.bag,
                name,
                copies: draft.copies,
                paper,
                side_paper,
                fits: made.is_some() || paper.is_none(),
                brief: made.as_ref().map_or_else(|| drafted.clone(), BriefText::from),
                drafted,
            };
            let own = known.map(|known| (known, begun.get(&known.line).copied().unwrap_or_default()));
            match own.filter(|(known, own)| own.any && !is_alike(known, &new, *own)) {
                None => lines.push(new),
                Some((known, own)) => {
                    let stays = if draft.aside { 0 } else { own.bags.min(draft.copies) };
                    if stays > 0 {
                        lines.push(KeptLine { copies: stays, ..known.clone() });
                    }
                    if stays < draft.copies {
                        lines.push(KeptLine { line: next_line, copies: draft.copies - stays, ..new });
                        next_line += 1;
                    }
                }
            }
        }
        if lines.len() > MOST_LINES {
            let sentence = format!(
                "A run has up to {MOST_LINES} lines. What is begun stays on its own, and with the rest on another there would be {}.",
                lines.len()
            );
            return Err(FormatFault { field: "lines".to_owned(), sentence });
        }
        let is_there = |line: &KeptLine| lines.iter().any(|own: &KeptLine| own.line == line.line);
        let mut gone: Vec<KeptLine> = before.map_or_else(Vec::new, |before| {
            let all = before.gone.iter().chain(&before.lines);
            all.filter(|line| !is_there(line)).cloned().collect()
        });
        gone.drain(..gone.len().saturating_sub(MOST_LINES));
        let mut evenings = self.evenings.clone();
        evenings.sort_by(|one, other| one.date.cmp(&other.date));
        Ok(KeptRun {
            name: self.name.split_whitespace().collect::<Vec<_>>().join(" "),
            date: self.date.trim().to_owned(),
            lines,
            evenings,
            holds: self.holds,
            archived: self.archived,
            next_line,
            gone,
        })
    }
}
