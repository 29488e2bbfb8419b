//! Verdicts, their remedies, and the proof.

use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Unit;
use wide_fold_core::proof::Proof;
use wide_fold_core::verdict::{About, Level, Verdict};
use wide_fold_formats::BriefText;

/// Something the crafter should know.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct VerdictView {
    /// What kind of thing: `sheet.too-small`.
    pub code: &'static str,
    /// `blocks`, `warns` or `notes`.
    pub level: &'static str,
    /// Parts of the drawing it is about: `sheet`, `tab`, `base`, `hem`, `gussets`, or a crease of a piece (`1:c0`).
    pub about: Vec<String>,
    /// The judgement.
    pub title: String,
    /// Why, with its numbers.
    pub why: String,
    /// What would mend it.
    pub remedies: Vec<RemedyView>,
}

/// A changed brief that can be applied as it is.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct RemedyView {
    /// What to do.
    pub title: String,
    /// What comes of it.
    pub then: String,
    /// The brief to use instead.
    pub brief: BriefText,
}

/// The folded bag measured.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ProofView {
    /// True if every measurement is what it should be.
    pub passed: bool,
    /// The measurements.
    pub items: Vec<ProofItemView>,
    /// Fewest and most layers of paper over the base.
    pub base_layers: [usize; 2],
}

/// One measurement.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ProofItemView {
    /// What was measured.
    pub name: String,
    /// The result with its figures.
    pub says: String,
    /// True if it is what it should be.
    pub passed: bool,
}

impl VerdictView {
    /// A verdict as it is shown.
    pub fn new(verdict: &Verdict) -> Self {
        Self {
            code: verdict.code,
            level: match verdict.level {
                Level::Blocks => "blocks",
                Level::Warns => "warns",
                Level::Notes => "notes",
            },
            about: verdict.about.iter().map(about).collect(),
            title: verdict.title.clone(),
            why: verdict.why.clone(),
            remedies: verdict
                .remedies
                .iter()
                .map(|remedy| RemedyView {
                    title: remedy.title.clone(),
                    then: remedy.then.clone(),
                    brief: BriefText::from(&remedy.brief),
                })
                .collect(),
        }
    }
}

impl ProofView {
    /// A proof with figures in `unit`.
    pub fn new(proof: &Proof, unit: Unit) -> Self {
        let items = proof.items.iter();
        Self {
            passed: proof.passed(),
            items: items
                .map(|item| ProofItemView { name: item.name(), says: item.says(unit), passed: item.passed() })
                .collect(),
            base_layers: [proof.base_layers.0, proof.base_layers.1],
        }
    }
}

fn about(about: &About) -> String {
    match about {
        About::Sheet => "sheet".to_owned(),
        About::Tab => "tab".to_owned(),
        About::Base => "base".to_owned(),
        About::Hem => "hem".to_owned(),
        About::Gussets => "gussets".to_owned(),
        About::Crease { piece, crease } => format!("{piece}:c{crease}"),
    }
}
