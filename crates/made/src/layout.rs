//! Pieces on sheets: where they lie, how to trim them out, and what is left over.

mod batch;
mod bounds;
mod columns;
mod cutting_patterns;
mod fewest;
mod greedy;
mod guillotine;
mod rows;
mod small;
mod thorough;

use crate::fittings::Fitted;
use crate::fittings::small::Small;
use crate::pieces::Piece;
use crate::plane::Size;
use crate::{Brief, Length};
pub use batch::{Batch, Wanted};
use fewest::fewest;
pub use fewest::sheets_needed;
pub use rows::rows_tall;

/// Pieces placed on sheets.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Layout {
    /// The sheets, in the order they are used.
    pub sheets: Vec<SheetCut>,
    /// Small parts for which the sheets have no room left.
    pub from_scrap: Vec<Small>,
}

/// One sheet and what is cut from it. Frame: the sheet as it is laid, origin at its bottom-left corner.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct SheetCut {
    /// Width as laid.
    pub width: Length,
    /// Height as laid.
    pub height: Length,
    /// How many sheets are cut alike.
    pub times: u32,
    /// Pieces on it.
    pub placed: Vec<Placed>,
    /// The cuts of a guillotine trimmer, in order. Empty if the piece does not fit.
    pub trims: Vec<Trim>,
    /// What is left over, largest first. Empty if the piece does not fit.
    pub offcuts: Vec<Rectangle>,
    /// How far the piece reaches past the sheet; zero both ways if it fits.
    pub overhang: Overhang,
    /// True if this is no sheet of the paper but any scrap that is large enough, for parts that are hidden.
    pub scrap: bool,
    /// True if it is a sheet of the other paper, for gussets and base.
    pub side: bool,
}

/// Something cut from a sheet.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Part {
    /// One of the plan's pieces.
    Piece(usize),
    /// A small part.
    Small(Small),
}

/// A part on a sheet.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Placed {
    /// What it is.
    pub part: Part,
    /// The space it takes.
    pub space: Rectangle,
}

/// An upright rectangle.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Rectangle {
    /// From the left edge.
    pub x: Length,
    /// From the bottom edge.
    pub y: Length,
    /// From side to side.
    pub width: Length,
    /// From bottom to top.
    pub height: Length,
}

/// One cut from edge to edge of what is on the trimmer.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Trim {
    /// What is put on the trimmer.
    pub on: Rectangle,
    /// Which way the blade runs.
    pub blade: Blade,
    /// What to set the trimmer to: the distance from the left or bottom edge of what is on it.
    pub keep: Length,
    /// What it cuts off and leaves over; nothing if it parts two pieces.
    pub off: Option<Rectangle>,
}

/// Which way a cut runs on the sheet as it is laid.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Blade {
    /// From bottom to top; the setting is a width.
    Vertical,
    /// From side to side; the setting is a height.
    Horizontal,
}

/// How far a piece reaches past its sheet.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq)]
pub struct Overhang {
    /// Past the right edge.
    pub width: Length,
    /// Past the top edge.
    pub height: Length,
}

impl Overhang {
    /// True if the piece lies within its sheet.
    pub fn is_none(self) -> bool {
        self == Self::default()
    }
}

impl Rectangle {
    /// Its width and height.
    pub fn size(&self) -> Size {
        Size::new(self.width, self.height)
    }

    /// Its area in the smallest square units.
    pub fn area(&self) -> i128 {
        self.size().area()
    }
}

impl SheetCut {
    /// True if both are cut the same way, however often each is.
    fn is_cut_like(&self, other: &Self) -> bool {
        let own = |sheet: &Self| (sheet.width, sheet.height, sheet.overhang, sheet.scrap, sheet.side);
        own(self) == own(other)
            && self.placed == other.placed
            && self.trims == other.trims
            && self.offcuts == other.offcuts
    }

    /// The piece it is laid out for: the first one on it.
    pub fn piece(&self) -> Option<usize> {
        self.placed.iter().find_map(|placed| match placed.part {
            Part::Piece(piece) => Some(piece),
            Part::Small(_) => None,
        })
    }
}

