# Jolly Ladder. `make demo` to try it, `make test` to check it; see README.md.

PORT ?= 8000
PY := .venv/bin/python
MANAGE := $(PY) server/manage.py
VAR := var
DEMO_ENV := JOLLY_DEMO=1 JOLLY_DB=$(VAR)/demo.sqlite3 PYTHONUNBUFFERED=1
WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts
CORE_SOURCES := $(shell find core/jolly_core -name '*.py')
# A field with a default may be left out of what is sent.
OPENAPI_TS := npx --no-install openapi-typescript --default-non-nullable=false
UV_COMPILE := .venv/bin/uv pip compile -q --universal --python-version 3.11 --generate-hashes \
	--no-emit-index-url --no-emit-find-links --custom-compile-command "make lock"

.PHONY: demo serve home dev test test-slow evenings test-postgres check check-python check-web fuzz soak bench types lock build clean screenshots browser schema-check
.DEFAULT_GOAL := demo

# --- install ---------------------------------------------------------------------------------------------------------

.venv/.runtime: requirements/runtime.txt
	@command -v python3 >/dev/null || { echo "Python 3.11 or newer is needed (python3)."; exit 1; }
	python3 -m venv .venv
	$(PY) -m pip install --quiet --require-hashes -r requirements/runtime.txt
	@# The core is found from any folder, as by `python -m jolly_core.ear`.
	@$(PY) -c "import pathlib, site; pathlib.Path(site.getsitepackages()[0], 'jolly_core.pth').write_text(str(pathlib.Path('core').resolve()))"
	@touch $@

.venv/.dev: .venv/.runtime requirements/dev.txt
	$(PY) -m pip install --quiet --require-hashes -r requirements/dev.txt
	@touch $@

web/node_modules/.installed: web/package-lock.json web/.npmrc
	@command -v npm >/dev/null || { echo "Node 20 or newer is needed (node, npm)."; exit 1; }
	cd web && npm ci --silent
	@touch $@

# The browser that the tests drive: Debian's chromium, installed when it is missing and this user may do so.
browser:
	@sh tools/install-browser.sh

# --- build -----------------------------------------------------------------------------------------------------------

# What the page counts by: the core, and the Python that runs it in a browser.
web/rules/out/rules.json: web/node_modules/.installed web/rules/build.mjs $(CORE_SOURCES)
	cd web && node rules/build.mjs

web/dist/.built: web/node_modules/.installed .venv/.runtime web/rules/out/rules.json $(WEB_SOURCES)
	cd web && npm run --silent build
	$(PY) -m whitenoise.compress --quiet web/dist
	cp -r web/rules/out/rules web/dist/
	@touch $@

build: web/dist/.built

# One window of the application without its screens, which the queue's model plays with.
web/tests/out/window.js: web/node_modules/.installed web/tests/build.mjs web/tests/window.ts $(WEB_SOURCES)
	cd web && node tests/build.mjs

# --- run -------------------------------------------------------------------------------------------------------------

demo: .venv/.runtime web/dist/.built
	@mkdir -p $(VAR)
	@$(DEMO_ENV) $(MANAGE) prepare_demo
	@$(DEMO_ENV) $(PY) server/serve.py --port $(PORT)

serve: .venv/.runtime web/dist/.built
	@mkdir -p $(VAR)
	@$(MANAGE) migrate --verbosity 0
	@$(PY) server/serve.py --port $(PORT)

# The same for the home network, over HTTPS, by Debian's Caddy: a phone then opens the court, or presses for it.
home: .venv/.runtime web/dist/.built
	@mkdir -p $(VAR)
	@$(MANAGE) migrate --verbosity 0
	@sh tools/home.sh $(PORT) $(PY)

# Django with reload on PORT, and Vite with hot reload on 5173 in front of it.
dev: .venv/.dev web/node_modules/.installed web/rules/out/rules.json
	@mkdir -p $(VAR)
	@$(DEMO_ENV) $(MANAGE) prepare_demo
	@trap 'kill 0' INT TERM EXIT; \
	$(DEMO_ENV) JOLLY_DEBUG=1 JOLLY_ORIGINS=http://localhost:5173 $(MANAGE) runserver $(PORT) & \
	(cd web && JOLLY_PORT=$(PORT) npm run --silent dev) & wait

# --- check -----------------------------------------------------------------------------------------------------------

test: .venv/.dev web/dist/.built web/tests/out/window.js browser
	@mkdir -p $(VAR)
	# As many at once as there are processors; who is done takes over from the end of what another still has to do.
	$(PY) -m pytest -n logical --dist worksteal --durations 10

