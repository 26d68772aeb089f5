// Shells in courses. Equation numbers: docs/maths/courses.md.
#include <algorithm>

#include "juggler/develop.h"
#include "part/bounds.h"
#include "round_sizes.h"

namespace juggler {
namespace {

constexpr int most_courses = 64;
constexpr int most_pieces = 64;

// A shell worked out.
struct Shell {
  const Part& part;
  RoundSizes sizes;
  double t = 0, neutral = 0;

  [[nodiscard]] bool straight() const { return sizes.base_radius == sizes.top_radius && sizes.coaxial(); }
  // (6): of an offset cone, whose rulings all lean otherwise, the size face.
  [[nodiscard]] double on_size_face(double z) const {
    return sizes.base_radius + (sizes.top_radius - sizes.base_radius) * z / sizes.height;
  }
  // The middle of a level circle.
  [[nodiscard]] Vec2 middle(double z) const { return (z / sizes.height) * sizes.shift; }
  // (1): of the inside face at a height.
  [[nodiscard]] double inside(double z) const {
    const double c = std::cos(sizes.taper.radians());
    const double base = sizes.base_radius - sizes.base_layer / c;
    const double top = sizes.top_radius - sizes.top_layer / c;
    return base + (top - base) * z / sizes.height;
  }
  [[nodiscard]] double on_neutral(double z) const {
    return inside(z) + neutral / std::cos(sizes.taper.radians());
  }
};

Shell shell_of(const Part& part) {
  const auto* cone = std::get_if<Cone>(&part.asked);
  const auto* cylinder = std::get_if<Cylinder>(&part.asked);
  if (!cone && !cylinder)
    refuse("courses", "divides a part that is no shell", part.shape, "a cone or a cylinder");
  const RoundSizes sizes = cone ? solve(*cone, part.sheet) : solve(*cylinder, part.sheet);
  if (!sizes.coaxial() && sizes.base_layer != sizes.top_layer)
    refuse("courses", "divides an offset cone with its sizes on two faces", {}, "one face for both ends");
  const double t = part.sheet.thickness.value_or(0);
  return {part, sizes, t, part.sheet.neutral_factor * t};
}

// (2): how wide and how long a piece of a course is cut.
struct PieceBox {
  double width = 0, length = 0;
};
// What its ends add: flanges, and a slanting top beyond the axis.
double added_width(const Shell& shell, double low, double high) {
  double more = 0;
  const RoundSizes& z = shell.sizes;
  if (low <= 0 && z.base_flange) more += z.base_flange->width;
  if (high < z.height - limits::agree) return more;
  if (z.top_flange) more += z.top_flange->width;
  const auto* c = std::get_if<Cylinder>(&shell.part.asked);
  if (c && c->long_side) more += std::max(0.0, *c->long_side - z.height);
  return more;
}
PieceBox bare_box(const Shell& shell, double low, double high, int pieces) {
  const double a = shell.on_neutral(low);
  const double b = shell.on_neutral(high);
  const double slant = std::hypot(high - low, b - a);
  if (std::abs(b - a) <= within::same * std::max(a, b)) return {slant, two_pi * a / pieces};
  const double swing = slant / std::abs(b - a);  // of a radius, on the flat
  const double sector = two_pi / (swing * pieces);
  const double outer = swing * std::max(a, b);
  const double inner = swing * std::min(a, b);
  const double half = sector / 2;
  const double length = 2 * outer * (half < pi / 2 ? std::sin(half) : 1);
  return {half < pi / 2 ? outer - inner * std::cos(half) : outer - outer * std::cos(std::min(half, pi)),
          length};
}

PieceBox box_of(const Shell& shell, double low, double high, int pieces) {
  PieceBox box = bare_box(shell, low, high, pieces);
  box.width += added_width(shell, low, high);
  box.length += shell.part.seam.lap.value_or(0) + 2 * shell.part.seam.stock;
  return box;
}

// As few pieces as are no longer than the plate; none where no number does.
std::optional<int> pieces_for(const Shell& shell, const Courses& asked, double low, double high) {
  if (!asked.plate_length) {
    const int given =
        shell.part.seam.each.empty() ? shell.part.seam.pieces : static_cast<int>(shell.part.seam.each.size());
    return asked.plate && box_of(shell, low, high, given).width > *asked.plate + limits::agree
               ? std::nullopt
               : std::optional(given);
  }
  for (int n = 1; n <= most_pieces; ++n) {
    const PieceBox box = box_of(shell, low, high, n);
    if (box.length > *asked.plate_length + limits::agree) continue;
    if (!asked.plate || box.width <= *asked.plate + limits::agree) return n;
  }
  return std::nullopt;
}

// What has no meaning where rulings lean otherwise all round, and no one axis is every course's.
void check_offset(const Courses& c, const Shell& shell) {
  if (shell.sizes.coaxial()) return;
  if (c.plate || c.plate_length)
    refuse(c.plate ? "courses.plate" : "courses.plate_length",
           "is given for an offset cone, whose blanks are no sectors", {}, "a number, or heights",
           "say courses = 3, and see how wide the blanks come out");
  for (const Trim& t : std::get<Cone>(shell.part.asked).trims) {
    if (t.short_side || t.long_side)
      refuse(t.key + "short_side", "is a length along rulings that all lean otherwise", {},
             "height and tilt, or from_axis");
  }
  for (const Opening& o : shell.part.making.openings) {
    if (o.how == OpeningHow::bored)
      refuse(o.key + ".how", "is bored towards an axis, but courses of an offset cone have one each", "bored",
             "laid or fitted");
    if (o.at.along_ruling)
      refuse(o.key + ".at.along_ruling", "is a place along rulings that all lean otherwise", {},
             "angle and height");
  }
}

void check_asked(const Courses& c, const Shell& shell) {
  check_offset(c, shell);
  const int ways = (c.number ? 1 : 0) + (c.heights.empty() ? 0 : 1) + (c.plate ? 1 : 0);
  if (ways != 1 && !(c.plate && ways == 2))
    refuse("courses", ways == 0 ? "does not say how many" : "is given in more than one way", {},
           "plate, a number, or heights");
  if (c.number && (*c.number < 2 || *c.number > most_courses))
    refuse("courses.number", "is out of range", std::to_string(*c.number),
           "2 to " + std::to_string(most_courses));
  if (c.plate) check_range("courses.plate", *c.plate, shortest, longest, "mm");
  if (c.plate_length) check_range("courses.plate_length", *c.plate_length, shortest, longest, "mm");
  check_range("courses.lap", c.lap, 0, longest, "mm");
  for (const double h : c.heights) check_range("courses.heights", h, shortest, longest, "mm");
  if (c.plate_length && !shell.part.seam.each.empty())
    refuse("courses.plate_length", "is given beside the plan angles of all seams", shown_mm(*c.plate_length),
           {}, "leave one of the two out");
  if (c.second_inside && !shell.straight())
    refuse("courses.second", "is inside, but courses of a cone stand in one line", {}, "cylinders");
  if (c.lap > 0 && !c.second_inside)
    refuse("courses.lap", "is given, but courses of one girth do not stand in each other", shown_mm(c.lap),
           {}, "say courses.second = \"inside\", or leave it out");
}

// (3): heights along the axis, each with its laps.
std::vector<double> heights_of(const Courses& c, const Shell& shell) {
  const double whole = shell.sizes.height;
  if (!c.heights.empty()) {
    double sum = -c.lap * static_cast<double>(c.heights.size() - 1);
    for (const double h : c.heights) sum += h;
    if (c.heights.size() < 2 || std::abs(sum - whole) > limits::agree)
      refuse("courses.heights", c.heights.size() < 2 ? "are too few" : "do not come to the shell's height",
             shown_mm(sum), shown_mm(whole) + (c.lap > 0 ? ", laps taken off" : ""));
    return c.heights;
  }
  const auto equal = [&](int n) { return (whole + (n - 1) * c.lap) / n; };
  if (c.number) return std::vector<double>(static_cast<size_t>(*c.number), equal(*c.number));
  for (int n = 1; n <= most_courses; ++n) {
    const double h = equal(n);
    if (h <= c.lap) break;
    bool fits = true;
    for (int k = 0; k < n && fits; ++k)
      fits = pieces_for(shell, c, k * (h - c.lap), k * (h - c.lap) + h).has_value();
    if (fits) return std::vector<double>(static_cast<size_t>(n), h);
  }
  const PieceBox one = box_of(shell, 0, equal(most_courses), shell.part.seam.pieces);
  refuse(
      "courses.plate", "is too narrow for any number of courses", shown_mm(*c.plate),
      c.plate_length ? Phrase("a wider or longer plate") : shown_mm(one.width) + " or more in so many pieces",
      c.plate_length ? "take a longer plate" : "give plate_length, so that courses come in more pieces");
}

// One of the shell, from a height to another.
class Course {
 public:
  Course(const Shell& shell, const Courses& asked, const std::shared_ptr<const Part>& whole, int number,
         int of, double low, double high)
      : shell_(shell), asked_(asked), number_(number), of_(of), low_(low), high_(high) {
    part_ = shell.part;
    const bool inner = asked.second_inside && number % 2 == 0;
    part_.course = CourseOf{whole, number, of, low, shell.sizes.height - high, asked.lap, inner};
    part_.name =
        (shell.part.name.empty() ? "course-" : shell.part.name + "-course-") + std::to_string(number);
    Frame up;
    up.origin = {aside().x, aside().y, low};
    part_.course->aside = aside();
    if (low > 0 || part_.place) {
      part_.place = part_.place.value_or(PartPlace{});
      part_.place->further = part_.place->further ? part_.place->further->frame(up) : up;
    }
  }

