//! What works less well after an edit than before it: every need, picture, record, track, supply, clock and space.

use crate::outlook::{arrivals_by_device, recordings_by_device};
use crate::sound::TrackSheet;
use crate::{ArrivalReport, PowerSource, RecordingReport, Report};
use check::{Finding, Severity};
use rustc_hash::{FxHashMap, FxHashSet};
use units::format::PictureFormat;
use units::quantity::BitRate;

/// A picture that comes later by no more than this, in microseconds, is later for nobody who looks at it.
const OVERLOOKED_US: u64 = 20_000;
/// A source that ends earlier by no more than this share of its time is changed with the others.
const OVERLOOKED_SHARE: f64 = 0.1;
/// Within this share it is the same time: a lead warms a little more or less.
const SAME_TIME: f64 = 0.02;
/// Figures of findings that differ by less are one figure, computed in another order.
const SAME: f64 = 1e-6;
/// Clocks that are nearer than this, in frames, to where they were are as they were.
const SAME_FRAMES: f64 = 0.05;

/// Something that works less well.
#[derive(Debug, Clone, PartialEq)]
pub struct Loss {
    /// Whose it is, and how: *Director: picture 62 ms instead of 22 ms*.
    pub text: String,
    /// Whether it is worth a word and no more: nobody would choose another way for it.
    pub slight: bool,
}

/// All that is worse in the second of two reports of one build. What isn't there any more isn't worse: that is
/// what was taken out.
pub fn losses(before: &Report, after: &Report) -> Vec<Loss> {
    let mut found = Losses::default();
    found.needs(before, after);
    found.arrivals(before, after);
    found.recordings(before, after);
    found.tracks(before, after);
    found.supplies(before, after);
    found.clocks(before, after);
    found.findings(before, after);
    found.0
}

/// Whether what arrives at one destination is worse.
pub(crate) fn arrives_worse(was: &ArrivalReport, row: &ArrivalReport) -> bool {
    let mut found = Losses::default();
    found.arrival(was, row);
    !found.0.is_empty()
}

/// Whether what one recorder records is worse.
pub(crate) fn records_worse(was: &RecordingReport, row: &RecordingReport) -> bool {
    let mut found = Losses::default();
    found.recording(was, row);
    !found.0.is_empty()
}

/// What is worse beside the rows of arrivals and recordings: needs, tracks, supplies, clocks.
pub(crate) fn beside_rows(before: &Report, after: &Report) -> Vec<String> {
    let mut found = Losses::default();
    found.needs(before, after);
    found.tracks(before, after);
    found.supplies(before, after);
    found.clocks(before, after);
    found.0.into_iter().map(|loss| loss.text).collect()
}

#[derive(Default)]
struct Losses(Vec<Loss>);

impl Losses {
    fn add(&mut self, text: String) {
        self.0.push(Loss {
            text,
            slight: false,
        });
    }

    fn add_slight(&mut self, text: String) {
        self.0.push(Loss { text, slight: true });
    }

    fn needs(&mut self, before: &Report, after: &Report) {
        let now: FxHashMap<&str, bool> = after
            .needs
            .iter()
            .map(|need| (need.id.as_str(), need.met))
            .collect();
        for need in before.needs.iter().filter(|need| need.met) {
            if now.get(need.id.as_str()) == Some(&false) {
                self.add(format!("{}: no longer met: {}", need.name, need.asks));
            }
        }
    }

    fn arrivals(&mut self, before: &Report, after: &Report) {
        let rows = arrivals_by_device(after);
        for was in &before.arrivals {
            if let Some(row) = rows.get(was.device.as_str()) {
                self.arrival(was, row);
            }
        }
    }

    fn arrival(&mut self, was: &ArrivalReport, row: &ArrivalReport) {
        let name = &was.name;
        let unmet = |row: &ArrivalReport| row.needs.iter().filter(|need| !need.met).count();
        match (&was.picture, &row.picture) {
            (Some(_), None) => self.add(format!("{name}: no picture any more")),
            // Another camera: what somebody needs there, or not what was there.
            (Some(_), Some(_)) if was.source != row.source => {
                if let Some((old, new)) = was.source.as_ref().zip(row.source.as_ref())
                    && unmet(row) >= unmet(was)
                {
                    self.add(format!("{name}: {new} instead of {old}"));
                }
            }
            (Some(old), Some(new)) => {
                if !new.effective.reaches(old.effective) {
                    self.add(format!(
                        "{name}: {} instead of {}",
                        new.effective, old.effective
                    ));
                }
                if new.overlay && !old.overlay {
                    self.add(format!("{name}: with overlays, and was clean"));
                }
                let text = format!("{name}: picture {} instead of {}", new.delay, old.delay);
                if new.delay_us > old.delay_us.saturating_add(OVERLOOKED_US) {
                    self.add(text);
                } else if new.delay_us > old.delay_us && new.delay != old.delay {
                    self.add_slight(text);
                }
            }
            (None, _) => {}
        }
        if row.sound < was.sound {
            self.add(format!(
                "{name}: {} sound channels instead of {}",
                row.sound, was.sound
            ));
        }
        // On a screen that only shows, nobody misses it.
        if was.timecode.is_some() && row.timecode.is_none() && was.records.is_some() {
            self.add(format!("{name}: no timecode any more"));
        }
    }

    fn recordings(&mut self, before: &Report, after: &Report) {
        let rows = recordings_by_device(after);
        // What isn’t set to record any more was taken back, and is said as that.
        for was in &before.recordings {
            if let Some(row) = rows.get(was.device.as_str()) {
                self.recording(was, row);
            }
        }
    }

