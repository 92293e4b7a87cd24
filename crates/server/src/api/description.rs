//! The API’s description, which a test makes, and holds the committed one to.

utoipa::description! {
    use super::Operations;
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
    components(schemas(Problem, model::document::ProductionFile))
)]
struct Description;

/// The API's description.
pub fn openapi() -> utoipa::openapi::OpenApi {
    let mut api = Description::openapi();
    api.merge(Operations::openapi());
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
