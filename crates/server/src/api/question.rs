//! Questions about one build of one production: one way in for all of them.

use super::body::{Body, Path, Query};
use crate::app::App;
use crate::problem::Problem;
use axum::Json;
use axum::extract::{FromRequest, FromRequestParts, Request};
use axum::http::Method;
use model::catalogue::Catalogue;
use model::document::{Build, Production};
use runtime::interrupt::Interrupt;
use serde::Deserialize;
use serde::de::DeserializeOwned;
use std::borrow::Cow;
use store::StoredProduction;
use utoipa::IntoParams;

/// What says which build it is about.
pub trait OfBuild: DeserializeOwned + Send + 'static {
    /// The build’s id.
    fn build(&self) -> &str;
}

/// Types with a field `build`.
macro_rules! of_build {
    ($($name:ty),+ $(,)?) => {$(
        impl $crate::api::question::OfBuild for $name {
            fn build(&self) -> &str {
                &self.build
            }
        }
    )+};
}
pub(super) use of_build;

/// Which build.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct BuildQuery {
    /// The build.
    build: String,
}

of_build!(BuildQuery);

/// A question: the production from the address’s path, the build and the rest from its query or the body.
pub struct Question<T> {
    app: App,
    id: String,
    pub asked: T,
}

impl<T: OfBuild> FromRequest<App> for Question<T> {
    type Rejection = Problem;

    async fn from_request(request: Request, app: &App) -> Result<Self, Problem> {
        let (mut parts, body) = request.into_parts();
        let Path(id) = Path::from_request_parts(&mut parts, app).await?;
        let asked = if parts.method == Method::POST {
            let request = Request::from_parts(parts, body);
            Body::<T>::from_request(request, app).await?.0
        } else {
            Query::<T>::from_request_parts(&mut parts, app).await?.0
        };
        Ok(Self::new(app, id, asked))
    }
}

/// The build that is asked about, which is there, and what is asked.
pub struct OnFloor<'a, T> {
    pub production: &'a Production,
    pub build: &'a Build,
    /// The catalogue as it ships.
    pub shipped: &'static Catalogue,
    pub asked: T,
}

impl<'a, T: OfBuild> OnFloor<'a, T> {
    fn of(
        kept: &'a StoredProduction,
        shipped: &'static Catalogue,
        asked: T,
    ) -> Result<Self, Problem> {
        let build = kept.production.build(asked.build());
        Ok(Self {
            production: &kept.production,
            build: build.ok_or_else(|| Problem::no_build(asked.build()))?,
            shipped,
            asked,
        })
    }

    /// The catalogue that the production sees.
    pub fn catalogue(&self) -> Cow<'static, Catalogue> {
        self.shipped.with(&self.production.custom)
    }

    /// What follows from the build, which there is since it is there.
    pub fn following<R>(&self, answer: Option<R>) -> Result<R, Problem> {
        answer.ok_or_else(|| Problem::no_build(&self.build.id))
    }
}

impl<T: OfBuild> Question<T> {
    pub fn new(app: &App, id: String, asked: T) -> Self {
        let app = app.clone();
        Self { app, id, asked }
    }

    /// Computes what is asked.
    pub async fn compute<R: Send + 'static>(
        self,
        work: impl FnOnce(OnFloor<'_, T>) -> Result<R, Problem> + Send + 'static,
    ) -> Result<R, Problem> {
        let Self { app, id, asked } = self;
        app.on_production(id, move |store, shipped, id| {
            work(OnFloor::of(&store.get(id)?, shipped, asked)?)
        })
        .await
    }

    /// Answers with what is computed.
    pub async fn answer<R: Send + 'static>(
        self,
        work: impl FnOnce(OnFloor<'_, T>) -> Result<R, Problem> + Send + 'static,
    ) -> Result<Json<R>, Problem> {
        self.compute(work).await.map(Json)
    }

    /// Answers with what a search finds, which ends when nobody waits for it.
    pub async fn search<R: Send + 'static>(
        self,
        work: impl FnOnce(OnFloor<'_, T>, &Interrupt) -> Result<R, Problem> + Send + 'static,
    ) -> Result<Json<R>, Problem> {
        let Self { app, id, asked } = self;
        let found = app.search(id, move |kept, shipped, stop| {
            work(OnFloor::of(kept, shipped, asked)?, stop)
        });
        found.await.map(Json)
    }

    /// The same, of a search that says how far it came.
    pub async fn search_so_far<R: Send + 'static>(
        self,
        work: impl FnOnce(OnFloor<'_, T>, &Interrupt) -> Result<R, Problem> + Send + 'static,
    ) -> Result<Json<R>, Problem> {
        let Self { app, id, asked } = self;
        let found = app.search_so_far(id, move |kept, shipped, stop| {
            work(OnFloor::of(kept, shipped, asked)?, stop)
        });
        found.await.map(Json)
    }
}
