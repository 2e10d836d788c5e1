"""Ways out that work on the wall first: a board across studs or bricks, wood between studs, tests of what it holds."""

from collections.abc import Iterator
from math import ceil

from rockpin.core.base.quantities import show_across, show_force, show_length, show_thickness
from rockpin.core.base.words import inside
from rockpin.core.capacity import method_of
from rockpin.core.choice import divisors_of
from rockpin.core.document.evidence import Filling
from rockpin.core.document.fixture import LinkKind
from rockpin.core.document.job import JobDocument, PullEnd, PullTest
from rockpin.core.document.wall import Framing, HowKnown, Layer, Member, MemberKind
from rockpin.core.identification import Family
from rockpin.core.plan.changed import board_behind, board_on_units, drilled, larger_ones_sold, scaled
from rockpin.core.plan.plan import Plan
from rockpin.core.plan.way_out import (
    STOPPED,
    Trial,
    WayKind,
    WayOut,
    first_of,
    sizes_in_words,
    strained,
    with_what,
    works,
)
from rockpin.core.setout import off_joints, place_fixture
from rockpin.core.tables.materials import BoardKind, Role


def empty_void(trial: Trial) -> WayOut | None:
    """What opens in an empty void only, where nobody has felt yet whether it is: nothing is applied before he has."""
    wall = trial.job.wall
    # where nothing is stopped, what else would go in there is no help
    if trial.before.reading.filling is not Filling.UNKNOWN or not strained(trial.before) & set(STOPPED):
        return None
    rows = trial.catalogue.material_by_key

    def unknown(layer: Layer) -> bool:
        hollow = rows[layer.material].role in (Role.CAVITY, Role.FRAME)
        return hollow and layer.filling in (None, Filling.UNKNOWN)

    layers = tuple(one.model_copy(update={"filling": Filling.EMPTY}) if unknown(one) else one for one in wall.build_up)
    felt = wall.model_copy(update={"build_up": layers})
    return trial.way(
        WayKind.EMPTY_VOID,
        trial.job.model_copy(update={"walls": tuple(felt if one.id == wall.id else one for one in trial.job.walls)}),
        lambda plan: (
            f"Feel whether the void is empty, with a bent strip through a small hole: if it is, {with_what(plan)} "
            "holds it."
        ),
        applied=False,
    )


def foam_behind(trial: Trial) -> WayOut | None:
    """A spiral in rigid foam, where nobody has said that it is foam and not wool: nothing is applied before he has."""
    wall, reading = trial.job.wall, trial.before.reading
    doubted = reading.family is Family.BONDED_BOARD and reading.board_kind is None
    if not doubted or reading.filling is not Filling.UNKNOWN or not strained(trial.before) & set(STOPPED):
        return None
    rows = trial.catalogue.material_by_key
    layers = tuple(
        one.model_copy(update={"filling": Filling.RIGID_FOAM}) if rows[one.material].role is Role.CAVITY else one
        for one in wall.build_up
    )
    seen = wall.model_copy(update={"build_up": layers})
    return trial.way(
        WayKind.FOAM_BEHIND,
        trial.job.model_copy(update={"walls": tuple(seen if one.id == wall.id else one for one in trial.job.walls)}),
        lambda plan: (
            "Open the render at one mark and see what comes out: if it is crumbs of foam and no fibres, say so of the "
            f"wall, and {with_what(plan)} holds it."
        ),
        applied=False,
    )


def far_face(trial: Trial) -> WayOut | None:
    """A bolt through a panel, where nobody has said that a hand gets behind it: nothing is applied before he has."""
    wall = trial.job.wall
    thin = trial.before.reading.board_kind is BoardKind.PANEL
    if wall.back_reached or not thin or not strained(trial.before) & set(STOPPED):
        return None
    reached = wall.model_copy(update={"back_reached": True})
    return trial.way(
        WayKind.FAR_FACE,
        trial.job.model_copy(update={"walls": tuple(reached if one.id == wall.id else one for one in trial.job.walls)}),
        lambda plan: (
            "See whether a hand gets behind the panel, from a locker, a hatch or the other side: if it does, say so "
            f"of the wall, and {with_what(plan)} holds it."
        ),
        applied=False,
    )


