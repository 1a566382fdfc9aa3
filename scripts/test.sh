# ./abanico test: every check; the last line counts.
source scripts/postgres.sh
source scripts/build.sh

passed=0
failed=0
checks=
trap 'stop_postgres; [ -z "$checks" ] || kill "$checks" 2>/dev/null || true' EXIT
trap 'exit 130' INT TERM

count() { passed=$((passed + $1)); failed=$((failed + $2)); }

# Checks of the text go two at a time beside the tests of Jest, in what those leave of the processor while they wait; each keeps what it
# says until then.
checked=test-results/checks
rm -rf "$checked"
mkdir -p "$checked"
check() {
  local name="$1"
  shift
  "$@" >"$checked/$name" 2>&1 || touch "$checked/$name.failed"
}

show() {
  echo "== $1"
  cat "$checked/$1"
  if [ -e "$checked/$1.failed" ]; then count 0 1; echo "FAILED: $1"; else count 1 0; fi
}

# Counts of a test runner's report; a runner that leaves none has failed as a whole.
report() {
  local status="$1" counts
  if counts="$(node -e "$2" 2>/dev/null)"; then
    # shellcheck disable=SC2086
    count $counts
    [ "$status" -eq 0 ] || [ "${counts#* }" -ne 0 ] || count 0 1
  else
    count 0 1
  fi
}

need_node
need_packages
need_postgres
need_chromium
need_faketime

# Types that an older build left would speak of pages that are gone.
rm -rf .next/types .next/dev/types
(
  renice -n 10 "$BASHPID" >/dev/null
  check lint npm run --silent lint &
  for name in format types imports unused; do check "$name" npm run --silent "$name"; done
  wait
) &
checks=$!

if [ -z "${DATABASE_URL:-}" ]; then
  # Nothing here outlives the tests, so nothing needs to reach the disk in time.
  private_postgres test "-c fsync=off -c synchronous_commit=off -c full_page_writes=off"
fi

mkdir -p test-results
rm -f test-results/*.json
# No test may depend on the day, and nothing compares the clock that it is handed with the database's: so Jest runs by another year
# than the server, units ahead of it and what uses the database behind. ABANICO_YEARS=0 is the machine's own clock.
other_year() {
  local name="$1" years="$2" status=0
  shift 2
  years="${ABANICO_YEARS:-$years}"
  echo "== $name tests, the clock $years years off"
  FAKETIME_DONT_FAKE_MONOTONIC=1 faketime -f "${years}y" \
    node_modules/.bin/jest --json --outputFile="test-results/jest-$name.json" "$@" || status=$?
  report "$status" "const r = require('./test-results/jest-$name.json'); console.log(r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites)"
}
other_year unit +6 --testPathIgnorePatterns /node_modules/ tests/database
other_year database -5 tests/database
wait "$checks"
# Its number may be another's from here on.
checks=
for name in lint format types imports unused; do show "$name"; done

# What stops clocks, processes and disks comes by itself; the others share what is left of the cores.
browser() {
  local name="$1" status=0
  shift
  echo "== browser tests, $name"
  BROWSER_REPORT="test-results/browser-$name.json" node_modules/.bin/playwright test "$@" || status=$?
  report "$status" "const { stats: s } = require('./test-results/browser-$name.json'); console.log(s.expected + s.flaky, s.unexpected)"
  node -e "
    const tell = (suite) => {
      for (const spec of suite.specs ?? [])
        if (spec.tests.some((test) => test.status === 'flaky')) console.log('passed at the second try only: ' + spec.file + ' › ' + spec.title);
      for (const inner of suite.suites ?? []) tell(inner);
    };
    for (const suite of require('./test-results/browser-$name.json').suites) tell(suite);" || true
}

alone=(bench pickedUp steady)
if (need_build); then
  browser alone --workers 2 "${alone[@]}"
  browser together --workers 2 --grep-invert "$(IFS='|'; echo "(${alone[*]})\\.spec")"
else
  count 0 1
fi

echo
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
