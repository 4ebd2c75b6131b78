"""Search over everything of a plan, tolerant of one error: a letter wrong, missing, more, swapped.

Words of all entries are kept once. A word that was typed fits those that begin with it, and those
that are one error away, whole or as far as it was typed. Every word that was typed has to fit.
"""

import re
import unicodedata
from bisect import bisect_left
from collections import defaultdict
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Any

import numpy as np
from numpy.typing import NDArray
from rapidfuzz.distance import OSA
from rapidfuzz.process import extract

MOST_WORDS = 8
LEAST_TOLERANT = 3
"""Words of fewer letters have to fit as they are: one error makes too many others of them."""
EXACT, BEGINS, ONE_OFF = 0, 1, 2
Places = NDArray[Any]
"""Indexes of entries."""
_WORD = re.compile(r"[^\W_]+")


@dataclass(frozen=True, slots=True)
class Entry:
    """Something that can be found. code : what it is called on drawings and plates.

    kind, name, id : of the thing; page : where of it. text : more words. what : in a line.
    """

    kind: str
    name: str
    id: str
    what: str
    text: str = ""
    code: str | None = None
    page: str | None = None


@dataclass(frozen=True, slots=True)
class Hit:
    """An entry that fits. off : 0 as typed, 1 begins so, 2 one error away."""

    entry: Entry
    off: int


def plain(text: str) -> str:
    """A text as it is compared: no accents, small letters."""
    parts = unicodedata.normalize("NFKD", text)
    return "".join(c for c in parts if not unicodedata.combining(c)).casefold()


def words(text: str) -> list[str]:
    """The words of a text."""
    return _WORD.findall(plain(text))


@dataclass(frozen=True)
class Index:
    """Entries with their words: for each word the entries that have it, and those in whose name.

    beginnings : words as far as so many letters, kept from one search to the next.
    """

    entries: tuple[Entry, ...]
    by_word: Mapping[str, Places]
    in_name: Mapping[str, Places]
    vocabulary: tuple[str, ...]
    lengths: Places
    beginnings: dict[int, list[str]] = field(default_factory=dict, repr=False)


def index_of(entries: Iterable[Entry]) -> Index:
    """An index over entries."""
    kept = tuple(entries)
    by_word: defaultdict[str, list[int]] = defaultdict(list)
    in_name: defaultdict[str, list[int]] = defaultdict(list)
    memo: dict[str, tuple[str, ...]] = {}
    for at, entry in enumerate(kept):
        seen: set[str] = set()
        for part, named in ((entry.name, True), (entry.code, True), (entry.what, False),
                            (entry.text, False)):  # fmt: skip
            if not part:
                continue
            found = memo.get(part)
            if found is None:
                found = memo[part] = tuple(dict.fromkeys(words(part)))
            for word in found:
                if word not in seen:
                    seen.add(word)
                    by_word[word].append(at)
                    if named:
                        in_name[word].append(at)
    return Index(
        kept, {word: np.array(at, np.int32) for word, at in by_word.items()},
        {word: np.array(at, np.int32) for word, at in in_name.items()}, tuple(sorted(by_word)),
        np.array([min(len(one.name), LONGEST) for one in kept], np.int64),
    )  # fmt: skip


def search(indexes: Iterable[Index], typed: str, most: int = 30) -> tuple[Hit, ...]:
    """What fits what was typed in any of the indexes, the best first."""
    asked = words(typed)[:MOST_WORDS]
    found: list[tuple[int, int, int, Entry]] = []
    for order, index in enumerate(indexes):
        if asked and index.entries:
            found += (
                (rank, order, at, index.entries[at]) for rank, at in _ranked(index, asked, most)
            )
    found.sort(key=lambda one: one[:3])
    return tuple(Hit(entry, rank // _PER_OFF) for rank, _, _, entry in found[:most])


LONGEST = 999
_PER_NAME = 1000
_PER_OFF = _PER_NAME * (MOST_WORDS + 1)
_NONE = 9


def _ranked(index: Index, asked: list[str], most: int) -> list[tuple[int, int]]:
    """The best entries of an index with their rank: how far off, words in the name, length."""
    count = len(index.entries)
    off = np.zeros(count, np.uint8)
    named = np.zeros(count, np.uint8)
    for word in asked:
        mine = np.full(count, _NONE, np.uint8)
        hit = np.zeros(count, np.uint8)
        # The nearest last: what is written later stands.
        for known, far in sorted(_fitting(index, word).items(), key=lambda one: -one[1]):
            mine[index.by_word[known]] = far
            if known in index.in_name:
                hit[index.in_name[known]] = 1
        np.maximum(off, mine, out=off)
        named += hit
    at = np.flatnonzero(off < _NONE)
    rank = (
        off[at].astype(np.int64) * _PER_OFF
        + (MOST_WORDS - named[at].astype(np.int64)) * _PER_NAME
        + index.lengths[at]
    )
    if len(at) > most:
        # Of those that rank alike the first in the plan are kept.
        chosen = np.argsort(rank, kind="stable")[:most]
        at, rank = at[chosen], rank[chosen]
    return list(zip(rank.tolist(), at.tolist(), strict=True))


def _fitting(index: Index, word: str) -> dict[str, int]:
    """Words of the index that a typed word fits, with how well."""
    found: dict[str, int] = {}
    for at in range(bisect_left(index.vocabulary, word), len(index.vocabulary)):
        known = index.vocabulary[at]
        if not known.startswith(word):
            break
        found[known] = EXACT if known == word else BEGINS
    if len(word) < LEAST_TOLERANT or any(c.isdigit() for c in word):
        # A figure that is one off is another thing: strand 12 is not strand 13.
        return found
    for known, _, _ in extract(word, index.vocabulary, scorer=OSA.distance, score_cutoff=1,
                               limit=None):  # fmt: skip
        found.setdefault(known, ONE_OFF)
    if len(word) > LEAST_TOLERANT:
        size = len(word)
        if size not in index.beginnings:
            index.beginnings[size] = [known[:size] for known in index.vocabulary]
        near = extract(word, index.beginnings[size], scorer=OSA.distance, score_cutoff=1,
                       limit=None)  # fmt: skip
        for _, _, at in near:
            found.setdefault(index.vocabulary[at], ONE_OFF)
    return found
