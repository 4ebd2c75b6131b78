# Set-up that the other scripts share. Everything stays inside the clone; a step whose inputs have
# not changed since it last succeeded is skipped.
set -eu
ROOT=$(cd "$(dirname "$0")/.." && pwd)
STAMPS="$ROOT/.stamps"
mkdir -p "$STAMPS"

say() { printf '%s\n' "passerelle: $*" >&2; }

# fresh NAME FILE...: true where the files are as they were when NAME was last marked done
fingerprint() { (cd "$ROOT" && find "$@" -type f | LC_ALL=C sort | xargs sha256sum | sha256sum | cut -c1-64); }
fresh() { name=$1; shift; [ -f "$STAMPS/$name" ] && [ "$(cat "$STAMPS/$name")" = "$(fingerprint "$@")" ]; }
done_with() { name=$1; shift; fingerprint "$@" > "$STAMPS/$name"; }

# python_ready core|dev
python_ready() {
  wanted=$1
  extra=""
  [ "$wanted" = dev ] && extra="[dev]"
  if [ -x "$ROOT/.venv/bin/python" ] && { fresh python-dev pyproject.toml constraints.txt || { [ "$wanted" = core ] && fresh python-core pyproject.toml constraints.txt; }; }; then
    return
  fi
  say "setting up Python packages in .venv (about half a minute, once)"
  if [ ! -x "$ROOT/.venv/bin/python" ]; then
    python3 -m venv "$ROOT/.venv" || { say "python3 -m venv failed; install Debian's python3-venv"; exit 1; }
  fi
  "$ROOT/.venv/bin/pip" install -q --disable-pip-version-check -e "$ROOT$extra" -c "$ROOT/constraints.txt" >&2
  done_with "python-$wanted" pyproject.toml constraints.txt
}

node_ready() {
  if [ -d "$ROOT/web/node_modules" ] && fresh node web/package.json web/package-lock.json; then return; fi
  say "setting up front-end packages in web/node_modules (about 20 seconds, once)"
  (cd "$ROOT/web" && npm ci --no-audit --no-fund --loglevel=error >&2)
  done_with node web/package.json web/package-lock.json
}

web_ready() {
  if [ -f "$ROOT/web/dist/index.html" ] && fresh web web/src web/public web/index.html web/vite.config.ts web/package-lock.json; then return; fi
  node_ready
  say "building the front end"
  (cd "$ROOT/web" && npm run -s build >&2)
  done_with web web/src web/public web/index.html web/vite.config.ts web/package-lock.json
}

chromium_ready() {
  if [ -x /usr/bin/chromium ] && command -v pdftoppm >/dev/null; then return; fi
  say "installing Debian's chromium for the browser tests"
  as_root=""
  [ "$(id -u)" = 0 ] || as_root=sudo
  $as_root apt-get update -qq >&2
  DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -qq --no-install-recommends chromium fonts-noto-color-emoji poppler-utils >&2
}
