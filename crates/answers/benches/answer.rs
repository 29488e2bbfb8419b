//! What goes into the answer to one plan: reading the brief, planning, putting into words, writing.

#[path = "../../core/benches/bags/mod.rs"]
mod bags;

use std::hint::black_box;
use std::time::{Duration, Instant};
use wide_fold_answers::plan::PlanView;
use wide_fold_core::{Brief, Plan};
use wide_fold_formats::BriefText;

/// The allocator that the service runs with.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

const ROUNDS: usize = 5;

fn main() {
    let texts: Vec<Vec<u8>> =
        bags::bags().iter().filter_map(|brief| serde_json::to_vec(&BriefText::from(brief)).ok()).collect();
    let mut parts: [(&str, Vec<Duration>); 5] =
        ["read", "planned", "put into words", "written", "all of it"].map(|name| (name, Vec::new()));
    let mut bytes = 0;
    for text in texts.iter().cycle().take(texts.len() * ROUNDS) {
        let [begun, read, planned, worded, written] = answered(text, &mut bytes);
        let spans = [read - begun, planned - read, worded - planned, written - worded, written - begun];
        parts.iter_mut().zip(spans).for_each(|((_, times), span)| times.push(span));
    }
    println!("answers of {} bytes on average over {} bags", bytes / (texts.len() * ROUNDS), texts.len());
    for (name, times) in &mut parts {
        times.sort();
        let at = |share: f64| times[((times.len() - 1) as f64 * share).round() as usize];
        println!("a plan, {name}: p50 {:.2?}, p99 {:.2?}", at(0.5), at(0.99));
    }
}

/// When each part of the answer to one brief was done.
fn answered(text: &[u8], bytes: &mut usize) -> [Instant; 5] {
    let begun = Instant::now();
    let brief = serde_json::from_slice::<BriefText>(text).ok().and_then(|text| Brief::try_from(&text).ok());
    let read = Instant::now();
    let plan = brief.as_ref().and_then(|brief| Plan::new(brief).ok());
    let planned = Instant::now();
    let view = plan.as_ref().map(PlanView::new);
    let worded = Instant::now();
    let answer = serde_json::to_vec(&view).unwrap_or_default();
    *bytes += black_box(answer).len();
    let written = Instant::now();
    drop((view, plan));
    [begun, read, planned, worded, written]
}
