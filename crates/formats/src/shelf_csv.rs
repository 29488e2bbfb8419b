//! The shelf as CSV (RFC 4180): one paper a row, the columns named in the first.

use crate::FormatFault;
use crate::paper::PaperText;
use wide_fold_core::paper::Paper;
use wide_fold_core::wording::quoted;

/// The columns, in the order they are written; they may come in any other.
pub const COLUMNS: [&str; 11] = [
    "name",
    "kind",
    "width",
    "height",
    "count",
    "weight",
    "thickness",
    "printed",
    "pattern",
    "grain",
    "price",
];

/// What was read from a file.
#[derive(Clone, Debug, Default, PartialEq, Eq)]
pub struct ShelfRead {
    /// The good rows.
    pub papers: Vec<Paper>,
    /// The bad ones.
    pub faults: Vec<RowFault>,
}

/// A row that cannot be read.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct RowFault {
    /// Its line in the file, counted from 1.
    pub line: u64,
    /// The column at fault, if it is one.
    pub field: String,
    /// Why, in a sentence.
    pub sentence: String,
}

/// Writes papers as CSV.
///
/// # Errors
/// Never in practice: the text is written into memory.
pub fn write_shelf<'a>(papers: impl IntoIterator<Item = &'a Paper>) -> Result<String, FormatFault> {
    let fault = |error: String| FormatFault { field: String::new(), sentence: error };
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(COLUMNS).map_err(|error| fault(error.to_string()))?;
    for paper in papers {
        let json = serde_json::to_value(PaperText::from(paper)).map_err(|error| fault(error.to_string()))?;
        let row = COLUMNS.map(|column| match &json[column] {
            serde_json::Value::Null => String::new(),
            serde_json::Value::String(text) => text.clone(),
            other => other.to_string(),
        });
        writer.write_record(&row).map_err(|error| fault(error.to_string()))?;
    }
    let bytes = writer.into_inner().map_err(|error| fault(error.to_string()))?;
    String::from_utf8(bytes).map_err(|error| fault(error.to_string()))
}

/// Reads papers from CSV. Good rows are read whatever the bad ones are; the caller decides what becomes of them.
///
/// ```
/// use wide_fold_formats::read_shelf;
/// let read = read_shelf("name,width,height,weight\nSpeckle,12,12,80 lb cover\nAsh,wide,12,\n");
/// assert_eq!(read.papers[0].sheet.grammage.map(|weight| weight.0), Some(216));
/// assert_eq!((read.faults[0].line, read.faults[0].field.as_str()), (3, "width"));
/// ```
pub fn read_shelf(text: &str) -> ShelfRead {
    let mut read = ShelfRead::default();
    let mut reader = csv::ReaderBuilder::new()
        .flexible(true)
        .trim(csv::Trim::All)
        .from_reader(text.trim_start_matches('\u{feff}').as_bytes());
    let fault =
        |line: u64, field: &str, sentence: String| RowFault { line, field: field.to_owned(), sentence };
    let headers: Vec<String> = match reader.headers() {
        Ok(headers) => headers.iter().map(str::to_lowercase).collect(),
        Err(error) => {
            read.faults.push(fault(1, "", format!("The first line cannot be read: {error}.")));
            return read;
        }
    };
    if let Some(unknown) = headers.iter().find(|header| !COLUMNS.contains(&header.as_str())) {
        let sentence =
            format!("There is no column {}; the columns are {}.", quoted(unknown), COLUMNS.join(", "));
        read.faults.push(fault(1, unknown, sentence));
        return read;
    }
    for row in reader.records() {
        let row = match row {
            Ok(row) => row,
            Err(error) => {
                let line = error.position().map_or(0, csv::Position::line);
                read.faults.push(fault(line, "", format!("This line cannot be read: {error}.")));
                continue;
            }
        };
        let line = row.position().map_or(0, csv::Position::line);
        match paper(&headers, &row) {
            Ok(paper) => read.papers.push(paper),
            Err(error) => read.faults.push(fault(line, &error.field, error.sentence)),
        }
    }
    read
}

