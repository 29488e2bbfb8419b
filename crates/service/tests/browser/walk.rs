//! Every control of every stage of every demo bag is pressed once, and the page is looked at after each.

use crate::house::House;
use rstest::rstest;
use serde_json::Value;

/// Presses one control after the other in the page, takes back what it did, and collects whatever is wrong: `window.walked`.
const WALK: &str = r#"
window.walked = null;
const faults = [];
const note = text => faults.push(text);
window.onerror = message => note(`error: ${message}`);
window.onunhandledrejection = event => note(`rejected: ${event.reason}`);
const complain = console.error;
console.error = (...words) => { note(`console: ${words.join(' ').slice(0, 200)}`); complain(...words); };
if (!window.asks) {
  const ask = window.fetch;
  window.asks = 0;
  window.fetch = async (...what) => {
    window.asks += 1;
    try {
      const answer = await ask(...what);
      if (answer.status >= 400) window.failed?.(`${answer.status} of ${what[0]?.url ?? what[0]}`);
      return answer;
    } finally {
      window.asks -= 1;
    }
  };
}
window.failed = text => note(`refused: ${text}`);
const pause = ms => new Promise(done => setTimeout(done, ms));
const answered = async () => {
  await pause(60);
  for (let n = 0; n < 80 && window.asks > 0; n += 1) await pause(25);
};
const saved = async () => {
  const is = () => document.querySelector('.saving')?.innerText.trim() === 'Saved';
  for (let n = 0; n < 800 && !is(); n += 1) await pause(25);
  if (!is()) note('what was pressed last is not saved');
};
const box = node => node.getBoundingClientRect();
const drawn = node => box(node).width > 0 && getComputedStyle(node).visibility !== 'hidden';
const name = node => (node.getAttribute('aria-label') ?? node.innerText ?? '').trim().replace(/\s+/g, ' ').slice(0, 40) || node.className;
const controls = () => [...document.querySelectorAll('.bench-sheet button, .bench-sheet select, .bench-panel button, .bench-panel select, .bench-panel summary, .bench-panel input[type=checkbox]')]
  .filter(node => drawn(node) && !node.disabled && !node.closest('.saved-download, .take-paper, .leftovers ul'));
const overlaps = () => {
  const texts = [...document.querySelectorAll('.drawing .dimension, .drawing .scores > g')].filter(drawn);
  for (let i = 0; i < texts.length; i += 1) for (let j = i + 1; j < texts.length; j += 1) {
    const [a, b] = [box(texts[i]), box(texts[j])];
    const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
    const tall = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
    if (wide > 3 && tall > 6) return `${texts[i].textContent.slice(0, 12)} over ${texts[j].textContent.slice(0, 12)}`;
  }
  return null;
};
(async () => {
  const count = controls().length;
  for (let index = 0; index < count; index += 1) {
    const control = controls()[index];
    if (!control) continue;
    const called = name(control);
    control.scrollIntoView({ block: 'nearest' });
    control.focus();
    await pause(20);
    const before = box(control).top;
    if (control.tagName === 'SELECT') {
      const next = [...control.options].findIndex((option, at) => at !== control.selectedIndex && !option.disabled);
      if (next < 0) continue;
      control.selectedIndex = next;
      control.dispatchEvent(new Event('change', { bubbles: true }));
    } else {
      control.click();
    }
    await answered();
    if (document.activeElement === null || document.activeElement === document.body) note(`focus lost after ${called}`);
    // A word of a sentence may go to the next line. Where a panel is scrolled to its end it cannot hold a control that far.
    if (control.isConnected && drawn(control) && control.closest('.decides, .builds') && Math.abs(box(control).top - before) > 40) {
      const panel = document.querySelector('.bench-panel');
      const ends = panel.scrollTop <= 1 || panel.scrollTop + panel.clientHeight >= panel.scrollHeight - 1;
      if (!ends || control.closest('.decides')) note(`${called} moved by ${Math.round(box(control).top - before)}`);
    }
    const over = overlaps();
    if (over) note(`after ${called}: ${over}`);
    if (document.documentElement.scrollWidth > innerWidth) note(`after ${called} the page scrolls sideways`);
    // Back to where it was.
    document.querySelector(`[aria-label='What is drawn'] button`)?.click();
    for (let n = 0; n < 8; n += 1) {
      const undo = document.querySelector('[aria-label=Undo]');
      if (!undo || undo.disabled) break;
      undo.click();
      await pause(15);
    }
    await answered();
  }
  await saved();
  window.walked = { count, faults };
})();
"#;

