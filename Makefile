# West Rail. `make demo` runs it with the demo productions, `make test` runs every test.
PATHS = web/node_modules e2e/node_modules

.PHONY: demo build web test quick bench soak fuzz dev types screenshots lint unit e2e browser

demo: build
	target/release/west-rail demo

build: web
	cargo build --release --locked --package west-rail

test: lint unit e2e

# The tests of one subject, wherever it stands: make quick ROOM=sound. Without one, those of the rules. Of the whole
# workspace, so that nothing is built twice beside `make test`.
quick:
	cargo test --quiet --locked --workspace --lib --test scenes $(ROOM)

# The front end, once however much of what follows wants it.
web: web/node_modules
	cd web && npm run --silent check && npm run --silent build

lint: web
	cargo fmt --all --check
	cd web && npm run --silent lint
	cargo clippy --workspace --all-targets --locked -- -D warnings

unit: web/node_modules
	cd web && npm run --silent types -- --check
	cargo test --workspace --locked

# The program as the other tests built it.
e2e: $(PATHS) browser web
	cargo test --workspace --locked --no-run --quiet
	cd e2e && npm run --silent check && npm test

bench: $(PATHS) browser web
	cargo bench --locked --package audio --package plan --package server
	cargo build --release --locked --package west-rail
	cd e2e && WEST_RAIL_PROGRAM=target/release/west-rail npm run bench

# Kills in the middle of edits, imports, migrations and first starts, and cases of every law, many times over; faults
# put into the rules, which the tests must catch.
soak: web
	SOAK_ROUNDS=200 cargo test --locked --package west-rail --test serving
	LAW_CASES=500 cargo test --locked --package model --package engine --package check --package report --package plan --test scenes
	scripts/mutants

# Hostile calls at the API, hostile bytes at whatever reads bytes.
fuzz: web
	scripts/fuzz

dev: web/node_modules
	cd web && npm run dev

types:
	UPDATE=1 cargo test --quiet --package server --test description
	cd web && npm run types

screenshots: $(PATHS) browser web
	cargo build --locked --package west-rail
	UPDATE=1 cargo test --quiet --locked --package west-rail --test parts
	cd e2e && npm run screenshots

browser:
	scripts/browser

%/node_modules: %/package-lock.json
	cd $* && npm ci --no-fund --no-audit --loglevel=error
	touch $@
