# Every check and test.

# The tests of the pages mostly wait for the phone's clock, so there may be more of them than processors.
readonly BROWSERS=4

# run_tests [--all] [--browser] [WORDS FOR PEST…]: with words of its own Pest runs once, in one process.
run_tests() {
  can_write_here || test_in_a_copy "$@"
  local group=(--exclude-group=whole) browser_only=''
  while [ "${1:-}" = --all ] || [ "${1:-}" = --browser ]; do
    if [ "$1" = --all ]; then group=(); else browser_only=yes; fi
    shift
  done
  set_up tests
  become_owner
  TORNAVIS_TEST_RUN=$(mktemp -d "${TMPDIR:-/tmp}/tornavis-tests-XXXXXX")
  export TORNAVIS_TEST_RUN
  trap 'rm -rf "$TORNAVIS_TEST_RUN"' EXIT
  [ "${#AS_OWNER[@]}" = 0 ] || chown "$(stat -c %u:%g .)" "$TORNAVIS_TEST_RUN"

  if [ $# -gt 0 ]; then
    pest "${group[@]}" "$@"
  else
    if [ -z "$browser_only" ]; then
      check_code
      say 'Tests of rules, phone and application'
      pest --parallel --processes="$(nproc)" --testsuite=Core,StandIn,Feature "${group[@]}"
    fi
    say 'Tests of the pages in Chromium'
    pest --parallel --processes="$BROWSERS" --testsuite=Browser "${group[@]}"
  fi
}

pest() { "${AS_OWNER[@]}" vendor/bin/pest --colors=never "$@"; }

check_code() {
  local fixer=("${AS_OWNER[@]}" vendor/bin/php-cs-fixer check --show-progress=none)
  say 'Formatters'
  "${AS_OWNER[@]}" npm run -s layout \
    || stop 'these files are not laid out as Prettier would. Mend them with: npm run format'
  if ! "${fixer[@]}" --quiet; then
    "${fixer[@]}" --diff || true
    stop 'these files have imports or declarations out of order. Mend them with: npm run format'
  fi
  say 'Static analysis'
  "${AS_OWNER[@]}" vendor/bin/phpstan analyse --no-progress --memory-limit=1G
  "${AS_OWNER[@]}" vendor/bin/phpstan analyse -c phpstan-tests.neon --no-progress --memory-limit=1G
  say 'Type check and rules of the pages'
  "${AS_OWNER[@]}" npm run -s check
  "${AS_OWNER[@]}" npm run -s lint
  say 'Tests of functions of the pages'
  "${AS_OWNER[@]}" npm run -s test
}

# Tests write into the project's folder; where that belongs to another user they run in a copy of it.
test_in_a_copy() {
  local copy=${XDG_CACHE_HOME:-$HOME/.cache}/tornavis/tests
  say "This folder belongs to $(stat -c %U .). The tests run in a copy of it: $copy"
  rm -rf "$copy"
  mkdir -p "$copy/storage"
  # What only its owner can read is no part of it.
  local without=(--exclude=./storage --exclude=./.git --exclude="./$SETUP/tests" --exclude="./$SETUP/phpunit")
  tar -c "${without[@]}" . | tar -x --no-same-owner -C "$copy"
  exec "$copy/tornavis" test "$@"
}
