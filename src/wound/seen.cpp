// Flights, coils and helical strips in their views.
#include <algorithm>
#include <cmath>

#include "juggler/measure.h"
#include "measure/say.h"
#include "winding.h"
#include "wound.h"

namespace juggler {
namespace {

using ViewSide = ViewDimension::Side;

class WoundScene {
 public:
  WoundScene(std::shared_ptr<const WoundPart> part, Winding winding)
      : part_(std::move(part)), winding_(std::move(winding)), form_(part_->form) {
    constexpr int for_each_turn = 72;
    constexpr int most = 2000;
    const double turns = (form_.to() - form_.from()) / (two_pi);
    looks_ = std::min(most, 1 + static_cast<int>(for_each_turn * turns));
  }

  [[nodiscard]] Scene scene(const Projection& projection) const {
    Scene s;
    s.size = form_.size;
    std::vector<Vec3> base;
    std::vector<Vec3> top;
    for (int i = 0; i <= looks_; ++i) {
      base.push_back(on_edge(EndName::base, i));
      top.push_back(on_edge(EndName::top, i));
    }
    add_faces_between(s, base, top);
    for (const EndName end : {EndName::base, EndName::top})
      s.lines.push_back({[*this, end](double i) { return on_edge(end, i); }, looks_});
    for (const int end : {0, 1})
      s.lines.push_back({[*this, end](double i) { return on_end(end, i / 24); }, 24});
    add_seams(s);
    add_level_lines(s);
    add_shaft(s, projection);
    if (!part_->stretched()) add_silhouettes(s, projection);
    return s;
  }

 private:
  [[nodiscard]] double u_at(double i) const {
    return form_.from() + (form_.to() - form_.from()) * i / looks_;
  }
  // On the middle of the sheet.
  [[nodiscard]] Vec3 on_rim(EndName end, double u) const {
    return edge_point(form_, end, form_.thickness / 2, u);
  }
  // Where an end of the strip meets a rim.
  [[nodiscard]] double end_at(int end, EndName rim) const {
    const auto [from, to] = rim_range(form_, rim);
    return end == 0 ? from : to;
  }
  [[nodiscard]] Vec3 on_edge(EndName rim, double i) const {
    const double from = end_at(0, rim);
    return on_rim(rim, from + (end_at(1, rim) - from) * i / looks_);
  }
  // Along an end of the strip: on a cylinder straight lines of the flat are even in direction and height; a
  // half circle is one on the flat.
  [[nodiscard]] Vec3 on_end(int end, double share) const {
    const double base = end_at(end, EndName::base);
    const double top = end_at(end, EndName::top);
    const double low = form_.base(base).s;
    const double high = form_.top(top).s;
    double u = base + share * (top - base);
    double s = low + share * (high - low);
    if (form_.ends && (*form_.ends)[0].round > 0) {
      const double neutral = norm(ruling_at(form_.wall, base).dc) + form_.neutral_depth;
      const Vec2 across{neutral * (top - base) / 2, (high - low) / 2};
      const Vec2 out = (end == 0 ? 1.0 : -1.0) * left_of(across);
      const double turn = pi * share;
      const Vec2 off = -std::cos(turn) * across + std::sin(turn) * out;
      u = (base + top) / 2 + off.x / neutral;
      s = (low + high) / 2 + off.y;
    }
    const Ruling r = ruling_at(form_.wall, std::clamp(u, form_.from(), form_.to()));
    if (u >= form_.from() && u <= form_.to()) return r.c + form_.thickness / 2 * r.n + s * r.e;
    const double radius = norm(r.dc) + form_.thickness / 2;
    return {radius * std::cos(u), radius * std::sin(u), s};
  }

  void add_ruling(Scene& s, double u, LineOf of, bool through = false) const {
    constexpr int steps = 20;
    s.lines.push_back(straight(on_rim(EndName::base, u), on_rim(EndName::top, u), of, steps, through));
  }

