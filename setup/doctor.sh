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
  # Without it everything works, with less around what reads files.
  if bwrap --ro-bind / / --unshare-all true 2>/dev/null; then
    printf '  ok       %s\n' 'sandbox for reading files: shut'
  elif unshare --user --map-current-user --net true 2>/dev/null || unshare --net true 2>/dev/null; then
    printf '  half     %s\n' 'sandbox for reading files: no network, but other files can be seen: apt-get install bubblewrap'
  else
    printf '  open     %s\n' 'sandbox for reading files: limits alone. Install bubblewrap, and allow namespaces of users on this system'
  fi
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
