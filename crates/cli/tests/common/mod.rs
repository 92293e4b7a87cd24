//! The program as scripts run it.

use assert_cmd::Command;
use serde_json::Value;

/// Exit status, standard output and standard error.
pub fn run(arguments: &[&str]) -> (i32, String, String) {
    let output = Command::cargo_bin("west-rail")
        .unwrap()
        .args(arguments)
        .output()
        .unwrap();
    let text = |bytes: Vec<u8>| String::from_utf8(bytes).unwrap();
    (
        output.status.code().unwrap(),
        text(output.stdout),
        text(output.stderr),
    )
}

/// The JSON that it answers.
pub fn answer(arguments: &[&str]) -> Value {
    let (status, out, error) = run(&[arguments, &["--json"]].concat());
    assert_eq!(status, 0, "{error}");
    serde_json::from_str(&out).unwrap()
}
