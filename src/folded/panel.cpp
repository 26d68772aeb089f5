// A panel: its profile walked twice, on its neutral layer for the plates and on its size face for what they
// are asked to meet. docs/maths/folded.md (13)-(15).
#include <algorithm>
#include <array>

#include "form/bends.h"
#include "juggler/form.h"

namespace juggler {
namespace {

std::string step_key(size_t i, const char* what) {
  return "profile." + std::to_string(i + 1) + (what[0] ? std::string(".") + what : "");
}

[[noreturn]] void refuse_step(size_t i, const char* what, const Phrase& reason, const Phrase& found,
                              const Phrase& allowed, const Phrase& advice = {}) {
  throw Refusal(
      {.reason = reason, .key = step_key(i, what), .found = found, .allowed = allowed, .advice = advice});
}

void check_between(size_t i, const char* what, double value, double least, double most, const char* unit) {
  if (value >= least && value <= most) return;
  refuse_step(i, what, "is out of range", in_unit(value, unit), in_range(least, most, unit));
}

void check_step(const Panel& panel, size_t i) {
  const ProfileStep& s = panel.profile[i];
  const int given = (s.line ? 1 : 0) + (s.bend ? 1 : 0) + (s.arc ? 1 : 0);
  if (given != 1)
    refuse_step(i, "", "is one of a line, a bend and an arc", std::to_string(given) + " of them",
                "exactly one");
  if (s.line) check_between(i, "line", *s.line, limits::shortest, 1e6, "mm");
  if (s.bend) check_between(i, "bend", s.bend->degrees(), 0.01, 178, "degrees");
  if (s.arc) check_between(i, "arc", s.arc->degrees(), 0.01, 360, "degrees");
  if (s.radius) check_between(i, "radius", *s.radius, 0, 1e6, "mm");
  if (s.line && s.radius)
    refuse_step(i, "radius", "belongs to no line", shown_mm(*s.radius), "a bend or an arc");
  if (s.arc && !s.radius) refuse_step(i, "arc", "has no radius", shown_degrees(*s.arc), "arc and radius");
  if (!s.bend) return;
  const bool between =
      i > 0 && i + 1 < panel.profile.size() && panel.profile[i - 1].line && panel.profile[i + 1].line;
  if (!between)
    refuse_step(i, "bend", "does not lie between two lines", shown_degrees(*s.bend), "line, bend, line",
                "give the lines on both sides, or an arc with its radius");
}

void check_flange(const Panel& panel, const PanelFlange& f) {
  const auto out_of_range = [&](const char* what, const Phrase& found, const Phrase& allowed) {
    throw Refusal({.reason = "is out of range", .key = f.key + what, .found = found, .allowed = allowed});
  };
  if (!f.width)
    throw Refusal({.reason = "is missing", .key = f.key + ".width", .advice = "say how wide the flange is"});
  if (!(*f.width >= limits::shortest && *f.width <= 1e6))
    out_of_range(".width", shown_mm(*f.width), mm_range(limits::shortest, 1e6));
  if (!(f.turned.degrees() > 0.01 && f.turned.degrees() <= 150))
    out_of_range(".angle", shown_degrees(f.turned), "over 0.01 to 150 degrees");
  if (!(f.clearance >= 0 && f.clearance <= 1e6))
    out_of_range(".clearance", shown_mm(f.clearance), mm_range(0, 1e6));
  if (f.at_end ? panel.end : panel.start)
    throw Refusal({.reason = "stands at an end of the run that is mitred",
                   .key = f.key + ".end",
                   .found = f.at_end ? "end" : "start",
                   .advice = "leave the flange or the mitre out"});
  const auto same = [&](const PanelFlange& other) { return other.at_end == f.at_end; };
  if (std::count_if(panel.flanges.begin(), panel.flanges.end(), same) > 1)
    throw Refusal({.reason = "stands at an end of the run that has one already",
                   .key = f.key + ".end",
                   .found = f.at_end ? "end" : "start",
                   .advice = "leave one of the two out"});
}

void check_panel(const Panel& panel) {
  if (panel.profile.empty())
    throw Refusal({.reason = "is missing",
                   .key = "profile",
                   .advice = "list the lines, bends and arcs of the profile"});
  if (!panel.run)
    throw Refusal(
        {.reason = "is missing", .key = "run", .advice = "give the panel's length square to its profile"});
  if (!(*panel.run >= limits::shortest && *panel.run <= 1e6))
    throw Refusal({.reason = "is out of range",
                   .key = "run",
                   .found = shown_mm(*panel.run),
                   .allowed = mm_range(0.001, 1e6)});
  for (const auto* m : {&panel.start, &panel.end}) {
    if (*m && !(std::abs((*m)->angle.degrees()) <= 80))
      throw Refusal({.reason = "is out of range",
                     .key = (*m)->key + ".angle",
                     .found = shown_degrees((*m)->angle),
                     .allowed = "-80 to 80 degrees"});
  }
  for (size_t i = 0; i < panel.profile.size(); ++i) {
    check_step(panel, i);
    if (i > 0 && panel.profile[i].line && panel.profile[i - 1].line)
      refuse_step(i, "line", "follows a line", shown_mm(*panel.profile[i].line),
                  "a bend or an arc between two lines");
  }
  for (const PanelFlange& f : panel.flanges) check_flange(panel, f);
}

PanelFace face_of(const Panel& panel, const Sheet& sheet) {
  if (panel.sizes_on) return *panel.sizes_on;
  if (sheet.sizes_on == Face::middle || *sheet.thickness == 0) return PanelFace::middle;
  throw Refusal(
      {.reason = sheet.sizes_on
                     ? "is missing: a panel has no inside and no outside, as the sheet's sizes_on says"
                     : "is missing: the face the lengths are measured on",
       .key = "sizes_on",
       .allowed = "concave_side, middle, convex_side, left or right",
       .advice = "say on which face the profile's lengths are measured"});
}

// The layer that the size face is beside a bend to one side; (13).
double layer_beside(PanelFace face, bool to_right, double t) {
  if (face == PanelFace::middle) return t / 2;
  if (face == PanelFace::left) return 0;
  if (face == PanelFace::right) return t;
  return (face == PanelFace::concave_side) == to_right ? t : 0;
}

class Walk {
 public:
  Walk(const Panel& panel, const Sheet& sheet)
      : panel_(panel), sheet_(sheet), t_(*sheet.thickness), face_(face_of(panel, sheet)) {
    body_.thickness = t_;
    body_.lie = Lie::profile;
    body_.face_names = {"left", "right"};
    body_.bend = panel.bend;
    at_ = {0, 0, 0};
    // A plate has no bend that would say which of its faces is concave.
    layer_ = face_ == PanelFace::middle ? t_ / 2 : face_ == PanelFace::right ? t_ : 0;
    for (const ProfileStep& s : panel.profile) {
      if (s.line) continue;
      layer_ = layer_beside(face_, s.to_right, t_);
      break;
    }
    first_layer_ = layer_;
    run_to_ = *panel.run;
    for (const PanelFlange& f : panel.flanges)
      (f.at_end ? run_to_ : run_from_) += (f.at_end ? -1 : 1) * back(f);
    if (run_to_ - run_from_ < limits::shortest)
      throw Refusal({.reason = "is shorter than the folds of its flanges take",
                     .key = "run",
                     .found = shown_mm(*panel.run),
                     .allowed = "more than " + shown_mm(*panel.run - run_to_ + run_from_)});
  }

