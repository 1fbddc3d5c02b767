"""The web process. It loads the physics beside the first requests, once that has been compiled."""

import os
import threading

from django.core.asgi import get_asgi_application

from partita.kernels import stages
from partita.warming import load

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
application = get_asgi_application()


def _load() -> None:
    if stages.wait_for("weighing"):
        load("weighing")


if os.environ.get("PARTITA_TESTING") != "1":
    threading.Thread(target=_load, daemon=True).start()
