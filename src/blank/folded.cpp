// Folded parts laid flat: outline, faces, bends, joints, marks.
#include "pieces_of_body.h"

#include <algorithm>

#include "cut_openings.h"
#include "develop/net.h"
#include "form/mould.h"
#include "laid.h"
#include "opened.h"

namespace juggler {
namespace {

void reverse_edges(std::vector<Edge>& edges) {
  std::reverse(edges.begin(), edges.end());
  for (Edge& e : edges) {
    std::reverse(e.arcs.begin(), e.arcs.end());
    std::reverse(e.zones.begin(), e.zones.end());
    for (Arc& arc : e.arcs) arc = reversed(arc);
  }
}

// Neighbouring stretches of one free edge, or of one corner, make one edge.
std::vector<Edge> edges_of(const std::vector<Walked>& walked, const Laid& laid) {
  std::vector<Edge> edges;
  SideKind last = SideKind::joint;
  for (const Walked& w : walked) {
    if (!edges.empty() && w.kind == last && w.kind != SideKind::joint && edges.back().label == w.label) {
      edges.back().arcs.insert(edges.back().arcs.end(), w.arcs.begin(), w.arcs.end());
    } else {
      edges.push_back({EdgeName::side, w.arcs, 0, w.label});
    }
    const auto zone = std::find(laid.zones.begin(), laid.zones.end(), w.zone);
    const int number = zone == laid.zones.end() ? -1 : static_cast<int>(zone - laid.zones.begin());
    edges.back().zones.resize(edges.back().arcs.size(), number);
    last = w.kind;
  }
  // The walk begins within an edge more often than not.
  if (edges.size() > 1 && walked.front().kind == SideKind::free &&
      edges.front().label == edges.back().label) {
    edges.back().arcs.insert(edges.back().arcs.end(), edges.front().arcs.begin(), edges.front().arcs.end());
    edges.back().zones.insert(edges.back().zones.end(), edges.front().zones.begin(),
                              edges.front().zones.end());
    edges.erase(edges.begin());
  }
  for (Edge& e : edges) e.girth = length_of(e.arcs);
  return edges;
}

// Directions of the flat that go upright: those of the plates' joints, from low to high.
double upright_turn(const Body& body, const Laid& laid, const Placing& mirrored) {
  Vec2 joints;
  Vec2 walls;
  for (const int i : laid.faces) {
    const BodyFace& p = body.faces[static_cast<size_t>(i)];
    for (size_t k = 0; k < p.sides.size(); ++k) {
      const size_t next = (k + 1) % p.corners.size();
      const double rise = (p.at(p.corners[next]) - p.at(p.corners[k])).z;
      const Vec2 run = placed(flat_corner(body, laid, i, next), mirrored) -
                       placed(flat_corner(body, laid, i, k), mirrored);
      if (norm(run) == 0 || std::abs(rise) < 0.1 * norm(run)) continue;
      const Vec2 up = (rise > 0 ? 1 / norm(run) : -1 / norm(run)) * run;
      walls = walls + up;
      if (p.sides[k].kind == SideKind::joint && !p.flange) joints = joints + up;
    }
  }
  Vec2 up = norm(joints) > within::beside ? joints : walls;
  if (dot(up, walls) < 0) up = Vec2{} - up;
  return norm(up) > within::same ? pi / 2 - std::atan2(up.y, up.x) : 0;
}

double turn_of(const Body& body, const Laid& laid, const Placing& mirrored, const Outline& seen) {
  if (body.lie == Lie::as_drawn) {
    // Where the part's x comes to lie.
    const BodyFace& first = body.faces.front();
    const Vec2 x = direction(
        placed_heading(placed_heading(heading_of({first.x.x, first.y.x}), laid.places[0]), mirrored));
    return -std::atan2(x.y, x.x);
  }
  if (body.lie == Lie::profile) {
    const Vec2 x = direction(laid.places[0].turn);
    return -std::atan2(x.y, mirrored.mirror ? -x.x : x.x);
  }
  if (body.lie == Lie::joints) return upright_turn(body, laid, mirrored);
  const double turn = -smallest_rectangle(seen).heading.radians();
  const double up = upright_turn(body, laid, mirrored);  // base down, where the two agree about it
  return std::cos(turn - up) < 0 ? turn + pi : turn;
}

Placing laid_out(const Body& body, const Laid& laid, Face face_up, const std::vector<Edge>& edges) {
  Placing p;
  p.mirror = face_up == Face::inside;
  Outline seen;
  for (const Arc& arc : joined(edges)) seen.push_back(placed(arc, p));
  p.turn = Angle::radians(turn_of(body, laid, p, seen));
  Outline turned;
  for (const Arc& arc : joined(edges)) turned.push_back(placed(arc, p));
  p.shift = Vec2{} - upright_box(turned).corner;
  return p;
}

// How long a side is as cut, with the end of a zone that closes a corner beside it.
double cut_length(const std::vector<Walked>& walked, const Body& body, int face, int side) {
  const size_t n = walked.size();
  double length = 0;
  for (size_t i = 0; i < n; ++i) {
    if (walked[i].face != face || walked[i].side != side) continue;
    length += length_of(walked[i].arcs);
    if (body.relief != Relief::closed) continue;
    for (const size_t k : {(i + 1) % n, (i + n - 1) % n}) {
      if (walked[k].kind == SideKind::bend) length += length_of(walked[k].arcs);
    }
  }
  return length;
}

Folding folding_of(const Body& body, const Laid& laid, const Placing& placing,
                   const std::vector<Walked>& walked) {
  Folding f;
  std::vector<int> number(body.faces.size(), -1);
  for (const int i : laid.faces) {
    number[static_cast<size_t>(i)] = static_cast<int>(f.faces.size());
    const BodyFace& p = body.faces[static_cast<size_t>(i)];
    FlatFace flat{p.name, i, {}, {}};
    for (size_t k = 0; k < p.corners.size(); ++k)
      flat.corners.push_back(placed(flat_corner(body, laid, i, k), placing));
    const auto is_arc = [](const FaceSide& s) { return s.turn.radians() != 0; };
    if (std::any_of(p.sides.begin(), p.sides.end(), is_arc)) {
      for (const FaceSide& s : p.sides) flat.turns.push_back(placing.mirror ? Angle{} - s.turn : s.turn);
    }
    f.faces.push_back(std::move(flat));
  }
  for (const int i : laid.zones) {
    const BendZone& s = body.zones[static_cast<size_t>(i)];
    const double turn = std::abs(s.angle.radians());
    const auto at = [&](double phi, double along) {
      return placed(flat_point(body, laid, s, phi, along), placing);
    };
    f.zones.push_back({number[static_cast<size_t>(s.face_a)], number[static_cast<size_t>(s.face_b)],
                       at(0, s.low(0)), at(0, s.high(0)), at(turn, s.low(turn)), at(turn, s.high(turn)),
                       s.angle, s.radius, s.neutral_factor, s.rolled, i});
  }
  for (const Joint& j : body.joints) {
    for (const auto& [face, side] : {std::pair{j.face_a, j.side_a}, std::pair{j.face_b, j.side_b}}) {
      const int n = number[static_cast<size_t>(face)];
      if (n < 0) continue;
      const auto k = static_cast<size_t>(side);
      const Vec2 from = placed(flat_corner(body, laid, face, k), placing);
      const Vec2 to = placed(flat_corner(body, laid, face, k + 1), placing);
      f.joints.push_back({j.name, n, from, to, cut_length(walked, body, face, side), j.angle, j.clearance,
                          j.lapped, j.open});
    }
  }
  return f;
}

// A gap that takes more than an edge beside it has left.
void warn_of_wide_joints(Blank& b) {
  for (const BlankJoint& j : b.folding->joints) {
    if (j.open || j.lapped || j.clearance == 0) continue;
    const std::vector<Vec2>& corners = b.folding->faces[static_cast<size_t>(j.face)].corners;
    double shortest = HUGE_VAL;
    for (size_t i = 0; i < corners.size(); ++i) {
      const double side = norm(corners[(i + 1) % corners.size()] - corners[i]);
      if (side > within::same * b.size) shortest = std::min(shortest, side);
    }
    if (j.clearance <= shortest) continue;
    b.warnings.push_back("The edges at " + j.name + " stand " + shown_mm(j.clearance, 3) +
                         " apart; the shortest edge beside them is " + shown_mm(shortest, 3) + " long.");
    return;
  }
}

// The part's name or number and the face that lies up, in the largest face; a tag beside every bend line.
void add_marks(Blank& b, const Making& making) {
  if (!making.marks) return;
  const Outline edge = outline(b);
  constexpr double tag_height = 5;
  const double height = std::clamp(b.size / 60, 1.5, tag_height);
  for (const Fold& line : bends_of(b)) {
    const Vec2 way = 1 / line.length() * (line.to - line.from);
    const Vec2 centre = line.from + 0.5 * (line.to - line.from) + (0.9 * height) * left_of(way);
    if (contains(edge, centre))
      b.marks.texts.push_back({centre, Angle::radians(std::atan2(way.y, way.x)), height, line.tag});
  }
  add_text_in_largest_face(b, making);
}

// The ends of zones count by their chords: two that close a corner begin side by side.
void check_overlap(const Body& body, const Laid& laid, const std::vector<Walked>& walked) {
  if (const auto overlap = overlap_of(body, laid)) {
    throw Refusal({.reason = "the blank would lie over itself: " + overlap->one + " and " + overlap->other,
                   .key = "seam.pieces",
                   .advice = "divide it into more pieces, move the seam, or make its flanges narrower"});
  }
  Outline lines;
  for (const Walked& w : walked) {
    if (w.kind == SideKind::bend) {
      lines.push_back(line(w.arcs.front().start, end_of(w.arcs.back())));
    } else {
      lines.insert(lines.end(), w.arcs.begin(), w.arcs.end());
    }
  }
  if (crosses_itself(lines, within::same * body.size))
    throw Refusal({.reason = "the outline would cross itself at a relief or a corner",
                   .key = "relief",
                   .advice = "take a smaller relief, or relief = \"closed\""});
}

void add_folded_notes(Blank& b, const Body& body) {
  for (const Phrase& note : body.notes) b.notes.push_back(note);
  if (b.folding->relief > 0) {
    b.notes.push_back(std::string("Bends that meet at a corner end in ") +
                      (body.relief == Relief::slot ? "slots " : "holes ") + shown_mm(b.folding->relief, 3) +
                      " wide at most: these are left open.");
  }
  if (b.thickness == 0) return;
  for (const BentZone& s : b.folding->zones) {
    if (s.rolled || s.radius > 0) continue;
    b.notes.push_back("Bends are sharp inside: radius 0.");
    break;
  }
}

std::pair<Blank, Placing> piece_blank(const Body& body, const Laid& laid, const PressedBody& pressed,
                                      const Making& making) {
  Blank b = blank_for(making, body.thickness, body.size);
  b.face_names = body.face_names;
  WalkedOutline walked = walk_round(body, laid, making.fit);
  const double relief = cut_reliefs(walked.stretches, body);
  b.fit_error = std::max(walked.fit_error, body.fit_error);
  check_overlap(body, laid, walked.stretches);
  b.edges = edges_of(walked.stretches, laid);
  const Placing placing = laid_out(body, laid, making.face_up, b.edges);
  place_edges(b, placing);
  if (placing.mirror) reverse_edges(b.edges);
  b.folding = folding_of(body, laid, placing, walked.stretches);
  b.folding->relief = relief;
  b.folding->chain = body.lie == Lie::profile && !has_flanges(body);
  if (pressed.summary) b.pressed = pressed.summary;
  const Box3 box = box_of(body);
  b.overall_height = box.high.z - box.low.z;
  add_folded_notes(b, body);
  return {std::move(b), placing};
}

// Whether two blanks are the same, their outlines laid upon each other.
bool same_blank(const Blank& a, const Blank& b) {
  const Outline oa = outline(a);
  const Outline ob = outline(b);
  if (oa.size() != ob.size() || bends_of(a).size() != bends_of(b).size()) return false;
  const double near = within::same * a.size;
  for (size_t shift = 0; shift < oa.size(); ++shift) {
    bool same = true;
    for (size_t i = 0; i < oa.size() && same; ++i) {
      const Arc& x = oa[i];
      const Arc& y = ob[(i + shift) % ob.size()];
      same = std::abs(x.length - y.length) < near && norm(x.start - y.start) < near &&
             std::abs((x.turn - y.turn).radians()) < within::same;
    }
    if (same) return true;
  }
  return false;
}

}  // namespace

LaidPart lay(const Body& body, const Making& making) {
  check_clear(body);
  const PressedBody pressed = press(body, making.pressing);
  const std::vector<Laid> pieces = lay_out(body);
  const auto kept = std::make_shared<const Body>(body);
  LaidPart part;
  part.bend = body.bend;
  part.wall.size = body.size;
  part.wall.thickness = body.thickness;
  part.wall.top_height = box_of(body).high.z;
  const bool names_faces = std::any_of(making.edges.begin(), making.edges.end(),
                                       [](const EdgeWork& work) { return !work.of.empty(); });
  size_t tags = 0;  // go on from piece to piece
  for (size_t i = 0; i < pieces.size(); ++i) {
    auto [b, placing] = piece_blank(body, pieces[i], pressed, making);
    b.piece = static_cast<int>(i);
    b.pieces = static_cast<int>(pieces.size());
    add_schedule(b, body, pieces[i], pressed, placing, tags);
    warn_of_wide_joints(b);
    // Pieces that have openings, or of which one edge is named by its face, count each for itself.
    const auto same = std::find_if(part.pieces.begin(), part.pieces.end(),
                                   [&b = b](const LaidPiece& p) { return same_blank(p.blank, b); });
    if (!has_openings(making) && !names_faces && same != part.pieces.end()) {
      same->blank.count += b.count;
      continue;
    }
    tags += bends_of(b).size();
    LaidPiece p;
    p.blank = std::move(b);
    p.charts = [kept, laid = pieces[i], at = placing](int number) {
      return charts_of(kept, laid, number, at);
    };
    p.mark = [making](Blank& marked) { add_marks(marked, making); };
    part.pieces.push_back(std::move(p));
  }
  return part;
}

}  // namespace juggler
