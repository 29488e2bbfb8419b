//! PDFs read again by an independent parser (lopdf): lengths against the net, pages put together, words that can be searched.
use crate::plans::plan;
use lopdf::content::Content;
use lopdf::{Document, Object};
use proptest::prelude::*;
use rstest::rstest;
use wide_fold_core::brief::HandleKind;
use wide_fold_core::net::CutRole;
use wide_fold_core::plane::Point;
use wide_fold_core::{Brief, Length, Plan, Unit};
use wide_fold_formats::pdf::booklet::booklet_pdf;
use wide_fold_formats::pdf::sheets::{Print, sheets_pdf};
use wide_fold_formats::pdf::template::template_pdf;
use wide_fold_formats::pdf::tiles::{Correction, Tile, Tiling};
use wide_fold_formats::pdf::work_sheet::work_sheet_pdf;
use wide_fold_formats::pdf::{PdfFault, PrintPaper};

/// The issue of a print: lengths within a tenth of a millimetre.
const NEAR: f64 = 0.1;
const POINTS: f64 = 72.0 / 25.4;

type At = [f64; 2];
type Line = [At; 2];

/// A page: its size, and every straight line on it, in millimetres from its bottom left corner.
struct Page {
    size: At,
    lines: Vec<Line>,
    /// The least and greatest of all points drawn on it that are not clipped.
    drawn: Vec<At>,
}

fn number(object: &Object) -> f64 {
    match object {
        Object::Integer(n) => *n as f64,
        Object::Real(n) => f64::from(*n),
        other => panic!("{other:?} is no number"),
    }
}

fn pages(pdf: &[u8]) -> Vec<Page> {
    let document = Document::load_mem(pdf).unwrap();
    document
        .get_pages()
        .values()
        .map(|id| {
            let page = document.get_dictionary(*id).unwrap();
            let media = page.get(b"MediaBox").unwrap().as_array().unwrap();
            let size = [number(&media[2]) / POINTS, number(&media[3]) / POINTS];
            let content = Content::decode(&document.get_page_content(*id)).unwrap();
            let mut read = Reader::default();
            for operation in &content.operations {
                read.obey(&operation.operator, &operation.operands);
            }
            Page { size, lines: read.lines, drawn: read.drawn }
        })
        .collect()
}

/// What of a content stream is needed to measure lines (ISO 32000-1, 8.5 and 8.4.4).
struct Reader {
    at: At,
    start: At,
    matrix: [f64; 6],
    kept: Vec<[f64; 6]>,
    path: Vec<Line>,
    lines: Vec<Line>,
    drawn: Vec<At>,
    clipped: usize,
    clips: Vec<usize>,
}

impl Default for Reader {
    fn default() -> Self {
        Self {
            at: [0.0; 2],
            start: [0.0; 2],
            matrix: [1.0, 0.0, 0.0, 1.0, 0.0, 0.0],
            kept: Vec::new(),
            path: Vec::new(),
            lines: Vec::new(),
            drawn: Vec::new(),
            clipped: 0,
            clips: Vec::new(),
        }
    }
}

impl Reader {
    fn spot(&self, x: f64, y: f64) -> At {
        let [a, b, c, d, e, f] = self.matrix;
        [(a * x + c * y + e) / POINTS, (b * x + d * y + f) / POINTS]
    }

