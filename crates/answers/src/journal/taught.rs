//! What made bags teach: how far they are off every time, what became of papers, how fast the crafter is.

use super::hand_rules::HandRuleView;
use super::{EntryView, says};
use crate::run_view::Pace;
use serde::Serialize;
use std::collections::{BTreeMap, BTreeSet};
use utoipa::ToSchema;
use wide_fold_core::drift::{Drift, ENOUGH};
use wide_fold_core::mass::Mass;
use wide_fold_core::text::list;
use wide_fold_core::{Length, Unit, drift};
use wide_fold_kept::entry::KeptEntry;
use wide_fold_kept::hand_rules::{DriftOf, HandRule, HandRuleId, HandRules};
use wide_fold_kept::shape::Shape;
use wide_fold_kept::thing::Kept;

/// What made bags are off, of one paper, on one board, or of all.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct DriftView {
    /// What is off.
    pub what: DriftOf,
    /// Of which paper, or on which board; nothing for all bags.
    pub of: Option<String>,
    /// True if that is a board.
    pub on_board: bool,
    /// How many bags it rests on.
    pub bags: usize,
    /// What is said of it, with its figures.
    pub says: String,
    /// True if it is surely there.
    pub is_sure: bool,
    /// What is offered for it: nothing unless it is sure, nor for a paper, nor for the only board there is.
    pub hand_rule: Option<HandRuleView>,
    /// The median, in millimetres,
    pub median_mm: f64,
    /// and where the true one lies, 95 times of 100.
    pub within_mm: Option<[f64; 2]>,
    /// The bags: planned size, and how far it is off, in millimetres; the last ones.
    pub points: Vec<PointView>,
    /// Marks beside the plot: how far off.
    pub off_marks: Vec<PlotMark>,
    /// Marks under the plot: planned sizes.
    pub planned_marks: Vec<PlotMark>,
}

/// A mark at the edge of a plot.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PlotMark {
    /// Where it stands, in millimetres.
    pub mm: f64,
    /// What stands there, as a figure.
    pub figure: String,
}

/// Marks from the least to the most, a round step apart, nine at most.
fn marks(lengths: impl Iterator<Item = Length> + Clone, unit: Unit) -> Vec<PlotMark> {
    let steps = match unit {
        Unit::Inch => [1, 2, 4, 8, 16, 32, 64, 128, 256].map(Length::sixty_fourths),
        Unit::Metric => [1, 2, 5, 10, 20, 50, 100, 200, 400].map(|n| Length::from_nm(n * 500_000)),
    };
    let (Some(least), Some(most)) = (lengths.clone().min(), lengths.max()) else { return Vec::new() };
    let few = |step: &Length| (most.ceil_to(*step) - least.floor_to(*step)).units() / step.units() <= 8;
    let step = steps.into_iter().find(few).unwrap_or(Length::inches(12));
    let from = least.floor_to(step);
    let count = (most.ceil_to(step) - from).units() / step.units();
    let mark = |at: Length| {
        let sign = if at < Length::ZERO { "−" } else { "" };
        PlotMark { mm: at.mm(), figure: format!("{sign}{}", at.abs().figure(unit)) }
    };
    (0..=count).map(|n| mark(from + step * n)).collect()
}

/// One bag of a plot.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PointView {
    /// The entry's number.
    pub entry: i64,
    /// What the bag was called.
    pub name: String,
    /// What was planned, in millimetres.
    pub planned_mm: f64,
    /// How far it is off, in millimetres.
    pub off_mm: f64,
    /// The same in words: `1/16 more`.
    pub says: String,
}

/// What is known of a paper from bags that were made of it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RecordView {
    /// What it is called.
    pub name: String,
    /// `4 bags, cracked once, at a gusset of 2; carried 3 lb`.
    pub says: String,
}

/// The journal, and what it teaches.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct JournalView {
    /// The last entries, the newest first.
    pub entries: Vec<EntryView>,
    /// How many there are in all.
    pub total: usize,
    /// What the hands do every time: of all bags first, then by paper and by board.
    pub drifts: Vec<DriftView>,
    /// Papers, and what became of them.
    pub papers: Vec<RecordView>,
    /// What is enough to be sure.
    pub enough: String,
    /// Hand rules that new plans take.
    pub hand_rules: Vec<HandRuleView>,
}

/// Entries that are shown, and points of a plot.
const SHOWN: usize = 100;

const POINTS: usize = 400;

