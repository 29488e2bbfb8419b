//! How a bag was before, and what has changed since, in words.

use crate::piece::PieceView;
use serde::Serialize;
use serde_json::Value;
use std::collections::BTreeMap;
use utoipa::ToSchema;
use wide_fold_core::figures::Figures;
use wide_fold_core::pieces::divide;
use wide_fold_core::ways::{joined_otherwise, other_flaps};
use wide_fold_core::{Brief, Length, Net, Unit};
use wide_fold_formats::{BriefText, read_brief};
use wide_fold_kept::bags::Bag;
use wide_fold_kept::versions::Version;

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
    /// Its pieces, to be drawn.
    pub pieces: Vec<PieceView>,
    /// Width and height of its sheet as it is laid, in millimetres.
    pub sheet_mm: [f64; 2],
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
            let laid = brief.sheet.as_laid();
            views.push(Self {
                revision: version.revision,
                name: version.name.clone(),
                at: version.at.to_string(),
                size: brief.finished_figures().join(" × "),
                differs,
                made: made.get(&version.revision).copied().unwrap_or_default(),
                now: is_now,
                pieces: divide(&Net::of(&brief))
                    .iter()
                    .map(|piece| PieceView::new(piece, brief.unit))
                    .collect(),
                sheet_mm: [laid.width.mm(), laid.height.mm()],
            });
            after = Some((brief, version.name.clone()));
        }
        views
    }
}

/// What each part of a brief is called; the finished size is told by its measures.
const PARTS: [(&str, &str); 23] = [
    ("build", "how it is built"),
    ("round", "where the panels start"),
    ("tab", "the tab"),
    ("joins", "tabs or strips"),
    ("allowance", "the room for the paper"),
    ("weights", "how much joins show"),
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
    ("lined", "how lines are made"),
    ("hand", "what is taken off for your hands"),
    ("score_face", "which face is scored"),
    ("unit", "the unit"),
    ("gift", "what goes in"),
    ("guide", "the guide"),
    ("heard", "the words it was heard in"),
];

/// So much is told of a change; of a longer one only that there is one.
const TOLD: usize = 90;

/// What is at every end of a brief's part that is other in the other one, in words: `hem in, 1`; nothing if it is not there.
fn told(part: &Value, other: &Value, unit: Unit) -> Vec<String> {
    if part == other {
        return Vec::new();
    }
    match part {
        Value::Object(fields) => {
            let own =
                |(name, value): (&String, &Value)| told(value, other.get(name).unwrap_or(&Value::Null), unit);
            // What kind it is goes before its figures.
            let (kinds, figures): (Vec<_>, Vec<_>) =
                fields.iter().partition(|(name, _)| matches!(name.as_str(), "kind" | "habit"));
            // What is so or not so is told by its name.
            let said = |(name, value): (&String, &Value)| match value {
                Value::Bool(is) if Some(value) != other.get(name) => {
                    vec![format!("{}{}", if *is { "" } else { "not " }, name.replace('_', " "))]
                }
                _ => own((name, value)),
            };
            kinds.into_iter().chain(figures).flat_map(said).collect()
        }
        Value::Array(all) => all.iter().flat_map(|one| told(one, &Value::Null, unit)).collect(),
        Value::String(text) => {
            let figure = Length::parse(text, unit).map(|length| Figures(unit).say(length));
            vec![figure.unwrap_or_else(|_| text.replace('_', " "))]
        }
        Value::Bool(is) => vec![if *is { "yes" } else { "no" }.to_owned()],
        Value::Number(number) => vec![number.to_string()],
        Value::Null => Vec::new(),
    }
}

/// A part that was other, with what it was and is as far as that is soon said.
fn other_choice(name: &str, then: (&Value, Unit), later: (&Value, Unit)) -> String {
    let was = told(then.0, later.0, then.1).join(", ");
    let is = told(later.0, then.0, later.1).join(", ");
    let both = match (was.as_str(), is.as_str()) {
        ("", "") => return format!("another choice for {name}"),
        ("", is) => format!("{name}: without {is}"),
        (was, "") => format!("{name}: {was}"),
        (was, is) => format!("{name}: {was} instead of {is}"),
    };
    if both.chars().count() > TOLD { format!("another choice for {name}") } else { both }
}

