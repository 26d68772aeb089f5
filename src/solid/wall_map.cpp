// Walls by rulings that open flat: formed from their stations. docs/maths/solid.md (5), (5a).
#include <algorithm>
#include <memory>

#include "proof/formed_openings.h"
#include "sheet_map.h"

namespace juggler {
namespace {

bool goes_left(const FlatPanel& p) {
  const double u = (p.from + p.to) / 2;
  const double step = within::little * (p.to - p.from);
  const Vec2 moved = p.base(u + step) + p.top(u + step) - p.base(u) - p.top(u);
  return cross(direction(p.heading(u)), moved) > 0;
}

std::vector<FlatPanel> turned_by(std::vector<FlatPanel> panels, double share) {
  for (FlatPanel& p : panels) {
    std::vector<double> turns;
    for (const double u : Series::nodes(p.from, p.to)) turns.push_back(share * p.turn(u));
    p.turn = Series::fit(p.from, p.to, turns);
  }
  return panels;
}

// (1): rulings between which the wall is as good as flat.
void add_levels(std::vector<double>& levels, const FlatPanel& p, double from, double to, double thickness,
                const SolidOptions& options, int looks = 4) {
  // By several chords, so that what turns far is not taken for narrow.
  double turn = 0, base = 0, top = 0;
  for (int i = 0; i < looks; ++i) {
    const double a = from + (to - from) * i / looks, z = from + (to - from) * (i + 1) / looks;
    turn += std::abs(p.turn(z) - p.turn(a));
    base += norm(p.base(z) - p.base(a));
    top += norm(p.top(z) - p.top(a));
  }
  const double width = std::max(base, top) + turn * thickness;
  if (near_enough(width, turn, options)) {
    levels.push_back(from);
    return;
  }
  constexpr double more = 1.02;  // than the chords of chords say
  const double need =
      more * std::max(turn / options.coarsest.radians(), std::sqrt(width * turn / (8 * options.chord_error)));
  const int parts = std::clamp(static_cast<int>(std::ceil(need)), 2, 1024);
  for (int i = 0; i < parts; ++i)
    add_levels(levels, p, from + (to - from) * i / parts,
               i + 1 == parts ? to : from + (to - from) * (i + 1) / parts, thickness, options, 1);
}

// The wall at some share of the way.
struct Rolled {
  std::vector<FlatPanel> panels;
  std::optional<FormedWall> wall;
};
std::shared_ptr<const Rolled> rolled(std::vector<FlatPanel> panels, const FormedRuling& first) {
  auto made = std::make_shared<Rolled>();
  made->panels = std::move(panels);
  made->wall.emplace(made->panels, first);
  return made;
}

size_t panel_number(const std::vector<FlatPanel>& panels, double u) {
  const auto found = std::lower_bound(panels.begin(), panels.end() - 1, u,
                                      [](const FlatPanel& p, double v) { return p.to < v; });
  return static_cast<size_t>(found - panels.begin());
}

Frame frame_at(const Rolled& r, double u) {
  const FormedAt at = r.wall->at({panel_number(r.panels, u), u, 0});
  return {at.at, at.along, cross(at.normal, at.along), at.normal};
}

}  // namespace

double u_once_round(const Form& f, double u) {
  const double from = f.wall.front().from;
  if (f.goes_round()) u = from + std::remainder(u - from - pi, two_pi) + pi;
  return std::clamp(u, from, f.wall.back().to);
}

namespace {

// Where the part has the first ruling of the blank.
FormedRuling first_ruling(const Blank& b, const Form& f) {
  const double u = u_once_round(f, b.forming.front().from);
  const Ruling r = ruling_at(f.wall, u);
  const Vec3 left = b.face_up == Face::inside ? cross(r.e, r.n) : cross(r.n, r.e);
  return {edge_point(f, EndName::base, f.neutral_depth, u), r.e, r.n, left};
}

// A ruling on the flat.
struct FlatLine {
  double u = 0;
  Vec2 base, way;
};

// The blank by its rulings, some of which it is cut along.
class FlatRulings {
 public:
  FlatRulings(std::shared_ptr<const Rolled> wall, const std::vector<double>& levels, double size)
      : wall_(std::move(wall)), size_(size) {
    for (const double u : levels) lines_.push_back(line_at(u));
    first_ = line_at(wall_->panels.front().from);
    last_ = line_at(wall_->panels.back().to);
  }

