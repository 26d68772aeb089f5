// A saddle rolled up again. docs/maths/plates.md (15), (16).
#include <algorithm>

#include "meet/neighbour.h"
#include "proof/formed_openings.h"
#include "saddle.h"

namespace juggler {
namespace {

constexpr int looks_on_arc = 8;

double distance_from(const Outline& outline, Vec2 p) {
  double least = HUGE_VAL;
  for (const Arc& arc : outline) least = std::min(least, nearest(p, arc).distance);
  return least;
}

const BlankOpening* hole_in(const Blank& b) {
  const auto hole = std::find_if(b.openings.begin(), b.openings.end(), [&](const BlankOpening& o) {
    return o.group >= 0 && b.groups[static_cast<size_t>(o.group)].key == "for";
  });
  return hole == b.openings.end() ? nullptr : &*hole;
}

// (15): the lower face of a place, rolled up, from the outside of what it lies on.
double off_wall(const FormedPlace& rolled, const NeighbourFace& face, double depth, Vec2 p) {
  const auto at = rolled(p);
  if (!at) return NAN;
  const auto off = face.from(at->at - depth * at->normal);
  return off ? std::abs(off->first) : NAN;
}

// (16): of an edge all at one distance from a hole without hollows the area follows from that one's.
double area_off(const Outline& outer, const Outline& hole, double width) {
  if (!is_convex(hole)) return 0;
  const double asked = std::abs(signed_area(hole)) + width * length_of(hole) + pi * width * width;
  return std::abs(std::abs(signed_area(outer)) - asked);
}

}  // namespace

Proof prove_saddle(const Blank& blank, const Saddle& saddle, const Plate& plate) {
  Proof p;
  const BlankOpening* hole = hole_in(blank);
  if (!blank.cut_out || blank.forming.empty() || !hole)
    throw Refusal({.reason = "the blank is not one of a saddle, as the part is"});
  const Form& f = *saddle.wall;
  const Outline edge = bare_outline(blank);
  const double fit = blank.groups[static_cast<size_t>(hole->group)].fit_error;
  p.allowed = within::same * plate.at_end->lies_on->form->size + blank.fit_error + fit;
  p.allowed_area = p.allowed * length_of(edge);
  const FormedPlace rolled = rolled_up(blank, f);
  const NeighbourFace face(plate.at_end->lies_on, Face::outside, 0);
  GivenMiss miss;
  const auto look = [&](Vec2 at, const char* what) {
    miss.look(off_wall(rolled, face, f.neutral_depth, at), what);
  };
  for (const Arc& arc : hole->outline) {
    look(arc.start, "hole on the wall");
    if (!plate.form)
      miss.look(std::max(0.0, *plate.at_end->width - distance_from(edge, arc.start)), "width as given");
  }
  for (const Arc& arc : edge) {
    for (int i = 0; i < looks_on_arc; ++i) {
      const Vec2 at = point_at(arc, arc.length * i / looks_on_arc);
      look(at, "edge on the wall");
      if (plate.form) {
        const Vec2 own = placed(at - hole->centre, {hole->mirrored, {}, {}});
        const Angle level = placed_heading(hole->heading, {hole->mirrored, {}, {}});
        const Vec2 x = direction(level);
        miss.look(off_form(*plate.form, {dot(own, x), dot(own, left_of(x))}), "form as given");
      } else {
        miss.look(std::abs(distance_from(hole->outline, at) - *plate.at_end->width), "width as given");
      }
    }
  }
  if (!plate.form) p.area_mismatch = area_off(edge, hole->outline, *plate.at_end->width);
  const OpeningProof openings =
      prove_openings(blank, rolled, -f.neutral_depth, f.thickness - f.neutral_depth);
  p.opening_mismatch = openings.mismatch;
  p.passed = openings.passed && p.area_mismatch <= p.allowed_area;
  hold_against(p, miss, p.allowed);
  return p;
}

Seen saddle_seen(const std::shared_ptr<const Saddle>& saddle, const Blank& blank) {
  // Lines on the flat, and where they come to stand.
  const auto rolled = std::make_shared<const FormedPlace>(rolled_up(blank, *saddle->wall));
  std::vector<Outline> outlines{outline(blank)};
  for (const BlankOpening& o : blank.openings) outlines.push_back(o.outline);
  const auto on = [=](const Outline& o, double share) {
    double along = share * length_of(o);
    for (const Arc& arc : o) {
      if (along <= arc.length) return (*rolled)(point_at(arc, along))->at;
      along -= arc.length;
    }
    return (*rolled)(o.front().start)->at;
  };
  Seen seen;
  const Ruling middle = ruling_at(saddle->wall->wall, saddle->u);
  seen.pictorial = pictorial_from(Angle::radians(std::atan2(middle.n.y, middle.n.x) + 0.5));
  seen.scene = [=](const Projection&) {
    Scene scene;
    scene.size = saddle->wall->size;
    constexpr int steps = 144;
    for (const Outline& o : outlines)
      scene.lines.push_back({[=](double i) { return on(o, i / steps); }, steps});
    return scene;
  };
  return seen;
}

}  // namespace juggler
