#!/usr/bin/env bash
# Makes docs/screenshots anew from the demo data.
set -euo pipefail
. "$(dirname "$0")/setup.sh"
packages '/usr/lib/postgresql/*/bin/initdb=postgresql' ffmpeg=ffmpeg /usr/share/wordnet/data.noun=wordnet-base chromium-headless-shell=chromium-headless-shell
python_packages requirements-dev.txt
web_packages
web_build
export PGBASE=${PGBASE:-$ROOT/.pgdata-test} PG_FAST=1 DJANGO_SETTINGS_MODULE=config.settings.test
database
cd "$ROOT" && "$ROOT/.venv/bin/pytest" -q e2e/screenshots.py
