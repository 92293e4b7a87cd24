//! A floor built in a few lines, as a person would type it, and its report as text.

pub mod rig;

use check::{Finding, Severity};
use model::catalogue::Catalogue;
use model::document::{
    Change, Command, Handle, KitLine, Need, OutputSetting, Placement, Production, Purpose,
    RecordingSetting, Settings, read_line,
};
use plan::report_with_fixes;
use proptest::test_runner::Config as ProptestConfig;
use report::{Report, report};
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::{Value, json};

/// How many cases of a law are tried where nobody waits.
fn many() -> Option<u32> {
    std::env::var("LAW_CASES").ok()?.parse().ok()
}

/// How many cases of a law are tried: few where somebody waits, `LAW_CASES` of them where nobody does.
pub fn cases(few: u32) -> ProptestConfig {
    ProptestConfig::with_cases(many().unwrap_or(few))
}

/// Whether a combination is tried: one of so many where somebody waits, each of them where nobody does.
pub fn is_tried(number: usize, of: usize) -> bool {
    many().is_some() || number.is_multiple_of(of)
}

pub const BUILD: &str = "main";

pub fn catalogue() -> &'static Catalogue {
    Catalogue::shipped()
}

/// A production under construction.
pub struct Scene(pub Production);

/// A change that names what isn't as usual.
pub fn naming<T: Default + Serialize + DeserializeOwned>(after: &T) -> Change<T> {
    Change::between(&T::default(), after)
}

/// A scene at a project format.
pub fn scene(format: &str) -> Scene {
    Scene(Production {
        format: format.parse().unwrap(),
        ..Production::named("Scene")
    })
}

impl Scene {
    /// Puts a device to use under a handle.
    pub fn with(mut self, handle: &str, device: &str) -> Self {
        self.0.builds[0].placements.push(Placement {
            id: handle.into(),
            name: handle.to_uppercase(),
            device: device.into(),
            unit: "a".into(),
            settings: Settings::default(),
        });
        self
    }

    fn settings(&mut self, handle: &str) -> &mut Settings {
        let placements = &mut self.0.builds[0].placements;
        &mut placements
            .iter_mut()
            .find(|placement| placement.id == handle)
            .unwrap()
            .settings
    }

    /// A line typed: a connection, as `a.sdi1 > mon.sdi rg6 70 m`.
    pub fn line(mut self, line: &str) -> Self {
        let typed = read_line(line, &self.0, &self.0.builds[0], catalogue()).unwrap();
        self.0 = self
            .0
            .edited(catalogue(), &typed.commands)
            .unwrap()
            .production;
        self
    }

    /// Puts small things on the cable that was run last: clamps, barrels, adapters.
    pub fn on_it(mut self, adapters: &[&str]) -> Self {
        let last = self.0.builds[0].connections.last_mut().unwrap();
        last.adapters = adapters.iter().copied().map(Handle::from).collect();
        self
    }

    /// Any command.
    pub fn does(mut self, command: Command) -> Self {
        self.0 = self.0.edited(catalogue(), &[command]).unwrap().production;
        self
    }

    /// Whether two edits of this floor change one place.
    pub fn conflict(&self, one: &Command, other: &Command) -> bool {
        let changed = |command: &Command| {
            let edited = self.0.edited(catalogue(), std::slice::from_ref(command));
            edited.unwrap().changed
        };
        difference::overlap(&changed(one), &changed(other))
    }

    /// Records to the drive on the data port.
    pub fn on_a_drive(self, handle: &str, codec: &str) -> Self {
        let mut scene = self.records(handle, codec, &[], 0);
        scene.settings(handle).recording.as_mut().unwrap().to_drive = true;
        scene
    }

    /// Sets an output's format.
    pub fn gives(self, handle: &str, port: &str, format: &str) -> Self {
        self.output(
            handle,
            port,
            OutputSetting {
                format: Some(format.parse().unwrap()),
                ..OutputSetting::default()
            },
        )
    }

    pub fn output(mut self, handle: &str, port: &str, setting: OutputSetting) -> Self {
        self.settings(handle).outputs.insert(port.into(), setting);
        self
    }

    pub fn counts(mut self, handle: &str, timecode: &str) -> Self {
        self.settings(handle).timecode = Some(timecode.parse().unwrap());
        self
    }

    pub fn records(mut self, handle: &str, codec: &str, media: &[&str], tracks: usize) -> Self {
        let media = media.iter().copied().map(Handle::from).collect();
        self.settings(handle).recording = Some(RecordingSetting {
            codec: codec.into(),
            media,
            tracks,
            ..RecordingSetting::default()
        });
        self
    }

    /// A need, changed from one that asks for nothing.
    pub fn needs(mut self, handle: &str, purpose: Purpose, change: impl FnOnce(&mut Need)) -> Self {
        let mut need = Need::at(&format!("{handle}-need"), handle, purpose);
        change(&mut need);
        self.0.builds[0].needs.push(need);
        self
    }

    /// One more of an item in the kit.
    pub fn kit(mut self, item: &str, length: Option<&str>) -> Self {
        let length = length.map(|length| length.parse().unwrap());
        self.0.kit.push(KitLine::owned(item, length, 1));
        self
    }

    pub fn report(&self) -> Report {
        report_with_fixes(&self.0, BUILD, catalogue()).unwrap()
    }

    /// The wiring; then findings with their reasons and fixes, what arrives and what is recorded.
    pub fn in_words(&self) -> String {
        format!("{}\n\n{}", self.wiring(), tell(&self.report()))
    }

