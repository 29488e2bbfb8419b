//! What a run takes of every paper, what is missing, what its paper costs, and the sheets as they are cut.

use super::{Around, Held};
use crate::layout::SheetCutView;
use crate::planned::{KeptLists, Planned, taken};
use serde::Serialize;
use std::collections::BTreeMap;
use utoipa::ToSchema;
use wide_fold_core::brief::Extra;
use wide_fold_core::costs::{Takes, parted};
use wide_fold_core::fittings::Fitted;
use wide_fold_core::fittings::parts::{From, Measure, parts};
use wide_fold_core::line::PartRef;
use wide_fold_core::paper::{Amount, Money, Stock};
use wide_fold_core::progress::Progress;
use wide_fold_core::shelf::amount;
use wide_fold_core::text::{list as list_of, quoted};
use wide_fold_core::{Brief, Length, Unit};
use wide_fold_formats::PaperText;
use wide_fold_kept::runs::Event;

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
    /// What runs that come first hold of it, if anything: `7 sheets for “Kiln opening”`.
    pub held: Option<String>,
    /// What it takes of what later runs hold, if anything; a sentence.
    pub takes_held: Option<String>,
    /// What is missing, if anything is.
    pub short: Option<String>,
    /// The paper as it is once that is bought; nothing for one that is not on the shelf, or if its shelf holds no more.
    pub bought: Option<PaperText>,
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
    pub lots: Vec<LotView>,
}

/// Sheets that are cut alike.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct LotView {
    /// One of them; what lies on it is given with its line, by the line's place.
    pub sheet: SheetCutView,
    /// How many of them are cut,
    pub done: u32,
    /// of how many.
    pub of: u32,
}

pub(super) fn needs(lists: &KeptLists, events: &[(i64, Event)], around: &Around<'_>) -> Vec<NeedView> {
    let gone = taken(events);
    let mut views = Vec::new();
    for (n, list) in lists.lists.iter().enumerate() {
        let unit = if list.metric { Unit::Metric } else { Unit::Inch };
        let (sheets, length) = lists.open(events, n);
        let sheets = i64::from(sheets);
        let own = list.paper.and_then(|paper| around.papers.iter().find(|(id, _)| *id == paper));
        let there = own.map_or((0, 0), |(_, paper)| {
            let has = paper.amount();
            (i64::from(has.sheets), has.length.nm())
        });
        let of = |held: &Held| {
            let own = held.needs.iter().filter(|(paper, _, _)| Some(*paper) == list.paper);
            own.fold((0, 0), |all, (_, sheets, length)| (all.0 + i64::from(*sheets), all.1 + length))
        };
        let first: Vec<(&Held, (i64, i64))> = around
            .held
            .iter()
            .filter(|held| held.is_first)
            .map(|held| (held, of(held)))
            .filter(|(_, own)| *own != (0, 0))
            .collect();
        let held = first.iter().fold((0, 0), |all, (_, own)| (all.0 + own.0, all.1 + own.1));
        let missing =
            ((sheets - (there.0 - held.0).max(0)).max(0), (length - (there.1 - held.1).max(0)).max(0));
        let left = ((there.0 - held.0 - sheets).max(0), (there.1 - held.1 - length).max(0));
        let is_short = missing != (0, 0);
        let is_least = (list.sheets, list.length_nm) == (list.least_sheets, list.least_nm);
        let least = if is_least {
            "no way of cutting takes less".to_owned()
        } else {
            let least = amount(i64::from(list.least_sheets), Length::from_nm(list.least_nm), unit);
            format!("no way of cutting takes less than {least}")
        };
        let already = list.paper.and_then(|paper| gone.get(&paper)).copied().filter(|taken| *taken != (0, 0));
        let more = |(sheets, length): (i64, i64)| match amount(sheets, Length::from_nm(length), unit).as_str()
        {
            "one sheet" => "one more sheet".to_owned(),
            _ if length == 0 => format!("{sheets} more sheets"),
            _ => format!("{} more", Length::from_nm(length).label(unit)),
        };
        views.push(NeedView {
            paper: list.paper,
            name: own.map_or_else(|| list.size.clone(), |(_, paper)| paper.name.clone()),
            takes: amount(sheets, Length::from_nm(length), unit),
            taken: already.map(|(sheets, length)| amount(sheets, Length::from_nm(length), unit)),
            there: amount(there.0, Length::from_nm(there.1), unit),
            held: (held != (0, 0)).then(|| {
                let told = first.iter().map(|(run, own)| {
                    format!("{} for {}", amount(own.0, Length::from_nm(own.1), unit), quoted(&run.name))
                });
                list_of(&told.collect::<Vec<_>>())
            }),
            takes_held: takes_held(around, (there.0 - held.0, there.1 - held.1), (sheets, length), &of, unit),
            short: is_short.then(|| more(missing)),
            bought: own.filter(|_| is_short).and_then(|(_, paper)| {
                // A roll is bought by whole inches, or centimetres.
                let step = if unit == Unit::Inch { Length::INCH } else { Length::millimetres(10) };
                let length = Length::from_nm(missing.1).ceil_to(step);
                let bought = Amount { sheets: u32::try_from(missing.0).ok()?, length };
                paper.with(bought).as_ref().map(PaperText::from)
            }),
            left: (!is_short).then(|| amount(left.0, Length::from_nm(left.1), unit)),
            least,
        });
    }
    views
}

