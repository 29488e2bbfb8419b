use super::*;
use crate::brief::{BaseHabit, Direction, RoundStart};
use crate::net::{Blank, CreaseRole};
use crate::plane::Point;
use crate::{Length, Unit};
use proptest::prelude::*;

fn blank(brief: &Brief) -> Blank {
    Net::of(brief).blanks.remove(0)
}

fn uprights(blank: &Blank) -> Vec<Length> {
    let mut at: Vec<Length> = blank
        .creases
        .iter()
        .filter(|crease| crease.is_vertical() && crease.role != CreaseRole::GussetCentre)
        .map(|crease| crease.from.x)
        .collect();
    at.sort();
    at.dedup();
    at
}

proptest! {
    /// Sizes in sixty-fourths of an inch or hundredths of a millimetre: exact either way.
    #[test]
    fn widths_add_up_to_the_sheet(
        w in 16_i64..2000, h in 16_i64..2000, d in 16_i64..1000, t in 4_i64..200, metric: bool,
        start in 0_usize..3, left: bool,
    ) {
        let n = |n| if metric { Length::from_nm(n * 400_000) } else { Length::sixty_fourths(n) };
        let mut brief = Brief::new(n(w), n(h), n(d));
        brief.tab = n(t);
        brief.round.start = [RoundStart::Gusset, RoundStart::Face, RoundStart::HalfGusset][start];
        brief.round.direction = if left { Direction::Left } else { Direction::Right };
        let blank = blank(&brief);
        // Handbook §2 (common practice): 2W + 2D + t by b + H + h.
        prop_assert_eq!(blank.width(), n(w) * 2 + n(d) * 2 + n(t));
        prop_assert_eq!(blank.height(), n(d) + n(h));
        let scores = uprights(&blank);
        prop_assert!(scores.windows(2).all(|pair| pair[0] < pair[1]));
        prop_assert_eq!(scores.len(), if start == 2 { 5 } else { 4 });
        prop_assert!(blank.columns.windows(2).all(|pair| pair[0].x.to == pair[1].x.from));
    }

    #[test]
    fn mirrored_runs_mirror(w in 16_i64..2000, h in 16_i64..2000, d in 8_i64..500, start in 0_usize..3) {
        let mut brief = Brief::new(Length::sixty_fourths(w), Length::sixty_fourths(h), Length::sixty_fourths(d * 2));
        brief.round.start = [RoundStart::Gusset, RoundStart::Face, RoundStart::HalfGusset][start];
        let right = blank(&brief);
        brief.round.direction = Direction::Left;
        let left = blank(&brief);
        let width = right.width();
        let mut mirrored: Vec<Point> = right.outline.iter().map(|point| Point::new(width - point.x, point.y)).collect();
        let mut outline = left.outline.clone();
        mirrored.sort();
        outline.sort();
        prop_assert_eq!(mirrored, outline);
        let ends = |blank: &Blank, flip: bool| {
            let mut lines: Vec<_> = blank.creases.iter().map(|crease| {
                let x = |x: Length| if flip { width - x } else { x };
                let (a, b) = (Point::new(x(crease.from.x), crease.from.y), Point::new(x(crease.to.x), crease.to.y));
                (a.min(b), a.max(b), crease.fold == crate::net::Fold::Mountain)
            }).collect();
            lines.sort();
            lines
        };
        prop_assert_eq!(ends(&right, true), ends(&left, false));
    }

    #[test]
    fn inches_and_metric_of_one_bag_give_one_net(w in 16_i64..2000, h in 16_i64..2000, d in 16_i64..1000) {
        let in_inches = Brief::new(Length::sixty_fourths(w), Length::sixty_fourths(h), Length::sixty_fourths(d));
        let typed = |length: Length| Length::parse(&length.editable(Unit::Metric), Unit::Metric).unwrap();
        let size = in_inches.finished;
        let mut in_metric = Brief::new(typed(size.width), typed(size.height), typed(size.gusset));
        in_metric.unit = Unit::Metric;
        prop_assert_eq!(Net::of(&in_inches), Net::of(&in_metric));
    }
}

#[test]
fn the_unit_changes_words_only() {
    let inch = Brief::new(Length::inches(4), Length::inches(7), Length::inches(2));
    let metric = Brief { unit: Unit::Metric, ..inch.clone() };
    let (a, b) = (Plan::new(&inch).unwrap(), Plan::new(&metric).unwrap());
    assert_eq!((a.net, a.passes, a.layout), (b.net, b.passes, b.layout));
    assert_ne!(a.verdicts[0].why, b.verdicts[0].why);
    assert!(b.verdicts[0].title.starts_with("≈12.5 mm too wide"), "{}", b.verdicts[0].title);
}

#[test]
fn the_worked_bag_is_ready_and_proved() {
    let plan = Plan::new(&Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2))).unwrap();
    assert!(plan.is_ready());
    assert!(plan.proof.passed(), "{:#?}", plan.proof);
    assert!(plan.verdicts.iter().all(|verdict| verdict.level == Level::Notes), "{:#?}", plan.verdicts);
}

#[test]
fn a_brief_that_cannot_be_folded_is_refused() {
    let brief = Brief {
        base: BaseHabit::Custom { depth: Length::ZERO },
        ..Brief::new(Length::INCH, Length::INCH, Length::INCH)
    };
    assert_eq!(Plan::new(&brief).unwrap_err().field, "base.depth");
}
