# ./abanico start
source scripts/postgres.sh
source scripts/build.sh

PORT="${PORT:-4780}"
server=
rig=
keeper=
own_database=
data="$(realpath -m "${ABANICO_DATA:-.data}")"

end_process() {
  [ -n "$1" ] && kill -0 "$1" 2>/dev/null || return 0
  kill -TERM "$1" 2>/dev/null || true
  # Pages that are followed live hold connections open: nobody waits for them longer than this.
  for _ in $(seq 50); do
    kill -0 "$1" 2>/dev/null || break
    sleep 0.1
  done
  kill -KILL "$1" 2>/dev/null || true
  wait "$1" 2>/dev/null || true
}

# The process that owns the rig is started again whenever it ends; before it goes for good, it takes the load off.
keep_bench() {
  local child=
  trap 'kill -TERM "$child" 2>/dev/null; wait "$child" 2>/dev/null; exit 0' TERM
  trap '' INT
  while kill -0 "$$" 2>/dev/null; do
    node --no-warnings --import tsx src/command/bench.ts &
    child=$!
    # Not a bare wait: it would go on for ever where this script was killed.
    while kill -0 "$child" 2>/dev/null && kill -0 "$$" 2>/dev/null; do sleep 0.5; done
  done
  kill -TERM "$child" 2>/dev/null || true
}

stop_all() {
  trap - EXIT INT TERM HUP
  end_process "$keeper"
  end_process "$rig"
  end_process "$server"
  [ -z "$own_database" ] || stop_postgres
}
trap stop_all EXIT
trap 'exit 130' INT
trap 'exit 143' TERM HUP

need_node
[[ "$PORT" =~ ^[0-9]+$ ]] && [ "$PORT" -ge 1 ] && [ "$PORT" -le 65535 ] || fail "PORT must be a number from 1 to 65535, got \"$PORT\"."
is_free_port "$PORT" || fail "port $PORT is in use. Stop what uses it, or choose another:  PORT=4781 ./abanico start"
need_packages
if [ -z "${DATABASE_URL:-}" ]; then
  need_postgres
  own_database=1
  private_postgres postgres
fi
need_build
node --no-warnings --import tsx src/command/prepare.ts || exit 1
export ABANICO_SPOOL="${ABANICO_SPOOL:-$data/bench-spool.jsonl}"
if [ -z "${ABANICO_INSTRUMENTS:-}" ]; then
  export ABANICO_INSTRUMENTS="$data/instruments.json"
  mkdir -p "$data"
  rm -f "$ABANICO_INSTRUMENTS"
  node --no-warnings --import tsx src/command/rig.ts &
  rig=$!
fi
keep_bench &
keeper=$!
NODE_ENV=production node_modules/.bin/next start -H 127.0.0.1 -p "$PORT" >/dev/null &
server=$!
node -e '
  const url = process.argv[1];
  const end = Date.now() + 60000;
  (async function ask() {
    try { await fetch(url, { signal: AbortSignal.timeout(5000) }); process.exit(0); }
    catch { if (Date.now() > end) process.exit(1); setTimeout(ask, 150); }
  })();' "http://127.0.0.1:$PORT/" || fail "the application does not answer on port $PORT."
echo "http://127.0.0.1:$PORT"
say "ready. Ctrl-C stops everything."
wait "$server"
