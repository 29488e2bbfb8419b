//! Sheets at 1:1: whole, or on pages that are put together by their registration marks. Before every sheet stands a page with its map,
//! the check square and what the lines mean.

use super::fonts::Weight;
use super::leaf::{
    At, Frame, INK, Leaf, Mark, PALE, Pen, Segment, TEXT, arrow, centred, heading, line, rectangle, upwards,
    words,
};
use super::printed::Printout;
use super::tiles::{Correction, MARGIN, MOST_PAGES, Tile, Tiling};
use super::{PdfFault, PrintPaper, cannot_be_made, write_warned};
use crate::drawn::{Drawn, Stroke, Tool, extent};
use crate::sheet_svg::{check_line, check_square};
use wide_fold_core::layout::SheetCut;
use wide_fold_core::plane::{Point, Size};
use wide_fold_core::{Length, Plan, Unit};

/// How sheets are printed.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Print {
    /// What is in the printer.
    pub paper: PrintPaper,
    /// What it makes of the check square.
    pub correction: Correction,
}

impl Print {
    /// As is customary where people measure in that unit.
    pub const fn customary(unit: Unit) -> Self {
        Self { paper: PrintPaper::customary(unit), correction: Correction::none(unit) }
    }
}

/// Every sheet of a plan at 1:1, those cut alike once.
///
/// # Errors
/// [`PdfFault::TooManyPages`], or if it cannot be put together.
pub fn sheets_pdf(plan: &Plan, name: &str, print: Print) -> Result<Vec<u8>, PdfFault> {
    one_to_one(&of_plan(plan), name, plan.brief.unit, print, cannot_be_made(plan))
}

/// Every sheet of a plan, those cut alike once.
fn of_plan(plan: &Plan) -> Vec<OneToOne> {
    let letters = plan.layout.letters();
    let titles = letters
        .iter()
        .map(|letter| if letter.is_empty() { "Scrap".to_owned() } else { format!("Sheet {letter}") });
    plan.layout.sheets.iter().zip(titles).map(|(sheet, title)| OneToOne::of(plan, sheet, title)).collect()
}

/// The pages of every sheet of a plan, as they come out of a printer that prints everything at `came_out` of its size: 1 if it does as
/// it is asked.
///
/// # Errors
/// As [`sheets_pdf`].
pub fn sheets_printed(plan: &Plan, name: &str, print: Print, came_out: f64) -> Result<Printout, PdfFault> {
    let (leaves, square) = leaves(&of_plan(plan), name, plan.brief.unit, print)?;
    Ok(Printout::new(leaves, square, came_out))
}

/// Something drawn at 1:1.
pub(super) struct OneToOne {
    pub title: String,
    /// What is said of it on the page before it.
    pub says: Vec<String>,
    /// What is drawn, from its bottom left corner.
    pub size: Size,
    /// The sheet of paper in it, if it is one.
    pub sheet: Option<Size>,
    pub drawn: Vec<Drawn>,
    /// Further lines, each with its pen, in the same frame.
    pub help: Vec<(Point, Point, Pen)>,
}

impl OneToOne {
    fn of(plan: &Plan, sheet: &SheetCut, title: String) -> Self {
        let size = extent(sheet);
        let unit = plan.brief.unit;
        let mut says = vec![
            format!("Finished bag: {}.", size_of(&plan.brief.finished_figures(), unit)),
            format!("The sheet: {} × {}.", sheet.width.figure(unit), sheet.height.label(unit)),
            "Seen from the outside face, top edge up.".to_owned(),
        ];
        if sheet.times > 1 {
            says.push(format!("Print once: {} sheets are cut alike.", sheet.times));
        }
        if !sheet.overhang.is_none() {
            says.push("What is drawn reaches past the sheet: this bag cannot be cut from it.".to_owned());
        }
        let drawn = sheet.placed.iter().map(|placed| Drawn::of(plan, placed)).collect();
        let own = Size::new(sheet.width, sheet.height);
        Self { title, says, size, sheet: Some(own), drawn, help: Vec::new() }
    }
}

/// `3¾ × 6½ × 2 in`.
pub(super) fn size_of(figures: &[String], unit: Unit) -> String {
    let unit = match unit {
        Unit::Inch => "in",
        Unit::Metric => "mm",
    };
    format!("{} {unit}", figures.join(" × "))
}

