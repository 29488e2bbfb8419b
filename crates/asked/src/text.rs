//! Words and sentences, whatever they are about.

/// What someone wrote, as it stands in a sentence about it: in quotes, without the space round it, and short however long
/// it was.
///
/// ```
/// use wide_fold_asked::text::quoted;
/// assert_eq!(quoted(" four "), "“four”");
/// assert_eq!(quoted(&"9".repeat(50)), format!("“{}…”", "9".repeat(40)));
/// ```
pub fn quoted(text: &str) -> String {
    let mut letters = text.trim().chars();
    let start: String = letters.by_ref().take(40).collect();
    if letters.next().is_some() { format!("“{start}…”") } else { format!("“{start}”") }
}

/// True if text can be written anywhere: no control characters, and nothing that XML 1.0 (section 2.2, Char) leaves out.
///
/// ```
/// use wide_fold_asked::text::fit_to_print;
/// assert!(fit_to_print("Émail brillant, 2°"));
/// assert!(!fit_to_print("nul \u{0}") && !fit_to_print("noncharacter \u{FFFE}"));
/// ```
pub fn fit_to_print(text: &str) -> bool {
    !text.chars().any(|letter| letter.is_control() || matches!(letter, '\u{FFFE}' | '\u{FFFF}'))
}

/// Text without whatever is not [`fit_to_print`].
pub fn printable(text: &str) -> String {
    text.chars().filter(|letter| fit_to_print(letter.encode_utf8(&mut [0; 4]))).collect()
}

/// `a`, `a and b`, `a, b and c`.
pub fn list(items: &[String]) -> String {
    match items {
        [] => String::new(),
        [one] => one.clone(),
        [first @ .., last] => format!("{} and {last}", first.join(", ")),
    }
}

/// The sentence with its first letter in upper case.
pub fn sentence(text: &str) -> String {
    let Some(first) = text.chars().next() else { return String::new() };
    let mut sentence = String::with_capacity(text.len() + 2);
    sentence.extend(first.to_uppercase());
    sentence.push_str(&text[first.len_utf8()..]);
    sentence
}

/// `one sheet`, `3 sheets`.
pub fn sheets(count: u32) -> String {
    if count == 1 { "one sheet".to_owned() } else { format!("{count} sheets") }
}
