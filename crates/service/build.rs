//! Makes sure there is a folder of web files to embed, even before the web client has been built.

const WEB: &str = "../../web/dist";

fn main() {
    println!("cargo::rerun-if-changed={WEB}");
    if let Err(error) = std::fs::create_dir_all(WEB) {
        println!("cargo::error=The folder web/dist cannot be made: {error}.");
    }
}
