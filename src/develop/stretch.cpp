// The flat of least stretch. Equation numbers: docs/maths/stretch.md.
#include "stretch.h"

#include <algorithm>
#include <cmath>

#include "patches.h"

namespace juggler {

FlatPoint StretchedFlat::at(double u, double v) const { return patches_->at(u, v); }
double StretchedFlat::mean_square() const { return patches_->mean_square(); }
double StretchedFlat::formed_area() const { return patches_->formed_area(); }

namespace {

// Both edges and the lines across laid flat at their lengths, as by triangles without end. Lines never cross:
// both edges run ahead of them. Source docs/maths/stretch.md (22).
class BetweenEdges {
 public:
  explicit BetweenEdges(const Surface& s) : us_(s.us), low_(s.vs.front()), high_(s.vs.back()) {
    Vec2 at;
    double heading = pi / 2;
    for (size_t i = 0; i + 1 < us_.size(); ++i) {
      pieces_.push_back(piece(s, i, heading, at));
      heading = pieces_.back().heading(us_[i + 1]);
      at = {pieces_.back().x(us_[i + 1]), pieces_.back().y(us_[i + 1])};
    }
  }
  [[nodiscard]] Vec2 operator()(double u, double v) const {
    const auto after = std::upper_bound(us_.begin() + 1, us_.end() - 1, u);
    const Piece& p = pieces_[static_cast<size_t>(after - us_.begin()) - 1];
    return Vec2{p.x(u), p.y(u)} + (v - low_) / (high_ - low_) * p.length(u) * direction(p.heading(u));
  }

 private:
  struct Piece {
    Series x, y, heading, length;
  };
  // An edge's derivative along the line across, and square to it.
  struct Pace {
    double along = 0, ahead = 0;
  };
  static Pace pace(Vec3 d, Vec3 across) {
    const double along = dot(d, across);
    return {along, norm(d - along * across)};
  }
  [[nodiscard]] Piece piece(const Surface& s, size_t i, double heading, Vec2 from) const {
    const std::vector<double> nodes = Series::nodes(us_[i], us_[i + 1]);
    const auto fitted = [&](const std::function<double(double)>& f) {
      std::vector<double> values;
      for (const double u : nodes) values.push_back(f(u));
      return Series::fit(us_[i], us_[i + 1], values);
    };
    const auto whole = [&](double u) { return s.point(u, high_).at - s.point(u, low_).at; };
    const auto low = [&](double u) { return pace(s.point(u, low_).du, 1 / norm(whole(u)) * whole(u)); };
    const auto high = [&](double u) { return pace(s.point(u, high_).du, 1 / norm(whole(u)) * whole(u)); };
    Piece p;
    p.length = fitted([&](double u) { return norm(whole(u)); });
    // u runs to the right of the lines across.
    p.heading =
        fitted([&](double u) { return (low(u).ahead - high(u).ahead) / norm(whole(u)); }).integral(heading);
    const auto velocity = [&](double u) {
      const Vec2 up = direction(p.heading(u));
      return low(u).along * up - low(u).ahead * left_of(up);
    };
    p.x = fitted([&](double u) { return velocity(u).x; }).integral(from.x);
    p.y = fitted([&](double u) { return velocity(u).y; }).integral(from.y);
    return p;
  }

  std::vector<double> us_;
  double low_, high_;
  std::vector<Piece> pieces_;
};

// What is spent on one flat, in multiplications: some seconds. Walls that open flat but for a few percent
// take a hundredth of it.
constexpr double most_work = 1e11;

// From where its guess leads to; null where that is nowhere.
std::shared_ptr<StretchedFlat::Patches> settled(const Surface& surface, double& work) {
  constexpr Index step = 4;
  constexpr Index last = 14;
  const double enough = within::exact * surface.size;
  Index pu = 6;
  Index pv = 6;
  std::shared_ptr<StretchedFlat::Patches> flat;
  while (true) {
    auto finer = std::make_shared<StretchedFlat::Patches>(surface, pu, pv);
    if (flat) finer->take(*flat);
    const bool more_u = pu < last;
    const bool more_v = pv < last;
    if (!finer->settle(more_u || more_v ? within::unstrained : within::quadrature, work)) return nullptr;
    flat = std::move(finer);
    const bool raise_u = more_u && flat->lacking(true) > enough;
    const bool raise_v = more_v && flat->lacking(false) > enough;
    if (!raise_u && !raise_v) break;
    pu += raise_u ? step : 0;
    pv += raise_v ? step : 0;
  }
  flat->settle(within::quadrature, work);
  if (work < 0) return nullptr;
  flat->forget();
  return flat;
}

}  // namespace

StretchedFlat least_stretch(const Surface& asked) {
  Surface surface = asked;
  if (!surface.guess) surface.guess = BetweenEdges(asked);
  double work = most_work;
  auto flat = settled(surface, work);
  if (work < 0)
    throw Refusal({.reason =
                       "the flat of least stretch does not settle in the work that one is given: the wall is "
                       "too far from any flat, or has too many curves",
                   .key = "strain_limit",
                   .allowed = "some seconds of work",
                   .advice = "part it in more pieces, or draw it in fewer curves"});
  if (!flat)
    throw Refusal({.reason = "no flat is found for this wall: it is too far from any",
                   .key = "strain_limit",
                   .advice = "part it in smaller pieces"});
  return StretchedFlat(std::move(flat));
}

}  // namespace juggler
