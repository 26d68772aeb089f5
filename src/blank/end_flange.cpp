// Flanges at the ends of walls. Equation numbers: docs/maths/transitions.md.
#include "end_flange.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "edge_runs.h"
#include "flange_strips.h"
#include "part/bounds.h"
#include "pieces_of_body.h"

namespace juggler {
namespace {

class Maker {
 public:
  Maker(Blank& blank, const FormBlank& made, const EndFlange& flange)
      : b_(blank), made_(made), flange_(flange), f_(flange.asked), line_(made, f_.end) {}

  void make() {
    check_sizes(f_);
    const size_t index = rim();
    const std::vector<Arc>& arcs = b_.edges[index].arcs;
    from_ = arcs.front().start;
    to_ = end_of(arcs.back());
    strips_ = runs_of(arcs);
    std::erase_if(strips_, [&](const FlangeStrip& s) { return strips_.size() > 1 && is_of_corner(s); });
    for (FlangeStrip& s : strips_) measure(s);
    if (b_.pressed && notch() > 0)
      refuse_flange(f_, ".end", "has notched corners, to which bend lines of the pressed wall run",
                    name_of(f_.end), {},
                    "roll the wall, round the corners of the profile, or weld the flange on");
    for (size_t i = 0; i + 1 < strips_.size(); ++i) part(strips_[i], strips_[i + 1]);
    EdgeTab tab{.edge = index, .kind = EdgeKind::flange};
    tab.arcs = path(tab.strips);
    for (const FlangeStrip& s : strips_) {
      tab.ways.push_back(s.folded ? s.way_from : Vec3{});
      tab.sides.push_back(s.folded ? side_of(s) : std::pair{0.0, 0.0});
    }
    tab.formed = formed_places(b_, made_, flange_, line_, strips_);
    b_.tabs.push_back(std::move(tab));
    if (crosses_itself(outline(b_), within::same * b_.size))
      refuse_flange(f_, ".width", "makes the blank lie over itself on the flat", shown_mm(*f_.width), {},
                    "make the flange narrower, or the part of more pieces");
    for (const FlangeStrip& s : strips_) add_fold(s);
    note();
  }

 private:
  [[nodiscard]] size_t rim() const {
    const EdgeName name = f_.end == EndName::base ? EdgeName::base : EdgeName::top;
    for (size_t i = 0; i < b_.edges.size(); ++i) {
      if (b_.edges[i].name != name || b_.edges[i].arcs.empty()) continue;
      for (const EdgeTab& tab : b_.tabs) {
        if (tab.edge == i)
          refuse_flange(f_, ".end", "stands at an end that has something beyond it already", name_of(f_.end));
      }
      return i;
    }
    refuse_flange(f_, ".end", "stands at an end that is a point", name_of(f_.end));
  }

  [[nodiscard]] std::vector<FlangeStrip> runs_of(const std::vector<Arc>& arcs) const {
    std::vector<FlangeStrip> all(1);
    bool after_round = false;
    for (const Arc& arc : arcs) {
      const bool round = goes_round_corner(arc);
      if (!all.back().rim.empty() && (round || after_round || is_corner(all.back().rim.back(), arc)))
        all.emplace_back();
      all.back().rim.push_back(arc);
      after_round = round;
    }
    return all;
  }
  // What is sharp on a face goes round in the sheet, in space: about as far as it is thick.
  [[nodiscard]] bool goes_round_corner(const Arc& arc) const {
    if (arc.length > pi * b_.thickness) return false;
    const auto at = [&](double share) { return line_.at(line_.u_at(point_at(arc, share * arc.length))).at; };
    const Vec3 first = at(0.1) - at(0.02), last = at(0.98) - at(0.9);
    constexpr double turns = 0.1;
    return norm(cross(first, last)) > turns * norm(first) * norm(last);
  }
  // On the flat or in space: a corner of an end may come out straight. Fitted arcs join smoothly to their
  // fit.
  [[nodiscard]] bool is_corner(const Arc& arc, const Arc& next) const {
    constexpr double corner = 0.02;
    const double turn = std::remainder((next.heading - heading_at(arc, arc.length)).radians(), two_pi);
    if (std::abs(turn) > corner) return true;
    const double reach = 0.01 * std::min(arc.length, next.length);
    const auto at = [&](const Arc& a, double run) { return line_.at(line_.u_at(point_at(a, run))).at; };
    const Vec3 before = at(arc, arc.length - reach) - at(arc, arc.length - 2 * reach);
    const Vec3 after = at(next, 2 * reach) - at(next, reach);
    const double bends =
        3 * reach * (std::abs(arc.turn.radians()) / arc.length + std::abs(next.turn.radians()) / next.length);
    return norm(cross(before, after)) > (corner + bends) * norm(before) * norm(after);
  }

