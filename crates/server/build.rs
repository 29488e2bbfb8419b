//! Makes sure there is a folder of web files to embed, even before the web client has been built.

use std::{fs, path::Path};

fn main() {
    let dist = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../web/dist");
    println!("cargo::rerun-if-changed={}", dist.display());
    if let Err(error) = fs::create_dir_all(&dist) {
        println!("cargo::error=The folder web/dist cannot be made: {error}.");
    }
}
