"""Pages of anybody else: every address that changes something turns them away."""

from pathlib import Path

from tests.attack.server import serving

_WRONG: list[dict[str, str]] = [
    {"origin": "http://elsewhere.example"},
    {"origin": "null"},
    {"origin": "http://127.0.0.1.elsewhere.example"},
    {"sec-fetch-site": "cross-site"},
    {"host": "elsewhere.example"},
    {"host": "localhost.elsewhere.example"},
    {"x-rock-pin": ""},
]


def knock(folder: Path) -> list[str]:
    """Every changing address with every wrong origin, host and missing header."""
    with serving(folder / "strangers.sqlite") as server:
        client = server.client()
        paths = client.ok("GET", "/openapi.json").json()["paths"]
        count = 0
        before = client.ok("GET", "/api/sites").body
        for path, methods in paths.items():
            for method in {"post", "put", "delete"} & methods.keys():
                for headers in _WRONG:
                    answer = client.send(method.upper(), path, b"{}", "application/json", headers)
                    assert answer.status in (403, 421), (path, headers, answer)
                    count += 1
        assert client.ok("GET", "/api/sites").body == before
    return [f"{count} questions of foreign pages to {len(paths)} addresses: all turned away"]