  // What is sharp on one face goes round in the sheet.
  [[nodiscard]] bool is_of_corner(const FlangeStrip& s) const {
    return b_.thickness > 0 && length_of(s.rim) <= pi * b_.thickness;
  }

  // Looks along a run, as it runs.
  [[nodiscard]] std::vector<EndRuling> looks_along(const FlangeStrip& s, int count) const {
    std::vector<EndRuling> all;
    for (int i = 0; i <= count; ++i) all.push_back(line_.at(s.u_from + (s.u_to - s.u_from) * i / count));
    return all;
  }

  void measure(FlangeStrip& s) const {
    const double length = length_of(s.rim);
    const auto place = [&](double run) { return juggler::beside(s.rim, run, 0).at; };
    constexpr double within_ends = 1e-3;
    s.u_from = line_.u_at(place(within_ends * length));
    s.u_to = line_.u_at(place((1 - within_ends) * length));
    constexpr int count = 200;
    const std::vector<EndRuling> looks = looks_along(s, count);
    const Vec3 chord = looks.back().at - looks.front().at;
    double off = 0;
    for (const EndRuling& r : looks)
      off = std::max(off, norm(cross(r.at - looks.front().at, chord)) / norm(chord));
    s.folded = off <= within::beside * b_.size;
    s.width = *f_.width;
    if (s.folded) return fold(s, line_.at(line_.u_at(place(length / 2))), chord);
    turn_over(s);
  }

  // (52)
  void fold(FlangeStrip& s, const EndRuling& middle, Vec3 chord) const {
    s.along_from = s.along_to = 1 / norm(chord) * chord;
    const TurnedOver turned = turned_at(flange_, middle, chord);
    s.way_from = s.way_to = turned.way;
    s.least = s.most = turned.angle;
    const double angle = std::abs(turned.angle), t = b_.thickness;
    if (angle < within::little) return;
    if (t > 0 && !flange_.bend.radius)
      throw Refusal({.reason = "is missing, and a flange is folded at a straight side of the " +
                               std::string(name_of(f_.end)),
                     .key = "bend.radius",
                     .advice = "give bend.radius and one of bend.neutral, bend.table and bend.test"});
    const double r = flange_.bend.radius.value_or(0);
    if (t > 0 && angle > most_folded)
      refuse_flange(f_, ".direction", "folds the flange farther than it goes",
                    shown_degrees(Angle::radians(angle)),
                    "up to " + shown_degrees(Angle::radians(most_folded)));
    const double on_size_face = r + (turned.angle > 0 ? t - flange_.layer : flange_.layer);
    s.inside = on_size_face * std::tan(angle / 2);
    const double factor = t > 0 ? neutral_factor(flange_.bend, t, r, Angle::radians(angle)) : 0;
    s.allowance = angle * (r + factor * t);
    const double less = 2 * s.inside - s.allowance;
    s.width -= less;
    s.fold_at = -less / 2;
    const double taken = std::max(s.inside, less);  // of its leg by the bend; of the flat up to the rim
    if (*f_.width <= taken * (1 + within::beside))
      refuse_flange(f_, ".width", "is less than its bend takes", shown_mm(*f_.width),
                    "more than " + shown_mm(taken), "make it wider, or the bend's radius smaller");
    s.notch_from = s.notch_to = s.inside > 0 ? r + t : 0;
  }

  // A place of the free edge, in space and on the flat, and its rim; none within the fan of a corner.
  struct Free {
    TurnedOver turned;
    Vec3 along = {}, at = {};
    Vec2 flat = {};
  };
  [[nodiscard]] std::optional<Free> free_at(const FlangeStrip& s, double u) const {
    constexpr double share = 1e-6;  // for the tangent
    const double step = share * (s.u_to - s.u_from);
    const EndRuling here = line_.at(u), before = line_.at(u - step), after = line_.at(u + step);
    const Vec3 along = after.at - before.at;
    const Vec2 flat = after.flat - before.flat;
    if (norm(flat) <= within::exact * b_.size) return std::nullopt;
    Free free{turned_at(flange_, here, along), 1 / norm(along) * along};
    free.at = here.at + *f_.width * free.turned.way;
    free.flat = here.flat - *f_.width / norm(flat) * left_of(flat);
    return free;
  }

