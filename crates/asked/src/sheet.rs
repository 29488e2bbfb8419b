//! Sheets of paper a bag is cut from.

use crate::plane::Size;
use crate::{Length, Unit};

/// One sheet of paper as it lies on the table, pattern upright.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Sheet {
    /// From side edge to side edge, pattern upright.
    pub width: Length,
    /// From bottom edge to top edge, pattern upright.
    pub height: Length,
    /// True if the pattern has an up: pieces may then never be turned.
    pub directional: bool,
    /// Which sides carry a print or colour fit to be seen.
    pub printed: Printed,
    /// True if the sheet is laid a quarter turn round, its height along the round of the bag.
    pub turned: bool,
    /// Weight of the paper, if it is known.
    pub grammage: Option<Grammage>,
    /// Thickness of the paper, if it has been measured.
    pub caliper: Option<Length>,
    /// From line to line of a grid printed on the back, if there is one.
    pub grid: Option<Length>,
    /// True for a length cut off a roll.
    pub rolled: bool,
}

/// Weight of paper by area, in grams per square metre (ISO 536).
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Grammage(pub u32);

impl Grammage {
    /// Light card of a patterned pad, if nothing else is known (our choice: 180 g/m²).
    pub const USUAL: Self = Self(180);

    /// Thickness of uncoated paper of this weight: about 1¼ thousandths of a millimetre for every g/m² (a bulk of
    /// 1.25 cm³/g, from memory). Good to a fifth or so.
    pub fn estimated_caliper(self) -> Length {
        Length::from_nm(i64::from(self.0) * 1_250)
    }
}

/// What is known of a paper besides its size.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum Stuff {
    /// Its thickness.
    Thickness,
    /// Its weight.
    Weight,
    /// The grid on its back.
    Grid,
}

/// How thick a sheet is, and how that is known.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Thickness {
    /// Thickness of one layer.
    pub caliper: Length,
    /// True if it was measured, false if it is an estimate from the weight.
    pub measured: bool,
}

/// The sides of a sheet that are fit to be seen.
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, Hash)]
pub enum Printed {
    /// One side; the reverse is plain.
    #[default]
    One,
    /// Both sides.
    Both,
}

impl Printed {
    /// True if its reverse is plain.
    pub const fn has_plain_reverse(self) -> bool {
        match self {
            Self::One => true,
            Self::Both => false,
        }
    }
}

/// A size of sheet that is sold everywhere.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct CommonSize {
    /// What people call it.
    pub name: &'static str,
    /// Width, upright.
    pub width: Length,
    /// Height, upright.
    pub height: Length,
}

/// Square pads and office sizes. A4 is ISO 216 (210 × 297 mm); 12×12, 10×10, 6×6 pads and 8½×11 are common
/// practice.
pub const COMMON_SIZES: [CommonSize; 5] = [
    CommonSize { name: "12×12", width: Length::inches(12), height: Length::inches(12) },
    CommonSize { name: "10×10", width: Length::inches(10), height: Length::inches(10) },
    CommonSize { name: "6×6", width: Length::inches(6), height: Length::inches(6) },
    CommonSize { name: "8½×11", width: Length::eighths(68), height: Length::inches(11) },
    CommonSize { name: "A4", width: Length::millimetres(210), height: Length::millimetres(297) },
];

impl Default for Sheet {
    /// A directional 12×12, printed on one side: the sheet people most often have.
    fn default() -> Self {
        Self {
            width: Length::inches(12),
            height: Length::inches(12),
            directional: true,
            printed: Printed::One,
            turned: false,
            grammage: None,
            caliper: None,
            grid: None,
            rolled: false,
        }
    }
}

impl Sheet {
    /// The shortest side a sheet can have (our choice).
    pub const SMALLEST: Length = Length::inches(1);
    /// The finest grid that can be followed by eye (our choice).
    pub const FINEST_GRID: Length = Length::eighths(1);
    /// The longest one: a long roll (our choice).
    pub const LARGEST: Length = Length::inches(400);

    /// Its width and height, pattern upright.
    pub fn size(&self) -> Size {
        Size::new(self.width, self.height)
    }

