#include "svg.h"

#include <fmt/format.h>

#include "juggler/write.h"
#include "pens.h"

namespace juggler {
namespace {

double plain(double v) { return v == 0 ? 0 : v; }

std::string colour(double r, double g, double b) {
  return fmt::format("#{:02x}{:02x}{:02x}", static_cast<int>(std::lround(255 * r)),
                     static_cast<int>(std::lround(255 * g)), static_cast<int>(std::lround(255 * b)));
}

std::string colour_of(Pen pen) { return colour(look_of(pen).red, look_of(pen).green, look_of(pen).blue); }

void stroke(pugi::xml_node node, Pen pen, double scale) {
  const PenLook& look = look_of(pen);
  node.append_attribute("fill") = "none";
  node.append_attribute("stroke") = colour_of(pen).c_str();
  node.append_attribute("stroke-width") = fmt::format("{}", look.width / scale).c_str();
  if (!look.dashes.empty()) {
    std::string dashes;
    for (double d : look.dashes) dashes += fmt::format("{}{}", dashes.empty() ? "" : " ", d / scale);
    node.append_attribute("stroke-dasharray") = dashes.c_str();
  }
}

bool follows(const Arc& before, const Arc& next) { return norm(end_of(before) - next.start) < on_paper; }

}  // namespace

std::string path_of(const Outline& arcs, bool closed) {
  std::string d;
  for (size_t i = 0; i < arcs.size(); ++i) {
    const Arc& arc = arcs[i];
    if (i == 0 || !follows(arcs[i - 1], arc))
      d += fmt::format("M{} {}", plain(arc.start.x), plain(arc.start.y));
    for (const Arc& part : split(arc, Angle::degrees(120))) {
      const Vec2 to = end_of(part);
      if (is_straight(part)) {
        d += fmt::format("L{} {}", plain(to.x), plain(to.y));
      } else {
        d += fmt::format("A{0} {0} 0 0 {1} {2} {3}", radius_of(part), part.turn > Angle{} ? 1 : 0,
                         plain(to.x), plain(to.y));
      }
    }
  }
  return closed ? d + "Z" : d;
}

namespace {

// A group that shows no more than a box.
pugi::xml_node clipped_to(pugi::xml_node svg, const PageBox& box, int number) {
  const std::string name = fmt::format("clip{}", number);
  pugi::xml_node clip = svg.append_child("clipPath");
  clip.append_attribute("id") = name.c_str();
  pugi::xml_node rectangle = clip.append_child("rect");
  rectangle.append_attribute("x") = box.left;
  rectangle.append_attribute("y") = box.top;
  rectangle.append_attribute("width") = box.width();
  rectangle.append_attribute("height") = box.height();
  pugi::xml_node group = svg.append_child("g");
  group.append_attribute("clip-path") = fmt::format("url(#{})", name).c_str();
  return group;
}

void add_outline(pugi::xml_node svg, const PageOutline& o, int number) {
  pugi::xml_node group = (o.clip ? clipped_to(svg, *o.clip, number) : svg).append_child("g");
  group.append_attribute("id") = look_of(o.pen).name;
  group.append_attribute("transform") =
      fmt::format("matrix({} 0 0 {} {} {})", o.scale, -o.scale, o.origin.x, o.origin.y).c_str();
  pugi::xml_node path = group.append_child("path");
  path.append_attribute("d") = path_of(o.arcs, o.closed).c_str();
  stroke(path, o.pen, o.scale);
}

std::string points_of(const std::vector<Vec2>& points, int decimals = 4) {
  std::string text;
  for (Vec2 p : points)
    text += fmt::format("{}{:.{}f},{:.{}f}", text.empty() ? "" : " ", p.x, decimals, p.y, decimals);
  return text;
}

// A hair over their borders, so that neighbours of one colour leave no seam; one node for as many as follow
// each other in one colour.
void add_fills(pugi::xml_node drawn, const std::vector<PageFill>& fills) {
  if (fills.empty()) return;
  std::string path, shade;
  pugi::xml_node svg = drawn.append_child("g");
  svg.append_attribute("stroke-width") = "0.2";
  svg.append_attribute("stroke-linejoin") = "round";
  const auto close = [&] {
    if (path.empty()) return;
    pugi::xml_node node = svg.append_child("path");
    node.append_attribute("d") = path.c_str();
    node.append_attribute("fill") = shade.c_str();
    node.append_attribute("stroke") = shade.c_str();
    path.clear();
  };
  for (const PageFill& fill : fills) {
    const std::string own = colour(fill.red, fill.green, fill.blue);
    if (own != shade) close();
    shade = own;
    path += "M" + points_of(fill.points, 2) + "Z";
  }
  close();
}

}  // namespace

void add_line(pugi::xml_node svg, const PageLine& line) {
  pugi::xml_node node = svg.append_child("polyline");
  node.append_attribute("points") = points_of(line.points).c_str();
  stroke(node, line.pen, 1);
}

// textLength keeps the measured width whatever the viewer's font.
void add_text(pugi::xml_node svg, const PageText& t, int number) {
  pugi::xml_node node = (t.clip ? clipped_to(svg, *t.clip, number) : svg).append_child("text");
  const double height = t.box.bottom - t.box.top;
  node.append_attribute("x") = fmt::format("{:.2f}", t.box.left).c_str();
  node.append_attribute("y") = fmt::format("{:.2f}", t.box.top + 0.797 * height).c_str();
  node.append_attribute("font-size") = fmt::format("{:.2f}", t.size).c_str();
  if (t.bold) node.append_attribute("font-weight") = "bold";
  node.append_attribute("textLength") = fmt::format("{:.2f}", t.box.right - t.box.left).c_str();
  node.append_attribute("lengthAdjust") = "spacingAndGlyphs";
  node.append_attribute("xml:space") = "preserve";
  if (t.turn != Angle{}) {
    node.append_attribute("transform") =
        fmt::format("rotate({:.4f} {:.2f} {:.2f})", -t.turn.degrees(), (t.box.left + t.box.right) / 2,
                    (t.box.top + t.box.bottom) / 2)
            .c_str();
  }
  if (t.mark) node.append_attribute("fill") = colour_of(Pen::mark).c_str();
  node.text().set(t.text.c_str());
}

void write_svg(const Blank& blank, std::ostream& out) {
  const Rectangle box = as_laid(blank);
  pugi::xml_document document;
  pugi::xml_node svg = document.append_child("svg");
  svg.append_attribute("xmlns") = "http://www.w3.org/2000/svg";
  svg.append_attribute("width") = fmt::format("{}mm", box.width).c_str();
  svg.append_attribute("height") = fmt::format("{}mm", box.height).c_str();
  svg.append_attribute("viewBox") = fmt::format("0 0 {} {}", box.width, box.height).c_str();
  svg.append_child("title").text().set(blank.name.c_str());
  pugi::xml_node upright = svg.append_child("g");
  upright.append_attribute("transform") = fmt::format("matrix(1 0 0 -1 0 {})", box.height).c_str();
  const auto group = [&](const char* id, Pen pen) {
    pugi::xml_node g = upright.append_child("g");
    g.append_attribute("id") = id;
    stroke(g, pen, 1);
    return g;
  };
  const auto add = [](pugi::xml_node to, const Outline& arcs, bool closed) {
    to.append_child("path").append_attribute("d") = path_of(arcs, closed).c_str();
  };
  pugi::xml_node cut = group("cut", Pen::cut);
  add(cut, outline(blank), true);
  for (const BlankOpening& o : blank.openings) add(cut, o.outline, true);
  for (const Outline& arcs : blank.partings) add(cut, arcs, false);
  pugi::xml_node bends = group("bends", Pen::bend);
  for (const Fold& fold : blank.folds) add(bends, line_of(fold), false);
  pugi::xml_node marks = group("marks", Pen::mark);
  for (const Arc& arc : blank.marks.lines) add(marks, {arc}, false);
  document.save(out, " ");
}

void write_svg(const Page& page, std::ostream& out) {
  pugi::xml_document document;
  pugi::xml_node svg = document.append_child("svg");
  svg.append_attribute("xmlns") = "http://www.w3.org/2000/svg";
  svg.append_attribute("width") = fmt::format("{}mm", page.width).c_str();
  svg.append_attribute("height") = fmt::format("{}mm", page.height).c_str();
  svg.append_attribute("viewBox") = fmt::format("0 0 {} {}", page.width, page.height).c_str();
  svg.append_attribute("font-family") = "DejaVu Sans, sans-serif";
  svg.append_attribute("fill") = colour(ink[0], ink[1], ink[2]).c_str();
  svg.append_child("title").text().set(page.title.c_str());
  pugi::xml_node paper = svg.append_child("rect");
  paper.append_attribute("width") = "100%";
  paper.append_attribute("height") = "100%";
  paper.append_attribute("fill") = "#ffffff";
  pugi::xml_node drawn = svg.append_child("g");
  if (page.stretch.x != 1 || page.stretch.y != 1)
    drawn.append_attribute("transform") = fmt::format("scale({} {})", page.stretch.x, page.stretch.y).c_str();
  add_fills(drawn, page.fills);
  for (const PageLine& line : page.lines) add_line(drawn, line);
  int number = 0;
  for (const PageOutline& o : page.outlines) add_outline(drawn, o, ++number);
  for (const PageText& t : page.texts) add_text(drawn, t, ++number);
  document.save(out, " ");
}

}  // namespace juggler
