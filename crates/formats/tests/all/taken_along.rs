//! What is taken along says the same bag: FOLD by the rules of its specification, lists by their rows, a ZIP by its files.
use crate::plans::plan;
use proptest::prelude::*;
use std::collections::{BTreeMap, BTreeSet, HashMap};
use std::io::Read;
use wide_fold_core::brief::{Across, Build, GussetCrease};
use wide_fold_core::net::Fold;
use wide_fold_core::{Brief, Guide, Length, Plan};
use wide_fold_formats::catalogue::{How, everything, zipped};
use wide_fold_formats::{FoldFile, List, fold_file, read_fold, write_list};

/// The bag as a pair in a guide of its own figures.
fn guided(plan: &Plan) -> Plan {
    let size = plan.brief.finished;
    let guide = Guide {
        name: "Any guide".to_owned(),
        gusset: size.gusset,
        flap: size.gusset,
        widths: vec![size.width],
        reach: size.gusset + Length::inches(4),
        taper: Length::ZERO,
        way: Default::default(),
    };
    Plan::new(&guide.fitted(&plan.brief, Build::CornerPair, size.width)).unwrap()
}

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
        let file: FoldFile = read_fold(&text).unwrap();
        prop_assert_eq!(&file, &fold_file(&plan, "Bud vase"), "read back to the same");
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
        let file: FoldFile = read_fold(&text).unwrap();
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

    /// At every vertex inside the paper of a bag that is scored to fold flat, the creases that are folded then satisfy Kawasaki–Justin
    /// (alternate angles sum to 180°) and Maekawa–Justin (mountains less valleys is ±2) on what was read (Demaine & O’Rourke,
    /// *Geometric Folding Algorithms*, 2007).
    #[test]
    fn a_pattern_that_is_read_folds_flat_at_every_vertex(w in 24_i64..60, h in 30_i64..80, d in 8_i64..23, both: bool, pair: bool) {
        let mut brief = Brief::new(Length::eighths(w), Length::eighths(h), Length::eighths(d));
        brief.gusset_crease = GussetCrease::FoldFlat { across: if both { Across::BothFaces } else { Across::Back } };
        if pair { brief.build = Build::CornerPair; }
        (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(30));
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let file = read_fold(&serde_json::to_string(&fold_file(&plan, "Bud vase")).unwrap()).unwrap();
        let mut round: HashMap<usize, Vec<(usize, &str)>> = HashMap::new();
        for ([a, b], letter) in file.edges_vertices.iter().zip(&file.edges_assignment) {
            round.entry(*a).or_default().push((*b, letter));
            round.entry(*b).or_default().push((*a, letter));
        }
        let mut judged = 0;
        for (vertex, others) in &round {
            let folded: Vec<&(usize, &str)> = others.iter().filter(|(_, letter)| ["M", "V"].contains(letter)).collect();
            if others.iter().any(|(_, letter)| *letter == "B") || folded.is_empty() { continue }
            let at = &file.vertices_coords[*vertex];
            let mut ways: Vec<f64> = folded.iter().map(|(other, _)| {
                let to = &file.vertices_coords[*other];
                (to[1] - at[1]).atan2(to[0] - at[0]).to_degrees()
            }).collect();
            ways.sort_by(f64::total_cmp);
            let gaps: Vec<f64> = ways.iter().zip(ways.iter().cycle().skip(1)).map(|(a, b)| (b - a).rem_euclid(360.0)).collect();
            let alternate: f64 = gaps.iter().step_by(2).sum();
            prop_assert!(gaps.len().is_multiple_of(2) && (alternate - 180.0).abs() < 1e-6, "{gaps:?} at {at:?}");
            let mountains = folded.iter().filter(|(_, letter)| *letter == "M").count() as i64;
            prop_assert_eq!((2 * mountains - folded.len() as i64).abs(), 2, "at {:?}", at);
            judged += 1;
        }
        prop_assert!(judged >= 2, "{judged} vertices");
    }

    /// Whatever is done to a FOLD file, it is read to one whose indices lead somewhere, or refused in a sentence.
    #[test]
    fn a_garbled_fold_file_is_refused(plan in plan(), at in 0.0_f64..1.0, cut in 0_usize..40, bit in prop::sample::select(vec!["", "9", "-", "NaN", "1e999", "[", "]", "null", "\"", "{", "99999", "\u{0}"])) {
        let Some(plan) = plan else { return Ok(()) };
        let text = serde_json::to_string(&fold_file(&plan, "Bud vase")).unwrap();
        let at = (at * text.len() as f64) as usize;
        let (Some(before), after) = (text.get(..at), text.get((at + cut).min(text.len())..).unwrap_or("")) else { return Ok(()) };
        match read_fold(&format!("{before}{bit}{after}")) {
            Ok(file) => prop_assert!(file.faces_vertices.iter().flatten().all(|vertex| *vertex < file.vertices_coords.len())),
            Err(why) => prop_assert!(why.sentence.ends_with(['.', '!']) && !why.field.is_empty(), "{why:?}"),
        }
    }

}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(6))]

    /// Every piece, cut and score has its row, read by another reader; and every sheet of the layout is in the ZIP.
    #[test]
    fn lists_and_the_bundle_are_whole(plan in plan()) {
        let Some(plan) = plan else { return Ok(()) };
        is_whole(&plan)?;
    }

    /// The same of a bag that is scored in a guide.
    #[test]
    fn lists_and_the_bundle_of_a_guide_are_whole(plan in plan()) {
        let Some(plan) = plan else { return Ok(()) };
        is_whole(&guided(&plan))?;
    }
}

