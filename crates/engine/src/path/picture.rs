//! Pictures: where they begin, what devices and cables do to them.

use super::graph::{ConnectionIx, Link};
use super::load::{level_at, measure, takes_rate};
use super::walk::Walk;
use super::{
    CableLoad, CarriageProblem, Floor, Leg, OutputProblem, Picture, PortIx, Problem, Signal,
    giving, links, made_as,
};
use model::catalogue::{InternalPath, SignalKind, Via, nearest_of};
use transport::hdmi;
use transport::wire::Wire;
use units::format::{PictureFormat, Quality, Sampling, Scan, Squeeze};
use units::quantity::Delay;

impl Walk<'_, '_> {
    /// The picture of a camera at one of its outputs.
    pub(super) fn begin_picture(&mut self, port: PortIx, signal: &mut Signal) {
        let floor = self.floor;
        let node = floor.ports[port];
        let Some(origin) = &node.port.origin else {
            return;
        };
        match self.first_format(port) {
            Ok(format) => {
                let setting = floor.output_setting(port);
                let is =
                    |said: fn(&model::document::OutputSetting) -> bool| setting.is_some_and(said);
                let desqueezes = origin.desqueezes && is(|setting| setting.desqueeze);
                let lens = floor
                    .placement_of(port)
                    .settings
                    .squeeze
                    .unwrap_or_default();
                let raw = setting.and_then(|setting| node.port.raw_named(setting.raw.as_ref()?));
                let made = match raw {
                    // Every photosite of the sensor, before any sampling of chroma.
                    Some(raw) => Quality {
                        raster: raw.raster.unwrap_or(format.raster),
                        sampling: Sampling::Full444,
                        bits: raw.bits.unwrap_or(format.bits),
                    },
                    None => made_as(floor, port).0.limit(format.quality()),
                };
                let format = on_wire(node.port.wire, format);
                let off = is(|setting| setting.trigger_off);
                signal.trigger = (!node.port.triggers.is_empty() && !off).then_some(port);
                signal.picture = Some(Picture {
                    origin: port,
                    format,
                    effective: made,
                    level: level_at(floor, port, format),
                    scales: 0,
                    lossy_hops: 0,
                    overlay: raw.is_none()
                        && (origin.never_clean || origin.overlay && is(|setting| setting.overlay)),
                    looks: u32::from(raw.is_none() && origin.look && is(|setting| setting.look)),
                    raw: raw.is_some(),
                    squeeze: if desqueezes { Squeeze::NONE } else { lens },
                    desqueezed: desqueezes && lens.is_squeezed(),
                    leg: links::sends(floor, port),
                    run_loss_db: 0.0,
                    run_share: 0.0,
                    delay: origin.delay.at(format),
                });
            }
            Err(wanted) => {
                signal.stopped_by = self.cannot_give(port, wanted);
            }
        }
    }

    /// What a cable does to a picture, and what is wrong with it there.
    pub(super) fn arrive_picture(
        &self,
        at: (PortIx, ConnectionIx),
        link: Link,
        picture: &mut Picture,
    ) -> (CableLoad, Vec<Problem>) {
        let (port, connection) = at;
        let floor = self.floor;
        let (load, mut found) = measure(floor, connection, link, picture);
        match load {
            CableLoad::Sdi(sdi) => picture.run_loss_db = sdi.coax.map_or(0.0, |coax| coax.loss_db),
            CableLoad::Hdmi(hdmi) => picture.run_share = hdmi.share,
            _ => {}
        }
        if found.iter().any(Problem::stops_picture) {
            return (load, found);
        }
        if let Some(leg) = picture.leg {
            found.extend(links::judge(floor, &self.resolved.signals, at, leg));
        } else if picture.raw {
            if !passes_raw(floor, port, picture) {
                found.push(Problem::Carriage(CarriageProblem::RawNotTaken {
                    connection,
                }));
            }
        } else if !floor.takes_format(port, picture.format) {
            found.push(Problem::Carriage(CarriageProblem::NotTaken {
                connection,
                format: picture.format,
            }));
        }
        (load, found)
    }

