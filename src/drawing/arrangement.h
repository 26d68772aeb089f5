// Where things stand on the pages of a set. Private to the room.
#pragma once

#include "solid_view.h"

namespace juggler {

/// Between neighbours on a page, and of tables from the frame, mm.
inline constexpr double apart = 4;
inline constexpr double inset = 3;

/// The first page of a piece. Without `formed` and `tables` there is a second page for them.
struct Places {
  PageBox blank;
  PageBox title;
  std::optional<PageBox> formed = {};
  std::optional<PageBox> tables = {};
  bool one_column = false;  ///< the formed part stands above the tables
};

/// Within the frame of paper that lies on its long side. ISO leaves 20 mm on the left to file it by.
[[nodiscard]] PageBox inner(const Paper& paper);
[[nodiscard]] PageBox title_place(const PageBox& inner);
/// Of small paper: the formed part on a page of its own, and the tables beside it.
[[nodiscard]] PageBox own_formed(const Paper& paper);
[[nodiscard]] PageBox beside_formed(const Paper& paper);
/// Columns of a page that has tables alone.
[[nodiscard]] std::vector<PageBox> table_columns(const Paper& paper);

/// The largest standard scale that is no larger: 1, 2 and 5 times the powers of ten.
[[nodiscard]] double standard_at_most(double scale);
/// The same for formed parts, of which nothing is measured: in steps of a half at most, so that they fill
/// their place.
[[nodiscard]] double view_scale_at_most(double scale);
[[nodiscard]] std::string scale_text(double scale);

/// The papers to try, the smallest first: the one asked for, or those of the kind.
[[nodiscard]] std::vector<Paper> candidates(const Job& job);

struct Arrangement {
  Places places;
  double scale = 0;  ///< of the blanks; 0 where the one asked for is too large
  double largest_possible = 0;
};
/// The arrangement that shows the blanks largest, or at the scale asked for.
[[nodiscard]] Arrangement arranged(const JobResult& job, FormedParts& parts, const Paper& paper);

/// The table of all parts' joints; none without any.
[[nodiscard]] std::vector<Table> tables_together(const JobResult& job);
/// The tables of a piece, with what found no room in the views; none of them empty.
[[nodiscard]] std::vector<Table> tables_of(const JobResult& job, const PieceResult& piece,
                                           const std::vector<std::string>& left_over);

}  // namespace juggler
