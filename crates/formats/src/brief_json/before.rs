//! Briefs as they were written before: first as one flat list of what all builds together may need, then with sheets that were spelled
//! otherwise than papers on the shelf, and with a run of panels in place of a round.

use serde_json::{Map, Value, json};

/// A brief in today's spelling, made of one in a spelling before; nothing if it is none of that.
///
/// ```
/// use serde_json::json;
/// use wide_fold_formats::brief_json::renewed;
/// let before = json!({ "finished": { "width": "6", "height": "8", "gusset": "3" }, "build": "cradle_pair" });
/// assert_eq!(renewed(&before).unwrap()["build"], json!({ "kind": "cradle_pair" }));
/// assert_eq!(renewed(&renewed(&before).unwrap()), None);
/// assert_eq!(renewed(&json!({ "run": { "start": "face" } })), Some(json!({ "round": { "start": "face" } })));
/// ```
pub fn renewed(brief: &Value) -> Option<Value> {
    let built = rebuilt(brief);
    let mut brief = built.clone().unwrap_or_else(|| brief.clone());
    let mut sheets = ["sheet", "side_sheet"].into_iter().filter_map(|name| {
        let sheet = brief.get_mut(name)?.as_object_mut()?;
        respelled(sheet).then_some(())
    });
    let mut any = sheets.by_ref().count() > 0;
    // How panels follow one another round the bag was called a run, as many bags by a day are.
    if let Some(round) = brief.as_object_mut().and_then(|fields| fields.remove("run")) {
        any = true;
        brief["round"] = round;
    }
    (any || built.is_some()).then_some(brief)
}

/// Spells a sheet as papers are spelled on the shelf; true if it was spelled otherwise.
fn respelled(sheet: &mut Map<String, Value>) -> bool {
    let mut any = false;
    let mut put = |before: &str, now: &str, value: &dyn Fn(Value) -> Value| {
        if let Some(own) = sheet.remove(before) {
            any = true;
            sheet.entry(now).or_insert(value(own));
        }
    };
    put("directional", "pattern", &|own| json!(if own == json!(false) { "all_over" } else { "up" }));
    put("grammage", "weight", &|own| own.as_u64().map_or(Value::Null, |own| json!(format!("{own} g/m²"))));
    put("caliper", "thickness", &|own| own);
    any
}

/// A brief whose build says only what belongs to it, made of one that was a flat list; nothing if it was none.
fn rebuilt(brief: &Value) -> Option<Value> {
    let mut fields = brief.as_object()?.clone();
    let has = |name: &str| fields.contains_key(name);
    let is_flat = ["build", "joins"].iter().any(|name| fields.get(*name).is_some_and(Value::is_string));
    let flat = ["squares", "cuts", "back_part", "level", "base_lap", "pleats", "pleat", "strip", "strips_at"];
    if !is_flat && !flat.iter().chain(&["hem"]).any(|name| has(name)) {
        return None;
    }
    // Once a top was nothing but a hem.
    if let Some(Value::Object(mut hem)) = fields.remove("hem") {
        let turn = hem.remove("turn").or_else(|| hem.remove("kind"));
        let kind = match turn.as_ref().and_then(Value::as_str) {
            Some("in" | "hem_in") => "hem_in",
            Some("out" | "hem_out") => "hem_out",
            _ => "raw",
        };
        hem.insert("kind".to_owned(), json!(kind));
        fields.insert("top".to_owned(), Value::Object(hem));
    }
    let word = |fields: &mut Map<String, Value>, name: &str, usual: &str| -> String {
        let own = fields.remove(name);
        own.as_ref().and_then(Value::as_str).unwrap_or(usual).to_owned()
    };
    let kind = word(&mut fields, "build", "wrap");
    let joins = word(&mut fields, "joins", "tabs");
    // What another build would have needed was kept beside it, and meant nothing.
    let mut taken: Map<String, Value> = flat
        .iter()
        .filter_map(|name| fields.remove(*name).map(|value| ((*name).to_owned(), value)))
        .collect();
    let mut own = |names: &[(&str, &str)]| -> Vec<(String, Value)> {
        let moved =
            names.iter().filter_map(|(before, now)| Some(((*now).to_owned(), taken.remove(*before)?)));
        moved.filter(|(_, value)| !value.is_null()).collect()
    };
    let mut build = Map::from_iter([("kind".to_owned(), json!(kind))]);
    build.extend(match kind.as_str() {
        "cradle_pair" => own(&[("squares", "squares")]),
        "joined" => {
            let mut fields = own(&[("cuts", "cuts"), ("back_part", "back_part")]);
            let level = own(&[("level", "all_round")]);
            fields.extend(level.into_iter().map(|(name, level)| (name, all_round(&level))));
            fields
        }
        "folded_base" => own(&[("base_lap", "lap")]),
        "pleated_flare" => own(&[("pleats", "pleats"), ("pleat", "pleat")]),
        _ => Vec::new(),
    });
    let mut held = Map::from_iter([("kind".to_owned(), json!(joins))]);
    held.extend(match joins.as_str() {
        "strips" => own(&[("strip", "width")]),
        "mixed" => own(&[("strip", "width"), ("strips_at", "at")]),
        _ => Vec::new(),
    });
    fields.insert("build".to_owned(), Value::Object(build));
    fields.insert("joins".to_owned(), Value::Object(held));
    Some(Value::Object(fields))
}

/// A level of nothing stood for a separate base.
fn all_round(level: &Value) -> Value {
    let is_nothing = level.as_str().and_then(|level| level.split_whitespace().next()) == Some("0");
    if is_nothing { json!({ "kind": "at_base_line" }) } else { json!({ "kind": "above", "rise": level }) }
}
