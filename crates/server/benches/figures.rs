//! What users of a busy server meet: each figure with its goal beside it. Everything goes through the
//! routes as the browser asks, on a data file on disk.

use axum::Router;
use axum::body::Body;
use axum::http::{Request, Response, StatusCode, header};
use demo::{self, Shape};
use http_body_util::BodyExt;
use model::catalogue::Catalogue;
use model::document::{Production, ProductionFile};
use report::report;
use runtime::cores::at_hand;
use serde_json::{Value, json};
use server::{App, router};
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, AtomicUsize, Ordering};
use std::time::{Duration, Instant};
use store::{Change, KEPT_STEPS, Store};
use tower::ServiceExt;

/// As the program runs.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

const CHANGES: &str = "application/json-patch+json, application/json";

struct Server {
    routes: Router,
    store: Store,
    _folder: tempfile::TempDir,
    _stop: tokio::sync::watch::Sender<bool>,
}

impl Server {
    fn new() -> Self {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path().join("bench.sqlite");
        let store = Store::open(&path).unwrap();
        let (stop, stopping) = tokio::sync::watch::channel(false);
        Self {
            routes: router(App::new(Store::open(&path).unwrap(), stopping)),
            store,
            _folder: folder,
            _stop: stop,
        }
    }

    fn keep(&self, production: &Production) -> String {
        self.store.create(production).unwrap().id
    }
}

async fn ask(routes: &Router, request: Request<Body>) -> Response<Vec<u8>> {
    let response = routes.clone().oneshot(request).await.unwrap();
    let (parts, body) = response.into_parts();
    Response::from_parts(parts, body.collect().await.unwrap().to_bytes().into())
}

fn get(path: &str) -> Request<Body> {
    let request = Request::get(path).header(header::HOST, "localhost");
    let request = request.header(header::ACCEPT_ENCODING, "gzip");
    request.body(Body::empty()).unwrap()
}

fn post(path: &str, revision: u64, body: String) -> Request<Body> {
    let request = Request::post(path)
        .header(header::HOST, "localhost")
        .header(header::ACCEPT, CHANGES)
        .header(header::IF_MATCH, format!("\"{revision}\""));
    request.body(Body::from(body)).unwrap()
}

fn rename(build: &str, device: &str, name: &str) -> String {
    let command = json!({ "do": "rename-device", "build": build, "device": device, "name": name });
    json!({ "build": build, "ask": true, "commands": [command] }).to_string()
}

fn row(what: &str, is: &str, goal: &str) {
    println!("{what:<58} {is:>34}   goal {goal}");
}

/// The middle, the 99th of a hundred, and the most.
fn spread(mut times: Vec<Duration>) -> String {
    times.sort_unstable();
    let at = |share: usize| times[(times.len() * share / 100).min(times.len() - 1)];
    format!("{:.1?}, p99 {:.1?}, most {:.1?}", at(50), at(99), at(100))
}

#[tokio::main(flavor = "multi_thread", worker_threads = 2)]
async fn main() {
    commands(
        "the demo",
        &demo::productions().remove(0).1,
        ("night", "a"),
        "p99 5 ms",
    )
    .await;
    for devices in [10, 100, 300] {
        let what = format!("{devices} devices");
        commands(&what, &demo::floor(devices), ("main", "d1"), "p99 5 ms").await;
    }
    commands(
        "1000 devices",
        &demo::floor(1_000),
        ("main", "d1"),
        "within 50 ms repainted",
    )
    .await;
    worked_long().await;
    windows().await;
    meanwhile().await;
    beside_searches().await;
    beside_others().await;
    described().await;
    rigs().await;
    left_searches().await;
    behind().await;
}

