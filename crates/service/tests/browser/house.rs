//! A service, a browser and the hands to use them.

use serde_json::Value;
use std::path::Path;
use tempfile::TempDir;
use wide_fold_browser::{Browser, Service};

pub const WIDTH: &str = "//label[text()='Width']/following-sibling::span/input";
pub const GUSSET: &str = "//label[text()='Gusset']/following-sibling::span/input";
pub const HEIGHT: &str = "//label[text()='Height']/following-sibling::span/input";

pub struct House {
    pub service: Service,
    pub browser: Browser,
    pub folder: TempDir,
}

impl House {
    pub async fn open(size: (u32, u32), more: &[&str]) -> Self {
        let folder = tempfile::tempdir().unwrap();
        let binary = Path::new(env!("CARGO_BIN_EXE_wide-fold"));
        let service = Service::start(binary, &folder.path().join("bags.db"), more).unwrap();
        let browser = Browser::open(size.0, size.1).await.unwrap();
        browser.goto(service.url()).await.unwrap();
        Self { service, browser, folder }
    }

    pub async fn goto(&self, path: &str) {
        self.browser.goto(&format!("{}{path}", self.service.url())).await.unwrap();
    }

    pub async fn click(&self, css: &str) {
        self.browser.find(css).await.unwrap().click().await.unwrap();
    }

    /// Presses a button until it has nothing left to do.
    pub async fn press_while_enabled(&self, name: &str) {
        let script = format!("return document.querySelector('[aria-label={name}]').disabled");
        while self.browser.run(&script).await.unwrap() == Value::Bool(false) {
            self.click(&format!("[aria-label={name}]")).await;
        }
    }

    /// Types over what stands in a field of the drawing.
    pub async fn retype(&self, field: &str, text: &str) {
        let input = self.browser.find_path(field).await.unwrap();
        input.click().await.unwrap();
        self.browser.type_keys(text).await.unwrap();
    }

    pub async fn value(&self, field: &str) -> String {
        self.browser.find_path(field).await.unwrap().prop("value").await.unwrap().unwrap()
    }

