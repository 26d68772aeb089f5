// Blanks of walls that need not open flat.
#include <algorithm>
#include <memory>

#include "cut_openings.h"
#include "geom/patience.h"
#include "laid.h"
#include "opened.h"
#include "pieces_of_body.h"

namespace juggler {
namespace {

// A line of the flat: of constant v along the wall, or of constant u across it.
struct FlatLine {
  const StretchedPiece& piece;
  bool along = true;
  double other = 0;  // the parameter that stays

  [[nodiscard]] FlatPoint place(double at) const {
    return along ? piece.flat.at(at, other) : piece.flat.at(other, at);
  }
  [[nodiscard]] Vec2 way(double at) const {
    const FlatPoint p = place(at);
    return along ? p.du : p.dv;
  }
  [[nodiscard]] const std::vector<double>& breaks() const {
    return along ? piece.curved.surface.us : piece.curved.surface.vs;
  }
  // Of the wall in space.
  [[nodiscard]] double formed_length(double from, double to) const {
    return over(from, to, [&](double at) {
      const Surface& s = piece.curved.surface;
      const SurfacePoint p = along ? s.point(at, other) : s.point(other, at);
      return norm(along ? p.du : p.dv);
    });
  }
  [[nodiscard]] double length(double from, double to) const {
    return over(from, to, [&](double at) { return norm(way(at)); });
  }