/// Pages of things drawn at 1:1.
pub(super) fn one_to_one(
    sheets: &[OneToOne],
    name: &str,
    unit: Unit,
    print: Print,
    warning: Option<String>,
) -> Result<Vec<u8>, PdfFault> {
    write_warned(&format!("{name}: sheets at 1:1"), leaves(sheets, name, unit, print)?.0, warning)
}

/// The same before they are written, and where the check square lies on the first.
fn leaves(
    sheets: &[OneToOne],
    name: &str,
    unit: Unit,
    print: Print,
) -> Result<(Vec<Leaf>, [f64; 3]), PdfFault> {
    let tilings: Vec<Tiling> =
        sheets.iter().map(|sheet| Tiling::of(sheet.size, print.paper, print.correction)).collect();
    let shown =
        |(sheet, tiling): (&OneToOne, &Tiling)| tiling.tiles().filter(|tile| is_shown(sheet, tile)).collect();
    let shown: Vec<Vec<Tile>> = sheets.iter().zip(&tilings).map(shown).collect();
    let pages = shown.iter().map(|tiles| 1 + tiles.len()).sum();
    if pages > MOST_PAGES {
        return Err(PdfFault::TooManyPages { pages });
    }
    let mut leaves = Vec::with_capacity(pages);
    let mut square = None;
    for ((sheet, tiling), shown) in sheets.iter().zip(&tilings).zip(shown) {
        let (map, own) = map(sheet, name, unit, print, tiling, &shown);
        square = square.or(Some(own));
        leaves.push(map);
        leaves.extend(shown.iter().map(|tile| page(sheet, name, tiling, tile, print.correction)));
    }
    Ok((leaves, square.unwrap_or_default()))
}

/// True if anything that is cut or scored is seen on a page.
fn is_shown(sheet: &OneToOne, tile: &Tile) -> bool {
    sheet
        .drawn
        .iter()
        .flat_map(|drawn| &drawn.strokes)
        .any(|stroke| stroke.path.legs_from().any(|(from, leg)| tile.shows(leg, from)))
}

fn dashed(grey: u8) -> Pen {
    Pen { width: 0.2, dashes: &[1.0, 1.0], grey }
}

/// The lines of a sheet in a frame: those seen on a page, with their names, or all of them in small.
fn lines(sheet: &OneToOne, frame: Frame, page: Option<&Tile>) -> Vec<Mark> {
    let labels = page.is_some();
    let mut marks = Vec::new();
    if let Some(own) = sheet.sheet {
        let corner = frame.spot(Point::new(Length::ZERO, own.height));
        let size = [own.width.mm() * frame.scale, own.height.mm() * frame.scale];
        marks.push(rectangle(corner, size, Some(dashed(PALE)), None));
    }
    marks.extend(sheet.help.iter().map(|(from, to, pen)| line(frame.spot(*from), frame.spot(*to), *pen)));
    for drawn in &sheet.drawn {
        let seen = |stroke: &&Stroke| {
            let shown = |tile: &Tile| stroke.path.legs_from().any(|(from, leg)| tile.shows(leg, from));
            page.is_none_or(shown)
        };
        for stroke in drawn.strokes.iter().filter(seen) {
            // Drawn small, dashes would run together.
            let pen = if labels {
                Pen::of(stroke.tool)
            } else {
                Pen::thin(if stroke.tool == Tool::Cut { INK } else { PALE })
            };
            marks.push(Mark::Line { segments: frame.path(&stroke.path), pen: Some(pen), fill: None });
        }
        if labels {
            marks.extend(drawn.labels.iter().map(|label| upwards(frame.spot(label.at), TEXT, &label.text)));
            marks.extend(drawn.up.map(|up| arrow(frame.at([up.x.mm(), up.y.mm() - 6.0]), [0.0, -1.0], 9.0)));
        }
    }
    marks
}

