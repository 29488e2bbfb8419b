//! Holes, slots and openings of a face or gusset, measured from its centre line and its top edge: on both faces, or both gussets, alike.

use super::{Closing, FittedHandle};
use crate::brief::{ClosingFlap, HandleKind};
use crate::plane::{Size, Span};
use crate::{Brief, Length};

/// What a hole looks like.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Shape {
    /// Punched.
    Round {
        /// From edge to edge.
        diameter: Length,
    },
    /// A level cut, open at both sides.
    Slot {
        /// From end to end.
        length: Length,
    },
    /// An opening with half-round ends.
    Opening {
        /// From side to side.
        width: Length,
        /// From bottom to top; no more than the width.
        height: Length,
    },
}

/// What a hole is for.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum Purpose {
    /// A ribbon or cord goes through.
    Handle,
    /// A strap goes through.
    Strap,
    /// A hand goes through.
    Hand,
    /// The ribbon that keeps the bag shut goes through.
    Closure,
}

/// Where a hole is.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum On {
    /// In front and back alike, that far below the top edge.
    Faces(Length),
    /// In both gussets alike, that far below the top edge; from their centre lines.
    Gussets(Length),
    /// In the closing flap, that far above the top edge.
    Flap(Length),
}

/// A hole of a face.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub struct FaceHole {
    /// From the centre line to its middle, to the right of one who looks at that face; less than nothing to the left.
    pub aside: Length,
    /// How far below or above the top edge its middle is.
    pub on: On,
    /// Its shape.
    pub shape: Shape,
    /// What it is for.
    pub purpose: Purpose,
}

impl Shape {
    /// Half of its width and half of its height.
    pub fn half(self) -> Size {
        match self {
            Self::Round { diameter } => Size::new(diameter.half(), diameter.half()),
            Self::Slot { length } => Size::new(length.half(), Length::ZERO),
            Self::Opening { width, height } => Size::new(width.half(), height.half()),
        }
    }
}

impl FaceHole {
    /// Width of the panel it is in.
    pub fn panel(&self, brief: &Brief) -> Length {
        match self.on {
            On::Faces(_) | On::Flap(_) => brief.finished.width,
            On::Gussets(_) => brief.depth(),
        }
    }

    /// What it takes of its panel from side to side, from the centre line.
    pub fn across(&self) -> Span {
        let half = self.shape.half().width;
        Span::new(self.aside - half, self.aside + half)
    }

    /// What it takes below the top edge, downwards; nothing for a hole of the flap.
    pub fn below_top(&self) -> Option<Span> {
        let (On::Faces(down) | On::Gussets(down)) = self.on else { return None };
        let half = self.shape.half().height;
        Some(Span::new(down - half, down + half))
    }
}

/// Every hole of a bag's faces, gussets and closing flap. Front and back have the same ones, so that they meet.
pub(super) fn face_holes(brief: &Brief, handle: Option<&FittedHandle>, closing: &Closing) -> Vec<FaceHole> {
    let mut holes = Vec::new();
    let punch = Shape::Round { diameter: brief.fittings.punch.hole };
    if let Some(handle) = handle {
        let pair = |aside: Length, on, shape, purpose| {
            [-aside, aside].map(|aside| FaceHole { aside, on, shape, purpose })
        };
        match handle.kind {
            HandleKind::HoledRibbon => {
                holes.extend(pair(handle.from_centre, On::Faces(handle.down), punch, Purpose::Handle));
            }
            HandleKind::Strap => holes.extend(handle.opening.map(|length| FaceHole {
                aside: Length::ZERO,
                on: On::Faces(Length::ZERO),
                shape: Shape::Slot { length },
                purpose: Purpose::Strap,
            })),
            HandleKind::HandHole => holes.extend(handle.opening.map(|height| FaceHole {
                aside: Length::ZERO,
                on: On::Faces(handle.down + height.half()),
                shape: Shape::Opening { width: handle.width, height },
                purpose: Purpose::Hand,
            })),
            HandleKind::GussetRibbon if brief.build.has_gussets() => holes.push(FaceHole {
                aside: Length::ZERO,
                on: On::Gussets(handle.down),
                shape: punch,
                purpose: Purpose::Handle,
            }),
            HandleKind::None
            | HandleKind::GussetRibbon
            | HandleKind::GluedRibbon
            | HandleKind::LongRibbon
            | HandleKind::Tube
            | HandleKind::Hangers => {}
        }
    }
    if brief.fittings.closure.kind.has_holes() {
        let down = closing.down;
        let hole = |on| FaceHole { aside: Length::ZERO, on, shape: punch, purpose: Purpose::Closure };
        match brief.top.flap() {
            // Laid over, the flap brings its hole as far below the top as it was above.
            Some(ClosingFlap { depth, .. }) => {
                holes.extend([On::Flap(depth - down), On::Faces(depth - down)].map(hole));
            }
            None => holes.push(hole(On::Faces(down))),
        }
    }
    holes
}
