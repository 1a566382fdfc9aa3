# ./abanico start
source scripts/postgres.sh
source scripts/build.sh

PORT="${PORT:-4780}"
server=
own_database=

stop_all() {
  trap - EXIT INT TERM HUP
  if [ -n "$server" ] && kill -0 "$server" 2>/dev/null; then
    kill -TERM "$server" 2>/dev/null || true
    wait "$server" 2>/dev/null || true
  fi
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
