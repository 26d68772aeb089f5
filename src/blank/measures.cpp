#include <algorithm>
#include <array>
#include <map>
#include <string>

#include "cut_openings.h"
#include "opened.h"

namespace juggler {

const char* name_of(EdgeName name) {
  constexpr std::array names{"base", "top", "seam_start", "seam_end", "side"};
  return names[static_cast<size_t>(name)];
}

void name_edges(Blank& b, const EdgeWords& words) {
  b.edge_words = words;
  for (Edge& e : b.edges) {
    if (e.label.empty()) e.label = words.of(e.name);
  }
}

std::string label_of(const Edge& edge) { return edge.label.empty() ? name_of(edge.name) : edge.label; }

namespace {

template <typename Folds>
auto first_crease(Folds& folds) {
  return std::find_if(folds.begin(), folds.end(), [](const Fold& f) { return f.kind == FoldKind::crease; });
}

}  // namespace

Outline line_of(const Fold& fold) {
  return fold.arcs.empty() ? Outline{line(fold.from, fold.to)} : fold.arcs;
}

std::span<const Fold> bends_of(const Blank& b) { return {b.folds.begin(), first_crease(b.folds)}; }
std::span<Fold> bends_of(Blank& b) { return {b.folds.begin(), first_crease(b.folds)}; }
std::span<const Fold> creases_of(const Blank& b) { return {first_crease(b.folds), b.folds.end()}; }
std::span<Fold> creases_of(Blank& b) { return {first_crease(b.folds), b.folds.end()}; }

Outline outline(const Blank& blank) { return blank.notched.empty() ? whole_outline(blank) : blank.notched; }

Outline whole_outline(const Blank& blank) {
  Outline all;
  for (size_t i = 0; i < blank.edges.size(); ++i) {
    const auto tab =
        std::find_if(blank.tabs.begin(), blank.tabs.end(), [&](const EdgeTab& t) { return t.edge == i; });
    const std::vector<Arc>& arcs = tab == blank.tabs.end() ? blank.edges[i].arcs : tab->arcs;
    all.insert(all.end(), arcs.begin(), arcs.end());
  }
  return all;
}

Outline bare_outline(const Blank& blank) {
  Outline all;
  for (const Edge& e : blank.edges) all.insert(all.end(), e.arcs.begin(), e.arcs.end());
  return all;
}

std::string name_of(const Blank& blank, const BlankOpening& opening) {
  if (opening.group < 0) return "a hole beyond an edge";
  const OpeningGroup& g = blank.groups[static_cast<size_t>(opening.group)];
  std::string name = g.name;
  if (g.rows > 1) {
    name += " " + std::to_string(opening.row) + "/" + std::to_string(opening.member);
  } else if (g.in_row > 1) {
    name += " " + std::to_string(opening.member);
  }
  return name;
}

Outline as_circle(Outline o, double near) {
  double turned = 0;
  for (const Arc& arc : o) turned += arc.turn.radians();
  if (o.size() == 2 || std::abs(turned - 2 * pi) > within::rounding || is_straight(o.front())) return o;
  const Vec2 centre = centre_of(o.front());
  const double radius = radius_of(o.front());
  const auto on_it = [&](const Arc& arc) {
    return !is_straight(arc) && arc.turn.radians() > 0 && norm(centre_of(arc) - centre) <= near &&
           std::abs(radius_of(arc) - radius) <= near;
  };
  if (!std::all_of(o.begin(), o.end(), on_it)) return o;
  const Arc half{centre + Vec2{radius, 0}, Angle::radians(pi / 2), pi * radius, Angle::radians(pi)};
  return {half, {centre - Vec2{radius, 0}, Angle::radians(-pi / 2), pi * radius, Angle::radians(pi)}};
}

std::optional<RoundHole> round_hole(const BlankOpening& opening) {
  const Outline& o = opening.outline;
  const double half = pi;
  const auto is_half = [&](const Arc& a) { return std::abs(a.turn.radians() - half) < within::rounding; };
  if (o.size() != 2 || !is_half(o[0]) || !is_half(o[1])) return std::nullopt;
  const double diameter = 2 * radius_of(o[0]);
  const double near = within::rounding * (1 + diameter + norm(o[0].start));
  if (norm(end_of(o[0]) - o[1].start) > near || std::abs(o[0].length - o[1].length) > near)
    return std::nullopt;
  return RoundHole{0.5 * (o[0].start + o[1].start), diameter};
}

double area(const Blank& blank) {
  double sum = signed_area(outline(blank));
  for (const BlankOpening& o : blank.openings) sum -= signed_area(o.outline);
  return sum;
}
double outline_length(const Blank& blank) { return length_of(outline(blank)); }
double cut_length(const Blank& blank) {
  double sum = outline_length(blank);
  for (const BlankOpening& o : blank.openings) sum += length_of(o.outline);
  return sum;
}
Rectangle as_laid(const Blank& blank) { return upright_box(outline(blank)); }
Rectangle smallest_rectangle(const Blank& blank) { return smallest_rectangle(outline(blank)); }
bool overlaps_itself(const Blank& blank) {
  return !blank.folding && crosses_itself(outline(blank));  // a folded blank that would is refused
}

double mass(const Blank& blank, double density) {
  constexpr double cubic_metre = 1e-9;  // of a cubic millimetre
  return area(blank) * blank.thickness * density * cubic_metre;
}

const Edge* edge(const Blank& blank, EdgeName name) {
  const auto found =
      std::find_if(blank.edges.begin(), blank.edges.end(), [&](const Edge& e) { return e.name == name; });
  return found == blank.edges.end() ? nullptr : &*found;
}

double joint_length(const Blank& blank) {
  const auto length = [&](EdgeName name) {
    const Edge* e = edge(blank, name);
    return e ? length_of(e->arcs) : 0;
  };
  // Both sides of a joint may be on one blank: it is welded once.
  std::map<std::string, double> joint;
  if (blank.folding) {
    for (const BlankJoint& j : blank.folding->joints) {
      if (!j.open) joint[j.name] = std::max(joint[j.name], j.length);
    }
  }
  double joints = 0;
  for (const auto& [name, longest] : joint) joints += longest;
  return std::max({length(EdgeName::seam_start), length(EdgeName::seam_end), joints});
}

}  // namespace juggler
