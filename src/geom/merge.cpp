// Outlines put together and cut away: a polygon library says what remains of chords, which are then put back
// onto their arcs. Equation numbers: docs/maths/openings.md.
#include <algorithm>
#include <boost/geometry/geometries/box.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/index/rtree.hpp>
#include <polyclipping/clipper.hpp>
#include <stdexcept>

#include "crossing.h"

namespace juggler {
namespace {

namespace bg = boost::geometry;
using Point = bg::model::d2::point_xy<double>;
using Box = bg::model::box<Point>;

constexpr double scale = 1e6;  // of the grid, per mm
constexpr double near = 4 / scale;
constexpr size_t none = static_cast<size_t>(-1);

ClipperLib::IntPoint on_grid(Vec2 p) {
  return {static_cast<ClipperLib::cInt>(std::llround(p.x * scale)),
          static_cast<ClipperLib::cInt>(std::llround(p.y * scale))};
}

Vec2 off_grid(const ClipperLib::IntPoint& p) {
  return {static_cast<double>(p.X) / scale, static_cast<double>(p.Y) / scale};
}

// The chords of all arcs, to be found again by where they lie.
class Chords {
 public:
  ClipperLib::Path add(const Outline& outline) {
    ClipperLib::Path path;
    for (const Arc& arc : outline) {
      if (arc.length == 0) continue;
      const auto number = arcs_.size();
      arcs_.push_back(arc);
      // Fine enough for crossings of chords to lie near those of the arcs.
      constexpr double sagitta = 1e-3;  // mm
      const double finest = std::sqrt(8 * sagitta / std::max(radius_of(arc), sagitta));
      std::vector<Vec2> points = chords(arc, Angle::radians(std::min(finest, Angle::degrees(1).radians())));
      for (size_t i = 0; i + 1 < points.size(); ++i) {
        add_chord(points[i], points[i + 1], number);
        path.push_back(on_grid(points[i]));
      }
    }
    return path;
  }
  void ready() { tree_ = Tree(boxes_.begin(), boxes_.end()); }
  [[nodiscard]] const Arc& arc(size_t i) const { return arcs_[i]; }

  // The arc one of whose chords a line of the result lies on; where several run alike, the one before it.
  [[nodiscard]] size_t arc_under(Vec2 from, Vec2 to, size_t before) const {
    const Vec2 middle = 0.5 * (from + to);
    const Box about(Point(middle.x - near, middle.y - near), Point(middle.x + near, middle.y + near));
    double best = HUGE_VAL;
    size_t found = 0;
    for (auto it = tree_.qbegin(bg::index::intersects(about)); it != tree_.qend(); ++it) {
      const Chord& c = chords_[it->second];
      const Vec2 way = c.to - c.from;
      // Of chords that cross there the one that runs the same way.
      const double off =
          std::abs(cross(way, middle - c.from)) / norm(way) + std::abs(cross(way, to - from)) / norm(way);
      if (c.arc == before && off < near) return before;
      if (off < best) {
        best = off;
        found = c.arc;
      }
    }
    if (best == HUGE_VAL) throw std::domain_error("outlines that cross too nearly alike");
    return found;
  }

