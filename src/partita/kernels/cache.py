"""Where compiled kernels are kept: one folder a user, shared by all copies of the same sources on a machine.

The compiler's own cache looks at a function's file only, not at the files of the functions it calls: loading a stale
mixture would give wrong physics silently. So each module's kernels lie in a folder named by a digest of its source and
of all sources of ours that it imports. The path of the copy is not part of it.
"""

import hashlib
import os
import re
import sys
from functools import cache
from pathlib import Path

import numba
from numba.core import caching

_PACKAGE = Path(__file__).resolve().parents[1]
_IMPORT = re.compile(r"^\s*from (partita[\w.]*) import", re.M)


def root() -> Path:
    """The folder of all of them; `PARTITA_KERNEL_CACHE` names another one."""
    named = os.environ.get("PARTITA_KERNEL_CACHE")
    return Path(named) if named else Path.home() / ".cache" / "partita" / "kernels"


@cache
def _sources() -> dict[str, str]:
    """Text of every module of the core, by its name."""
    return {
        ".".join(("partita", *path.relative_to(_PACKAGE).with_suffix("").parts)).removesuffix(".__init__"):
            path.read_text(encoding="utf-8")
        for path in sorted(_PACKAGE.rglob("*.py"))
    }  # fmt: skip


@cache
def fingerprint(module: str) -> str:
    """Digest of a module's source and of all that it imports from the core, with the versions that compile it."""
    texts, wanted = _sources(), [module, "partita.kernels.library"]
    for name in wanted:
        wanted += [found for found in _IMPORT.findall(texts.get(name, "")) if found not in wanted]
    digest = hashlib.sha256(f"{sys.version_info[:2]} {numba.__version__}".encode())
    for name in sorted(set(wanted)):
        digest.update(f"{name}\n{texts.get(name, '')}".encode())
    return digest.hexdigest()[:16]


@cache
def whole_fingerprint() -> str:
    """Digest of all sources of kernels, and of what compiles them."""
    digest = hashlib.sha256()
    for module, text in _sources().items():
        if "import kernel" in text or "kernel\n" in text:
            digest.update(fingerprint(module).encode())
    return digest.hexdigest()[:16]


class SharedLocator(caching._SourceFileBackedLocatorMixin, caching._CacheLocator):  # type: ignore[misc]
    """Tells the compiler where a kernel of the core is kept."""

    def __init__(self, function: object, file: str) -> None:
        self._py_file, self._lineno = file, function.__code__.co_firstlineno  # type: ignore[attr-defined]
        module = str(function.__module__)
        self._folder = root() / f"{module.removeprefix('partita.')}-{fingerprint(module)}"

    def get_cache_path(self) -> str:
        """The folder of the kernel's module."""
        return str(self._folder)


def use() -> None:
    """Keep all kernels there, from now on."""
    numba.config.CACHE_LOCATOR_CLASSES = f"{__name__}.SharedLocator"  # type: ignore[attr-defined]
