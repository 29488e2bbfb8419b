//! In which order the layers of a bag lie when it is folded flat.
//!
//! Which of two facets lies in front is known where they share a crease (from its fold) and where they are glued. From
//! that, an order of all layers is searched in which nothing passes through anything: no layer lies between the two
//! sides of a crease that it runs across, and of two creases on one line neither holds just one side of the other
//! (the crossing conditions of Justin, as given in Demaine & O'Rourke, *Geometric Folding Algorithms*, 2007, ch. 11).

use super::{Folded, flat};
use crate::brief::ClosingOrder;
use crate::convex::Patch;
use crate::net::{Fold, GlueRole, Net, Panel, PaperFace, Zone};
use glam::DVec2;

/// Gaps below this many millimetres are rounding.
const ROUNDING: f64 = 1e-3;
/// Give up after so many guesses. Bags need a handful.
const GUESSES: usize = 4_000;
/// Most bodies that one set of layers can hold.
const MOST: usize = 128;

/// Facets that lie in one plane and are not folded against one another.
struct Body {
    facets: Vec<Patch>,
    /// The box round all of them.
    round: (DVec2, DVec2),
    /// True if its outside face looks at the viewer, as the front's does.
    outside_up: bool,
}

impl Body {
    fn is_clear_of(&self, (least, most): (DVec2, DVec2)) -> bool {
        self.round.1.cmple(least).any() || most.cmple(self.round.0).any()
    }
}

/// What an order of layers has to respect. Bodies are given by their number.
#[derive(Clone, Copy)]
enum Rule {
    /// The first lies on the same side of both others.
    SameSide(usize, usize, usize),
    /// Two folds on one line, front layer first: neither holds just one side of the other.
    Nest([usize; 2], [usize; 2]),
}

/// Orders the facets of a bag folded flat from front to back; nothing if no order is found.
pub fn order(net: &Net, folded: &Folded, closing: ClosingOrder) -> Option<Vec<usize>> {
    let layers = Layers::new(net, folded);
    if layers.bodies.len() > MOST {
        return None;
    }
    let mut known = Known { behind: vec![0; layers.bodies.len()] };
    let glued: Vec<(usize, usize, PaperFace)> = layers.glued(net, folded).collect();
    for (front, back) in layers.first_known(net, folded, &glued, closing) {
        known.set(front, back)?;
    }
    let known = solve(known, layers.rules(&glued), &mut 0)?;
    let mut facets: Vec<usize> = (0..folded.facets.len()).collect();
    // More layers behind it: nearer to the viewer. A stable sort of a partial order closed under transitivity.
    facets.sort_by_key(|facet| std::cmp::Reverse(known.behind[layers.body_of[*facet]].count_ones()));
    Some(facets)
}

struct Hinge {
    /// The body whose outside looks at the viewer, and the other one.
    up: usize,
    down: usize,
    fold: Fold,
    line: [DVec2; 2],
    /// A point on the side of the line on which the layers lie.
    beside: DVec2,
}

struct Layers {
    bodies: Vec<Body>,
    body_of: Vec<usize>,
    hinges: Vec<Hinge>,
}

