# West Rail. `make demo` runs it with the demo productions, `make test` runs every test.
PATHS = web/node_modules e2e/node_modules

.PHONY: demo build test quick bench soak fuzz dev types screenshots lint unit e2e browser

demo: build
	target/release/west-rail demo

build: web/node_modules
	cd web && npm run --silent check && npm run --silent build
	cargo build --release --locked --package west-rail

test: lint unit e2e

# The tests of one subject, wherever it stands: make quick ROOM=sound. Without one, those of the rules.
RULES = units transport model engine check report plan
quick:
	cargo test --quiet --locked $(addprefix --package ,$(or $(CRATES),$(RULES))) --lib --test scenes $(ROOM)

lint: web/node_modules
	cargo fmt --all --check
	cd web && npm run --silent check && npm run --silent lint && npm run --silent build
	cargo clippy --workspace --all-targets --locked -- -D warnings

unit: web/node_modules
	cd web && npm run --silent types -- --check
	cargo test --workspace --locked

# The program as the other tests built it.
e2e: $(PATHS) browser
	cd web && npm run --silent build
	cargo test --workspace --locked --no-run --quiet
	cd e2e && npm run --silent check && npm test

bench: $(PATHS) browser
	cd web && npm run --silent build
	cargo bench --locked --package audio --package plan --package server
	cargo build --release --locked --package west-rail
	cd e2e && WEST_RAIL_PROGRAM=target/release/west-rail npm run bench

# Kills in the middle of edits, imports, migrations and first starts, and cases of every law, many times over; faults
# put into the rules, which the tests must catch.
soak: web/node_modules
	cd web && npm run --silent build
	SOAK_ROUNDS=200 cargo test --locked --package west-rail --test serving
	LAW_CASES=500 cargo test --locked --package model --package engine --package check --package report --package plan --test scenes
	scripts/mutants

# Hostile calls at the API, hostile bytes at whatever reads bytes.
fuzz: web/node_modules
	cd web && npm run --silent build
	scripts/fuzz

dev: web/node_modules
	cd web && npm run dev

types:
	UPDATE=1 cargo test --quiet --package server --test description
	cd web && npm run types

screenshots: $(PATHS) browser
	cd web && npm run --silent build
	cargo build --locked --package west-rail
	UPDATE=1 cargo test --quiet --locked --package west-rail --test parts
	cd e2e && npm run screenshots

browser:
	scripts/browser

%/node_modules: %/package-lock.json
	cd $* && npm ci --no-fund --no-audit --loglevel=error
	touch $@
