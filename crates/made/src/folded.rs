//! The net folded up: every facet as a polygon in space, turned about its own creases.

pub mod facets;
pub mod motion;
pub mod solids;
pub mod stack;
pub mod surfaces;
pub mod vertices;

use crate::net::{Blank, Crease, CreaseRole, Fold, Joint, Lap, Net, Panel, Seam, Zone};
use facets::{CORNERS, Facet, facets};
use glam::{DAffine3, DMat3, DVec3};
use smallvec::SmallVec;
use std::collections::VecDeque;

/// The open, standing bag. Frame: the front face lies in the plane z = 0 as it does on the sheet (x right, y up);
/// the bag's inside is on the side of negative z. Millimetres.
#[derive(Clone, Debug)]
pub struct Folded {
    /// Every facet of every blank.
    pub facets: Vec<Turned>,
    /// The largest distance in millimetres by which the two sides of a crease have come apart. Above rounding it
    /// means that the paper would tear.
    pub torn: f64,
}

/// A facet where folding has brought it.
#[derive(Clone, Debug)]
pub struct Turned {
    /// Its blank.
    pub blank: usize,
    /// The flat facet.
    pub flat: Facet,
    /// The panel and the zone it belongs to.
    pub part: (Panel, Zone),
    /// From the blank's frame, in millimetres, to space.
    pub pose: DAffine3,
    corners: SmallVec<[DVec3; CORNERS]>,
}

impl Turned {
    /// Its corners in space, in millimetres, in the order of the flat facet.
    pub fn corners(&self) -> &[DVec3] {
        &self.corners
    }

    /// Where a point of the blank comes to lie in space, in millimetres.
    pub fn place(&self, point: crate::plane::Point) -> DVec3 {
        self.pose.transform_point3(spot(point))
    }
}

fn spot(point: crate::plane::Point) -> DVec3 {
    DVec3::new(point.x.mm(), point.y.mm(), 0.0)
}

/// How far the paper beyond a crease turns, in degrees away from the one who looks at the outside.
fn signed(fold: Fold, degrees: f64) -> f64 {
    match fold {
        Fold::Flat => 0.0,
        Fold::Mountain => degrees,
        Fold::Valley => -degrees,
    }
}

/// How far a crease is turned, in degrees, when the bag is made and stands open. A flare lies flat when it is made.
pub fn made(crease: &Crease) -> f64 {
    let degrees = match crease.role {
        CreaseRole::HemLine
        | CreaseRole::SquashDiagonal
        | CreaseRole::TuckLine
        | CreaseRole::PleatLine
        | CreaseRole::BottomFold => 180.0,
        CreaseRole::BaseLine | CreaseRole::Corner | CreaseRole::TabLine | CreaseRole::StripLine => 90.0,
        CreaseRole::GussetCentre
        | CreaseRole::GussetDiagonal
        | CreaseRole::FoldFlatLine
        | CreaseRole::PressedLine
        | CreaseRole::TubeCrease
        | CreaseRole::LapLine
        | CreaseRole::FlapLine
        | CreaseRole::FlapTurn => 0.0,
    };
    // Above the base line the squashed diagonals of a folded base lie in the gusset, flat again.
    let is_flat_again = crease.role == CreaseRole::SquashDiagonal && crease.fold == Fold::Valley;
    signed(crease.fold, if is_flat_again { 0.0 } else { degrees })
}

/// How far a crease is turned, in degrees, when the finished bag is folded flat: right over, save for the closing flap and where it turns in.
pub fn flat(crease: &Crease) -> f64 {
    let stays = matches!(crease.role, CreaseRole::FlapLine | CreaseRole::FlapTurn);
    signed(crease.fold, if stays { 0.0 } else { 180.0 })
}

impl Folded {
    /// Folds a net into the open bag. Only the net's lines are used, never the brief's sizes.
    ///
    /// ```
    /// use wide_fold_asked::{Brief, Length};
    /// use wide_fold_made::{Net, folded::{Folded, Turned}};
    /// let brief = Brief::new(Length::eighths(30), Length::eighths(52), Length::inches(2));
    /// let folded = Folded::new(&Net::of(&brief));
    /// // It stands on its base, as high as its body: 6½ in, in millimetres.
    /// let high = folded.facets.iter().flat_map(Turned::corners).map(|corner| corner.y).fold(f64::MIN, f64::max);
    /// assert!((high - Length::eighths(52).mm()).abs() < 1e-6);
    /// ```
    pub fn new(net: &Net) -> Self {
        Self::turned(net, |_, crease| made(crease))
    }

    /// The same paper folded flat, every crease turned right over.
    pub fn flattened(&self, net: &Net) -> Self {
        self.refolded(net, |_, crease| flat(crease))
    }

