//! Edits that the core plans: devices put on the floor and wired, recorders started, set alike, safe
//! fixes taken together. Each answers with commands; the edit itself is made like any other.

use super::question::{BuildQuery, OfBuild, OnFloor, Question, of_build};
use crate::problem::Problem;
use axum::Json;
use model::document::{Handle, Refusal};
use plan::setup::{Setup, Wanted, join, record_like, set_up, start_recording};
use plan::{SafeFixes, safe_fixes};
use serde::Deserialize;
use utoipa::{ToSchema, operation};

/// Which recorder of which build.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OneRecorder {
    /// The build.
    build: Handle,
    /// The recorder.
    device: Handle,
}

/// Two devices to join.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TwoDevices {
    /// The build.
    build: Handle,
    /// The device that gives.
    from: Handle,
    /// The device that takes.
    to: Handle,
}

type Planned = Result<Json<Setup>, Problem>;

async fn planned<T: OfBuild>(
    question: Question<T>,
    plan: impl FnOnce(&OnFloor<'_, T>) -> Result<Setup, Refusal> + Send + 'static,
) -> Planned {
    question
        .search(|on, _| plan(&on).map_err(|refusal| Problem::refused(refusal.to_string())))
        .await
}

/// Devices on the floor, each where it belongs, wired where there is one sensible way.
#[operation(post, "/productions/{id}/setup", tag = "setup", request_body = Wanted, answers = Setup)]
pub async fn set_up_floor(question: Question<Wanted>) -> Planned {
    planned(question, |on| set_up(on.production, on.shipped, &on.asked)).await
}

/// Two devices joined where there is one sensible way.
#[operation(post, "/productions/{id}/join", tag = "setup", request_body = TwoDevices, answers = Setup)]
pub async fn join_two(question: Question<TwoDevices>) -> Planned {
    planned(question, |on| {
        let TwoDevices { build, from, to } = &on.asked;
        join(on.production, on.shipped, build, (from, to))
    })
    .await
}

/// A recorder started on the best that it does with what the kit has.
#[operation(post, "/productions/{id}/start", tag = "setup", request_body = OneRecorder, answers = Setup)]
pub async fn start(question: Question<OneRecorder>) -> Planned {
    planned(question, |on| {
        let OneRecorder { build, device } = &on.asked;
        start_recording(on.production, on.shipped, build, device)
    })
    .await
}

/// Every other recorder of its kind set as one is.
#[operation(post, "/productions/{id}/alike", tag = "setup", request_body = OneRecorder, answers = Setup)]
pub async fn alike(question: Question<OneRecorder>) -> Planned {
    planned(question, |on| {
        let OneRecorder { build, device } = &on.asked;
        record_like(on.production, on.shipped, build, device)
    })
    .await
}

/// The fixes that cost nothing anywhere else, as one edit: after 20 s, what was found so far.
#[operation(get, "/productions/{id}/safe-fixes", tag = "setup", params(BuildQuery), answers = SafeFixes)]
pub async fn safe(question: Question<BuildQuery>) -> Result<Json<SafeFixes>, Problem> {
    question
        .search_so_far(|on, stop| {
            on.following(safe_fixes(on.production, &on.build.id, on.shipped, stop))
        })
        .await
}

of_build!(OneRecorder, TwoDevices, Wanted);
