"""Letting phones in over the local network: what opens the gate, and all that must not."""

import ssl
import threading
from collections.abc import Iterator
from pathlib import Path

import pytest
from cryptography import x509
from fastapi.testclient import TestClient

from rockpin.api import make_app
from rockpin.api.lan_gate import COOKIE, LanGate
from rockpin.api.pairing import CODE_WITHIN_S, MOST_TRIES, Pairing
from rockpin.catalogue import load_catalogue
from rockpin.cli.certificates import sealed
from rockpin.demo import load_demo
from rockpin.store import Store


class Clock:
    """Seconds that a test moves on."""

    def __init__(self) -> None:
        self.now = 0.0

    def __call__(self) -> float:
        return self.now


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def pairing(tmp_path: Path, clock: Clock) -> Iterator[Pairing]:
    store = Store(tmp_path / "data.sqlite")
    load_demo(store)
    yield Pairing(store, "https://desk.test:8766", "AB:CD", b"der", clock)
    store.close()


@pytest.fixture
def desk(pairing: Pairing) -> TestClient:
    app = make_app(pairing.store, load_catalogue(), hosts=["desk.test"])
    app.state.pairing = pairing
    return TestClient(app, headers={"x-rock-pin": "desk"})


@pytest.fixture
def phone(desk: TestClient, pairing: Pairing) -> TestClient:
    """A phone that was not let in yet."""
    gate = LanGate(desk.app, pairing)
    return TestClient(gate, base_url="https://desk.test", headers={"x-rock-pin": "phone"}, follow_redirects=False)


def let_in(phone: TestClient, code: str, **headers: str) -> int:
    return phone.post("/let-in", data={"code": code, "name": "Blue phone"}, headers=headers).status_code


def test_a_stranger_sees_the_pairing_page_and_nothing_else(phone: TestClient) -> None:
    for path in ("/", "/api/sites", "/api/jobs/oar-cradle", "/assets/x.js", "/sw.js", "/api/phones", "/let-in/../api"):
        assert phone.get(path).status_code == 401, path
    assert phone.put("/api/kit", json={}).status_code == 401
    page = phone.get("/let-in?code=KM4X7PQ2")
    assert page.status_code == 200
    assert 'value="KM4X7PQ2"' in page.text
    assert "AB:CD" in page.text
    assert "form-action 'self'" in page.headers["content-security-policy"]
    # with none at all a browser would not say from where the form comes
    assert page.headers["referrer-policy"] == "same-origin"
    assert phone.get("/let-in?code=%22%3E%3Cscript%3E").text.count("<script") == 0
    assert phone.get("/let-in/authority.crt").content == b"der"


def test_the_code_opens_once_and_the_cookie_from_then_on(phone: TestClient, pairing: Pairing) -> None:
    code = pairing.new_code()
    # as people type it
    answer = phone.post("/let-in", data={"code": f"{code[:4].lower()} {code[4:]}", "name": "Blue phone"})
    assert (answer.status_code, answer.headers["location"]) == (303, "/")
    cookie = answer.headers["set-cookie"]
    assert {"HttpOnly", "Secure", "SameSite=strict"} <= {part.strip() for part in cookie.split(";")}
    assert phone.get("/api/sites").status_code == 200
    assert phone.get("/api/jobs/oar-cradle").json()["plan"]["title"] == "Oar cradle"
    # at the desk only
    assert phone.get("/api/phones").status_code == 403
    assert phone.post("/api/phones/code").status_code == 403
    other = TestClient(phone.app, base_url="https://desk.test", follow_redirects=False)
    assert let_in(other, code) == 403, "a code works once"
    assert other.get("/api/sites").status_code == 401
    assert code not in str(pairing.store.phones.all())


def test_wrong_old_and_guessed_codes(phone: TestClient, pairing: Pairing, clock: Clock) -> None:
    assert let_in(phone, "") == 403
    assert let_in(phone, "AAAAAAAA") == 403, "there is none yet"
    code = pairing.new_code()
    assert let_in(phone, code[:-1]) == 403
    clock.now += CODE_WITHIN_S
    assert let_in(phone, code) == 403, "it ran out"
    code = pairing.new_code()
    wrong = "2" * 8 if code != "2" * 8 else "3" * 8
    for _ in range(MOST_TRIES):
        assert let_in(phone, wrong) == 403
    assert let_in(phone, code) == 403, "it was guessed at too often"
    assert pairing.code is None
    assert let_in(phone, pairing.new_code()) == 303


def test_two_at_once_with_one_code_are_one(pairing: Pairing) -> None:
    code = pairing.new_code()
    found: list[str | None] = []
    threads = [threading.Thread(target=lambda: found.append(pairing.let_in(code, "x"))) for _ in range(8)]
    for one in threads:
        one.start()
    for one in threads:
        one.join()
    assert sum(token is not None for token in found) == 1


def test_pages_of_others_let_nobody_in(phone: TestClient, pairing: Pairing) -> None:
    code = pairing.new_code()
    assert let_in(phone, code, origin="https://elsewhere.test") == 403
    assert let_in(phone, code, **{"sec-fetch-site": "cross-site"}) == 403
    assert pairing.code == code
    assert let_in(phone, code, origin="https://desk.test") == 303
    # let in, a page of somebody else still changes nothing
    headers = {"origin": "https://elsewhere.test"}
    assert phone.post("/api/jobs/oar-cradle/undo", headers=headers).status_code == 403
    assert phone.get("/api/sites", headers={"host": "elsewhere.test"}).status_code == 421


def test_a_phone_that_is_shut_out_is_a_stranger_again(phone: TestClient, desk: TestClient, pairing: Pairing) -> None:
    let_in(phone, pairing.new_code())
    door = desk.get("/api/phones").json()
    assert [one["name"] for one in door["phones"]] == ["Blue phone"]
    assert door["square"] is None
    fresh = desk.post("/api/phones/code").json()
    assert fresh["square"].startswith("data:image/svg+xml;base64,")
    assert len(fresh["code"]) == 8
    assert desk.delete(f"/api/phones/{door['phones'][0]['id']}").status_code == 204
    assert phone.get("/api/sites").status_code == 401
    assert desk.delete("/api/phones/nobody").status_code == 404
    phone.cookies.set(COOKIE, "x" * 43)
    assert phone.get("/api/sites").status_code == 401


def test_without_lan_there_is_no_door(desk: TestClient) -> None:
    desk.app.state.pairing = None  # type: ignore[attr-defined]
    assert desk.get("/api/phones").json()["address"] is None
    assert desk.post("/api/phones/code").status_code == 404


def test_the_certificate_is_for_these_addresses_and_its_keys_for_nobody(tmp_path: Path) -> None:
    folder = tmp_path / "seal"
    first = sealed(folder, ["192.0.2.7", "desk.test"])
    again = sealed(folder, ["192.0.2.8"])
    assert first.fingerprint == again.fingerprint, "the authority is made once"
    assert len(first.fingerprint.split(":")) == 32
    for key in folder.glob("*.key"):
        assert key.stat().st_mode & 0o077 == 0
    cert = x509.load_pem_x509_certificate(again.certificate.read_bytes())
    names = cert.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    assert [str(one) for one in names.get_values_for_type(x509.IPAddress)] == ["192.0.2.8"]
    # what a browser would check: the chain up to the authority
    context = ssl.create_default_context(cadata=ssl.DER_cert_to_PEM_cert(again.authority))
    context.load_cert_chain(again.certificate, again.key)
