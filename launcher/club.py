"""How Partita is served: a demo on this machine alone, or a club's server for the hall's network."""

import json
import os
import re
import socket
from contextlib import suppress
from dataclasses import asdict, dataclass, field
from pathlib import Path

from launcher.places import PYTHON
from launcher.steps import StepFailed

WEB_PORT = 8020
_HOST = re.compile(r"^[A-Za-z0-9]([A-Za-z0-9.:-]{0,250}[A-Za-z0-9])?$")


@dataclass
class Serving:
    """What a state folder's server is: to whom it listens, by which names it goes, how it is secured.

    proxy : address of the HTTPS proxy whose word on addresses and HTTPS is taken; none: nobody's is
    certificate, key : files of a certificate of one's own, for HTTPS without a proxy
    """

    bind: str = "127.0.0.1"
    port: int = WEB_PORT
    hosts: list[str] = field(default_factory=list)
    proxy: str = ""
    certificate: str = ""
    key: str = ""
    workers: int = 1
    is_club: bool = False
    is_fixed: bool = False

    @property
    def has_demo(self) -> bool:
        """A demo is made only where nobody but this machine's user comes."""
        return not self.is_club and "DATABASE_URL" not in os.environ

    @property
    def is_https(self) -> bool:
        """Whether players reach it by HTTPS."""
        return bool(self.proxy or self.certificate)

    @property
    def environment(self) -> dict[str, str]:
        """What the Django processes are told."""
        hosts = {"PARTITA_HOSTS": ",".join(self.hosts)} if self.hosts else {}
        return {**hosts, **({"PARTITA_HTTPS": "1"} if self.is_https else {})}

    @property
    def web_command(self) -> list[str]:
        """The command line of the web server."""
        command = [str(PYTHON), "-m", "uvicorn", "config.asgi:application", "--host", self.bind, "--port",
                   str(self.port), "--log-level", "warning", "--lifespan", "off", "--no-server-header",
                   "--timeout-graceful-shutdown", "5"]  # fmt: skip
        command += ["--proxy-headers", "--forwarded-allow-ips", self.proxy] if self.proxy else ["--no-proxy-headers"]
        if self.certificate:
            command += ["--ssl-certfile", self.certificate, "--ssl-keyfile", self.key]
        return command

    @property
    def addresses(self) -> list[str]:
        """Where players go, the best address first."""
        scheme = "https" if self.is_https else "http"
        port = "" if self.proxy else f":{self.port}"
        return [f"{scheme}://{host}{port}/" for host in self.hosts or ["127.0.0.1"]]


def serving(state: Path) -> Serving:
    """How this state folder is served: as `club.json` says where there is one, else for this machine alone."""
    served = Serving(port=_number("PARTITA_PORT", WEB_PORT, 65535), workers=_number("PARTITA_WORKERS", 1, 64),
                     is_fixed="PARTITA_PORT" in os.environ)  # fmt: skip
    file = state / "club.json"
    if not file.exists():
        return served
    try:
        kept = json.loads(file.read_text(encoding="utf-8"))
        found = Serving(**{**asdict(served), **kept, "is_club": True, "is_fixed": True})
    except (OSError, ValueError, TypeError) as error:
        raise StepFailed(f"{file} cannot be read: {error}", "Run ./partita club with its options anew.") from None
    check(found)
    return found


def check(served: Serving) -> None:
    """Raises `StepFailed` for what cannot be served."""
    for host in served.hosts:
        if not _HOST.match(host):
            raise StepFailed(f"“{host}” is no name of a host", "Use a name or an address, such as club.example.")
    if bool(served.certificate) != bool(served.key):
        raise StepFailed("a certificate needs its key", "Give both --certificate and --key.")
    for file in filter(None, (served.certificate, served.key)):
        if not os.access(file, os.R_OK):
            raise StepFailed(f"{file} cannot be read", "Give a PEM file that this user may read.")


def keep(served: Serving, state: Path) -> None:
    """Write down how it is served, so that it is so after a reboot."""
    kept = {key: value for key, value in asdict(served).items() if key not in ("is_club", "is_fixed")}
    (state / "club.json").write_text(json.dumps(kept, indent=1) + "\n", encoding="utf-8")


def own_addresses() -> list[str]:
    """This machine's name and its address in the network; nothing is sent to find them."""
    found = []
    with suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        # A datagram socket that is only connected sends nothing: it says which way it would go (RFC 5737).
        probe.connect(("192.0.2.1", 9))
        found.append(str(probe.getsockname()[0]))
    name = socket.gethostname()
    return [*found, *([name] if _HOST.match(name) and name != "localhost" else [])]


def _number(name: str, usual: int, most: int) -> int:
    given = os.environ.get(name, "")
    if not given:
        return usual
    if not re.fullmatch(r"[0-9]{1,5}", given) or not 1 <= int(given) <= most:
        raise StepFailed(f"{name} is “{given[:30]}”, which is no number it can be", f"Use 1 to {most}.")
    return int(given)
