//! The built front end, embedded. Every address that isn't a file is the application's own.

use crate::problem::Problem;
use axum::http::{HeaderMap, Method, Uri, header};
use axum::response::{IntoResponse, Response};
use rust_embed::RustEmbed;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Built;

/// A file of the front end, or its page.
pub async fn serve(method: Method, uri: Uri, headers: HeaderMap) -> Response {
    if method != Method::GET && method != Method::HEAD {
        return Problem::missing("there is nothing to send to here").into_response();
    }
    let path = uri.path().trim_start_matches('/');
    let (name, found) = match Built::get(path) {
        Some(found) => (path, Some(found)),
        None if path.contains('.') => {
            return Problem::missing(format!("there is no file “{path}”")).into_response();
        }
        None => ("index.html", Built::get("index.html")),
    };
    let Some(found) = found else {
        return Problem::missing("the front end isn’t built into this program: run make build")
            .into_response();
    };
    let kind = mime_guess::from_path(name).first_or_octet_stream();
    // Vite puts a digest into the names under assets/: those never change.
    let keep = if name.starts_with("assets/") {
        "public, max-age=31536000, immutable"
    } else {
        "no-cache"
    };
    let said = [
        (header::CONTENT_TYPE, kind.as_ref().to_string()),
        (header::CACHE_CONTROL, keep.to_string()),
        (header::VARY, "accept-encoding".to_string()),
    ];
    let accepted = headers.get(header::ACCEPT_ENCODING);
    let accepted = accepted.and_then(|value| value.to_str().ok());
    let gzip = accepted.is_some_and(|accepted| accepted.contains("gzip"));
    // Compressed once, when it was built.
    match Built::get(&format!("{name}.gz")).filter(|_| gzip) {
        Some(small) => (said, [(header::CONTENT_ENCODING, "gzip")], small.data).into_response(),
        None => (said, found.data).into_response(),
    }
}
