//! The shelf as CSV (RFC 4180): one paper a row, the columns named in the first.

use crate::fault::FormatFault;
use crate::paper::PaperText;
use serde::Serialize;
use wide_fold_core::paper::Paper;
use wide_fold_core::text::quoted;

/// What stands in the cells of a column.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Cell {
    /// Any text, or a figure in words; true where something has to stand.
    Text(bool),
    /// A whole number.
    Count,
    /// One of a few words, in small letters.
    Word(&'static str),
}

/// A paper as a row: every column by its name, what stands in it, and the cell itself. The one list of columns; a field more of
/// [`PaperText`] stops the compiler here.
fn row_of(paper: PaperText) -> [(&'static str, Cell, Option<String>); 12] {
    let PaperText {
        name,
        kind,
        width,
        height,
        count,
        grain,
        price,
        pattern,
        printed,
        weight,
        thickness,
        grid,
    } = paper;
    [
        ("name", Cell::Text(true), Some(name)),
        ("kind", Cell::Word("sheets, pad or roll"), word(&kind)),
        ("width", Cell::Text(true), Some(width)),
        ("height", Cell::Text(true), Some(height)),
        ("count", Cell::Count, Some(count.to_string())),
        ("weight", Cell::Text(false), weight),
        ("thickness", Cell::Text(false), thickness),
        ("printed", Cell::Word("one or both"), word(&printed)),
        ("pattern", Cell::Word("up or all_over"), word(&pattern)),
        ("grid", Cell::Text(false), grid),
        ("grain", Cell::Word("upright or sideways"), grain.as_ref().and_then(word)),
        ("price", Cell::Text(false), price),
    ]
}

/// A choice as it is spelled.
fn word(choice: &impl Serialize) -> Option<String> {
    serde_json::to_value(choice).ok()?.as_str().map(str::to_owned)
}

/// The columns, in the order they are written; they may come in any other.
fn columns() -> [(&'static str, Cell); 12] {
    row_of(PaperText::from(&Paper::plain())).map(|(name, cell, _)| (name, cell))
}

/// Their names, as they are told to whoever has named another.
fn all_names() -> String {
    columns().map(|(name, _)| name).join(", ")
}

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
    writer.write_record(columns().map(|(name, _)| name)).map_err(|error| fault(error.to_string()))?;
    for paper in papers {
        let cells = row_of(PaperText::from(paper));
        let row = cells.map(|(_, _, cell)| cell.map(escaped).unwrap_or_default());
        writer.write_record(&row).map_err(|error| fault(error.to_string()))?;
    }
    Ok(marked(&writer.into_inner().map_err(|error| fault(error.to_string()))?))
}

/// A cell as it is written. A spreadsheet takes what begins with one of these for a formula and runs it; behind an apostrophe it
/// shows it as text (common practice). Reading takes the apostrophe off again, and another stands before one that is meant.
pub(crate) fn escaped(cell: String) -> String {
    if cell.starts_with(['=', '+', '-', '@', '\t', '\r', '\'']) { format!("'{cell}") } else { cell }
}

fn unescaped(cell: &str) -> &str {
    cell.strip_prefix('\'')
        .filter(|rest| rest.starts_with(['=', '+', '-', '@', '\t', '\r', '\'']))
        .unwrap_or(cell)
}

/// Tells a spreadsheet that what follows is UTF-8 (Unicode, the byte-order mark); reading passes over it.
pub(crate) const MARK: char = '\u{feff}';

/// A list as it is written, the mark before it.
pub(crate) fn marked(list: &[u8]) -> String {
    format!("{MARK}{}", String::from_utf8_lossy(list))
}

/// What parts the cells: where a comma is the decimal mark, spreadsheets write semicolons, and some write tabs. The first line, which
/// names the columns, tells.
fn parted_by(text: &str) -> u8 {
    let first = text.lines().find(|line| !line.trim().is_empty()).unwrap_or_default();
    let mark = [b';', b'\t'].into_iter().find(|mark| first.bytes().any(|byte| byte == *mark));
    mark.filter(|_| !first.contains(',')).unwrap_or(b',')
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
    let text = text.trim_start_matches(MARK);
    let mut reader = csv::ReaderBuilder::new()
        .flexible(true)
        .has_headers(false)
        .delimiter(parted_by(text))
        .from_reader(text.as_bytes());
    let fault =
        |line: u64, field: &str, sentence: String| RowFault { line, field: field.to_owned(), sentence };
    let mut headers: Option<Vec<String>> = None;
    let mut row = csv::StringRecord::new();
    let mut lines = Lines { text: text.as_bytes(), at: 0, line: 1 };
    loop {
        // The reader counts a row from the end of the one before it, blank lines and all.
        let from = reader.position().byte();
        let more = reader.read_record(&mut row);
        let line = lines.of(from);
        match more {
            Ok(false) => break,
            Ok(true) => {}
            Err(_) => {
                read.faults.push(fault(line, "", "This line holds something that is no text.".to_owned()));
                continue;
            }
        }
        row.trim();
        match &headers {
            None => match named(&row) {
                Ok(names) => headers = Some(names),
                Err((column, sentence)) => {
                    read.faults.push(fault(line, &column, sentence));
                    return read;
                }
            },
            Some(_) if row.iter().all(str::is_empty) => {}
            Some(names) => match paper(names, &row) {
                Ok(paper) => read.papers.push(paper),
                Err(error) => read.faults.push(fault(line, &error.field, error.sentence)),
            },
        }
    }
    if headers.is_none() {
        let sentence = format!("The file is empty. Its first line names the columns: {}.", all_names());
        read.faults.push(fault(1, "", sentence));
    }
    read
}

/// Lines of a text, counted as it is read on: each byte is looked at once.
struct Lines<'a> {
    text: &'a [u8],
    at: usize,
    line: u64,
}

