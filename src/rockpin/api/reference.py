"""Lists for the screen, the reading of quantities, what this program is, and a finished example to look at."""

import re
from functools import cache
from importlib.metadata import PackageNotFoundError, distribution, metadata
from typing import Annotated

from fastapi import APIRouter, Query

from rockpin import __version__
from rockpin.api.context import Context
from rockpin.api.schemas import About, Called, Lists, Made, PackageLine, QuantityIn, QuantityOut
from rockpin.api.views import lists_of
from rockpin.core.base.quantities import parse_force_n, parse_length_mm, parse_mass_kg
from rockpin.core.document.job import Region
from rockpin.core.tables.references import called_in
from rockpin.core.tables.shapes import Beyond

router = APIRouter(prefix="/api", tags=["reference"])

_PARSERS = {"length": parse_length_mm, "mass": parse_mass_kg, "force": parse_force_n}


@router.get("/lists")
def read_lists(context: Context, region: Region | None = None) -> Lists:
    """Every list that the screen offers, from the catalogue, in the trade words of a region."""
    return lists_of(context.catalogue.in_words_of(region) if region else context.catalogue)


@router.post("/quantity")
def read_quantity(given: QuantityIn) -> QuantityOut:
    """A length [mm], mass [kg] or force [N] from what a person wrote."""
    return QuantityOut(value=_PARSERS[given.kind](given.text, given.units, given.field))


@router.get("/called")
def read_called(context: Context, said: Annotated[str, Query(max_length=200)] = "") -> Called:
    """The thing that is named in what somebody calls his job: a bike hook in “Bike hook by the door”."""
    called = called_in(said, context.catalogue)
    if isinstance(called, Beyond):
        return Called(key=None, beyond=called.says(said))
    return Called(key=called.key if called else None)


_LONGEST_LICENCE = 40


def _licence(name: str) -> str:
    """Under what a package comes, in a few words."""
    about = metadata(name)
    said = next((about[key] for key in ("License-Expression", "License") if key in about), "")
    if said and len(said) <= _LONGEST_LICENCE:
        return said
    classifiers = about.get_all("Classifier") or []
    named = [one.rsplit(" :: ", 1)[-1] for one in classifiers if one.startswith("License ::")]
    return ", ".join(named)


@cache
def _packages() -> tuple[PackageLine, ...]:
    found = []
    for wanted in distribution("rockpin").requires or ():
        if "extra ==" in wanted:
            continue
        name = re.split(r"[^A-Za-z0-9_.-]", wanted, maxsplit=1)[0]
        try:
            found.append(PackageLine(name=name, version=distribution(name).version, license=_licence(name)))
        except PackageNotFoundError:
            continue
    return tuple(sorted(found, key=lambda one: one.name))


@router.get("/about")
def read_about() -> About:
    """The version, the licence, and what this is built with."""
    return About(version=__version__, license="MIT", packages=_packages())


@router.post("/example", status_code=201)
def bring_example(context: Context) -> Made:
    """Slipway House, a made-up boathouse beside what is there; where it is already, it stays so."""
    # nobody else waits for it when the application starts
    from rockpin.demo import load_demo

    return Made(id=load_demo(context.store))