  Body body() {
    if (!panel_.profile.front().line) add_face(0, {});
    for (size_t i = 0; i < panel_.profile.size(); ++i) {
      const ProfileStep& s = panel_.profile[i];
      if (s.line) {
        add_line(i);
        continue;
      }
      turn(i);
      const bool face_follows = i + 1 < panel_.profile.size() && panel_.profile[i + 1].line;
      if (!face_follows) add_face(0, {});
    }
    place();
    if (panel_.start || panel_.end) {  // zones count from where the start comes to lie
      mitre(panel_.start.value_or(PanelMitre{}), false);
      mitre(panel_.end.value_or(PanelMitre{}), true);
    }
    for (const PanelFlange& f : panel_.flanges) add_flange(f);
    const Box3 box = box_of(body_);
    body_.size = norm(box.high - box.low);
    return std::move(body_);
  }

 private:
  [[nodiscard]] const ProfileStep* step(size_t i) const {
    return i < panel_.profile.size() ? &panel_.profile[i] : nullptr;
  }
  [[nodiscard]] Vec3 heading() const { return {std::cos(heading_), std::sin(heading_), 0}; }
  [[nodiscard]] Vec3 normal() const { return {std::sin(heading_), -std::cos(heading_), 0}; }

  [[nodiscard]] double concave_radius(size_t i) const {
    const ProfileStep& s = panel_.profile[i];
    if (s.bend) return bend_radius(s);
    const double layer = layer_beside(face_, s.to_right, t_);
    const double r = *s.radius - (s.to_right ? t_ - layer : layer);
    if (r < 0)
      refuse_step(i, "radius", "leaves the concave face of the arc no radius", shown_mm(*s.radius),
                  "at least " + shown_mm(*s.radius - r) + " on this face");
    return r;
  }
  [[nodiscard]] double bend_radius(const ProfileStep& s) const {
    return s.radius ? *s.radius : common_radius(panel_.bend, t_);
  }
  // How far the tangent line of a neighbour stands back from the line's end, on the size face.
  [[nodiscard]] double setback(const ProfileStep* s) const {
    if (!s || !s->bend) return 0;
    const double layer = layer_beside(face_, s->to_right, t_);
    const double r = bend_radius(*s) + (s->to_right ? t_ - layer : layer);
    return r * std::tan(s->bend->radians() / 2);
  }

