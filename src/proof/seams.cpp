// Edges that lie along those of another part made with them, or on its face. docs/maths/duct.md (5), (6).
#include <algorithm>

#include "figures.h"
#include "joints.h"

namespace juggler {
namespace {

// A folded part formed again from its blanks, where it stands.
class FormedSides {
  // An arc of an edge, and places along it on the face that is asked about.
  struct Looked {
    size_t blank;
    const Arc* arc;
    std::vector<Vec3> places;
  };

 public:
  FormedSides(const JoinedPart& part, const Frame& stands) : stands_(stands) {
    for (const Blank* blank : part.blanks) {
      if (blank->folding) formed_.push_back({blank, folded_up(*blank, *part.body)});
    }
  }

  struct Place {
    Vec3 at, normal;
  };
  [[nodiscard]] std::optional<Place> at(size_t i, const Arc& arc, double run, Face face) const {
    const auto p = formed_[i].second(point_at(arc, run));
    if (!p) return std::nullopt;
    const double half = formed_[i].first->thickness / 2;
    const auto [inside, outside] = p->faces.value_or(std::pair{-half, half});
    const double layer = face == Face::inside    ? inside
                         : face == Face::outside ? outside
                                                 : (inside + outside) / 2;
    return Place{stands_.place(p->at + layer * p->normal), stands_.way(p->normal)};
  }
  [[nodiscard]] size_t count() const { return formed_.size(); }
  [[nodiscard]] const Blank& blank(size_t i) const { return *formed_[i].first; }

  /// Before from_edges() of that face.
  void look_along(Face face) {
    constexpr int looks = 12;
    for (size_t i = 0; i < count(); ++i) {
      for (const Edge& e : blank(i).edges) {
        for (const Arc& arc : e.arcs) {
          Looked l{i, &arc, {}};
          for (int k = 0; k <= looks; ++k) {
            const auto p = at(i, arc, arc.length * k / looks, face);
            l.places.push_back(p ? p->at : Vec3{HUGE_VAL, 0, 0});
          }
          looked_.push_back(std::move(l));
        }
      }
    }
  }
  // (6): how far a place lies from the nearest edge of all, on a face.
  [[nodiscard]] double from_edges(Vec3 place, Face face) const {
    double nearest = HUGE_VAL;
    for (const Looked& l : looked_) nearest = std::min(nearest, from_arc(l, place, face, nearest));
    return nearest;
  }
  // Of a flat one.
  [[nodiscard]] Vec3 normal() const {
    const Arc& any = blank(0).edges.front().arcs.front();
    const auto p = at(0, any, any.length / 2, Face::middle);
    return p ? p->normal : Vec3{};
  }
  // From a face of a flat one.
  [[nodiscard]] double from_face(Vec3 place, Face face) const {
    const Arc& any = blank(0).edges.front().arcs.front();
    const auto p = at(0, any, any.length / 2, face);
    return p ? std::abs(dot(place - p->at, p->normal)) : NAN;
  }

 private:
  // From one arc; less exactly where that is more than what is known already.
  [[nodiscard]] double from_arc(const Looked& l, Vec3 place, Face face, double known) const {
    const size_t i = l.blank;
    const Arc& arc = *l.arc;
    const auto off = [&](double run) {
      const auto p = at(i, arc, run, face);
      return p ? norm(p->at - place) : HUGE_VAL;
    };
    const auto looks = static_cast<int>(l.places.size()) - 1;
    int best = 0;
    for (int k = 1; k <= looks; ++k) {
      if (norm(l.places[static_cast<size_t>(k)] - place) < norm(l.places[static_cast<size_t>(best)] - place))
        best = k;
    }
    const double here = norm(l.places[static_cast<size_t>(best)] - place);
    if (here - arc.length / looks > known) return here;
    const double from = arc.length * std::max(0, best - 1) / looks,
                 to = arc.length * std::min(looks, best + 1) / looks;
    const Least found = valley(off, from, to);
    const double little = within::beside * arc.length;
    // At an end it is the place that counts; else the line that touches there, on which it is known less
    // well.
    if (found.at < little || arc.length - found.at < little)
      return std::min({found.value, off(from), off(to)});
    const auto a = at(i, arc, found.at - little, face), b = at(i, arc, found.at + little, face);
    if (!a || !b) return found.value;
    const Vec3 way = unit(b->at - a->at);
    return std::min(found.value, norm(cross(place - at(i, arc, found.at, face)->at, way)));
  }

  Frame stands_;
  std::vector<std::pair<const Blank*, FormedPlace>> formed_;
  std::vector<Looked> looked_;
};

}  // namespace

JointProof prove_seam(const EdgeMeeting& meeting, const JoinedPart& own, const JoinedPart& other) {
  constexpr int looks = 8;  // along each arc of the edge
  const FormedSides edges(own, meeting.stands);
  FormedSides others(other, meeting.other_stands);
  if (!meeting.on_face) others.look_along(meeting.other_face);
  const Vec3 normal = others.normal();
  JointProof joint;
  joint.kind = JointKind::seam;
  joint.main = other.name;
  joint.branch = own.name;
  joint.face = meeting.other_face;
  joint.allowed = within::same * std::max(own.body->size, other.body->size);
  for (size_t i = 0; i < edges.count(); ++i) {
    for (const Edge& e : edges.blank(i).edges) {
      if (e.label != meeting.edge) continue;
      joint.edge_length += length_of(e.arcs);
      for (const Arc& arc : e.arcs) {
        for (int k = 0; k < looks; ++k) {
          const auto p = edges.at(i, arc, arc.length * (k + 0.5) / looks, meeting.own_face);
          const double off = !p                ? NAN
                             : meeting.on_face ? others.from_face(p->at, meeting.other_face)
                                               : others.from_edges(p->at, meeting.other_face);
          if (!(off <= joint.distance)) {
            joint.distance = off;
            joint.where = "edge " + meeting.edge;
          }
          if (!p) continue;
          JointPlace place;
          place.at = p->at;
          place.plan = Angle::radians(std::atan2(p->at.y, p->at.x));
          place.walls = between_walls(p->normal, normal);
          note_angle(joint, place);
          joint.places.push_back(place);
        }
      }
    }
  }
  joint.passed = !joint.places.empty() && joint.distance <= joint.allowed;
  return joint;
}

}  // namespace juggler
