//! Bags for a gift.

use crate::fold::StandingView;
use crate::ways::WayView;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::brief::{Board, Fittings, half_inch};
use wide_fold_core::budget::Budget;
use wide_fold_core::from_gift::{Fit, from_gift};
use wide_fold_core::gift::{Gift, Lie, Lies, MOST_THINGS};
use wide_fold_core::mass::Mass;
use wide_fold_core::paper::{Paper, Stock};
use wide_fold_core::{Brief, Length, Plan, Unit};
use wide_fold_formats::brief_json::{GiftText, SheetText, UnitText};
use wide_fold_formats::{BriefText, FormatFault};

/// As many sheets as any bag takes.
const AS_MANY: u32 = 100;

/// A gift, to find bags for.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FitText {
    /// What goes into the bag.
    pub gift: GiftText,
    /// What all of it weighs: `12 oz`, `340 g`.
    #[serde(default)]
    pub weight: Option<String>,
    /// For every thing whether it has to stand; whatever may lie may lie if left out.
    #[serde(default)]
    #[schema(max_items = 6)]
    pub stand: Vec<bool>,
    /// The sheet to make it from, as many as it takes; whatever lies on the shelf if left out.
    #[serde(default)]
    pub sheet: Option<SheetText>,
    /// The unit of labels, and of measures that name none.
    #[serde(default)]
    pub unit: UnitText,
}

/// A bag for a gift.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FitView {
    /// Width, height and gusset as figures.
    pub size: Vec<String>,
    /// Why it is as large as it is; a sentence each.
    pub says: Vec<String>,
    /// The best way to make it from the shelf; nothing if none of its papers makes it.
    pub way: Option<WayView>,
    /// The bag, to be kept.
    pub brief: BriefText,
    /// A size close by that takes fewer sheets, with a little less room.
    pub saves: Option<SavingView>,
    /// The open bag with the gift in it.
    pub standing: Option<StandingView>,
}

/// A bag with a little less room, and the sheets that saves.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct SavingView {
    /// What is given up, and what it saves; a sentence.
    pub says: String,
    /// The bag.
    pub brief: BriefText,
}

impl FitText {
    /// Reads the gift and the habits it is packed with.
    ///
    /// # Errors
    /// [`FormatFault`] with the field at fault.
    pub fn read(&self) -> Result<(Gift, Brief, Option<Paper>), FormatFault> {
        if !self.stand.is_empty() && self.stand.len() != self.gift.things.len() {
            let sentence = format!(
                "Of {} things {} are said to have to stand or not.",
                self.gift.things.len(),
                self.stand.len()
            );
            return Err(FormatFault { field: "stand".to_owned(), sentence });
        }
        let unit = Unit::from(self.unit);
        let gift = self.gift.read(unit);
        let gift = gift.map_err(|fault| FormatFault { field: format!("gift.{}", fault.field), ..fault })?;
        let weight = self.weight.as_deref().map(str::trim).filter(|weight| !weight.is_empty());
        let load = weight
            .map(|weight| Mass::parse(weight, unit))
            .transpose()
            .map_err(|error| FormatFault { field: "weight".to_owned(), sentence: format!("{error}.") })?;
        let size = Length::inches(4);
        let fittings = Fittings { load, ..Fittings::default() };
        let habits = Brief { unit, fittings, ..Brief::new(size, size, size) };
        let habits = on_its_board(habits);
        let sheet = self.sheet.as_ref().map(|sheet| {
            let text = BriefText { sheet: sheet.clone(), ..BriefText::from(&habits) };
            Brief::try_from(&text).map(|brief| brief.sheet)
        });
        let paper = sheet.transpose()?.map(|sheet| Paper {
            name: sheet.name(unit),
            // Of a roll a length is cut off; of sheets there are as many as it takes.
            kind: if sheet.rolled { Stock::Roll } else { Stock::Sheets },
            count: if sheet.rolled { 1 } else { AS_MANY },
            sheet,
            grain: None,
            price: None,
        });
        Ok((gift, habits, paper))
    }
}

impl FitText {
    /// The things that have to stand.
    pub fn stand(&self) -> Lies {
        let all = self.stand.iter().enumerate().take(MOST_THINGS);
        all.filter(|(_, stands)| **stands).fold(Lies::NONE, |all, (number, _)| all.with(number, Lie::Side))
    }
}

/// The same habits, on a metric board if they are metric: every figure can be set on a ruler of theirs.
pub(super) fn on_its_board(habits: Brief) -> Brief {
    if habits.unit == Unit::Inch {
        return habits;
    }
    let mm = Length::millimetres;
    let board = Board { groove: mm(5), reach: mm(300), ..habits.board };
    Brief { board, tab: half_inch(Unit::Metric), notch: mm(6), ..habits }
}

impl FitView {
    /// Bags for a gift, the best first; some of its things may have to stand.
    pub fn all(gift: &Gift, stand: Lies, habits: &Brief, papers: &[Paper], budget: &Budget<'_>) -> Vec<Self> {
        from_gift(gift, stand, habits, papers, budget)
            .into_iter()
            .map(|fit| Self::new(fit, habits, papers))
            .collect()
    }

    fn new(fit: Fit, habits: &Brief, papers: &[Paper]) -> Self {
        let Fit { brief, way, says, saves } = fit;
        Self {
            size: brief.finished_figures(),
            says,
            way: way.map(|way| WayView::new(habits, &way, &papers[way.paper])),
            standing: Plan::new(&brief).ok().map(|plan| StandingView::new(&plan)),
            brief: BriefText::from(&brief),
            saves: saves.map(|saves| SavingView { brief: BriefText::from(&saves.brief), says: saves.says }),
        }
    }
}