/// What one view of rigs costs: what isn't mounted, and far more than there is room for.
async fn rigs() {
    let server = Server::new();
    let sized = async |path: &str| {
        let asked = Instant::now();
        let answer = ask(&server.routes, get(path)).await;
        assert!(answer.status().is_success());
        // As the browser has it: the answer is compressed on its way.
        let whole = Request::get(path).header(header::HOST, "localhost");
        let took = asked.elapsed();
        let whole = ask(&server.routes, whole.body(Body::empty()).unwrap()).await;
        (took, whole.into_body().len())
    };
    for count in [200, 800, 3_200] {
        let id = server.keep(&demo::unmounted(count));
        let (took, bytes) = sized(&format!("/api/productions/{id}/rigs?build=main")).await;
        row(
            &format!("rigs, {count} cameras mounted on nothing"),
            &format!("{took:.1?}, {} kB", bytes / 1_000),
            "grows with the count",
        );
    }
    let arms = demo::arms(497);
    let id = server.keep(&arms);
    let found = report(&arms, "main", Catalogue::shipped())
        .unwrap()
        .findings
        .len();
    let (took, bytes) = sized(&format!("/api/productions/{id}/rigs?build=main")).await;
    row(
        "rigs, 1000 joints in each other's way",
        &format!("{took:.1?}, {} kB, {found} findings", bytes / 1_000),
        "under 1 s",
    );
    let times = edits(&server.routes, &id, ("main", "a"), 1).await.0;
    row(
        "a command at 1000 joints in each other's way",
        &spread(times),
        "under 500 ms",
    );
}

/// Four searches whose askers are gone, then a look at another large production.
async fn left_searches() {
    let server = Server::new();
    let mut arms = demo::arms(400);
    arms.builds[0]
        .joints
        .retain(|joint| joint.part.device != "x7");
    let searched = server.keep(&arms);
    let looked_at = server.keep(&demo::floor(600));
    for id in [&searched, &looked_at] {
        ask(
            &server.routes,
            get(&format!("/api/productions/{id}?build=main")),
        )
        .await;
    }
    let mut times = Vec::new();
    for _ in 0..5 {
        for _ in 0..4 {
            let path = format!("/api/productions/{searched}/mount?build=main&part=x7");
            let left = ask(&server.routes, get(&path));
            let _ = tokio::time::timeout(Duration::from_millis(20), left).await;
        }
        let asked = Instant::now();
        ask(
            &server.routes,
            get(&format!("/api/productions/{looked_at}/glance")),
        )
        .await;
        times.push(asked.elapsed());
    }
    row(
        "a glance at 600 devices, after four searches were left",
        &spread(times),
        "under 100 ms",
    );
}

/// Windows on a large floor that are some edits behind.
async fn behind() {
    let server = Server::new();
    let id = server.keep(&demo::floor(1_000));
    edits(&server.routes, &id, ("main", "d1"), 1).await;
    let now = server.store.get(&id).unwrap().revision;
    let mut bytes = Vec::new();
    for late in 1..=8 {
        let path = format!("/api/productions/{id}?build=main&since={}", now - late);
        let request = Request::get(&path)
            .header(header::HOST, "localhost")
            .header(header::ACCEPT, CHANGES);
        let answer = ask(&server.routes, request.body(Body::empty()).unwrap()).await;
        bytes.push(answer.into_body().len());
    }
    let most = bytes.into_iter().max().unwrap_or_default();
    row(
        "what eight windows on 1000 devices are told, at most",
        &format!("{} kB", most / 1_000),
        "a patch",
    );
}

/// An edit that asks first, stored and answered with what changed.
async fn commands(what: &str, production: &Production, (build, device): (&str, &str), goal: &str) {
    let server = Server::new();
    let id = server.keep(production);
    let whole = ask(
        &server.routes,
        get(&format!("/api/productions/{id}?build={build}")),
    )
    .await;
    let (times, bytes) = edits(&server.routes, &id, (build, device), 1).await;
    row(
        &format!("a command stored and answered, {what}"),
        &spread(times),
        goal,
    );
    let sizes = format!("{bytes} B, of {} B", whole.body().len());
    row(
        &format!("  its answer, compressed, {what}"),
        &sizes,
        "what changed",
    );
}

/// The same where the journal is as long as it gets.
async fn worked_long() {
    let server = Server::new();
    let id = server.keep(&demo::productions().remove(0).1);
    for revision in 1..=KEPT_STEPS {
        let name = format!("Take {revision}");
        let rename =
            json!({ "do": "rename-device", "build": "night", "device": "a", "name": name });
        let commands = [serde_json::from_value(rename).unwrap()];
        let at = (id.as_str(), revision);
        let made = server
            .store
            .make(Catalogue::shipped(), at, Change::Edit(&commands));
        made.unwrap();
    }
    let first = KEPT_STEPS + 1;
    let (times, _) = edits(&server.routes, &id, ("night", "a"), first).await;
    row(
        &format!("a command on the demo, after {KEPT_STEPS} others"),
        &spread(times),
        "p99 5 ms",
    );
}

