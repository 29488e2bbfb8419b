//! The demo's bags: the potters' co-operative Quillbrook Kiln packs pots for its kiln-opening weekend. All invented.

use crate::desk::clock::today;
use jiff::{SignedDuration, Span, Timestamp};
use rusqlite::Transaction;
use serde_json::{Value, json};
use std::collections::BTreeMap;
use wide_fold_answers::bag::SlipView;
use wide_fold_answers::planned::Planned;
use wide_fold_answers::run::RunDraft;
use wide_fold_core::budget::Budget;
use wide_fold_core::paper::Amount;
use wide_fold_core::progress::Progress;
use wide_fold_core::steps::Job;
use wide_fold_core::work::What;
use wide_fold_core::{Brief, Length, Plan};
use wide_fold_formats::{BriefText, FormatFault};
use wide_fold_kept::bags::Content;
use wide_fold_kept::costs::CostsText;
use wide_fold_kept::entry::{EntryText, MinutesText};
use wide_fold_kept::papers::{papers, read_paper, written_paper};
use wide_fold_kept::runs::{self, Event};
use wide_fold_kept::shape::Unreadable;
use wide_fold_kept::stock::take;
use wide_fold_kept::thing::Kind;
use wide_fold_kept::{Store, StoreError, bags, settings};

/// The demo's papers: all of them made up.
const SHELF: [&str; 5] = [
    r#"{"name":"Speckled stoneware pad","kind":"pad","width":"12 in","height":"12 in","count":24,"weight":"180 g/m²","printed":"one","pattern":"up","price":"0.65"}"#,
    r#"{"name":"Small celadon pad","kind":"pad","width":"6 in","height":"6 in","count":36,"weight":"160 g/m²","printed":"both","pattern":"all_over","price":"0.25"}"#,
    r#"{"name":"Iron-spot card","kind":"sheets","width":"12 in","height":"12 in","count":10,"weight":"80 lb cover","printed":"both","pattern":"all_over","grain":"upright","price":"0.90"}"#,
    r#"{"name":"Plain office card","kind":"sheets","width":"210 mm","height":"297 mm","count":50,"weight":"220 g/m²","printed":"both","pattern":"all_over","price":"0.12"}"#,
    r#"{"name":"Throwing-rings wrap","kind":"roll","width":"30 in","height":"120 in","count":1,"weight":"80 g/m²","printed":"one","pattern":"up","price":"4.50"}"#,
];

/// Puts the demo's papers on a shelf that has never held any.
///
/// # Errors
/// [`StoreError`] if they cannot be saved.
pub fn stock_up(store: &Store) -> Result<(), StoreError> {
    store.write_now(shelf)
}

fn shelf(transaction: &Transaction<'_>) -> Result<(), StoreError> {
    let known: i64 = transaction.query_row("SELECT count(*) FROM paper", [], |row| row.get(0))?;
    if known == 0 {
        Kind::Paper.add(transaction, &SHELF.map(str::to_owned))?;
    }
    Ok(())
}

/// Fills an empty database with the demo's bags; a database with bags in it is left alone.
///
/// # Errors
/// [`StoreError`] if a bag cannot be saved.
pub fn fill(store: &Store) -> Result<(), StoreError> {
    store.write_now(|transaction| {
        let kept: i64 = transaction.query_row("SELECT count(*) FROM bag", [], |row| row.get(0))?;
        let now = Timestamp::now();
        for (age, (name, json)) in bags().into_iter().enumerate().filter(|_| kept == 0) {
            let minutes = i64::try_from(age).unwrap_or_default() * 25;
            let content = content(name, json)
                .map_err(|error| rusqlite::Error::ToSqlConversionFailure(Box::new(error)))?;
            bags::create(transaction, &content, now - SignedDuration::from_mins(minutes))?;
        }
        if kept == 0 {
            shelf(transaction)?;
            Kind::Guide.add(transaction, &[guide().to_string()])?;
            open_kiln(transaction)?;
            measured(transaction)?;
        }
        Ok(())
    })
}

