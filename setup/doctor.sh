# Says what is there and what is missing, and changes nothing.

doctor() {
  local bad=0
  # check LABEL REMEDY COMMAND…: the remedy is said where the command fails.
  check() {
    local label=$1 remedy=$2
    shift 2
    if "$@" >/dev/null 2>&1; then printf '  ok       %s\n' "$label"; else printf '  missing  %s: %s\n' "$label" "$remedy"; bad=1; fi
  }
  local lacking
  lacking=" $(missing_extensions | tr '\n' ' ')"
  check 'PHP 8.2 or newer' 'apt-get install php-cli' php_is_new_enough
  for name in "${EXTENSIONS[@]}"; do
    check "PHP extension $name" "apt-get install php$(php_version)-${EXTENSION_PACKAGE[$name]:-common}" test "${lacking/ $name /}" = "$lacking"
  done
  check 'Composer' 'apt-get install composer' has composer
  check 'Node 20.19 or 22.12 or newer' './tornavis setup fetches it' any_node_is_new_enough
  check 'npm' 'apt-get install npm' has npm
  check 'Chromium, for the tests' 'apt-get install chromium' has chromium
  check 'ChromeDriver, for the tests' 'apt-get install chromium-driver' has chromedriver
  check "write permission in $(data_folder)" 'chown -R "$USER" on it, or another folder as TORNAVIS_DATA' data_folder_can_be_written
  check 'PHP packages, as composer.pins has them' './tornavis setup fetches them' php setup/pins.php check
  check 'front end' './tornavis setup builds it' test -f public/build/manifest.json
  if [ "$bad" = 0 ]; then
    echo 'Everything is there.'
  else
    echo './tornavis demo and ./tornavis test install what is missing, as root or with sudo.'
  fi
  return "$bad"
}

any_node_is_new_enough() { node_is_new_enough || project_node_is_there; }