  [[nodiscard]] Vec3 parameters(Vec2 p) const {
    if (const auto at = wall_->wall->place_of(p)) return {at->u, at->s, 0};
    // Beyond its ends the sheet goes on straight.
    const auto beside = [&](const FlatLine& r) {
      return Vec3{r.u, dot(p - r.base, r.way), cross(r.way, p - r.base)};
    };
    const Vec3 a = beside(first_), z = beside(last_);
    return std::abs(a.z) < std::abs(z.z) ? a : z;
  }
  [[nodiscard]] double value(const FlatCorner& c) const {
    if (c.of.z == 0) return c.of.x;
    const double past = std::abs(c.of.z) / size_;
    return c.of.x == first_.u ? c.of.x - past : c.of.x + past;
  }
  [[nodiscard]] FlatCorner crossing(const FlatCorner& a, const FlatCorner& z, double u) const {
    const FlatLine r = line(u);
    const double share = std::clamp(cross(r.way, r.base - a.at) / cross(r.way, z.at - a.at), 0.0, 1.0);
    const Vec2 at = a.at + share * (z.at - a.at);
    return {at, {u, dot(at - r.base, r.way), 0}};
  }
  [[nodiscard]] std::optional<OnArc> on_arc(const Arc& arc, double about, double u) const {
    const FlatLine r = line(u);
    for (int i = 0; i < 8; ++i) {
      const Vec2 at = point_at(arc, about);
      const double off = cross(r.way, at - r.base);
      if (std::abs(off) <= within::exact * size_)
        return OnArc{about, {at, {u, dot(at - r.base, r.way), 0}}, true};
      about -= off / cross(r.way, direction(heading_at(arc, about)));
    }
    return std::nullopt;
  }
  [[nodiscard]] double near() const { return within::beside * (last_.u - first_.u); }
  [[nodiscard]] FlatLine line(double u) const {
    const auto known = std::lower_bound(lines_.begin(), lines_.end(), u,
                                        [](const FlatLine& r, double v) { return r.u < v; });
    return known != lines_.end() && known->u == u ? *known : line_at(u);
  }
  [[nodiscard]] std::vector<double> levels() const {
    std::vector<double> all;
    for (const FlatLine& r : lines_) all.push_back(r.u);
    return all;
  }

 private:
  [[nodiscard]] FlatLine line_at(double u) const {
    const FlatPanel& p = wall_->panels[panel_number(wall_->panels, u)];
    const auto [base, heading] = p.ruling(u);
    return {u, base, direction(heading)};
  }

  std::shared_ptr<const Rolled> wall_;
  double size_;
  std::vector<FlatLine> lines_;
  FlatLine first_, last_;
};

// A wall at some share of the way, the rulings that it is cut along worked out once. (5)
class RolledPart {
 public:
  RolledPart(const Mapping& mapping, const std::shared_ptr<const Rolled>& whole, const FormedRuling& first,
             const std::vector<double>& levels)
      : inside_up_(mapping.blank->face_up == Face::inside), depth_(mapping.blank->neutral_depth) {
    const double share = mapping.options.share;
    rolled_ = share == 1 ? whole : rolled(turned_by(whole->panels, share), first);
    const double middle = (whole->panels.front().from + whole->panels.back().to) / 2;
    moved_ = share != 1;
    stays_ = frame_at(*whole, middle);
    moves_ = frame_at(*rolled_, middle);
    for (const double u : levels) known_.emplace_back(u, stands_at(u));
  }
  [[nodiscard]] Stood place(const FlatCorner& c) const {
    const auto known = std::lower_bound(known_.begin(), known_.end(), c.of.x,
                                        [](const auto& k, double v) { return k.first < v; });
    const FormedAt r = known != known_.end() && known->first == c.of.x ? known->second : stands_at(c.of.x);
    const Vec3 left = inside_up_ ? cross(r.along, r.normal) : cross(r.normal, r.along);
    const Vec3 at = r.at + c.of.y * r.along + c.of.z * left - depth_ * r.normal;
    if (!moved_) return {at, r.normal};
    return {stays_.place(moves_.own_place(at)), stays_.way(moves_.own_way(r.normal))};
  }

 private:
  [[nodiscard]] FormedAt stands_at(double u) const {
    return rolled_->wall->at({panel_number(rolled_->panels, u), u, 0});
  }