/// The kiln opening: five bags, thirty-six pieces, nine days away, half of it done.
fn open_kiln(transaction: &Transaction<'_>) -> Result<(), StoreError> {
    let unkept = |fault: FormatFault| StoreError::Unreadable(Unreadable::broken("run", "", fault));
    let copies = [10_u32, 8, 4, 6, 8];
    let all = bags::all(transaction)?;
    let lines: Vec<Value> =
        all.iter().zip(copies).map(|(bag, copies)| json!({ "bag": bag.id, "copies": copies })).collect();
    let on = |days: i64| today().saturating_add(Span::new().days(days)).to_string();
    let evening = |days: i64, minutes: u32| json!({ "date": on(days), "minutes": minutes });
    let draft = json!({
        "name": "Kiln opening", "date": on(9), "lines": lines,
        "evenings": [evening(1, 120), evening(2, 120), evening(3, 120), evening(5, 120), evening(6, 120), evening(8, 90)],
    });
    let draft: RunDraft = serde_json::from_value(draft).map_err(StoreError::Unwritten)?;
    let papers = papers(transaction)?;
    let budget = Budget::of(Budget::USUAL);
    let run = draft.merged(None, &all, &papers, &BTreeMap::new(), &budget).map_err(unkept)?;
    let text = serde_json::to_string(&run).map_err(StoreError::Unwritten)?;
    let added = Kind::Run.add(transaction, &[text])?;
    let Some(kept) = added.first() else { return Ok(()) };
    let planned = Planned::new(&kept.text)?;
    let lists = planned.lists(&Progress::default(), &papers, 0, &budget);
    // Half of the sheets are cut, whatever lies on them is scored, and half of that is folded.
    for (n, list) in lists.lists.iter().enumerate() {
        for (k, lot) in list.lots.iter().enumerate() {
            let times = lot.times.div_ceil(2);
            let one = Amount { sheets: lot.sheets, length: Length::from_nm(lot.length_nm) };
            let Some(paper) = list.paper else { continue };
            // What is cut by now had been bought for it: the sample shelf is as full as ever.
            bought(transaction, paper, times)?;
            let Ok(taken) = take(transaction, paper, one, times, wide_fold_core::Unit::Inch) else {
                continue;
            };
            let (times, holds) = (i64::from(times), lot.holds.clone());
            let event = Event::Cut { lot: (n, k), times, holds, taken: Some(taken) };
            runs::add(transaction, kept.id, &event)?;
        }
    }
    let progress = planned.progress(&runs::events(transaction, kept.id)?);
    let tasks =
        planned.work.batches.iter().flat_map(|batch| batch.tasks.iter().map(|task| (batch.what, task)));
    for (what, task) in tasks {
        let most = progress
            .most(&planned.lines, &planned.work, task)
            .min(task.each * planned.lines[task.line].copies);
        // Everything that is cut is scored, and half of it folded.
        let by = match what {
            What::Guide | What::SetTo(_) | What::Marked | What::Ruled | What::Slanted => most,
            What::Job(Job::Fold) => most / 2,
            What::Job(_) => 0,
        };
        if by > 0 {
            let (line, keys) = (planned.run.lines[task.line].line, task.keys.clone());
            runs::add(transaction, kept.id, &Event::Tick { line, keys, by: i64::from(by) })?;
        }
    }
    let text = serde_json::to_string(&lists).map_err(StoreError::Unwritten)?;
    let needs = lists.needs(&runs::events(transaction, kept.id)?);
    runs::lay(transaction, kept.id, Some(&text), &needs)?;
    let costs = json!({
        "currency": "£", "ribbon": "3.20", "ribbon_length": "10 m", "insert": "0.08", "glue": "0.04", "times": "2.5",
    });
    let costs: CostsText = serde_json::from_value(costs).map_err(StoreError::Unwritten)?;
    settings::set(transaction, &costs)
}

/// So many more sheets of a paper.
fn bought(transaction: &Transaction<'_>, paper: i64, sheets: u32) -> Result<(), StoreError> {
    let kept = Kind::Paper.find(transaction, paper)?;
    let Ok(own) = read_paper(&kept.text) else { return Ok(()) };
    let more = Amount { sheets, length: Length::ZERO };
    match own.with(more).and_then(|more| written_paper(&more).ok()) {
        Some(text) => runs::put_paper(transaction, paper, &text),
        None => Ok(()),
    }
}

