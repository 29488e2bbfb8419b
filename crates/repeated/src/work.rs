//! The work on a run, batched: every setting of the fence once, then every kind of work once, whatever the bags.

use crate::budget::Budget;
use crate::fence;
use crate::figures::Figures;
use crate::line::Line;
use crate::net::PaperFace;
use crate::passes::{ByHand, Edge, Lying, Pass, Scorable, scorable};
use crate::plane::Span;
use crate::steps::{Job, Stage, Step};
use crate::text::list;
use crate::{Length, Plan};
use std::collections::{BTreeMap, HashMap};

/// Work that is done in one go.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Batched {
    /// The stage it belongs to.
    pub stage: Stage,
    /// What is done.
    pub what: What,
    /// On which bags.
    pub tasks: Vec<Task>,
}

/// What is done in one go.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub enum What {
    /// Pieces go through a guide.
    Guide,
    /// The fence, or the stop, is set to a distance, and every line that lies there is scored.
    SetTo(Length),
    /// Marks are carried over from a strip, and lines creased from mark to mark, by ruler and hand.
    Marked,
    /// Lines are drawn along a ruler, from mark to mark.
    Ruled,
    /// 45° creases, from mark to mark.
    Slanted,
    /// A kind of work that takes no setting.
    Job(Job),
}

/// What is done on one bag, or on one piece of it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Task {
    /// Which line of the run.
    pub line: usize,
    /// Name what is done, for as long as its bag stays as it is: `score/0/3`; every line that is scored has a name of its own.
    pub keys: Vec<String>,
    /// The piece that is worked on, by its place among the plan's pieces; nothing if it is the whole bag.
    pub piece: Option<usize>,
    /// How many of it one bag has.
    pub each: u32,
    /// What to do, in a few words.
    pub says: String,
    /// The step of the bag's own plan that it is, by its place in the plan's list; nothing for what is scored.
    pub step: Option<usize>,
    /// Steps of the bag's own plan that have to be done before.
    after: Vec<usize>,
    /// How the piece lies on the board; nothing for what is not set.
    pub lies: Option<OnTheFence>,
    /// About how long one takes, in seconds: a guess.
    pub seconds: u32,
}

/// A piece as it lies on the board, and the lines that are scored on it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct OnTheFence {
    /// How it lies.
    pub lying: Lying,
    /// How long it is along the fence.
    pub along: Length,
    /// How far it reaches from the fence.
    pub deep: Length,
    /// How far from the fence the lines begin and end.
    pub reaches: Vec<Span>,
}

/// All work on a run but the trimming, and the fewest settings there can be.
#[derive(Clone, Debug)]
pub struct Work {
    /// In the order in which it is done.
    pub batches: Vec<Batched>,
    /// With fewer settings not every line can be scored.
    pub settings_at_least: usize,
    /// The place of every key in the order of the work, line by line.
    places: HashMap<(usize, String), usize>,
    /// What a key of an earlier version is called now, line by line.
    renamed: HashMap<(usize, String), Vec<String>>,
}

impl Work {
    /// The place of a key in the order of the work, from one; nothing if no task has it.
    pub fn place(&self, line: usize, key: &str) -> Option<usize> {
        self.places.get(&(line, key.to_owned())).copied()
    }

    /// What a key is called now: work was once named by its place among the steps.
    pub fn renewed(&self, line: usize, key: &str) -> Vec<String> {
        self.renamed.get(&(line, key.to_owned())).cloned().unwrap_or_else(|| vec![key.to_owned()])
    }

    /// How often the fence is set.
    pub fn settings(&self) -> usize {
        self.batches.iter().filter(|batch| matches!(batch.what, What::SetTo(_))).count()
    }
}

/// Plans the work on all lines; a line whose bag cannot be planned takes none.
pub fn work(lines: &[Line], budget: &Budget<'_>) -> Work {
    let plans: Vec<Option<Plan>> = lines.iter().map(|line| Plan::new(&line.brief).ok()).collect();
    let strokes: Vec<Vec<Scorable>> =
        plans.iter().map(|plan| plan.as_ref().map_or(Vec::new(), to_score)).collect();
    let asked: Vec<Vec<Length>> =
        strokes.iter().flatten().map(|stroke| stroke.at.iter().map(|(at, _)| *at).collect()).collect();
    let settings = fence::settings(&asked, budget);
    let (mut tasks, mut renamed) = (Vec::new(), HashMap::new());
    for (line, (plan, strokes)) in plans.iter().zip(&strokes).enumerate() {
        let Some(plan) = plan else { continue };
        tasks.extend(scores(line, plan, strokes, &settings.at));
        tasks.extend(steps(line, plan));
        renamed.extend(before(plan).into_iter().map(|(old, new)| ((line, old), new)));
    }
    let batches = batched(tasks);
    let mut places = HashMap::new();
    for (place, batch) in batches.iter().enumerate() {
        for task in &batch.tasks {
            places.extend(task.keys.iter().map(|key| ((task.line, key.clone()), place + 1)));
        }
    }
    Work { batches, settings_at_least: settings.at_least, places, renamed }
}

