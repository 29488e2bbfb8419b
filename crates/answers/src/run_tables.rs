//! The lists of a run, to be printed or opened in a spreadsheet.

use crate::run_view::RunView;
use crate::taking::RunExport;
use wide_fold_formats::tables::Table;

/// What an export of a run lists; nothing if it is no list.
pub fn table(export: RunExport, run: &RunView) -> Option<Table> {
    match export {
        RunExport::Everything | RunExport::Calendar => None,
        RunExport::Made => Some(made(run)),
        RunExport::Paper => Some(paper(run)),
        RunExport::Cuts => Some(cuts(run)),
        RunExport::Work => Some(work(run)),
        RunExport::Evenings => Some(evenings(run)),
        RunExport::Costs => Some(costs(run)),
    }
}

/// All lists of a run, in the order of the work.
pub fn tables(run: &RunView) -> Vec<Table> {
    RunExport::ALL.iter().filter_map(|export| table(*export, run)).collect()
}

fn made(run: &RunView) -> Table {
    let row = |line: &crate::run_view::RunLine| {
        vec![
            line.name.clone(),
            line.size.clone(),
            line.copies.to_string(),
            line.made.to_string(),
            line.paper_name.clone(),
            line.each.clone(),
            line.price.clone(),
        ]
    };
    Table {
        name: "What is made",
        head: vec!["bag", "size", "how many", "made", "paper", "costs each", "sold at"],
        rows: run.lines.iter().map(row).collect(),
    }
}

fn paper(run: &RunView) -> Table {
    let or_none = |text: &Option<String>| text.clone().unwrap_or_default();
    let row = |need: &crate::run_view::NeedView| {
        let (held, short, left) = (or_none(&need.held), or_none(&need.short), or_none(&need.left));
        vec![need.name.clone(), need.takes.clone(), need.there.clone(), held, short, left]
    };
    let besides = run.besides.iter().map(|item| {
        let mut row = vec![String::new(); 6];
        row[0].clone_from(item);
        row
    });
    Table {
        name: "Paper and what else it takes",
        head: vec!["what", "still to cut", "on the shelf", "held for earlier runs", "to buy", "left over"],
        rows: run.papers.iter().map(row).chain(besides).collect(),
    }
}

/// A row for every cut of every lot; a sheet that is used whole has one.
fn cuts(run: &RunView) -> Table {
    let mut rows = Vec::new();
    for list in &run.lists {
        for (n, lot) in list.lots.iter().enumerate() {
            let mut parts: Vec<(String, u32)> = Vec::new();
            for placed in &lot.sheet.placed {
                let line =
                    placed.bag.and_then(|bag| run.lines.get(bag)).map_or("", |line| line.name.as_str());
                let name = format!("{line}: {}", placed.small.as_deref().unwrap_or_default());
                match parts.iter_mut().find(|(known, _)| *known == name) {
                    Some((_, count)) => *count += 1,
                    None => parts.push((name, 1)),
                }
            }
            let parts: Vec<String> = parts.iter().map(|(name, count)| format!("{count} × {name}")).collect();
            let left = lot.of.saturating_sub(lot.done);
            let start = [list.name.clone(), (n + 1).to_string(), left.to_string(), parts.join(", ")];
            if lot.sheet.trims.is_empty() {
                rows.push(
                    start.iter().cloned().chain(["".to_owned(), "".to_owned(), "whole".to_owned()]).collect(),
                );
            }
            rows.extend(lot.sheet.trims.iter().map(|trim| {
                let from = match trim.blade {
                    crate::spelled::BladeName::Vertical => "left",
                    crate::spelled::BladeName::Horizontal => "bottom",
                };
                start
                    .iter()
                    .cloned()
                    .chain([trim.on.size.clone(), from.to_owned(), trim.keep.clone()])
                    .collect()
            }));
        }
    }
    Table {
        name: "Cut list",
        head: vec!["paper", "lot", "sheets left", "what lies on it", "lay down", "measure from", "set to"],
        rows,
    }
}

fn work(run: &RunView) -> Table {
    let rows = run.work.iter().flat_map(|batch| {
        batch.tasks.iter().map(|task| {
            let count = format!("{} of {}", task.done, task.of);
            vec![
                batch.stage.word().to_owned(),
                batch.title.clone(),
                task.name.clone(),
                task.says.clone(),
                count,
            ]
        })
    });
    Table { name: "Work by stage", head: vec!["stage", "what", "bag", "how", "done"], rows: rows.collect() }
}

fn evenings(run: &RunView) -> Table {
    let on = run.evenings.evenings.iter().flat_map(|evening| {
        evening.shares.iter().map(|share| vec![evening.date.clone(), share.says.clone(), share.takes.clone()])
    });
    let late = run
        .evenings
        .late
        .iter()
        .map(|share| vec!["late".to_owned(), share.says.clone(), share.takes.clone()]);
    Table { name: "Evenings", head: vec!["day", "what", "takes"], rows: on.chain(late).collect() }
}

fn costs(run: &RunView) -> Table {
    let mut rows: Vec<Vec<String>> =
        run.costs.kinds.iter().map(|kind| vec![kind.name.clone(), kind.amount.clone()]).collect();
    rows.push(vec!["All of it".to_owned(), run.costs.total.clone()]);
    rows.push(vec!["Sold for".to_owned(), run.costs.sold.clone()]);
    Table { name: "What it costs", head: vec!["what", "amount"], rows }
}
