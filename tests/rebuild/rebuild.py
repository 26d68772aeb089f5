"""Rebuilds blanks from what a shop gets and compares them with the result document.

    rebuild.py PROGRAM FOLDER [--count N] [--seed S] [--jobs JOB.toml ...]

Jobs given are developed as they are; besides, N parts drawn at random from all shapes and options. From the DXF alone:
area, lengths, extents. From the bend schedule: each line where it is said to lie, at the distance from the edge that is
said, and folded by the angles said, whether the seam closes to its gap. From the list of openings: each cut of that
form at that place. From the bench card: corners and points within its rounding. Folded bodies are folded up from outline and
schedule: their joints close, their walls lean as said.
"""
import argparse
import json
import math
import os
import random
import re
import subprocess
import sys

from card import centre_of, check_card
from document import check_document
from folding import check_folding
from paper import Drawing, edges_by_one_name, table


class Faults(list):
    folded = 0  # blanks that were folded up

    def near(self, what, found, said, within):
        if not abs(found - said) <= within:
            self.append(f"{what}: measured {found:.6f}, said {said:.6f}, within {within:.2g}")


def check_outline(faults, drawing, blank):
    fit = 1e-9 * max(blank["as_laid"]["width"], blank["as_laid"]["height"], 1)
    faults.near("area", drawing.area(), blank["area"], 1e-9 * blank["area"] + fit)
    faults.near("outline length", drawing.outline().length(), blank["outline_length"], 1e-9 * blank["outline_length"])
    faults.near("cut length", drawing.cut_length(), blank["cut_length"], 1e-9 * blank["cut_length"])
    low_x, low_y, high_x, high_y = drawing.outline().box()
    faults.near("left of the box", low_x, 0, 1e-6)
    faults.near("foot of the box", low_y, 0, 1e-6)
    faults.near("width of the box", high_x - low_x, blank["as_laid"]["width"], 1e-6)
    faults.near("height of the box", high_y - low_y, blank["as_laid"]["height"], 1e-6)
    if len(set(drawing.handles)) != len(drawing.handles):
        faults.append("handles stand twice")


def check_marks(faults, drawing, fit):
    outline = drawing.outline()
    for what, lines in (("a mark", drawing.marks), ("a bend line", drawing.bends)):
        for line in lines:
            for p in line:
                if not outline.has(p, fit + 1e-5):
                    faults.append(f"{what} ends off the blank at {p[0]:.3f}, {p[1]:.3f}, {outline.off(p):.6f} from it")
                    return


def corners_at(outline, corners, run, distance, within):
    """The corners that lie so far along the outline from a place, either way round."""
    whole = outline.length()
    return [place for at, place in corners
            if min(abs(abs(at - run) - distance), abs(whole - abs(at - run) - distance)) <= within]


def on_seam(outline, a, b):
    """Whether two corners are joined by a straight stretch of the outline."""
    return all(outline.off(((1 - s) * a[0] + s * b[0], (1 - s) * a[1] + s * b[1])) < 1e-6 for s in (0.25, 0.5, 0.75))


def check_bends(faults, drawing, rows, piece):
    outline = drawing.outline()
    corners = outline.corners()
    fit = piece["fit_error"]
    for row in rows:
        step = row["step"]
        ends = (row["from across"], row["from up"]), (row["to across"], row["to up"])
        found = min(drawing.bends, key=lambda line: math.dist(line[0], ends[0]) + math.dist(line[1], ends[1]), default=None)
        if found is None:
            faults.append(f"bend {row['tag']} is not drawn")
            continue
        name = f"bend {row['tag']}"
        faults.near(f"{name} begins", math.dist(found[0], ends[0]), 0, step)
        faults.near(f"{name} ends", math.dist(found[1], ends[1]), 0, step)
        curve = next((c for c in drawing.curves if math.dist(c[0].a, found[0]) + math.dist(c[-1].b, found[1]) < 1e-9), None)
        if curve is not None:  # along a curve, as far from the free edge everywhere
            faults.near(f"{name} is long", sum(arc.length for arc in curve), row["length"], step)
            for arc in curve:
                faults.near(f"{name} from the free edge", outline.off(arc.at(0.5)), row["distance"], step / 2 + 1e-6)
            continue
        faults.near(f"{name} is long", math.dist(*found), row["length"], step)
        said = row["distance"], row.get("at other end", row["distance"])
        if "along the rims" in row["datum edge"]:
            places = []
            for end, distance in zip(found, said):
                # Beside a lap or stock a point lies within the metal.
                at_point = piece["cone_point"] and sum(math.dist(end, e) < 1e-6 for line in drawing.bends for e in line) > 1
                if outline.off(end) > fit + 1e-6 and not at_point:
                    faults.append(f"{name} does not end on the outline")
                if distance != 0:  # below it: back round the corner, along the seam's edge
                    places.append(corners_at(outline, corners, outline.run(end), abs(distance), step / 2 + fit + 1e-6))
            if not all(places):
                faults.append(f"{name}: no corner of the outline lies {said} along it")
            elif len(places) == 2 and not any(on_seam(outline, p, q) for p in places[0] for q in places[1]):
                faults.append(f"{name}: the corners it is measured from are not those of one seam edge")
        elif row["datum edge"].startswith("left edge"):
            low = outline.box()[0]
            for end, distance in zip(found, said):
                faults.near(f"{name} from the left", end[0] - low, distance, step / 2 + 1e-6)
        else:
            off = []
            for arc in outline.arcs:
                run = arc.length
                if arc.radius != math.inf or run == 0:
                    continue
                way = ((arc.b[0] - arc.a[0]) / run, (arc.b[1] - arc.a[1]) / run)
                away = [abs(way[0] * (p[1] - arc.a[1]) - way[1] * (p[0] - arc.a[0])) for p in found]
                off.append(max(abs(away[0] - said[0]), abs(away[1] - said[1])))
            if min(off) > step / 2 + 1e-6:
                faults.append(f"{name}: no straight edge lies {said[0]:.4f} from it; {min(off):.4f} off")


