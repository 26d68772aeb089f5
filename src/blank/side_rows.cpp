// Rows of openings along whole sides. Equation numbers: docs/maths/openings.md.
#include "side_rows.h"

#include <algorithm>
#include <cmath>

#include "part/bounds.h"

namespace juggler {
namespace {

// What a side is along one run: where it begins on the side, and how long that is in all.
struct OfSide {
  double begins = 0, whole = 0;
  std::string seam = {};  // that halves it
};

// The seam that runs into an edge from a neighbour of it, and the gap there. In the middle of a side both
// halves lie in one plane, so that what the joint leaves open is its gap.
const BlankJoint* seam_at(const Blank& b, const Edge& neighbour, const std::string& label) {
  if (!b.folding || !neighbour.label.starts_with(label + " seam ")) return nullptr;
  const auto& joints = b.folding->joints;
  const auto found = std::find_if(joints.begin(), joints.end(),
                                  [&](const BlankJoint& j) { return j.name == neighbour.label; });
  return found == joints.end() ? nullptr : &*found;
}

OfSide side_of(const Blank& b, const EdgeRun& run, double length) {
  const Edge& e = b.edges[run.edge];
  const size_t n = b.edges.size();
  const std::string label = label_of(e);
  const BlankJoint* before = run.first == 0 ? seam_at(b, b.edges[(run.edge + n - 1) % n], label) : nullptr;
  const bool last = run.first + run.count == e.arcs.size();
  const BlankJoint* after = last ? seam_at(b, b.edges[(run.edge + 1) % n], label) : nullptr;
  if (after) return {0, 2 * (length + after->clearance / 2), after->name};
  if (before) {
    const double half = length + before->clearance / 2;
    return {2 * half - length, 2 * half, before->name};
  }
  return {0, length};
}

// All of a side that one piece has.
struct OnPiece {
  size_t piece = 0;
  std::vector<Arc> arcs;
  OfSide of;
};

// Free edges of flanges at the ends of walls. What ends at a seam goes on with what begins there, where both
// point the same way.
std::vector<OnPiece> flange_sides(const std::vector<Blank*>& blanks, const std::string& label) {
  std::vector<OnPiece> all;
  struct AtSeam {
    size_t side = 0;
    Vec3 way;
    double part = 0;  // of the side that the piece has
  };
  std::vector<AtSeam> begin, end;
  for (size_t i = 0; i < blanks.size(); ++i) {
    for (const EdgeTab& tab : blanks[i]->tabs) {
      const Edge& e = blanks[i]->edges[tab.edge];
      if (tab.kind != EdgeKind::flange || label_of(e) + " flange" != label) continue;
      for (size_t k = 0; k < tab.strips.size(); ++k) {
        const std::vector<Arc>& strip = tab.strips[k];
        all.push_back({i, {strip.begin() + 1, strip.end() - 1}, {}});
        const auto [from, to] = tab.sides[k];
        all.back().of = {-from, to - from};
        if (k == 0) begin.push_back({all.size() - 1, tab.ways[k], to - from});
        if (k + 1 == tab.strips.size()) end.push_back({all.size() - 1, tab.ways[k], to - from});
      }
    }
  }
  for (const AtSeam& e : end) {
    for (const AtSeam& b : begin) {
      if (b.side == e.side || norm(b.way) == 0 || norm(b.way - e.way) > within::little) continue;
      const std::string seam = "seam " + std::to_string(e.side);
      all[e.side].of.whole = all[b.side].of.whole = e.part + b.part;
      all[b.side].of.begins += e.part;
      all[e.side].of.seam = all[b.side].of.seam = seam;
      break;
    }
  }
  return all;
}

// (43a): the middle of a side by its place in space. Of two halves each has what lies on its side of it.
std::optional<OfSide> about(const std::vector<Arc>& arcs, Vec3 place, const FormedPlace& formed, size_t piece,
                            OfSide of, double inset) {
  const double length = length_of(arcs), step = length / 4;
  constexpr double on_metal = 1e-3;  // of the length
  const double in = std::max(inset, on_metal * length);
  const auto a = formed(piece, beside(arcs, step, in).at),
             z = formed(piece, beside(arcs, length - step, in).at);
  if (!a || !z) return std::nullopt;
  const Vec3 way = 1 / norm(*z - *a) * (*z - *a);
  const double middle = step + dot(place - *a, way);
  const double before = middle, after = length - middle;
  // Halved, the outer end says how long it is; else the nearer one.
  const double half = of.seam.empty() ? std::min(before, after) : std::max(before, after);
  if (half <= 0) return std::nullopt;
  of.whole = 2 * half;
  of.begins = half - middle;
  return of;
}

std::vector<OnPiece> sides_named(const Opening& o, const std::vector<Blank*>& blanks,
                                 const FormedPlace& formed) {
  const std::string& label = o.at.edge;
  std::vector<OnPiece> all = flange_sides(blanks, label);
  for (size_t i = 0; i < blanks.size(); ++i) {
    for (const EdgeRun& run : edge_runs(*blanks[i], label)) {
      const auto arcs = std::span(blanks[i]->edges[run.edge].arcs).subspan(run.first, run.count);
      OnPiece on{i, {arcs.begin(), arcs.end()}, side_of(*blanks[i], run, length_of(arcs))};
      if (o.repeat.about) {
        if (const auto better = about(on.arcs, *o.repeat.about, formed, i, on.of, o.at.distance))
          on.of = *better;
      }
      all.push_back(std::move(on));
    }
  }
  return all;
}

struct Spread {
  int count = 0;
  double pitch = 0;
};

// (43)
Spread spread_on(const Opening& o, double whole) {
  const Repeat& r = o.repeat;
  const double room = whole - 2 * *r.from_corners;
  if (room < -within::same * whole)
    throw Refusal({.reason = "has no room on a side",
                   .key = o.key,
                   .found = shown_mm(whole) + " long, and holes " + shown_mm(*r.from_corners) +
                            " from either corner at least",
                   .advice = "set them nearer to the corners"});
  if (r.count) return {*r.count, *r.count > 1 ? room / (*r.count - 1) : 0};
  const auto most = [&](bool astride) {
    const int pairs =
        static_cast<int>(std::floor(room / 2 / *r.girth_pitch + (astride ? 0.5 : 0) + within::same));
    return 2 * pairs + (astride ? 0 : 1);
  };
  const int count = r.astride ? most(*r.astride) : std::max(most(false), most(true));
  if (count == 0)
    throw Refusal({.reason = "has no room for two astride of the middle of a side",
                   .key = o.key,
                   .found = shown_mm(room) + " between the outermost",
                   .allowed = shown_mm(*r.girth_pitch) + " or more",
                   .advice = "set one on the middle, or take a smaller pitch"});
  return {count, count > 1 ? *r.girth_pitch : 0};
}

double width_of(const Opening& o) { return o.form.profile.diameter.value_or(0) / 2; }

}  // namespace

std::vector<SideRows> side_rows(const Opening& o, const std::vector<Blank*>& blanks,
                                const FormedPlace& formed) {
  std::vector<SideRows> all;
  const auto rows_of = [&](const Spread& s, double whole) -> SideRows& {
    for (SideRows& rows : all) {
      if (rows.count == s.count && std::abs(rows.pitch - s.pitch) <= within::same * whole) return rows;
    }
    return all.emplace_back(SideRows{s.count, s.pitch});
  };
  std::vector<std::pair<std::string, int>> begun;  // rows by the seam that halves their side
  for (const OnPiece& on : sides_named(o, blanks, formed)) {
    const double length = length_of(on.arcs);
    const Spread s = spread_on(o, on.of.whole);
    SideRows& rows = rows_of(s, on.of.whole);
    const auto same = std::find_if(begun.begin(), begun.end(), [&](const auto& b) {
      return !on.of.seam.empty() && b.first == on.of.seam;
    });
    const int row = same == begun.end() ? ++rows.rows : same->second;
    if (same == begun.end()) begun.emplace_back(on.of.seam, row);
    for (int k = 0; k < s.count; ++k) {
      const double at = on.of.whole / 2 + (k - (s.count - 1) / 2.0) * s.pitch - on.of.begins;
      if (at < -width_of(o) || at > length + width_of(o)) continue;
      const bool again = std::any_of(rows.members.begin(), rows.members.end(),
                                     [&](const OnSide& m) { return m.row == row && m.number == k + 1; });
      rows.members.push_back({on.piece, row, k + 1, beside(on.arcs, at, o.at.distance), again});
    }
  }
  if (all.empty())
    refuse(o.key + ".at.edge", "names no edge of the blank", o.at.edge,
           edge_labels(std::vector<const Blank*>(blanks.begin(), blanks.end())));
  std::stable_sort(all.begin(), all.end(),
                   [](const SideRows& a, const SideRows& b) { return a.count > b.count; });
  return all;
}

}  // namespace juggler
