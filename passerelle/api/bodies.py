"""Descriptions in requests and answers: read as strictly as a plan file, and by the same words."""

from typing import Annotated, Any

from pydantic import WrapValidator
from pydantic_core import PydanticCustomError

from passerelle.core.light.edits import AnyEdit, Edit
from passerelle.core.plan.backbone import Cable, Closure, Feed, Group, Pathway, Place, Reel
from passerelle.core.plan.beside import CopperRun, OwnCableType
from passerelle.core.plan.changing import ChangeSet
from passerelle.core.plan.devices import Device, Spare
from passerelle.core.plan.ends import LinkEnd
from passerelle.core.plan.facts import AnyFact, AnyFactType
from passerelle.core.plan.house_rules import HouseRules
from passerelle.core.plan.links import PlannedLink
from passerelle.core.plan.needs import PlannedNeed
from passerelle.core.plan.own import AnyOwnPart, OwnPart
from passerelle.core.plan.services import Service
from passerelle.core.plan.shared import SharedPart
from passerelle.core.plan.visiting import PlannedTask
from passerelle.core.refused import Refused
from passerelle.formats import documents


def _strictly(kind: Any) -> WrapValidator:
    """Reads plain values as a plan file would; what is one already is taken as it is."""

    def read(value: Any, _handler: Any) -> Any:
        if not isinstance(value, dict):
            if hasattr(value, "__dataclass_fields__"):
                return value
            raise PydanticCustomError("dataclass_type", "is not an object")
        try:
            return documents.of_raw(kind, value)
        except Refused as refused:
            escaped = refused.reason.replace("{", "{{").replace("}", "}}")
            below = (refused.path,) if refused.path else ()
            raise PydanticCustomError("refused", escaped, {"below": below}) from None

    return WrapValidator(read)


EditBody = Annotated[Edit, AnyEdit.__metadata__[0], _strictly(AnyEdit)]
FactBody = Annotated[AnyFactType, AnyFact.__metadata__[0], _strictly(AnyFact)]
OwnPartBody = Annotated[OwnPart, AnyOwnPart.__metadata__[0], _strictly(AnyOwnPart)]
HouseRulesBody = Annotated[HouseRules, _strictly(HouseRules)]
DeviceBody = Annotated[Device, _strictly(Device)]
SpareBody = Annotated[Spare, _strictly(Spare)]
EndBody = Annotated[LinkEnd, _strictly(LinkEnd)]
LinkBody = Annotated[PlannedLink, _strictly(PlannedLink)]
PlaceBody = Annotated[Place, _strictly(Place)]
PathwayBody = Annotated[Pathway, _strictly(Pathway)]
CableBody = Annotated[Cable, _strictly(Cable)]
CableTypeBody = Annotated[OwnCableType, _strictly(OwnCableType)]
ClosureBody = Annotated[Closure, _strictly(Closure)]
SharedPartBody = Annotated[SharedPart, _strictly(SharedPart)]
GroupBody = Annotated[Group, _strictly(Group)]
ReelBody = Annotated[Reel, _strictly(Reel)]
FeedBody = Annotated[Feed, _strictly(Feed)]
PlannedNeedBody = Annotated[PlannedNeed, _strictly(PlannedNeed)]
ChangeSetBody = Annotated[ChangeSet, _strictly(ChangeSet)]
PlannedTaskBody = Annotated[PlannedTask, _strictly(PlannedTask)]
ServiceBody = Annotated[Service, _strictly(Service)]
CopperBody = Annotated[CopperRun, _strictly(CopperRun)]
