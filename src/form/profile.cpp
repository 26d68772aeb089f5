#include "profile.h"

#include <algorithm>
#include <array>

namespace juggler {

Vec2 turned(Vec2 p, double by) { return p.x * direction(by) + p.y * left_of(direction(by)); }

namespace {

constexpr double pi = std::numbers::pi;

[[noreturn]] void refuse(const std::string& key, const std::string& reason, const std::string& found = {},
                         const std::string& allowed = {}, const std::string& advice = {}) {
  throw Refusal({.reason = reason, .key = key, .found = found, .allowed = allowed, .advice = advice});
}

double sized(const std::optional<double>& value, const std::string& key) {
  if (!value) refuse(key, "is missing", {}, {}, "give the sizes of the profile");
  if (*value >= 1e-3 && *value <= 1e6) return *value;
  refuse(key, "is out of range", shown_mm(*value), "0.001 to 1e6 mm");
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

// (3): a polygon that runs anticlockwise, its corners rounded; hollow ones the other way.
ProfileCurve rounded(const std::vector<Vec2>& corners, double radius, const std::string& end) {
  const size_t n = corners.size();
  ProfileCurve profile;
  std::vector<double> left(n);  // of the side that follows each corner
  std::vector<double> setbacks;
  double normal = 0;
  for (size_t i = 0; i < n; ++i) {
    const Vec2 in = corners[i] - corners[(i + n - 1) % n];
    const Vec2 out = corners[(i + 1) % n] - corners[i];
    left[i] = norm(out);
    if (i == 0) normal = std::atan2(in.y, in.x) - pi / 2;
    const double turn = std::atan2(cross(in, out), dot(in, out));
    const Vec2 middle = direction(normal + turn / 2);
    const double r = turn < 0 ? -radius : radius;
    profile.bows.push_back({normal, normal + turn, corners[i] - (r / std::cos(turn / 2)) * middle, r, r, 0});
    setbacks.push_back(r * std::tan(turn / 2));
    normal += turn;
  }
  for (size_t i = 0; i < n; ++i) {
    const double rest = left[i] - setbacks[i] - setbacks[(i + 1) % n];
    if (rest >= -1e-12 * left[i]) continue;
    const double most = radius * left[i] / (setbacks[i] + setbacks[(i + 1) % n]);
    refuse(end + ".corner", "is larger than a side allows", shown_mm(radius), "0 to " + shown_mm(most));
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
  return rounded(regular(p.sides, apothem, p.turn.radians()), p.corner, end);
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
      const bool same = norm(out) < 1e-9 * size;
      if (!same && (std::abs(cross(in, out)) > 1e-9 * norm(in) * norm(out) || dot(in, out) < 0)) continue;
      p.erase(p.begin() + static_cast<long>(i));
      changed = true;
      break;
    }
  }
  return p;
}

ProfileCurve polyline(const Profile& asked, const std::string& end) {
  const std::string key = end + ".points";
  if (asked.points.size() < 3 || asked.points.size() > 1000)
    refuse(key, "make no closed curve", std::to_string(asked.points.size()) + " points", "3 to 1000");
  double size = 0;
  for (const Vec2 p : asked.points) {
    if (!(std::abs(p.x) <= 1e6 && std::abs(p.y) <= 1e6))
      refuse(key, "reach out of range", {}, "-1e6 to 1e6 mm");
    size = std::max(size, norm(p - asked.points.front()));
  }
  if (size < 1e-3) refuse(key, "lie all in one place", shown_mm(size), "a curve of 0.001 mm or more");
  std::vector<Vec2> points = corners_of(asked.points, size);
  if (points.size() < 3 || std::abs(twice_area(points)) < 1e-9 * size * size) refuse(key, "enclose no area");
  if (twice_area(points) < 0) std::reverse(points.begin(), points.end());
  const Vec2 centre = centre_of_area(points);
  for (Vec2& p : points) p = turned(p - centre, asked.turn.radians());
  for (size_t i = 0; i < points.size(); ++i) {
    const Vec2 in = points[(i + 1) % points.size()] - points[i];
    const Vec2 out = points[(i + 2) % points.size()] - points[(i + 1) % points.size()];
    if (std::abs(std::atan2(cross(in, out), dot(in, out))) < pi - 1e-6) continue;
    const Vec2 at = turned(points[(i + 1) % points.size()], -asked.turn.radians()) + centre;
    refuse(key, "run back on themselves", "at [" + shown(at.x) + ", " + shown(at.y) + "]");
  }
  return rounded(points, asked.corner, end);
}

void check_kind(const Profile& p, const std::string& end) {
  if (!(p.corner >= 0 && p.corner <= 1e6))
    refuse(end + ".corner", "is out of range", shown_mm(p.corner), "0 mm or more");
  const bool cornered =
      p.kind == ProfileKind::rectangle || p.kind == ProfileKind::polygon || p.kind == ProfileKind::polyline;
  if (p.corner > 0 && !cornered) refuse(end + ".corner", std::string("belongs to no ") + name_of(p.kind));
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
  only(p.sides != 0, p.kind == ProfileKind::polygon, ".sides");
  only(p.across_flats.has_value(), p.kind == ProfileKind::polygon, ".across_flats");
  only(p.across_corners.has_value(), p.kind == ProfileKind::polygon, ".across_corners");
  only(!p.points.empty(), p.kind == ProfileKind::polyline, ".points");
  only(!p.outline.empty(), p.kind == ProfileKind::outline, ".path");
}

}  // namespace

const char* name_of(ProfileKind kind) {
  constexpr std::array names{"circle", "rectangle", "ellipse", "obround", "polygon", "polyline", "outline"};
  return names[static_cast<size_t>(kind)];
}

// About a point of inflection the direction hardly moves with the parameter: its ends count by name.
BezierStretch::At Bow::on_bezier(double normal) const {
  constexpr double same = 1e-11;
  const double near_from = std::abs(std::remainder(normal - from, 2 * pi));
  const double near_to = std::abs(std::remainder(normal - to, 2 * pi));
  if (std::min(near_from, near_to) < same) return bezier->at(near_from < near_to ? bezier->from : bezier->to);
  return bezier->at(bezier->facing(normal));
}

Vec2 Bow::at(double normal) const {
  if (bezier) return on_bezier(normal).point;
  if (a == b) return centre + a * direction(normal);
  const double x = normal - axis;
  const double reach = std::copysign(std::hypot(a * std::cos(x), b * std::sin(x)), a);
  return centre + juggler::turned({a * a * std::cos(x) / reach, b * b * std::sin(x) / reach}, axis);
}

double Bow::radius(double normal) const {
  if (a == b && !bezier) return a;
  if (bezier) {
    const auto at = on_bezier(normal);
    const double speed = norm(at.first);
    const double bent = cross(at.first, at.second);
    constexpr double straight = 1e-15;
    return speed * speed * speed /
           (std::abs(bent) > straight * speed * speed ? bent : sense() * straight * speed * speed);
  }
  const double x = normal - axis;
  const double reach = std::copysign(std::hypot(a * std::cos(x), b * std::sin(x)), a);
  return a * a * b * b / (reach * reach * reach);
}

Bow Bow::moved(double scale, Vec2 by) const {
  Bow bow = *this;
  bow.centre = scale * centre + by;
  bow.a *= scale;
  bow.b *= scale;
  if (!bezier) return bow;
  auto curve = *bezier;
  for (Vec2& p : curve.points) p = scale * p + by;
  bow.bezier = std::make_shared<const BezierStretch>(std::move(curve));
  return bow;
}

Bow Bow::turned(double by) const {
  Bow bow = *this;
  bow.from += by;
  bow.to += by;
  bow.axis += by;
  bow.centre = juggler::turned(centre, by);
  if (!bezier) return bow;
  auto curve = *bezier;
  for (Vec2& p : curve.points) p = juggler::turned(p, by);
  bow.bezier = std::make_shared<const BezierStretch>(std::move(curve));
  return bow;
}

bool ProfileCurve::convex() const {
  return std::all_of(bows.begin(), bows.end(), [](const Bow& b) { return b.to >= b.from; });
}

std::vector<Vec2> points_along(const ProfileCurve& profile, int for_each_bow) {
  std::vector<Vec2> points;
  for (const Bow& b : profile.bows) {
    const int count = b.corner() ? 1 : for_each_bow;
    for (int i = 0; i < count; ++i)
      points.push_back(b.at(b.from + (b.to - b.from) * (count == 1 ? 0.0 : 1.0 * i / (count - 1))));
  }
  return points;
}

size_t ProfileCurve::bow_at(double normal) const {
  const double first = bows.front().from;
  const double within = normal - 2 * pi * std::floor((normal - first) / (2 * pi));
  const auto found = std::find_if(bows.begin(), bows.end() - 1, [&](const Bow& b) { return within <= b.to; });
  return static_cast<size_t>(found - bows.begin());
}

double ProfileCurve::reach(double normal) const {
  return dot(bows[bow_at(normal)].at(normal), direction(normal));
}

namespace {

double distance_of_side(Vec2 a, Vec2 b, Vec2 point) {
  const Vec2 d = b - a;
  const double part = dot(d, d) > 0 ? std::clamp(dot(point - a, d) / dot(d, d), 0.0, 1.0) : 0;
  return norm(point - a - part * d);
}

// From the circle, where the point nearest to it belongs to the arc.
double distance_of_arc(const Bow& bow, Vec2 point) {
  const Vec2 away = bow.a < 0 ? bow.centre - point : point - bow.centre;
  const double facing = std::atan2(away.y, away.x);
  const double low = std::min(bow.from, bow.to);
  const double within = facing - 2 * pi * std::floor((facing - low) / (2 * pi));
  return within <= std::max(bow.from, bow.to) ? std::abs(norm(away) - std::abs(bow.a)) : HUGE_VAL;
}

struct OnCurve {
  Vec2 point, way;
};

// Where the way to the point is square to the curve, about the nearest of some places.
double distance_along(const std::function<OnCurve(double)>& curve, double from, double to, Vec2 point) {
  constexpr int looks = 48;
  int nearest = 0;
  double least = HUGE_VAL;
  const bool once_round = std::abs(to - from) > 2 * pi - 1e-9;
  const auto place = [&](int i) {
    return from + (to - from) * (once_round ? i : std::clamp(i, 0, looks)) / looks;
  };
  for (int i = 0; i <= looks; ++i) {
    const double away = norm(point - curve(place(i)).point);
    if (away < least) nearest = i;
    least = std::min(least, away);
  }
  const auto along = [&](double t) {
    const OnCurve c = curve(t);
    return dot(point - c.point, c.way);
  };
  const double a = place(nearest - 1);
  const double b = place(nearest + 1);
  if ((along(a) < 0) == (along(b) < 0)) return least;
  return std::min(least, norm(point - curve(root(along, a, b)).point));
}

double distance_of_bow(const Bow& bow, Vec2 point) {
  if (bow.corner()) return norm(point - bow.centre);
  if (bow.bezier) {
    const auto curve = [&](double s) {
      const auto at = bow.bezier->at(s);
      return OnCurve{at.point, at.first};
    };
    return distance_along(curve, bow.bezier->from, bow.bezier->to, point);
  }
  if (bow.a == bow.b) return distance_of_arc(bow, point);
  return distance_along(
      [&](double n) {
        return OnCurve{bow.at(n), left_of(direction(n))};
      },
      bow.from, bow.to, point);
}

}  // namespace

double ProfileCurve::distance(Vec2 point) const {
  double nearest = HUGE_VAL;
  for (size_t i = 0; i < bows.size(); ++i) {
    nearest =
        std::min({nearest, distance_of_side(end(i), start(next(i)), point), distance_of_bow(bows[i], point)});
  }
  return nearest;
}

namespace {

// Once round, without crossing itself.
void check_once_round(const ProfileCurve& profile, const std::string& key) {
  if (profile.convex() && profile.bows.back().to - profile.bows.front().from < 3 * pi) return;
  const std::vector<Vec2> points = points_along(profile, 16);
  double size = 0;
  for (const Vec2 p : points) size = std::max(size, norm(p - points.front()));
  std::vector<Vec2> apart;
  for (const Vec2 p : points) {
    if (apart.empty() || norm(p - apart.back()) > 1e-9 * size) apart.push_back(p);
  }
  if (norm(apart.back() - apart.front()) < 1e-9 * size) apart.pop_back();
  Outline outline;
  for (size_t i = 0; i < apart.size(); ++i) outline.push_back(line(apart[i], apart[(i + 1) % apart.size()]));
  double turned_in_all = 0;
  for (const Bow& b : profile.bows) turned_in_all += b.to - b.from;
  if (std::abs(turned_in_all - 2 * pi) > 1e-6 || crosses_itself(outline, 0))
    refuse(key, "makes a curve that crosses itself", {}, "a simple closed curve");
}

ProfileCurve curve_of(const Profile& p, const std::string& end) {
  check_kind(p, end);
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
      return obround(size(p.width, ".width"), size(p.length, ".length"), turn);
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
  return rounded(corners, p.corner, end);
}

}  // namespace

ProfileCurve profile_curve(const Profile& p, const std::string& end) {
  ProfileCurve profile = curve_of(p, end);
  check_once_round(profile, p.kind == ProfileKind::polyline ? end + ".points" : end);
  return profile;
}

}  // namespace juggler
