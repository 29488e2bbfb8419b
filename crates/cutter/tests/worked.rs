//! What the machine makes of files: the bag itself from those the program wrote, and a sentence of those nobody can work.
#![allow(clippy::unwrap_used)] // In a test, a panic is the failure.

use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::brief::{Build, GussetCrease, HandleKind, Squares, Top};
use wide_fold_core::folded::Folded;
use wide_fold_core::layout::Part;
use wide_fold_core::net::{Blank, CutRole};
use wide_fold_core::plane::Point;
use wide_fold_core::proof::Proof;
use wide_fold_core::{Brief, Length, Plan};
use wide_fold_cutter::{At, CutOut, FaultKind, Job, Kind, Mat, Told, Tool, cut_out, read};
use wide_fold_formats::machine::{MachineSheet, Machining};
use wide_fold_formats::machine_dxf::machine_dxf;
use wide_fold_formats::machine_svg::machine_svg;

const MAT: Mat = Mat { size: [762.0, 1016.0], margin: 0.0, smallest: 1.0 };

fn far(a: At, b: At) -> f64 {
    (a[0] - b[0]).hypot(a[1] - b[1])
}

/// Distance of a place from the nearest of some stretches.
fn off(lines: &[[At; 2]], [x, y]: At) -> f64 {
    let one = |[[ax, ay], [bx, by]]: &[At; 2]| {
        let (dx, dy) = (bx - ax, by - ay);
        let t = (((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy).max(1e-18)).clamp(0.0, 1.0);
        far([ax + t * dx, ay + t * dy], [x, y])
    };
    lines.iter().map(one).fold(f64::MAX, f64::min)
}

fn sides(ring: &[At]) -> Vec<[At; 2]> {
    (0..ring.len()).map(|n| [ring[n], ring[(n + 1) % ring.len()]]).collect()
}

/// Where a blank's lines really are on a piece of paper: every corner of its edge, and both ends of every cut and crease, moved to the
/// nearest place that was worked there; nothing if one of them was not worked within a twentieth of a millimetre.
fn as_cut(blank: &Blank, piece: &CutOut, [left, bottom]: At) -> Option<Blank> {
    let moved = |[x, y]: At| [x - left, y - bottom];
    let edge: Vec<[At; 2]> = sides(&piece.edge).into_iter().map(|line| line.map(moved)).collect();
    let mut worked = edge.clone();
    worked.extend(piece.holes.iter().flat_map(|hole| sides(hole)).map(|line| line.map(moved)));
    worked.extend(piece.slits.iter().chain(&piece.folds).map(|line| line.map(moved)));
    let place = |lines: &[[At; 2]], point: Point| -> Option<Point> {
        let wanted = [point.x.mm(), point.y.mm()];
        // A corner lies on an end of a worked stretch, or on one that runs through it.
        let end = lines.iter().flatten().min_by(|a, b| far(**a, wanted).total_cmp(&far(**b, wanted)))?;
        let found = if far(*end, wanted) < 0.05 {
            *end
        } else if off(lines, wanted) < 0.05 {
            wanted
        } else {
            return None;
        };
        let length = |mm: f64| Length::from_nm((mm * 1e6).round() as i64);
        // Cut to a hundredth: what the file rounds is set back to the figure it stands for.
        let near = |found: f64, asked: Length| {
            if (length(found) - asked).abs() < Length::from_nm(10_000) { asked } else { length(found) }
        };
        Some(Point::new(near(found[0], point.x), near(found[1], point.y)))
    };
    let mut cut = blank.clone();
    for corner in &mut cut.outline {
        *corner = place(&edge, *corner)?;
    }
    // The others are part of the edge.
    for line in cut.cuts.iter_mut().filter(|cut| matches!(cut.role, CutRole::Slit | CutRole::BaseSlit)) {
        (line.from, line.to) = (place(&worked, line.from)?, place(&worked, line.to)?);
    }
    for crease in cut.creases.iter_mut().filter(|crease| !crease.role.is_made_by_hand()) {
        (crease.from, crease.to) = (place(&worked, crease.from)?, place(&worked, crease.to)?);
    }
    // The edge of the paper is no longer than it should be: nothing but the blank was freed.
    let long = |lines: &[[At; 2]]| lines.iter().map(|[a, b]| far(*a, *b)).sum::<f64>();
    let outline: Vec<At> = blank.outline.iter().map(|corner| [corner.x.mm(), corner.y.mm()]).collect();
    (blank.round_corners.is_empty() && (long(&edge) - long(&sides(&outline))).abs() > 0.1)
        .then_some(())
        .map_or(Some(cut), |()| None)
}

prop_compose! {
    fn ready()(w in 16_i64..50, h in 24_i64..60, d in 8_i64..24, build in 0_usize..4, hem: bool, crease: bool, holes: bool) -> Option<Plan> {
        let mut brief = Brief::new(Length::eighths(w), Length::eighths(h), Length::eighths(d));
        brief.build = [Build::Wrap, Build::CornerPair, Build::CradlePair { squares: Squares::SlitUp }, Build::Wrap][build];
        (brief.sheet.width, brief.sheet.height) = (Length::inches(24), Length::inches(24));
        if hem { brief.top = Top::HemIn { depth: Length::INCH }; }
        if crease { brief.gusset_crease = GussetCrease::Centre; }
        if holes { brief.fittings.handle.kind = HandleKind::HoledRibbon; }
        Plan::new(&brief).ok().filter(Plan::is_ready)
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    /// The loop is closed: the program writes a sheet, the machine reads and cuts it, and what comes loose, folded by the core, is
    /// the bag, proved by measuring it.
    #[test]
    fn what_is_cut_out_folds_into_the_bag(plan in ready(), dxf: bool) {
        let Some(plan) = plan else { return Ok(()) };
        let mut net = plan.net.clone();
        let mut found = vec![false; net.blanks.len()];
        for (index, sheet) in plan.layout.sheets.iter().enumerate() {
            let own = MachineSheet::of(&plan, index, Machining::default()).unwrap();
            let (kind, text) = if dxf { (Kind::Dxf, machine_dxf(&own)) } else { (Kind::Svg, machine_svg(&own, "Bud vase")) };
            let drawing = read(kind, &text, &Told::default()).unwrap();
            prop_assert!(drawing.left_out.is_empty());
            // On a mat that is large enough nothing is wrong with it.
            let wide = Mat { size: [900.0, 900.0], margin: 0.0, smallest: 0.5 };
            prop_assert_eq!(Job::new(&drawing, wide).faults, []);
            let pieces = cut_out(&drawing).unwrap();
            for placed in &sheet.placed {
                let Part::Piece(piece) = placed.part else { continue };
                let blank = &plan.pieces[piece].blank;
                let corner = [placed.space.x.mm(), placed.space.y.mm()];
                let made = pieces.iter().find_map(|piece| as_cut(blank, piece, corner));
                prop_assert!(made.is_some(), "piece {piece} is not among the {} that were cut out", pieces.len());
                for place in &plan.pieces[piece].blanks {
                    // Folded from the lines that were worked, the panels being what they are.
                    let made = made.clone().unwrap();
                    let own = &mut net.blanks[*place];
                    (own.outline, own.cuts) = (made.outline, made.cuts);
                    for (crease, worked) in own.creases.iter_mut().zip(made.creases) {
                        (crease.from, crease.to) = (worked.from, worked.to);
                    }
                    found[*place] = true;
                }
            }
        }
        prop_assert!(found.iter().all(|found| *found), "a piece of the bag was not cut");
        let proof = Proof::new(&plan.brief, &net, &Folded::new(&net));
        prop_assert!(proof.passed(), "{:?}", proof.items);
    }

    /// Pen, score, perforation, cut; and nothing is cut out of paper that has come loose already.
    #[test]
    fn what_lies_inside_is_cut_before_what_lies_round_it(boxes in prop::collection::vec((0_u32..200, 0_u32..200, 2_u32..90, 2_u32..90, 0_usize..4), 1..40)) {
        let mut groups = String::new();
        for (x, y, w, h, tool) in &boxes {
            groups += &format!("<g id=\"{}\"><path stroke=\"#000\" d=\"M {x} {y} h {w} v {h} h -{w} Z\"/></g>", Tool::ALL[*tool].layer());
        }
        let svg = format!("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"300mm\" height=\"300mm\" viewBox=\"0 0 300 300\">{groups}</svg>");
        let job = Job::new(&read(Kind::Svg, &svg, &Told::default()).unwrap(), MAT);
        prop_assert_eq!(job.strokes.len(), boxes.len());
        prop_assert!(job.strokes.is_sorted_by_key(|stroke| stroke.tool));
        prop_assert!(job.strokes.windows(2).all(|pair| pair[0].from < pair[0].to && pair[0].to < pair[1].from));
        prop_assert!(job.strokes.last().unwrap().to < job.seconds);
        let bounds = |points: &[At]| {
            let of = |side: usize| points.iter().map(move |spot| spot[side]);
            [of(0).fold(f64::MAX, f64::min), of(1).fold(f64::MAX, f64::min), of(0).fold(f64::MIN, f64::max), of(1).fold(f64::MIN, f64::max)]
        };
        let cuts: Vec<[f64; 4]> = job.strokes.iter().filter(|stroke| stroke.tool == Tool::Cut).map(|stroke| bounds(&stroke.points)).collect();
        for (n, first) in cuts.iter().enumerate() {
            for later in &cuts[n + 1..] {
                let within = later[0] > first[0] && later[1] > first[1] && later[2] < first[2] && later[3] < first[3];
                prop_assert!(!within, "{later:?} lies in {first:?} and is cut after it");
            }
        }
    }
}

/// How many garbled files are read: a few each time, many when readers are fuzzed (`cargo xtask fuzz`).
fn cases() -> u32 {
    if std::env::var_os("FUZZ_SECONDS").is_some() { 20_000 } else { 64 }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(cases()))]

    /// Whatever the bytes, it is read or refused in a sentence; never a panic that gets out.
    #[test]
    fn garbled_files_are_refused_in_a_sentence(plan in ready(), dxf: bool, at in 0.0_f64..1.0, bit in prop::sample::select(vec!["", "NaN", "<", "&", "-1e999", "\u{0}", "Z M", "0\n", "9999999999", "</g>", "\"", "AC1009", "LWPOLYLINE", "é"]), cut in 0_usize..400) {
        let Some(plan) = plan else { return Ok(()) };
        let own = MachineSheet::of(&plan, 0, Machining::default()).unwrap();
        let (kind, text) = if dxf { (Kind::Dxf, machine_dxf(&own)) } else { (Kind::Svg, machine_svg(&own, "Bud vase")) };
        let letters: Vec<char> = text.chars().collect();
        let at = (at * letters.len() as f64) as usize;
        let garbled: String = letters[..at].iter().collect::<String>() + bit + &letters[(at + cut).min(letters.len())..].iter().collect::<String>();
        match read(kind, &garbled, &Told::default()) {
            Ok(drawing) => {
                let job = Job::new(&drawing, MAT);
                prop_assert!(job.seconds.is_finite() && !drawing.layers.is_empty());
                let _pieces = cut_out(&drawing);
            }
            Err(why) => prop_assert!(why.to_string().ends_with('.') && why.to_string().len() < 300, "{why}"),
        }
    }
}

