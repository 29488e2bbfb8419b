//! The one question that tells equally good readings apart.

use super::{AS_GOOD, Edit, Reading};
use crate::Brief;
use crate::brief::{Build, HemSide};
use crate::figures::Figures;

/// A question, and what may be answered.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Question {
    /// What is asked.
    pub asks: String,
    /// The answers, each another one.
    pub answers: Vec<Answer>,
}

/// One answer.
#[derive(Clone, Debug, PartialEq, Eq)]
pub struct Answer {
    /// What it says.
    pub says: String,
    /// What it adds behind the words, so that they say it too; nothing if it only changes them.
    pub words: String,
    /// How it changes the words.
    pub edits: Vec<Edit>,
    /// The readings that are left with it.
    pub readings: Vec<usize>,
}

/// How readings are told apart: what is asked, and what each of them would answer: in short, and as words to add.
type Trait = (&'static str, fn(&Brief) -> (String, String));

const TRAITS: [Trait; 3] = [
    ("How is it built?", |brief| {
        let (says, words) = match brief.build {
            Build::Wrap => ("One piece wrapped round", "Wrap"),
            Build::CornerPair | Build::Joined { .. } => {
                ("Two pieces, a face and a gusset each", "Corner pair")
            }
            Build::CradlePair { .. } => ("Two pieces, a face between two gussets each", "Cradle pair"),
            Build::FoldedBase { .. } => ("A tube, its base folded without a slit", "Folded base"),
            Build::PleatedFlare { .. } => ("Folded end to end, its sides pleated", "Pleated flare"),
        };
        (says.to_owned(), format!("{words}."))
    }),
    ("Which size is it?", |brief| {
        let figures = Figures::of(brief);
        let size = brief.finished;
        let says = format!("{} wide, {} high", figures.say(size.width), figures.say(size.height));
        let says = if brief.build.has_gussets() {
            format!("{says}, {} deep", figures.say(size.gusset))
        } else {
            says
        };
        (says.clone(), format!("{says}."))
    }),
    ("What becomes of the band at the top?", |brief| {
        let nature = brief.top.nature();
        let (says, words) = match (nature.hem.map(|hem| hem.side), nature.flap) {
            (Some(HemSide::Inside), _) => ("A hem, turned in", "Hem turned in."),
            (Some(HemSide::Outside), _) => ("A hem, turned out", "Hem turned out."),
            (None, Some(_)) => ("A closing flap on one face", "Closing flap."),
            (None, None) => ("Nothing runs on above the top", ""),
        };
        (says.to_owned(), words.to_owned())
    }),
];

impl Answer {
    /// The words with this answer in them.
    pub fn said(&self, words: &str) -> String {
        let changed = Edit::all(&self.edits, words);
        if self.words.is_empty() {
            return changed;
        }
        format!("{}. {}", changed.trim_end().trim_end_matches(['.', ',', ';']), self.words)
    }
}

/// What to ask of the readings that are as good as the first; nothing if there is only that one.
pub(super) fn question(readings: &[Reading]) -> Option<Question> {
    let first = readings.first()?;
    let good: Vec<(usize, &Reading)> =
        readings.iter().enumerate().filter(|(_, reading)| reading.odd <= first.odd + AS_GOOD).collect();
    TRAITS.iter().find_map(|(asks, of)| {
        let mut answers: Vec<Answer> = Vec::new();
        for (index, reading) in &good {
            let (says, words) = of(&reading.brief);
            match answers.iter_mut().find(|answer| answer.says == says) {
                Some(answer) => answer.readings.push(*index),
                None => answers.push(Answer { says, words, edits: Vec::new(), readings: vec![*index] }),
            }
        }
        (answers.len() > 1).then(|| Question { asks: (*asks).to_owned(), answers })
    })
}
