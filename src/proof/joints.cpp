#include "joints.h"

#include <algorithm>
#include <tuple>

#include "figures.h"
#include "form/cuts.h"
#include "meet/end_face.h"

namespace juggler {
namespace {

// The first ruling of a blank where the part's wall has it.
FormedRuling first_of(const Blank& blank, const Form& f, double u) {
  const double from = f.wall.front().from;
  const double own = u >= from && u <= f.wall.back().to ? u : u - two_pi * std::floor((u - from) / two_pi);
  const Ruling r = ruling_at(f.wall, own);
  const Vec3 left = cross(r.n, r.e);
  return {edge_point(f, EndName::base, f.neutral_depth, own), r.e, r.n,
          blank.face_up == Face::inside ? Vec3{} - left : left};
}

}  // namespace

FormedBlank::FormedBlank(const Blank& blank, const Form& f, double u)
    : panels_(std::make_shared<const std::vector<FlatPanel>>(flat_panels(blank))),
      wall_(*panels_, first_of(blank, f, u)),
      inside_(-f.neutral_depth),
      outside_(f.thickness - f.neutral_depth) {}

Chart FormedBlank::chart(double before, double beyond) const {
  Chart c;
  c.wall = wall_.rulings();
  c.inside = inside_;
  c.outside = outside_;
  c.from = c.wall.front().from;
  c.to = c.wall.back().to;
  c.ends = [wall = wall_, panels = panels_, before, beyond](double u) {
    return std::pair{-before, wall.length(u) + beyond};
  };
  look_along(c);
  return c;
}

std::vector<FormedBlank> formed_blanks(const Blank& blank, const Form& f, const Seam& seam) {
  const std::vector<Span> spans = seam_spans(f, seam);
  const double first = blank.forming.front().from;
  const size_t own = blank.alike.empty() ? 0 : static_cast<size_t>(blank.alike.front());
  std::vector<FormedBlank> formed;
  for (const int piece : blank.alike) {
    const size_t k = std::min(static_cast<size_t>(piece), spans.size() - 1);
    formed.emplace_back(blank, f, first + spans[k].from - spans[std::min(own, spans.size() - 1)].from);
  }
  if (formed.empty()) formed.emplace_back(blank, f, first);
  return formed;
}

namespace {

constexpr int looks_along = 8;  // along each arc of an edge

// A part formed again from its blanks, where its wall opens flat by rulings; else as it was made.
struct FormedPart {
  std::vector<std::pair<const Blank*, FormedBlank>> blanks;
};
FormedPart formed_of(const JoinedPart& joined) {
  FormedPart part;
  for (const Blank* blank : joined.blanks) {
    if (!joined.form || blank->forming.empty()) continue;
    for (FormedBlank& one : formed_blanks(*blank, *joined.form, joined.seam))
      part.blanks.emplace_back(blank, std::move(one));
  }
  return part;
}

// The wall that it forms into as another part finds it, prolonged at one end.
std::shared_ptr<const Neighbour> as_neighbour(const FormedPart& part, const Neighbour& made,
                                              std::optional<EndName> prolonged) {
  Neighbour n = made;
  if (part.blanks.empty()) return std::make_shared<const Neighbour>(std::move(n));
  const double far = 4 * made.wall.size;
  n.wall.charts.clear();
  for (const auto& [blank, formed] : part.blanks)
    n.wall.charts.push_back(
        formed.chart(prolonged == EndName::base ? far : 0, prolonged == EndName::top ? far : 0));
  return std::make_shared<const Neighbour>(std::move(n));
}

// One joint, worked out.
class Joining {
 public:
  Joining(const EndBody& end, const JoinedPart& branch, const JoinedPart& main)
      : end_(end), joined_(branch), other_(main), branch_(formed_of(branch)), main_(formed_of(main)) {
    joint_.main = end.body;
    joint_.branch = branch.name;
    joint_.end = end.end;
    joint_.face = end.face;
    joint_.gap = end.gap;
    form_ = branch.form;
    joint_.gap_found = HUGE_VAL;
    joint_.allowed = within::same * std::max(form_->size, main.blanks.front()->size);
    const double inside = -form_->neutral_depth;
    const double outside = form_->thickness - form_->neutral_depth;
    double longer = 1;
    for (const WallPiece& w : layer(form_->wall, form_->neutral_depth)) {
      for (const double u : Series::nodes(w.from, w.to))
        longer = std::max(longer, drawn_out(w.ruling(u), form_->rim(end.end)(u).s, inside, outside));
    }
    for (const Blank* blank : branch.blanks) fit_ = std::max(fit_, longer * blank->fit_error);
  }

