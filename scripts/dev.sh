# npm run dev: the pages as they are edited, over a lab of their own. Without bench process and rig: ./abanico start has those.
set -euo pipefail
cd "$(dirname "$0")/.."
source scripts/install.sh
source scripts/postgres.sh
source scripts/build.sh
trap stop_postgres EXIT
need_node
need_packages
need_postgres
need_programs
[ -n "${DATABASE_URL:-}" ] || private_postgres dev
node --no-warnings .programs/command/prepare.mjs
node_modules/.bin/next dev --hostname 127.0.0.1 --port "${PORT:-4781}"
