//! The work on a run, batched: every setting of the fence once, then every kind of work once, whatever the bags.

use crate::budget::Budget;
use crate::fence;
use crate::figures::Figures;
use crate::line::Line;
use crate::net::PaperFace;
use crate::passes::{Edge, Lying, Scorable, scorable};
use crate::plane::Span;
use crate::steps::{Job, Stage};
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
    /// How the piece lies on the board; nothing for what is not set.
    pub lies: Option<Laid>,
    /// About how long one takes, in seconds: a guess.
    pub seconds: u32,
}

/// A piece as it lies on the board, and the lines that are scored on it.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Laid {
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
}

impl Work {
    /// The place of a key in the order of the work, from one; nothing if no task has it.
    pub fn place(&self, line: usize, key: &str) -> Option<usize> {
        self.places.get(&(line, key.to_owned())).copied()
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
    let mut batches: BTreeMap<(Stage, What), Vec<Task>> = BTreeMap::new();
    for (line, (plan, strokes)) in plans.iter().zip(&strokes).enumerate() {
        let Some(plan) = plan else { continue };
        for (what, task) in scores(line, plan, strokes, &settings.at).into_iter().chain(steps(line, plan)) {
            let stage = match what {
                What::Job(job) => job.stage(),
                _ => Stage::Score,
            };
            batches.entry((stage, what)).or_default().push(task);
        }
    }
    let batches: Vec<Batched> =
        batches.into_iter().map(|((stage, what), tasks)| Batched { stage, what, tasks }).collect();
    let mut places = HashMap::new();
    for (place, batch) in batches.iter().enumerate() {
        for task in &batch.tasks {
            places.extend(task.keys.iter().map(|key| ((task.line, key.clone()), place + 1)));
        }
    }
    Work { batches, settings_at_least: settings.at_least, places }
}

fn to_score(plan: &Plan) -> Vec<Scorable> {
    scorable(&plan.brief, &plan.pieces, &plan.feeds)
}

/// Lines of one piece that are scored at one setting as it lies one way are one task.
fn scores(line: usize, plan: &Plan, strokes: &[Scorable], settings: &[Length]) -> Vec<(What, Task)> {
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
                Laid { lying, along, deep: all_round - along, reaches: all.iter().map(reach).collect() }
            });
            let less = lying.map_or(Length::ZERO, |lying| strokes[all[0]].less(lying));
            let told = Figures::of(&plan.brief).less(less);
            (what, Task { keys, says: lay(lying, &all, strokes, short, told), lies, ..task })
        })
        .collect()
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
    let mut task = |job: Job, n: usize, piece: Option<usize>, each: u32, says: &str| {
        let what = if job == Job::Guide { What::Guide } else { What::Job(job) };
        let own = piece.map_or_else(String::new, |piece| format!("/{piece}"));
        let keys = vec![format!("{}{own}/{n}", word(job))];
        let step = Some(n);
        let says = says.to_owned();
        made.push((what, Task { line, keys, piece, each, says, step, lies: None, seconds: seconds(what) }));
    };
    for (n, step) in plan.steps.iter().enumerate() {
        match step.job {
            // Trimming is told sheet by sheet; scores setting by setting.
            Job::Trim | Job::Score | Job::Fill => {}
            Job::Fold => {
                for (index, piece) in plan.pieces.iter().enumerate() {
                    task(Job::Fold, n, Some(index), piece.count, &piece.name);
                }
            }
            job => {
                let piece = step.piece.or(step.feed.map(|feed| plan.feeds[feed].piece));
                let each = piece.map_or(1, |piece| plan.pieces[piece].count);
                task(job, n, piece, each, &step.title);
            }
        }
    }
    made
}

const fn word(job: Job) -> &'static str {
    match job {
        Job::Trim => "trim",
        Job::Guide => "guide",
        Job::Score => "score",
        Job::Fold => "fold",
        Job::Cut => "cut",
        _ => "make",
    }
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
        What::Ruled => 40,
        What::Slanted => 30,
        What::Job(job) => match job {
            Job::Trim | Job::Guide | Job::Score | Job::Fill => 0,
            Job::Insert => 20,
            Job::Fold | Job::Hem | Job::StripEnds | Job::FoldFlat | Job::Band | Job::Flap => 45,
            Job::Cut | Job::Backing | Job::Close | Job::Pocket => 60,
            Job::Holes | Job::StrapFirst | Job::Mats | Job::Seam => 75,
            Job::Base | Job::SquashBase | Job::Handles | Job::LongRibbon => 120,
            Job::Flare => 240,
        },
    }
}
