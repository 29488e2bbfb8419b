//! The simulated cutting machine, from the file to the pieces of the bag; and a project file carried from one program to another.

use crate::house::House;
use wide_fold_browser::Key;

impl House {
    async fn upload(&self, css: &str, path: &std::path::Path) {
        let input = self.browser.find(css).await.unwrap();
        input.send_keys(&path.display().to_string()).await.unwrap();
    }
}

#[tokio::test]
async fn a_file_goes_on_the_machine_and_comes_off_as_the_bag() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2").await;
    house.saved().await;
    house.click(".download").await;
    house.click(".take-try:not(.is-printer)").await;
    house.reads("Nothing is cut").await;
    house.reads("all on the mat, each once").await;
    house.is_sound("the cutting machine").await;
    // By keyboard: start, pause, and stopped it begins anew. At its own speed it would take more than a minute.
    house.click(".player-speed label:first-of-type input").await;
    let start = house.browser.find(".player-tools .btn").await.unwrap();
    start.send_keys(&Key::Enter.to_string()).await.unwrap();
    house.browser.until("document.querySelector('.player progress').value > 1").await.unwrap();
    start.send_keys(&Key::Enter.to_string()).await.unwrap();
    house.reads("Paused: the tool is lifted.").await;
    let at = "return document.querySelector('.player progress').value";
    let paused = house.browser.run(at).await.unwrap();
    tokio::time::sleep(std::time::Duration::from_millis(200)).await;
    assert_eq!(house.browser.run(at).await.unwrap(), paused);
    house.press("Stop").await;
    assert_eq!(house.browser.run(at).await.unwrap().as_f64(), Some(0.0));
    house.click(".player-speed label:last-of-type input").await;
    house.press("Start").await;
    house.reads("Done: 2 pieces with folds").await;
    house.is_sound("the cutting machine when it is done").await;
    let open = "return document.querySelectorAll(\".mat-line[data-state='open']\").length";
    assert_eq!(house.browser.run(open).await.unwrap().as_u64(), Some(0));
    let folded = "return document.querySelectorAll('.mat-piece.is-folded').length";
    assert_eq!(house.browser.run(folded).await.unwrap().as_u64(), Some(2));
}

#[tokio::test]
async fn a_fault_is_told_and_mended_with_one_press() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2/machine").await;
    house.reads("all on the mat, each once").await;
    let rollers = house.browser.find_path("//label[contains(., 'Rollers')]//input").await.unwrap();
    rollers.send_keys("8 mm").await.unwrap();
    rollers.send_keys(&Key::Enter.to_string()).await.unwrap();
    house.reads("under the rollers").await;
    house.reads("The outer 8.0 mm of the mat").await;
    house.press("Take a mat of 24 × 24 in").await;
    house.reads("all on the mat, each once").await;
    // A file of somebody else's that nobody can work says why, and the machine stays usable.
    let folder = tempfile::tempdir().unwrap();
    let bomb = folder.path().join("bomb.svg");
    std::fs::write(&bomb, "<!DOCTYPE a [<!ENTITY b \"c\">]><svg xmlns=\"http://www.w3.org/2000/svg\"/>")
        .unwrap();
    house.upload(".machine-side input[type=file]", &bomb).await;
    house.reads("bomb.svg: It declares entities of its own").await;
    house.is_sound("the machine with a file it cannot read").await;
    let files = house.browser.find(".machine-file select").await.unwrap();
    files.select_by_label("The sheet, DXF").await.unwrap();
    house.reads("all on the mat, each once").await;
}

#[tokio::test]
async fn a_project_is_carried_into_an_empty_program() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/").await;
    house.press("Save all bags and papers as one file").await;
    let file = house.download_bytes("wide-fold-project.json").await;
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("project.json");
    std::fs::write(&path, &file).unwrap();
    let other = House::open((1280, 800), &[]).await;
    other.goto("/").await;
    other.upload(".project-files input[type=file]", &path).await;
    other.reads("Platter in a box").await;
    other.is_sound("the look at a project file").await;
    let slips = "return document.querySelectorAll('.slip').length";
    assert_eq!(other.browser.run(slips).await.unwrap().as_u64(), Some(0), "a look adds nothing");
    other.press("Add these 11").await;
    other.reads("11 parts of the file are added").await;
    other.browser.until("document.querySelectorAll('.slip').length === 5").await.unwrap();
    // The same plan in both.
    let plan = "return fetch('/api/bags').then(a => a.json()).then(list => fetch('/api/bags/' + list.bags.find(bag => bag.name === 'Platter in a box').id))
        .then(a => a.json()).then(bag => fetch('/api/plan', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(bag.brief) })).then(a => a.text())";
    assert_eq!(house.browser.run(plan).await.unwrap(), other.browser.run(plan).await.unwrap());
    // A broken one is refused with what is wrong.
    std::fs::write(&path, &file[..file.len() / 2]).unwrap();
    other.upload(".project-files input[type=file]", &path).await;
    other.reads("it breaks off before its end").await;
}

#[tokio::test]
async fn a_printer_that_shrinks_pages_is_found_out_and_corrected() {
    let house = House::open((1280, 800), &["--demo"]).await;
    house.goto("/bags/2/printer").await;
    house.reads("Nothing is printed").await;
    house.reads("The square should be 2 in and measures").await;
    house.is_sound("the printer").await;
    house.click(".machine-faults .btn").await;
    house.reads("everything on these pages is as large as it says").await;
    house.is_sound("the printer when it is right").await;
    // The next sheet that is taken along is printed so too.
    house.goto("/bags/2").await;
    house.saved().await;
    house.click(".download").await;
    let typed =
        "[...document.querySelectorAll('.take-square input')].some((own) => own.value === '7 3/4 in')";
    house.browser.until(typed).await.unwrap();
    let asked =
        "document.querySelector(\".take-along a[href*='sheets.pdf']\").href.includes('line=7+3%2F4+in')";
    house.browser.until(asked).await.unwrap();
}

/// Somebody else's file in pixels and colours: what it does not say is asked for, and then it is worked.
#[tokio::test]
async fn a_file_that_says_neither_size_nor_tools_is_told_them() {
    let house = House::open((1280, 800), &["--demo"]).await;
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("trivet.svg");
    let svg = "<svg xmlns='http://www.w3.org/2000/svg' width='400' height='300'><style>.a{stroke:#c00;fill:none}.b{stroke:#04c}</style>\
        <rect class='a' x='40' y='40' width='200' height='150'/><path class='b' d='M140 40v150'/></svg>";
    std::fs::write(&path, svg).unwrap();
    house.goto("/machine").await;
    house.upload("input[type=file]", &path).await;
    house.reads("say what one unit of it is").await;
    house.is_sound("a file without a unit").await;
    let choose = |label: &str, value: &str| {
        format!(
            "const label = [...document.querySelectorAll('.machine-file')].find((own) => own.textContent.includes('{label}'));\
             const select = label.querySelector('select');\
             Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(select, '{value}');\
             select.dispatchEvent(new Event('change', {{ bubbles: true }}));"
        )
    };
    house.browser.run(&choose("One unit", "pixel")).await.unwrap();
    house.reads("Nothing is worked yet").await;
    house.is_sound("a file whose lines have no tool").await;
    house.browser.run(&choose("#cc0000", "cut")).await.unwrap();
    house.reads("1 line, all on the mat").await;
    house.browser.run(&choose("#0044cc", "score")).await.unwrap();
    house.reads("2 lines, all on the mat, each once").await;
    house.is_sound("a file that is told its tools").await;
}
