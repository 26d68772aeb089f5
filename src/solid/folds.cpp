// What is folded upon the sheet before it is formed. docs/maths/solid.md (8), (9).
#include <algorithm>

#include "sheet_map.h"

namespace juggler {
namespace {

// A fold runs along a line; places are told by how far beyond it they lie, and where along it.
struct FoldLine {
  Vec2 from, way, out;
  double length = 0;
  [[nodiscard]] double beyond(Vec2 p) const { return dot(p - from, out); }
  [[nodiscard]] double along(Vec2 p) const { return dot(p - from, way); }
};

// Straight lines side by side.
CutLines straight_lines(const FoldLine& line, std::vector<double> levels, double size) {
  CutLines lines;
  lines.near = within::beside * size;
  lines.levels = std::move(levels);
  lines.value = [line](const FlatCorner& c) { return line.beyond(c.at); };
  lines.crossing = [line](const FlatCorner& a, const FlatCorner& z, double level) {
    const double from = line.beyond(a.at);
    const Vec2 at = a.at + (level - from) / (line.beyond(z.at) - from) * (z.at - a.at);
    return FlatCorner{at, not_looked_for};
  };
  return lines;
}

// Round folds one after the other, each about so much of the sheet; what lies beyond is carried along.
struct RoundFolds {
  FoldProfile profile;
  double start = 0;    // where the first begins, beyond the line
  double neutral = 0;  // depth of the layer that keeps its length
  double sense = 1;    // 1: towards the outside face
  /// How far beyond the line, and how deep, a place comes to lie.
  [[nodiscard]] std::pair<double, double> at(double beyond, double depth) const {
    if (beyond <= start) return {beyond, depth};
    const FoldProfile::At q = profile.at(beyond - start);
    const double off = sense * (depth - neutral);
    return {start + q.place.x - off * std::sin(q.turn),
            neutral + sense * (q.place.y + off * std::cos(q.turn))};
  }
};

std::vector<double> cuts_of(const RoundFolds& folds, const FoldProfile& whole, double thickness,
                            const SolidOptions& o) {
  std::vector<double> levels;
  for (const double along : whole.cuts(thickness, o)) levels.push_back(folds.start + along);
  return levels;
}

// Of a sheet folded back upon itself the neutral layer cannot be bent more sharply than this, of its
// thickness.
constexpr double sharpest = 0.6;

// (8): hems and locks.
FlatFold hem_of(const Mapping& mapping, const EdgeTab& tab) {
  const Blank& b = *mapping.blank;
  const Vec2 from = tab.arcs.front().start, to = end_of(tab.arcs.back());
  const Vec2 way = 1 / norm(to - from) * (to - from);
  const FoldLine line{from, way, Vec2{} - left_of(way), norm(to - from)};
  const double width = line.beyond(tab.arcs[1].start);
  std::vector<const Fold*> own;
  for (const Fold& fold : b.folds) {
    const Vec2 middle = 0.5 * (fold.from + fold.to);
    if (fold.hem && std::abs(cross(way, fold.to - fold.from)) <= within::beside * b.size &&
        line.along(middle) > 0 && line.along(middle) < line.length &&
        std::abs(line.beyond(middle)) <= width + fold.allowance)
      own.push_back(&fold);
  }
  const auto beyond = [&](const Fold* f) { return line.beyond(f->from); };
  std::sort(own.begin(), own.end(), [&](const Fold* x, const Fold* y) { return beyond(x) < beyond(y); });
  RoundFolds folds;
  FoldProfile whole;
  double done = 0;
  for (size_t i = 0; i < own.size(); ++i) {
    // The inner ones go round what has been folded before.
    const double layers = static_cast<double>(own.size() - 1 - i);
    const double turn = own[i]->turned.radians();
    const double radius = std::max(own[i]->allowance / turn, (sharpest + layers) * b.thickness);
    const double start = std::max(beyond(own[i]) - turn * radius / 2, i == 0 ? -width : done);
    if (i == 0) {
      folds.start = start;
      const bool inwards = own[i]->up == (b.face_up == Face::inside);
      folds.sense = inwards ? -1 : 1;
      const double concave = std::clamp(own[i]->allowance / turn - own[i]->radius, 0.0, b.thickness);
      const double from_concave = own[i]->allowance / turn >= radius ? concave : b.thickness / 2;
      folds.neutral = inwards ? from_concave : b.thickness - from_concave;
    } else {
      folds.profile.add(start - done, 0);
      whole.add(start - done, 0);
    }
    const auto place = static_cast<size_t>(own[i] - b.folds.data());
    const double share = mapping.hem_shares.empty() ? mapping.options.share : mapping.hem_shares[place];
    const double signed_turn = own[i]->up == own.front()->up ? turn : -turn;
    folds.profile.add(turn * radius, share * signed_turn);
    whole.add(turn * radius, signed_turn);
    done = start + turn * radius;
  }
  FlatFold fold;
  for (const Fold* f : own) fold.made_by.push_back(static_cast<int>(f - b.folds.data()));
  std::sort(fold.made_by.begin(), fold.made_by.end(), [&](int x, int y) {
    return b.folds[static_cast<size_t>(x)].order < b.folds[static_cast<size_t>(y)].order;
  });
  fold.lines = straight_lines(line, cuts_of(folds, whole, b.thickness, mapping.options), b.size);
  fold.has = [line, start = folds.start, width](Vec2 p) {
    return line.along(p) > 0 && line.along(p) < line.length && line.beyond(p) > start &&
           line.beyond(p) < width;
  };
  fold.folded = [line, folds](const Within& w) {
    const double before = line.beyond(w.at);
    const auto [after, depth] = folds.at(before, w.depth);
    return Within{w.at + (after - before) * line.out, depth};
  };
  return fold;
}

// (9): the lap comes to lie upon what it covers.
FlatFold lap_of(const Mapping& mapping, const Seam& seam) {
  const Blank& b = *mapping.blank;
  const Element& at = seam.lap_on == SeamEdge::start ? b.elements.front() : b.elements.back();
  const Element& other = b.elements[b.elements.size() / 2];
  const Vec2 way = 1 / norm(at.top - at.base) * (at.top - at.base);
  FoldLine line{at.base, way, left_of(way), norm(at.top - at.base)};
  if (line.beyond(0.5 * (other.base + other.top)) > 0) line.out = Vec2{} - line.out;
  // Between the two, so that chords of neither reach into the other.
  const double room = std::max(0.02 * b.thickness, 2 * mapping.options.chord_error);
  constexpr double ramp = 4;  // thicknesses long
  const double reach = ramp * b.thickness, rise = (b.thickness + room) * mapping.options.share;
  FlatFold fold;
  fold.lines = straight_lines(line, {-reach, -0.75 * reach, -0.5 * reach, -0.25 * reach, 0}, b.size);
  fold.has = [line, reach](Vec2 p) { return line.beyond(p) > -reach; };
  fold.folded = [line, reach, rise](const Within& w) {
    const double x = std::clamp(line.beyond(w.at) / reach + 1, 0.0, 1.0);
    return Within{w.at, w.depth + rise * x * x * (3 - 2 * x)};
  };
  return fold;
}

// (8) along an edge that need not be straight.
FlatFold turned_end(const Mapping& mapping, const TurnedEnd& end, const Edge& edge) {
  const Blank& b = *mapping.blank;
  // A lap goes round within it.
  const bool lapped = mapping.formed->seam && mapping.formed->seam->lap;
  const double turn = end.turned.radians(), radius = (lapped ? 3 : 1) * b.thickness;
  RoundFolds folds;
  FoldProfile whole;
  const double zone = std::min(turn * radius, end.width);
  folds.start = -zone / 2;
  folds.neutral = b.thickness / 2;
  folds.sense = end.strain >= 0 ? 1 : -1;
  folds.profile.add(zone, mapping.options.share * turn);
  whole.add(zone, turn);
  const auto beyond = [arcs = edge.arcs, width = end.width](Vec2 p) { return width - distance(arcs, p); };
  FlatFold fold;
  fold.lines.levels = cuts_of(folds, whole, b.thickness, mapping.options);
  fold.lines.near = within::beside * b.size;
  fold.lines.value = [beyond](const FlatCorner& c) { return beyond(c.at); };
  fold.lines.crossing = [beyond](const FlatCorner& a, const FlatCorner& z, double level) {
    const double share = root([&](double t) { return beyond(a.at + t * (z.at - a.at)) - level; }, 0, 1);
    const Vec2 at = a.at + share * (z.at - a.at);
    return FlatCorner{at, not_looked_for};
  };
  fold.has = [beyond, start = folds.start](Vec2 p) { return beyond(p) > start; };
  fold.folded = [beyond, folds, arcs = edge.arcs, width = end.width](const Within& w) {
    const double before = beyond(w.at);
    const auto [after, depth] = folds.at(before, w.depth);
    // Square to the edge; on it from beside it.
    const Vec2 on = [&] {
      Nearest best{HUGE_VAL, {}, {}};
      Vec2 out;
      for (const Arc& arc : arcs) {
        const Nearest n = nearest(w.at, arc);
        if (n.distance >= best.distance) continue;
        best = n;
        const double run = run_to(std::span(&arc, 1), n.on_b);
        out = Vec2{} - left_of(direction(heading_at(arc, run)));
      }
      return out;
    }();
    return Within{w.at + (after - before) * on, depth};
  };
  return fold;
}

}  // namespace

std::vector<FlatFold> folds_of(const Mapping& mapping) {
  const Blank& b = *mapping.blank;
  const Formed& formed = *mapping.formed;
  std::vector<FlatFold> folds;
  if (formed.seam && formed.seam->lap && b.thickness > 0 && !b.elements.empty() && formed.wall())
    folds.push_back(lap_of(mapping, *formed.seam));
  for (const TurnedEnd& end : formed.turned_ends) {
    if (const Edge* e = edge(b, end.edge)) folds.push_back(turned_end(mapping, end, *e));
  }
  for (const EdgeTab& tab : b.tabs) {
    if (tab.kind != EdgeKind::lap && tab.arcs.size() == 3 && is_straight(tab.arcs[1]))
      folds.push_back(hem_of(mapping, tab));
    for (const std::vector<Arc>& strip : tab.strips) {
      if (strip.size() == 3 && is_straight(strip[1]))
        folds.push_back(hem_of(mapping, {.edge = tab.edge, .arcs = strip, .kind = tab.kind}));
    }
  }
  return folds;
}

}  // namespace juggler
