"""A fixture described as a thing: each shape takes its measures and becomes pieces, supports, links and rails.

What a shape means for the loads follows from its parts alone; every part can be changed by hand afterwards.
"""

from rockpin.core.errors import BadInput, Fault
from rockpin.core.fixture import (
    Environment,
    Fixture,
)
from rockpin.core.job import JobBody
from rockpin.core.shape_builders import BUILDERS, Measures
from rockpin.core.table_shapes import Shape


def measured(shape: Shape, given: Measures) -> dict[str, float]:
    """All measures of a shape, those not given at their start. Raises BadInput for each that is out of its limits."""
    known = {one.key: one for one in shape.measures}
    faults = [
        Fault(f"measures.{key}", f"is no measure of “{shape.label}”; it has {', '.join(known)}")
        for key in given
        if key not in known
    ]
    for key, one in known.items():
        value = given.get(key, one.start)
        if not one.least <= value <= one.most:
            faults.append(
                Fault(
                    f"measures.{key}",
                    f"{one.label}: {value:g} lies outside {one.least:g} to {one.most:g} {one.unit}; measure again",
                )
            )
    if faults:
        raise BadInput(faults)
    return {key: given.get(key, one.start) for key, one in known.items()}


def build(shape: Shape, given: Measures, before: Fixture | None = None) -> Fixture:
    """The fixture of a shape and its measures. Raises BadInput where the measures cannot be.

    ``before``: the fixture that it replaces; its name, place, limits and note stay, and its use if the shape stays.
    """
    values = measured(shape, given)
    try:
        made = BUILDERS[shape.key](values)
    except ValueError as error:
        raise BadInput([Fault("measures", _first_line(error))]) from None
    kept: dict[str, object] = {"shape": shape.key, "measures": values, "duty": shape.duty, "graspable": shape.graspable}
    if before is not None:
        kept |= {
            "name": before.name,
            "environment": before.environment,
            "limits": before.limits,
            "note": before.note,
            "wind_pa": before.wind_pa,
        }
        if before.shape == shape.key:
            kept |= {"duty": before.duty, "graspable": before.graspable}
    else:
        kept["environment"] = Environment.DRY
    return made.model_copy(update=kept)


def _first_line(error: ValueError) -> str:
    found = [line.strip() for line in str(error).splitlines() if "holes:" in line or "lies outside" in line]
    text = found[0].removeprefix("Value error, ").split(" [type=")[0] if found else "these measures do not go together"
    return text if found else f"{text}; look at them again"


def with_fixture(job: JobBody, fixture: Fixture) -> JobBody:
    """A job with another fixture: what belongs to holes and supports that are gone goes with them."""
    holes = {hole.id for support in fixture.supports for hole in support.holes}
    holes |= {hole.id for link in fixture.links for hole in link.holes}
    supports = {support.id for support in fixture.supports}
    placement = job.placement.model_copy(
        update={"supports": tuple(place for place in job.placement.supports if place.support_id in supports)}
    )
    return job.model_copy(
        update={
            "fixture": fixture,
            "placement": placement,
            "choices": tuple(choice for choice in job.choices if choice.hole_id in holes),
            "records": tuple(record for record in job.records if record.hole_id in holes),
        }
    )
