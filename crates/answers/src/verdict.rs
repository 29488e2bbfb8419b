//! Verdicts, their remedies, and the proof.

use crate::fold::flat_says;
use crate::spelled::LevelName;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Plan;
use wide_fold_core::proof::Item;
use wide_fold_core::verdict::{About, Remedy, Verdict};
use wide_fold_formats::BriefText;

/// A part of the drawing.
#[derive(Clone, Debug, Serialize, ToSchema)]
#[serde(tag = "what", rename_all = "snake_case")]
#[allow(missing_docs)]
pub enum AboutView {
    Sheet {},
    Tab {},
    Base {},
    Hem {},
    Gussets {},
    Handle {},
    Decoration {},
    Gift {},
    /// One line.
    Crease {
        /// Which of the plan's pieces it is on.
        piece: usize,
        /// Its name there: `c0`.
        id: String,
    },
}

/// Something the crafter should know.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct VerdictView {
    /// What kind of thing: `sheet.too-small`.
    pub code: &'static str,
    /// How much it matters.
    pub level: LevelName,
    /// Parts of the drawing it is about.
    pub about: Vec<AboutView>,
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
    /// The base by its layers: `3 layers over 38 % of it`.
    pub layered: Vec<String>,
    /// Raw edges that are seen from the front.
    pub front_edges: Vec<String>,
    /// Size, layers and thickness of the bag folded flat, if it is made to be.
    pub flat: Option<String>,
    /// Which part of the fold-flat score is really folded.
    pub scored: Option<String>,
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
    /// True if it was measured on the bag folded flat.
    pub flat: bool,
}

impl VerdictView {
    /// A verdict as it is shown.
    pub fn new(verdict: &Verdict) -> Self {
        Self {
            code: verdict.code,
            level: verdict.level.into(),
            about: verdict.about.iter().map(AboutView::new).collect(),
            title: verdict.title.clone(),
            why: verdict.why.clone(),
            remedies: verdict.remedies.iter().map(RemedyView::new).collect(),
        }
    }
}

impl RemedyView {
    /// A remedy as it is shown.
    pub fn new(remedy: &Remedy) -> Self {
        Self { title: remedy.title.clone(), then: remedy.then.clone(), brief: BriefText::from(&remedy.brief) }
    }
}

impl ProofView {
    /// A plan's proof with figures in its unit.
    pub fn new(plan: &Plan) -> Self {
        let (proof, unit) = (&plan.proof, plan.brief.unit);
        let item = |item: &Item| ProofItemView {
            name: item.name(),
            says: item.says(unit),
            passed: item.passed(),
            flat: item.check.is_about_flat(),
        };
        let flat = proof.flat.as_ref();
        Self {
            passed: proof.passed(),
            items: proof.items.iter().map(item).collect(),
            layered: proof
                .layered
                .iter()
                .map(|part| {
                    let layers = if part.layers == 1 {
                        "1 layer".to_owned()
                    } else {
                        format!("{} layers", part.layers)
                    };
                    format!("{layers} over {} % of it", (part.share + 5) / 10)
                })
                .collect(),
            front_edges: proof.front_edges.clone(),
            flat: flat.map(|flat| flat_says(plan, flat)),
            scored: flat.and_then(|flat| flat.says_folded(&plan.brief)),
        }
    }
}

impl AboutView {
    fn new(about: &About) -> Self {
        match about {
            About::Gift => Self::Gift {},
            About::Sheet => Self::Sheet {},
            About::Tab => Self::Tab {},
            About::Base => Self::Base {},
            About::Hem => Self::Hem {},
            About::Gussets => Self::Gussets {},
            About::Handle => Self::Handle {},
            About::Decoration => Self::Decoration {},
            About::Crease { piece, crease } => Self::Crease { piece: *piece, id: format!("c{crease}") },
        }
    }
}
