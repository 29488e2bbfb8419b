//! What every address can answer besides what it is asked for, added to the description of the interface in one place.

use utoipa::openapi::path::{Operation, ParameterIn};
use utoipa::openapi::{Content, HttpMethod, OpenApi, Ref, RefOr, Response, ResponseBuilder};

/// Statuses that come from what stands round the handlers, with what they mean.
const ALWAYS: [(&str, &str); 2] = [
    ("403", "Asked under another name than this machine's own, or by a page of another site."),
    (
        "503",
        "Busy or unable just now; nothing was changed. Retry-After says when to come again, if it is known.",
    ),
];
const WITH_BODY: [(&str, &str); 5] = [
    ("400", "The body is no JSON, or broke off."),
    ("408", "The body took too long to arrive."),
    ("413", "The body is too long."),
    ("415", "The body is not said to be JSON."),
    ("422", "A field cannot be read or used; `field` says which."),
];
const STORED: [(&str, &str); 1] = [("507", "The disk is full; nothing was changed.")];
const NUMBERED: [(&str, &str); 1] = [("404", "There is nothing of that number.")];
const MATCHED: [(&str, &str); 1] = [("400", "If-Match holds no revision.")];

/// Adds to every operation the answers that it does not name itself.
pub fn complete(document: &mut OpenApi) {
    for (path, item) in &mut document.paths.paths {
        let is_stored = path.starts_with("/api/bags") || path.starts_with("/api/shelf");
        let numbered = path.contains("{id}");
        let operations = [
            (HttpMethod::Get, &mut item.get),
            (HttpMethod::Post, &mut item.post),
            (HttpMethod::Put, &mut item.put),
            (HttpMethod::Delete, &mut item.delete),
        ];
        for (method, operation) in
            operations.into_iter().filter_map(|(method, own)| Some((method, own.as_mut()?)))
        {
            let has = |place: ParameterIn| {
                let all = operation.parameters.iter().flatten();
                all.into_iter().any(|one| matches!(one, RefOr::T(one) if one.parameter_in == place))
            };
            let (matched, queried) = (has(ParameterIn::Header), has(ParameterIn::Query));
            add(operation, &ALWAYS);
            if operation.request_body.is_some() {
                add(operation, &WITH_BODY);
            }
            if numbered {
                add(operation, &NUMBERED);
            }
            if matched {
                add(operation, &MATCHED);
            }
            if queried && !numbered {
                add(operation, &[("400", "There is no such page.")]);
            }
            if is_stored && method != HttpMethod::Get {
                add(operation, &STORED);
            }
        }
    }
}

fn add(operation: &mut Operation, statuses: &[(&str, &str)]) {
    for (status, says) in statuses {
        operation.responses.responses.entry((*status).to_owned()).or_insert_with(|| RefOr::T(problem(says)));
    }
}

fn problem(says: &str) -> Response {
    let schema = Ref::from_schema_name("Problem");
    ResponseBuilder::new()
        .description(says)
        .content("application/problem+json", Content::new(Some(schema)))
        .build()
}
