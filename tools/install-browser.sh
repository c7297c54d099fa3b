#!/bin/sh
# Makes sure that Debian's chromium is there for the browser tests.
set -eu
command -v chromium >/dev/null 2>&1 && exit 0
if ! command -v apt-get >/dev/null 2>&1; then
    echo "The browser tests need the program 'chromium' on the PATH; install it with your system's packages." >&2
    exit 1
fi
if [ "$(id -u)" = 0 ]; then
    as_root=""
elif command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null; then
    as_root="sudo -n"
else
    echo "The browser tests need chromium, and this user may not install it." >&2
    echo "Ask an administrator for: apt-get install chromium" >&2
    exit 1
fi
echo "Installing chromium for the browser tests ..."
$as_root apt-get update -qq
DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -qq --no-install-recommends chromium >/dev/null
