"""The bench card, read sentence by sentence: each number is looked for on the drawing, or in the document where no drawing
shows it, within the card's rounding. What no sentence here knows is a fault: nothing is printed that nobody reads.
"""
import math
import re

from paper import Arc, LENGTH, length

L = f"({LENGTH})"
NUMBER = r"(-?\d+(?:\.\d+)?)"
CELL = r"(-?[\d.]+(?:-\d+/\d+)?|-?\d+/\d+|-)"


def centre_of(arc):
    sense, heading = math.copysign(1.0, arc.turn), arc.heading(0)
    return arc.a[0] - sense * arc.radius * math.sin(heading), arc.a[1] + sense * arc.radius * math.cos(heading)


class Card:
    """Sentences and rows of a card. What is taken is gone; what stays to the end nobody has read."""

    def __init__(self, text):
        self.rows, words = [], []
        for line in text.split("\n")[1:]:
            cells = re.split(r"\s{2,}", line.strip())
            # A row has cells far apart; sentences never have.
            if len(cells) > 2 or re.fullmatch(r"\s+at .*: .*", line):
                self.rows.append(line)
                words.append("|")
            else:
                words.append(re.sub(r"^\s*\d+\.? {1,2}(?=\S)", " ", line) if re.match(r"\s{0,2}\d+\.? {1,2}[A-Z]", line) else line)
        self.words = re.sub(r"\s+", " ", " ".join(words))

    def take(self, pattern):
        """All that the pattern finds, as tuples: its lengths in millimetres, its numbers as such."""
        found = []
        def keep(match):
            found.append(tuple(self.value(text) for text in match.groups()))
            return " | "
        self.words = re.sub(pattern, keep, self.words)
        return found

    def take_rows(self, pattern):
        found, left = [], []
        for row in self.rows:
            match = re.fullmatch(pattern, row)
            if match:
                found.append(tuple(self.value(text) for text in match.groups()))
            else:
                left.append(row)
        self.rows = left
        return found

    @staticmethod
    def value(text):
        if text is None:
            return None
        if re.fullmatch(LENGTH, text):
            return length(text)
        return float(text) if re.fullmatch(r"-?\d+(?:\.\d+)?", text) else text


