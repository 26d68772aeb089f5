// Laps, hems and locked seams beyond straight edges. docs/maths/folded.md (42)-(44).
#include <algorithm>

#include <fmt/format.h>

#include "cut_openings.h"
#include "edge_runs.h"
#include "opened.h"
#include "tabs.h"

namespace juggler {
namespace {

[[noreturn]] void refuse_work(const EdgeWork& work, const char* key, const Phrase& reason,
                              const Phrase& found = {}, const Phrase& allowed = {},
                              const Phrase& advice = {}) {
  // What a seam of the list adds is asked for by its name.
  throw Refusal({.reason = reason,
                 .key = work.key == "seam.kind" ? work.key : work.key + key,
                 .found = found,
                 .allowed = allowed,
                 .advice = advice});
}

void check_between(const EdgeWork& work, const char* key, double value, double least, double most,
                   const char* unit) {
  if (value >= least && value <= most) return;
  refuse_work(work, key, "is out of range", in_unit(value, unit), in_range(least, most, unit));
}

void check_folds(const EdgeWork& work) {
  double before = 0;
  for (const EdgeFold& fold : work.folds) {
    check_between(work, ".seam", fold.at, before, *work.width, "mm");
    check_between(work, ".seam", fold.turned.degrees(), 0.5, 180, "degrees");
    before = fold.at;
  }
}

void check_work(const EdgeWork& work) {
  if (!work.width) refuse_work(work, ".width", "is missing", {}, {}, "say how wide it is");
  check_between(work, ".width", *work.width, limits::shortest, 1e5, "mm");
  check_between(work, ".taper", work.taper.degrees(), 0, 80, "degrees");
  check_between(work, ".extra", work.extra, 0, 1e3, "mm");
  check_between(work, ".which", work.which, 1, 1000, "");
  check_between(work, ".layers", work.layers, 1, 2, "");
  check_between(work, ".notch", work.notch, 0, 1e5, "mm");
  if (work.kind == EdgeKind::seam) check_folds(work);
  if (work.kind == EdgeKind::hem) {
    if (!work.neutral_factor)
      refuse_work(work, ".neutral", "is missing: nothing says what length the fold takes", {}, "0 to 1");
    check_between(work, ".neutral", *work.neutral_factor, 0, 1, "of the thickness");
    check_between(work, ".radius", work.radius, 0, 1e4, "mm");
  }
  if (!work.hole) return;
  check_between(work, ".holes.diameter", *work.hole, 10 * limits::shortest, 1e4, "mm");
  if (!work.pitch)
    refuse_work(work, ".holes.pitch", "is missing", {}, {}, "say how far apart the holes may be");
  check_between(work, ".holes.pitch", *work.pitch, *work.hole, 1e5, "mm");
  check_between(work, ".holes.rows", work.rows, 1, 20, "");
  if (work.first_at) check_between(work, ".holes.first_at", *work.first_at, 0, 1e5, "mm");
}

// What is added beyond an edge: how far, and where it is folded, as distances beyond the edge.
struct Added {
  double width = 0;
  std::vector<EdgeFold> folds;  // the outermost first
  double allowance = 0;         // of each fold
};
EdgeFold flat_back(double at, const EdgeWork& work) { return {at, Angle::degrees(180), work.up}; }

// (42), (43)
Added added_by(const EdgeWork& work, double t) {
  if (work.kind == EdgeKind::lap) return {*work.width, {}, 0};
  if (work.kind == EdgeKind::hem) {
    const double allowance = pi * (work.radius + *work.neutral_factor * t);
    const double past = work.radius + t;
    if (*work.width < past)
      refuse_work(work, ".width", "is less than the fold itself", shown_mm(*work.width),
                  "at least " + shown_mm(past));
    return {*work.width + allowance - 2 * past, {flat_back(allowance / 2 - past, work)}, allowance};
  }
  if (work.kind == EdgeKind::seam) return {*work.width, {work.folds.rbegin(), work.folds.rend()}, 0};
  const double step = *work.width + work.extra;
  Added lock{work.layers * step, {}, work.extra};
  for (int i = work.layers; i-- > 0;) lock.folds.push_back(flat_back(i * step, work));
  return lock;
}

std::string percent(double share) { return fmt::format("{:.2f} %", 100 * share); }

class Tabs {
 public:
  Tabs(Blank& blank, const EdgeWork& work, const Bend& bend, size_t& tags)
      : blank_(blank), work_(work), bend_(bend), tags_(tags) {
    work_.notch += work.notch_by_thickness * blank.thickness;
  }

