"""The result document against the drawing and against itself: what stands in it twice agrees, what follows from sizes
follows."""
import math
import re

from card import anticlockwise, centre_of, off_line


def check_document(faults, drawing, piece, part):
    outline = drawing.outline()
    edges = {}
    for e in piece["edges"]:
        edges.setdefault(e["name"], e)
    check_blank(faults, outline, piece, part)
    check_edges(faults, outline, piece, edges)
    if piece.get("cone"):
        check_cone(faults, piece, part, edges)
    check_bench(faults, outline, piece, edges)
    check_bend_list(faults, piece)
    check_round_sizes(faults, part)
    check_faces(faults, piece, part)
    check_gap(faults, piece, part, edges)
    check_webs(faults, drawing, piece)
    check_pressed(faults, piece, part, edges)
    check_labels(faults, piece, part)
    check_layers(faults, piece)


def check_blank(faults, outline, piece, part):
    blank = piece["blank"]
    density, thickness = (part.get("sheet") or {}).get("density"), piece["thickness"]
    if density and blank["mass"] is not None and thickness > 0 and part["shape"] != "tube":
        faults.near("mass", blank["area"] * thickness * density * 1e-9, blank["mass"], 1e-9 * blank["mass"])
    # Of all turns, by looks: none is smaller, and one is as small.
    points = [arc.at(i / n) for arc in outline.arcs for n in [1 if arc.radius == math.inf else 40] for i in range(n)]
    areas = []
    for k in range(720):
        c, s = math.cos(math.pi * k / 1440), math.sin(math.pi * k / 1440)
        xs, ys = [c * x + s * y for x, y in points], [c * y - s * x for x, y in points]
        areas.append(((max(xs) - min(xs)) * (max(ys) - min(ys)), max(xs) - min(xs), max(ys) - min(ys)))
    said = blank["smallest_rectangle"]["width"] * blank["smallest_rectangle"]["height"]
    least = min(areas)
    if said > 1.001 * least[0] or said < 0.985 * least[0]:
        faults.append(f"smallest rectangle: {said:.3f} mm2, looked for {least[0]:.3f}")
    if not any(abs(area - said) < 0.015 * said and min(abs(w - blank["smallest_rectangle"]["width"]), abs(h - blank["smallest_rectangle"]["width"])) < 0.012 * max(w, h)
               for area, w, h in areas):
        faults.append(f"smallest rectangle: none is {blank['smallest_rectangle']['width']:.3f} wide")
    if piece["folding"]:
        joints = {}
        for j in piece["folding"]["joints"]:
            if not j["open"]:
                joints.setdefault(j["name"], []).append(j["length"])
        faults.near("joints in all", sum(max(lengths) for lengths in joints.values()), blank["joint_length"], 1e-6)


def check_edges(faults, outline, piece, edges):
    arcs = anticlockwise(outline)
    for e in piece["edges"]:
        if e["arc"]:
            far = lambda a: math.dist(centre_of(a), e["arc"]["centre"]) if a.radius < 1e5 else 0.0
            found = min(arcs, key=lambda a: math.inf if a.radius == math.inf else abs(a.radius - e["arc"]["radius"]) + far(a) + abs(abs(a.turn) - math.radians(e["arc"]["angle"])))
            faults.near(f"radius of {e['name']}", found.radius, e["arc"]["radius"], 1e-6 + 1e-8 * found.radius)
            faults.near(f"length of {e['name']} as an arc", e["arc"]["radius"] * math.radians(e["arc"]["angle"]), e["length"], 1e-6 + 1e-9 * e["length"])
            if found.radius < 1e5:
                faults.near(f"centre of {e['name']}", math.dist(centre_of(found), e["arc"]["centre"]), 0, 1e-4)
        if e["name"] in ("base", "top") and e["girth"] and piece["sizes"] and piece["pieces"] == 1 and not piece.get("strip") and not piece.get("coil"):
            faults.near(f"girth of the {e['name']}", e["girth"], piece["sizes"]["neutral"][e["name"]]["girth"], 1e-6 + 1e-9 * e["girth"])


