// Folded bodies against their sizes as given.
#include <algorithm>
#include <array>
#include <cmath>

#include "given.h"

namespace juggler {
namespace {

double depth_of(PanelFace face, bool hollow_left, double t) {
  switch (face) {
    case PanelFace::left:
      return 0;
    case PanelFace::right:
      return t;
    case PanelFace::middle:
      return t / 2;
    case PanelFace::inside:
      return hollow_left ? 0 : t;
    default:
      return hollow_left ? t : 0;
  }
}

// A corner of the part on its size face.
struct GivenCorner {
  Vec3 at;
  double layer = 0;
};

void add_rectangle(std::vector<GivenCorner>& corners, double width, double length, Vec3 centre,
                   double layer) {
  for (const double x : {-0.5, 0.5}) {
    for (const double y : {-0.5, 0.5}) corners.push_back({centre + Vec3{x * width, y * length, 0}, layer});
  }
}

std::vector<GivenCorner> corners_of(const Hopper& h, const Sheet& sheet) {
  std::vector<GivenCorner> corners;
  const auto layer = [&](const RectangleSize& r) {
    return depth_of(r.sizes_on.value_or(sheet.sizes_on.value_or(Face::middle)), *sheet.thickness);
  };
  add_rectangle(corners, *h.base.width, *h.base.length, {}, layer(h.base));
  add_rectangle(corners, *h.top.width, *h.top.length, {h.shift.x, h.shift.y, *h.height}, layer(h.top));
  return corners;
}

std::vector<GivenCorner> corners_of(const Tube& t) {
  const double in = 2 * (*t.wall - depth_of(t.opened_on, *t.wall));
  std::vector<GivenCorner> corners;
  for (const double z : {0.0, *t.length})
    add_rectangle(corners, t.side.value_or(t.width.value_or(0)) - in,
                  t.side.value_or(t.depth.value_or(0)) - in, {0, 0, z}, 0);
  return corners;
}

double radius_of(const PolygonSize& size, int sides, double otherwise) {
  const double half = pi / sides;
  if (size.point) return 0;
  if (size.across_flats) return *size.across_flats / 2 / std::cos(half);
  if (size.across_corners) return *size.across_corners / 2;
  return size.side ? *size.side / 2 / std::sin(half) : otherwise;
}

std::vector<GivenCorner> corners_of(const Net& n, const Sheet& sheet) {
  const double layer = depth_of(sheet.sizes_on.value_or(Face::middle), *sheet.thickness);
  std::vector<GivenCorner> corners;
  for (const Vec3 p : n.points) corners.push_back({p, layer});
  if (!n.faces.empty()) return corners;
  const double base = radius_of(n.base, n.sides, 0);
  const double top = radius_of(n.top, n.sides, base);
  for (int i = 0; i < n.sides; ++i) {
    const Vec2 way = direction(n.turn.radians() + (2 * i - 1) * pi / n.sides);
    corners.push_back({{base * way.x, base * way.y, 0}, layer});
    corners.push_back({{n.shift.x + top * way.x, n.shift.y + top * way.y, *n.height}, layer});
  }
  return corners;
}

// (7): three of the corners given lie in the size face of every wall.
void look_at_corners(GivenMiss& miss, const std::vector<FormedPlate>& plates,
                     const std::vector<GivenCorner>& corners, bool slanting) {
  for (const FormedPlate& p : plates) {
    const bool end = p.name == "base" || p.name == "top";
    if (p.name.find("flange") != std::string::npos || (slanting && end)) continue;
    std::array<double, 3> off{HUGE_VAL, HUGE_VAL, HUGE_VAL};
    for (const GivenCorner& c : corners) {
      const double here = std::abs(dot(c.at - p.at, p.normal) - c.layer);
      if (here >= off[2]) continue;
      off[2] = here;
      std::sort(off.begin(), off.end());
    }
    miss.look(off[2], "corners as given of " + p.name);
  }
}

// How far points lie on both sides of a plane through one, on the side where they lie less far.
double crossing(const std::vector<Vec3>& points, Vec3 at, Vec3 across) {
  double before = 0;
  double beyond = 0;
  for (const Vec3 p : points) {
    const double off = dot(p - at, across) / norm(across);
    before = std::max(before, -off);
    beyond = std::max(beyond, off);
  }
  return std::min(before, beyond);
}

// (7a): where four walls are parted. Seams are counted in eighths from +x, the odd ones at hips.
class SeamsGiven {
 public:
  /// The base's corners, then the top's, as add_rectangle() has them.
  SeamsGiven(const std::vector<FormedPlate>& plates, const std::vector<GivenCorner>& corners)
      : plates_(plates), corners_(corners), size_(norm(corners.back().at - corners.front().at)) {}

