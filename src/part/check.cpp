#include "bounds.h"
#include "juggler/part.h"
#include "openings.h"

namespace juggler {
namespace {

void check_count(const char* key, int value, int most) {
  if (value >= 1 && value <= most) return;
  throw Refusal({.reason = "is out of range",
                 .key = key,
                 .found = std::to_string(value),
                 .allowed = "1 to " + std::to_string(most)});
}

// A list of seams goes once round, each after the one before.
void check_list(const Seam& seam) {
  if (seam.each.empty()) return;
  const auto refuse = [](const Phrase& reason, const Phrase& found, const Phrase& advice) {
    throw Refusal({.reason = reason, .key = "seam.at", .found = found, .advice = advice});
  };
  if (seam.pieces != 1) {
    refuse("lists every seam, so the number of pieces is given already",
           std::to_string(seam.each.size()) + " seams and pieces = " + std::to_string(seam.pieces),
           "leave seam.pieces out");
  }
  if (seam.each.size() > 64)
    refuse("lists too many seams", std::to_string(seam.each.size()), "give up to 64");
  for (size_t i = 0; i < seam.each.size(); ++i) {
    check_range("seam.at", seam.each[i].degrees(), -3600, 3600, "degrees");
    const double next = i + 1 < seam.each.size() ? seam.each[i + 1].degrees() : seam.each[0].degrees() + 360;
    if (next - seam.each[i].degrees() >= 0.01) continue;
    refuse("wants rising plan angles within one turn, 0.01 degrees apart or more",
           shown(seam.each[i].degrees()) + " followed by " + shown(next) + " degrees",
           "put the angles in rising order");
  }
}

void check_lap(const Seam& seam) {
  if (!seam.lap) return;
  check_range("seam.lap", *seam.lap, shortest, longest, "mm");
  if (seam.gap.value_or(0) == 0 && !seam.wedge && seam.stock == 0) return;
  throw Refusal({.reason = seam.stock > 0 ? "a lap and stock are both given" : "a lap needs a zero gap",
                 .key = "seam.lap",
                 .found = seam.stock > 0 ? "stock of " + shown_mm(seam.stock)
                          : seam.wedge   ? "a wedge of " + shown_degrees(*seam.wedge)
                                         : "a gap of " + shown_mm(*seam.gap),
                 .advice = "leave one of the two out"});
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
  check_count("seam.pieces", seam.pieces, 64);
  check_range("seam.stock", seam.stock, 0, longest, "mm");
  if (seam.stock > 0 && seam.wedge) {
    throw Refusal({.reason = "stock needs parallel edges",
                   .key = "seam.stock",
                   .found = "stock " + shown_mm(seam.stock) + " and wedge " + shown_degrees(*seam.wedge),
                   .advice = "give a gap instead of the wedge, or leave the stock out"});
  }
  check_list(seam);
  check_lap(seam);
}

}  // namespace

void check_range(const char* key, double value, double least, double most, const char* unit) {
  if (value >= least && value <= most) return;
  throw Refusal({.reason = "is out of range",
                 .key = key,
                 .found = in_unit(value, unit),
                 .allowed = in_range(least, most, unit)});
}

void check(const Sheet& sheet, const Seam& seam, const Making& making) {
  if (!sheet.thickness) {
    throw Refusal({.reason = "is missing",
                   .key = "sheet.thickness",
                   .allowed = mm_range(0, 500),
                   .advice = "give the sheet's thickness (0 for paper, film or card)"});
  }
  check_range("sheet.thickness", *sheet.thickness, 0, 500, "mm");
  check_range("sheet.neutral", sheet.neutral_factor, 0, 1, "of the thickness");
  if (sheet.density) check_range("sheet.density", *sheet.density, 100, 25000, "kg/m3");
  check_seam(seam);
  check_count("quantity", making.quantity, 1000000);
  check_count("elements", making.elements, 3600);
  if (making.within) check_range("elements.within", *making.within, limits::shortest, 1e3, "mm");
  check_range("fit", making.fit, limits::finest_fit, 1, "mm");
  for (const Opening& o : making.openings) check(o);
  for (const Lettering& l : making.letterings) check(l);
  if (making.face_up == Face::middle) {
    throw Refusal({.reason = "is no face that can lie up",
                   .key = "face_up",
                   .found = "middle",
                   .allowed = "inside or outside"});
  }
}

void check(const EndBody& end) {
  if (end.face == Face::middle)
    refuse(end.key, "meets a face that metal ends at: the inside or the outside", "middle",
           "inside or outside");
  // Below 0 it stands past the face.
  if (std::abs(end.gap) > limits::longest)
    refuse(end.key, "has a gap out of range", shown_mm(end.gap), "up to " + shown_mm(limits::longest));
  if (!end.met)
    refuse(end.key, "is a part that this one does not know yet", end.body, {}, "let both be introduced()");
}

void refuse_flange(const Flange& f, const char* key, const Phrase& reason, const Phrase& found,
                   const Phrase& allowed, const Phrase& advice) {
  throw Refusal({.reason = reason, .key = f.key + key, .found = found, .allowed = allowed, .advice = advice});
}

void check_sizes(const Flange& f) {
  if (!f.width) refuse_flange(f, ".width", "is missing", {}, {}, "say how wide the flange is");
  check_range((f.key + ".width").c_str(), *f.width, shortest, longest, "mm");
  check_range((f.key + ".strain_limit").c_str(), f.strain_limit, 0, 1, "of the length");
  if (f.direction == FlangeDirection::at_angle)
    check_range((f.key + ".direction").c_str(), f.rise.degrees(), -90, 270, "degrees");
}

}  // namespace juggler
