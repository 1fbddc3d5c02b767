"""How the compiled kernels are declared: one decorator, one cache folder.

Numba's cache notices a change in a function's own file, not in the files of the functions it
calls. The cache folder therefore carries a fingerprint of all sources that kernels are made of:
after a change in any of them, nothing stale can be loaded.
"""

import hashlib
import os
import re
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar, cast

import numba
from llvmlite import ir
from numba.extending import intrinsic

Function = TypeVar("Function", bound=Callable[..., Any])


_IMPORT = re.compile(r"^\s*from (partita[\w.]*) import", re.M)


def _sources_fingerprint() -> str:
    """Digest of every module that declares kernels, and of all that those import."""
    package = Path(__file__).parent
    texts = {
        ".".join(("partita", *path.relative_to(package).with_suffix("").parts)): path.read_text(encoding="utf-8")
        for path in sorted(package.rglob("*.py"))
    }
    wanted = [name for name, text in texts.items() if "import kernel" in text]
    for name in wanted:
        wanted += [found for found in _IMPORT.findall(texts[name]) if found in texts and found not in wanted]
    digest = hashlib.sha256()
    for name in sorted(set(wanted)):
        digest.update(texts[name].encode())
    return digest.hexdigest()[:16]


def cache_folder() -> Path:
    """Where compiled kernels are kept; `PARTITA_KERNEL_CACHE` names another parent folder."""
    home = os.environ.get("PARTITA_KERNEL_CACHE")
    parent = Path(home) if home else Path.home() / ".cache" / "partita"
    return parent / f"kernels-{_sources_fingerprint()}"


def is_cold() -> bool:
    """True when no kernel has been compiled for these sources on this machine: the first use takes minutes."""
    return not cache_folder().is_dir()


numba.config.CACHE_DIR = str(cache_folder())  # type: ignore[attr-defined]

# error_model="numpy": a division never raises inside a kernel; kernels report by status instead.
# fastmath: multiply and add in one instruction, and no care for values that are not finite, which
# never enter a kernel. Sums are not reordered: the same machine gives the same last digit.
# _nrt=False: kernels allocate nothing, so arrays need no reference counts; counting them took half
# of a shot's time.
_njit = numba.njit(  # type: ignore[call-overload]
    cache=True, nogil=True, error_model="numpy", fastmath={"contract", "nsz", "nnan", "ninf"}, _nrt=False
)


def kernel(function: Function) -> Function:
    """Compile a function on plain arrays; it releases the GIL, so threads use all cores."""
    return cast(Function, _njit(function))


def address_of(function: Callable[..., object], *examples: object) -> int:
    """Where the machine code of a kernel for arguments of these types is, for `call_at`, in this process."""
    dispatcher = cast(Any, function)
    types = tuple(numba.typeof(example) for example in examples)  # type: ignore[no-untyped-call]
    dispatcher.compile(types)
    compiled = dispatcher.overloads[types]
    return int(compiled.library.get_pointer_to_function(compiled.fndesc.llvm_func_name))


@intrinsic  # type: ignore[untyped-decorator]
def call_at(typing: Any, address: Any, result: Any, arguments: Any) -> tuple[Any, Callable[..., Any]]:
    """In a kernel: call the kernel at an address with a tuple of arguments; `result` is a value of its result's type.

    A plain call has the called kernel's whole code optimised again within every kernel above it: with the
    simulator at the bottom of a dozen levels that took minutes. The types must be those of `address_of`.
    """
    taken = list(arguments.types)

    def generate(context: Any, builder: Any, signature: Any, values: Any) -> Any:
        convention = context.call_conv
        pointer = ir.PointerType(convention.get_function_type(result, taken))
        function = builder.inttoptr(values[0], pointer)
        given = [builder.extract_value(values[2], place) for place in range(len(taken))]
        _, answer = convention.call_function(builder, function, result, taken, given)
        return answer

    return result(address, result, arguments), generate
