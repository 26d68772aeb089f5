// Flats of flights. Equation numbers: docs/maths/winding.md.
#include <algorithm>
#include <cmath>

#include "develop/unroll.h"
#include "part/bounds.h"
#include "ring.h"

namespace juggler {
namespace {

Section section_at(const FlightSizes& s, double u) { return {s.inner(u), s.outer(u), s.rise(u)}; }

// How fast a line of the flat runs that crosses its level lines where they are told from, and how they turn.
struct Run {
  double speed = 0, turn = 0;
};

// A wall in the plane from that: (3).
Form laid(double from, double to, double size, const std::function<Run(double)>& run, const Rim& base,
          const Rim& top) {
  const auto rates_only = [run](double u) {
    const Run now = run(u);
    return Ruling{{}, {0, 1, 0}, {0, 0, 1}, {now.speed, 0, 0}, {now.turn, 0, 0}, {}};
  };
  const Wall unplaced = in_stretches(from, to, pi / 2, rates_only);
  const auto flat = std::make_shared<const Flat>(unroll(unplaced, size));
  Form f;
  f.edge_words = inner_and_outer;
  f.wall = in_stretches(from, to, pi / 2, [flat, run](double u) {
    const FlatRuling r = flat->at(u);
    const Run now = run(u);
    const Vec2 e = direction(r.heading);
    const Vec3 across{e.y, -e.x, 0};  // to the right of the ruling
    return Ruling{{r.c.x, r.c.y, 0}, {e.x, e.y, 0}, {0, 0, 1}, now.speed * across, now.turn * across, {}};
  });
  f.base = base;
  f.top = top;
  f.open = true;
  f.size = size;
  return f;
}

// The strain farthest from none takes the place of what is known so far.
void look(FlatRing& ring, double strain, double radius, bool across) {
  if (std::abs(strain) <= std::abs(ring.greatest)) return;
  ring.greatest = strain;
  ring.greatest_radius = radius;
  ring.greatest_across = across;
}

double farther(double a, double b) { return std::abs(b) > std::abs(a) ? b : a; }

std::vector<StrainAt> map_of(const Section& s, const std::function<StrainAt(double r)>& strain_at) {
  constexpr int steps = 8;
  std::vector<StrainAt> map;
  for (int i = 0; i <= steps; ++i) map.push_back(strain_at(s.a + (s.b - s.a) * i / steps));
  return map;
}

// What is the same for every level line is looked at once; what grows is worst at an end.
void look_along(FlatRing& ring, const FlightSizes& s, double from, double to) {
  constexpr int looks = 64;
  const int count = s.even() ? 1 : looks;
  for (int i = 0; i < count; ++i) {
    const double u = count == 1 ? from : from + (to - from) * i / (count - 1);
    const Section section = section_at(s, u);
    ring.middle = farther(ring.middle, section.strain((section.a + section.b) / 2));
    const double so_far = ring.greatest;
    look(ring, section.strain(section.worst_radius()), section.worst_radius(), false);
    if (!ring.map.empty() && ring.greatest == so_far) continue;
    ring.map_at = u;
    ring.map = map_of(section, [&](double r) { return StrainAt{r, section.strain(r), 0}; });
  }
}

double mean_square(const FlightSizes& s, double from, double to) {
  const auto square = [](const Section& section) {
    return section.mean([&](double r) { return std::pow(section.strain(r), 2); });
  };
  if (s.even()) return square(section_at(s, from));
  const auto sum = [&](bool of_squares) {
    return integral(
        [&](double u) {
          const Section section = section_at(s, u);
          return section.area() * (of_squares ? square(section) : 1);
        },
        from, to);
  };
  return sum(true) / sum(false);
}

FlatRing equal_edges(const FlightSizes& s, double from, double to) {
  FlatRing ring;
  look_along(ring, s, from, to);
  ring.root_mean_square = std::sqrt(mean_square(s, from, to));
  ring.strain = [s](double u, double share) {
    const Section section = section_at(s, u);
    const double r = section.a + share * (section.b - section.a);
    return StrainAt{r, section.strain(r), 0};
  };
  const double turned = integral([&](double u) { return section_at(s, u).k(); }, from, to);
  ring.sector = Angle::radians(turned);
  ring.gap = Angle::radians(two_pi * (1 - turned / (to - from)));
  if (!s.even()) return ring;
  const Section section = section_at(s, from);
  ring.inner_radius = section.p() / section.k();
  ring.outer_radius = section.q() / section.k();
  return ring;
}

FlatRing least_stretch(const LeastRing& least, const Section& s, double from, double to) {
  FlatRing ring{.flat = FlightFlat::least_stretch};
  ring.inner_radius = least.radius(s.a);
  ring.outer_radius = least.radius(s.b);
  ring.sector = Angle::radians(least.k() * (to - from));
  ring.gap = Angle::radians(two_pi * (1 - least.k()));
  ring.inner = least.along(s.a);
  ring.middle = least.along((s.a + s.b) / 2);
  ring.outer = least.along(s.b);
  constexpr int looks = 400;
  for (int i = 0; i <= looks; ++i) {
    const double r = s.a + (s.b - s.a) * i / looks;
    look(ring, least.along(r), r, false);
    look(ring, least.across(r), r, true);
  }
  ring.strain = [least, s](double, double share) {
    const double r = s.a + share * (s.b - s.a);
    return StrainAt{r, least.along(r), least.across(r)};
  };
  ring.map = map_of(s, [&](double r) { return StrainAt{r, least.along(r), least.across(r)}; });
  ring.root_mean_square =
      std::sqrt(s.mean([&](double r) { return std::pow(least.along(r), 2) + std::pow(least.across(r), 2); }));
  return ring;
}

Form laid_ring(const FlatRing& ring, double from, double to, double size) {
  const double k = ring.sector.radians() / (to - from);
  const double width = ring.outer_radius - ring.inner_radius;
  const Run run{k * ring.inner_radius, k};
  const auto at = [](double along) { return Rim([along](double) -> Cut { return {along, 0}; }); };
  return laid(
      from, to, size, [run](double) { return run; }, at(0), at(width));
}

Form laid_equal(const FlightSizes& s, double from, double to, double size) {
  const auto run = [s](double u) {
    const Section section = section_at(s, u);
    return Run{section.p() + section.k() * (s.shaft - section.a), section.k()};
  };
  const Rim base([s](double u) -> Cut { return {s.inner(u) - s.shaft, s.inner_rate(u)}; });
  const Rim top([s](double u) -> Cut { return {s.outer(u) - s.shaft, s.outer_rate()}; });
  return laid(from, to, size, run, base, top);
}

void check_strain(const Flight& f, const FlatRing& ring) {
  if (f.allow_strain || std::abs(ring.greatest) <= f.strain_limit) return;
  throw Refusal({.reason = std::string("is exceeded: pulling the flat into a flight ") +
                           (ring.greatest < 0 ? "upsets" : "stretches") + " the metal by " +
                           shown_percent(std::abs(ring.greatest)) + " at " + shown_mm(ring.greatest_radius) +
                           " from the axis",
                 .key = "strain_limit",
                 .found = shown_percent(std::abs(ring.greatest)),
                 .allowed = "up to " + shown_percent(f.strain_limit),
                 .advice = "make the pitch smaller or the shaft larger, or say allow_strain = true"});
}

// One blank lies beside itself on the flat.
void check_sector(const Flight& f, const FlatRing& ring) {
  if (ring.sector.radians() < two_pi) return;
  const double most = f.turns_per_blank * two_pi / ring.sector.radians();
  throw Refusal({.reason = "is more than a whole ring of the flat: its ends would lie over each other",
                 .key = "blank.turns",
                 .found = shown(f.turns_per_blank) + " turns",
                 .allowed = "less than " + shown(most) + " turns",
                 .advice = "make it less, or say blank.full_rings = true"});
}

WoundPiece piece_of_flight(const Flight& f, const FlightSizes& s, const std::optional<LeastRing>& least,
                           double from, double to, double size) {
  WoundPiece piece;
  piece.from = from;
  piece.to = to;
  piece.flat_rings.push_back(equal_edges(s, from, to));
  if (least) piece.flat_rings.push_back(least_stretch(*least, section_at(s, from), from, to));
  if (f.flat == FlightFlat::least_stretch) std::swap(piece.flat_rings[0], piece.flat_rings[1]);
  piece.laid = f.flat == FlightFlat::least_stretch ? laid_ring(piece.flat_rings[0], from, to, size)
                                                   : laid_equal(s, from, to, size);
  return piece;
}

// From the lower end upwards; alike ones are counted.
std::vector<WoundPiece> pieces_of_flight(const Flight& f, const FlightSizes& s, double size) {
  std::optional<LeastRing> least;
  if (s.even()) least.emplace(section_at(s, s.start));
  const double each = f.turns_per_blank / s.turns;
  const int whole = static_cast<int>(std::floor(1 / each + within::same));
  const double rest = 1 - whole * each;
  const int count = whole + (rest > within::same ? 1 : 0);
  constexpr int most = 400;
  if (!s.even() && count > most)
    throw Refusal({.reason = "makes too many blanks, all of them different",
                   .key = "blank.turns",
                   .found = std::to_string(count) + " blanks",
                   .allowed = "up to " + std::to_string(most)});
  std::vector<WoundPiece> pieces;
  for (int i = 0; i < count; ++i) {
    const bool part = i == whole;
    if (s.even() && i > 0 && !part) {
      ++pieces.front().count;
      continue;
    }
    const double a = s.plan(i * each);
    const double b = s.plan(part || i + 1 == count ? 1 : (i + 1) * each);
    pieces.push_back(piece_of_flight(f, s, least, std::min(a, b), std::max(a, b), size));
    pieces.back().number = i;
  }
  return pieces;
}

}  // namespace

Flight with_ring_turns(const Flight& f, const Sheet& sheet) {
  if (!f.full_rings) {
    if (f.slit)
      refuse("blank.slit", "is given without full rings", shown_mm(*f.slit), "beside blank.full_rings",
             "say blank.full_rings = true, or leave it out");
    return f;
  }
  if (f.grows())
    refuse("blank.full_rings", "is true of a flight whose flats are no rings: pitch or an edge grows", "true",
           "a flight that is the same in every turn", "give blank.turns");
  const FlightSizes s = solve(f);
  const Section section = section_at(s, s.start);
  std::optional<LeastRing> ring;
  if (f.flat == FlightFlat::least_stretch) ring.emplace(section);
  const double k = ring ? ring->k() : section.k();
  const double inner = ring ? ring->radius(section.a) : section.p() / section.k();
  const double slit = f.slit.value_or(*sheet.thickness);
  check_range("blank.slit", slit, shortest, pi / 2 * inner, "mm");
  Flight rings = f;
  // (6a)
  rings.turns_per_blank = (1 - slit / (two_pi * inner)) / k;
  return rings;
}

WoundPart wound_flight(const Flight& f, const FlightSizes& s) {
  if (f.flat == FlightFlat::least_stretch && !s.even())
    throw Refusal({.reason = "is no flat ring where pitch or outside grow",
                   .key = "blank.flat",
                   .found = "least_stretch",
                   .allowed = "equal_edges",
                   .advice = "use stretch()"});
  WoundPart part;
  part.form = form(s);
  part.thickness = s.thickness;
  part.overall_height = overall_height(s);
  part.pieces = pieces_of_flight(f, s, part.form.size);
  part.blanks = 0;
  for (const WoundPiece& piece : part.pieces) {
    part.blanks += piece.count;
    check_sector(f, piece.flat_rings.front());
    check_strain(f, piece.flat_rings.front());
  }
  return part;
}

}  // namespace juggler
