"""The command line: serve, demo, plan, ways, sheet, export, import, backup, restore, check, jobs, kit, fixings."""

import gc
import json
import socket
import sys
import tempfile
from enum import StrEnum
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, NoReturn

import typer

from rockpin.core.base.errors import BadInput, Fault, NotFound, RockPinError

if TYPE_CHECKING:
    from rockpin.core.plan import Plan
    from rockpin.store import Store

# Each command imports what it needs itself: help and a plan start without the server, the sheets and the data file.

app = typer.Typer(
    add_completion=False,
    no_args_is_help=True,
    pretty_exceptions_enable=False,
    help="What a wall is made of, what is hidden in it, what will hold, and where to drill.",
)

Data = Annotated[Path | None, typer.Option(help="Data file; otherwise the one in your data folder.")]
Port = Annotated[int, typer.Option(help="Port on 127.0.0.1.", min=0, max=65535)]


def default_data_file() -> Path:
    """The data file in the user's data folder."""
    from platformdirs import user_data_path

    return user_data_path("rockpin", appauthor=False) / "rockpin.sqlite"


def _store(data: Path | None) -> "Store":
    from rockpin.store import BadDataFile, Store

    try:
        return Store(data or default_data_file())
    except BadDataFile as error:
        _fail(error)


def _new_or_known(data: Path | None) -> None:
    """Asks before a mistyped name becomes a new file beside others; a terminal is needed to be asked."""
    if data is None or data.exists() or not sys.stdin.isatty():
        return
    if not typer.confirm(f"There is no {data} yet. Make a new data file there?", default=True):
        raise typer.Exit(2)


def _fail(error: RockPinError) -> NoReturn:
    print(error, file=sys.stderr)
    raise typer.Exit(2)


def _read(path: Path) -> bytes:
    try:
        return path.read_bytes()
    except OSError as error:
        print(f"{path}: cannot be read ({error.strerror}); give the path of a job document", file=sys.stderr)
        raise typer.Exit(2) from None


def _planned(file: Path) -> "Plan":
    from rockpin.catalogue import load_catalogue
    from rockpin.core.plan import make_plan
    from rockpin.exchange import read_document

    catalogue = load_catalogue()
    try:
        return make_plan(read_document(_read(file), catalogue), catalogue)
    except BadInput as error:
        _fail(error)


def load_demo(store: "Store") -> None:
    """Puts the demo site into the file, if it is not there."""
    from rockpin.demo import DEMO_SITE_ID, demo_documents

    if store.has(DEMO_SITE_ID) or store.restore(DEMO_SITE_ID):
        return
    for document in demo_documents():
        store.add_document(document, keep_ids=True)


def _serve(store: "Store", port: int) -> None:
    import uvicorn

    from rockpin.api import make_app
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
    print(f"Rock Pin is at {address}\nData: {store.path}\nStop it with Ctrl+C.", flush=True)
    app_made = make_app(store, load_catalogue(), workers=workers_for_this_machine())
    # the catalogue stays: else the collector walks over all of it in the middle of an answer
    gc.collect()
    gc.freeze()
    config = uvicorn.Config(app_made, log_level="warning", access_log=False)
    uvicorn.Server(config).run(sockets=[listener])


@app.command()
def serve(data: Data = None, port: Port = 8765) -> None:
    """Start the application and print its address."""
    _new_or_known(data)
    _serve(_store(data), port)


@app.command()
def demo(data: Data = None, port: Port = 8765) -> None:
    """Load Slipway House, the demo site, and start the application."""
    store = _store(data)
    load_demo(store)
    _serve(store, port)


@app.command()
def plan(file: Annotated[Path, typer.Argument(help="A job document, JSON.")]) -> None:
    """Print the plan of a job document as JSON."""
    print(_planned(file).model_dump_json(indent=2))


