"""The tool's own policy over a hundred seeds of each drill: python -m bench.practice

How many it solves by what it sees alone, and the mean minutes of those that have a clock.
"""

from statistics import mean
from time import perf_counter

from passerelle.practice.catalog import CATALOG
from passerelle.practice.drill import KINDS, LEVELS, Drill
from passerelle.practice.grading import solve

SEEDS = 100


def main() -> None:
    """Print solved seeds, mean minutes and the time that making and solving takes."""
    print(f"{'drill':11}{'level':>6}{'solved':>8}{'mean min':>10}{'ms each':>9}")
    for kind in KINDS:
        made = CATALOG[kind]
        for level in LEVELS:
            began = perf_counter()
            found = [solve(made, *made.make(Drill(kind, level, seed))) for seed in range(SEEDS)]
            spent = (perf_counter() - began) * 1000 / SEEDS
            minutes = mean(one.spent.minutes for one in found)
            solved = sum(one.right for one in found)
            print(f"{kind:11}{level:>6}{solved:>8}{minutes:>10.1f}{spent:>9.0f}")


if __name__ == "__main__":
    main()
