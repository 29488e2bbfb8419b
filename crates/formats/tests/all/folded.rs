//! The folded states of a FOLD file, measured from its own numbers: no face is stretched, and every edge is folded by the angle it says.
use crate::plans::plan;
use proptest::prelude::*;
use wide_fold_formats::fold_file::{FoldFile, fold_file, read_fold};

type Place = [f64; 3];

fn less(a: Place, b: Place) -> Place {
    [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
}

fn dot(a: Place, b: Place) -> f64 {
    a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
}

fn cross(a: Place, b: Place) -> Place {
    [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]
}

fn far(a: Place, b: Place) -> f64 {
    dot(less(a, b), less(a, b)).sqrt()
}

/// The direction a face looks in: along the sum of the cross products round it (Newell).
fn normal(face: &[usize], at: &impl Fn(usize) -> Place) -> Place {
    let sum = (0..face.len()).fold([0.0; 3], |sum, n| {
        let turn = cross(at(face[n]), at(face[(n + 1) % face.len()]));
        [sum[0] + turn[0], sum[1] + turn[1], sum[2] + turn[2]]
    });
    let long = dot(sum, sum).sqrt().max(1e-12);
    sum.map(|n| n / long)
}

fn check(file: &FoldFile) -> Result<(), TestCaseError> {
    for frame in &file.file_frames {
        let at = |n: usize| -> Place { frame.vertices_coords[n].clone().try_into().unwrap() };
        let flat = |n: usize| -> Place { [file.vertices_coords[n][0], file.vertices_coords[n][1], 0.0] };
        for face in &file.faces_vertices {
            for (n, one) in face.iter().enumerate() {
                for other in &face[n + 1..] {
                    prop_assert!(
                        (far(at(*one), at(*other)) - far(flat(*one), flat(*other))).abs() < 1e-5,
                        "{} is stretched",
                        frame.frame_title
                    );
                }
            }
        }
        prop_assert_eq!(frame.edges_fold_angle.len(), file.edges_vertices.len());
        for (edge, said) in file.edges_vertices.iter().zip(&frame.edges_fold_angle) {
            let runs = |face: &&Vec<usize>, a: usize, b: usize| {
                (0..face.len()).any(|n| face[n] == a && face[(n + 1) % face.len()] == b)
            };
            let left = file.faces_vertices.iter().find(|face| runs(face, edge[0], edge[1]));
            let right = file.faces_vertices.iter().find(|face| runs(face, edge[1], edge[0]));
            let (Some(left), Some(right), Some(said)) = (left, right, said) else { continue };
            let (one, other) = (normal(left, &at), normal(right, &at));
            let along = less(at(edge[1]), at(edge[0]));
            let turned = dot(one, other).clamp(-1.0, 1.0).acos().to_degrees();
            prop_assert!(
                (turned - said.abs()).abs() < 0.01,
                "{}: turned by {turned}, said {said}",
                frame.frame_title
            );
            // Where the faces look towards one another it is a valley; folded right over there is no telling from the normals.
            if turned > 0.1 && turned < 179.9 {
                let towards = dot(cross(one, other), along);
                prop_assert_eq!(towards < 0.0, *said > 0.0, "{}: {}", &frame.frame_title, said);
            }
        }
    }
    Ok(())
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(80))]

    #[test]
    fn every_state_is_folded_by_the_angles_it_says(plan in plan()) {
        let Some(plan) = plan else { return Ok(()) };
        let file = fold_file(&plan, "Tea bowl");
        check(&file)?;
        let is_flat = plan.proof.flat.as_ref().is_some_and(|fold| !fold.order.is_empty());
        prop_assert_eq!(file.file_frames.len(), if plan.folded.torn >= 1e-6 { 0 } else { 1 + usize::from(is_flat) });
        let text = serde_json::to_string(&file).unwrap();
        prop_assert_eq!(read_fold(&text).unwrap().file_frames.len(), file.file_frames.len());
    }
}