impl Layout {
    /// Lays every piece into the bottom-left corner of a sheet of its own, its copies beside or above it if they fit,
    /// and trims so that the largest single offcut is as large as it can be. Pieces that differ stand side by side in
    /// rows, on as few sheets as can be.
    ///
    /// ```
    /// use wide_fold_asked::{Brief, Length, fittings::Fitted, plane::Size};
    /// use wide_fold_made::{Net, layout::Layout, pieces::divide};
    /// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    /// let layout = Layout::new(&brief, &Fitted::of(&brief), &divide(&Net::of(&brief)));
    /// // The worked bag (common practice): 12 × 8½ out of one sheet of 12 × 12; 12 × 3½ is left.
    /// assert!(layout.fits());
    /// assert_eq!(layout.own_sheets(), 1);
    /// assert_eq!(layout.sheets[0].offcuts[0].size(), Size::new(Length::inches(12), Length::eighths(28)));
    /// ```
    pub fn new(brief: &Brief, fitted: &Fitted, pieces: &[Piece]) -> Self {
        let kinds = pieces.iter().filter(|piece| !piece.from_scrap).count();
        if kinds > 1 || brief.build.is_cut() {
            let side = |piece: &Piece| brief.side_sheet.is_some() && !piece.blank.shows_face();
            let own = |wanted: bool| -> Vec<usize> {
                (0..pieces.len()).filter(|piece| side(&pieces[*piece]) == wanted).collect()
            };
            let mut sheets = fewest(pieces, &own(false), brief.sheet.as_laid());
            if let Some(other) = &brief.side_sheet {
                let sides = fewest(pieces, &own(true), Size::new(other.width, other.height)).into_iter();
                sheets.extend(sides.map(|sheet| SheetCut { side: true, ..sheet }));
            }
            return Self::filled(brief, fitted, sheets);
        }
        let Size { width, height } = brief.sheet.as_laid();
        let sheets = pieces.iter().enumerate().map(|(index, piece)| {
            if piece.from_scrap {
                let scrap = lay(index, piece, piece.width * i64::from(piece.count), piece.height);
                SheetCut { scrap: true, ..scrap }
            } else {
                lay(index, piece, width, height)
            }
        });
        Self::filled(brief, fitted, sheets.collect())
    }

    /// The small parts are cut from what is left over, wherever they fit; what does not fit comes from any scrap.
    fn filled(brief: &Brief, fitted: &Fitted, mut sheets: Vec<SheetCut>) -> Self {
        let parts = brief.extras.parts(brief, fitted);
        if !parts.is_empty() {
            apart(&mut sheets);
        }
        let from_scrap = small::fill(&parts, &mut sheets);
        Self { sheets: together(sheets), from_scrap }
    }

    /// True if every piece lies within its sheet.
    pub fn fits(&self) -> bool {
        self.sheets.iter().all(|sheet| sheet.overhang.is_none())
    }

    /// Which sheet, counted from zero in the order they are used, every blank of the net is cut from; nothing for what comes from
    /// scraps. `blanks` is how many the net has.
    pub fn sheet_of(&self, pieces: &[Piece], blanks: usize) -> Vec<Option<usize>> {
        let mut found = vec![None; blanks];
        let mut copies = vec![0; pieces.len()];
        let mut number = 0;
        for sheet in self.sheets.iter().filter(|sheet| !sheet.scrap) {
            for _ in 0..sheet.times {
                for placed in &sheet.placed {
                    let Part::Piece(piece) = placed.part else { continue };
                    if let Some(blank) = pieces[piece].blanks.get(copies[piece]) {
                        found[*blank] = Some(number);
                        copies[piece] += 1;
                    }
                }
                number += 1;
            }
        }
        found
    }

    /// The letters of the sheets of every entry: `A`, or `B and C` for two that are cut alike; nothing for scraps.
    pub fn letters(&self) -> Vec<String> {
        let mut number = 0;
        let letters = self.sheets.iter().map(|sheet| {
            let own: Vec<String> = (0..if sheet.scrap { 0 } else { sheet.times })
                .map(|_| {
                    number += 1;
                    letter(number - 1)
                })
                .collect();
            match own.as_slice() {
                [first, .., last] if own.len() > 2 => format!("{first} to {last}"),
                own => crate::text::list(own),
            }
        });
        letters.collect()
    }

    /// How many sheets of the bag's own paper it takes, without those of another paper for gussets and base.
    pub fn own_sheets(&self) -> u32 {
        self.sheets.iter().filter(|sheet| !sheet.scrap && !sheet.side).map(|sheet| sheet.times).sum()
    }

    /// How many sheets one bag takes; scraps do not count.
    pub fn sheet_count(&self) -> u32 {
        self.sheets.iter().filter(|sheet| !sheet.scrap).map(|sheet| sheet.times).sum()
    }
}

/// `A`, `B`, … `Z`, `AA`.
fn letter(number: usize) -> String {
    let last = char::from(b'A' + (number % 26) as u8);
    if number < 26 { last.to_string() } else { letter(number / 26 - 1) + &last.to_string() }
}

