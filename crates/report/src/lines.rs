//! The line map: which line goes through which devices and where it ends, in the order of its rows.
//! Where on the page that stands is the interface's business.

use super::columns::pictures;
use check::Facts;
use engine::path::{ConnectionIx, Floor};
use model::catalogue::{Device, DeviceKind};
use model::document::Handle;
use serde::Serialize;
use std::collections::BTreeMap;
use transport::wire::Wire;
use utoipa::ToSchema;

/// The rows that begin at one source.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct LineGroup {
    /// What begins there.
    pub kind: LineGroupKind,
    /// The device where it begins; none for what hangs on nothing.
    pub source: Option<Handle>,
    /// Rows from top to bottom.
    pub rows: Vec<LineRow>,
}

/// What begins at the source of a group.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, ToSchema)]
#[serde(rename_all = "lowercase")]
pub enum LineGroupKind {
    /// A picture.
    Picture,
    /// Sound, or timecode for several.
    Sound,
    /// Nothing: what isn't connected.
    Loose,
}

/// One line, from where it leaves another to where it ends.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, ToSchema)]
pub struct LineRow {
    /// The device, on a row above, that the line leaves; none where it begins at the group's source.
    pub from: Option<Handle>,
    /// Devices that it goes through, each with the cable that brings it there.
    pub through: Vec<LineStop>,
    /// The screen or recorder where it ends, with its cable; none where nobody sees or records it.
    pub end: Option<LineStop>,
    /// Whether it is the source's own recording.
    pub own: bool,
    /// Short branches into devices of the row: what feeds one device alone.
    pub branches: Vec<LineBranch>,
}

/// A device on a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct LineStop {
    /// The device.
    pub device: Handle,
    /// The cable that brings the line there; none where it begins.
    pub cable: Option<Handle>,
}

/// Devices one after the other that feed one device alone.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct LineBranch {
    /// From the first on, each with the cable that leaves it.
    pub stops: Vec<LineStop>,
    /// The device that they feed.
    pub into: Handle,
}

/// Every device of the floor, once: groups by the source of their picture, then sound, then what hangs
/// on nothing.
pub(super) fn lines(facts: &Facts) -> Vec<LineGroup> {
    let wiring = Wiring::of(facts);
    let count = facts.floor.devices.len();
    let mut drawn = Drawn {
        facts,
        wiring: &wiring,
        placed: vec![false; count],
        groups: Vec::new(),
    };
    let roots = (0..count).filter(|placement| wiring.is_root(*placement));
    let (pictures, others): (Vec<_>, Vec<_>) =
        roots.partition(|placement| wiring.pictures[*placement]);
    let (cameras, pictures): (Vec<_>, Vec<_>) = pictures.into_iter().partition(|placement| {
        facts.floor.devices[*placement].is_some_and(|device| device.kind == DeviceKind::Camera)
    });
    for root in cameras.into_iter().chain(pictures) {
        drawn.group(LineGroupKind::Picture, root);
    }
    for root in others {
        drawn.group(LineGroupKind::Sound, root);
    }
    // What only feeds what feeds it, in a circle.
    for placement in 0..count {
        if !drawn.placed[placement] && wiring.is_wired(placement) {
            drawn.group(LineGroupKind::Picture, placement);
        }
    }
    drawn.loose();
    drawn.groups
}

/// Who feeds whom, as the lines go.
struct Wiring {
    /// Which devices have to do with a picture.
    pictures: Vec<bool>,
    /// The cable that each device stands on its line by.
    main: Vec<Option<ConnectionIx>>,
    /// The cables that lines go on by, in the order of the ports that they leave.
    onward: Vec<Vec<ConnectionIx>>,
    /// The device that each feeds, where it feeds that one alone, and by which cable.
    feeds_only: Vec<Option<(usize, ConnectionIx)>>,
    /// Those that feed a device alone.
    fed_by: BTreeMap<usize, Vec<usize>>,
    wired: Vec<bool>,
}

