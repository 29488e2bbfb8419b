//! What is wrong with JSON that has the wrong shape, in plain words. serde tells it to programmers, in a few set phrases.

use wide_fold_core::text::quoted;

/// For a window that still writes bags as they were written before every build had fields of its own, or sheets before they were
/// spelled as papers on the shelf are.
const OLD_WINDOW: &str = "This window is older than the program and writes bags in a way that has gone. Reload it: everything that was saved is there.";

/// A sentence for serde's message: `Width is missing.`, `“sideways” is not known here; it can be left or right.`
pub fn sentence(message: &str) -> String {
    let message = message.rsplit_once(" at line ").map_or(message, |(message, _)| message);
    if let Some(name) = message.strip_prefix("missing field ") {
        return format!("{} is missing.", quoted(name.trim_matches('`')));
    }
    if let Some(rest) = message.strip_prefix("unknown field ") {
        let name = first_name(rest).trim_matches('`');
        return match name {
            "directional" | "grammage" | "caliper" => OLD_WINDOW.to_owned(),
            _ => format!("There is no {} here.", quoted(name)),
        };
    }
    if let Some(rest) = message.strip_prefix("unknown variant ") {
        let name = first_name(rest);
        let known: Vec<&str> =
            rest[name.len()..].split('`').skip(1).step_by(2).filter(|known| !known.is_empty()).collect();
        return match known.split_last() {
            None => format!("{} is not known here.", quoted(name.trim_matches('`'))),
            Some((last, [])) => {
                format!("{} is not known here; it can only be {last}.", quoted(name.trim_matches('`')))
            }
            Some((last, others)) => {
                format!(
                    "{} is not known here; it can be {} or {last}.",
                    quoted(name.trim_matches('`')),
                    others.join(", ")
                )
            }
        };
    }
    let found = message.strip_prefix("invalid type: ").or_else(|| message.strip_prefix("invalid value: "));
    if let Some((given, wanted)) = found.and_then(|found| found.rsplit_once(", expected ")) {
        if wanted.ends_with("its own fields") && given.starts_with("string") {
            return OLD_WINDOW.to_owned();
        }
        return format!("{} stands where {} belongs.", given_words(given), wanted_words(wanted));
    }
    // A list has another length than is wanted, or stands where there are fields with names.
    if let Some((given, wanted)) =
        message.strip_prefix("invalid length ").and_then(|found| found.split_once(", expected "))
    {
        let wanted = wanted
            .strip_prefix("an array of length ")
            .map_or_else(|| wanted_words(wanted), |length| format!("a list of {length}"));
        return format!("A list of {} stands where {wanted} belongs.", clipped(given));
    }
    if let Some(name) = message.strip_prefix("duplicate field ") {
        return format!("{} is said twice.", quoted(name.trim_matches('`')));
    }
    match message {
        // The phrases of a reader that stops in the middle.
        _ if message.starts_with("EOF while parsing") => "It breaks off in the middle.".to_owned(),
        _ if message.starts_with("expected ")
            || message.starts_with("trailing ")
            || message.starts_with("control character")
            || message.starts_with("key must be")
            || message.starts_with("invalid ")
            || message.starts_with("lone ") =>
        {
            "What stands there is no text this program writes.".to_owned()
        }
        _ => format!("This cannot be read: {}.", clipped(message)),
    }
}

/// The name between the first pair of backticks, with them. The name itself may hold some: the list behind it begins with
/// `, expected` or `, there are no`.
fn first_name(text: &str) -> &str {
    let end =
        text.rfind("`, expected ").or_else(|| text.rfind("`, there are no ")).map_or(text.len(), |at| at + 1);
    &text[..end]
}

/// No more of it than a line.
fn clipped(text: &str) -> String {
    text.chars().take(80).collect()
}

