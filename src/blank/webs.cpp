// The metal beside openings: measured, warned of, refused where there is none. docs/maths/openings.md
// (20)-(23).
#include <algorithm>
#include <boost/geometry/algorithms/covered_by.hpp>
#include <boost/geometry/geometries/box.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/index/rtree.hpp>
#include <boost/geometry/strategies/strategies.hpp>
#include <map>

#include "cut_openings.h"

namespace juggler {
namespace {

// One that is just as wide as asked is not.
bool is_below(double web, const OpeningGroup& g) { return web < g.least_web * (1 - within::same); }

namespace bg = boost::geometry;
using Point = bg::model::d2::point_xy<double>;
using Box = bg::model::box<Point>;
using Tree = bg::index::rtree<std::pair<Box, size_t>, bg::index::rstar<16>>;

// Of lines that need not be closed.
Box box_about(std::span<const Arc> lines) {
  const Rectangle r = upright_box(lines);
  const Vec2 end = end_of(lines.back());
  return {Point(std::min(r.corner.x, end.x), std::min(r.corner.y, end.y)),
          Point(std::max(r.corner.x + r.width, end.x), std::max(r.corner.y + r.height, end.y))};
}

Box grown(const Box& b, double by) {
  return {Point(b.min_corner().x() - by, b.min_corner().y() - by),
          Point(b.max_corner().x() + by, b.max_corner().y() + by)};
}

Nearest nearest_of(std::span<const Arc> a, std::span<const Arc> b) {
  Nearest best{HUGE_VAL, {}, {}};
  for (const Arc& x : a) {
    for (const Arc& y : b) {
      const Nearest one = nearest(x, y);
      if (one.distance < best.distance) best = one;
    }
  }
  return best;
}

// Lines to be kept clear of, under one name.
struct Border {
  std::string name;
  Outline lines;
  bool closed = false;  // the zone of a bend: also its inside
};

struct Found {
  Nearest web{HUGE_VAL, {}, {}};
  size_t other = 0;
};

// Finds what lies nearest to an outline, without looking at all of it.
class Neighbours {
 public:
  void add(std::span<const Arc> lines, size_t number) {
    lines_.emplace_back(lines.begin(), lines.end());
    numbers_.push_back(number);
  }
  void ready() {
    std::vector<std::pair<Box, size_t>> boxes;
    for (size_t i = 0; i < lines_.size(); ++i) boxes.push_back({box_about(lines_[i]), i});
    tree_ = Tree(boxes.begin(), boxes.end());
  }
  // No farther than so far; but not itself. Looked for in wider and wider boxes.
  [[nodiscard]] std::optional<Found> nearest_to(std::span<const Arc> outline, const Box& box, size_t self,
                                                double within) const {
    for (double reach = std::min(within, 1 + longest_side(box));; reach = std::min(within, 4 * reach)) {
      const auto found = nearest_in(outline, grown(box, reach), self, reach);
      if (found || reach >= within || bg::covered_by(tree_.bounds(), grown(box, reach))) return found;
    }
  }
  // Those whose boxes meet.
  void for_each_about(const Box& box, const std::function<void(size_t)>& visit) const {
    for (auto it = tree_.qbegin(bg::index::intersects(box)); it != tree_.qend(); ++it)
      visit(numbers_[it->second]);
  }
  [[nodiscard]] bool empty() const { return lines_.empty(); }

 private:
  static double longest_side(const Box& b) {
    return std::max(b.max_corner().x() - b.min_corner().x(), b.max_corner().y() - b.min_corner().y());
  }
  [[nodiscard]] std::optional<Found> nearest_in(std::span<const Arc> outline, const Box& about, size_t self,
                                                double within) const {
    std::optional<Found> best;
    for (auto it = tree_.qbegin(bg::index::intersects(about)); it != tree_.qend(); ++it) {
      if (numbers_[it->second] == self) continue;
      const Nearest web = nearest_of(outline, lines_[it->second]);
      if (web.distance <= within && (!best || web.distance < best->web.distance))
        best = Found{web, numbers_[it->second]};
    }
    return best;
  }

  std::vector<Outline> lines_;
  std::vector<size_t> numbers_;
  Tree tree_;
};

constexpr size_t nobody = static_cast<size_t>(-1);

Phrase shown_at(Vec2 p) { return "at [" + bare_mm(p.x, 1) + ", " + shown_mm(p.y, 1) + "] on the flat"; }

class Webs {
 public:
  explicit Webs(Blank& blank) : b_(blank), outline_(outline(blank)) {
    for (size_t i = 0; i < b_.edges.size(); ++i) {
      const std::vector<Arc>& arcs = cut_arcs(i);
      for (const Arc& arc : arcs) edges_.add({&arc, 1}, i);
      if (b_.edges[i].name == EdgeName::seam_start) start_.add(arcs, i);
      if (b_.edges[i].name == EdgeName::seam_end) end_.add(arcs, i);
    }
    for (size_t i = 0; i < cuts(); ++i) openings_.add(cut_out(i).outline, i);
    add_borders();
    for (Neighbours* n : {&edges_, &start_, &end_, &openings_, &borders_}) n->ready();
    below_.resize(b_.groups.size());
  }

