"""Every public function of the core that returns a number says what it is and in which unit."""

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import rockpin.core

_ROOT = Path(rockpin.core.__file__).parent
_NUMBER = re.compile(
    r"(float|int|Rows|Places|Probabilities)( \| None)?"
    r"|tuple\[(float, )*float(, \.\.\.)?\]|list\[float\]|dict\[str, float\]"
)
_UNIT_IN_WORDS = re.compile(r"\[[^\]]+\]")
# a name that is a unit, or a share of one by its word
_NAMED = {"mm", "kg", "newtons", "use", "share", "chance", "solid_wood"}
_UNITS = ("_mm", "_mm2", "_n", "_mpa", "_kg", "_minutes", "_bits", "_factor", "_share", "_deg", "_n_mm")


def _functions() -> Iterator[tuple[str, ast.FunctionDef]]:
    for path in sorted(_ROOT.rglob("*.py")):
        for node in ast.parse(path.read_text(encoding="utf-8")).body:
            inside = node.body if isinstance(node, ast.ClassDef) and not node.name.startswith("_") else []
            for one in (node, *inside):
                if isinstance(one, ast.FunctionDef) and not one.name.startswith("_") and one.returns:
                    yield f"{path.relative_to(_ROOT)}:{one.lineno} {one.name}", one


def test_numbers_have_units_in_words() -> None:
    numbers = [(where, one) for where, one in _functions() if _NUMBER.fullmatch(ast.unparse(one.returns or one))]
    assert len(numbers) > 60
    silent = [where for where, one in numbers if not _UNIT_IN_WORDS.search(ast.get_docstring(one) or "")]
    assert silent == []


def test_arguments_that_are_numbers_carry_their_units() -> None:
    bare = []
    for where, one in _functions():
        told = ast.get_docstring(one) or ""
        for argument in (*one.args.args, *one.args.kwonlyargs):
            number = argument.annotation and ast.unparse(argument.annotation) in (
                "float",
                "float | None",
                "Rows",
                "Values",
            )
            # in its name, or said beside it in words
            if (
                number
                and argument.arg not in _NAMED
                and not argument.arg.endswith(_UNITS)
                and not _UNIT_IN_WORDS.search(told)
            ):
                bare.append(f"{where}({argument.arg})")
    assert bare == []
