"""Would the tests notice? Changes the core in one place at a time and runs the tests on each: what survives is told.

``./run mutants`` breaks each safety rule of ``safety_rules.toml`` in turn. ``./run mutants --random 200 [FILE…]``
makes so many random changes to the core, or to the files that are named.
"""

import argparse
import ast
import os
import random
import shutil
import subprocess
import sys
import tempfile
import tomllib
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import NamedTuple

_ROOT = Path(__file__).parent.parent
_PACKAGE = _ROOT / "src" / "rockpin"
_TESTS = ("tests/core", "tests/api", "tests/exchange", "tests/devices")
_LONGEST_S = 600

_COMPARED: dict[type[ast.cmpop], str] = {
    ast.Lt: ">=",
    ast.LtE: ">",
    ast.Gt: "<=",
    ast.GtE: "<",
    ast.Eq: "!=",
    ast.NotEq: "==",
    ast.Is: "is not",
    ast.IsNot: "is",
    ast.In: "not in",
    ast.NotIn: "in",
}
_REAL_SUMS: dict[type[ast.operator], str] = {ast.Add: "-", ast.Sub: "+", ast.Mult: "/", ast.Div: "*"}
_NAMED = {"min": "max", "max": "min", "any": "all", "all": "any", "minimum": "maximum", "maximum": "minimum"}


class Mutant(NamedTuple):
    """A change of one file of the package: what stood there and what stands there now, from a place in the text."""

    name: str
    file: str
    start: int
    old: str
    new: str


def _changes(node: ast.AST, text: str, at: dict[int, int]) -> Iterator[tuple[int, str, str]]:
    """What can be changed at a node: place in the text, what stands there, what would."""

    def place(of: ast.expr | ast.stmt) -> tuple[int, int]:
        return at[of.lineno] + of.col_offset, at[of.end_lineno or 0] + (of.end_col_offset or 0)

    match node:
        case ast.Compare(left=left, ops=[op], comparators=[right]) if type(op) in _COMPARED:
            start, end = place(left)[1], place(right)[0]
            yield start, text[start:end], f" {_COMPARED[type(op)]} "
        case ast.BinOp(left=left, op=operator, right=right) if type(operator) in _REAL_SUMS:
            start, end = place(left)[1], place(right)[0]
            if text[start:end].strip() in "+-*/":
                yield start, text[start:end], f" {_REAL_SUMS[type(operator)]} "
        case ast.BoolOp(op=joint, values=[first, second, *_]):
            start, end = place(first)[1], place(second)[0]
            word = "or" if isinstance(joint, ast.And) else "and"
            if text[start:end].strip() in ("and", "or"):
                yield start, text[start:end], f" {word} "
        case ast.UnaryOp(op=ast.Not(), operand=operand):
            start, end = place(node)[0], place(operand)[0]
            yield start, text[start:end], ""
        case ast.Call(func=ast.Name(id=name) | ast.Attribute(attr=name)) if name in _NAMED:
            end = place(node.func)[1]
            yield end - len(name), name, _NAMED[name]
        case ast.Constant(value=int() | float() as value) if not isinstance(value, bool):
            start, end = place(node)
            yield start, text[start:end], repr(value + 1 if value in (0, 1) else value * 1.5)
        case ast.If(test=test):
            start, end = place(test)
            yield start, text[start:end], "False"


def mutants_of(path: Path) -> list[Mutant]:
    """Every change that is known for a file, in the order of the text. Docstrings and annotations are left alone."""
    text = path.read_bytes()
    # places of the tree count bytes
    shown = text.decode("latin-1")
    at, begin = {}, 0
    for number, written in enumerate(text.split(b"\n"), 1):
        at[number] = begin
        begin += len(written) + 1
    file = str(path.relative_to(_PACKAGE))
    found = []
    for node in ast.walk(ast.parse(text)):
        for start, old, new in _changes(node, shown, at):
            line = shown.count("\n", 0, start) + 1
            found.append(Mutant(f"{file}:{line}  {old.strip()} → {new.strip() or '(nothing)'}", file, start, old, new))
    return sorted(found, key=lambda one: one.start)


def random_mutants(count: int, seed: int, files: list[Path]) -> list[Mutant]:
    """So many of all changes, the same for the same seed and text."""
    every = [one for path in files for one in mutants_of(path)]
    return random.Random(seed).sample(every, min(count, len(every)))


def rule_mutants() -> list[Mutant]:
    """The safety rules, each broken; ends the program where a rule does not stand once where the list says."""
    rules = tomllib.loads((_ROOT / "bench" / "safety_rules.toml").read_text(encoding="utf-8"))["rules"]
    found = []
    for rule in rules:
        text = (_PACKAGE / rule["file"]).read_bytes().decode("latin-1")
        old, new = (rule[key].encode().decode("latin-1") for key in ("rule", "broken"))
        if text.count(old) != 1:
            sys.exit(f"{rule['name']}: its text stands {text.count(old)} times in {rule['file']}; mend the list")
        found.append(Mutant(rule["name"], rule["file"], text.index(old), old, new))
    return found


def _caught(mutant: Mutant) -> bool:
    """Whether some test fails on the changed package. A change that hangs is caught too."""
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / "rockpin"
        shutil.copytree(_PACKAGE, copy, ignore=shutil.ignore_patterns("__pycache__", "assets"))
        path = copy / mutant.file
        text = path.read_bytes().decode("latin-1")
        changed = text[: mutant.start] + mutant.new + text[mutant.start + len(mutant.old) :]
        path.write_bytes(changed.encode("latin-1"))
        command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", *_TESTS]
        environment = {**os.environ, "PYTHONPATH": folder, "PYTHONDONTWRITEBYTECODE": "1"}
        try:
            ran = subprocess.run(
                command, cwd=_ROOT, env=environment, capture_output=True, timeout=_LONGEST_S, check=False
            )
        except subprocess.TimeoutExpired:
            return True
        return ran.returncode != 0


def main() -> None:
    """Runs the tests on each change and prints what survives; ends with 1 where a safety rule does."""
    parser = argparse.ArgumentParser(prog="./run mutants", description=__doc__)
    parser.add_argument("files", nargs="*", type=Path, help="files of the package; otherwise the whole core")
    parser.add_argument("--random", type=int, metavar="COUNT", help="so many random changes instead of the list")
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--only", default="", help="rules of the list whose name holds this")
    asked = parser.parse_args()
    files = [path.resolve() for path in asked.files] or sorted((_PACKAGE / "core").rglob("*.py"))
    if asked.random or asked.files:
        mutants = random_mutants(asked.random or 20, asked.seed, files)
    else:
        mutants = [one for one in rule_mutants() if asked.only in one.name]
    if _caught(Mutant("nothing changed", "__init__.py", 0, "", "")):
        sys.exit("The tests fail as it is: mend that first, or every change would count as noticed.")
    survivors = 0
    with ThreadPoolExecutor(os.cpu_count()) as pool:
        for mutant, caught in zip(mutants, pool.map(_caught, mutants), strict=True):
            survivors += not caught
            print(f"{'caught  ' if caught else 'SURVIVES'}  {mutant.name}", flush=True)
    print(f"{len(mutants) - survivors} of {len(mutants)} caught")
    if survivors and not asked.random:
        sys.exit(1)


if __name__ == "__main__":
    main()
