// Plates of a job.
#include "plate_rows.h"

namespace juggler {
namespace {

constexpr std::array<std::pair<const char*, PlateFit>, 4> fit_words{{{"around", PlateFit::around},
                                                                     {"over", PlateFit::over},
                                                                     {"within", PlateFit::within},
                                                                     {"saddle", PlateFit::saddle}}};

std::optional<PlateEnd> read_end(Reader& r) {
  const Entry* body = r.at("for");
  for (const char* key : {"end", "fits", "clearance", "width", "on"}) {
    if (const Entry* idle = r.at(key); idle && !body)
      refuse(*idle, "belongs to a plate that lies at another part's end", {},
             "add for = \"NAME\", or leave it out");
  }
  if (!body) return std::nullopt;
  PlateEnd at;
  r.text("for", at.body);
  r.choice("end", end_words, at.end);
  r.choice("fits", fit_words, at.fit);
  r.length("clearance", at.clearance);
  r.length("width", at.width);
  r.text("on", at.on);
  if (const Entry* idle = r.at("on"); idle && at.fit != PlateFit::saddle)
    refuse(*idle, "belongs to a saddle, which lies on another part's wall", {},
           "leave it out, or say fits = \"saddle\"");
  if (const Entry* idle = r.at("end"); idle && at.fit == PlateFit::saddle)
    refuse(*idle, "is known of a saddle: the end that meets the part it lies on", {}, "leave it out");
  if (const Entry* idle = r.at("clearance"); idle && at.fit == PlateFit::over)
    refuse(*idle, "belongs to a plate round an end or within it, and this one lies over it", {},
           "leave it out");
  return at;
}

}  // namespace

void read_plate(Reader& r, const std::string& source, Part& part) {
  Plate plate;
  if (r.has("form")) plate.form = read_form(r, "form", "form", source);
  plate.at_end = read_end(r);
  part.asked = std::move(plate);
}

std::vector<Part> plate_with_holes(Reader& r, const std::string& source, Part part) {
  if (!r.at("face_up")) part.making.face_up = Face::outside;
  const auto& at = std::get<Plate>(part.asked).at_end;
  std::vector<Opening> holes;
  if (r.has("hole")) {
    Opening hole;
    hole.name = "hole";
    hole.key = "hole";
    hole.how = OpeningHow::laid;
    hole.form = read_form(r, "hole", "hole", source);
    hole.at.plan = Vec2{};
    holes.push_back(std::move(hole));
  }
  const bool has_hole = at && (at->fit == PlateFit::around || at->fit == PlateFit::saddle);
  if (const Entry* idle = r.below("hole"); idle && has_hole)
    refuse(*idle, "is what the other part says of a plate round it", {},
           "leave it out, or say fits = \"over\"");
  if (const Entry* idle = r.below("bolts"); idle && at && at->fit == PlateFit::saddle)
    refuse(*idle, "lies on a circle about the axis of a flat plate, and a saddle is none", {},
           "place the holes by [[part.opening]], on the flat or by angle and height");
  if (r.below("bolts")) part.bolts.push_back(read_bolts(r, "bolts.", "bolts"));
  part.making.openings.insert(part.making.openings.begin(), holes.begin(), holes.end());
  return {std::move(part)};
}

std::string idle_of_plate(const Part& part, std::string_view key) {
  const auto& at = std::get<Plate>(part.asked).at_end;
  if (key == "sizes_on") return "a plate has its sizes on both faces alike";
  if (at && at->fit == PlateFit::saddle) return "";
  return key == "neutral" ? "nothing of a plate is bent" : "";
}

}  // namespace juggler
