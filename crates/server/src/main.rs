//! The one binary of Wide Fold.

use clap::{Parser, Subcommand};
use std::net::SocketAddr;
use std::path::PathBuf;
use wide_fold::store::Store;

#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

/// Wide Fold: gift bags from a typed size to a sheet that can be scored.
#[derive(Parser)]
#[command(version)]
struct Args {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    /// Serve the application.
    Serve {
        /// Where to listen; port 0 takes any free port and prints it.
        #[arg(long, default_value = "127.0.0.1:7390")]
        addr: SocketAddr,
        /// The database file; made if it is not there.
        #[arg(long, default_value = "wide-fold.db")]
        db: PathBuf,
        /// Fill an empty database with the demo's bags.
        #[arg(long)]
        demo: bool,
    },
    /// Print the description of the HTTP interface.
    Openapi,
}

fn main() -> std::process::ExitCode {
    tracing_subscriber::fmt().with_writer(std::io::stderr).with_max_level(tracing::Level::WARN).init();
    let result = match Args::parse().command {
        Command::Serve { addr, db, demo } => serve(addr, &db, demo),
        Command::Openapi => {
            println!("{}", wide_fold::routes::api().1.to_pretty_json().unwrap_or_default());
            Ok(())
        }
    };
    match result {
        Ok(()) => std::process::ExitCode::SUCCESS,
        Err(sentence) => {
            eprintln!("wide-fold: {sentence}");
            std::process::ExitCode::FAILURE
        }
    }
}

fn serve(addr: SocketAddr, db: &std::path::Path, demo: bool) -> Result<(), String> {
    let store = Store::open(db)
        .map_err(|error| format!("the database {} cannot be opened: {error}", db.display()))?;
    if demo {
        wide_fold::demo::fill(&store).map_err(|error| format!("the demo's bags cannot be saved: {error}"))?;
    }
    let runtime = tokio::runtime::Builder::new_multi_thread()
        .worker_threads(2)
        .enable_all()
        .build()
        .map_err(|error| format!("the service cannot start: {error}"))?;
    runtime.block_on(async {
        let listener = tokio::net::TcpListener::bind(addr)
            .await
            .map_err(|error| format!("{addr} cannot be listened on: {error}"))?;
        let bound = listener.local_addr().map_err(|error| error.to_string())?;
        println!("Wide Fold is ready at http://{bound}");
        axum::serve(listener, wide_fold::app(store))
            .with_graceful_shutdown(async { drop(tokio::signal::ctrl_c().await) })
            .await
            .map_err(|error| error.to_string())
    })
}
