#include "provers.h"

#include <algorithm>
#include <boost/math/quadrature/gauss.hpp>

#include "blank/seam.h"
#include "figures.h"
#include "form/cuts.h"
#include "formed_openings.h"
#include "given.h"
#include "meet/end_face.h"
#include "numbers.h"
#include "rim_places.h"

namespace juggler {
namespace {

// The greater of two, or not a number when either is none: a fault must not be lost in a comparison.
struct Worst {
  double distance = 0;
  Phrase where;
  const Form* form = nullptr;
  void look(double d, const char* what, double u) {
    if (std::isnan(distance) || d <= distance) return;
    distance = d;
    const double turn = two_pi;
    const double at = plan_at(*form, u).radians();
    const double plan = at - turn * std::floor(at / turn);
    where = std::string(what) + " at plan angle " + shown_degrees(Angle::radians(plan));
  }
};

// (34): how far a formed face, prolonged along its ruling, misses the circle asked of it.
double miss(const FormedRuling& r, const AskedCircle& c, double neutral, double u) {
  const Vec3 on_circle = c.centre + c.radius * Vec3{std::cos(u), std::sin(u), 0};
  return norm(cross(on_circle - (r.base + (c.layer - neutral) * r.n), r.e));
}

// The same for a profile: where the face's ruling meets the plane of the end.
double miss(const FormedRuling& r, const AskedProfile& p, double neutral) {
  const Vec3 on_face = r.base + (p.layer - neutral) * r.n;
  const Vec3 meets = on_face + (dot(p.normal, p.centre - on_face) / dot(p.normal, r.e)) * r.e - p.centre;
  return p.distance({dot(meets, p.x), dot(meets, p.y)});
}

// How far an end of a formed ruling, on the layers that its cutters ask for, is from the first of them that
// it meets: none may be passed, and one must be reached. round.md (8).
double end_miss(const Form& f, EndName end, const FormedRuling& r, Vec3 rim_point) {
  const double outwards = end == EndName::top ? 1 : -1;
  double most = -HUGE_VAL;
  for (const Cutter& c : f.cutters) {
    if (c.end != end) continue;
    const auto past = [&](double layer) {
      const Vec3 point = rim_point + (layer - f.neutral_depth) * r.n;
      return outwards * c.beyond(point);
    };
    const auto before = [&](double layer) { return -past(layer); };
    const double reach = c.contact == Contact::clear  ? -least_of_layers(before, 0, f.thickness)
                         : c.contact == Contact::full ? least_of_layers(past, 0, f.thickness)
                                                      : past(c.layer);
    most = std::max(most, reach);
  }
  return most == -HUGE_VAL ? 0 : std::abs(most);
}

// The first ruling is laid where the part asked for has its seam.
FormedRuling first_ruling(const Blank& blank, const Form& f) {
  const double u = f.wall.front().from;
  const Ruling r = ruling_at(f.wall, u);
  const Vec3 left = cross(r.n, r.e);
  return {edge_point(f, EndName::base, f.neutral_depth, u), r.e, r.n,
          blank.face_up == Face::inside ? Vec3{} - left : left};
}

std::vector<double> rulings_to_form(const Blank& blank, const Form& f,
                                    const std::vector<OutlinePlace>& places) {
  std::vector<double> us{blank.forming.front().from, f.from(), f.to(), blank.forming.back().to};
  for (const FormingPanel& p : blank.forming) {
    for (const Station& s : p.stations) us.push_back(s.u);
  }
  for (const OutlinePlace& p : places) us.push_back(p.u);
  std::sort(us.begin(), us.end());
  us.erase(std::unique(us.begin(), us.end()), us.end());
  return us;
}

// The ruling that an element lies on: among some, or between two of them.
double ruling_of(const Element& e, const std::vector<FlatPanel>& panels, const std::vector<double>& us,
                 double size) {
  const Vec2 middle = 0.5 * (e.base + e.top);
  const auto aside = [&](double u) {
    const FlatPanel& panel = panel_at(panels, u);
    return cross(direction(panel.heading(u)), middle - panel.base(u));
  };
  const auto within_metal = [&](double u) {
    const FlatPanel& panel = panel_at(panels, u);
    const double s = dot(middle - panel.base(u), direction(panel.heading(u)));
    const double length = norm(panel.top(u) - panel.base(u));
    return s >= -within::beside * size && s <= length + within::beside * size;
  };
  double before = HUGE_VAL;
  for (size_t i = 0; i < us.size(); ++i) {
    const double here = aside(us[i]);
    if (std::abs(here) <= within::same * size && within_metal(us[i])) return us[i];
    if (i > 0 && before * here < 0) {
      const double u = root(aside, us[i - 1], us[i]);
      if (within_metal(u)) return u;
    }
    before = here;
  }
  return NAN;
}

std::vector<double> rulings_of_elements(const Blank& blank, const std::vector<FlatPanel>& panels,
                                        const std::vector<double>& us, double size) {
  std::vector<double> found;
  for (const Element& e : blank.elements) found.push_back(ruling_of(e, panels, us, size));
  return found;
}

struct FormedRulings {
  std::vector<double> us;
  std::vector<FormedRuling> rulings;
  [[nodiscard]] const FormedRuling& at(double u) const {
    return rulings[static_cast<size_t>(std::lower_bound(us.begin(), us.end(), u) - us.begin())];
  }
};

// The way the asked edge of the neutral layer runs. A point of the outline lies off it along its ruling; what
// counts is how far it is from the edge. (33)
Vec3 edge_direction(const Form& f, EndName end, double u) {
  const Ruling r = ruling_at(f.wall, u);
  const Cut cut = f.rim(end)(u);
  const Vec3 run = r.dc + f.neutral_depth * r.dn + cut.s * r.de + cut.ds * r.e;
  return norm(run) > within::same * f.size ? 1 / norm(run) * run : Vec3{};
}

// How far a point near an asked edge is from it: square to the way the edge runs at the point's own ruling,
// and where that is more than is allowed, from its nearest point. Where rulings graze a bent edge, or close
// to a corner, that is another ruling's.
double off_edge(const Form& f, EndName end, double u, Vec3 point, double allowed) {
  const Vec3 run = edge_direction(f, end, u);
  const Vec3 away_from = point - edge_point(f, end, f.neutral_depth, u);
  const double off = norm(run) > 0 ? norm(cross(away_from, run)) : norm(away_from);
  if (off <= allowed) return off;
  const double near = f.by_plan ? 0.1 : 1.5;  // radians; about a corner many rulings pass close by
  const auto away = [&](double v) { return norm(point - edge_point(f, end, f.neutral_depth, v)); };
  double nearest = off;
  for (const WallPiece& w : f.wall) {
    const double from = std::max(u - near, w.from);
    const double to = std::min(u + near, w.to);
    if (from < to) nearest = std::min(nearest, least(away, from, to).value);
  }
  return nearest;
}

Worst compare_surface(const Form& f, const std::vector<FlatPanel>& panels, const FormedRulings& formed,
                      const std::vector<OutlinePlace>& places, double allowed) {
  Worst worst;
  worst.form = &f;
  for (size_t i = 0; i < formed.us.size(); ++i) {
    const double u = formed.us[i];
    const FormedRuling& r = formed.rulings[i];
    const FlatPanel& panel = panel_at(panels, u);
    const double length = dot(panel.top(u) - panel.base(u), direction(panel.heading(u)));
    worst.look(norm(r.base - edge_point(f, EndName::base, f.neutral_depth, u)), "base rim", u);
    worst.look(norm(r.base + length * r.e - edge_point(f, EndName::top, f.neutral_depth, u)), "top rim", u);
    if (!f.base_pointed) worst.look(end_miss(f, EndName::base, r, r.base), "base plane", u);
    if (!f.top_pointed) worst.look(end_miss(f, EndName::top, r, r.base + length * r.e), "top plane", u);
    for (const AskedCircle& c : f.asked) {
      worst.look(miss(r, c, f.neutral_depth, u), c.end == EndName::base ? "base size" : "top size", u);
    }
    for (const AskedProfile& p : f.profiles)
      worst.look(miss(r, p, f.neutral_depth), p.end == EndName::base ? "base profile" : "top profile", u);
  }
  for (const OutlinePlace& p : places) {
    const FormedRuling& r = formed.at(p.u);
    worst.look(off_edge(f, p.end, p.u, r.base + p.along * r.e + p.aside * r.left, allowed),
               p.end == EndName::base ? "base edge as cut" : "top edge as cut", p.u);
  }
  return worst;
}

// Over one panel, whose curves are polynomials: a fixed rule is exact, where a searching one would follow
// their rounding.
double over_panel(const std::function<double(double)>& f, double from, double to) {
  constexpr int parts = 4;
  double sum = 0;
  for (int i = 0; i < parts; ++i) {
    const double a = from + (to - from) * i / parts;
    const double b = from + (to - from) * (i + 1) / parts;
    sum += boost::math::quadrature::gauss<double, 20>::integrate(f, a, b);
  }
  return sum;
}

// Length of a rim on the flat between two rulings.
double flat_length(const std::vector<FlatPanel>& panels, EndName end, double from, double to,
                   double negligible) {
  double sum = 0;
  for (const FlatPanel& p : panels) {
    const double a = std::max(from, p.from);
    const double b = std::min(to, p.to);
    if (a >= b) continue;
    const Series dx = (end == EndName::base ? p.base_x : p.top_x).derivative();
    const Series dy = (end == EndName::base ? p.base_y : p.top_y).derivative();
    sum += integral([&](double u) { return std::hypot(dx(u), dy(u)); }, a, b, 2, negligible);
  }
  return sum;
}

// Twice the area that the rim sweeps about the origin between two rulings, whichever way they follow.
double swept_twice(const std::vector<FlatPanel>& panels, EndName end, double from, double to) {
  if (from > to) return -swept_twice(panels, end, to, from);
  double sum = 0;
  for (const FlatPanel& p : panels) {
    const double a = std::max(from, p.from);
    const double b = std::min(to, p.to);
    if (a >= b) continue;
    const Series& x = end == EndName::base ? p.base_x : p.top_x;
    const Series& y = end == EndName::base ? p.base_y : p.top_y;
    const Series dx = x.derivative();
    const Series dy = y.derivative();
    sum += over_panel([&](double u) { return x(u) * dy(u) - y(u) * dx(u); }, a, b);
  }
  return sum;
}

struct EdgeSpan {
  double from = 0;
  double to = 0;
};

EdgeSpan span_of(const RimEdge& rim, const std::vector<FlatPanel>& panels) {
  const std::vector<Arc>& arcs = rim.edge->arcs;
  return {place_of(panels, rim, 0, arcs.front().start).u, place_of(panels, rim, 1, end_of(arcs.back())).u};
}

double rim_mismatch(const std::vector<RimEdge>& rims, const Form& f, const std::vector<FlatPanel>& panels) {
  double worst = 0;
  for (const RimEdge& rim : rims) {
    const EdgeSpan span = span_of(rim, panels);
    const double cut = flat_length(panels, rim.end, std::min(span.from, span.to),
                                   std::max(span.from, span.to), within::quadrature * f.size);
    const auto [from, to] = rim_range(f, rim.end);
    const double whole = flat_length(panels, rim.end, from, to, within::quadrature * f.size);
    const double asked = rim_length(f, rim.end, f.neutral_depth);
    worst = worse({worst, std::abs(whole - asked), std::abs(rim.edge->girth - asked),
                   std::abs(length_of(rim.edge->arcs) - cut)});
  }
  return worst;
}

double area_mismatch(const Blank& blank, const std::vector<RimEdge>& rims, const Form& f,
                     const std::vector<FlatPanel>& panels) {
  const double u0 = f.from();
  const double u1 = f.to();
  const Vec2 b0 = panel_at(panels, u0).base(u0);
  const Vec2 t0 = panel_at(panels, u0).top(u0);
  const Vec2 b1 = panel_at(panels, u1).base(u1);
  const Vec2 t1 = panel_at(panels, u1).top(u1);
  const double whole = (swept_twice(panels, EndName::base, u0, u1) + cross(b1, t1) +
                        swept_twice(panels, EndName::top, u1, u0) + cross(t0, b0)) /
                       2;
  double cut = 0;
  for (const RimEdge& rim : rims) {
    const EdgeSpan span = span_of(rim, panels);
    cut += swept_twice(panels, rim.end, span.from, span.to) / 2;
  }
  for (const Edge& e : blank.edges) {
    if (is_rim(e.name)) continue;
    for (const Arc& arc : e.arcs) cut += cross(arc.start, end_of(arc)) / 2;
  }
  return worse(std::abs(std::abs(whole) - wall_area(f, f.neutral_depth)),
               std::abs(signed_area(bare_outline(blank)) - cut));
}

// Twice the speed with which a ruling sweeps to its left on the flat, on average along it.
double sweep(const FlatPanel& panel, double u) {
  const Vec2 along = direction(panel.heading(u));
  const Vec2 base{panel.base_x.derivative()(u), panel.base_y.derivative()(u)};
  const Vec2 top{panel.top_x.derivative()(u), panel.top_y.derivative()(u)};
  return cross(along, base) + cross(along, top);
}

// Whether the rulings sweep to their left: all do, or to their right, but for those at which the wall stands
// still.
bool sweeps_left(const std::vector<FlatPanel>& panels) {
  double sum = 0;
  for (const FlatPanel& p : panels) sum += (p.to - p.from) * sweep(p, (p.from + p.to) / 2);
  return sum > 0;
}

// How far the corners of a strip's end lie from the rims at its two rulings.
double end_mismatch(const Edge& e, const ObliqueEnd& end, const std::vector<FlatPanel>& panels) {
  const Vec2 base = panel_at(panels, end.base).base(end.base);
  const Vec2 top = panel_at(panels, end.top).top(end.top);
  const Vec2 a = e.arcs.front().start;
  const Vec2 b = end_of(e.arcs.back());
  return std::min(worse(norm(a - base), norm(b - top)), worse(norm(a - top), norm(b - base)));
}

// How far a seam edge's corners lie from where gap, lap and stock want them, measured from the ruling's image
// inwards. A lap at a pointed end has one corner at the apex, on the image itself.
double edge_mismatch(const Edge& e, const Form& f, const Seam& seam, const std::vector<FlatPanel>& panels) {
  const bool first = e.name == EdgeName::seam_start;
  if (f.ends) return end_mismatch(e, (*f.ends)[first ? 0 : 1], panels);
  const double u = first ? f.from() : f.to();
  const FlatPanel& panel = panel_at(panels, u);
  const Vec2 ruling = direction(panel.heading(u));
  const double inwards = sweeps_left(panels) == first ? 1 : -1;
  const double inset = edge_inset(f, seam, first ? SeamEdge::start : SeamEdge::end);
  std::vector<Vec2> corners{e.arcs.front().start};
  for (const Arc& arc : e.arcs) corners.push_back(end_of(arc));
  double worst = 0;
  for (const Vec2 p : corners) {
    if (seam.wedge) {
      const double rim = u + (first ? 0.5 : -0.5) * seam.wedge->radians();
      const FlatPanel& there = panel_at(panels, rim);
      worst = worse(worst, std::abs(cross(direction(there.heading(rim)), p - there.base(rim))));
      continue;
    }
    const double lies = inwards * cross(ruling, p - panel.base(u));
    const bool apex = corners.size() > 2 && std::abs(lies) < std::abs(lies - inset);
    worst = worse(worst, std::abs(lies - (apex ? 0 : inset)));
  }
  return worst;
}

double seam_mismatch(const Blank& blank, const Form& f, const Seam& seam,
                     const std::vector<FlatPanel>& panels, const FormedRulings& formed) {
  double worst = 0;
  for (const Edge& e : blank.edges) {
    if (!is_rim(e.name)) worst = worse(worst, edge_mismatch(e, f, seam, panels));
  }
  if (!f.goes_round()) return worst;
  const auto length = [&](double u) {
    const FlatPanel& panel = panel_at(panels, u);
    return norm(panel.top(u) - panel.base(u));
  };
  const double length0 = length(f.from());
  const double length1 = length(f.to());
  const FormedRuling& first = formed.at(f.from());
  const FormedRuling& last = formed.at(f.to());
  return worse({worst, std::abs(length0 - length1), norm(first.base - last.base),
                norm(first.base + length0 * first.e - last.base - length1 * last.e)});
}

}  // namespace

namespace {

FormedLine line_of(const FormedRuling& r, const FlatPanel& panel, double u) {
  return {r.base,        r.base + dot(panel.top(u) - panel.base(u), direction(panel.heading(u))) * r.e,
          r.e,           r.n,
          panel.base(u), panel.top(u)};
}

std::vector<FormedLine> lines_of(const FormedRulings& formed, const Form& f,
                                 const std::vector<FlatPanel>& panels) {
  std::vector<FormedLine> lines;
  for (size_t i = 0; i < formed.us.size(); ++i) {
    const double u = formed.us[i];
    if (u < f.from() || u > f.to()) continue;
    lines.push_back(line_of(formed.rulings[i], panel_at(panels, u), u));
  }
  return lines;
}

std::vector<FormedElement> elements_of(const Blank& blank, const std::vector<double>& us,
                                       const FormedRulings& formed, const std::vector<FlatPanel>& panels) {
  std::vector<FormedElement> elements;
  for (size_t i = 0; i < us.size(); ++i) {
    const Element& e = blank.elements[i];
    const double u = us[i];
    const FormedLine line = std::isnan(u) ? FormedLine{{NAN, NAN, NAN}, {}, {}, {}}
                                          : line_of(formed.at(u), panel_at(panels, u), u);
    elements.push_back({line, e.number, e.from_base, e.from_top});
  }
  return elements;
}

// How far cuts across a blank are, formed, from the planes that they are for, on the layer that meets them.
double parting_mismatch(const Blank& blank, const Form& f, const FormedWall& wall) {
  if (blank.partings.size() != f.parted.size()) return NAN;
  double worst = 0;
  for (size_t i = 0; i < f.parted.size(); ++i) {
    const Mitre& m = f.parted[i];
    const Plane plane = tilted_plane(m.height, m.tilt, m.uphill);
    const double layer = contact_layer(m.contact, size_layer(f, EndName::top), f.thickness, f.neutral_depth);
    for (const Arc& arc : blank.partings[i]) {
      for (const double share : {0.1, 0.5, 0.9}) {
        const auto at = wall.at(point_at(arc, share * arc.length));
        const Vec3 p = at ? at->at + (layer - f.neutral_depth) * at->normal : Vec3{NAN, NAN, NAN};
        worst = worse(worst, std::abs(dot(plane.normal, p) - plane.height));
      }
    }
  }
  return worst;
}

}  // namespace

WallProof prove_wall(const Blank& blank, const Form& f, const Seam& seam) {
  if (blank.forming.empty() || blank.folding)
    refuse("", "the blank is not one of a wall by rulings, as the part is");
  const std::vector<FlatPanel> panels = flat_panels(blank);
  const std::vector<RimEdge> rims = rims_of(blank, panels, f.ends.has_value());
  const std::vector<OutlinePlace> places = outline_places(rims, panels);
  FormedRulings formed{rulings_to_form(blank, f, places), {}};
  const std::vector<double> of_elements = rulings_of_elements(blank, panels, formed.us, f.size);
  for (const double u : of_elements) {
    if (!std::isnan(u)) formed.us.push_back(u);
  }
  std::sort(formed.us.begin(), formed.us.end());
  formed.us.erase(std::unique(formed.us.begin(), formed.us.end()), formed.us.end());
  formed.rulings = form_again(panels, first_ruling(blank, f), formed.us);

  Proof p;
  p.allowed = within::same * f.size + blank.fit_error;
  Worst worst = compare_surface(f, panels, formed, places, p.allowed);
  if (const double gap = greatest_break(blank); !(gap <= worst.distance)) {
    worst = {gap, "between two edges of the outline", &f};
  }
  p.greatest_distance = worst.distance;
  p.where = worst.where;
  p.seam_mismatch = seam_mismatch(blank, f, seam, panels, formed);
  p.rim_mismatch = rim_mismatch(rims, f, panels);
  p.area_mismatch = area_mismatch(blank, rims, f, panels);
  p.allowed_area = p.allowed * length_of(bare_outline(blank));
  OpeningProof openings;
  if (!blank.groups.empty()) {
    const FormedWall wall(panels, first_ruling(blank, f));
    openings = prove_openings(
        blank, [&](Vec2 at) { return wall.at(at); }, -f.neutral_depth, f.thickness - f.neutral_depth);
  }
  p.opening_mismatch = openings.mismatch;
  if (!blank.partings.empty()) {
    const double off = parting_mismatch(blank, f, FormedWall(panels, first_ruling(blank, f)));
    double longer = 1;  // of the face that is drawn out
    for (const FlatPanel& panel : panels) {
      const Ruling r = ruling_at(layer(f.wall, f.neutral_depth), (panel.from + panel.to) / 2);
      for (const EndName end : {EndName::base, EndName::top})
        longer = std::max(longer, drawn_out(r, f.rim(end)((panel.from + panel.to) / 2).s, -f.neutral_depth,
                                            f.thickness - f.neutral_depth));
    }
    const double fit = longer * blank.partings_error;
    openings.mismatch = worse(openings.mismatch, std::max(0.0, off - fit));
    openings.passed = openings.passed && off <= p.allowed + fit;
    p.opening_mismatch = openings.mismatch;
  }
  const bool numbers = add_numbers(p, blank);
  p.passed = openings.passed && numbers && p.greatest_distance <= p.allowed && p.seam_mismatch <= p.allowed &&
             p.rim_mismatch <= p.allowed && p.area_mismatch <= p.allowed_area;
  std::vector<EndName> met;
  for (const EndBody& end : f.bodies) met.push_back(end.end);
  for (const Mitre& mitre : f.mitres) met.push_back(mitre.end);
  std::vector<FormedLine> lines = lines_of(formed, f, panels);
  std::vector<FormedFlange> flanges = formed_flanges(blank, lines);
  return {p, std::move(lines), elements_of(blank, of_elements, formed, panels), std::move(met),
          std::move(flanges)};
}

FormedPlace rolled_up(const Blank& blank, const Form& f) {
  struct Rolled {
    std::vector<FlatPanel> panels;
    FormedWall wall;
    Rolled(const Blank& b, const Form& form) : panels(flat_panels(b)), wall(panels, first_ruling(b, form)) {}
  };
  return [rolled = std::make_shared<const Rolled>(blank, f)](Vec2 at) { return rolled->wall.at(at); };
}

Proof prove(const Blank& blank, const Form& f, const Seam& seam) { return prove_wall(blank, f, seam).proof; }

namespace {

const Span& span_of(const std::vector<Span>& spans, const Blank& blank) {
  if (blank.piece < 0 || static_cast<size_t>(blank.piece) >= spans.size())
    refuse("", "the blank is a piece that the part does not have");
  return spans[static_cast<size_t>(blank.piece)];
}

}  // namespace

Proof prove_piece(const Blank& blank, const PieceMaker& piece, const Form& once_round, const Seam& seam,
                  double exact, const std::function<GivenMiss(WallProof)>& given) {
  const std::vector<Span> spans = seam_spans(once_round, seam);
  WallProof wall = prove_wall(blank, piece_with_laps(piece, seam, span_of(spans, blank)), seam);
  Proof proof = wall.proof;
  hold_against(proof, given(std::move(wall)), exact > 0 ? exact : proof.allowed);
  return proof;
}

}  // namespace juggler
