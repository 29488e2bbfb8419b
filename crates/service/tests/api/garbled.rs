//! Whatever is sent, the service answers in words: a garbled request is refused with a sentence, and never breaks anything.

use super::*;
use proptest::prelude::*;
use proptest::sample::{Index, select};
use proptest::test_runner::{Config, TestRunner};

/// What people and programs write where a length or a word belongs.
const TEXTS: &[&str] = &[
    "",
    " ",
    "-1 in",
    "0",
    "0 in",
    "1/0",
    "3//4",
    "¾¾",
    "1e9 in",
    "1e400",
    "NaN",
    "inf",
    "-0.5 mm",
    "99999999999999999999",
    "1/64 in",
    "1000 in",
    "25.4000001 mm",
    "3 3/4 in 2",
    "wrap",
    "flat",
    "\u{0}",
    "𝟛 in",
    "'; drop table bags; --",
    "١٢ mm",
    "0.00000000001 in",
    "9223372036854775807 mm",
    "1 in\n",
    "<b>4</b>",
    "../../etc",
];

/// Lengths that are read, and make the strangest bags.
const LENGTHS: &[&str] = &[
    "1/64 in", "0.01 mm", "3 mm", "1/4 in", "7/8 in", "1 in", "5 in", "12 in", "40 in", "100 in", "2 m",
    "0 mm",
];

/// Words that mean something somewhere.
const WORDS: &[&str] = &[
    "none",
    "wrap",
    "corner_pair",
    "cradle_pair",
    "folded_base",
    "pleated_flare",
    "joined",
    "left",
    "right",
    "gusset",
    "face",
    "half_gusset",
    "full",
    "half_and_lap",
    "fixed",
    "raw",
    "hem_in",
    "hem_out",
    "flap",
    "centre",
    "pair",
    "fold_flat",
    "strips",
    "mixed",
    "metric",
    "inch",
    "single",
    "double",
    "tubes",
    "strap",
    "hand_hole",
    "long_ribbon",
    "eyelets",
];

/// What goes in place of a value, or of a length: nothing of it is sensible everywhere.
fn garbage() -> impl Strategy<Value = Value> {
    let plain = [
        Value::Null,
        json!(true),
        json!(false),
        json!(0),
        json!(-1),
        json!(1e308),
        json!(u64::MAX),
        json!([]),
        json!({}),
        json!([[]]),
        json!({ "kind": "nothing" }),
        json!({ "habit": "fixed" }),
        json!(["1 in", 2, null]),
    ];
    prop_oneof![
        5 => select(LENGTHS.to_vec()).prop_map(Value::from),
        3 => select(WORDS.to_vec()).prop_map(Value::from),
        3 => select(TEXTS.to_vec()).prop_map(Value::from),
        1 => (1_u32..600).prop_map(Value::from),
        2 => select(plain.to_vec()),
        1 => "\\PC{0,40}".prop_map(Value::from),
        1 => (1_usize..3_000).prop_map(|long| "9".repeat(long).into()),
    ]
}

/// What happens to one place of a request.
#[derive(Clone, Debug)]
enum Blow {
    Replace(Index, Value),
    Remove(Index),
    Add(Index, Value),
}

fn blows() -> impl Strategy<Value = Vec<Blow>> {
    let blow = prop_oneof![
        4 => (any::<Index>(), garbage()).prop_map(|(at, value)| Blow::Replace(at, value)),
        1 => any::<Index>().prop_map(Blow::Remove),
        1 => (any::<Index>(), garbage()).prop_map(|(at, value)| Blow::Add(at, value)),
    ];
    prop::collection::vec(blow, 1..4)
}

/// The address of every value within another.
fn places(value: &Value, at: &str, found: &mut Vec<String>) {
    found.push(at.to_owned());
    match value {
        Value::Object(fields) => {
            for (name, field) in fields {
                places(field, &format!("{at}/{}", name.replace('~', "~0").replace('/', "~1")), found);
            }
        }
        Value::Array(items) => {
            for (index, item) in items.iter().enumerate() {
                places(item, &format!("{at}/{index}"), found);
            }
        }
        _ => {}
    }
}

fn struck(mut body: Value, blows: &[Blow]) -> Value {
    for blow in blows {
        let mut all = Vec::new();
        places(&body, "", &mut all);
        let (Blow::Replace(at, _) | Blow::Remove(at) | Blow::Add(at, _)) = blow;
        let place = at.get(&all).clone();
        match blow {
            Blow::Replace(_, value) => *body.pointer_mut(&place).unwrap() = value.clone(),
            Blow::Add(_, value) => match body.pointer_mut(&place).unwrap() {
                Value::Object(fields) => drop(fields.insert("more".to_owned(), value.clone())),
                Value::Array(items) => items.push(value.clone()),
                _ => {}
            },
            Blow::Remove(_) => {
                let Some((parent, name)) = place.rsplit_once('/') else { continue };
                match body.pointer_mut(parent).unwrap() {
                    Value::Object(fields) => drop(fields.remove(name)),
                    Value::Array(items) => drop(items.remove(name.parse().unwrap())),
                    _ => {}
                }
            }
        }
    }
    body
}

