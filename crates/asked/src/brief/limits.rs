//! Sizes nobody can fold are refused before anything is computed.

use super::{BaseHabit, Brief, Build, SHORTEST_REPEAT, Top};
use crate::Length;
use crate::Sheet;
use crate::gift::Gift;
use crate::sheet::Stuff;
use crate::text::fit_to_print;

/// Characters of the words a bag was read from (our choice).
pub const MOST_WORDS: usize = 2_000;
/// The smallest width, height or gusset a hand can fold (our choice).
const SMALLEST_PANEL: Length = Length::eighths(2);
/// The largest width, height or gusset: past any roll of paper (our choice).
const LARGEST_PANEL: Length = Length::inches(60);
/// The narrowest tab that can be glued at all (our choice).
const SMALLEST_TAB: Length = Length::sixty_fourths(4);
/// More pleats than this leave nothing to hold (our choice).
const MOST_PLEATS: u8 = 6;
/// How much a join can show at most, on a scale of our own.
const MOST_WEIGHT: u8 = 99;

/// A figure of the brief that cannot be used, and why.
#[derive(Clone, Debug, PartialEq, Eq, thiserror::Error)]
#[error("{sentence}")]
pub struct BriefFault {
    /// The field at fault, dotted as in the written brief: `finished.width`.
    pub field: &'static str,
    /// A sentence the crafter understands.
    pub sentence: String,
}

impl Brief {
    /// Checks that every figure is one that hands and paper could meet.
    ///
    /// # Errors
    /// The first [`BriefFault`]: a zero, negative or absurd length, named by its field.
    pub fn check(&self) -> Result<(), BriefFault> {
        let size = self.finished;
        self.within("finished.width", "The width", size.width, SMALLEST_PANEL, LARGEST_PANEL)?;
        self.within("finished.height", "The height", size.height, SMALLEST_PANEL, LARGEST_PANEL)?;
        self.within("finished.gusset", "The gusset", size.gusset, SMALLEST_PANEL, LARGEST_PANEL)?;
        self.within("tab", "The glue tab", self.tab, SMALLEST_TAB, Length::inches(4))?;
        self.within("notch", "The notch", self.notch, Length::ZERO, Length::inches(1))?;
        self.check_base()?;
        self.check_top()?;
        self.check_build()?;
        if let Some(width) = self.joins.strip() {
            self.within("joins.width", "The joining strip", width, SMALLEST_TAB * 2, Length::inches(8))?;
        }
        self.check_fittings()?;
        for (field, weight) in self.weights.named() {
            if weight > MOST_WEIGHT {
                let sentence = format!("A join shows 0 to {MOST_WEIGHT}; this says {weight}.");
                return Err(BriefFault { field, sentence });
            }
        }
        self.within("allowance", "The allowance", self.allowance, Length::ZERO, Length::eighths(2))?;
        self.check_hand()?;
        self.check_sheets()?;
        let board = self.board;
        let least = Length::from_nm(500_000);
        self.within("board.groove", "The board's groove", board.groove, least, Length::INCH)?;
        self.within("board.reach", "The board's reach", board.reach, Length::inches(4), Length::inches(60))?;
        if let Some(Err((_, sentence))) = self.gift.as_ref().map(Gift::check) {
            return Err(BriefFault { field: "gift", sentence });
        }
        let words = self.heard.as_deref().unwrap_or("");
        if words.chars().count() > MOST_WORDS || !fit_to_print(&words.replace(['\n', '\r', '\t'], " ")) {
            let sentence = format!(
                "The words a bag was read from are at most {MOST_WORDS} characters that can be written anywhere."
            );
            return Err(BriefFault { field: "heard", sentence });
        }
        self.guide.as_ref().map_or(Ok(()), |guide| guide.check(self.unit)).map_err(|(field, sentence)| {
            let field = match field {
                "name" => "guide.name",
                "gusset" => "guide.gusset",
                "flap" => "guide.flap",
                "widths" => "guide.widths",
                "reach" => "guide.reach",
                _ => "guide.taper",
            };
            BriefFault { field, sentence }
        })
    }

    fn check_base(&self) -> Result<(), BriefFault> {
        match self.base {
            BaseHabit::Full => {}
            BaseHabit::HalfAndLap { lap } => {
                self.within(
                    "base.lap",
                    "The lap of the base flaps",
                    lap,
                    Length::sixty_fourths(4),
                    LARGEST_PANEL,
                )?;
            }
            BaseHabit::Fixed { depth } | BaseHabit::Custom { depth } => {
                self.within("base.depth", "The base flap", depth, SMALLEST_PANEL, LARGEST_PANEL)?;
            }
        }
        Ok(())
    }

