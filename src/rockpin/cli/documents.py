"""Commands on a job document in a file, without any data file."""

import json
import sys
import tempfile
from enum import StrEnum
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from rockpin.cli.shared import app, fail, read_file
from rockpin.core.base.errors import BadInput

if TYPE_CHECKING:
    from rockpin.core.plan import Plan


def _planned(file: Path) -> "Plan":
    from rockpin.catalogue import load_catalogue
    from rockpin.core.plan import make_plan
    from rockpin.exchange import read_document

    catalogue = load_catalogue()
    try:
        return make_plan(read_document(read_file(file), catalogue), catalogue)
    except BadInput as error:
        fail(error)


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
        found = ways_out(read_document(read_file(file), catalogue), catalogue)
    except BadInput as error:
        fail(error)
    else:
        for way in found:
            print(f"{way.word.value}\t{way.sentence}")


@app.command()
def places(file: Annotated[Path, typer.Argument(help="A job document, JSON.")]) -> None:
    """Print the places near that are better in something, one a line."""
    from rockpin.catalogue import load_catalogue
    from rockpin.core.plan import better_places
    from rockpin.exchange import read_document

    catalogue = load_catalogue()
    try:
        found = better_places(read_document(read_file(file), catalogue), catalogue)
    except BadInput as error:
        fail(error)
    else:
        for place in found:
            print(f"{place.word.value}\t{place.sentence}")


@app.command()
def schema(what: Annotated[str, typer.Argument(help="job")]) -> None:
    """Print the JSON Schema of a document."""
    from rockpin.core.document.job import JobDocument

    if what != "job":
        print(f"There is no schema “{what}”; there is: job", file=sys.stderr)
        raise typer.Exit(2)
    print(json.dumps(JobDocument.model_json_schema(), indent=2, ensure_ascii=False))


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


class TemplateForm(StrEnum):
    PDF = "pdf"
    SVG = "svg"
    DXF = "dxf"
    CSV = "csv"
    POLE = "pole"
    POLE_SVG = "pole-svg"
    POLE_DXF = "pole-dxf"
    POLE_CSV = "pole-csv"


class PaperSize(StrEnum):
    A4 = "a4"
    LETTER = "letter"


class PoleLine(StrEnum):
    ALONG = "along"
    UP = "up"


@app.command()
def template(
    file: Annotated[Path, typer.Argument(help="A job document, JSON.")],
    form: Annotated[TemplateForm, typer.Option(help="The template as PDF, SVG, DXF or CSV, or the story pole.")] = (
        TemplateForm.PDF
    ),
    paper: Annotated[PaperSize, typer.Option(help="Paper of a PDF.")] = PaperSize.A4,
    line: Annotated[PoleLine, typer.Option(help="A pole along the wall from its left edge, or up from the floor.")] = (
        PoleLine.ALONG
    ),
) -> None:
    """Print the marks of a job document at full size: on sheets of paper, as a drawing, or as a strip."""
    from rockpin.exchange.template import carried

    sys.stdout.buffer.write(carried(_planned(file), form.value, paper.value, line.value))


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
