// The wall between two profiles by even rulings. Equation numbers: docs/maths/stretch.md.
#include <algorithm>
#include <cmath>
#include <memory>

#include "girth.h"
#include "sweep.h"
#include "turning.h"

namespace juggler {
namespace {

constexpr double two_pi = 2 * std::numbers::pi;

// A ruling's share of the wall, and the shares of both girths that it joins.
struct Joined {
  double wall = 0, base = 0, top = 0;
};

// Both girths, and the rulings between which they run evenly, once round and to the first again. (20)
struct Pairing {
  GirthCurve base, top;
  std::vector<Joined> rulings = {};

  [[nodiscard]] size_t at(double wall) const {
    const auto after = std::upper_bound(rulings.begin() + 1, rulings.end() - 1, wall,
                                        [](double w, const Joined& j) { return w < j.wall; });
    return static_cast<size_t>(after - rulings.begin()) - 1;
  }
};

double square(Vec3 v) { return dot(v, v); }

// Of the lengths of rulings between two joined ones, times the share of the wall.
double squares_between(const Hull& h, const Pairing& p, const Joined& a, const Joined& b) {
  constexpr int looks = 8;
  double sum = 0;
  for (int i = 0; i < looks; ++i) {
    const double part = (i + 0.5) / looks;
    sum += square(h.top.at(p.top.at(a.top + part * (b.top - a.top)).at) -
                  h.base.at(p.base.at(a.base + part * (b.base - a.base)).at));
  }
  return sum / looks * (b.wall - a.wall);
}

std::vector<Joined> joined_corners(const Pairing& p, size_t by) {
  const std::vector<double>& low = p.base.corners();
  const std::vector<double>& high = p.top.corners();
  const size_t n = low.size();
  const auto top = [&](size_t i) { return high[i % n] + static_cast<double>(i / n); };
  std::vector<Joined> rulings;
  for (size_t i = 0; i <= n; ++i) {
    const Joined j{0, low[i % n] + static_cast<double>(i / n), top(i + by)};
    rulings.push_back({(j.base + j.top - top(by) + low[0]) / 2, j.base, j.top});
  }
  return rulings;
}

double squares(const Hull& h, const Pairing& p, const std::vector<Joined>& rulings) {
  double sum = 0;
  for (size_t i = 0; i + 1 < rulings.size(); ++i) sum += squares_between(h, p, rulings[i], rulings[i + 1]);
  return sum;
}

// Of equals the first.
constexpr double clearly_less = 1 - 1e-9;

std::vector<Joined> corner_by_corner(const Hull& h, const Pairing& p) {
  std::vector<Joined> best;
  double least = HUGE_VAL;
  for (size_t by = 0; by < p.top.corners().size(); ++by) {
    std::vector<Joined> rulings = joined_corners(p, by);
    const double now = squares(h, p, rulings);
    if (!(now < clearly_less * least)) continue;
    least = now;
    best = std::move(rulings);
  }
  return best;
}

// The sum of the squared lengths of rulings falls by twice this as the top's share runs farther ahead:
// int P . Q'(s + lead) ds, stretch by stretch.
double pull(const Hull& h, const Pairing& p, double lead) {
  std::vector<double> breaks = p.base.breaks();
  for (const double t : p.top.breaks()) breaks.push_back(t - lead - std::floor(t - lead));
  std::sort(breaks.begin(), breaks.end());
  double sum = 0;
  for (size_t i = 0; i + 1 < breaks.size(); ++i) {
    const double a = breaks[i];
    const double b = breaks[i + 1];
    if (b - a < 1e-14) continue;
    const double within = (a + b) / 2;
    sum += integral(
        [&](double s) {
          return dot(h.base.at(p.base.at(s, within).at) - h.top.centre,
                     h.top.way(p.top.at(s + lead, within + lead).d));
        },
        a, b, 1, 1e-13 * p.base.length() * p.top.length());
  }
  return sum;
}

// By how much the top's share runs ahead of the base's for the shortest rulings.
double shortest_lead(const Hull& h, const Pairing& p) {
  constexpr size_t looks = 240;
  std::vector<Vec3> low, high;
  for (size_t i = 0; i < looks; ++i) {
    const double share = (static_cast<double>(i) + 0.5) / looks;
    low.push_back(h.base.at(p.base.at(share).at));
    high.push_back(h.top.at(p.top.at(share).at));
  }
  size_t best = 0;
  double least_sum = HUGE_VAL;
  for (size_t k = 0; k < looks; ++k) {
    double sum = 0;
    for (size_t i = 0; i < looks; ++i) sum += square(high[(i + k) % looks] - low[i]);
    if (!(sum < clearly_less * least_sum)) continue;
    least_sum = sum;
    best = k;
  }
  const double about = static_cast<double>(best) / looks;
  const auto pulled = [&](double lead) { return pull(h, p, lead); };
  const double before = about - 1.0 / looks;
  const double after = about + 1.0 / looks;
  // Between circles about one axis none is the shortest.
  const double clear = 1e-9 * p.base.length() * p.top.length();
  return pulled(before) > clear && pulled(after) < -clear ? root(pulled, before, after) : about;
}

// The same, moved a little where that brings a corner to a corner.
double best_lead(const Hull& h, const Pairing& p) {
  const double lead = shortest_lead(h, p);
  const auto corners = [](const GirthCurve& g) { return g.corners().empty() ? g.breaks() : g.corners(); };
  double by = 1e-4;
  bool met = false;
  for (const double b : corners(p.base)) {
    for (const double t : corners(p.top)) {
      const double off = std::remainder(t - b - lead, 1.0);
      if (std::abs(off) >= std::abs(by)) continue;
      by = off;
      met = true;
    }
  }
  return met ? lead + by : lead;
}

std::vector<Joined> joined(const Hull& h, const Pairing& p) {
  const size_t n = p.base.corners().size();
  const bool alike = n == p.top.corners().size();
  if (!h.low.open) {
    if (alike && n > 0) return corner_by_corner(h, p);
    const double lead = best_lead(h, p);
    return {{0, 0, lead}, {1, 1, 1 + lead}};
  }
  std::vector<Joined> rulings{{0, 0, 0}};
  for (size_t i = 0; alike && i < n; ++i) {
    const double low = p.base.corners()[i];
    const double high = p.top.corners()[i];
    rulings.push_back({(low + high) / 2, low, high});
  }
  rulings.push_back({1, 1, 1});
  return rulings;
}

// --- the wall

struct EvenWall {
  std::shared_ptr<const Hull> hull;
  Pairing pairing;
  double first = 0;  // u of the pairing's first ruling
  double turn = 0;   // by which u rises to its last

