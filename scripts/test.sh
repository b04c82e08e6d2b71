# shellcheck shell=bash
# Everything that must hold: build without warnings, formatters and linters, all tests, the interface in a browser.

# tally FILE: adds the counts of one runner's output (dotnet test, vitest, Playwright) to $passed and $failed.
tally() {
  local good bad
  read -r good bad < <(awk '
    match($0, /Failed: +[0-9]+, Passed: +[0-9]+/) { split(substr($0, RSTART, RLENGTH), n, /[^0-9]+/); bad += n[2]; good += n[3]; next }
    /^ +(Tests +)?[0-9]+ (passed|flaky|failed|did not run|interrupted)/ {
      line = $0
      while (match(line, /[0-9]+ (passed|flaky|failed|did not run|interrupted)/)) {
        split(substr(line, RSTART, RLENGTH), n, " ")
        if (n[2] == "passed" || n[2] == "flaky") good += n[1]; else bad += n[1]
        line = substr(line, RSTART + RLENGTH)
      }
    }
    END { print good + 0, bad + 0 }' "$1")
  passed=$((passed + good))
  failed=$((failed + bad))
}

# check NAME COMMAND ...: one step that counts as one test. What a step took is said, so that one that has grown is seen.
check() {
  local name=$1 log begun=${begun_at:-$SECONDS}
  shift
  log=$(mktemp)
  if "$@" >"$log" 2>&1; then
    say "$name ($((SECONDS - begun)) s)"
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
  local name=$1 log before begun=${begun_at:-$SECONDS}
  shift
  log=$(mktemp)
  before=$failed
  if ! "$@" >"$log" 2>&1; then
    cat "$log" >&2
    say "FAILED: $name" >&2
    tally "$log"
    [ "$failed" -gt "$before" ] || failed=$((failed + 1))
  else
    say "$name ($((SECONDS - begun)) s)"
    # What only passed when tried again is said, so that it is mended, and what takes long.
    grep -A 20 -E '^ +[0-9]+ flaky' "$log" || true
    grep -E '^ +Slow test file' "$log" || true
    tally "$log"
  fi
  rm -f "$log"
}

# behind NAME COMMAND ...: begins what runs beside what follows; come_in counts it.
behind() {
  behind_name=$1
  behind_begun=$SECONDS
  shift
  behind_log=$(mktemp)
  "$@" >"$behind_log" 2>&1 &
  behind_pid=$!
  # What is begun behind does not hear Ctrl-C.
  trap 'kill "$behind_pid" 2>/dev/null; exit 130' INT TERM
}

# come_in check|suite: waits for what was begun behind, and counts it as such a one.
come_in() {
  begun_at=$behind_begun "$1" "$behind_name" told "$behind_pid" "$behind_log"
  rm -f "$behind_log"
  trap - INT TERM
}

# told PID LOG: ends as that process ends, and says what it said.
told() {
  local result=0
  wait "$1" || result=$?
  cat "$2"
  return "$result"
}

in_folder() {
  local folder=$1
  shift
  (cd "$root/$folder" && "$@")
}

hang_test() {
  export NO_COLOR=1
  # Processes of tests live shortly: counting for later optimising costs a fifth of their time and never pays.
  export DOTNET_TieredPGO=0
  # They compile much and shortly: writing code where it will run, instead of through a second mapping, saves a tenth of that.
  export DOTNET_EnableWriteXorExecute=0
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
  cp "$root/web/openapi.json" "$data/openapi.json"
  # The compiler often waits for one project before it can begin the next, and the front end does not need it.
  behind "building without warnings" dotnet build "$root/Hang.slnx" -c Release
  check "shell scripts" shellcheck -x --source-path="$root" "$root/hang" "$root/.ci/run"
  check "building the front end" in_folder web npm run build
  check "linters of the front end" in_folder web npm run lint
  suite "tests of the front end" in_folder web npm test
  come_in check
  # The server's building prints the API that the front end is typed by.
  cmp -s "$root/web/openapi.json" "$data/openapi.json" || check "building the front end by the API that has changed" in_folder web npm run build
  # What is kept for a test need not outlive the machine: waiting for the disk would be half of the server's tests.
  cluster_start "$data" -c fsync=off -c full_page_writes=off
  export HANG_TEST_DATABASE=$database
  # The server's tests wait for its timers as often as they work, so the others run meanwhile.
  behind "tests of Hang.Server" dotnet test "$root/tests/Hang.Server.Tests" -c Release --no-build
  check "formatter of C#" dotnet tool restore --tool-manifest "$root/.config/dotnet-tools.json"
  check "format of C#" in_folder . dotnet csharpier check src tests benchmarks
  for name in Core Paint Media Store; do
    suite "tests of Hang.$name" dotnet test "$root/tests/Hang.$name.Tests" -c Release --no-build
  done
  check "every measure, as small as it can be" env HANG_BENCH_DATABASE="$database" dotnet "$root/benchmarks/Hang.Benchmarks/bin/Release/net10.0/Hang.Benchmarks.dll" --smallest
  come_in suite
  suite "the interface in a browser" in_folder tests/e2e npx playwright test
  echo "$passed passed, $failed failed"
  [ "$failed" -eq 0 ]
}
