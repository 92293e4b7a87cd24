//! Only pages of this server may speak to it: Host, Origin and where a page says that it comes from
//! are checked, so that a page from elsewhere can't reach it through the browser of the person who
//! runs it.

use crate::problem::Problem;
use axum::extract::Request;
use axum::http::header;
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};

/// The names of this machine.
const LOCAL: [&str; 3] = ["127.0.0.1", "localhost", "[::1]"];

/// Refuses requests whose Host isn't this machine, or that another site's page makes.
pub async fn same_host(request: Request, next: Next) -> Response {
    match refusal(&request) {
        Some(sentence) => Problem::forbidden(sentence).into_response(),
        None => next.run(request).await,
    }
}

fn refusal(request: &Request) -> Option<&'static str> {
    let text = |name: &str| {
        let value = request.headers().get(name)?;
        Some(value.to_str().unwrap_or("?").to_ascii_lowercase())
    };
    let host = text(header::HOST.as_str()).unwrap_or_default();
    if !is_local(&host) {
        return Some("West Rail answers on this machine only: use 127.0.0.1 or localhost");
    }
    let origin = text(header::ORIGIN.as_str());
    let site = text("sec-fetch-site");
    // A link on another page may open the application; it may not read the API.
    let opens = text("sec-fetch-mode").as_deref() == Some("navigate")
        && !request.uri().path().starts_with("/api");
    let other_origin = origin.is_some_and(|origin| origin.strip_prefix("http://") != Some(&host));
    let other_site = matches!(site.as_deref(), Some("cross-site" | "same-site")) && !opens;
    (other_origin || other_site).then_some("this request comes from another site’s page")
}

/// Whether a Host, in small letters, is this machine's, with a port or without.
fn is_local(host: &str) -> bool {
    LOCAL.iter().any(|name| {
        let port = host.strip_prefix(name);
        port.is_some_and(|port| {
            let number = port.strip_prefix(':');
            let digits =
                number.is_some_and(|number| number.bytes().all(|byte| byte.is_ascii_digit()));
            port.is_empty() || digits && number.is_some_and(|number| number.parse::<u16>().is_ok())
        })
    })
}
