//! Where to cut the run of a bag that is larger than its sheets.
//!
//! An exact search: there are six places round the bag, so all 63 ways to cut it are tried. The best takes the fewest
//! sheets; among those its joins show least; then it has the fewest joins; then it wastes the least paper.

use crate::brief::{Build, Places};
use crate::layout::Layout;
use crate::{Brief, Length, Net, pieces};

/// One way to cut the run.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Joining {
    /// Where it is cut.
    pub cuts: Places,
    /// Sheets for one bag.
    pub sheets: u32,
    /// How much its joins show, for comparison.
    pub shows: u32,
    /// How many joins there are.
    pub joins: usize,
    /// Paper left over on those sheets, in square nanometres.
    pub waste: i128,
}

impl Joining {
    /// What ways are compared by, the better one first.
    fn rank(&self) -> (u32, u32, usize, i128) {
        (self.sheets, self.shows, self.joins, self.waste)
    }

    /// The brief cut so.
    pub fn brief(&self, brief: &Brief) -> Brief {
        Brief { build: Build::Joined { cuts: self.cuts }, ..brief.clone() }
    }
}

/// Every way to cut the run so that all pieces fit the sheet, the best first; none if a panel alone is too large for it.
///
/// ```
/// use wide_fold_core::{Brief, Length, joins::ways};
/// // 11½ wide on 12×12: only a face with its tab fits a sheet, so front and back take one each.
/// let brief = Brief::new(Length::eighths(92), Length::inches(8), Length::inches(3));
/// assert_eq!(ways(&brief)[0].sheets, 3);
/// ```
pub fn ways(brief: &Brief) -> Vec<Joining> {
    let mut ways: Vec<Joining> = Places::every().filter_map(|cuts| judge(brief, cuts)).collect();
    ways.sort_by_key(Joining::rank);
    ways
}

fn judge(brief: &Brief, cuts: Places) -> Option<Joining> {
    let brief = Brief { build: Build::Joined { cuts }, ..brief.clone() };
    let (width, height) = brief.sheet.as_laid();
    let flat = crate::net::flat_size(&brief);
    if flat.0 > width || flat.1 > height {
        return None;
    }
    let pieces = pieces::divide(&Net::new(&brief));
    let layout = Layout::new(&brief, &pieces);
    let area = |width: Length, height: Length| i128::from(width.nm()) * i128::from(height.nm());
    let sheets = layout.sheet_count();
    let used: i128 = pieces
        .iter()
        .filter(|piece| !piece.from_scrap)
        .map(|piece| area(piece.width, piece.height) * i128::from(piece.count))
        .sum();
    Some(Joining {
        cuts,
        sheets,
        shows: cuts.iter().map(crate::brief::Place::shows).sum(),
        joins: cuts.count(),
        waste: area(width, height) * i128::from(sheets) - used,
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::Plan;
    use crate::brief::Place;
    use crate::net::Side;
    use rstest::rstest;

    fn brief(width: &str, height: &str, gusset: &str) -> Brief {
        let [width, height, gusset] = [width, height, gusset].map(|text| text.parse().unwrap());
        Brief::new(width, height, gusset)
    }

    #[rstest]
    // One sheet: a single join at a back corner shows least.
    #[case(["3 3/4", "6 1/2", "2"], 1, &[Place::BackCorner(Side::Left)])]
    // Two sheets: gusset, front, gusset and tab are 11, the back and its tab 6½: no join shows in front.
    #[case(["6", "6", "2 1/4"], 2, &[Place::BackCorner(Side::Left), Place::BackCorner(Side::Right)])]
    // With deeper gussets it is the corner pair, 6 + 5½ + ½ twice: a back and a front corner, on opposite sides.
    #[case(["6", "5 1/2", "5 1/2"], 2, &[Place::BackCorner(Side::Right), Place::FrontCorner(Side::Left)])]
    // 11 + ½ a face, and both gussets of 5 on one sheet: three sheets, all four corners.
    #[case(["11", "6", "5"], 3, &Place::ALL[..4])]
    fn the_best_places(#[case] size: [&str; 3], #[case] sheets: u32, #[case] places: &[Place]) {
        let best = ways(&brief(size[0], size[1], size[2])).remove(0);
        assert_eq!((best.sheets, best.cuts.iter().collect::<Vec<_>>()), (sheets, places.to_vec()));
    }

    /// Against brute force over all sets of places, pieces packed by trying every assignment to sheets.
    #[rstest]
    fn no_way_takes_fewer_sheets(
        #[values("3", "5 1/2", "7", "11")] width: &str,
        #[values("1", "2 1/2", "5")] gusset: &str,
    ) {
        let brief = brief(width, "5", gusset);
        let capacity = brief.sheet.width;
        let fewest = Places::every()
            .filter_map(|cuts| {
                let joined = Brief { build: Build::Joined { cuts }, ..brief.clone() };
                let widths: Vec<Length> =
                    Net::new(&joined).strips.iter().map(crate::net::Strip::width).collect();
                (1..=widths.len()).find(|sheets| assignable(&widths, *sheets, capacity))
            })
            .min();
        let found = ways(&brief).first().map(|way| way.sheets as usize);
        assert_eq!(found, fewest);
    }

    /// True if the widths can be shared out over so many sheets: every assignment is tried.
    fn assignable(widths: &[Length], sheets: usize, capacity: Length) -> bool {
        (0..sheets.pow(widths.len() as u32)).any(|mut code| {
            let mut filled = vec![Length::ZERO; sheets];
            for width in widths {
                filled[code % sheets] += *width;
                code /= sheets;
            }
            filled.into_iter().all(|sheet| sheet <= capacity)
        })
    }

    #[test]
    fn every_way_folds_up() {
        for way in ways(&brief("5", "6", "2")) {
            let plan = Plan::new(&way.brief(&brief("5", "6", "2"))).unwrap();
            assert!(plan.proof.passed(), "{:?}: {:#?}", way.cuts, plan.proof);
            assert_eq!(plan.net.seams.len(), way.joins);
        }
    }

    #[test]
    fn a_face_wider_than_the_sheet_cannot_be_joined() {
        assert!(ways(&brief("12", "6", "2")).is_empty());
    }
}
