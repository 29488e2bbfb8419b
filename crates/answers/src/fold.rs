//! The bag on its way from the unrolled pieces to the open bag, as polygons in space.

use crate::spelled::WhatName;
use serde::Serialize;
use utoipa::ToSchema;
use wide_fold_core::fittings::drawing::What;
use wide_fold_core::folded::Turned;
use wide_fold_core::folded::motion::{Leg, at, legs};
use wide_fold_core::folded::solids::{Solid, gift_in_space, in_space};
use wide_fold_core::net::part_name;
use wide_fold_core::proof::{FlatFold, Item};
use wide_fold_core::{Plan, lifted};

/// Poses from unrolled to finished.
const POSES: u32 = 40;

/// Layers are drawn this far apart, in millimetres, so that it can be seen which lies on which.
const APART: f64 = 0.5;

/// The same for a bag folded flat.
const FLAT_APART: f64 = 0.6;

/// The bag folding up. Frame: the front face lies in z = 0, x right, y up, the inside of the bag at negative z;
/// millimetres.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FoldView {
    /// The stretches of the way.
    pub legs: Vec<LegView>,
    /// The facets, in the order in which every pose lists them.
    pub facets: Vec<FacetView>,
    /// Handle, mats and band on the open bag, as further facets.
    pub fittings: StandingView,
    /// Poses evenly spaced from unrolled to finished.
    pub poses: Vec<PoseView>,
    /// The bag folded flat, if it is made to be.
    pub flat: Option<FlatView>,
    /// For every item of the plan's proof the facets it is about.
    pub checks: Vec<Vec<usize>>,
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
    /// What is put on the bag of a plan, piece by flat piece.
    fn fittings(plan: &Plan) -> Self {
        let mut solids = in_space(&plan.brief, &plan.fitted, &plan.net, &plan.folded);
        solids.extend(gift_in_space(&plan.brief, &plan.net, &plan.folded));
        let facet = |solid: &Solid| FacetView {
            name: match solid.what {
                What::Tube => "rolled handle".to_owned(),
                What::Gift => "what goes into it".to_owned(),
                what => WhatName::from(what).word().to_owned(),
            },
            what: Some(solid.what.into()),
            blank: 0,
            piece: 0,
            sheet: None,
            lift: 0.0,
            shows_up: false,
            flat: Vec::new(),
            holes: Vec::new(),
        };
        Self {
            facets: solids.iter().map(facet).collect(),
            pose: solids.iter().map(|solid| solid.corners.iter().map(|c| c.to_array()).collect()).collect(),
        }
    }

    /// The bag of a plan, open and standing.
    pub fn new(plan: &Plan) -> Self {
        let mut standing =
            Self { facets: FacetView::all(plan), pose: plan.folded.facets.iter().map(corners).collect() };
        let Self { facets, pose } = Self::fittings(plan);
        standing.facets.extend(facets);
        standing.pose.extend(pose);
        standing
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
    /// False if the paper has to bend on this stretch: then only its end is shown.
    pub rigid: bool,
}

/// A flat part of the paper.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FacetView {
    /// What it is: `base flap of the front`.
    pub name: String,
    /// Which of the net's blanks it belongs to: the pieces of paper, copies counted.
    pub blank: usize,
    /// The plan's piece that this blank is cut as.
    pub piece: usize,
    /// The sheet it is cut from, counted from zero, where there is more than one.
    pub sheet: Option<usize>,
    /// How far to draw it off its plane towards the outside, in millimetres, to tell layers apart.
    pub lift: f64,
    /// True if the pattern's up is worth showing on it.
    pub shows_up: bool,
    /// Its corners on the blank, from the left and from the bottom, in millimetres.
    pub flat: Vec<[f64; 2]>,
    /// Edges of the holes in it, in the same frame; of a slot its two ends.
    pub holes: Vec<Vec<[f64; 2]>>,
    /// What it is if it is no part of the bag's paper.
    pub what: Option<WhatName>,
}

/// Where every facet is.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PoseView {
    /// From 0 to 1.
    pub t: f64,
    /// Corners of every facet.
    pub facets: Vec<Vec<[f64; 3]>>,
}

