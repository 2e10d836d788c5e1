"""The demo behind its door, in a data file of its own."""

from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from rockpin.api import make_app
from rockpin.catalogue import load_catalogue
from rockpin.demo import load_demo
from rockpin.store import Store
from tests.api import OWN


@pytest.fixture
def store(tmp_path: Path) -> Store:
    made = Store(tmp_path / "data.sqlite")
    load_demo(made)
    return made


@pytest.fixture
def client(store: Store, tmp_path: Path) -> Iterator[TestClient]:
    web = tmp_path / "web"
    (web / "assets").mkdir(parents=True)
    (web / "index.html").write_text('<meta property="csp-nonce" nonce="__NONCE__"><title>Rock Pin</title>')
    app = make_app(store, load_catalogue(), web)
    with TestClient(app, headers=OWN, raise_server_exceptions=False) as found:
        yield found
