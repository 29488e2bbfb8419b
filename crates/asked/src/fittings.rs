//! Handle, holes, backing, closure, insert and decoration of a bag, in figures: worked out once, from the brief alone.

pub mod backing;
pub mod closure;
pub mod decoration;
pub mod drawing;
pub mod handle;
pub mod holes;
mod kinds;
pub mod load;
pub mod medallion;
pub mod parts;
pub mod small;

use crate::Brief;
use crate::plane::{Size, Span};

pub use backing::{Reach, Reinforcement};
pub use closure::Closing;
pub use decoration::{Band, Mat, MatOn, Pocket};
pub use handle::FittedHandle;
pub use holes::{FaceHole, On, Purpose, Shape};
pub use medallion::Medallion;

/// Everything that is put on a bag, in figures. It is the stage between the brief and the net: whoever comes after takes its
/// figures from here, and works none of them out again. What the crafter has not set is customary (handbook §6, common
/// practice), in proportion to the face.
///
/// ```
/// use wide_fold_asked::{Brief, Length, brief::HandleKind, fittings::Fitted};
/// let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
/// brief.fittings.handle.kind = HandleKind::HoledRibbon;
/// let fitted = Fitted::of(&brief);
/// // Two holes in either face, a strip of 4 × 2 behind them, an insert ⅛ smaller than the base.
/// assert_eq!(fitted.holes.len(), 2);
/// assert_eq!(fitted.reinforcement.unwrap().length, Length::inches(4));
/// assert_eq!(fitted.insert.unwrap().width, Length::eighths(63));
/// ```
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Fitted {
    /// The handle; none if the bag is carried in the arms.
    pub handle: Option<FittedHandle>,
    /// How far a strip has to reach to hold the handle's holes or ends; none if the handle has no use for one.
    pub reach: Option<Reach>,
    /// The strip of card that holds them; none if there is no use for one, or the crafter wants none.
    pub reinforcement: Option<Reinforcement>,
    /// How the bag closes.
    pub closing: Closing,
    /// Every hole of the faces and the closing flap. Front and back have the same ones, so that they meet.
    pub holes: Vec<FaceHole>,
    /// Paper left free round a mat.
    pub mat_margin: crate::Length,
    /// The mats that are wanted and have room.
    pub mats: Vec<Mat>,
    /// The band: over a join all round, down a front that is joined in its middle, or round the middle.
    pub band: Option<Band>,
    /// What of the inside of the front is free for a pocket, from the base line up: above a fold-flat line and below hem, strip
    /// and holes.
    pub free_inside: Span,
    /// The pocket inside the front.
    pub pocket: Option<Pocket>,
    /// What of the front is free for a medallion: how wide, and from where to where above the base line.
    pub free_on_front: (crate::Length, Span),
    /// The medallion on the front, if it is wanted and has room.
    pub medallion: Option<Medallion>,
    /// An insert, whether it is wanted or not; none without a base to lay it on.
    pub insert: Option<Size>,
    /// A template for the holes of a face; none if there are none.
    pub template: Option<Size>,
}

impl Fitted {
    /// Works it out.
    pub fn of(brief: &Brief) -> Self {
        let handle = handle::handle(brief);
        let strip = handle.and_then(|handle| backing::strip(brief, &handle));
        let closing = Closing::of(brief);
        let holes = holes::face_holes(brief, handle.as_ref(), &closing);
        let free_inside = decoration::free_inside(brief, &holes, strip.as_ref());
        let band = decoration::band(brief);
        let mats = decoration::mats(brief);
        let free_on_front = medallion::free(brief, handle.as_ref(), &holes, &closing, band.as_ref(), &mats);
        Self {
            handle,
            reach: handle.and_then(|handle| backing::to_hold(brief, &handle)),
            reinforcement: strip,
            closing,
            mat_margin: decoration::margin(brief),
            mats,
            band,
            free_on_front,
            medallion: medallion::medallion(brief, free_on_front),
            free_inside,
            pocket: decoration::pocket(brief, free_inside),
            insert: parts::insert(brief),
            template: parts::template(brief, &holes),
            holes,
        }
    }

    /// The handle, if it is of such a kind.
    pub fn handle_that(&self, is: fn(crate::brief::HandleKind) -> bool) -> Option<FittedHandle> {
        self.handle.filter(|handle| is(handle.kind))
    }
}
