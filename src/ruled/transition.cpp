// The wall between two convex profiles as forms. Equation numbers: docs/maths/transitions.md.
#include <algorithm>

#include "form/cuts.h"
#include "hull.h"
#include "inside_size.h"

namespace juggler {
namespace {

// --- the form

struct Made {
  std::shared_ptr<const Hull> hull;
  std::vector<Stretch> stretches;  // once round
  std::vector<Cutter> cutters;
  double thickness = 0;
  double neutral = 0;
  double size = 0;
  bool round_base = false, finished = false;
};

// A ruling so near to where two stretches meet is meant to be there: slivers of wall have no direction.
double snapped(const std::vector<Stretch>& once, double u) {
  const double shift = two_pi * std::floor((u - once.front().piece.from) / two_pi);
  for (const Stretch& s : once) {
    for (const double end : {s.piece.from + shift, s.piece.to + shift}) {
      if (std::abs(u - end) < within::exact) return end;
    }
  }
  return u;
}

}  // namespace

std::vector<Stretch> stretches_between(const std::vector<Stretch>& once, double from, double to) {
  std::vector<Stretch> part;
  const double first = once.front().piece.from;
  const double last = once.back().piece.to;
  if (last - first < two_pi - within::same) {  // open
    from = first;
    to = last;
  } else {
    from = snapped(once, from);
    to = snapped(once, to);
  }
  for (double shift = two_pi * std::floor((from - first) / two_pi); first + shift < to; shift += two_pi) {
    for (const Stretch& s : once) {
      const double a = std::max(from, s.piece.from + shift);
      const double b = std::min(to, s.piece.to + shift);
      if (b - a < within::quadrature) continue;
      Stretch moved = s;
      moved.piece = {a, b, [ruling = s.piece.ruling, shift](double u) { return ruling(u - shift); }};
      part.push_back(std::move(moved));
    }
  }
  return part;
}

void set_wall(Form& f, std::vector<Stretch> stretches) {
  Wall wall;
  for (Stretch& s : stretches) {
    f.regions.push_back({s.kind, s.piece.from, s.piece.to, s.name});
    wall.push_back(std::move(s.piece));
  }
  f.base = rim_along(wall, f.cutters, EndName::base, f.thickness);
  f.top = rim_along(wall, f.cutters, EndName::top, f.thickness);
  f.wall = cut_at_corners(wall, f.base, f.top);
}

namespace {

// The diagonal of the box about both ends.
double size_of(const Hull& h, double thickness) {
  Vec3 low{HUGE_VAL, HUGE_VAL, HUGE_VAL};
  Vec3 high{-HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
  for (int i = 0; i < 64; ++i) {
    const Vec2 way = direction(two_pi * i / 64);
    for (const Vec3 p : {h.base.at(support(h.low, way)), h.top.at(support(h.high, way))}) {
      low = {std::min(low.x, p.x), std::min(low.y, p.y), std::min(low.z, p.z)};
      high = {std::max(high.x, p.x), std::max(high.y, p.y), std::max(high.z, p.z)};
    }
  }
  return std::max(norm(high - low), thickness);
}

Form form_between(const Made& m, const Span& span) {
  Form f;
  f.by_plan = false;
  f.open = m.hull->low.open;
  f.round_base = m.round_base;
  f.turns_back = !m.hull->low.convex() || !m.hull->high.convex();
  f.thickness = m.thickness;
  f.neutral_depth = m.neutral;
  f.finished = m.finished;
  f.size = m.size;
  f.cutters = m.cutters;
  f.before = span.before;
  f.after = span.after;
  set_wall(f, stretches_between(m.stretches, span.from - span.before, span.to + span.after));
  const auto add_profile = [&](EndName end, double layer, const EndFrame& frame, bool top) {
    f.profiles.push_back({end, layer, frame.centre, frame.x, frame.y, frame.z, [hull = m.hull, top](Vec2 p) {
                            return (top ? hull->high : hull->low).distance(p);
                          }});
  };
  add_profile(EndName::base, m.hull->base_layer, m.hull->base, false);
  add_profile(EndName::top, m.hull->top_layer, m.hull->top, true);
  return f;
}

// (11): by how much a corner must be rounder for the rulings of a layer not to cross.
struct Crossing {
  double missing = 0;  // of the breadth
  double radius = 0;   // that would be enough
};
Crossing worst_crossing(const Form& f, const Hull& h, EndName end) {
  const bool top = end == EndName::top;
  const EndFrame& frame = top ? h.top : h.base;
  const ProfileCurve& profile = top ? h.high : h.low;
  Crossing worst;
  for (const WallPiece& w : f.wall) {
    for (int i = 0; i <= 16; ++i) {
      const double u = w.from + (w.to - w.from) * i / 16;
      const Ruling r = w.ruling(u);
      const Rates v = rates(r);
      const double s = f.rim(end)(u).s;
      for (const double layer : {0.0, f.thickness}) {
        const double breadth = -(v.across + layer * v.curl + s * v.turn);
        worst.missing = std::max(worst.missing, -breadth);
        const Vec2 way = frame.part(r.n);
        const double turns = cross(way, frame.part(r.dn)) / dot(way, way);
        const double gains = -turns * dot(frame.way(left_of((1 / norm(way)) * way)), cross(r.n, r.e));
        if (breadth >= 0 || gains <= 0) continue;
        if (f.turns_back) continue;
        const double x = angle_of(way);
        const double now = profile.bows[profile.bow_at(x)].radius(x);
        worst.radius = std::max(worst.radius, now - breadth / gains);
      }
    }
  }
  return worst;
}

void check_lengths(const Form& f) {
  for (const WallPiece& w : f.wall) {
    for (int i = 0; i <= 8; ++i) {
      const double u = w.from + (w.to - w.from) * i / 8;
      const double length = f.top(u).s - f.base(u).s;
      if (length > within::same * f.size) continue;
      throw Refusal({.reason = "the ends as cut leave no wall between them",
                     .key = "height",
                     .found = "a ruling of " + shown_mm(length),
                     .allowed = "more than " + shown_mm(0),
                     .advice = "raise the height or choose another contact"});
    }
  }
}

// A fold beside curved walls has no room for a radius of its own.
void check_folds(const Transition& t, const Made& m) {
  const bool folds = std::any_of(m.stretches.begin(), m.stretches.end(),
                                 [](const Stretch& s) { return s.kind == RegionKind::fold; });
  if (!folds || of_flats(*m.hull) || m.thickness == 0 || t.bend.radius.value_or(0) == 0) return;
  throw Refusal({.reason = "is given where folds stand beside curved walls: these are sharp inside",
                 .key = "bend.radius",
                 .found = shown_mm(*t.bend.radius),
                 .allowed = "0, or nothing",
                 .advice = "leave it out, or round the corners of a profile"});
}

bool bends_both_ways(const Made& m) {
  const auto concave = [](const ProfileCurve& p) {
    return std::any_of(p.bows.begin(), p.bows.end(), [](const Bow& b) { return b.to < b.from; });
  };
  return concave(m.hull->low) || concave(m.hull->high);
}

Made made_of(const Transition& t, const Sheet& sheet) {
  Made m;
  m.hull = hull_of(t, sheet);
  m.stretches = stretches_of(m.hull);
  m.round_base = t.base.profile.kind == ProfileKind::circle;
  m.thickness = *sheet.thickness;
  m.neutral = sheet.neutral_factor * m.thickness;
  m.finished = sheet.finished;
  const auto plane = [&](EndName end, const EndFrame& frame, double layer,
                         const std::optional<Contact>& asked) {
    const Contact contact = asked.value_or(Contact::size_face);
    m.cutters.push_back(plane_cutter(end, {frame.z, dot(frame.z, frame.centre)}, contact,
                                     contact_layer(contact, layer, m.thickness, m.neutral)));
  };
  plane(EndName::base, m.hull->base, m.hull->base_layer, t.base.contact);
  plane(EndName::top, m.hull->top, m.hull->top_layer, t.top.contact);
  m.size = size_of(*m.hull, m.thickness);
  return m;
}

Form once_round(const Made& m) {
  const double first = m.stretches.front().piece.from;
  return form_between(m, {first, first + two_pi, 0, 0});
}

// The least radius of an end's corners for which no rulings cross there, to a thousandth of a millimetre
// upwards; (11) says about where it lies.
double least_corner(const Transition& t, const Sheet& sheet, EndName end, double about) {
  const auto fits = [&](double radius) {
    Transition rounder = t;
    (end == EndName::base ? rounder.base : rounder.top).profile.corner_radius = radius;
    try {
      const Made m = made_of(rounder, sheet);
      return worst_crossing(once_round(m), *m.hull, end).missing <= within::same * m.size;
    } catch (const Refusal&) {
      return false;
    }
  };
  double low = (end == EndName::base ? t.base : t.top).profile.corner_radius;
  double high = about;
  for (int i = 0; i < 8 && !fits(high); ++i) high = 1.1 * high;
  if (!fits(high)) return about;
  while (high - low > within::step) {
    const double middle = (low + high) / 2;
    (fits(middle) ? high : low) = middle;
  }
  return std::ceil(1e3 * high - within::little) / 1e3;
}

void check_crossings(const Form& f, const Made& m, const Transition& t, const Sheet& sheet) {
  const Hull& h = *m.hull;
  for (const EndName end : {EndName::base, EndName::top}) {
    const Crossing c = worst_crossing(f, h, end);
    if (c.missing <= within::same * f.size) continue;
    const std::string& key = end == EndName::base ? h.base_key : h.top_key;
    const bool cornered = key.ends_with(".corner_radius");
    const Phrase inside = cornered ? same_part_inside(t, h, m.stretches, end) : Phrase();
    const double least = cornered && !f.turns_back ? least_corner(t, sheet, end, c.radius) : c.radius;
    throw Refusal(
        {.reason =
             "the rulings of a face cross within the metal: its corners are too sharp for the thickness",
         .key = key,
         .found = "sizes at " + shown_mm(end == EndName::top ? h.top_layer : h.base_layer) +
                  " from the inside face",
         .allowed = f.turns_back ? "corners and concave stretches that are rounder than the sheet is thick"
                                 : "corners of at least " + shown_mm(least) + " radius",
         .advice = inside.empty() ? "round its corners, or size it on the inside"
                                  : "round its corners, or size the same part on the inside: " + inside});
  }
}

}  // namespace

PieceMaker pieces_of(const Transition& t, const Sheet& sheet) {
  check(sheet, {}, {});
  const Made m = made_of(t, sheet);
  check_folds(t, m);
  if (sheet.neutral_factor != 0.5 && m.thickness > 0 && bends_both_ways(m))
    throw Refusal(
        {.reason = "is counted from the concave face, which changes sides on a wall that bends both ways",
         .key = "sheet.neutral",
         .found = shown(sheet.neutral_factor),
         .allowed = "0.5 for such a wall",
         .advice = "leave it out"});
  const Form whole = once_round(m);
  check_crossings(whole, m, t, sheet);
  check_lengths(whole);
  return [m](const Span& span) { return form_between(m, span); };
}

}  // namespace juggler
