#include "joints.h"

#include <algorithm>
#include <tuple>

#include "cut_end.h"
#include "figures.h"
#include "form/cuts.h"
#include "meet/end_face.h"
#include "meet/folded_end.h"

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

FormedPart formed_of(const JoinedPart& joined) {
  FormedPart part;
  for (const Blank* blank : joined.blanks) {
    if (!joined.form || blank->forming.empty()) continue;
    for (FormedBlank& one : formed_blanks(*blank, *joined.form, joined.seam))
      part.blanks.emplace_back(blank, std::move(one));
  }
  return part;
}

Angle between_walls(Vec3 one, Vec3 other) {
  return Angle::radians(std::atan2(norm(cross(one, other)), dot(one, other)));
}

void note_angle(JointProof& joint, const JointPlace& place) {
  const bool first = joint.places.empty();
  if (first || place.walls < joint.least_angle.walls) joint.least_angle = place;
  if (first || joint.greatest_angle.walls < place.walls) joint.greatest_angle = place;
}

namespace {

constexpr int looks_along = 8;  // along each arc of an edge
constexpr double beside_edge =
    within::little;  // of a patch: as far as arcs may lie beyond a blank that stretches

// The wall that it forms into as another part finds it, prolonged at one end.
std::shared_ptr<const Neighbour> as_neighbour(const FormedPart& part, const Neighbour& made,
                                              std::optional<EndName> prolonged) {
  Neighbour n = made;
  const bool curved = !made.wall.charts.empty() && made.wall.charts.front().curved;
  if (part.blanks.empty() && (made.form || curved) && prolonged) return juggler::prolonged(made, *prolonged);
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
    joint_.gap_found = HUGE_VAL;
    const double size = branch.form   ? branch.form->size
                        : branch.body ? branch.body->size
                                      : branch.stretched->size;
    joint_.allowed = within::same * std::max(size, main.blanks.front()->size);
    const double longer = branch.form ? longest_drawn_out(*branch.form, end.end) : 1;
    for (const Blank* blank : branch.blanks) fit_ = std::max(fit_, longer * blank->fit_error);
  }