impl Lines<'_> {
    /// The line, from 1, in which the first text at or after a byte stands; no earlier byte is asked for after a later one.
    fn of(&mut self, byte: u64) -> u64 {
        let from = usize::try_from(byte).unwrap_or(usize::MAX).clamp(self.at, self.text.len().max(self.at));
        let blank = self.text[from..].iter().take_while(|byte| matches!(byte, b'\n' | b'\r')).count();
        let passed = &self.text[self.at..from + blank];
        self.line += passed.iter().filter(|byte| **byte == b'\n').count() as u64;
        self.at = from + blank;
        self.line
    }
}

/// The columns that the first line names; or the one at fault, and why.
fn named(row: &csv::StringRecord) -> Result<Vec<String>, (String, String)> {
    let names: Vec<String> = row.iter().map(str::to_lowercase).collect();
    if let [one] = names.as_slice()
        && one.contains('|')
    {
        let sentence = "The cells are parted by upright bars: save the list with commas or semicolons between them, and read it in again.";
        return Err((String::new(), sentence.to_owned()));
    }
    for (place, name) in names.iter().enumerate() {
        if !columns().iter().any(|(column, _)| column == name) {
            let sentence = format!("There is no column {}; the columns are {}.", quoted(name), all_names());
            return Err((name.clone(), sentence));
        }
        if names[..place].contains(name) {
            return Err((
                name.clone(),
                format!("The column {} is there twice: which of them counts?", quoted(name)),
            ));
        }
    }
    Ok(names)
}

fn paper(headers: &[String], row: &csv::StringRecord) -> Result<Paper, FormatFault> {
    if row.len() > headers.len() && row.iter().skip(headers.len()).any(|cell| !cell.is_empty()) {
        let sentence = format!(
            "This line has {} cells for {} columns. A cell with a comma in it, such as 1,20, stands in double quotes.",
            row.len(),
            headers.len()
        );
        return Err(FormatFault { field: String::new(), sentence });
    }
    let mut json = serde_json::Map::new();
    for (header, cell) in headers.iter().zip(row) {
        let Some((_, kind)) = columns().into_iter().find(|(name, _)| name == header) else { continue };
        // An empty cell is as good as none, save where something has to stand.
        if cell.is_empty() && kind != Cell::Text(true) {
            continue;
        }
        let cell = unescaped(cell);
        let value = match kind {
            Cell::Count => cell.parse::<u32>().map(Into::into).map_err(|_| FormatFault {
                field: header.clone(),
                sentence: format!("{} is no number of sheets.", quoted(cell)),
            })?,
            Cell::Word(_) => cell.to_lowercase().replace(' ', "_").into(),
            Cell::Text(_) => cell.into(),
        };
        json.insert(header.clone(), value);
    }
    let text: PaperText =
        serde_path_to_error::deserialize(serde_json::Value::Object(json)).map_err(|error| {
            let field = error.path().to_string();
            FormatFault { sentence: unread(headers, row, &field), field }
        })?;
    Paper::try_from(&text)
}

