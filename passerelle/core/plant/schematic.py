"""Where places are drawn whose position nobody recorded: by the lengths between them.

Stress majorization (Gansner, Koren and North, 2004): the distances of the drawing come as near as
they can to the lengths along the shortest recorded way. Places whose position is known stay there.
"""

from collections.abc import Iterable, Mapping
from functools import lru_cache
from statistics import median

import numpy as np
import rustworkx as rx
from numpy.typing import NDArray

from passerelle.core.plan.backbone import Cable, Pathway, Place

Spot = tuple[float, float]
Length = tuple[str, str, float | None]
"""Two places and how far it is between them; None: it is not known. [m]"""
MOST = 400
"""More places than this are not laid out: the drawing would take too long."""
ROUNDS = 60
STILL = 1e-3
"""Once nothing moves more than this share of the drawing, it is done."""
INSIDE = 0.2
"""How far a room is drawn from what it is in, as a share of the usual length."""


def lengths_between(
    places: Iterable[Place], pathways: Iterable[Pathway], cables: Iterable[Cable],
    links: Iterable[Length] = (),
) -> list[Length]:  # fmt: skip
    """What is known of distances: pathways first, then cables and links where no pathway leads."""
    found: dict[frozenset[str], Length] = {}
    told: list[Length] = [(one.a, one.b, one.length_m) for one in pathways]
    told += [(one.a, one.b, one.length_m) for one in cables]
    told += links
    told += [(one.name, one.inside, None) for one in places if one.inside is not None]
    for a, b, length_m in told:
        if a != b:
            found.setdefault(frozenset((a, b)), (a, b, length_m))
    return list(found.values())


def laid_out(
    names: Iterable[str], known: Mapping[str, Spot], lengths: Iterable[Length]
) -> dict[str, Spot]:
    """Positions for the names that have none; empty where all have one, or there are too many.

    known : positions that stay. [m]
    """
    return dict(_laid_out(tuple(names), tuple(known.items()), tuple(lengths)))


@lru_cache(maxsize=8)
def _laid_out(
    names: tuple[str, ...], known_spots: tuple[tuple[str, Spot], ...], lengths: tuple[Length, ...]
) -> dict[str, Spot]:
    known = dict(known_spots)
    order = list(dict.fromkeys([*known, *names]))
    if len(order) == len(known) or len(order) > MOST:
        return {}
    if len(order) == 1:
        return {order[0]: (0.0, 0.0)}
    wanted = _distances({name: i for i, name in enumerate(order)}, list(lengths))
    spots = _begin(wanted, np.array(list(known.values()), dtype=np.float64).reshape(-1, 2))
    held = max(len(known), 1)  # one has to stay, or the drawing would drift
    weights = 1 / np.maximum(wanted, 1e-3) ** 2
    np.fill_diagonal(weights, 0)
    settled = np.diag(weights.sum(axis=1)) - weights
    solved = np.linalg.inv(settled[held:, held:])
    for _ in range(ROUNDS):
        aim = _pull(spots, wanted, weights) @ spots
        moved = solved @ (aim[held:] - settled[held:, :held] @ spots[:held])
        step = float(np.abs(moved - spots[held:]).max())
        spots[held:] = moved
        if step < STILL * wanted.max():
            break
    return {
        name: (float(x), float(y))
        for name, (x, y) in zip(order, spots, strict=True)
        if name not in known
    }


def _distances(at: Mapping[str, int], lengths: list[Length]) -> NDArray[np.float64]:
    """How far every two places should be apart. [m]"""
    usual = median([m for _, _, m in lengths if m is not None] or [100.0])
    graph: rx.PyGraph[int, float] = rx.PyGraph()
    graph.add_nodes_from(list(range(len(at))))
    for a, b, metres in lengths:
        if a in at and b in at:
            graph.add_edge(at[a], at[b], usual * INSIDE if metres is None else max(metres, 0.1))
    told = rx.graph_floyd_warshall_numpy(graph, weight_fn=float)
    finite = told[np.isfinite(told)]
    apart = 1.3 * float(finite.max()) or usual
    return np.where(np.isfinite(told), told, apart)


def _begin(wanted: NDArray[np.float64], known: NDArray[np.float64]) -> NDArray[np.float64]:
    """Classical scaling: the plane that keeps most of the distances, laid over what is known.

    known : positions of the first places. shape (k, 2) [m]
    """
    count, here = len(wanted), len(known)
    middle = np.eye(count) - 1 / count
    values, vectors = np.linalg.eigh(-0.5 * middle @ wanted**2 @ middle)
    spots: NDArray[np.float64] = vectors[:, -2:] * np.sqrt(np.maximum(values[-2:], 0))
    spots *= np.where(spots[np.abs(spots).argmax(axis=0), [0, 1]] < 0, -1, 1)
    spots += np.linspace(0, 1e-3 * wanted.max(), count)[:, None]  # no two start alike
    if here >= 2:
        mine, theirs = spots[:here], known
        left, _, right = np.linalg.svd((mine - mine.mean(0)).T @ (theirs - theirs.mean(0)))
        spots = (spots - mine.mean(0)) @ left @ right + theirs.mean(0)
    elif here == 1:
        spots += known[0] - spots[0]
    spots[:here] = known
    return spots


def _pull(
    spots: NDArray[np.float64], wanted: NDArray[np.float64], weights: NDArray[np.float64]
) -> NDArray[np.float64]:
    """The matrix of Guttman's transform: how each place pulls at each other. shape (n, n)"""
    between = spots[:, None, :] - spots[None, :, :]
    far = np.maximum(np.sqrt((between**2).sum(axis=2)), 1e-9)
    pull: NDArray[np.float64] = -weights * wanted / far
    np.fill_diagonal(pull, 0)
    np.fill_diagonal(pull, -pull.sum(axis=1))
    return pull