  void add_face(double width, const std::string& name) {
    BodyFace p{name, {}, {}, {}, {}, {{0, run_from_}, {width, run_from_}, {width, run_to_}, {0, run_to_}},
               {}};
    const int number = static_cast<int>(body_.faces.size());
    p.sides = {{SideKind::free, -1, "run start"},
               {SideKind::free, -1, "profile end"},
               {SideKind::free, -1, "run end"},
               {SideKind::free, -1, "profile start"}};
    if (number > 0) {
      p.sides[3] = {SideKind::bend, number - 1, {}};
      body_.faces.back().sides[1] = {SideKind::bend, number - 1, {}};
    }
    body_.faces.push_back(p);
  }

  void ask(double layer) { body_.points.push_back({static_cast<int>(body_.faces.size()) - 1, layer, at_}); }

  // (14): the size face changes sides within a line where its two bends are concave on opposite faces.
  void add_line(size_t i) {
    const ProfileStep* before = i > 0 ? step(i - 1) : nullptr;
    const ProfileStep* after = step(i + 1);
    const double taken = setback(before) + setback(after);
    const double flat = *panel_.profile[i].line - taken;
    if (flat < -within::rounding * (*panel_.profile[i].line + taken))
      refuse_step(i, "line", "is shorter than its bends take", shown_mm(*panel_.profile[i].line),
                  "at least " + shown_mm(*panel_.profile[i].line - flat) + " on this face",
                  "make it longer or its bends sharper");
    add_face(std::max(flat, 0.0), "leg " + std::to_string(++legs_));
    ask(layer_);
    at_ = at_ + *panel_.profile[i].line * heading();
    const double next = after ? layer_beside(face_, after->to_right, t_) : layer_;
    at_ = at_ + (next - layer_) * normal();
    layer_ = next;
    ask(layer_);
  }

