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
