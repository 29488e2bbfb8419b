//! How long it takes until a bag is drawn, and from a key to the net drawn anew, in the real browser.

use super::report;
use std::path::Path;
use std::time::{Duration, Instant};
use wide_fold_browser::{Browser, Failed, Key, Service};

const KEYS: usize = 300;
const OPENINGS: usize = 20;

/// From the key's event to the frame after the outline of the piece has changed.
const WATCH: &str = "
    window.redrawn = [];
    const paper = () => document.querySelector('.drawing .paper')?.getAttribute('d');
    let [pressed, before] = [null, paper()];
    addEventListener('keydown', () => { [pressed, before] = [performance.now(), paper()]; }, true);
    new MutationObserver(() => {
        if (pressed === null || paper() === before) return;
        const since = pressed;
        pressed = null;
        requestAnimationFrame(() => window.redrawn.push(performance.now() - since));
    }).observe(document.querySelector('.drawing'), { subtree: true, childList: true, attributes: true });";

/// Types widths into the drawing of a demo bag.
pub fn run(binary: &Path) -> Result<(), Failed> {
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build()?;
    runtime.block_on(async {
        let folder = tempfile::tempdir()?;
        let service = Service::start(binary, &folder.path().join("typing.db"), &["--demo"])?;
        let browser = Browser::open(1280, 800).await?;
        let mut opened = Vec::new();
        for turn in 0..OPENINGS {
            browser.goto(&format!("{}/", service.url())).await?;
            let begun = Instant::now();
            browser.goto(&format!("{}/bags/{}", service.url(), turn % 5 + 1)).await?;
            browser.until("!!document.querySelector('.drawing .paper')?.getAttribute('d')").await?;
            opened.push(begun.elapsed());
        }
        report("first drawing of a bag, from its address", &mut opened);
        browser.goto(&format!("{}/bags/1", service.url())).await?;
        let width = browser.find_path("//label[text()='Width']/following-sibling::span/input").await?;
        browser.run(WATCH).await?;
        width.click().await?;
        let all = format!("{}a{}", Key::Control, Key::Null);
        for turn in 0..KEYS {
            browser.type_keys(&all).await?;
            let width = ["3", "4", "5"][turn % 3];
            browser.type_keys(width).await?;
            browser
                .until(&format!("document.querySelector('.reading').textContent.startsWith('{width} ×')"))
                .await?;
        }
        let times = browser.run("return window.redrawn").await?;
        let mut times: Vec<Duration> = times
            .as_array()
            .into_iter()
            .flatten()
            .filter_map(|time| time.as_f64())
            .map(|ms| Duration::from_secs_f64(ms / 1000.0))
            .collect();
        report("keystroke to redrawn net, in headless Chromium", &mut times);
        Ok(())
    })
}