  void turn(size_t i) {
    const ProfileStep& s = panel_.profile[i];
    const double way = s.to_right ? -1 : 1;
    const Angle angle = s.bend ? *s.bend : *s.arc;
    BendZone zone;
    zone.face_a = static_cast<int>(body_.faces.size()) - 1;
    zone.side_a = 1;
    zone.face_b = zone.face_a + 1;
    zone.side_b = 3;
    zone.axis = {0, 0, 1};
    zone.angle = Angle::radians(way * angle.radians());
    zone.radius = concave_radius(i);
    zone.rolled = s.arc.has_value();
    zone.neutral_factor =
        zone.rolled ? sheet_.neutral_factor : neutral_factor(panel_.bend, t_, zone.radius, angle);
    zone.neutral_radius = zone.radius + zone.neutral_factor * t_;
    zone.high.from = run_to_ - run_from_;
    body_.zones.push_back(zone);
    turn_size_face(s, way, angle);
  }

  void turn_size_face(const ProfileStep& s, double way, Angle angle) {
    if (s.arc) {  // the size face changes sides between two arcs as well
      const double layer = layer_beside(face_, s.to_right, t_);
      at_ = at_ + (layer - layer_) * normal();
      layer_ = layer;
      const Vec3 centre = at_ - (way * *s.radius) * normal();
      heading_ += way * angle.radians();
      at_ = centre + (way * *s.radius) * normal();
      return;
    }
    heading_ += way * angle.radians();
  }

  // The faces by what lies before them: flats and zones on the inside face.
  void place() {
    double heading = 0;
    Vec3 at{0, first_layer_, 0};
    for (size_t i = 0; i < body_.faces.size(); ++i) {
      BodyFace& p = body_.faces[i];
      p.x = {std::cos(heading), std::sin(heading), 0};
      p.y = {0, 0, 1};
      p.normal = cross(p.x, p.y);
      p.origin = at;
      if (i == body_.zones.size()) break;
      const BendZone& s = body_.zones[i];
      at = zone_point(body_, s, std::abs(s.angle.radians()), -run_from_, 0);
      heading += s.angle.radians();
    }
  }

  // (15a): the plane z = h + tan m (x cos a + y sin a), met by the middle of the sheet.
  void mitre(const PanelMitre& m, bool end) {
    const double height = end ? *panel_.run : 0, slope = std::tan(m.angle.radians());
    const Vec3 way{slope * std::cos(m.towards.radians()), slope * std::sin(m.towards.radians()), 0};
    const Vec3 up = unit(Vec3{0, 0, 1} - way);
    const Plane plane{end ? up : Vec3{} - up, (end ? 1 : -1) * up.z * height};
    for (size_t i = 0; i < body_.faces.size(); ++i) {
      BodyFace& f = body_.faces[i];
      for (const size_t corner : end ? std::array<size_t, 2>{2, 3} : std::array<size_t, 2>{0, 1}) {
        const Vec3 middle = f.at(f.corners[corner]) + t_ / 2 * f.normal;
        f.corners[corner].y = height + dot(way, middle);
      }
      if (f.corners[2].y <= f.corners[1].y || f.corners[3].y <= f.corners[0].y)
        throw Refusal(
            {.reason = "leaves nothing of " + (f.name.empty() ? std::string("the profile's end") : f.name),
             .key = m.key + ".angle",
             .found = shown_degrees(m.angle),
             .advice = "lean it less, or make the run longer"});
      body_.rims.push_back({static_cast<int>(i), end ? 2 : 0, t_ / 2, plane});
    }
    for (BendZone& zone : body_.zones) (end ? zone.high : zone.low) = zone_end(zone, height, way);
  }
  // Distances along its axis count from the start of the first face's side.
  [[nodiscard]] ZoneCut zone_end(const BendZone& zone, double height, Vec3 way) const {
    const BodyFace& a = body_.faces[static_cast<size_t>(zone.face_a)];
    const double sense = zone.angle.radians() >= 0 ? 1 : -1;
    const double on_inside = zone.radius + (sense > 0 ? 0 : t_), middle = zone.radius + t_ / 2;
    const Vec3 start = a.at(a.corners[static_cast<size_t>(zone.side_a)]);
    const Vec3 centre = start - (sense * on_inside) * a.normal;
    return {height + dot(way, centre) - start.z, 0, sense * middle * dot(way, a.normal),
            middle * dot(way, cross(zone.axis, a.normal))};
  }

