"""Questions that are answered before anything is kept: what goes in, which bit, how deep, how far apart, what wall."""

import sys
from collections.abc import Callable, Sequence
from typing import TYPE_CHECKING, Annotated, Any, TypeVar

import typer

from rockpin.cli.shared import app, fail
from rockpin.core.base.errors import BadInput, Fault, RockPinError, fault_of
from rockpin.core.base.quantities import (
    UnitSystem,
    parse_force_n,
    parse_length_mm,
    parse_mass_kg,
    parse_screw_mm,
    told_in,
)

if TYPE_CHECKING:
    from rockpin.core.questions import Supposed
    from rockpin.core.tables.catalogue import Catalogue
    from rockpin.core.tables.hands import Hand
    from rockpin.core.tables.identification import BuildUp
    from rockpin.core.tables.shapes import Beyond, CommonThing, Shape

asking = typer.Typer(no_args_is_help=True, help="Ask one thing: nothing is kept, and what was not said is told.")
app.add_typer(asking, name="ask")

T = TypeVar("T")

Wall = Annotated[
    str | None, typer.Option("--wall", help="A usual build-up by its key, or a word of its name; none: not known.")
]
Plaster = Annotated[str | None, typer.Option("--plaster", help="How thick the plaster is; 0 for none.")]
Region = Annotated[str, typer.Option("--region", help="britain, ireland, central_europe, north_america or unknown.")]
Units = Annotated[UnitSystem, typer.Option("--units", help="How lengths are read and written.")]
Studs = Annotated[bool, typer.Option("--in-studs", help="The holes go into the studs, not between them.")]
HandOn = Annotated[
    str | None,
    typer.Option("--hand", help="What hands do to it: none, touch, use, tug or lean; not said: as usual for it."),
]
Left = Annotated[str | None, typer.Option("--left", help="From the wall's left end.")]
Up = Annotated[str | None, typer.Option("--up", help="Above the floor.")]
Points = Annotated[
    list[str] | None, typer.Option("--point", help="What is on the wall, as socket@400,300 in millimetres.")
]


def _told(work: "Callable[[Catalogue], T]", units: UnitSystem) -> T:
    """What a question comes to; a refusal is told in the units of whoever asks, and ends with 2."""
    from pydantic import ValidationError

    from rockpin.catalogue import load_catalogue

    try:
        return work(load_catalogue())
    except ValidationError as error:
        faults = [fault_of(dict(error.errors()[0]))]
    except BadInput as error:
        faults = list(error.faults)
    except RockPinError as error:
        fail(error)
    for fault in faults:
        print(told_in(fault.says, units), file=sys.stderr)
    raise typer.Exit(2)


def _meant(
    said: str, rows: "Sequence[BuildUp | CommonThing | Shape | Hand]", field: str, beyond: "Sequence[Beyond]" = ()
) -> str:
    """The key of the row that is meant. Raises BadInput with what there is, and what is called nearly so; of what is
    ``beyond`` the catalogue, with why."""
    from rockpin.core.tables.names import begun, meant, near
    from rockpin.core.tables.shapes import Beyond

    row = meant(said, (*rows, *beyond))
    if isinstance(row, Beyond):
        raise BadInput([Fault(field, row.says(said))])
    if row:
        return row.key
    if several := begun(said, rows):
        raise BadInput([Fault(field, f"“{said}” may be {' or '.join(row.key for row in several)}; say which")])
    guess = f"did you mean {' or '.join(near(said, rows))}? There" if near(said, rows) else "there"
    raise BadInput([Fault(field, f"“{said}” is not known here; {guess} are {', '.join(row.key for row in rows)}")])


def _measures(said: list[str] | None, shape: "Shape", units: UnitSystem) -> dict[str, float]:
    """What was measured on a thing, in the units that each measure has."""
    units_of, found = {one.key: one.unit.value for one in shape.measures}, {}
    for one in said or ():
        key, equals, value = (part.strip() for part in one.partition("="))
        if not equals or not value:
            raise BadInput([Fault("measure", f"“{one}” has no value; write it like width=40cm")])
        match units_of.get(key):
            case "mm" | "signed":
                found[key] = parse_length_mm(value, units, key)
            case "kg":
                found[key] = parse_mass_kg(value, units, key)
            case "N":
                found[key] = parse_force_n(value, units, key)
            case None:
                raise BadInput([Fault("measure", f"“{key}” is no measure of it; there are {', '.join(units_of)}")])
            case _:
                try:
                    found[key] = float(value)
                except ValueError:
                    raise BadInput([Fault(key, f"“{value}” is no number; give one")]) from None
    return found


def _mm(text: str | None, units: UnitSystem, field: str) -> float | None:
    return None if text is None else parse_length_mm(text, units, field)


def _points(said: list[str] | None) -> list[dict[str, Any]]:
    found = []
    for number, one in enumerate(said or ()):
        kind, _, at = one.partition("@")
        try:
            x, y = (float(part) for part in at.split(","))
        except ValueError:
            raise BadInput([Fault("point", f"“{one}” is no point; write it like socket@400,300")]) from None
        found.append({"id": f"point-{number}", "kind": kind, "x_mm": x, "y_mm": y})
    return found


