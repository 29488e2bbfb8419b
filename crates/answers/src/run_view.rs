//! A run as it is answered: what it takes, what it costs, what is to be done and how far it has come.

mod batches;
mod costs;
mod evenings;
mod more;
mod papers;
mod summary;

use crate::planned::{KeptLists, Planned};
use crate::taking::RunFile;
pub use batches::{BatchedView, FenceView, OnBoardView, TaskView, key, title};
pub use costs::{KindCost, RunCosts};
pub use evenings::{EveningView, EveningsRemedy, Pace, PlannedEvenings, ShareView, minutes};
use evenings::{evenings, seconds_of};
use jiff::civil::Date;
pub use more::MoreView;
pub use papers::{CutListView, LotView, NeedView};
use papers::{besides, cut_list_views, needs, paper_costs, takes};
use serde::Serialize;
use summary::when;
pub use summary::{RunSummary, RunsView};
use utoipa::ToSchema;
use wide_fold_core::Length;
use wide_fold_core::costs::Cost;
use wide_fold_core::line::PartRef;
use wide_fold_core::paper::{Money, Paper};
use wide_fold_core::shelf::amount;
use wide_fold_core::ways::differs;
use wide_fold_core::{Brief, Plan, Sheet, Unit};
use wide_fold_formats::BriefText;
use wide_fold_kept::costs::CostsText;
use wide_fold_kept::runs::{Event, Need};

/// A run with all that follows from it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunView {
    /// Its number.
    pub id: i64,
    /// Counts every change of what is asked for; ticks do not.
    pub revision: i64,
    /// What it is called.
    pub name: String,
    /// The day by which it has to be done.
    pub date: String,
    /// When that is: `in 8 days`.
    pub when: String,
    /// True if it holds its paper.
    pub holds: bool,
    /// True if it is put away.
    pub archived: bool,
    /// What is made.
    pub lines: Vec<RunLine>,
    /// What it takes of every paper.
    pub papers: Vec<NeedView>,
    /// What has to be bought before it can be done: `3 sheets of Iron-spot card`.
    pub buy: Vec<String>,
    /// What else it takes: `ribbon for a handle, 16 × ½: 12`.
    pub besides: Vec<String>,
    /// The sheets as they are cut.
    pub lists: Vec<CutListView>,
    /// Tells this laying out of the sheets from any other.
    pub laid: i64,
    /// The work, in the order in which it is done.
    pub work: Vec<BatchedView>,
    /// How often the fence is set.
    pub settings: FenceView,
    /// The evenings, and what is done on them.
    pub evenings: PlannedEvenings,
    /// What it costs.
    pub costs: RunCosts,
    /// How many bags are made,
    pub made: u32,
    /// of how many.
    pub bags: u32,
    /// What was done last and can be undone.
    pub last: Option<String>,
    /// Its number, by which an undo says what it means; nothing if nothing was done.
    pub last_number: Option<i64>,
    /// What can be taken along of it.
    pub files: Vec<RunFile>,
}

/// A line of a run.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunLine {
    /// Its number within the run.
    pub line: u32,
    /// The bag's number.
    pub bag: i64,
    /// What the bag is called.
    pub name: String,
    /// Its finished size: `3¾ × 6½ × 2`.
    pub size: String,
    /// True if its figures are in millimetres.
    pub metric: bool,
    /// How many.
    pub copies: u32,
    /// How many are made.
    pub made: u32,
    /// How many are begun: a piece of them is cut.
    pub begun: u32,
    /// That more are begun than are wanted by now, if that is so; a sentence.
    pub over: Option<String>,
    /// Its paper.
    pub paper: Option<i64>,
    /// What its paper is called.
    pub paper_name: String,
    /// The paper of its gussets, if they have one of their own and it lies on the shelf.
    pub side_paper: Option<i64>,
    /// What that is called; nothing if the gussets are of the same paper.
    pub side_name: Option<String>,
    /// How it is made otherwise than it is drafted, on this paper.
    pub differs: Vec<String>,
    /// What keeps it from being made, if anything does.
    pub blocked: Option<String>,
    /// True if the bag has been changed since the line was written.
    pub changed: bool,
    /// The bag as it is made here.
    pub brief: BriefText,
    /// Its parts: what can be spoiled.
    pub parts: Vec<RunPart>,
    /// What it costs: `4.10`.
    pub cost: String,
    /// What one of it costs.
    pub each: String,
    /// What one of it is sold for, by the rule.
    pub price: String,
}

