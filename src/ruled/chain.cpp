// The wall between two profiles of which one is concave somewhere: the chain of planes that touch both, found
// among all that run once round. Equation numbers: docs/maths/transitions.md.
#include <algorithm>
#include <array>

#include "geom/patience.h"
#include "turning.h"

namespace juggler {
namespace {

// How a chain passes on: the base goes to its next bow, the top to its, or both over parallel sides.
enum Step : size_t { base_step, top_step, both_step, steps, begin = steps, ways_in };

struct Event {
  Touch touch;
  bool possible = false;
};

// A bow of each end, and what may happen while the plane touches both.
struct Cell {
  std::array<Event, steps> out;                         // (22)
  std::array<std::array<double, steps>, ways_in> cost;  // in by, out by: the turn of the normal, or none
};

double from_to(const Bow& bow, double x) { return near(x, (bow.from + bow.to) / 2); }

bool holds(const Bow& bow, double x) {
  const double at = from_to(bow, x);
  return at > std::min(bow.from, bow.to) - within::same && at < std::max(bow.from, bow.to) + within::same;
}

double angle_between(Vec3 a, Vec3 b) { return std::atan2(norm(cross(a, b)), dot(a, b)); }

// Bows that turn by less than half a turn, so that a direction has one place on each.
ProfileCurve in_short_bows(const ProfileCurve& profile) {
  ProfileCurve cut;
  cut.open = profile.open;
  for (const Bow& bow : profile.bows) {
    constexpr double most = 2;
    const bool short_already = bow.corner() || bow.bezier;
    const int parts = short_already ? 1 : 1 + static_cast<int>(std::abs(bow.to - bow.from) / most);
    for (int k = 0; k < parts; ++k) {
      Bow part = bow;
      part.from = bow.from + (bow.to - bow.from) * k / parts;
      part.to = bow.from + (bow.to - bow.from) * (k + 1) / parts;
      cut.bows.push_back(std::move(part));
    }
  }
  return cut;
}

std::shared_ptr<const Hull> in_short_bows(const Hull& hull) {
  Hull cut = hull;
  cut.low = in_short_bows(hull.low);
  cut.high = in_short_bows(hull.high);
  return std::make_shared<const Hull>(std::move(cut));
}

class Chain {
 public:
  explicit Chain(const Hull& hull)
      : hull_(in_short_bows(hull)), h_(*hull_), n_(h_.low.bows.size()), m_(h_.high.bows.size()) {
    check_size();
    look();
    find();
    build();
  }

  [[nodiscard]] std::vector<Stretch> stretches() { return std::move(stretches_); }

 private:
  struct Link {
    size_t i = 0, j = 0;  // the cell
    Step in = base_step, out = base_step;
  };

  [[nodiscard]] const Bow& low(size_t i) const { return h_.low.bows[i % n_]; }
  [[nodiscard]] const Bow& high(size_t j) const { return h_.high.bows[j % m_]; }
  [[nodiscard]] Cell& cell(size_t i, size_t j) { return cells_[(i % n_) * m_ + j % m_]; }

  void check_size() const {
    constexpr size_t most = 10000;
    if (n_ * m_ <= most) return;
    const bool base = !h_.low.convex();
    throw Refusal({.reason = "has too many corners and curves for a concave or open profile",
                   .key = base ? h_.base_key : h_.top_key,
                   .found = std::to_string(n_) + " of the base, " + std::to_string(m_) + " of the top",
                   .allowed = "10,000 pairs of them",
                   .advice = "draw it in fewer curves"});
  }

  // --- what is possible

  void look() {
    cells_.resize(n_ * m_);
    for (size_t i = 0; i < n_; ++i) {
      go_on();
      for (size_t j = 0; j < m_; ++j) cell(i, j).out = events(i, j);
    }
    for (size_t i = 0; i < n_; ++i) {
      for (size_t j = 0; j < m_; ++j) {
        for (const Step out : {base_step, top_step, both_step}) {
          for (const Step in : {base_step, top_step, both_step})
            cell(i, j).cost[in][out] = cost_through(i, j, in, out);
          // An open wall begins between two ends, in whatever plane leads on.
          cell(i, j).cost[begin][out] = cell(i, j).out[out].possible ? within::same : HUGE_VAL;
        }
      }
    }
  }

