//! Timecode: a floor brought into sync; linear timecode made, read, compared and heard live.

use super::body::{Body as Sent, Query};
use super::question::{BuildQuery, Question};
use super::recordings::read_pieces;
use crate::app::App;
use crate::problem::Problem;
use audio::ltc::{self, Encoder, LabelRun, Making, Start};
use audio::wav::{
    Ends, LtcReader, LtcReport, Notes, RunReport, SampleBits, head, label_runs, restamped,
};
use axum::Json;
use axum::body::{Body, Bytes, HttpBody};
use axum::extract::State;
use axum::http::{StatusCode, header};
use axum::response::{IntoResponse, Response};
use report::{SyncPlan, sync_plan};
use serde::{Deserialize, Serialize};
use std::convert::Infallible;
use units::quantity::{Decibels, Span};
use units::timecode::{Day, TimecodeRate, UserBits};
use utoipa::{IntoParams, ToSchema, operation};

/// What would bring a build into sync: who leads, which box goes where, and why.
#[operation(get, "/productions/{id}/sync", tag = "time", params(BuildQuery), answers = SyncPlan)]
pub async fn sync_floor(question: Question<BuildQuery>) -> Result<Json<SyncPlan>, Problem> {
    question
        .search(|on, _| on.following(sync_plan(on.production, &on.build.id, on.shipped)))
        .await
}

/// Timecode to be made.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct MakeQuery {
    /// What is counted: 25, 29.97 drop.
    #[param(value_type = String)]
    rate: TimecodeRate,
    /// The first label: 10:00:00:00.
    start: String,
    /// How long: 10 s, 5 min.
    #[param(value_type = String)]
    length: Span,
    /// Seconds since midnight on the asker’s clock: what *now* is.
    clock: Option<f64>,
    /// Samples a second; 48,000 where not said.
    sample_rate: Option<u32>,
    /// Bits a sample: 16, 24 or 32f; 24 where not said.
    bits: Option<String>,
    /// The peak; −12 dBFS where not said.
    #[param(value_type = Option<String>)]
    level: Option<Decibels>,
    /// Eight hexadecimal digits that every frame carries.
    #[param(value_type = Option<String>)]
    user_bits: Option<UserBits>,
    /// A day in the user bits and in the file: 2031-05-04.
    #[param(value_type = Option<String>)]
    date: Option<Day>,
    /// Only say whether it can be made.
    check: Option<bool>,
}

/// Samples that are made together, and pieces of them that wait to be sent.
const MADE_AT_ONCE: usize = 1 << 16;
const WAITING: usize = 4;

/// Linear timecode as a WAV file.
#[operation(get, "/timecode.wav", tag = "time", params(MakeQuery), responses((status = 200, content_type = "audio/wav", body = Vec<u8>), (status = 204, description = "It can be made."), (status = 422, body = Problem)))]
pub async fn make_ltc(Query(query): Query<MakeQuery>) -> Result<Response, Problem> {
    let refused = |error: &dyn std::fmt::Display| Problem::refused(error.to_string());
    let start: Start = query.start.parse().map_err(|error| refused(&error))?;
    let clock = query.clock.filter(|clock| (0.0..=86_400.0).contains(clock));
    if start == Start::Now && clock.is_none() {
        return Err(Problem::refused(
            "say the label to begin with, like 10:00:00:00, or what time it is now",
        ));
    }
    let bits = match query.bits.as_deref() {
        Some("16") => SampleBits::Sixteen,
        None | Some("24") => SampleBits::TwentyFour,
        Some("32f") => SampleBits::Float,
        Some(other) => {
            return Err(Problem::refused(format!(
                "“{other}” isn’t bits a sample: write 16, 24 or 32f"
            )));
        }
    };
    let making = Making {
        rate: query.rate,
        start,
        length: query.length,
        sample_rate: query.sample_rate.unwrap_or(48_000),
        level: query.level.unwrap_or(Decibels::whole(-12)),
        user_bits: query.user_bits,
        date: query.date,
    };
    let signal = making
        .signal(clock.unwrap_or(0.0))
        .map_err(|error| refused(&error))?;
    if query.check == Some(true) {
        return Ok(StatusCode::NO_CONTENT.into_response());
    }
    let mut encoder = Encoder::new(signal);
    let notes = Notes::of_made(&signal, query.date);
    let head = head(signal.sample_rate, bits, encoder.total(), &notes);
    let data = encoder.total() * bits.bytes() as u64;
    let headers = [
        (header::CONTENT_TYPE, "audio/wav".to_string()),
        (
            header::CONTENT_DISPOSITION,
            "attachment; filename=\"timecode.wav\"".to_string(),
        ),
        (
            header::CONTENT_LENGTH,
            (head.len() as u64 + data + data % 2).to_string(),
        ),
    ];
    // A day of it is gigabytes: it is made as it is taken, off the async threads.
    let (made, taken) = tokio::sync::mpsc::channel::<Result<Bytes, Infallible>>(WAITING);
    tokio::task::spawn_blocking(move || {
        let mut piece = head;
        let mut samples = vec![0.0; MADE_AT_ONCE];
        loop {
            let count = encoder.fill(&mut samples);
            bits.write(&samples[..count], &mut piece);
            if count == 0 && data % 2 == 1 {
                piece.push(0);
            }
            // Who asked may be gone.
            if made
                .blocking_send(Ok(std::mem::take(&mut piece).into()))
                .is_err()
                || count == 0
            {
                return;
            }
        }
    });
    let body = Body::from_stream(tokio_stream::wrappers::ReceiverStream::new(taken));
    Ok((headers, body).into_response())
}

