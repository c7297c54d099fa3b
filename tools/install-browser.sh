#!/bin/sh
# Makes sure that Debian's chromium is there for the browser tests: the whole browser, and the one that is headless alone.
set -eu
missing=""
for program in chromium chromium-headless-shell; do
    command -v "$program" >/dev/null 2>&1 || missing="$missing $program"
done
[ -n "$missing" ] || exit 0
give_up() {
    # The whole browser does for everything, a little slower.
    command -v chromium >/dev/null 2>&1 && exit 0
    echo "The browser tests need chromium. $1" >&2
    exit 1
}
command -v apt-get >/dev/null 2>&1 || give_up "Install it with your system's packages, so that it is on the PATH."
if [ "$(id -u)" = 0 ]; then
    as_root=""
elif command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null; then
    as_root="sudo -n"
else
    give_up "This user may not install it; ask an administrator for: apt-get install$missing"
fi
echo "Installing$missing for the browser tests ..."
$as_root apt-get update -qq
for program in $missing; do
    DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -qq --no-install-recommends "$program" >/dev/null ||
        give_up "It could not be installed."
done
