//! What a step lays on the pieces, on the panels it is laid on: mats, medallion, pocket, strips, ribbons; and the base flaps in the order
//! in which they are closed.

use super::Job;
use crate::brief::{ClosingOrder, FaceSide};
use crate::fittings::drawing::{Drawn, Mark, What, face_marks, handle_marks};
use crate::fittings::{Fitted, MatOn};
use crate::net::{Blank, Column, Net, Panel, Zone, centre_line};
use crate::pieces::Piece;
use crate::plane::Point;
use crate::{Brief, Length};

/// Something that is laid on a piece. Frame: the piece's own; millimetres.
#[derive(Clone, Debug, PartialEq)]
pub struct Laid {
    /// Which of the pieces.
    pub piece: usize,
    /// True if it lies on the inside.
    pub inside: bool,
    /// Its corners.
    pub corners: Vec<[f64; 2]>,
}

/// A base flap, and when it is closed.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Flap {
    /// Which of the pieces.
    pub piece: usize,
    /// Its middle.
    pub middle: Point,
    /// Its place in the order, from 1; of a piece that is cut more than once that of every copy, if they differ.
    pub places: Vec<u8>,
}

impl Flap {
    /// `3`, or `3 / 1` where one copy is the front and the other the back.
    pub fn label(&self) -> String {
        let places: Vec<String> = self.places.iter().map(u8::to_string).collect();
        places.join(" / ")
    }
}

/// Everything that a job lays on the pieces.
pub fn laid(brief: &Brief, fitted: &Fitted, pieces: &[Piece], job: Job) -> Vec<Laid> {
    let what = job.nature().lays;
    if what.is_empty() {
        return Vec::new();
    }
    // A ribbon through holes comes later; one that is glued inside goes in under its strip.
    let is_laid = |mark: &Mark| what.contains(&mark.what) && (job != Job::Backing || mark.inside);
    let marks: Vec<Mark> = match (job, fitted.handle) {
        // The ribbon that keeps the bag shut comes last.
        (Job::LongRibbon, Some(handle)) => handle_marks(brief, &handle),
        _ => face_marks(brief, fitted).into_iter().filter(is_laid).collect(),
    };
    let of = |(piece, own): (usize, &Piece)| {
        let on = on_blank(brief, fitted, &own.blank, job, &marks);
        on.into_iter().map(move |(inside, corners)| Laid { piece, inside, corners }).collect::<Vec<_>>()
    };
    pieces.iter().enumerate().flat_map(of).collect()
}

/// The base flaps of slit pieces, each with its place in the order in which they are closed.
pub fn flaps(brief: &Brief, net: &Net, pieces: &[Piece], job: Job) -> Vec<Flap> {
    if job != Job::Base {
        return Vec::new();
    }
    let place = |panel: Panel| match (panel.face(), brief.closing) {
        (Some(FaceSide::Front), _) => 3,
        (Some(FaceSide::Back), ClosingOrder::BackFirst) => 1,
        (Some(FaceSide::Back), ClosingOrder::GussetsFirst) => 2,
        (None, ClosingOrder::BackFirst) => 2,
        (None, ClosingOrder::GussetsFirst) => 1,
    };
    let mut all = Vec::new();
    for (piece, own) in pieces.iter().enumerate() {
        let Some(base) = own.blank.row(Zone::Base).map(|row| row.y) else { continue };
        let columns = own.blank.columns.iter().enumerate();
        for (index, column) in columns.filter(|(_, column)| column.has_flap(own.blank.corners)) {
            let copies = own.blanks.iter().filter_map(|blank| net.blanks.get(*blank)?.columns.get(index));
            let mut places: Vec<u8> = copies.map(|column| place(column.panel)).collect();
            places.dedup();
            let middle = Point::new(column.x.middle(), base.middle());
            all.push(Flap { piece, middle, places });
        }
    }
    all
}

