// A folded blank bent up again, face by face, from what lies on the flat alone. docs/maths/folded.md
// (30)-(34).
#include <algorithm>
#include <map>
#include <numeric>

#include "cut_end.h"
#include "figures.h"
#include "formed_openings.h"
#include "given.h"
#include "meet/folded_end.h"
#include "numbers.h"
#include "provers.h"

namespace juggler {
namespace {

// How a face of the blank stands in space: a line of it and its normal, on the inside face.
struct Stands {
  bool known = false;
  Vec2 at2, along2;
  Vec3 at, along, normal;
  bool inside_up = true;

  [[nodiscard]] Vec3 left() const { return inside_up ? cross(along, normal) : cross(normal, along); }
  [[nodiscard]] Vec3 way(Vec2 v) const { return dot(v, along2) * along + dot(v, left_of(along2)) * left(); }
  [[nodiscard]] Vec3 point(Vec2 p, double layer = 0) const { return at + way(p - at2) + layer * normal; }
};

// (30): the blank's zone, of whatever width it has, bent by its angle about the neutral layer.
class BentUp {
 public:
  BentUp(const Stands& a, const BentZone& s, const FlatFace& b, double thickness) : a_(a), zone_(s) {
    along2_ = 1 / norm(s.a_to - s.a_from) * (s.a_to - s.a_from);
    across2_ = left_of(along2_);
    // Towards the plate beyond: a fold that takes no width has no other sign.
    double beyond = dot(s.b_from - s.a_from, across2_);
    for (const Vec2 c : b.corners) beyond += dot(c - s.a_from, across2_);
    if (beyond < 0) across2_ = Vec2{} - across2_;
    width_ = dot(s.b_from - s.a_from, across2_);
    turn_ = std::abs(s.turned.radians());
    way_ = s.turned.radians() >= 0 ? 1 : -1;
    depth_ = way_ > 0 ? s.neutral_factor * thickness : (1 - s.neutral_factor) * thickness;
    radius_ = turn_ > 0 ? width_ / turn_ : 0;
  }
  [[nodiscard]] double width() const { return width_; }
  [[nodiscard]] double depth() const { return depth_; }
  [[nodiscard]] double across(Vec2 p) const { return dot(p - zone_.a_from, across2_); }

  /// Where a point of the zone, or beyond it on a level with its second tangent line, comes to stand.
  [[nodiscard]] Vec3 point(Vec2 p, double layer) const {
    const double phi = turn_ > 0 && width_ > 0 ? turn_ * across(p) / width_ : turn_;
    const Vec3 e = a_.way(along2_);
    const Vec3 m = a_.way(across2_);
    const Vec3 neutral = a_.point(zone_.a_from, depth_);
    const Vec3 centre = neutral - (way_ * radius_) * a_.normal;
    const Vec3 n = normal(phi);
    const Vec3 flat = turn_ > 0 ? Vec3{} : across(p) * m;
    return centre + (way_ * radius_) * n + (layer - depth_) * n + dot(p - zone_.a_from, along2_) * e + flat;
  }
  [[nodiscard]] Vec3 normal_at(Vec2 p) const {
    return normal(turn_ > 0 && width_ > 0 ? turn_ * across(p) / width_ : turn_);
  }
  /// The way in space from the first tangent line towards the second.
  [[nodiscard]] Vec3 beyond_at_first() const { return a_.way(across2_); }
  [[nodiscard]] Stands beyond() const {
    Stands b = a_;
    b.at2 = zone_.b_from;
    b.along2 = along2_;
    b.along = a_.way(along2_);
    b.normal = normal(turn_);
    b.at = point(zone_.b_from, 0);
    b.known = true;
    return b;
  }

 private:
  [[nodiscard]] Vec3 normal(double phi) const {
    return std::cos(phi) * a_.normal + (way_ * std::sin(phi)) * a_.way(across2_);
  }

  const Stands& a_;
  BentZone zone_;
  Vec2 along2_, across2_;
  double width_ = 0;
  double turn_ = 0;
  double way_ = 1;
  double depth_ = 0;
  double radius_ = 0;
};

struct WorstFold {
  double distance = 0;
  std::string where;
  void look(double d, const std::string& what) {
    if (std::isnan(distance) || d <= distance) return;
    distance = d;
    where = what;
  }
};

class FoldedProof {
 public:
  FoldedProof(const Blank& blank, const Body& body) : blank_(blank), folding_(*blank.folding), body_(body) {
    stands_.resize(folding_.faces.size());
    bend_up();
  }