@app.command()
def ways(file: Annotated[Path, typer.Argument(help="A job document, JSON.")]) -> None:
    """Print the ways that work where nothing holds, or not for sure, one a line."""
    from rockpin.catalogue import load_catalogue
    from rockpin.core.plan import ways_out
    from rockpin.exchange import read_document

    catalogue = load_catalogue()
    try:
        found = ways_out(read_document(_read(file), catalogue), catalogue)
    except BadInput as error:
        _fail(error)
    else:
        for way in found:
            print(f"{way.word.value}\t{way.sentence}")


@app.command()
def schema(what: Annotated[str, typer.Argument(help="job")]) -> None:
    """Print the JSON Schema of a document."""
    from rockpin.core.document.job import JobDocument

    if what != "job":
        print(f"There is no schema “{what}”; there is: job", file=sys.stderr)
        raise typer.Exit(2)
    print(json.dumps(JobDocument.model_json_schema(), indent=2, ensure_ascii=False))


@app.command()
def jobs(data: Data = None) -> None:
    """List the jobs in the data file, with their ids."""
    store = _store(data)
    for site in store.sites():
        for job in store.jobs(site.id):
            print(f"{job.id}\t{site.body.name}\t{job.body.title}")


@app.command()
def export(
    job_id: Annotated[str | None, typer.Argument(help="A job; left out with --all.")] = None,
    data: Data = None,
    everything: Annotated[
        Path | None, typer.Option("--all", help="Write everything, with its history, into this zip.")
    ] = None,
) -> None:
    """Print a job of the data file as a JSON document, or write everything into one open file."""
    from rockpin.catalogue import load_catalogue
    from rockpin.exchange import write_document
    from rockpin.exchange.everything import write_everything

    if everything is not None:
        if everything.exists():
            _fail(BadInput([Fault(str(everything), "is there already; give another name")]))
        try:
            everything.write_bytes(write_everything(_store(data).everything()))
        except OSError as error:
            _fail(BadInput([Fault(str(everything), f"could not be written ({error.strerror})")]))
        return
    if job_id is None:
        _fail(BadInput([Fault("job_id", "is missing; name a job, or write everything with --all FILE")]))
    try:
        print(write_document(_store(data).whole_document(job_id, load_catalogue())), end="")
    except NotFound as error:
        _fail(error)


@app.command("import")
def import_(file: Annotated[Path, typer.Argument(help="A job document, JSON.")], data: Data = None) -> None:
    """Bring a JSON job document into the data file as a site of its own, or everything into an empty one."""
    from rockpin.catalogue import load_catalogue
    from rockpin.exchange import read_document
    from rockpin.exchange.everything import read_everything

    if _read(file)[:2] == b"PK":
        try:
            print(f"{_store(data).bring_everything(read_everything(_read(file)))} documents")
        except BadInput as error:
            _fail(error)
        return
    try:
        document = read_document(_read(file), load_catalogue())
    except BadInput as error:
        _fail(error)
    else:
        print(_store(data).add_document(document).id)


@app.command()
def backup(file: Annotated[Path, typer.Argument(help="Where the copy goes.")], data: Data = None) -> None:
    """Copy the data file, also while it is in use, and look the copy over."""
    from rockpin.store import BadDataFile
    from rockpin.store.data_file import copy_to

    try:
        copy_to(data or default_data_file(), file)
    except BadDataFile as error:
        _fail(error)
    print(f"{file} is a whole copy of {data or default_data_file()}.")


@app.command()
def restore(file: Annotated[Path, typer.Argument(help="A copy made with backup.")], data: Data = None) -> None:
    """Put a copy in the place of the data file; what is there is kept beside it. Stop the application first."""
    from rockpin.store import BadDataFile
    from rockpin.store.data_file import put_back

    path = data or default_data_file()
    try:
        kept = put_back(file, path)
    except BadDataFile as error:
        _fail(error)
    print(f"{path} is as {file} was." + (f" What was there is {kept}." if kept else ""))


