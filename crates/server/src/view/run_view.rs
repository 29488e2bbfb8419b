//! A run as it is answered: what it takes, what it costs, what is to be done and how far it has come.

use super::costs::CostsText;
use super::layout::SheetCutView;
use super::run::{EveningText, KeptRun};
use super::spelled::{StageName, StopName};
use crate::store::runs::{Event, Need};
use crate::view::planned::{KeptLists, Planned, taken};
use jiff::civil::Date;
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;
use wide_fold_core::brief::Extra;
use wide_fold_core::budget::Budget;
use wide_fold_core::costs::{Cost, Takes, parted};
use wide_fold_core::evenings::{Share, Stint, spread};
use wide_fold_core::fittings::Fitted;
use wide_fold_core::fittings::parts::{From, Measure, parts};
use wide_fold_core::line::PartRef;
use wide_fold_core::more::{More, more};
use wide_fold_core::net::PaperFace;
use wide_fold_core::paper::{Money, Paper, Stock, Taken};
use wide_fold_core::progress::Progress;
use wide_fold_core::steps::{Job, Stage};
use wide_fold_core::text::list;
use wide_fold_core::ways::differs;
use wide_fold_core::work::{Batched, Laid, SECONDS_A_CUT, SECONDS_A_SETTING, Task, What};
use wide_fold_core::{Brief, Length, Plan, Unit};
use wide_fold_formats::BriefText;

/// A run in the list.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunSummary {
    /// Its number.
    pub id: i64,
    /// Counts every change.
    pub revision: i64,
    /// What it is called.
    pub name: String,
    /// The day by which it has to be done.
    pub date: String,
    /// When that is: `in 8 days`.
    pub when: String,
    /// True if it is put away.
    pub archived: bool,
    /// What is made: `8 Bud vase, 6 Tea bowl`.
    pub says: String,
    /// How many bags.
    pub bags: u32,
}

/// All runs.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunsView {
    /// The next one first; those put away last.
    pub runs: Vec<RunSummary>,
    /// Runs that cannot be read, by their numbers.
    pub unreadable: Vec<i64>,
}

impl RunSummary {
    /// A kept run.
    pub fn new(id: i64, revision: i64, run: &KeptRun, today: Date) -> Self {
        let says: Vec<String> =
            run.lines.iter().map(|line| format!("{} {}", line.copies, line.name)).collect();
        Self {
            id,
            revision,
            name: run.name.clone(),
            date: run.date.clone(),
            when: when(&run.date, today),
            archived: run.archived,
            says: says.join(", "),
            bags: run.lines.iter().map(|line| line.copies).sum(),
        }
    }
}

/// When a day is, as seen from today.
fn when(date: &str, today: Date) -> String {
    let Ok(date) = date.parse::<Date>() else { return String::new() };
    match (date - today).get_days() {
        0 => "today".to_owned(),
        1 => "tomorrow".to_owned(),
        -1 => "yesterday".to_owned(),
        days if days > 0 => format!("in {days} days"),
        days => format!("{} days ago", -days),
    }
}

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
    /// Its paper.
    pub paper: Option<i64>,
    /// What its paper is called.
    pub paper_name: String,
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

/// What a run takes of a paper.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct NeedView {
    /// The paper's number; nothing for one that is not on the shelf.
    pub paper: Option<i64>,
    /// What it is called.
    pub name: String,
    /// What is still taken of it: `7 sheets`.
    pub takes: String,
    /// What was taken of it already, if anything was.
    pub taken: Option<String>,
    /// What there is on the shelf.
    pub there: String,
    /// What other runs hold of it, if anything.
    pub held: Option<String>,
    /// What is missing, if anything is.
    pub short: Option<String>,
    /// How many sheets are missing; none if it is a length of a roll.
    pub missing: i64,
    /// What is left of it after the run, if nothing is missing.
    pub left: Option<String>,
    /// `no way of cutting takes fewer`, or what it may be.
    pub least: String,
}

/// What is cut from one paper.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct CutListView {
    /// The paper's number; nothing for one that is not on the shelf.
    pub paper: Option<i64>,
    /// What it is called.
    pub name: String,
    /// Parts larger than the sheet.
    pub too_large: Vec<String>,
    /// Sheets cut alike.
    pub patterns: Vec<PatternView>,
}

/// Sheets that are cut alike.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PatternView {
    /// One of them; what lies on it is given with its line, by the line's place.
    pub sheet: SheetCutView,
    /// How many of them are cut,
    pub done: u32,
    /// of how many.
    pub of: u32,
}

/// Work that is done in one go.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BatchedView {
    /// The stage it belongs to.
    pub stage: StageName,
    /// What is done: `Set to 2¼`.
    pub title: String,
    /// The distance the fence is set to, as a figure.
    pub setting: Option<String>,
    /// On what.
    pub tasks: Vec<TaskView>,
    /// How often it is done,
    pub done: u32,
    /// of how often.
    pub of: u32,
}