# Long simulations and long stories, which `make test` leaves out, and the laws of the games with more examples.
test-slow: .venv/.dev web/dist/.built browser
	@mkdir -p $(VAR)
	$(PY) -m pytest -n logical --dist worksteal --durations 10 -m slow
	JOLLY_EXAMPLES=200 $(PY) -m pytest -n logical tests/core/test_contract.py

# Whole evenings of practitioners in the browser, the long ones as well.
evenings: .venv/.dev web/dist/.built browser
	@mkdir -p $(VAR)
	$(PY) -m pytest -n logical --dist worksteal --durations 10 -m "slow or not slow" tests/browser/evenings

.venv/.postgres: .venv/.dev requirements/postgres.txt
	$(PY) -m pip install --quiet --require-hashes -r requirements/postgres.txt
	@touch $@

# All tests of the server on PostgreSQL, in a server of its own that is gone afterwards.
test-postgres: .venv/.postgres web/dist/.built
	sh tools/postgres.sh "$$(mktemp -d)/pg" $(PY) -m pytest -n logical --dist worksteal tests/server

check: schema-check check-python check-web

check-python: .venv/.dev
	.venv/bin/ruff check .
	.venv/bin/ruff format --check .
	.venv/bin/mypy
	PYTHONPATH=core:server .venv/bin/lint-imports

check-web: web/node_modules/.installed
	cd web && npm run --silent types && npm run --silent lint && npm run --silent format

# The committed schema and the types made from it must be what the code says now.
schema-check: .venv/.runtime web/node_modules/.installed
	@mkdir -p $(VAR)
	@JOLLY_DEMO=1 $(MANAGE) spectacular --validate --fail-on-warn --file $(VAR)/openapi.yaml
	@cmp $(VAR)/openapi.yaml docs/formats/openapi.yaml || { echo "The API changed: run make types"; exit 1; }
	@cd web && $(OPENAPI_TS) ../docs/formats/openapi.yaml -o ../$(VAR)/schema.gen.ts >/dev/null
	@cmp $(VAR)/schema.gen.ts web/src/api/schema.gen.ts || { echo "The API's types are stale: run make types"; exit 1; }

types: .venv/.runtime web/node_modules/.installed
	JOLLY_DEMO=1 $(MANAGE) spectacular --validate --fail-on-warn --file docs/formats/openapi.yaml
	@$(PY) -c 'import json, sys; sys.path.insert(0, "core"); \
		from jolly_core.formats.pack_schema import pack_schema; print(json.dumps(pack_schema(), indent=1))' \
		> docs/formats/ladder-pack.schema.json
	cd web && $(OPENAPI_TS) ../docs/formats/openapi.yaml -o src/api/schema.gen.ts
	cd web && $(OPENAPI_TS) \
		"$$(../$(PY) -c 'import allauth.headless.spec as s; print(s.__path__[0])')/doc/openapi.yaml" -o src/api/account.gen.ts

.venv/.fuzz: .venv/.dev requirements/fuzz.txt
	$(PY) -m pip install --quiet --require-hashes -r requirements/fuzz.txt
	@touch $@

# Ten minutes of nonsense sent to the API, made from good requests and from the schema: nothing may answer 500.
fuzz: .venv/.fuzz web/dist/.built
	@mkdir -p $(VAR)
	FUZZ_S=300 $(PY) -m pytest tests/server/config/test_fuzz.py
	$(PY) -m tests.fuzz

# Ten thousand evenings of misfortune for the queue of presses, some hundreds of them in the browser; and a week of
# twenty athletes on one server: a quarter of an hour.
soak: .venv/.dev web/dist/.built web/tests/out/window.js browser
	@mkdir -p $(VAR)
	PYTHONPATH=core $(PY) -m tests.soak
	PYTHONPATH=core $(PY) -m tests.week

bench: .venv/.dev web/dist/.built browser
	@mkdir -p $(VAR)
	PYTHONPATH=core:server $(PY) -m tests.bench

screenshots: .venv/.dev web/dist/.built browser
	@mkdir -p $(VAR)
	$(PY) -m tests.screenshots

lock: .venv/.dev
	for name in runtime dev fuzz postgres; do $(UV_COMPILE) requirements/$$name.in -o requirements/$$name.txt; done

clean:
	rm -rf .venv web/node_modules web/dist web/rules/out web/tests/out $(VAR)/test.sqlite3*
