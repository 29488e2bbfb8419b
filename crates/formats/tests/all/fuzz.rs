//! Every reader of what people write, fed with garbled examples for a while: nothing panics, whatever is refused is refused in
//! a sentence, and whatever is read is the same when it is written and read again.
//!
//! `FUZZ_SECONDS` says how long each reader is fed (4 if left out), `FUZZ_SEED` begins where a failure began.
use std::panic::{AssertUnwindSafe, catch_unwind};
use std::time::{Duration, Instant, SystemTime};
use wide_fold_core::mass::Mass;
use wide_fold_core::paper::Paper;
use wide_fold_core::{Brief, Length, Plan, Unit};
use wide_fold_formats::project::{read_project, write_project};
use wide_fold_formats::{
    BriefText, FormatFault, PaperText, fold_file, read_brief, read_fold, read_shelf, write_shelf,
};

/// Pseudo-random numbers (Knuth's multiplier, from memory).
struct Dice(u64);

impl Dice {
    fn roll(&mut self, sides: usize) -> usize {
        self.0 = self.0.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        (self.0 >> 33) as usize % sides.max(1)
    }

    fn pick<'a, T: ?Sized>(&mut self, from: &[&'a T]) -> &'a T {
        from[self.roll(from.len())]
    }
}

/// Bits that readers trip over.
const BITS: &[&str] = &[
    "",
    " ",
    "0",
    "-",
    "−",
    "1",
    "9",
    "999999999999",
    "1e9",
    "NaN",
    "3/0",
    "/",
    "⁄",
    "½",
    "¾",
    ".",
    ",",
    "..",
    "\"",
    "'",
    "`",
    "\\",
    "\n",
    "\r\n",
    "\t",
    "\u{0}",
    "\u{feff}",
    "\u{fffe}",
    "é",
    "ß",
    "𝟛",
    "in",
    "mm",
    "cm",
    "m",
    "\"",
    "lb",
    "oz",
    "kg",
    "g/m²",
    "lb cover",
    "=1+1",
    ";",
    "|",
    "{",
    "}",
    "[",
    "]",
    "null",
    "true",
    "\"width\":",
    "{\"a\":1}",
    "[[[[",
    ":",
    "name,width,height",
    "roll",
    "hem_in",
    "joined",
];

/// An example, struck a few times.
fn struck(example: &str, dice: &mut Dice) -> String {
    let mut text: Vec<char> = example.chars().collect();
    for _ in 0..=dice.roll(4) {
        let at = dice.roll(text.len() + 1);
        let to = (at + dice.roll(6)).min(text.len());
        match dice.roll(6) {
            0 => drop(text.drain(at..to)),
            1 => drop(text.splice(at..at, dice.pick(BITS).chars()).count()),
            2 => drop(text.splice(at..to, dice.pick(BITS).chars()).count()),
            3 => {
                let again: Vec<char> = text[at..to].to_vec();
                let place = dice.roll(text.len() + 1);
                let _ = text.splice(place..place, again).count();
            }
            4 if at < text.len() => {
                text[at] = char::from_u32(dice.roll(0x11_0000) as u32).unwrap_or('x');
            }
            _ => text.truncate(text.len().saturating_sub(dice.roll(8))),
        }
    }
    text.into_iter().collect()
}

