// What several shapes read alike.
#include "reader.h"

namespace juggler {

Bend read_bend(Reader& r, const std::string& source) {
  Bend bend;
  r.length("bend.radius", bend.radius);
  r.check("bend.radius", bend.radius, 0, 1e6);
  r.number("bend.neutral", bend.neutral_factor);
  if (const Entry* table = r.at("bend.table")) bend.table = read_bend_table(*table, source, r.units());
  if (r.has("bend.test")) {
    TestPiece test;
    r.length("bend.test.flat", test.flat);
    r.length("bend.test.leg_a", test.leg_a);
    r.length("bend.test.leg_b", test.leg_b);
    r.angle("bend.test.angle", test.angle);
    r.length("bend.test.radius", test.radius);
    r.length("bend.test.thickness", test.thickness);
    bend.test = test;
  }
  r.angle("bend.springback", bend.springback);
  if (bend.springback && !(bend.springback->degrees() >= 0 && bend.springback->degrees() < 45))
    refuse(*r.at("bend.springback"), "is out of range", "0 to under 45 degrees for a bend of 90");
  r.length("bend.die_width", bend.die_width);
  r.check("bend.die_width", bend.die_width, limits::shortest, 1e4);
  r.either("bend.tags", "letters", bend.letters);
  return bend;
}

namespace {

constexpr std::array<std::pair<const char*, HipJoint>, 2> joint_words{
    {{"inside_touch", HipJoint::inside_touch}, {"lapped", HipJoint::lapped}}};
constexpr std::array<std::pair<const char*, Relief>, 3> relief_words{
    {{"round", Relief::round}, {"slot", Relief::slot}, {"closed", Relief::closed}}};

constexpr std::array<std::pair<const char*, SeamEdge>, 2> edge_words{
    {{"start", SeamEdge::start}, {"end", SeamEdge::end}}};

void read_seam_place(Reader& r, Seam& seam) {
  const Entry* place = r.at("seam.at");
  const auto* word = place ? std::get_if<std::string>(&place->value) : nullptr;
  if (seam.ruling != SeamRuling::at_angle) return;  // by a name of the shape's own
  if (word && (*word == "shortest" || *word == "longest")) {
    seam.ruling = *word == "shortest" ? SeamRuling::shortest : SeamRuling::longest;
    return;
  }
  const std::string near = word ? nearest_word(*word, {"shortest", "longest"}) : "";
  if (!near.empty() && !r.names(*word)) {
    refuse(*place, "is no angle and none of the words known here",
           "an angle, a list of angles, \"shortest\" or \"longest\"",
           fmt::format("did you mean \"{}\"?", near));
  }
  r.angle("seam.at", seam.at);
  r.angles("seam.at", seam.each);
}

}  // namespace

Flange read_flange(Reader& r, size_t number) {
  Flange f;
  f.key = fmt::format("flange.{}", number);
  std::string end;
  r.text("end", end);
  if (end.empty())
    refuse(*r.first(), "belongs to a flange that does not say at which end it stands", {},
           "add end = \"top\" or end = \"base\"");
  f.end = end == "base" ? EndName::base : EndName::top;
  r.length("width", f.width);
  r.length("clearance", f.clearance);
  r.number("strain_limit", f.strain_limit);
  r.flag("allow_strain", f.allow_strain);
  const Entry* direction = r.at("direction");
  if (!direction) return f;
  const auto* word = std::get_if<std::string>(&direction->value);
  constexpr FlangeDirection known[]{FlangeDirection::upright, FlangeDirection::level,
                                    FlangeDirection::square};
  for (size_t i = 0; i < std::size(direction_words); ++i) {
    if (word && *word == direction_words[i]) {
      f.direction = known[i];
      return f;
    }
  }
  const std::string near = word ? nearest_word(*word, {"upright", "level", "square"}) : "";
  if (!near.empty() && !r.names(*word))
    refuse(*direction, "is no angle and none of the words known here",
           "\"upright\", \"level\", \"square\" or an angle", fmt::format("did you mean \"{}\"?", near));
  f.direction = FlangeDirection::at_angle;
  r.angle("direction", f.rise);
  return f;
}

BoltHoles read_bolts(Reader& r, const std::string& at, std::string key) {
  const auto path = [&](const char* own) { return at + own; };
  BoltHoles b;
  b.key = std::move(key);
  r.text(path("on").c_str(), b.on);
  r.length(path("diameter").c_str(), b.diameter);
  if (r.at(path("count").c_str())) r.count(path("count").c_str(), b.count.emplace());
  r.length(path("pitch").c_str(), b.pitch);
  r.length(path("circle").c_str(), b.circle);
  r.length(path("inset").c_str(), b.inset);
  r.angle(path("from").c_str(), b.from);
  if (r.at(path("first").c_str())) {
    b.astride = false;
    r.either(path("first").c_str(), "astride", *b.astride);
  }
  r.length(path("from_ends").c_str(), b.from_ends);
  r.text(path("like").c_str(), b.like);
  r.text(path("like_on").c_str(), b.like_on);
  if (const Entry* idle = r.at(path("like_on").c_str()); idle && b.like.empty())
    refuse(*idle, "tells apart rows of another part, and none is named", {}, "add like, or leave it out");
  if (b.like.empty()) return b;
  for (const char* own : {"count", "pitch", "from", "first"}) {
    if (const Entry* idle = r.at(path(own).c_str()))
      refuse(*idle, "is what the other part says of holes that are like its", {}, "leave it out");
  }
  return b;
}

std::vector<Flange> read_flanges(Reader& r) {
  std::vector<Flange> flanges;
  r.tables("flange", [&](Reader& one) { flanges.push_back(read_flange(one, flanges.size() + 1)); });
  return flanges;
}

void read_eighth(Reader& r, int& eighth) {
  std::string word;
  r.text("seam.at", word);
  for (int i = 0; i < 8; ++i) {
    if (word == name_of_eighth(i)) eighth = i;
  }
}

void read_corners(Reader& r, HipJoint& joint, Relief& relief, std::optional<double>& size) {
  r.choice("hip_joint", joint_words, joint);
  r.choice("relief", relief_words, relief);
  r.choice("relief.kind", relief_words, relief);
  r.length("relief.size", size);
  r.check("relief.size", size, limits::shortest, 1e4);
  if (const Entry* idle = r.at("relief.size"); idle && relief == Relief::closed)
    refuse(*idle, "belongs to a relief that is cut, but the corners are closed", {}, "leave it out");
}

std::vector<Trim> read_trims(Reader& part) {
  std::vector<Trim> trims;
  int number = 0;
  part.tables("trim", [&](Reader& r) {
    ++number;
    if (r.at("body")) return;  // no plane: read with the ends that other parts cut
    Trim t;
    t.key = fmt::format("trim.{}.", number);
    std::optional<EndName> end;
    r.choice("end", end_words, end);
    if (!end)
      refuse(*r.first(), "belongs to a trim that does not say which end it cuts off", {},
             "add end = \"top\" or end = \"base\"");
    t.end = *end;
    r.length("height", t.height);
    r.angle("tilt", t.tilt);
    r.angle("uphill", t.uphill);
    r.length("short_side", t.short_side);
    r.length("long_side", t.long_side);
    r.length("from_apex", t.from_apex);
    r.angle("to_axis", t.to_axis);
    r.length("from_axis", t.from_axis);
    r.contact("contact", t.contact);
    trims.push_back(t);
  });
  return trims;
}

Rulings read_rulings(Reader& r) {
  constexpr std::array<std::pair<const char*, Rulings>, 2> words{
      {{"developable", Rulings::developable}, {"even", Rulings::even}}};
  Rulings rulings = Rulings::developable;
  r.choice("rulings", words, rulings);
  return rulings;
}

StrainLimit read_strain(Reader& r) {
  StrainLimit s;
  r.number("strain_limit", s.limit);
  r.flag("allow_strain", s.allowed);
  return s;
}

void read_sheet(Reader& r, const std::string& source, Sheet& sheet) {
  r.length("thickness", sheet.thickness);
  read_gauge(r, source, sheet);
  r.choice("sizes_on", face_words, sheet.sizes_on);
  r.number("neutral", sheet.neutral_factor);
  r.text("material", sheet.material);
  r.number("density", sheet.density);
}

void read_seam(Reader& r, Seam& seam) {
  r.length("seam.gap", seam.gap);
  r.angle("seam.wedge", seam.wedge);
  r.choice("seam.gap_on", face_words, seam.gap_on);
  read_seam_place(r, seam);
  r.count("seam.pieces", seam.pieces);
  r.length("seam.lap", seam.lap);
  r.choice("seam.lap_on", edge_words, seam.lap_on);
  r.length("seam.stock", seam.stock);
}

}  // namespace juggler
