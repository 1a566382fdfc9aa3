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
jest_tests() {
  local name="$1" status=0
  shift
  echo "== $name tests"
  node_modules/.bin/jest --json --outputFile="test-results/jest-$name.json" "$@" || status=$?
  report "$status" "const r = require('./test-results/jest-$name.json'); console.log(r.numPassedTests, r.numFailedTests + r.numRuntimeErrorTestSuites)"
}
# All tests run at the date of tests/support/fixedClock.ts, whatever the day.
jest_tests unit --testPathIgnorePatterns /node_modules/ tests/database
jest_tests database tests/database
# Whatever shows or compares dates runs again 13 months and 3 days later, on 29 February, and over New Year.
dated=(clock desk wholeLab writing value measuredWords drift plan)
for date in 2027-12-28T10:00:00Z 2028-02-29T12:00:00Z 2026-12-31T23:59:50Z; do
  ABANICO_NOW=$date jest_tests "dates-${date%%T*}" "$(IFS='|'; echo "/(${dated[*]})[.]test")"
done
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

alone=(bench dataFolder pickedUp steady)
if (need_build); then
  browser alone --workers 2 "${alone[@]}"
  ABANICO_NOW=2027-12-28T10:00:00Z browser dates --workers 2 /lab[.]spec
  browser together --workers 2 --grep-invert "$(IFS='|'; echo "(${alone[*]})\\.spec")"
else
  count 0 1
fi

echo
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