/// Renames a device again and again: how long each took, and the bytes of the last answer.
async fn edits(
    routes: &Router,
    id: &str,
    (build, device): (&str, &str),
    first: u64,
) -> (Vec<Duration>, usize) {
    let path = format!("/api/productions/{id}/commands");
    let (mut times, mut bytes) = (Vec::new(), 0);
    for revision in first..first + 300 {
        let body = rename(build, device, &format!("Take {revision}"));
        let started = Instant::now();
        let mut request = post(&path, revision, body);
        let gzip = header::HeaderValue::from_static("gzip");
        request.headers_mut().insert(header::ACCEPT_ENCODING, gzip);
        let answer = ask(routes, request).await;
        times.push(started.elapsed());
        assert_eq!(answer.status(), StatusCode::OK);
        bytes = answer.body().len();
    }
    (times, bytes)
}

/// The revision in an answer: of changes, of the whole, or of what came with a refusal.
fn revision_in(told: &Value) -> Option<u64> {
    let mut steps = told.as_array().into_iter().flatten();
    let step = steps.find(|step| step["path"] == "/revision");
    let told = step.map_or(told, |step| &step["value"]);
    let whole = [told, &told["revision"], &told["current"]["revision"]];
    whole.into_iter().find_map(Value::as_u64)
}

/// Eight windows that edit at once, each its own devices: an edit is tried again where it is refused.
async fn windows() {
    const WINDOWS: usize = 8;
    const EDITS: usize = 40;
    let server = Server::new();
    let id = server.keep(&demo::floor(100));
    let most = Arc::new(AtomicUsize::new(0));
    let mut open = Vec::new();
    for window in 0..WINDOWS {
        let (routes, id, most) = (server.routes.clone(), id.clone(), most.clone());
        open.push(tokio::spawn(async move {
            let mut revision = 1;
            for edit in 0..EDITS {
                let device = format!("d{}", window * 10 + 1);
                for tries in 1.. {
                    let body = rename("main", &device, &format!("Window {window}, edit {edit}"));
                    let path = format!("/api/productions/{id}/commands");
                    let answer = ask(&routes, post(&path, revision, body)).await;
                    most.fetch_max(tries, Ordering::Relaxed);
                    let told: Value = serde_json::from_slice(answer.body()).unwrap();
                    revision = revision_in(&told).unwrap();
                    if answer.status() == StatusCode::OK {
                        break;
                    }
                }
            }
        }));
    }
    for window in open {
        window.await.unwrap();
    }
    let kept = server.store.get(&id).unwrap();
    let lost = 1 + WINDOWS * EDITS - kept.revision as usize;
    let tries = format!("{} tries, {lost} lost", most.load(Ordering::Relaxed));
    row(
        "eight windows editing at once, the most for one edit",
        &tries,
        "3 tries, 0 lost",
    );
}

/// Asks the same again and again for as long as it is busy.
fn again(
    routes: &Router,
    busy: &Arc<AtomicBool>,
    request: impl Fn() -> Request<Body> + Send + 'static,
) -> tokio::task::JoinHandle<()> {
    let (routes, busy) = (routes.clone(), busy.clone());
    tokio::spawn(async move {
        while busy.load(Ordering::Relaxed) {
            let answer = ask(&routes, request()).await;
            // What was imported goes again, so that the list stays as long as it was.
            if answer.status() == StatusCode::CREATED {
                let kept: Value = serde_json::from_slice(answer.body()).unwrap();
                let id = kept["id"].as_str().unwrap();
                let gone = Request::delete(format!("/api/productions/{id}"));
                let gone = gone.header(header::HOST, "localhost");
                ask(&routes, gone.body(Body::empty()).unwrap()).await;
            }
        }
    })
}