  // (53), (54): what is turned over along a curve; its free edge in space and on the flat.
  void turn_over(FlangeStrip& s) const {
    constexpr int count = 200;
    s.least = HUGE_VAL;
    s.most = -HUGE_VAL;
    constexpr double share = 1e-3;  // of the way between looks, for the strain
    const double step = share * (s.u_to - s.u_from) / count;
    bool first = true;
    for (int i = 1; i < count; ++i) {
      const double u = s.u_from + (s.u_to - s.u_from) * i / count;
      const auto here = free_at(s, u), next = free_at(s, u + step);
      if (!here || !next) continue;
      s.least = std::min(s.least, here->turned.angle);
      s.most = std::max(s.most, here->turned.angle);
      if (std::exchange(first, false)) {
        s.way_from = here->turned.way;
        s.along_from = here->along;
      }
      s.way_to = here->turned.way;
      s.along_to = here->along;
      const double strain = norm(next->at - here->at) / norm(next->flat - here->flat) - 1;
      s.strain_least = std::min(s.strain_least, strain);
      s.strain_most = std::max(s.strain_most, strain);
    }
    const double greatest = std::max(-s.strain_least, s.strain_most);
    if (greatest > f_.strain_limit && !f_.allow_strain)
      refuse_flange(f_, ".width", "strains the metal at its free edge too far",
                    shown(100 * (s.strain_most > -s.strain_least ? s.strain_most : s.strain_least)) +
                        " % at " + shown_mm(*f_.width) + " width",
                    "up to " + shown(100 * f_.strain_limit) + " % (" + f_.key + ".strain_limit)",
                    "make the flange narrower, weld one on, or set " + f_.key + ".allow_strain = true");
  }

  // (55): at a corner the two must neither lie over each other on the flat nor, folded, on one another.
  void part(FlangeStrip& a, FlangeStrip& b) const {
    const double turn = std::remainder(
        (b.rim.front().heading - heading_at(a.rim.back(), a.rim.back().length)).radians(), two_pi);
    const double on_flat = turn < 0 ? std::tan(-turn / 2) : 0;
    double formed = 0;
    if (dot(a.way_to, b.along_from) > within::beside) {
      const double corner = std::acos(std::clamp(-dot(a.along_to, b.along_from), -1.0, 1.0));
      formed = 1 / std::tan(corner / 2);
    }
    const double apart = std::max(f_.clearance, b_.thickness > 0 ? b_.thickness : least_apart) / 2;
    const auto lean = [&](double width) {
      const double most = std::max(width * on_flat, *f_.width * formed);
      return most > 0 ? most + apart : 0;
    };
    a.lean_to = lean(a.width);
    b.lean_from = lean(b.width);
  }

  // The free edge of a strip: parallel to the rim, as much shorter as it leans.
  [[nodiscard]] std::vector<Arc> free_edge(const FlangeStrip& s) const {
    std::vector<Arc> all;
    for (const Arc& arc : s.rim) {
      const double length = arc.length + s.width * arc.turn.radians();
      if (length <= 0)
        refuse_flange(f_, ".width", "is more than the radius of the edge leaves", shown_mm(s.width),
                      "less than " + shown_mm(arc.length / std::abs(arc.turn.radians())));
      all.push_back({arc.start - s.width * left_of(direction(arc.heading)), arc.heading, length, arc.turn});
    }
    const double from = std::max(s.notch_from, s.lean_from), to = std::max(s.notch_to, s.lean_to);
    if (from + to >= length_of(all))
      refuse_flange(f_, ".width", "leaves no free edge beside its corners", shown_mm(*f_.width));
    all = after(std::move(all), from);
    return reversed(after(reversed(all), to));
  }
  // Without what comes first.
  static std::vector<Arc> after(std::vector<Arc> arcs, double length) {
    while (arcs.size() > 1 && arcs.front().length <= length) {
      length -= arcs.front().length;
      arcs.erase(arcs.begin());
    }
    Arc& first = arcs.front();
    if (length > 0)
      first = {point_at(first, length), heading_at(first, length), first.length - length,
               (1 - length / first.length) * first.turn};
    return arcs;
  }

