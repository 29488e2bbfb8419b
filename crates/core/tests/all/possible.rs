//! Every list of steps, of a bag by itself and of a run, held against a model of what a pair of hands can do: it knows paper, glue and
//! what is out of reach (handbook §4, common practice), and nothing of how the order is worked out.
use crate::bags::any::any_brief;
use proptest::prelude::*;
use std::collections::BTreeSet;
use wide_fold_core::brief::FaceSide;
use wide_fold_core::budget::Budget;
use wide_fold_core::line::Line;
use wide_fold_core::net::{GlueRole, Panel};
use wide_fold_core::steps::{Because, Job, Step};
use wide_fold_core::work::{What, work};
use wide_fold_core::{Brief, Length, Plan};

/// A bag in the making.
struct Bench<'a> {
    plan: &'a Plan,
    /// What is done on it.
    done: Vec<Job>,
    /// Seams and laps that hold, by their places.
    seams: BTreeSet<usize>,
    laps: BTreeSet<usize>,
}

impl<'a> Bench<'a> {
    fn new(plan: &'a Plan) -> Self {
        Self { plan, done: Vec::new(), seams: BTreeSet::new(), laps: BTreeSet::new() }
    }

    fn has(&self, job: Job) -> bool {
        self.done.contains(&job)
    }

    fn wants(&self, job: Job) -> bool {
        self.plan.steps.iter().any(|step| step.job == job)
    }

    /// Done, or not asked for.
    fn settled(&self, job: Job) -> bool {
        let asked = self.plan.steps.iter().filter(|step| step.job == job).count();
        self.done.iter().filter(|done| **done == job).count() >= asked
    }

    /// A tube that is closed cannot be laid flat as one sheet any more.
    fn is_tube(&self) -> bool {
        self.has(Job::Flare)
            || self.seams.len() == self.plan.net.seams.len() && !self.plan.net.seams.is_empty()
    }

    fn base_closed(&self) -> bool {
        self.has(Job::Base) || self.has(Job::SquashBase) || self.has(Job::Flare)
    }

    /// True if all paper of a face hangs together: its blanks are one lot, by seams and laps that hold.
    fn is_whole(&self, side: FaceSide) -> bool {
        let net = &self.plan.net;
        let own: Vec<usize> = (0..net.blanks.len())
            .filter(|n| {
                net.blanks[*n].shows_face()
                    && net.blanks[*n].columns.iter().any(|column| column.panel.face() == Some(side))
            })
            .collect();
        let Some(first) = own.first() else { return true };
        // Parts of a face hang together only where their cut edges meet, not round the gussets.
        let cut: Vec<(usize, usize)> = self
            .seams
            .iter()
            .map(|n| &net.seams[*n])
            .filter(|seam| matches!(seam.over.panel, Panel::FacePart { on, .. } if on == side))
            .filter(|seam| self.is_inner(seam.over.blank, seam.over.column, seam.over.x))
            .map(|seam| (seam.under.blank, seam.over.blank))
            .collect();
        let laps = self.laps.iter().map(|n| (net.laps[*n].under, net.laps[*n].over));
        let links: Vec<(usize, usize)> = cut.into_iter().chain(laps).collect();
        let mut lot = BTreeSet::from([*first]);
        loop {
            let before = lot.len();
            for (one, other) in &links {
                if lot.contains(one) || lot.contains(other) {
                    lot.extend([*one, *other]);
                }
            }
            if lot.len() == before {
                break;
            }
        }
        let hangs = own.iter().all(|blank| lot.contains(blank));
        // One blank may hold both parts of a face, at its two ends: then a seam has to bring them together.
        let parts = |blank: usize| {
            net.blanks[blank]
                .columns
                .iter()
                .filter(|column| matches!(column.panel, Panel::FacePart { on, .. } if on == side))
                .count()
        };
        hangs
            && own.iter().all(|blank| {
                parts(*blank) < 2 || links.iter().any(|(one, other)| one == blank || other == blank)
            })
    }

    /// True if an edge of a part of a face is the one at which the face was cut.
    fn is_inner(&self, blank: usize, column: usize, x: Length) -> bool {
        let columns = &self.plan.net.blanks[blank].columns;
        let own = columns[column];
        let beside = if x == own.x.from {
            column.checked_sub(1).map(|n| columns[n].panel)
        } else {
            columns.get(column + 1).map(|next| next.panel)
        };
        // Beyond its other edge lies a gusset; at the cut there is the end of the paper, or a tab.
        beside.is_none_or(Panel::is_join) && {
            let other = if x == own.x.from {
                columns.get(column + 1).map(|next| next.panel)
            } else {
                column.checked_sub(1).map(|n| columns[n].panel)
            };
            let Panel::FacePart { on, side } = own.panel else { return false };
            use wide_fold_core::brief::Side;
            // Seen from outside the left part of the front has its cut on its right; of the back on its left.
            let cut_is_right = (on == FaceSide::Front) == (side == Side::Left);
            let _ = other;
            (x == own.x.to) == cut_is_right
        }
    }

