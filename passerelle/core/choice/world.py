"""What options are made from."""

from dataclasses import dataclass, field

from passerelle.core.judge.services import Asked
from passerelle.core.judge.ties import Shelved
from passerelle.core.plan.devices import Device
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.own import OwnModule
from passerelle.core.plant.model import Plant
from passerelle.core.tables import STANDARD, Tables

from .prices import PriceBook


@dataclass(frozen=True)
class World:
    """House rules, tables, prices, the plan's own plant, modules and devices.

    services : what each of the plan asks of its way.
    shelf : the spare modules that are there, as the house rule on coding tells them apart.
    year : this year; None: growth has no year.
    """

    rules: HouseRules = field(default_factory=HouseRules)
    tables: Tables = STANDARD
    book: PriceBook = field(default_factory=PriceBook)
    plant: Plant = field(default_factory=Plant)
    modules: dict[str, OwnModule] = field(default_factory=dict)
    devices: dict[str, Device] = field(default_factory=dict)
    services: dict[str, Asked] = field(default_factory=dict)
    shelf: frozenset[Shelved] = frozenset()
    year: int | None = None