def check_cone(faults, piece, part, edges):
    cone = piece.get("cone")
    for end in ("base", "top"):
        arc = edges[end]["arc"] if end in edges else None
        if not arc:
            continue
        faults.near(f"cone: swing radius of the {end}", cone[f"swing_radius_{end}"], arc["radius"], 1e-6)
        faults.near(f"cone: sector of the {end}", cone[f"sector_{end}"], arc["angle"], 1e-7)
        faults.near(f"cone: chord of the {end}", cone[f"chord_{end}"], 2 * arc["radius"] * math.sin(math.radians(arc["angle"]) / 2), 1e-6)
    if piece["pieces"] == 1 and cone["sector_full"]:
        faults.near("cone: sector before the gap", cone["sector_full"], 360 * math.sin(math.radians(cone["half_angle"])), 1e-6)
    radii = piece["sizes"]["neutral"]
    if "half_angle" in part and part["half_angle"] is not None:
        faults.near("cone: half angle", cone["half_angle"], part["half_angle"], 1e-7)
    flush = all(isinstance(part.get(end), dict) and part[end].get("contact") == "size_face" for end in ("base", "top"))
    flush = flush and part["base"].get("sizes_on") == part["top"].get("sizes_on")
    if flush and radii["base"]["radius"] and radii["top"]["radius"] and cone["half_angle"] > 0.1 and "flange" not in " ".join(piece["notes"]):
        faults.near("cone: slant", abs(radii["base"]["radius"] - radii["top"]["radius"]) / math.sin(math.radians(cone["half_angle"])), cone["slant"], 1e-5)
    box = cone["box"]
    for side in ("width", "height"):
        faults.near(f"cone: {side}", box[side], piece["blank"]["as_laid"][side], 1e-6)


def check_bench(faults, outline, piece, edges):
    card = piece["bench"]
    step = card["round_to"]
    near = lambda what, said, found, within=0.5: faults.near("bench: " + what, said, found, within * step + 1e-6 + piece["fit_error"])
    at = lambda what, said, found, within=0.75: near(what, math.dist(said, found), 0, within)
    joints = [arc.a for arc in outline.arcs]
    # Of what runs over an edge corners are said as they were before.
    on_joint = lambda what, p, within=0.75: near(what, min(math.dist(p, q) for q in joints) if not piece["notches"] else 0, 0, within)
    laid = piece["blank"]["as_laid"]
    near("width", card["box"]["width"], laid["width"])
    near("height", card["box"]["height"], laid["height"])
    near("diagonal", card["box"]["diagonal"], math.hypot(laid["width"], laid["height"]))
    if not piece["folding"] and "rolled" not in piece:
        near("centre line from both sides", card["centre_x"] + card["centre_from_right"], card["box"]["width"], 0.01)
        for name in ("seam_start", "seam_end"):
            near(name, card[name], edges[name]["length"])
    corners = {}
    for rim in card["rims"]:
        name, e = rim["name"], edges[rim["name"]]
        on_joint(f"left corner of the {name}", rim["left"], 1.25)
        on_joint(f"right corner of the {name}", rim["right"], 1.25)
        corners[name] = rim["left"], rim["right"]
        near(f"chord of the {name}", rim["chord"], math.dist(rim["left"], rim["right"]))
        near(f"half the chord of the {name}", 2 * rim["half_chord"], math.dist(rim["left"], rim["right"]), 1.8)
        near(f"length of the {name}", rim["length"], e["length"])
        if e["arc"] and rim["radius"]:
            near(f"radius of the {name}", rim["radius"], e["arc"]["radius"])
            faults.near(f"bench: sector of the {name}", rim["sector"], e["arc"]["angle"], 1e-6)
            faults.near(f"bench: centre of the {name}", math.dist(rim["centre"], e["arc"]["centre"]), 0, 0.75 * step + 1e-8 * rim["radius"])
        if rim["crossing"] is not None:
            near(f"crossing of the {name}", outline.off((card["centre_x"], rim["crossing"])), 0, 1.25)
            near("swing centre", card["centre_y"], e["arc"]["centre"][1], 0.75)
    if "base" in corners and "top" in corners:
        near("a diagonal", card["diagonals"][0], math.dist(corners["base"][0], corners["top"][1]), 2.5)
        near("a diagonal", card["diagonals"][1], math.dist(corners["base"][1], corners["top"][0]), 2.5)
    if card["tip"]:
        on_joint("the point", card["tip"])
    elements = {e["number"]: e for e in piece["elements"]}
    for p in card["points"]:
        for end in ("base", "top"):
            at(f"element {p['number']} at the {end}", p[end], elements[p["number"]][end])
        near(f"element {p['number']}", p["length"], math.dist(elements[p["number"]]["base"], elements[p["number"]]["top"]))
    for corner in card["corners"]:
        on_joint("a corner", corner["at"])
    for side in card["sides"]:
        for p in side.values():
            near("a point of a seam edge", outline.off(p), 0, 0.75)
    check_turns(faults, anticlockwise(outline), card, at, near)
    for tab in card["tabs"]:
        for key in ("from", "to"):
            if tab[key]:
                on_joint("a corner beyond an edge", tab[key])
    for o in card["openings"]:
        listed = piece["openings"][o["opening"]]
        at("an opening", o["at"], listed["centre"])
        if o["diameter"] is not None:
            near("the diameter of an opening", o["diameter"], listed["diameter"])
    if piece["sizes"]:
        for end in ("base", "top"):
            if card["tape"][end]:
                near(f"girth by tape of the {end}", card["tape"][end], piece["sizes"]["outside"][end]["girth"])
    for line in card["lines"]:
        if line["of"] != "flange":
            ruling = elements[0 if line["edge"] == "seam_start" else max(elements)]
            middle = tuple((a + b) / 2 for a, b in zip(ruling["base"], ruling["top"]))
            sides = [arc for arc in outline.arcs if arc.radius == math.inf and abs(arc.length - edges[line["edge"]]["length"]) < 1e-5]
            gap = (piece["gap"] or {"base": {"neutral": 0.0}})["base"]["neutral"] / 2 if line["of"] == "stock" else 0.0
            if sides and math.dist(ruling["base"], ruling["top"]) > 0:
                near(f"line of the {line['of']}", min(off_line(middle, a.a, a.b) for a in sides), abs(line["inside"] - gap), 0.51)


