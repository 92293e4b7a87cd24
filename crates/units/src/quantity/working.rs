//! The working behind a figure: its terms, their values with units, and where each came from.

use serde::Serialize;
use std::borrow::Cow;
use utoipa::ToSchema;

/// How a figure was reached. Built where the figure is computed, and shown as it is.
#[derive(Debug, Clone, Default, PartialEq, Serialize, ToSchema)]
pub struct Working {
    /// What the figure answers: *Record time on 512 GB*.
    pub title: String,
    /// The terms in the order in which they are used.
    pub terms: Vec<Term>,
    /// The figure itself, with its unit.
    pub result: String,
}

/// One term of a working.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Term {
    /// What it is: *Total raster*.
    #[schema(value_type = String)]
    pub name: Cow<'static, str>,
    /// Its value with its unit: *5280 × 2250*.
    pub value: String,
    /// Where it comes from: the standard, the catalogue entry, the crew's own choice.
    #[schema(value_type = String)]
    pub source: Cow<'static, str>,
}

impl Working {
    /// A working with no terms yet.
    pub fn new(title: impl Into<String>) -> Self {
        Self {
            title: title.into(),
            terms: Vec::new(),
            result: String::new(),
        }
    }

    /// Adds a term.
    pub fn term(
        mut self,
        name: impl Into<Cow<'static, str>>,
        value: impl Into<String>,
        source: impl Into<Cow<'static, str>>,
    ) -> Self {
        self.terms.push(Term {
            name: name.into(),
            value: value.into(),
            source: source.into(),
        });
        self
    }

    /// Adds more where something is so.
    pub fn when(self, so: bool, more: impl FnOnce(Self) -> Self) -> Self {
        if so { more(self) } else { self }
    }

    /// Closes it with the figure.
    pub fn gives(mut self, result: impl Into<String>) -> Self {
        self.result = result.into();
        self
    }
}
