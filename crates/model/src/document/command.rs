//! Every change that the interface offers, as data.

use super::{
    Assembly, Build, Change, ClockSetting, Connection, Handle, HouseRules, InputSetting, JobLine,
    Joint, KitChange, Need, OutputSetting, Placement, PortRef, Position, PowerSetting,
    RecordingSetting, ScheduleEntry, SoundSetting, Station, TrackSetting, Unit,
};
use crate::catalogue::{Codec, Device};
use serde::{Deserialize, Serialize};
use transport::radio::Surroundings;
use units::format::{PictureFormat, Squeeze};
use units::quantity::{Decibels, Length};
use units::timecode::TimecodeRate;
use utoipa::ToSchema;

utoipa::description! {
    use super::change::{change_of, change_or_null};
}

/// One change of a production. The only way to change one.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "do", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Command {
    /// Gives the production another name.
    RenameProduction {
        /// Its name.
        name: String,
    },
    /// Sets the project's picture format, as typed.
    SetProjectFormat {
        /// What it is to be.
        format: PictureFormat,
    },
    /// Sets whether timecode drops frames.
    SetDropFrame {
        /// Whether it drops frames.
        drop_frame: bool,
    },
    /// Sets some of the house rules.
    SetHouseRules {
        /// What changes.
        #[schema(schema_with = change_of::<HouseRules>)]
        change: Change<HouseRules>,
    },
    /// Sets how many of an item the kit holds; none removes the line.
    SetKit {
        /// What is to be there of one thing.
        line: KitChange,
    },
    /// Adds so many of an item to the kit: counts are what comes on top.
    AddToKit {
        /// How many more of one thing.
        line: KitChange,
    },
    /// Adds a description of the crew's own, or puts another in the place of the one with its id.
    PutEntry {
        /// The description.
        entry: Box<Device>,
        /// Its place among them; the end where not said.
        #[serde(default)]
        at: Option<usize>,
    },
    /// Removes a description of the crew's own.
    RemoveEntry {
        /// Its id.
        entry: String,
    },
    /// Adds a codec of the crew's own, or puts another in the place of the one with its id.
    PutCodec {
        /// The codec.
        codec: Box<Codec>,
        /// Its place among them; the end where not said.
        #[serde(default)]
        at: Option<usize>,
    },
    /// Removes a codec of the crew's own.
    RemoveCodec {
        /// Its id.
        codec: Handle,
    },
    /// Sets something of where cards are copied.
    SetStation {
        /// What changes.
        #[schema(schema_with = change_of::<Station>)]
        change: Change<Station>,
    },
    /// Sets how many days of which build the job is.
    SetJob {
        /// Its lines.
        job: Vec<JobLine>,
    },
    /// Sets how long rigs took that were built.
    SetAssemblies {
        /// All of them.
        assemblies: Vec<Assembly>,
    },
    /// Adds something to the day of a build, or puts another in its place.
    PutScheduleEntry {
        /// In which build.
        build: Handle,
        /// The part of the day.
        entry: ScheduleEntry,
        /// Its place among them; the end where not said.
        #[serde(default)]
        at: Option<usize>,
    },
    /// Sets something of what is shot when.
    SetScheduleEntry {
        /// In which build.
        build: Handle,
        /// Its id.
        entry: Handle,
        /// What changes.
        #[schema(schema_with = change_of::<ScheduleEntry>)]
        change: Change<ScheduleEntry>,
    },
    /// Takes something out of the day of a build.
    RemoveScheduleEntry {
        /// In which build.
        build: Handle,
        /// Its id.
        entry: Handle,
    },
    /// Adds a build: an empty one, or a copy of another to go on from. The id is made from the name
    /// where not given.
    AddBuild {
        /// Its name.
        name: String,
        /// The build that it is a copy of; an empty one where none.
        #[serde(default)]
        from: Option<Handle>,
        /// Its id; made from the name where not given.
        #[serde(default)]
        id: Option<Handle>,
    },
    /// Removes a build; one stays.
    RemoveBuild {
        /// The build.
        build: Handle,
    },
    /// Puts a build back at its place. The inverse of removing it.
    PutBuild {
        /// Its place among them.
        at: usize,
        /// The build.
        build: Box<Build>,
    },
    /// Gives a build another name.
    RenameBuild {
        /// The build.
        build: Handle,
        /// Its name.
        name: String,
    },
    /// Adds a unit at the end.
    AddUnit {
        /// In which build.
        build: Handle,
        /// Its name.
        name: String,
    },
    /// Gives a unit another name.
    RenameUnit {
        /// In which build.
        build: Handle,
        /// The unit.
        unit: Handle,
        /// Its name.
        name: String,
    },
    /// Removes an empty unit.
    RemoveUnit {
        /// In which build.
        build: Handle,
        /// The unit.
        unit: Handle,
    },
    /// Puts a device to use. Handle and name are made from the catalogue's where not given.
    AddDevice {
        /// In which build.
        build: Handle,
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
    },
    /// Takes a device out, with its connections. Needs that speak of it stay, unmet.
    RemoveDevice {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
    },
    /// Gives a device another name on this floor.
    RenameDevice {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// Its name.
        name: String,
    },
    /// Lets a device travel with another unit.
    MoveDevice {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// The unit that it is to travel with.
        unit: Handle,
    },
    /// Runs a cable from an output to an input. Cable and length are chosen from the kit where not
    /// given.
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
    },
    /// Takes a cable out.
    Disconnect {
        /// In which build.
        build: Handle,
        /// The connection.
        connection: Handle,
    },
    /// Changes the class of a cable, its length or both.
    SetCable {
        /// In which build.
        build: Handle,
        /// The connection.
        connection: Handle,
        /// The class of cable, by the catalogue’s id.
        #[serde(default)]
        cable: Option<Handle>,
        /// How long.
        #[serde(default)]
        length: Option<Length>,
    },
    /// Sets what stands between the antennas of a pairing.
    SetSurroundings {
        /// In which build.
        build: Handle,
        /// The connection.
        connection: Handle,
        /// What they are.
        surroundings: Surroundings,
    },
    /// Sets the adapters, barrels and clamps on a cable.
    SetAdapters {
        /// In which build.
        build: Handle,
        /// The connection.
        connection: Handle,
        /// The catalogue’s ids.
        adapters: Vec<Handle>,
    },
    /// Sets what the sink behind an input says of itself; none: the catalogue's word.
    SetInput {
        /// In which build.
        build: Handle,
        /// The input.
        at: PortRef,
        /// What is set; the catalogue’s word where none is.
        setting: Option<InputSetting>,
    },
    /// Sets whether a camera plays back.
    SetPlayback {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// Whether it does.
        playback: bool,
    },
    /// Sets the squeeze of a camera's lens; none: spherical.
    SetSqueeze {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// The squeeze.
        squeeze: Option<Squeeze>,
    },
    /// Sets what a screen does to its picture; what isn’t named stays.
    SetScreen {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// Whether it takes a squeeze out.
        #[serde(default)]
        desqueeze: Option<bool>,
        /// Whether the screen applies a look.
        #[serde(default)]
        look: Option<bool>,
    },
    /// Sets something of what an output gives.
    SetOutput {
        /// In which build.
        build: Handle,
        /// The output.
        at: PortRef,
        /// What changes.
        #[schema(schema_with = change_of::<OutputSetting>)]
        change: Change<OutputSetting>,
    },
    /// Chooses the input that a device shows, passes on or records.
    ChooseInput {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// The port’s id; the first with a cable where not said.
        input: Option<Handle>,
    },
    /// Sets the timecode that a device counts; none: the project's.
    SetTimecode {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// Rate and drop mode.
        timecode: Option<TimecodeRate>,
    },
    /// Sets something of how a device gets its time, or what was measured of it.
    SetClock {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// What changes.
        #[schema(schema_with = change_of::<ClockSetting>)]
        change: Change<ClockSetting>,
    },
    /// Sets something of a battery or a load: number, health, charge, what it draws, measured runs.
    SetPower {
        /// In which build.
        build: Handle,
        /// The battery, or what draws power, on the floor.
        device: Handle,
        /// What changes.
        #[schema(schema_with = change_of::<PowerSetting>)]
        change: Change<PowerSetting>,
    },
    /// Puts a part on another, or sets where on it.
    PutJoint {
        /// In which build.
        build: Handle,
        /// What sits on what, and where.
        joint: Joint,
        /// Its place among them; the end where not said.
        #[serde(default)]
        at: Option<usize>,
    },
    /// Takes a part off another.
    RemoveJoint {
        /// In which build.
        build: Handle,
        /// The fastening that sits.
        #[schema(value_type = String)]
        part: PortRef,
    },
    /// Names the device whose timecode the others follow.
    SetTimecodeMaster {
        /// In which build.
        build: Handle,
        /// The device; none: nobody’s.
        device: Option<Handle>,
    },
    /// Sets something of how a device records; `null`: it doesn’t.
    SetRecording {
        /// In which build.
        build: Handle,
        /// The device on the floor.
        device: Handle,
        /// What changes.
        #[serde(deserialize_with = "Option::deserialize")]
        #[schema(schema_with = change_or_null::<RecordingSetting>)]
        change: Option<Change<RecordingSetting>>,
    },
    /// Sets something for sound at a port: its level, gain, 48 V.
    SetSound {
        /// In which build.
        build: Handle,
        /// The port.
        at: PortRef,
        /// What changes.
        #[schema(schema_with = change_of::<SoundSetting>)]
        change: Change<SoundSetting>,
    },
    /// Sets what a microphone hears, and from how far; none: as usual.
    SetPosition {
        /// In which build.
        build: Handle,
        /// The microphone.
        device: Handle,
        /// What it hears.
        position: Option<Position>,
    },
    /// Sets what is on which track of a recorder; none: what arrives, in its order.
    SetTracks {
        /// In which build.
        build: Handle,
        /// The recorder.
        device: Handle,
        /// Its tracks, the first first.
        tracks: Vec<TrackSetting>,
    },
    /// Sets the room's own noise, in dB SPL; none: a quiet room's.
    SetRoomNoise {
        /// In which build.
        build: Handle,
        /// How loud it is.
        noise: Option<Decibels>,
    },
    /// Adds a need, or puts another in the place of the one with its id.
    PutNeed {
        /// In which build.
        build: Handle,
        /// The need.
        need: Need,
    },
    /// Sets something of a need.
    SetNeed {
        /// In which build.
        build: Handle,
        /// Its id.
        need: Handle,
        /// What changes.
        #[schema(schema_with = change_of::<Need>)]
        change: Change<Need>,
    },
    /// Removes a need.
    RemoveNeed {
        /// In which build.
        build: Handle,
        /// Its id.
        need: Handle,
    },
    /// Puts back, each at its place, what another command took out. The inverse of removals.
    PutBack {
        /// In which build.
        build: Handle,
        /// What was taken out.
        kept: Box<Kept>,
    },
}

