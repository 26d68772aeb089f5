// Letters as closed outlines of arcs, their middles held by bridges. Equation numbers:
// docs/maths/openings.md.
#include <algorithm>
#include <stdexcept>

#include "bezier.h"
#include "opening_forms.h"

namespace juggler {
namespace {

[[noreturn]] void refuse_letter(const Lettering& l, const std::string& letter, const Phrase& reason,
                                const Phrase& advice) {
  throw Refusal({.reason = "the letter \"" + letter + "\" " + reason,
                 .key = l.key + ".text",
                 .found = l.font,
                 .advice = advice});
}

Vec2 sized(Vec2 p, double x, double y) { return {x * p.x, y * p.y}; }

void add_curve(Outline& outline, const DrawnCurve& curve, double fit, double& error) {
  if (curve.kind == DrawnCurve::Kind::line) {
    if (norm(curve.end() - curve.start()) > within::same * (norm(curve.end()) + norm(curve.start())))
      outline.push_back(line(curve.start(), curve.end()));
    return;
  }
  const BezierStretch whole{curve.points, curve.weights};
  if (whole.is_straight()) {
    outline.push_back(line(curve.points.front(), curve.points.back()));
    return;
  }
  for (const BezierStretch& b : one_way_stretches(curve)) {
    const auto heading = [&](double s) {
      const Vec2 way = b.way_at(s);
      return heading_of(way);
    };
    const FittedArcs fitted = fit_arcs(
        {b.from, b.to, [&](double s) { return b.at(s).point; }, continuous(heading, b.from, b.to, 16)}, fit);
    outline.insert(outline.end(), fitted.arcs.begin(), fitted.arcs.end());
    error = std::max(error, fitted.error);
  }
}

Outlines drawn(const Glyph& glyph, double x, double y, double fit, double& error) {
  Outlines outlines;
  for (const std::vector<DrawnCurve>& contour : glyph.outlines) {
    Outline outline;
    for (DrawnCurve curve : contour) {
      for (Vec2& p : curve.points) p = sized(p, x, y);
      add_curve(outline, curve, fit, error);
    }
    if (!outline.empty()) outlines.push_back(std::move(outline));
  }
  return outlines;
}

struct Box {
  double low_x = HUGE_VAL, high_x = -HUGE_VAL, low_y = HUGE_VAL, high_y = -HUGE_VAL;
  void add(const Outline& o) {
    const Rectangle r = upright_box(o);
    low_x = std::min(low_x, r.corner.x);
    high_x = std::max(high_x, r.corner.x + r.width);
    low_y = std::min(low_y, r.corner.y);
    high_y = std::max(high_y, r.corner.y + r.height);
  }
};

bool is_island(const Outline& o) { return signed_area(o) < 0; }

// How far along a straight line the cut goes on from where it begins, the last of so many lines side by side.
double end_of_cut(const Outlines& region, Vec2 from, Vec2 way, double far) {
  double end = 0;
  std::vector<double> ends;
  for (const Outline& o : region) {
    for (const Arc& part : clipped(from, from + far * way, o)) {
      ends.push_back(dot(part.start - from, way));
      ends.push_back(ends.back() + part.length);
    }
  }
  std::sort(ends.begin(), ends.end());
  // From within an island: out of it into the cut, and out of the cut again.
  int crossings = 0;
  for (const double e : ends) {
    if (e < within::same || e > far * (1 - within::same)) continue;
    end = e;
    if (++crossings == 2) break;
  }
  return end;
}

// (27): a bridge from the middle of an island across the cut, one way.
Outline bridge_from(const Outlines& region, Vec2 middle, Vec2 way, double width, double far) {
  double reach = 0;
  for (const double side : {-0.5, -0.25, 0.0, 0.25, 0.5})
    reach = std::max(reach, end_of_cut(region, middle + side * width * left_of(way), way, far));
  const Vec2 left = 0.5 * width * left_of(way);
  const Vec2 tip = middle + (reach + 0.02 * width) * way;
  return {line(middle - left, tip - left), line(tip - left, tip + left), line(tip + left, middle + left),
          line(middle + left, middle - left)};
}

// Upright bridges first, then level ones; both ways from the middle of each island.
Outlines bridged(const Outlines& region, double width, int& bridges) {
  Box box;
  for (const Outline& o : region) box.add(o);
  const double far = 2 * (box.high_y - box.low_y + box.high_x - box.low_x);
  for (const Vec2 way : {Vec2{0, 1}, Vec2{1, 0}, direction(pi / 4), direction(-pi / 4)}) {
    Outlines cuts;
    for (const Outline& o : region) {
      if (!is_island(o)) continue;
      const Rectangle r = upright_box(o);
      const Vec2 middle = r.corner + Vec2{r.width / 2, r.height / 2};
      cuts.push_back(bridge_from(region, middle, way, width, far));
      cuts.push_back(bridge_from(region, middle, Vec2{} - way, width, far));
    }
    Outlines left = without(region, cuts);
    if (std::none_of(left.begin(), left.end(), is_island)) {
      bridges += static_cast<int>(cuts.size());
      return left;
    }
  }
  return {};
}

}  // namespace

LetterForm letter_form(const Lettering& l, const Glyph& glyph, double widened, double fit) {
  LetterForm form;
  form.advance = widened * l.height * glyph.advance;
  try {
    const Outlines as_drawn = drawn(glyph, widened * l.height, l.height, fit, form.fit_error);
    if (glyph.strokes) {
      if (l.cut)
        refuse_letter(l, glyph.letter, "is a single stroke, which encloses nothing to cut",
                      "say as = \"mark\", or take another font");
      form.loops = as_drawn;
      return form;
    }
    form.loops = merged(as_drawn);
  } catch (const std::domain_error&) {
    refuse_letter(l, glyph.letter, "is drawn with a cusp, or with outlines that touch too nearly",
                  "take another font");
  }
  const bool closed = std::any_of(form.loops.begin(), form.loops.end(), is_island);
  if (!l.cut || !closed) return form;
  if (l.bridge == 0)
    refuse_letter(
        l, glyph.letter, "has a middle that would fall out",
        "give bridge = " + shown(std::max(1.0, std::round(l.height / 12))) + ", or take a stencil font");
  Outlines held;
  try {
    held = bridged(form.loops, l.bridge, form.bridges);
  } catch (const std::domain_error&) {
    held = {};
  }
  if (held.empty())
    refuse_letter(l, glyph.letter, "has a middle that no bridge of " + shown_mm(l.bridge) + " holds",
                  "make the bridge narrower, or the letters larger");
  form.loops = std::move(held);
  return form;
}

}  // namespace juggler
