#include "given.h"

#include <algorithm>
#include <cmath>

namespace juggler {

void hold_against(Proof& p, const GivenMiss& miss, double allowed) {
  const bool within = miss.distance <= allowed;
  if (!within || miss.distance > p.greatest_distance) {
    p.greatest_distance = miss.distance;
    p.where = miss.what;
  }
  p.passed = p.passed && within;
}

void GivenMiss::look(double d, const std::string& of) {
  if (std::isnan(distance) || d <= distance) return;
  distance = d;
  what = of;
}

std::vector<Angle> plan_angles(const Seam& seam) {
  std::vector<Angle> angles = seam.each;
  if (!angles.empty() || seam.ruling != SeamRuling::at_angle) return angles;
  for (int i = 0; i < seam.pieces; ++i)
    angles.push_back(Angle::radians(seam.at.radians() + two_pi * i / seam.pieces));
  return angles;
}

double off_plan_angles(const Seam& seam, Vec2 place) {
  double off = HUGE_VAL;
  for (const Angle at : plan_angles(seam))
    off = std::min(off, std::abs(std::remainder(std::atan2(place.y, place.x) - at.radians(), two_pi)));
  return off == HUGE_VAL ? 0 : off * norm(place);
}

GivenMiss miss_of_untrimmed(const std::vector<FormedElement>& elements, const std::vector<EndName>& met) {
  GivenMiss miss;
  const auto is_met = [&](EndName end) { return std::find(met.begin(), met.end(), end) != met.end(); };
  for (const FormedElement& e : elements) {
    const double length = norm(e.line.top - e.line.base);
    const auto look = [&](double asked, const char* from) {
      miss.look(std::abs(asked - length), "element " + std::to_string(e.number) + from);
    };
    if (!is_met(EndName::base)) look(e.from_base, " from the base");
    if (!is_met(EndName::top)) look(e.from_top, " from the top");
  }
  return miss;
}

}  // namespace juggler
