// Transitions against their ends as given.
#include "given_ends.h"

#include <algorithm>
#include <cmath>

#include "proof/given_bodies.h"
#include "proof/given_middle.h"
#include "proof/given_walls.h"
#include "ruled.h"

namespace juggler {
namespace {

class TransitionGiven : public Given {
 public:
  TransitionGiven(const Transition& t, WallProof wall, const Sheet& sheet, Hand hand)
      : Given(wall, sheet, hand), t_given_(t), sheet_(sheet), flanges_(std::move(wall.flanges)) {
    if (hand == Hand::as_drawn) return;
    for (FormedFlange& f : flanges_) {
      for (Vec3* v : {&f.along, &f.n, &f.way}) v->y = -v->y;
    }
  }

  GivenMiss result(const Seam& seam) {
    miss_ = miss_of_untrimmed(elements_, met_);
    const double layer =
        depth_of(t_given_.base.sizes_on.value_or(sheet_.sizes_on.value_or(Face::inside)), t_);
    if (!t_given_.base.profile.open) {
      look_at_ruling(seam);
      look_at_facing(seam);
      look_at_plans(seam, [&](const FormedLine& l) {
        Vec3 p = l.base + (layer - k_) * l.n;
        // Where something else cuts the base, as the ruling goes on to its plane.
        if (std::find(met_.begin(), met_.end(), EndName::base) != met_.end()) {
          const GivenFrame base = given_frame(t_given_.base, {});
          p = p - (dot(base.normal, p) / dot(base.normal, l.e)) * l.e;
        }
        return Vec2{p.x, p.y};
      });
    }
    look_at_end(t_given_.base, {0, 0, 0}, false);
    look_at_end(t_given_.top, {t_given_.shift.x, t_given_.shift.y, *t_given_.height}, true);
    for (const FormedFlange& f : flanges_) look_at_flange(f);
    return miss_;
  }

 private:
  // (50), (52): it points where it was asked to, as wide as asked from its sharp line.
  void look_at_flange(const FormedFlange& f) {
    const bool top = f.end == EndName::top;
    const auto asked = std::find_if(t_given_.flanges.begin(), t_given_.flanges.end(),
                                    [&](const Flange& g) { return g.end == f.end; });
    if (asked == t_given_.flanges.end()) return;
    const TransitionEnd& end = top ? t_given_.top : t_given_.base;
    const Vec3 beyond = (top ? 1.0 : -1.0) * given_frame(end, {}).normal;
    Vec3 level = cross(f.along, beyond);
    if (dot(level, f.n) < 0) level = Vec3{} - level;
    const double rise = asked->rise.radians();
    const Vec3 way = asked->direction == FlangeDirection::level     ? level
                     : asked->direction == FlangeDirection::upright ? beyond
                     : asked->direction == FlangeDirection::square
                         ? f.n
                         : std::cos(rise) * level + std::sin(rise) * beyond;
    miss_.look(norm(f.way - way) * *asked->width, "direction of the flange as given");
    const double layer = depth_of(end.sizes_on.value_or(sheet_.sizes_on.value_or(Face::inside)), t_);
    const double on_size_face = f.radius + (f.outwards ? t_ - layer : layer);
    const double wide = f.flat_width + 2 * on_size_face * std::tan(f.turned / 2) - f.allowance;
    miss_.look(std::abs(wide - *asked->width), "width of the flange as given");
  }
  // (5a): where an end faces a direction, the wall's normal has it in the end's plane.
  void look_at_facing(const Seam& seam) {
    const bool base = seam.ruling == SeamRuling::facing_base;
    if (!base && seam.ruling != SeamRuling::facing_top) return;
    const GivenFrame frame = given_frame(base ? t_given_.base : t_given_.top, {});
    const FormedLine& l = lines_.front();
    const Vec2 faced{dot(l.n, frame.x), dot(l.n, frame.y)};
    if (seam.pieces > 1 || !seam.each.empty()) return;
    const double off = std::remainder(std::atan2(faced.y, faced.x) - seam.at.radians(), two_pi);
    miss_.look(std::abs(off) * norm(l.top - l.base), "direction that the seam faces");
  }
  void look_at_end(const TransitionEnd& asked, Vec3 centre, bool top) {
    const GivenFrame plane = given_frame(asked, centre);
    const ProfileDistance off(asked.profile);
    GivenEnd end{top ? "top" : "base"};
    end.layer = depth_of(asked.sizes_on.value_or(sheet_.sizes_on.value_or(Face::inside)), t_);
    end.planes.push_back({plane.normal, dot(plane.normal, centre), asked.contact});
    look_at_planes(end, top);
    for (const FormedLine& l : lines_) {
      const Vec3 p = on_layer(l, end.layer);
      const Vec3 meets = p + (dot(plane.normal, centre - p) / dot(plane.normal, l.e)) * l.e - centre;
      miss_.look(off({dot(meets, plane.x), dot(meets, plane.y)}),
                 std::string(end.name) + " profile as given");
    }
  }