impl JournalView {
    /// The journal as it stands.
    pub fn new(kept: &[Kept], pictured: &BTreeSet<i64>, hand_rules: &HandRules) -> Self {
        let all: Vec<(i64, i64, KeptEntry)> = kept
            .iter()
            .filter_map(|kept| Some((kept.id, kept.revision, KeptEntry::from_kept(&kept.text).ok()?)))
            .collect();
        let entry = |(id, revision, entry): &(i64, i64, KeptEntry)| EntryView {
            id: *id,
            revision: *revision,
            name: entry.name.clone(),
            made: entry.text.made.clone(),
            says: says(entry),
            planned: entry.planned.iter().map(|nm| Length::from_nm(*nm).figure(entry.unit())).collect(),
            paper: entry.paper.clone(),
            pictured: pictured.contains(id),
            text: entry.text.clone(),
        };
        let mut newest: Vec<&(i64, i64, KeptEntry)> = all.iter().collect();
        newest.sort_by(|one, other| (&other.2.text.made, other.0).cmp(&(&one.2.text.made, one.0)));
        let refs: Vec<(i64, &KeptEntry)> = all.iter().map(|(id, _, entry)| (*id, entry)).collect();
        Self {
            entries: newest.into_iter().take(SHOWN).map(entry).collect(),
            total: all.len(),
            drifts: drifts(&refs, hand_rules),
            hand_rules: hand_rules.all().iter().map(Into::into).collect(),
            papers: records(&refs),
            enough: format!(
                "Something is called sure when it would come about by chance less than once in a hundred journals: that takes \
                 {ENOUGH} bags at least, and more where they differ. The figure is the median, which a few bags gone wrong do not \
                 move; where it lies is told by its order statistics (W. R. Thompson, 1936)."
            ),
        }
    }
}

/// All bags, those of one paper, or those of one board.
#[derive(Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum Group<'a> {
    All,
    Paper(&'a str),
    Board(i64),
}

fn drifts(all: &[(i64, &KeptEntry)], hand_rules: &HandRules) -> Vec<DriftView> {
    let mut groups: BTreeMap<Group<'_>, Vec<(i64, &KeptEntry)>> = BTreeMap::new();
    for (id, entry) in all {
        let paper = entry.paper.as_deref().map(Group::Paper);
        for group in [Group::All, Group::Board(entry.groove)].into_iter().chain(paper) {
            groups.entry(group).or_default().push((*id, entry));
        }
    }
    let boards = groups.keys().filter(|group| matches!(group, Group::Board(_))).count();
    let mut views = Vec::new();
    for (group, entries) in &groups {
        for what in DriftOf::ALL {
            let Some((view, offered)) = DriftView::new(what, *group, entries) else { continue };
            let is_offered = match group {
                Group::All => true,
                Group::Board(_) => boards > 1,
                Group::Paper(_) => false,
            };
            let hand_rule = HandRuleView::offer(hand_rules, offered.filter(|_| is_offered).as_ref());
            views.push(DriftView { hand_rule, ..view });
        }
    }
    views
}

/// `grooves every ⅛ in`.
pub(super) fn grooves(groove: Length, unit: Unit) -> String {
    format!("grooves every {}", groove.label(unit))
}

/// What is offered for what some bags are off; nothing unless it is sure.
pub(super) fn hand_rule(entries: &[&KeptEntry], id: HandRuleId) -> Option<HandRule> {
    let told: Vec<(i64, &KeptEntry, Length)> =
        entries.iter().filter_map(|entry| Some((0, *entry, id.what.off(entry)?))).collect();
    taken(&told, &found(&told)?, id)
}

type Told<'a> = (i64, &'a KeptEntry, Length);

