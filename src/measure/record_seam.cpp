// Where the seams of a wall lie, of a result.
#include "record_parts.h"

namespace juggler {

// Where the seams lie, worked out; `at` is the first.
Record seam_record(const Part& part, const Form& wall) {
  const Seam& seam = part.seam;
  const Seam made = seam_as_made(seam, part.making);
  const Between at{"x axis", "seam", "plan"};
  const Between edges{"edge", "edge", "seam"};
  return {{"gap", mm(seam.gap, edges)},
          {"wedge", deg(seam.wedge, edges)},
          {"gap_on", seam.gap_on ? name_of(*seam.gap_on) : "neutral"},
          {"at", deg(seam.at, at)},
          {"ruling", name_of(seam.ruling)},
          {"seams", list_of(seam_spans(wall, made),
                            [&](const Span& span) { return deg(plan_at(wall, span.from), at); })},
          {"lap", mm(seam.lap, {"seam ruling", "edge as cut", "neutral layer"})},
          {"lap_on", seam.lap ? Record(name_of(seam.lap_on)) : Record()},
          {"stock", mm(seam.stock, {"finished edge", "edge as cut", "neutral layer"})}};
}

}  // namespace juggler