class CardReader:
    def __init__(self, faults, drawing, text, piece, part, joints=()):
        self.faults, self.drawing, self.piece, self.part, self.met = faults, drawing, piece, part, joints
        self.card = Card(text)
        # Folded, or cut out of a wall by an outline of its own.
        self.by_corners = piece["folding"] or "rolled" in piece
        self.outline = drawing.outline()
        self.box = self.outline.box()
        self.fit = piece["fit_error"] + 1e-6
        self.edges = {}
        for e in piece["edges"]:
            self.edges.setdefault(e["name"], e)
        self.joints = [arc.a for arc in self.outline.arcs]
        self.elements = {e["number"]: e for e in piece["elements"]}
        self.rims = {}  # by name: both corners, as marked
        self.centre = None
        self.middle = None  # the centre line

    # A length that was rounded is half a step off at the most, a point half a step both ways.
    def near(self, what, said, found, within=0.5, more=0.0):
        self.faults.near("card: " + what, found, said, within * self.step + more + 1e-6)

    def at(self, what, said, found, within=0.75, more=0.0):
        self.faults.near("card: " + what, math.dist(said, found), 0, within * self.step + more + 1e-6)

    # Of what runs over an edge corners are said as they were before.
    def on_corner(self, what, p, within=0.75):
        if self.piece["notches"]:
            return
        self.at(what, p, min(self.joints, key=lambda q: math.dist(p, q)), within, self.fit)

    def on_outline(self, what, p, within=0.75, more=0.0):
        if self.piece["notches"]:
            return
        self.faults.near("card: " + what, self.outline.off(p), 0, within * self.step + self.fit + more)

    def read(self):
        self.heading()
        self.square()
        self.folded() if self.by_corners else self.rolled()
        self.together()
        self.additions()
        self.notes()
        left = re.sub(r"[|\s]+", " ", self.card.words).strip()
        for found in re.finditer(r"\d", left):
            self.faults.append(f"card: nobody reads {left[max(0, found.start() - 60):found.start() + 40]}")
            break
        for row in self.card.rows:
            if re.search(r"\d", row):
                self.faults.append(f"card: nobody reads the row {row.strip()}")
                break

    def heading(self):
        if self.by_corners:
            said = self.card.take(rf"lengths rounded to {L}; sheet {L} thick; cut (\d+)")
            self.step, sheet, count = said[0]
        else:
            said = self.card.take(rf"Quantity (\d+), sheet {L}[^|]*?, (inside|outside|left|right) face up\. Lengths rounded to {L}\.")
            count, sheet, _, self.step = said[0]
        self.faults.near("card: how many", count, self.piece["count"], 0)
        self.faults.near("card: step", self.step, self.piece["bench"]["round_to"], 1e-6)
        thickness = self.piece["thickness"] or self.part.get("wall_thickness", 0) or 0
        self.faults.near("card: sheet", sheet, thickness, 0.0051)

    def square(self):
        width, height = self.card.take(rf"Square up a box {L} wide and {L} high\.")[0]
        self.width, self.height = width, height
        self.near("box width", width, self.box[2] - self.box[0])
        self.near("box height", height, self.box[3] - self.box[1])
        diagonal = self.card.take(rf"both diagonals measure {L}")[0][0]
        self.near("diagonal", diagonal, math.hypot(self.box[2] - self.box[0], self.box[3] - self.box[1]))

    # --- round parts, transitions, what winds or stretches

    UP = rf"{L} (above|below) the bottom edge(?: \({L} above the box\))?"

    def up(self, said, what):
        height, sense, beyond = said
        y = height if sense == "above" else -height
        if beyond is not None:
            self.near(f"{what} above the box", beyond, y - self.height, 0.01)
        return y

    def rolled(self):
        self.centre_line()
        self.swings()
        self.corners()
        self.tip()
        self.offsets()
        self.coordinates()
        self.sides()
        self.seam()
        self.inner_lines()
        self.element_table()
        self.bevels()
        self.forming()
        self.girths()

    def centre_line(self):
        for left, in self.card.take(rf"Draw the centre line upright, {L} from the left edge\."):
            self.middle = left
            right = self.card.take(rf"{L} from the right edge, at the top and at the bottom")[0][0]
            self.near("centre line from both sides", left + right, self.width, 0.01)

    def swings(self):
        arcs = [arc for arc in self.outline.arcs if arc.radius != math.inf]
        for said in self.card.take(rf"Mark the swing centre on the centre line, {self.UP}\."):
            self.centre = (self.middle, self.up(said, "swing centre"))
            self.at("swing centre", self.centre, min((e["arc"]["centre"] for e in self.piece["edges"] if e["arc"]), key=lambda c: math.dist(c, self.centre)), 1.0)
        for name, radius in self.card.take(rf"the (base|top) edge crosses the centre line {L} from it"):
            self.near(f"swing radius of the {name}", radius, self.edges[name]["arc"]["radius"])
        self.radii = {}
        for name, radius in self.card.take(rf"From the centre swing the (base|top) edge, radius {L}\."):
            self.radii[name] = radius
            self.near(f"radius of the {name}", radius, self.edges[name]["arc"]["radius"])
            arc = min(arcs, key=lambda a: abs(a.radius - radius))
            self.near(f"radius of the {name} as drawn", radius, arc.radius)
        for said in self.card.take(rf"it crosses the centre line {self.UP}"):
            self.on_outline("crossing of the centre line", (self.middle, self.up(said, "crossing")), 1.25)
        for apart, in self.card.take(rf"on the centre line the edges are {L} apart"):
            self.near("edges apart on the centre line", apart, abs(self.radii["base"] - self.radii["top"]), 0.01)

    def corners(self):
        level = rf"half the chord, {L}, on either side of the centre line, {self.UP}"
        apart = rf"left corner {L} left of the centre line, {self.UP}; right corner {L} right of it, {self.UP}"
        placed = rf"left at x {L}, y {L}; right at x {L}, y {L}"
        for name, half, *said in self.card.take(
                rf"Corners of the (base|top) edge(?: at the seam)?: (?:{level}|{apart}|{placed})\."
                rf"(?: Sector {NUMBER} deg(, more than half a turn: the corners lie beyond the centre)?\.)? check: corner to corner {L}"):
            if half is not None:
                y = self.up(said[:3], f"corners of the {name}")
                left, right = (self.middle - half, y), (self.middle + half, y)
            elif said[3] is not None:
                left = self.middle - said[3], self.up(said[4:7], "left corner")
                right = self.middle + said[7], self.up(said[8:11], "right corner")
            else:
                left, right = tuple(said[11:13]), tuple(said[13:15])
            degrees, beyond, chord = said[15:]
            self.rims[name] = left, right
            for p in (left, right):
                self.on_corner(f"corner of the {name}", p, 1.25)
            self.near(f"corner to corner of the {name}", chord, math.dist(left, right))
            if degrees is not None:
                self.faults.near(f"card: sector of the {name}", degrees, self.edges[name]["arc"]["angle"], 0.0006)
                if (beyond is not None) != (self.edges[name]["arc"]["angle"] > 180):
                    self.faults.append(f"card: whether the sector of the {name} is more than half a turn")

    def tip(self):
        for said in self.card.take(rf"Mark the point on the centre line, {self.UP}\."):
            self.on_corner("the point", (self.middle, self.up(said, "the point")), 1.25)
        for x, y in self.card.take(rf"The point: x {L}, y {L}\."):
            self.on_corner("the point", (x, y))
        for one, in self.card.take(rf"{L} from either corner"):
            self.near("seam to the point", one, self.edges["seam_start"]["length"])
        for one, other in self.card.take(rf"{L} and {L} from the corners at the seam"):
            self.near("seam start to the point", one, self.edges["seam_start"]["length"])
            self.near("seam end to the point", other, self.edges["seam_end"]["length"])

    def offsets(self):
        for name, in self.card.take(r"Join the corners of the (base|top) edge by a straight line\."):
            long = self.card.take(rf"it measures {L}")[0][0]
            self.near(f"straight {name}", long, self.edges[name]["length"])
        rows = []
        for row in list(self.card.rows):
            if re.fullmatch(r"\s+at .*: .*", row):
                self.card.rows.remove(row)
                rows.append([(length(a), length(b)) for a, b in re.findall(rf"at {L}: {L}", row)])
        groups, last = [], math.inf
        for row in rows:
            for at, off in row:
                if at <= last:
                    groups.append([])
                groups[-1].append((at, off))
                last = at
        said = self.card.take(rf"The swing radius of the (base|top) edge, {L}, is past reach\. Join its corners by a straight line; from it set off, (below|above) it, "
                              r"(?:on both sides of the centre line|square to it, at these distances from its own middle, on both sides):")
        firsts = self.card.take(rf"the first offset, {L}, is the greatest; at the corners it is 0")
        for (name, radius, side), (first,), offsets in zip(said, firsts, groups):
            self.near(f"swing radius of the {name}", radius, self.edges[name]["arc"]["radius"])
            self.near(f"first offset of the {name}", first, offsets[0][1], 0.01)
            left, right = self.rims[name]
            long = math.dist(left, right)
            way = ((right[0] - left[0]) / long, (right[1] - left[1]) / long)
            sense = 1 if side == "above" else -1
            for at, off in offsets:
                for hand in (-1, 1):
                    p = tuple((left[i] + right[i]) / 2 + hand * at * way[i] + sense * off * (-way[1], way[0])[i] for i in (0, 1))
                    self.on_outline(f"offset of the {name} at {at:.2f}", p, 1.5)
            self.first_offset = getattr(self, "first_offset", {}) | {name: first}

    def coordinates(self):
        for name, radius, x, y, degrees in self.card.take(rf"The (base|top) edge is one arc, swing radius {L} from x {L}, y {L}, sector {NUMBER} deg\."):
            arc = self.edges[name]["arc"]
            self.near(f"radius of the {name}", radius, arc["radius"])
            self.at(f"centre of the {name}", (x, y), arc["centre"], 0.75, 1e-8 * radius)
            self.faults.near(f"card: sector of the {name}", degrees, arc["angle"], 0.0006)
        self.points = {}
        for number, plan, long, *xy in self.card.take_rows(rf"\s+(\d+)\s+{NUMBER}\s+{CELL}\s+{CELL}\s+{CELL}\s+{CELL}\s+{CELL}(?!\s+\S)"):
            e = self.elements[int(number)]
            x0, y0, x1, y1 = (self.bare(cell) for cell in xy)
            self.points[int(number)] = (x0, y0), (x1, y1)
            self.plan(e, plan)
            self.near(f"length of element {number:g}", self.bare(long), math.dist(e["base"], e["top"]))
            for end, p in (("base", (x0, y0)), ("top", (x1, y1))):
                self.at(f"{end} of element {number:g}", p, e[end])
                if e["on_metal"] and not self.piece["tabs_added"]:
                    self.on_outline(f"{end} of element {number:g} off the edge", p, 0.75, (self.piece["seam_in_plan"].get("gap") or 0))
        for name, x, y in self.card.take(rf"The (base|top) edge has a corner at x {L}, y {L}\."):
            self.on_corner(f"corner within the {name}", (x, y))
        for _, off in self.card.take(rf"Draw a fair curve through the points of each edge(, from corner to corner)?; straight lines between them would leave it by up to {L}\."):
            self.fair(off)
        for base, top in self.card.take(rf"by tape along the edge(?:, base {L})?(?:, top {L})?"):
            for name, said in (("base", base), ("top", top)):
                if said is not None:
                    self.near(f"{name} by tape along the edge", said, self.edges[name]["length"])

    def fair(self, said):
        """How far the rims leave straight lines between the ends of their elements."""
        worst = 0.0
        for end in ("base", "top"):
            if end not in self.edges or not self.edges[end]["length"]:
                continue
            if self.piece["tabs_added"] or self.piece["notches"]:  # the outline does not run along the rims
                return
            points = [e[end] for e in self.piece["elements"]]
            corners = [min(self.joints, key=lambda q: math.dist(p, q)) for p in self.rims[end]]
            first, last = sorted(corners, key=lambda p: math.dist(p, points[0]))
            points = [first, *points, last]
            for arc in self.rim_arcs(end):
                for share in (i / 40 for i in range(41)):
                    p = arc.at(share)
                    worst = max(worst, min(off_line(p, a, b) for a, b in zip(points, points[1:])))
        self.faults.near("card: straight lines between points", said, worst, 0.03 * worst + 0.001)
        self.faults.near("card: the same in the document", said, self.piece["bench"]["between_points"], 0.0014)

    def rim_arcs(self, end):
        """Those arcs of the outline that begin and end on a rim: between the points of one seam edge and the other."""
        corners = self.rims[end]
        run = sorted(self.outline.run(min(self.joints, key=lambda q: math.dist(p, q))) for p in corners)
        inside, outside, at = [], [], 0.0
        for arc in self.outline.arcs:
            middle = at + arc.length / 2
            (inside if run[0] < middle < run[1] else outside).append(arc)
            at += arc.length
        wanted = self.edges[end]["length"]
        return min((inside, outside), key=lambda arcs: abs(sum(a.length for a in arcs) - wanted))

    def sides(self):
        """Curved seam edges."""
        said = self.card.take(rf"along them {L} at the start, {L} at the end")
        for one, other in said:
            self.near("seam start", one, self.edges["seam_start"]["length"])
            self.near("seam end", other, self.edges["seam_end"]["length"])
        for no, *xy in self.card.take_rows(rf"\s+(\d+)\s+{CELL}\s+{CELL}\s+{CELL}\s+{CELL}"):
            x0, y0, x1, y1 = (self.bare(cell) for cell in xy)
            for p in ((x0, y0), (x1, y1)):
                self.on_outline(f"point {no:g} of a seam edge", p)
        self.card.take(rf"Draw fair curves through them; straight lines between them would leave the edges by up to {L}\.")

    def seam(self):
        lengths = self.edges["seam_start"]["length"], self.edges["seam_end"]["length"]
        for both, in self.card.take(rf"check: both measure {L}"):
            for one in lengths:
                self.near("seam", both, one)
        for start, end in self.card.take(rf"check: {L} at the seam's start, {L} at its end"):
            self.near("seam start", start, lengths[0])
            self.near("seam end", end, lengths[1])
        said = self.card.take(rf"check: corner to corner across, base to top, both ways {L}")
        said = [s * 2 for s in said] + self.card.take(rf"check: from the left base corner to the right top corner {L}, the other way {L}")
        for one, other in said:
            (left, right), (top_left, top_right) = self.rims["base"], self.rims["top"]
            self.near("diagonal from the left base corner", one, math.dist(left, top_right), 2.5)
            self.near("diagonal from the right base corner", other, math.dist(right, top_left), 2.5)

    def inner_lines(self):
        for name, inside in self.card.take(rf"Mark the fold line of the (base|top) flange, {L} inside its edge all along\."):
            turned = self.card.take(rf"it is turned over by {NUMBER} deg")[0][0]
            note = next((n for n in self.piece["notes"] if n.startswith(f"The {name} flange of")), "")
            wide, degrees = re.search(rf"flange of {L} is turned over at the marked line by {NUMBER} degrees", note).groups()
            self.near(f"fold line of the {name} flange", inside, length(wide), 0.5, 0.001)
            self.faults.near(f"card: turn of the {name} flange", turned, float(degrees), 0.0056)
            # On the drawing the line is an arc about the same centre, which only its marks show.
        for inside, edge in self.card.take(rf"Mark the line of the lap, {L} inside the edge at the seam's (start|end), parallel to it\."):
            self.beside_seam("lap", inside, edge, 0.0)
        for inside, in self.card.take(rf"Mark the lines of the stock, {L} inside both edges of the seam, parallel to them\."):
            for edge in ("start", "end"):
                self.beside_seam("stock", inside, edge, (self.piece["gap"] or {"base": {"neutral": 0.0}})["base"]["neutral"] / 2)

    def together(self):
        """Where the part stands, and the edges it shares with others, against the document."""
        stands = self.card.take(rf"It stands with (?:the middle of its base|the start of its profile, where the run starts,)(?:,? before the cut,)? at x {L}, y {L}, z {L} of the job\.")
        if bool(stands) != bool(self.part.get("place")):
            self.faults.append("card: where the part stands is said without a place, or not said")
        for x, y, z in stands:
            for said, axis in ((x, "x"), (y, "y"), (z, "z")):
                self.near(f"stands at {axis}", said, self.part["stands"]["origin"][axis], 0.51)
        turned = rf"walls turned by {NUMBER}(?: to {NUMBER})? deg"
        own = lambda kind, other, at=None: [j for j in self.met if j["kind"] == kind and other in (j["main"], j["branch"]) and (at is None or j["position"] == at)]
        def walls(j, least, most):
            self.faults.near("card: least angle of the walls", least, j["least_angle"]["walls"], 0.051)
            self.faults.near("card: greatest angle of the walls", most if most is not None else least, j["greatest_angle"]["walls"], 0.051)
        for position, other, edge, least, most in self.card.take(rf"Mitre (\d+) with (\S+): edge {L}, {turned}\."):
            j = own("mitre", other, int(position))[0]
            self.near("edge of the mitre", edge, j["other_length"] if j["main"] == self.part["part"] else j["edge_length"], 0.51)
            walls(j, least, most)
        for position, above, other, edge, lap in self.card.take(rf"Joint of courses (\d+) and (\d+) with (\S+): edge {L}(?:, one in the other by {L})?\."):
            j = own("course", other, int(position))[0]
            self.faults.near("card: course above", float(above), j["position"] + 1, 0)
            self.near("edge of the course", edge, j["other_length"] if j["main"] == self.part["part"] else j["edge_length"], 0.51)
            self.near("lap of the courses", lap if lap is not None else 0.0, j["lap"], 0.51)
        for other, edge, least, most in self.card.take(rf"Crotch with (\S+): {L} from foot to foot, {turned}\."):
            found = [j for j in own("crotch", other) if self.part["part"] in (j["main"], j["branch"])]
            self.near("crotch", edge, min((j["edge_length"] for j in found), key=lambda long: abs(long - edge)), 0.51)
        for other, edge, least, most in self.card.take(rf"Seam with (\S+): edge {L}, {turned}\."):
            j = next(j for j in own("seam", other) if j["branch"] == self.part["part"])
            self.near("edge of the seam", edge, j["edge_length"], 0.51)
            walls(j, least, most)
        for other, edge, least, most, gap in self.card.take(rf"Joint with (\S+): edge {L}, {turned}, gap {L}\."):
            j = next(j for j in own("branch", other) if j["branch"] == self.part["part"] and other == j["main"])
            self.near("edge of the joint", edge, j["edge_length"], 0.51)
            self.near("gap of the joint", gap, j["gap"], 0.51)
            walls(j, least, most)
        for other, around in self.card.take(rf"Hole for (\S+): {L} round\."):
            holes = [j for j in own("branch", other) if j["branch"] == other]
            holes = [j for j in holes if j["main"] == self.part["part"]] or holes  # a course has its shell's
            self.near("hole", around, holes[0]["other_length"], 0.51)
        for times, sum in self.card.take(rf"Cut it {NUMBER} times across, from edge to edge, {L} in all: take the lines from the cut file or the full-size template\."):
            self.faults.near("card: cuts across", times, len(self.piece["cuts_across"]), 0)
            self.near("cuts across in all", sum, math.fsum(self.piece["cuts_across"]), 0.51)
        self.card.take(r"On pipe in hand mark the cut by the wrap template: template\.wrap = true prints it at full size\.")

    def beside_seam(self, what, inside, edge, half_gap):
        """The seam's ruling lies at a line parallel to the edge, or half the gap from it."""
        ruling = self.elements[0 if edge == "start" else max(self.elements)]
        middle = tuple((a + b) / 2 for a, b in zip(ruling["base"], ruling["top"]))
        sides = [arc for arc in self.outline.arcs if arc.radius == math.inf and abs(arc.length - self.edges[f"seam_{edge}"]["length"]) < 1e-5]
        if sides and math.dist(ruling["base"], ruling["top"]) > 0:
            deep = min(off_line(middle, arc.a, arc.b) for arc in sides)
            self.faults.near(f"card: line of the {what}", deep, abs(inside - half_gap), self.step / 2 + 1e-5)

    def element_table(self):
        for base, top, where in self.zero():
            for end, said in (("base", base), ("top", top)):
                e = self.elements[0]
                off = min(math.dist(corner, e[end]) for corner in self.rims.get(end, self.joints))
                self.near(f"element 0 from the edge at the {end}", said, off, 1.8, self.fit)
                self.near(f"element 0 in the document at the {end}", said, abs(self.piece["bench"]["zero"][end]), 0.01)
        before = None
        rows = self.card.take_rows(rf"\s+(\d+)\s+{NUMBER}\s+{CELL}\s+{CELL}\s+{CELL}\s+{CELL}\s+{CELL}\s+(\d+|-)")
        twins = {}
        for number, plan, base, top, long, from_base, from_top, twin in rows:
            e = self.elements[int(number)]
            self.plan(e, plan)
            for key, cell in (("base_run", base), ("top_run", top), ("length", long), ("from_base", from_base), ("from_top", from_top)):
                self.near(f"{key} of element {number:g}", self.bare(cell), e[key])
            self.near(f"length of element {number:g} as drawn", self.bare(long), math.dist(e["base"], e["top"]), 0.5, 1e-6 if not self.piece.get("strain") else math.inf)
            if before and e["on_metal"] and before[0]["on_metal"] and not self.piece["tabs_added"] and not self.piece["notches"]:
                for end, cell in (("base", base), ("top", top)):
                    way = abs(self.outline.run(e[end]) - self.outline.run(before[0][end]))
                    way = min(way, self.outline.length() - way)
                    step = self.bare(cell) - self.bare(before[1][end])
                    if self.outline.off(e[end]) < self.fit and self.outline.off(before[0][end]) < self.fit and way < self.edges.get(end, {"length": 0})["length"]:
                        self.near(f"element {number:g} along the {end}", step, way, 1.0, 5 * self.piece["fit_error"] + 1e-6)
            before = (e, {"base": base, "top": top})
            twins[int(number)] = twin
            if twin != "-" and self.card_lengths(rows, int(twin)) != (long, from_base, from_top):
                self.faults.append(f"card: element {number:g} is no twin of {twin:g}")
        # The last stands where the first does, at the other edge of the seam.
        again = {0: max(twins, default=0), max(twins, default=0): 0}
        for number, twin in twins.items():
            if twin != "-" and twins.get(int(twin)) not in (number, again.get(number)):
                self.faults.append(f"card: twins {number} and {twin:g}")

    @staticmethod
    def card_lengths(rows, number):
        return next(((r[4], r[5], r[6]) for r in rows if int(r[0]) == number), None)

    def zero(self):
        said = self.card.take(rf"Element 0, the seam's ruling, lies (inside|beyond) the edge at seam start: {L} at the base(?: edge)?, {L} at the top(?: edge)?\.")
        self.card.words = self.card.words.replace("from element 0, and their lengths", "|")
        for where, base, top in said:
            if (self.elements[0]["edge_distance"] < 0) != (where == "inside"):
                self.faults.append(f"card: element 0 does not lie {where} the edge")
        return [(base, top, where) for where, base, top in said]

    def bevels(self):
        off = 0.0051 if self.inches() == 1 else 0.000051 * 25.4
        for number, plan, *cells in self.card.take_rows(rf"\s+(\d+)\s+{NUMBER}\s+{CELL}\s+{CELL}\s+{CELL}\s+{CELL}\s+{CELL}\s+{CELL}"):
            e = self.elements[int(number)]
            self.plan(e, plan)
            for end, (degrees, inside, outside) in (("base", cells[:3]), ("top", cells[3:])):
                bevel = e[f"{end}_bevel"]
                if (bevel is None) != (degrees == "-"):
                    self.faults.append(f"card: bevel of the {end} at element {number:g}")
                if bevel is None or degrees == "-":
                    continue
                self.faults.near(f"card: bevel of the {end} at element {number:g}", float(degrees), bevel["angle"], 0.051)
                for face, cell in (("inside", inside), ("outside", outside)):
                    self.faults.near(f"card: {face} of the {end} at element {number:g}", float(cell) * self.inches(), bevel[face], off)
                # Square to the edge the faces stand the thickness apart along the plane's lean, and along the ruling farther.
                apart, lean = bevel["inside"] - bevel["outside"], math.tan(math.radians(bevel["angle"])) * self.piece["thickness"]
                if apart * lean < 0 or abs(apart) < abs(lean) - 1e-6:
                    self.faults.append(f"card: faces of the {end} at element {number:g}: {apart:.6f} apart, {lean:.6f} square to the edge")
        place = r"(in the plane|[\d.]+ (?:mm|cm|m|in|ft) (?:short of|past) the plane)"
        for end, degrees, face, inside, outside in self.card.take(
                rf"Bevel of the (base|top) for a flush fit: {NUMBER} deg off the (inside|outside) face; along the wall the inside lies {place}, the outside {place}\."):
            bevel = self.elements[0][f"{end}_bevel"]
            self.faults.near(f"card: bevel of the {end}", degrees, abs(bevel["angle"]), 0.051)
            if (bevel["angle"] > 0) != (face == "outside"):
                self.faults.append(f"card: bevel of the {end} is off the other face")
            for name, text in (("inside", inside), ("outside", outside)):
                said = 0.0
                if match := re.match(rf"{L} (short of|past)", text):
                    said = length(match[1]) * (1 if match[2] == "short of" else -1)
                self.faults.near(f"card: {name} of the {end} to the plane", said, bevel[name], off)

    def forming(self):
        sizes = self.piece["sizes"]
        for end, girth in self.card.take(rf"Girth by tape on the outside, (base|top): {L}\."):
            self.near(f"girth by tape of the {end}", girth, sizes["outside"][end]["girth"])
            if sizes["outside"][end]["radius"]:
                self.near(f"girth by tape of the {end}", girth, 2 * math.pi * sizes["outside"][end]["radius"])
        radius = rf"{L}(?: to {L}| (and more))?"
        for end, *said in self.card.take(rf"Sweep held square to the wall at the (base|top): radius {radius} against the inside, {radius} against the outside\."):
            sweep = next(s for s in self.piece["bench"]["sweeps"] if s["end"] == end)
            for face, (low, high, more) in (("inside", said[:3]), ("outside", said[3:])):
                stated = sweep[face]
                self.near(f"sweep of the {end}, {face}", low, stated[0], 0.01)
                if not more:
                    self.near(f"sweep of the {end}, {face}", high if high is not None else low, stated[1], 0.01)
                if self.piece.get("cone"):
                    # A level circle of the radius r, seen square to a wall that leans by a: r / cos(a).
                    lean = math.cos(math.radians(self.piece.get("cone")["half_angle"]))
                    self.near(f"sweep of the {end}, {face}", low, sizes[face][end]["radius"] / lean, 0.5, 1e-6 * low)

    def girths(self):
        for end, change, sense in self.card.take(rf"Rounding makes the finished girth of the (base|top)(?: edge)? {L} (shorter|longer)\."):
            exact = self.edges[end]["length"] if end in self.edges else 0.0
            left, right = self.rims[end]
            said = change if sense == "longer" else -change
            if end in getattr(self, "radii", {}):
                a, b = ((p[0] - self.centre[0], p[1] - self.centre[1]) for p in (left, right))
                swept = abs(math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]))
                turn = math.radians(self.edges[end]["arc"]["angle"])
                swept = min((swept, 2 * math.pi - swept), key=lambda s: abs(s - turn))
                drawn = self.radii[end] * swept
            elif end in getattr(self, "first_offset", {}):
                half, rise = math.dist(left, right) / 2, self.first_offset[end]
                drawn = 2 * (half * half + rise * rise) / (2 * rise) * math.atan2(half, (half * half - rise * rise) / (2 * rise)) if rise else 2 * half
            elif self.points:
                places = sorted(self.points)
                of = lambda n: self.points[n][0 if end == "base" else 1]
                drawn = sum(math.dist(of(a), of(b)) for a, b in zip(places, places[1:]))
                exact = sum(math.dist(self.elements[a][end], self.elements[b][end]) for a, b in zip(places, places[1:]))
            else:
                drawn = math.dist(left, right)
            self.faults.near(f"card: girth of the {end} by rounding", said, drawn - exact, 0.0011 if self.inches() == 1 else 0.0014)
            stated = next(rim["girth_change"] for rim in self.piece["bench"]["rims"] if rim["name"] == end)
            self.faults.near(f"card: girth of the {end} in the document", stated, said, 0.0006 if self.inches() == 1 else 0.0014)

    # --- folded blanks

    def folded(self):
        self.card.take_rows(r"\s+no\s+across.*")
        turns = self.card.take_rows(rf"\s+(\d+)\s+{L}\s+{L}\s+(?:straight|arc, radius {L}, {NUMBER} deg (left|right))\s+{L}(?:\s+{L}\s+{L})?")
        around = self.card.take(rf"the straight distances from each to the next are {L} in all")
        arcs = anticlockwise(self.outline)
        if turns:
            self.near("distances in all", around[0][0], sum(t[6] for t in turns), 0.01)
            # The same way round, from the corner that the first is.
            first = min(range(len(arcs)), key=lambda i: math.dist(arcs[i].a, turns[0][1:3]) + abs(math.dist(arcs[i].a, arcs[i].b) - turns[0][6]))
            arcs = arcs[first:] + arcs[:first]
            if len(arcs) != len(turns):
                self.faults.append(f"card: {len(turns)} corners, the outline has {len(arcs)}")
            for k, (number, x, y, radius, turned, way, ahead, *about) in enumerate(turns):
                arc = arcs[k % len(arcs)]
                if number != k + 1:
                    self.faults.append(f"card: corner {number:g} stands at {k + 1}")
                self.at(f"corner {number:g}", (x, y), arc.a)
                self.near(f"way from corner {number:g}", ahead, math.dist(arc.a, arc.b))
                if (radius is None) != (arc.radius > 1e7):
                    self.faults.append(f"card: whether the edge from corner {number:g} is an arc")
                elif radius is not None:
                    self.near(f"radius from corner {number:g}", radius, arc.radius, 0.5, 1e-6 * arc.radius)
                    self.faults.near(f"card: turn from corner {number:g}", turned * (1 if way == "left" else -1), math.degrees(arc.turn), 0.051)
                    self.at(f"centre behind corner {number:g}", about, centre_of(arc), 0.75, 1e-6 * arc.radius)
        bends = {b["tag"]: b for b in self.piece["bends"]}
        for tag, x0, y0, x1, y1, long, datum, at, other in self.card.take_rows(
                rf"\s+(\w+)\s+{L}\s+{L}\s+{L}\s+{L}\s+{L}\s+(\S.*?\S)\s+{L}(?: to {L})?"):
            tag = f"{tag:g}" if isinstance(tag, float) else tag
            b = bends[tag]
            line = min(self.drawing.bends, key=lambda l: math.dist(l[0], (x0, y0)) + math.dist(l[1], (x1, y1)))
            self.at(f"bend line {tag}", (x0, y0), line[0])
            self.at(f"bend line {tag}", (x1, y1), line[1])
            self.near(f"length of bend line {tag}", long, math.dist(*line))
            if datum != b["datum"]:
                self.faults.append(f"card: bend line {tag} is measured from {datum}")
            for said, found in zip((at, at if other is None else other), b["distance"]):
                self.near(f"distance of bend line {tag}", said, found)
        for number, x0, y0, x1, y1, long in self.card.take_rows(rf"\s+(\d+)\s+{L}\s+{L}\s+{L}\s+{L}\s+{L}"):
            line = min(self.drawing.marks, key=lambda l: math.dist(l[0], (x0, y0)) + math.dist(l[1], (x1, y1)))
            self.at(f"start of the line {number:g}", (x0, y0), line[0])
            self.at(f"end of the line {number:g}", (x1, y1), line[1])
            self.near(f"line {number:g}", long, math.dist(*line))
        order = self.card.take_rows(rf"\s+(\d+)\s+(\w+)\s+(up|down)\s+{NUMBER}\s+{NUMBER}\s+{NUMBER}\s+{L}")
        for number, tag, way, turned, legs, to, radius in order:
            tag = f"{tag:g}" if isinstance(tag, float) else tag
            b = bends[tag]
            if (number, way) != (b["order"], b["direction"]):
                self.faults.append(f"card: bend {tag} is number {number:g}, {way}")
            self.faults.near(f"card: angle of bend {tag}", turned, b["turned"], 0.0051)
            self.faults.near(f"card: legs of bend {tag}", legs, 180 - b["turned"], 0.0051)
            self.faults.near(f"card: bend {tag} to", to, b["turned"] + b["springback"], 0.0051)
            self.near(f"radius of bend {tag}", radius, b["radius"])
        for whole, way in self.card.take(rf"the angles turned are {NUMBER} deg (up|down) in all"):
            self.faults.near("card: angles in all in the document", whole * (1 if way == "up" else -1), self.piece["bench"]["turned"], 0.0051)
            self.faults.near("card: angles in all", whole * (1 if way == "up" else -1), sum(o[3] * (1 if o[2] == "up" else -1) for o in order), 0.001)
        self.card.take_rows(r"\s+hole\s+across.*")
        circles = list(self.drawing.circles)
        for number, x, y, wide in self.card.take_rows(rf"\s+(\d+)\s+{L}\s+{L}\s+{L}"):
            self.hole(f"hole {number:g}", (x, y), wide, circles)
        for count, in self.card.take(r"CHECK (\d+) openings?\."):
            self.faults.near("card: openings", count, len(self.drawing.circles) + len(self.drawing.holes()), 0)
        self.joints_table()

    def joints_table(self):
        joints = {}
        for j in (self.piece["folding"] or {"joints": []})["joints"]:
            joints.setdefault(j["name"], []).append(j)
        whole = 0.0
        for name, one, other, degrees, how in self.card.take_rows(rf"\s+(\S.*?)\s{{2,}}\S.*?\s{{2,}}{L}(?:, {L})?\s+{NUMBER}\s+(\S.*)"):
            js = joints[name]
            said = [one] + ([other] if other is not None else [])
            for j in js:
                self.faults.near(f"card: joint {name}", min(abs(s - j["length"]) for s in said), 0, self.step / 2 + 1e-6)
                self.faults.near(f"card: angle of joint {name}", degrees, j["angle"], 0.0006)
                found = "open" if j["open"] else "lapped" if j["lapped"] else "touching" if not j["clearance"] else how
                if how != found:
                    self.faults.append(f"card: joint {name} is {how}")
            if match := re.fullmatch(rf"{L} apart", how):
                self.near(f"clearance of joint {name}", length(match[1]), js[0]["clearance"])
            whole += max(j["length"] for j in js) if len(js) < 3 else sum(j["length"] for j in js) / 2
        for said, in self.card.take(rf"joints of {L} in all, by the longer edge of each"):
            self.near("joints in all", said, self.piece["blank"]["joint_length"])

    # --- both

    def hole(self, what, at, wide, circles):
        if not circles:
            self.faults.append(f"card: {what} is not cut")
            return
        found = min(circles, key=lambda c: math.dist(c[0], at) + abs(c[1] - wide))
        circles.remove(found)
        self.at(what, at, found[0])
        self.near(f"diameter of {what}", wide, found[1])

    def additions(self):
        for edge, x0, y0, x1, y1, apart in self.card.take(rf"Beyond the edge ([^|]*?) add corners {L} across, {L} up, and {L} across, {L} up, {L} apart\."):
            self.on_corner(f"corner beyond {edge}", (x0, y0))
            self.on_corner(f"corner beyond {edge}", (x1, y1))
            self.near(f"corners beyond {edge}", apart, math.dist((x0, y0), (x1, y1)), 2.0)
        for edge, width, x0, y0, x1, y1, apart in self.card.take(
                rf"Beyond the edge ([^|]*?) prolong every element by {L}, to corners {L} across, {L} up, and {L} across, {L} up, {L} apart\."):
            for corner in ((x0, y0), (x1, y1)):
                self.on_corner(f"corner beyond {edge}", corner)
            self.near(f"corners beyond {edge}", apart, math.dist((x0, y0), (x1, y1)), 2.0)
            # Where an element prolonged meets the outline: so far, if the rim is fitted well.
            for ruling in self.elements.values():
                at, other = (ruling[edge], ruling["base" if edge == "top" else "top"])
                way = tuple((a - b) / math.dist(at, other) for a, b in zip(at, other))
                end = tuple(a + width * w for a, w in zip(at, way))
                if ruling.get("on_metal", True):
                    self.on_outline(f"element prolonged beyond {edge}", end)
        for edge, width, x0, y0, x1, y1 in self.card.take(
                rf"Beyond the edge ([^|]*?) add a strip {L} wide, square to it all along, from {L} across, {L} up, to {L} across, {L} up\."):
            self.on_corner(f"corner beyond {edge}", (x0, y0))
            self.on_corner(f"corner beyond {edge}", (x1, y1))
            # The ends of the elements lie as far inside the outline, but at the seam.
            for ruling in self.elements.values():
                at_seam = edge in self.rims and min(math.dist(ruling[edge], p) for p in self.rims[edge]) < 2 * width
                if ruling.get("on_metal", True) and edge in ("base", "top") and not at_seam:
                    self.near(f"strip beyond {edge}", width, self.outline.off(ruling[edge]))
        bends = {b["tag"]: b for b in self.piece["bends"]}
        for tag, inside, way, turned in self.card.take(rf"Fold (\w+): a line {L} inside the free edge; (up|down) by {NUMBER} deg\."):
            b = bends[tag]
            self.near(f"fold {tag}", inside, b["distance"][0])
            self.faults.near(f"card: angle of fold {tag}", turned, b["turned"], 0.051)
            if way != b["direction"]:
                self.faults.append(f"card: fold {tag} goes {way}")
        for tag, way in self.card.take(r"Fold (\w+): all along the edge, (up|down)\."):
            if way != bends[tag]["direction"]:
                self.faults.append(f"card: fold {tag} goes {way}")
        for edge, radius, x, y in self.card.take(rf"Beyond the edge ([^|]*?) swing a half circle of radius {L} about {L} across, {L} up\."):
            arc = min((a for a in self.outline.arcs if a.radius != math.inf), key=lambda a: math.dist(centre_of(a), (x, y)))
            self.at(f"half circle beyond {edge}", (x, y), centre_of(arc))
            self.near(f"half circle beyond {edge}", radius, arc.radius)
        circles, loops = list(self.drawing.circles), self.drawing.holes()
        for wide, x, y in self.card.take(rf"Hole of {L}: {L} across, {L} up\."):
            self.hole("a hole", (x, y), wide, circles)
        for name, x, y, wide in self.card.take(rf"(?<=[|. ])((?:(?! across)[^|.:])*): {L} across, {L} up; diameter {L}\."):
            self.hole(name.strip(), (x, y), wide, circles)
        for name, x, y, wide, high, left, low in self.card.take(
                rf"(?<=[|. ])((?:(?! across)[^|.:])*): {L} across, {L} up; {L} wide, {L} high, reaching from {L} across, {L} up\."):
            if not loops:
                self.faults.append(f"card: {name} is not cut")
                continue
            loop = min(loops, key=lambda l: math.dist(l.box()[:2], (left, low)))
            loops.remove(loop)
            box = loop.box()
            self.at(f"{name.strip()} from", (left, low), box[:2])
            self.near(f"{name.strip()} wide", wide, box[2] - box[0])
            self.near(f"{name.strip()} high", high, box[3] - box[1])
            centre = min((o["centre"] for o in self.piece["openings"] if o["kind"] == "opening"), key=lambda c: math.dist(c, (x, y)))
            self.at(f"{name.strip()} lies", (x, y), centre)
            if not loop.has((x, y), math.inf):
                self.faults.append(f"card: {name} lies off itself")
        for left, in self.card.take(r"\.\.\. and (\d+) more: take them from the DXF or the template\."):
            self.faults.near("card: openings left out", left, len(self.piece["openings"]) - 60, 0)
        creases = {c["tag"]: c for c in self.piece["creases"]}
        for tag, base, top, way, at_base, at_top in self.card.take(
                rf"Crease (\w+): from {L} along the base to {L} along the top, counted from seam start; fold (up|down) by {NUMBER} deg at the base, {NUMBER} at the top\."):
            c = creases[f"{tag:g}" if isinstance(tag, float) else tag]
            self.near(f"crease {tag} along the base", base, c["base_run"])
            self.near(f"crease {tag} along the top", top, c["top_run"])
            self.faults.near(f"card: crease {tag} at the base", at_base, c["at_base"], 0.051)
            self.faults.near(f"card: crease {tag} at the top", at_top, c["at_top"], 0.051)
            if way != c["direction"]:
                self.faults.append(f"card: crease {tag} goes {way}")
        bends = {b["tag"]: b for b in self.piece["bends"]}
        for count, flat in self.card.take(rf"Mark the bend lines of this piece, (\d+) from the edge at seam start along the rims, facets of up to {L}:"):
            self.faults.near("card: bend lines", count, len(bends), 0)
            self.near("greatest flat", flat, self.piece["pressed"]["facet_width"])
        for tag, base, top, turned in self.card.take(rf"(?<=[|:. ])(\w+): base {L}, top {L}, turned {NUMBER} deg\."):
            b = bends[f"{tag:g}" if isinstance(tag, float) else tag]
            self.near(f"bend {tag} along the base", base, b["distance"][0])
            self.near(f"bend {tag} along the top", top, b["distance"][1])
            self.faults.near(f"card: bend {tag} turns", turned, b["turned"], 0.0051)

    def notes(self):
        for sentence in self.piece["notes"]:
            said = re.search(rf"Roll it about the lines marked.* to a radius of {L}(?: to {L})? on the lower face", sentence)
            if said:
                least, most = length(said[1]), length(said[2] or said[1])
                self.faults.near("card: least radius", least, self.piece["rolled"]["least"], 0.0051)
                self.faults.near("card: greatest radius", most, self.piece["rolled"]["most"], 0.0051)
        for sentence in self.piece["notes"] + ["WARNING: " + w for w in self.piece["warnings"]]:
            sentence = re.sub(r"\s+", " ", sentence)
            if sentence not in self.card.words:
                self.faults.append(f"card: does not say: {sentence}")
            self.card.words = self.card.words.replace(sentence, "|", 1)
        # What rolls leave is worked out from the job, which the document repeats.
        self.card.take(rf"The rolls leave {L} flat at either edge[^|]*?(?:after rolling|covers it)\.")
        self.card.take(rf"The longest element of {L} is wider than the rolls, {L}: part the sheet\.")
        self.card.take(rf"The (?:base|top) is rolled to {L} inside radius, square to the wall; the rolls reach {L}: press or hammer that end\.")

    def inches(self):
        return {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8}[self.unit]

    @property
    def unit(self):
        return self.piece["unit"]

    def bare(self, cell):
        return length(f"{cell:g} {self.unit}" if isinstance(cell, float) else f"{cell} {self.unit}")

    def plan(self, e, said):
        self.faults.near(f"card: plan angle of element {e['number']}", said, e["plan_angle"], max(5e-4 * abs(e["plan_angle"]), 1e-3))


