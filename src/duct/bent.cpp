// The cheeks and walls of a duct that turns in a plane. docs/maths/duct.md (1)-(6).
#include "bent.h"

#include <algorithm>

#include "form/bends.h"
#include "juggler/geom.h"
#include "part/bounds.h"

namespace juggler {

DuctSizes duct_sizes(const Sheet& sheet) {
  if (!sheet.thickness) check(sheet, {}, {});
  const double t = *sheet.thickness;
  if (t > 0 && !sheet.sizes_on)
    throw Refusal({.reason = "is missing",
                   .key = "sheet.sizes_on",
                   .allowed = "inside, middle or outside",
                   .advice = "say on which face the sizes are measured"});
  return {t, t == 0 ? 0 : layer_of(*sheet.sizes_on, t)};
}

namespace {

// (2): of a turn on the inner face. A bend's radius is that of its concave face.
double inner_radius(const DuctWall& wall, const DuctStep& step, const Bend& bend, double thickness) {
  if (!step.sharp) return step.radius;
  const bool concave_inside = (step.turn.radians() > 0) == wall.duct_on_left;
  return common_radius(bend, thickness) + (concave_inside ? 0 : thickness);
}

double tangent_of(const DuctStep& step) { return std::tan(std::abs(step.turn.radians()) / 2); }

}  // namespace

std::vector<Arc> arcs_of(const DuctWall& wall, double out, const Bend& bend, double thickness) {
  const double side = wall.duct_on_left ? -1 : 1;  // of the outside, to the left
  Vec2 at = wall.start + side * out * Vec2{0, 1};
  double heading = 0;
  std::vector<Arc> arcs;
  const auto go = [&](double length) {
    const Arc straight{at, Angle::radians(heading), length};
    if (length > within::rounding * norm(wall.start)) arcs.push_back(straight);
    at = at + length * direction(heading);
  };
  // Of a bend the lines on both sides give way to its arc.
  const auto taken = [&](size_t i) {
    const DuctStep& s = wall.steps[i];
    return s.sharp ? inner_radius(wall, s, bend, thickness) * tangent_of(s) : 0;
  };
  for (size_t i = 0; i < wall.steps.size(); ++i) {
    const DuctStep& s = wall.steps[i];
    if (s.turn.radians() == 0) {
      double length = s.length;
      if (i > 0) length -= taken(i - 1);
      if (i + 1 < wall.steps.size()) length -= taken(i + 1);
      if (length < -within::rounding * s.length)
        throw Refusal({.reason = "is larger than the straight sides beside a bend leave",
                       .key = "bend.radius",
                       .found = shown_mm(bend.radius.value_or(0)),
                       .advice = "make the radius smaller, or the straight sides longer"});
      go(std::max(0.0, length));
      continue;
    }
    const double turn = s.turn.radians();
    const bool outwards = (turn > 0) == wall.duct_on_left;
    const double radius = inner_radius(wall, s, bend, thickness) + (outwards ? out : -out);
    const Arc arc{at, Angle::radians(heading), radius * std::abs(turn), s.turn};
    if (arc.length > 0) {
      arcs.push_back(arc);
      at = juggler::end_of(arc);
    }
    heading += turn;
  }
  return arcs;
}

DuctEnd end_of(const DuctWall& wall) {
  Vec2 at = wall.start;
  double heading = 0;
  for (const DuctStep& s : wall.steps) {
    if (s.turn.radians() == 0) {
      at = at + s.length * direction(heading);
      continue;
    }
    if (!s.sharp)
      at = juggler::end_of(Arc{at, Angle::radians(heading), s.radius * std::abs(s.turn.radians()), s.turn});
    heading += s.turn.radians();
  }
  return {at, Angle::radians(heading)};
}

namespace {

// The plane of the bend in space: the flow leaves the base along z, and turns to the left towards x.
Vec3 in_space(Vec2 way) { return {way.y, 0, way.x}; }

struct Sides {
  const BentDuct& duct;
  const Part& like;
  double thickness;

  [[nodiscard]] std::string named(const std::string& what) const {
    return like.name.empty() ? what : like.name + "-" + what;
  }
  [[nodiscard]] Part part(const std::string& what, const char* shape, Frame stands) const {
    Part p = like;
    p.name = named(what);
    p.shape = shape;
    p.place = like.place.value_or(PartPlace{});
    p.place->further = stands;
    p.set_top = top();
    p.making.hand = Hand::as_drawn;  // the duct is its own twin
    return p;
  }

  // In the middle between the walls' ends, along the flow there.
  [[nodiscard]] Frame top() const {
    const DuctEnd right = end_of(duct.right), left = end_of(duct.left);
    const Vec2 way = direction(right.heading);
    return {in_space(0.5 * (right.at + left.at)), in_space(left_of(way)), {0, 1, 0}, in_space(way)};
  }

  // (3): how far the cheek's edge lies out of the inner faces of the walls, and how wide these are.
  [[nodiscard]] double cheek_out() const { return duct.corner == DuctCorner::cheeks ? thickness : 0; }
  [[nodiscard]] double run(bool splitter) const {
    return duct.width + (duct.corner == DuctCorner::wraps && !splitter ? 2 * thickness : 0);
  }

