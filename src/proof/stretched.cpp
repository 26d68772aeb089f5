// Blanks that forming stretches, against their walls in space. Equation numbers: docs/maths/stretch.md.
#include <algorithm>
#include <array>
#include <boost/math/quadrature/gauss.hpp>
#include <cmath>

#include "figures.h"
#include "formed_openings.h"
#include "given.h"
#include "numbers.h"
#include "provers.h"

namespace juggler {
namespace {

// A patch of the blank as a map from the wall's parameters to the flat, polynomials in both, from the blank's
// own places.
class FlatPatch {
 public:
  explicit FlatPatch(const StretchPatch& p) : patch_(p) {
    const std::vector<double> us = Series::nodes(p.u_from, p.u_to);
    const size_t n = us.size();
    for (size_t i = 0; i < n; ++i) {
      std::vector<double> x, y;
      for (size_t j = 0; j < n; ++j) {
        x.push_back(p.at[i * n + j].x);
        y.push_back(p.at[i * n + j].y);
      }
      x_.push_back(Series::fit(p.v_from, p.v_to, x));
      y_.push_back(Series::fit(p.v_from, p.v_to, y));
    }
  }
  struct Along {
    Series x, y;
  };
  /// The line of constant v; its change across the wall.
  [[nodiscard]] Along line(double v) const { return along(x_, y_, v); }
  [[nodiscard]] Along change(double v) const {
    std::vector<Series> dx, dy;
    for (size_t i = 0; i < x_.size(); ++i) {
      dx.push_back(x_[i].derivative());
      dy.push_back(y_[i].derivative());
    }
    return along(dx, dy, v);
  }
  [[nodiscard]] const StretchPatch& patch() const { return patch_; }

