// The outline of a plate: as drawn, or about the end of another part. docs/maths/plates.md.
#include <algorithm>

#include "folded/folded.h"
#include "form/mirror.h"
#include "form/opening_forms.h"
#include "meet/neighbour.h"
#include "part/bounds.h"
#include "part/openings.h"
#include "part/place.h"
#include "plate.h"
#include "saddle.h"

namespace juggler {

const char* name_of(PlateFit fit) {
  constexpr std::array names{"around", "over", "within", "saddle"};
  return names[static_cast<size_t>(fit)];
}

namespace {

[[noreturn]] void refuse_end(const Phrase& reason, const Phrase& found = {},
                             const Phrase& advice = "give the plate's form") {
  throw Refusal({.reason = reason, .key = "for", .found = found, .advice = advice});
}

// The wall of another part, on one of its layers, where it comes through a level plane; (1), (2).
class Section {
 public:
  Section(const PlateEnd& at, double layer, double z) : at_(at), met_(*at.met), layer_(layer), z_(z) {}

  struct Place {
    Vec2 point, way;      // by u
    bool folded = false;  // it runs backwards on this layer
  };
  [[nodiscard]] Place place(const WallPiece& w, double u) const { return place(w, u, z_); }
  [[nodiscard]] Place place(const WallPiece& w, double u, double height) const {
    const Ruling r = w.ruling(u);
    const Vec3 c = met_.stands.place(r.c + layer_ * r.n), e = met_.stands.way(r.e);
    if (std::abs(e.z) < within::beside)
      refuse_end("lies along the plate where it should come through it", at_.body);
    const double s = (height - c.z) / e.z;
    const Vec3 moves = r.dc + layer_ * r.dn + s * r.de;
    const Vec3 along = met_.stands.way(moves);
    const Vec3 way = along - along.z / e.z * e;
    const Vec3 p = c + s * e;
    return {{p.x, p.y}, {way.x, way.y}, dot(moves, cross(r.e, r.n)) < 0};
  }
  [[nodiscard]] const Wall& wall() const { return met_.form->wall; }

  // Moved outwards by a distance, anticlockwise; (3).
  [[nodiscard]] PlateOutline moved(double out, double fit) const {
    std::vector<Stretch> all;
    for (const WallPiece& w : wall()) all.push_back({&w, w.from, w.to, z_});
    PlateOutline made;
    std::vector<Outline> runs = fitted(curves_of(all, out), made, fit);
    for (size_t i = 0; i < runs.size(); ++i) close(runs[i].back(), runs[(i + 1) % runs.size()].front());
    join_corners(runs);
    for (const Outline& run : runs) made.arcs.insert(made.arcs.end(), run.begin(), run.end());
    return made;
  }

  // What all sections from z = 0 to a height take together; (8), (9).
  [[nodiscard]] PlateOutline swept(double height, double fit) const {
    std::vector<Stretch> all;
    double last = 0;
    for (const WallPiece& w : wall()) {
      const auto up = [&](double u) { return met_.stands.way(w.ruling(u).n).z; };
      std::vector<double> breaks{w.from};
      constexpr int looks = 32;
      for (int i = 0; i < looks; ++i) {
        const double a = w.from + (w.to - w.from) * i / looks, b = w.from + (w.to - w.from) * (i + 1) / looks;
        if (std::abs(up(a)) > within::same && std::abs(up(b)) > within::same && up(a) * up(b) < 0)
          breaks.push_back(root(up, a, b));
      }
      breaks.push_back(w.to);
      for (size_t i = 0; i + 1 < breaks.size(); ++i) {
        const double middle = up((breaks[i] + breaks[i + 1]) / 2);
        if (std::abs(middle) > within::same) last = middle > 0 ? 0 : height;
        all.push_back({&w, breaks[i], breaks[i + 1], last});
      }
    }
    const std::vector<SectionCurve> curves = curves_of(all, 0);
    PlateOutline made;
    std::vector<Outline> runs = fitted(curves, made, fit);
    const auto after = [&](size_t i) { return (i + 1) % runs.size(); };
    for (size_t i = 0; i < runs.size(); ++i) {
      if (curves[i].z == curves[after(i)].z) close(runs[i].back(), runs[after(i)].front());
    }
    for (size_t i = 0; i < runs.size(); ++i) {
      made.arcs.insert(made.arcs.end(), runs[i].begin(), runs[i].end());
      add_ruling(made.arcs, runs[after(i)].front());
    }
    return made;
  }

