//! Every change that the interface offers, as data.

use super::{Refusal, Strictness};
use crate::catalogue::{Catalogue, Codec, Device};
use crate::document::{
    Assembly, Build, Change, ClockSetting, Connection, Handle, HouseRules, InputSetting, JobLine,
    Joint, KitChange, Need, OutputSetting, Placement, PortRef, Position, PowerSetting, Production,
    RecordingSetting, ScheduleEntry, SoundSetting, Station, TrackSetting, Unit,
};
use difference::Changed;
use serde::{Deserialize, Serialize};
use transport::radio::Surroundings;
use units::format::{PictureFormat, Squeeze};
use units::quantity::{Decibels, Length, Span};
use units::timecode::TimecodeRate;
use utoipa::ToSchema;

utoipa::description! {
    use crate::document::change::{change_of, change_or_null};
}

/// Declares every command once: what the history calls it, its fields, and how it is made of them. What it changed, what
/// takes it back and what it conflicts with follow from the document before and after it (`difference`).
macro_rules! commands {
    (
        $(#[$meta:meta])*
        of the production $production:ident, with $catalogue:ident, $strictness:ident {$(
            $(#[$doc:meta])*
            $title:literal
            $name:ident { $($(#[$about:meta])* $field:ident: $type:ty,)* } => $made:expr;
        )*}
        of its build $build:ident {$(
            $(#[$doc_of:meta])*
            $title_of:literal
            $name_of:ident { $($(#[$about_of:meta])* $field_of:ident: $type_of:ty,)* } => $made_of:expr;
        )*}
    ) => {
        $(#[$meta])*
        pub enum Command {
            $($(#[$doc])* $name { $($(#[$about])* $field: $type,)* },)*
            $($(#[$doc_of])* $name_of {
                /// In which build.
                build: Handle,
                $($(#[$about_of])* $field_of: $type_of,)*
            },)*
        }

        impl Command {
            /// What the command does, for the history and for undo: *Add device*.
            pub fn title(&self) -> &'static str {
                match self {
                    $(Self::$name { .. } => $title,)*
                    $(Self::$name_of { .. } => $title_of,)*
                }
            }

            /// Checks the command and makes it.
            pub(super) fn apply(
                self,
                $production: &mut Production,
                $catalogue: &Catalogue,
                $strictness: Strictness,
            ) -> Result<(), Refusal> {
                match self {
                    $(Self::$name { $($field),* } => $made,)*
                    $(Self::$name_of { build, $($field_of),* } => {
                        let $build = $production.build_mut(&build)?;
                        $made_of
                    })*
                }
            }
        }
    };
}

commands! {
    /// One change of a production. The only way to change one.
    #[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
    #[serde(tag = "do", rename_all = "kebab-case", deny_unknown_fields)]
    of the production production, with catalogue, strictness {
        /// Gives the production another name.
        "Rename production"
        RenameProduction {
            /// Its name.
            name: String,
        } => production.rename(&name);
        /// Sets the project's picture format, as typed.
        "Set project format"
        SetProjectFormat {
            /// What it is to be.
            format: PictureFormat,
        } => production.set_format(format, strictness);
        /// Sets whether timecode drops frames.
        "Set drop frame"
        SetDropFrame {
            /// Whether it drops frames.
            drop_frame: bool,
        } => {
            production.drop_frame = drop_frame;
            Ok(())
        };
        /// Sets some of the house rules.
        "Set house rules"
        SetHouseRules {
            /// What changes.
            #[schema(schema_with = change_of::<HouseRules>)]
            change: Change<HouseRules>,
        } => production.set_house_rules(&change, strictness);
        /// Sets how many of an item the kit holds; none removes the line.
        "Change kit"
        SetKit {
            /// What is to be there of one thing.
            line: KitChange,
        } => production.set_kit(catalogue, &line, strictness);
        /// Adds so many of an item to the kit: counts are what comes on top.
        "Change kit"
        AddToKit {
            /// How many more of one thing.
            line: KitChange,
        } => production.add_to_kit(catalogue, line, strictness);
        /// Adds a description of the crew's own, or puts another in the place of the one with its id.
        "Add custom device"
        PutEntry {
            /// The description.
            entry: Box<Device>,
            /// Its place among them; the end where not said.
            #[serde(default)]
            at: Option<usize>,
        } => production.put_entry(catalogue, *entry, at);
        /// Removes a description of the crew's own.
        "Remove custom device"
        RemoveEntry {
            /// Its id.
            entry: String,
        } => production.remove_entry(&entry);
        /// Adds a codec of the crew's own, or puts another in the place of the one with its id.
        "Add custom codec"
        PutCodec {
            /// The codec.
            codec: Box<Codec>,
            /// Its place among them; the end where not said.
            #[serde(default)]
            at: Option<usize>,
        } => production.put_codec(catalogue, *codec, at);
        /// Removes a codec of the crew's own.
        "Remove a codec"
        RemoveCodec {
            /// Its id.
            codec: Handle,
        } => production.remove_codec(&codec);
        /// Sets something of where cards are copied.
        "Set offload"
        SetStation {
            /// What changes.
            #[schema(schema_with = change_of::<Station>)]
            change: Change<Station>,
        } => production.set_station(&change, strictness);
        /// Sets how many days of which build the job is.
        "Set job"
        SetJob {
            /// Its lines.
            job: Vec<JobLine>,
        } => production.set_job(job);
        /// Sets how long rigs took that were built.
        "Set what builds took"
        SetAssemblies {
            /// All of them.
            assemblies: Vec<Assembly>,
        } => production.set_assemblies(assemblies, strictness);
        /// Adds a build: an empty one, or a copy of another to go on from. The id is made from the name
        /// where not given.
        "Add build"
        AddBuild {
            /// Its name.
            name: String,
            /// The build that it is a copy of; an empty one where none.
            #[serde(default)]
            from: Option<Handle>,
            /// Its id; made from the name where not given.
            #[serde(default)]
            id: Option<Handle>,
        } => production.add_build(&name, from, id);
        /// Removes a build; one stays.
        "Remove build"
        RemoveBuild {
            /// The build.
            build: Handle,
        } => production.remove_build(&build);
        /// Puts a build back at its place.
        "Put build back"
        PutBuild {
            /// Its place among them.
            at: usize,
            /// The build.
            build: Box<Build>,
        } => production.put_build(at, *build);
        /// Runs a cable from an output to an input. Cable and length are chosen from the kit where not
        /// given.
        "Connect"
        Connect {
            /// In which build.
            build: Handle,
            /// The output.
            from: PortRef,
            /// The input.
            to: PortRef,
            /// The class of cable, by the catalogue’s id; chosen from the kit where not given.
            #[serde(default)]
            cable: Option<Handle>,
            /// How long; chosen from the kit where not given.
            #[serde(default)]
            length: Option<Length>,
        } => production.connect(catalogue, &build, (from, to), cable, length);
        /// Puts places of the production back to what they were before an edit.
        "Put back"
        Restore {
            /// What is to be where.
            changes: Vec<Changed>,
        } => production.restore(&changes, strictness);
    }
    of its build build {
        /// Adds something to the day of a build, or puts another in its place.
        "Set the day"
        PutScheduleEntry {
            /// The part of the day.
            entry: ScheduleEntry,
            /// Its place among them; the end where not said.
            #[serde(default)]
            at: Option<usize>,
        } => build.put_schedule(entry, at, strictness);
        /// Sets something of what is shot when.
        "Set the day"
        SetScheduleEntry {
            /// Its id.
            entry: Handle,
            /// What changes.
            #[schema(schema_with = change_of::<ScheduleEntry>)]
            change: Change<ScheduleEntry>,
        } => build.set_schedule(&entry, &change, strictness);
        /// Takes something out of the day of a build.
        "Take out of the day"
        RemoveScheduleEntry {
            /// Its id.
            entry: Handle,
        } => build.remove_schedule(&entry);
        /// Gives a build another name.
        "Rename build"
        RenameBuild {
            /// Its name.
            name: String,
        } => build.rename(&name);
        /// Adds a unit at the end.
        "Add unit"
        AddUnit {
            /// Its name.
            name: String,
        } => build.add_unit(&name);
        /// Gives a unit another name.
        "Rename unit"
        RenameUnit {
            /// The unit.
            unit: Handle,
            /// Its name.
            name: String,
        } => build.rename_unit(&unit, &name);
        /// Removes an empty unit.
        "Remove unit"
        RemoveUnit {
            /// The unit.
            unit: Handle,
        } => build.remove_unit(&unit);
        /// Puts a device to use. Handle and name are made from the catalogue's where not given.
        "Add device"
        AddDevice {
            /// The catalogue’s id.
            device: Handle,
            /// The unit that it travels with.
            unit: Handle,
            /// Its name on this floor; made from the catalogue’s where not given.
            #[serde(default)]
            name: Option<String>,
            /// Its handle; made from the catalogue’s id where not given.
            #[serde(default)]
            handle: Option<Handle>,
        } => build.add_device(catalogue, &device, unit, name, handle);
        /// Takes a device out, with its connections. Needs that speak of it stay, unmet.
        "Remove device"
        RemoveDevice {
            /// The device on the floor.
            device: Handle,
        } => build.remove_device(&device);
        /// Gives a device another name on this floor.
        "Rename device"
        RenameDevice {
            /// The device on the floor.
            device: Handle,
            /// Its name.
            name: String,
        } => build.rename_device(&device, &name);
        /// Lets a device travel with another unit.
        "Move device"
        MoveDevice {
            /// The device on the floor.
            device: Handle,
            /// The unit that it is to travel with.
            unit: Handle,
        } => build.move_device(&device, unit);
        /// Takes a cable out.
        "Disconnect"
        Disconnect {
            /// The connection.
            connection: Handle,
        } => build.disconnect(&connection);
        /// Changes the class of a cable, its length or both.
        "Change cable"
        SetCable {
            /// The connection.
            connection: Handle,
            /// The class of cable, by the catalogue’s id.
            #[serde(default)]
            cable: Option<Handle>,
            /// How long.
            #[serde(default)]
            length: Option<Length>,
        } => build.set_cable(catalogue, &connection, (cable, length), strictness);
        /// Sets what stands between the antennas of a pairing.
        "Set surroundings"
        SetSurroundings {
            /// The connection.
            connection: Handle,
            /// What they are.
            surroundings: Surroundings,
        } => build.set_surroundings(&connection, surroundings);
        /// Sets the adapters, barrels and clamps on a cable.
        "Set adapters"
        SetAdapters {
            /// The connection.
            connection: Handle,
            /// The catalogue’s ids.
            adapters: Vec<Handle>,
        } => build.set_adapters(catalogue, &connection, adapters, strictness);
        /// Sets what the sink behind an input says of itself; none: the catalogue's word.
        "Set input"
        SetInput {
            /// The input.
            at: PortRef,
            /// What is set; the catalogue’s word where none is.
            setting: Option<InputSetting>,
        } => build.set_input(catalogue, &at, setting, strictness);
        /// Sets whether a camera plays back.
        "Set playback"
        SetPlayback {
            /// The device on the floor.
            device: Handle,
            /// Whether it does.
            playback: bool,
        } => build.set_playback(catalogue, &device, playback, strictness);
        /// Sets the squeeze of a camera's lens; none: spherical.
        "Set lens squeeze"
        SetSqueeze {
            /// The device on the floor.
            device: Handle,
            /// The squeeze.
            squeeze: Option<Squeeze>,
        } => build.set_squeeze(catalogue, &device, squeeze, strictness);
        /// Sets what a screen does to its picture; what isn’t named stays.
        "Set screen"
        SetScreen {
            /// The device on the floor.
            device: Handle,
            /// Whether it takes a squeeze out.
            #[serde(default)]
            desqueeze: Option<bool>,
            /// Whether the screen applies a look.
            #[serde(default)]
            look: Option<bool>,
        } => build.set_screen(catalogue, &device, (desqueeze, look), strictness);
        /// Sets something of what an output gives.
        "Set output"
        SetOutput {
            /// The output.
            at: PortRef,
            /// What changes.
            #[schema(schema_with = change_of::<OutputSetting>)]
            change: Change<OutputSetting>,
        } => build.set_output(catalogue, &at, &change, strictness);
        /// Chooses the input that a device shows, passes on or records.
        "Choose input"
        ChooseInput {
            /// The device on the floor.
            device: Handle,
            /// The port’s id; the first with a cable where not said.
            input: Option<Handle>,
        } => build.choose_input(catalogue, &device, input, strictness);
        /// Sets the timecode that a device counts; none: the project's.
        "Set timecode"
        SetTimecode {
            /// The device on the floor.
            device: Handle,
            /// Rate and drop mode.
            timecode: Option<TimecodeRate>,
        } => build.set_timecode(catalogue, &device, timecode, strictness);
        /// Sets something of how a device gets its time, or what was measured of it.
        "Set clock"
        SetClock {
            /// The device on the floor.
            device: Handle,
            /// What changes.
            #[schema(schema_with = change_of::<ClockSetting>)]
            change: Change<ClockSetting>,
        } => build.set_clock(catalogue, &device, &change, strictness);
        /// Sets something of a battery or a load: number, health, charge, what it draws, measured runs.
        "Set power"
        SetPower {
            /// The battery, or what draws power, on the floor.
            device: Handle,
            /// What changes.
            #[schema(schema_with = change_of::<PowerSetting>)]
            change: Change<PowerSetting>,
        } => build.set_power(catalogue, &device, &change, strictness);
        /// Puts a part on another, or sets where on it.
        "Mount"
        PutJoint {
            /// What sits on what, and where.
            joint: Joint,
            /// Its place among them; the end where not said.
            #[serde(default)]
            at: Option<usize>,
        } => build.put_joint(catalogue, joint, at, strictness);
        /// Takes a part off another.
        "Take off"
        RemoveJoint {
            /// The fastening that sits.
            #[schema(value_type = String)]
            part: PortRef,
        } => build.remove_joint(&part);
        /// Names the device whose timecode the others follow.
        "Set timecode master"
        SetTimecodeMaster {
            /// The device; none: nobody’s.
            device: Option<Handle>,
        } => build.set_timecode_master(catalogue, device, strictness);
        /// Sets something of how a device records; `null`: it doesn’t.
        "Set recording"
        SetRecording {
            /// The device on the floor.
            device: Handle,
            /// What changes.
            #[serde(deserialize_with = "Option::deserialize")]
            #[schema(schema_with = change_or_null::<RecordingSetting>)]
            change: Option<Change<RecordingSetting>>,
        } => build.set_recording(catalogue, &device, change.as_ref(), strictness);
        /// Sets something for sound at a port: its level, gain, 48 V.
        "Set sound"
        SetSound {
            /// The port.
            at: PortRef,
            /// What changes.
            #[schema(schema_with = change_of::<SoundSetting>)]
            change: Change<SoundSetting>,
        } => build.set_sound(catalogue, &at, &change, strictness);
        /// Sets what a microphone hears, and from how far; none: as usual.
        "Set microphone position"
        SetPosition {
            /// The microphone.
            device: Handle,
            /// What it hears.
            position: Option<Position>,
        } => build.set_position(catalogue, &device, position, strictness);
        /// Sets what is on which track of a recorder; none: what arrives, in its order.
        "Set tracks"
        SetTracks {
            /// The recorder.
            device: Handle,
            /// Its tracks, the first first.
            tracks: Vec<TrackSetting>,
        } => build.set_tracks(catalogue, &device, tracks, strictness);
        /// Sets the room's own noise, in dB SPL; none: a quiet room's.
        "Set room noise"
        SetRoomNoise {
            /// How loud it is.
            noise: Option<Decibels>,
        } => build.set_room_noise(noise, strictness);
        /// Adds a need, or puts another in the place of the one with its id.
        "Set need"
        PutNeed {
            /// The need.
            need: Need,
        } => build.put_need(need, strictness);
        /// Sets something of a need.
        "Set need"
        SetNeed {
            /// Its id.
            need: Handle,
            /// What changes.
            #[schema(schema_with = change_of::<Need>)]
            change: Change<Need>,
        } => build.set_need(&need, &change, strictness);
        /// Sets how long a device must record: in the need of it that is there, or in a new one.
        "Set need"
        MustRecord {
            /// The device on the floor.
            device: Handle,
            /// For how long; none: as long as it does.
            length: Option<Span>,
        } => build.must_record(&device, length, strictness);
        /// Removes a need.
        "Remove need"
        RemoveNeed {
            /// Its id.
            need: Handle,
        } => build.remove_need(&need);
        /// Puts back, each at its place, what another command took out. What takes removals back in journals of earlier programs.
        "Put back"
        PutBack {
            /// What was taken out.
            kept: Box<TakenOut>,
        } => build.put_back(*kept);
    }
}

/// What a removal took out, each with its place in its list.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct TakenOut {
    /// Units.
    pub units: Vec<(usize, Unit)>,
    /// Placements.
    pub placements: Vec<(usize, Placement)>,
    /// Connections.
    pub connections: Vec<(usize, Connection)>,
    /// Needs.
    pub needs: Vec<(usize, Need)>,
    /// Joints.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub joints: Vec<(usize, Joint)>,
    /// The timecode master, where it went with its device.
    pub timecode_master: Option<Handle>,
}