  void check() {
    for (size_t i = 0; i < b_.openings.size(); ++i) check_one(i);
    for (size_t i = b_.openings.size(); i < cuts(); ++i) check_notch(i);
    for (size_t i = 0; i < b_.groups.size(); ++i) warn(i);
  }

 private:
  struct Below {
    int webs = 0, edges = 0;
    std::map<std::string, std::pair<std::string, bool>> bends;  // the first member, and whether it lies on it
  };

  // Openings, and after them those that run over an edge.
  [[nodiscard]] size_t cuts() const { return b_.openings.size() + b_.notches.size(); }
  [[nodiscard]] const BlankOpening& cut_out(size_t i) const {
    return i < b_.openings.size() ? b_.openings[i] : b_.notches[i - b_.openings.size()];
  }

  // An edge as it is cut: with what is added beyond it.
  [[nodiscard]] const std::vector<Arc>& cut_arcs(size_t i) const {
    const auto tab =
        std::find_if(b_.tabs.begin(), b_.tabs.end(), [&](const EdgeTab& t) { return t.edge == i; });
    return tab == b_.tabs.end() ? b_.edges[i].arcs : tab->arcs;
  }

  void add_borders() {
    const auto add = [&](std::string name, Outline lines, bool closed) {
      borders_.add(lines, border_.size());
      border_.push_back({std::move(name), std::move(lines), closed});
    };
    for (const Fold& l : bends_of(b_)) {
      if (l.hem) continue;  // beyond the edge
      const std::string name = (l.hit() ? "the bend line " : "bend ") + l.tag;
      if (l.zone < 0 || l.hit() || !b_.folding) {
        add(name, {line(l.from, l.to)}, false);
        continue;
      }
      const BentZone& s = b_.folding->zones[static_cast<size_t>(l.zone)];
      add(name,
          {line(s.a_from, s.a_to), line(s.a_to, s.b_to), line(s.b_to, s.b_from), line(s.b_from, s.a_from)},
          true);
    }
    for (const Fold& c : creases_of(b_)) add("the fold " + c.tag, c.arcs, false);
  }

  [[noreturn]] void refuse(const BlankOpening& o, const Phrase& reason, Vec2 at, const Phrase& advice) const {
    const OpeningGroup& g = b_.groups[static_cast<size_t>(o.group)];
    throw Refusal(
        {.reason = name_of(b_, o) + " " + reason, .key = g.key, .found = shown_at(at), .advice = advice});
  }

  void check_one(size_t i) {
    const BlankOpening& o = b_.openings[i];
    if (o.group < 0) return;
    OpeningGroup& g = b_.groups[static_cast<size_t>(o.group)];
    const Box box = box_about(o.outline);
    measure_edges(o, g, box);
    measure_openings(o, g, box, i);
    look_at_bends(o, g, box);
  }

  // What runs over an edge has metal between it and the others.
  void check_notch(size_t i) {
    const BlankOpening& o = cut_out(i);
    OpeningGroup& g = b_.groups[static_cast<size_t>(o.group)];
    const Box box = box_about(o.outline);
    for (size_t e = 0; e < b_.edges.size(); ++e) {
      const Nearest web = nearest_of(o.outline, cut_arcs(e));
      if (web.distance <= touching(g) || !is_metal(web)) continue;
      if (is_below(web.distance, g)) ++below_[static_cast<size_t>(o.group)].edges;
      keep(g.edge, {web.distance, name_of(b_, o), label_of(b_.edges[e]), web.on_a});
    }
    measure_openings(o, g, box, i);
    look_at_bends(o, g, box);
  }
  [[nodiscard]] bool is_metal(const Nearest& web) const {
    return contains(outline_, 0.5 * (web.on_a + web.on_b));
  }

  // No metal is left where outlines come nearer than they are known.
  [[nodiscard]] double touching(const OpeningGroup& g) const {
    return within::same * b_.size + g.fit_error + b_.fit_error;
  }

  static void keep(std::optional<Web>& least, const Web& web) {
    if (!least || web.width < least->width) least = web;
  }

