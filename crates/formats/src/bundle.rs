//! Everything of a bag that can be taken along, in one ZIP.

use crate::{BriefText, List, fold_file, sheet_svg, template_svg, write_list};
use std::io::{Cursor, Write};
use wide_fold_core::Plan;
use zip::result::ZipError;
use zip::write::{SimpleFileOptions, ZipWriter};

/// A file of a bag: its name, and what is in it.
pub type Taken = (String, String);

/// Every sheet of a plan, those cut alike once: a bag of many sheets leaves with all of them.
pub fn sheets(plan: &Plan, name: &str) -> Vec<Taken> {
    let letters = plan.layout.letters();
    let one = |(index, letter): (usize, String)| {
        let which =
            if letter.is_empty() { "scrap".to_owned() } else { letter.to_lowercase().replace(' ', "-") };
        Some((format!("sheet-{}-{which}.svg", index + 1), sheet_svg(plan, name, index)?))
    };
    letters.into_iter().enumerate().filter_map(one).collect()
}

/// Every file of a plan's bag.
///
/// # Errors
/// If the brief cannot be written as JSON.
pub fn everything(plan: &Plan, name: &str) -> Result<Vec<Taken>, serde_json::Error> {
    let mut files = sheets(plan, name);
    files.extend(template_svg(&plan.brief, name).map(|svg| ("hole-template.svg".to_owned(), svg)));
    let lists = [("parts.csv", List::Parts), ("cuts.csv", List::Cuts), ("scores.csv", List::Scores)];
    files.extend(lists.map(|(file, list)| (file.to_owned(), write_list(plan, list))));
    files.push(("bag.fold".to_owned(), serde_json::to_string(&fold_file(plan, name))?));
    files.push(("bag.json".to_owned(), serde_json::to_string_pretty(&BriefText::from(&plan.brief))?));
    Ok(files)
}

/// Files in one ZIP, deflated, without a time: the same files are the same bytes.
///
/// # Errors
/// If it cannot be written.
pub fn zipped(files: &[Taken]) -> Result<Vec<u8>, ZipError> {
    let mut writer = ZipWriter::new(Cursor::new(Vec::new()));
    for (name, text) in files {
        writer.start_file(name, SimpleFileOptions::default())?;
        writer.write_all(text.as_bytes())?;
    }
    Ok(writer.finish()?.into_inner())
}