/// What a recording holds of timecode, and its runs as they are compared.
#[derive(Serialize, ToSchema)]
pub struct LtcAnswer {
    /// What it holds.
    recording: LtcReport,
    /// Its runs, to be sent back to be compared.
    #[schema(inline)]
    runs: Vec<RunTimes>,
}

/// A run within a recording.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunTimes {
    /// What it counts.
    rate: TimecodeRate,
    /// Its first frame, counted from midnight.
    first: u64,
    /// How many frames.
    frames: u64,
    /// When the first begins, in seconds.
    starts: f64,
    /// How long a frame lasts, in seconds.
    frame: f64,
}

impl From<LabelRun> for RunTimes {
    fn from(run: LabelRun) -> Self {
        let LabelRun {
            rate,
            first,
            frames,
            starts,
            frame,
        } = run;
        Self {
            rate,
            first,
            frames,
            starts,
            frame,
        }
    }
}

impl RunTimes {
    /// Within what a recording can be; none of what isn't.
    fn checked(&self) -> Option<LabelRun> {
        let day = self.rate.labels_in_a_day();
        let times = self.starts.is_finite() && self.frame.is_finite() && self.frame > 0.0;
        (times && self.first < day && (1..=day).contains(&self.frames)).then_some(LabelRun {
            rate: self.rate,
            first: self.first,
            frames: self.frames,
            starts: self.starts,
            frame: self.frame,
        })
    }
}

/// Which channel.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct ReadQuery {
    /// The channel, from 1; the one that holds timecode where not said.
    channel: Option<usize>,
}

/// The timecode in a WAV recording, read as it comes.
#[operation(post, "/timecode/read", tag = "time", params(ReadQuery), request_body(content = Vec<u8>, content_type = "application/octet-stream"), answers = LtcAnswer)]
pub async fn read_ltc(
    State(app): State<App>,
    Query(query): Query<ReadQuery>,
    body: Body,
) -> Result<Json<LtcAnswer>, Problem> {
    let length = body.size_hint().exact();
    let reader = LtcReader::new(query.channel).of_file(length);
    let reader = read_pieces(&app, body, reader, |reader, bytes| reader.feed(bytes)).await?;
    let read = reader.finish();
    let (recording, runs) = read.map_err(|error| Problem::refused(error.to_string()))?;
    let runs = label_runs(&recording, &runs);
    Ok(Json(LtcAnswer {
        recording,
        runs: runs.into_iter().map(RunTimes::from).collect(),
    }))
}

/// Recordings to be compared: the runs that were read in each.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CompareBody {
    /// Two to twelve.
    recordings: Vec<ComparedRecording>,
}

/// One of them.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ComparedRecording {
    /// Its name.
    name: String,
    /// Its runs.
    runs: Vec<RunTimes>,
}

