//! Listening: from words to what they say of a bag.

use super::clauses::clauses;
use super::sides::is_of_nothing;
use super::spoken::said_numbers;
use super::tokens::{Kind, Token, give_units, tokens};
use super::vocabulary::{Cut, Says, says};
use super::{
    Axis, Heard, HeardEnd, HeardFault, HeardLine, HeardPass, HeardTop, Measure, Phrase, Placed, Spoken,
};
use crate::plane::Size;
use crate::text::quoted;
use crate::{Length, Unit};
use std::ops::Range;

mod moves;
mod numbers;

impl Heard {
    /// Listens to words; figures that name no unit are meant in `unit`.
    ///
    /// # Errors
    /// [`HeardFault`] with the word at which it stopped: for other scripts than the Latin one, for more characters or figures than
    /// are listened to, for a figure no ruler has, and for a second sheet that contradicts the first.
    ///
    /// ```
    /// use wide_fold_asked::{Length, Unit, heard::Heard};
    /// let heard = Heard::listen("Two 12 by 12, score at 6 and eleven and a half.", Unit::Inch)?;
    /// assert_eq!(heard.pieces, Some(2));
    /// let at: Vec<Length> = heard.figures().map(|(_, figure)| figure.at).collect();
    /// assert_eq!(at, [Length::inches(6), Length::eighths(92)]);
    /// # Ok::<(), wide_fold_asked::heard::HeardFault>(())
    /// ```
    pub fn listen(words: &str, unit: Unit) -> Result<Self, HeardFault> {
        let mut tokens = clauses(said_numbers(tokens(words)?));
        let (spoken, is_open) = give_units(&mut tokens, unit);
        let mut ear = Ear::new(words, &tokens, spoken);
        ear.heard.unit_open = is_open;
        ear.listen()?;
        Ok(ear.heard)
    }
}

/// What a number that follows is.
#[derive(Clone, Copy, Debug, PartialEq, Eq)]
enum Mode {
    Score,
    Slit,
    Sheet,
    Trim,
}

struct Ear<'a> {
    words: &'a str,
    tokens: &'a [Token],
    unit: Unit,
    at: usize,
    heard: Heard,
    mode: Mode,
    /// A measure was named just now.
    measure: Option<Measure>,
    /// A line was named just now.
    line: Option<HeardLine>,
    /// The next figure is how far the last line reaches.
    reaches: bool,
    /// An edge, or a turn, was named since the last figure.
    moved: bool,
    /// How many figures of the last pass were there when an end was last named.
    since: usize,
    /// How many there were at the last pause.
    paused: usize,
    strips: bool,
    pleats: bool,
    /// Where the second piece was first spoken of, and how many passes there were of the first.
    second: Option<(Range<usize>, usize)>,
    /// The next figure is one side of the sheet.
    side_of: Option<Option<Axis>>,
    /// The next figure is cut off the sheet, or left of it.
    cut: Option<(Cut, Range<usize>)>,
}

impl<'a> Ear<'a> {
    fn new(words: &'a str, tokens: &'a [Token], spoken: Spoken) -> Self {
        Self {
            words,
            tokens,
            unit: spoken.unit(),
            at: 0,
            heard: Heard { spoken, ..Heard::default() },
            mode: Mode::Score,
            measure: None,
            line: None,
            reaches: false,
            moved: false,
            since: 0,
            paused: 0,
            strips: false,
            pleats: false,
            second: None,
            side_of: None,
            cut: None,
        }
    }

    fn listen(&mut self) -> Result<(), HeardFault> {
        while let Some(token) = self.tokens.get(self.at) {
            match &token.kind {
                Kind::Number(number) => self.number(token, *number)?,
                Kind::Word(_) => self.word(token)?,
                Kind::Pause { full } => {
                    if *full {
                        self.rest();
                        (self.measure, self.strips, self.reaches) = (None, false, false);
                        if self.mode == Mode::Slit {
                            self.mode = Mode::Score;
                        }
                    }
                    self.paused = self.heard.passes.last().map_or(0, |pass| pass.figures.len());
                    self.at += 1;
                }
                Kind::By => self.at += 1,
                Kind::Meant(says) => {
                    self.at += 1;
                    self.unmeasured(token);
                    self.meant(*says, self.at - 1, token.at.clone())?;
                }
                Kind::Aside => {
                    self.note(token.at.clone(), Some("no line of the bag".to_owned()));
                    self.at += 1;
                }
            }
        }
        self.heard.passes.retain(|pass| !pass.figures.is_empty());
        self.both_alike();
        self.heard.whose = self.whose();
        self.say_passes();
        self.heard.phrases.sort_by_key(|phrase| phrase.place.start);
        Ok(())
    }

