//! Handle, holes, backing, closure, insert and decoration of a bag, worked out in figures from the brief alone.

pub mod backing;
pub mod closure;
pub mod decoration;
pub mod drawing;
pub mod handle;
pub mod holes;
pub mod load;
pub mod parts;
pub mod small;

pub use backing::{Strip, strip};
pub use handle::{FittedHandle, handle};
pub use holes::{FaceHole, On, Purpose, Shape, face_holes};
