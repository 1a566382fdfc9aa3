# Our commands and what a report runs in a reader's browser, once for each state of their sources.
need_programs() {
  local wanted
  wanted="$(find src scripts/programs.mjs tsconfig.json package-lock.json -type f ! -name '*.test.ts*' \
    ! -path 'src/app/*' ! -path 'src/stages/*' ! -path 'src/ui/*' -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64)"
  [ "$(cat .programs/source 2>/dev/null || true)" != "$wanted" ] || return 0
  node scripts/programs.mjs >&2 || fail "the commands could not be built."
  echo "$wanted" >.programs/source
}

# Builds the application, once for each state of its sources.
need_build() {
  local wanted
  need_programs
  wanted="$(find src scripts/eagerChunks.mjs scripts/styleOnce.mjs next.config.ts postcss.config.mjs tsconfig.json package-lock.json -type f ! -name '*.test.ts' -print0 |
    sort -z | xargs -0 sha256sum | sha256sum | cut -c1-64)"
  if [ "$(cat .next/abanico-source 2>/dev/null || true)" != "$wanted" ]; then
    say "building"
    rm -f .next/abanico-source
    node_modules/.bin/next build >.build.log 2>&1 || { cat .build.log >&2; fail "the build failed."; }
    node scripts/eagerChunks.mjs
    node scripts/styleOnce.mjs
    rm -f .build.log
    echo "$wanted" >.next/abanico-source
  fi
}
