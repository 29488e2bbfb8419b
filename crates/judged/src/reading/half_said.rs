//! What was said by halves: one side of a sheet, a width and a height of nothing, a bag of which nobody said how high it is.

use super::{Answer, Correction, Edit, Explained, Question, Reading, explained, left_over};
use crate::heard::{Heard, HeardSide, Measure, Placed};
use crate::plane::Size;
use crate::text::quoted;
use crate::{Length, Unit};
use std::ops::Range;

/// So many corrections are asked about where nothing says how high the bag is.
const ASKED: usize = 3;
/// How high such a bag is taken to be meanwhile: higher than any base or hem is deep.
const MEANWHILE: Length = Length::inches(30);

/// Reads what was heard, and where only half of it was said, with what may be meant.
pub(super) fn explain(heard: &Heard, words: &str) -> Explained {
    if !heard.unused.is_empty() {
        return explained(heard, words);
    }
    if let Some(place) = &heard.differs {
        return differs(heard, words, place);
    }
    if let Some(place) = &heard.whose {
        return whose(heard, words, place);
    }
    let mut found = explained(heard, words);
    if heard.padded && heard.trimmed.is_none() && found.readings.is_empty() {
        // It was cut, then: what makes a bag as it was said goes before what has to be mended.
        let along = explained(&along_one_side(heard), words);
        if along.readings.first().is_some_and(Reading::is_usual) {
            found = Explained { corrections: found.corrections, ..along };
        } else if found.is_empty() {
            found = along;
        }
    }
    if !found.is_empty() {
        return found.asked_for_its_unit(heard);
    }
    if heard.piece().is_none() && measure(heard, Measure::Height).is_none() {
        return Explained { question: along(heard, words), ..found };
    }
    match left_over::question(heard, words) {
        Some(question) => {
            let wants = Some("No bag explains all of these figures at once.".to_owned());
            Explained { question: Some(question), wants, ..found }
        }
        None => found,
    }
}

impl Explained {
    /// Where figures name no unit and may be of either, that is asked before anything else.
    fn asked_for_its_unit(self, heard: &Heard) -> Self {
        if !heard.unit_open {
            return self;
        }
        let is_inches = heard.spoken.unit() == Unit::Inch;
        let all: Vec<usize> = (0..self.readings.len()).collect();
        let answer = |says: &str, words: &str, is_shown: bool| Answer {
            says: says.to_owned(),
            words: words.to_owned(),
            edits: Vec::new(),
            readings: if is_shown { all.clone() } else { Vec::new() },
        };
        let answers = vec![
            answer("Inches", "In inches.", is_inches),
            answer("Centimetres", "In centimetres.", !is_inches),
        ];
        let asks = "No unit was named: are these inches, or centimetres?".to_owned();
        Self { question: Some(Question { asks, answers }), ..self }
    }

    fn is_empty(&self) -> bool {
        self.readings.is_empty() && self.corrections.is_empty()
    }
}

fn measure(heard: &Heard, wanted: Measure) -> Option<&Placed<(Measure, Length)>> {
    heard.measures.iter().find(|own| own.value.0 == wanted)
}

/// Pieces that differ make no bag that is read from words; both may be meant to be like the first.
fn differs(heard: &Heard, words: &str, place: &Range<usize>) -> Explained {
    let asks = "The second piece is scored otherwise than the first. Are both like the first?".to_owned();
    let alike = Edit { place: place.start..words.len(), with: "Both alike".to_owned() };
    let answer = Answer {
        says: "Both like the first".to_owned(),
        words: String::new(),
        edits: vec![alike],
        readings: Vec::new(),
    };
    let wants =
        "Only pieces alike are read from words: say the scores of one, or start from the size of the bag.";
    Explained {
        question: Some(Question { asks, answers: vec![answer] }),
        wants: Some(wants.to_owned()),
        drawn: explained(heard, words).drawn,
        ..Explained::default()
    }
}

/// The same with a sheet of which one side is known.
fn along_one_side(heard: &Heard) -> Heard {
    let side = heard.sheet.clone().map(|own| {
        let value = HeardSide { axis: None, length: own.value.width };
        Placed { value, at: own.at }
    });
    Heard { side, sheet: None, padded: false, ..heard.clone() }
}

/// A width and a height of nothing: the bag they make, and the one they make as the sheet's. The likelier is shown, and it is asked.
fn whose(heard: &Heard, words: &str, place: &Range<usize>) -> Explained {
    let as_bag = explained(heard, words);
    let as_sheet = as_sheet(heard, place).map(|heard| explained(&heard, words)).unwrap_or_default();
    let odd = |found: &Explained| {
        let reading = found.readings.iter().map(|reading| reading.odd).min();
        reading.or(found.corrections.first().map(|first| first.cost)).unwrap_or(u32::MAX)
    };
    let is_sheet = odd(&as_sheet) < odd(&as_bag);
    let found = if is_sheet { as_sheet } else { as_bag };
    let shown: Vec<usize> = (0..found.readings.len()).collect();
    let answer = |says: &str, named: &str, is_shown: bool| Answer {
        says: says.to_owned(),
        words: String::new(),
        edits: vec![Edit { place: place.start..place.start, with: format!("{named} ") }],
        readings: if is_shown { shown.clone() } else { Vec::new() },
    };
    let question = Question {
        asks: format!("Is {} the sheet, or the bag?", quoted(&words[place.clone()])),
        answers: vec![answer("The sheet", "a sheet", is_sheet), answer("The bag", "a bag", !is_sheet)],
    };
    Explained { question: Some(question), ..found }
}

fn as_sheet(heard: &Heard, place: &Range<usize>) -> Option<Heard> {
    let width = measure(heard, Measure::Width)?.value.1;
    let height = measure(heard, Measure::Height)?.value.1;
    let sheet = Placed { value: Size::new(width, height), at: place.clone() };
    let is_other =
        |own: &&Placed<(Measure, Length)>| !matches!(own.value.0, Measure::Width | Measure::Height);
    let measures = heard.measures.iter().filter(is_other).cloned().collect();
    Some(Heard { sheet: Some(sheet), measures, whose: None, ..heard.clone() })
}

/// Along the sheet the scores can be judged though nobody said how high the bag is: what may be mended there is asked about.
fn along(heard: &Heard, words: &str) -> Option<Question> {
    let mut meanwhile = heard.clone();
    meanwhile.measures.push(Placed { value: (Measure::Height, MEANWHILE), at: 0..0 });
    let found = explained(&meanwhile, words);
    // Of what was only taken to be so nothing is mended.
    let is_said = |own: &&Correction| own.edits.iter().all(|edit| edit.place != (0..0));
    let answers = found.corrections.iter().filter(is_said).take(ASKED).map(|own| Answer {
        says: own.says.clone(),
        words: String::new(),
        edits: own.edits.clone(),
        readings: Vec::new(),
    });
    let answers: Vec<Answer> = answers.collect();
    let is_mended = found.readings.is_empty() && !answers.is_empty();
    is_mended.then(|| Question {
        asks: "Along the sheet these scores do not come out. Was one of them misheard?".to_owned(),
        answers,
    })
}
