// Ends that other parts cut, formed again. Private to the proof. Equation numbers: docs/maths/meeting.md.
#pragma once

#include "formed_openings.h"
#include "meet/neighbour.h"

namespace juggler {

/// Layers of folded and stretched parts are counted in the sheet, of which bends have the neutral one
/// elsewhere.
[[nodiscard]] Contact middle_of_sheet(Contact contact);

/// The edge of an end that another part cuts, formed again, before that part's face. meeting.md (9)
class EdgeBeforeFace {
 public:
  /// All are kept by the caller.
  EdgeBeforeFace(const EndBody& end, const NeighbourFace& face, FormedPlace formed, const Blank& blank)
      : end_(end), face_(face), formed_(std::move(formed)), blank_(blank) {}
  /// 1 where the edge comes from the side that the face's normals point to, else -1.
  [[nodiscard]] double side_of(const std::vector<Arc>& arcs) const;
  /// How far before its place a layer at a place of the edge lies; without end where it stands over none.
  [[nodiscard]] std::function<double(double layer)> layers(const FormedAt& at, double side) const;
  /// By how much the layer that touches misses its place.
  [[nodiscard]] double off(const FormedAt& at, double side, Contact contact) const;

 private:
  const EndBody& end_;
  const NeighbourFace& face_;
  FormedPlace formed_;
  const Blank& blank_;
};

}  // namespace juggler
