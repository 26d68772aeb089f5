// Arcs pressed in flats: how many hits, where, and what they leave. docs/maths/folded.md (25)-(28).
#include <algorithm>

#include "pieces_of_body.h"

namespace juggler {
namespace {

constexpr int most_hits = 10000;

struct PressedArc : ArcToPress {
  int hits = 1;

  [[nodiscard]] double error() const { return facet_error(length / hits, turned / hits / 2); }
};

int least_of(const std::vector<PressedArc>& arcs) {
  int least = 0;
  for (const PressedArc& a : arcs) least += a.least;
  return least;
}

// Every next hit goes to the arc whose flats are farthest off: so the greatest error is least.
void share_out(std::vector<PressedArc>& arcs, int hits) {
  for (PressedArc& a : arcs) a.hits = a.least;
  for (int i = least_of(arcs); i < hits; ++i) {
    const auto worst = std::max_element(arcs.begin(), arcs.end(),
                                        [](const auto& a, const auto& b) { return a.error() < b.error(); });
    ++worst->hits;
  }
}

double worst_of(const std::vector<PressedArc>& arcs) {
  double worst = 0;
  for (const PressedArc& a : arcs) worst = std::max(worst, a.error());
  return worst;
}

void hits_within(PressedArc& arc, double error) {
  while (arc.error() > error) {
    if (++arc.hits > most_hits)
      refuse("pressing.facet_error", "is out of range", shown_mm(error),
             "an error that " + std::to_string(most_hits) + " hits can keep");
  }
}

void choose_hits(std::vector<PressedArc>& arcs, const Pressing& asked) {
  if (asked.hits) {
    const int least = least_of(arcs);
    if (*asked.hits < least || *asked.hits > most_hits)
      refuse("pressing.hits", "is out of range", std::to_string(*asked.hits),
             std::to_string(least) +
                 " (one for each arc; no bend of half a turn; a closed wall of three facets) to " +
                 std::to_string(most_hits));
    share_out(arcs, *asked.hits);
  }
  for (PressedArc& arc : arcs) {
    if (asked.facet_error) {
      if (!(*asked.facet_error >= least_facet_error && *asked.facet_error <= most_facet_error))
        refuse("pressing.facet_error", "is out of range", shown_mm(*asked.facet_error),
               mm_range(least_facet_error, most_facet_error));
      arc.hits = arc.least;
      hits_within(arc, *asked.facet_error);
    }
    if (!asked.facet_width) continue;
    const double w = *asked.facet_width;
    if (!(w > 0 && arc.length / w <= most_hits && std::ceil(arc.length / w - within::same) >= arc.least &&
          arc.length > w))
      refuse("pressing.facet_width", "is out of range", shown_mm(w),
             shown_mm(arc.length / most_hits) + " to less than " +
                 shown_mm(arc.length / std::max(1, arc.least - 1)));
    arc.hits = static_cast<int>(std::ceil(arc.length / w - within::same));
  }
}

PressedZone hits_of(const PressedArc& arc, const Pressing& asked) {
  const double radius = arc.length / arc.turned;
  const double width = asked.facet_width && arc.hits > 1 ? *asked.facet_width : arc.length / arc.hits;
  const double end = (arc.length - (arc.hits - 1) * width) / 2;
  const double turn_at_end = arc.hits == 1 ? arc.turned : (end + width / 2) / radius;
  PressedZone zone{arc.zone, {}, end};
  for (int i = 0; i < arc.hits; ++i) {
    const bool first = i == 0;
    const bool outer = first || i + 1 == arc.hits;
    const double before = first ? end : width;
    const double error = first ? facet_error(2 * end, end / radius) : facet_error(width, width / radius / 2);
    zone.hits.push_back({end + i * width, outer ? turn_at_end : width / radius, before, error});
  }
  return zone;
}

std::vector<Pressed::Row> rows_about(std::vector<PressedArc> arcs, int hits) {
  const int least = std::max(least_of(arcs), hits - 4);
  std::vector<Pressed::Row> rows;
  for (int n = least; n <= hits + 4; ++n) {
    share_out(arcs, n);
    double widest = 0;
    for (const PressedArc& a : arcs) widest = std::max(widest, a.length / a.hits);
    rows.push_back({n, widest, worst_of(arcs)});
  }
  return rows;
}

}  // namespace

double facet_error(double width, double x) {
  const double x2 = x * x;
  if (x < 0.02) return width / 2 * x * (1.0 / 3 + x2 * (1.0 / 45 + x2 * (2.0 / 945 + x2 / 4725)));
  return width / 2 * (1 / x - 1 / std::tan(x));
}

PressedBody press(const std::vector<ArcToPress>& given, const Pressing& asked) {
  std::vector<PressedArc> arcs;
  for (const ArcToPress& arc : given) {
    arcs.push_back({arc});
    // (51): no bend turns by half a turn.
    arcs.back().least = std::max(arc.least, static_cast<int>(arc.turned / pi + within::same) + 1);
  }
  PressedBody pressed;
  if (arcs.empty() || asked.smooth()) return pressed;
  choose_hits(arcs, asked);
  Pressed summary{asked};
  for (const PressedArc& arc : arcs) {
    pressed.zones.push_back(hits_of(arc, asked));
    const PressedZone& made = pressed.zones.back();
    summary.hits += arc.hits;
    if (pressed.zones.size() == 1) summary.start_width = made.end_width;
    summary.end_width = made.end_width;
    for (const Hit& hit : made.hits) {
      summary.facet_width = std::max(summary.facet_width, hit.facet_width);
      summary.facet_error = std::max(summary.facet_error, hit.facet_error);
    }
  }
  summary.table = rows_about(arcs, summary.hits);
  pressed.summary = summary;
  return pressed;
}

PressedBody press(const Body& body, const Pressing& asked) {
  std::vector<ArcToPress> arcs;
  for (size_t i = 0; i < body.zones.size(); ++i) {
    const BendZone& s = body.zones[i];
    if (s.rolled) arcs.push_back({static_cast<int>(i), s.width(), std::abs(s.angle.radians())});
  }
  if (arcs.empty() && !asked.smooth())
    refuse(asked.hits          ? "pressing.hits"
           : asked.facet_width ? "pressing.facet_width"
                               : "pressing.facet_error",
           "is given of a part that has nothing round to press", {}, {}, "leave it out");
  return press(arcs, asked);
}

std::string letters_of(size_t i) {
  std::string letters;
  for (size_t rest = i + 1; rest > 0; rest = (rest - 1) / 26)
    letters.insert(letters.begin(), static_cast<char>('A' + (rest - 1) % 26));
  return letters;
}

}  // namespace juggler
