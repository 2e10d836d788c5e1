"""Who may ask, how much, and what a browser may do with the answer."""

import re
from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

from rockpin.api.door import MOST_BYTES


def _kit(client: TestClient) -> dict[str, object]:
    now = client.get("/api/kit").json()
    return {"revision": now["revision"], "summary": "from elsewhere", "kit": {**now["kit"], "bits_mm": [6.0]}}


@pytest.mark.parametrize(
    ("headers", "status"),
    [
        ({"origin": "http://elsewhere.example"}, 403),
        ({"origin": "null"}, 403),
        ({"sec-fetch-site": "cross-site"}, 403),
        ({"sec-fetch-site": "same-site"}, 403),
        ({"host": "elsewhere.example"}, 421),
        ({"host": "127.0.0.1.elsewhere.example"}, 421),
        ({"content-type": "text/plain"}, 415),
        ({"content-type": "application/x-www-form-urlencoded"}, 415),
        ({"content-type": "multipart/form-data; boundary=x"}, 415),
    ],
)
def test_a_page_of_anybody_else_changes_nothing(headers: dict[str, str], status: int, client: TestClient) -> None:
    before, body = client.get("/api/kit").json(), _kit(client)
    answer = client.put("/api/kit", json=body, headers=headers)
    assert answer.status_code == status
    assert answer.json()["title"].startswith(("Nothing was", "Rock Pin answers"))
    assert client.get("/api/kit").json() == before


def test_a_change_without_the_own_header_is_turned_away(client: TestClient) -> None:
    body = _kit(client)
    del client.headers["x-rock-pin"]
    assert client.put("/api/kit", json=body).status_code == 403
    # looking is free
    assert client.get("/api/kit").status_code == 200


@pytest.mark.parametrize("headers", [{}, {"origin": "http://testserver"}, {"sec-fetch-site": "same-origin"}])
def test_its_own_screen_is_let_in(headers: dict[str, str], client: TestClient) -> None:
    assert client.put("/api/kit", json=_kit(client), headers=headers).status_code == 200


@pytest.mark.parametrize("host", ["127.0.0.1:8765", "localhost", "[::1]:9000", "LOCALHOST:1"])
def test_it_answers_to_every_name_of_this_machine(host: str, client: TestClient) -> None:
    assert client.get("/api/kit", headers={"host": host}).status_code == 200


def test_a_body_beyond_what_is_read_is_refused_however_it_is_sent(client: TestClient) -> None:
    def pieces() -> Iterator[bytes]:
        for _ in range(MOST_BYTES // 1_000_000 + 2):
            yield b" " * 1_000_000

    for content in (b" " * (MOST_BYTES + 1), pieces()):
        answer = client.post("/api/documents", content=content)
        assert answer.status_code == 413
        assert "larger than 20 MB" in answer.json()["title"]


def test_what_a_browser_may_do_with_an_answer(client: TestClient) -> None:
    for path, kept in (("/", "no-cache"), ("/api/sites", "no-store")):
        headers = client.get(path).headers
        assert "unsafe" not in headers["content-security-policy"]
        assert "frame-ancestors 'none'" in headers["content-security-policy"]
        assert headers["x-content-type-options"] == "nosniff"
        assert headers["referrer-policy"] == "no-referrer"
        assert headers["cross-origin-opener-policy"] == headers["cross-origin-resource-policy"] == "same-origin"
        assert headers["cache-control"] == kept


def test_a_head_is_answered_and_an_unknown_path_is_none(client: TestClient) -> None:
    for path in ("/", "/api/sites", "/jobs/chart-table/fixing"):
        head = client.head(path)
        assert (head.status_code, head.content) == (200, b"")
    for path in ("/nothing", "/jobs", "/api/nothing", "/" + "x" * 5000, "/jobs/" + "y" * 300):
        assert client.get(path).status_code == 404


def test_each_page_carries_its_own_number_for_inline_styles(client: TestClient) -> None:
    numbers = set()
    for path in ("/", "/van", "/nowhere", "/index.html"):
        page = client.get(path)
        named = re.search(r"style-src 'self' 'nonce-([\w-]{20,})'", page.headers["content-security-policy"])
        assert named
        assert f'nonce="{named[1]}"' in page.text
        assert "__NONCE__" not in page.text
        numbers.add(named[1])
    assert len(numbers) == 4
