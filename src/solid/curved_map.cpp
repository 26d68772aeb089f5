// Walls that forming stretches: places of the blank by its own map, the wall as it is asked for; and ways
// between. docs/maths/solid.md (10)-(12).
#include <algorithm>
#include <array>
#include <memory>

#include "develop/stretch.h"
#include "proof/formed.h"
#include "sheet_map.h"

namespace juggler {
namespace {

constexpr size_t n = Series::size;
// Chebyshev's polynomials at a place, and their derivatives.
struct Polynomials {
  std::array<double, n> value{}, slope{};
  Polynomials(double x, size_t count) {
    double second_before = 0, second = 1;  // of the second kind
    value[0] = 1;
    for (size_t j = 1; j < count; ++j) {
      value[j] = j == 1 ? x : 2 * x * value[j - 1] - value[j - 2];
      slope[j] = static_cast<double>(j) * second;
      const double next = 2 * x * second - second_before;
      second_before = second;
      second = next;
    }
  }
};

// A patch of the blank as polynomials in both parameters, of as many terms as count.
class PatchFlat {
 public:
  PatchFlat(const StretchPatch& p, double size) : from_{p.u_from, p.v_from}, to_{p.u_to, p.v_to} {
    // The polynomials at the nodes, by the node.
    std::vector<Polynomials> at_node;
    for (const double x : Series::nodes(-1, 1)) at_node.emplace_back(x, n);
    std::array<std::array<Vec2, n>, n> rows{};
    for (size_t i = 0; i < n; ++i) {
      for (size_t j = 0; j < n; ++j) {
        for (size_t k = 0; k < n; ++k) rows[i][j] = rows[i][j] + at_node[k].value[j] * p.at[i * n + k];
      }
    }
    for (size_t i = 0; i < n; ++i) {
      for (size_t j = 0; j < n; ++j) {
        Vec2 c;
        for (size_t k = 0; k < n; ++k) c = c + at_node[k].value[i] * rows[k][j];
        c_[i][j] = (i == 0 ? 1.0 : 2.0) * (j == 0 ? 1.0 : 2.0) / (n * n) * c;
        if (norm(c_[i][j]) <= within::settled * size) continue;
        count_u_ = std::max(count_u_, i + 1);
        count_v_ = std::max(count_v_, j + 1);
      }
    }
  }
  [[nodiscard]] bool has(double u, double v) const {
    return u >= from_.x && u <= to_.x && v >= from_.y && v <= to_.y;
  }
  [[nodiscard]] FlatPoint at(double u, double v) const {
    const Vec2 half = 0.5 * (to_ - from_);
    const Polynomials x(((u - from_.x) - (to_.x - u)) / (2 * half.x), count_u_);
    const Polynomials y(((v - from_.y) - (to_.y - v)) / (2 * half.y), count_v_);
    FlatPoint p;
    for (size_t i = 0; i < count_u_; ++i) {
      Vec2 along, change;
      for (size_t j = 0; j < count_v_; ++j) {
        along = along + y.value[j] * c_[i][j];
        change = change + y.slope[j] * c_[i][j];
      }
      p.at = p.at + x.value[i] * along;
      p.du = p.du + (x.slope[i] / half.x) * along;
      p.dv = p.dv + (x.value[i] / half.y) * change;
    }
    return p;
  }

 private:
  Vec2 from_, to_;
  size_t count_u_ = 1, count_v_ = 1;
  std::array<std::array<Vec2, n>, n> c_{};
};

// A wall in two parameters: on the flat and in space. Beyond its parameters both go on straight.
struct BothWays {
  std::vector<double> us, vs;  // smooth from each to the next
  std::function<FlatPoint(double, double)> flat_within;
  std::function<SurfacePoint(double, double)> space_within;
  double outwards = 1;  // du x dv to the outside face, or -1
  double size = 0;

