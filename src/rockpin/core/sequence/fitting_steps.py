"""The steps of what comes with a thing or its place: stacks, bolts of a device, pipes, what rides."""

from rockpin.core.base.words import inside, listed
from rockpin.core.sequence.step import Draft, Phase
from rockpin.core.sequence.work_site import WorkSite, wait_for


def stack_steps(site: WorkSite, needs: list[str]) -> list[Draft]:
    """Stacks of spacers, counted out for each gap before anything is screwed up."""
    stacks = site.fittings.stacks
    if not stacks:
        return []
    text = "; ".join(one.text for one in stacks)
    return [
        Draft(
            id="stacks",
            phase=Phase.FIRST_UP,
            title="Build the stacks",
            sentence=f"Measure each gap once more, then stack the thickest first. {text[0].upper()}{text[1:]}. A dab "
            "of tape holds a stack together until its screw is in.",
            minutes=site.figures.set_minutes * len(stacks),
            needs=needs,
        )
    ]


def bolt_steps(site: WorkSite, needs: list[str]) -> list[Draft]:
    """The mount's own part on the back of a device."""
    bolt = site.fittings.bolt
    if bolt is None:
        return []
    name = f"the {inside(site.fixture.name)}"
    if bolt.length_mm is None:
        what = "Take only bolts that were tried by hand, none longer than its insert is deep and the mount is thick."
        size = None
    else:
        size = f"{bolt.thread} × {bolt.length_mm:g}"
        what = bolt.text
    return [
        Draft(
            id="bolt-on",
            phase=Phase.FIRST_UP,
            title="Bolt the mount to it",
            sentence=f"Lay {name} on its face, on something soft. {what} Start all of them by hand; none is turned on "
            "against resistance.",
            minutes=site.figures.screw_minutes * bolt.count,
            needs=needs,
            figure=size,
            figure_words="bolts" if size else None,
            feel="Turns easily to the last turn, then stops short: it clamps.",
            stop="It stops while it is still loose: it has bottomed. Take a shorter one.",
        )
    ]


def pipe_steps(site: WorkSite, needs: list[str]) -> list[Draft]:
    """The pipes of a heated rail, which somebody else may have to join."""
    if not site.fittings.tails:
        return []
    return [
        Draft(
            id="pipes",
            phase=Phase.HANG,
            title="Join the pipes",
            sentence="Whoever may do that joins them, fills it and lets the air out. Heat it up once and look for "
            "drops at every joint before the covers go on.",
            minutes=site.figures.prove_minutes,
            needs=needs,
            danger="It is heavier filled than it was when it was tried: nobody pulls at it until it was tried again.",
        )
    ]


def wire_steps(site: WorkSite, needs: list[str]) -> list[Draft]:
    """The wires of a lamp or whatever else is fed, which somebody else may have to join."""
    thing = site.catalogue.common_thing_by_key.get(site.fixture.thing or "")
    if thing is None or not thing.wired:
        return []
    return [
        Draft(
            id="wires",
            phase=Phase.HANG,
            title="Join the wires",
            sentence="Whoever may work on the wiring here joins them, with the circuit off and proved dead; no wire "
            "lies pinched behind the plate. Only then the circuit is switched on again.",
            minutes=site.figures.prove_minutes,
            needs=needs,
            danger="Its wires are not joined: the circuit stays off.",
        )
    ]


def scrap_steps(site: WorkSite, needs: list[str]) -> list[Draft]:
    """In a thin panel the first hole is drilled in a scrap: there is no second."""
    return [
        Draft(
            id="scrap",
            phase=Phase.SAFE,
            title="Try it in a scrap",
            sentence="Drill a scrap of the same thickness, put one fixing in and pull it. Too small a hole tears a "
            "thin panel, too large a one holds nothing.",
            minutes=site.figures.drill_minutes + site.figures.set_minutes,
            needs=needs,
        )
    ]


def bed_steps(site: WorkSite, needs: list[str]) -> list[Draft]:
    """Tape or adhesive beside the screws of what is shaken; no figure counts on it."""
    return [
        Draft(
            id="bed",
            phase=Phase.FIRST_UP,
            title="Bed it",
            sentence="Clean panel and bracket with spirit. Strong double-sided tape on the bracket's back, clear of "
            "its holes, or a bead of flexible adhesive: it keeps what is shaken from working its screws loose. The "
            "screws bear all of the load by themselves.",
            minutes=site.figures.set_minutes,
            needs=needs,
        )
    ]


def glue_steps(site: WorkSite, needs: list[str]) -> list[Draft]:
    """Glue goes on before the first screw; it bears nothing in any figure, and nothing is hung before it has set."""
    glued = [support for support in site.fixture.supports if support.glued]
    if not glued:
        return []
    names = listed([inside(support.name) for support in glued])
    return [
        Draft(
            id="glue",
            phase=Phase.FIRST_UP,
            title="Glue",
            sentence=f"A bead on the back of {names}, clear of the holes, before the first screw: once they are up "
            "none gets behind them.",
            minutes=site.figures.set_minutes * len(glued),
            needs=needs,
            reversible=False,
        ),
        Draft(
            id="glue-sets",
            phase=Phase.FIRST_UP,
            title="Let the glue set",
            sentence="Nothing is pulled or hung before it has set. The screws bear all of the load by themselves.",
            minutes=0.0,
            needs=["up" if site.hanging.keyholes else "draw-up"],
            wait=wait_for("glue", site.units, site.catalogue),
            danger="The glue has not set: whatever pulls at it now tears it for good.",
        ),
    ]