fn svg(head: &str, inside: &str) -> String {
    format!(
        "{head}<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100mm\" height=\"100mm\" viewBox=\"0 0 100 100\">{inside}</svg>"
    )
}

/// Quotes in remarks, and many attributes in many tags, are nothing to stop at.
#[rstest]
fn a_remark_is_no_tag() {
    let lines = "<path data-name='a' d=\"M 1 1 H 9\" stroke=\"#000\"/>".repeat(300);
    let text = svg(
        "<!-- it's = \" -->",
        &format!("<g id=\"cut\"><!-- don't --><style><![CDATA[a {{ b: '=' }}]]></style>{lines}</g>"),
    );
    assert_eq!(read(Kind::Svg, &text, &Told::default()).unwrap().lines.len(), 300);
}

#[rstest]
#[case(Kind::Svg, String::new(), "empty")]
#[case(Kind::Svg, "hello".into(), "no SVG")]
#[case(Kind::Svg, "<html/>".into(), "outermost")]
#[case(
    Kind::Svg,
    svg("<!DOCTYPE lolz [<!ENTITY a \"ha\"><!ENTITY b \"&a;&a;&a;\">]>", "<g id=\"cut\"/>"),
    "entities"
)]
#[case(Kind::Svg, "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"100\" height=\"100\"/>".into(), "in mm, cm or in")]
#[case(Kind::Svg, svg("", "<g id=\"cut\"><path d=\"M 1 NaN H 9\"/></g>"), "a number that is none")]
#[case(Kind::Svg, svg("", "<defs><g id=\"a\"/></defs><use href=\"#a\"/>"), "no line in it")]
#[case(Kind::Svg, svg("", "<g id=\"cut\"><image href=\"file:///etc/passwd\"/></g>"), "Trace it first")]
#[case(Kind::Svg, svg("", "<g id=\"cut\"><text>Bud vase</text></g>"), "words are no lines")]
#[case(Kind::Svg, svg("", "<clipPath id=\"a\"/>"), "a clip or a mask")]
#[case(
    Kind::Svg,
    svg("", "<g style=\"display: none\"><path d=\"M 1 1 H 9\" stroke=\"#000\"/></g>"),
    "switched off"
)]
#[case(Kind::Svg, svg("", "<g id=\"cut\"/>"), "no line in it")]
#[case(Kind::Svg, svg("", &format!("<g id=\"cut\">{}</g>", "<path d=\"M 1 1 H 9\"/>".repeat(20_001))), "more than 20000 lines")]
#[case(Kind::Svg, svg("", &"<g>".repeat(100_000)), "no SVG that can be read")]
#[case(Kind::Svg, svg("", &format!("<g id=\"cut\"><path stroke=\"#000\" d=\"M 1 1{}\"/></g>", " c 9 9 -9 9 0 0".repeat(100_000))), "more than 400000 points")]
#[case(Kind::Svg, svg("", &format!("<g id=\"cut\"><path {}/></g>", (0..300_000).map(|n| format!("a{n}=\"\" ")).collect::<String>())), "so many attributes")]
#[case(Kind::Svg, " ".repeat(4 * 1024 * 1024 + 1), "larger than 4 MiB")]
#[case(Kind::Dxf, "hello".into(), "no DXF")]
#[case(Kind::Dxf, "  0\nSECTION\n  2\nENTITIES\n  0\nLINE\n  8\ncut\n 10\n0\n 20\n0\n 11\n9\n 21\n9\n  0\nENDSEC\n  0\nEOF\n".into(), "millimetres, centimetres or inches")]
#[case(Kind::Dxf, "  0\nSECTION\n  2\nHEADER\n  9\n$ACADVER\n".into(), "DXF")]
fn what_cannot_be_worked_is_said(#[case] kind: Kind, #[case] text: String, #[case] says: &str) {
    let why = read(kind, &text, &Told::default()).unwrap_err().to_string();
    assert!(why.contains(says) && why.ends_with('.'), "{why}");
}