  JointProof proved(const std::vector<JoinedPart>& courses) {
    hold_edge();
    hold_hole(other_, main_);
    for (const JoinedPart& course : courses) hold_hole(course, formed_of(course));
    const bool edge = joint_.distance <= joint_.allowed + fit_;
    const bool hole = joint_.hole_distance.value_or(0) <= joint_.allowed + hole_fit_;
    joint_.passed = !joint_.places.empty() && edge && hole;
    joint_.allowed += std::max(fit_, hole_fit_);
    return std::move(joint_);
  }

 private:
  // (9), (10): the branch's edge before the face of the main.
  void hold_edge() {
    const NeighbourFace face(as_neighbour(main_, *end_.met, {}), end_.face, 0);
    const double inside = -form_->neutral_depth;
    const double outside = form_->thickness - form_->neutral_depth;
    for (const auto& [blank, formed] : branch_.blanks) {
      for (const Edge& e : blank->edges) {
        if (e.name != (end_.end == EndName::base ? EdgeName::base : EdgeName::top)) continue;
        joint_.edge_length += length_of(e.arcs);
        for (const Arc& arc : e.arcs) {
          for (int i = 0; i < looks_along; ++i)
            look(face, formed.at(point_at(arc, arc.length * i / looks_along)), inside, outside);
        }
        close_in(face, formed, e.arcs);
      }
    }
  }

  // The extremes of the angle, arc by arc: looks come near them only.
  void close_in(const NeighbourFace& face, const FormedBlank& formed, const std::vector<Arc>& arcs) {
    for (const Arc& arc : arcs) {
      const auto place = [&](double run) -> std::optional<JointPlace> {
        const auto at = formed.at(point_at(arc, run));
        const auto middle = at ? face.from(at->at) : std::nullopt;
        return middle ? std::optional(place_of(*at, middle->second)) : std::nullopt;
      };
      for (const double sign : {1.0, -1.0}) {
        const auto walls = [&](double run) {
          const auto p = place(run);
          return p ? sign * p->walls.radians() : HUGE_VAL;
        };
        const double at_ends = std::min(walls(0), walls(arc.length));
        const double best =
            sign > 0 ? joint_.least_angle.walls.radians() : -joint_.greatest_angle.walls.radians();
        if (at_ends > best + 0.1) continue;  // an arc changes it by less
        const Least least = valley(walls, 0, arc.length);
        if (const auto p = place(least.at)) note(*p);
      }
    }
  }
  [[nodiscard]] static JointPlace place_of(const FormedAt& at, Vec3 normal) {
    JointPlace place;
    place.at = at.at;
    place.plan = Angle::radians(std::atan2(at.at.y, at.at.x));
    place.walls = Angle::radians(std::atan2(norm(cross(at.normal, normal)), dot(at.normal, normal)));
    return place;
  }
  void note(const JointPlace& place) {
    const bool first = joint_.places.empty();
    if (first || place.walls < joint_.least_angle.walls) joint_.least_angle = place;
    if (first || joint_.greatest_angle.walls < place.walls) joint_.greatest_angle = place;
  }

  void look(const NeighbourFace& face, const std::optional<FormedAt>& at, double inside, double outside) {
    if (!at) return fail();
    const auto middle = face.from(at->at);
    if (!middle) return fail();
    const double climb = dot(middle->second, at->along) * (end_.end == EndName::top ? 1 : -1);
    const double side = climb < 0 ? 1 : -1;  // of the face from which it comes
    const auto off = [&](double layer) {
      const auto from = face.from(at->at + layer * at->normal);
      return from ? side * from->first - end_.gap : NAN;
    };
    const double distance = off_contact(off, end_.contact_made(), inside, outside);
    const JointPlace place = place_of(*at, middle->second);
    if (!(distance <= joint_.distance)) {
      joint_.distance = distance;
      joint_.where = "plan angle " + shown_degrees(place.plan);
    }
    joint_.gap_found = std::min(joint_.gap_found, end_.gap + least_of_layers(off, inside, outside));
    note(place);
    joint_.places.push_back(place);
  }

  void fail() {
    joint_.distance = NAN;
    joint_.where = "a place of the edge that stands over no metal of the other";
  }

