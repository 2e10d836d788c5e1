"""What is to be said of a post: whether it bends, turns, leans, and where its clamps lie."""

from math import hypot

from rockpin.core.base.findings import Finding, Severity, Stage, Where
from rockpin.core.base.quantities import UnitSystem, show_length, show_limit, show_use
from rockpin.core.document.fixture import Environment
from rockpin.core.document.job import JobDocument
from rockpin.core.document.post import PostSection
from rockpin.core.plan.stages import ComputedStages
from rockpin.core.post import PostReading
from rockpin.core.tables.figures import CapacityFigures, PostFigures

_STOP, _PROVE, _NOTE = Severity.DO_NOT_DRILL, Severity.PROVE_FIRST, Severity.NOTE


def _finding(severity: Severity, stage: Stage, code: str, sentence: str, action: str, **figures: float) -> Finding:
    return Finding(
        severity=severity,
        stage=stage,
        code=code,
        sentence=sentence,
        action=action,
        action_stage=stage,
        figures=figures,
    )


def _foot(read: PostReading, units: UnitSystem) -> list[Finding]:
    """Whether its foot is sound, and stands deep enough in the earth, against leaning and against frost."""
    found = []
    if not read.foot_seen:
        found.append(
            _finding(
                _PROVE,
                Stage.WALL,
                "post-foot-unseen",
                "Nobody has looked at its foot: posts rot, rust and crack at the ground, where they are bent most.",
                "Clear it, prick timber with a point, knock on a tube; then say that it is sound.",
            )
        )
    if read.held:
        found.append(
            _finding(
                _NOTE,
                Stage.WALL,
                "post-held-unknown",
                "What holds it below, a weld, a base plate or its bolts, is not reckoned with.",
                "Ask whoever built it, above all before anything broad catches the wind.",
            )
        )
    if read.wanted_mm is None:
        return found
    wanted = show_length(read.wanted_mm, units)
    if read.deep_mm is None:
        found.append(
            _finding(
                _PROVE,
                Stage.WALL,
                "post-depth-unknown",
                f"Nobody knows how deep this post stands in the earth; with this on it, it wants {wanted}.",
                "Dig beside it and measure, or ask who set it.",
                wanted_mm=read.wanted_mm,
            )
        )
    elif read.leans:
        found.append(
            _finding(
                _STOP,
                Stage.WALL,
                "post-leans",
                f"It stands {show_limit(read.deep_mm, units)} deep in the earth; with this on it, it wants {wanted}.",
                "A wider footing, a smaller or lower thing, or another post.",
                deep_mm=read.deep_mm,
                wanted_mm=read.wanted_mm,
            )
        )
    if read.frost_mm is None:
        found.append(
            _finding(
                _NOTE,
                Stage.WALL,
                "frost-not-told",
                "Nobody has said how deep the ground freezes here: a footing above that depth is lifted.",
                "The local building office tells the depth.",
            )
        )
    elif read.deep_mm is not None and read.deep_mm < read.frost_mm:
        found.append(
            _finding(
                _PROVE,
                Stage.WALL,
                "post-in-frost",
                f"It stands {show_limit(read.deep_mm, units)} deep, and the ground freezes to "
                f"{show_length(read.frost_mm, units)}: frost may lift it.",
                "Set it deeper, or ask how it was founded.",
                deep_mm=read.deep_mm,
                frost_mm=read.frost_mm,
            )
        )
    return found


def _turning(read: PostReading, done: ComputedStages, capacity: CapacityFigures) -> list[Finding]:
    """Whether what is clamped to a round post would turn on it: μ·2·T at its radius, for each clamp.

    The same friction carries the weight along the post, so both uses are added square by square.
    """
    if read.section is not PostSection.ROUND_TUBE or not done.choices:
        return []
    rows = done.catalogue.fixing_by_key
    pulls = [getattr(rows[one.chosen.fixing], "pull_n", 0.0) for one in done.choices if one.chosen]
    holds = capacity.clamp_friction * 2 * sum(pulls) * read.across_mm / 2
    if not pulls or not holds:
        return []
    use = hypot(read.turning_n_mm / holds, max(one.chosen.use for one in done.choices if one.chosen))
    if use <= 1:
        return []
    return [
        _finding(
            _STOP,
            Stage.FIXING,
            "turns-on-post",
            f"It would turn on the post: friction of its clamps, its weight with it, is used to {show_use(use)} "
            f"when {read.turning_case}.",
            "More clamps, a shallower thing, or one that hangs evenly about the post.",
            turning_n_mm=read.turning_n_mm,
            holds_n_mm=holds,
        )
    ]


def post_findings(
    job: JobDocument, done: ComputedStages, units: UnitSystem, figures: PostFigures, capacity: CapacityFigures
) -> list[Finding]:
    """All that is to be said of a post; nothing of a wall."""
    read = done.post
    if read is None:
        return []
    found = [
        _finding(
            _NOTE,
            Stage.WALL,
            "whose-post",
            "A lamp post, a sign's or a neighbour's is not yours to load, and a lamp post has a live cable in it.",
            "Ask whoever owns it.",
        )
    ]
    if job.fixture.environment is not Environment.OUTDOOR:
        found.append(
            _finding(
                _NOTE,
                Stage.FIXTURE,
                "post-without-wind",
                "It is said to stand indoors, so no wind is reckoned on it.",
                "Say that it stands outdoors, if it does.",
            )
        )
    if read.use > 1:
        found.append(
            _finding(
                _STOP,
                Stage.WALL,
                "post-bends",
                f"The post is bent at the ground to {show_use(read.use)} of what it bears when {read.case}.",
                "A thicker post, or a smaller, lighter or lower thing on it.",
                stress_mpa=read.stress_mpa,
                limit_mpa=read.limit_mpa,
            )
        )
    if read.sway_mm > figures.sway_share * read.high_mm:
        found.append(
            _finding(
                _NOTE,
                Stage.WALL,
                "post-sways",
                f"Its top sways {show_length(read.sway_mm, units)}.",
                "Nothing breaks; what must stand still wants a stiffer post or a stay.",
                sway_mm=read.sway_mm,
            )
        )
    found += _foot(read, units)
    if 0 < read.clamps < figures.clamps_least:
        found.append(
            _finding(
                _STOP,
                Stage.FIXTURE,
                "one-clamp",
                "One clamp is a pivot: it tips and creeps round.",
                "Two clamps at the least, as far apart as the thing allows.",
            )
        )
    for hole in done.placed.holes:
        off = abs(hole.x_mm - read.x_mm)
        if off > figures.off_axis_mm:
            sentence = f"Clamp {hole.number} lies {show_length(off, units)} beside the middle of the post."
            found.append(
                _finding(
                    _STOP, Stage.SET_OUT, "off-the-post", sentence, "Move the middle of its brackets onto it."
                ).model_copy(update={"where": Where(hole=hole.id)})
            )
    return found + _turning(read, done, capacity)