/// Gathers tasks so that every bag's own order is kept: what is next is what can be done on all bags that want it at all, the
/// customary first; only where bags differ in their order is a kind of work taken up twice.
fn batched(tasks: Vec<(What, Task)>) -> Vec<Batched> {
    // By kind, in the customary order; what each still waits for is asked of the steps that are left of its line.
    let mut left: BTreeMap<(Stage, What), Vec<Task>> = BTreeMap::new();
    let mut open: HashMap<(usize, usize), usize> = HashMap::new();
    for (what, task) in tasks {
        if let Some(step) = task.step {
            *open.entry((task.line, step)).or_default() += 1;
        }
        left.entry((what.stage(), what)).or_default().push(task);
    }
    let mut batches = Vec::new();
    while !left.is_empty() {
        let is_ready = |task: &Task| task.after.iter().all(|step| !open.contains_key(&(task.line, *step)));
        let whole = left.iter().find(|(_, tasks)| tasks.iter().all(is_ready));
        let next = whole.or_else(|| left.iter().find(|(_, tasks)| tasks.iter().any(is_ready)));
        // The orders of bags make no circles, so that something can always be done; else it would come as it is customary.
        let Some(kind) = next.or_else(|| left.iter().next()).map(|(kind, _)| *kind) else { break };
        let all = left.remove(&kind).unwrap_or_default();
        let (mut tasks, waiting): (Vec<Task>, Vec<Task>) = all.into_iter().partition(is_ready);
        if tasks.is_empty() {
            tasks = waiting;
        } else if !waiting.is_empty() {
            left.insert(kind, waiting);
        }
        for task in &tasks {
            let Some(step) = task.step else { continue };
            if let Some(count) = open.get_mut(&(task.line, step)) {
                *count -= 1;
                if *count == 0 {
                    open.remove(&(task.line, step));
                }
            }
        }
        let (stage, what) = kind;
        batches.push(Batched { stage, what, tasks });
    }
    batches
}

impl What {
    /// The stage it belongs to.
    const fn stage(self) -> Stage {
        match self {
            Self::Guide | Self::SetTo(_) | Self::Marked | Self::Ruled | Self::Slanted => Stage::Score,
            Self::Job(job) => job.stage(),
        }
    }
}

/// Work as it was named by an earlier version, by its place among the steps, which were in another order then: parts of a face were
/// joined with the seams, and what is to be thought of before filling came after closing.
fn before(plan: &Plan) -> Vec<(String, Vec<String>)> {
    let mut then: Vec<usize> = (0..plan.steps.len()).filter(|n| plan.steps[*n].job != Job::Join).collect();
    let place = |job: Job, steps: &[usize]| steps.iter().position(|n| plan.steps[*n].job == job);
    if let (Some(fill), true) = (place(Job::Fill, &then), place(Job::Close, &then).is_some()) {
        let fill = then.remove(fill);
        then.push(fill);
    }
    let join = plan.steps.iter().find(|step| step.job == Job::Join).map(|step| key(step.job, None, 0));
    let mut names = Vec::new();
    for (was, n) in then.into_iter().enumerate() {
        let step = &plan.steps[n];
        match step.job {
            Job::Trim | Job::Score | Job::Fill => {}
            Job::Fold => names.extend(
                (0..plan.pieces.len())
                    .map(|piece| (format!("fold/{piece}/{was}"), vec![key(Job::Fold, Some(piece), 0)])),
            ),
            Job::Guide | Job::Cut => {
                let piece = step.piece.or(step.feed.map(|feed| plan.feeds[feed].piece));
                let own = piece.map_or_else(String::new, |piece| format!("/{piece}"));
                names.push((
                    format!("{}{own}/{was}", step.job.key()),
                    vec![key(step.job, piece, step.feed.unwrap_or_default())],
                ));
            }
            job => {
                let mut now = vec![key(job, None, 0)];
                now.extend(join.clone().filter(|_| job == Job::Seam));
                names.push((format!("make/{was}"), now));
            }
        }
    }
    names
}

/// Names work on a bag: by what it is, and the piece it is done on. `n` tells apart what is done on one piece more than once.
fn key(job: Job, piece: Option<usize>, n: usize) -> String {
    let own = piece.map_or_else(String::new, |piece| format!("/{piece}"));
    let again = if job == Job::Guide { format!("/{n}") } else { String::new() };
    format!("make/{}{own}{again}", job.key())
}

