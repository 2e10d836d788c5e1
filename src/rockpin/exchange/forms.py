"""The forms in which marks are carried to the wall, and what each is sent as; said apart from how they are drawn."""

from typing import Literal, get_args

Paper = Literal["a4", "letter"]
Decimal = Literal["point", "comma"]
"""How a table writes figures: a spreadsheet of either habit reads its own."""
Along = Literal["along", "up"]
Form = Literal["pdf", "svg", "dxf", "csv", "pole", "pole-svg", "pole-dxf", "pole-csv"]
FORMS: tuple[Form, ...] = get_args(Form)
_KINDS = {
    "pdf": "application/pdf",
    "svg": "image/svg+xml",
    "dxf": "image/vnd.dxf",
    "csv": "text/csv; charset=utf-8",
}


def kind_of(form: Form) -> tuple[str, str]:
    """What a form is sent as, and the ending of its file; a pole alone is a PDF."""
    ending = "pdf" if form == "pole" else form.rsplit("-", 1)[-1]
    return _KINDS[ending], ending
