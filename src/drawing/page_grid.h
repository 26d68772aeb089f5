// Boxes on a page, by cells, so that those near a place are found without a look at all of them. Private to
// the room.
#pragma once

#include <algorithm>

#include "juggler/page.h"

namespace juggler {

/// The box about points.
template <typename Points>
[[nodiscard]] PageBox box_about(const Points& points) {
  PageBox box{HUGE_VAL, HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
  for (const Vec2 p : points)
    box = {std::min(box.left, p.x), std::min(box.top, p.y), std::max(box.right, p.x),
           std::max(box.bottom, p.y)};
  return box;
}

/// What lies off the area counts to the cells at its edge.
class PageGrid {
 public:
  /// cell  the side of a cell, mm: about what most boxes measure
  PageGrid(const PageBox& area, double cell)
      : area_(area),
        cell_(cell),
        columns_(count(area.width())),
        rows_(count(area.height())),
        cells_(static_cast<size_t>(columns_) * static_cast<size_t>(rows_)) {}

  /// Boxes are counted from 0 as they are added.
  void add(const PageBox& box) {
    any_cell(box, [&](size_t cell) {
      cells_[cell].push_back(count_);
      return false;
    });
    ++count_;
  }
  /// Whether one of those about a box is as asked, by its count; some are asked about more than once.
  template <typename IsOne>
  [[nodiscard]] bool any_about(const PageBox& box, const IsOne& is_one) const {
    return any_cell(
        box, [&](size_t cell) { return std::any_of(cells_[cell].begin(), cells_[cell].end(), is_one); });
  }

 private:
  [[nodiscard]] int count(double size) const {
    return static_cast<int>(std::clamp(size / cell_, 0.0, 1000.0)) + 1;
  }
  template <typename Take>
  bool any_cell(const PageBox& box, const Take& take) const {
    const auto at = [&](double mm, int most) {
      return static_cast<int>(std::clamp(mm / cell_, 0.0, static_cast<double>(most - 1)));
    };
    const int left = at(box.left - area_.left, columns_), right = at(box.right - area_.left, columns_);
    const int top = at(box.top - area_.top, rows_), bottom = at(box.bottom - area_.top, rows_);
    for (int row = top; row <= bottom; ++row) {
      for (int column = left; column <= right; ++column) {
        if (take(static_cast<size_t>(row * columns_ + column))) return true;
      }
    }
    return false;
  }

  PageBox area_;
  double cell_;
  int columns_, rows_;
  size_t count_ = 0;
  std::vector<std::vector<size_t>> cells_;
};

}  // namespace juggler