  void look(GivenMiss& miss, int eighth) const {
    const double off = eighth % 2 == 0 ? off_middle((eighth + 8) % 8) : bent_at((eighth + 8) % 8);
    miss.look(off, "seam as given");
  }

 private:
  [[nodiscard]] std::array<GivenCorner, 2> hip(int eighth) const {
    const int place = eighth == 5 ? 0 : eighth == 3 ? 1 : eighth == 7 ? 2 : 3;
    return {corners_[static_cast<size_t>(place)], corners_[static_cast<size_t>(place + 4)]};
  }
  [[nodiscard]] bool has(const FormedPlate& plate, int eighth) const {
    for (const GivenCorner& c : hip(eighth)) {
      if (std::abs(dot(c.at - plate.at, plate.normal) - c.layer) > within::beside * size_) return false;
    }
    return plate.name.find("flange") == std::string::npos;
  }
  // A hip that is a seam is no bend.
  [[nodiscard]] double bent_at(int eighth) const {
    for (const FormedPlate& plate : plates_) {
      for (const size_t other : plate.bent_to) {
        if (has(plate, eighth) && has(plates_[other], eighth)) return size_;
      }
    }
    return 0;
  }
  // Of a wall that is parted no plate crosses its middle line.
  [[nodiscard]] double off_middle(int eighth) const {
    const auto before = hip((eighth + 7) % 8);
    const auto after = hip((eighth + 1) % 8);
    const Vec3 low = 0.5 * (before[0].at + after[0].at);
    const Vec3 high = 0.5 * (before[1].at + after[1].at);
    double worst = 0;
    for (const FormedPlate& plate : plates_) {
      if (!has(plate, (eighth + 7) % 8) || !has(plate, (eighth + 1) % 8)) continue;
      worst = std::max(worst, crossing(plate.corners, low, cross(plate.normal, high - low)));
    }
    return worst;
  }

  const std::vector<FormedPlate>& plates_;
  const std::vector<GivenCorner>& corners_;
  double size_;
};

void look_at_seams(GivenMiss& miss, const std::vector<FormedPlate>& plates, const Hopper& h,
                   const std::vector<GivenCorner>& corners) {
  const SeamsGiven seams(plates, corners);
  const int apart = h.pieces == 4 ? 2 : 4;
  for (int i = 0; i < h.pieces; ++i) seams.look(miss, h.seam + i * apart);
}

// (8): the lines of a profile, bend by bend, seen along the run.
class PanelGiven {
 public:
  PanelGiven(const Panel& panel, const std::vector<FormedPlate>& plates, const Sheet& sheet)
      : panel_(panel), plates_(plates), t_(*sheet.thickness) {
    face_ = panel.sizes_on ? *panel.sizes_on : static_cast<PanelFace>(sheet.sizes_on.value_or(Face::middle));
  }

  GivenMiss result() {
    const std::vector<ProfileStep>& steps = panel_.profile;
    if (steps.size() != 2 * plates_.size() - 1) return {};
    for (size_t i = 0; i < steps.size(); ++i) {
      if (steps[i].line.has_value() != (i % 2 == 0)) return {};
    }
    for (size_t i = 0; i < plates_.size(); ++i) look_at_line(i);
    for (size_t i = 0; i + 1 < plates_.size(); ++i) look_at_turn(i);
    look_at_run();
    return miss_;
  }

