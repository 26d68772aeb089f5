#include "crotch_feet.h"

#include <algorithm>

#include "form/cuts.h"

namespace juggler {
namespace {

constexpr double at_base = 1e-8;    // of the size: what is met there is the profile itself
constexpr double near_foot = 1e-4;  // of the size: there both legs all but touch

// Finds the stretches on the layer that has the profile: there both legs start on one curve, and at the
// feet of the crotch all their layers have a common normal. (3)
class Feet {
 public:
  explicit Feet(const EndOnFace& leg)
      : leg_(leg),
        layer_(size_layer(leg.form(), leg.end().end)),
        asked_(by_size(leg.end())),
        on_(leg.form(), asked_) {
    find_corners();
  }

  // From foot to foot, but for where they run together.
  [[nodiscard]] std::vector<CrotchRun> stretches() const {
    constexpr int looks = 360;
    const double from = leg_.form().wall.front().from;
    const auto at = [&](int i) { return from + two_pi * (i + 0.5) / looks; };
    std::vector<bool> met;
    for (int i = 0; i < looks; ++i) {
      met.push_back(above(at(i)) > 0);
      // Where it starts into the other leg and never comes out.
      if (!met.back() && leads_out(at(i)) < -0.01) refuse_end_within(at(i));
    }
    const auto first = std::find(met.begin(), met.end(), false);
    if (first == met.end()) refuse_within();
    const int start = static_cast<int>(first - met.begin());
    std::vector<CrotchRun> all;
    for (int i = start; i < start + looks; ++i) {
      const bool now = met[static_cast<size_t>(i % looks)];
      const bool next = met[static_cast<size_t>((i + 1) % looks)];
      if (now == next) continue;
      const CrotchFoot foot = foot_between(at(i), at(i + 1), now);
      if (next) all.push_back({foot, foot});
      if (now) all.back().to = foot;
    }
    return all;
  }

 private:
  static EndBody by_size(EndBody end) {
    end.contact = Contact::size_face;
    return end;
  }

  // The other's wall where it turns about a sharp corner of the base.
  void find_corners() {
    const Neighbour& body = on_.face().body();
    if (!body.form) return;
    const Form& f = *body.form;
    const auto at = [&](const WallPiece& w, double u) {
      const Ruling r = w.ruling(u);
      return r.c + layer_ * r.n + f.whole_rim(leg_.end().end)(u).s * r.e;
    };
    for (const WallPiece& w : f.wall) {
      const double little = within::beside * f.size;
      const Vec3 corner = at(w, w.from);
      const auto stands_still = [&](double u) { return norm(at(w, u) - corner) <= little; };
      if (!stands_still(w.to) || !stands_still((w.from + w.to) / 2)) continue;
      for (const double share : {0.0, 0.25, 0.5, 0.75, 1.0}) {
        const double u = w.from + share * (w.to - w.from);
        at_corners_.emplace_back(body.stands.place(at(w, u)), body.stands.way(w.ruling(u).n));
      }
    }
  }

  // How far above the profile a ruling last runs out of the other leg; 0 where it does not.
  [[nodiscard]] double above(double u) const {
    const Ruling r = on_.ruling(u);
    const SpaceLine line{r.c + layer_ * r.n + on_.start(u) * r.e, on_.sense() * r.e};
    const auto met = on_.face().first(line);
    if (!met) return 0;
    const double left = std::abs(on_.whole(u).s - on_.start(u)) - met->at.along;
    if (left <= at_base * leg_.form().size) return 0;
    // Flats of both in one plane that go their own ways: a line in it meets nothing.
    if (std::abs(leads_out(u)) < within::same) return 0;
    if (dot(met->normal, line.way) <= 0) return left;
    // Close to a foot rounding shows the profile itself from within.
    if (left > near_foot * leg_.form().size) refuse_end_within(u);
    return 0;
  }

  [[nodiscard]] CrotchFoot foot_between(double a, double b, bool at_a) const {
    for (int i = 0; i < 60 && b - a > within::digit * std::max(1.0, std::abs(b)); ++i) {
      const double m = (a + b) / 2;
      ((above(m) > 0) == at_a ? a : b) = m;
    }
    const double outwards = at_a ? 1 : -1;
    // At a foot it comes down to the profile.
    const double left = above(at_a ? a : b);
    if (left > 100 * at_base * leg_.form().size) {
      if (const auto shared = on_shared_side(a, outwards, left)) return *shared;
      refuse_at_corner(a);
      refuse_pocket(a);
    }
    const double u = refined((a + b) / 2, outwards);
    refuse_at_corner(u);
    return {u, leg_.whole(u).s, {}};
  }

