// Strips of flanges, in space and on the flat. Equation numbers: docs/maths/transitions.md.
#include "flange_strips.h"

#include <algorithm>
#include <cmath>

#include "edge_runs.h"

namespace juggler {

EndLine::EndLine(const FormBlank& made, EndName end) : made_(made), end_(end) {
  const Form& f = *made_.form;
  const double from = f.wall.front().from, to = f.wall.back().to;
  for (int i = 0; i <= looks; ++i) {
    us_.push_back(from + (to - from) * i / looks);
    flats_.push_back(flat_at(us_.back()));
  }
}

EndRuling EndLine::at(double u) const {
  const Form& f = *made_.form;
  const Ruling r = ruling_at(f.wall, u);
  const Vec3 n = 1 / norm(r.n) * r.n;
  const Vec3 e = 1 / norm(r.e) * r.e;
  return {u, placed(rim_point(*made_.opened, end_, u), made_.placing),
          r.c + f.neutral_depth * n + f.rim(end_)(u).s * r.e, end_ == EndName::top ? e : Vec3{} - e, n};
}

double EndLine::u_at(Vec2 p) const {
  size_t best = 0;
  for (size_t i = 1; i < us_.size(); ++i) {
    if (norm(flats_[i] - p) < norm(flats_[best] - p)) best = i;
  }
  const auto off = [&](double u) { return norm(flat_at(u) - p); };
  return valley(off, us_[best == 0 ? 0 : best - 1], us_[std::min(best + 1, us_.size() - 1)]).at;
}

TurnedOver turned_at(const EndFlange& flange, const EndRuling& r, Vec3 along) {
  const Vec3 t = 1 / norm(along) * along;
  Vec3 on = r.e - dot(r.e, t) * t;
  on = 1 / norm(on) * on;
  Vec3 n = r.n - dot(r.n, t) * t - dot(r.n, on) * on;
  n = 1 / norm(n) * n;
  Vec3 out = cross(t, flange.beyond);
  if (dot(out, n) < 0) out = Vec3{} - out;
  out = 1 / norm(out) * out;
  const Flange& f = flange.asked;
  const Vec3 way = f.direction == FlangeDirection::level     ? out
                   : f.direction == FlangeDirection::upright ? flange.beyond
                   : f.direction == FlangeDirection::square
                       ? n
                       : std::cos(f.rise.radians()) * out + std::sin(f.rise.radians()) * flange.beyond;
  const double angle = std::atan2(dot(way, n), dot(way, on));
  return {way, angle, std::cos(angle) * n - std::sin(angle) * on};
}

std::pair<EndRuling, double> middle_of(const FlangeStrip& s, const EndLine& line) {
  const double half = length_of(s.rim) / 2;
  const Vec2 foot = beside(s.rim, half, 0).at;
  const EndRuling middle = line.at(line.u_at(foot));
  return {middle, half + dot(middle.flat - foot, direction(s.rim.front().heading))};
}

Vec2 inner_corner(const FlangeStrip& a, const FlangeStrip& b) {
  const Vec2 corner = 0.5 * (end_of(a.rim.back()) + b.rim.front().start);
  const double in = std::max(a.notch_to > 0 ? a.inside : 0, b.notch_from > 0 ? b.inside : 0);
  const Vec2 from = direction(heading_at(a.rim.back(), a.rim.back().length)),
             to = direction(b.rim.front().heading);
  const Vec2 middle = left_of(from) + left_of(to);
  return corner + 2 * in / dot(middle, middle) * middle;
}

namespace {

class Places {
 public:
  Places(const Blank& blank, const FormBlank& made, const EndFlange& flange, const EndLine& line)
      : b_(blank), made_(made), flange_(flange), f_(flange.asked), line_(line) {}

  [[nodiscard]] std::vector<Vec3> of(const std::vector<FlangeStrip>& strips) const {
    std::vector<Vec3> places;
    if (std::none_of(strips.begin(), strips.end(), [](const FlangeStrip& s) { return s.folded; }))
      return places;
    for (size_t i = 0; i < strips.size(); ++i) {
      if (strips[i].folded)
        add_places(strips[i], places);
      else
        add_rim(strips[i], places);
      if (i + 1 < strips.size()) add_notch(strips[i], strips[i + 1], places);
    }
    return places;
  }

