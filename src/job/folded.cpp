// Folded shapes of a job.

#include "reader.h"

namespace juggler {

Bend read_bend(Reader& r, const std::string& source) {
  Bend bend;
  r.length("bend.radius", bend.radius);
  r.check("bend.radius", bend.radius, 0, 1e6);
  r.number("bend.neutral", bend.neutral);
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
  r.length("bend.die", bend.die);
  r.check("bend.die", bend.die, limits::shortest, 1e4);
  std::string tags = "letters";
  r.text("bend.tags", tags);
  bend.letters = tags == "letters";
  return bend;
}

namespace {

constexpr std::array<std::pair<const char*, PanelFace>, 5> panel_faces{{{"inside", PanelFace::inside},
                                                                        {"middle", PanelFace::middle},
                                                                        {"outside", PanelFace::outside},
                                                                        {"left", PanelFace::left},
                                                                        {"right", PanelFace::right}}};
constexpr std::array<std::pair<const char*, Corner>, 2> corner_words{
    {{"inside_touch", Corner::inside_touch}, {"lapped", Corner::lapped}}};
constexpr std::array<std::pair<const char*, Relief>, 3> relief_words{
    {{"round", Relief::round}, {"slot", Relief::slot}, {"closed", Relief::closed}}};

Panel read_panel(Reader& r, const std::string& source) {
  Panel panel;
  r.tables("profile", [&](Reader& one) {
    ProfileStep step;
    std::optional<Angle> angle;
    one.length("line", step.line);
    one.angle("bend", step.bend);
    one.angle("arc", step.arc);
    one.length("radius", step.radius);
    std::string to = "left";
    one.text("to", to);
    step.to_right = to == "right";
    panel.profile.push_back(step);
  });
  r.length("run", panel.run);
  r.choice("sizes_on", panel_faces, panel.sizes_on);
  panel.bend = read_bend(r, source);
  return panel;
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
  std::optional<double> limit;
  r.number("strain_limit", limit);
  f.strain_limit = limit.value_or(f.strain_limit);
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
  const std::string near = word ? nearest(*word, {"upright", "level", "square"}) : "";
  if (!near.empty() && !r.names(*word))
    refuse(*direction, "is no angle and none of the words known here",
           "\"upright\", \"level\", \"square\" or an angle", fmt::format("did you mean \"{}\"?", near));
  f.direction = FlangeDirection::at_angle;
  r.angle("direction", f.rise);
  return f;
}

namespace {

void read_eighth(Reader& r, int& eighth) {
  std::string word;
  r.text("seam.at", word);
  for (int i = 0; i < 8; ++i) {
    if (word == name_of_eighth(i)) eighth = i;
  }
}

}  // namespace

void read_corners(Reader& r, Corner& corner, Relief& relief, std::optional<double>& size) {
  std::optional<Corner> how;
  std::optional<Relief> cut;
  r.choice("corner", corner_words, how);
  r.choice("relief", relief_words, cut);
  r.choice("relief.kind", relief_words, cut);
  corner = how.value_or(corner);
  relief = cut.value_or(relief);
  r.length("relief.size", size);
  r.check("relief.size", size, limits::shortest, 1e4);
  if (const Entry* idle = r.at("relief.size"); idle && relief == Relief::closed)
    refuse(*idle, "belongs to a relief that is cut, but the corners are closed", {}, "leave it out");
}

namespace {

Hopper read_hopper(Reader& r, const std::string& source) {
  Hopper h;
  r.length("base.width", h.base.width);
  r.length("base.length", h.base.length);
  r.length("top.width", h.top.width);
  r.length("top.length", h.top.length);
  r.length("height", h.height);
  r.point("top.shift", h.shift);
  r.choice("base.sizes_on", face_words, h.base.sizes_on);
  r.choice("top.sizes_on", face_words, h.top.sizes_on);
  r.contact("base.contact", h.base_contact);
  r.contact("top.contact", h.top_contact);
  r.count("seam.pieces", h.pieces);
  read_eighth(r, h.seam);
  read_corners(r, h.corner, h.relief, h.relief_size);
  h.flanges = read_flanges(r);
  h.bend = read_bend(r, source);
  return h;
}

PolygonSize read_polygon(Reader& r, const std::string& end) {
  PolygonSize size;
  r.length((end + ".across_flats").c_str(), size.across_flats);
  r.length((end + ".across_corners").c_str(), size.across_corners);
  r.length((end + ".side").c_str(), size.side);
  r.flag((end + ".point").c_str(), size.point);
  return size;
}

SlantingEnd read_slanting_end(Reader& r, size_t number) {
  SlantingEnd e;
  e.key = fmt::format("trim.{}", number);
  std::string end;
  r.text("end", end);
  if (end.empty())
    refuse(*r.first(), "belongs to a trim that does not say which end it cuts", {},
           "add end = \"top\" or end = \"base\"");
  e.end = end == "base" ? EndName::base : EndName::top;
  r.length("height", e.height);
  r.angle("tilt", e.tilt);
  r.angle("uphill", e.uphill);
  return e;
}

Net read_net(Reader& r, const std::string& source) {
  Net net;
  r.count("sides", net.sides);
  net.base = read_polygon(r, "base");
  net.top = read_polygon(r, "top");
  r.length("height", net.height);
  r.point("top.shift", net.shift);
  r.angle("turn", net.turn);
  r.tables("trim", [&](Reader& one) { net.ends.push_back(read_slanting_end(one, net.ends.size() + 1)); });
  if (const Entry* file = r.at("file")) {
    for (const char* size : {"sides", "height", "base.across_flats", "base.across_corners", "base.side"}) {
      if (const Entry* e = r.at(size))
        refuse(*e, "is a size of a body that a file gives already", {}, "leave it or the file out");
    }
    read_obj(*file, source, r.units(), net);
  }
  r.texts("open", net.open);
  r.texts("bends", net.bends);
  r.texts("joints", net.joints);
  read_corners(r, net.corner, net.relief, net.relief_size);
  net.bend = read_bend(r, source);
  return net;
}

Tube read_tube(Reader& r) {
  Tube t;
  r.length("diameter", t.diameter);
  r.length("side", t.side);
  r.length("width", t.width);
  r.length("depth", t.depth);
  r.length("corner", t.corner);
  r.length("wall", t.wall);
  r.length("length", t.length);
  std::optional<Face> opened;
  r.choice("opened_on", face_words, opened);
  t.opened_on = opened.value_or(t.opened_on);
  r.tables("trim", [&](Reader& one) { t.ends.push_back(read_slanting_end(one, t.ends.size() + 1)); });
  return t;
}

// Where the slit lies: of a round tube at a plan angle, of others in the middle of a side.
void read_slit(Reader& r, Tube& tube, Seam& seam) {
  seam.gap = 0;
  const Entry* at = r.at("seam.at");
  if (!at) return;
  if (tube.round()) {
    r.angle("seam.at", seam.at);
    return;
  }
  const auto* word = std::get_if<std::string>(&at->value);
  for (int i = 0; i < 8; i += 2) {
    if (word && *word == name_of_eighth(i)) {
      tube.slit = i;
      return;
    }
  }
  refuse(*at, "is not the middle of a side, where a tube that is not round is opened",
         "\"+x\", \"+y\", \"-x\" or \"-y\"");
}

}  // namespace

Shape read_folded(Reader& part, const std::string& shape, const std::string& source, Seam& seam) {
  if (shape == "tube") {
    Tube tube = read_tube(part);
    read_named(part, source, tube);
    read_slit(part, tube, seam);
    return tube;
  }
  part.length("seam.gap", seam.gap);
  if (shape == "panel") return read_panel(part, source);
  if (shape == "net") return read_net(part, source);
  return read_hopper(part, source);
}

}  // namespace juggler
