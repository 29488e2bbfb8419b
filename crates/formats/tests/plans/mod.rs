//! Random bags of every build, for the tests of what is written of them.

use proptest::prelude::*;
use wide_fold_core::brief::{Across, Build, Cuts, GussetCrease, HandleKind, Joins, Places, Squares, Top};
use wide_fold_core::{Brief, Length, Plan, Sheet};

prop_compose! {
    /// A bag that can be planned, if it can be.
    pub fn plan()(
        w in 16_i64..80, h in 24_i64..90, d in 8_i64..40, build in 0_usize..8, at in 0_usize..255, top in 0_usize..4,
        crease in 0_usize..5, handle in 0_usize..HandleKind::ALL.len(), large: bool, strips: bool,
    ) -> Option<Plan> {
        let mut brief = Brief::new(Length::eighths(w), Length::eighths(h), Length::eighths(d));
        brief.build = match build {
            0 => Build::CornerPair,
            1 => Build::CradlePair { squares: Squares::SlitUp },
            2 => Build::CradlePair { squares: Squares::SlitLevel },
            3 => Build::FoldedBase { lap: Length::eighths(4) },
            4 => Build::PleatedFlare { pleats: 2, pleat: Length::eighths(8) },
            5 => Build::Joined { cuts: Cuts { at: Places::every().nth(at).unwrap(), back_part: None, all_round: None } },
            _ => Build::Wrap,
        };
        brief.top = [Top::Raw, Top::HemIn { depth: Length::INCH }, Top::HemOut { depth: Length::INCH }, Top::Raw][top];
        brief.hem_slit = w % 3 == 0;
        brief.gusset_crease = [
            GussetCrease::None,
            GussetCrease::Centre,
            GussetCrease::Pair,
            GussetCrease::FoldFlat { across: Across::Back },
            GussetCrease::FoldFlat { across: Across::BothFaces },
        ][crease];
        if strips {
            brief.joins = Joins::Strips { width: Length::INCH };
        }
        brief.fittings.handle.kind = HandleKind::ALL[handle];
        if large {
            brief.sheet = Sheet { width: Length::inches(30), height: Length::inches(40), ..Sheet::default() };
        }
        Plan::new(&brief).ok()
    }
}
