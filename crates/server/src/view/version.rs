//! How a bag was before, and what has changed since, in words.

use crate::store::bags::Bag;
use crate::store::versions::Version;
use serde::Serialize;
use serde_json::Value;
use std::collections::BTreeMap;
use utoipa::ToSchema;
use wide_fold_core::ways::differs;
use wide_fold_core::{Brief, Unit};
use wide_fold_formats::{BriefText, read_brief};

/// A version of a bag.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct VersionView {
    /// The revision the bag was at.
    pub revision: i64,
    /// What it was called.
    pub name: String,
    /// When it had been changed last (RFC 3339).
    pub at: String,
    /// Its finished size: `3¾ × 6½ × 2`.
    pub size: String,
    /// What was other than in the version after it, in a few words each.
    pub differs: Vec<String>,
    /// How many of it are in the journal.
    pub made: u32,
    /// True for the bag as it is now.
    pub now: bool,
}

impl VersionView {
    /// The bag as it is now and as it was, the last first. `made` counts the journal's entries by revision.
    pub fn all(bag: &Bag, versions: &[Version], made: &BTreeMap<i64, u32>) -> Vec<Self> {
        let now = bag.version();
        let mut views: Vec<Self> = Vec::new();
        let mut after: Option<(Brief, String)> = None;
        for version in std::iter::once(&now).chain(versions.iter().filter(|old| old.revision != bag.revision))
        {
            let brief = serde_json::from_str(&version.brief).ok().and_then(|json| read_brief(&json).ok());
            let Some(brief) = brief else { continue };
            let differs = match &after {
                None => Vec::new(),
                Some((later, name)) => {
                    let mut words = changed(&brief, later);
                    if *name != version.name {
                        words.insert(0, format!("called “{}”", version.name));
                    }
                    words
                }
            };
            let is_now = views.is_empty();
            // What is the same in everything a crafter sees is one version.
            if !is_now && differs.is_empty() && !made.contains_key(&version.revision) {
                continue;
            }
            views.push(Self {
                revision: version.revision,
                name: version.name.clone(),
                at: version.at.to_string(),
                size: brief.finished_figures().join(" × "),
                differs,
                made: made.get(&version.revision).copied().unwrap_or_default(),
                now: is_now,
            });
            after = Some((brief, version.name.clone()));
        }
        views
    }
}

/// What each part of a brief is called.
const PARTS: [(&str, &str); 19] = [
    ("build", "how it is built"),
    ("run", "where the run starts"),
    ("tab", "the tab"),
    ("joins", "tabs or strips"),
    ("notch", "the notches"),
    ("base", "the base flaps"),
    ("closing", "the order of the base flaps"),
    ("top", "the top"),
    ("gusset_crease", "how gussets are creased"),
    ("fittings", "handle and fittings"),
    ("extras", "small parts cut with it"),
    ("sheet", "the sheet"),
    ("side_sheet", "the gussets’ paper"),
    ("board", "the scoring board"),
    ("score_face", "which face is scored"),
    ("unit", "the unit"),
    ("gift", "what goes in"),
    ("guide", "the guide"),
    ("heard", "the words it was heard in"),
];

/// What was other in `then` than in `later`.
fn changed(then: &Brief, later: &Brief) -> Vec<String> {
    let say = |brief: &Brief, length: wide_fold_core::Length| match brief.unit {
        Unit::Inch => length.figure(brief.unit),
        Unit::Metric => length.label(brief.unit),
    };
    let (was, is) = (then.finished, later.finished);
    let mut words: Vec<String> = [
        ("width", was.width, is.width),
        ("height", was.height, is.height),
        ("gusset", was.gusset, is.gusset),
    ]
    .into_iter()
    .filter(|(_, was, is)| was != is)
    .map(|(name, was, is)| format!("{name} {} instead of {}", say(then, was), say(later, is)))
    .collect();
    words.extend(differs(then, later).into_iter().filter(|said| said.contains("instead of")));
    let json = |brief: &Brief| serde_json::to_value(BriefText::from(brief)).unwrap_or(Value::Null);
    let (was, is) = (json(then), json(later));
    let said = words.join(" ");
    for (field, name) in PARTS {
        let told = field == "joins" && said.contains("instead of tabs")
            || field == "base" && said.contains("base flaps");
        if was[field] != is[field] && !told {
            words.push(format!("another choice for {name}"));
        }
    }
    words
}
