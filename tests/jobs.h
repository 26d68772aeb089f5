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

/// A main and a branch, whose table comes last: a place may follow.
inline const std::string two_pipes = R"(juggler = 1
[job]
name = "Two pipes"
[sheet]
thickness = 2
sizes_on = "outside"
[parts.main]
shape = "cylinder"
diameter = 600
height = 1200
[parts.branch]
shape = "cylinder"
diameter = 250
height = 700
)";

}  // namespace juggler::testing
