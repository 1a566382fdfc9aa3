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
    [ ! -e "$pg_home/cluster" ] || fail "the lab in $pg_home cannot be reached by the user $pg_user, as which PostgreSQL runs. \
Nothing was changed. Let that user pass through the folders above it (chmod o+x), or move the data folder."
    rmdir "$pg_home" 2>/dev/null || true
    pg_home="$(fallback_home "$data" "$1")"
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

# The programs of the PostgreSQL that made the cluster, or of the newest one if there is no cluster yet.
cluster_bin() {
  local version bin
  if version="$(cat "$pg_home/cluster/PG_VERSION" 2>/dev/null)"; then
    bin="/usr/lib/postgresql/$version/bin"
    [ -x "$bin/postgres" ] || fail "the lab in $pg_home was made by PostgreSQL $version, which is not installed. Nothing was changed. \
Install it, then start again:  sudo apt-get install postgresql-$version"
    echo "$bin"
  else
    postgres_bin
  fi
}

# Stops if the process of postmaster.pid runs for another folder: then the cluster was copied from that folder while it ran.
refuse_running_copy() {
  local pid folder
  { read -r pid && read -r folder; } 2>/dev/null <"$pg_home/cluster/postmaster.pid" || return 0
  [ "$folder" != "$(realpath "$pg_home/cluster")" ] || return 0
  [ "$(cat "/proc/$pid/comm" 2>/dev/null)" = postgres ] || return 0
  fail "the lab in $pg_home was copied from $folder while that one ran (process $pid). Such a copy may be damaged. Nothing was changed. \
Stop the other lab, copy its folder again, then start."
}

# Where the cluster goes if PostgreSQL's user cannot reach the data folder.
fallback_home() { echo "/var/lib/abanico/$(echo "$1" | sha256sum | cut -c1-12)/$2"; }

# refuse_foreign_data FOLDER: a folder without a cluster is new only if it is empty or holds traces of a start that was killed early.
refuse_foreign_data() {
  local home="$1/postgres" found
  [ ! -e "$home/cluster" ] && [ ! -e "$(fallback_home "$1" postgres)/cluster" ] || return 0
  found="$(cd "$1" && find . -mindepth 1 -maxdepth 1 -printf '%f\n' |
    grep -vxE 'lock|lock\.guard|processes|instruments\.json|postgres|postgres\.initdb\.log|test|dev|bench' || true
    [ ! -d "$home" ] || find "$home" -mindepth 1 -maxdepth 1 -printf 'postgres/%f\n' |
      grep -vxE 'postgres/(password|unfinished|making\..*)' || true)"
  [ -z "$found" ] || fail "$1 is not empty and holds no lab (found: $(echo "$found" | paste -sd ' ')). Nothing was changed. \
If a lab was here, put its folder $home/cluster back. For a new lab choose an empty folder:  ABANICO_DATA=~/abanico-data ./abanico start"
}

# Deletes folders that a killed start listed as unfinished, each recognised by its inode. They are listed by name, and looked for in this
# folder only: in a copy of it they are others, and stay.
delete_unfinished() {
  local inode name
  [ -f "$pg_home/unfinished" ] || return 0
  while read -r inode name; do
    [[ "$name" =~ ^making\.[0-9]+$ ]] && [ "$(stat -c %i "$pg_home/$name" 2>/dev/null)" = "$inode" ] || continue
    rm -rf --one-file-system "${pg_home:?}/$name" "$pg_home/$name.own"
  done <"$pg_home/unfinished"
  rm -f "$pg_home/unfinished"
}

# Makes the cluster of a name if there is none. An unfinished one of a killed start is deleted first.
make_cluster() {
  local bin new
  place_cluster "$1"
  if [ -f "$pg_home/cluster/PG_VERSION" ]; then
    [ -f "$pg_home/password" ] || fail "the lab in $pg_home lacks its file \"password\". Nothing was changed. Put the file back, then start again."
    cluster_bin >/dev/null
    refuse_running_copy
    return 0
  fi
  [ ! -e "$pg_home/cluster" ] || rmdir "$pg_home/cluster" 2>/dev/null ||
    fail "the folder $pg_home/cluster lacks the file PG_VERSION and is not empty. Nothing was changed. \
Put the file back (it holds PostgreSQL's major version), or choose another data folder:  ABANICO_DATA=~/abanico-data ./abanico start"
  say "making a private PostgreSQL cluster in $pg_home"
  bin="$(postgres_bin)"
  delete_unfinished
  # It has another name until it is finished, a new one each time: a killed initdb may still run.
  new="$pg_home/making.$$"
  mkdir "$new"
  echo "$(stat -c %i "$new") making.$$" >"$pg_home/unfinished"
  [ -z "$pg_user" ] || chown "$pg_user" "$new"
  (umask 077 && node -e 'process.stdout.write(require("crypto").randomBytes(24).toString("hex"))' >"$pg_home/password")
  [ -z "$pg_user" ] || chown "$pg_user" "$pg_home/password"
  (cd / && as_postgres bash -c 'umask 077 && head -c 24 /dev/urandom | base64 >"$0.own" && "$1/initdb" -D "$0" -U server \
    --pwfile="$0.own" --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8' "$new" "$bin" >"$pg_home.initdb.log" 2>&1 &&
    make_owner "$1" "$new") ||
    fail "the cluster could not be made, see $pg_home.initdb.log: $(tail -n 1 "$pg_home.initdb.log")"
  rm -f "$new.own"
  mv -T "$new" "$pg_home/cluster"
  rm -f "$pg_home/unfinished"
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
  make_cluster "$1"
  bin="$(cluster_bin)"
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
  (cd / && as_postgres "$(cluster_bin)/pg_ctl" -D "$pg_home/cluster" -m fast -w stop >/dev/null 2>&1) || true
  pg_home=
}
