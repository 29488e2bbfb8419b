//! What stands in a row, whatever became of it: one byte that is no letter hides neither the row nor those beside it.

use rusqlite::types::{FromSql, FromSqlResult, ValueRef};
use rusqlite::{Row, RowIndex};

struct Lenient(Option<String>);

impl FromSql for Lenient {
    fn column_result(value: ValueRef<'_>) -> FromSqlResult<Self> {
        Ok(Self(match value {
            ValueRef::Null => None,
            ValueRef::Integer(number) => Some(number.to_string()),
            ValueRef::Real(number) => Some(number.to_string()),
            ValueRef::Text(bytes) | ValueRef::Blob(bytes) => {
                Some(String::from_utf8_lossy(bytes).into_owned())
            }
        }))
    }
}

/// A text if there is one; what is no letter in it is written as `�`.
pub fn some_text(row: &Row<'_>, column: impl RowIndex) -> rusqlite::Result<Option<String>> {
    Ok(row.get::<_, Lenient>(column)?.0)
}

/// A text; nothing is written as nothing.
pub fn text(row: &Row<'_>, column: impl RowIndex) -> rusqlite::Result<String> {
    Ok(some_text(row, column)?.unwrap_or_default())
}

/// A whole number; what is none is 0.
pub fn number(row: &Row<'_>, column: impl RowIndex) -> rusqlite::Result<i64> {
    Ok(text(row, column)?.parse().unwrap_or_default())
}

/// What bytes are added up by.
pub(crate) trait Sum: Default {
    /// Adds some more.
    fn add(&mut self, bytes: &[u8]);
    /// What they add up to.
    fn total(self) -> [u8; 32];
}

impl Sum for blake3::Hasher {
    fn add(&mut self, bytes: &[u8]) {
        self.update(bytes);
    }

    fn total(self) -> [u8; 32] {
        self.finalize().into()
    }
}

/// Adds a cell to what a row adds up to: its kind, its length, its bytes.
pub(crate) fn add(sum: &mut impl Sum, cell: ValueRef<'_>) {
    let mut part = |kind: u8, bytes: &[u8]| {
        sum.add(&[kind]);
        sum.add(&bytes.len().to_le_bytes());
        sum.add(bytes);
    };
    match cell {
        ValueRef::Null => part(b'n', &[]),
        ValueRef::Integer(number) => part(b'i', &number.to_le_bytes()),
        ValueRef::Real(number) => part(b'r', &number.to_le_bytes()),
        ValueRef::Text(bytes) => part(b's', bytes),
        ValueRef::Blob(bytes) => part(b'b', bytes),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rusqlite::Connection;
    use rusqlite::types::Value;

    proptest! {
        /// Whatever stands in a cell, it is read; what is sound is read as it is.
        #[test]
        fn every_cell_is_read(bytes in prop::collection::vec(any::<u8>(), 0..40), own in any::<i64>(), real in any::<f64>()) {
            let file = Connection::open_in_memory().unwrap();
            let lossy = String::from_utf8_lossy(&bytes).into_owned();
            let read = |value: &Value| {
                file.query_row("SELECT ?1", [value], |row| Ok((some_text(row, 0)?, number(row, 0)?))).unwrap()
            };
            prop_assert_eq!(read(&Value::Integer(own)), (Some(own.to_string()), own));
            prop_assert_eq!(read(&Value::Null), (None, 0));
            prop_assert_eq!(read(&Value::Blob(bytes.clone())).0, Some(lossy));
            read(&Value::Real(real));
            // A text that is none, as a spoiled byte leaves it.
            let cast = file.query_row("SELECT CAST(?1 AS TEXT)", [&bytes], |row| text(row, 0)).unwrap();
            prop_assert_eq!(cast, String::from_utf8_lossy(&bytes).into_owned());
        }
    }
}
