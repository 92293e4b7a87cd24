//! Only pages of this server may speak to it: Host and Origin are checked, so that a page from
//! elsewhere can't reach it through the browser of the person who runs it.

use crate::problem::Problem;
use axum::extract::Request;
use axum::http::uri::Authority;
use axum::http::{HeaderMap, header};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};

/// Refuses requests whose Host isn't this machine, or whose Origin isn't this Host.
pub async fn same_host(request: Request, next: Next) -> Response {
    match refusal(request.headers()) {
        Some(sentence) => Problem::forbidden(sentence).into_response(),
        None => next.run(request).await,
    }
}

fn refusal(headers: &HeaderMap) -> Option<&'static str> {
    let text = |name| headers.get(name).map(|value| value.to_str().unwrap_or("?"));
    let host = text(header::HOST).unwrap_or_default();
    if !is_local(host) {
        return Some("West Rail answers on this machine only: use 127.0.0.1 or localhost");
    }
    let elsewhere =
        text(header::ORIGIN).is_some_and(|origin| origin.strip_prefix("http://") != Some(host));
    elsewhere.then_some("this request comes from another site’s page")
}

fn is_local(host: &str) -> bool {
    let parsed: Result<Authority, _> = host.parse();
    parsed.is_ok_and(|authority| matches!(authority.host(), "127.0.0.1" | "localhost" | "[::1]"))
}
