"""Where things are kept: the checkout, and a state folder of its own outside it."""

import hashlib
import os
import pwd
from pathlib import Path

CHECKOUT = Path(__file__).resolve().parent.parent
WEB = CHECKOUT / "web"
SERVER = CHECKOUT / "server"
VENV = CHECKOUT / ".venv"
PYTHON = VENV / "bin" / "python"
IS_ROOT = os.geteuid() == 0


def state_folder() -> Path:
    """This checkout's state: database, logs, process ids. PARTITA_STATE names another folder.

    As root it lies where the user postgres can reach it; the path is short because a socket's
    may have 107 bytes at most.
    """
    named = os.environ.get("PARTITA_STATE")
    key = hashlib.sha256(str(CHECKOUT).encode()).hexdigest()[:8]
    if named:
        folder = Path(named)
    elif IS_ROOT:
        folder = Path("/var/lib/partita") / key
    else:
        base = os.environ.get("XDG_STATE_HOME") or Path(pwd.getpwuid(os.geteuid()).pw_dir) / ".local" / "state"
        folder = Path(base) / "partita" / key
    if not folder.exists():
        # What is in it is nobody else's; the user postgres passes through to the database's folder.
        folder.mkdir(parents=True)
        folder.chmod(0o711 if IS_ROOT else 0o700)
    return folder
