//! Headless Chromium through ChromeDriver.

use crate::chromium::{Chromium, ask};
use crate::failed::Failed;
use fantoccini::elements::Element;
use fantoccini::error::CmdError;
use fantoccini::wd::WebDriverCompatibleCommand;
use fantoccini::{Client, ClientBuilder, Locator};
use hyper_util::client::legacy::connect::HttpConnector;
use serde_json::{Value, json};
use std::collections::HashSet;
use std::path::Path;
use std::sync::{Mutex, PoisonError};
use std::time::Duration;
use tempfile::TempDir;
use url::Origin;

/// How long to wait for something to appear before giving up.
const PATIENCE: Duration = Duration::from_secs(15);
/// How often it is looked for.
const AGAIN: Duration = Duration::from_millis(50);

/// A command of the DevTools protocol, as ChromeDriver passes it on.
#[derive(Debug)]
struct DevTools {
    command: &'static str,
    parameters: Value,
}

impl WebDriverCompatibleCommand for DevTools {
    fn endpoint(&self, base: &url::Url, session: Option<&str>) -> Result<url::Url, url::ParseError> {
        base.join(&format!("session/{}/goog/cdp/execute", session.unwrap_or_default()))
    }

    fn method_and_body(&self, _: &url::Url) -> (http::Method, Option<String>) {
        let body = json!({ "cmd": self.command, "params": self.parameters });
        (http::Method::POST, Some(body.to_string()))
    }
}

/// A browser with one window.
pub struct Browser {
    client: Client,
    session: String,
    /// Only away while this is dropped.
    chromium: Option<Chromium>,
    downloads: TempDir,
    /// Where it has been.
    been: Mutex<HashSet<Origin>>,
}

impl Browser {
    /// Opens a window whose page is `width` by `height` pixels.
    ///
    /// # Errors
    /// [`Failed`] if the browser is not installed or does not answer.
    pub async fn open(width: u32, height: u32) -> Result<Self, Failed> {
        let chromium = Chromium::borrow()?;
        let downloads = tempfile::tempdir()?;
        let at = format!("127.0.0.1:{}", chromium.debugger);
        let capabilities = json!({ "goog:chromeOptions": { "debuggerAddress": at } });
        let Value::Object(capabilities) = capabilities else { unreachable!("an object was written") };
        let client = connect(chromium.driver, capabilities).await?;
        let session = client.session_id().await?.unwrap_or_default();
        let mut browser =
            Self { client, session, chromium: Some(chromium), downloads, been: Mutex::default() };
        let into = json!({ "behavior": "allow", "downloadPath": browser.downloads() });
        browser.emulate("Browser.setDownloadBehavior", into).await?;
        if width < 500 {
            // A window cannot be made that narrow; a phone's screen can.
            let screen = json!({ "width": width, "height": height, "deviceScaleFactor": 1, "mobile": true });
            browser.emulate("Emulation.setDeviceMetricsOverride", screen).await?;
            browser.emulate("Emulation.setTouchEmulationEnabled", json!({ "enabled": true })).await?;
        } else {
            browser.client.set_window_size(width, height).await?;
            browser.set_page_size(width, height).await?;
        }
        Ok(browser)
    }

    /// Makes the page, not the window, that size.
    async fn set_page_size(&mut self, width: u32, height: u32) -> Result<(), Failed> {
        let frame = self.run("return [outerWidth - innerWidth, outerHeight - innerHeight]").await?;
        let extra = |index: usize| u32::try_from(frame[index].as_i64().unwrap_or(0)).unwrap_or(0);
        self.client.set_window_size(width + extra(0), height + extra(1)).await?;
        Ok(())
    }

    /// The session itself.
    pub fn client(&self) -> &Client {
        &self.client
    }

    /// The folder into which downloads go.
    pub fn downloads(&self) -> std::path::PathBuf {
        self.downloads.path().to_owned()
    }

