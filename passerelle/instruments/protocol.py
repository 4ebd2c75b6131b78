"""The protocol of instruments: a line asks, a line answers, as bench instruments do.

| asked | answered | what it is |
|---|---|---|
| `hello` | `passerelle stand-ins 1 simulated seed N` | who is there |
| `runs` | `runs N` | how many runs can be connected |
| `source RUN a-b` | `ok` | source at the run's first end, meter at its second; or `b-a` |
| `source on NM` | `ok` | light on, at a wavelength in nanometres |
| `source off` | `ok` | light off |
| `meter reference METHOD` | `ok` | the reference is set: one-cord, two-cord, three-cord … |
| `meter read` | `db 0.71` or `dark` | loss against the reference |
| `meter length` | `m 469.2` | optical length |
| `red RUN` | `out 5` or `dark` | the strand that red light comes out on |
| `switch N` | `ok N` | the port of a switch |
| `scope KIND CLEANINGS WHERE` | JSON | what lies on a face, and how it is graded |
| `trace RUN a-b NM PULSE AVERAGES LAUNCH RECEIVE` | base64 | a trace file of the run |
| `link ID memory a` | `hex 0304…` | the memory of the module at an end of a link |
| `link ID lamp a` | `on` or `off` | the lamp of its port |
| `link ID errors a SECONDS` | `errors 0` | what its counter counts in a time |
| `link ID do WHAT` | `up` or `as before` | it is done: `pair flipped`, `repair dirty` |
| `link ID see WHAT` | what is seen | `red light seen`, `trace clean` |
| `bye` | `bye` | the line is closed |

Whatever cannot be done is answered `error` with one sentence. A line is UTF-8, ends with a newline
and has at most 4096 bytes.
"""

from typing import Final, Protocol

MAX_LINE: Final = 4096
ERROR: Final = "error "


class Instrument(Protocol):
    """One instrument on the line: it is asked with words, and answers with a line."""

    def ask(self, words: list[str]) -> str:
        """The answer to what is asked. Raises AskError where it cannot be done."""


class AskError(ValueError):
    """What was asked cannot be done; the message is one sentence."""


def number(text: str, what: str, least: float, most: float) -> float:
    """A number of a command, within its limits. Raises AskError."""
    try:
        value = float(text)
    except ValueError:
        raise AskError(f"{what} {text[:20]!r} is no number") from None
    if not least <= value <= most:
        raise AskError(f"{what} {value:g} is not within {least:g} and {most:g}")
    return value
