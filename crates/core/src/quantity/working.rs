//! The working behind a figure: its terms, their values with units, and where each came from.

use serde::Serialize;
use utoipa::ToSchema;

/// How a figure was reached. Built where the figure is computed, and shown as it is.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
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
    pub name: String,
    /// Its value with its unit: *5280 × 2250*.
    pub value: String,
    /// Where it comes from: the standard, the catalogue entry, the crew's own choice.
    pub source: String,
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
    pub fn term(mut self, name: &str, value: impl Into<String>, source: impl Into<String>) -> Self {
        self.terms.push(Term {
            name: name.into(),
            value: value.into(),
            source: source.into(),
        });
        self
    }

    /// Closes it with the figure.
    pub fn gives(mut self, result: impl Into<String>) -> Self {
        self.result = result.into();
        self
    }
}
