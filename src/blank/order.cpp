// In which order bends are made. docs/maths/folded.md (55)-(57).
#include <algorithm>

#include "pieces_of_body.h"

namespace juggler {
namespace {

// The faces of a blank as they stand while some of its zones are bent, sharply about their middles.
class Standing {
 public:
  explicit Standing(const Blank& b) : f_(*b.folding), up_is_inside_(b.face_up == Face::inside) {
    beside_.resize(f_.faces.size());
    for (size_t i = 0; i < f_.zones.size(); ++i) {
      beside_[static_cast<size_t>(f_.zones[i].face_a)].push_back(i);
      beside_[static_cast<size_t>(f_.zones[i].face_b)].push_back(i);
    }
  }

  // Faces in space, the first of the zone's two lying flat where it is drawn.
  [[nodiscard]] std::vector<std::vector<Vec3>> faces(const std::vector<bool>& bent, size_t about) const {
    std::vector<std::vector<Vec3>> made(f_.faces.size());
    place(made, bent, static_cast<size_t>(f_.zones[about].face_a), f_.zones.size(), {});
    return made;
  }

  // How many zones lie on either side of one, the lesser number.
  [[nodiscard]] size_t outer(size_t zone) const {
    const auto a = static_cast<size_t>(f_.zones[zone].face_a);
    const size_t on_a = zones_beyond(a, zone);
    return std::min(on_a, f_.zones.size() - 1 - on_a);
  }

 private:
  struct Turn {
    Vec3 at, axis;
    double by = 0;
    [[nodiscard]] Vec3 operator()(Vec3 p) const {
      const Vec3 d = p - at;
      return at + std::cos(by) * d + std::sin(by) * cross(axis, d) +
             ((1 - std::cos(by)) * dot(axis, d)) * axis;
    }
  };

  [[nodiscard]] size_t zones_beyond(size_t face, size_t from) const {
    size_t n = 0;
    for (const size_t s : beside_[face]) {
      if (s != from) n += 1 + zones_beyond(other(face, s), s);
    }
    return n;
  }

  [[nodiscard]] size_t other(size_t face, size_t zone) const {
    const BentZone& s = f_.zones[zone];
    return static_cast<size_t>(static_cast<size_t>(s.face_a) == face ? s.face_b : s.face_a);
  }

  // What lies beyond a zone turns about its middle line, towards the viewer where it bends up.
  [[nodiscard]] Turn turn_beyond(size_t face, size_t zone) const {
    const BentZone& s = f_.zones[zone];
    const Vec2 from = 0.5 * (s.a_from + s.b_from);
    const Vec2 to = 0.5 * (s.a_to + s.b_to);
    const Vec2 way = 1 / norm(to - from) * (to - from);
    const auto centre = [&](size_t k) {
      Vec2 sum;
      for (const Vec2 c : f_.faces[k].corners) sum = sum + c;
      return (1.0 / static_cast<double>(f_.faces[k].corners.size())) * sum;
    };
    const bool left = cross(way, centre(other(face, zone)) - from) > 0;
    const double turned = s.turned.radians() * (up_is_inside_ ? 1 : -1);
    return {{from.x, from.y, 0}, {way.x, way.y, 0}, left ? turned : -turned};
  }

  void place(std::vector<std::vector<Vec3>>& made, const std::vector<bool>& bent, size_t face, size_t from,
             const std::vector<Turn>& turns) const {
    for (const Vec2 c : f_.faces[face].corners) {
      Vec3 p{c.x, c.y, 0};
      for (auto turn = turns.rbegin(); turn != turns.rend(); ++turn) p = (*turn)(p);
      made[face].push_back(p);
    }
    for (const size_t s : beside_[face]) {
      if (s == from) continue;
      std::vector<Turn> more = turns;
      if (bent[s]) more.push_back(turn_beyond(face, s));
      place(made, bent, other(face, s), s, more);
    }
  }