def check_turns(faults, arcs, card, at, near):
    """A folded blank's corners once round."""
    turns = card["outline"]
    if not turns:
        return
    # Of corners that lie nearer than lengths are rounded the one that the same way leads on from.
    first = min(range(len(arcs)), key=lambda i: math.dist(arcs[i].a, turns[0]["at"]) + abs(math.dist(arcs[i].a, arcs[i].b) - turns[0]["to_next"]))
    arcs = arcs[first:] + arcs[:first]
    for turn, arc in zip(turns, arcs):
        at("a corner", turn["at"], arc.a)
        near("the way between corners", turn["to_next"], math.dist(arc.a, arc.b))
        if turn["radius"] is not None:
            near("the radius between corners", turn["radius"], arc.radius)
            at("the centre between corners", turn["centre"], centre_of(arc))
            faults.near("bench: the turn between corners", turn["turned"], math.degrees(arc.turn), 1e-3)
    near("ways between corners in all", card["around"], sum(t["to_next"] for t in turns), 0.01)


def check_bend_list(faults, piece):
    tags = set()
    for b in piece["bends"]:
        name = f"bend {b['tag']}"
        if b["tag"] in tags:
            faults.append(f"{name} stands twice")
        tags.add(b["tag"])
        chord = math.dist(b["from"], b["to"])
        along_a_curve = " with its " in b["datum"] and b["length"] > chord + 1e-6
        if not along_a_curve:  # the drawing tells how long those are
            faults.near(f"{name}: length", chord, b["length"], 1e-6)
        faults.near(f"{name}: legs", 180 - b["turned"], b["between_legs"], 1e-9)
        low, high = b["tangent_lines"]
        faults.near(f"{name}: tangent lines", max(0.0, abs(high - low) - b["allowance"]), 0, 1e-6)
    orders = sorted(b["order"] for b in piece["bends"])
    if len(set(orders)) != len(orders):
        faults.append("two bends are of one number")


def check_round_sizes(faults, part):
    for end in ("base", "top"):
        size = part.get(end)
        if not isinstance(size, dict) or "radius" not in size or size["radius"] is None:
            continue
        faults.near(f"asked: diameter of the {end}", size["diameter"], 2 * size["radius"], 1e-9 * (1 + size["radius"]))
        faults.near(f"asked: girth of the {end}", size["girth"], 2 * math.pi * size["radius"], 1e-8 * (1 + size["radius"]))
    if part.get("half_angle") is not None and part.get("included_angle") is not None:
        faults.near("asked: included angle", part["included_angle"], 2 * part["half_angle"], 1e-9)
    if part["shape"] == "cone" and part.get("shift") == [0.0, 0.0] and part["base"]["sizes_on"] == part["top"]["sizes_on"]:
        rise, out = part["height"], part["base"]["radius"] - part["top"]["radius"]
        faults.near("asked: slant", part["slant"], math.hypot(rise, out), 1e-6)
        faults.near("asked: half angle", part["half_angle"], abs(math.degrees(math.atan2(out, rise))), 1e-7)


