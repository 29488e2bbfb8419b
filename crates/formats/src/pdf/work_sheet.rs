//! The bag on one page: its drawing, scores, parts and steps, with the cautions. It hangs above the table.

use super::flow::{Block, Column, moved};
use super::fonts::Weight;
use super::leaf::{INK, Leaf, Pen, heading, rectangle, words};
use super::sheets::size_of;
use super::{PdfFault, PrintPaper, cannot_be_made, pictures, write_warned};
use std::collections::BTreeSet;
use wide_fold_core::fittings::parts::{Measure, parts};
use wide_fold_core::{Length, Plan, Unit};

const MARGIN: f64 = 14.0;
const GAP: f64 = 8.0;
/// Text is set as large as the page allows, from a size to one that can still be read in the hand.
const LARGEST: f64 = 4.2;
const SMALLEST: f64 = 2.3;

/// One page with everything that is looked up while working. Of a bag of so many pieces that no page holds its steps at a size that
/// can be read, a second page goes on.
///
/// # Errors
/// If it cannot be put together.
pub fn work_sheet_pdf(plan: &Plan, name: &str) -> Result<Vec<u8>, PdfFault> {
    let paper = PrintPaper::customary(plan.brief.unit);
    let page = paper.page().map_or([210.0, 297.0], |(width, height)| [width.mm(), height.mm()]);
    let mut size = LARGEST;
    let mut leaves = pages(plan, name, page, size);
    while leaves.len() > 1 && size > SMALLEST {
        size -= 0.15;
        leaves = pages(plan, name, page, size);
    }
    write_warned(&format!("{name}: work sheet"), leaves, cannot_be_made(plan))
}

/// Where the two columns of the first page begin.
const PICTURE: f64 = 62.0;
const TOP: f64 = 33.0;
/// From line to line of a name that takes several.
const LINE: f64 = 8.5;

/// The pages with their text at a size.
fn pages(plan: &Plan, name: &str, [width, height]: [f64; 2], size: f64) -> Vec<Leaf> {
    let unit = plan.brief.unit;
    let title = Weight::Medium.wrap(name, 7.0, width - MARGIN * 2.0);
    // A long name takes more lines, and all else begins lower.
    let lower = title.len().saturating_sub(1) as f64 * LINE;
    let finished = format!("{} finished", size_of(&plan.brief.finished_figures(), unit));
    let mut marks = vec![words([MARGIN, 27.0 + lower], 4.2, finished)];
    let lines = title.into_iter().enumerate();
    marks.extend(lines.map(|(n, line)| heading([MARGIN, 20.0 + LINE * n as f64], 7.0, line)));
    let begin = TOP + lower;
    let flat = pictures::pieces(plan, [width - MARGIN * 2.0 - 52.0, PICTURE], &[]);
    marks.extend(flat.into_iter().map(|mark| moved(mark, [MARGIN, begin])));
    let bag = pictures::bag(plan, usize::MAX, true, [44.0, PICTURE - 4.0]);
    marks.extend(bag.into_iter().map(|mark| moved(mark, [width - MARGIN - 44.0, begin])));
    let column = Column { left: 0.0, width: (width - MARGIN * 2.0 - GAP) / 2.0 };
    let bottom = height - MARGIN;
    let mut leaves = vec![Leaf { width, height, marks }];
    // Two columns a page, under the drawing on the first.
    let (mut top, mut side) = (begin + PICTURE + 10.0, 0);
    let mut y = top;
    for block in blocks(plan, size, column) {
        if y + block.height > bottom && y > top {
            side += 1;
            if side == 2 {
                leaves.push(Leaf { width, height, marks: Vec::new() });
                (top, side) = (MARGIN, 0);
            }
            y = top;
        }
        let left = MARGIN + (column.width + GAP) * f64::from(side);
        if let Some(leaf) = leaves.last_mut() {
            leaf.marks.extend(block.marks.into_iter().map(|mark| moved(mark, [left, y])));
        }
        y += block.height;
    }
    let foot = "The drawing is to scale, not at 1:1. Pieces seen from the outside face, top edge up.";
    leaves[0].marks.push(words([MARGIN, height - 7.0], 2.9, foot));
    leaves
}

