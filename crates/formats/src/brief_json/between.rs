//! From a written brief to one that can be planned, and back.

use super::*;

impl TryFrom<&BriefText> for Brief {
    type Error = FormatFault;

    /// Reads every length and checks that the size can be folded.
    fn try_from(text: &BriefText) -> Result<Self, FormatFault> {
        let unit = Unit::from(text.unit);
        let length = |field: &str, text: &str| {
            Length::parse(text, unit)
                .map_err(|error| FormatFault { field: field.to_owned(), sentence: format!("{error}.") })
        };
        let or = |field: &str, text: &Option<String>, default: Length| {
            text.as_deref().map_or(Ok(default), |text| length(field, text))
        };
        let mut brief = Self::new(
            length("finished.width", &text.finished.width)?,
            length("finished.height", &text.finished.height)?,
            length("finished.gusset", &text.finished.gusset)?,
        );
        brief.unit = unit;
        brief.build = match text.build {
            BuildText::Wrap => Build::Wrap,
            BuildText::CornerPair => Build::CornerPair,
            BuildText::CradlePair => Build::CradlePair { squares: text.squares.into() },
            BuildText::Joined => {
                let maybe = |field: &str, text: &Option<String>| {
                    text.as_deref().map(|text| length(field, text)).transpose()
                };
                let at = Places::of(text.cuts.iter().map(|place| Place::from(*place)));
                let back_part = maybe("back_part", &text.back_part)?;
                let level = maybe("level", &text.level)?;
                Build::Joined { cuts: Cuts { at, back_part, level } }
            }
            BuildText::FoldedBase => {
                Build::FoldedBase { lap: or("base_lap", &text.base_lap, CUSTOMARY_LAP)? }
            }
            BuildText::PleatedFlare => Build::PleatedFlare {
                pleats: text.pleats.unwrap_or(CUSTOMARY_PLEATS.0),
                pleat: or("pleat", &text.pleat, CUSTOMARY_PLEATS.1)?,
            },
        };
        brief.fittings = text.fittings.read(unit, brief.finished.width)?;
        brief.weights = text.weights.map(JoinWeights::from).unwrap_or_default();
        brief.extras = Extras::of(text.extras.iter().map(|extra| Extra::from(*extra)));
        brief.run = Run { start: text.run.start.into(), direction: text.run.direction.into() };
        brief.tab = or("tab", &text.tab, CUSTOMARY_TAB)?;
        brief.joins = match text.joins {
            JoinsText::Tabs => Joins::Tabs,
            JoinsText::Strips => Joins::Strips { width: or("strip", &text.strip, CUSTOMARY_STRIP)? },
            JoinsText::Mixed => Joins::Mixed {
                width: or("strip", &text.strip, CUSTOMARY_STRIP)?,
                at: Places::of(text.strips_at.iter().map(|place| Place::from(*place))),
            },
        };
        brief.allowance = or("allowance", &text.allowance, Length::ZERO)?;
        brief.notch = or("notch", &text.notch, CUSTOMARY_NOTCH)?;
        brief.base = match text.base.habit {
            HabitText::Full => BaseHabit::Full,
            HabitText::HalfAndLap => {
                BaseHabit::HalfAndLap { lap: or("base.lap", &text.base.lap, CUSTOMARY_LAP)? }
            }
            HabitText::Fixed => BaseHabit::Fixed { depth: or("base.depth", &text.base.depth, GUIDE_FLAP)? },
            HabitText::Custom => BaseHabit::Custom { depth: or("base.depth", &text.base.depth, GUIDE_FLAP)? },
        };
        let depth = |default| or("top.depth", &text.top.depth, default);
        brief.top = match text.top.kind {
            TopKindText::Raw => Top::Raw,
            TopKindText::HemIn => Top::HemIn { depth: depth(CUSTOMARY_HEM)? },
            TopKindText::HemOut => Top::HemOut { depth: depth(CUSTOMARY_HEM)? },
            TopKindText::Flap => Top::Flap {
                on: text.top.on.into(),
                depth: depth(CLOSING_FLAP.0)?,
                corner: or("top.corner", &text.top.corner, CLOSING_FLAP.1)?,
            },
        };
        brief.gusset_crease = text.gusset_crease.into();
        brief.closing = text.closing.into();
        brief.score_face = text.score_face.into();
        let sheet = |field: &str, text: &SheetText| -> Result<Sheet, FormatFault> {
            let caliper = text.caliper.as_deref();
            Ok(Sheet {
                width: length(&format!("{field}.width"), &text.width)?,
                height: length(&format!("{field}.height"), &text.height)?,
                directional: text.directional,
                printed: text.printed.into(),
                turned: text.turned,
                grammage: text.grammage.map(Grammage),
                caliper: caliper.map(|text| length(&format!("{field}.caliper"), text)).transpose()?,
            })
        };
        brief.sheet = sheet("sheet", &text.sheet)?;
        let side = text.side_sheet.as_ref().map(|side| sheet("side_sheet", side)).transpose()?;
        brief.side_sheet = side.map(|side| Sheet { turned: false, ..side });
        let board = Board::default();
        brief.board = Board {
            groove: or("board.groove", &text.board.groove, board.groove)?,
            reach: or("board.reach", &text.board.reach, board.reach)?,
        };
        brief.check()?;
        Ok(brief)
    }
}