  [[nodiscard]] Plate cheek_plate() const {
    const std::vector<Arc> right = arcs_of(duct.right, cheek_out(), duct.bend, thickness);
    const std::vector<Arc> left = arcs_of(duct.left, cheek_out(), duct.bend, thickness);
    Plate plate{.form = OpeningForm{}};
    OpeningForm& form = *plate.form;
    form.profile.kind = ProfileKind::outline;
    form.profile.about_origin = true;
    form.key = "width";
    const auto add = [&](const Arc& arc, const std::string& name) {
      form.profile.outline.push_back(drawn(arc));
      plate.edges.push_back(name);
    };
    for (const Arc& arc : right) add(arc, duct.right.name);
    const std::vector<Arc> back = reversed(left);
    add(line(juggler::end_of(right.back()), back.front().start), "top");
    for (const Arc& arc : back) add(arc, duct.left.name);
    add(line(juggler::end_of(back.back()), right.front().start), "base");
    return plate;
  }
  static DrawnCurve drawn(const Arc& arc) {
    if (is_straight(arc))
      return {.kind = DrawnCurve::Kind::line, .points = {arc.start, juggler::end_of(arc)}};
    const double turn = arc.turn.radians();
    const double radius = arc.length / turn;  // below 0 where it turns to the right
    const Vec2 centre = arc.start + radius * left_of(direction(arc.heading));
    const Angle from = heading_of(arc.start - centre);
    return {.kind = DrawnCurve::Kind::arc,
            .centre = centre,
            .a = std::abs(radius),
            .b = std::abs(radius),
            .from = from,
            .to = Angle::radians(from.radians() + turn)};
  }

  // One on each side; its lower face is the duct's inside.
  [[nodiscard]] Frame cheek_frame(bool far) const {
    const double side = far ? 1 : -1;
    return {{0, side * duct.width / 2, 0}, in_space({1, 0}), side * in_space({0, 1}), {0, side, 0}};
  }
  [[nodiscard]] Part cheek(bool far) const {
    Part p = part(far ? "cheek-1" : "cheek-2", "plate", cheek_frame(far));
    p.asked = cheek_plate();
    add_seam(p, false, {duct.right.name, duct.left.name});
    p.sheet.sizes_on.reset();
    p.making.hand = far ? Hand::as_drawn : Hand::opposite;
    return p;
  }

  // (4): along the flow where the duct lies on its left, else against it.
  [[nodiscard]] Part panel(const DuctWall& wall, bool splitter) const {
    Panel p;
    const bool along = wall.duct_on_left;
    std::vector<DuctStep> steps = wall.steps;
    if (!along) std::reverse(steps.begin(), steps.end());
    for (const DuctStep& s : steps) {
      const double turn = (along ? 1 : -1) * s.turn.radians();
      ProfileStep step;
      step.to_right = turn < 0;
      if (turn == 0) {
        if (s.length <= limits::shortest / 10) continue;
        step.line = s.length;
      } else if (s.sharp) {
        step.bend = Angle::radians(std::abs(turn));
      } else {
        step.arc = Angle::radians(std::abs(turn));
        step.radius = s.radius;
      }
      p.profile.push_back(step);
    }
    p.run = run(splitter);
    p.sizes_on = splitter ? PanelFace::middle : PanelFace::left;
    p.bend = duct.bend;
    Part made = part(wall.name, "panel", panel_frame(wall, splitter));
    made.asked = std::move(p);
    return made;
  }
  void add_seam(Part& part, bool side_b, const std::vector<std::string>& edges) const {
    if (!duct.seam) return;
    for (const std::string& edge : edges) {
      if (const auto work = work_of(*duct.seam, side_b, edge)) part.making.edges.push_back(*work);
    }
  }
  [[nodiscard]] Frame panel_frame(const DuctWall& wall, bool splitter) const {
    Vec2 at = wall.start, way{1, 0};
    if (!wall.duct_on_left) {
      const DuctEnd end = end_of(wall);
      at = end.at;
      way = Vec2{} - direction(end.heading);
    }
    Vec3 origin = in_space(at);
    origin.y = -run(splitter) / 2;
    return {origin, in_space(way), in_space(left_of(way)), {0, 1, 0}};
  }

  // (5)
  void add_meetings(Part& wall, bool splitter) const {
    for (const bool far : {true, false}) {
      EdgeMeeting m;
      m.with = named(far ? "cheek-1" : "cheek-2");
      m.edge = far ? "run end" : "run start";
      m.on_face = splitter;
      if (duct.corner == DuctCorner::cheeks) m.own_face = Face::outside;
      if (duct.corner == DuctCorner::wraps) m.other_face = Face::outside;
      if (splitter) m.own_face = Face::middle, m.other_face = Face::inside;
      m.stands = *wall.place->further;
      m.other_stands = cheek_frame(far);
      wall.meetings.push_back(std::move(m));
    }
  }
};

}  // namespace

std::vector<Part> sides_of(const BentDuct& duct, const Part& like) {
  const Sides sides{duct, like, *like.sheet.thickness};
  // In the order in which they can be put together: what lies within first.
  std::vector<Part> parts{sides.cheek(true), sides.cheek(false)};
  for (const DuctWall& splitter : duct.splitters) {
    parts.push_back(sides.panel(splitter, true));
    sides.add_meetings(parts.back(), true);
  }
  for (const DuctWall* wall : {&duct.right, &duct.left}) {
    parts.push_back(sides.panel(*wall, false));
    sides.add_seam(parts.back(), true, {"run start", "run end"});
    sides.add_meetings(parts.back(), false);
  }
  return parts;
}

}  // namespace juggler
