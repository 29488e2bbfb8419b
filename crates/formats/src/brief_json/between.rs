//! From a written brief to one that can be planned, and back.

use super::*;
use crate::stuff::Stuff;

/// Reads lengths; those without a unit are in `unit`.
#[derive(Clone, Copy)]
struct Reader {
    unit: Unit,
}

impl Reader {
    fn length(self, field: &str, text: &str) -> Result<Length, FormatFault> {
        Length::parse(text, self.unit)
            .map_err(|error| FormatFault { field: field.to_owned(), sentence: format!("{error}.") })
    }

    fn maybe(self, field: &str, text: Option<&String>) -> Result<Option<Length>, FormatFault> {
        text.map(|text| self.length(field, text)).transpose()
    }

    fn or(self, field: &str, text: Option<&String>, default: Length) -> Result<Length, FormatFault> {
        Ok(self.maybe(field, text)?.unwrap_or(default))
    }

    fn build(self, text: &BuildText, brief: &Brief) -> Result<Build, FormatFault> {
        Ok(match text {
            BuildText::Wrap {} => Build::Wrap,
            BuildText::CornerPair {} => Build::CornerPair,
            BuildText::CradlePair { squares } => Build::CradlePair { squares: (*squares).into() },
            BuildText::Joined { cuts, back_part, all_round } => Build::Joined {
                cuts: Cuts {
                    at: places(cuts),
                    back_part: self.maybe("build.back_part", back_part.as_ref())?,
                    all_round: all_round.as_ref().map(|text| self.all_round(text, brief)).transpose()?,
                },
            },
            BuildText::FoldedBase { lap } => {
                Build::FoldedBase { lap: self.or("build.lap", lap.as_ref(), CUSTOMARY_LAP)? }
            }
            BuildText::PleatedFlare { pleats, pleat } => Build::PleatedFlare {
                pleats: pleats.unwrap_or(CUSTOMARY_PLEATS.0),
                pleat: self.or("build.pleat", pleat.as_ref(), CUSTOMARY_PLEATS.1)?,
            },
        })
    }

    fn all_round(self, text: &AllRoundText, brief: &Brief) -> Result<AllRound, FormatFault> {
        match text {
            AllRoundText::AtBaseLine {} => Ok(AllRound::AtBaseLine),
            AllRoundText::Above { rise } => {
                let half = brief.finished.height.half().floor_to(brief.board.groove);
                Ok(AllRound::at(self.or("build.all_round.rise", rise.as_ref(), half)?))
            }
        }
    }

    fn joins(self, text: &JoinsText) -> Result<Joins, FormatFault> {
        let width = |width: &Option<String>| self.or("joins.width", width.as_ref(), CUSTOMARY_STRIP);
        Ok(match text {
            JoinsText::Tabs {} => Joins::Tabs,
            JoinsText::Strips { width: own } => Joins::Strips { width: width(own)? },
            JoinsText::Mixed { width: own, at } => Joins::Mixed { width: width(own)?, at: places(at) },
        })
    }

    fn base(self, text: &BaseText) -> Result<BaseHabit, FormatFault> {
        let depth = || self.or("base.depth", text.depth.as_ref(), GUIDE_FLAP);
        Ok(match text.habit {
            HabitText::Full => BaseHabit::Full,
            HabitText::HalfAndLap => {
                BaseHabit::HalfAndLap { lap: self.or("base.lap", text.lap.as_ref(), CUSTOMARY_LAP)? }
            }
            HabitText::Fixed => BaseHabit::Fixed { depth: depth()? },
            HabitText::Custom => BaseHabit::Custom { depth: depth()? },
        })
    }

    fn top(self, text: &TopText) -> Result<Top, FormatFault> {
        let depth = |default| self.or("top.depth", text.depth.as_ref(), default);
        Ok(match text.kind {
            TopKindText::Raw => Top::Raw,
            TopKindText::HemIn => Top::HemIn { depth: depth(CUSTOMARY_HEM)? },
            TopKindText::HemOut => Top::HemOut { depth: depth(CUSTOMARY_HEM)? },
            TopKindText::Flap => Top::Flap {
                on: text.on.into(),
                depth: depth(CLOSING_FLAP_DEPTH)?,
                corner: self.or("top.corner", text.corner.as_ref(), CLOSING_FLAP_CORNER)?,
            },
        })
    }

    fn edge(self, text: Option<&EdgeText>) -> Result<Edge, FormatFault> {
        let Some(text) = text else { return Ok(Edge::default()) };
        Ok(Edge {
            line: text.line.into(),
            by: text.by.into(),
            repeat: self.maybe("top.edge.repeat", text.repeat.as_ref())?,
            rise: self.maybe("top.edge.rise", text.rise.as_ref())?,
        })
    }

