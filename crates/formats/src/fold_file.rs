//! A bag as FOLD: the open format for creases and folded states (Demaine, Ku and Lang, *FOLD specification*, version 1.2, from memory).
//!
//! The key frame is the flat crease pattern, every blank seen from its outside face, side by side; further frames are the
//! open, standing bag in space and, of one that folds flat, the flat bag; a bag that would tear has none. Each says how far every edge is
//! folded then. Lengths are millimetres. What is a cut is a boundary: the vertices along a slit stand twice.

use crate::{FormatFault, unread};
use serde::{Deserialize, Serialize};
use std::collections::HashMap;
use wide_fold_core::Plan;
use wide_fold_core::folded::{flat as turned_flat, made};
use wide_fold_core::net::{Crease, Fold};
use wide_fold_core::plane::Point;

/// Between two blanks, in millimetres.
const APART: f64 = 10.0;

/// A file, with the fields that are written and read here. Indices count from nought.
#[derive(Clone, Debug, PartialEq, Serialize, Deserialize)]
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
#[derive(Clone, Debug, PartialEq, Serialize, Deserialize)]
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
    /// How far every edge is folded then, in degrees: valleys above nothing, mountains below (FOLD 1.2); nothing along the border.
    #[serde(rename = "edges_foldAngle", default, skip_serializing_if = "Vec::is_empty")]
    pub edges_fold_angle: Vec<Option<f64>>,
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
            let place = [place.x, place.y, place.z].map(rounded);
            let here = known.entry((facet.blank, *point)).or_default();
            let is_same = |vertex: &&usize| {
                !holds || space[**vertex].iter().zip(place).all(|(one, other)| (one - other).abs() < SAME)
            };
            if let Some(vertex) = here.iter().find(is_same) {
                return *vertex;
            }
            flat.push(vec![rounded(left[facet.blank] + point.x.mm()), rounded(point.y.mm())]);
            space.push(place.to_vec());
            here.push(flat.len() - 1);
            flat.len() - 1
        });
        faces.push(ring.collect());
    }
    let mut edges: HashMap<[usize; 2], usize> = HashMap::new();
    let (mut ends, mut assignments, mut roles) = (Vec::new(), Vec::new(), Vec::new());
    // As the open bag stands, and as it lies folded flat.
    let mut angles: [Vec<Option<f64>>; 2] = [Vec::new(), Vec::new()];
    let fold_angle = |crease: &Crease, degrees: f64| match crease.fold {
        Fold::Mountain => -degrees.abs() + 0.0,
        Fold::Valley => degrees.abs(),
        Fold::Flat => 0.0,
    };
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
            angles[0].push(crease.map(|crease| fold_angle(crease, made(crease))));
            angles[1].push(crease.map(|crease| fold_angle(crease, turned_flat(crease))));
        }
    }
    let words = |words: &[&str]| words.iter().map(|word| (*word).to_owned()).collect::<Vec<_>>();
    let [standing_angles, flat_angles] = angles;
    let frame = |title: &str, vertices_coords, edges_fold_angle| FoldFrame {
        frame_title: title.to_owned(),
        frame_classes: words(&["foldedForm"]),
        frame_attributes: words(&["3D"]),
        frame_parent: 0,
        frame_inherit: true,
        vertices_coords,
        edges_fold_angle,
    };
    let standing = frame("The open, standing bag", space, standing_angles);
    let flat_frame = plan.proof.flat.as_ref().filter(|fold| holds && !fold.order.is_empty()).map(|_| {
        let lying = plan.folded.flattened(&plan.net);
        let mut coords = vec![Vec::new(); flat.len()];
        for (facet, ring) in lying.facets.iter().zip(&faces) {
            for (vertex, place) in ring.iter().zip(facet.corners()) {
                coords[*vertex] = [place.x, place.y, place.z].map(rounded).to_vec();
            }
        }
        frame("The bag folded flat", coords, flat_angles)
    });
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
        file_frames: if holds { std::iter::once(standing).chain(flat_frame).collect() } else { Vec::new() },
    }
}

/// To a hundred-millionth of a millimetre: the rest is rounding, which differs from machine to machine, and so it is read as it was written.
fn rounded(mm: f64) -> f64 {
    (mm * 1e8).round() / 1e8 + 0.0
}

