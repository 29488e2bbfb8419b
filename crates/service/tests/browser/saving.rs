//! What is typed is kept, whatever becomes of the page, the window and the service while a save is on its way.

use crate::house::{House, WIDTH};
use std::io::{Read, Write};
use std::net::{Shutdown, TcpListener, TcpStream};
use std::path::Path;
use std::sync::atomic::{AtomicBool, Ordering};
use std::sync::{Arc, Mutex};
use std::time::Duration;
use wide_fold_browser::Service;

/// A way to the service on which saves can be held up, whoever has sent them.
struct Road {
    host: String,
    holds: Arc<AtomicBool>,
    held: Arc<Mutex<usize>>,
}

impl Road {
    fn to(service: &str) -> Self {
        let listener = TcpListener::bind("127.0.0.1:0").unwrap();
        let host = listener.local_addr().unwrap().to_string();
        let (holds, held) = (Arc::new(AtomicBool::new(false)), Arc::new(Mutex::new(0)));
        let own = (service.to_owned(), Arc::clone(&holds), Arc::clone(&held));
        std::thread::spawn(move || {
            for browser in listener.incoming().flatten() {
                let (service, holds, held) = (own.0.clone(), Arc::clone(&own.1), Arc::clone(&own.2));
                std::thread::spawn(move || carry(browser, &service, &holds, &held));
            }
        });
        Self { host, holds, held }
    }

    /// Holds up every save from now on.
    fn hold(&self) {
        self.holds.store(true, Ordering::SeqCst);
    }

    /// Lets them through, those as well that wait already.
    fn free(&self) {
        self.holds.store(false, Ordering::SeqCst);
    }

    /// Waits until a save is held up.
    async fn holds_one(&self) {
        for _ in 0..300 {
            if *self.held.lock().unwrap() > 0 {
                return;
            }
            tokio::time::sleep(Duration::from_millis(20)).await;
        }
        panic!("no save came");
    }
}

/// Carries one connection; without a service it ends.
fn carry(mut browser: TcpStream, service: &str, holds: &AtomicBool, held: &Mutex<usize>) {
    let Ok(mut there) = TcpStream::connect(service) else { return };
    let (mut answers, mut back) = (there.try_clone().unwrap(), browser.try_clone().unwrap());
    std::thread::spawn(move || {
        drop(std::io::copy(&mut answers, &mut back));
        back.shutdown(Shutdown::Both)
    });
    let mut room = [0; 64 * 1024];
    while let Ok(count @ 1..) = browser.read(&mut room) {
        if room.starts_with(b"PUT ") && holds.load(Ordering::SeqCst) {
            *held.lock().unwrap() += 1;
            while holds.load(Ordering::SeqCst) {
                std::thread::sleep(Duration::from_millis(10));
            }
            *held.lock().unwrap() -= 1;
        }
        if there.write_all(&room[..count]).is_err() {
            return;
        }
    }
    drop(there.shutdown(Shutdown::Write));
}

/// What becomes of the page.
#[derive(Clone, Copy, Debug)]
enum Goes {
    Reloaded,
    Closed,
    Back,
    ToTheShelf,
    ElsewhereAndBack,
    ServiceKilled,
}

/// One change is on its way, a second is typed, and the page goes: both arrive, the second last.
#[tokio::test]
async fn of_two_quick_changes_the_second_is_kept_wherever_one_goes() {
    let mut house = House::open((1280, 800), &["--demo"]).await;
    let road = Road::to(house.service.host());
    let at = |path: &str| format!("http://{}{path}", road.host);
    let db = house.folder.path().join("bags.db");
    let kept = "return fetch('/api/bags/1').then(a => a.json()).then(bag => bag.brief.finished.width)";
    let ways = [
        Goes::Reloaded,
        Goes::Closed,
        Goes::Back,
        Goes::ToTheShelf,
        Goes::ElsewhereAndBack,
        Goes::ServiceKilled,
    ];
    house.browser.goto(&at("/")).await.unwrap();
    for (n, goes) in ways.into_iter().enumerate() {
        house.browser.goto(&at("/shelf")).await.unwrap();
        house.browser.goto(&at("/bags/1")).await.unwrap();
        house.browser.find_path(WIDTH).await.unwrap();
        house.saved().await;
        road.hold();
        house.retype(WIDTH, &format!("{} 1/8", 3 + n % 2)).await;
        road.holds_one().await;
        let last = format!("{} {}/8", 3 + n % 2, if n % 4 < 2 { 3 } else { 5 });
        // The field has the focus already: what stands in it is taken whole.
        house.browser.type_keys(&format!("\u{e009}a\u{e000}{last}")).await.unwrap();
        let client = house.browser.client().clone();
        match goes {
            Goes::Reloaded => client.refresh().await.unwrap(),
            Goes::Closed => {
                let new = client.new_window(false).await.unwrap().handle;
                client.close_window().await.unwrap();
                client.switch_to_window(new).await.unwrap();
                client.goto(&at("/bags/1")).await.unwrap();
            }
            Goes::Back => client.back().await.unwrap(),
            Goes::ToTheShelf => client.goto(&at("/shelf")).await.unwrap(),
            Goes::ElsewhereAndBack => {
                client.goto("about:blank").await.unwrap();
                client.goto(&at("/bags/1")).await.unwrap();
            }
            Goes::ServiceKilled => {
                let host = house.service.host().to_owned();
                // Its place is taken by one that answers nothing of these.
                house.service = Service::start(binary(), &house.folder.path().join("other.db"), &[]).unwrap();
                road.free();
                house
                    .browser
                    .until("document.querySelector('.saving').innerText.includes('trying again')")
                    .await
                    .unwrap();
                client.refresh().await.unwrap();
                house.service = Service::start_at(&host, binary(), &db, &["--demo"]).unwrap();
                client.refresh().await.unwrap();
            }
        }
        road.free();
        let wanted = format!("{last} in");
        for _ in 0..200 {
            if house.browser.run(kept).await.is_ok_and(|width| width == wanted.as_str()) {
                break;
            }
            tokio::time::sleep(Duration::from_millis(50)).await;
        }
        assert_eq!(house.browser.run(kept).await.unwrap(), wanted.as_str(), "{goes:?}");
        // Nobody is asked about a change of their own.
        let asked = "return document.querySelector('.conflict') !== null";
        assert_eq!(house.browser.run(asked).await.unwrap(), false, "{goes:?}");
        let left = "Object.keys(localStorage).every(key => !key.startsWith('not kept'))";
        house.browser.until(left).await.unwrap_or_else(|error| panic!("{goes:?}: {error}"));
    }
}

