#!/usr/bin/env bash
# Writes server/openapi.yaml from the server's code, and the web's types from that.
set -euo pipefail
cd "$(dirname "$0")/../server"
DJANGO_SETTINGS_MODULE=config.settings.test ../.venv/bin/python manage.py spectacular --file openapi.yaml
cd ../web && npm run --silent api