/// Common practice: a mat's rollers hold it at its edges; a hole smaller than the blade can turn in tears; a line cut twice frays.
#[rstest]
#[case("<path stroke=\"#000\" d=\"M 10 10 H 95\"/>", FaultKind::OffMat, 5.0)]
#[case("<path stroke=\"#000\" d=\"M 3 10 H 80\"/>", FaultKind::UnderMargin, 2.0)]
#[case("<path stroke=\"#000\" d=\"M 20 20 h 1.5 v 1.5 h -1.5 Z\"/>", FaultKind::TooSmall, 1.5)]
#[case(
    "<path stroke=\"#000\" d=\"M 20 20 H 60\"/><path stroke=\"#000\" d=\"M 50 20 H 80\"/>",
    FaultKind::Twice,
    10.0
)]
#[case(
    "<path stroke=\"#000\" d=\"M 20 30 L 60 70\"/><path stroke=\"#000\" d=\"M 60 70 L 20 30\"/>",
    FaultKind::Twice,
    56.57
)]
fn what_will_go_wrong_is_reported(#[case] lines: &str, #[case] kind: FaultKind, #[case] by: f64) {
    let drawing = read(Kind::Svg, &svg("", &format!("<g id=\"cut\">{lines}</g>")), &Told::default()).unwrap();
    let mat = Mat { size: [90.0, 100.0], margin: 5.0, smallest: 2.0 };
    let faults = Job::new(&drawing, mat).faults;
    assert_eq!(faults.iter().map(|fault| fault.kind).collect::<Vec<_>>(), [kind], "{faults:?}");
    assert!((faults[0].by - by).abs() < 0.05, "{faults:?}");
}