  // Where blanks of a flight meet.
  void add_seams(Scene& s) const {
    if (winding_.turns_per_blank == 0) return;
    const double each = two_pi * winding_.turns_per_blank;
    const double whole = form_.to() - form_.from();
    for (double u = each; u < whole - within::same && s.lines.size() < 500; u += each)
      add_ruling(s, winding_.left ? form_.to() - u : form_.from() + u, LineOf::seam);
  }

  // So that the blade is seen as a surface.
  void add_level_lines(Scene& s) const {
    if (!part_->stretched()) return;
    constexpr int for_each_turn = 24;
    const double step = two_pi / for_each_turn;
    if ((form_.to() - form_.from()) / step > 600) return;
    for (double u = form_.from() + step; u < form_.to() - within::same; u += step)
      add_ruling(s, u, LineOf::mark);
  }

  // The shaft, or the body that a strip lies against.
  void add_shaft(Scene& s, const Projection& projection) const {
    if (winding_.body == 0 && winding_.body_to == 0) return;
    constexpr int sides = 48;
    const double height = part_->overall_height;
    const auto at = [=, from = winding_.body / 2, to = winding_.body_to / 2](double i, double z) {
      const double radius = from + (to - from) * z / height;
      const Vec2 d = direction(two_pi * i / sides);
      return Vec3{radius * d.x, radius * d.y, z};
    };
    for (const double z : {0.0, height})
      s.lines.push_back({[=](double i) { return at(i, z); }, sides, LineOf::guide});
    for (int i = 0; i < sides; ++i) {
      s.faces.push_back({at(i, 0), at(i + 1, 0), at(i, height)});
      s.faces.push_back({at(i, height), at(i + 1, 0), at(i + 1, height)});
    }
    const double across = std::atan2(projection.right.y, projection.right.x) * sides / (two_pi);
    if (std::abs(projection.towards_eye().z) > 0.99) return;
    for (const double i : {across, across + sides / 2.0})
      s.lines.push_back({[=](double k) { return at(i, height * k / 40); }, 40, LineOf::guide});
  }

  void add_silhouettes(Scene& s, const Projection& projection) const {
    const auto facing = [&](double u) { return dot(ruling_at(form_.wall, u).n, projection.towards_eye()); };
    const double from = std::max(end_at(0, EndName::base), end_at(0, EndName::top));
    const double to = std::min(end_at(1, EndName::base), end_at(1, EndName::top));
    for (int i = 0; i < looks_; ++i) {
      const double a = u_at(i);
      const double b = u_at(i + 1);
      if (a < from || b > to) continue;
      if ((facing(a) < 0) != (facing(b) < 0)) add_ruling(s, root(facing, a, b), LineOf::edge, false);
    }
  }

  std::shared_ptr<const WoundPart> part_;
  Winding winding_;
  const Form& form_;
  int looks_ = 1;
};

Phrase overall(const Blank& b) {
  return say("overall {}", length(b.overall_height, {"lowest metal", "highest metal", "axis"}));
}

}  // namespace

Seen wound_seen(const std::shared_ptr<const WoundPart>& part, const Winding& winding, const Blank& b) {
  const auto scene = std::make_shared<const WoundScene>(part, winding);
  Seen seen;
  seen.scene = [=](const Projection& projection) { return scene->scene(projection); };
  seen.in_front.emplace_back(ViewDimension{ViewSide::left, overall(b)});
  // Of the lowest turn, where its level line points to the right.
  if (winding.pitch > 0)
    seen.in_front.emplace_back(
        ViewDimension{ViewSide::right, say("pitch {}", length(winding.pitch, {"a turn", "the next", "axis"})),
                      Vec3{}, Vec3{0, 0, winding.pitch}});
  const Amount across = measured({winding.outside}, winding.outside.name);
  const double radius = across.value / 2;
  seen.in_above.emplace_back(ViewDimension{ViewSide::below, winding.outside.value, Vec3{-radius, 0, 0},
                                           Vec3{radius, 0, 0}, ViewDimension::Start::place});
  seen.in_above.emplace_back(PlanAngles{Vec3{}, radius});
  return seen;
}

}  // namespace juggler
