//! The order of the work: which step waits for which, and why.
//!
//! It is a partial order. A kind of work waits for what it works on, and for whatever can no longer be reached once it is done
//! (common practice, handbook §4); what neither asks for may be done in any order, and then comes as it is customary.

use super::{Job, Scene, Step};
use crate::Brief;
use crate::brief::FacesWhole;
use crate::fittings::backing::lies_under_hem;
use crate::folded::motion::legs;
use smallvec::SmallVec;

/// Why one step waits for another.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Because {
    /// It works on what the other one makes.
    Needs,
    /// What the other one works on is out of reach once it is done.
    OutOfReach,
}

/// A step that has to be done before.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct After {
    /// Which one, by its place in the order of the work.
    pub step: usize,
    /// Why.
    pub because: Because,
}

/// Kinds of work that come before another one.
type Before = SmallVec<[(Job, Because); 16]>;

/// Work on a whole face: on it, behind it or through it.
const ON_FACES: [Job; 6] =
    [Job::Backing, Job::StrapFirst, Job::Mats, Job::Holes, Job::LongRibbon, Job::Pocket];

/// What a bag answers about the order of its work.
struct Order<'a> {
    brief: &'a Brief,
    faces: FacesWhole,
}

impl Order<'_> {
    /// The work that a face has to wait for, beyond its cutting: its parts are joined.
    fn face(&self) -> Option<Job> {
        match self.faces {
            FacesWhole::AsCut => None,
            FacesWhole::Joined => Some(Job::Join),
            FacesWhole::InTheTube => Some(Job::Seam),
        }
    }

    /// Every kind of work that comes before one, whether this bag has it or not.
    fn before(&self, job: Job) -> Before {
        let mut before = Before::new();
        let mut wait = |because: Because, jobs: &[Job]| before.extend(jobs.iter().map(|job| (*job, because)));
        use Because::{Needs, OutOfReach};
        let turned_out = self.brief.top.is_turned_out();
        let base_first = self.brief.guide.as_ref().is_some_and(|guide| guide.way.base_on_board);
        match job {
            Job::Trim => {}
            // A base line scored on the board is what the guide notches down to.
            Job::Guide if base_first => wait(Needs, &[Job::Trim, Job::Score]),
            Job::Score if base_first => wait(Needs, &[Job::Trim]),
            Job::Guide => wait(Needs, &[Job::Trim]),
            Job::Score => wait(Needs, &[Job::Trim, Job::Guide]),
            Job::Fold => wait(Needs, &[Job::Trim, Job::Guide, Job::Score]),
            // A slit ends at a line that can be felt.
            Job::Cut => wait(Needs, &[Job::Trim, Job::Fold]),
            // A hem turned out has to go under the part that is joined to it.
            Job::Join if turned_out => wait(OutOfReach, &[Job::Cut, Job::Fold, Job::Hem]),
            Job::Join => wait(Needs, &[Job::Cut, Job::Fold]),
            Job::StripEnds => wait(Needs, &[Job::Cut, Job::Fold, Job::Join]),
            Job::StrapFirst => wait(Needs, &[Job::Cut, Job::Fold]),
            Job::Backing if lies_under_hem(self.brief) => wait(Needs, &[Job::Cut, Job::Fold]),
            Job::Backing => wait(Needs, &[Job::Cut, Job::Fold, Job::Hem]),
            Job::Hem => {
                wait(Needs, &[Job::Cut, Job::Fold]);
                wait(OutOfReach, &[Job::StripEnds, Job::StrapFirst]);
                if lies_under_hem(self.brief) {
                    wait(OutOfReach, &[Job::Backing]);
                }
                if !turned_out {
                    wait(Needs, &[Job::Join]);
                }
            }
            Job::Mats => wait(Needs, &[Job::Cut, Job::Fold, Job::Hem]),
            Job::Holes => wait(Needs, &[Job::Cut, Job::Fold, Job::Hem, Job::Backing, Job::Mats]),
            Job::LongRibbon => wait(Needs, &[Job::Cut, Job::Fold, Job::Hem, Job::Mats]),
            Job::Pocket => wait(Needs, &[Job::Cut, Job::Fold, Job::Hem, Job::Backing]),
            Job::Flare => {
                wait(Needs, &[Job::Cut, Job::Fold]);
                wait(OutOfReach, &[Job::Hem]);
                wait(OutOfReach, &ON_FACES);
            }
            Job::Seam => {
                wait(Needs, &[Job::Cut, Job::Fold, Job::Join]);
                wait(OutOfReach, &[Job::StripEnds, Job::Hem]);
                if self.faces != FacesWhole::InTheTube {
                    wait(OutOfReach, &ON_FACES);
                }
            }
            Job::Base | Job::SquashBase => {
                wait(Needs, &[Job::Seam]);
                wait(OutOfReach, &ON_FACES);
            }
            Job::Band => wait(Needs, &[Job::Base, Job::SquashBase, Job::Flare]),
            Job::Handles => wait(Needs, &[Job::Base, Job::SquashBase, Job::Flare, Job::Holes, Job::Band]),
            Job::FoldFlat => {
                wait(Needs, &[Job::Base, Job::SquashBase]);
                wait(OutOfReach, &[Job::Band, Job::Handles]);
            }
            // A bag that is kept flat is kept without it.
            Job::Insert => wait(Needs, &[Job::Base, Job::SquashBase, Job::FoldFlat]),
            Job::Fill => {
                wait(
                    Needs,
                    &[Job::Base, Job::SquashBase, Job::Flare, Job::FoldFlat, Job::Insert, Job::Handles],
                );
            }
            Job::Flap => {
                wait(Needs, &[Job::Base, Job::SquashBase, Job::Flare]);
                wait(OutOfReach, &[Job::Band, Job::Handles, Job::FoldFlat, Job::Insert, Job::Fill]);
            }
            Job::Close => {
                wait(Needs, &[Job::Base, Job::SquashBase, Job::Flare, Job::Flap]);
                wait(OutOfReach, &[Job::Band, Job::Handles, Job::FoldFlat, Job::Insert, Job::Fill]);
            }
        }
        if ON_FACES.contains(&job) {
            before.extend(self.face().map(|whole| (whole, Needs)));
        }
        before
    }
}

