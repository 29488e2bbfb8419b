//! Hand rules: what the journal is sure of, taken into new plans until it is left out again.

use crate::entry::KeptEntry;
use crate::settings::Setting;
use crate::shape::{Shape, Unreadable};
use serde::{Deserialize, Serialize};
use std::fmt;
use std::str::FromStr;
use utoipa::ToSchema;
use wide_fold_core::brief::Hand;
use wide_fold_core::{Brief, Length};

/// What of a bag is off.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum DriftOf {
    /// Faces and gussets.
    Panels,
    /// The body, from base line to top edge.
    Height,
}

impl DriftOf {
    /// Both.
    pub const ALL: [Self; 2] = [Self::Panels, Self::Height];

    /// As it is spelled.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Panels => "panels",
            Self::Height => "height",
        }
    }

    /// By how much a bag is off that was made with nothing taken off for its hands.
    pub fn off(self, entry: &KeptEntry) -> Option<Length> {
        let [panel, height] = entry.hand.map(Length::from_nm);
        match self {
            Self::Panels => Some(entry.panel_off()? + panel),
            Self::Height => Some(entry.off()[1]? + height),
        }
    }

    /// The measure that it is looked at against: width, height or gusset.
    pub const fn planned(self) -> usize {
        match self {
            Self::Panels => 0,
            Self::Height => 1,
        }
    }
}

/// What a hand rule is for: `panels`, `height`, or either on one board: `panels-3175000`, its grooves in nanometres.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(into = "String", try_from = "String")]
pub struct HandRuleId {
    /// What is off.
    pub what: DriftOf,
    /// The distance of the board's grooves in nanometres; nothing for all boards.
    pub groove: Option<i64>,
}

impl fmt::Display for HandRuleId {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let what = self.what.name();
        match self.groove {
            Some(groove) => write!(f, "{what}-{groove}"),
            None => write!(f, "{what}"),
        }
    }
}

impl From<HandRuleId> for String {
    fn from(id: HandRuleId) -> Self {
        id.to_string()
    }
}

impl FromStr for HandRuleId {
    type Err = &'static str;

    fn from_str(text: &str) -> Result<Self, Self::Err> {
        let (what, groove) = text.split_once('-').map_or((text, None), |(what, groove)| (what, Some(groove)));
        let what = DriftOf::ALL.into_iter().find(|kind| kind.name() == what).ok_or("unknown")?;
        Ok(Self { what, groove: groove.map(str::parse).transpose().map_err(|_| "unknown")? })
    }
}

impl TryFrom<String> for HandRuleId {
    type Error = &'static str;

    fn try_from(text: String) -> Result<Self, Self::Error> {
        text.parse()
    }
}

/// A hand rule that new plans take.
#[derive(Clone, Debug, Serialize, Deserialize)]
pub struct HandRule {
    /// What it is for.
    pub id: HandRuleId,
    /// What is taken off, in nanometres; with a minus it is added.
    pub by: i64,
    /// How many bags it rested on.
    pub bags: usize,
    /// True if it is told in millimetres.
    pub metric: bool,
}

/// All that new plans take.
#[derive(Clone, Debug, Default, Serialize, Deserialize)]
pub struct HandRules(Vec<HandRule>);

impl HandRules {
    /// All that are taken.
    pub fn all(&self) -> &[HandRule] {
        &self.0
    }

    /// Takes one, in place of what was taken for the same.
    pub fn take(&mut self, taken: HandRule) {
        self.leave(taken.id);
        self.0.push(taken);
        self.0.sort_by_key(|taken| taken.id);
    }

    /// Leaves it out; true if it was taken.
    pub fn leave(&mut self, id: HandRuleId) -> bool {
        let before = self.0.len();
        self.0.retain(|taken| taken.id != id);
        self.0.len() < before
    }

    /// What is taken for just that.
    pub fn of(&self, id: HandRuleId) -> Option<&HandRule> {
        self.0.iter().find(|taken| taken.id == id)
    }

    /// What bags scored on a board are told less by: what was taken for the board, else for all.
    pub fn hand(&self, groove: Length) -> Hand {
        let by = |what| {
            let own = self.of(HandRuleId { what, groove: Some(groove.nm()) });
            let taken = own.or_else(|| self.of(HandRuleId { what, groove: None }));
            taken.map_or(Length::ZERO, |taken| Length::from_nm(taken.by))
        };
        Hand { panel: by(DriftOf::Panels), height: by(DriftOf::Height) }
    }

    /// A new bag's brief with what is taken, if hands can be told so little on it; as it is otherwise.
    pub fn on(&self, brief: &Brief) -> Brief {
        let handed = Brief { hand: self.hand(brief.board.groove), ..brief.clone() };
        if handed.check().is_ok() { handed } else { brief.clone() }
    }
}

impl Shape for HandRules {
    const NAME: &'static str = "list of hand rules";
}

impl Setting for HandRules {
    const KEY: &'static str = "hand_rules";

    fn checked(self) -> std::result::Result<Self, Unreadable> {
        Ok(self)
    }
}
