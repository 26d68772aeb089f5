// The wall between two profiles by even rulings. Equation numbers: docs/maths/stretch.md.
#include <algorithm>
#include <cmath>
#include <memory>

#include <tuple>

#include "form/mirror.h"
#include "form/sweep.h"
#include "pairing.h"
#include "transition.h"
#include "turning.h"

namespace juggler {
namespace {

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
    const auto on = [&](const GirthCurve& girth, const EndFrame& frame, double from, double to) {
      const auto at = [&](double v) { return from + (share(v) - a.wall) / wide * (to - from); };
      const GirthCurve::At p = girth.at(at(u), at(within));
      return std::pair(frame.at(p.at), (to - from) / (wide * turn) * frame.way(p.d));
    };
    const auto [base, d_base] = on(pairing.base, hull->base, a.base, b.base);
    const auto [top, d_top] = on(pairing.top, hull->top, a.top, b.top);
    return {base, top, d_base, d_top};
  }
};

SweptWall sweep_of(const std::shared_ptr<const EvenWall>& wall) {
  const std::vector<Break> breaks = breaks_of(wall->pairing);
  const auto u = [&](size_t i) {
    return wall->first + wall->turn * (breaks[i].wall - wall->pairing.rulings.front().wall);
  };
  SweptWall sweep;
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
Form as_rulings(const SweptWall& sweep, const std::shared_ptr<const Hull>& hull, double size) {
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
  const char* key = seam.gap.value_or(0) > 0                           ? "seam.gap"
                    : seam.wedge                                       ? "seam.wedge"
                    : seam.lap                                         ? "seam.lap"
                    : seam.stock > 0                                   ? "seam.stock"
                    : bend.radius.value_or(0) > 0                      ? "bend.radius"
                    : bend.neutral_factor                              ? "bend.neutral"
                    : !bend.table.empty()                              ? "bend.table"
                    : bend.test                                        ? "bend.test"
                    : w.transition.relief_size                         ? "relief.size"
                    : w.transition.relief != Relief::closed            ? "relief"
                    : w.transition.hip_joint != HipJoint::inside_touch ? "hip_joint"
                                                                       : nullptr;
  if (key)
    throw Refusal({.reason = "is not made on a wall that stretches: its edges meet, its folds are sharp",
                   .key = key,
                   .advice = "leave it out"});
}

void check_count(const SweptWall& sweep, const Hull& h) {
  constexpr size_t most = 100;  // each takes a good twentieth of a second
  if (sweep.size() <= most) return;
  throw Refusal({.reason = "has too many corners and curves for a wall that stretches",
                 .key = h.low.bows.size() > h.high.bows.size() ? h.base_key : h.top_key,
                 .found = std::to_string(sweep.size()) + " stretches between both ends",
                 .allowed = "up to " + std::to_string(most),
                 .advice = "draw it in fewer curves"});
}

std::vector<WallStrip> strips_of(const SweptWall& sweep) {
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
SweptWall once_round(const std::shared_ptr<const Hull>& hull) {
  auto wall = std::make_shared<EvenWall>(EvenWall{hull, paired(*hull)});
  wall->turn = hull->low.open ? open_wall : two_pi;
  if (!hull->low.open) wall->first = angle_of(wall->pairing.base.at(wall->pairing.rulings.front().base).at);
  return sweep_of(wall);
}

}  // namespace

CurvedForm form(const EvenTransition& asked, const Sheet& sheet, Hand hand) {
  check_making(asked);
  const Transition& t = asked.transition;
  const auto hull = hull_between(t, sheet);
  check_on_middle(*hull, t, *sheet.thickness);
  const SweptWall whole = once_round(hull);
  check_count(whole, *hull);
  CurvedForm f;
  f.rulings = Rulings::even;
  f.size = size_of(whole);
  check_sweep(whole, f.size);
  f.overall_height = overall_height(whole, *sheet.thickness);
  const Form rulings = as_rulings(whole, hull, f.size);
  check_apart(strips_of(whole), *hull);
  constexpr int deepest = 6;
  const SweptWall sweep = halved(whole, f.size, deepest);
  // Seams are those of the part as made.
  const Form made = as_made(rulings, hand);
  std::vector<Span> spans = seam_spans(made, seam_as_made(asked.seam, {.hand = hand}));
  if (hand == Hand::opposite) {
    for (Span& span : spans) std::tie(span.from, span.to) = std::pair{-span.to, -span.from};
  }
  for (const Span& span : spans) {
    CurvedPiece piece;
    piece.number = static_cast<int>(f.pieces.size());
    const SweptWall part = part_of(sweep, span.from, span.to);
    piece.surface = surface_of(part, f.size);
    for (size_t i = 1; i < part.size(); ++i) {
      if (part[i].creased) piece.creases.push_back(part[i].from);
    }
    f.pieces.push_back(std::move(piece));
  }
  const double from = spans.front().from;
  f.once_round = as_rulings(part_of(whole, from, from + whole.back().to - whole.front().from), hull, f.size);
  return as_made(std::move(f), hand);
}

std::optional<EvenTransition> even_where_needed(const Transition& asked, const Sheet& sheet,
                                                const Seam& seam) {
  check(sheet, seam, {});
  check(asked.strain);
  if (asked.rulings == Rulings::even) return EvenTransition{asked, seam, {}};
  const auto hull = hull_between(asked, sheet);
  try {
    check_planes(*hull);
    if (!hull->low.convex() || !hull->high.convex()) (void)stretches_of(hull);
  } catch (const Refusal& refused) {
    return EvenTransition{asked, seam, refused.text()};
  }
  return std::nullopt;
}

}  // namespace juggler
