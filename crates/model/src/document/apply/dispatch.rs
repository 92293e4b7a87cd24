//! Every command, and the file of its subject that checks it, makes it and knows its inverse.

use super::{Refusal, Strictness};
use crate::catalogue::Catalogue;
use crate::document::{Command, Production};

impl Production {
    /// Applies one command and returns its inverse.
    #[expect(
        clippy::too_many_lines,
        reason = "one table: a command that it forgets doesn’t compile"
    )]
    pub(super) fn apply(
        &mut self,
        catalogue: &Catalogue,
        command: Command,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        use Command as C;
        match command {
            // The production.
            C::RenameProduction { name } => self.rename(&name),
            C::SetProjectFormat { format } => self.set_format(format, strictness),
            C::SetDropFrame { drop_frame } => Ok(self.set_drop_frame(drop_frame)),
            C::SetHouseRules { change } => self.set_house_rules(&change, strictness),
            // Its kit and its custom entries.
            C::SetKit { line } => self.set_kit(catalogue, &line, strictness),
            C::AddToKit { line } => self.add_to_kit(catalogue, line, strictness),
            C::PutEntry { entry, at } => self.put_entry(catalogue, *entry, at),
            C::RemoveEntry { entry } => self.remove_entry(&entry),
            C::PutCodec { codec, at } => self.put_codec(catalogue, *codec, at),
            C::RemoveCodec { codec } => self.remove_codec(&codec),
            // The day.
            C::SetStation { change } => self.set_station(&change, strictness),
            C::SetJob { job } => self.set_job(job),
            C::SetAssemblies { assemblies } => self.set_assemblies(assemblies, strictness),
            C::PutScheduleEntry { build, entry, at } => {
                self.build_mut(&build)?.put_schedule(entry, at, strictness)
            }
            C::SetScheduleEntry {
                build,
                entry,
                change,
            } => self
                .build_mut(&build)?
                .set_schedule(&entry, &change, strictness),
            C::PutJoint { build, joint, at } => self
                .build_mut(&build)?
                .put_joint(catalogue, joint, at, strictness),
            C::RemoveJoint { build, part } => self.build_mut(&build)?.remove_joint(&part),
            C::RemoveScheduleEntry { build, entry } => {
                self.build_mut(&build)?.remove_schedule(&entry)
            }
            // Builds and units.
            C::AddBuild { name, from, id } => self.add_build(&name, from, id),
            C::RemoveBuild { build } => self.remove_build(&build),
            C::PutBuild { at, build } => self.put_build(at, *build),
            C::RenameBuild { build, name } => self.build_mut(&build)?.rename(&name),
            C::AddUnit { build, name } => self.build_mut(&build)?.add_unit(&name),
            C::RenameUnit { build, unit, name } => self.build_mut(&build)?.rename_unit(unit, &name),
            C::RemoveUnit { build, unit } => self.build_mut(&build)?.remove_unit(&unit),
            // Devices.
            C::AddDevice {
                build,
                device,
                unit,
                name,
                handle,
            } => self
                .build_mut(&build)?
                .add_device(catalogue, &device, unit, name, handle),
            C::RemoveDevice { build, device } => self.build_mut(&build)?.remove_device(&device),
            C::RenameDevice {
                build,
                device,
                name,
            } => self.build_mut(&build)?.rename_device(device, &name),
            C::MoveDevice {
                build,
                device,
                unit,
            } => self.build_mut(&build)?.move_device(device, unit),
            // Cables.
            C::Connect {
                build,
                from,
                to,
                cable,
                length,
            } => self.connect(catalogue, &build, (from, to), cable, length),
            C::Disconnect { build, connection } => self.build_mut(&build)?.disconnect(&connection),
            C::SetCable {
                build,
                connection,
                cable,
                length,
            } => self.build_mut(&build)?.set_cable(
                catalogue,
                connection,
                (cable, length),
                strictness,
            ),
            C::SetSurroundings {
                build,
                connection,
                surroundings,
            } => self
                .build_mut(&build)?
                .set_surroundings(connection, surroundings),
            C::SetAdapters {
                build,
                connection,
                adapters,
            } => self
                .build_mut(&build)?
                .set_adapters(catalogue, connection, adapters, strictness),
            // Sound.
            C::SetSound { build, at, change } => self
                .build_mut(&build)?
                .set_sound(catalogue, at, &change, strictness),
            C::SetPosition {
                build,
                device,
                position,
            } => self
                .build_mut(&build)?
                .set_position(catalogue, device, position, strictness),
            C::SetTracks {
                build,
                device,
                tracks,
            } => self
                .build_mut(&build)?
                .set_tracks(catalogue, device, tracks, strictness),
            C::SetRoomNoise { build, noise } => {
                self.build_mut(&build)?.set_room_noise(noise, strictness)
            }
            // Ports, picture, timecode, recording.
            C::SetOutput { build, at, change } => self
                .build_mut(&build)?
                .set_output(catalogue, at, &change, strictness),
            C::SetInput { build, at, setting } => self
                .build_mut(&build)?
                .set_input(catalogue, at, setting, strictness),
            C::ChooseInput {
                build,
                device,
                input,
            } => self
                .build_mut(&build)?
                .choose_input(catalogue, device, input, strictness),
            C::SetPlayback {
                build,
                device,
                playback,
            } => self
                .build_mut(&build)?
                .set_playback(catalogue, device, playback, strictness),
            C::SetSqueeze {
                build,
                device,
                squeeze,
            } => self
                .build_mut(&build)?
                .set_squeeze(catalogue, device, squeeze, strictness),
            C::SetScreen {
                build,
                device,
                desqueeze,
                look,
            } => {
                self.build_mut(&build)?
                    .set_screen(catalogue, device, (desqueeze, look), strictness)
            }
            C::SetTimecode {
                build,
                device,
                timecode,
            } => self
                .build_mut(&build)?
                .set_timecode(catalogue, device, timecode, strictness),
            C::SetClock {
                build,
                device,
                change,
            } => self
                .build_mut(&build)?
                .set_clock(catalogue, device, &change, strictness),
            C::SetPower {
                build,
                device,
                change,
            } => self
                .build_mut(&build)?
                .set_power(catalogue, device, &change, strictness),
            C::SetTimecodeMaster { build, device } => self
                .build_mut(&build)?
                .set_timecode_master(catalogue, device, strictness),
            C::SetRecording {
                build,
                device,
                change,
            } => self.build_mut(&build)?.set_recording(
                catalogue,
                device,
                change.as_ref(),
                strictness,
            ),
            // Needs, and what a removal took out.
            C::PutNeed { build, need } => self.build_mut(&build)?.put_need(need, strictness),
            C::SetNeed {
                build,
                need,
                change,
            } => self.build_mut(&build)?.set_need(&need, &change, strictness),
            C::RemoveNeed { build, need } => self.build_mut(&build)?.remove_need(&need),
            C::PutBack { build, kept } => self.build_mut(&build)?.put_back(*kept),
        }
    }
}