/// What is scored, and where it can be. With a hand rule every line is measured from the stop that the
/// bag's own plan measures it from: what was measured of made bags adds up panel by panel from there, and a panel between lines of
/// two stops would take all of it.
fn to_score(plan: &Plan) -> Vec<Scorable> {
    let mut strokes = scorable(&plan.brief, &plan.pieces, &plan.feeds);
    if plan.brief.hand.is_any() {
        for stroke in &mut strokes {
            let mut own = plan.passes.iter().filter(|pass| pass.piece == stroke.piece);
            let found = own.find_map(|pass| {
                let line = pass.lines.iter().find(|line| line.creases == stroke.creases)?;
                Some((line.at, pass.lying))
            });
            let Some((at, lying)) = found.filter(|_| !stroke.at.is_empty()) else { continue };
            stroke.at.retain(|(_, other)| other.measured_from() == lying.measured_from());
            if stroke.at.is_empty() {
                stroke.at.push((at, lying));
            }
        }
    }
    strokes
}

/// Lines of one piece that are scored at one setting as it lies one way are one task.
fn scores(line: usize, plan: &Plan, strokes: &[Scorable], settings: &[Length]) -> Vec<(What, Task)> {
    if plan.brief.is_lined_by_hand() {
        return marked(line, plan, strokes);
    }
    let mut made: Vec<(What, Option<Lying>, Task, Vec<usize>)> = Vec::new();
    for (n, stroke) in strokes.iter().enumerate() {
        let chosen = stroke.at.iter().find(|(at, _)| settings.contains(at));
        let what = match chosen {
            Some((at, _)) => What::SetTo(*at),
            None if stroke.slants => What::Slanted,
            None => What::Ruled,
        };
        let lying = chosen.map(|(_, lying)| *lying);
        let same = |(known, way, task, _): &&mut (What, Option<Lying>, Task, Vec<usize>)| {
            *known == what && *way == lying && task.piece == Some(stroke.piece)
        };
        if let Some((_, _, task, all)) = made.iter_mut().find(same) {
            all.push(n);
            task.seconds += seconds(what);
            continue;
        }
        let task = Task {
            line,
            keys: Vec::new(),
            piece: Some(stroke.piece),
            each: plan.pieces[stroke.piece].count,
            says: String::new(),
            step: None,
            after: Vec::new(),
            lies: None,
            seconds: seconds(what),
        };
        made.push((what, lying, task, vec![n]));
    }
    made.into_iter()
        .map(|(what, lying, task, all)| {
            let piece = task.piece.unwrap_or_default();
            let keys = all.iter().map(|n| format!("score/{piece}/{n}")).collect();
            let short = all.iter().filter(|n| !strokes[**n].right_across).count();
            let lies = lying.map(|lying| {
                let piece = &plan.pieces[piece];
                let (wide, tall) = (piece.width, piece.height);
                let reach = |n: &usize| {
                    let [one, other] = strokes[*n].ends.map(|end| lying.on_board(end, wide, tall).1);
                    Span::new(one.min(other), one.max(other))
                };
                let (along, all_round) = (lying.along(wide, tall), wide + tall);
                OnTheFence { lying, along, deep: all_round - along, reaches: all.iter().map(reach).collect() }
            });
            let less = lying.map_or(Length::ZERO, |lying| strokes[all[0]].less(lying));
            let told = Figures::of(&plan.brief).less(less);
            (what, Task { keys, says: lay(lying, &all, strokes, short, told), lies, ..task })
        })
        .collect()
}

/// What is creased by ruler and hand: a task a pass, as the bag's own steps have it. The marks of a piece are carried over from one
/// strip for all of them.
fn marked(line: usize, plan: &Plan, strokes: &[Scorable]) -> Vec<(What, Task)> {
    let of_pass = |pass: &Pass| {
        let creases: Vec<usize> = pass
            .lines
            .iter()
            .flat_map(|line| line.creases.iter().copied())
            .chain(pass.slants.iter().map(|slant| slant.crease))
            .collect();
        let own = strokes.iter().enumerate().filter(|(_, stroke)| {
            stroke.piece == pass.piece && stroke.creases.iter().any(|crease| creases.contains(crease))
        });
        let keys = own.map(|(n, _)| format!("score/{}/{n}", pass.piece)).collect();
        let face = match pass.lying.face_up {
            PaperFace::Outside => "outside up",
            PaperFace::Inside => "inside up",
        };
        let figures = Figures::of(&plan.brief);
        let at: Vec<String> = pass.lines.iter().map(|line| figures.told(line.at, line.less)).collect();
        let from =
            if pass.lying.fence == Edge::Top { "from the edge on your left" } else { "from the bottom edge" };
        let (what, says) = match pass.by_hand {
            _ if !pass.slants.is_empty() => {
                (What::Slanted, format!("{face}: {} lines at 45°, from mark to mark", pass.slants.len()))
            }
            Some(ByHand::Creased) | None => (What::Marked, format!("{face}: {} {from}", list(&at))),
            Some(ByHand::Halved) => {
                (What::Marked, format!("{face}: found by folding, at {} {from}", list(&at)))
            }
            Some(ByHand::Pleated) => (What::Marked, format!("{face}: pleats, at {} {from}", list(&at))),
            Some(ByHand::Drawn) => (What::Marked, format!("{face}: only drawn, at {} {from}", list(&at))),
        };
        let seconds = seconds(what) * (pass.lines.len() + pass.slants.len()) as u32;
        let each = plan.pieces[pass.piece].count;
        let piece = Some(pass.piece);
        (what, Task { line, keys, piece, each, says, step: None, after: Vec::new(), lies: None, seconds })
    };
    plan.passes.iter().map(of_pass).collect()
}

