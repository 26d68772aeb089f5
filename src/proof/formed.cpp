#include "formed.h"

#include <algorithm>
#include <array>
#include <boost/numeric/odeint/integrate/integrate_times.hpp>
#include <boost/numeric/odeint/stepper/generation.hpp>
#include <boost/numeric/odeint/stepper/runge_kutta_fehlberg78.hpp>

namespace juggler {
namespace {

using State = std::array<double, 12>;  // base, e, n, left

Vec3 get(const State& s, size_t i) { return {s[3 * i], s[3 * i + 1], s[3 * i + 2]}; }

void put(State& s, size_t i, Vec3 v) {
  s[3 * i] = v.x;
  s[3 * i + 1] = v.y;
  s[3 * i + 2] = v.z;
}

Series series_of(const FormingPanel& panel, double (*value)(const Station&)) {
  std::vector<double> values;
  for (const Station& s : panel.stations) values.push_back(value(s));
  return Series::fit(panel.from, panel.to, values);
}

// The panel's velocities on the flat.
struct Velocity {
  Series base_x, base_y, heading, turn;
};

void advance(const FlatPanel& panel, const Velocity& v, double u, const State& s, State& ds) {
  const Vec3 e = get(s, 1);
  const Vec3 n = get(s, 2);
  const Vec3 left = get(s, 3);
  const auto [x, y, turn, curl] = Series::together<4>({&v.base_x, &v.base_y, &v.heading, &v.turn}, u);
  const Vec2 run{x, y};
  const Vec2 ruling = direction(panel.heading(u));
  put(ds, 0, dot(run, ruling) * e + dot(run, left_of(ruling)) * left);
  put(ds, 1, turn * left);
  put(ds, 2, curl * left);
  put(ds, 3, Vec3{} - turn * e - curl * n);
}

}  // namespace

std::vector<FlatPanel> flat_panels(const Blank& blank) {
  std::vector<FlatPanel> panels;
  for (const FormingPanel& p : blank.forming) {
    panels.push_back({p.from, p.to, series_of(p, [](const Station& s) { return s.base.x; }),
                      series_of(p, [](const Station& s) { return s.base.y; }),
                      series_of(p, [](const Station& s) { return s.top.x; }),
                      series_of(p, [](const Station& s) { return s.top.y; }),
                      series_of(p, [](const Station& s) { return s.heading.radians(); }),
                      series_of(p, [](const Station& s) { return s.turn.radians(); })});
  }
  return panels;
}

const FlatPanel& panel_at(const std::vector<FlatPanel>& panels, double u) {
  return *std::find_if(panels.begin(), panels.end() - 1, [&](const FlatPanel& p) { return u <= p.to; });
}

std::vector<FormedRuling> form_again(const std::vector<FlatPanel>& panels, FormedRuling first,
                                     const std::vector<double>& us) {
  namespace ode = boost::numeric::odeint;
  State state{};
  put(state, 0, first.base);
  put(state, 1, first.e);
  put(state, 2, first.n);
  put(state, 3, first.left);
  // Rulings nearer than this are one: a step of rounding would be none that can be taken.
  const double near = within::rounding * (panels.back().to - panels.front().from);
  std::vector<double> at;
  std::vector<FormedRuling> states;
  for (const FlatPanel& panel : panels) {
    const Velocity v{panel.base_x.derivative(), panel.base_y.derivative(), panel.heading.derivative(),
                     panel.turn.derivative()};
    std::vector<double> times{panel.from};
    for (double u : us) {
      if (u > times.back() + near && u < panel.to - near) times.push_back(u);
    }
    times.push_back(panel.to);
    const auto record = [&](const State& s, double u) {
      at.push_back(u);
      states.push_back({get(s, 0), get(s, 1), get(s, 2), get(s, 3)});
    };
    ode::integrate_times(
        ode::make_controlled<ode::runge_kutta_fehlberg78<State>>(within::quadrature, within::quadrature),
        [&](const State& s, State& ds, double u) { advance(panel, v, u, s, ds); }, state, times.begin(),
        times.end(), (panel.to - panel.from) / 64, record);
  }
  std::vector<FormedRuling> formed;
  for (const double u : us) {
    const auto after = std::lower_bound(at.begin(), at.end(), u);
    const bool before = after == at.end() || (after != at.begin() && u - *(after - 1) < *after - u);
    formed.push_back(states[static_cast<size_t>((before ? after - 1 : after) - at.begin())]);
  }
  return formed;
}

}  // namespace juggler
