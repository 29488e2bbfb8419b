//! What is taken along of a run, read by others: the calendar by an independent reader of RFC 5545, lists by a reader of RFC 4180,
//! print by a reader of PDF.
use ical::parser::ical::component::IcalEvent;
use proptest::prelude::*;
use wide_fold_formats::calendar::{Day, calendar};
use wide_fold_formats::pdf::lists::lists_pdf;
use wide_fold_formats::tables::{Table, write_table};

fn property(event: &IcalEvent, name: &str) -> String {
    let found = event.properties.iter().filter(|own| own.name == name).collect::<Vec<_>>();
    assert_eq!(found.len(), 1, "{name}");
    // RFC 5545, 3.3.11: what is escaped in text.
    let mut text = String::new();
    let mut letters = found[0].value.as_deref().unwrap_or_default().chars();
    while let Some(letter) = letters.next() {
        match letter {
            '\\' => match letters.next().unwrap() {
                'n' | 'N' => text.push('\n'),
                other => text.push(other),
            },
            other => text.push(other),
        }
    }
    text
}

/// Words with everything in them that a format sets store by.
fn words() -> impl Strategy<Value = String> {
    "[ -~éß½¾×→🏺;,\\\\\"=+@-]{1,90}"
        .prop_map(|text| text.trim().to_owned())
        // The reader takes no text that begins with a colon.
        .prop_filter("some words", |text| !text.is_empty() && !text.starts_with(':'))
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 32, ..ProptestConfig::default() })]

    #[test]
    fn a_calendar_is_read_back_as_it_was_written(
        days in prop::collection::vec((2026_i16..2100, 1_i8..13, 1_i8..29, words(), prop::collection::vec(words(), 0..5)), 0..9)
    ) {
        let days: Vec<Day> = days.into_iter().enumerate().map(|(n, (year, month, day, title, says))| Day {
            date: (year, month, day), id: format!("run-1-{n}@wide-fold"), title, says: says.join("\n"),
        }).collect();
        let text = calendar("Kiln opening", &days, 1_800_000_000);
        // RFC 5545, 3.1: lines should be no longer than 75 octets (the package folds before a letter of several octets a little
        // late, which every reader bears), and every one ends in CR LF.
        for line in text.split("\r\n") {
            prop_assert!(line.len() <= 79 && !line.contains('\n'), "{line:?}");
        }
        // The reader takes spaces off the ends of lines, so they are unfolded for it (RFC 5545, 3.1).
        let text = text.replace("\r\n ", "");
        let read = ical::IcalParser::new(text.as_bytes()).next().unwrap().unwrap();
        prop_assert_eq!(read.events.len(), days.len());
        for (event, day) in read.events.iter().zip(&days) {
            let (year, month, on) = day.date;
            prop_assert_eq!(property(event, "DTSTART"), format!("{year:04}{month:02}{on:02}"));
            // A whole day has no end of its own (RFC 5545, 3.6.1).
            prop_assert!(event.properties.iter().all(|own| own.name != "DTEND"));
            prop_assert_eq!(property(event, "SUMMARY"), day.title.clone());
            prop_assert_eq!(property(event, "DESCRIPTION"), day.says.clone());
            prop_assert_eq!(property(event, "UID"), day.id.clone());
        }
    }

    #[test]
    fn a_list_is_read_back_and_no_cell_is_a_formula(rows in prop::collection::vec(prop::collection::vec(words(), 3), 0..12)) {
        let table = Table { name: "Cut list", head: vec!["paper", "pattern", "set to"], rows };
        let text = write_table(&table);
        let mut reader = csv::Reader::from_reader(text.as_bytes());
        let head: Vec<String> = reader.headers().unwrap().iter().map(str::to_owned).collect();
        prop_assert_eq!(head, ["paper", "pattern", "set to"]);
        let read: Vec<Vec<String>> = reader.records().map(|row| row.unwrap().iter().map(str::to_owned).collect()).collect();
        prop_assert_eq!(read.len(), table.rows.len());
        for (cell, own) in read.iter().flatten().zip(table.rows.iter().flatten()) {
            prop_assert!(!cell.starts_with(['=', '+', '-', '@']), "{cell}");
            prop_assert_eq!(cell.strip_prefix('\'').filter(|rest| *rest == own).unwrap_or(cell), own);
        }
    }

    #[test]
    fn every_word_is_printed(rows in prop::collection::vec(prop::collection::vec("[a-zA-Z]{1,8}( [a-zA-Z]{1,8}){0,16}", 4), 1..40)) {
        let text = printed(rows.clone());
        let printed: std::collections::BTreeSet<&str> = text.split_whitespace().collect();
        for word in rows.iter().flatten().flat_map(|cell| cell.split_whitespace()) {
            prop_assert!(printed.contains(word), "{word} in {text}");
        }
    }

    /// Words that are together wider than the page are broken, and no letter is lost.
    #[test]
    fn every_letter_is_printed(rows in prop::collection::vec(prop::collection::vec("[a-zA-Z]{1,30}( [a-zA-Z]{1,30}){0,6}", 4), 1..20)) {
        let text: String = printed(rows.clone()).split_whitespace().collect();
        for word in rows.iter().flatten().flat_map(|cell| cell.split_whitespace()) {
            prop_assert!(text.contains(word), "{word} in {text}");
        }
    }
}

/// What a reader of PDF finds on the pages of a list.
fn printed(rows: Vec<Vec<String>>) -> String {
    let table = Table { name: "Work by stage", head: vec!["stage", "what", "bag", "how"], rows };
    let bytes = lists_pdf("Kiln opening", "Done by 2026-12-05.", std::slice::from_ref(&table), true).unwrap();
    let document = lopdf::Document::load_mem(&bytes).unwrap();
    let pages: Vec<u32> = document.get_pages().into_keys().collect();
    document.extract_text(&pages).unwrap()
}
