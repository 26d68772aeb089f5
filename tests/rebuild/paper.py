"""Reads what a shop gets, with nothing of the library: the DXF as plain groups, the CSV files, the bench card."""
import csv
import math
import re

UNITS = {1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0}


class Arc:
    """A stretch of an outline from a to b; bulge is the tangent of a quarter of its turn."""

    def __init__(self, a, b, bulge=0.0):
        self.a, self.b, self.bulge = a, b, bulge
        self.turn = 4 * math.atan(bulge)
        chord = math.dist(a, b)
        self.radius = chord / (2 * math.sin(abs(self.turn) / 2)) if abs(self.turn) > 1e-12 else math.inf
        self.length = chord if self.radius == math.inf else self.radius * abs(self.turn)

    def heading(self, share):
        chord = math.atan2(self.b[1] - self.a[1], self.b[0] - self.a[0])
        return chord - self.turn / 2 + share * self.turn

    def at(self, share):
        if self.radius == math.inf:
            return (self.a[0] + share * (self.b[0] - self.a[0]), self.a[1] + share * (self.b[1] - self.a[1]))
        # A chord of the part so far, half its turn on from the first heading.
        part = share * self.turn
        chord = 2 * self.radius * math.sin(abs(part) / 2)
        way = self.heading(0) + part / 2
        return (self.a[0] + chord * math.cos(way), self.a[1] + chord * math.sin(way))

    def nearest(self, p):
        """How far p is off, and the share of the length where it is nearest."""
        ends = min((math.dist(self.a, p), 0.0), (math.dist(self.b, p), 1.0))
        dx, dy = p[0] - self.a[0], p[1] - self.a[1]
        if self.radius == math.inf:
            way = (self.b[0] - self.a[0], self.b[1] - self.a[1])
            share = (dx * way[0] + dy * way[1]) / self.length ** 2 if self.length > 0 else 0.0
        elif abs(self.turn) > 1e-3:
            sense, heading = math.copysign(1.0, self.turn), self.heading(0)
            centre = (-sense * self.radius * math.sin(heading), sense * self.radius * math.cos(heading))
            start = math.atan2(-centre[1], -centre[0])
            turned = sense * (math.atan2(dy - centre[1], dx - centre[0]) - start) % (2 * math.pi)
            share = turned / abs(self.turn)
        else:  # its centre is lost in rounding
            share = self.looked_for(p)
        return min((math.dist(self.at(share), p), share), ends) if 0 < share < 1 else ends

    def looked_for(self, p):
        best = min((math.dist(self.at(i / 32), p), i / 32) for i in range(33))
        low, high = max(0.0, best[1] - 1 / 32), min(1.0, best[1] + 1 / 32)
        for _ in range(80):
            a, b = low + (high - low) / 3, high - (high - low) / 3
            if math.dist(self.at(a), p) < math.dist(self.at(b), p):
                high = b
            else:
                low = a
        return (low + high) / 2


class Loop:
    def __init__(self, arcs):
        self.arcs = arcs

    def area(self):
        total = 0.0
        for arc in self.arcs:
            total += (arc.a[0] * arc.b[1] - arc.b[0] * arc.a[1]) / 2
            if arc.radius != math.inf:
                total += arc.radius ** 2 * (arc.turn - math.sin(arc.turn)) / 2
        return total

    def length(self):
        return sum(arc.length for arc in self.arcs)

    def box(self):
        xs, ys = [], []
        for arc in self.arcs:
            points = [arc.a, arc.b]
            if arc.radius != math.inf:
                for quarter in range(-8, 9):
                    share = (quarter * math.pi / 2 - arc.heading(0)) / arc.turn
                    if 0 < share < 1:
                        points.append(arc.at(share))
            xs += [p[0] for p in points]
            ys += [p[1] for p in points]
        return min(xs), min(ys), max(xs), max(ys)

    def off(self, p):
        return min(arc.nearest(p)[0] for arc in self.arcs)

    def has(self, p, near):
        """Whether p lies within, or so near to the outline."""
        if not hasattr(self, "polygon"):
            self.polygon = [arc.at(i / n) for arc in self.arcs for n in [max(1, int(abs(arc.turn) / 0.03))] for i in range(n)]
        inside = False
        for (x1, y1), (x2, y2) in zip(self.polygon, self.polygon[1:] + self.polygon[:1]):
            if (y1 > p[1]) != (y2 > p[1]) and p[0] < x1 + (p[1] - y1) * (x2 - x1) / (y2 - y1):
                inside = not inside
        return inside or self.off(p) <= near

    def run(self, p):
        """How far along the loop from its first vertex p lies."""
        best, before = (math.inf, 0.0), 0.0
        for arc in self.arcs:
            off, share = arc.nearest(p)
            best = min(best, (off, before + share * arc.length))
            before += arc.length
        return best[1]

    def corners(self, least=math.radians(5)):
        """Runs and places of the vertices at which the outline bends."""
        found, before = [], 0.0
        for i, arc in enumerate(self.arcs):
            last = self.arcs[i - 1]
            bend = math.remainder(arc.heading(0) - last.heading(1), 2 * math.pi)
            if abs(bend) > least:
                found.append((before, arc.a))
            before += arc.length
        return found