  /// In the order of the body's.
  [[nodiscard]] std::vector<FormedFace> faces() const {
    std::vector<size_t> order(stands_.size());
    std::iota(order.begin(), order.end(), 0);
    std::sort(order.begin(), order.end(),
              [&](size_t a, size_t b) { return folding_.faces[a].face < folding_.faces[b].face; });
    std::vector<FormedFace> formed;
    for (const size_t i : order) {
      const FlatFace& flat = folding_.faces[i];
      FormedFace face{flat.name, stands_[i].at, stands_[i].normal, {}};
      for (const Vec2 c : flat.corners) face.corners.push_back(stands_[i].point(c));
      for (size_t k = 0; k < flat.corners.size(); ++k) {
        const Arc side = arc_between(flat.corners[k], flat.corners[(k + 1) % flat.corners.size()],
                                     flat.turns.empty() ? Angle{} : flat.turns[k]);
        constexpr int places = 16;
        for (int place = 0; place < places; ++place)
          face.along.push_back(stands_[i].point(point_at(side, side.length * place / places)));
      }
      for (const BentZone& s : folding_.zones) {
        if (static_cast<size_t>(s.face_a) != i && static_cast<size_t>(s.face_b) != i) continue;
        const auto other = static_cast<size_t>(static_cast<size_t>(s.face_a) == i ? s.face_b : s.face_a);
        face.bent_to.push_back(
            static_cast<size_t>(std::find(order.begin(), order.end(), other) - order.begin()));
      }
      formed.push_back(std::move(face));
    }
    return formed;
  }

  /// On the middle of a face, or the neutral layer of a zone, whichever has the point.
  [[nodiscard]] std::optional<FormedAt> formed(Vec2 p) const {
    const auto within = [&](const Outline& sides) {
      // Outlines have corners on tangent lines.
      return contains(sides, p) || distance(sides, p) <= within::same * blank_.size;
    };
    for (const BentZone& s : folding_.zones) {
      if (norm(s.b_from - s.a_from) > 0 && within(around(s))) {
        const BentUp up = bent(s);
        return FormedAt{up.point(p, up.depth()),
                        up.normal_at(p),
                        {},
                        std::pair{-up.depth(), blank_.thickness - up.depth()}};
      }
    }
    for (size_t i = 0; i < folding_.faces.size(); ++i) {
      if (within(folding_.faces[i].outline()))
        return FormedAt{stands_[i].point(p, blank_.thickness / 2), stands_[i].normal};
    }
    return std::nullopt;
  }

  Proof result() {
    Proof p;
    p.allowed = within::same * body_.size + blank_.fit_error;
    compare_faces();
    compare_points();
    compare_rims();
    compare_ends();
    look_for_breaks();
    // What no arc was fitted to is exact; it may not hide behind what was.
    const bool exact = worst_.distance <= within::same * body_.size;
    const WorstFold& worst =
        fitted_.distance > worst_.distance || std::isnan(fitted_.distance) ? fitted_ : worst_;
    p.greatest_distance = worst.distance;
    p.where = worst.where;
    p.seam_mismatch = seam_mismatch();
    p.rim_mismatch = rim_mismatch();
    p.area_mismatch = area_mismatch();
    p.allowed_area = p.allowed * length_of(bare_outline(blank_));
    const OpeningProof openings = prove_openings(
        blank_, [this](Vec2 at) { return formed(at); }, -blank_.thickness / 2, blank_.thickness / 2);
    p.opening_mismatch = openings.mismatch;
    const bool numbers = add_numbers(p, blank_);
    look_at_angles(p);
    p.passed = openings.passed && numbers && p.number_mismatch <= p.allowed && exact &&
               p.greatest_distance <= p.allowed && p.seam_mismatch <= within::same * body_.size &&
               p.rim_mismatch <= p.allowed && p.area_mismatch <= p.allowed_area;
    return p;
  }