  bool add() {
    std::vector<EdgeRun> runs = edge_runs(blank_, work_.on);
    std::erase_if(runs, [&](const EdgeRun& run) { return !of_face(run); });
    const auto which = static_cast<size_t>(work_.which);
    if (which > runs.size()) return false;
    const size_t whole = split_off(blank_, runs[which - 1]);
    // What is folded cannot go round bends: face by face.
    if (work_.kind == EdgeKind::seam && !work_.folds.empty()) {
      const std::vector<EdgeRun> faces = runs_on_faces(blank_, whole);
      for (size_t i = faces.size(); i-- > 0;) add_to(split_off(blank_, faces[i]));
    } else {
      add_to(whole);
    }
    return true;
  }

 private:
  // Of the two edges of a joint the one that belongs to the face asked.
  [[nodiscard]] bool of_face(const EdgeRun& run) const {
    if (work_.of.empty()) return true;
    if (!blank_.folding) return false;
    const Arc& arc = blank_.edges[run.edge].arcs[run.first + run.count / 2];
    const Vec2 middle = point_at(arc, arc.length / 2);
    return std::any_of(
        blank_.folding->joints.begin(), blank_.folding->joints.end(), [&](const BlankJoint& j) {
          return j.name == work_.on && blank_.folding->faces[static_cast<size_t>(j.face)].name == work_.of &&
                 norm(j.to - j.from) > 0 &&
                 nearest(middle, line(j.from, j.to)).distance <= within::beside * blank_.size;
        });
  }

  void add_to(size_t index) {
    for (const EdgeTab& tab : blank_.tabs) {
      if (tab.edge == index)
        refuse_work(work_, ".on", "names an edge that has a lap, hem, lock or round end already", work_.on);
    }
    const bool closed = is_closed(index);
    if (work_.notch > 0 && !closed) index = notched(index);
    const Added added = added_by(work_, blank_.thickness);
    const auto along = straight_edge(blank_.edges[index]);
    if (along)
      add_straight(index, between_notches(index, {*along}), added);
    else
      add_curved(index, between_notches(index, blank_.edges[index].arcs), added);
    const char* kind = name_of(work_.kind);
    blank_.notes.push_back(
        std::string("A ") + (work_.seam.empty() ? kind : "side of the seam " + work_.seam) + " adds " +
        shown_mm(added.width, 3) + " beyond the edge " + work_.on +
        (work_.notch > 0 && !closed ? ", from " + shown_mm(work_.notch, 3) + " beside its ends on."
                                    : Phrase(".")));
  }

  [[nodiscard]] bool is_closed(size_t index) const {
    const std::vector<Arc>& arcs = blank_.edges[index].arcs;
    return norm(end_of(arcs.back()) - arcs.front().start) <= within::same * blank_.size;
  }

  // An edge, and of one that stays whole what is beside the notches at its ends.
  struct Run {
    std::vector<Arc> before = {}, on, after = {};
  };
  // Rims and seams of a wall are one edge each.
  [[nodiscard]] Run between_notches(size_t index, const std::vector<Arc>& arcs) const {
    if (blank_.folding || work_.notch <= 0 || is_closed(index)) return {{}, arcs, {}};
    const double length = length_of(arcs);
    return {stretch(arcs, 0, work_.notch), stretch(arcs, work_.notch, length - work_.notch),
            stretch(arcs, length - work_.notch, length)};
  }
  static std::vector<Arc> stretch(const std::vector<Arc>& arcs, double from, double to) {
    std::vector<Arc> part;
    double before = 0;
    for (const Arc& arc : arcs) {
      const double a = std::max(0.0, from - before), b = std::min(arc.length, to - before);
      if (b > a) part.push_back(juggler::stretch(arc, a, b));
      before += arc.length;
    }
    return part;
  }
  void add_tab(size_t index, const Run& run, const std::vector<Arc>& strip) {
    EdgeTab tab{.edge = index, .arcs = run.before, .kind = work_.kind};
    tab.arcs.insert(tab.arcs.end(), strip.begin(), strip.end());
    tab.arcs.insert(tab.arcs.end(), run.after.begin(), run.after.end());
    if (!run.before.empty()) tab.strips = {strip};
    blank_.tabs.push_back(std::move(tab));
  }

  // What lies between its notches, of a folded part and a plate as an edge of its own.
  size_t notched(size_t index) {
    const double length = length_of(blank_.edges[index].arcs);
    if (2 * work_.notch >= length)
      refuse_work(work_, ".notch", "leaves no edge between its notches", shown_mm(work_.notch), {},
                  "make them smaller");
    if (!blank_.folding) return index;
    return split_between(blank_, index, work_.notch, length - work_.notch);
  }

