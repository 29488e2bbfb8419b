//! Lists of a run: rows under named columns, as CSV (RFC 4180); `pdf::lists` prints the same.

use crate::shelf_csv::{escaped, marked};

/// A list: its name, the names of its columns, its rows.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Table {
    /// What it is: `Cut list`.
    pub name: &'static str,
    /// What stands in its columns.
    pub head: Vec<&'static str>,
    /// Rows of as many cells.
    pub rows: Vec<Vec<String>>,
}

/// Writes a list, a header row first. What a spreadsheet would take for a formula stands behind an apostrophe.
pub fn write_table(table: &Table) -> String {
    let mut writer = csv::Writer::from_writer(Vec::new());
    // Writing into memory does not fail, and every row of a list has as many cells.
    drop(writer.write_record(&table.head));
    for row in &table.rows {
        drop(writer.write_record(row.iter().map(|cell| escaped(cell.clone()))));
    }
    marked(&writer.into_inner().unwrap_or_default())
}