    /// Waits until a text can be read on the page: what is not drawn does not count, and a figure is read as it is read aloud.
    pub async fn reads(&self, text: &str) {
        let text = Value::from(text);
        let seen = "const seen = node => {
            if (node.nodeType === Node.TEXT_NODE) return node.data;
            if (!(node instanceof HTMLElement) && !(node instanceof SVGElement)) return '';
            const style = getComputedStyle(node);
            if (style.display === 'none' || style.visibility === 'hidden' || node.tagName === 'SELECT') return '';
            // Hidden from sight it counts only as the words of the figure beside it.
            const figure = node.nextElementSibling?.querySelector('.frac');
            if (node.classList.contains('visually-hidden') && !figure) return '';
            if (node.getAttribute('aria-hidden') === 'true' && node.querySelector('.frac')) return '';
            const own = [...node.childNodes].map(seen).join('');
            return style.display.startsWith('inline') ? own : `${own}\n`;
        };
        // Read anew when the page has changed, or might have without a word: to read all of it takes longer than most of its changes.
        const known = window.readByTest ??= { text: '', at: -Infinity };
        if (known.at === -Infinity) {
            const all = { subtree: true, childList: true, characterData: true, attributes: true };
            new MutationObserver(() => (known.at = 0)).observe(document, all);
        }
        if (known.at <= 0 || performance.now() - known.at > 500) {
            Object.assign(known, { text: seen(document.body), at: performance.now() });
        }";
        self.browser
            .until(&format!("(() => {{ {seen} return known.text.includes({text}); }})()"))
            .await
            .unwrap_or_else(|error| panic!("{text}: {error:?}"));
    }

    /// Presses a button by the text in it.
    pub async fn press(&self, text: &str) {
        let path = format!("//button[contains(normalize-space(.), {text:?})]");
        self.browser.find_path(&path).await.unwrap().click().await.unwrap();
    }

    /// Waits for a file to come down, and reads it.
    pub async fn download(&self, name: &str) -> String {
        String::from_utf8(self.download_bytes(name).await).unwrap()
    }

    /// The same for a file that is no text.
    pub async fn download_bytes(&self, name: &str) -> Vec<u8> {
        let file = self.browser.downloads().join(name);
        // Everything as one file is painted too, and takes its time where nothing is optimised.
        for _ in 0..600 {
            // An empty file holds its place while it comes.
            if let Some(bytes) = std::fs::read(&file).ok().filter(|bytes| !bytes.is_empty()) {
                return bytes;
            }
            tokio::time::sleep(std::time::Duration::from_millis(50)).await;
        }
        let there = std::fs::read_dir(self.browser.downloads());
        panic!("{file:?} among {:?}", there.map(|files| files.flatten().collect::<Vec<_>>()))
    }

    /// Follows a link by the text in it.
    pub async fn press_link(&self, text: &str) {
        let path = format!("//a[contains(normalize-space(.), {text:?})]");
        self.browser.find_path(&path).await.unwrap().click().await.unwrap();
    }

    /// Goes from field to field with the tab key until the one that is meant has the focus.
    pub async fn tab_to(&self, css: &str) {
        let is_there = format!("return document.activeElement?.matches({css:?}) ?? false");
        for _ in 0..80 {
            if self.browser.run(&is_there).await.unwrap() == serde_json::Value::Bool(true) {
                return;
            }
            self.browser.type_keys(TAB).await.unwrap();
        }
        panic!("no tab leads to {css}");
    }

    /// Goes back to the size and takes the first paper of the shelf for the bag.
    pub async fn choose_paper(&self) {
        self.click("#stage-size").await;
        self.browser.find("select[aria-label='Paper from the shelf'] option:nth-child(2)").await.unwrap();
        self.choose("Paper from the shelf", "1").await;
        self.browser
            .until("document.querySelector(\"[aria-label='Paper from the shelf']\").value === '1'")
            .await
            .unwrap();
    }

    /// Picks an option of a word in a sentence.
    pub async fn choose(&self, name: &str, value: &str) {
        let select = self.browser.find(&format!("select[aria-label='{name}']")).await.unwrap();
        select.select_by_value(value).await.unwrap();
    }

    /// Shows the folded bag as a line drawing, whether or not the browser can draw in space.
    pub async fn draws_the_bag(&self) {
        self.browser.find_path("//button[text()='Folded bag']").await.unwrap().click().await.unwrap();
        self.browser.find(".bag-solid, .bag-drawing").await.unwrap();
        let pressed = "return document.querySelector(\"[aria-label='Line drawing']\").ariaPressed";
        if self.browser.run(pressed).await.unwrap() == "false" {
            self.click("[aria-label='Line drawing']").await;
        }
        self.browser.find(".bag-drawing .facet").await.unwrap();
    }

    /// What the fold slider says the bag is.
    pub async fn bag_is(&self, state: &str) {
        let script =
            format!("document.querySelector('.fold-way label')?.innerText.trim() === {}", Value::from(state));
        self.browser.until(&script).await.unwrap();
    }

    pub async fn saved(&self) {
        self.browser.until("document.querySelector('.saving')?.innerText.trim() === 'Saved'").await.unwrap();
    }

    /// The figures of the scores above the piece, as they are drawn for each upright crease.
    pub async fn scores(&self) -> Vec<String> {
        self.click("#stage-score").await;
        self.browser.find(".score-figures").await.unwrap();
        let script = "return [...document.querySelectorAll('.score-figures')].map(pass =>
            [...pass.querySelectorAll(':scope > span:not(.visually-hidden)')]
                .map(line => (line.querySelector('.visually-hidden') ?? line).textContent).join(' '))";
        let scores = self.browser.run(script).await.unwrap();
        scores.as_array().unwrap().iter().map(|pass| pass.as_str().unwrap().to_owned()).collect()
    }

    /// Every measurement on the drawing can be read whole.
    pub async fn shows_every_measurement(&self, where_: &str) {
        let script =
            "return [...document.querySelectorAll('.dimension label, .dimension .length-figure > span')]
            .map(part => [part.textContent, part.getBoundingClientRect()])
            .filter(([, box]) => box.left < 0 || box.right > document.documentElement.clientWidth)
            .map(([name, box]) => `${name} from ${box.left} to ${box.right}`)";
        assert_eq!(self.browser.run(script).await.unwrap(), Value::Array(Vec::new()), "{where_}");
    }

    /// Nothing runs past the side of the page, and nothing is against WCAG 2.1 A or AA as far as axe can tell.
    pub async fn is_sound(&self, where_: &str) {
        let wide =
            self.browser.run("return document.documentElement.scrollWidth - innerWidth").await.unwrap();
        assert!(wide.as_i64().unwrap() <= 0, "{where_} scrolls sideways by {wide}");
        let axe = concat!(env!("CARGO_MANIFEST_DIR"), "/../../web/node_modules/axe-core/axe.min.js");
        self.browser.run(&std::fs::read_to_string(axe).unwrap()).await.unwrap();
        let script = "const done = arguments[arguments.length - 1];
            axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'] })
               .then(found => done(found.violations.map(v => v.id + ': ' + v.nodes.map(n => n.target + ' ' + n.failureSummary).join('; '))))";
        let found = self.browser.client().execute_async(script, Vec::new()).await.unwrap();
        assert_eq!(found, Value::Array(Vec::new()), "{where_}");
    }
}

pub fn text(keys: &[&str]) -> String {
    keys.concat()
}

pub const TAB: &str = "\u{e004}";
pub const ENTER: &str = "\u{e007}";