    /// What an output of a camera gives: as set, or the nearest to the project; an HDMI output
    /// gives way in sampling and depth to what its sink takes.
    fn first_format(&mut self, port: PortIx) -> Result<PictureFormat, PictureFormat> {
        let floor = self.floor;
        let wanted = given_format(floor, port, floor.production.format)?;
        let set = floor
            .output_setting(port)
            .is_some_and(|setting| setting.format.is_some());
        let node = floor.ports[port].port;
        let link = floor.out_of[port]
            .first()
            .map(|number| (*number, floor.link(*number)));
        let Some((connection, link)) = link.filter(|_| !set && node.wire == Wire::Hdmi) else {
            return Ok(wanted);
        };
        let sink = link.to;
        if floor.ports[sink].port.wire != Wire::Hdmi {
            return Ok(wanted);
        }
        let taken = |format: &PictureFormat| {
            let sent = hdmi::as_sent(*format);
            floor.takes_format(sink, sent) && takes_rate(floor, sink, sent)
        };
        if taken(&wanted) {
            return Ok(wanted);
        }
        let same_frame = giving(floor, port)
            .formats_at(wanted.rate)
            .into_iter()
            .filter(|format| {
                format.raster == wanted.raster && format.scan == wanted.scan && taken(format)
            });
        match nearest_of(same_frame, wanted) {
            Some(given) => {
                self.resolved
                    .problems
                    .push(Problem::Carriage(CarriageProblem::FellBack {
                        connection,
                        wanted,
                        given,
                    }));
                Ok(given)
            }
            None => Ok(wanted),
        }
    }

    /// An output that gives no such thing: a problem only where a cable waits for it.
    fn cannot_give(&mut self, port: PortIx, wanted: PictureFormat) -> Option<usize> {
        if self.floor.out_of[port].is_empty() {
            return None;
        }
        let giving = giving(self.floor, port);
        let problem = match giving.off().or_else(|| giving.kept_from(wanted)) {
            Some(mode) => Problem::Output(OutputProblem::SwitchedOff { port, mode }),
            None => Problem::Output(OutputProblem::CannotGive { port, wanted }),
        };
        self.resolved.problems.push(problem);
        Some(self.resolved.problems.len() - 1)
    }

    /// A picture, with what travels beside it, through a device.
    pub(super) fn pass_picture(&mut self, port: PortIx, path: &InternalPath, signal: &mut Signal) {
        let floor = self.floor;
        let Some(input) = floor.input_for(port, path) else {
            return;
        };
        let came = &self.resolved.signals[input];
        signal.stopped_by = came.stopped_by;
        let Some(before) = came.picture else { return };
        let format = match self.format_passed(port, path, before.format) {
            Ok(format) => format,
            Err(problem) => {
                signal.stopped_by = problem;
                return;
            }
        };
        let made = format.quality();
        let format = on_wire(floor.ports[port].port.wire, format);
        let looped = matches!(path.via, Via::Loop | Via::Relay);
        let look = path.look
            && floor
                .output_setting(port)
                .is_some_and(|setting| setting.look);
        let added = path.delay.at(before.format);
        let sound_added = path
            .sound_delay
            .map_or(added, |delay| delay.at(before.format));
        // Only a passive loop leaves the run as it came.
        let passive = f64::from(u8::from(path.via == Via::Loop));
        signal.picture = Some(Picture {
            format,
            effective: if before.raw {
                before.effective
            } else {
                path.keeps.limit(before.effective.through(made))
            },
            level: if looped {
                before.level
            } else {
                level_at(floor, port, format)
            },
            scales: before.scales + u32::from(format.raster != before.format.raster),
            lossy_hops: before.lossy_hops + u32::from(path.lossy),
            overlay: before.overlay || path.overlay,
            looks: before.looks + u32::from(look),
            leg: before.leg.filter(|_| looped),
            run_loss_db: before.run_loss_db * passive,
            run_share: before.run_share * passive,
            delay: Delay(before.delay.0.saturating_add(added.0)),
            ..before
        });
        self.resolved.picture_from[port] = Some(input);
        self.pass_sound(input, path, sound_added, signal);
        let came = &self.resolved.signals[input];
        signal.trigger = came.trigger.filter(|_| path.passes_trigger());
        if path.carries.contains(&SignalKind::Timecode) {
            signal.timecode = signal.timecode.or(came.timecode);
        }
    }

