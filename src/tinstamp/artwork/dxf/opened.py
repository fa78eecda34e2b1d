"""A DXF file opened: text or binary, its units, and how much it holds."""

from __future__ import annotations

from io import BytesIO, StringIO
from typing import Any

from tinstamp.artwork.drawing import MOST_BYTES
from tinstamp.artwork.painted import LogoError

MOST_ENTITIES = 100_000
"""Entities of a drawing, those of its blocks counted each time that they are inserted."""
BINARY = b"\r\n\x1a\x00"
"""Ends the sentinel of a binary DXF file."""
INCH = 25.4
"""mm; the inch of 1959."""
SURVEY_FOOT = 1200.0 / 3937.0 * 1000.0
"""mm; the foot of the United States' surveys."""
UNITS = {
    1: INCH, 2: 12 * INCH, 3: 5280 * 12 * INCH, 4: 1.0, 5: 10.0, 6: 1e3, 7: 1e6, 8: INCH * 1e-6,
    9: INCH * 1e-3, 10: 36 * INCH, 11: 1e-7, 12: 1e-6, 13: 1e-3, 14: 100.0, 15: 1e4, 16: 1e5,
    17: 1e12, 18: 1.495978707e14, 19: 9.4607304725808e18, 20: 3.0856775814913673e19,
    21: SURVEY_FOOT, 22: SURVEY_FOOT / 12, 23: 3 * SURVEY_FOOT, 24: 5280 * SURVEY_FOOT,
}  # fmt: skip
"""mm for each code of $INSUNITS: inch, foot, mile, mm, cm, m, km, microinch, mil, yard, Å, nm, µm,
dm, dam, hm, Gm, astronomical unit, light year, parsec, and the United States' survey foot, inch,
yard and mile. From memory of the DXF reference; the lengths are those of the SI and of NIST SP
811."""


def opened(data: bytes) -> Any:
    """The document of a DXF file. Raises LogoError."""
    import ezdxf
    from ezdxf import recover
    from ezdxf.document import Drawing
    from ezdxf.lldxf.const import DXFError
    from ezdxf.lldxf.tagger import binary_tags_loader

    if len(data) > MOST_BYTES:
        raise LogoError(f"the file is larger than {MOST_BYTES // 2**20} MB")
    try:
        if BINARY in data[:32]:
            return Drawing.load(binary_tags_loader(data))
        data = data.replace(b"\r\n", b"\n").replace(b"\r", b"\n")  # lines may end in any way
        try:
            return ezdxf.read(StringIO(data.decode("utf-8")))
        except (DXFError, UnicodeDecodeError, ValueError):
            return recover.read(BytesIO(data))[0]
    except MemoryError:
        raise
    except Exception as error:  # whatever the reader makes of a damaged file
        raise LogoError("the file cannot be read as DXF") from error


def unit_of(document: Any) -> tuple[float, int]:
    """mm for a unit of the drawing, 0 when it names none; and its code when it is not known."""
    try:
        code = int(document.header.get("$INSUNITS", 0) or 0)
    except (TypeError, ValueError):
        return 0.0, 0
    return UNITS.get(code, 0.0), code if code and code not in UNITS else 0


def count_entities(document: Any) -> None:
    """Count what the drawing holds with all its blocks unfolded, before they are. Raises
    LogoError when a block holds itself, or when there would be too much."""
    blocks = {block.name.lower(): block for block in document.blocks}
    top = document.modelspace()
    counted: dict[str, int] = {}
    waiting: list[tuple[str, Any]] = [("", top)]
    while waiting:
        name, layout = waiting[-1]
        total, missing = 0, None
        for entity in layout:
            total += 1
            if entity.dxftype() != "INSERT":
                continue
            inner = str(entity.dxf.get("name", "")).lower()
            if inner not in blocks:
                continue
            if inner not in counted:
                missing = inner
                break
            total += counted[inner] * max(1, entity.mcount)
        if missing is None:
            if total > MOST_ENTITIES:
                raise LogoError(
                    f"with all its blocks unfolded the drawing has more than {MOST_ENTITIES} "
                    "entities"
                )
            counted[name] = total
            waiting.pop()
        elif any(missing == other for other, _ in waiting):
            raise LogoError(f"the block “{missing}” of the drawing holds itself")
        else:
            waiting.append((missing, blocks[missing]))