    /// Folds a net with every crease of a blank turned by the degrees that `angle` tells: positive away from the one
    /// who looks at the outside.
    pub fn turned(net: &Net, angle: impl Fn(&Blank, &Crease) -> f64) -> Self {
        let mut flats: Vec<Vec<Facet>> = Vec::with_capacity(net.blanks.len());
        for blank in &net.blanks {
            // Pieces are often alike.
            let known = net.blanks[..flats.len()].iter().position(|other| other.has_lines_of(blank));
            flats.push(known.map_or_else(|| facets(blank), |known| flats[known].clone()));
        }
        Self::from_facets(net, flats, angle)
    }

    /// Folds the same paper another way, `angle` in degrees: its facets need not be found again.
    pub fn refolded(&self, net: &Net, angle: impl Fn(&Blank, &Crease) -> f64) -> Self {
        let mut flats: Vec<Vec<Facet>> = vec![Vec::new(); net.blanks.len()];
        for facet in &self.facets {
            flats[facet.blank].push(facet.flat.clone());
        }
        Self::from_facets(net, flats, angle)
    }

    fn from_facets(net: &Net, flats: Vec<Vec<Facet>>, angle: impl Fn(&Blank, &Crease) -> f64) -> Self {
        let mut folded = Self { facets: Vec::new(), torn: 0.0 };
        for ((index, blank), flats) in net.blanks.iter().enumerate().zip(flats) {
            let turns: Vec<f64> = blank.creases.iter().map(|crease| angle(blank, crease)).collect();
            folded.fold(index, blank, flats, &turns);
        }
        folded.assemble(net);
        for facet in &mut folded.facets {
            facet.corners = facet.flat.corners.iter().map(|corner| facet.place(*corner)).collect();
        }
        folded
    }

    /// Brings every blank to the one with the front, seam by seam: the paper that goes under lies flat against the
    /// paper over it, the free edge on its line.
    fn assemble(&mut self, net: &Net) {
        let front = |blank: &Blank| blank.columns.iter().any(|column| column.panel.is_front());
        let first = net.blanks.iter().position(front);
        let mut placed: Vec<bool> = (0..net.blanks.len()).map(|blank| Some(blank) == first).collect();
        // Joining strips hang on pieces that hang on joining strips: every round places at least one more.
        for _ in 1..net.blanks.len() {
            for seam in &net.seams {
                let (still, moved) = match (placed[seam.under.blank], placed[seam.over.blank]) {
                    (true, false) => (seam.under, seam.over),
                    (false, true) => (seam.over, seam.under),
                    _ => continue,
                };
                let Some((under, over)) = self.glued(net, seam).next() else { continue };
                let to = seam.over_point(net, self.facets[under].flat.middle());
                let Some(to) = to else { continue };
                let slide = spot(to) - spot(self.facets[under].flat.middle());
                let (target, own, slide) = if seam.under == still {
                    (self.facets[under].pose, self.facets[over].pose, -slide)
                } else {
                    (self.facets[over].pose, self.facets[under].pose, slide)
                };
                let bring = target * DAffine3::from_translation(slide) * own.inverse();
                for facet in self.facets.iter_mut().filter(|facet| facet.blank == moved.blank) {
                    facet.pose = bring * facet.pose;
                }
                placed[moved.blank] = true;
            }
            for lap in &net.laps {
                let is_under_still = match (placed[lap.under], placed[lap.over]) {
                    (true, false) => true,
                    (false, true) => false,
                    _ => continue,
                };
                let Some((under, over)) = self.lapped(lap).next() else { continue };
                let from = self.facets[under].flat.middle();
                let slide = DAffine3::from_translation(spot(lap.over_point(from)) - spot(from));
                let (under, over) = (self.facets[under].pose, self.facets[over].pose);
                let (bring, moved) = if is_under_still {
                    (under * slide.inverse() * over.inverse(), lap.over)
                } else {
                    (over * slide * under.inverse(), lap.under)
                };
                for facet in self.facets.iter_mut().filter(|facet| facet.blank == moved) {
                    facet.pose = bring * facet.pose;
                }
                placed[moved] = true;
            }
        }
        if placed.contains(&false) {
            self.torn = f64::INFINITY;
        }
    }

