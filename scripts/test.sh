# Everything that must hold: build without warnings, formatters and linters, all tests, the interface in a browser.

# tally FILE: adds the counts of one runner's output to $passed and $failed.
tally() {
  local line
  while IFS= read -r line; do
    [[ $line =~ Failed:\ *([0-9]+),\ Passed:\ *([0-9]+) ]] && failed=$((failed + BASH_REMATCH[1])) && passed=$((passed + BASH_REMATCH[2]))
  done < <(grep -E '(Passed|Failed)! +- ' "$1" || true)
  line=$(grep -oE '^ +[0-9]+ passed' "$1" | grep -oE '[0-9]+' | tail -n 1 || true)
  passed=$((passed + ${line:-0}))
  line=$(grep -oE '^ +[0-9]+ (failed|did not run|interrupted)' "$1" | grep -oE '[0-9]+' | paste -sd+ - | bc 2>/dev/null || true)
  failed=$((failed + ${line:-0}))
}

# check NAME COMMAND ...: one step that counts as one test.
check() {
  local name=$1 log
  shift
  log=$(mktemp)
  say "$name"
  if "$@" >"$log" 2>&1; then
    passed=$((passed + 1))
  else
    cat "$log" >&2
    say "FAILED: $name" >&2
    failed=$((failed + 1))
  fi
  rm -f "$log"
}

# suite NAME COMMAND ...: a runner that counts its own tests.
suite() {
  local name=$1 log before
  shift
  log=$(mktemp)
  before=$failed
  say "$name"
  if ! "$@" >"$log" 2>&1; then
    cat "$log" >&2
    tally "$log"
    [ "$failed" -gt "$before" ] || failed=$((failed + 1))
  else
    tally "$log"
  fi
  rm -f "$log"
}

in_folder() {
  local folder=$1
  shift
  (cd "$root/$folder" && "$@")
}

hang_test() {
  passed=0
  failed=0
  install_runtime
  install_test_tools
  local data name
  data=$(mktemp -d /tmp/hang-test.XXXXXX)
  chmod 755 "$data"
  # shellcheck disable=SC2064
  trap "cluster_stop '$data'; rm -rf '$data'" EXIT
  install_packages web
  install_packages tests/e2e
  check "building without warnings" dotnet build "$root/Hang.slnx" -c Release
  check "format of C#" dotnet format "$root/Hang.slnx" whitespace --verify-no-changes --no-restore
  check "shell scripts" shellcheck -x --source-path="$root" "$root/hang" "$root"/scripts/*.sh "$root/.ci/run"
  check "building the front end" in_folder web npm run build
  check "linters of the front end" in_folder web npm run lint
  suite "tests of the front end" in_folder web npm test
  cluster_start "$data"
  export HANG_TEST_DATABASE=$database
  for name in Core Paint Media Store Server; do
    suite "tests of Hang.$name" dotnet test "$root/tests/Hang.$name.Tests" -c Release --no-build
  done
  suite "the interface in a browser" in_folder tests/e2e npx playwright test
  echo "$passed passed, $failed failed"
  [ "$failed" -eq 0 ]
}