/// What a removal took out, each with its place in its list.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct Kept {
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

impl Command {
    /// What the command does, for the history and for undo: *Add device*.
    pub fn title(&self) -> &'static str {
        match self {
            Self::RenameProduction { .. } => "Rename production",
            Self::SetProjectFormat { .. } => "Set project format",
            Self::SetDropFrame { .. } => "Set drop frame",
            Self::SetHouseRules { .. } => "Set house rules",
            Self::SetKit { .. } | Self::AddToKit { .. } => "Change kit",
            Self::PutEntry { .. } => "Add custom device",
            Self::RemoveEntry { .. } => "Remove custom device",
            Self::PutCodec { .. } => "Add custom codec",
            Self::RemoveCodec { .. } => "Remove a codec",
            Self::SetStation { .. } => "Set offload",
            Self::SetJob { .. } => "Set job",
            Self::SetAssemblies { .. } => "Set what builds took",
            Self::PutScheduleEntry { .. } | Self::SetScheduleEntry { .. } => "Set the day",
            Self::RemoveScheduleEntry { .. } => "Take out of the day",
            Self::AddBuild { .. } => "Add build",
            Self::RemoveBuild { .. } => "Remove build",
            Self::PutBuild { .. } => "Put build back",
            Self::RenameBuild { .. } => "Rename build",
            Self::AddUnit { .. } => "Add unit",
            Self::RenameUnit { .. } => "Rename unit",
            Self::RemoveUnit { .. } => "Remove unit",
            Self::AddDevice { .. } => "Add device",
            Self::RemoveDevice { .. } => "Remove device",
            Self::RenameDevice { .. } => "Rename device",
            Self::MoveDevice { .. } => "Move device",
            Self::Connect { .. } => "Connect",
            Self::Disconnect { .. } => "Disconnect",
            Self::SetCable { .. } => "Change cable",
            Self::SetSurroundings { .. } => "Set surroundings",
            Self::SetAdapters { .. } => "Set adapters",
            Self::SetInput { .. } => "Set input",
            Self::SetPlayback { .. } => "Set playback",
            Self::SetSqueeze { .. } => "Set lens squeeze",
            Self::SetScreen { .. } => "Set screen",
            Self::SetOutput { .. } => "Set output",
            Self::ChooseInput { .. } => "Choose input",
            Self::SetTimecode { .. } => "Set timecode",
            Self::SetClock { .. } => "Set clock",
            Self::SetPower { .. } => "Set power",
            Self::PutJoint { .. } => "Mount",
            Self::RemoveJoint { .. } => "Take off",
            Self::SetTimecodeMaster { .. } => "Set timecode master",
            Self::SetRecording { .. } => "Set recording",
            Self::SetSound { .. } => "Set sound",
            Self::SetPosition { .. } => "Set microphone position",
            Self::SetTracks { .. } => "Set tracks",
            Self::SetRoomNoise { .. } => "Set room noise",
            Self::PutNeed { .. } | Self::SetNeed { .. } => "Set need",
            Self::RemoveNeed { .. } => "Remove need",
            Self::PutBack { .. } => "Put back",
        }
    }
}