@app.command()
def check(data: Data = None) -> None:
    """Look over the data file: its structure, its references, and whether every job opens and has a plan."""
    from rockpin.api.context import AppContext
    from rockpin.catalogue import load_catalogue
    from rockpin.core.document.job import JobBody, Site
    from rockpin.core.document.wall import Wall
    from rockpin.store import BadDataFile, Broken
    from rockpin.store.data_file import faults_of_file

    try:
        found = faults_of_file(data or default_data_file())
    except BadDataFile as error:
        _fail(error)
    store = _store(data)
    context, count = AppContext(store=store, shipped=load_catalogue()), 0
    for site in store.listed(Site, None):
        count += 1
        if isinstance(site, Broken):
            found.append(f"site “{site.label}”: {site.why}")
        found += [f"wall “{one.label}”: {one.why}" for one in store.listed(Wall, site.id) if isinstance(one, Broken)]
        for job in store.listed(JobBody, site.id):
            count += 1
            if isinstance(job, Broken):
                found.append(f"job “{job.label}”: {job.why}")
                continue
            try:
                context.plan_of(store.document(job.id, context.catalogue))
            except RockPinError as error:
                found.append(f"job “{job.body.title}”: {error}")
    print("\n".join(found) if found else f"{count} sites and jobs, all whole.")
    if found:
        raise typer.Exit(1)


class SheetForm(StrEnum):
    MD = "md"
    PDF = "pdf"


@app.command()
def sheet(
    file: Annotated[Path, typer.Argument(help="A job document, JSON.")],
    form: Annotated[SheetForm, typer.Option(help="Markdown or PDF.")] = SheetForm.MD,
) -> None:
    """Print the calculation sheet of a job document."""
    from rockpin.exchange.sheets import sheet_markdown, sheet_pdf

    made = _planned(file)
    sys.stdout.buffer.write(sheet_pdf(made) if form is SheetForm.PDF else sheet_markdown(made).encode())


@app.command()
def fixings(
    file: Annotated[Path | None, typer.Argument(help="A CSV of fixings to read; without it they are printed.")] = None,
    data: Data = None,
) -> None:
    """Print all fixings as CSV, or read your own from such a file."""
    from rockpin.catalogue import load_catalogue
    from rockpin.core.document.fixings import OwnFixings
    from rockpin.exchange.lists import read_fixings, write_fixings
    from rockpin.store.bodies import FIXINGS_ID

    store, shipped = _store(data), load_catalogue()
    if file is None:
        print(write_fixings(shipped.with_fixings(store.own_fixings().body.rows).fixings), end="")
        return
    try:
        own = read_fixings(_text(file), shipped)
    except BadInput as error:
        _fail(error)
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
) -> None:
    """Print what the van holds as CSV, or read it from such a file."""
    from rockpin.catalogue import load_catalogue
    from rockpin.exchange.lists import read_kit, write_kit
    from rockpin.store.bodies import KIT_ID

    store = _store(data)
    if file is None:
        print(write_kit(store.kit().body), end="")
        return
    try:
        found = read_kit(_text(file), load_catalogue().with_fixings(store.own_fixings().body.rows))
    except BadInput as error:
        _fail(error)
    else:
        store.save(KIT_ID, found, store.kit().revision, "kit read from a file")
        print(
            f"{len(found.fixings)} fixings, {len(found.screws)} screws, {len(found.bits_mm)} bits, "
            f"{len(found.tools)} tools"
        )


def _text(path: Path) -> str:
    try:
        return _read(path).decode("utf-8-sig")
    except UnicodeDecodeError:
        raise BadInput([Fault("file", f"{path} is no UTF-8 text; save the table as CSV in UTF-8")]) from None


@app.command()
def openapi() -> None:
    """Print the OpenAPI schema of the web interface."""
    from rockpin.api import make_app
    from rockpin.catalogue import load_catalogue
    from rockpin.store import Store

    with tempfile.TemporaryDirectory() as folder:
        store = Store(Path(folder) / "empty.sqlite")
        print(json.dumps(make_app(store, load_catalogue()).openapi(), indent=2))
        store.close()


def main() -> None:
    app()