/// What stands in the columns, an item a block.
fn blocks(plan: &Plan, size: f64, column: Column) -> Vec<Block> {
    let headed = |text: &str| {
        let mut block = Block::new();
        block.space(size * 0.8);
        block.say(text, size * 1.2, Weight::Medium, column);
        block
    };
    let mut blocks = Vec::new();
    let mut ready_list = headed("To have ready");
    for text in ready(plan) {
        ready_list.say(&text, size, Weight::Regular, column);
    }
    blocks.push(ready_list);
    let mut next = headed("Steps");
    for (n, step) in plan.steps.iter().enumerate() {
        next.space(size * 0.25);
        let side = size * 0.95;
        let pen = Pen { width: 0.2, dashes: &[], grey: INK };
        next.marks.push(rectangle([0.0, next.height + size * 0.15], [side, side], Some(pen), None));
        let inner = Column { left: size * 1.5, width: column.width - size * 1.5 };
        next.item(&format!("{}", n + 1), &step.title, size, inner);
        if let Some(feed) = step.feed.and_then(|feed| plan.feeds.get(feed)) {
            let widths: Vec<String> =
                feed.moves.iter().map(|made| made.across.length().figure(plan.brief.unit)).collect();
            let inner = Column { left: size * 3.0, width: column.width - size * 3.0 };
            next.say(&widths.join("  ·  "), size * 1.2, Weight::Medium, inner);
        }
        if let Some(pass) = step.pass.and_then(|pass| plan.passes.get(pass)) {
            let at: Vec<String> = pass.lines.iter().map(|line| line.told(plan.brief.unit)).collect();
            let slanted = format!("{} slanted lines, from mark to mark", pass.slants.len());
            let at = if at.is_empty() { slanted } else { at.join("  ·  ") };
            next.say(
                &at,
                size * 1.2,
                Weight::Medium,
                Column { left: size * 3.0, width: column.width - size * 3.0 },
            );
        }
        blocks.push(std::mem::replace(&mut next, Block::new()));
    }
    let cautions: BTreeSet<&str> = plan.steps.iter().filter_map(|step| step.caution).collect();
    let mut next = headed("Take care");
    for caution in cautions {
        next.space(size * 0.25);
        next.say(caution, size, Weight::Regular, column);
        blocks.push(std::mem::replace(&mut next, Block::new()));
    }
    blocks
}

/// Sheets, pieces and parts.
pub(super) fn needed(block: &mut Block, plan: &Plan, size: f64, column: Column) {
    block.space(size);
    block.say("To have ready", size * 1.2, Weight::Medium, column);
    for text in ready(plan) {
        block.space(size * 0.2);
        block.say(&text, size, Weight::Regular, column);
    }
}

fn ready(plan: &Plan) -> Vec<String> {
    let unit = plan.brief.unit;
    let by = |width: Length, height: Length| format!("{} × {}", width.figure(unit), height.label(unit));
    // Alike ones are said once; those of the other paper by themselves.
    let mut sheets: Vec<(u32, Length, Length, bool)> = Vec::new();
    for sheet in plan.layout.sheets.iter().filter(|sheet| !sheet.scrap) {
        match sheets.iter_mut().find(|(_, width, height, side)| {
            (*width, *height, *side) == (sheet.width, sheet.height, sheet.side)
        }) {
            Some((times, ..)) => *times += sheet.times,
            None => sheets.push((sheet.times, sheet.width, sheet.height, sheet.side)),
        }
    }
    let paper = |(times, width, height, side): (u32, Length, Length, bool)| {
        let sheets = if times == 1 { "sheet" } else { "sheets" };
        let which = if side { "the other paper" } else { "paper" };
        format!("{times} {sheets} of {which}, {}", by(width, height))
    };
    let mut texts: Vec<String> = sheets.into_iter().map(paper).collect();
    texts.extend(plan.pieces.iter().map(|piece| {
        format!("{} × {}, {}", piece.count, piece.name.to_lowercase(), by(piece.width, piece.height))
    }));
    texts.extend(parts(&plan.brief, &plan.fitted).iter().map(|part| {
        let size = match part.measure {
            Measure::Both(size) => format!(", {}", by(size.width, size.height)),
            Measure::Long(length) => format!(", {} long", length.label(unit)),
            Measure::Wide(width) => format!(", {} wide", width.label(unit)),
            Measure::Counted => String::new(),
        };
        format!("{} × {}{size}", part.count, part.name)
    }));
    if unit == Unit::Metric {
        texts.push("Figures are millimetres.".to_owned());
    }
    texts
}
