//! What a whole clause is about, before its words are heard one by one: labels of steps, handles and inserts, a hem or a tab with its
//! one figure, what is trimmed off.

use super::sides::sides;
use super::tokens::{Kind, Number, Token};
use super::vocabulary::{Cut, Says, says};
use super::{HeardTop, Measure};
use crate::brief::HemSide;
use std::ops::Range;

/// What is no part of the net: its figures are no scores.
#[rustfmt::skip]
const ASIDE: [&str; 32] = [
    "handle", "handles", "ribbon", "ribbons", "hole", "holes", "insert", "inserts", "stiffener", "reinforcement",
    "reinforcements", "reinforce", "punch", "punched", "rod", "eyelet", "eyelets", "cord", "string", "tag", "tags", "mat",
    "mats", "magnet", "magnets", "bow", "twine", "strap", "straps", "pocket", "sticker", "hanger",
];

/// Words of scoring, and of what else is done along a line.
const SCORES: [&str; 5] = ["score", "scores", "scored", "scoring", "crease"];
const LINES: [&str; 7] = ["creases", "mark", "slit", "slits", "snip", "line", "lines"];

/// The sheet is turned.
const TURNS: [&str; 4] = ["turn", "turned", "rotate", "rotated"];

/// What is done to the top edge for a hem.
const FOLDS: [&str; 9] = ["fold", "folded", "folding", "turn", "turned", "turning", "flip", "bend", "tuck"];

/// Where a hem goes; a word of these ends what is said of it.
const WAYS: [&str; 10] =
    ["in", "inside", "inwards", "out", "outside", "outwards", "down", "over", "under", "top"];

/// With these words another clause begins.
const BEGINS: [&str; 8] = ["then", "leaving", "leaves", "with", "so", "fold", "add", "score"];

/// Things of which a figure tells how many there are.
#[rustfmt::skip]
const COUNTED: [&str; 14] = [
    "bag", "bags", "scores", "lines", "folds", "times", "sides", "ends", "corners", "steps", "things", "days", "people",
    "minutes",
];

/// So many figures before it may be of what a sentence turns out to be about.
const FEW: usize = 2;

/// Tokens as they are meant, clause by clause.
pub(super) fn clauses(tokens: Vec<Token>) -> Vec<Token> {
    let tokens = without_labels(tokens);
    let mut found = Vec::with_capacity(tokens.len());
    let mut sentence = Vec::new();
    for token in tokens {
        let ends = token.kind == Kind::Pause { full: true };
        sentence.push(token);
        if ends {
            found.extend(meant(&sides(&sentence)));
            sentence.clear();
        }
    }
    found.extend(meant(&sides(&sentence)));
    found
}

/// One sentence.
fn meant(sentence: &[Token]) -> Vec<Token> {
    let mut found = Vec::with_capacity(sentence.len());
    let mut is_aside = begins_aside(sentence);
    for clause in parted(sentence) {
        let clause = &sentence[clause];
        let goes_on = !has(clause, &SCORES) && !turns_first(clause);
        is_aside = goes_on && (is_aside || has(clause, &ASIDE));
        if is_aside {
            found.extend(
                clause.iter().enumerate().filter_map(|(at, token)| aside(token, at + 1 == clause.len())),
            );
        } else if is_denied(clause) {
            found.extend_from_slice(clause);
        } else {
            found.extend(measure(clause).or_else(|| trimmed(clause)).unwrap_or_else(|| clause.to_vec()));
        }
    }
    found
}

/// Stretches that begin with a pause, or with a word another clause begins with.
fn parted(sentence: &[Token]) -> Vec<Range<usize>> {
    let begins = |token: &Token| {
        matches!(token.kind, Kind::Pause { .. }) || token.word().is_some_and(|word| BEGINS.contains(&word))
    };
    let starts = (0..sentence.len()).filter(|at| *at == 0 || begins(&sentence[*at]));
    let starts: Vec<usize> = starts.chain([sentence.len()]).collect();
    starts.windows(2).map(|ends| ends[0]..ends[1]).collect()
}

fn has(words: &[Token], any: &[&str]) -> bool {
    words.iter().any(|token| token.word().is_some_and(|word| any.contains(&word)))
}

fn turns_first(clause: &[Token]) -> bool {
    let first = clause.iter().find_map(Token::word).filter(|word| *word != "and");
    first.is_some_and(|word| TURNS.contains(&word))
}

/// True if something in a clause is taken back: then its words are heard as they stand.
fn is_denied(clause: &[Token]) -> bool {
    let denied = |at: usize| says(clause[at..].iter().map_while(Token::word)).map(|(says, _)| says);
    (0..clause.len()).any(|at| denied(at) == Some(Says::Denied))
}

