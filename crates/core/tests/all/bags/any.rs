//! Any brief a crafter could send, sensible or not: whatever the program says of it has to be true.

use proptest::prelude::*;
use wide_fold_core::brief::{
    Across, AllRound, Backing, BackingKind, BaseHabit, BaseName, Board, Build, BuildName, Closure,
    ClosureKind, CreaseName, Cuts, Decoration, Direction, Edge, EdgeBy, EdgeLine, FaceSide, Fittings,
    GussetCrease, Hand, Handle, HandleKind, Insert, Joins, Knot, Lined, Places, Punch, Round, RoundStart,
    ScoreFace, Squares, Stands, Stops, Top, TopName,
};
use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::gift::{Gift, Thing};
use wide_fold_core::mass::Mass;
use wide_fold_core::sheet::Grammage;
use wide_fold_core::{Brief, Guide, GuideWay, Length, Sheet, Unit};

/// Common sheets, and some of nobody's: width and height in inches.
const SHEETS: [(i64, i64); 8] = [(12, 12), (12, 12), (6, 6), (20, 12), (14, 14), (30, 20), (9, 13), (40, 60)];

/// An edge for a number below 512: half of them straight, else any line, drawn or punched, its repeat from ¼ to 4.
pub fn edge_of(number: usize) -> Edge {
    let line = EdgeLine::ALL.get(number % 8).copied().unwrap_or_default();
    let by = if number / 8 % 2 == 1 { EdgeBy::Punched } else { EdgeBy::Drawn };
    let repeat = Length::eighths(2 + (number / 16) as i64);
    Edge { line, by, repeat: Some(repeat), rise: None }
}

prop_compose! {
    /// A build of any kind, cut at any places.
    fn build()(kind in 0_usize..BuildName::ALL.len() * 2 + 2, at in 0_usize..255, part in prop::option::of(8_i64..40), level in prop::option::of(0_i64..60)) -> Build {
        let cuts = Cuts {
            at: Places::every().nth(at).unwrap_or_default(),
            back_part: part.map(Length::eighths),
            all_round: level.map(Length::eighths).map(AllRound::at),
        };
        let squares = if kind % 2 == 1 { Squares::SlitLevel } else { Squares::SlitUp };
        // Twice over, and a few runs in pieces more.
        let name = BuildName::ALL.iter().cycle().take(BuildName::ALL.len() * 2).nth(kind);
        name.map_or(Build::Joined { cuts }, |name| name.of(cuts, squares, 2, Length::eighths(4 + at as i64 % 5)))
    }
}

prop_compose! {
    fn top()(kind in 0_usize..TopName::ALL.len() + 2, depth in 2_i64..32, front: bool, corner in 0_i64..8) -> Top {
        let depth = Length::eighths(depth);
        let on = if front { FaceSide::Front } else { FaceSide::Back };
        let top = TopName::ALL.get(kind).map_or(Top::Raw, |name| name.of(on, depth, Length::eighths(corner)));
        // A flap is deeper than a hem.
        if top.flap().is_some() { top.with_depth(depth * 2) } else { top }
    }
}

prop_compose! {
    /// Any handle, closure and decoration, mostly in customary figures.
    pub fn fittings()(
        kind in 0_usize..HandleKind::ALL.len(), set in prop::collection::vec(prop::option::weighted(0.15, 1_i64..40), 9), backing in 0_usize..4,
        closure in 0_usize..12, insert in 0_usize..3, decoration in 0_u8..128, load in prop::option::weighted(0.2, 1_i64..24),
    ) -> Fittings {
        let figure = |n: usize| set[n].map(Length::eighths);
        let has = |bit: u8| decoration >> bit & 1 == 1;
        Fittings {
            handle: Handle {
                kind: HandleKind::ALL[kind],
                from_centre: figure(0),
                down: figure(1),
                stands: match figure(2) {
                    None => Stands::Customary,
                    Some(length) if has(0) => Stands::High(length),
                    Some(length) => Stands::Long(length),
                },
                width: figure(3),
                opening: figure(4),
                knot: if has(1) { Knot::Triple } else { Knot::Double },
            },
            backing: Backing {
                kind: BackingKind::ALL.get(backing).copied().unwrap_or_default(),
                length: figure(5),
                depth: figure(6),
            },
            closure: Closure { kind: ClosureKind::ALL.get(closure).copied().unwrap_or_default(), down: figure(7) },
            insert: Insert::ALL[insert],
            decoration: Decoration {
                faces: has(2) && has(6),
                gussets: has(3) && has(6),
                flap: has(4),
                band: has(5),
                pocket: has(0) && has(1),
                margin: figure(8),
                medallion: has(2) && has(3),
                medallion_across: figure(6).filter(|_| has(5)),
                holds_width: figure(4).map(|own| own + Length::INCH),
                holds_height: figure(8).map(|own| own * 2 + Length::INCH),
                ..Decoration::default()
            },
            load: load.map(Mass::half_pounds),
            punch: Punch::default(),
        }
    }
}

prop_compose! {
    /// The paper, the board and the habits.
    fn table()(
        sheet in 0_usize..8, turned in prop::bool::weighted(0.15), directional in prop::bool::weighted(0.7), side in prop::option::weighted(0.15, 0_usize..8),
        weight in prop::option::of(0_usize..6), metric in prop::bool::weighted(0.25), inside: bool,
    ) -> Brief {
        let of = |n: usize| Sheet {
            width: Length::inches(SHEETS[n].0),
            height: Length::inches(SHEETS[n].1),
            directional,
            grammage: weight.map(|n| Grammage([40, 80, 120, 180, 220, 300][n])),
            ..Sheet::default()
        };
        let mut brief = Brief::new(Length::INCH, Length::INCH, Length::INCH);
        brief.sheet = Sheet { turned, ..of(sheet) };
        brief.side_sheet = side.map(of);
        if metric {
            (brief.unit, brief.board) = (Unit::Metric, Board { groove: Length::millimetres(5), reach: Length::millimetres(300), stops: if inside { Stops::Both } else { Stops::Right }, hangs_over: !inside });
        }
        brief.lined = Lined::ALL[side.unwrap_or_default() % Lined::ALL.len()];
        brief.sheet.grid = (side == Some(2)).then_some(Length::eighths(2));
        brief.score_face = if inside { ScoreFace::InsideThroughout } else { ScoreFace::OutsideOfFold };
        brief
    }
}