#[rstest]
#[tokio::test]
async fn every_control_does_no_harm(#[values(1, 2, 3, 4, 5)] bag: usize) {
    let house = House::open((1280, 800), &["--demo"]).await;
    let mut pressed = 0;
    for stage in ["size", "handle", "trim", "score", "cut", "glue"] {
        house.goto(&format!("/bags/{bag}")).await;
        house.click(&format!("#stage-{stage}")).await;
        house.browser.until("document.querySelector('.drawing svg') !== null").await.unwrap();
        house.browser.until("document.querySelector('.saving')?.innerText.trim() === 'Saved'").await.unwrap();
        house.browser.run(WALK).await.unwrap();
        let mut walked = Value::Null;
        for _ in 0..1200 {
            tokio::time::sleep(std::time::Duration::from_millis(100)).await;
            walked = house.browser.run("return window.walked").await.unwrap();
            if !walked.is_null() {
                break;
            }
        }
        assert_eq!(walked["faults"], Value::Array(Vec::new()), "bag {bag}, {stage}");
        pressed += walked["count"].as_u64().unwrap();
    }
    assert!(pressed > 60, "{pressed}");
}

/// No width from a phone's, zoomed in, to a large screen's scrolls sideways or cuts a measurement off.
#[tokio::test]
async fn every_width_shows_everything() {
    let house = House::open((1280, 800), &["--demo"]).await;
    for (width, height) in [(320, 640), (390, 844), (640, 400), (768, 1024), (1024, 768), (1920, 1080)] {
        let size =
            serde_json::json!({ "width": width, "height": height, "deviceScaleFactor": 1, "mobile": false });
        house.browser.emulate("Emulation.setDeviceMetricsOverride", size).await.unwrap();
        for bag in 1..=5 {
            house.goto(&format!("/bags/{bag}")).await;
            house.browser.find(".drawing .dimension").await.unwrap();
            house.shows_every_measurement(&format!("bag {bag} at {width}")).await;
            let wide =
                house.browser.run("return document.documentElement.scrollWidth - innerWidth").await.unwrap();
            assert!(wide.as_i64().unwrap() <= 0, "bag {bag} at {width} scrolls sideways by {wide}");
        }
        for page in ["/", "/shelf", "/cut", "/machine", "/bags/5/machine", "/bags/5/printer"] {
            house.goto(page).await;
            house.browser.find("h1").await.unwrap();
            let wide =
                house.browser.run("return document.documentElement.scrollWidth - innerWidth").await.unwrap();
            assert!(wide.as_i64().unwrap() <= 0, "{page} at {width} scrolls sideways by {wide}");
        }
    }
}

/// Axe in forced colours and in print too; what has the focus is told apart in both, and pressed from not pressed.
#[rstest]
#[case("forced-colors", "active", "")]
#[case("", "", "print")]
#[tokio::test]
async fn other_renderings_are_sound(#[case] feature: &str, #[case] value: &str, #[case] media: &str) {
    let house = House::open((1280, 800), &["--demo"]).await;
    let features = serde_json::json!([{ "name": feature, "value": value }]);
    let features = if feature.is_empty() { serde_json::json!([]) } else { features };
    let how = serde_json::json!({ "media": media, "features": features });
    house.browser.emulate("Emulation.setEmulatedMedia", how).await.unwrap();
    house.goto("/bags/2").await;
    house.reads("How it is built").await;
    house.is_sound(if media.is_empty() { feature } else { media }).await;
    if feature == "forced-colors" {
        let script = "const [on, off] = ['true', 'false'].map(pressed => document.querySelector(`.piece-switch [aria-pressed=${pressed}]`));
            return getComputedStyle(on).borderTopWidth !== getComputedStyle(off).borderTopWidth";
        assert_eq!(house.browser.run(script).await.unwrap(), Value::Bool(true));
    }
}
