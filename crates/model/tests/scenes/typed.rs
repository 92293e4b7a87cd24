//! Lines as people type them: what each asks for, and what is said where it isn't understood.

use model::catalogue::Catalogue;
use model::document::{Production, ProductionFile, complete, read_line};

fn night() -> Production {
    let text = include_str!("../../../../demo/the-night-pour.json");
    ProductionFile::read(text).unwrap().production
}

/// What a line comes to: its commands, or the sentence that refuses it.
fn read(production: &Production, line: &str) -> Result<String, String> {
    let build = &production.builds[0];
    let typed = read_line(line, production, build, Catalogue::shipped())
        .map_err(|error| error.to_string())?;
    // What a line asks for can be done, or is refused like any other edit.
    let edited = production.edited(Catalogue::shipped(), &typed.commands);
    edited.map_err(|refusal| refusal.to_string())?;
    Ok(serde_json::to_string(&typed.commands)
        .unwrap()
        .replace(r#""build":"night","#, ""))
}

#[test]
fn every_word_does_what_it_says() {
    let production = night();
    let lines = [
        "cut dir.sdi",
        "set a.sdi1 1080p25",
        "format UHD 50p",
        "add 2 ashgill-5 as Yard to yard",
        "add ashgill-5",
        "rename dir to The director",
        "rename Client to Guests",
        "rename yard to Courtyard",
        "rename build to Night",
        "rename production to The bell",
        "move client to yard",
        "remove client",
        "unit Balcony",
        "build Daytime, long lens",
        "kit 2 ashgill-5",
        "hire coax-rg6 70 m",
        "record a mezzanine-light on cfx-b-512+cfx-b-512",
        "record c-rec mezzanine-standard",
        "stop b",
        "last a 2h10",
        "last all 70 min",
        "part The second pour 23:30 1h20",
        "timecode b-rec 25",
        "master mix",
    ];
    let told = lines.map(|line| match read(&production, line) {
        Ok(commands) => format!("{line}\n    {commands}"),
        Err(sentence) => format!("{line}\n    REFUSED {sentence}"),
    });
    insta::assert_snapshot!(told.join("\n"));
}

#[test]
fn what_isnt_understood_says_what_is() {
    let production = night();
    let lines = [
        "",
        "dance",
        "cut",
        "cut nothing.sdi",
        "set a.nowhere 1080p25",
        "set a.sdi1 lots",
        "add 61 ashgill-5",
        "add ashgill-5 to nowhere",
        "rename dir",
        "rename nobody to Somebody",
        "move dir to nowhere",
        "remove nobody",
        "kit 2 unicorn",
        "record dir mezzanine-light",
        "record a h264-100",
        "record a mezzanine-light on sd-v30-32",
        "last a soon",
        "last a",
        "part 10:00 1h",
        "part Pour",
        "timecode a often",
        "master nobody",
    ];
    let told = lines.map(|line| match read(&production, line) {
        Ok(commands) => format!("{line}\n    UNDERSTOOD {commands}"),
        Err(sentence) => format!("{line}\n    {sentence}"),
    });
    insta::assert_snapshot!(told.join("\n"));
    let empty = Production::named("New");
    assert!(
        read(&empty, "last all 2h")
            .unwrap_err()
            .contains("nothing records")
    );
    assert!(
        read(&empty, "remove a")
            .unwrap_err()
            .contains("the floor is empty")
    );
}

#[test]
fn words_are_offered_as_they_are_begun() {
    let production = night();
    let offered = |line: &str| {
        let found = complete(
            line,
            &production,
            &production.builds[0],
            Catalogue::shipped(),
        );
        found.into_iter().map(|one| one.line).collect::<Vec<_>>()
    };
    assert_eq!(offered("re")[..3], ["rename ", "remove ", "record "]);
    assert_eq!(offered("unit"), ["unit "]);
    // Ports go on as before.
    assert!(offered("f-rx.").iter().all(|line| line.ends_with(" > ")));
    assert!(!offered("f-rx.").is_empty());
    assert!(offered("cut dir").contains(&"cut dir.sdi".to_string()));
}
