"""Folds a flat up from its outline and its bend schedule alone: whether joints close, walls lean and legs stand as said."""
import math


def sub(a, b): return tuple(x - y for x, y in zip(a, b))
def add(a, b): return tuple(x + y for x, y in zip(a, b))
def mul(k, a): return tuple(k * x for x in a)
def dot(a, b): return sum(x * y for x, y in zip(a, b))
def cross(a, b): return (a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0])
def flat_cross(a, b): return a[0] * b[1] - a[1] * b[0]


def inside(polygon, p):
    turns = 0.0
    for a, b in zip(polygon, polygon[1:] + polygon[:1]):
        u, v = sub(a, p), sub(b, p)
        turns += math.atan2(flat_cross(u, v), u[0] * v[0] + u[1] * v[1])
    return abs(turns) > math.pi


def with_corner(polygon, p, near):
    """The polygon with p among its corners, and its place there; nothing where p does not lie on it."""
    best = None
    for i, (a, b) in enumerate(zip(polygon, polygon[1:] + polygon[:1])):
        d = sub(b, a)
        share = min(1.0, max(0.0, dot(sub(p, a), d) / max(dot(d, d), 1e-300)))
        off = math.dist(p, add(a, mul(share, d)))
        if best is None or off < best[0]:
            best = off, i, share
    if best[0] > near:
        return None
    _, i, share = best
    for k in (i, (i + 1) % len(polygon)):
        if math.dist(polygon[k], p) <= near:
            return polygon, k
    return polygon[:i + 1] + [p] + polygon[i + 1:], i + 1


class Bend:
    def __init__(self, row, thickness):
        self.tag = row["tag"]
        self.a, self.b = (row["from across"], row["from up"]), (row["to across"], row["to up"])
        length = math.dist(self.a, self.b)
        self.way = mul(1 / length, sub(self.b, self.a))
        slope = (row.get("at other end", row["distance"]) - row["distance"]) / length
        # Tangent lines are told along the datum's normal: half the allowance times the cosine on either side.
        cosine = math.sqrt(max(1e-12, 1 - slope * slope))
        self.allowance = (row["tangent 2"] - row["tangent 1"]) / cosine
        self.rounding = row["step"] / cosine
        self.turn = math.radians(row["turned"]) * (1 if row["bend"] == "up" else -1)
        self.radius = row["radius"]
        self.thickness = thickness

    def beyond(self, left):
        """The move of the metal beyond the bend; left: whether that lies left of its line."""
        across = (-self.way[1], self.way[0]) if left else (self.way[1], -self.way[0])
        axis = self.way if left else mul(-1, self.way)
        half = self.allowance / 2
        height = self.radius if self.turn > 0 else -self.thickness - self.radius
        at = (self.a[0] - half * across[0], self.a[1] - half * across[1], height)
        # Up over the line: about the axis that has the metal beyond on its left.
        e = (axis[0], axis[1], 0.0)
        c, s = math.cos(self.turn), math.sin(self.turn)
        def move(p):
            d = sub((p[0] - self.allowance * across[0], p[1] - self.allowance * across[1], p[2]), at)
            return add(at, add(mul(c, d), add(mul(s, cross(e, d)), mul((1 - c) * dot(e, d), e))))
        return move


def folded_up(outline, rows, thickness, near):
    """Plates as polygons of the flat with the moves that bring their points into space; nothing where lines end off it."""
    loop = [arc.at(i / n) for arc in outline.arcs for n in [max(1, int(abs(arc.turn) / 0.05))] for i in range(n)]
    plates = [loop]
    links = []  # bend, plates left and right of it
    for row in rows:
        bend = Bend(row, thickness)
        middle = mul(0.5, add(bend.a, bend.b))
        k = next((i for i, plate in enumerate(plates) if inside(plate, middle)), None)
        if k is None:
            return None
        cut = with_corner(plates[k], bend.a, near)
        cut = cut and with_corner(cut[0], bend.b, near)
        if not cut:
            return None
        polygon = cut[0]
        i = with_corner(polygon, bend.a, near)[1]
        j = cut[1]
        i, j = min(i, j), max(i, j)
        one, other = polygon[i:j + 1], polygon[j:] + polygon[:i + 1]
        if len(one) < 3 or len(other) < 3:
            return None
        plates[k] = one
        plates.append(other)
        links.append(bend)
    pairs = []
    for bend in links:
        normal = (-bend.way[1], bend.way[0])
        middle = mul(0.5, add(bend.a, bend.b))
        step = max(1e-3, 4 * near)
        sides = [next((i for i, plate in enumerate(plates) if inside(plate, add(middle, mul(sign * step, normal)))), None) for sign in (1, -1)]
        if None in sides or sides[0] == sides[1]:
            return None
        pairs.append((bend, sides[0], sides[1]))
    moves = {0: lambda p: p}
    while len(moves) < len(plates):
        known = len(moves)
        for bend, left, right in pairs:
            for here, there, goes_left in ((right, left, True), (left, right, False)):
                if here in moves and there not in moves:
                    moves[there] = (lambda before, move: lambda p: before(move(p)))(moves[here], bend.beyond(goes_left))
        if len(moves) == known:
            return None
    return plates, moves