  // A corner of the wall close to a ruling, beyond which a flat lies in one plane with one of the other leg.
  [[nodiscard]] std::optional<double> shared_from(double u, double outwards) const {
    constexpr double near = 1e-3;
    for (const WallPiece& w : leg_.form().wall) {
      const double corner = w.from + two_pi * std::round((u - w.from) / two_pi);
      if (std::abs(corner - u) < near && std::abs(leads_out(corner + outwards * near)) < within::same)
        return corner;
    }
    return std::nullopt;
  }

  // The other border of the flat that begins at one: it may be known in parts.
  [[nodiscard]] double far_border(double border, double outwards) const {
    double end = border;
    for (size_t part = 0; part < leg_.form().wall.size(); ++part) {
      const double before = end;
      for (const WallPiece& w : leg_.form().wall) {
        const double near = outwards > 0 ? w.from : w.to;
        const double far = outwards > 0 ? w.to : w.from;
        const double turn = two_pi * std::round((end - near) / two_pi);
        if (std::abs(near + turn - end) > within::rounding) continue;
        if (std::abs(leads_out((near + far) / 2 + turn)) >= within::same) continue;
        end = far + turn;
        break;
      }
      if (end == before) break;
    }
    return end;
  }

  // (7)
  [[nodiscard]] std::optional<CrotchFoot> on_shared_side(double u, double outwards, double left) const {
    const auto corner = shared_from(u, outwards);
    if (!corner) return std::nullopt;
    const Ruling border = leg_.ruling(*corner);
    const auto crossed = crossing(border, leg_.whole(*corner).s - leg_.sense() * left);
    if (!crossed) return std::nullopt;
    const Vec3 at = border.c + *crossed * border.e;
    const auto side_at = [&](double v) {
      const Ruling r = leg_.ruling(v);
      return r.c + leg_.whole(v).s * r.e;
    };
    const double end = far_border(*corner, outwards);
    const double inwards = within::same * outwards;
    const Vec3 side = unit(side_at(end - inwards) - side_at(*corner + inwards));
    const auto short_of = [&](double v) { return dot(at - side_at(v), side); };
    if (short_of(*corner + inwards) * short_of(end - inwards) >= 0) refuse_no_foot(u);
    const double down =
        root(short_of, std::min(*corner, end) + within::same, std::max(*corner, end) - within::same);
    return CrotchFoot{*corner, *crossed, straight_cut(*corner, down, at, side)};
  }

  // From a place of a flat square to its side.
  [[nodiscard]] RimPiece straight_cut(double a, double b, Vec3 at, Vec3 side) const {
    const double from = std::min(a, b);
    const double to = std::max(a, b);
    return {from, to, [wall = leg_.form().wall, from, to, at, side](double u) {
              // The flat's own ruling where another stretch of the wall begins.
              const double inside = std::clamp(u, from + within::same, to - within::same);
              const double turns = std::floor((inside - wall.front().from) / two_pi) * two_pi;
              const auto piece = std::find_if(wall.begin(), wall.end() - 1,
                                              [&](const WallPiece& w) { return inside - turns <= w.to; });
              const Ruling r = piece->ruling(u - turns);
              const double along = dot(r.e, side);
              const double s = dot(at - r.c, side) / along;
              return Cut{s, -dot(r.dc + s * r.de, side) / along};
            }};
  }

  // How far along the border of a flat that of the other leg's crosses it: in one plane, the nearest to where
  // rulings beside it are cut.
  [[nodiscard]] std::optional<double> crossing(const Ruling& own, double about) const {
    const Neighbour& body = on_.face().body();
    const double size = leg_.form().size;
    std::optional<double> best;
    if (!body.form) return best;
    for (const WallPiece& w : body.form->wall) {
      const Ruling r = w.ruling(w.from);
      const Vec3 c = body.stands.place(r.c);
      const Vec3 e = body.stands.way(r.e);
      if (std::abs(dot(own.n, e)) > within::same || std::abs(dot(own.n, c - own.c)) > within::same * size)
        continue;
      const Vec3 across = cross(own.n, e);
      if (std::abs(dot(across, own.e)) < within::beside) continue;
      const double s = dot(across, c - own.c) / dot(across, own.e);
      if (!best || std::abs(s - about) < std::abs(*best - about)) best = s;
    }
    constexpr double close = 1e-3;  // of the size: rulings beside the border are cut as it is
    return best && std::abs(*best - about) < close * size ? best : std::nullopt;
  }

