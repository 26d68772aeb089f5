// Cones and cylinders against their sizes as given.
#include "proof/given_walls.h"
#include "round.h"
#include "round_sizes.h"

namespace juggler {
namespace {

// What was given of a cone or cylinder, told apart from how.
struct GivenRound {
  GivenEnd base{"base"}, top{"top"};
  std::optional<double> height, slant, half_angle;  // radians
  Vec2 shift;
  std::vector<Trim> trims;
  std::optional<Contact> level_top;  // at the height, once that is known
  bool base_flange = false, top_flange = false;
};

std::optional<double> given_radius(const End& end) {
  if (end.pointed) return 0;
  if (end.diameter) return *end.diameter / 2;
  if (end.radius) return end.radius;
  if (end.girth) return *end.girth / two_pi;
  return std::nullopt;
}

void read_end(GivenEnd& to, const End& end, const Sheet& sheet) {
  to.radius = given_radius(end);
  to.pointed = to.radius == 0.0;
  to.layer = depth_of(end.sizes_on.value_or(sheet.sizes_on.value_or(Face::middle)), *sheet.thickness);
}

// One turned over along a level circle lengthens the wall; others lie beyond its edge.
void read_flanges(GivenRound& g, const std::vector<Flange>& flanges) {
  for (const Flange& f : flanges) {
    const bool trimmed =
        std::any_of(g.trims.begin(), g.trims.end(), [&](const Trim& t) { return t.end == f.end; });
    if (trimmed || !(g.shift == Vec2{})) continue;
    (f.end == EndName::base ? g.base_flange : g.top_flange) = true;
  }
}

GivenRound given(const Cone& c, const Sheet& sheet) {
  GivenRound g;
  read_end(g.base, c.base, sheet);
  read_end(g.top, c.top, sheet);
  g.base.planes.push_back({{0, 0, 1}, 0, c.base.contact});
  g.level_top = c.top.contact.value_or(Contact::size_face);
  g.height = c.height;
  g.slant = c.slant;
  if (c.included_angle) g.half_angle = c.included_angle->radians() / 2;
  if (c.half_angle) g.half_angle = c.half_angle->radians();
  g.shift = c.shift;
  g.trims = c.trims;
  read_flanges(g, c.flanges);
  return g;
}

GivenRound given(const Cylinder& c, const Sheet& sheet) {
  GivenRound g;
  read_end(g.base, c.size, sheet);
  read_end(g.top, c.size, sheet);
  g.base.planes.push_back({{0, 0, 1}, 0, c.base});
  g.height = c.height;
  if (c.short_side) {
    // The slanting top through the ends of its two sides.
    const double r = *g.base.radius;
    const double tan = (*c.long_side - *c.short_side) / (2 * r);
    const double tilt = std::atan(tan);
    const Vec2 up = direction(c.uphill.radians());
    g.top.planes.push_back({{-std::sin(tilt) * up.x, -std::sin(tilt) * up.y, std::cos(tilt)},
                            (*c.long_side + *c.short_side) / 2 * std::cos(tilt),
                            c.top});
    g.height = c.long_side;
  }
  g.level_top = c.top.value_or(Contact::size_face);
  g.trims = c.trims;
  read_flanges(g, c.flanges);
  return g;
}

class RoundGiven : public Given {
 public:
  RoundGiven(GivenRound g, WallProof wall, const Sheet& sheet, Hand hand)
      : Given(std::move(wall), sheet, hand), g_(std::move(g)) {}

  GivenMiss result(const Seam& seam) {
    size_ = 0;
    for (const FormedLine& l : lines_) size_ = std::max({size_, norm(l.base), norm(l.top)});
    const std::optional<double> height = look_at_sizes();
    if (!g_.base_flange) look_at_elements(g_.base, g_.base.planes.front(), false);
    if (!g_.top_flange && height) look_at_elements(g_.top, {{0, 0, 1}, *height, g_.level_top}, true);
    if (g_.level_top && height) g_.top.planes.push_back({{0, 0, 1}, *height, g_.level_top});
    add_trims(height);
    if (!g_.base_flange) look_at_planes(g_.base, false);
    if (!g_.top_flange) look_at_planes(g_.top, true);
    look_at_seams(seam, height);
    return miss_;
  }

 private:
  [[nodiscard]] bool coaxial() const { return g_.shift == Vec2{}; }
  [[nodiscard]] double cosine() const { return std::abs(lines_.front().e.z); }