  void measure_edges(const BlankOpening& o, OpeningGroup& g, const Box& box) {
    const double limit = std::max(g.least_web, g.edge ? g.edge->width : HUGE_VAL);
    if (const auto found = edges_.nearest_to(o.outline, box, nobody, limit)) {
      const Edge& e = b_.edges[found->other];
      const bool seam = e.name == EdgeName::seam_start || e.name == EdgeName::seam_end;
      if (found->web.distance <= touching(g))
        refuse(o, seam ? "goes across the seam" : "goes over the edge " + label_of(e), found->web.on_a,
               seam ? "move it, or the seam" : "move it, or make it smaller");
      if (is_below(found->web.distance, g)) ++below_[static_cast<size_t>(o.group)].edges;
      keep(g.edge, {found->web.distance, name_of(b_, o), label_of(e), found->web.on_a});
    }
    if (!contains(outline_, o.outline.front().start))
      refuse(o, "lies off the blank", o.outline.front().start, "move it onto the wall");
    for (const auto& [neighbours, least] :
         {std::pair{&start_, &g.seam_start}, std::pair{&end_, &g.seam_end}}) {
      const double within = *least ? (*least)->width : HUGE_VAL;
      if (neighbours->empty()) continue;
      if (const auto found = neighbours->nearest_to(o.outline, box, nobody, within))
        keep(*least,
             {found->web.distance, name_of(b_, o), label_of(b_.edges[found->other]), found->web.on_a});
    }
  }

  void refuse_within(const BlankOpening& o, const Box& box, size_t self) const {
    openings_.for_each_about(box, [&](size_t k) {
      const BlankOpening& other = cut_out(k);
      if (k == self) return;
      if (contains(other.outline, o.outline.front().start) ||
          contains(o.outline, other.outline.front().start))
        refuse(o, "lies over " + name_of(b_, other), o.centre, "move one of them");
    });
  }

  void measure_openings(const BlankOpening& o, OpeningGroup& g, const Box& box, size_t self) {
    const double limit = std::max(g.least_web, g.opening ? g.opening->width : HUGE_VAL);
    const auto found = openings_.nearest_to(o.outline, box, self, limit);
    if (!found || found->web.distance > 0) refuse_within(o, box, self);
    if (!found) return;
    const BlankOpening& other = cut_out(found->other);
    if (found->web.distance <= touching(g))
      refuse(o, "meets " + name_of(b_, other), found->web.on_a, "move them apart, or join them in one form");
    if (is_below(found->web.distance, g)) ++below_[static_cast<size_t>(o.group)].webs;
    keep(g.opening, {found->web.distance, name_of(b_, o), name_of(b_, other), found->web.on_a});
  }

  void look_at_bends(const BlankOpening& o, const OpeningGroup& g, const Box& box) {
    const Box about = grown(box, g.least_web);
    borders_.for_each_about(about, [&](size_t k) {
      const Border& border = border_[k];
      const bool within = border.closed && contains(border.lines, o.outline.front().start);
      const double distance = within ? 0 : nearest_of(o.outline, border.lines).distance;
      if (distance > 0 && !is_below(distance, g)) return;
      below_[static_cast<size_t>(o.group)].bends.insert({border.name, {name_of(b_, o), distance == 0}});
    });
  }

  void warn(size_t number) {
    const OpeningGroup& g = b_.groups[number];
    const Below& below = below_[number];
    const auto mm = [](double v) { return shown_mm(v, 3); };
    const auto say = [&](int count, const Web& web, const std::string& what) {
      b_.warnings.push_back("The " + what + " between " + web.of + " and " + web.beside + " is " +
                            mm(web.width) + " " + shown_at(web.at) + ", below the limit of " +
                            mm(g.least_web) +
                            (count > 1 ? " (one of " + std::to_string(count) + " such)." : "."));
    };
    warn_of_its_form(number);
    if (below.webs > 0) say(below.webs, *g.opening, "web");
    if (below.edges > 0) say(below.edges, *g.edge, "metal");
    constexpr size_t most = 4;
    size_t said = 0;
    for (const auto& [bend, member] : below.bends) {
      if (++said > most) {
        b_.warnings.push_back(g.name + " lies on or near " + std::to_string(below.bends.size() - most) +
                              " more bends.");
        break;
      }
      b_.warnings.push_back(member.first + (member.second ? " lies on " : " lies near ") + bend +
                            (member.second ? ": it will be drawn out of shape there."
                                           : ", nearer than " + mm(g.least_web) + "."));
    }
  }

  // Too narrow to be pierced; or about metal that hangs on too little.
  void warn_of_its_form(size_t number) {
    const OpeningGroup& g = b_.groups[number];
    const auto first = std::find_if(b_.openings.begin(), b_.openings.end(), [&](const BlankOpening& o) {
      return o.group == static_cast<int>(number);
    });
    if (g.lettering || first == b_.openings.end()) return;
    const Rectangle box = smallest_rectangle(first->outline);
    const double narrow = std::min(box.width, box.height);
    if (narrow < 0.5 * b_.thickness)
      b_.warnings.push_back(name_of(b_, *first) + " is " + shown_mm(narrow, 3) +
                            " wide, less than half the thickness of " + shown_mm(b_.thickness, 3) +
                            ": few tools make it.");
    const Web neck = neck_of(*first);
    if (is_below(neck.width, g))
      b_.warnings.push_back("What " + name_of(b_, *first) + " goes round is held by " +
                            shown_mm(neck.width, 3) + " " + shown_at(neck.at) + ", below the limit of " +
                            shown_mm(g.least_web, 3) + ".");
  }