/// Why a cell that holds one of a few words cannot be read, or which column is missing.
fn unread(headers: &[String], row: &csv::StringRecord, field: &str) -> String {
    let words = match columns().into_iter().find(|(name, _)| *name == field) {
        Some((_, Cell::Word(words))) => words,
        Some((_, Cell::Text(_) | Cell::Count)) | None => {
            let is_missing = |(name, cell): &(&str, Cell)| {
                *cell == Cell::Text(true) && !headers.iter().any(|own| own == name)
            };
            return match columns().into_iter().find(is_missing) {
                Some((name, _)) => format!("There is no column {}, and every paper has one.", quoted(name)),
                None => "This line cannot be read.".to_owned(),
            };
        }
    };
    let cell = headers.iter().zip(row).find(|(header, _)| *header == field).map_or("", |(_, cell)| cell);
    format!("{} is not known here; it can be {words}.", quoted(cell))
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
            name in "[A-Za-z=+@'\\-][A-Za-z ,\"’']{0,20}[a-z]", kind in 0_usize..3, width in 16_i64..1000, height in 16_i64..4000,
            count in 0_u32..500, rolls in 0_u32..2, weight in prop::option::of(10_u32..1000), caliper in prop::option::of(50_i64..900),
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
                    grid: flags[0].then_some(Length::eighths(4)),
                    rolled: kind == 2,
                },
                count: if kind == 2 { rolls } else { count },
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

    /// As spreadsheets of other countries write it: parted by semicolons or tabs, the comma a decimal mark, a byte-order mark first.
    #[rstest]
    #[case("\u{feff}name;width;height;price\nAsh;12;12;1,20\n")]
    #[case("name\twidth\theight\tprice\nAsh\t12\t12\t1.20\n")]
    fn what_other_spreadsheets_write_is_read(#[case] text: &str) {
        let read = read_shelf(text);
        assert_eq!((read.faults, read.papers[0].price), (Vec::new(), Some(Money(120))));
    }

    #[rstest]
    #[case("name,width,height\n,12,12\n", 2, "name")]
    #[case("name,width,height\nA,12,12\nB,12,0\n", 3, "height")]
    #[case("name,width,height,weight\nA,12,12,heavy\n", 2, "weight")]
    #[case("name,width,height,price\nA,12,12,1.234\n", 2, "price")]
    #[case("name,width,height,count\nA,12,12,many\n", 2, "count")]
    #[case("name,width,height,printed\nA,12,12,three\n", 2, "printed")]
    #[case("name,width,colour\nA,12,red\n", 1, "colour")]
    #[case("\n\nname,width,height\n\n\nA,12,12\n\r\n\nB,x,12\n", 9, "width")]
    #[case("name,width,height\n\"A\n\nB\",12,12\nC,x,12\n", 5, "width")]
    #[case("name,width,height,width\nA,12,12,6\n", 1, "width")]
    #[case("name,width,height,price\nA,12,12,1,20\n", 2, "")]
    #[case("name|width|height\nA|12|12\n", 1, "")]
    #[case("name;width;height\nA;12;x\n", 2, "height")]
    #[case("", 1, "")]
    #[case("name,width\nA,12\n", 2, ".")]
    #[case("name,width,height,kind\nA,12,12,scroll\n", 2, "kind")]
    #[case("name,width,height,kind,count\nA,12,12,roll,3\n", 2, "count")]
    #[case("name,width,height,thickness\nA,12,12,-5 mm\n", 2, "thickness")]
    fn bad_rows_are_named_by_line_and_column(#[case] text: &str, #[case] line: u64, #[case] field: &str) {
        let read = read_shelf(text);
        let found: Vec<(u64, &str)> =
            read.faults.iter().map(|fault| (fault.line, fault.field.as_str())).collect();
        assert_eq!(found, [(line, field)]);
        let sentence = &read.faults[0].sentence;
        assert!(
            sentence.ends_with(['.', '?']) && !sentence.contains("CSV") && !sentence.contains("expected"),
            "{sentence}"
        );
    }

    /// What a spreadsheet would take for a formula is text to it, and the same again to us.
    #[rstest]
    #[case("=SUM(A1)", "'=SUM(A1)")]
    #[case("+1", "'+1")]
    #[case("-2", "'-2")]
    #[case("@work", "'@work")]
    #[case("'=1", "''=1")]
    #[case("'tis", "''tis")]
    #[case("plain", "plain")]
    fn nothing_is_run_by_a_spreadsheet(#[case] cell: &str, #[case] written: &str) {
        assert_eq!(escaped(cell.to_owned()), written);
        assert_eq!(unescaped(&escaped(cell.to_owned())), cell);
    }

    #[test]
    fn the_good_rows_are_read_beside_the_bad() {
        let read = read_shelf("name,width,height\nA,12,12\nB,x,12\nC,210 mm,297 mm\n");
        let names: Vec<&str> = read.papers.iter().map(|paper| paper.name.as_str()).collect();
        assert_eq!((names, read.faults.len()), (vec!["A", "C"], 1));
    }
}
