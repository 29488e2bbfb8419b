//! Allowances: what the journal is sure of, taken into new plans until it is left out again.

use super::KeptEntry;
use super::taught::{self, DriftOf};
use serde::{Deserialize, Serialize};
use std::fmt;
use std::str::FromStr;
use utoipa::ToSchema;
use wide_fold_core::brief::Hand;
use wide_fold_core::text::list;
use wide_fold_core::{Brief, Length, Unit};
use wide_fold_formats::HandText;

/// What an allowance is for: `panels`, `height`, or either on one board: `panels-3175000`, its grooves in nanometres.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(into = "String", try_from = "String")]
pub struct AllowanceId {
    /// What is off.
    pub what: DriftOf,
    /// The distance of the board's grooves in nanometres; nothing for all boards.
    pub groove: Option<i64>,
}

impl fmt::Display for AllowanceId {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let what = self.what.name();
        match self.groove {
            Some(groove) => write!(f, "{what}-{groove}"),
            None => write!(f, "{what}"),
        }
    }
}

impl From<AllowanceId> for String {
    fn from(id: AllowanceId) -> Self {
        id.to_string()
    }
}

impl FromStr for AllowanceId {
    type Err = &'static str;

    fn from_str(text: &str) -> Result<Self, Self::Err> {
        let (what, groove) = text.split_once('-').map_or((text, None), |(what, groove)| (what, Some(groove)));
        let what = DriftOf::ALL.into_iter().find(|kind| kind.name() == what).ok_or("unknown")?;
        Ok(Self { what, groove: groove.map(str::parse).transpose().map_err(|_| "unknown")? })
    }
}

impl TryFrom<String> for AllowanceId {
    type Error = &'static str;

    fn try_from(text: String) -> Result<Self, Self::Error> {
        text.parse()
    }
}

/// An allowance that new plans take.
#[derive(Clone, Debug, Serialize, Deserialize)]
pub struct Taken {
    /// What it is for.
    pub id: AllowanceId,
    /// What is taken off, in nanometres; with a minus it is added.
    pub by: i64,
    /// How many bags it rested on.
    pub bags: usize,
    /// True if it is told in millimetres.
    pub metric: bool,
}

/// All that new plans take.
#[derive(Clone, Debug, Default, Serialize, Deserialize)]
pub struct Allowances(Vec<Taken>);

/// An allowance as it is offered, or as it is taken.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct AllowanceView {
    /// What it is taken and left by.
    pub id: String,
    /// What it does, in a sentence.
    pub says: String,
    /// True if new plans take it just so.
    pub taken: bool,
}

/// What is taken off on a board.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HandView {
    /// As a brief has it.
    pub hand: HandText,
    /// By how much what comes out is off: `a panel 1⁄64 in more`; nothing if nothing is taken.
    pub says: Option<String>,
}

impl Allowances {
    /// As they are kept in the settings; none if nothing is, or what is cannot be read.
    pub fn kept(setting: Option<String>) -> Self {
        setting.and_then(|kept| serde_json::from_str(&kept).ok()).unwrap_or_default()
    }

    /// Takes one, in place of what was taken for the same.
    pub fn take(&mut self, taken: Taken) {
        self.leave(taken.id);
        self.0.push(taken);
        self.0.sort_by_key(|taken| taken.id);
    }

    /// Leaves it out; true if it was taken.
    pub fn leave(&mut self, id: AllowanceId) -> bool {
        let before = self.0.len();
        self.0.retain(|taken| taken.id != id);
        self.0.len() < before
    }

    fn of(&self, id: AllowanceId) -> Option<&Taken> {
        self.0.iter().find(|taken| taken.id == id)
    }

    /// What bags scored on a board are told less by: what was taken for the board, else for all.
    pub fn hand(&self, groove: Length) -> Hand {
        let by = |what| {
            let own = self.of(AllowanceId { what, groove: Some(groove.nm()) });
            let taken = own.or_else(|| self.of(AllowanceId { what, groove: None }));
            taken.map_or(Length::ZERO, |taken| Length::from_nm(taken.by))
        };
        Hand { panel: by(DriftOf::Panels), height: by(DriftOf::Height) }
    }

    /// A new bag's brief with what is taken, if hands can be told so little on it; as it is otherwise.
    pub fn on(&self, brief: &Brief) -> Brief {
        let handed = Brief { hand: self.hand(brief.board.groove), ..brief.clone() };
        if handed.check().is_ok() { handed } else { brief.clone() }
    }

    /// The same as a bag can take it.
    pub fn hand_view(&self, groove: Length, unit: Unit) -> HandView {
        let hand = self.hand(groove);
        let by = |name: &str, by: Length| {
            let way = if by.is_positive() { "more" } else { "less" };
            (by != Length::ZERO).then(|| format!("{name} {} {way}", by.abs().label(unit)))
        };
        let says: Vec<String> =
            [by("a panel", hand.panel), by("the height", hand.height)].into_iter().flatten().collect();
        HandView { hand: hand.into(), says: hand.is_any().then(|| list(&says)) }
    }

    /// All that are taken, in sentences.
    pub fn views(&self) -> Vec<AllowanceView> {
        self.0.iter().map(Taken::view).collect()
    }

    /// What a drift offers; nothing if it is not sure.
    pub fn offer(&self, offered: Option<Taken>) -> Option<AllowanceView> {
        let offered = offered?;
        let taken = self.of(offered.id).is_some_and(|taken| taken.by == offered.by);
        Some(AllowanceView { taken, ..offered.view() })
    }
}

impl Taken {
    fn view(&self) -> AllowanceView {
        let unit = if self.metric { Unit::Metric } else { Unit::Inch };
        let by = Length::from_nm(self.by);
        let (figure, more) = (by.abs().label(unit), by.is_positive());
        let what = match (self.id.what, more) {
            (DriftOf::Panels, true) => format!("score each corner {figure} nearer than the last"),
            (DriftOf::Panels, false) => format!("score each corner {figure} further than the last"),
            (DriftOf::Height, true) => format!("score the base line {figure} nearer to the top edge"),
            (DriftOf::Height, false) => format!("score the base line {figure} further from the top edge"),
        };
        let board = self.id.groove.map_or_else(String::new, |groove| {
            format!(" on a board with {}", taught::grooves(Length::from_nm(groove), unit))
        });
        let bags = self.bags;
        AllowanceView {
            id: self.id.to_string(),
            says: format!("In new plans{board}, {what}: by {bags} bags of the journal."),
            taken: true,
        }
    }
}

/// What the journal offers for an id now; nothing unless it is sure.
pub fn offered(entries: &[KeptEntry], id: AllowanceId) -> Option<Taken> {
    let own = |entry: &&KeptEntry| id.groove.is_none_or(|groove| entry.groove == groove);
    taught::allowance(&entries.iter().filter(own).collect::<Vec<_>>(), id)
}