/// Small reads while two large floors are imported, again and again, and a fix is looked for on a
/// third.
async fn meanwhile() {
    let server = Server::new();
    let night = server.keep(&demo::productions().remove(0).1);
    let large = ProductionFile::of(Shape::Unwired.floor(5_000)).to_text();
    let chain = Shape::Chain.floor(2_000);
    let searched = server.keep(&chain);
    let found = report(&chain, "main", Catalogue::shipped())
        .unwrap()
        .findings;
    let fixes = format!(
        "/api/productions/{searched}/fixes?build=main&finding={}",
        found[0].id
    );
    let busy = Arc::new(AtomicBool::new(true));
    let mut heavy = vec![again(&server.routes, &busy, move || get(&fixes))];
    for _ in 0..2 {
        let large = large.clone();
        let import = move || post("/api/productions/import", 0, large.clone());
        heavy.push(again(&server.routes, &busy, import));
    }
    reads(&server, &night, "while large floors are computed").await;
    busy.store(false, Ordering::Relaxed);
    for work in heavy {
        work.await.unwrap();
    }
}

/// Small reads and edits while four ask for everything that is safe to mend on the same floor.
async fn beside_searches() {
    let server = Server::new();
    let night = server.keep(&demo::productions().remove(0).1);
    let path = format!("/api/productions/{night}/safe-fixes?build=night");
    let busy = Arc::new(AtomicBool::new(true));
    let heavy: Vec<_> = (0..4)
        .map(|_| {
            let path = path.clone();
            again(&server.routes, &busy, move || get(&path))
        })
        .collect();
    reads(&server, &night, "while four search the demo").await;
    let times = edits(&server.routes, &night, ("night", "a"), 1).await.0;
    busy.store(false, Ordering::Relaxed);
    for work in heavy {
        work.await.unwrap();
    }
    row(
        "a command on the demo, while four search it",
        &spread(times),
        "under 20 ms",
    );
}

/// A search, and an edit of a large floor, while other programs want every core twice.
async fn beside_others() {
    let server = Server::new();
    let night = server.keep(&demo::productions().remove(0).1);
    let large = server.keep(&demo::floor(1_000));
    let busy = Arc::new(AtomicBool::new(true));
    let others: Vec<_> = (0..2 * at_hand())
        .map(|_| {
            let busy = busy.clone();
            std::thread::spawn(move || while busy.load(Ordering::Relaxed) {})
        })
        .collect();
    let path = format!("/api/productions/{night}/safe-fixes?build=night");
    let mut times = Vec::new();
    for _ in 0..20 {
        let asked = Instant::now();
        let answer = ask(&server.routes, get(&path)).await;
        times.push(asked.elapsed());
        assert!(answer.status().is_success());
    }
    row(
        "a search of the demo, while other programs take every core",
        &spread(times),
        "under 5 s",
    );
    let times = edits(&server.routes, &large, ("main", "d1"), 1).await.0;
    row(
        "a command at 1000 devices, while other programs take every core",
        &spread(times),
        "under 1 s",
    );
    busy.store(false, Ordering::Relaxed);
    for program in others {
        program.join().unwrap();
    }
}

/// Times small reads for a while.
async fn reads(server: &Server, night: &str, meanwhile: &str) {
    let paths = [
        ("the page", "/".to_string()),
        ("the list", "/api/productions".to_string()),
        (
            "the demo's report",
            format!("/api/productions/{night}?build=night"),
        ),
    ];
    let mut times = vec![Vec::new(); paths.len()];
    let started = Instant::now();
    while started.elapsed() < Duration::from_secs(6) {
        for (place, (_, path)) in paths.iter().enumerate() {
            let asked = Instant::now();
            let answer = ask(&server.routes, get(path)).await;
            times[place].push(asked.elapsed());
            assert!(answer.status().is_success(), "{path}");
        }
        tokio::time::sleep(Duration::from_millis(5)).await;
    }
    for ((what, _), times) in paths.iter().zip(times) {
        row(
            &format!("{what}, {meanwhile}"),
            &spread(times),
            "under 20 ms",
        );
    }
}

async fn described() {
    let server = Server::new();
    let mut times = Vec::new();
    for _ in 0..20 {
        let started = Instant::now();
        ask(&server.routes, get("/api/openapi.json")).await;
        times.push(started.elapsed());
    }
    row("the API's description", &spread(times), "made once");
}
