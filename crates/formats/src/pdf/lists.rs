//! Lists in columns, as many pages as they take.

use super::flow::{Block, Column};
use super::fonts::Weight;
use super::{PdfFault, PrintPaper, write};
use crate::tables::Table;
use wide_fold_core::Unit;

const MARGIN: f64 = 16.0;
const SIZE: f64 = 3.6;
const GAP: f64 = 4.0;

/// Prints lists one under another; those without rows are left out.
///
/// # Errors
/// If it cannot be put together.
pub fn lists_pdf(title: &str, under: &str, tables: &[Table], metric: bool) -> Result<Vec<u8>, PdfFault> {
    let paper = PrintPaper::customary(if metric { Unit::Metric } else { Unit::Inch });
    let (width, height) = paper.page().map_or((210.0, 297.0), |(width, height)| (width.mm(), height.mm()));
    let column = Column { left: MARGIN, width: width - MARGIN * 2.0 };
    let mut flow = super::flow::Flow::new([width, height], MARGIN, MARGIN);
    let mut head = Block::new();
    head.say(title, 7.0, Weight::Medium, column);
    head.say(under, 4.2, Weight::Regular, column);
    head.space(3.0);
    flow.add(head, None);
    for table in tables.iter().filter(|table| !table.rows.is_empty()) {
        let widths = widths(table, column.width);
        let mut top = Block::new();
        top.space(3.0);
        top.say(table.name, 5.0, Weight::Medium, column);
        top.beside_row(
            &table.head.iter().map(|cell| (*cell).to_owned()).collect::<Vec<_>>(),
            &widths,
            Weight::Medium,
        );
        // A heading stays with the first row under it.
        let mut rows = table.rows.iter();
        if let Some(first) = rows.next() {
            top.beside_row(first, &widths, Weight::Regular);
        }
        flow.add(top, None);
        for row in rows {
            let mut block = Block::new();
            block.beside_row(row, &widths, Weight::Regular);
            flow.add(block, None);
        }
    }
    write(title, &flow.finish(title, MARGIN))
}

impl Block {
    /// Adds a row of cells below what is there, each broken to the width of its column.
    fn beside_row(&mut self, cells: &[String], widths: &[f64], weight: Weight) {
        let mut row = Self::new();
        let mut left = MARGIN;
        for (cell, width) in cells.iter().zip(widths) {
            let mut own = Self::new();
            own.say(cell, SIZE, weight, Column { left, width: width - GAP });
            row.beside(own);
            left += width;
        }
        let at = self.height;
        self.marks.extend(row.marks.into_iter().map(|mark| super::flow::moved(mark, [0.0, at])));
        self.height += row.height + 1.2;
    }
}

/// How wide every column is: as its longest cell asks; where that is more than the page has, every column holds its longest
/// word and what is left is shared as the cells ask. Only where not even the words fit beside one another are they broken.
fn widths(table: &Table, whole: f64) -> Vec<f64> {
    // A hair more than its words, so that rounding never breaks one.
    const OVER: f64 = GAP + 0.01;
    let widest = |n: usize, of: fn(&str) -> f64| {
        let cells = table.rows.iter().filter_map(|row| row.get(n)).map(|cell| of(cell));
        let head = table.head.get(n).map_or(0.0, |head| Weight::Medium.width(head, SIZE));
        cells.fold(head, f64::max)
    };
    let columns = || 0..table.head.len().max(1);
    let words: Vec<f64> = columns().map(|n| widest(n, longest_word) + OVER).collect();
    let asked: Vec<f64> = columns()
        .zip(&words)
        .map(|(n, word)| {
            (widest(n, |cell| Weight::Regular.width(cell, SIZE)).min(whole * 0.5) + OVER).max(*word)
        })
        .collect();
    let (all, least): (f64, f64) = (asked.iter().sum(), words.iter().sum());
    if all <= whole {
        return asked;
    }
    if least >= whole {
        return words.iter().map(|word| word * whole / least).collect();
    }
    let share = (whole - least) / (all - least);
    asked.iter().zip(&words).map(|(asked, word)| word + (asked - word) * share).collect()
}

/// How wide the longest word of a cell is, in millimetres.
fn longest_word(cell: &str) -> f64 {
    cell.split_whitespace().map(|word| Weight::Regular.width(word, SIZE)).fold(0.0, f64::max)
}
