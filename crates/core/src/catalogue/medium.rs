//! Cards and drives.

use crate::quantity::{BitRate, Bytes};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What slot or port a medium fits.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MediumKind {
    /// SD card.
    Sd,
    /// CFexpress type B.
    CfexpressB,
    /// 2.5-inch SSD in a caddy.
    Ssd,
}

/// A card or drive as the catalogue describes it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Medium {
    /// The catalogue's id: `sd-v60-128`.
    pub id: String,
    /// The maker.
    pub maker: String,
    /// Its name without the maker: what sort and how large.
    pub name: String,
    /// What it fits.
    pub kind: MediumKind,
    /// Nominal capacity, decimal.
    pub capacity: Bytes,
    /// The rate that it is guaranteed to keep up when written: its class, not the number printed
    /// for reading.
    pub sustained_write: BitRate,
}
