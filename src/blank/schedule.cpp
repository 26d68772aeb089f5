// The bend schedule of a folded blank.
#include <algorithm>
#include <map>
#include <numeric>

#include "folded.h"

namespace juggler {
namespace {

// A line across the blank, its two tangent lines, and how deep in the tree of plates it lies.
struct Draft {
  BendLine line;
  Vec2 a_from, a_to, b_from, b_to;
  int depth = 0;
};

std::vector<int> depths(const Body& body, const Laid& laid) {
  std::vector<int> depth(body.plates.size(), 0);
  for (const int i : laid.strips) {
    const Strip& s = body.strips[static_cast<size_t>(i)];
    const auto a = static_cast<size_t>(s.plate_a);
    const auto b = static_cast<size_t>(s.plate_b);
    const auto place = [&](size_t p) {
      return std::find(laid.plates.begin(), laid.plates.end(), static_cast<int>(p)) - laid.plates.begin();
    };
    if (place(a) < place(b)) {
      depth[b] = depth[a] + 1;
    } else {
      depth[a] = depth[b] + 1;
    }
  }
  return depth;
}

class Schedule {
 public:
  Schedule(Blank& blank, const Body& body, const Laid& laid, const PressedBody& pressed,
           const Placing& placing)
      : blank_(blank),
        body_(body),
        laid_(laid),
        placing_(placing),
        outline_(outline(blank)),
        depth_(depths(body, laid)) {
    for (size_t i = 0; i < laid.strips.size(); ++i) {
      const Strip& s = body.strips[static_cast<size_t>(laid.strips[i])];
      const auto found = std::find_if(pressed.strips.begin(), pressed.strips.end(),
                                      [&](const PressedStrip& p) { return p.strip == laid.strips[i]; });
      if (!s.rolled && std::abs(s.angle.radians()) > 1e-12) add_bend(s, static_cast<int>(i));
      if (found != pressed.strips.end()) add_hits(s, static_cast<int>(i), *found);
    }
  }

  void finish(size_t first_tag) {
    std::sort(drafts_.begin(), drafts_.end(), [&](const Draft& a, const Draft& b) { return before(a, b); });
    for (size_t i = 0; i < drafts_.size(); ++i) drafts_[i].line.tag = tag_of(body_.bend, first_tag + i);
    number();
    for (Draft& d : drafts_) {
      measure(d);
      warn_of_short_legs(d.line);
      blank_.bends.push_back(std::move(d.line));
    }
  }

 private:
  [[nodiscard]] Vec2 at(const Strip& s, double phi, double along) const {
    return placed(flat_point(body_, laid_, s, phi, along), placing_);
  }
  [[nodiscard]] bool before(const Draft& a, const Draft& b) const {
    const Vec2 ma = 0.5 * (a.line.from + a.line.to);
    const Vec2 mb = 0.5 * (b.line.from + b.line.to);
    const double near = 1e-6 * body_.size;
    return std::abs(ma.x - mb.x) > near ? ma.x < mb.x : ma.y < mb.y - near;
  }

  // The line at an angle from the strip's first tangent line, as far as there is metal, upwards or
  // rightwards.
  void across(const Strip& s, double phi, BendLine& line) const {
    const Vec2 low = at(s, phi, s.low(phi));
    const Vec2 high = at(s, phi, s.high(phi));
    const Vec2 inwards = 1e-9 * (high - low);
    line.from = low;
    line.to = high;
    // A strip's end may lie on the outline itself: only what a relief takes is clipped.
    const auto parts = clipped(low + inwards, high - inwards, outline_);
    const bool cut =
        blank_.folding->relief > 0 && !parts.empty() && length_of(parts) < norm(high - low) * (1 - 1e-6);
    if (cut) {
      line.from = parts.front().start;
      line.to = end_of(parts.back());
    }
    const Vec2 way = line.to - line.from;
    const double near = 1e-9 * norm(way);
    if (way.y < -near || (std::abs(way.y) <= near && way.x < 0)) std::swap(line.from, line.to);
  }

  void add_bend(const Strip& s, int number) {
    const double turn = std::abs(s.angle.radians());
    Draft d;
    d.line = line_of(s, number, turn, turn / 2);
    d.line.allowance = s.width();
    if (body_.bend.springback)
      d.line.springback = Angle::radians(body_.bend.springback->radians() * turn / (pi / 2));
    across(s, turn / 2, d.line);
    d.a_from = at(s, 0, s.low(0));
    d.a_to = at(s, 0, s.high(0));
    d.b_from = at(s, turn, s.low(turn));
    d.b_to = at(s, turn, s.high(turn));
    d.depth = depth_of(s);
    drafts_.push_back(std::move(d));
  }