def check_flats(faults, rows, piece):
    """The flat before each hit, from the line before it or the datum edge, along the longer rim."""
    rims = [r for r in rows if "along the rims" in r["datum edge"]]
    if rims:
        length_of = {e["name"]: e["length"] for e in piece["edges"] if e["name"] in ("base", "top")}
        lengths = list(length_of.values())
        longer = "distance" if "at other end" not in rims[-1] or length_of.get("base", 0) >= length_of.get("top", 0) else "at other end"
        before = 0.0
        for row in rims:
            at = min(max(row[longer], 0.0), max(lengths))
            if row.get("flat before") not in (None, "-", ""):
                faults.near(f"flat before {row['tag']}", at - before, row["flat before"], 1.5 * row["step"])
            before = at
        return
    before = None
    for row in rows:
        if row.get("flat before") not in (None, "-", ""):
            start = before["distance"] if before and before["datum edge"] == row["datum edge"] else 0.0
            faults.near(f"flat before {row['tag']}", row["distance"] - start, row["flat before"], 1.5 * row["step"])
        before = row


FINEST = 0.0031  # mm: what a list leaves off, in any unit


def check_rows(faults, rows, piece):
    """What no drawing says of a bend, against the document; its tangent lines about the line."""
    bends = {b["tag"]: b for b in piece["bends"]}
    for row in rows:
        bend = bends.get(row["tag"])
        if bend is None or bend["direction"] != row["bend"]:
            faults.append(f"bend {row['tag']} goes {row['bend']}, the document says otherwise")
            continue
        if row["step"] > FINEST:
            faults.append(f"bend {row['tag']} is rounded to {row['step']:.4f} mm")
        if row["tangent 1"] != "" and bend["length"] > 0:
            faults.near(f"tangent lines of bend {row['tag']}", (row["tangent 1"] + row["tangent 2"]) / 2, row["distance"], 1.5 * row["step"])
            if row["tangent 1"] > row["tangent 2"] + row["step"]:
                faults.append(f"tangent lines of bend {row['tag']} are exchanged")
        faults.near(f"legs of bend {row['tag']}", 180 - row["turned"], row["legs"], 0.0011)
        faults.near(f"radius of bend {row['tag']}", bend["radius"], row["radius"], row["step"])


def slender(loop):
    """The direction of the longer axis of a hole, degrees; nothing where none is longer."""
    points = [arc.at((i + 0.5) / 24) for arc in loop.arcs for i in range(24)]
    weights = [arc.length / 24 for arc in loop.arcs for i in range(24)]
    whole = sum(weights)
    cx, cy = (sum(w * p[i] for w, p in zip(weights, points)) / whole for i in (0, 1))
    xx, yy, xy = (sum(w * f(p[0] - cx, p[1] - cy) for w, p in zip(weights, points)) / whole
                  for f in (lambda x, y: x * x, lambda x, y: y * y, lambda x, y: x * y))
    if math.hypot(xx - yy, 2 * xy) < 0.05 * (xx + yy):
        return None
    return math.degrees(0.5 * math.atan2(2 * xy, xx - yy))


def folded(points, lines):
    """Points beyond all lines turned about them, the last line first. A line is (at, along, turn): the metal goes on to
    the left of `along`, and comes up where the turn is positive."""
    for at, along, turn in reversed(lines):
        made = []
        for p in points:
            d = [p[i] - at[i] for i in range(3)]
            dot = sum(d[i] * along[i] for i in range(3))
            cross = (along[1] * d[2] - along[2] * d[1], along[2] * d[0] - along[0] * d[2], along[0] * d[1] - along[1] * d[0])
            c, s = math.cos(turn), math.sin(turn)
            made.append(tuple(at[i] + c * d[i] + s * cross[i] + (1 - c) * dot * along[i] for i in range(3)))
        points = made
    return points


def check_closing(faults, drawing, rows, piece):
    """The seam's corners of a pressed wall in one piece, its flat folded as the schedule says, stand the gap apart."""
    rims = [r for r in rows if "along the rims" in r["datum edge"]]
    if piece["sizes"] is not None:
        for layer in ("inside", "middle", "outside", "neutral"):
            for end in ("base", "top"):
                rim = piece["sizes"][layer][end]
                if rim["radius"]:
                    faults.near(f"girth of the {end} on the {layer}", 2 * math.pi * rim["radius"], rim["girth"], 1e-9 * rim["girth"])
    # A closed wall turns towards its inside on the whole: folded the other way it would close inside out.
    whole = sum(r["turned"] * (1 if r["bend"] == "up" else -1) for r in rims)
    if piece["gap"] is not None and piece["pressed"] is not None and rims and (whole > 0) != (piece["face_up"] == "inside"):
        faults.append(f"bends turn {whole:.3f} degrees up with the {piece['face_up']} up")
    if len(rims) < 3 or piece["pieces"] != 1 or piece["gap"] is None or piece["pressed"] is None:
        return
    outline = drawing.outline()
    corners = outline.corners()
    first, last = rims[0], rims[-1]
    tolerance = first["step"] / 2 + piece["fit_error"] + 1e-6
    places = [corners_at(outline, corners, outline.run((first[f"{e} across"], first[f"{e} up"])), abs(first[k]), tolerance)
              for e, k in (("from", "distance"), ("to", "at other end" if "at other end" in first else "distance"))]
    start = next(((p, q) for p in places[0] for q in places[1] if p != q and on_seam(outline, p, q)), None)
    if start is None:
        return  # said already, or a point
    # The other seam edge: the straight stretch beyond the last line.
    side = lambda line, p: ((line["to across"] - line["from across"]) * (p[1] - line["from up"])
                            - (line["to up"] - line["from up"]) * (p[0] - line["from across"])) / line["length"]
    leftwards = side(first, start[0]) < 0
    # One end of it, for the last line may run out over the seam; a point that all lines run to lies on both edges.
    on_start = lambda p: min(math.dist(p, s) for s in start) <= 1e-3
    beyond = lambda p: (side(last, p) > 0) == leftwards and not on_start(p) or abs(side(last, p)) < last["step"]
    ends = [p for _, p in corners if beyond(p) or not on_start(p)]
    pairs = [(p, q) for p in ends for q in ends if p != q and (beyond(p) or beyond(q))
             and not (on_start(p) and on_start(q)) and on_seam(outline, p, q)]
    own = [e["length"] for e in piece["edges"] if e["name"] == "seam_end"]
    pairs = [pair for pair in pairs if any(abs(math.dist(*pair) - one) < 1e-5 for one in own)] or pairs
    if not pairs:
        faults.append("no straight edge lies beyond the last bend line")
        return
    long = math.dist(*start)
    towards = lambda p, e: math.dist(p, (last[f"{e} across"], last[f"{e} up"]))
    ends = min(pairs, key=lambda pq: 0.1 * abs(math.dist(*pq) - long) + towards(pq[0], "from") + towards(pq[1], "to"))
    lines = []
    for row in rims:
        a, b = (row["from across"], row["from up"]), (row["to across"], row["to up"])
        whole = math.dist(a, b)
        along = ((b[0] - a[0]) / whole, (b[1] - a[1]) / whole, 0.0)
        if not leftwards:
            along = tuple(-x for x in along)
        lines.append(((a[0], a[1], 0.0), along, math.radians(row["turned"]) * (1 if row["bend"] == "up" else -1)))
    there = folded([(p[0], p[1], 0.0) for p in ends], lines)
    size = max(outline.box()[2:])
    rounding = len(rims) * (math.radians(0.0005) * size + 2 * first["step"]) + 2 * piece["fit_error"]
    seam = piece["seam_in_plan"]
    for name, p, q in (("base", there[0], start[0]), ("top", there[1], start[1])):
        gap = piece["gap"][name]["neutral"]
        lap = seam["lap"] or 0.0
        said = gap if lap == 0 and seam["stock"] == 0 else lap + 2 * seam["stock"]
        if len(start) == 2 and min(math.dist(p, (*start[0], 0)), 1) >= 0 and piece["cone_point"] == name:
            continue
        # The edges run side by side: square to them, wherever the rims cut them off.
        way = [(start[1][i] - start[0][i]) / long for i in range(2)] + [0.0]
        d = [p[0] - q[0], p[1] - q[1], p[2]]
        run = sum(a * b for a, b in zip(d, way))
        apart = math.sqrt(max(0.0, sum(a * a for a in d) - run * run))
        faults.near(f"folded, the seam is open at the {name} by", apart, said, rounding)


