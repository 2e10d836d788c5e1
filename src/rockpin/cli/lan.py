"""Serving phones on the local network beside this machine: one application, two doors."""

import asyncio
import socket
from contextlib import nullcontext, suppress
from typing import TYPE_CHECKING

from rockpin.collector import set_aside_what_is_loaded

if TYPE_CHECKING:
    from rockpin.api.pairing import Pairing
    from rockpin.store import Store


def own_addresses() -> list[str]:
    """The addresses of this machine on the local network; nothing is sent to find them."""
    found: list[str] = []
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe, suppress(OSError):
        # a route is looked up, and no packet leaves
        probe.connect(("10.255.255.255", 1))
        found.append(str(probe.getsockname()[0]))
    with suppress(OSError):
        found += [str(one[4][0]) for one in socket.getaddrinfo(socket.gethostname(), None, socket.AF_INET)]
    return [one for one in dict.fromkeys(found) if not one.startswith("127.")] or ["127.0.0.1"]


def serve_both(store: "Store", workers: int, near: socket.socket, far: socket.socket) -> None:
    """Serves this machine at one socket, and phones at the other, behind TLS and their gate."""
    import uvicorn

    from rockpin.api import make_app
    from rockpin.api.lan_gate import LanGate
    from rockpin.api.lines import PatientLine
    from rockpin.api.pairing import Pairing
    from rockpin.catalogue import load_catalogue
    from rockpin.cli.certificates import sealed

    addresses = own_addresses()
    seal = sealed(store.path.with_name(f"{store.path.name}.lan"), [*addresses, "127.0.0.1", "localhost"])
    port = far.getsockname()[1]
    pairing = Pairing(store, f"https://{addresses[0]}:{port}", seal.fingerprint, seal.authority)
    app = make_app(store, load_catalogue(), workers=workers, hosts=addresses)
    app.state.pairing = pairing
    say_where(pairing)
    set_aside_what_is_loaded()
    inner = uvicorn.Server(uvicorn.Config(app, http=PatientLine, log_level="warning", access_log=False))
    outer = uvicorn.Server(
        uvicorn.Config(
            LanGate(app, pairing),
            http=PatientLine,
            log_level="warning",
            access_log=False,
            # the application is started and closed once, by the other one
            lifespan="off",
            ssl_certfile=seal.certificate,
            ssl_keyfile=seal.key,
        )
    )
    # Ctrl+C is heard by one of them, which then ends the other
    outer.capture_signals = nullcontext  # type: ignore[method-assign, assignment]

    async def both() -> None:
        phones = asyncio.create_task(outer.serve(sockets=[far]))
        try:
            await inner.serve(sockets=[near])
        finally:
            outer.should_exit = True
            await phones

    asyncio.run(both())


def say_where(pairing: "Pairing") -> None:
    """Prints where phones come in: the address, the code that works once, and both as a square to be followed."""
    # heavy for what it is, and only wanted here
    import segno

    from rockpin.api.pairing import CODE_WITHIN_S

    code = pairing.new_code()
    link = f"{pairing.address}/let-in?code={code}"
    print(
        f"Phones: {pairing.address}, with the code {code[:4]} {code[4:]} (once, within "
        f"{CODE_WITHIN_S / 60:.0f} minutes; a new one stands on the page On your phone).\n"
        f"Its certificate: {pairing.fingerprint}",
        flush=True,
    )
    segno.make(link, error="m", micro=False).terminal(compact=True)