 private:
  const Vec3 run_{0, 0, 1};
  [[nodiscard]] Vec3 way(size_t i) const { return cross(run_, plates_[i].normal); }
  [[nodiscard]] double extreme(size_t i, double sign) const {
    double most = -HUGE_VAL;
    for (const Vec3 c : plates_[i].corners) most = std::max(most, sign * dot(c, way(i)));
    return sign * most;
  }
  [[nodiscard]] double layer_at(const ProfileStep& step) const { return depth_of(face_, !step.to_right, t_); }

  // Along a plate, where its size face meets that of its neighbour beyond a bend.
  [[nodiscard]] double meets(size_t i, size_t other, const ProfileStep& step) const {
    const double layer = layer_at(step);
    const Vec3 a = plates_[i].at + layer * plates_[i].normal;
    const Vec3 b = plates_[other].at + layer * plates_[other].normal;
    return dot(a, way(i)) + dot(b - a, plates_[other].normal) / dot(way(i), plates_[other].normal);
  }
  void look_at_line(size_t i) {
    const std::vector<ProfileStep>& steps = panel_.profile;
    double from = extreme(i, -1);
    double to = extreme(i, 1);
    if (i > 0 && steps[2 * i - 1].bend) from = meets(i, i - 1, steps[2 * i - 1]);
    if (i + 1 < plates_.size() && steps[2 * i + 1].bend) to = meets(i, i + 1, steps[2 * i + 1]);
    miss_.look(std::abs(to - from - *steps[2 * i].line),
               "profile." + std::to_string(2 * i + 1) + " as given");
  }
  void look_at_turn(size_t i) {
    const ProfileStep& step = panel_.profile[2 * i + 1];
    const Angle asked = step.bend ? *step.bend : *step.arc;
    const double turned = std::atan2(dot(cross(way(i), way(i + 1)), run_), dot(way(i), way(i + 1)));
    const double off = std::remainder(turned - (step.to_right ? -1 : 1) * asked.radians(), two_pi);
    const std::string key = "profile." + std::to_string(2 * i + 2);
    miss_.look(std::abs(off) * std::abs(extreme(i, 1) - extreme(i, -1)), key + " as given");
    if (!step.arc) return;
    const double layer = layer_at(step);
    const auto end = [&](size_t k, double sign) {
      const FormedPlate& p = plates_[k];
      return p.at + layer * p.normal + (extreme(k, sign) - dot(p.at, way(k))) * way(k);
    };
    const Vec3 chord = end(i + 1, -1) - end(i, 1);
    const double across = norm(chord - dot(chord, run_) * run_);
    miss_.look(std::abs(across - 2 * *step.radius * std::abs(std::sin(asked.radians() / 2))),
               key + " as given");
  }
  void look_at_run() {
    double low = HUGE_VAL;
    double high = -HUGE_VAL;
    for (const FormedPlate& p : plates_) {
      for (const Vec3 c : p.corners) {
        low = std::min(low, dot(c, run_));
        high = std::max(high, dot(c, run_));
      }
    }
    miss_.look(std::abs(high - low - *panel_.run), "run as given");
  }

  const Panel& panel_;
  const std::vector<FormedPlate>& plates_;
  double t_;
  PanelFace face_ = PanelFace::middle;
  GivenMiss miss_;
};

std::vector<GivenCorner> corners_of(const Transition& t, const Sheet& sheet) {
  std::vector<GivenCorner> corners;
  const auto add = [&](const TransitionEnd& end, Vec3 centre) {
    const EndFrame frame = frame_of(end, centre);
    const double layer =
        depth_of(end.sizes_on.value_or(sheet.sizes_on.value_or(Face::inside)), *sheet.thickness);
    for (const Vec2 c : corners_of(end.profile))
      corners.push_back({centre + c.x * frame.x + c.y * frame.y, layer});
  };
  add(t.base, {});
  add(t.top, {t.shift.x, t.shift.y, *t.height});
  return corners;
}

// (7b): the seam of a folded transition comes to the base where a line at its plan angle meets the polygon.
class PolygonSeam {
 public:
  PolygonSeam(const Transition& t, const std::vector<FormedPlate>& plates, const Sheet& sheet)
      : plates_(plates), frame_(frame_of(t.base, {})) {
    layer_ = depth_of(t.base.sizes_on.value_or(sheet.sizes_on.value_or(Face::inside)), *sheet.thickness);
    for (const Vec2 c : corners_of(t.base.profile)) base_.push_back(c.x * frame_.x + c.y * frame_.y);
    for (const Vec3 c : base_) size_ = std::max(size_, norm(c));
  }

