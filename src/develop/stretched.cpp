// Walls that need not open flat, laid out with the least stretch.
#include <algorithm>
#include <cmath>

#include "stretch.h"

namespace juggler {
namespace {

void halve_patches(Surface& s) {
  std::vector<double> us{s.us.front()};
  for (size_t i = 1; i < s.us.size(); ++i) {
    us.push_back((s.us[i - 1] + s.us[i]) / 2);
    us.push_back(s.us[i]);
  }
  s.us = std::move(us);
}

// A wall that opens flat by its rulings shows in its strain where patches are too long for their polynomials.
StretchedPiece laid_flat(CurvedPiece curved, bool opens_flat) {
  constexpr int halvings = 2;
  for (int i = 0;; ++i) {
    StretchedFlat flat = least_stretch(curved.surface);
    const StrainNumbers strain = strain_of(curved.surface, flat);
    if (!opens_flat || strain.root_mean_square < within::same || i == halvings)
      return {std::move(curved), std::move(flat), strain};
    halve_patches(curved.surface);
  }
}

void check_strain(const StretchedPart& part, const Stretching& how) {
  for (const StretchedPiece& piece : part.pieces) {
    const StrainNumbers& s = piece.strain;
    if (part.limit.allowed || std::abs(s.greatest) <= part.limit.limit || s.opens_flat()) continue;
    const auto at = [](double mm) { return shown_mm(mm, 1); };
    throw Refusal({.reason = std::string("is exceeded: forming the flat ") +
                             (s.greatest < 0 ? "upsets" : "stretches") + " the metal by " +
                             shown_percent(std::abs(s.greatest)) + " at x " + at(s.where.x) + ", y " +
                             at(s.where.y) + ", z " + at(s.where.z),
                   .key = "strain_limit",
                   .found = shown_percent(std::abs(s.greatest)),
                   .allowed = "up to " + shown_percent(part.limit.limit),
                   .advice = how.advice(s.greatest) + ", or say allow_strain = true"});
  }
}

}  // namespace

const StretchedPiece& StretchedPart::piece(int number) const {
  return *std::find_if(pieces.begin(), pieces.end() - 1, [&](const StretchedPiece& p) {
    const int copies = static_cast<int>(p.curved.copies.size());
    return number >= p.curved.number && number < p.curved.number + copies;
  });
}

Vec3 CopyPlace::operator()(Vec3 p) const {
  const Vec2 way = direction(turn);
  return {way.x * p.x - way.y * p.y, way.y * p.x + way.x * p.y, p.z + rise};
}

Surface copied(const Surface& surface, const CopyPlace& copy) {
  Surface there = surface;
  there.point = [point = surface.point, copy](double u, double v) {
    const SurfacePoint p = point(u, v);
    const CopyPlace turn{copy.turn, 0};
    return SurfacePoint{copy(p.at), turn(p.du), turn(p.dv)};
  };
  return there;
}

bool StretchedPart::opens_flat() const {
  return std::all_of(pieces.begin(), pieces.end(),
                     [](const StretchedPiece& p) { return p.strain.opens_flat(); });
}

bool StretchedPart::is_cut(EndName end) const {
  return std::any_of(bodies.begin(), bodies.end(), [&](const EndBody& b) { return b.end == end; });
}

StretchedPart lay_out(CurvedForm curved, const Sheet& sheet, const Stretching& how) {
  StretchedPart part;
  part.limit = how.limit;
  part.warned = how.warned;
  part.notes = how.notes;
  part.bodies = how.bodies;
  part.divided_by = how.divided_by;
  part.rulings = curved.rulings;
  part.once_round = std::move(curved.once_round);
  part.thickness = *sheet.thickness;
  part.size = curved.size;
  part.overall_height = curved.overall_height;
  part.edge_words = curved.edge_words;
  part.blanks = 0;
  for (CurvedPiece& piece : curved.pieces) {
    part.blanks += static_cast<int>(piece.copies.size());
    part.pieces.push_back(laid_flat(std::move(piece), curved.opens_flat));
  }
  check_strain(part, how);
  return part;
}

void check_on_middle(const Sheet& sheet) {
  check(sheet, {}, {});
  if (sheet.neutral_factor != 0.5 && *sheet.thickness > 0)
    throw Refusal({.reason = "is given of a wall that is laid out on the middle of the sheet",
                   .key = "sheet.neutral",
                   .found = shown(sheet.neutral_factor),
                   .allowed = "0.5",
                   .advice = "leave it out"});
}

double turned_across(const StretchedPiece& piece) {
  const Surface& s = piece.curved.surface;
  const auto across = [&](double u) {
    return piece.flat.at(u, s.vs.back()).at - piece.flat.at(u, s.vs.front()).at;
  };
  double turned = 0;
  constexpr int looks = 64;
  Vec2 before = across(s.us.front());
  for (int i = 1; i <= looks; ++i) {
    const Vec2 now = across(s.us.front() + (s.us.back() - s.us.front()) * i / looks);
    turned += std::atan2(cross(before, now), dot(before, now));
    before = now;
  }
  return turned;
}

}  // namespace juggler
