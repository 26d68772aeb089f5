// Curves from drawing files. Private to the room.
#pragma once

#include <filesystem>

#include "reader.h"

namespace juggler {

/// A map of the plane: x' = a x + c y + e, y' = b x + d y + f.
struct Affine {
  double a = 1, b = 0, c = 0, d = 1, e = 0, f = 0;

  [[nodiscard]] Vec2 operator()(Vec2 p) const { return {a * p.x + c * p.y + e, b * p.x + d * p.y + f}; }
  /// The other first, then this.
  [[nodiscard]] Affine after(const Affine& other) const;
  [[nodiscard]] double area() const { return a * d - b * c; }
};
/// A curve under such a map; arcs of ellipses stay such.
[[nodiscard]] DrawnCurve mapped(const DrawnCurve& curve, const Affine& map);

[[nodiscard]] DrawnCurve drawn_line(Vec2 from, Vec2 to);
[[nodiscard]] DrawnCurve drawn_arc(Vec2 centre, double radius, double from, double to);
[[nodiscard]] DrawnCurve drawn_bezier(std::vector<Vec2> points);
/// An arc between two points by its bulge, the tangent of a quarter of its turn; a line for 0.
[[nodiscard]] DrawnCurve drawn_bulge(Vec2 from, Vec2 to, double bulge);

/// A file that an entry names, for refusals.
struct DrawingFile {
  const Entry& named;
  std::filesystem::path path;
  std::string layer;  ///< curves on this alone, else all
  double mm = 1;      ///< of a unit, where the file does not say

  [[noreturn]] void refuse(int line, const std::string& reason, const std::string& allowed = {}) const;
};

/// The curves of a DXF file's model space, in mm.
///
/// Errors  JobRefusal with file and line: no text, no DXF, a value that is none, an entity that is no curve
/// of the plane, blocks within blocks deeper than 16, more than 20,000 curves.
[[nodiscard]] std::vector<DrawnCurve> read_dxf(const DrawingFile& file, const std::string& text);
/// The curves of an SVG file, in mm, y upwards. A layer is the id of an element.
[[nodiscard]] std::vector<DrawnCurve> read_svg(const DrawingFile& file, const std::string& text);

}  // namespace juggler