fn found(told: &[Told<'_>]) -> Option<Drift> {
    drift::drift(&told.iter().map(|(_, _, off)| *off).collect::<Vec<_>>(), mark(told))
}

fn taken(told: &[Told<'_>], found: &Drift, id: HandRuleId) -> Option<HandRule> {
    let unit = told.first()?.1.unit();
    let by = found.hand_rule(unit)?.nm();
    Some(HandRule { id, by, bags: found.bags, metric: unit == Unit::Metric })
}

impl DriftView {
    /// What is seen of it, and what it would offer.
    fn new(
        what: DriftOf,
        group: Group<'_>,
        entries: &[(i64, &KeptEntry)],
    ) -> Option<(Self, Option<HandRule>)> {
        let told: Vec<Told<'_>> =
            entries.iter().filter_map(|(id, entry)| Some((*id, *entry, what.off(entry)?))).collect();
        let unit = told.first()?.1.unit();
        let found = found(&told)?;
        let planned = |entry: &KeptEntry| Length::from_nm(entry.planned[what.planned()]);
        let point = |(id, entry, off): &Told<'_>| PointView {
            entry: *id,
            name: entry.name.clone(),
            planned_mm: planned(entry).mm(),
            off_mm: off.mm(),
            says: by(*off, entry.unit()),
        };
        let skipped = told.len().saturating_sub(POINTS);
        let groove = match group {
            Group::Board(groove) => Some(groove),
            Group::All | Group::Paper(_) => None,
        };
        let handed = told.iter().filter(|(_, entry, _)| entry.hand != [0, 0]).count();
        let view = Self {
            what,
            of: match group {
                Group::All => None,
                Group::Paper(paper) => Some(paper.to_owned()),
                Group::Board(groove) => Some(grooves(Length::from_nm(groove), unit)),
            },
            on_board: groove.is_some(),
            bags: found.bags,
            says: said(what, &found, unit, handed),
            is_sure: found.is_sure,
            hand_rule: None,
            median_mm: found.median.mm(),
            within_mm: found.within.map(|(low, high)| [low.mm(), high.mm()]),
            points: told.iter().skip(skipped).map(point).collect(),
            off_marks: marks(told.iter().map(|(_, _, off)| *off).chain([Length::ZERO]), unit),
            planned_marks: marks(told.iter().map(|(_, entry, _)| planned(entry)), unit),
        };
        Some((view, taken(&told, &found, HandRuleId { what, groove })))
    }
}

/// The coarsest mark of a ruler to which all measures were read.
fn mark(told: &[Told<'_>]) -> Length {
    let inch = [16, 8, 4, 2, 1].map(Length::sixty_fourths);
    let metric = [Length::MM, Length::from_nm(500_000)];
    let all = || told.iter().flat_map(|(_, entry, _)| entry.measured).flatten().map(Length::from_nm);
    let fits = |mark: &Length| all().all(|length| length.is_on(*mark));
    inch.into_iter().chain(metric).find(fits).unwrap_or(Length::from_nm(100_000))
}

fn by(off: Length, unit: Unit) -> String {
    match off {
        off if off.is_positive() => format!("{} more", off.label(unit)),
        off if off < Length::ZERO => format!("{} less", off.abs().label(unit)),
        _ => "as planned".to_owned(),
    }
}

fn said(what: DriftOf, found: &Drift, unit: Unit, handed: usize) -> String {
    let name = match what {
        DriftOf::Panels => "Panels come out",
        DriftOf::Height => "Heights come out",
    };
    let bags = if found.bags == 1 { "one bag".to_owned() } else { format!("{} bags", found.bags) };
    let between = found.within.map_or_else(
        || "too few to say how surely".to_owned(),
        |(low, high)| format!("95 times of 100 between {} and {}", by(low, unit), by(high, unit)),
    );
    let spread = match found.spread {
        Length::ZERO => "half of them by just that".to_owned(),
        spread => format!("half of them within {} of that", spread.label(unit)),
    };
    let handed = match handed {
        0 => String::new(),
        1 => " What was taken off for one of them is counted in.".to_owned(),
        _ => format!(" What was taken off for {handed} of them is counted in."),
    };
    format!("{name} {} by the median of {bags}: {between}; {spread}.{handed}", by(found.median, unit))
}

fn records(all: &[(i64, &KeptEntry)]) -> Vec<RecordView> {
    let mut papers: BTreeMap<&str, Vec<&KeptEntry>> = BTreeMap::new();
    for (_, entry) in all {
        if let Some(paper) = &entry.paper {
            papers.entry(paper).or_default().push(entry);
        }
    }
    let record = |(name, bags): (&str, Vec<&KeptEntry>)| {
        let times = |count: usize| match count {
            1 => "once".to_owned(),
            2 => "twice".to_owned(),
            _ => format!("{count} times"),
        };
        let mut says =
            vec![if bags.len() == 1 { "one bag".to_owned() } else { format!("{} bags", bags.len()) }];
        let cracked: Vec<&&KeptEntry> = bags.iter().filter(|bag| bag.text.cracked).collect();
        if !cracked.is_empty() {
            let mut at: Vec<Length> = cracked.iter().map(|bag| Length::from_nm(bag.planned[2])).collect();
            at.sort_unstable();
            at.dedup();
            let unit = cracked[0].unit();
            let at: Vec<String> = at.into_iter().map(|at| at.label(unit)).collect();
            says.push(format!("cracked {}, at a gusset of {}", times(cracked.len()), list(&at)));
        }
        let flat = bags.iter().filter(|bag| bag.text.survived_flat).count();
        if flat > 0 {
            says.push(format!("folded flat and up again {}", times(flat)));
        }
        let carried = bags.iter().filter_map(|bag| {
            let text = bag.text.carried.as_ref()?;
            Some((Mass::parse(text, bag.unit()).ok()?, text))
        });
        if let Some((_, most)) = carried.max_by_key(|(mass, _)| *mass) {
            says.push(format!("carried {most}"));
        }
        RecordView { name: name.to_owned(), says: says.join("; ") }
    };
    papers.into_iter().map(record).collect()
}

/// Entries that have a say in the crafter's pace: the last ones.
const PACED: usize = 200;

/// How fast the crafter is, by the minutes that were written down.
pub fn pace(kept: &[Kept]) -> Pace {
    let last = kept.iter().rev().take(PACED).filter_map(|kept| KeptEntry::from_kept(&kept.text).ok());
    let mut told: [Vec<(u32, u32)>; 4] = std::array::from_fn(|_| Vec::new());
    for entry in last {
        for (place, minutes) in entry.text.minutes.all().into_iter().enumerate() {
            let bags = entry.text.bags.unwrap_or(1).max(1);
            told[place].extend(minutes.map(|minutes| (minutes * 60 / bags, entry.guessed[place])));
        }
    }
    Pace { bags: told.iter().map(Vec::len).max().unwrap_or(0), stages: told.map(|told| drift::pace(&told)) }
}
