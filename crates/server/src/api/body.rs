//! Request bodies and headers, read with sentences for what is wrong with them.

use crate::problem::Problem;
use axum::body::Bytes;
use axum::extract::rejection::BytesRejection;
use axum::extract::{FromRequest, FromRequestParts, Request};
use axum::http::request::Parts;
use axum::http::{StatusCode, header};
use serde::de::DeserializeOwned;

/// The address's query; a field that is missing or wrong is a problem like any other.
#[derive(FromRequestParts)]
#[from_request(via(axum::extract::Query), rejection(Problem))]
pub struct Query<T>(pub T);

/// What the address’s path names.
#[derive(FromRequestParts)]
#[from_request(via(axum::extract::Path), rejection(Problem))]
pub struct Path<T>(pub T);

/// A JSON body.
pub struct Body<T>(pub T);

/// A body as text.
pub struct Text(pub String);

/// The revision that an edit was made on, from `If-Match`.
pub struct Revision(pub u64);

impl<T: DeserializeOwned, S: Send + Sync> FromRequest<S> for Body<T> {
    type Rejection = Problem;

    async fn from_request(request: Request, state: &S) -> Result<Self, Problem> {
        let Text(text) = Text::from_request(request, state).await?;
        serde_json::from_str(&text).map(Self).map_err(|error| {
            let sentence = error.to_string();
            if error.is_data() {
                // What a value should be is for a person; where it stood in the body isn’t.
                let place = sentence.rfind(" at line ").unwrap_or(sentence.len());
                Problem::refused(&sentence[..place])
            } else {
                Problem::unreadable(format!("the body isn’t JSON: {sentence}"))
            }
        })
    }
}

impl<S: Send + Sync> FromRequest<S> for Text {
    type Rejection = Problem;

    async fn from_request(request: Request, state: &S) -> Result<Self, Problem> {
        let bytes = Bytes::from_request(request, state).await.map_err(|rejection: BytesRejection| {
            if rejection.status() == StatusCode::PAYLOAD_TOO_LARGE {
                Problem::too_large(format!(
                    "that is too large: production files are taken up to {} MB, edits up to {} MB",
                    crate::app::FILE_BYTES / 1_000_000,
                    crate::app::EDIT_BYTES / 1_000_000
                ))
            } else {
                Problem::unreadable("the body ended before it was complete")
            }
        })?;
        let text = String::from_utf8(bytes.into());
        text.map(Self)
            .map_err(|_| Problem::unreadable("this isn’t text: a production file is JSON in UTF-8"))
    }
}

impl<S: Send + Sync> FromRequestParts<S> for Revision {
    type Rejection = Problem;

    async fn from_request_parts(parts: &mut Parts, _: &S) -> Result<Self, Problem> {
        let value = parts
            .headers
            .get(header::IF_MATCH)
            .ok_or_else(Problem::no_revision)?;
        let number = value
            .to_str()
            .ok()
            .and_then(|text| text.trim().trim_matches('"').parse().ok());
        number.map(Self).ok_or_else(Problem::no_revision)
    }
}
