//! Commands about connections: the cable, what is on it, what stands between two antennas.

use super::{Refusal, Strictness, missing};
use crate::catalogue::{Cable, Catalogue, Direction};
use crate::document::{Build, Connection, Handle, KitLine, Limits, PortRef, Production};
use transport::radio::Surroundings;
use units::quantity::Length;

impl Production {
    pub(super) fn connect(
        &mut self,
        catalogue: &Catalogue,
        build: &str,
        (from, to): (PortRef, PortRef),
        cable: Option<Handle>,
        length: Option<Length>,
    ) -> Result<(), Refusal> {
        let (cable, length) = self.cable_for(catalogue, build, (&from, &to), cable, length)?;
        let air = catalogue.cable(&cable).is_some_and(Cable::is_air);
        self.build_mut(build)?
            .run(Connection::between("", from, to, &cable, length), air)
    }

    /// The cable for a new connection: as asked, or a spare one of the kit whose plugs fit, the
    /// shortest first, or any of the catalogue that fits, 2 m long.
    fn cable_for(
        &self,
        catalogue: &Catalogue,
        build: &str,
        (from, to): (&PortRef, &PortRef),
        cable: Option<Handle>,
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
            let shortest = self
                .kit
                .iter()
                .filter(|line| line.item == cable)
                .filter_map(|line| line.length)
                .min();
            return Ok((cable.into(), length.or(shortest).unwrap_or(USUAL)));
        }
        let fits = |id: &str| {
            let found = catalogue.cable(id)?;
            (found.joins(output.connector, input.connector)
                && found.wires.contains(&output.wire)
                && found.wires.contains(&input.wire))
            .then_some(())
        };
        let long_enough = |line: &&KitLine| {
            length.is_none_or(|length| line.length.is_some_and(|held| held >= length))
        };
        let spare = self
            .kit
            .iter()
            .filter(|line| fits(&line.item).is_some())
            .filter(long_enough)
            .filter(|line| {
                line.length
                    .is_some_and(|held| line.there() > build.cables_used(&line.item, held))
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
                .find(|found| found.begins_at(output.connector, output.wire))
        };
        let cable = fitting
            .or_else(half)
            .ok_or_else(|| missing("cable in the catalogue for", &from.to_string()))?;
        Ok((cable.id.clone(), length.unwrap_or(USUAL)))
    }
}

impl Build {
    fn connection_position(&self, id: &str) -> Result<usize, Refusal> {
        self.connections
            .iter()
            .position(|connection| connection.id == id)
            .ok_or_else(|| missing("connection", id))
    }

    /// Adds a connection under a free id.
    fn run(&mut self, wanted: Connection, air: bool) -> Result<(), Refusal> {
        // Any number of receivers listen to one transmitter; a socket takes one plug.
        let occupied =
            |other: &&Connection| other.to == wanted.to || (!air && other.from == wanted.from);
        if let Some(existing) = self.connections.iter().find(occupied) {
            let cable = format!("{} > {}", existing.from, existing.to);
            let port = if existing.to == wanted.to {
                wanted.to
            } else {
                wanted.from
            };
            return Err(Refusal::Occupied { port, cable });
        }
        if self.connections.len() >= Limits::CONNECTIONS {
            return Err(Refusal::TooMany("build holds at most 20,000 connections"));
        }
        let id = self.free_connection_id();
        self.connections.push(Connection { id, ..wanted });
        Ok(())
    }

    fn free_connection_id(&self) -> Handle {
        let numbers = self
            .connections
            .iter()
            .filter_map(|connection| connection.id.strip_prefix('l')?.parse::<u64>().ok());
        format!("l{}", numbers.max().unwrap_or(0).saturating_add(1)).into()
    }

    pub(super) fn disconnect(&mut self, connection: &str) -> Result<(), Refusal> {
        let at = self.connection_position(connection)?;
        self.connections.remove(at);
        Ok(())
    }

    pub(super) fn set_cable(
        &mut self,
        catalogue: &Catalogue,
        connection: &str,
        (cable, length): (Option<Handle>, Option<Length>),
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        if let Some(cable) = cable.as_ref().filter(|_| strictness == Strictness::Able)
            && catalogue.cable(cable).is_none()
        {
            return Err(missing("cable in the catalogue", cable));
        }
        let at = self.connection_position(connection)?;
        let found = &mut self.connections[at];
        cable.into_iter().for_each(|new| found.cable = new);
        length.into_iter().for_each(|new| found.length = new);
        Ok(())
    }

    pub(super) fn set_surroundings(
        &mut self,
        connection: &str,
        surroundings: Surroundings,
    ) -> Result<(), Refusal> {
        let at = self.connection_position(connection)?;
        self.connections[at].surroundings = surroundings;
        Ok(())
    }

    pub(super) fn set_adapters(
        &mut self,
        catalogue: &Catalogue,
        connection: &str,
        adapters: Vec<Handle>,
        strictness: Strictness,
    ) -> Result<(), Refusal> {
        let at = self.connection_position(connection)?;
        if strictness == Strictness::Able {
            if adapters.len() > Limits::ADAPTERS {
                return Err(Refusal::TooMany("cable takes at most 12 adapters"));
            }
            let unknown = adapters.iter().find(|id| catalogue.adapter(id).is_none());
            if let Some(id) = unknown {
                return Err(missing("adapter in the catalogue", id));
            }
        }
        self.connections[at].adapters = adapters;
        Ok(())
    }
}
