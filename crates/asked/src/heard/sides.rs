//! Whose a width and a height are: "12 wide and 8½ tall" is the sheet near sheet, paper or card, and the bag near bag; of nothing it is
//! asked about. Of a sheet one side alone may be said.

use super::Axis;
use super::tokens::{Kind, Token};
use super::vocabulary::Says;
use std::ops::Range;

/// What a sheet is called.
const PAPER: [&str; 9] =
    ["sheet", "sheets", "paper", "papers", "card", "cards", "cardstock", "piece", "pieces"];

/// What is called the bag, or says that it is made.
const BAG: [&str; 6] = ["bag", "bags", "finished", "makes", "done", "gift"];

/// What may stand between a width and a height that belong together.
const BETWEEN: [&str; 6] = ["and", "by", "but", "with", "it's", "is"];

/// What may stand between a bag and its size.
const LINKS: [&str; 7] = ["of", "is", "that", "that's", "at", "size", "about"];

/// A figure and the word behind it.
struct Side {
    /// Which token is the figure.
    at: usize,
    axis: Option<Axis>,
    of_paper: bool,
}

/// Sides of a sheet as such: both as its size, one as that side; and those of a bag as its width and height.
pub(super) fn sides(sentence: &[Token]) -> Vec<Token> {
    let sentence = &of_bag(sentence)[..];
    let found = found(sentence);
    let mut meant = Vec::with_capacity(sentence.len());
    let mut at = 0;
    let mut next = found.iter().peekable();
    while at < sentence.len() {
        let Some(side) = next.next_if(|side| side.at == at) else {
            meant.push(sentence[at].clone());
            at += 1;
            continue;
        };
        if !side.of_paper {
            meant.push(sentence[at].clone());
            at += 1;
            continue;
        }
        let other = next.next_if(|other| {
            other.of_paper
                && side.axis.zip(other.axis).is_some_and(|(one, other)| one != other)
                && sentence[at + 2..other.at].iter().all(may_stand_between)
        });
        if let Some(other) = other {
            let by = Token { kind: Kind::By, at: sentence[at + 1].at.clone() };
            let [mut first, mut second] = [sentence[at].clone(), sentence[other.at].clone()];
            if side.axis == Some(Axis::Level) {
                // Its height was said first: the places stay in their order, the numbers do not.
                std::mem::swap(&mut first.kind, &mut second.kind);
            }
            second.at.end = sentence[other.at + 1].at.end;
            meant.extend([first, by, second]);
            at = other.at + 2;
        } else {
            let place = sentence[at].at.clone();
            meant.push(Token { kind: Kind::Meant(Says::SheetSide(side.axis)), at: place });
            meant.push(sentence[at].clone());
            at += 2;
        }
    }
    meant
}

/// "A bag of 9 × 15", "a 9 × 15 bag": so wide and so high.
fn of_bag(sentence: &[Token]) -> Vec<Token> {
    let mut said = sentence.to_vec();
    for by in 1..sentence.len().saturating_sub(1) {
        let is_by = |at: usize| sentence.get(at).is_some_and(|token| token.kind == Kind::By);
        let is_size = is_by(by)
            && sentence[by - 1].number().is_some()
            && sentence[by + 1].number().is_some()
            && !is_by(by + 2)
            && !(by >= 2 && is_by(by - 2));
        if !is_size {
            continue;
        }
        let link = |token: &&Token| token.word().is_some_and(|word| LINKS.contains(&word));
        let before = sentence[..by - 1].iter().rev().find(|token| !link(token));
        let behind = sentence.get(by + 2);
        if [before, behind].into_iter().flatten().any(|token| is_one(token, &["bag", "bags", "finished"])) {
            let word = |word: &str, at: Range<usize>| Token { kind: Kind::Word(word.to_owned()), at };
            let end = sentence[by + 1].at.end;
            said[by] = word("wide", sentence[by].at.clone());
            said.insert(by + 2, word("tall", end..end));
            return said;
        }
    }
    said
}

fn may_stand_between(token: &Token) -> bool {
    matches!(token.kind, Kind::Pause { .. } | Kind::By)
        || token.word().is_some_and(|word| BETWEEN.contains(&word))
}

/// Every figure that is so wide, so tall or so long, and whether it is the sheet's.
fn found(sentence: &[Token]) -> Vec<Side> {
    let mut found = Vec::new();
    let mut of_paper = false;
    for clause in clauses(sentence) {
        let own = &sentence[clause.clone()];
        let [paper, bag] = [&PAPER[..], &BAG].map(|words| own.iter().any(|token| is_one(token, words)));
        let goes_on = own.iter().all(|token| is_size(token) || may_stand_between(token));
        of_paper = if paper || bag { paper && !bag } else { of_paper && goes_on };
        for at in clause.clone() {
            let Some(axis) = axis(sentence, at, clause.end) else { continue };
            let of_paper = if paper && bag { is_papers(own, at - clause.start) } else { of_paper };
            found.push(Side { at, axis, of_paper });
        }
    }
    found
}

/// True if the nearest word before, or else behind, that says whose a side is, says the paper's.
fn is_papers(clause: &[Token], at: usize) -> bool {
    let whose = |token: &Token| (is_one(token, &PAPER) || is_one(token, &BAG)).then(|| is_one(token, &PAPER));
    clause[..at].iter().rev().find_map(whose).or_else(|| clause[at..].iter().find_map(whose)).unwrap_or(false)
}

fn is_one(token: &Token, words: &[&str]) -> bool {
    token.word().is_some_and(|word| words.contains(&word))
}

fn is_size(token: &Token) -> bool {
    token.number().is_some() || is_one(token, &["wide", "tall", "high", "long", "across"])
}

/// Which side the figure there is, if it is one.
fn axis(sentence: &[Token], at: usize, end: usize) -> Option<Option<Axis>> {
    sentence[at].number()?;
    // "23 × 19 tall" is a size already.
    if at > 1 && sentence[at - 1].kind == Kind::By && sentence[at - 2].number().is_some() {
        return None;
    }
    let behind = (at + 1 < end).then(|| sentence[at + 1].word()).flatten()?;
    Some(match behind {
        "wide" | "across" => Some(Axis::Upright),
        "tall" | "high" => Some(Axis::Level),
        "long" => None,
        _ => return None,
    })
}

/// Stretches between two pauses, the pause first.
fn clauses(sentence: &[Token]) -> Vec<Range<usize>> {
    let begins = |at: &usize| *at == 0 || matches!(sentence[*at].kind, Kind::Pause { .. });
    let starts: Vec<usize> = (0..sentence.len()).filter(begins).chain([sentence.len()]).collect();
    starts.windows(2).map(|ends| ends[0]..ends[1]).collect()
}

/// True if a sentence says of nothing in it whose measures these are.
pub(super) fn is_of_nothing(sentence: &[Token]) -> bool {
    !sentence.iter().any(|token| is_one(token, &PAPER) || is_one(token, &BAG))
}
