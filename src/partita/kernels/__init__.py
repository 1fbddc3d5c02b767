"""How kernels are declared, called and kept: one decorator for all of them.

A kernel is called in two ways. From another kernel it is a part of that one's code, optimised there and nowhere
else. From Python it is an entry: compiled by itself, with what passes numbers in and out, and kept on disk. Which of
the two a kernel is, or both, need not be said: the first call from Python makes the entry (`docs/decisions`).
"""

from collections.abc import Callable
from functools import cached_property, update_wrapper
from typing import Any, TypeVar, cast

import numba
from llvmlite import ir
from numba.core import types
from numba.extending import intrinsic, typeof_impl

from partita.kernels import cache, library

__all__ = ["address_of", "call_at", "kernel", "kernel_apart"]

Function = TypeVar("Function", bound=Callable[..., Any])

cache.use()
library.use()
# error_model="numpy": a division never raises inside a kernel; kernels report by status instead.
# fastmath: multiply and add in one instruction, and no care for values that are not finite, which
# never enter a kernel. Sums are not reordered: the same machine gives the same last digit.
# _nrt=False: kernels allocate nothing, so arrays need no reference counts; counting them took half
# of a shot's time.
_OPTIONS: dict[str, Any] = {
    "nogil": True, "error_model": "numpy", "fastmath": {"contract", "nsz", "nnan", "ninf"}, "_nrt": False,
    "no_cfunc_wrapper": True,
}  # fmt: skip
_njit: Callable[..., Any] = numba.njit


class Kernel:
    """A function on plain arrays; it releases the GIL, so threads use all cores."""

    def __init__(self, function: Callable[..., Any], *, is_apart: bool = False) -> None:
        self.inner = _njit(no_cpython_wrapper=True, **_OPTIONS)(function)
        library.once_for_all_numbers(self.inner)
        if is_apart:
            library.keep_apart(self.inner)
        self.function = function
        update_wrapper(self, function)

    @cached_property
    def entry(self) -> Any:
        """The kernel as Python calls it: compiled by itself, and kept on disk."""
        return _njit(cache=True, **_OPTIONS)(self.function)

    def __call__(self, *arguments: object) -> Any:
        """Call it from Python."""
        return self.entry(*arguments)


@typeof_impl.register(Kernel)  # type: ignore[untyped-decorator]
def _as_part(value: Kernel, context: object) -> Any:
    """Within another kernel's code."""
    return types.Dispatcher(value.inner)  # type: ignore[no-untyped-call]


def kernel(function: Function) -> Function:
    """Declare a kernel: plain numbers, arrays and named tuples of them in, numbers out, results in arrays given."""
    return cast(Function, Kernel(function))


def kernel_apart(function: Function) -> Function:
    """Declare a kernel that other kernels call and do not take over: what is long, and called seldom or at many places.

    It is optimised once, however often it is called in the code, and leaves registers to what is called often.
    """
    return cast(Function, Kernel(function, is_apart=True))


def address_of(function: Callable[..., object], *examples: object) -> int:
    """Where the machine code of a kernel for arguments of these types is, for `call_at`, in this process."""
    dispatcher = cast(Kernel, function).entry
    taken = tuple(numba.typeof(example) for example in examples)  # type: ignore[no-untyped-call]
    dispatcher.compile(taken)
    compiled = dispatcher.overloads[taken]
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
