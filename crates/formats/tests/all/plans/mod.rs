//! Random bags of every build, for the tests of what is written of them.

use proptest::prelude::*;
use wide_fold_core::brief::{
    Across, BuildName, CreaseName, Cuts, FaceSide, HandleKind, Joins, Places, Squares, TopName,
};
use wide_fold_core::{Brief, Length, Plan, Sheet};

prop_compose! {
    /// A bag that can be planned, if it can be.
    pub fn plan()(
        w in 16_i64..80, h in 24_i64..90, d in 8_i64..40, build in 0_usize..BuildName::ALL.len(), at in 0_usize..255, top in 0_usize..TopName::ALL.len(),
        crease in 0_usize..CreaseName::ALL.len(), handle in 0_usize..HandleKind::ALL.len(), large: bool, strips: bool,
    ) -> Option<Plan> {
        let mut brief = Brief::new(Length::eighths(w), Length::eighths(h), Length::eighths(d));
        let cuts = Cuts { at: Places::every().nth(at).unwrap(), back_part: None, all_round: None };
        let squares = if at % 2 == 1 { Squares::SlitLevel } else { Squares::SlitUp };
        let length = Length::eighths(4 + at as i64 % 5);
        brief.build = BuildName::ALL[build % BuildName::ALL.len()].of(cuts, squares, 2, length);
        brief.top = TopName::ALL[top].of(FaceSide::Back, Length::INCH, Length::eighths(2));
        brief.hem_slit = w % 3 == 0;
        let across = if large { Across::Back } else { Across::BothFaces };
        brief.gusset_crease = CreaseName::ALL[crease].of(across);
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
