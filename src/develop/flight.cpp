// Flats of flights. Equation numbers: docs/maths/winding.md.
#include <Eigen/QR>
#include <algorithm>
#include <array>
#include <boost/math/quadrature/gauss.hpp>
#include <cmath>
#include <memory>

#include "../form/screw.h"
#include "juggler/develop.h"

namespace juggler {
namespace {

constexpr double two_pi = 2 * std::numbers::pi;

double g_of(double r, double h) { return std::hypot(r, h); }  // (2)

// The blade about one level line.
struct Section {
  double a = 0, b = 0, h = 0;

  [[nodiscard]] double p() const { return g_of(a, h); }
  [[nodiscard]] double q() const { return g_of(b, h); }
  // (3). The difference of two roots without loss.
  [[nodiscard]] double k() const { return (a + b) / (p() + q()); }
  // (4)
  [[nodiscard]] double strain(double r) const { return g_of(r, h) / (p() + k() * (r - a)) - 1; }
  [[nodiscard]] double worst_radius() const {
    const double denominator = p() - k() * a;
    return denominator > 0 ? std::clamp(k() * h * h / denominator, a, b) : (a + b) / 2;
  }
};

Section section_at(const Screw& s, double u) { return {s.shaft, s.outer(u), s.rise(u)}; }

// How fast the inner edge of a flat runs, and its level lines turn.
struct Run {
  double speed = 0, turn = 0;
};

// A wall in the plane from that: (3).
Form laid(double from, double to, double size, const std::function<Run(double)>& run, const Rim& top) {
  const auto rates_only = [run](double u) {
    const Run now = run(u);
    return Ruling{{}, {0, 1, 0}, {0, 0, 1}, {now.speed, 0, 0}, {now.turn, 0, 0}, {}};
  };
  const Wall unplaced = in_stretches(from, to, std::numbers::pi / 2, rates_only);
  const auto flat = std::make_shared<const Flat>(develop(unplaced, size));
  Form f;
  f.wall = in_stretches(from, to, std::numbers::pi / 2, [flat, run](double u) {
    const FlatRuling r = flat->at(u);
    const Run now = run(u);
    const Vec2 e = direction(r.heading);
    const Vec3 across{e.y, -e.x, 0};  // to the right of the ruling
    return Ruling{{r.c.x, r.c.y, 0}, {e.x, e.y, 0}, {0, 0, 1}, now.speed * across, now.turn * across, {}};
  });
  f.base = Rim([](double) -> Cut { return {0, 0}; });
  f.top = top;
  f.open = true;
  f.size = size;
  return f;
}

// Sums over the blade: places with their share of the area, close together where it is narrow for its rise.
struct Share {
  double r = 0, weight = 0;
};
std::vector<Share> shares_of(const Section& s) {
  using Rule = boost::math::quadrature::gauss<double, 30>;
  std::vector<Share> shares;
  constexpr int panels = 4;
  const double from = std::asinh(s.a / s.h);
  const double half = (std::asinh(s.b / s.h) - from) / (2 * panels);
  double whole = 0;
  for (int i = 0; i < panels; ++i) {
    const double middle = from + half * (2 * i + 1);
    for (size_t j = 0; j < Rule::abscissa().size(); ++j) {
      for (const double x : {-Rule::abscissa()[j], Rule::abscissa()[j]}) {
        const double r = s.h * std::sinh(middle + half * x);
        const double g = g_of(r, s.h);
        shares.push_back({r, Rule::weights()[j] * g * g});  // g dr = g^2 dt
        whole += shares.back().weight;
      }
    }
  }
  for (Share& share : shares) share.weight /= whole;
  return shares;
}

// (5), (6): the radius of the flat ring for every r, as a polynomial of Chebyshev, and its sweep.
class LeastRing {
 public:
  explicit LeastRing(const Section& s)
      : s_(s), shares_(shares_of(s)), c_(Eigen::VectorXd::Zero(terms)), k_(s.k()) {
    begin();
    for (int i = 0; i < 60; ++i) {
      const double step = improve();
      if (step < 1e-14) break;
    }
  }

