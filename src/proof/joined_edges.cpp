// Edges that lie on each other: of mitres, crotches and courses. Equation numbers: docs/maths/breech.md, and
// where they are said to be so docs/maths/courses.md.
#include <algorithm>

#include "form/cuts.h"
#include "joints.h"
#include "meet/end_face.h"

namespace juggler {
namespace {

// An edge of a part that stands in a frame, on the layer that touches.
class TouchingEdge {
 public:
  // From the neutral layer, where the normal points that way.
  using Layer = std::function<double(const Chart& c, Vec3 normal)>;
  TouchingEdge(const JoinedPart& part, const Frame& stands, EndName end, Layer layer)
      : stands_(stands), end_(end), layer_(std::move(layer)) {
    const FormedPart formed = formed_of(part);
    for (const auto& [blank, one] : formed.blanks) {
      charts_.push_back(one.chart(0, 0));
      for (const Edge& e : blank->edges) {
        if (e.name == (end_ == EndName::base ? EdgeName::base : EdgeName::top)) length_ += length_of(e.arcs);
      }
    }
  }

  struct Place {
    Vec3 at, normal;
    double u = 0;
  };
  [[nodiscard]] Place at(size_t chart, double u) const {
    const Chart& c = charts_[chart];
    const Ruling r = c.at(u);
    const Vec3 edge = end_ == EndName::top ? r.c + c.ends(u).second * r.e : r.c;
    return {stands_.place(edge + layer_(c, r.n) * r.n), stands_.way(r.n), u};
  }
  [[nodiscard]] const std::vector<Chart>& charts() const { return charts_; }
  [[nodiscard]] double length() const { return length_; }

 private:
  Frame stands_;
  EndName end_;
  Layer layer_;
  std::vector<Chart> charts_;
  double length_ = 0;
};

// The edge of a segment in its row's frame: the layer that its mitre's contact lets touch.
TouchingEdge mitred_edge(const JoinedPart& part, const RowPlace& place, bool upper) {
  const EndName end = upper != place.upside_down ? EndName::top : EndName::base;
  const Form& form = *part.form;
  const auto own = [&](const Mitre& m) { return m.end == end; };
  const Mitre mitre = *std::find_if(form.mitres.begin(), form.mitres.end(), own);
  const Vec3 up = tilted_plane(mitre.height, mitre.tilt, mitre.uphill).normal;
  return {part, place.stands, end, [&form, mitre, up, end](const Chart& c, Vec3 n) {
            if (mitre.contact == Contact::clear || mitre.contact == Contact::full) {
              const double outwards = (end == EndName::top ? 1 : -1) * dot(up, n);
              return (outwards > 0) == (mitre.contact == Contact::clear) ? c.outside : c.inside;
            }
            return contact_layer(mitre.contact, size_layer(form, end), form.thickness, form.neutral_depth) -
                   form.neutral_depth;
          }};
}

// The place of a smooth stretch of an edge nearest to a point.
TouchingEdge::Place nearest_on(const TouchingEdge& edge, size_t chart, const WallPiece& stretch, Vec3 point) {
  const auto away = [&](double u) { return norm(edge.at(chart, u).at - point); };
  const int looks = std::max(8, static_cast<int>(std::ceil(720 * (stretch.to - stretch.from) / two_pi)));
  const double wide = (stretch.to - stretch.from) / looks;
  double best = stretch.from;
  for (int i = 0; i <= looks; ++i) {
    const double u = stretch.from + wide * i;
    if (away(u) < away(best)) best = u;
  }
  // Where the way to it is square to the edge; at the ends of the stretch it need not be.
  const double nothing = within::same * wide;
  const auto slope = [&](double u) {
    constexpr double small = 1e-7;  // what a bend of the edge adds falls with its square
    const double step = std::min({small, u - stretch.from, stretch.to - u});
    const double after = away(u + step);
    const double before = away(u - step);
    return (after - before) * (after + before);
  };
  const double low = std::max(stretch.from + nothing, best - wide);
  const double high = std::min(stretch.to - nothing, best + wide);
  if (low >= high || slope(low) * slope(high) >= 0) return edge.at(chart, best);
  const double u = root(slope, low, high);
  return edge.at(chart, away(u) <= away(best) ? u : best);
}

TouchingEdge::Place nearest_on(const TouchingEdge& edge, Vec3 point) {
  TouchingEdge::Place best;
  double least = HUGE_VAL;
  for (size_t k = 0; k < edge.charts().size(); ++k) {
    for (const WallPiece& w : edge.charts()[k].wall) {
      const TouchingEdge::Place here = nearest_on(edge, k, w, point);
      if (norm(here.at - point) >= least) continue;
      least = norm(here.at - point);
      best = here;
    }
  }
  return best;
}

// Where a segment's axis goes through the plane of its mitre, in the row's frame.
Vec3 axis_at_mitre(const JoinedPart& part, const RowPlace& place, bool upper) {
  const EndName end = upper != place.upside_down ? EndName::top : EndName::base;
  const auto own = [&](const Mitre& m) { return m.end == end; };
  const auto mitre = std::find_if(part.form->mitres.begin(), part.form->mitres.end(), own);
  return place.stands.place({0, 0, mitre->height});
}

// Two edges held against each other along stretches of the one, its extremes of the angle closed in on.
class EdgesHeld {
 public:
  EdgesHeld(JointProof& joint, const Form& form, const TouchingEdge& own, const TouchingEdge& other)
      : joint_(joint),
        form_(form),
        own_(own),
        other_(other),
        exact_(joint.allowed),
        size_(joint.allowed / within::same) {}

