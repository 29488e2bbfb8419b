//! Strips of paper folded up along upright lines, against orders worked out by hand and against all orders there are.

use super::*;
use crate::brief::Side;
use crate::net::{BaseCorners, Blank, Column, Crease, CreaseRole, Row};
use crate::plane::{Point, Span};
use crate::{Brief, Length};
use proptest::prelude::*;
use rstest::rstest;

/// A strip of panels so wide, in inches, and the folds between them.
fn strip_of(widths: &[i64], folds: &[Fold]) -> Net {
    let tall = Length::inches(2);
    let panel = |number: usize| match number {
        0 => Panel::Front,
        number => Panel::Pleat { side: Side::Right, number: number as u8, behind: false },
    };
    let spans = Span::in_a_row(widths.iter().map(|width| Length::inches(*width)));
    let columns: Vec<Column> =
        spans.iter().enumerate().map(|(number, x)| Column { panel: panel(number), x: *x }).collect();
    let creases = folds.iter().zip(&spans).enumerate().map(|(number, (fold, x))| Crease {
        from: Point::new(x.to, Length::ZERO),
        to: Point::new(x.to, tall),
        fold: *fold,
        role: CreaseRole::PleatLine,
        panel: panel(number),
    });
    let wide = spans[spans.len() - 1].to;
    let at = |x, y| Point::new(x, y);
    let mut net = Net::of(&Brief::new(Length::inches(4), Length::inches(6), Length::inches(2)));
    let blank = Blank {
        columns,
        rows: vec![Row { zone: Zone::Body, y: Span::new(Length::ZERO, tall) }],
        corners: BaseCorners::NoBase,
        creases: creases.collect(),
        cuts: Vec::new(),
        outline: vec![
            at(Length::ZERO, Length::ZERO),
            at(wide, Length::ZERO),
            at(wide, tall),
            at(Length::ZERO, tall),
        ],
        round_corners: Vec::new(),
        shaped: Vec::new(),
        glue: Vec::new(),
        holes: Vec::new(),
        rise: Length::ZERO,
        lap: Length::ZERO,
    };
    (net.blanks, net.seams, net.laps) = (vec![blank], Vec::new(), Vec::new());
    net
}

/// The panels from front to back, if they can lie on one another at all.
fn layers(widths: &[i64], folds: &[Fold]) -> Option<Vec<usize>> {
    let net = strip_of(widths, folds);
    let flat = Folded::new(&net).flattened(&net);
    let facets = order(&net, &flat, ClosingOrder::BackFirst)?;
    let number = |facet: usize| match flat.facets[facet].part.0 {
        Panel::Pleat { number, .. } => usize::from(number),
        _ => 0,
    };
    Some(facets.into_iter().map(number).collect())
}

const M: Fold = Fold::Mountain;
const V: Fold = Fold::Valley;

#[rstest]
// An accordion lies as it is folded.
#[case(&[2, 2, 2, 2], &[M, V, M], &[0, 1, 2, 3])]
#[case(&[2, 2, 2], &[V, M], &[2, 1, 0])]
// Rolled up, every turn inside the one before it.
#[case(&[4, 3, 2], &[M, M], &[0, 2, 1])]
#[case(&[4, 3, 2], &[V, V], &[1, 2, 0])]
// Short ends folded in from either side lie beside one another: their order does not matter, the middle is behind both.
#[case(&[4], &[], &[0])]
fn as_worked_out_by_hand(#[case] widths: &[i64], #[case] folds: &[Fold], #[case] wanted: &[usize]) {
    assert_eq!(layers(widths, folds).unwrap(), wanted);
}

#[rstest]
// Two ends folded to the same side, each longer than the middle: whichever lies inside runs through the other's fold.
#[case(&[3, 2, 3], &[M, M])]
#[case(&[3, 2, 3], &[V, V])]
#[case(&[2, 5, 3, 5], &[V, M, M])]
fn what_cannot_lie_is_found_not_to(#[case] widths: &[i64], #[case] folds: &[Fold]) {
    assert_eq!(layers(widths, folds), None);
}

/// Every order of `count` things.
fn permutations(count: usize) -> Vec<Vec<usize>> {
    let mut all = vec![Vec::new()];
    for _ in 0..count {
        all = all
            .into_iter()
            .flat_map(|begun: Vec<usize>| {
                (0..count)
                    .filter(|next| !begun.contains(next))
                    .map(|next| [begun.clone(), vec![next]].concat())
                    .collect::<Vec<_>>()
            })
            .collect();
    }
    all
}

/// True if panels in this order, front first, pass through nothing: said once more from the definition, for a strip alone.
fn can_lie(widths: &[i64], folds: &[Fold], order: &[usize]) -> bool {
    let depth = |panel: usize| order.iter().position(|other| *other == panel).unwrap();
    let mut ends = vec![0];
    for (panel, width) in widths.iter().enumerate() {
        ends.push(ends[panel] + if panel.is_multiple_of(2) { *width } else { -width });
    }
    let covers = |panel: usize, place: i64| {
        ends[panel].min(ends[panel + 1]) < place && place < ends[panel].max(ends[panel + 1])
    };
    // A panel whose outside looks at the viewer is followed by one behind it after a mountain fold, else in front.
    let as_folded = |crease: usize| {
        let behind = (folds[crease] == M) == crease.is_multiple_of(2);
        (depth(crease + 1) > depth(crease)) == behind
    };
    let between = |layer: usize, crease: usize| {
        let (a, b) = (depth(crease), depth(crease + 1));
        a.min(b) < depth(layer) && depth(layer) < a.max(b)
    };
    let creases = 0..folds.len();
    let through_paper = |crease: usize| {
        (0..widths.len()).any(|panel| {
            panel != crease
                && panel != crease + 1
                && covers(panel, ends[crease + 1])
                && between(panel, crease)
        })
    };
    let through_fold = |one: usize, other: usize| {
        let same_line = ends[one + 1] == ends[other + 1] && one % 2 == other % 2;
        same_line && between(other, one) != between(other + 1, one)
    };
    creases.clone().all(|crease| as_folded(crease) && !through_paper(crease))
        && creases.clone().all(|one| creases.clone().all(|other| one == other || !through_fold(one, other)))
}

proptest! {
    /// There is an order exactly where trying them all finds one, and what is found is one of them.
    #[test]
    fn an_order_is_found_where_there_is_one(
        widths in prop::collection::vec(1_i64..5, 2..6), mountains in prop::collection::vec(any::<bool>(), 5),
    ) {
        let folds: Vec<Fold> =
            mountains[..widths.len() - 1].iter().map(|mountain| if *mountain { M } else { V }).collect();
        let possible: Vec<Vec<usize>> = permutations(widths.len())
            .into_iter()
            .filter(|order| can_lie(&widths, &folds, order))
            .collect();
        match layers(&widths, &folds) {
            Some(found) => prop_assert!(possible.contains(&found), "{found:?} of {possible:?}"),
            None => prop_assert!(possible.is_empty(), "{possible:?}"),
        }
    }
}
