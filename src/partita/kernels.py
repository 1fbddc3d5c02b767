"""How the compiled kernels are declared: one decorator, one cache folder.

Numba's cache notices a change in a function's own file, not in the files of the functions it
calls. The cache folder therefore carries a fingerprint of every source of this package: after
any change, nothing stale can be loaded.
"""

import hashlib
import os
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar

import numba

Function = TypeVar("Function", bound=Callable[..., Any])


def _sources_fingerprint() -> str:
    digest = hashlib.sha256()
    package = Path(__file__).parent
    for source in sorted(package.rglob("*.py")):
        digest.update(str(source.relative_to(package)).encode())
        digest.update(source.read_bytes())
    return digest.hexdigest()[:16]


def cache_folder() -> Path:
    """Where compiled kernels are kept; `PARTITA_KERNEL_CACHE` names another parent folder."""
    home = os.environ.get("PARTITA_KERNEL_CACHE")
    parent = Path(home) if home else Path.home() / ".cache" / "partita"
    return parent / f"kernels-{_sources_fingerprint()}"


numba.config.CACHE_DIR = str(cache_folder())

# error_model="numpy": a division never raises inside a kernel; kernels report by status instead.
_njit = numba.njit(cache=True, nogil=True, error_model="numpy")


def kernel(function: Function) -> Function:
    """Compile a function on plain arrays; it releases the GIL, so threads use all cores."""
    compiled: Function = _njit(function)
    return compiled