/// A dozen made bags: every panel comes out a sixteenth or so more than planned.
fn measured(transaction: &Transaction<'_>) -> Result<(), StoreError> {
    let all = bags::all(transaction)?;
    let papers = papers(transaction)?;
    // Bag, paper, how far width, height and gusset are off, in sixteenths, minutes; and whether it cracked.
    let made = [
        (0, 0, [1, 0, 1], 21, false),
        (0, 0, [1, -1, 1], 24, false),
        (1, 0, [1, 0, 1], 26, false),
        (0, 0, [2, 0, 1], 20, false),
        (2, 2, [1, 1, 1], 31, true),
        (1, 0, [1, 0, 1], 25, false),
        (0, 0, [1, 0, 1], 19, false),
        (2, 2, [2, 0, 1], 29, true),
        (4, 0, [1, 0, 2], 48, false),
        (0, 0, [1, 0, 1], 20, false),
        (1, 0, [-4, 0, 1], 27, false),
        (4, 0, [1, -1, 1], 44, false),
    ];
    let mut texts = Vec::new();
    for (n, (bag, paper, off, minutes, cracked)) in made.into_iter().enumerate() {
        let (Some(bag), Some((id, paper))) = (all.get(bag), papers.get(paper)) else { continue };
        let by = |sixteenths: i64| {
            let sign = if sixteenths < 0 { "-" } else { "+" };
            Some(format!("{sign}{}/16 in", sixteenths.abs()))
        };
        let day = today().saturating_sub(Span::new().days(40 - i64::try_from(n).unwrap_or(0) * 3));
        let text = EntryText {
            bag: bag.id,
            made: day.to_string(),
            paper: Some(*id),
            adhesive: Some(if n % 3 == 0 { "strong tape" } else { "liquid glue" }.to_owned()),
            width: by(off[0]),
            height: by(off[1]),
            gusset: by(off[2]),
            cracked,
            survived_flat: n % 4 == 0,
            carried: (n % 5 == 0).then(|| "2 lb".to_owned()),
            minutes: MinutesText {
                trim: Some(minutes / 8),
                score: Some(minutes / 6),
                cut: Some(minutes / 5),
                glue: Some(minutes / 2),
            },
            note: (off[0] < -2).then(|| "Trimmed a quarter too narrow.".to_owned()),
            ..EntryText::default()
        };
        let entry = text.read(bag, Some(paper.name.clone()), today());
        texts.extend(entry.ok().and_then(|entry| serde_json::to_string(&entry).ok()));
    }
    Kind::Entry.add(transaction, &texts)?;
    Ok(())
}

fn content(name: &str, json: Value) -> Result<Content, serde_json::Error> {
    let text: BriefText = serde_json::from_value(json)?;
    let plan = Brief::try_from(&text).ok().and_then(|brief| Plan::new(&brief).ok());
    Ok(Content {
        name: name.to_owned(),
        brief: serde_json::to_string(&text)?,
        summary: plan.map(|plan| SlipView::new(&plan)).unwrap_or_default().kept()?,
    })
}

/// A guide that lies on the co-operative's packing table.
fn guide() -> Value {
    json!({
        "name": "Packing-table guide", "gusset": "2 in", "flap": "1 1/4 in", "widths": ["2 3/4 in", "3 3/4 in", "5 in"],
        "reach": "6 in", "taper": "1/4 in",
    })
}

