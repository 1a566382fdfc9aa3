# What the machine needs. Everything told goes to standard error.

say() { echo "abanico: $*" >&2; }
fail() { say "$*"; exit 1; }

need_node() {
  command -v node >/dev/null || fail "Node.js is missing. Install Node.js 20.11 or newer."
  node -e 'const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 20 || (a === 20 && b >= 11) ? 0 : 1)' ||
    fail "Node.js $(node --version) is too old: 20.11 or newer is needed."
}

# npm packages from the lock file, once for each state of it.
need_packages() {
  local wanted
  wanted="$(sha256sum package-lock.json | cut -c1-64)"
  if [ "$(cat node_modules/.abanico-lock 2>/dev/null || true)" != "$wanted" ]; then
    say "installing packages"
    npm ci --no-audit --no-fund --loglevel=error >&2 || fail "npm could not install the packages. Is the npm registry reachable?"
    echo "$wanted" >node_modules/.abanico-lock
  fi
}

apt_updated=
# Debian packages: installed where that is allowed, else named exactly.
need_debian() {
  if [ "$(id -u)" -ne 0 ] || ! command -v apt-get >/dev/null; then
    fail "$1 is missing. Install it, then start again:  sudo apt-get install $1"
  fi
  say "installing Debian's $1"
  if [ -z "$apt_updated" ]; then
    apt-get update -qq >&2 || fail "apt-get update failed. Are Debian's packages reachable?"
    apt_updated=1
  fi
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >&2 ||
    fail "apt-get could not install $1."
}

postgres_bin() {
  ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | while read -r bin; do
    [ -x "$bin/initdb" ] && [ -x "$bin/postgres" ] && echo "$bin"
  done | tail -n 1
}

need_postgres() {
  [ -n "$(postgres_bin)" ] && return
  if [ "$(id -u)" -eq 0 ] && command -v apt-get >/dev/null; then
    need_debian postgresql-common
    # Ours is a private cluster: Debian's own on port 5432 is not wanted.
    mkdir -p /etc/postgresql-common/createcluster.d
    echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.d/abanico.conf
  fi
  need_debian postgresql
  [ -n "$(postgres_bin)" ] || fail "PostgreSQL was installed but its programs are not in /usr/lib/postgresql."
}

# The headless shell by itself; a whole Chromium that is there serves as well (scripts/chromium.mjs).
need_chromium() {
  [ -n "${CHROMIUM:-}" ] || command -v chromium-headless-shell chromium >/dev/null || need_debian chromium-headless-shell
}
