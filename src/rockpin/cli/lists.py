"""Commands on the user's own lists: fixings and the van."""

from pathlib import Path
from typing import Annotated

import typer

from rockpin.cli.shared import Data, DecimalHabit, DecimalSign, app, fail, open_store, read_text, reading
from rockpin.core.base.errors import BadInput


@app.command()
def fixings(
    file: Annotated[Path | None, typer.Argument(help="A CSV of fixings to read; without it they are printed.")] = None,
    data: Data = None,
    decimal: DecimalSign = DecimalHabit.POINT,
) -> None:
    """Print all fixings as CSV, or read your own from such a file."""
    from rockpin.catalogue import load_catalogue
    from rockpin.core.document.fixings import OwnFixings
    from rockpin.exchange.lists import read_fixings, write_fixings
    from rockpin.store.bodies import FIXINGS_ID

    shipped = load_catalogue()
    if file is None:
        with reading(data) as kept:
            print(write_fixings(shipped.with_fixings(kept.own_fixings().body.rows).fixings, decimal.value), end="")
        return
    store = open_store(data)
    try:
        own = read_fixings(read_text(file), shipped)
    except BadInput as error:
        fail(error)
    else:
        saved = store.own_fixings()
        merged = {row.key: row for row in (*saved.body.rows, *own.rows)}
        body = OwnFixings(rows=tuple(merged.values()))
        store.save(FIXINGS_ID, body, saved.revision, "fixings read from a file")
        print(f"{len(own.rows)} fixings of your own")


@app.command()
def kit(
    file: Annotated[Path | None, typer.Argument(help="A CSV of the kit to read; without it it is printed.")] = None,
    data: Data = None,
    decimal: DecimalSign = DecimalHabit.POINT,
) -> None:
    """Print what the van holds as CSV, or read it from such a file."""
    from rockpin.catalogue import load_catalogue
    from rockpin.exchange.lists import read_kit, write_kit
    from rockpin.store.bodies import KIT_ID

    if file is None:
        with reading(data) as kept:
            print(write_kit(kept.kit().body, decimal.value), end="")
        return
    store = open_store(data)
    try:
        found = read_kit(read_text(file), load_catalogue().with_fixings(store.own_fixings().body.rows))
    except BadInput as error:
        fail(error)
    else:
        now = store.kit()
        # a table tells what there is, and nothing of what was counted off before
        kept_off = found.model_copy(update={"spent": now.body.spent})
        store.save(KIT_ID, kept_off, now.revision, "kit read from a file")
        print(
            f"{len(found.fixings)} fixings, {len(found.screws)} screws, {len(found.bits_mm) + len(found.bits)} bits, "
            f"{len(found.tools)} tools"
        )
