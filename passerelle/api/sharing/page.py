"""The page that a device sees before it is paired: a form, without script or picture."""

from html import escape
from urllib.parse import parse_qsl

from passerelle.plans.paired import MAX_NAME

_STYLE = """
body { margin: 0 auto; max-width: 440px; padding: 24px 16px; background: #fff; color: #16262e;
       font: 18px/1.4 system-ui, sans-serif; }
h1 { font-size: 26px; margin: 0 0 8px; }
label { display: block; margin: 16px 0 4px; font-weight: 700; }
input { width: 100%; box-sizing: border-box; min-height: 56px; font: inherit; font-size: 22px;
        padding: 4px 12px; border: 2px solid #5d5a50; }
input[name=code] { letter-spacing: 3px; text-transform: uppercase; }
button { width: 100%; min-height: 68px; margin-top: 20px; font: inherit; font-size: 22px;
         font-weight: 700; border: 0; background: #7b2a6b; color: #fff; }
.said { border-left: 5px solid #8c1d18; padding: 6px 12px; font-weight: 700; }
:focus-visible { outline: 3px solid #7b2a6b; outline-offset: 2px; }
"""


def form_of(raw: bytes) -> dict[str, str]:
    """Fields of a form or of an address; nothing where they cannot be read."""
    try:
        return dict(parse_qsl(raw.decode("ascii"), max_num_fields=10))
    except ValueError:
        return {}


def pairing_page(code: str, name: str = "", said: str | None = None) -> str:
    """The form, with what was typed so far and why it was not taken."""
    told = f'<p class="said" role="alert">{escape(said)}</p>' if said else ""
    return f"""<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Pair this device</title>
<meta name="viewport" content="width=device-width, initial-scale=1">
<style>{_STYLE}</style></head><body><main>
<h1>Pair this device</h1>
<p>The code stands on the screen of the machine that shares its plans, good for one device.</p>
{told}
<form method="post" action="/pair" autocomplete="off">
<label for="code">Code</label>
<input id="code" name="code" value="{escape(code)}" required maxlength="20"
 autocapitalize="characters">
<label for="name">What this device is called, or who uses it</label>
<input id="name" name="name" value="{escape(name)}" required maxlength="{MAX_NAME}">
<button>Pair</button>
</form>
<p>Before that, compare the fingerprint of the certificate with the one on that screen.</p>
</main></body></html>"""