    /// As it may be laid: as it is, and turned if it has no direction and that is another way to lie.
    pub fn lyings(&self) -> impl Iterator<Item = Self> {
        let turned = Self { turned: !self.turned, ..self.clone() };
        let may_turn = !self.directional && self.width != self.height;
        std::iter::once(self.clone()).chain(may_turn.then_some(turned))
    }

    /// Width and height as it is laid for the bag.
    pub fn as_laid(&self) -> Size {
        if self.turned { self.size().turned() } else { self.size() }
    }

    /// Thickness of one layer: as measured, or estimated from the weight, or from a usual weight if that is unknown too.
    pub fn thickness(&self) -> Thickness {
        let estimate = self.grammage.unwrap_or(Grammage::USUAL).estimated_caliper();
        Thickness { caliper: self.caliper.unwrap_or(estimate), measured: self.caliper.is_some() }
    }

    /// True for stiff card, from 200 g/m² up (our choice), whose folds take up room.
    pub fn is_stiff(&self) -> bool {
        match self.caliper {
            Some(caliper) => caliper >= Grammage(200).estimated_caliper(),
            None => self.grammage.is_some_and(|grammage| grammage >= Grammage(200)),
        }
    }

    /// Checks that weight and thickness are those of a paper for bags.
    ///
    /// # Errors
    /// Which of the two is at fault, and a sentence.
    pub fn check_stuff(&self) -> Result<(), (Stuff, String)> {
        let (thin, thick) = (Length::from_nm(10_000), Length::millimetres(3));
        if let Some(caliper) = self.caliper.filter(|caliper| !(thin..=thick).contains(caliper)) {
            let sentence =
                format!("{} mm is no thickness of paper: 0.01 mm to 3 mm can be used.", caliper.mm());
            return Err((Stuff::Thickness, sentence));
        }
        if let Some(Grammage(weight)) = self.grammage.filter(|weight| !(10..=1000).contains(&weight.0)) {
            let sentence = format!("{weight} g/m² is no paper for bags: 10 to 1000 can be used.");
            return Err((Stuff::Weight, sentence));
        }
        if let Some(grid) = self.grid.filter(|grid| !(Self::FINEST_GRID..=Self::SMALLEST * 4).contains(grid))
        {
            let sentence = format!(
                "{} is no grid to measure by: {} to {} from line to line can be used.",
                grid.label(Unit::Inch),
                Self::FINEST_GRID.label(Unit::Inch),
                (Self::SMALLEST * 4).label(Unit::Inch)
            );
            return Err((Stuff::Grid, sentence));
        }
        Ok(())
    }

    /// The name of its common size, either way round.
    pub fn common_name(&self) -> Option<&'static str> {
        COMMON_SIZES
            .iter()
            .find(|size| (size.width, size.height) == (self.width, self.height))
            .map(|size| size.name)
    }

    /// What to call it: `12×12`, `A4`, `20 × 30`.
    pub fn name(&self, unit: Unit) -> String {
        self.common_name().map_or_else(
            || format!("{} × {}", self.width.figure(unit), self.height.figure(unit)),
            str::to_owned,
        )
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a4_is_iso_216() {
        // ISO 216:2007, A series: A4 is 210 mm × 297 mm; A0 halves four times, each side rounded down to whole
        // millimetres from 841 × 1189.
        let (mut short, mut long) = (841, 1189);
        for _ in 0..4 {
            (short, long) = (long / 2, short);
        }
        let a4 = COMMON_SIZES[4];
        assert_eq!((a4.width, a4.height), (Length::millimetres(short), Length::millimetres(long)));
    }

    #[test]
    fn a_turned_sheet_keeps_its_name() {
        let sheet = Sheet {
            height: Length::inches(11),
            width: Length::eighths(68),
            turned: true,
            ..Sheet::default()
        };
        assert_eq!(sheet.name(Unit::Inch), "8½×11");
        assert_eq!(sheet.as_laid(), Size::new(Length::inches(11), Length::eighths(68)));
    }
}
