"""The phones that were let in: a name for the user, and of each token only its hash."""

from datetime import UTC, datetime
from typing import NamedTuple

from sqlalchemy import select

from rockpin.core.base.errors import NotFound
from rockpin.store.bodies import new_id
from rockpin.store.sessions import Sessions
from rockpin.store.tables import PairedPhone


class PhoneRow(NamedTuple):
    """A phone that was let in, and when."""

    id: str
    name: str
    at: datetime


class Phones:
    """The phones of one data file."""

    def __init__(self, sessions: Sessions) -> None:
        self._sessions = sessions

    def add(self, token_hash: str, name: str) -> None:
        with self._sessions.writing() as session:
            one = PairedPhone(id=new_id("phone"), name=name[:80], token_hash=token_hash, at=datetime.now(UTC))
            session.add(one)

    def has(self, token_hash: str) -> bool:
        with self._sessions.reading() as session:
            return session.scalar(select(PairedPhone.id).where(PairedPhone.token_hash == token_hash)) is not None

    def all(self) -> list[PhoneRow]:
        """All of them, the first let in first."""
        with self._sessions.reading() as session:
            rows = session.scalars(select(PairedPhone).order_by(PairedPhone.at))
            return [PhoneRow(one.id, one.name, one.at) for one in rows]

    def shut_out(self, phone_id: str) -> None:
        """Takes a phone's token back. Raises NotFound where there is no such phone."""
        with self._sessions.writing() as session:
            one = session.get(PairedPhone, phone_id)
            if one is None:
                raise NotFound(f"There is no phone “{phone_id}” that was let in.")
            session.delete(one)
