#include "profile.h"

#include <algorithm>
#include <array>

namespace juggler {

namespace {

double sized(const std::optional<double>& value, const std::string& key) {
  if (!value) refuse(key, "is missing", {}, {}, "give the sizes of the profile");
  if (*value >= limits::shortest && *value <= limits::longest) return *value;
  refuse(key, "is out of range", shown_mm(*value), mm_range(0.001, 1e6));
}

ProfileCurve circle(double radius) { return {{{0, 2 * pi, {}, radius, radius, 0}}}; }

ProfileCurve obround(double width, double length, double turn) {
  const double r = std::min(width, length) / 2;
  const double half = std::abs(width - length) / 2;
  if (half == 0) return circle(r);
  const double along = turn + (width > length ? 0 : pi / 2);
  const Vec2 way = half * direction(along);
  return {{{along - pi / 2, along + pi / 2, way, r, r, 0},
           {along + pi / 2, along + 3 * pi / 2, Vec2{} - way, r, r, 0}}};
}

// (3): a polygon that runs anticlockwise, its corners rounded; concave ones the other way.
ProfileCurve rounded(const std::vector<Vec2>& corners, double radius, const std::string& end,
                     bool open = false) {
  const size_t n = corners.size();
  ProfileCurve profile;
  profile.open = open;
  std::vector<double> left(n);  // of the side that follows each corner
  std::vector<double> setbacks;
  double normal = 0;
  for (size_t i = 0; i < n; ++i) {
    const bool first = open && i == 0;
    const bool last = open && i + 1 == n;
    const Vec2 in = first ? corners[1] - corners[0] : corners[i] - corners[(i + n - 1) % n];
    const Vec2 out = last ? in : corners[(i + 1) % n] - corners[i];
    left[i] = last ? HUGE_VAL : norm(out);
    if (i == 0) normal = std::atan2(in.y, in.x) - pi / 2;
    const double turn = std::atan2(cross(in, out), dot(in, out));
    const Vec2 middle = direction(normal + turn / 2);
    const double r = first || last ? 0 : turn < 0 ? -radius : radius;
    profile.bows.push_back({normal, normal + turn, corners[i] - (r / std::cos(turn / 2)) * middle, r, r, 0});
    setbacks.push_back(r * std::tan(turn / 2));
    normal += turn;
  }
  for (size_t i = 0; i < n; ++i) {
    const double rest = left[i] - setbacks[i] - setbacks[(i + 1) % n];
    if (rest >= -within::rounding * left[i]) continue;
    const double most = radius * left[i] / (setbacks[i] + setbacks[(i + 1) % n]);
    refuse(end + ".corner_radius", "is larger than a side allows", shown_mm(radius),
           "0 to " + shown_mm(most));
  }
  return profile;
}

std::vector<Vec2> regular(int sides, double apothem, double turn) {
  std::vector<Vec2> corners;
  const double radius = apothem / std::cos(pi / sides);
  for (int i = 0; i < sides; ++i) corners.push_back(radius * direction(turn + (2 * i - 1) * pi / sides));
  return corners;
}

ProfileCurve polygon(const Profile& p, const std::string& end) {
  if (p.sides < 3 || p.sides > 64)
    refuse(end + ".sides", "is out of range", std::to_string(p.sides), "3 to 64");
  if (p.across_flats.has_value() == p.across_corners.has_value())
    refuse(end + ".across_flats", p.across_flats ? "is given beside across_corners" : "is missing", {},
           "one of across_flats and across_corners");
  const double apothem = p.across_flats
                             ? sized(p.across_flats, end + ".across_flats") / 2
                             : sized(p.across_corners, end + ".across_corners") / 2 * std::cos(pi / p.sides);
  return rounded(regular(p.sides, apothem, p.turn.radians()), p.corner_radius, end);
}

double twice_area(const std::vector<Vec2>& p) {
  double sum = 0;
  for (size_t i = 0; i < p.size(); ++i) sum += cross(p[i] - p[0], p[(i + 1) % p.size()] - p[0]);
  return sum;
}

Vec2 centre_of_area(const std::vector<Vec2>& p) {
  Vec2 sum;
  for (size_t i = 1; i + 1 < p.size(); ++i)
    sum = sum + cross(p[i] - p[0], p[i + 1] - p[0]) * (p[i] - p[0] + (p[i + 1] - p[0]));
  return p[0] + (1 / (3 * twice_area(p))) * sum;
}

// Points that make corners: neighbours apart, none in line.
std::vector<Vec2> corners_of(std::vector<Vec2> p, double size) {
  for (bool changed = true; changed && p.size() > 2;) {
    changed = false;
    for (size_t i = 0; i < p.size() && p.size() > 2; ++i) {
      const Vec2 in = p[i] - p[(i + p.size() - 1) % p.size()];
      const Vec2 out = p[(i + 1) % p.size()] - p[i];
      const bool same = norm(out) < within::same * size;
      if (!same && (std::abs(cross(in, out)) > within::same * norm(in) * norm(out) || dot(in, out) < 0))
        continue;
      p.erase(p.begin() + static_cast<long>(i));
      changed = true;
      break;
    }
  }
  return p;
}

// No side may run straight back over the one before.
void check_turns(const std::vector<Vec2>& points, const Profile& asked, Vec2 centre, const std::string& key) {
  const size_t n = points.size();
  for (size_t i = 0; i < (asked.open ? n - 2 : n); ++i) {
    const Vec2 in = points[(i + 1) % n] - points[i];
    const Vec2 out = points[(i + 2) % n] - points[(i + 1) % n];
    if (std::abs(std::atan2(cross(in, out), dot(in, out))) < pi - within::beside) continue;
    const Vec2 at = turned(points[(i + 1) % n], -asked.turn.radians()) + centre;
    refuse(key, "run back on themselves", "at [" + shown(at.x) + ", " + shown(at.y) + "]");
  }
}

std::vector<Vec2> apart_from_the_next(const std::vector<Vec2>& points, double size) {
  std::vector<Vec2> apart;
  for (const Vec2 p : points) {
    if (apart.empty() || norm(p - apart.back()) > within::same * size) apart.push_back(p);
  }
  return apart;
}

ProfileCurve polyline(const Profile& asked, const std::string& end) {
  const std::string key = end + ".points";
  const size_t fewest = asked.open ? 2 : 3;
  if (asked.points.size() < fewest || asked.points.size() > 1000)
    refuse(key, asked.open ? "make no curve" : "make no closed curve",
           std::to_string(asked.points.size()) + " points", std::to_string(fewest) + " to 1000");
  double size = 0;
  for (const Vec2 p : asked.points) {
    if (!(std::abs(p.x) <= 1e6 && std::abs(p.y) <= 1e6))
      refuse(key, "reach out of range", {}, mm_range(-1e6, 1e6));
    size = std::max(size, norm(p - asked.points.front()));
  }
  if (size < limits::shortest)
    refuse(key, "lie all in one place", shown_mm(size),
           "a curve of " + shown_mm(limits::shortest) + " or more");
  if (asked.open) {
    std::vector<Vec2> points = apart_from_the_next(asked.points, size);
    for (Vec2& p : points) p = turned(p, asked.turn.radians());
    check_turns(points, asked, {}, key);
    return rounded(points, asked.corner_radius, end, true);
  }
  std::vector<Vec2> points = corners_of(asked.points, size);
  if (points.size() < 3 || std::abs(twice_area(points)) < within::same * size * size)
    refuse(key, "enclose no area");
  if (twice_area(points) < 0) std::reverse(points.begin(), points.end());
  const Vec2 centre = centre_of_area(points);
  for (Vec2& p : points) p = turned(p - centre, asked.turn.radians());
  check_turns(points, asked, centre, key);
  return rounded(points, asked.corner_radius, end);
}

void check_kind(const Profile& p, const std::string& end) {
  if (!(p.corner_radius >= 0 && p.corner_radius <= 1e6))
    refuse(end + ".corner_radius", "is out of range", shown_mm(p.corner_radius), shown_mm(0) + " or more");
  const bool cornered =
      p.kind == ProfileKind::rectangle || p.kind == ProfileKind::polygon || p.kind == ProfileKind::polyline;
  if (p.corner_radius > 0 && !cornered)
    refuse(end + ".corner_radius", std::string("belongs to no ") + name_of(p.kind));
  const auto only = [&](bool given, bool allowed, const char* key) {
    if (given && !allowed)
      refuse(end + key, std::string("belongs to no ") + name_of(p.kind), {}, {},
             "leave it out, or take another kind");
  };
  const bool wide =
      p.kind == ProfileKind::rectangle || p.kind == ProfileKind::ellipse || p.kind == ProfileKind::obround;
  only(p.diameter.has_value(), p.kind == ProfileKind::circle, ".diameter");
  only(p.width.has_value(), wide, ".width");
  only(p.length.has_value(), wide, ".length");
  only(p.between_centres.has_value(), p.kind == ProfileKind::obround, ".between_centres");
  only(p.sides != 0, p.kind == ProfileKind::polygon, ".sides");
  only(p.across_flats.has_value(), p.kind == ProfileKind::polygon, ".across_flats");
  only(p.across_corners.has_value(), p.kind == ProfileKind::polygon, ".across_corners");
  only(!p.points.empty(), p.kind == ProfileKind::polyline, ".points");
  only(p.open, p.kind == ProfileKind::polyline || p.kind == ProfileKind::outline, ".open");
  only(!p.outline.empty(), p.kind == ProfileKind::outline, ".path");
}

}  // namespace

const char* name_of(ProfileKind kind) {
  constexpr std::array names{"circle", "rectangle", "ellipse", "obround", "polygon", "polyline", "outline"};
  return names[static_cast<size_t>(kind)];
}

namespace {

bool meet(Vec2 a, Vec2 b, Vec2 c, Vec2 d) {
  const auto apart = [](Vec2 p, Vec2 q, Vec2 r, Vec2 s) {
    return (cross(q - p, r - p) > 0) == (cross(q - p, s - p) > 0);
  };
  return !apart(a, b, c, d) && !apart(c, d, a, b);
}

// Once round, without crossing itself.
void check_once_round(const ProfileCurve& profile, const std::string& key) {
  if (profile.convex() && profile.bows.back().to - profile.bows.front().from < 3 * pi) return;
  const std::vector<Vec2> points = points_along(profile, 16);
  double size = 0;
  for (const Vec2 p : points) size = std::max(size, norm(p - points.front()));
  std::vector<Vec2> apart = apart_from_the_next(points, size);
  if (!profile.open && norm(apart.back() - apart.front()) < within::same * size) apart.pop_back();
  const size_t lines = apart.size() - (profile.open ? 1 : 0);
  const auto at = [&](size_t i) { return apart[i % apart.size()]; };
  std::string crossing;
  for (size_t i = 0; i < lines; ++i) {
    for (size_t k = i + 2; k < lines && crossing.empty(); ++k) {
      const bool neighbours = !profile.open && i == 0 && k + 1 == lines;
      if (!neighbours && meet(at(i), at(i + 1), at(k), at(k + 1)))
        crossing = "near [" + shown(at(i).x) + ", " + shown(at(i).y) + "] from its centre";
    }
  }
  double turned_in_all = 0;
  for (const Bow& b : profile.bows) turned_in_all += b.to - b.from;
  const bool once = profile.open || std::abs(turned_in_all - 2 * pi) < within::beside;
  if (!once || !crossing.empty())
    refuse(key, "makes a curve that crosses itself", crossing,
           profile.open ? "a simple curve" : "a simple closed curve");
}

ProfileCurve asked_obround(const Profile& p, const std::string& end) {
  const double turn = p.turn.radians();
  if (!p.between_centres)
    return obround(sized(p.width, end + ".width"), sized(p.length, end + ".length"), turn);
  if (p.width && p.length)
    refuse(end + ".between_centres", "is given beside width and length", shown_mm(*p.between_centres), {},
           "leave one of the three out");
  if (!(*p.between_centres >= 0 && *p.between_centres <= 1e6))
    refuse(end + ".between_centres", "is out of range", shown_mm(*p.between_centres), mm_range(0, 1e6));
  if (p.width) return obround(sized(p.width, end + ".width"), *p.width + *p.between_centres, turn);
  const double across = sized(p.length, end + ".length");
  return obround(across + *p.between_centres, across, turn);
}

ProfileCurve curve_of(const Profile& p, const std::string& end) {
  check_kind(p, end);
  if (!(std::abs(p.turn.degrees()) <= 3600))
    refuse(end + ".turn", "is out of range", shown_degrees(p.turn), "-3600 to 3600 degrees");
  const double turn = p.turn.radians();
  const auto size = [&](const std::optional<double>& value, const char* key) {
    return sized(value, end + key);
  };
  switch (p.kind) {
    case ProfileKind::circle:
      return circle(size(p.diameter, ".diameter") / 2);
    case ProfileKind::ellipse:
      return {{{0, 2 * pi, {}, size(p.width, ".width") / 2, size(p.length, ".length") / 2, turn}}};
    case ProfileKind::obround:
      return asked_obround(p, end);
    case ProfileKind::polygon:
      return polygon(p, end);
    case ProfileKind::polyline:
      return polyline(p, end);
    case ProfileKind::outline:
      return drawn_profile(p, end);
    case ProfileKind::rectangle:
      break;
  }
  const double w = size(p.width, ".width") / 2;
  const double l = size(p.length, ".length") / 2;
  std::vector<Vec2> corners{{w, -l}, {w, l}, {-w, l}, {-w, -l}};
  for (Vec2& c : corners) c = turned(c, turn);
  return rounded(corners, p.corner_radius, end);
}

}  // namespace

ProfileCurve profile_curve(const Profile& p, const std::string& end) {
  ProfileCurve profile = curve_of(p, end);
  check_once_round(profile, p.kind == ProfileKind::polyline ? end + ".points" : end);
  return profile;
}

}  // namespace juggler
