//! The settings a ruler, trimmer or scoring board can be set to.

use super::Length;

/// A ruler's finest marks.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Ruler {
    /// ⅛ in: the grooves of a scoring board (common practice).
    Eighth,
    /// 1/16 in: the marks of a trimmer (common practice).
    Sixteenth,
    /// 1/32 in: a fine steel rule.
    ThirtySecond,
    /// 1 mm.
    Millimetre,
    /// ½ mm.
    HalfMillimetre,
}

/// The nearest mark to a length, and how far the mark is from it.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Setting {
    /// Where to set the ruler.
    pub length: Length,
    /// Setting minus true length: positive if the setting is too long.
    pub error: Length,
}

impl Ruler {
    /// The distance between two marks.
    pub const fn step(self) -> Length {
        match self {
            Self::Eighth => Length::sixty_fourths(8),
            Self::Sixteenth => Length::sixty_fourths(4),
            Self::ThirtySecond => Length::sixty_fourths(2),
            Self::Millimetre => Length::MM,
            Self::HalfMillimetre => Length::from_nm(Length::MM.nm() / 2),
        }
    }

    /// The mark nearest to `length`, with the error it makes: never more than half a step.
    ///
    /// ```
    /// use wide_fold_asked::{Length, Ruler};
    /// let setting = Ruler::Sixteenth.nearest("95 mm".parse()?);
    /// assert_eq!(setting.length, "3 3/4 in".parse()?);
    /// assert_eq!(setting.error, "0.25 mm".parse()?);
    /// # Ok::<(), wide_fold_asked::LengthError>(())
    /// ```
    pub const fn nearest(self, length: Length) -> Setting {
        let nearest = length.nearest(self.step());
        Setting { length: nearest, error: Length::from_nm(nearest.nm() - length.nm()) }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    #[case(Ruler::Eighth, 8)]
    #[case(Ruler::Sixteenth, 16)]
    #[case(Ruler::ThirtySecond, 32)]
    fn marks_an_inch(#[case] ruler: Ruler, #[case] marks: i64) {
        assert_eq!(ruler.step() * marks, Length::INCH);
    }

    proptest! {
        #[test]
        fn the_setting_is_a_mark_within_half_a_step(nm in 0_i64..3_000_000_000) {
            for ruler in [Ruler::Eighth, Ruler::Sixteenth, Ruler::ThirtySecond, Ruler::Millimetre, Ruler::HalfMillimetre] {
                let length = Length::from_nm(nm);
                let setting = ruler.nearest(length);
                prop_assert!(setting.length.is_on(ruler.step()));
                prop_assert!(setting.error.abs() * 2 <= ruler.step());
                prop_assert_eq!(setting.length - setting.error, length);
            }
        }
    }
}