  bool inside_up_;
  double depth_;
  bool moved_ = false;
  std::shared_ptr<const Rolled> rolled_;
  Frame stays_, moves_;
  std::vector<std::pair<double, FormedAt>> known_;
};

// A wall pressed by hits: flats, each as it stands, folded at the lines between them. (5a)
class PressedPart {
 public:
  struct Hit {
    double u = 0;
    Vec2 at;
    Vec2 way;
    double turn = 0;  // of the normal, towards the left of the line
    int fold = 0;     // of the blank's
  };
  PressedPart(const Mapping& mapping, const FormedRuling& first, std::vector<Hit> hits, double near)
      : depth_(mapping.blank->neutral_depth),
        up_(mapping.blank->face_up == Face::inside ? -1 : 1),
        near_(near),
        hits_(std::move(hits)) {
    const Station& s =
        mapping.blank->forming.front().stations.back();  // nodes fall: the last is the first ruling
    Stand start{s.base, direction(s.heading), first.base, first.e, first.left, first.n};
    const std::vector<Stand> whole = chain(start, 0, 1);
    middle_ = whole.size() / 2;
    stands_ = chain(whole[middle_], middle_, mapping.options.share);
  }
  [[nodiscard]] Stood place(const FlatCorner& c) const {
    const auto after = std::upper_bound(hits_.begin(), hits_.end(), c.of.x - near_,
                                        [](double u, const Hit& h) { return u < h.u; });
    const auto k = static_cast<size_t>(after - hits_.begin());
    const Stand& s = stands_[k];
    const bool on_line = after != hits_.end() && after->u <= c.of.x + near_;
    // Towards a line layers give way, evenly from the middle of the flat on, so that on it those of both
    // flats meet.
    const double before = k > 0 ? off_line(hits_[k - 1], c.at) : HUGE_VAL;
    const double behind = on_line ? 0 : after != hits_.end() ? off_line(*after, c.at) : HUGE_VAL;
    Vec3 normal = s.normal;
    const auto give_way = [&](double share, const Stand& other) {
      const Vec3 both = 1 / (1 + dot(s.normal, other.normal)) * (s.normal + other.normal);
      normal = normal + share * (both - s.normal);
    };
    if (on_line) {
      give_way(1, stands_[k + 1]);
    } else if (before < HUGE_VAL && behind < HUGE_VAL) {
      give_way(behind / (before + behind), stands_[k - 1]);
      give_way(before / (before + behind), stands_[k + 1]);
    } else if (before < HUGE_VAL && k > 1) {
      give_way(half_share(before, off_line(hits_[k - 2], c.at) - before), stands_[k - 1]);
    } else if (behind < HUGE_VAL && k + 1 < hits_.size()) {
      give_way(half_share(behind, off_line(hits_[k + 1], c.at) - behind), stands_[k + 1]);
    }
    return {s.point(c.at).at - depth_ * normal, normal};
  }
  // Flats are nodes, and so are the lines between them, halfway.
  [[nodiscard]] SheetMotion motion(const std::shared_ptr<const PressedPart>& self) const {
    SheetMotion m;
    m.root = stand_in_space(stands_[middle_]);
    std::vector<int> flats(stands_.size()), lines(hits_.size());
    const auto add = [&](int from, const Hit& hit, double turn, bool line) {
      const Twist twist =
          about({hit.at.x, hit.at.y, up_ * depth_}, (-up_ * turn) * Vec3{hit.way.x, hit.way.y, 0});
      m.nodes.push_back(
          {from, hit.fold, {twist, {}}, hit.at, hit.way, up_ * depth_, line ? hit.turn / 2 : 0});
      return static_cast<int>(m.nodes.size() - 1);
    };
    m.nodes.push_back({.layer = up_ * depth_});
    for (size_t i = middle_; i < hits_.size(); ++i) {
      lines[i] = add(flats[i], hits_[i], hits_[i].turn / 2, true);
      flats[i + 1] = add(lines[i], hits_[i], hits_[i].turn / 2, false);
    }
    for (size_t i = middle_; i > 0; --i) {
      lines[i - 1] = add(flats[i], hits_[i - 1], -hits_[i - 1].turn / 2, true);
      flats[i - 1] = add(lines[i - 1], hits_[i - 1], -hits_[i - 1].turn / 2, false);
    }
    m.carriage = [self, flats, lines](const FlatCorner& c, size_t) {
      return self->carriage(c, flats, lines);
    };
    return m;
  }

