//! Runs worked out: their lines, the work on them, and the sheets they are cut from.

use crate::layout::SheetCutView;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use wide_fold_core::budget::Budget;
use wide_fold_core::cut_list::cut_lists;
use wide_fold_core::layout::Part;
use wide_fold_core::line::{Line, PartRef};
use wide_fold_core::paper::Paper;
use wide_fold_core::progress::{Progress, Spoil};
use wide_fold_core::work::{Work, work};
use wide_fold_core::{Brief, Sheet, Unit};
use wide_fold_kept::run::{KeptLine, KeptRun};
use wide_fold_kept::runs::{Event, Need, TakenOff};
use wide_fold_kept::shape::{Shape, Unreadable};

/// A run with its lines and its work.
#[derive(Debug)]
pub struct Planned {
    /// As it is kept.
    pub run: KeptRun,
    /// Its lines, in the same order; their papers are not said here.
    pub lines: Vec<Line>,
    /// The work on them.
    pub work: Work,
}

impl Planned {
    /// A kept run, worked out.
    ///
    /// # Errors
    /// [`Unreadable`] if it was kept by another version.
    pub fn new(text: &str) -> Result<Self, Unreadable> {
        let run = KeptRun::from_kept(text)?;
        let line = |line: &KeptLine| -> Result<Line, Unreadable> {
            let brief = Brief::try_from(&line.brief)
                .map_err(|fault| Unreadable::broken(KeptRun::NAME, text, fault))?;
            Ok(Line::new(&line.name, brief, line.copies, [None, None]))
        };
        let lines = run.lines.iter().map(line).collect::<Result<Vec<_>, _>>()?;
        // Always as much work, so that the same run has the same settings whoever asks.
        let work = work(&lines, &Budget::of(Budget::USUAL / 4));
        Ok(Self { run, lines, work })
    }

    /// The place of a line by its number.
    pub fn place(&self, line: u32) -> Option<usize> {
        self.run.lines.iter().position(|own| own.line == line)
    }

    /// What has been done. What was done on lines that are gone is of no matter any more.
    pub fn progress(&self, events: &[(i64, Event)]) -> Progress {
        let mut progress = Progress::default();
        let place: BTreeMap<u32, usize> =
            self.run.lines.iter().enumerate().map(|(place, line)| (line.line, place)).collect();
        for (_, event) in events {
            match event {
                Event::Tick { line, keys, by } => {
                    let Some(line) = place.get(line) else { continue };
                    for key in keys.iter().flat_map(|key| self.work.renewed(*line, key)) {
                        progress.tick(*line, &key, *by);
                    }
                }
                Event::Cut { times, holds, .. } => {
                    for (line, part, count) in holds {
                        let Some(line) = place.get(line) else { continue };
                        progress.cut(PartRef { line: *line, part: *part }, times * i64::from(*count));
                    }
                }
                Event::Spoil { line, part, at, counted } => {
                    let Some(line) = place.get(line) else { continue };
                    let at = at.as_ref().and_then(|key| self.work.renewed(*line, key).into_iter().next());
                    progress.spoil(Spoil { line: *line, part: *part, at, counted: *counted });
                }
            }
        }
        progress
    }

    /// The unit it is read in: that of its first bag.
    pub fn unit(&self) -> Unit {
        self.lines.first().map_or(Unit::Inch, |line| line.brief.unit)
    }

    /// The lines, each with its papers by their places on the shelf.
    pub fn on(&self, papers: &[(i64, Paper)]) -> Vec<Line> {
        let place = |paper: Option<i64>| papers.iter().position(|(id, _)| Some(*id) == paper);
        let on = |(line, kept): (&Line, &KeptLine)| Line {
            paper: place(kept.paper),
            side_paper: place(kept.side_paper),
            ..line.clone()
        };
        self.lines.iter().zip(&self.run.lines).map(on).collect()
    }

    /// Lays out what is still wanted on the papers of the shelf.
    pub fn lists(
        &self,
        progress: &Progress,
        papers: &[(i64, Paper)],
        at: i64,
        budget: &Budget<'_>,
    ) -> KeptLists {
        let lines = self.on(papers);
        let all: Vec<Paper> = papers.iter().map(|(_, paper)| paper.clone()).collect();
        let found = cut_lists(&lines, |part| progress.wanted(&lines, part), &all, budget);
        let number = |part: PartRef| (self.run.lines[part.line].line, part.part);
        let list = |list: &wide_fold_core::cut_list::CutList| {
            // Told in the unit of the first bag that is cut from it.
            let unit = list.parts.first().map_or(Unit::Inch, |part| lines[part.line].brief.unit);
            let lot = |cut: usize| {
                let named = |place: usize| {
                    let part = list.parts[place];
                    (part.line, lines[part.line].parts[part.part].name.clone())
                };
                let takes = list.one_takes(cut);
                let sheet = &list.cuts[cut];
                debug_assert!(sheet.placed.iter().all(|placed| matches!(placed.part, Part::Piece(_))));
                let holds = list.on_sheet(cut).into_iter();
                KeptLot {
                    sheet: SheetCutView::named(sheet, unit, named),
                    holds: holds.map(|(part, count)| (number(part).0, part.part, count)).collect(),
                    times: sheet.times,
                    sheets: takes.sheets,
                    length_nm: takes.length.nm(),
                }
            };
            KeptList {
                paper: list.paper.map(|place| papers[place].0),
                size: list.sheet.name(unit),
                metric: unit == Unit::Metric,
                sheets: list.takes.sheets,
                length_nm: list.takes.length.nm(),
                least_sheets: list.at_least.sheets,
                least_nm: list.at_least.length.nm(),
                too_large: list.too_large.iter().map(|part| number(*part)).collect(),
                lots: (0..list.cuts.len()).map(lot).collect(),
            }
        };
        let lists = found.iter().map(list).collect();
        KeptLists { rules: RULES.to_owned(), papers: self.signature(papers), at, lists }
    }