  // A plate round the end: its hole before that end's outside, from both faces of the plate.
  JointProof proved_ring() {
    for (const FormedOnce& formed : formed_once(joined_, branch_)) {
      for (const Edge& e : formed.blank.edges) {
        if (is_end(e)) joint_.edge_length += formed.count * length_of(e.arcs);
      }
    }
    hold_hole(other_, main_);
    for (const FormedOnce& formed : formed_once(other_, main_)) {
      for (const BlankOpening& o : formed.blank.openings) look_round(formed, o);
    }
    joint_.distance = joint_.hole_distance.value_or(NAN);
    joint_.passed = !joint_.places.empty() && joint_.distance <= joint_.allowed + hole_fit_;
    joint_.allowed += hole_fit_;
    return std::move(joint_);
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
  // A blank formed again, and where its faces lie.
  struct FormedOnce {
    const Blank& blank;
    FormedPlace at;
    double inside = 0, outside = 0;
    int count = 1;  ///< how many pieces of a part are like it
  };
  [[nodiscard]] static std::vector<FormedOnce> formed_once(const JoinedPart& joined, const FormedPart& part) {
    std::vector<FormedOnce> all;
    if (joined.form) {
      const double inside = -joined.form->neutral_depth;
      const double outside = joined.form->thickness - joined.form->neutral_depth;
      for (const auto& [blank, one] : part.blanks)
        all.push_back({*blank, [&at = one](Vec2 p) { return at.at(p); }, inside, outside});
    }
    for (const Blank* blank : joined.blanks) {
      if (!joined.body || !blank->folding) continue;
      const double half = blank->thickness / 2;
      all.push_back({*blank, folded_up(*blank, *joined.body), -half, half, blank->count / joined.quantity});
    }
    for (const Blank* blank : joined.blanks) {
      if (!joined.stretched || blank->patches.empty()) continue;
      const double half = blank->thickness / 2;
      all.push_back({*blank, stretched_up(*blank, *joined.stretched, beside_edge), -half, half,
                     blank->count / joined.quantity});
    }
    return all;
  }
  static double longest_drawn_out(const Form& f, EndName end) {
    double longer = 1;
    for (const WallPiece& w : layer(f.wall, f.neutral_depth)) {
      for (const double u : Series::nodes(w.from, w.to))
        longer = std::max(
            longer, drawn_out(w.ruling(u), f.rim(end)(u).s, -f.neutral_depth, f.thickness - f.neutral_depth));
    }
    return longer;
  }
  [[nodiscard]] bool is_end(const Edge& e) const {
    const bool base = end_.end == EndName::base;
    if (!joined_.body) return e.name == (base ? EdgeName::base : EdgeName::top);
    const auto names = names_of_ends(*joined_.body);
    return e.label == (base ? names.first : names.second);
  }

  // (9), (10): the branch's edge before the face of the main.
  void hold_edge() {
    const NeighbourFace face(as_neighbour(main_, *end_.met, {}), end_.face, 0);
    for (const FormedOnce& formed : formed_once(joined_, branch_)) {
      for (const Edge& e : formed.blank.edges) {
        if (!is_end(e)) continue;
        joint_.edge_length += formed.count * length_of(e.arcs);
        const EdgeBeforeFace edge(end_, face, formed.at, formed.blank);
        const double side = edge.side_of(e.arcs);
        for (const Arc& arc : e.arcs) {
          // Between the corners of folded parts, where faces and bends have borders of their own.
          const double shift = joined_.form ? 0 : 0.5;
          for (int i = 0; i < looks_along; ++i)
            look(face, edge, formed, formed.at(point_at(arc, arc.length * (i + shift) / looks_along)), side);
        }
        close_in(face, formed, e.arcs);
      }
    }
  }

  // The extremes of the angle, arc by arc: looks come near them only.
  void close_in(const NeighbourFace& face, const FormedOnce& formed, const std::vector<Arc>& arcs) {
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
        if (const auto p = place(least.at)) note_angle(joint_, *p);
      }
    }
  }
  [[nodiscard]] static JointPlace place_of(const FormedAt& at, Vec3 normal) {
    JointPlace place;
    place.at = at.at;
    place.plan = Angle::radians(std::atan2(at.at.y, at.at.x));
    place.walls = between_walls(at.normal, normal);
    return place;
  }

  void look(const NeighbourFace& face, const EdgeBeforeFace& edge, const FormedOnce& formed,
            const std::optional<FormedAt>& at, double side) {
    if (!at) return fail();
    const auto middle = face.from(at->at);
    if (!middle) return fail();
    const auto [inside, outside] = at->faces.value_or(std::pair{formed.inside, formed.outside});
    const auto off = edge.layers(*at, side);
    const Contact contact = end_.contact_made();
    const double distance =
        off_contact(off, joined_.form ? contact : middle_of_sheet(contact), inside, outside);
    const JointPlace place = place_of(*at, middle->second);
    if (!(distance <= joint_.distance)) {
      joint_.distance = distance;
      joint_.where = "plan angle " + shown_degrees(place.plan);
    }
    joint_.gap_found = std::min(joint_.gap_found, end_.gap + least_of_layers(off, inside, outside));
    note_angle(joint_, place);
    joint_.places.push_back(place);
  }

  void fail() {
    joint_.distance = NAN;
    joint_.where = "a place of the edge that stands over no metal of the other";
  }

  // The hole's edge round the face of the branch.
  void hold_hole(const JoinedPart& main, const FormedPart& part) {
    for (const FormedOnce& formed : formed_once(main, part)) hold_holes(main, formed);
  }
  void hold_holes(const JoinedPart& main, const FormedOnce& formed) {
    for (const BlankOpening& o : formed.blank.openings) hold(main, formed, o, nullptr);
    const Outline metal = bare_outline(formed.blank);
    for (const BlankOpening& o : formed.blank.notches) hold(main, formed, o, &metal);
  }

  void look_round(const FormedOnce& formed, const BlankOpening& o) {
    if (o.group < 0) return;
    const FittedBody* body = fitted(other_, formed.blank.groups[static_cast<size_t>(o.group)].key);
    if (!body) return;
    const NeighbourFace face(as_neighbour(branch_, *body->met, end_.end), body->face, 0);
    for (const Arc& arc : o.outline) {
      for (int i = 0; i < looks_along; ++i) {
        const auto at = formed.at(point_at(arc, arc.length * i / looks_along));
        if (!at) continue;
        for (const double layer : {formed.inside, formed.outside}) {
          const auto from = face.from(at->at + layer * at->normal);
          if (!from) continue;
          joint_.gap_found = std::min(joint_.gap_found, from->first);
          const JointPlace place = place_of(*at, from->second);
          note_angle(joint_, place);
          joint_.places.push_back(place);
        }
      }
    }
  }

  [[nodiscard]] static const FittedBody* fitted(const JoinedPart& main, const std::string& key) {
    for (const Opening& o : *main.openings) {
      if (o.key == key && o.fitted) return &*o.fitted;
    }
    return nullptr;
  }

  // Of one that runs over an edge what lies on the metal counts.
  void hold(const JoinedPart& main, const FormedOnce& formed, const BlankOpening& o, const Outline* metal) {
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
      length += formed.count * arc.length;
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
  double fit_ = 0, hole_fit_ = 0;
  JointProof joint_;
};

}  // namespace

JointProof prove_ring(const PlateEnd& at, const JoinedPart& other, const JoinedPart& ring) {
  EndBody end;
  end.end = at.end;
  end.body = ring.name;
  end.gap = at.clearance;
  return Joining(end, other, ring).proved_ring();
}

JointProof prove_joint(const EndBody& end, const JoinedPart& branch, const JoinedPart& main,
                       const std::vector<JoinedPart>& courses) {
  return Joining(end, branch, main).proved(courses);
}

}  // namespace juggler