 private:
  [[nodiscard]] Frame stand_in_space(const Stand& s) const {
    const Frame frame{{}, s.way({1, 0}), s.way({0, 1}), up_ * s.normal};
    return {s.at - frame.way({s.at2.x, s.at2.y, up_ * depth_}), frame.x, frame.y, frame.z};
  }
  // As place() has it.
  [[nodiscard]] Carriage carriage(const FlatCorner& c, const std::vector<int>& flats,
                                  const std::vector<int>& lines) const {
    const auto after = std::upper_bound(hits_.begin(), hits_.end(), c.of.x - near_,
                                        [](double u, const Hit& h) { return u < h.u; });
    const auto k = static_cast<size_t>(after - hits_.begin());
    if (after != hits_.end() && after->u <= c.of.x + near_) return carried_by(lines[k]);
    const auto off = [&](size_t hit) { return off_line(hits_[hit], c.at); };
    const bool first = k == 0, last = k == hits_.size();
    if (!first && !last) return {lines[k - 1], lines[k], flats[k], off(k - 1) / (off(k - 1) + off(k)), 0};
    if (!first && k > 1)
      return {flats[k], lines[k - 1], flats[k], half_share(off(k - 1), off(k - 2) - off(k - 1)), 0};
    if (!last && k + 1 < hits_.size())
      return {flats[k], lines[k], flats[k], half_share(off(k), off(k + 1) - off(k)), 0};
    return carried_by(flats[k]);
  }
  // The seam lies in the middle of a flat that is as wide as the next.
  static double half_share(double off, double width) {
    return width > 0 ? std::max(0.0, 1 - 2 * off / width) : 0;
  }
  static double off_line(const Hit& hit, Vec2 p) { return std::abs(cross(hit.way, p - hit.at)); }
  static Stand folded(const Stand& s, const Hit& hit, double turn) {
    const Vec3 along = s.way(hit.way), left = s.way(left_of(hit.way));
    const double c = std::cos(turn), n = std::sin(turn);
    return {hit.at, hit.way, s.point(hit.at).at, along, c * left - n * s.normal, c * s.normal + n * left};
  }
  // All flats from one of them.
  [[nodiscard]] std::vector<Stand> chain(const Stand& start, size_t number, double share) const {
    std::vector<Stand> all(hits_.size() + 1);
    all[number] = start;
    for (size_t i = number; i < hits_.size(); ++i)
      all[i + 1] = folded(all[i], hits_[i], share * hits_[i].turn);
    for (size_t i = number; i > 0; --i) all[i - 1] = folded(all[i], hits_[i - 1], -share * hits_[i - 1].turn);
    return all;
  }

