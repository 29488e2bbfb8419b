//! Which bags a guide makes of the paper at hand.

use crate::brief::Build;
use crate::draft::Draft;
use crate::figures::Figures;
use crate::net::flat_size;
use crate::verdict::{blocks, blocks_nothing_new};
use crate::{Brief, Guide, Length, Sheet};
use std::cmp::Reverse;

/// A bag a guide makes of the sheet of a brief.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Makes {
    /// Its width.
    pub width: Length,
    /// True if it takes a pair of pieces, each a face, a gusset and the tab.
    pub pair: bool,
    /// True if the guide has a mark for the width; false if the face is measured with a ruler.
    pub marked: bool,
    /// Sheets it takes.
    pub sheets: u32,
    /// How tall it can be at most, on a groove of the board, from so many sheets: that bag can be made too.
    pub tallest: Length,
    /// The bag: as tall as was asked for, or as tall as it can be.
    pub brief: Brief,
}

/// All that a guide makes of the brief's sheet.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Guided {
    /// Every width it has a mark for, from small to large, of one piece where that fits a sheet, else of a pair; and the widest a
    /// pair of sheets can be.
    pub makes: Vec<Makes>,
    /// Widths it has a mark for, and that fit no sheet or leave no bag.
    pub not: Vec<Length>,
    /// What its fixed figures come to.
    pub says: String,
}

/// What a guide makes of the sheet of a brief. Whatever else the brief asks for stays.
///
/// ```
/// use wide_fold_asked::{Brief, Guide, Length};
/// use wide_fold_judged::guided::guided;
/// let guide = Guide {
///     name: "Small guide".to_owned(),
///     gusset: Length::inches(2),
///     flap: Length::eighths(10),
///     widths: vec![Length::eighths(28), Length::inches(5)],
///     reach: Length::inches(6),
///     taper: Length::ZERO,
///     way: Default::default(),
/// };
/// let made = guided(&Brief::new(Length::inches(4), Length::inches(6), Length::inches(2)), &guide).makes;
/// // Of a 12×12: 3½ + 2 + 3½ + 2 + ½ is 11½, one sheet; 5 wide takes a pair; and a pair can be 12 − 2 − ½ wide.
/// let told: Vec<(Length, bool)> = made.iter().map(|makes| (makes.width, makes.pair)).collect();
/// assert_eq!(told, [(Length::eighths(28), false), (Length::inches(5), true), (Length::eighths(76), true)]);
/// assert_eq!(made[0].tallest, Length::eighths(86));
/// ```
pub fn guided(brief: &Brief, guide: &Guide) -> Guided {
    let figures = Figures::of(brief);
    let lap = guide.flap * 2 - guide.gusset;
    let says = if lap.is_positive() {
        format!(
            "Gusset {}, base flaps {}: front and back flap lap by {}.",
            figures.say(guide.gusset),
            figures.say(guide.flap),
            figures.say(lap)
        )
    } else {
        format!(
            "Gusset {}, base flaps {}: front and back flap together reach {}, so no base of it closes.",
            figures.say(guide.gusset),
            figures.say(guide.flap),
            figures.say(guide.flap * 2)
        )
    };
    let (mut makes, mut not) = (Vec::new(), Vec::new());
    if !lap.is_positive() {
        return Guided { makes, not: guide.widths.clone(), says };
    }
    let blocked = blocks(brief);
    for width in &guide.widths {
        let one = [Build::Wrap, Build::CornerPair]
            .into_iter()
            .find_map(|build| make(brief, guide, build, *width, &blocked));
        match one {
            Some(one) => makes.push(one),
            None => not.push(*width),
        }
    }
    let longest =
        sheets(&brief.sheet).into_iter().map(|sheet| sheet.as_laid().width).max().unwrap_or_default();
    let pair = guide.fitted(brief, Build::CornerPair, guide.widest());
    let beside_the_face = flat_size(&pair).width - pair.finished.width;
    let widest = (longest - beside_the_face).floor_to(brief.board.groove);
    if widest > guide.widest() {
        makes.extend(make(brief, guide, Build::CornerPair, widest, &blocked));
    }
    Guided { makes, not, says }
}

/// The ways a sheet may be laid: a pattern with an up as it is, any other a quarter turn round as well.
fn sheets(sheet: &Sheet) -> Vec<Sheet> {
    let turned = (!sheet.directional).then(|| Sheet { turned: !sheet.turned, ..sheet.clone() });
    [sheet.clone()].into_iter().chain(turned).collect()
}

/// A bag of that width, on the sheet as it lies best: of the fewest sheets, and of those the tallest; nothing if its pieces fit no
/// sheet, or something blocks it that does not block the brief as it is.
fn make(brief: &Brief, guide: &Guide, build: Build, width: Length, blocked: &[&str]) -> Option<Makes> {
    let on = |sheet: Sheet| {
        let mut made = guide.fitted(&Brief { sheet, side_sheet: None, ..brief.clone() }, build, width);
        made.check().ok()?;
        let (laid, piece) = (made.sheet.as_laid(), flat_size(&made));
        let above_and_below = piece.height - made.finished.height;
        let most = (laid.height - above_and_below).floor_to(made.board.groove);
        if piece.width > laid.width || !most.is_positive() {
            return None;
        }
        made.finished.height = made.finished.height.min(most);
        if !blocks_nothing_new(&made, blocked) {
            return None;
        }
        let draft = Draft::new(&made).ok()?;
        let (fits, sheets) = (draft.layout().fits(), draft.layout().sheet_count());
        let marked = guide.widths.contains(&width);
        let tallest = tallest_of(&made, most, sheets, blocked);
        fits.then_some(Makes { width, pair: build.goes_round_in_two(), marked, sheets, tallest, brief: made })
    };
    let ways = sheets(&brief.sheet).into_iter().filter_map(on);
    ways.min_by_key(|makes| (makes.sheets, Reverse(makes.tallest), makes.brief.sheet.turned))
}

/// The tallest such bag, on a groove and no taller than `most`, that takes no more sheets and that nothing new blocks; as tall as it is
/// if none is taller.
fn tallest_of(made: &Brief, most: Length, sheets: u32, blocked: &[&str]) -> Length {
    let groove = made.board.groove;
    let own = made.finished.height.floor_to(groove);
    let at = |step: i64| {
        let mut taller = made.clone();
        taller.finished.height = own + groove * step;
        taller
    };
    let takes_no_more = |step: i64| {
        Draft::new(&at(step))
            .is_ok_and(|draft| draft.layout().fits() && draft.layout().sheet_count() <= sheets)
    };
    // A taller bag never takes fewer sheets.
    let (mut low, mut high) = (0, (most - own).units() / groove.units());
    while low < high {
        let middle = (low + high + 1) / 2;
        if takes_no_more(middle) { low = middle } else { high = middle - 1 }
    }
    let found = (1..=low).rev().find(|step| blocks_nothing_new(&at(*step), blocked));
    found.map_or(made.finished.height, |step| own + groove * step)
}
