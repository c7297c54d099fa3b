#!/bin/sh
# Serves Jolly Ladder to the home network over HTTPS: Debian's Caddy in front, with a certificate of its own.
# Usage: tools/home.sh PORT PYTHON; JOLLY_HOME is the address or name to be known by, if not the first of this machine's.
set -eu
JOLLY_PORT=$1 python=$2
command -v caddy >/dev/null 2>&1 || {
    echo "Serving the home network needs Caddy: apt-get install --no-install-recommends caddy" >&2
    exit 1
}
JOLLY_HOME=${JOLLY_HOME:-$(hostname -I | cut -d' ' -f1)}
[ -n "$JOLLY_HOME" ] || {
    echo "This machine has no address in a network; connect it, or say JOLLY_HOME=its.name" >&2
    exit 1
}
JOLLY_HTTPS_PORT=${JOLLY_HTTPS_PORT:-8443} JOLLY_CERTIFICATE_PORT=${JOLLY_CERTIFICATE_PORT:-8080}
JOLLY_CADDY=${JOLLY_VAR:-$PWD/var}/caddy
export JOLLY_PORT JOLLY_HOME JOLLY_HTTPS_PORT JOLLY_CERTIFICATE_PORT JOLLY_CADDY
export JOLLY_HTTPS=1 JOLLY_ADDRESS="https://$JOLLY_HOME:$JOLLY_HTTPS_PORT"
export JOLLY_HOSTS="$JOLLY_HOME" JOLLY_ORIGINS="$JOLLY_ADDRESS"
mkdir -p "$JOLLY_CADDY"
# Caddy keeps its own notes in the user's folders; these are this installation's.
XDG_DATA_HOME="$JOLLY_CADDY" XDG_CONFIG_HOME="$JOLLY_CADDY" \
    caddy run --config tools/Caddyfile --adapter caddyfile >"$JOLLY_CADDY/log" 2>&1 &
caddy=$!
trap 'kill $caddy 2>/dev/null' EXIT INT TERM
sleep 1
kill -0 $caddy 2>/dev/null || {
    echo "Caddy did not start; it says:" >&2
    tail -n 3 "$JOLLY_CADDY/log" >&2
    exit 1
}
echo "Every device in this network has to trust its certificate once: http://$JOLLY_HOME:$JOLLY_CERTIFICATE_PORT/root.crt (see docs/running-it.md)"
"$python" server/serve.py --port "$JOLLY_PORT"