/// What is done on one bag, or one piece of it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct TaskView {
    /// Its line, by the line's number.
    pub line: u32,
    /// Names it.
    pub key: String,
    /// The bag, and the piece if it has several.
    pub name: String,
    /// What to do.
    pub says: String,
    /// The part that is worked on, by its place in the line's list; nothing if it is the whole bag.
    pub part: Option<usize>,
    /// The step of the bag's own plan that it is; nothing for what is scored.
    pub step: Option<usize>,
    /// How the piece lies on the board; nothing for what is not set.
    pub lies: Option<OnBoardView>,
    /// How often it is done,
    pub done: u32,
    /// of how often.
    pub of: u32,
    /// How often it can be done by now: no more than is cut.
    pub ready: u32,
}

/// A piece as it lies on the board; millimetres.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct OnBoardView {
    /// How long it is along the fence.
    pub along_mm: f64,
    /// How far it reaches from the fence.
    pub deep_mm: f64,
    /// How far from the stop the lines lie.
    pub at_mm: f64,
    /// How far from the fence each begins and ends.
    pub reaches_mm: Vec<[f64; 2]>,
    /// The stop it lies against.
    pub stop: StopName,
    /// The face that is up: `outside up`.
    pub face: String,
    /// The edge along the fence.
    pub fence: String,
    /// The edge against the stop.
    pub against: String,
}

/// How often the fence is set.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FenceView {
    /// So often.
    pub count: usize,
    /// With fewer not every line can be scored.
    pub at_least: usize,
    /// `12 settings for 48 lines; fewer will not do.`
    pub says: String,
}

/// The evenings of a run, and what is done on them.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PlannedEvenings {
    /// What the times rest on.
    pub rests_on: String,
    /// How long all that is left takes: `3 h 20`.
    pub takes: String,
    /// Evening by evening.
    pub evenings: Vec<EveningView>,
    /// What has no room before the day, if anything has none.
    pub late: Vec<ShareView>,
    /// How long that takes, if anything is late.
    pub late_takes: Option<String>,
    /// What would mend it: evenings with more minutes.
    pub remedies: Vec<EveningsRemedy>,
}

/// A way to bring in what is late.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct EveningsRemedy {
    /// `25 minutes more on each of 4 evenings`.
    pub label: String,
    /// The evenings then.
    pub evenings: Vec<EveningText>,
}

/// An evening, and what is done on it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct EveningView {
    /// The day.
    pub date: String,
    /// When that is.
    pub when: String,
    /// True if it is over.
    pub past: bool,
    /// How many minutes there are.
    pub minutes: u32,
    /// How long what is planned takes: `1 h 25`.
    pub takes: String,
    /// What is done.
    pub shares: Vec<ShareView>,
}

/// Part of the work.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ShareView {
    /// `Set to 2¼: 8 Bud vase`.
    pub says: String,
    /// How long it takes: `12 min`.
    pub takes: String,
}

/// What a run costs.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RunCosts {
    /// Kind by kind: paper, ribbon and so on, those that cost anything.
    pub kinds: Vec<KindCost>,
    /// All of it.
    pub total: String,
    /// What all bags are sold for, by the rule.
    pub sold: String,
    /// The rule in words.
    pub rule: String,
    /// What is not known: papers without a price.
    pub unknown: Vec<String>,
}

/// What one kind of thing costs.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct KindCost {
    /// `Paper`.
    pub name: String,
    /// `12.40`.
    pub amount: String,
}

/// So many more of a line come out of the paper there is.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MoreView {
    /// The line's number.
    pub line: u32,
    /// How many more.
    pub more: u32,
    /// True if nothing of the paper is left over then.
    pub uses_up: bool,
    /// `7 more Bud vase use Speckled stoneware pad up`.
    pub says: String,
}

impl MoreView {
    /// What else the paper of a run makes, those first that use a paper up.
    pub fn all(
        planned: &Planned,
        events: &[(i64, Event)],
        papers: &[(i64, Paper)],
        held: &[Need],
        budget: &Budget<'_>,
    ) -> Vec<Self> {
        let lines = planned.on(papers);
        let progress = planned.progress(events);
        let there: Vec<Taken> = papers
            .iter()
            .map(|(id, paper)| {
                let own = held.iter().filter(|(held, _, _)| held == id);
                own.fold(paper.amount(), |has, (_, sheets, length)| Taken {
                    sheets: has.sheets.saturating_sub(*sheets),
                    length: (has.length - Length::from_nm(*length)).max(Length::ZERO),
                })
            })
            .collect();
        let all: Vec<Paper> = papers.iter().map(|(_, paper)| paper.clone()).collect();
        let mut found = more(&lines, |part| progress.wanted(&lines, part), &all, &there, budget);
        found.sort_by_key(|more| (!more.uses_up, more.line));
        let view = |more: More| {
            let (line, count) = (&lines[more.line], more.more);
            let paper = line.paper.map_or("its paper", |paper| all[paper].name.as_str());
            let says = match (more.uses_up, count) {
                (true, 1) => format!("One more {} uses {paper} up", line.name),
                (true, _) => format!("{count} more {} use {paper} up", line.name),
                (false, 1) => format!("One more {} comes out of {paper}", line.name),
                (false, _) => format!("{count} more {} come out of {paper}", line.name),
            };
            Self { line: planned.run.lines[more.line].line, more: count, uses_up: more.uses_up, says }
        };
        found.into_iter().map(view).collect()
    }
}