    fn word(&mut self, token: &Token) -> Result<(), HeardFault> {
        let said = self.tokens[self.at..].iter().map_while(Token::word);
        let Some((says, count)) = says(said) else {
            // Part of a figure, and of none that was understood.
            let after_figure = self.tokens[..self.at].last().is_some_and(|before| before.number().is_some());
            let is_part = match token.word().unwrap_or_default() {
                "point" => after_figure,
                "half" | "halves" | "quarters" | "fourth" | "fourths" | "eighth" | "eighths"
                | "sixteenth" | "sixteenths" => true,
                _ => false,
            };
            if is_part {
                self.heard.unused.push(token.at.clone());
            }
            self.note(token.at.clone(), None);
            self.at += 1;
            return Ok(());
        };
        let place = token.at.start..self.tokens[self.at + count - 1].at.end;
        let before = self.at;
        self.at += count;
        // Of a measure the figure follows at once, or after "of".
        if says != Says::Nothing || !matches!(token.word(), Some("of" | "is" | "a" | "an" | "are")) {
            self.unmeasured(token);
        }
        if token.word() == Some("then") {
            // What follows is measured anew, if an edge is named for it.
            self.rest();
        }
        self.meant(says, before, place)
    }

    /// Something that says so much; it began with the token `before`.
    fn meant(&mut self, says: Says, before: usize, place: Range<usize>) -> Result<(), HeardFault> {
        match says {
            Says::Nothing | Says::For => {}
            Says::Sheet => {
                if self.heard.sheet.is_none() || self.mode == Mode::Trim {
                    if self.mode != Mode::Trim {
                        self.mode = Mode::Sheet;
                    }
                } else if self.mode == Mode::Slit {
                    self.mode = Mode::Score;
                }
            }
            Says::Trim => self.mode = Mode::Trim,
            Says::Score => {
                self.rest();
                (self.mode, self.line) = (Mode::Score, None);
            }
            Says::Slit => self.mode = Mode::Slit,
            Says::Turn => self.turn(before, place),
            Says::Quarter => self.quarter(place),
            Says::HalfTurn => self.other_end(place, "turned end for end"),
            Says::Over => {
                self.begin(HeardPass { end: HeardEnd::Unsaid, axis: None, long: None, ..self.next_pass() });
                self.note(place, Some("turned over".to_owned()));
            }
            Says::From(axis, end) => self.from(axis, end, before, place),
            Says::OtherEnd => self.other_end(place, "from the other end"),
            Says::Side { long } => self.side(long, place),
            Says::Line(line) => self.named(line, before, place),
            Says::Measure(measure) => {
                if !self.is_for(before, measure) {
                    self.measure = Some(measure);
                }
                if measure == Measure::Hem && self.heard.top.is_none() {
                    self.heard.top = Some(HeardTop::Hem(None));
                }
                if measure == Measure::Flap {
                    self.heard.top = Some(HeardTop::Flap);
                }
            }
            Says::Behind(_) => {}
            Says::Top(top) => {
                self.heard.top = Some(top);
                self.measure = Some(Measure::Hem);
                let says = match top {
                    HeardTop::Hem(Some(crate::brief::HemSide::Outside)) => "hem turned out",
                    HeardTop::Hem(_) => "hem turned in",
                    HeardTop::Flap => "closing flap",
                };
                self.note(place, Some(says.to_owned()));
            }
            Says::Build(build) => {
                self.heard.build = Some(build);
                self.note(place.clone(), Some(self.words[place].to_lowercase()));
            }
            Says::Pair => {
                self.heard.pieces = self.heard.pieces.filter(|count| *count > 1).or(Some(2));
                self.note(place, Some("two pieces alike".to_owned()));
            }
            Says::Second => self.second(place),
            Says::UpTo => self.reaches = true,
            Says::Short => self.partial(),
            Says::Square => {}
            Says::SheetSide(axis) => self.side_of = Some(axis),
            Says::Named(office) => self.sheet_named(office.size(), place),
            Says::Halved => self.halved(place),
            Says::Quartered => self.quartered(place),
            Says::Cut(cut) => self.cut = Some((cut, place)),
            Says::Strips => {
                (self.heard.strips, self.strips) = (true, true);
                self.note(place, Some("joining strips".to_owned()));
            }
            Says::Diagonals => {
                self.heard.diagonals = true;
                self.note(place, Some("45° creases in the gussets".to_owned()));
            }
            Says::Pleats => self.pleats = true,
            Says::Denied if self.is_idle(before) => {}
            Says::Denied => {
                let said = quoted(&self.words[place.clone()]);
                let sentence = format!(
                    "{said} takes back what is said round it. It stopped there: say only what is done."
                );
                return Err(HeardFault { place, sentence });
            }
        }
        Ok(())
    }

