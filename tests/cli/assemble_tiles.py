"""Lays the tiles of a template upon each other by their crosses and compares the outline with the drawing's.

assemble_tiles.py TEMPLATE.pdf BLANK.dxf [ACROSS ALONG]: the factors by which the pages were stretched, else 1.
Prints as JSON how many tiles there are, how far crosses of neighbours are apart, how far the printed outline lies
from the drawing's, and how much of the drawing's outline no tile shows; all in mm.
"""
import json
import math
import re
import subprocess
import sys

import ezdxf
import pikepdf

MM = 25.4 / 72


def compose(m, n):
    return (m[0] * n[0] + m[1] * n[2], m[0] * n[1] + m[1] * n[3], m[2] * n[0] + m[3] * n[2],
            m[2] * n[1] + m[3] * n[3], m[4] * n[0] + m[5] * n[2] + n[4], m[4] * n[1] + m[5] * n[3] + n[5])


def times(p):
    """Where along a cubic curve to look: at twelve steps, and where it goes farthest to a side."""
    at = [i / 12 for i in range(1, 13)]
    for k in (0, 1):
        a = p[3][k] - 3 * p[2][k] + 3 * p[1][k] - p[0][k]
        b = 2 * (p[2][k] - 2 * p[1][k] + p[0][k])
        c = p[1][k] - p[0][k]
        d = b * b - 4 * a * c
        if abs(a) > 1e-12 and d >= 0:
            at += [t for t in ((-b + math.sqrt(d)) / (2 * a), (-b - math.sqrt(d)) / (2 * a)) if 0 < t < 1]
        elif abs(b) > 1e-12 and 0 < -c / b < 1:
            at.append(-c / b)
    return sorted(at)


class Tile:
    """The crosses of a page, its cut lines, and what they are clipped to; mm, y up."""

    def __init__(self, page, stretch):
        self.crosses, self.cut, self.clip = [], [], None
        matrix, colour, stack, path, start, box = (1, 0, 0, 1, 0, 0), None, [], [], None, None
        clip = None
        arms = []

        def at(x, y):
            return ((matrix[0] * x + matrix[2] * y + matrix[4]) * MM / stretch[0],
                    (matrix[1] * x + matrix[3] * y + matrix[5]) * MM / stretch[1])

        for operands, operator in pikepdf.parse_content_stream(page):
            name = str(operator)
            v = [float(o) for o in operands] if name in ("cm", "m", "l", "c", "re", "RG") else []
            if name == "q":
                stack.append((matrix, clip))
            elif name == "Q":
                matrix, clip = stack.pop()
            elif name == "cm":
                matrix = compose(tuple(v), matrix)
            elif name == "RG":
                colour = v
            elif name == "m":
                start = at(*v)
                path.append([start])
            elif name == "l":
                path[-1].append(at(*v))
            elif name == "c":
                p = [path[-1][-1], at(*v[0:2]), at(*v[2:4]), at(*v[4:6])]
                for t in times(p):
                    w = ((1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3)
                    path[-1].append((sum(a * q[0] for a, q in zip(w, p)), sum(a * q[1] for a, q in zip(w, p))))
            elif name == "h":
                path[-1].append(start)
            elif name == "re":
                a, b = at(v[0], v[1]), at(v[0] + v[2], v[1] + v[3])
                box = (min(a[0], b[0]), min(a[1], b[1]), max(a[0], b[0]), max(a[1], b[1]))
            elif name == "W":
                clip = box
            elif name == "n":
                path = []
            elif name == "S":
                if colour == [0, 0, 0]:
                    arms += [(p[0], p[1]) for p in path]
                elif colour == [0.07, 0.2, 0.36]:
                    self.cut += path
                    self.clip = clip
                path = []
        for a, b in arms:  # a cross: two arms with one middle
            middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
            if abs(a[1] - b[1]) < 0.01:
                self.crosses.append(middle)


def names_of(pdf):
    text = subprocess.run(["pdftotext", "-layout", pdf, "-"], capture_output=True, text=True, check=True).stdout
    turned = re.search(r"turned ([0-9.-]+) deg", text)
    names = []
    for page in text.split("\f"):
        found = re.search(r"^\s*([A-Z]+)(\d+)\s+tile \d+ of \d+", page, re.M)
        names.append((found.group(1), int(found.group(2))) if found else None)
    return names, math.radians(float(turned.group(1))) if turned else 0


def row_of(letters):
    row = 0
    for c in letters:
        row = 26 * row + ord(c) - 64
    return row


def corners(tile):
    """Left upper, right upper, right lower, left lower."""
    s = sorted(tile.crosses, key=lambda p: (-round(p[1]), p[0]))
    return [s[0], s[1], s[3], s[2]]


def assemble(tiles):
    """Where each tile's page lies, found from cross to cross; and how badly the crosses meet."""
    first = next(iter(tiles))
    places, open_, worst = {first: (0.0, 0.0)}, [first], 0.0
    sides = {(0, 1): ((1, 0), (2, 3)), (0, -1): ((0, 1), (3, 2)), (1, 0): ((3, 0), (2, 1)), (-1, 0): ((0, 3), (1, 2))}
    while open_:
        here = open_.pop()
        for step, pairs in sides.items():
            there = (here[0] + step[0], here[1] + step[1])
            if there not in tiles:
                continue
            a, b = corners(tiles[here]), corners(tiles[there])
            shifts = [(places[here][0] + a[i][0] - b[j][0], places[here][1] + a[i][1] - b[j][1]) for i, j in pairs]
            if there not in places:
                places[there] = shifts[0]
                open_.append(there)
            worst = max([worst] + [math.dist(places[there], s) for s in shifts])
    return places, worst


def distance(p, a, b):
    dx, dy = b[0] - a[0], b[1] - a[1]
    t = ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / ((dx * dx + dy * dy) or 1)
    t = min(1, max(0, t))
    return math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy)


