#include "level_line.h"

#include <algorithm>

namespace juggler {

LevelLine::LevelLine(const PartWall& wall, double height) : wall_(wall) {
  for (size_t k = 0; k < wall.charts.size(); ++k) {
    const Chart& c = wall.charts[k];
    rims_.push_back(plane_rim(c.wall, {{0, 0, 1}, height}, 0));
    for (const WallPiece& w : c.wall) {
      const double from = std::max(w.from, c.from);
      const double to = std::min(w.to, c.to);
      if (from >= to) continue;
      for (const double u : {from, (from + to) / 2, to}) {
        if (!c.has(u, rims_[k](u).s)) return;  // the girth stays 0
      }
      stretches_.push_back({k, from, to, girth_, 0});
    }
    for (Stretch& s : stretches_) {
      if (s.chart != k) continue;
      s.before = girth_;
      s.length = length(k, s.from, s.to);
      girth_ += s.length;
    }
  }
}

double LevelLine::length(size_t chart, double from, double to) const {
  const Chart& c = wall_.charts[chart];
  const auto speed = [&](double u) {
    const Ruling r = c.at(u);
    const Cut cut = rims_[chart](u);
    return norm(r.dc + cut.s * r.de + cut.ds * r.e);
  };
  if (wall_.coaxial) return (to - from) * speed(from);
  return integral(speed, from, to, 1, within::quadrature * wall_.size);
}

double LevelLine::run_to(size_t chart, double u) const {
  for (const Stretch& s : stretches_) {
    if (s.chart == chart && u <= s.to) return s.before + length(chart, s.from, std::max(u, s.from));
  }
  return girth_;
}

LevelLine::At LevelLine::at(double run) const {
  const double within = run - girth_ * std::floor(run / girth_);
  const auto found = std::find_if(stretches_.begin(), stretches_.end() - 1,
                                  [&](const Stretch& s) { return within <= s.before + s.length; });
  const double left = std::clamp(within - found->before, 0.0, found->length);
  double u = found->from + (found->to - found->from) * (found->length > 0 ? left / found->length : 0);
  if (!wall_.coaxial && left > 0 && left < found->length)
    u = root([&](double v) { return length(found->chart, found->from, v) - left; }, found->from, found->to);
  return {found->chart, u, rims_[found->chart](u).s};
}

double LevelLine::run_of_edge() const {
  const Chart& c = wall_.charts[stretches_.front().chart];
  if (wall_.seam_wedge > 0) return length(stretches_.front().chart, c.from, c.from + wall_.seam_wedge);
  const double inset = std::abs(wall_.seam_inset);
  if (inset == 0) return 0;
  // Square to the ruling on the flat; a lap or stock repeats the wall from there outwards.
  const FlatRuling seam = c.flat(c.from);
  const auto off = [&](double run) {
    const At there = at(run);
    return std::abs(
               cross(direction(seam.heading), wall_.charts[there.chart].on_flat(there.u, there.s) - seam.c)) -
           inset;
  };
  const double most = std::min(4 * inset, stretches_.front().length / 2);
  if (off(most) <= 0) return std::copysign(inset, wall_.seam_inset);
  return std::copysign(root(off, 0, most), wall_.seam_inset);
}

}  // namespace juggler
