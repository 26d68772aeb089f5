// What forming the blank needs: stations along each panel.
#include <algorithm>

#include "opened.h"

namespace juggler {
namespace {

// What one panel's stations are made of, at the nodes.
struct PanelSamples {
  std::vector<double> curl;
  std::vector<Vec2> base;
  std::vector<Vec2> top;
};

PanelSamples sample_panel(const Opened& o, const Placing& placing, double from, double to) {
  PanelSamples s;
  for (double u : Series::nodes(from, to)) {
    s.curl.push_back((placing.mirror ? -1 : 1) * rates(ruling_at(o.neutral, u)).curl);
    s.base.push_back(placed(rim_point(o, EndName::base, u), placing));
    s.top.push_back(placed(rim_point(o, EndName::top, u), placing));
  }
  return s;
}

// Whether series through the stations would end in rounding: the rims may bend more sharply than the wall.
bool settled(const PanelSamples& s, double from, double to, double size) {
  const auto tail = [&](const std::vector<Vec2>& points) {
    std::vector<double> x;
    std::vector<double> y;
    for (Vec2 p : points) {
      x.push_back(p.x);
      y.push_back(p.y);
    }
    return std::max(Series::fit(from, to, x).tail(), Series::fit(from, to, y).tail());
  };
  return std::max(tail(s.base), tail(s.top)) <= within::rounding * size &&
         Series::fit(from, to, s.curl).tail() <= within::rounding;
}

void add_forming(std::vector<FormingPanel>& panels, double& turned, const Opened& o, const Placing& placing,
                 double from, double to, int depth) {
  const PanelSamples s = sample_panel(o, placing, from, to);
  if (depth > 0 && !settled(s, from, to, o.form.size)) {
    add_forming(panels, turned, o, placing, from, (from + to) / 2, depth - 1);
    add_forming(panels, turned, o, placing, (from + to) / 2, to, depth - 1);
    return;
  }
  FormingPanel panel{from, to, {}};
  const Series turn = Series::fit(from, to, s.curl).integral(turned);
  const std::vector<double> us = Series::nodes(from, to);
  for (size_t i = 0; i < us.size(); ++i) {
    panel.stations.push_back({us[i], s.base[i], s.top[i],
                              placed_heading(Angle::radians(o.flat.at(us[i]).heading), placing),
                              Angle::radians(turn(us[i]))});
  }
  turned = turn(to);
  panels.push_back(std::move(panel));
}

}  // namespace

std::vector<FormingPanel> forming_panels(const Opened& o, const Placing& placing) {
  std::vector<FormingPanel> panels;
  double turned = 0;
  // A flat of many panels has been halved to the end of its digits already.
  const int depth = o.flat.panels().size() > 64 ? 0 : 6;
  for (const Flat::Panel& p : o.flat.panels()) add_forming(panels, turned, o, placing, p.from, p.to, depth);
  return panels;
}

}  // namespace juggler
