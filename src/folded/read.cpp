// Panels, hoppers, nets and tubes of a job.
#include "folded_rows.h"
#include "job/csv.h"

namespace juggler {
namespace {

constexpr std::array<std::pair<const char*, PanelFace>, 5> panel_faces{
    {{"concave_side", PanelFace::concave_side},
     {"middle", PanelFace::middle},
     {"convex_side", PanelFace::convex_side},
     {"left", PanelFace::left},
     {"right", PanelFace::right}}};

PolygonSize read_polygon(Reader& r, const std::string& end) {
  PolygonSize size;
  r.length((end + ".across_flats").c_str(), size.across_flats);
  r.length((end + ".across_corners").c_str(), size.across_corners);
  r.length((end + ".side").c_str(), size.side);
  r.flag((end + ".point").c_str(), size.point);
  return size;
}

Tube read_sizes(Reader& r) {
  Tube t;
  r.length("diameter", t.diameter);
  r.length("side", t.side);
  r.length("width", t.width);
  r.length("depth", t.depth);
  r.length("corner_radius", t.corner_radius);
  r.length("wall_thickness", t.wall_thickness);
  r.length("length", t.length);
  r.choice("opened_on", face_words, t.opened_on);
  t.trims = read_trims(r);
  return t;
}

// Where it is opened: of a round tube at a plan angle, of others in the middle of a side.
void read_opened_at(Reader& r, Tube& tube, Seam& seam) {
  seam.gap = 0;
  const Entry* at = r.at("opened_at");
  if (!at) return;
  if (tube.round()) {
    r.angle("opened_at", seam.at);
    return;
  }
  const auto* word = std::get_if<std::string>(&at->value);
  for (int i = 0; i < 8; i += 2) {
    if (word && *word == name_of_eighth(i)) {
      tube.opened_at = i;
      return;
    }
  }
  refuse(*at, "is not the middle of a side, where a tube that is not round is opened",
         "\"+x\", \"+y\", \"-x\" or \"-y\"");
}

void read_named(Reader& r, const std::string& source, Tube& tube) {
  const Entry* asked = r.at("named");
  if (!asked) return;
  const Csv csv(list_of(r, "lists.tubes", *asked), source,
                {"name", "diameter", "side", "width", "depth", "corner_radius", "wall_thickness"});
  const Csv::Row& row = row_named(csv, *asked);
  tube.named = std::get<std::string>(asked->value);
  const double mm = r.units().mm;
  const bool sized = tube.diameter || tube.side || tube.width || tube.depth;
  if (!sized) {
    fill(csv, row, "diameter", mm, tube.diameter);
    fill(csv, row, "side", mm, tube.side);
    fill(csv, row, "width", mm, tube.width);
    fill(csv, row, "depth", mm, tube.depth);
  }
  fill(csv, row, "wall_thickness", mm, tube.wall_thickness);
  std::optional<double> corner;
  fill(csv, row, "corner_radius", mm, corner);
  if (corner && !r.at("corner_radius")) tube.corner_radius = *corner;
}

bool rolls(const Panel& panel) {
  return std::any_of(panel.profile.begin(), panel.profile.end(),
                     [](const ProfileStep& step) { return step.arc.has_value(); });
}

}  // namespace

namespace {

std::optional<PanelMitre> read_panel_mitre(Reader& r, const std::string& key) {
  if (!r.has(key.c_str())) return std::nullopt;
  PanelMitre m;
  m.key = key;
  r.angle((key + ".angle").c_str(), m.angle);
  r.angle((key + ".towards").c_str(), m.towards);
  return m;
}

}  // namespace

namespace {

void read_panel_flanges(Reader& r, Panel& panel) {
  r.tables("flange", [&](Reader& one) {
    PanelFlange f;
    f.key = fmt::format("flange.{}", panel.flanges.size() + 1);
    if (!one.at("end"))
      refuse(*one.first(), "belongs to a flange that does not say at which end it stands", {},
             "add end = \"start\" or \"end\", of the run");
    one.choice("end", std::array{std::pair{"start", false}, std::pair{"end", true}}, f.at_end);
    one.length("width", f.width);
    one.angle("angle", f.turned);
    one.either("side", "right", f.to_right);
    one.length("clearance", f.clearance);
    panel.flanges.push_back(std::move(f));
  });
}

}  // namespace

void read_panel(Reader& r, const std::string& source, Part& part) {
  r.length("seam.gap", part.seam.gap);
  Panel panel;
  r.tables("profile", [&](Reader& one) {
    ProfileStep step;
    one.length("line", step.line);
    one.angle("bend", step.bend);
    one.angle("arc", step.arc);
    one.length("radius", step.radius);
    one.either("to", "right", step.to_right);
    panel.profile.push_back(step);
  });
  r.length("run", panel.run);
  r.choice("sizes_on", panel_faces, panel.sizes_on);
  panel.start = read_panel_mitre(r, "mitre.start");
  panel.end = read_panel_mitre(r, "mitre.end");
  read_panel_flanges(r, panel);
  panel.bend = read_bend(r, source);
  part.asked = std::move(panel);
}

void read_hopper(Reader& r, const std::string& source, Part& part) {
  r.length("seam.gap", part.seam.gap);
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
  read_corners(r, h.hip_joint, h.relief, h.relief_size);
  h.flanges = read_flanges(r);
  h.bend = read_bend(r, source);
  part.asked = std::move(h);
}

void read_net(Reader& r, const std::string& source, Part& part) {
  r.length("seam.gap", part.seam.gap);
  Net net;
  r.count("sides", net.sides);
  net.base = read_polygon(r, "base");
  net.top = read_polygon(r, "top");
  r.length("height", net.height);
  r.point("top.shift", net.shift);
  r.angle("turn", net.turn);
  net.trims = read_trims(r);
  if (const Entry* file = r.at("path")) {
    for (const char* size : {"sides", "height", "base.across_flats", "base.across_corners", "base.side"}) {
      if (const Entry* e = r.at(size))
        refuse(*e, "is a size of a body that a file gives already", {}, "leave it or the file out");
    }
    read_obj(*file, source, r.units(), net);
  }
  r.texts("open", net.open);
  r.texts("bends", net.bends);
  r.texts("joints", net.joints);
  read_corners(r, net.hip_joint, net.relief, net.relief_size);
  net.bend = read_bend(r, source);
  part.asked = std::move(net);
}

void read_tube(Reader& r, const std::string& source, Part& part) {
  Tube tube = read_sizes(r);
  read_named(r, source, tube);
  read_opened_at(r, tube, part.seam);
  part.asked = std::move(tube);
}

std::vector<Part> opened_side_up(Reader& r, const std::string&, Part part) {
  part.sheet.thickness = 0;  // the face that it is opened on has none
  const Face opened = std::get<Tube>(part.asked).opened_on;
  if (!r.at("face_up")) part.making.face_up = opened == Face::inside ? Face::inside : Face::outside;
  return {std::move(part)};
}

std::string idle_of_panel(const Part& part, std::string_view key) {
  const bool idle = key == "neutral" && !rolls(std::get<Panel>(part.asked));
  return idle ? "this panel has no arcs; of bends it is `bend.neutral`" : "";
}

std::string idle_of_bent(const Part&, std::string_view key) {
  return key == "neutral" ? "this part is bent sharply; of its bends it is `bend.neutral`" : "";
}

std::string idle_of_tube(const Part&, std::string_view key) {
  if (key == "sizes_on") return "a tube is sized on its outside";
  if (key == "thickness" || key == "gauge") return "a tube has the thickness of its `wall_thickness`";
  return key == "neutral" ? "nothing of a tube is bent" : "";
}

}  // namespace juggler
