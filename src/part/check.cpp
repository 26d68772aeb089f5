#include "bounds.h"
#include "juggler/part.h"

namespace juggler {
namespace {

void check_count(const char* key, int value, int most) {
  if (value >= 1 && value <= most) return;
  throw Refusal({.reason = "is out of range",
                 .key = key,
                 .found = std::to_string(value),
                 .allowed = "1 to " + std::to_string(most)});
}

void check_seam(const Seam& seam) {
  if (seam.gap && seam.wedge) {
    throw Refusal({.reason = "a gap and a wedge are both given",
                   .key = "seam.wedge",
                   .found = "gap " + shown_mm(*seam.gap) + " and wedge " + shown_degrees(*seam.wedge),
                   .advice = "keep one of them: gap for parallel edges, wedge for an angle about the axis"});
  }
  if (seam.gap) check_range("seam.gap", *seam.gap, 0, longest, "mm");
  if (seam.wedge) check_range("seam.wedge", seam.wedge->degrees(), 0, 180, "degrees");
  if (seam.gap_on && !seam.gap) {
    throw Refusal({.reason = "names a face but no gap is given",
                   .key = "seam.gap_on",
                   .found = name_of(*seam.gap_on),
                   .advice = "give seam.gap, or leave gap_on out (a wedge is an angle on every face)"});
  }
  check_range("seam.at", seam.at.degrees(), -3600, 3600, "degrees");
}

}  // namespace

void check_range(const char* key, double value, double least, double most, const char* unit) {
  if (value >= least && value <= most) return;
  throw Refusal({.reason = "is out of range",
                 .key = key,
                 .found = shown(value) + " " + unit,
                 .allowed = shown(least) + " to " + shown(most) + " " + unit});
}

void check(const Sheet& sheet, const Seam& seam, const Making& making) {
  if (!sheet.thickness) {
    throw Refusal({.reason = "is missing",
                   .key = "sheet.thickness",
                   .allowed = "0 to 500 mm",
                   .advice = "give the sheet's thickness (0 for paper, film or card)"});
  }
  check_range("sheet.thickness", *sheet.thickness, 0, 500, "mm");
  check_range("sheet.neutral", sheet.neutral, 0, 1, "of the thickness");
  if (sheet.density) check_range("sheet.density", *sheet.density, 100, 25000, "kg/m3");
  check_seam(seam);
  check_count("quantity", making.quantity, 1000000);
  check_count("elements", making.elements, 3600);
  check_range("fit", making.fit, 1e-6, 10, "mm");
  if (making.face_up == Face::middle) {
    throw Refusal({.reason = "is no face that can lie up",
                   .key = "face_up",
                   .found = "middle",
                   .allowed = "inside or outside"});
  }
}

}  // namespace juggler
