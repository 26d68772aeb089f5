#include <algorithm>

#include "opened.h"

namespace juggler {
namespace {

Edge backwards(Edge e) {
  std::reverse(e.arcs.begin(), e.arcs.end());
  for (Arc& arc : e.arcs) arc = reversed(arc);
  return e;
}

// However large a tolerance is asked for, a small or slender part keeps its form.
double coarsest(const Form& f) {
  double widest = 0;
  for (const AskedCircle& c : f.asked) widest = std::max(widest, c.radius);
  return std::min(within::little * f.size, widest > 0 ? 5 * within::little * widest : f.size);
}

// From the base to the top; at a pointed end by the corner of its lap, where it has one, to the tip.
Edge seam_edge(const Opened& o, EdgeName name, const EdgeCut& edge, const std::optional<Vec2>& tip) {
  std::vector<Vec2> points;
  const auto add_point_end = [&](bool towards) {
    if (!towards) points.push_back(*tip);
    if (edge.corner) points.push_back(*edge.corner);
    if (towards) points.push_back(*tip);
  };
  if (o.form.base_pointed) add_point_end(false);
  if (!o.form.base_pointed) points.push_back(rim_point(o, EndName::base, edge.base));
  if (!o.form.top_pointed) points.push_back(rim_point(o, EndName::top, edge.top));
  if (o.form.top_pointed) add_point_end(true);
  Edge made{name, {}, 0};
  for (size_t i = 0; i + 1 < points.size(); ++i) made.arcs.push_back(line(points[i], points[i + 1]));
  return made;
}

}  // namespace

Edges developed_edges(const Opened& o, const SeamCut& cut, double tolerance) {
  Edges made;
  const auto rim = [&](EdgeName name, EndName end, double from, double to) {
    const FittedArcs fitted = rim_arcs(o, end, from, to, std::min(tolerance, coarsest(o.form)));
    made.fit_error = std::max(made.fit_error, fitted.error);
    return Edge{name, fitted.arcs,
                rim_length(o, end, rim_range(o.form, end).first, rim_range(o.form, end).second)};
  };
  std::vector<Edge>& edges = made.edges;
  // A piece that lies about one corner alone has a point for an end.
  const auto add = [&](Edge edge) {
    if (!edge.arcs.empty()) edges.push_back(std::move(edge));
  };
  if (!o.form.base_pointed) add(rim(EdgeName::base, EndName::base, cut.start.base, cut.end.base));
  edges.push_back(seam_edge(o, EdgeName::seam_end, cut.end, cut.tip));
  if (!o.form.top_pointed) {
    add(backwards(rim(EdgeName::top, EndName::top, cut.start.top, cut.end.top)));
  }
  edges.push_back(backwards(seam_edge(o, EdgeName::seam_start, cut.start, cut.tip)));
  return made;
}

Blank blank_for(const Making& making, double thickness, double size) {
  Blank b;
  b.name = making.name;
  b.count = making.quantity;
  b.face_up = making.face_up;
  b.thickness = thickness;
  b.size = size;
  return b;
}

void place_edges(Blank& b, const Placing& placing) {
  for (Edge& e : b.edges) {
    for (Arc& arc : e.arcs) arc = placed(arc, placing);
  }
}

namespace {

Placing laid_upright(double heading, Face face_up, const std::vector<Edge>& edges) {
  Placing p;
  p.mirror = face_up == Face::inside;
  p.turn = Angle::radians(pi / 2) - placed_heading(Angle::radians(heading), {p.mirror, {}, {}});
  Outline turned;
  for (const Arc& arc : joined(edges)) turned.push_back(placed(arc, p));
  p.shift = Vec2{} - upright_box(turned).corner;
  return p;
}

}  // namespace

Placing lay_upright(Blank& b, Edges made, const EdgeWords& words, double heading) {
  b.edges = std::move(made.edges);
  b.fit_error = made.fit_error;
  name_edges(b, words);
  const Placing placing = laid_upright(heading, b.face_up, b.edges);
  place_edges(b, placing);
  run_anticlockwise(b.edges);
  return placing;
}

void add_round_ends(Blank& b, bool at_start, bool at_end) {
  constexpr Angle half_turn = Angle::radians(pi);
  for (size_t i = 0; i < b.edges.size(); ++i) {
    const Edge& e = b.edges[i];
    if (!(e.name == EdgeName::seam_start && at_start) && !(e.name == EdgeName::seam_end && at_end)) continue;
    const Arc across = line(e.arcs.front().start, end_of(e.arcs.back()));
    b.tabs.push_back(
        {i,
         {{across.start, across.heading - half_turn / 2, half_turn.radians() * across.length / 2, half_turn}},
         EdgeKind::lap,
         true});
  }
}

Outline joined(const std::vector<Edge>& edges) {
  Outline all;
  for (const Edge& e : edges) all.insert(all.end(), e.arcs.begin(), e.arcs.end());
  return all;
}

void run_anticlockwise(std::vector<Edge>& edges) {
  if (signed_area(joined(edges)) >= 0) return;
  std::reverse(edges.begin(), edges.end());
  for (Edge& e : edges) e = backwards(std::move(e));
  const auto base =
      std::find_if(edges.begin(), edges.end(), [](const Edge& e) { return e.name == EdgeName::base; });
  if (base != edges.end()) std::rotate(edges.begin(), base, edges.end());
}

}  // namespace juggler
