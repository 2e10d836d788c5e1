"""Would the tests notice? Changes the core in one place at a time and runs the tests on each: what survives is told.

``./run mutants`` breaks each safety rule of ``safety_rules.toml`` in turn. ``./run mutants --random 200 [FILE…]``
makes so many random changes to the core, or to the files that are named.

The tests are run once as they are, to see which of them come through which line; a change is then put to those that
come through its line, the quickest first.
"""

import argparse
import ast
import hashlib
import os
import random
import shutil
import subprocess
import sys
import tempfile
import tomllib
import xml.etree.ElementTree as ET
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import NamedTuple

from coverage import CoverageData

_ROOT = Path(__file__).parent.parent
_PACKAGE = _ROOT / "src" / "rockpin"
_TESTS = ("tests/core", "tests/api", "tests/exchange", "tests/devices")
_SCHEMA = "tests/core/test_documents.py::test_the_published_schema_is_the_one_that_documents_are_read_by"
_LOOKED_AT = ("rockpin.core", "rockpin.store", "rockpin.exchange", "rockpin.api")
"""Where changes are made; of what lies elsewhere nobody knows which tests come through it, and all of them are run."""
_TIMES_AS_LONG = 3.0
"""A change hangs where its tests take so many times as long as they took without it."""
_START_S = 60.0
_KEPT = _ROOT / ".run" / "mutants"

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


class Reach(NamedTuple):
    """Which tests come through a line, by file of the package and number; and how long each takes [s]."""

    tests: dict[str, dict[int, frozenset[str]]]
    took_s: dict[str, float]

    def through(self, mutant: Mutant) -> list[str]:
        """The tests that come through a change, the quickest first; none known: all of them must be run.

        A line that is run while the program is loaded is noticed by those that come through its file anywhere, and by
        those of the published schema.
        """
        line = (_PACKAGE / mutant.file).read_bytes()[: mutant.start].count(b"\n") + 1
        lines = self.tests.get(mutant.file, {})
        found = lines.get(line, frozenset())
        if not found and any(lines.values()):
            found = frozenset().union(*lines.values(), *([_SCHEMA] if _SCHEMA in self.took_s else []))
        return sorted(found, key=lambda test: self.took_s.get(test, 0.0))

    def longest_s(self, tests: list[str]) -> float:
        """How long tests may take [s] before a change counts as one that hangs; none named: all of them."""
        return _START_S + _TIMES_AS_LONG * sum(self.took_s.get(test, 0.0) for test in tests or self.took_s)


def _digest() -> str:
    """What the tests and the package are like now."""
    found = hashlib.sha256()
    for path in sorted([*_PACKAGE.rglob("*.py"), *(_ROOT / "tests").rglob("*.py")]):
        found.update(path.read_bytes())
    return found.hexdigest()[:20]


def _run_once(kept: Path) -> None:
    """Runs all tests as they are, and keeps which line is reached from where. Ends the program where one fails."""
    kept.mkdir(parents=True)
    settings = kept / "coveragerc"
    settings.write_text(f"[run]\nsource = {','.join(_LOOKED_AT)}\ndata_file = {kept / 'lines'}\n", encoding="utf-8")
    told = ["-p", "no:cacheprovider", "-n", "auto", f"--junitxml={kept / 'times.xml'}"]
    told += [f"--cov={package}" for package in _LOOKED_AT]
    told += ["--cov-context=test", "--cov-report=", f"--cov-config={settings}"]
    if subprocess.run([sys.executable, "-m", "pytest", "-q", *told, *_TESTS], cwd=_ROOT, check=False).returncode:
        shutil.rmtree(kept)
        sys.exit("The tests fail as it is: mend that first, or every change would count as noticed.")


def reach_of_tests() -> Reach:
    """Which tests come through which line, from a run of these very tests on this very package."""
    kept = _KEPT / _digest()
    if not kept.exists():
        _run_once(kept)
    data = CoverageData(str(kept / "lines"))
    data.read()
    tests: dict[str, dict[int, frozenset[str]]] = {}
    for name in data.measured_files():
        lines = data.contexts_by_lineno(name)
        # lines that are run while the program is loaded tell of no test
        tests[str(Path(name).relative_to(_PACKAGE))] = {
            line: frozenset(one.rpartition("|")[0] for one in names if one) if "" not in names else frozenset()
            for line, names in lines.items()
        }
    took = {}
    for case in ET.parse(kept / "times.xml").iter("testcase"):
        file = case.get("classname", "").replace(".", "/") + ".py"
        took[f"{file}::{case.get('name', '')}"] = float(case.get("time", 0.0))
    return Reach(tests, took)


def _caught(mutant: Mutant, tests: list[str], longest_s: float) -> bool:
    """Whether one of the tests fails on the changed package. A change that hangs is caught too."""
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / "rockpin"
        shutil.copytree(_PACKAGE, copy, ignore=shutil.ignore_patterns("__pycache__", "assets"))
        path = copy / mutant.file
        text = path.read_bytes().decode("latin-1")
        changed = text[: mutant.start] + mutant.new + text[mutant.start + len(mutant.old) :]
        path.write_bytes(changed.encode("latin-1"))
        named = Path(folder) / "tests"
        named.write_text("\n".join(tests or _TESTS), encoding="utf-8")
        command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", f"@{named}"]
        environment = {**os.environ, "PYTHONPATH": folder, "PYTHONDONTWRITEBYTECODE": "1"}
        try:
            ran = subprocess.run(
                command, cwd=_ROOT, env=environment, capture_output=True, timeout=longest_s, check=False
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
    parser.add_argument("--at-once", type=int, default=os.cpu_count(), help="so many changes are tried side by side")
    asked = parser.parse_args()
    files = [path.resolve() for path in asked.files] or sorted((_PACKAGE / "core").rglob("*.py"))
    if asked.random or asked.files:
        mutants = random_mutants(asked.random or 20, asked.seed, files)
    else:
        mutants = [one for one in rule_mutants() if asked.only in one.name]
    reach = reach_of_tests()
    survivors = 0
    with ThreadPoolExecutor(asked.at_once) as pool:
        tests = [reach.through(mutant) for mutant in mutants]
        runs = pool.map(_caught, mutants, tests, map(reach.longest_s, tests))
        for mutant, caught in zip(mutants, runs, strict=True):
            survivors += not caught
            print(f"{'caught  ' if caught else 'SURVIVES'}  {mutant.name}", flush=True)
    print(f"{len(mutants) - survivors} of {len(mutants)} caught")
    if survivors and not asked.random:
        sys.exit(1)


if __name__ == "__main__":
    main()