/// The finished bag folded flat: a state of its own, for rigid panels cannot move there.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FlatView {
    /// Its layers drawn apart, front first.
    pub pose: Vec<Vec<[f64; 3]>>,
    /// `6 × 5½, 9 layers, about 2.0 mm thick`.
    pub says: String,
}

impl FoldView {
    /// All poses of a plan.
    pub fn new(plan: &Plan) -> Self {
        let pose = |step: u32| {
            let t = f64::from(step) / f64::from(POSES);
            let folded = at(&plan.brief, &plan.net, &plan.folded, t);
            PoseView { t, facets: folded.facets.iter().map(corners).collect() }
        };
        let leg = |leg: Leg| LegView { name: leg.name, to: leg.to, rigid: leg.rigid };
        let facets = &plan.folded.facets;
        let concerned = |item: &Item| {
            let about = facets.iter().enumerate().filter(|(_, facet)| item.check.concerns(&plan.net, facet));
            about.map(|(index, _)| index).collect()
        };
        Self {
            legs: legs(plan.brief.build).into_iter().map(leg).collect(),
            facets: FacetView::all(plan),
            fittings: StandingView::fittings(plan),
            poses: (0..=POSES).map(pose).collect(),
            flat: plan.brief.gusset_crease.folds_flat().then(|| flat(plan)).flatten(),
            checks: plan.proof.items.iter().map(concerned).collect(),
        }
    }
}

/// The flat state, every layer behind the one before it.
fn flat(plan: &Plan) -> Option<FlatView> {
    let fold = plan.proof.flat.as_ref().filter(|fold| !fold.order.is_empty())?;
    let folded = plan.folded.flattened(&plan.net);
    let mut pose: Vec<Vec<[f64; 3]>> = folded.facets.iter().map(corners).collect();
    for (behind, facet) in fold.order.iter().enumerate() {
        for corner in &mut pose[*facet] {
            corner[2] -= FLAT_APART * behind as f64;
        }
    }
    Some(FlatView { pose, says: flat_says(plan, fold) })
}

/// Size, layers and thickness of the flat bag.
pub(super) fn flat_says(plan: &Plan, fold: &FlatFold) -> String {
    let unit = plan.brief.unit;
    let thickness = plan.brief.sheet.thickness();
    let about = if thickness.measured { "" } else { "about " };
    format!(
        "{} × {}, {} layers at most, {about}{:.1} mm thick{}",
        fold.width.figure(unit),
        fold.height.figure(unit),
        fold.layers,
        fold.thickness(thickness.caliper).mm(),
        if thickness.measured { "" } else { " (paper thickness estimated)" }
    )
}

impl FacetView {
    /// Every facet of a plan, in order.
    fn all(plan: &Plan) -> Vec<Self> {
        let several = plan.layout.fits() && plan.layout.sheet_count() > 1;
        let sheets = plan.layout.sheet_of(&plan.pieces, plan.net.blanks.len());
        let facets = plan.folded.facets.iter();
        facets.map(|facet| Self::new(plan, facet, sheets[facet.blank].filter(|_| several))).collect()
    }

    fn new(plan: &Plan, facet: &Turned, sheet: Option<usize>) -> Self {
        let (panel, zone) = facet.part;
        let name = part_name(panel, zone);
        let piece = plan.pieces.iter().position(|piece| piece.blanks.contains(&facet.blank));
        // Of several pieces it says which one it comes from.
        let from = piece.map(|piece| &plan.pieces[piece].name).filter(|_| plan.pieces.len() > 1);
        let name = from.map_or(name.clone(), |piece| format!("{name}, of the piece “{piece}”"));
        Self {
            name,
            sheet,
            blank: facet.blank,
            piece: piece.unwrap_or(0),
            lift: APART * lifted::layers_off(plan, facet),
            shows_up: lifted::shows_up(plan, facet),
            flat: facet.flat.corners.iter().map(|corner| crate::point(*corner)).collect(),
            holes: plan.net.blanks[facet.blank]
                .holes
                .iter()
                .filter(|hole| facet.part == (hole.panel, hole.zone) && facet.flat.contains(hole.centre))
                .map(|hole| hole.edge(16).into_iter().map(crate::point).collect())
                .collect(),
            what: None,
        }
    }
}
