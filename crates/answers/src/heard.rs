//! Somebody's figures, and the bags they make.

use crate::bag::SlipView;
use crate::spelled::AxisName;
use serde::{Deserialize, Serialize};
use std::ops::Range;
use utoipa::ToSchema;
use wide_fold_core::builds::name_of;
use wide_fold_core::heard::{Heard, HeardFault};
use wide_fold_core::plane::Size;
use wide_fold_core::reading::{Correction, Edit, Question, Reading, explain};
use wide_fold_core::{Plan, Unit};
use wide_fold_formats::brief_json::UnitText;
use wide_fold_formats::{BriefText, FormatFault};

/// What somebody said.
#[derive(Clone, Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HeardText {
    /// The words, as they were heard.
    #[schema(max_length = 2000, example = "12 × 8½, score at 2, 5¾, 7¾ and 11½, turn, score at 2")]
    pub words: String,
    /// The unit of figures where none is said.
    #[serde(default)]
    pub unit: UnitText,
}

/// What was understood, and the bags it makes.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HeardView {
    /// Every phrase, in order, and what was understood of it.
    pub phrases: Vec<PhraseView>,
    /// The figures where they lie on a piece, for drawing.
    pub drawn: HeardSheetView,
    /// Bags that explain every figure, the likeliest first.
    pub readings: Vec<ReadingView>,
    /// Bags that explain them once something is mended, the smallest correction first.
    pub corrections: Vec<CorrectionView>,
    /// What to ask, where several readings are equally good.
    pub question: Option<QuestionView>,
    /// What is wanted, where no bag is found.
    pub wants: Option<String>,
}

/// A stretch of the words, in UTF-16 units from their start.
#[derive(Clone, Copy, Debug, Serialize, ToSchema)]
pub struct PlaceView {
    /// Where it begins.
    pub from: usize,
    /// Where it ends.
    pub to: usize,
}

/// A phrase.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct PhraseView {
    /// Where it stands.
    pub place: PlaceView,
    /// What was understood of it; nothing if it was passed over.
    pub says: Option<String>,
}

/// Figures where they lie on a piece, top edge up.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HeardSheetView {
    /// Width and height of the piece, if they are known; millimetres.
    pub size_mm: Option<[f64; 2]>,
    /// The same as it was said, or as it would be said in the unit of the words.
    pub size: Option<String>,
    /// Where the size of the piece stands in the words, if it was said.
    pub sheet: Option<PlaceView>,
    /// The lines, in the order they were said.
    pub lines: Vec<HeardAtView>,
}

/// A line where it was said to lie.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct HeardAtView {
    /// Where its figure stands in the words.
    pub place: PlaceView,
    /// The figure, as it was said.
    pub figure: String,
    /// Which way it runs.
    pub axis: AxisName,
    /// From the left edge, or from the bottom edge, in millimetres.
    pub at_mm: f64,
    /// What it is, by the first reading.
    pub says: Option<String>,
    /// True if the first correction changes it.
    pub amiss: bool,
}

/// A bag that explains what was heard.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct ReadingView {
    /// What its build is called.
    pub build: &'static str,
    /// How it is put together, and what was taken for granted; a sentence each.
    pub says: Vec<String>,
    /// False if it is a bag nobody usually makes: a figure may have been misheard.
    pub usual: bool,
    /// How many properties of the folded bag were measured; all are as they should be.
    pub proved: usize,
    /// What its slip shows.
    pub slip: SlipView,
    /// What every figure is, by where it stands in the words.
    pub lines: Vec<PhraseView>,
    /// The bag, with the words it came from.
    pub brief: BriefText,
}

/// A bag that explains what was heard once something is mended.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct CorrectionView {
    /// What is mended: `5¾ in place of 5½`.
    pub says: String,
    /// What did not meet, and by how much.
    pub why: String,
    /// The words, mended.
    pub words: String,
    /// The bag.
    pub reading: ReadingView,
}

/// The one question that tells equally good readings apart.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct QuestionView {
    /// What is asked.
    pub asks: String,
    /// What may be answered.
    pub answers: Vec<AnswerView>,
}

/// One answer.
#[derive(Clone, Debug, Serialize, ToSchema)]
pub struct AnswerView {
    /// What it says.
    pub says: String,
    /// The words with this answer added to them.
    pub words: String,
    /// The readings that are left with it.
    pub readings: Vec<usize>,
}

