//! What a sheet can become.

use crate::fit::on_its_board;
use crate::spelled::RowKind;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use wide_fold_core::budget::Budget;
use wide_fold_core::figures::Figures;
use wide_fold_core::from_paper::{Best, Family, Member, Parted, Shares, families, parted, taken};
use wide_fold_core::{Brief, Length, Net, Unit};
use wide_fold_formats::brief_json::{BaseText, FinishedText, SheetText, TopText, UnitText};
use wide_fold_formats::{BriefText, FormatFault};

/// A sheet, and how bags are made of it.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FromPaperText {
    /// The sheet.
    pub sheet: SheetText,
    /// So many sheets for a bag: one, or two.
    #[serde(default = "one")]
    #[schema(minimum = 1, maximum = 2)]
    pub sheets: u8,
    /// What happens at the top edge.
    #[serde(default)]
    pub top: TopText,
    /// Depth of the base flaps.
    #[serde(default)]
    pub base: BaseText,
    /// The unit of labels, and of measures that name none.
    #[serde(default)]
    pub unit: UnitText,
}

const fn one() -> u8 {
    1
}

/// What a sheet can become.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FromPaperView {
    /// Build by build; those that make no bag of it are left out.
    pub families: Vec<FamilyView>,
    /// The sheet left whole, halved and quartered.
    pub parted: Vec<PartedView>,
}

/// One way to build, and every bag it makes.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct FamilyView {
    /// What the build is called.
    pub build: &'static str,
    /// How the pieces lie on the sheet; nothing if there is only one way.
    pub lies: Option<&'static str>,
    /// How pieces share it.
    pub shares: SharesName,
    /// Width and height of the sheet as it is laid, in millimetres.
    pub sheet_mm: [f64; 2],
    /// What is cut off a roll for one bag, as a figure; nothing if it is a sheet.
    pub cut_off: Option<String>,
    /// How many pieces are cut from one sheet.
    pub on_a_sheet: u32,
    /// What the columns of a piece are called, from left to right.
    pub columns: Vec<&'static str>,
    /// What its rows are called, from bottom to top.
    pub rows: Vec<RowKind>,
    /// What is chosen freely: `gusset`, of a flare `pleat`.
    pub by: &'static str,
    /// The bags, from the shallowest to the deepest.
    pub members: Vec<MemberView>,
    /// Those that stand out.
    pub best: Vec<BestView>,
    /// The first of the bags; the others are it in their size.
    pub brief: BriefText,
}

/// One bag of a family.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct MemberView {
    /// Width, height and gusset as figures; of a flare the pleat in the gusset's place.
    pub size: [String; 3],
    /// The same in millimetres.
    pub size_mm: [f64; 3],
    /// Its finished size, exactly.
    pub finished: FinishedText,
    /// The width of its pleats, exactly, if it is a flare.
    pub pleat: Option<String>,
    /// Where the columns of a piece end, from its left edge; millimetres.
    pub columns_mm: Vec<f64>,
    /// Where its rows end, from its bottom edge; millimetres.
    pub rows_mm: Vec<f64>,
    /// Scored lines that lie under no groove of the board.
    pub off_groove: usize,
}

/// A bag that stands out.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct BestView {
    /// By what: `Tall`.
    pub name: &'static str,
    /// What that means.
    pub says: &'static str,
    /// Its place among the bags.
    pub member: usize,
}

/// Part of a sheet, and the bag that makes most of it.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PartedView {
    /// `whole`, `halved`, `quartered`.
    pub name: &'static str,
    /// So many parts, and as many bags.
    pub parts: u32,
    /// The size of one part.
    pub part: String,
    /// Finished size of the bag, as figures; nothing if a part makes none.
    pub size: Option<String>,
    /// The bag.
    pub brief: Option<BriefText>,
}

impl FromPaperText {
    /// Reads the sheet and the habits.
    ///
    /// # Errors
    /// [`FormatFault`] with the field at fault.
    pub fn read(&self) -> Result<(Brief, u32), FormatFault> {
        if !(1..=2).contains(&self.sheets) {
            let sentence = "A bag is made of one sheet here, or of two.".to_owned();
            return Err(FormatFault { field: "sheets".to_owned(), sentence });
        }
        Ok((habits(Some(&self.sheet), &self.top, &self.base, self.unit)?, u32::from(self.sheets)))
    }
}

