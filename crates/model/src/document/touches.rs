//! What a command changes, as paths: two edits that touch different things can be made one after the
//! other, whichever revision each was made on.

use super::{Change, Command, Kept, KitChange, PortRef};

/// A path to what is changed: `build/night/device/a/output/sdi2/look`. A path stands for all below it.
pub type Touch = String;

/// What commands change.
pub fn touches(commands: &[Command]) -> Vec<Touch> {
    let mut found: Vec<Touch> = commands.iter().flat_map(of_command).collect();
    found.sort_unstable();
    found.dedup();
    found
}

/// Whether two edits touch one thing: the same, or one a part of the other.
pub fn meet(one: &[Touch], other: &[Touch]) -> bool {
    let within = |part: &str, whole: &str| {
        let below = part.strip_prefix(whole);
        below.is_some_and(|below| below.is_empty() || below.starts_with('/'))
    };
    one.iter().any(|one| {
        other
            .iter()
            .any(|other| within(one, other) || within(other, one))
    })
}

fn of_command(command: &Command) -> Vec<Touch> {
    match command.build() {
        None => of_production(command),
        Some(build) => {
            let parts = of_build(command).into_iter();
            parts.map(|part| format!("build/{build}{part}")).collect()
        }
    }
}

fn fields<T>(of: &str, change: &Change<T>) -> Vec<Touch> {
    change.names().map(|name| format!("{of}/{name}")).collect()
}

/// Of commands about the production, as whole paths.
fn of_production(command: &Command) -> Vec<Touch> {
    use Command as C;
    match command {
        C::RenameProduction { .. } => vec!["name".into()],
        C::SetProjectFormat { .. } => vec!["format".into()],
        C::SetDropFrame { .. } => vec!["drop-frame".into()],
        C::SetHouseRules { change } => fields("rules", change),
        C::SetStation { change } => fields("station", change),
        C::SetKit { line } | C::AddToKit { line } => of_kit(line),
        C::PutEntry { entry, .. } => vec![format!("entry/{}", entry.id)],
        C::RemoveEntry { entry } => vec![format!("entry/{entry}")],
        C::PutCodec { codec, .. } => vec![format!("codec/{}", codec.id)],
        C::RemoveCodec { codec } => vec![format!("codec/{codec}")],
        C::SetJob { .. } => vec!["job".into()],
        C::SetAssemblies { .. } => vec!["assemblies".into()],
        // One that is added stands beside the others.
        C::AddBuild { id, .. } => id.iter().map(|id| format!("build/{id}")).collect(),
        C::RemoveBuild { build } => vec![format!("build/{build}")],
        C::PutBuild { build, .. } => vec![format!("build/{}", build.id)],
        // What else there is is about a build; were it not, it would touch everything.
        _ => vec![String::new()],
    }
}

fn of_kit(line: &KitChange) -> Vec<Touch> {
    let length = line.length.map(|length| length.to_string());
    let line_of = format!("kit/{}@{}", line.item, length.unwrap_or_default());
    let counts = [
        (line.quantity.is_some(), "quantity"),
        (line.hired.is_some(), "hired"),
        (line.price.is_some(), "price"),
        (line.day_rate.is_some(), "day-rate"),
        (line.owner.is_some(), "owner"),
    ];
    let counts = counts.into_iter().filter(|(changes, _)| *changes);
    counts
        .map(|(_, name)| format!("{line_of}/{name}"))
        .collect()
}