  std::array<Event, steps> events(size_t i, size_t j) const {
    std::array<Event, steps> out;
    const Bow& p = low(i);
    const Bow& q = high(j);
    const Touch by_base =
        touch_from({h_, EndName::base}, p.to, p.at(p.to), [&](double y) { return q.touched(y); });
    out[base_step] = {by_base, q.corner() || holds(q, by_base.top)};
    const Touch by_top =
        touch_from({h_, EndName::top}, q.to, q.at(q.to), [&](double x) { return p.touched(x); });
    out[top_step] = {by_top, p.corner() || holds(p, by_top.base)};
    const bool parallel = std::abs(std::remainder(by_base.top - q.to, two_pi)) < within::same &&
                          std::abs(std::remainder(by_top.base - p.to, two_pi)) < within::same;
    out[both_step] = {by_base, parallel};
    const bool base_ends = h_.low.open && i + 1 == n_;
    const bool top_ends = h_.high.open && j + 1 == m_;
    out[base_step].possible &= !base_ends;
    out[top_step].possible &= !top_ends;
    out[both_step].possible &= !base_ends && !top_ends;
    return out;
  }

  [[nodiscard]] const Event& entry(size_t i, size_t j, Step in) {
    const size_t i0 = in == top_step ? i : i + n_ - 1;
    const size_t j0 = in == base_step ? j : j + m_ - 1;
    return cell(i0, j0).out[in];
  }

  double cost_through(size_t i, size_t j, Step in, Step out) {
    const Event& a = entry(i, j, in);
    const Event& b = cell(i, j).out[out];
    if (!a.possible || !b.possible) return HUGE_VAL;
    const Bow& p = low(i);
    const Bow& q = high(j);
    const double from_x = in == top_step ? from_to(p, a.touch.base) : p.from;
    const double to_x = out == top_step ? from_to(p, b.touch.base) : p.to;
    const double from_y = in == base_step ? from_to(q, a.touch.top) : q.from;
    const double to_y = out == base_step ? from_to(q, b.touch.top) : q.to;
    const auto runs_on = [](const Bow& bow, double from, double to) {
      return bow.corner() || (to - from) * bow.sense() > -within::same;
    };
    if (!runs_on(p, from_x, to_x) || !runs_on(q, from_y, to_y)) return HUGE_VAL;
    if (!p.corner() && !q.corner() && !follows(p, q, from_x, to_x, from_y, to_y)) return HUGE_VAL;
    return within::same + angle_between(a.touch.normal, b.touch.normal);
  }

  // Whether the top's point runs forwards, too, while the base runs along its bow.
  [[nodiscard]] bool follows(const Bow& p, const Bow& q, double x0, double x1, double y0, double y1) const {
    constexpr int looks = 16;
    double last = y0;
    for (int k = 1; k < looks; ++k) {
      const double x = x0 + (x1 - x0) * k / looks;
      const Touch t = touch_from({h_, EndName::base}, x, p.at(x), [&](double y) { return q.touched(y); });
      const double y = near(t.top, last);
      if ((y - last) * q.sense() < -within::same || (y1 - y) * q.sense() < -within::same) return false;
      last = y;
    }
    return true;
  }

  // --- the chain that turns least, (23)

  struct Reached {
    double cost = HUGE_VAL;
    Link by = {};
  };

  // All cells of a chain that begins in one, and how each is reached at least cost.
  class Ways {
   public:
    Ways(size_t n, size_t m) : m_(m), reached_((n + 1) * (m + 1) * ways_in) {}
    Reached& at(size_t i, size_t j, size_t in) { return reached_[(i * (m_ + 1) + j) * ways_in + in]; }

   private:
    size_t m_;
    std::vector<Reached> reached_;
  };