    fn sheet(self, field: &str, text: &SheetText) -> Result<Sheet, FormatFault> {
        let width = self.length(&format!("{field}.width"), &text.width)?;
        let height = self.length(&format!("{field}.height"), &text.height)?;
        let inside = |fault: FormatFault| FormatFault { field: format!("{field}.{}", fault.field), ..fault };
        let sheet = text.stuff().sheet(width, height, self.unit).map_err(inside)?;
        Ok(Sheet { turned: text.turned, rolled: text.rolled, ..sheet })
    }

    fn hand(self, text: &HandText) -> Result<Hand, FormatFault> {
        Ok(Hand {
            panel: self.or("hand.panel", text.panel.as_ref(), Length::ZERO)?,
            height: self.or("hand.height", text.height.as_ref(), Length::ZERO)?,
        })
    }

    fn board(self, text: &BoardText) -> Result<Board, FormatFault> {
        let board = Board::default();
        Ok(Board {
            groove: self.or("board.groove", text.groove.as_ref(), board.groove)?,
            reach: self.or("board.reach", text.reach.as_ref(), board.reach)?,
            stops: text.stops.map_or(board.stops, Stops::from),
            hangs_over: text.hangs_over.unwrap_or(board.hangs_over),
        })
    }
}

fn places(text: &[PlaceText]) -> Places {
    Places::of(text.iter().map(|place| Place::from(*place)))
}

impl TryFrom<&BriefText> for Brief {
    type Error = FormatFault;

    /// Reads every length and checks that the size can be folded.
    fn try_from(text: &BriefText) -> Result<Self, FormatFault> {
        let unit = Unit::from(text.unit);
        let read = Reader { unit };
        let mut brief = Self::new(
            read.length("finished.width", &text.finished.width)?,
            read.length("finished.height", &text.finished.height)?,
            read.length("finished.gusset", &text.finished.gusset)?,
        );
        brief.unit = unit;
        brief.board = read.board(&text.board)?;
        brief.lined = text.lined.into();
        brief.hand = text.hand.as_ref().map_or(Ok(Hand::NONE), |hand| read.hand(hand))?;
        brief.build = read.build(&text.build, &brief)?;
        brief.fittings = text.fittings.read(unit, brief.finished.width)?;
        brief.weights = text.weights.map(JoinWeights::from).unwrap_or_default();
        brief.extras = Extras::of(text.extras.iter().map(|extra| Extra::from(*extra)));
        brief.round = Round { start: text.round.start.into(), direction: text.round.direction.into() };
        brief.tab = read.or("tab", text.tab.as_ref(), CUSTOMARY_TAB)?;
        brief.joins = read.joins(&text.joins)?;
        brief.allowance = read.or("allowance", text.allowance.as_ref(), Length::ZERO)?;
        brief.notch = read.or("notch", text.notch.as_ref(), CUSTOMARY_NOTCH)?;
        brief.base = read.base(&text.base)?;
        brief.top = read.top(&text.top)?;
        brief.hem_slit = text.top.slit;
        brief.edge = read.edge(text.top.edge.as_ref())?;
        brief.gusset_crease = text.gusset_crease.into();
        brief.closing = text.closing.into();
        let guide = text.guide.as_ref().map(|guide| guide.read(unit)).transpose();
        brief.guide =
            guide.map_err(|fault| FormatFault { field: format!("guide.{}", fault.field), ..fault })?;
        let gift = text.gift.as_ref().map(|gift| gift.read(unit)).transpose();
        brief.gift = gift.map_err(|fault| FormatFault { field: format!("gift.{}", fault.field), ..fault })?;
        brief.heard.clone_from(&text.heard);
        brief.score_face = text.score_face.into();
        brief.sheet = read.sheet("sheet", &text.sheet)?;
        let side = text.side_sheet.as_ref().map(|side| read.sheet("side_sheet", side)).transpose()?;
        brief.side_sheet = side.map(|side| Sheet { turned: false, ..side });
        brief.check()?;
        Ok(brief)
    }
}

