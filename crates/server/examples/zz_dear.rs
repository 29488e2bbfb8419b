use serde_json::{Value, json};
use std::time::Instant;
use wide_fold::view::ways::{BatchText, BatchView, NearbyText, NearbyView};

const ALL: [&str; 12] = [
    "insert",
    "handle_strips",
    "reinforcement",
    "tag",
    "mats",
    "strap",
    "hangers",
    "gusset_mats",
    "flap_mat",
    "band",
    "pocket",
    "template",
];

fn rss() -> u64 {
    let s = std::fs::read_to_string("/proc/self/status").unwrap();
    s.lines()
        .find(|l| l.starts_with("VmHWM"))
        .unwrap()
        .split_whitespace()
        .nth(1)
        .unwrap()
        .parse::<u64>()
        .unwrap()
        / 1024
}

fn batch(name: &str, bags: Vec<Value>) {
    let text: BatchText = serde_json::from_value(json!({ "bags": bags })).unwrap();
    let t = Instant::now();
    match BatchView::all(&text, &wide_fold_core::budget::Budget::of(wide_fold_core::budget::Budget::USUAL)) {
        Ok(views) => {
            let s: Vec<_> = views.iter().map(|v| format!("{}/{}", v.sheets, v.at_least)).collect();
            println!("{name}: {:?} sheets {} rss {} MiB", t.elapsed(), s.join(" "), rss());
        }
        Err(e) => println!("{name}: {e}"),
    }
}

fn near(name: &str, brief: Value, range: &str) {
    let text: NearbyText = serde_json::from_value(json!({ "brief": brief, "range": range })).unwrap();
    let t = Instant::now();
    let n = NearbyView::all(&text).unwrap();
    println!(
        "{name}: {:?} {} rss {} MiB",
        t.elapsed(),
        serde_json::to_string(&n).unwrap().chars().take(300).collect::<String>(),
        rss()
    );
}

fn size(w: i64, h: i64, d: i64) -> Value {
    json!({ "width": format!("{w}/64 in"), "height": format!("{h}/64 in"), "gusset": format!("{d}/64 in") })
}

fn main() {
    let which: Vec<String> = std::env::args().skip(1).collect();
    let on = |n: &str| which.is_empty() || which.iter().any(|w| n.starts_with(w.as_str()));
    let demo = |copies: i64, extras: bool| -> Vec<Value> {
        wide_fold::demo::bags()
            .into_iter()
            .map(|(name, mut brief)| {
                if extras {
                    brief["extras"] = json!(ALL);
                }
                json!({ "name": name, "brief": brief, "copies": copies })
            })
            .collect()
    };
    if on("b") {
        batch("b everyday 5x20 all extras", demo(20, true));
    }
    if on("b") {
        batch("b everyday 5x20 own extras", demo(20, false));
    }
    if on("b") {
        let bags = [(30,52,16),(48,48,18),(26,36,18),(40,60,24),(64,64,32)].iter().enumerate().map(|(i,(w,h,d))| json!({"name": format!("k{i}"), "brief": {"finished": size(w*8,h*8,d*8), "extras": ALL}, "copies": 20})).collect();
        batch("b five eighths sizes x20 all extras", bags);
    }
    if on("c") {
        batch("c one of each all extras", demo(1, true));
    }
    if on("c") {
        batch("c one bag all extras", demo(1, true).into_iter().take(1).collect());
    }
    if on("d") {
        let bags = (0..50).map(|n| json!({"name": format!("k{n}"), "brief": {"finished": size(150+n*3, 200+n*5, 70+n), "extras": ALL}, "copies": 10})).collect();
        batch("d 50 odd kinds x10 all extras", bags);
    }
    if on("e") {
        let bags = (0..50).map(|n| json!({"name": format!("k{n}"), "brief": {"finished": size(17+n*3, 19+n*5, 17+n), "extras": ALL, "sheet": {"width": "400 in", "height": "399 in", "directional": false}}, "copies": 10})).collect();
        batch("e 50 tiny kinds on a huge sheet", bags);
    }
    if on("f") {
        let bags = (0..3).map(|n| json!({"name": format!("k{n}"), "brief": {"finished": size(17+n*3, 19+n*5, 17+n), "extras": ["insert","tag"], "sheet": {"width": "12 in", "height": "12 in", "directional": false}}, "copies": 1})).collect();
        batch("f few tiny parts", bags);
        let bags = (0..9).map(|n| json!({"name": format!("k{n}"), "brief": {"finished": size(80+n*7, 100+n*9, 41+n*5), "sheet": {"width": "24 in", "height": "25 in", "directional": false}}, "copies": 1})).collect();
        batch("f nine wraps on a large sheet", bags);
    }
    if on("n") {
        near(
            "n wrap metric 0.5 groove 1 in",
            json!({"finished": {"width":"101.3 mm","height":"180.7 mm","gusset":"50.1 mm"}, "board": {"groove":"0.5 mm","reach":"300 mm"}, "unit":"metric"}),
            "1 in",
        );
        let (_, mut platter) = wide_fold::demo::bags().pop().unwrap();
        near("n platter", platter.clone(), "1/4 in");
        near("n platter 1 in", platter.clone(), "1 in");
        platter["board"] = json!({"groove":"0.5 mm","reach":"300 mm"});
        near("n platter .5 mm", platter, "1 in");
    }
}
