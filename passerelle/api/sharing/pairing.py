"""Pairing codes: one at a time, used once, ten minutes, and few tries."""

import secrets
from collections import defaultdict
from collections.abc import Callable
from dataclasses import dataclass, field
from threading import Lock
from time import monotonic

from passerelle.plans.paired import Role

ALPHABET = "23456789ABCDEFGHJKLMNPQRSTUVWXYZ"
"""Without 0, 1, I and O, which are mistaken for each other."""
LENGTH = 8
LASTS_S = 600.0
TRIES_EACH = 5
"""Wrong codes from one address within the time that a code lasts."""
TRIES_ALL = 20
"""After so many wrong codes from anywhere the code is worth nothing."""

WRONG = "This code is not valid: it was mistyped, was used already, or is older than ten minutes."
TOO_MANY = "Too many wrong codes: wait ten minutes, or ask for a new code."


class NoPairingError(Exception):
    """No device is paired with this code. too_many : further tries are not looked at."""

    def __init__(self, said: str, *, too_many: bool = False) -> None:
        super().__init__(said)
        self.too_many = too_many


@dataclass(frozen=True, slots=True)
class Code:
    """A code for one device. ends : on the clock of `Pairing`. [s]"""

    text: str
    role: Role
    ends: float


@dataclass
class Pairing:
    """The code of the moment and the tries at it. clock : seconds that only go up."""

    clock: Callable[[], float] = monotonic
    _code: Code | None = None
    _wrong: defaultdict[str, list[float]] = field(default_factory=lambda: defaultdict(list))
    _lock: Lock = field(default_factory=Lock)

    def new(self, role: Role) -> Code:
        """A code; the one before is worth nothing any more."""
        text = "".join(secrets.choice(ALPHABET) for _ in range(LENGTH))
        with self._lock:
            self._code = Code(text, role, self.clock() + LASTS_S)
            self._wrong.clear()
            return self._code

    def drop(self) -> None:
        """No code is valid."""
        with self._lock:
            self._code = None

    @property
    def now(self) -> Code | None:
        """The code that is valid."""
        code = self._code
        return code if code is not None and self.clock() < code.ends else None

    def left_s(self) -> float:
        """How long the code is valid still. [s]"""
        code = self.now
        return 0.0 if code is None else code.ends - self.clock()

    def take(self, text: str, address: str) -> Role:
        """Use the code up: what the device may. address : who tries. Raises NoPairingError."""
        told = "".join(c for c in text.upper() if c in ALPHABET)
        with self._lock:
            since = self.clock() - LASTS_S
            for known in list(self._wrong):
                self._wrong[known] = [at for at in self._wrong[known] if at > since]
                if not self._wrong[known]:
                    del self._wrong[known]
            if len(self._wrong.get(address, ())) >= TRIES_EACH:
                raise NoPairingError(TOO_MANY, too_many=True)
            code = self.now
            if code is None or not secrets.compare_digest(told, code.text):
                self._wrong[address].append(self.clock())
                if sum(map(len, self._wrong.values())) >= TRIES_ALL:
                    self._code = None
                raise NoPairingError(WRONG)
            self._code = None
            return code.role
