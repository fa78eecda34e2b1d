"""Drawings at random from a seed: shapes, strokes, groups, uses, symbols, viewports, clips, masks,
markers, style sheets, transforms, one within another."""

from __future__ import annotations

import random


def drawing(seed: int) -> bytes:
    """A drawing of 100 by 100."""
    return _Hand(random.Random(seed)).drawing().encode()


class _Hand:
    """Draws with a random generator."""

    def __init__(self, r: random.Random) -> None:
        self.r = r

    def f(self, low: float, high: float) -> str:
        return f"{self.r.uniform(low, high):.2f}"

    def drawing(self) -> str:
        r = self.r
        body = "".join(self.node(2) for _ in range(r.randint(2, 5)))
        box = r.choice(["0 0 100 100", "-5 -5 110 120", "10 0 80 100"])
        return (
            '<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100" '
            f'viewBox="{box}">{self.defined()}{body}</svg>'
        )

    def defined(self) -> str:
        """Style sheet, clips, masks, a marker, and what is used again."""
        r = self.r
        turned = ' transform="rotate(10)"'
        found = "<style>.a{stroke:#000;stroke-width:3} g .a{stroke-width:5} #x{fill:none}</style>"
        for k in range(3):
            rule = r.choice(["", ' clip-rule="evenodd"'])
            more = f"{self.shape()}/>" if r.random() < 0.5 else ""
            way = r.choice(["", turned])
            found += f'<clipPath id="c{k}"{way}>{self.shape()}{rule}/>{more}</clipPath>'
        for k in range(2):
            ground, ink = r.sample(["#fff", "#000"], 2)
            found += (
                f'<mask id="m{k}" maskUnits="userSpaceOnUse" x="0" y="0" width="100" height="100">'
                f'<rect width="100" height="100" fill="{ground}"/>'
                f'{self.shape()} fill="{ink}"/></mask>'
            )
        for k in range(2):
            found += f'<g id="u{k}">{self.shape()}/></g>'
        found += f'<symbol id="s" viewBox="0 0 100 80">{self.shape()}/></symbol>'
        found += (
            '<marker id="k" markerWidth="3" markerHeight="3" refX="1.5" refY="1.5" '
            'orient="auto"><path d="M0 0L3 1.5L0 3Z"/></marker>'
        )
        return f"<defs>{found}</defs>"

    def shape(self) -> str:
        """A shape without its end, so that more can be said of it."""
        r, f = self.r, self.f
        x, y, s = r.uniform(5, 75), r.uniform(5, 75), r.uniform(8, 40)
        kind = r.randrange(7)
        if kind == 0:
            return f'<circle cx="{x:.2f}" cy="{y:.2f}" r="{s / 2:.2f}"'
        if kind == 1:
            high, corner = s * r.uniform(0.3, 1), r.choice([0, s * 0.2])
            return (f'<rect x="{x:.2f}" y="{y:.2f}" width="{s:.2f}" height="{high:.2f}" '
                    f'rx="{corner:.2f}"')  # fmt: skip
        if kind == 2:
            return f'<ellipse cx="{x:.2f}" cy="{y:.2f}" rx="{s / 2:.2f}" ry="{s / 4:.2f}"'
        if kind == 3:
            spots = [f"{x + r.uniform(-s, s) / 1.5:.2f},{y + r.uniform(-s, s) / 1.5:.2f}"
                     for _ in range(r.randint(3, 6))]  # fmt: skip
            return f'<polygon points="{" ".join(spots)}"'
        if kind == 4:
            return (f'<path d="M{x:.2f} {y:.2f}q{f(-s, s)} {f(-s, s)} {s:.2f} {s / 3:.2f}'
                    f't{-s / 2:.2f} {s / 2:.2f}z"')  # fmt: skip
        if kind == 5:
            return (f'<path d="M{x:.2f} {y:.2f}c{s:.2f} 0 {s:.2f} {s:.2f} 0 {s:.2f}'
                    f's{-s / 2:.2f} {-s:.2f} {s / 4:.2f} {-s / 3:.2f}"')  # fmt: skip
        return (f'<path d="M{x:.2f} {y:.2f}a{s / 2:.2f} {s / 3:.2f} {f(0, 90)} {r.randint(0, 1)} '
                f'{r.randint(0, 1)} {s / 2:.2f} {s / 4:.2f}L{x - 5:.2f} {y + 9:.2f}z"')  # fmt: skip

    def paint(self) -> str:
        r = self.r
        found = f' fill="{r.choice(["red", "#123", "blue"])}"'
        if r.random() < 0.4:
            found = (
                f' fill="{r.choice(["none", "red", "#123"])}" stroke="green" '
                f'stroke-width="{self.f(1, 9)}" '
                f'stroke-linejoin="{r.choice(["miter", "round", "bevel"])}" '
                f'stroke-linecap="{r.choice(["butt", "round", "square"])}"'
            )
        if r.random() < 0.2:
            found += f' stroke-dasharray="{self.f(2, 9)} {self.f(2, 9)}"'
        if r.random() < 0.2:
            found += ' fill-rule="evenodd"'
        if r.random() < 0.2:
            found += ' class="a"'
        return found

    def placed(self) -> str:
        r, f = self.r, self.f
        kinds = (
            f"rotate({f(-60, 60)} 50 50)", f"translate({f(-15, 15)} {f(-15, 15)})",
            f"scale({f(0.6, 1.3)})", f"skewX({f(-25, 25)})",
            f"matrix({f(0.7, 1.2)} {f(-0.3, 0.3)} {f(-0.3, 0.3)} {f(0.7, 1.2)} 5 -4)",
            f"translate(10,5) rotate({f(-30, 30)})",
        )  # fmt: skip
        found = f' transform="{r.choice(kinds)}"' if r.random() < 0.45 else ""
        if r.random() < 0.25:
            found += f' clip-path="url(#c{r.randrange(3)})"'
        if r.random() < 0.15:
            found += f' mask="url(#m{r.randrange(2)})"'
        if r.random() < 0.1:
            found += ' opacity="0.9"'
        return found

    def node(self, depth: int) -> str:
        r, f = self.r, self.f
        where = self.placed()
        if depth and r.random() < 0.45:
            inner = "".join(self.node(depth - 1) for _ in range(r.randint(1, 3)))
            return f"<g{where}>{inner}</g>"
        kind = r.random()
        if kind < 0.12:
            return (f'<use href="#u{r.randrange(2)}" x="{f(-20, 20)}" y="{f(-20, 20)}"{where}'
                    f"{self.paint()}/>")  # fmt: skip
        if kind < 0.2:
            return (f'<use href="#s" x="{f(0, 40)}" y="{f(0, 40)}" width="{f(30, 60)}" '
                    f'height="{f(30, 60)}"{where}{self.paint()}/>')  # fmt: skip
        if kind < 0.27:
            aspect = r.choice(["xMidYMid", "xMinYMax slice", "none", "xMaxYMin meet"])
            return (f'<svg x="{f(0, 40)}" y="{f(0, 40)}" width="{f(30, 60)}" height="{f(30, 60)}" '
                    f'viewBox="0 0 100 80" preserveAspectRatio="{aspect}">{self.shape()}'
                    f"{self.paint()}/></svg>")  # fmt: skip
        if kind < 0.32:  # open: at the joint of a closed path resvg turns markers in its own way
            ends = " ".join(f"{f(10, 90)},{f(10, 90)}" for _ in range(r.randint(2, 4)))
            marks = " ".join(f'marker-{at}="url(#k)"' for at in ("start", "mid", "end"))
            return (f'<polyline points="{ends}"{where} fill="none" stroke="#000" '
                    f'stroke-width="{f(2, 6)}" {marks}/>')  # fmt: skip
        return f"{self.shape()}{where}{self.paint()}/>"
