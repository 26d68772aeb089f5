// Numbers of walls that forming stretches.
#include "develop/stretch.h"
#include "facts.h"
#include "form/surface.h"
#include "say.h"

namespace juggler {
namespace {

// Of an edge; that of a seam is a straight ruling in space.
double formed_length(const Edge& e, const StretchedPiece& piece) {
  if (e.name == EdgeName::base || e.name == EdgeName::top) return e.girth;
  const Surface& s = piece.curved.surface;
  const double u = e.name == EdgeName::seam_start ? s.us.front() : s.us.back();
  return norm(s.point(u, s.vs.back()).at - s.point(u, s.vs.front()).at);
}

void add_strain(std::vector<Fact>& rows, const StrainNumbers& s) {
  const auto place = [](double mm, const char* axis) {
    return Amount{mm,    Amount::Of::length,   1,       true, Amount::Style::message,
                  false, "origin of the part", "place", axis};
  };
  const auto strain = [](double share, const char* way) {
    return signed_percent(share, {"flat", "formed", way});
  };
  const auto mean = [](double share, const char* way) { return percent(share, {"flat", "formed", way}); };
  rows.push_back(
      {"greatest strain", say("{} at x {}, y {}, z {} of the part", strain(s.greatest, "middle"),
                              place(s.where.x, "x"), place(s.where.y, "y"), place(s.where.z, "z"))});
  rows.push_back({"strain along", say("greatest {}, mean {}", strain(s.greatest_along, "along"),
                                      mean(s.mean_along, "along"))});
  rows.push_back({"strain across", say("greatest {}, mean {}", strain(s.greatest_across, "across"),
                                       mean(s.mean_across, "across"))});
  rows.push_back({"root mean square",
                  say("{} of both principal strains", mean(s.root_mean_square, "both principal strains"))});
}

}  // namespace

Phrase strain_text(const StrainLimit& s) {
  return say("up to {}{}", shown_percent(s.limit), s.allowed ? ", more is allowed" : "");
}

void add_stretched_numbers(std::vector<Fact>& rows, const Blank& b, const StretchedPart& part,
                           bool seam_edges) {
  const StretchedPiece& piece = part.piece(b.piece);
  for (const Edge& e : b.edges) {
    const bool rim = e.name == EdgeName::base || e.name == EdgeName::top;
    // The edges of a seam may differ a little, as the metal beside them stretches.
    const bool along = rim || seam_edges || e.name == EdgeName::seam_end;
    if (!along) continue;
    const std::string own = rim                              ? name_of(b, e.name)
                            : !seam_edges                    ? "between pieces"
                            : e.name == EdgeName::seam_start ? "seam start"
                                                             : "seam end";
    const bool both = rim || seam_edges;
    const Phrase formed =
        both ? say(", formed {}", length(formed_length(e, piece), {"corner", "corner", "formed edge"}))
             : Phrase();
    rows.push_back(
        {"edge " + own,
         say("flat {}{}", length(length_of(e.arcs), {"corner", "corner", "edge as cut"}), formed)});
    if (rim && e.arcs.size() == 1 && !is_straight(e.arcs.front())) {
      const Arc& arc = e.arcs.front();
      rows.push_back({"swing radius " + own, length(radius_of(arc), {"swing centre", "edge as cut", "blank"}),
                      RowKind::dimension});
      rows.push_back({"chord " + own, length(norm(end_of(arc) - arc.start), {"corner", "corner", "chord"}),
                      RowKind::dimension});
    }
    if (e.arcs.size() > 1)
      rows.push_back({"arcs " + (both ? own : "between"),
                      say("{}, differing by at most {}", e.arcs.size(),
                          length(b.fit_error, {"true curve", "arcs", "edge as cut"}))});
  }
}

void add_creases(std::vector<Fact>& rows, const Blank& b) {
  for (const Fold& c : creases_of(b))
    rows.push_back({"crease " + c.tag,
                    say("{} along the base to {} along the top, folded {} at the base, {} at the top, {}",
                        length(c.datum_from, {"seam start", "crease", "base edge as cut"}),
                        length(c.datum_to, {"seam start", "crease", "top edge as cut"}),
                        angle(c.turned, {"flat", "folded", "turned"}, 1),
                        angle(*c.turned_to, {"flat", "folded", "turned"}, 1), c.up ? "up" : "down"),
                    RowKind::elsewhere});
}

void add_strain(std::vector<Fact>& rows, const Blank& b, const StretchedPart& part) {
  if (part.opens_flat()) {
    rows.push_back({"strain", "none: it opens flat"});
  } else {
    add_strain(rows, part.piece(b.piece).strain);
  }
}

}  // namespace juggler
