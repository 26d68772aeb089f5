// Random numbers of the kinds that parts are drawn from.
#pragma once

#include <cmath>
#include <random>

#include "common.h"

namespace juggler::testing {

class Random {
 public:
  explicit Random(unsigned seed) : engine_(seed) {}
  double between(double lo, double hi) { return std::uniform_real_distribution(lo, hi)(engine_); }
  double spread(double lo, double hi) { return std::exp(between(std::log(lo), std::log(hi))); }
  int pick(int n) { return std::uniform_int_distribution(0, n - 1)(engine_); }
  bool one_in(int n) { return pick(n) == 0; }
  Face face() { return static_cast<Face>(pick(3)); }
  Contact contact() { return static_cast<Contact>(pick(7)); }
  Angle plan() { return one_in(4) ? Angle::degrees(45 * pick(9) - 90) : Angle::degrees(between(-400, 400)); }

 private:
  std::mt19937 engine_;
};

/// Whether it is made; what is refused names a key.
template <typename Make>
bool made_or_refused(const Make& make, const std::string& about) {
  try {
    make();
    return true;
  } catch (const Refusal& refusal) {
    EXPECT_FALSE(refusal.text().key.empty()) << about << ": " << refusal.what();
    return false;
  }
}

}  // namespace juggler::testing