    fn obey(&mut self, operator: &str, operands: &[Object]) {
        let n = |index: usize| number(&operands[index]);
        match operator {
            "q" => {
                self.kept.push(self.matrix);
                self.clips.push(self.clipped);
            }
            "Q" => {
                self.matrix = self.kept.pop().unwrap();
                self.clipped = self.clips.pop().unwrap();
            }
            "cm" => {
                let [a, b, c, d, e, f] = self.matrix;
                let [a2, b2, c2, d2, e2, f2] = [n(0), n(1), n(2), n(3), n(4), n(5)];
                self.matrix = [
                    a2 * a + b2 * c,
                    a2 * b + b2 * d,
                    c2 * a + d2 * c,
                    c2 * b + d2 * d,
                    e2 * a + f2 * c + e,
                    e2 * b + f2 * d + f,
                ];
            }
            "m" => {
                self.at = self.spot(n(0), n(1));
                self.start = self.at;
            }
            "l" => {
                let to = self.spot(n(0), n(1));
                self.path.push([self.at, to]);
                self.at = to;
            }
            "c" => self.at = self.spot(n(4), n(5)),
            "re" => {
                let corners = [(0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0)]
                    .map(|(x, y)| self.spot(n(0) + n(2) * x, n(1) + n(3) * y));
                self.path.extend((0..4).map(|k| [corners[k], corners[(k + 1) % 4]]));
            }
            "h" => {
                self.path.push([self.at, self.start]);
                self.at = self.start;
            }
            "W" | "W*" => self.clipped += 1,
            "S" | "s" | "B" | "b" | "f" | "f*" | "B*" | "b*" => {
                if self.clipped == 0 {
                    self.drawn.extend(self.path.iter().flatten());
                }
                self.lines.append(&mut self.path);
            }
            "n" => self.path.clear(),
            _ => {}
        }
    }
}

fn far(a: At, b: At) -> f64 {
    (a[0] - b[0]).hypot(a[1] - b[1])
}

fn has(lines: &[Line], [a, b]: Line) -> bool {
    lines
        .iter()
        .any(|[c, d]| (far(a, *c) < NEAR && far(b, *d) < NEAR) || (far(a, *d) < NEAR && far(b, *c) < NEAR))
}

