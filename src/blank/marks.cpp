#include <algorithm>

#include "cut_openings.h"
#include "opened.h"
#include "pieces_of_body.h"
#include "seam.h"

namespace juggler {
namespace {

constexpr double least_letter = 1.5;  // mm

// Room between two element lines, about the middle of a ruling that lies there.
struct Space {
  Vec2 middle;
  double heading = 0;  // towards the top
  double along = 0;
  double across = 0;
};

Vec2 half_way(Vec2 a, Vec2 b) { return 0.5 * (a + b); }

// Half of it where both ends are points.
double mean_breadth(const Blank& blank) {
  double sum = 0;
  for (const Edge& e : blank.edges) sum += e.girth;
  return sum > 0 ? sum / 2 : as_laid(blank).width / 2;
}

// The space nearest to a fraction of the way round, clear of the element lines; the middles of all are given.
Space space_at(const Blank& blank, double fraction, const std::vector<Vec2>& middles) {
  const int spaces = static_cast<int>(blank.elements.size()) - 1;
  const auto k = static_cast<size_t>(std::min(static_cast<int>(fraction * spaces), spaces - 1));
  const Element& a = blank.elements[k];
  const Element& b = blank.elements[k + 1];
  const Vec2 base = half_way(a.base, b.base);
  const Vec2 top = half_way(a.top, b.top);
  return {middles[k], line(base, top).heading.radians(), norm(top - base), mean_breadth(blank) / spaces};
}

bool within(const Outline& edge, const std::vector<Vec2>& points) {
  return std::all_of(points.begin(), points.end(), [&](Vec2 p) { return contains(edge, p); });
}

// A curved edge may run through a box whose corners all lie on the metal.
bool box_within(const Outline& edge, const std::vector<Vec2>& box) {
  if (!within(edge, box)) return false;
  for (size_t i = 0; i < box.size(); ++i) {
    const Vec2 to = box[(i + 1) % box.size()];
    const auto inside = clipped(box[i], to, edge);
    if (inside.size() != 1 || inside.front().length < (1 - within::same) * norm(to - box[i])) return false;
  }
  return true;
}

bool is_crossed(const std::vector<Vec2>& box, const std::vector<Arc>& lines) {
  Outline sides;
  for (size_t i = 0; i < box.size(); ++i) sides.push_back(line(box[i], box[(i + 1) % box.size()]));
  return std::any_of(lines.begin(), lines.end(),
                     [&](const Arc& l) { return !clipped(l.start, end_of(l), sides).empty(); });
}

void add_arrow(Marks& marks, const Space& space, const Outline& edge, const Blank& blank) {
  const double half = std::min(0.2 * space.along, 100.0);
  const double barb = std::min({0.3 * half, 0.2 * space.across, 20.0});
  const Vec2 up = direction(space.heading);
  const Vec2 tail = space.middle - half * up;
  const Vec2 head = space.middle + half * up;
  const Vec2 left = head + barb * (0.5 * left_of(up) - up);
  const Vec2 right = head - barb * (0.5 * left_of(up) + up);
  if (!within(edge, {tail, head, left, right})) return;
  if (in_opening(blank, space.middle)) return;
  if (is_crossed({tail - barb * left_of(up), tail + barb * left_of(up), head + barb * left_of(up),
                  head - barb * left_of(up)},
                 openings_near(blank, space.middle, half + barb)))
    return;
  for (const Vec2 from : {tail, left, right}) {
    if (length_of(clipped(from, head, edge)) < norm(head - from) * (1 - within::same)) return;
  }
  for (const Vec2 from : {tail, left, right}) marks.lines.push_back(line(from, head));
}

std::string identity(const Making& making) { return making.number.empty() ? making.name : making.number; }

struct TextBlock {
  std::vector<std::string> lines;
  Vec2 middle;
  double reading = 0;
  double height = 0;