 private:
  // (57): of a folded strip its bend and its free edge, on both faces, at both of its ends.
  void add_places(const FlangeStrip& s, std::vector<Vec3>& places) const {
    const double length = length_of(s.rim);
    const auto [middle, here] = middle_of(s, line_);
    const TurnedOver turned = turned_at(flange_, middle, s.along_from);
    const Vec3 sharp = middle.at + (flange_.layer - made_.form->neutral_depth) * middle.n;
    const double from = std::max(s.notch_from, s.lean_from), to = std::max(s.notch_to, s.lean_to);
    for (const double run : {from, length - to}) {
      for (const double face : {0.0, b_.thickness})
        places.push_back(sharp + (run - here) * s.along_from + *f_.width * turned.way +
                         (face - flange_.layer) * turned.normal);
    }
    for (const double run : {s.notch_from, length - s.notch_to})
      add_bend(s, turned, sharp + (run - here) * s.along_from, places);
  }
  void add_bend(const FlangeStrip& s, const TurnedOver& turned, Vec3 sharp, std::vector<Vec3>& places) const {
    const double sense = turned.angle > 0 ? 1 : -1, angle = std::abs(turned.angle);
    const Vec3 n = std::cos(turned.angle) * turned.normal + std::sin(turned.angle) * turned.way;
    const Vec3 on = std::cos(turned.angle) * turned.way - std::sin(turned.angle) * turned.normal;
    const double r = flange_.bend.radius.value_or(0), t = b_.thickness;
    const Vec3 centre = sharp - s.inside * on + ((turned.angle > 0 ? t : 0) - flange_.layer + sense * r) * n;
    std::vector<double> turns{0, angle};
    for (const Vec3 way :
         {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}}) {  // where it reaches farthest along an axis
      for (const double side : {-1.0, 1.0}) {
        const double at = std::atan2(side * dot(on, way), -side * sense * dot(n, way));
        if (at > 0 && at < angle) turns.push_back(at);
      }
    }
    for (const double turn : turns) {
      for (const double radius : {r, r + t})
        places.push_back(centre + radius * (std::sin(turn) * on - sense * std::cos(turn) * n));
    }
  }
  // The bottom of the notch between two of them, which lies on a ruling about their corner.
  void add_notch(const FlangeStrip& a, const FlangeStrip& b, std::vector<Vec3>& places) const {
    const Vec2 bottom = inner_corner(a, b);
    const auto off = [&](double u) {
      const Vec2 rim = line_.at(u).flat;
      const EndName other = f_.end == EndName::base ? EndName::top : EndName::base;
      const Vec2 way = rim - placed(rim_point(*made_.opened, other, u), made_.placing);
      return std::abs(cross(way, bottom - rim)) / norm(way);
    };
    const EndRuling ruling = line_.at(valley(off, std::min(a.u_to, b.u_from), std::max(a.u_to, b.u_from)).at);
    const Vec3 at = ruling.at - norm(bottom - ruling.flat) * ruling.e;
    for (const double face : {0.0, b_.thickness})
      places.push_back(at + (face - made_.form->neutral_depth) * ruling.n);
  }
  // Of what is turned over along a curve the rim: sizes are those before.
  void add_rim(const FlangeStrip& s, std::vector<Vec3>& places) const {
    constexpr int count = 400;
    for (int i = 0; i <= count; ++i) {
      const EndRuling r = line_.at(s.u_from + (s.u_to - s.u_from) * i / count);
      for (const double face : {0.0, b_.thickness})
        places.push_back(r.at + (face - made_.form->neutral_depth) * r.n);
    }
  }

  const Blank& b_;
  const FormBlank& made_;
  const EndFlange& flange_;
  const Flange& f_;
  const EndLine& line_;
};

}  // namespace

std::vector<Vec3> formed_places(const Blank& blank, const FormBlank& made, const EndFlange& flange,
                                const EndLine& line, const std::vector<FlangeStrip>& strips) {
  return Places(blank, made, flange, line).of(strips);
}

double reach_of(const Form& wall, const std::vector<const Blank*>& blanks, Vec3 way) {
  double most = -HUGE_VAL;
  const auto flanged = [&](EndName end) {
    const EdgeName name = end == EndName::base ? EdgeName::base : EdgeName::top;
    return std::any_of(blanks.begin(), blanks.end(), [&](const Blank* b) {
      return std::any_of(b->tabs.begin(), b->tabs.end(), [&](const EdgeTab& t) {
        return b->edges[t.edge].name == name && !t.formed.empty();
      });
    });
  };
  for (const EndName end : {EndName::base, EndName::top}) {
    if (flanged(end)) continue;
    for (const double layer : {0.0, wall.thickness}) {
      for (const RimPiece& piece : wall.rim(end).pieces()) {
        const double from = std::max(piece.from, wall.from()), to = std::min(piece.to, wall.to());
        if (from >= to) continue;
        const auto short_of = [&](double u) { return -dot(edge_point(wall, end, layer, u), way); };
        most = std::max(most, -least(short_of, from, to).value);
      }
    }
  }
  for (const Blank* b : blanks) {
    for (const EdgeTab& tab : b->tabs) {
      for (const Vec3 p : tab.formed) most = std::max(most, dot(p, way));
    }
  }
  return most;
}

}  // namespace juggler
