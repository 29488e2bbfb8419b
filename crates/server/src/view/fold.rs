//! The bag on its way from the unrolled pieces to the open bag, as polygons in space.

use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::Plan;
use wide_fold_core::brief::{ClosingOrder, Hem};
use wide_fold_core::folded::Turned;
use wide_fold_core::folded::motion::{LEGS, at};
use wide_fold_core::net::{Band, Panel};

/// Poses from unrolled to open.
const POSES: u32 = 40;

/// Layers are drawn this far apart, in millimetres, so that it can be seen which lies on which.
const APART: f64 = 0.5;

/// The bag folding up. Frame: the front face lies in z = 0, x right, y up, the inside of the bag at negative z;
/// millimetres.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FoldView {
    /// The stretches of the way.
    pub legs: Vec<LegView>,
    /// The facets, in the order in which every pose lists them.
    pub facets: Vec<FacetView>,
    /// Poses evenly spaced from unrolled to open.
    pub poses: Vec<PoseView>,
}

/// The open, standing bag, for a small picture.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct StandingView {
    /// The facets.
    pub facets: Vec<FacetView>,
    /// Corners of every facet in space.
    pub pose: Vec<Vec<[f64; 3]>>,
}

impl StandingView {
    /// The bag of a plan, open and standing.
    pub fn new(plan: &Plan) -> Self {
        let facets = &plan.folded.facets;
        Self {
            facets: facets.iter().map(|facet| FacetView::new(plan, facet)).collect(),
            pose: facets.iter().map(corners).collect(),
        }
    }
}

fn corners(facet: &Turned) -> Vec<[f64; 3]> {
    facet.corners().iter().map(|corner| corner.to_array()).collect()
}

/// A stretch of the way.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct LegView {
    /// What the bag is when it is done.
    pub name: &'static str,
    /// Where it ends, from 0 to 1.
    pub to: f64,
}

/// A flat part of the paper.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FacetView {
    /// What it is: `base flap of the front`.
    pub name: String,
    /// Which of the net's strips it belongs to: the pieces of paper, copies counted.
    pub strip: usize,
    /// How far to draw it off its plane towards the outside, in millimetres, to tell layers apart.
    pub lift: f64,
    /// True if the pattern's up is worth showing on it.
    pub shows_up: bool,
    /// Its corners on the strip, from the left and from the bottom, in millimetres.
    pub flat: Vec<[f64; 2]>,
}

/// Where every facet is.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PoseView {
    /// From 0 to 1.
    pub t: f64,
    /// Corners of every facet.
    pub facets: Vec<Vec<[f64; 3]>>,
}

impl FoldView {
    /// All poses of a plan.
    pub fn new(plan: &Plan) -> Self {
        let closing = plan.brief.closing;
        let pose = |step: u32| {
            let t = f64::from(step) / f64::from(POSES);
            let folded = at(&plan.net, closing, t);
            PoseView { t, facets: folded.facets.iter().map(corners).collect() }
        };
        Self {
            legs: LEGS.iter().map(|leg| LegView { name: leg.name, to: leg.to }).collect(),
            facets: plan.folded.facets.iter().map(|facet| FacetView::new(plan, facet)).collect(),
            poses: (0..=POSES).map(pose).collect(),
        }
    }
}

impl FacetView {
    fn new(plan: &Plan, facet: &Turned) -> Self {
        let (panel, band) = facet.part;
        let name = match band {
            Band::Base => format!("base flap of the {}", panel.name()),
            Band::Ear => format!("ear below the {}", panel.name()),
            Band::Body => panel.name().to_owned(),
            Band::Hem => format!("hem of the {}", panel.name()),
        };
        Self {
            name,
            strip: facet.strip,
            lift: APART * f64::from(layer(plan, facet)),
            shows_up: band == Band::Body && panel != Panel::Tab,
            flat: facet.flat.corners.iter().map(|corner| super::point(*corner)).collect(),
        }
    }
}

/// How many layers a facet lies outside its panel's plane, as seen from its own outside face.
fn layer(plan: &Plan, facet: &Turned) -> i32 {
    let (panel, band) = facet.part;
    let goes_under = plan.net.seams.iter().any(|seam| {
        seam.under.strip == facet.strip
            && plan.net.strips[facet.strip].columns[seam.under.column].panel == panel
    });
    match (band, panel) {
        // The hem's own outside face looks the other way once it is turned.
        (Band::Hem, _) => match (plan.brief.hem, goes_under) {
            (Hem::Out { .. }, _) => -1,
            _ => 2,
        },
        // An ear stands inside its gusset, its outside face against the paper.
        (Band::Ear, _) => -2,
        (Band::Body, _) if goes_under => -1,
        (Band::Body, _) => 0,
        (Band::Base, Panel::Front) => 2,
        (Band::Base, Panel::Back) => i32::from(plan.brief.closing == ClosingOrder::GussetsFirst),
        (Band::Base, _) => i32::from(plan.brief.closing == ClosingOrder::BackFirst),
    }
}