impl Layers {
    fn new(net: &Net, folded: &Folded) -> Self {
        let first: Vec<usize> = (0..net.blanks.len())
            .map(|blank| folded.facets.iter().position(|facet| facet.blank == blank).unwrap_or(0))
            .collect();
        let shape =
            |facet: usize| Patch::new(folded.facets[facet].corners().iter().map(|corner| corner.truncate()));
        let hinges = || {
            folded.facets.iter().enumerate().flat_map(|(index, facet)| {
                let sides = facet.flat.hinges.iter().enumerate();
                let first = &first;
                sides.filter_map(move |(side, hinge)| {
                    let hinge = (*hinge)?;
                    let other = first[facet.blank] + hinge.facet;
                    (index < other)
                        .then(|| (index, other, side, &net.blanks[facet.blank].creases[hinge.crease]))
                })
            })
        };
        // Facets across a line that stays flat are one body.
        let mut body_of: Vec<usize> = (0..folded.facets.len()).collect();
        for (one, other, _, _) in hinges().filter(|hinge| flat(hinge.3) == 0.0) {
            let (kept, gone) = (body_of[one], body_of[other]);
            body_of.iter_mut().filter(|body| **body == gone).for_each(|body| *body = kept);
        }
        let mut numbers = body_of.clone();
        numbers.sort_unstable();
        numbers.dedup();
        let body_of: Vec<usize> =
            body_of.iter().map(|body| numbers.binary_search(body).unwrap_or(0)).collect();
        let nothing = (DVec2::INFINITY, DVec2::NEG_INFINITY);
        let mut bodies: Vec<Body> =
            numbers.iter().map(|_| Body { facets: Vec::new(), round: nothing, outside_up: true }).collect();
        for (facet, turned) in folded.facets.iter().enumerate() {
            let body = &mut bodies[body_of[facet]];
            let shape = shape(facet);
            let (least, most) = shape.bounds();
            body.round = (body.round.0.min(least), body.round.1.max(most));
            body.facets.push(shape);
            body.outside_up = turned.pose.z_axis.z > 0.0;
        }
        let folds = hinges().filter(|hinge| flat(hinge.3) != 0.0).map(|(one, other, side, crease)| {
            let corners = folded.facets[one].corners();
            let line = [corners[side].truncate(), corners[(side + 1) % corners.len()].truncate()];
            let (one_body, other_body) = (body_of[one], body_of[other]);
            let (up, down) =
                if bodies[one_body].outside_up { (one_body, other_body) } else { (other_body, one_body) };
            let middle = folded.facets[one].place(folded.facets[one].flat.middle()).truncate();
            Hinge { up, down, fold: crease.fold, line, beside: middle }
        });
        let hinges = folds.collect();
        Self { bodies, body_of, hinges }
    }

    /// Pairs of which the first is known to lie in front: folded against one another, or glued.
    fn first_known(
        &self,
        net: &Net,
        folded: &Folded,
        glued: &[(usize, usize, PaperFace)],
        closing: ClosingOrder,
    ) -> Vec<(usize, usize)> {
        // Over a mountain the insides touch: what looks at the viewer with its outside lies in front.
        let folds = self.hinges.iter().map(|hinge| match hinge.fold {
            Fold::Mountain => (hinge.up, hinge.down),
            _ => (hinge.down, hinge.up),
        });
        let mut known: Vec<(usize, usize)> = folds.collect();
        // What is glued with its outside lies on the inside of what is over it.
        for &(under, over, face) in glued {
            let in_front = self.bodies[over].outside_up == (face == PaperFace::Inside);
            known.push(if in_front { (under, over) } else { (over, under) });
        }
        // A flap folded in earlier lies further inside.
        let turn = |panel: Panel| {
            let is_first = panel.is_back() == (closing == ClosingOrder::BackFirst);
            if panel.is_front() {
                Some(2)
            } else {
                (panel.is_back() || panel.is_gusset()).then_some(if is_first { 0 } else { 1 })
            }
        };
        let is_slit = net.blanks.iter().all(|blank| blank.corners != crate::net::BaseCorners::Folded);
        let flaps: Vec<(usize, usize)> = folded
            .facets
            .iter()
            .enumerate()
            .filter(|(_, facet)| is_slit && facet.part.1 == Zone::Base)
            .filter_map(|(index, facet)| Some((turn(facet.part.0)?, self.body_of[index])))
            .collect();
        for (turn, earlier) in &flaps {
            for (_, later) in flaps.iter().filter(|(other, _)| other > turn) {
                let (earlier, later) = (*earlier, *later);
                known.push(if self.bodies[later].outside_up { (later, earlier) } else { (earlier, later) });
            }
        }
        known
    }

