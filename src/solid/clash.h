// Metal of several solids in one place. docs/maths/clash.md. Internal.
#pragma once

#include <memory>

#include "juggler/solid.h"

namespace juggler {

/// A solid in the frame that all stand in, ready to be asked.
class Metal {
 public:
  explicit Metal(Solid solid);
  ~Metal();
  Metal(Metal&&) noexcept;

  [[nodiscard]] const Solid& solid() const { return solid_; }
  [[nodiscard]] double thickness() const { return thickness_; }
  [[nodiscard]] Vec3 low() const { return low_; }
  [[nodiscard]] Vec3 high() const { return high_; }
  [[nodiscard]] std::array<Vec3, 3> triangle(size_t i) const;
  /// Those whose boxes reach into one.
  [[nodiscard]] std::vector<size_t> within(Vec3 low, Vec3 high) const;
  /// (3)
  [[nodiscard]] bool has(Vec3 p) const;
  /// From its surface, as far as is asked.
  [[nodiscard]] double depth_of(Vec3 p, double most) const;

 private:
  struct Tree;
  Solid solid_;
  double thickness_ = 0;
  Vec3 low_, high_;
  std::unique_ptr<Tree> tree_;
};

/// Metal this deep in another's, as a share of that one's thickness, goes right through it: none is deeper
/// than half.
inline constexpr double right_through = 0.45;
struct Overlap {
  double depth = 0;
  Vec3 at;  ///< of the deepest place found
  bool through = false;
};
/// (1), (2): deeper than the least.
[[nodiscard]] std::optional<Overlap> overlap_of(const Metal& a, const Metal& b, double least);

struct Strike {
  size_t other = 0;  ///< which of those that stand
  double after = 0;  ///< how far it comes
  Vec3 at;           ///< on the other
};
/// (5), (6): where metal moved along a way first strikes what stands; nothing where it is free.
/// enough  a strike after no more than this will do
[[nodiscard]] std::optional<Strike> strike_of(const Metal& moved, const std::vector<const Metal*>& standing,
                                              Vec3 way, double enough);

}  // namespace juggler