  [[nodiscard]] double letters() const {
    size_t longest = 0;
    for (const std::string& text : lines) longest = std::max(longest, text.size());
    return 0.9 * static_cast<double>(longest);
  }
  [[nodiscard]] double rows() const { return line_pitch * static_cast<double>(lines.size()); }
  [[nodiscard]] std::vector<Vec2> corners() const {
    const Vec2 right = (letters() * height / 2) * direction(reading);
    const Vec2 up = (rows() * height / 2) * left_of(direction(reading));
    return {middle - right - up, middle + right - up, middle + right + up, middle - right + up};
  }
  static constexpr double line_pitch = 1.8;
};

std::vector<std::string> identity_lines(const Blank& b, const Making& making) {
  std::string up = face_up(b);
  std::transform(up.begin(), up.end(), up.begin(), [](char c) { return static_cast<char>(std::toupper(c)); });
  std::vector<std::string> lines{up + (b.face_names.inside == FaceNames().inside ? " UP" : " FACE UP")};
  if (!identity(making).empty()) lines.insert(lines.begin(), identity(making));
  return lines;
}

// Lines of text, across a space or along it, whichever lets the letters be larger, clear of the edge and of
// lines; nothing, and false, where they would come out smaller than can be read.
bool add_texts(Marks& marks, const Space& space, std::vector<std::string> texts, const Blank& blank,
               const Outline& edge, std::vector<Arc> lines) {
  TextBlock block{std::move(texts), space.middle};
  const double across = std::min(space.across / block.letters(), space.along / block.rows());
  const double along = std::min(space.along / block.letters(), space.across / block.rows());
  block.reading = across >= along ? space.heading - pi / 2 : space.heading;
  block.height = std::min(0.8 * std::max(across, along), 30.0);
  if (in_opening(blank, block.middle)) return false;
  const auto openings = openings_near(blank, block.middle, norm(block.corners()[0] - block.middle));
  lines.insert(lines.end(), openings.begin(), openings.end());
  while (block.height >= least_letter &&
         (!box_within(edge, block.corners()) || is_crossed(block.corners(), lines))) {
    block.height *= 0.9;
  }
  if (block.height < least_letter) return false;
  const Vec2 up = left_of(direction(block.reading));
  const auto count = static_cast<double>(block.lines.size());
  for (size_t i = 0; i < block.lines.size(); ++i) {
    const double row = (count - 1) / 2 - static_cast<double>(i);
    marks.texts.push_back({space.middle + (TextBlock::line_pitch * block.height * row) * up,
                           Angle::radians(block.reading), block.height, block.lines[i]});
  }
  return true;
}

// The middle of a face, and what its sides leave about it.
Space space_in(const FlatFace& face) {
  const size_t n = face.corners.size();
  Outline sides;
  for (size_t i = 0; i < n; ++i) sides.push_back(line(face.corners[i], face.corners[(i + 1) % n]));
  Vec2 middle;
  double weight = 0;
  for (size_t i = 1; i + 1 < n; ++i) {
    const Vec2 a = face.corners[0];
    const double twice = cross(face.corners[i] - a, face.corners[i + 1] - a);
    middle = middle + (twice / 3) * (a + face.corners[i] + face.corners[i + 1]);
    weight += twice;
  }
  if (weight == 0) return {};
  const Rectangle box = upright_box(sides);
  return {(1 / weight) * middle, pi / 2, box.height, box.width};
}

}  // namespace

Marks make_marks(const Blank& blank, const Making& making) {
  if (!making.marks) return {};
  const Outline edge = outline(blank);
  std::vector<Arc> lines;
  for (size_t i = 1; i + 1 < blank.elements.size(); ++i) {
    const auto parts = on_metal(blank, blank.elements[i].base, blank.elements[i].top, edge);
    lines.insert(lines.end(), parts.begin(), parts.end());
  }
  std::vector<Vec2> middles;
  for (size_t i = 0; i + 1 < blank.elements.size(); ++i) {
    const Element& a = blank.elements[i];
    const Element& b = blank.elements[i + 1];
    middles.push_back(half_way(half_way(a.base, b.base), half_way(a.top, b.top)));
  }
  return make_marks(blank, making, std::move(lines), middles);
}

Marks make_marks(const Blank& blank, const Making& making, std::vector<Arc> element_lines,
                 const std::vector<Vec2>& middles) {
  if (!making.marks) return {};
  Marks marks{std::move(element_lines), {}};
  const Outline edge = outline(blank);
  add_arrow(marks, space_at(blank, 0.375, middles), edge, blank);
  std::vector<Arc> keep_clear = marks.lines;
  for (const Fold& c : creases_of(blank)) keep_clear.insert(keep_clear.end(), c.arcs.begin(), c.arcs.end());
  if (creases_of(blank).empty() && blank.groups.empty() &&
      add_texts(marks, space_at(blank, 0.625, middles), identity_lines(blank, making), blank, edge,
                keep_clear))
    return marks;
  // Elements that run together, creases and openings leave room elsewhere, or none.
  const auto spaces = static_cast<double>(blank.elements.size() - 1);
  Marks best = marks;
  const double step = std::max(1.0, std::floor(spaces / 48));
  for (double i = 0.5; i < spaces; i += step) {
    for (const double up : {0.0, -0.3, 0.3}) {
      Marks tried = marks;
      Space space = space_at(blank, i / spaces, middles);
      space.middle = space.middle + up * space.along * direction(space.heading);
      if (up != 0) space.along *= 0.4;
      if (!add_texts(tried, space, identity_lines(blank, making), blank, edge, keep_clear)) continue;
      if (best.texts.empty() || tried.texts.front().height > best.texts.front().height)
        best = std::move(tried);
    }
  }
  return best;
}

void mark_regions(Blank& b, const Opened& o, const Placing& placing) {
  const Outline edge = outline(b);
  for (const Region& r : o.form.regions) {
    if (r.from <= o.from() || r.from >= o.to()) continue;
    const auto parts = on_metal(b, placed(rim_point(o, EndName::base, r.from), placing),
                                placed(rim_point(o, EndName::top, r.from), placing), edge);
    b.marks.lines.insert(b.marks.lines.end(), parts.begin(), parts.end());
  }
}

namespace {

// The room about one of so many shares of a flat, side by side from its first ruling.
Space space_in_flat(const Opened& o, const Placing& placing, const Region& r, int number, int shares) {
  const auto at = [&](EndName end, double u) { return placed(rim_point(o, end, u), placing); };
  const auto share_of = [&](EndName end, double share) {
    const Vec2 from = at(end, r.from);
    return from + share * (at(end, r.to) - from);
  };
  const double share = (number + 0.5) / shares;
  const double low = norm(at(EndName::base, r.to) - at(EndName::base, r.from));
  const double high = norm(at(EndName::top, r.to) - at(EndName::top, r.from));
  // Towards the wider side of a triangle, where the room is.
  const double up = low > high ? 0.35 : 0.65;
  const Vec2 base = share_of(EndName::base, share);
  const Vec2 top = share_of(EndName::top, share);
  return {base + up * (top - base), line(base, top).heading.radians(), 0.7 * norm(top - base),
          0.7 * std::max(low, high) / shares};
}

}  // namespace

void move_texts_to_flats(Blank& b, const Opened& o, const Placing& placing, const Making& making) {
  if (!making.marks) return;
  const Outline edge = outline(b);
  std::vector<Arc> lines = b.marks.lines;
  for (const Fold& l : bends_of(b)) lines.push_back(line(l.from, l.to));
  std::vector<MarkText> best;
  // Where elements leave no room for letters across a flat, between them.
  for (const int shares : {1, 4, 9}) {
    if (!best.empty()) break;
    for (const Region& r : o.form.regions) {
      if (r.kind != RegionKind::flat) continue;
      for (int number = 0; number < shares; ++number) {
        Marks tried;
        const Space space = space_in_flat(o, placing, r, number, shares);
        if (!add_texts(tried, space, identity_lines(b, making), b, edge, lines)) continue;
        if (best.empty() || tried.texts.front().height > best.front().height) best = std::move(tried.texts);
      }
    }
  }
  if (!best.empty()) b.marks.texts = std::move(best);
}

namespace {

// Which of two tries has the larger letters.
void keep_larger(std::vector<MarkText>& texts, std::vector<MarkText> other) {
  if (!other.empty() && (texts.empty() || other.front().height > texts.front().height))
    texts = std::move(other);
}

}  // namespace

void add_text_in_largest_face(Blank& blank, const Making& making) {
  Space best;
  for (const FlatFace& face : blank.folding->faces) {
    const Space space = space_in(face);
    if (std::min(space.along, space.across) > std::min(best.along, best.across)) best = space;
  }
  if (best.along == 0) return;
  std::vector<Arc> keep_clear;
  for (const Fold& bend : bends_of(blank)) keep_clear.push_back(line(bend.from, bend.to));
  for (const MarkText& tag : blank.marks.texts) {
    const TextBlock block{{tag.text}, tag.centre, tag.heading.radians(), tag.height};
    const std::vector<Vec2> box = block.corners();
    for (size_t i = 0; i < box.size(); ++i) keep_clear.push_back(line(box[i], box[(i + 1) % box.size()]));
  }
  const Outline edge = outline(blank);
  const auto tried = [&](const Space& space) {
    Marks marks;
    (void)add_texts(marks, space, identity_lines(blank, making), blank, edge, keep_clear);
    return marks.texts;
  };
  std::vector<MarkText> texts = tried(best);
  // Where openings lie in the way: above them, below, or in another face.
  for (const FlatFace& face : blank.folding->faces) {
    if (blank.groups.empty()) break;
    for (const double share : {0.25, -0.25, 0.38, -0.38, 0.0}) {
      Space space = space_in(face);
      if (space.along == 0) continue;
      space.middle = space.middle + (share * space.along) * direction(space.heading);
      space.along /= 4;
      keep_larger(texts, tried(space));
    }
  }
  // A face whose middle is cut out: wherever there is most room.
  const bool none = texts.empty() && !blank.groups.empty();
  for (const FlatFace& face : blank.folding->faces) {
    const Space whole = space_in(face);
    constexpr int steps = 8;
    for (int i = 0; none && whole.along > 0 && i <= steps * (steps + 2); ++i) {
      const auto place = [](int step) { return 0.45 * (2.0 * step / steps - 1); };
      Space space = whole;
      space.middle = whole.middle + place(i / (steps + 1)) * whole.along * direction(whole.heading) +
                     place(i % (steps + 1)) * whole.across * left_of(direction(whole.heading));
      space.along /= 2;
      space.across /= 2;
      keep_larger(texts, tried(space));
    }
  }
  blank.marks.texts.insert(blank.marks.texts.end(), texts.begin(), texts.end());
}

void mark_cut_out(Blank& b, const Making& making, const std::vector<Arc>& lines) {
  if (!making.marks) return;
  b.marks.lines.insert(b.marks.lines.end(), lines.begin(), lines.end());
  const Outline edge = outline(b);
  const Rectangle box = upright_box(edge);
  constexpr int steps = 12;
  std::vector<MarkText> texts;
  for (int i = 1; i < steps; ++i) {
    for (int k = 1; k < steps; ++k) {
      const Vec2 at = box.corner + Vec2{box.width * i / steps, box.height * k / steps};
      // Beside an opening there may be room across alone, or along.
      for (const Vec2 share : {Vec2{0.25, 0.25}, Vec2{0.25, 0.06}, Vec2{0.06, 0.25}}) {
        Marks tried;
        (void)add_texts(tried, {at, pi / 2, share.y * box.height, share.x * box.width},
                        identity_lines(b, making), b, edge, lines);
        keep_larger(texts, std::move(tried.texts));
      }
    }
  }
  b.marks.texts.insert(b.marks.texts.end(), texts.begin(), texts.end());
}

void mark_seam_lines(Blank& b, const Form& f, const Seam& seam) {
  const Outline edge_line = outline(b);
  const auto mark = [&](const Element& e, SeamEdge edge) {
    const double inset = edge_inset(f, seam, edge);
    if (inset >= 0) return;
    // Where the edge would lie without stock or lap.
    const double kept = neutral_gap(f, seam, edge == SeamEdge::start ? f.from() : f.to()) / 2;
    const Vec2 along = 1 / norm(e.top - e.base) * (e.top - e.base);
    const Vec2 middle = half_way(b.elements.front().base, b.elements.back().base);
    const double side = cross(along, middle - e.base) > 0 ? 1 : -1;
    const Vec2 shift = side * kept * left_of(along);
    const double longer = kept + norm(e.top - e.base);
    const auto parts =
        on_metal(b, e.base + shift - longer * along, e.top + shift + longer * along, edge_line);
    b.marks.lines.insert(b.marks.lines.end(), parts.begin(), parts.end());
  };
  mark(b.elements.front(), SeamEdge::start);
  mark(b.elements.back(), SeamEdge::end);
}

namespace {

// Whether a point lies beyond the outline, farther than rounding and its fit.
bool is_off(const Outline& edge, Vec2 p, double near) {
  if (contains(edge, p)) return false;
  return std::none_of(edge.begin(), edge.end(),
                      [&](const Arc& arc) { return nearest(p, arc).distance <= near; });
}

std::vector<Arc> kept(const Outline& edge, const Arc& mark, double near) {
  if (!is_off(edge, mark.start, near) && !is_off(edge, end_of(mark), near) &&
      !is_off(edge, point_at(mark, mark.length / 2), near))
    return {mark};
  if (is_straight(mark)) return clipped(mark.start, end_of(mark), edge);
  std::vector<Arc> parts;
  constexpr int looks = 64;
  for (int i = 0; i < looks; ++i) {
    if (is_off(edge, point_at(mark, mark.length * (i + 0.5) / looks), near)) continue;
    parts.push_back(stretch(mark, mark.length * i / looks, mark.length * (i + 1) / looks));
  }
  return parts;
}

// A wall's bends that lie in the gap of its seam: what is left is bent as if they had been made.
void leave_out_in_gap(Blank& b, const Outline& edge, double near) {
  if (b.folding) return;
  const auto on_metal = [&](const Fold& f) {
    return f.hem || f.kind == FoldKind::crease ||
           !(is_off(edge, f.from, near) && is_off(edge, f.to, near) &&
             length_of(clipped(f.from, f.to, edge)) <= within::beside * b.size);
  };
  const auto left_out = std::stable_partition(b.folds.begin(), b.folds.end(), on_metal);
  b.folds_in_gap.assign(left_out, b.folds.end());
  b.folds.erase(left_out, b.folds.end());
  std::string tags;
  for (const Fold& f : b.folds_in_gap) tags += (tags.empty() ? "" : ", ") + f.tag;
  if (b.folds_in_gap.size() == 1)
    b.warnings.push_back("Bend line " + tags +
                         " falls into the seam's gap, beyond the edge: it is left out, and those beside it "
                         "are bent as they are with it.");
  if (b.folds_in_gap.size() > 1)
    b.warnings.push_back("Bend lines " + tags +
                         " fall into the seam's gap, beyond the edges: they are left out, and those beside "
                         "them are bent as they are with them.");
}

}  // namespace

void keep_marks_on_metal(Blank& b) {
  const Outline edge = outline(b);
  const double near = within::same * b.size + b.fit_error;
  std::vector<Arc> lines;
  for (const Arc& mark : b.marks.lines) {
    const auto parts = kept(edge, mark, near);
    lines.insert(lines.end(), parts.begin(), parts.end());
  }
  b.marks.lines = std::move(lines);
  leave_out_in_gap(b, edge, near);
  for (Fold& bend : bends_of(b)) {
    if (!is_off(edge, bend.from, near) && !is_off(edge, bend.to, near)) continue;
    const auto parts = clipped(bend.from, bend.to, edge);
    const auto longest = std::max_element(parts.begin(), parts.end(),
                                          [](const Arc& x, const Arc& y) { return x.length < y.length; });
    if (longest == parts.end() || longest->length == bend.length()) continue;
    bend.from = longest->start;
    bend.to = end_of(*longest);
  }
}

void warn_of_no_identity(Blank& b, const Making& making) {
  const std::string face = identity_lines(b, making).back();
  const bool there = std::any_of(b.marks.texts.begin(), b.marks.texts.end(),
                                 [&](const MarkText& t) { return t.text == face; });
  if (!there)
    b.warnings.push_back(
        "Neither the number nor the face that lies up is marked: there is no room for letters. Mark " + face +
        " by hand.");
}

}  // namespace juggler
