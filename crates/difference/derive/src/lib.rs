//! `#[derive(Difference)]`: every field of a struct is compared, so that one that is added later can’t be forgotten.
//!
//! A field is replaced whole where it changed, unless it says `#[difference(within)]` (its own fields are compared),
//! `#[difference(by(id))]` (a list whose entries are told apart by fields of theirs; with `within` their fields are
//! compared), or `#[difference(always)]` (it is said whether it changed or not). What serde leaves out of the JSON
//! (`skip`, `skip_serializing_if`) is left out here as well. A large struct says `#[difference(side_by_side)]`: its
//! two halves are compared at once. One that stands for its usual value where it isn’t written says
//! `#[difference(absent(item))]`, with the fields that even that has.

use proc_macro::TokenStream;
use proc_macro2::TokenStream as Tokens;
use quote::quote;
use syn::{Attribute, Data, DeriveInput, Error, ExprPath, Field, Fields, Ident, LitStr, Result};

/// See the crate.
#[proc_macro_derive(Difference, attributes(difference))]
pub fn derive(input: TokenStream) -> TokenStream {
    let input = syn::parse_macro_input!(input as DeriveInput);
    compared(&input)
        .unwrap_or_else(Error::into_compile_error)
        .into()
}

fn compared(input: &DeriveInput) -> Result<Tokens> {
    let named = match &input.data {
        Data::Struct(of) => match &of.fields {
            Fields::Named(fields) => Some(&fields.named),
            _ => None,
        },
        _ => None,
    };
    let fields = named.ok_or_else(|| {
        Error::new_spanned(
            &input.ident,
            "only structs with named fields have parts to compare",
        )
    })?;
    let mut steps = Vec::new();
    for field in fields {
        steps.extend(step(field)?);
    }
    let whole = Whole::of(&input.attrs)?;
    let absent = whole.absent.map(|fields| {
        quote! {
            fn when_absent(&self) -> Option<Self> {
                Some(Self { #(#fields: self.#fields.clone(),)* ..Self::default() })
            }
        }
    });
    let body = if whole.side_by_side {
        let rest = steps.split_off(steps.len().div_ceil(2));
        quote! {
            steps.side_by_side(|steps| { #(#steps)* }, |steps| { #(#rest)* });
        }
    } else {
        quote! { #(#steps)* }
    };
    let name = &input.ident;
    Ok(quote! {
        impl ::difference::Difference for #name {
            fn difference(&self, new: &Self, at: &::difference::At<'_>, steps: &mut ::difference::Steps) {
                let old = self;
                #body
            }
            #absent
        }
    })
}

/// How a struct is compared as a whole.
#[derive(Default)]
struct Whole {
    side_by_side: bool,
    /// It stands for its usual value where it isn’t written, but for these fields.
    absent: Option<Vec<Ident>>,
}

impl Whole {
    fn of(attributes: &[Attribute]) -> Result<Self> {
        let mut whole = Self::default();
        let ours = |attribute: &&Attribute| attribute.path().is_ident("difference");
        for attribute in attributes.iter().filter(ours) {
            attribute.parse_nested_meta(|meta| {
                if meta.path.is_ident("side_by_side") {
                    whole.side_by_side = true;
                } else if meta.path.is_ident("absent") {
                    let fields = whole.absent.insert(Vec::new());
                    if meta.input.peek(syn::token::Paren) {
                        meta.parse_nested_meta(|field| {
                            fields.push(field.path.require_ident()?.clone());
                            Ok(())
                        })?;
                    }
                } else {
                    return Err(meta.error("a struct may say `side_by_side` or `absent(…)`"));
                }
                Ok(())
            })?;
        }
        Ok(whole)
    }
}

/// How a field is compared.
#[derive(Default)]
struct Comparison {
    within: bool,
    always: bool,
    by: Vec<Ident>,
    /// It isn’t part of the JSON.
    skipped: bool,
    /// It isn’t part of the JSON where this holds.
    absent: Option<ExprPath>,
}

impl Comparison {
    fn of(field: &Field) -> Result<Self> {
        let mut way = Self::default();
        for attribute in &field.attrs {
            if attribute.path().is_ident("difference") {
                attribute.parse_nested_meta(|meta| {
                    if meta.path.is_ident("within") {
                        way.within = true;
                    } else if meta.path.is_ident("always") {
                        way.always = true;
                    } else if meta.path.is_ident("by") {
                        meta.parse_nested_meta(|key| {
                            way.by.push(key.path.require_ident()?.clone());
                            Ok(())
                        })?;
                    } else {
                        return Err(meta.error("a field may say `within`, `always` or `by(…)`"));
                    }
                    Ok(())
                })?;
            } else if attribute.path().is_ident("serde") {
                attribute.parse_nested_meta(|meta| {
                    if meta.path.is_ident("skip") {
                        way.skipped = true;
                    } else if meta.path.is_ident("skip_serializing_if") {
                        way.absent = Some(meta.value()?.parse::<LitStr>()?.parse()?);
                    } else if meta.path.is_ident("rename") || meta.path.is_ident("flatten") {
                        return Err(
                            meta.error("what is compared stands in the JSON under its own name")
                        );
                    } else if meta.input.peek(syn::Token![=]) {
                        meta.value()?.parse::<syn::Expr>()?;
                    }
                    Ok(())
                })?;
            }
        }
        Ok(way)
    }
}

fn step(field: &Field) -> Result<Option<Tokens>> {
    let way = Comparison::of(field)?;
    if way.skipped {
        return Ok(None);
    }
    let Some(name) = &field.ident else {
        return Ok(None);
    };
    let text = name.to_string();
    let place = quote! { &at.field(#text) };
    let names: Vec<String> = way.by.iter().map(Ident::to_string).collect();
    let key = match &way.by[..] {
        [] => None,
        [one] => Some(quote! { (&[#(#names),*], |entry| &entry.#one) }),
        several => Some(quote! { (&[#(#names),*], |entry| (#(&entry.#several),*)) }),
    };
    if way.always {
        return Ok(Some(quote! { steps.told(#place, &new.#name); }));
    }
    let within = match (&key, way.within) {
        (None, false) => quote! { steps.value(#place, &old.#name, &new.#name); },
        (None, true) => {
            quote! { ::difference::Difference::difference(&old.#name, &new.#name, #place, steps); }
        }
        (Some(key), false) => quote! { steps.list(#place, (&old.#name, &new.#name), #key); },
        (Some(key), true) => quote! { steps.list_within(#place, (&old.#name, &new.#name), #key); },
    };
    Ok(Some(match way.absent {
        None => within,
        Some(absent) if key.is_none() && !way.within => {
            quote! { steps.if_any(#place, &old.#name, &new.#name, #absent(&new.#name)); }
        }
        Some(absent) => quote! {
            steps.within_if_any(#place, (&old.#name, &new.#name), |field| #absent(field), |steps| { #within });
        },
    }))
}
