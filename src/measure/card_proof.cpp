// What the bench card says, measured again on the outline as cut. Equation numbers: docs/maths/bench.md.
#include <algorithm>
#include <cmath>
#include <tuple>

#include "juggler/measure.h"

namespace juggler {
namespace {

double off_arc(const Arc& arc, Vec2 p) {
  const Vec2 a = arc.start;
  const Vec2 b = end_of(arc);
  const double ends = std::min(norm(p - a), norm(p - b));
  if (is_straight(arc)) {
    const Vec2 d = b - a;
    const double share = dot(d, d) > 0 ? dot(p - a, d) / dot(d, d) : 0;
    return share > 0 && share < 1 ? norm(p - a - share * d) : ends;
  }
  const Vec2 centre = centre_of(arc);
  const double from = std::atan2((a - centre).y, (a - centre).x);
  const double at = std::atan2((p - centre).y, (p - centre).x);
  const double swept = std::remainder(at - from, two_pi);
  const double on =
      arc.turn > Angle{} ? (swept < 0 ? swept + two_pi : swept) : (swept > 0 ? two_pi - swept : -swept);
  return on <= std::abs(arc.turn.radians()) ? std::abs(norm(p - centre) - norm(a - centre)) : ends;
}

// The least and the greatest across and up: at ends, and where an arc has a point straight left, right, above
// or below its centre.
std::pair<Vec2, Vec2> extent_of(const Outline& arcs) {
  Vec2 low{HUGE_VAL, HUGE_VAL};
  Vec2 high{-HUGE_VAL, -HUGE_VAL};
  const auto take = [&](Vec2 p) {
    low = {std::min(low.x, p.x), std::min(low.y, p.y)};
    high = {std::max(high.x, p.x), std::max(high.y, p.y)};
  };
  for (const Arc& arc : arcs) {
    take(arc.start);
    take(end_of(arc));
    if (is_straight(arc)) continue;
    const double radius = radius_of(arc);
    for (const Vec2 way : {Vec2{1, 0}, Vec2{0, 1}, Vec2{-1, 0}, Vec2{0, -1}}) {
      const Vec2 p = centre_of(arc) + radius * way;
      if (off_arc(arc, p) <= within::same * radius) take(p);
    }
  }
  return {low, high};
}

double off_edge(const Edge& e, Vec2 p) {
  double off = HUGE_VAL;
  for (const Arc& arc : e.arcs) off = std::min(off, off_arc(arc, p));
  return off;
}

double off_joint(const Edge& e, Vec2 p) {
  double off = HUGE_VAL;
  for (const Arc& arc : e.arcs) off = std::min({off, norm(p - arc.start), norm(p - end_of(arc))});
  return off;
}

class CardProof {
 public:
  CardProof(const BenchCard& card, const Blank& b) : card_(card), b_(b) {}

  CardMiss result() {
    look_at_box();
    for (const CardRim& rim : card_.rims) look_at_rim(rim);
    const std::string places = "a point of the card's seam edges";
    for (size_t i = 0; i < card_.points.size(); ++i) {
      look_at_end(EdgeName::base, card_.points[i].base, b_.elements[i].base);
      look_at_end(EdgeName::top, card_.points[i].top, b_.elements[i].top);
    }
    for (const CardCorner& c : card_.corners) {
      const Edge* e = edge(b_, c.edge);
      if (!e) continue;
      const bool flanged = std::any_of(b_.tabs.begin(), b_.tabs.end(), [&](const EdgeTab& t) {
        return t.kind == EdgeKind::flange && &b_.edges[t.edge] == e;
      });
      look(flanged ? off_outline_joint(c.at) : off_joint(*e, c.at), step_, "a corner of the card");
    }
    for (const CardSide& s : card_.sides) {
      look(off_edge(*edge(b_, EdgeName::seam_start), s.start), step_, places);
      look(off_edge(*edge(b_, EdgeName::seam_end), s.end), step_, places);
    }
    if (card_.pointed) look(off_joint(*edge(b_, EdgeName::seam_start), card_.tip), step_, "the card's tip");
    look_at_length(card_.seam_start, EdgeName::seam_start);
    look_at_length(card_.seam_end, EdgeName::seam_end);
    look_at_diagonals();
    look_at_zero();
    for (const CardLine& l : card_.lines) look_at_line(l);
    for (const CardTab& t : card_.tabs) look_at_tab(t);
    for (const CardOpening& o : card_.openings) look_at_opening(o);
    if (!card_.outline.empty()) {
      look_at_outline();
    } else {
      look(std::abs(card_.centre_x + card_.centre_from_right - card_.width), 0,
           "the card's centre line from both sides of the box");
    }
    return miss_;
  }

