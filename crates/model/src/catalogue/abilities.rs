//! What formats a port or recorder takes or gives.

use serde::{Deserialize, Serialize};
use transport::edid::Edid;
use units::format::{Depth, FrameRate, PictureFormat, Raster, Sampling, Scan};
use utoipa::ToSchema;

/// Formats in every combination of these parts.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FormatSet {
    /// Rasters.
    pub rasters: Vec<Raster>,
    /// Frame rates.
    pub rates: Vec<FrameRate>,
    /// Scans; progressive alone where not said.
    #[serde(default = "progressive")]
    pub scans: Vec<Scan>,
    /// Chroma samplings.
    pub sampling: Vec<Sampling>,
    /// Bit depths.
    pub bits: Vec<Depth>,
}

fn progressive() -> Vec<Scan> {
    vec![Scan::Progressive]
}

/// All the sets of a port: it takes or gives a format that any of them holds. Empty: any format.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize)]
#[serde(transparent)]
pub struct Abilities(pub Vec<FormatSet>);

utoipa::description! {
impl utoipa::PartialSchema for Abilities {
    fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
        use utoipa::openapi::schema::{ArrayBuilder, ArrayItems, OneOfBuilder, Schema};
        use utoipa::openapi::{ObjectBuilder, Ref, RefOr, Type};
        let item = OneOfBuilder::new()
            .item(Ref::from_schema_name("FormatSet"))
            .item(ObjectBuilder::new().schema_type(Type::String).build());
        let item = RefOr::T(Schema::OneOf(item.build()));
        ArrayBuilder::new()
            .items(ArrayItems::RefOrSchema(Box::new(item)))
            .into()
    }
}

impl utoipa::ToSchema for Abilities {
    fn name() -> std::borrow::Cow<'static, str> {
        "Abilities".into()
    }

    fn schemas(
        schemas: &mut Vec<(
            String,
            utoipa::openapi::RefOr<utoipa::openapi::schema::Schema>,
        )>,
    ) {
        use utoipa::PartialSchema;
        schemas.push((FormatSet::name().into(), FormatSet::schema()));
        FormatSet::schemas(schemas);
    }
}
}

impl<'de> Deserialize<'de> for Abilities {
    /// A list of sets; a whole format as it is typed stands for the set that holds it alone.
    fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        struct Item(FormatSet);
        struct Reader;
        impl<'de> serde::de::Visitor<'de> for Reader {
            type Value = Item;

            fn expecting(&self, f: &mut std::fmt::Formatter) -> std::fmt::Result {
                f.write_str("a set of formats, or a format like 2160p25 4:2:2 10-bit")
            }

            fn visit_str<E: serde::de::Error>(self, text: &str) -> Result<Item, E> {
                let format: PictureFormat = text.parse().map_err(E::custom)?;
                Ok(Item(FormatSet::of(format)))
            }

            fn visit_map<A: serde::de::MapAccess<'de>>(self, map: A) -> Result<Item, A::Error> {
                FormatSet::deserialize(serde::de::value::MapAccessDeserializer::new(map)).map(Item)
            }
        }
        impl<'de> Deserialize<'de> for Item {
            fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
                deserializer.deserialize_any(Reader)
            }
        }
        let items = Vec::<Item>::deserialize(deserializer)?;
        Ok(Self(items.into_iter().map(|item| item.0).collect()))
    }
}

impl FormatSet {
    /// The set that holds one format.
    fn of(format: PictureFormat) -> Self {
        Self {
            rasters: vec![format.raster],
            rates: vec![format.rate],
            scans: vec![format.scan],
            sampling: vec![format.sampling],
            bits: vec![format.bits],
        }
    }

    fn holds(&self, format: PictureFormat) -> bool {
        self.rasters.contains(&format.raster)
            && self.rates.contains(&format.rate)
            && self.scans.contains(&format.scan)
            && self.sampling.contains(&format.sampling)
            && self.bits.contains(&format.bits)
    }

    pub(super) fn formats_at(&self, rate: FrameRate) -> impl Iterator<Item = PictureFormat> + '_ {
        let rates = self
            .rates
            .iter()
            .copied()
            .filter(move |other| *other == rate);
        rates.flat_map(move |rate| {
            self.rasters.iter().flat_map(move |&raster| {
                self.scans.iter().flat_map(move |&scan| {
                    self.sampling.iter().flat_map(move |&sampling| {
                        let all = self.bits.iter();
                        all.map(move |&bits| PictureFormat {
                            raster,
                            rate,
                            scan,
                            sampling,
                            bits,
                        })
                    })
                })
            })
        })
    }

    /// The most that the set holds, in words: `3840×2160p60 4:2:2 10-bit`.
    fn most(&self) -> Option<PictureFormat> {
        Some(PictureFormat {
            raster: self
                .rasters
                .iter()
                .copied()
                .max_by_key(|raster| raster.pixels())?,
            rate: self.rates.iter().copied().max()?,
            scan: *self.scans.first()?,
            sampling: self.sampling.iter().copied().max()?,
            bits: self.bits.iter().copied().max()?,
        })
    }
}

impl Abilities {
    /// Whether nothing is said, so that any format goes.
    pub fn is_open(&self) -> bool {
        self.0.is_empty()
    }

    /// Whether the format is among them.
    pub fn hold(&self, format: PictureFormat) -> bool {
        self.is_open() || self.0.iter().any(|set| set.holds(format))
    }