    /// The floor as somebody would say it: devices with what is set, cables, kit, needs.
    fn wiring(&self) -> String {
        let said_of = |value: serde_json::Value| {
            let Value::Object(fields) = &value else {
                return value.to_string();
            };
            let said = fields.iter().filter(|(_, value)| {
                !value.is_null() && **value != json!(false) && **value != json!({})
            });
            let said: Vec<String> = said
                .map(|(name, value)| format!("{name} {value}"))
                .collect();
            said.join(", ")
        };
        let build = &self.0.builds[0];
        let mut lines = vec![format!("project {}", self.0.format)];
        for placement in &build.placements {
            let set = said_of(serde_json::to_value(&placement.settings).unwrap());
            let line = format!("{} is {}: {set}", placement.id, placement.device);
            lines.push(line.trim_end_matches(": ").into());
        }
        for cable in &build.connections {
            let mut line = format!(
                "{} > {} {} {}",
                cable.from, cable.to, cable.cable, cable.length
            );
            for adapter in &cable.adapters {
                line += &format!(" +{adapter}");
            }
            lines.push(line);
        }
        for line in &self.0.kit {
            let length = line
                .length
                .map_or(String::new(), |length| format!(" {length}"));
            lines.push(format!("kit {} × {}{length}", line.quantity, line.item));
        }
        let needs = build.needs.iter();
        lines.extend(
            needs.map(|need| format!("need {}", said_of(serde_json::to_value(need).unwrap()))),
        );
        lines.join("\n")
    }

    /// The codes of the findings, but for gear that stands idle: that is scenes of its own.
    pub fn codes(&self) -> Vec<String> {
        let codes = self.all_codes().into_iter();
        codes
            .filter(|code| !IDLE.contains(&code.as_str()))
            .collect()
    }

    /// The codes of all findings.
    pub fn all_codes(&self) -> Vec<String> {
        let findings = report(&self.0, BUILD, catalogue()).unwrap().findings;
        findings
            .iter()
            .map(|finding| finding.code.to_string())
            .collect()
    }

    /// Checks that every fix that is offered removes its finding, and that its undo is exact.
    pub fn every_fix_mends(self) -> Self {
        for finding in &self.report().findings {
            for fix in &finding.fixes {
                let edited = self
                    .0
                    .edited(catalogue(), &fix.commands)
                    .unwrap_or_else(|error| panic!("{}: {error}", fix.title));
                let after = report(&edited.production, BUILD, catalogue()).unwrap();
                let left = after.findings.iter().find(|left| left.id == finding.id);
                assert!(
                    left.is_none_or(|left| left.severity < finding.severity),
                    "“{}” leaves {}",
                    fix.title,
                    finding.id
                );
                let stops = after
                    .findings
                    .iter()
                    .filter(|left| left.severity == Severity::Stop);
                for stop in stops {
                    let known = self
                        .report()
                        .findings
                        .into_iter()
                        .find(|known| known.id == stop.id);
                    assert!(known.is_some(), "“{}” brings {}", fix.title, stop.id);
                }
                let undone = edited
                    .production
                    .stepped(catalogue(), &edited.inverse)
                    .unwrap()
                    .production;
                assert_eq!(undone, self.0, "undoing “{}”", fix.title);
            }
        }
        self
    }
}

/// The finding of a kind.
pub fn finding(scene: &Scene, code: &str) -> Finding {
    let report = scene.report();
    let found = report
        .findings
        .iter()
        .find(|finding| finding.code.to_string() == code);
    let codes = scene.all_codes();
    found
        .unwrap_or_else(|| panic!("{code} isn’t among {codes:?}"))
        .clone()
}

/// The severity, the sentence and the first fix of a finding.
pub fn says(scene: &Scene, code: &str) -> String {
    let found = finding(scene, code);
    let fix = found.fixes.first().map_or("none", |fix| &fix.title);
    let severity = format!("{:?}", found.severity).to_lowercase();
    format!("{severity}: {} fix: {fix}", found.text)
}

/// Codes of gear that does nothing, or waits for a hand: a body that nobody records, a box that nothing feeds, a recorder
/// that nobody starts.
pub const IDLE: [&str; 6] = ["R-109", "R-112", "V-126", "S-103", "S-104", "S-117"];

pub fn tell(report: &Report) -> String {
    let mut lines = vec![report.verdict.text.clone()];
    // A bare body is no fault of the scene's.
    let worth_a_line = report.findings.iter().filter(|finding| {
        finding.severity > Severity::Note || !IDLE.contains(&finding.code.to_string().as_str())
    });
    lines.extend(worth_a_line.map(tell_finding));
    for row in &report.arrivals {
        let picture = row.picture.as_ref().map_or("nothing".into(), |picture| {
            let inflated = if picture.inflated {
                format!(" of {}", picture.effective)
            } else {
                String::new()
            };
            format!(
                "{}{inflated}, {}, {} ch",
                picture.format, picture.delay, row.sound
            )
        });
        lines.push(format!("{} [{:?}] {picture}", row.name, row.standing));
    }
    lines.extend(report.recordings.iter().map(|row| row.says.clone()));
    lines.join("\n")
}

fn tell_finding(finding: &Finding) -> String {
    let fixes: Vec<String> = finding
        .fixes
        .iter()
        .map(|fix| format!("\n  fix: {}", fix.title))
        .collect();
    let severity = format!("{:?}", finding.severity).to_lowercase();
    format!(
        "{severity} {}: {} | {}{}",
        finding.code,
        finding.text,
        finding.reason,
        fixes.concat()
    )
}

/// A command in the scenes' build.
pub fn remove(device: &str) -> Command {
    Command::RemoveDevice {
        build: BUILD.into(),
        device: device.into(),
    }
}
