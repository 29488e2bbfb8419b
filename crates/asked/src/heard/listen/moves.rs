//! How the piece is moved between the scores: sides along the fence, turns, ends and edges to measure from.

use super::{Ear, Mode};
use crate::Length;
use crate::heard::tokens::{Kind, Token};
use crate::heard::{Axis, HeardEnd, HeardPass};
use std::ops::Range;

impl Ear<'_> {
    /// From here on the second piece is spoken of.
    pub(super) fn second(&mut self, place: Range<usize>) {
        self.heard.pieces = self.heard.pieces.filter(|count| *count > 1).or(Some(2));
        self.note(place.clone(), Some("two pieces".to_owned()));
        if self.second.is_none() && self.heard.has_figures() {
            self.heard.passes.retain(|pass| !pass.figures.is_empty());
            self.second = Some((place, self.heard.passes.len()));
            let first = HeardPass {
                turned: false,
                axis: None,
                end: HeardEnd::Unsaid,
                long: None,
                figures: Vec::new(),
            };
            self.begin(first);
        }
    }

    /// What was said of the second piece is what was said of the first, or they differ.
    pub(super) fn both_alike(&mut self) {
        let Some((place, first)) = self.second.take() else { return };
        let second = self.heard.passes.split_off(first.min(self.heard.passes.len()));
        if second.is_empty() {
            return;
        }
        let at = |passes: &[HeardPass]| -> Vec<Vec<Length>> {
            passes.iter().map(|pass| pass.figures.iter().map(|figure| figure.at).collect()).collect()
        };
        let alike = at(&self.heard.passes) == at(&second);
        for figure in second.iter().flat_map(|pass| &pass.figures) {
            let like = if alike { ", as on the first piece" } else { " on the second piece" };
            let says = format!("score at {}{like}", self.say(figure.at));
            self.note(figure.place.clone(), Some(says));
        }
        if !alike {
            self.heard.differs = Some(place);
        }
    }

    /// The long side lies along the fence, or the short one: a turn if it was the other before.
    pub(super) fn side(&mut self, long: bool, place: Range<usize>) {
        // "At the top" is where the side lies, no edge to measure from.
        let at_top = ["at", "the", "top"];
        let next = self.tokens[self.at..].iter().map_while(Token::word);
        if next.take(at_top.len()).eq(at_top) {
            self.at += at_top.len();
        }
        let says = if long { "the long side along the fence" } else { "the short side along the fence" };
        let rests = self.tokens.get(self.at).is_none_or(|token| matches!(token.kind, Kind::Pause { .. }));
        let scored = self.heard.passes.last().is_some_and(|pass| !pass.figures.is_empty());
        if rests
            && scored
            && let Some(pass) = self.heard.passes.last_mut()
            && pass.long.is_none()
        {
            // "Score at 2 on the long side": of the figures before it.
            pass.long = Some(long);
            return self.note(place, Some(says.to_owned()));
        }
        let last = self.next_pass();
        // A side that is named after others were scored is another one.
        let is_turned = last.long == Some(!long) || (last.long.is_none() && scored);
        let (turned, end) = (last.turned ^ is_turned, if is_turned { HeardEnd::Unsaid } else { last.end });
        self.begin(HeardPass { long: Some(long), turned, end, axis: None, figures: Vec::new() });
        self.note(place, Some(says.to_owned()));
    }

    /// A pass like the last one, nothing scored in it yet.
    pub(super) fn next_pass(&self) -> HeardPass {
        let last = self.heard.passes.last();
        HeardPass {
            turned: last.is_some_and(|pass| pass.turned),
            axis: last.and_then(|pass| pass.axis),
            end: HeardEnd::Same,
            long: last.and_then(|pass| pass.long),
            figures: Vec::new(),
        }
    }

    /// Begins a pass, in place of one in which nothing is scored yet.
    pub(super) fn begin(&mut self, pass: HeardPass) {
        if self.heard.passes.last().is_some_and(|last| last.figures.is_empty()) {
            self.heard.passes.pop();
        }
        self.heard.passes.push(pass);
        (self.since, self.paused, self.moved, self.line) = (0, 0, true, None);
        if self.mode != Mode::Trim {
            self.mode = Mode::Score;
        }
    }

    /// How far is said in the words that follow.
    pub(super) fn turn(&mut self, before: usize, place: Range<usize>) {
        let rest = self.tokens[before + 1..].iter();
        let near: Vec<&Token> =
            rest.take(6).take_while(|token| !matches!(token.kind, Kind::Pause { .. })).collect();
        let has =
            |names: &[&str]| near.iter().any(|token| token.word().is_some_and(|word| names.contains(&word)));
        let half = near.iter().any(|token| token.number().is_some_and(|number| number.is(180)));
        if has(&["over"]) {
            self.begin(HeardPass { end: HeardEnd::Unsaid, axis: None, long: None, ..self.next_pass() });
            self.note(place, Some("turned over".to_owned()));
        } else if has(&["hem", "hems"]) {
            // What is turned is the hem.
        } else if half || has(&["half", "upside", "end"]) {
            self.other_end(place, "turned end for end");
        } else {
            self.quarter(place);
        }
    }

    pub(super) fn quarter(&mut self, place: Range<usize>) {
        // "Turn it a quarter turn" is one turn.
        let is_said = self.moved
            && self.heard.passes.last().is_some_and(|pass| pass.figures.is_empty())
            && self
                .heard
                .phrases
                .last()
                .is_some_and(|phrase| phrase.says.as_deref() == Some("a quarter turn"));
        if !is_said {
            let last = self.next_pass();
            self.begin(HeardPass {
                turned: !last.turned,
                axis: None,
                end: HeardEnd::Unsaid,
                long: None,
                figures: Vec::new(),
            });
            if self.heard.passes.len() == 1 {
                // Turned before anything was scored.
                self.heard.passes.insert(0, HeardPass { turned: false, ..last });
            }
            self.note(place, Some("a quarter turn".to_owned()));
        }
    }

    pub(super) fn other_end(&mut self, place: Range<usize>, says: &str) {
        let next = self.next_pass();
        let last = self.heard.passes.last();
        let end = match last.map(|pass| pass.end) {
            Some(HeardEnd::Near) => HeardEnd::Far,
            Some(HeardEnd::Far) => HeardEnd::Near,
            _ => HeardEnd::Opposite,
        };
        self.begin(HeardPass { end, ..next });
        self.note(place, Some(says.to_owned()));
    }

    /// An edge: of the figures before it if it follows them at once, else of those after it.
    pub(super) fn from(&mut self, axis: Axis, end: HeardEnd, before: usize, place: Range<usize>) {
        let follows = self.tokens[..before].last().is_some_and(|token| token.number().is_some());
        let pass = HeardPass { axis: Some(axis), end, ..self.next_pass() };
        // Against a pass that is known; else most people score upright lines first.
        let scored = || self.heard.passes.iter().filter(|pass| !pass.figures.is_empty());
        let is_only = follows && self.since == 0 && scored().count() == 1;
        let turned = match (scored().rev().find(|pass| pass.axis.is_some()), scored().next()) {
            (Some(known), _) => known.turned ^ (known.axis != Some(axis)),
            (None, Some(first)) if !self.has_turned() => first.turned ^ (axis == Axis::Level && !is_only),
            _ => pass.turned,
        };
        let pass = HeardPass { turned, ..pass };
        match self.heard.passes.last_mut() {
            Some(last) if follows && last.figures.len() > self.since => {
                // Of a list that is measured from another edge already, only what was said since the last pause.
                let is_other =
                    last.axis.is_some_and(|known| known != axis) && last.figures.len() > self.paused;
                let since = if is_other { self.since.max(self.paused) } else { self.since };
                let figures = last.figures.split_off(since);
                if last.figures.is_empty() {
                    self.heard.passes.pop();
                }
                self.since = figures.len();
                self.heard.passes.push(HeardPass { figures, ..pass });
            }
            _ => self.begin(pass),
        }
        let says = match (axis, end) {
            (Axis::Upright, HeardEnd::Far) => "from the right",
            (Axis::Upright, _) => "from the left",
            (Axis::Level, HeardEnd::Far) => "from the top",
            (Axis::Level, _) => "from the bottom",
        };
        self.note(place, Some(says.to_owned()));
    }

    /// True if the piece was turned since the last figure.
    fn has_turned(&self) -> bool {
        self.heard.passes.last().is_some_and(|pass| pass.figures.is_empty() && pass.end == HeardEnd::Unsaid)
    }
}
