//! Evenings as an iCalendar file (RFC 5545): a whole-day entry each, and one for the day by which all has to be done.

use icalendar::{Calendar, Component, Event, EventLike};

/// A day in a calendar.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Day {
    /// Year, month, day.
    pub date: (i16, i8, i8),
    /// Names it for as long as the calendar lasts; the same name is the same entry, read in again.
    pub id: String,
    /// What it is, in a line.
    pub title: String,
    /// What is done on it.
    pub says: String,
}

/// Days as a calendar; what is no day is left out. `stamp` is when it is written, in seconds since 1970.
pub fn calendar(name: &str, days: &[Day], stamp: i64) -> String {
    let mut calendar = Calendar::empty();
    for (property, value) in
        [("VERSION", "2.0"), ("PRODID", "-//Wide Fold//Wide Fold//EN"), ("CALSCALE", "GREGORIAN")]
    {
        calendar.append_property((property, value));
    }
    calendar.name(name);
    let date = |(year, month, day): (i16, i8, i8)| {
        let (month, day) = (u32::try_from(month).ok()?, u32::try_from(day).ok()?);
        chrono::NaiveDate::from_ymd_opt(i32::from(year), month, day)
    };
    let stamp = chrono::DateTime::from_timestamp(stamp, 0).unwrap_or_default();
    for day in days {
        let Some(on) = date(day.date) else { continue };
        let mut event = Event::new();
        event.uid(&day.id).timestamp(stamp).summary(&day.title).description(&day.says).starts(on);
        calendar.push(event.done());
    }
    calendar.done().to_string()
}
