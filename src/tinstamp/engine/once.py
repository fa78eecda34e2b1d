"""Messages as bytes, in which a large value that stays the same goes over only once."""

from __future__ import annotations

import io
import pickle
from collections import OrderedDict
from typing import Any

from tinstamp.job.imported import Imported

LARGE_PART = 50
"""faces of an imported part that is remembered at the other end"""
MOST_REMEMBERED = 8
"""such parts"""


class Packing:
    """One end's messages to bytes; it knows what the other end remembers."""

    def __init__(self) -> None:
        self._known: OrderedDict[int, tuple[int, Imported]] = OrderedDict()
        self._count = 0

    def packed(self, message: Any) -> bytes:
        out = io.BytesIO()
        packer = pickle.Pickler(out, protocol=pickle.HIGHEST_PROTOCOL)
        packer.persistent_id = self._number  # type: ignore[method-assign]
        packer.dump(message)
        return out.getvalue()

    def _number(self, value: object) -> tuple[int, bytes] | None:
        """The number of what is remembered, and what it is when it goes over now."""
        if not isinstance(value, Imported) or len(value.faces) <= LARGE_PART:
            return None
        held = self._known.get(id(value))
        if held is not None:
            return held[0], b""
        self._count += 1
        self._known[id(value)] = (self._count, value)
        if len(self._known) > MOST_REMEMBERED:
            self._known.popitem(last=False)
        return self._count, pickle.dumps(value, protocol=pickle.HIGHEST_PROTOCOL)


class Unpacking:
    """The same at the other end."""

    def __init__(self) -> None:
        self._known: OrderedDict[int, Imported] = OrderedDict()

    def unpacked(self, data: bytes) -> Any:
        unpacker = pickle.Unpickler(io.BytesIO(data))
        unpacker.persistent_load = self._value  # type: ignore[method-assign]
        return unpacker.load()

    def _value(self, told: tuple[int, bytes]) -> Imported:
        number, data = told
        if data:
            self._known[number] = pickle.loads(data)
            if len(self._known) > MOST_REMEMBERED:
                self._known.popitem(last=False)
        return self._known[number]