def _evidence(said: list[str] | None) -> list[dict[str, Any]]:
    found = []
    for number, one in enumerate(said or ()):
        check, _, outcome = one.partition("=")
        if not outcome:
            raise BadInput([Fault("check", f"“{one}” has no outcome; write it like knock=hollow")])
        found.append({"id": f"check-{number}", "check": check, "outcome": outcome})
    return found


def _supposed(catalogue: "Catalogue", units: UnitSystem, **said: Any) -> "Supposed":
    from rockpin.core.questions import Supposed

    given = {key: value for key, value in said.items() if value is not None}
    named: tuple[tuple[str, str, tuple[BuildUp | CommonThing | Shape | Hand, ...]], ...] = (
        ("wall", "wall", catalogue.build_ups),
        ("shape", "thing", (*catalogue.common_things, *catalogue.shapes)),
        ("hand", "hand", catalogue.hands),
    )
    for key, field, rows in named:
        if key in given:
            given[key] = _meant(given[key], rows, field, catalogue.beyond if key == "shape" else ())
    for key in ("plaster_mm", "across_mm", "up_mm"):
        if key in given:
            given[key] = parse_length_mm(given[key], units, key.removesuffix("_mm"))
    return Supposed.model_validate({"units": units, **given})


@asking.command("goes-in")
def goes_in(
    thing: Annotated[str, typer.Option("--thing", help="hook, shelf, curtain pole, grab rail, … by key or name.")],
    holds: Annotated[
        str | None, typer.Option("--holds", help="What it holds, or weighs if it holds nothing, like 12kg.")
    ] = None,
    wall: Wall = None,
    plaster: Plaster = None,
    in_studs: Studs = False,
    hand: HandOn = None,
    environment: Annotated[
        str | None, typer.Option("--in", help="Where it hangs: dry, wet or outdoor; not said: where such things do.")
    ] = None,
    measure: Annotated[
        list[str] | None,
        typer.Option("--measure", help="What was measured on it, as width=40cm; what was not follows from it."),
    ] = None,
    region: Region = "britain",
    units: Units = UnitSystem.METRIC,
) -> None:
    """Print the best fixings for a thing on a wall, what they carry, and what was taken for granted."""
    from rockpin.core.questions import what_goes_in
    from rockpin.core.tables.references import thing_named

    def work(catalogue: "Catalogue") -> None:
        asked = _supposed(
            catalogue,
            units,
            shape=thing,
            wall=wall,
            plaster_mm=plaster,
            in_studs=in_studs,
            hand=hand,
            environment=environment,
            region=region,
        )
        shape = thing_named(asked.shape, catalogue).shape
        told = _measures(measure, shape, units)
        if holds is not None:
            # what holds nothing but itself is asked for by its own weight
            has = {one.key for one in shape.measures}
            told["holds" if "holds" in has else "own"] = parse_mass_kg(holds, units, "holds")
        asked = asked.model_copy(update={"measures": told})
        answer = what_goes_in(asked, catalogue)
        verdict = answer.verdict
        print(" ".join(filter(None, (f"{answer.title}: {verdict.label}.", verdict.sentence, verdict.action))))
        for fit in answer.fits:
            card = fit.card
            print(f"\n{fit.count} × {fit.label}, used to {fit.use_text}" + (f": {fit.where}" if fit.where else ""))
            print(f"  {card.work_text}, {card.hammer_text}. {card.put_in_text}.")
            for line in (card.pilot_text, fit.holds_text, *fit.provisos):
                if line:
                    print(f"  {line}")
        _lines("It depends on the wall", (f"{one.label} ({one.chance_text}): {one.says}" for one in answer.by_wall))
        _lines("It would not be", (f"{one.label}: {one.reason}" for one in answer.refused))
        _lines("What would help", answer.ways)
        _lines("Taken for granted", answer.assumed)
        _lines("Before you drill", answer.before)

    _told(work, units)


def _lines(head: str, lines: Any) -> None:
    told = list(lines)
    if told:
        print(f"\n{head}:")
        for line in told:
            print(f"  {line}")