  /// How far apart the edges are to be; else not at all.
  void apart(double distance) { apart_ = distance; }

  void hold(size_t chart, double from, double to) {
    constexpr int looks = 48;
    const auto at = [&](int i) { return from + (to - from) * (i + 0.5) / looks; };
    std::vector<double> angles;
    for (int i = 0; i < looks; ++i) {
      const auto [place, off] = place_at(chart, at(i));
      // Where walls that cut each other all but touch, what is rounding across them is more along them; in
      // one plane the cut between them is straight. breech.md (5)
      const double sine = std::sin(place.walls.radians());
      const bool crossing = joint_.kind == JointKind::crotch && sine > within::beside;
      const double allowed = exact_ + (crossing ? within::rounding * size_ / sine : 0);
      meets_ = meets_ && off <= allowed;
      if (!(off <= joint_.distance)) {
        joint_.distance = off;
        joint_.allowed = allowed;
        joint_.where = "plan angle " + shown_degrees(place.plan);
      }
      angles.push_back(place.walls.radians());
      note_angle(joint_, place);
      joint_.places.push_back(place);
    }
    for (const double sign : {1.0, -1.0}) {
      const auto best = std::min_element(angles.begin(), angles.end(),
                                         [&](double a, double b) { return sign * a < sign * b; });
      const int i = static_cast<int>(best - angles.begin());
      const Least least = valley([&](double u) { return sign * place_at(chart, u).first.walls.radians(); },
                                 i == 0 ? from : at(i - 1), i + 1 == looks ? to : at(i + 1));
      note_angle(joint_, place_at(chart, least.at).first);
    }
  }

  [[nodiscard]] bool meets() const { return meets_ && !joint_.places.empty(); }

 private:
  [[nodiscard]] std::pair<JointPlace, double> place_at(size_t chart, double u) const {
    const TouchingEdge::Place own = own_.at(chart, u);
    const TouchingEdge::Place other = nearest_on(other_, own.at);
    JointPlace place;
    const double plan = plan_at(form_, own.u).radians();
    place.plan = Angle::radians(plan - two_pi * std::floor(plan / two_pi));
    place.at = own.at;
    place.walls = between_walls(own.normal, other.normal);
    return {place, std::abs(norm(own.at - other.at) - apart_)};
  }

