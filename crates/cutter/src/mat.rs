//! The mat that a sheet lies on.

use crate::At;

/// A mat, and what the machine needs of it.
#[derive(Clone, Copy, Debug, PartialEq)]
pub struct Mat {
    /// Width and height, in millimetres.
    pub size: At,
    /// How far rollers and clamps reach in from every edge, in millimetres.
    pub margin: f64,
    /// The smallest thing the blade can turn round, across, in millimetres.
    pub smallest: f64,
}
