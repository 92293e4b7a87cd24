//! What changed between two workspaces, as a JSON Patch (RFC 6902): an answer as small as the edit.

use super::Workspace;
use model::document::{Build, Handle, Production};
use report::{PowerReport, Report};
use runtime::cores::both;
use serde::Serialize;
use serde_json::value::{RawValue, to_raw_value};
use std::collections::HashMap;
use std::hash::Hash;
use utoipa::ToSchema;

/// More steps than this take longer than reading everything again: the whole is sent.
const MOST_STEPS: usize = 256;

/// One step of a patch; paths are JSON Pointers (RFC 6901).
#[derive(Debug, Clone, Serialize, ToSchema)]
#[serde(tag = "op", rename_all = "lowercase")]
pub enum PatchStep {
    Add {
        path: String,
        #[schema(value_type = serde_json::Value)]
        value: Box<RawValue>,
    },
    Replace {
        path: String,
        #[schema(value_type = serde_json::Value)]
        value: Box<RawValue>,
    },
    Remove {
        path: String,
    },
    Move {
        from: String,
        path: String,
    },
}

impl PatchStep {
    /// How much it holds, in bytes.
    pub fn size(&self) -> usize {
        match self {
            Self::Add { path, value } | Self::Replace { path, value } => {
                path.len() + value.get().len()
            }
            Self::Remove { path } => path.len(),
            Self::Move { from, path } => from.len() + path.len(),
        }
    }

    /// Whether it is what an edit left behind, in sentences.
    pub fn is_said(&self) -> bool {
        matches!(self, Self::Add { path, .. } if path == SAID)
    }
}

const SAID: &str = "/said";

/// What an edit left behind, in sentences, in the place of whatever was said before.
pub fn said(sentences: &[String]) -> PatchStep {
    PatchStep::Add {
        path: SAID.into(),
        value: written(&sentences),
    }
}

/// A value as JSON text: it is written once, and sent as it is.
fn written(value: &impl Serialize) -> Box<RawValue> {
    to_raw_value(value).expect("documents and reports are JSON")
}

/// The steps from one workspace to another; `None` where there would be more than are worth it.
pub fn patch(old: &Workspace, new: &Workspace) -> Option<Vec<PatchStep>> {
    let mut steps = Steps::default();
    let Workspace {
        id,
        revision,
        production,
        report,
        undo,
        undo_step,
        redo,
        said,
    } = new;
    steps.value("/id", &old.id, id);
    steps.value("/revision", &old.revision, revision);
    steps.value("/undo", &old.undo, undo);
    steps.value("/undo_step", &old.undo_step, undo_step);
    steps.value("/redo", &old.redo, redo);
    // Whatever the asker was told after an edit of before is over.
    steps.add(SAID, written(said));
    let (chosen, follows) = both(
        || Steps::production(&old.production, production),
        || Steps::report(&old.report, report),
    );
    steps.0.extend(chosen.0.into_iter().chain(follows.0));
    (steps.0.len() <= MOST_STEPS).then_some(steps.0)
}

#[derive(Default)]
struct Steps(Vec<PatchStep>);

impl Steps {
    fn add(&mut self, path: &str, value: Box<RawValue>) {
        let path = path.into();
        self.0.push(PatchStep::Add { path, value });
    }

    /// A value that is replaced where it changed.
    fn value<T: Serialize + PartialEq>(&mut self, path: &str, old: &T, new: &T) {
        if old != new {
            let (path, value) = (path.into(), written(new));
            self.0.push(PatchStep::Replace { path, value });
        }
    }

    /// A value that isn't written where it is empty.
    fn if_any<T: Serialize + PartialEq>(&mut self, path: &str, old: &T, new: &T, empty: bool) {
        match (old == new, empty) {
            (true, _) => {}
            (false, true) => {
                let path = path.into();
                self.0.push(PatchStep::Remove { path });
            }
            (false, false) => self.add(path, written(new)),
        }
    }

