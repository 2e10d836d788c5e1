"""Letting a phone in: a code that works once and not for long, and a token of its own that can be taken back."""

import secrets
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from hashlib import sha256
from hmac import compare_digest
from threading import Lock

from rockpin.store import Store

# without signs that look alike
_SIGNS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789"
_LENGTH = 8
CODE_WITHIN_S = 600.0
"""How long a code works."""
MOST_TRIES = 10
"""How many wrong codes are heard before a new one has to be made."""


def hashed(token: str) -> str:
    """What is kept of a token: whoever reads the data file cannot use it."""
    return sha256(token.encode()).hexdigest()


@dataclass
class Pairing:
    """The code that is valid now, and the phones that were let in.

    ``address``: where phones find the application; ``fingerprint``: of the certificate that stands behind it, "" where
    there is none. ``clock``: seconds that only rise.
    """

    store: Store
    address: str
    fingerprint: str
    authority: bytes = b""
    clock: Callable[[], float] = time.monotonic
    _code: str = ""
    _until: float = 0.0
    _tries: int = 0
    _lock: Lock = field(default_factory=Lock)

    @property
    def secure(self) -> bool:
        return self.address.startswith("https://")

    def new_code(self) -> str:
        """A fresh code; the one before works no more."""
        with self._lock:
            self._code = "".join(secrets.choice(_SIGNS) for _ in range(_LENGTH))
            self._until, self._tries = self.clock() + CODE_WITHIN_S, 0
            return self._code

    @property
    def code(self) -> str | None:
        """The code that is valid now; None where it was used, ran out, or was guessed at too often."""
        return self._code if self._code and self.clock() < self._until and self._tries < MOST_TRIES else None

    @property
    def minutes_left(self) -> int:
        return max(0, round((self._until - self.clock()) / 60)) if self.code else 0

    def let_in(self, code: str, name: str) -> str | None:
        """A token for a phone that knows the code, which is used up by it; None for a wrong one."""
        with self._lock:
            wanted = self.code
            said = "".join(sign for sign in code.upper() if sign.isalnum())
            if wanted is None or not compare_digest(said.encode(), wanted.encode()):
                self._tries += 1
                return None
            self._code = ""
        token = secrets.token_urlsafe(32)
        self.store.phones.add(hashed(token), name)
        return token

    def knows(self, token: str) -> bool:
        """Whether a token belongs to a phone that was let in and not shut out since."""
        return bool(token) and self.store.phones.has(hashed(token))
