//! The order in which the modules of the house know one another. Between its rooms the compiler keeps it; inside a room this does: no
//! module names one that comes after it, and no route another one.
use proc_macro2::{Delimiter, TokenStream, TokenTree};
use rstest::rstest;
use std::collections::BTreeSet;
use std::fs;
use std::path::{Path, PathBuf};

/// Names at the root of a room, and the module they come from.
const AT_ROOT: [(&str, &str); 11] = [
    ("Guide", "guide"),
    ("Brief", "brief"),
    ("BriefFault", "brief"),
    ("Length", "length"),
    ("LengthError", "length"),
    ("Ruler", "length"),
    ("Setting", "length"),
    ("Unit", "length"),
    ("Sheet", "sheet"),
    ("Net", "net"),
    ("Plan", "plan"),
];

fn sources(folder: &Path, found: &mut Vec<PathBuf>) {
    for entry in fs::read_dir(folder).unwrap() {
        let path = entry.unwrap().path();
        if path.is_dir() { sources(&path, found) } else { found.push(path) }
    }
}

/// Every name that follows `crate::`, or another root, in some code, the first of each path of a group.
fn named(code: TokenStream, roots: &[&str], names: &mut BTreeSet<String>) {
    let tokens: Vec<TokenTree> = code.into_iter().collect();
    let is_colon =
        |at: usize| matches!(tokens.get(at), Some(TokenTree::Punct(mark)) if mark.as_char() == ':');
    for (at, token) in tokens.iter().enumerate() {
        match token {
            // Unit tests may reach further than what they test.
            TokenTree::Group(_) if at > 1 && is_tests(&tokens[at - 2..at]) => {}
            TokenTree::Group(group) => named(group.stream(), roots, names),
            TokenTree::Ident(ident)
                if roots.iter().any(|root| ident == root) && is_colon(at + 1) && is_colon(at + 2) =>
            {
                match tokens.get(at + 3) {
                    Some(TokenTree::Ident(name)) => {
                        names.insert(name.to_string());
                    }
                    Some(TokenTree::Group(group)) if group.delimiter() == Delimiter::Brace => {
                        names.extend(firsts(group.stream()));
                    }
                    _ => {}
                }
            }
            _ => {}
        }
    }
}

fn is_tests(before: &[TokenTree]) -> bool {
    let words = before.iter().map(ToString::to_string).collect::<Vec<_>>();
    words == ["mod", "tests"]
}

/// The first name of every path between commas.
fn firsts(group: TokenStream) -> Vec<String> {
    let mut is_first = true;
    let mut found = Vec::new();
    for token in group {
        match token {
            TokenTree::Ident(name) if is_first => {
                found.push(name.to_string());
                is_first = false;
            }
            TokenTree::Punct(mark) if mark.as_char() == ',' => is_first = true,
            _ => {}
        }
    }
    found
}

