//! Writes what the documents show into a folder: `samples` of what the demo's bags are taken along as, and the schema of project files.

use serde_json::{Map, Value, json};
use std::error::Error;
use std::path::PathBuf;
use utoipa::{PartialSchema, ToSchema};
use wide_fold::demo;
use wide_fold_core::{Brief, Plan};
use wide_fold_formats::BriefText;
use wide_fold_formats::catalogue::{File, How, Media, exports};
use wide_fold_formats::project::ProjectText;

/// The bags that samples are kept of.
const SAMPLED: [&str; 2] = ["Bud vase", "Tea bowl"];

fn main() -> Result<(), Box<dyn Error>> {
    let folder = PathBuf::from(std::env::args().nth(1).ok_or("say which folder")?);
    for (name, json) in demo::bags().into_iter().filter(|(name, _)| SAMPLED.contains(name)) {
        let text: BriefText = serde_json::from_value(json)?;
        let plan = Plan::new(&Brief::try_from(&text)?)?;
        let own = folder.join("samples").join(name.to_lowercase().replace(' ', "-"));
        std::fs::create_dir_all(&own)?;
        let how = How::customary(plan.brief.unit);
        // Pictures are left out: a pixel more or less is another file. So is what only holds the others.
        let is_kept = |file: &File| !matches!(file.export.nature().media, Media::Png | Media::Zip);
        for file in exports(&plan).into_iter().filter(is_kept) {
            std::fs::write(own.join(file.file(&plan)), file.write(&plan, name, &how)?)?;
        }
    }
    let schema = serde_json::to_string_pretty(&project_schema()?)?;
    std::fs::write(folder.join("project.schema.json"), schema + "\n")?;
    Ok(())
}

/// The schema of a project file by itself (JSON Schema, draft 2020-12).
fn project_schema() -> Result<Value, serde_json::Error> {
    let mut parts = Vec::new();
    ProjectText::schemas(&mut parts);
    let mut defs = Map::new();
    for (name, schema) in parts {
        defs.insert(name, serde_json::to_value(schema)?);
    }
    let mut schema = serde_json::to_value(ProjectText::schema())?;
    schema["$schema"] = json!("https://json-schema.org/draft/2020-12/schema");
    schema["title"] = json!("A project file of Wide Fold");
    schema["$defs"] = Value::Object(defs);
    let text = schema.to_string().replace("#/components/schemas/", "#/$defs/");
    serde_json::from_str(&text)
}