FORM = re.compile(r"([\d.]+) x ([\d.]+) (mm|in|ft|m|cm)")


def form_area(text):
    """The area of a form said in words, and whether these say it all."""
    size = {"mm": 1.0, "cm": 10.0, "m": 1000.0, "in": 25.4, "ft": 304.8}
    if found := re.fullmatch(r"circle ([\d.]+) (\w+)", text):
        d = float(found[1]) * size[found[2]]
        return math.pi * d * d / 4
    if text.startswith("obround"):
        w, l, unit = FORM.search(text).groups()
        low, high = sorted((float(w) * size[unit], float(l) * size[unit]))
        return (high - low) * low + math.pi * low * low / 4
    if text.startswith("rectangle"):
        w, l, unit = FORM.search(text).groups()
        r = re.search(r"corners ([\d.]+) (\w+)", text)
        r = float(r[1]) * size[r[2]] if r else 0.0
        return float(w) * float(l) * size[unit] ** 2 - (4 - math.pi) * r * r
    return None


def check_notch(faults, outline, row, at, step):
    """What runs over the edge is a part of the outline: some of it lies on the form, and nothing of the metal within."""
    name = row["opening"]
    if row["diameter"] == "":
        across, up = row["box across"] / 2, row["box up"] / 2
        within = lambda p: abs(p[0] - at[0]) <= across + step and abs(p[1] - at[1]) <= up + step
        if not any(within(arc.at(k / 8)) for arc in outline.arcs for k in range(9)):
            faults.append(f"{name} takes nothing off the outline")
        return
    radius = row["diameter"] / 2
    on_form = [a for a in outline.arcs if a.radius < 1e5 and abs(a.radius - radius) <= step and math.dist(centre_of(a), at) <= 2 * step]
    if not on_form:
        faults.append(f"{name} takes nothing off the outline")
    if any(math.dist(a.at(k / 8), at) < radius - 2 * step for a in outline.arcs for k in range(9)):
        faults.append(f"{name} has metal within")


def check_openings(faults, drawing, rows):
    circles, loops = list(drawing.circles), drawing.holes()
    for row in rows:
        at, step, name = (row["across"], row["up"]), row["step"], row["opening"]
        if row["wall"] == "over the edge":
            check_notch(faults, drawing.outline(), row, at, step)
            continue
        if row["diameter"] != "":
            found = min(circles, key=lambda c: math.dist(c[0], at), default=None)
            if found is None:
                faults.append(f"{name} is not cut")
                continue
            faults.near(f"{name} lies", math.dist(found[0], at), 0, step)
            faults.near(f"{name} is wide", found[1], row["diameter"], step)
            circles.remove(found)
            continue
        if not loops:
            faults.append(f"{name} is not cut")
            continue
        def off(loop):
            box = loop.box()
            # Parts of a letter may lie off its place: they are known by their size.
            return 100 * (abs(box[2] - box[0] - row["box across"]) + abs(box[3] - box[1] - row["box up"])) + max(
                0, box[0] - at[0], at[0] - box[2], box[1] - at[1], at[1] - box[3])
        found = min(loops, key=off)
        box = found.box()
        faults.near(f"{name} is across", box[2] - box[0], row["box across"], step)
        faults.near(f"{name} is up", box[3] - box[1], row["box up"], step)
        axis = slender(found)
        if axis is not None and row["turned"] != "" and row["wall"] == "" and row["form"].startswith(("obround", "rectangle")):
            along, across = (float(x) for x in re.search(r"([\d.]+) x ([\d.]+)", row["form"]).groups())
            turned = abs(math.remainder(axis - row["turned"] - (90 if across > along else 0), 180))
            faults.near(f"{name} is turned: off by", turned, 0, 0.2)
        if step > FINEST:
            faults.append(f"{name} is rounded to {step:.4f} mm")
        area = form_area(row["form"])
        if area is not None and row["wall"] == "":
            faults.near(f"{name} has an area of", abs(found.area()), area, 1e-5 * area + 10 * step)
            centre = ((box[0] + box[2]) / 2, (box[1] + box[3]) / 2)
            faults.near(f"{name} lies", math.dist(centre, at), 0, 2 * step)
        loops.remove(found)
    if circles or loops:
        faults.append(f"{len(circles) + len(loops)} openings are cut that no list names")


