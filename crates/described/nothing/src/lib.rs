//! Derives and an attribute that write nothing, and operations of the API: see `described`.

use proc_macro::{TokenStream, TokenTree};

/// Writes nothing.
#[proc_macro_derive(ToSchema, attributes(schema))]
pub fn to_schema(_: TokenStream) -> TokenStream {
    TokenStream::new()
}

/// Writes nothing.
#[proc_macro_derive(IntoParams, attributes(into_params, param))]
pub fn into_params(_: TokenStream) -> TokenStream {
    TokenStream::new()
}

/// The item as it is.
#[proc_macro_attribute]
pub fn path(_: TokenStream, item: TokenStream) -> TokenStream {
    item
}

/// An operation of the API: its handler, with its method and its path under `/api` said once, for the router and for the
/// description. `#[operation(get, "/productions/{id}/kit", tag = "questions", params(KitQuery), answers = Vec<KitReport>)]`
/// makes `kit::PATH` and `kit::method()` beside `fn kit`. What else it says is `utoipa::path`’s; `answers` stands for a
/// response of 200 with that body. A production’s id, where the path has one, and what every operation can be refused with
/// say themselves.
#[proc_macro_attribute]
pub fn operation(said: TokenStream, item: TokenStream) -> TokenStream {
    let parts = split(said);
    let [method, path, rest @ ..] = &parts[..] else {
        return r#"compile_error!("an operation has a method and a path");"#
            .parse()
            .unwrap_or_default();
    };
    let name = item
        .clone()
        .into_iter()
        .skip_while(|token| token.to_string() != "fn")
        .nth(1);
    let name = name.map_or_else(String::new, |name| name.to_string());
    let bare = path.trim_matches('"');
    let of_production = bare.contains("{id}");
    let mut params: Vec<String> = Vec::new();
    let mut responses: Vec<String> = Vec::new();
    let mut others: Vec<String> = Vec::new();
    if of_production {
        params.push(r#"("id" = String, Path, description = "The production’s id.")"#.into());
        responses.push("(status = 404, body = Problem)".into());
    }
    for part in rest {
        let inside = |name: &str| {
            let inner = part
                .strip_prefix(name)?
                .trim()
                .strip_prefix('(')?
                .strip_suffix(')')?;
            Some(inner.trim().to_string())
        };
        if let Some(inner) = inside("params") {
            params.push(inner);
        } else if let Some(inner) = inside("responses") {
            responses.push(inner);
        } else if let Some(body) = part.strip_prefix("answers =") {
            responses.push(format!(
                "(status = 200, body = {body}), (status = 422, body = Problem)"
            ));
        } else {
            others.push(part.clone());
        }
    }
    let others: String = others.iter().map(|other| format!("{other}, ")).collect();
    let said = format!(
        "#[utoipa::path({method}, path = \"/api{bare}\", {others}params({}), responses({}))]",
        params.join(", "),
        responses.join(", ")
    );
    let routed = format!(
        "pub mod {name} {{
            pub const PATH: &str = {path};
            pub fn method() -> axum::routing::MethodRouter<crate::app::App> {{ axum::routing::{method}(super::{name}) }}
        }}"
    );
    let mut all: TokenStream = said.parse().unwrap_or_default();
    all.extend(item);
    all.extend(routed.parse::<TokenStream>());
    all
}

/// What stands between commas.
fn split(said: TokenStream) -> Vec<String> {
    let mut parts = vec![TokenStream::new()];
    for token in said {
        match &token {
            TokenTree::Punct(mark) if mark.as_char() == ',' => parts.push(TokenStream::new()),
            _ => parts
                .iter_mut()
                .last()
                .into_iter()
                .for_each(|part| part.extend([token.clone()])),
        }
    }
    parts
        .iter()
        .map(TokenStream::to_string)
        .filter(|part| !part.is_empty())
        .collect()
}
