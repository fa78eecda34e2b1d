"""What a stamp asks for is done: as imprints in a layer, one operation after the other, or as
bodies of its own."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Mapping, Sequence
from dataclasses import replace
from functools import partial

import numpy as np

from tinstamp.blank.solid import NamedSolid
from tinstamp.engine.cache import Cache
from tinstamp.engine.layer import Layer, Put
from tinstamp.engine.pieces_clear import in_the_way
from tinstamp.plan.planned import Planned
from tinstamp.relief.clear import InTheWay, box_about, runs_into
from tinstamp.relief.execute import execute, imprinted
from tinstamp.relief.imprint import Imprint
from tinstamp.relief.kinds import pieces
from tinstamp.relief.operation import Made, Operation
from tinstamp.relief.pieces import made_apart
from tinstamp.relief.surfaces import OrderError


def imprinted_in(
    layer: Layer, todo: Sequence[Operation], key: Hashable, stopped: Callable[[], None]
) -> tuple[Put, Made] | None:
    """Operations that do not meet, each made alone for the layer's base; None when one of them is
    not for that. Of letters that are carried over their neighbours that is looked at here."""
    imprints: list[Imprint] = []
    whole: Made | None = None
    for op in todo:
        stopped()
        found = imprinted(layer.base, op)
        if found is None:
            return None
        imprints.append(found[0])
        made_now = replace(found[1], solid=layer.base)
        whole = made_now if whole is None else whole.followed_by(made_now)
    carried = [one for one, op in zip(imprints, todo, strict=True) if op.walls.carry is not None]
    if whole is None or _any_meet(carried):
        return None
    return Put(key, tuple(imprints)), whole


def _any_meet(imprints: Sequence[Imprint]) -> bool:
    """True when what some of them make comes together."""
    boxes = np.array([box_about(one) for one in imprints]).reshape(-1, 2, 3)
    for k in range(len(imprints)):
        low, high = boxes[k + 1 :, 0], boxes[k + 1 :, 1]
        near = ((low <= boxes[k, 1]) & (high >= boxes[k, 0])).all(axis=1)
        if any(runs_into(imprints[k], imprints[k + 1 + i]) for i in np.flatnonzero(near).tolist()):
            return True
    return False


def executed(
    bodies: Mapping[str, NamedSolid],
    todo: Sequence[Operation],
    direct: bool,
    stopped: Callable[[], None],
) -> dict[str, Made]:
    """One operation after the other on the bodies so far. Raises ReliefError."""
    done: dict[str, Made] = {}
    for op in todo:
        before = done.get(op.body)
        now = before.solid if before is not None else bodies[op.body]
        made_now = execute(now, op, direct, stopped)
        done[op.body] = made_now if before is None else before.followed_by(made_now)
    return done


def pieces_of(
    item: Planned, flat_key: Hashable, layer: Layer, cache: Cache, stopped: Callable[[], None]
) -> dict[str, Made]:
    """The bodies that a stamp makes besides the part, by name; the part is the one before it.
    Raises ReliefError."""
    done: dict[str, Made] = {}
    orders = pieces(item)
    for body in dict.fromkeys(order.body for order in orders):
        own = [order for order in orders if order.body == body]
        work = partial(made_apart, own, stopped)
        made_now = cache.get("apart", (flat_key, item.key, body), work)
        part = layer.body(cache)
        key = (layer.whole_key, flat_key, item.key, body)
        met = cache.get("clear", key, partial(in_the_way, part, item, made_now.solid, own))
        if met is not None:
            raise OrderError(str(InTheWay(met, True)))
        done[body] = made_now
    return done
