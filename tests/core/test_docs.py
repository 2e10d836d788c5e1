"""The pages: every link leads somewhere."""

import re
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
PAGES = sorted([*ROOT.glob("*.md"), *(ROOT / "docs").glob("*.md")])
_LINK = re.compile(r"\]\(([^)#\s]+)(?:#[^)]*)?\)")


@pytest.mark.parametrize("page", PAGES, ids=lambda page: page.name)
def test_every_link_of_a_page_leads_to_a_file(page: Path) -> None:
    links = [one for one in _LINK.findall(page.read_text(encoding="utf-8")) if "://" not in one]
    assert [one for one in links if not (page.parent / one).exists()] == []