  const Folding& f_;
  bool up_is_inside_;
  std::vector<std::vector<size_t>> beside_;
};

// (57): whether metal stands in the way of a blade on the inside of the bend, as high as it is long beyond
// both ends.
bool is_closed_in(const std::vector<std::vector<Vec3>>& faces, const Fold& line, double size) {
  const Vec3 at{line.from.x, line.from.y, 0};
  const Vec2 flat_way = 1 / line.length() * (line.to - line.from);
  const Vec3 beside{-flat_way.y, flat_way.x, 0};
  const double near = within::beside * size;
  const double up = line.up ? 1 : -1;
  for (const std::vector<Vec3>& corners : faces) {
    for (size_t i = 0; i < corners.size(); ++i) {
      const Vec3 a = corners[i] - at;
      const Vec3 b = corners[(i + 1) % corners.size()] - at;
      const double side_a = dot(a, beside);
      const double side_b = dot(b, beside);
      if (side_a * side_b > 0 && std::min(std::abs(side_a), std::abs(side_b)) > near) continue;
      const double t = std::abs(side_a - side_b) > near ? side_a / (side_a - side_b) : 1;
      const double height = up * (a.z + std::clamp(t, 0.0, 1.0) * (b.z - a.z));
      const double higher = std::abs(side_a - side_b) > near ? height : std::max(up * a.z, up * b.z);
      if (higher > within::little * size) return true;
    }
  }
  return false;
}

// Hems and locks first, edge by edge; of each its outermost fold stands before those within it. (55)
void order_hems(Blank& b, int& order) {
  for (Fold& line : bends_of(b)) {
    if (line.hem) line.order = ++order;
  }
}

// From both ends inwards: what is left to bend lies flat in the middle of the press. (56)
void order_inwards(std::vector<Fold*> lines, int& order) {
  size_t first = 0;
  size_t last = lines.size();
  while (first < last) {
    lines[first++]->order = ++order;
    if (first < last) lines[--last]->order = ++order;
  }
}

class TreeOrder {
 public:
  explicit TreeOrder(Blank& b) : b_(b), standing_(b), bent_(b.folding->zones.size(), false) {}

  void number(int& order) {
    for (Fold& line : bends_of(b_)) {
      if (!line.hem) left_.push_back(&line);
    }
    std::stable_sort(left_.begin(), left_.end(), [&](const Fold* x, const Fold* y) {
      return standing_.outer(zone_of(*x)) < standing_.outer(zone_of(*y));
    });
    while (!left_.empty()) {
      const size_t next = choose();
      Fold& line = *left_[next];
      line.order = ++order;
      bent_[zone_of(line)] = true;
      left_.erase(left_.begin() + static_cast<long>(next));
    }
    if (!closed_in_.empty())
      b_.notes.push_back("On a straight brake no order reaches every bend: " + closed_in_ +
                         " lie between walls that stand already; take tools no longer than the line.");
  }

 private:
  static size_t zone_of(const Fold& line) { return static_cast<size_t>(line.zone); }

  [[nodiscard]] bool is_free(const std::vector<bool>& bent, const Fold& line) const {
    return !is_closed_in(standing_.faces(bent, zone_of(line)), line, b_.size);
  }

  // Of those as far out as the first that is free, the one that leaves most of the others free.
  size_t choose() {
    std::vector<size_t> free;
    for (size_t i = 0; i < left_.size(); ++i) {
      if (!free.empty() &&
          standing_.outer(zone_of(*left_[i])) > standing_.outer(zone_of(*left_[free.front()])))
        break;
      if (is_free(bent_, *left_[i])) free.push_back(i);
    }
    constexpr size_t few = 24;  // what is looked ahead for grows with the third power
    if (!free.empty() && (free.size() == 1 || left_.size() > few)) return free.front();
    size_t best = 0;
    long most = -1;
    for (const size_t i : free) {
      std::vector<bool> after = bent_;
      after[zone_of(*left_[i])] = true;
      const auto still = std::count_if(left_.begin(), left_.end(), [&](const Fold* other) {
        return other != left_[i] && is_free(after, *other);
      });
      if (still > most) {
        most = still;
        best = i;
      }
    }
    if (!free.empty()) return best;
    closed_in_ += Phrase(closed_in_.empty() ? "" : ", ") + left_.front()->tag + " (" +
                  shown_mm(left_.front()->length(), 1) + ")";
    return 0;
  }

  Blank& b_;
  Standing standing_;
  std::vector<bool> bent_;
  std::vector<Fold*> left_;
  Phrase closed_in_;
};

}  // namespace

void order_bends(Blank& b) {
  int order = 0;
  order_hems(b, order);
  const bool hits =
      std::any_of(bends_of(b).begin(), bends_of(b).end(), [](const Fold& l) { return l.hit(); });
  const bool chain = b.folding && b.folding->chain;
  constexpr size_t most = 80;
  if (b.folding && !hits && !chain && bends_of(b).size() <= most) return TreeOrder(b).number(order);
  std::vector<Fold*> lines;
  for (Fold& line : bends_of(b)) {
    if (!line.hem) lines.push_back(&line);
  }
  order_inwards(lines, order);
  if (b.folding && !chain && !lines.empty())
    b.notes.push_back(
        std::string("The order of bending runs from both ends of the blank inwards; whether a straight "
                    "brake reaches every bend is not looked at ") +
        (hits ? "where arcs are pressed." : "above 80 of them."));
}

}  // namespace juggler