 private:
  struct Stretch {
    const WallPiece* wall;
    double from, to;
    double z;
  };
  // Anticlockwise.
  [[nodiscard]] std::vector<Stretch> in_order(std::vector<Stretch> all) const {
    if (!runs_anticlockwise()) std::reverse(all.begin(), all.end());
    return all;
  }
  struct SectionCurve {
    Curve curve;
    double z;
  };
  [[nodiscard]] std::vector<SectionCurve> curves_of(const std::vector<Stretch>& all, double out) const {
    std::vector<SectionCurve> curves;
    for (const Stretch& s : in_order(all)) {
      if (!is_corner(s, out)) curves.push_back({curve_of(s, out), s.z});
    }
    for (size_t i = 0; i < curves.size(); ++i) {
      SectionCurve& next = curves[(i + 1) % curves.size()];
      if (&next != &curves[i] && next.z == curves[i].z) end_at_crossing(curves[i].curve, next.curve);
    }
    return curves;
  }
  [[nodiscard]] Curve curve_of(const Stretch& s, double out) const {
    const double sense = runs_anticlockwise() ? 1 : -1;
    const auto at = [this, w = s.wall, z = s.z, sense](double v) { return place(*w, sense * v, z); };
    const double a = sense > 0 ? s.from : -s.to, b = sense > 0 ? s.to : -s.from;
    const auto point = [=](double v) {
      const Place p = at(v);
      return p.point - (sense * out / norm(p.way)) * left_of(p.way);
    };
    return {a, b, point, continuous([=](double v) { return heading_of(sense * at(v).way); }, a, b)};
  }
  [[nodiscard]] std::vector<Outline> fitted(const std::vector<SectionCurve>& curves, PlateOutline& made,
                                            double fit) const {
    std::vector<Outline> runs;
    for (const SectionCurve& c : curves) {
      const FittedArcs arcs = fit_arcs(c.curve, fit);
      if (arcs.error > within::same * met_.form->size) made.fit_error = std::max(made.fit_error, arcs.error);
      runs.push_back(arcs.arcs);
    }
    return runs;
  }
  // Of no length there, or folded over itself on this layer.
  [[nodiscard]] bool is_corner(const Stretch& s, double out) const {
    const auto at = [&](double share) { return place(*s.wall, s.from + share * (s.to - s.from), s.z); };
    const Place middle = at(0.5);
    const double length = norm(middle.point - at(0).point) + norm(at(1).point - middle.point);
    const double turned = out * norm(s.wall->ruling(s.to).n - s.wall->ruling(s.from).n);
    return length + turned <= within::exact * met_.form->size || middle.folded;
  }
  // Beyond the tip of a flat the layer is folded over itself: the curves beside it, which the same line
  // touches, run past each other, and end where they cross; (10).
  void end_at_crossing(Curve& last, Curve& next) const {
    const Vec2 end = last.point(last.to), start = next.point(next.from);
    const Vec2 on = direction(next.heading(next.from)), back = end - start;
    const auto along = [&](Vec2 p) { return dot(p - start, on); };
    const auto least_length = [](const Curve& c) {
      const Vec2 middle = c.point((c.from + c.to) / 2);
      return norm(middle - c.point(c.from)) + norm(c.point(c.to) - middle);
    };
    const bool one_line = std::abs(cross(direction(last.heading(last.to)), on)) < within::little;
    if (norm(back) <= within::same * met_.form->size || !one_line || along(end) <= 0 ||
        norm(back) > 0.1 * std::min(least_length(last), least_length(next)))
      return;
    // Both by how far they have come along the line.
    const auto where = [&](const Curve& c, double x, double a, double b) {
      return root([&](double v) { return along(c.point(v)) - x; }, a, b);
    };
    const auto on_last = [&](double x) { return where(last, x, (last.from + last.to) / 2, last.to); };
    const auto on_next = [&](double x) { return where(next, x, next.from, (next.from + next.to) / 2); };
    const auto apart = [&](double x) {
      return dot(last.point(on_last(x)) - next.point(on_next(x)), left_of(on));
    };
    // Beside a straight one they touch at the end of the other.
    const double first = apart(0), second = apart(along(end));
    const double touched = std::abs(first) < std::abs(second) ? 0 : along(end);
    const double crossing = first * second < 0 ? root(apart, 0, along(end)) : touched;
    const double ends = on_last(crossing), starts = on_next(crossing);
    last.to = ends;
    next.from = starts;
  }
  // What is left between fitted curves is less than arcs may be off; a circle closes by itself.
  void close(Arc& last, const Arc& next) const {
    const double off = norm(next.start - end_of(last));
    if (&last != &next && off > 0 && off <= within::same * met_.form->size)
      last = arc_between(last.start, next.start, last.turn);
  }
  // Where another section takes over, the ruling between them, seen along the axis; (9).
  void add_ruling(Outline& arcs, const Arc& next) const {
    const Vec2 from = end_of(arcs.back());
    const Vec2 way = next.start - from;
    if (norm(way) <= within::same * met_.form->size) return;
    if (dot(way, direction(next.heading)) < 0)
      refuse_end("is hollow where it leans to both sides within the plate: no hole serves all of its layers",
                 at_.body);
    arcs.push_back(line(from, next.start));
  }
  [[nodiscard]] bool runs_anticlockwise() const {
    double twice = 0;
    constexpr int looks = 16;
    for (const WallPiece& w : wall()) {
      for (int i = 0; i < looks; ++i) {
        const auto at = [&](int k) { return place(w, w.from + (w.to - w.from) * k / looks).point; };
        twice += cross(at(i), at(i + 1));
      }
    }
    return twice > 0;
  }
  // Where sharp corners were left out, straight sides meet; (4).
  void join_corners(std::vector<Outline>& runs) const {
    for (size_t i = 0; i < runs.size(); ++i) {
      Arc& before = runs[i].back();
      Arc& next = runs[(i + 1) % runs.size()].front();
      const Vec2 end = end_of(before);
      if (norm(next.start - end) <= within::same * met_.form->size) continue;
      const Vec2 a = direction(before.heading), b = direction(next.heading);
      const double turned = cross(a, b);
      if (!is_straight(before) || !is_straight(next) || std::abs(turned) < within::beside)
        refuse_end(
            "has a sharp corner between sides that are not straight, inside of which no edge "
            "keeps its clearance",
            at_.body);
      const double on = cross(next.start - end, b) / turned;
      const Vec2 corner = end + on * a;
      before = line(before.start, corner);
      next = line(corner, end_of(next));
    }
  }

