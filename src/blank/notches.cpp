// Openings that run over edges. docs/maths/openings.md (33).
#include <algorithm>
#include <array>
#include <stdexcept>

#include "cut_openings.h"

namespace juggler {
namespace {

enum class Lies { within, across, off };

bool boxes_meet(const Rectangle& a, const Rectangle& b) {
  return a.corner.x <= b.corner.x + b.width && b.corner.x <= a.corner.x + a.width &&
         a.corner.y <= b.corner.y + b.height && b.corner.y <= a.corner.y + a.height;
}

// An outline whose arcs are met by what comes near them.
class EdgeLine {
 public:
  EdgeLine(Outline line, double near) : line_(std::move(line)), near_(near) {
    // There and back, for its end belongs to it.
    for (const Arc& arc : line_) boxes_.push_back(upright_box(std::array{arc, reversed(arc)}));
  }

  [[nodiscard]] Lies lies(const Outline& opening) const {
    const Rectangle box = upright_box(opening);
    bool meets = false;
    for (size_t i = 0; i < line_.size() && !meets; ++i) {
      if (!boxes_meet(boxes_[i], box)) continue;
      meets = std::any_of(opening.begin(), opening.end(),
                          [&](const Arc& arc) { return nearest(arc, line_[i]).distance <= near_; });
    }
    if (!meets) return contains(line_, opening.front().start) ? Lies::within : Lies::off;
    // What touches from one side does not run over.
    bool inside = false;
    bool outside = false;
    constexpr int looks = 16;
    for (const Arc& arc : opening) {
      for (int i = 0; i < looks; ++i) {
        const Vec2 p = point_at(arc, arc.length * i / looks);
        if (distance(line_, p) > near_) (contains(line_, p) ? inside : outside) = true;
      }
    }
    return inside && outside ? Lies::across : outside ? Lies::off : Lies::within;
  }
  [[nodiscard]] const Outline& line() const { return line_; }

 private:
  Outline line_;
  std::vector<Rectangle> boxes_;
  double near_;
};

[[noreturn]] void refuse_notch(const Blank& b, const BlankOpening& o, const Phrase& reason,
                               const Phrase& advice) {
  const OpeningGroup& g = b.groups[static_cast<size_t>(o.group)];
  throw Refusal({.reason = name_of(b, o) + " " + reason,
                 .key = g.key,
                 .found = "at [" + bare_mm(o.centre.x, 1) + ", " + shown_mm(o.centre.y, 1) + "] on the flat",
                 .advice = advice});
}

// Halves of one circle that follow each other are one arc.
Outline in_one(const Outline& line) {
  Outline joined;
  for (const Arc& arc : line) {
    const Arc* last = joined.empty() ? nullptr : &joined.back();
    const double bend =
        last ? std::remainder((arc.heading - last->heading - last->turn).radians(), two_pi) : HUGE_VAL;
    const bool runs_on = last && !is_straight(arc) && !is_straight(*last) && std::abs(bend) < within::same &&
                         arc.turn.radians() * last->turn.radians() > 0 &&
                         std::abs(radius_of(arc) - radius_of(*last)) < within::same * radius_of(arc) &&
                         std::abs((arc.turn + last->turn).radians()) < two_pi;
    if (!runs_on) {
      joined.push_back(arc);
      continue;
    }
    joined.back().length += arc.length;
    joined.back().turn = joined.back().turn + arc.turn;
  }
  return joined;
}

Outlines left_by(const Blank& b, const Outline& line, const std::vector<BlankOpening>& notches) {
  Outlines cuts;
  for (const BlankOpening& o : notches) cuts.push_back(o.outline);
  try {
    return without({line}, cuts);
  } catch (const std::domain_error&) {
    refuse_notch(b, notches.front(), "runs along an edge, or another opening's, and not over it",
                 "move it, or make it a little larger or smaller");
  }
}

// "The seam's start", "the base".
std::string in_words(const Edge& e) {
  const bool seam = e.label.empty() || e.label.starts_with("seam");
  if (seam && e.name == EdgeName::seam_start) return "The seam's start";
  if (seam && e.name == EdgeName::seam_end) return "The seam's end";
  std::string label = label_of(e);
  std::replace(label.begin(), label.end(), '_', ' ');
  return "The edge " + label;
}

// What runs over which edges, what these lose, and where to take it from.
Phrase said_of(const Blank& b, const std::vector<BlankOpening>& notches) {
  std::vector<std::string> names;
  for (const BlankOpening& o : notches) {
    const std::string name = name_of(b, o);
    if (std::find(names.begin(), names.end(), name) == names.end()) names.push_back(name);
  }
  Phrase text;
  for (size_t i = 0; i < names.size(); ++i)
    text += (i == 0 ? "" : i + 1 < names.size() ? ", " : " and ") + names[i];
  text += std::string(names.size() == 1 ? " runs" : " run") + " over the edge: mark " +
          (names.size() == 1 ? "it" : "them") + " from the cut file or the full-size template.";
  bool loses = false;
  for (const Edge& e : b.edges) {
    const double whole = length_of(e.arcs);
    const double lost = whole - left_of_edge(b, e);
    const bool added =
        std::any_of(b.tabs.begin(), b.tabs.end(), [&](const EdgeTab& t) { return &b.edges[t.edge] == &e; });
    if (added || lost <= within::beside * b.size) continue;
    text += " " + in_words(e) + " loses " + shown_mm(lost, 3) + " of its " + shown_mm(whole, 3) + ".";
    loses = true;
  }
  if (loses) text += " Other lengths of edges, and corners, are those before.";
  return text;
}

}  // namespace

double left_of_edge(const Blank& b, const Edge& e) {
  double left = 0;
  for (const Arc& arc : b.notched) {
    const auto on_edge = [&](double share) {
      return distance(e.arcs, point_at(arc, share * arc.length)) <= within::beside * b.size;
    };
    if (on_edge(0) && on_edge(0.5) && on_edge(1)) left += arc.length;
  }
  return left;
}

void cut_notches(Blank& b) {
  if (b.groups.empty()) return;
  const EdgeLine edge(whole_outline(b), within::same * b.size);
  std::vector<BlankOpening> within;
  std::vector<BlankOpening> notches;
  for (BlankOpening& o : b.openings) {
    const bool may = o.group >= 0 && !b.groups[static_cast<size_t>(o.group)].lettering;
    const Lies lies = may ? edge.lies(o.outline) : Lies::within;
    if (lies == Lies::off && (o.share || o.elsewhere)) {
      if (!o.share && o.loop == 0) --b.groups[static_cast<size_t>(o.group)].cut;
      continue;
    }
    (lies == Lies::across ? notches : within).push_back(std::move(o));
  }
  b.openings = std::move(within);
  if (notches.empty()) return;
  const Outlines left = left_by(b, edge.line(), notches);
  const auto is_hole = [](const Outline& o) { return signed_area(o) < 0; };
  const auto holes = std::count_if(left.begin(), left.end(), is_hole);
  if (left.empty()) refuse_notch(b, notches.front(), "leaves nothing of the blank", "make it smaller");
  if (left.size() > 1)
    refuse_notch(
        b, notches.front(),
        holes > 0 ? "goes all round metal that falls out" : "cuts the blank in pieces that fall apart",
        "move it, or make it smaller");
  b.notched = in_one(left.front());
  b.notes.push_back(said_of(b, notches));
  b.notches = std::move(notches);
}

}  // namespace juggler
