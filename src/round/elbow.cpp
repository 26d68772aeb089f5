// Elbows as segments of one straight pipe. Equation numbers: docs/maths/elbow.md.
#include <algorithm>

#include "juggler/develop.h"
#include "part/bounds.h"
#include "round_sizes.h"

namespace juggler {
namespace {

constexpr int most_segments = 64;

[[noreturn]] void refuse_missing_size(const char* key, const Phrase& allowed) {
  throw Refusal({.reason = "is missing", .key = key, .allowed = allowed});
}

double radius_given(const End& end) {
  return end.diameter ? *end.diameter / 2 : end.radius ? *end.radius : end.girth.value_or(0) / two_pi;
}

// An elbow worked out: the straight pipe and its corners.
struct Pipe {
  int n = 0;
  double turn = 0;              // at each mitre
  double start = 0, end = 0;    // radii of the size face
  std::vector<double> corners;  // heights, with both ends

  [[nodiscard]] double length() const { return corners.back(); }
  [[nodiscard]] double radius(double z) const { return start + (end - start) * z / length(); }
  // Of the plane at a corner: the way along x in which it rises.
  [[nodiscard]] static double uphill(int corner) { return corner % 2 == 1 ? -1 : 1; }
  [[nodiscard]] Vec3 normal(int corner) const {
    return {-std::sin(turn / 2) * uphill(corner), 0, std::cos(turn / 2)};
  }
  // (4)
  [[nodiscard]] Vec3 middle(int corner) const {
    const double z = corners[static_cast<size_t>(corner)];
    const double t = std::tan(turn / 2);
    const double m = (end - start) / length();
    const double down = radius(z) / (1 + m * t);
    const double up = -radius(z) / (1 - m * t);
    const double x = -uphill(corner) * (down + up) / 2;
    return {x, 0, z + t * uphill(corner) * x};
  }
  // (5)
  [[nodiscard]] Frame half_turn(int corner) const {
    const Vec3 about = normal(corner);
    const auto turned = [&](Vec3 v) { return 2 * dot(about, v) * about - v; };
    const Vec3 centre = middle(corner);
    return {centre - turned(centre), turned({1, 0, 0}), turned({0, 1, 0}), turned({0, 0, 1})};
  }
  // (5), (6): where pieces stand, from 1.
  [[nodiscard]] std::vector<Frame> stands() const {
    std::vector<Frame> pipe{{}};
    for (int k = 1; k < n; ++k) pipe.push_back(pipe.back().frame(half_turn(k)));
    std::vector<Frame> own;
    for (int k = 1; k <= n; ++k) {
      const Vec3 base{0, 0, corners[static_cast<size_t>(k - 1)]};
      const double x = k % 2 == 1 ? 1 : -1;
      own.push_back(pipe[static_cast<size_t>(k - 1)].frame({base, {x, 0, 0}, {0, x, 0}, {0, 0, 1}}));
    }
    return own;
  }
};

double facet_error(double radius, double turn) { return radius * (1 / std::cos(turn / 2) - 1); }

void check_sizes(const Elbow& e) {
  if (radius_given(e.size) <= 0) refuse_missing_size("diameter", "diameter or girth");
  if (!e.radius) refuse_missing_size("radius", "the radius of the centre line");
  if (!e.angle) refuse_missing_size("angle", "the angle by which the axis turns");
  if (!e.segments && !e.facet_error) refuse_missing_size("segments", "segments, or facet_error");
  if (e.segments && e.facet_error)
    refuse("facet_error", "is given beside a number of segments", shown_mm(*e.facet_error), {},
           "leave one of the two out");
  check_range("diameter", 2 * radius_given(e.size), shortest, longest, "mm");
  if (e.end_size) check_range("end_diameter", 2 * radius_given(*e.end_size), shortest, longest, "mm");
  check_range("radius", *e.radius, shortest, longest, "mm");
  check_range("angle", e.angle->degrees(), 1, 270, "degrees");
  check_range("straight.base", e.straight_base, 0, longest, "mm");
  check_range("straight.top", e.straight_top, 0, longest, "mm");
  check_range("mitre.lower", e.mitre_lower, 0, longest, "mm");
  check_range("mitre.upper", e.mitre_upper, 0, longest, "mm");
  if (e.facet_error) check_range("facet_error", *e.facet_error, shortest, longest, "mm");
  if (e.segments && (*e.segments < 2 || *e.segments > most_segments))
    refuse("segments", "is out of range", std::to_string(*e.segments),
           "2 to " + std::to_string(most_segments));
}

double outside_radius(const Elbow& e, const Sheet& sheet) {
  const double t = sheet.thickness.value_or(0);
  const Face on = e.size.sizes_on.value_or(sheet.sizes_on.value_or(Face::outside));
  const double more = on == Face::inside ? t : on == Face::middle ? t / 2 : 0;
  return std::max(radius_given(e.size), e.end_size ? radius_given(*e.end_size) : 0) + more;
}

// (3), the least number that keeps the back near enough.
int segments_for(const Elbow& e, double back) {
  if (e.segments) return *e.segments;
  for (int n = 2; n <= most_segments; ++n) {
    const double turn = e.angle->radians() / (n - 1);
    if (turn < pi / 1.01 && facet_error(back, turn) <= *e.facet_error) return n;
  }
  refuse("facet_error", "wants more segments than there may be", shown_mm(*e.facet_error),
         shown_mm(facet_error(back, e.angle->radians() / (most_segments - 1))) + " or more");
}

void check_strip(const Elbow& e) {
  if (!e.strip) return;
  if (e.contact == Contact::clear || e.contact == Contact::full)
    refuse("contact", "names more than one layer, but blanks that share a cut end on one",
           name_of(*e.contact), "inside, middle, outside, neutral, or nothing",
           "name a layer, or leave strip out");
  if (e.mitre_lower > 0 || e.mitre_upper > 0)
    refuse(e.mitre_lower > 0 ? "mitre.lower" : "mitre.upper",
           "puts sheet beyond the mitres, but blanks that share a cut have none there",
           shown_mm(std::max(e.mitre_lower, e.mitre_upper)), {}, "leave it out, or leave strip out");
  if (e.alternate != Angle{} && e.alternate != Angle::degrees(180))
    refuse("seam.alternate", "is another than a strip of shared cuts makes", shown_degrees(e.alternate),
           "180 degrees", "leave it out, or leave strip out");
}

Pipe pipe_of(const Elbow& e, const Sheet& sheet) {
  check_sizes(e);
  Pipe p;
  const double outside = outside_radius(e, sheet);
  p.n = segments_for(e, *e.radius + outside);
  p.turn = e.angle->radians() / (p.n - 1);
  if (Angle::radians(p.turn / 2) > steepest)
    refuse("segments", "makes mitres too steep", shown_degrees(Angle::radians(p.turn / 2)),
           "up to " + shown_degrees(steepest), "take more segments");
  if (*e.radius <= outside)
    refuse("radius", "leaves no throat: the centre line bends more sharply than the pipe is wide",
           shown_mm(*e.radius), "more than " + shown_mm(outside) + ", the outside radius", "make it larger");
  p.start = radius_given(e.size);
  p.end = e.end_size ? radius_given(*e.end_size) : p.start;
  const double half = *e.radius * std::tan(p.turn / 2);
  p.corners = {0, e.straight_base + half};
  for (int k = 2; k < p.n; ++k) p.corners.push_back(p.corners.back() + 2 * half);
  p.corners.push_back(p.corners.back() + half + e.straight_top);
  return p;
}

// One segment in its own frame.
Part segment_of(const Elbow& e, const Pipe& p, int k, const Part& like) {
  Part part = like;
  const double low = p.corners[static_cast<size_t>(k - 1)];
  const double high = p.corners[static_cast<size_t>(k)];
  const auto size = [&](double z) {
    End end = Diameter::mm(2 * p.radius(z));
    end.sizes_on = e.size.sizes_on;
    return end;
  };
  if (p.start == p.end) {
    part.shape = "cylinder";
    part.asked = Cylinder{.size = size(low), .height = high - low};
  } else {
    part.shape = "cone";
    part.asked = Cone{.base = size(low), .top = size(high), .height = high - low};
  }
  const Contact contact = e.contact.value_or(Contact::size_face);
  const Angle tilt = Angle::radians(p.turn / 2);
  const MitreJoint joint = e.mitre_joint;
  if (k > 1)
    part.mitres.push_back({EndName::base, 0, tilt, Angle::degrees(0), contact, e.mitre_upper, joint});
  if (k < p.n)
    part.mitres.push_back(
        {EndName::top, high - low, tilt, Angle::degrees(180), contact, e.mitre_lower, joint});
  part.seam.at = k % 2 == 0 ? e.seam + e.alternate : e.seam;
  return part;
}

// (7): the straight pipe, and where it is cut.
Part strip_of(const Elbow& e, const Pipe& p, const Part& like) {
  Elbow whole = e;
  whole.strip = false;
  Pipe one = p;
  one.n = 1;
  one.corners = {0, p.length()};
  Part part = segment_of(whole, one, 1, like);
  for (int k = 1; k < p.n; ++k)
    part.parted.push_back({EndName::top, p.corners[static_cast<size_t>(k)], Angle::radians(p.turn / 2),
                           Angle::degrees(k % 2 == 1 ? 180 : 0), e.contact.value_or(Contact::size_face)});
  part.place.reset();
  part.name = like.name.empty() ? "strip" : like.name + "-strip";
  return part;
}

// Turned over about the line across the bend: its top becomes the base.
Frame turned_over(const Frame& f, double height) {
  return {f.place({0, 0, height}), f.x, Vec3{} - f.y, Vec3{} - f.z};
}

bool is_throat_or_back(Angle seam) { return std::abs(std::sin(seam.radians())) < within::same; }

}  // namespace

ElbowRun run_of(const Elbow& e, const Sheet& sheet) {
  const Pipe p = pipe_of(e, sheet);
  ElbowRun run;
  run.segments = p.n;
  run.step = Angle::radians(p.turn);
  run.facet_error = facet_error(*e.radius + outside_radius(e, sheet), p.turn);
  for (int k = 1; k < p.n; ++k)
    run.jogs.push_back(2 * norm(p.middle(k) - Vec3{0, 0, p.corners[static_cast<size_t>(k)]}));
  const Frame last = p.stands().back();
  run.top = last;
  run.top.origin = last.place({0, 0, p.length() - p.corners[static_cast<size_t>(p.n - 1)]});
  return run;
}

std::vector<Part> segments_of(const Elbow& asked, const Part& like) {
  check_strip(asked);
  Elbow e = asked;
  if (e.strip) e.alternate = Angle::degrees(180);
  const Pipe p = pipe_of(e, like.sheet);
  const std::vector<Frame> stands = p.stands();
  std::vector<Part> parts;
  // Those that are alike are one: of an elbow that does not taper those between, by their seams; and where
  // both ends are as long and have their seams in the plane of the bend, the last is the first turned over.
  const auto known = [&](int k) -> Part* {
    if (p.start != p.end) return nullptr;
    for (Part& part : parts) {
      const int other = part.row.front().position;
      const bool both_between = k > 1 && k < p.n && other > 1;
      if (both_between && (k % 2 == other % 2 || e.alternate == Angle{})) return &part;
    }
    const bool alike = e.straight_base == e.straight_top && e.mitre_lower == e.mitre_upper &&
                       is_throat_or_back(e.seam) && (e.alternate == Angle{} || p.n % 2 == 1);
    return k == p.n && alike ? &parts.front() : nullptr;
  };
  for (int k = 1; k <= p.n; ++k) {
    const Frame& frame = stands[static_cast<size_t>(k - 1)];
    if (Part* same = known(k)) {
      const double height = p.corners[static_cast<size_t>(k)] - p.corners[static_cast<size_t>(k - 1)];
      const bool over = k == p.n;
      same->row.push_back({k, over, over ? turned_over(frame, height) : frame});
      same->making.quantity += like.making.quantity;
      continue;
    }
    Part part = segment_of(e, p, k, like);
    part.row = {{k, false, frame}};
    part.place = like.place.value_or(PartPlace{});
    part.place->further = frame;
    parts.push_back(std::move(part));
  }
  const Frame top = run_of(e, like.sheet).top;
  for (Part& part : parts) {
    part.set_top = top;
    const std::string number = std::to_string(part.row.front().position);
    part.name = like.name.empty() ? "segment-" + number : like.name + "-" + number;
  }
  if (e.strip) parts.push_back(strip_of(e, p, like));
  return parts;
}

}  // namespace juggler
