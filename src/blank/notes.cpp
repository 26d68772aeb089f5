// What the shop should know of a blank, in plain sentences with numbers.
#include <algorithm>

#include "opened.h"

namespace juggler {
namespace {

// To a hundredth: what a sentence needs.
Phrase mm(double value) { return shown_mm(value, 2); }

void note_gap(Blank& b, const Seam& seam) {
  const GapReport& g = b.gap;
  const auto end = [&](EdgeName name, double neutral, double inside, double outside) {
    const Edge* e = edge(b, name);
    if (!e) return;
    Phrase text = std::string("At the ") + name_of(b, name) + " the gap takes " + mm(neutral) + " of " +
                  mm(e->girth) + " girth, half on each side";
    if (b.thickness > 0) text += "; it is " + mm(inside) + " wide inside and " + mm(outside) + " outside";
    b.notes.push_back(text + ".");
  };
  if (g.neutral_base == 0 && g.neutral_top == 0) return;
  if (seam.wedge) {
    b.notes.push_back("Wedge gap: both edges are rulings; the gap narrows towards the smaller end.");
  }
  end(EdgeName::base, g.neutral_base, g.inside_base, g.outside_base);
  end(EdgeName::top, g.neutral_top, g.inside_top, g.outside_top);
}

void note_edges(Blank& b, const Seam& seam) {
  const double start = length_of(edge(b, EdgeName::seam_start)->arcs);
  const double last = length_of(edge(b, EdgeName::seam_end)->arcs);
  if (std::abs(start - last) > 0.005) {
    b.notes.push_back("The seam's edges differ: " + mm(start) + " at its start, " + mm(last) +
                      " at its end.");
  }
  if (seam.lap) {
    b.notes.push_back("Lap of " + mm(*seam.lap) + " on the seam's " + name_of(seam.lap_on) +
                      ", past the marked line; the girth is that of the butt joint.");
  }
  if (seam.stock > 0) {
    b.notes.push_back("Stock of " + mm(seam.stock) +
                      " on both edges of the seam: cut it off at the marked lines after rolling.");
  }
}

// By how much its longest edge turns.
double turned_in_all(const Blank& b) {
  double most = 0;
  for (const Edge& e : b.edges) {
    double turned = 0;
    for (const Arc& arc : e.arcs) turned += std::abs(arc.turn.radians());
    most = std::max(most, turned);
  }
  return Angle::radians(most).degrees();
}

void warn_of_gap(Blank& b) {
  const auto warn = [&](EdgeName name, double gap) {
    const Edge* e = edge(b, name);
    if (e && gap > e->girth / 10) {
      b.warnings.push_back("The gap of " + shown_mm(gap) + " takes " +
                           Phrase(Amount{gap / e->girth, Amount::Of::share, 1}) + " of the " +
                           name_of(b, name) + "'s girth of " + shown_mm(e->girth) + ".");
    }
  };
  warn(EdgeName::base, b.gap.neutral_base);
  warn(EdgeName::top, b.gap.neutral_top);
}

// The least radius that the inside face is rolled to at an end, over all rulings.
double least_inside_radius(const Form& f, EndName end) {
  return least([&](double u) { return rolled_radius(f, end, 0, u); }, f.from(), f.to()).value;
}

void warn_of_tight_rolling(Blank& b, const Form& f, EndName end, double radius) {
  if (f.pointed(end) || radius >= f.thickness) return;
  if (!f.by_plan && radius <= within::same * f.size) {
    b.notes.push_back(std::string("The wall is bent about sharp corners of the ") + name_of(end) +
                      ": no radius inside, " + shown_mm(f.thickness) + " outside.");
    return;
  }
  b.warnings.push_back(std::string("At the ") + name_of(end) + " the inside face is rolled to " +
                       shown_mm(radius) + " radius, less than the thickness of " + shown_mm(f.thickness) +
                       ": such sheet is hard to roll.");
}

// Sheet rolled to many times its thickness keeps its neutral layer near the middle.
void warn_of_neutral(Blank& b, const Form& f, double radius) {
  constexpr double far = 0.1;
  constexpr double times = 5;
  if (f.thickness == 0 || radius < times * f.thickness) return;
  const double factor = f.neutral_depth / f.thickness;
  if (std::abs(factor - 0.5) <= far) return;
  const double off = f.neutral_depth - f.thickness / 2;
  b.warnings.push_back("The neutral factor " + shown(factor) + " puts the neutral layer " +
                       mm(std::abs(off)) + (off < 0 ? " inside" : " outside") +
                       " the middle, which makes the girth about " + mm(two_pi * std::abs(off)) +
                       (off < 0 ? " shorter" : " longer") + "; the least inside radius of " + mm(radius) +
                       " is " + shown(radius / f.thickness, 1) + " thicknesses, where it stays near 0.5.");
}

}  // namespace

void add_notes(Blank& b, const Form& f, const Seam& seam) {
  if (f.thickness > 0 && (f.base_pointed || f.top_pointed)) {
    b.notes.push_back(
        "The pointed end runs to the neutral layer's apex; the layers within it meet before the tip.");
  }
  note_gap(b, seam);
  if (!f.open) note_edges(b, seam);
  warn_of_gap(b);
  if (overlaps_itself(b)) {
    refuse("seam.pieces", "the blank would lie over itself on the flat",
           "one piece of " + shown_degrees(turned_in_all(b), 1), "more pieces",
           "divide it into more pieces, or leave out its lap or stock");
  }
  if (f.thickness == 0 || f.finished) return;
  const double base = least_inside_radius(f, EndName::base);
  const double top = least_inside_radius(f, EndName::top);
  warn_of_tight_rolling(b, f, EndName::base, base);
  warn_of_tight_rolling(b, f, EndName::top, top);
  warn_of_neutral(b, f, std::min(f.base_pointed ? 1e12 : base, f.top_pointed ? 1e12 : top));
}

void note_level_ends(Blank& b, const Opened& o) {
  const Form& f = o.form;
  for (const EndName end : {EndName::base, EndName::top}) {
    const bool cut =
        std::any_of(f.trims.begin(), f.trims.end(), [&](const TrimPlane& t) { return t.end == end; });
    if (!cut || f.pointed(end)) continue;
    const Rim& rim = f.rim(end);
    for (const RimPiece& piece : rim.pieces()) {
      const double from = std::max(piece.from, f.from());
      const double to = std::min(piece.to, f.to());
      // A plane may touch the end at one place without running out past it.
      const auto is_the_end = [&](double share) {
        const double u = from + share * (to - from);
        return std::abs(rim(u).s - f.whole_rim(end)(u).s) <= within::same * f.size;
      };
      if (from >= to || !is_the_end(0.25) || !is_the_end(0.5) || !is_the_end(0.7)) continue;
      const auto plan = [&](double u) {
        const double at = plan_at(f, u).radians();
        return shown_degrees(Angle::radians(at - two_pi * std::floor(at / two_pi)), 3);
      };
      b.notes.push_back(std::string("The plane that cuts the ") + name_of(end) +
                        " runs out past it: from plan angle " + plan(from) + " to " + plan(to) +
                        " the end itself shows, " + mm(rim_length(o, end, from, to)) +
                        " long on the neutral layer.");
    }
  }
}

}  // namespace juggler
