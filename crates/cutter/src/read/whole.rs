//! An SVG looked over as a whole before it is drawn: what it is made of, how much that comes to, what its groups are called.

use super::{MOST_LINES, Unreadable, refuse};
use std::collections::HashMap;
use usvg::roxmltree::{Document, Node as Element};

/// Elements of an SVG that a machine can work, or that say nothing about lines.
const KNOWN: &[&str] = &[
    "svg", "g", "a", "switch", "path", "line", "rect", "circle", "ellipse", "polyline", "polygon", "title",
    "desc", "metadata", "defs", "use", "symbol", "style",
];
const DRAWN: &[&str] = &["path", "line", "rect", "circle", "ellipse", "polyline", "polygon"];
/// Attributes that hold numbers.
const NUMBERS: &[&str] = &[
    "d",
    "points",
    "transform",
    "viewBox",
    "x",
    "y",
    "width",
    "height",
    "cx",
    "cy",
    "r",
    "rx",
    "ry",
    "x1",
    "x2",
    "y1",
    "y2",
];
/// Rules of style times parts they are held against: more is not worked out.
const MOST_STYLED: usize = 20_000_000;

/// Elements in one another are followed no deeper than that.
const DEEPEST: usize = 400;

fn is_svg(element: &Element<'_, '_>) -> bool {
    element.tag_name().namespace().is_none_or(|namespace| namespace == "http://www.w3.org/2000/svg")
}

/// Refuses what no machine works and what would grow without bound; gives back how many lines it draws, uses over and over.
pub(super) fn looked_over<'a>(document: &'a Document<'a>) -> Result<usize, Unreadable> {
    let (mut elements, mut rules) = (0, 0);
    for element in document.descendants().filter(|node| node.is_element() && is_svg(node)) {
        elements += 1;
        let name = element.tag_name().name();
        // Where it stands is counted from the start of the file: only for what is refused.
        let line = || document.text_pos_at(element.range().start).row;
        if !KNOWN.contains(&name) {
            return refuse(format!("Line {}: {}", line(), why_not(name)));
        }
        if name == "style" {
            rules += element.text().unwrap_or_default().matches('{').count();
        }
        for attribute in element.attributes().filter(|attribute| NUMBERS.contains(&attribute.name())) {
            let value = attribute.value().to_lowercase();
            if ["nan", "infinity"].iter().any(|word| value.contains(word)) {
                return refuse(format!(
                    "Line {} holds a number that is none: “{}”.",
                    line(),
                    attribute.name()
                ));
            }
        }
    }
    if elements * rules > MOST_STYLED {
        return refuse("It has too many rules of style for so many parts.");
    }
    let by_id =
        document.descendants().filter_map(|element| Some((element.attribute("id")?, element))).collect();
    let drawn = Weights { by_id, known: HashMap::new() }.of(document.root_element(), 0);
    if drawn > MOST_LINES {
        return refuse(format!("It has more than {MOST_LINES} lines; that is too much for one sheet."));
    }
    Ok(drawn)
}

/// Why a part of an SVG is not worked.
fn why_not(name: &str) -> String {
    match name {
        "text" | "tspan" | "textPath" => "words are no lines. Turn them into paths first.".to_owned(),
        "image" => "a picture has no lines. Trace it first, or take it out.".to_owned(),
        "clipPath" | "mask" => {
            "part of it is covered by a clip or a mask, and would be cut all the same. Cut the lines themselves off first.".to_owned()
        }
        "filter" | "linearGradient" | "radialGradient" | "pattern" | "marker" => {
            "it is filled or decorated, which no blade can do. Leave plain lines only.".to_owned()
        }
        _ => {
            let what: String = name.chars().take(30).collect();
            format!("“{what}” is no line. Make plain paths of everything first.")
        }
    }
}

/// How many lines elements draw with all they use, none more than one above what is allowed.
struct Weights<'a> {
    by_id: HashMap<&'a str, Element<'a, 'a>>,
    known: HashMap<usize, usize>,
}

impl<'a> Weights<'a> {
    /// Of one element; a use within itself draws nothing.
    fn of(&mut self, element: Element<'a, 'a>, depth: usize) -> usize {
        let key = element.id().get_usize();
        if let Some(weight) = self.known.get(&key) {
            return *weight;
        }
        if depth > DEEPEST {
            return MOST_LINES + 1;
        }
        self.known.insert(key, 0);
        let name = element.tag_name().name();
        let own = usize::from(is_svg(&element) && DRAWN.contains(&name));
        let weight = own
            + match name {
                "use" => self.of_use(element, depth),
                // Only where it is used is it drawn.
                "defs" | "symbol" => 0,
                _ => self.of_children(element, depth),
            };
        let weight = weight.min(MOST_LINES + 1);
        self.known.insert(key, weight);
        weight
    }

    /// What a use draws: of a symbol all that is in it.
    fn of_use(&mut self, element: Element<'a, 'a>, depth: usize) -> usize {
        let href = element.attributes().find(|attribute| attribute.name() == "href");
        let target = href.and_then(|href| self.by_id.get(href.value().trim_start_matches('#'))).copied();
        match target {
            Some(target) if target.tag_name().name() == "symbol" => self.of_children(target, depth + 1),
            Some(target) => self.of(target, depth + 1),
            None => 0,
        }
    }

    fn of_children(&mut self, element: Element<'a, 'a>, depth: usize) -> usize {
        let children = element.children().filter(Element::is_element);
        children.fold(0, |all, child| (all + self.of(child, depth + 1)).min(MOST_LINES + 1))
    }
}

/// What groups and lines are called by the program that wrote them, by their ids: SVG has no name for a layer, so programs give it as
/// an attribute of their own that ends in `label` or `name`.
pub(super) fn labels(document: &Document<'_>) -> HashMap<String, String> {
    let label = |element: Element<'_, '_>| {
        let id = element.attribute("id").filter(|id| !id.is_empty())?;
        let is_label =
            |name: &str, foreign: bool| name == "data-name" || foreign && (name == "label" || name == "name");
        let own = element.attributes().find(|own| is_label(own.name(), own.namespace().is_some()))?;
        Some((id.to_owned(), own.value().trim().to_owned()))
    };
    document
        .descendants()
        .filter(Element::is_element)
        .filter_map(label)
        .filter(|(_, label)| !label.is_empty())
        .collect()
}

/// How many lines lie in what is switched off.
pub(super) fn hidden(document: &Document<'_>) -> usize {
    let is_off = |element: &Element<'_, '_>| {
        let style: String = element
            .attribute("style")
            .unwrap_or_default()
            .chars()
            .filter(|letter| !letter.is_whitespace())
            .collect();
        let has = |name: &str, value: &str| {
            element.attribute(name) == Some(value)
                || style.split(';').any(|own| own == format!("{name}:{value}"))
        };
        has("display", "none") || has("visibility", "hidden")
    };
    let drawn = document.descendants().filter(|element| {
        element.is_element() && is_svg(element) && DRAWN.contains(&element.tag_name().name())
    });
    drawn.filter(|element| element.ancestors().any(|own| own.is_element() && is_off(&own))).count()
}