  // (1), (2): the formed faces through the given circles; the height is the one given, or what the given
  // slant or angle makes of the formed wall.
  std::optional<double> look_at_sizes() {
    std::optional<double> height = g_.height;
    if (!height && g_.slant) height = *g_.slant * cosine();
    if (g_.height && g_.slant && !(g_.base.radius && g_.top.radius))
      miss_.look(std::abs(*g_.slant * cosine() - *g_.height), "slant as given");
    if (g_.half_angle && !(g_.base.radius && g_.top.radius && (g_.height || g_.slant))) {
      const double found = std::acos(std::min(1.0, cosine()));
      miss_.look(std::abs(std::sin(found) - std::sin(*g_.half_angle)) * size_, "half angle as given");
    }
    if (g_.base.radius) look_at_circle(g_.base, {}, 0);
    if (g_.top.radius && !height && g_.half_angle) height = height_of_top();
    if (g_.top.radius && height) look_at_circle(g_.top, g_.shift, *height);
    if (!coaxial() && height && *g_.base.radius > 0 && *g_.top.radius > 0) look_at_plan_angles(*height);
    return height;
  }
  // Where the formed top face comes to its given radius.
  [[nodiscard]] double height_of_top() const {
    const FormedLine& l = lines_.front();
    const Vec3 p = on_layer(l, g_.top.layer);
    const double out = std::hypot(p.x, p.y);
    const double lean = (p.x * l.e.x + p.y * l.e.y) / out;
    return p.z + (*g_.top.radius - out) / lean * l.e.z;
  }
  void look_at_circle(const GivenEnd& end, Vec2 centre, double z) {
    for (const FormedLine& l : lines_) {
      const Vec3 p = on_layer(l, end.layer);
      const Vec3 q = at_height(l, end.layer, z);
      const Vec2 out{q.x - centre.x, q.y - centre.y};
      const Vec2 way = norm(out) > within::same * size_ ? 1 / norm(out) * out : Vec2{l.n.x, l.n.y};
      const Vec3 on{centre.x + *end.radius * way.x, centre.y + *end.radius * way.y, z};
      miss_.look(off_line(on, p, l.e), std::string(end.name) + " as given");
    }
  }
  // Rulings of an offset cone join points of one plan angle.
  void look_at_plan_angles(double height) {
    for (const FormedLine& l : lines_) {
      const Vec3 low = at_height(l, g_.base.layer, 0);
      const Vec3 high = at_height(l, g_.top.layer, height);
      const Vec2 a{low.x, low.y};
      const Vec2 b{high.x - g_.shift.x, high.y - g_.shift.y};
      miss_.look(std::abs(cross(a, b)) / std::max(norm(a), norm(b)), "plan angles of both ends");
    }
  }

  // (4a): from the other end, along the ruling to the level plane of an end. Where the wall is all but level
  // that distance hangs on the last digits of its lean: looked at as far as these go.
  void look_at_elements(const GivenEnd& end, const GivenPlane& level, bool top) {
    if (end.pointed) return;
    for (const FormedElement& e : elements_) {
      const double steep = std::abs(e.line.e.z);
      const double more = -past_plane(e.line, level, end.layer, top) / steep;
      const double found = norm(e.line.top - e.line.base) + more;
      miss_.look(std::abs(found - (top ? e.from_top : e.from_base)) * std::min(1.0, 10 * steep),
                 "element " + std::to_string(e.number) + (top ? " from the top" : " from the base"));
    }
  }

