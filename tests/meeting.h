// Parts that meet, developed together.
#pragma once

#include "common.h"
#include "juggler/develop.h"

namespace juggler::testing {

inline Part pipe(const std::string& name, double diameter, double height, double thickness,
                 Face face = Face::inside) {
  Part p;
  p.name = name;
  p.shape = "cylinder";
  p.asked = Cylinder{.size = Diameter::mm(diameter), .height = height};
  p.sheet = sheet_of(thickness, face);
  return p;
}

inline PartPlace on_main(double height, double angle, double tilt, double offset) {
  PartPlace p{.on = "main", .height = height};
  p.angle = Angle::degrees(angle);
  p.tilt = Angle::degrees(tilt);
  p.offset = offset;
  return p;
}

inline Vec3 direction3(double plan) { return {std::cos(plan), std::sin(plan), 0}; }

struct Met {
  std::vector<PieceResult> pieces;
  std::vector<JointProof> joints;
  [[nodiscard]] const PieceResult& of(const std::string& name) const {
    return *std::find_if(pieces.begin(), pieces.end(),
                         [&](const PieceResult& p) { return p.part.name == name; });
  }
  [[nodiscard]] bool passed() const {
    return std::all_of(pieces.begin(), pieces.end(), [](const PieceResult& p) { return p.proof.passed; }) &&
           std::all_of(joints.begin(), joints.end(), [](const JointProof& j) { return j.passed; });
  }
};

/// What has not passed, in figures.
inline std::string failed(const Met& met) {
  std::string all;
  for (const PieceResult& p : met.pieces) {
    if (p.proof.passed) continue;
    const Proof& f = p.proof;
    all += p.part.name + ": off " + std::to_string(f.greatest_distance) + " of " + std::to_string(f.allowed) +
           " (" + f.where.in({}) + "), seam " + std::to_string(f.seam_mismatch) + ", rims " +
           std::to_string(f.rim_mismatch) + ", area " + std::to_string(f.area_mismatch) + ", openings " +
           std::to_string(1e6 * f.opening_mismatch) + "e-6, strain " +
           std::to_string(1e6 * f.strain_mismatch) + "e-6, numbers " + std::to_string(f.number_mismatch) +
           "; ";
  }
  for (const JointProof& j : met.joints) {
    if (!j.passed)
      all += "joint off " + std::to_string(j.distance) + ", hole " +
             std::to_string(j.hole_distance.value_or(0)) + " of " + std::to_string(j.allowed);
  }
  return all;
}

inline Met developed(const std::vector<Part>& parts, const std::vector<MeetingParts>& joints) {
  Met met;
  for (const Part& part : introduced(parts, joints)) {
    for (PieceResult& piece : develop(part)) met.pieces.push_back(std::move(piece));
  }
  met.joints = joints_of(met.pieces);
  return met;
}

inline MeetingParts joint(Fit fit, double gap = 0) {
  return {.main = "main", .branch = "branch", .fit = fit, .gap = gap};
}

}  // namespace juggler::testing
