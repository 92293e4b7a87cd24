//! Commands that change the production itself, and those that need its kit.

use super::{Refusal, Strictness, checked_name, missing};
use crate::catalogue::{Cable, Catalogue, Direction};
use crate::document::{Build, Command, Connection, KitLine, PortRef, Production};
use crate::format::Depth;
use crate::quantity::Length;

impl Production {
    /// Applies one command and returns its inverse.
    pub(super) fn apply(
        &mut self,
        catalogue: &Catalogue,
        command: &Command,
        strictness: Strictness,
    ) -> Result<Command, Refusal> {
        use std::mem::replace;
        Ok(match command.clone() {
            Command::RenameProduction { name } => {
                let name = replace(&mut self.name, checked_name("a production", &name)?);
                Command::RenameProduction { name }
            }
            Command::SetProjectFormat { format } => {
                if format.bits == Depth::SIXTEEN && strictness == Strictness::Able {
                    return Err(Refusal::CannotDo {
                        device: "The project".into(),
                        why: "16 bits don’t travel on SDI; choose 8, 10 or 12".into(),
                    });
                }
                Command::SetProjectFormat {
                    format: replace(&mut self.format, format),
                }
            }
            Command::SetDropFrame { drop_frame } => Command::SetDropFrame {
                drop_frame: replace(&mut self.drop_frame, drop_frame),
            },
            Command::SetHouseRules { rules } => {
                if strictness == Strictness::Able {
                    rules.check().map_err(Refusal::Contradiction)?;
                }
                Command::SetHouseRules {
                    rules: replace(&mut self.house_rules, rules),
                }
            }
            Command::SetKit { line } => {
                if strictness == Strictness::Able {
                    line.check().map_err(Refusal::Contradiction)?;
                }
                self.set_kit(catalogue, line)?
            }
            Command::PutCodec { codec, at } => self.put_codec(catalogue, *codec, at)?,
            Command::RemoveCodec { codec } => self.remove_codec(&codec)?,
            Command::SetStation { station } => {
                if strictness == Strictness::Able {
                    station.check().map_err(Refusal::Contradiction)?;
                }
                Command::SetStation {
                    station: replace(&mut self.station, station),
                }
            }
            Command::SetJob { job } => self.set_job(job)?,
            Command::PutScheduleEntry { build, entry, at } => self
                .build_mut(&build)?
                .put_schedule(entry, at, strictness)?,
            Command::RemoveScheduleEntry { build, entry } => {
                self.build_mut(&build)?.remove_schedule(&entry)?
            }
            Command::PutEntry { entry, at } => self.put_entry(catalogue, *entry, at)?,
            Command::RemoveEntry { entry } => self.remove_entry(&entry)?,
            Command::AddBuild { name, from, id } => self.add_build(&name, from, id)?,
            Command::RemoveBuild { build } => self.remove_build(&build)?,
            Command::PutBuild { at, build } => self.put_build(at, *build)?,
            Command::RenameBuild { build, name } => {
                let found = self.build_mut(&build)?;
                let name = replace(&mut found.name, checked_name("a build", &name)?);
                Command::RenameBuild { build, name }
            }
            Command::AddDevice {
                build,
                device,
                unit,
                name,
                handle,
            } => self
                .build_mut(&build)?
                .add_device(catalogue, &device, unit, name, handle)?,
            Command::Connect {
                build,
                from,
                to,
                cable,
                length,
            } => {
                let (cable, length) =
                    self.cable_for(catalogue, &build, (&from, &to), cable, length)?;
                let air = catalogue.cable(&cable).is_some_and(Cable::is_air);
                self.build_mut(&build)?
                    .connect(Connection::between("", from, to, &cable, length), air)?
            }
            Command::SetRecording {
                build,
                device,
                recording,
            } => {
                let old = self
                    .build_mut(&build)?
                    .set_recording(catalogue, &device, recording, strictness)?;
                Command::SetRecording {
                    build,
                    device,
                    recording: old,
                }
            }
            other => {
                let id = other.build().unwrap_or_default().to_string();
                self.build_mut(&id)?.apply(catalogue, other, strictness)?
            }
        })
    }