fn binary() -> &'static Path {
    Path::new(env!("CARGO_BIN_EXE_wide-fold"))
}

/// With nobody there, what is counted on a run and on the shelf stays in the browser, is said to, and is kept when the service is back, also
/// if the page has been read anew meanwhile.
#[tokio::test]
async fn what_is_counted_while_nobody_answers_is_kept_later() {
    let mut house = House::open((1280, 800), &["--demo"]).await;
    let (host, db) = (house.service.host().to_owned(), house.folder.path().join("bags.db"));
    house.goto("/shelf").await;
    house.browser.find(".paper-count").await.unwrap();
    house.goto("/runs/1?part=sheets").await;
    house.browser.find(".cut-list .run-tick input").await.unwrap();
    let counts = "return Promise.all(['/api/runs/1', '/api/shelf'].map(at => fetch(at).then(a => a.json())))
        .then(([run, shelf]) => [run.lists[0].lots.map(lot => lot.done), run.lists[0].lots.map(lot => lot.of), shelf.papers.map(own => own.paper.count)])";
    let before = house.browser.run(counts).await.unwrap();
    let open = before[1]
        .as_array()
        .unwrap()
        .iter()
        .zip(before[0].as_array().unwrap())
        .position(|(of, done)| of != done);
    let lot = open.expect("a lot that is not all cut");
    let wanted = before[1][lot].as_i64().unwrap();
    // Another stands in its place, on another address.
    house.service = Service::start(binary(), &house.folder.path().join("other.db"), &[]).unwrap();
    let field = format!("document.querySelectorAll('.cut-list .run-tick input')[{lot}]");
    house.browser.run(&format!("{field}.focus(); {field}.select()")).await.unwrap();
    house.browser.type_keys(&wanted.to_string()).await.unwrap();
    house.browser.until(&format!("{field}.value === '{wanted}'")).await.unwrap();
    house.reads("kept in this browser").await;
    house.is_sound("nobody answers").await;
    house.service = Service::start_at(&host, binary(), &db, &["--demo"]).unwrap();
    house.goto("/shelf").await;
    let all = format!("{counts}.then(now => window.now = now[0][{lot}])");
    house
        .browser
        .until(&format!("({}) && window.now === {wanted}", all.trim_start_matches("return ")))
        .await
        .unwrap();
    house.browser.until("!document.querySelector('.unkept')").await.unwrap();
    house.is_sound("kept").await;
}

/// With nobody there, what shows the bag as it was saved says why it does not open, and opens it all the same if that is wanted; a bag
/// that cannot be shown comes by itself when there is an answer again, with what was changed.
#[tokio::test]
async fn a_bag_says_how_it_stands_while_nobody_answers() {
    let mut house = House::open((1280, 800), &["--demo"]).await;
    let (host, db) = (house.service.host().to_owned(), house.folder.path().join("bags.db"));
    house.goto("/bags/1").await;
    house.browser.find_path(WIDTH).await.unwrap();
    house.saved().await;
    house.service = Service::start(binary(), &house.folder.path().join("other.db"), &[]).unwrap();
    house.retype(WIDTH, "3 3/8").await;
    house
        .browser
        .until("document.querySelector('.saving').innerText.includes('trying again')")
        .await
        .unwrap();
    house.press("At the table").await;
    house.reads("The bag is not saved as it stands here").await;
    house.is_sound("not saved").await;
    // The same page, asked for anew once there is somebody who has the pages and nobody who has the bag.
    let shelf = "document.querySelector('a.brand').click()";
    house.browser.run(shelf).await.unwrap();
    house.browser.until("location.pathname === '/'").await.unwrap();
    house.browser.run("history.back()").await.unwrap();
    house.reads("The bag cannot be shown now").await;
    house.reads("is kept in this browser").await;
    house.is_sound("nobody answers").await;
    house.service = Service::start_at(&host, binary(), &db, &["--demo"]).unwrap();
    house.browser.find_path(WIDTH).await.unwrap();
    let kept =
        "fetch('/api/bags/1').then(a => a.json()).then(bag => { window.wide = bag.brief.finished.width })";
    house.browser.until(&format!("({kept}) && window.wide === '3 3/8 in'")).await.unwrap();
    house.saved().await;
}

