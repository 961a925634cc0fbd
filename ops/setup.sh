#!/usr/bin/env bash
# What run and test share: install what is missing, make secrets, start the private database. Sourced, not run.
ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)
STATE=${ESCUELA_STATE:-$ROOT/.state}
PY=$ROOT/.venv/bin/python

say() { printf '%s\n' "$@"; }
die() { printf '%s\n' "$*" >&2; exit 1; }

# packages COMMAND=PACKAGE ...: installs the Debian packages whose command (or file) is missing.
packages() {
  local missing=() pair
  for pair in "$@"; do
    local need=${pair%%=*} package=${pair##*=}
    if [[ $need == /* ]]; then compgen -G "$need" > /dev/null || missing+=("$package")
    else command -v "$need" > /dev/null || missing+=("$package"); fi
  done
  [ ${#missing[@]} -eq 0 ] && return
  [ "$(id -u)" = 0 ] || die "Missing: ${missing[*]}. Install them as root (apt-get install ${missing[*]}) and start again."
  say "Installing ${missing[*]} ..."
  { apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}"; } \
    > "$STATE/apt.log" 2>&1 || { tail -5 "$STATE/apt.log" >&2; die "These packages could not be installed: ${missing[*]}."; }
}

# python_packages LOCK ...: the virtual environment as the lock files say, only when one has changed.
python_packages() {
  local locks=() mark
  for lock in "$@"; do locks+=(-r "$ROOT/$lock"); done
  mark=$(cd "$ROOT" && cat "$@" requirements-spanish.txt core/pyproject.toml | sha256sum | cut -c1-16)-$1
  [ "$(cat "$STATE/python.mark" 2> /dev/null)" = "$mark" ] && [ -x "$PY" ] && return
  local python=${PYTHON:-python3}
  "$python" -c 'import sys; sys.exit(sys.version_info[:2] != (3, 11))' || die "Python 3.11 is needed; set PYTHON to where it is."
  say "Installing Python packages ..."
  [ -x "$PY" ] || "$python" -m venv "$ROOT/.venv" || die "A virtual environment could not be made (is python3-venv there?)."
  "$PY" -m pip install -q --disable-pip-version-check "uv==$(sed -n 's/^uv==\([0-9.]*\).*/\1/p' "$ROOT/requirements-dev.txt")" \
    && "$ROOT/.venv/bin/uv" pip install -q --python "$PY" --compile-bytecode --require-hashes "${locks[@]}" \
    && "$ROOT/.venv/bin/uv" pip install -q --python "$PY" --compile-bytecode --no-deps --require-hashes -r "$ROOT/requirements-spanish.txt" \
    && "$ROOT/.venv/bin/uv" pip install -q --python "$PY" --no-deps -e "$ROOT/core" \
    || die "The Python packages of $* could not be installed."
  echo "$mark" > "$STATE/python.mark"
}

web_packages() {
  local mark
  mark=$(sha256sum < "$ROOT/web/package-lock.json" | cut -c1-16)
  [ "$(cat "$STATE/web.mark" 2> /dev/null)" = "$mark" ] && [ -d "$ROOT/web/node_modules" ] && return
  command -v npm > /dev/null || die "Node 20 with npm is needed to build the pages."
  say "Installing web packages ..."
  (cd "$ROOT/web" && npm ci --no-audit --no-fund --silent) || die "The web packages could not be installed."
  echo "$mark" > "$STATE/web.mark"
}

web_build() {
  local mark
  mark=$(cd "$ROOT/web" && find src public vite.config.ts vite.worker.config.ts package-lock.json -type f -print0 2> /dev/null | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16)
  [ "$(cat "$STATE/build.mark" 2> /dev/null)" = "$mark" ] && [ -f "$ROOT/web/dist/manifest.json" ] && return
  say "Building the pages ..."
  (cd "$ROOT/web" && npm run --silent build > "$STATE/build.log" 2>&1) || { cat "$STATE/build.log" >&2; die "The pages could not be built."; }
  echo "$mark" > "$STATE/build.mark"
}

# prepared LOCK ...: everything installed and the pages built, Python's side and the web's beside each other.
prepared() {
  local web
  (web_packages && web_build) & web=$!
  python_packages "$@"
  wait "$web" || exit 1
}

# A secret key of its own for each installation, made on the first start.
secrets() {
  [ -f "$STATE/secrets.env" ] || (umask 077; echo "ESCUELA_SECRET_KEY=$(head -c 48 /dev/urandom | base64 | tr -d '\n/+=')" > "$STATE/secrets.env")
  set -a; . "$STATE/secrets.env"; set +a
}

database() {
  [ -n "${DATABASE_URL:-}" ] && return
  DATABASE_URL=$(PGBASE=${PGBASE:-$ROOT/.pgdata} "$ROOT/ops/pg.sh" start) || die "The database could not be started."
  export DATABASE_URL
}

mkdir -p "$STATE"
