//! Lines as a file has them, and the tool of each: by the name of its layer, or as it is told.

use super::{Drawing, Layer, MOST_LINES, MOST_POINTS, Polyline, Told, Unreadable, refuse, too_many_points};
use crate::{At, Tool};
use std::collections::{BTreeMap, BTreeSet};

/// Lines before they have a tool.
#[derive(Default)]
pub(super) struct Found {
    /// The sheet, where the file has one.
    pub size: Option<At>,
    lines: Vec<Raw>,
    points: usize,
    /// What is not worked, by the reason.
    pub left_out: BTreeMap<&'static str, usize>,
}

struct Raw {
    /// The nearest layer or group with a name.
    name: String,
    /// `#a03020`, `colour 1`; empty if there is none.
    colour: String,
    points: Vec<At>,
}

impl Found {
    /// One line more, in millimetres.
    pub fn add(&mut self, name: &str, colour: &str, points: Vec<At>) -> Result<(), Unreadable> {
        self.points += points.len();
        if self.points > MOST_POINTS {
            return too_many_points();
        }
        if self.lines.len() == MOST_LINES {
            return refuse(format!("It has more than {MOST_LINES} lines; that is too much for one sheet."));
        }
        self.lines.push(Raw { name: short(name), colour: colour.to_owned(), points });
        Ok(())
    }

    /// Points there is still room for.
    pub fn room(&self) -> usize {
        MOST_POINTS - self.points
    }

    /// Something is not worked.
    pub fn leave(&mut self, why: &'static str, count: usize) {
        if count > 0 {
            *self.left_out.entry(why).or_default() += count;
        }
    }

    /// Every line with its tool; those of layers that have none are left out.
    pub fn drawing(mut self, told: &Told) -> Drawing {
        // Where one layer has lines of several colours, they are told apart by them.
        let mut colours: BTreeMap<&str, BTreeSet<&str>> = BTreeMap::new();
        for raw in &self.lines {
            colours.entry(&raw.name).or_default().insert(&raw.colour);
        }
        let key = |raw: &Raw| match (
            Tool::of_layer(&raw.name),
            colours.get(raw.name.as_str()).map_or(0, BTreeSet::len),
        ) {
            (Some(_), _) | (None, 0 | 1) if !raw.name.is_empty() => raw.name.clone(),
            _ if raw.name.is_empty() && raw.colour.is_empty() => "no name".to_owned(),
            _ if raw.name.is_empty() => raw.colour.clone(),
            _ => format!("{}, {}", raw.name, raw.colour),
        };
        let keys: Vec<String> = self.lines.iter().map(key).collect();
        let (mut layers, mut lines): (Vec<Layer>, Vec<Polyline>) = (Vec::new(), Vec::new());
        let mut without = 0;
        for (raw, key) in self.lines.into_iter().zip(keys) {
            let by_name = Tool::of_layer(&raw.name);
            let tool = told.layers.get(&key).copied().unwrap_or(by_name);
            match layers.iter_mut().find(|layer| layer.key == key) {
                Some(layer) => layer.lines += 1,
                None => {
                    let colour = Some(raw.colour).filter(|colour| colour.starts_with('#'));
                    layers.push(Layer { key, colour, lines: 1, tool, by_name: by_name.is_some() });
                }
            }
            match tool {
                Some(tool) => lines.push(Polyline { tool, points: raw.points }),
                None => without += 1,
            }
        }
        if without > 0 {
            *self.left_out.entry("for which no tool is known").or_default() += without;
        }
        let reach = |side: usize, of: fn(f64, f64) -> f64, from: f64| {
            lines.iter().flat_map(|line| &line.points).map(|spot| spot[side]).fold(from, of)
        };
        let (size, shift) = match self.size {
            Some(size) => (size, [0.0; 2]),
            // Without a sheet of its own the drawing is as large as its lines.
            None => {
                let low = [0, 1].map(|side| reach(side, f64::min, f64::INFINITY));
                let high = [0, 1].map(|side| reach(side, f64::max, f64::NEG_INFINITY));
                ([0, 1].map(|side| high[side] - low[side]), low)
            }
        };
        if shift != [0.0; 2] && shift.iter().all(|n| n.is_finite()) {
            for spot in lines.iter_mut().flat_map(|line| &mut line.points) {
                *spot = [spot[0] - shift[0], spot[1] - shift[1]];
            }
        }
        Drawing { size, lines, layers, left_out: self.left_out.into_iter().collect() }
    }
}

/// A name no longer than a choice can show.
fn short(name: &str) -> String {
    name.trim().chars().filter(|letter| !letter.is_control()).take(60).collect()
}
