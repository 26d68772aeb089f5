#include <algorithm>

#include "sheet_map.h"

namespace juggler {

bool near_enough(double width, double turn, const SolidOptions& options) {
  return turn <= options.coarsest.radians() * (1 + within::same) &&
         width * turn <= 8 * options.chord_error * (1 + within::same);
}

void FoldProfile::add(double length, double turn) {
  stretches_.push_back({length_, length, turn, at(length_)});
  length_ += length;
}

FoldProfile::At FoldProfile::at(double along) const {
  if (stretches_.empty()) return {{along, 0}, 0};
  const auto after = std::find_if(stretches_.begin() + 1, stretches_.end(),
                                  [&](const Stretch& s) { return along < s.from; });
  const Stretch& s = *(after - 1);
  const double run = along - s.from;
  // Before the first and past the last it goes on straight.
  const bool past = run > s.length;
  if (run < 0 || s.turn == 0) return {s.start.place + run * direction(s.start.turn), s.start.turn};
  // A fold of a sheet without thickness takes none of it.
  if (s.length == 0) {
    const double turned = s.start.turn + s.turn;
    return {s.start.place + run * direction(turned), turned};
  }
  const double on = past ? s.length : run;
  const Arc arc{s.start.place, Angle::radians(s.start.turn), s.length, Angle::radians(s.turn)};
  const double turn = s.start.turn + s.turn * on / s.length;
  return {point_at(arc, on) + (run - on) * direction(turn), turn};
}

std::vector<double> FoldProfile::cuts(double thickness, const SolidOptions& options) const {
  std::vector<double> all;
  for (const Stretch& s : stretches_) {
    const double turn = std::abs(s.turn);
    int parts = 1;
    while (!near_enough((s.length + turn * thickness) / parts, turn / parts, options)) ++parts;
    for (int i = 0; i < parts; ++i) all.push_back(s.from + s.length * i / parts);
  }
  all.push_back(length_);
  all.erase(std::unique(all.begin(), all.end()), all.end());
  return all;
}

}  // namespace juggler