  Part made() {
    set_sizes();
    set_seam();
    std::erase_if(part_.ends, [&](const EndBody& e) { return !has(e.end); });
    std::erase_if(part_.making.edges, [&](const EdgeWork& e) {
      return (e.on == "base" && !first()) || (e.on == "top" && !last());
    });
    for (Opening& o : part_.making.openings) {
      if (o.how != OpeningHow::fitted) shift(o.at, o.key);
      o.repeat.row_pitch *= o.at.height && along_ruling_ ? std::cos(shell_.sizes.taper.radians()) : 1;
    }
    std::erase_if(part_.making.letterings, [&](Lettering& l) {
      shift(l.at, l.key);
      return *l.at.height < 0 || *l.at.height >= high_ - low_;
    });
    return std::move(part_);
  }

 private:
  [[nodiscard]] bool first() const { return number_ == 1; }
  [[nodiscard]] bool last() const { return number_ == of_; }
  [[nodiscard]] bool has(EndName end) const { return end == EndName::base ? first() : last(); }

  [[nodiscard]] Vec2 aside() const { return shell_.middle(low_); }

  [[nodiscard]] End size(double z) const {
    if (!shell_.sizes.coaxial()) {
      End end = Diameter::mm(2 * shell_.on_size_face(z));
      end.sizes_on = shell_.sizes.base_face;
      return end;
    }
    const double in = part_.course->inner ? shell_.t : 0;  // (4)
    End end = Diameter::mm(2 * (shell_.inside(z) - in));
    end.sizes_on = Face::inside;
    return end;
  }