impl From<&Brief> for BriefText {
    /// Writes every field out, each length exactly.
    fn from(brief: &Brief) -> Self {
        Self {
            finished: FinishedText {
                width: brief.finished.width.to_string(),
                height: brief.finished.height.to_string(),
                gusset: brief.finished.gusset.to_string(),
            },
            build: brief.build.into(),
            weights: (brief.weights != JoinWeights::default()).then(|| brief.weights.into()),
            fittings: FittingsText::from(&brief.fittings),
            extras: brief.extras.iter().map(ExtraText::from).collect(),
            round: RoundText { start: brief.round.start.into(), direction: brief.round.direction.into() },
            tab: Some(brief.tab.to_string()),
            joins: brief.joins.into(),
            allowance: brief.allowance.is_positive().then(|| brief.allowance.to_string()),
            base: brief.base.into(),
            notch: Some(brief.notch.to_string()),
            top: TopText {
                slit: brief.hem_slit,
                edge: (brief.edge != Edge::default()).then(|| brief.edge.into()),
                ..brief.top.into()
            },
            gusset_crease: brief.gusset_crease.into(),
            closing: brief.closing.into(),
            sheet: SheetText::from(&brief.sheet),
            side_sheet: brief.side_sheet.as_ref().map(SheetText::from),
            board: BoardText {
                groove: Some(brief.board.groove.to_string()),
                reach: Some(brief.board.reach.to_string()),
                stops: (brief.board.stops != Stops::Left).then(|| brief.board.stops.into()),
                hangs_over: (!brief.board.hangs_over).then_some(false),
            },
            lined: brief.lined.into(),
            hand: brief.hand.is_any().then(|| HandText::from(brief.hand)),
            guide: brief.guide.as_ref().map(GuideText::from),
            gift: brief.gift.as_ref().map(GiftText::from),
            heard: brief.heard.clone(),
            score_face: brief.score_face.into(),
            unit: brief.unit.into(),
        }
    }
}

impl From<Hand> for HandText {
    fn from(hand: Hand) -> Self {
        let told = |by: Length| (by != Length::ZERO).then(|| by.to_string());
        Self { panel: told(hand.panel), height: told(hand.height) }
    }
}

impl From<Build> for BuildText {
    fn from(build: Build) -> Self {
        match build {
            Build::Wrap => Self::Wrap {},
            Build::CornerPair => Self::CornerPair {},
            Build::CradlePair { squares } => Self::CradlePair { squares: squares.into() },
            Build::Joined { cuts } => Self::Joined {
                cuts: cuts.at.iter().map(PlaceText::from).collect(),
                back_part: cuts.back_part.map(|part| part.to_string()),
                all_round: cuts.all_round.map(AllRoundText::from),
            },
            Build::FoldedBase { lap } => Self::FoldedBase { lap: Some(lap.to_string()) },
            Build::PleatedFlare { pleats, pleat } => {
                Self::PleatedFlare { pleats: Some(pleats), pleat: Some(pleat.to_string()) }
            }
        }
    }
}

impl From<AllRound> for AllRoundText {
    fn from(all_round: AllRound) -> Self {
        match all_round {
            AllRound::AtBaseLine => Self::AtBaseLine {},
            AllRound::Above(rise) => Self::Above { rise: Some(rise.to_string()) },
        }
    }
}

impl From<Joins> for JoinsText {
    fn from(joins: Joins) -> Self {
        match joins {
            Joins::Tabs => Self::Tabs {},
            Joins::Strips { width } => Self::Strips { width: Some(width.to_string()) },
            Joins::Mixed { width, at } => {
                Self::Mixed { width: Some(width.to_string()), at: at.iter().map(PlaceText::from).collect() }
            }
        }
    }
}

impl From<BaseHabit> for BaseText {
    fn from(base: BaseHabit) -> Self {
        let (habit, depth, lap) = match base {
            BaseHabit::Full => (HabitText::Full, None, None),
            BaseHabit::HalfAndLap { lap } => (HabitText::HalfAndLap, None, Some(lap)),
            BaseHabit::Fixed { depth } => (HabitText::Fixed, Some(depth), None),
            BaseHabit::Custom { depth } => (HabitText::Custom, Some(depth), None),
        };
        Self { habit, depth: depth.map(|depth| depth.to_string()), lap: lap.map(|lap| lap.to_string()) }
    }
}

impl From<Top> for TopText {
    fn from(top: Top) -> Self {
        let (kind, depth) = match top {
            Top::Raw => (TopKindText::Raw, None),
            Top::HemIn { depth } => (TopKindText::HemIn, Some(depth)),
            Top::HemOut { depth } => (TopKindText::HemOut, Some(depth)),
            Top::Flap { depth, .. } => (TopKindText::Flap, Some(depth)),
        };
        let flap = top.flap();
        Self {
            kind,
            depth: depth.map(|depth| depth.to_string()),
            on: flap.map(|flap| flap.on.into()).unwrap_or_default(),
            corner: flap.map(|flap| flap.corner.to_string()),
            slit: false,
            edge: None,
        }
    }
}

impl From<Edge> for EdgeText {
    fn from(edge: Edge) -> Self {
        Self {
            line: edge.line.into(),
            by: edge.by.into(),
            repeat: edge.repeat.map(|repeat| repeat.to_string()),
            rise: edge.rise.map(|rise| rise.to_string()),
        }
    }
}

impl From<&Sheet> for SheetText {
    fn from(sheet: &Sheet) -> Self {
        let Stuff { pattern, printed, weight, thickness, grid } = Stuff::from(sheet);
        Self {
            width: sheet.width.to_string(),
            height: sheet.height.to_string(),
            turned: sheet.turned,
            rolled: sheet.rolled,
            pattern,
            printed,
            weight,
            thickness,
            grid,
        }
    }
}