/// Sheets that are cut alike, one by one: small parts may come out of only some of them.
fn apart(sheets: &mut Vec<SheetCut>) {
    let one = |sheet: &SheetCut| SheetCut { times: 1, ..sheet.clone() };
    *sheets = sheets.iter().flat_map(|sheet| std::iter::repeat_n(one(sheet), sheet.times as usize)).collect();
}

/// Neighbours that are cut alike as one entry.
fn together(sheets: Vec<SheetCut>) -> Vec<SheetCut> {
    let mut made: Vec<SheetCut> = Vec::new();
    for sheet in sheets {
        match made.iter_mut().find(|known| known.is_cut_like(&sheet)) {
            Some(known) if !sheet.scrap => known.times += sheet.times,
            _ => made.push(sheet),
        }
    }
    made
}

fn lay(index: usize, piece: &Piece, width: Length, height: Length) -> SheetCut {
    let overhang = Overhang {
        width: (piece.width - width).max(Length::ZERO),
        height: (piece.height - height).max(Length::ZERO),
    };
    let copies = i64::from(piece.count);
    let (across, up) = if piece.width * copies <= width && overhang.is_none() {
        (copies, 1)
    } else if piece.height * copies <= height && overhang.is_none() {
        (1, copies)
    } else {
        (1, 1)
    };
    let place = |n: i64| {
        let (x, y) = if up == 1 { (piece.width * n, Length::ZERO) } else { (Length::ZERO, piece.height * n) };
        let space = Rectangle { x, y, width: piece.width, height: piece.height };
        Placed { part: Part::Piece(index), space }
    };
    let placed: Vec<Placed> = (0..across * up).map(place).collect();
    let block = Size::new(piece.width * across, piece.height * up);
    let whole = Size::new(width, height);
    let mut trims = Vec::new();
    if overhang.is_none() {
        let vertical_first = trim_out(block, whole, Blade::Vertical);
        let horizontal_first = trim_out(block, whole, Blade::Horizontal);
        trims = if largest(&horizontal_first) > largest(&vertical_first) {
            horizontal_first
        } else {
            vertical_first
        };
        // Then the copies are parted, the last one first, so that every setting is the same.
        let blade = if up == 1 { Blade::Vertical } else { Blade::Horizontal };
        let step = if up == 1 { piece.width } else { piece.height };
        trims.extend((1..across * up).rev().map(|n| {
            let taken = step * (n + 1);
            let (wide, tall) = if up == 1 { (taken, block.height) } else { (block.width, taken) };
            let on = Rectangle { x: Length::ZERO, y: Length::ZERO, width: wide, height: tall };
            Trim { on, blade, keep: step * n, off: None }
        }));
    }
    let mut offcuts: Vec<Rectangle> = trims.iter().filter_map(|trim| trim.off).collect();
    offcuts.sort_by_key(|offcut| -offcut.area());
    let times = if placed.len() > 1 { 1 } else { piece.count };
    SheetCut { width, height, times, placed, trims, offcuts, overhang, scrap: false, side: false }
}

fn largest(trims: &[Trim]) -> i128 {
    trims.iter().filter_map(|trim| trim.off).map(|off| off.area()).max().unwrap_or(0)
}