fn letter(crease: &Crease) -> &'static str {
    match crease.fold {
        Fold::Mountain => "M",
        Fold::Valley => "V",
        Fold::Flat => "F",
    }
}

/// The longest file that is read, in bytes.
const LONGEST: usize = 4 * 1024 * 1024;
/// The most vertices, edges or faces of a file.
const MOST: usize = 50_000;

/// Reads a FOLD file: this version, with a flat crease pattern in millimetres whose indices all lead somewhere.
///
/// # Errors
/// What is wrong with it, and in which field.
pub fn read_fold(text: &str) -> Result<FoldFile, FormatFault> {
    let fault = |field: &str, sentence: String| FormatFault { field: field.to_owned(), sentence };
    if text.len() > LONGEST {
        return Err(fault("file", format!("The file is larger than {} MiB.", LONGEST >> 20)));
    }
    let mut reader = serde_json::Deserializer::from_str(text);
    let file: FoldFile = serde_path_to_error::deserialize(&mut reader).map_err(|error| {
        let path = error.path().to_string();
        let why = error.inner();
        if why.is_data() {
            fault(if path == "." { "file" } else { &path }, unread::sentence(&why.to_string()))
        } else {
            fault("file", format!("This is no FOLD file: something is wrong in line {}.", why.line()))
        }
    })?;
    if !(1.0..2.0).contains(&file.file_spec) {
        return Err(fault(
            "file_spec",
            format!("Version {} of the format is not known here.", file.file_spec),
        ));
    }
    if file.frame_unit != "mm" {
        return Err(fault(
            "frame_unit",
            "Lengths are read in millimetres only; the file says another unit.".to_owned(),
        ));
    }
    let points = file.vertices_coords.len();
    if points.max(file.edges_vertices.len()).max(file.faces_vertices.len()) > MOST {
        return Err(fault("file", format!("It has more than {MOST} vertices, edges or faces.")));
    }
    let is_place = |place: &Vec<f64>, sides: usize| {
        place.len() == sides && place.iter().all(|n| n.is_finite() && n.abs() < 1e6)
    };
    if let Some(bad) = file.vertices_coords.iter().position(|place| !is_place(place, 2)) {
        return Err(fault(
            &format!("vertices_coords[{bad}]"),
            "A vertex of the flat pattern is two numbers.".to_owned(),
        ));
    }
    for (frame, own) in file.file_frames.iter().enumerate() {
        if own.vertices_coords.len() != points || !own.vertices_coords.iter().all(|place| is_place(place, 3))
        {
            let field = format!("file_frames[{frame}].vertices_coords");
            return Err(fault(&field, "A folded state has three numbers for every vertex.".to_owned()));
        }
    }
    for (frame, own) in file.file_frames.iter().enumerate() {
        let is_angle = |angle: &Option<f64>| angle.is_none_or(|angle| (-180.0..=180.0).contains(&angle));
        let count = own.edges_fold_angle.len();
        if !own.edges_fold_angle.iter().all(is_angle) || count != 0 && count != file.edges_vertices.len() {
            let field = format!("file_frames[{frame}].edges_foldAngle");
            return Err(fault(
                &field,
                "Every edge has an angle from -180 to 180 degrees, or none.".to_owned(),
            ));
        }
    }
    if let Some(bad) = file.edges_vertices.iter().position(|[a, b]| a == b || *a.max(b) >= points) {
        return Err(fault(
            &format!("edges_vertices[{bad}]"),
            "An edge has two ends, each a vertex that is there.".to_owned(),
        ));
    }
    let edges = file.edges_vertices.len();
    let known = |letter: &String| ["B", "M", "V", "F"].contains(&letter.as_str());
    if file.edges_assignment.len() != edges
        || file.edges_role.len() != edges
        || !file.edges_assignment.iter().all(known)
    {
        return Err(fault("edges_assignment", "Every edge is one of B, M, V and F.".to_owned()));
    }
    if let Some(bad) =
        file.faces_vertices.iter().position(|face| face.len() < 3 || face.iter().any(|at| *at >= points))
    {
        return Err(fault(
            &format!("faces_vertices[{bad}]"),
            "A face has three corners or more, each a vertex that is there.".to_owned(),
        ));
    }
    Ok(file)
}
