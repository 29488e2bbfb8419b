//! Edges that are cut to curves, in the files: true arcs that begin, end and rise where they should.
use proptest::prelude::*;
use wide_fold_core::brief::{Build, Edge, EdgeBy, EdgeLine, FaceSide, Top};
use wide_fold_core::{Brief, Length, Plan};
use wide_fold_formats::drawn::{Leg, Path};
use wide_fold_formats::machine::{MachineSheet, Machining};
use wide_fold_formats::machine_dxf::machine_dxf;
use wide_fold_formats::machine_svg::machine_svg;

prop_compose! {
    fn brief()(
        w in 20_i64..80, h in 30_i64..80, d in 12_i64..40, deep in 6_i64..20, line in 1_usize..4, punched: bool,
        repeat in 3_i64..16, flap: bool, pair: bool, slit: bool,
    ) -> Brief {
        let n = Length::eighths;
        let mut brief = Brief::new(n(w.max(d)), n(h.max(d + 24)), n(d));
        brief.top = if flap {
            Top::Flap { on: FaceSide::Back, depth: n(d + deep), corner: n(4) }
        } else {
            Top::HemOut { depth: n(deep) }
        };
        (brief.hem_slit, brief.build) = (slit, if pair { Build::CornerPair } else { Build::Wrap });
        let by = if punched { EdgeBy::Punched } else { EdgeBy::Drawn };
        brief.edge = Edge { line: EdgeLine::ALL[line], by, repeat: Some(n(repeat)), rise: None };
        (brief.sheet.width, brief.sheet.height) = (Length::inches(60), Length::inches(50));
        brief
    }
}

/// Every curve of a blank as chord and rise in millimetres, from the core alone: less than nothing where it goes inwards.
fn curves(plan: &Plan) -> Vec<(f64, f64)> {
    let of = |index: usize| plan.pieces[index].blank.shaped.iter().flat_map(|shaped| &shaped.curves);
    let all =
        (0..plan.pieces.len()).flat_map(|index| (0..plan.pieces[index].count).flat_map(move |_| of(index)));
    all.map(|curve| (curve.x.length().mm(), curve.rise.mm())).collect()
}

/// The same curves, longest and highest first.
fn sorted(mut all: Vec<(f64, f64)>) -> Vec<(f64, f64)> {
    all.sort_by(|a, b| a.partial_cmp(b).unwrap());
    all
}

fn alike(made: Vec<(f64, f64)>, wanted: Vec<(f64, f64)>, within: f64) -> bool {
    let (made, wanted) = (sorted(made), sorted(wanted));
    made.len() == wanted.len()
        && made
            .iter()
            .zip(&wanted)
            .all(|(a, b)| (a.0 - b.0).abs() < within && (a.1.abs() - b.1.abs()).abs() < within)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(96))]

    /// The drawn edge is closed, its arcs lie on circles through both ends, and rise as far as they should; no point of it lies beyond
    /// the straight edge it was cut from.
    #[test]
    fn the_edge_is_drawn_as_it_is_cut(brief in brief()) {
        let plan = Plan::new(&brief).unwrap();
        for piece in &plan.pieces {
            let path = Path::of_edge(&piece.blank);
            prop_assert!(path.is_closed());
            let top = piece.height.mm();
            for (from, leg) in path.legs_from() {
                let Leg::Arc { to, centre, .. } = leg else { continue };
                let off = |at: wide_fold_core::plane::Point| (at.x - centre.x).mm().hypot((at.y - centre.y).mm());
                prop_assert!((off(from) - off(to)).abs() < 1e-5);
                let (low, high) = leg.extent(from);
                prop_assert!(high.y.mm() <= top + 1e-5);
                let rise = off(from) * (1.0 - (leg.sweep(from) / 2.0).cos());
                let reach = (high.y - from.y).mm().max((from.y - low.y).mm());
                prop_assert!((rise - reach).abs() < 1e-4, "{rise} {reach}");
            }
        }
    }

    /// A machine's files have every curve once, as a true arc of that chord and that rise: SVG by its radius, DXF by its bulge.
    #[test]
    fn a_machine_cuts_true_arcs(brief in brief()) {
        let plan = Plan::new(&brief).unwrap();
        let sheets: Vec<MachineSheet> =
            (0..plan.layout.sheets.len()).filter_map(|index| MachineSheet::of(&plan, index, Machining::default())).collect();
        prop_assume!(sheets.len() == plan.layout.sheets.len());
        let mut in_dxf = Vec::new();
        let mut in_svg = Vec::new();
        for sheet in &sheets {
            let text = machine_dxf(sheet);
            in_dxf.extend(bulges(&text));
            in_svg.extend(arcs(&machine_svg(sheet, "sheet")));
        }
        prop_assert!(alike(in_dxf, curves(&plan), 1e-3));
        prop_assert!(alike(in_svg, curves(&plan), 2e-3));
    }
}

/// Chord and rise of every bulge of the polylines in a DXF: the rise is the bulge times half the chord (DXF reference, group code 42).
fn bulges(text: &str) -> Vec<(f64, f64)> {
    let lines: Vec<&str> = text.lines().map(str::trim).collect();
    let pairs: Vec<(&str, &str)> =
        lines.chunks(2).filter(|pair| pair.len() == 2).map(|pair| (pair[0], pair[1])).collect();
    let mut found = Vec::new();
    let mut points: Vec<(f64, f64, f64)> = Vec::new();
    let mut closed = false;
    let mut is_line = false;
    for (code, value) in pairs.into_iter().chain([("0", "EOF")]) {
        match code {
            "0" => {
                let wrap = closed.then(|| points.first().copied()).flatten();
                let ring: Vec<_> = points.iter().copied().chain(wrap).collect();
                found.extend(ring.windows(2).filter(|pair| pair[0].2 != 0.0).map(|pair| {
                    let chord = (pair[1].0 - pair[0].0).hypot(pair[1].1 - pair[0].1);
                    (chord, pair[0].2 * chord / 2.0)
                }));
                points.clear();
                closed = false;
                is_line = value == "LWPOLYLINE";
            }
            "70" if is_line => closed = value == "1",
            "10" if is_line => points.push((value.parse().unwrap(), 0.0, 0.0)),
            "20" if is_line => points.last_mut().unwrap().1 = value.parse().unwrap(),
            "42" if is_line => points.last_mut().unwrap().2 = value.parse().unwrap(),
            _ => {}
        }
    }
    found
}

/// Chord and rise of every arc in the paths of an SVG, of less than half a circle each.
fn arcs(text: &str) -> Vec<(f64, f64)> {
    let mut found = Vec::new();
    for data in text.split(" d=\"").skip(1).map(|rest| rest.split('"').next().unwrap()) {
        let words: Vec<&str> = data.split_whitespace().collect();
        let number = |at: usize| words[at].parse::<f64>().unwrap();
        let (mut at, mut pen) = (0, (0.0, 0.0));
        while at < words.len() {
            match words[at] {
                "M" | "L" => {
                    pen = (number(at + 1), number(at + 2));
                    at += 3;
                }
                "A" => {
                    let to = (number(at + 6), number(at + 7));
                    let (radius, chord) = (number(at + 1), (to.0 - pen.0).hypot(to.1 - pen.1));
                    found.push((chord, radius - (radius * radius - chord * chord / 4.0).max(0.0).sqrt()));
                    pen = to;
                    at += 8;
                }
                _ => at += 1,
            }
        }
    }
    found
}
