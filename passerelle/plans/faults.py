"""What goes wrong with the database and its folder, each in one sentence."""

import sqlite3

from sqlalchemy.exc import DBAPIError

from passerelle.core.refused import Told

READ_ONLY = "The data folder cannot be written to: nothing was stored."
_SAID = {
    "SQLITE_FULL": "the disk is full: nothing was stored; make room and try again",
    "SQLITE_READONLY": "the data folder cannot be written to: nothing was stored",
    "SQLITE_CANTOPEN": "the database cannot be opened: is the data folder there and readable?",
    "SQLITE_CORRUPT": "the database is damaged; go back to a copy of the data folder",
    "SQLITE_NOTADB": "the database is no database; go back to a copy of the data folder",
    "SQLITE_BUSY": "another program holds the database: nothing was stored; try again",
    "SQLITE_LOCKED": "another program holds the database: nothing was stored; try again",
    "SQLITE_IOERR": "the disk does not read or write the database: nothing was stored",
}
_OTHERWISE = "the database does not answer: nothing was stored"


class StoreError(Told):
    """The stored plans cannot be opened or used; `path` is the folder."""


def why_not(error: DBAPIError | sqlite3.Error) -> str:
    """Why the database did not do what it was asked, in one sentence for whoever asked."""
    found = error.orig if isinstance(error, DBAPIError) else error
    name = getattr(found, "sqlite_errorname", None) or ""
    for start, said in _SAID.items():
        if name.startswith(start):
            return f"{said[:1].upper()}{said[1:]}."
    return f"{_OTHERWISE[:1].upper()}{_OTHERWISE[1:]}."