def check_places(faults, rows, piece, part):
    """Openings against the document; on right walls that nothing trims their place on the part from that on the flat."""
    openings = [o for o in piece["openings"]]
    for row, o in zip(rows, openings):
        name, step = row["opening"], row["step"]
        faults.near(f"{name} in the document", math.dist((row["across"], row["up"]), o["centre"]), 0, step)
        if row["diameter"] != "":
            for side in ("box across", "box up"):
                if row[side] != "":
                    faults.near(f"{side} of {name}", row[side], row["diameter"], step)
        if o["kind"] == "hole":
            continue
        if o["name"] != name:
            faults.append(f"{name} is {o['name']} in the document")
        faults.near(f"turn of {name}", math.remainder(row["turned"] - o["turned"], 360), 0, 0.00006)
        for head, key, within in (("plan angle", "plan_angle", 0.00006), ("height on the part", "height", step)):
            if row.get(head, "") not in ("", "-") and o[key] is not None:
                faults.near(f"{head} of {name}", row[head], o[key], within)
        if o["plan_angle"] is not None and part["shape"] in ("cone", "cylinder") and part.get("shift", [0, 0]) == [0, 0] and not part.get("trims"):
            plan, height = place_on_wall(o["centre"], piece, part)
            turn = math.remainder(plan - o["plan_angle"], 360)
            faults.near(f"{name} on the flat, its plan angle off by", turn, 0, 1e-5)
            if height is not None:
                faults.near(f"{name} on the flat, its height", height, o["height"], 1e-5)


