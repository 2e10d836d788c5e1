"""What the maker rates as a whole: whether that counts here, and what the parts would bear by themselves."""

from collections.abc import Sequence
from math import isfinite

from rockpin.core.base.findings import Finding, Severity, Stage
from rockpin.core.base.quantities import UnitSystem, show_mass, show_times, show_use
from rockpin.core.choice import HoleChoice, Maker, rated_in_words
from rockpin.core.document.job import JobBody


def rating_findings(job: JobBody, maker: Maker, choices: Sequence[HoleChoice], units: UnitSystem) -> list[Finding]:
    """A note of the rating with its figures beside the parts', or why it does not count."""
    rating = job.fixture.rated
    if rating is None or not choices:
        return []

    def note(code: str, sentence: str, figures: dict[str, float], action: str | None = None) -> Finding:
        return Finding(
            severity=Severity.NOTE, stage=Stage.FIXTURE, code=code, sentence=sentence, figures=figures, action=action
        )

    most = {"mass_max_kg": rating.mass_max_kg, "mass_kg": job.fixture.mass_kg}
    beside = "It goes by its parts, as if there were no rating."
    if maker.unmet:
        sentence = f"The maker's rating ({rating.source}) does not count here: {maker.unmet}."
        return [note("rating-unmet", sentence, most, beside)]
    chosen = [choice.chosen for choice in choices if choice.chosen]
    by_it = [one for one in chosen if one.parts_use is not None]
    if len(by_it) < len(choices):
        what = f"screws of that size, so deep, into {rated_in_words(rating)}"
        sentence = f"The maker's rating ({rating.source}) does not count at every hole: it wants {what}."
        return [note("rating-unmet", sentence, most, beside)]
    worst = max(by_it, key=lambda one: one.parts_use or 0.0)
    use = worst.parts_use or 0.0
    parts = (
        "carry nothing"
        if not isfinite(use)
        else f"be used to {show_use(use)}"
        if use <= 1
        else "be used more than ten times over"
        if use >= 10
        else f"be used {show_times(use)}"
    )
    sentence = (
        f"The maker rates the whole for {show_mass(rating.mass_max_kg, units)} ({rating.source}); it is used to "
        f"{show_use(by_it[0].use)}. By themselves its parts would {parts}, by {worst.parts_governs}."
    )
    figures = most | ({"parts_use": use} if isfinite(use) else {})
    return [note("rated-whole", sentence, figures, "Keep to every condition that the maker names.")]
