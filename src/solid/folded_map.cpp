// Faces and bend zones, bent up from the blank alone. docs/maths/solid.md (6), (7).
#include <algorithm>
#include <memory>

#include "sheet_map.h"

namespace juggler {
namespace {

// A zone as it lies on the flat, and what it is bent to.
struct Bent {
  size_t from = 0, to = 0;   // faces
  Vec2 at, along, across;    // at its first tangent line
  double length = 0;         // of that line
  double low = 0, high = 0;  // along it, where the second one begins and ends
  double sense = 1;          // 1: the inside face is concave
  double depth = 0;          // of the neutral layer from the inside face
  FoldProfile whole, part_way;
  std::vector<int> folds = {};  // of the blank's, by the stretches of the profile; -1: none

  [[nodiscard]] double across_to(Vec2 p) const { return dot(p - at, across); }
  [[nodiscard]] Stood point(const Stand& s, Vec2 p) const {
    const FoldProfile::At q = part_way.at(across_to(p));
    const Vec3 m = s.way(across);
    const Vec3 up = Vec3{} - sense * s.normal;
    const Vec3 normal = std::cos(q.turn) * s.normal + (sense * std::sin(q.turn)) * m;
    return {s.point(at).on(depth) + dot(p - at, along) * s.way(along) + q.place.x * m + q.place.y * up -
                depth * normal,
            normal};
  }
  [[nodiscard]] Stand beyond(const Stand& s) const {
    const double end = part_way.length();
    const double turn = part_way.at(end).turn;
    const Vec3 m = s.way(across);
    const Vec2 line = at + end * across;
    Stand b;
    b.at2 = line;
    b.along2 = along;
    b.at = point(s, line).at;
    b.along = s.way(along);
    b.normal = std::cos(turn) * s.normal + (sense * std::sin(turn)) * m;
    const Vec3 onwards = std::cos(turn) * m - (sense * std::sin(turn)) * s.normal;
    b.left = dot(across, left_of(along)) > 0 ? onwards : Vec3{} - onwards;
    return b;
  }
  // Between its tangent lines, prolonged, how far a place of the flat lies within its ends, which run
  // straight from one line's to the other's.
  [[nodiscard]] std::optional<double> within_ends(Vec2 p) const {
    const double x = dot(p - at, along), y = across_to(p), width = whole.length();
    if (y <= 0 || y >= width) return std::nullopt;
    return std::min(x - y / width * low, length + y / width * (high - length) - x);
  }
  // Far enough within them: they need not be straight and may lie over a neighbour's.
  [[nodiscard]] bool surely_has(Vec2 p) const {
    const auto in = within_ends(p);
    return in && *in > std::min(length / 4, whole.length());
  }
};

std::vector<const Fold*> hits_of_zone(const Blank& b, size_t number) {
  std::vector<const Fold*> hits;
  for (const Fold& fold : b.folds) {
    if (fold.hit() && fold.zone == static_cast<int>(number)) hits.push_back(&fold);
  }
  std::sort(hits.begin(), hits.end(),
            [](const Fold* x, const Fold* y) { return std::abs(x->u) < std::abs(y->u); });
  return hits;
}

// Which line of the schedule makes each stretch of a zone's profile.
std::vector<int> folds_of_zone(const Blank& b, size_t number) {
  const std::vector<const Fold*> hits = hits_of_zone(b, number);
  const auto place = [&](const Fold* fold) { return static_cast<int>(fold - b.folds.data()); };
  if (hits.empty()) {
    const auto own = std::find_if(b.folds.begin(), b.folds.end(), [&](const Fold& f) {
      return f.kind == FoldKind::bend && !f.hem && f.zone == static_cast<int>(number);
    });
    return {own == b.folds.end() ? -1 : static_cast<int>(own - b.folds.begin())};
  }
  std::vector<int> all{-1};
  for (const Fold* hit : hits) {
    all.push_back(place(hit));
    all.push_back(-1);
  }
  return all;
}

// (6): all of it evenly; or at its hits, flat between them.
FoldProfile profile_of(const Blank& b, const BentZone& zone, size_t number, double width, double share) {
  const double turn = std::abs(zone.turned.radians());
  const std::vector<const Fold*> hits = hits_of_zone(b, number);
  FoldProfile profile;
  if (hits.empty()) {
    profile.add(width, share * turn);
    return profile;
  }
  const auto at = [&](size_t i) { return std::abs(hits[i]->u) / turn * width; };
  double done = 0;
  for (size_t i = 0; i < hits.size(); ++i) {
    const double before = i == 0 ? 2 * at(0) : at(i) - at(i - 1);
    const double after = i + 1 == hits.size() ? 2 * (width - at(i)) : at(i + 1) - at(i);
    const double half = std::min(hits[i]->turned.radians() * b.thickness / 2, 0.4 * std::min(before, after));
    profile.add(at(i) - half - done, 0);
    profile.add(2 * half, share * hits[i]->turned.radians());
    done = at(i) + half;
  }
  profile.add(width - done, 0);
  return profile;
}

Bent bent(const Blank& b, size_t number, double share) {
  const BentZone& z = b.folding->zones[number];
  Bent made;
  made.from = static_cast<size_t>(z.face_a);
  made.to = static_cast<size_t>(z.face_b);
  made.at = z.a_from;
  made.length = norm(z.a_to - z.a_from);
  made.along = 1 / made.length * (z.a_to - z.a_from);
  made.across = left_of(made.along);
  double beyond = dot(z.b_from - z.a_from, made.across);
  for (const Vec2 c : b.folding->faces[made.to].corners) beyond += dot(c - z.a_from, made.across);
  if (beyond < 0) made.across = Vec2{} - made.across;
  made.sense = z.turned.radians() >= 0 ? 1 : -1;
  made.depth = (made.sense > 0 ? z.neutral_factor : 1 - z.neutral_factor) * b.thickness;
  made.low = dot(z.b_from - z.a_from, made.along);
  made.high = dot(z.b_to - z.a_from, made.along);
  const double width = std::max(0.0, made.across_to(z.b_from));
  made.whole = profile_of(b, z, number, width, 1);
  made.part_way = profile_of(b, z, number, width, share);
  made.folds = folds_of_zone(b, number);
  return made;
}

Bent turned_round(const Bent& z) {
  Bent other = z;
  std::swap(other.from, other.to);
  other.at = z.at + z.whole.length() * z.across;
  other.across = Vec2{} - z.across;
  return other;
}

struct BentUp {
  size_t stays = 0;
  std::vector<Stand> stands;
  std::vector<Bent> zones;
  std::vector<Outline> faces;
  std::vector<Rectangle> boxes;  // about them, upright
};

Stand stand_of(const FlatFace& flat, const BodyFace& face, bool inside_up) {
  const size_t n = flat.corners.size();
  size_t longest = 0;
  const auto side = [&](size_t k) { return flat.corners[(k + 1) % n] - flat.corners[k]; };
  for (size_t k = 1; k < n; ++k) {
    if (norm(side(k)) > norm(side(longest))) longest = k;
  }
  const Vec3 from = face.at(face.corners[longest]);
  const Vec3 along = unit(face.at(face.corners[(longest + 1) % n]) - from);
  const Vec3 left = inside_up ? cross(along, face.normal) : cross(face.normal, along);
  return {flat.corners[longest], 1 / norm(side(longest)) * side(longest), from, along, left, face.normal};
}

// The largest face stays where it is.
void bend_up(BentUp& made, const Blank& b, const Body& body) {
  const std::vector<FlatFace>& faces = b.folding->faces;
  size_t& stays = made.stays;
  for (size_t i = 1; i < faces.size(); ++i) {
    if (std::abs(signed_area(made.faces[i])) > std::abs(signed_area(made.faces[stays]))) stays = i;
  }
  made.stands.resize(faces.size());
  std::vector<bool> known(faces.size());
  made.stands[stays] =
      stand_of(faces[stays], body.faces[static_cast<size_t>(faces[stays].face)], b.face_up == Face::inside);
  known[stays] = true;
  for (size_t round = 0; round < made.zones.size(); ++round) {
    for (const Bent& zone : made.zones) {
      if (known[zone.from] == known[zone.to]) continue;
      const Bent on = known[zone.from] ? zone : turned_round(zone);
      made.stands[on.to] = on.beyond(made.stands[on.from]);
      known[on.to] = true;
    }
  }
}

// (13), (14): faces are nodes, and the lines that zones are cut along between them.
class BentMotion {
 public:
  BentMotion(const BentUp& part, const Blank& b, const SolidOptions& options)
      : part_(part), up_(b.face_up == Face::inside ? -1 : 1) {
    faces_.assign(part.faces.size(), -1);
    zones_.resize(part.zones.size());
    const Stand& s = part.stands[part.stays];
    const Frame frame{{}, s.way({1, 0}), s.way({0, 1}), up_ * s.normal};
    made_.root = {s.at - frame.way({s.at2.x, s.at2.y, 0}), frame.x, frame.y, frame.z};
    made_.nodes.emplace_back();
    faces_[part.stays] = 0;
    for (size_t round = 0; round < part.zones.size(); ++round) {
      for (size_t i = 0; i < part.zones.size(); ++i) add_zone(i, b.thickness, options);
    }
  }
  [[nodiscard]] SheetMotion motion(const std::shared_ptr<const BentUp>& part) && {
    made_.carriage = [part, faces = faces_, zones = zones_, lines = made_.nodes](const FlatCorner& c,
                                                                                 size_t number) {
      if (number < faces.size()) return carried_by(std::max(0, faces[number]));
      const size_t zone = number - faces.size();
      return between(zones[zone], lines, part->zones[zone].across_to(c.at), c.at);
    };
    return std::move(made_);
  }