fn is_whole(plan: &Plan) -> Result<(), TestCaseError> {
    let rows = |list| {
        let text = write_list(plan, list);
        let mut reader = csv::Reader::from_reader(text.as_bytes());
        reader
            .records()
            .map(|row| row.unwrap().iter().map(str::to_owned).collect())
            .collect::<Vec<Vec<String>>>()
    };
    let scores = plan.passes.iter().map(|pass| pass.lines.len() + 2 * pass.slants.len()).sum::<usize>();
    // In a guide: a row for every upright line, and one for the base line under every panel.
    let moves = plan.feeds.iter().flat_map(|feed| &feed.moves);
    let in_guide = moves.map(|made| usize::from(made.scores) + usize::from(made.base)).sum::<usize>();
    prop_assert_eq!(rows(List::Scores).len(), scores + in_guide);
    prop_assert_eq!(rows(List::Scores).iter().filter(|row| row[1] == "guide").count(), in_guide);
    prop_assert_eq!(
        rows(List::Cuts).len(),
        plan.layout.sheets.iter().map(|sheet| sheet.trims.len()).sum::<usize>()
    );
    let parts = rows(List::Parts);
    for (piece, row) in plan.pieces.iter().zip(&parts) {
        prop_assert_eq!(&row[..2], &[piece.name.clone(), piece.count.to_string()]);
        prop_assert_eq!(row[4].parse::<f64>().unwrap(), piece.width.mm());
    }
    let files = everything(plan, "Bud vase", &How::customary(plan.brief.unit)).unwrap();
    let bytes = zipped("bag", &files).unwrap();
    prop_assert_eq!(&bytes, &zipped("bag", &files).unwrap(), "the same files are the same bytes");
    let mut archive = zip::ZipArchive::new(std::io::Cursor::new(bytes)).unwrap();
    let starts = |with: &str| files.iter().filter(|(name, _)| name.starts_with(with)).count();
    // Each as a drawing and as a picture.
    prop_assert_eq!(starts("sheet-"), plan.layout.sheets.len() * 2);
    // No machine cuts a sheet that its piece reaches past.
    let scrap = usize::from(!plan.layout.from_scrap.is_empty());
    // Nor one of a bag that cannot be made, unless it is asked to.
    let fitting = plan.layout.sheets.iter().filter(|sheet| sheet.overhang.is_none()).count();
    prop_assert_eq!(starts("machine-"), if plan.is_ready() { 2 * scrap + 2 * fitting } else { 0 });
    prop_assert_eq!(archive.len(), files.len());
    let names: BTreeSet<&String> = files.iter().map(|(name, _)| name).collect();
    prop_assert_eq!(names.len(), files.len(), "two files of one name");
    for (name, text) in &files {
        let mut read = Vec::new();
        // In a folder, so that what is unpacked stays together.
        archive.by_name(&format!("bag/{name}")).unwrap().read_to_end(&mut read).unwrap();
        prop_assert_eq!(&read, text);
    }
    Ok(())
}
