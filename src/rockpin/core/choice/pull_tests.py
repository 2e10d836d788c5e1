"""Pull tests on the spot: proofs confirm a value, tests to failure may raise it, any that fails low lowers it.

After the practice of BS 8539 for anchors; planning use only.
"""

from collections.abc import Sequence
from math import ceil
from statistics import mean
from typing import NamedTuple

from rockpin.core.base.words import inside
from rockpin.core.capacity import method_of
from rockpin.core.document.fixings import AnyFixing, Rating
from rockpin.core.document.job import PullEnd, PullTest
from rockpin.core.document.wall import UnitSolidity
from rockpin.core.identification import Family, WallReading
from rockpin.core.tables.catalogue import Catalogue
from rockpin.core.tables.figures import CapacityFigures, ChoiceFigures


class Divisors(NamedTuple):
    """What the mean and the lowest of tests to failure are divided by."""

    mean: float
    lowest: float


class Proof(NamedTuple):
    """What some tests prove of one fixing in this wall. ``allowed_n``: by failure; None where none failed.

    ``caps``: it goes by formula, and pulls that failed allow no more than that.
    """

    fixing: str
    tabled_n: float
    proofs: int
    failures: int
    confirmed: bool
    allowed_n: float | None
    working_n: float
    caps: bool = False

    @property
    def settles(self) -> bool:
        """Whether tests have confirmed the fixing in this wall, or measured it to failure."""
        return self.confirmed or self.working_n != self.tabled_n


def divisors_of(fixing: AnyFixing, reading: WallReading, figures: ChoiceFigures) -> Divisors:
    """Metal in concrete or solid masonry: 4 and 3; plastic, board, hollow and aerated: 5 and 4."""
    plastic = getattr(fixing, "plastic", False)
    hard = reading.family is Family.CONCRETE or (
        reading.family is Family.MASONRY and reading.solidity is UnitSolidity.SOLID
    )
    if hard and not plastic:
        return Divisors(figures.test_mean_hard, figures.test_lowest_hard)
    return Divisors(figures.test_mean_soft, figures.test_lowest_soft)


def prove(tests: Sequence[PullTest], tabled_n: float, divisors: Divisors, figures: ChoiceFigures) -> Proof:
    """What tests of one fixing prove against its tabled working load [N].

    Confirmed: at least so many proofs of 1.5 times the working load without any that moved or failed below that.
    Raised: at least so many tests to failure, min(mean/a, lowest/b) of them. Lowered by the same rule by any number
    that moved or failed below 1.5 times the working load: a wall that shows itself weak is believed at once.
    """
    wanted = figures.proof_factor * tabled_n
    enough = [test for test in tests if test.ended is PullEnd.HELD and test.load_n >= wanted - 0.5]
    failed = [test.load_n for test in tests if test.ended is PullEnd.FAILED]
    weak = [test.load_n for test in tests if test.ended is not PullEnd.HELD and test.load_n < wanted - 0.5]
    # what failed far above the proof load has proved it on the way
    proofs = len(enough) + sum(load >= wanted - 0.5 for load in failed)
    broke = failed or weak
    allowed = min(mean(broke) / divisors.mean, min(broke) / divisors.lowest) if broke else None
    working = tabled_n
    if allowed is not None and len(failed) >= figures.test_failures_least:
        working = allowed
    elif weak:
        by_weak = min(mean(weak) / divisors.mean, min(weak) / divisors.lowest)
        working = min(tabled_n, by_weak)
    return Proof(
        fixing=tests[0].fixing if tests else "",
        tabled_n=tabled_n,
        proofs=proofs,
        failures=len(failed),
        confirmed=proofs >= figures.proofs_least and not weak,
        allowed_n=allowed,
        working_n=working,
    )


def with_tests(catalogue: Catalogue, tests: Sequence[PullTest], reading: WallReading) -> tuple[Catalogue, list[Proof]]:
    """The catalogue with tested fixings at their tested pull-out, and what each test proves.

    Shear stays as tabled: a pull says nothing of it. What goes by formula is never raised; a pull that failed caps it.
    """
    figures, by_method = catalogue.figures.choice, catalogue.figures.capacity
    proofs: list[Proof] = []
    changed: list[AnyFixing] = []
    for key in dict.fromkeys(test.fixing for test in tests):
        fixing = catalogue.fixing_by_key.get(key)
        if fixing is None:
            continue
        some = [test for test in tests if test.fixing == key]
        divisors = divisors_of(fixing, reading, figures)
        rating = method_of(fixing).tested_rating(fixing, reading, by_method)
        if rating is None:
            failed = [test.load_n for test in some if test.ended is not PullEnd.HELD]
            if failed:
                most = min(mean(failed) / divisors.mean, min(failed) / divisors.lowest)
                changed.append(fixing.model_copy(update={"pull_most_n": most}))
                proofs.append(Proof(key, most, 0, len(failed), False, most, most, caps=True))
            continue
        proof = prove(some, rating.tension_n, divisors, figures)
        proofs.append(proof)
        if abs(proof.working_n - rating.tension_n) < 1e-9:
            continue
        tested = Rating(tension_n=proof.working_n, shear_n=rating.shear_n)
        source = f"{len(some)} pull tests on the spot (pull-out); {fixing.source}"[:120]
        update: dict[str, object] = {"source": source, "over_table": 0.0, "most_raise": figures.tests_most_raise}
        update |= method_of(fixing).with_rating(fixing, reading, tested, by_method)
        changed.append(fixing.model_copy(update=update))
    return (catalogue.with_fixings(changed) if changed else catalogue), proofs


class ProofWanted(NamedTuple):
    """A proof on the spot: the load [N] to pull, how far the head may move [mm], and what pulls can show."""

    load_n: float
    moved_mm: float
    says: str


def proof_wanted(
    fixing: AnyFixing, reading: WallReading, working_n: float, figures: ChoiceFigures, by_method: CapacityFigures
) -> ProofWanted:
    """The proof of a fixing: 1.5 times its tabled value, or the worked-out one [N], up to the next step of a gauge."""
    rating = method_of(fixing).tested_rating(fixing, reading, by_method)
    wanted = figures.proof_factor * (rating.tension_n if rating else working_n)
    return ProofWanted(
        load_n=float(ceil(wanted / figures.gauge_step_n) * figures.gauge_step_n),
        moved_mm=figures.pull_moved_mm,
        says=f"{figures.proofs_least:g} pulls of {figures.proof_factor:g} times its working load confirm "
        f"{inside(fixing.label)} in this wall; only {figures.test_failures_least:g} pulled until they come out may "
        "raise it.",
    )


def how_it_ended(movement_mm: float, figures: ChoiceFigures) -> PullEnd:
    """How a pull ended, by how far the head had come out [mm] at the last reading."""
    if movement_mm >= figures.pull_out_mm:
        return PullEnd.FAILED
    return PullEnd.MOVED if movement_mm > figures.pull_moved_mm else PullEnd.HELD
