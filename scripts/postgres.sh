# A private PostgreSQL cluster: unprivileged user, loopback only, its own port and password.
# private_postgres NAME starts it and sets DATABASE_URL; stop_postgres stops what was started here.

pg_home=
pg_user=
pg_port=

# PostgreSQL will not run as root: there it runs as the user that Debian's package brings. By the machine's own clock: what fakes
# another for a test shares a semaphore that this user may not open.
as_postgres() {
  if [ -n "$pg_user" ]; then LD_PRELOAD= runuser -u "$pg_user" -- "$@"; else LD_PRELOAD= "$@"; fi
}

# Where the cluster lives: under ABANICO_DATA, or where the unprivileged user cannot reach that, /var/lib/abanico.
place_cluster() {
  local data
  data="$(realpath -m "${ABANICO_DATA:-.data}")"
  pg_home="$data/$1"
  [ "$(id -u)" -eq 0 ] || { mkdir -p "$pg_home"; return; }
  pg_user=postgres
  mkdir -p "$pg_home"
  chown "$pg_user" "$pg_home"
  chmod 700 "$pg_home"
  if ! as_postgres test -x "$pg_home" || ! as_postgres test -w "$pg_home"; then
    rmdir "$pg_home" 2>/dev/null || true
    pg_home="/var/lib/abanico/$(echo "$data" | sha256sum | cut -c1-12)/$1"
    mkdir -p "$pg_home"
    chown "$pg_user" "$pg_home"
    chmod 700 "$pg_home"
  fi
}

free_port() {
  node -e 'const s = require("net").createServer().listen(0, "127.0.0.1", () => { process.stdout.write(String(s.address().port)); s.close(); })'
}

is_free_port() {
  node -e 'const s = require("net").createServer(); s.on("error", () => process.exit(1)); s.listen(Number(process.argv[1]), "127.0.0.1", () => s.close())' "$1"
}

# A folder that cannot be written is told in words before anything is tried in it.
need_writable() {
  mkdir -p "$1" 2>/dev/null && [ -w "$1" ] ||
    fail "nothing can be written in $1${2:+ ($2)}: it is read-only, or belongs to somebody else. $3"
}

# keep_to_owner FOLDER: what a lab keeps is for its owner's eyes alone, also what is made from here on. By name: the folder may hold
# what is not ours.
keep_to_owner() {
  umask 077
  local own=("$1"/{lock,lock.guard,processes,instruments.json,postgres.initdb.log,postgres/port} "$1"/bench-spool.jsonl*) file
  for file in "${own[@]}"; do
    [ ! -O "$file" ] || chmod go-rwx "$file"
  done
}

# Marks a cluster whose role owns a database and no more. Clusters of before have one role, the server's own, and go on with it.
owned_mark=abanico.owned

# make_owner NAME FOLDER: the role of the application and its database; that of a test may do all, since tests make databases and end
# what is connected to them. Nobody can log in as the server's own role: its password is kept nowhere.
make_owner() {
  local more=
  [ "$1" = postgres ] || more=SUPERUSER
  # One statement a line, before anybody listens.
  printf "CREATE ROLE abanico LOGIN $more PASSWORD '%s'\nCREATE DATABASE abanico OWNER abanico\n" "$(cat "$pg_home/password")" |
    (cd / && as_postgres "$(postgres_bin)/postgres" --single -D "$2" postgres >>"$pg_home.initdb.log" 2>&1) &&
    as_postgres touch "$2/$owned_mark"
}

# The cluster of a name: made where there is none yet. One that was killed while it was made is begun anew.
make_cluster() {
  local bin new
  bin="$(postgres_bin)"
  place_cluster "$1"
  [ ! -f "$pg_home/cluster/PG_VERSION" ] || return 0
  say "making a private PostgreSQL cluster in $pg_home"
  # Under another name until it is whole, and another each time: a killed one may still be at work.
  rm -rf "$pg_home"/cluster "$pg_home"/making.*
  new="$pg_home/making.$$"
  (umask 077 && node -e 'process.stdout.write(require("crypto").randomBytes(24).toString("hex"))' >"$pg_home/password")
  [ -z "$pg_user" ] || chown "$pg_user" "$pg_home/password"
  (cd / && as_postgres bash -c 'umask 077 && head -c 24 /dev/urandom | base64 >"$0.own" && "$1/initdb" -D "$0" -U server \
    --pwfile="$0.own" --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8' "$new" "$bin" >"$pg_home.initdb.log" 2>&1 &&
    make_owner "$1" "$new") ||
    fail "the cluster could not be made, see $pg_home.initdb.log: $(tail -n 1 "$pg_home.initdb.log")"
  rm -f "$new.own"
  mv "$new" "$pg_home/cluster"
}

# The port it had, where that is still free.
choose_pg_port() {
  pg_port="$(cat "$pg_home/port" 2>/dev/null || true)"
  if [ -z "$pg_port" ] || ! is_free_port "$pg_port"; then pg_port="$(free_port)"; fi
  echo "$pg_port" >"$pg_home/port"
}

set_database_url() {
  local database=abanico
  as_postgres test -f "$pg_home/cluster/$owned_mark" || database=postgres
  export DATABASE_URL="postgresql://abanico:$(cat "$pg_home/password")@127.0.0.1:$pg_port/$database"
}

private_postgres() {
  local bin
  bin="$(postgres_bin)"
  make_cluster "$1"
  pg_port="$(cat "$pg_home/port" 2>/dev/null || true)"
  # The folder that we stand in may be closed to the unprivileged user.
  pushd / >/dev/null
  if ! as_postgres "$bin/pg_ctl" -D "$pg_home/cluster" status >/dev/null 2>&1; then
    choose_pg_port
    as_postgres "$bin/pg_ctl" -D "$pg_home/cluster" -w -t 60 -l "$pg_home/cluster/server.log" \
      -o "-c listen_addresses=127.0.0.1 -c port=$pg_port -c unix_socket_directories='' ${2:-}" start >/dev/null ||
      fail "PostgreSQL does not start: $(tail -n 1 "$pg_home/cluster/server.log" 2>/dev/null)"
  fi
  popd >/dev/null
  set_database_url
}

stop_postgres() {
  [ -n "$pg_home" ] && [ -f "$pg_home/cluster/postmaster.pid" ] || return 0
  (cd / && as_postgres "$(postgres_bin)/pg_ctl" -D "$pg_home/cluster" -m fast -w stop >/dev/null 2>&1) || true
  pg_home=
}