  // The least metal between two stretches of one outline that is far shorter than the way round it: what it
  // holds hangs on that.
  static Web neck_of(const BlankOpening& o) {
    Web neck{.width = HUGE_VAL};
    const Outline& line = o.outline;
    const double whole = length_of(line);
    constexpr size_t most = 200;
    constexpr double times = 4;
    constexpr double least = 0.02;  // of the outline
    for (size_t i = 0; i < line.size() && line.size() <= most; ++i) {
      for (size_t k = i + 2; k < line.size(); ++k) {
        const Nearest between = nearest(line[i], line[k]);
        const double apart = run_to(line, between.on_b) - run_to(line, between.on_a);
        const double round = std::min(std::abs(apart), whole - std::abs(apart));
        if (between.distance >= neck.width || round < std::max(times * between.distance, least * whole) ||
            contains(line, 0.5 * (between.on_a + between.on_b)))
          continue;
        neck.width = between.distance;
        neck.at = between.on_a;
      }
    }
    return neck;
  }

  Blank& b_;
  Outline outline_;
  Neighbours edges_, start_, end_, openings_, borders_;
  std::vector<Border> border_;
  std::vector<Below> below_;
};

}  // namespace

void check_webs(Blank& blank) {
  if (!blank.groups.empty()) Webs(blank).check();
}

namespace {

bool boxes_meet(const Rectangle& a, Vec2 from, Vec2 to) {
  return std::max(from.x, to.x) >= a.corner.x && std::min(from.x, to.x) <= a.corner.x + a.width &&
         std::max(from.y, to.y) >= a.corner.y && std::min(from.y, to.y) <= a.corner.y + a.height;
}

// What a line keeps beside an opening.
std::vector<Arc> outside(const std::vector<Arc>& parts, const Outline& opening) {
  std::vector<Arc> kept;
  for (const Arc& part : parts) {
    const Vec2 way = direction(part.heading);
    double from = 0;
    for (const Arc& hole : clipped(part.start, end_of(part), opening)) {
      const double at = dot(hole.start - part.start, way);
      if (at > from) kept.push_back(stretch(part, from, at));
      from = std::max(from, at + hole.length);
    }
    if (from < part.length) kept.push_back(stretch(part, from, part.length));
  }
  return kept;
}

}  // namespace

std::vector<Arc> on_metal(const Blank& blank, Vec2 from, Vec2 to, const Outline& edge) {
  std::vector<Arc> parts = clipped(from, to, edge);
  for (const BlankOpening& o : blank.openings) {
    if (boxes_meet(upright_box(o.outline), from, to)) parts = outside(parts, o.outline);
  }
  return parts;
}

std::vector<Arc> on_metal(const Blank& blank, const std::vector<Arc>& lines) {
  if (blank.groups.empty()) return lines;
  constexpr int parts = 64;
  std::vector<Arc> kept;
  for (const Arc& arc : lines) {
    double from = 0;
    for (int i = 0; i <= parts; ++i) {
      const double at = arc.length * (i + 0.5) / parts;
      if (i < parts && !in_opening(blank, point_at(arc, at))) continue;
      const double to = arc.length * i / parts;
      if (to > from) kept.push_back(stretch(arc, from, to));
      from = arc.length * (i + 1) / parts;
    }
  }
  return kept;
}

bool in_opening(const Blank& blank, Vec2 p) {
  return std::any_of(blank.openings.begin(), blank.openings.end(), [&](const BlankOpening& o) {
    return boxes_meet(upright_box(o.outline), p, p) && contains(o.outline, p);
  });
}

std::vector<Arc> openings_near(const Blank& blank, Vec2 centre, double radius) {
  std::vector<Arc> lines;
  for (const BlankOpening& o : blank.openings) {
    const Rectangle box = upright_box(o.outline);
    const double dx = std::max({box.corner.x - centre.x, centre.x - box.corner.x - box.width, 0.0});
    const double dy = std::max({box.corner.y - centre.y, centre.y - box.corner.y - box.height, 0.0});
    if (std::hypot(dx, dy) > radius) continue;
    for (const Arc& arc : o.outline) {
      for (const Arc& part : split(arc, Angle::degrees(15))) lines.push_back(line(part.start, end_of(part)));
    }
  }
  return lines;
}

}  // namespace juggler
