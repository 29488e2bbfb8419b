//! Which bags a guide folds: what it asks of a brief, and the brief that gives it all of that.

use super::{BaseHabit, Brief, Build, Direction, Round, RoundStart, ScoreFace};
use crate::{Guide, Length};

/// Something in a brief that a guide cannot fold.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Misfit {
    /// It folds runs from a face to a tab: a wrap, or a corner pair.
    Build,
    /// The round does not start with a face.
    Start,
    /// Its marks are on the left of its score edge, and the first face would lie on the right; the other way round of a left-handed
    /// feed.
    Direction,
    /// The gusset is another.
    Gusset,
    /// The base flaps are deeper or less deep.
    Flap,
    /// It has no mark for the width of the face.
    Width,
    /// Its notch is another.
    Taper,
}

impl Guide {
    /// All that keeps a brief from being folded in it; nothing if it can be.
    ///
    /// A corner pair is folded at any width: of each sheet the face is measured once, and gusset and tab follow at the marks.
    pub fn misfits(&self, brief: &Brief) -> Vec<Misfit> {
        let (is_wrap, is_pair) = (brief.build.is_wrapped(), brief.build.goes_round_in_two());
        // What else it asks means nothing of another build.
        if !is_wrap && !is_pair {
            return vec![Misfit::Build];
        }
        let mut found = Vec::new();
        let mut ask = |fits: bool, misfit| {
            if !fits {
                found.push(misfit);
            }
        };
        ask(!is_wrap || brief.round.start.is_face(), Misfit::Start);
        ask(brief.round.direction == self.direction(brief.score_face), Misfit::Direction);
        ask(brief.finished.gusset == self.gusset, Misfit::Gusset);
        ask(brief.flap() == self.flap, Misfit::Flap);
        ask(is_pair || self.widths.contains(&brief.finished.width), Misfit::Width);
        ask(brief.notch == self.taper, Misfit::Taper);
        found
    }

    /// The brief as it has to be for this guide, with faces of that width. A wrap takes a width that has a mark.
    pub fn fitted(&self, brief: &Brief, build: Build, width: Length) -> Brief {
        let mut made = Brief {
            build,
            round: Round { start: RoundStart::Face, direction: self.direction(brief.score_face) },
            base: BaseHabit::Fixed { depth: self.flap },
            notch: self.taper,
            guide: Some(self.clone()),
            ..brief.clone()
        };
        (made.finished.width, made.finished.gusset) = (width, self.gusset);
        made
    }

    /// The way a round has to go so that its first face lies on the left, of a left-handed feed on the right, with the face up that is
    /// scored: corners and base line are mountains all, scored from the outside or the inside as the school has it.
    fn direction(&self, school: ScoreFace) -> Direction {
        match (school, self.way.left_handed) {
            (ScoreFace::OutsideOfFold, false) | (ScoreFace::InsideThroughout, true) => Direction::Right,
            (ScoreFace::InsideThroughout, false) | (ScoreFace::OutsideOfFold, true) => Direction::Left,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::guide::tests::guide;

    #[test]
    fn everything_that_does_not_fit_is_named() {
        let mut brief = Brief::new(Length::inches(4), Length::inches(6), Length::inches(3));
        let found = guide().misfits(&brief);
        assert_eq!(found, [Misfit::Start, Misfit::Gusset, Misfit::Flap, Misfit::Width, Misfit::Taper]);
        brief.score_face = ScoreFace::InsideThroughout;
        assert!(guide().misfits(&brief).contains(&Misfit::Direction));
        brief.build = Build::FoldedBase { lap: Length::eighths(4) };
        assert_eq!(guide().misfits(&brief), [Misfit::Build]);
    }

    #[test]
    fn what_is_fitted_to_it_fits() {
        for school in [ScoreFace::OutsideOfFold, ScoreFace::InsideThroughout] {
            let brief = Brief {
                score_face: school,
                ..Brief::new(Length::inches(4), Length::inches(6), Length::inches(3))
            };
            let wrap = guide().fitted(&brief, Build::Wrap, Length::inches(5));
            assert_eq!(guide().misfits(&wrap), []);
            // Past its marks only a pair goes.
            let wide = guide().fitted(&brief, Build::Wrap, Length::inches(7));
            assert_eq!(guide().misfits(&wide), [Misfit::Width]);
            assert_eq!(guide().misfits(&guide().fitted(&brief, Build::CornerPair, Length::inches(7))), []);
        }
    }
}
