#include "numbers.h"

#include <algorithm>
#include <array>
#include <optional>

#include "figures.h"

namespace juggler {
namespace {

// The place of an arc nearest to a point: looked for along it, then closed in on by halving, where the way to
// the point stands square to the arc.
struct OnArc {
  double run = 0;
  double off = HUGE_VAL;
};
OnArc on_arc(const Arc& arc, Vec2 p) {
  const auto off = [&](double s) { return norm(point_at(arc, s) - p); };
  const auto ahead = [&](double s) {
    const double heading = heading_at(arc, s).radians();
    return dot(p - point_at(arc, s), {std::cos(heading), std::sin(heading)});
  };
  constexpr int looks = 32;
  int best = 0;
  for (int i = 1; i <= looks; ++i) {
    if (off(arc.length * i / looks) < off(arc.length * best / looks)) best = i;
  }
  double low = arc.length * std::max(best - 1, 0) / looks;
  double high = arc.length * std::min(best + 1, looks) / looks;
  for (int i = 0; i < 200 && ahead(low) > 0 && ahead(high) < 0; ++i) {
    const double middle = (low + high) / 2;
    if (middle == low || middle == high) break;
    (ahead(middle) > 0 ? low : high) = middle;
  }
  const double run = off(low) <= off(high) ? low : high;
  return {run, off(run)};
}

// An arc is no nearer than its start less its length: those that cannot be the nearest are passed over.
OnArc on_arcs(const std::vector<Arc>& arcs, Vec2 p) {
  double bound = HUGE_VAL;
  for (const Arc& arc : arcs) bound = std::min(bound, norm(arc.start - p));
  OnArc best;
  double before = 0;
  for (const Arc& arc : arcs) {
    if (norm(arc.start - p) - arc.length <= bound) {
      OnArc here = on_arc(arc, p);
      here.run += before;
      if (here.off < best.off) best = here;
    }
    before += arc.length;
  }
  return best;
}

Vec3 in_space(Vec2 p) { return {p.x, p.y, 0}; }

// Seen from the face that is up: 1 where the wall goes on to the left of its rulings, else -1.
double side_of(const Blank& b) {
  const Edge* start = edge(b, EdgeName::seam_start);
  const Vec2 up = b.elements.front().top - b.elements.front().base;
  return dot(end_of(start->arcs.back()) - start->arcs.front().start, up) > 0 ? 1 : -1;
}

// A ruling's ends, and a point of its flat beside it where the wall goes on.
using Flat = std::array<Vec3, 3>;
Flat flat_of(const Blank& b, const Element& ruling) {
  const Vec2 up = ruling.top - ruling.base;
  return {in_space(ruling.base), in_space(ruling.top),
          in_space(ruling.base + b.size * side_of(b) / norm(up) * left_of(up))};
}

// Those that lie in the seam's gap, where nothing is left to bend, turn the wall all the same.
std::vector<const Fold*> lines_across(const Blank& b) {
  std::vector<const Fold*> lines;
  for (const Fold& l : bends_of(b)) {
    if (!l.hem) lines.push_back(&l);
  }
  for (const Fold& l : b.folds_in_gap) lines.push_back(&l);
  std::stable_sort(lines.begin(), lines.end(), [](const Fold* x, const Fold* y) { return x->u < y->u; });
  return lines;
}

// (59): folded about all lines of a piece, from its own end.
Flat folded(const Blank& b, Flat points) {
  const std::vector<const Fold*> lines = lines_across(b);
  for (auto at_line = lines.rbegin(); at_line != lines.rend(); ++at_line) {
    const Fold* l = *at_line;
    const Vec3 at = in_space(l->from);
    const Vec3 axis = side_of(b) / l->length() * in_space(l->to - l->from);
    const double by = l->up ? l->turned.radians() : -l->turned.radians();
    for (Vec3& p : points) {
      const Vec3 d = p - at;
      p = at + std::cos(by) * d + std::sin(by) * cross(axis, d) + ((1 - std::cos(by)) * dot(axis, d)) * axis;
    }
  }
  return points;
}

// As a flat lies that has its first ruling upon another one's last.
Flat carried(Flat points, const Element& from, const Element& to) {
  const Vec2 a = 1 / norm(from.top - from.base) * (from.top - from.base);
  const Vec2 b = 1 / norm(to.top - to.base) * (to.top - to.base);
  for (Vec3& p : points) {
    const Vec2 d = Vec2{p.x, p.y} - from.base;
    const Vec2 q = to.base + dot(d, a) * b + cross(a, d) * left_of(b);
    p = {q.x, q.y, p.z};
  }
  return points;
}

struct Closing {
  double base = 0, top = 0, bent = 0;
};
// The last seam ruling, folded piece by piece, comes upon the first, its flat in line with the first.
Closing closing_of(const std::vector<const Blank*>& pieces) {
  const Blank& first = *pieces.front();
  Flat ends = flat_of(*pieces.back(), pieces.back()->elements.back());
  for (size_t i = pieces.size(); i-- > 0;) {
    ends = folded(*pieces[i], ends);
    if (i > 0) ends = carried(ends, pieces[i]->elements.front(), pieces[i - 1]->elements.back());
  }
  const Flat begins = flat_of(first, first.elements.front());
  return {norm(ends[0] - begins[0]), norm(ends[1] - begins[1]), norm(ends[2] - begins[2])};
}

// A closed wall turns towards its inside on the whole: folded the other way it closes as well, inside out.
bool inside_out(const std::vector<const Blank*>& pieces) {
  double up = 0;
  for (const Blank* b : pieces) {
    for (const Fold* l : lines_across(*b)) up += l->up ? l->turned.radians() : -l->turned.radians();
  }
  return (up > 0) != (pieces.front()->face_up == Face::inside);
}

class Numbers {
 public:
  explicit Numbers(const Blank& b) : b_(b) {}