def anticlockwise(loop):
    """The arcs of a loop that way round, those about one centre put together."""
    arcs = [arc for arc in loop.arcs if arc.length > 0]
    if loop.area() < 0:
        arcs = [Arc(arc.b, arc.a, -arc.bulge) for arc in reversed(arcs)]
    made = []
    for arc in arcs:
        last = made[-1] if made else None
        if last and alike(last, arc):
            made[-1] = joined(last, arc)
        else:
            made.append(arc)
    if len(made) > 1 and alike(made[-1], made[0]):
        made[0] = joined(made.pop(), made[0])
    return made if len(made) > 1 else arcs  # a disc is marked by places along its rim


def alike(a, b):
    if math.inf in (a.radius, b.radius) or a.turn * b.turn < 0 or abs(a.radius - b.radius) > 1e-6 * a.radius:
        return False
    return math.dist(centre_of(a), centre_of(b)) < 1e-6 * a.radius


def joined(a, b):
    whole = Arc(a.a, b.b)
    whole.turn, whole.radius, whole.length = a.turn + b.turn, a.radius, a.length + b.length
    whole.heading = lambda share: a.heading(0) + share * whole.turn
    return whole


def off_line(p, a, b):
    d = (b[0] - a[0], b[1] - a[1])
    whole = d[0] ** 2 + d[1] ** 2
    share = 0.0 if whole == 0 else min(1.0, max(0.0, ((p[0] - a[0]) * d[0] + (p[1] - a[1]) * d[1]) / whole))
    return math.dist(p, (a[0] + share * d[0], a[1] + share * d[1]))


def check_card(faults, drawing, text, piece, part, joints=()):
    CardReader(faults, drawing, text, piece, part, joints).read()