/// A run that was changed elsewhere meanwhile: either version can be kept, and undo brings the other one back.
#[tokio::test]
async fn of_a_run_changed_twice_undo_brings_the_other_back() {
    let house = House::open((1280, 800), &["--demo"]).await;
    let copies = "input[aria-label='Number of Bud vase']";
    let elsewhere = |copies: u32| {
        format!(
            "return fetch('/api/runs/1').then(a => a.json()).then(run => fetch('/api/runs/1', {{ method: 'PUT',
                headers: {{ 'Content-Type': 'application/json', 'If-Match': '\"' + run.revision + '\"' }},
                body: JSON.stringify({{ name: run.name, date: run.date, holds: run.holds, archived: run.archived,
                    evenings: run.evenings.evenings.map(({{ date, minutes }}) => ({{ date, minutes }})),
                    lines: run.lines.map(({{ line, bag, copies, paper, side_paper }}, n) =>
                        ({{ line, bag, copies: n === 0 ? {copies} : copies, paper, side_paper }})) }}) }})).then(a => a.status)"
        )
    };
    let first = "return fetch('/api/runs/1').then(a => a.json()).then(run => run.lines[0].copies)";
    let is_kept = |count: u32| {
        let ask = first.trim_start_matches("return ");
        format!("({ask}.then(now => {{ window.first = now }})) && window.first === {count}")
    };
    house.goto("/runs/1").await;
    house.browser.find(copies).await.unwrap();
    let field = format!("document.querySelector(\"{copies}\")");
    for (mine, theirs) in [(14, 21), (15, 22)] {
        assert_eq!(house.browser.run(&elsewhere(theirs)).await.unwrap(), 200);
        house.browser.run(&format!("{field}.focus(); {field}.select()")).await.unwrap();
        house.browser.type_keys(&mine.to_string()).await.unwrap();
        house.reads("changed somewhere else").await;
        house.is_sound("changed elsewhere").await;
        let keeps_mine = mine == 14;
        house.press(if keeps_mine { "Keep mine" } else { "Take the saved one" }).await;
        let (now, other) = if keeps_mine { (mine, theirs) } else { (theirs, mine) };
        house.browser.until(&is_kept(now)).await.unwrap();
        house.browser.until(&format!("{field}.value === '{now}'")).await.unwrap();
        house.click("[aria-label='Undo the change']").await;
        house.browser.until(&is_kept(other)).await.unwrap();
        // Undo and redo outlive the page.
        house.goto("/runs/1").await;
        house.browser.find(copies).await.unwrap();
        house.click("[aria-label='Redo the change']").await;
        house.browser.until(&is_kept(now)).await.unwrap();
        house.goto("/runs/1").await;
        house.browser.find(copies).await.unwrap();
    }
}

/// What cannot be read is told at the foot of every page that leaves it out, and under Safe keeping with why; put away, it comes back.
#[tokio::test]
async fn what_cannot_be_read_is_told_and_put_away() {
    let house = House::open((1280, 800), &["--demo"]).await;
    let file = rusqlite::Connection::open(house.folder.path().join("bags.db")).unwrap();
    file.busy_timeout(Duration::from_secs(5)).unwrap();
    file.pragma_update(None, "ignore_check_constraints", true).unwrap();
    file.execute("UPDATE paper SET paper = '{\"name\":\"Iron-spot card\"}' WHERE id = 3", []).unwrap();
    file.execute("INSERT OR REPLACE INTO setting VALUES ('costs', '7')", []).unwrap();
    drop(file);
    for page in ["/", "/shelf", "/runs", "/journal", "/gift"] {
        house.goto(page).await;
        house.reads("2 things that are kept cannot be read, and are left out here").await;
    }
    house.browser.run("document.querySelector('.left-out a').click()").await.unwrap();
    house.reads("The paper “Iron-spot card”").await;
    house.reads("No bag is tried on it").await;
    house.browser.until("document.activeElement.id === 'unread-title'").await.unwrap();
    house.is_sound("what cannot be read").await;
    house.press("Put it away").await;
    house.reads("is put away").await;
    house.browser.until("document.querySelectorAll('.unread li').length === 1").await.unwrap();
    house.browser.until("document.activeElement.id === 'unread-title'").await.unwrap();
    house.press("Bring it back").await;
    house.browser.until("document.querySelectorAll('.unread li').length === 2").await.unwrap();
    house.press("Take it out for good").await;
    house.browser.until("document.querySelectorAll('.unread li').length === 1").await.unwrap();
    house.is_sound("put away").await;
}
