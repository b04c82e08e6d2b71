# shellcheck shell=bash
# A PostgreSQL cluster of Hang's own, on loopback, with its own data folder and password. Never the system's cluster.

default_data() { if [ "$(id -u)" = 0 ]; then echo /var/lib/hang; else echo "${XDG_DATA_HOME:-$HOME/.local/share}/hang"; fi; }

pg_bin() { dirname "$(compgen -G '/usr/lib/postgresql/*/bin/initdb' | sort -V | tail -n 1)"; }

# initdb refuses root, so root runs the cluster as the user that Debian's package makes.
as_pg() { if [ "$(id -u)" = 0 ]; then runuser -u postgres -- "$@"; else "$@"; fi; }

free_port() {
  local port=$1
  while (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null; do port=$((port + 1)); done
  echo "$port"
}

# cluster_start DATA [OPTION ...]: starts the cluster (making it first) and sets $database to its connection string.
cluster_start() {
  local data=$1 bin port
  shift
  bin=$(pg_bin)
  mkdir -p "$data"
  data=$(cd "$data" && pwd)
  if [ ! -s "$data/postgres/PG_VERSION" ]; then
    say "making a database in $data"
    (umask 077 && head -c 24 /dev/urandom | base64 | tr -d '/+=\n' >"$data/password")
    mkdir -p "$data/postgres"
    if [ "$(id -u)" = 0 ]; then
      chown postgres "$data/postgres" "$data/password"
      as_pg test -r "$data/password" || fail "the user postgres cannot reach $data. Choose another folder with --data."
    fi
    as_pg "$bin/initdb" -D "$data/postgres" -U hang -A scram-sha-256 --pwfile="$data/password" -E UTF8 --locale=C.UTF-8 >/dev/null
  fi
  if ! as_pg "$bin/pg_ctl" -D "$data/postgres" status >/dev/null 2>&1; then
    rm -f "$data/postgres/postmaster.pid"
    port=$(free_port 54320)
    as_pg "$bin/pg_ctl" -D "$data/postgres" -w -t 60 -l "$data/postgres/server.log" \
      -o "-c listen_addresses=127.0.0.1 -c port=$port -c unix_socket_directories='' -c max_connections=200 $*" start >/dev/null 9>&- ||
      fail "PostgreSQL did not start; $data/postgres/server.log says why."
  fi
  port=$(sed -n 4p "$data/postgres/postmaster.pid")
  database="Host=127.0.0.1;Port=$port;Username=hang;Password=$(cat "$data/password");Database=postgres;Maximum Pool Size=40"
}

cluster_stop() {
  local data=$1
  [ -s "$data/postgres/PG_VERSION" ] || return 0
  as_pg "$(pg_bin)/pg_ctl" -D "$data/postgres" -m fast -w stop >/dev/null 2>&1 || true
}
