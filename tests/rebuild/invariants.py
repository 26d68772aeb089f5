"""What is said of a part goes with it: twice as large, turned, moved, or its mirrored twin.

    invariants.py PROGRAM FOLDER

Every number that the JSON states, with its kind, is compared; nothing is known here of how it is worked out.
"""
import json
import math
import os
import subprocess
import sys

# Lengths plain, so that the job's unit scales them; `turn` marks plan angles by @, shifts by a pair [x, y]@.
SHAPES = {
    "cone": "cone base.diameter=620 top.diameter=155 height=780 seam.gap=3 seam.at=40@ {sheet}",
    "pointed cone": "cone base.diameter=620 top.point=true height=780 seam.at=10@ {sheet}",
    "cone by slant": "cone base.diameter=300 top.girth=1500 slant=260 seam.lap=12 seam.at=200@ face_up=outside {sheet}",
    "offset cone": "cone base.diameter=400 top.diameter=220 height=300 top.shift=[60,25]@ seam.gap=2 seam.at=300@ {sheet}",
    "trimmed cone": "cone base.diameter=500 top.diameter=200 height=600 trim.1.end=top trim.1.height=400 trim.1.tilt=14 trim.1.uphill=75@ seam.at=20@ {sheet}",
    "pressed cone": "cone base.diameter=500 top.diameter=250 height=300 top.shift=[40,0]@ pressing.hits=16 seam.gap=3 seam.at=55@ {sheet}",
    "flanged cone": "cone base.diameter=500 top.diameter=250 height=300 flange.1.end=top flange.1.width=6 seam.at=0@ {sheet}",
    "slanting cylinder": "cylinder diameter=400 short_side=300 long_side=420 uphill=33@ seam.at=120@ elements=12 {sheet}",
    "cylinder in pieces": "cylinder diameter=400 height=300 seam.pieces=2 seam.gap=4 seam.at=15@ seam.stock=10 {sheet}",
    "drilled cylinder": "cylinder diameter=400 height=300 seam.gap=4 seam.at=15@ opening.1.form.kind=obround opening.1.form.width=20 opening.1.form.length=55 "
                        "opening.1.how=bored opening.1.at.angle=100@ opening.1.at.height=120 {sheet}",
    "square to round": "transition base.width=400 base.length=300 base.corner_radius=12 base.turn=20@ top.diameter=200 height=350 top.shift=[30,10]@ "
                       "top.tilt.angle=9 top.tilt.uphill=40@ seam.at=77@ {sheet}",
    "oval to oval": "transition base.profile.kind=obround base.profile.width=400 base.profile.length=260 base.profile.turn=0@ "
                    "top.profile.kind=ellipse top.profile.width=220 top.profile.length=300 top.profile.turn=15@ height=330 seam.at=10@ {sheet}",
    "polygons": "transition base.profile.kind=polygon base.profile.sides=6 base.profile.across_flats=300 base.profile.turn=0@ "
                "top.profile.kind=polygon top.profile.sides=6 top.profile.across_flats=180 top.profile.turn=0@ height=200 bend.radius=2 bend.neutral=0.42 seam.at=30@ {sheet}",
    "drawn": "transition base.profile.kind=polyline base.profile.points=[[0,0],[400,0],[400,200],[120,300],[0,260]] base.profile.corner_radius=20 base.profile.turn=0@ "
             "top.diameter=180 height=330 seam.at=10@ {sheet}",
    "panel": "panel profile.1.line=60 profile.2.bend=90 profile.3.line=80 profile.4.arc=60 profile.4.radius=150 profile.5.line=70 run=300 "
             "bend.radius=3 bend.neutral=0.42 edge.1.on=profile_start edge.1.width=25 thickness=2 sizes_on=concave_side",
    "hopper": "hopper base.width=150 base.length=180 top.width=400 top.length=430 height=300 bend.radius=2 bend.neutral=0.42 flange.1.end=top flange.1.width=30 {sheet}",
    "prism": "net sides=5 base.across_flats=220 top.across_flats=150 height=180 turn=12@ bend.radius=2 bend.neutral=0.42 {sheet}",
    "square tube": "tube side=80 wall_thickness=4 corner_radius=9 length=420 trim.1.end=top trim.1.height=390 trim.1.tilt=15 trim.1.uphill=90",
    "round tube": "tube diameter=90 wall_thickness=4 length=420 opened_at=30@ trim.1.end=top trim.1.height=360 trim.1.tilt=25 trim.1.uphill=50@ opened_on=middle",
    "flight": "flight shaft.diameter=60 outside.diameter=220 pitch=190 turns=2 start.at=10@ allow_strain=true thickness=3",
    "coil": "coil start.inside_diameter=90 spacing=14 turns=3 width=40 start.at=10@ thickness=2",
    "strip": "helical_strip body.diameter=300 width=50 pitch=180 turns=1.3 start.at=10@ thickness=2",
    "dome": "dome rim.diameter=600 rise=110 gores=8 allow_strain=true start.at=0@ {sheet}",
    "ruled wall": "ruled_wall base.diameter=300 base.pitch=150 base.turns=0.6 base.height=0^ top.diameter=420 top.pitch=170 top.turns=0.6 top.height=120^ "
                  "allow_strain=true thickness=2",
}
SHEET = "thickness=2 sizes_on=inside"
FIT = 0.002


