//! Writes everything that the demo's bud vase and platter can be taken along as into a folder: `docs/samples` of the project.

use std::error::Error;
use std::path::PathBuf;
use wide_fold::demo;
use wide_fold_core::{Brief, Plan};
use wide_fold_formats::BriefText;
use wide_fold_formats::bundle::everything;

/// The bags that samples are kept of: one sheet, and many.
const SAMPLED: [&str; 2] = ["Bud vase", "Tea bowl"];

fn main() -> Result<(), Box<dyn Error>> {
    let folder = PathBuf::from(std::env::args().nth(1).ok_or("say which folder")?);
    for (name, json) in demo::bags().into_iter().filter(|(name, _)| SAMPLED.contains(name)) {
        let text: BriefText = serde_json::from_value(json)?;
        let plan = Plan::new(&Brief::try_from(&text)?)?;
        let own = folder.join(name.to_lowercase().replace(' ', "-"));
        std::fs::create_dir_all(&own)?;
        for (file, bytes) in everything(&plan, name)? {
            std::fs::write(own.join(file), bytes)?;
        }
    }
    Ok(())
}