 private:
  // A zone's metal, and its ends on the edge.
  [[nodiscard]] Outline around(const BentZone& s) const {
    const BendZone& zone = body_.zones[static_cast<size_t>(s.zone)];
    const double turn = std::abs(zone.angle.radians());
    const Vec2 way = 1 / norm(s.a_to - s.a_from) * (s.a_to - s.a_from);
    // Where another part cuts it, as far as its end reaches.
    const auto reach = [&](const ZoneCut& end, double sense) {
      if (!end.cut()) return std::pair{Vec2{}, Vec2{}};
      double most = std::max(sense * end(0), sense * end(turn));
      for (const RimPiece& piece : end.rim.pieces()) {
        for (const double phi : Series::nodes(piece.from, piece.to)) most = std::max(most, sense * end(phi));
      }
      most += 2 * blank_.fit_error + within::little * blank_.size;
      return std::pair{(sense * most - end(0)) * way, (sense * most - end(turn)) * way};
    };
    const auto [low_a, low_b] = reach(zone.low, -1);
    const auto [high_a, high_b] = reach(zone.high, 1);
    const Vec2 a_from = s.a_from + low_a;
    const Vec2 a_to = s.a_to + high_a;
    const Vec2 b_from = s.b_from + low_b;
    const Vec2 b_to = s.b_to + high_b;
    return {line(a_from, a_to), line(a_to, b_to), line(b_to, b_from), line(b_from, a_from)};
  }
  [[nodiscard]] const BodyFace& asked(size_t i) const {
    return body_.faces[static_cast<size_t>(folding_.faces[i].face)];
  }

  // (61): a face's normal, turned by the angles stated of the lines of a zone, is that of the plate beyond.
  void look_at_angles(Proof& p) const {
    for (size_t i = 0; i < folding_.zones.size(); ++i) {
      const BentZone& s = folding_.zones[i];
      double turned = 0;
      std::string tags;
      for (const Fold& l : bends_of(blank_)) {
        if (l.zone != static_cast<int>(i) || l.hem) continue;
        turned += l.up == (blank_.face_up == Face::inside) ? l.turned.radians() : -l.turned.radians();
        tags += (tags.empty() ? "" : " ") + l.tag;
      }
      if (tags.empty()) continue;
      const auto a = static_cast<size_t>(s.face_a);
      const auto b = static_cast<size_t>(s.face_b);
      const Vec3 across = bent(s).beyond_at_first();
      const Vec3 normal = std::cos(turned) * asked(a).normal + std::sin(turned) * across;
      double arm = 0;
      for (const Vec2 c : folding_.faces[b].corners) arm = std::max(arm, norm(c - s.b_from));
      const double off = arm * norm(normal - asked(b).normal);
      if (off <= p.number_mismatch) continue;
      p.number_mismatch = off;
      p.number = "angle of bend " + tags;
    }
  }

  // The first face stands where it is asked to; every other follows from the flat.
  void bend_up() {
    const FlatFace& first = folding_.faces.front();
    const BodyFace& face = asked(0);
    size_t longest = 0;
    const size_t n = first.corners.size();
    const auto side = [&](size_t k) { return first.corners[(k + 1) % n] - first.corners[k]; };
    for (size_t k = 1; k < n; ++k) {
      if (norm(side(k)) > norm(side(longest))) longest = k;
    }
    const Vec3 from = face.at(face.corners[longest]);
    const Vec3 run = face.at(face.corners[(longest + 1) % n]) - from;
    stands_[0] = {true,
                  first.corners[longest],
                  1 / norm(side(longest)) * side(longest),
                  from,
                  1 / norm(run) * run,
                  face.normal,
                  blank_.face_up == Face::inside};
    for (size_t round = 0; round < folding_.zones.size(); ++round) {
      for (const BentZone& s : folding_.zones) {
        const Stands& a = stands_[static_cast<size_t>(s.face_a)];
        Stands& b = stands_[static_cast<size_t>(s.face_b)];
        if (a.known && !b.known) b = bent(s).beyond();
        if (b.known && !a.known) stands_[static_cast<size_t>(s.face_a)] = bent(turned_round(s)).beyond();
      }
    }
  }