  // All along the rim: strips, and the notches between them. (56)
  [[nodiscard]] std::vector<Arc> path(std::vector<std::vector<Arc>>& all) {
    std::vector<Arc> way;
    Vec2 at = from_;
    const auto go = [&](Vec2 to) {
      if (norm(to - at) > within::rounding * b_.size) way.push_back(line(at, to));
      at = to;
    };
    const double near = within::beside * b_.size;
    // The seam's own edges.
    if (norm(strips_.front().rim.front().start - from_) <= near) strips_.front().notch_from = 0;
    if (norm(end_of(strips_.back().rim.back()) - to_) <= near) strips_.back().notch_to = 0;
    for (size_t i = 0; i < strips_.size(); ++i) {
      const FlangeStrip& s = strips_[i];
      const double length = length_of(s.rim);
      if (s.notch_from + s.notch_to >= length)
        refuse_flange(f_, ".end", "has a side too short for the notches at its corners", shown_mm(length),
                      "more than " + shown_mm(s.notch_from + s.notch_to));
      const auto beside = [&](double run, double in) { return juggler::beside(s.rim, run, in).at; };
      if (s.notch_from > 0) go(beside(s.notch_from, s.inside));
      const Vec2 begins = beside(s.notch_from, 0), ends = beside(length - s.notch_to, 0);
      const std::vector<Arc> free = free_edge(s);
      go(begins);
      std::vector<Arc> strip{line(begins, free.front().start)};
      strip.insert(strip.end(), free.begin(), free.end());
      strip.push_back(line(end_of(free.back()), ends));
      way.insert(way.end(), strip.begin(), strip.end());
      at = ends;
      all.push_back(std::move(strip));
      const bool last = i + 1 == strips_.size();
      if (s.notch_to > 0) go(beside(length - s.notch_to, s.inside));
      if (!last) go(inner_corner(s, strips_[i + 1]));
    }
    go(to_);
    return way;
  }
  // From the seam's ruling, or from the corner that it comes to, which a gap does not move.
  [[nodiscard]] std::pair<double, double> side_of(const FlangeStrip& s) const {
    const double near = within::beside * b_.size, length = length_of(s.rim);
    const double free_from = std::max(s.notch_from, s.lean_from);
    const auto [middle, run] = middle_of(s, line_);
    const auto along = [&, &from = middle, at = run](double u) {
      return at + dot(line_.at(u).at - from.at, s.along_from);
    };
    std::pair side{0.0, length};
    const Form& f = *made_.form;
    const bool forwards = s.u_to > s.u_from;
    if (norm(s.rim.front().start - from_) <= near) side.first = along(forwards ? f.from() : f.to());
    if (norm(end_of(s.rim.back()) - to_) <= near) side.second = along(forwards ? f.to() : f.from());
    return {side.first - free_from, side.second - free_from};
  }

  void add_fold(const FlangeStrip& s) {
    const double turned = std::abs(s.least + s.most) / 2;
    if (turned < within::little) return;
    Fold fold;
    fold.order = static_cast<int>(bends_of(b_).size()) + 1;
    fold.hem = true;
    fold.turned = Angle::radians(turned);
    fold.up = (s.least + s.most > 0) == (b_.face_up == Face::outside);
    fold.radius = s.folded ? flange_.bend.radius.value_or(0) : 0;
    fold.allowance = s.allowance;
    const double length = length_of(s.rim);
    if (s.folded) {
      fold.from = juggler::beside(s.rim, s.notch_from, -s.fold_at).at;
      fold.to = juggler::beside(s.rim, length - s.notch_to, -s.fold_at).at;
    } else {
      fold.from = s.rim.front().start;
      fold.to = end_of(s.rim.back());
      if (s.rim.size() > 1 || !is_straight(s.rim.front())) fold.arcs = s.rim;
    }
    b_.folds.insert(b_.folds.begin() + static_cast<long>(bends_of(b_).size()), std::move(fold));
  }

