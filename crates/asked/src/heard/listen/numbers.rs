//! What a number is: a side of a sheet, a count, a measure that was named, or a score.

use super::{Ear, Mode};
use crate::Length;
use crate::heard::tokens::{Kind, Number, Token};
use crate::heard::vocabulary::{Cut, Office, Says, says};
use crate::heard::{
    Axis, HeardEnd, HeardFault, HeardFigure, HeardLine, HeardPass, HeardSide, HeardTop, MOST_FIGURES,
    Measure, Placed,
};
use crate::plane::Size;
use crate::text::quoted;
use std::ops::Range;

/// What is called a sheet and is less long is none: a strip (our choice).
const SMALLEST_SHEET: Length = Length::inches(4);

impl Ear<'_> {
    pub(super) fn number(&mut self, token: &Token, number: Number) -> Result<(), HeardFault> {
        if let Some(axis) = self.side_of.take() {
            let length = token.length(number, self.words)?;
            self.at += 1;
            self.sheet_side(axis, length, token.at.clone());
            return Ok(());
        }
        let next = |ahead: usize| self.tokens.get(self.at + ahead);
        let is_by = |ahead: usize| next(ahead).is_some_and(|token| token.kind == Kind::By);
        let number_at =
            |ahead: usize| next(ahead).and_then(|token| token.number().map(|number| (token, number)));
        if let (true, Some((other, height))) = (is_by(1), number_at(2)) {
            let width = token.length(number, self.words)?;
            let other_length = other.length(height, self.words)?;
            let third = if is_by(3) { number_at(4) } else { None };
            let Some((last, depth)) = third else {
                let place = token.at.start..other.at.end;
                self.at += 3;
                return self.sheet(Size::new(width, other_length), place);
            };
            let place = token.at.start..last.at.end;
            let depth = last.length(depth, self.words)?;
            self.at += 5;
            for (measure, value, at) in [
                (Measure::Width, width, token.at.clone()),
                (Measure::Height, other_length, other.at.clone()),
                (Measure::Gusset, depth, last.at.clone()),
            ] {
                self.heard.measures.push(Placed { value: (measure, value), at });
            }
            let finished =
                format!("finished size {} × {}", self.say(width), self.size(Size::new(other_length, depth)));
            self.note(place, Some(finished));
            return Ok(());
        }
        // What is said behind it: two sheets, ½ tab, 90 degrees, 12 square.
        let behind = {
            let said = self.tokens[self.at + 1..].iter().map_while(Token::word);
            says(said)
        };
        if matches!(next(1).and_then(Token::word), Some("degrees")) {
            self.note(token.at.clone(), Some("how far it is turned".to_owned()));
            self.at += 2;
            return Ok(());
        }
        // "On the 12 inch side": a side of the sheet, and no score.
        if matches!(next(1).and_then(Token::word), Some("side" | "edge")) {
            let side = token.length(number, self.words)?;
            self.at += 2;
            let sheet = self.heard.trimmed.as_ref().or(self.heard.sheet.as_ref()).map(|sheet| sheet.value);
            let place = token.at.start..self.tokens[self.at - 1].at.end;
            match sheet.map(|sheet| (sheet.width.max(sheet.height), sheet.width.min(sheet.height))) {
                Some((long, short)) if long != short && (side == long || side == short) => {
                    self.side(side == long, place);
                }
                _ => self.unused(place),
            }
            return Ok(());
        }
        // "Half letter": half a sheet of it.
        if (number.top, number.bottom, number.named) == (1, 2, false)
            && let Some((Says::Named(Office::Letter), words)) = behind
        {
            self.at += 1 + words;
            let place = token.at.start..self.tokens[self.at - 1].at.end;
            self.sheet_named(Office::HalfLetter.size(), place);
            return Ok(());
        }
        // "Two squares of twelve inches" are two.
        let counts = number.count().is_some()
            && [(1, "squares"), (2, "of")]
                .into_iter()
                .all(|(at, word)| next(at).and_then(Token::word) == Some(word));
        if let Some((Says::Square, words)) = behind.filter(|_| !counts) {
            let side = token.length(number, self.words)?;
            let place = token.at.start..self.tokens[self.at + words].at.end;
            self.at += 1 + words;
            return self.sheet(Size::new(side, side), place);
        }
        let said: Vec<&str> = self.tokens[..self.at].iter().rev().map_while(Token::word).take(2).collect();
        // "Squares of twelve inches."
        if matches!(said[..], ["of", "square" | "squares"]) {
            let side = token.length(number, self.words)?;
            self.at += 1;
            return self.sheet(Size::new(side, side), token.at.clone());
        }
        if said.first() == Some(&"times")
            && let Some(count) = number.count()
        {
            self.at += 1;
            self.count(token, count);
            return Ok(());
        }
        if number.named && matches!(behind, Some((Says::Sheet, _))) {
            let side = token.length(number, self.words)?;
            // "A twelve inch sheet": pads are square (common practice).
            if number.is_inches() && [6, 8, 12].into_iter().any(|side| number.is(side)) {
                self.at += 1;
                self.heard.padded = self.heard.piece().is_none();
                return self.sheet(Size::new(side, side), token.at.clone());
            }
            if side >= SMALLEST_SHEET {
                self.at += 1;
                self.sheet_side(None, side, token.at.clone());
                return Ok(());
            }
        }
        if let Some(count) = number.count()
            && self.is_counted()
        {
            self.at += 1;
            self.count(token, count);
            return Ok(());
        }
        let length = token.length(number, self.words)?;
        self.at += 1;
        if let Some((cut, place)) = self.cut.take() {
            return self.cut_side(cut, length, token.at.clone(), place);
        }
        if number.is_inches()
            && let Some((Says::Strips, words)) = behind
        {
            self.at += words;
            self.heard.strips = true;
            self.measured(Measure::Strip, length, token.at.clone());
        } else if let Some(measure) = self.measure.take() {
            self.measured(measure, length, token.at.clone());
        } else if self.pleats {
            self.pleats = false;
            self.measured(Measure::Pleat, length, token.at.clone());
        } else if self.strips {
            self.strips = false;
            self.measured(Measure::Strip, length, token.at.clone());
        } else if let Some((Says::Measure(measure) | Says::Behind(measure), words)) = behind {
            self.at += words;
            self.measured(measure, length, token.at.clone());
            if measure == Measure::Hem && self.heard.top.is_none() {
                self.heard.top = Some(HeardTop::Hem(None));
            }
        } else if self.reaches || self.mode == Mode::Slit {
            if self.mode == Mode::Slit && self.reaches {
                self.measured(Measure::Base, length, token.at.clone());
            } else if self.reaches {
                self.partial();
                self.note(token.at.clone(), Some(format!("as far as {}", self.say(length))));
            } else {
                self.note(token.at.clone(), Some("a cut".to_owned()));
            }
            self.reaches = false;
        } else if matches!(self.mode, Mode::Sheet | Mode::Trim) && !self.is_list() {
            self.unused(token.at.clone());
        } else {
            self.mode = Mode::Score;
            self.figure(length, token.at.clone())?;
        }
        Ok(())
    }

    /// True if the number here, and no words but "score at", belongs to a list of figures, though a sheet was named before it.
    fn is_list(&self) -> bool {
        let before = self.tokens[..self.at - 1].last();
        before.is_none_or(|token| matches!(token.kind, Kind::Pause { .. }) || token.word() == Some("at"))
    }

    /// True if the number here counts what follows it: a size, sheets, pleats.
    fn is_counted(&self) -> bool {
        let rest = &self.tokens[self.at + 1..];
        let is_size = |at: usize| {
            rest.get(at).is_some_and(|token| token.number().is_some())
                && (rest.get(at + 1).is_some_and(|token| token.kind == Kind::By)
                    || matches!(rest.get(at + 1).and_then(Token::word), Some("square" | "squares")))
        };
        // "Two twelve inch sheets."
        let inches = rest.first().and_then(Token::number).is_some_and(Number::is_inches);
        let sheets = says(rest.iter().skip(1).map_while(Token::word));
        if is_size(0) || (inches && matches!(sheets, Some((Says::Sheet, _)))) {
            return true;
        }
        // "Make two", "cut 2 at", "you need 2 of them".
        let word = |at: usize| rest.get(at).and_then(Token::word);
        let said = self.tokens[..self.at].last().and_then(Token::word);
        let is_made = said
            .is_some_and(|word| matches!(word, "make" | "need" | "cut" | "want" | "use" | "take" | "have"));
        let of_them = word(0) == Some("of") && matches!(word(1), Some("them" | "these" | "those" | "it"));
        let rests = rest.first().is_none_or(|token| matches!(token.kind, Kind::Pause { .. }))
            || word(0) == Some("at");
        let is_few = self.tokens[self.at]
            .number()
            .and_then(Number::count)
            .is_some_and(|count| (2..=4).contains(&count));
        // "Two at 8¾ × 8¼", at the beginning.
        let begins =
            self.tokens[..self.at].last().is_none_or(|token| token.kind == Kind::Pause { full: true });
        let at_size = begins && word(0) == Some("at") && is_size(1);
        if of_them || at_size || (is_made && rests && is_few) {
            return true;
        }
        for (ahead, token) in rest.iter().take(4).enumerate() {
            let Some(word) = token.word() else {
                return token.number().is_some() && ahead > 0 && is_size(ahead);
            };
            let said = rest[ahead..].iter().map_while(Token::word);
            match says(said) {
                Some((Says::Sheet | Says::Pleats | Says::Strips | Says::Named(_), _)) => return true,
                Some((Says::Square, _)) if ahead == 0 => return true,
                Some((Says::Pair, _)) => {}
                Some((Says::Nothing, _)) if matches!(word, "of" | "your" | "the" | "my" | "these") => {}
                None => {}
                Some(_) => return false,
            }
        }
        false
    }

    fn count(&mut self, token: &Token, count: u32) {
        let said = self.tokens[self.at..].iter().map_while(Token::word);
        match says(said) {
            Some((Says::Pleats, words)) => {
                self.at += words;
                self.pleats = true;
                self.heard.pleats = u8::try_from(count).ok();
                self.note(token.at.clone(), Some(format!("{count} pleats a side")));
            }
            Some((Says::Strips, _)) => {}
            // "On one of them": of the two that were spoken of.
            _ if count == 1 && self.heard.pieces.is_some_and(|pieces| pieces > 1) => {
                self.note(token.at.clone(), Some("one of the pieces".to_owned()));
            }
            _ => {
                self.heard.pieces = Some(count);
                let says = if count == 1 { "one piece".to_owned() } else { format!("{count} pieces alike") };
                self.note(token.at.clone(), Some(says));
            }
        }
    }

    fn sheet(&mut self, size: Size, place: Range<usize>) -> Result<(), HeardFault> {
        if self.strips {
            self.strips = false;
            self.measured(Measure::Strip, size.width.min(size.height), place);
            return Ok(());
        }
        if let Some(side) =
            self.heard.side.take_if(|side| ![size.width, size.height].contains(&side.value.length))
        {
            self.unused(side.at);
        }
        let placed = Placed { value: size, at: place.clone() };
        // "Trim a 12 × 12 to 12 × 8½": the first of them is the sheet.
        let is_kind = |at: usize, wanted: fn(&Kind) -> bool| {
            self.tokens.get(self.at + at).is_some_and(|token| wanted(&token.kind))
        };
        let is_from = self.tokens.get(self.at).and_then(Token::word) == Some("to")
            && is_kind(1, |kind| matches!(kind, Kind::Number(_)))
            && is_kind(2, |kind| *kind == Kind::By);
        if self.mode == Mode::Trim && !is_from {
            self.note(place.clone(), Some(format!("trimmed to {}", self.size(size))));
            self.refuse_second(self.heard.trimmed.as_ref(), size, &place)?;
            (self.heard.trimmed, self.heard.reckoned) = (Some(placed), false);
        } else if self
            .heard
            .trimmed
            .as_ref()
            .is_some_and(|own| own.value == size || own.value.turned() == size)
        {
            // "Cut in half, so it is 6 × 6": the same once more.
            self.note(place.clone(), Some(format!("trimmed to {}", self.size(size))));
            (self.heard.trimmed, self.heard.reckoned) = (Some(placed), false);
        } else {
            self.note(place.clone(), Some(format!("sheet {}", self.size(size))));
            self.refuse_second(self.heard.sheet.as_ref(), size, &place)?;
            self.heard.sheet = Some(placed);
        }
        self.mode = if is_from { Mode::Trim } else { Mode::Score };
        Ok(())
    }

    /// One side of the sheet; if the sheet is known it is one of its own.
    fn sheet_side(&mut self, axis: Option<Axis>, length: Length, place: Range<usize>) {
        let known = self.heard.piece().or(self.heard.sheet.as_ref().map(|own| own.value));
        let is_own = known.is_none_or(|size| size.width == length || size.height == length);
        let is_first = self.heard.side.as_ref().is_none_or(|own| own.value.length == length);
        if !is_own || !is_first {
            return self.unused(place);
        }
        let along = match axis {
            Some(Axis::Upright) => "wide",
            Some(Axis::Level) => "high",
            None => "along one side",
        };
        self.note(place.clone(), Some(format!("sheet {} {along}", self.say(length))));
        if known.is_none() {
            self.heard.side = Some(Placed { value: HeardSide { axis, length }, at: place });
        }
        self.mode = Mode::Score;
    }

    /// So much is cut off one side of the sheet, or left of it. Of a square it does not matter which.
    fn cut_side(
        &mut self,
        cut: Cut,
        length: Length,
        place: Range<usize>,
        clause: Range<usize>,
    ) -> Result<(), HeardFault> {
        let known = self.heard.trimmed.as_ref().or(self.heard.sheet.as_ref()).map(|own| own.value);
        let Some(mut size) = known else {
            self.unused(place);
            return Ok(());
        };
        let said = quoted(&self.words[place.clone()]);
        let Some(width) = cut.width.or((size.width == size.height).then_some(false)) else {
            let sentence = format!(
                "It was not said which way the sheet is cut; it stopped at {said}. Say “off the top” or “off the side”."
            );
            return Err(HeardFault { place, sentence });
        };
        let side = if width { &mut size.width } else { &mut size.height };
        let left = if cut.off { *side - length } else { length };
        if !left.is_positive() || left > *side {
            let sentence = format!("So much cannot be cut off this sheet; it stopped at {said}.");
            return Err(HeardFault { place, sentence });
        }
        *side = left;
        self.reckon(size, place, &clause);
        Ok(())
    }

    /// Cut in half: the longer side is halved.
    pub(super) fn halved(&mut self, place: Range<usize>) {
        let Some(mut size) = self.heard.sheet.as_ref().map(|own| own.value) else {
            return self.note(place, None);
        };
        let side = if size.width >= size.height { &mut size.width } else { &mut size.height };
        *side = side.half();
        let clause = place.clone();
        self.reckon(size, place, &clause);
    }

    /// Cut in quarters: either side is halved.
    pub(super) fn quartered(&mut self, place: Range<usize>) {
        let Some(size) = self.heard.sheet.as_ref().map(|own| own.value) else {
            return self.unused(place);
        };
        let clause = place.clone();
        self.reckon(Size::new(size.width.half(), size.height.half()), place, &clause);
    }

    /// A figure of which nothing is known.
    fn unused(&mut self, place: Range<usize>) {
        self.heard.unused.push(place.clone());
        self.note(place, None);
    }

    /// What is left of the sheet, by the words of a clause; it stands where they and the sheet do, so that another size can take their
    /// place.
    fn reckon(&mut self, size: Size, place: Range<usize>, clause: &Range<usize>) {
        self.mode = Mode::Score;
        self.note(place, Some(format!("trimmed to {}", self.size(size))));
        let known = self.heard.trimmed.as_ref().or(self.heard.sheet.as_ref());
        let own = known.map_or(clause.clone(), |own| own.at.clone());
        let at = own.start.min(clause.start)..own.end.max(clause.end);
        (self.heard.trimmed, self.heard.reckoned) = (Some(Placed { value: size, at }), true);
    }

    fn refuse_second(
        &self,
        first: Option<&Placed<Size>>,
        size: Size,
        place: &Range<usize>,
    ) -> Result<(), HeardFault> {
        let behind: Vec<&str> = self.tokens[..self.at].iter().rev().filter_map(Token::word).take(4).collect();
        let is_other = behind.iter().any(|word| matches!(*word, "other" | "second"));
        match first {
            Some(first) if is_other && first.value != size && first.value.turned() != size => {
                Err(HeardFault {
                    place: place.clone(),
                    sentence: format!(
                        "The pieces differ, {} and {}; it stopped there. Pieces alike are read: say one of them, or start from the size of the bag.",
                        self.size(first.value),
                        quoted(&self.words[place.clone()])
                    ),
                })
            }
            // The same the other way round is no contradiction.
            Some(first) if first.value != size && first.value.turned() != size => Err(HeardFault {
                place: place.clone(),
                sentence: format!(
                    "A sheet of {} was named before, and here stands {}; it stopped there. If that is what it is trimmed to, say “trim to”.",
                    self.size(first.value),
                    quoted(&self.words[place.clone()])
                ),
            }),
            _ => Ok(()),
        }
    }

    fn measured(&mut self, measure: Measure, length: Length, place: Range<usize>) {
        self.note(place.clone(), Some(format!("{} {}", measure.name(), self.say(length))));
        self.heard.measures.push(Placed { value: (measure, length), at: place });
    }

    fn figure(&mut self, at: Length, place: Range<usize>) -> Result<(), HeardFault> {
        if self.heard.passes.iter().map(|pass| pass.figures.len()).sum::<usize>() >= MOST_FIGURES {
            let sentence = format!(
                "More than {MOST_FIGURES} figures are not listened to; it stopped at {}.",
                quoted(&self.words[place.clone()])
            );
            return Err(HeardFault { place, sentence });
        }
        let line = self.line;
        // A line that is named by its name lies across where its name says, however the sheet lies.
        let is_aside = line.is_some_and(|line| {
            !self.moved
                && self
                    .heard
                    .passes
                    .last()
                    .is_some_and(|pass| pass.axis.is_none_or(|axis| axis != line.axis()))
        });
        if is_aside || self.heard.passes.is_empty() {
            let first = self.heard.passes.is_empty();
            let axis = line.map(HeardLine::axis);
            let end = if first { HeardEnd::Unsaid } else { HeardEnd::Same };
            let turned = self.heard.passes.last().is_some_and(|pass| pass.turned);
            let own = HeardPass { axis, end, long: None, turned, figures: Vec::new() };
            self.heard.passes.push(own);
            self.since = 0;
        }
        let figure = HeardFigure { at, place, line, partial: false };
        if let Some(pass) = self.heard.passes.last_mut() {
            pass.figures.push(figure);
        }
        self.moved = false;
        Ok(())
    }
}