  const PlateEnd& at_;
  const Neighbour& met_;
  double layer_, z_;
};

double end_plane(const PlateEnd& at, double thickness) { return at.fit == PlateFit::over ? 0 : thickness; }

// The other's edge as cut lies in the plate's plane, but for what its bevel takes.
void check_end(const PlateEnd& at, double thickness) {
  if (!at.met) refuse_end("is a part that this one does not know yet", at.body, "let both be introduced()");
  if (!at.met->form || at.met->form->open)
    refuse_end("is no part with a closed wall by straight rulings", at.body);
  const Form& f = *at.met->form;
  if (f.pointed(at.end)) refuse_end("ends in a point there", name_of(at.end), "name its other end");
  double off = 0;
  constexpr int looks = 24;
  for (const WallPiece& w : f.wall) {
    for (int i = 0; i <= looks; ++i) {
      const double u = w.from + (w.to - w.from) * i / looks;
      const Ruling r = w.ruling(u);
      const Vec3 p = at.met->stands.place(r.c + f.rim(at.end)(u).s * r.e);
      off = std::max(off, std::abs(p.z - end_plane(at, thickness)));
    }
  }
  if (off > f.thickness + within::beside * f.size)
    refuse_end("does not end in the plate's plane", "an edge that leaves it by " + shown_mm(off, 3),
               "place the plate where that end lies: place.at, place.lean");
}

}  // namespace

PlateOutline hole_of(const PlateEnd& at, double thickness, double fit) {
  check_end(at, thickness);
  check_range("clearance", at.clearance, 0, longest, "mm");
  return Section(at, at.met->form->thickness + at.clearance, 0).swept(thickness, fit);
}

namespace {

// Of what a plate's edge has to clear on both of its faces the smaller; (5).
PlateOutline within_end(const PlateEnd& at, double thickness, double fit) {
  const PlateOutline upper = Section(at, -at.clearance, thickness).moved(0, fit);
  const PlateOutline lower = Section(at, -at.clearance, 0).moved(0, fit);
  const bool upper_is_less = signed_area(upper.arcs) <= signed_area(lower.arcs);
  const PlateOutline& less = upper_is_less ? upper : lower;
  const PlateOutline& other = upper_is_less ? lower : upper;
  const double enough = less.fit_error + other.fit_error + within::same * at.met->form->size;
  for (const Arc& arc : less.arcs) {
    if (outside(other.arcs, point_at(arc, arc.length / 2)) <= enough &&
        outside(other.arcs, arc.start) <= enough)
      continue;
    refuse_end("leans to one side within the plate's thickness, so no outline of it serves both faces",
               at.body);
  }
  return less;
}

PlateOutline about_end(const PlateEnd& at, double thickness, double fit) {
  check_end(at, thickness);
  const auto range = [](const char* key, double value) { check_range(key, value, 0, longest, "mm"); };
  range("clearance", at.clearance);
  if (at.fit == PlateFit::within) {
    if (at.width)
      throw Refusal({.reason = "is beyond an end's outside, and this plate lies within it",
                     .key = "width",
                     .found = shown_mm(*at.width),
                     .advice = "leave it out"});
    return within_end(at, thickness, fit);
  }
  if (at.fit == PlateFit::around && !at.width)
    throw Refusal(
        {.reason = "is missing", .key = "width", .advice = "say how wide the ring is, or give its form"});
  range("width", at.width.value_or(0));
  return Section(at, at.met->form->thickness, end_plane(at, thickness)).moved(at.width.value_or(0), fit);
}

PlateOutline drawn(const OpeningForm& form, double fit) {
  const FormOutlines loops = outlines_of(form, {}, fit);
  if (loops.loops.size() != 1)
    throw Refusal({.reason = "has parts that lie apart, and a plate is of one piece",
                   .key = form.key.empty() ? "form" : form.key,
                   .found = std::to_string(loops.loops.size()) + " outlines",
                   .advice = "make each a part of its own"});
  PlateOutline made{loops.loops.front(), loops.fit_error};
  if (signed_area(made.arcs) < 0) made.arcs = reversed(made.arcs);
  return made;
}

}  // namespace

// Straight sides one by one; what is round between two of them together.
std::vector<std::string> edge_names(const Outline& arcs) {
  std::vector<std::string> names;
  const bool all_round = std::none_of(arcs.begin(), arcs.end(), [](const Arc& a) { return is_straight(a); });
  int sides = 0, curves = 0;
  for (size_t i = 0; i < arcs.size(); ++i) {
    if (is_straight(arcs[i]))
      names.push_back("side " + std::to_string(++sides));
    else if (all_round)
      names.push_back("rim");
    else
      names.push_back("curve " + std::to_string(i > 0 && !is_straight(arcs[i - 1]) ? curves : ++curves));
  }
  // What goes on past the first place of the outline.
  if (!all_round && !is_straight(arcs.front()) && !is_straight(arcs.back())) {
    for (size_t i = arcs.size(); i-- > 0 && !is_straight(arcs[i]);) names[i] = names.front();
  }
  return names;
}

namespace {

// By the drawn curve that is nearest.
std::vector<std::string> given_names(const Outline& arcs, const Plate& plate) {
  std::vector<std::string> names;
  for (const Arc& arc : arcs) {
    const Vec2 middle = point_at(arc, arc.length / 2);
    size_t best = 0;
    double nearest = HUGE_VAL;
    const auto& curves = plate.form->profile.outline;
    for (size_t i = 0; i < curves.size() && i < plate.edges.size(); ++i) {
      const Least found = least([&](double part) { return norm(curves[i].at(part) - middle); }, 0, 1);
      if (found.value >= nearest) continue;
      nearest = found.value;
      best = i;
    }
    names.push_back(plate.edges[best]);
  }
  return names;
}

Body body_of(const PlateOutline& made, const Plate& plate, double thickness) {
  Outline arcs;
  for (const Arc& arc : made.arcs) {
    for (const Arc& part : split(arc, Angle::degrees(120))) arcs.push_back(part);
  }
  BodyFace face{"plate", {}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {}, {}};
  const std::vector<std::string> names = plate.edges.empty() ? edge_names(arcs) : given_names(arcs, plate);
  for (size_t i = 0; i < arcs.size(); ++i) {
    face.corners.push_back(arcs[i].start);
    face.sides.push_back({SideKind::free, -1, names[i], is_straight(arcs[i]) ? Angle{} : arcs[i].turn});
  }
  Body body;
  body.faces = {std::move(face)};
  body.thickness = thickness;
  const Rectangle box = upright_box(arcs);
  body.size = std::hypot(box.width, box.height, thickness);
  body.lie = Lie::as_drawn;
  body.face_names = {"lower", "upper"};
  body.fit_error = made.fit_error;
  return body;
}

}  // namespace

PlateOutline outline_of(const Plate& plate, double thickness, double fit) {
  if (plate.form) return drawn(*plate.form, fit);
  if (plate.at_end) return about_end(*plate.at_end, thickness, fit);
  throw Refusal({.reason = "is missing",
                 .key = "form",
                 .advice = "say form = { kind = \"circle\", ... }, or for = \"NAME\", the part it lies at"});
}

Formed form_plate(const Part& part, const Plate& plate) {
  if (plate.form && plate.at_end && plate.at_end->width)
    throw Refusal({.reason = "is given beside a form, which says the outline",
                   .key = "width",
                   .found = shown_mm(*plate.at_end->width),
                   .advice = "leave one of the two out"});
  if (plate.at_end && plate.at_end->fit == PlateFit::saddle) return form_saddle(part, plate);
  if (!part.sheet.thickness) check(part.sheet, part.seam, part.making);
  const double thickness = *part.sheet.thickness;
  if (plate.at_end) check_end(*plate.at_end, thickness);
  const PlateOutline made = outline_of(plate, thickness, part.making.fit);
  // What lies at another part's end is as that is made.
  const Hand hand = plate.form ? part.making.hand : Hand::as_drawn;
  Formed formed = form_body(
      part, as_made(body_of(made, plate, thickness), hand),
      [=](const std::vector<FormedFace>& faces) { return miss_of_given(faces, plate, part, made); });
  formed.top = top_of({}, thickness, part.making.hand);
  formed.sizes_on.reset();
  formed.laid_out_by = "flat as it is";
  formed.says.asked = [=]() { return asked_facts(part, plate); };
  formed.says.part = [=](const Blank&) { return plate_record(plate); };
  return formed;
}

}  // namespace juggler
