"""The web process. Kernels are warmed beside the first requests, not before them."""

import os
import threading

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
application = get_asgi_application()

from studies.services import warm_kernels  # noqa: E402 - needs the application registry

if os.environ.get("PARTITA_TESTING") != "1":
    threading.Thread(target=warm_kernels, daemon=True).start()
