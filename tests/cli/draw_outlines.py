"""Writes outlines as DXF files with a library nobody here wrote, and prints how long they are by its own formulas."""
import json
import math

import ezdxf
from ezdxf.math import Vec3


def chords(points):
    points = list(points)
    return sum(math.dist((a.x, a.y), (b.x, b.y)) for a, b in zip(points, points[1:]))


def length(entities):
    whole = 0.0
    many = 20000
    for e in entities:
        kind = e.dxftype()
        if kind == "LWPOLYLINE":
            whole += length(e.virtual_entities())
        elif kind == "LINE":
            whole += e.dxf.start.distance(e.dxf.end)
        elif kind == "ARC":
            whole += e.dxf.radius * math.radians((e.dxf.end_angle - e.dxf.start_angle) % 360)
        elif kind == "ELLIPSE":
            curve = e.construction_tool()
            span = (curve.end_param - curve.start_param) % (2 * math.pi) or 2 * math.pi
            whole += chords(curve.vertices(curve.start_param + span * i / many for i in range(many + 1)))
        else:
            curve = e.construction_tool()
            whole += chords(curve.points(curve.max_t * i / many for i in range(many + 1)))
    return whole


def spline(space):
    round_it = [(200, 20), (200, 110), (90, 150), (-90, 150), (-200, 110), (-200, 20)]
    return [space.add_open_spline(round_it), space.add_line((-200, 20), (-200, -80)),
            space.add_line((-200, -80), (200, -80)), space.add_line((200, 20), (200, -80))]


def heavy_spline(space):
    points = [(150, 0), (150, 90), (0, 160), (-150, 90), (-150, 0)]
    return [space.add_rational_spline(points, [1, 1.5, 0.8, 1.5, 1], degree=4), space.add_line((-150, 0), (150, 0))]


def ellipse(space):
    return [space.add_ellipse((30, 40), (160, 50), 0.6, 0.4, 0.4 + math.pi),
            space.add_ellipse((30, 40), (160, 50), 0.6, 0.4 + math.pi, 0.4 + 2 * math.pi)]


def bulges(space):
    return [space.add_lwpolyline([(0, 0, 0, 0, 0.1), (300, 0, 0, 0, 0.3), (300, 200, 0, 0, 0.2), (0, 200, 0, 0, 0.5)],
                                 close=True)]


def from_below(space):
    return [space.add_lwpolyline([(0, 0, 0, 0, 0.1), (300, 0, 0, 0, 0.3), (300, 200, 0, 0, 0.2), (0, 200, 0, 0, 0.5)],
                                 close=True, dxfattribs={"extrusion": (0, 0, -1)})]


lengths = {}
for version in ("R2000", "R2010"):
    for shape in (spline, heavy_spline, ellipse, bulges, from_below):
        document = ezdxf.new(version, units=4)
        lengths[f"{shape.__name__}-{version}.dxf"] = length(shape(document.modelspace()))
        document.saveas(f"{shape.__name__}-{version}.dxf")
    document = ezdxf.new(version, units=4)
    block = document.blocks.new("shape", base_point=Vec3(5, 6))
    bulges(block)
    insert = document.modelspace().add_blockref("shape", (70, 80), {"xscale": -0.5, "yscale": 0.5, "rotation": 33})
    lengths[f"block-{version}.dxf"] = length(insert.virtual_entities())
    document.saveas(f"block-{version}.dxf")
print(json.dumps(lengths))