class Shop:
    def __init__(self, program, folder):
        self.program, self.folder = program, folder

    def measures(self, text, *more):
        """Of every piece: (kind, value, name), of what is said of its blank and not of a place round the part."""
        subprocess.run(["rm", "-rf", self.folder])
        words = [w.replace("_start", " start") if w.startswith("edge.1.on") else w for w in text.split()]
        run = subprocess.run([self.program, "quick", *words, *more, "-o", self.folder, "--formats", "json"], capture_output=True, text=True, timeout=120)
        assert run.returncode == 0, run.stderr
        name = next(f for f in os.listdir(self.folder) if f.endswith(".json"))
        with open(os.path.join(self.folder, name), encoding="utf-8") as file:
            pieces = json.load(file)["pieces"]
        found = []
        for piece in pieces:
            for fact in piece["measures"]["blank"]:
                if fact["key"].startswith(("proof", "arcs_", "fitted")):
                    continue
                found += [(a["kind"], a["value"], fact["name"]) for a in fact["amounts"] if a["on"] not in ("plan", "x", "y") and a["value"] is not None]
            size = max(a[1] for a in found if a[0] == "length")
        return found, size


def turned(text, by):
    """The same part about its axis by so many degrees."""
    words = []
    for word in text.split():
        key, _, value = word.partition("=")
        if value.endswith("]@"):
            x, y = json.loads(value[:-1])
            c, s = math.cos(math.radians(by)), math.sin(math.radians(by))
            value = f"[{x * c - y * s!r},{x * s + y * c!r}]"
        elif value.endswith("@"):
            value = repr(float(value[:-1]) + by)
        words.append(key + "=" + value if value else key)
    return " ".join(words)


def moved(text, by):
    words = []
    for word in text.split():
        key, _, value = word.partition("=")
        if value.endswith("^"):
            value = repr(float(value[:-1]) + by)
        if key.endswith(".points"):
            value = json.dumps([[x + by, y - by] for x, y in json.loads(value)]).replace(" ", "")
        words.append(key + "=" + value if value else key)
    return " ".join(words)


def alike(one, other, scale, within, ordered=True):
    """The first number that does not go with the part."""
    power = {"length": 1, "area": 2, "mass": 3}
    sized = [(kind, value * scale ** power.get(kind, 0), name) for kind, value, name in one]
    assert len(sized) == len(other), (len(sized), len(other))
    if not ordered:  # of the twin: bends may count from another edge, of a seam one edge is named
        own = lambda rows: sorted(row for row in rows if not row[2].startswith(("bend ", "edge between")))
        sized, other = own(sized), own(other)
    for (kind, value, name), (kind_found, found, name_found) in zip(sized, other):
        assert kind == kind_found, (name, name_found)
        allowed = {"length": within, "angle": 1e-4, "share": 1e-6, "number": 1e-6}.get(kind, within * max(1, abs(value)) ** 0.5 * 30)
        if abs(value - found) > allowed:
            return f"{name}: {value} for {found}"
    return None


def faults_of(shop, text):
    plain = turned(moved(text, 0), 0)
    fit = f"fit={FIT}"
    if text.split()[0] in ("panel", "hopper", "net", "tube", "coil", "dome", "flight", "helical_strip", "ruled_wall"):
        fit = "quantity=1"
    one, size = shop.measures(plain, fit)
    within = 4 * FIT + 1e-9 * size if fit != "quantity=1" else 0.1
    yield "scale", alike(one, shop.measures(plain, fit, "job.units=cm")[0], 10, 10 * within)
    if "@" in text:
        yield "turn", alike(one, shop.measures(turned(moved(text, 0), 37), fit)[0], 1, within)
    if "^" in text or ".points=" in text:
        yield "shift", alike(one, shop.measures(turned(moved(text, 25), 0), fit)[0], 1, within)
    hand = "hand=left" if text.split()[0] in ("flight", "coil", "helical_strip") else "hand=opposite"
    if text.split()[0] != "panel":
        yield "twin", alike(one, shop.measures(plain, fit, hand)[0], 1, within, ordered=False)


def main():
    shop = Shop(sys.argv[1], sys.argv[2])
    broken = kept = 0
    for name, text in SHAPES.items():
        if len(sys.argv) > 3 and sys.argv[3] not in name:
            continue
        try:
            for law, fault in faults_of(shop, text.replace("{sheet}", SHEET)):
                kept += fault is None
                if fault:
                    broken += 1
                    print(f"{name}, {law}: {fault}")
        except AssertionError as refused:
            broken += 1
            print(f"{name}: {refused}")
    print(f"{kept} kept, {broken} broken")
    return 1 if broken or not kept else 0


if __name__ == "__main__":
    sys.exit(main())
