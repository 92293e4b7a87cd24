//! The API’s description, which a test makes, and holds the committed one to.

utoipa::description! {
    use super::{backups, catalogue, edits, gear, media, power, productions, questions, rig, setup, sound, sums, time, ways};
    use crate::events;
    use crate::problem::{PROBLEM, Problem};
    use utoipa::OpenApi;
    use utoipa::openapi::path::Operation;
    use utoipa::openapi::{Content, Ref, RefOr, ResponseBuilder};

#[derive(OpenApi)]
#[openapi(
    info(
        title = "West Rail",
        description = "Maps the picture, sound, timecode and recording path of a camera package."
    ),
    paths(
        catalogue::all,
        catalogue::of_production,
        sums::record_time,
        sums::calculator,
        sums::time_table,
        media::plan,
        media::csv,
        media::choices,
        sound::tried,
        sound::schools,
        sound::chain_level,
        sound::gains,
        sound::presets,
        sound::tracks_csv,
        sound::tracks_ixml,
        sound::tone_wav,
        sound::read_wav,
        time::sync_floor,
        power::power_a_unit,
        rig::rigs,
        rig::slid,
        rig::rig_change,
        rig::check_line,
        rig::mount,
        rig::seats,
        rig::packed,
        time::make_ltc,
        time::read_ltc,
        time::compare_ltc,
        time::new_head,
        time::hear_live,
        time::labels,
        productions::list,
        productions::offered,
        productions::at_a_glance,
        productions::create,
        productions::read,
        productions::delete,
        productions::restore,
        productions::duplicate,
        productions::export,
        productions::import,
        events::follow,
        events::follow_all,
        backups::save_backup,
        backups::restore_backup,
        backups::undo_restore,
        edits::edit,
        edits::undo,
        edits::redo,
        questions::outlook,
        questions::working,
        questions::fixes,
        questions::inputs,
        questions::sources_of,
        questions::formats,
        setup::set_up_floor,
        setup::join_two,
        setup::start,
        setup::alike,
        setup::safe,
        questions::line,
        ways::routes,
        ways::follow_path,
        ways::modes_of,
        ways::compare,
        gear::kit_lines,
        gear::cost_of,
        gear::search,
        gear::edid,
        gear::entry,
        gear::read_entries,
        gear::write_entries,
    ),
    components(schemas(Problem, model::document::ProductionFile))
)]
struct Description;

/// The API's description.
pub fn openapi() -> utoipa::openapi::OpenApi {
    let mut api = Description::openapi();
    for item in api.paths.paths.values_mut() {
        let operations = [
            &mut item.get,
            &mut item.post,
            &mut item.put,
            &mut item.delete,
        ];
        for operation in operations.into_iter().flatten() {
            say_problems(operation);
        }
    }
    api
}

/// Every error is a problem, in the media type of problems, whichever operation it comes from: a
/// request that can't be read, one from another site's page, one that is too large, a fault of ours.
fn say_problems(operation: &mut Operation) {
    let problem = || {
        Content::builder()
            .schema(Some(Ref::from_schema_name("Problem")))
            .build()
    };
    let responses = &mut operation.responses.responses;
    for (status, response) in responses.iter_mut() {
        let RefOr::T(response) = response else {
            continue;
        };
        if status.starts_with(['4', '5']) {
            response.content.clear();
            response.content.insert(PROBLEM.into(), RefOr::T(problem()));
        }
    }
    let any = ResponseBuilder::new()
        .description("What went wrong, in a sentence")
        .content(PROBLEM, problem());
    responses.insert("default".into(), RefOr::T(any.build()));
}
}