/// Straight lines of the net on one sheet, in its own frame: every crease and every plain slit.
fn of_net(plan: &Plan, sheet: usize) -> Vec<[Point; 2]> {
    let mut lines = Vec::new();
    for placed in &plan.layout.sheets[sheet].placed {
        let wide_fold_core::layout::Part::Piece(index) = placed.part else { continue };
        let moved = |point: Point| Point::new(placed.space.x + point.x, placed.space.y + point.y);
        let blank = &plan.pieces[index].blank;
        lines.extend(blank.creases.iter().map(|crease| [moved(crease.from), moved(crease.to)]));
        let slits = blank.cuts.iter().filter(|cut| matches!(cut.role, CutRole::Slit));
        lines.extend(slits.map(|cut| [moved(cut.from), moved(cut.to)]));
    }
    lines
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    /// On whole pages every line of the net has its length and its place to 0.1 mm, corrected for the printer if it asks for it.
    #[test]
    fn lines_are_at_one_to_one(plan in plan(), measured in 45_i64..56) {
        let Some(plan) = plan else { return Ok(()) };
        let square = Length::parse(&format!("{measured} mm"), Unit::Metric).unwrap();
        let correction = Correction::of(plan.brief.unit, square).unwrap();
        let scale = correction.scale();
        let printed = sheets_pdf(&plan, "Bud vase", Print { paper: PrintPaper::Whole, correction });
        let pages = pages(&printed.unwrap());
        // Before every sheet stands its map.
        prop_assert_eq!(pages.len(), plan.layout.sheets.len() * 2);
        for (sheet, page) in pages.iter().skip(1).step_by(2).enumerate() {
            let own = &plan.layout.sheets[sheet];
            if !own.overhang.is_none() { continue }
            let rim = 3.0 * scale + 12.0;
            prop_assert!((page.size[0] - own.width.mm() * scale - rim * 2.0).abs() < NEAR);
            for [a, b] in of_net(&plan, sheet) {
                let spot = |point: Point| [rim + point.x.mm() * scale, rim + point.y.mm() * scale];
                prop_assert!(has(&page.lines, [spot(a), spot(b)]), "{a:?} {b:?} of sheet {sheet}");
            }
        }
    }

    /// Pages put together by their overlap show every line of the net: whatever page a point of it is on, it is at the same place of
    /// the sheet there.
    #[test]
    fn tiles_show_every_line(plan in plan(), paper in 0_usize..3) {
        let Some(plan) = plan else { return Ok(()) };
        let paper = PrintPaper::ALL[paper];
        let correction = Correction::none(plan.brief.unit);
        let printed = match sheets_pdf(&plan, "Bud vase", Print { paper, correction }) {
            Err(PdfFault::TooManyPages { pages }) => { prop_assert!(pages > 300); return Ok(()) }
            printed => printed.unwrap(),
        };
        let document = Document::load_mem(&printed).unwrap();
        let words = |page: usize| squeezed(&document.extract_text(&[u32::try_from(page + 1).unwrap()]).unwrap());
        let mut pages = pages(&printed).into_iter().enumerate().peekable();
        for (sheet, own) in plan.layout.sheets.iter().enumerate() {
            if !own.overhang.is_none() { return Ok(()) }
            let tiling = Tiling::of(wide_fold_core::plane::Size::new(own.width, own.height), paper, correction);
            let (map, _) = pages.next().unwrap();
            prop_assert!(words(map).contains("Measurethis"), "a sheet begins with its map");
            let mut shown = Vec::new();
            while let Some((index, page)) = pages.next_if(|(index, _)| !words(*index).contains("Measurethis")) {
                let said = words(index);
                // Its foot says which page it is.
                let tile = tiling.tiles().find(|tile| tiling.columns * tiling.rows == 1 || said.contains(&squeezed(&format!("{} of {} rows", tile.says(), tiling.rows))));
                prop_assert!(tile.is_some(), "{}", said);
                shown.push((page, tile.unwrap()));
            }
            // Where neighbouring pages show the same, they carry the same crosses: arms of 8 mm.
            let crosses = |(page, tile): &(Page, Tile)| -> Vec<At> {
                let arms = page.lines.iter().filter(|[a, b]| (far(*a, *b) - 8.0).abs() < 1e-2 && (a[1] - b[1]).abs() < 1e-3);
                arms.map(|[a, b]| [(a[0] + b[0]) / 2.0 - 12.0 + tile.from.x.mm(), a[1] - page.size[1] + 12.0 + tile.to.y.mm()]).collect()
            };
            for own in &shown {
                for other in shown.iter().filter(|other| other.1 != own.1) {
                    let (low, high) = (other.1.from, other.1.to);
                    for [x, y] in crosses(own) {
                        if low.x.mm() + 1.0 < x && x < high.x.mm() - 1.0 && low.y.mm() + 1.0 < y && y < high.y.mm() - 1.0 {
                            prop_assert!(crosses(other).iter().any(|spot| far(*spot, [x, y]) < NEAR), "a cross at {x} {y} is on one page only");
                        }
                    }
                }
            }
            for [a, b] in of_net(&plan, sheet) {
                for part in [0_i64, 1, 5, 9, 10] {
                    let along = |a: Length, b: Length| a + (b - a).scaled(Length::millimetres(part), Length::millimetres(10));
                    let spot = Point::new(along(a.x, b.x), along(a.y, b.y));
                    let is_seen = shown.iter().any(|(page, tile)| {
                        let place = |point: Point| [12.0 + (point.x - tile.from.x).mm(), page.size[1] - 12.0 - (tile.to.y - point.y).mm()];
                        (tile.from.x..=tile.to.x).contains(&spot.x) && (tile.from.y..=tile.to.y).contains(&spot.y) && has(&page.lines, [place(a), place(b)])
                    });
                    prop_assert!(is_seen, "{spot:?} of a line is on no page");
                }
            }
        }
    }

    /// The work sheet of a bag is one page, with every step and nothing past its edge; the booklet has them all too.
    #[test]
    fn every_step_is_on_paper(plan in plan()) {
        let Some(plan) = plan else { return Ok(()) };
        for (pdf, one) in [(work_sheet_pdf(&plan, "Bud vase").unwrap(), true), (booklet_pdf(&plan, "Bud vase").unwrap(), false)] {
            let pages = pages(&pdf);
            // A bag of very many pieces goes on to a second page.
            prop_assert!(!one || pages.len() == 1 || plan.steps.len() > 24, "{} pages for {} steps", pages.len(), plan.steps.len());
            for page in &pages {
                for [x, y] in &page.drawn {
                    prop_assert!((0.0..=page.size[0]).contains(x) && (0.0..=page.size[1]).contains(y), "{x} {y} is off the page, {one} {} steps", plan.steps.len());
                }
            }
            let text = text(&pdf);
            for step in &plan.steps {
                prop_assert!(text.contains(&squeezed(&step.title)), "{} is missing", step.title);
                for says in step.says.iter().filter(|_| !one) {
                    prop_assert!(text.contains(&squeezed(says)), "{says} is missing");
                }
            }
        }
    }
}