fn paper(headers: &[String], row: &csv::StringRecord) -> Result<Paper, FormatFault> {
    let mut json = serde_json::Map::new();
    // An empty cell is as good as none, save where something has to stand.
    let needed = |header: &str| matches!(header, "name" | "width" | "height");
    for (header, cell) in headers.iter().zip(row).filter(|(header, cell)| !cell.is_empty() || needed(header))
    {
        let value = match (header.as_str(), cell.parse::<u32>()) {
            ("count", Ok(count)) => count.into(),
            _ => cell.into(),
        };
        json.insert(header.clone(), value);
    }
    let text: PaperText =
        serde_path_to_error::deserialize(serde_json::Value::Object(json)).map_err(|error| FormatFault {
            field: error.path().to_string(),
            sentence: format!("This cannot be read: {}.", error.inner()),
        })?;
    Paper::try_from(&text)
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;
    use wide_fold_core::paper::{Grain, Money, Stock};
    use wide_fold_core::sheet::{Grammage, Printed};
    use wide_fold_core::{Length, Sheet};

    prop_compose! {
        fn any_paper()(
            name in "[A-Za-z][A-Za-z ,\"’\n]{0,20}[a-z]", kind in 0_usize..3, width in 16_i64..1000, height in 16_i64..4000,
            count in 0_u32..500, weight in prop::option::of(10_u32..1000), caliper in prop::option::of(50_i64..900),
            flags in prop::array::uniform2(any::<bool>()), grain in 0_usize..3, price in prop::option::of(0_i64..100_000),
        ) -> Paper {
            Paper {
                name,
                kind: [Stock::Sheets, Stock::Pad, Stock::Roll][kind],
                sheet: Sheet {
                    width: Length::sixty_fourths(width * 4),
                    height: Length::sixty_fourths(height * 4),
                    directional: flags[0],
                    printed: if flags[1] { Printed::Both } else { Printed::One },
                    turned: false,
                    grammage: weight.map(Grammage),
                    caliper: caliper.map(|microns| Length::from_nm(microns * 1000)),
                },
                count,
                grain: [None, Some(Grain::Upright), Some(Grain::Sideways)][grain],
                price: price.map(Money),
            }
        }
    }

    proptest! {
        #[test]
        fn written_then_read_is_the_same(papers in prop::collection::vec(any_paper(), 0..6)) {
            let read = read_shelf(&write_shelf(&papers).unwrap());
            prop_assert_eq!(read, ShelfRead { papers, faults: Vec::new() });
        }

        #[test]
        fn nothing_makes_it_panic(text in "\\PC*") {
            let _ = read_shelf(&text);
            let _ = read_shelf(&format!("name,width,height\n{text}"));
        }
    }

    #[rstest]
    #[case("name,width,height\n,12,12\n", 2, "name")]
    #[case("name,width,height\nA,12,12\nB,12,0\n", 3, "height")]
    #[case("name,width,height,weight\nA,12,12,heavy\n", 2, "weight")]
    #[case("name,width,height,price\nA,12,12,1.234\n", 2, "price")]
    #[case("name,width,height,count\nA,12,12,many\n", 2, "count")]
    #[case("name,width,height,printed\nA,12,12,three\n", 2, "printed")]
    #[case("name,width,colour\nA,12,red\n", 1, "colour")]
    fn bad_rows_are_named_by_line_and_column(#[case] text: &str, #[case] line: u64, #[case] field: &str) {
        let read = read_shelf(text);
        let found: Vec<(u64, &str)> =
            read.faults.iter().map(|fault| (fault.line, fault.field.as_str())).collect();
        assert_eq!(found, [(line, field)]);
        assert!(read.faults[0].sentence.ends_with('.'));
    }

    #[test]
    fn the_good_rows_are_read_beside_the_bad() {
        let read = read_shelf("name,width,height\nA,12,12\nB,x,12\nC,210 mm,297 mm\n");
        let names: Vec<&str> = read.papers.iter().map(|paper| paper.name.as_str()).collect();
        assert_eq!((names, read.faults.len()), (vec!["A", "C"], 1));
    }
}