  NumberProof result() {
    for (const Fold& l : bends_of(b_)) {
      if (l.along_rims) {
        on_rims(l);
      } else if (l.length() > 0) {
        square_to(l);
      }
      tangents(l);
    }
    for (const Fold& c : creases_of(b_)) {
      rim(EdgeName::base, line_of(c).front().start, c.datum_from, "fold " + c.tag);
      rim(EdgeName::top, end_of(line_of(c).back()), c.datum_to, "fold " + c.tag);
    }
    for (const Element& e : b_.elements) {
      if (!b_.patches.empty()) break;  // these stretch
      keep(std::abs(norm(e.top - e.base) - e.length), "length of element " + std::to_string(e.number));
    }
    runs(EdgeName::base);
    runs(EdgeName::top);
    for (const OpeningGroup& g : b_.groups) {
      for (const auto* web : {&g.seam_start, &g.seam_end, &g.edge}) {
        if (*web) beside(**web);
      }
    }
    closing();
    return proof_;
  }

 private:
  static void keep(NumberMiss& worst, double off, const std::string& what) {
    if (!(off <= worst.mismatch * (1 + within::same))) worst = {off, what};  // of equals the first
  }
  void keep(double off, const std::string& what) { keep(proof_.exact, off, what); }
  void keep_fitted(double off, const std::string& what) { keep(proof_.fitted, off, what); }

  // From the far end of the rim: what is left of its whole length. A place beside the rim lies on an edge of
  // the seam: so far from the rim's corner, before it or after it.
  void rim(EdgeName name, Vec2 p, double stated, const std::string& what) {
    const Edge* e = edge(b_, name);
    const Edge* start = edge(b_, EdgeName::seam_start);
    if (!e || !start || e->arcs.empty()) return;
    const auto to_start = [&](Vec2 corner) {
      return std::min(norm(corner - start->arcs.front().start), norm(corner - end_of(start->arcs.back())));
    };
    const bool from_start = to_start(e->arcs.front().start) <= to_start(end_of(e->arcs.back()));
    double whole = 0;
    for (const Arc& arc : e->arcs) whole += arc.length;
    const OnArc at = on_arcs(e->arcs, p);
    double run = from_start ? at.run : whole - at.run;
    if (const std::optional<double> on = beyond(p, at.off)) {
      const Vec2 first = from_start ? e->arcs.front().start : end_of(e->arcs.back());
      const Vec2 last = from_start ? end_of(e->arcs.back()) : e->arcs.front().start;
      run = *on < 0 ? -norm(p - first) : whole + norm(p - last);
    }
    keep_fitted(std::abs(run - stated), what + " along the " + name_of(name));
  }

