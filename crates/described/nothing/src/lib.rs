//! Derives and an attribute that write nothing: see `described`.

use proc_macro::TokenStream;

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
