//! Turns the catalogue's files into JSON, which is read several times faster than TOML: a person
//! writes the one, the program starts with the other.

use std::path::{Path, PathBuf};
use std::{env, fs};

fn main() {
    let from = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../catalogue");
    let to = PathBuf::from(env::var_os("OUT_DIR").expect("cargo sets OUT_DIR"));
    println!("cargo::rerun-if-changed={}", from.display());
    for folder in ["", "devices"] {
        fs::create_dir_all(to.join(folder)).expect("OUT_DIR can be written to");
        let files = fs::read_dir(from.join(folder)).expect("the catalogue is there");
        for file in files {
            let path = file.expect("its files can be read").path();
            if path.extension().is_some_and(|ending| ending == "toml") {
                convert(&path, &to.join(folder));
            }
        }
    }
}

fn convert(path: &Path, to: &Path) {
    println!("cargo::rerun-if-changed={}", path.display());
    let text = fs::read_to_string(path).expect("a catalogue file is text");
    let table: toml::Table = match text.parse() {
        Ok(table) => table,
        Err(error) => panic!("{}: {error}", path.display()),
    };
    let json = serde_json::to_string(&table).expect("TOML has a form in JSON");
    let name = path.with_extension("json");
    let name = name.file_name().expect("a file has a name");
    fs::write(to.join(name), json).expect("OUT_DIR can be written to");
}
