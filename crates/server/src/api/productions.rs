//! Productions: the list, reading, making, copying, deleting, files in and out.

use super::body::{Body, Path, Query, Text};
use crate::app::App;
use crate::problem::Problem;
use crate::state::cache::{Wanted, WorkspaceAnswer, WorkspaceCache};
use axum::Json;
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use demo::{Package, packages};
use model::catalogue::Catalogue;
use model::document::{Command, Handle, Production, ProductionFile};
use report::{Glance, day_of, glance, report};
use serde::{Deserialize, Serialize};
use store::{Entry, StoreError, StoredProduction};
use units::format::PictureFormat;
use utoipa::{IntoParams, ToSchema, operation};

/// A production in the list.
#[derive(Debug, Serialize, ToSchema)]
pub struct Listed {
    /// Its id, as in addresses.
    id: String,
    /// Its name.
    name: String,
    /// Its project format, in words.
    format: String,
    /// Its revision.
    revision: u64,
    /// Its builds.
    builds: Vec<ListedBuild>,
    /// Whether its document can't be read: what is there can be saved as it is.
    damaged: bool,
    /// When it was changed last, in seconds since 1970, where that is known.
    changed: Option<i64>,
}

/// A build in the list.
#[derive(Debug, Serialize, ToSchema)]
pub struct ListedBuild {
    id: String,
    name: String,
}

/// Which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct BuildQuery {
    /// The build's id; the first where not said.
    build: Option<String>,
    /// The revision that the asker has: with `Accept: application/json-patch+json`, what changed
    /// since is answered where that is less than the whole.
    since: Option<u64>,
}

/// The name of a new production.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewProduction {
    name: String,
    /// The package that it starts from, by id; empty where none.
    #[serde(default)]
    package: Option<String>,
    /// Its project format, as typed: `2160p25`; the package’s, or 1080p25, where not said.
    #[serde(default)]
    #[schema(value_type = Option<String>)]
    format: Option<PictureFormat>,
}

/// Packages that a production can start from.
#[operation(get, "/packages", tag = "productions", answers = Vec<Package>)]
pub async fn offered() -> Json<&'static [Package]> {
    Json(packages())
}

/// The build that is asked for, or the first one.
pub(super) fn build_of(kept: &StoredProduction, asked: Option<String>) -> Result<Handle, Problem> {
    let first = kept.production.builds.first();
    let first = first.ok_or_else(|| Problem::missing("the production has no build"))?;
    Ok(asked.map_or_else(|| first.id.clone(), Handle::from))
}

impl From<Entry> for Listed {
    fn from(entry: Entry) -> Self {
        let Entry {
            id,
            name,
            revision,
            format,
            builds,
            damaged,
            changed,
        } = entry;
        let builds = builds
            .into_iter()
            .map(|(id, name)| ListedBuild { id, name })
            .collect();
        Self {
            id,
            name,
            format,
            revision,
            builds,
            damaged,
            changed,
        }
    }
}

/// A production at a glance.
#[derive(Serialize, ToSchema)]
pub struct AtAGlance {
    /// What was done last, where its history knows.
    last: Option<String>,
    /// Its builds.
    builds: Vec<Glance>,
}

/// What the list says of each build: verdict, shortest record time, cards, the line map in small.
#[operation(get, "/productions/{id}/glance", tag = "productions", answers = AtAGlance)]
pub async fn at_a_glance(
    State(app): State<App>,
    Path(id): Path<String>,
) -> Result<Json<AtAGlance>, Problem> {
    app.search(id, move |kept, shipped, stop| {
        let builds = kept.production.builds.iter();
        let known = builds.take_while(|_| !stop.is_raised());
        let builds = known.filter_map(|build| {
            let report = report(&kept.production, &build.id, shipped)?;
            let day = day_of(&kept.production, &build.id, shipped)?;
            Some(glance(&build.name, &report, day.as_ref()))
        });
        Ok(Json(AtAGlance {
            builds: builds.collect(),
            last: kept.history.undo.clone(),
        }))
    })
    .await
}

/// All productions, by name.
#[operation(get, "/productions", tag = "productions", answers = Vec<Listed>)]
pub async fn list(State(app): State<App>) -> Result<Json<Vec<Listed>>, Problem> {
    let entries = app.with_store(|store, _| Ok(store.list()?)).await?;
    Ok(Json(entries.into_iter().map(Listed::from).collect()))
}

/// A new, empty production.
#[operation(post, "/productions", tag = "productions", request_body = NewProduction, responses((status = 201, body = crate::workspace::Workspace), (status = 422, body = Problem)))]
pub async fn create(
    State(app): State<App>,
    Body(new): Body<NewProduction>,
) -> Result<Response, Problem> {
    let cache = app.cache.clone();
    app.with_store(move |store, shipped| {
        let mut first = vec![Command::RenameProduction { name: new.name }];
        let format = new.format;
        first.extend(format.map(|format| Command::SetProjectFormat { format }));
        let start = match &new.package {
            None => Production::named("New"),
            Some(id) => {
                let package = packages().iter().find(|package| package.id == *id);
                let package = package.ok_or_else(|| {
                    let id: String = id.chars().take(60).collect();
                    let known: Vec<&str> = packages().iter().map(|package| package.id).collect();
                    let known = known.join(", ");
                    Problem::refused(format!("there is no package “{id}”; there are {known}"))
                })?;
                package.production()
            }
        };
        let named = start.edited(shipped, &first)?;
        made(&cache, store.create(&named.production)?, shipped)
    })
    .await
}