  // By how much arcs between two places of a rim may be longer or shorter than what they were fitted to: as
  // much as they were off for every radian that they turn, at joints too. (60a)
  [[nodiscard]] double fitted_length(const Edge& rim, double from, double to) const {
    double turned = 0;
    double run = 0;
    for (size_t i = 0; i < rim.arcs.size() && run < to; ++i) {
      const Arc& arc = rim.arcs[i];
      const double on = std::min(to, run + arc.length) - std::max(from, run);
      if (on > 0 && arc.length > 0) turned += std::abs(arc.turn.radians()) * on / arc.length;
      run += arc.length;
      if (run <= from || run >= to || i + 1 == rim.arcs.size()) continue;
      turned +=
          std::abs(std::remainder((rim.arcs[i + 1].heading - arc.heading - arc.turn).radians(), two_pi));
    }
    return b_.fit_error * turned;
  }

  // From one element to the next along the rim as cut, where both lie on metal.
  void runs(EdgeName name) {
    const Edge* rim = edge(b_, name);
    if (!rim || rim->arcs.empty()) return;
    const bool base = name == EdgeName::base;
    const double whole = length_of(rim->arcs);
    std::optional<OnArc> from;
    double stated_before = 0;
    for (const Element& e : b_.elements) {
      const OnArc to = on_arcs(rim->arcs, base ? e.base : e.top);
      const double stated = base ? e.base_run : e.top_run;
      const bool at_end = to.run <= 0 || to.run >= whole;  // perhaps beyond it, by half a gap
      const bool on_metal = to.off <= (at_end ? 0 : 2 * b_.fit_error) + within::same * b_.size;
      if (from && on_metal)
        keep_fitted(
            std::max(0.0, std::abs(std::abs(to.run - from->run) - (stated - stated_before)) -
                              fitted_length(*rim, std::min(from->run, to.run), std::max(from->run, to.run))),
            "element " + std::to_string(e.number) + " along the " + name_of(name));
      from = on_metal ? std::optional(to) : std::nullopt;
      stated_before = stated;
    }
  }

  // Below 0 on the seam's start, above it on its end, where one of them is nearer than the rim.
  [[nodiscard]] std::optional<double> beyond(Vec2 p, double off) const {
    const Edge* start = edge(b_, EdgeName::seam_start);
    const Edge* last = edge(b_, EdgeName::seam_end);
    if (!start || !last || off <= 2 * b_.fit_error + within::beside * b_.size) return std::nullopt;
    return on_arcs(start->arcs, p).off < on_arcs(last->arcs, p).off ? -1 : 1;
  }

  // The tangent lines lie on either side of the line, no farther apart than the bend is wide: just as far
  // where it lies beside the edge that they count from.
  void tangents(const Fold& l) {
    if (l.length() == 0) return;
    const Edge* base = edge(b_, EdgeName::base);
    const double at = l.along_rims && (!base || base->arcs.empty()) ? l.datum_to : l.datum_from;
    const double across = l.tangent_b - l.tangent_a;
    keep(std::abs((l.tangent_a + l.tangent_b) / 2 - at), "tangent lines of bend " + l.tag);
    const bool beside = l.along_rims || std::abs(l.datum_to - l.datum_from) <= within::rounding * l.length();
    keep(beside ? std::abs(across - l.allowance) : std::max({0.0, -across, across - l.allowance}),
         "tangent lines of bend " + l.tag);
  }

  void on_rims(const Fold& l) {
    rim(EdgeName::base, l.from, l.datum_from, "distance of bend " + l.tag);
    rim(EdgeName::top, l.to, l.datum_to, "distance of bend " + l.tag);
  }

  // Some straight stretch of what is cut, parallel to the line and named as its datum, lies so far off.
  void square_to(const Fold& l) {
    if (l.hem && !l.arcs.empty()) return beside_curve(l);
    if (l.datum == "left edge of the box") {
      // A blank is laid in the positive quadrant: its left edge is at 0.
      keep(std::abs(l.from.x - l.datum_from), "distance of bend " + l.tag);
      keep(std::abs(l.to.x - l.datum_to), "other end of bend " + l.tag);
      return;
    }
    double least = HUGE_VAL;
    const auto look = [&](const std::vector<Arc>& arcs) {
      for (const Arc& arc : arcs) {
        const Vec2 a = arc.start;
        const Vec2 z = end_of(arc);
        const double length = norm(z - a);
        if (!is_straight(arc) || length == 0) continue;
        // Twice the triangle's area over its base.
        const auto off = [&](Vec2 p) {
          return std::abs((z.x - a.x) * (p.y - a.y) - (z.y - a.y) * (p.x - a.x)) / length;
        };
        least =
            std::min(least, std::max(std::abs(off(l.from) - l.datum_from), std::abs(off(l.to) - l.datum_to)));
      }
    };
    for (size_t i = 0; i < b_.edges.size(); ++i) {
      const std::string name = label_of(b_.edges[i]);
      if (!l.datum.starts_with(name)) continue;
      const auto tab =
          std::find_if(b_.tabs.begin(), b_.tabs.end(), [&](const EdgeTab& t) { return t.edge == i; });
      look(tab == b_.tabs.end() ? b_.edges[i].arcs : tab->arcs);
    }
    keep(least, "distance of bend " + l.tag);
  }

