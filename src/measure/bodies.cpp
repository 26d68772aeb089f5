// Numbers of folded bodies and of what is pressed.
#include <algorithm>

#include "facts.h"
#include "say.h"

namespace juggler {
namespace {

// Of parallel bends: what the schedule and rolled arcs turn in all, against how the last face stands to the
// first in the form (whole turns apart).
Phrase sum_of_angles(const Blank& b, const Body& body, bool pressed) {
  double scheduled = 0;
  const double up = b.face_up == Face::inside ? 1 : -1;
  for (const Fold& line : bends_of(b)) {
    if (!line.hem) scheduled += (line.up ? up : -up) * line.turned.degrees();  // a hem lies beyond the form
  }
  for (const BendZone& s : body.zones) {
    if (s.rolled && !pressed) scheduled += s.angle.degrees();
  }
  const Vec3 first = body.faces.front().x;
  const Vec3 last = body.faces.back().x;
  const double stands = Angle::radians(std::atan2(cross(first, last).z, dot(first, last))).degrees();
  const double formed = stands + 360 * std::round((scheduled - stands) / 360);
  return say("{}, {} by the form",
             angle(Angle::degrees(scheduled), {"first leg", "last leg", "by the schedule"}),
             bare_angle(Angle::degrees(formed), 4, {"first leg", "last leg", "formed part"}));
}

// What came out, and what was asked.
Phrase beside(double mm, const std::optional<double>& asked, const Where& where) {
  const Phrase made = length(mm, where);
  return asked ? say("{}, asked {}", made, length(*asked, where)) : made;
}

}  // namespace

Phrase bend_text(const Bend& b, double thickness) {
  if (thickness == 0) return "sharp folds of a sheet without thickness";
  Phrase text =
      b.radius ? say("inside radius {}", length(*b.radius, {"centre of the bend", "concave face", "bend"}))
               : "radii of their own";
  if (b.neutral_factor) text += say(", neutral factor {:g} from the concave face", *b.neutral_factor);
  if (!b.table.empty()) text += say(", factors from a table of {} rows", b.table.size());
  if (b.test)
    text += say(", neutral factor {:.6g} from a test piece",
                neutral_factor(b, thickness, b.radius.value_or(0), Angle::degrees(90)));
  if (b.springback)
    text += say(", springback {} on 90 deg", angle(*b.springback, {"angle pressed", "angle left", "bend"}));
  return text;
}

std::string bend_words(const Bend& b) {
  if (b.neutral_factor) return fmt::format("bends: neutral factor {:g}", *b.neutral_factor);
  return !b.table.empty() ? "bends by a table" : b.test ? "bends by a test piece" : "no bends";
}

std::vector<WallNumbers> wall_numbers(const Body& body) {
  std::vector<WallNumbers> walls;
  if (!body.bodies.empty()) return walls;  // another part has cut some of what they are measured on
  for (const SharpFace& f : body.sharp_faces) {
    WallNumbers w{f.name};
    const size_t n = f.corners.size();
    for (size_t k = 0; k < n; ++k) {
      const Vec3 a = f.corners[(k + n - 1) % n] - f.corners[k];
      const Vec3 b = f.corners[(k + 1) % n] - f.corners[k];
      w.corners.push_back(Angle::radians(std::atan2(norm(cross(a, b)), dot(a, b))));
    }
    // The height of the wall in its own plane, square to its first side.
    const Vec3 first = f.corners[1] - f.corners[0];
    for (const Vec3 c : f.corners)
      w.slant = std::max(w.slant, norm(cross(c - f.corners[0], first)) / norm(first));
    w.lean = Angle::radians(std::asin(std::clamp(f.normal.z, -1.0, 1.0)));
    walls.push_back(std::move(w));
  }
  return walls;
}

void add_pressed_numbers(std::vector<Fact>& rows, const Blank& b) {
  if (!b.pressed) return;
  const Pressed& p = *b.pressed;
  const size_t in_gap = b.folds_in_gap.size();
  rows.push_back({"hits", in_gap ? fmt::format("{}, {} of them in the seam's gap: not made", p.hits, in_gap)
                                 : fmt::format("{}", p.hits)});
  rows.push_back(
      {"facet error", beside(p.facet_error, p.asked.facet_error, {"flat", "smooth form", "neutral layer"})});
  rows.push_back({"widest facet",
                  beside(p.facet_width, p.asked.facet_width, {"bend line", "bend line", "neutral layer"})});
  for (const auto& [name, out] : {std::pair{"base", p.base_out}, {"top", p.top_out}}) {
    if (out > within::beside * b.size)
      rows.push_back({std::string(name) + " out of its plane",
                      say("{}, pressed", length(out, {"plane of the end", "edge as cut", "neutral layer"}))});
  }
  rows.push_back(
      {b.folding ? "facets at an arc's ends" : "first and last facet",
       say("{}, {}",
           length(p.start_width, {b.folding ? "start of the arc" : "seam start", "first bend line", "blank"}),
           length(p.end_width, {"last bend line", b.folding ? "end of the arc" : "seam end", "blank"}))});
}

void add_folded_numbers(std::vector<Fact>& rows, const Blank& b, const Body& body, bool pressed) {
  const Box3 box = box_of(body);
  const auto overall = [](double mm, const char* along) {
    return length(mm, {"outermost metal", "outermost metal", along});
  };
  rows.push_back(
      {"formed, overall",
       say("{} x {} x {}{}", overall(box.high.x - box.low.x, "x"), overall(box.high.y - box.low.y, "y"),
           overall(box.high.z - box.low.z, "z"), b.tabs.empty() ? "" : ", without laps and hems")});
  const auto bends =
      std::count_if(bends_of(b).begin(), bends_of(b).end(), [](const Fold& l) { return !l.hit(); });
  if (bends > 0) rows.push_back({"bends", fmt::format("{}", bends)});
  for (const Fold& l : bends_of(b)) {
    if (l.hit()) continue;
    const bool parallel = std::abs(l.datum_to - l.datum_from) <= within::same * b.size;
    const Where where{l.datum, "bend line " + l.tag, "blank"};
    const Phrase to = parallel ? Phrase() : " to " + length(l.datum_to, where);
    rows.push_back({"bend " + l.tag,
                    say("{}{} from {}, {} {}", length(l.datum_from, where), to, l.datum, l.up ? "up" : "down",
                        angle(l.turned, {"flat", "bent", "turned"}, 3)),
                    RowKind::elsewhere});
  }
  if (body.lie == Lie::profile && !has_flanges(body) && !bends_of(b).empty())
    rows.push_back({"angles turned", sum_of_angles(b, body, pressed)});
  add_pressed_numbers(rows, b);
  if (b.folding->relief > 0)
    rows.push_back({"widest relief", length(b.folding->relief, {"side", "side", "blank"})});
  if (b.fit_error > 0)
    rows.push_back({"fitted arcs", say("differing by at most {}",
                                       length(b.fit_error, {"true curve", "arcs", "outline as cut"}))});
}

std::vector<JointNumbers> joints_of(const PieceResult& piece) {
  if (!piece.blank.folding) return {};
  const Folding& f = *piece.blank.folding;
  const auto face = [&](const BlankJoint& j) { return f.faces[static_cast<size_t>(j.face)].name; };
  const auto along = [](const BlankJoint& j) {
    return exact(j.length, Amount::Of::length, {"end", "end", "edge as cut"});
  };
  std::vector<JointNumbers> joints;
  for (size_t i = 0; i < f.joints.size(); ++i) {
    const BlankJoint& j = f.joints[i];
    if (i > 0 && f.joints[i - 1].name == j.name) continue;
    const bool both = i + 1 < f.joints.size() && f.joints[i + 1].name == j.name;
    JointNumbers one{j.name,
                     face(j),
                     {along(j)},
                     exact(j.angle.degrees(), Amount::Of::angle, {"face", "face", "normals"}, 3, false),
                     j.open,
                     j.lapped,
                     exact(j.clearance, Amount::Of::length, {"edge", "what it meets", "joint"})};
    if (both) {
      one.faces += "; " + face(f.joints[i + 1]);
      one.lengths.push_back(along(f.joints[i + 1]));
    }
    joints.push_back(std::move(one));
  }
  return joints;
}

}  // namespace juggler
