//! PDF: pages of lines and words, text that can be searched, fonts embedded, title and language set.
//!
//! - [`booklet`]: every step with its picture.
//! - [`lists`]: lists of a run in columns.
//! - [`printed`]: pages as they come out of a simulated printer.
//! - [`sheets`]: sheets at 1:1, whole or in tiles that are put together.
//! - [`template`]: the hole template.
//! - [`work_sheet`]: the bag on one page.

pub mod booklet;
mod flow;
mod fonts;
mod in_guide;
mod laid;
mod leaf;
pub mod lists;
mod pictures;
pub mod printed;
pub mod sheets;
pub mod strips;
pub mod template;
pub mod tiles;
pub mod work_sheet;

use fonts::Weight;
use krilla::Document;
use krilla::geom::{Path, PathBuilder, Point, Rect};
use krilla::metadata::Metadata;
use krilla::page::PageSettings;
use krilla::paint::{Fill, FillRule, LineCap, LineJoin, Stroke, StrokeDash};
use krilla::surface::Surface;
use krilla::text::{Font, TextDirection};
use leaf::{Leaf, Mark, Pen, Segment};
use wide_fold_core::verdict::Level;
use wide_fold_core::{Length, Plan, Unit};

/// Why a PDF is not written.
#[derive(Debug, thiserror::Error)]
pub enum PdfFault {
    /// More pages than anyone puts together.
    #[error("it would take {pages} pages; take larger paper, or whole sheets")]
    TooManyPages {
        /// How many it would take.
        pages: usize,
    },
    /// There is no such sheet, or no holes.
    #[error("there is nothing to print")]
    Nothing,
    /// It could not be put together.
    #[error("the PDF could not be written: {0}")]
    Unwritten(String),
}

/// Paper in a printer.
#[derive(Clone, Copy, Debug, PartialEq, Eq, Hash)]
pub enum PrintPaper {
    /// 8½ × 11 in.
    Letter,
    /// ISO 216: 210 × 297 mm.
    A4,
    /// ISO 216: 297 × 420 mm.
    A3,
    /// A page as large as the sheet, for a plotter or a print shop.
    Whole,
}

impl PrintPaper {
    /// All of them.
    pub const ALL: [Self; 4] = [Self::Letter, Self::A4, Self::A3, Self::Whole];

    /// Its name in an address: `letter`.
    pub const fn word(self) -> &'static str {
        match self {
            Self::Letter => "letter",
            Self::A4 => "a4",
            Self::A3 => "a3",
            Self::Whole => "whole",
        }
    }

    /// What it is called: `Letter`.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Letter => "Letter",
            Self::A4 => "A4",
            Self::A3 => "A3",
            Self::Whole => "whole sheets",
        }
    }

    /// The one that is customary where people measure in that unit.
    pub const fn customary(unit: Unit) -> Self {
        match unit {
            Unit::Inch => Self::Letter,
            Unit::Metric => Self::A4,
        }
    }

    /// Width and height of an upright page; nothing for one that is as large as its sheet.
    pub const fn page(self) -> Option<(Length, Length)> {
        match self {
            Self::Letter => Some((Length::eighths(68), Length::inches(11))),
            Self::A4 => Some((Length::millimetres(210), Length::millimetres(297))),
            Self::A3 => Some((Length::millimetres(297), Length::millimetres(420))),
            Self::Whole => None,
        }
    }
}

/// The finished bag with its name and size under it, as SVG for a painter; of a bag that cannot be made with that too.
pub(crate) fn bag_picture(plan: &Plan, name: &str) -> String {
    let (wide, tall) = (200.0, 170.0);
    let mut marks = pictures::bag(plan, usize::MAX, true, [wide - 20.0, tall - 10.0]);
    marks = marks.into_iter().map(|mark| flow::moved(mark, [10.0, 8.0])).collect();
    let size = sheets::size_of(&plan.brief.finished_figures(), plan.brief.unit);
    let mut y = tall + 8.0;
    let mut say = |text: &str, size: f64, weight: Weight| {
        for line in weight.wrap(text, size, wide - 20.0) {
            marks.push(Mark::Words { x: 10.0, y, size, weight, text: line, turned: false });
            y += size * 1.3;
        }
    };
    say(name, 7.0, Weight::Medium);
    say(&format!("{size} finished"), 5.5, Weight::Regular);
    if let Some(why) = cannot_be_made(plan) {
        say(&why, 5.5, Weight::Medium);
    }
    printed::picture(&marks, [wide, y + 4.0])
}

/// The fonts that a painter needs for pictures.
pub(crate) const fn picture_fonts() -> [&'static [u8]; 2] {
    [fonts::REGULAR, fonts::MEDIUM]
}

/// Points in a millimetre.
const POINTS: f64 = 72.0 / 25.4;

fn points(mm: f64) -> f32 {
    (mm * POINTS) as f32
}