    /// Every format at one frame rate, in the order of the catalogue, each once.
    pub fn formats_at(&self, rate: FrameRate) -> Vec<PictureFormat> {
        let mut formats: Vec<PictureFormat> = Vec::new();
        for format in self.0.iter().flat_map(|set| set.formats_at(rate)) {
            if !formats.contains(&format) {
                formats.push(format);
            }
        }
        formats
    }

    /// The format nearest to `wanted` at its frame rate, by [`nearest_of`].
    pub fn nearest(&self, wanted: PictureFormat) -> Option<PictureFormat> {
        if self.hold(wanted) {
            return Some(wanted);
        }
        nearest_of(
            self.0.iter().flat_map(|set| set.formats_at(wanted.rate)),
            wanted,
        )
    }

    /// A format that isn't among them, for a sentence: its raster and rate where they are what is
    /// missing, the whole of it where only sampling or depth is.
    pub fn beyond_in_words(&self, format: PictureFormat) -> String {
        let frames = self.formats_at(format.rate);
        if frames.iter().any(|other| other.frame() == format.frame()) {
            format.to_string()
        } else {
            format.frame()
        }
    }

    /// What they amount to, for a sentence: *up to 1920×1080p60 4:2:2 10-bit*.
    pub fn in_words(&self) -> String {
        let mut most: Vec<PictureFormat> = Vec::new();
        for format in self.0.iter().filter_map(FormatSet::most) {
            // A set that another one covers whole adds nothing to the sentence.
            let covers = |a: PictureFormat, b: PictureFormat| {
                a.quality().reaches(b.quality()) && a.rate >= b.rate && a.scan == b.scan
            };
            if !most.iter().any(|other| covers(*other, format)) {
                most.retain(|other| !covers(format, *other));
                most.push(format);
            }
        }
        match most.as_slice() {
            [] => "any format".into(),
            formats => {
                let words: Vec<String> = formats.iter().map(ToString::to_string).collect();
                format!("up to {}", words.join(" or "))
            }
        }
    }
}

impl From<&Edid> for Abilities {
    /// What a sink says that it takes: a set for each frame and sampling.
    fn from(edid: &Edid) -> Self {
        let mut sets: Vec<FormatSet> = Vec::new();
        for format in edid.modes.iter().flat_map(|mode| &mode.formats) {
            let same = |set: &&mut FormatSet| {
                set.rasters == [format.raster]
                    && set.rates == [format.rate]
                    && set.scans == [format.scan]
                    && set.sampling == [format.sampling]
            };
            match sets.iter_mut().find(same) {
                Some(set) => set.bits.push(format.bits),
                None => sets.push(FormatSet::of(*format)),
            }
        }
        Self(sets)
    }
}

/// The format nearest to `wanted`: its own raster, or the largest inside it, of its own shape first, or
/// the smallest there is; then its scan; then no less sampling and depth than wanted.
pub fn nearest_of(
    formats: impl Iterator<Item = PictureFormat>,
    wanted: PictureFormat,
) -> Option<PictureFormat> {
    formats.min_by_key(|format| {
        let inside = wanted.raster.holds(format.raster);
        let pixels = format.raster.pixels();
        let sampling = (format.sampling as u64).abs_diff(wanted.sampling as u64);
        let bits = format.bits.bits().abs_diff(wanted.bits.bits());
        (
            !inside,
            u64::from(wanted.raster.width) * u64::from(format.raster.height)
                != u64::from(wanted.raster.height) * u64::from(format.raster.width),
            if inside { u64::MAX - pixels } else { pixels },
            format.scan != wanted.scan,
            (format.sampling < wanted.sampling, sampling),
            (format.bits < wanted.bits, bits),
        )
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    fn abilities() -> Abilities {
        let set = |rasters: &[&str], rates: &[&str]| FormatSet {
            rasters: rasters.iter().map(|text| text.parse().unwrap()).collect(),
            rates: rates.iter().map(|text| text.parse().unwrap()).collect(),
            scans: progressive(),
            sampling: vec![Sampling::Yuv422],
            bits: vec![Depth::EIGHT, Depth::TEN],
        };
        Abilities(vec![
            set(&["1080", "720"], &["25", "50"]),
            set(&["2160"], &["25"]),
        ])
    }

    #[test]
    fn the_nearest_format_keeps_raster_then_quality() {
        let nearest = |wanted: &str| {
            abilities()
                .nearest(wanted.parse().unwrap())
                .map(|format| format.to_string())
        };
        assert_eq!(nearest("2160p25").unwrap(), "3840×2160p25 4:2:2 10-bit");
        assert_eq!(nearest("2160p50").unwrap(), "1920×1080p50 4:2:2 10-bit");
        assert_eq!(
            nearest("2160p25 4:4:4 12").unwrap(),
            "3840×2160p25 4:2:2 10-bit"
        );
        assert_eq!(
            nearest("1080p25 4:2:0 8").unwrap(),
            "1920×1080p25 4:2:2 8-bit"
        );
        assert_eq!(nearest("2160p24"), None);
    }

    #[test]
    fn in_words_the_most_is_named() {
        assert_eq!(
            abilities().in_words(),
            "up to 1920×1080p50 4:2:2 10-bit or 3840×2160p25 4:2:2 10-bit"
        );
    }
}
