//! What a cutting machine is given, read again by usvg and by the dxf crate and held against the net: every line once, in its layer.
use crate::plans::plan;
use dxf::Drawing;
use dxf::entities::EntityType;
use dxf::enums::Units;
use proptest::prelude::*;
use rstest::rstest;
use usvg::tiny_skia_path::PathSegment;
use usvg::{Group, Node, Options, Tree};
use wide_fold_core::brief::{Extra, Extras, HandleKind, Top};
use wide_fold_core::layout::Part;
use wide_fold_core::net::{CutRole, Fold, PaperFace};
use wide_fold_core::{Brief, Length, Plan};
use wide_fold_formats::machine::{Dashes, Layer, MachineSheet, Machining, Scoring};
use wide_fold_formats::machine_dxf::machine_dxf;
use wide_fold_formats::machine_svg::machine_svg;

/// CSS: 96 px to the inch; usvg gives sizes in px, as 32-bit floats.
const PX_A_MM: f64 = 96.0 / 25.4;
const NEAR: f64 = 2e-3;

type At = [f64; 2];
/// Short straight stretches in millimetres, y up.
type Lines = Vec<[At; 2]>;

fn find<'a>(group: &'a Group, id: &str) -> Option<&'a Group> {
    group.children().iter().find_map(|node| match node {
        Node::Group(child) if child.id() == id => Some(child.as_ref()),
        Node::Group(child) => find(child, id),
        _ => None,
    })
}

fn read_svg(text: &str, layer: Layer, height: f64) -> Lines {
    let tree = Tree::from_str(text, &Options::default()).unwrap();
    let mut lines = Vec::new();
    if let Some(group) = find(tree.root(), layer.name()) {
        for node in group.children() {
            let Node::Path(path) = node else { panic!("only paths are written") };
            let spot = |p: usvg::tiny_skia_path::Point| {
                [f64::from(p.x) / PX_A_MM, height - f64::from(p.y) / PX_A_MM]
            };
            let transform = path.abs_transform();
            let data = path.data().clone().transform(transform).unwrap();
            let (mut at, mut start) = ([0.0; 2], [0.0; 2]);
            for segment in data.segments() {
                match segment {
                    PathSegment::MoveTo(p) => (at, start) = (spot(p), spot(p)),
                    PathSegment::LineTo(p) => {
                        lines.push([at, spot(p)]);
                        at = spot(p);
                    }
                    PathSegment::QuadTo(_, p) => at = spot(p),
                    PathSegment::CubicTo(a, b, p) => {
                        let (from, a, b, to) = (at, spot(a), spot(b), spot(p));
                        for n in 1..=64 {
                            let t = f64::from(n) / 64.0;
                            let s = 1.0 - t;
                            let next = [0, 1].map(|i| {
                                s * s * s * from[i]
                                    + 3.0 * s * s * t * a[i]
                                    + 3.0 * s * t * t * b[i]
                                    + t * t * t * to[i]
                            });
                            lines.push([at, next]);
                            at = next;
                        }
                    }
                    PathSegment::Close => {
                        lines.push([at, start]);
                        at = start;
                    }
                }
            }
        }
    }
    lines.retain(|[a, b]| far(*a, *b) > 0.0);
    lines
}

fn far(a: At, b: At) -> f64 {
    (a[0] - b[0]).hypot(a[1] - b[1])
}

fn read_dxf(text: &str, layer: Layer) -> Lines {
    let drawing = Drawing::load(&mut text.as_bytes()).unwrap();
    assert_eq!(drawing.header.default_drawing_units, Units::Millimeters);
    let mut lines = Vec::new();
    for entity in drawing.entities().filter(|entity| entity.common.layer == layer.name()) {
        let EntityType::LwPolyline(line) = &entity.specific else { panic!("only polylines are written") };
        let count = if line.is_closed() { line.vertices.len() } else { line.vertices.len() - 1 };
        for n in 0..count {
            let (a, b) = (&line.vertices[n], &line.vertices[(n + 1) % line.vertices.len()]);
            let (from, to) = ([a.x, a.y], [b.x, b.y]);
            if a.bulge == 0.0 {
                lines.push([from, to]);
                continue;
            }
            // The arc from its bulge: a quarter of its angle has that tangent.
            let angle = 4.0 * a.bulge.atan();
            let (chord, lift) = (far(from, to), 1.0 / (angle / 2.0).tan());
            let middle = [0, 1].map(|i| (from[i] + to[i]) / 2.0);
            let centre =
                [middle[0] - (to[1] - from[1]) / 2.0 * lift, middle[1] + (to[0] - from[0]) / 2.0 * lift];
            let radius = far(centre, from);
            assert!(radius >= chord / 2.0 - 1e-9);
            let begin = (from[1] - centre[1]).atan2(from[0] - centre[0]);
            let mut at = from;
            for n in 1..=64 {
                let turned = begin + angle * f64::from(n) / 64.0;
                let next = [centre[0] + radius * turned.cos(), centre[1] + radius * turned.sin()];
                lines.push([at, next]);
                at = next;
            }
            assert!(far(at, to) < 1e-6, "the arc ends elsewhere");
        }
    }
    lines.retain(|[a, b]| far(*a, *b) > 0.0);
    lines
}

