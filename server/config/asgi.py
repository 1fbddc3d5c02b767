"""The web process. It loads the physics beside the first requests, once that has been compiled.

Bodies are bounded before Django sees them: it would write one of any size to the disk first.
"""

import json
import os
import threading
import time
from typing import Any

from django.core.asgi import get_asgi_application

from edge.border import problems_out
from partita.errors import Problem
from partita.files.record_file import LARGEST_BYTES
from partita.kernels import stages
from partita.warming import load

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
# The largest file that is taken anywhere is one of a whole account.
LARGEST_BODY = LARGEST_BYTES + 1_000_000
_django: Any = get_asgi_application()


async def application(scope: Any, receive: Any, send: Any) -> None:
    """Django's application behind a bound on bodies, whether their length is told or not."""
    if scope["type"] != "http":
        await _django(scope, receive, send)
        return
    told = dict(scope["headers"]).get(b"content-length", b"0")
    if not told.isdigit() or int(told) > LARGEST_BODY:
        await _refuse(send)
        return
    taken = 0

    async def bounded() -> Any:
        nonlocal taken
        message = await receive()
        taken += len(message.get("body", b""))
        # Who sends more than he said, or did not say, is treated as one who has gone.
        return message if taken <= LARGEST_BODY else {"type": "http.disconnect"}

    await _django(scope, bounded, send)


async def _refuse(send: Any) -> None:
    problem = Problem("request", "it is too large", f"Send at most {LARGEST_BODY // 1_000_000} MB.")
    body = json.dumps(problems_out([problem])).encode()
    headers = [(b"content-type", b"application/json"), (b"connection", b"close")]
    await send({"type": "http.response.start", "status": 413, "headers": headers})
    await send({"type": "http.response.body", "body": body})


# Whoever saved while the process was gone is answered first: loading takes the interpreter for seconds.
_FIRST_S = 5.0


def _load() -> None:
    time.sleep(_FIRST_S)
    if stages.wait_for("weighing"):
        load("weighing")


if os.environ.get("PARTITA_TESTING") != "1":
    threading.Thread(target=_load, daemon=True).start()
