//! What is drawn on a face, held against the figures it is drawn from and against what a crafter would measure on it.
use crate::bags::any::any_brief;
use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::brief::{Build, ClosureKind, HandleKind};
use wide_fold_core::fittings::drawing::{Drawn, Mark, What, face_marks};
use wide_fold_core::fittings::{Fitted, On, Purpose};
use wide_fold_core::net::Net;
use wide_fold_core::plane::Point;
use wide_fold_core::{Brief, Length, Plan};

/// A thousandth of a millimetre: what is drawn is drawn in floating point.
const NEAR: f64 = 1e-3;

fn near(a: f64, b: f64) -> bool {
    (a - b).abs() < NEAR
}

/// Left, right, low and high end of a mark, as wide as it is drawn.
fn ends(mark: &Mark) -> [f64; 4] {
    let all = |axis: usize| mark.drawn.points().iter().map(move |point| point[axis]);
    let low = |axis| all(axis).fold(f64::INFINITY, f64::min);
    let high = |axis| all(axis).fold(f64::NEG_INFINITY, f64::max);
    [low(0), high(0), low(1), high(1)]
}

fn of(marks: &[Mark], what: What) -> Vec<&Mark> {
    marks.iter().filter(|mark| mark.what == what).collect()
}

/// A bag of 8 × 9 × 3 with that handle.
fn held_by(kind: HandleKind) -> Brief {
    let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    brief.fittings.handle.kind = kind;
    brief
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// The same to the left of the centre line as to the right, so that it is true of the back as well, seen from behind.
    #[test]
    fn a_face_is_the_same_on_both_sides_of_its_middle(brief in any_brief()) {
        prop_assume!(brief.check().is_ok());
        let marks = face_marks(&brief, &Fitted::of(&brief));
        let points: Vec<(What, [f64; 2])> =
            marks.iter().flat_map(|mark| mark.drawn.points().iter().map(|point| (mark.what, *point))).collect();
        for (what, [x, y]) in &points {
            let met = points.iter().any(|(other, [a, b])| what == other && near(*a, -x) && near(*b, *y));
            prop_assert!(met, "{:?} at {}, {} has nothing across", what, x, y);
        }
        // Nothing is drawn as a line without a width, or as an area without one.
        for mark in &marks {
            match &mark.drawn {
                Drawn::Along { points, width } => prop_assert!(points.len() >= 2 && *width > 0.0, "{:?}", mark),
                Drawn::Area(corners) if mark.what == What::Medallion => prop_assert!(corners.len() > 12),
                Drawn::Area(corners) => prop_assert_eq!(corners.len(), 4),
            }
        }
    }

    /// A handle stands as high as its drop says, on its own holes or ends, and an arch never dips.
    #[test]
    fn a_handle_is_drawn_as_high_as_its_drop(brief in any_brief()) {
        prop_assume!(brief.check().is_ok());
        let fitted = Fitted::of(&brief);
        let marks = face_marks(&brief, &fitted);
        let Some(handle) = fitted.handle else { return Ok(()) };
        let top = brief.finished.height.mm();
        let drawn = marks.iter().filter(|mark| matches!(mark.what, What::Ribbon | What::Tube | What::Strap));
        let Some(mark) = drawn.into_iter().find(|mark| mark.drawn.points().len() > 2) else {
            prop_assert!(!handle.kind.stands_up());
            return Ok(());
        };
        let [left, right, low, high] = ends(mark);
        prop_assert!(near(high, top + handle.drop.mm().max(0.0)), "{} is not {} above {}", high, handle.drop.mm(), top);
        if let Drawn::Along { points, .. } = &mark.drawn {
            // From gusset to gusset a ribbon stands over both side edges.
            let wide = if handle.kind == HandleKind::GussetRibbon { brief.finished.width.mm() / 2.0 } else { handle.from_centre.mm().abs() };
            prop_assert!(near(right, wide) && near(left, -right));
            let arch = &points[1..points.len() - 1];
            let crown = arch.len() / 2;
            prop_assert!(arch[..=crown].windows(2).all(|pair| pair[0][1] <= pair[1][1] + NEAR));
            prop_assert!(arch[crown..].windows(2).all(|pair| pair[0][1] + NEAR >= pair[1][1]));
            let foot = if handle.kind == HandleKind::LongRibbon { 0.0 } else { top - handle.down.mm() };
            prop_assert!(near(points[0][1], foot) && near(points[points.len() - 1][1], foot));
            prop_assert!(low <= top + NEAR);
        } else {
            prop_assert!(near(right - left, handle.width.mm()) && near(low, top));
        }
        // A ribbon that goes through holes is drawn from hole to hole.
        if handle.kind == HandleKind::HoledRibbon {
            for hole in fitted.holes.iter().filter(|hole| hole.purpose != Purpose::Closure) {
                prop_assert!(near(hole.aside.mm().abs(), right));
            }
        }
    }

    /// What is laid on a face lies on it, or the crafter is told that it has no room; what is hidden is said to be, and each is
    /// as large as it is cut.
    #[test]
    fn what_is_laid_on_a_face_lies_on_it(brief in any_brief()) {
        let Ok(plan) = Plan::new(&brief) else { return Ok(()) };
        let fitted = &plan.fitted;
        let marks = face_marks(&brief, fitted);
        let (half, top) = (brief.finished.width.mm() / 2.0, brief.finished.height.mm());
        let told = |code: &str| plan.verdicts.iter().any(|verdict| verdict.code == code);
        for mark in marks.iter().filter(|mark| matches!(mark.what, What::Mat | What::Pocket)) {
            let [left, right, low, high] = ends(mark);
            let lies = left >= -half - NEAR && right <= half + NEAR && low >= -NEAR && high <= top + NEAR;
            // A mat without room is left out; a pocket is as large as what goes into it and can only be spoken against.
            prop_assert!(lies || mark.what == What::Pocket && told("pocket.no-room"), "{:?} has no room", mark.what);
        }
        // A pocket for what is typed ends an inch below the lip at most, clear of holes and strip, and holds what it is for.
        let typed = brief.fittings.decoration.holds_width.is_some();
        if let Some(pocket) = fitted.pocket.filter(|_| typed && !told("pocket.no-room")) {
            let high = brief.finished.height;
            let top = pocket.rise + pocket.height;
            prop_assert!(top <= high - Length::millimetres(25));
            for hole in &fitted.holes {
                let On::Faces(down) = hole.on else { continue };
                prop_assert!(top <= high - down - hole.shape.half().height, "{:?}", hole.purpose);
            }
            let in_gussets = fitted.handle_that(HandleKind::is_on_gussets).is_some();
            prop_assert!(in_gussets || fitted.reinforcement.is_none_or(|strip| top <= high - strip.depth));
            prop_assert!(!brief.top.is_turned_in() || top <= high - brief.top.hem());
            let glue = Length::millimetres(6);
            prop_assert!(pocket.rise + glue + pocket.holds.height <= high, "it stands out of the bag");
            prop_assert!(pocket.width >= pocket.holds.width + glue * 2);
        }
        for mark in &marks {
            let hidden = matches!(mark.what, What::Strip | What::Pocket | What::Magnet);
            let glued_in = fitted.handle_that(HandleKind::is_glued_under_strip).is_some() && mark.what == What::Ribbon;
            prop_assert!(mark.inside == hidden || glued_in, "{:?}", mark);
        }
        if let (Some(strip), [mark]) = (&fitted.reinforcement, of(&marks, What::Strip).as_slice()) {
            let [left, right, low, high] = ends(mark);
            prop_assert!(near(right - left, strip.length.mm()) && near(high - low, strip.depth.mm()) && near(high, top));
        }
        // Behind the holes of a gusset it is not on the face.
        let in_gussets = fitted.handle_that(HandleKind::is_on_gussets).is_some();
        prop_assert_eq!(of(&marks, What::Strip).len(), usize::from(fitted.reinforcement.is_some() && !in_gussets));
        prop_assert_eq!(of(&marks, What::Pocket).len(), usize::from(fitted.pocket.is_some()));
        prop_assert_eq!(of(&marks, What::Band).len(), usize::from(fitted.band.is_some()));
        prop_assert_eq!(of(&marks, What::Medallion).len(), usize::from(fitted.medallion.is_some()));
        medallion_lies_clear(&brief, fitted)?;
        prop_assert_eq!(of(&marks, What::Clip).len(), usize::from(brief.fittings.closure.kind == ClosureKind::Clip));
    }
}

