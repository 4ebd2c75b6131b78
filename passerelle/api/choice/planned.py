"""What the API says of the needs of a plan."""

from pydantic import BaseModel

from passerelle.api.bodies import PlannedNeedBody
from passerelle.core.judge.rules import Verdict
from passerelle.core.plan.needs import State

from .schemas import NeedModel


class MetBy(BaseModel):
    """A link or a copper run that meets a need."""

    id: str
    name: str
    verdict: Verdict | None


class PlannedNeedView(BaseModel):
    """A need of the plan with its state. lacks : what is not said yet.

    asked : as options are made for it; null while too little is said.
    links : what stands in the plan for it, with its verdict; copper runs have none.
    """

    doc: PlannedNeedBody
    state: State
    lacks: list[str]
    asked: NeedModel | None
    links: list[MetBy]
