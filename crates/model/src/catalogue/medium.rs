//! Cards and drives.

use serde::{Deserialize, Serialize};
use units::quantity::{BitRate, Bytes, Percent};
use utoipa::ToSchema;

/// What slot or port a medium fits.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum MediumKind {
    /// SD card.
    Sd,
    /// CFexpress type A.
    CfexpressA,
    /// CFexpress type B.
    CfexpressB,
    /// 2.5-inch SSD in a caddy.
    Ssd,
    /// A recorder's own module.
    Module,
}

/// How a card is formatted by the recorder.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum FileSystem {
    /// Files of any length.
    #[default]
    Exfat,
    /// Files are split at 4 GiB.
    Fat32,
}

impl FileSystem {
    /// The largest file, where there is a limit: 4 GiB less one byte on FAT32.
    pub fn largest_file(self) -> Option<Bytes> {
        (self == Self::Fat32).then_some(Bytes(u32::MAX as u64))
    }
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
    /// The rate at which it is read when it is copied.
    pub read_rate: BitRate,
    /// How it is formatted.
    #[serde(default)]
    pub file_system: FileSystem,
    /// What is kept back of it; the house rule's share where not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub reserve: Option<Percent>,
    /// What one costs, in whole units of the crew’s money.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub price: Option<u32>,
}
