//! What a build, a handle, a top, a closure, a paper is, it says in the file that has it, in matches that name every variant: a new one
//! stops the compiler wherever it has to be known. Outside that file nothing compares with a variant, and no match that names one has an
//! arm for all the rest: such places a new variant passes in silence.
use proc_macro2::{Delimiter, TokenStream, TokenTree};
use rstest::rstest;
use std::fs;
use std::path::{Path, PathBuf};

/// The kinds, and the files in which they say what they are. Choices of two (a direction, an order, a side that is scored) are none.
const KINDS: [(&str, &[&str]); 16] = [
    ("Build", &["asked/src/brief/habits.rs", "asked/src/brief/build.rs"]),
    ("BaseHabit", &["asked/src/brief/habits.rs"]),
    ("GussetCrease", &["asked/src/brief/habits.rs"]),
    ("RoundStart", &["asked/src/brief/habits.rs"]),
    ("Top", &["asked/src/brief/top.rs"]),
    ("EdgeLine", &["asked/src/brief/edge.rs"]),
    ("HandleKind", &["asked/src/brief/fittings.rs"]),
    ("BackingKind", &["asked/src/brief/fittings.rs"]),
    ("ClosureKind", &["asked/src/brief/fittings.rs"]),
    ("Insert", &["asked/src/brief/fittings.rs"]),
    ("Extra", &["asked/src/brief/extras.rs"]),
    ("MatOn", &["asked/src/fittings/decoration.rs"]),
    ("Stock", &["asked/src/paper.rs"]),
    ("Printed", &["asked/src/sheet.rs"]),
    ("HeardBuild", &["asked/src/heard.rs"]),
    ("Export", &["formats/src/catalogue.rs"]),
];

const ROOMS: [&str; 8] = ["asked", "made", "judged", "repeated", "formats", "kept", "answers", "service"];

fn sources(folder: &Path, found: &mut Vec<PathBuf>) {
    for entry in fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.is_dir() { sources(&path, found) } else { found.push(path) }
    }
}

fn is_mark(token: Option<&TokenTree>, mark: char) -> bool {
    matches!(token, Some(TokenTree::Punct(own)) if own.as_char() == mark)
}

fn is_word(token: Option<&TokenTree>, word: &str) -> bool {
    matches!(token, Some(TokenTree::Ident(own)) if own == word)
}

/// The place behind a variant of the kind that is named at a place, with its fields; nothing if none is.
fn variant(tokens: &[TokenTree], at: usize, kind: &str) -> Option<usize> {
    let named =
        is_word(tokens.get(at), kind) && is_mark(tokens.get(at + 1), ':') && is_mark(tokens.get(at + 2), ':');
    let Some(TokenTree::Ident(name)) = tokens.get(at + 3).filter(|_| named) else { return None };
    // A constant, such as a list of all, is no variant, nor is a function.
    let name = name.to_string();
    if !name.starts_with(|letter: char| letter.is_ascii_uppercase()) || name == name.to_uppercase() {
        return None;
    }
    let has_fields =
        matches!(tokens.get(at + 4), Some(TokenTree::Group(group)) if group.delimiter() == Delimiter::Brace);
    Some(at + 4 + usize::from(has_fields))
}

/// True if a variant of the kind is named anywhere in there.
fn names(tokens: &[TokenTree], kind: &str) -> bool {
    (0..tokens.len()).any(|at| variant(tokens, at, kind).is_some())
        || tokens.iter().any(|token| match token {
            TokenTree::Group(group) => names(&group.stream().into_iter().collect::<Vec<_>>(), kind),
            TokenTree::Ident(_) | TokenTree::Punct(_) | TokenTree::Literal(_) => false,
        })
}

/// The patterns of a match, with their conditions.
fn patterns(arms: &[TokenTree]) -> Vec<Vec<TokenTree>> {
    let (mut found, mut own, mut at) = (Vec::new(), Vec::new(), 0);
    while at < arms.len() {
        if is_mark(arms.get(at), '=') && is_mark(arms.get(at + 1), '>') {
            found.push(std::mem::take(&mut own));
            at += 2;
            // What is done: a block, or all up to a comma.
            if matches!(arms.get(at), Some(TokenTree::Group(group)) if group.delimiter() == Delimiter::Brace)
            {
                at += 1;
                // A block may go on: `{ .. }.max(1)`.
                while at < arms.len() && is_mark(arms.get(at), '.') {
                    at += 1;
                    while at < arms.len() && !is_mark(arms.get(at), ',') && !is_mark(arms.get(at), '.') {
                        at += 1;
                    }
                }
            } else {
                while at < arms.len() && !is_mark(arms.get(at), ',') {
                    at += 1;
                }
            }
            at += usize::from(is_mark(arms.get(at), ','));
        } else {
            own.push(arms[at].clone());
            at += 1;
        }
    }
    found
}

/// True for a pattern that takes whatever is left: `_`, or a name of its own.
fn takes_the_rest(pattern: &[TokenTree]) -> bool {
    match pattern {
        [TokenTree::Ident(name)] => {
            let name = name.to_string();
            name == "_"
                || name.starts_with(|letter: char| letter.is_ascii_lowercase())
                    && name != "true"
                    && name != "false"
        }
        [TokenTree::Punct(mark)] => mark.as_char() == '_',
        _ => false,
    }
}