  void add_hits(const Strip& s, int number, const PressedStrip& pressed) {
    for (const Hit& hit : pressed.hits) {
      Draft d;
      d.line = line_of(s, number, hit.turned, hit.across / s.neutral);
      d.line.hit = true;
      d.line.flat_width = hit.flat_width;
      d.line.facet_error = hit.facet_error;
      across(s, hit.across / s.neutral, d.line);
      d.a_from = d.b_from = d.line.from;
      d.a_to = d.b_to = d.line.to;
      d.depth = depth_of(s);
      drafts_.push_back(std::move(d));
    }
  }

  [[nodiscard]] int depth_of(const Strip& s) const {
    return std::max(depth_[static_cast<size_t>(s.plate_a)], depth_[static_cast<size_t>(s.plate_b)]);
  }

  [[nodiscard]] BendLine line_of(const Strip& s, int number, double turned, double phi) const {
    BendLine line;
    line.strip = number;
    line.phi = phi;
    line.turned = Angle::radians(turned);
    line.up = (s.angle.radians() > 0) == (blank_.face_up == Face::inside);
    line.radius = s.radius;
    return line;
  }

  // The outermost bends first; among equals as they lie.
  void number() {
    std::vector<size_t> by_depth(drafts_.size());
    std::iota(by_depth.begin(), by_depth.end(), 0);
    std::stable_sort(by_depth.begin(), by_depth.end(),
                     [&](size_t a, size_t b) { return drafts_[a].depth > drafts_[b].depth; });
    for (size_t i = 0; i < by_depth.size(); ++i) drafts_[by_depth[i]].line.order = static_cast<int>(i) + 1;
  }

  struct Datum {
    std::string name;
    Vec2 at;
    Vec2 along;
    double away = 0;
    [[nodiscard]] double from(Vec2 p) const { return std::abs(cross(along, p - at)); }
  };

  // The nearest straight edge parallel to a line and not much shorter, of a panel its start; else the left
  // side of the blank as it lies.
  [[nodiscard]] Datum datum_of(const BendLine& line) const {
    const Vec2 way = 1 / line.length() * (line.to - line.from);
    Datum best{"left side of the blank", {0, 0}, {0, 1}, HUGE_VAL};
    for (const Edge& e : blank_.edges) {
      for (const Arc& arc : e.arcs) {
        const Vec2 run = end_of(arc) - arc.start;
        const bool parallel = is_straight(arc) && std::abs(cross(way, run)) < 1e-9 * norm(run);
        if (!parallel || arc.length < 0.5 * line.length()) continue;
        const Datum datum{label_of(e), arc.start, 1 / norm(run) * run,
                          std::abs(cross(way, line.from - arc.start))};
        if (datum.name == "profile start") return datum;
        if (datum.away < best.away * (1 - 1e-9)) best = datum;
      }
    }
    return best;
  }

  void measure(Draft& d) const {
    const Datum datum = datum_of(d.line);
    d.line.datum = datum.name;
    d.line.datum_from = datum.from(d.line.from);
    d.line.datum_to = datum.from(d.line.to);
    const bool turned_round = dot(d.a_to - d.a_from, d.line.to - d.line.from) < 0;
    d.line.tangent_a = datum.from(turned_round ? d.a_to : d.a_from);
    d.line.tangent_b = datum.from(turned_round ? d.b_to : d.b_from);
    if (d.line.tangent_a > d.line.tangent_b) std::swap(d.line.tangent_a, d.line.tangent_b);
  }

  // While the bend is made its legs rest on the shoulders of the die. (29)
  void warn_of_short_legs(const BendLine& line) {
    const double die = body_.bend.die.value_or(8 * body_.thickness);
    if (die == 0 || line.length() == 0) return;
    const double need = die / 2 / std::cos(line.turned.radians() / 2);
    double least = HUGE_VAL;
    const Vec2 out = 1 / line.length() * left_of(line.to - line.from);
    for (const double part : {0.1, 0.5, 0.9}) {
      const Vec2 p = line.from + part * (line.to - line.from);
      for (const double side : {1.0, -1.0}) {
        const auto metal = clipped(p, p + (2 * body_.size * side) * out, outline_);
        if (!metal.empty() && norm(metal.front().start - p) < 1e-6 * body_.size)
          least = std::min(least, metal.front().length);
      }
    }
    if (least >= need) return;
    blank_.warnings.push_back("Bend " + line.tag + " has a leg of " +
                              shown_mm(least, 3) + "; a die that opens " +
                              shown_mm(die) + (body_.bend.die ? "" : " (8 thicknesses: none was given)") +
                              " holds no less than " + shown_mm(need, 3) + ".");
  }

  Blank& blank_;
  const Body& body_;
  const Laid& laid_;
  const Placing& placing_;
  Outline outline_;
  std::vector<int> depth_;
  std::vector<Draft> drafts_;
};

}  // namespace

std::string tag_of(const Bend& bend, size_t i) {
  return bend.letters ? letters_of(i) : std::to_string(i + 1);
}

void add_schedule(Blank& blank, const Body& body, const Laid& laid, const PressedBody& pressed,
                  const Placing& placing, size_t first_tag) {
  Schedule(blank, body, laid, pressed, placing).finish(first_tag);
}

}  // namespace juggler
