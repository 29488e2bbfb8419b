//! What a file holds, thing by thing, so that two files can be held against one another: what is in one alone, and what both have
//! otherwise.

use crate::cell::{self, Sum, some_text, text};
use crate::thing::called;
use crate::{Result, Store};
use blake3::Hasher;
use rusqlite::{Connection, OpenFlags};
use std::collections::BTreeMap;
use strum::VariantArray;

/// A kind of thing that a file holds.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, VariantArray)]
pub enum Part {
    /// Bags, with their ticks, the paper taken for them, and how they were before.
    Bags,
    /// Papers on the shelf.
    Papers,
    /// Guides.
    Guides,
    /// Runs, with what was done on them.
    Runs,
    /// Entries of the journal, with their pictures.
    Entries,
    /// What is set for everything.
    Settings,
}

/// What a file holds, what is deleted left out.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Contents {
    things: BTreeMap<Part, Vec<Thing>>,
    /// When a bag was last changed, as it is kept; nothing if there is none.
    pub changed: Option<String>,
}

/// One of them: what it is called, and what all of it adds up to.
#[derive(Clone, Debug, PartialEq, Eq, PartialOrd, Ord)]
struct Thing {
    name: String,
    sum: [u8; 32],
}

/// Two files held against one another: names of what they differ in.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct Difference {
    /// Only in the first.
    pub only_first: Vec<String>,
    /// Only in the second.
    pub only_second: Vec<String>,
    /// In both by this name, and not alike.
    pub otherwise: Vec<String>,
}

impl Part {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// Where they are kept: number, name or what it is read from, and all that belongs to them, each beginning with that number.
    const fn kept_in(self) -> (&'static str, &'static [&'static str]) {
        match self {
            Self::Bags => (
                "SELECT id, name, brief FROM bag NOT INDEXED WHERE deleted_at IS NULL ORDER BY id",
                &[
                    "SELECT bag, step FROM tick ORDER BY bag, step",
                    "SELECT bag, paper, sheets, length_nm FROM bag_paper ORDER BY bag, paper",
                    "SELECT bag, name, brief, at FROM bag_version ORDER BY bag, revision",
                ],
            ),
            Self::Papers => ("SELECT id, paper FROM paper WHERE deleted_at IS NULL ORDER BY id", &[]),
            Self::Guides => ("SELECT id, guide FROM guide WHERE deleted_at IS NULL ORDER BY id", &[]),
            Self::Runs => (
                "SELECT id, run FROM run WHERE deleted_at IS NULL ORDER BY id",
                &["SELECT run, event FROM run_event ORDER BY id"],
            ),
            Self::Entries => (
                "SELECT id, entry FROM entry WHERE deleted_at IS NULL ORDER BY id",
                &["SELECT entry, jpeg FROM picture ORDER BY entry"],
            ),
            Self::Settings => ("SELECT rowid, name, setting FROM setting ORDER BY name", &[]),
        }
    }

    /// What one is called, by its second cell.
    fn name(self, cell: &str) -> String {
        match self {
            Self::Bags => cell.to_owned(),
            Self::Settings => match cell {
                "costs" => "what things cost",
                "rooms" => "the room you leave",
                "hand_rules" => "what is taken off for your hands",
                "backups" => "how many backups are kept",
                other => other,
            }
            .to_owned(),
            Self::Papers | Self::Guides | Self::Runs | Self::Entries => called(cell).unwrap_or_default(),
        }
    }

    fn things(self, file: &Connection) -> rusqlite::Result<Vec<Thing>> {
        let (own, more) = self.kept_in();
        let mut all: BTreeMap<i64, (String, Hasher)> = BTreeMap::new();
        let mut statement = file.prepare(own)?;
        let mut rows = statement.query([])?;
        while let Some(row) = rows.next()? {
            let mut digest = Hasher::new();
            add(&mut digest, row)?;
            all.insert(row.get(0)?, (self.name(&text(row, 1)?), digest));
        }
        for sql in more {
            let mut statement = file.prepare(sql)?;
            let mut rows = statement.query([])?;
            while let Some(row) = rows.next()? {
                if let Some((_, digest)) = all.get_mut(&row.get(0)?) {
                    add(digest, row)?;
                }
            }
        }
        Ok(all.into_values().map(|(name, digest)| Thing { name, sum: digest.total() }).collect())
    }
}

/// Adds every cell of a row but its number.
fn add(digest: &mut Hasher, row: &rusqlite::Row<'_>) -> rusqlite::Result<()> {
    for cell in 1..row.as_ref().column_count() {
        cell::add(digest, row.get_ref(cell)?);
    }
    Ok(())
}

impl Contents {
    /// What an open file holds.
    pub(crate) fn of(file: &Connection) -> rusqlite::Result<Self> {
        let things = Part::ALL.iter().map(|part| Ok((*part, part.things(file)?)));
        let sql = "SELECT max(updated_at) FROM bag WHERE deleted_at IS NULL";
        Ok(Self {
            things: things.collect::<rusqlite::Result<_>>()?,
            changed: file.query_row(sql, [], |row| some_text(row, 0))?,
        })
    }

