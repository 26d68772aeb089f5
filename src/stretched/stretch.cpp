// Domes and ruled walls laid out.
#include "develop/stretch.h"
#include "form/mirror.h"
#include "meet/curved_end.h"
#include "walls.h"

#include <cmath>

namespace juggler {

StretchedPart stretch(const Dome& dome, const Sheet& sheet, Hand, const std::vector<EndBody>& ends) {
  check_on_middle(sheet);
  Stretching how{dome.strain, dome.strain.limit};
  // Strain falls about with the square of a gore's width.
  how.advice = [&](double greatest) -> std::string {
    const double enough = dome.gores * std::sqrt(std::abs(greatest) / dome.strain.limit);
    return enough <= 60 ? "take about " + std::to_string(static_cast<int>(std::ceil(enough))) + " gores"
                        : "take more gores";
  };
  how.bodies = ends;
  return lay_out(ended_by(form(solve(dome, sheet)), *sheet.thickness, ends), sheet, how);
}

StretchedPart stretch(const RuledWall& wall, const Sheet& sheet, Hand hand,
                      const std::vector<EndBody>& ends) {
  check_on_middle(sheet);
  if (*sheet.thickness > 0 && sheet.sizes_on.value_or(Face::middle) != Face::middle)
    throw Refusal({.reason = "puts sizes on a face, but a ruled wall is laid out on the middle of the sheet",
                   .key = "sheet.sizes_on",
                   .found = name_of(*sheet.sizes_on),
                   .allowed = "middle",
                   .advice = "give the sizes of the middle, and say sizes_on = \"middle\" or leave it out"});
  CurvedForm curved = ended_by(as_made(form(wall, sheet), hand), *sheet.thickness, ends);
  Stretching how{wall.strain, wall.strain.limit};
  how.bodies = ends;
  if (curved.rulings == Rulings::even) how.notes.emplace_back("Rulings join equal shares of both edges.");
  how.advice = [](double) -> std::string { return "bring its edges nearer to a wall that opens flat"; };
  return lay_out(std::move(curved), sheet, how);
}

}  // namespace juggler
