// Another part, as one that meets it finds it. Internal. Equation numbers: docs/maths/meeting.md.
#pragma once

#include "charts.h"

namespace juggler {

/// Its walls, whole: between its own ends as planes cut them, without openings, gaps, laps.
struct Neighbour {
  std::string name = {};
  Frame stands = {};                      ///< its frame in that of the part that meets it
  PartWall wall = {};                     ///< in its own frame
  std::shared_ptr<const Form> form = {};  ///< its wall by rulings once round; null where it has none
  EndName meets = EndName::base;          ///< its end that lies within the other
  double thickness = 0;
};
/// A wall by rulings as lines meet it, in space alone: no flat is asked of it.
[[nodiscard]] Chart chart_in_space(const std::shared_ptr<const Form>& form);
/// A neighbour that has a wall by rulings once round, as if that went on without end past one of its ends; of
/// one that forming stretches half as long again.
[[nodiscard]] std::shared_ptr<const Neighbour> prolonged(const Neighbour& of, EndName end);
/// The diagonal of the box about charts.
[[nodiscard]] double size_of(const std::vector<Chart>& charts);

/// What a line of one part meets of the other's face.
struct Meeting {
  LineHit at = {};   ///< `along` from where the line starts
  Vec3 normal = {};  ///< of the face there, outwards
};
/// A face of a neighbour, or its parallel layer so far outwards; lines and points in the frame of the part
/// that meets it.
class NeighbourFace {
 public:
  NeighbourFace(std::shared_ptr<const Neighbour> body, Face face, double beyond)
      : NeighbourFace(std::move(body), face == Face::outside ? outside_layer : inside_layer) {
    layer_.beyond = beyond;
  }
  NeighbourFace(std::shared_ptr<const Neighbour> body, const WallLayer& layer)
      : body_(std::move(body)), layer_(layer) {}

  /// Where a line first meets it, from its point on. (1)
  [[nodiscard]] std::optional<Meeting> first(const SpaceLine& line) const;
  /// The meeting near another one of a line near its own.
  [[nodiscard]] std::optional<Meeting> near(const SpaceLine& line, const Meeting& about) const;
  /// By how much a line that comes from its outside, or inside, misses it, mm. (2)
  [[nodiscard]] double miss(const SpaceLine& line, bool from_outside) const;
  /// How far a point lies from it, outwards, and the normal there; nothing where it stands over no metal. (3)
  [[nodiscard]] std::optional<std::pair<double, Vec3>> from(Vec3 point) const;
  /// Which smooth stretch of the body a point stands over.
  [[nodiscard]] std::pair<size_t, size_t> stretch_under(Vec3 point) const;
  /// Which smooth stretch of the body a meeting lies on.
  [[nodiscard]] std::pair<size_t, size_t> stretch_of(const Meeting& meeting) const;
  [[nodiscard]] const Neighbour& body() const { return *body_; }
  [[nodiscard]] NeighbourFace moved(double by) const {
    NeighbourFace other = *this;
    other.layer_.beyond += by;
    return other;
  }

 private:
  [[nodiscard]] SpaceLine own(const SpaceLine& line) const;
  [[nodiscard]] Meeting seen(const LineHit& hit) const;

  std::shared_ptr<const Neighbour> body_;
  WallLayer layer_;
};

}  // namespace juggler
