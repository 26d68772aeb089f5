// What a folded part is made from and comes to, in words, and its bend schedule.
#include <algorithm>

#include "facts.h"
#include "say.h"

namespace juggler {
namespace {

Phrase bend_text(const Bend& b, double thickness) {
  if (thickness == 0) return "sharp folds of a sheet without thickness";
  Phrase text =
      b.radius ? say("inside radius {}", length(*b.radius, {"centre of the bend", "hollow face", "bend"}))
               : "radii of their own";
  if (b.neutral) text += say(", neutral factor {:g} from the hollow face", *b.neutral);
  if (!b.table.empty()) text += say(", factors from a table of {} rows", b.table.size());
  if (b.test)
    text += say(", neutral factor {:.6g} from a test piece",
                neutral_factor(b, thickness, b.radius.value_or(0), Angle::degrees(90)));
  if (b.springback)
    text += say(", springback {} on 90 deg", angle(*b.springback, {"angle pressed", "angle left", "bend"}));
  return text;
}

Phrase step_text(const ProfileStep& s) {
  if (s.line) return length(*s.line, {"end of the step", "end of the step", "lines measured on"});
  const char* way = s.to_right ? "right" : "left";
  if (s.bend) return say("bend {} {}", given_angle(*s.bend, {"leg", "leg", "turned"}), way);
  return say("arc {} {} radius {}", given_angle(*s.arc, {"end", "end", "turned"}), way,
             length(*s.radius, {"axis of the arc", "inside", "arc"}));
}

void panel_rows(std::vector<Fact>& rows, const PieceResult& p, const Panel& panel) {
  Phrase profile;
  for (const ProfileStep& s : panel.profile) profile += Phrase(profile.empty() ? "" : "; ") + step_text(s);
  rows.push_back({"profile", profile});
  const char* face = panel.sizes_on          ? name_of(*panel.sizes_on)
                     : p.part.sheet.sizes_on ? name_of(*p.part.sheet.sizes_on)
                                             : "middle";
  rows.push_back({"lines measured", std::string("on the ") + face});
  rows.push_back({"run", length(*panel.run, {"run start", "run end", "along the bends"})});
  if (std::any_of(panel.profile.begin(), panel.profile.end(),
                  [](const ProfileStep& s) { return s.arc.has_value(); }))
    rows.push_back(
        {"arcs", say("{}, neutral factor {:g}", pressing_text(p.part.making.bending), p.part.sheet.neutral)});
  rows.push_back({"bends", bend_text(panel.bend, *p.part.sheet.thickness)});
}

Phrase direction_text(const Flange& f) {
  constexpr const char* words[]{"upright", "level", "square to the wall"};
  if (f.direction != FlangeDirection::at_angle) return words[static_cast<size_t>(f.direction)];
  return say("at {} from level outwards", given_angle(f.rise, {"level", "flange", ""}));
}

void hopper_rows(std::vector<Fact>& rows, const PieceResult& p, const Hopper& h) {
  const auto end = [&](const char* name, const RectangleSize& r) {
    const char* face = name_of(r.sizes_on ? *r.sizes_on : p.part.sheet.sizes_on.value_or(Face::middle));
    rows.push_back(
        {name, say("width {}, length {}, on the {}", length(*r.width, {"wall -x", "wall +x", face}),
                   length(*r.length, {"wall -y", "wall +y", face}), face)});
  };
  end("base", h.base);
  end("top", h.top);
  rows.push_back({"height", length(*h.height, {"base plane", "top plane", "axis"})});
  if (!(h.shift == Vec2{})) rows.push_back({"top shift", shift_of(h.shift)});
  rows.push_back(
      {"seam", say("{} {}, {}, gap {}", h.seam % 2 == 0 ? "in wall" : "at hip", name_of_eighth(h.seam),
                   h.pieces == 1 ? "one piece" : fmt::format("{} pieces", h.pieces),
                   length(p.part.seam.gap.value_or(0), {"edge", "edge", "joint"}))});
  if (h.pieces > 1 || h.seam % 2 == 1)
    rows.push_back(
        {"welded hips", h.corner == Corner::lapped ? "lapped by the walls +x and -x" : "touch inside"});
  for (const Flange& f : h.flanges) {
    rows.push_back({std::string(name_of(f.end)) + " flange",
                    say("{} wide, {}, corners {} apart",
                        length(*f.width, {"corner of wall and flange", "free edge", "size face"}),
                        direction_text(f), length(f.clearance, {"flange", "flange", "corner"}))});
  }
  if (!h.flanges.empty()) rows.push_back({"relief", name_of(h.relief)});
  rows.push_back({"bends", bend_text(h.bend, *p.part.sheet.thickness)});
}

// Of parallel bends: what the schedule and rolled arcs turn in all, against how the last plate stands to the
// first in the form (whole turns apart).
Phrase sum_of_angles(const PieceResult& p) {
  double scheduled = 0;
  const double up = p.blank.face_up == Face::inside ? 1 : -1;
  for (const BendLine& b : p.blank.bends) {
    if (!b.hem) scheduled += (b.up ? up : -up) * b.turned.degrees();  // a hem lies beyond the form
  }
  for (const Strip& s : p.folded()->strips) {
    if (s.rolled && p.part.making.bending.smooth()) scheduled += s.angle.degrees();
  }
  const Vec3 first = p.folded()->plates.front().x;
  const Vec3 last = p.folded()->plates.back().x;
  const double stands = Angle::radians(std::atan2(cross(first, last).z, dot(first, last))).degrees();
  const double formed = stands + 360 * std::round((scheduled - stands) / 360);
  return say("{}, {} by the form",
             angle(Angle::degrees(scheduled), {"first leg", "last leg", "by the schedule"}),
             bare_angle(Angle::degrees(formed), 4, {"first leg", "last leg", "formed part"}));
}

Phrase polygon_text(const PolygonSize& s) {
  if (s.point) return "a point";
  if (s.across_flats)
    return length(*s.across_flats, {"side", "opposite side", "size face"}) + " across flats";
  if (s.across_corners)
    return length(*s.across_corners, {"corner", "opposite corner", "size face"}) + " across corners";
  if (s.side) return "sides of " + length(*s.side, {"corner", "corner", "size face"});
  return "as the base";
}

std::string listed(const std::vector<std::string>& names) {
  std::string all;
  for (const std::string& name : names) all += (all.empty() ? "" : ", ") + name;
  return all;
}

void net_rows(std::vector<Fact>& rows, const PieceResult& p, const Net& n) {
  if (n.faces.empty()) {
    rows.push_back({"base", say("{} sides, {}", n.sides, polygon_text(n.base))});
    rows.push_back({"top", polygon_text(n.top)});
    rows.push_back({"height", length(*n.height, {"base plane", "top plane", "axis"})});
    if (!(n.shift == Vec2{})) rows.push_back({"top shift", shift_of(n.shift)});
  } else {
    rows.push_back({"body", say("{} faces, {} points", n.faces.size(), n.points.size())});
  }
  add_slants(rows, n.ends);
  if (*p.part.sheet.thickness > 0)
    rows.push_back({"sizes", say("on the {}", name_of(*p.part.sheet.sizes_on))});
  if (!n.open.empty()) rows.push_back({"left open", listed(n.open)});
  rows.push_back({"bent", n.bends.empty() ? "chosen for the shortest joints" : listed(n.bends)});
  rows.push_back({"joints", say("{}, gap {}", n.corner == Corner::lapped ? "lapped" : "touching inside",
                                length(p.part.seam.gap.value_or(0), {"edge", "edge", "joint"}))});
  rows.push_back({"relief", name_of(n.relief)});
  rows.push_back({"bends", bend_text(n.bend, *p.part.sheet.thickness)});
}

}  // namespace

bool sized_on_middle(const PartJob& part) {
  const auto* strip = std::get_if<HelicalStrip>(&part.asked);
  return std::holds_alternative<Flight>(part.asked) || std::holds_alternative<RuledWall>(part.asked) ||
         (strip && strip->tilt);
}

std::string neutral_text(const PartJob& part) {
  if (const auto* tube = std::get_if<Tube>(&part.asked))
    return std::string("opened on its ") + name_of(tube->opened_on);
  if (sized_on_middle(part)) return "sizes on the middle";
  if (stretched_as(part.asked, part.sheet, part.seam)) return "laid out on the middle";
  const auto bends = [](const Bend& b) {
    if (b.neutral) return fmt::format("bends: neutral factor {:g}", *b.neutral);
    return std::string(!b.table.empty() ? "bends by a table" : b.test ? "bends by a test piece" : "no bends");
  };
  if (const auto* panel = std::get_if<Panel>(&part.asked)) return bends(panel->bend);
  if (const auto* hopper = std::get_if<Hopper>(&part.asked)) return bends(hopper->bend);
  const auto* transition = std::get_if<Transition>(&part.asked);
  if (transition && is_folded(*transition, part.sheet)) return bends(transition->bend);
  if (const auto* net = std::get_if<Net>(&part.asked)) return bends(net->bend);
  return fmt::format("neutral factor {:g}", part.sheet.neutral);
}

Phrase pressing_text(const Pressing& p) {
  if (p.hits) return say("pressed, {} hits", *p.hits);
  if (p.flat_width)
    return say("pressed in flats of {}", length(*p.flat_width, {"bend line", "bend line", "neutral layer"}));
  if (p.facet_error)
    return say("pressed, facet error at most {}",
               length(*p.facet_error, {"flat", "smooth form", "neutral layer"}));
  return "rolled smooth";
}

std::vector<WallNumbers> wall_numbers(const Body& body) {
  std::vector<WallNumbers> walls;
  for (const Facet& f : body.facets) {
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

void add_tube_sizes(std::vector<Fact>& rows, const PieceResult& p) {
  const auto* t = std::get_if<Tube>(&p.part.asked);
  if (!t) return;
  const Where across{"side", "opposite side", "outside"};
  const Phrase size = t->diameter ? "dia " + length(*t->diameter, {"wall", "wall across the axis", "outside"})
                      : t->side
                          ? "square, side " + length(*t->side, across)
                          : say("width {}, depth {}", length(*t->width, across), length(*t->depth, across));
  if (!t->named.empty()) rows.push_back({"named", t->named});
  rows.push_back({"tube", size + " outside"});
  if (t->corner > 0)
    rows.push_back(
        {"corners", length(t->corner, {"axis of the corner", "wall", "outside"}) + " radius outside"});
  rows.push_back({"wall", length(*t->wall, {"inside", "outside", ""})});
  rows.push_back({"length", length(*t->length, {"end", "end", "axis"})});
  rows.push_back({"opened", say("on its {}, slit {}", name_of(t->opened_on),
                                t->round() ? say("at plan angle {}", plan_angle(p.part.seam.at))
                                           : say("in side {}", name_of_eighth(t->slit)))});
  add_slants(rows, t->ends);
}

void add_folded_sizes(std::vector<Fact>& rows, const PieceResult& p) {
  if (const auto* panel = std::get_if<Panel>(&p.part.asked)) panel_rows(rows, p, *panel);
  if (const auto* hopper = std::get_if<Hopper>(&p.part.asked)) hopper_rows(rows, p, *hopper);
  if (const auto* net = std::get_if<Net>(&p.part.asked)) net_rows(rows, p, *net);
  if (const auto* t = std::get_if<Transition>(&p.part.asked)) {
    add_ruled_sizes(rows, p);
    rows.push_back({"bends", bend_text(t->bend, *p.part.sheet.thickness)});
  }
}

void add_slants(std::vector<Fact>& rows, const std::vector<SlantingEnd>& ends) {
  for (const SlantingEnd& e : ends)
    rows.push_back({std::string(name_of(e.end)) + " slants",
                    say("{} on the axis, tilt {}, uphill {}",
                        length(e.height.value_or(0), {"base plane", "plane of the end", "axis"}),
                        angle(e.tilt, {"level", "plane of the end", ""}), plan_angle(e.uphill))});
}

namespace {

// What came out, and what was asked.
Phrase beside(double mm, const std::optional<double>& asked, const Where& where) {
  const Phrase made = length(mm, where);
  return asked ? say("{}, asked {}", made, length(*asked, where)) : made;
}

}  // namespace

void add_pressed_numbers(std::vector<Fact>& rows, const Blank& b) {
  if (!b.pressed) return;
  const Pressed& p = *b.pressed;
  rows.push_back({"hits", fmt::format("{}", p.hits)});
  rows.push_back(
      {"facet error", beside(p.facet_error, p.asked.facet_error, {"flat", "smooth form", "neutral layer"})});
  rows.push_back(
      {"widest flat", beside(p.flat_width, p.asked.flat_width, {"bend line", "bend line", "neutral layer"})});
  for (const auto& [name, out] : {std::pair{"base", p.base_out}, {"top", p.top_out}}) {
    if (out > within::beside * b.size)
      rows.push_back({std::string(name) + " out of its plane",
                      say("{}, pressed", length(out, {"plane of the end", "edge as cut", "neutral layer"}))});
  }
  rows.push_back(
      {b.folding ? "flats at an arc's ends" : "first and last flat",
       say("{}, {}",
           length(p.start_width, {b.folding ? "start of the arc" : "seam start", "first bend line", "blank"}),
           length(p.end_width, {"last bend line", b.folding ? "end of the arc" : "seam end", "blank"}))});
}

void add_folded_numbers(std::vector<Fact>& rows, const PieceResult& p) {
  const Blank& b = p.blank;
  const Box3 box = box_of(*p.folded());
  const auto overall = [](double mm, const char* along) {
    return length(mm, {"outermost metal", "outermost metal", along});
  };
  rows.push_back(
      {"formed, overall", say("{} x {} x {}", overall(box.high.x - box.low.x, "x"),
                              overall(box.high.y - box.low.y, "y"), overall(box.high.z - box.low.z, "z"))});
  const auto bends = std::count_if(b.bends.begin(), b.bends.end(), [](const BendLine& l) { return !l.hit; });
  if (bends > 0) rows.push_back({"bends", fmt::format("{}", bends)});
  for (const BendLine& l : b.bends) {
    if (l.hit) continue;
    const bool parallel = std::abs(l.datum_to - l.datum_from) <= within::same * b.size;
    const Where where{l.datum, "bend line " + l.tag, "blank"};
    const Phrase to = parallel ? Phrase() : " to " + length(l.datum_to, where);
    rows.push_back({"bend " + l.tag,
                    say("{}{} from {}, {} {}", length(l.datum_from, where), to, l.datum, l.up ? "up" : "down",
                        angle(l.turned, {"flat", "bent", "turned"}, 3)),
                    RowKind::elsewhere});
  }
  if (p.folded()->lie == Lie::profile && !b.bends.empty())
    rows.push_back({"angles turned", sum_of_angles(p)});
  add_pressed_numbers(rows, b);
  if (b.folding->relief > 0)
    rows.push_back({"widest relief", length(b.folding->relief, {"side", "side", "blank"})});
  if (b.fit_error > 0)
    rows.push_back({"fitted arcs",
                    say("at most {} off", length(b.fit_error, {"true curve", "arcs", "outline as cut"}))});
}

std::vector<JointNumbers> joints_of(const PieceResult& piece) {
  const Folding& f = *piece.blank.folding;
  const auto plate = [&](const BlankJoint& j) { return f.plates[static_cast<size_t>(j.plate)].name; };
  const auto along = [](const BlankJoint& j) {
    return exact(j.length, Amount::Of::length, {"end", "end", "edge as cut"});
  };
  std::vector<JointNumbers> joints;
  for (size_t i = 0; i < f.joints.size(); ++i) {
    const BlankJoint& j = f.joints[i];
    if (i > 0 && f.joints[i - 1].name == j.name) continue;
    const bool both = i + 1 < f.joints.size() && f.joints[i + 1].name == j.name;
    JointNumbers one{j.name,
                     plate(j),
                     {along(j)},
                     exact(j.angle.degrees(), Amount::Of::angle, {"plate", "plate", "normals"}, 3, false),
                     j.open,
                     j.lapped,
                     exact(j.clearance, Amount::Of::length, {"edge", "what it meets", "joint"})};
    if (both) {
      one.plates += "; " + plate(f.joints[i + 1]);
      one.lengths.push_back(along(f.joints[i + 1]));
    }
    joints.push_back(std::move(one));
  }
  return joints;
}

}  // namespace juggler
