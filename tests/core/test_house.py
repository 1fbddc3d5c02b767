"""What a reader of kernels can rely on: their arrays are stated, their columns named, and nothing else goes untyped."""

import ast
import re
import unittest
from collections.abc import Iterator
from functools import cache
from pathlib import Path

CORE = Path(__file__).resolve().parents[2] / "src" / "partita"
# Where whole numbers from 3 on are no columns: sums of vectors, sizes of arrays, edges of noses, groups of a pattern.
_NO_COLUMNS = re.compile(r"\.shape$|^k$|^m$|^y$|nose_x$|^match$|^jaws$")


def modules() -> Iterator[tuple[str, ast.Module]]:
    for path in sorted(CORE.rglob("*.py")):
        yield path.relative_to(CORE).as_posix(), ast.parse(path.read_text("utf-8"))


def is_kernel(node: ast.AST) -> bool:
    return isinstance(node, ast.FunctionDef) and any(ast.unparse(d).startswith("kernel") for d in node.decorator_list)


def kernels(tree: ast.AST) -> list[ast.FunctionDef]:
    return [node for node in ast.walk(tree) if isinstance(node, ast.FunctionDef) and is_kernel(node)]


@cache
def head_of(name: str) -> str:
    """The docstrings of all modules of that name."""
    return " ".join(ast.get_docstring(tree) or "" for path, tree in modules() if Path(path).stem == name)


def said_of(module: str) -> str:
    """A module's head, with those that it says its kernels share."""
    return " ".join([module, *(head_of(name) for name in re.findall(r"those of `(?:\w+\.)*(\w+)`", module))])


def arrays_of(kernel: ast.FunctionDef) -> set[str]:
    """Arguments that are read by place, or whose size is asked."""
    read = [node.value for node in ast.walk(kernel) if isinstance(node, ast.Subscript)]
    read += [node.value for node in ast.walk(kernel) if isinstance(node, ast.Attribute) and node.attr == "shape"]
    names = {value.id for value in read if isinstance(value, ast.Name)}
    return names & {argument.arg for argument in kernel.args.args}


class House(unittest.TestCase):
    def test_every_kernels_arrays_are_stated_by_it_or_by_the_head_of_its_module(self) -> None:
        for path, tree in modules():
            said = said_of(ast.get_docstring(tree) or "")
            for kernel in kernels(tree):
                words = set(re.findall(r"\w+", f"{said} {ast.get_docstring(kernel) or ''}"))
                self.assertLessEqual(arrays_of(kernel), words, f"{path}: {kernel.name}")

    def test_only_kernels_go_without_types(self) -> None:
        for path, tree in modules():
            inside = {id(node) for kernel in kernels(tree) for node in ast.walk(kernel)}
            for node in ast.walk(tree):
                if not isinstance(node, ast.FunctionDef) or id(node) in inside:
                    continue
                given = [one for one in (*node.args.args, *node.args.kwonlyargs) if one.arg not in ("self", "cls")]
                untyped = [one.arg for one in given if one.annotation is None]
                self.assertFalse(untyped or node.returns is None, f"{path}: {node.name} {untyped}")

    def test_columns_are_named_and_not_counted(self) -> None:
        for path, tree in modules():
            for node in ast.walk(tree):
                if not isinstance(node, ast.Subscript) or _NO_COLUMNS.search(ast.unparse(node.value)):
                    continue
                last = node.slice.elts[-1] if isinstance(node.slice, ast.Tuple) and node.slice.elts else node.slice
                counted = isinstance(last, ast.Constant) and isinstance(last.value, int) and last.value >= 3
                self.assertFalse(counted, f"{path}:{node.lineno}: {ast.unparse(node)}")