  [[nodiscard]] FlatPoint flat(double u, double v) const {
    const double a = std::clamp(u, us.front(), us.back()), b = std::clamp(v, vs.front(), vs.back());
    FlatPoint p = flat_within(a, b);
    p.at = p.at + (u - a) * p.du + (v - b) * p.dv;
    return p;
  }
};

BothWays both_of(const StretchedPiece& piece, const Blank& b) {
  BothWays w;
  const auto number = static_cast<size_t>(std::max(0, b.piece - piece.curved.number));
  const std::vector<CopyPlace>& copies = piece.curved.copies;
  const Surface s = copied(piece.curved.surface, copies[std::min(number, copies.size() - 1)]);
  w.us = s.us;
  w.vs = s.vs;
  w.size = s.size;
  auto patches = std::make_shared<std::vector<PatchFlat>>();
  for (const StretchPatch& p : b.patches) patches->emplace_back(p, s.size);
  w.flat_within = [patches](double u, double v) {
    const auto found =
        std::find_if(patches->begin(), patches->end() - 1, [&](const auto& p) { return p.has(u, v); });
    return found->at(u, v);
  };
  w.space_within = s.point;
  return w;
}

BothWays both_of_flight(const Blank& b, const Form& f) {
  BothWays w;
  auto panels = std::make_shared<const std::vector<FlatPanel>>(flat_panels(b));
  struct Rates {
    Series base_x, base_y, top_x, top_y;
  };
  auto rates = std::make_shared<std::vector<Rates>>();
  for (const FlatPanel& p : *panels) {
    w.us.push_back(p.from);
    rates->push_back(
        {p.base_x.derivative(), p.base_y.derivative(), p.top_x.derivative(), p.top_y.derivative()});
  }
  w.us.push_back(panels->back().to);
  w.vs = {0, 1};
  w.size = f.size;
  w.flat_within = [panels, rates](double u, double v) {
    const FlatPanel& p = panel_at(*panels, u);
    const Rates& r = (*rates)[static_cast<size_t>(&p - panels->data())];
    const Vec2 base = p.base(u), top = p.top(u);
    const Vec2 d_base{r.base_x(u), r.base_y(u)}, d_top{r.top_x(u), r.top_y(u)};
    return FlatPoint{base + v * (top - base), d_base + v * (d_top - d_base), top - base};
  };
  w.space_within = [&f](double u, double v) {
    const Ruling r = ruling_at(f.wall, u);
    const Cut base = f.base(u), top = f.top(u);
    const double s = base.s + v * (top.s - base.s), ds = base.ds + v * (top.ds - base.ds);
    return SurfacePoint{r.c + s * r.e, r.dc + ds * r.e + s * r.de, (top.s - base.s) * r.e};
  };
  const double middle = (w.us.front() + w.us.back()) / 2;
  const SurfacePoint p = w.space_within(middle, 0);
  if (dot(cross(p.du, p.dv), ruling_at(f.wall, middle).n) < 0) w.outwards = -1;
  return w;
}

struct FlatMatrix {
  Vec2 x, y;  // what the flat's x and y come to by the parameters
};
FlatMatrix undone(const FlatPoint& p) {
  const double det = cross(p.du, p.dv);
  return {{p.dv.y / det, -p.du.y / det}, {-p.dv.x / det, p.du.x / det}};
}

// How the flat's x and y, turned into the wall as nearly as may be, and the outward normal stand there. (11)
struct Lies {
  Vec3 at, x, y, normal;
};

Vec3 turned(const Lies& f, Vec3 w) { return w.x * f.x + w.y * f.y + w.z * f.normal; }
Vec3 own(const Lies& f, Vec3 w) { return {dot(f.x, w), dot(f.y, w), dot(f.normal, w)}; }

Vec3 rotated(Vec3 turn, Vec3 w) {
  const double angle = norm(turn);
  if (angle == 0) return w;
  const Vec3 axis = 1 / angle * turn;
  return std::cos(angle) * w + std::sin(angle) * cross(axis, w) +
         ((1 - std::cos(angle)) * dot(axis, w)) * axis;
}

// The turn that brings one frame upon the other, in the first one's own ways.
Vec3 turn_between(const Lies& a, const Lies& b) {
  const Vec3 x = own(a, b.x), y = own(a, b.y), z = own(a, b.normal);
  const Vec3 twice{y.z - z.y, z.x - x.z, x.y - y.x};  // 2 sin(angle) axis
  const double sine = norm(twice) / 2, cosine = (x.x + y.y + z.z - 1) / 2;
  return sine > 0 ? std::atan2(sine, cosine) / sine * 0.5 * twice : Vec3{};
}

class CurvedSheet {
 public:
  CurvedSheet(BothWays w, const Mapping& mapping)
      : w_(std::move(w)),
        share_(mapping.options.share),
        half_(mapping.blank->thickness / 2),
        sense_(mapping.blank->face_up == Face::inside ? -1 : 1) {
    us_ = levels(true, mapping.options);
    vs_ = levels(false, mapping.options);
    for (const double u : places(w_.us)) {
      for (const double v : places(w_.vs)) looks_.push_back({w_.flat(u, v).at, u, v});
    }
    point_ = plane().point;
    if (share_ < 1) lay_spine();
  }

