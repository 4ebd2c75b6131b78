"""Things of one kind, in their order: found by id or by name, never changed in place."""

from collections.abc import Iterable, Iterator
from typing import Any, Generic, Protocol, TypeVar


class Identified(Protocol):
    """What has an id."""

    @property
    def id(self) -> str:
        """Its identity."""


T = TypeVar("T", bound=Identified)


class Things(Generic[T]):
    """An ordered collection that is never changed: each change makes a new one.

    Raises ValueError where two things have one id.
    """

    __slots__ = ("_by_id", "_by_name")

    def __init__(self, things: Iterable[T] = ()) -> None:
        self._by_id: dict[str, T] = {}
        for thing in things:
            if thing.id in self._by_id:
                raise ValueError(f"the id {thing.id} is there twice")
            self._by_id[thing.id] = thing
        self._by_name: dict[str, T] | None = None

    def __iter__(self) -> Iterator[T]:
        return iter(self._by_id.values())

    def __len__(self) -> int:
        return len(self._by_id)

    def __contains__(self, thing_id: object) -> bool:
        return thing_id in self._by_id

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Things) and list(self) == list(other)

    def __hash__(self) -> int:
        return hash(tuple(self._by_id))

    def __repr__(self) -> str:
        return f"Things({list(self)!r})"

    def get(self, thing_id: str) -> T | None:
        """The thing of an id."""
        return self._by_id.get(thing_id)

    @property
    def by_id(self) -> dict[str, T]:
        """Every thing by its id; not to be changed."""
        return self._by_id

    @property
    def by_name(self) -> dict[str, T]:
        """Every thing by its name; not to be changed."""
        if self._by_name is None:
            self._by_name = {one.name: one for one in self._by_id.values()}  # type: ignore[attr-defined]
        return self._by_name

    def named(self, name: str) -> T | None:
        """The thing of a name."""
        return self.by_name.get(name)

    def differing(self, other: "Things[T]") -> list[str]:
        """Ids of the things here that are other ones there, or not there at all."""
        there = other._by_id
        return [key for key, one in self._by_id.items() if there.get(key) is not one]

    def put(self, thing: T) -> "Things[T]":
        """With this thing in place of the one of its id, or at the end."""
        return self._of({**self._by_id, thing.id: thing})

    def put_all(self, things: Iterable[T]) -> "Things[T]":
        """With these things in place of those of their ids, or at the end."""
        return self._of({**self._by_id, **{one.id: one for one in things}})

    def without(self, thing_id: str) -> "Things[T]":
        """Without the thing of this id."""
        return self._of({k: one for k, one in self._by_id.items() if k != thing_id})

    def placed(self, order: Iterable[str]) -> "Things[T]":
        """The same things in the order of these ids; those that are not listed come last."""
        first = [one for one in order if one in self._by_id]
        rest = [one for one in self._by_id if one not in set(first)]
        return self._of({one: self._by_id[one] for one in (*first, *rest)})

    @classmethod
    def __get_pydantic_core_schema__(cls, _source: Any, _handler: Any) -> Any:
        """As a default in a schema it is a list."""
        return {
            "type": "is-instance",
            "cls": cls,
            "serialization": {"type": "function-plain", "function": list},
        }

    @classmethod
    def _of(cls, by_id: dict[str, T]) -> "Things[T]":
        made: Things[T] = cls.__new__(cls)
        made._by_id = by_id
        made._by_name = None
        return made


class ListOf:
    """Things are a list in documents, of `most` at the most."""

    def __init__(self, kind: Any, most: int) -> None:
        self.kind = kind
        self.most = most

    def __get_pydantic_core_schema__(self, _source: Any, handler: Any) -> Any:
        """A list of descriptions, as plain data."""
        inner = handler.generate_schema(self.kind)
        listed = {"type": "list", "items_schema": inner, "max_length": self.most}
        return {
            "type": "function-after",
            "function": {"type": "no-info", "function": Things},
            "schema": listed,
            "serialization": {
                "type": "function-plain",
                "function": list,
                "return_schema": listed,
            },
        }
