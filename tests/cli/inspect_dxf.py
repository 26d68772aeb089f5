"""Reads DXF files with ezdxf: audits them and prints, as JSON, units, layers and what the cut loop encloses."""
import json
import math
import sys

import ezdxf
from ezdxf import recover


def cut_area(areas):
    """The outline is the largest loop; all others are cut out of it."""
    return 2 * max(areas) - sum(areas)


def loop_area(points):
    area = 0.0
    for (x1, y1, bulge), (x2, y2, _) in zip(points, points[1:] + points[:1]):
        area += (x1 * y2 - x2 * y1) / 2
        turn = 4 * math.atan(bulge)
        if abs(turn) > 1e-9:
            radius = math.hypot(x2 - x1, y2 - y1) / (2 * math.sin(turn / 2))
            area += radius * radius * (turn - math.sin(turn)) / 2
    return area


def length(entity):
    if entity.dxftype() == "ARC":
        return entity.dxf.radius * math.radians((entity.dxf.end_angle - entity.dxf.start_angle) % 360)
    if entity.dxftype() == "LWPOLYLINE":
        points = list(entity.get_points("xyb"))
        pairs = zip(points, points[1:] + points[:1] if entity.closed else points[1:])
        return sum(along(math.dist(p[:2], q[:2]), p[2]) for p, q in pairs)
    return math.dist(entity.dxf.start, entity.dxf.end)


def along(chord, bulge):
    """An arc by its chord and bulge."""
    half_turn = 2 * math.atan(abs(bulge))
    return chord if half_turn < 1e-9 else chord * half_turn / math.sin(half_turn)


def inspect(path):
    document, recovery = recover.readfile(path)
    audit = ezdxf.readfile(path).audit()
    loops, holes, across, strays = [], [], 0.0, 0
    for entity in document.modelspace():
        if entity.dxf.layer != "JUGGLER_CUT":
            continue
        if entity.dxftype() == "LWPOLYLINE" and entity.closed:
            loops.append([tuple(p) for p in entity.get_points("xyb")])
        elif entity.dxftype() == "CIRCLE":
            holes.append(entity.dxf.radius)
        elif entity.dxftype() in ("ARC", "LINE"):
            across += length(entity)
        else:
            strays += 1
    extents = document.header["$EXTMIN"], document.header["$EXTMAX"]
    return {
        "faults": len(audit.errors) + len(audit.fixes) + len(recovery.errors) + len(recovery.fixes),
        "units": document.units,
        "loops": len(loops),
        "strays": strays,
        "across": across,
        "vertices": len({p[:2] for loop in loops for p in loop}),
        "greatest_bulge": max(abs(p[2]) for loop in loops for p in loop),
        "area": cut_area([loop_area(loop) for loop in loops]) - sum(math.pi * r * r for r in holes),
        "holes": len(holes),
        "bends": sorted(length(e) for e in document.modelspace() if e.dxf.layer == "JUGGLER_BEND"),
        "extents": [extents[0][0], extents[0][1], extents[1][0], extents[1][1]],
        "layers": sorted({e.dxf.layer for e in document.modelspace()}),
        "texts": sorted(e.dxf.text for e in document.modelspace().query("TEXT")),
    }


print(json.dumps([inspect(path) for path in sys.argv[1:]]))