    /// Where a width and a height stand of which nothing says whether they are the bag's or the sheet's.
    fn whose(&self) -> Option<Range<usize>> {
        let of = |wanted: Measure| self.heard.measures.iter().find(|own| own.value.0 == wanted);
        let (width, height) = (of(Measure::Width)?, of(Measure::Height)?);
        let is_open =
            self.heard.piece().is_none() && self.heard.side.is_none() && of(Measure::Gusset).is_none();
        let place = width.at.start.min(height.at.start)..width.at.end.max(height.at.end);
        let is_full = |token: &Token| token.kind == Kind::Pause { full: true };
        let from = self.tokens.iter().rposition(|token| token.at.end <= place.start && is_full(token));
        let to = self.tokens.iter().position(|token| token.at.start >= place.end && is_full(token));
        let sentence = &self.tokens[from.unwrap_or(0)..to.unwrap_or(self.tokens.len())];
        // With scores between them they are said apart, of the bag.
        let is_pair = !self.heard.figures().any(|(_, figure)| place.contains(&figure.place.start));
        (is_open && is_pair && is_of_nothing(sentence)).then_some(place)
    }

    /// True if the sentence round a word says nothing else a bag depends on: no figure, no turn.
    fn is_idle(&self, at: usize) -> bool {
        let ends = |token: &&Token| token.kind != Kind::Pause { full: true };
        let before = self.tokens[..at].iter().rev().take_while(ends);
        let after = self.tokens[at..].iter().take_while(ends);
        let all: Vec<&Token> = before.collect::<Vec<_>>().into_iter().rev().chain(after).collect();
        (0..all.len()).all(|at| {
            let said = all[at..].iter().map_while(|token| token.word());
            let means = says(said).map_or(Says::Nothing, |(says, _)| says);
            let idle = matches!(
                means,
                Says::Nothing
                    | Says::For
                    | Says::Sheet
                    | Says::Trim
                    | Says::Score
                    | Says::Slit
                    | Says::Denied
            );
            idle && !matches!(all[at].kind, Kind::Number(_) | Kind::Meant(_))
        })
    }

    /// An edge that is named from here on is none of the figures before.
    fn rest(&mut self) {
        self.since = self.heard.passes.last().map_or(0, |pass| pass.figures.len());
    }

    /// A measure that was named and not given: "the base at 2" names the line at which the base begins.
    fn unmeasured(&mut self, token: &Token) {
        let Some(measure) = self.measure.take() else { return };
        if token.word() == Some("at") {
            self.line = match measure {
                Measure::Base => Some(HeardLine::BaseLine),
                Measure::Hem => Some(HeardLine::HemLine),
                Measure::Flap => Some(HeardLine::FlapLine),
                Measure::Tab => Some(HeardLine::TabLine),
                _ => None,
            };
        }
    }

    /// "for the hem": the figures before it are of that line.
    fn is_for(&mut self, before: usize, measure: Measure) -> bool {
        let is_for = self.tokens[..before].iter().rev().take(2).any(|token| token.word() == Some("for"));
        let line = match measure {
            Measure::Base => HeardLine::BaseLine,
            Measure::Hem => HeardLine::HemLine,
            Measure::Tab => HeardLine::TabLine,
            Measure::Flap => HeardLine::FlapLine,
            _ => return is_for,
        };
        if is_for && let Some(figure) = self.heard.passes.last_mut().and_then(|pass| pass.figures.last_mut())
        {
            figure.line = Some(line);
        }
        is_for
    }

    fn named(&mut self, line: HeardLine, before: usize, place: Range<usize>) {
        if self.tokens[..before].iter().rev().take(2).any(|token| token.word() == Some("for")) {
            if let Some(figure) = self.heard.passes.last_mut().and_then(|pass| pass.figures.last_mut()) {
                figure.line = Some(line);
            }
            return;
        }
        self.line = Some(line);
        self.note(place, Some(line.name().to_owned()));
    }

    fn partial(&mut self) {
        if let Some(figure) = self.heard.passes.last_mut().and_then(|pass| pass.figures.last_mut()) {
            figure.partial = true;
        }
    }

    /// A sheet by its name.
    fn sheet_named(&mut self, size: Size, place: Range<usize>) {
        if self.heard.sheet.is_none() {
            self.heard.sheet = Some(Placed { value: size, at: place.clone() });
        }
        self.note(place, Some(format!("sheet {}", self.size(size))));
    }

    fn size(&self, size: Size) -> String {
        crate::figures::Figures(self.unit).by(size.width, size.height)
    }

    fn say(&self, length: Length) -> String {
        crate::figures::Figures(self.unit).say(length)
    }

    fn note(&mut self, place: Range<usize>, says: Option<String>) {
        self.heard.phrases.push(Phrase { place, says });
    }

    /// What was understood of every list of figures.
    fn say_passes(&mut self) {
        let mut said: Vec<Phrase> = Vec::new();
        for (_, figure) in self.heard.figures() {
            let mut says = format!("score at {}", self.say(figure.at));
            if let Some(line) = figure.line {
                says = format!("{says}, {}", line.name());
            }
            if figure.partial {
                says += ", not right across";
            }
            said.push(Phrase { place: figure.place.clone(), says: Some(says) });
        }
        self.heard.phrases.extend(said);
    }
}
