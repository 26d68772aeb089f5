#include "closed_wall.h"

#include <algorithm>

#include "form/cuts.h"

namespace juggler {
namespace {

// The inside of a wall: outwards normal, distance from the origin.
struct Side {
  Vec3 n;
  double off = 0;
  [[nodiscard]] double plan() const { return std::atan2(n.y, n.x); }
};

// Between a wall and the next one: a bend, or a corner of no radius.
struct Hip {
  Vec3 n;       // of the wall before
  Vec3 across;  // square to it and to the axis, towards the next wall
  Vec3 axis;    // upwards
  Vec3 centre;  // of the axis, at z = 0
  double turn = 0, radius = 0;

  [[nodiscard]] Vec3 normal(double angle) const { return std::cos(angle) * n + std::sin(angle) * across; }
  // Of its ruling on the inside face, at a height.
  [[nodiscard]] Vec3 at(double angle, double z) const {
    const Vec3 p = centre + radius * normal(angle);
    return p + (z - p.z) / axis.z * axis;
  }
};

// A plate between two hips.
struct PlateStretch {
  Hip before, after;
  double height = 0;
};

// (11): where both planes, moved inwards by the radius, meet.
Hip hip_between(const Side& a, const Side& b, double radius) {
  Hip hip;
  hip.n = a.n;
  hip.axis = unit(cross(a.n, b.n));
  hip.across = unit(b.n - dot(b.n, a.n) * a.n);
  hip.turn = std::acos(std::clamp(dot(a.n, b.n), -1.0, 1.0));
  hip.radius = radius;
  const double p = a.off - radius, q = b.off - radius;
  const double det = a.n.x * b.n.y - a.n.y * b.n.x;
  hip.centre = {(p * b.n.y - q * a.n.y) / det, (q * a.n.x - p * b.n.x) / det, 0};
  return hip;
}

// (12): from the border that it shares with the bend before to that with the bend after it.
Ruling of_plate(const PlateStretch& w, double from, double to, double u) {
  const double share = (u - from) / (to - from);
  const auto between = [&](double z) {
    const Vec3 a = w.before.at(w.before.turn, z), b = w.after.at(0, z);
    return std::pair{a + share * (b - a), 1 / (to - from) * (b - a)};
  };
  const auto [low, d_low] = between(0);
  const auto [high, d_high] = between(w.height);
  const double length = norm(high - low);
  const Vec3 e = 1 / length * (high - low);
  const Vec3 d = d_high - d_low;
  return {low, e, w.after.n, d_low, 1 / length * (d - dot(d, e) * e), {}};
}

// (13)
Ruling of_bend(const Hip& hip, double from, double to, double u) {
  const double rate = hip.turn / (to - from);
  const double angle = rate * (u - from);
  const Vec3 n = hip.normal(angle);
  const Vec3 dn = rate * (std::cos(angle) * hip.across - std::sin(angle) * hip.n);
  const Vec3 dc = hip.radius * dn - (hip.radius * dn.z / hip.axis.z) * hip.axis;
  return {hip.at(angle, 0), hip.axis, n, dc, {}, dn};
}

bool same_way(Vec3 a, Vec3 b) { return norm(a - b) <= within::beside; }

// Its walls by plan angle, halves of one once.
std::vector<Side> sides_of(const Body& body) {
  std::vector<Side> sides;
  for (const BodyFace& face : body.faces) {
    if (face.flange || !face.name.starts_with("wall")) continue;
    const auto known = [&](const Side& s) { return same_way(s.n, face.normal); };
    if (std::none_of(sides.begin(), sides.end(), known))
      sides.push_back({face.normal, dot(face.normal, face.origin)});
  }
  std::sort(sides.begin(), sides.end(), [](const Side& a, const Side& b) { return a.plan() < b.plan(); });
  return sides;
}

// Of the bend that joins them; none where they are welded.
double radius_between(const Body& body, const Side& a, const Side& b) {
  for (const BendZone& z : body.zones) {
    const Vec3 one = body.faces[static_cast<size_t>(z.face_a)].normal;
    const Vec3 other = body.faces[static_cast<size_t>(z.face_b)].normal;
    if ((same_way(one, a.n) && same_way(other, b.n)) || (same_way(one, b.n) && same_way(other, a.n)))
      return z.radius;
  }
  return 0;
}

}  // namespace

std::shared_ptr<const Form> closed_wall(const Body& body, double height) {
  const std::vector<Side> sides = sides_of(body);
  const size_t n = sides.size();
  if (n < 3) return nullptr;
  std::vector<Hip> hips;
  for (size_t k = 0; k < n; ++k) {
    const Side& a = sides[k];
    const Side& b = sides[(k + 1) % n];
    const double turn = std::remainder(b.plan() - a.plan(), two_pi);
    if (turn <= within::beside) return nullptr;  // half a turn or more from wall to wall
    hips.push_back(hip_between(a, b, radius_between(body, a, b)));
  }
  auto form = std::make_shared<Form>();
  Form& f = *form;
  f.by_plan = false;
  f.thickness = body.thickness;
  f.neutral_depth = body.thickness / 2;
  f.size = body.size;
  constexpr double bend_share = 0.1;  // of the way from wall to wall
  // Once round from the middle of the first bend's wall.
  std::vector<double> borders;
  double middle = sides.front().plan();
  for (size_t k = 0; k < n; ++k) {
    const double turn = std::remainder(sides[(k + 1) % n].plan() - sides[k].plan(), two_pi);
    borders.push_back(middle + (0.5 - bend_share) * turn);
    borders.push_back(middle + (0.5 + bend_share) * turn);
    middle += turn;
  }
  for (size_t k = 0; k < n; ++k) {
    const Hip hip = hips[k];
    const double from = borders[2 * k], to = borders[2 * k + 1];
    const double next = k + 1 < n ? borders[2 * k + 2] : borders.front() + two_pi;
    f.wall.push_back({from, to, [=](double u) { return of_bend(hip, from, to, u); }});
    const PlateStretch plate{hip, hips[(k + 1) % n], height};
    f.wall.push_back({to, next, [=](double u) { return of_plate(plate, to, next, u); }});
  }
  const Vec3 up{0, 0, 1};
  f.cutters = {plane_cutter(EndName::base, {up, 0}, Contact::middle, f.neutral_depth),
               plane_cutter(EndName::top, {up, height}, Contact::middle, f.neutral_depth)};
  f.base = rim_along(f.wall, f.cutters, EndName::base, f.thickness);
  f.top = rim_along(f.wall, f.cutters, EndName::top, f.thickness);
  f.profiles.push_back({EndName::base, 0, {}, {1, 0, 0}, {0, 1, 0}, up, {}});
  return form;
}

namespace {

// A stretch of a section by its share.
using OnSection = std::function<Ruling(double share)>;

class Section {
 public:
  explicit Section(const Body& body) : body_(body) {}

