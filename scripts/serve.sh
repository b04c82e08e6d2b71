# shellcheck shell=bash
# Starting and stopping the server.

# words WORD ...: reads --port and --data into $port and $data, and what opens Hang to other machines into $listen, $names, $certificate, $key, $proxy.
words() {
  port=5280
  data=$(default_data)
  listen=
  names=
  certificate=
  key=
  proxy=
  while [ $# -gt 0 ]; do
    case $1 in
      --port) port=${2:?--port takes a number} && shift 2 ;;
      --data) data=${2:?--data takes a folder} && shift 2 ;;
      --listen) listen=${2:?--listen takes an address of this machine, or 0.0.0.0 for all} && shift 2 ;;
      --name) names=${names:+$names,}${2:?--name takes a host name} && shift 2 ;;
      --certificate) certificate=${2:?--certificate takes a file} && shift 2 ;;
      --key) key=${2:?--key takes a file} && shift 2 ;;
      --proxy) proxy=${proxy:+$proxy,}${2:?--proxy takes an IP address} && shift 2 ;;
      *) printf 'hang: "%s" is not understood here.\n' "$1" >&2 && exit 2 ;;
    esac
  done
  [[ $port =~ ^[0-9]+$ ]] && [ "$port" -ge 1 ] && [ "$port" -le 65535 ] || { printf 'hang: --port takes a number from 1 to 65535, not "%s".\n' "$port" >&2 && exit 2; }
}

# is_address TEXT: an IP address that is written out; what the system would make one of ("127.1") is none.
is_address() { [[ $1 =~ ^[0-9a-fA-F.:]+$ ]] && node -e 'process.exit(require("net").isIP(process.argv[1]) ? 0 : 1)' -- "$1"; }

is_loopback() { [[ $1 =~ ^127\. ]] || [ "$1" = ::1 ]; }