/// Where a variant of the kind would be passed by in silence, and how.
fn silent(tokens: &[TokenTree], kind: &str, found: &mut Vec<String>) {
    let compares = |at: usize| {
        [('=', '='), ('!', '=')]
            .iter()
            .any(|(one, other)| is_mark(tokens.get(at), *one) && is_mark(tokens.get(at + 1), *other))
    };
    for (at, token) in tokens.iter().enumerate() {
        if let Some(behind) = variant(tokens, at, kind) {
            // A path may stand before it: `crate::brief::Build`.
            let mut start = at;
            while start >= 3 && is_mark(tokens.get(start - 1), ':') && is_mark(tokens.get(start - 2), ':') {
                start -= 3;
            }
            if compares(behind) || start >= 2 && compares(start - 2) {
                found.push(format!("compares with {kind}::{}", tokens[at + 3]));
            }
        }
        if is_word(Some(token), "let") {
            let end = (at + 1..tokens.len())
                .find(|end| is_mark(tokens.get(*end), '=') || is_mark(tokens.get(*end), ';'));
            let pattern = end.map_or(&tokens[at + 1..at + 1], |end| &tokens[at + 1..end]);
            // What stands behind a colon is a type.
            if names(pattern, kind) {
                found.push(format!("takes a {kind} apart with let"));
            }
        }
        let TokenTree::Group(group) = token else { continue };
        let inner: Vec<TokenTree> = group.stream().into_iter().collect();
        let is_macro = at >= 2 && is_mark(tokens.get(at - 1), '!') && is_word(tokens.get(at - 2), "matches");
        if is_macro && names(&inner, kind) {
            found.push(format!("matches! with a {kind}"));
        }
        let is_tests = at >= 2 && is_word(tokens.get(at - 1), "tests") && is_word(tokens.get(at - 2), "mod");
        if is_tests {
            continue;
        }
        if group.delimiter() == Delimiter::Brace {
            let patterns = patterns(&inner);
            let own = patterns.iter().filter(|pattern| names(pattern, kind)).count();
            if own > 0 && patterns.iter().any(|pattern| takes_the_rest(pattern)) {
                found.push(format!("has an arm for every other {kind}"));
            }
        }
        silent(&inner, kind, found);
    }
}

fn read(code: &str, kind: &str) -> Vec<String> {
    let tokens: Vec<TokenTree> = code.parse::<TokenStream>().unwrap().into_iter().collect();
    let mut found = Vec::new();
    silent(&tokens, kind, &mut found);
    found
}

#[rstest]
fn no_new_variant_passes_in_silence() {
    let rooms = Path::new(env!("CARGO_MANIFEST_DIR")).join("..");
    let mut files = Vec::new();
    for room in ROOMS {
        sources(&rooms.join(room).join("src"), &mut files);
    }
    assert!(files.len() > 250, "{}", files.len());
    let mut found = Vec::new();
    for file in files {
        let name = file.strip_prefix(&rooms).unwrap().display().to_string();
        let is_test = name.ends_with("/tests.rs") || name.contains("/tests/");
        let code = fs::read_to_string(&file).unwrap();
        for (kind, own) in KINDS.iter().filter(|(kind, _)| !is_test && code.contains(&format!("{kind}::"))) {
            if !own.contains(&name.as_str()) {
                found.extend(read(&code, kind).into_iter().map(|what| format!("{name} {what}")));
            }
        }
    }
    found.dedup();
    assert_eq!(found, [] as [String; 0]);
}

/// In the files that have the kinds every match names every variant: nothing there takes the rest either.
#[rstest]
fn what_a_kind_is_it_says_variant_by_variant() {
    let rooms = Path::new(env!("CARGO_MANIFEST_DIR")).join("..");
    for (kind, own) in KINDS {
        for file in own {
            let code = fs::read_to_string(rooms.join(file)).unwrap().replace("Self::", &format!("{kind}::"));
            assert!(code.contains(&format!("enum {kind} ")) || own.len() > 1, "{file} has no {kind}");
            let rest: Vec<String> =
                read(&code, kind).into_iter().filter(|what| what.starts_with("has an arm")).collect();
            assert_eq!(rest, [] as [String; 0], "{kind} in {file}");
        }
    }
}

/// The reader sees what it should: otherwise it would find every place good.
#[rstest]
#[case("if brief.build == Build::Wrap { }", 1)]
#[case("if Build::FoldedBase { lap } != brief.build { }", 1)]
#[case("if brief.build == crate::brief::Build::Wrap { }", 1)]
#[case("if matches!(brief.build, Build::PleatedFlare { .. }) { }", 1)]
#[case("if let Build::PleatedFlare { pleats, .. } = brief.build { }", 1)]
#[case("let (Build::Wrap, true) = pair else { return };", 1)]
#[case("match build { Build::Wrap => 1, _ => 2 }", 1)]
#[case("match build { Build::Wrap => { 1 } other => 2 }", 1)]
#[case("match (build, 1) { (Build::Wrap, 1) => {} _ => {} }", 1)]
#[case("match build { Build::Wrap => 1, Build::CornerPair | Build::Joined { .. } => 2 }", 0)]
#[case("let build = Build::Wrap; f(Build::CornerPair, Build::ALL == all);", 0)]
#[case("let made = Brief { build: Build::FoldedBase { lap }, ..brief };", 0)]
#[case("mod tests { fn f() { assert!(build == Build::Wrap); } }", 0)]
fn what_is_silent_is_found(#[case] code: &str, #[case] count: usize) {
    assert_eq!(read(code, "Build").len(), count, "{code}: {:?}", read(code, "Build"));
}