  [[nodiscard]] double k() const { return k_; }
  [[nodiscard]] double radius(double r) const { return values(r).dot(c_); }
  [[nodiscard]] double along(double r) const { return g_of(r, s_.h) / (k_ * radius(r)) - 1; }
  [[nodiscard]] double across(double r) const { return 1 / slopes(r).dot(c_) - 1; }
  [[nodiscard]] const std::vector<Share>& shares() const { return shares_; }

 private:
  static constexpr int terms = 40;

  // In asinh(r/h), in which g is smooth wherever the blade begins: dr = g dt.
  [[nodiscard]] double t_of(double r) const { return std::asinh(r / s_.h); }
  [[nodiscard]] double place(double r) const {
    const double from = t_of(s_.a);
    const double to = t_of(s_.b);
    return (2 * t_of(r) - from - to) / (to - from);
  }
  [[nodiscard]] Eigen::VectorXd values(double r) const {
    Eigen::VectorXd t(terms);
    const double x = place(r);
    t[0] = 1;
    t[1] = x;
    for (int j = 2; j < terms; ++j) t[j] = 2 * x * t[j - 1] - t[j - 2];
    return t;
  }
  // T_j' = j U_(j-1), per r.
  [[nodiscard]] Eigen::VectorXd slopes(double r) const {
    Eigen::VectorXd d(terms);
    const double x = place(r);
    const double rate = 2 / ((t_of(s_.b) - t_of(s_.a)) * g_of(r, s_.h));
    double u0 = 0;
    double u1 = 1;
    d[0] = 0;
    for (int j = 1; j < terms; ++j) {
      d[j] = j * u1 * rate;
      const double next = 2 * x * u1 - u0;
      u0 = u1;
      u1 = next;
    }
    return d;
  }

  // The ring of equal edges, as well as the polynomial can be it.
  void begin() {
    const auto n = static_cast<Eigen::Index>(shares_.size());
    Eigen::MatrixXd at(n, terms);
    Eigen::VectorXd radius(n);
    for (Eigen::Index i = 0; i < n; ++i) {
      const double r = shares_[static_cast<size_t>(i)].r;
      at.row(i) = values(r).transpose();
      radius[i] = s_.p() / s_.k() + r - s_.a;
    }
    c_ = at.colPivHouseholderQr().solve(radius);
  }

  // One step of Gauss and Newton; how far it went, over the size.
  double improve() {
    const auto n = static_cast<Eigen::Index>(shares_.size());
    Eigen::MatrixXd jacobian(2 * n, terms + 1);
    Eigen::VectorXd residual(2 * n);
    for (Eigen::Index i = 0; i < n; ++i) {
      const auto [r, weight] = shares_[static_cast<size_t>(i)];
      const double root = std::sqrt(weight);
      const Eigen::VectorXd value = values(r);
      const Eigen::VectorXd slope = slopes(r);
      const double rho = value.dot(c_);
      const double steep = slope.dot(c_);
      const double stretch = g_of(r, s_.h) / (k_ * rho);
      residual[i] = root * (stretch - 1);
      residual[n + i] = root * (1 / steep - 1);
      jacobian.row(i).head(terms) = -root * stretch / rho * value.transpose();
      jacobian(i, terms) = -root * stretch / k_;
      jacobian.row(n + i).head(terms) = -root / (steep * steep) * slope.transpose();
      jacobian(n + i, terms) = 0;
    }
    const Eigen::VectorXd step = jacobian.colPivHouseholderQr().solve(-residual);
    // As far of it as lessens the measure.
    const double before = residual.squaredNorm();
    const Eigen::VectorXd c = c_;
    const double k = k_;
    for (double part = 1; part > 1e-6; part /= 2) {
      c_ = c + part * step.head(terms);
      k_ = k + part * step[terms];
      if (measure() <= before * (1 + 1e-14)) return part * step.norm() / s_.b;
    }
    c_ = c;
    k_ = k;
    return 0;
  }

