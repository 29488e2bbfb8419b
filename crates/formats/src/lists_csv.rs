//! A bag's parts, cuts and scores as CSV (RFC 4180): figures as a ruler shows them, and the same in millimetres.

use crate::shelf_csv::marked;
use wide_fold_core::figures::Figures;
use wide_fold_core::fittings::parts::{Measure, parts};
use wide_fold_core::layout::Blade;
use wide_fold_core::net::PaperFace;
use wide_fold_core::passes::Edge;
use wide_fold_core::{Length, Plan};

/// One of the lists of a bag.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub enum List {
    /// Pieces and everything put on the bag.
    Parts,
    /// Every cut of the trimmer, sheet by sheet.
    Cuts,
    /// Every score, setting by setting.
    Scores,
}

/// Writes a list of a plan, a header row first.
pub fn write_list(plan: &Plan, list: List) -> String {
    let mut writer = csv::Writer::from_writer(Vec::new());
    let rows = match list {
        List::Parts => parts_of(plan),
        List::Cuts => cuts(plan),
        List::Scores => scores(plan),
    };
    for row in rows {
        // Writing into memory does not fail, and every row of a list has as many cells.
        drop(writer.write_record(&row));
    }
    marked(&writer.into_inner().unwrap_or_default())
}

fn words(row: &[&str]) -> Vec<String> {
    row.iter().map(|cell| (*cell).to_owned()).collect()
}

fn mm(length: Length) -> String {
    length.mm().to_string()
}

fn parts_of(plan: &Plan) -> Vec<Vec<String>> {
    let unit = plan.brief.unit;
    let sized = |name: String, count: String, width: Length, height: Length| {
        vec![name, count, width.figure(unit), height.figure(unit), mm(width), mm(height)]
    };
    let mut rows = vec![words(&["part", "how many", "width", "height", "width mm", "height mm"])];
    rows.extend(
        plan.pieces
            .iter()
            .map(|piece| sized(piece.name.clone(), piece.count.to_string(), piece.width, piece.height)),
    );
    rows.extend(parts(&plan.brief, &plan.fitted).iter().map(|part| {
        let (name, count) = (part.name.to_owned(), part.count.to_string());
        match part.measure {
            Measure::Both(size) => sized(name, count, size.width, size.height),
            Measure::Long(length) => {
                vec![name, count, length.figure(unit), String::new(), mm(length), String::new()]
            }
            Measure::Wide(width) => {
                vec![name, count, width.figure(unit), String::new(), mm(width), String::new()]
            }
            Measure::Counted => vec![name, count, String::new(), String::new(), String::new(), String::new()],
        }
    }));
    rows
}

fn cuts(plan: &Plan) -> Vec<Vec<String>> {
    let unit = plan.brief.unit;
    let mut rows = vec![words(&[
        "sheet",
        "cut alike",
        "cut",
        "lay down width",
        "lay down height",
        "measure from",
        "set to",
        "set to mm",
    ])];
    for (sheet, letter) in plan.layout.sheets.iter().zip(plan.layout.letters()) {
        rows.extend(sheet.trims.iter().enumerate().map(|(index, trim)| {
            let from = match trim.blade {
                Blade::Vertical => "left edge",
                Blade::Horizontal => "bottom edge",
            };
            vec![
                letter.clone(),
                sheet.times.to_string(),
                (index + 1).to_string(),
                trim.on.width.figure(unit),
                trim.on.height.figure(unit),
                from.to_owned(),
                trim.keep.figure(unit),
                mm(trim.keep),
            ]
        }));
    }
    rows
}

fn scores(plan: &Plan) -> Vec<Vec<String>> {
    let unit = plan.brief.unit;
    let mut rows = vec![words(&[
        "piece",
        "setting",
        "face up",
        "along the fence",
        "measure from",
        "at",
        "from the fence",
        "to",
        "line",
        "at mm",
        "from mm",
        "to mm",
        "told for your hands",
        "less mm",
    ])];
    let mut row = |piece: usize, set: [&str; 4], [at, from, to]: [Length; 3], line: &str, less: Length| {
        let figures = [at, from, to].map(|length| length.figure(unit));
        let exactly = [at, from, to].map(mm);
        let cells = set.into_iter().map(str::to_owned).chain(figures).chain([line.to_owned()]).chain(exactly);
        let cells = cells.chain([Figures(unit).less(less).unwrap_or_default(), mm(less)]);
        rows.push(std::iter::once(plan.pieces[piece].name.clone()).chain(cells).collect());
    };
    let face = |up: PaperFace| match up {
        PaperFace::Outside => "outside",
        PaperFace::Inside => "inside",
    };
    // In a guide upright lines are counted from the free edge of the first face, the base line from the bottom edge.
    for feed in &plan.feeds {
        let free = match feed.face_up {
            PaperFace::Outside => Edge::Left.name(),
            PaperFace::Inside => Edge::Right.name(),
        };
        let (bottom, up) = (Edge::Bottom.name(), face(feed.face_up));
        for made in &feed.moves {
            let tall = plan.pieces[feed.piece].height;
            if made.scores {
                row(
                    feed.piece,
                    ["guide", up, bottom, free],
                    [made.across.to, Length::ZERO, tall],
                    "upright line",
                    Length::ZERO,
                );
            }
            if made.base {
                let base = [plan.brief.flap(), made.across.from, made.across.to];
                row(feed.piece, ["guide", up, free, bottom], base, "base line", Length::ZERO);
            }
        }
    }
    for (setting, pass) in plan.passes.iter().enumerate() {
        let number = (setting + 1).to_string();
        let lying = pass.lying;
        let set = [&number, face(lying.face_up), lying.fence.name(), lying.measured_from().name()];
        for line in &pass.lines {
            row(pass.piece, set, [line.at, line.reach.from, line.reach.to], line.role.name(), line.less);
        }
        // From mark to mark: one row an end.
        for slant in &pass.slants {
            for (at, down) in [slant.from, slant.to] {
                row(pass.piece, set, [at, down, down], "45° crease, one end", Length::ZERO);
            }
        }
    }
    rows
}
