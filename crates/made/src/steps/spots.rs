//! Where on the pieces a step is done: a few small places, of which each kind is worth a look from close by.

use super::Job;
use crate::Length;
use crate::net::Hole;
use crate::pieces::Piece;
use crate::plane::{Point, Span};

/// What lies closer together than this is one place: one look takes it in (our choice).
const NEAR: Length = Length::eighths(6);

/// A place on a piece where something is done.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
pub struct Spot {
    /// Which of the plan's pieces.
    pub piece: usize,
    /// From the left edge of the piece.
    pub x: Span,
    /// From its bottom edge.
    pub y: Span,
    /// True for the first of its kind: the others look just like it.
    pub first: bool,
}

/// The holes of every piece, where holes are made or something is put behind them.
pub(super) fn of(job: Job, pieces: &[Piece]) -> Vec<Spot> {
    if !matches!(job, Job::Holes | Job::Backing | Job::StrapFirst) {
        return Vec::new();
    }
    let shape = |hole: &Hole| {
        let (at, half) = (hole.centre, hole.shape.half());
        let low = Point::new(at.x - half.width, at.y - half.height);
        (low, Point::new(at.x + half.width, at.y + half.height), format!("{:?}", hole.shape))
    };
    let of_piece =
        |(index, piece): (usize, &Piece)| together(index, piece.blank.holes.iter().map(shape).collect());
    first_of_each(pieces.iter().enumerate().flat_map(of_piece).collect())
}

/// The cuts of one piece.
pub(super) fn of_cuts(index: usize, piece: &Piece) -> Vec<Spot> {
    let cuts = piece.blank.cuts.iter().map(|cut| (cut.from, cut.to, format!("{:?}", cut.role)));
    first_of_each(together(index, cuts.collect()))
}

/// One thing at a place: its ends or corners, and what kind of thing it is.
type Thing = (Point, Point, String);

/// A place, and what is there, measured from its own corner.
type Place = (Spot, Vec<(Point, Point, String)>);

/// Things that lie near one another, each lot one place; from left to right, and from the bottom up.
fn together(piece: usize, things: Vec<Thing>) -> Vec<Place> {
    let span = |a: Length, b: Length| Span::new(a.min(b), a.max(b));
    let near = |a: Span, b: Span| a.from - b.to <= NEAR && b.from - a.to <= NEAR;
    let join = |a: Span, b: Span| Span::new(a.from.min(b.from), a.to.max(b.to));
    let mut places: Vec<(Span, Span, Vec<Thing>)> = Vec::new();
    for thing in things {
        let (mut x, mut y) = (span(thing.0.x, thing.1.x), span(thing.0.y, thing.1.y));
        let mut lot = vec![thing];
        // What it joins may reach what it did not.
        while let Some(at) =
            places.iter().position(|(other_x, other_y, _)| near(x, *other_x) && near(y, *other_y))
        {
            let (other_x, other_y, others) = places.swap_remove(at);
            (x, y) = (join(x, other_x), join(y, other_y));
            lot.extend(others);
        }
        places.push((x, y, lot));
    }
    places.sort_by_key(|(x, y, _)| (x.from, y.from));
    let place = |(x, y, lot): (Span, Span, Vec<Thing>)| {
        let own = |point: Point| Point::new(point.x - x.from, point.y - y.from);
        let mut lot: Vec<_> = lot.into_iter().map(|(a, b, kind)| (own(a), own(b), kind)).collect();
        lot.sort();
        (Spot { piece, x, y, first: true }, lot)
    };
    places.into_iter().map(place).collect()
}

/// The places, those marked that are the first of their kind.
fn first_of_each(places: Vec<Place>) -> Vec<Spot> {
    let is_first = |index: usize| places[..index].iter().all(|(_, lot)| *lot != places[index].1);
    places.iter().enumerate().map(|(index, (spot, _))| Spot { first: is_first(index), ..*spot }).collect()
}