  [[nodiscard]] BentUp bent(const BentZone& s) const {
    return {stands_[static_cast<size_t>(s.face_a)], s, folding_.faces[static_cast<size_t>(s.face_b)],
            blank_.thickness};
  }
  static BentZone turned_round(const BentZone& s) {
    return {s.face_b, s.face_a, s.b_from,         s.b_to,   s.a_from, s.a_to,
            s.turned, s.radius, s.neutral_factor, s.rolled, s.zone};
  }

  void compare_faces() {
    for (size_t i = 0; i < folding_.faces.size(); ++i) {
      const FlatFace& flat = folding_.faces[i];
      const BodyFace& face = asked(i);
      if (!stands_[i].known || flat.corners.size() != face.corners.size()) {
        worst_.look(NAN, "no way to " + flat.name);
        continue;
      }
      for (size_t k = 0; k < flat.corners.size(); ++k)
        worst_.look(norm(stands_[i].point(flat.corners[k]) - face.at(face.corners[k])),
                    "corner of " + flat.name);
    }
    for (const BentZone& s : folding_.zones) {
      const double width = std::abs(s.turned.radians()) * (s.radius + s.neutral_factor * blank_.thickness);
      const BentUp up = bent(s);
      worst_.look(std::abs(up.width() - width), "allowance of the bend at " + name(s.face_b));
    }
  }
  [[nodiscard]] const std::string& name(int face) const {
    return folding_.faces[static_cast<size_t>(face)].name;
  }

  // (31): the size faces, prolonged, pass through the corners asked for.
  void compare_points() {
    for (size_t i = 0; i < folding_.faces.size(); ++i) {
      for (const AskedPoint& p : body_.points) {
        if (p.face != folding_.faces[i].face) continue;
        const Stands& s = stands_[i];
        worst_.look(std::abs(dot(p.at - s.at, s.normal) - p.layer), "size face of " + folding_.faces[i].name);
      }
    }
  }

  // (32): free edges lie in their planes, on the plates and along the zones between them.
  void compare_rims() {
    std::map<std::string, AskedSide> by_label;
    for (const AskedSide& rim : body_.rims) {
      by_label.insert(
          {body_.faces[static_cast<size_t>(rim.face)].sides[static_cast<size_t>(rim.side)].name, rim});
      for (size_t i = 0; i < folding_.faces.size(); ++i) {
        if (rim.face != folding_.faces[i].face) continue;
        const auto& corners = folding_.faces[i].corners;
        const auto k = static_cast<size_t>(rim.side);
        for (const Vec2 c : {corners[k], corners[(k + 1) % corners.size()]})
          worst_.look(off(rim, stands_[i].point(c, rim.layer)), "edge of " + folding_.faces[i].name);
      }
    }
    for (const Edge& e : blank_.edges) {
      const auto rim = by_label.find(e.label);
      if (rim == by_label.end() || !one_plane(e.label)) continue;
      for (size_t i = 0; i < e.arcs.size(); ++i) {
        if (e.zones[i] < 0) continue;
        const BentZone& zone = folding_.zones[static_cast<size_t>(e.zones[i])];
        if (zone.a_from == zone.a_to) continue;
        const BentUp up = bent(zone);
        for (const double part : {0.0, 0.25, 0.5, 0.75, 1.0}) {
          const Vec2 p = point_at(e.arcs[i], part * e.arcs[i].length);
          if (up.width() > within::same * body_.size)
            fitted_.look(off(rim->second, up.point(p, rim->second.layer)), e.label + " along a bend");
        }
      }
    }
  }
  // Ends that other parts cut, on the layer that touches; meeting.md (9).
  void compare_ends() {
    const auto names = names_of_ends(body_);
    for (const EndBody& end : body_.bodies) {
      const NeighbourFace face(end.met, end.face, 0);
      const EdgeBeforeFace edge(
          end, face, [this](Vec2 p) { return formed(p); }, blank_);
      const std::string& name = end.end == EndName::base ? names.first : names.second;
      for (const Edge& e : blank_.edges) {
        if (e.label != name) continue;
        const double side = edge.side_of(e.arcs);
        for (const Arc& arc : e.arcs) {
          for (const double share : {0.1, 0.3, 0.5, 0.7, 0.9}) {
            const auto at = formed(point_at(arc, share * arc.length));
            const double off = at ? edge.off(*at, side, middle_of_sheet(end.contact_made())) : NAN;
            if (std::isnan(off)) {
              worst_.look(HUGE_VAL, name + " stands over nothing of " + end.body);
            } else {
              fitted_.look(off, name + " before " + end.body);
            }
          }
        }
      }
    }
  }