  [[nodiscard]] double measure() const {
    double sum = 0;
    for (const auto& [r, weight] : shares_) {
      const double steep = slopes(r).dot(c_);
      const double a = g_of(r, s_.h) / (k_ * radius(r)) - 1;
      const double b = 1 / steep - 1;
      if (!(steep > 0)) return HUGE_VAL;
      sum += weight * (a * a + b * b);
    }
    return sum;
  }

  Section s_;
  std::vector<Share> shares_;
  Eigen::VectorXd c_;
  double k_;
};

// The strain farthest from none takes the place of what is known so far.
void look(FlightRing& ring, double strain, double radius, bool across) {
  if (std::abs(strain) <= std::abs(ring.greatest)) return;
  ring.greatest = strain;
  ring.greatest_radius = radius;
  ring.greatest_across = across;
}

constexpr int map_steps = 8;

double farther(double a, double b) { return std::abs(b) > std::abs(a) ? b : a; }

std::vector<StrainAt> map_of(const Section& s) {
  std::vector<StrainAt> map;
  for (int i = 0; i <= map_steps; ++i) {
    const double r = s.a + (s.b - s.a) * i / map_steps;
    map.push_back({r, s.strain(r), 0});
  }
  return map;
}

FlightRing equal_edges(const Screw& s, double from, double to) {
  FlightRing ring;
  constexpr int looks = 64;
  double squares = 0;
  double sweep = 0;
  const int count = s.even() ? 1 : looks;
  for (int i = 0; i < count; ++i) {
    // Ends included: what grows is worst at one of them.
    const double u = count == 1 ? from : from + (to - from) * i / (count - 1);
    const Section section = section_at(s, u);
    ring.middle = farther(ring.middle, section.strain((section.a + section.b) / 2));
    const double so_far = ring.greatest;
    look(ring, section.strain(section.worst_radius()), section.worst_radius(), false);
    if (ring.map.empty() || ring.greatest != so_far) ring.map = map_of(section);
    double square = 0;
    for (const Share& share : shares_of(section))
      square += share.weight * std::pow(section.strain(share.r), 2);
    squares += square / count;
  }
  sweep = integral([&](double u) { return section_at(s, u).k(); }, from, to);
  ring.root_mean_square = std::sqrt(squares);
  ring.sweep = Angle::radians(sweep);
  ring.gap = Angle::radians(two_pi * (1 - sweep / (to - from)));
  if (!s.even()) return ring;
  const Section section = section_at(s, from);
  ring.inner_radius = section.p() / section.k();
  ring.outer_radius = section.q() / section.k();
  return ring;
}

FlightRing least_stretch(const LeastRing& least, const Section& s, double from, double to) {
  FlightRing ring{.flat = FlightFlat::least_stretch};
  ring.inner_radius = least.radius(s.a);
  ring.outer_radius = least.radius(s.b);
  ring.sweep = Angle::radians(least.k() * (to - from));
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
  for (int i = 0; i <= map_steps; ++i) {
    const double r = s.a + (s.b - s.a) * i / map_steps;
    ring.map.push_back({r, least.along(r), least.across(r)});
  }
  double squares = 0;
  for (const Share& share : least.shares())
    squares += share.weight * (std::pow(least.along(share.r), 2) + std::pow(least.across(share.r), 2));
  ring.root_mean_square = std::sqrt(squares);
  return ring;
}

Form laid_ring(const FlightRing& ring, double from, double to, double size) {
  const double k = ring.sweep.radians() / (to - from);
  const double width = ring.outer_radius - ring.inner_radius;
  const Run run{k * ring.inner_radius, k};
  return laid(
      from, to, size, [run](double) { return run; }, Rim([width](double) -> Cut {
        return {width, 0};
      }));
}

Form laid_equal(const Screw& s, double from, double to, double size) {
  const auto run = [s](double u) {
    const Section section = section_at(s, u);
    return Run{section.p(), section.k()};
  };
  return laid(from, to, size, run, Rim([s](double u) -> Cut {
                return {s.outer(u) - s.shaft, s.outer_rate()};
              }));
}

std::string percent(double strain) { return shown(std::round(1e4 * std::abs(strain)) / 100) + " %"; }

void check_strain(const Flight& f, const FlightRing& ring) {
  if (!(f.strain_limit >= 0 && f.strain_limit <= 1))
    throw Refusal({.reason = "is out of range",
                   .key = "strain_limit",
                   .found = shown(f.strain_limit),
                   .allowed = "0 to 1"});
  if (f.allow_strain || std::abs(ring.greatest) <= f.strain_limit) return;
  throw Refusal({.reason = std::string("is passed: pulling the flat into a flight ") +
                           (ring.greatest < 0 ? "upsets" : "stretches") + " the metal by " +
                           percent(ring.greatest) + " at " + shown_mm(ring.greatest_radius) +
                           " from the axis",
                 .key = "strain_limit",
                 .found = percent(ring.greatest),
                 .allowed = "up to " + percent(f.strain_limit),
                 .advice = "make the pitch smaller or the shaft larger, or say allow_strain = true"});
}

void check_least(const Flight& f, const Screw& s) {
  if (f.flat != FlightFlat::least_stretch || s.even()) return;
  throw Refusal({.reason = "is a ring, which a flight whose pitch or outside grows is not made of",
                 .key = "blank.flat",
                 .found = "least_stretch",
                 .allowed = "equal_edges",
                 .advice = "leave it out, or keep pitch and outside the same"});
}

WoundPiece piece_of_flight(const Flight& f, const Screw& s, const std::optional<LeastRing>& least,
                           double from, double to, double size) {
  WoundPiece piece;
  piece.from = from;
  piece.to = to;
  piece.rings.push_back(equal_edges(s, from, to));
  if (least) piece.rings.push_back(least_stretch(*least, section_at(s, from), from, to));
  if (f.flat == FlightFlat::least_stretch) std::swap(piece.rings[0], piece.rings[1]);
  piece.laid = f.flat == FlightFlat::least_stretch ? laid_ring(piece.rings[0], from, to, size)
                                                   : laid_equal(s, from, to, size);
  return piece;
}

// From the lower end upwards; alike ones are counted.
std::vector<WoundPiece> pieces_of_flight(const Flight& f, const Screw& s, double size) {
  if (!(f.turns_per_blank >= 0.01 && f.turns_per_blank <= 1))
    throw Refusal({.reason = "is out of range",
                   .key = "blank.turns",
                   .found = shown(f.turns_per_blank),
                   .allowed = "0.01 to 1"});
  std::optional<LeastRing> least;
  if (s.even()) least.emplace(section_at(s, s.start));
  const double each = f.turns_per_blank / s.turns;
  const int whole = static_cast<int>(std::floor(1 / each + 1e-9));
  const double rest = 1 - whole * each;
  const int count = whole + (rest > 1e-9 ? 1 : 0);
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

WoundPart wound_flight(const Flight& f, const Sheet& sheet, Hand hand) {
  const Screw s = screw_of(f, hand);
  check_least(f, s);
  WoundPart part;
  part.form = form_of(s);
  part.thickness = *sheet.thickness;
  part.pieces = pieces_of_flight(f, s, part.form.size);
  part.blanks = 0;
  for (const WoundPiece& piece : part.pieces) part.blanks += piece.count;
  for (const WoundPiece& piece : part.pieces) check_strain(f, piece.rings.front());
  return part;
}

}  // namespace

const WoundPiece& WoundPart::piece(int number) const {
  return *std::find_if(pieces.begin(), pieces.end() - 1,
                       [&](const WoundPiece& p) { return p.number == number; });
}

WoundPart wind(const WoundShape& shape, const Sheet& sheet, Hand hand) {
  check(sheet, {}, {});
  if (const auto* flight = std::get_if<Flight>(&shape)) return wound_flight(*flight, sheet, hand);
  if (const auto* coil = std::get_if<Coil>(&shape)) return wound_coil(*coil, sheet, hand);
  return wound_strip(std::get<HelicalStrip>(shape), sheet, hand);
}

}  // namespace juggler
