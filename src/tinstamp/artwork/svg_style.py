"""Style sheets of an SVG drawing, put on its elements.

tinycss2 reads the sheets, cssselect2 the selectors; the cascade is that of CSS 2.1, 6.4:
importance, then whether a rule stands in the style attribute, specificity, order.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

import cssselect2
import tinycss2

SCREEN = ("", "all", "screen")
"""Media whose rules are followed."""


@dataclass(frozen=True)
class _Declared:
    name: str
    value: str
    important: bool


def styled(root: Any) -> None:
    """Every element of an lxml tree gets what applies to it as its style attribute."""
    matcher = cssselect2.Matcher()
    rules: list[list[_Declared]] = []
    for sheet in root.iter("{*}style"):
        text = "".join(sheet.itertext())
        for selectors, declared in _rules(tinycss2.parse_stylesheet(text, True, True)):
            for selector in selectors:
                matcher.add_selector(selector, len(rules))
            rules.append(declared)
    for wrapped in cssselect2.ElementWrapper.from_xml_root(root).iter_subtree():
        element = wrapped.etree_element
        own = element.get("style")
        found = [
            (d.important, False, specificity, order, d)
            for specificity, order, _, number in matcher.match(wrapped)
            for d in rules[number]
        ]
        if own:
            inline = _declarations(tinycss2.parse_blocks_contents(own, True, True))
            found += [(d.important, True, (0, 0, 0), 0, d) for d in inline]
        if not found:
            continue
        last: dict[str, str] = {}
        for *_, declared in sorted(found, key=lambda f: f[:4]):
            last[declared.name] = declared.value
        element.set("style", ";".join(f"{k}:{v}" for k, v in last.items()))


def _rules(nodes: Any) -> Iterator[tuple[Any, list[_Declared]]]:
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
            and _for_screen(tinycss2.serialize(node.prelude))
        ):
            yield from _rules(tinycss2.parse_rule_list(node.content, True, True))


def _for_screen(query: str) -> bool:
    return any(part.strip().lower() in SCREEN for part in query.split(","))


def _declarations(nodes: Any) -> list[_Declared]:
    return [
        _Declared(node.lower_name, tinycss2.serialize(node.value).strip(), node.important)
        for node in nodes
        if node.type == "declaration"
    ]
