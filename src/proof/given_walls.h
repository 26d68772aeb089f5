// Walls by rulings, formed again, against planes, seams and circles as given.
#pragma once

#include <algorithm>
#include <cmath>

#include "given.h"

namespace juggler {

// An end by what was given of it; a plane that cuts it, in the frame of the part as drawn.
struct GivenPlane {
  Vec3 normal;
  double height = 0;
  std::optional<Contact> contact;
};
struct GivenEnd {
  const char* name = "base";
  std::optional<double> radius = {};
  double layer = 0;
  std::vector<GivenPlane> planes = {};
  bool pointed = false;
  bool open = false;  // a plane is given in a way that is not worked out here
};

/// The formed lines and elements, twins mirrored back, and how far they miss.
class Given {
 public:
  Given(WallProof wall, const Sheet& sheet, Hand hand)
      : lines_(std::move(wall.lines)),
        elements_(std::move(wall.elements)),
        met_(std::move(wall.met)),
        t_(*sheet.thickness),
        k_(sheet.neutral_factor * t_) {
    if (hand == Hand::as_drawn) return;
    for (FormedLine& l : lines_) mirror(l);
    for (FormedElement& e : elements_) mirror(e.line);
  }

 protected:
  [[nodiscard]] Vec3 on_layer(const FormedLine& l, double layer) const { return l.base + (layer - k_) * l.n; }
  // Where a layer's ruling, prolonged, stands at a height.
  [[nodiscard]] Vec3 at_height(const FormedLine& l, double layer, double z) const {
    const Vec3 p = on_layer(l, layer);
    return p + ((z - p.z) / l.e.z) * l.e;
  }
  [[nodiscard]] static double off_line(Vec3 point, Vec3 at, Vec3 e) { return norm(cross(point - at, e)); }

  // (4): no plane of an end is passed by the layers that its contact names, and one is reached.
  void look_at_planes(const GivenEnd& end, bool top) {
    if (end.pointed || end.open || end.planes.empty()) return;
    const EndName name = top ? EndName::top : EndName::base;
    if (std::find(met_.begin(), met_.end(), name) != met_.end()) return;
    for (const FormedLine& l : lines_) {
      double most = -HUGE_VAL;
      for (const GivenPlane& plane : end.planes) most = std::max(most, past_plane(l, plane, end.layer, top));
      miss_.look(std::abs(most), std::string("plane of the ") + end.name + " as given");
    }
  }

  // How far the layers of an end that a plane's contact names reach past it.
  [[nodiscard]] double past_plane(const FormedLine& l, const GivenPlane& plane, double size_layer,
                                  bool top) const {
    return reach(plane.contact, size_layer, [&](double layer) {
      const Vec3 p = (top ? l.top : l.base) + (layer - k_) * l.n;
      return (top ? 1 : -1) * (dot(plane.normal, p) - plane.height);
    });
  }

  // (5a): of a seam that is named by its ruling, in one piece.
  void look_at_ruling(const Seam& seam) {
    const bool shortest = seam.ruling == SeamRuling::shortest;
    if ((!shortest && seam.ruling != SeamRuling::longest) || seam.pieces > 1 || !seam.each.empty()) return;
    const auto length = [](const FormedLine& l) { return norm(l.top - l.base); };
    const double own = length(lines_.front());
    double beyond = 0;
    for (const FormedLine& l : lines_)
      beyond = std::max(beyond, shortest ? own - length(l) : length(l) - own);
    miss_.look(beyond, "ruling of the seam");
  }
  // (5): both seam rulings stand at plan angles that are given.
  template <typename Seen>
  void look_at_plans(const Seam& seam, const Seen& seen) {
    for (const FormedLine* l : {&lines_.front(), &lines_.back()})
      miss_.look(off_plan_angles(seam, seen(*l)), "plan angle of the seam");
  }

  std::vector<FormedLine> lines_;
  std::vector<FormedElement> elements_;
  std::vector<EndName> met_;
  double t_, k_;
  GivenMiss miss_;

 private:
  static void mirror(FormedLine& l) {
    for (Vec3* v : {&l.base, &l.top, &l.e, &l.n}) v->y = -v->y;
  }
  template <typename Past>
  [[nodiscard]] double reach(std::optional<Contact> contact, double size_layer, const Past& past) const {
    switch (contact.value_or(Contact::size_face)) {
      case Contact::clear:
        return std::max(past(0), past(t_));
      case Contact::full:
        return std::min(past(0), past(t_));
      case Contact::inside:
        return past(0);
      case Contact::middle:
        return past(t_ / 2);
      case Contact::outside:
        return past(t_);
      case Contact::neutral:
        return past(k_);
      default:
        return past(size_layer);
    }
  }
};

}  // namespace juggler