  const Transition& t_given_;
  const Sheet& sheet_;
  std::vector<FormedFlange> flanges_;
};

std::vector<GivenCorner> corners_of(const Transition& t, const Sheet& sheet) {
  std::vector<GivenCorner> corners;
  const auto add = [&](const TransitionEnd& end, Vec3 centre) {
    const GivenFrame frame = given_frame(end, centre);
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
  PolygonSeam(const Transition& t, const std::vector<FormedFace>& faces, const Sheet& sheet)
      : faces_(faces), frame_(given_frame(t.base, {})) {
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
    for (const FormedFace& face : faces_) {
      const bool here = std::abs(dot(meets - face.at, face.normal) - layer_) <= within::beside * size_ &&
                        std::abs(dot(side, face.normal)) <= within::beside * norm(side);
      if (!here) continue;
      double low = HUGE_VAL;
      double high = -HUGE_VAL;
      for (const Vec3 c : face.corners) {
        low = std::min(low, dot(c, frame_.normal));
        high = std::max(high, dot(c, frame_.normal));
      }
      std::vector<Vec3> at_base;
      for (const Vec3 c : face.corners) {
        if (dot(c, frame_.normal) < (low + high) / 2) at_base.push_back(c);
      }
      miss.look(crossing(at_base, meets, side), "seam as given");
    }
  }

  const std::vector<FormedFace>& faces_;
  GivenFrame frame_;
  double layer_ = 0, size_ = 0;
  std::vector<Vec3> base_;
};

}  // namespace

// A level direction turned up about the level line through the centre. (6)
GivenFrame given_frame(const TransitionEnd& end, Vec3 centre) {
  const Vec2 up = direction(end.uphill.radians());
  const double c = std::cos(end.tilt.radians());
  const double s = std::sin(end.tilt.radians());
  const auto tilted = [&](Vec2 way) {
    const double uphill = dot(way, up);
    const Vec2 level = way - uphill * up;
    return Vec3{level.x + uphill * c * up.x, level.y + uphill * c * up.y, uphill * s};
  };
  return {centre, tilted({1, 0}), tilted({0, 1}), {-s * up.x, -s * up.y, c}};
}

GivenMiss miss_of_given(WallProof wall, const Transition& t, const Sheet& sheet, const Seam& seam,
                        Hand hand) {
  if (wall.lines.empty()) return {};
  return TransitionGiven(t, std::move(wall), sheet, hand).result(seam);
}

GivenMiss miss_of_given(std::vector<FormedFace> faces, const Transition& t, const Sheet& sheet,
                        const Seam& seam, Hand hand) {
  mirror_back(faces, hand);
  GivenMiss miss;
  look_at_corners(miss, faces, corners_of(t, sheet), false);
  if (t.base.profile.open) return miss;
  const PolygonSeam parted(t, faces, sheet);
  for (const Angle plan : plan_angles(seam)) parted.look(miss, plan);
  return miss;
}

// By even rulings.
GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const Transition& t, const Seam& seam,
                        Hand hand, const StretchedPart& made) {
  const Middle middle(pieces, hand);
  GivenMiss miss;
  const GivenFrame base = given_frame(t.base, {});
  const GivenFrame top = given_frame(t.top, {t.shift.x, t.shift.y, *t.height});
  const ProfileDistance off_base(t.base.profile);
  const ProfileDistance off_top(t.top.profile);
  const auto look = [&](const GivenFrame& f, const ProfileDistance& off, Vec3 p, const char* what) {
    const Vec3 q = p - f.centre;
    miss.look(std::abs(dot(f.normal, q)), what);
    miss.look(off({dot(q, f.x), dot(q, f.y)}), what);
  };
  middle.each_across([&](Vec3 low, Vec3 high) {
    if (!made.is_cut(EndName::base)) look(base, off_base, low, "base profile as given");
    if (!made.is_cut(EndName::top)) look(top, off_top, high, "top profile as given");
  });
  if (t.base.profile.open || made.is_cut(EndName::base)) return miss;
  middle.each_end([&](Vec3 low) {
    miss.look(off_plan_angles(seam, {low.x, low.y}), "plan angle of the seam");
  });
  return miss;
}

}  // namespace juggler