/// What a run is looked at with.
pub struct Around<'a> {
    /// The papers on the shelf.
    pub papers: &'a [(i64, Paper)],
    /// What other runs hold.
    pub held: &'a [Need],
    /// The bags of its lines as they are now: number and brief, if it can be read.
    pub changed: &'a [u32],
    /// What things cost.
    pub costs: &'a CostsText,
    /// The crafter's own pace.
    pub pace: &'a Pace,
    /// The day it is.
    pub today: Date,
}

/// How fast the crafter is beside what is guessed, stage by stage: cutting, scoring, folding, gluing.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Pace {
    /// In hundredths of what is guessed; nothing where too few bags were timed.
    pub stages: [Option<u32>; 4],
    /// How many bags were timed.
    pub bags: usize,
}

impl Pace {
    /// Own time for what is guessed to take so many seconds.
    fn of(&self, stage: Stage, seconds: u32) -> u32 {
        let place = match stage {
            Stage::Trim => 0,
            Stage::Score => 1,
            Stage::Cut => 2,
            Stage::Glue => 3,
        };
        match self.stages[place] {
            Some(pace) => (seconds * pace).div_ceil(100),
            None => seconds,
        }
    }

    /// What times rest on.
    fn says(&self) -> String {
        let names = ["cutting", "scoring", "folding", "gluing"];
        let own: Vec<String> = names
            .iter()
            .zip(self.stages)
            .filter(|(_, pace)| pace.is_some())
            .map(|(name, _)| (*name).to_owned())
            .collect();
        match own.len() {
            0 => "The minutes are guesses: too few bags have been timed yet.".to_owned(),
            4 => format!("The minutes are your own, by the median of {} bags.", self.bags),
            _ => format!(
                "For {} the minutes are your own, by the median of {} bags; the others are guesses.",
                list(&own),
                self.bags
            ),
        }
    }
}

/// How long something takes: `40 min`, `3 h 20`.
pub fn minutes(seconds: u64) -> String {
    let minutes = seconds.div_ceil(60);
    match (minutes / 60, minutes % 60) {
        (0, minutes) => format!("{minutes} min"),
        (hours, minutes) => format!("{hours} h {minutes:02}"),
    }
}