 private:
  struct Chord {
    Vec2 from, to;
    size_t arc;
  };
  using Tree = bg::index::rtree<std::pair<Box, size_t>, bg::index::rstar<16>>;
  void add_chord(Vec2 a, Vec2 b, size_t arc) {
    boxes_.push_back({Box(Point(std::min(a.x, b.x) - near, std::min(a.y, b.y) - near),
                          Point(std::max(a.x, b.x) + near, std::max(a.y, b.y) + near)),
                      chords_.size()});
    chords_.push_back({a, b, arc});
  }
  std::vector<Arc> arcs_;
  std::vector<Chord> chords_;
  std::vector<std::pair<Box, size_t>> boxes_;
  Tree tree_;
};

// A stretch of the result that lies on one arc.
struct Run {
  size_t arc = 0;
  Vec2 from, to;  // on the grid
};

std::vector<Run> runs_of(const ClipperLib::Path& path, const Chords& source) {
  std::vector<Run> runs;
  for (size_t i = 0; i < path.size(); ++i) {
    const Vec2 from = off_grid(path[i]);
    const Vec2 to = off_grid(path[(i + 1) % path.size()]);
    if (norm(to - from) <= 2 / scale) continue;  // where arcs cross, rounding may leave a line of no length
    const size_t arc = source.arc_under(from, to, runs.empty() ? none : runs.back().arc);
    if (!runs.empty() && runs.back().arc == arc) {
      runs.back().to = to;
    } else {
      runs.push_back({arc, from, to});
    }
  }
  if (runs.size() > 1 && runs.front().arc == runs.back().arc) {
    runs.front().from = runs.back().from;
    runs.pop_back();
  }
  return runs;
}

// (24): where one run passes into the next: an end of either arc, or where the arcs cross.
Vec2 joint(const Arc& a, const Arc& b, Vec2 about) {
  Vec2 best = about;
  double least = HUGE_VAL;
  const auto look = [&](Vec2 p) {
    if (norm(p - about) < least) {
      least = norm(p - about);
      best = p;
    }
  };
  for (const Vec2 p : crossings(a, b)) look(p);
  // An end of one of them counts where it lies upon the other.
  for (const auto& [one, other] : {std::pair{&a, &b}, std::pair{&b, &a}}) {
    for (const Vec2 p : {one->start, end_of(*one)}) {
      const Vec2 on = point_at(*other, parameter_of(*other, p));
      if (norm(on - p) <= near && norm(p - about) < 4 * near) look(p);
    }
  }
  const double allowed = std::max(4 * near, 0.02 * std::min(a.length, b.length));
  if (least > allowed) throw std::domain_error("outlines that cross too nearly alike");
  return best;
}

// The stretch of an arc from one of its points to another, the way the run goes.
Arc between(const Arc& arc, const Run& run, Vec2 from, Vec2 to) {
  const double s0 = parameter_of(arc, from);
  const double s1 = parameter_of(arc, to);
  const double rough0 = parameter_of(arc, run.from);
  const double rough1 = parameter_of(arc, run.to);
  const bool forth = rough1 > rough0;
  Arc piece = forth ? stretch(arc, s0, std::max(s0, s1)) : reversed(stretch(arc, std::min(s0, s1), s0));
  piece.start = from;
  return piece;
}

Outline onto_arcs(const ClipperLib::Path& path, const Chords& source) {
  const std::vector<Run> runs = runs_of(path, source);
  Outline outline;
  if (runs.size() < 2) return outline;
  std::vector<Vec2> joints;  // before each run
  for (size_t i = 0; i < runs.size(); ++i) {
    const Run& before = runs[(i + runs.size() - 1) % runs.size()];
    joints.push_back(joint(source.arc(before.arc), source.arc(runs[i].arc), runs[i].from));
  }
  for (size_t i = 0; i < runs.size(); ++i) {
    const Arc piece = between(source.arc(runs[i].arc), runs[i], joints[i], joints[(i + 1) % runs.size()]);
    if (piece.length > within::same * source.arc(runs[i].arc).length) outline.push_back(piece);
  }
  return outline;
}

Outlines clipped_paths(ClipperLib::ClipType what, std::span<const Outline> subject,
                       std::span<const Outline> cut) {
  Chords source;
  ClipperLib::Clipper clipper;
  clipper.StrictlySimple(true);
  clipper.PreserveCollinear(true);
  for (const Outline& o : subject) clipper.AddPath(source.add(o), ClipperLib::ptSubject, true);
  for (const Outline& o : cut) clipper.AddPath(source.add(o), ClipperLib::ptClip, true);
  source.ready();
  ClipperLib::Paths result;
  clipper.Execute(what, result, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
  Outlines outlines;
  for (const ClipperLib::Path& path : result) {
    if (std::abs(ClipperLib::Area(path)) < 16 * scale) continue;  // slivers between lines that touch
    outlines.push_back(onto_arcs(path, source));
    if (outlines.back().empty()) outlines.pop_back();
  }
  return outlines;
}

}  // namespace

bool has_room_for(const Outline& outline, double diameter) {
  Chords source;
  ClipperLib::Path path = source.add(outline);
  if (!ClipperLib::Orientation(path)) ClipperLib::ReversePath(path);
  ClipperLib::ClipperOffset shrunk(2, 0.1 * within::little * diameter * scale);
  shrunk.AddPath(path, ClipperLib::jtRound, ClipperLib::etClosedPolygon);
  ClipperLib::Paths left;
  shrunk.Execute(left, -0.5 * diameter * scale);
  return !left.empty();
}

Outlines merged(std::span<const Outline> outlines) {
  return clipped_paths(ClipperLib::ctUnion, outlines, {});
}

Outlines without(const Outlines& region, std::span<const Outline> cut) {
  return clipped_paths(ClipperLib::ctDifference, region, cut);
}

}  // namespace juggler