/// At most two cuts round a block in the corner: the first runs the whole sheet, the second the part that is left.
fn trim_out(block: Size, sheet: Size, first: Blade) -> Vec<Trim> {
    let (Size { width: wide, height: tall }, Size { width, height }) = (block, sheet);
    let (beside, above) = match first {
        Blade::Vertical => (height, wide),
        Blade::Horizontal => (tall, width),
    };
    let right = Rectangle { x: wide, y: Length::ZERO, width: width - wide, height: beside };
    let top = Rectangle { x: Length::ZERO, y: tall, width: above, height: height - tall };
    let corner = |width, height| Rectangle { x: Length::ZERO, y: Length::ZERO, width, height };
    let vertical = Trim { on: corner(width, beside), blade: Blade::Vertical, keep: wide, off: Some(right) };
    let horizontal = Trim { on: corner(above, height), blade: Blade::Horizontal, keep: tall, off: Some(top) };
    let order = if first == Blade::Vertical { [vertical, horizontal] } else { [horizontal, vertical] };
    order.into_iter().filter(|trim| trim.off.is_some_and(|off| off.area() > 0)).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::{Net, pieces};
    use rstest::rstest;

    fn laid(width: &str, height: &str, gusset: &str) -> SheetCut {
        let [w, h, d] = [width, height, gusset].map(|text| text.parse().unwrap());
        let brief = Brief::new(w, h, d);
        Layout::new(&brief, &Fitted::of(&brief), &pieces::divide(&Net::of(&brief))).sheets.remove(0)
    }

    #[test]
    fn the_worked_bag_leaves_a_strip_for_two_handles() {
        // Handbook (common practice): 3¾ × 6½ × 2 leaves 12 × 3½ of a 12×12: exactly two 1¾ × 12 blanks.
        let sheet = laid("3 3/4", "6 1/2", "2");
        assert_eq!(sheet.trims.len(), 1);
        assert_eq!((sheet.trims[0].blade, sheet.trims[0].keep), (Blade::Horizontal, Length::eighths(68)));
        let blank = sheet.offcuts[0];
        assert_eq!((blank.width, blank.height), (Length::inches(12), Length::eighths(14) * 2));
    }

    #[rstest]
    #[case("3", "3", "1")]
    #[case("2", "8", "1 1/2")]
    #[case("3 1/2", "9", "2")]
    fn areas_add_up(#[case] width: &str, #[case] height: &str, #[case] gusset: &str) {
        let sheet = laid(width, height, gusset);
        let used: i128 = sheet.placed.iter().map(|placed| placed.space.area()).sum();
        let left: i128 = sheet.offcuts.iter().map(Rectangle::area).sum();
        assert_eq!(used + left, Length::inches(12).units() as i128 * Length::inches(12).units() as i128);
    }

    #[test]
    fn a_pair_shares_a_sheet_if_both_fit() {
        let mut brief = Brief::new(Length::inches(3), Length::inches(4), Length::eighths(12));
        brief.build = crate::brief::Build::CornerPair;
        let layout = Layout::new(&brief, &Fitted::of(&brief), &pieces::divide(&Net::of(&brief)));
        // Each piece is 3 + 1½ + ½ = 5 by 1½ + 4 = 5½.
        assert_eq!((layout.sheet_count(), layout.sheets[0].placed.len()), (1, 2));
        let keeps: Vec<(Blade, Length)> =
            layout.sheets[0].trims.iter().map(|trim| (trim.blade, trim.keep)).collect();
        let (ten, five) = (Length::inches(10), Length::inches(5));
        assert_eq!(
            keeps,
            [(Blade::Horizontal, Length::eighths(44)), (Blade::Vertical, ten), (Blade::Vertical, five)]
        );
        brief.finished.width = Length::inches(6);
        brief.finished.height = Length::inches(6);
        assert_eq!(
            Layout::new(&brief, &Fitted::of(&brief), &pieces::divide(&Net::of(&brief))).sheet_count(),
            2
        );
    }

    #[test]
    fn what_does_not_fit_is_not_trimmed() {
        let sheet = laid("4", "7", "2");
        assert_eq!(sheet.overhang, Overhang { width: Length::eighths(4), height: Length::ZERO });
        assert!(sheet.trims.is_empty() && sheet.offcuts.is_empty());
    }

    #[test]
    fn sheets_have_letters_and_alike_ones_share_an_entry() {
        let of = |times: &[(u32, bool)]| {
            let one = laid("3", "3", "1");
            let sheets =
                times.iter().map(|(times, scrap)| SheetCut { times: *times, scrap: *scrap, ..one.clone() });
            Layout { sheets: sheets.collect(), from_scrap: Vec::new() }.letters()
        };
        assert_eq!(of(&[(1, false), (2, false), (1, false)]), ["A", "B and C", "D"]);
        // Scraps take no letter; more than two are told by the first and the last.
        assert_eq!(of(&[(1, false), (1, true), (3, false)]), ["A", "", "B to D"]);
        assert_eq!(of(&[(26, false), (1, false), (1, false)]), ["A to Z", "AA", "AB"]);
    }

    #[test]
    fn a_layout_fits_if_every_piece_lies_within_its_sheet() {
        let of = |width: &str| Layout { sheets: vec![laid(width, "7", "2")], from_scrap: Vec::new() };
        assert!(of("3 3/4").fits());
        assert!(!of("4").fits());
    }

    #[test]
    fn sheets_are_cut_alike_whatever_their_count_and_not_if_anything_differs() {
        let one = laid("3", "5", "1");
        assert!(one.is_cut_like(&SheetCut { times: 7, ..one.clone() }));
        assert!(!one.offcuts.is_empty() && !one.trims.is_empty() && !one.placed.is_empty());
        let others = [
            SheetCut { offcuts: Vec::new(), ..one.clone() },
            SheetCut { trims: Vec::new(), ..one.clone() },
            SheetCut { placed: Vec::new(), ..one.clone() },
            SheetCut { width: one.width + Length::INCH, ..one.clone() },
            SheetCut { scrap: !one.scrap, ..one.clone() },
        ];
        assert!(others.iter().all(|other| !one.is_cut_like(other)));
    }
}
