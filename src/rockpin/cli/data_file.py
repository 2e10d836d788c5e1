"""Commands on the data file: what is in it, in and out, copies of it, and whether it is whole."""

import json
from pathlib import Path
from typing import Annotated, Any

import typer

from rockpin.cli.shared import Data, app, default_data_file, fail, open_store, read_file, reading
from rockpin.core.base.errors import BadInput, Fault, NotFound


@app.command()
def jobs(data: Data = None) -> None:
    """List the jobs in the data file, with their ids."""
    with reading(data) as store:
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
    from rockpin.store.photos import Photos

    if everything is not None:
        if everything.exists():
            fail(BadInput([Fault(str(everything), "is there already; give another name")]))
        try:
            with reading(data) as store:
                everything.write_bytes(write_everything(store.everything(), Photos(data or default_data_file()).all()))
        except OSError as error:
            fail(BadInput([Fault(str(everything), f"could not be written ({error.strerror})")]))
        return
    if job_id is None:
        fail(BadInput([Fault("job_id", "is missing; name a job, or write everything with --all FILE")]))
    try:
        with reading(data) as store:
            print(write_document(store.whole_document(job_id, load_catalogue())), end="")
    except NotFound as error:
        fail(error)


@app.command("import")
def import_(
    file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")],
    data: Data = None,
) -> None:
    """Bring a JSON job document into the data file as a site of its own, or everything into an empty one."""
    from rockpin.catalogue import load_catalogue
    from rockpin.exchange import read_document
    from rockpin.exchange.everything import read_everything
    from rockpin.store.photos import Photos

    if read_file(file)[:2] == b"PK":
        try:
            documents, photos = read_everything(read_file(file))
            store = open_store(data)
            print(f"{store.bring_everything(documents)} documents")
            Photos(store.path).bring(photos)
        except BadInput as error:
            fail(error)
        return
    try:
        document = read_document(read_file(file), load_catalogue())
    except BadInput as error:
        fail(error)
    else:
        print(open_store(data).add_document(document).id)


@app.command()
def backup(file: Annotated[Path, typer.Argument(help="Where the copy goes.")], data: Data = None) -> None:
    """Copy the data file, also while it is in use, and look the copy over."""
    from rockpin.store import BadDataFile
    from rockpin.store.data_file import copy_to
    from rockpin.store.photos import Photos

    path = data or default_data_file()
    try:
        copy_to(path, file)
        photos = Photos(path).copy_to(Photos(file))
    except BadDataFile as error:
        fail(error)
    except OSError as error:
        fail(BadInput([Fault(str(file), f"its photos could not be copied ({error.strerror})")]))
    beside = f", with {photos} photos beside it" if photos else ""
    print(f"{file} is a whole copy of {path}{beside}.")


@app.command()
def restore(file: Annotated[Path, typer.Argument(help="A copy made with backup.")], data: Data = None) -> None:
    """Put a copy in the place of the data file; what is there is kept beside it. Stop the application first."""
    from rockpin.store import BadDataFile
    from rockpin.store.data_file import put_back
    from rockpin.store.in_use import only_user_of
    from rockpin.store.photos import Photos

    path = data or default_data_file()
    try:
        with only_user_of(path, "restore"):
            kept = put_back(file, path)
            # a photo is named by what it holds: those that are there already stay
            Photos(file).copy_to(Photos(path))
    except BadDataFile as error:
        fail(error)
    print(f"{path} is as {file} was." + (f" What was there is {kept}." if kept else ""))


@app.command()
def check(
    data: Data = None,
    set_aside: Annotated[
        bool,
        typer.Option("--set-aside", help="Take jobs that have no plan out of sight, each as a file."),
    ] = False,
) -> None:
    """Look over the data file: its structure, its references, and whether every job opens and has a plan."""
    from rockpin.api.checking import faulty_jobs, what_is_wrong
    from rockpin.store import BadDataFile
    from rockpin.store.data_file import faults_of_file

    path = data or default_data_file()
    try:
        found = faults_of_file(path)
    except BadDataFile as error:
        fail(error)
    with reading(data) as store:
        wrong = what_is_wrong(store)
        faulty = faulty_jobs(store) if set_aside else []
        kept = {job_id: store.raw_document(job_id) for job_id in faulty}
    print("\n".join(found + wrong) if found or wrong else f"{path}: every site and job is whole.")
    if kept:
        print(f"{_put_aside(path, kept)} holds {len(kept)} of them; they are out of sight, and their states are kept.")
    if found or wrong:
        raise typer.Exit(1)


def _put_aside(path: Path, jobs: dict[str, dict[str, Any]]) -> Path:
    """Writes the documents of some jobs beside the data file and takes the jobs out of sight; the folder."""
    from rockpin.core.document.job import JobBody
    from rockpin.store.data_file import aside

    folder = aside(path, "set-aside")
    store = open_store(path)
    try:
        folder.mkdir()
        for job_id, document in jobs.items():
            text = json.dumps(document, indent=2, ensure_ascii=False)
            (folder / f"{job_id}.rockpin.json").write_text(text, encoding="utf-8")
    except OSError as error:
        fail(BadInput([Fault(str(folder), f"could not be written ({error.strerror}); nothing was set aside")]))
    for job_id in jobs:
        store.remove(JobBody, job_id)
    store.close()
    return folder
