"""Requests made from the published schema, sent to the served application for minutes. Run by `make fuzz`.

Nothing may answer 500, and every answer must be one that the schema documents: its status, its type and its shape.
"""

from __future__ import annotations

import subprocess
import sys
import tempfile
from http.cookiejar import CookieJar
from pathlib import Path
from urllib.request import HTTPCookieProcessor, Request, build_opener

from tests.serving import ROOT, Application

SECONDS = 300
CHECKS = "not_a_server_error,status_code_conformance,content_type_conformance,response_schema_conformance"


def sign_in(url: str) -> dict[str, str]:
    """The headers of the demo athlete, who has nine months to be read and written."""
    jar = CookieJar()
    opener = build_opener(HTTPCookieProcessor(jar))

    def cookies() -> dict[str, str]:
        return {each.name: each.value or "" for each in jar}

    opener.open(f"{url}/_allauth/browser/v1/config")
    token = {"X-CSRFToken": cookies()["csrftoken"], "Content-Type": "application/json"}
    opener.open(Request(f"{url}/api/demo/enter/", data=b"{}", headers=token))
    known = cookies()
    return {
        "Cookie": "; ".join(f"{name}={value}" for name, value in known.items()),
        "X-CSRFToken": known["csrftoken"],
    }


def main() -> int:
    with tempfile.TemporaryDirectory() as folder:
        application = Application(Path(folder) / "fuzz.sqlite3")
        application.manage("prepare_demo")
        application.start()
        try:
            headers = [f"--header={name}: {value}" for name, value in sign_in(application.url).items()]
            command = [str(Path(sys.executable).with_name("schemathesis")), "run", "docs/formats/openapi.yaml"]
            options = [f"--url={application.url}", f"--max-time={SECONDS}", f"--checks={CHECKS}", "--seed=1"]
            return subprocess.run([*command, *options, *headers], cwd=ROOT, check=False).returncode
        finally:
            application.stop()


if __name__ == "__main__":
    sys.exit(main())