  // --- flanges at the ends of the run; (15c)-(15e)

  // Of a fold towards one side the depth of the size face below its concave one.
  [[nodiscard]] double depth_in(const PanelFlange& f) const {
    const double layer = layer_beside(face_, f.to_right, t_);
    return f.to_right ? t_ - layer : layer;
  }
  [[nodiscard]] double fold_radius() const { return common_radius(panel_.bend, t_); }
  [[nodiscard]] double back(const PanelFlange& f) const {
    return (fold_radius() + depth_in(f)) * std::tan(f.turned.radians() / 2);
  }
  // How far places of the flange stand off the concave face of its leg: so far past the fold, the greater of
  // both faces.
  [[nodiscard]] double off_leg(const PanelFlange& f, double past) const {
    const double a = f.turned.radians(), r = fold_radius();
    return std::max(r - r * std::cos(a), r - (r + t_) * std::cos(a)) + past * std::sin(a);
  }

  // What is cut off a flange beside the bend that a leg has there: at the fold, and at the free edge.
  struct Inset {
    double fold = 0, edge = 0;
  };
  [[nodiscard]] Inset inset(const PanelFlange& f, double flat, const BendZone* beside) const {
    if (!beside) return {};
    const double notch = t_ + fold_radius();
    const bool towards = (beside->angle.radians() < 0) == f.to_right;
    const double turned = std::abs(beside->angle.radians());
    if (!towards) return {notch, notch};
    if (turned > pi - within::same)
      throw Refusal({.reason = "is folded towards an arc of half a turn or more, which leaves it no room",
                     .key = f.key + ".side",
                     .found = f.to_right ? "right" : "left",
                     .advice = "fold it to the other side"});
    const double slope = std::tan(turned / 2);
    const double given = beside->radius * slope - f.clearance / 2 / std::cos(turned / 2);
    const double fold = std::max(notch, off_leg(f, 0) * slope - given);
    return {fold, std::max(fold, off_leg(f, flat) * slope - given)};
  }