/// What of the marks lies on the panels of one blank: true if inside, and the corners of every area.
fn on_blank(
    brief: &Brief,
    fitted: &Fitted,
    blank: &Blank,
    job: Job,
    marks: &[Mark],
) -> Vec<(bool, Vec<[f64; 2]>)> {
    let Some(body) = blank.row(Zone::Body).map(|row| row.y) else { return Vec::new() };
    let base = (body.from - blank.rise).mm();
    let mut all = Vec::new();
    for column in &blank.columns {
        let Some(centre) = centre_line(brief, column) else { continue };
        // A part of a face, or of its height, has its share.
        let at = |[x, y]: [f64; 2]| {
            let x = (centre.mm() + x).clamp(column.x.from.mm(), column.x.to.mm());
            [x, (base + y).clamp(body.from.mm(), body.to.mm())]
        };
        let front_only = |what: What| matches!(what, What::Pocket | What::Medallion);
        let on_face = marks
            .iter()
            .filter(|mark| column.panel.is_face() && (column.panel.is_front() || !front_only(mark.what)))
            .cloned();
        for mark in on_face.chain(on_gusset(brief, fitted, job, column)) {
            let own = areas(&mark).into_iter().map(|corners| corners.into_iter().map(at).collect());
            all.extend(own.map(|corners| (mark.inside, corners)));
        }
    }
    if let (Job::Mats, Some(mat), Some(flap)) = (job, fitted.mat(MatOn::Flap), blank.row(Zone::Flap)) {
        let on = brief.top.flap().map(|flap| flap.on);
        let (half, low) = (mat.width.mm() / 2.0, (flap.y.from + mat.rise).mm());
        let high = low + mat.height.mm();
        for column in blank.columns.iter().filter(|column| column.panel.face() == on) {
            let Some(centre) = centre_line(brief, column).map(Length::mm) else { continue };
            let x = |x: f64| (centre + x).clamp(column.x.from.mm(), column.x.to.mm());
            all.push((false, vec![[x(-half), low], [x(half), low], [x(half), high], [x(-half), high]]));
        }
    }
    // What another part of the face has whole is nothing here.
    all.retain(|(_, corners)| area(corners) > 1e-6);
    all
}

/// The area of a polygon, in square millimetres (the shoelace formula).
fn area(corners: &[[f64; 2]]) -> f64 {
    let sides = corners.iter().zip(corners.iter().cycle().skip(1));
    sides.map(|(a, b)| a[0] * b[1] - b[0] * a[1]).sum::<f64>().abs() / 2.0
}

/// A mark as areas: of something that runs along a line every upright stretch, for what stands above the face is no part of it.
fn areas(mark: &Mark) -> Vec<Vec<[f64; 2]>> {
    match &mark.drawn {
        Drawn::Area(corners) => vec![corners.clone()],
        Drawn::Along { points, width } => {
            let half = width / 2.0;
            let upright = points.windows(2).filter(|pair| (pair[0][0] - pair[1][0]).abs() < 1e-6);
            let of = |pair: &[[f64; 2]]| {
                let ([x, from], [_, to]) = (pair[0], pair[1]);
                vec![[x - half, from], [x + half, from], [x + half, to], [x - half, to]]
            };
            upright.map(of).collect()
        }
    }
}

/// What a job lays on a gusset.
fn on_gusset(brief: &Brief, fitted: &Fitted, job: Job, column: &Column) -> Option<Mark> {
    if !matches!(column.panel, Panel::Gusset { .. }) {
        return None;
    }
    let area = |what, inside, wide: Length, from: Length, to: Length| {
        let (half, low, high) = (wide.mm() / 2.0, from.mm(), to.mm());
        Mark {
            what,
            inside,
            drawn: Drawn::Area(vec![[-half, low], [half, low], [half, high], [-half, high]]),
        }
    };
    let top = brief.finished.height;
    match job {
        Job::Mats => fitted
            .mat(MatOn::Gussets)
            .map(|mat| area(What::Mat, false, mat.width, mat.rise, mat.rise + mat.height)),
        Job::Backing if brief.fittings.handle.kind.is_on_gussets() => {
            fitted.reinforcement.map(|strip| area(What::Strip, true, strip.length, top - strip.depth, top))
        }
        _ => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::fittings::drawing::What;

    /// Along a line only what runs upright counts, as wide as the line; an area counts as it is.
    #[test]
    fn what_runs_along_a_line_counts_where_it_stands_upright() {
        let mark = |drawn| Mark { what: What::Mat, inside: true, drawn };
        let corners = vec![[0.0, 1.0], [4.0, 1.0], [4.0, 3.0]];
        assert_eq!(areas(&mark(Drawn::Area(corners.clone()))), [corners]);
        let points = vec![[2.0, 0.0], [2.0, 10.0], [8.0, 10.0], [8.0, 5.0]];
        let along = areas(&mark(Drawn::Along { points, width: 1.0 }));
        let upright =
            |x: f64, from: f64, to: f64| vec![[x - 0.5, from], [x + 0.5, from], [x + 0.5, to], [x - 0.5, to]];
        assert_eq!(along, [upright(2.0, 0.0, 10.0), upright(8.0, 10.0, 5.0)]);
        assert_eq!(along.iter().map(|corners| area(corners)).collect::<Vec<_>>(), [10.0, 5.0]);
    }
}
