"""What is sent to break it: every answer is a sentence, none is long, none shows the inside."""

import random

import pytest
from fastapi.testclient import TestClient

from tests.reliability.broken import HOSTILE, odd_tables, overgrown


@pytest.mark.parametrize("what", HOSTILE)
@pytest.mark.parametrize("path", ["/api/documents", "/api/sites", "/api/kit"])
def test_a_hostile_body_is_refused_in_a_sentence(client: TestClient, path: str, what: str) -> None:
    method = "PUT" if path == "/api/kit" else "POST"
    before = client.get(path.replace("documents", "sites")).json()
    answer = client.request(method, path, content=HOSTILE[what], headers={"content-type": "application/json"})
    assert answer.status_code in (400, 422), answer.text[:300]
    assert answer.json()["title"].startswith("Nothing was")
    assert len(answer.content) < 40_000
    assert all(len(fault["message"]) < 400 for fault in answer.json()["faults"])
    assert client.get(path.replace("documents", "sites")).json() == before


@pytest.mark.parametrize("path", ["/api/fixings.csv", "/api/kit.csv"])
def test_no_odd_table_brings_the_server_down(client: TestClient, path: str) -> None:
    chance = random.Random(17)
    good = "\n".join(client.get(path).text.split("\n")[:25])
    for text in odd_tables(chance, good, 150):
        answer = client.post(path, content=text, headers={"content-type": "text/csv"})
        assert answer.status_code in (200, 422), answer.text[:300]
        assert len(answer.content) < 40_000 or answer.status_code == 200


def test_any_line_end_reads_the_same(client: TestClient) -> None:
    head, *rows = client.get("/api/kit.csv").text.strip().split("\n")
    rows = [*[row for row in rows if row.startswith("bit,")][:3], "bit,11,,1,"]
    kits = []
    for end in ("\n", "\r\n", "\r"):
        table = end.join([head, *rows]).encode("utf-8-sig")
        kits.append(client.post("/api/kit.csv", content=table, headers={"content-type": "text/csv"}).json()["kit"])
    assert kits[0]["bits_mm"][-1] == 11
    assert kits[0] == kits[1] == kits[2]


@pytest.mark.parametrize(
    ("table", "told"),
    [
        ('what,key\nbit,"' + "8" * 140_000, "line 2: cannot be read as cells"),
        ("what,key\nbit," + "8" * 10_001, "line 2: has a cell of more than 10000 characters"),
        ("what,key,key\nbit,8,9", "line 1: names the column “key” twice"),
        ("what,key\nbit,8,9", "line 2: has more cells than the head"),
        ("what,key\n" + "bit,8\n" * 2001, "file: holds 2001 rows, at most 2000 are taken"),
    ],
)
def test_a_table_that_is_none_is_told_by_its_line(client: TestClient, table: str, told: str) -> None:
    answer = client.post("/api/kit.csv", content=table.encode(), headers={"content-type": "text/csv"})
    assert answer.status_code == 422
    (fault,) = answer.json()["faults"]
    assert f"{fault['path']}: {fault['message']}".startswith(told)


def test_a_document_with_far_too_much_of_one_thing_is_refused_by_name(client: TestClient) -> None:
    for name, body in overgrown():
        answer = client.post("/api/plan", content=body, headers={"content-type": "application/json"})
        assert answer.status_code in (200, 422), (name, answer.text[:300])
        if "000 " in name and name not in ("1,000 points", "2,000 old holes"):
            assert answer.status_code == 422, name
            assert answer.json()["faults"], name