  void add_flange(const PanelFlange& f) {
    const double flat = *f.width - back(f);
    if (flat < limits::shortest)
      throw Refusal({.reason = "is less than its fold takes",
                     .key = f.key + ".width",
                     .found = shown_mm(*f.width),
                     .allowed = "more than " + shown_mm(back(f))});
    const size_t legs = body_.faces.size(), bends = body_.zones.size();
    for (size_t i = 0; i < legs; ++i) {
      if (body_.faces[i].name.empty() || body_.faces[i].flange) continue;
      const BendZone* before = nullptr;
      const BendZone* after = nullptr;
      for (size_t z = 0; z < bends; ++z) {
        if (body_.zones[z].axis != Vec3{0, 0, 1}) continue;
        if (body_.zones[z].face_b == static_cast<int>(i)) before = &body_.zones[z];
        if (body_.zones[z].face_a == static_cast<int>(i)) after = &body_.zones[z];
      }
      add_flange(f, i, flat, inset(f, flat, before), inset(f, flat, after));
    }
  }
  // On one leg, between what its neighbours take.
  void add_flange(const PanelFlange& f, size_t leg, double flat, Inset before, Inset after) {
    BodyFace& face = body_.faces[leg];
    double wide = 0;
    for (const Vec2 c : face.corners) wide = std::max(wide, c.x);
    if (wide - before.edge - after.edge < limits::shortest)
      throw Refusal({.reason = "leaves nothing of itself on " + face.name,
                     .key = f.key + ".width",
                     .found = shown_mm(*f.width),
                     .advice = "make it narrower, or the profile's lines longer"});
    // The side in the way that it runs: from corner 0 on at the start, from corner 2 on at the end.
    const std::string name = f.at_end ? "run end" : "run start";
    const double y = f.at_end ? run_to_ : run_from_;
    const Vec2 from = f.at_end ? Vec2{wide - after.fold, y} : Vec2{before.fold, y};
    const Vec2 to = f.at_end ? Vec2{before.fold, y} : Vec2{wide - after.fold, y};
    const int number = static_cast<int>(body_.faces.size()), zone = static_cast<int>(body_.zones.size());
    const size_t side = split_side(face, from, to, name, zone);

    BendZone fold;
    fold.face_a = static_cast<int>(leg);
    fold.side_a = static_cast<int>(side);
    fold.face_b = number;
    fold.side_b = 0;
    const Vec3 way = unit(face.at(to) - face.at(from));
    fold.axis = way;
    fold.angle = f.to_right ? Angle{} - f.turned : f.turned;
    fold.radius = fold_radius();
    fold.neutral_factor = neutral_factor(panel_.bend, t_, fold.radius, f.turned);
    fold.neutral_radius = fold.radius + fold.neutral_factor * t_;
    const double length = norm(to - from);
    fold.high.from = length;

    const Inset first = f.at_end ? before : after, last = f.at_end ? after : before;
    const double in_first = first.edge - first.fold, in_last = last.edge - last.fold;
    BodyFace flange;
    flange.name = name + " flange, " + face.name;
    flange.flange = true;
    flange.corners = {{0, 0}, {length, 0}, {length - in_last, flat}, {in_first, flat}};
    flange.sides = {{SideKind::bend, zone, flange.name},
                    {SideKind::free, -1, flange.name},
                    {SideKind::free, -1, name + " flange"},
                    {SideKind::free, -1, flange.name}};
    const double a = f.turned.radians();
    const Vec3 beyond = cross(way, face.normal);
    flange.x = Vec3{} - way;
    flange.y = std::cos(a) * beyond + (f.to_right ? 1 : -1) * std::sin(a) * face.normal;
    flange.normal = cross(flange.x, flange.y);
    body_.zones.push_back(fold);
    flange.origin = zone_point(body_, body_.zones.back(), a, length, 0);
    body_.faces.push_back(std::move(flange));
  }
  // A side of a leg at an end of the run in up to three: the middle one is bent. Returns its number.
  size_t split_side(BodyFace& face, Vec2 from, Vec2 to, const std::string& name, int zone) {
    size_t side = 0;
    const auto is_end = [&](size_t k) {
      const Vec2 a = face.corners[k], b = face.corners[(k + 1) % face.corners.size()];
      return face.sides[k].kind == SideKind::free && std::abs(a.y - from.y) + std::abs(b.y - from.y) == 0;
    };
    while (!is_end(side)) ++side;
    const auto insert = [&](size_t at, Vec2 corner, FaceSide s) {
      face.corners.insert(face.corners.begin() + static_cast<std::ptrdiff_t>(at), corner);
      face.sides.insert(face.sides.begin() + static_cast<std::ptrdiff_t>(at), std::move(s));
      // Zones name sides by their numbers.
      for (BendZone& z : body_.zones) {
        if (&body_.faces[static_cast<size_t>(z.face_a)] == &face && z.side_a >= static_cast<int>(at))
          ++z.side_a;
        if (&body_.faces[static_cast<size_t>(z.face_b)] == &face && z.side_b >= static_cast<int>(at))
          ++z.side_b;
      }
    };
    const FaceSide free{SideKind::free, -1, name};
    const Vec2 end = face.corners[(side + 1) % face.corners.size()];
    if (norm(to - end) > 0) insert(side + 1, to, free);
    if (norm(from - face.corners[side]) > 0) insert(++side, from, free);
    face.sides[side] = {SideKind::bend, zone, {}};
    return side;
  }

  const Panel& panel_;
  const Sheet& sheet_;
  double t_;
  PanelFace face_;
  double run_from_ = 0, run_to_ = 0;  // of the legs, between the folds of flanges
  Body body_;
  Vec3 at_ = {};      // on the size face
  double layer_ = 0;  // that the size face is there
  double first_layer_ = 0;
  double heading_ = 0;
  int legs_ = 0;
};

}  // namespace

Body body_of(const Panel& panel, const Sheet& sheet) {
  check(sheet, {}, {});
  check_panel(panel);
  return Walk(panel, sheet).body();
}

}  // namespace juggler