  [[nodiscard]] const std::vector<double>& us() const { return us_; }
  [[nodiscard]] const std::vector<double>& vs() const { return vs_; }

  [[nodiscard]] Vec3 parameters(Vec2 p) const {
    const auto nearest = std::min_element(looks_.begin(), looks_.end(), [&](const Look& a, const Look& b) {
      return norm(a.on_flat - p) < norm(b.on_flat - p);
    });
    double u = nearest->u, v = nearest->v;
    double off = norm(p - w_.flat(u, v).at);
    for (int i = 0; i < 40 && off > within::exact * w_.size; ++i) {
      const FlatPoint f = w_.flat(u, v);
      const FlatMatrix m = undone(f);
      const Vec2 by = (p - f.at).x * m.x + (p - f.at).y * m.y;
      if (!std::isfinite(by.x + by.y)) break;
      // No farther than a third of the wall at a time, and never away.
      double share = 1 / std::max({1.0, 3 * std::abs(by.x) / wide(), 3 * std::abs(by.y) / high()});
      double next = norm(p - w_.flat(u + share * by.x, v + share * by.y).at);
      for (int k = 0; k < 8 && !(next < off); ++k) {
        share /= 2;
        next = norm(p - w_.flat(u + share * by.x, v + share * by.y).at);
      }
      if (!(next < off)) break;
      u += share * by.x;
      v += share * by.y;
      off = next;
    }
    // At a point of the wall any u will do.
    if (norm(w_.flat(u, v).du) * wide() <= within::little * w_.size)
      u = std::clamp(u, w_.us.front(), w_.us.back());
    return {u, v, 0};
  }

  // Where an arc of the flat crosses a line of one parameter, by secants from a place near it.
  [[nodiscard]] std::optional<OnArc> on_arc(const Arc& arc, double about, double level, bool along_u) const {
    const auto off = [&](double along) {
      const Vec3 of = parameters(point_at(arc, along));
      return (along_u ? of.x : of.y) - level;
    };
    double before = about, at = about + within::little * arc.length;
    double was = off(before), now = off(at);
    for (int i = 0; i < 12 && now != was; ++i) {
      const double next = std::clamp(at - now * (at - before) / (now - was), 0.0, arc.length);
      before = at;
      was = now;
      at = next;
      now = off(at);
      if (std::abs(now) > within::exact * (along_u ? wide() : high())) continue;
      const Vec2 p = point_at(arc, at);
      Vec3 of = parameters(p);
      (along_u ? of.x : of.y) = level;
      return OnArc{at, {p, of}, true};
    }
    return std::nullopt;
  }
  [[nodiscard]] ParameterPlane plane() const {
    const FlatPoint middle = w_.flat((w_.us.front() + w_.us.back()) / 2, (w_.vs.front() + w_.vs.back()) / 2);
    const double x = (cross(middle.du, middle.dv) > 0 ? 1 : -1) * static_cast<double>(us_.size()) / wide();
    const double y = static_cast<double>(vs_.size()) / high();
    ParameterPlane p;
    p.place = [x, y](Vec3 of) { return Vec2{x * of.x, y * of.y}; };
    p.on_flat = [w = w_](Vec3 of) { return w.flat(of.x, of.y).at; };
    // Where the lines across have no distance.
    const auto pointed = [&](double v) {
      return norm(w_.flat(us_[us_.size() / 2], v).du) * wide() < within::little * w_.size;
    };
    const double low = pointed(w_.vs.front()) ? w_.vs.front() : -HUGE_VAL;
    const double top = pointed(w_.vs.back()) ? w_.vs.back() : HUGE_VAL;
    const double near = within::little * within::little * high();
    p.point = [low, top, near](Vec3 of) { return of.y <= low + near ? 1 : of.y >= top - near ? 2 : 0; };
    return p;
  }
  static FlatCorner crossing(const FlatCorner& a, const FlatCorner& z, double level, bool along_u) {
    const double from = along_u ? a.of.x : a.of.y, to = along_u ? z.of.x : z.of.y;
    const double share = (level - from) / (to - from);
    Vec3 of = a.of + share * (z.of - a.of);
    (along_u ? of.x : of.y) = level;
    return {a.at + share * (z.at - a.at), of};
  }

