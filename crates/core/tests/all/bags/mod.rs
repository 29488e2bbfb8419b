//! Random bags for the property tests.

pub mod any;
pub mod cutting;

use proptest::prelude::*;
use wide_fold_core::brief::{
    Across, AllRound, BaseHabit, BuildName, ClosingOrder, CreaseName, Cuts, Direction, FaceSide, Joins,
    Places, Round, RoundStart, Squares, Top, TopName,
};
use wide_fold_core::brief::{Extra, Extras};
use wide_fold_core::{Brief, Length, Sheet};

prop_compose! {
    /// A bag that closes: any build, start, direction, join, top and gusset crease that go together.
    pub fn bag()(
        w in 16_i64..120, h in 24_i64..160, d in 8_i64..60, build in 0_usize..12, cuts in 1_usize..256, back_part in 1_i64..8, level in prop::option::of(0_i64..8), start in 0_usize..3, left: bool,
        lap in prop::option::of(4_i64..12), top in 0_usize..8, crease in 0_usize..8, notch in 0_i64..6,
        gussets_first: bool, strips: bool, mixed in 0_usize..400, extras in 0_usize..32, edge in 0_usize..1024,
    ) -> Brief {
        let n = |n| Length::sixty_fourths(n * 4);
        let (wide, tall) = (w.max(d), h.max(d + 20));
        // A level leaves room for the lap and for a hem above it.
        let cuts = Cuts {
            at: Places::every().nth(cuts - 1).unwrap(),
            back_part: Some(n((wide * back_part / 8).clamp(8, wide - 8))),
            all_round: level.filter(|_| !strips).map(|level| AllRound::at(n((tall - 22) * level / 8))),
        };
        let (squares, pleats, length) = match build / BuildName::ALL.len() {
            0 => (Squares::SlitUp, 3, Length::sixty_fourths(24)),
            _ => (Squares::SlitLevel, 2, Length::sixty_fourths(32)),
        };
        let build = BuildName::ALL[build % BuildName::ALL.len()].of(cuts, squares, pleats, length);
        // A gusset no deeper than the face, so that no flap sticks out and the ends of a tube clear each other.
        let folds_in = if build.is_squashed() { 8 } else { 0 };
        let mut brief = Brief::new(n(w.max(d + folds_in)), n(h.max(d + 20)), n(d));
        brief.build = build;
        brief.round = Round {
            start: RoundStart::ALL[start],
            direction: if left { Direction::Left } else { Direction::Right },
        };
        brief.tab = n(4);
        if let (Some(lap), None) = (lap.filter(|lap| *lap < d), build.squares()) {
            brief.base = BaseHabit::HalfAndLap { lap: n(lap) };
        }
        let is_flare = !build.has_base();
        let on = if top < TopName::ALL.len() { FaceSide::Back } else { FaceSide::Front };
        let top = TopName::ALL[top % TopName::ALL.len()].of(on, n(16), n(2));
        brief.top = match top.flap() {
            Some(_) if is_flare => Top::Raw,
            Some(_) => top.with_depth(n(d.max(16))),
            None => top,
        };
        if !is_flare && !build.has_ears() {
            let across = if crease < CreaseName::ALL.len() { Across::Back } else { Across::BothFaces };
            brief.gusset_crease = CreaseName::ALL[crease % CreaseName::ALL.len()].of(across);
        }
        if strips && brief.has_joins() {
            // No wider than the narrowest panel, so that two of them have room behind it.
            let width = n(8).min(n(d).half());
            // A tab and half a strip behind one half of a gusset need room beside one another.
            let at = Places::every().nth(mixed).filter(|_| n(d) >= brief.tab * 2 + width);
            brief.joins = at.map_or(Joins::Strips { width }, |at| Joins::Mixed { width, at });
        }
        brief.extras = Extras::of(Extra::ALL.iter().copied().filter(|kind| extras >> *kind as usize & 1 == 1));
        // Gussets of a run cut at all four corners may come from another paper.
        let corners = cuts.at.has_all_corners();
        if corners && build.is_cut() && extras % 2 == 1 {
            let (width, height) = (Length::inches(70), Length::inches(50));
            brief.side_sheet = Some(Sheet { width, height, ..Sheet::default() });
        }
        brief.hem_slit = edge % 2 == 1;
        brief.edge = any::edge_of(edge / 2);
        brief.notch = n(notch);
        brief.closing = if gussets_first { ClosingOrder::GussetsFirst } else { ClosingOrder::BackFirst };
        (brief.sheet.width, brief.sheet.height) = (Length::inches(80), Length::inches(60));
        brief
    }
}
