//! Names the rules bags are judged by (a hash of all that has a say in what the list shows of a bag).

use std::path::{Path, PathBuf};

const RULES: [&str; 6] =
    ["../asked/src", "../made/src", "../judged/src", "../repeated/src", "../formats/src", "src"];

fn main() {
    let mut files = Vec::new();
    for folder in RULES {
        println!("cargo::rerun-if-changed={folder}");
        gather(Path::new(folder), &mut files);
    }
    files.sort();
    // FNV-1a: the same on every machine.
    let mut hash = 0xcbf2_9ce4_8422_2325_u64;
    for file in files {
        for byte in std::fs::read(file).unwrap_or_default() {
            hash = (hash ^ u64::from(byte)).wrapping_mul(0x0000_0100_0000_01b3);
        }
    }
    println!("cargo::rustc-env=WIDE_FOLD_RULES={hash:016x}");
}

fn gather(folder: &Path, files: &mut Vec<PathBuf>) {
    for entry in std::fs::read_dir(folder).into_iter().flatten().flatten() {
        let path = entry.path();
        if path.is_dir() { gather(&path, files) } else { files.push(path) }
    }
}