impl Wiring {
    fn of(facts: &Facts) -> Self {
        let floor = facts.floor;
        let count = floor.devices.len();
        let pictures = pictures(floor);
        let mut wired = vec![false; count];
        let mut targets: Vec<Option<Option<(usize, ConnectionIx)>>> = vec![None; count];
        for (number, from, to) in ends(floor) {
            wired[from] = true;
            wired[to] = true;
            // A transmitter stands with what feeds it, not with who listens.
            if floor.link(number).cable.is_air() {
                targets[from] = Some(None);
                continue;
            }
            targets[from] = match targets[from] {
                None => Some(Some((to, number))),
                Some(Some((same, first))) if same == to => Some(Some((same, first))),
                Some(_) => Some(None),
            };
        }
        let ends_lines = |placement: usize| {
            floor.devices[placement].is_some_and(|device| device.is_destination())
                || facts.recording_at(placement).is_some()
        };
        let feeds_only: Vec<Option<(usize, ConnectionIx)>> = targets
            .into_iter()
            .enumerate()
            .map(|(placement, target)| {
                let alone = target.flatten().filter(|(to, _)| *to != placement);
                alone.filter(|_| !pictures[placement] && !ends_lines(placement))
            })
            .collect();
        let mut fed_by: BTreeMap<usize, Vec<usize>> = BTreeMap::new();
        for (placement, target) in feeds_only.iter().enumerate() {
            if let Some((target, _)) = target {
                fed_by.entry(*target).or_default().push(placement);
            }
        }
        let mut main: Vec<Option<ConnectionIx>> = vec![None; count];
        for (number, from, to) in ends(floor) {
            let camera = floor.devices[to].is_some_and(|device| device.kind == DeviceKind::Camera);
            let picture = floor.links[number]
                .is_some_and(|link| floor.ports[link.from].port.wire.carries().picture);
            let on_the_line = feeds_only[from].is_none() && (picture == pictures[to]);
            let free = main[to].is_none() && feeds_only[to].is_none();
            if !camera && from != to && on_the_line && free {
                main[to] = Some(number);
            }
        }
        // What a destination shows comes first.
        for arrival in &facts.resolved.arrivals {
            let cable = arrival.input.and_then(|input| floor.into[input]);
            let from = cable.map(|cable| floor.ports[floor.link(cable).from].placement);
            if from.is_some_and(|from| feeds_only[from].is_none() && from != arrival.placement)
                && main[arrival.placement].is_some()
            {
                main[arrival.placement] = cable;
            }
        }
        let mut onward = vec![Vec::new(); count];
        for (to, cable) in main.iter().enumerate() {
            let Some(cable) = *cable else { continue };
            let from = floor.ports[floor.link(cable).from].placement;
            onward[from].push((floor.link(cable).from, to, cable));
        }
        let onward = onward.into_iter().map(|mut cables: Vec<_>| {
            cables.sort_unstable();
            cables.into_iter().map(|(_, _, cable)| cable).collect()
        });
        Self {
            pictures,
            main,
            onward: onward.collect(),
            feeds_only,
            fed_by,
            wired,
        }
    }

    fn is_wired(&self, placement: usize) -> bool {
        self.wired[placement]
    }

    /// Whether a line begins at a device.
    fn is_root(&self, placement: usize) -> bool {
        self.wired[placement]
            && self.main[placement].is_none()
            && self.feeds_only[placement].is_none()
    }
}

/// Connections that stand, with the devices at their ends: power is drawn in a view of its own.
fn ends<'f>(floor: &'f Floor) -> impl Iterator<Item = (ConnectionIx, usize, usize)> + 'f {
    let links = floor.links.iter().enumerate();
    links.filter_map(|(number, link)| {
        let link = link.as_ref()?;
        if floor.ports[link.from].port.wire == Wire::Power {
            return None;
        }
        let at = |port: usize| floor.ports[port].placement;
        Some((number, at(link.from), at(link.to)))
    })
}

/// Groups as they are drawn: each device is placed once.
struct Drawn<'f, 'a> {
    facts: &'f Facts<'f, 'a>,
    wiring: &'f Wiring,
    placed: Vec<bool>,
    groups: Vec<LineGroup>,
}

impl Drawn<'_, '_> {
    fn stop(&self, placement: usize, cable: Option<ConnectionIx>) -> LineStop {
        let build = self.facts.floor.build;
        LineStop {
            device: build.placements[placement].id.clone(),
            cable: cable.map(|cable| build.connections[cable].id.clone()),
        }
    }