 private:
  // Break by break.
  [[nodiscard]] double over(double from, double to, const std::function<double(double)>& speed) const {
    double sum = 0;
    for (size_t i = 0; i + 1 < breaks().size(); ++i) {
      const double a = std::max(from, breaks()[i]);
      const double b = std::min(to, breaks()[i + 1]);
      if (a < b) sum += integral(speed, a, b, 2, within::quadrature * piece.curved.surface.size);
    }
    return sum;
  }
};

// Headings that never start anew, however far the line turns.
std::function<Angle(double)> heading_along(const FlatLine& line, double from, double to) {
  // Just inside: past an end another patch may lie.
  const double little = within::rounding * (to - from);
  return continuous(
      [=](double at) {
        const Vec2 w = line.way(std::clamp(at, from + little, to - little));
        return heading_of(w);
      },
      from, to);
}

// Where the flat's edge turns sharply: at folds of the wall.
std::vector<double> kinks_of(const FlatLine& line, double from, double to) {
  std::vector<double> kinks{from};
  for (size_t i = 1; i + 1 < line.breaks().size(); ++i) {
    const double at = line.breaks()[i];
    if (at <= from || at >= to) continue;
    const auto beside = [&](double other) { return line.way(at + within::same * (other - at)); };
    const Vec2 before = beside(line.breaks()[i - 1]);
    const Vec2 after = beside(line.breaks()[i + 1]);
    constexpr double sharp = 1e-4;  // radians; joints between patches come to less
    if (std::abs(std::atan2(cross(before, after), dot(before, after))) > sharp) kinks.push_back(at);
  }
  kinks.push_back(to);
  return kinks;
}

FittedArcs smooth_arcs(const FlatLine& line, double from, double to, double tolerance) {
  const Curve curve{from, to, [&](double at) { return line.place(at).at; }, heading_along(line, from, to)};
  const double length = line.length(from, to);
  if (const auto arc = one_arc(curve, length, line.piece.curved.surface.size)) return {{*arc}, 0};
  return fitted_in_length([&](double within) { return fit_arcs(curve, within); }, length, tolerance);
}

// Arcs within the tolerance in place and, all together, in length.
FittedArcs arcs_of(const FlatLine& line, double from, double to, double tolerance) {
  const std::vector<double> kinks = kinks_of(line, from, to);
  const auto stretches = static_cast<double>(kinks.size() - 1);
  FittedArcs all;
  for (size_t i = 0; i + 1 < kinks.size(); ++i) {
    FittedArcs own = smooth_arcs(line, kinks[i], kinks[i + 1], tolerance / stretches);
    all.arcs.insert(all.arcs.end(), own.arcs.begin(), own.arcs.end());
    all.error = std::max(all.error, own.error);
  }
  return all;
}

// Where an edge is no point, from its first column to its last.
std::optional<std::pair<double, double>> stretch_of_edge(const Surface& s, double v) {
  std::optional<std::pair<double, double>> stretch;
  for (size_t i = 0; i + 1 < s.us.size(); ++i) {
    const double middle = 0.4 * s.us[i] + 0.6 * s.us[i + 1];
    if (norm(s.point(middle, v).du) * (s.us[i + 1] - s.us[i]) < within::exact * s.size) continue;
    stretch = {stretch ? stretch->first : s.us[i], s.us[i + 1]};
  }
  return stretch;
}

// Seen from the outside, anticlockwise.
Edges edges_of(const StretchedPiece& piece, double tolerance) {
  const Surface& s = piece.curved.surface;
  Edges made;
  const double fine = std::min(tolerance, within::little * s.size);
  const auto add = [&](EdgeName name, const FlatLine& line, double from, double to, bool backwards) {
    FittedArcs fitted = arcs_of(line, from, to, fine);
    made.fit_error = std::max(made.fit_error, fitted.error);
    const bool rim = name == EdgeName::base || name == EdgeName::top;
    Edge edge{name, std::move(fitted.arcs), rim ? line.formed_length(from, to) : 0};
    if (backwards) {
      std::reverse(edge.arcs.begin(), edge.arcs.end());
      for (Arc& arc : edge.arcs) arc = reversed(arc);
    }
    made.edges.push_back(std::move(edge));
  };
  const double low = s.vs.front();
  const double high = s.vs.back();
  if (const auto base = stretch_of_edge(s, low))
    add(EdgeName::base, {piece, true, low}, base->first, base->second, false);
  add(EdgeName::seam_end, {piece, false, s.us.back()}, low, high, false);
  if (const auto top = stretch_of_edge(s, high))
    add(EdgeName::top, {piece, true, high}, top->first, top->second, true);
  add(EdgeName::seam_start, {piece, false, s.us.front()}, low, high, true);
  return made;
}

// What comes to lie upright: the bisector of both ends.
double upright_of(const StretchedPiece& piece) {
  const Surface& s = piece.curved.surface;
  const double start = s.us.front();
  const Vec2 first = piece.flat.at(start, s.vs.back()).at - piece.flat.at(start, s.vs.front()).at;
  return heading_of(first).radians() + turned_across(piece) / 2;
}

std::vector<StretchPatch> patches_of(const StretchedPiece& piece, const Placing& placing) {
  const Surface& s = piece.curved.surface;
  std::vector<StretchPatch> patches;
  for (size_t i = 0; i + 1 < s.us.size(); ++i) {
    for (size_t j = 0; j + 1 < s.vs.size(); ++j) {
      StretchPatch p{s.us[i], s.us[i + 1], s.vs[j], s.vs[j + 1], {}};
      for (const double u : Series::nodes(p.u_from, p.u_to)) {
        for (const double v : Series::nodes(p.v_from, p.v_to))
          p.at.push_back(placed(piece.flat.at(u, v).at, placing));
      }
      patches.push_back(std::move(p));
    }
  }
  return patches;
}

std::vector<Element> elements_of(const StretchedPiece& piece, const Placing& placing, int spaces) {
  const Surface& s = piece.curved.surface;
  std::vector<Element> elements;
  for (int i = 0; i <= spaces; ++i) {
    const double u = i == spaces ? s.us.back() : s.us.front() + (s.us.back() - s.us.front()) * i / spaces;
    Element e;
    e.number = i;
    const Vec3 foot = s.point(u, s.vs.front()).at;
    const Vec3 head = s.point(u, s.vs.back()).at;
    const Vec3 plan = std::hypot(foot.x, foot.y) > within::same * s.size ? foot : head;
    const double degrees = Angle::radians(std::atan2(plan.y, plan.x)).degrees();
    e.plan = Angle::degrees(std::abs(degrees) < within::same ? 0 : degrees < 0 ? degrees + 360 : degrees);
    e.length = FlatLine{piece, false, u}.length(s.vs.front(), s.vs.back());
    e.from_base = e.from_top = e.length;
    e.base = placed(piece.flat.at(u, s.vs.front()).at, placing);
    e.top = placed(piece.flat.at(u, s.vs.back()).at, placing);
    if (i > 0) {
      const double before = s.us.front() + (s.us.back() - s.us.front()) * (i - 1) / spaces;
      e.base_run = elements.back().base_run + FlatLine{piece, true, s.vs.front()}.length(before, u);
      e.top_run = elements.back().top_run + FlatLine{piece, true, s.vs.back()}.length(before, u);
    }
    elements.push_back(e);
  }
  return elements;
}

// Elements are curves of the flat where it stretches.
std::vector<Arc> element_lines(const StretchedPiece& piece, const Placing& placing, int spaces, double fit) {
  const Surface& s = piece.curved.surface;
  std::vector<Arc> lines;
  for (int i = 1; i < spaces; ++i) {
    const double u = s.us.front() + (s.us.back() - s.us.front()) * i / spaces;
    for (const Arc& arc : arcs_of({piece, false, u}, s.vs.front(), s.vs.back(), fit).arcs)
      lines.push_back(placed(arc, placing));
  }
  return lines;
}

std::vector<Vec2> space_middles(const StretchedPiece& piece, const Placing& placing, int spaces) {
  const Surface& s = piece.curved.surface;
  std::vector<Vec2> middles;
  for (int i = 0; i < spaces; ++i) {
    const double u = s.us.front() + (s.us.back() - s.us.front()) * (i + 0.5) / spaces;
    middles.push_back(placed(piece.flat.at(u, (s.vs.front() + s.vs.back()) / 2).at, placing));
  }
  return middles;
}

// By how much the wall is folded along a line, positive towards its inside.
Angle folded_at(const Surface& s, double u, double v) {
  const double little = within::step * (s.us.back() - s.us.front());
  const auto normal = [&](double at) {
    const SurfacePoint p = s.point(at, v);
    return cross(p.du, p.dv);
  };
  const Vec3 before = normal(u - little);
  const Vec3 after = normal(u + little);
  const double by = std::atan2(norm(cross(before, after)), dot(before, after));
  return Angle::radians(dot(cross(before, after), s.point(u, v).dv) < 0 ? -by : by);
}

std::vector<Fold> creases_of(const StretchedPiece& piece, const Placing& placing, const Making& making) {
  const Surface& s = piece.curved.surface;
  const double low = s.vs.front();
  const double high = s.vs.back();
  std::vector<Fold> creases;
  for (const double u : piece.curved.creases) {
    Fold c{.kind = FoldKind::crease};
    c.tag = letters_of(creases.size());
    for (const Arc& arc : arcs_of({piece, false, u}, low, high, making.fit).arcs)
      c.arcs.push_back(placed(arc, placing));
    c.from = c.arcs.front().start;
    c.to = end_of(c.arcs.back());
    const Angle at_base = folded_at(s, u, low);
    const Angle at_top = folded_at(s, u, high);
    const bool inwards = at_base.radians() + at_top.radians() > 0;
    c.up = inwards == (making.face_up == Face::inside);
    c.turned = Angle::radians(std::abs(at_base.radians()));
    c.turned_to = Angle::radians(std::abs(at_top.radians()));
    c.along_rims = true;
    c.datum = name_of(EdgeName::seam_start);
    creases.push_back(std::move(c));
  }
  return creases;
}

void note_strain(Blank& b, const StretchedPart& part, const StretchedPiece& piece) {
  const StrainNumbers& n = piece.strain;
  if (n.opens_flat()) {
    b.notes.push_back("This wall opens flat: forming does not stretch it.");
    return;
  }
  const auto at = [](double mm) { return shown_mm(mm, 1); };
  const Phrase text = std::string("Forming this blank ") + (n.greatest < 0 ? "upsets" : "stretches") +
                      " the metal by up to " + shown_percent(std::abs(n.greatest)) + ", most at x " +
                      at(n.where.x) + ", y " + at(n.where.y) + ", z " + at(n.where.z) + " of the part.";
  (std::abs(n.greatest) > part.warned ? b.warnings : b.notes).push_back(text);
}

std::pair<Blank, Placing> blank_of(const StretchedPart& part, const StretchedPiece& piece,
                                   const Making& making) {
  Blank b = blank_for(making, part.thickness, part.size);
  b.piece = piece.curved.number;
  b.pieces = part.blanks;
  b.count = making.quantity * static_cast<int>(piece.curved.copies.size());
  b.neutral_depth = part.thickness / 2;
  b.sector = Angle::radians(std::abs(turned_across(piece)));
  b.overall_height = part.overall_height;
  const Placing placing = lay_upright(b, edges_of(piece, making.fit), part.edge_words, upright_of(piece));
  b.patches = patches_of(piece, placing);
  add_round_ends(b, piece.curved.round_start, piece.curved.round_end);
  b.elements = elements_of(piece, placing, making.elements);
  b.folds = creases_of(piece, placing, making);
  note_strain(b, part, piece);
  b.notes.insert(b.notes.end(), part.notes.begin(), part.notes.end());
  return {std::move(b), placing};
}

void mark(Blank& b, const StretchedPiece& piece, const Placing& placing, const Making& making) {
  const std::vector<Arc> lettered = std::move(b.marks.lines);
  const auto elements = element_lines(piece, placing, making.elements, making.fit);
  b.marks = make_marks(b, making, on_metal(b, elements), space_middles(piece, placing, making.elements));
  b.marks.lines.insert(b.marks.lines.end(), lettered.begin(), lettered.end());
}

// The shares of a series' nodes in its value at a place: of the barycentric form.
std::vector<double> node_shares(double from, double to, double at) {
  const std::vector<double> nodes = Series::nodes(from, to);
  std::vector<double> shares(nodes.size(), 0);
  double sum = 0;
  for (size_t k = 0; k < nodes.size(); ++k) {
    const double off = at - nodes[k];
    if (off == 0) {
      shares.assign(nodes.size(), 0);
      shares[k] = 1;
      return shares;
    }
    const double sign = k % 2 == 0 ? 1 : -1;
    shares[k] =
        sign * std::sin((static_cast<double>(k) + 0.5) * pi / static_cast<double>(nodes.size())) / off;
    sum += shares[k];
  }
  for (double& share : shares) share /= sum;
  return shares;
}

}  // namespace

Vec2 place_on(const StretchPatch& p, double u, double v) {
  const std::vector<double> along = node_shares(p.u_from, p.u_to, u);
  const std::vector<double> across = node_shares(p.v_from, p.v_to, v);
  Vec2 place;
  for (size_t i = 0; i < along.size(); ++i) {
    for (size_t j = 0; j < across.size(); ++j)
      place = place + along[i] * across[j] * p.at[i * across.size() + j];
  }
  return place;
}

namespace {

void check_making(const StretchedPart& part, const Making& making) {
  const Pressing& p = making.pressing;
  const char* key = p.hits          ? "pressing.hits"
                    : p.facet_width ? "pressing.facet_width"
                    : p.facet_error ? "pressing.facet_error"
                    : making.within ? "elements.within"
                                    : nullptr;
  if (key && part.once_round)
    throw Refusal({.reason = "asks for facets of a wall that stretches: it has none",
                   .key = key,
                   .advice = "leave it out"});
}

}  // namespace

namespace {

void check_beside_itself(const Blank& b, const StretchedPart& part) {
  if (!overlaps_itself(b)) return;
  throw Refusal({.reason = "leaves a blank that would lie over itself on the flat",
                 .key = part.divided_by,
                 .advice = "divide the part into more blanks"});
}

// What tells a piece from others: those of which these places agree are counted together.
void add_looks(LaidPiece& p, const StretchedPiece& piece, const Placing& placing) {
  const Surface& s = piece.curved.surface;
  p.start = placed(piece.flat.at(s.us.front(), s.vs.front()).at, placing);
  const Placing upright{placing.mirror, placing.turn};
  constexpr int looks = 24;
  for (const double v : {s.vs.front(), s.vs.back()}) {
    for (int i = 0; i <= looks; ++i) {
      const double u = s.us.front() + (s.us.back() - s.us.front()) * i / looks;
      p.looks.push_back(placed(piece.flat.at(u, v).at, upright));
    }
  }
}

}  // namespace

LaidPart lay(const StretchedPart& part, const Making& making) {
  check_making(part, making);
  LaidPart laid;
  laid.wall.size = part.size;
  laid.wall.thickness = part.thickness;
  for (const StretchedPiece& piece : part.pieces) {
    const auto [blank, placing] = blank_of(part, piece, making);
    check_beside_itself(blank, part);
    const std::vector<CopyPlace>& copies = piece.curved.copies;
    const auto laid_piece = [&, &b = blank, &at = placing](size_t first, size_t last) {
      LaidPiece p;
      p.blank = b;
      p.charts = [piece, thickness = part.thickness, at, first, last](int number) {
        std::vector<Chart> charts;
        for (size_t i = first; i < last; ++i) {
          StretchedPiece copy = piece;
          copy.curved.surface = copied(piece.curved.surface, piece.curved.copies[i]);
          charts.push_back(chart_of(copy, thickness, number, at));
        }
        return charts;
      };
      p.mark = [piece, at, making](Blank& marked) { mark(marked, piece, at, making); };
      return p;
    };
    if (copies.size() == 1 || !has_openings(making)) {
      laid.pieces.push_back(laid_piece(0, copies.size()));
      if (!part.bodies.empty() && part.pieces.size() > 1) add_looks(laid.pieces.back(), piece, placing);
      continue;
    }
    // Openings tell them apart: those that are alike for all that are counted afterwards.
    for (size_t i = 0; i < copies.size(); ++i) {
      LaidPiece& one = laid.pieces.emplace_back(laid_piece(i, i + 1));
      one.blank.count = making.quantity;
      one.blank.piece += static_cast<int>(i);
      add_looks(one, piece, placing);
    }
  }
  return laid;
}

}  // namespace juggler
