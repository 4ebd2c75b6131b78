"""Pictures as they are kept: re-encoded, so that nobody's position or name hides in them."""

import io
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

from passerelle.core.refused import Refused

MAX_PIXELS = 60_000_000
THUMBNAIL_PX = 360
_QUALITY = 88
_FORMATS = {"image/jpeg": "JPEG", "image/png": "PNG"}


def without_position(data: bytes, media_type: str) -> bytes:
    """A picture upright and without what cameras write into it. Raises Refused.

    What is no picture, a PDF for one, stays as it is.
    """
    if media_type not in _FORMATS:
        return data
    return _encoded(_opened(data), _FORMATS[media_type])


def thumbnail(data: bytes) -> bytes:
    """A small JPEG of a picture, at most 360 px wide or high. Raises Refused."""
    picture = _opened(data).convert("RGB")
    picture.thumbnail((THUMBNAIL_PX, THUMBNAIL_PX))
    return _encoded(picture, "JPEG")


def _opened(data: bytes) -> Image.Image:
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error")
            picture = Image.open(io.BytesIO(data), formats=("JPEG", "PNG"))
            if picture.width * picture.height > MAX_PIXELS:
                size = f"{picture.width} x {picture.height}"
                raise Refused("file", f"has {size} pixels; at most {MAX_PIXELS // 10**6} million")
            picture.load()
        return ImageOps.exif_transpose(picture)
    except Refused:
        raise
    except (Image.DecompressionBombError, Image.DecompressionBombWarning):
        told = f"has more than {MAX_PIXELS // 10**6} million pixels, the most that are taken"
        raise Refused("file", told) from None
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Warning):
        raise Refused("file", "is no picture that can be read") from None


def _encoded(picture: Image.Image, form: str) -> bytes:
    """The pixels alone, with no metadata beside them."""
    out = io.BytesIO()
    if form == "JPEG":
        picture.convert("RGB").save(out, form, quality=_QUALITY, optimize=True, exif=b"")
    else:
        bare = Image.frombytes(picture.mode, picture.size, picture.tobytes())
        if picture.mode == "P":
            bare.putpalette(picture.getpalette() or [])
        bare.save(out, form, optimize=True)
    return out.getvalue()