/// What was other in `then` than in `later`.
fn changed(then: &Brief, later: &Brief) -> Vec<String> {
    let say = |brief: &Brief, length: Length| Figures::of(brief).say(length);
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
    let (joins, flaps) = (joined_otherwise(then, later), other_flaps(then, later));
    let is_told = |field: &str| match field {
        "joins" => joins.is_some(),
        "base" => flaps.is_some(),
        _ => false,
    };
    words.extend(joins.iter().chain(&flaps).cloned());
    let json = |brief: &Brief| serde_json::to_value(BriefText::from(brief)).unwrap_or(Value::Null);
    let (was, is) = (json(then), json(later));
    for (field, name) in PARTS {
        if was[field] != is[field] && !is_told(field) {
            words.push(other_choice(name, (&was[field], then.unit), (&is[field], later.unit)));
        }
    }
    words
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;
    use serde_json::json;

    fn vase(more: &Value) -> Brief {
        let mut brief =
            json!({ "finished": { "width": "3 3/4 in", "height": "6 1/2 in", "gusset": "2 in" } });
        for (field, value) in more.as_object().into_iter().flatten() {
            brief[field] = value.clone();
        }
        read_brief(&brief).unwrap()
    }

    /// Every part of a brief is told when it alone is other, both ways round.
    #[rstest]
    #[case(json!({ "build": { "kind": "corner_pair" } }), "how it is built: corner pair instead of wrap")]
    #[case(json!({ "round": { "start": "face" } }), "where the panels start: face instead of gusset")]
    #[case(json!({ "tab": "5/8 in" }), "the tab: ⅝ instead of ½")]
    #[case(json!({ "joins": { "kind": "strips", "width": "1 in" } }), "joining strips instead of tabs")]
    #[case(json!({ "allowance": "1/16 in" }), "the room for the paper: 1⁄16")]
    #[case(json!({ "weights": { "back_corner": 1, "front_corner": 2, "gusset_centre": 3, "inside_back": 7, "inside_front": 9, "separate_base": 3, "all_round": 5 } }), "how much joins show: ")]
    #[case(json!({ "notch": "0 in" }), "the notches: 0 instead of ¼")]
    #[case(json!({ "base": { "habit": "custom", "depth": "1 in" } }), "base flaps 1 deep instead of 2")]
    #[case(json!({ "closing": "gussets_first" }), "the order of the base flaps: gussets first instead of back first")]
    #[case(json!({ "top": { "kind": "hem_in", "depth": "1 in" } }), "the top: hem in, 1 instead of raw")]
    #[case(json!({ "top": { "slit": true } }), "the top: slit")]
    #[case(json!({ "gusset_crease": "pair" }), "how gussets are creased: pair instead of none")]
    #[case(json!({ "extras": ["tag"] }), "small parts cut with it")]
    #[case(json!({ "sheet": { "width": "14 in", "height": "12 in" } }), "the sheet: 14 instead of 12")]
    #[case(json!({ "board": { "groove": "1/16 in" } }), "the scoring board: 1⁄16 instead of ⅛")]
    #[case(json!({ "lined": "hand" }), "how lines are made: hand")]
    #[case(json!({ "hand": { "panel": "1/64 in" } }), "what is taken off for your hands: 1⁄64")]
    #[case(json!({ "score_face": "inside_throughout" }), "which face is scored: inside throughout instead of outside of fold")]
    #[case(json!({ "heard": "Bud vase, gusset two, width three and three quarters, height six and a half, as it was told at the kiln opening." }), "another choice for the words it was heard in")]
    fn a_change_is_named_with_what_it_was(#[case] more: Value, #[case] says: &str) {
        let (then, later) = (vase(&more), vase(&json!({})));
        let words = changed(&then, &later);
        assert!(words.len() == 1 && words[0].starts_with(says), "{words:?}");
        assert_eq!(changed(&later, &then).len(), 1);
        assert_eq!(changed(&then, &then), Vec::<String>::new());
    }

    /// No part is without a name.
    #[test]
    fn every_part_of_a_brief_has_a_name() {
        let fields = serde_json::to_value(<BriefText as utoipa::PartialSchema>::schema()).unwrap();
        let fields: Vec<&String> = fields["properties"].as_object().unwrap().keys().collect();
        let named = |field: &String| field == "finished" || PARTS.iter().any(|(part, _)| part == field);
        let without: Vec<_> = fields.iter().filter(|field| !named(field)).collect();
        assert!(without.is_empty() && fields.len() == PARTS.len() + 1, "{without:?}");
    }
}