  void look(GivenMiss& miss, Angle plan) const {
    const Vec2 way = direction(plan.radians());
    for (size_t i = 0; i < base_.size(); ++i) {
      const Vec3 a = base_[i];
      const Vec3 side = base_[(i + 1) % base_.size()] - a;
      // From above, on that side of the centre.
      const double share = -(a.x * way.y - a.y * way.x) / (side.x * way.y - side.y * way.x);
      const Vec3 meets = a + share * side;
      const bool within_side =
          share * norm(side) > within::beside * size_ && (1 - share) * norm(side) > within::beside * size_;
      if (within_side && meets.x * way.x + meets.y * way.y > 0) look_at_side(miss, meets, side);
    }
  }

 private:
  void look_at_side(GivenMiss& miss, Vec3 meets, Vec3 side) const {
    for (const FormedPlate& plate : plates_) {
      const bool here = std::abs(dot(meets - plate.at, plate.normal) - layer_) <= within::beside * size_ &&
                        std::abs(dot(side, plate.normal)) <= within::beside * norm(side);
      if (!here) continue;
      double low = HUGE_VAL;
      double high = -HUGE_VAL;
      for (const Vec3 c : plate.corners) {
        low = std::min(low, dot(c, frame_.normal));
        high = std::max(high, dot(c, frame_.normal));
      }
      std::vector<Vec3> at_base;
      for (const Vec3 c : plate.corners) {
        if (dot(c, frame_.normal) < (low + high) / 2) at_base.push_back(c);
      }
      miss.look(crossing(at_base, meets, side), "seam as given");
    }
  }

  const std::vector<FormedPlate>& plates_;
  EndFrame frame_;
  double layer_ = 0, size_ = 0;
  std::vector<Vec3> base_;
};

void mirror_back(std::vector<FormedPlate>& plates, Hand hand) {
  if (hand != Hand::opposite) return;
  for (FormedPlate& p : plates) {
    p.at.y = -p.at.y;
    p.normal.y = -p.normal.y;
    for (Vec3& c : p.corners) c.y = -c.y;
  }
}

}  // namespace

GivenMiss miss_of_given(std::vector<FormedPlate> plates, const Shape& shape, const Sheet& sheet,
                        const Seam& seam, Hand hand) {
  if (const auto* panel = std::get_if<Panel>(&shape)) return PanelGiven(*panel, plates, sheet).result();
  mirror_back(plates, hand);
  GivenMiss miss;
  if (const auto* h = std::get_if<Hopper>(&shape)) {
    const std::vector<GivenCorner> corners = corners_of(*h, sheet);
    look_at_corners(miss, plates, corners, false);
    look_at_seams(miss, plates, *h, corners);
  }
  if (const auto* n = std::get_if<Net>(&shape))
    look_at_corners(miss, plates, corners_of(*n, sheet), !n->ends.empty());
  if (const auto* t = std::get_if<Transition>(&shape)) {
    look_at_corners(miss, plates, corners_of(*t, sheet), false);
    if (t->base.profile.open) return miss;
    const PolygonSeam parted(*t, plates, sheet);
    for (const Angle plan : plan_angles(seam)) parted.look(miss, plan);
  }
  if (const auto* t = std::get_if<Tube>(&shape)) {
    const std::vector<GivenCorner> corners = corners_of(*t);
    look_at_corners(miss, plates, corners, !t->ends.empty());
    SeamsGiven(plates, corners).look(miss, t->slit);
  }
  return miss;
}

}  // namespace juggler
