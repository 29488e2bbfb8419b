//! Numbers as they are spoken: `five and three quarters`, `twenty two`, `an inch and a half`, `five point seven five`.

use super::tokens::{Kind, Named, Number, Token, unit_word};

const WHOLE: [&str; 20] = [
    "zero",
    "one",
    "two",
    "three",
    "four",
    "five",
    "six",
    "seven",
    "eight",
    "nine",
    "ten",
    "eleven",
    "twelve",
    "thirteen",
    "fourteen",
    "fifteen",
    "sixteen",
    "seventeen",
    "eighteen",
    "nineteen",
];

const TENS: [&str; 8] = ["twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"];

/// Before `one` these make it a thing, not a figure: `another one`, `on this one`.
const ONES: [&str; 15] = [
    "this", "that", "another", "first", "second", "third", "next", "last", "other", "each", "every", "which",
    "same", "a", "the",
];

/// A number that was found: over and under the line, its unit, how many words it took.
struct Found {
    top: i64,
    bottom: i64,
    unit: Option<Named>,
    took: usize,
}

fn word(tokens: &[Token], at: usize) -> &str {
    tokens.get(at).and_then(Token::word).unwrap_or("")
}

/// Numbers in words become numbers.
pub(super) fn said_numbers(tokens: Vec<Token>) -> Vec<Token> {
    let mut found: Vec<Token> = Vec::with_capacity(tokens.len());
    let mut at = 0;
    while at < tokens.len() {
        let Some(own) = spoken(&tokens[at..], &found) else {
            found.push(tokens[at].clone());
            at += 1;
            continue;
        };
        let place = tokens[at].at.start..tokens[at + own.took - 1].at.end;
        let Found { top, bottom, unit, took } = own;
        found.push(Token {
            kind: Kind::Number(Number { top, bottom, unit, named: unit.is_some() }),
            at: place,
        });
        at += took;
    }
    found
}

/// The number that is spoken from here on, if there is one; `before` is what was said before it.
fn spoken(tokens: &[Token], before: &[Token]) -> Option<Found> {
    let digits = tokens[0].number();
    // A fraction by itself: a half, three quarters; not a quarter turn, nor half a gusset.
    // "A third" and "a fourth" by themselves may count sheets.
    let counts = matches!(word(tokens, 0), "a" | "an") && matches!(word(tokens, 1), "third" | "fourth");
    if let Some((top, bottom, took)) = fraction(tokens).filter(|_| !counts && !is_turn(before, tokens)) {
        let (unit, more) = unit_after(&tokens[took..]);
        return Some(Found { top, bottom, unit, took: took + more });
    }
    let (whole, mut took) = match whole(tokens).or_else(|| several(tokens, before)) {
        Some(own) if !is_a_thing(tokens, before) => own,
        // An inch.
        None if matches!(word(tokens, 0), "a" | "an") && word(tokens, 1) == "inch" => (1, 1),
        // The top inch.
        None if word(tokens, 0) == "inch"
            && before
                .last()
                .and_then(Token::word)
                .is_some_and(|own| matches!(own, "top" | "last" | "first")) =>
        {
            return Some(Found { top: 1, bottom: 1, unit: Some(Named::Inch), took: 1 });
        }
        _ => return None,
    };
    if let Some((top, bottom, more)) = decimals(&tokens[took..]) {
        let (unit, then) = unit_after(&tokens[took + more..]);
        return Some(Found { top: whole * bottom + top, bottom, unit, took: took + more + then });
    }
    let own_unit = digits.and_then(|number| number.unit);
    let (mut unit, more) = if own_unit.is_some() { (own_unit, 0) } else { unit_after(&tokens[took..]) };
    took += more;
    // What is joined by "and"; in words also without it, if no unit stands between.
    let joined = usize::from(word(tokens, took) == "and");
    let may_join = joined == 1 || (digits.is_none() && unit.is_none());
    let part = tokens.get(took + joined..).filter(|_| may_join).and_then(|rest| part(rest, digits.is_some()));
    if let Some((top, bottom, part_unit, length)) = part {
        took += joined + length;
        let (after, more) = if part_unit.is_some() { (part_unit, 0) } else { unit_after(&tokens[took..]) };
        unit = unit.or(after);
        return Some(Found { top: whole * bottom + top, bottom, unit, took: took + more });
    }
    // Digits that nothing is added to stay as they were written.
    (digits.is_none()).then_some(Found { top: whole, bottom: 1, unit, took })
}

/// A whole number and how many words it takes.
fn whole(tokens: &[Token]) -> Option<(i64, usize)> {
    if let Some(number) = tokens[0].number() {
        return (number.bottom == 1).then_some((number.top, 1));
    }
    if let Some(tens) = TENS.iter().position(|name| *name == word(tokens, 0)) {
        let tens = (tens as i64 + 2) * 10;
        let ones =
            WHOLE.iter().position(|name| *name == word(tokens, 1)).filter(|ones| (1..10).contains(ones));
        return Some(ones.map_or((tens, 1), |ones| (tens + ones as i64, 2)));
    }
    WHOLE.iter().position(|name| *name == word(tokens, 0)).map(|whole| (whole as i64, 1))
}