@asking.command()
def bit(
    plug: Annotated[str | None, typer.Option("--plug", help="The plug in hand, as 8x40 or 1/4 x 1.")] = None,
    screw: Annotated[str | None, typer.Option("--screw", help="The screw in hand, as 5x60 or #8 x 2 1/2.")] = None,
    wall: Wall = "plastered_brick",
    plaster: Plaster = None,
    in_studs: Studs = False,
    bits: Annotated[str | None, typer.Option("--bits", help="Your own bits, as 5,6,8 or 1/8,1/4.")] = None,
    region: Region = "britain",
    units: Units = UnitSystem.METRIC,
) -> None:
    """Print bit, pilot, depth and tape for the plug or the screw in hand."""
    from rockpin.core.questions import BitQuestion, which_bit

    def work(catalogue: "Catalogue") -> None:
        if (plug is None) == (screw is None):
            raise BadInput([Fault("plug", "say what is in hand: either --plug 8x40 or --screw 5x60")])
        diameter, length = parse_screw_mm(plug or screw or "", units, "plug" if plug else "screw")
        own = tuple(parse_length_mm(part, units, "bits") for part in bits.split(",")) if bits else ()
        asked = BitQuestion.model_validate(
            {
                "in_hand": "plug" if plug else "screw",
                "diameter_mm": diameter,
                "length_mm": length,
                "wall": None if wall is None else _meant(wall, catalogue.build_ups, "wall"),
                "plaster_mm": _mm(plaster, units, "plaster"),
                "in_studs": in_studs,
                "bits_mm": own,
                "region": region,
                "units": units,
            }
        )
        answer = which_bit(asked, catalogue)
        card = answer.card
        if card is None:
            print(f"{answer.label}: not in this wall. {' '.join(answer.against)} {answer.instead or ''}".rstrip())
        else:
            print(f"{answer.label}: {card.work_text}, {card.hammer_text}.")
            for line in (card.pilot_text, card.tape_text, card.depth_made_text, card.put_in_text):
                if line:
                    print(f"  {line}")
        _lines("Taken for granted", answer.assumed)
        _lines("Before you drill", answer.before)

    _told(work, units)


@asking.command()
def apart(
    count: Annotated[int, typer.Option("--count", help="How many things.")],
    width: Annotated[str, typer.Option("--width", help="The width that they share.")],
    each: Annotated[str, typer.Option("--each", help="How wide each is.")] = "0",
    margin: Annotated[str | None, typer.Option("--margin", help="Wanted at both ends; none: as the gaps.")] = None,
    units: Units = UnitSystem.METRIC,
) -> None:
    """Print where so many things go on a width."""
    from rockpin.core.questions import SpacingQuestion, how_far_apart

    def work(_: "Catalogue") -> None:
        answer = how_far_apart(
            SpacingQuestion.model_validate(
                {
                    "count": count,
                    "each_mm": _mm(each, units, "each"),
                    "width_mm": _mm(width, units, "width"),
                    "margin_mm": _mm(margin, units, "margin"),
                    "units": units,
                }
            )
        )
        print(answer.sentence)
        _lines("Middles, from the left", answer.middles_text)

    _told(work, units)


@asking.command()
def deep(
    wall: Wall = None,
    plaster: Plaster = None,
    in_studs: Studs = False,
    left: Left = None,
    up: Up = None,
    point: Points = None,
    region: Region = "britain",
    units: Units = UnitSystem.METRIC,
) -> None:
    """Print how deep a hole may go, and what sets that."""
    from rockpin.core.questions import how_deep

    def work(catalogue: "Catalogue") -> None:
        spot = {"across_mm": left, "up_mm": up, "points": _points(point), "in_studs": in_studs}
        answer = how_deep(_supposed(catalogue, units, wall=wall, plaster_mm=plaster, region=region, **spot), catalogue)
        print(answer.depth_text)
        _lines("Because", answer.because)
        _lines("Before you drill", answer.before)

    _told(work, units)


@asking.command()
def here(
    left: Left = None,
    up: Up = None,
    wall: Wall = None,
    point: Points = None,
    looked: Annotated[bool, typer.Option("--looked", help="Both faces were looked at; all is said.")] = False,
    region: Region = "britain",
    units: Units = UnitSystem.METRIC,
) -> None:
    """Print what is near a spot, the risk there, and what would clear it."""
    from rockpin.core.questions import may_drill

    def work(catalogue: "Catalogue") -> None:
        spot = {"across_mm": left, "up_mm": up, "points": _points(point), "looked": looked}
        answer = may_drill(_supposed(catalogue, units, wall=wall, region=region, **spot), catalogue)
        proviso = f", {answer.risk_if}" if answer.risk_if else ""
        print(f"{answer.verdict.label}: {answer.risk_text} chance of striking something{proviso}.")
        _lines("Because", answer.says)
        _lines("What would clear it", (one.says for one in answer.clearing))
        _lines("Before you drill", answer.before)

    _told(work, units)


@asking.command("wall")
def wall_(
    stands: Annotated[str | None, typer.Option("--stands", help="outside, partition, wet_room, …")] = None,
    finish: Annotated[str | None, typer.Option("--finish", help="smooth, papered, tiled, …")] = None,
    year: Annotated[int | None, typer.Option("--year", help="When it was built.")] = None,
    check: Annotated[list[str] | None, typer.Option("--check", help="What was done and seen, as knock=hollow.")] = None,
    region: Region = "britain",
    units: Units = UnitSystem.METRIC,
) -> None:
    """Print what a wall most likely is by what was said and checked, and the next check."""
    from rockpin.core.questions import what_wall

    def work(catalogue: "Catalogue") -> None:
        facts = {"stands": stands, "finish": finish, "built_year": year, "evidence": _evidence(check)}
        answer = what_wall(_supposed(catalogue, units, region=region, **facts), catalogue)
        print(answer.sentence)
        _lines("It may be", (f"{one.label}, {one.chance_text}: {', '.join(one.layers)}" for one in answer.may_be))
        _lines("Next", (answer.advice,))

    _told(work, units)
