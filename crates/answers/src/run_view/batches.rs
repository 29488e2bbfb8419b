//! The work on a run as it is answered: batches, tasks, and how a piece lies on the board.

use crate::planned::Planned;
use crate::spelled::{StageName, StopName};
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::net::PaperFace;
use wide_fold_core::progress::Progress;
use wide_fold_core::steps::Job;
use wide_fold_core::text::list;
use wide_fold_core::work::{Batched, OnTheFence, Task, What};
use wide_fold_core::{Length, Unit};

/// Work that is done in one go.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct BatchedView {
    /// The stage it belongs to.
    pub stage: StageName,
    /// What is done: `Set to 2¼`.
    pub title: String,
    /// The distance the fence is set to, as a figure.
    pub setting: Option<String>,
    /// Which of them can rest after it, flat, until they are wanted; nothing if none can, or after most work.
    pub rests: Option<String>,
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
    /// `The fence is set 12 times for 48 different lines`, and under which rule fewer will not do.
    pub says: String,
}

/// What a batch is called.
pub fn title(what: What, unit: Unit) -> String {
    match what {
        What::Guide => "Notch and score in the guide".to_owned(),
        What::SetTo(at) => format!("Set to {}", set_to(at, unit)),
        What::Marked => "Carry the marks over, and crease".to_owned(),
        What::Ruled => "Score along a ruler".to_owned(),
        What::Slanted => "Score the 45° creases".to_owned(),
        What::Job(job) => match job {
            Job::Trim => "Trim",
            Job::Guide => "Notch and score in the guide",
            Job::Score => "Score",
            Job::Fold => "Fold and burnish",
            Job::Cut => "Slit, notch and corner",
            Job::Join => "Join what lies flat",
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
pub(super) fn setting(what: What, unit: Unit) -> Option<String> {
    match what {
        What::SetTo(at) => Some(set_to(at, unit)),
        _ => None,
    }
}

/// Inches and millimetres may stand beside one another in one run: the latter name their unit.
pub(super) fn set_to(at: Length, unit: Unit) -> String {
    match unit {
        Unit::Inch => at.figure(unit),
        Unit::Metric => at.label(unit),
    }
}

/// The unit a batch is told in: that of its first bag.
pub(super) fn batch_unit(batch: &Batched, planned: &Planned) -> Unit {
    batch.tasks.first().map_or(Unit::Inch, |task| planned.lines[task.line].brief.unit)
}

/// After its seams a bag without fold-flat lines can rest: the base is what cannot be laid flat again.
fn rests(batch: &Batched, planned: &Planned) -> Option<String> {
    if batch.what != What::Job(Job::Seam) {
        return None;
    }
    let own =
        batch.tasks.iter().map(|task| &planned.lines[task.line]).filter(|line| line.brief.rests_as_tube());
    let names: Vec<String> = own.map(|line| line.name.clone()).collect();
    (!names.is_empty()).then(|| {
        format!(
            "{} can rest after this, pressed flat along two opposite corners with the base open, until the bags are wanted.",
            list(&names)
        )
    })
}

/// The name of a task in an address.
pub fn key(task: &Task) -> String {
    task.keys.join("+")
}

impl BatchedView {
    pub(super) fn new(batch: &Batched, planned: &Planned, progress: &Progress) -> Self {
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
                    // Fewer may be wanted by now than are done.
                    done: progress.done(task).min(of),
                    of,
                    ready: progress.most(&planned.lines, &planned.work, task).min(of),
                }
            })
            .collect();
        Self {
            stage: batch.stage.into(),
            rests: rests(batch, planned),
            title: title(batch.what, unit),
            setting: setting(batch.what, unit),
            done: tasks.iter().map(|task| task.done.min(task.of)).sum(),
            of: tasks.iter().map(|task| task.of).sum(),
            tasks,
        }
    }
}

impl OnBoardView {
    pub(super) fn new(at: Length, laid: &OnTheFence) -> Self {
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
    pub(super) fn new(planned: &Planned) -> Self {
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
                format!(
                    "The fence is set {} for {lines} different lines; with every line under a groove that can lie under one, fewer will not do.",
                    times(count)
                )
            }
            _ => format!(
                "The fence is set {} for {lines} different lines; with every line under a groove that can lie under one, fewer than {at_least} will not do.",
                times(count)
            ),
        };
        Self { count, at_least, says }
    }
}