/// Later runs that do not find the paper they hold, since this one comes first: of what is there it takes its own, and they have the
/// rest, the next one first.
fn takes_held(
    around: &Around<'_>,
    there: (i64, i64),
    takes: (i64, i64),
    of: &dyn Fn(&Held) -> (i64, i64),
    unit: Unit,
) -> Option<String> {
    let rest =
        |there: (i64, i64), takes: (i64, i64)| ((there.0 - takes.0).max(0), (there.1 - takes.1).max(0));
    let (mut with, mut without) = (rest(there, takes), rest(there, (0, 0)));
    let mut told = Vec::new();
    for run in around.held.iter().filter(|run| !run.is_first) {
        let own = of(run);
        let found = |there: (i64, i64)| (own.0.min(there.0), own.1.min(there.1));
        let lost = (found(without).0 - found(with).0, found(without).1 - found(with).1);
        if lost != (0, 0) {
            told.push(format!(
                "{} of {} ({})",
                amount(lost.0, Length::from_nm(lost.1), unit),
                quoted(&run.name),
                run.date
            ));
        }
        (with, without) = (rest(with, own), rest(without, own));
    }
    (!told.is_empty())
        .then(|| format!("This run comes first and takes what is held for a later one: {}.", list_of(&told)))
}

/// What every line costs of paper, in hundredths, and the papers whose price is not known. A paper's cost is parted among the lines
/// by the paper in their parts.
pub(super) fn paper_costs(
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
pub(super) fn takes(brief: &Brief, seconds: u32) -> Takes {
    let mut takes = Takes { seconds, ..Takes::default() };
    for part in parts(brief, &Fitted::of(brief)) {
        let count = part.count;
        match (part.from, part.measure) {
            (From::Bought, Measure::Long(_) | Measure::Both(_)) => {
                let length = part.measure.length().unwrap_or(Length::ZERO);
                takes.ribbon_nm += length.nm() * i64::try_from(count).unwrap_or(0);
            }
            (From::Paper(kind), _) if kind.is_insert() && !brief.extras.has(kind) => {
                takes.inserts += u32::try_from(count).unwrap_or(0);
            }
            _ => {}
        }
    }
    takes
}

/// What all bags take besides paper, counted together.
pub(super) fn besides(planned: &Planned) -> Vec<String> {
    let mut all: BTreeMap<String, u64> = BTreeMap::new();
    let mixes = super::mixes(planned);
    for line in &planned.lines {
        let unit = line.brief.unit;
        let figure = |figures: String| if mixes { super::with_unit(&figures, unit) } else { figures };
        for part in parts(&line.brief, &Fitted::of(&line.brief)) {
            if matches!(part.from, From::Paper(kind) if line.brief.extras.has(kind)) {
                continue;
            }
            let size = match part.measure {
                Measure::Counted => String::new(),
                Measure::Long(length) => format!(", {} long", figure(length.figure(unit))),
                Measure::Wide(length) => format!(", {} wide", figure(length.figure(unit))),
                Measure::Both(size) => {
                    let both = format!("{} × {}", size.width.figure(unit), size.height.figure(unit));
                    format!(", {}", figure(both))
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

pub(super) fn cut_list_views(
    planned: &Planned,
    lists: &KeptLists,
    events: &[(i64, Event)],
    around: &Around<'_>,
) -> Vec<CutListView> {
    let view = |(n, list): (usize, &crate::planned::KeptList)| {
        let own = list.paper.and_then(|paper| around.papers.iter().find(|(id, _)| *id == paper));
        let too_large = list.too_large.iter().filter_map(|(line, part)| {
            let place = planned.place(*line)?;
            let part = planned.lines[place].parts.get(*part)?;
            Some(format!("{}: {}", planned.lines[place].name, part.name))
        });
        let lot = |(k, lot): (usize, &crate::planned::KeptLot)| LotView {
            sheet: lot.sheet.clone(),
            done: lists.cut(events, (n, k)),
            of: lot.times,
        };
        CutListView {
            paper: list.paper,
            name: own.map_or_else(|| list.size.clone(), |(_, paper)| paper.name.clone()),
            too_large: too_large.collect(),
            lots: list.lots.iter().enumerate().map(lot).collect(),
        }
    };
    lists.lists.iter().enumerate().map(view).collect()
}