impl HeardText {
    /// Listens to the words.
    ///
    /// # Errors
    /// [`FormatFault`] of the field `words`, with a sentence that says at which word it stopped.
    pub fn listen(&self) -> Result<Heard, FormatFault> {
        let fault = |HeardFault { sentence, .. }| FormatFault { field: "words".to_owned(), sentence };
        Heard::listen(&self.words, Unit::from(self.unit)).map_err(fault)
    }
}

/// A range of bytes in UTF-16 units.
fn place(words: &str, bytes: &Range<usize>) -> PlaceView {
    let units = |end: usize| words[..end].encode_utf16().count();
    PlaceView { from: units(bytes.start), to: units(bytes.end) }
}

impl HeardView {
    /// Reads what was heard in those words.
    pub fn new(heard: &Heard, words: &str) -> Self {
        let found = explain(heard, words);
        let sheet = heard.trimmed.as_ref().or(heard.sheet.as_ref());
        let as_said = |size: Size| {
            let [width, height] = [size.width, size.height].map(|side| heard.spoken.written(side));
            format!("{width} × {height}")
        };
        let amiss: Vec<&Range<usize>> =
            found.corrections.first().iter().flat_map(|first| &first.edits).map(|edit| &edit.place).collect();
        let first = found.readings.first().or(found.corrections.first().map(|first| &first.reading));
        let lines = found.drawn.lines.iter().map(|line| HeardAtView {
            place: place(words, &line.place),
            figure: words[line.place.clone()].to_owned(),
            axis: line.axis.into(),
            at_mm: line.at.mm(),
            says: first
                .and_then(|first| first.lines.iter().find(|own| own.0 == line.place))
                .map(|own| own.1.clone()),
            amiss: found.readings.is_empty() && amiss.contains(&&line.place),
        });
        let drawn = HeardSheetView {
            size_mm: found.drawn.size.map(|size| [size.width.mm(), size.height.mm()]),
            size: match sheet {
                Some(sheet) if !heard.reckoned => Some(words[sheet.at.clone()].to_owned()),
                Some(sheet) => Some(as_said(sheet.value)),
                None => found.drawn.size.map(as_said),
            },
            sheet: sheet.map(|sheet| place(words, &sheet.at)),
            lines: lines.collect(),
        };
        let phrases = heard.phrases.iter();
        Self {
            phrases: phrases
                .map(|phrase| PhraseView { place: place(words, &phrase.place), says: phrase.says.clone() })
                .collect(),
            drawn,
            readings: found.readings.iter().filter_map(|reading| ReadingView::new(reading, words)).collect(),
            corrections: found.corrections.iter().filter_map(|own| CorrectionView::new(own, words)).collect(),
            question: found.question.map(|question| QuestionView::new(question, words)),
            wants: found.wants,
        }
    }
}

impl ReadingView {
    fn new(reading: &Reading, words: &str) -> Option<Self> {
        let plan = Plan::new(&reading.brief).ok()?;
        let line = |(own, says): &(Range<usize>, String)| PhraseView {
            place: place(words, own),
            says: Some(says.clone()),
        };
        Some(Self {
            build: match reading.brief.build {
                // Cut at the two other corners.
                build if build.is_cut() => "Corner pair, tabs at the faces",
                build => name_of(build),
            },
            says: reading.says.clone(),
            usual: reading.is_usual(),
            proved: plan.proof.items.len(),
            slip: SlipView::new(&plan),
            lines: reading.lines.iter().map(line).collect(),
            brief: BriefText::from(&reading.brief),
        })
    }
}

impl CorrectionView {
    fn new(correction: &Correction, words: &str) -> Option<Self> {
        let Correction { reading, says, why, edits, .. } = correction;
        Some(Self {
            says: says.clone(),
            why: why.clone(),
            words: Edit::all(edits, words),
            reading: ReadingView::new(reading, words)?,
        })
    }
}

impl QuestionView {
    fn new(question: Question, words: &str) -> Self {
        let answers = question.answers.into_iter().map(|answer| AnswerView {
            words: answer.said(words),
            says: answer.says,
            readings: answer.readings,
        });
        Self { asks: question.asks, answers: answers.collect() }
    }
}
