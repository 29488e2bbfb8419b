//! The screenshots in docs/screenshots, taken from the demo's bags.

use wide_fold_browser::{Browser, Failed, Service};
use xtask::{self as tools, Chore, cargo, project, web};

/// Takes every screenshot anew.
pub fn run() -> Chore {
    tools::browser()?;
    web::build()?;
    cargo(&["build", "--release", "--package", "wide-fold"])?;
    let runtime = tokio::runtime::Builder::new_current_thread()
        .enable_all()
        .build()
        .map_err(|error| error.to_string())?;
    let folder = tempfile::tempdir().map_err(|error| error.to_string())?;
    let binary = project().join("target/release/wide-fold");
    let service = Service::start(&binary, &folder.path().join("demo.db"), &["--demo"])
        .map_err(|error| error.to_string())?;
    runtime.block_on(take(&service)).map_err(|error| error.to_string())
}

/// Lets the drawing in space come to rest.
async fn settle() {
    tokio::time::sleep(std::time::Duration::from_secs(2)).await;
}

async fn take(service: &Service) -> Result<(), Failed> {
    let folder = project().join("docs/screenshots");
    std::fs::create_dir_all(&folder)?;
    let browser = Browser::open(1280, 800).await?;
    let address = |path: &str| format!("{}{path}", service.url());

    browser.goto(&address("/")).await?;
    browser.find(".slip .thumbnail").await?;
    browser.shot(&folder.join("bags.png")).await?;

    browser.goto(&address("/bags/1")).await?;
    browser.find(".drawing .dimension").await?;
    browser.find(".builds .way").await?;
    browser.find("select[aria-label='Paper from the shelf']").await?;
    browser.shot(&folder.join("bag-size.png")).await?;
    browser.find("#stage-score").await?.click().await?;
    browser.find(".score-figures").await?;
    browser.shot(&folder.join("bag-score.png")).await?;

    browser.goto(&address("/bags/2")).await?;
    browser.find_path("//button[text()='Folded bag']").await?.click().await?;
    browser.find(".bag-solid, .bag-drawing").await?;
    settle().await;
    browser.shot(&folder.join("bag-folded.png")).await?;

    browser.goto(&address("/bags/2")).await?;
    browser.find("#stage-handle").await?.click().await?;
    browser.find(".face-drawing .grip").await?;
    browser.find(".handle-kinds button").await?;
    browser.shot(&folder.join("bag-handle.png")).await?;

    browser.goto(&address("/bags/2")).await?;
    browser.find(".drawing .dimension").await?;
    browser.until("document.querySelector('.saving')?.innerText.trim() === 'Saved'").await?;
    browser.find(".download").await?.click().await?;
    browser.find(".take-along li").await?;
    settle().await;
    browser.shot(&folder.join("take-along.png")).await?;
    browser.goto(&address("/bags/2/machine")).await?;
    browser.find(".player-speed label:last-child input").await?.click().await?;
    browser.find(".player-tools .btn").await?.click().await?;
    browser.until("document.querySelector('.player-says').innerText.startsWith('Done')").await?;
    browser.shot(&folder.join("machine.png")).await?;
    browser.goto(&address("/bags/2/printer")).await?;
    browser.find(".printer-first image").await?;
    browser.find(".printer-pages li img").await?;
    settle().await;
    browser.shot(&folder.join("printer.png")).await?;

    browser.goto(&address("/bags/1/table")).await?;
    browser.find(".walk li:nth-child(2) button").await?.click().await?;
    browser.find(".on-board").await?;
    settle().await;
    browser.shot(&folder.join("table.png")).await?;

    browser.goto(&address("/bags/5")).await?;
    browser.find_path("//button[text()='From my shelf']").await?.click().await?;
    browser.find(".nearby .btn").await?;
    browser.find(".way-slip").await?;
    browser.shot(&folder.join("bag-ways.png")).await?;

    browser.goto(&address("/shelf")).await?;
    browser.find(".paper-slip").await?;
    browser.shot(&folder.join("shelf.png")).await?;

    browser.goto(&address("/gift")).await?;
    browser.find(".measures input").await?.click().await?;
    browser.type_keys("3 1/2\t5").await?;
    browser.until("document.querySelectorAll('.fit').length === 3").await?;
    settle().await;
    browser.shot(&folder.join("gift.png")).await?;

    browser.goto(&address("/paper")).await?;
    browser.find(".family-sheet .piece").await?;
    browser.find(".parted li").await?;
    settle().await;
    browser.shot(&folder.join("paper.png")).await?;

    browser.goto(&address("/heard")).await?;
    browser.find(".heard-empty button").await?.click().await?;
    browser.find(".reading .thumbnail").await?;
    settle().await;
    browser.shot(&folder.join("heard.png")).await?;

    browser.goto(&address("/cut")).await?;
    for (bag, copies) in [("Bud vase", "12"), ("Platter in a box", "5")] {
        browser.find(&format!("[aria-label='Number of {bag}']")).await?.click().await?;
        browser.type_keys(copies).await?;
    }
    browser.until("document.querySelectorAll('.cut-list > li').length > 3").await?;
    settle().await;
    browser.shot(&folder.join("cut-several.png")).await?;

    browser.goto(&address("/runs/1")).await?;
    browser.find(".run-needs li").await?;
    browser.find(".run-lines option:nth-child(2)").await?;
    settle().await;
    browser.shot(&folder.join("run.png")).await?;
    browser.goto(&address("/journal")).await?;
    browser.find(".plot svg").await?;
    settle().await;
    browser.run("document.querySelector('.plots').scrollIntoView({ block: 'center' })").await?;
    browser.shot(&folder.join("journal.png")).await?;
    drop(browser);

    let phone = Browser::open(390, 844).await?;
    phone.goto(&address("/bags/1")).await?;
    phone.find(".drawing .dimension").await?;
    phone.shot(&folder.join("bag-phone.png")).await?;
    drop(phone);

    // Last of all, for it changes the bag.
    let browser = Browser::open(1280, 800).await?;
    browser.goto(&address("/bags/1")).await?;
    browser.find("select[aria-label='Guide for notching and scoring'] option:nth-child(2)").await?;
    let select = browser.find("select[aria-label='Guide for notching and scoring']").await?;
    select.select_by_index(1).await?;
    browser.find(".guide-makes button:nth-of-type(2)").await?.click().await?;
    browser.find(".guide-makes [aria-pressed=true]").await?;
    browser.find("#stage-score").await?.click().await?;
    browser.find("svg[aria-label*='in the guide']").await?;
    settle().await;
    browser.shot(&folder.join("bag-guide.png")).await
}