    fn recording(&mut self, was: &RecordingReport, row: &RecordingReport) {
        let name = &was.name;
        // What couldn’t record didn’t last either.
        let worked = was.worst != Some(Severity::Stop);
        if let Some(old) = was.lasts.as_ref().filter(|_| worked) {
            let now = row.lasts.as_ref();
            if now.is_none_or(|now| now.seconds < old.seconds) {
                let now = now.map_or("no time", |now| now.label.as_str());
                self.add(format!("{name}: records {now} instead of {}", old.label));
            }
        }
        let quality = |row: &RecordingReport| row.format.map(PictureFormat::quality);
        let video = |row: &RecordingReport| row.time.as_ref().map(|time| time.video_bps);
        // The same frame on a lower rate is pressed harder. Another codec is somebody’s choice undone, and said as that.
        let rates = video(was).zip(video(row));
        if let Some((old, new)) = rates.filter(|(old, new)| new < old)
            && quality(was) == quality(row)
            && was.codec == row.codec
        {
            self.add(format!(
                "{name}: {} instead of {}",
                BitRate(new).label(),
                BitRate(old).label()
            ));
        }
        if let Some((old, new)) = was.effective.zip(row.effective)
            && !new.reaches(old)
        {
            self.add(format!("{name}: records {new} instead of {old}"));
        }
        if row.tracks_fed < was.tracks_fed {
            self.add(format!(
                "{name}: sound on {} tracks instead of {}",
                row.tracks_fed, was.tracks_fed
            ));
        }
    }

    /// Whoever was on a track of a recorder and isn't any more.
    fn tracks(&mut self, before: &Report, after: &Report) {
        let now: FxHashMap<&str, &TrackSheet> = after
            .sound
            .sheets
            .iter()
            .map(|sheet| (sheet.recorder.as_str(), sheet))
            .collect();
        for was in &before.sound.sheets {
            let Some(sheet) = now.get(was.recorder.as_str()) else {
                continue;
            };
            let heard = on_tracks(sheet);
            for source in on_tracks(was).difference(&heard) {
                self.add(format!("{}: {source} is on no track any more", was.name));
            }
        }
    }

    fn supplies(&mut self, before: &Report, after: &Report) {
        let changes = |report: &Report, source: &PowerSource| {
            let of = report.power.swaps.iter();
            of.filter(|swap| swap.source == source.id).count()
        };
        let now: FxHashMap<&str, &PowerSource> = after
            .power
            .sources
            .iter()
            .map(|source| (source.id.as_str(), source))
            .collect();
        for was in &before.power.sources {
            let Some(source) = now.get(was.id.as_str()) else {
                continue;
            };
            // What fed nothing had nothing to keep up.
            let (Some(old), Some(new)) = (was.runtime_seconds, source.runtime_seconds) else {
                continue;
            };
            if new >= old {
                continue;
            }
            let text = format!(
                "{}: {} instead of {}",
                was.name, source.runtime, was.runtime
            );
            let less =
                changes(after, source) > changes(before, was) || was.through && !source.through;
            if less || (new as f64) < old as f64 * (1.0 - OVERLOOKED_SHARE) {
                self.add(text);
            } else if (new as f64) < old as f64 * (1.0 - SAME_TIME) {
                self.add_slight(text);
            }
        }
        let fed: FxHashMap<&str, bool> = after
            .power
            .nodes
            .iter()
            .map(|node| (node.device.as_str(), node.joint.is_some()))
            .collect();
        for node in before
            .power
            .nodes
            .iter()
            .filter(|node| node.joint.is_some())
        {
            if fed.get(node.device.as_str()) == Some(&false) {
                self.add(format!("{}: nothing feeds it any more", node.name));
            }
        }
    }

    fn clocks(&mut self, before: &Report, after: &Report) {
        let now = after.time.clocks.iter();
        let now: FxHashMap<&str, _> = now.map(|clock| (clock.device.as_str(), clock)).collect();
        for was in &before.time.clocks {
            let Some(clock) = now.get(was.device.as_str()) else {
                continue;
            };
            if clock.most_frames > was.most_frames + SAME_FRAMES {
                self.add(format!(
                    "{}: up to {:.1} frames off instead of {:.1}",
                    was.name, clock.most_frames, was.most_frames
                ));
            }
        }
    }

    /// Findings that stay and go further than they did.
    fn findings(&mut self, before: &Report, after: &Report) {
        let was: FxHashMap<&str, &Finding> = before
            .findings
            .iter()
            .map(|finding| (finding.id.as_str(), finding))
            .collect();
        for finding in &after.findings {
            let Some(old) = was.get(finding.id.as_str()) else {
                continue;
            };
            let further = finding
                .amount
                .zip(old.amount)
                .is_some_and(|(now, was)| now > was + SAME);
            let as_bad = finding.severity == old.severity && finding.severity > Severity::Note;
            if finding.severity > old.severity || as_bad && further {
                self.add(format!("Worse than it was: {}", finding.text));
            }
        }
    }
}

/// Everybody who is heard on a track of a recorder.
fn on_tracks(sheet: &TrackSheet) -> FxHashSet<&str> {
    let tracks = sheet.tracks.iter().flat_map(|track| &track.from);
    let sources = tracks.filter_map(|source| sheet.sources.get(*source));
    sources.map(|source| source.heard.as_str()).collect()
}
