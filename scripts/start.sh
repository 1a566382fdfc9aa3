# ./abanico start: what has to be there, then the process that starts everything and keeps it going.
source scripts/lock.sh
source scripts/postgres.sh
source scripts/build.sh

for option in "$@"; do
  case "$option" in
    --empty) export ABANICO_EMPTY=1 ;;
    *)
      echo "abanico: start knows --empty alone, got \"$option\"" >&2
      exit 2
      ;;
  esac
done

PORT="${PORT:-4780}"
data="$(realpath -m "${ABANICO_DATA:-.data}")"

need_node
[[ "$PORT" =~ ^[0-9]+$ ]] && [ "$PORT" -ge 1 ] && [ "$PORT" -le 65535 ] || fail "PORT must be a number from 1 to 65535, got \"$PORT\"."
need_writable "$data" 'the data folder' 'Choose another:  ABANICO_DATA=~/abanico-data ./abanico start'
[ -n "${DATABASE_URL:-}" ] || refuse_foreign_data "$data"
# Before anything else: a second start must not build under the first one's feet.
take_lock "$data" "http://127.0.0.1:$PORT"
trap 'rm -f "$data/lock"' EXIT
trap 'exit 130' INT
trap 'exit 143' TERM HUP
end_leftovers "$data"
is_free_port "$PORT" || fail "port $PORT is in use. Stop what uses it, or choose another:  PORT=4781 ./abanico start"
need_writable . 'the application’s own folder' 'Packages and the build are kept in it.'
need_packages
if [ -z "${DATABASE_URL:-}" ]; then
  need_postgres
  make_cluster postgres
  # A start that was killed before it noted its processes may have left one.
  (stop_postgres)
  choose_pg_port
  set_database_url
  export ABANICO_CLUSTER="$pg_home/cluster" ABANICO_CLUSTER_PORT="$pg_port" ABANICO_CLUSTER_USER="$pg_user"
  ABANICO_CLUSTER_BIN="$(cluster_bin)"
  export ABANICO_CLUSTER_BIN
fi
need_build
export PORT ABANICO_DATA="$data" ABANICO_SPOOL="${ABANICO_SPOOL:-$data/bench-spool.jsonl}"
keep_to_owner "$data"
# The same process number from here on: the lock stays ours, and goes with it.
exec node --no-warnings .programs/command/start.mjs
