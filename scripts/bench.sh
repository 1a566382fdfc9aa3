# npm run bench: speed against a named baseline, with the budget beside each figure.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/install.sh
source scripts/postgres.sh
source scripts/build.sh
trap stop_postgres EXIT
need_node
need_packages
need_postgres
need_chromium
[ -n "${DATABASE_URL:-}" ] || private_postgres bench
need_build
node --no-warnings --expose-gc --import tsx tests/bench/bench.ts "$@"