    /// What the layout rests on of the papers: another one for other papers.
    pub fn signature(&self, papers: &[(i64, Paper)]) -> String {
        let asked =
            |id: i64| self.run.lines.iter().any(|line| line.paper == Some(id) || line.side_paper == Some(id));
        let own = papers.iter().filter(|(id, _)| asked(*id));
        let says = own.map(|(id, paper)| {
            // What of a paper has no say in how its sheets are laid out is left out on purpose.
            let Paper { name: _, kind, sheet, count: _, grain, price: _ } = paper;
            let Sheet {
                width,
                height,
                directional,
                turned: _,
                rolled: _,
                printed: _,
                grammage: _,
                caliper: _,
                grid: _,
            } = sheet;
            // Of a roll only as much is told as says whether it will do.
            let height = if kind.is_roll() { 0 } else { height.nm() };
            format!("{id}:{kind:?}:{}:{height}:{directional}:{grain:?}", width.nm())
        });
        says.collect::<Vec<_>>().join(" ")
    }
}

/// The rules by which sheets are laid out: another value for every change of them.
const RULES: &str = env!("WIDE_FOLD_RULES");

/// The sheets of a run as they are laid out, kept until they have to be laid out anew.
#[derive(Clone, Debug, Serialize, Deserialize)]
pub struct KeptLists {
    /// The rules by which they were.
    pub rules: String,
    /// The papers they are laid out on.
    pub papers: String,
    /// The last thing that had been done on the run.
    pub at: i64,
    /// Paper by paper.
    pub lists: Vec<KeptList>,
}

/// What is cut from one paper.
#[derive(Clone, Debug, Serialize, Deserialize)]
pub struct KeptList {
    /// The paper's number; nothing for one that is not on the shelf.
    pub paper: Option<i64>,
    /// Its size: `12×12`.
    pub size: String,
    /// True if its figures are in millimetres.
    pub metric: bool,
    /// Sheets it takes.
    pub sheets: u32,
    /// Length of a roll it takes, in nanometres.
    pub length_nm: i64,
    /// No way of cutting takes fewer sheets,
    pub least_sheets: u32,
    /// or a shorter length.
    pub least_nm: i64,
    /// Parts larger than the sheet: line and part.
    pub too_large: Vec<(u32, usize)>,
    /// Sheets cut alike.
    #[serde(alias = "patterns")]
    pub lots: Vec<KeptLot>,
}

/// Sheets that are cut alike.
#[derive(Clone, Debug, Serialize, Deserialize)]
pub struct KeptLot {
    /// One of them.
    pub sheet: SheetCutView,
    /// What lies on it: line, part, how many.
    pub holds: Vec<(u32, usize, u32)>,
    /// How many of them.
    pub times: u32,
    /// Sheets one takes: one, or none of a roll.
    pub sheets: u32,
    /// Length of a roll one takes, in nanometres.
    pub length_nm: i64,
}

impl KeptLists {
    /// Lists as they are kept; nothing if they were kept by another version.
    pub fn read(text: &str) -> Option<Self> {
        serde_json::from_str(text).ok()
    }

    /// True if they were laid out by the rules of today, on papers as they are now.
    pub fn stands(&self, signature: &str) -> bool {
        self.rules == RULES && self.papers == signature
    }

    /// How many sheets of a lot have been cut since.
    pub fn cut(&self, events: &[(i64, Event)], lot: (usize, usize)) -> u32 {
        let since = events.iter().filter(|(id, _)| *id > self.at);
        let times = since.filter_map(|(_, event)| match event {
            Event::Cut { lot: own, times, .. } if *own == lot => Some(*times),
            _ => None,
        });
        u32::try_from(times.sum::<i64>().max(0)).unwrap_or(u32::MAX)
    }

    /// What still has to be taken of the shelf.
    pub fn needs(&self, events: &[(i64, Event)]) -> Vec<Need> {
        let need = |(n, list): (usize, &KeptList)| {
            let (sheets, length) = self.open(events, n);
            Some((list.paper?, sheets, length))
        };
        self.lists.iter().enumerate().filter_map(need).collect()
    }

    /// What one of the lists still takes: sheets, and length of a roll in nanometres.
    pub fn open(&self, events: &[(i64, Event)], list: usize) -> (u32, i64) {
        let lots = self.lists[list].lots.iter().enumerate();
        lots.fold((0, 0), |(sheets, length), (k, lot)| {
            let open = lot.times.saturating_sub(self.cut(events, (list, k)));
            (sheets + open * lot.sheets, length + i64::from(open) * lot.length_nm)
        })
    }
}

/// What a run has taken of the shelf so far, paper by paper.
pub fn taken(events: &[(i64, Event)]) -> BTreeMap<i64, (i64, i64)> {
    let mut all: BTreeMap<i64, (i64, i64)> = BTreeMap::new();
    for (_, event) in events {
        if let Event::Cut { times, taken: Some(TakenOff { paper, sheets, length_nm, .. }), .. } = event {
            let own = all.entry(*paper).or_default();
            own.0 += times * i64::from(*sheets);
            own.1 += times * length_nm;
        }
    }
    all
}
