//! Questions about gear: the kit against a build, the catalogue searched, sinks' EDID, the crew's
//! custom devices.

use super::body::{Body, Path, Query, Text};
use super::question::{BuildQuery, Question};
use crate::app::App;
use crate::problem::Problem;
use axum::Json;
use axum::body::Bytes;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use model::catalogue::Device;
use model::document::{Command, EntriesFile, Handle, InputSetting, check_entry};
use model::kit::{Cost, cost};
use report::{Outlook, kit_for_day, outlook, report};
use serde::{Deserialize, Serialize};
use transport::edid::{Edid, parse_dump};
use units::quantity::{Length, Money};
use utoipa::{IntoParams, ToSchema, operation};

/// A line of the kit, or a thing that the build uses without the kit having it.
#[derive(Serialize, ToSchema)]
pub struct KitReport {
    /// The catalogue's id.
    item: String,
    /// Its name.
    name: String,
    /// For cables: how long.
    #[schema(value_type = Option<String>)]
    length: Option<Length>,
    owned: u32,
    hired: u32,
    /// How many the build uses; of cards, as many as its day needs.
    used: u32,
    short: u32,
    spare: u32,
    /// What one costs that is bought.
    #[schema(value_type = Option<String>)]
    price: Option<Money>,
    /// What one costs a day that is hired.
    #[schema(value_type = Option<String>)]
    day_rate: Option<Money>,
    /// Whose they are.
    owner: String,
}

/// What to look for.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct SearchQuery {
    /// What a thing must do, or its name: `takes HDMI 2160p50, gives SDI`.
    q: String,
}

/// A device that was found.
#[derive(Serialize, ToSchema)]
pub struct SearchHit {
    /// The catalogue's id.
    device: String,
    /// Why it fits.
    reason: String,
}

/// What a sink says of itself.
#[derive(Serialize, ToSchema)]
pub struct EdidReading {
    /// As it was read.
    edid: Edid,
    /// As an input takes it.
    setting: InputSetting,
}

/// A description to look at.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EntryAsked {
    /// The description.
    entry: Device,
}

/// Whether a description can stand, and what it would do.
#[derive(Serialize, ToSchema)]
pub struct EntryAnswer {
    /// Why it can't stand, where it can't.
    refusal: Option<String>,
    /// The builds that use it, and what would change there.
    builds: Vec<EntryOutlook>,
}

/// What a description would change in one build.
#[derive(Serialize, ToSchema)]
pub struct EntryOutlook {
    /// The build's id.
    build: Handle,
    /// Its name.
    name: String,
    /// What would be different.
    outlook: Outlook,
}

/// Which descriptions.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct EntriesQuery {
    /// Ids, with commas between.
    ids: String,
}

/// The kit against a build.
#[operation(get, "/productions/{id}/kit", tag = "questions", params(BuildQuery), answers = Vec<KitReport>)]
pub async fn kit_lines(question: Question<BuildQuery>) -> Result<Json<Vec<KitReport>>, Problem> {
    question
        .answer(|on| {
            let lines = on.following(kit_for_day(on.production, &on.build.id, on.shipped))?;
            let lines = lines.into_iter().map(|line| KitReport {
                short: line.short(),
                spare: line.spare(),
                item: line.item,
                name: line.name,
                length: line.length,
                owned: line.owned,
                hired: line.hired,
                used: line.used,
                price: line.price,
                day_rate: line.day_rate,
                owner: line.owner,
            });
            Ok(lines.collect())
        })
        .await
}

/// What a build costs, as far as prices are given.
#[operation(get, "/productions/{id}/cost", tag = "questions", params(BuildQuery), answers = Cost)]
pub async fn cost_of(question: Question<BuildQuery>) -> Result<Json<Cost>, Problem> {
    question
        .answer(|on| {
            let lines = on.following(kit_for_day(on.production, &on.build.id, on.shipped))?;
            Ok(cost(&lines))
        })
        .await
}

/// Devices that do what is asked, or are called so.
#[operation(get, "/productions/{id}/search", tag = "questions", params(SearchQuery), answers = Vec<SearchHit>)]
pub async fn search(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<SearchQuery>,
) -> Result<Json<Vec<SearchHit>>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let catalogue = shipped.with(&kept.production.custom);
        let found = catalogue.search(&query.q);
        let found = found.map_err(|why| Problem::refused(why.to_string()))?;
        let hits = found.into_iter().map(|hit| SearchHit {
            device: hit.device.id.clone(),
            reason: hit.reason,
        });
        Ok(Json(hits.collect()))
    })
    .await
}

