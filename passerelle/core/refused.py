"""The one refusal: what cannot be taken, where it stands, and why. Other errors are kinds of it."""


class Refused(ValueError):
    """Input that cannot be taken. `path` is its JSON path (empty: the whole); one line."""

    def __init__(self, path: str, reason: str) -> None:
        super().__init__(f"{path or '$'}: {reason}")
        self.path = path
        self.reason = reason

    def below(self, path: str) -> "Refused":
        """The same refusal, of a thing that itself stands at `path`."""
        joint = "" if not self.path or not path or self.path.startswith("[") else "."
        return Refused(f"{path}{joint}{self.path}", self.reason)


class Told(Refused):
    """A refusal whose sentence stands by itself, without the path; the path may still say where."""

    def __str__(self) -> str:
        return self.reason


def quoted(name: str, longest: int = 40) -> str:
    """A name as it may stand in a one-line message."""
    return repr(name[:longest])