    /// Bodies glued together, and the face that carries the glue.
    fn glued<'a>(
        &'a self,
        net: &'a Net,
        folded: &'a Folded,
    ) -> impl Iterator<Item = (usize, usize, PaperFace)> + 'a {
        net.seams
            .iter()
            .flat_map(move |seam| {
                let glue = &net.blanks[seam.under.blank].glue;
                let pleat =
                    glue.iter().find(|glue| glue.role == GlueRole::Pleat && glue.panel == seam.under.panel);
                let face = pleat.map_or(PaperFace::Outside, |glue| glue.face);
                folded
                    .glued(net, seam)
                    .map(move |(under, over)| (self.body_of[under], self.body_of[over], face))
            })
            .chain(net.laps.iter().flat_map(move |lap| {
                folded
                    .lapped(lap)
                    .map(move |(under, over)| (self.body_of[under], self.body_of[over], PaperFace::Outside))
            }))
    }

    fn rules(&self, glued: &[(usize, usize, PaperFace)]) -> Vec<Rule> {
        let mut rules = Vec::new();
        let lines: Vec<HingeLine> = self.hinges.iter().map(HingeLine::of).collect();
        for (hinge, line) in self.hinges.iter().zip(&lines) {
            let across = (0..self.bodies.len())
                .filter(|body| *body != hinge.up && *body != hinge.down)
                .filter(|body| self.runs_across(*body, line));
            rules.extend(across.map(|body| Rule::SameSide(body, hinge.up, hinge.down)));
        }
        for (index, one) in self.hinges.iter().enumerate() {
            for other in &self.hinges[..index] {
                if lines[index].is_shared_by(one, other) {
                    rules.push(Rule::Nest(one.front_first(), other.front_first()));
                }
            }
        }
        // Nothing slips between two layers that are glued together.
        let mut beside: Vec<Option<u128>> = vec![None; self.bodies.len()];
        for &(under, over, _) in glued {
            let mut of = |body: usize| *beside[body].get_or_insert_with(|| self.overlapping(body));
            let between = of(under) & of(over) & !(1 << under | 1 << over);
            let between = (0..self.bodies.len()).filter(|body| between >> body & 1 == 1);
            rules.extend(between.map(|body| Rule::SameSide(body, under, over)));
        }
        rules
    }

    /// The set of bodies that share some area with one.
    fn overlapping(&self, one: usize) -> u128 {
        let one = &self.bodies[one];
        let shares = |other: &Body| {
            let pairs = |a: &Patch| !a.is_clear_of(other.round) && other.facets.iter().any(|b| a.overlaps(b));
            !one.is_clear_of(other.round) && one.facets.iter().any(pairs)
        };
        self.bodies.iter().enumerate().fold(0, |set, (body, other)| set | u128::from(shares(other)) << body)
    }

    /// True if a body lies on both sides of a hinge's line along some stretch of it.
    fn runs_across(&self, body: usize, line: &HingeLine) -> bool {
        if self.bodies[body].is_clear_of(line.round) {
            return false;
        }
        let near = || self.bodies[body].facets.iter().filter(|facet| !facet.is_clear_of(line.round));
        let ([from, to], aside) = (line.ends, line.along.perp() * (ROUNDING * 4.0));
        let shared = ROUNDING * 16.0 / line.length.max(ROUNDING);
        near().filter_map(|one| one.span_of(from + aside, to + aside)).any(|(start, end)| {
            near()
                .filter_map(|other| other.span_of(from - aside, to - aside))
                .any(|(other_start, other_end)| end.min(other_end) - start.max(other_start) > shared)
        })
    }
}

/// The line of a hinge, measured once.
struct HingeLine {
    ends: [DVec2; 2],
    /// Its direction, of length one.
    along: DVec2,
    length: f64,
    /// The box round it, with a little room.
    round: (DVec2, DVec2),
}

impl HingeLine {
    fn of(hinge: &Hinge) -> Self {
        let [from, to] = hinge.line;
        let along = (to - from).normalize_or_zero();
        let reach = along.perp().abs() * (ROUNDING * 8.0);
        let round = (from.min(to) - reach, from.max(to) + reach);
        Self { ends: hinge.line, along, length: from.distance(to), round }
    }

