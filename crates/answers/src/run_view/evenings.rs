//! How long a run takes, and on which evenings it is done.

use super::Around;
use super::batches::{batch_unit, setting, title};
use super::summary::when;
use crate::planned::{KeptLists, Planned};
use jiff::civil::Date;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::evenings::{Serves, Share, Stint, spread};
use wide_fold_core::progress::Progress;
use wide_fold_core::steps::Stage;
use wide_fold_core::text::list;
use wide_fold_core::work::{Batched, SECONDS_A_CUT, SECONDS_A_SETTING, What};
use wide_fold_kept::run::EveningText;
use wide_fold_kept::runs::Event;

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
    pub(super) fn of(&self, stage: Stage, seconds: u32) -> u32 {
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
    pub(super) fn says(&self) -> String {
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
        for (k, lot) in list.lots.iter().enumerate() {
            let each = around.pace.of(Stage::Trim, (lot.sheet.trims.len() as u32 + 1) * SECONDS_A_CUT);
            let count = lot.times.saturating_sub(lists.cut(events, (n, k)));
            let serves = lot.holds.iter().filter_map(|(number, part, on)| {
                let line = planned.place(*number)?;
                let of = planned.lines[line].parts.get(*part)?.count;
                Some(Serves { line, cuts: Some(*part), on: *on, of })
            });
            let (stint, title) =
                (Stint { count, each, begin: 0, serves: serves.collect() }, "Cut sheets".to_owned());
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
                serves: vec![Serves { line: task.line, cuts: None, on: 1, of: task.each }],
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
pub(super) fn seconds_of(planned: &Planned, lists: &KeptLists, line: usize, pace: &Pace) -> u32 {
    let copies = planned.lines[line].copies;
    let of = |batch: &Batched| -> u32 {
        let own = batch.tasks.iter().filter(|task| task.line == line);
        own.map(|task| pace.of(batch.stage, task.seconds) * task.each * copies).sum()
    };
    let work: u32 = planned.work.batches.iter().map(of).sum();
    let number = planned.run.lines[line].line;
    let lots = lists.lists.iter().flat_map(|list| &list.lots);
    let own = |lot: &crate::planned::KeptLot| {
        let all: u32 = lot.holds.iter().map(|(_, _, count)| count).sum();
        let own: u32 =
            lot.holds.iter().filter(|(line, _, _)| *line == number).map(|(_, _, count)| count).sum();
        pace.of(Stage::Trim, (lot.sheet.trims.len() as u32 + 1) * SECONDS_A_CUT) * lot.times * own
            / all.max(1)
    };
    work + lots.map(own).sum::<u32>()
}

pub(super) fn evenings(
    planned: &Planned,
    lists: &KeptLists,
    events: &[(i64, Event)],
    progress: &Progress,
    around: &Around<'_>,
) -> PlannedEvenings {
    let named = stints(planned, lists, events, progress, around);
    let all: Vec<Stint> = named.iter().map(|named| named.stint.clone()).collect();
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

/// More minutes on every evening that is left, in steps of five; or more evenings, the last free days before the day first. The day
/// itself is no evening to work on, unless the crafter has put it in.
pub(super) fn remedies(
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
    let last = planned.run.date.parse::<Date>().and_then(Date::yesterday);
    let Ok(last) = last else { return found };
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
