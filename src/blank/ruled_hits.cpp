// Hits where the curvature is. Equation numbers: docs/maths/transitions.md.
#include "ruled_hits.h"

#include <algorithm>

#include "pieces_of_body.h"

namespace juggler {
namespace {

constexpr int most_ruled_hits = 2000;

// A curved stretch between flats or seams: a measure of it that equal facet errors share evenly, (13), and
// its length at the wider end, both from its start.
struct Curved {
  size_t piece = 0;
  const Form* form = nullptr;
  std::vector<double> u, measure, length;
  int hits = 1;

  [[nodiscard]] double whole() const { return measure.back(); }
  [[nodiscard]] double estimate(int n) const { return std::pow(whole() / n, 2) / 12; }  // (14)
};

// How fast the wider rim of the neutral layer runs square to the rulings, and how fast the normal turns.
struct Speed {
  double breadth = 0;
  double curl = 0;
};
Speed speed_at(const Form& f, double u) {
  const Rates v = rates(ruling_at(f.wall, u));
  const auto breadth = [&](EndName end) {
    return std::abs(v.across + f.neutral_depth * v.curl + f.rim(end)(u).s * v.turn);
  };
  return {std::max(breadth(EndName::base), breadth(EndName::top)), std::abs(v.curl)};
}

Curved curved_between(size_t piece, const Form& f, double from, double to) {
  constexpr int looks = 400;
  Curved c;
  c.piece = piece;
  c.form = &f;
  double measure = 0;
  double length = 0;
  for (int i = 0; i <= looks; ++i) {
    const double step = (to - from) / looks;
    const double u = i == looks ? to : from + step * i;
    if (i > 0) {
      const Speed s = speed_at(f, u - step / 2);
      measure += step * std::sqrt(s.breadth * s.curl);
      length += step * s.breadth;
    }
    c.u.push_back(u);
    c.measure.push_back(measure);
    c.length.push_back(length);
  }
  return c;
}

// By how much the normal turns between two rulings: positive where the inside is the concave face.
double turned_between(const Form& f, double a, double b) {
  const Vec3 p = ruling_at(f.wall, a).n;
  const Vec3 q = ruling_at(f.wall, b).n;
  const Vec3 axis = cross(p, q);
  return std::copysign(std::atan2(norm(axis), dot(p, q)), dot(axis, ruling_at(f.wall, (a + b) / 2).e));
}

// Curved stretches bent one way each.
std::vector<Curved> curved_stretches(const std::vector<Form>& pieces) {
  std::vector<Curved> all;
  for (size_t i = 0; i < pieces.size(); ++i) {
    const Form& f = pieces[i];
    double from = 0;
    double to = 0;
    bool inwards = false;
    const auto close = [&] {
      if (to > from) all.push_back(curved_between(i, f, from, to));
      from = to = 0;
    };
    for (const Region& r : f.regions) {
      if (r.kind == RegionKind::flat || r.kind == RegionKind::fold) {
        close();
        continue;
      }
      const bool now = turned_between(f, r.from, r.to) < 0;
      if (now != inwards) close();
      inwards = now;
      if (to == from) from = r.from;
      to = r.to;
    }
    close();
  }
  return all;
}

double at_value(const std::vector<double>& values, const std::vector<double>& us, double value) {
  const auto after = std::lower_bound(values.begin(), values.end(), value);
  if (after == values.begin()) return us.front();
  if (after == values.end()) return us.back();
  const auto i = static_cast<size_t>(after - values.begin());
  const double part = (value - values[i - 1]) / (values[i] - values[i - 1]);
  return us[i - 1] + part * (us[i] - us[i - 1]);
}

// Length at the wider end between two rulings.
double width_between(const Curved& c, double a, double b) {
  const auto at = [&](double u) { return at_value(c.u, c.length, u); };
  return at(b) - at(a);
}

// (15), (16): the bend lines and, before, between and after them, where the flats take their normals.
std::vector<RuledHit> hits_of(const Curved& c, const Pressing& asked) {
  const int n = c.hits;
  std::vector<double> lines;
  std::vector<double> normals{c.u.front()};
  const double end = asked.facet_width ? (c.length.back() - (n - 1) * *asked.facet_width) / 2 : 0;
  for (int k = 0; k < n; ++k) {
    lines.push_back(asked.facet_width ? at_value(c.length, c.u, end + k * *asked.facet_width)
                                      : at_value(c.measure, c.u, c.whole() * (k + 0.5) / n));
    if (k == 0) continue;
    const double middle = asked.facet_width ? at_value(c.length, c.u, end + (k - 0.5) * *asked.facet_width)
                                            : at_value(c.measure, c.u, c.whole() * k / n);
    normals.push_back(middle);
  }
  normals.push_back(c.u.back());
  std::vector<RuledHit> hits;
  const Form& f = *c.form;
  for (size_t k = 0; k < lines.size(); ++k) {
    RuledHit hit{lines[k], turned_between(f, normals[k], normals[k + 1])};
    const double from = k == 0 ? c.u.front() : lines[k - 1];
    hit.facet_width = width_between(c, from, lines[k]);
    const double turn = std::abs(turned_between(f, from, lines[k]));
    hit.facet_error =
        k == 0 ? facet_error(2 * hit.facet_width, turn) : facet_error(hit.facet_width, turn / 2);
    if (k + 1 == lines.size())  // the flat behind the last one
      hit.facet_error =
          std::max(hit.facet_error, facet_error(2 * width_between(c, lines[k], c.u.back()),
                                                std::abs(turned_between(f, lines[k], c.u.back()))));
    hits.push_back(hit);
  }
  return hits;
}

double worst_of(const std::vector<RuledHit>& hits) {
  double worst = 0;
  for (const RuledHit& h : hits) worst = std::max(worst, h.facet_error);
  return worst;
}

// Where the error is worst, one after the other. Of equals one in the piece with the fewest, the first there:
// so pieces that are alike get alike hits.
void share_out(std::vector<Curved>& all, int hits) {
  std::vector<int> in_piece;
  for (Curved& c : all) {
    c.hits = 1;
    in_piece.resize(std::max(in_piece.size(), c.piece + 1));
    ++in_piece[c.piece];
  }
  for (int i = static_cast<int>(all.size()); i < hits; ++i) {
    Curved* worst = &all.front();
    for (Curved& c : all) {
      const double more = c.estimate(c.hits) / worst->estimate(worst->hits) - 1;
      if (more > within::same || (more > -within::same && in_piece[c.piece] < in_piece[worst->piece]))
        worst = &c;
    }
    ++worst->hits;
    ++in_piece[worst->piece];
  }
}

// The fewest hits that keep the error asked for, by what they really leave.
void hits_within(Curved& c, double error) {
  c.hits = std::max(1, static_cast<int>(std::min(c.whole() / std::sqrt(12 * error), 1.0 * most_ruled_hits)));
  while (c.hits > 1) {
    --c.hits;
    if (worst_of(hits_of(c, {})) > error) break;
  }
  while (worst_of(hits_of(c, {})) > error) {
    if (++c.hits > most_ruled_hits)
      refuse("pressing.facet_error", "is out of range", shown_mm(error),
             "an error that " + std::to_string(most_ruled_hits) + " hits can keep");
  }
}

void choose_hits(std::vector<Curved>& all, const Pressing& asked) {
  if (asked.hits) {
    const int least = static_cast<int>(all.size());
    if (*asked.hits < least || *asked.hits > most_ruled_hits)
      refuse("pressing.hits", "is out of range", std::to_string(*asked.hits),
             std::to_string(least) + " (one for each curved stretch) to " + std::to_string(most_ruled_hits));
    share_out(all, *asked.hits);
  }
  if (asked.facet_error &&
      !(*asked.facet_error >= least_facet_error && *asked.facet_error <= most_facet_error))
    refuse("pressing.facet_error", "is out of range", shown_mm(*asked.facet_error),
           mm_range(least_facet_error, most_facet_error));
  for (Curved& c : all) {
    if (asked.facet_error) hits_within(c, *asked.facet_error);
    if (!asked.facet_width) continue;
    const double w = *asked.facet_width;
    const double length = c.length.back();
    if (!(w > 0 && length / w <= most_ruled_hits))
      refuse("pressing.facet_width", "is out of range", shown_mm(w),
             "over " + shown_mm(length / most_ruled_hits));
    c.hits = std::max(1, static_cast<int>(std::ceil(length / w - within::same)));
  }
}

std::vector<Pressed::Row> rows_about(std::vector<Curved> all, int hits) {
  std::vector<Pressed::Row> rows;
  for (int n = std::max(static_cast<int>(all.size()), hits - 4); n <= hits + 4; ++n) {
    share_out(all, n);
    Pressed::Row row{n};
    for (const Curved& c : all) {
      for (const RuledHit& h : hits_of(c, {})) {
        row.facet_width = std::max(row.facet_width, h.facet_width);
        row.facet_error = std::max(row.facet_error, h.facet_error);
      }
    }
    rows.push_back(row);
  }
  return rows;
}

void add_folds(RuledHits& made, const std::vector<Form>& pieces) {
  for (size_t i = 0; i < pieces.size(); ++i) {
    for (const Region& r : pieces[i].regions) {
      if (r.kind != RegionKind::fold) continue;
      RuledHit fold{(r.from + r.to) / 2, turned_between(pieces[i], r.from, r.to)};
      fold.fold = true;
      made.pieces[i].push_back(fold);
    }
    std::sort(made.pieces[i].begin(), made.pieces[i].end(),
              [](const RuledHit& a, const RuledHit& b) { return a.u < b.u; });
  }
}

}  // namespace

RuledHits press_ruled(const std::vector<Form>& pieces, const Pressing& asked) {
  RuledHits made;
  made.pieces.resize(pieces.size());
  std::vector<Curved> all = asked.smooth() ? std::vector<Curved>{} : curved_stretches(pieces);
  if (!all.empty()) {
    choose_hits(all, asked);
    Pressed summary{asked};
    for (const Curved& c : all) {
      const std::vector<RuledHit> hits = hits_of(c, asked);
      summary.hits += c.hits;
      for (const RuledHit& h : hits) {
        summary.facet_width = std::max(summary.facet_width, h.facet_width);
        summary.facet_error = std::max(summary.facet_error, h.facet_error);
        made.pieces[c.piece].push_back(h);
      }
    }
    summary.table = rows_about(all, summary.hits);
    made.summary = summary;
  }
  add_folds(made, pieces);
  return made;
}

void add_ruled_hits(Blank& b, const Opened& o, const Placing& placing, const std::vector<RuledHit>& hits,
                    size_t first_tag) {
  for (size_t i = 0; i < hits.size(); ++i) {
    const RuledHit& hit = hits[i];
    Fold line;
    line.tag = letters_of(first_tag + i);
    line.order = static_cast<int>(i) + 1;
    line.kind = hit.fold ? FoldKind::bend : FoldKind::hit;
    line.u = hit.u;
    line.from = placed(rim_point(o, EndName::base, hit.u), placing);
    line.to = placed(rim_point(o, EndName::top, hit.u), placing);
    const bool inwards = hit.turned < 0;
    const double turned = std::abs(hit.turned);
    line.turned = Angle::radians(turned);
    line.up = (b.face_up == Face::inside) != inwards;
    for (const EndName end : {EndName::base, EndName::top}) {
      const double radius = std::abs(rolled_radius(o.form, end, inwards ? o.form.thickness : 0, hit.u));
      if (!hit.fold && radius < 1e9) line.radius = std::max(line.radius, radius);
    }
    line.allowance = hit.fold ? turned * o.form.neutral_depth : 0;
    line.facet_error = hit.facet_error;
    b.folds.push_back(std::move(line));
  }
}

}  // namespace juggler