def backing_board(trial: Trial) -> WayOut | None:
    """A board across the studs, the thinner one where it does; the piece goes on the board."""
    members = trial.before.framing.members if trial.before.framed else ()
    board = board_behind(trial.job, members, trial.sizes, trial.sold)
    if board is None or trial.round_a_corner:
        return None

    def on_board(thick: float) -> WayOut | None:
        link = board.model_copy(update={"thickness_mm": thick})
        fixture = trial.job.fixture.model_copy(update={"links": (*trial.job.fixture.links, link)})
        return trial.way(
            WayKind.BACKING_BOARD,
            trial.job.model_copy(update={"fixture": fixture, "choices": ()}),
            lambda plan: (
                f"Put a board {show_length(link.width_mm, trial.units)} × {show_length(link.height_mm, trial.units)}, "
                f"{show_thickness(link.thickness_mm, trial.units)} thick, across the studs first, "
                f"with {_screws(plan)}; the piece goes on the board."
            ),
        )

    return first_of(on_board(thick) for thick in trial.sold.board_thick_mm)


def longer_board(trial: Trial) -> WayOut | None:
    """The board that it is on, long enough to reach from one stud to the next."""
    fixture, sizes = trial.job.fixture, trial.sizes
    if len(fixture.links) != 1 or not trial.before.framed or trial.job.records or trial.round_a_corner:
        return None
    old = fixture.links[0]
    bare = trial.job.model_copy(update={"fixture": fixture.model_copy(update={"links": ()})})
    fresh = board_behind(bare, trial.before.framing.members, sizes, trial.sold)
    if old.kind is not LinkKind.BACKING_BOARD or not old.holes or fresh is None or fresh.width_mm <= old.width_mm:
        return None
    columns, rows = sorted({hole.x_mm for hole in fresh.holes}), sorted({hole.y_mm for hole in old.holes})
    holes = tuple(
        old.holes[0].model_copy(update={"id": f"{old.id}-{column}-{row}", "x_mm": x, "y_mm": y})
        for column, x in enumerate(columns, 1)
        for row, y in enumerate(rows, 1)
    )
    board = old.model_copy(update={"x_mm": fresh.x_mm, "width_mm": fresh.width_mm, "holes": holes})
    longer = fixture.model_copy(update={"links": (board,)})
    return trial.way(
        WayKind.LONGER_BOARD,
        trial.job.model_copy(update={"fixture": longer, "choices": ()}),
        lambda plan: (
            f"Take a longer board, {show_length(board.width_mm, trial.units)}, so that it reaches "
            f"{len(columns)} studs, with {_screws(plan)}."
        ),
    )


def blocking(trial: Trial) -> WayOut | None:
    """Wood put between the studs behind every hole: the wall is opened for it, so nothing is applied here."""
    wall, sizes = trial.job.wall, trial.sizes
    mine = {one.id for some in (trial.part.supports, trial.part.links) for one in some}
    holes = [hole for hole in trial.before.holes if hole.support in mine]
    there = {hole.behind.member.kind if hole.behind.member else None for hole in holes}
    # nobody opens a wall to put in the wood that is in it
    if not trial.before.framed or there == {MemberKind.BLOCKING} or trial.round_a_corner:
        return None
    above, beyond = sizes.blocking_above_mm, sizes.blocking_beyond_mm
    low, high = min(hole.y_mm for hole in holes) - above, max(hole.y_mm for hole in holes) + above
    left, right = min(hole.x_mm for hole in holes) - beyond, max(hole.x_mm for hole in holes) + beyond
    put = Member(
        id="blocking-to-come",
        kind=MemberKind.BLOCKING,
        x_mm=max(0.0, left),
        y_mm=max(0.0, low),
        width_mm=max(right - max(0.0, left), high - max(0.0, low) + 1),
        height_mm=high - max(0.0, low),
        known=HowKnown.PINNED,
    )
    framing = wall.framing or Framing()
    behind = wall.model_copy(update={"framing": framing.model_copy(update={"members": (*framing.members, put)})})
    walls = tuple(behind if one.id == wall.id else one for one in trial.job.walls)

    # no hole that there was goes into the wood that comes
    opened = trial.job.model_copy(update={"walls": walls, "records": (), "came_loose": None})

    def with_wood(wider: float, larger: float) -> WayOut | None:
        plates = tuple(scaled(one, larger) for one in trial.part.supports)
        if larger > 1 and not larger_ones_sold(trial.part, plates, sizes):
            return None
        fixture = trial.part.model_copy(update={"supports": plates}) if larger > 1 else trial.part
        fixture_drilled = drilled(fixture, wider, sizes.bracket_metal_mm)
        if fixture_drilled is None:
            return None
        besides = f" and drill the bracket's holes {show_across(wider, trial.units, up=True)} wide" if wider else ""
        if larger > 1:
            besides = f", take plates of {sizes_in_words(plates, trial.units)}, holes as much farther apart{besides}"
        return trial.way(
            WayKind.BLOCKING,
            opened.model_copy(update={"fixture": trial.struggling.put_back(fixture_drilled)}),
            lambda plan: trial.struggling.told(
                "Open the wall and put wood between the studs behind it, as deep as they are and screwed to both"
                f"{besides}: {with_what(plan)}."
            ),
            applied=False,
        )

    coach, thick = trial.sold.coach_hole_mm, trial.sold.thick_coach_hole_mm
    larger = ((wide, scale) for wide in (coach, thick) for scale in trial.sizes.plate_scales)
    tried = ((0.0, 1.0), (coach, 1.0), (thick, 1.0), *larger)
    return first_of(with_wood(wider, larger) for wider, larger in tried)


