//! How many frames a second the simulated cutting machine draws while it works a mat of many lines, in the real browser.

use super::report;
use std::path::Path;
use std::time::Duration;
use wide_fold_browser::{Browser, Failed, Service};

/// Lines on the mat: the budget's.
const LINES: usize = 500;
/// Frames that are measured.
const FRAMES: usize = 300;

/// Counts the time from frame to frame while the machine runs; the slowest in a hundred may take 33 ms.
pub fn run(binary: &Path) -> Result<(), Failed> {
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build()?;
    runtime.block_on(async {
        let folder = tempfile::tempdir()?;
        let service = Service::start(binary, &folder.path().join("playing.db"), &[])?;
        let file = folder.path().join("many.svg");
        std::fs::write(&file, drawing())?;
        let browser = Browser::open(1280, 800).await?;
        browser.goto(&format!("{}/machine", service.url())).await?;
        browser.find("input[type=file]").await?.send_keys(&file.display().to_string()).await?;
        browser.until("document.querySelectorAll('.mat-line').length > 499").await?;
        browser.find(".player-tools .btn").await?.click().await?;
        let watch = "window.frames_ms = []; let last = performance.now();
            requestAnimationFrame(function step(now) {
                window.frames_ms.push(now - last); last = now; requestAnimationFrame(step);
            });";
        browser.run(watch).await?;
        browser.until(&format!("window.frames_ms.length > {FRAMES}")).await?;
        let times = browser.run("return window.frames_ms.slice(1)").await?;
        let times = times.as_array().into_iter().flatten().filter_map(|time| time.as_f64());
        let mut times: Vec<Duration> =
            times.map(|ms| Duration::from_secs_f64(ms.max(0.0) / 1000.0)).collect();
        report("frame to frame, a job of 500 lines on the machine (budget p99 33 ms)", &mut times);
        Ok(())
    })
}

/// Lines all over a mat of 12 × 12 in, each a small wave.
fn drawing() -> String {
    let lines: String = (0..LINES)
        .map(|n| {
            let (x, y) = (n % 25 * 12 + 2, n / 25 * 14 + 4);
            format!("<path stroke=\"#000\" fill=\"none\" d=\"M {x} {y} c 2 8 4 8 5 0 s 3 -8 5 0\"/>")
        })
        .collect();
    format!(
        "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"305mm\" height=\"305mm\" viewBox=\"0 0 305 305\"><g id=\"cut\">{lines}</g></svg>"
    )
}
