#include "curved_end.h"

#include <algorithm>

#include "form/cuts.h"
#include "geom/patience.h"

namespace juggler {
namespace {

Vec3 normal_of(const SurfacePoint& p) { return unit(cross(p.du, p.dv)); }

// Where the lines across a surface run into the other part.
class LinesAcross {
 public:
  LinesAcross(const Surface& surface, double thickness, const EndBody& end)
      : s_(surface),
        t_(thickness),
        end_(end),
        face_(end.met, end.face == Face::outside ? outside_layer : inside_layer),
        far_(end.end == EndName::base ? surface.vs.back() : surface.vs.front()),
        near_(end.end == EndName::base ? surface.vs.front() : surface.vs.back()) {
    double sum = 0;
    for (const double u : {0.1, 0.5, 0.9}) {
      const auto off = face_.from(s_.point(at_share(u), off_tip(far_)).at);
      if (off) sum += off->first;
    }
    side_ = sum < 0 ? -1 : 1;
  }

  /// v, by u.
  [[nodiscard]] double met(double u) const {
    go_on();
    constexpr int looks = 48;
    constexpr double beyond = 1.0;  // as long again as it is
    double before = off_tip(far_);
    double nearest = HUGE_VAL;
    bool over = before_face(u, before) > 0;
    for (int i = 1; i <= looks; ++i) {
      const double v = far_ + (near_ - far_) * (1 + beyond) * i / looks;
      const double off = before_face(u, v);
      nearest = std::min(nearest, off);
      if (over && off <= 0)
        return root([&](double w) { return before_face(u, w); }, std::min(before, v), std::max(before, v));
      over = off < HUGE_VAL;
      before = v;
    }
    refuse_missing(u, nearest);
  }
  /// What touches there: which layer, on which stretch of the other part. Between changes the curve is
  /// smooth.
  struct Touching {
    int layer = 0;  // below 0 the inside face, above 0 the outside face, 0 one between them
    std::pair<size_t, size_t> on;
    bool operator==(const Touching&) const = default;
  };
  [[nodiscard]] Touching touching(double u) const {
    const double v = met(u);
    const SurfacePoint p = s_.point(u, v);
    const Vec3 n = normal_of(p);
    Touching t;
    const Contact contact = end_.contact_made();
    if (t_ > 0 && (contact == Contact::clear || contact == Contact::full)) {
      const double sense = contact == Contact::clear ? 1 : -1;
      const Off in = off(p, n, -t_ / 2);
      const Off out = off(p, n, t_ / 2);
      const double faces = std::min(sense * in.distance, sense * out.distance);
      const bool between =
          in.lean * out.lean < 0 && sense * before_face(u, v) < faces - within::exact * s_.size;
      t.layer = between ? 0 : sense * in.distance <= sense * out.distance ? -1 : 1;
    }
    t.on = face_.stretch_under(p.at + t.layer * t_ / 2 * n);
    return t;
  }
  [[nodiscard]] Phrase plan(double u) const {
    const Vec3 p = s_.point(u, off_tip(near_)).at;
    const double plan = std::atan2(p.y, p.x);
    return "plan angle " + shown_degrees(Angle::radians(plan < 0 ? plan + two_pi : plan), 1);
  }

 private:
  [[nodiscard]] double at_share(double share) const {
    return s_.us.front() + share * (s_.us.back() - s_.us.front());
  }
  // A pole has no normal.
  [[nodiscard]] double off_tip(double v) const { return v + within::beside * ((near_ + far_) / 2 - v); }

  struct Off {
    double distance = HUGE_VAL, lean = 0;
  };
  [[nodiscard]] Off off(const SurfacePoint& p, Vec3 n, double layer) const {
    const auto from = face_.from(p.at + layer * n);
    return from ? Off{side_ * from->first - end_.gap, side_ * dot(from->second, n)} : Off{};
  }

  // How far the layer that touches lies before the face, less the gap; without end where it stands over none.
  [[nodiscard]] double before_face(double u, double v) const {
    const SurfacePoint p = s_.point(u, v);
    const Vec3 n = normal_of(p);
    const Contact contact = end_.contact_made();
    if (t_ == 0 || (contact != Contact::clear && contact != Contact::full))
      return off(p, n, contact_layer(contact, t_ / 2, t_, t_ / 2) - t_ / 2).distance;
    const double sense = contact == Contact::clear ? 1 : -1;
    const Off in = off(p, n, -t_ / 2);
    const Off out = off(p, n, t_ / 2);
    const double faces = sense * std::min(sense * in.distance, sense * out.distance);
    if (in.lean * out.lean >= 0 || faces == HUGE_VAL) return faces;
    const Least between =
        valley([&](double layer) { return sense * off(p, n, layer).distance; }, -t_ / 2, t_ / 2);
    return sense * std::min(sense * faces, between.value);
  }