  // (3)
  void add_trims(std::optional<double> height) {
    for (const Trim& t : g_.trims) {
      GivenEnd& end = t.end == EndName::top ? g_.top : g_.base;
      const Vec2 up = direction(t.uphill.radians());
      double tilt = 0;
      double at = 0;
      if (t.from_axis) {
        const double out = t.end == EndName::top ? 1 : -1;
        end.planes.push_back({{out * up.x, out * up.y, 0}, out * *t.from_axis, t.contact});
        continue;
      }
      if (t.height) {
        tilt = t.tilt.value_or(Angle()).radians();
        at = *t.height;
      } else if (t.from_apex) {
        end.open = end.open || !coaxial();
        if (end.open) continue;
        tilt = pi / 2 - t.to_axis->radians();
        const double apex = apex_of(end.layer);
        at = slope() < 0 ? apex - *t.from_apex : apex + *t.from_apex;  // on the side of the part
      } else {
        end.open = end.open || (t.end == EndName::base && !height);
        if (end.open) continue;
        const auto [low, high] =
            coaxial() ? sides_of(t, end.layer, height.value_or(0)) : leaning_sides_of(t, *height);
        tilt = std::atan2(high.y - low.y, high.x - low.x);
        at = high.y - std::tan(tilt) * high.x;
      }
      end.planes.push_back(
          {{-std::sin(tilt) * up.x, -std::sin(tilt) * up.y, std::cos(tilt)}, at * std::cos(tilt), t.contact});
    }
  }
  // How fast a layer draws in, and its radius at a height, by the first line from its wider end.
  [[nodiscard]] Vec3 wide_end(double layer) const {
    const FormedLine& l = lines_.front();
    const Vec3 end = std::hypot(l.base.x, l.base.y) > std::hypot(l.top.x, l.top.y) ? l.base : l.top;
    return end + (layer - k_) * l.n;
  }
  [[nodiscard]] double slope() const {
    const Vec3 e = lines_.front().e;
    const Vec3 q = wide_end(k_);
    return (q.x * e.x + q.y * e.y) / std::hypot(q.x, q.y) / e.z;
  }
  [[nodiscard]] double radius_at(double layer, double z) const {
    const Vec3 q = wide_end(layer);
    return std::hypot(q.x, q.y) + slope() * (z - q.z);
  }
  [[nodiscard]] double apex_of(double layer) const { return -radius_at(layer, 0) / slope(); }
  // The ends of the two sides in the upright plane through the axis, the downhill one at -x.
  [[nodiscard]] std::pair<Vec2, Vec2> sides_of(const Trim& t, double layer, double height) const {
    const bool top = t.end == EndName::top;
    const double from = top ? 0 : height;
    const auto end_of_side = [&](double length) {
      const double rise = (top ? length : -length) * cosine();
      return Vec2{radius_at(layer, from) + slope() * rise, from + rise};
    };
    const Vec2 uphill = end_of_side(top ? *t.long_side : *t.short_side);
    const Vec2 downhill = end_of_side(top ? *t.short_side : *t.long_side);
    return {{-downhill.x, downhill.y}, uphill};
  }

  // Of an offset cone: along the lines at uphill and opposite on the end's own layer. The sheet between both
  // circles' layers stands square to the line and level across, (3).
  [[nodiscard]] std::pair<Vec2, Vec2> leaning_sides_of(const Trim& t, double height) const {
    const bool top = t.end == EndName::top;
    const Vec2 up = direction(t.uphill.radians());
    const double apart = g_.top.layer - g_.base.layer;
    const auto end_of_side = [&](Vec2 way, double length) {
      const Vec2 low = *g_.base.radius * way;
      const Vec2 across = g_.shift + *g_.top.radius * way - low;
      const double out = dot(across, way);
      const double lean = std::atan2(height, out) - std::acos(apart / std::hypot(height, out));
      const Vec2 level = across - apart * std::cos(lean) * way;
      const double rise = height - apart * std::sin(lean);
      const Vec3 side{level.x, level.y, rise};
      // Off from the other end's plane, where the line of this layer comes through it.
      const Vec2 from = top ? low + across - height / rise * level : low + height / rise * level;
      const double on = (top ? length : -length) / norm(side);
      return Vec2{dot(from + on * level, up), (top ? 0 : height) + on * rise};
    };
    return {end_of_side(Vec2{} - up, top ? *t.short_side : *t.long_side),
            end_of_side(up, top ? *t.long_side : *t.short_side)};
  }

  // (5): seen where the end's circle is.
  void look_at_seams(const Seam& seam, std::optional<double> height) {
    look_at_ruling(seam);
    const bool from_top = g_.base.pointed;
    const GivenEnd& end = from_top ? g_.top : g_.base;
    if (from_top && !height && !coaxial()) return;
    const Vec2 centre = from_top ? g_.shift : Vec2{};
    look_at_plans(seam, [&](const FormedLine& l) {
      const Vec3 p = coaxial() ? (from_top ? l.top : l.base) + (end.layer - k_) * l.n
                               : at_height(l, end.layer, from_top ? *height : 0);
      return Vec2{p.x - centre.x, p.y - centre.y};
    });
  }

  GivenRound g_;
  double size_ = 0;
};

}  // namespace

GivenMiss miss_of_given(WallProof wall, const RoundShape& shape, const Sheet& sheet, const Seam& seam,
                        Hand hand) {
  if (wall.lines.empty()) return {};
  const GivenRound g = std::visit([&](const auto& own) { return given(own, sheet); }, shape);
  return RoundGiven(g, std::move(wall), sheet, hand).result(seam);
}

}  // namespace juggler
