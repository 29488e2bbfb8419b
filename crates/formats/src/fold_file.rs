//! A bag as FOLD: the open format for creases and folded states (Demaine, Ku and Lang, *FOLD specification*, version 1.2, from memory).
//!
//! The key frame is the flat crease pattern, every blank seen from its outside face, side by side; one further frame is the
//! open, standing bag in space; a bag that would tear has none. Lengths are millimetres. What is a cut is a boundary: the vertices along a slit stand twice.

use serde::{Deserialize, Serialize};
use std::collections::HashMap;
use wide_fold_core::Plan;
use wide_fold_core::net::{Crease, Fold};
use wide_fold_core::plane::Point;

/// Between two blanks, in millimetres.
const APART: f64 = 10.0;

/// A file, with the fields that are written and read here. Indices count from nought.
#[derive(Clone, Debug, Serialize, Deserialize)]
pub struct FoldFile {
    /// The version of the format: 1.2.
    pub file_spec: f64,
    /// What wrote it.
    pub file_creator: String,
    /// The bag's name.
    pub file_title: String,
    /// What it is of.
    pub file_classes: Vec<String>,
    /// What the key frame is.
    pub frame_classes: Vec<String>,
    /// What is true of it.
    pub frame_attributes: Vec<String>,
    /// Its unit of length.
    pub frame_unit: String,
    /// Where the vertices are, in the flat.
    pub vertices_coords: Vec<Vec<f64>>,
    /// The two ends of every edge.
    pub edges_vertices: Vec<[usize; 2]>,
    /// `B` for an edge of the paper, `M`, `V` or `F` (flat) for a crease.
    pub edges_assignment: Vec<String>,
    /// What a crease is for; nothing for an edge of the paper. Our own field.
    #[serde(rename = "widefold:edges_role")]
    pub edges_role: Vec<Option<String>>,
    /// The vertices round every face, anticlockwise as seen from outside.
    pub faces_vertices: Vec<Vec<usize>>,
    /// The folded state.
    pub file_frames: Vec<FoldFrame>,
}

/// A further frame: the same paper, folded.
#[derive(Clone, Debug, Serialize, Deserialize)]
pub struct FoldFrame {
    /// What it is called.
    pub frame_title: String,
    /// What it is.
    pub frame_classes: Vec<String>,
    /// What is true of it.
    pub frame_attributes: Vec<String>,
    /// The frame it is a state of: the key frame.
    pub frame_parent: usize,
    /// Everything that is not said is as it is there.
    pub frame_inherit: bool,
    /// Where the vertices are, in space.
    pub vertices_coords: Vec<Vec<f64>>,
}

/// Vertices closer together than this in the folded bag, in millimetres, are one.
const SAME: f64 = 1e-6;

/// A plan's bag as a FOLD file.
pub fn fold_file(plan: &Plan, name: &str) -> FoldFile {
    let holds = plan.folded.torn < SAME;
    let mut left = Vec::with_capacity(plan.net.blanks.len());
    let mut right = 0.0;
    for blank in &plan.net.blanks {
        left.push(right);
        right += blank.width().mm() + APART;
    }
    // Those at one point of a blank: more than one where a slit parts them.
    let mut known: HashMap<(usize, Point), Vec<usize>> = HashMap::new();
    let (mut flat, mut space): (Vec<Vec<f64>>, Vec<Vec<f64>>) = (Vec::new(), Vec::new());
    let mut faces: Vec<Vec<usize>> = Vec::new();
    for facet in &plan.folded.facets {
        let corners = facet.flat.corners.iter().zip(facet.corners());
        let ring = corners.map(|(point, place)| {
            let place = [place.x, place.y, place.z];
            let here = known.entry((facet.blank, *point)).or_default();
            let is_same = |vertex: &&usize| {
                !holds || space[**vertex].iter().zip(place).all(|(one, other)| (one - other).abs() < SAME)
            };
            if let Some(vertex) = here.iter().find(is_same) {
                return *vertex;
            }
            flat.push(vec![left[facet.blank] + point.x.mm(), point.y.mm()]);
            space.push(place.to_vec());
            here.push(flat.len() - 1);
            flat.len() - 1
        });
        faces.push(ring.collect());
    }
    let mut edges: HashMap<[usize; 2], usize> = HashMap::new();
    let (mut ends, mut assignments, mut roles) = (Vec::new(), Vec::new(), Vec::new());
    for (facet, ring) in plan.folded.facets.iter().zip(&faces) {
        for (side, hinge) in facet.flat.hinges.iter().enumerate() {
            let (a, b) = (ring[side], ring[(side + 1) % ring.len()]);
            let edge = [a.min(b), a.max(b)];
            if a == b || edges.contains_key(&edge) {
                continue;
            }
            edges.insert(edge, ends.len());
            ends.push(edge);
            let crease = hinge.map(|hinge| &plan.net.blanks[facet.blank].creases[hinge.crease]);
            assignments.push(crease.map_or("B", letter).to_owned());
            roles.push(crease.map(|crease| crease.role.name().to_owned()));
        }
    }
    let words = |words: &[&str]| words.iter().map(|word| (*word).to_owned()).collect::<Vec<_>>();
    let standing = FoldFrame {
        frame_title: "The open, standing bag".to_owned(),
        frame_classes: words(&["foldedForm"]),
        frame_attributes: words(&["3D"]),
        frame_parent: 0,
        frame_inherit: true,
        vertices_coords: space,
    };
    FoldFile {
        file_spec: 1.2,
        file_creator: "Wide Fold".to_owned(),
        file_title: name.to_owned(),
        file_classes: words(&["singleModel"]),
        frame_classes: words(&["creasePattern"]),
        frame_attributes: words(&["2D"]),
        frame_unit: "mm".to_owned(),
        vertices_coords: flat,
        edges_vertices: ends,
        edges_assignment: assignments,
        edges_role: roles,
        faces_vertices: faces,
        file_frames: if holds { vec![standing] } else { Vec::new() },
    }
}

fn letter(crease: &Crease) -> &'static str {
    match crease.fold {
        Fold::Mountain => "M",
        Fold::Valley => "V",
        Fold::Flat => "F",
    }
}