  void add_straight(size_t index, const Run& run, const Added& added) {
    const Arc& along = run.on.front();
    if (work_.kind == EdgeKind::hem) check_leg(along);
    const Vec2 way = direction(along.heading);
    const Vec2 out = Vec2{} - left_of(way);
    const double in = added.width * std::tan(work_.taper.radians());
    if (2 * in >= along.length)
      refuse_work(work_, ".taper", "leaves no edge", shown_degrees(work_.taper), {},
                  "make it less, or the lap narrower");
    const Vec2 a = along.start;
    const Vec2 b = end_of(along);
    const Vec2 c = b - in * way + added.width * out;
    const Vec2 d = a + in * way + added.width * out;
    add_tab(index, run, {line(a, d), line(d, c), line(c, b)});
    for (const EdgeFold& fold : added.folds) {
      const double share = fold.at / added.width * in;
      add_fold({line(a + fold.at * out + share * way, b + fold.at * out - share * way)}, fold,
               added.allowance);
    }
    if (work_.hole) add_holes(d, c, out, added.width);
    note_rolled_strain(index, added);
  }

  // (44a): parallel to arcs that run on into each other.
  void add_curved(size_t index, const Run& run, const Added& added) {
    const std::vector<Arc>& arcs = run.on;
    for (size_t i = 0; i + 1 < arcs.size(); ++i) {
      if (!runs_on(arcs[i], arcs[i + 1]))
        refuse_work(work_, ".on", "names an edge that turns a corner", work_.on, {},
                    "say which of its runs, or name another edge");
    }
    const bool closed = is_closed(index);
    if (closed) check_closed(arcs);
    if (work_.kind == EdgeKind::hem || work_.kind == EdgeKind::lock || work_.hole)
      refuse_work(work_, ".on", "names an edge that is not straight", work_.on, {},
                  "hems, locks and rows of holes go on straight edges");
    const double in = added.width * std::tan(work_.taper.radians());
    const std::vector<Arc> outer = trimmed(parallel(arcs, added.width), in);
    std::vector<Arc> strip{line(arcs.front().start, outer.front().start)};
    strip.insert(strip.end(), outer.begin(), outer.end());
    strip.push_back(line(end_of(outer.back()), end_of(arcs.back())));
    if (closed)
      blank_.tabs.push_back({.edge = index, .arcs = outer, .kind = work_.kind, .strips = {strip}});
    else
      add_tab(index, run, strip);
    for (const EdgeFold& fold : added.folds)
      add_fold(trimmed(parallel(arcs, fold.at), fold.at / added.width * in), fold, added.allowance);
    note_strain(arcs, added);
  }
  // What runs all round has no ends that a taper or a notch would be at.
  void check_closed(const std::vector<Arc>& arcs) const {
    if (!runs_on(arcs.back(), arcs.front()))
      refuse_work(work_, ".on", "names an edge that turns a corner", work_.on, {},
                  "say which of its runs, or name another edge");
    if (work_.taper.radians() > 0)
      refuse_work(work_, ".taper", "is given of an edge that runs all round, and has no ends",
                  shown_degrees(work_.taper), {}, "leave it out");
  }
  [[nodiscard]] std::vector<Arc> parallel(const std::vector<Arc>& arcs, double out) const {
    std::vector<Arc> all;
    for (const Arc& arc : arcs) {
      const double length = arc.length + out * arc.turn.radians();
      if (length <= 0)
        refuse_work(work_, ".width", "is more than the radius of the edge leaves", shown_mm(out),
                    "less than " + shown_mm(arc.length / std::abs(arc.turn.radians())));
      all.push_back({arc.start - out * left_of(direction(arc.heading)), arc.heading, length, arc.turn});
    }
    return all;
  }
  [[nodiscard]] std::vector<Arc> trimmed(const std::vector<Arc>& arcs, double in) const {
    if (in <= 0) return arcs;
    if (2 * in >= length_of(arcs) || in >= arcs.front().length || in >= arcs.back().length)
      refuse_work(work_, ".taper", "leaves no edge", shown_degrees(work_.taper), {},
                  "make it less, or the lap narrower");
    return stretch(arcs, in, length_of(arcs) - in);
  }
  // Folded: how far beyond the edge each of its folds and its free edge come to lie, and how high above the
  // sheet.
  struct Folded {
    double flat = 0;  // beyond the edge
    Vec2 at;
  };
  static std::vector<Folded> folded_places(const Added& added) {
    std::vector<Folded> places;
    Folded last;
    double turned = 0;
    const auto go = [&](double to) {
      last = {to, last.at + (to - last.flat) * direction(turned)};
      places.push_back(last);
    };
    for (auto fold = added.folds.rbegin(); fold != added.folds.rend(); ++fold) {
      go(fold->at);
      turned += (fold->up ? 1 : -1) * fold->turned.radians();
    }
    go(added.width);
    return places;
  }
  // (44b): how it has to stretch where it is folded about a curve.
  void note_strain(const std::vector<Arc>& arcs, const Added& added) {
    if (added.folds.empty()) return;
    double least = 0, most = 0;
    for (const Arc& arc : arcs) {
      const double curved = arc.turn.radians() / arc.length;
      for (const Folded& p : folded_places(added)) {
        const double strain = (1 + p.at.x * curved) / (1 + p.flat * curved) - 1;
        least = std::min(least, strain);
        most = std::max(most, strain);
      }
    }
    say_strain(least, most);
  }
  // (44c): the same where the sheet is rolled along a straight edge.
  void note_rolled_strain(size_t index, const Added& added) {
    const Edge& e = blank_.edges[index];
    if (added.folds.empty() || !blank_.folding || e.zones.size() != e.arcs.size()) return;
    double least = 0, most = 0;
    for (const int zone : e.zones) {
      if (zone < 0) continue;
      const BentZone& z = blank_.folding->zones[static_cast<size_t>(zone)];
      const bool up_is_concave = (blank_.face_up == Face::inside) == (z.turned.radians() > 0);
      for (const Folded& p : folded_places(added)) {
        const double strain =
            (up_is_concave ? -p.at.y : p.at.y) / (z.radius + z.neutral_factor * blank_.thickness);
        least = std::min(least, strain);
        most = std::max(most, strain);
      }
    }
    say_strain(least, most);
  }
  void say_strain(double least, double most) {
    const auto say = [&](double strain, const char* word) {
      blank_.notes.push_back("Folded along the curve, what is added on " + work_.on + " " + word +
                             " by up to " + percent(strain) + ": draw it, or notch it there.");
    };
    constexpr double none = 5e-5;  // what is shown as 0.00 %
    if (least < -none) say(-least, "shrinks");
    if (most > none) say(most, "stretches");
  }

