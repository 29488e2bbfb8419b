//! The scoring board: where a mark on the paper comes to lie, whichever way the piece is turned.
use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::Length;
use wide_fold_core::brief::Stop;
use wide_fold_core::net::PaperFace;
use wide_fold_core::passes::{Edge, Lying};
use wide_fold_core::plane::Point;

const WIDTH: Length = Length::inches(12);
const HEIGHT: Length = Length::eighths(68);

fn at(x: i64, y: i64) -> Point {
    Point::new(Length::inches(x), Length::inches(y))
}

/// A mark 2 from the left and 3 from the bottom of a 12 × 8½ piece, laid every way there is.
#[rstest]
#[case(PaperFace::Outside, Edge::Top, "2", "5 1/2")]
#[case(PaperFace::Outside, Edge::Bottom, "10", "3")]
#[case(PaperFace::Outside, Edge::Left, "3", "2")]
#[case(PaperFace::Outside, Edge::Right, "5 1/2", "10")]
#[case(PaperFace::Inside, Edge::Top, "10", "5 1/2")]
#[case(PaperFace::Inside, Edge::Bottom, "2", "3")]
#[case(PaperFace::Inside, Edge::Left, "5 1/2", "2")]
#[case(PaperFace::Inside, Edge::Right, "3", "10")]
fn every_way_to_lay_it(
    #[case] face_up: PaperFace,
    #[case] fence: Edge,
    #[case] left: &str,
    #[case] down: &str,
) {
    let lying = Lying { face_up, fence, stop: Stop::Left };
    let expected: (Length, Length) = (left.parse().unwrap(), down.parse().unwrap());
    assert_eq!(lying.on_board(at(2, 3), WIDTH, HEIGHT), expected);
    // Pushed against the stop at the other end it lies no other way: only measured from there.
    let along = if matches!(fence, Edge::Top | Edge::Bottom) { WIDTH } else { HEIGHT };
    let other = Lying { stop: Stop::Right, ..lying };
    assert_eq!(other.on_board(at(2, 3), WIDTH, HEIGHT), (along - expected.0, expected.1));
}

fn any_lying() -> impl Strategy<Value = Lying> {
    let face = prop_oneof![Just(PaperFace::Outside), Just(PaperFace::Inside)];
    let edge = prop_oneof![Just(Edge::Top), Just(Edge::Bottom), Just(Edge::Left), Just(Edge::Right)];
    let stop = prop_oneof![Just(Stop::Left), Just(Stop::Right)];
    (face, edge, stop).prop_map(|(face_up, fence, stop)| Lying { face_up, fence, stop })
}

fn any_point() -> impl Strategy<Value = Point> {
    (0..=WIDTH.units(), 0..=HEIGHT.units())
        .prop_map(|(x, y)| Point::new(Length::from_units(x), Length::from_units(y)))
}

/// Twice the signed area of a triangle on the board or the paper, in the smallest square units.
fn turn(points: [(Length, Length); 3]) -> i128 {
    let [a, b, c] = points.map(|(x, y)| (i128::from(x.units()), i128::from(y.units())));
    (b.0 - a.0) * (c.1 - a.1) - (b.1 - a.1) * (c.0 - a.0)
}

proptest! {
    /// Laying paper down is a rigid motion: distances stay, and the sheet is mirrored on the board (whose second axis
    /// runs down) just when the outside is up, or the other way round when it is measured from the right.
    #[test]
    fn laying_is_rigid(lying in any_lying(), points in prop::array::uniform3(any_point())) {
        let laid = points.map(|point| lying.on_board(point, WIDTH, HEIGHT));
        for (a, b) in [(0, 1), (1, 2), (2, 0)] {
            let on_paper = ((points[a].x - points[b].x).abs(), (points[a].y - points[b].y).abs());
            let on_board = ((laid[a].0 - laid[b].0).abs(), (laid[a].1 - laid[b].1).abs());
            prop_assert!(on_board == on_paper || on_board == (on_paper.1, on_paper.0));
        }
        let paper = turn(points.map(|point| (point.x, point.y)));
        let board = turn(laid);
        let mirrored = (lying.face_up == PaperFace::Outside) == (lying.stop == Stop::Left);
        prop_assert_eq!(board, if mirrored { -paper } else { paper });
    }

    /// The edge along the fence is the one that is named, and so is the one against the stop.
    #[test]
    fn edges_lie_where_they_are_named(lying in any_lying(), along in 0.0..1.0_f64) {
        let on = |edge| {
            let (x, y) = ((WIDTH.units() as f64 * along) as i64, (HEIGHT.units() as f64 * along) as i64);
            match edge {
                Edge::Top => Point::new(Length::from_units(x), HEIGHT),
                Edge::Bottom => Point::new(Length::from_units(x), Length::ZERO),
                Edge::Left => Point::new(Length::ZERO, Length::from_units(y)),
                Edge::Right => Point::new(WIDTH, Length::from_units(y)),
            }
        };
        prop_assert_eq!(lying.on_board(on(lying.fence), WIDTH, HEIGHT).1, Length::ZERO);
        prop_assert_eq!(lying.on_board(on(lying.measured_from()), WIDTH, HEIGHT).0, Length::ZERO);
    }
}
