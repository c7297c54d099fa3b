"""How the server is put together: settings, urls, and the one map from errors to answers.

The core lies beside the server in the same checkout; importing any configuration makes it importable.
"""

import sys
from pathlib import Path

CORE = Path(__file__).resolve().parents[2] / "core"
if str(CORE) not in sys.path:
    sys.path.insert(0, str(CORE))
