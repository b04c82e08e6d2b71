# shellcheck shell=bash
# What the machine must have, installed from Debian's packages when missing.

say() { printf 'hang: %s\n' "$*"; }

fail() {
  printf 'hang: %s\n' "$*" >&2
  exit 1
}

as_root() { if [ "$(id -u)" = 0 ]; then "$@"; else sudo "$@"; fi; }

# install_missing PACKAGE=FILE ...: installs each package whose file is not there.
install_missing() {
  local missing=() pair
  for pair in "$@"; do
    compgen -G "${pair#*=}" >/dev/null || missing+=("${pair%%=*}")
  done
  [ ${#missing[@]} -eq 0 ] && return
  say "installing ${missing[*]}"
  as_root apt-get update -qq >/dev/null
  DEBIAN_FRONTEND=noninteractive as_root apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null ||
    fail "could not install ${missing[*]}. Install them by hand and start again."
}

install_runtime() {
  command -v dotnet >/dev/null || fail "the .NET SDK 10 is not installed. Install it and start again."
  command -v npm >/dev/null || fail "Node.js 20 with npm is not installed. Install it and start again."
  install_missing "postgresql=/usr/lib/postgresql/*/bin/initdb" "ffmpeg=/usr/bin/ffmpeg" "libfribidi0=/usr/lib/*/libfribidi.so.0"
}

install_test_tools() {
  # Where Debian's headless shell cannot be had, the whole browser takes its place (tests/e2e/chromium.mjs).
  (install_missing "chromium-headless-shell=/usr/bin/chromium-headless-shell") || install_missing "chromium=/usr/bin/chromium"
  install_missing "pngcheck=/usr/bin/pngcheck" "mediainfo=/usr/bin/mediainfo" "libharfbuzz-bin=/usr/bin/hb-shape" "curl=/usr/bin/curl" "shellcheck=/usr/bin/shellcheck"
}
