"""Style sheets of an SVG drawing: what is declared for each element, the weakest first.

tinycss2 reads the sheets, cssselect2 the selectors; the cascade is that of CSS 2.1, 6.4:
importance, then whether a rule stands in the style attribute, specificity, order. Attributes
are weaker than any rule (SVG 2, 6.6).
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any

import cssselect2
import tinycss2

from tinstamp.artwork.svg.lengths import length


@dataclass(frozen=True)
class Declared:
    """One declaration."""

    name: str
    value: str
    important: bool = False


Cascade = Mapping[Any, tuple[Declared, ...]]
"""For each element what sheets and its style attribute declare, the strongest last."""


def cascade(root: Any, wide: float) -> Cascade:
    """What is declared for every element of an lxml tree; `wide`, px, is the page's width that
    media queries are held against."""
    matcher = cssselect2.Matcher()
    rules: list[list[Declared]] = []
    for sheet in root.iter("{*}style"):
        if (sheet.get("type") or "text/css").strip().lower() not in ("text/css", ""):
            continue
        if not _applies(sheet.get("media") or "", wide):
            continue
        text = "".join(sheet.itertext())
        for selectors, declared in _rules(tinycss2.parse_stylesheet(text, True, True), wide):
            for selector in selectors:
                matcher.add_selector(selector, len(rules))
            rules.append(declared)
    found: dict[Any, tuple[Declared, ...]] = {}
    for wrapped in cssselect2.ElementWrapper.from_xml_root(root).iter_subtree():
        element = wrapped.etree_element
        sorted_by = [
            ((d.important, False, specificity, order), d)
            for specificity, order, _, number in matcher.match(wrapped)
            for d in rules[number]
        ]
        own = element.get("style")
        if own:
            inline = _declarations(tinycss2.parse_blocks_contents(own, True, True))
            sorted_by += [((d.important, True, (0, 0, 0), 0), d) for d in inline]
        if sorted_by:
            sorted_by.sort(key=lambda pair: pair[0])
            found[element] = tuple(d for _, d in sorted_by)
    return found


def _rules(nodes: Any, wide: float) -> Iterator[tuple[Any, list[Declared]]]:
    """Selectors with what they declare; sheets for other media are passed over."""
    for node in nodes:
        if node.type == "qualified-rule":
            try:
                selectors = cssselect2.compile_selector_list(node.prelude)
            except cssselect2.SelectorError:
                continue  # as the standard says: a rule that cannot be read is left out
            plain = [s for s in selectors if s.pseudo_element is None]
            yield plain, _declarations(tinycss2.parse_blocks_contents(node.content, True, True))
        elif (
            node.type == "at-rule"
            and node.lower_at_keyword == "media"
            and node.content
            and _applies(tinycss2.serialize(node.prelude), wide)
        ):
            yield from _rules(tinycss2.parse_rule_list(node.content, True, True), wide)


SEEN = {"prefers-color-scheme": "light", "prefers-reduced-motion": "no-preference"}
"""What a reader of drawings prefers, where a query asks."""


def _applies(query: str, wide: float) -> bool:
    """True when a list of media queries holds for a screen as wide as the page, in the light.
    Media Queries 4, 3; what is not known here does not hold."""
    return not query.strip() or any(_one(part.strip().lower(), wide) for part in query.split(","))


def _one(query: str, wide: float) -> bool:
    words = [w.strip() for w in query.split(" and ")]
    first = words[0]
    refused = first.startswith("not ")
    first = first.removeprefix("not ").removeprefix("only ").strip()
    if not first.startswith("("):
        words = words[1:]
        holds = first in ("all", "screen")
    else:
        words[0] = first
        holds = True
    return (holds and all(_feature(w, wide) for w in words)) != refused


def _feature(word: str, wide: float) -> bool:
    name, _, value = (part.strip() for part in word.strip("() ").partition(":"))
    if name in SEEN:
        return value == SEEN[name]
    limit = length(value)
    if limit is None:
        return False
    return {"min-width": wide >= limit, "max-width": wide <= limit}.get(name, False)


def _declarations(nodes: Any) -> list[Declared]:
    return [
        Declared(node.lower_name, tinycss2.serialize(node.value).strip(), node.important)
        for node in nodes
        if node.type == "declaration"
    ]