/// True if what a sentence comes to speak of is its subject from the beginning: "a strip of 1¾ by 12, for the handle".
fn begins_aside(sentence: &[Token]) -> bool {
    let to = sentence.iter().position(|token| token.word().is_some_and(|word| ASIDE.contains(&word)));
    let before = &sentence[..to.unwrap_or(0)];
    let figures = before.iter().filter(|token| token.number().is_some()).count();
    let puts_in_card = has(sentence, &["put", "slip", "drop", "lay", "glue"])
        && has(sentence, &["card", "cardboard", "board"])
        && has(sentence, &["in", "inside", "into"])
        && has(sentence, &["base", "bottom"]);
    puts_in_card || (to.is_some() && figures <= FEW && !has(before, &TURNS))
}

/// Of an aside its figures and pauses stay, and a turn at its end.
fn aside(token: &Token, is_last: bool) -> Option<Token> {
    match &token.kind {
        Kind::Number(_) => Some(Token { kind: Kind::Aside, at: token.at.clone() }),
        Kind::Pause { .. } | Kind::Aside | Kind::Meant(_) => Some(token.clone()),
        Kind::Word(word) if is_last && TURNS.contains(&word.as_str()) => Some(token.clone()),
        Kind::By | Kind::Word(_) => None,
    }
}

/// Without the numbers of steps, and those that count what no figure is.
fn without_labels(mut tokens: Vec<Token>) -> Vec<Token> {
    let mut next = 1;
    for at in 0..tokens.len() {
        let before = at.checked_sub(1).map(|before| &tokens[before]);
        let word = |at: usize| tokens.get(at).and_then(Token::word);
        let Some(count) = tokens[at].number().and_then(Number::count) else { continue };
        let said = before.and_then(Token::word);
        // "1. Cut it": at the start of a sentence, in their order.
        let is_full = |token: &Token| token.kind == Kind::Pause { full: true };
        let stands_alone = before.is_none_or(is_full) && tokens.get(at + 1).is_some_and(is_full);
        let is_next = count == next && (next > 1 || at == 0);
        let is_label =
            matches!(said, Some("step" | "steps")) || (stands_alone && is_next && word(at + 2).is_some());
        let is_size = before.is_some_and(|token| token.kind == Kind::By);
        let counts = match word(at + 1) {
            Some("side") => count == 1,
            // "There is one on the other."
            Some("on") => matches!(said, Some("is" | "are")),
            Some(thing) => !is_size && COUNTED.contains(&thing),
            None => false,
        };
        next += u32::from(is_label);
        if is_label || counts {
            tokens[at].kind = Kind::Aside;
        }
    }
    tokens
}

/// The one figure of a clause, unless it is a line at which something lies.
fn only_figure(clause: &[Token]) -> Option<usize> {
    let mut figures = (0..clause.len()).filter(|at| clause[*at].number().is_some());
    let at = figures.next()?;
    let is_at = clause[..at].last().and_then(Token::word) == Some("at");
    (figures.next().is_none() && !is_at).then_some(at)
}

/// A clause about a hem or a tab, with its one figure: what it is, the figure, and whatever is said after that.
fn measure(clause: &[Token]) -> Option<Vec<Token>> {
    let is_plain = |token: &Token| !matches!(token.kind, Kind::Aside | Kind::Meant(_));
    if has(clause, &SCORES) || has(clause, &LINES) || has(clause, &TURNS[2..]) || !clause.iter().all(is_plain)
    {
        return None;
    }
    let figure = only_figure(clause)?;
    let folds_top = has(clause, &FOLDS) && has(clause, &["top"]) && !has(clause, &["from"]);
    let hem = ["hem", "hems", "cuff"];
    let tab = ["tab", "glue"];
    let (names, says) = if has(clause, &hem) || folds_top {
        let way = if has(clause, &["out", "outside", "outwards", "cuff"]) {
            Some(HemSide::Outside)
        } else {
            has(clause, &["inside", "inwards"]).then_some(HemSide::Inside)
        };
        let says = way.map_or(Says::Measure(Measure::Hem), |way| Says::Top(HeardTop::Hem(Some(way))));
        ([&hem[..], &WAYS].concat(), says)
    } else if has(clause, &tab) && !has(clause, &["tabs"]) {
        (tab.to_vec(), Says::Measure(Measure::Tab))
    } else {
        return None;
    };
    let is_name = |token: &Token| token.word().is_some_and(|word| names.contains(&word));
    let last = clause.iter().rposition(is_name).map_or(figure, |last| last.max(figure));
    let place = clause[0].at.start..clause[figure].at.start;
    let pause = Token { kind: Kind::Pause { full: false }, at: place.clone() };
    // It rests before it, for it is nothing of the figure that was said last; what is said of the pieces is heard too.
    let stays = |token: &&Token| {
        matches!(token.kind, Kind::Pause { .. })
            || token.word().is_some_and(|word| matches!(word, "both" | "each"))
    };
    let head = clause[..=last].iter().filter(stays).cloned();
    let named = [pause, Token { kind: Kind::Meant(says), at: place }, clause[figure].clone()];
    Some(head.chain(named).chain(clause[last + 1..].iter().cloned()).collect())
}