  std::vector<OnSection> around() {
    const size_t n = body_.faces.size();
    for (size_t i = 0; i < n; ++i) add_metal(i, true);
    const BodyFace& last = body_.faces.back();
    add_cap(at(last, 1, body_.thickness), at(last, 1, 0), last.normal, last.x);
    for (size_t i = n; i-- > 0;) add_metal(i, false);
    const BodyFace& first = body_.faces.front();
    add_cap(at(first, 0, 0), at(first, 0, body_.thickness), Vec3{} - first.normal, Vec3{} - first.x);
    return std::move(all_);
  }

 private:
  // Where the run starts, at the first or the last side of a face.
  [[nodiscard]] static Vec3 at(const BodyFace& p, size_t corner, double layer) {
    return p.at(p.corners[corner]) + layer * p.normal;
  }
  void add_line(Vec3 from, Vec3 to, Vec3 n) {
    if (norm(to - from) > 0)
      all_.push_back([=](double share) {
        return Ruling{from + share * (to - from), {0, 0, 1}, n, to - from, {}, {}};
      });
  }
  void add_corner(Vec3 at, Vec3 n, Vec3 to) {
    all_.push_back([=](double share) {
      const double phi = share * pi / 2;
      const Vec3 now = std::cos(phi) * n + std::sin(phi) * to;
      const Vec3 rate = pi / 2 * (std::cos(phi) * to - std::sin(phi) * n);
      return Ruling{at, {0, 0, 1}, now, {}, {}, rate};
    });
  }
  // An edge of the sheet, that faces `way`, with its corners.
  void add_cap(Vec3 from, Vec3 to, Vec3 before, Vec3 way) {
    add_corner(from, before, way);
    add_line(from, to, way);
    add_corner(to, way, Vec3{} - before);
  }
  // The right face forwards, the left one back.
  void add_metal(size_t i, bool right) {
    const BodyFace& p = body_.faces[i];
    const double layer = right ? body_.thickness : 0;
    if (!right && i < body_.zones.size()) add_bend(body_.zones[i], layer, right);
    const Vec3 from = at(p, right ? 0 : 1, layer);
    const Vec3 to = at(p, right ? 1 : 0, layer);
    add_line(from, to, (right ? 1.0 : -1.0) * p.normal);
    if (right && i < body_.zones.size()) add_bend(body_.zones[i], layer, right);
  }
  void add_bend(const BendZone& z, double layer, bool right) {
    const double turn = std::abs(z.angle.radians());
    all_.push_back([=, body = &body_, side = right ? 1.0 : -1.0](double share) {
      Ruling r = zone_ruling(*body, z, turn * (right ? share : 1 - share), 0, layer);
      r.n = side * r.n;
      r.dc = (side * turn) * r.dc;
      r.dn = turn * r.dn;  // both the normal and the way along the section change sides
      return r;
    });
  }

  const Body& body_;
  std::vector<OnSection> all_;
};

}  // namespace

std::shared_ptr<const Form> closed_section(const Body& panel, double run) {
  const auto body = std::make_shared<const Body>(panel);
  const std::vector<OnSection> around = Section(*body).around();
  auto form = std::make_shared<Form>();
  form->by_plan = false;
  form->size = panel.size;
  form->base = Rim([](double) { return Cut{0, 0}; });
  form->top = Rim([run](double) { return Cut{run, 0}; });
  form->profiles.push_back({EndName::base, 0, {}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {}});
  const double each = two_pi / static_cast<double>(around.size());
  for (size_t i = 0; i < around.size(); ++i) {
    const double from = each * static_cast<double>(i);
    form->wall.push_back({from, from + each, [from, each, body, at = around[i]](double u) {
                            Ruling r = at((u - from) / each);
                            r.dc = 1 / each * r.dc;
                            r.dn = 1 / each * r.dn;
                            return r;
                          }});
  }
  return form;
}

}  // namespace juggler
