#include <algorithm>

#include "juggler/job.h"

namespace juggler {

const std::vector<Paper>& papers() {
  constexpr double inch = 25.4;
  static const std::vector<Paper> all{{"A4", 210, 297},
                                      {"A3", 297, 420},
                                      {"A2", 420, 594},
                                      {"A1", 594, 841},
                                      {"A0", 841, 1189},
                                      {"Letter", 8.5 * inch, 11 * inch, true},
                                      {"Tabloid", 11 * inch, 17 * inch, true},
                                      {"ANSI-C", 17 * inch, 22 * inch, true},
                                      {"ANSI-D", 22 * inch, 34 * inch, true},
                                      {"ANSI-E", 34 * inch, 44 * inch, true}};
  return all;
}

const Paper* find_paper(std::string_view name) {
  const auto found =
      std::find_if(papers().begin(), papers().end(), [&](const Paper& p) { return p.name == name; });
  return found == papers().end() ? nullptr : &*found;
}

}  // namespace juggler
