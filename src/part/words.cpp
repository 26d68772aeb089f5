#include <array>

#include "juggler/blank.h"

namespace juggler {

double layer_of(Face face, double thickness) {
  if (face == Face::inside) return 0;
  return face == Face::middle ? thickness / 2 : thickness;
}

const char* name_of(Face face) {
  constexpr std::array names{"inside", "middle", "outside"};
  return names[static_cast<size_t>(face)];
}

const char* name_of(JointKind kind) {
  switch (kind) {
    case JointKind::mitre:
      return "mitre";
    case JointKind::crotch:
      return "crotch";
    case JointKind::course:
      return "course";
    case JointKind::seam:
      return "seam";
    default:
      return "branch";
  }
}

const char* name_of(MitreJoint joint) {
  constexpr std::array names{"lapped", "beaded", "riveted", "locked"};
  return names[static_cast<size_t>(joint)];
}

const char* name_of(EdgeKind kind) {
  constexpr std::array names{"lap", "hem", "locked seam", "seam", "flange"};
  return names[static_cast<size_t>(kind)];
}

const char* name_of(DuctCorner corner) {
  constexpr std::array names{"inside_touch", "cheeks", "wraps"};
  return names[static_cast<size_t>(corner)];
}

const char* name_of(Contact contact) {
  constexpr std::array names{"size_face", "inside", "middle", "outside", "neutral", "clear", "full"};
  return names[static_cast<size_t>(contact)];
}

const char* name_of(EndName end) { return end == EndName::base ? "base" : "top"; }

const char* name_of(SeamEdge edge) { return edge == SeamEdge::start ? "start" : "end"; }

const char* name_of(SeamRuling ruling) {
  constexpr std::array names{"at_angle", "shortest", "longest", "facing_base", "facing_top"};
  return names[static_cast<size_t>(ruling)];
}

}  // namespace juggler