    /// Glues what a step says it glues flat.
    fn glue_flat(&mut self) {
        let net = &self.plan.net;
        self.laps = (0..net.laps.len()).collect();
        for (n, seam) in net.seams.iter().enumerate() {
            let own = net.blanks[seam.under.blank].glue.iter().filter(|glue| glue.panel == seam.under.panel);
            if own.into_iter().any(|glue| matches!(glue.role, GlueRole::FaceTab | GlueRole::FaceStrip)) {
                self.seams.insert(n);
            }
        }
    }

    /// Why a step cannot be done now, if it cannot.
    fn hinders(&self, step: &Step) -> Option<&'static str> {
        let brief = &self.plan.brief;
        let says = step.says.join(" ");
        let on_both = || [FaceSide::Front, FaceSide::Back].into_iter().all(|side| self.is_whole(side));
        let no = |is: bool, why: &'static str| is.then_some(why);
        let hem = self.has(Job::Hem);
        let glued = !self.seams.is_empty() || !self.laps.is_empty() || hem;
        let standing = self.base_closed();
        match step.job {
            Job::Trim => no(!self.done.is_empty(), "something is done on a sheet that is not cut"),
            Job::Guide | Job::Score => {
                no(!self.settled(Job::Trim) || self.has(Job::Fold) || glued, "it is no flat sheet any more")
            }
            Job::Fold => no(
                !self.settled(Job::Score) || !self.settled(Job::Guide) || glued,
                "lines are missing, or it is glued",
            ),
            Job::Cut => no(!self.settled(Job::Fold) || glued, "no line can be felt yet, or it is glued"),
            Job::Join => no(!self.settled(Job::Cut), "slits are missing")
                .or_else(|| no(self.is_tube(), "it lies flat no more"))
                .or_else(|| {
                    no(brief.top.is_turned_out() && !hem, "a hem turned out would lie over the join")
                }),
            Job::StripEnds => no(hem && brief.top.is_turned_in(), "the hem is turned: its end goes under it"),
            Job::Hem => no(self.is_tube(), "a closed tube is not hemmed in one go")
                .or_else(|| no(!self.settled(Job::Cut), "its corners are not cut")),
            Job::StrapFirst => no(hem, "the end goes under the hem")
                .or_else(|| no(!on_both(), "the slot's face is not there")),
            Job::Backing => {
                let under = says.contains("before the hem is turned");
                no(
                    under == hem && brief.top.is_turned_in(),
                    "a strip under the hem comes before it, any other after it",
                )
                .or_else(|| no(!on_both(), "the face is not whole"))
                .or_else(|| no(standing, "the inside is out of reach"))
            }
            Job::Mats => no(!on_both() || standing, "the face is not whole, or does not lie flat"),
            Job::Holes => {
                no(!on_both() || standing, "the face is not whole, or does not lie flat").or_else(|| {
                    no(
                        !self.settled(Job::Backing) || !self.settled(Job::Mats) || !self.settled(Job::Hem),
                        "what it goes through is not there",
                    )
                })
            }
            Job::LongRibbon => no(
                !on_both() || standing || !self.settled(Job::Mats),
                "the face is not whole, not flat, or a mat would cover it",
            ),
            Job::Pocket => no(!on_both() || standing, "the face is not whole, or its inside is out of reach"),
            Job::Flare => {
                no(!self.settled(Job::Hem) || !self.settled(Job::Holes), "hems and holes are made flat")
            }
            Job::Seam => {
                no(!self.settled(Job::Join) || !self.settled(Job::Cut), "its parts are not joined or cut")
                    .or_else(|| no(!self.settled(Job::Hem), "the hem is not turned"))
                    .or_else(|| no(!self.settled(Job::StripEnds), "strips are missing"))
            }
            Job::Base | Job::SquashBase => no(!self.is_tube(), "there is no tube"),
            Job::FoldFlat => {
                no(!standing, "there is no base").or_else(|| no(self.has(Job::Insert), "the insert is in it"))
            }
            Job::Insert => no(!standing || self.has(Job::Flap) || self.has(Job::Close), "no base, or closed"),
            Job::Band => {
                no(!standing || self.has(Job::FoldFlat) || self.has(Job::Close), "it does not stand open")
            }
            Job::Handles => no(
                !standing || self.has(Job::FoldFlat) || self.has(Job::Flap) || self.has(Job::Close),
                "it does not stand open",
            )
            .or_else(|| no(!self.settled(Job::Holes), "there are no holes"))
            .or_else(|| {
                no(self.wants(Job::StrapFirst) && !self.has(Job::StrapFirst), "the first end is not in")
            }),
            Job::Fill => no(
                !standing || self.has(Job::Flap) || self.has(Job::Close) || !self.settled(Job::Insert),
                "it is closed, or has no floor",
            ),
            Job::Flap | Job::Close => no(!standing, "there is no bag")
                .or_else(|| {
                    no(
                        !self.settled(Job::Fill) || !self.settled(Job::Handles) || !self.settled(Job::Insert),
                        "something goes in or on after it is closed",
                    )
                })
                .or_else(|| no(step.job == Job::Flap && self.has(Job::Close), "it is closed")),
        }
    }

    fn finish(&mut self, job: Job) {
        match job {
            Job::Join => self.glue_flat(),
            Job::Seam => self.seams = (0..self.plan.net.seams.len()).collect(),
            _ => {}
        }
        self.done.push(job);
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(500))]

    /// Every step of every bag can be done when it comes.
    #[test]
    fn every_list_can_be_worked(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let mut bench = Bench::new(&plan);
        for (n, step) in plan.steps.iter().enumerate() {
            prop_assert_eq!(bench.hinders(step), None, "{}", step.title);
            // What it waits for comes before it, and says why.
            for after in &step.after {
                prop_assert!(after.step < n, "{} waits for what comes later", step.title);
                prop_assert!(matches!(after.because, Because::Needs | Because::OutOfReach));
            }
            bench.finish(step.job);
            if step.job == Job::Join {
                prop_assert!(!bench.is_tube(), "what is joined flat closes the tube");
                // Whatever can be whole now is.
                let cuts = brief.build.cuts();
                if cuts.faces_whole() == wide_fold_core::brief::FacesWhole::Joined {
                    prop_assert!(bench.is_whole(FaceSide::Front) && bench.is_whole(FaceSide::Back), "a face is not whole after it was joined");
                }
            }
        }
        if brief.build.has_base() {
            prop_assert!(bench.is_whole(FaceSide::Front) && bench.is_whole(FaceSide::Back) && bench.is_tube());
        }
    }

    /// And so can every order that keeps what steps wait for, not only the one that is told: a run takes them as it needs.
    #[test]
    fn every_order_that_keeps_what_steps_wait_for_can_be_worked(brief in any_brief(), picks in prop::collection::vec(0_usize..64, 40)) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let mut bench = Bench::new(&plan);
        let mut left: Vec<usize> = (0..plan.steps.len()).collect();
        let mut done = BTreeSet::new();
        for pick in picks {
            let free: Vec<usize> = left.iter().copied().filter(|n| plan.steps[*n].after.iter().all(|after| done.contains(&after.step))).collect();
            let Some(next) = free.get(pick % free.len().max(1)).copied() else { break };
            let step = &plan.steps[next];
            prop_assert_eq!(bench.hinders(step), None, "{} after {:?}", step.title, bench.done);
            bench.finish(step.job);
            done.insert(next);
            left.retain(|n| *n != next);
        }
        prop_assert!(left.is_empty() || plan.steps.len() > 40);
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(120))]

    /// The work on a run, batch by batch, is work that can be done on each of its bags.
    #[test]
    fn a_run_can_be_worked_bag_by_bag(own in prop::collection::vec((any_brief(), 1_u32..6), 1..6)) {
        let lines: Vec<Line> = own
            .iter()
            .filter(|(brief, _)| Plan::new(brief).is_ok())
            .map(|(brief, copies): &(Brief, u32)| Line::new("Tea bowl", brief.clone(), *copies, [None, None]))
            .collect();
        let work = work(&lines, &Budget::of(Budget::USUAL));
        let mut twice = 0;
        for (n, line) in lines.iter().enumerate() {
            let plan = Plan::new(&line.brief).unwrap();
            let mut bench = Bench::new(&plan);
            bench.finish(Job::Trim);
            let tasks: Vec<(What, Option<usize>)> = work.batches.iter().flat_map(|batch| batch.tasks.iter().filter(|task| task.line == n).map(|task| (batch.what, task.step))).collect();
            let scores = plan.steps.iter().filter(|step| step.job == Job::Score).count();
            let last_score = tasks.iter().rposition(|(_, step)| step.is_none());
            for (at, (_, step)) in tasks.iter().enumerate() {
                match step {
                    Some(step) => {
                        // What to think of before filling is no work of a run: it is thought of as soon as it can be.
                        let fill = plan.steps.iter().find(|step| step.job == Job::Fill);
                        if fill.is_some_and(|fill| !bench.has(Job::Fill) && bench.hinders(fill).is_none()) {
                            bench.finish(Job::Fill);
                        }
                        prop_assert_eq!(bench.hinders(&plan.steps[*step]), None, "{} after {:?}", plan.steps[*step].title, bench.done);
                        // Folding is done piece by piece.
                        if tasks[at + 1..].iter().all(|(_, later)| later != &Some(*step)) {
                            bench.finish(plan.steps[*step].job);
                        }
                    }
                    None if Some(at) == last_score => (0..scores).for_each(|_| bench.finish(Job::Score)),
                    None => {}
                }
            }
            // Everything but thinking before filling.
            let all = plan.steps.iter().filter(|step| step.job != Job::Fill);
            for step in all {
                prop_assert!(bench.settled(step.job), "{} is never done", step.title);
            }
        }
        // A kind of work is taken up twice only where bags differ in their order.
        let mut seen: Vec<What> = Vec::new();
        for batch in &work.batches {
            if seen.contains(&batch.what) {
                twice += 1;
            }
            seen.push(batch.what);
        }
        prop_assert!(twice <= 4, "{} kinds of work are taken up again", twice);
    }
}