/// What can be searched for, without spaces.
fn text(pdf: &[u8]) -> String {
    let document = Document::load_mem(pdf).unwrap();
    let numbers: Vec<u32> = document.get_pages().keys().copied().collect();
    squeezed(&document.extract_text(&numbers).unwrap())
}

fn squeezed(text: &str) -> String {
    text.chars().filter(|letter| !letter.is_whitespace()).collect()
}

fn tea_bowl() -> Plan {
    let mut brief = Brief::new(Length::inches(8), Length::inches(9), Length::inches(3));
    (brief.sheet.width, brief.sheet.height) = (Length::inches(30), Length::inches(20));
    brief.fittings.handle.kind = HandleKind::HoledRibbon;
    Plan::new(&brief).unwrap()
}

#[test]
fn a_pdf_says_what_it_is_and_carries_its_fonts() {
    let plan = tea_bowl();
    let pdf = booklet_pdf(&plan, "Tea bowl é").unwrap();
    assert_eq!(pdf, booklet_pdf(&plan, "Tea bowl é").unwrap(), "the same bag is the same bytes");
    let document = Document::load_mem(&pdf).unwrap();
    let catalog = document.catalog().unwrap();
    assert_eq!(catalog.get(b"Lang").unwrap().as_str().unwrap(), b"en");
    let info = document.trailer.get(b"Info").unwrap().as_reference().unwrap();
    let title = document.get_dictionary(info).unwrap().get(b"Title").unwrap();
    assert_eq!(lopdf::decode_text_string(title).unwrap(), "Tea bowl é: the steps");
    let is_embedded = |object: &Object| {
        let dictionary = object.as_dict();
        dictionary.is_ok_and(|own| [&b"FontFile2"[..], b"FontFile3"].iter().any(|key| own.has(key)))
    };
    assert!(document.objects.values().filter(|object| is_embedded(object)).count() >= 2, "both weights");
    assert!(text(&pdf).contains("Teabowlé"));
}

#[rstest]
#[case(Unit::Inch, 50.8)]
#[case(Unit::Metric, 50.0)]
fn the_check_square_is_as_large_as_it_says(#[case] unit: Unit, #[case] side: f64) {
    let mut plan = tea_bowl();
    plan.brief.unit = unit;
    let pdf = sheets_pdf(&plan, "Tea bowl", Print::customary(unit)).unwrap();
    let map = &pages(&pdf)[0];
    let square = map.lines.iter().filter(|[a, b]| (far(*a, *b) - side).abs() < 0.01).count();
    assert!(square >= 4, "{square} sides");
    assert!(text(&pdf).contains(if unit == Unit::Inch { "Measurethis:2in." } else { "Measurethis:50mm." }));
}

/// Common practice: 1 below the top, 1½ either side of the centre of an 8 face.
#[test]
fn the_template_has_its_crosses_at_one_to_one() {
    let plan = tea_bowl();
    let print = Print { paper: PrintPaper::Whole, correction: Correction::none(Unit::Inch) };
    let page = &pages(&template_pdf(&plan.brief, "Tea bowl", print).unwrap())[1];
    let top = page.size[1] - 12.0 - 3.0;
    for across in [2.5, 5.5] {
        let (x, y) = (15.0 + across * 25.4, top - 25.4);
        assert!(
            has(&page.lines, [[x - 6.0, y], [x + 6.0, y]]) && has(&page.lines, [[x, y - 6.0], [x, y + 6.0]])
        );
    }
    let mut bare = plan.brief.clone();
    bare.fittings.handle.kind = HandleKind::None;
    assert!(matches!(template_pdf(&bare, "Tea bowl", print), Err(PdfFault::Nothing)));
}