    /// Pairs of facets that are glued together along a seam: what goes under, and what lies over its middle.
    pub fn glued<'a>(&'a self, net: &'a Net, seam: &'a Seam) -> impl Iterator<Item = (usize, usize)> + 'a {
        let of = |joint: Joint| {
            let own = move |facet: &Turned| facet.blank == joint.blank && facet.part.0 == joint.panel;
            self.facets.iter().enumerate().filter(move |(_, facet)| own(facet))
        };
        of(seam.under).filter_map(move |(under, facet)| {
            let point = seam.over_point(net, facet.flat.middle())?;
            let (over, _) = of(seam.over).find(|(_, over)| over.flat.contains(point))?;
            Some((under, over))
        })
    }

    /// Pairs of facets that are glued together at a level: the lap of the lower blank, and what lies over its middle.
    pub fn lapped<'a>(&'a self, lap: &'a Lap) -> impl Iterator<Item = (usize, usize)> + 'a {
        let of = |blank: usize| self.facets.iter().enumerate().filter(move |(_, facet)| facet.blank == blank);
        let laps =
            of(lap.under).filter(|(_, facet)| facet.flat.middle().y > lap.line && !facet.part.0.is_join());
        laps.filter_map(move |(under, facet)| {
            let point = lap.over_point(facet.flat.middle());
            let (over, _) = of(lap.over).find(|(_, over)| over.flat.contains(point))?;
            Some((under, over))
        })
    }

    /// Folds one blank; `turns` are degrees for each of its creases.
    fn fold(&mut self, index: usize, blank: &Blank, flats: Vec<Facet>, turns: &[f64]) {
        let parts: Vec<(Panel, Zone)> =
            flats.iter().filter_map(|facet| blank.part_at(facet.middle())).collect();
        if parts.len() != flats.len() {
            self.torn = f64::INFINITY;
            return;
        }
        let root = parts.iter().position(|part| part.0.is_front() && part.1 == Zone::Body).unwrap_or(0);
        let mut poses: Vec<Option<DAffine3>> = vec![None; flats.len()];
        let Some(origin) = flats.get(root).map(|facet| spot(facet.corners[0])) else { return };
        poses[root] = Some(DAffine3::from_translation(-origin));
        let mut queue = VecDeque::from([root]);
        let mut is_done = vec![false; flats.len()];
        while let Some(here) = queue.pop_front() {
            let Some(pose) = poses[here] else { continue };
            is_done[here] = true;
            for (side, hinge) in flats[here].hinges.iter().enumerate() {
                let Some(hinge) = hinge else { continue };
                // From its own side it has been gone over.
                if is_done[hinge.facet] {
                    continue;
                }
                let corners = &flats[here].corners;
                let (a, b) = (spot(corners[side]), spot(corners[(side + 1) % corners.len()]));
                let beyond = pose * about(a, b, turns[hinge.crease]);
                match poses[hinge.facet] {
                    None => {
                        poses[hinge.facet] = Some(beyond);
                        queue.push_back(hinge.facet);
                    }
                    Some(known) => {
                        let middle = flats[hinge.facet].middle();
                        for point in [a, b, spot(middle)] {
                            let apart =
                                known.transform_point3(point).distance(beyond.transform_point3(point));
                            self.torn = self.torn.max(apart);
                        }
                    }
                }
            }
        }
        // Hinges name facets by their place: a blank is folded whole, or not at all.
        let Some(poses) = poses.into_iter().collect::<Option<Vec<DAffine3>>>() else {
            self.torn = f64::INFINITY;
            return;
        };
        let facets = flats.into_iter().zip(parts).zip(poses);
        self.facets.extend(facets.map(|((flat, part), pose)| {
            // Its corners are placed once the blanks have come together.
            Turned { blank: index, flat, part, pose, corners: SmallVec::new() }
        }));
    }
}

/// The turn by `degrees` about a direction of length one (Rodrigues' formula, from memory); right angles are exact.
fn turn(axis: DVec3, degrees: f64) -> DMat3 {
    let (sin, cos) = match degrees.abs() {
        180.0 => (0.0, -1.0),
        90.0 => (degrees.signum(), 0.0),
        _ => degrees.to_radians().sin_cos(),
    };
    let (along, aside) = (axis * (1.0 - cos), axis * sin);
    DMat3::from_cols(
        along * axis.x + DVec3::new(cos, aside.z, -aside.y),
        along * axis.y + DVec3::new(-aside.z, cos, aside.x),
        along * axis.z + DVec3::new(aside.y, -aside.x, cos),
    )
}

/// The turn by `degrees` about the line from `a` to `b`, with the placed paper on its left: positive turns what lies
/// on its right away from the one who looks.
fn about(a: DVec3, b: DVec3, degrees: f64) -> DAffine3 {
    if degrees == 0.0 {
        return DAffine3::IDENTITY;
    }
    let turn = turn((b - a).normalize_or(DVec3::X), degrees);
    DAffine3 { matrix3: turn, translation: a - turn * a }
}
