# Whose the program and its data are: root may set up what another user runs later.

can_write_here() { [ -w . ] && [ -w storage ] && { [ ! -e "$SETUP" ] || [ -w "$SETUP" ]; }; }

# Where database, shelf, phones, keys and logs lie: as told, in the project's folder, or in the user's own.
data_folder() {
  if [ -n "${TORNAVIS_DATA:-}" ]; then
    # Every part of the program works in another folder, so a path is made whole from where the command was called.
    case "$TORNAVIS_DATA" in
      /*) printf '%s' "$TORNAVIS_DATA" ;;
      *) printf '%s' "$CALLED_FROM/$TORNAVIS_DATA" ;;
    esac
  elif [ -w storage ]; then
    printf '%s' "$PWD/storage"
  else
    printf '%s' "${XDG_DATA_HOME:-$HOME/.local/share}/tornavis"
  fi
}
data_folder_can_be_written() {
  local folder
  folder=$(data_folder)
  while [ ! -e "$folder" ]; do folder=$(dirname "$folder"); done
  [ -d "$folder" ] && [ -w "$folder" ]
}

# Says the program which folder the data lies in; the program makes what is missing there.
set_up_data() {
  local folder
  folder=$(data_folder)
  data_folder_can_be_written || stop "you may not write in $folder. Give it to yourself: chown -R \"\$USER\" '$folder'. \
Or name another folder: TORNAVIS_DATA=/path ./tornavis …"
  export TORNAVIS_DATA=$folder
}

# What is put before a command, so that it runs as the user whom this folder belongs to. Root may set up what another
# user runs later: what was made then is handed over.
AS_OWNER=()
become_owner() {
  local owner group home
  owner=$(stat -c %u .)
  group=$(stat -c %g .)
  if [ "$(id -u)" -ne 0 ] || [ "$owner" -eq 0 ]; then
    return 0
  fi
  local as=(setpriv --reuid="$owner" --regid="$group" --clear-groups)
  "${as[@]}" test -r "$PWD/artisan" || return 0
  chown -R "$owner:$group" "$SETUP" vendor node_modules public/build resources/js/generated storage
  home=$(getent passwd "$owner" | cut -d: -f6)
  [ -d "$home" ] || home=$PWD/$SETUP
  say "This folder belongs to $(stat -c %U .), and Tornavis runs as that user."
  AS_OWNER=(env HOME="$home" "${as[@]}")
}