  // (3): how far a ruling leads out of the other leg where both start.
  [[nodiscard]] double leads_out(double u) const {
    const Ruling r = on_.ruling(u);
    const Vec3 at = r.c + layer_ * r.n + on_.whole(u).s * r.e;
    const auto other = on_.face().from(at);
    if (!other) refuse_apart(u);
    double out = -on_.sense() * dot(other->second, r.e);
    // About a sharp corner of the base it leads out of the other where it does so on one of its sides.
    for (const auto& [corner, normal] : at_corners_) {
      if (norm(corner - at) < within::beside * leg_.form().size)
        out = std::max(out, -on_.sense() * dot(normal, r.e));
    }
    return out;
  }
  // outwards  the way in u in which rulings are no longer cut
  [[nodiscard]] double refined(double foot, double outwards) const {
    const auto out = [&](double u) { return leads_out(u); };
    constexpr double first = 1e-6;
    for (double step = first; step < 0.1; step *= 2) {
      if (out(foot - step) * out(foot + step) < 0) return root(out, foot - step, foot + step);
    }
    // Flats that go their own ways from there.
    if (const auto corner = shared_from(foot, outwards)) return *corner;
    refuse_no_foot(foot);
  }

  [[noreturn]] void refuse_apart(double u) const {
    throw Refusal({.reason = "does not start where another leg does",
                   .key = leg_.end().key,
                   .found = leg_.end().body + ", at " + leg_.plan(u),
                   .allowed = "legs on one base, their sizes on the same face there"});
  }
  void refuse_at_corner(double u) const {
    const Ruling r = on_.ruling(u);
    const Vec3 at = r.c + layer_ * r.n + on_.whole(u).s * r.e;
    for (const auto& [corner, normal] : at_corners_) {
      if (norm(corner - at) > within::beside * leg_.form().size) continue;
      throw Refusal(
          {.reason = "parts from another leg at a sharp corner of the base, along one line up from it",
           .key = leg_.end().key,
           .found = leg_.end().body + ", at " + leg_.plan(u),
           .advice = "give the base a corner radius, or lean the legs another way"});
    }
  }
  [[noreturn]] void refuse_pocket(double u) const {
    throw Refusal(
        {.reason = "meets another leg above their base as well: rulings leave it and enter it again",
         .key = leg_.end().key,
         .found = leg_.end().body + ", at " + leg_.plan(u),
         .allowed = "legs that part from one line, from base to base",
         .advice = "make the tops more alike, or lean the legs further apart"});
  }
  [[noreturn]] void refuse_no_foot(double u) const {
    throw Refusal({.reason = "meets another leg along a flat side of the base that both share",
                   .key = leg_.end().key,
                   .found = leg_.end().body + ", at " + leg_.plan(u),
                   .advice = "let the legs lean differently there, or give the base round sides"});
  }
  [[noreturn]] void refuse_end_within(double u) const {
    const EndBody& e = leg_.end();
    throw Refusal({.reason = "has its " +
                             std::string(name_of(e.end == EndName::base ? EndName::top : EndName::base)) +
                             " within another leg",
                   .key = e.key,
                   .found = e.body + ", at " + leg_.plan(u),
                   .allowed = "ends that lie outside all other legs",
                   .advice = "move its centre away from the other, or raise it"});
  }
  [[noreturn]] void refuse_within() const {
    throw Refusal({.reason = "lies wholly within another leg where they start",
                   .key = leg_.end().key,
                   .found = leg_.end().body,
                   .advice = "move its centre away from the other"});
  }

  const EndOnFace& leg_;
  double layer_;
  EndBody asked_;
  EndOnFace on_;
  std::vector<std::pair<Vec3, Vec3>> at_corners_;  // a place, and a normal there
};

}  // namespace

std::vector<CrotchRun> runs_of(const EndOnFace& leg) { return Feet(leg).stretches(); }

}  // namespace juggler