/// Two recordings against each other.
#[derive(Serialize, ToSchema)]
pub struct ComparedPair {
    /// The one, from 0.
    one: usize,
    /// The other.
    other: usize,
    /// How much later the other has the first label that both have, in milliseconds; none where they share
    /// no label.
    offset_start_ms: Option<f64>,
    /// The same of the last label.
    offset_end_ms: Option<f64>,
    /// The first in frames.
    offset_start_frames: Option<f64>,
    /// The last in frames.
    offset_end_frames: Option<f64>,
    /// The first label that both have.
    first: Option<String>,
    /// The last.
    last: Option<String>,
    /// How much longer the same time takes in the other, in parts in a million.
    drift_ppm: Option<f64>,
    /// How far the other’s clock is off that of the one, where one recorder recorded both.
    clock_ppm: Option<f64>,
}

/// Recordings of the same timecode, each against each.
#[operation(post, "/timecode/compare", tag = "time", request_body = CompareBody, answers = Vec<ComparedPair>)]
pub async fn compare_ltc(
    State(app): State<App>,
    Sent(body): Sent<CompareBody>,
) -> Result<Json<Vec<ComparedPair>>, Problem> {
    app.large(move |_, _| compared(&body)).await
}

fn compared(body: &CompareBody) -> Result<Json<Vec<ComparedPair>>, Problem> {
    let count = body.recordings.len();
    if !(2..=12).contains(&count) {
        return Err(Problem::refused("two to twelve recordings are compared"));
    }
    let mut all = Vec::new();
    for recording in &body.recordings {
        let runs: Option<Vec<LabelRun>> = recording
            .runs
            .iter()
            .take(1_000)
            .map(RunTimes::checked)
            .collect();
        let wrong = || Problem::refused(format!("the runs of “{}” can’t be", recording.name));
        all.push(runs.ok_or_else(wrong)?);
    }
    let thousandth = |figure: f64| (figure * 1_000.0).round() / 1_000.0;
    let mut pairs = Vec::new();
    for one in 0..count {
        for other in one + 1..count {
            let found = ltc::compare(&all[one], &all[other]);
            let rate = found.map(|found| found.rate);
            let frames = rate.map_or(0.0, |rate| rate.rate().as_f64());
            pairs.push(ComparedPair {
                one,
                other,
                offset_start_ms: found.map(|found| thousandth(found.offset_start * 1_000.0)),
                offset_end_ms: found.map(|found| thousandth(found.offset_end * 1_000.0)),
                offset_start_frames: found.map(|found| thousandth(found.offset_start * frames)),
                offset_end_frames: found.map(|found| thousandth(found.offset_end * frames)),
                first: found.map(|found| found.rate.label(found.first)),
                last: found.map(|found| found.rate.label(found.last)),
                drift_ppm: found.and_then(|found| found.drift_ppm).map(thousandth),
                clock_ppm: found.and_then(|found| found.clock_ppm()).map(thousandth),
            });
        }
    }
    Ok(Json(pairs))
}

/// What a copy is to say.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct HeadQuery {
    /// Samples from midnight to its first.
    samples_from_midnight: u64,
    /// How long the whole file is, in bytes; what is sent is all of it where not said.
    file_bytes: Option<u64>,
    /// So many of the bytes that are sent are the last of the file; the first of it stand before them.
    end_bytes: Option<usize>,
}

/// What a copy of a WAV file is made of whose own time says another: of its first and last bytes, up to 4 MB of
/// each, one behind the other. The answer is the copy’s head and, behind it, its tail; the answer’s headers say how
/// many bytes the head has (`head-bytes`) and which bytes of the old file stand between them (`sound-at`, `sound-to`).
#[operation(post, "/timecode/head", tag = "time", params(HeadQuery), request_body(content = Vec<u8>, content_type = "application/octet-stream"), responses((status = 200, content_type = "application/octet-stream", body = Vec<u8>), (status = 422, body = Problem)))]
pub async fn new_head(Query(query): Query<HeadQuery>, sent: Bytes) -> Result<Response, Problem> {
    let end_at = match query.end_bytes {
        None => 0,
        Some(end) => sent.len().checked_sub(end).ok_or_else(|| {
            Problem::refused("more bytes of the file’s end are announced than are sent")
        })?,
    };
    let beginning = if query.end_bytes.is_some() {
        &sent[..end_at]
    } else {
        &sent[..]
    };
    let ends = Ends {
        beginning,
        end: &sent[end_at..],
        length: query.file_bytes.unwrap_or(sent.len() as u64),
    };
    let new = restamped(ends, query.samples_from_midnight, &Notes::of_copy())
        .map_err(|error| Problem::refused(error.to_string()))?;
    let headers = [
        ("content-type", "application/octet-stream".to_string()),
        ("sound-at", new.sound_at.to_string()),
        ("sound-to", new.sound_to.to_string()),
        ("head-bytes", new.head.len().to_string()),
    ];
    Ok((headers, [new.head, new.tail].concat()).into_response())
}