    /// A list whose entries have keys: entries that went, came, moved and changed, each by itself.
    fn list<'w, T: Serialize + PartialEq, K: Hash + Eq>(
        &mut self,
        path: &str,
        (old, new): (&'w [T], &'w [T]),
        key: impl Fn(&'w T) -> K,
    ) {
        // Mostly the same entries in the same order: nothing has to be looked up.
        let keys = || old.iter().zip(new);
        if old.len() == new.len() && keys().all(|(old, new)| key(old) == key(new)) {
            for (at, (old, new)) in keys().enumerate() {
                if self.0.len() > MOST_STEPS {
                    return;
                }
                if old != new {
                    self.value(&format!("{path}/{at}"), old, new);
                }
            }
            return;
        }
        let before: HashMap<K, &T> = old.iter().map(|entry| (key(entry), entry)).collect();
        let after: HashMap<K, usize> = new.iter().map(&key).zip(0..).collect();
        if before.len() < old.len() || after.len() < new.len() {
            // Twice the same key: entries can't be told apart.
            return self.value(path, &old, &new);
        }
        let mut now: Vec<K> = Vec::with_capacity(new.len());
        for entry in old {
            if after.contains_key(&key(entry)) {
                now.push(key(entry));
            } else {
                let path = format!("{path}/{}", now.len());
                self.0.push(PatchStep::Remove { path });
            }
        }
        for (at, entry) in new.iter().enumerate() {
            if self.0.len() > MOST_STEPS {
                return;
            }
            let wanted = key(entry);
            let Some(existing) = before.get(&wanted) else {
                self.add(&format!("{path}/{at}"), written(entry));
                now.insert(at, wanted);
                continue;
            };
            if now[at] != wanted {
                self.put_in_place(path, &mut now, at, &wanted, &after);
            }
            if *existing != entry {
                self.value(&format!("{path}/{at}"), *existing, entry);
            }
        }
    }

    /// Moves the wanted entry to its place; where it comes next, what stands before it goes to its
    /// own instead, so that one entry that went down the list is one move.
    fn put_in_place<K: Eq + Hash>(
        &mut self,
        path: &str,
        now: &mut Vec<K>,
        at: usize,
        wanted: &K,
        after: &HashMap<K, usize>,
    ) {
        let found = now[at..].iter().position(|key| key == wanted);
        let Some(found) = found.map(|further| at + further) else {
            return;
        };
        let (from, to) = if found == at + 1 {
            (at, after[&now[at]].min(now.len() - 1))
        } else {
            (found, at)
        };
        let moved = now.remove(from);
        now.insert(to, moved);
        self.0.push(PatchStep::Move {
            from: format!("{path}/{from}"),
            path: format!("{path}/{to}"),
        });
    }

    fn production(old: &Production, new: &Production) -> Self {
        let mut steps = Self::default();
        let Production {
            name,
            format,
            drop_frame,
            house_rules,
            kit,
            custom,
            station,
            job,
            assemblies,
            builds,
        } = new;
        steps.value("/production/name", &old.name, name);
        steps.value("/production/format", &old.format, format);
        steps.value("/production/drop_frame", &old.drop_frame, drop_frame);
        steps.value("/production/house_rules", &old.house_rules, house_rules);
        steps.value("/production/kit", &old.kit, kit);
        let empty = custom.is_empty();
        steps.if_any("/production/custom", &old.custom, custom, empty);
        steps.value("/production/station", &old.station, station);
        steps.if_any("/production/job", &old.job, job, job.is_empty());
        steps.if_any(
            "/production/assemblies",
            &old.assemblies,
            assemblies,
            assemblies.is_empty(),
        );
        fn ids(builds: &[Build]) -> impl Iterator<Item = &Handle> {
            builds.iter().map(|build| &build.id)
        }
        if ids(&old.builds).ne(ids(builds)) {
            steps.value("/production/builds", &old.builds, builds);
            return steps;
        }
        for (at, (old, new)) in old.builds.iter().zip(builds).enumerate() {
            steps.build(&format!("/production/builds/{at}"), old, new);
        }
        steps
    }

