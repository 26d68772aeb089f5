// Developed jobs from a few settings, for the tests of what the shop reads.
#pragma once

#include "common.h"
#include "juggler/shop.h"

namespace juggler::testing {

/// A part of a shape, 2 mm thick and sized on the inside unless the settings say otherwise.
inline JobResult result_of(const std::vector<Setting>& settings, const std::string& shape = "cone") {
  std::vector<Setting> all = settings;
  const std::vector<Setting> usual{{"thickness", "2"}, {"sizes_on", "inside"}, {"job.number", "HL-101"}};
  for (const Setting& s : usual) {
    if (shape == "tube" && s.path != "job.number") continue;  // it has its wall
    const auto same = [&](const Setting& given) { return given.path == s.path; };
    if (std::none_of(settings.begin(), settings.end(), same)) all.push_back(s);
  }
  return develop_job(quick_job(shape, all));
}

}  // namespace juggler::testing