/// One page at 1:1.
fn page(sheet: &OneToOne, name: &str, tiling: &Tiling, tile: &Tile, correction: Correction) -> Leaf {
    let scale = correction.scale();
    let (width, height) = (tiling.page.width.mm(), tiling.page.height.mm());
    let margin = MARGIN.mm();
    let shown = [(tile.to.x - tile.from.x).mm() * scale, (tile.to.y - tile.from.y).mm() * scale];
    let origin = [margin - tile.from.x.mm() * scale, margin + shown[1] + tile.from.y.mm() * scale];
    let frame = Frame { origin, scale };
    let mut marks = lines(sheet, frame, Some(tile));
    let joins = registration(tiling, tile, frame);
    marks.extend(joins);
    let window = Mark::Window { from: [margin, margin], to: [margin + shown[0], margin + shown[1]], marks };
    let several = tiling.columns * tiling.rows > 1;
    let whole = if several {
        format!(": {} of {} rows, {} columns", tile.says(), tiling.rows, tiling.columns)
    } else {
        String::new()
    };
    let foot = Weight::Regular.wrap(&format!("{name}, {}{whole}", sheet.title), 3.2, width - margin * 2.0);
    let foot = foot.into_iter().next().unwrap_or_default();
    let mut own = vec![window, words([margin, height - 6.0], 3.2, foot)];
    if several {
        own.push(words(
            [margin, 8.0],
            3.2,
            "Lay the crosses of neighbouring pages on each other; cut along the fine line and tape.",
        ));
    }
    Leaf { width, height, marks: own }
}

/// Fine lines where pages are cut and laid over one another, with crosses on them, the same on both pages: those seen on one page.
fn registration(tiling: &Tiling, tile: &Tile, frame: Frame) -> Vec<Mark> {
    let fine = Pen::thin(PALE);
    let mut marks = Vec::new();
    let quarters =
        |from: Length, to: Length| [1, 3].map(|quarter| from + (to - from).half().half() * quarter);
    for x in tiling.upright_joins().filter(|x| (tile.from.x..=tile.to.x).contains(x)) {
        marks.push(line(frame.spot(Point::new(x, tile.from.y)), frame.spot(Point::new(x, tile.to.y)), fine));
        for y in quarters(tile.from.y, tile.to.y) {
            marks.extend(cross(frame.spot(Point::new(x, y))));
        }
    }
    for y in tiling.level_joins().filter(|y| (tile.from.y..=tile.to.y).contains(y)) {
        marks.push(line(frame.spot(Point::new(tile.from.x, y)), frame.spot(Point::new(tile.to.x, y)), fine));
        for x in quarters(tile.from.x, tile.to.x) {
            marks.extend(cross(frame.spot(Point::new(x, y))));
        }
    }
    marks
}

fn cross([x, y]: At) -> [Mark; 3] {
    let (pen, reach) = (Pen::thin(INK), 4.0);
    let across = line([x - reach, y], [x + reach, y], pen);
    [across, line([x, y - reach], [x, y + reach], pen), ring([x, y], 2.0, pen)]
}

fn ring([x, y]: At, radius: f64, pen: Pen) -> Mark {
    let off = radius * 0.552_284_75;
    let curve = |a: At, b: At, c: At| Segment::Curve([a, b, c].map(|[dx, dy]| [x + dx, y + dy]));
    let segments = vec![
        Segment::Move([x + radius, y]),
        curve([radius, off], [off, radius], [0.0, radius]),
        curve([-off, radius], [-radius, off], [-radius, 0.0]),
        curve([-radius, -off], [-off, -radius], [0.0, -radius]),
        curve([off, -radius], [radius, -off], [radius, 0.0]),
        Segment::Close,
    ];
    Mark::Line { segments, pen: Some(pen), fill: None }
}

/// The check line, upright at the left edge, with a tick at either end; nothing if it is longer than the page on a printer that is so
/// far off.
fn checked_line(unit: Unit, scale: f64, height: f64) -> Vec<Mark> {
    let (long, says) = check_line(unit);
    let (long, x, bottom) = (long.mm() * scale, 10.0, height - 10.0);
    if bottom - long < 16.0 {
        return Vec::new();
    }
    let pen = Pen { width: 0.25, dashes: &[], grey: INK };
    let tick = |y: f64| line([x - 2.0, y], [x + 2.0, y], pen);
    let words = format!("Measured more exactly: this line is {says} long.");
    vec![
        line([x, bottom], [x, bottom - long], pen),
        tick(bottom),
        tick(bottom - long),
        upwards([x + 4.0, bottom - long / 2.0], TEXT, &words),
    ]
}

