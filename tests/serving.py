"""The application as users run it: built, served by waitress in a process of its own, on a database of its own."""

from __future__ import annotations

import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.request
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
MANAGE = ROOT / "server" / "manage.py"
START_TIMEOUT_S = 40


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
    return port


@dataclass
class Application:
    """A server that can be started, stopped and killed; what it stores outlives it."""

    database: Path
    port: int = field(default_factory=free_port)
    is_demo: bool = True
    settings: str = "config.settings"
    web: Path | None = None
    process: subprocess.Popen[bytes] | None = None

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    @property
    def environment(self) -> dict[str, str]:
        settings = {"JOLLY_DB": str(self.database), "JOLLY_DEMO": "1" if self.is_demo else ""}
        python = {"DJANGO_SETTINGS_MODULE": self.settings, "PYTHONPATH": str(ROOT), "PYTHONUNBUFFERED": "1"}
        settings["JOLLY_WEB"] = str(self.web or "")
        return {**os.environ, **settings, **python}

    def manage(self, *words: str) -> str:
        done = subprocess.run(
            [sys.executable, str(MANAGE), *words], env=self.environment, check=True, capture_output=True, text=True
        )
        return done.stdout

    def start(self) -> Application:
        command = [sys.executable, str(ROOT / "server" / "serve.py"), "--port", str(self.port)]
        self.process = subprocess.Popen(command, env=self.environment, stdout=subprocess.DEVNULL)
        deadline = time.monotonic() + START_TIMEOUT_S
        while time.monotonic() < deadline:
            try:
                urllib.request.urlopen(f"{self.url}/", timeout=2).close()
                return self
            except OSError:  # refused, or too slow to answer at the first try
                if self.process.poll() is not None:
                    break
                time.sleep(0.05)
        raise RuntimeError(f"The server on port {self.port} did not answer.")

    def stop(self, how: signal.Signals = signal.SIGTERM) -> None:
        if self.process is not None:
            self.process.send_signal(how)
            self.process.wait(10)
            self.process = None


@dataclass
class Caller:
    """One connection that stays open, signed in, as a browser's does."""

    port: int
    cookies: dict[str, str] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.connection = http.client.HTTPConnection("127.0.0.1", self.port)

    @property
    def headers(self) -> dict[str, str]:
        """What says who calls."""
        headers = {"Cookie": "; ".join(f"{name}={value}" for name, value in self.cookies.items())}
        if "csrftoken" in self.cookies:
            headers["X-CSRFToken"] = self.cookies["csrftoken"]
        return headers

    def call(self, method: str, path: str, body: Any = None) -> Any:
        headers = {"Content-Type": "application/json", **self.headers}
        self.connection.request(method, path, json.dumps(body) if body is not None else None, headers)
        answer = self.connection.getresponse()
        text = answer.read()
        for name, value in answer.getheaders():
            if name.lower() == "set-cookie":
                key, _, rest = value.partition("=")
                self.cookies[key] = rest.split(";")[0]
        if answer.status >= 400:
            raise RuntimeError(f"{method} {path}: {answer.status} {text[:200]!r}")
        return json.loads(text) if text else None
