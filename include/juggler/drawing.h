// The shop drawing of a job: a set of sheets at one scale.
#pragma once

#include "juggler/page.h"
#include "juggler/shop.h"

namespace juggler {

/// One sheet of the set.
struct DrawingSheet {
  Page page;
  size_t piece = 0;  ///< which of the job's pieces it shows
  int of_piece = 1;  ///< which sheet of that piece
};

/// The set, as the job's [drawing] asks.
///
/// The first sheet of a piece shows the blank at a standard scale with what it is laid out by, the formed
/// part in two views and a pictorial one, and as many tables as there is room for; the others stand on
/// further sheets. All sheets are of one paper, all blanks at one scale, all formed parts at one scale.
///
/// No text lies over another text or a line that is not its own. A dimension for which the blank has no room
/// stands in a table instead; none is lost.
/// Errors  JobRefusal at drawing.scale when the blank does not fit the paper at the scale asked for.
/// Cost    some tens of milliseconds a sheet.
[[nodiscard]] std::vector<DrawingSheet> draw_set(const JobResult& job);

}  // namespace juggler