/// The page before a sheet: its map, the check square, what the lines mean.
fn map(
    sheet: &OneToOne,
    name: &str,
    unit: Unit,
    print: Print,
    tiling: &Tiling,
    shown: &[Tile],
) -> (Leaf, [f64; 3]) {
    // Of whole sheets it stands on a page of its own, of the customary size.
    let paper = if print.paper == PrintPaper::Whole { PrintPaper::customary(unit) } else { print.paper };
    let (width, height) = paper.page().map_or((210.0, 297.0), |(width, height)| (width.mm(), height.mm()));
    let left = 18.0;
    // A long name takes more lines, and all else begins lower.
    let title = Weight::Medium.wrap(name, 7.0, width - left * 2.0);
    let lower = title.len().saturating_sub(1) as f64 * 8.5;
    let under = Weight::Medium.wrap(&format!("{} at 1:1", sheet.title), 5.0, width - left * 2.0);
    let mut y = 41.0 + lower + under.len().saturating_sub(1) as f64 * 6.5;
    let of_name =
        title.into_iter().enumerate().map(|(n, line)| heading([left, 24.0 + 8.5 * n as f64], 7.0, line));
    let of_title = under
        .into_iter()
        .enumerate()
        .map(|(n, line)| heading([left, 33.0 + lower + 6.5 * n as f64], 5.0, line));
    let mut marks: Vec<Mark> = of_name.chain(of_title).collect();
    let mut say = |y: &mut f64, text: &str| {
        for line in Weight::Regular.wrap(text, TEXT, width - left * 2.0) {
            marks.push(words([left, *y], TEXT, line));
            *y += 5.6;
        }
    };
    for text in &sheet.says {
        say(&mut y, text);
    }
    let pages = shown.len();
    if tiling.columns * tiling.rows > 1 {
        say(
            &mut y,
            &format!(
                "{pages} pages of {} follow, left to right, top to bottom. Numbers on the map are pages of this sheet; what is empty is left out.",
                print.paper.name()
            ),
        );
    }
    y += 4.0;
    // The check square is printed by the printer that prints the sheet: it is corrected with it.
    let (side, says) = check_square(unit);
    let side = side.mm() * print.correction.scale();
    let square = [left, y, side];
    marks.push(rectangle([left, y], [side, side], Some(Pen { width: 0.25, dashes: &[], grey: INK }), None));
    let measure = [
        format!("Measure this: {says}."),
        "If it is not,".to_owned(),
        "type what it is".to_owned(),
        "and print again.".to_owned(),
    ];
    for (n, text) in measure.iter().enumerate() {
        marks.push(words([left + 4.0, y + 9.0 + 6.0 * n as f64], TEXT, text.as_str()));
    }
    marks.extend(checked_line(unit, print.correction.scale(), height));
    for (n, tool) in Tool::ALL.into_iter().enumerate() {
        let at = y + 5.0 + 8.0 * n as f64;
        marks.push(line([left + side + 12.0, at], [left + side + 37.0, at], Pen::of(tool)));
        marks.push(words([left + side + 41.0, at + 1.3], TEXT, tool.says()));
    }
    y += side.max(48.0) + 10.0;
    // The last column and row of pages may reach past the sheet.
    let spread = tiling.spread();
    let scale = ((width - left * 2.0) / spread.width.mm()).min((height - y - 20.0) / spread.height.mm());
    let (over, rim) = ((spread.height - tiling.extent.height).mm(), super::tiles::RIM.mm());
    let frame = Frame { origin: [left + rim * scale, y + (spread.height.mm() - over - rim) * scale], scale };
    marks.extend(lines(sheet, frame, None));
    if tiling.columns * tiling.rows > 1 {
        for tile in tiling.tiles() {
            let corner = frame.spot(Point::new(tile.from.x, tile.to.y));
            let size = [(tile.to.x - tile.from.x).mm() * scale, (tile.to.y - tile.from.y).mm() * scale];
            marks.push(rectangle(corner, size, Some(dashed(INK)), None));
            let number = shown.iter().position(|other| *other == tile).map(|n| (n + 1).to_string());
            let middle = [corner[0] + size[0] / 2.0, corner[1] + size[1] / 2.0 + 2.0];
            marks.push(centred(middle, 6.0, number.as_deref().unwrap_or("empty")));
        }
    }
    (Leaf { width, height, marks }, square)
}