/// Reads an EDID: binary, or hexadecimal text.
#[operation(post, "/edid", tag = "questions", request_body(content = Vec<u8>, content_type = "application/octet-stream"), answers = EdidReading)]
pub async fn edid(bytes: Bytes) -> Result<Json<EdidReading>, Problem> {
    // 256 blocks is the most that the format can count; as text it is some times that.
    const MOST: usize = 400_000;
    if bytes.len() > MOST {
        return Err(Problem::refused(
            "an EDID is at most 32 kB, some times that as text; this is larger",
        ));
    }
    let edid = parse_dump(&bytes).map_err(|why| Problem::refused(why.to_string()))?;
    let setting = InputSetting::from(&edid);
    Ok(Json(EdidReading { edid, setting }))
}

/// Whether a description can stand, and what it would do to the builds that use it.
#[operation(post, "/productions/{id}/entry", tag = "questions", request_body = EntryAsked, answers = EntryAnswer)]
pub async fn entry(
    State(app): State<App>,
    Path(id): Path<String>,
    Body(asked): Body<EntryAsked>,
) -> Result<Json<EntryAnswer>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let production = kept.production;
        let catalogue = shipped.with(&production.custom);
        if let Err(refusal) = check_entry(&catalogue, &asked.entry) {
            return Ok(Json(EntryAnswer {
                refusal: Some(refusal.to_string()),
                builds: Vec::new(),
            }));
        }
        let used = |build: &&model::document::Build| build.devices_used(&asked.entry.id) > 0;
        let using: Vec<(Handle, String)> = production
            .builds
            .iter()
            .filter(used)
            .map(|build| (build.id.clone(), build.name.clone()))
            .collect();
        let put = Command::PutEntry {
            entry: Box::new(asked.entry),
            at: None,
        };
        let edited = production.edited(shipped, &[put]);
        let edited = edited.map_err(|refusal| Problem::refused(refusal.to_string()))?;
        let builds = using.into_iter().filter_map(|(build, name)| {
            let before = report(&production, &build, shipped)?;
            let after = report(&edited.production, &build, shipped)?;
            Some(EntryOutlook {
                build,
                name,
                outlook: outlook(&before, &after),
            })
        });
        Ok(Json(EntryAnswer {
            refusal: None,
            builds: builds.collect(),
        }))
    })
    .await
}

/// Reads a file of descriptions; putting them into the production is an edit.
#[operation(post, "/productions/{id}/entries", tag = "questions", request_body = EntriesFile, answers = EntriesFile)]
pub async fn read_entries(
    State(app): State<App>,
    Path(id): Path<String>,
    Text(text): Text,
) -> Result<Json<EntriesFile>, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let catalogue = shipped.with(&kept.production.custom);
        let file = EntriesFile::read(&text, &catalogue);
        file.map(Json)
            .map_err(|error| Problem::refused(error.to_string()))
    })
    .await
}

/// Descriptions as a file, to share.
#[operation(get, "/productions/{id}/entries", tag = "questions", params(EntriesQuery), answers = EntriesFile)]
pub async fn write_entries(
    State(app): State<App>,
    Path(id): Path<String>,
    Query(query): Query<EntriesQuery>,
) -> Result<Response, Problem> {
    app.on_production(id, move |store, shipped, id| {
        let kept = store.get(id)?;
        let catalogue = shipped.with(&kept.production.custom);
        let wanted = query
            .ids
            .split(',')
            .map(str::trim)
            .filter(|id| !id.is_empty());
        let (mut entries, mut codecs) = (Vec::new(), Vec::new());
        for id in wanted {
            if let Some(device) = catalogue.device(id) {
                entries.push(device.clone());
            } else if let Some(codec) = catalogue.codec(id) {
                codecs.push(codec.clone());
            } else {
                return Err(Problem::missing(format!(
                    "there is no device or codec “{id}” in the catalogue"
                )));
            }
        }
        let headers = [(
            header::CONTENT_DISPOSITION,
            "attachment; filename=\"entries.west-rail.json\"",
        )];
        Ok((headers, Json(EntriesFile::of(entries, codecs))).into_response())
    })
    .await
}
