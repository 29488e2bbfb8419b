//! The one binary of Wide Fold.

use clap::{Parser, Subcommand};
use std::net::SocketAddr;
use std::path::{Path, PathBuf};
use wide_fold_kept::Store;
use wide_fold_kept::rescue::rescue;

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
    /// Save what can still be read of a file that is spoiled inside into a new one.
    Rescue {
        /// The file that is spoiled; it is not written to.
        #[arg(long)]
        db: PathBuf,
        /// The new file.
        #[arg(long)]
        into: PathBuf,
    },
    /// Print the description of the HTTP interface.
    Openapi,
}

fn main() -> std::process::ExitCode {
    // A log that cannot be written, on a disk that is full, is no reason to fail.
    tracing_subscriber::fmt()
        .with_writer(std::io::stderr)
        .with_max_level(tracing::Level::WARN)
        .log_internal_errors(false)
        .init();
    let result = match Args::parse().command {
        Command::Serve { addr, db, demo } => serve(addr, &db, demo),
        Command::Rescue { db, into } => save(&db, &into),
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

fn serve(addr: SocketAddr, db: &Path, demo: bool) -> Result<(), String> {
    let store =
        Store::open(db).map_err(|error| format!("the file {} cannot be used. {error}", db.display()))?;
    if demo {
        wide_fold::demo::fill(&store).map_err(|error| format!("the demo's bags cannot be saved: {error}"))?;
    }
    wide_fold::serve::serve(addr, store, |bound| {
        println!("Wide Fold is ready at http://{bound}");
        if let Some(warning) = wide_fold::serve::warning(bound) {
            eprintln!("wide-fold: {warning}");
        }
    })
}

fn save(db: &Path, into: &Path) -> Result<(), String> {
    let saved =
        rescue(db, into).map_err(|error| format!("nothing was saved into {}. {error}", into.display()))?;
    let left = match saved.lost {
        Some(0) => String::new(),
        Some(1) => " One row could not be saved.".to_owned(),
        Some(lost) => format!(" {lost} rows could not be saved."),
        None => " What else was in it cannot be told.".to_owned(),
    };
    println!(
        "{} bags, {} papers and {} guides are in {} now; {} of the papers were taken for bags.{left} Look them through: wide-fold serve --db {}",
        saved.bags,
        saved.papers,
        saved.guides,
        into.display(),
        saved.bag_papers,
        into.display()
    );
    Ok(())
}
