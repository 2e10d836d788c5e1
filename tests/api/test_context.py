"""What is kept and what goes first: verdicts with the catalogue that made them, the van before the job."""

from pathlib import Path
from typing import Any

import pytest

from rockpin.api import context
from rockpin.api.views import job_line
from rockpin.catalogue import load_catalogue
from rockpin.core.document.fixings import OwnFixings
from rockpin.core.document.kit import Kit
from rockpin.core.plan import make_plan
from rockpin.demo import load_demo
from rockpin.store import Store
from rockpin.store.bodies import FIXINGS_ID, KIT_ID


@pytest.fixture
def store(tmp_path: Path) -> Store:
    found = Store(tmp_path / "data.sqlite")
    load_demo(found)
    return found


def test_a_verdict_is_kept_until_own_fixings_change(store: Store, monkeypatch: pytest.MonkeyPatch) -> None:
    asked = context.AppContext(store, load_catalogue())
    planned: list[str] = []
    made = make_plan

    def counted(document: Any, catalogue: Any, keep: Any, at_rest: Any) -> Any:
        planned.append(document.id)
        return made(document, catalogue, keep, at_rest)

    monkeypatch.setattr(context, "make_plan", counted)

    def look() -> int:
        assert job_line(asked, "oar-cradle").word == "prove_first"
        return len(planned)

    assert (look(), look()) == (1, 1)
    plug = asked.catalogue.fixing_by_key["nylon_plug_8"].model_copy(update={"key": "own_plug"})
    store.save(FIXINGS_ID, OwnFixings(rows=(plug,)), store.own_fixings().revision, "own plug")
    assert (look(), look()) == (2, 2)


def test_the_van_goes_before_the_jobs_kit_once_anything_is_told_of_it(store: Store) -> None:
    catalogue, job = load_catalogue(), store.job("oar-cradle")
    store.save(job.id, job.body.model_copy(update={"kit": Kit(bits_mm=(6.0,))}), job.revision, "kit of the job")
    assert store.document("oar-cradle", catalogue).kit.bits_mm == (6.0,)
    # bits alone are enough to be told
    store.save(KIT_ID, Kit(bits_mm=(8.0,)), store.kit().revision, "kit of the van")
    assert store.document("oar-cradle", catalogue).kit.bits_mm == (8.0,)