/// How the piece lies, what the line is, what it is `told` less by, and whether it stops short.
fn lay(
    lying: Option<Lying>,
    all: &[usize],
    strokes: &[Scorable],
    short: usize,
    told: Option<String>,
) -> String {
    let mut roles: Vec<String> = Vec::new();
    for n in all {
        let role = strokes[*n].role.name().to_owned();
        if !roles.contains(&role) {
            roles.push(role);
        }
    }
    let told = told.map_or_else(String::new, |less| format!(", {less} for your hands"));
    let roles = list(&roles) + &told;
    let Some(lying) = lying else {
        let lines = if all.len() == 1 { "one line".to_owned() } else { format!("{} lines", all.len()) };
        return format!("{lines}: {roles}; measure them as on the bag’s own steps");
    };
    let face = match lying.face_up {
        PaperFace::Outside => "outside up",
        PaperFace::Inside => "inside up",
    };
    let stops = match (short, all.len()) {
        (0, _) => "",
        (_, 1) => "; it stops short of the edge",
        _ => "; some stop short of the edge",
    };
    format!(
        "{roles}: {face}, {} along the fence, {} against the stop{stops}",
        Edge::name(lying.fence),
        Edge::name(lying.measured_from())
    )
}

/// Everything that is not scored on the board, as the bag's own steps have it.
fn steps(line: usize, plan: &Plan) -> Vec<(What, Task)> {
    let mut made = Vec::new();
    // A step waits for those of its own plan that are tasks of a run too.
    let after = |step: &Step| -> Vec<usize> { step.after.iter().map(|after| after.step).collect() };
    let mut task = |step: &Step, n: usize, piece: Option<usize>, each: u32, says: &str| {
        let what = if step.job == Job::Guide { What::Guide } else { What::Job(step.job) };
        let keys = vec![key(step.job, piece, step.feed.unwrap_or_default())];
        made.push((
            what,
            Task {
                line,
                keys,
                piece,
                each,
                says: says.to_owned(),
                step: Some(n),
                after: after(step),
                lies: None,
                seconds: seconds(what),
            },
        ));
    };
    for (n, step) in plan.steps.iter().enumerate() {
        match step.job {
            // Trimming is told sheet by sheet; scores setting by setting.
            Job::Trim | Job::Score | Job::Fill => {}
            Job::Fold => {
                for (index, piece) in plan.pieces.iter().enumerate() {
                    task(step, n, Some(index), piece.count, &piece.name);
                }
            }
            _ => {
                let piece = step.piece.or(step.feed.map(|feed| plan.feeds[feed].piece));
                let each = piece.map_or(1, |piece| plan.pieces[piece].count);
                task(step, n, piece, each, &step.title);
            }
        }
    }
    made
}

/// How long a sheet takes on the trimmer, for each of its cuts: a guess.
pub const SECONDS_A_CUT: u32 = 25;
/// How long it takes to set the fence: a guess.
pub const SECONDS_A_SETTING: u32 = 20;

/// About how long one takes, in seconds: guesses, for as long as nothing better is known.
const fn seconds(what: What) -> u32 {
    match what {
        What::Guide => 60,
        What::SetTo(_) => 8,
        What::Marked => 25,
        What::Ruled => 40,
        What::Slanted => 30,
        What::Job(job) => match job {
            Job::Trim | Job::Guide | Job::Score | Job::Fill => 0,
            Job::Insert => 20,
            Job::Fold | Job::Hem | Job::StripEnds | Job::FoldFlat | Job::Band | Job::Flap => 45,
            Job::Cut | Job::Backing | Job::Close | Job::Pocket => 60,
            Job::Holes | Job::StrapFirst | Job::Mats | Job::Join | Job::Seam => 75,
            Job::Base | Job::SquashBase | Job::Handles | Job::LongRibbon => 120,
            Job::Flare => 240,
        },
    }
}

#[cfg(test)]
mod tests;