fn given_words(given: &str) -> String {
    match given {
        "null" => "Nothing".to_owned(),
        "map" => "A group of fields".to_owned(),
        "sequence" => "A list".to_owned(),
        _ => match given.split_once(' ') {
            Some(("string", text)) => quoted(text.trim_matches('"')),
            Some((_, value)) => quoted(value.rsplit(' ').next().unwrap_or(value).trim_matches('`')),
            None => quoted(given.trim_matches('`')),
        },
    }
}

fn wanted_words(wanted: &str) -> String {
    match wanted {
        "a string" => "text",
        "a boolean" => "true or false",
        "a sequence" => "a list",
        "f64" | "f32" => "a number",
        _ if wanted.starts_with("struct ")
            || wanted.ends_with("its own fields")
            || wanted.contains("map") =>
        {
            "a group of fields"
        }
        _ if wanted.starts_with(['u', 'i']) && wanted[1..].chars().all(|letter| letter.is_ascii_digit()) => {
            "a whole number"
        }
        _ if wanted.contains("enum") || wanted.contains("variant") => "one of a few words",
        _ => return clipped(wanted),
    }
    .to_owned()
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;
    use serde::Deserialize;

    #[derive(Debug, Deserialize)]
    #[serde(deny_unknown_fields)]
    #[allow(dead_code)] // Only its shape counts.
    struct Card {
        name: String,
        #[serde(default)]
        count: u32,
        #[serde(default)]
        marks: Vec<f64>,
        #[serde(default)]
        way: Option<Way>,
        #[serde(default)]
        inner: Option<Box<Card>>,
        #[serde(default)]
        plain: bool,
    }

    #[derive(Debug, Deserialize)]
    #[serde(rename_all = "snake_case")]
    enum Way {
        Left,
        Right,
        UpsideDown,
    }

    #[rstest]
    #[case("{}", "“name” is missing.")]
    #[case(r#"{ "name": "a", "colour": 1 }"#, "There is no “colour” here.")]
    #[case(r#"{ "name": 4 }"#, "“4” stands where text belongs.")]
    #[case(r#"{ "name": null }"#, "Nothing stands where text belongs.")]
    #[case(r#"{ "name": {} }"#, "A group of fields stands where text belongs.")]
    #[case(r#"{ "name": "a", "count": "three" }"#, "“three” stands where a whole number belongs.")]
    #[case(r#"{ "name": "a", "count": -1 }"#, "“-1” stands where a whole number belongs.")]
    #[case(r#"{ "name": "a", "count": 1.5 }"#, "“1.5” stands where a whole number belongs.")]
    #[case(r#"{ "name": "a", "marks": 1 }"#, "“1” stands where a list belongs.")]
    #[case(r#"{ "name": "a", "marks": ["x"] }"#, "“x” stands where a number belongs.")]
    #[case(r#"{ "name": "a", "plain": "yes" }"#, "“yes” stands where true or false belongs.")]
    #[case(
        r#"{ "name": "a", "inner": "x, expected y" }"#,
        "“x, expected y” stands where a group of fields belongs."
    )]
    #[case(
        r#"{ "name": "a", "way": "up" }"#,
        "“up” is not known here; it can be left, right or upside_down."
    )]
    #[case(r#"{ "name": "a", "inner": [] }"#, "A list of 0 stands where a group of fields belongs.")]
    #[case(r#"{ "name": "a", "name": "b" }"#, "“name” is said twice.")]
    fn serde_in_plain_words(#[case] json: &str, #[case] wanted: &str) {
        let error = serde_json::from_str::<Card>(json).unwrap_err();
        assert_eq!(sentence(&error.to_string()), wanted, "{error}");
    }

    #[test]
    fn nothing_long_is_said_again() {
        let json = format!(r#"{{ "name": "a", "way": "{}" }}"#, "é".repeat(5_000));
        let error = serde_json::from_str::<Card>(&json).unwrap_err();
        assert!(sentence(&error.to_string()).chars().count() < 130);
    }
}
