//! How a sheet at 1:1 is spread over pages that are put together, and what a printer that does not print at 100 % changes in that.

use super::PrintPaper;
use crate::drawn::Leg;
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::{Length, Unit};

/// What a printer leaves white round a page; page numbers stand in it.
pub const MARGIN: Length = Length::millimetres(12);
/// How far neighbouring pages show the same.
pub const OVERLAP: Length = Length::millimetres(12);
/// What is shown round a sheet, so that its edge is not cut off.
pub const RIM: Length = Length::millimetres(3);
/// The longest page (PDF: 14 400 points are 5.08 m).
const LONGEST: Length = Length::millimetres(5000);
/// The most pages of one PDF (our choice: more nobody puts together).
pub const MOST_PAGES: usize = 300;

/// What a printer makes of the check square, or of the check line: printed at another size, everything is drawn that much larger or smaller.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Correction {
    should: Length,
    measured: Length,
}

impl Correction {
    /// A printer that prints at 100 %.
    pub const fn none(unit: Unit) -> Self {
        let (square, _) = crate::sheet_svg::check_square(unit);
        Self { should: square, measured: square }
    }

    /// The check square of that unit, as it was measured on paper; nothing if it is off by more than a quarter: then something else
    /// is wrong than the printer's scale.
    pub fn of(unit: Unit, measured: Length) -> Option<Self> {
        Self::near(crate::sheet_svg::check_square(unit).0, measured)
    }

    /// The check line of that unit, as it was measured on paper; nothing if it is off by more than a quarter.
    pub fn of_line(unit: Unit, measured: Length) -> Option<Self> {
        Self::near(crate::sheet_svg::check_line(unit).0, measured)
    }

    fn near(should: Length, measured: Length) -> Option<Self> {
        let near = measured * 4 >= should * 3 && measured * 4 <= should * 5;
        near.then_some(Self { should, measured })
    }

    /// Millimetres on the page for a millimetre of the sheet.
    pub fn scale(self) -> f64 {
        self.should.mm() / self.measured.mm()
    }

    /// What of the sheet is shown on so much of the page.
    fn shown_on(self, page: Length) -> Length {
        page.scaled(self.measured, self.should)
    }

    /// How much of the page so much of the sheet takes, rounded up.
    fn page_for(self, sheet: Length) -> Length {
        sheet.scaled(self.should, self.measured) + Length::from_nm(1)
    }
}

/// A sheet spread over pages.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Tiling {
    /// Width and height of a page.
    pub page: Size,
    /// How many pages side by side.
    pub columns: usize,
    /// How many one above the other.
    pub rows: usize,
    /// What of the sheet a page shows.
    pub shown: Size,
    /// What of it is spread: the sheet with its rim.
    pub extent: Size,
}

/// One page of it.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Tile {
    /// From the left, counted from zero.
    pub column: usize,
    /// From the top, counted from zero.
    pub row: usize,
    /// Its bottom left corner on the sheet.
    pub from: Point,
    /// Its top right corner on the sheet.
    pub to: Point,
}

impl Tiling {
    /// Spreads a sheet of that size over pages, upright or lying, whichever takes fewer.
    pub fn of(sheet: Size, paper: PrintPaper, correction: Correction) -> Self {
        let extent = Size::new(sheet.width + RIM * 2, sheet.height + RIM * 2);
        let Some((width, height)) = paper.page() else {
            let page = |length| (correction.page_for(length) + MARGIN * 2).min(LONGEST);
            return Self::on(Size::new(page(extent.width), page(extent.height)), extent, correction);
        };
        let upright = Self::on(Size::new(width, height), extent, correction);
        let lying = Self::on(Size::new(height, width), extent, correction);
        if lying.columns * lying.rows < upright.columns * upright.rows { lying } else { upright }
    }

    fn on(page: Size, extent: Size, correction: Correction) -> Self {
        let shown = |page: Length, extent: Length| correction.shown_on(page - MARGIN * 2).min(extent);
        let shown = Size::new(shown(page.width, extent.width), shown(page.height, extent.height));
        let count = |shown: Length, extent: Length| {
            let (more, step) = (extent - shown, shown - OVERLAP);
            1 + usize::try_from(more.ceil_to(step).units() / step.units()).unwrap_or(0)
        };
        let columns = if shown.width < extent.width { count(shown.width, extent.width) } else { 1 };
        let rows = if shown.height < extent.height { count(shown.height, extent.height) } else { 1 };
        Self { page, columns, rows, shown, extent }
    }

    /// What all its pages show together.
    pub fn spread(&self) -> Size {
        let last = self.tile(self.columns - 1, self.rows - 1);
        Size::new(last.to.x + RIM, self.extent.height - RIM - last.from.y)
    }

    /// Its pages, row by row from the top.
    pub fn tiles(&self) -> impl Iterator<Item = Tile> + '_ {
        (0..self.rows).flat_map(move |row| (0..self.columns).map(move |column| self.tile(column, row)))
    }

    fn tile(&self, column: usize, row: usize) -> Tile {
        let times = |count: usize| i64::try_from(count).unwrap_or(i64::MAX);
        let left = (self.shown.width - OVERLAP) * times(column) - RIM;
        let top = self.extent.height - RIM - (self.shown.height - OVERLAP) * times(row);
        Tile {
            column,
            row,
            from: Point::new(left, top - self.shown.height),
            to: Point::new(left + self.shown.width, top),
        }
    }

    /// The middle of the overlap to the right of every column but the last: there one page is cut and laid over the other.
    pub fn upright_joins(&self) -> impl Iterator<Item = Length> + '_ {
        (1..self.columns).map(|column| self.tile(column, 0).from.x + OVERLAP.half())
    }

    /// The same below every row but the last.
    pub fn level_joins(&self) -> impl Iterator<Item = Length> + '_ {
        (1..self.rows).map(|row| self.tile(0, row).to.y - OVERLAP.half())
    }
}

