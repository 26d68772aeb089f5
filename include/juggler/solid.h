// The formed part as a solid: a closed mesh of what a blank becomes, at any share of the way.
#pragma once

#include <array>
#include <cstdint>

#include "juggler/develop.h"

namespace juggler {

/// What of the metal a triangle is: one of its faces, or an edge as cut, square to the sheet.
enum class SolidFace : std::uint8_t { inside, outside, edge };

struct SolidTriangle {
  std::array<std::uint32_t, 3> corners = {};  ///< anticlockwise seen from without
  SolidFace face = SolidFace::inside;
};

/// A closed mesh, oriented outwards. Its points come twice, first on the inside face, then in the same order
/// on the outside face.
struct Solid {
  std::vector<Vec3> points = {};
  std::vector<Vec2> on_flat = {};  ///< of the points of one face: where they lie on the blank, mm
  std::vector<SolidTriangle> triangles = {};
};

struct SolidOptions {
  double chord_error = 0.1;  ///< mm by which a triangle may leave the face it stands for, 1e-4 to 1000
  Angle coarsest = Angle::degrees(5);  ///< that neighbouring triangles of one face may turn by, 0.1 to 30
  double share = 1;  ///< of the way from the flat to the formed part, 0 to 1: all that is turned turns evenly
};

/// What a blank is formed into.
///
/// Returns   its metal: both faces and all edges, openings and letters cut through, bends round, pressed
/// flats
///           flat, flanges turned, hems and locks folded, laps outside of what they cover, the gap open.
///           Where the form is known from the blank (walls that open flat, folded parts) from that alone;
///           else places of the blank stand where its own map says. A sheet of no thickness gives both faces
///           in one.
/// Errors    Refusal for options out of range, and where the outline of the blank touches itself.
/// Accuracy  corners lie on the faces to 1e-9 of the size, of edges that are arcs on the flat within the
/// chord
///           error.
/// Cost      some milliseconds, linear in openings.
/// Source    docs/maths/solid.md.
[[nodiscard]] Solid solid_of(const Blank& blank, const Formed& formed, const SolidOptions& options = {});

/// Where a place of the blank stands in the part's frame, so far from the inside face; by the same rules.
using FormedSheet = std::function<Vec3(Vec2 flat, double depth)>;
/// Errors  std::domain_error of a call for a place that is none of the blank's. The blank is kept by the
/// caller.
[[nodiscard]] FormedSheet formed_sheet(const Blank& blank, const Formed& formed, double share = 1);

/// Where the pieces that are cut by one blank stand in the part, itself first: once round, or one after the
/// other.
[[nodiscard]] std::vector<Frame> copies_of(const PieceResult& piece);

/// A solid by its name, and where it stands; where at several places they are told apart by (1), (2), ...
struct NamedSolid {
  std::string name = {};
  Solid solid = {};
  std::vector<Frame> stands = {};
  /// What it was made from, by name.
  std::vector<std::pair<std::string, std::string>> asked = {};
};

/// mm3; exact for the mesh.
[[nodiscard]] double volume(const Solid& solid);

}  // namespace juggler