    fn build(&mut self, path: &str, old: &Build, new: &Build) {
        let Build {
            id,
            name,
            units,
            placements,
            connections,
            needs,
            timecode_master,
            room_noise,
            schedule,
            joints,
        } = new;
        let at = |field: &str| format!("{path}/{field}");
        self.value(&at("id"), &old.id, id);
        self.value(&at("name"), &old.name, name);
        self.list(&at("units"), (&old.units, units), |unit| &unit.id);
        let both = (&*old.placements, &**placements);
        self.list(&at("placements"), both, |placement| &placement.id);
        let both = (&*old.connections, &**connections);
        self.list(&at("connections"), both, |cable| &cable.id);
        self.list(&at("needs"), (&old.needs, needs), |need| &need.id);
        let (old_master, none) = (&old.timecode_master, timecode_master.is_none());
        self.if_any(&at("timecode_master"), old_master, timecode_master, none);
        let (old_room, none) = (&old.room_noise, room_noise.is_none());
        self.if_any(&at("room_noise"), old_room, room_noise, none);
        let empty = schedule.is_empty();
        self.if_any(&at("schedule"), &old.schedule, schedule, empty);
        let empty = joints.is_empty();
        self.if_any(&at("joints"), &old.joints, joints, empty);
    }

    /// Compared by two, where two made it.
    fn report(old: &Report, new: &Report) -> Self {
        let Report {
            build,
            format,
            timecode,
            verdict,
            stages,
            devices,
            lines,
            ports,
            connections,
            needs,
            offered,
            arrivals,
            recordings,
            sound,
            time,
            power,
            findings,
        } = new;
        let path = || {
            let mut steps = Self::default();
            steps.value("/report/build", &old.build, build);
            steps.value("/report/format", &old.format, format);
            steps.value("/report/timecode", &old.timecode, timecode);
            steps.value("/report/verdict", &old.verdict, verdict);
            steps.value("/report/stages", &old.stages, stages);
            let both = (&*old.devices, &**devices);
            steps.list("/report/devices", both, |device| &device.id);
            steps.list("/report/lines", (&old.lines, lines), |group| &group.source);
            steps.list("/report/ports", (&old.ports, ports), |port| &port.at);
            let both = (&*old.connections, &**connections);
            steps.list("/report/connections", both, |cable| &cable.id);
            steps
        };
        let ends = || {
            let mut steps = Self::default();
            steps.list("/report/needs", (&old.needs, needs), |need| &need.id);
            let both = (&*old.offered, &**offered);
            steps.list("/report/offered", both, |offered| &offered.words);
            let both = (&*old.arrivals, &**arrivals);
            steps.list("/report/arrivals", both, |arrival| {
                (&arrival.device, &arrival.at)
            });
            let both = (&*old.recordings, &**recordings);
            steps.list("/report/recordings", both, |recording| &recording.device);
            let both = (&*old.sound.chains, &*sound.chains);
            steps.list("/report/sound/chains", both, |chain| &chain.id);
            let both = (&*old.sound.sheets, &*sound.sheets);
            steps.list("/report/sound/sheets", both, |sheet| &sheet.recorder);
            steps.value("/report/sound/apart", &old.sound.apart, &sound.apart);
            steps.value("/report/sound/room", &old.sound.room, &sound.room);
            let both = (&*old.time.clocks, &*time.clocks);
            steps.list("/report/time/clocks", both, |clock| &clock.device);
            let (before, now) = (&old.time, time);
            steps.value("/report/time/master", &before.master, &now.master);
            steps.value(
                "/report/time/master_named",
                &before.master_named,
                &now.master_named,
            );
            steps.value("/report/time/rate", &before.rate, &now.rate);
            steps.value(
                "/report/time/tolerance_frames",
                &before.tolerance_frames,
                &now.tolerance_frames,
            );
            steps.value("/report/time/begins", &before.begins, &now.begins);
            steps.value("/report/time/ends", &before.ends, &now.ends);
            steps.value("/report/time/planned", &before.planned, &now.planned);
            steps.value("/report/time/breaks", &before.breaks, &now.breaks);
            steps.value("/report/time/pairs", &before.pairs, &now.pairs);
            steps.value("/report/time/jams", &before.jams, &now.jams);
            steps.power(&old.power, power);
            let both = (&*old.findings, &**findings);
            steps.list("/report/findings", both, |finding| &finding.id);
            steps
        };
        let (mut path, ends) = both(path, ends);
        path.0.extend(ends.0);
        path
    }