  [[noreturn]] void refuse_missing(double u, double nearest) const {
    throw Refusal(
        {.reason = "does not receive all of this part: a line of it misses its " +
                   std::string(end_.face == Face::outside ? "outside" : "inside"),
         .key = end_.key,
         .found = end_.body + ", " +
                  (nearest < HUGE_VAL ? "which it misses by " + shown_mm(nearest) : "which it passes by") +
                  " at " + plan(u),
         .allowed = "a part that every line runs into between its ends",
         .advice = "move it nearer to the middle of the other, turn it, or make it narrower"});
  }

  const Surface& s_;
  double t_;
  const EndBody& end_;
  NeighbourFace face_;
  double far_, near_;
  double side_ = 1;
};

// The curve of an end: v by u, in series.
struct EndCurve {
  std::vector<double> breaks;  // where it is smooth but once, or has a corner
  struct Part {
    double from = 0, to = 0;
    Series v, rate;
  };
  std::vector<Part> parts;
  [[nodiscard]] const Part& part(double u) const {
    return *std::find_if(parts.begin(), parts.end() - 1, [&](const Part& p) { return u <= p.to; });
  }
  [[nodiscard]] double operator()(double u) const { return part(u).v(u); }
  [[nodiscard]] double rate(double u) const { return part(u).rate(u); }
  [[nodiscard]] std::pair<double, double> extent() const {
    double low = HUGE_VAL, high = -HUGE_VAL;
    for (const Part& p : parts) {
      for (int i = 0; i <= 32; ++i) {
        const double v = p.v(p.from + (p.to - p.from) * i / 32);
        low = std::min(low, v);
        high = std::max(high, v);
      }
    }
    return {low, high};
  }
};

[[noreturn]] void refuse_torn(const LinesAcross& lines, const EndBody& end, double u) {
  throw Refusal({.reason = "would tear the edge: neighbouring lines meet places of it that lie apart",
                 .key = end.key,
                 .found = end.body + " at " + lines.plan(u),
                 .advice = "move it off the edge of the other, or turn it"});
}

// Where another layer touches, or another stretch of the other part.
std::vector<double> changes_of(const Surface& s, const LinesAcross& lines) {
  std::vector<double> changes;
  const double whole = s.us.back() - s.us.front();
  for (size_t i = 0; i + 1 < s.us.size(); ++i) {
    const double width = s.us[i + 1] - s.us[i];
    const int looks = std::max(6, static_cast<int>(std::ceil(96 * width / whole)));
    const auto at = [&](int k) {
      return s.us[i] + width * std::clamp(static_cast<double>(k) / looks, within::same, 1 - within::same);
    };
    double before = at(0);
    LinesAcross::Touching known = lines.touching(before);
    for (int k = 1; k <= looks; ++k) {
      const double next = at(k);
      const LinesAcross::Touching there = lines.touching(next);
      // Several may lie between two looks, as where a layer between the faces touches on a short way.
      for (int pass = 0; known != there && pass < 6; ++pass) {
        double a = before, b = next;
        for (int n = 0; n < 50 && b - a > within::quadrature * whole; ++n) {
          const double m = (a + b) / 2;
          (lines.touching(m) == known ? a : b) = m;
        }
        changes.push_back(b);
        known = lines.touching(std::min(next, b + within::rounding * whole));
        before = b;
      }
      known = there;
      before = next;
    }
  }
  std::sort(changes.begin(), changes.end());
  std::vector<double> apart;
  for (const double u : changes) {
    const auto beside = [&](double border) { return std::abs(u - border) < within::beside * whole; };
    if (std::none_of(s.us.begin(), s.us.end(), beside) && (apart.empty() || !beside(apart.back())))
      apart.push_back(u);
  }
  return apart;
}

EndCurve curve_of(const Surface& s, const LinesAcross& lines, const EndBody& end) {
  EndCurve curve;
  const double reach = s.vs.back() - s.vs.front();
  const std::function<void(double, double, int)> fit = [&](double a, double b, int depth) {
    std::vector<double> v;
    for (const double u : Series::nodes(a, b)) v.push_back(lines.met(u));
    const Series series = Series::fit(a, b, v);
    constexpr int deepest = 12;
    const double allowed = (depth < 6 ? 0.1 : 10) * within::same * reach;
    if (series.tail() <= allowed) {
      curve.parts.push_back({a, b, series, series.derivative()});
    } else if (depth == deepest) {
      refuse_torn(lines, end, (a + b) / 2);
    } else {
      fit(a, (a + b) / 2, depth + 1);
      fit((a + b) / 2, b, depth + 1);
    }
  };
  curve.breaks = changes_of(s, lines);
  std::vector<double> us = s.us;
  us.insert(us.end(), curve.breaks.begin(), curve.breaks.end());
  std::sort(us.begin(), us.end());
  for (size_t i = 0; i + 1 < us.size(); ++i) {
    if (us[i + 1] - us[i] > within::same * (us.back() - us.front())) fit(us[i], us[i + 1], 0);
  }
  for (size_t i = 0; i + 1 < curve.parts.size(); ++i) {
    const double u = curve.parts[i].to;
    if (std::abs(curve.parts[i].v(u) - curve.parts[i + 1].v(u)) > within::beside * reach)
      refuse_torn(lines, end, u);
  }
  return curve;
}

// (18)
Surface cut_at(const Surface& whole, const EndCurve& curve, const EndBody& end) {
  const bool base = end.end == EndName::base;
  const auto [low, high] = curve.extent();
  std::vector<double> vs = whole.vs;
  if (!base) std::reverse(vs.begin(), vs.end());
  const double sense = base ? 1 : -1;
  const double first = base ? low : high;  // of the curve, coming from outside
  const double last = base ? high : low;
  // Stretches that are cut away whole.
  while (vs.size() > 2 && sense * (vs[1] - first) <= 0) vs.erase(vs.begin());
  if (sense * (vs[1] - last) <= within::same * std::abs(whole.vs.back() - whole.vs.front()))
    throw Refusal({.reason = vs.size() > 2
                                 ? "cuts this part along a line at which its curvature changes and beyond it"
                                 : "leaves no metal of this part",
                   .key = end.key,
                   .found = end.body,
                   .allowed = "an end within one stretch of the wall",
                   .advice = "move the part"});
  Surface s = whole;
  const double from = vs[0], to = vs[1];
  if (!base) std::reverse(vs.begin(), vs.end());
  s.vs = vs;
  s.us.insert(s.us.end(), curve.breaks.begin(), curve.breaks.end());
  std::sort(s.us.begin(), s.us.end());
  s.us.erase(std::unique(s.us.begin(), s.us.end()), s.us.end());
  const auto place = [curve, from, to, sense](double u, double w) {
    struct At {
      double v, dv_du, dv_dw;
    };
    if (sense * (w - to) >= 0) return At{w, 0, 1};
    const double share = (w - from) / (to - from);
    const double cut = curve(u);
    return At{cut + share * (to - cut), (1 - share) * curve.rate(u), (to - cut) / (to - from)};
  };
  s.point = [point = whole.point, place](double u, double w) {
    const auto at = place(u, w);
    const SurfacePoint p = point(u, at.v);
    return SurfacePoint{p.at, p.du + at.dv_du * p.dv, at.dv_dw * p.dv};
  };
  if (whole.guess)
    s.guess = [guess = whole.guess, place](double u, double w) { return guess(u, place(u, w).v); };
  return s;
}

// From the lowest to the highest of the metal.
double height_of(const CurvedForm& form, double thickness) {
  double low = HUGE_VAL, high = -HUGE_VAL;
  for (const CurvedPiece& piece : form.pieces) {
    const Surface& s = piece.surface;
    const auto height = [&](double u, double v, double layer) {
      const SurfacePoint p = s.point(u, v);
      const Vec3 across = cross(p.du, p.dv);
      return (p.at + (norm(across) > 0 ? layer / norm(across) * across : Vec3{0, 0, layer})).z;
    };
    for (size_t i = 0; i + 1 < s.us.size(); ++i) {
      const auto along = [&](double share) { return s.us[i] + share * (s.us[i + 1] - s.us[i]); };
      for (const double v : s.vs) {
        for (const double sense : {1.0, -1.0}) {
          for (const double layer : {-thickness / 2, thickness / 2}) {
            const auto at = [&](double share) { return sense * height(along(share), v, layer); };
            const Least least = juggler::least(at, 0, 1);
            low = std::min(low, sense * least.value);
            high = std::max(high, sense * least.value);
          }
        }
      }
      constexpr int looks = 24;
      for (int k = 0; k <= looks * looks; ++k) {
        const double v = s.vs.front() + (s.vs.back() - s.vs.front()) * (k % looks) / looks;
        for (const double layer : {-thickness / 2, thickness / 2}) {
          const double z = height(along(static_cast<double>(k / looks) / looks), v, layer);
          low = std::min(low, z);
          high = std::max(high, z);
        }
      }
    }
  }
  return high - low;
}

}  // namespace

CurvedForm ended_by(CurvedForm form, double thickness, const std::vector<EndBody>& ends) {
  if (ends.empty()) return form;
  for (const EndBody& end : ends) {
    std::vector<CurvedPiece> pieces;
    for (const CurvedPiece& whole : form.pieces) {
      int number = whole.number;
      for (const CopyPlace& copy : whole.copies) {
        const Surface stands = copied(whole.surface, copy);
        const LinesAcross lines(stands, thickness, end);
        CurvedPiece piece = whole;
        piece.surface = cut_at(stands, curve_of(stands, lines, end), end);
        piece.copies = {{}};
        piece.number = number++;
        pieces.push_back(std::move(piece));
      }
    }
    form.pieces = std::move(pieces);
  }
  form.overall_height = height_of(form, thickness);
  return form;
}

}  // namespace juggler