/// Which window, and its samples a second.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct LiveQuery {
    /// A name that the window chose.
    name: String,
    /// Samples a second.
    sample_rate: u32,
    /// Seconds since midnight at the last sample, on the machine’s clock.
    clock: f64,
}

/// What is heard live.
#[derive(Serialize, ToSchema)]
pub struct LiveAnswer {
    /// The label at the last sample; none where there is no timecode.
    label: Option<String>,
    /// How much later the timecode is than the machine’s clock, in milliseconds.
    off_clock_ms: Option<f64>,
    /// The run that goes on.
    run: Option<RunReport>,
}

/// The next samples of a live input, as 32-bit floats, and what they say.
#[operation(post, "/timecode/live", tag = "time", params(LiveQuery), request_body(content = Vec<u8>, content_type = "application/octet-stream"), answers = LiveAnswer)]
pub async fn hear_live(
    State(app): State<App>,
    Query(query): Query<LiveQuery>,
    bytes: Bytes,
) -> Result<Json<LiveAnswer>, Problem> {
    if !(8_000..=192_000).contains(&query.sample_rate) || query.name.len() > 64 {
        return Err(Problem::refused(
            "live sound has 8,000 to 192,000 samples a second",
        ));
    }
    let listeners = app.listeners.clone();
    app.with_store(move |_, _| {
        let (fours, _) = bytes.as_chunks::<4>();
        let mut samples: Vec<f32> = fours.iter().map(|four| f32::from_le_bytes(*four)).collect();
        let heard = listeners.hear(&query.name, query.sample_rate, &mut samples);
        let heard = heard.ok_or_else(|| Problem::refused("too many windows listen at once"))?;
        Ok(Json(LiveAnswer {
            off_clock_ms: heard
                .as_ref()
                .and_then(|heard| heard.off_clock_ms(query.clock)),
            run: heard.as_ref().map(|heard| RunReport::of(&heard.run)),
            label: heard.map(|heard| heard.label),
        }))
    })
    .await
}

/// From when labels are wanted.
#[derive(Deserialize, IntoParams)]
#[into_params(parameter_in = Query)]
pub struct LabelsQuery {
    /// What is counted.
    #[param(value_type = String)]
    rate: TimecodeRate,
    /// Seconds since midnight.
    seconds: f64,
    /// When it was set by the clock, in seconds since midnight; just now where not said.
    set: Option<f64>,
}

/// Labels of the next seconds.
#[derive(Serialize, ToSchema)]
pub struct LabelsAnswer {
    /// When the first begins, in seconds since midnight.
    from: f64,
    /// How long each lasts, in seconds.
    frame: f64,
    /// One for each frame.
    labels: Vec<String>,
}

/// So many seconds of labels are given at once.
const SECONDS_OF_LABELS: f64 = 20.0;

/// Labels from a time of day on, for a page that shows them running.
#[operation(get, "/timecode/labels", tag = "time", params(LabelsQuery), answers = LabelsAnswer)]
pub async fn labels(Query(query): Query<LabelsQuery>) -> Result<Json<LabelsAnswer>, Problem> {
    let set = query.set.unwrap_or(query.seconds);
    if ![query.seconds, set]
        .iter()
        .all(|seconds| (0.0..=86_400.0).contains(seconds))
    {
        return Err(Problem::refused(
            "labels begin between 0 and 86,400 s after midnight",
        ));
    }
    let frame = query.rate.seconds_of(1);
    // Set by the clock, and run on at its rate since: over midnight as well.
    let since = (query.seconds - set).rem_euclid(86_400.0);
    let run = (since / frame) as u64;
    let first = query.rate.frame_by_clock(set) + run;
    let count = (SECONDS_OF_LABELS / frame) as u64;
    Ok(Json(LabelsAnswer {
        from: query.seconds - (since - run as f64 * frame),
        frame,
        labels: (first..first + count)
            .map(|frame| query.rate.label(frame))
            .collect(),
    }))
}
