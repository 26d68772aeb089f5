// Strain of rings pulled into flights, place by place on their flats.
#include <array>
#include <cmath>

#include "winding.h"
#include "wound.h"

namespace juggler {
namespace {

// Where a share of the level line at a share of a panel lies.
std::function<Vec2(double, double)> places_of(const FormingPanel& panel) {
  std::array<std::vector<double>, 4> values;
  for (const Station& s : panel.stations) {
    values[0].push_back(s.base.x);
    values[1].push_back(s.base.y);
    values[2].push_back(s.top.x);
    values[3].push_back(s.top.y);
  }
  std::array<Series, 4> lines;
  for (size_t k = 0; k < 4; ++k) lines[k] = Series::fit(panel.from, panel.to, values[k]);
  return [lines, from = panel.from, to = panel.to](double i, double j) {
    const double u = from + i * (to - from);
    const Vec2 base{lines[0](u), lines[1](u)};
    const Vec2 top{lines[2](u), lines[3](u)};
    return base + j * (top - base);
  };
}

Vec2 place_of_greatest(const std::vector<StrainField::Stretch>& stretches) {
  constexpr int looks = 200;
  double most = 0;
  Vec2 where;
  for (const StrainField::Stretch& s : stretches) {
    for (int j = 0; j <= looks; ++j) {
      const double share = static_cast<double>(j) / looks;
      const double there = std::abs(s.strain(0.5, share));
      if (there <= most) continue;
      most = there;
      where = s.place(0.5, share);
    }
  }
  return where;
}

}  // namespace

StrainField strain_field(const FlatRing& ring, const Blank& b) {
  StrainField field;
  field.greatest = ring.greatest;
  for (const FormingPanel& panel : b.forming) {
    const auto strain = [strain = ring.strain, from = panel.from, to = panel.to](double i, double j) {
      const StrainAt at = strain(from + i * (to - from), j);
      return std::abs(at.along) >= std::abs(at.across) ? at.along : at.across;
    };
    field.stretches.push_back({1.0 / static_cast<double>(b.forming.size()), places_of(panel), strain});
  }
  field.where = [stretches = field.stretches] { return place_of_greatest(stretches); };
  return field;
}

}  // namespace juggler