/// A medallion in its customary size touches nothing that is folded, punched or laid on the front: reckoned from the drawing of the front
/// alone, point by point round its edge.
fn medallion_lies_clear(brief: &Brief, fitted: &Fitted) -> proptest::test_runner::TestCaseResult {
    let Some(own) = fitted.medallion.filter(|_| brief.fittings.decoration.medallion_across.is_none()) else {
        return Ok(());
    };
    let (radius, middle) = (own.across.mm() / 2.0, own.rise.mm());
    let (half, top) = (brief.finished.width.mm() / 2.0, brief.finished.height.mm());
    let hem = if brief.top.is_turned_out() { brief.top.hem().mm() } else { 0.0 };
    prop_assert!(radius <= half + NEAR && middle - radius >= -NEAR && middle + radius <= top - hem + NEAR);
    // Lines right across the front, that it folds flat by.
    for blank in &Net::of(brief).blanks {
        let body = blank.rows.iter().find(|row| row.zone == wide_fold_core::net::Zone::Body);
        let Some(body) = body else { continue };
        for crease in blank.creases.iter().filter(|crease| {
            crease.panel.is_front()
                && crease.is_level()
                && crease.role != wide_fold_core::net::CreaseRole::LapLine
        }) {
            let y = (crease.from.y - body.y.from + blank.rise).mm();
            let is_inside = 0.0 < y && y < top;
            prop_assert!(
                !is_inside || (y - middle).abs() >= radius - NEAR,
                "{:?} at {y} through {middle} ± {radius}",
                crease.role
            );
        }
    }
    for hole in fitted.holes.iter() {
        let On::Faces(down) = hole.on else { continue };
        let size = hole.shape.half();
        let (x, y) = (hole.aside.mm().abs() - size.width.mm(), top - down.mm());
        let off = (middle - y).abs() - size.height.mm();
        prop_assert!(
            x.max(0.0).hypot(off.max(0.0)) >= radius - NEAR || off >= radius - NEAR,
            "a hole at {x}, {y}"
        );
    }
    if let Some(band) = fitted.band
        && let Some(rise) = band.rise
    {
        let (low, high) = (rise.mm(), (rise + band.width).mm());
        prop_assert!(middle - radius >= high - NEAR || middle + radius <= low + NEAR, "under the band");
    }
    Ok(())
}