class Drawing:
    """Loops, round holes, bend lines and texts of a DXF file, in millimetres."""

    def __init__(self, path):
        lines = open(path, encoding="cp1252").read().split("\n")
        groups = [(int(lines[i]), lines[i + 1].rstrip("\r")) for i in range(0, len(lines) - 1, 2) if lines[i].strip()]
        self.handles = [int(v, 16) for c, v in groups if c in (5, 105)]
        units = next(int(groups[i + 1][1]) for i, g in enumerate(groups) if g == (9, "$INSUNITS"))
        self.mm = UNITS[units]
        self.loops, self.circles, self.bends, self.texts, self.marks = [], [], [], [], []
        self.curves = []  # bend lines of several arcs
        start = groups.index((2, "ENTITIES"))
        end = groups.index((0, "ENDSEC"), start)
        entity = []
        for code, value in groups[start + 1:end + 1]:
            if code == 0 and entity:
                self.add(entity)
                entity = []
            entity.append((code, value))

    def add(self, entity):
        kind = entity[0][1]
        get = lambda code, default=0.0: next((float(v) for c, v in entity if c == code), default)
        layer = next(v for c, v in entity if c == 8)
        at = lambda x, y: (x * self.mm, y * self.mm)
        if kind == "LWPOLYLINE":
            points = []
            for code, value in entity:
                if code == 10:
                    points.append([float(value), 0.0, 0.0])
                elif code == 20:
                    points[-1][1] = float(value)
                elif code == 42:
                    points[-1][2] = float(value)
            if layer == "JUGGLER_BEND":
                self.bends.append((at(*points[0][:2]), at(*points[-1][:2])))
                self.curves.append([Arc(at(*p[:2]), at(*q[:2]), p[2]) for p, q in zip(points, points[1:])])
                return
            arcs = [Arc(at(*p[:2]), at(*q[:2]), p[2]) for p, q in zip(points, points[1:] + points[:1])]
            assert layer == "JUGGLER_CUT", layer
            self.loops.append(Loop([a for a in arcs if a.length > 0]))
        elif kind == "CIRCLE":
            self.circles.append((at(get(10), get(20)), 2 * get(40) * self.mm))
        elif kind == "LINE":
            line = (at(get(10), get(20)), at(get(11), get(21)))
            (self.bends if layer == "JUGGLER_BEND" else self.marks).append(line)
        elif kind == "TEXT":
            self.texts.append(next(v for c, v in entity if c == 1))

    def outline(self):
        return max(self.loops, key=lambda loop: abs(loop.area()))

    def holes(self):
        outer = self.outline()
        return [loop for loop in self.loops if loop is not outer]

    def area(self):
        return (abs(self.outline().area()) - sum(abs(h.area()) for h in self.holes())
                - sum(math.pi * d * d / 4 for _, d in self.circles))

    def cut_length(self):
        return sum(loop.length() for loop in self.loops) + sum(math.pi * d for _, d in self.circles)


def table(path):
    """Rows of a CSV as dictionaries: lengths in millimetres, whatever unit their head names, angles in degrees."""
    rows = list(csv.reader(open(path, newline="", encoding="utf-8")))
    made = []
    for row in rows[1:]:
        entry = {}
        for head, cell in zip(rows[0], row):
            words = head.split(" ")
            size = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8, "deg": 1.0}.get(words[-1])
            name = " ".join(words[:-1]) if size else head
            entry[name] = float(cell) * size if size and cell not in ("", "-", "straight") else cell
            if size and words[-1] != "deg":
                entry["step"] = max(entry.get("step", 0), size * 10 ** -len(cell.partition(".")[2])) if "." in cell else entry.get("step", size)
        made.append(entry)
    return made


def length(text):
    """A length of a card in millimetres: 12.5 mm, 24-7/32 in, 3/8 in, 1.25 ft."""
    number, unit = re.fullmatch(r"(-?[\d.]+(?:-\d+/\d+)?|-?\d+/\d+) (mm|cm|m|in|ft)", text).groups()
    size = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8}[unit]
    sign = -1 if number.startswith("-") else 1
    value = 0.0
    for part in number.lstrip("-").split("-"):
        top, _, bottom = part.partition("/")
        value += float(top) / float(bottom or 1)
    return sign * value * size


LENGTH = r"-?[\d.]+(?:-\d+/\d+)?(?:/\d+)? (?:mm|cm|m|in|ft)\b"


EDGES = {"inner": "base", "lower": "base", "outer": "top", "upper": "top", "side_start": "seam_start", "side_end": "seam_end"}


def edges_by_one_name(said):
    """Flights, strips and gores call their edges otherwise: here by one pair of names, in what is said anywhere."""
    if isinstance(said, str):
        return re.sub(rf"(?<![a-z])({'|'.join(EDGES)})(?![a-z-])", lambda m: EDGES[m[0]], said)
    if isinstance(said, list):
        return [edges_by_one_name(one) for one in said]
    if isinstance(said, dict):
        return {key: edges_by_one_name(one) for key, one in said.items()}
    return said
