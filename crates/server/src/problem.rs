//! Errors as `application/problem+json` (RFC 9457), with a sentence that a person can act on.

use crate::workspace::Workspace;
use axum::extract::rejection::{PathRejection, QueryRejection};
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use model::document::Refusal;
use report::Outlook;
use serde::Serialize;
use store::StoreError;
use utoipa::ToSchema;

/// The media type of a problem.
pub const PROBLEM: &str = "application/problem+json";

/// What went wrong.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Problem {
    /// Always `about:blank`: the status says the kind.
    #[serde(rename = "type")]
    pub kind: &'static str,
    /// The kind in two words.
    pub title: &'static str,
    /// The HTTP status.
    pub status: u16,
    /// What was wrong and what is accepted.
    pub detail: String,
    /// With 412: the production as it is now.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub current: Option<Box<Workspace>>,
    /// With 409: what the edit would change, were it made.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub outlook: Option<Box<Outlook>>,
}

impl Problem {
    fn new(status: StatusCode, title: &'static str, detail: impl Into<String>) -> Self {
        Self {
            kind: "about:blank",
            title,
            status: status.as_u16(),
            detail: detail.into(),
            current: None,
            outlook: None,
        }
    }

    /// 400: the request itself can't be read.
    pub fn unreadable(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::BAD_REQUEST, "Not understood", detail)
    }

    /// 403: from somewhere else.
    pub fn forbidden(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::FORBIDDEN, "Not from here", detail)
    }

    /// 404 for a build.
    pub fn no_build(build: &str) -> Self {
        Self::missing(format!("there is no build “{build}” in this production"))
    }

    /// 404 for a device.
    pub fn no_device(device: &str, build: &str) -> Self {
        Self::missing(format!("there is no device “{device}” in build “{build}”"))
    }

    /// 404.
    pub fn missing(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::NOT_FOUND, "Not there", detail)
    }

    /// 413.
    pub fn too_large(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::PAYLOAD_TOO_LARGE, "Too large", detail)
    }

    /// 422: it can be read but not be done.
    pub fn refused(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::UNPROCESSABLE_ENTITY, "Can’t be done", detail)
    }

    /// 428: an edit without its revision.
    pub fn no_revision() -> Self {
        let detail =
            "an edit says which revision it was made on: send If-Match with the revision in quotes";
        Self::new(StatusCode::PRECONDITION_REQUIRED, "No revision", detail)
    }

    /// 409: it would switch an output off, and was sent to ask first.
    pub fn asks(outlook: Outlook) -> Self {
        let detail = "this would switch an output off; it was not made";
        Self {
            outlook: Some(Box::new(outlook)),
            ..Self::new(StatusCode::CONFLICT, "Asks first", detail)
        }
    }

    /// 412: made on an old revision; brings the current document.
    pub fn stale(detail: impl Into<String>, current: Workspace) -> Self {
        let problem = Self::new(StatusCode::PRECONDITION_FAILED, "Changed meanwhile", detail);
        Self {
            current: Some(Box::new(current)),
            ..problem
        }
    }

    /// 503: it took longer than anybody waits.
    pub fn too_long(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::SERVICE_UNAVAILABLE, "Took too long", detail)
    }

    /// 503: all places are taken.
    pub fn busy(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::SERVICE_UNAVAILABLE, "No place left", detail)
    }

    /// 507: the disk has no room.
    pub fn no_room(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::INSUFFICIENT_STORAGE, "No room", detail)
    }

    /// 500: the fault is ours.
    pub fn internal(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::INTERNAL_SERVER_ERROR, "Our fault", detail)
    }
}

/// A panic in one request: its trace goes to the log, the others don't notice.
pub fn of_panic(panic: Box<dyn std::any::Any + Send>) -> Response {
    let what = panic.downcast_ref::<&str>().map(ToString::to_string);
    let what = what.or_else(|| panic.downcast_ref::<String>().cloned());
    tracing::error!("a request panicked: {}", what.unwrap_or_default());
    Problem::internal("something went wrong on our side; nothing was changed").into_response()
}

impl From<QueryRejection> for Problem {
    fn from(rejection: QueryRejection) -> Self {
        let sentence = rejection.body_text();
        let reason = sentence.rsplit_once("Failed to deserialize query string: ");
        Self::unreadable(format!(
            "the address asks for something that isn’t understood: {}",
            reason.map_or(sentence.as_str(), |(_, reason)| reason)
        ))
    }
}

impl From<PathRejection> for Problem {
    fn from(rejection: PathRejection) -> Self {
        Self::unreadable(rejection.body_text())
    }
}

impl From<Refusal> for Problem {
    fn from(refusal: Refusal) -> Self {
        Self::refused(refusal.to_string())
    }
}

impl From<StoreError> for Problem {
    fn from(error: StoreError) -> Self {
        let detail = error.to_string();
        if error.is_full() {
            tracing::error!("{detail}");
            return Self::no_room(detail);
        }
        if error.is_no_data_file() {
            return Self::refused(detail);
        }
        match error {
            StoreError::Missing(_) => Self::missing(detail),
            StoreError::Refused(_) | StoreError::Nothing(_) => Self::refused(detail),
            StoreError::Stale(kept) => Self::new(
                StatusCode::PRECONDITION_FAILED,
                "Changed meanwhile",
                format!("{detail} (revision {})", kept.revision),
            ),
            StoreError::Gone { .. } => {
                tracing::error!("{detail}");
                Self::new(StatusCode::CONFLICT, "Data file gone", detail)
            }
            // What was sent to be restored.
            StoreError::Foreign | StoreError::Newer(_) | StoreError::Damaged(_) => {
                Self::refused(detail)
            }
            StoreError::Database(_)
            | StoreError::Migration(_)
            | StoreError::Document(_)
            | StoreError::At { .. }
            | StoreError::Itself
            | StoreError::Unusable(_)
            | StoreError::Served
            | StoreError::ServedElsewhere
            | StoreError::Incomplete(_) => {
                tracing::error!("{detail}");
                Self::internal(detail)
            }
        }
    }
}

impl IntoResponse for Problem {
    fn into_response(self) -> Response {
        let status = StatusCode::from_u16(self.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
        let body = serde_json::to_vec(&self).unwrap_or_default();
        (status, [(header::CONTENT_TYPE, PROBLEM)], body).into_response()
    }
}
