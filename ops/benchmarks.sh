#!/usr/bin/env bash
# Prints the tables of docs/benchmarks.md. The database is a throw-away cluster that really writes to disk.
set -euo pipefail
. "$(dirname "$0")/setup.sh"
packages '/usr/lib/postgresql/*/bin/initdb=postgresql' ffmpeg=ffmpeg /usr/share/wordnet/data.noun=wordnet-base chromium-headless-shell=chromium-headless-shell
python_packages requirements-dev.txt requirements-speech.txt
web_packages
web_build
export PGBASE=/var/tmp/escuela-benchmarks DJANGO_SETTINGS_MODULE=config.settings.test
trap '"$ROOT/ops/pg.sh" destroy' EXIT
database
cd "$ROOT"
"$ROOT/.venv/bin/pytest" -q -p no:logging --capture=no e2e/benchmarks.py "$@" 2> "$STATE/benchmarks.log" | grep -E '^(\||kill|$)|passed|failed'
"$PY" core/benchmarks/report.py
