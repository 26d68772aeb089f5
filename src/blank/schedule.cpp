// The bend schedule of a folded blank.
#include <algorithm>

#include "develop/net.h"
#include "pieces_of_body.h"

namespace juggler {
namespace {

class Schedule {
 public:
  Schedule(Blank& blank, const Body& body, const Laid& laid, const PressedBody& pressed,
           const Placing& placing)
      : blank_(blank), body_(body), laid_(laid), placing_(placing), outline_(outline(blank)) {
    for (size_t i = 0; i < laid.zones.size(); ++i) {
      const BendZone& s = body.zones[static_cast<size_t>(laid.zones[i])];
      const auto found = std::find_if(pressed.zones.begin(), pressed.zones.end(),
                                      [&](const PressedZone& p) { return p.zone == laid.zones[i]; });
      if (!s.rolled && std::abs(s.angle.radians()) > within::rounding) add_bend(s, static_cast<int>(i));
      if (found != pressed.zones.end()) add_hits(s, static_cast<int>(i), *found);
    }
  }

  void finish(size_t first_tag) {
    std::sort(drafts_.begin(), drafts_.end(), [&](const Fold& a, const Fold& b) { return before(a, b); });
    for (size_t i = 0; i < drafts_.size(); ++i) drafts_[i].tag = tag_of(body_.bend, first_tag + i);
    for (Fold& line : drafts_) {
      warn_of_short_legs(line);
      blank_.folds.push_back(std::move(line));
    }
  }

 private:
  [[nodiscard]] Vec2 at(const BendZone& s, double phi, double along) const {
    return placed(flat_point(body_, laid_, s, phi, along), placing_);
  }
  [[nodiscard]] bool before(const Fold& a, const Fold& b) const {
    const Vec2 ma = 0.5 * (a.from + a.to);
    const Vec2 mb = 0.5 * (b.from + b.to);
    const double near = within::beside * body_.size;
    return std::abs(ma.x - mb.x) > near ? ma.x < mb.x : ma.y < mb.y - near;
  }

  // The line at an angle from the zone's first tangent line, as far as there is metal, upwards or
  // rightwards.
  void across(const BendZone& s, double phi, Fold& line) const {
    const Vec2 low = at(s, phi, s.low(phi));
    const Vec2 high = at(s, phi, s.high(phi));
    const Vec2 inwards = within::same * (high - low);
    line.from = low;
    line.to = high;
    // A strip's end may lie on the outline itself: only what a relief takes is clipped.
    const auto parts = clipped(low + inwards, high - inwards, outline_);
    const bool cut = blank_.folding->relief > 0 && !parts.empty() &&
                     length_of(parts) < norm(high - low) * (1 - within::beside);
    if (cut) {
      line.from = parts.front().start;
      line.to = end_of(parts.back());
    }
    const Vec2 way = line.to - line.from;
    const double near = within::same * norm(way);
    if (way.y < -near || (std::abs(way.y) <= near && way.x < 0)) std::swap(line.from, line.to);
  }

  void add_bend(const BendZone& s, int number) {
    const double turn = std::abs(s.angle.radians());
    Fold line = line_of(s, number, turn, turn / 2);
    line.allowance = s.width();
    if (body_.bend.springback)
      line.springback = Angle::radians(body_.bend.springback->radians() * turn / (pi / 2));
    across(s, turn / 2, line);
    drafts_.push_back(std::move(line));
  }

  void add_hits(const BendZone& s, int number, const PressedZone& pressed) {
    for (const Hit& hit : pressed.hits) {
      Fold line = line_of(s, number, hit.turned, hit.across / s.neutral_radius);
      line.kind = FoldKind::hit;
      line.facet_error = hit.facet_error;
      across(s, hit.across / s.neutral_radius, line);
      drafts_.push_back(std::move(line));
    }
  }

  [[nodiscard]] Fold line_of(const BendZone& s, int number, double turned, double phi) const {
    Fold line;
    line.zone = number;
    line.u = phi;
    line.turned = Angle::radians(turned);
    line.up = (s.angle.radians() > 0) == (blank_.face_up == Face::inside);
    line.radius = s.radius;
    return line;
  }

  // While the bend is made its legs rest on the shoulders of the die. (29)
  void warn_of_short_legs(const Fold& line) {
    const double die = body_.bend.die_width.value_or(8 * body_.thickness);
    if (die == 0 || line.length() == 0) return;
    const double need = die / 2 / std::cos(line.turned.radians() / 2);
    double least = HUGE_VAL;
    const Vec2 out = 1 / line.length() * left_of(line.to - line.from);
    for (const double part : {0.1, 0.5, 0.9}) {
      const Vec2 p = line.from + part * (line.to - line.from);
      for (const double side : {1.0, -1.0}) {
        const auto metal = clipped(p, p + (2 * body_.size * side) * out, outline_);
        if (!metal.empty() && norm(metal.front().start - p) < within::beside * body_.size)
          least = std::min(least, metal.front().length);
      }
    }
    if (least >= need) return;
    blank_.warnings.push_back("Bend " + line.tag + " has a leg of " + shown_mm(least, 3) +
                              "; a die that opens " + shown_mm(die) +
                              (body_.bend.die_width ? "" : " (8 thicknesses: none was given)") +
                              " holds no less than " + shown_mm(need, 3) + ".");
  }

  Blank& blank_;
  const Body& body_;
  const Laid& laid_;
  const Placing& placing_;
  Outline outline_;
  std::vector<Fold> drafts_;
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
