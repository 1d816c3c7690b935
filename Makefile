# Two commands do all: `make demo` and `make test`. Everything they need is installed below this folder, Chromium by apt.
export UV_PYTHON_DOWNLOADS := never
PYTHON ?= python3.11
BIN := .venv/bin
PORT ?= 8490

.PHONY: demo test bench prove audit web check-python check-web browser-test screenshots api format clean

demo: .venv/ready .venv/warm web/dist/index.html
	$(BIN)/cielo demo --db data/demo.sqlite --port $(PORT)

test: check-python check-web browser-test

check-python: .venv/dev-ready
	$(BIN)/ruff check .
	$(BIN)/ruff format --check .
	$(BIN)/mypy
	$(BIN)/lint-imports
	NUMBA_NUM_THREADS=1 OMP_NUM_THREADS=1 OPENBLAS_NUM_THREADS=1 $(BIN)/pytest tests --ignore tests/e2e -n auto --dist worksteal

check-web: web/node_modules/.ready web/dist/index.html
	cd web && npm run --silent types && npm run --silent lint && npm run --silent format && npm run --silent test

browser-test: .venv/dev-ready .venv/warm web/dist/index.html
	command -v chromium >/dev/null || (apt-get update && apt-get install -y --no-install-recommends chromium)
	$(BIN)/pytest tests/e2e -n auto --maxprocesses 4 --dist worksteal

bench: .venv/dev-ready web/dist/index.html
	$(BIN)/python -m benchmarks.panel
	$(BIN)/python -m benchmarks.panel --print
	$(BIN)/python -m benchmarks.commands
	$(BIN)/python -m benchmarks.order
	$(BIN)/python -m benchmarks.shelf
	$(BIN)/python -m benchmarks.solvers
	$(BIN)/python -m benchmarks.live

# Advisories of the registries on what is built in, where they answer.
audit: .venv/ready web/node_modules/.ready
	-$(BIN)/uv tool run pip-audit -r requirements.lock --disable-pip --require-hashes
	-cd web && npm audit

# What SECURITY.md promises, tried until it would break: 200 kills, 60 upgrades and 80 imports and restores killed, 20 clients for a minute, 16,000 harmed files.
prove: .venv/dev-ready
	$(BIN)/python -m benchmarks.prove

screenshots: .venv/dev-ready web/dist/index.html
	$(BIN)/python -m tests.e2e.screenshots
	$(BIN)/cielo marks --out docs/marks.png

web: web/dist/index.html

api: .venv/ready web/node_modules/.ready
	$(BIN)/python -m cielo.api.openapi > docs/openapi.json
	$(BIN)/cielo schema > docs/plan.schema.json
	cd web && npm run --silent api

format: .venv/dev-ready web/node_modules/.ready
	$(BIN)/ruff check --fix . && $(BIN)/ruff format .
	cd web && npx prettier --write src

.venv/uv:
	$(PYTHON) -m venv --without-pip .venv
	$(PYTHON) -m pip --python $(BIN)/python install -q uv==0.13.9
	touch $@

.venv/ready: .venv/uv requirements.lock pyproject.toml
	$(BIN)/uv pip install -q --compile-bytecode --python $(BIN)/python --require-hashes -r requirements.lock
	$(BIN)/uv pip install -q --python $(BIN)/python --no-deps -e .
	touch $@

# The picture's loops are compiled once, here, and not while someone waits for the first card.
.venv/warm: .venv/ready $(shell find src/cielo/core -name '*.py')
	@echo "Making the brushes ready, once: about twenty seconds."
	$(BIN)/python -c "from cielo.app.warm import warm_up; warm_up()"
	touch $@

.venv/dev-ready: .venv/ready requirements-dev.lock
	$(BIN)/uv pip install -q --compile-bytecode --python $(BIN)/python --require-hashes -r requirements-dev.lock
	touch $@

web/node_modules/.ready: web/package-lock.json
	cd web && npm ci --no-audit --no-fund --loglevel=error
	touch $@

WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts
web/dist/index.html: web/node_modules/.ready $(WEB_SOURCES)
	cd web && npm run --silent build -- --logLevel error
	touch $@

clean:
	rm -rf .venv web/node_modules web/dist data
