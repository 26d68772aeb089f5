// Parts that wind and walls that stretch, against their sizes as given.
#include <algorithm>
#include <cmath>

#include "figures.h"
#include "given.h"

namespace juggler {
namespace {

constexpr int looks = 12;  // within each smooth stretch

double out_of(Vec3 p) { return std::hypot(p.x, p.y); }

// The middle of the part in space, twins mirrored back.
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

// The angles that are turned from a start, the least and the most.
struct Turned {
  double least = HUGE_VAL;
  double most = -HUGE_VAL;
  void look(double turned) {
    least = std::min(least, turned);
    most = std::max(most, turned);
  }
};

double off_plan(Vec3 p, Angle start, double turned) {
  return std::abs(std::remainder(std::atan2(p.y, p.x) - start.radians() - turned, two_pi)) * out_of(p);
}

// --- flights, (9)

GivenMiss miss_of(const Flight& f, const Middle& middle) {
  GivenMiss miss;
  const double whole = two_pi * *f.turns;
  const double rise = *f.pitch / two_pi;
  const double growth = (f.pitch_to.value_or(*f.pitch) - *f.pitch) / (two_pi * 2 * whole);
  Turned all;
  middle.each_across([&](Vec3 in, Vec3 out) {
    const double turned = 2 * in.z / (rise + std::sqrt(rise * rise + 4 * growth * in.z));
    const double outside = *f.outside + (f.outside_to.value_or(*f.outside) - *f.outside) * turned / whole;
    miss.look(off_plan(in, f.start, turned), "pitch as given");
    miss.look(off_plan(out, f.start, turned), "pitch as given");
    miss.look(std::abs(out_of(in) - *f.shaft / 2), "shaft.diameter as given");
    miss.look(std::abs(out_of(out) - outside / 2), "outside.diameter as given");
    miss.look(std::abs(out.z - in.z), "level lines of the flight");
    all.look(turned);
  });
  miss.look(std::abs(all.least) * *f.outside / 2, "start.at as given");
  miss.look(std::abs(all.most - whole) * *f.outside / 2, "turns as given");
  return miss;
}

// --- strips, (11)-(13)

// The lower edge on the body: by the angle turned, its distance from the axis and its height.
class LowerEdge {
 public:
  explicit LowerEdge(const HelicalStrip& s) : from_(*s.on / 2), to_(s.on_to.value_or(*s.on) / 2) {
    const bool cone = to_ != from_;
    if (s.turns) whole_ = two_pi * *s.turns;
    if (s.height || s.pitch) {
      height_ = s.height ? *s.height : *s.pitch * *s.turns;
    } else {
      const double rise = std::tan(s.lead->radians());
      height_ = cone ? (to_ - from_) / std::tan(std::asin(std::log(to_ / from_) / whole_ / rise))
                     : from_ * rise * whole_;
    }
    half_ = std::atan2(to_ - from_, height_);
    if (s.lead && cone) {
      growth_ = std::tan(s.lead->radians()) * std::sin(half_);
      if (!s.turns) whole_ = std::log(to_ / from_) / growth_;
    } else if (!s.turns) {
      whole_ = s.pitch ? two_pi * height_ / *s.pitch : height_ / (from_ * std::tan(s.lead->radians()));
    }
  }
  [[nodiscard]] double half_angle() const { return half_; }
  [[nodiscard]] double whole() const { return whole_; }
  [[nodiscard]] double height() const { return height_; }
  [[nodiscard]] double widest() const { return std::max(from_, to_); }
  [[nodiscard]] double pace(double turned) const {
    return growth_ == 0 ? turned / whole_ : from_ * std::expm1(growth_ * turned) / (to_ - from_);
  }
  [[nodiscard]] double radius(double turned) const { return from_ + (to_ - from_) * pace(turned); }
  [[nodiscard]] double z(double turned) const { return height_ * pace(turned); }
  [[nodiscard]] double turned_at(double z) const {
    return growth_ == 0 ? whole_ * z / height_ : std::log1p(z / height_ * (to_ - from_) / from_) / growth_;
  }