  // To the cell that lies `to_i`, `to_j` on.
  Ways ways_from(size_t j0, Step first, size_t to_i, size_t to_j) {
    Ways ways(to_i, to_j);
    ways.at(0, 0, first).cost = 0;
    for (size_t i = 0; i <= to_i; ++i) {
      for (size_t j = 0; j <= to_j; ++j) {
        for (const Step in : {base_step, top_step, both_step, begin}) {
          const double now = ways.at(i, j, in).cost;
          if (now == HUGE_VAL) continue;
          if (i + j >= stuck_.i + stuck_.j) stuck_ = {i, j, in, in};
          for (const Step out : {base_step, top_step, both_step}) {
            const size_t next_i = i + (out == top_step ? 0 : 1);
            const size_t next_j = j + (out == base_step ? 0 : 1);
            if (next_i > to_i || next_j > to_j) continue;
            const double cost = now + cell(i, j0 + j).cost[in][out];
            Reached& next = ways.at(next_i, next_j, out);
            if (cost < next.cost) next = {cost, {i, j, in, out}};
          }
        }
      }
    }
    return ways;
  }

  void keep_if_better(Ways& ways, size_t j0, size_t to_i, size_t to_j, Step last) {
    const Reached* r = &ways.at(to_i, to_j, last);
    if (r->cost >= best_) return;
    best_ = r->cost;
    links_.clear();
    while (r->cost > 0) {
      Link link = r->by;
      r = &ways.at(link.i, link.j, link.in);
      link.j += j0;
      links_.push_back(link);
    }
    std::reverse(links_.begin(), links_.end());
  }

  void find() {
    if (h_.low.open) {
      Ways ways = ways_from(0, begin, n_ - 1, m_ - 1);
      for (const Step last : {base_step, top_step, both_step}) keep_if_better(ways, 0, n_ - 1, m_ - 1, last);
    }
    for (size_t j0 = 0; j0 < m_ && !h_.low.open; ++j0) {
      go_on();
      for (const Step first : {base_step, both_step}) {
        if (!entry(0, j0, first).possible) continue;
        Ways ways = ways_from(j0, first, n_, m_);
        keep_if_better(ways, j0, n_, m_, first);
      }
    }
    if (links_.empty()) refuse(stuck_);
  }

  [[noreturn]] void refuse(const Link& stuck) const {
    const bool base = !h_.low.convex();
    const auto shown_at = [](Vec2 p) { return "[" + shown(p.x) + ", " + shown(p.y) + "]"; };
    const Bow& p = low(stuck.i);
    const Bow& q = high(stuck.j);
    throw Refusal(
        {.reason = "is concave where no wall leads on without stretching: no plane goes on touching "
                   "both profiles there",
         .key = base ? h_.base_key : h_.top_key,
         .found = "the base at " + shown_at(p.at(p.from)) + " from its centre, the top at " +
                  shown_at(q.at(q.from)),
         .allowed = "a concave stretch that faces a concave stretch stretch or a corner of the other end",
         .advice = "make both ends concave alike, or part the work there"});
  }

  // --- its stretches

  // Its share of once round goes by the lengths that it takes of both ends, and by how far it turns.
  struct Part {
    double run = 0;
    FlatSides sides = {};
    Vec3 normal = {};
    std::optional<Turning> bend = {};
  };

  void build() {
    double whole = 0;
    for (const Link& link : links_) {
      if (link.in == begin) continue;
      add_flat(link);
      add_bent(link);
    }
    if (h_.low.open) add_last_flat();
    for (const Part& part : parts_) whole += part.run;
    const double first = h_.low.open ? 0 : angle_of(low(0).at(low(0).from));
    // An open wall's parameter does not come round.
    const double turn = h_.low.open ? open_wall : two_pi;
    double so_far = 0;
    for (Part& part : parts_) {
      const double from = first + turn * (so_far / whole);
      so_far += part.run;
      const double to = first + turn * (so_far / whole);
      if (part.bend) {
        part.bend->u0 = from;
        part.bend->u1 = to;
        stretches_.push_back(bent_stretch(std::move(*part.bend)));
      } else {
        stretches_.push_back(flat_stretch(h_, part.normal, part.sides, from, to));
      }
    }
  }

  [[nodiscard]] double size() const { return norm(h_.top.centre - h_.base.centre); }

