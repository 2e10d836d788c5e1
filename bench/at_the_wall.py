"""How soon the ways on are there when a hole answers differently, and whether every one of them is what it says."""

from time import perf_counter

from bench.timing import quantile, sample_ms
from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.keeping import Keep
from rockpin.core.plan import Report, make_plan, reported, ways_on
from rockpin.demo import demo_documents


def measure_ways_on() -> None:
    """Every answer of two holes of each demo job: time in plans of the same job from nothing, and what came of it."""
    catalogue = load_catalogue()
    head = f"{'answers':>8}{'no way':>8}{'ready':>7}{'p50 ms':>8}{'p95 ms':>8}{'p50 in plans':>14}{'p95 in plans':>14}"
    print(f"\n{'ways on':<22}{head}")
    for document in demo_documents():
        plan = make_plan(document, catalogue)
        one_ms = quantile(sample_ms(lambda document=document: make_plan(document, catalogue), 15), 0.5)  # type: ignore[misc]
        times: list[float] = []
        none = ready = 0
        keep = Keep(60)
        for hole in plan.holes[:2]:
            for key in hole.answers:
                outcome = catalogue.outcome_by_key[key]
                if key == "as_planned" or outcome.stops:
                    continue
                report = Report(outcome=key, off_x_mm=9 if "offset" in outcome.asks else 0)
                after = document.model_copy(update={"records": reported(document, plan, hole.id, report, catalogue)})
                begun = perf_counter()
                found = ways_on(after, hole.id, catalogue, keep)
                times.append(1000 * (perf_counter() - begun))
                none += not found.ways
                for way in found.ways:
                    again = make_plan(document.model_copy(update=dict(way.job)), catalogue, keep)
                    assert again.verdict.word is way.word, f"{document.id}: {way.title}"
                ready += any(way.word is VerdictWord.READY for way in found.ways)
        p50, p95 = quantile(times, 0.5), quantile(times, 0.95)
        print(
            f"{document.id:<22}{len(times):>8}{none:>8}{ready:>7}{p50:>8.0f}{p95:>8.0f}"
            f"{p50 / one_ms:>14.1f}{p95 / one_ms:>14.1f}"
        )