/// Puts steps into an order in which each comes after all that it waits for; of those that wait for nothing any more the one comes
/// first that was given first. Says how far the bag is and what is to be seen at each, and what each waits for.
pub(super) fn arrange(brief: &Brief, given: Vec<Step>) -> Vec<Step> {
    let order = Order { brief, faces: brief.build.cuts().faces_whole() };
    let before: Vec<Before> = given.iter().map(|step| order.before(step.job)).collect();
    let waits = |step: usize, other: &Step| before[step].iter().find(|(job, _)| *job == other.job);
    let mut left: Vec<usize> = (0..given.len()).collect();
    let mut placed: Vec<usize> = Vec::with_capacity(given.len());
    while !left.is_empty() {
        let is_next = |step: &usize| left.iter().all(|other| waits(*step, &given[*other]).is_none());
        // The waits of `before` make no circle (`core/tests/possible`), so there is always one.
        let next = left.iter().position(is_next).unwrap_or(0);
        placed.push(left.remove(next));
    }
    let mut given: Vec<Option<Step>> = given.into_iter().map(Some).collect();
    let (way, mut scene, mut reached) = (legs(brief.build).len(), Scene::Sheets, 0);
    let mut steps: Vec<Step> = Vec::with_capacity(placed.len());
    for place in placed {
        let Some(mut step) = given[place].take() else { continue };
        let after = steps.iter().enumerate().filter_map(|(done, other)| {
            let (_, because) = before[place].iter().find(|(job, _)| *job == other.job)?;
            Some(After { step: done, because: *because })
        });
        step.after = after.collect();
        step.scene = if scene.stands() { scene.max(step.job.scene()) } else { step.job.scene() };
        step.reached = step.job.folds(way).max(reached);
        (scene, reached) = (step.scene, step.reached);
        steps.push(step);
    }
    steps
}
