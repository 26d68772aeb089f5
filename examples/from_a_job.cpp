// The text of a job in, the result document out; a refusal says where and why.
#include <iostream>
#include <sstream>

#include "juggler/io.h"

namespace {

constexpr const char* text = R"(juggler = 1
job.units = "in"
let.stack = "1 ft 6 in"
sheet = { thickness = "1/16", sizes_on = "outside" }
part  = { shape = "cone", base.diameter = "2 * stack", top.diameter = "stack", height = 10, seam.gap = "1/32" }
)";

}  // namespace

int main() {
  using namespace juggler;
  const JobResult result = develop_job(read_job(text, "hood.toml"));
  for (const Row& row : asked_for(result, result.pieces[0]))
    std::cout << row.name << ": " << row.value << '\n';
  std::ostringstream document;
  write_json(result, document);
  std::cout << (passed(result) && document.str().size() > 1000 ? "proved" : "not proved") << '\n';

  try {
    (void)develop_job(read_job(text, "hood.toml", {{"part.top.diameter", "4 ft"}, {"part.height", "-1"}}));
  } catch (const JobRefusal& refusal) {
    std::cout << shown(refusal.place()) << ": " << refusal.what() << '\n';
  }
}
