// The edges as cut on every face, and the gap as it comes out.
#include <algorithm>

#include "opened.h"
#include "seam.h"

namespace juggler {
namespace {

// An edge as cut is a level circle about its end's centre, or it has no radius.
double circle_radius(const Form& f, EndName end, double layer) {
  const AskedCircle* asked = nullptr;
  for (const AskedCircle& c : f.asked) {
    if (c.end == end) asked = &c;
  }
  if (!asked) return 0;
  double least = HUGE_VAL;
  double most = 0;
  double low = HUGE_VAL;
  double high = -HUGE_VAL;
  const int looks = f.coaxial && f.untrimmed() ? 1 : 24;
  for (int i = 0; i < looks; ++i) {
    const double u = f.wall.front().from + (f.wall.back().to - f.wall.front().from) * (i + 0.5) / looks;
    const Vec3 p = edge_point(f, end, layer, u) - asked->centre;
    const double r = p.x * std::cos(u) + p.y * std::sin(u);
    least = std::min(least, r);
    most = std::max(most, r);
    low = std::min(low, p.z);
    high = std::max(high, p.z);
  }
  const bool circle = most - least <= within::exact * f.size && high - low <= within::exact * f.size;
  return circle && least > within::same * f.size ? least : 0;
}

double width_across(const Opened& o, EndName end, double from, double to) {
  return norm(rim_point(o, end, from) - rim_point(o, end, o.from())) +
         norm(rim_point(o, end, to) - rim_point(o, end, o.to()));
}

}  // namespace

LayerSizes sizes_on(const Form& f, double layer) {
  LayerSizes s{circle_radius(f, EndName::base, layer), circle_radius(f, EndName::top, layer), 0, 0};
  const auto girth = [&](EndName end, double radius) {
    if (radius > 0 || f.pointed(end)) return two_pi * radius;
    return rim_length(f, end, layer);
  };
  s.base_girth = girth(EndName::base, s.base_radius);
  s.top_girth = girth(EndName::top, s.top_radius);
  return s;
}

// The gap at both ends: on the neutral layer as cut, on the faces as much wider as they run there.
GapReport gap_report(const Opened& o, const Seam& seam, const SeamCut& cut) {
  GapReport g;
  const Rates v = rates(ruling_at(o.form.wall, o.from()));
  const auto end = [&](EndName name, bool pointed, double from, double to, double& neutral, double& inside,
                       double& outside) {
    neutral = !seam.wedge ? neutral_gap(o.form, seam, o.from())
              : pointed   ? 0
                          : width_across(o, name, from, to);
    const double s = o.form.rim(name)(o.from()).s;
    const auto breadth = [&](double layer) { return v.across + layer * v.curl + s * v.turn; };
    // About the point of a flat no face is wider than another.
    const bool stands = pointed || std::abs(breadth(o.form.neutral_depth)) < within::same * o.form.size;
    const auto on_face = [&](double layer) {
      return stands ? neutral : neutral * std::abs(breadth(layer) / breadth(o.form.neutral_depth));
    };
    inside = on_face(0);
    outside = on_face(o.form.thickness);
  };
  end(EndName::base, o.form.base_pointed, cut.start.base, cut.end.base, g.neutral_base, g.inside_base,
      g.outside_base);
  end(EndName::top, o.form.top_pointed, cut.start.top, cut.end.top, g.neutral_top, g.inside_top,
      g.outside_top);
  return g;
}

}  // namespace juggler
