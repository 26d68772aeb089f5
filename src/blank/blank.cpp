#include "juggler/blank.h"

#include <algorithm>
#include <stdexcept>

#include "opened.h"

namespace juggler {
namespace {

struct Edges {
  std::vector<Edge> edges;
  double fit_error = 0;
};

Edge backwards(Edge e) {
  std::reverse(e.arcs.begin(), e.arcs.end());
  for (Arc& arc : e.arcs) arc = reversed(arc);
  return e;
}

// The outline as developed, seen from the outside: base, seam end, top, seam start.
Edges developed_edges(const Opened& o, const SeamCut& cut, double tolerance) {
  Edges made;
  const auto vertex = [&](EndName end, bool pointed, double u) {
    return pointed ? *cut.tip : rim_point(o, end, u);
  };
  const auto seam = [&](EdgeName name, double base, double top) {
    return Edge{name,
                {line(vertex(EndName::base, o.form.base_pointed, base),
                      vertex(EndName::top, o.form.top_pointed, top))},
                0};
  };
  const auto rim = [&](EdgeName name, EndName end, double from, double to) {
    const FittedArcs fitted = rim_arcs(o, end, from, to, tolerance);
    // What fit_arcs() may leave unseen between the places it measures.
    made.fit_error = std::max(made.fit_error, 1.02 * fitted.error);
    return Edge{name, fitted.arcs, rim_girth(o, end)};
  };
  std::vector<Edge>& edges = made.edges;
  if (!o.form.base_pointed) edges.push_back(rim(EdgeName::base, EndName::base, cut.base_from, cut.base_to));
  edges.push_back(seam(EdgeName::seam_end, cut.base_to, cut.top_to));
  if (!o.form.top_pointed) {
    edges.push_back(backwards(rim(EdgeName::top, EndName::top, cut.top_from, cut.top_to)));
  }
  edges.push_back(backwards(seam(EdgeName::seam_start, cut.base_from, cut.top_from)));
  return made;
}

Outline joined(const std::vector<Edge>& edges) {
  Outline all;
  for (const Edge& e : edges) all.insert(all.end(), e.arcs.begin(), e.arcs.end());
  return all;
}

// A mirrored outline runs clockwise: turn it round, keeping the base first.
void run_anticlockwise(std::vector<Edge>& edges) {
  if (signed_area(joined(edges)) >= 0) return;
  std::reverse(edges.begin(), edges.end());
  for (Edge& e : edges) e = backwards(std::move(e));
  const auto base =
      std::find_if(edges.begin(), edges.end(), [](const Edge& e) { return e.name == EdgeName::base; });
  if (base != edges.end()) std::rotate(edges.begin(), base, edges.end());
}

// (31): the bisector of the seam's two images upright, base down, in the positive quadrant.
Placing laid_out(const Opened& o, Face face_up, const std::vector<Edge>& edges) {
  Placing p;
  p.mirror = face_up == Face::inside;
  const double bisector = (o.flat.at(o.from()).heading + o.flat.at(o.to()).heading) / 2;
  p.turn = std::numbers::pi / 2 - placed_heading(bisector, {p.mirror, 0, {}});
  Outline turned;
  for (const Arc& arc : joined(edges)) turned.push_back(placed(arc, p));
  p.shift = Vec2{} - upright_box(turned).corner;
  return p;
}

std::vector<FormingPanel> forming_panels(const Opened& o, const Placing& placing) {
  std::vector<FormingPanel> panels;
  double turned = 0;
  for (const Flat::Panel& p : o.flat.panels()) {
    FormingPanel panel{p.from, p.to, {}};
    std::vector<double> curl;
    for (double u : Series::nodes(p.from, p.to)) {
      curl.push_back((placing.mirror ? -1 : 1) * rates(ruling_at(o.neutral, u)).curl);
    }
    const Series turn = Series::fit(p.from, p.to, curl).integral(turned);
    for (double u : Series::nodes(p.from, p.to)) {
      panel.stations.push_back({u, placed(rim_point(o, EndName::base, u), placing),
                                placed(rim_point(o, EndName::top, u), placing),
                                placed_heading(o.flat.at(u).heading, placing), turn(u)});
    }
    turned = turn(p.to);
    panels.push_back(std::move(panel));
  }
  return panels;
}

double positive_degrees(double radians) {
  constexpr double rounding = 1e-9;
  const double d = std::fmod(Angle::radians(radians).degrees(), 360);
  const double positive = d < -rounding ? d + 360 : d;
  return positive < rounding || positive > 360 - rounding ? 0 : positive;
}

std::vector<Element> elements_of(const Opened& o, const Placing& placing, int spaces) {
  std::vector<Element> elements;
  for (int i = 0; i <= spaces; ++i) {
    const double u = i == spaces ? o.to() : o.from() + (o.to() - o.from()) * i / spaces;
    const Vec2 base = placed(rim_point(o, EndName::base, u), placing);
    const Vec2 top = placed(rim_point(o, EndName::top, u), placing);
    elements.push_back(
        {i, Angle::degrees(positive_degrees(u)), o.form.top(u).s - o.form.base(u).s, base, top, true, 0});
  }
  return elements;
}

// Which elements lie on the metal, and how far the edge lies from the two seam rulings.
void place_on_metal(Blank& b) {
  const Outline edge_line = outline(b);
  const double half = b.gap.neutral_base / 2;
  for (Element& e : b.elements) {
    const bool on_seam = e.number == 0 || e.number + 1 == static_cast<int>(b.elements.size());
    e.on_metal = on_seam ? half == 0 && b.gap.neutral_top == 0 : contains(edge_line, 0.5 * (e.base + e.top));
    e.edge_distance = on_seam ? half : 0;
  }
}

LayerSizes sizes_on(const Form& f, double layer) {
  const double u = f.wall.front().from;
  const auto radius = [&](EndName end) {
    const Vec3 p = edge_point(f, end, layer, u);
    const double r = p.x * std::cos(u) + p.y * std::sin(u);
    return r > 1e-9 * f.size ? r : 0;
  };
  return {radius(EndName::base), radius(EndName::top)};
}

double width_across(const Opened& o, EndName end, double from, double to) {
  return norm(rim_point(o, end, from) - rim_point(o, end, o.from())) +
         norm(rim_point(o, end, to) - rim_point(o, end, o.to()));
}

// The gap at both ends: on the neutral layer as cut, on the faces as much wider as they run there.
GapReport gap_report(const Opened& o, const Seam& seam, const SeamCut& cut) {
  GapReport g;
  const Rates v = rates(ruling_at(o.form.wall, o.from()));
  const auto end = [&](EndName name, bool pointed, double from, double to, double& neutral, double& inside,
                       double& outside) {
    neutral = !seam.wedge ? neutral_gap(o.form, seam) : pointed ? 0 : width_across(o, name, from, to);
    const double s = (name == EndName::base ? o.form.base : o.form.top)(o.from()).s;
    const auto breadth = [&](double layer) { return v.across + layer * v.curl + s * v.turn; };
    const auto on_face = [&](double layer) {
      return pointed ? neutral : neutral * std::abs(breadth(layer) / breadth(o.form.neutral));
    };
    inside = on_face(0);
    outside = on_face(o.form.thickness);
  };
  end(EndName::base, o.form.base_pointed, cut.base_from, cut.base_to, g.neutral_base, g.inside_base,
      g.outside_base);
  end(EndName::top, o.form.top_pointed, cut.top_from, cut.top_to, g.neutral_top, g.inside_top, g.outside_top);
  return g;
}

ConeNumbers cone_numbers(const Blank& b, const ConeSizes& sizes, const Opened& o) {
  if (b.fit_error > 0) throw std::logic_error("a right cone whose rim is no arc");
  ConeNumbers n;
  n.half_angle = Angle::radians(std::abs(sizes.taper.radians()));
  n.slant = sizes.slant;
  n.sector_full = Angle::radians(std::abs(o.flat.at(o.to()).heading - o.flat.at(o.from()).heading));
  const auto swing = [&](EdgeName name, double& radius, Angle& sector, double& chord) {
    const Edge* e = edge(b, name);
    if (!e) return;
    const Arc& arc = e->arcs.front();
    radius = radius_of(arc);
    sector = Angle::radians(std::abs(arc.turn));
    chord = norm(end_of(arc) - arc.start);
  };
  swing(EdgeName::base, n.swing_radius_base, n.sector_base, n.chord_base);
  swing(EdgeName::top, n.swing_radius_top, n.sector_top, n.chord_top);
  n.box = as_laid(b);
  return n;
}

void describe(Blank& b, const Form& f, const Seam& seam) {
  if (f.thickness > 0 && (f.base_pointed || f.top_pointed)) {
    b.notes.push_back(
        "The pointed end runs to the neutral layer's apex; the layers within it meet before the tip.");
  }
  if (seam.wedge)
    b.notes.push_back("Wedge gap: both edges are rulings; the gap narrows towards the smaller end.");
  const auto warn_gap = [&](EdgeName name, double gap) {
    const Edge* e = edge(b, name);
    if (e && gap > e->girth / 10) {
      b.warnings.push_back("The gap of " + shown_mm(gap) + " takes " +
                           shown(std::round(1000 * gap / e->girth) / 10) + " % of the " + name_of(name) +
                           "'s girth of " + shown_mm(e->girth) + ".");
    }
  };
  warn_gap(EdgeName::base, b.gap.neutral_base);
  warn_gap(EdgeName::top, b.gap.neutral_top);
  if (overlaps_itself(b))
    b.warnings.push_back("The blank overlaps itself on the flat: cut it in several pieces.");
}

void warn_of_tight_rolling(Blank& b, const Form& f) {
  const auto warn_thick = [&](EndName end, double inside_radius, bool pointed) {
    if (!pointed && inside_radius < f.thickness) {
      b.warnings.push_back(std::string("The ") + name_of(end) + "'s inside radius of " +
                           shown_mm(inside_radius) + " is less than the thickness of " +
                           shown_mm(f.thickness) + ": such sheet is hard to roll.");
    }
  };
  warn_thick(EndName::base, b.inside.base_radius, f.base_pointed);
  warn_thick(EndName::top, b.inside.top_radius, f.top_pointed);
}

// What every wall has; sizes of its own come from its shape.
Blank blank_of(const Opened& o, const SeamCut& cut, const Seam& seam, const Making& making) {
  const Form& f = o.form;
  Blank b;
  b.name = making.name;
  b.count = making.quantity;
  b.thickness = f.thickness;
  b.neutral = f.neutral;
  b.face_up = making.face_up;
  b.size = f.size;
  Edges made = developed_edges(o, cut, making.fit);
  b.edges = std::move(made.edges);
  b.fit_error = made.fit_error;
  const Placing placing = laid_out(o, making.face_up, b.edges);
  for (Edge& e : b.edges) {
    for (Arc& arc : e.arcs) arc = placed(arc, placing);
  }
  run_anticlockwise(b.edges);
  b.forming = forming_panels(o, placing);
  b.elements = elements_of(o, placing, making.elements);
  b.overall_height = overall_height(f);
  b.gap = gap_report(o, seam, cut);
  place_on_metal(b);
  b.marks = make_marks(b, making);
  describe(b, f, seam);
  return b;
}

[[noreturn]] void refuse_gap(const Cone& cone, const ConeSizes& sizes, const Sheet& sheet, const Seam& seam,
                             const Form& f) {
  if (f.base_pointed || f.top_pointed) {
    throw Refusal({.reason = "the parallel edges of the gap leave no blank: they meet beyond its rim",
                   .key = "seam.gap",
                   .found = shown_mm(seam.gap.value_or(0)),
                   .allowed = "less than " + shown_mm(widest_gap_of_pointed(open(f))),
                   .advice = "narrow the gap or use a wedge"});
  }
  const EndName small = sizes.top_radius <= sizes.base_radius ? EndName::top : EndName::base;
  const double radius = small == EndName::top ? sizes.top_radius : sizes.base_radius;
  const double least = least_radius(cone, sizes, sheet, seam.at, small, [&](const Form& other) {
    return cut_seam(open(other), seam).has_value();
  });
  throw Refusal({.reason = std::string("the parallel edges of the gap meet before the ") + name_of(small),
                 .key = "seam.gap",
                 .found = shown_mm(seam.gap.value_or(0)) + " where the " + name_of(small) + " has " +
                          shown_mm(2 * radius) + " diameter",
                 .allowed = std::string(name_of(small)) + ".diameter of " +
                            shown_mm(std::ceil(2e3 * least) / 1e3) + " or more with this gap",
                 .advice = "narrow the gap, use a wedge, or make that end larger"});
}

}  // namespace

Blank make_blank(const Form& f, const Seam& seam, const Making& making) {
  check({.thickness = f.thickness}, seam, making);
  const Opened o = open(f);
  const auto cut = cut_seam(o, seam);
  if (!cut) {
    throw Refusal({.reason = "the parallel edges of the gap meet before a rim",
                   .key = "seam.gap",
                   .found = shown_mm(seam.gap.value_or(0)),
                   .advice = "narrow the gap or use a wedge"});
  }
  return blank_of(o, *cut, seam, making);
}

Blank make_blank(const Cone& cone, const Sheet& sheet, const Seam& seam_asked, const Making& making) {
  check(sheet, seam_asked, making);
  const Seam seam = seam_as_made(seam_asked, making.hand);
  const ConeSizes sizes = solve(cone, sheet);
  const Form f = form(cone, sizes, sheet, seam.at);
  const Opened o = open(f);
  const auto cut = cut_seam(o, seam);
  if (!cut) refuse_gap(cone, sizes, sheet, seam, f);
  Blank b = blank_of(o, *cut, seam, making);
  b.inside = sizes_on(f, 0);
  b.middle = sizes_on(f, f.thickness / 2);
  b.outside = sizes_on(f, f.thickness);
  b.neutral_sizes = sizes_on(f, f.neutral);
  b.cone = cone_numbers(b, sizes, o);
  warn_of_tight_rolling(b, f);
  return b;
}

}  // namespace juggler
