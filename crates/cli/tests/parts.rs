//! Every part drawn from the catalogue, so that a wrong entry is seen at once: `docs/parts.svg`, redrawn by
//! `make screenshots`.

use model::catalogue::{Axis, Block, Body, Catalogue, Side};
use std::fmt::Write;
use units::quantity::Point;

const PAGE: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/../../docs/parts.svg");
/// A part is drawn in a cell of so many units, so many to a row.
const CELL: (f64, f64) = (300.0, 200.0);
const ACROSS: usize = 5;

/// Where a place is on a view: to the right, and down.
type OnPaper = fn(Point) -> (f64, f64);

/// From the left: the lens points left. From the front.
const VIEWS: [(&str, OnPaper, Axis); 2] = [
    ("left", |at| (-at[2], -at[1]), Axis::X),
    ("front", |at| (-at[0], -at[1]), Axis::Z),
];

fn corners(from: Point, to: Point) -> [Point; 2] {
    [from, to]
}

/// What all of a part fills on a view.
fn span(body: &Body, on: OnPaper) -> (f64, f64, f64, f64) {
    let boxes = body
        .boxes
        .iter()
        .flat_map(|block| corners(block.from, block.to));
    let zones = body
        .zones
        .iter()
        .flat_map(|zone| corners(zone.from, zone.to));
    let mut found = (f64::MAX, f64::MAX, f64::MIN, f64::MIN);
    for (right, down) in boxes.chain(zones).map(on) {
        found = (
            found.0.min(right),
            found.1.min(down),
            found.2.max(right),
            found.3.max(down),
        );
    }
    found
}

fn rectangle(from: Point, to: Point, on: OnPaper) -> (f64, f64, f64, f64) {
    let (one, other) = (on(from), on(to));
    (
        one.0.min(other.0),
        one.1.min(other.1),
        (one.0 - other.0).abs(),
        (one.1 - other.1).abs(),
    )
}

fn is_circle(block: &Block, along: Axis) -> bool {
    block.round == Some(along)
}

fn draw(body: &Body, (left, top): (f64, f64), page: &mut String) {
    for (number, (name, on, along)) in VIEWS.into_iter().enumerate() {
        let (x0, y0, x1, y1) = span(body, on);
        let room = (CELL.0 / 2.0 - 24.0, CELL.1 - 66.0);
        let scale = (room.0 / (x1 - x0).max(1.0))
            .min(room.1 / (y1 - y0).max(1.0))
            .min(1.4);
        let (right, down) = (left + 8.0 + number as f64 * CELL.0 / 2.0, top + 44.0);
        let at = |(x, y): (f64, f64)| (right + (x - x0) * scale, down + (y - y0) * scale);
        writeln!(
            page,
            r##"<text x="{right:.0}" y="{:.0}" class="s">{name}</text>"##,
            top + 36.0
        )
        .unwrap();
        for block in &body.boxes {
            let (x, y, width, height) = rectangle(block.from, block.to, on);
            let (x, y) = at((x, y));
            let round = if is_circle(block, along) {
                width * scale / 2.0
            } else {
                0.0
            };
            writeln!(page, r##"<rect x="{x:.1}" y="{y:.1}" width="{:.1}" height="{:.1}" rx="{round:.1}" class="b"/>"##, width * scale, height * scale).unwrap();
        }
        for zone in &body.zones {
            let (x, y, width, height) = rectangle(zone.from, zone.to, on);
            let (x, y) = at((x, y));
            writeln!(
                page,
                r##"<rect x="{x:.1}" y="{y:.1}" width="{:.1}" height="{:.1}" class="z"/>"##,
                width * scale,
                height * scale
            )
            .unwrap();
        }
        for fastening in &body.fastenings {
            let (x, y) = at(on(fastening.at));
            let (out_x, out_y) = at(on(fastening.at + fastening.faces.way() * (9.0 / scale)));
            let class = match fastening.side {
                Side::Carries => "c",
                Side::Sits => "t",
            };
            writeln!(page, r##"<path d="M{x:.1} {y:.1}L{out_x:.1} {out_y:.1}" class="{class}"/><circle cx="{x:.1}" cy="{y:.1}" r="2" class="{class}"/>"##).unwrap();
        }
        if let Some(centre) = body.centre() {
            let (x, y) = at(on(centre));
            writeln!(
                page,
                r##"<path d="M{:.1} {y:.1}h8M{x:.1} {:.1}v8" class="m"/>"##,
                x - 4.0,
                y - 4.0
            )
            .unwrap();
        }
    }
}

fn page() -> String {
    let drawn: Vec<_> = Catalogue::shipped()
        .devices
        .iter()
        .filter_map(|device| Some((device, device.body.as_deref()?)))
        .collect();
    let rows = drawn.len().div_ceil(ACROSS) as f64;
    let mut page = format!(
        r##"<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {:.0} {:.0}" font-family="sans-serif" font-size="10">
<style>svg{{background:#fff}}.b{{fill:#fff;stroke:#222}}.z{{fill:none;stroke:#a60;stroke-dasharray:3 2}}.c{{fill:#06c;stroke:#06c}}.t{{fill:#080;stroke:#080}}.m{{stroke:#c00;fill:none}}.s{{fill:#666}}</style>
<title>Every part of the catalogue: boxes, fastenings (blue carries, green sits), doors and screens dashed, centre of mass red</title>
"##,
        CELL.0 * ACROSS as f64,
        CELL.1 * rows
    );
    for (number, (device, body)) in drawn.into_iter().enumerate() {
        let left = (number % ACROSS) as f64 * CELL.0;
        let top = (number / ACROSS) as f64 * CELL.1;
        let name = device.name.replace('&', "&amp;").replace('"', "&quot;");
        writeln!(page, r##"<text x="{:.0}" y="{:.0}">{name}</text><text x="{:.0}" y="{:.0}" class="s">{}, {} g</text>"##, left + 8.0, top + 12.0, left + 8.0, top + 24.0, device.id, body.grams).unwrap();
        draw(body, (left, top), &mut page);
    }
    page + "</svg>\n"
}

#[test]
fn the_page_of_parts_is_as_the_catalogue_has_them() {
    let drawn = page();
    if std::env::var_os("UPDATE").is_some() {
        std::fs::write(PAGE, &drawn).unwrap();
    }
    let kept = std::fs::read_to_string(PAGE).unwrap_or_default();
    assert!(
        kept == drawn,
        "docs/parts.svg is stale: make screenshots redraws it"
    );
}
