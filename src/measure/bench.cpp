// The numbers of the bench card. Equation numbers: docs/maths/bench.md.
#include "juggler/measure.h"

#include <algorithm>

#include "say.h"

namespace juggler {
namespace {

double rounded(double mm, double step) { return step * std::round(mm / step); }
Vec2 rounded(Vec2 p, double step) { return {rounded(p.x, step), rounded(p.y, step)}; }

struct Corners {
  Vec2 left, right;
};

// Of a rim, by its ends: the one farther to the left first.
Corners corners_of(const Edge& e) {
  const Vec2 a = e.arcs.front().start;
  const Vec2 b = end_of(e.arcs.back());
  return a.x <= b.x ? Corners{a, b} : Corners{b, a};
}

bool is_arc(const Edge& e) { return e.arcs.size() == 1; }

std::vector<const Edge*> rims_of(const Blank& b) {
  std::vector<const Edge*> rims;
  for (const EdgeName name : {EdgeName::base, EdgeName::top}) {
    if (const Edge* e = edge(b, name)) rims.push_back(e);
  }
  return rims;
}

Vec2 point_along(const Edge& e, double length) {
  for (const Arc& arc : e.arcs) {
    if (length <= arc.length) return point_at(arc, length);
    length -= arc.length;
  }
  return end_of(e.arcs.back());
}

double distance_to_line(Vec2 p, Vec2 a, Vec2 b) {
  const Vec2 d = b - a;
  const double along = dot(d, d) > 0 ? std::clamp(dot(p - a, d) / dot(d, d), 0.0, 1.0) : 0;
  return norm(p - (a + along * d));
}

// Seam edges are straight but for those of walls that stretch, and these where rounding does not show it.
bool curved_sides(const Blank& b, double round_to) {
  if (b.patches.empty()) return false;
  return std::any_of(b.edges.begin(), b.edges.end(), [&](const Edge& e) {
    if (e.name != EdgeName::seam_start && e.name != EdgeName::seam_end) return false;
    const double length = length_of(e.arcs);
    const Vec2 from = point_along(e, 0);
    const Vec2 to = point_along(e, length);
    double off = 0;
    for (int i = 1; i < 16; ++i)
      off = std::max(off, distance_to_line(point_along(e, length * i / 16), from, to));
    return off > round_to / 4;
  });
}

// Whether all that is swung has one centre, but for the rounding of a long radius.
bool share_centre(const Blank& b, const Bench& bench) {
  std::vector<Arc> swung;
  for (const Edge* e : rims_of(b)) {
    const Arc& arc = e->arcs.front();
    if (!is_straight(arc) && radius_of(arc) <= bench.reach.value_or(HUGE_VAL)) swung.push_back(arc);
  }
  if (swung.size() < 2) return true;
  const double rounding = within::same * std::max(radius_of(swung[0]), radius_of(swung[1]));
  return norm(centre_of(swung[1]) - centre_of(swung[0])) <= bench.round_to / 4 + rounding;
}

Marking marking_of(const Blank& b, const Bench& bench) {
  if (curved_sides(b, bench.round_to)) return Marking::coordinates;
  bool far = false;
  bool round = false;  // an arc of half a turn or more has no offsets from its chord
  for (const Edge* e : rims_of(b)) {
    if (!is_arc(*e)) return Marking::coordinates;
    const Arc& arc = e->arcs.front();
    if (is_straight(arc)) continue;
    far = far || (bench.reach && radius_of(arc) > *bench.reach);
    round = round || std::abs(arc.turn.radians()) >= 3;
  }
  if (!share_centre(b, bench)) return Marking::coordinates;
  if (!far) return Marking::swing;
  return round ? Marking::coordinates : Marking::offsets;
}

// (2): the rise of an arc over its chord at x from the chord's middle, without its centre.
double offset_at(const Arc& arc, double x) {
  const double k = std::abs(arc.turn.radians()) / arc.length;
  const double half = norm(end_of(arc) - arc.start) / 2;
  const double at_x = std::sqrt(std::max(0.0, 1 - k * k * x * x));
  const double at_end = std::sqrt(std::max(0.0, 1 - k * k * half * half));
  return k * (half - x) * (half + x) / (at_x + at_end);
}

// Where the arc falls steeply from one offset to the next, more between them.
void add_between(CardRim& rim, const Arc& arc, std::pair<double, double> x, double up, double step,
                 int depth) {
  const double fall = offset_at(arc, x.first) - offset_at(arc, x.second);
  const double middle = rounded((x.first + x.second) / 2, step);
  if (depth == 0 || std::hypot(x.second - x.first, fall) <= 1.25 * rim.spacing || middle <= x.first ||
      middle >= x.second)
    return;
  add_between(rim, arc, {x.first, middle}, up, step, depth - 1);
  rim.near_ends.push_back({middle, rounded(up * offset_at(arc, middle), step)});
  add_between(rim, arc, {middle, x.second}, up, step, depth - 1);
}

void add_offsets(CardRim& rim, const Arc& arc, const Bench& bench) {
  const double half = norm(end_of(arc) - arc.start) / 2;
  const double chosen = bench.spacing.value_or(half / 6);
  rim.spacing = std::max(rounded(std::max(chosen, half / 200), bench.round_to), bench.round_to);
  // An anticlockwise arc that heads to the right bulges downwards.
  const bool rightwards = end_of(arc).x > arc.start.x;
  const double up = (arc.turn > Angle{}) == rightwards ? -1 : 1;
  for (double x = 0; x < half; x += rim.spacing) {
    rim.offsets.push_back(rounded(up * offset_at(arc, x), bench.round_to));
    add_between(rim, arc, {x, std::min(x + rim.spacing, half)}, up, bench.round_to, 6);
  }
}

double arc_length(double radius, double half_chord, double rise) {
  return 2 * radius * std::atan2(half_chord, radius - rise);
}

// (4): the rim as it comes out when the rounded numbers are drawn, less the exact one.
double girth_change(const CardRim& rim, const Edge& e, const BenchCard& card) {
  const double exact = length_of(e.arcs);
  if (rim.straight) return norm(rim.right - rim.left) - exact;
  const Arc& arc = e.arcs.front();
  if (rim.swung) {
    const Vec2 centre{card.centre_x, card.centre_y};
    const Vec2 a = rim.left - centre;
    const Vec2 b = rim.right - centre;
    const double swept = std::atan2(cross(a, b), dot(a, b));
    const double full = two_pi;
    const double turned = std::abs(arc.turn.radians());
    double drawn = std::abs(swept);
    if (std::abs(full - drawn - turned) < std::abs(drawn - turned)) drawn = full - drawn;
    return rim.radius * drawn - exact;
  }
  const double rise = std::abs(rim.offsets.empty() ? 0 : rim.offsets.front());
  const double half = norm(rim.right - rim.left) / 2;
  if (rise == 0) return 2 * half - exact;
  return arc_length((half * half + rise * rise) / (2 * rise), half, rise) - exact;
}

// Whether both corners lie level and alike on either side of the centre line, but for its own rounding.
bool is_even(const Edge& e, const Corners& c, const BenchCard& card) {
  const Arc& arc = e.arcs.front();
  const double middle = (c.left.x + c.right.x) / 2;
  const double near = card.round_to / 16;  // no rounding shows it
  const bool about_it = is_straight(arc) ? std::abs(card.centre_x - middle) <= card.round_to / 2 + near
                                         : std::abs(centre_of(arc).x - middle) < near;
  return about_it && std::abs(c.left.y - c.right.y) < near;
}

// Where a swung edge meets the centre line: on the side of the centre on which the blank lies.
double crossing_of(const CardRim& rim, const Arc& arc, const BenchCard& card) {
  const bool below = point_at(arc, arc.length / 2).y < centre_of(arc).y;
  return card.centre_y + (below ? -rim.radius : rim.radius);
}

CardRim rim_of(const Edge& e, const BenchCard& card, const Bench& bench) {
  CardRim rim;
  rim.name = e.name;
  rim.called = label_of(e);
  const Corners c = corners_of(e);
  rim.left = rounded(c.left, bench.round_to);
  rim.right = rounded(c.right, bench.round_to);
  rim.length = rounded(length_of(e.arcs), bench.round_to);
  rim.half_chord = rounded(norm(c.right - c.left), bench.round_to) / 2;
  rim.chord = rounded(norm(rim.right - rim.left), bench.round_to);
  if (!is_arc(e)) return rim;
  // Set off by half chords from the centre line, both corners err alike.
  if (card.marking != Marking::coordinates && is_even(e, c, card)) {
    rim.left.x = card.centre_x - rim.half_chord;
    rim.right.x = card.centre_x + rim.half_chord;
    rim.chord = rounded(norm(rim.right - rim.left), bench.round_to);
  }
  const Arc& arc = e.arcs.front();
  rim.straight = is_straight(arc);
  rim.sector = Angle::radians(std::abs(arc.turn.radians()));
  if (!rim.straight) {
    rim.radius = rounded(radius_of(arc), bench.round_to);
    rim.centre = rounded(centre_of(arc), bench.round_to);
  }
  rim.swung = !rim.straight && card.marking != Marking::coordinates &&
              (card.marking == Marking::swing || radius_of(arc) <= *bench.reach);
  if (!rim.straight && card.marking == Marking::offsets && !rim.swung) add_offsets(rim, arc, bench);
  if (rim.swung) rim.crossing = crossing_of(rim, arc, card);
  if (card.marking != Marking::coordinates) rim.girth_change = girth_change(rim, e, card);
  return rim;
}

CardPoint point_of(const Element& e, double step) {
  return {e.number, e.plan, rounded(norm(e.top - e.base), step), rounded(e.base, step), rounded(e.top, step)};
}

// Of a folded blank: corner by corner.
void add_outline(BenchCard& card, const Blank& b) {
  for (const Arc& arc : outline(b)) {
    const bool straight = is_straight(arc);
    const double radius = straight ? 0 : rounded(radius_of(arc), card.round_to);
    CardTurn turn{rounded(arc.start, card.round_to), radius,
                  rounded(norm(end_of(arc) - arc.start), card.round_to)};
    if (!straight) {
      turn.centre = rounded(centre_of(arc), card.round_to);
      turn.turned = arc.turn;
    }
    card.outline.push_back(turn);
    card.around += card.outline.back().to_next;
  }
}

// Where the outline turns a corner within a rim.
void add_corners(BenchCard& card, const Edge& e) {
  for (size_t i = 0; i + 1 < e.arcs.size(); ++i) {
    const Arc& arc = e.arcs[i];
    const double bend = std::remainder((e.arcs[i + 1].heading - arc.heading - arc.turn).radians(), two_pi);
    if (std::abs(bend) < within::beside) continue;
    card.corners.push_back({e.name, rounded(end_of(arc), card.round_to)});
  }
}

// Of a rim with a flange: where the outline turns beside its strips, whose free edges are told by themselves.
void add_notch_corners(BenchCard& card, EdgeName name, const EdgeTab& flange, double size) {
  const auto is_free_corner = [&](Vec2 p) {
    return std::any_of(flange.strips.begin(), flange.strips.end(), [&](const std::vector<Arc>& strip) {
      return std::min(norm(strip[1].start - p), norm(strip.back().start - p)) <= within::same * size;
    });
  };
  for (size_t i = 0; i + 1 < flange.arcs.size(); ++i) {
    const Vec2 at = end_of(flange.arcs[i]);
    const Angle arrives = heading_at(flange.arcs[i], flange.arcs[i].length);
    const double bend = std::remainder((flange.arcs[i + 1].heading - arrives).radians(), two_pi);
    if (std::abs(bend) >= within::beside && !is_free_corner(at))
      card.corners.push_back({name, rounded(at, card.round_to)});
  }
}

// The ends of the elements on a rim, in order along it.
std::vector<Vec2> rim_points(const Blank& b, EdgeName name) {
  std::vector<Vec2> points;
  for (const Element& e : b.elements) points.push_back(name == EdgeName::base ? e.base : e.top);
  return points;
}

// With the corners before and after them: beyond the elements may lie a lap or stock.
std::vector<Vec2> rim_and_corners(const Blank& b, const Edge& e) {
  std::vector<Vec2> points = rim_points(b, e.name);
  Vec2 first = e.arcs.front().start;
  Vec2 last = end_of(e.arcs.back());
  if (norm(first - points.front()) > norm(last - points.front())) std::swap(first, last);
  points.insert(points.begin(), first);
  points.push_back(last);
  return points;
}

// (3): how far an edge leaves straight lines between points: of looks, several between any two points, the
// farthest, closed in on.
double farthest_between(const std::vector<Vec2>& points, const Edge& e) {
  const auto off = [&](Vec2 p) {
    double nearest = HUGE_VAL;
    for (size_t i = 0; i + 1 < points.size(); ++i)
      nearest = std::min(nearest, distance_to_line(p, points[i], points[i + 1]));
    return nearest;
  };
  const double whole = length_of(e.arcs);
  double worst = 0;
  for (const Arc& arc : e.arcs) {
    const auto off_at = [&](double share) { return off(point_at(arc, share * arc.length)); };
    constexpr double looks_between = 12;
    const int looks =
        4 + static_cast<int>(looks_between * static_cast<double>(points.size()) * arc.length / whole);
    for (int i = 0; i <= looks; ++i) {
      const double at = static_cast<double>(i) / looks;
      if (off_at(at) <= worst) continue;
      const auto nearer = [&](double share) { return -off_at(share); };
      const Least found = valley(nearer, std::max(0.0, at - 1.0 / looks), std::min(1.0, at + 1.0 / looks));
      worst = std::max(off_at(at), -found.value);
    }
  }
  return worst;
}

// (5): the points drawn from their rounded coordinates, joined by straight lines, less the exact ones.
double polyline_change(const std::vector<Vec2>& points, double step) {
  double change = 0;
  for (size_t i = 0; i + 1 < points.size(); ++i) {
    change += norm(rounded(points[i + 1], step) - rounded(points[i], step)) - norm(points[i + 1] - points[i]);
  }
  return change;
}

// Both seam edges, from the base upwards.
void add_sides(BenchCard& card, const Blank& b) {
  if (!curved_sides(b, card.round_to)) return;
  constexpr int steps = 12;
  const auto upwards = [&](EdgeName name, double share) {
    const Edge& e = *edge(b, name);
    const Vec2 base = name == EdgeName::seam_start ? b.elements.front().base : b.elements.back().base;
    const bool up = norm(e.arcs.front().start - base) < norm(end_of(e.arcs.back()) - base);
    return point_along(e, (up ? share : 1 - share) * length_of(e.arcs));
  };
  for (int i = 0; i <= steps; ++i) {
    const double share = static_cast<double>(i) / steps;
    card.sides.push_back({rounded(upwards(EdgeName::seam_start, share), card.round_to),
                          rounded(upwards(EdgeName::seam_end, share), card.round_to)});
  }
  for (const EdgeName name : {EdgeName::seam_start, EdgeName::seam_end}) {
    std::vector<Vec2> points;
    for (int i = 0; i <= steps; ++i) points.push_back(upwards(name, static_cast<double>(i) / steps));
    card.between_sides = std::max(card.between_sides, farthest_between(points, *edge(b, name)));
  }
}

void add_points(BenchCard& card, const Blank& b) {
  for (const Element& e : b.elements) card.points.push_back(point_of(e, card.round_to));
  for (const Edge* e : rims_of(b)) {
    const auto flange = std::find_if(b.tabs.begin(), b.tabs.end(), [&](const EdgeTab& t) {
      return t.kind == EdgeKind::flange && &b.edges[t.edge] == e;
    });
    if (flange == b.tabs.end())
      add_corners(card, *e);
    else
      add_notch_corners(card, e->name, *flange, b.size);
    card.between_points = std::max(card.between_points, farthest_between(rim_and_corners(b, *e), *e));
  }
  add_sides(card, b);
  for (CardRim& rim : card.rims) rim.girth_change = polyline_change(rim_points(b, rim.name), card.round_to);
}

// The line that the swing centre lies on: through it, or down the middle of the box.
void add_centre(BenchCard& card, const Blank& b) {
  card.centre_x = rounded(as_laid(b).width / 2, card.round_to);
  for (const Edge* e : rims_of(b)) {
    if (!is_arc(*e) || is_straight(e->arcs.front())) continue;
    const Vec2 centre = centre_of(e->arcs.front());
    card.centre_x = rounded(centre.x, card.round_to);
    card.centre_y = rounded(centre.y, card.round_to);
  }
}

// Where the box is as wide as a chord that lies even about the centre line, half of it as rounded is the half
// chord: to half a step, so that both halves make the whole.
void agree_on_width(BenchCard& card, const Blank& b) {
  if (card.marking == Marking::coordinates) return;
  const double width = as_laid(b).width;
  for (const Edge* e : rims_of(b)) {
    const Corners c = corners_of(*e);
    if (!is_arc(*e) || std::abs(norm(c.right - c.left) - width) > within::same * (card.width + card.height) ||
        !is_even(*e, c, card))
      continue;
    card.centre_x = card.width / 2;
  }
}

// The elements are counted from the seam's ruling, not from the edge as cut.
void add_zero(BenchCard& card, const Blank& b) {
  const Edge* start = edge(b, EdgeName::seam_start);
  if (!start || b.elements.empty()) return;
  const Element& first = b.elements.front();
  const auto beyond = [&](Vec2 end) {
    const double off =
        std::min(norm(start->arcs.front().start - end), norm(end_of(start->arcs.back()) - end));
    return rounded(first.edge_distance < 0 ? -off : off, card.round_to);
  };
  card.zero_base = beyond(first.base);
  card.zero_top = beyond(first.top);
}

void add_diagonals(BenchCard& card, const Blank& b) {
  const auto length = [&](EdgeName name) { return rounded(length_of(edge(b, name)->arcs), card.round_to); };
  card.seam_start = length(EdgeName::seam_start);
  card.seam_end = length(EdgeName::seam_end);
  const Edge* base = edge(b, EdgeName::base);
  const Edge* top = edge(b, EdgeName::top);
  if (!base || !top) return;
  const Corners low = corners_of(*base);
  const Corners high = corners_of(*top);
  card.diagonal_left = rounded(norm(high.right - low.left), card.round_to);
  card.diagonal_right = rounded(norm(high.left - low.right), card.round_to);
}

// Where the blank of a pointed part comes to its point: the corner that both seam edges share.
void add_tip(BenchCard& card, const Blank& b) {
  const Edge* start = edge(b, EdgeName::seam_start);
  const Edge* last = edge(b, EdgeName::seam_end);
  for (const Vec2 p : {start->arcs.front().start, end_of(start->arcs.back())}) {
    for (const Vec2 q : {last->arcs.front().start, end_of(last->arcs.back())}) {
      if (norm(p - q) > within::same * b.size) continue;
      card.pointed = true;
      card.tip = rounded(p, card.round_to);
    }
  }
}

// The least radius of a template at an end, with the sense -1 the greatest.
double template_radius(const Form& f, EndName end, double layer, double sense) {
  return sense *
         least([&](double u) { return sense * rolled_radius(f, end, layer, u); }, f.from(), f.to()).value;
}

Sweep sweep_of(const Form& f, EndName end, double step) {
  const auto radius = [&](double layer, double sense) {
    return rounded(template_radius(f, end, layer, sense), step);
  };
  return {end, radius(0, 1), radius(0, -1), radius(f.thickness, 1), radius(f.thickness, -1)};
}

// What lies inside the edges: where a flange is turned over, where a lap ends or stock is cut off.
void add_lines(BenchCard& card, const PieceResult& piece) {
  const auto add = [&](CardLine::Of of, EdgeName edge, double inside, Angle turned = {}) {
    card.lines.push_back({of, edge, rounded(inside, card.round_to), turned});
  };
  for (const TurnedEnd& end : piece.formed->turned_ends)
    add(CardLine::Of::flange, end.edge, end.width, end.turned);
  if (!piece.formed->seam) return;
  const Seam& seam = *piece.formed->seam;
  if (seam.lap)
    add(CardLine::Of::lap, seam.lap_on == SeamEdge::start ? EdgeName::seam_start : EdgeName::seam_end,
        *seam.lap);
  if (seam.stock <= 0) return;
  for (const EdgeName edge : {EdgeName::seam_start, EdgeName::seam_end})
    add(CardLine::Of::stock, edge, seam.stock);
}

// Its straight strips by the corners of their free edges, others by their width.
void add_strips(BenchCard& card, const EdgeTab& tab, const std::string& edge) {
  const double step = card.round_to;
  for (const std::vector<Arc>& strip : tab.strips) {
    const Vec2 from = strip[1].start, to = strip.back().start;
    CardTab t{edge, rounded(from, step), rounded(to, step), rounded(norm(to - from), step)};
    if (strip.size() > 3 || !is_straight(strip[1])) t.strip = rounded(strip.front().length, step);
    card.tabs.push_back(t);
  }
}

void add_tabs(BenchCard& card, const Blank& b) {
  const double step = card.round_to;
  for (const EdgeTab& tab : b.tabs) {
    if (!tab.strips.empty()) {
      add_strips(card, tab, label_of(b.edges[tab.edge]));
      continue;
    }
    CardTab t{label_of(b.edges[tab.edge])};
    if (tab.arcs.size() == 1) {
      t.radius = rounded(radius_of(tab.arcs.front()), step);
      t.centre = rounded(centre_of(tab.arcs.front()), step);
    } else {
      const Vec2 from = end_of(tab.arcs.front());
      const Vec2 to = tab.arcs.back().start;
      t.beyond = rounded(tab.beyond, step);
      t.from = rounded(from, step);
      t.to = rounded(to, step);
      t.apart = rounded(norm(to - from), step);
    }
    card.tabs.push_back(t);
  }
}

void add_openings(BenchCard& card, const Blank& b) {
  const double step = card.round_to;
  for (size_t i = 0; i < std::min(b.openings.size(), BenchCard::most_openings); ++i) {
    const BlankOpening& o = b.openings[i];
    CardOpening c{i, rounded(o.centre, step)};
    if (const auto round = round_hole(o)) {
      c.round = true;
      c.at = rounded(round->centre, step);
      c.diameter = rounded(round->diameter, step);
    } else {
      const Rectangle box = upright_box(o.outline);
      c.corner = rounded(box.corner, step);
      c.width = rounded(box.width, step);
      c.height = rounded(box.height, step);
    }
    card.openings.push_back(c);
  }
}

// What the angles come to that the card prints.
void add_turned(BenchCard& card, const Blank& b) {
  double hundredths = 0;
  for (const Fold& bend : bends_of(b))
    hundredths += (bend.up ? 1 : -1) * std::round(100 * bend.turned.degrees());
  card.turned = Angle::degrees(hundredths / 100);
}

}  // namespace

const char* name_of(Marking marking) {
  constexpr const char* names[]{"swing", "offsets", "coordinates"};
  return names[static_cast<size_t>(marking)];
}

BenchCard bench_card(const PieceResult& piece, const Bench& bench) {
  const Blank& b = piece.blank;
  BenchCard card;
  card.round_to = bench.round_to;
  const Rectangle box = as_laid(b);
  card.width = rounded(box.width, bench.round_to);
  card.height = rounded(box.height, bench.round_to);
  card.diagonal = rounded(std::hypot(box.width, box.height), bench.round_to);
  add_tabs(card, b);
  add_openings(card, b);
  if (b.folding || b.cut_out) {
    add_turned(card, b);
    card.marking = Marking::coordinates;
    add_outline(card, b);
    return card;
  }
  card.marking = marking_of(b, bench);
  add_centre(card, b);
  agree_on_width(card, b);
  card.centre_from_right = card.width - card.centre_x;
  for (const Edge* e : rims_of(b)) card.rims.push_back(rim_of(*e, card, bench));
  add_tip(card, b);
  add_diagonals(card, b);
  add_zero(card, b);
  add_lines(card, piece);
  if (card.marking == Marking::coordinates) add_points(card, b);
  if (!piece.wall()) return card;
  if (!piece.wall()->base_pointed) card.tape_base = rounded(b.outside.base_girth, bench.round_to);
  if (!piece.wall()->top_pointed) card.tape_top = rounded(b.outside.top_girth, bench.round_to);
  for (const EndName end : {EndName::base, EndName::top}) {
    if (takes_sweeps(*piece.wall()) && !piece.wall()->pointed(end))
      card.sweeps.push_back(sweep_of(*piece.wall(), end, bench.round_to));
  }
  return card;
}

bool takes_sweeps(const Form& wall) { return !wall.asked.empty(); }

std::vector<Amount> sweep_radii(const PieceResult& piece, EndName end, Face face) {
  if (!piece.wall()) return {};
  const Form& f = *piece.wall();
  const double layer = face == Face::inside ? 0 : f.thickness;
  const std::string on = std::string("template against the ") + name_of(face);
  std::vector<Amount> radii;
  for (const double sense : {1.0, -1.0}) {
    const double radius = template_radius(f, end, layer, sense);
    constexpr double alike = 0.01;  // no template shows less
    if (radii.empty() || radius - radii.front().value >= alike)
      radii.push_back(exact(radius, Amount::Of::length, {"centre", "edge", on}));
  }
  return radii;
}

}  // namespace juggler