impl From<&Brief> for BriefText {
    /// Writes every field out, each length exactly.
    fn from(brief: &Brief) -> Self {
        let (habit, depth, lap) = match brief.base {
            BaseHabit::Full => (HabitText::Full, None, None),
            BaseHabit::HalfAndLap { lap } => (HabitText::HalfAndLap, None, Some(lap.to_string())),
            BaseHabit::Fixed { depth } => (HabitText::Fixed, Some(depth.to_string()), None),
            BaseHabit::Custom { depth } => (HabitText::Custom, Some(depth.to_string()), None),
        };
        let build = match brief.build {
            Build::Wrap => BuildText::Wrap,
            Build::CornerPair => BuildText::CornerPair,
            Build::CradlePair { .. } => BuildText::CradlePair,
            Build::Joined { .. } => BuildText::Joined,
            Build::FoldedBase { .. } => BuildText::FoldedBase,
            Build::PleatedFlare { .. } => BuildText::PleatedFlare,
        };
        let squares = match brief.build {
            Build::CradlePair { squares } => squares.into(),
            _ => SquaresText::default(),
        };
        let (cuts, back_part, level) = match brief.build {
            Build::Joined { cuts } => (
                cuts.at.iter().map(PlaceText::from).collect(),
                cuts.back_part.map(|part| part.to_string()),
                cuts.level.map(|level| level.to_string()),
            ),
            _ => (Vec::new(), None, None),
        };
        let base_lap = match brief.build {
            Build::FoldedBase { lap } => Some(lap.to_string()),
            _ => None,
        };
        let (pleats, pleat) = match brief.build {
            Build::PleatedFlare { pleats, pleat } => (Some(pleats), Some(pleat.to_string())),
            _ => (None, None),
        };
        let (joins, strips_at) = match brief.joins {
            Joins::Tabs => (JoinsText::Tabs, Vec::new()),
            Joins::Strips { .. } => (JoinsText::Strips, Vec::new()),
            Joins::Mixed { at, .. } => (JoinsText::Mixed, at.iter().map(PlaceText::from).collect()),
        };
        let strip = brief.joins.strip().map(|width| width.to_string());
        let top = match brief.top {
            Top::Raw => TopText::default(),
            Top::HemIn { depth } => {
                TopText { kind: TopKindText::HemIn, depth: Some(depth.to_string()), ..TopText::default() }
            }
            Top::HemOut { depth } => {
                TopText { kind: TopKindText::HemOut, depth: Some(depth.to_string()), ..TopText::default() }
            }
            Top::Flap { on, depth, corner } => TopText {
                kind: TopKindText::Flap,
                depth: Some(depth.to_string()),
                on: on.into(),
                corner: Some(corner.to_string()),
            },
        };
        Self {
            finished: FinishedText {
                width: brief.finished.width.to_string(),
                height: brief.finished.height.to_string(),
                gusset: brief.finished.gusset.to_string(),
            },
            build,
            squares,
            cuts,
            back_part,
            level,
            weights: (brief.weights != JoinWeights::default()).then(|| brief.weights.into()),
            fittings: FittingsText::from(&brief.fittings),
            extras: brief.extras.iter().map(ExtraText::from).collect(),
            base_lap,
            pleats,
            pleat,
            run: RunText { start: brief.run.start.into(), direction: brief.run.direction.into() },
            tab: Some(brief.tab.to_string()),
            joins,
            strip,
            strips_at,
            allowance: brief.allowance.is_positive().then(|| brief.allowance.to_string()),
            base: BaseText { habit, depth, lap },
            notch: Some(brief.notch.to_string()),
            top,
            gusset_crease: brief.gusset_crease.into(),
            closing: brief.closing.into(),
            sheet: SheetText::from(&brief.sheet),
            side_sheet: brief.side_sheet.as_ref().map(SheetText::from),
            board: BoardText {
                groove: Some(brief.board.groove.to_string()),
                reach: Some(brief.board.reach.to_string()),
            },
            score_face: brief.score_face.into(),
            unit: brief.unit.into(),
        }
    }
}

impl From<&Sheet> for SheetText {
    fn from(sheet: &Sheet) -> Self {
        Self {
            width: sheet.width.to_string(),
            height: sheet.height.to_string(),
            directional: sheet.directional,
            printed: sheet.printed.into(),
            turned: sheet.turned,
            grammage: sheet.grammage.map(|grammage| grammage.0),
            caliper: sheet.caliper.map(|caliper| caliper.to_string()),
        }
    }
}
