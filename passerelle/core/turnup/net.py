"""The net of devices: who is reached only by one link, how far out it is, and what closes a loop.

Devices are nodes; what stands at a place without being recorded is one node for the place. Links
and copper runs are edges.
"""

from collections.abc import Iterable
from dataclasses import dataclass, field

import rustworkx

from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.plan.beside import CopperEnd
from passerelle.core.plan.ends import Side
from passerelle.core.visits.tasks import depot_of

AT = "at "
"""What begins the name of a node that is a place, and no device."""


@dataclass(frozen=True, slots=True)
class WayIn:
    """How a device is reached from where people start.

    near : it stands there, or is reached without any link. only : ids of links each of which cuts
    it off. hops : how many links away; None: nothing is recorded that leads to it.
    """

    near: bool
    only: tuple[str, ...]
    hops: int | None


@dataclass(frozen=True)
class Net:
    """Nodes with their ways in. looped : ids of links that lie on a loop of named devices."""

    ways: dict[str, WayIn]
    looped: frozenset[str]
    parallel: frozenset[str] = field(default_factory=frozenset)
    """Ids of links that run beside another between the same two devices."""

    def way(self, node: str) -> WayIn:
        """How a node is reached."""
        return self.ways.get(node, WayIn(False, (), None))


def node_of(check: PlanCheck, link_id: str, end: Side) -> str | None:
    """The node at an end of a link; None where neither device nor place is recorded."""
    link = check.of(link_id).budget.link
    found = link.a if end == "a" else link.b
    if found.device is not None:
        return found.device.name
    return None if found.place is None else AT + found.place


def net_of(check: PlanCheck) -> Net:
    """The net of a plan."""
    depot = depot_of(check.plan)
    graph: rustworkx.PyGraph[str, str] = rustworkx.PyGraph(multigraph=True)
    nodes: dict[str, int] = {}

    def at(name: str) -> int:
        if name not in nodes:
            nodes[name] = graph.add_node(name)
        return nodes[name]

    for device in check.plan.devices:
        at(device.name)
    for link_id in check.alone:
        a, b = node_of(check, link_id, "a"), node_of(check, link_id, "b")
        if a is not None and b is not None and a != b:
            graph.add_edge(at(a), at(b), link_id)
    for run in check.plan.copper_runs:
        ends = (_node(run.end_a, run.a), _node(run.end_b, run.b))
        if ends[0] != ends[1]:
            graph.add_edge(at(ends[0]), at(ends[1]), "")
    places = {one.name: one.place for one in check.plan.devices}
    roots = [
        n for name, n in nodes.items()
        if depot is not None and depot in (places.get(name), name.removeprefix(AT))
    ]  # fmt: skip
    return Net(
        _ways(graph, roots),
        frozenset(_looped(graph)),
        frozenset(key for key in _parallel(_named(graph)) if key),
    )


def _node(end: CopperEnd | None, place: str) -> str:
    return end.device if end is not None else AT + place


def _edges(graph: "rustworkx.PyGraph[str, str]") -> Iterable[tuple[int, int, str]]:
    return ((a, b, key) for a, b, key in graph.weighted_edge_list())


def _ways(graph: "rustworkx.PyGraph[str, str]", roots: list[int]) -> dict[str, WayIn]:
    """By breadth from the roots: hops, and the links that everything beyond them hangs on."""
    beside: dict[frozenset[int], int] = {}
    for a, b, _ in _edges(graph):
        beside[frozenset((a, b))] = beside.get(frozenset((a, b)), 0) + 1
    # The places where people start are one place: what is reached from any of them is reached.
    whole = graph.copy()
    hub = whole.add_node("")
    whole.add_edges_from([(hub, root, "") for root in roots])
    single = {pair for pair in map(frozenset, rustworkx.bridges(whole)) if beside.get(pair, 1) == 1}
    hops: dict[int, int] = {hub: 0}
    only: dict[int, tuple[str, ...]] = {hub: ()}
    queue = [hub]
    for here in queue:
        for there, key in whole.adj(here).items():
            if there in hops:
                continue
            hops[there] = hops[here] + (here != hub)
            cut = (key,) if key and frozenset((here, there)) in single else ()
            only[there] = (*only[here], *cut)
            queue.append(there)
    return {
        graph[n]: WayIn(n in roots or hops.get(n) == 0, only.get(n, ()), hops.get(n))
        for n in graph.node_indices()
    }


def _parallel(graph: "rustworkx.PyGraph[str, str]") -> Iterable[str]:
    by_pair: dict[frozenset[int], list[str]] = {}
    for a, b, key in _edges(graph):
        by_pair.setdefault(frozenset((a, b)), []).append(key)
    return (key for keys in by_pair.values() if len(keys) > 1 for key in keys)


def _named(graph: "rustworkx.PyGraph[str, str]") -> "rustworkx.PyGraph[str, str]":
    return graph.subgraph([n for n in graph.node_indices() if not graph[n].startswith(AT)])


def _looped(graph: "rustworkx.PyGraph[str, str]") -> Iterable[str]:
    """Links on a loop of devices that are named: what is not named is not known to be one."""
    named = _named(graph)
    beside = set(_parallel(named))
    single = set(map(frozenset, rustworkx.bridges(named)))
    for a, b, key in _edges(named):
        if key and (key in beside or frozenset((a, b)) not in single):
            yield key
