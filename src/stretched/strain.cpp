// Strain of walls that stretch, place by place on their flats.
#include "stretched.h"

namespace juggler {

std::optional<StrainField> strain_field(const std::shared_ptr<const StretchedPart>& part, const Blank& b) {
  if (part->opens_flat()) return std::nullopt;
  const StretchedPiece& piece = part->piece(b.piece);
  const StrainNumbers& n = piece.strain;
  const double whole = piece.curved.surface.us.back() - piece.curved.surface.us.front();
  StrainField field;
  field.greatest = n.greatest;
  for (const StretchPatch& p : b.patches) {
    const auto u = [=](double share) { return p.u_from + share * (p.u_to - p.u_from); };
    const auto v = [=](double share) { return p.v_from + share * (p.v_to - p.v_from); };
    field.stretches.push_back({(p.u_to - p.u_from) / whole,
                               [=](double i, double j) { return place_on(p, u(i), v(j)); },
                               [=, &piece](double i, double j) {
                                 (void)part;  // keeps the piece
                                 return strain_at(piece.curved.surface, piece.flat, u(i), v(j)).greatest();
                               }});
  }
  field.where = [n, patches = b.patches] {
    Vec2 where;
    for (const StretchPatch& p : patches) {
      if (n.u >= p.u_from && n.u <= p.u_to && n.v >= p.v_from && n.v <= p.v_to) where = place_on(p, n.u, n.v);
    }
    return where;
  };
  return field;
}

}  // namespace juggler