impl Tile {
    /// True if it may show something of a stretch of a line that begins at `from`: an arc is asked for all that it bulges.
    pub fn shows(&self, leg: Leg, from: Point) -> bool {
        let (low, high) = leg.extent(from);
        low.x <= self.to.x && high.x >= self.from.x && low.y <= self.to.y && high.y >= self.from.y
    }

    /// `row 1, column 2`.
    pub fn says(&self) -> String {
        format!("row {}, column {}", self.row + 1, self.column + 1)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::drawn::Path;
    use proptest::prelude::*;
    use rstest::rstest;
    use wide_fold_core::fittings::{Purpose, Shape};
    use wide_fold_core::net::{Hole, Panel, Zone};

    proptest! {
        /// Put together, the pages show the whole sheet; neighbours share the overlap; what a page shows goes between its margins
        /// once printed, whatever the printer makes of it.
        #[test]
        fn tiles_cover_the_sheet(
            wide in 1_i64..2000, tall in 1_i64..3000, paper in 0_usize..4, measured in 38_i64..62, x in 0.0_f64..1.0, y in 0.0_f64..1.0,
        ) {
            let sheet = Size::new(Length::millimetres(wide), Length::millimetres(tall));
            let correction = Correction::of(Unit::Metric, Length::millimetres(measured)).unwrap();
            let tiling = Tiling::of(sheet, PrintPaper::ALL[paper], correction);
            let tiles: Vec<Tile> = tiling.tiles().collect();
            let spot = (x * wide as f64, y * tall as f64);
            let within = |tile: &&Tile| (tile.from.x.mm()..=tile.to.x.mm()).contains(&spot.0) && (tile.from.y.mm()..=tile.to.y.mm()).contains(&spot.1);
            prop_assert!(tiles.iter().any(|tile| within(&tile)), "{spot:?} is on no page");
            for tile in &tiles {
                let printed = |length: Length, page: Length| length.mm() * correction.scale() <= (page - MARGIN * 2).mm() + 1e-5;
                prop_assert!(printed(tile.to.x - tile.from.x, tiling.page.width) && printed(tile.to.y - tile.from.y, tiling.page.height));
                if let Some(right) = tiles.iter().find(|other| other.row == tile.row && other.column == tile.column + 1) {
                    prop_assert_eq!(tile.to.x - right.from.x, OVERLAP);
                }
                if let Some(below) = tiles.iter().find(|other| other.column == tile.column && other.row == tile.row + 1) {
                    prop_assert_eq!(below.to.y - tile.from.y, OVERLAP);
                }
            }
            // No page too many: without the last column or row something would be missing.
            let last = tiles.last().unwrap();
            if tiling.columns > 1 { prop_assert!(last.from.x + OVERLAP < sheet.width + RIM); }
            if tiling.rows > 1 { prop_assert!(last.to.y - OVERLAP > -RIM); }
        }
    }

    proptest! {
        /// Whatever point of an opening with round ends lies on a page, the page shows the stretch it lies on.
        #[test]
        fn no_page_loses_the_end_of_an_opening(
            x in 0_i64..600, y in 0_i64..600, wide in 10_i64..102, tall in 5_i64..51, paper in 0_usize..3, angle in 0.0_f64..360.0,
        ) {
            let mm = Length::millimetres;
            let shape = Shape::Opening { width: mm(wide), height: mm(tall.min(wide)) };
            let centre = Point::new(mm(x + 60), mm(y + 60));
            let hole = Hole { centre, shape, purpose: Purpose::Hand, panel: Panel::Front, zone: Zone::Body };
            let path = Path::of_hole(&hole);
            let tiling = Tiling::of(Size::new(mm(720), mm(720)), PrintPaper::ALL[paper], Correction::none(Unit::Metric));
            for (from, leg) in path.legs_from() {
                let Leg::Arc { centre, .. } = leg else { continue };
                let radius = ((from.x - centre.x).mm()).hypot((from.y - centre.y).mm());
                // Only the outer half is part of the edge.
                let (sin, cos) = angle.to_radians().sin_cos();
                let outer = if centre.x >= hole.centre.x && from.y < centre.y { cos } else { -cos };
                if outer < 0.0 { continue }
                let spot = (centre.x.mm() + cos * radius, centre.y.mm() + sin * radius);
                for tile in tiling.tiles() {
                    let within = (tile.from.x.mm()..=tile.to.x.mm()).contains(&spot.0) && (tile.from.y.mm()..=tile.to.y.mm()).contains(&spot.1);
                    prop_assert!(!within || tile.shows(leg, from), "{spot:?} of {leg:?}");
                }
            }
        }
    }

    #[rstest]
    #[case("37", false)]
    #[case("48.5", true)]
    #[case("63", false)]
    fn a_square_that_is_far_off_is_no_scale(#[case] measured: &str, #[case] taken: bool) {
        let measured = Length::parse(measured, Unit::Metric).unwrap();
        assert_eq!(Correction::of(Unit::Metric, measured).is_some(), taken);
    }
}