/// One production with the report of one build.
#[operation(get, "/productions/{id}", tag = "productions", params(BuildQuery), responses((status = 200, description = "The workspace, or a JSON Patch (RFC 6902) of the one that the asker has", content((crate::workspace::Workspace), (Vec<difference::PatchStep> = "application/json-patch+json")))))]
pub async fn read(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<BuildQuery>,
    wanted: Wanted,
) -> Result<Response, Problem> {
    let cache = app.cache.clone();
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let build = build_of(&kept, query.build)?;
        let base = query.since.and_then(|since| cache.at(id, &build, since));
        if let Some(since) = query
            .since
            .filter(|_| base.is_none() && wanted == Wanted::Changes)
            && let Some(steps) = cache.chain((id, &build), since, kept.revision)
        {
            return Ok(WorkspaceAnswer::Changes(steps).into_response());
        }
        let workspace = cache.workspace(kept, &build, shipped)?;
        // Written out here: what is large doesn't hold up the async threads.
        Ok(WorkspaceAnswer::since(wanted, base.as_deref(), workspace).into_response())
    })
    .await
}

/// Takes a production off the list; it can be put back.
#[operation(delete, "/productions/{id}", tag = "productions", responses((status = 204)))]
pub async fn delete(State(app): State<App>, Path(id): Path<String>) -> Result<StatusCode, Problem> {
    app.with_store(move |store, _| Ok(store.delete(&id)?))
        .await?;
    Ok(StatusCode::NO_CONTENT)
}

/// Puts a deleted production back.
#[operation(post, "/productions/{id}/restore", tag = "productions", answers = crate::workspace::Workspace)]
pub async fn restore(
    State(app): State<App>,
    Path(id): Path<String>,
) -> Result<WorkspaceAnswer, Problem> {
    let cache = app.cache.clone();
    app.on_production(id, move |store, shipped, id| {
        first(&cache, store.restore(id)?, shipped)
    })
    .await
}

/// A copy of a production.
#[operation(post, "/productions/{id}/duplicate", tag = "productions", responses((status = 201, body = crate::workspace::Workspace)))]
pub async fn duplicate(
    State(app): State<App>,
    Path(id): Path<String>,
) -> Result<Response, Problem> {
    let cache = app.cache.clone();
    app.on_production(id, move |store, shipped, id| {
        made(&cache, store.duplicate(id)?, shipped)
    })
    .await
}

/// The production as a file, to keep or to send. A damaged one comes as it is kept.
#[operation(get, "/productions/{id}/file", tag = "productions", answers = ProductionFile)]
pub async fn export(State(app): State<App>, Path(id): Path<String>) -> Result<Response, Problem> {
    app.on_production(id, move |store, _, id| {
        let (kind, text) = match store.get(id) {
            Ok(kept) => (
                "west-rail",
                ProductionFile::of(Production::clone(&kept.production)).to_text(),
            ),
            Err(StoreError::Document(_)) => ("damaged", store.document(id)?),
            Err(error) => return Err(error.into()),
        };
        // Ids are small letters, digits and hyphens: safe in a header.
        let name = format!("attachment; filename=\"{id}.{kind}.json\"");
        let headers = [
            (header::CONTENT_TYPE, "application/json".to_string()),
            (header::CONTENT_DISPOSITION, name),
        ];
        Ok((headers, text).into_response())
    })
    .await
}

/// A production from a file.
#[operation(post, "/productions/import", tag = "productions", request_body = ProductionFile, responses((status = 201, body = crate::workspace::Workspace), (status = 413, body = Problem), (status = 422, body = Problem)))]
pub async fn import(State(app): State<App>, Text(text): Text) -> Result<Response, Problem> {
    let cache = app.cache.clone();
    app.large(move |store, shipped| {
        let file = ProductionFile::read(&text);
        let file = file.map_err(|error| Problem::refused(error.to_string()))?;
        made(&cache, store.create(&file.production)?, shipped)
    })
    .await
}

/// The workspace of the first build.
fn first(
    cache: &WorkspaceCache,
    kept: StoredProduction,
    shipped: &Catalogue,
) -> Result<WorkspaceAnswer, Problem> {
    let build = build_of(&kept, None)?;
    cache
        .workspace(kept, &build, shipped)
        .map(WorkspaceAnswer::Whole)
}

fn made(
    cache: &WorkspaceCache,
    kept: StoredProduction,
    shipped: &Catalogue,
) -> Result<Response, Problem> {
    let workspace = first(cache, kept, shipped)?;
    Ok((StatusCode::CREATED, workspace).into_response())
}