class Near:
    """Segments in cells, so that the nearest is found quickly."""

    def __init__(self, lines, cell=5.0):
        self.cell, self.cells = cell, {}
        for a, b in lines:
            n = max(1, int(math.dist(a, b) / cell) + 1)
            for i in range(n + 1):
                x, y = a[0] + (b[0] - a[0]) * i / n, a[1] + (b[1] - a[1]) * i / n
                for ix in (-1, 0, 1):
                    for iy in (-1, 0, 1):
                        self.cells.setdefault((int(x // cell) + ix, int(y // cell) + iy), set()).add((a, b))

    def __call__(self, p):
        near = self.cells.get((int(p[0] // self.cell), int(p[1] // self.cell)), ())
        return min((distance(p, a, b) for a, b in near), default=self.cell)


def corner_of(points):
    return min(p[0] for p in points), min(p[1] for p in points)


def steps(a, b, length):
    """Points along a line, at most so far apart."""
    n = max(1, math.ceil(math.dist(a, b) / length))
    return [(a[0] + (b[0] - a[0]) * i / n, a[1] + (b[1] - a[1]) * i / n) for i in range(n)]


def bulged(a, b, bulge):
    """Points along an arc of the drawing, both its rise over each chord and its rounding below 0.001 mm."""
    turn, chord = 4 * math.atan(bulge), math.dist(a, b)
    if turn == 0 or chord == 0:
        return [a]
    radius = chord / (2 * math.sin(turn / 2))
    heading = math.atan2(b[1] - a[1], b[0] - a[0]) - turn / 2
    n = max(1, math.ceil(abs(turn) / math.sqrt(8 * 0.0005 / abs(radius))))
    centre = (a[0] - radius * math.sin(heading), a[1] + radius * math.cos(heading))
    return [(centre[0] + radius * math.sin(heading + turn * i / n), centre[1] - radius * math.cos(heading + turn * i / n))
            for i in range(n)]


def drawing_of(dxf, turn, corner):
    """The drawing's outline as short lines, turned as the print is and laid into the same corner."""
    outline = list(ezdxf.readfile(dxf).modelspace().query("LWPOLYLINE").first.get_points("xyb"))
    points = []
    for (x, y, bulge), (u, v, _) in zip(outline, outline[1:] + outline[:1]):
        points += bulged((x, y), (u, v), bulge)
    c, s = math.cos(turn), math.sin(turn)
    points = [(c * x - s * y, s * x + c * y) for x, y in points]
    low = corner_of(points)
    points = [(p[0] - low[0] + corner[0], p[1] - low[1] + corner[1]) for p in points]
    return list(zip(points, points[1:] + points[:1]))


def main():
    pdf, dxf = sys.argv[1:3]
    stretch = tuple(float(v) for v in sys.argv[3:5]) or (1.0, 1.0)
    names, turn = names_of(pdf)
    tiles = {}
    document = pikepdf.open(pdf)
    for i in range(len(document.pages)):
        if names[i]:
            tiles[(row_of(names[i][0]), names[i][1])] = Tile(document.pages[i], stretch)
    places, apart = assemble(tiles)
    printed, shown = [], []
    for key, tile in tiles.items():
        dx, dy = places[key]
        left, low, right, high = tile.clip or (-1e9, -1e9, 1e9, 1e9)
        for path in tile.cut:
            printed += [(x + dx, y + dy) for x, y in path]
            for a, b in zip(path, path[1:]):
                shown += [(x + dx, y + dy) for x, y in steps(a, b, 0.8) if left <= x <= right and low <= y <= high]
    lines = drawing_of(dxf, turn, corner_of(printed))
    near = Near(lines)
    dots = Near([(p, p) for p in shown])
    bare = sum(1.0 for a, b in lines for p in steps(a, b, 1.0) if dots(p) > 0.5)
    print(json.dumps({"tiles": len(tiles), "placed": len(places), "apart": apart,
                      "off": max(near(p) for p in printed), "bare": bare}))


main()
