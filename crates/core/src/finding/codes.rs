//! The codes, each with its page: what it means, why it matters, what to do.

use serde::{Serialize, Serializer};
use std::fmt;
use utoipa::ToSchema;

macro_rules! codes {
    ($($(#[$doc:meta])* $name:ident $code:literal $title:literal $means:literal $matters:literal $todo:literal;)*) => {
        /// A kind of finding, by area: V picture, R recording, S sound, T timecode, K the kit itself.
        #[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
        pub enum Code { $($(#[$doc])* $name,)* }

        /// The page of every code, in the order of the codes.
        pub const PAGES: &[CodePage] = &[$(CodePage {
            code: Code::$name, title: $title, means: $means, matters: $matters, todo: $todo,
        },)*];

        impl fmt::Display for Code {
            fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
                f.write_str(match self { $(Self::$name => $code,)* })
            }
        }
    };
}

/// What there is to say about a kind of finding.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct CodePage {
    /// The code.
    pub code: Code,
    /// Its name.
    pub title: &'static str,
    /// What it means.
    pub means: &'static str,
    /// Why it matters.
    pub matters: &'static str,
    /// What to do.
    pub todo: &'static str,
}

codes! {
    NothingArrives "V-101" "Nothing arrives"
        "No picture comes to this screen or recorder."
        "Whoever looks at it sees black."
        "Run a lead to it, or pair its receiver.";
    FormatNotTaken "V-102" "Format not taken"
        "The input doesn’t take the format that is sent to it."
        "The screen stays black or says that there is no signal; a converter in between may pass nothing."
        "Set the output to a format that the input takes, or put a scaling converter in between.";
    RateOverPort "V-103" "Wire rate above the port"
        "The picture needs a faster wire than the port is made for."
        "There is no picture, or one that breaks up."
        "Set the output to a format with a lower rate, or use a faster port.";
    RateOverLead "V-104" "Wire rate above the lead"
        "The picture needs a faster wire than the lead is made for."
        "It may work on the bench and break up when the lead is bent or warm."
        "Use a lead of a faster class, or a format with a lower rate.";
    OtherLevel "V-105" "3G levels differ"
        "1080p at 47.95 to 60 frames travels on 3G as level A or level B; the input doesn’t take the one that is sent."
        "The input sees no picture although the format is right."
        "Set the output to the level that the input takes.";
    WrongLead "V-106" "The lead doesn’t fit"
        "The plugs don’t go into the sockets, or the lead isn’t made for this wire."
        "It can’t be plugged in. Forcing a plug ruins the socket."
        "Use a lead with the right ends.";
    OtherWire "V-107" "A converter is missing"
        "The output and the input speak different wires."
        "An adapter doesn’t help: the signals are different."
        "Put a converter in between.";
    LongRun "V-108" "Run near or beyond its reach"
        "The lead loses more than the receiver’s equalizer is sure to make up for."
        "Near the end of the reach, an ordinary bend, a barrel or heat ends the picture; beyond it there is none to count on."
        "Use a lead of a better class, a format with a lower rate, or a reclocking device on the way. The maker’s data sheet wins.";
    Loop "V-109" "Loop"
        "These leads feed the picture back to where it came from."
        "No picture is in the circle, and none comes out of it."
        "Take one of the leads out.";
    CannotGive "V-110" "The output doesn’t give that"
        "The output is set to a format that the device doesn’t give, or gives nothing at this frame rate."
        "It sends something else, or nothing."
        "Set it to a format that it gives.";
    NoCarriage "V-111" "No wire carries that picture"
        "Neither the standards of this wire nor its multi-link forms define such a picture."
        "It can only be recorded where it is made."
        "Set the output to a raster and a rate that travel.";
    QualityShort "V-201" "Need not met: quality"
        "What arrives is poorer than what was asked for, whatever the wire could hold."
        "A recorder can’t add quality that the source didn’t send."
        "Set the source’s output to a better format, or take another way.";
    NotClean "V-202" "Need not met: not clean"
        "Overlays are burnt into a picture that must be clean."
        "They can’t be taken out again."
        "Set the output to clean.";
    TooLate "V-203" "Need not met: too late"
        "The picture arrives later than its viewer can work with."
        "Focus and framing lag behind the action."
        "Take a way with fewer relays, converters and radio links.";
    OtherCamera "V-204" "Need not met: another camera"
        "The picture is of another camera than the one asked for."
        "The viewer sees the wrong picture."
        "Connect the camera that was asked for.";
    HoldsMore "R-101" "The recorder holds more than its source sent"
        "The file has more bits, finer sampling or a larger raster than the picture that it is made from."
        "It costs data and adds nothing: the grade finds the poorer picture inside."
        "Send a better picture, or record to a codec no larger than it.";
    FormatNotRecorded "R-102" "The recorder doesn’t record that"
        "The picture’s raster, rate or scan isn’t among those that it records."
        "Nothing is recorded."
        "Choose a format that it records.";
    NoMedium "R-103" "Nothing to record on"
        "No card or drive is in."
        "Nothing is recorded."
        "Put one in.";
    TooSlow "R-104" "The card is too slow"
        "What the card is guaranteed to keep up is less than the data rate with its margin."
        "The recorder stops by itself, or drops frames."
        "Use a faster card, or a lighter codec.";
    EndsEarly "R-105" "It ends before the need does"
        "The card, or a limit of the recorder, ends the recording before what must be recorded is over."
        "The end is missing."
        "Use a larger card, a second slot or a lighter codec; where the body stops by itself, record outside it.";
    SoundLost "S-101" "Sound doesn’t reach the recorder"
        "Fewer channels arrive than the recorder has tracks set to record."
        "The tracks are there and silent."
        "Bring the sound along, at the recorder’s own input or on the picture’s wire.";
    SoundShort "S-102" "Need not met: sound"
        "Fewer sound channels arrive than were asked for."
        "Whoever needs the sound doesn’t get it."
        "Bring it along on the picture’s wire, or at an input of the recorder’s own.";
    TimecodeRate "T-101" "Timecode rates differ"
        "Two devices that must agree count at different rates."
        "The recordings don’t line up in the edit."
        "Set both to one rate.";
    DropMode "T-102" "Drop frame against non-drop"
        "Two devices count at the same rate, one of them dropping labels to follow the clock."
        "The labels run apart although the pictures don’t."
        "Set both to one mode.";
    UnknownDevice "K-101" "Not in the catalogue"
        "The catalogue has no description under this name."
        "Nothing can be said about it."
        "Remove it, or import its description.";
    BadConnection "K-102" "The connection can’t stand"
        "It names a port or a lead that isn’t there, or a socket that has a lead already."
        "It carries nothing."
        "Take it out.";
}

impl Serialize for Code {
    fn serialize<S: Serializer>(&self, serializer: S) -> Result<S::Ok, S::Error> {
        serializer.collect_str(self)
    }
}

impl utoipa::PartialSchema for Code {
    fn schema() -> utoipa::openapi::RefOr<utoipa::openapi::schema::Schema> {
        let codes = PAGES.iter().map(|page| page.code.to_string());
        utoipa::openapi::ObjectBuilder::new()
            .schema_type(utoipa::openapi::schema::Type::String)
            .enum_values(Some(codes))
            .into()
    }
}

impl ToSchema for Code {
    fn name() -> std::borrow::Cow<'static, str> {
        "Code".into()
    }
}

impl Code {
    /// Its page.
    pub fn page(self) -> &'static CodePage {
        &PAGES[self as usize]
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_code_has_its_own_page_and_number() {
        let mut numbers: Vec<String> = PAGES.iter().map(|page| page.code.to_string()).collect();
        assert!(PAGES.iter().all(|page| page.code.page().code == page.code));
        numbers.sort();
        numbers.dedup();
        assert_eq!(numbers.len(), PAGES.len());
    }
}