/// What stands at the top of every page of a bag that cannot be made: the first thing that blocks it.
pub fn cannot_be_made(plan: &Plan) -> Option<String> {
    let first = plan.verdicts.iter().find(|verdict| verdict.level == Level::Blocks)?;
    Some(format!("This bag cannot be made as it is: {}.", first.title.trim_end_matches('.')))
}

/// Puts pages together; `warning` stands at the top of each. The same pages are the same bytes.
fn write_warned(title: &str, mut leaves: Vec<Leaf>, warning: Option<String>) -> Result<Vec<u8>, PdfFault> {
    if let Some(warning) = warning {
        for leaf in &mut leaves {
            let line =
                Weight::Medium.wrap(&warning, 3.4, leaf.width - 16.0).into_iter().next().unwrap_or_default();
            leaf.marks.push(leaf::heading([8.0, 4.8], 3.4, line));
        }
    }
    write(title, &leaves)
}

/// Puts pages together. The same pages are the same bytes.
fn write(title: &str, leaves: &[Leaf]) -> Result<Vec<u8>, PdfFault> {
    let unwritten = |what: &str| PdfFault::Unwritten(what.to_owned());
    let fonts = [fonts::REGULAR, fonts::MEDIUM].map(|bytes| Font::new(bytes.into(), 0));
    let [Some(regular), Some(medium)] = fonts else { return Err(unwritten("a font is spoiled")) };
    let mut document = Document::new();
    for leaf in leaves {
        let size = PageSettings::from_wh(points(leaf.width), points(leaf.height));
        let mut page = document.start_page_with(size.ok_or_else(|| unwritten("a page has no size"))?);
        let mut surface = page.surface();
        draw(&mut surface, &leaf.marks, &[regular.clone(), medium.clone()]);
        surface.finish();
        page.finish();
    }
    let metadata = Metadata::new()
        .title(title.to_owned())
        .language("en".to_owned())
        .creator("Wide Fold".to_owned())
        .producer("Wide Fold".to_owned());
    document.set_metadata(metadata);
    document.finish().map_err(|error| PdfFault::Unwritten(format!("{error:?}")))
}

fn draw(surface: &mut Surface<'_>, marks: &[Mark], fonts: &[Font; 2]) {
    for mark in marks {
        match mark {
            Mark::Line { segments, pen, fill } => {
                let Some(path) = path(segments) else { continue };
                surface.set_stroke(pen.as_ref().map(stroke));
                surface.set_fill(fill.map(filled));
                if pen.is_some() || fill.is_some() {
                    surface.draw_path(&path);
                }
            }
            Mark::Words { x, y, size, weight, text, turned } => {
                surface.set_stroke(None);
                surface.set_fill(Some(filled(leaf::INK)));
                let font = match weight {
                    Weight::Regular => &fonts[0],
                    Weight::Medium => &fonts[1],
                };
                let at = Point::from_xy(points(*x), points(*y));
                if *turned {
                    let turn = krilla::geom::Transform::from_rotate_at(-90.0, at.x, at.y);
                    surface.push_transform(&turn);
                }
                let text = weight.printable(text);
                surface.draw_text(at, font.clone(), points(*size), &text, false, TextDirection::Auto);
                if *turned {
                    surface.pop();
                }
            }
            Mark::Window { from: [left, top], to: [right, bottom], marks } => {
                let [left, top, right, bottom] = [*left, *top, *right, *bottom].map(points);
                let Some(rect) = Rect::from_ltrb(left, top, right, bottom) else { continue };
                let mut window = PathBuilder::new();
                window.push_rect(rect);
                let Some(window) = window.finish() else { continue };
                surface.push_clip_path(&window, &FillRule::NonZero);
                draw(surface, marks, fonts);
                surface.pop();
            }
        }
    }
}

fn path(segments: &[Segment]) -> Option<Path> {
    let mut path = PathBuilder::new();
    for segment in segments {
        match *segment {
            Segment::Move([x, y]) => path.move_to(points(x), points(y)),
            Segment::Line([x, y]) => path.line_to(points(x), points(y)),
            Segment::Curve([[x1, y1], [x2, y2], [x, y]]) => {
                path.cubic_to(points(x1), points(y1), points(x2), points(y2), points(x), points(y));
            }
            Segment::Close => path.close(),
        }
    }
    path.finish()
}

fn filled(grey: u8) -> Fill {
    Fill { paint: krilla::color::luma::Color::new(grey).into(), ..Fill::default() }
}

fn stroke(pen: &Pen) -> Stroke {
    let dash = (!pen.dashes.is_empty())
        .then(|| StrokeDash { array: pen.dashes.iter().map(|dash| points(*dash)).collect(), offset: 0.0 });
    Stroke {
        paint: krilla::color::luma::Color::new(pen.grey).into(),
        width: points(pen.width),
        line_cap: LineCap::Butt,
        line_join: LineJoin::Round,
        dash,
        ..Stroke::default()
    }
}
