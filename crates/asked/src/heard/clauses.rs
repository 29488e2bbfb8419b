//! What a whole clause is about, before its words are heard one by one: labels of steps, handles and inserts, a hem or a tab with its
//! one figure, a sheet that is so wide and so tall, what is trimmed off.

use super::tokens::{Kind, Number, Token};
use std::ops::Range;

/// What is no part of the net: its figures are no scores.
const ASIDE: [&str; 32] = [
    "handle",
    "handles",
    "ribbon",
    "ribbons",
    "hole",
    "holes",
    "insert",
    "inserts",
    "stiffener",
    "reinforcement",
    "reinforcements",
    "reinforce",
    "punch",
    "punched",
    "rod",
    "eyelet",
    "eyelets",
    "cord",
    "string",
    "tag",
    "tags",
    "mat",
    "mats",
    "magnet",
    "magnets",
    "bow",
    "twine",
    "strap",
    "straps",
    "pocket",
    "sticker",
    "hanger",
];

/// What makes a clause one of lines.
const SCORES: [&str; 14] = [
    "score", "scores", "scored", "scoring", "crease", "creases", "mark", "slit", "slits", "snip", "rotate",
    "rotated", "line", "lines",
];

/// What is done to the top edge for a hem.
const FOLDS: [&str; 9] = ["fold", "folded", "folding", "turn", "turned", "turning", "flip", "bend", "tuck"];

/// With these words another clause begins.
const BEGINS: [&str; 8] = ["then", "leaving", "leaves", "with", "so", "fold", "add", "score"];

/// Things of which a figure tells how many there are.
const COUNTED: [&str; 15] = [
    "bag", "bags", "scores", "lines", "folds", "times", "sides", "ends", "corners", "steps", "things",
    "days", "people", "minutes", "on",
];

pub(super) fn clauses(tokens: Vec<Token>) -> Vec<Token> {
    let tokens = without_labels(tokens);
    let mut found = Vec::with_capacity(tokens.len());
    for sentence in parted(&tokens, |token| token.kind == Kind::Pause { full: true }) {
        let sentence = as_sheet(&tokens[sentence]);
        let begins = |at: usize| {
            let is_word = sentence[at].word().is_some_and(|word| BEGINS.contains(&word));
            matches!(sentence[at].kind, Kind::Pause { .. }) || is_word
        };
        let mut start = 0;
        let is_aside = |words: &[Token]| has(words, &ASIDE) && !has(words, &SCORES[..5]);
        let all_aside = is_aside(&sentence) || puts_in_card(&sentence);
        for end in 1..=sentence.len() {
            if end < sentence.len() && !begins(end) {
                continue;
            }
            let clause = &sentence[start..end];
            start = end;
            if all_aside || is_aside(clause) {
                found.extend(clause.iter().filter_map(aside));
            } else {
                found.extend(measure(clause).or_else(|| trimmed(clause)).unwrap_or_else(|| clause.to_vec()));
            }
        }
    }
    found
}

fn has(words: &[Token], any: &[&str]) -> bool {
    words.iter().any(|token| token.word().is_some_and(|word| any.contains(&word)))
}

/// Stretches that end with what `ends` them.
fn parted(tokens: &[Token], ends: impl Fn(&Token) -> bool) -> Vec<Range<usize>> {
    let mut all = Vec::new();
    let mut start = 0;
    for (at, token) in tokens.iter().enumerate() {
        if ends(token) {
            all.push(start..at + 1);
            start = at + 1;
        }
    }
    all.push(start..tokens.len());
    all
}

/// Of an aside its figures and pauses stay.
fn aside(token: &Token) -> Option<Token> {
    match token.kind {
        Kind::Number(_) => Some(Token { kind: Kind::Aside, at: token.at.clone() }),
        Kind::Pause { .. } | Kind::Aside => Some(token.clone()),
        Kind::By | Kind::Word(_) => None,
    }
}

/// "Put in a piece of card 7⅞ × 2⅞ for the base."
fn puts_in_card(sentence: &[Token]) -> bool {
    has(sentence, &["put", "slip", "drop", "lay", "glue"])
        && has(sentence, &["card", "cardboard", "board"])
        && has(sentence, &["in", "inside", "into"])
        && has(sentence, &["base", "bottom"])
}

/// Without the numbers of steps, and those that count what no figure is.
fn without_labels(tokens: Vec<Token>) -> Vec<Token> {
    let mut next = 1;
    let mut kept: Vec<Token> = Vec::with_capacity(tokens.len());
    for (at, token) in tokens.iter().enumerate() {
        let before = kept.last();
        let after = tokens.get(at + 1);
        let count = token.number().and_then(Number::count);
        let follows_step = before.and_then(Token::word).is_some_and(|word| matches!(word, "step" | "steps"));
        // "1. Cut it": at the start of a sentence, in their order.
        let begins = before.is_none_or(|token| token.kind == Kind::Pause { full: true });
        let ends = after.is_some_and(|token| token.kind == Kind::Pause { full: true });
        let goes_on = tokens.get(at + 2).and_then(Token::word).is_some();
        let is_label = begins && ends && goes_on && count == Some(next) && (next > 1 || at == 0);
        let counts = count.is_some()
            && before.is_none_or(|token| token.kind != Kind::By)
            && after.and_then(Token::word).is_some_and(|word| COUNTED.contains(&word))
            && (after.and_then(Token::word) != Some("on")
                || before.and_then(Token::word).is_some_and(|word| matches!(word, "is" | "are")));
        let one_side = count == Some(1) && after.and_then(Token::word) == Some("side");
        let labels = count.is_some() && (follows_step || is_label);
        next += u32::from(labels);
        kept.push(if labels || counts || one_side {
            Token { kind: Kind::Aside, at: token.at.clone() }
        } else {
            token.clone()
        });
    }
    kept
}

