//! Headless Chromium through ChromeDriver.

use fantoccini::elements::Element;
use fantoccini::error::{CmdError, NewSessionError};
use fantoccini::wd::WebDriverCompatibleCommand;
use fantoccini::{Client, ClientBuilder, Locator};
use hyper_util::client::legacy::connect::HttpConnector;
use serde_json::{Value, json};
use std::io::{self, Read, Write};
use std::path::Path;
use std::process::{Child, Command, Stdio};
use std::time::Duration;
use tempfile::TempDir;

/// How long to wait for something to appear before giving up.
const PATIENCE: Duration = Duration::from_secs(15);
/// How often it is looked for.
const AGAIN: Duration = Duration::from_millis(50);

/// Why the browser could not do something.
#[derive(Debug, thiserror::Error)]
pub enum Failed {
    /// ChromeDriver or Chromium could not be started.
    #[error("the browser cannot be started (Debian packages chromium and chromium-driver): {0}")]
    Start(#[from] io::Error),
    /// No session could be opened.
    #[error("the browser opens no session: {0}")]
    Session(#[from] NewSessionError),
    /// A command failed.
    #[error("in the browser: {0}")]
    Command(#[from] CmdError),
    /// Something did not appear in time.
    #[error("waited in vain for {0}")]
    Missing(String),
}

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
    driver: Child,
    port: u16,
    session: String,
    folder: TempDir,
}

impl Browser {
    /// Opens a window whose page is `width` by `height` pixels.
    ///
    /// # Errors
    /// [`Failed`] if the browser is not installed or does not answer.
    pub async fn open(width: u32, height: u32) -> Result<Self, Failed> {
        let folder = tempfile::tempdir()?;
        let port = free_port()?;
        let driver = Command::new("chromedriver")
            .arg(format!("--port={port}"))
            .stdout(Stdio::null())
            .stderr(Stdio::null())
            .spawn()?;
        let mut arguments = vec![
            "--headless".to_owned(),
            "--no-sandbox".to_owned(),
            "--disable-gpu".to_owned(),
            "--disable-quic".to_owned(),
            "--no-first-run".to_owned(),
            "--disable-background-networking".to_owned(),
            "--disable-component-update".to_owned(),
            "--disable-sync".to_owned(),
            "--disable-dev-shm-usage".to_owned(),
            "--hide-scrollbars".to_owned(),
            format!("--user-data-dir={}", folder.path().join("profile").display()),
        ];
        let mut options =
            json!({ "prefs": { "download.default_directory": folder.path().join("downloads") } });
        if width < 500 {
            // A window cannot be made that narrow; a phone's screen can.
            options["mobileEmulation"] =
                json!({ "deviceMetrics": { "width": width, "height": height, "pixelRatio": 1.0 } });
        } else {
            arguments.push(format!("--window-size={width},{height}"));
        }
        options["args"] = json!(arguments);
        let capabilities = json!({ "goog:chromeOptions": options });
        let Value::Object(capabilities) = capabilities else { unreachable!("an object was written") };
        let client = connect(port, capabilities).await?;
        let session = client.session_id().await?.unwrap_or_default();
        let mut browser = Self { client, driver, port, session, folder };
        if width >= 500 {
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
        self.folder.path().join("downloads")
    }

    /// Goes to an address.
    ///
    /// # Errors
    /// [`Failed::Command`].
    pub async fn goto(&self, url: &str) -> Result<(), Failed> {
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

    /// Asks ChromeDriver to end Chromium, without any runtime: a test may be dropping this while it panics.
    fn end_session(&self) -> io::Result<()> {
        let mut driver = std::net::TcpStream::connect(("127.0.0.1", self.port))?;
        driver.set_read_timeout(Some(PATIENCE))?;
        write!(
            driver,
            "DELETE /session/{} HTTP/1.1\r\nHost: 127.0.0.1:{}\r\nConnection: close\r\n\r\n",
            self.session, self.port
        )?;
        // The answer comes when Chromium has ended; its first bytes will do.
        driver.read(&mut [0; 512]).map(|_| ())
    }
}

impl Drop for Browser {
    fn drop(&mut self) {
        drop(self.end_session());
        drop(self.driver.kill());
        drop(self.driver.wait());
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

fn free_port() -> io::Result<u16> {
    Ok(std::net::TcpListener::bind("127.0.0.1:0")?.local_addr()?.port())
}