 private:
  double from_, to_;
  double height_ = 0, whole_ = 0, half_ = 0;
  double growth_ = 0;
};

void look_at_ends(GivenMiss& miss, const HelicalStrip& s, const LowerEdge& edge, const Turned& all) {
  if (s.ends == StripEnds::round) return;  // these begin half a width from the ends
  miss.look(std::abs(all.least) * edge.widest(), "start.at as given");
  miss.look(std::abs(all.most - edge.whole()) * edge.widest(), "turns, height or pitch as given");
}

// (13)
GivenMiss miss_of_standing(const HelicalStrip& s, const Middle& middle) {
  GivenMiss miss;
  const LowerEdge edge(s);
  const double lean = edge.half_angle() + s.tilt->radians();
  Turned all;
  middle.each([&](Vec3 p, double share) {
    const double plan = std::atan2(p.y, p.x) - s.start.radians();
    const double near = edge.turned_at(p.z - share * *s.width * std::cos(lean));
    const double turned = near + std::remainder(plan - near, two_pi);
    if (share == 0) all.look(turned);
    miss.look(std::abs(turned - near) * out_of(p), "pitch, lead_angle or tilt as given");
    const Vec2 on{edge.radius(turned), edge.z(turned)};
    const Vec2 should = on + share * *s.width * Vec2{std::sin(lean), std::cos(lean)};
    miss.look(norm(Vec2{out_of(p), p.z} - should),
              share == 0 ? "on.diameter as given" : "width or tilt as given");
  });
  look_at_ends(miss, s, edge, all);
  return miss;
}

// (12): on the flat of the middle, which a cone opens to by its apex.
GivenMiss miss_of_cone_strip(const HelicalStrip& s, double thickness, const Middle& middle) {
  GivenMiss miss;
  const LowerEdge edge(s);
  const double sine = std::sin(edge.half_angle());
  const double cosine = std::cos(edge.half_angle());
  const Vec2 out = thickness / 2 * Vec2{cosine, -sine};
  const auto flat = [&](double radius, double turned) { return radius / sine * direction(turned * sine); };
  Turned all;
  middle.each_across([&](Vec3 low, Vec3 high) {
    const double turned = edge.turned_at(low.z - out.y);
    miss.look(off_plan(low, s.start, turned), "pitch or lead_angle as given");
    miss.look(std::abs(out_of(low) - edge.radius(turned) - out.x), "on.diameter as given");
    all.look(turned);
    const double aside =
        std::cos(edge.half_angle()) * (out_of(high) - *s.on / 2 - out.x) - sine * (high.z - out.y);
    miss.look(std::abs(aside), "upper edge on the body as given");
    // Level ends run far round the body: which turn it is the nearest lower edge says.
    const double plan = std::atan2(high.y, high.x) - s.start.radians();
    const double at_high = turned + std::remainder(plan - turned, two_pi);
    double wrong = HUGE_VAL;
    for (const double turn : {-two_pi, 0.0, two_pi}) {
      const Vec2 there = flat(out_of(high), at_high + turn);
      const auto off = [&](double t) { return norm(flat(edge.radius(t) + out.x, t) - there); };
      const double wide = least(off, at_high + turn - 1, at_high + turn + 1).value;
      wrong = std::min(wrong, std::abs(wide - *s.width));
    }
    miss.look(wrong, "width as given");
  });
  look_at_ends(miss, s, edge, all);
  return miss;
}

// (11): on a cylinder, by its formed rulings.
GivenMiss miss_of_strip(const HelicalStrip& s, const Sheet& sheet, const std::vector<FormedLine>& lines) {
  GivenMiss miss;
  const double k = sheet.neutral * *sheet.thickness;
  const LowerEdge edge(s);
  const double rise = edge.height() / edge.whole();
  const double radius = *s.on / 2 + k;
  const double run = std::hypot(radius, rise);
  Turned all;
  for (const FormedLine& l : lines) {
    const double turned = edge.turned_at(l.base.z);
    miss.look(off_plan(l.base, s.start, turned), "pitch or lead_angle as given");
    miss.look(std::abs(out_of(l.base - k * l.n) - *s.on / 2), "on.diameter as given");
    const double upright = norm(l.top - l.base);
    miss.look(s.upright ? std::abs(upright - *s.upright) : std::abs(upright * radius / run - *s.width),
              s.upright ? "upright as given" : "width as given");
    all.look(turned);
  }
  // The upper edge ends before or after the lower one, by how the ends are cut.
  const double width = s.width ? *s.width : *s.upright * radius / run;
  const double ahead = s.ends == StripEnds::upright ? 0
                       : s.ends == StripEnds::level ? -width * run / radius / rise
                                                    : -width * rise / (run * radius);
  const double tip = s.ends == StripEnds::round ? width / 2 / run : 0;
  miss.look(std::abs(all.least - std::min(0.0, ahead) - tip) * radius, "start.at as given");
  miss.look(std::abs(all.most - edge.whole() - std::max(0.0, ahead) + tip) * radius,
            "turns, height or pitch as given");
  return miss;
}

// --- coils, (10)

GivenMiss miss_of_coil(const Coil& c, const Sheet& sheet, const std::vector<FormedLine>& lines) {
  GivenMiss miss;
  const double t = *sheet.thickness;
  const double k = sheet.neutral * t;
  const auto on = [&](const FormedLine& l, double layer) { return l.base + (layer - k) * l.n; };
  const auto radius = [&](const FormedLine& l) { return out_of(on(l, t / 2)); };
  const auto [first, last] = std::minmax_element(
      lines.begin(), lines.end(), [&](const auto& a, const auto& b) { return radius(a) < radius(b); });
  for (const FormedLine& l : lines) {
    const double turned = (radius(l) - radius(*first)) * two_pi / *c.spacing;
    miss.look(off_plan(on(l, t / 2), c.start, turned), "spacing as given");
    miss.look(std::abs(l.base.z) + std::abs(l.top.z - *c.width) + norm(l.e - Vec3{0, 0, 1}) * *c.width,
              "width as given");
  }
  miss.look(
      c.middle ? std::abs(radius(*first) - *c.middle / 2) : std::abs(out_of(on(*first, 0)) - *c.inside / 2),
      "diameter at the start as given");
  miss.look(c.turns ? std::abs(radius(*last) - radius(*first) - *c.spacing * *c.turns)
                    : std::abs(out_of(on(*last, t)) - *c.outside / 2),
            c.turns ? "turns as given" : "outside.diameter as given");
  return miss;
}

// --- domes, (14)

// A round stretch of a face's meridian, and of the middle.
struct Round {
  Vec2 centre;
  double radius = 0;
};

class DomeGiven {
 public:
  DomeGiven(const Dome& d, const Sheet& sheet) : d_(d), t_(*sheet.thickness) {
    layer_ = depth_of(d.sizes_on.value_or(sheet.sizes_on.value_or(Face::middle)), t_);
    d.kind == DomeKind::sphere ? add_sphere() : add_dished();
  }