  struct Between {
    double low = HUGE_VAL, high = -HUGE_VAL;
    void look(double value) {
      low = std::min(low, value);
      high = std::max(high, value);
    }
    [[nodiscard]] bool any() const { return low <= high; }
  };
  static Phrase in_degrees(const Between& b) {
    const Phrase high = shown_degrees(Angle::radians(b.high), 2);
    constexpr double as_shown = 5e-5;  // half of the last digit, radians
    if (b.high - b.low < as_shown) return high;
    return shown(Angle::radians(b.low).degrees(), 2) + " to " + high;
  }
  static Phrase in_mm(const Between& b) {
    const Phrase high = shown_mm(b.high, 3);
    return b.high - b.low < 5e-4 ? high : shown_mm(b.low, 3) + " to " + high;
  }
  [[nodiscard]] double notch() const {
    double most = 0;
    for (const FlangeStrip& s : strips_) most = std::max(most, s.notch());
    return most;
  }
  void note() {
    const Phrase which = std::string("The ") + name_of(f_.end) + " flange of " + shown_mm(*f_.width);
    Between turned, wide, angles;
    double shrinks = 0, stretches = 0;
    for (const FlangeStrip& s : strips_) {
      if (s.folded) {
        angles.look(std::abs(s.least));
        wide.look(s.width);
        continue;
      }
      turned.look(std::abs(s.least));
      turned.look(std::abs(s.most));
      shrinks = std::max(shrinks, -s.strain_least);
      stretches = std::max(stretches, s.strain_most);
    }
    if (angles.any())
      b_.notes.push_back(which + " is folded at straight sides by " + in_degrees(angles) +
                         "; on the flat it lies " + in_mm(wide) + " beyond the edge." +
                         (strips_.size() > 1 ? " Its corners are notched, " + shown_mm(notch()) +
                                                   " beside them and as deep as the bends reach: fill them."
                                             : Phrase()));
    if (turned.any())
      b_.notes.push_back(which + " is turned over along the curve by " + in_degrees(turned) +
                         "; its free edge " + strained(shrinks, stretches) +
                         ". Sizes of this end are those before it is turned.");
  }
  static Phrase strained(double shrinks, double stretches) {
    constexpr double none = 5e-5;
    if (shrinks < none && stretches < none) return Phrase("keeps its length");
    const Phrase up = "stretches by up to " + shown_percent(stretches);
    const Phrase down = "is upset by up to " + shown_percent(shrinks);
    return shrinks < none ? up : stretches < none ? down : up + " and " + down;
  }

  static constexpr double most_folded = 175 * pi / 180;
  static constexpr double least_apart = 1;  // mm, of film
  Blank& b_;
  const FormBlank& made_;
  const EndFlange& flange_;
  const Flange& f_;
  EndLine line_;
  Vec2 from_, to_;  // the rim's ends
  std::vector<FlangeStrip> strips_;
};

}  // namespace

EndFlange end_flange(const Flange& asked, const Form& wall, double layer, const Bend& bend,
                     const std::optional<Vec3>& level) {
  const auto here = [&](const auto& cut) { return cut.end == asked.end; };
  if (std::any_of(wall.bodies.begin(), wall.bodies.end(), here) ||
      std::any_of(wall.mitres.begin(), wall.mitres.end(), here))
    refuse_flange(asked, ".end", "stands at an end that another part cuts", name_of(asked.end));
  if (std::count_if(wall.trims.begin(), wall.trims.end(), here) > 1)
    refuse_flange(asked, ".end", "stands at an end that several planes cut", name_of(asked.end), "one plane");
  Vec3 up = level.value_or(Vec3{0, 0, 1});
  for (const TrimPlane& t : wall.trims) {
    if (t.end == asked.end) up = t.plane.normal;
  }
  if (up.z < 0) up = Vec3{} - up;
  return {asked, asked.end == EndName::top ? up : Vec3{} - up, layer, bend};
}

void add_end_flange(Blank& blank, const FormBlank& made, const EndFlange& flange) {
  Maker(blank, made, flange).make();
}

void tag_flanges(std::vector<Blank>& blanks, const Bend& bend) {
  size_t number = 0;
  for (const Blank& b : blanks) {
    for (const Fold& f : bends_of(b)) number += f.tag.empty() ? 0 : 1;
  }
  for (Blank& b : blanks) {
    for (Fold& f : bends_of(b)) {
      if (f.tag.empty()) f.tag = tag_of(bend, number++);
    }
  }
}

}  // namespace juggler