def off_seen_joints(trial: Trial) -> WayOut | None:
    """Every hole in a brick, where the joints can be seen and nobody has measured them yet."""
    wall, figures = trial.job.wall, trial.catalogue.figures
    if wall.courses is None or wall.measured_courses or trial.before.reading.family is not Family.MASONRY:
        return None
    holes = place_fixture(trial.job, figures.setout.channel_back_mm).holes
    courses, met = off_joints(wall.courses, holes, figures.framing)
    if met:
        return None
    walls = tuple(one.model_copy(update={"courses": courses}) if one.id == wall.id else one for one in trial.job.walls)
    return trial.way(
        WayKind.OFF_JOINTS,
        trial.job.model_copy(update={"walls": walls}),
        lambda plan: (
            f"Measure where the joints lie, and put every hole in a brick, well off its ends: {with_what(plan)}."
        ),
        applied=False,
    )


def _on_masonry_boards(trial: Trial) -> Iterator[tuple[str, JobDocument]]:
    """The job on boards over ever more bricks or blocks, each with the words of what is put up first."""
    job, reading, units = trial.job, trial.before.reading, trial.units
    if reading.family is not Family.MASONRY or job.fixture.links or not job.fixture.supports or trial.round_a_corner:
        return
    for board in trial.sizes.masonry_boards:
        link = board_on_units(job, board, reading.unit_mm[0], trial.sizes, trial.sold)
        if link is None:
            return
        wider = drilled(job.fixture, trial.sold.coach_hole_mm, trial.sizes.bracket_metal_mm)
        fixture = (wider or job.fixture).model_copy(update={"links": (link,)})
        says = (
            f"Put a board {show_length(link.width_mm, units)} × {show_length(link.height_mm, units)}, "
            f"{show_thickness(link.thickness_mm, units)} thick, on the wall first, held at {len(link.holes)} places"
        )
        yield says, job.model_copy(update={"fixture": fixture, "choices": ()})


def masonry_board(trial: Trial) -> WayOut | None:
    """A board over so many bricks or blocks that none of them bears much; the piece goes on the board."""

    def on_board(says: str, job: JobDocument) -> WayOut | None:
        return trial.way(
            WayKind.BACKING_BOARD, job, lambda plan: f"{says} by {with_what(plan)}; the piece goes on the board."
        )

    return first_of(on_board(says, job) for says, job in _on_masonry_boards(trial))


def _refused_by_use(trial: Trial, plan: Plan) -> list[tuple[str, float]]:
    """The plugs and rods that are too weak at some hole, with the worst use of each, the nearest to holding first."""
    worst: dict[str, float] = {}
    for one in (one for hole in plan.holes for one in hole.refused if one.use):
        worst[one.fixing] = max(one.use or 0.0, worst.get(one.fixing, 0.0))
    rows = trial.catalogue.fixing_by_key
    near = [key for key in worst if key in rows and rows[key].method == "masonry"]
    return [(key, worst[key]) for key in sorted(near, key=lambda one: worst[one])]


