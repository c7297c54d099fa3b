"""The real server: HTTPS behind a proxy's headers, databases that cannot be served from, and two processes at once."""

from __future__ import annotations

import http.client
import os
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[3]


def free_port() -> int:
    with socket.socket() as found:
        found.bind(("127.0.0.1", 0))
        return int(found.getsockname()[1])


def environment(folder: Path, **settings: str) -> dict[str, str]:
    values = {f"JOLLY_{name}": value for name, value in settings.items()}
    return {**os.environ, "JOLLY_VAR": str(folder), "JOLLY_DB": str(folder / "jolly.sqlite3"), **values}


def manage(folder: Path, *words: str, **settings: str) -> None:
    command = [sys.executable, "server/manage.py", *words]
    subprocess.run(command, cwd=ROOT, env=environment(folder, **settings), check=True, capture_output=True)


@contextmanager
def serving(folder: Path, **settings: str) -> Iterator[int]:
    port = free_port()
    command = [sys.executable, "server/serve.py", "--port", str(port)]
    process = subprocess.Popen(
        command, cwd=ROOT, env=environment(folder, **settings), stdout=subprocess.PIPE, text=True
    )
    try:
        assert process.stdout
        assert "is ready" in process.stdout.readline()
        yield port
    finally:
        process.terminate()
        process.wait(10)
        if process.stdout:
            process.stdout.close()


def ask(port: int, **headers: str) -> tuple[int, dict[str, str]]:
    connection = http.client.HTTPConnection("127.0.0.1", port, timeout=10)
    connection.request(
        "GET", "/_allauth/browser/v1/config", headers={k.replace("_", "-"): v for k, v in headers.items()}
    )
    answer = connection.getresponse()
    answer.read()
    connection.close()
    return answer.status, dict(answer.getheaders())


def test_https_mode_answers_behind_the_headers_of_its_proxy(tmp_path: Path) -> None:
    manage(tmp_path, "migrate", "--verbosity", "0")
    with serving(tmp_path, HTTPS="1", HOSTS="ladder.example", PROXY="127.0.0.1") as port:
        status, headers = ask(port, Host="ladder.example", X_Forwarded_Proto="https", X_Forwarded_For="203.0.113.7")
        assert status == 200
        assert "Strict-Transport-Security" in headers
        assert "Secure" in headers["Set-Cookie"]
        # What comes without the proxy's word for it is sent to the safe address.
        assert ask(port, Host="ladder.example")[0] == 301
    assert (tmp_path / "jolly.sqlite3").stat().st_mode & 0o077 == 0


def test_a_header_that_anybody_could_send_is_not_believed(tmp_path: Path) -> None:
    manage(tmp_path, "migrate", "--verbosity", "0")
    with serving(tmp_path, HTTPS="1", HOSTS="ladder.example", PROXY="192.0.2.1") as port:
        assert ask(port, Host="ladder.example", X_Forwarded_Proto="https")[0] == 301


def refused_start(folder: Path) -> str:
    command = [sys.executable, "server/serve.py", "--port", str(free_port())]
    done = subprocess.run(
        command, cwd=ROOT, env=environment(folder), capture_output=True, text=True, timeout=60, check=False
    )
    assert done.returncode == 1
    return done.stderr


def test_a_database_that_was_not_migrated_is_said_at_the_start(tmp_path: Path) -> None:
    assert "not up to date" in refused_start(tmp_path)


@pytest.mark.slow
def test_connections_that_say_nothing_do_not_hold_the_server(tmp_path: Path) -> None:
    manage(tmp_path, "migrate", "--verbosity", "0")
    with serving(tmp_path) as port:
        held = [socket.create_connection(("127.0.0.1", port)) for _ in range(40)]
        for each in held:
            each.sendall(b"POST /api/limits/ HTTP/1.1\r\nHost: localhost\r\nContent-Length: 100\r\n\r\n{")
        begun = time.monotonic()
        assert ask(port, Host="localhost")[0] == 200
        assert time.monotonic() - begun < 5
        for each in held:
            each.close()


@pytest.mark.slow
def test_two_processes_serve_one_record(tmp_path: Path) -> None:
    """Signed in on one is signed in on the other, and signed out on one is signed out on both."""
    manage(tmp_path, "migrate", "--verbosity", "0", DEMO="1")
    manage(
        tmp_path, "shell", "-c", "from accounts.services import make_demo_athlete; make_demo_athlete('demo')", DEMO="1"
    )
    with serving(tmp_path, DEMO="1") as first, serving(tmp_path, DEMO="1") as second:
        connection = http.client.HTTPConnection("127.0.0.1", first, timeout=10)
        connection.request("GET", "/_allauth/browser/v1/config", headers={"Host": "localhost"})
        answer = connection.getresponse()
        answer.read()
        token = answer.getheader("Set-Cookie", "").split("csrftoken=")[1].split(";")[0]
        given = {
            "Host": "localhost",
            "Cookie": f"csrftoken={token}",
            "X-CSRFToken": token,
            "Origin": "http://localhost",
        }
        connection.request("POST", "/api/demo/enter/", headers=given)
        answer = connection.getresponse()
        answer.read()
        cookies = "; ".join(value.split(";")[0] for name, value in answer.getheaders() if name == "Set-Cookie")

        def status(port: int) -> int:
            reading = http.client.HTTPConnection("127.0.0.1", port, timeout=10)
            reading.request("GET", "/api/athlete/", headers={"Host": "localhost", "Cookie": cookies})
            answer = reading.getresponse()
            answer.read()
            reading.close()
            return answer.status

        assert (status(first), status(second)) == (200, 200)
        own = dict(each.split("=", 1) for each in cookies.split("; "))
        leave = {
            "Host": "localhost",
            "Cookie": cookies,
            "X-CSRFToken": own.get("csrftoken", token),
            "Origin": "http://localhost",
        }
        connection.request("DELETE", "/_allauth/browser/v1/auth/session", headers=leave)
        connection.getresponse().read()
        assert (status(first), status(second)) == (401, 401)
        connection.close()