def check_folding(faults, drawing, rows, piece, thickness):
    """Joints of a folded body close to their clearance and stand at their angle; walls lean as they are said to."""
    folding = piece.get("folding")
    rows = [r for r in rows if "along the rims" not in r["datum edge"]]
    if not folding or not rows or any(r.get("flat before") not in (None, "-", "") for r in rows):
        return False
    step = rows[0]["step"]
    made = folded_up(drawing.outline(), rows, thickness, 4 * step + 2e-3 + 2 * piece["fit_error"])
    if made is None:
        return False
    plates, moves = made
    size = max(drawing.outline().box()[2:])
    near = sum(math.radians(0.0006) * size + 2 * Bend(row, thickness).rounding for row in rows)
    def plate_of(corners):
        middle = mul(1 / len(corners), tuple(sum(c[i] for c in corners) for i in (0, 1)))
        return next((i for i, plate in enumerate(plates) if inside(plate, middle)), None)
    named = {p["name"]: plate_of(p["corners"]) for p in folding["faces"]}
    normal = {}
    for name, k in named.items():
        if k is not None:
            o, up = moves[k]((0.0, 0.0, 0.0)), moves[k]((0.0, 0.0, 1.0))
            normal[name] = sub(up, o)
    halves = {}
    for joint in folding["joints"]:
        halves.setdefault(joint["name"], []).append(joint)
    for name, pair in halves.items():
        if len(pair) != 2 or any(named.get(j["face"]) is None for j in pair):
            continue
        angle = math.degrees(math.acos(max(-1.0, min(1.0, dot(normal[pair[0]["face"]], normal[pair[1]["face"]])))))
        faults.near(f"folded: angle at {name}", angle, abs(pair[0]["angle"]), 0.0012 * len(rows) + 1e-3)
        if pair[0]["lapped"] or pair[0]["open"]:
            continue
        apart = []
        for low in (0.0, -thickness):
            for high in (0.0, -thickness):
                ends = [[moves[named[j["face"]]]((*j[e], z)) for e in ("from", "to")] for j, z in zip(pair, (low, high))]
                # Edges that meet may be cut back by different lengths: how far one lies from the other's line.
                way = sub(ends[1][1], ends[1][0])
                way = mul(1 / math.sqrt(dot(way, way)), way)
                off = [cross(sub(p, ends[1][0]), way) for p in ends[0]]
                apart.append([math.sqrt(dot(o, o)) for o in off])
        apart = [max(both) for both in sorted(apart, key=max)]
        faults.near(f"folded: clearance at {name}", min(apart), pair[0]["clearance"], near)
    check_leans(faults, folding, normal, len(rows))
    return True


def check_leans(faults, folding, normal, rows):
    """Some axis stands to all walls as they are said to lean from upright."""
    walls = [(normal[w["name"]], math.sin(math.radians(w["lean"]))) for w in folding["walls"] if w["name"] in normal]
    if len(walls) < 3:
        return
    best = None
    for sign in (1, -1):  # the face that is up looks outwards or inwards
        m = [[sum(n[i] * n[j] for n, _ in walls) for j in range(3)] for i in range(3)]
        r = [sum(n[i] * sign * s for n, s in walls) for i in range(3)]
        det = lambda a: dot(a[0], cross(a[1], a[2]))
        whole = det(m)
        if abs(whole) < 1e-6:
            return
        axis = []
        for k in range(3):
            axis.append(det([[r[i] if j == k else m[i][j] for j in range(3)] for i in range(3)]) / whole)
        off = max([abs(math.hypot(*axis) - 1)] + [abs(dot(n, axis) - sign * s) for n, s in walls])
        best = off if best is None else min(best, off)
    faults.near("folded: walls lean: off by", best, 0, 1e-3 + 5e-5 * rows)
