"""Commands on a job document in a file, without any data file."""

import json
import sys
import tempfile
from enum import StrEnum
from pathlib import Path
from typing import TYPE_CHECKING, Annotated

import typer

from rockpin.cli.shared import DecimalHabit, DecimalSign, app, fail, read_file
from rockpin.core.base.errors import BadInput

if TYPE_CHECKING:
    from rockpin.core.document.job import JobDocument
    from rockpin.core.plan import Plan
    from rockpin.core.tables.catalogue import Catalogue


def _planned(file: Path) -> "Plan":
    return _planned_whole(file)[0]


def _planned_whole(file: Path) -> "tuple[Plan, JobDocument, Catalogue]":
    """The plan of a document, with the document and the catalogue that it was planned with."""
    from rockpin.catalogue import load_catalogue
    from rockpin.core.plan import make_plan
    from rockpin.exchange import read_document

    catalogue = load_catalogue()
    try:
        document = read_document(read_file(file), catalogue)
        return make_plan(document, catalogue), document, catalogue
    except BadInput as error:
        fail(error)


@app.command()
def plan(file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")]) -> None:
    """Print the plan of a job document as JSON."""
    print(_planned(file).model_dump_json(indent=2))


@app.command()
def ways(file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")]) -> None:
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
def places(file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")]) -> None:
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
    from rockpin.core.document.job import SCHEMA_VERSION, JobDocument

    if what != "job":
        print(f"There is no schema “{what}”; there is: job", file=sys.stderr)
        raise typer.Exit(2)
    named = {"$id": f"urn:rockpin:job:{SCHEMA_VERSION}", **JobDocument.model_json_schema()}
    print(json.dumps(named, indent=2, ensure_ascii=False))


class SheetForm(StrEnum):
    MD = "md"
    PDF = "pdf"


@app.command()
def sheet(
    file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")],
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
    file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")],
    form: Annotated[TemplateForm, typer.Option(help="The template as PDF, SVG, DXF or CSV, or the story pole.")] = (
        TemplateForm.PDF
    ),
    paper: Annotated[PaperSize, typer.Option(help="Paper of a PDF.")] = PaperSize.A4,
    line: Annotated[PoleLine, typer.Option(help="A pole along the wall from its left edge, or up from the floor.")] = (
        PoleLine.ALONG
    ),
    decimal: DecimalSign = DecimalHabit.POINT,
) -> None:
    """Print the marks of a job document at full size: on sheets of paper, as a drawing, or as a strip."""
    from rockpin.exchange.template import carried

    sys.stdout.buffer.write(carried(_planned(file), form.value, paper.value, line.value, decimal=decimal.value))


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


@app.command()
def record(
    file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")],
    form: Annotated[SheetForm, typer.Option(help="Markdown or PDF; photos stay where they are.")] = SheetForm.MD,
) -> None:
    """Print the record of a job document: what was done, hole by hole."""
    from rockpin.exchange.record_sheet import record_markdown, record_pdf

    made, document, catalogue = _planned_whole(file)
    if form is SheetForm.PDF:
        sys.stdout.buffer.write(record_pdf(made, document, catalogue, lambda _name: None))
    else:
        sys.stdout.buffer.write(record_markdown(made, document, catalogue).encode())


@app.command()
def wall(file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")]) -> None:
    """Print everything that is known of the wall of a job document, as Markdown; of both walls of a corner."""
    from rockpin.core.plan import make_plan, wall_by_wall
    from rockpin.exchange.record_sheet import wall_markdown

    _, document, catalogue = _planned_whole(file)
    parts = wall_by_wall(document, catalogue.figures.demand)
    sys.stdout.buffer.write(wall_markdown([(make_plan(part, catalogue), part) for part in parts]).encode())


@app.command("ways-on")
def ways_on_(
    file: Annotated[Path, typer.Argument(help="A job document, JSON; - reads it from standard input.")],
    hole: Annotated[str, typer.Argument(help="The id of a hole that answered differently.")],
) -> None:
    """Print the ways on from a hole that answered differently, each put through the plan."""
    from rockpin.core.base.errors import NotFound
    from rockpin.core.plan import ways_on

    _, document, catalogue = _planned_whole(file)
    try:
        found = ways_on(document, hole, catalogue)
    except NotFound as error:
        fail(error)
    print(found.title if found.stop is None else f"{found.title}\n{found.stop}")
    for way in found.ways:
        print(f"{way.word.value}\t{way.title}\t{way.sentence}")
