//! A command over HTTP, from the request to its answer with the report, stored on disk. The budget
//! is 5 ms on the demo.

use axum::body::Body;
use axum::http::{Request, header};
use http_body_util::BodyExt;
use tower::ServiceExt;
use west_rail_core::demo;
use west_rail_core::document::Production;
use west_rail_server::{App, router};
use west_rail_store::Store;

fn main() {
    divan::main();
}

fn stored(bencher: divan::Bencher, production: Production, build: &'static str) {
    let folder = tempfile::tempdir().unwrap();
    let store = Store::open(&folder.path().join("bench.sqlite")).unwrap();
    let id = store.create(&production).unwrap().id;
    let (_stop, stopping) = tokio::sync::watch::channel(false);
    let routes = router(App::new(store, stopping));
    let runtime = tokio::runtime::Builder::new_multi_thread()
        .worker_threads(1)
        .enable_all()
        .build()
        .unwrap();
    let mut revision = 0u64;
    bencher.bench_local(|| {
        revision += 1;
        let name = format!("Take {revision}");
        let body = serde_json::json!({ "build": build, "commands": [{ "do": "rename-production", "name": name }] });
        let request = Request::post(format!("/api/productions/{id}/commands"))
            .header(header::HOST, "localhost")
            .header(header::IF_MATCH, format!("\"{revision}\""))
            .body(Body::from(body.to_string()))
            .unwrap();
        runtime.block_on(async {
            let answer = routes.clone().oneshot(request).await.unwrap();
            assert!(answer.status().is_success());
            answer.into_body().collect().await.unwrap().to_bytes().len()
        })
    });
}

#[divan::bench]
fn demo_command(bencher: divan::Bencher) {
    stored(bencher, demo::productions().remove(0).1, "night");
}

#[divan::bench(args = [10, 100, 1000])]
fn floor_command(bencher: divan::Bencher, devices: usize) {
    stored(bencher, demo::floor(devices), "main");
}