    pub(super) fn build_mut(&mut self, id: &str) -> Result<&mut Build, Refusal> {
        self.builds
            .iter_mut()
            .find(|build| build.id == id)
            .ok_or_else(|| missing("build", id))
    }

    fn set_kit(&mut self, catalogue: &Catalogue, line: KitLine) -> Result<Command, Refusal> {
        if catalogue.item_name(&line.item).is_none() {
            return Err(missing("item in the catalogue", &line.item));
        }
        let length = if catalogue.cable(&line.item).is_some() {
            line.length
        } else {
            None
        };
        let at = self
            .kit
            .iter()
            .position(|known| known.item == line.item && known.length == length);
        let (quantity, hired) = at.map_or((0, 0), |at| (self.kit[at].quantity, self.kit[at].hired));
        let none = line.quantity == 0 && line.hired == 0;
        match at {
            // A line with none left goes only from the end, so that putting it back finds its place.
            Some(at) if none && at + 1 == self.kit.len() => {
                self.kit.pop();
            }
            Some(at) => {
                self.kit[at].quantity = line.quantity;
                self.kit[at].hired = line.hired;
            }
            None if none => {}
            None => self.kit.push(KitLine {
                length,
                ..line.clone()
            }),
        }
        Ok(Command::SetKit {
            line: KitLine {
                quantity,
                hired,
                length,
                ..line
            },
        })
    }

    /// The cable for a new connection: as asked, or a spare one of the kit whose plugs fit, the
    /// shortest first, or any of the catalogue that fits, 2 m long.
    fn cable_for(
        &self,
        catalogue: &Catalogue,
        build: &str,
        (from, to): (&PortRef, &PortRef),
        cable: Option<String>,
        length: Option<Length>,
    ) -> Result<(String, Length), Refusal> {
        const USUAL: Length = Length(2_000);
        let build = self.build(build).ok_or_else(|| missing("build", build))?;
        let output = build.port(catalogue, from, Direction::Out)?;
        let input = build.port(catalogue, to, Direction::In)?;
        if let Some(cable) = cable {
            catalogue
                .cable(&cable)
                .ok_or_else(|| missing("cable in the catalogue", &cable))?;
            let own = self
                .kit
                .iter()
                .filter(|line| line.item == cable)
                .filter_map(|line| line.length)
                .min();
            return Ok((cable, length.or(own).unwrap_or(USUAL)));
        }
        let fits = |id: &str| {
            let found = catalogue.cable(id)?;
            (found.joins(output.connector, input.connector)
                && found.wires.contains(&output.wire)
                && found.wires.contains(&input.wire))
            .then_some(())
        };
        let long_enough = |line: &&KitLine| {
            length.is_none_or(|length| line.length.is_some_and(|own| own >= length))
        };
        let spare = self
            .kit
            .iter()
            .filter(|line| fits(&line.item).is_some())
            .filter(long_enough)
            .filter(|line| {
                line.length
                    .is_some_and(|own| line.there() > build.cables_used(&line.item, own))
            });
        if let Some(line) = spare.min_by_key(|line| line.length) {
            return Ok((line.item.clone(), length.or(line.length).unwrap_or(USUAL)));
        }
        let fitting = catalogue
            .cables
            .iter()
            .find(|found| fits(&found.id).is_some());
        // Where no single cable fits, one with the right plug at the output shows what is missing.
        let half = || {
            catalogue
                .cables
                .iter()
                .find(|found| found.ends.contains(&output.connector))
        };
        let cable = fitting
            .or_else(half)
            .ok_or_else(|| missing("cable in the catalogue for", &from.to_string()))?;
        Ok((cable.id.clone(), length.unwrap_or(USUAL)))
    }
}
