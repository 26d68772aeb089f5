#include "edge_runs.h"

#include <algorithm>
#include <span>

#include "part/openings.h"

namespace juggler {
namespace {

bool in_line(const Arc& first, const Arc& arc, double near) {
  return is_straight(first) && is_straight(arc) &&
         std::abs(cross(direction(first.heading), end_of(arc) - first.start)) <= near &&
         dot(direction(first.heading), end_of(arc) - first.start) > 0;
}

// Arcs of a face that run on into each other.
bool smooth(const Edge& e, size_t i) {
  return e.zones[i - 1] < 0 && e.zones[i] < 0 && runs_on(e.arcs[i - 1], e.arcs[i]);
}

// Whether an arc of an edge is the end of a bend; what is rolled counts as a face.
bool is_bend(const Blank& blank, int zone) {
  return zone >= 0 && !(blank.folding && blank.folding->zones[static_cast<size_t>(zone)].rolled);
}

// Runs that are nothing but ends of bends are left out.
void add_runs(std::vector<EdgeRun>& runs, const Blank& blank, size_t index) {
  const Edge& e = blank.edges[index];
  const double near = within::same * blank.size;
  for (size_t i = 0; i < e.arcs.size();) {
    size_t end = i + 1;
    while (end < e.arcs.size() && (in_line(e.arcs[i], e.arcs[end], near) || smooth(e, end))) ++end;
    const bool faces =
        std::any_of(e.zones.begin() + static_cast<long>(i), e.zones.begin() + static_cast<long>(end),
                    [&](int zone) { return !is_bend(blank, zone); });
    if (faces) runs.push_back({index, i, end - i});
    i = end;
  }
}

Edge part_of(const Edge& e, size_t first, size_t count) {
  Edge part{e.name,
            {e.arcs.begin() + static_cast<long>(first), e.arcs.begin() + static_cast<long>(first + count)},
            0,
            e.label,
            {e.zones.begin() + static_cast<long>(first), e.zones.begin() + static_cast<long>(first + count)}};
  part.girth = length_of(part.arcs);
  return part;
}

// A place along an edge, and so far inwards from it.
FlatFrame beside(std::span<const Arc> arcs, const OpeningPlace& at, const std::string& key) {
  const double whole = length_of(arcs);
  const double from = at.along_from == AlongFrom::start    ? 0
                      : at.along_from == AlongFrom::middle ? whole / 2
                                                           : whole;
  if (from + at.along < 0 || from + at.along > whole)
    refuse(key + ".at.along", "lies beyond the edge", shown_mm(at.along),
           shown_mm(-from) + " to " + shown_mm(whole - from));
  return juggler::beside(arcs, from + at.along, at.distance);
}

}  // namespace

FlatFrame beside(std::span<const Arc> arcs, double along, double distance) {
  const Arc* arc = &arcs.front();
  for (; along > arc->length && arc != &arcs.back(); ++arc) along -= arc->length;
  const double s = std::clamp(along, 0.0, arc->length);
  const Angle heading = heading_at(*arc, s);
  const Vec2 way = direction(heading);
  return {point_at(*arc, s) + (along - s) * way + distance * left_of(way), heading};
}

bool runs_on(const Arc& arc, const Arc& next) {
  const Vec2 end = direction(heading_at(arc, arc.length)), way = direction(next.heading);
  return dot(end, way) > 0 && std::abs(cross(end, way)) <= within::little;
}

std::vector<EdgeRun> edge_runs(const Blank& blank, const std::string& label) {
  std::vector<EdgeRun> runs;
  for (size_t i = 0; i < blank.edges.size(); ++i) {
    const Edge& e = blank.edges[i];
    if (label_of(e) != label) continue;
    if (e.zones.size() == e.arcs.size()) {
      add_runs(runs, blank, i);
    } else {
      runs.push_back({i, 0, e.arcs.size()});
    }
  }
  return runs;
}

size_t split_off(Blank& blank, const EdgeRun& run) {
  const Edge whole = blank.edges[run.edge];
  if (run.count == whole.arcs.size()) return run.edge;
  const size_t after = run.first + run.count;
  std::vector<Edge> parts;
  if (run.first > 0) parts.push_back(part_of(whole, 0, run.first));
  parts.push_back(part_of(whole, run.first, run.count));
  if (after < whole.arcs.size()) parts.push_back(part_of(whole, after, whole.arcs.size() - after));
  const auto at = blank.edges.erase(blank.edges.begin() + static_cast<long>(run.edge));
  blank.edges.insert(at, parts.begin(), parts.end());
  for (EdgeTab& tab : blank.tabs) {
    if (tab.edge > run.edge) tab.edge += parts.size() - 1;
  }
  return run.edge + (run.first > 0 ? 1 : 0);
}

namespace {

// An arc cut at a distance along it.
std::pair<Arc, Arc> cut_at(const Arc& arc, double s) {
  const double share = s / arc.length;
  return {{arc.start, arc.heading, s, share * arc.turn},
          {point_at(arc, s), heading_at(arc, s), arc.length - s, (1 - share) * arc.turn}};
}

// Makes a place along an edge one between two arcs; the number of the arc that begins there.
size_t arc_from(Edge& e, double at) {
  for (size_t i = 0; i < e.arcs.size(); ++i) {
    const double length = e.arcs[i].length;
    if (at <= within::rounding * length) return i;
    if (at < (1 - within::rounding) * length) {
      const auto [first, second] = cut_at(e.arcs[i], at);
      e.arcs[i] = first;
      e.arcs.insert(e.arcs.begin() + static_cast<long>(i) + 1, second);
      if (i < e.zones.size()) e.zones.insert(e.zones.begin() + static_cast<long>(i) + 1, e.zones[i]);
      return i + 1;
    }
    at -= length;
  }
  return e.arcs.size();
}

}  // namespace

size_t split_between(Blank& blank, size_t edge, double from, double to) {
  Edge& e = blank.edges[edge];
  if (e.zones.size() != e.arcs.size()) e.zones.assign(e.arcs.size(), -1);
  const size_t first = arc_from(e, from);
  const size_t last = arc_from(e, to);
  return split_off(blank, {edge, first, last - first});
}

std::vector<EdgeRun> runs_on_faces(const Blank& blank, size_t edge) {
  const Edge& e = blank.edges[edge];
  if (e.zones.size() != e.arcs.size()) return {{edge, 0, e.arcs.size()}};
  std::vector<EdgeRun> runs;
  for (size_t i = 0; i < e.arcs.size();) {
    size_t end = i;
    while (end < e.arcs.size() && !is_bend(blank, e.zones[end])) ++end;
    if (end > i) runs.push_back({edge, i, end - i});
    i = std::max(end, i + 1);
  }
  return runs;
}

std::string edge_labels(const std::vector<const Blank*>& blanks) {
  std::string known;
  for (const Blank* blank : blanks) {
    for (const Edge& e : blank->edges) {
      const std::string label = label_of(e);
      if (known.size() >= 300 || (", " + known + ", ").find(", " + label + ", ") != std::string::npos)
        continue;
      known += (known.empty() ? "" : ", ") + label;
    }
  }
  return known;
}

std::vector<std::pair<size_t, FlatFrame>> flat_frames(const OpeningPlace& at, const std::string& key,
                                                      const std::vector<Blank*>& blanks) {
  if (!at.every) return {{static_cast<size_t>(at.piece) - 1, flat_frame(at, key, blanks)}};
  std::vector<std::pair<size_t, FlatFrame>> all;
  for (size_t i = 0; i < blanks.size(); ++i) {
    for (const EdgeRun& run : edge_runs(*blanks[i], at.edge))
      all.emplace_back(
          i, beside(std::span(blanks[i]->edges[run.edge].arcs).subspan(run.first, run.count), at, key));
  }
  if (!all.empty()) return all;
  refuse(key + ".at.edge", "names no edge of the blank", at.edge,
         edge_labels(std::vector<const Blank*>(blanks.begin(), blanks.end())));
}

FlatFrame flat_frame(const OpeningPlace& at, const std::string& key, const std::vector<Blank*>& blanks) {
  if (static_cast<size_t>(at.piece) > blanks.size())
    refuse(key + ".at.piece", "names a piece that there is not", std::to_string(at.piece),
           "1 to " + std::to_string(blanks.size()));
  const Blank& b = *blanks[static_cast<size_t>(at.piece) - 1];
  if (at.on_flat) return {*at.on_flat, {}};
  const std::vector<EdgeRun> runs = edge_runs(b, at.edge);
  if (runs.empty()) refuse(key + ".at.edge", "names no edge of the blank", at.edge, edge_labels({&b}));
  if (!at.which) return beside(b.edges[runs.front().edge].arcs, at, key);
  if (*at.which < 1 || static_cast<size_t>(*at.which) > runs.size())
    refuse(key + ".at.which", "names an edge that there is not", std::to_string(*at.which),
           "1 to " + std::to_string(runs.size()));
  const EdgeRun run = runs[static_cast<size_t>(*at.which) - 1];
  return beside(std::span(b.edges[run.edge].arcs).subspan(run.first, run.count), at, key);
}

}  // namespace juggler
