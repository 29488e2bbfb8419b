//! Pictures: what is painted is the sheet and the bag, to scale, and a bag that cannot be made says so.
use resvg::tiny_skia::Pixmap;
use rstest::rstest;
use wide_fold_core::{Brief, Length, Plan, Unit};
use wide_fold_formats::png::{bag_png, sheet_png};

fn plan(width: i64, unit: Unit) -> Plan {
    let brief = Brief { unit, ..Brief::new(Length::eighths(width), Length::eighths(52), Length::inches(2)) };
    Plan::new(&brief).unwrap()
}

/// Pixels darker than mid grey, row by row.
fn ink(picture: &Pixmap, row: u32) -> usize {
    let all = (0..picture.width()).filter_map(|column| picture.pixel(column, row));
    all.filter(|pixel| pixel.red() < 128).count()
}

#[rstest]
fn a_sheet_is_painted_to_scale(#[values(Unit::Inch, Unit::Metric)] unit: Unit) {
    let plan = plan(30, unit);
    let picture = Pixmap::decode_png(&sheet_png(&plan, "Bud vase", 0).unwrap()).unwrap();
    assert_eq!(picture.width().max(picture.height()), 2000);
    // The edge of the piece across the sheet is the longest level line there is: as wide as the SVG says.
    let svg = wide_fold_formats::sheet_svg(&plan, "Bud vase", 0).unwrap();
    let tree = usvg::Tree::from_str(&svg, &usvg::Options::default()).unwrap();
    let scale = 2000.0 / f64::from(tree.size().width().max(tree.size().height()));
    let wide = 304.8 / 25.4 * 96.0 * scale;
    let longest = (0..picture.height()).map(|row| ink(&picture, row)).max().unwrap() as f64;
    // Thin lines are grey here and there.
    assert!((0.94..1.01).contains(&(longest / wide)), "{longest} of {wide}");
}

/// Names in any script are painted as far as the font goes, and never fail; words are there.
#[rstest]
#[case("Bud vase")]
#[case("花瓶 <&> ваза")]
#[case("")]
fn the_bag_is_painted(#[case] name: &str) {
    let whole = Pixmap::decode_png(&bag_png(&plan(30, Unit::Inch), name).unwrap()).unwrap();
    let all: usize = (0..whole.height()).map(|row| ink(&whole, row)).sum();
    assert!(all > 3000, "{all}");
}

#[test]
fn a_bag_that_cannot_be_made_says_so() {
    let (good, bad) = (plan(30, Unit::Inch), plan(34, Unit::Inch));
    assert!(good.is_ready() && !bad.is_ready());
    let words = |plan: &Plan| {
        let picture = Pixmap::decode_png(&bag_png(plan, "Bud vase").unwrap()).unwrap();
        // The lowest fifth, where words stand.
        (picture.height() * 4 / 5..picture.height()).map(|row| ink(&picture, row)).sum::<usize>()
    };
    assert!(words(&bad) > words(&good) * 5 / 4, "{} {}", words(&bad), words(&good));
    assert!(sheet_png(&good, "Bud vase", 9).is_err());
}