  GivenMiss result(const Middle& middle) {
    middle.each([&](Vec3 p, double) { miss_.look(off(p), "diameters, radii or rise as given"); });
    middle.each_across([&](Vec3 low, Vec3 high) {
      miss_.look(off_rim(low), "rim as given");
      miss_.look(std::abs(out_of(on_face(high, rounds_.back())) - d_.crown.value_or(0) / 2),
                 "crown as given");
    });
    return miss_;
  }

 private:
  void add_sphere() {
    const double radius =
        d_.diameter ? *d_.diameter / 2 : (*d_.rim * *d_.rim / 4 + *d_.rise * *d_.rise) / (2 * *d_.rise);
    const double crown = d_.crown.value_or(0) / 2;
    double up = 0;  // of the centre
    if (d_.whole) up = std::sqrt(radius * radius - crown * crown);
    if (d_.rise) up = *d_.rise - radius;
    if (d_.rim && d_.diameter) up = -std::sqrt(std::max(0.0, radius * radius - *d_.rim * *d_.rim / 4));
    rounds_.push_back({{0, up}, radius});
    rim_ = d_.whole ? crown : std::sqrt(radius * radius - up * up);
  }
  void add_dished() {
    rim_ = *d_.rim / 2;
    const double reach = rim_ - *d_.knuckle_radius;
    const double apart = *d_.crown_radius - *d_.knuckle_radius;
    rounds_.push_back({{reach, d_.straight}, *d_.knuckle_radius});
    rounds_.push_back({{0, d_.straight - std::sqrt(apart * apart - reach * reach)}, *d_.crown_radius});
  }
  // The faces lie beside the middle, the inside nearer to the centres.
  [[nodiscard]] double on_middle(const Round& r) const { return r.radius + t_ / 2 - layer_; }
  [[nodiscard]] Vec3 on_face(Vec3 p, const Round& r) const {
    const Vec2 q{out_of(p), p.z};
    const Vec2 made = r.centre + r.radius / norm(q - r.centre) * (q - r.centre);
    return {made.x, 0, made.y};
  }
  [[nodiscard]] double off(Vec3 p) const {
    const Vec2 q{out_of(p), p.z};
    if (rounds_.size() == 1) return std::abs(norm(q - rounds_[0].centre) - on_middle(rounds_[0]));
    if (q.y < d_.straight) return std::abs(q.x - rim_ - t_ / 2 + layer_);
    // Beyond the line through both centres the crown goes on.
    const Vec2 way = rounds_[0].centre - rounds_[1].centre;
    const Round& here = cross(way, q - rounds_[1].centre) > 0 ? rounds_[1] : rounds_[0];
    return std::abs(norm(q - here.centre) - on_middle(here));
  }
  [[nodiscard]] double off_rim(Vec3 p) const {
    if (d_.kind == DomeKind::dished) return std::abs(p.z) + std::abs(out_of(p) - rim_ - t_ / 2 + layer_);
    const Vec3 face = on_face(p, rounds_.front());
    return std::abs(face.z) + std::abs(face.x - rim_);
  }