/// A sheet of 12 × 12 with a bag that is 12 wide: what is its own edge is not cut, so nothing is reported on a mat with a margin but
/// scores and cuts that really run into it.
#[test]
fn the_edge_of_the_sheet_is_not_cut() {
    let plan = Plan::new(&Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2))).unwrap();
    let sheet = MachineSheet::of(&plan, 0, Machining::default()).unwrap();
    let drawing = read(Kind::Svg, &machine_svg(&sheet, "Bud vase"), &Told::default()).unwrap();
    let cuts = drawing.lines.iter().filter(|line| line.tool == Tool::Cut);
    let along_edge = |pair: &[At]| (0..2).any(|side| pair.iter().all(|spot| spot[side].abs() < 1e-3));
    assert!(cuts.flat_map(|line| line.points.windows(2)).all(|pair| !along_edge(pair)));
    // The piece and the strip that is left: the handles of the worked bag (common practice).
    let pieces = cut_out(&drawing).unwrap();
    let tall = |piece: &CutOut| {
        piece.edge.iter().map(|spot| spot[1]).fold(f64::MIN, f64::max)
            - piece.edge.iter().map(|spot| spot[1]).fold(f64::MAX, f64::min)
    };
    assert!(pieces.iter().any(|piece| (tall(piece) - 8.5 * 25.4).abs() < 0.01 && !piece.folds.is_empty()));
    assert!(pieces.iter().any(|piece| tall(piece) > 3.5 * 25.4 - 0.01 && piece.folds.is_empty()));
}

/// Lines that cross more often than can be worked out are drawn, and what comes loose is not told; a long slit is one slit.
#[test]
fn a_hostile_file_costs_little() {
    let grid: String = (0..1500)
        .map(|n| format!("<path stroke=\"#000\" d=\"M 0 {0} H 90 M {0} 0 V 90\"/>", f64::from(n) * 0.05))
        .collect();
    let drawing = read(Kind::Svg, &svg("", &format!("<g id=\"cut\">{grid}</g>")), &Told::default()).unwrap();
    assert_eq!(cut_out(&drawing), None);
    let chain: String =
        (0..3000).map(|n| format!(" L {} {}", 10.0 + f64::from(n) * 0.02, 50.0 + f64::from(n % 2))).collect();
    let drawing = read(
        Kind::Svg,
        &svg("", &format!("<g id=\"cut\"><path fill=\"none\" stroke=\"#000\" d=\"M 9 50{chain}\"/></g>")),
        &Told::default(),
    )
    .unwrap();
    let pieces = cut_out(&drawing).unwrap();
    assert_eq!((pieces.len(), pieces[0].slits.len()), (1, 3000));
}