 private:
  [[nodiscard]] Along along(const std::vector<Series>& x, const std::vector<Series>& y, double v) const {
    std::vector<double> xs, ys;
    for (size_t i = 0; i < x.size(); ++i) {
      xs.push_back(x[i](v));
      ys.push_back(y[i](v));
    }
    return {Series::fit(patch_.u_from, patch_.u_to, xs), Series::fit(patch_.u_from, patch_.u_to, ys)};
  }
  const StretchPatch& patch_;
  std::vector<Series> x_, y_;
};

// A first fundamental form: squares and product of the derivatives by u and v.
struct Form2 {
  double uu = 0, uv = 0, vv = 0;
  [[nodiscard]] double determinant() const { return uu * vv - uv * uv; }
};

// Of the wall in space, by differences of its points alone, within the patch: of fourth order, at its sides
// one-sided.
Form2 of_space(const Surface& s, const StretchPatch& p, double u, double v) {
  const auto slope = [&](bool along) {
    const double from = along ? p.u_from : p.v_from;
    const double to = along ? p.u_to : p.v_to;
    const double at = along ? u : v;
    const double h = within::little * (to - from);
    const auto point = [&](double k) { return along ? s.point(u + k * h, v).at : s.point(u, v + k * h).at; };
    if (at - from > 2 * h && to - at > 2 * h)
      return 1 / (12 * h) * (8.0 * (point(1) - point(-1)) - (point(2) - point(-2)));
    const double way = at - from > 2 * h ? -1 : 1;
    return way / (12 * h) *
           (48.0 * point(way) - 25.0 * point(0) - 36.0 * point(2 * way) + 16.0 * point(3 * way) -
            3.0 * point(4 * way));
  };
  const Vec3 du = slope(true);
  const Vec3 dv = slope(false);
  return {dot(du, du), dot(du, dv), dot(dv, dv)};
}

// (17): the squares of the stretches from flat to wall are the eigenvalues of the wall's form in a frame in
// which the flat's is the unit form.
struct Found {
  double greatest = 0;  // strain, of both the one farther from 0
  double squares = 0;
  double area = 0;  // formed, per u and v
};
Found strains(const Form2& space, Vec2 du, Vec2 dv) {
  const double along = norm(du);
  const double aside = cross(du, dv) / along;
  const double lean = dot(du, dv) / (along * along);
  const double a = space.uu / (along * along);
  const double c = (space.uv - lean * space.uu) / (along * aside);
  const double b = (space.vv - 2 * lean * space.uv + lean * lean * space.uu) / (aside * aside);
  const double mean = (a + b) / 2;
  const double apart = std::hypot((a - b) / 2, c);
  const double large = std::sqrt(mean + apart) - 1;
  const double small = std::sqrt(std::max(0.0, mean - apart)) - 1;
  return {std::abs(large) > std::abs(small) ? large : small, large * large + small * small,
          std::sqrt(space.determinant())};
}

// (18): small moves of the flat by its own places, as bends, shears and swellings: rows of a displacement's
// derivative, of place over size.
constexpr int moves = 9;
constexpr double move_by = 1e-4;
std::array<Vec2, 2> move_slopes(int k, Vec2 p) {
  const std::array<std::array<Vec2, 2>, moves> all{{{{{1, 0}, {0, 0}}},
                                                    {{{0, 1}, {0, 0}}},
                                                    {{{0, 0}, {0, 1}}},
                                                    {{{2 * p.x, 0}, {0, 0}}},
                                                    {{{p.y, p.x}, {0, 0}}},
                                                    {{{0, 2 * p.y}, {0, 0}}},
                                                    {{{0, 0}, {2 * p.x, 0}}},
                                                    {{{0, 0}, {p.y, p.x}}},
                                                    {{{0, 0}, {0, 2 * p.y}}}}};
  return all[static_cast<size_t>(k)];
}

struct Looked {
  double greatest = 0;                    // that was found, signed
  double squares = 0;                     // over the wall
  std::array<double, 2 * moves> moved{};  // the same of the flat moved a little one way, and the other
  double area = 0;
  double flat_area = 0;
  bool turned_over = false;
};

template <unsigned N>
std::vector<std::pair<double, double>> rule(double from, double to) {
  using Rule = boost::math::quadrature::gauss<double, N>;
  std::vector<std::pair<double, double>> places;
  for (size_t i = 0; i < Rule::abscissa().size(); ++i) {
    for (const double x : {-Rule::abscissa()[i], Rule::abscissa()[i]})
      places.emplace_back((from + to + x * (to - from)) / 2, Rule::weights()[i] * (to - from) / 2);
  }
  return places;
}

void look(Looked& all, const Surface& s, const FlatPatch& flat, Vec2 middle, double sense) {
  const StretchPatch& p = flat.patch();
  for (const auto& [v, share_v] : rule<20>(p.v_from, p.v_to)) {
    const auto line = flat.line(v);
    const auto change = flat.change(v);
    const Series xu = line.x.derivative();
    const Series yu = line.y.derivative();
    for (const auto& [u, share_u] : rule<20>(p.u_from, p.u_to)) {
      const Vec2 du{xu(u), yu(u)};
      const Vec2 dv{change.x(u), change.y(u)};
      const Form2 space = of_space(s, p, u, v);
      const Found f = strains(space, du, dv);
      const double share = share_u * share_v * f.area;
      const Vec2 place = 1 / s.size * (Vec2{line.x(u), line.y(u)} - middle);
      for (int k = 0; k < 2 * moves; ++k) {
        const auto [x, y] = move_slopes(k % moves, place);
        const double by = k < moves ? move_by : -move_by;
        const auto moved = [&](Vec2 d) { return d + by * Vec2{dot(x, d), dot(y, d)}; };
        all.moved[static_cast<size_t>(k)] += share * strains(space, moved(du), moved(dv)).squares;
      }
      all.squares += share * f.squares;
      all.area += share;
      all.flat_area += share_u * share_v * cross(du, dv);
      all.turned_over = all.turned_over || !(cross(du, dv) * sense > 0);
      const bool looked_at = off_point(s, u, v) == v;
      if (looked_at && std::abs(f.greatest) > std::abs(all.greatest)) all.greatest = f.greatest;
    }
  }
}

// How far the greatest strain is from what the blank's own places give where it is stated to be; on a line
// between patches from either of them.
double off_at_place(const std::vector<FlatPatch>& flats, const Surface& s, const StrainNumbers& stated) {
  const double u = stated.u;
  const double v = stated.v;
  double off = HUGE_VAL;
  for (const FlatPatch& flat : flats) {
    const StretchPatch& p = flat.patch();
    if (u < p.u_from || u > p.u_to || v < p.v_from || v > p.v_to) continue;
    const double a = u;
    const double b = off_point(s, u, v);
    const auto line = flat.line(b);
    const auto change = flat.change(b);
    const Vec2 du{line.x.derivative()(a), line.y.derivative()(a)};
    off = std::min(off, std::abs(strains(of_space(s, p, a, b), du, {change.x(a), change.y(a)}).greatest -
                                 stated.greatest));
  }
  return off;
}

// A border of the flat, patch by patch.
struct Border {
  double from = 0, to = 0;
  Series x, y;
  [[nodiscard]] Vec2 at(double p) const { return {x(p), y(p)}; }
};

// Across a patch, at a constant u.
Border across_patch(const FlatPatch& flat, double u) {
  const StretchPatch& p = flat.patch();
  std::vector<double> x, y;
  for (const double v : Series::nodes(p.v_from, p.v_to)) {
    const auto l = flat.line(v);
    x.push_back(l.x(u));
    y.push_back(l.y(u));
  }
  return {p.v_from, p.v_to, Series::fit(p.v_from, p.v_to, x), Series::fit(p.v_from, p.v_to, y)};
}

std::vector<Border> border(const std::vector<FlatPatch>& flats, const Surface& s, EdgeName name) {
  std::vector<Border> line;
  const bool along = name == EdgeName::base || name == EdgeName::top;
  const bool low = name == EdgeName::base || name == EdgeName::seam_start;
  const auto& across = along ? s.vs : s.us;
  const double at = low ? across.front() : across.back();
  for (const FlatPatch& flat : flats) {
    const StretchPatch& p = flat.patch();
    if ((along ? (low ? p.v_from : p.v_to) : (low ? p.u_from : p.u_to)) != at) continue;
    if (along) {
      const auto l = flat.line(at);
      line.push_back({p.u_from, p.u_to, l.x, l.y});
      continue;
    }
    line.push_back(across_patch(flat, at));
  }
  return line;
}

// The nearest place of a border: of many looks, then between their neighbours.
double away(const std::vector<Border>& line, Vec2 p) {
  double nearest = HUGE_VAL;
  for (const Border& b : line) {
    constexpr int looks = 40;
    const double step = (b.to - b.from) / looks;
    double best = HUGE_VAL;
    double at = b.from;
    for (int i = 0; i <= looks; ++i) {
      const double distance = norm(b.at(b.from + i * step) - p);
      if (distance < best) {
        best = distance;
        at = b.from + i * step;
      }
    }
    const double from = std::max(b.from, at - step);
    const double to = std::min(b.to, at + step);
    // Where the line runs square to what is left: by halving.
    const Series dx = b.x.derivative();
    const Series dy = b.y.derivative();
    const auto past = [&](double q) { return dot(b.at(q) - p, {dx(q), dy(q)}); };
    if (past(from) < 0 && past(to) > 0) best = std::min(best, norm(b.at(root(past, from, to)) - p));
    nearest = std::min(nearest, best);
  }
  return nearest;
}

double off_line(const Edge& e, const std::vector<Border>& line) {
  double worst = 0;
  for (const Arc& arc : e.arcs) {
    for (const double share : {0.0, 0.31, 0.5, 0.77, 1.0})
      worst = worse(worst, away(line, point_at(arc, share * arc.length)));
  }
  return worst;
}

double length_along(const std::vector<Border>& line) {
  double length = 0;
  for (const Border& b : line) {
    const Series dx = b.x.derivative();
    const Series dy = b.y.derivative();
    length += integral([&](double p) { return std::hypot(dx(p), dy(p)); }, b.from, b.to, 2, within::same);
  }
  return length;
}

// Elements stand at equal shares of the wall: their ends, and their lengths on the flat.
double off_elements(const std::vector<FlatPatch>& flats, const Surface& s,
                    const std::vector<Element>& elements) {
  double worst = 0;
  for (size_t i = 0; i < elements.size(); ++i) {
    const Element& e = elements[i];
    const double share = static_cast<double>(i) / static_cast<double>(elements.size() - 1);
    const double u =
        i + 1 == elements.size() ? s.us.back() : s.us.front() + share * (s.us.back() - s.us.front());
    std::vector<Border> line;
    for (const FlatPatch& flat : flats) {
      const StretchPatch& p = flat.patch();
      if (u >= p.u_from && (u < p.u_to || (u == s.us.back() && u == p.u_to)))
        line.push_back(across_patch(flat, u));
    }
    if (line.empty()) return HUGE_VAL;  // another part's
    const double length = length_along(line);
    worst = worse({worst, std::abs(e.length - length), std::abs(e.from_base - length),
                   std::abs(e.from_top - length), norm(line.front().at(s.vs.front()) - e.base),
                   norm(line.back().at(s.vs.back()) - e.top)});
  }
  return worst;
}

// Of an edge in space, patch by patch.
double length_in_space(const Surface& s, double v) {
  double length = 0;
  for (size_t i = 0; i + 1 < s.us.size(); ++i)
    length += length_by_chords([&](double u) { return s.point(u, v).at; }, s.us[i], s.us[i + 1]);
  return length;
}

// The flat must run on from patch to patch.
double break_between_patches(const Blank& blank) {
  double worst = 0;
  for (const StretchPatch& a : blank.patches) {
    for (const StretchPatch& b : blank.patches) {
      for (const double share : {0.0, 0.3, 0.8, 1.0}) {
        const double u = a.u_from + share * (a.u_to - a.u_from);
        const double v = a.v_from + share * (a.v_to - a.v_from);
        if (a.u_to == b.u_from && a.v_from == b.v_from)
          worst = worse(worst, norm(place_on(a, a.u_to, v) - place_on(b, b.u_from, v)));
        if (a.v_to == b.v_from && a.u_from == b.u_from)
          worst = worse(worst, norm(place_on(a, u, a.v_to) - place_on(b, u, b.v_from)));
      }
    }
  }
  return worst;
}

// By how much the measure falls along any of the moves, beyond what differences may show of a least one.
constexpr double shown = 1e-4;
constexpr double shown_of_none = 1e-7;
double less_nearby(const Looked& looked, double mean) {
  double most = 0;
  for (size_t k = 0; k < moves; ++k)
    most = worse(most, std::abs(looked.moved[k] - looked.moved[k + moves]) / (2 * move_by * looked.area));
  return worse(0, most - shown * mean - shown_of_none);
}

// How far copies of a piece do not run on from each other in space; gores once round. Those of what winds to
// the left follow each other in falling u.
double gap_between_copies(const StretchedPiece& piece) {
  const Surface& s = piece.curved.surface;
  const std::vector<CopyPlace>& copies = piece.curved.copies;
  const auto apart = [&](const CopyPlace& one, const CopyPlace& next) {
    double worst = 0;
    for (const double share : {0.0, 0.2, 0.7, 1.0}) {
      const double v = s.vs.front() + share * (s.vs.back() - s.vs.front());
      worst = worse(worst, norm(one(s.point(s.us.back(), v).at) - next(s.point(s.us.front(), v).at)));
    }
    return worst;
  };
  double rising = 0;
  double falling = 0;
  for (size_t i = 0; i + 1 < copies.size(); ++i) {
    rising = worse(rising, apart(copies[i], copies[i + 1]));
    falling = worse(falling, apart(copies[i + 1], copies[i]));
  }
  return std::isnan(rising) ? rising : std::min(rising, falling);
}

// How far an edge of a transition's wall lies off the profile asked for.
double off_profile(const Surface& s, const Form& asked, EndName end) {
  const bool base = end == EndName::base;
  const AskedProfile& profile = asked.profiles[base ? 0 : 1];
  double worst = 0;
  for (size_t i = 0; i + 1 < s.us.size(); ++i) {
    for (const double share : {0.0, 0.17, 0.5, 0.81, 1.0}) {
      const double u = s.us[i] + share * (s.us[i + 1] - s.us[i]);
      const Vec3 p = s.point(u, base ? s.vs.front() : s.vs.back()).at - profile.centre;
      worst = worse({worst, std::abs(dot(p, profile.normal)),
                     profile.distance({dot(p, profile.x), dot(p, profile.y)})});
    }
  }
  return worst;
}

// How far an edge as cut lies off the border of the flat, and how much longer it is; of a rim also by how
// much its girth is said otherwise than it is in space.
struct EdgeMiss {
  double off = 0;
  double longer = 0;
  double girth = 0;
};

EdgeMiss miss_of(const Edge& e, const std::vector<FlatPatch>& flats, const Surface& s) {
  const std::vector<Border> line = border(flats, s, e.name);
  EdgeMiss miss{off_line(e, line), std::abs(length_of(e.arcs) - length_along(line))};
  if (e.name == EdgeName::seam_start || e.name == EdgeName::seam_end) return miss;
  const double v = e.name == EdgeName::base ? s.vs.front() : s.vs.back();
  miss.girth = std::abs(e.girth - length_in_space(s, v));
  return miss;
}

void keep(Proof& proof, double distance, const char* where) {
  if (distance <= proof.greatest_distance) return;
  proof.greatest_distance = distance;
  proof.where = where;
}

// The strain as stated; of what opens flat no place of the greatest is.
double strain_mismatch(const std::vector<FlatPatch>& flats, const Surface& s, const Looked& looked,
                       const StrainNumbers& stated) {
  if (looked.turned_over) return HUGE_VAL;
  const double mean = std::sqrt(looked.squares / looked.area);
  const double off = worse(std::abs(mean - stated.root_mean_square), less_nearby(looked, mean));
  if (stated.opens_flat() && !(mean >= within::unstrained)) return off;
  return worse({off, std::abs(looked.greatest) - std::abs(stated.greatest), off_at_place(flats, s, stated)});
}

// Edges against the surface, their lengths and girths.
void prove_edges(Proof& proof, const Blank& blank, const std::vector<FlatPatch>& flats, const Surface& s) {
  for (const Edge& e : blank.edges) {
    const EdgeMiss miss = miss_of(e, flats, s);
    if (e.name == EdgeName::seam_start || e.name == EdgeName::seam_end) {
      proof.seam_mismatch = worse({proof.seam_mismatch, miss.off, miss.longer});
      continue;
    }
    keep(proof, miss.off, e.name == EdgeName::base ? "base edge as cut" : "top edge as cut");
    proof.rim_mismatch = worse({proof.rim_mismatch, miss.longer, miss.girth});
  }
}

}  // namespace

FormedPlace stretched_up(const Blank& blank, const StretchedPart& part, double beside) {
  const CurvedPiece& piece = part.piece(blank.piece).curved;
  const auto copy = static_cast<size_t>(std::max(0, blank.piece - piece.number));
  const Surface stands = copied(piece.surface, piece.copies[std::min(copy, piece.copies.size() - 1)]);
  return [&blank, stands, beside](Vec2 p) -> std::optional<FormedAt> {
    const auto at = parameters_of(blank.patches, p, beside);
    if (!at) return std::nullopt;
    const SurfacePoint place = stands.point(at->first, at->second);
    const Vec3 across = cross(place.du, place.dv);
    return FormedAt{place.at, 1 / norm(across) * across};
  };
}

Proof prove(const Blank& blank, const StretchedPart& part) {
  if (blank.patches.empty()) refuse("", "the blank is not one of a wall that stretches, as the part is");
  const StretchedPiece& piece = part.piece(blank.piece);
  const Surface& s = piece.curved.surface;
  std::vector<FlatPatch> flats;
  for (const StretchPatch& p : blank.patches) flats.emplace_back(p);
  Proof proof;
  proof.allowed = within::same * part.size + blank.fit_error;
  Looked looked;
  const Vec2 middle = 0.5 * (blank.patches.front().at.front() + blank.patches.back().at.back());
  const double sense = blank.face_up == Face::outside ? 1 : -1;
  for (const FlatPatch& flat : flats) look(looked, s, flat, middle, sense);
  proof.allowed_strain = within::beside;
  proof.strain_mismatch = strain_mismatch(flats, s, looked, piece.strain);
  const double gap = worse(greatest_break(blank), break_between_patches(blank));
  if (!(gap <= within::same * part.size)) keep(proof, gap + proof.allowed, "a break");
  if (part.once_round) {
    if (!part.is_cut(EndName::base))
      keep(proof, off_profile(s, *part.once_round, EndName::base), "base against its profile");
    if (!part.is_cut(EndName::top))
      keep(proof, off_profile(s, *part.once_round, EndName::top), "top against its profile");
  }
  keep(proof, off_elements(flats, s, blank.elements), "elements");
  proof.seam_mismatch = gap_between_copies(piece);
  prove_edges(proof, blank, flats, s);
  proof.area_mismatch = std::abs(std::abs(looked.flat_area) - std::abs(signed_area(bare_outline(blank))));
  proof.allowed_area = proof.allowed * length_of(bare_outline(blank));
  const double half = part.thickness / 2;
  const OpeningProof openings = prove_openings(blank, stretched_up(blank, part), -half, half);
  proof.opening_mismatch = openings.mismatch;
  const bool numbers = add_numbers(proof, blank);
  proof.passed = openings.passed && numbers && proof.strain_mismatch <= proof.allowed_strain &&
                 proof.greatest_distance <= proof.allowed && proof.seam_mismatch <= proof.allowed &&
                 proof.rim_mismatch <= proof.allowed && proof.area_mismatch <= proof.allowed_area;
  return proof;
}

Proof prove_stretched(const Blank& blank, const StretchedPart& part,
                      const std::function<GivenMiss(const std::vector<CurvedPiece>&)>& given) {
  Proof p = prove(blank, part);
  std::vector<CurvedPiece> pieces;
  for (const StretchedPiece& piece : part.pieces) pieces.push_back(piece.curved);
  hold_against(p, given(pieces), within::same * part.size);
  return p;
}

}  // namespace juggler