def check_faces(faults, piece, part):
    """The edges as cut on the face that sizes lie on."""
    if part["shape"] not in ("cone", "cylinder") or not piece["sizes"] or part.get("trims") or any("flange" in n for n in piece["notes"]):
        return
    for end in ("base", "top"):
        size = part.get(end)
        if isinstance(size, dict) and size.get("contact") == "size_face" and not size.get("pointed") and piece.get("cone"):
            faults.near(f"{end} as cut on the {size['sizes_on']}", piece["sizes"][size["sizes_on"]][end]["radius"], size["radius"], 1e-6)
    lean = math.radians(piece.get("cone")["half_angle"]) if piece.get("cone") else None
    if lean is None:
        return
    for end in ("base", "top"):
        inside, outside = (piece["sizes"][face][end]["radius"] for face in ("inside", "outside"))
        if inside and outside and not (isinstance(part.get(end), dict) and part[end].get("pointed")):
            faults.near(f"faces of the {end}", outside - inside, piece["thickness"] * math.cos(lean), 1e-6)


def check_gap(faults, piece, part, edges):
    """What the gap takes of a girth, and how wide it is on each face."""
    gap, seam = piece["gap"], part.get("seam") or {}
    if not gap or not piece.get("cone") or piece["pieces"] != 1 or seam.get("lap") or seam.get("stock") or piece.get("strip") or piece.get("coil") or piece["tabs_added"]:
        return
    for end in ("base", "top"):
        e, said = edges.get(end), gap[end]
        if not e or not said["neutral"]:
            continue
        if e["arc"]:
            lost = math.radians(piece.get("cone")["sector_full"] - e["arc"]["angle"])
            found = e["arc"]["radius"] * lost if seam.get("wedge") else 2 * e["arc"]["radius"] * math.sin(lost / 2)
        else:
            found = e["girth"] - e["length"]
        faults.near(f"gap at the {end}", said["neutral"], found, 1e-5 if seam.get("wedge") else 1e-6)
        radii = {face: piece["sizes"][face][end]["radius"] for face in ("inside", "neutral", "outside")}
        for face in ("inside", "outside"):
            # A pressed wall has one flat at its seam.
            wider = 1 if piece["pressed"] else radii[face] / radii["neutral"]
            faults.near(f"gap at the {end} on the {face}", said[face], said["neutral"] * wider, 1e-4 * said["neutral"])


def check_webs(faults, drawing, piece):
    """The least metal beside each group's openings: to the outline, and to other openings."""
    outline = drawing.outline()
    loops = [[arc.at(i / 48) for arc in loop.arcs for i in range(48)] for loop in drawing.holes()]
    loops += [[(c[0] + d / 2 * math.cos(k * math.pi / 48), c[1] + d / 2 * math.sin(k * math.pi / 48)) for k in range(96)] for c, d in drawing.circles]
    inside = lambda loop: (sum(p[0] for p in loop) / len(loop), sum(p[1] for p in loop) / len(loop))
    middles = [inside(loop) for loop in loops]
    for number, group in enumerate(piece["opening_groups"], 1):
        if group["lettering"]:
            continue
        own = []
        for o in piece["openings"]:
            if o.get("group") == number and loops:
                own.append(min(range(len(loops)), key=lambda i: math.dist(middles[i], o["centre"])))
        web = group["edge"]
        if web and own and len(set(own)) == len(own):
            found = min(outline.off(p) for i in own for p in loops[i])
            coarse = max(max(math.dist(a, b) for a, b in zip(loops[i], loops[i][1:])) for i in own)
            if not found - 0.5 * coarse - 1e-4 <= web["width"] <= found + 1e-4:
                faults.append(f"metal between {group['name']} and the edge: {web['width']:.4f} said, {found:.4f} looked for")
        for key in ("seam_start", "seam_end", "edge"):
            if group[key] and any(o.get("group") == number for o in piece["openings"]):
                if min(min(math.dist(p, group[key]["at"]) for p in loop) for loop in loops) > 0.1 * max(1.0, group[key]["width"]):
                    off = min(min(math.dist(p, group[key]["at"]) for p in loop) for loop in loops)
                    if off > 5:
                        faults.append(f"the least metal of {group['name']} lies {off:.3f} off it")
                if group[key]["width"] < outline.off(group[key]["at"]) - 1e-4:
                    faults.append(f"metal between {group['name']} and {key}: {group[key]['width']:.4f} said, the edge is {outline.off(group[key]['at']):.4f} off")
        if group["how"] == "laid" and (found := re.fullmatch(r"circle ([\d.]+) (mm|in)", group["form"])):
            wide = float(found[1]) * (25.4 if found[2] == "in" else 1.0)
            for row in group["rows"]:
                if row["neutral"]:
                    for side in ("width", "height"):
                        faults.near(f"{group['name']} on the neutral layer", row["neutral"][side], wide, 1e-3 if found[2] == "mm" else 2e-3)


