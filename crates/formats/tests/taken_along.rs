//! What is taken along says the same bag: FOLD by the rules of its specification, lists by their rows, a ZIP by its files.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

mod plans;

use plans::plan;
use proptest::prelude::*;
use std::collections::{BTreeMap, BTreeSet, HashMap};
use std::io::Read;
use wide_fold_core::net::Fold;
use wide_fold_formats::bundle::{everything, zipped};
use wide_fold_formats::{FoldFile, List, fold_file, write_list};

fn between(a: &[f64], b: &[f64]) -> f64 {
    a.iter().zip(b).map(|(a, b)| (a - b).powi(2)).sum::<f64>().sqrt()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(100))]

    /// FOLD specification 1.2 (Demaine, Ku and Lang): indices in range, every edge once, a letter for every edge, faces
    /// anticlockwise, each side of a face an edge; and the folded frame is the same paper, neither stretched nor torn.
    #[test]
    fn a_fold_file_keeps_the_rules_of_its_format(plan in plan()) {
        let Some(plan) = plan else { return Ok(()) };
        let text = serde_json::to_string(&fold_file(&plan, "Bud vase")).unwrap();
        let file: FoldFile = serde_json::from_str(&text).unwrap();
        prop_assert_eq!(file.file_spec, 1.2);
        let flat = &file.vertices_coords;
        // What would tear has no folded state, and no ready bag would tear.
        prop_assert!(!file.file_frames.is_empty() || !plan.is_ready());
        let space = file.file_frames.first().map_or(flat, |frame| &frame.vertices_coords);
        prop_assert_eq!(flat.len(), space.len());
        prop_assert_eq!(file.edges_vertices.len(), file.edges_assignment.len());
        prop_assert_eq!(file.edges_vertices.len(), file.edges_role.len());
        let mut sides: HashMap<[usize; 2], usize> = HashMap::new();
        for face in &file.faces_vertices {
            let area: f64 = face.iter().zip(face.iter().cycle().skip(1))
                .map(|(a, b)| flat[*a][0] * flat[*b][1] - flat[*b][0] * flat[*a][1]).sum();
            prop_assert!(area > 0.0, "a face is wound the wrong way");
            for (a, b) in face.iter().zip(face.iter().cycle().skip(1)) {
                *sides.entry([*a.min(b), *a.max(b)]).or_default() += 1;
            }
        }
        let edges: BTreeSet<[usize; 2]> = file.edges_vertices.iter().copied().collect();
        prop_assert_eq!(edges.len(), file.edges_vertices.len(), "an edge stands twice");
        prop_assert_eq!(edges.len(), sides.len());
        for (edge, letter) in file.edges_vertices.iter().zip(&file.edges_assignment) {
            let faces = sides.get(edge).copied().unwrap_or_default();
            let wanted: &[&str] = if faces == 1 { &["B"] } else { &["M", "V", "F", "B"] };
            prop_assert!((1..=2).contains(&faces) && wanted.contains(&letter.as_str()), "{edge:?} {letter} {faces}");
            let [a, b] = *edge;
            prop_assert!((between(&flat[a], &flat[b]) - between(&space[a], &space[b])).abs() < 1e-6, "stretched");
        }
    }

    /// Read back, the creases are those of the net: as long in all, for every purpose and way of folding.
    #[test]
    fn a_fold_file_has_the_creases_of_the_net(plan in plan()) {
        let Some(plan) = plan else { return Ok(()) };
        let text = serde_json::to_string(&fold_file(&plan, "Bud vase")).unwrap();
        let file: FoldFile = serde_json::from_str(&text).unwrap();
        let mut read: BTreeMap<(String, String), f64> = BTreeMap::new();
        for ((edge, letter), role) in file.edges_vertices.iter().zip(&file.edges_assignment).zip(&file.edges_role) {
            let Some(role) = role else { continue };
            let [a, b] = edge.map(|vertex| &file.vertices_coords[vertex]);
            *read.entry((letter.clone(), role.clone())).or_default() += between(a, b);
        }
        let mut drawn: BTreeMap<(String, String), f64> = BTreeMap::new();
        for crease in plan.net.blanks.iter().flat_map(|blank| &blank.creases) {
            let letter = match crease.fold { Fold::Mountain => "M", Fold::Valley => "V", Fold::Flat => "F" };
            let ends = [crease.from, crease.to].map(|point| [point.x.mm(), point.y.mm()]);
            *drawn.entry((letter.to_owned(), crease.role.name().to_owned())).or_default() += between(&ends[0], &ends[1]);
        }
        prop_assert_eq!(read.keys().collect::<Vec<_>>(), drawn.keys().collect::<Vec<_>>());
        for (kind, length) in &drawn {
            prop_assert!((read[kind] - length).abs() < 1e-3, "{kind:?}: {} of {length}", read[kind]);
        }
    }

    /// Every piece, cut and score has its row, read by another reader; and every sheet of the layout is in the ZIP.
    #[test]
    fn lists_and_the_bundle_are_whole(plan in plan()) {
        let Some(plan) = plan else { return Ok(()) };
        let rows = |list| {
            let text = write_list(&plan, list);
            let mut reader = csv::Reader::from_reader(text.as_bytes());
            reader.records().map(|row| row.unwrap().iter().map(str::to_owned).collect()).collect::<Vec<Vec<String>>>()
        };
        let scores = plan.passes.iter().map(|pass| pass.lines.len() + 2 * pass.slants.len()).sum::<usize>();
        prop_assert_eq!(rows(List::Scores).len(), scores);
        prop_assert_eq!(rows(List::Cuts).len(), plan.layout.sheets.iter().map(|sheet| sheet.trims.len()).sum::<usize>());
        let parts = rows(List::Parts);
        for (piece, row) in plan.pieces.iter().zip(&parts) {
            prop_assert_eq!(&row[..2], &[piece.name.clone(), piece.count.to_string()]);
            prop_assert_eq!(row[4].parse::<f64>().unwrap(), piece.width.mm());
        }
        let files = everything(&plan, "Bud vase").unwrap();
        let bytes = zipped(&files).unwrap();
        prop_assert_eq!(&bytes, &zipped(&files).unwrap(), "the same files are the same bytes");
        let mut archive = zip::ZipArchive::new(std::io::Cursor::new(bytes)).unwrap();
        let starts = |with: &str| files.iter().filter(|(name, _)| name.starts_with(with)).count();
        prop_assert_eq!(starts("sheet-"), plan.layout.sheets.len());
        // No machine cuts a sheet that its piece reaches past.
        prop_assert_eq!(starts("machine-"), 2 * plan.layout.sheets.iter().filter(|sheet| sheet.overhang.is_none()).count());
        prop_assert_eq!(archive.len(), files.len());
        let names: BTreeSet<&String> = files.iter().map(|(name, _)| name).collect();
        prop_assert_eq!(names.len(), files.len(), "two files of one name");
        for (name, text) in &files {
            let mut read = Vec::new();
            archive.by_name(name).unwrap().read_to_end(&mut read).unwrap();
            prop_assert_eq!(&read, text);
        }
    }
}