  static double off(const AskedSide& rim, Vec3 p) {
    return std::abs(dot(rim.plane.normal, p) - rim.plane.height);
  }

  [[nodiscard]] bool one_plane(const std::string& label) const {
    const AskedSide* first = nullptr;
    for (const AskedSide& rim : body_.rims) {
      if (body_.faces[static_cast<size_t>(rim.face)].sides[static_cast<size_t>(rim.side)].name != label)
        continue;
      if (first && !(first->plane.normal == rim.plane.normal && first->plane.height == rim.plane.height))
        return false;
      first = &rim;
    }
    return true;
  }

  void look_for_breaks() {
    const Outline line = bare_outline(blank_);
    for (size_t i = 0; i < line.size(); ++i)
      worst_.look(norm(line[(i + 1) % line.size()].start - end_of(line[i])),
                  "between two edges of the outline");
  }

  // (33): sides that meet, on the faces that touch.
  [[nodiscard]] double seam_mismatch() const {
    double worst = 0;
    for (const Joint& j : body_.joints) {
      const auto own = std::find_if(folding_.faces.begin(), folding_.faces.end(), [&](const FlatFace& p) {
        return p.face == j.face_a || p.face == j.face_b;
      });
      if (own == folding_.faces.end() || j.open) continue;
      worst = worse(worst, j.lapped ? lap_mismatch(j) : butt_mismatch(j));
    }
    return worst;
  }

  struct FormedSide {
    Vec3 from, to, normal;
  };
  // As formed where it is of this blank, else as asked.
  [[nodiscard]] FormedSide side_of(int face, int side) const {
    const auto k = static_cast<size_t>(side);
    for (size_t i = 0; i < folding_.faces.size(); ++i) {
      const FlatFace& flat = folding_.faces[i];
      if (flat.face != face) continue;
      const Stands& s = stands_[i];
      return {s.point(flat.corners[k]), s.point(flat.corners[(k + 1) % flat.corners.size()]), s.normal};
    }
    const BodyFace& p = body_.faces[static_cast<size_t>(face)];
    return {p.at(p.corners[k]), p.at(p.corners[(k + 1) % p.corners.size()]), p.normal};
  }

  [[nodiscard]] double butt_mismatch(const Joint& j) const {
    const double layer = j.angle.radians() >= 0 ? 0 : blank_.thickness;
    const FormedSide a = side_of(j.face_a, j.side_a);
    const FormedSide b = side_of(j.face_b, j.side_b);
    const Vec3 from = a.from + layer * a.normal;
    const Vec3 way = a.to - a.from;
    if (norm(way) == 0) return 0;
    double worst = std::abs(j.set_back * std::cos(j.angle.radians() / 2) - j.clearance);
    for (const Vec3 p : {b.from, b.to}) {
      const Vec3 to = p + layer * b.normal - from;
      worst = worse(worst, std::abs(norm(cross(to, way)) / norm(way) - j.clearance));
    }
    return worst;
  }

  // The covered edge stands against the inside face of the plate that laps it.
  [[nodiscard]] double lap_mismatch(const Joint& j) const {
    const FormedSide lapping = side_of(j.face_a, j.side_a);
    const FormedSide covered = side_of(j.face_b, j.side_b);
    const double layer = std::tan(j.angle.radians()) > 0 ? blank_.thickness : 0;
    double worst = 0;
    for (const Vec3 p : {covered.from, covered.to}) {
      const double past = dot(p + layer * covered.normal - lapping.from, lapping.normal);
      worst = worse(worst, std::abs(past + j.set_back / 2 * std::sin(j.angle.radians())));
    }
    return worst;
  }

  // Free edges of one name: their lengths on the flat against the form's.
  [[nodiscard]] double rim_mismatch() const {
    std::map<std::string, double> asked_length;
    std::map<std::string, double> flat_length;
    for (const FlatFace& flat : folding_.faces) {
      const BodyFace& p = body_.faces[static_cast<size_t>(flat.face)];
      for (size_t k = 0; k < p.sides.size(); ++k) {
        if (p.sides[k].kind == SideKind::free) asked_length[p.sides[k].name] += p.side(k).length;
      }
    }
    for (const BendZone& s : body_.zones) add_strip_ends(s, asked_length);
    for (const Edge& e : blank_.edges) flat_length[e.label] += length_of(e.arcs);
    double worst = 0;
    for (const auto& [label, length] : asked_length)
      worst = worse(worst, std::abs(flat_length[label] - length));
    return worst;
  }

