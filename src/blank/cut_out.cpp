// Blanks cut out of a wall by an outline of their own.
#include "cut_openings.h"
#include "laid.h"
#include "opened.h"

namespace juggler {
namespace {

std::vector<Edge> edges_of(const CutOut& cut) {
  std::vector<Edge> edges;
  for (size_t i = 0; i < cut.outline.size(); ++i) {
    const bool goes_on = !edges.empty() && edges.back().label == cut.edges[i];
    if (!goes_on) edges.push_back({.name = EdgeName::side, .label = cut.edges[i]});
    edges.back().arcs.push_back(cut.outline[i]);
  }
  // What goes on past the first place of the outline.
  if (edges.size() > 1 && edges.back().label == edges.front().label) {
    edges.back().arcs.insert(edges.back().arcs.end(), edges.front().arcs.begin(), edges.front().arcs.end());
    edges.erase(edges.begin());
  }
  return edges;
}

}  // namespace

LaidPart lay(const CutOut& cut, const Making& making) {
  const auto opened = std::make_shared<const Opened>(open(*cut.wall));
  Blank b = blank_for(making, cut.wall->thickness, cut.wall->size);
  b.face_names = cut.face_names;
  b.neutral_depth = cut.wall->neutral_depth;
  b.open = b.cut_out = true;
  const double upright = opened->flat.at(cut.upright).heading;
  const Placing placing = lay_upright(b, {edges_of(cut), cut.fit_error}, {}, upright);
  b.notes = cut.notes;
  b.forming = forming_panels(*opened, placing);
  LaidPart part;
  part.wall.size = cut.wall->size;
  part.wall.thickness = cut.wall->thickness;
  LaidPiece p;  // keeps the wall, which what is opened only refers to
  p.blank = std::move(b);
  p.charts = [form = cut.wall, placing](int piece) { return std::vector{chart_of(form, piece, placing)}; };
  p.mark = [opened, placing, making, marked = cut.marked, kept = cut.wall](Blank& blank) {
    std::vector<Arc> lines;
    for (const double u : marked) {
      const auto parts = on_metal(blank, placed(rim_point(*opened, EndName::base, u), placing),
                                  placed(rim_point(*opened, EndName::top, u), placing), outline(blank));
      lines.insert(lines.end(), parts.begin(), parts.end());
    }
    mark_cut_out(blank, making, lines);
  };
  part.pieces.push_back(std::move(p));
  return part;
}

}  // namespace juggler
