// From which edge a bend line is measured, and how far it lies from it: on the outline as it is cut, laps,
// hems, gaps and stock counted. docs/maths/folded.md (48)-(50).
#include <algorithm>

#include "opened.h"
#include "pieces_of_body.h"

namespace juggler {
namespace {

// A straight stretch of what is cut, and what it is called.
struct CutLine {
  std::string name;
  Vec2 at;
  Vec2 along;
  double length = 0;
  bool box = false;  ///< its left edge, which a bend may run out over by what rims are fitted by
  [[nodiscard]] double from(Vec2 p) const { return box ? p.x - at.x : std::abs(cross(along, p - at)); }
};

std::vector<CutLine> cut_lines(const Blank& b) {
  std::vector<CutLine> lines;
  const auto add = [&](const std::vector<Arc>& arcs, const std::string& name) {
    for (const Arc& arc : arcs) {
      const Vec2 run = end_of(arc) - arc.start;
      if (is_straight(arc) && norm(run) > 0)
        lines.push_back({name, arc.start, 1 / norm(run) * run, norm(run)});
    }
  };
  for (size_t i = 0; i < b.edges.size(); ++i) {
    const auto tab =
        std::find_if(b.tabs.begin(), b.tabs.end(), [&](const EdgeTab& t) { return t.edge == i; });
    const std::string name = label_of(b.edges[i]);
    if (tab == b.tabs.end()) {
      add(b.edges[i].arcs, name);
    } else {
      add(tab->arcs, tab->round ? name : name + " with its " + name_of(tab->kind));
    }
  }
  return lines;
}

class Datums {
 public:
  explicit Datums(const Blank& b)
      : b_(b), outline_(outline(b)), lines_(cut_lines(b)), box_(upright_box(outline_)) {}

  // (48): the nearest of the edges that a back stop can be set to; of a panel its start.
  [[nodiscard]] CutLine of(const Fold& line) const {
    const CutLine* best = nullptr;
    double least = HUGE_VAL;
    for (const CutLine& edge : lines_) {
      const double away = edge.from(line.from);
      const bool start = edge.name.starts_with("profile start");
      if (away >= least && !start) continue;
      if (!serves(edge, line)) continue;
      best = &edge;
      least = away;
      if (start) break;
    }
    return best ? *best : CutLine{"left edge of the box", box_.corner, {0, 1}, box_.height, true};
  }

 private:
  // Parallel to the line, beside half of it or more, clear of what the bend itself takes, and reached through
  // metal.
  [[nodiscard]] bool serves(const CutLine& edge, const Fold& line) const {
    const Vec2 way = 1 / line.length() * (line.to - line.from);
    if (std::abs(cross(way, edge.along)) > within::same) return false;
    const double away = edge.from(line.from);
    if (away < 2 * b_.thickness + line.allowance / 2 + within::beside * b_.size) return false;
    const double a = dot(edge.at - line.from, way);
    const double z = a + edge.length * (dot(way, edge.along) > 0 ? 1 : -1);
    const double from = std::max(0.0, std::min(a, z));
    const double to = std::min(line.length(), std::max(a, z));
    if (to - from < 0.5 * line.length()) return false;
    const Vec2 here = line.from + (from + to) / 2 * way;
    const Vec2 there = here + dot(edge.at - here, left_of(way)) * left_of(way);
    const auto metal = clipped(here, there, outline_);
    return length_of(metal) > away * (1 - within::beside);
  }

