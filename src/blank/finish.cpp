// What is done last with the blanks of a part: what is added beyond edges, notches, webs, measures, order.
#include <algorithm>

#include "cut_openings.h"
#include "opened.h"
#include "pieces_of_body.h"
#include "tabs.h"

namespace juggler {
namespace {

void shift(std::vector<Arc>& arcs, Vec2 by) {
  for (Arc& arc : arcs) arc.start = arc.start + by;
}

}  // namespace

void into_quadrant(Blank& b) {
  const Vec2 by = Vec2{} - as_laid(b).corner;
  for (Edge& e : b.edges) shift(e.arcs, by);
  for (EdgeTab& tab : b.tabs) {
    shift(tab.arcs, by);
    for (std::vector<Arc>& strip : tab.strips) shift(strip, by);
  }
  for (Outline& cut : b.partings) shift(cut, by);
  shift(b.marks.lines, by);
  const auto move = [&](std::initializer_list<Vec2*> points) {
    for (Vec2* p : points) *p = *p + by;
  };
  for (MarkText& t : b.marks.texts) move({&t.centre});
  shift(b.notched, by);
  for (auto* all : {&b.openings, &b.notches}) {
    for (BlankOpening& o : *all) {
      shift(o.outline, by);
      move({&o.centre});
    }
  }
  for (OpeningGroup& g : b.groups) {
    for (std::optional<Web>* web : {&g.seam_start, &g.seam_end, &g.edge, &g.opening}) {
      if (*web) move({&(*web)->at});
    }
  }
  for (Element& e : b.elements) move({&e.base, &e.top});
  for (Fold& fold : b.folds) {
    shift(fold.arcs, by);
    move({&fold.from, &fold.to});
  }
  for (StretchPatch& p : b.patches) {
    for (Vec2& at : p.at) at = at + by;
  }
  for (FormingPanel& p : b.forming) {
    for (Station& s : p.stations) move({&s.base, &s.top});
  }
  if (!b.folding) return;
  for (FlatFace& p : b.folding->faces) {
    for (Vec2& c : p.corners) move({&c});
  }
  for (BentZone& s : b.folding->zones) move({&s.a_from, &s.a_to, &s.b_from, &s.b_to});
  for (BlankJoint& j : b.folding->joints) move({&j.from, &j.to});
}

namespace {

// The bends that end on an edge, between its corners.
bool ends_on(const Arc& along, Vec2 end, double near) {
  const Vec2 from_start = end - along.start;
  const double on = dot(from_start, direction(along.heading));
  return std::abs(cross(direction(along.heading), from_start)) <= near && on > near &&
         on < along.length - near;
}

Vec2 carried_through(const Arc& along, Vec2 end, Vec2 other, const Outline& metal, double size) {
  const double near = within::beside * size;
  if (!ends_on(along, end, near)) return end;
  const Vec2 beyond = 1 / norm(end - other) * (end - other);
  const std::vector<Arc> parts = clipped(end + near * beyond, end + size * beyond, metal);
  return parts.empty() || norm(parts.front().start - end) > 2 * near ? end : end_of(parts.front());
}

// A bend goes on through a lap that it comes to. A hem or lock is folded before it, and would be bent as a
// stack.
void carry_bends(Blank& b) {
  const Outline metal = outline(b);
  const double near = within::beside * b.size;
  for (const EdgeTab& tab : b.tabs) {
    const auto along = straight_edge(b.edges[tab.edge]);
    if (!along || tab.round) continue;
    std::string across;
    for (Fold& line : bends_of(b)) {
      if (line.hem || !(ends_on(*along, line.from, near) || ends_on(*along, line.to, near))) continue;
      across += (across.empty() ? "" : ", ") + line.tag;
      if (tab.kind != EdgeKind::lap) continue;
      const Vec2 from = carried_through(*along, line.from, line.to, metal, b.size);
      line.to = carried_through(*along, line.to, line.from, metal, b.size);
      line.from = from;
    }
    if (tab.kind != EdgeKind::lap && !across.empty())
      b.warnings.push_back(std::string("The ") + name_of(tab.kind) + " beyond the edge " +
                           label_of(b.edges[tab.edge]) + " lies across the bends " + across +
                           ": notch it there before folding.");
  }
}

// A hit bends legs no farther than to the sides of the groove.
void refuse_past_groove(const Blank& b, const std::optional<PressDie>& die) {
  if (!die || !die->angle) return;
  const Angle most = Angle::degrees(180) - *die->angle;
  for (const Fold& l : bends_of(b)) {
    const Angle bent = l.turned + l.springback;
    if (l.hit() && bent.radians() > most.radians() + within::rounding)
      throw Refusal({.reason = "has a groove whose sides stop the hit " + l.tag +
                               (l.springback.radians() > 0 ? ", springback counted" : ""),
                     .key = "pressing.die",
                     .found = shown_degrees(bent, 3),
                     .allowed = "up to " + shown_degrees(most, 3) + " on the die " + die->name,
                     .advice = "take more hits, or a die with a narrower groove"});
  }
}

}  // namespace

void finish_blanks(std::vector<Blank>& blanks, const Making& making, const Bend& bend) {
  add_tabs(blanks, making.edges, bend);
  refuse_under_laps(blanks);
  for (Blank& blank : blanks) {
    cut_notches(blank);
    if (!blank.notches.empty()) into_quadrant(blank);  // a corner may be gone
    check_webs(blank);
    carry_bends(blank);
    keep_marks_on_metal(blank);
    measure_bends(blank);
    order_bends(blank);
    refuse_past_groove(blank, making.pressing.die);
    if (making.marks) warn_of_no_identity(blank, making);
  }
}

}  // namespace juggler