 private:
  // Beyond `within`, and what the blank was fitted by.
  void look(double off, double within, const std::string& what) {
    const double beyond = std::max(0.0, off - within - within::same * b_.size);
    if (beyond <= miss_.distance) return;
    miss_ = {beyond, what};
  }
  // A point's rounding moves it by half a step both ways. Elements beside a gap end off the metal, as the
  // card says.
  void look_at_end(EdgeName name, Vec2 p, Vec2 end) {
    const Edge* e = edge(b_, name);
    if (!e) return;
    const bool on_metal = off_edge(*e, end) <= 2 * b_.fit_error + within::beside * b_.size;
    look(on_metal ? off_edge(*e, p) : norm(p - end), std::sqrt(0.5) * step_ + b_.fit_error,
         "a point of the card");
  }
  void look_at_length(double stated, EdgeName name) {
    const Edge* e = edge(b_, name);
    if (!e) return;
    double length = 0;
    for (const Arc& arc : e->arcs) length += arc.length;
    look(std::abs(length - stated), step_ / 2, std::string("the card's length of the ") + name_of(name));
  }
  void look_at_diagonals() {
    const CardRim* base = rim(EdgeName::base);
    const CardRim* top = rim(EdgeName::top);
    if (!base || !top) return;
    // Between the corners as the card has them: each a step off at the most.
    look(std::abs(norm(top->right - base->left) - card_.diagonal_left), 2.5 * step_,
         "a diagonal of the card");
    look(std::abs(norm(top->left - base->right) - card_.diagonal_right), 2.5 * step_,
         "a diagonal of the card");
  }
  // Along each rim carried on straight, from its corner at the seam's start to the first element.
  void look_at_zero() {
    if (card_.zero_base == 0 && card_.zero_top == 0) return;
    const Edge& start = *edge(b_, EdgeName::seam_start);
    const Vec2 upwards = b_.elements.front().top - b_.elements.front().base;
    Vec2 low = start.arcs.front().start;
    Vec2 high = end_of(start.arcs.back());
    if (dot(high - low, upwards) < 0) std::swap(low, high);
    for (const auto& [stated, corner, element] : {std::tuple{card_.zero_base, low, b_.elements.front().base},
                                                  {card_.zero_top, high, b_.elements.front().top}})
      look(std::abs(std::hypot(element.x - corner.x, element.y - corner.y) - std::abs(stated)), step_ / 2,
           "the card's way from element 0 to the edge");
  }
  // The seam's ruling lies where a lap ends, or half the gap beside the finished edge that stock ends at; a
  // flange's fold line is proved with the bends.
  void look_at_line(const CardLine& l) {
    if (l.of == CardLine::Of::flange) return;
    if (!edge(b_, l.edge) || b_.elements.empty())
      return look(HUGE_VAL, 0, "a line inside an edge that there is not");
    const std::vector<Arc>& arcs = edge(b_, l.edge)->arcs;  // beside a point a lap ends in a line of its own
    const Arc& side = *std::max_element(arcs.begin(), arcs.end(),
                                        [](const Arc& a, const Arc& b) { return a.length < b.length; });
    const Element& e = l.edge == EdgeName::seam_start ? b_.elements.front() : b_.elements.back();
    const Vec2 way = 1 / norm(end_of(side) - side.start) * (end_of(side) - side.start);
    const double deep = std::abs(cross(way, e.base - side.start));
    const double half_gap = l.of == CardLine::Of::stock ? b_.gap.neutral_base / 2 : 0;
    look(std::abs(std::abs(l.inside - half_gap) - deep), step_ / 2, "a line of the card inside an edge");
  }
  [[nodiscard]] double off_outline_joint(Vec2 p) const {
    double off = HUGE_VAL;
    for (const Arc& arc : outline(b_)) off = std::min(off, norm(arc.start - p));
    return off;
  }
  void look_at_tab(const CardTab& t) {
    if (t.radius == 0) {
      look(off_outline_joint(t.from), std::sqrt(0.5) * step_, "a corner beyond an edge on the card");
      look(off_outline_joint(t.to), std::sqrt(0.5) * step_, "a corner beyond an edge on the card");
      look(std::abs(norm(t.to - t.from) - t.apart), 2 * step_, "the way between corners beyond an edge");
      return;
    }
    double off = HUGE_VAL;
    for (const Arc& arc : outline(b_)) {
      if (!is_straight(arc))
        off = std::min(off, std::abs(norm(point_at(arc, arc.length / 3) - t.centre) - t.radius));
    }
    look(off, 1.25 * step_, "a half circle beyond an edge on the card");
  }
  void look_at_opening(const CardOpening& o) {
    if (o.opening >= b_.openings.size()) return look(HUGE_VAL, 0, "an opening that there is not");
    const BlankOpening& hole = b_.openings[o.opening];
    const auto [low, high] = extent_of(hole.outline);
    const Vec2 size = high - low;
    const std::string of = " of an opening on the card";
    if (o.round) {
      look(norm(0.5 * (low + high) - o.at), std::sqrt(0.5) * step_, "the centre" + of);
      look(std::abs(size.x - o.diameter), step_ / 2, "the diameter" + of);
      return;
    }
    look(norm(hole.centre - o.at), std::sqrt(0.5) * step_, "the place" + of);
    look(norm(low - o.corner), std::sqrt(0.5) * step_, "the corner" + of);
    look(std::max(std::abs(size.x - o.width), std::abs(size.y - o.height)), step_ / 2, "the extent" + of);
  }
  void look_at_box() {
    const auto [low, high] = extent_of(outline(b_));
    const Vec2 size = high - low;
    look(std::max(std::abs(size.x - card_.width), std::abs(size.y - card_.height)), step_ / 2,
         "the card's box");
    look(std::abs(norm(size) - card_.diagonal), step_ / 2, "the diagonal of the card's box");
  }
  // Of a folded blank: the corners stand once round where edges and tabs meet, arcs have their radii by three
  // of their points.
  void look_at_outline() {
    const Outline whole = outline(b_);
    look(std::abs(static_cast<double>(whole.size()) - static_cast<double>(card_.outline.size())) * b_.size, 0,
         "the number of the card's corners");
    double around = 0;
    for (size_t i = 0; i < std::min(whole.size(), card_.outline.size()); ++i) {
      const CardTurn& turn = card_.outline[i];
      const Vec2 here = whole[i].start;
      const Vec2 next = whole[(i + 1) % whole.size()].start;
      const std::string corner = "corner " + std::to_string(i + 1) + " of the card";
      look(norm(turn.at - here), std::sqrt(0.5) * step_, corner);
      look(std::abs(norm(next - here) - turn.to_next), step_ / 2, "the distance from " + corner);
      const Vec2 a = point_at(whole[i], whole[i].length / 2) - here;
      const Vec2 c = next - here;
      const double twice = std::abs(cross(a, c));  // of the triangle's area
      // What rises no more than that is drawn straight, too.
      const double nothing = std::max(within::rounding * b_.size, 1.01 * straight_rise);
      const bool straight = turn.radius == 0 && twice <= nothing * norm(c);
      const double radius = straight ? 0 : norm(a) * norm(c) * norm(c - a) / (2 * twice);
      look(std::abs(radius - turn.radius), step_ / 2 + within::same * radius, "the radius behind " + corner);
      if (!straight) look_at_arc(turn, whole[i], corner);
      around += turn.to_next;
    }
    double turned = 0;
    for (const Fold& bend : bends_of(b_)) turned += (bend.up ? 1 : -1) * bend.turned.degrees();
    const double rounding = 0.005 * static_cast<double>(bends_of(b_).size());
    look(std::max(0.0, std::abs(turned - card_.turned.degrees()) - rounding) * b_.size, 0,
         "the angles turned on the card in all");
    look(std::abs(around - card_.around), 0, "the distances between the card's corners in all");
  }
  // About its centre from end to end, the way it is said to turn.
  void look_at_arc(const CardTurn& turn, const Arc& arc, const std::string& corner) {
    const Vec2 from = arc.start - turn.centre;
    const Vec2 middle = point_at(arc, arc.length / 2) - turn.centre;
    look(std::max(std::abs(norm(from) - turn.radius), std::abs(norm(middle) - turn.radius)), 1.25 * step_,
         "the centre behind " + corner);
    // Of any length: its middle is half its turn on.
    const Vec2 exact = arc.start - centre_of(arc);
    const double half = turn.turned.radians() / 2;
    const Vec2 there{std::cos(half) * exact.x - std::sin(half) * exact.y,
                     std::sin(half) * exact.x + std::cos(half) * exact.y};
    look(norm(centre_of(arc) + there - point_at(arc, arc.length / 2)), 0, "the turn behind " + corner);
  }
  [[nodiscard]] const CardRim* rim(EdgeName name) const {
    for (const CardRim& r : card_.rims) {
      if (r.name == name) return &r;
    }
    return nullptr;
  }