  double depth_, up_, near_;  // up: 1 where the outside face is, -1
  std::vector<Hit> hits_;
  size_t middle_ = 0;
  std::vector<Stand> stands_;  // of the neutral layer
};

// (13), (14): from the middle ruling both ways.
SheetMotion rolled_motion(const Rolled& wall, const std::vector<double>& levels, const Blank& b) {
  const double up = b.face_up == Face::inside ? -1 : 1, layer = up * b.neutral_depth;
  const double middle = (wall.panels.front().from + wall.panels.back().to) / 2;
  const auto node_at = [&](int from, double u) {
    const auto [base, heading] = wall.panels[panel_number(wall.panels, u)].ruling(u);
    return MotionNode{from, -1, {}, base, direction(heading), layer, 0};
  };
  SheetMotion m;
  m.nodes.push_back(node_at(-1, middle));
  const Frame stands = frame_at(wall, middle);
  const MotionNode& first = m.nodes.front();
  const Vec3 left = (b.face_up == Face::inside ? 1 : -1) * cross(stands.x, stands.z);
  const Vec2 along = first.way;
  const Vec2 x{along.x, -along.y};  // the flat's, by the line and its left
  const Frame turned{{}, x.x * stands.x + x.y * left, along.y * stands.x + along.x * left, up * stands.z};
  m.root = {stands.origin - turned.way({first.at.x, first.at.y, layer}), turned.x, turned.y, turned.z};
  std::vector<int> nodes(levels.size());
  const auto after = std::lower_bound(levels.begin(), levels.end(), middle);
  const auto add = [&](int from, double before, double u) {
    const FlatPanel& p = wall.panels[panel_number(wall.panels, (before + u) / 2)];
    const Series rate = p.turn.derivative();
    MotionNode node = node_at(from, u);
    node.step = step_of(
        [&](double at) {
          const auto [base, heading] = p.ruling(at);
          const Vec2 way = -up * rate(at) * direction(heading);
          return about({base.x, base.y, layer}, {way.x, way.y, 0});
        },
        before, u);
    m.nodes.push_back(node);
    return static_cast<int>(m.nodes.size() - 1);
  };
  int from = 0;
  double before = middle;
  for (auto level = after; level != levels.end(); before = *level++)
    from = nodes[static_cast<size_t>(level - levels.begin())] = add(from, before, *level);
  from = 0;
  before = middle;
  for (auto level = after; level != levels.begin();) {
    --level;
    from = nodes[static_cast<size_t>(level - levels.begin())] = add(from, before, *level);
    before = *level;
  }
  m.carriage = [levels, nodes, lines = m.nodes](const FlatCorner& c, size_t) {
    if (c.of.z != 0 || c.of.x <= levels.front())
      return carried_by(c.of.x <= levels.front() ? nodes.front() : nodes.back());
    const auto level = std::lower_bound(levels.begin(), levels.end(), c.of.x);
    if (level == levels.end()) return carried_by(nodes.back());
    const auto k = static_cast<size_t>(level - levels.begin());
    return *level == c.of.x ? carried_by(nodes[k]) : carried_between(lines, nodes[k - 1], nodes[k], c.at);
  };
  return m;
}

std::vector<PressedPart::Hit> hits_of(const Blank& b, const FlatPanel& panel) {
  const double sense = (b.face_up == Face::inside ? 1 : -1) * (goes_left(panel) ? 1 : -1);
  std::vector<PressedPart::Hit> hits;
  for (size_t i = 0; i < b.folds.size(); ++i) {
    const Fold& f = b.folds[i];
    if (f.hit())
      hits.push_back({f.u, f.from, 1 / norm(f.to - f.from) * (f.to - f.from),
                      (f.up ? sense : -sense) * f.turned.radians(), static_cast<int>(i)});
  }
  std::sort(hits.begin(), hits.end(), [](const auto& x, const auto& y) { return x.u < y.u; });
  return hits;
}

SheetMap map_by(const std::shared_ptr<const FlatRulings>& rulings) {
  SheetMap map;
  map.part = [](Vec2) { return std::optional(size_t{0}); };
  map.parameters = [rulings](Vec2 p) { return rulings->parameters(p); };
  map.lines.push_back(
      {[rulings](const FlatCorner& c) { return rulings->value(c); }, rulings->levels(), rulings->near(),
       [rulings](const FlatCorner& a, const FlatCorner& z, double u) { return rulings->crossing(a, z, u); },
       [rulings](const Arc& arc, double about, double u) { return rulings->on_arc(arc, about, u); }});
  return map;
}

}  // namespace

SheetMap wall_map(const Mapping& mapping) {
  const Blank& b = *mapping.blank;
  const FormedRuling first = first_ruling(b, *mapping.formed->form);
  const auto whole = rolled(flat_panels(b), first);
  std::vector<double> levels;
  if (b.pressed) {
    const auto hits = hits_of(b, whole->panels.front());
    for (const auto& hit : hits) levels.push_back(hit.u);
    const auto rulings = std::make_shared<const FlatRulings>(whole, levels, b.size);
    const auto part = std::make_shared<const PressedPart>(mapping, first, hits, rulings->near());
    SheetMap map = map_by(rulings);
    map.place = [part](const FlatCorner& c, size_t) { return part->place(c); };
    map.motion = [part] { return part->motion(part); };
    return map;
  }
  for (const FlatPanel& p : whole->panels) add_levels(levels, p, p.from, p.to, b.thickness, mapping.options);
  levels.push_back(whole->panels.back().to);
  const auto part = std::make_shared<const RolledPart>(mapping, whole, first, levels);
  SheetMap map = map_by(std::make_shared<const FlatRulings>(whole, levels, b.size));
  map.place = [part](const FlatCorner& c, size_t) { return part->place(c); };
  map.motion = [whole, levels, &b] { return rolled_motion(*whole, levels, b); };
  return map;
}

}  // namespace juggler
