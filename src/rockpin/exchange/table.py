"""The text of a table before it is read: one kind of line end, no line that is no line of a table, csv's own refusals
as ours."""

import csv
import io
import re
from collections.abc import Iterable, Iterator

from rockpin.core.base.errors import BadInput, Fault
from rockpin.exchange.forms import Decimal

LONGEST_CELL = 10_000
"""Characters of a cell; longer ones stand in no list of fixings, kit or readings."""

_LINE_ENDS = str.maketrans({"\u2028": "\n", "\u2029": "\n", "\x0b": "\n", "\x0c": "\n"})


_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def safe_cell(text: str) -> str:
    """A text as it may stand in a table: a spreadsheet would take some for the start of a formula."""
    return f"'{text}" if text.startswith(_FORMULA) else text


_FIGURE = re.compile(r"-?\d+\.\d+(?:e[+-]?\d+)?")


def table_text(rows: Iterable[Iterable[object]], decimal: Decimal) -> str:
    """Rows as a table: commas between cells, or, where the comma is the decimal sign, semicolons."""
    out = io.StringIO()
    comma = decimal == "comma"
    writer = csv.writer(out, delimiter=";" if comma else ",", lineterminator="\n")
    for row in rows:
        cells = [str(cell) for cell in row]
        writer.writerow([cell.replace(".", ",") if comma and _FIGURE.fullmatch(cell) else cell for cell in cells])
    return out.getvalue()


def clean_table(text: str) -> str:
    """The text with line feeds for every line end there is, and without the mark of its encoding."""
    return text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n").translate(_LINE_ENDS)


def table_rows(text: str, separator: str, first_line: int = 1) -> Iterator[tuple[int, list[str]]]:
    """Rows of cells with the line each ends on, empty ones left out. Raises BadInput where the text is no table."""
    reader = csv.reader(io.StringIO(text), delimiter=separator, skipinitialspace=True)
    while True:
        line = f"line {reader.line_num + first_line}"
        try:
            cells = next(reader, None)
        except csv.Error as error:
            # csv's own limit of a cell is met by a quote that is never closed
            raise BadInput([Fault(line, f"cannot be read as cells ({error}); close its quotes")]) from None
        if cells is None:
            return
        if any(len(cell) > LONGEST_CELL for cell in cells):
            raise BadInput([Fault(line, f"has a cell of more than {LONGEST_CELL} characters; close its quotes")])
        if cells:
            yield reader.line_num + first_line - 1, cells