    fn power(&mut self, old: &PowerReport, new: &PowerReport) {
        let PowerReport {
            celsius,
            cold_percent,
            begins,
            ends,
            planned,
            breaks,
            parts,
            nodes,
            sources,
            swaps,
            rota,
            batteries,
        } = new;
        let at = |field: &str| format!("/report/power/{field}");
        self.value(&at("celsius"), &old.celsius, celsius);
        self.value(&at("cold_percent"), &old.cold_percent, cold_percent);
        self.value(&at("begins"), &old.begins, begins);
        self.value(&at("ends"), &old.ends, ends);
        self.value(&at("planned"), &old.planned, planned);
        self.value(&at("breaks"), &old.breaks, breaks);
        self.value(&at("parts"), &old.parts, parts);
        self.list(&at("nodes"), (&old.nodes, nodes), |node| &node.device);
        let both = (&*old.sources, &**sources);
        self.list(&at("sources"), both, |source| &source.id);
        self.value(&at("swaps"), &old.swaps, swaps);
        self.value(&at("rota"), &old.rota, rota);
        self.value(&at("batteries"), &old.batteries, batteries);
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use serde_json::{Value, json};

    /// An entry of a list: its key, and what it says.
    type Entry = (u8, char);

    fn steps(old: &[Entry], new: &[Entry]) -> Vec<PatchStep> {
        let mut steps = Steps::default();
        steps.list("/list", (old, new), |entry| entry.0);
        steps.0
    }

    /// What a browser makes of it.
    fn applied(old: &[Entry], steps: &[PatchStep]) -> Value {
        let mut document = json!({ "list": old });
        let patch: json_patch::Patch = serde_json::from_value(json!(steps)).unwrap();
        json_patch::patch(&mut document, &patch).unwrap();
        document["list"].clone()
    }

    /// Every order of every choice of the entries.
    fn arrangements(entries: &[Entry]) -> Vec<Vec<Entry>> {
        let mut found = vec![Vec::new()];
        for (place, entry) in entries.iter().enumerate() {
            let mut rest = entries.to_vec();
            rest.remove(place);
            for mut more in arrangements(&rest) {
                more.insert(0, *entry);
                found.push(more);
            }
        }
        found
    }

    #[test]
    fn any_list_becomes_any_other() {
        let old = [(1, 'a'), (2, 'b'), (3, 'c'), (4, 'd')];
        // One that stays, two that change, two that are new.
        let all = arrangements(&[(1, 'a'), (2, 'B'), (4, 'D'), (5, 'e'), (6, 'f')]);
        assert!(all.len() > 300);
        for new in all {
            let steps = steps(&old, &new);
            assert_eq!(applied(&old, &steps), json!(new), "{steps:?}");
        }
    }

    #[test]
    fn what_stays_is_not_sent() {
        let old: Vec<Entry> = (0..50).map(|key| (key, 'a')).collect();
        assert!(steps(&old, &old).is_empty());
        let mut changed = old.clone();
        changed[7].1 = 'b';
        let [PatchStep::Replace { path, .. }] = &steps(&old, &changed)[..] else {
            panic!("one entry changed");
        };
        assert_eq!(path, "/list/7");
    }

    #[test]
    fn an_entry_that_goes_down_the_list_is_one_move() {
        let old: Vec<Entry> = (0..20).map(|key| (key, 'a')).collect();
        let mut new = old.clone();
        let first = new.remove(0);
        new.insert(15, first);
        assert_eq!(steps(&old, &new).len(), 1);
        // And one that goes up.
        assert_eq!(steps(&new, &old).len(), 1);
    }

    #[test]
    fn entries_of_one_key_are_sent_as_they_are() {
        let (old, new) = ([(1, 'a'), (1, 'b')], [(1, 'b')]);
        assert_eq!(applied(&old, &steps(&old, &new)), json!(new));
    }
}
