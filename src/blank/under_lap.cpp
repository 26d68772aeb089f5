// Openings under a lap, cut in both layers. docs/maths/openings.md (31).
#include <algorithm>

#include "cut_openings.h"
#include "opened.h"

namespace juggler {
namespace {

// The move on flats as laid that brings one ruling upon another.
Placing onto(const Element& ruling, const Element& other) {
  const auto way = [](const Element& e) { return e.top - e.base; };
  const Angle turn = Angle::radians(std::atan2(cross(way(ruling), way(other)), dot(way(ruling), way(other))));
  const Placing turned{false, turn, {}};
  return {false, turn, other.base - placed(ruling.base, turned)};
}

enum class Lies { within, across, off };

Lies lies_on(const Outline& edge, const Outline& opening, double near) {
  double least = HUGE_VAL;
  for (const Arc& a : opening) {
    for (const Arc& b : edge) least = std::min(least, nearest(a, b).distance);
  }
  if (least <= near) return Lies::across;
  return contains(edge, opening.front().start) ? Lies::within : Lies::off;
}

// A lap: the metal beyond a seam ruling, as far as it reaches.
struct Beyond {
  Outline outline;
  Arc ruling;
  double reach = 0;
};

// A flat cone laid on from its last ruling comes round upon itself: what lies there is under no lap.
bool is_near(const Outline& opening, const Beyond& lap) {
  return std::any_of(opening.begin(), opening.end(), [&](const Arc& arc) {
    return nearest(arc, lap.ruling).distance < 1.5 * lap.reach;  // rims cut its corners slanting
  });
}

bool lies_over(const Outline& opening, const Arc& ruling, double size) {
  return std::any_of(opening.begin(), opening.end(),
                     [&](const Arc& arc) { return nearest(arc, ruling).distance <= within::same * size; });
}

void repeat_on(Blank& b, const Blank& next, const Placing& move, const Beyond& lap, const std::string& key) {
  const size_t own = b.openings.size();
  for (size_t i = 0; i < (&b == &next ? own : next.openings.size()); ++i) {
    const BlankOpening o = next.openings[i];
    if (o.group < 0) continue;
    const OpeningGroup g = next.groups[static_cast<size_t>(o.group)];
    const Outline there = placed(o.outline, move);
    const Lies lies = lies_on(lap.outline, there, within::same * b.size + g.fit_error);
    // What runs over the seam itself has its share on the lap already.
    if (lies == Lies::off || !is_near(there, lap) || o.share || lies_over(there, lap.ruling, b.size))
      continue;
    if (lies == Lies::across && g.lettering)
      refuse(g.key, name_of(next, o) + " lies partly under the lap: the lap's edge would cut it open", {}, {},
             "move it, or make the lap wider or narrower (" + key + ")");
    OpeningGroup copy = g;
    copy.name = name_of(next, o) + " under the lap";
    copy.how = OpeningHow::laid;
    copy.cut = copy.asked = copy.in_row = copy.rows = 1;
    copy.pitch = copy.flat_pitch = {};
    copy.girth_pitch = 0;
    copy.by_row = {};
    copy.seam_start = copy.seam_end = copy.edge = copy.opening = {};
    BlankOpening hole;
    hole.outline = there;
    hole.centre = placed(o.centre, move);
    hole.on_wall = false;
    hole.share = true;
    hole.group = static_cast<int>(b.groups.size());
    hole.heading = o.heading + move.turn;
    hole.x_heading = o.x_heading + move.turn;
    hole.mirrored = o.mirrored;
    const Placing place{hole.mirrored, hole.heading + Angle::radians(hole.mirrored ? pi : 0), hole.centre};
    copy.loops = {placed(hole.mirrored ? reversed(there) : there, undone(place))};
    b.groups.push_back(std::move(copy));
    b.openings.push_back(std::move(hole));
  }
}

struct SeamLap {
  SeamEdge on = SeamEdge::start;
  double reach = 0;                // from the seam's ruling
  const EdgeWork* work = nullptr;  // that makes it, else the seam does
};

void repeat_under(const std::vector<Blank*>& pieces, const SeamLap& lap) {
  const size_t n = pieces.size();
  // What is repeated is what was cut: the copies come after all have been looked at.
  std::vector<Blank> before;
  for (const Blank* b : pieces) before.push_back(*b);
  for (size_t i = 0; i < n; ++i) {
    Blank& b = *pieces[i];
    const bool at_end = lap.on == SeamEdge::end;
    const Blank& next = before[at_end ? (i + 1) % n : (i + n - 1) % n];
    const Element& there = at_end ? next.elements.front() : next.elements.back();
    const Element& here = at_end ? b.elements.back() : b.elements.front();
    const Beyond beyond{lap.work ? outline_with(b, *lap.work) : outline(b), line(here.base, here.top),
                        lap.reach};
    repeat_on(b, next, onto(there, here), beyond, lap.work ? lap.work->key : "seam.lap");
  }
}

// How far a lap reaches from its edge.
double reach_of(const EdgeTab& tab, const Arc& edge) {
  const Vec2 way = direction(edge.heading);
  double most = 0;
  for (const Arc& arc : tab.arcs) most = std::max(most, std::abs(cross(way, arc.start - edge.start)));
  return most;
}

// A lap along a joint lies on the plate at its other side, bent: nothing there can be cut through it.
void refuse_under(const Blank& lapped, const EdgeTab& tab, const std::vector<Blank>& blanks) {
  const Edge& e = lapped.edges[tab.edge];
  const Arc along = line(e.arcs.front().start, end_of(e.arcs.back()));
  const double reach = reach_of(tab, along);
  for (const Blank& b : blanks) {
    for (const BlankJoint& j : b.folding->joints) {
      const bool own = &b == &lapped &&
                       nearest(along, circle(0.5 * (j.from + j.to), within::same * b.size).front()).distance <
                           within::beside * b.size;
      if (j.name != label_of(e) || own) continue;
      for (const BlankOpening& o : b.openings) {
        const OpeningGroup* g = o.group < 0 ? nullptr : &b.groups[static_cast<size_t>(o.group)];
        double off = HUGE_VAL;
        for (const Arc& arc : o.outline) off = std::min(off, nearest(arc, line(j.from, j.to)).distance);
        if (g && off < reach)
          refuse(g->key, name_of(b, o) + " lies under the lap on the other side of " + j.name,
                 shown_mm(off, 3) + " from it", "at least " + shown_mm(reach, 3),
                 "move it, or make the lap narrower or put it on another edge");
      }
    }
  }
}

}  // namespace

void repeat_under_laps(const std::vector<Blank*>& pieces, const Seam& seam,
                       const std::vector<EdgeWork>& works) {
  if (seam.lap) repeat_under(pieces, {seam.lap_on, *seam.lap + seam.stock});
  const auto reach = [&](const EdgeWork& work) { return work.width.value_or(0) + seam.stock; };
  for (const EdgeWork& work : works) {
    if (work.kind != EdgeKind::lap) continue;
    if (work.on == name_of(EdgeName::seam_start)) repeat_under(pieces, {SeamEdge::start, reach(work), &work});
    if (work.on == name_of(EdgeName::seam_end)) repeat_under(pieces, {SeamEdge::end, reach(work), &work});
  }
}

void refuse_under_laps(const std::vector<Blank>& blanks) {
  for (const Blank& b : blanks) {
    for (const EdgeTab& tab : b.tabs) {
      if (b.folding && tab.kind == EdgeKind::lap && !tab.round) refuse_under(b, tab, blanks);
    }
  }
}

}  // namespace juggler