  [[nodiscard]] Stood place(const FlatCorner& c) const {
    // A point of the wall has one normal, whichever way it is come to.
    const double u = point_ && point_(c.of) != 0 ? (w_.us.front() + w_.us.back()) / 2 : c.of.x;
    const Lies f = share_ == 1 ? lies(u, c.of.y) : part_way(u, c.of.y);
    return {f.at - half_ * f.normal, f.normal};
  }

 private:
  struct Look {
    Vec2 on_flat;
    double u = 0, v = 0;
  };

  // A few along each stretch.
  static std::vector<double> places(const std::vector<double>& breaks) {
    std::vector<double> all;
    for (size_t i = 0; i + 1 < breaks.size(); ++i) {
      for (const double share : {0.02, 0.25, 0.5, 0.75, 0.98})
        all.push_back(breaks[i] + share * (breaks[i + 1] - breaks[i]));
    }
    return all;
  }

  [[nodiscard]] Lies lies(double u, double v) const {
    const double a = std::clamp(u, w_.us.front(), w_.us.back()),
                 b = std::clamp(v, w_.vs.front(), w_.vs.back());
    const SurfacePoint at = w_.space_within(a, b);
    const FlatPoint f = w_.flat_within(a, off_tips(b));
    const SurfacePoint p = w_.space_within(a, off_tips(b));
    const FlatMatrix m = undone(f);
    const Vec3 x = m.x.x * p.du + m.x.y * p.dv, y = m.y.x * p.du + m.y.y * p.dv;
    const Vec3 normal = w_.outwards * unit(cross(p.du, p.dv));
    // Of the two the nearest pair that is square: both turned by one angle. The flat shows one face or the
    // other.
    const Vec3 up = sense_ * normal;
    const Vec3 e = unit(x), g = cross(up, e);
    const double turn = std::atan2(dot(x, g) - dot(y, e), dot(x, e) + dot(y, g));
    const Vec3 ex = std::cos(turn) * e + std::sin(turn) * g;
    return {at.at + (u - a) * at.du + (v - b) * at.dv, ex, cross(up, ex), normal};
  }
  // Where the wall comes to a point nothing has a length along it, and beside it stands for it.
  [[nodiscard]] double off_tips(double v) const {
    const double whole = w_.vs.back() - w_.vs.front();
    return std::clamp(v, w_.vs.front() + within::little * whole, w_.vs.back() - within::little * whole);
  }

  // (12): from one place to another part of the way.
  [[nodiscard]] Lies step(const Lies& at, const Lies& from, const Lies& to, Vec2 on_flat) const {
    const Vec3 turn = turn_between(from, to);
    const Vec3 half = 0.5 * turn;
    const Vec3 way = rotated(Vec3{} - half, own(from, to.at - from.at));
    const Vec3 between = (1 - share_) * Vec3{on_flat.x, on_flat.y, 0} + share_ * way;
    Lies next;
    next.at = at.at + turned(at, rotated(share_ * half, between));
    next.x = turned(at, rotated(share_ * turn, {1, 0, 0}));
    next.y = turned(at, rotated(share_ * turn, {0, 1, 0}));
    next.normal = turned(at, rotated(share_ * turn, {0, 0, 1}));
    return next;
  }

  struct Knot {
    double u = 0;
    Lies whole, part_way;
    Vec2 on_flat;
  };
  // From the middle both ways.
  void lay_spine() {
    middle_v_ = (w_.vs.front() + w_.vs.back()) / 2;
    const auto knot = [&](double u) { return Knot{u, lies(u, middle_v_), {}, w_.flat(u, middle_v_).at}; };
    for (const double u : us_) spine_.push_back(knot(u));
    const size_t middle = spine_.size() / 2;
    spine_[middle].part_way = spine_[middle].whole;
    for (size_t i = middle; i + 1 < spine_.size(); ++i)
      spine_[i + 1].part_way = stepped(spine_[i], spine_[i + 1]);
    for (size_t i = middle; i > 0; --i) spine_[i - 1].part_way = stepped(spine_[i], spine_[i - 1]);
  }
  [[nodiscard]] Lies stepped(const Knot& from, const Knot& to) const {
    return step(from.part_way, from.whole, to.whole, to.on_flat - from.on_flat);
  }
  [[nodiscard]] Lies part_way(double u, double v) const {
    // The knot before, seen from the middle.
    const size_t middle = spine_.size() / 2;
    size_t k = middle;
    if (u >= spine_[middle].u) {
      while (k + 1 < spine_.size() && spine_[k + 1].u <= u) ++k;
    } else {
      while (k > 0 && spine_[k - 1].u >= u) --k;
    }
    Knot at{u, lies(u, middle_v_), {}, w_.flat(u, middle_v_).at};
    at.part_way = stepped(spine_[k], at);
    const auto go = [&](double to) {
      Knot next{u, lies(u, to), {}, w_.flat(u, to).at};
      next.part_way = stepped(at, next);
      at = next;
    };
    if (v > middle_v_) {
      for (const double to : vs_) {
        if (to > middle_v_ && to < v) go(to);
      }
    } else {
      for (size_t i = vs_.size(); i-- > 0;) {
        if (vs_[i] < middle_v_ && vs_[i] > v) go(vs_[i]);
      }
    }
    go(v);
    return at.part_way;
  }

