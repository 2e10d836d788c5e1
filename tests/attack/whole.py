"""Everything out of a file that was worked on by many, and into an empty one: nothing is missing."""

import random
from pathlib import Path

from rockpin.exchange.everything import read_everything, write_everything
from rockpin.store import Store
from tests.attack.many_jobs import everything_of


def out_and_in(folder: Path, sites: int = 30, jobs: int = 10, changes: int = 1500) -> list[str]:
    """Plays a data file at random, takes everything out and brings it into an empty one."""
    store, chance = Store(folder / "whole.sqlite"), random.Random(13)
    store.bring_everything(everything_of(sites, jobs))
    for step in range(changes):
        name = f"job-{chance.randrange(sites)}-{chance.randrange(jobs)}"
        job = store.job(name)
        if chance.random() < 0.3:
            store.undo(name)
        else:
            body = job.body.model_copy(update={"note": f"change {step}, Größe 8 × 60"})
            store.save(name, body, job.revision, "note")
    packed = write_everything(store.everything())
    other = Store(folder / "other.sqlite")
    count = other.bring_everything(read_everything(packed)[0])
    assert other.everything() == store.everything()
    first, second = store.lists.page("", 0, "x"), other.lists.page("", 0, "x")
    assert first == second
    return [f"{count} documents with {changes} changes out and in again: alike, {len(packed) / 1e6:.1f} MB packed"]