  void look_at_rim(const CardRim& rim) {
    const Edge& e = *edge(b_, rim.name);
    const std::string of = std::string(" of the card's ") + name_of(rim.name);
    for (const Vec2 corner : {rim.left, rim.right}) {
      const double off = std::min(norm(corner - e.arcs.front().start), norm(corner - end_of(e.arcs.back())));
      look(off, 1.25 * step_, "a corner" + of);
    }
    look(std::abs(norm(end_of(e.arcs.back()) - e.arcs.front().start) / 2 - rim.half_chord), step_ / 4,
         "half the chord" + of);
    look(std::abs(norm(rim.right - rim.left) - rim.chord), step_ / 2, "corner to corner" + of);
    look_at_length(rim.length, rim.name);
    if (rim.radius > 0) look_at_centre(rim, e, of);
    if (rim.swung) look_at_swing(rim, e, of);
    if (!rim.offsets.empty()) look_at_offsets(rim, e, of);
  }
  // Of a centre that lies far away the last digits are lost.
  void look_at_centre(const CardRim& rim, const Edge& e, const std::string& of) {
    const Arc& arc = e.arcs.front();
    for (const double share : {0.1, 0.5, 0.9})
      look(std::abs(norm(point_at(arc, share * arc.length) - rim.centre) - rim.radius),
           1.25 * step_ + within::same * rim.radius, "the centre" + of);
  }
  void look_at_swing(const CardRim& rim, const Edge& e, const std::string& of) {
    const Vec2 centre{card_.centre_x, card_.centre_y};
    look(off_edge(e, {card_.centre_x, rim.crossing}), 1.25 * step_, "the crossing of the centre line" + of);
    for (const Arc& arc : e.arcs) {
      for (const double share : {0.0, 0.21, 0.5, 0.83, 1.0})
        look(std::abs(norm(point_at(arc, share * arc.length) - centre) - rim.radius), 1.25 * step_,
             "the swing radius" + of);
    }
  }
  void look_at_offsets(const CardRim& rim, const Edge& e, const std::string& of) {
    const Vec2 middle = 0.5 * (rim.left + rim.right);
    const Vec2 way = 1 / norm(rim.right - rim.left) * (rim.right - rim.left);
    const auto look_at = [&](double at, double offset) {
      for (const double side : {-1.0, 1.0})
        look(off_edge(e, middle + side * at * way + offset * left_of(way)), 1.5 * step_, "an offset" + of);
    };
    for (size_t i = 0; i < rim.offsets.size(); ++i)
      look_at(static_cast<double>(i) * rim.spacing, rim.offsets[i]);
    for (const CardOffset& o : rim.near_ends) look_at(o.at, o.offset);
  }

  const BenchCard& card_;
  const Blank& b_;
  double step_ = card_.round_to;
  CardMiss miss_;
};

}  // namespace

CardMiss card_miss(const BenchCard& card, const Blank& blank) { return CardProof(card, blank).result(); }

}  // namespace juggler