 private:
  struct Line {
    double across = 0;
    int node = 0;
  };
  static Carriage between(const std::vector<Line>& zone, const std::vector<MotionNode>& nodes, double across,
                          Vec2 p) {
    const auto after =
        std::find_if(zone.begin(), zone.end(), [&](const Line& line) { return line.across >= across; });
    if (after == zone.end()) return carried_by(zone.back().node);
    if (after == zone.begin() || after->across == across) return carried_by(after->node);
    return carried_between(nodes, (after - 1)->node, after->node, p);
  }
  // Of the zone's lines from the face that is known to the other.
  void add_zone(size_t number, double thickness, const SolidOptions& options) {
    const Bent& zone = part_.zones[number];
    const bool forwards = faces_[zone.from] >= 0;
    if (forwards == (faces_[zone.to] >= 0)) return;
    struct Step {
      double from, to, turn, length;
      int fold;
    };
    std::vector<Step> steps;
    const std::vector<double> cuts = zone.whole.cuts(thickness, options);
    for (size_t i = 0; i < zone.whole.stretches().size(); ++i) {
      const FoldProfile::Stretch& s = zone.whole.stretches()[i];
      const double to = s.from + s.length;
      std::vector<double> places{s.from};
      for (const double cut : cuts) {
        if (cut > s.from && cut < to) places.push_back(cut);
      }
      places.push_back(to);
      for (size_t k = 0; k + 1 < places.size(); ++k)
        steps.push_back({places[k], places[k + 1], s.turn, s.length, zone.folds[i]});
    }
    if (!forwards) std::reverse(steps.begin(), steps.end());
    const double layer = up_ * zone.depth;
    const auto line_at = [&](double across) { return zone.at + across * zone.across; };
    const auto add = [&](MotionNode node, double across) {
      node.at = line_at(across);
      node.way = zone.along;
      node.layer = layer;
      made_.nodes.push_back(node);
      zones_[number].push_back({across, static_cast<int>(made_.nodes.size() - 1)});
      return zones_[number].back().node;
    };
    int from = add({.from = faces_[forwards ? zone.from : zone.to]}, forwards ? 0 : zone.whole.length());
    const Vec2 axis = up_ * zone.sense * left_of(zone.across);
    for (const Step& s : steps) {
      const auto twist = [&](double across, double rate) {
        const Vec2 at = line_at(across);
        return about({at.x, at.y, layer}, rate * Vec3{axis.x, axis.y, 0});
      };
      const double start = forwards ? s.from : s.to, end = forwards ? s.to : s.from;
      const MotionStep step = s.length > 0
                                  ? step_of([&](double x) { return twist(x, s.turn / s.length); }, start, end)
                                  : MotionStep{twist(start, forwards ? s.turn : -s.turn), {}};
      from = add({.from = from, .fold = s.fold, .step = step}, end);
    }
    faces_[forwards ? zone.to : zone.from] = from;
    if (!forwards) std::reverse(zones_[number].begin(), zones_[number].end());
  }