/// A part of a line.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunPart {
    /// What it is called.
    pub name: String,
    /// Its size as it is cut: `12 × 8½`.
    pub size: String,
    /// How many one bag takes.
    pub each: u32,
    /// How many are cut and not spoiled.
    pub there: u32,
    /// How many were spoiled.
    pub spoiled: u32,
    /// How many still have to be cut.
    pub wanted: u32,
}

/// What another run holds of the shelf.
#[derive(Clone, Debug)]
pub struct Held {
    /// What the run is called.
    pub name: String,
    /// Its day.
    pub date: String,
    /// True if it comes before the run that is looked at: its paper is not there for that.
    pub is_first: bool,
    /// What it holds.
    pub needs: Vec<Need>,
}

/// What a run is looked at with.
pub struct Around<'a> {
    /// The papers on the shelf.
    pub papers: &'a [(i64, Paper)],
    /// What other runs hold, the next one first.
    pub held: &'a [Held],
    /// The bags of its lines as they are now: number and brief, if it can be read.
    pub changed: &'a [u32],
    /// What things cost.
    pub costs: &'a CostsText,
    /// The crafter's own pace.
    pub pace: &'a Pace,
    /// The day it is.
    pub today: Date,
}

impl RunView {
    /// A run worked out.
    pub fn new(
        id: i64,
        revision: i64,
        planned: &Planned,
        lists: &KeptLists,
        events: &[(i64, Event)],
        around: &Around<'_>,
    ) -> Self {
        let run = &planned.run;
        let progress = planned.progress(events);
        let rates = around.costs.read().unwrap_or_default();
        let plans: Vec<Option<Plan>> = planned.lines.iter().map(|line| Plan::new(&line.brief).ok()).collect();
        let paper = paper_costs(planned, lists, events, &progress, around);
        let seconds: Vec<u32> =
            (0..planned.lines.len()).map(|line| seconds_of(planned, lists, line, around.pace)).collect();
        let costs: Vec<Cost> = planned
            .lines
            .iter()
            .enumerate()
            .map(|(n, line)| {
                let takes = takes(&line.brief, seconds[n] / line.copies.max(1));
                rates.cost(Money(paper.0[n]), line.copies, takes)
            })
            .collect();
        let say = |money: Money| around.costs.say(money);
        let mut lines = Vec::new();
        let mut sold = 0;
        // Where inches and millimetres stand in one list, every size says which it is in.
        let mixes = mixes(planned);
        let in_unit = |figures: String, unit: Unit| if mixes { with_unit(&figures, unit) } else { figures };
        for (n, (line, kept)) in planned.lines.iter().zip(&run.lines).enumerate() {
            let total = costs[n].total();
            let price = rates.price(total, line.copies);
            sold += price.0 * i64::from(line.copies);
            let each = Money((total.0 + i64::from(line.copies) / 2) / i64::from(line.copies.max(1)));
            let called = |paper: Option<i64>, sheet: &Sheet| {
                let own = paper.and_then(|paper| around.papers.iter().find(|(id, _)| *id == paper));
                own.map_or_else(
                    || format!("{}, not on the shelf", sheet.name(line.brief.unit)),
                    |(_, paper)| paper.name.clone(),
                )
            };
            let blocked = plans[n]
                .as_ref()
                .and_then(|plan| plan.verdicts.first())
                .filter(|_| plans[n].as_ref().is_some_and(|plan| !plan.is_ready()));
            let unit = line.brief.unit;
            let parts = line.parts.iter().enumerate().map(|(part, own)| {
                let at = PartRef { line: n, part };
                RunPart {
                    name: own.name.clone(),
                    size: in_unit(
                        format!("{} × {}", own.size.width.figure(unit), own.size.height.figure(unit)),
                        unit,
                    ),
                    each: own.count,
                    there: progress.there(&planned.lines, at),
                    spoiled: progress.spoiled(&planned.lines, at),
                    wanted: progress.wanted(&planned.lines, at),
                }
            });
            lines.push(RunLine {
                line: kept.line,
                bag: kept.bag,
                name: kept.name.clone(),
                size: in_unit(line.brief.finished_figures().join(" × "), unit),
                metric: unit == Unit::Metric,
                copies: line.copies,
                made: progress.made(&planned.lines, &planned.work, n),
                begun: progress.begun(&planned.lines, n),
                over: over(progress.begun(&planned.lines, n), line.copies),
                paper: kept.paper,
                paper_name: called(kept.paper, &line.brief.sheet),
                side_paper: kept.side_paper.filter(|_| line.brief.side_sheet.is_some()),
                side_name: line.brief.side_sheet.as_ref().map(|side| called(kept.side_paper, side)),
                differs: Brief::try_from(&kept.drafted)
                    .map_or_else(|_| Vec::new(), |now| differs(&line.brief, &now)),
                blocked: if kept.fits {
                    blocked.map(|verdict| verdict.title.clone())
                } else {
                    Some("This paper makes no such bag".to_owned())
                },
                changed: around.changed.contains(&kept.line),
                brief: kept.brief.clone(),
                parts: parts.collect(),
                cost: say(total),
                each: say(each),
                price: say(price),
            });
        }
        let mut papers = needs(lists, events, around);
        // What holds nothing takes nothing from anybody.
        papers.iter_mut().filter(|_| !run.holds).for_each(|need| need.takes_held = None);
        let buy = papers
            .iter()
            .filter_map(|need| Some(format!("{} of {}", need.short.clone()?, need.name)))
            .collect();
        Self {
            id,
            revision,
            name: run.name.clone(),
            date: run.date.clone(),
            when: when(&run.date, around.today),
            holds: run.holds,
            archived: run.archived,
            made: lines.iter().map(|line| line.made).sum(),
            bags: lines.iter().map(|line| line.copies).sum(),
            papers,
            buy,
            besides: besides(planned),
            lists: cut_list_views(planned, lists, events, around),
            laid: lists.at,
            work: planned
                .work
                .batches
                .iter()
                .map(|batch| BatchedView::new(batch, planned, &progress))
                .collect(),
            settings: FenceView::new(planned),
            evenings: evenings(planned, lists, events, &progress, around),
            costs: RunCosts::new(&costs, sold, &rates, around.costs, paper.1),
            last: events.last().map(|(_, event)| said(event, planned)),
            last_number: events.last().map(|(number, _)| *number),
            files: RunFile::all(id),
            lines,
        }
    }
}

