// Walls by rulings that open flat: formed from their stations. docs/maths/solid.md (3), (4).
#include <algorithm>
#include <memory>

#include "proof/formed_openings.h"
#include "sheet_map.h"

namespace juggler {
namespace {

struct Turning {
  double from = 0, to = 0;  // in u
  double turn = 0;
};

bool goes_left(const FlatPanel& p) {
  const double u = (p.from + p.to) / 2;
  const double step = within::little * (p.to - p.from);
  const Vec2 moved = p.base(u + step) + p.top(u + step) - p.base(u) - p.top(u);
  return cross(direction(p.heading(u)), moved) > 0;
}

// How fast the wall goes on there, on the flat.
double width_per_u(const FlatPanel& p, double u) {
  const double step = within::little * (p.to - p.from);
  const double from = std::max(p.from, u - step), to = std::min(p.to, u + step);
  return (norm(p.base(to) - p.base(from)) + norm(p.top(to) - p.top(from))) / 2 / (to - from);
}

// (4): what each hit turns, and over how much of the wall.
std::vector<Turning> hits_of(const Blank& b, const std::vector<FlatPanel>& panels) {
  const double sense = (b.face_up == Face::inside ? 1 : -1) * (goes_left(panels.front()) ? 1 : -1);
  std::vector<Turning> hits;
  for (const Fold& fold : b.folds) {
    if (!fold.hit()) continue;
    const double radius = b.thickness;  // of the neutral layer
    const double half = fold.turned.radians() * radius / 2 / width_per_u(panel_at(panels, fold.u), fold.u);
    hits.push_back({fold.u - half, fold.u + half, (fold.up ? sense : -sense) * fold.turned.radians()});
  }
  std::sort(hits.begin(), hits.end(), [](const Turning& x, const Turning& y) { return x.from < y.from; });
  // Halfway to the next at most, and within the sheet.
  const double first = panels.front().from, last = panels.back().to;
  for (size_t i = 0; i < hits.size(); ++i) {
    const double u = (hits[i].from + hits[i].to) / 2;
    const double before = i == 0 ? 2 * (u - first) : u - (hits[i - 1].from + hits[i - 1].to) / 2;
    const double after = i + 1 == hits.size() ? 2 * (last - u) : (hits[i + 1].from + hits[i + 1].to) / 2 - u;
    const double most = 0.4 * std::min(before, after);
    if (u - hits[i].from > most) hits[i] = {u - most, u + most, hits[i].turn};
  }
  return hits;
}

// The stretch of a panel, its normals turned as given at its ends.
FlatPanel part_of(const FlatPanel& p, double from, double to, double turn_from, double turn_to) {
  const auto again = [&](const Series& s) {
    std::vector<double> values;
    for (const double u : Series::nodes(from, to)) values.push_back(s(u));
    return Series::fit(from, to, values);
  };
  std::vector<double> turns;
  for (const double u : Series::nodes(from, to))
    turns.push_back(turn_from + (turn_to - turn_from) * (u - from) / (to - from));
  return {from, to, again(p.base_x), again(p.base_y), again(p.top_x), again(p.top_y), again(p.heading),
          Series::fit(from, to, turns)};
}

// Turned at the hits alone.
std::vector<FlatPanel> pressed(const std::vector<FlatPanel>& panels, const std::vector<Turning>& hits) {
  std::vector<double> breaks;
  for (const FlatPanel& p : panels) breaks.push_back(p.from);
  for (const Turning& hit : hits) breaks.insert(breaks.end(), {hit.from, hit.to});
  breaks.push_back(panels.back().to);
  std::sort(breaks.begin(), breaks.end());
  const auto turned = [&](double u) {
    double turn = panels.front().turn(panels.front().from);
    for (const Turning& hit : hits) turn += hit.turn * std::clamp((u - hit.from) / (hit.to - hit.from), 0.0, 1.0);
    return turn;
  };
  std::vector<FlatPanel> made;
  for (size_t i = 0; i + 1 < breaks.size(); ++i) {
    const double from = breaks[i], to = breaks[i + 1];
    if (to - from <= within::rounding * (breaks.back() - breaks.front())) continue;
    made.push_back(part_of(panel_at(panels, (from + to) / 2), from, to, turned(from), turned(to)));
  }
  return made;
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
                const SolidOptions& options) {
  const double middle = (from + to) / 2;
  const double turn = std::abs(p.turn(middle) - p.turn(from)) + std::abs(p.turn(to) - p.turn(middle));
  const double width = std::max(norm(p.base(to) - p.base(from)), norm(p.top(to) - p.top(from))) + turn * thickness;
  if (near_enough(width, turn, options)) {
    levels.push_back(from);
    return;
  }
  const double need = std::max(turn / options.coarsest.radians(), std::sqrt(width * turn / (8 * options.chord_error)));
  const int parts = std::clamp(static_cast<int>(std::ceil(need)), 2, 1024);
  for (int i = 0; i < parts; ++i)
    add_levels(levels, p, from + (to - from) * i / parts, i + 1 == parts ? to : from + (to - from) * (i + 1) / parts,
               thickness, options);
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

// Where the part has the first ruling of the blank.
FormedRuling first_ruling(const Blank& b, const Form& f) {
  double u = b.forming.front().from;
  if (f.goes_round()) u = f.wall.front().from + std::remainder(u - f.wall.front().from - pi, two_pi) + pi;
  u = std::clamp(u, f.wall.front().from, f.wall.back().to);
  const Ruling r = ruling_at(f.wall, u);
  const Vec3 left = b.face_up == Face::inside ? cross(r.e, r.n) : cross(r.n, r.e);
  return {edge_point(f, EndName::base, f.neutral_depth, u), r.e, r.n, left};
}

// A ruling: on the flat, and as it stands.
struct Standing {
  double u = 0;
  Vec2 base, way;
  FormedAt stands;
};

// A wall at some share of the way, the rulings that it is cut along worked out once.
class PartWay {
 public:
  PartWay(const Mapping& mapping) : b_(*mapping.blank) {
    std::vector<FlatPanel> flat = flat_panels(b_);
    if (b_.pressed) flat = pressed(flat, hits_of(b_, flat));
    const FormedRuling first = first_ruling(b_, *mapping.formed->form);
    whole_ = rolled(flat, first);
    const double share = mapping.options.share;
    rolled_ = share == 1 ? whole_ : rolled(turned_by(flat, share), first);
    const double middle = (flat.front().from + flat.back().to) / 2;
    stays_ = frame_at(*whole_, middle);
    moves_ = frame_at(*rolled_, middle);
    std::vector<double> levels;
    for (const FlatPanel& p : flat) add_levels(levels, p, p.from, p.to, b_.thickness, mapping.options);
    levels.push_back(flat.back().to);
    for (const double u : levels) rulings_.push_back(standing(u));
  }

  [[nodiscard]] std::vector<double> levels() const {
    std::vector<double> all;
    for (const Standing& r : rulings_) all.push_back(r.u);
    return all;
  }
  [[nodiscard]] Vec3 parameters(Vec2 p) const {
    if (const auto at = whole_->wall->place_of(p)) return {at->u, at->s, 0};
    // Beyond its ends the sheet goes on straight.
    const auto beside = [&](const Standing& r) { return Vec3{r.u, dot(p - r.base, r.way), cross(r.way, p - r.base)}; };
    const Vec3 a = beside(rulings_.front()), z = beside(rulings_.back());
    return std::abs(a.z) < std::abs(z.z) ? a : z;
  }
  [[nodiscard]] double value(const FlatCorner& c) const {
    if (c.of.z == 0) return c.of.x;
    const double past = std::abs(c.of.z) / b_.size;
    return c.of.x == rulings_.front().u ? c.of.x - past : c.of.x + past;
  }
  [[nodiscard]] FlatCorner crossing(const FlatCorner& a, const FlatCorner& z, double u) const {
    const Standing r = ruling(u);
    const double share = std::clamp(cross(r.way, r.base - a.at) / cross(r.way, z.at - a.at), 0.0, 1.0);
    const Vec2 at = a.at + share * (z.at - a.at);
    return {at, {u, dot(at - r.base, r.way), 0}};
  }
  [[nodiscard]] Stood place(const FlatCorner& c) const {
    const FormedAt r = ruling(c.of.x).stands;
    const Vec3 left = b_.face_up == Face::inside ? cross(r.along, r.normal) : cross(r.normal, r.along);
    const Vec3 at = r.at + c.of.y * r.along + c.of.z * left - b_.neutral_depth * r.normal;
    if (rolled_ == whole_) return {at, r.normal};
    return {stays_.place(moves_.own_place(at)), stays_.way(moves_.own_way(r.normal))};
  }

 private:
  [[nodiscard]] Standing standing(double u) const {
    const FlatPanel& p = whole_->panels[panel_number(whole_->panels, u)];
    return {u, p.base(u), direction(p.heading(u)), rolled_->wall->at({panel_number(rolled_->panels, u), u, 0})};
  }
  [[nodiscard]] Standing ruling(double u) const {
    const auto known = std::lower_bound(rulings_.begin(), rulings_.end(), u,
                                        [](const Standing& r, double v) { return r.u < v; });
    return known != rulings_.end() && known->u == u ? *known : standing(u);
  }

  const Blank& b_;
  std::shared_ptr<const Rolled> whole_, rolled_;
  Frame stays_, moves_;
  std::vector<Standing> rulings_;
};

}  // namespace

SheetMap wall_map(const Mapping& mapping) {
  const auto wall = std::make_shared<const PartWay>(mapping);
  SheetMap map;
  map.part = [](Vec2) { return size_t{0}; };
  map.parameters = [wall](Vec2 p) { return wall->parameters(p); };
  map.place = [wall](const FlatCorner& c, size_t) { return wall->place(c); };
  map.lines.push_back({[wall](const FlatCorner& c) { return wall->value(c); }, wall->levels(),
                       [wall](const FlatCorner& a, const FlatCorner& z, double u) { return wall->crossing(a, z, u); }});
  return map;
}

}  // namespace juggler