/// Where "by" says how much is trimmed: "trimmed by ½", "trim a 12 by 12 by 3½".
fn trimmed_by(rest: &[Token]) -> Option<usize> {
    let trims = has(&rest[..1], &["trim", "trimmed", "trimming"]);
    let number =
        |at: Option<usize>| at.and_then(|at| rest.get(at)).is_some_and(|token| token.number().is_some());
    let is_by = |at: usize| rest.get(at).is_some_and(|token| token.kind == Kind::By);
    (1..rest.len()).find(|at| {
        // Behind a number it parts the two sides of a size, unless that has both.
        let has_both = *at >= 3 && is_by(at - 2);
        trims
            && is_by(*at)
            && number(Some(at + 1))
            && !is_by(at + 2)
            && (!number(at.checked_sub(1)) || has_both)
    })
}

/// Where the words end that say from which side so much is cut: "off the top", "at the side".
fn which_side_ends(behind: &[Token]) -> usize {
    const SIDES: [&str; 17] = [
        "off", "of", "from", "at", "on", "the", "a", "your", "top", "bottom", "side", "left", "right",
        "edge", "tall", "wide", "high",
    ];
    let is_side = |token: &Token| token.word().is_some_and(|word| SIDES.contains(&word));
    behind.iter().position(|token| !is_side(token)).unwrap_or(behind.len())
}

/// Which side of a sheet a cut shortens, if that is said: true for its width.
fn which_side(clause: &[Token]) -> Option<bool> {
    match (
        has(clause, &["side", "left", "right", "wide", "width"]),
        has(clause, &["top", "bottom", "tall", "high", "height"]),
    ) {
        (true, false) => Some(true),
        (false, true) => Some(false),
        _ => None,
    }
}

/// "Trim 2 off the top", "trim it down to 8½", "cut in half", "cut in quarters".
fn trimmed(clause: &[Token]) -> Option<Vec<Token>> {
    let takes = has(clause, &["off"]) && has(clause, &["take", "taken"]);
    let cuts = if takes { &["take", "taken"][..] } else { &["trim", "trimmed", "trimming", "cut"] };
    let first = clause.iter().position(|token| token.word().is_some_and(|word| cuts.contains(&word)))?;
    let (before, rest) = clause.split_at(first);
    if has(rest, &["in"]) && has(rest, &["half"]) {
        let halved = |token: &Token| match token.word() {
            Some("half") => Token { kind: Kind::Meant(Says::Halved), at: token.at.clone() },
            _ => token.clone(),
        };
        return Some(before.iter().chain(&rest[1..]).map(halved).collect());
    }
    let quarters = ["quarters", "four"];
    if has(rest, &["in", "into"]) && has(rest, &quarters) {
        let quartered = |token: &Token| match token.word() {
            Some(word) if quarters.contains(&word) => {
                Token { kind: Kind::Meant(Says::Quartered), at: token.at.clone() }
            }
            _ => token.clone(),
        };
        return Some(before.iter().chain(&rest[1..]).map(quartered).collect());
    }
    if let Some(by) = trimmed_by(rest) {
        let (_, behind) = rest[by + 2..].split_at(which_side_ends(&rest[by + 2..]));
        let place = rest[by].at.start..rest[by + 1].at.end;
        let cut = Kind::Meant(Says::Cut(Cut { off: true, width: which_side(rest) }));
        let named = [Token { kind: cut, at: place }, rest[by + 1].clone()];
        return Some([before, &rest[1..by], &named, behind].concat());
    }
    let figure = (0..rest.len()).find(|at| rest[*at].number().is_some())?;
    if rest.get(figure + 1).is_some_and(|token| token.kind == Kind::By) {
        return None;
    }
    let off = has(rest, &["off"]);
    let to = rest[..figure].last().and_then(Token::word) == Some("to");
    let behind = &rest[figure + 1..];
    if !off && (!to || behind.iter().any(|token| token.number().is_some())) {
        return None;
    }
    let width = which_side(rest);
    // "Trim 3½ off a 12 by 12": the sheet it is cut off is said after it.
    let (sides, behind) = behind.split_at(which_side_ends(behind));
    // All of these words are the cut: "trim 2 off the top".
    let end = sides.last().unwrap_or(&rest[figure]).at.end;
    let cut = Token { kind: Kind::Meant(Says::Cut(Cut { off, width })), at: rest[0].at.start..end };
    let by = behind.iter().position(|token| token.kind == Kind::By);
    let (sheet, after) = behind.split_at(by.map_or(0, |by| (by + 2).min(behind.len())));
    let named = [cut, rest[figure].clone()];
    Some([before, sheet, &named, after].concat())
}