  // Some arc of what is cut beyond the edge that is named lies so far from the middle of one along a curve.
  void beside_curve(const Fold& l) {
    if (l.datum == "left edge of the box") return;
    const Arc& arc = l.arcs[l.arcs.size() / 2];
    const Vec2 middle = point_at(arc, arc.length / 2);
    double least = HUGE_VAL;
    for (size_t i = 0; i < b_.edges.size(); ++i) {
      const auto tab =
          std::find_if(b_.tabs.begin(), b_.tabs.end(), [&](const EdgeTab& t) { return t.edge == i; });
      if (tab == b_.tabs.end() || !l.datum.starts_with(label_of(b_.edges[i]))) continue;
      for (const Arc& cut : tab->arcs)
        least = std::min(least, std::abs(on_arc(cut, middle).off - l.datum_from));
    }
    keep_fitted(least, "distance of bend " + l.tag);
  }

  // From the place that is named to every edge of that name.
  void beside(const Web& web) {
    double least = HUGE_VAL;
    for (size_t i = 0; i < b_.edges.size(); ++i) {
      if (label_of(b_.edges[i]) != web.beside) continue;
      const auto tab =
          std::find_if(b_.tabs.begin(), b_.tabs.end(), [&](const EdgeTab& t) { return t.edge == i; });
      for (const Arc& arc : tab == b_.tabs.end() ? b_.edges[i].arcs : tab->arcs)
        least = std::min(least, std::min(on_arc(arc, web.at).off, norm(end_of(arc) - web.at)));
    }
    if (least < HUGE_VAL) keep_fitted(std::abs(least - web.width), "metal beside " + web.of);
  }

  void closing() {
    if (!b_.pressed || b_.pieces != 1 || b_.elements.size() < 2 || b_.folding || b_.open) return;
    const Closing c = closing_of({&b_});
    keep_fitted(c.base, "angles of the bends, which do not close the base");
    keep_fitted(c.top, "angles of the bends, which do not close the top");
    keep_fitted(c.bent, "angles of the bends, which leave the seam bent");
    if (inside_out({&b_})) keep_fitted(b_.size, "bends up or down, which fold the wall inside out");
  }

  const Blank& b_;
  NumberProof proof_;
};

}  // namespace

NumberProof prove_numbers(const Blank& blank) { return Numbers(blank).result(); }

double prove_closing(const std::vector<Blank>& blanks) {
  std::vector<const Blank*> round;
  for (const Blank& b : blanks) {
    if (!b.pressed || b.folding || b.open || b.elements.size() < 2) return 0;
    round.resize(std::max(round.size(), static_cast<size_t>(b.pieces)));
    for (const int place : b.alike) round.at(static_cast<size_t>(place)) = &b;
  }
  if (round.size() < 2 || std::count(round.begin(), round.end(), nullptr) > 0) return 0;
  const Closing c = closing_of(round);
  return worse({c.base, c.top, c.bent, inside_out(round) ? round.front()->size : 0});
}

bool add_numbers(Proof& p, const Blank& blank) {
  const NumberProof numbers = prove_numbers(blank);
  const bool exact = numbers.exact.mismatch <= within::same * blank.size;
  const bool fitted = numbers.fitted.mismatch <= p.allowed;
  const bool farther = numbers.fitted.mismatch >= numbers.exact.mismatch * (1 - within::same);
  const NumberMiss& worst = farther && (exact || !fitted) ? numbers.fitted : numbers.exact;
  p.number_mismatch = worst.mismatch;
  p.number = worst.where;
  return exact && fitted;
}

}  // namespace juggler