def place_on_wall(at, piece, part):
    """Plan angle and height of a point of the flat: between elements, and along the ruling from the base's edge."""
    elements = piece["elements"]
    cone = next((e["arc"] for e in piece["edges"] if e["name"] in ("base", "top") and e["arc"]), None)
    if cone:
        angle = lambda p: math.atan2(p[1] - cone["centre"][1], p[0] - cone["centre"][0])
    else:  # rulings side by side: across them
        a, b = elements[0], elements[-1]
        whole = math.dist(a["base"], b["base"])
        angle = lambda p: ((p[0] - a["base"][0]) * (b["base"][0] - a["base"][0]) + (p[1] - a["base"][1]) * (b["base"][1] - a["base"][1])) / whole
    middle = elements[len(elements) // 2]
    side = "base" if math.dist(middle["base"], cone["centre"] if cone else (math.inf, 0)) > 1e-6 else "top"
    of = lambda e: angle(e[side])
    turned = lambda x, y: math.remainder(x - y, 2 * math.pi) if cone else x - y
    # From the middle, so that no angle wraps; elements stand at even plan angles.
    near = min((e for e in elements), key=lambda e: abs(turned(angle(at), of(e))))
    other = elements[near["number"] - 1] if near["number"] > 0 else elements[1]
    step = math.remainder(other["plan_angle"] - near["plan_angle"], 360)
    plan = near["plan_angle"] + step * turned(angle(at), of(near)) / turned(of(other), of(near))
    if any(part.get(key) for key in ("flanges",)) or piece.get("cone") is None and cone:
        return plan, None
    if any("flange" in note for note in piece["notes"]) or piece["sizes"]["neutral"]["base"]["radius"] == 0:
        return plan, None
    # How far up from the base's edge, and where that edge stands: square to the sheet off the size face's circle.
    if cone:
        up = abs(math.dist(at, cone["centre"]) - math.dist(middle["base"], cone["centre"]))
    else:
        way = (middle["top"][0] - middle["base"][0], middle["top"][1] - middle["base"][1])
        up = ((at[0] - middle["base"][0]) * way[0] + (at[1] - middle["base"][1]) * way[1]) / math.hypot(*way)
    sizes = piece["sizes"]
    half = math.radians(piece.get("cone")["half_angle"]) if piece.get("cone") else 0.0
    lean = half if sizes["neutral"]["base"]["radius"] >= sizes["neutral"]["top"]["radius"] else -half
    base = part.get("base") if isinstance(part.get("base"), dict) else {}
    if base.get("contact", "size_face") != "size_face" or "radius" not in base:
        return plan, None
    edge = (sizes["neutral"]["base"]["radius"] - base["radius"]) * math.tan(lean)
    return plan, edge + up * math.cos(lean)


def check_facets(faults, rows, piece, part):
    """The facet error of a round wall's hits: what a chord of the wider end leaves over its turn."""
    bends = {b["tag"]: b for b in piece["bends"]}
    flats = sorted(b["facet_width"] for b in bends.values() if b["facet_width"])
    usual = flats[len(flats) // 2] if flats else 0.0  # the first has half of one, or stock
    for row in rows:
        said, bend = row.get("facet error", ""), bends.get(row["tag"])
        if said in ("", "-") or bend is None:
            continue
        faults.near(f"facet error of {row['tag']}", said, bend["facet_error"], row["step"])
        if part["shape"] == "cylinder" and not part.get("trims") and bend["facet_width"] and abs(bend["facet_width"] - usual) < 1e-6:
            x = math.radians(bend["turned"]) / 2
            faults.near(f"facet error of {row['tag']} by its turn", bend["facet_width"] / (2 * x) - bend["facet_width"] / (2 * math.tan(x)), bend["facet_error"], 1e-6)


def arcs_of_rims(drawing):
    """The arcs of an outline that lie about one centre, put together: radius, turn, ends."""
    runs = []
    for arc in drawing.outline().arcs:
        if runs and arc.radius != math.inf and abs(runs[-1][0] - arc.radius) < 1e-6 * arc.radius and arc.turn * runs[-1][1] > 0:
            runs[-1][1] += arc.turn
            runs[-1][3] = arc.b
        else:
            runs.append([arc.radius, arc.turn, arc.a, arc.b])
    if len(runs) > 1 and runs[0][0] != math.inf and abs(runs[0][0] - runs[-1][0]) < 1e-6 * runs[0][0] and runs[0][1] * runs[-1][1] > 0:
        runs[0][1] += runs[-1][1]
        runs[0][2] = runs.pop()[2]
    return [run for run in runs if run[0] != math.inf]


def check_measures(faults, drawing, piece, part):
    """What is said of the blank against the drawing, number by number."""
    said_of = {fact["key"]: [a["value"] for a in fact["amounts"]] for fact in piece["measures"]["blank"]}
    low_x, low_y, high_x, high_y = drawing.outline().box()
    near = lambda value: 1e-6 + 1e-9 * abs(value)
    def compare(key, *found):
        if key in said_of:
            for value, stated in zip(found, said_of[key]):
                faults.near("said: " + key, value, stated, near(stated))
    compare("blank_as_laid", high_x - low_x, high_y - low_y)
    if "area" in said_of:
        faults.near("said: area", drawing.area(), said_of["area"][0], 1e-9 * drawing.area() + 1e-4)
    compare("outline", drawing.outline().length())
    compare("outline_and_openings", drawing.cut_length())
    if "smallest_rectangle" in said_of:
        width, height = said_of["smallest_rectangle"]
        if width * height > (high_x - low_x) * (high_y - low_y) * (1 + 1e-9):
            faults.append("said: the smallest rectangle is larger than the box")
    # The document says a number twice: by its own key, and as what is measured.
    names = [e["name"] for e in piece["edges"]]
    for e in piece["edges"]:
        stated = said_of.get(f"edge_{e['name']}_as_cut")
        if stated and names.count(e["name"]) == 1:
            faults.near(f"document: edge {e['name']}", e["length"], stated[0], 1e-9 * e["length"])
    for bend in piece["bends"]:
        stated = said_of.get(f"bend_{bend['tag']}")
        if stated and not bend["hit"]:
            faults.near(f"document: bend {bend['tag']}", bend["distance"][0], stated[0], near(stated[0]))
    sheet = part["sheet"]
    if "mass" in said_of and sheet["density"] and part["shape"] != "tube":
        kg = drawing.area() * sheet["thickness"] * sheet["density"] * 1e-9
        faults.near("said: mass", kg, said_of["mass"][0], 1e-9 * kg + 1e-9)
    runs = arcs_of_rims(drawing)
    for end in ("base", "top"):
        radius = said_of.get(f"swing_radius_{end}")
        if not radius or not piece["fit_error"] == 0:
            continue
        run = min(runs, key=lambda r: abs(r[0] - radius[0]), default=None)
        if not run:
            faults.append(f"said: a swing radius of the {end}, and no arc is cut")
            continue
        faults.near(f"said: swing radius {end}", run[0], radius[0], 1e-6 * radius[0])
        # What openings take of an edge is said beside it.
        if not piece["notches"] and not any(abs(abs(other[1]) - abs(run[1])) > 1e-9 and abs(other[0] - run[0]) < 1e-3 for other in runs):
            if sector := said_of.get(f"sector_{end}_as_cut"):
                faults.near(f"said: sector {end}", math.degrees(abs(run[1])), sector[0], 1e-5)
            if chord := said_of.get(f"chord_{end}"):
                faults.near(f"said: chord {end}", math.dist(run[2], run[3]), chord[0], 1e-4)
            if edge := said_of.get(f"edge_{end}_as_cut"):
                faults.near(f"said: edge {end}", run[0] * abs(run[1]), edge[0], 1e-4)
    check_girths(faults, piece, part, said_of)


def check_girths(faults, piece, part, said_of):
    """Faces of right cones and cylinders, from the sizes that were given."""
    if part["shape"] not in ("cone", "cylinder") or part["trims"] or part["shift"] != [0, 0] or "base_inside_as_cut" not in said_of:
        return
    t, k = part["sheet"]["thickness"], part["sheet"]["neutral"]
    lean = math.radians(part["half_angle"]) * (1 if part["wider"] != "top" else -1)
    for end in ("base", "top"):
        values = {face: said_of.get(f"{end}_{face}_as_cut") for face in ("inside", "middle", "outside")}
        if not all(v and len(v) == 2 for v in values.values()):
            continue
        for face, layer in (("middle", t / 2), ("outside", t)):
            faults.near(f"said: {end} {face}", values["inside"][1] + layer * math.cos(lean), values[face][1], 1e-6)
            faults.near(f"said: {end} {face}, dia and rad", 2 * values[face][1], values[face][0], 1e-9)
        if (girth := said_of.get(f"girth_{end}_neutral")) and piece["pieces"] == 1:
            faults.near(f"said: girth {end}", 2 * math.pi * (values["inside"][1] + k * t * math.cos(lean)), girth[0], 1e-6)


SCALE = {"mm": ("length", 1.0), "cm": ("length", 10.0), "m": ("length", 1000.0), "in": ("length", 25.4), "ft": ("length", 304.8),
         "m2": ("area", 1e6), "ft2": ("area", 304.8 ** 2), "kg": ("mass", 1.0), "lb": ("mass", 0.45359237), "deg": ("angle", 1.0), "degrees": ("angle", 1.0),
         "%": ("share", 0.01)}


NUMBERS = re.compile(r"[-+]?\d[\d.]*(?:e[-+]\d+)?")


def check_schedule(faults, printed, pieces):
    """Every number printed of a piece is one that the document states, in the unit that is printed beside it."""
    if not printed:
        return
    piece, rows, of = None, {}, None
    left = list(pieces)
    for line in printed.split("\n"):
        if line.startswith(" asked for"):
            rows, of = {}, "asked"
        elif line.startswith(" blank"):
            check_facts(faults, rows, left[0]["measures"]["asked"] if left and of == "asked" else [])
            piece = left.pop(0)
            check_counts(faults, rows, piece)
            rows, of = {}, "blank"
            piece_notes = [re.sub(r"\s+", " ", n) for n in piece["notes"] + piece["warnings"]]
        elif found := re.match(r"  (?:note|warning): (.*)", line):
            if edges_by_one_name(re.sub(r"\s+", " ", found[1])) not in piece_notes:
                faults.append(f"schedule: says {found[1]}")
        elif line.startswith("  wrote "):
            continue
        elif line.startswith("  "):
            long = re.match(r"  ((?:joint|seam) \S+ on \S+) +(.*)", line)  # longer than its column
            name, value = edges_by_one_name(list(long.groups()) if long else [line[2:26].strip(), line[26:]])
            if name in rows and rows[name] != value:
                faults.append(f"schedule: says {line.strip()} twice")
            rows[name] = value
        elif of == "blank":
            check_facts(faults, rows, piece["measures"]["blank"])
            check_counts(faults, rows, piece)
            rows, of = {}, None
    if of == "blank":
        check_facts(faults, rows, piece["measures"]["blank"])
        check_counts(faults, rows, piece)


def check_counts(faults, rows, piece):
    """How many there are."""
    hits = [b for b in piece["bends"] if b["hit"]]
    there = {"openings": len(piece["openings"]), "quantity": piece["count"], "bends": len(piece["bends"]) - len(hits)}
    if piece["sizes"] is not None and piece["pieces"] == 1:
        there["hits"] = len(hits)
    for name, count in there.items():
        if found := re.match(r"(\d+)(?: off.*)?$", rows.get(name, "")):
            faults.near(f"schedule: how many {name}", int(found[1]), count, 0)


def check_facts(faults, rows, facts):
    said = {fact["name"]: fact for fact in facts}
    for name, text in rows.items():
        if name not in said and facts and re.search(r"\d (?:mm|cm|m|in|ft|m2|ft2|kg|lb|deg|%)(?!\w)", text):
            faults.append(f"schedule: the document knows nothing of {name} {text}")
    for fact in facts:
        text = rows.get(fact["name"], None)
        if text is None or fact["key"] == "proof":
            if text is None:
                faults.append(f"schedule: no line for {fact['name']}")
            continue
        tokens = NUMBERS.findall(text)
        units = [a or b for a, b in re.findall(r"\b(mm|cm|m|in|ft|m2|ft2|kg|lb|deg)\b|(%)", text)]
        used = set()
        for amount in fact["amounts"]:
            if amount["value"] is None or amount["kind"] == "number":
                continue
            scales = [SCALE[u][1] for u in units if SCALE[u][0] == amount["kind"]]
            fits = lambda token, scale: abs(float(token) * scale - amount["value"]) <= 0.5001 * scale * max(10.0 ** -len(token.partition(".")[2]) if "." in token
                                                                                                     else 1.0, abs(amount["value"] / scale) * 1e-5 if "deg" in units else 0)
            found = next((i for i, token in enumerate(tokens) if i not in used and any(fits(token, scale) for scale in scales)), None)
            if found is None:
                faults.append(f"schedule: {fact['name']} says {text.strip()}, the document {amount['value']} ({amount['kind']})")
            else:
                used.add(found)


def check_piece(faults, folder, stem, piece, parts, joints):
    drawing = Drawing(os.path.join(folder, f"{stem}.dxf"))
    check_outline(faults, drawing, piece["blank"])
    check_marks(faults, drawing, piece["fit_error"])
    part = next((p for p in parts if p["part"] == piece["part"]), parts[0])
    seam = part.get("seam")
    piece["seam_in_plan"] = seam if isinstance(seam, dict) and "lap" in seam else {"lap": None, "stock": 0.0}
    pointed = [e for e in ("base", "top") if isinstance(part.get(e), dict) and part[e].get("pointed")]
    piece["cone_point"] = pointed[0] if pointed else None
    piece["tabs_added"] = any("adds" in note and "beyond the edge" in note or "past its mitre" in note
                              or " flange of " in note and "turned over at the marked line" not in note for note in piece["notes"])
    check_measures(faults, drawing, piece, part)
    check_document(faults, drawing, piece, part)
    path = os.path.join(folder, f"{stem}-bends.csv")
    if os.path.exists(path):
        rows = table(path)
        check_bends(faults, drawing, rows, piece)
        check_flats(faults, rows, piece)
        check_rows(faults, rows, piece)
        check_facets(faults, rows, piece, part)
        check_closing(faults, drawing, rows, piece)
        if check_folding(faults, drawing, rows, piece, piece["thickness"]):
            faults.folded += 1
    path = os.path.join(folder, f"{stem}-openings.csv")
    if os.path.exists(path):
        rows = table(path)
        check_openings(faults, drawing, rows)
        check_places(faults, rows, piece, part)
    elif drawing.circles or drawing.holes():
        faults.append("openings are cut that no list names")
    path = os.path.join(folder, f"{stem}-card.txt")
    if os.path.exists(path):
        check_card(faults, drawing, edges_by_one_name(open(path, encoding="utf-8").read()), piece, part, joints)


def check_job(program, folder, arguments):
    """Develops a job and rebuilds its blanks; the faults, or nothing where it is refused."""
    subprocess.run(["rm", "-rf", folder])
    formats = "dxf,csv,txt,json,svg" if "job.units=in" in arguments else "dxf,csv,txt,json"
    run = subprocess.run([program, *arguments, "-o", folder, "--formats", formats, "--replace"],
                         capture_output=True, text=True, encoding="utf-8")
    if run.returncode == 3:
        return None
    if run.returncode != 0:
        return [f"exit code {run.returncode}: {run.stderr.strip()}"]
    return check_made(folder, run.stdout)


def check_made(folder, printed):
    """Rebuilds all blanks of a folder and what was printed of them; the faults."""
    made = os.listdir(folder)
    name = next(f for f in made if f.endswith(".json"))[:-5]
    document = edges_by_one_name(json.load(open(os.path.join(folder, name + ".json"), encoding="utf-8")))
    stems = sorted(f[:-4] for f in made if f.endswith(".dxf"))
    pieces = document["pieces"]
    faults = Faults()
    if len(stems) != len(pieces):
        return [f"{len(stems)} drawings of {len(pieces)} pieces"]
    wanted = {}
    for piece in pieces:
        words = [name] + ([piece["part"]] if piece["part"] else []) + (
            [f"piece{piece['piece']}"] if piece["pieces"] > 1 else [])
        wanted["-".join(words).replace(" ", "-")] = piece
        piece["unit"] = document["job"]["units"]
    for stem in stems:
        if stem not in wanted:
            return [f"{stem}.dxf belongs to no piece of {sorted(wanted)}"]
        before = len(faults)
        check_piece(faults, folder, stem, wanted[stem], document["job"]["parts"], document["joints"])
        faults[before:] = [f"{stem}: {fault}" for fault in faults[before:]]
    check_schedule(faults, printed, pieces)
    if document["job"]["units"] == "in":
        told = {"the terminal": printed}
        for file in made:
            if file.endswith((".csv", ".txt", ".svg")):
                told[file] = open(os.path.join(folder, file), encoding="utf-8").read()
        told = {file: re.sub(r"<svg[^>]*>", "", text) for file, text in told.items()}
        for file, text in told.items():
            if found := re.search(r"\d ?mm\b|\bmm\b|\bm2\b|\bkg\b(?!/m3)", text):
                faults.append(f"{file}: no inches: {text[max(0, found.start() - 80):found.end() + 40].strip()}")
    return list(faults)


def random_part(rng):
    """The arguments of a part at random: shape, sizes, seam, making, openings."""
    pick = lambda *words: rng.choice(words)
    size = lambda low, high: f"{rng.uniform(low, high):.3f}"
    shape = pick("cone", "cone", "cylinder", "cylinder", "transition", "transition", "panel", "panel", "hopper", "net", "offset", "tube",
                 "round tube", "flight", "coil", "helical_strip", "dome", "slide", "ruled_wall")
    thickness = pick("0.8", "1.5", "2", "3", "6")
    k = {"thickness": thickness, "sizes_on": pick("inside", "middle", "outside")}
    wall = shape in ("cone", "cylinder", "offset", "transition")
    if shape == "cone":
        k |= {"base.diameter": size(120, 900), "top.diameter": size(120, 900), "height": size(80, 700)}
        if rng.random() < 0.1:
            k["top.point"] = "true"
            del k["top.diameter"]
    if shape == "offset":
        k |= {"base.diameter": size(300, 900), "top.diameter": size(150, 290), "height": size(250, 700),
              "top.shift": f"[{size(-90, 90)}, {size(-90, 90)}]"}
        shape = "cone"
    if shape == "cylinder":
        k |= {"diameter": size(120, 900), "height": size(150, 600)}
        how = rng.random()
        if how < 0.3:
            k |= {"trim.1.end": "top", "trim.1.height": "140", "trim.1.tilt": size(2, 12), "trim.1.uphill": size(0, 359)}
        elif how < 0.4:
            del k["height"]
            k |= {"short_side": size(100, 200), "long_side": size(220, 400), "uphill": size(0, 359)}
    if shape == "transition" and rng.random() < 0.15:
        # Between two rectangles: flats and folds.
        wall = False
        k |= {"base.width": size(200, 500), "base.length": size(200, 500), "top.width": size(100, 300), "top.length": size(100, 300), "height": size(150, 400),
              "bend.radius": "2", "bend.neutral": "0.42", "seam.gap": pick("0", "1")}
    elif shape == "transition":
        k |= {"base.width": size(200, 500), "base.length": size(200, 500), "base.corner_radius": size(8, 40),
              "top.diameter": size(100, 300), "height": size(150, 400), "sizes_on": "inside"}
        if rng.random() < 0.3:
            k |= {"top.tilt": size(1, 12), "top.tilt.uphill": size(0, 359)}
        if rng.random() < 0.3:
            k |= {"base.turn": size(0, 89), "top.shift": f"[{size(-60, 60)}, {size(-60, 60)}]"}
    if wall:
        how = rng.random()
        if how < 0.5:
            k["seam.gap"] = pick("0", "1", "4", "10")
        elif how < 0.65:
            k |= {"seam.lap": size(8, 30), "seam.lap_on": pick("start", "end")}
        elif how < 0.75:
            k["seam.stock"] = size(5, 25)
        if shape != "transition" or rng.random() < 0.5:
            k["seam.at"] = size(0, 359)
        if rng.random() < 0.25:
            k["seam.pieces"] = pick("2", "3")
        if rng.random() < 0.5:
            k["pressing.hits"] = pick("12", "18", "24", "36")
        if shape in ("cone", "cylinder") and "top.shift" not in k and rng.random() < 0.2 and "trim.1.end" not in k:
            k |= {"flange.1.end": "top", "flange.1.width": size(4, 12), "flange.1.strain_limit": "1"}
        if rng.random() < 0.3:
            k["elements"] = pick("8", "12", "24")
    if shape == "panel":
        k |= {"profile.1.line": size(40, 90), "profile.2.bend": size(20, 120), "profile.2.to": pick("left", "right"),
              "profile.3.line": size(60, 160), "profile.4.bend": size(20, 110), "profile.4.to": pick("left", "right"),
              "profile.5.line": size(40, 90), "run": size(100, 500), "bend.radius": pick("1", "2", "4"), "bend.neutral": "0.42",
              "sizes_on": pick("concave_side", "convex_side", "left", "right")}
        if rng.random() < 0.5:
            k |= {"edge.1.on": pick("profile start", "profile end"), "edge.1.kind": pick("lap", "hem", "lock"), "edge.1.width": size(22, 32),
                  "edge.1.neutral": "0.44", "edge.1.radius": "0"}
            if k["edge.1.kind"] != "hem":
                del k["edge.1.neutral"], k["edge.1.radius"]
            if k["edge.1.kind"] == "lock":
                k["edge.1.layers"] = "2"
    if shape == "hopper":
        k |= {"base.width": size(100, 250), "base.length": size(100, 250), "top.width": size(300, 600), "top.length": size(300, 600),
              "height": size(250, 500), "bend.radius": "2", "bend.neutral": "0.42", "sizes_on": "inside", "seam.gap": pick("0", "1")}
        if rng.random() < 0.6:
            k |= {"flange.1.end": "top", "flange.1.width": size(20, 40), "flange.1.direction": pick("upright", "level", "square")}
    if shape == "net":
        k |= {"sides": pick("3", "4", "5", "6"), "base.across_corners": size(150, 400), "top.across_corners": size(80, 300),
              "height": size(80, 300), "bend.radius": "2", "bend.neutral": "0.42", "sizes_on": "inside"}
    if shape == "tube":
        k = {"side": size(40, 120), "wall_thickness": "3", "corner_radius": "6", "length": size(200, 500), "opened_on": pick("inside", "middle", "outside")}
    if shape == "round tube":
        shape = "tube"
        k = {"diameter": size(30, 120), "wall_thickness": "3", "length": size(200, 500), "opened_on": pick("inside", "middle", "outside")}
    wound = shape in ("flight", "coil", "helical_strip", "slide")
    if shape == "slide":
        k |= {"inside.diameter": size(100, 300), "outside.diameter": size(400, 700), "pitch": size(250, 450), "turns": size(0.5, 1.3), "blank.turns": "0.5",
              "inner.height": size(30, 80), "outer.height": size(60, 120), "allow_strain": "true"}
    if shape == "ruled_wall":
        k |= {"base.diameter": size(150, 300), "base.pitch": size(80, 200), "base.turns": "0.4", "top.diameter": size(320, 500), "top.pitch": size(80, 200),
              "top.turns": "0.4", "top.height": size(40, 150), "sizes_on": "middle", "allow_strain": "true"}
    if wound:
        del k["sizes_on"]
    if shape == "flight":
        k |= {"shaft.diameter": size(40, 90), "outside.diameter": size(150, 320), "pitch": size(90, 260), "turns": size(0.5, 3), "allow_strain": "true"}
    if shape == "coil":
        k |= {"start.middle_diameter": size(40, 200), "spacing": size(9, 20), "turns": size(1, 4), "width": size(20, 90)}
    if shape == "helical_strip":
        k |= {"body.diameter": size(120, 400), "width": size(20, 70), "pitch": size(90, 260), "turns": size(0.4, 2)}
        if rng.random() < 0.4:
            k["body.end_diameter"] = size(401, 600)
        elif rng.random() < 0.4:
            k |= {"tilt": size(60, 120), "allow_strain": "true"}
    if shape == "dome":
        k |= {"rim.diameter": size(300, 900), "rise": size(60, 140), "gores": pick("8", "12"), "allow_strain": "true"}
    if shape != "tube":
        k["face_up"] = pick("inside", "outside")
    k["hand"] = pick("right", "left") if wound else pick("as_drawn", "opposite")
    if wall and rng.random() < 0.5:
        k |= {"opening.1.name": "hole", "opening.1.form.kind": pick("circle", "circle", "obround", "rectangle"), "opening.1.how": pick("laid", "laid", "bored"),
              "opening.1.at.angle": size(0, 359), "opening.1.at.height": "70"}
        if k["opening.1.form.kind"] == "circle":
            k["opening.1.form.diameter"] = size(8, 40)
        else:
            k |= {"opening.1.form.width": size(8, 18), "opening.1.form.length": size(20, 45)}
        if rng.random() < 0.4:
            k |= {"opening.1.repeat.count": pick("3", "5"), "opening.1.repeat.over": "200"}
        if rng.random() < 0.5:
            k["opening.1.turn"] = size(-90, 90)
        if rng.random() < 0.3:
            k["opening.1.form.shift"] = f"[{size(-20, 20)}, {size(-20, 20)}]"
        if k["opening.1.form.kind"] != "circle" and rng.random() < 0.3:
            k["opening.1.form.turn"] = size(-90, 90)
    if shape == "cylinder" and wall and "opening.1.name" not in k and rng.random() < 0.3:
        k |= {"lettering.1.text": pick("AB 12", "FEED"), "lettering.1.font": pick("stencil", "single_stroke"), "lettering.1.height": size(18, 40),
              "lettering.1.at.angle": size(0, 359), "lettering.1.at.height": "70"}
        if k["lettering.1.font"] == "single_stroke":
            k["lettering.1.as"] = "mark"
    if shape in ("panel", "net") and rng.random() < 0.4:
        k |= {"opening.1.name": "hole", "opening.1.form.kind": "circle", "opening.1.form.diameter": size(4, 10), "opening.1.how": "laid",
              "opening.1.at.on_flat": f"[{size(20, 90)}, {size(20, 90)}]"}
    arguments = ["quick", shape] + [f"{key}={value}" for key, value in k.items()]
    if rng.random() < 0.4:
        inches = lambda text: re.sub(r"\d+(?:\.\d+)?", lambda m: f"{float(m[0]) / 25.4:.4f}", text)
        plain = ("seam.at", "seam.pieces", "hits", "elements", "count", "over", "angle", "tilt", "uphill", "bend", "layers", "sides", "neutral", "strain_limit",
                 "turn")
        def converted(argument):
            key, eq, value = argument.partition("=")
            if not eq or any(key.endswith(word) for word in plain) or not re.search(r"^\[?-?[\d.]", value):
                return argument
            return key + "=" + inches(value)
        arguments = [converted(a) for a in arguments] + ["job.units=in"]
    return arguments


def main():
    parser = argparse.ArgumentParser()
    parser.add_argument("program")
    parser.add_argument("folder")
    parser.add_argument("--jobs", nargs="*", default=[])
    parser.add_argument("--count", type=int, default=60)
    parser.add_argument("--seed", type=int, default=1)
    call = parser.parse_args()
    faulty = refused = made = 0
    calls = [["develop", job] for job in call.jobs]
    rng = random.Random(call.seed)
    calls += [random_part(rng) for _ in range(call.count)]
    for arguments in calls:
        faults = check_job(call.program, call.folder, arguments)
        if faults is None:
            refused += 1
            if arguments[0] == "develop":
                faults = ["is refused"]
        made += faults is not None
        if faults:
            faulty += 1
            print(" ".join(f"'{a}'" if " " in a else a for a in arguments))
            for fault in faults[:8]:
                print("   ", fault)
    print(f"{made} rebuilt, {refused} refused, {faulty} at fault (seed {call.seed})")
    # Most of what is drawn must be made, or nothing is tested.
    return 1 if faulty or made < 0.6 * len(calls) else 0


if __name__ == "__main__":
    sys.exit(main())