  const BentUp& part_;
  double up_;
  SheetMotion made_;
  std::vector<int> faces_;
  std::vector<std::vector<Line>> zones_;
};

}  // namespace

SheetMap folded_map(const Mapping& mapping) {
  const Blank& b = *mapping.blank;
  auto made = std::make_shared<BentUp>();
  for (size_t i = 0; i < b.folding->zones.size(); ++i)
    made->zones.push_back(bent(b, i, mapping.options.share));
  for (const FlatFace& face : b.folding->faces) made->faces.push_back(face.outline());
  for (const Outline& face : made->faces) made->boxes.push_back(upright_box(face));
  bend_up(*made, b, *mapping.formed->body);

  SheetMap map;
  map.folded = true;
  map.parameters = [](Vec2) { return Vec3{}; };
  map.faces = made->faces.size();
  map.parts = map.faces + made->zones.size();
  map.part = [made](Vec2 p) -> std::optional<size_t> {
    const size_t faces = made->faces.size();
    for (size_t i = 0; i < faces; ++i) {
      const Rectangle& box = made->boxes[i];
      const Vec2 in = p - box.corner;
      if (in.x >= 0 && in.y >= 0 && in.x <= box.width && in.y <= box.height && contains(made->faces[i], p))
        return i;
    }
    for (size_t i = 0; i < made->zones.size(); ++i) {
      if (made->zones[i].surely_has(p)) return faces + i;
    }
    return std::nullopt;
  };
  map.off_part = [made](Vec2 p, size_t part) {
    const size_t faces = made->faces.size();
    if (part < faces) return std::optional(std::max(0.0, outside(made->faces[part], p)));
    const auto in = made->zones[part - faces].within_ends(p);
    return in ? std::optional(std::max(0.0, -*in)) : std::nullopt;
  };
  map.place = [made](const FlatCorner& c, size_t part) {
    if (part < made->faces.size()) return made->stands[part].point(c.at);
    const Bent& zone = made->zones[part - made->faces.size()];
    return zone.point(made->stands[zone.from], c.at);
  };
  map.motion = [made, &b, options = mapping.options] { return BentMotion(*made, b, options).motion(made); };
  for (const Bent& zone : made->zones) {
    CutLines lines;
    lines.levels = zone.whole.cuts(b.thickness, mapping.options);
    lines.near = within::beside * b.size;
    lines.value = [zone](const FlatCorner& c) { return zone.across_to(c.at); };
    lines.crossing = [zone](const FlatCorner& x, const FlatCorner& y, double level) {
      const double from = zone.across_to(x.at);
      return FlatCorner{x.at + (level - from) / (zone.across_to(y.at) - from) * (y.at - x.at), {}};
    };
    map.lines.push_back(std::move(lines));
  }
  return map;
}

}  // namespace juggler
