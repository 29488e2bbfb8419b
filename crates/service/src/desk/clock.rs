//! The day it is.

use jiff::ZonedDateTime;
use jiff::civil::Date;

/// The day it is where the crafter is.
pub fn today() -> Date {
    ZonedDateTime::now().date()
}
