// Rectangular elbows. docs/maths/duct.md (7)-(9).
#include <algorithm>
#include <cmath>

#include "bent.h"
#include "form/bends.h"
#include "part/bounds.h"

namespace juggler {
namespace {

void check_elbow(const DuctElbow& e) {
  const auto size = [](const char* key, const std::optional<double>& value, const char* what) {
    if (!value) throw Refusal({.reason = "is missing", .key = key, .advice = what});
    check_range(key, *value, shortest, longest, "mm");
  };
  size("width", e.width, "give the size square to the plane of the bend");
  size("depth", e.depth, "give the size in the plane of the bend");
  if (e.end_depth) size("end_depth", e.end_depth, "");
  if (!e.angle)
    throw Refusal({.reason = "is missing", .key = "angle", .advice = "give the angle by which it turns"});
  check_range("angle", e.angle->degrees(), 1, 170, "degrees");
  if (e.throat == DuctTurn::round)
    size("radius", e.radius, "give the radius of the throat, or say throat = \"square\"");
  if (e.throat == DuctTurn::square && e.radius)
    throw Refusal({.reason = "belongs to a round throat",
                   .key = "radius",
                   .found = shown_mm(*e.radius),
                   .advice = "leave it out, or say throat = \"round\""});
  if (e.heel == DuctTurn::square && e.heel_radius)
    throw Refusal({.reason = "belongs to a round heel",
                   .key = "heel_radius",
                   .found = shown_mm(*e.heel_radius),
                   .advice = "leave it out, or say heel = \"round\""});
  if (e.heel_radius) size("heel_radius", e.heel_radius, "");
  check_range("straight.base", e.straight_base, 0, longest, "mm");
  check_range("straight.top", e.straight_top, 0, longest, "mm");
  check_range("splitters", e.splitters, 0, 20, "");
}

// An elbow on the inner faces of its walls.
class ElbowSides {
 public:
  ElbowSides(const DuctElbow& e, const DuctSizes& sizes) : e_(e), turn_(e.angle->radians()), sizes_(sizes) {
    base_ = *e.depth - 2 * sizes.beyond;
    top_ = e.end_depth.value_or(*e.depth) - 2 * sizes.beyond;
    check_inside("depth", base_);
    check_inside("end_depth", top_);
    if (e.throat == DuctTurn::round) {
      // The size face of the throat lies nearer its axis than the inner one.
      throat_ = *e.radius + sizes.beyond;
      if (throat_ < sizes.thickness)
        throw Refusal({.reason = "leaves the outer face of the throat no radius",
                       .key = "radius",
                       .found = shown_mm(*e.radius),
                       .allowed = "at least " + shown_mm(sizes.thickness - sizes.beyond)});
    }
  }

  BentDuct made() {
    BentDuct d;
    d.left = {"throat", {0, base_ / 2}, steps(e_.straight_base, e_.straight_top, throat_, e_.throat), false};
    throat_end_ = end_of(d.left).at;
    d.right = wall("heel", 1);
    for (int i = 1; i <= e_.splitters; ++i) {
      const double share = static_cast<double>(i) / (e_.splitters + 1);
      d.splitters.push_back(wall("splitter-" + std::to_string(i), share));
    }
    d.width = *e_.width - 2 * sizes_.beyond;
    check_inside("width", d.width);
    d.corner = e_.corner;
    d.seam = e_.seam;
    d.bend = e_.bend;
    return d;
  }

 private:
  void check_inside(const char* key, double inside) const {
    if (inside < shortest)
      throw Refusal(
          {.reason = "leaves nothing inside the walls", .key = key, .found = shown_mm(inside) + " inside"});
  }
  [[nodiscard]] std::vector<DuctStep> steps(double first, double last, double radius, DuctTurn how) const {
    return {{.length = first},
            {.turn = *e_.angle, .radius = radius, .sharp = how == DuctTurn::square},
            {.length = last}};
  }

  // (7), (8): so far from the throat towards the heel, in shares of the depth.
  [[nodiscard]] DuctWall wall(const std::string& name, double share) const {
    const Vec2 start{0, base_ / 2 - share * base_};
    const Vec2 way = direction(turn_);
    const Vec2 end = throat_end_ - share * top_ * left_of(way);
    // Where the lines of its straights meet.
    const double after = (end.y - start.y) / std::sin(turn_);
    const double before = end.x - after * way.x;
    if (share == 1 && e_.heel == DuctTurn::square) {
      check_straights(before, after, "straight.base");
      return {name, start, steps(before, after, 0, DuctTurn::square)};
    }
    const double most = std::min(before - e_.straight_base, after - e_.straight_top);
    const double tangent = std::tan(turn_ / 2);
    const double radius = share == 1 && e_.heel_radius ? *e_.heel_radius - sizes_.beyond : most / tangent;
    const double first = before - radius * tangent, last = after - radius * tangent;
    const char* key = share == 1 && e_.heel_radius ? "heel_radius" : "end_depth";
    if (radius <= 0)
      throw Refusal({.reason = "leaves no room for the turn of the " + name,
                     .key = key,
                     .advice = "make it larger, or give the throat longer straights"});
    check_straights(first, last, key);
    return {name, start, steps(std::max(0.0, first), std::max(0.0, last), radius, DuctTurn::round)};
  }
  void check_straights(double first, double last, const char* key) const {
    const double least = std::min(first, last);
    if (least >= -within::rounding * (base_ + top_)) return;
    throw Refusal({.reason = "makes the heel turn beyond an end of the elbow",
                   .key = key,
                   .found = "a straight of " + shown_mm(least),
                   .advice = "make the straights longer or the radius smaller"});
  }

  const DuctElbow& e_;
  double turn_;
  DuctSizes sizes_;
  double base_ = 0, top_ = 0, throat_ = 0;
  Vec2 throat_end_;
};

}  // namespace

std::vector<Part> sides_of(const DuctElbow& elbow, const Part& like) {
  check_elbow(elbow);
  return sides_of(ElbowSides(elbow, duct_sizes(like.sheet)).made(), like);
}

}  // namespace juggler