/// A face of ½ has no room for two legs of a ribbon ⅜ wide: they would lie on one another, and the crafter is told.
#[test]
fn legs_that_would_lie_on_one_another_are_spoken_against() {
    let mut brief = Brief::new(Length::eighths(4), Length::inches(2), Length::eighths(4));
    brief.fittings.handle.kind = HandleKind::GluedRibbon;
    brief.fittings.handle.width = Some(Length::eighths(3));
    let plan = Plan::new(&brief).unwrap();
    assert_eq!(plan.fitted.handle.unwrap().from_centre, Length::ZERO);
    let codes: Vec<_> = plan.verdicts.iter().map(|verdict| verdict.code).collect();
    assert!(codes.contains(&"handle.ends-overlap"), "{codes:?}");
}

/// Worked by hand on an 8 × 9 × 3 bag with a drop of 4 (203.2 × 228.6 mm, 101.6): the crown stands at 330.2.
#[rstest]
#[case(HandleKind::HoledRibbon)]
#[case(HandleKind::GluedRibbon)]
#[case(HandleKind::LongRibbon)]
#[case(HandleKind::Hangers)]
#[case(HandleKind::GussetRibbon)]
fn a_drop_of_four_inches_stands_four_inches_over_the_edge(#[case] kind: HandleKind) {
    let mut brief = held_by(kind);
    brief.fittings.handle.stands = wide_fold_core::brief::Stands::High(Length::inches(4));
    let marks = face_marks(&brief, &Fitted::of(&brief));
    let ribbon = of(&marks, What::Ribbon);
    assert_eq!(ribbon.len(), 1);
    assert!(near(ends(ribbon[0])[3], 330.2), "{:?}", ends(ribbon[0]));
    // A cord hangs from two hangers, one at either side.
    assert_eq!(of(&marks, What::Hanger).len(), if kind == HandleKind::Hangers { 2 } else { 0 });
}

/// A hand hole is cut, not put on.
#[rstest]
#[case(HandleKind::None)]
#[case(HandleKind::HandHole)]
fn nothing_stands_up_where_there_is_no_handle(#[case] kind: HandleKind) {
    let brief = held_by(kind);
    let marks = face_marks(&brief, &Fitted::of(&brief));
    assert!(marks.iter().all(|mark| ends(mark)[3] <= 228.6 + NEAR), "{marks:?}");
}

/// A face narrower than the ends of its tube reach has no paper for their lines beyond its far corner.
fn squashed(width: i64, gusset: i64) -> Brief {
    let mut brief = Brief::new(Length::eighths(width), Length::inches(6), Length::eighths(gusset));
    brief.build = Build::FoldedBase { lap: Length::eighths(4) };
    brief
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(400))]

    /// Every crease, cut and glue area lies on the paper it is drawn on, also of a bag that cannot be made.
    #[test]
    fn what_is_drawn_has_paper_under_it(brief in prop_oneof![
        3 => any_brief(),
        1 => (8_i64..48, 8_i64..64).prop_map(|(width, gusset)| squashed(width, gusset)),
    ]) {
        prop_assume!(brief.check().is_ok());
        for blank in Net::of(&brief).blanks {
            let (wide, tall) = (blank.width(), blank.height());
            let creases = blank.creases.iter().flat_map(|crease| [crease.from, crease.to]);
            let cuts = blank.cuts.iter().flat_map(|cut| [cut.from, cut.to]);
            let glue = blank.glue.iter().flat_map(|glue| glue.corners.iter().copied());
            for Point { x, y } in creases.chain(cuts).chain(glue).chain(blank.outline.iter().copied()) {
                let on_it = Length::ZERO <= x && x <= wide && Length::ZERO <= y && y <= tall;
                prop_assert!(on_it, "{:?}, {:?} of {:?} × {:?}", x, y, wide, tall);
            }
        }
    }
}