    fn check_top(&self) -> Result<(), BriefFault> {
        match self.top {
            Top::Raw => {}
            Top::HemIn { depth } | Top::HemOut { depth } => {
                self.within("top.depth", "The hem", depth, Length::sixty_fourths(8), LARGEST_PANEL)?;
            }
            Top::Flap { depth, corner, .. } => {
                self.within("top.depth", "The closing flap", depth, SMALLEST_PANEL, LARGEST_PANEL)?;
                self.within("top.corner", "The rounded corner", corner, Length::ZERO, LARGEST_PANEL)?;
            }
        }
        if let Some(repeat) = self.edge.repeat {
            self.within("top.edge.repeat", "The repeat of the edge", repeat, SHORTEST_REPEAT, LARGEST_PANEL)?;
        }
        if let Some(rise) = self.edge.rise {
            let least = Length::sixty_fourths(1);
            self.within("top.edge.rise", "The depth of the edge", rise, least, LARGEST_PANEL)?;
        }
        Ok(())
    }

    fn check_build(&self) -> Result<(), BriefFault> {
        let size = self.finished;
        match self.build {
            Build::Wrap | Build::CornerPair | Build::CradlePair { .. } => {}
            Build::Joined { cuts } => {
                if cuts.at.count() == 0 {
                    let sentence = "A bag in pieces has to be cut at one place at least.".to_owned();
                    return Err(BriefFault { field: "build.cuts", sentence });
                }
                if let Some(part) = cuts.back_part {
                    let most = size.width - SMALLEST_PANEL;
                    self.within(
                        "build.back_part",
                        "The left part of the back",
                        part,
                        SMALLEST_PANEL.min(most),
                        most,
                    )?;
                }
                if let Some(all_round) = cuts.all_round {
                    let (field, what) = ("build.all_round.rise", "The height of the join all round");
                    let most = size.height - self.tab - SMALLEST_PANEL;
                    self.within(field, what, all_round.rise(), Length::ZERO, most)?;
                }
            }
            Build::FoldedBase { lap } => {
                self.within("build.lap", "The lap of the folded base", lap, SMALLEST_TAB, LARGEST_PANEL)?;
            }
            Build::PleatedFlare { pleats, pleat } => {
                if !(1..=MOST_PLEATS).contains(&pleats) {
                    let sentence =
                        format!("A flare takes one to {MOST_PLEATS} pleats a side; this asks for {pleats}.");
                    return Err(BriefFault { field: "build.pleats", sentence });
                }
                self.within("build.pleat", "The pleat", pleat, SMALLEST_PANEL, LARGEST_PANEL)?;
            }
        }
        Ok(())
    }

    fn check_sheets(&self) -> Result<(), BriefFault> {
        let own = ["sheet.thickness", "sheet.weight", "sheet.grid"];
        let other = ["side_sheet.thickness", "side_sheet.weight", "side_sheet.grid"];
        let sides = self.side_sheet.as_ref().map(|side| (side, other));
        for (sheet, fields) in [(&self.sheet, own)].into_iter().chain(sides) {
            sheet.check_stuff().map_err(|(stuff, sentence)| BriefFault {
                field: match stuff {
                    Stuff::Thickness => fields[0],
                    Stuff::Weight => fields[1],
                    Stuff::Grid => fields[2],
                },
                sentence,
            })?;
        }
        self.within("sheet.width", "The sheet's width", self.sheet.width, Sheet::SMALLEST, Sheet::LARGEST)?;
        self.within(
            "sheet.height",
            "The sheet's height",
            self.sheet.height,
            Sheet::SMALLEST,
            Sheet::LARGEST,
        )?;
        if let Some(side) = &self.side_sheet {
            let what = "The width of the gussets' sheet";
            self.within("side_sheet.width", what, side.width, Sheet::SMALLEST, Sheet::LARGEST)?;
            let what = "The height of the gussets' sheet";
            self.within("side_sheet.height", what, side.height, Sheet::SMALLEST, Sheet::LARGEST)?;
        }
        Ok(())
    }

    fn check_fittings(&self) -> Result<(), BriefFault> {
        let least = Length::sixty_fourths(4);
        let fittings = &self.fittings;
        let (handle, decoration) = (fittings.handle, fittings.decoration);
        let all = [
            ("handle.from_centre", "The distance from the centre", handle.from_centre, Length::ZERO),
            ("handle.down", "The distance from the top edge", handle.down, Length::ZERO),
            ("handle.drop", "The drop of the handle", handle.stands.high(), Length::ZERO),
            ("handle.length", "The length of the handle", handle.stands.long(), least),
            ("handle.width", "The width of the handle", handle.width, least),
            ("handle.opening", "The opening", handle.opening, least),
            ("backing.length", "The length of the strip", fittings.backing.length, least),
            ("backing.depth", "The depth of the strip", fittings.backing.depth, least),
            ("closure.down", "The distance from the edge", fittings.closure.down, Length::ZERO),
            ("decoration.margin", "The margin of the mats", decoration.margin, Length::ZERO),
            ("decoration.band_width", "The width of the band", decoration.band_width, least),
            ("decoration.holds_width", "What goes into the pocket", decoration.holds_width, least * 4),
            ("decoration.holds_height", "What goes into the pocket", decoration.holds_height, least * 4),
            ("decoration.medallion_across", "The medallion", decoration.medallion_across, least * 4),
            ("punch.hole", "The punch’s hole", Some(fittings.punch.hole), least),
            ("punch.reach", "The punch’s reach", Some(fittings.punch.reach), least),
        ];
        for (field, what, length, least) in all {
            if let Some(length) = length {
                self.within(field, what, length, least, LARGEST_PANEL * 4)?;
            }
        }
        Ok(())
    }

