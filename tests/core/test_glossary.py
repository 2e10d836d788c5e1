"""Every record of the core has a name made of words that the glossary explains, and the glossary explains no others."""

import importlib
import pkgutil
import re
from pathlib import Path

from pydantic import BaseModel

import rockpin.core

GLOSSARY = (Path(__file__).parents[2] / "docs" / "glossary.md").read_text(encoding="utf-8")


def _record_names() -> set[str]:
    names = set()
    for found in pkgutil.walk_packages(rockpin.core.__path__, "rockpin.core."):
        module = importlib.import_module(found.name)
        for name, thing in vars(module).items():
            if not isinstance(thing, type) or thing.__module__ != found.name or name.startswith("_"):
                continue
            fields = hasattr(thing, "_fields") or hasattr(thing, "__dataclass_fields__")
            if fields or issubclass(thing, BaseModel):
                names.add(name)
    return names


def test_names_are_made_of_words_with_one_meaning() -> None:
    entries = re.findall(r"^\| ([a-z]+) \| \S", GLOSSARY.split("## Words")[1], re.MULTILINE)
    assert len(entries) == len(set(entries)), "a word stands twice"
    words = {word.lower() for name in _record_names() for word in re.findall("[A-Z][a-z]+", name)}
    assert words - set(entries) == set(), "explain these in docs/glossary.md, or take words that stand there"
    assert set(entries) - words - {"word"} == set(), "no name has these any more"
