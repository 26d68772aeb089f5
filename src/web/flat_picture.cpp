// The blank for a browser.
#include <fmt/format.h>

#include <algorithm>
#include <sstream>

#include "web.h"
#include "write/svg.h"

namespace juggler {
namespace {

pugi::xml_node group(pugi::xml_node in, const char* name) {
  pugi::xml_node g = in.append_child("g");
  g.append_attribute("class") = name;
  return g;
}

pugi::xml_node path(pugi::xml_node in, const std::string& d, const std::string& key = {}) {
  pugi::xml_node p = in.append_child("path");
  p.append_attribute("d") = d.c_str();
  if (!key.empty()) p.append_attribute("data-k") = key.c_str();
  return p;
}

std::string path_of_points(const std::vector<Vec2>& points) {
  std::string d;
  for (const Vec2 p : points) d += fmt::format("{}{:.4f} {:.4f}", d.empty() ? "M" : "L", p.x, p.y);
  return d;
}

// What stands on a page beside the blank's own lines, laid upon the blank.
void add_dimensions(pugi::xml_node svg, const Page& page, double height) {
  if (page.outlines.empty()) return;
  const double scale = page.outlines.front().scale;
  const Vec2 origin = page.outlines.front().origin;
  pugi::xml_node g = group(svg, "dimensions");
  g.append_attribute("transform") =
      fmt::format("matrix({0} 0 0 {0} {1} {2})", 1 / scale, -origin.x / scale, height - origin.y / scale)
          .c_str();
  const auto own = [](Pen pen) { return pen == Pen::bend || pen == Pen::mark || pen == Pen::cut; };
  for (const PageLine& line : page.lines) {
    if (!own(line.pen)) add_line(g, line);
  }
  int number = 0;
  for (const PageText& text : page.texts) {
    if (!text.mark) add_text(g, text, ++number);
  }
}

// Letters to be marked, at their height: a capital is 0.73 of the font's size.
void add_letters(pugi::xml_node upright, const std::vector<MarkText>& texts) {
  pugi::xml_node g = group(upright, "letters");
  for (const MarkText& t : texts) {
    pugi::xml_node node = g.append_child("text");
    node.append_attribute("transform") =
        fmt::format("translate({} {}) rotate({}) scale(1 -1)", t.centre.x, t.centre.y, t.heading.degrees())
            .c_str();
    node.append_attribute("font-size") = t.height / 0.73;
    node.append_attribute("text-anchor") = "middle";
    node.append_attribute("dy") = t.height / 2;
    node.text().set(t.text.c_str());
  }
}

}  // namespace

std::string flat_picture(const JobResult& job, size_t piece) {
  const PieceResult& shown = job.pieces.at(piece);
  const Blank& b = shown.blank;
  const Rectangle box = as_laid(b);
  pugi::xml_document document;
  pugi::xml_node svg = document.append_child("svg");
  svg.append_attribute("xmlns") = "http://www.w3.org/2000/svg";
  svg.append_attribute("viewBox") = fmt::format("0 0 {} {}", box.width, box.height).c_str();
  svg.append_attribute("class") = "flat";
  svg.append_attribute("role") = "img";
  svg.append_attribute("aria-label") = fmt::format("Blank of {}", title_of(shown)).c_str();
  pugi::xml_node upright = svg.append_child("g");
  upright.append_attribute("transform") = fmt::format("matrix(1 0 0 -1 0 {})", box.height).c_str();
  std::string metal = path_of(outline(b), true);
  for (const BlankOpening& o : b.openings) metal += path_of(o.outline, true);
  path(group(upright, "metal"), metal);
  pugi::xml_node marks = group(upright, "marks");
  for (const Arc& arc : b.marks.lines) path(marks, path_of({arc}, false));
  add_letters(upright, b.marks.texts);
  pugi::xml_node elements = group(upright, "elements"), bends = group(upright, "bends");
  for (const Indicated& line : lines_of(job, shown)) {
    if (line.key.empty()) continue;
    const bool element = line.key.front() == 'e';
    const std::string d = path_of_points(line.line);
    if (!element) path(bends, d).append_attribute("class") = ("line " + line.key).c_str();
    path(element ? elements : bends, d, line.key);
  }
  pugi::xml_node cut = group(upright, "cut");
  path(cut, path_of(outline(b), true));
  for (const Outline& arcs : b.partings) path(cut, path_of(arcs, false));
  pugi::xml_node openings = group(upright, "openings");
  size_t number = 0;
  for (const BlankOpening& o : b.openings)
    path(openings, path_of(o.outline, true), fmt::format("o{}", number++));
  add_dimensions(svg, draw_flat(job, piece, 230), box.height);
  std::ostringstream out;
  svg.print(out, "", pugi::format_raw);
  return out.str();
}

}  // namespace juggler