  // A hem lies back on the metal within its edge: flat, and as wide as it is.
  void check_leg(const Arc& edge) const {
    const Vec2 in = left_of(direction(edge.heading));
    const Outline metal = outline(blank_);
    for (const double share : {0.1, 0.5, 0.9}) {
      const Vec2 p = point_at(edge, share * edge.length);
      const Vec2 from = p + within::beside * blank_.size * in;
      const std::vector<Arc> parts = clipped(from, from + 2 * blank_.size * in, metal);
      double flat = parts.empty() ? 0 : parts.front().length;
      if (blank_.folding) {
        for (const BentZone& s : blank_.folding->zones) {
          for (const auto& [a, b] : {std::pair{s.a_from, s.a_to}, std::pair{s.b_from, s.b_to}}) {
            const double across = cross(in, b - a);
            const double at = cross(a - p, b - a) / across;
            const double on = cross(a - p, in) / across;
            if (across != 0 && at > 0 && on >= 0 && on <= 1) flat = std::min(flat, at);
          }
        }
      }
      if (*work_.width > flat + within::beside * blank_.size)
        refuse_work(work_, ".width", "is wider than the flat metal that the hem lies back on",
                    shown_mm(*work_.width), "up to " + shown_mm(flat), "make the hem narrower");
    }
  }

  void add_fold(std::vector<Arc> arcs, const EdgeFold& fold, double allowance) {
    Fold line;
    line.tag = tag_of(bend_, tags_++);
    line.order = static_cast<int>(bends_of(blank_).size()) + 1;
    line.from = arcs.front().start;
    line.to = end_of(arcs.back());
    if (arcs.size() > 1 || !is_straight(arcs.front())) line.arcs = std::move(arcs);
    line.hem = true;
    line.turned = fold.turned;
    line.up = fold.up;
    line.radius = work_.kind == EdgeKind::hem ? work_.radius : 0;
    line.allowance = allowance;
    blank_.folds.insert(blank_.folds.begin() + bends_of(blank_).size(), std::move(line));
  }