  void set_sizes() {
    if (auto* c = std::get_if<Cylinder>(&part_.asked)) {
      if (part_.course->inner) c->size = size(0);
      const bool slants = c->short_side.has_value();
      if (!last() || !slants) {
        c->height = high_ - low_;
        c->short_side.reset();
        c->long_side.reset();
      } else {
        c->height.reset();
        if (*c->short_side <= low_)
          refuse("short_side", "ends below the last course, which alone has the slanting top",
                 shown_mm(*c->short_side), "more than " + shown_mm(low_),
                 "take fewer courses, or give their heights");
        for (auto* side : {&c->short_side, &c->long_side}) {
          if (*side) **side -= low_;
        }
      }
      if (!first()) c->base.reset();
      if (!last()) c->top.reset();
      keep_own(*c);
      return;
    }
    auto& c = std::get<Cone>(part_.asked);
    if (!first()) c.base = size(low_);
    if (!last()) c.top = size(high_);
    c.height = high_ - low_;
    c.shift = shell_.middle(high_) - shell_.middle(low_);
    c.slant.reset();
    c.half_angle.reset();
    c.included_angle.reset();
    c.wider.reset();
    // Where only one end was given the other follows.
    const auto given = [](const End& e) { return e.diameter || e.radius || e.girth || e.pointed; };
    if (!given(c.base)) c.base = size(low_);
    if (!given(c.top)) c.top = size(high_);
    keep_own(c);
  }