/// Feeds a reader with struck examples. `read` gives back whether it took the text.
fn feed(name: &str, examples: &[String], read: impl Fn(&str) -> bool) {
    let seconds = std::env::var("FUZZ_SECONDS").ok().and_then(|text| text.parse().ok()).unwrap_or(4);
    let now = SystemTime::now().duration_since(SystemTime::UNIX_EPOCH).unwrap().as_nanos() as u64;
    let seed = std::env::var("FUZZ_SEED").ok().and_then(|text| text.parse().ok()).unwrap_or(now);
    let mut dice = Dice(seed);
    let mut corpus: Vec<String> = examples.to_vec();
    let begun = Instant::now();
    let (mut fed, mut taken) = (0_u64, 0_u64);
    while begun.elapsed() < Duration::from_secs(seconds) {
        let text = struck(&corpus[dice.roll(corpus.len())].clone(), &mut dice);
        let outcome = catch_unwind(AssertUnwindSafe(|| read(&text)));
        assert!(outcome.is_ok(), "{name}: FUZZ_SEED={seed}, number {fed}: {text:?}");
        fed += 1;
        // What was still taken is struck again.
        if outcome.is_ok_and(|taken| taken) {
            taken += 1;
            if text.len() < 4_000 && corpus.len() < 2_000 {
                corpus.push(text);
            }
        }
    }
    println!("{name}: {fed} fed, {taken} taken");
    assert!(fed > 100 && taken > 0, "{name}: {fed} fed, {taken} taken");
}

fn owned(examples: &[&str]) -> Vec<String> {
    examples.iter().map(|example| (*example).to_owned()).collect()
}

/// A sentence for people: it ends, it is short, it names nothing of ours.
fn is_sentence(text: &str) {
    assert!(text.chars().count() < 400 && !text.is_empty(), "{text:?}");
    // What was written is quoted, whatever it is.
    let own: String = text.split('“').map(|part| part.split_once('”').map_or(part, |(_, own)| own)).collect();
    for ours in ["serde", "struct ", "Error(", "unwrap", "::", "expected one of"] {
        assert!(!own.contains(ours), "{text:?}");
    }
}

fn is_refused(fault: &FormatFault) -> bool {
    is_sentence(&fault.sentence);
    assert!(fault.sentence.ends_with(['.', '?', '!']), "{:?}", fault.sentence);
    false
}

#[test]
fn lengths_and_masses() {
    let examples = owned(&[
        "3 3/4 in",
        "3¾",
        "3-3/4\"",
        "95.5 mm",
        "9,5 cm",
        "0.0254 m",
        "−1/64",
        "1 1/2 lb",
        "12 oz",
        "1,5 kg",
        "453.59237 g",
    ]);
    feed("lengths and masses", &examples, |text| {
        let mut taken = false;
        for unit in [Unit::Inch, Unit::Metric] {
            match Length::parse(text, unit) {
                Ok(length) => {
                    taken = true;
                    assert_eq!(length.to_string().parse(), Ok(length));
                    assert_eq!(Length::parse(&length.editable(unit), unit), Ok(length));
                    let _ = (length.label(unit), length.figure(unit));
                }
                Err(error) => is_sentence(&error.to_string()),
            }
            match Mass::parse(text, unit) {
                Ok(mass) => assert_eq!(Mass::parse(&mass.to_string(), unit), Ok(mass)),
                Err(error) => is_sentence(&error.to_string()),
            }
        }
        taken
    });
}

#[test]
fn papers() {
    let examples = owned(&[
        r#"{"name":"Speckle","kind":"pad","width":"12 in","height":"12 in","count":24,"weight":"180 g/m²","price":"0.65"}"#,
        r#"{"name":"Wrap","kind":"roll","width":"30 in","height":"0 in","count":1,"thickness":"0.1 mm","printed":"both","pattern":"all_over","grain":"upright"}"#,
    ]);
    feed("papers", &examples, |text| {
        let Ok(written) = serde_json::from_str::<PaperText>(text) else { return false };
        match Paper::try_from(&written) {
            Ok(paper) => {
                assert_eq!(paper.check(), Ok(()));
                assert_eq!(Paper::try_from(&PaperText::from(&paper)), Ok(paper.clone()));
                let read = read_shelf(&write_shelf([&paper]).unwrap());
                assert_eq!((read.papers, read.faults), (vec![paper], Vec::new()));
                true
            }
            Err(fault) => is_refused(&fault),
        }
    });
}