/// So many sheets, or so much of a roll.
pub fn amount(sheets: i64, length_nm: i64, unit: Unit) -> String {
    match (sheets, length_nm) {
        (0, 0) => "nothing".to_owned(),
        (1, 0) => "one sheet".to_owned(),
        (sheets, 0) => format!("{sheets} sheets"),
        (_, nm) => format!("{} of the roll", Length::from_nm(nm).label(unit)),
    }
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
        for (n, (line, kept)) in planned.lines.iter().zip(&run.lines).enumerate() {
            let total = costs[n].total();
            let price = rates.price(total, line.copies);
            sold += price.0 * i64::from(line.copies);
            let each = Money((total.0 + i64::from(line.copies) / 2) / i64::from(line.copies.max(1)));
            let own = kept.paper.and_then(|paper| around.papers.iter().find(|(id, _)| *id == paper));
            let blocked = plans[n]
                .as_ref()
                .and_then(|plan| plan.verdicts.first())
                .filter(|_| plans[n].as_ref().is_some_and(|plan| !plan.is_ready()));
            let unit = line.brief.unit;
            let parts = line.parts.iter().enumerate().map(|(part, own)| {
                let at = PartRef { line: n, part };
                RunPart {
                    name: own.name.clone(),
                    size: format!("{} × {}", own.size.width.figure(unit), own.size.height.figure(unit)),
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
                size: line.brief.finished_figures().join(" × "),
                metric: unit == Unit::Metric,
                copies: line.copies,
                made: progress.made(&planned.lines, &planned.work, n),
                paper: kept.paper,
                paper_name: own.map_or_else(
                    || format!("{}, not on the shelf", line.brief.sheet.name(unit)),
                    |(_, paper)| paper.name.clone(),
                ),
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
        let papers = needs(lists, events, around);
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
            lines,
        }
    }
}

/// What an event was, in words.
pub fn said(event: &Event, planned: &Planned) -> String {
    let name = |line: &u32| {
        let own = planned.run.lines.iter().find(|own| own.line == *line);
        own.map_or("a line that is gone", |own| own.name.as_str()).to_owned()
    };
    match event {
        Event::Tick { line, by, .. } if *by < 0 => format!("{} ticks of {} taken back", -by, name(line)),
        Event::Tick { line, by, .. } => format!("{by} × {} ticked", name(line)),
        Event::Cut { times, .. } if *times < 0 => format!("{} put back", amount(-times, 0, Unit::Inch)),
        Event::Cut { times, taken: Some(taken), .. } if taken.length_nm > 0 => {
            format!("{} cut", amount(0, times * taken.length_nm, Unit::Inch))
        }
        Event::Cut { times, .. } => format!("{} cut", amount(*times, 0, Unit::Inch)),
        Event::Spoil { line, part: None, .. } => format!("one {} spoiled", name(line)),
        Event::Spoil { line, .. } => format!("one piece of {} spoiled", name(line)),
    }
}

fn needs(lists: &KeptLists, events: &[(i64, Event)], around: &Around<'_>) -> Vec<NeedView> {
    let gone = taken(events);
    let still = lists.needs(events);
    let mut views = Vec::new();
    for list in &lists.lists {
        let unit = if list.metric { Unit::Metric } else { Unit::Inch };
        let (sheets, length) = match list.paper {
            Some(paper) => still
                .iter()
                .find(|(own, _, _)| *own == paper)
                .map_or((0, 0), |(_, sheets, length)| (i64::from(*sheets), *length)),
            None => (i64::from(list.sheets), list.length_nm),
        };
        let own = list.paper.and_then(|paper| around.papers.iter().find(|(id, _)| *id == paper));
        let there = own.map_or((0, 0), |(_, paper)| {
            let has = paper.amount();
            (i64::from(has.sheets), has.length.nm())
        });
        let held = around
            .held
            .iter()
            .filter(|(paper, _, _)| Some(*paper) == list.paper)
            .fold((0, 0), |all, (_, sheets, length)| (all.0 + i64::from(*sheets), all.1 + length));
        let missing =
            ((sheets - (there.0 - held.0).max(0)).max(0), (length - (there.1 - held.1).max(0)).max(0));
        let left = ((there.0 - held.0 - sheets).max(0), (there.1 - held.1 - length).max(0));
        let is_short = missing != (0, 0);
        let is_least = (list.sheets, list.length_nm) == (list.least_sheets, list.least_nm);
        let least = if is_least {
            "no way of cutting takes less".to_owned()
        } else {
            let least = amount(i64::from(list.least_sheets), list.least_nm, unit);
            format!("no way of cutting takes less than {least}")
        };
        let already = list.paper.and_then(|paper| gone.get(&paper)).copied().filter(|taken| *taken != (0, 0));
        let more = |(sheets, length): (i64, i64)| match amount(sheets, length, unit).as_str() {
            "one sheet" => "one more sheet".to_owned(),
            _ if length == 0 => format!("{sheets} more sheets"),
            _ => format!("{} more", Length::from_nm(length).label(unit)),
        };
        views.push(NeedView {
            paper: list.paper,
            name: own.map_or_else(|| list.size.clone(), |(_, paper)| paper.name.clone()),
            takes: amount(sheets, length, unit),
            taken: already.map(|(sheets, length)| amount(sheets, length, unit)),
            there: amount(there.0, there.1, unit),
            held: (held != (0, 0)).then(|| amount(held.0, held.1, unit)),
            short: is_short.then(|| more(missing)),
            missing: missing.0,
            left: (!is_short).then(|| amount(left.0, left.1, unit)),
            least,
        });
    }
    views
}

/// What every line costs of paper, in hundredths, and the papers whose price is not known. A paper's cost is parted among the lines
/// by the paper in their parts.
fn paper_costs(
    planned: &Planned,
    lists: &KeptLists,
    events: &[(i64, Event)],
    progress: &Progress,
    around: &Around<'_>,
) -> (Vec<i64>, Vec<String>) {
    let mut costs = vec![0; planned.lines.len()];
    let mut unknown = Vec::new();
    let gone = taken(events);
    let still = lists.needs(events);
    let mut papers: Vec<Option<i64>> = lists.lists.iter().map(|list| list.paper).collect();
    papers.extend(
        gone.keys().map(|paper| Some(*paper)).filter(|paper| !papers.contains(paper)).collect::<Vec<_>>(),
    );
    for paper in papers {
        let Some(id) = paper else {
            unknown
                .extend(lists.lists.iter().filter(|list| list.paper.is_none()).map(|list| list.size.clone()));
            continue;
        };
        let Some((_, own)) = around.papers.iter().find(|(own, _)| *own == id) else { continue };
        let Some(Money(price)) = own.price else {
            unknown.push(own.name.clone());
            continue;
        };
        let (sheets, length) = still
            .iter()
            .find(|(own, _, _)| *own == id)
            .map_or((0, 0), |(_, sheets, length)| (i64::from(*sheets), *length));
        let (cut, cut_length) = gone.get(&id).copied().unwrap_or_default();
        let all = match own.kind {
            // Of a roll the share that is taken; what this run has cut off it belonged to it.
            Stock::Roll => {
                let whole = i128::from((own.amount().length.nm() + cut_length).max(1));
                (i128::from(price) * i128::from(length + cut_length) / whole) as i64
            }
            Stock::Sheets | Stock::Pad => price * (sheets + cut),
        };
        let shares: Vec<i128> = planned
            .lines
            .iter()
            .enumerate()
            .map(|(n, line)| {
                let kept = &planned.run.lines[n];
                let own = |side: bool| if side { kept.side_paper } else { kept.paper };
                let parts = line.parts.iter().enumerate().filter(|(_, part)| own(part.side) == Some(id));
                let of = |(part, one): (usize, &wide_fold_core::several::BagPart)| {
                    let at = PartRef { line: n, part };
                    let count = one.count * line.copies + progress.spoiled(&planned.lines, at);
                    one.size.area() / 1_000_000_000_000 * i128::from(count)
                };
                parts.map(of).sum()
            })
            .collect();
        for (n, part) in parted(Money(all), &shares).into_iter().enumerate() {
            if let Some(cost) = costs.get_mut(n) {
                *cost += part.0;
            }
        }
    }
    (costs, unknown)
}

/// Ribbon and inserts of one bag.
fn takes(brief: &Brief, seconds: u32) -> Takes {
    let mut takes = Takes { seconds, ..Takes::default() };
    for part in parts(brief, &Fitted::of(brief)) {
        let count = part.count;
        match (part.from, part.measure) {
            (From::Bought, Measure::Long(_) | Measure::Both(_)) => {
                let length = part.measure.length().unwrap_or(Length::ZERO);
                takes.ribbon_nm += length.nm() * i64::try_from(count).unwrap_or(0);
            }
            (From::Paper(kind), _) if kind == Extra::Insert && !brief.extras.has(kind) => {
                takes.inserts += u32::try_from(count).unwrap_or(0);
            }
            _ => {}
        }
    }
    takes
}

/// What all bags take besides paper, counted together.
fn besides(planned: &Planned) -> Vec<String> {
    let mut all: BTreeMap<String, u64> = BTreeMap::new();
    for line in &planned.lines {
        let unit = line.brief.unit;
        for part in parts(&line.brief, &Fitted::of(&line.brief)) {
            if matches!(part.from, From::Paper(kind) if line.brief.extras.has(kind)) {
                continue;
            }
            let size = match part.measure {
                Measure::Counted => String::new(),
                Measure::Long(length) => format!(", {} long", length.figure(unit)),
                Measure::Wide(length) => format!(", {} wide", length.figure(unit)),
                Measure::Both(size) => {
                    format!(", {} × {}", size.width.figure(unit), size.height.figure(unit))
                }
            };
            // One template serves all bags of a kind.
            let bags = if part.from == From::Paper(Extra::Template) { 1 } else { line.copies };
            let count = part.count as u64 * u64::from(bags);
            *all.entry(format!("{}{size}", part.name)).or_default() += count;
        }
    }
    all.into_iter().map(|(name, count)| format!("{count} × {name}")).collect()
}

fn cut_list_views(
    planned: &Planned,
    lists: &KeptLists,
    events: &[(i64, Event)],
    around: &Around<'_>,
) -> Vec<CutListView> {
    let view = |(n, list): (usize, &crate::view::planned::KeptList)| {
        let own = list.paper.and_then(|paper| around.papers.iter().find(|(id, _)| *id == paper));
        let too_large = list.too_large.iter().filter_map(|(line, part)| {
            let place = planned.place(*line)?;
            let part = planned.lines[place].parts.get(*part)?;
            Some(format!("{}: {}", planned.lines[place].name, part.name))
        });
        let pattern = |(k, pattern): (usize, &crate::view::planned::KeptPattern)| PatternView {
            sheet: pattern.sheet.clone(),
            done: lists.cut(events, (n, k)),
            of: pattern.times,
        };
        CutListView {
            paper: list.paper,
            name: own.map_or_else(|| list.size.clone(), |(_, paper)| paper.name.clone()),
            too_large: too_large.collect(),
            patterns: list.patterns.iter().enumerate().map(pattern).collect(),
        }
    };
    lists.lists.iter().enumerate().map(view).collect()
}

/// What a batch is called.
pub fn title(what: What, unit: Unit) -> String {
    match what {
        What::Guide => "Notch and score in the guide".to_owned(),
        What::SetTo(at) => format!("Set to {}", set_to(at, unit)),
        What::Ruled => "Score along a ruler".to_owned(),
        What::Slanted => "Score the 45° creases".to_owned(),
        What::Job(job) => match job {
            Job::Trim => "Trim",
            Job::Guide => "Notch and score in the guide",
            Job::Score => "Score",
            Job::Fold => "Fold and burnish",
            Job::Cut => "Slit, notch and corner",
            Job::StripEnds => "Glue the strips’ ends",
            Job::Hem => "Turn the hems",
            Job::Backing => "Glue what lies behind holes",
            Job::Pocket => "Glue the pockets",
            Job::Mats => "Lay the mats",
            Job::Holes => "Make the holes",
            Job::StrapFirst => "Slots, and the straps’ first ends",
            Job::LongRibbon => "Lay the long ribbons",
            Job::Flare => "Pleat and close",
            Job::Seam => "Glue the seams",
            Job::Base => "Close the bases",
            Job::SquashBase => "Squash and fold the bases",
            Job::FoldFlat => "Fold flat",
            Job::Insert => "Lay the inserts in",
            Job::Band => "Lay the bands round",
            Job::Handles => "Put the handles on",
            Job::Flap => "Fold the closing flaps",
            Job::Close => "Close the bags",
            Job::Fill => "Fill",
        }
        .to_owned(),
    }
}

/// What the fence is set to, as a figure.
fn setting(what: What, unit: Unit) -> Option<String> {
    match what {
        What::SetTo(at) => Some(set_to(at, unit)),
        _ => None,
    }
}

/// Inches and millimetres may stand beside one another in one run: the latter name their unit.
fn set_to(at: Length, unit: Unit) -> String {
    match unit {
        Unit::Inch => at.figure(unit),
        Unit::Metric => at.label(unit),
    }
}

/// The unit a batch is told in: that of its first bag.
fn batch_unit(batch: &Batched, planned: &Planned) -> Unit {
    batch.tasks.first().map_or(Unit::Inch, |task| planned.lines[task.line].brief.unit)
}

/// The name of a task in an address.
pub fn key(task: &Task) -> String {
    task.keys.join("+")
}

impl BatchedView {
    fn new(batch: &Batched, planned: &Planned, progress: &Progress) -> Self {
        let unit = batch_unit(batch, planned);
        let tasks: Vec<TaskView> = batch
            .tasks
            .iter()
            .map(|task| {
                let line = &planned.lines[task.line];
                let pieces = line.parts.iter().filter(|part| part.piece.is_some()).count();
                let name = match task.piece {
                    Some(piece) if pieces > 1 => format!("{}, {}", line.name, line.parts[piece].name),
                    _ => line.name.clone(),
                };
                let of = progress.of(&planned.lines, &planned.work, task);
                TaskView {
                    line: planned.run.lines[task.line].line,
                    key: key(task),
                    name,
                    says: task.says.clone(),
                    part: task.piece,
                    step: task.step,
                    lies: match (batch.what, &task.lies) {
                        (What::SetTo(at), Some(lies)) => Some(OnBoardView::new(at, lies)),
                        _ => None,
                    },
                    done: progress.done(task),
                    of,
                    ready: progress.most(&planned.lines, task).min(of),
                }
            })
            .collect();
        Self {
            stage: batch.stage.into(),
            title: title(batch.what, unit),
            setting: setting(batch.what, unit),
            done: tasks.iter().map(|task| task.done.min(task.of)).sum(),
            of: tasks.iter().map(|task| task.of).sum(),
            tasks,
        }
    }
}

impl OnBoardView {
    fn new(at: Length, laid: &Laid) -> Self {
        Self {
            along_mm: laid.along.mm(),
            deep_mm: laid.deep.mm(),
            at_mm: at.mm(),
            reaches_mm: laid.reaches.iter().map(|reach| [reach.from.mm(), reach.to.mm()]).collect(),
            stop: laid.lying.stop.into(),
            face: match laid.lying.face_up {
                PaperFace::Outside => "outside up",
                PaperFace::Inside => "inside up",
            }
            .to_owned(),
            fence: laid.lying.fence.name().to_owned(),
            against: laid.lying.measured_from().name().to_owned(),
        }
    }
}

impl FenceView {
    fn new(planned: &Planned) -> Self {
        let (count, at_least) = (planned.work.settings(), planned.work.settings_at_least);
        let lines: usize = planned
            .work
            .batches
            .iter()
            .filter(|batch| matches!(batch.what, What::SetTo(_)))
            .flat_map(|batch| &batch.tasks)
            .map(|task| task.keys.len())
            .sum();
        let times = |count: usize| if count == 1 { "once".to_owned() } else { format!("{count} times") };
        let says = match (count, lines) {
            (0, _) => "Nothing is scored along the fence.".to_owned(),
            _ if count == at_least => {
                format!("The fence is set {} for {lines} different lines; fewer will not do.", times(count))
            }
            _ => format!(
                "The fence is set {} for {lines} different lines; fewer than {at_least} will not do.",
                times(count)
            ),
        };
        Self { count, at_least, says }
    }
}

/// A stint, and what it is called.
struct Named {
    stint: Stint,
    /// What the fence is set to, as a figure.
    setting: Option<String>,
    title: String,
    name: String,
}

/// All that is left to do, in order.
fn stints(
    planned: &Planned,
    lists: &KeptLists,
    events: &[(i64, Event)],
    progress: &Progress,
    around: &Around<'_>,
) -> Vec<Named> {
    let mut named = Vec::new();
    for (n, list) in lists.lists.iter().enumerate() {
        let own = list.paper.and_then(|paper| around.papers.iter().find(|(id, _)| *id == paper));
        let name = own.map_or(list.size.as_str(), |(_, paper)| paper.name.as_str());
        for (k, pattern) in list.patterns.iter().enumerate() {
            let each = around.pace.of(Stage::Trim, (pattern.sheet.trims.len() as u32 + 1) * SECONDS_A_CUT);
            let count = pattern.times.saturating_sub(lists.cut(events, (n, k)));
            let (stint, title) = (Stint { count, each, begin: 0 }, "Cut sheets".to_owned());
            named.push(Named { stint, setting: None, title, name: format!("of {name}") });
        }
    }
    for batch in &planned.work.batches {
        let mut begin = if matches!(batch.what, What::SetTo(_)) { SECONDS_A_SETTING } else { 0 };
        for task in &batch.tasks {
            let of = progress.of(&planned.lines, &planned.work, task);
            let count = of.saturating_sub(progress.done(task));
            let stint = Stint {
                count,
                each: around.pace.of(batch.stage, task.seconds),
                begin: if count > 0 { begin } else { 0 },
            };
            if count > 0 {
                begin = 0;
            }
            let name = planned.lines[task.line].name.clone();
            let unit = batch_unit(batch, planned);
            named.push(Named {
                stint,
                setting: setting(batch.what, unit),
                title: title(batch.what, unit),
                name,
            });
        }
    }
    named.retain(|named| named.stint.count > 0);
    named
}

/// How long all bags of a line take, in seconds.
fn seconds_of(planned: &Planned, lists: &KeptLists, line: usize, pace: &Pace) -> u32 {
    let copies = planned.lines[line].copies;
    let of = |batch: &Batched| -> u32 {
        let own = batch.tasks.iter().filter(|task| task.line == line);
        own.map(|task| pace.of(batch.stage, task.seconds) * task.each * copies).sum()
    };
    let work: u32 = planned.work.batches.iter().map(of).sum();
    let number = planned.run.lines[line].line;
    let patterns = lists.lists.iter().flat_map(|list| &list.patterns);
    let own = |pattern: &crate::view::planned::KeptPattern| {
        let all: u32 = pattern.holds.iter().map(|(_, _, count)| count).sum();
        let own: u32 =
            pattern.holds.iter().filter(|(line, _, _)| *line == number).map(|(_, _, count)| count).sum();
        pace.of(Stage::Trim, (pattern.sheet.trims.len() as u32 + 1) * SECONDS_A_CUT) * pattern.times * own
            / all.max(1)
    };
    work + patterns.map(own).sum::<u32>()
}

fn evenings(
    planned: &Planned,
    lists: &KeptLists,
    events: &[(i64, Event)],
    progress: &Progress,
    around: &Around<'_>,
) -> PlannedEvenings {
    let named = stints(planned, lists, events, progress, around);
    let all: Vec<Stint> = named.iter().map(|named| named.stint).collect();
    let is_past = |date: &str| date.parse::<Date>().is_ok_and(|date| date < around.today);
    let own = &planned.run.evenings;
    let room = |evenings: &[EveningText]| -> Vec<u32> {
        let room = |evening: &EveningText| if is_past(&evening.date) { 0 } else { evening.minutes * 60 };
        evenings.iter().map(room).collect()
    };
    let found = spread(&all, &room(own));
    let total: u64 =
        all.iter().map(|stint| u64::from(stint.count) * u64::from(stint.each) + u64::from(stint.begin)).sum();
    let late: u64 = found.late.iter().map(|share| u64::from(share.seconds)).sum();
    let views = |shares: &[Share]| shares_said(&named, shares);
    let evening = |(evening, shares): (&EveningText, &Vec<Share>)| EveningView {
        date: evening.date.clone(),
        when: when(&evening.date, around.today),
        past: is_past(&evening.date),
        minutes: evening.minutes,
        takes: minutes(shares.iter().map(|share| u64::from(share.seconds)).sum()),
        shares: views(shares),
    };
    let remedies = if late == 0 { Vec::new() } else { remedies(&all, planned, around, &room) };
    PlannedEvenings {
        rests_on: around.pace.says(),
        takes: minutes(total),
        evenings: own.iter().zip(&found.evenings).map(evening).collect(),
        late: views(&found.late),
        late_takes: (late > 0).then(|| minutes(late)),
        remedies,
    }
}

/// What is done in one go, in words: what follows under one title is one entry, and so are settings of the fence.
fn shares_said(named: &[Named], shares: &[Share]) -> Vec<ShareView> {
    struct Entry {
        settings: Vec<String>,
        title: String,
        all: Vec<(String, u32)>,
        seconds: u64,
    }
    let mut entries: Vec<Entry> = Vec::new();
    for share in shares {
        let own = &named[share.stint];
        let seconds = u64::from(share.seconds);
        match entries.last_mut() {
            Some(entry)
                if entry.title == own.title || !entry.settings.is_empty() && own.setting.is_some() =>
            {
                match entry.all.iter_mut().find(|(name, _)| *name == own.name) {
                    Some((_, count)) => *count += share.count,
                    None => entry.all.push((own.name.clone(), share.count)),
                }
                entry.settings.extend(own.setting.clone().filter(|at| !entry.settings.contains(at)));
                entry.seconds += seconds;
            }
            _ => entries.push(Entry {
                settings: own.setting.iter().cloned().collect(),
                title: own.title.clone(),
                all: vec![(own.name.clone(), share.count)],
                seconds,
            }),
        }
    }
    let said = |Entry { settings, title, all, seconds }: Entry| {
        let says = if settings.is_empty() {
            let all: Vec<String> = all.iter().map(|(name, count)| format!("{count} {name}")).collect();
            format!("{title}: {}", all.join(", "))
        } else {
            let all: Vec<String> = all.into_iter().map(|(name, _)| name).collect();
            format!("Score, the fence set to {}: {}", settings.join(", "), all.join(", "))
        };
        ShareView { says, takes: minutes(seconds) }
    };
    entries.into_iter().map(said).collect()
}

/// More minutes on every evening that is left, in steps of five; an evening of two hours on the day before, or today.
fn remedies(
    all: &[Stint],
    planned: &Planned,
    around: &Around<'_>,
    room: &impl Fn(&[EveningText]) -> Vec<u32>,
) -> Vec<EveningsRemedy> {
    let own = &planned.run.evenings;
    let will_do = |evenings: &[EveningText]| spread(all, &room(evenings)).late.is_empty();
    let is_left = |evening: &EveningText| evening.date.parse::<Date>().is_ok_and(|date| date >= around.today);
    let left = own.iter().filter(|evening| is_left(evening)).count();
    let mut found = Vec::new();
    let longer = |more: u32| -> Vec<EveningText> {
        let one = |evening: &EveningText| match is_left(evening) {
            true => EveningText { minutes: (evening.minutes + more).min(600), ..evening.clone() },
            false => evening.clone(),
        };
        own.iter().map(one).collect()
    };
    if left > 0
        && let Some(more) = (1..=60).map(|n| n * 5).find(|more| will_do(&longer(*more)))
    {
        let evenings = if left == 1 { "the evening".to_owned() } else { format!("each of {left} evenings") };
        found.push(EveningsRemedy {
            label: format!("{more} minutes more on {evenings}"),
            evenings: longer(more),
        });
    }
    // More evenings of an hour and a half, the last free days before the day first.
    let Ok(last) = planned.run.date.parse::<Date>() else { return found };
    let mut evenings = own.clone();
    let mut added = 0;
    let mut day = last;
    while day >= around.today && evenings.len() < 60 && added < 30 {
        let date = day.to_string();
        if evenings.iter().all(|evening| evening.date != date) {
            evenings.push(EveningText { date, minutes: 90 });
            evenings.sort_by(|one, other| one.date.cmp(&other.date));
            added += 1;
            if will_do(&evenings) {
                let label = match added {
                    1 => "One more evening of 90 minutes".to_owned(),
                    _ => format!("{added} more evenings of 90 minutes"),
                };
                found.push(EveningsRemedy { label, evenings });
                break;
            }
        }
        let Ok(before) = day.yesterday() else { break };
        day = before;
    }
    found
}

impl RunCosts {
    fn new(
        costs: &[Cost],
        sold: i64,
        rates: &wide_fold_core::costs::Rates,
        text: &CostsText,
        unknown: Vec<String>,
    ) -> Self {
        let sum = |of: fn(&Cost) -> i64| costs.iter().map(of).sum::<i64>();
        let kinds: [(&str, i64); 6] = [
            ("Paper", sum(|cost| cost.paper)),
            ("Ribbon and cord", sum(|cost| cost.ribbon)),
            ("Inserts", sum(|cost| cost.insert)),
            ("Glue", sum(|cost| cost.glue)),
            ("Sundries", sum(|cost| cost.sundries)),
            ("Time", sum(|cost| cost.time)),
        ];
        let total: i64 = kinds.iter().map(|(_, amount)| amount).sum();
        let kinds = kinds.into_iter().filter(|(name, amount)| *amount > 0 || *name == "Paper");
        let times = format!("{}.{:02}", rates.times / 100, rates.times % 100);
        let times = times.trim_end_matches('0').trim_end_matches('.');
        let plus =
            if rates.plus.0 > 0 { format!(" and {} more", text.say(rates.plus)) } else { String::new() };
        Self {
            kinds: kinds
                .map(|(name, amount)| KindCost { name: name.to_owned(), amount: text.say(Money(amount)) })
                .collect(),
            total: text.say(Money(total)),
            sold: text.say(Money(sold)),
            rule: format!("{times} times the cost{plus}, rounded up to {}", text.say(rates.step)),
            unknown,
        }
    }
}
