"""Requests made from the published schema, sent to the served application for minutes. Run by `make fuzz`.

Nothing may answer 500, and every answer must be one that the schema documents: its status, its type and its shape.
"""

from __future__ import annotations

import subprocess
import sys
import tempfile
from pathlib import Path

from tests.serving import ROOT, Application, Caller

SECONDS = 300
#: What would end the session that everything is sent in, so that nothing would be tried any more; and files that no
#: schema can make up (they have tests of their own).
LEFT_OUT = "^/api/(sign-ins|password)/|^/api/record/arrivals/$"
CHECKS = "not_a_server_error,status_code_conformance,content_type_conformance,response_schema_conformance"


def sign_in(port: int) -> dict[str, str]:
    """The headers of the demo athlete, who has nine months to be read and written."""
    caller = Caller(port)
    caller.call("GET", "/_allauth/browser/v1/config")
    caller.call("POST", "/api/demo/enter/")
    return caller.headers


def main() -> int:
    with tempfile.TemporaryDirectory() as folder:
        application = Application(Path(folder) / "fuzz.sqlite3")
        application.manage("prepare_demo")
        application.start()
        try:
            headers = [f"--header={name}: {value}" for name, value in sign_in(application.port).items()]
            command = [str(Path(sys.executable).with_name("schemathesis")), "run", "docs/formats/openapi.yaml"]
            options = [f"--url={application.url}", f"--max-time={SECONDS}", f"--checks={CHECKS}", "--seed=1"]
            options.append(f"--exclude-path-regex={LEFT_OUT}")
            return subprocess.run([*command, *options, *headers], cwd=ROOT, check=False).returncode
        finally:
            application.stop()


if __name__ == "__main__":
    sys.exit(main())
