# shellcheck shell=bash
# Building, only when something has changed since the last time.

# fresh STAMP PATH ...: true when nothing under the paths is newer than the stamp.
fresh() {
  local stamp=$1
  shift
  [ -f "$stamp" ] && [ -z "$(find "$@" \( -name bin -o -name obj -o -name node_modules -o -name dist \) -prune -o -type f -newer "$stamp" -print -quit)" ]
}

# quietly STEP COMMAND ...: runs a command and shows what it printed only when it fails.
quietly() {
  local step=$1 log
  shift
  log=$(mktemp)
  if ! "$@" >"$log" 2>&1; then
    cat "$log" >&2
    rm -f "$log"
    fail "$step failed; the lines above say why."
  fi
  rm -f "$log"
}

# build_project NAME PROJECT: builds a project in Release.
build_project() {
  local stamp=$root/.hang/$1.stamp
  fresh "$stamp" "$root/src" "$root/benchmarks" "$root/fonts" "$root/Directory.Build.props" "$root/Directory.Packages.props" && return
  say "building the $1"
  quietly "building the $1" dotnet build "$root/$2" -c Release
  mkdir -p "$root/.hang" && touch "$stamp"
}

build_server() { build_project server src/Hang.Server; }

build_shell() { build_project shell src/Hang.Cli; }

build_bench() { build_project bench benchmarks/Hang.Benchmarks; }

# install_packages FOLDER: npm ci where the lock file has changed.
install_packages() {
  local folder=$root/$1 stamp=$root/$1/node_modules/.hang-stamp
  fresh "$stamp" "$folder/package-lock.json" && return
  say "fetching the packages of $1"
  (cd "$folder" && PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD=1 quietly "npm ci" npm ci --no-audit --no-fund)
  touch "$stamp"
}

build_web() {
  install_packages web
  local stamp=$root/web/dist/.hang-stamp
  fresh "$stamp" "$root/web/src" "$root/web/index.html" "$root/web/vite.config.ts" "$root/web/package-lock.json" "$root/web/public" && return
  say "building the front end"
  (cd "$root/web" && quietly "building the front end" npm run build)
  touch "$stamp"
}