/// Of commands about a build, from the build on.
fn of_build(command: &Command) -> Vec<Touch> {
    use Command as C;
    let device = |handle: &str, part: &str| vec![format!("/device/{handle}{part}")];
    match command {
        C::RenameBuild { .. } => vec!["/name".into()],
        // What is added without an id stands beside the others.
        C::AddUnit { .. } => Vec::new(),
        C::RenameUnit { unit, .. } => vec![format!("/unit/{unit}/name")],
        C::RemoveUnit { unit, .. } => vec![format!("/unit/{unit}")],
        C::AddDevice { handle, .. } => handle
            .iter()
            .flat_map(|handle| device(handle, ""))
            .collect(),
        C::RemoveDevice { device: handle, .. } => device(handle, ""),
        C::RenameDevice { device: handle, .. } => device(handle, "/name"),
        C::MoveDevice { device: handle, .. } => device(handle, "/unit"),
        C::Connect { from, to, .. } => [from, to].map(|at| of_port("port", at)).into(),
        C::SetInput { at, .. } => vec![of_port("input", at)],
        C::SetOutput { at, change, .. } => fields(&of_port("output", at), change),
        C::ChooseInput { device: handle, .. } => device(handle, "/chosen"),
        C::SetPlayback { device: handle, .. } => device(handle, "/playback"),
        C::SetSqueeze { device: handle, .. } => device(handle, "/squeeze"),
        C::SetTimecode { device: handle, .. } => device(handle, "/timecode"),
        C::SetScreen {
            device: handle,
            desqueeze,
            look,
            ..
        } => {
            let parts = [(desqueeze, "/screen/desqueeze"), (look, "/screen/look")];
            let parts = parts.into_iter().filter(|(so, _)| so.is_some());
            parts.flat_map(|(_, part)| device(handle, part)).collect()
        }
        C::SetRecording {
            device: handle,
            change,
            ..
        } => match change {
            Some(change) => fields(&format!("/device/{handle}/recording"), change),
            None => device(handle, "/recording"),
        },
        C::SetSound { at, change, .. } => fields(&of_port("sound", at), change),
        C::SetPosition { device: handle, .. } => device(handle, "/position"),
        C::SetTracks { device: handle, .. } => device(handle, "/tracks"),
        C::SetRoomNoise { .. } => vec!["/room-noise".into()],
        C::SetClock { device: handle, .. } => device(handle, "/clock"),
        C::SetPower { device: handle, .. } => device(handle, "/power"),
        C::SetTimecodeMaster { .. } => vec!["/timecode-master".into()],
        C::PutBack { kept, .. } => of_kept(kept),
        _ => of_lists(command),
    }
}

/// Of commands about a build's cables, needs and day.
fn of_lists(command: &Command) -> Vec<Touch> {
    use Command as C;
    let cable = |id: &str, part: &str| vec![format!("/connection/{id}{part}")];
    match command {
        C::Disconnect { connection, .. } => cable(connection, ""),
        C::SetSurroundings { connection, .. } => cable(connection, "/surroundings"),
        C::SetAdapters { connection, .. } => cable(connection, "/adapters"),
        C::SetCable {
            connection,
            cable: class,
            length,
            ..
        } => {
            let class = class.iter().flat_map(|_| cable(connection, "/cable"));
            let length = length.iter().flat_map(|_| cable(connection, "/length"));
            class.chain(length).collect()
        }
        C::PutNeed { need, .. } => vec![format!("/need/{}", need.id)],
        C::SetNeed { need, change, .. } => fields(&format!("/need/{need}"), change),
        C::RemoveNeed { need, .. } => vec![format!("/need/{need}")],
        C::PutJoint { joint, .. } => vec![format!("/joint/{}", joint.part)],
        C::RemoveJoint { part, .. } => vec![format!("/joint/{part}")],
        C::PutScheduleEntry { entry, .. } => vec![format!("/day/{}", entry.id)],
        C::SetScheduleEntry { entry, change, .. } => fields(&format!("/day/{entry}"), change),
        C::RemoveScheduleEntry { entry, .. } => vec![format!("/day/{entry}")],
        // A command that isn't told apart yet touches all of its build.
        _ => vec![String::new()],
    }
}

fn of_port(what: &str, at: &PortRef) -> Touch {
    format!("/device/{}/{what}/{}", at.device, at.port)
}

fn of_kept(kept: &Kept) -> Vec<Touch> {
    let units = kept
        .units
        .iter()
        .map(|(_, unit)| format!("/unit/{}", unit.id));
    let placements = kept.placements.iter();
    let placements = placements.map(|(_, placement)| format!("/device/{}", placement.id));
    let cables = kept.connections.iter().flat_map(|(_, cable)| {
        let ends = [&cable.from, &cable.to].map(|at| of_port("port", at));
        ends.into_iter()
            .chain([format!("/connection/{}", cable.id)])
    });
    let needs = kept
        .needs
        .iter()
        .map(|(_, need)| format!("/need/{}", need.id));
    let joints = kept
        .joints
        .iter()
        .map(|(_, joint)| format!("/joint/{}", joint.part));
    let master = kept
        .timecode_master
        .iter()
        .map(|_| "/timecode-master".into());
    let all = units
        .chain(placements)
        .chain(cables)
        .chain(needs)
        .chain(joints);
    all.chain(master).collect()
}