/// A guide for a brief: for most of them the one that the bag is made for, else one that does not fold it.
fn guide(brief: &Brief, kind: u16) -> Guide {
    let near = |length: Length| length.max(Length::eighths(3)).min(Length::inches(20));
    let flap = near(brief.flap());
    Guide {
        name: "Any guide".to_owned(),
        gusset: if kind % 4 == 1 { Length::inches(2) } else { near(brief.finished.gusset) },
        flap,
        widths: match kind % 3 {
            0 => vec![near(brief.finished.width)],
            1 => vec![Length::inches(3), near(brief.finished.width) + Length::INCH],
            _ => vec![Length::inches(2), Length::inches(4), Length::inches(6)],
        },
        reach: if kind.is_multiple_of(2) { flap + Length::inches(4) } else { Length::inches(30) },
        taper: Length::ZERO,
        way: GuideWay { base_on_board: kind % 5 < 2, left_handed: kind % 7 < 2 },
    }
    .in_order()
}

/// Hands of whatever habit, as long as a brief takes it.
fn hand(by: i64, brief: &Brief) -> Hand {
    let hand = Hand { panel: Length::sixty_fourths(by % 15 - 7), height: Length::sixty_fourths(by % 9 - 4) };
    if (Brief { hand, ..brief.clone() }).check().is_ok() { hand } else { Hand::NONE }
}

prop_compose! {
    /// Any brief at all, with its sizes in eighths, sixteenths, sixty-fourths or tenths of a millimetre.
    pub fn any_brief()(
        table in table(), w in 8_i64..200, h in 8_i64..240, d in 4_i64..96, fine in 0_u8..10, odd in prop::array::uniform3(0_i64..4), build in build(), top in top(),
        start in 0_usize..3, left: bool, tab in 1_i64..8, base in 0_usize..6, depth in 1_i64..24, crease in 0_usize..CreaseName::ALL.len() * 3,
        strips in 0_usize..5, at in 0_usize..255, extras in 0_u16..4096, fitted in prop::bool::weighted(0.6), fittings in fittings(),
    ) -> Brief {
        let n = |n: i64, odd: i64| match fine {
            0..=5 => Length::eighths((n + 1) / 2),
            6 | 7 => Length::sixty_fourths(n * 4),
            8 => Length::sixty_fourths(n * 4 + odd),
            _ => Length::from_nm((n * 16 + odd) * 100_000),
        };
        let mut brief = Brief { build, top, ..table };
        (brief.finished.width, brief.finished.height, brief.finished.gusset) = (n(w, odd[0]), n(h, odd[1]), n(d, odd[2]));
        brief.round = Round {
            start: RoundStart::ALL[start],
            direction: if left { Direction::Left } else { Direction::Right },
        };
        brief.tab = Length::eighths(tab);
        let depth = Length::eighths(depth);
        brief.base = BaseName::ALL.get(base).map_or(BaseHabit::Full, |name| name.of(depth));
        let across = [Across::Back, Across::BothFaces, Across::Unscored][crease / CreaseName::ALL.len() % 3];
        brief.gusset_crease = match crease % 3 {
            0 => GussetCrease::None,
            _ => CreaseName::ALL[crease % CreaseName::ALL.len()].of(across),
        };
        brief.joins = match strips {
            0 => Joins::Strips { width: Length::INCH },
            1 => Joins::Mixed { width: Length::INCH, at: Places::every().nth(at).unwrap_or_default() },
            _ => Joins::Tabs,
        };
        if extras % 3 == 0 {
            brief.extras = Extras::of(Extra::ALL.iter().copied().filter(|kind| extras >> *kind as usize & 1 == 1));
        }
        if fitted {
            brief.fittings = fittings;
        }
        brief.hem_slit = extras % 5 < 2;
        brief.edge = edge_of(usize::from(extras % 512));
        if extras % 7 == 1 {
            let near = |length: Length| length.max(Length::eighths(2)).min(Length::inches(50));
            let size = brief.finished;
            let less = Length::sixty_fourths(i64::from(extras % 64));
            let thing = match extras % 3 {
                0 => Thing::Box { width: near(size.width - less), depth: near(size.gusset - less), height: near(size.height - less) },
                1 => Thing::Cylinder { across: near(size.gusset - less), height: near(size.height - less * 2) },
                _ => Thing::Flat { width: near(size.width), height: near(size.height), thick: near(less) },
            };
            brief.gift = Some(Gift { things: vec![thing; 1 + usize::from(extras % 2)], turned: left, ..Gift::one(thing) });
        }
        if extras % 4 == 3 {
            brief.hand = hand(i64::from(extras), &brief);
        }
        if extras.is_multiple_of(5) {
            let guide = guide(&brief, extras / 5);
            // Every other one is made as its guide asks.
            let build = if extras.is_multiple_of(2) { Build::Wrap } else { Build::CornerPair };
            brief = if extras.is_multiple_of(3) { guide.fitted(&brief, build, guide.widest()) } else { Brief { guide: Some(guide), ..brief } };
        }
        brief
    }
}
