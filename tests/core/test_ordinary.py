"""Ordinary practice comes out ready, danger is refused, and every refusal names a way that works."""

import pytest

from bench.ordinary_jobs import Row
from bench.ordinary_refused import REFUSED
from bench.ordinary_rows import READY
from rockpin.catalogue import load_catalogue
from rockpin.core.base.findings import VerdictWord
from rockpin.core.base.words import inside
from rockpin.core.plan import make_plan, ways_out


@pytest.mark.parametrize("row", READY, ids=lambda row: row.key)
def test_ordinary_work_is_ready(row: Row) -> None:
    made = make_plan(row.job(), load_catalogue())
    assert made.verdict.word is VerdictWord.READY, made.verdict.sentence
    assert all(hole.working and hole.working.use <= 1 for hole in made.holes)
    for hole in made.holes:
        assert not row.takes or {one.fixing for one in hole.candidates} & set(row.takes)


@pytest.mark.parametrize("row", REFUSED, ids=lambda row: row.key)
def test_danger_is_refused_with_a_way_that_works(row: Row) -> None:
    catalogue, job = load_catalogue(), row.job()
    made = make_plan(job, catalogue)
    assert made.verdict.word is VerdictWord.DO_NOT_DRILL
    if row.code:
        assert row.code in {finding.code for finding in made.findings}
    ways = ways_out(job, catalogue)
    assert ways
    assert ways[0].word is VerdictWord.READY
    for way in ways:
        if way.job is None:
            continue
        # what is named has really been planned
        again = make_plan(
            job.model_copy(update={n: getattr(way.job, n) for n in type(way.job).model_fields}), catalogue
        )
        assert again.verdict.word is way.word
        assert not {"nothing-holds", "own-choice-refused"} & {finding.code for finding in again.findings}
        # the sentence says what that plan takes
        assert all(inside(hole.chosen_label or "nothing") in way.sentence for hole in again.holes), way.sentence


def test_both_lists_are_long_enough_and_every_row_is_another() -> None:
    for rows in (READY, REFUSED):
        assert len({row.key for row in rows}) == len(rows) >= 25