/// Habits in words, on some sheet; the size of the brief is of no matter.
pub(super) fn habits(
    sheet: Option<&SheetText>,
    top: &TopText,
    base: &BaseText,
    unit: UnitText,
) -> Result<Brief, FormatFault> {
    let size = Length::inches(4);
    let usual = on_its_board(Brief { unit: unit.into(), ..Brief::new(size, size, size) });
    let text = BriefText::from(&usual);
    let sheet = sheet.cloned().unwrap_or_else(|| text.sheet.clone());
    // Where nothing is said of a hem or a lap, it is one a metric ruler shows.
    let customary = |said: &Option<String>, millimetres: &str| {
        let is_metric = usual.unit == Unit::Metric;
        said.clone().or_else(|| is_metric.then(|| millimetres.to_owned()))
    };
    let top = TopText { depth: customary(&top.depth, "25 mm"), ..top.clone() };
    let base = BaseText { lap: customary(&base.lap, "12 mm"), ..base.clone() };
    Brief::try_from(&BriefText { sheet, top, base, ..text })
}

impl FromPaperView {
    /// What so many sheets can become.
    pub fn new(habits: &Brief, sheets: u32, budget: &Budget<'_>) -> Self {
        let families = families(habits, sheets, budget);
        let parted = parted(habits, budget);
        Self {
            families: families.iter().map(|family| FamilyView::new(family, sheets)).collect(),
            parted: parted.into_iter().map(|part| PartedView::new(part, habits.unit)).collect(),
        }
    }
}

impl FamilyView {
    fn new(family: &Family, sheets: u32) -> Self {
        let Family { build, lies, shares, brief, members, best } = family;
        let laid = taken(&brief.sheet, brief.unit);
        let is_roll = laid != brief.sheet.as_laid();
        let net = Net::of(brief);
        let columns = net.blanks.iter().take(1).flat_map(|blank| &blank.columns);
        let rows = net.blanks.iter().take(1).flat_map(|blank| &blank.rows);
        let pieces: u32 = if brief.build.has_gussets() && !brief.build.goes_round_in_one() { 2 } else { 1 };
        Self {
            build,
            lies: *lies,
            shares: (*shares).into(),
            sheet_mm: [laid.width.mm(), laid.height.mm()],
            cut_off: is_roll.then(|| Figures::of(brief).by(laid.width, laid.height)),
            on_a_sheet: pieces / sheets.min(pieces),
            columns: columns.map(|column| column.panel.short_name()).collect(),
            rows: rows.map(|row| row.zone.into()).collect(),
            by: if brief.build.has_gussets() { "gusset" } else { "pleat" },
            members: members.iter().map(MemberView::new).collect(),
            best: best.iter().map(|(best, member)| BestView::new(*best, *member)).collect(),
            brief: BriefText::from(brief),
        }
    }
}

/// How pieces share a sheet.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
#[schema(rename_all = "snake_case")]
pub enum SharesName {
    /// There is but one on it.
    Alone,
    /// Both lie side by side.
    Beside,
    /// One lies above the other.
    Above,
}

impl From<Shares> for SharesName {
    fn from(shares: Shares) -> Self {
        match shares {
            Shares::Alone => Self::Alone,
            Shares::Beside => Self::Beside,
            Shares::Above => Self::Above,
        }
    }
}

impl MemberView {
    fn new(member: &Member) -> Self {
        let Member { brief, off_groove, columns, rows } = member;
        let size = brief.finished;
        let pleat = brief.build.pleated().map(|(_, pleat)| pleat);
        let all = [size.width, size.height, pleat.unwrap_or(size.gusset)];
        let mm = |lengths: &[Length]| lengths.iter().map(|length| length.mm()).collect();
        Self {
            size: all.map(|length| length.figure(brief.unit)),
            size_mm: all.map(Length::mm),
            finished: FinishedText {
                width: size.width.to_string(),
                height: size.height.to_string(),
                gusset: size.gusset.to_string(),
            },
            pleat: pleat.map(|pleat| pleat.to_string()),
            columns_mm: mm(columns),
            rows_mm: mm(rows),
            off_groove: *off_groove,
        }
    }
}

impl BestView {
    fn new(best: Best, member: usize) -> Self {
        let (name, says) = match best {
            Best::Tall => ("Tall", "the highest that stands: its gusset is a third of its face at least"),
            Best::Square => ("Square", "its face is nearest to a square"),
            Best::Deep => ("Deep", "the deepest that folds flat with fold-flat lines"),
            Best::Roomy => ("Roomy", "it holds most"),
        };
        Self { name, says, member }
    }
}

impl PartedView {
    fn new(part: Parted, unit: Unit) -> Self {
        let figures = Figures(unit);
        Self {
            name: part.name,
            parts: part.parts,
            part: figures.by(part.size.width, part.size.height),
            size: part.brief.as_ref().map(|brief| figures.size(brief)),
            brief: part.brief.as_ref().map(BriefText::from),
        }
    }
}
