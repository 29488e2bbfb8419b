//! The drawn sheet measured by an independent SVG reader (usvg) against the net it was drawn from.
use rstest::rstest;
use usvg::{Group, Node, Options, Tree};
use wide_fold_core::brief::{Build, Extra, Extras, GussetCrease, HandleKind, RoundStart, Top};
use wide_fold_core::layout::Part;
use wide_fold_core::net::{Blank, Fold};
use wide_fold_core::{Brief, Length, Plan};
use wide_fold_formats::sheet_svg;

/// CSS: 96 px to the inch; usvg gives sizes in px.
const PX_A_MM: f64 = 96.0 / 25.4;
/// usvg keeps coordinates as 32-bit floats.
const NEAR: f64 = 1e-3;

fn drawn(brief: &Brief) -> (Plan, Tree) {
    let plan = Plan::new(brief).unwrap();
    let svg = sheet_svg(&plan, "Bud vase", 0).unwrap();
    (plan, Tree::from_str(&svg, &Options::default()).unwrap())
}

fn find<'a>(group: &'a Group, id: &str) -> Option<&'a Group> {
    group.children().iter().find_map(|node| match node {
        Node::Group(child) if child.id() == id => Some(child.as_ref()),
        Node::Group(child) => find(child, id),
        _ => None,
    })
}

/// Bounding boxes of a group's paths in millimetres: left, top, right, bottom.
fn boxes(tree: &Tree, id: &str) -> Vec<[f64; 4]> {
    let Some(group) = find(tree.root(), id) else { return Vec::new() };
    let paths = group.children().iter().filter_map(|node| match node {
        Node::Path(path) => Some(path.abs_bounding_box()),
        _ => None,
    });
    paths.map(|b| [b.left(), b.top(), b.right(), b.bottom()].map(|px| f64::from(px) / PX_A_MM)).collect()
}

fn near(a: f64, b: f64) -> bool {
    (a - b).abs() < NEAR
}

#[rstest]
fn every_line_is_where_the_net_says(
    #[values(RoundStart::Gusset, RoundStart::Face, RoundStart::HalfGusset)] start: RoundStart,
    #[values(Length::ZERO, Length::eighths(2))] notch: Length,
) {
    let mut brief = Brief::new(Length::eighths(24), Length::eighths(41), Length::inches(2));
    (brief.round.start, brief.notch) = (start, notch);
    brief.top = Top::HemOut { depth: Length::eighths(9) };
    brief.gusset_crease = GussetCrease::Centre;
    let (plan, tree) = drawn(&brief);
    let blank: &Blank = &plan.pieces[0].blank;

    let cut = boxes(&tree, "cut");
    let [left, top, right, bottom] = cut[0];
    assert!(near(right - left, plan.pieces[0].width.mm()), "{cut:?}");
    assert!(near(bottom - top, plan.pieces[0].height.mm()));
    // Slits not on the outline: plain ones at every corner between panels, none when every one is tapered.
    let corners = if start == RoundStart::HalfGusset { 4 } else { 3 };
    assert_eq!(cut.len() - 1, if notch == Length::ZERO { corners } else { 0 });

    for (fold, id) in
        [(Fold::Mountain, "score-mountain"), (Fold::Valley, "score-valley"), (Fold::Flat, "score-guide")]
    {
        let mut wanted: Vec<[f64; 4]> = blank
            .creases
            .iter()
            .filter(|crease| crease.fold == fold)
            .map(|crease| {
                [
                    left + crease.from.x.mm(),
                    bottom - crease.to.y.mm(),
                    left + crease.to.x.mm(),
                    bottom - crease.from.y.mm(),
                ]
            })
            .collect();
        let mut found = boxes(&tree, id);
        let order = |a: &[f64; 4], b: &[f64; 4]| {
            (a.map(|n| (n * 100.0).round() as i64)).cmp(&b.map(|n| (n * 100.0).round() as i64))
        };
        wanted.sort_by(order);
        found.sort_by(order);
        assert_eq!(wanted.len(), found.len(), "{id}");
        for (wanted, found) in wanted.iter().zip(&found) {
            assert!(wanted.iter().zip(found).all(|(a, b)| near(*a, *b)), "{id}: {wanted:?} {found:?}");
        }
    }
}

#[test]
fn the_worked_bag_measures_12_by_8_and_a_half() {
    let (_, tree) = drawn(&Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2)));
    let [left, top, right, bottom] = boxes(&tree, "cut")[0];
    assert!(near(right - left, 12.0 * 25.4) && near(bottom - top, 8.5 * 25.4));
    let mut scores: Vec<f64> = boxes(&tree, "score-mountain")
        .iter()
        .filter(|b| near(b[0], b[2]))
        .map(|b| (b[0] - left) / 25.4)
        .collect();
    scores.sort_by(f64::total_cmp);
    // Handbook (common practice): 2, 5¾, 7¾, 11½ from the left edge.
    assert!(scores.iter().zip([2.0, 5.75, 7.75, 11.5]).all(|(a, b)| near(*a, b)), "{scores:?}");
    let sheet = boxes(&tree, "sheet")[0];
    assert!(near(sheet[2] - sheet[0], 304.8) && near(sheet[3] - sheet[1], 304.8));
    assert!(near(sheet[3], bottom));
}