def check_pressed(faults, piece, part, edges):
    pressed = piece["pressed"]
    hits = [b for b in piece["bends"] if b["hit"]]
    if not pressed or not hits or not piece["sizes"]:
        return
    all_round = len(hits) + len(piece["bends_in_gap"])
    faults.near("hits", pressed["hits"], all_round, 0 if piece["pieces"] == 1 else math.inf)
    wide = max((e["length"] for e in piece["edges"] if e["name"] in ("base", "top")), default=0.0)
    long = max((e for e in piece["edges"] if e["name"] in ("base", "top")), key=lambda e: e["length"])
    end = 0 if long["name"] == "base" else 1
    along = sorted(b["distance"][end] for b in hits)
    if hits[0]["measured"] == "along the rims":
        faults.near("first flat", pressed["start_width"], max(0.0, along[0]), 1e-3 + piece["fit_error"])
        faults.near("last flat", pressed["end_width"], max(0.0, wide - along[-1]), 1e-3 + 3 * piece["fit_error"])
    seam = part.get("seam") or {}
    whole = not seam.get("lap") and not seam.get("stock")
    if whole and piece.get("cone") and piece["pieces"] == 1 and part["shape"] == "cone" and edges.get("base") and edges["base"]["arc"]:
        # A pyramid of n flats about the apex: sin(flat / 2) = sin(edge's lean) sin(pi / n).
        n = all_round
        flat = math.radians(piece.get("cone")["sector_full"]) / n
        lean = math.asin(math.sin(flat / 2) / math.sin(math.pi / n))
        middle = math.atan(math.tan(lean) * math.cos(math.pi / n))
        found = edges["base"]["arc"]["radius"] * (math.cos(middle) - math.cos(lean))
        faults.near("base out of its plane", pressed["base_out"], abs(found), 1e-4 * abs(found) + 1e-6)


def check_labels(faults, piece, part):
    said = {label["name"]: [a["value"] for a in label["amounts"]] for label in piece["measures"]["labels"]}
    for end in ("base", "top"):
        size = part.get(end)
        values = said.get(f"{end} end")
        mitre = next((m for m in part.get("mitres", []) if m["end"] == end), None)
        if values and mitre:
            faults.near(f"label of the {end}", values[0], mitre["tilt"], 1e-6)
        elif values and isinstance(size, dict) and size.get("diameter") and not any(t["end"] == end for t in part.get("trims", [])):
            faults.near(f"label of the {end}", values[0], size["diameter"], 1e-6)
    if "height" in said:
        heights = [part.get("height"), part.get("length"), piece["sizes"]["overall_height"] if piece["sizes"] else None]
        faults.near("label of the height", min(abs(said["height"][0] - h) for h in heights if h is not None), 0, 1e-6)
    if "outside diameter" in said and isinstance(part.get("outside"), dict):
        faults.near("label of the outside", said["outside diameter"][0], max(v for v in part["outside"].values() if v is not None), 1e-6)
    seam = part.get("seam") or {}
    if "seam" in said and said["seam"]:
        known = [seam.get("wedge"), seam.get("lap"), seam.get("stock"), piece["gap"]["base"]["neutral"] if piece["gap"] else None]
        for value in said["seam"]:
            faults.near("label of the seam", min(abs(value - k) for k in known if k is not None), 0, 1e-6)


def check_layers(faults, piece):
    """A coil's layers lie side by side: its middle is halfway, and what is cut is the neutral one."""
    coil = piece.get("coil")
    if not coil:
        return
    lengths = coil["length"]
    faults.near("coil on its middle", lengths["middle"], (lengths["inside"] + lengths["outside"]) / 2, 1e-5 * lengths["middle"])
    faults.near("coil turns apart", lengths["outside"] - lengths["inside"], 2 * math.pi * coil["turns"] * piece["thickness"], 0.06 * (lengths["outside"] - lengths["inside"]))
    laid = piece["blank"]["as_laid"]
    faults.near("coil as cut", min(abs(lengths["neutral"] - side) for side in laid.values()), 0, 1e-6)