    pub(super) fn within(
        &self,
        field: &'static str,
        what: &str,
        length: Length,
        least: Length,
        most: Length,
    ) -> Result<(), BriefFault> {
        if least <= length && length <= most && length.can_be_halved() {
            return Ok(());
        }
        if least <= length && length <= most {
            let sentence = format!(
                "{what} is finer than any ruler: use sixty-fourths of an inch, or hundredths of a millimetre."
            );
            return Err(BriefFault { field, sentence });
        }
        let given = length.label(self.unit);
        let sentence = if length < least && !length.is_positive() && least.is_positive() {
            format!("{what} is {given}; it has to be more than nothing, {} at least.", least.label(self.unit))
        } else if length < least {
            format!("{what} is {given}; less than {} cannot be folded by hand.", least.label(self.unit))
        } else {
            format!("{what} is {given}; nobody can fold more than {}.", most.label(self.unit))
        };
        Err(BriefFault { field, sentence })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn sized(width: i64, height: i64, gusset: i64) -> Brief {
        Brief::new(Length::inches(width), Length::inches(height), Length::inches(gusset))
    }

    #[rstest]
    #[case(0, 6, 2, "finished.width", "more than nothing")]
    #[case(4, -6, 2, "finished.height", "more than nothing")]
    #[case(4, 6, 900, "finished.gusset", "nobody can fold more than 60 in")]
    fn sizes_nobody_can_fold(
        #[case] width: i64,
        #[case] height: i64,
        #[case] gusset: i64,
        #[case] field: &str,
        #[case] words: &str,
    ) {
        let fault = sized(width, height, gusset).check().unwrap_err();
        assert_eq!(fault.field, field);
        assert!(fault.sentence.contains(words), "{}", fault.sentence);
    }

    #[test]
    fn every_other_length_is_checked_too() {
        let good = sized(4, 7, 2);
        let zero = Length::ZERO;
        let thick = |good: &Brief, caliper| crate::Sheet { caliper: Some(caliper), ..good.sheet.clone() };
        let faults = [
            Brief { tab: zero, ..good.clone() },
            Brief { tab: Length::INCH + Length::from_units(1), ..good.clone() },
            Brief { notch: -Length::INCH, ..good.clone() },
            Brief { base: BaseHabit::Custom { depth: zero }, ..good.clone() },
            Brief { base: BaseHabit::HalfAndLap { lap: zero }, ..good.clone() },
            Brief { top: Top::HemOut { depth: zero }, ..good.clone() },
            Brief { sheet: crate::Sheet { height: zero, ..good.sheet.clone() }, ..good.clone() },
            Brief { board: super::super::Board { groove: zero, ..good.board }, ..good.clone() },
            Brief { sheet: thick(&good, Length::millimetres(-5)), ..good.clone() },
            Brief { weights: super::super::JoinWeights { inside_back: 100, ..good.weights }, ..good.clone() },
            Brief { side_sheet: Some(thick(&good, Length::ZERO)), ..good.clone() },
            Brief { side_sheet: Some(thick(&good, Length::millimetres(1_000_000))), ..good.clone() },
            Brief { hand: super::super::Hand { panel: -Length::INCH, height: zero }, ..good.clone() },
            Brief { hand: super::super::Hand { panel: zero, height: Length::eighths(2) }, ..good.clone() },
            Brief {
                hand: super::super::Hand { panel: Length::eighths(1), height: zero },
                tab: Length::sixty_fourths(12),
                ..good.clone()
            },
        ]
        .map(|brief| brief.check().unwrap_err().field);
        assert_eq!(
            faults,
            [
                "tab",
                "tab",
                "notch",
                "base.depth",
                "base.lap",
                "top.depth",
                "sheet.height",
                "board.groove",
                "sheet.thickness",
                "weights.inside_back",
                "side_sheet.thickness",
                "side_sheet.thickness",
                "hand.panel",
                "hand.height",
                "hand.panel"
            ]
        );
        assert_eq!(good.check(), Ok(()));
    }
}
