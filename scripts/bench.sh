# shellcheck shell=bash
# Measuring, with a database and a server of the measures' own; and printing what is generated from the code.

hang_bench() {
  # What is measured alone is printed: it may be read as JSON.
  {
    install_runtime
    install_test_tools
    install_packages tests/e2e
    build_web
    build_server
    build_bench
  } >&2
  local data
  data=$(mktemp -d /tmp/hang-bench.XXXXXX)
  chmod 755 "$data"
  # shellcheck disable=SC2064
  trap "cluster_stop '$data'; rm -rf '$data'" EXIT
  cluster_start "$data" >&2
  HANG_BENCH_DATABASE=$database dotnet "$root/benchmarks/Hang.Benchmarks/bin/Release/net10.0/Hang.Benchmarks.dll" "$@"
}

hang_generate() {
  install_runtime
  say "printing what is generated"
  quietly "building the server" dotnet build "$root/src/Hang.Server" -c Release
  local name
  for name in Core Paint Server; do
    HANG_GENERATE=1 HANG_TEST_DATABASE=none quietly "printing" dotnet test "$root/tests/Hang.$name.Tests" -c Release --filter "FullyQualifiedName~Generated|FullyQualifiedName~KeptEdits|FullyQualifiedName~KernelTests"
  done
}
