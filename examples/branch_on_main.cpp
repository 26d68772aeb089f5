// A branch set on a main, developed together: both blanks, and how well their edges meet.
#include <iostream>

#include "juggler/juggler.h"

int main() {
  using namespace juggler;
  Part main_duct{.name = "main", .shape = "cylinder"};
  main_duct.asked = Cylinder{.size = Diameter::mm(600), .height = 1200};
  main_duct.sheet = {.thickness = 2, .sizes_on = Face::outside};
  Part branch{.name = "branch", .shape = "cylinder"};
  branch.asked = Cylinder{.size = Diameter::mm(250), .height = 700};  // from the main's axis
  branch.sheet = main_duct.sheet;
  branch.place = PartPlace{
      .on = "main", .height = 520, .angle = Angle::degrees(40), .tilt = Angle::degrees(45), .offset = 60};

  const std::vector<Part> parts{main_duct, branch};
  const std::vector<MeetingParts> joints{{.main = "main", .branch = "branch", .fit = Fit::set_on, .gap = 1}};
  std::vector<PieceResult> pieces;
  for (const Outcome& outcome : develop_each(introduced(parts, joints))) {
    if (outcome.refused) std::cout << in_one(*outcome.refused) << '\n';
    pieces.insert(pieces.end(), outcome.pieces.begin(), outcome.pieces.end());
  }
  for (const PieceResult& piece : pieces)
    std::cout << piece.part.name << ": " << area(piece.blank) / 1e6 << " m2, proof "
              << (piece.proof.passed ? "passed" : "failed") << '\n';
  for (const JointProof& joint : joints_of(pieces))
    std::cout << name_of_joint(joint) << ": edge " << joint.edge_length << " mm, hole "
              << joint.hole_length.value_or(0) << " mm, walls at " << joint.least_angle.walls.degrees()
              << " to " << joint.greatest_angle.walls.degrees() << " deg, "
              << (joint.passed ? "meets" : "does not meet") << '\n';
}
