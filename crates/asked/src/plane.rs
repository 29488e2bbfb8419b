//! Exact points, spans and sizes of a plane.

use crate::Length;

/// A point of a strip: x from its left edge, y from its bottom edge.
#[derive(Clone, Copy, Debug, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Point {
    /// From the left edge.
    pub x: Length,
    /// From the bottom edge.
    pub y: Length,
}

impl Point {
    /// The point at `x` from the left and `y` from the bottom.
    pub const fn new(x: Length, y: Length) -> Self {
        Self { x, y }
    }
}

/// A size: width by height of what lies flat.
///
/// ```
/// use wide_fold_asked::{Length, plane::Size};
/// let card = Size::new(Length::inches(6), Length::inches(4));
/// assert!(card.turned().fits_in(Size::new(Length::inches(4), Length::inches(6))));
/// ```
#[derive(Clone, Copy, Debug, Default, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Size {
    /// From side to side.
    pub width: Length,
    /// From bottom to top.
    pub height: Length,
}

impl Size {
    /// That wide and that high.
    pub const fn new(width: Length, height: Length) -> Self {
        Self { width, height }
    }

    /// The same paper, turned by a quarter.
    pub const fn turned(self) -> Self {
        Self { width: self.height, height: self.width }
    }

    /// True if it lies within `space`, as it lies.
    pub fn fits_in(self, space: Self) -> bool {
        self.width <= space.width && self.height <= space.height
    }

    /// True if there is any paper to it.
    pub fn is_positive(self) -> bool {
        self.width.is_positive() && self.height.is_positive()
    }

    /// Its area, in squares of the unit of [`Length::units`].
    pub fn area(self) -> i128 {
        i128::from(self.width.units()) * i128::from(self.height.units())
    }
}

/// A stretch from one place to a later one along one axis; `from <= to`.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct Span {
    /// Where it begins.
    pub from: Length,
    /// Where it ends.
    pub to: Length,
}

impl Span {
    /// The stretch from `from` to `to`.
    pub fn new(from: Length, to: Length) -> Self {
        Self { from, to }
    }

    /// How long it is.
    pub fn length(self) -> Length {
        self.to - self.from
    }

    /// Its middle, rounded down to an eighth of a nanometre.
    pub fn middle(self) -> Length {
        self.from + self.length().half()
    }

    /// True if `place` lies on it, its ends included.
    pub fn touches(self, place: Length) -> bool {
        self.from <= place && place <= self.to
    }

    /// Lays `lengths` one after another from zero.
    pub fn in_a_row(lengths: impl IntoIterator<Item = Length>) -> Vec<Self> {
        let mut from = Length::ZERO;
        lengths
            .into_iter()
            .map(|length| {
                let span = Self::new(from, from + length);
                from = span.to;
                span
            })
            .collect()
    }
}
