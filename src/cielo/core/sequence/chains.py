"""Chains and antichains of steps: the fewest chains that cover them, and the most that can keep their order.

Symbols
-------
=========  =============================================================================================
symbol     meaning
=========  =============================================================================================
i, j       places of steps in the maker's own order, 0..n-1
i -< j     i must come before j, by a rule or by rules one after another (the transitive closure)
i x j      i and j cannot both keep their places: i < j and j -< i
=========  =============================================================================================

"x" is a partial order itself (i x j and j x k give i x k), and steps that keep their order are an antichain of it. Any set of them
without an x can be kept: rules among them then all point the way they stand, so rules and order close no circle. So the fewest steps
that must be moved are all less the largest antichain, which Dilworth's theorem (1950) and König's (1931) give by way of a largest
matching. The matching is networkx's (Hopcroft and Karp 1973). Nodes are numbers, so that the same steps always give the same answer.
"""

import heapq
import itertools
from collections.abc import Iterable, Sequence


def fewest_chains(may_follow: Sequence[tuple[int, int]], count: int) -> list[list[int]]:
    """The fewest chains that cover 0..count-1, each chain rising and every pair of neighbours in ``may_follow``.

    ``may_follow`` holds (earlier, later). It need not be transitive: only neighbours in a chain follow each other.
    """
    matched, _ = _largest_matching(may_follow, count)
    firsts = [i for i in range(count) if i not in set(matched.values())]
    chains = []
    for first in firsts:
        chain = [first]
        while chain[-1] in matched:
            chain.append(matched[chain[-1]])
        chains.append(chain)
    return chains


def fewest_moved(rules: Iterable[tuple[int, int]], count: int) -> tuple[list[int], set[int]]:
    """An order of 0..count-1 that keeps every rule (first, then) with the fewest moved, and which those are.

    What is moved stands as near to where it was as the rules let it. Where rules go round in a circle the order holds only what
    lies outside it.
    """
    rules = sorted(set(rules))
    order = _by_place(rules, count)
    if len(order) < count:
        return order, set()
    reaches = [0] * count
    for i in reversed(order):
        for first, then in rules:
            if first == i:
                reaches[i] |= reaches[then] | 1 << then
    cannot = [(i, j) for j in range(count) for i in range(j) if reaches[j] >> i & 1]
    _, cover = _largest_matching(cannot, count)
    moved = {node % count for node in cover}
    kept = [i for i in range(count) if i not in moved]
    return _by_place([*rules, *itertools.pairwise(kept)], count), moved


def _by_place(rules: Iterable[tuple[int, int]], count: int) -> list[int]:
    """Of what is free to come next always the one that stood first; what goes round in a circle is left out."""
    waits: list[set[int]] = [set() for _ in range(count)]
    for first, then in rules:
        waits[then].add(first)
    ready = [i for i in range(count) if not waits[i]]
    order = []
    while ready:
        i = heapq.heappop(ready)
        order.append(i)
        for j in range(count):
            if i in waits[j]:
                waits[j].remove(i)
                if not waits[j]:
                    heapq.heappush(ready, j)
    return order


def _largest_matching(pairs: Iterable[tuple[int, int]], count: int) -> tuple[dict[int, int], set[int]]:
    """The largest matching of firsts to seconds, and the smallest cover of all pairs: i as a first, count + i as a second."""
    import networkx as nx

    graph: nx.Graph[int] = nx.Graph()
    graph.add_nodes_from(range(2 * count))
    graph.add_edges_from((i, count + j) for i, j in pairs)
    matching = nx.bipartite.hopcroft_karp_matching(graph, range(count))
    cover = nx.bipartite.to_vertex_cover(graph, matching, range(count))
    return {i: j - count for i, j in matching.items() if i < count}, set(cover)