    /// Goes to an address.
    ///
    /// # Errors
    /// [`Failed::Command`].
    pub async fn goto(&self, url: &str) -> Result<(), Failed> {
        let origin = url::Url::parse(url).map_err(CmdError::from)?.origin();
        let first = self.been.lock().unwrap_or_else(PoisonError::into_inner).insert(origin.clone());
        if first && origin.is_tuple() {
            // Another may have kept something at the same port before.
            let all = json!({ "origin": origin.ascii_serialization(), "storageTypes": "all" });
            self.emulate("Storage.clearDataForOrigin", all).await?;
        }
        Ok(self.client.goto(url).await?)
    }

    /// The first element that a CSS selector picks, as soon as there is one.
    ///
    /// # Errors
    /// [`Failed::Missing`] if there is none for a long while.
    pub async fn find(&self, css: &str) -> Result<Element, Failed> {
        let found = self.client.wait().at_most(PATIENCE).every(AGAIN).for_element(Locator::Css(css)).await;
        found.map_err(|_| Failed::Missing(css.to_owned()))
    }

    /// The first element that an XPath picks, as soon as there is one.
    ///
    /// # Errors
    /// [`Failed::Missing`] if there is none for a long while.
    pub async fn find_path(&self, path: &str) -> Result<Element, Failed> {
        let found = self.client.wait().at_most(PATIENCE).every(AGAIN).for_element(Locator::XPath(path)).await;
        found.map_err(|_| Failed::Missing(path.to_owned()))
    }

    /// Waits until a script returns true.
    ///
    /// # Errors
    /// [`Failed::Missing`] if it does not for a long while.
    pub async fn until(&self, script: &str) -> Result<(), Failed> {
        let tries = PATIENCE.as_millis() / AGAIN.as_millis();
        for _ in 0..tries {
            if self.run(&format!("return ({script})")).await.is_ok_and(|value| value == Value::Bool(true)) {
                return Ok(());
            }
            tokio::time::sleep(AGAIN).await;
        }
        Err(Failed::Missing(script.to_owned()))
    }

    /// Runs a script in the page and returns what it returns.
    ///
    /// # Errors
    /// [`Failed::Command`].
    pub async fn run(&self, script: &str) -> Result<Value, Failed> {
        Ok(self.client.execute(script, Vec::new()).await?)
    }

    /// Sets a command of the DevTools protocol that emulates another screen, medium or preference.
    ///
    /// # Errors
    /// [`Failed::Command`].
    pub async fn emulate(&self, command: &'static str, parameters: Value) -> Result<(), Failed> {
        self.client.issue_cmd(DevTools { command, parameters }).await?;
        Ok(())
    }

    /// Types into whatever has the focus.
    ///
    /// # Errors
    /// [`Failed::Command`].
    pub async fn type_keys(&self, keys: &str) -> Result<(), Failed> {
        Ok(self.client.active_element().await?.send_keys(keys).await?)
    }

    /// Saves the page as it is seen as PNG.
    ///
    /// # Errors
    /// [`Failed`] if it cannot be taken or written.
    pub async fn shot(&self, path: &Path) -> Result<(), Failed> {
        self.until("document.fonts.status === 'loaded' && document.getAnimations().length === 0").await?;
        std::fs::write(path, self.client.screenshot().await?)?;
        Ok(())
    }
}

impl Drop for Browser {
    fn drop(&mut self) {
        let Some(chromium) = self.chromium.take() else { return };
        let ended = ask(chromium.driver, "DELETE", &format!("/session/{}", self.session));
        // What went wrong in one test is not handed on to the next.
        if ended.is_ok() && !std::thread::panicking() {
            chromium.give_back();
        }
    }
}

async fn connect(port: u16, capabilities: serde_json::Map<String, Value>) -> Result<Client, Failed> {
    let address = format!("http://127.0.0.1:{port}");
    let mut tries = 0;
    loop {
        let mut builder = ClientBuilder::new(HttpConnector::new());
        match builder.capabilities(capabilities.clone()).connect(&address).await {
            Ok(client) => return Ok(client),
            Err(error) if tries > 100 => return Err(error.into()),
            Err(_) => tries += 1,
        }
        tokio::time::sleep(Duration::from_millis(100)).await;
    }
}