  const Blank& b_;
  Outline outline_;
  std::vector<CutLine> lines_;
  Rectangle box_;
};

// A rim as cut, run from the corner it shares with the seam's start.
std::vector<Arc> rim_from_start(const Blank& b, EdgeName name) {
  const Edge* rim = edge(b, name);
  const Edge* start = edge(b, EdgeName::seam_start);
  if (!rim || !start) return {};
  std::vector<Arc> arcs = rim->arcs;
  const auto gap = [&](Vec2 p) {
    return std::min(norm(p - start->arcs.front().start), norm(p - end_of(start->arcs.back())));
  };
  return gap(arcs.front().start) <= gap(end_of(arcs.back())) ? arcs : reversed(arcs);
}

bool has_tab(const Blank& b, EdgeName name) {
  return std::any_of(b.tabs.begin(), b.tabs.end(),
                     [&](const EdgeTab& t) { return b.edges[t.edge].name == name && !t.round; });
}

double off_from(const std::vector<Arc>& arcs, Vec2 p) {
  double off = HUGE_VAL;
  for (const Arc& arc : arcs) off = std::min(off, norm(point_at(arc, run_to({&arc, 1}, p)) - p));
  return off;
}

// An edge of the seam, run from the corner it shares with a rim.
std::vector<Arc> seam_from(const Blank& b, EdgeName name, Vec2 corner) {
  const Edge* e = edge(b, name);
  if (!e) return {};
  return norm(e->arcs.front().start - corner) <= norm(end_of(e->arcs.back()) - corner) ? e->arcs
                                                                                       : reversed(e->arcs);
}

// Where a line ends, along a rim from the seam's start. A line may run out over an edge of the seam before it
// comes to the rim: then on round the corner, below 0 along the seam's start.
struct RimEnd {
  double run = 0;
  const char* over = nullptr;
};
RimEnd rim_end(const Blank& b, const std::vector<Arc>& rim, Vec2 end) {
  if (rim.empty()) return {};
  const double near = 2 * b.fit_error + within::beside * b.size;
  if (off_from(rim, end) <= near) return {run_to(rim, end)};
  const auto start = seam_from(b, EdgeName::seam_start, rim.front().start);
  const auto last = seam_from(b, EdgeName::seam_end, end_of(rim.back()));
  if (off_from(last, end) <= off_from(start, end)) return {length_of(rim) + run_to(last, end), "end"};
  return {-run_to(start, end), "start"};
}

void warn_off_rim(Blank& b, const Fold& line, EdgeName name, const RimEnd& at, double whole) {
  if (!at.over) return;
  const double on = at.run < 0 ? -at.run : at.run - whole;
  b.warnings.push_back("Bend " + line.tag + " runs out over the edge at the seam's " + at.over + ", " +
                       shown_mm(on, 3) + " from its corner with the " + name_of(b, name) +
                       ": its distance along the " + name_of(b, name) + " runs on round that corner.");
}

// (49)
void measure_on_rims(Blank& b) {
  const std::vector<Arc> base = rim_from_start(b, EdgeName::base);
  const std::vector<Arc> top = rim_from_start(b, EdgeName::top);
  const double base_whole = length_of(base);
  const double top_whole = length_of(top);
  const double width = std::max(base_whole, top_whole);
  const bool wider_base = base_whole >= top_whole;
  const std::string datum =
      std::string(has_tab(b, EdgeName::seam_start) ? "seam's start within its lap" : "seam_start") +
      ", along the rims";
  double before = 0;
  for (Fold& line : bends_of(b)) {
    if (line.hem) continue;
    const RimEnd from = rim_end(b, base, line.from);
    const RimEnd to = rim_end(b, top, line.to);
    line.datum = datum;
    line.along_rims = true;
    line.datum_from = from.run;
    line.datum_to = to.run;
    warn_off_rim(b, line, EdgeName::base, from, base_whole);
    warn_off_rim(b, line, EdgeName::top, to, top_whole);
    const double at = std::clamp(wider_base ? line.datum_from : line.datum_to, 0.0, width);
    const double tangent = base.empty() ? line.datum_to : line.datum_from;
    line.tangent_a = tangent - line.allowance / 2;
    line.tangent_b = tangent + line.allowance / 2;
    line.facet_width = at - before;
    before = at;
  }
  if (b.pressed) {
    b.pressed->start_width = bends_of(b).empty() ? 0 : bends_of(b).front().facet_width;
    b.pressed->end_width = width - before;
  }
}

// What is added beyond an edge ends there: without the sides that come back to the edge.
std::vector<Arc> free_edge(const EdgeTab& tab) {
  std::vector<Arc> free;
  const auto add = [&](const std::vector<Arc>& strip) {
    if (strip.size() > 2) free.insert(free.end(), strip.begin() + 1, strip.end() - 1);
  };
  if (tab.strips.empty()) add(tab.arcs);
  for (const std::vector<Arc>& strip : tab.strips) add(strip);
  return free;
}

// (50a): one along a curve from the free edge beyond it, to which it is parallel.
bool measure_from_curve(const Blank& b, Fold& line) {
  if (!line.hem || line.arcs.empty()) return false;
  const Arc& arc = line.arcs[line.arcs.size() / 2];
  const Vec2 middle = point_at(arc, arc.length / 2);
  double least = HUGE_VAL;
  for (const EdgeTab& tab : b.tabs) {
    for (const Arc& free : free_edge(tab)) {
      const double off = norm(point_at(free, run_to({&free, 1}, middle)) - middle);
      if (off >= least) continue;
      least = off;
      line.datum = label_of(b.edges[tab.edge]) + " with its " + name_of(tab.kind);
    }
  }
  if (least == HUGE_VAL) return false;
  line.datum_from = line.datum_to = least;
  line.tangent_a = least - line.allowance / 2;
  line.tangent_b = least + line.allowance / 2;
  return true;
}

// (50)
void measure_square(const Datums& datums, const Blank& b, Fold& line) {
  if (measure_from_curve(b, line) || line.length() == 0) return;
  const CutLine datum = datums.of(line);
  line.datum = datum.name;
  line.datum_from = datum.from(line.from);
  line.datum_to = datum.from(line.to);
  // The tangent lines run beside the line; where the datum does so too, as far on from it as they are from
  // the line.
  const Vec2 way = 1 / line.length() * (line.to - line.from);
  const double square = std::abs(dot(way, datum.along));
  line.tangent_a = line.datum_from - square * line.allowance / 2;
  line.tangent_b = line.datum_from + square * line.allowance / 2;
}

}  // namespace

namespace {

// A flat narrower than the sheet is thick is no flat that a tool can press.
void warn_of_narrow_facets(Blank& b) {
  double least = HUGE_VAL;
  const Fold* before = nullptr;
  for (const Fold& l : bends_of(b)) {
    if (!l.hit()) continue;
    // Of flats that come to a point the wider end counts.
    const bool beside = before && before->along_rims == l.along_rims && before->datum == l.datum;
    const double width = beside ? std::max(std::abs(l.datum_from - before->datum_from),
                                           std::abs(l.datum_to - before->datum_to))
                                : HUGE_VAL;
    if (width > within::beside * b.size) least = std::min(least, width);
    before = &l;
  }
  if (least >= b.thickness) return;
  b.warnings.push_back("Flats of " + shown_mm(least, 3) +
                       " between bend lines are narrower than the sheet of " + shown_mm(b.thickness, 3) +
                       " is thick: take fewer hits.");
}

// Bent over an edge, as sheet that is harder than soft takes it seldom.
void warn_of_sharp_bends(Blank& b) {
  constexpr double sharp = 0.2;  // of the thickness
  for (const Fold& l : bends_of(b)) {
    if (l.hit() || l.hem || l.radius >= sharp * b.thickness) continue;
    b.warnings.push_back("Bend " + l.tag + " has an inside radius of " + shown_mm(l.radius, 3) +
                         ", less than a fifth of the thickness: the sheet may crack.");
    return;
  }
}

}  // namespace

void measure_bends(Blank& b) {
  if (!b.folding && !bends_of(b).empty()) measure_on_rims(b);
  const Datums datums(b);
  const Fold* before = nullptr;
  for (Fold& line : bends_of(b)) {
    if (b.folding || line.hem) measure_square(datums, b, line);
    if (!b.folding || !line.hit()) {
      before = line.hem ? before : &line;
      continue;
    }
    line.facet_width = line.datum_from - (before && before->datum == line.datum ? before->datum_from : 0);
    before = &line;
  }
  warn_of_narrow_facets(b);
  warn_of_sharp_bends(b);
  const std::vector<Arc> base = rim_from_start(b, EdgeName::base);
  const std::vector<Arc> top = rim_from_start(b, EdgeName::top);
  for (Fold& c : creases_of(b)) {
    c.datum_from = base.empty() ? 0 : run_to(base, c.from);
    c.datum_to = top.empty() ? 0 : run_to(top, c.to);
  }
}

}  // namespace juggler
