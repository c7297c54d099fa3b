#!/bin/sh
# Runs a command with a PostgreSQL server of its own: `sh tools/postgres.sh FOLDER COMMAND ...`.
# Debian's package is installed when it is missing and this user may do so. The server listens on a socket in FOLDER
# alone, keeps nothing afterwards, and is named to the command by JOLLY_DB.
set -eu
folder=$1
shift
if ! ls /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1; then
    if [ "$(id -u)" = 0 ]; then
        as_root=""
    elif command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null; then
        as_root="sudo -n"
    else
        echo "These tests need PostgreSQL, and this user may not install it." >&2
        echo "Ask an administrator for: apt-get install postgresql" >&2
        exit 1
    fi
    echo "Installing PostgreSQL for the tests ..."
    $as_root apt-get update -qq
    DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -qq --no-install-recommends postgresql >/dev/null
fi
bin=$(dirname "$(ls /usr/lib/postgresql/*/bin/initdb | tail -1)")
rm -rf "$folder"
mkdir -p "$folder"
chmod 711 "$(dirname "$folder")"
# The server refuses to run as root: then it runs as the user that Debian's package has made for it.
as_server=""
if [ "$(id -u)" = 0 ]; then
    chown postgres "$folder"
    as_server="runuser -u postgres --"
fi
$as_server "$bin/initdb" -D "$folder/data" -U jolly -A trust -E UTF8 >/dev/null
$as_server "$bin/pg_ctl" -D "$folder/data" -l "$folder/log" -w \
    -o "-k $folder -c listen_addresses='' -c fsync=off" start >/dev/null
trap '$as_server "$bin/pg_ctl" -D "$folder/data" -m immediate stop >/dev/null; rm -rf "$folder"' EXIT
JOLLY_DB="postgresql://jolly@/jolly?host=$folder" "$@"
