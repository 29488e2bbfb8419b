//! Bags that are planned in benchmarks.

use wide_fold_core::brief::{
    Across, BaseHabit, Build, GussetCrease, HandleKind, Joins, RoundStart, Squares, Top,
};
use wide_fold_core::{Brief, Length};

/// Bags over the whole range of builds and habits, most of them with something wrong.
pub fn bags() -> Vec<Brief> {
    let lap = Length::eighths(4);
    let builds = [
        Build::Wrap,
        Build::CornerPair,
        Build::CradlePair { squares: Squares::SlitUp },
        Build::FoldedBase { lap },
        Build::PleatedFlare { pleats: 3, pleat: Length::eighths(8) },
    ];
    let creases = [
        GussetCrease::None,
        GussetCrease::Centre,
        GussetCrease::FoldFlat { across: Across::Back },
        GussetCrease::FoldFlat { across: Across::BothFaces },
    ];
    let habits = [
        (BaseHabit::Full, Top::Raw, Joins::Tabs, RoundStart::Gusset),
        (
            BaseHabit::HalfAndLap { lap },
            Top::HemIn { depth: Length::INCH },
            Joins::Tabs,
            RoundStart::HalfGusset,
        ),
        (
            BaseHabit::Fixed { depth: Length::eighths(10) },
            Top::HemOut { depth: Length::eighths(13) },
            Joins::Strips { width: Length::INCH },
            RoundStart::Face,
        ),
    ];
    let mut bags = Vec::new();
    for width in [24, 33, 47, 80] {
        for gusset in [8, 16, 21] {
            for build in builds {
                for gusset_crease in creases {
                    for (base, top, joins, start) in habits {
                        let size =
                            (Length::sixty_fourths(width * 8), Length::eighths(52), Length::eighths(gusset));
                        let mut brief = Brief::new(size.0, size.1, size.2);
                        (brief.build, brief.base, brief.top, brief.joins) = (build, base, top, joins);
                        (brief.gusset_crease, brief.round.start) = (gusset_crease, start);
                        // Every kind of handle in turn, and mats on every other bag.
                        brief.fittings.handle.kind = HandleKind::ALL[bags.len() % 8];
                        brief.fittings.decoration.faces = bags.len() % 2 == 1;
                        bags.push(brief);
                    }
                }
            }
        }
    }
    bags
}
