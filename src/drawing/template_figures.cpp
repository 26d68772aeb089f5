// What there is to print at full size. Equation numbers: docs/maths/template.md.
#include <fmt/format.h>

#include <algorithm>

#include "juggler/shop.h"
#include "scene/wall.h"
#include "views.h"

namespace juggler {
namespace {

TemplateFigure figure_of(const std::string& title, const Blank& blank) {
  TemplateFigure figure{title, {outline(blank)}, blank.marks.lines, blank.marks.texts};
  for (const BlankOpening& o : blank.openings) figure.cuts.push_back(o.outline);
  for (const Outline& arcs : blank.partings)
    for (const Arc& arc : arcs) figure.bends.push_back(arc);
  for (const Fold& fold : blank.folds)
    for (const Arc& arc : line_of(fold)) figure.bends.push_back(arc);
  if (blank.folding) {
    for (const BentZone& s : blank.folding->zones) {  // corners of a tube, ends of arcs
      if (!s.rolled) continue;
      figure.marks.push_back(line(s.a_from, s.a_to));
      if (!(s.a_from == s.b_from)) figure.marks.push_back(line(s.b_from, s.b_to));
    }
  }
  return figure;
}

// Plan angles beside the element lines, near the base. Outside up the plan angle grows to the right; the last
// one stands inwards of its line.
void label_elements(TemplateFigure& figure, const Blank& wrap) {
  constexpr double height = 3;
  const Edge* rim = edge(wrap, edge(wrap, EdgeName::base) ? EdgeName::base : EdgeName::top);
  const double pitch = rim->girth / (static_cast<double>(wrap.elements.size()) - 1);
  for (const Element& e : wrap.elements) {
    const double degrees = e.plan.degrees();
    const bool quarter = std::abs(degrees - 90 * std::round(degrees / 90)) < within::beside;
    const double length = norm(e.top - e.base);
    if ((pitch < 3 * height && !quarter) || length < 12 * height) continue;
    const Vec2 up = (1 / length) * (e.top - e.base);
    const bool last = e.number + 1 == static_cast<int>(wrap.elements.size());
    const Vec2 beside = (last ? height : -height) * left_of(up);
    figure.texts.push_back({e.base + 3 * height * up + beside, Angle::radians(std::atan2(up.y, up.x)), height,
                            fmt::format("{:.6g}\u00b0", degrees)});
  }
}

// The plane of an end, with axes along the plan's x and y where it is level.
struct EndPlane {
  Vec3 origin, right, up;
  [[nodiscard]] Vec2 at(Vec3 p) const { return {dot(p - origin, right), dot(p - origin, up)}; }
};

// Whether the edge of some layer of the metal lies in the plane all round: else another plane cuts it too.
bool cuts_all(const Form& f, EndName end, Vec3 normal, double height) {
  for (int i = 0; i < 72; ++i) {
    const double u = f.from() + (f.to() - f.from()) * i / 72;
    const double inside = dot(edge_point(f, end, 0, u), normal) - height;
    const double outside = dot(edge_point(f, end, f.thickness, u), normal) - height;
    if (std::min(inside, outside) > within::beside * f.size ||
        std::max(inside, outside) < -within::beside * f.size)
      return false;
  }
  return true;
}

// Nothing where no one plane cuts the end.
std::optional<EndPlane> plane_of(const Form& f, EndName end) {
  if (f.pointed(end) || f.open) return std::nullopt;
  const auto of_this = [&](const auto& cut) { return cut.end == end; };
  if (std::any_of(f.bodies.begin(), f.bodies.end(), of_this) ||
      std::any_of(f.mitres.begin(), f.mitres.end(), of_this))
    return std::nullopt;
  const auto of_end = [&](const AskedProfile& p) { return p.end == end; };
  const auto profile = std::find_if(f.profiles.begin(), f.profiles.end(), of_end);
  if (profile != f.profiles.end()) return EndPlane{profile->centre, profile->x, profile->y};
  if (f.asked.empty()) return std::nullopt;
  const AskedCircle& circle = f.asked[end == EndName::base ? 0 : 1];
  const auto cuts = [&](const TrimPlane& t) { return t.end == end; };
  const auto found = std::find_if(f.trims.begin(), f.trims.end(), cuts);
  if (found != f.trims.end() && found->from_axis) return std::nullopt;  // it never cuts all of an end
  if (found == f.trims.end()) return EndPlane{circle.centre, {1, 0, 0}, {0, 1, 0}};
  const double sense = (found->plane.normal.z < 0 ? -1 : 1) / norm(found->plane.normal);
  const Vec3 normal = sense * found->plane.normal;
  const double height = sense * found->plane.height;
  if (!cuts_all(f, end, normal, height)) return std::nullopt;
  // (8): the plane laid level about its own level line, so that what lies along that line stays as it is.
  const double uphill = found->uphill.radians();
  const Vec3 level{-std::sin(uphill), std::cos(uphill), 0};
  const Vec3 slope = cross(level, normal);
  const Vec3 origin = circle.centre + Vec3{0, 0, (height - dot(circle.centre, normal)) / normal.z};
  return EndPlane{origin, std::cos(uphill) * slope - std::sin(uphill) * level,
                  std::sin(uphill) * slope + std::cos(uphill) * level};
}

// The same of a transition, whose rulings stand still at corners: in chords, finer than print.
Outline ring_of_chords(const Form& f, EndName end, const EndPlane& plane, double layer) {
  constexpr int in_piece = 256;
  Outline lines;
  Vec2 before = plane.at(edge_point(f, end, layer, f.from()));
  for (const WallPiece& piece : f.wall) {
    const double from = std::max(piece.from, f.from());
    const double to = std::min(piece.to, f.to());
    for (int i = 1; i <= in_piece && from < to; ++i) {
      const Vec2 now = plane.at(edge_point(f, end, layer, from + (to - from) * i / in_piece));
      if (norm(now - before) <= within::same * f.size) continue;
      lines.push_back(line(before, now));
      before = now;
    }
  }
  return lines;
}

// The edge of a face on the plane of its end.
Outline ring_outline(const Form& f, EndName end, const EndPlane& plane, double layer, double tolerance) {
  const auto point = [&](double u) { return plane.at(edge_point(f, end, layer, u)); };
  const auto heading = [&](double u) {
    constexpr double step = 1e-5;
    const Vec2 along = point(std::min(f.to(), u + step)) - point(std::max(f.from(), u - step));
    return std::atan2(along.y, along.x);
  };
  if (!f.profiles.empty()) return ring_of_chords(f, end, plane, layer);
  Outline arcs;
  for (int quarter = 0; quarter < 4; ++quarter) {
    const double from = f.from() + (f.to() - f.from()) * quarter / 4;
    const double to = f.from() + (f.to() - f.from()) * (quarter + 1) / 4;
    const double first = heading(from);
    const auto unwound = [=](double u) {  // continuous: within half a turn of what a circle would have
      const double h = heading(u);
      return Angle::radians(h - two_pi * std::round((h - first - (u - from)) / two_pi));
    };
    const FittedArcs fitted = fit_arcs({from, to, point, unwound}, tolerance);
    arcs.insert(arcs.end(), fitted.arcs.begin(), fitted.arcs.end());
  }
  return arcs;
}

// Ticks inwards at the quarters, with their plan angles.
void mark_quarters(TemplateFigure& figure, const Form& f, EndName end, const EndPlane& plane) {
  for (int i = 0; i < 4; ++i) {
    const Vec2 rim = plane.at(edge_point(f, end, 0, within_once(f, i * two_pi / 4)));
    const double reach = norm(rim);
    if (reach == 0) continue;
    const Vec2 in = -1 / reach * rim;
    figure.marks.push_back(line(rim, rim + 0.25 * reach * in));
    const double height = std::clamp(0.04 * reach, 1.8, 6.0);
    if (reach >= 12 * height)
      figure.texts.push_back(
          {rim + (0.25 * reach + 3 * height) * in, {}, height, fmt::format("{}\u00b0", 90 * i)});
  }
}

std::optional<TemplateFigure> ring(const PieceResult& piece, EndName end) {
  const Form& f = *piece.wall();
  const auto plane = plane_of(f, end);
  if (!plane) return std::nullopt;
  TemplateFigure figure{
      fmt::format("end ring, {}, of {}, seen from above", name_of(end), name_of_part(piece))};
  const double tolerance = std::min(piece.part.making.fit, within::little * f.size);
  figure.cuts.push_back(ring_outline(f, end, *plane, f.thickness, tolerance));
  if (f.thickness > 0) figure.cuts.push_back(ring_outline(f, end, *plane, 0, tolerance));
  mark_quarters(figure, f, end, *plane);
  return figure;
}

// (9): a plate with one edge the arc: bulging to be held inside, concave to be held outside.
TemplateFigure sweep(const std::string& title, double radius, bool concave) {
  const double half = std::min(125.0, 0.7 * radius);
  const double swept = 2 * std::asin(half / radius);
  const double rise_of_arc = 2 * radius * std::pow(std::sin(swept / 4), 2);
  const double depth = std::clamp(0.4 * half, 15.0, 50.0) + (concave ? rise_of_arc : 0);
  const Vec2 left{-half, 0};
  const Vec2 right{half, 0};
  const Vec2 down{0, -depth};
  const Angle turn = Angle::radians(concave ? swept : -swept);  // from left to right
  TemplateFigure figure{title};
  figure.cuts.push_back({line(left + down, right + down), line(right + down, right),
                         reversed(Arc{left, -turn / 2, radius * swept, turn}), line(left, left + down)});
  const double height = std::min(4.0, half / 18);
  const double middle = concave ? -(depth + rise_of_arc) / 2 : -depth / 2;
  if (height >= 1.5) figure.texts.push_back({{0, middle}, {}, height, title});
  return figure;
}

// Of the least and the greatest radius round an end on a face, where they differ.
void add_sweeps(std::vector<TemplateFigure>& figures, const PieceResult& piece, EndName end, Face face,
                const Units& units) {
  for (const Amount& r : sweep_radii(piece, end, face)) {
    if (r.value < 3 || r.value > 1e5) continue;  // no template can be held to it
    const std::string title =
        fmt::format("sweep {} {}, radius {}", name_of(end), name_of(face), written(r, units));
    figures.push_back(sweep(title, r.value, face == Face::outside));
  }
}

}  // namespace

Blank wrap_round(const PieceResult& piece, double paper_thickness) {
  if (!piece.wall()) refuse("template.wrap", "is asked of a part that no template is wrapped round");
  Form outside = *piece.wall();
  outside.neutral_depth = outside.thickness + paper_thickness / 2;
  outside.base_pointed = false;  // only the neutral layer runs to the tip
  outside.top_pointed = false;
  Making making = piece.part.making;
  making.face_up = Face::outside;
  making.quantity = 1;
  making.marks = true;
  return make_blank(outside, {.gap = 0}, making);
}

std::vector<TemplateFigure> template_figures(const JobResult& job, size_t index) {
  const PieceResult& piece = job.pieces[index];
  const Printing& asked = job.job.printed;
  std::vector<TemplateFigure> figures;
  if (asked.blank) {
    const std::string title = fmt::format("Blank of {}, {} up", title_of(piece), face_up(piece.blank));
    figures.push_back(figure_of(title, piece.blank));
  }
  if (!is_first_of_part(job, index) || !piece.wall()) return figures;
  if (asked.wrap) {
    const Blank wrap = wrap_round(piece, asked.paper_thickness);
    figures.push_back(figure_of(fmt::format("Wrap round {}, outside up", name_of_part(piece)), wrap));
    label_elements(figures.back(), wrap);
  }
  for (const EndName end : {EndName::base, EndName::top}) {
    if (!asked.end_rings) break;
    if (auto figure = ring(piece, end)) figures.push_back(std::move(*figure));
  }
  for (const EndName end : {EndName::base, EndName::top}) {
    if (!asked.sweeps || !takes_sweeps(*piece.wall()) || piece.wall()->pointed(end)) continue;
    add_sweeps(figures, piece, end, Face::inside, job.job.units);
    if (piece.wall()->thickness > 0) add_sweeps(figures, piece, end, Face::outside, job.job.units);
  }
  return figures;
}

}  // namespace juggler