/// True if an address of the description, numbers left open, is that of a path.
fn is_at(path: &str, known: &str) -> bool {
    let (path, known): (Vec<&str>, Vec<&str>) = (path.split('/').collect(), known.split('/').collect());
    path.len() == known.len() && path.iter().zip(known).all(|(own, known)| *own == known || known == "{id}")
}

/// Sends garbled requests. Every answer is one of ours: what was asked for, or a problem with a sentence.
fn garble(cases: u32, method: &Method, path: &str, headers: &[(&str, &str)], bodies: &[Value]) {
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build().unwrap();
    let service = service();
    wide_fold::demo::fill(&Store::open(&service._folder.path().join("bags.db")).unwrap()).unwrap();
    let (_, document) = wide_fold::routes::api();
    let document: Value = serde_json::from_str(&document.to_json().unwrap()).unwrap();
    let address =
        document["paths"].as_object().unwrap().iter().find(|(known, _)| is_at(path, known)).unwrap();
    let known = address.1[method.as_str().to_lowercase()]["responses"].as_object().unwrap();
    let config = Config { cases, failure_persistence: None, ..Config::default() };
    TestRunner::new(config)
        .run(&(any::<Index>(), blows()), |(which, blows)| {
            let body = struck(which.get(bodies).clone(), &blows);
            let answer = runtime.block_on(service.send(method.clone(), path, headers, body.to_string()));
            prop_assert!(
                known.contains_key(answer.status.as_str()),
                "{} is not in the description",
                answer.status
            );
            if answer.status.is_success() {
                return Ok(());
            }
            prop_assert!(answer.status.is_client_error(), "{} {} for {body}", answer.status, answer.text);
            prop_assert_eq!(answer.header("content-type"), "application/problem+json");
            let problem = answer.json();
            let sentence = problem["detail"].as_str().unwrap_or_default();
            prop_assert!(
                sentence.len() > 10 && sentence.ends_with(['.', '!', '?']),
                "{sentence:?} for {body}"
            );
            prop_assert!(sentence.len() < 1_000, "{sentence:?}");
            Ok(())
        })
        .unwrap();
    // And it still works.
    let list = runtime.block_on(service.get("/api/bags"));
    assert_eq!(
        (list.status, list.json()["bags"].as_array().unwrap().len()),
        (StatusCode::OK, 5),
        "{}",
        list.text
    );
}

/// The demo's bags: between them they say every field of a brief.
fn briefs() -> Vec<Value> {
    wide_fold::demo::bags().into_iter().map(|(_, brief)| brief).collect()
}

#[rstest]
fn a_garbled_brief_is_refused_in_words(
    #[values("/api/plan", "/api/builds", "/api/handles", "/api/fold", "/api/joins", "/api/leftovers")]
    path: &str,
) {
    garble(400, &Method::POST, path, &[], &briefs());
}

#[rstest]
#[case::rescaled("/api/rescaled", |brief| brief)]
#[case::ways("/api/ways", |brief| json!({ "brief": brief, "papers": [
    { "name": "pad", "kind": "pad", "width": "12 in", "height": "12 in", "count": 10, "price": "0.50" },
    { "name": "roll", "kind": "roll", "width": "30 in", "height": "120 in", "count": 1, "weight": "80 g/m2" },
] }))]
#[case::nearby("/api/nearby", |brief| json!({ "brief": brief, "range": "1/8 in" }))]
fn a_garbled_question_is_refused_in_words(#[case] path: &str, #[case] ask: fn(Value) -> Value) {
    garble(300, &Method::POST, path, &[], &briefs().into_iter().map(ask).collect::<Vec<_>>());
}

#[rstest]
#[case::bag(Method::PUT, "/api/bags/1", &[("if-match", "1")], json!({ "name": "Bud vase", "brief": briefs()[0] }))]
#[case::paper(Method::PUT, "/api/shelf/1", &[("if-match", "1")], json!({
    "name": "pad", "kind": "pad", "width": "12 in", "height": "12 in", "count": 10, "price": "0.50", "weight": "180 g/m2",
    "thickness": "0.2 mm", "printed": "one", "grain": "upright", "pattern": "up"
}))]
#[case::import(Method::POST, "/api/shelf/import", &[], json!({ "csv": "name,width,height\npad,12 in,12 in\n", "keep_good": true }))]
#[case::layout(Method::POST, "/api/layout", &[], json!({ "bags": [
    { "name": "Bud vase", "brief": briefs()[0], "copies": 3 }, { "name": "Platter", "brief": briefs()[4], "copies": 2 }
] }))]
#[case::taking(Method::POST, "/api/bags/1/paper", &[], json!({ "paper": 1, "side_paper": null }))]
fn garbled_work_is_refused_in_words(
    #[case] method: Method,
    #[case] path: &str,
    #[case] headers: &[(&str, &str)],
    #[case] body: Value,
) {
    garble(300, &method, path, headers, &[body]);
}
