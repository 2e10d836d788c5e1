"""Commands that start the application."""

import socket
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from rockpin.cli.shared import Data, app, fail, open_store
from rockpin.collector import set_aside_what_is_loaded, wait_for_start

if TYPE_CHECKING:
    from rockpin.store import Store

Planners = Annotated[
    int | None,
    typer.Option(help="Processes that work out plans; otherwise one for every processor, up to four.", min=0, max=16),
]
Port = Annotated[int, typer.Option(help="Port on 127.0.0.1.", min=0, max=65535)]
Lan = Annotated[bool, typer.Option("--lan", help="Listen on the local network too, for phones that were let in.")]
LanPort = Annotated[int | None, typer.Option(help="Port for phones; otherwise the one after --port.", min=0, max=65535)]


def _listening(address: str, port: int) -> socket.socket:
    # named as TCP, so that small answers are sent at once instead of waiting for the last one to be confirmed
    listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        listener.bind((address, port))
        # from here on a browser that follows the printed address waits instead of being turned away
        listener.listen(128)
    except OSError as error:
        print(f"Port {port} cannot be used ({error.strerror}); choose another with --port.", file=sys.stderr)
        raise typer.Exit(2) from None
    return listener


def _serve(store: "Store", port: int, planners: int | None, lan: bool, lan_port: int | None) -> None:
    import uvicorn

    from rockpin.api import make_app
    from rockpin.api.lines import PatientLine
    from rockpin.api.planning import workers_for_this_machine
    from rockpin.catalogue import load_catalogue

    listener = _listening("127.0.0.1", port)
    own_port = listener.getsockname()[1]
    print(
        f"Rock Pin is at http://127.0.0.1:{own_port}\n"
        f"Data: {store.path}{', a new file' if store.is_new else ''}\nStop it with Ctrl+C.",
        flush=True,
    )
    workers = workers_for_this_machine() if planners is None else planners
    if lan:
        from rockpin.cli.lan import serve_both

        far = _listening("0.0.0.0", own_port + 1 if lan_port is None else lan_port)
        serve_both(store, workers, listener, far)
        return
    app_made = make_app(store, load_catalogue(), workers=workers)
    set_aside_what_is_loaded()
    config = uvicorn.Config(app_made, http=PatientLine, log_level="warning", access_log=False)
    uvicorn.Server(config).run(sockets=[listener])


@contextmanager
def _alone_with(data: Path | None) -> Iterator["Store"]:
    """The data file, for this server alone."""
    wait_for_start()
    from rockpin.store import BadDataFile
    from rockpin.store.in_use import only_user_of

    store = open_store(data)
    try:
        with only_user_of(store.path, "start this one"):
            store.shelves.empty_trash(datetime.now(UTC))
            yield store
    except BadDataFile as error:
        fail(error)


@app.command()
def serve(
    data: Data = None, port: Port = 8765, planners: Planners = None, lan: Lan = False, lan_port: LanPort = None
) -> None:
    """Start the application and print its address."""
    with _alone_with(data) as store:
        _serve(store, port, planners, lan, lan_port)


@app.command()
def demo(
    data: Data = None, port: Port = 8765, planners: Planners = None, lan: Lan = False, lan_port: LanPort = None
) -> None:
    """Load Slipway House, the demo site, and start the application."""
    with _alone_with(data) as store:
        from rockpin.demo import load_demo

        load_demo(store)
        _serve(store, port, planners, lan, lan_port)
