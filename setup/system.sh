# The programs of the system that Tornavis needs, and how they get there.

readonly EXTENSIONS=(ctype curl dom fileinfo mbstring openssl pcntl pdo_sqlite posix zip)
readonly -A EXTENSION_PACKAGE=([curl]=curl [dom]=xml [mbstring]=mbstring [pdo_sqlite]=sqlite3 [zip]=zip)

has() { command -v "$1" >/dev/null; }
php_version() { php -r 'echo PHP_MAJOR_VERSION.".".PHP_MINOR_VERSION;' 2>/dev/null || true; }
php_is_new_enough() { php -r 'exit(PHP_VERSION_ID >= 80200 ? 0 : 1);' 2>/dev/null; }
missing_extensions() {
  local loaded
  loaded=$(php -m 2>/dev/null | tr '[:upper:]' '[:lower:]' || true)
  for name in "${EXTENSIONS[@]}"; do grep -qx "$name" <<<"$loaded" || printf '%s\n' "$name"; done
}

# Packages of the distribution, one a line, that are missing for "pages", "tests" or the commands alone.
missing_packages() {
  local for=${1:-commands}
  [ -e /etc/ssl/certs/ca-certificates.crt ] || echo ca-certificates
  if has php; then
    for name in $(missing_extensions); do echo "php$(php_version)-${EXTENSION_PACKAGE[$name]:-common}"; done
  else
    printf '%s\n' php-cli php-curl php-mbstring php-sqlite3 php-xml php-zip
  fi
  has composer || echo composer
  has unzip || echo unzip
  has openssl || echo openssl
  has xz || echo xz-utils
  has bzip2 || echo bzip2
  has lz4 || echo lz4
  # Around what reads files; where only root could install it and nobody is root, it is done without.
  [ "$(id -u)" -ne 0 ] || has bwrap || echo bubblewrap
  [ "$for" = commands ] || node_packages_of_the_system
  [ "$for" = tests ] || return 0
  has chromium || echo chromium
  has chromedriver || echo chromium-driver
  has pgrep || echo procps
  has git || echo git
  # Tools that the tests make files with, so that the readers do not only read what the recipe writes.
  has mkfs.f2fs || [ -x /usr/sbin/mkfs.f2fs ] || echo f2fs-tools
  has mkfs.erofs || echo erofs-utils
  has mkfs.ext4 || [ -x /usr/sbin/mkfs.ext4 ] || echo e2fsprogs
  has zip || echo zip
}

# Any Node with npm will do, as a newer one can be fetched with it.
node_packages_of_the_system() {
  has node || project_node_is_there || echo nodejs
  has npm || echo npm
}

is_debian() { has apt-get && grep -qE '^ID(_LIKE)?=.*(debian)' /etc/os-release 2>/dev/null; }

install_packages() {
  local wanted as=()
  wanted=$(missing_packages "$1" | sort -u | tr '\n' ' ')
  wanted=${wanted% }
  [ -n "$wanted" ] || return 0
  is_debian || stop "this system is not Debian 12 or 13 or made from one of them, so Tornavis cannot install what it lacks. \
Install it with this system's own package manager, then try again. Debian calls it: $wanted"
  local by_hand="apt-get update && apt-get install -y --no-install-recommends $wanted"
  if [ "$(id -u)" -ne 0 ]; then
    has sudo || stop "programs are missing, and only root can install them. As root, run: $by_hand"
    as=(sudo)
  fi
  say "Installing $wanted"
  # The log is shown only where something fails.
  local log
  log=$(mktemp)
  # shellcheck disable=SC2086
  { "${as[@]}" apt-get update -qq \
    && "${as[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends $wanted; } >"$log" 2>&1 \
    || stop_with_log "$log" "apt-get could not install what is missing. Check the network and the package sources, then try again, or as root run: $by_hand"
  rm -f "$log"
  hash -r
}

set_up_system() {
  install_packages "$1"
  php_is_new_enough || stop "PHP 8.2 or newer is needed, and this is PHP $(php_version). Debian 12 and 13 have it: apt-get install php-cli"
  local lacking
  lacking=$(missing_extensions | tr '\n' ' ')
  [ -z "$lacking" ] || stop "PHP lacks: ${lacking% }. Switch them on in php.ini; where it lies says: php --ini"
}
