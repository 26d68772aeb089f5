// Bodies of panels, hoppers, nets and tubes. Private to the families.
#pragma once

#include "juggler/form.h"

namespace juggler {

/// The face that a round tube is opened on.
[[nodiscard]] Cylinder cylinder_of(const Tube& tube);

/// The body of a panel: x along the start of its profile, z along its run.
[[nodiscard]] Body body_of(const Panel& panel, const Sheet& sheet);
/// The body of a hopper, in its pieces, its welds apart by the gap.
[[nodiscard]] Body body_of(const Hopper& hopper, const Sheet& sheet, double gap = 0,
                           Hand hand = Hand::as_drawn);
/// The body of a square or rectangular tube: the face it is opened on, without thickness.
[[nodiscard]] Body body_of(const Tube& tube, Hand hand = Hand::as_drawn);
/// The body of a net.
[[nodiscard]] Body body_of(const Net& net, const Sheet& sheet, double gap = 0, Hand hand = Hand::as_drawn);
/// The plane of an end, its normal away from the part: level, or that of a trim.
[[nodiscard]] Plane trim_plane(const std::vector<Trim>& ends, EndName end, double height);

/// A body of flat faces, sharp: what a net is folded from.
struct Polyhedron {
  std::vector<Vec3> points = {};
  std::vector<NetFace> faces = {};
};

/// The faces of a net by its sizes or as given, those left open too.
///
/// Errors  Refusal for sizes that are missing or contradict each other; faces that are not flat within 1e-6
///         of the size, that do not close, or of which an edge has more than two.
[[nodiscard]] Polyhedron polyhedron_of(const Net& net);

/// Two faces that share an edge: the sides at which they meet.
struct Hinge {
  int face_a = 0, side_a = 0;
  int face_b = 0, side_b = 0;
  double length = 0;
};
[[nodiscard]] std::vector<Hinge> hinges_of(const Polyhedron& body);
/// A corner of a face (they count on past the last), and the unit normal outwards; 0 of a face without area.
[[nodiscard]] Vec3 point_of(const Polyhedron& body, const NetFace& face, size_t corner);
[[nodiscard]] Vec3 normal_of(const Polyhedron& body, const NetFace& face);

/// Which hinges to bend, so that the flat is one piece if that can be without lying over itself, then has the
/// shortest joints, then the smallest rectangle. `rules` says of each hinge what is given, `fits`
/// whether the flat does not lie over itself once its bends have taken their lengths.
///
/// Returns   for each hinge whether it is bent.
/// Accuracy  the joints are the shortest that there are, unless the first 3000 choices (fewer of
///           more than 24 hinges) lie over themselves: then the best of some that rise steeply, and after
///           them more pieces.
/// Cost      some milliseconds for twenty faces; seconds at worst for hundreds.
/// Source    docs/maths/folded.md (35)-(37).
enum class HingeRule { chosen, bent, joint, absent };
[[nodiscard]] std::vector<bool> choose_bends(const Polyhedron& body, const std::vector<Hinge>& hinges,
                                             const std::vector<HingeRule>& rules,
                                             const std::function<bool(const std::vector<bool>&)>& fits);

}  // namespace juggler
