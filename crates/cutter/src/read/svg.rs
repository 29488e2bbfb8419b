//! An SVG: lines in groups named by their tools or by anything else, in real units or in one that is told.

use super::curves::bezier;
use super::found::Found;
use super::whole::{hidden, labels, looked_over};
use super::{Told, Unreadable, ask_unit, refuse};
use crate::{At, Tool};
use std::collections::HashMap;
use usvg::roxmltree::{Document, ParsingOptions};
use usvg::tiny_skia_path::{PathSegment, Point};
use usvg::{Group, Node, Options, Paint, Tree};

/// CSS: 96 px to the inch; usvg gives sizes in px.
const MM_A_PX: f64 = 25.4 / 96.0;

pub(super) fn read(text: &str, told: &Told) -> Result<Found, Unreadable> {
    if has_crowded_tag(text) {
        return refuse("One of its parts says too much about itself: no line needs so many attributes.");
    }
    let options = ParsingOptions { allow_dtd: false, nodes_limit: 200_000, ..ParsingOptions::default() };
    let document = match Document::parse_with_options(text, options) {
        Ok(document) => document,
        Err(usvg::roxmltree::Error::DtdDetected) => {
            return refuse("It declares entities of its own. That is not needed for lines, and is not read.");
        }
        Err(usvg::roxmltree::Error::NodesLimitReached) => {
            return refuse("It has too many parts for one sheet.");
        }
        Err(error) => return refuse(format!("This is no SVG that can be read: line {}.", error.pos().row)),
    };
    let root = document.root_element();
    if root.tag_name().name() != "svg" {
        return refuse("This is no SVG: its outermost part is something else.");
    }
    let has_unit = ["width", "height"].iter().all(|name| {
        let given = root.attribute(*name).unwrap_or_default().trim();
        ["mm", "cm", "in", "pt", "pc"].iter().any(|unit| given.ends_with(unit))
    });
    let mm = match (has_unit, told.unit) {
        (true, _) => MM_A_PX,
        (false, Some(unit)) => unit.mm(),
        (false, None) => {
            return ask_unit(
                "The drawing does not say its width and height in mm, cm or in: say what one unit of it is, so that its size is known.",
            );
        }
    };
    let drawn = looked_over(&document)?;
    let tree = Tree::from_xmltree(&document, &Options::default())
        .map_err(|error| Unreadable::Broken(format!("This SVG cannot be read: {error}.")))?;
    let size = tree.size();
    let size = [f64::from(size.width()) * mm, f64::from(size.height()) * mm];
    let mut found = Found::default();
    found.size = Some(size);
    let mut reader =
        Reader { labels: labels(&document), mm, height: size[1], found: &mut found, followed: 0 };
    reader.follow(tree.root(), "")?;
    // What is not painted, or has no length, does not come through.
    let followed = reader.followed;
    let hidden = hidden(&document);
    found.leave("in layers that are switched off", hidden);
    found.leave("without any length, or not drawn", drawn.saturating_sub(followed + hidden));
    Ok(found)
}

/// True if a tag has more attributes than any that means a line: a reader holds each against all others.
fn has_crowded_tag(text: &str) -> bool {
    const MOST: usize = 400;
    /// What is no tag: how it begins, and how it ends.
    const OTHER: [(&str, &str); 4] = [("!--", "-->"), ("![CDATA[", "]]>"), ("?", "?>"), ("!", ">")];
    let mut rest = text;
    while let Some((_, inside)) = rest.split_once('<') {
        if let Some((_, end)) = OTHER.iter().find(|(begin, _)| inside.starts_with(begin)) {
            rest = inside.split_once(end).map_or("", |(_, after)| after);
            continue;
        }
        let (mut quote, mut count, mut length) = (None, 0, inside.len());
        for (place, letter) in inside.bytes().enumerate() {
            match (quote, letter) {
                (Some(open), _) if letter == open => quote = None,
                (Some(_), _) => {}
                (None, b'"' | b'\'') => quote = Some(letter),
                (None, b'=') => count += 1,
                (None, b'>') => {
                    length = place;
                    break;
                }
                (None, _) => {}
            }
        }
        if count > MOST {
            return true;
        }
        rest = &inside[length..];
    }
    false
}

