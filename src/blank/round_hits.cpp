// A round wall pressed in flats: its bend lines on the smooth blank. docs/maths/folded.md (28).
#include <algorithm>

#include "opened.h"
#include "pieces_of_body.h"

namespace juggler {
namespace {

// A closed wall of fewer flats is a sheet laid double.
constexpr size_t fewest_flats = 3;

// Length once round the wider end before trims, on the neutral layer.
double wider_girth(const Form& once_round) {
  Form whole = once_round;
  double widest = 0;
  for (const EndName end : {EndName::base, EndName::top}) {
    if (whole.pointed(end)) continue;
    (end == EndName::base ? whole.base : whole.top) = once_round.whole_rim(end);
    widest = std::max(widest, rim_length(whole, end, whole.neutral_depth));
  }
  return widest;
}

}  // namespace

PressedBody press_round(const Form& once_round, const std::vector<Span>& spans, const Pressing& asked) {
  if (asked.smooth()) return {};
  const double girth = wider_girth(once_round);
  // (51): the normal of a cone turns by less than the plan angle, by the cosine of its lean; of an offset one
  // the greatest counts.
  const double curl = -least([&](double u) { return -std::abs(rates(ruling_at(once_round.wall, u)).curl); },
                             once_round.from(), once_round.to())
                           .value;
  const int least_hits = std::max(1, static_cast<int>((fewest_flats + spans.size() - 1) / spans.size()));
  std::vector<ArcToPress> arcs;
  for (size_t i = 0; i < spans.size(); ++i) {
    const double turned = spans[i].to - spans[i].from;
    arcs.push_back({static_cast<int>(i), girth * turned / two_pi, curl * turned, least_hits});
  }
  PressedBody pressed = press(arcs, asked);
  const bool even = std::all_of(pressed.zones.begin(), pressed.zones.end(), [&](const PressedZone& s) {
    return s.hits.size() == pressed.zones.front().hits.size();
  });
  if (asked.hits && !even && spans.size() > 1)
    throw Refusal(
        {.reason = "cannot be shared out evenly to the pieces",
         .key = "pressing.hits",
         .found = std::to_string(*asked.hits) + " hits, " + std::to_string(spans.size()) + " pieces",
         .allowed = "a multiple of the number of pieces",
         .advice = "change the number of hits"});
  return pressed;
}

void add_round_hits(Blank& b, const Opened& o, const Placing& placing, const PressedZone& pressed,
                    size_t first_tag) {
  const Form& f = o.form;
  const double length = pressed.hits.empty() ? 1 : pressed.hits.back().across + pressed.end_width;
  const auto at = [&](double across) { return o.from() + (o.to() - o.from()) * across / length; };
  const auto normal = [&](double u) { return ruling_at(f.wall, u).n; };
  const auto turned_between = [&](double from, double to) {
    const Vec3 a = normal(from);
    const Vec3 b = normal(to);
    return std::atan2(norm(cross(a, b)), dot(a, b));
  };
  const EndName wider =
      f.base_pointed  ? EndName::top
      : f.top_pointed ? EndName::base
      : rim_length(o, EndName::base, o.from(), o.to()) >= rim_length(o, EndName::top, o.from(), o.to())
          ? EndName::base
          : EndName::top;
  // The flats beside the seam are halves of one.
  const auto error_between = [&](double from, double to) {
    return facet_error(rim_length(o, wider, from, to), turned_between(from, to) / 2);
  };
  const auto error_about = [&](double seam, double line) {
    return facet_error(2 * rim_length(o, wider, std::min(seam, line), std::max(seam, line)),
                       turned_between(2 * seam - line, line) / 2);
  };
  double at_before = o.from();
  Vec3 before = normal(o.from());
  for (size_t i = 0; i < pressed.hits.size(); ++i) {
    const Hit& hit = pressed.hits[i];
    const bool last = i + 1 == pressed.hits.size();
    const Vec3 after = normal(last ? o.to() : at((hit.across + pressed.hits[i + 1].across) / 2));
    const double u = at(hit.across);
    Fold line;
    line.tag = letters_of(first_tag + i);
    line.order = static_cast<int>(i) + 1;
    line.kind = FoldKind::hit;
    line.u = u;
    line.from = placed(rim_point(o, EndName::base, u), placing);
    line.to = placed(rim_point(o, EndName::top, u), placing);
    line.turned = Angle::radians(std::atan2(norm(cross(before, after)), dot(before, after)));
    line.up = b.face_up == Face::inside;
    const EndName end = f.base_pointed ? EndName::top : EndName::base;
    const double radius = rolled_radius(f, end, 0, u);
    line.radius = std::isfinite(radius) ? radius : 0;
    line.facet_error = i == 0 ? error_about(o.from(), u) : error_between(at_before, u);
    if (last) line.facet_error = std::max(line.facet_error, error_about(o.to(), u));
    at_before = u;
    b.folds.push_back(std::move(line));
    before = after;
  }
}

}  // namespace juggler