  // (1) in one parameter, for all of the other.
  [[nodiscard]] std::vector<double> levels(bool along_u, const SolidOptions& options) const {
    const std::vector<double>& breaks = along_u ? w_.us : w_.vs;
    const std::vector<double>& others = along_u ? w_.vs : w_.us;
    std::vector<double> looks;
    constexpr int per_stretch = 4;
    for (size_t i = 0; i + 1 < others.size(); ++i) {
      for (int k = 0; k < per_stretch; ++k)
        looks.push_back(others[i] + (others[i + 1] - others[i]) * (k + 0.5) / per_stretch);
    }
    looks.push_back(others.front());
    looks.push_back(others.back());
    std::vector<double> all;
    const auto at = [&](double level, double other) {
      return along_u ? lies(level, other) : lies(other, level);
    };
    const std::function<void(double, double, int)> add = [&](double from, double to, int depth) {
      const double middle = (from + to) / 2;
      bool near = true;
      for (const double other : looks) {
        const Lies a = at(from, other), b = at(middle, other), c = at(to, other);
        const auto apart = [](const Lies& p, const Lies& q) {
          return std::atan2(norm(cross(p.normal, q.normal)), dot(p.normal, q.normal));
        };
        const double turn = apart(a, b) + apart(b, c);
        near = near && near_enough(norm(c.at - a.at) + turn * half_, turn, options);
      }
      if (near || depth == 10) {
        all.push_back(from);
        return;
      }
      add(from, middle, depth + 1);
      add(middle, to, depth + 1);
    };
    for (size_t i = 0; i + 1 < breaks.size(); ++i) add(breaks[i], breaks[i + 1], 0);
    all.push_back(breaks.back());
    return all;
  }

  [[nodiscard]] double wide() const { return w_.us.back() - w_.us.front(); }
  [[nodiscard]] double high() const { return w_.vs.back() - w_.vs.front(); }

  BothWays w_;
  std::function<int(Vec3)> point_;
  double share_, half_, sense_;
  std::vector<double> us_, vs_;
  std::vector<Look> looks_;
  double middle_v_ = 0;
  std::vector<Knot> spine_;
};

SheetMap curved_map(BothWays w, const Mapping& mapping) {
  const auto sheet = std::make_shared<const CurvedSheet>(std::move(w), mapping);
  SheetMap map;
  map.part = [](Vec2) { return std::optional(size_t{0}); };
  map.parameters = [sheet](Vec2 p) { return sheet->parameters(p); };
  map.place = [sheet](const FlatCorner& c, size_t) { return sheet->place(c); };
  map.plane = sheet->plane();
  // Beyond the ends it goes on straight: nothing is cut there.
  const auto lines = [sheet](const std::vector<double>& all, bool along_u) {
    CutLines l;
    l.value = [along_u](const FlatCorner& c) { return along_u ? c.of.x : c.of.y; };
    l.levels.assign(all.begin() + 1, all.end() - 1);
    l.near = within::beside * (all.back() - all.front());
    l.crossing = [along_u](const FlatCorner& a, const FlatCorner& z, double level) {
      return CurvedSheet::crossing(a, z, level, along_u);
    };
    l.on_arc = [sheet, along_u](const Arc& arc, double about, double level) {
      return sheet->on_arc(arc, about, level, along_u);
    };
    return l;
  };
  map.lines.push_back(lines(sheet->us(), true));
  map.lines.push_back(lines(sheet->vs(), false));
  return map;
}

}  // namespace

SheetMap stretched_map(const Mapping& mapping) {
  return curved_map(both_of(mapping.formed->stretched->piece(mapping.blank->piece), *mapping.blank), mapping);
}

SheetMap flight_map(const Mapping& mapping) {
  return curved_map(both_of_flight(*mapping.blank, *mapping.formed->form), mapping);
}

}  // namespace juggler