#[test]
fn shelves() {
    let examples = owned(&[
        "name,width,height,kind,count,weight,price\nSpeckle,12,12,pad,24,80 lb cover,0.65\nWrap,30,120,roll,1,,\n",
        "\u{feff}Name,Height,Width\r\n\r\n\"Ash, \"\"pale\"\"\",12 in,210 mm\r\n'=Iron,6,6\r\n",
        "name;width;height\nA;12;12\n",
    ]);
    feed("shelves", &examples, |text| {
        let read = read_shelf(text);
        let lines = text.matches('\n').count() as u64 + 1;
        for fault in &read.faults {
            is_sentence(&fault.sentence);
            assert!((1..=lines).contains(&fault.line), "line {} of {lines}: {text:?}", fault.line);
        }
        let again = read_shelf(&write_shelf(&read.papers).unwrap());
        assert_eq!((again.papers.len(), again.faults), (read.papers.len(), Vec::new()));
        assert_eq!(again.papers, read.papers);
        !read.papers.is_empty()
    });
}

#[test]
fn briefs() {
    let examples = owned(&[
        r#"{"finished":{"width":"3 3/4 in","height":"6 1/2 in","gusset":"2 in"},"fittings":{"handle":{"kind":"tube"},"load":"12 oz"},"extras":["handle_strips"]}"#,
        r#"{"finished":{"width":"110 mm","height":"125 mm","gusset":"25 mm"},"round":{"start":"half_gusset","direction":"left"},"tab":"10 mm","notch":"5 mm","sheet":{"width":"210 mm","height":"297 mm","pattern":"all_over","turned":true},"board":{"groove":"2.5 mm","reach":"300 mm"},"unit":"metric"}"#,
        r#"{"finished":{"width":"11 1/2 in","height":"6 in","gusset":"5 7/8 in"},"build":{"kind":"joined","cuts":["left_back_corner","right_back_corner"],"all_round":{"kind":"above","rise":"2"}},"joins":{"kind":"strips"},"top":{"kind":"flap","on":"front","depth":"3 in"},"gusset_crease":"fold_flat"}"#,
        r#"{"finished":{"width":"6","height":"8","gusset":"3"},"build":{"kind":"pleated_flare","pleats":2,"pleat":"1"},"fittings":{"closure":{"kind":"ribbon_round"},"decoration":{"faces":true}}}"#,
    ]);
    feed("briefs", &examples, |text| {
        let Ok(json) = serde_json::from_str::<serde_json::Value>(text) else { return false };
        match read_brief(&json) {
            Ok(brief) => {
                let written = BriefText::from(&brief);
                assert_eq!(Brief::try_from(&written).as_ref(), Ok(&brief));
                // What is read can be planned, or is refused by its field.
                if let Err(fault) = Plan::new(&brief) {
                    is_sentence(&fault.sentence);
                }
                true
            }
            Err(fault) => is_refused(&fault),
        }
    });
}

#[test]
fn projects() {
    let examples = owned(&[
        r#"{"format":"wide-fold-project","version":1,"bags":[{"name":"Bud vase","brief":{"finished":{"width":"3 3/4 in","height":"6 1/2 in","gusset":"2 in"}}}],"papers":[{"name":"Speckle","width":"12 in","height":"12 in","count":24}]}"#,
        "\u{feff}{\n \"version\": 1,\n \"format\": \"wide-fold-project\"\n}\n",
    ]);
    feed("projects", &examples, |text| match read_project(text) {
        Ok(project) => {
            let written = write_project(&project).unwrap();
            assert_eq!(read_project(&written), Ok(project));
            true
        }
        Err(fault) => is_refused(&fault),
    });
}

#[test]
fn folded_states() {
    let brief = Brief::new(Length::inches(3), Length::inches(4), Length::inches(2));
    let text = serde_json::to_string(&fold_file(&Plan::new(&brief).unwrap(), "Bud vase")).unwrap();
    feed("folded states", &[text], |text| match read_fold(text) {
        Ok(file) => {
            let written = serde_json::to_string(&file).unwrap();
            assert_eq!(read_fold(&written), Ok(file));
            true
        }
        Err(fault) => is_refused(&fault),
    });
}