    fn all(&self, part: Part) -> &[Thing] {
        self.things.get(&part).map_or(&[], Vec::as_slice)
    }

    /// How many of a kind.
    pub fn count(&self, part: Part) -> usize {
        self.all(part).len()
    }

    /// How this file and another differ in a kind of thing. Things are told apart by what they are called; of those called alike, those
    /// that are alike are taken together first.
    pub fn against(&self, other: &Self, part: Part) -> Difference {
        let mut own: BTreeMap<&str, Vec<[u8; 32]>> = BTreeMap::new();
        let mut others = own.clone();
        for (all, into) in [(self, &mut own), (other, &mut others)] {
            for thing in all.all(part) {
                into.entry(&thing.name).or_default().push(thing.sum);
            }
        }
        let mut difference = Difference::default();
        for (name, sums) in &mut own {
            let known = others.entry(name).or_default();
            sums.retain(|sum| match known.iter().position(|other| other == sum) {
                Some(place) => {
                    known.swap_remove(place);
                    false
                }
                None => true,
            });
        }
        for (name, known) in others {
            let sums = own.get(name).map_or(0, Vec::len);
            let both = sums.min(known.len());
            let add = |list: &mut Vec<String>, count: usize| {
                list.extend(std::iter::repeat_n(name.to_owned(), count));
            };
            add(&mut difference.otherwise, both);
            add(&mut difference.only_first, sums - both);
            add(&mut difference.only_second, known.len() - both);
        }
        difference
    }
}

impl Store {
    /// What is in the database now.
    ///
    /// # Errors
    /// [`crate::StoreError::Database`].
    pub fn contents(&self) -> Result<Contents> {
        self.read_aside(|moment| Ok(Contents::of(moment)?))
    }

    /// Reads for long: by a connection of its own, so that nobody waits for it, and all of one moment.
    ///
    /// # Errors
    /// Whatever `read` fails with.
    pub fn read_aside<T>(&self, read: impl FnOnce(&Connection) -> Result<T>) -> Result<T> {
        let own = Connection::open_with_flags(&self.0.path, OpenFlags::SQLITE_OPEN_READ_ONLY)?;
        own.busy_timeout(crate::look::PATIENCE)?;
        let moment = own.unchecked_transaction()?;
        read(&moment)
    }

    /// True if there is nothing in it that anybody has made.
    ///
    /// # Errors
    /// [`crate::StoreError::Database`].
    pub fn is_empty(&self) -> Result<bool> {
        let any = |table: &str| format!("EXISTS (SELECT 1 FROM {table} WHERE deleted_at IS NULL)");
        let any = ["bag", "paper", "guide", "run", "entry"].map(any).join(" OR ");
        self.read_now(|connection| {
            Ok(!connection.query_row(&format!("SELECT {any}"), [], |row| row.get::<_, bool>(0))?)
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    fn holds(things: &[(u8, u8)]) -> Contents {
        let thing = |(name, sum): &(u8, u8)| Thing { name: name.to_string(), sum: [*sum; 32] };
        Contents { things: BTreeMap::from([(Part::Bags, things.iter().map(thing).collect())]), changed: None }
    }

    proptest! {
        /// What is alike in both is in no list; everything else is counted once on either side.
        #[test]
        fn every_difference_is_told_once(
            first in prop::collection::vec((0_u8..4, 0_u8..3), 0..8),
            second in prop::collection::vec((0_u8..4, 0_u8..3), 0..8),
        ) {
            let found = holds(&first).against(&holds(&second), Part::Bags);
            let mut left = second.clone();
            let mut alike = 0;
            for thing in &first {
                if let Some(place) = left.iter().position(|other| other == thing) {
                    left.swap_remove(place);
                    alike += 1;
                }
            }
            prop_assert_eq!(found.only_first.len() + found.otherwise.len() + alike, first.len());
            prop_assert_eq!(found.only_second.len() + found.otherwise.len() + alike, second.len());
            // A name is told to be in one alone only if the other has fewer of it.
            let count = |of: &[(u8, u8)], name: &str| of.iter().filter(|(own, _)| own.to_string() == name).count();
            for name in &found.only_first {
                prop_assert!(count(&first, name) > count(&second, name));
            }
            let back = holds(&second).against(&holds(&first), Part::Bags);
            prop_assert_eq!((back.only_first, back.only_second), (found.only_second, found.only_first));
            prop_assert_eq!(found.otherwise.is_empty() && alike == first.len(), first.len() == alike && back.otherwise.is_empty());
        }
    }
}