/// True if bags in inches and bags in millimetres are made in one run.
fn mixes(planned: &Planned) -> bool {
    let metric = |line: &wide_fold_core::line::Line| line.brief.unit == Unit::Metric;
    planned.lines.iter().any(metric) && !planned.lines.iter().all(metric)
}

/// `3¾ × 6½ in`.
fn with_unit(figures: &str, unit: Unit) -> String {
    match unit {
        Unit::Inch => format!("{figures} in"),
        Unit::Metric => format!("{figures} mm"),
    }
}

/// More are begun than are wanted.
fn over(begun: u32, copies: u32) -> Option<String> {
    (begun > copies).then(|| {
        let more = begun - copies;
        format!(
            "{begun} are begun: what is cut for {more} is left over, and counts again if more are wanted."
        )
    })
}

/// What an event was, in words.
pub fn said(event: &Event, planned: &Planned) -> String {
    let name = |line: &u32| {
        let own = planned.run.lines.iter().find(|own| own.line == *line);
        own.map_or("a line that is gone", |own| own.name.as_str()).to_owned()
    };
    let unit = planned.unit();
    match event {
        Event::Tick { line, by, .. } if *by < 0 => format!("{} ticks of {} taken back", -by, name(line)),
        Event::Tick { line, by, .. } => format!("{by} × {} ticked", name(line)),
        Event::Cut { times, .. } if *times < 0 => format!("{} put back", amount(-times, Length::ZERO, unit)),
        Event::Cut { times, taken: Some(taken), .. } if taken.length_nm > 0 => {
            format!("{} cut", amount(0, Length::from_nm(times * taken.length_nm), unit))
        }
        Event::Cut { times, .. } => format!("{} cut", amount(*times, Length::ZERO, unit)),
        Event::Spoil { line, part: None, .. } => format!("one {} spoiled", name(line)),
        Event::Spoil { line, .. } => format!("one piece of {} spoiled", name(line)),
    }
}