# demand_safe: beyond this machine Hang is reached by HTTPS only, and everybody signs in.
demand_safe() {
  if [ -z "$listen" ]; then
    [ -z "$names$certificate$key$proxy" ] || fail "--name, --certificate, --key and --proxy go with --listen."
    return 0
  fi
  is_address "$listen" || fail "--listen takes an IP address of this machine, or 0.0.0.0 for all, not \"$listen\"."
  if [ -z "$certificate" ] && [ -z "$proxy" ]; then
    fail "passwords would go over the network unencrypted. Give --certificate FILE --key FILE (PEM), or --proxy ADDRESS of the proxy that does HTTPS in front of Hang."
  fi
  if [ -z "$certificate" ] && ! is_loopback "$listen"; then
    fail "passwords would go from the proxy to $listen unencrypted. Give --certificate FILE --key FILE too, or --listen 127.0.0.1 with the proxy on this machine."
  fi
  [ -z "$certificate" ] || [ -r "$certificate" ] || fail "the certificate $certificate cannot be read."
  [ -z "$key" ] || [ -r "$key" ] || fail "the key $key cannot be read."
  [ -z "$certificate" ] || certificate=$(realpath "$certificate")
  [ -z "$key" ] || key=$(realpath "$key")
  # Without a name, the machine's own and its addresses.
  local one
  for one in ${proxy//,/ }; do
    is_address "$one" || fail "--proxy takes an IP address, not \"$one\"."
  done
  [ -n "$names" ] || names=$(hostname -I 2>/dev/null | xargs -n 1 2>/dev/null | paste -sd, - | sed "s/^/$(hostname),/")
}

# doors: where the server listens, and what it is told of it, as environment variables in the array $told.
doors() {
  if [ -z "$listen" ]; then
    host=localhost
    urls="http://127.0.0.1:$port"
    told=()
    return
  fi
  local at=$listen
  [[ $at != *:* ]] || at="[$at]"
  host=${names%%,*}
  told=(HANG_SignIn=true "HANG_Hosts=$names" "HANG_Proxies=$proxy")
  if [ -n "$certificate" ]; then
    urls="https://$at:$port"
    told+=("ASPNETCORE_Kestrel__Certificates__Default__Path=$certificate" ${key:+"ASPNETCORE_Kestrel__Certificates__Default__KeyPath=$key"})
  else
    urls="http://$at:$port"
  fi
}

# reachable: whether something listens at the server's port.
reachable() {
  local at=${listen:-127.0.0.1}
  [ "$at" != 0.0.0.0 ] && [ "$at" != :: ] || at=127.0.0.1
  (exec 3<>"/dev/tcp/$at/$port") 2>/dev/null
}

running() { [ -s "$data/server.pid" ] && kill -0 "$(cat "$data/server.pid")" 2>/dev/null; }

hang_start() {
  words "$@"
  demand_safe
  install_runtime
  mkdir -p "$data"
  data=$(cd "$data" && pwd)
  exec 9>"$data/start.lock"
  if ! flock -n 9; then
    if running; then
      say "is running already at $(cat "$data/address")"
      return
    fi
    fail "another ./hang start is at work on $data. Wait for it, or choose another folder with --data."
  fi
  if running; then
    say "is running already at $(cat "$data/address")"
    return
  fi
  build_web
  build_server
  # What Hang writes is its owner's alone; the database's own user only passes through the folder.
  umask 077
  chmod 711 "$data"
  say "starting PostgreSQL"
  cluster_start "$data"
  local wanted=$port server host urls scheme=http told
  port=$(free_port "$port")
  [ "$port" = "$wanted" ] || say "port $wanted is taken; using $port"
  doors
  [ -z "$listen" ] || scheme=https
  say "starting the server"
  # In a session of its own: Ctrl-C is for this script, which stops the server in order; an encoder must not see it.
  HANG_Database="$database" HANG_Files="$data/files" HANG_Web="$root/web/dist" HANG_Demo="$root/demo" \
    env "${told[@]}" setsid dotnet "$root/src/Hang.Server/bin/Release/net10.0/Hang.Server.dll" --urls "$urls" >>"$data/server.log" 2>&1 9>&- &
  server=$!
  echo "$server" >"$data/server.pid"
  trap 'say "stopping"; kill -TERM $server 2>/dev/null; wait $server 2>/dev/null; cluster_stop "$data"; rm -f "$data/server.pid"; exit 0' INT TERM
  local i
  for i in $(seq 300); do
    kill -0 "$server" 2>/dev/null || { cluster_stop "$data" && rm -f "$data/server.pid" && fail "the server did not start; $data/server.log says why."; }
    reachable && break
    sleep 0.1
  done
  echo "$scheme://$host:$port" >"$data/address"
  say "ready at $scheme://$host:$port   (Ctrl-C ends it)"
  [ ! -s "$data/files/first-account" ] || say "nobody has an account yet; the first, a designer's, is made there with the code $(cat "$data/files/first-account")"
  wait "$server" || true
  cluster_stop "$data"
  rm -f "$data/server.pid"
}

hang_worker() {
  words "$@"
  install_runtime
  build_server
  umask 077
  # On another machine the database is told by its address, and the files by a folder or a store that both reach.
  if [ -n "${HANG_Database:-}" ]; then database=$HANG_Database; else cluster_start "$data"; fi
  say "rendering handoffs   (Ctrl-C ends it)"
  HANG_Database="$database" HANG_Files="${HANG_Files:-$data/files}" HANG_WorkerOnly=true exec dotnet "$root/src/Hang.Server/bin/Release/net10.0/Hang.Server.dll" --urls "http://127.0.0.1:0"
}

# A stand-in for a file store that speaks S3, on this machine only: for trying a farm without a store of one's own.
hang_store() {
  words --port 5290 "$@"
  install_runtime
  build_server
  umask 077
  exec dotnet "$root/src/Hang.Server/bin/Release/net10.0/Hang.Server.dll" small-store "$data/store" "$port"
}

hang_stop() {
  words "$@"
  if running; then
    local server
    server=$(cat "$data/server.pid")
    kill -TERM "$server" 2>/dev/null || true
    for _ in $(seq 100); do kill -0 "$server" 2>/dev/null || break && sleep 0.1; done
  fi
  cluster_stop "$data"
  rm -f "$data/server.pid"
  say "stopped"
}

hang_reset() {
  words "$@"
  [ -e "$data" ] || fail "there is nothing at $data."
  local answer
  read -r -p "hang: delete every package, graphic and file in $data? Type yes: " answer || true
  [ "$answer" = yes ] || fail "nothing was deleted."
  hang_stop --data "$data"
  rm -rf "$data/postgres" "$data/files" "$data/password" "$data/server.log" "$data/address" "$data/start.lock"
  say "deleted"
}
