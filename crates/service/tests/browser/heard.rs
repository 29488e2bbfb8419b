//! The door that begins with somebody's figures.

use crate::house::{House, TAB, text};
use wide_fold_browser::Key;

#[tokio::test]
async fn misheard_figures_become_a_bag_by_keyboard() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/").await;
    house.tab_to("a[href='/heard']").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.reads("Start from somebody’s figures").await;
    house.is_sound("the door of the figures").await;
    house.tab_to("#heard-words").await;
    let words = "Two lovely sheets 8¾ × 8¼, score both at 6 and 7¼, turn, score at 2¼ from the bottom";
    house.browser.type_keys(words).await.unwrap();
    // Phrase for phrase what was understood, and what was not.
    house.reads("passed over").await;
    house.reads("2 pieces alike").await;
    house.reads("a quarter turn").await;
    house.reads("As heard, the gusset is 1¼ and the tab 1½; they meet at 2¼ and ½, 1 off.").await;
    house.browser.until("document.querySelectorAll('.line-field.is-amiss').length === 1").await.unwrap();
    house.is_sound("figures that do not meet").await;
    // Never silently: the first correction is taken with a key.
    house.browser.until("!document.querySelector('.reading.is-first button').disabled").await.unwrap();
    house.tab_to(".reading.is-first button").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    house.reads("It makes this bag").await;
    let said = "document.getElementById('heard-words').value.includes('6 and 8¼')";
    house.browser.until(said).await.unwrap();
    house.is_sound("a bag that was read").await;
    house.browser.until("!document.querySelector('.reading.is-first button').disabled").await.unwrap();
    house.tab_to(".reading.is-first button").await;
    house.browser.type_keys(&Key::Enter.to_string()).await.unwrap();
    // It opens as a bag and keeps its words.
    house.reads("Read from").await;
    house.reads("score both at 6 and 8¼").await;
    house.is_sound("a bag with its words").await;
}

#[tokio::test]
async fn figures_are_entered_on_the_drawing_and_a_question_is_answered() {
    let house = House::open((1280, 800), &[]).await;
    house.goto("/heard").await;
    let size = "[aria-label='Size of the sheet']";
    house.tab_to(size).await;
    house.browser.type_keys(&text(&["12 × 8½", TAB])).await.unwrap();
    house.browser.until("document.getElementById('heard-words').value === '12 × 8½'").await.unwrap();
    for figure in ["2", "5 3/4", "7 3/4", "11 1/4"] {
        house.tab_to(".one-more input").await;
        house.browser.type_keys(&format!("{figure}{}", Key::Enter)).await.unwrap();
        house
            .browser
            .until(&format!(
                "document.getElementById('heard-words').value.includes('{figure} from the left')"
            ))
            .await
            .unwrap();
    }
    for figure in ["2", "7 1/2"] {
        house.browser.run("document.querySelectorAll('.one-more input')[1].focus()").await.unwrap();
        house.browser.type_keys(&format!("{figure}{}", Key::Enter)).await.unwrap();
        house
            .browser
            .until(&format!(
                "document.getElementById('heard-words').value.includes('{figure} from the bottom')"
            ))
            .await
            .unwrap();
    }
    house.browser.until("document.querySelectorAll('.line-field').length === 7").await.unwrap();
    // A figure is mended where it lies on the drawing, and so in the words.
    let wrong = "[aria-label^='Score 11 1/4']";
    house.browser.find(wrong).await.unwrap();
    house.tab_to(wrong).await;
    house.browser.type_keys(&text(&["11 1/2", TAB])).await.unwrap();
    house
        .browser
        .until("document.getElementById('heard-words').value.includes('11 1/2 from the left')")
        .await
        .unwrap();
    house.reads("What becomes of the band at the top?").await;
    house.is_sound("a question").await;
    house.browser.until("!document.querySelector('.asks button').disabled").await.unwrap();
    house.press("A hem, turned out").await;
    house.reads("It makes").await;
    house.browser.until("document.querySelector('.asks') === null").await.unwrap();
    // Taken back with a key.
    house.browser.type_keys(&text(&["\u{e009}", "z", "\u{e000}"])).await.unwrap();
    house.browser.find(".asks").await.unwrap();
}

#[tokio::test]
async fn a_unit_that_nobody_named_is_asked_about_and_what_is_refused_is_not_drawn() {
    let house = House::open((1280, 800), &[]).await;
    house.goto("/heard").await;
    let unit = "document.querySelector('.heard-tools label select')";
    house.browser.until(&format!("{unit}?.value === 'inch'")).await.unwrap();
    house.tab_to("#heard-words").await;
    let words = "30 × 21, score at 5, 14, 19 and 28, turn, score at 5";
    house.browser.type_keys(words).await.unwrap();
    house.reads("are these inches, or centimetres?").await;
    house.reads("tab 2").await;
    // Measured otherwise, the same words make another bag; it is still asked, and the answer is said in the words.
    house.tab_to(".heard-tools label select").await;
    house.browser.type_keys("m").await.unwrap();
    house.browser.until(&format!("{unit}.value === 'metric'")).await.unwrap();
    house.reads("tab 20 mm").await;
    house.is_sound("a unit that is asked about").await;
    house.browser.until("!document.querySelector('.asks button').disabled").await.unwrap();
    house.press("Centimetres").await;
    house
        .browser
        .until("document.getElementById('heard-words').value.endsWith('In centimetres.')")
        .await
        .unwrap();
    house.browser.until("document.querySelector('.asks') === null").await.unwrap();
    house.browser.until("document.querySelectorAll('.line-field').length === 6").await.unwrap();
    // What is taken back is not read, and nothing of what was read before is left on the drawing.
    house.tab_to("#heard-words").await;
    house.browser.type_keys(" No turn.").await.unwrap();
    house.reads("takes back what is said round it").await;
    house.browser.until("document.querySelectorAll('.line-field').length === 1").await.unwrap();
}
