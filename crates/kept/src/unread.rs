//! Everything that is kept and cannot be read, found in one place: whatever leaves it out elsewhere, it is told here.

use crate::bags::{self, read_brief};
use crate::costs::CostsText;
use crate::entry::KeptEntry;
use crate::hand_rules::HandRules;
use crate::papers::{read_guide, read_paper};
use crate::rooms::RoomsText;
use crate::run::KeptRun;
use crate::runs;
use crate::settings::{self, KeepText, Setting};
use crate::shape::{Shape, Unreadable};
use crate::thing::{Change, Kept, Kind, called};
use crate::{Result, StoreError};
use jiff::Timestamp;
use rusqlite::{Connection, Transaction};
use strum::VariantArray;
use wide_fold_core::Brief;

/// What kind of thing it is.
#[derive(Clone, Copy, Debug, PartialEq, Eq, VariantArray)]
pub enum Of {
    /// A bag.
    Bag,
    /// A paper on the shelf.
    Paper,
    /// A guide.
    Guide,
    /// A run.
    Run,
    /// Something that was done on a run.
    Work,
    /// An entry of the journal.
    Entry,
    /// Something that is set for everything.
    Setting,
}

/// Something that cannot be read.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Unread {
    /// What it is.
    pub of: Of,
    /// Its number; of a setting the name it is kept under.
    pub key: String,
    /// What it is called, as far as that can be told.
    pub name: Option<String>,
    /// The run it was done on.
    pub run: Option<i64>,
    /// Why, and what is kept.
    pub why: Unreadable,
}

impl Of {
    /// All of them.
    pub const ALL: &[Self] = Self::VARIANTS;

    /// All of that kind.
    fn unread(self, connection: &Connection) -> Result<Vec<Unread>> {
        match self {
            Self::Bag => {
                let all = bags::all(connection)?.into_iter();
                let unread = all.filter_map(|bag| {
                    let why = read_brief(&bag.brief).err()?;
                    let name = Some(bag.name).filter(|name| !name.trim().is_empty());
                    Some(Unread { of: self, key: bag.id.to_string(), name, run: None, why })
                });
                Ok(unread.collect())
            }
            Self::Paper => self.things(Kind::Paper, connection, |text| read_paper(text).map(drop)),
            Self::Guide => self.things(Kind::Guide, connection, |text| read_guide(text).map(drop)),
            Self::Run => self.things(Kind::Run, connection, read_run),
            Self::Entry => self.things(Kind::Entry, connection, |text| KeptEntry::from_kept(text).map(drop)),
            Self::Work => {
                let mut all = Vec::new();
                for run in Kind::Run.list(connection)? {
                    all.extend(runs::done(connection, run.id)?.unreadable.into_iter().map(|(id, why)| {
                        Unread {
                            of: self,
                            key: id.to_string(),
                            name: called(&run.text),
                            run: Some(run.id),
                            why,
                        }
                    }));
                }
                Ok(all)
            }
            Self::Setting => {
                let all = [
                    setting::<CostsText>(connection)?,
                    setting::<RoomsText>(connection)?,
                    setting::<HandRules>(connection)?,
                    setting::<KeepText>(connection)?,
                ];
                Ok(all.into_iter().flatten().collect())
            }
        }
    }

    fn things(
        self,
        kind: Kind,
        connection: &Connection,
        read: impl Fn(&str) -> std::result::Result<(), Unreadable>,
    ) -> Result<Vec<Unread>> {
        let unread = |kept: Kept| {
            let why = read(&kept.text).err()?;
            Some(Unread { of: self, key: kept.id.to_string(), name: called(&kept.text), run: None, why })
        };
        Ok(kind.list(connection)?.into_iter().filter_map(unread).collect())
    }

    /// Puts away one that cannot be read: what can be brought back is only marked, what was set or done is taken out.
    ///
    /// # Errors
    /// [`StoreError::NoSuch`] if there is none, or it can be read.
    pub fn put_away(self, transaction: &Transaction<'_>, key: &str, now: Timestamp) -> Result<()> {
        let unread = self.unread(transaction)?.into_iter().find(|own| own.key == key);
        let unread = unread.ok_or(StoreError::NoSuch("thing that cannot be read"))?;
        let id = unread.key.parse().unwrap_or_default();
        match self {
            Self::Bag => bags::change(transaction, id, None, &bags::Change::Delete, now).map(drop),
            Self::Paper | Self::Guide | Self::Run | Self::Entry => {
                self.marked(transaction, id, &Change::Delete, now)
            }
            Self::Work => runs::take_out(transaction, id),
            Self::Setting => settings::forget(transaction, key),
        }
    }

    /// Brings one back that was put away.
    ///
    /// # Errors
    /// [`StoreError::NoSuch`] if there is none, or it was taken out for good.
    pub fn bring_back(self, transaction: &Transaction<'_>, key: &str, now: Timestamp) -> Result<()> {
        let none = StoreError::NoSuch("thing that was put away");
        let id = key.parse().map_err(|_| StoreError::NoSuch("thing that was put away"))?;
        match self {
            Self::Bag => bags::change(transaction, id, None, &bags::Change::Restore, now).map(drop),
            Self::Paper | Self::Guide | Self::Run | Self::Entry => {
                self.marked(transaction, id, &Change::Restore, now)
            }
            Self::Work | Self::Setting => Err(none),
        }
    }

    /// Marks a thing that is kept as one line of JSON.
    fn marked(self, transaction: &Transaction<'_>, id: i64, change: &Change, now: Timestamp) -> Result<()> {
        let kind = match self {
            Self::Paper => Kind::Paper,
            Self::Guide => Kind::Guide,
            Self::Run => Kind::Run,
            Self::Entry => Kind::Entry,
            Self::Bag | Self::Work | Self::Setting => return Err(StoreError::NoSuch("thing of that kind")),
        };
        kind.change(transaction, id, None, change, now).map(drop)
    }
}

/// Everything that is kept, is not deleted, and cannot be read.
///
/// # Errors
/// [`StoreError::Database`].
pub fn unread(connection: &Connection) -> Result<Vec<Unread>> {
    let mut all = Vec::new();
    for of in Of::ALL {
        all.extend(of.unread(connection)?);
    }
    Ok(all)
}

fn read_run(text: &str) -> std::result::Result<(), Unreadable> {
    let run = KeptRun::from_kept(text)?;
    let broken = |fault| Unreadable::broken(KeptRun::NAME, text, fault);
    run.lines.iter().try_for_each(|line| Brief::try_from(&line.brief).map(drop).map_err(broken))
}

fn setting<T: Setting>(connection: &Connection) -> Result<Option<Unread>> {
    let why = settings::find::<T>(connection)?.and_then(std::result::Result::err);
    Ok(why.map(|why| Unread {
        of: Of::Setting,
        key: T::KEY.to_owned(),
        name: Some(T::NAME.to_owned()),
        run: None,
        why,
    }))
}