def proof_pulls(trial: Trial) -> WayOut | None:
    """Pulls with the proof load: where joints are hidden a plug counts in full once some of its kind have held that."""
    rows, figures = trial.catalogue.fixing_by_key, trial.catalogue.figures
    count = int(figures.choice.proofs_least)
    for key, _ in _refused_by_use(trial, trial.before)[:_PROVED]:
        row = rows[key]
        rating = method_of(row).tested_rating(row, trial.before.reading, figures.capacity)
        if rating is None:
            continue
        load_n = ceil(figures.choice.proof_factor * rating.tension_n / 50) * 50.0
        pulls = tuple(PullTest(id=f"to-come-{n}", fixing=key, load_n=load_n, ended=PullEnd.HELD) for n in range(count))
        found = trial.way(
            WayKind.PROOF_PULLS,
            trial.job.model_copy(update={"pull_tests": (*trial.job.pull_tests, *pulls)}),
            lambda plan, row=row, load_n=load_n: (  # type: ignore[misc]
                f"Set {count} of {inside(row.label)} in this wall and pull each with "
                f"{show_force(load_n, trial.units, demand=True)}: if none of them moves, take {with_what(plan)}."
            ),
            applied=False,
            taking=key,
        )
        if found:
            return found
    return None


_PROVED = 3


def test_first(trial: Trial) -> WayOut | None:
    """Tests to failure in this wall, and from which load on they let the nearest fixing by table hold.

    By itself, with wider holes, and where that is not enough on a board over many bricks or blocks.
    """
    wide = trial.sold.coach_hole_mm
    drilled_wider = drilled(trial.job.fixture, wide, trial.sizes.bracket_metal_mm)
    tried = [(trial.job, "")]
    if drilled_wider:
        says = f", its holes {show_across(wide, trial.units, up=True)} wide"
        tried.append((trial.job.model_copy(update={"fixture": drilled_wider}), says))
    return first_of(_tested(trial, job, besides=besides) for job, besides in tried) or first_of(
        _tested(trial, job, before=says) for says, job in _on_masonry_boards(trial)
    )


def _tested(trial: Trial, job: JobDocument, *, before: str = "", besides: str = "") -> WayOut | None:
    plan = trial.plan(job)
    if works(plan, trial.before):
        # what holds untried asks for no tests
        return None
    rows, figures = trial.catalogue.fixing_by_key, trial.catalogue.figures
    count = int(figures.choice.test_failures_least)
    for key, used in _refused_by_use(trial, plan)[:2]:
        row = rows[key]
        rating = method_of(row).tested_rating(row, plan.reading, figures.capacity)
        if rating is None:
            continue
        # shear stays as tabled, so what is tested has to carry the pull with that much more to spare
        most = max(divisors_of(row, plan.reading, figures.choice))
        for spare in trial.sizes.test_spares:
            if spare * used > trial.sizes.tests_most_times:
                break
            wanted = ceil(spare * used * rating.tension_n * most / 500) * 500.0
            pulls = tuple(
                PullTest(id=f"to-come-{n}", fixing=key, load_n=wanted, ended=PullEnd.FAILED) for n in range(count)
            )
            says = (
                f"Pull {count} of {inside(row.label)} out of this wall first: if each holds "
                f"{show_force(wanted, trial.units, demand=True)} or more"
            )
            if before:
                # what is put up comes after the test that it waits for
                says = f"{says}, {before[:1].lower()}{before[1:]}".replace(" on the wall first,", " on the wall,")
            found = trial.way(
                WayKind.TEST_FIRST,
                job.model_copy(update={"pull_tests": (*job.pull_tests, *pulls)}),
                lambda made, says=says: (  # type: ignore[misc]
                    f"{says} by {with_what(made)}; the piece goes on the board."
                    if before
                    else f"{says}, take {with_what(made)}{besides}."
                ),
                applied=False,
                taking=key,
            )
            if found:
                return found
    return None


def _screws(plan: Plan) -> str:
    cards = [hole.card for hole in plan.holes if hole.card]
    names = list(dict.fromkeys(f"{card.screw_text} {inside(card.fixing_label)}" for card in cards))
    return f"{len(cards)} screws, {' and '.join(names)}" if names else "its screws"