fn length(lines: &[[At; 2]]) -> f64 {
    lines.iter().map(|[a, b]| far(*a, *b)).sum()
}

/// Distance of a place from the nearest line.
fn off(lines: &[[At; 2]], [x, y]: At) -> f64 {
    let from_one = |[[ax, ay], [bx, by]]: &[At; 2]| {
        let (dx, dy) = (bx - ax, by - ay);
        let t = (((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)).clamp(0.0, 1.0);
        (ax + t * dx - x).hypot(ay + t * dy - y)
    };
    lines.iter().map(from_one).fold(f64::MAX, f64::min)
}

fn points([a, b]: &[At; 2]) -> impl Iterator<Item = At> {
    let (a, b) = (*a, *b);
    [0.01, 0.31, 0.5, 0.77, 0.99].into_iter().map(move |t| [0, 1].map(|i| a[i] + t * (b[i] - a[i])))
}

/// What a sheet's pieces ask for, straight from the net: edges of the paper and slits, folds, guides. Rounded corners and holes are
/// left out here.
fn asked(plan: &Plan, sheet: usize) -> [Lines; 3] {
    let (mut cuts, mut folds, mut guides) = (Vec::new(), Vec::new(), Vec::new());
    for placed in &plan.layout.sheets[sheet].placed {
        let at = |x: Length, y: Length| [(placed.space.x + x).mm(), (placed.space.y + y).mm()];
        match placed.part {
            Part::Small(_) => {
                let corners = [(0, 0), (1, 0), (1, 1), (0, 1)]
                    .map(|(x, y)| at(placed.space.width * x, placed.space.height * y));
                cuts.extend((0..4).map(|n| [corners[n], corners[(n + 1) % 4]]));
            }
            Part::Piece(index) => {
                let blank = &plan.pieces[index].blank;
                let round = |point| blank.round_corners.iter().any(|round| round.at == point);
                for (a, b) in blank.outline.iter().zip(blank.outline.iter().cycle().skip(1)) {
                    if !round(*a) && !round(*b) {
                        cuts.push([at(a.x, a.y), at(b.x, b.y)]);
                    }
                }
                let slits =
                    blank.cuts.iter().filter(|cut| matches!(cut.role, CutRole::Slit | CutRole::BaseSlit));
                cuts.extend(slits.map(|cut| [at(cut.from.x, cut.from.y), at(cut.to.x, cut.to.y)]));
                for crease in blank.creases.iter().filter(|crease| !crease.role.is_made_by_hand()) {
                    let line = [at(crease.from.x, crease.from.y), at(crease.to.x, crease.to.y)];
                    if crease.fold == Fold::Flat { guides.push(line) } else { folds.push(line) }
                }
            }
        }
    }
    [cuts, folds, guides]
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(150))]

    /// Every cut, fold and guide of the net is in the file, in its layer; nothing else is; and no stretch of a line is there twice.
    #[test]
    fn a_machine_is_given_every_line_once(plan in plan(), inside: bool) {
        let Some(plan) = plan else { return Ok(()) };
        let up = if inside { PaperFace::Inside } else { PaperFace::Outside };
        for (index, cut) in plan.layout.sheets.iter().enumerate() {
            let how = Machining { up, ..Machining::default() };
            let Some(sheet) = MachineSheet::of(&plan, index, how) else {
                prop_assert!(!cut.overhang.is_none(), "a sheet that fits is not written");
                continue;
            };
            let (wide, tall) = (sheet.size.width.mm(), sheet.size.height.mm());
            let svg = machine_svg(&sheet, "Bud vase");
            let dxf = machine_dxf(&sheet);
            let over = |[x, y]: At| if inside { [wide - x, y] } else { [x, y] };
            let asked = asked(&plan, index).map(|lines| lines.into_iter().map(|line| line.map(over)).collect::<Lines>());
            let edges: Lines = vec![[[0.0, 0.0], [wide, 0.0]], [[wide, 0.0], [wide, tall]], [[wide, tall], [0.0, tall]], [[0.0, tall], [0.0, 0.0]]];
            let cuts = read_dxf(&dxf, Layer::Cut);
            // No score runs along a cut.
            for line in read_dxf(&dxf, Layer::Score) {
                prop_assert!(points(&line).filter(|spot| off(&cuts, *spot) < 1e-6).count() <= 2, "a score runs along a cut, {line:?}");
            }
            for (layer, asked) in [Layer::Cut, Layer::Score, Layer::Pen].into_iter().zip(&asked) {
                let from_svg = read_svg(&svg, layer, tall);
                let from_dxf = read_dxf(&dxf, layer);
                prop_assert!((length(&from_svg) - length(&from_dxf)).abs() < 0.02 + length(&from_dxf) * 1e-4, "{layer:?} {} {}", length(&from_svg), length(&from_dxf));
                let mut there = from_dxf.clone();
                if layer == Layer::Cut && !cut.scrap {
                    there.extend(&edges);
                }
                for spot in asked.iter().flat_map(points) {
                    // Where the paper is cut through, as at a strap's slot, nothing is scored.
                    if layer != Layer::Cut && off(&cuts, spot) < 1e-6 && off(&there, spot) > 1e-6 {
                        continue;
                    }
                    prop_assert!(off(&there, spot) < 1e-6, "{layer:?} is missing at {spot:?}");
                    if layer != Layer::Cut { prop_assert!(off(&from_svg, spot) < NEAR); }
                }
                let blanks = cut.placed.iter().filter_map(|placed| match placed.part { Part::Piece(piece) => Some(&plan.pieces[piece].blank), Part::Small(_) => None });
                let round = blanks.into_iter().any(|blank| !blank.round_corners.is_empty() || !blank.holes.is_empty());
                for (n, line) in from_dxf.iter().enumerate() {
                    for spot in points(line) {
                        prop_assert!(off(asked, spot) < 1e-6 || (round && layer == Layer::Cut), "{layer:?} has a line of its own at {spot:?}");
                        let others: Lines = from_dxf.iter().enumerate().filter(|(other, _)| *other != n).map(|(_, line)| *line).collect();
                        let twice = off(&others, spot) < 1e-9 && points(line).filter(|spot| off(&others, *spot) < 1e-9).count() == 5;
                        prop_assert!(!twice, "{layer:?} stands twice at {spot:?}");
                    }
                }
            }
        }
    }

    /// Dashes are as long as asked for, stay within the line they stand for, and leave its ends whole.
    #[test]
    fn perforations_lie_on_the_scores(plan in plan(), dash in 1_i64..8, gap in 1_i64..8) {
        let Some(plan) = plan else { return Ok(()) };
        let dashes = Dashes::new(Length::millimetres(dash), Length::millimetres(gap)).unwrap();
        let pressed = MachineSheet::of(&plan, 0, Machining::default());
        let how = Machining { scoring: Scoring::Perforated(dashes), ..Machining::default() };
        let (Some(pressed), Some(dashed)) = (pressed, MachineSheet::of(&plan, 0, how)) else { return Ok(()) };
        prop_assert_eq!(dashed.of_layer(Layer::Score).count(), 0);
        let scores = read_dxf(&machine_dxf(&pressed), Layer::Score);
        let cut = read_dxf(&machine_dxf(&dashed), Layer::Perforate);
        prop_assert!(length(&cut) < length(&scores));
        for line in &cut {
            prop_assert!(far(line[0], line[1]) < dash as f64 + 1e-3);
            for spot in points(line) { prop_assert!(off(&scores, spot) < 1e-3); }
        }
        for score in &scores {
            let own: Lines = cut.iter().filter(|line| points(line).all(|spot| off(&[*score], spot) < 1e-3)).copied().collect();
            for end in score { prop_assert!(off(&own, *end) > 0.05, "a dash runs into the end of its line, {end:?}"); }
            // A line of any length has one at least; parted at many places it has fewer than it would have whole.
            prop_assert!(!own.is_empty(), "no dash on {score:?}");
        }
        // None runs through the tip of a slit, or through a corner: wherever any line of the net ends.
        let asked = asked(&plan, 0);
        let ends: Vec<At> = asked.iter().flatten().flatten().copied().collect();
        for end in ends {
            prop_assert!(off(&cut, end) > 0.02, "a dash runs through {end:?}");
        }
    }
}