    /// True if `one`, whose line it is, lies on the same stretch of it as another, with its layers on the same side.
    fn is_shared_by(&self, one: &Hinge, other: &Hinge) -> bool {
        let from = self.ends[0];
        let off = |point: DVec2| self.along.perp_dot(point - from);
        if other.line.iter().any(|point| off(*point).abs() > ROUNDING) {
            return false;
        }
        let place = |point: DVec2| self.along.dot(point - from);
        let (a, b) = (place(other.line[0]), place(other.line[1]));
        let shared = a.max(b).min(self.length) - a.min(b).max(0.0);
        shared > ROUNDING && off(one.beside).signum() == off(other.beside).signum()
    }
}

impl Hinge {
    fn front_first(&self) -> [usize; 2] {
        if self.fold == Fold::Mountain { [self.up, self.down] } else { [self.down, self.up] }
    }
}

/// What is known of the order: for every body the set of those behind it, closed under transitivity.
#[derive(Clone)]
struct Known {
    behind: Vec<u128>,
}

impl Known {
    fn is_before(&self, front: usize, back: usize) -> bool {
        self.behind[front] >> back & 1 == 1
    }

    /// Learns that one body lies in front of another. True if that is news; nothing if it contradicts what is known.
    fn set(&mut self, front: usize, back: usize) -> Option<bool> {
        if front == back || self.is_before(back, front) {
            return None;
        }
        if self.is_before(front, back) {
            return Some(false);
        }
        let gained = self.behind[back] | 1 << back;
        self.behind[front] |= gained;
        for body in 0..self.behind.len() {
            if self.is_before(body, front) {
                self.behind[body] |= gained;
            }
        }
        Some(true)
    }
}

impl Rule {
    /// Two bodies of which it speaks and whose order is not known yet: none once it has nothing more to say.
    fn undecided(self, known: &Known) -> Option<(usize, usize)> {
        let open = |a: usize, b: usize| a != b && !known.is_before(a, b) && !known.is_before(b, a);
        match self {
            Self::SameSide(body, a, b) => {
                [a, b].into_iter().find(|other| open(body, *other)).map(|other| (body, other))
            }
            Self::Nest([a, b], [c, d]) => {
                [(a, c), (a, d), (b, c), (b, d)].into_iter().find(|(one, other)| open(*one, *other))
            }
        }
    }
}

fn solve(mut known: Known, mut rules: Vec<Rule>, guesses: &mut usize) -> Option<Known> {
    loop {
        // A rule whose bodies are all in order is looked at once more, and then has nothing more to say.
        let (settled, open): (Vec<Rule>, Vec<Rule>) =
            rules.into_iter().partition(|rule| rule.undecided(&known).is_none());
        let news = learn(&mut known, &settled)? | learn(&mut known, &open)?;
        rules = open;
        if !news {
            break;
        }
    }
    let Some((one, other)) = rules.iter().find_map(|rule| rule.undecided(&known)) else {
        return Some(known);
    };
    for (front, back) in [(one, other), (other, one)] {
        *guesses += 1;
        if *guesses > GUESSES {
            return None;
        }
        let mut tried = known.clone();
        if tried.set(front, back).is_some()
            && let Some(solved) = solve(tried, rules.clone(), guesses)
        {
            return Some(solved);
        }
    }
    None
}

/// Draws every conclusion once. True if there was any; nothing at a contradiction.
fn learn(known: &mut Known, rules: &[Rule]) -> Option<bool> {
    let mut news = false;
    for rule in rules {
        match *rule {
            Rule::SameSide(body, a, b) => {
                for (one, other) in [(a, b), (b, a)] {
                    if known.is_before(body, one) {
                        news |= known.set(body, other)?;
                    } else if known.is_before(one, body) {
                        news |= known.set(other, body)?;
                    }
                }
            }
            Rule::Nest(one, other) => {
                for ([a, b], [c, d]) in [(one, other), (other, one)] {
                    if known.is_before(a, c) && known.is_before(c, b) && d != b {
                        news |= known.set(d, b)?;
                    }
                    if known.is_before(a, d) && known.is_before(d, b) && a != c {
                        news |= known.set(a, c)?;
                    }
                }
            }
        }
    }
    Some(news)
}

#[cfg(test)]
mod tests;
