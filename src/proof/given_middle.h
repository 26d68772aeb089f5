// The middle of a part in space against sizes as given.
#pragma once

#include <algorithm>
#include <cmath>

#include "form/surface.h"
#include "given.h"

namespace juggler {

/// Distance from the axis.
[[nodiscard]] inline double out_of(Vec3 p) { return std::hypot(p.x, p.y); }

/// Twins mirrored back.
class Middle {
 public:
  Middle(const std::vector<CurvedPiece>& pieces, Hand hand) : pieces_(pieces), hand_(hand) {}

  // Every place looked at, with the share of its way across. The first and last places of every line across
  // are its ends.
  template <typename F>
  void each(const F& look) const {
    each_line([&](const CurvedPiece& piece, const CopyPlace& copy, double u) {
      const std::vector<double>& vs = piece.surface.vs;
      for (size_t k = 0; k + 1 < vs.size(); ++k) {
        for (const double share : {0.0, 0.4, 1.0}) {
          const double v = vs[k] + share * (vs[k + 1] - vs[k]);
          look(at(piece, copy, u, v), (v - vs.front()) / (vs.back() - vs.front()));
        }
      }
    });
  }
  // Every line across, by its two ends.
  template <typename F>
  void each_across(const F& look) const {
    each_line([&](const CurvedPiece& piece, const CopyPlace& copy, double u) {
      const std::vector<double>& vs = piece.surface.vs;
      look(at(piece, copy, u, vs.front()), at(piece, copy, u, vs.back()));
    });
  }
  // Where the base's edge begins and ends, piece by piece.
  template <typename F>
  void each_end(const F& look) const {
    for (const CurvedPiece& piece : pieces_) {
      const Surface& s = piece.surface;
      for (const CopyPlace& copy : piece.copies) {
        for (const double u : {s.us.front(), s.us.back()}) look(at(piece, copy, u, s.vs.front()));
      }
    }
  }
  // How near the base's or the top's edge comes to a place.
  [[nodiscard]] double away(Vec3 place, bool top) const {
    double nearest = HUGE_VAL;
    for (const CurvedPiece& piece : pieces_) {
      const Surface& s = piece.surface;
      const double v = top ? s.vs.back() : s.vs.front();
      for (const CopyPlace& copy : piece.copies) {
        const auto edge = [&](double u) { return at(piece, copy, u, v); };
        for (size_t i = 0; i + 1 < s.us.size(); ++i)
          nearest = std::min(nearest, off(edge, s.us[i], s.us[i + 1], place));
      }
    }
    return nearest;
  }

 private:
  static constexpr int looks = 12;  // within each smooth stretch
  // Of many looks the nearest, closed in on; then where the way to the place stands square to the edge.
  template <typename Edge>
  [[nodiscard]] static double off(const Edge& edge, double low, double high, Vec3 place) {
    const double step = (high - low) / looks;
    const auto away = [&](double u) { return norm(edge(u) - place); };
    int best = 0;
    for (int i = 1; i <= looks; ++i) {
      if (away(low + i * step) < away(low + best * step)) best = i;
    }
    const double a = low + std::max(best - 1, 0) * step;
    const double b = low + std::min(best + 1, looks) * step;
    double nearest = std::min({away(a), away(b), away(low + best * step)});
    double u = least(away, a, b).at;
    for (int i = 0; i < 4; ++i) {
      const double h = 10 * within::beside * step;
      const double from = std::max(low, u - h);
      const double to = std::min(high, u + h);
      const Vec3 way = 1 / (to - from) * (edge(to) - edge(from));
      u = std::clamp(u + dot(place - edge(u), way) / dot(way, way), low, high);
      nearest = std::min(nearest, away(u));
    }
    return nearest;
  }
  [[nodiscard]] Vec3 at(const CurvedPiece& piece, const CopyPlace& copy, double u, double v) const {
    Vec3 p = copy(piece.surface.point(u, v).at);
    if (hand_ == Hand::opposite) p.y = -p.y;
    return p;
  }
  template <typename F>
  void each_line(const F& look) const {
    for (const CurvedPiece& piece : pieces_) {
      const std::vector<double>& us = piece.surface.us;
      for (const CopyPlace& copy : piece.copies) {
        for (size_t i = 0; i + 1 < us.size(); ++i) {
          for (int k = 0; k <= looks; ++k) look(piece, copy, us[i] + (us[i + 1] - us[i]) * k / looks);
        }
      }
    }
  }

  const std::vector<CurvedPiece>& pieces_;
  Hand hand_;
};

/// How far off a plan angle a place lies, along the circle through it.
[[nodiscard]] inline double off_plan(Vec3 p, Angle start, double turned) {
  return std::abs(std::remainder(std::atan2(p.y, p.x) - start.radians() - turned, two_pi)) * out_of(p);
}

}  // namespace juggler
