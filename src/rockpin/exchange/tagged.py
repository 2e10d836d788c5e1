"""PDF that can be read aloud and reflowed: every paragraph, item and cell carries its tag, all else is marked as trim.

Tagged content and its structure tree after ISO 32000-1, 14.7 and 14.8.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Any

from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfbase.pdfdoc import PDFArray, PDFDictionary, PDFName, PDFObjectReference
from reportlab.platypus import Paragraph, Table

Step = tuple[str, int]
"""A tag and the number of its element among all."""


@dataclass
class Structure:
    """What stands where in one PDF: marked places by page, and the element that each belongs to."""

    _drawn: list[tuple[tuple[Step, ...], int, int]] = field(default_factory=list)
    _next: dict[int, int] = field(default_factory=dict)
    _pages: dict[int, Any] = field(default_factory=dict)

    def place(self, canvas: Any, path: tuple[Step, ...]) -> int:
        """The number on its page of what is drawn next, as a part of the element at the end of ``path``."""
        page = canvas.getPageNumber()
        if page not in self._pages:
            self._pages[page] = canvas._doc.thisPageRef()
        number = self._next.get(page, 0)
        self._next[page] = number + 1
        self._drawn.append((path, page, number))
        return number

    def finish(self, canvas: Any) -> None:
        """Hangs the tree of elements into the document, once all of it is drawn."""
        document = canvas._doc
        root = PDFDictionary({"Type": PDFName("StructTreeRoot")})
        top = document.Reference(root, "structure")
        elements: dict[tuple[Step, ...], PDFDictionary] = {}
        parents: dict[int, dict[int, Any]] = {}

        def element(path: tuple[Step, ...]) -> PDFDictionary:
            if path not in elements:
                made = PDFDictionary({"Type": PDFName("StructElem"), "S": PDFName(path[-1][0]), "K": PDFArray([])})
                elements[path] = made
                reference = document.Reference(made, f"element{len(elements)}")
                if path[:-1]:
                    made["P"] = PDFObjectReference(_name(elements, path[:-1], element))
                    element(path[:-1]).dict["K"].sequence.append(reference)
                else:
                    made["P"] = top
                    root.dict.setdefault("K", PDFArray([])).sequence.append(reference)
            return elements[path]

        for path, page, number in self._drawn:
            where = element(path)
            content = PDFDictionary({"Type": PDFName("MCR"), "Pg": self._pages[page], "MCID": number})
            where.dict["K"].sequence.append(content)
            parents.setdefault(page, {})[number] = PDFObjectReference(_name(elements, path, element))
        numbers: list[Any] = []
        for page, found in sorted(parents.items()):
            numbers += [page, PDFArray([found[number] for number in range(len(found))])]
        root["ParentTree"] = PDFDictionary({"Nums": PDFArray(numbers)})
        root["ParentTreeNextKey"] = max(parents, default=0) + 1
        catalogue = document.Catalog
        catalogue.StructTreeRoot = top
        catalogue.MarkInfo = PDFDictionary({"Marked": "true"})
        catalogue.ViewerPreferences = PDFDictionary({"DisplayDocTitle": "true"})
        for page in parents:
            object_of_page = document.idToObject[self._pages[page].name]
            object_of_page.__NoDefault__ = [*type(object_of_page).__NoDefault__, "StructParents", "Tabs"]
            object_of_page.StructParents, object_of_page.Tabs = page, PDFName("S")


def _name(elements: dict[tuple[Step, ...], PDFDictionary], path: tuple[Step, ...], element: Any) -> str:
    """The name under which the document holds an element."""
    element(path)
    return f"element{list(elements).index(path) + 1}"


@contextmanager
def trim(canvas: Any) -> Iterator[None]:
    """What is drawn inside is no part of the text: lines, page numbers, heads that are repeated."""
    canvas._code.append("/Artifact BMC")
    yield
    canvas._code.append("EMC")


class TaggedParagraph(Paragraph):
    """A paragraph that is an element of the structure, also where a page breaks it."""

    def __init__(
        self,
        text: Any,
        style: ParagraphStyle | None = None,
        *,
        structure: Structure | None = None,
        path: tuple[Step, ...] = (),
        **more: Any,
    ):
        super().__init__(text, style, **more)
        self.structure, self.path, self.repeats = structure, path, False

    def split(self, width: float, height: float) -> list[Any]:
        # the parts that the library makes belong nowhere until they are told
        parts: list[Any] = list(super().split(width, height))
        for part in parts:
            part.structure, part.path = self.structure, self.path
        return parts

    def draw(self) -> None:
        canvas: Any = self.canv
        if self.repeats:
            with trim(canvas):
                super().draw()
            return
        # a head of a table is drawn again on the next page
        self.repeats = self.path[-1][0] == "TH"
        assert self.structure is not None
        number = self.structure.place(canvas, self.path)
        canvas._code.append(f"/{self.path[-1][0]} <</MCID {number}>> BDC")
        super().draw()
        canvas._code.append("EMC")


class TrimmedTable(Table):
    """A table whose lines are trim."""

    def _drawLines(self) -> None:
        with trim(self.canv):
            super()._drawLines()  # type: ignore[misc]