  // The hole's edge round the face of the branch.
  void hold_hole(const JoinedPart& main, const FormedPart& formed) {
    if (main.form) {
      const double inside = -main.form->neutral_depth;
      const double outside = main.form->thickness - main.form->neutral_depth;
      for (const auto& [blank, one] : formed.blanks)
        hold_holes(main, {*blank, [&at = one](Vec2 p) { return at.at(p); }, inside, outside});
    }
    for (const Blank* blank : main.blanks) {
      if (!main.body || !blank->folding) continue;
      const double half = blank->thickness / 2;
      hold_holes(main, {*blank, folded_up(*blank, *main.body), -half, half});
    }
  }

  // A blank formed again, and where its faces lie.
  struct FormedMain {
    const Blank& blank;
    FormedPlace at;
    double inside = 0, outside = 0;
  };
  void hold_holes(const JoinedPart& main, const FormedMain& formed) {
    for (const BlankOpening& o : formed.blank.openings) hold(main, formed, o, nullptr);
    const Outline metal = bare_outline(formed.blank);
    for (const BlankOpening& o : formed.blank.notches) hold(main, formed, o, &metal);
  }

  [[nodiscard]] static const FittedBody* fitted(const JoinedPart& main, const std::string& key) {
    for (const Opening& o : *main.openings) {
      if (o.key == key && o.fitted) return &*o.fitted;
    }
    return nullptr;
  }

  // Of one that runs over an edge what lies on the metal counts.
  void hold(const JoinedPart& main, const FormedMain& formed, const BlankOpening& o, const Outline* metal) {
    const Blank& blank = formed.blank;
    if (o.group < 0) return;
    const OpeningGroup& g = blank.groups[static_cast<size_t>(o.group)];
    const FittedBody* body = g.body == joined_.name || g.body == joined_.key ? fitted(main, g.key) : nullptr;
    if (!body) return;
    hole_fit_ = std::max(hole_fit_, g.fit_error);
    const NeighbourFace face(as_neighbour(branch_, *body->met, end_.end), body->face, body->clearance);
    double worst = joint_.hole_distance.value_or(0);
    double length = joint_.hole_length.value_or(0);
    const Outline& edge = metal ? blank.notched : o.outline;
    for (const Arc& arc : edge) {
      // Of what is cut the arcs that are the hole's.
      if (metal && distance(o.outline, point_at(arc, arc.length / 2)) > within::beside * blank.size) continue;
      length += arc.length;
      for (int i = 0; i < looks_along; ++i) {
        const auto at = formed.at(point_at(arc, arc.length * (i + (metal ? 0.5 : 0)) / looks_along));
        const auto off = [&](double layer) {
          const auto from = at ? face.from(at->at + layer * at->normal) : std::nullopt;
          return from ? from->first : NAN;
        };
        const auto [inside, outside] =
            at && at->faces ? *at->faces : std::pair{formed.inside, formed.outside};
        const double here = off_contact(off, g.contact, inside, outside);
        if (!(here <= worst)) worst = here;
      }
    }
    joint_.hole_distance = worst;
    joint_.hole_length = length;
  }

  const EndBody& end_;
  const JoinedPart& joined_;
  const JoinedPart& other_;
  FormedPart branch_, main_;
  const Form* form_ = nullptr;
  double fit_ = 0, hole_fit_ = 0;
  JointProof joint_;
};

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
      note(place);
      joint_.places.push_back(place);
    }
    for (const double sign : {1.0, -1.0}) {
      const auto best = std::min_element(angles.begin(), angles.end(),
                                         [&](double a, double b) { return sign * a < sign * b; });
      const int i = static_cast<int>(best - angles.begin());
      const Least least = valley([&](double u) { return sign * place_at(chart, u).first.walls.radians(); },
                                 i == 0 ? from : at(i - 1), i + 1 == looks ? to : at(i + 1));
      note(place_at(chart, least.at).first);
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
    place.walls =
        Angle::radians(std::atan2(norm(cross(own.normal, other.normal)), dot(own.normal, other.normal)));
    return {place, std::abs(norm(own.at - other.at) - apart_)};
  }
  void note(const JointPlace& place) {
    const bool first = joint_.places.empty();
    if (first || place.walls < joint_.least_angle.walls) joint_.least_angle = place;
    if (first || joint_.greatest_angle.walls < place.walls) joint_.greatest_angle = place;
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

JointProof prove_joint(const EndBody& end, const JoinedPart& branch, const JoinedPart& main,
                       const std::vector<JoinedPart>& courses) {
  return Joining(end, branch, main).proved(courses);
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
