//! Wide Fold's service: the addresses of the HTTP interface, the runs at work, and the web files it carries.

mod crowd;
pub mod dear;
pub mod demo;
mod desk;
pub mod guard;
mod json;
pub mod problem;
pub mod routes;
pub mod serve;
pub mod web;

use axum::Router;
use axum::extract::FromRef;
use dear::Dear;
pub use desk::backups::if_due as back_up_if_due;

use desk::at_work::Runs;
use tower_http::catch_panic::CatchPanicLayer;
use wide_fold_kept::Store;

/// What requests are answered with.
#[derive(Clone, Debug)]
pub struct Rooms {
    store: Store,
    dear: Dear,
    runs: Runs,
}

impl FromRef<Rooms> for Store {
    fn from_ref(rooms: &Rooms) -> Self {
        rooms.store.clone()
    }
}

impl FromRef<Rooms> for Dear {
    fn from_ref(rooms: &Rooms) -> Self {
        rooms.dear.clone()
    }
}

impl FromRef<Rooms> for Runs {
    fn from_ref(rooms: &Rooms) -> Self {
        rooms.runs.clone()
    }
}

/// The whole application over a store of bags.
pub fn app(store: Store) -> Router {
    let (api, document) = routes::api();
    let spec = document.to_pretty_json().unwrap_or_default();
    Router::new()
        .merge(api.with_state(Rooms { store, dear: Dear::default(), runs: Runs::default() }))
        .route("/api/openapi.json", axum::routing::get(move || async move { problem::json_text(spec) }))
        .fallback(web::file)
        .method_not_allowed_fallback(problem::no_such_method)
        .layer(axum::middleware::from_fn(guard::protect))
        .layer(CatchPanicLayer::custom(problem::after_panic))
}
