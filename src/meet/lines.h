// The lines along which a hole is cut: of a prism, or the rulings of another part. Internal.
#pragma once

#include "neighbour.h"

namespace juggler {

/// A member that refusals speak of.
struct Named {
  std::string name;  ///< "sight 3"
  std::string key;   ///< of the opening
};

/// A smooth stretch of them, by a length along it from 0.
struct LineStretch {
  double length = 0;  ///< mm, of what the stretch comes to across the lines
  std::function<SpaceLine(double s)> line = {};
  std::function<Vec3(double s)> outwards = {};  ///< unit, square to the line, out of the hole
  /// How the point of the line that lies so far along it moves with s.
  std::function<Vec3(double s, double along)> moves = {};
};
/// All round a hole.
struct LineLoop {
  std::vector<LineStretch> stretches = {};
  std::function<double(Vec3)> outside = {};  ///< how far a point lies outside the hole, mm; within it below 0
  bool from_start = false;                   ///< lines begin at their point; else they go on before it
};
[[nodiscard]] LineLoop prism(const Bore& bore, const Outline& form);
/// The rulings of another part's wall, on the parallel layer so far outwards from a face, from its far end
/// towards the one that meets this part; and about the middle of them. Its wall is by rulings and closed.
/// meeting.md (7), (8)
struct BranchLines {
  LineLoop loop;
  SpaceLine middle;
  double off = 0;  ///< how far the middles of lines, between the main's faces, lie off that layer, mm
};
/// Errors  Refusal at the key where the layer would fold over itself.
[[nodiscard]] BranchLines lines_of(const Neighbour& branch, Face face, double clearance,
                                   const std::string& key);
/// The same of a closed wall that forming stretches: its lines across are curves, and from face to face of
/// the main, in whose frame all is, their chords stand for them. (19) Errors  Refusal where a line does not
/// come through the main, and where the wall does not close.
[[nodiscard]] BranchLines chords_of(const PartWall& main, const Neighbour& branch, Face face,
                                    double clearance, const Named& named);

}  // namespace juggler