#[test]
fn a_pair_on_one_sheet_is_drawn_twice() {
    let mut brief = Brief::new(Length::inches(3), Length::inches(4), Length::eighths(12));
    brief.build = Build::CornerPair;
    let (_, tree) = drawn(&brief);
    let (first, second) = (boxes(&tree, "cut")[0], boxes(&tree, "cut-2")[0]);
    // Each piece is 5 wide; the second begins where the first ends.
    assert!(
        near(first[2] - first[0], 127.0) && near(second[0], first[2]) && near(second[2] - second[0], 127.0)
    );
    assert_eq!(boxes(&tree, "score-mountain").len(), boxes(&tree, "score-mountain-2").len());
}

#[test]
fn the_check_square_is_two_inches() {
    let (_, tree) = drawn(&Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2)));
    let legend = find(tree.root(), "legend").unwrap();
    let square = legend.children().iter().find_map(|node| match node {
        Node::Path(path) if path.id() == "check-square" => Some(path.abs_bounding_box()),
        _ => None,
    });
    let square =
        square.map(|b| [b.left(), b.top(), b.right(), b.bottom()].map(|px| f64::from(px) / PX_A_MM)).unwrap();
    assert!(near(square[2] - square[0], 50.8) && near(square[3] - square[1], 50.8), "{square:?}");
}

#[test]
fn a_name_with_markup_in_it_stays_text() {
    let plan = Plan::new(&Brief::new(Length::inches(3), Length::inches(5), Length::inches(2))).unwrap();
    let svg = sheet_svg(&plan, "<script>alert(1)</script> & \"co\"", 0).unwrap();
    assert!(!svg.contains("<script"));
    assert!(Tree::from_str(&svg, &Options::default()).is_ok());
    assert!(sheet_svg(&plan, "none", 1).is_none());
}

/// Common practice: holes 1 below the top edge, 1½ either side of the centre on an 8 face; at 1:1 that is where they are cut.
#[test]
fn holes_are_cut_where_the_face_has_them() {
    let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    brief.sheet.width = Length::inches(30);
    brief.sheet.height = Length::inches(20);
    brief.fittings.handle.kind = wide_fold_core::brief::HandleKind::HoledRibbon;
    let svg = sheet_svg(&Plan::new(&brief).unwrap(), "Tea bowl", 0).unwrap();
    // Gusset 3, then the front: holes 2½ and 5½ from its edge. The lowest point of a hole ⅛ below its middle, in millimetres
    // from a margin of 10: 10 + 5½ and 8½ in across, 10 + 9⅛ in down from the top of a sheet 20 high.
    for (x, y) in [("149.7", "241.775"), ("225.9", "241.775")] {
        assert!(svg.contains(&format!("M {x} {y} ")), "{x} {y}");
    }
    assert_eq!(svg.matches("class=\"hole\"").count(), 4);
}

/// Small parts lie in the space the layout gave them, whichever way they are turned: two handle strips upright beside the bag.
#[test]
fn a_turned_part_lies_in_its_space() {
    let mut brief = Brief::new(Length::eighths(22), Length::inches(10), Length::eighths(10));
    brief.sheet.directional = false;
    brief.fittings.handle.kind = HandleKind::Tube;
    brief.extras = Extras::of([Extra::HandleStrip]);
    brief.base = wide_fold_core::brief::BaseHabit::Custom { depth: Length::inches(1) };
    let (plan, tree) = drawn(&brief);
    let sheet = &plan.layout.sheets[0];
    let mut turned = 0;
    let [left, _, _, bottom] = boxes(&tree, "sheet")[0];
    for (n, placed) in sheet.placed.iter().enumerate() {
        let Part::Small(small) = placed.part else { continue };
        let space = placed.space;
        turned += usize::from(space.width == small.size.height && space.height == small.size.width);
        let wanted = [
            left + space.x.mm(),
            bottom - (space.y + space.height).mm(),
            left + (space.x + space.width).mm(),
            bottom - space.y.mm(),
        ];
        let found = boxes(&tree, &format!("small-{}", n + 1))[0];
        assert!(found.iter().zip(&wanted).all(|(a, b)| near(*a, *b)), "{wanted:?} {found:?}");
    }
    assert!(turned > 0, "{:?}", sheet.placed);
}
