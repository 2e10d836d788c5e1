"""Commands that start the application."""

import gc
import socket
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from rockpin.cli.shared import Data, app, fail, open_store

if TYPE_CHECKING:
    from rockpin.store import Store

Planners = Annotated[
    int | None,
    typer.Option(help="Processes that work out plans; otherwise one for every processor, up to four.", min=0, max=16),
]
Port = Annotated[int, typer.Option(help="Port on 127.0.0.1.", min=0, max=65535)]


def load_demo(store: "Store") -> None:
    """Puts the demo site into the file, if it is not there."""
    from rockpin.demo import DEMO_SITE_ID, demo_documents

    if store.has(DEMO_SITE_ID) or store.restore(DEMO_SITE_ID):
        return
    for document in demo_documents():
        store.add_document(document, keep_ids=True)


def _serve(store: "Store", port: int, planners: int | None) -> None:
    import uvicorn

    from rockpin.api import make_app
    from rockpin.api.lines import PatientLine
    from rockpin.api.planning import workers_for_this_machine
    from rockpin.catalogue import load_catalogue

    # named as TCP, so that small answers are sent at once instead of waiting for the last one to be confirmed
    listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind(("127.0.0.1", port))
        # from here on a browser that follows the printed address waits instead of being turned away
        listener.listen(128)
    except OSError as error:
        print(f"Port {port} cannot be used ({error.strerror}); choose another with --port.", file=sys.stderr)
        raise typer.Exit(2) from None
    address = f"http://127.0.0.1:{listener.getsockname()[1]}"
    print(
        f"Rock Pin is at {address}\nData: {store.path}{', a new file' if store.is_new else ''}\nStop it with Ctrl+C.",
        flush=True,
    )
    app_made = make_app(store, load_catalogue(), workers=workers_for_this_machine() if planners is None else planners)
    # the catalogue stays: else the collector walks over all of it in the middle of an answer
    gc.collect()
    gc.freeze()
    config = uvicorn.Config(app_made, http=PatientLine, log_level="warning", access_log=False)
    uvicorn.Server(config).run(sockets=[listener])


@contextmanager
def _alone_with(data: Path | None) -> Iterator["Store"]:
    """The data file, for this server alone."""
    from rockpin.store import BadDataFile
    from rockpin.store.in_use import only_user_of

    store = open_store(data)
    try:
        with only_user_of(store.path, "start this one"):
            yield store
    except BadDataFile as error:
        fail(error)


@app.command()
def serve(data: Data = None, port: Port = 8765, planners: Planners = None) -> None:
    """Start the application and print its address."""
    with _alone_with(data) as store:
        _serve(store, port, planners)


@app.command()
def demo(data: Data = None, port: Port = 8765, planners: Planners = None) -> None:
    """Load Slipway House, the demo site, and start the application."""
    with _alone_with(data) as store:
        load_demo(store)
        _serve(store, port, planners)