  // Trims and flanges of the ends that it has.
  template <typename Round>
  void keep_own(Round& c) {
    std::erase_if(c.trims, [&](const Trim& t) { return !has(t.end); });
    std::erase_if(c.flanges, [&](const Flange& f) { return !has(f.end); });
    std::erase_if(part_.bolts, [&](const BoltHoles& b) {
      return (b.on == "base" && !has(EndName::base)) || (b.on == "top" && !has(EndName::top));
    });
    for (Trim& t : c.trims) {
      // The course's own axis stands aside of the shell's.
      const double up = dot(direction(t.uphill.radians()), aside());
      if (t.from_axis) *t.from_axis -= up;
      if (t.height) *t.height += std::tan(t.tilt.value_or(Angle{}).radians()) * up - low_;
      const double other = t.end == EndName::top ? low_ : shell_.sizes.height - high_;
      for (auto* side : {&t.short_side, &t.long_side}) {
        if (*side) **side -= other / std::cos(shell_.sizes.taper.radians());
      }
    }
  }

  void set_seam() {
    const auto pieces = pieces_for(shell_, asked_, low_, high_);
    if (!pieces)
      refuse("courses.plate", "is too small for course " + std::to_string(number_),
             shown_mm(asked_.plate.value_or(0)),
             shown_mm(box_of(shell_, low_, high_, shell_.part.seam.pieces).width) + " or more",
             "take more courses, or give plate_length");
    part_.seam.pieces = *pieces;
    const Angle half = Angle::radians(pi / *pieces);
    const Angle turn = Angle::radians((number_ - 1) * asked_.stagger.value_or(half).radians());
    part_.seam.at = part_.seam.at + turn;
    for (Angle& a : part_.seam.each) a = a + turn;
  }

  // A place of the shell as the course has it.
  void shift(OpeningPlace& at, const std::string& key) {
    if (at.flat() || at.seam_distance)
      refuse(key + ".at", "is a place on one flat, but the shell has one for every course", {},
             "angle and height", "place it on the formed part");
    const double whole = shell_.sizes.height;
    along_ruling_ = at.along_ruling.has_value();
    if (at.along_ruling) at.height = *at.along_ruling * std::cos(shell_.sizes.taper.radians());
    at.along_ruling.reset();
    const double given = at.height.value_or(0);
    at.height = (at.from == EndName::base ? given : whole - given) - low_;
    at.from = EndName::base;
  }

  const Shell& shell_;
  const Courses& asked_;
  int number_, of_;
  double low_, high_;
  bool along_ruling_ = false;
  Part part_;
};

}  // namespace

std::vector<Part> courses_of(const Part& shell, const Courses& asked) {
  const Shell worked = shell_of(shell);
  check_asked(asked, worked);
  const std::vector<double> heights = heights_of(asked, worked);
  const auto whole = std::make_shared<const Part>(shell);
  std::vector<Part> parts;
  double low = 0;
  const int n = static_cast<int>(heights.size());
  for (int k = 1; k <= n; ++k) {
    const double high = k == n ? worked.sizes.height : low + heights[static_cast<size_t>(k - 1)];
    parts.push_back(Course(worked, asked, whole, k, n, low, high).made());
    low = high - asked.lap;
  }
  return parts;
}

}  // namespace juggler