  // The ends of a zone between two free sides belong to their edge.
  void add_strip_ends(const BendZone& s, std::map<std::string, double>& lengths) const {
    const auto here = [&](const FlatFace& p) { return p.face == s.face_a; };
    if (std::none_of(folding_.faces.begin(), folding_.faces.end(), here)) return;
    const auto& sides = body_.faces[static_cast<size_t>(s.face_a)].sides;
    const auto& others = body_.faces[static_cast<size_t>(s.face_b)].sides;
    const size_t n = sides.size();
    const auto k = static_cast<size_t>(s.side_a);
    const size_t m = others.size();
    const auto j = static_cast<size_t>(s.side_b);
    const auto add = [&](const FaceSide& side, const FaceSide& other, const ZoneCut& end) {
      if (side.kind != SideKind::free || other.kind != SideKind::free || side.name != other.name) return;
      const auto speed = [&](double phi) { return std::hypot(s.neutral_radius, end.rate(phi)); };
      const double turn = std::abs(s.angle.radians());
      // Where the neutral layer has no radius the edge only runs along the fold.
      lengths[side.name] +=
          s.neutral_radius > 0 ? over_stretches(s, end, speed) : std::abs(end(turn) - end(0));
    };
    add(sides[(k + n - 1) % n], others[(j + 1) % m], s.low);
    add(sides[(k + 1) % n], others[(j + m - 1) % m], s.high);
  }

  [[nodiscard]] double area_mismatch() const {
    double flat = 0;
    double asked_area = 0;
    for (const FlatFace& face : folding_.faces) {
      flat += std::abs(signed_area(face.outline()));
    }
    Body own = body_;
    std::erase_if(own.zones, [&](const BendZone& s) { return !is_own(s.face_a); });
    own.faces.clear();
    asked_area = body_area(own);  // of the zones
    const double zones = asked_area;
    for (const FlatFace& face : folding_.faces) {
      Body one;
      one.faces = {body_.faces[static_cast<size_t>(face.face)]};
      asked_area += body_area(one);
    }
    const double faces = std::abs(flat + zones - asked_area);
    const double cut = folding_.relief > 0 ? 0 : std::abs(signed_area(bare_outline(blank_)) - asked_area);
    return worse(faces, cut);
  }
  [[nodiscard]] bool is_own(int face) const {
    return std::any_of(folding_.faces.begin(), folding_.faces.end(),
                       [&](const FlatFace& p) { return p.face == face; });
  }

  const Blank& blank_;
  const Folding& folding_;
  const Body& body_;
  std::vector<Stands> stands_;
  WorstFold worst_;   // of what is exact
  WorstFold fitted_;  // of what arcs were fitted to
};

}  // namespace

namespace {

void check_own(const Blank& blank, const Body& body) {
  const auto known = [&](int face) { return face >= 0 && static_cast<size_t>(face) < body.faces.size(); };
  if (!blank.folding || blank.folding->faces.empty() ||
      !std::all_of(blank.folding->faces.begin(), blank.folding->faces.end(),
                   [&](const FlatFace& p) { return known(p.face); }))
    refuse("", "the blank is not one of a folded body, as the part is");
}

}  // namespace

Proof prove(const Blank& blank, const Body& body) {
  check_own(blank, body);
  return FoldedProof(blank, body).result();
}

FormedPlace folded_up(const Blank& blank, const Body& body) {
  check_own(blank, body);
  return [folded = std::make_shared<const FoldedProof>(blank, body)](Vec2 p) { return folded->formed(p); };
}

Proof prove_body(const Blank& blank, const Body& body,
                 const std::function<GivenMiss(std::vector<FormedFace>)>& given) {
  check_own(blank, body);
  FoldedProof formed(blank, body);
  Proof p = formed.result();
  hold_against(p, given(formed.faces()), within::same * body.size);
  return p;
}

}  // namespace juggler
