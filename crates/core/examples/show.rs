use west_rail_core::{catalogue::Catalogue, document::ProductionFile, report::report};
fn main() {
    for name in ["demo/the-night-pour.json", "demo/first-light.json"] {
        let file = ProductionFile::read(&std::fs::read_to_string(name).unwrap()).unwrap();
        std::fs::write(name, file.to_text()).unwrap();
        for b in &file.production.builds {
            let r = report(&file.production, &b.id, Catalogue::shipped()).unwrap();
            println!("== {} {}: {}", name, b.name, r.verdict.text);
            for f in &r.findings {
                println!("{:?} {} {}\n    ({})", f.severity, f.id, f.text, f.reason);
                for x in &f.fixes {
                    println!("    fix: {}", x.title);
                }
            }
            for a in &r.arrivals {
                println!(
                    "-> {} [{:?}] {} | {:?} | {:?}",
                    a.name,
                    a.standing,
                    a.says,
                    a.picture
                        .as_ref()
                        .map(|p| format!("{} of {} {}", p.format, p.effective, p.delay)),
                    a.records
                );
            }
            for x in &r.recordings {
                println!(
                    "** {} {:?} {:?} fed {}/{}",
                    x.says,
                    x.truth,
                    x.limits
                        .iter()
                        .map(|l| format!("{} {}", l.name, l.label))
                        .collect::<Vec<_>>(),
                    x.tracks_fed,
                    x.tracks
                );
            }
            for c in r.connections.iter().take(9) {
                println!("   {} {} {:?} next {:?}", c.id, c.label, c.signals, c.next);
            }
            println!(
                "{:?}",
                r.devices
                    .iter()
                    .map(|d| (d.id.as_str(), d.column))
                    .collect::<Vec<_>>()
            );
        }
    }
}
