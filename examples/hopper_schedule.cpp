// A hopper from its sizes: where it is bent, in which order, by how much.
#include <iostream>

#include "juggler/io.h"

int main() {
  using namespace juggler;
  const Hopper hopper{.base = {.width = 150, .length = 180},
                      .top = {.width = 400, .length = 430},
                      .height = 300,
                      .bend = {.radius = 2, .neutral_factor = 0.42}};
  const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
  const JobResult result = result_of(develop({.shape = "hopper", .asked = hopper, .sheet = sheet}));
  const Schedule bends = bend_schedule(result, result.pieces.front());
  for (const auto& head : bends.heads) std::cout << head << "  ";
  for (const auto& row : bends.rows) {
    std::cout << '\n';
    for (const auto& cell : row) std::cout << cell << "  ";
  }
  std::cout << '\n';
  return passed(result) ? 0 : 1;
}
