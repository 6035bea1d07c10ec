# What every part of the set-up uses. Read in by ./tornavis, with the project's folder as the current one.

# What the set-up leaves behind: stamps, logs, and a Node of its own where the system has none.
readonly SETUP=.setup

say() { printf '%s\n' "$*" >&2; }
stop() { say "tornavis: $*"; exit 1; }

# stop_with_log LOG WHAT…: stops with the last lines of a log before what is to be said.
stop_with_log() {
  tail -n 20 "$1" >&2
  shift
  stop "$* The last lines of its log are above."
}

# when_changed NAME KEY COMMAND…: runs the command only when the key differs from that of its last success.
when_changed() {
  local name=$1 key=$2
  shift 2
  [ "$(cat "$SETUP/$name" 2>/dev/null)" = "$key" ] && return 0
  "$@"
  printf '%s' "$key" >"$SETUP/$name"
}

# hash_of FILE_OR_FOLDER…: one word that changes with the content of any of the files.
hash_of() {
  find "$@" -type f -not -path '*/generated/*' -print0 2>/dev/null \
    | sort -z | xargs -0 sha256sum | sha256sum | cut -c1-16
}

# for_everybody FOLDER…: what one user has fetched another one may run; some packages come closed to others.
for_everybody() { chmod -R go+rX "$@"; }