#[rstest]
#[case("asked", &["text", "length", "plane", "mass", "sheet", "guide", "gift", "brief", "figures", "heard", "paper", "fittings"])]
#[case("made", &[
    "budget", "convex", "exact", "net", "pieces", "rescale", "weight", "feeds", "passes", "layout", "folded", "steps", "proof", "describe",
    "worked",
])]
#[case("judged", &[
    "joins", "builds", "several", "fit", "draft", "verdict", "plan", "rehearsal", "nearby", "guided", "ways", "from_gift", "from_paper", "offers", "leftovers", "lifted",
    "reading", "yields",
])]
#[case("repeated", &[
    "shelf", "line", "cut_list", "fence", "work", "progress", "more", "evenings", "costs", "counted", "drift",
])]
#[case("formats", &[
    "fault", "choice", "unread", "stuff", "brief_json", "fold_file", "paper", "shelf_csv", "lists_csv", "drawn", "machine", "machine_dxf", "sheet_svg", "machine_svg",
    "tables", "pdf", "png", "project", "template_svg", "calendar", "catalogue",
])]
#[case("cutter", &["read", "cut_out", "mat", "faults", "job"])]
#[case("kept", &[
    "cell", "save_key", "shape", "versions", "bags", "day", "entry", "settings", "hand_rules", "costs", "rooms", "run", "thing", "papers", "runs", "renew", "look", "place", "rows", "open", "seal", "contents",
    "rescue", "backup", "stock", "bag_paper", "journal", "ticks", "unread",
])]
#[case("answers", &[
    "spelled", "fold", "piece", "verdict", "bag", "build", "cutter", "dimension", "face", "layout", "ways", "fit", "fittings",
    "from_paper", "shelf", "guide", "handle", "begun", "planned", "taking", "run_view", "journal", "keeping", "pass", "plan", "printing",
    "project", "heard", "rehearsal", "rooms", "run", "run_change", "run_tables", "sheet", "table", "bag_paper", "version",
    "working", "yields", "unread",
])]
#[case("service", &["problem", "json", "dear", "desk", "demo", "guard", "crowd", "routes", "web", "serve"])]
fn no_module_names_one_that_comes_after_it(#[case] room: &str, #[case] order: &[&str]) {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("..").join(room).join("src");
    let mut files = Vec::new();
    sources(&folder, &mut files);
    let place = |module: &str| order.iter().position(|other| *other == module);
    let mut back = Vec::new();
    let mut seen = BTreeSet::new();
    for file in files {
        let inner = file.strip_prefix(&folder).unwrap();
        let module = inner.iter().next().unwrap().to_str().unwrap().trim_end_matches(".rs").to_owned();
        let is_test = inner.file_name().is_some_and(|name| name == "tests.rs")
            || inner.iter().any(|part| part == "tests");
        if module == "lib" || module == "main" || is_test {
            continue;
        }
        let own = place(&module).unwrap_or_else(|| panic!("{module} of {room} has no place in the order"));
        let mut names = BTreeSet::new();
        // In a file at the root of a room `super` is the room itself.
        let roots: &[&str] = if inner.iter().count() == 1 { &["crate", "super"] } else { &["crate"] };
        named(fs::read_to_string(&file).unwrap().parse().unwrap(), roots, &mut names);
        for name in names {
            let target =
                AT_ROOT.iter().find(|(root, _)| *root == name).map_or(name.as_str(), |(_, from)| from);
            if place(target).is_some_and(|other| other > own) {
                back.push(format!("{} names {name}", inner.display()));
            }
        }
        seen.insert(module);
    }
    assert_eq!(back, [] as [String; 0], "arrows that run back in {room}");
    assert_eq!(seen.len(), order.len(), "modules of {room} that are in the order and nowhere else");
}

/// What routes share stands in `desk`: none imports another, and none what lists them all.
#[test]
fn no_route_names_another() {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../service/src/routes");
    let mut files = Vec::new();
    sources(&folder, &mut files);
    assert!(files.len() > 15, "{}", files.len());
    for file in files {
        let mut names = BTreeSet::new();
        let code: TokenStream = fs::read_to_string(&file).unwrap().parse().unwrap();
        named(code.clone(), &["super"], &mut names);
        assert_eq!(names, BTreeSet::new(), "{}", file.display());
        named(code, &["crate"], &mut names);
        assert!(!names.contains("routes"), "{}", file.display());
    }
}

/// The reader of imports sees what it should: otherwise it would find every order good.
#[test]
fn what_is_named_is_found() {
    let code = "use crate::net::Net; use crate::{Brief, folded::{Folded, stack}, passes}; fn f() { g!(crate::proof::Proof); }\
                mod tests { use crate::Plan; }";
    let mut names = BTreeSet::new();
    named(code.parse().unwrap(), &["crate"], &mut names);
    assert_eq!(names.into_iter().collect::<Vec<_>>(), ["Brief", "folded", "net", "passes", "proof"]);
}
