//! Runs, found and worked out, with all that follows from them.

use super::at_work::Runs;
use super::clock::today;
use crate::dear::{Dear, Work};
use crate::problem::Problem;
use rusqlite::Connection;
use std::sync::Arc;
use wide_fold_answers::journal::pace;
use wide_fold_answers::planned::{KeptLists, Planned};
use wide_fold_answers::run_view::{Around, Held, Pace, RunView};
use wide_fold_core::paper::Paper;
use wide_fold_formats::BriefText;
use wide_fold_kept::costs::CostsText;
use wide_fold_kept::papers::papers;
use wide_fold_kept::run::{KeptLine, KeptRun};
use wide_fold_kept::runs::{self, Event, Need, Needing};
use wide_fold_kept::shape::Shape;
use wide_fold_kept::thing::{Kept, Kind};
use wide_fold_kept::{Store, StoreError, bags, settings};

/// A run that is there.
pub async fn found(store: &Store, id: i64) -> Result<Kept, Problem> {
    let kept = store.read(move |connection| Kind::Run.find(connection, id)).await?;
    if kept.deleted { Err(Problem::not_found("run")) } else { Ok(kept) }
}

/// All that is known of a run, from one state of the database.
pub struct Loaded {
    pub kept: Kept,
    lists: Option<String>,
    pub events: Vec<(i64, Event)>,
    pub papers: Vec<(i64, Paper)>,
    pub held: Vec<Held>,
    bags: Vec<bags::Bag>,
    costs: CostsText,
    pace: Pace,
}

impl Loaded {
    pub fn read(connection: &Connection, id: i64) -> Result<Self, StoreError> {
        let kept = Kind::Run.find(connection, id)?;
        if kept.deleted {
            return Err(StoreError::NoSuch(Kind::Run.name()));
        }
        let run = KeptRun::from_kept(&kept.text).ok();
        let ids = run.iter().flat_map(|run| &run.lines).map(|line| line.bag);
        Ok(Self {
            lists: runs::lists(connection, id)?,
            events: runs::events(connection, id)?,
            papers: papers(connection)?,
            held: run.as_ref().map_or(Ok(Vec::new()), |run| held_beside(connection, &run.date, id))?,
            bags: bags::found(connection, ids)?,
            pace: pace(&Kind::Entry.list(connection)?),
            costs: settings::holds(connection)?,
            kept,
        })
    }

    /// Lines whose bag is another one now.
    fn changed(&self, planned: &Planned) -> Vec<u32> {
        let is_other = |line: &&KeptLine| {
            let bag = self.bags.iter().find(|bag| bag.id == line.bag && !bag.deleted);
            let now = bag.and_then(|bag| bag.brief().ok());
            now.is_some_and(|now| BriefText::from(&now) != line.drafted)
        };
        planned.run.lines.iter().filter(is_other).map(|line| line.line).collect()
    }

    fn view(&self, planned: &Planned, lists: &KeptLists) -> RunView {
        let around = Around {
            papers: &self.papers,
            held: &self.held,
            changed: &self.changed(planned),
            costs: &self.costs,
            pace: &self.pace,
            today: today(),
        };
        RunView::new(self.kept.id, self.kept.revision, planned, lists, &self.events, &around)
    }
}

/// What all runs hold of the shelf.
pub fn held(connection: &Connection) -> Result<Vec<Need>, StoreError> {
    let all = held_beside(connection, "", i64::MIN)?;
    Ok(all.into_iter().flat_map(|held| held.needs).collect())
}

/// Works out anew what runs still take whose note of it cannot be read.
pub async fn mend_needs(store: &Store, dear: &Dear, known: &Runs) -> Result<(), Problem> {
    let unread = |connection: &Connection| {
        let all = runs::needs(connection)?.into_iter();
        Ok(all.filter(|(_, _, needs)| needs.is_none()).map(|(id, _, _)| id).collect::<Vec<_>>())
    };
    for id in store.read(unread).await? {
        // One that cannot be worked out is told as what it is, wherever runs are.
        if let Err(problem) = view(store, dear, known, id).await {
            tracing::warn!(id, problem = problem.detail, "what a run takes could not be worked out anew");
        }
    }
    Ok(())
}

/// What the runs beside one hold of the shelf, the next one first: by their day, on one day by their number.
pub fn held_beside(connection: &Connection, date: &str, own: i64) -> Result<Vec<Held>, StoreError> {
    let all = runs::needs(connection)?.into_iter().filter(|(id, _, _)| *id != own);
    let holds = |(id, text, needs): Needing| {
        let run = KeptRun::from_kept(&text).ok().filter(|run| run.holds && !run.archived)?;
        let is_first = (run.date.as_str(), id) < (date, own);
        Some((id, Held { name: run.name, date: run.date, is_first, needs: needs.unwrap_or_default() }))
    };
    let mut found: Vec<(i64, Held)> = all.filter_map(holds).collect();
    found.sort_by(|(a, one), (b, other)| (&one.date, a).cmp(&(&other.date, b)));
    Ok(found.into_iter().map(|(_, held)| held).collect())
}

/// A run with all that follows from it; laid out anew if it has to be.
pub async fn view(store: &Store, dear: &Dear, known: &Runs, id: i64) -> Result<RunView, Problem> {
    let loaded = Arc::new(store.read(move |connection| Loaded::read(connection, id)).await?);
    let revision = loaded.kept.revision;
    if let Some(planned) = known.known(id, revision) {
        let own = loaded.clone();
        let runs = known.clone();
        let standing = tokio::task::spawn_blocking(move || {
            let lists = runs.standing(id, own.lists.clone(), &planned.signature(&own.papers))?;
            Some(own.view(&planned, &lists))
        });
        if let Some(view) = standing.await.map_err(|error| Problem::ours(&error))? {
            return Ok(view);
        }
    }
    let (own, runs) = (loaded.clone(), known.clone());
    let (view, laid) = dear
        .run(Work::Runs, move |budget| {
            let planned = runs.work_out(id, revision, &own.kept.text)?;
            let signature = planned.signature(&own.papers);
            if let Some(lists) = runs.standing(id, own.lists.clone(), &signature) {
                return Ok((own.view(&planned, &lists), None));
            }
            let progress = planned.progress(&own.events);
            let at = own.events.last().map_or(0, |(id, _)| *id);
            let lists = planned.lists(&progress, &own.papers, at, budget);
            let text = serde_json::to_string(&lists).map_err(|error| Problem::ours(&error))?;
            let needs = lists.needs(&own.events);
            Ok((own.view(&planned, &lists), Some((text, needs, at))))
        })
        .await?;
    if let Some((text, needs, at)) = laid {
        // Whether it can be kept or not, what is answered is right.
        let kept = store
            .write(move |transaction| {
                // Whoever changed it meanwhile has it laid out anew.
                let last = runs::last(transaction, id)?;
                if Kind::Run.find(transaction, id)?.revision == revision && last == at {
                    runs::lay(transaction, id, Some(&text), &needs)?;
                }
                Ok(())
            })
            .await;
        if let Err(error) = kept {
            tracing::warn!(%error, "the sheets of a run could not be kept as they are laid out");
        }
    }
    Ok(view)
}