struct Reader<'a> {
    /// What a group is called, by its id.
    labels: HashMap<String, String>,
    mm: f64,
    height: f64,
    found: &'a mut Found,
    followed: usize,
}

impl Reader<'_> {
    /// Follows every line of a group; `name` is that of the nearest group with one.
    fn follow(&mut self, group: &Group, name: &str) -> Result<(), Unreadable> {
        let name = self.called(group.id(), name);
        for node in group.children() {
            match node {
                Node::Group(inner) => self.follow(inner, &name)?,
                Node::Path(path) => {
                    self.followed += 1;
                    // A line by itself may be named too, but only by its tool.
                    let own = self.labels.get(path.id()).map_or(path.id(), String::as_str);
                    let name = if Tool::of_layer(own).is_some() { own.to_owned() } else { name.clone() };
                    let paint = path.stroke().map(usvg::Stroke::paint).or(path.fill().map(usvg::Fill::paint));
                    let colour = match paint {
                        Some(Paint::Color(own)) => {
                            format!("#{:02x}{:02x}{:02x}", own.red, own.green, own.blue)
                        }
                        _ => String::new(),
                    };
                    self.trace(path, &name, &colour)?;
                }
                Node::Image(_) | Node::Text(_) => {}
            }
        }
        Ok(())
    }

    /// A group's name: its label before its id; what has neither is in the group round it.
    fn called(&self, id: &str, outer: &str) -> String {
        let own = self.labels.get(id).map_or(id, String::as_str);
        // A tool of a group round it holds for what is inside, unless that names one too.
        if own.is_empty() || (Tool::of_layer(outer).is_some() && Tool::of_layer(own).is_none()) {
            outer.to_owned()
        } else {
            own.to_owned()
        }
    }

    fn trace(&mut self, path: &usvg::Path, name: &str, colour: &str) -> Result<(), Unreadable> {
        let Some(data) = path.data().clone().transform(path.abs_transform()) else { return Ok(()) };
        let (mm, height) = (self.mm, self.height);
        let spot = |p: Point| [f64::from(p.x) * mm, height - f64::from(p.y) * mm];
        let mut points: Vec<At> = Vec::new();
        for segment in data.segments() {
            match segment {
                PathSegment::MoveTo(p) => {
                    self.finish(&mut points, name, colour)?;
                    points.push(spot(p));
                }
                PathSegment::LineTo(p) => points.push(spot(p)),
                PathSegment::QuadTo(a, p) => {
                    let Some(from) = points.last().copied() else { continue };
                    let (a, to) = (spot(a), spot(p));
                    let third = |near: At| [0, 1].map(|i| near[i] + (a[i] - near[i]) * 2.0 / 3.0);
                    bezier(&mut points, [from, third(from), third(to), to]);
                }
                PathSegment::CubicTo(a, b, p) => {
                    let Some(from) = points.last().copied() else { continue };
                    bezier(&mut points, [from, spot(a), spot(b), spot(p)]);
                }
                PathSegment::Close => {
                    let Some(first) = points.first().copied() else { continue };
                    points.push(first);
                    self.finish(&mut points, name, colour)?;
                    points.push(first);
                }
            }
            if points.len() > self.found.room() {
                return super::too_many_points();
            }
        }
        self.finish(&mut points, name, colour)
    }

    fn finish(&mut self, points: &mut Vec<At>, name: &str, colour: &str) -> Result<(), Unreadable> {
        let points = std::mem::take(points);
        if points.len() > 1 { self.found.add(name, colour, points) } else { Ok(()) }
    }
}