  JointProof& joint_;
  const Form& form_;
  const TouchingEdge& own_;
  const TouchingEdge& other_;
  double exact_, size_;
  double apart_ = 0;
  bool meets_ = true;
};

// Of a smooth curve in space, by chords twice as fine each time. (6)
double length_along(const std::function<Vec3(double)>& at, double from, double to) {
  const auto chords = [&](int n) {
    double sum = 0;
    for (int i = 0; i < n; ++i)
      sum += norm(at(from + (to - from) * (i + 1) / n) - at(from + (to - from) * i / n));
    return sum;
  };
  // The error falls with the square of a chord's length, then with its fourth power.
  constexpr int n = 256;
  const double coarse = chords(n), middle = chords(2 * n), fine = chords(4 * n);
  const double one = (4 * middle - coarse) / 3;
  const double two = (4 * fine - middle) / 3;
  return (16 * two - one) / 15;
}

}  // namespace

JointProof prove_crotch(const JoinedPart& leg, size_t body, const JoinedPart& other) {
  const Form& form = *leg.form;
  const EndBody& end = form.bodies[body];
  const double layer = touching_layer(form, end) - form.neutral_depth;
  const auto touching = [layer](const Chart&, Vec3) { return layer; };
  const TouchingEdge own(leg, {}, end.end, touching);
  const TouchingEdge others(other, end.stands, end.end, touching);
  JointProof joint;
  joint.kind = JointKind::crotch;
  joint.main = other.name;
  joint.branch = leg.name;
  joint.end = end.end;
  joint.allowed = within::same * std::max(form.size, other.form->size);
  EdgesHeld held(joint, form, own, others);
  for (const CrotchStretch& s : form.crotches) {
    if (s.body != body) continue;
    for (size_t k = 0; k < own.charts().size(); ++k) {
      const Chart& c = own.charts()[k];
      const double from = std::max(s.from, c.from);
      const double to = std::min(s.to, c.to);
      if (to - from <= within::rounding) continue;
      joint.edge_length += length_along([&](double u) { return own.at(k, u).at; }, from, to);
      held.hold(k, from, to);
    }
  }
  joint.passed = held.meets();
  return joint;
}

JointProof prove_mitre(const JoinedPart& lower, const RowPlace& low, const JoinedPart& upper,
                       const RowPlace& high) {
  const TouchingEdge below = mitred_edge(lower, low, true);
  const TouchingEdge above = mitred_edge(upper, high, false);
  JointProof joint;
  joint.kind = JointKind::mitre;
  joint.position = low.position;
  joint.main = lower.name;
  joint.branch = upper.name;
  joint.end = high.upside_down ? EndName::top : EndName::base;
  joint.edge_length = above.length();
  joint.hole_length = below.length();
  joint.allowed = within::same * std::max(lower.form->size, upper.form->size);
  joint.jog = norm(axis_at_mitre(lower, low, true) - axis_at_mitre(upper, high, false));
  EdgesHeld held(joint, *lower.form, below, above);
  for (size_t k = 0; k < below.charts().size(); ++k)
    held.hold(k, below.charts()[k].from, below.charts()[k].to);
  joint.gap_found = 0;
  joint.passed = held.meets();
  return joint;
}

JointProof prove_course(const JoinedPart& lower, const CourseOf& low, const JoinedPart& upper,
                        const CourseOf& high) {
  // (5): of two that stand in each other the inner one's outside lies on the outer one's inside.
  const auto edge = [](const JoinedPart& part, const CourseOf& course, EndName end) {
    const double layer = (course.inner ? part.form->thickness : 0) - part.form->neutral_depth;
    Frame stands;
    stands.origin = {course.aside.x, course.aside.y, course.below};
    return TouchingEdge(part, stands, end, [layer](const Chart&, Vec3) { return layer; });
  };
  const TouchingEdge below = edge(lower, low, EndName::top);
  const TouchingEdge above = edge(upper, high, EndName::base);
  JointProof joint;
  joint.kind = JointKind::course;
  joint.position = low.number;
  joint.main = lower.name;
  joint.branch = upper.name;
  joint.end = EndName::base;
  joint.edge_length = above.length();
  joint.hole_length = below.length();
  joint.lap = high.lap;
  joint.allowed = within::same * std::max(lower.form->size, upper.form->size);
  EdgesHeld held(joint, *lower.form, below, above);
  held.apart(high.lap);
  for (size_t k = 0; k < below.charts().size(); ++k)
    held.hold(k, below.charts()[k].from, below.charts()[k].to);
  joint.gap_found = 0;
  joint.passed = held.meets();
  return joint;
}

}  // namespace juggler