  // The flat by which an open wall comes to its ends.
  void add_last_flat() { add_flat({n_ - 1, m_ - 1, links_.back().out, begin}); }

  void add_flat(const Link& link) {
    const Event& e = entry(link.i, link.j, link.in);
    const Bow& p = low(link.i);
    const Bow& q = high(link.j);
    const Bow& p_before = low(link.i + n_ - 1);
    const Bow& q_before = high(link.j + m_ - 1);
    Part flat;
    FlatSides& s = flat.sides;
    s.p1 = link.in == top_step ? p.at(e.touch.base) : p.at(p.from);
    s.q1 = link.in == base_step ? q.at(e.touch.top) : q.at(q.from);
    s.p0 = link.in == top_step ? s.p1 : p_before.at(p_before.to);
    s.q0 = link.in == base_step ? s.q1 : q_before.at(q_before.to);
    flat.normal = e.touch.normal;
    flat.run = (norm(s.p1 - s.p0) + norm(s.q1 - s.q0)) / size();
    if (flat.run > within::rounding) parts_.push_back(std::move(flat));
  }

  void add_bent(const Link& link) {
    const Event& a = entry(link.i, link.j, link.in);
    const Event& b = cell(link.i, link.j).out[link.out];
    Turning bend;
    bend.hull = hull_;
    bend.low = low(link.i);
    bend.high = high(link.j);
    const bool fold = bend.low.corner() && bend.high.corner();
    bend.lead = bend.low.corner() && !fold ? EndName::top : EndName::base;
    const bool base = bend.lead == EndName::base;
    const Bow& leads = base ? bend.low : bend.high;
    const Bow& follows = base ? bend.high : bend.low;
    const Step others = base ? top_step : base_step;
    const auto own = [&](const Touch& t) { return base ? t.base : t.top; };
    const auto other = [&](const Touch& t) { return base ? t.top : t.base; };
    bend.x0 = fold                ? angle_of(h_.base.part(a.touch.normal))
              : link.in == others ? from_to(leads, own(a.touch))
                                  : leads.from;
    bend.x1 = fold                 ? near(angle_of(h_.base.part(b.touch.normal)), bend.x0)
              : link.out == others ? from_to(leads, own(b.touch))
                                   : leads.to;
    if (std::abs(bend.x1 - bend.x0) < within::exact) return;
    bend.look();
    bend.slow_from = straightens(leads, bend.x0, size()) || straightens(follows, other(a.touch), size());
    bend.slow_to = straightens(leads, bend.x1, size()) || straightens(follows, other(b.touch), size());
    const double turn = angle_between(a.touch.normal, b.touch.normal);
    const double run = length_of(bend, EndName::base) + length_of(bend, EndName::top);
    parts_.push_back({run / size() + turn / 10, {}, {}, std::move(bend)});
  }

  // What a bend takes of an end, about.
  [[nodiscard]] double length_of(const Turning& bend, EndName end) const {
    constexpr int looks = 16;
    Turning wall = bend;
    wall.u1 = 1;
    const EndFrame& frame = end == EndName::base ? h_.base : h_.top;
    const auto point = [&](double u) {
      const Ruling r = wall(u);
      return r.c + (dot(frame.z, frame.centre - r.c) / dot(frame.z, r.e)) * r.e;
    };
    double length = 0;
    Vec3 last = point(0);
    for (int k = 1; k <= looks; ++k) {
      const Vec3 now = point(static_cast<double>(k) / looks);
      length += norm(now - last);
      last = now;
    }
    return length;
  }

  std::shared_ptr<const Hull> hull_;
  const Hull& h_;
  size_t n_, m_;
  std::vector<Cell> cells_;
  std::vector<Link> links_;
  Link stuck_;
  double best_ = HUGE_VAL;
  std::vector<Part> parts_;
  std::vector<Stretch> stretches_;
};

}  // namespace

std::vector<Stretch> chained(const std::shared_ptr<const Hull>& hull) {
  std::vector<Stretch> stretches = Chain(*hull).stretches();
  check_apart(strips_of(stretches, *hull), *hull);
  return stretches;
}

}  // namespace juggler
