# The PHP packages, each at the version that composer.pins names.

fetch_php_packages() {
  say 'Fetching PHP packages'
  local with=()
  mapfile -t with < <(php setup/pins.php arguments)
  composer update --no-progress "${with[@]}" >"$SETUP/composer.log" 2>&1 \
    || stop_with_log "$SETUP/composer.log" 'the PHP packages could not be fetched. Check that the package registry can be reached: composer diagnose.'
  for_everybody vendor
}

set_up_php() {
  [ -f vendor/composer/installed.json ] || rm -f "$SETUP/php"
  when_changed php "$(hash_of composer.json composer.pins)" fetch_php_packages
  php setup/pins.php check || exit 1
}

# Takes the newest versions that composer.json allows, and writes them down for everybody.
renew_pins() {
  set_up_system commands
  say 'Looking for newer PHP packages'
  composer update --no-progress
  php setup/pins.php write
  hash_of composer.json composer.pins | tr -d '\n' >"$SETUP/php"
  say 'composer.pins is written. Look at what changed in it (git diff composer.pins), then run: ./tornavis test'
}