    fn group(&mut self, kind: LineGroupKind, root: usize) {
        if self.placed[root] {
            return;
        }
        let floor = self.facts.floor;
        let mut rows: Vec<LineRow> = Vec::new();
        // Where a line goes on: the device, its cable, and the row that it continues or the device
        // whose row it leaves.
        let mut open = vec![(root, None, Err(None))];
        while let Some((placement, cable, on)) = open.pop() {
            if std::mem::replace(&mut self.placed[placement], true) {
                continue;
            }
            let row = on.unwrap_or_else(|from: Option<Handle>| {
                rows.push(LineRow {
                    from,
                    ..LineRow::default()
                });
                rows.len() - 1
            });
            let stop = self.stop(placement, cable);
            let device = floor.devices[placement];
            let source = placement == root && kind == LineGroupKind::Picture;
            let ends = device.is_some_and(|device| device.is_destination())
                || self.facts.recording_at(placement).is_some();
            let handle = stop.device.clone();
            let branches = self.branches(placement);
            rows[row].branches.extend(branches);
            let goes_on =
                if ends && !(source && device.is_some_and(|it| it.kind == DeviceKind::Camera)) {
                    rows[row].end = Some(stop);
                    false
                } else {
                    rows[row].through.push(stop);
                    true
                };
            let next = self.wiring.onward[placement].iter().enumerate();
            let next = next.map(|(number, cable)| {
                let to = floor.ports[floor.link(*cable).to].placement;
                let on = if number == 0 && goes_on {
                    Ok(row)
                } else {
                    Err(Some(handle.clone()))
                };
                (to, Some(*cable), on)
            });
            let next: Vec<_> = next.collect();
            open.extend(next.into_iter().rev());
        }
        let source = floor.build.placements[root].id.clone();
        if self.records_itself(root) && kind == LineGroupKind::Picture {
            rows.push(LineRow {
                from: Some(source.clone()),
                own: true,
                ..LineRow::default()
            });
        }
        self.groups.push(LineGroup {
            kind,
            source: Some(source),
            rows,
        });
    }

    /// Whether a device records the picture of its own sensor.
    fn records_itself(&self, placement: usize) -> bool {
        let camera = self.facts.floor.devices[placement];
        camera.is_some_and(|device| device.kind == DeviceKind::Camera)
            && self.facts.recording_at(placement).is_some()
    }

    /// What feeds a device alone, and what feeds that.
    fn branches(&mut self, into: usize) -> Vec<LineBranch> {
        let mut found = Vec::new();
        let mut open = vec![into];
        while let Some(into) = open.pop() {
            for &first in self.wiring.fed_by.get(&into).into_iter().flatten() {
                let mut stops = Vec::new();
                let mut at = Some(first);
                while let Some(placement) = at {
                    if std::mem::replace(&mut self.placed[placement], true) {
                        break;
                    }
                    let cable = self.wiring.feeds_only[placement].map(|(_, cable)| cable);
                    stops.push(self.stop(placement, cable));
                    let mut before = self.wiring.fed_by.get(&placement).into_iter().flatten();
                    at = before.next().copied();
                    if before.next().is_some() {
                        open.push(placement);
                    }
                }
                if !stops.is_empty() {
                    stops.reverse();
                    found.push(LineBranch {
                        stops,
                        into: self.facts.floor.build.placements[into].id.clone(),
                    });
                }
            }
        }
        found
    }

    /// What isn't connected: cameras that record, then the rest, a row each.
    fn loose(&mut self) {
        let mut rows = Vec::new();
        for placement in 0..self.placed.len() {
            let device = self.facts.floor.devices[placement];
            // What has to do with power alone stands in the Power view.
            if self.placed[placement] || device.is_some_and(Device::is_off_the_map) {
                continue;
            }
            let stop = self.stop(placement, None);
            if self.records_itself(placement) {
                let source = stop.device.clone();
                self.groups.push(LineGroup {
                    kind: LineGroupKind::Picture,
                    source: Some(source.clone()),
                    rows: vec![LineRow {
                        through: vec![stop],
                        own: true,
                        ..LineRow::default()
                    }],
                });
                continue;
            }
            let ends = device.is_some_and(|device| device.is_destination())
                || self.facts.recording_at(placement).is_some();
            rows.push(if ends {
                LineRow {
                    end: Some(stop),
                    ..LineRow::default()
                }
            } else {
                LineRow {
                    through: vec![stop],
                    ..LineRow::default()
                }
            });
        }
        if !rows.is_empty() {
            self.groups.push(LineGroup {
                kind: LineGroupKind::Loose,
                source: None,
                rows,
            });
        }
    }
}