/// Names and briefs of the demo's bags.
pub fn bags() -> Vec<(&'static str, Value)> {
    vec![
        (
            "Bud vase",
            json!({
                "gift": { "things": [{ "kind": "bottle", "across": "1 1/2 in", "height": "5 in" }], "room": "1/4 in" },
                "finished": { "width": "3 3/4 in", "height": "6 1/2 in", "gusset": "2 in" },
                "fittings": { "handle": { "kind": "tube" }, "load": "12 oz" },
                "extras": ["handle_strips"],
            }),
        ),
        (
            "Tea bowl",
            json!({
                "gift": { "things": [{ "kind": "cylinder", "across": "2 in", "height": "2 1/2 in" }], "room": "1/8 in" },
                "finished": { "width": "3 1/4 in", "height": "4 1/2 in", "gusset": "2 1/4 in" },
                "build": { "kind": "corner_pair" },
                "top": { "kind": "hem_in", "depth": "1 in" },
                "gusset_crease": "centre",
                "fittings": { "handle": { "kind": "holed_ribbon" }, "load": "1 lb" },
            }),
        ),
        (
            "Pair of tumblers",
            json!({
                "gift": { "things": [{ "kind": "cylinder", "across": "1 1/2 in", "height": "5 in" }, { "kind": "cylinder", "across": "1 1/2 in", "height": "5 in" }], "room": "1/4 in" },
                "finished": { "width": "4 in", "height": "7 in", "gusset": "2 in" },
                "fittings": { "handle": { "kind": "hangers" }, "insert": "double", "load": "1 1/2 lb" },
                "extras": ["hangers"],
            }),
        ),
        (
            "Set of tiles",
            json!({
                "gift": { "things": [{ "kind": "flat", "width": "100 mm", "height": "85 mm", "thick": "18 mm" }], "room": "2.5 mm" },
                "finished": { "width": "110 mm", "height": "125 mm", "gusset": "25 mm" },
                "round": { "start": "half_gusset", "direction": "left" },
                "tab": "10 mm",
                "fittings": { "handle": { "kind": "hand_hole" } },
                "notch": "5 mm",
                "sheet": { "width": "210 mm", "height": "297 mm", "pattern": "all_over", "turned": true },
                "board": { "groove": "2.5 mm", "reach": "300 mm" },
                "unit": "metric",
            }),
        ),
        (
            "Platter in a box",
            json!({
                "gift": { "things": [{ "kind": "box", "width": "11 in", "depth": "5 1/2 in", "height": "4 in" }], "room": "1/8 in" },
                "finished": { "width": "11 1/2 in", "height": "6 in", "gusset": "5 7/8 in" },
                "build": {
                    "kind": "joined",
                    "cuts": ["left_back_corner", "right_back_corner", "left_front_corner", "right_front_corner"],
                },
                "fittings": { "handle": { "kind": "long_ribbon" }, "closure": { "kind": "ribbon_round" },
                              "load": "3 1/2 lb" },
                "extras": ["insert", "tag"],
                "sheet": { "width": "12 in", "height": "12 in", "pattern": "up", "printed": "one",
                           "weight": "180 g/m²" },
            }),
        ),
    ]
}

#[cfg(test)]
mod tests {
    use super::*;
    use wide_fold_formats::read_brief;

    #[test]
    fn all_demo_bags_but_the_tumblers_are_ready() {
        for (name, json) in bags() {
            let plan = Plan::new(&read_brief(&json).unwrap()).unwrap();
            assert_eq!(plan.is_ready(), name != "Pair of tumblers", "{name}: {:#?}", plan.verdicts);
        }
    }

    #[test]
    fn what_goes_into_the_demo_bags_fits_them() {
        for (name, json) in bags() {
            let plan = Plan::new(&read_brief(&json).unwrap()).unwrap();
            assert!(plan.brief.gift.is_some(), "{name}");
            let gift = plan.verdicts.iter().filter(|verdict| verdict.code.starts_with("gift."));
            assert_eq!(gift.map(|verdict| &verdict.why).collect::<Vec<_>>(), Vec::<&String>::new(), "{name}");
        }
    }

    #[test]
    fn the_guide_folds_the_bud_vase_bag() {
        let guide = wide_fold_kept::papers::read_guide(&guide().to_string()).unwrap();
        let vase = read_brief(&bags()[0].1).unwrap();
        let fitted = guide.fitted(&vase, wide_fold_core::brief::Build::Wrap, vase.finished.width);
        assert!(Plan::new(&fitted).unwrap().is_ready());
    }
}