/// "Two twelve by twelves": the last of a size, of more than one.
fn several(tokens: &[Token], before: &[Token]) -> Option<(i64, usize)> {
    let own = word(tokens, 0);
    let singular = own.strip_suffix("es").filter(|_| own == "sixes").or_else(|| own.strip_suffix('s'))?;
    let after_by = before.last().is_some_and(|token| token.kind == Kind::By);
    WHOLE.iter().position(|name| *name == singular && after_by).map(|whole| (whole as i64, 1))
}

/// `point seven five`: over and under the line, and how many words.
fn decimals(tokens: &[Token]) -> Option<(i64, i64, usize)> {
    if word(tokens, 0) != "point" {
        return None;
    }
    let digit = |token: &Token| WHOLE[..10].iter().position(|name| token.word() == Some(name));
    let all: Vec<i64> = tokens[1..].iter().map_while(digit).take(4).map(|digit| digit as i64).collect();
    // Without commas the next figure may follow at once: as many of them as a ruler has, and else all.
    let ruled = [vec![1, 2, 5], vec![3, 7, 5], vec![6, 2, 5], vec![8, 7, 5], vec![2, 5], vec![7, 5], vec![5]];
    let digits = ruled.into_iter().find(|own| all.starts_with(own)).unwrap_or(all);
    let top = digits.iter().fold(0, |top, digit| top * 10 + digit);
    (!digits.is_empty()).then(|| (top, 10_i64.pow(digits.len() as u32), 1 + digits.len()))
}

/// What may follow "and": a fraction in words, or one that is written.
fn part(tokens: &[Token], after_digits: bool) -> Option<(i64, i64, Option<Named>, usize)> {
    if let Some(number) = tokens.first().and_then(Token::number) {
        let is_part = number.top > 0 && number.top < number.bottom;
        let written = (is_part && after_digits).then_some((number.top, number.bottom, number.unit, 1));
        return written.or_else(|| fraction(tokens).map(|(top, bottom, took)| (top, bottom, None, took)));
    }
    fraction(tokens).map(|(top, bottom, took)| (top, bottom, None, took))
}

/// `of an inch`, `an inch`, `inches`: the unit and how many words.
fn unit_after(tokens: &[Token]) -> (Option<Named>, usize) {
    for skip in 0..3 {
        let next = word(tokens, skip);
        if let Some(named) = unit_word(next).filter(|_| next != "in") {
            return (Some(named), skip + 1);
        }
        if !matches!(next, "of" | "an" | "a") {
            break;
        }
    }
    (None, 0)
}

/// `a half`, `three quarters`, `5 eighths`: top, bottom and how many words.
fn fraction(tokens: &[Token]) -> Option<(i64, i64, usize)> {
    let under = |word: &str| {
        Some(match word {
            "half" | "halves" => 2,
            "third" | "thirds" => 3,
            "quarter" | "quarters" | "fourth" | "fourths" => 4,
            "eighth" | "eighths" => 8,
            "sixteenth" | "sixteenths" => 16,
            _ => return None,
        })
    };
    if matches!(word(tokens, 0), "half" | "quarter") {
        return under(word(tokens, 0)).map(|bottom| (1, bottom, 1));
    }
    let top = match (word(tokens, 0), tokens.first()?.number()) {
        ("a" | "an", _) => 1,
        (_, Some(number)) if number.bottom == 1 && number.unit.is_none() => number.top,
        (other, _) => WHOLE.iter().position(|name| *name == other)? as i64,
    };
    under(word(tokens, 1)).filter(|bottom| (1..*bottom).contains(&top)).map(|bottom| (top, bottom, 2))
}

/// True for the "one" of "another one", unless it is a measure or begins a size.
fn is_a_thing(tokens: &[Token], before: &[Token]) -> bool {
    let said = before.last().and_then(Token::word).unwrap_or("");
    let is_size = tokens.get(1).is_some_and(|next| next.kind == Kind::By);
    word(tokens, 0) == "one"
        && ONES.contains(&said)
        && !is_size
        && unit_after(&tokens[1..]).0.is_none()
        && (said != "a" || word(tokens, 1) == "piece")
        && !(word(tokens, 1) == "and" && tokens.get(2..).and_then(fraction).is_some())
}

/// True where a half or a quarter is one of a turn or of a gusset.
fn is_turn(before: &[Token], tokens: &[Token]) -> bool {
    let is = |token: &Token, names: &[&str]| token.word().is_some_and(|word| names.contains(&word));
    let goes_on = |token: &&Token| !matches!(token.kind, Kind::Pause { .. } | Kind::Number(_));
    let after = tokens.iter().take(3).take_while(goes_on);
    let turns = ["turn", "turns", "gusset", "gussets", "lap", "way", "sheet", "rotation"];
    let turned = ["turn", "turned", "rotate", "rotated", "spin", "half", "pivot", "cut", "in"];
    let has_unit = tokens
        .iter()
        .take(4)
        .any(|token| token.word().is_some_and(|word| word != "in" && unit_word(word).is_some()));
    !has_unit
        && (after.into_iter().any(|token| is(token, &turns))
            || before.iter().rev().take(4).take_while(goes_on).any(|token| is(token, &turned)))
}

/// What a fraction in words is read as, for tests.
#[cfg(test)]
pub(super) fn fraction_of(words: &str) -> Option<(i64, i64, usize)> {
    let mut at = 0;
    let tokens: Vec<Token> = words
        .split(' ')
        .map(|word| {
            let own = Token { kind: Kind::Word(word.to_owned()), at: at..at + word.len() };
            at += word.len() + 1;
            own
        })
        .collect();
    fraction(&tokens)
}