  const Dome& d_;
  double t_;
  double layer_ = 0;  // of the sizes, below the inside
  double rim_ = 0;
  std::vector<Round> rounds_;
  GivenMiss miss_;
};

GivenMiss miss_of_seams(const Dome& d, const std::vector<CurvedPiece>& gores) {
  GivenMiss miss;
  const double step = two_pi / d.gores;
  for (const CurvedPiece& gore : gores) {
    const Surface& s = gore.surface;
    miss.look(std::abs(static_cast<double>(gore.copies.size()) - d.gores) * s.size, "number of gores");
    const double v = (s.vs.front() + s.vs.back()) / 2;
    const Vec3 a = s.point(s.us.front(), v).at;
    const Vec3 b = s.point(s.us.back(), v).at;
    for (const Vec3 p : {a, b})
      miss.look(std::abs(std::remainder(std::atan2(p.y, p.x) - d.start.radians(), step)) * out_of(p),
                "start.at as given");
    const double wide = std::atan2(b.y, b.x) - std::atan2(a.y, a.x);
    miss.look(std::abs(std::remainder(wide - step, two_pi)) * out_of(a), "width of a gore");
  }
  return miss;
}

// --- ruled walls, (15)

// How far a place of an edge lies off its curve; of one through points nothing.
double off_curve(const SpaceCurve& c, Vec3 p) {
  if (!c.points.empty()) return 0;
  const double rise = *c.pitch * *c.turns;
  const double grows = c.diameter_to.value_or(*c.diameter) - *c.diameter;
  const double plan = std::atan2(p.y, p.x) - c.start.radians();
  const double turns = *c.turns;
  const double share = rise > 0 ? (p.z - c.height) / rise
                       : grows != 0
                           ? (2 * out_of(p) - *c.diameter) / grows
                           : (plan - two_pi * std::floor(plan / two_pi + within::same)) / (two_pi * turns);
  const double off = std::abs(std::remainder(plan - two_pi * turns * share, two_pi)) * out_of(p);
  return worse({off, std::abs(2 * out_of(p) - *c.diameter - grows * share) / 2,
                std::abs(p.z - c.height - rise * share)});
}

// The places that an edge must come by: what was given, or the ends of the helix.
std::vector<Vec3> places_of(const SpaceCurve& c) {
  if (!c.points.empty()) return c.points;
  const auto at = [&](double share) {
    const double r = (*c.diameter + share * (c.diameter_to.value_or(*c.diameter) - *c.diameter)) / 2;
    const Vec2 way = direction(c.start.radians() + two_pi * *c.turns * share);
    return Vec3{r * way.x, r * way.y, c.height + *c.pitch * *c.turns * share};
  };
  return {at(0), at(1)};
}

GivenMiss miss_of(const RuledWall& w, const Middle& middle) {
  GivenMiss miss;
  middle.each_across([&](Vec3 low, Vec3 high) {
    miss.look(off_curve(w.base, low), "base as given");
    miss.look(off_curve(w.top, high), "top as given");
  });
  for (const bool top : {false, true}) {
    for (const Vec3 p : places_of(top ? w.top : w.base))
      miss.look(middle.away(p, top), top ? "top as given" : "base as given");
  }
  return miss;
}

// --- transitions by even rulings

GivenMiss miss_of(const Transition& t, const Seam& seam, const Middle& middle) {
  GivenMiss miss;
  const EndFrame base = frame_of(t.base, {});
  const EndFrame top = frame_of(t.top, {t.shift.x, t.shift.y, *t.height});
  const ProfileDistance off_base(t.base.profile);
  const ProfileDistance off_top(t.top.profile);
  const auto look = [&](const EndFrame& f, const ProfileDistance& off, Vec3 p, const char* what) {
    const Vec3 q = p - f.centre;
    miss.look(std::abs(dot(f.normal, q)), what);
    miss.look(off({dot(q, f.x), dot(q, f.y)}), what);
  };
  middle.each_across([&](Vec3 low, Vec3 high) {
    look(base, off_base, low, "base profile as given");
    look(top, off_top, high, "top profile as given");
  });
  if (t.base.profile.open) return miss;
  middle.each_end([&](Vec3 low) {
    miss.look(off_plan_angles(seam, {low.x, low.y}), "plan angle of the seam");
  });
  return miss;
}

}  // namespace

GivenMiss miss_of_given(const std::vector<CurvedPiece>& pieces, const Shape& shape, const Sheet& sheet,
                        const Seam& seam, Hand hand) {
  const Middle middle(pieces, hand);
  if (const auto* f = std::get_if<Flight>(&shape)) return miss_of(*f, middle);
  if (const auto* w = std::get_if<RuledWall>(&shape)) return miss_of(*w, middle);
  if (const auto* t = std::get_if<Transition>(&shape)) return miss_of(*t, seam, middle);
  if (const auto* s = std::get_if<HelicalStrip>(&shape))
    return s->tilt ? miss_of_standing(*s, middle) : miss_of_cone_strip(*s, *sheet.thickness, middle);
  const auto* d = std::get_if<Dome>(&shape);
  if (!d) return {};
  GivenMiss miss = DomeGiven(*d, sheet).result(Middle(pieces, Hand::as_drawn));
  const GivenMiss seams = miss_of_seams(*d, pieces);
  miss.look(seams.distance, seams.what);
  return miss;
}

GivenMiss miss_of_wound(std::vector<FormedLine> lines, const Shape& shape, const Sheet& sheet, Hand hand) {
  if (lines.empty()) return {};
  if (hand == Hand::opposite) {
    for (FormedLine& l : lines) {
      for (Vec3* v : {&l.base, &l.top, &l.e, &l.n}) v->y = -v->y;
    }
  }
  if (const auto* c = std::get_if<Coil>(&shape)) return miss_of_coil(*c, sheet, lines);
  if (const auto* s = std::get_if<HelicalStrip>(&shape)) return miss_of_strip(*s, sheet, lines);
  return {};
}

}  // namespace juggler
