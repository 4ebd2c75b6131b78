"""What the API says of sharing and of paired devices."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field

from passerelle.plans.paired import Role


class PairedView(BaseModel):
    """A paired device. seen : when it last asked for something; null: not yet."""

    id: int
    name: str
    role: Role
    at: datetime
    seen: datetime | None
    off: bool


class CodeView(BaseModel):
    """A code for one device. qr : picture of the address with the code in it."""

    code: str
    role: Role
    left_s: int = Field(description="how long it is valid still [s]")
    url: str
    qr: str = Field(description="an SVG as a data address")


class ShareView(BaseModel):
    """url : null where nothing listens beyond this machine. fingerprint : of the certificate."""

    url: str | None
    fingerprint: str | None
    addresses: list[str] = Field(description="of this machine, likeliest first")
    port: int
    code: CodeView | None
    devices: list[PairedView]


class StartBody(BaseModel):
    """Where to listen."""

    address: Annotated[str, Field(max_length=60)]
    port: Annotated[int, Field(ge=1, le=65535)] = 8443


class CodeBody(BaseModel):
    """What the next device may."""

    role: Role


class TurnBody(BaseModel):
    """Off, or on again."""

    off: bool


class MeView(BaseModel):
    """Who asks: null on the machine itself."""

    name: str | None
    role: Role | None