/// "The paper is 11 wide and 8½ tall" is a sheet of 11 × 8½; of a bag it would be its measures.
fn as_sheet(sentence: &[Token]) -> Vec<Token> {
    let paper = ["sheet", "sheets", "paper", "card", "cardstock", "piece", "pieces"];
    let mut kept = sentence.to_vec();
    if !has(sentence, &paper) || has(sentence, &["bag", "finished"]) {
        return kept;
    }
    for at in 0..sentence.len() {
        let word = |ahead: usize| sentence.get(at + ahead).and_then(Token::word).unwrap_or("");
        let number = |ahead: usize| sentence.get(at + ahead).and_then(Token::number).is_some();
        let is_size = number(0)
            && word(1) == "wide"
            && word(2) == "and"
            && number(3)
            && matches!(word(4), "tall" | "high" | "long" | "deep");
        if is_size {
            let by = Token { kind: Kind::By, at: sentence[at + 1].at.clone() };
            kept.splice(at..at + 5, [sentence[at].clone(), by, sentence[at + 3].clone()]);
            break;
        }
    }
    kept
}

/// The one figure of a clause, unless it is a line at which something lies.
fn only_figure(clause: &[Token]) -> Option<&Token> {
    let mut figures = clause.iter().enumerate().filter(|(_, token)| token.number().is_some());
    let (at, figure) = figures.next()?;
    let is_at = clause[..at].last().and_then(Token::word) == Some("at");
    (figures.next().is_none() && !is_at).then_some(figure)
}

/// A clause about a hem or a tab, with its one figure: their name and the figure, and which way a hem is turned.
fn measure(clause: &[Token]) -> Option<Vec<Token>> {
    if has(clause, &SCORES) || clause.iter().any(|token| token.kind == Kind::Aside) {
        return None;
    }
    let figure = only_figure(clause)?;
    let folds_top = has(clause, &FOLDS) && has(clause, &["top"]) && !has(clause, &["from"]);
    let place = || clause.first().map_or(0, |token| token.at.start)..figure.at.start;
    let say = |word: &str| Token { kind: Kind::Word(word.to_owned()), at: place() };
    // A rest before it: it is nothing of the figure that was said last.
    let mut found = vec![Token { kind: Kind::Pause { full: false }, at: place() }];
    if has(clause, &["hem", "hems", "cuff"]) || folds_top {
        found.push(say("hem"));
        if has(clause, &["out", "outside", "outwards", "cuff"]) {
            found.push(say("out"));
        } else if has(clause, &["inside", "inwards"]) {
            found.push(say("in"));
        }
    } else if has(clause, &["tab", "glue"]) && !has(clause, &["tabs"]) {
        found.push(say("tab"));
    } else {
        return None;
    }
    found.push(figure.clone());
    // What is said of the pieces, or how far it has come, is heard too.
    let others = clause.iter().filter(|token| {
        matches!(token.kind, Kind::Pause { .. })
            || token.word().is_some_and(|word| matches!(word, "both" | "each"))
    });
    let starts_resting = clause.first().is_some_and(|token| matches!(token.kind, Kind::Pause { .. }));
    if starts_resting {
        found.splice(0..0, others.cloned());
    } else {
        found.extend(others.cloned());
    }
    Some(found)
}

/// "Trim 2 off the top", "trim it down to 8½", "cut in half": a word for each, and the figure behind it.
fn trimmed(clause: &[Token]) -> Option<Vec<Token>> {
    let takes_off = has(clause, &["off"]);
    let cuts = if takes_off {
        &["trim", "trimmed", "cut", "trimming", "take", "taken"][..]
    } else {
        &["trim", "trimmed", "cut", "trimming"]
    };
    let first = clause.iter().position(|token| token.word().is_some_and(|word| cuts.contains(&word)))?;
    let rest = &clause[first..];
    let place = rest[0].at.clone();
    let say = |word: &str| Token { kind: Kind::Word(word.to_owned()), at: place.clone() };
    if has(rest, &["half"]) && has(rest, &["in"]) {
        let others = clause.iter().filter(|token| !token.word().is_some_and(|word| cuts.contains(&word)));
        let halved = |token: &Token| match token.word() {
            Some("half") => Token { kind: Kind::Word("halved".to_owned()), at: token.at.clone() },
            _ => token.clone(),
        };
        return Some(others.map(halved).collect());
    }
    let mut numbers = rest.iter().enumerate().filter(|(_, token)| token.number().is_some());
    let (at, figure) = numbers.next()?;
    let is_size = rest.get(at + 1).is_some_and(|token| token.kind == Kind::By);
    if is_size {
        return None;
    }
    let upright = has(rest, &["side", "left", "right", "wide", "width"]);
    if has(rest, &["off"]) {
        // "Trim 3½ off a 12 by 12": what it is cut off is said after it.
        let sheet = rest[at + 1..].iter().filter(|token| token.number().is_some() || token.kind == Kind::By);
        let before = clause[..first].iter();
        let word = if upright { "off-width" } else { "off-height" };
        return Some(before.chain(sheet).cloned().chain([say(word), figure.clone()]).collect());
    }
    let to = rest[..at].last().and_then(Token::word) == Some("to");
    if to && numbers.next().is_none() {
        let word = if upright { "to-width" } else { "to-height" };
        return Some(clause[..first].iter().cloned().chain([say(word), figure.clone()]).collect());
    }
    None
}