    /// The format in which a picture leaves a device that it came to; else the problem that keeps
    /// it, which is none where nobody listens.
    fn format_passed(
        &mut self,
        port: PortIx,
        path: &InternalPath,
        comes: PictureFormat,
    ) -> Result<PictureFormat, Option<usize>> {
        let floor = self.floor;
        let given = match path.via {
            Via::Scale | Via::Radio => given_format(floor, port, comes),
            // A frame-rate converter is there to bring the picture to the project's rate.
            Via::FrameRate => given_format(
                floor,
                port,
                PictureFormat {
                    rate: floor.production.format.rate,
                    ..comes
                },
            ),
            _ => Ok(comes),
        };
        let given = given.map_err(|wanted| self.cannot_give(port, wanted))?;
        let used = !floor.out_of[port].is_empty();
        let problems = &mut self.resolved.problems;
        if given.rate != comes.rate && path.via != Via::FrameRate {
            if !used {
                return Err(None);
            }
            problems.push(Problem::Output(OutputProblem::KeepsRate {
                port,
                wanted: given,
                comes,
            }));
            return Err(Some(problems.len() - 1));
        }
        let setting = floor.output_setting(port);
        let asked = setting.is_some_and(|setting| setting.format.is_some());
        let woven = comes.scan == Scan::Interlaced && given.scan == Scan::Progressive;
        if woven && !asked && used {
            problems.push(Problem::Output(OutputProblem::Deinterlaced {
                port,
                comes,
                given,
            }));
        }
        Ok(given)
    }

    /// Another part of the picture that the first output of a group sends: the picture alone.
    pub(super) fn other_leg(&self, port: PortIx, leg: Leg) -> Signal {
        let first = links::first_output(self.floor, port);
        let whole = first.map(|first| &self.resolved.signals[first]);
        Signal {
            picture: whole
                .and_then(|signal| signal.picture)
                .map(|picture| Picture {
                    leg: Some(leg),
                    ..picture
                }),
            stopped_by: whole.and_then(|signal| signal.stopped_by),
            ..Signal::default()
        }
    }
}

/// What an output gives: what is set, or the nearest to `wanted`; `Err` holds what was asked for
/// where it gives no such thing.
pub fn given_format(
    floor: &Floor,
    port: PortIx,
    wanted: PictureFormat,
) -> Result<PictureFormat, PictureFormat> {
    let giving = giving(floor, port);
    let set = floor
        .output_setting(port)
        .and_then(|setting| setting.format);
    if giving.off().is_some() {
        return Err(set.unwrap_or(wanted));
    }
    match set {
        Some(format) if giving.hold(format) => Ok(format),
        // Set to what it makes, where HDMI sends that in another container.
        Some(format)
            if floor.ports[port].port.wire == Wire::Hdmi && giving.hold(hdmi::as_sent(format)) =>
        {
            Ok(format)
        }
        Some(format) => Err(format),
        None if giving.is_open() => Ok(wanted),
        // A body that shoots faster than its outputs go sends them slower.
        None if !giving.narrowed.is_empty() && shoots_at(floor, port, wanted) => giving
            .nearest(wanted)
            .or_else(|| giving.nearest_rate(wanted))
            .ok_or(wanted),
        None => giving.nearest(wanted).ok_or(wanted),
    }
}

/// Whether the body behind an output records at a frame rate.
fn shoots_at(floor: &Floor, port: PortIx, wanted: PictureFormat) -> bool {
    let device = floor.devices[floor.ports[port].placement];
    let ability = device.and_then(|device| device.records.as_ref());
    ability.is_some_and(|ability| {
        ability.sensor && !ability.formats.formats_at(wanted.rate).is_empty()
    })
}

/// A format as it stands on a wire.
fn on_wire(wire: Wire, format: PictureFormat) -> PictureFormat {
    if wire == Wire::Hdmi {
        hdmi::as_sent(format)
    } else {
        format
    }
}

/// Whether raw comes through an input: it names the carriage, or its device neither shows,
/// records nor changes what it passes on.
pub(super) fn passes_raw(floor: &Floor, input: PortIx, picture: &Picture) -> bool {
    let node = floor.ports[input];
    let name = floor
        .output_setting(picture.origin)
        .and_then(|setting| setting.raw.as_ref());
    if name.is_some_and(|name| node.port.raw_named(name).is_some()) {
        return true;
    }
    floor.devices[node.placement].is_some_and(|device| {
        let mut paths = device
            .paths
            .iter()
            .filter(|path| path.from.contains(&node.port.id));
        !device.is_destination() && paths.all(|path| matches!(path.via, Via::Loop | Via::Relay))
    })
}