#[rstest]
#[case(0, 2)]
#[case(2, 0)]
#[case(21, 2)]
#[case(2, 21)]
fn dashes_no_machine_cuts_are_refused(#[case] dash: i64, #[case] gap: i64) {
    assert_eq!(Dashes::new(Length::millimetres(dash), Length::millimetres(gap)), None);
}

/// Small parts that no sheet has room for are cut from a scrap, each in its size, none over another.
#[test]
fn small_parts_from_a_scrap_are_cut_whole() {
    let mut brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    brief.extras = Extras::of([Extra::Insert, Extra::Tag, Extra::Mat, Extra::HandleStrip]);
    let plan = Plan::new(&brief).unwrap();
    let parts = &plan.layout.from_scrap;
    assert!(parts.len() > 1, "the sheet has room for all");
    let sheet = MachineSheet::of_scrap(&plan).unwrap();
    let lines = read_dxf(&machine_dxf(&sheet), Layer::Cut);
    assert_eq!(lines.len(), parts.len() * 4);
    let mut right = 0.0;
    for (part, own) in parts.iter().zip(lines.chunks(4)) {
        let of = |side: usize| own.iter().flatten().map(move |spot| spot[side]);
        let (low, high) = (of(0).fold(f64::MAX, f64::min), of(0).fold(f64::MIN, f64::max));
        let tall = of(1).fold(f64::MIN, f64::max) - of(1).fold(f64::MAX, f64::min);
        assert!(
            low > right
                && (high - low - part.size.width.mm()).abs() < 1e-9
                && (tall - part.size.height.mm()).abs() < 1e-9
        );
        right = high;
    }
    assert!(right < sheet.size.width.mm());
    assert!(
        MachineSheet::of_scrap(&Plan::new(&Brief { extras: Extras::default(), ..brief }).unwrap()).is_none()
    );
}

