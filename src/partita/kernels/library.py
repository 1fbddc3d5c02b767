"""Compiled code that is optimised and made into machine code only where it is called from outside.

By itself the compiler optimises every kernel with all that it calls, and makes machine code of it, at each level of a
tree of calls: the innermost function of a dozen levels is optimised a dozen times, though only the outermost code is
ever run. Here a kernel's code stays as it was written until somebody asks for its address; what calls it takes it over
unoptimised and optimises the whole once. Half of the compile time, the same code in the end (`docs/decisions`).
"""

import ctypes
from typing import Any

from numba.core import codegen, types


class LateLibrary(codegen.JITCodeLibrary):  # type: ignore[misc]
    """A kernel's code with all that it calls: linked at once, optimised when its address is asked for."""

    _made = True  # what is loaded from disk has its machine code already

    def _optimize_functions(self, module: Any) -> None:
        module.data_layout = self._codegen._data_layout

    def finalize(self) -> None:
        """Link what it calls, and leave the rest for later."""
        self._raise_if_finalized()
        for part in dict.fromkeys(self._linking_libraries):
            self._reload_init.update(part._reload_init)
            self._final_module.link_in(part._get_module_for_linking(), preserve=True)
        self._finalized, self._made = True, False

    def get_pointer_to_function(self, name: str) -> int:
        """Address of a function of this code; 0 when it has none of that name."""
        self._ensure_finalized()
        if not self._made and not self._has(name):
            return 0
        self._make()
        return int(super().get_pointer_to_function(name))

    def serialize_using_object_code(self) -> Any:
        """What is kept on disk."""
        self._ensure_finalized()
        self._make()
        return super().serialize_using_object_code()

    def _has(self, name: str) -> bool:
        try:
            self._final_module.get_function(name)
        except NameError:
            return False
        return True

    def _make(self) -> None:
        if self._made:
            return
        self._made = True
        if self._get_module_for_linking() is self._final_module:
            # Callers take the code over as it is now.
            self._shared_module = self._final_module.clone()
        self._optimize_final_module()
        self._final_module.verify()
        self._finalize_final_module()


def _set_env(self: Any, name: str, env: object) -> None:
    """As the compiler does it, but for code that has no address yet."""
    address = self._engine.get_global_value_address(name)
    if address:
        (ctypes.c_void_p * 1).from_address(address)[0] = ctypes.c_void_p(id(env))


def keep_apart(dispatcher: Any) -> None:
    """Have a kernel called by what calls it, instead of taken over into its code."""
    add = dispatcher.add_overload

    def add_apart(compiled: Any) -> None:
        compiled.library.get_function(compiled.fndesc.llvm_func_name).add_function_attribute("noinline")
        add(compiled)

    dispatcher.add_overload = add_apart


def once_for_all_numbers(dispatcher: Any) -> None:
    """Have a kernel compiled once for any number, not again for each constant that it is called with.

    The optimiser knows the constants all the same, where it takes the kernel over.
    """
    template = dispatcher.get_call_template

    def for_numbers(arguments: Any, named: Any) -> Any:
        return template(
            tuple(types.unliteral(one) for one in arguments),
            {name: types.unliteral(one) for name, one in named.items()},
        )

    dispatcher.get_call_template = for_numbers


def use() -> None:
    """Compile everything this way, from now on."""
    codegen.JITCPUCodegen._library_class = LateLibrary
    codegen.JITCPUCodegen.set_env = _set_env  # type: ignore[method-assign]
