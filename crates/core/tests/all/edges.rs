//! A hem that is slit at its corners, and an edge cut to curves, measured on the paper that is left.
use crate::bags::any::any_brief;
use crate::bags::bag;
use proptest::prelude::*;
use proptest::test_runner::TestCaseResult;
use wide_fold_core::brief::{Edge, EdgeBy, EdgeLine, Top};
use wide_fold_core::net::{Blank, Panel, Zone};
use wide_fold_core::plane::Point;
use wide_fold_core::{Brief, Length, Net, Plan};

/// True if there is paper at a place of a blank, by counting the sides of its outline to the right of it.
fn is_paper(outline: &[Point], x: f64, y: f64) -> bool {
    let sides = outline.iter().zip(outline.iter().cycle().skip(1));
    let crosses = sides.filter(|(a, b)| {
        let (ax, ay, bx, by) = (a.x.mm(), a.y.mm(), b.x.mm(), b.y.mm());
        (ay > y) != (by > y) && x < ax + (y - ay) / (by - ay) * (bx - ax)
    });
    crosses.count() % 2 == 1
}

/// Where the corners of the bag lie on a blank, by the widths of its panels alone: where a face or gusset of full width begins or ends, and
/// where a part of a gusset meets a face.
fn corners(brief: &Brief, blank: &Blank) -> Vec<Length> {
    let whole = |panel: Panel, wide: Length| match panel {
        Panel::Front | Panel::Back => true,
        Panel::Gusset { .. } => wide == brief.finished.gusset,
        _ => false,
    };
    let mut at = Vec::new();
    for (index, column) in blank.columns.iter().enumerate() {
        let others =
            [index.checked_sub(1), Some(index + 1)].map(|at| blank.columns.get(at?).map(|own| own.panel));
        for (x, other) in [column.x.from, column.x.to].into_iter().zip(others) {
            let beside = other.is_some_and(|other| other.is_face() && column.panel.is_gusset());
            if whole(column.panel, column.x.length()) || beside {
                at.push(x);
            }
        }
    }
    at.sort();
    at.dedup();
    at
}

fn is_slit_at_every_corner(brief: &Brief) -> TestCaseResult {
    let hair = 0.01;
    for blank in Net::of(brief).blanks.iter().filter(|blank| !blank.is_joining_strip()) {
        let Some(hem) = blank.row(Zone::Hem) else { continue };
        let (low, high) = (hem.y.from.mm(), hem.y.to.mm());
        for x in corners(brief, blank) {
            for beside in [x.mm() - hair, x.mm() + hair] {
                prop_assert!(
                    !is_paper(&blank.outline, beside, high - hair),
                    "paper at the corner {x} of {blank:?}"
                );
            }
            let crosses = |a: Point, b: Point| a.x == x && b.x == x && a.y.max(b.y) > hem.y.from;
            prop_assert!(!blank.creases.iter().any(|crease| crosses(crease.from, crease.to)));
        }
        for column in &blank.columns {
            let (middle, wide) = (column.x.middle().mm(), column.x.length().mm());
            let is_tab = column.panel == Panel::Tab;
            // Of every panel half of the hem's edge is left at least; a tab goes no higher than the body.
            for part in [-0.2, 0.0, 0.2] {
                let paper = is_paper(&blank.outline, middle + part * wide, high - hair);
                prop_assert!(paper != is_tab, "{:?} at {part}", column.panel);
            }
            // Down at its score the hem is whole.
            let whole = is_paper(&blank.outline, column.x.from.mm() + hair, low + hair / 100.0);
            prop_assert!(whole || is_tab);
        }
    }
    Ok(())
}

/// How many repeats fill a panel that wide, as one counts them on paper.
fn counted(edge: Edge, wide: f64, repeat: f64) -> usize {
    match (edge.line, edge.by) {
        (EdgeLine::Straight, _) => 0,
        (EdgeLine::Rounded, _) => 1,
        (_, EdgeBy::Drawn) => ((wide / repeat + 0.5 + 1e-9).floor() as usize).max(1),
        (_, EdgeBy::Punched) => (wide / repeat + 1e-9).floor() as usize,
    }
}

fn has_whole_repeats(brief: &Brief) -> TestCaseResult {
    let (edge, top) = (brief.edge, brief.top.depth().mm());
    let repeat = edge.repeat.unwrap_or(Length::INCH).mm();
    for blank in &Net::of(brief).blanks {
        for shaped in &blank.shaped {
            let (from, to) = (shaped.x.from.mm(), shaped.x.to.mm());
            let per = if edge.line == EdgeLine::Waved { 2 } else { 1 };
            prop_assert_eq!(
                shaped.curves.len(),
                per * counted(edge, to - from, repeat),
                "{} to {}",
                from,
                to
            );
            let Some((first, last)) = shaped.curves.first().zip(shaped.curves.last()) else { continue };
            // In the middle of the panel, each beginning where the one before it ends, all as long as one another.
            prop_assert!(((first.x.from.mm() - from) - (to - last.x.to.mm())).abs() < 1e-4);
            let long = first.x.length().mm();
            for pair in shaped.curves.windows(2) {
                prop_assert_eq!(pair[0].x.to, pair[1].x.from);
                prop_assert!((pair[1].x.length().mm() - long).abs() < 1e-4);
            }
            for curve in &shaped.curves {
                let rise = curve.rise.mm();
                prop_assert!(
                    rise.abs() > 0.0 && rise.abs() <= long / 2.0 + 1e-4 && rise.abs() * 2.0 <= top + 1e-4,
                    "{rise} of {long} in {top}"
                );
                // Outwards they reach the edge of the paper as it was, and not beyond it.
                let peak = shaped.level + curve.rise;
                let as_cut = if rise > 0.0 { peak == shaped.y } else { peak < shaped.level };
                prop_assert!(as_cut);
            }
        }
    }
    Ok(())
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(512))]

    /// At every corner of the bag the hem is open down to its score, and nowhere else; no tab lies in a slit.
    #[test]
    fn a_slit_hem_is_turned_panel_by_panel(bag in bag(), out: bool, eighths in 4_i64..16) {
        let depth = Length::eighths(eighths);
        let top = if out { Top::HemOut { depth } } else { Top::HemIn { depth } };
        let brief = Brief { top, hem_slit: true, edge: Edge::default(), ..bag };
        prop_assume!(brief.build.has_gussets());
        is_slit_at_every_corner(&brief)?;
        let plan = Plan::new(&brief).unwrap();
        let whole = Plan::new(&Brief { hem_slit: false, ..brief }).unwrap();
        prop_assert!(plan.proof.passed() || !whole.proof.passed());
    }

    /// Whatever is asked for: whole repeats on every panel, and the paper they leave is that of the straight edge.
    #[test]
    fn an_edge_has_whole_repeats(brief in any_brief()) {
        prop_assume!(brief.check().is_ok());
        has_whole_repeats(&brief)?;
        let straight = Net::of(&Brief { edge: Edge::default(), ..brief.clone() });
        let shows = matches!(brief.top, Top::HemOut { .. } | Top::Flap { .. });
        let curved = Net::of(&brief);
        for (own, other) in curved.blanks.iter().zip(&straight.blanks) {
            prop_assert_eq!(own.width(), other.width());
            prop_assert_eq!(own.height(), other.height());
            prop_assert!(own.shaped.is_empty() || shows && brief.edge.line != EdgeLine::Straight);
        }
    }
}