  // (44): rows of holes evenly spread, no farther apart than asked.
  void add_holes(Vec2 from, Vec2 to, Vec2 out, double width) {
    const double r = *work_.hole / 2;
    const double end = work_.first_at.value_or(2 * *work_.hole);
    const double length = norm(to - from) - 2 * end;
    const double row_pitch = width / (work_.rows + 1);
    if (length < 0 || end < r)
      refuse_work(work_, ".holes.first_at", "leaves no room for a hole", shown_mm(end),
                  "from " + shown_mm(r) + " to " + shown_mm(norm(to - from) / 2));
    const int spaces =
        std::max(static_cast<int>(std::ceil(length / *work_.pitch - within::same)), length > 0 ? 1 : 0);
    const double pitch = spaces > 0 ? length / spaces : 0;
    if (row_pitch <= r || (spaces > 0 && pitch <= 2 * r) || (work_.rows > 1 && row_pitch <= 2 * r))
      refuse_work(work_, ".holes.diameter", "leaves no web between the holes, or to the edge",
                  shown_mm(2 * r), {}, "take smaller holes, a larger pitch or fewer rows");
    if ((spaces + 1) * work_.rows > 5000)
      refuse_work(work_, ".holes.pitch", "makes more than 5000 holes", shown_mm(*work_.pitch));
    const Vec2 way = 1 / norm(to - from) * (to - from);
    for (int row = 0; row < work_.rows; ++row) {
      for (int i = 0; i <= spaces; ++i)
        add_hole(from + (end + i * pitch) * way - ((row + 1) * row_pitch) * out, 2 * r);
    }
    blank_.notes.push_back("Its holes lie " + shown_mm(pitch, 3) + " apart; the least web is " +
                           shown_mm(std::min(row_pitch - r, spaces > 0 ? pitch - 2 * r : HUGE_VAL), 3) + ".");
  }

  void add_hole(Vec2 centre, double diameter) {
    BlankOpening hole;
    hole.outline = circle(centre, diameter);
    hole.centre = centre;
    hole.on_wall = false;
    blank_.openings.push_back(std::move(hole));
  }

  Blank& blank_;
  EdgeWork work_;
  const Bend& bend_;
  size_t& tags_;  // given so far, over all pieces
};

}  // namespace

std::optional<Arc> straight_edge(const Edge& e) {
  const Arc whole = line(e.arcs.front().start, end_of(e.arcs.back()));
  for (const Arc& arc : e.arcs) {
    const Vec2 way = direction(whole.heading);
    if (!is_straight(arc) || std::abs(cross(way, end_of(arc) - whole.start)) > within::same * whole.length)
      return std::nullopt;
  }
  return whole;
}

void add_tabs(std::vector<Blank>& blanks, const std::vector<EdgeWork>& works, const Bend& bend) {
  size_t tags = 0;
  for (const Blank& blank : blanks) tags += bends_of(blank).size();
  for (const EdgeWork& work : works) {
    check_work(work);
    bool found = false;
    for (Blank& blank : blanks) found = Tabs(blank, work, bend, tags).add() || found;
    if (found) continue;
    std::vector<const Blank*> all;
    for (const Blank& blank : blanks) all.push_back(&blank);
    refuse_work(work, ".on", "names no edge of the blank, or fewer edges have this name than `which` says",
                work.on, edge_labels(all));
  }
  for (Blank& blank : blanks) {
    if (blank.tabs.empty()) continue;
    into_quadrant(blank);
    if (works.empty() || !crosses_itself(outline(blank), within::same * blank.size)) continue;
    refuse_work(works.front(), ".width", "makes the outline cross itself", {}, {},
                "make the lap, hem or lock narrower, or give it a taper");
  }
}

std::optional<EdgeWork> work_of(const NamedSeam& seam, bool side_b, const std::string& on,
                                const std::string& of) {
  const SeamSide& side = side_b ? seam.b : seam.a;
  if (side.adds <= 0) return std::nullopt;
  EdgeWork work;
  work.on = on;
  work.of = of;
  work.kind = side.folds.empty() ? EdgeKind::lap : EdgeKind::seam;
  work.width = side.adds;
  work.folds = side.folds;
  work.notch = seam.notch;
  work.notch_by_thickness = seam.notch_by_thickness;
  work.seam = seam.name;
  work.key = "seam.kind";
  return work;
}

Outline outline_with(const Blank& blank, const EdgeWork& work) {
  check_work(work);
  Blank b = blank;
  size_t tags = 0;
  (void)Tabs(b, work, {}, tags).add();
  return outline(b);
}

}  // namespace juggler