/// Round holes are arcs in both formats, and of the punch's width.
#[test]
fn holes_are_true_arcs_and_the_same_bytes_each_time() {
    let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(20));
    brief.fittings.handle.kind = HandleKind::HoledRibbon;
    brief.top = Top::Raw;
    let plan = Plan::new(&brief).unwrap();
    let sheet = MachineSheet::of(&plan, 0, Machining::default()).unwrap();
    let svg = machine_svg(&sheet, "Tea bowl");
    let radius = brief.fittings.punch.hole.half().mm();
    assert_eq!(
        svg.matches(&format!(" A {radius} {radius} 0 0 0 ")).count(),
        8,
        "two half circles a hole: {svg}"
    );
    let dxf = machine_dxf(&sheet);
    assert_eq!(dxf, machine_dxf(&sheet));
    let drawing = Drawing::load(&mut dxf.as_bytes()).unwrap();
    let bulges = drawing.entities().filter_map(|entity| match &entity.specific {
        EntityType::LwPolyline(line) => {
            Some(line.vertices.iter().filter(|vertex| vertex.bulge == 1.0).count())
        }
        _ => None,
    });
    assert_eq!(bulges.sum::<usize>(), 8);
}

/// Every entry of the file has a handle of its own and an owner that is there (DXF reference, AC1015), and one unit is said: millimetres.
#[test]
fn a_strict_reader_finds_nothing_missing() {
    let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    let sheet = MachineSheet::of(&Plan::new(&brief).unwrap(), 0, Machining::default()).unwrap();
    let dxf = machine_dxf(&sheet);
    let lines: Vec<&str> = dxf.lines().map(str::trim).collect();
    let pairs: Vec<(&str, &str)> = lines.chunks(2).map(|pair| (pair[0], pair[1])).collect();
    let sections: Vec<&str> =
        pairs.windows(2).filter(|pair| pair[0] == ("0", "SECTION")).map(|pair| pair[1].1).collect();
    assert_eq!(sections, ["HEADER", "CLASSES", "TABLES", "BLOCKS", "ENTITIES", "OBJECTS"]);
    let from = pairs.iter().position(|pair| *pair == ("2", "TABLES")).unwrap();
    let of = |code: &str| {
        pairs[from..].iter().filter(|(own, _)| *own == code).map(|(_, value)| *value).collect::<Vec<_>>()
    };
    let mut handles = [of("5"), of("105")].concat();
    let count = handles.len();
    handles.sort_unstable();
    handles.dedup();
    assert_eq!(handles.len(), count, "two things of one handle");
    for owner in of("330").into_iter().chain(of("350")).filter(|owner| *owner != "0") {
        assert!(handles.contains(&owner), "{owner} is nowhere");
    }
    assert!(pairs.windows(2).any(|pair| pair == [("9", "$INSUNITS"), ("70", "4")]));
    assert_eq!(
        dxf::Drawing::load(&mut dxf.as_bytes()).unwrap().header.default_drawing_units,
        dxf::enums::Units::Millimeters
    );
}