  // Of the smooth stretch that holds u within.
  [[nodiscard]] RulingEnds at(double u, double within) const {
    const std::vector<Joined>& all = pairing.rulings;
    const auto share = [&](double v) { return all.front().wall + (v - first) / turn; };
    const size_t k = pairing.at(share(within));
    const Joined& a = all[k];
    const Joined& b = all[k + 1];
    const double wide = b.wall - a.wall;
    const auto on = [&](const GirthCurve& girth, const Frame& frame, double from, double to) {
      const auto at = [&](double v) { return from + (share(v) - a.wall) / wide * (to - from); };
      const GirthCurve::At p = girth.at(at(u), at(within));
      return std::pair(frame.at(p.at), (to - from) / (wide * turn) * frame.way(p.d));
    };
    const auto [base, d_base] = on(pairing.base, hull->base, a.base, b.base);
    const auto [top, d_top] = on(pairing.top, hull->top, a.top, b.top);
    return {base, top, d_base, d_top};
  }
};

struct Break {
  double wall = 0;  // share
  bool corner = false;
};

// Of both girths, by shares of the wall, each but once.
std::vector<Break> breaks_of(const Pairing& p) {
  std::vector<Break> all;
  const auto add = [&](const GirthCurve& girth, double Joined::*share) {
    for (size_t k = 0; k + 1 < p.rulings.size(); ++k) {
      const Joined& a = p.rulings[k];
      const Joined& b = p.rulings[k + 1];
      const double from = a.*share;
      const double to = b.*share;
      for (double round = std::floor(from); round <= to; ++round) {
        const auto place = [&](double at) {
          return a.wall + (round + at - from) / (to - from) * (b.wall - a.wall);
        };
        const auto keep = [&](double at, bool corner) {
          if (round + at >= from && round + at <= to) all.push_back({place(at), corner});
        };
        for (const double at : girth.breaks()) keep(at, false);
        for (const double at : girth.corners()) keep(at, true);
      }
    }
  };
  add(p.base, &Joined::base);
  add(p.top, &Joined::top);
  for (const Joined& j : p.rulings) all.push_back({j.wall, false});
  std::sort(all.begin(), all.end(), [](const Break& a, const Break& b) { return a.wall < b.wall; });
  std::vector<Break> kept;
  for (const Break& b : all) {
    constexpr double same = 1e-9;
    if (kept.empty() || b.wall - kept.back().wall > same) {
      kept.push_back(b);
    } else {
      kept.back().corner |= b.corner;
    }
  }
  kept.front().wall = p.rulings.front().wall;
  kept.back().wall = p.rulings.back().wall;
  kept.front().corner |= kept.back().corner;
  return kept;
}

Sweep sweep_of(const std::shared_ptr<const EvenWall>& wall) {
  const std::vector<Break> breaks = breaks_of(wall->pairing);
  const auto u = [&](size_t i) {
    return wall->first + wall->turn * (breaks[i].wall - wall->pairing.rulings.front().wall);
  };
  Sweep sweep;
  for (size_t i = 0; i + 1 < breaks.size(); ++i) {
    const double within = (u(i) + u(i + 1)) / 2;
    sweep.push_back(
        {u(i), u(i + 1), [wall, within](double at) { return wall->at(at, within); }, breaks[i].corner});
  }
  return sweep;
}

Ruling ruling_of(const SweptStretch& s, double u) {
  const RulingEnds r = s.at(u);
  const Vec3 whole = r.top - r.base;
  const Vec3 d_whole = r.d_top - r.d_base;
  const double length = norm(whole);
  const Vec3 e = 1 / length * whole;
  const SurfacePoint middle = s.point(u, 0.5);
  const Vec3 n = cross(middle.du, middle.dv);
  return {r.base, e, 1 / norm(n) * n, r.d_base, 1 / length * (d_whole - dot(d_whole, e) * e), {}};
}

// Its rulings, as those of a wall without thickness: for the places of seams, and to be seen.
Form as_rulings(const Sweep& sweep, const std::shared_ptr<const Hull>& hull, double size) {
  const Hull& h = *hull;
  Form f;
  f.by_plan = false;
  f.warped = true;
  f.open = h.low.open;
  f.turns_back = !h.low.convex() || !h.high.convex();
  f.size = size;
  std::vector<RimPiece> base, top;
  for (const SweptStretch& s : sweep) {
    f.wall.push_back({s.from, s.to, [s](double u) { return ruling_of(s, u); }});
    base.push_back({s.from, s.to, [](double) { return Cut{}; }});
    top.push_back({s.from, s.to, [s](double u) {
                     const RulingEnds r = s.at(u);
                     const double length = norm(r.top - r.base);
                     return Cut{length, dot(r.d_top - r.d_base, r.top - r.base) / length};
                   }});
    if (s.creased || f.regions.empty()) f.regions.push_back({RegionKind::general, s.from, s.to, "even"});
    f.regions.back().to = s.to;
  }
  f.base = Rim(std::move(base));
  f.top = Rim(std::move(top));
  f.profiles = {{EndName::base, 0, h.base.centre, h.base.x, h.base.y, h.base.z,
                 [hull](Vec2 p) { return hull->low.distance(p); }},
                {EndName::top, 0, h.top.centre, h.top.x, h.top.y, h.top.z,
                 [hull](Vec2 p) { return hull->high.distance(p); }}};
  return f;
}

// --- what such a wall is not made with

void check_on_middle(const Hull& h, const Transition& t, double thickness) {
  for (const EndName end : {EndName::base, EndName::top}) {
    const bool base = end == EndName::base;
    const TransitionEnd& asked = base ? t.base : t.top;
    const double layer = base ? h.base_layer : h.top_layer;
    if (layer != thickness / 2)
      throw Refusal(
          {.reason = "puts sizes on a face of a wall that stretches: this is laid out on the middle",
           .key = asked.sizes_on ? std::string(name_of(end)) + ".sizes_on" : "sheet.sizes_on",
           .found = layer == 0 ? "inside" : "outside",
           .allowed = "middle",
           .advice = "give the sizes of the middle of the sheet, and say sizes_on = \"middle\""});
    if (asked.contact.value_or(Contact::size_face) != Contact::size_face && *asked.contact != Contact::middle)
      throw Refusal({.reason = "is asked of a wall that stretches, whose edges are cut square on the middle",
                     .key = std::string(name_of(end)) + ".contact",
                     .found = name_of(*asked.contact),
                     .allowed = "middle",
                     .advice = "leave it out"});
  }
}

void check_making(const EvenTransition& w) {
  const Seam& seam = w.seam;
  const Bend& bend = w.transition.bend;
  const char* key = seam.gap.value_or(0) > 0                      ? "seam.gap"
                    : seam.wedge                                  ? "seam.wedge"
                    : seam.lap                                    ? "seam.lap"
                    : seam.stock > 0                              ? "seam.stock"
                    : bend.radius.value_or(0) > 0                 ? "bend.radius"
                    : bend.neutral                                ? "bend.neutral"
                    : !bend.table.empty()                         ? "bend.table"
                    : bend.test                                   ? "bend.test"
                    : w.transition.relief_size                    ? "relief.size"
                    : w.transition.relief != Relief::closed       ? "relief"
                    : w.transition.corner != Corner::inside_touch ? "corner"
                                                                  : nullptr;
  if (key)
    throw Refusal({.reason = "is not made on a wall that stretches: its edges meet, its folds are sharp",
                   .key = key,
                   .advice = "leave it out"});
}

void check_count(const Sweep& sweep, const Hull& h) {
  constexpr size_t most = 300;
  if (sweep.size() <= most) return;
  throw Refusal({.reason = "has too many corners and curves for a wall that stretches",
                 .key = h.low.bows.size() > h.high.bows.size() ? h.base_key : h.top_key,
                 .found = std::to_string(sweep.size()) + " stretches between both ends",
                 .allowed = "up to " + std::to_string(most),
                 .advice = "draw it in fewer curves"});
}

std::vector<WallStrip> strips_of(const Sweep& sweep) {
  std::vector<WallStrip> strips;
  constexpr int parts = 12;
  for (const SweptStretch& s : sweep) {
    const double step = (s.to - s.from) / parts;
    for (int i = 0; i < parts; ++i) {
      const RulingEnds r0 = s.at(s.from + step * i);
      const RulingEnds r1 = s.at(s.from + step * (i + 1));
      strips.push_back({r0.base, r1.base, r1.top, r0.top});
    }
  }
  return strips;
}

// The wall once round, u rising from about the plan angle of its first ruling.
Sweep once_round(const std::shared_ptr<const Hull>& hull) {
  auto wall = std::make_shared<EvenWall>(EvenWall{hull, {GirthCurve(hull->low), GirthCurve(hull->high)}});
  wall->pairing.rulings = joined(*hull, wall->pairing);
  wall->turn = hull->low.open ? open_wall : two_pi;
  if (!hull->low.open) wall->first = angle_of(wall->pairing.base.at(wall->pairing.rulings.front().base).at);
  return sweep_of(wall);
}

}  // namespace

CurvedForm form(const EvenTransition& asked, const Sheet& sheet, Hand hand) {
  check_making(asked);
  const Transition t = as_made(asked.transition, hand);
  const auto hull = hull_between(t, sheet);
  check_on_middle(*hull, t, *sheet.thickness);
  const Sweep whole = once_round(hull);
  check_count(whole, *hull);
  CurvedForm f;
  f.rulings = Rulings::even;
  f.size = size_of(whole);
  check_sweep(whole, f.size);
  f.overall_height = overall_height(whole, *sheet.thickness);
  const Form rulings = as_rulings(whole, hull, f.size);
  check_apart(strips_of(whole), *hull);
  constexpr int deepest = 6;
  const Sweep sweep = halved(whole, f.size, deepest);
  const std::vector<Span> spans = seam_spans(rulings, seam_as_made(asked.seam, hand));
  for (const Span& span : spans) {
    CurvedPiece piece;
    piece.number = static_cast<int>(f.pieces.size());
    const Sweep part = part_of(sweep, span.from, span.to);
    piece.surface = surface_of(part, f.size);
    for (size_t i = 1; i < part.size(); ++i) {
      if (part[i].creased) piece.creases.push_back(part[i].from);
    }
    f.pieces.push_back(std::move(piece));
  }
  const double from = spans.front().from;
  f.once_round = as_rulings(part_of(whole, from, from + whole.back().to - whole.front().from), hull, f.size);
  return f;
}

std::optional<StretchedShape> stretched_as(const Shape& shape, const Sheet& sheet, const Seam& seam) {
  const auto* t = std::get_if<Transition>(&shape);
  if (!t) return stretched_shape(shape);
  check(sheet, seam, {});
  check(t->strain);
  if (t->rulings == Rulings::even) return EvenTransition{*t, seam, {}};
  const auto hull = hull_between(*t, sheet);
  try {
    check_planes(*hull);
    if (!hull->low.convex() || !hull->high.convex()) (void)stretches_of(hull);
  } catch (const Refusal& refused) {
    return EvenTransition{*t, seam, refused.text()};
  }
  return std::nullopt;
}

}  // namespace juggler
