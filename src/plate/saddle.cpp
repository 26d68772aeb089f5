// A piece of another part's wall about a hole in it. docs/maths/plates.md (11)-(14).
#include "saddle.h"

#include <algorithm>

#include "blank/laid.h"
#include "form/opening_forms.h"
#include "measure/facts.h"
#include "measure/record_parts.h"
#include "measure/say.h"
#include "meet/boring.h"
#include "part/bounds.h"

namespace juggler {
namespace {

constexpr int looks_along = 32;

[[noreturn]] void refuse_on(const Phrase& reason, const std::string& found, const Phrase& advice) {
  throw Refusal({.reason = reason, .key = "on", .found = found, .advice = advice});
}

// The outside of a wall, once round from wherever it is asked, with the wall's own ends or others.
Form outside_of(const Form& main, const Sheet& sheet, double from, double to) {
  const Wall once = layer(main.wall, main.thickness);
  const double first = once.front().from, turn = once.back().to - first;
  Form f;
  for (double shift = turn * std::floor((from - first) / turn); first + shift < to; shift += turn) {
    for (const WallPiece& w : once) {
      const double a = std::max(from, w.from + shift), b = std::min(to, w.to + shift);
      if (b - a > within::rounding)
        f.wall.push_back({a, b, [ruling = w.ruling, shift](double u) { return ruling(u - shift); }});
    }
  }
  const auto rim = [=](const Rim& own) {
    return Rim([=](double u) { return own(u - turn * std::floor((u - first) / turn)); });
  };
  f.base = rim(main.base);
  f.top = rim(main.top);
  f.thickness = *sheet.thickness;
  f.neutral_depth = sheet.neutral_factor * f.thickness;
  f.size = main.size;
  f.open = true;
  return f;
}

PartWall wall_of(const std::shared_ptr<const Form>& form) {
  PartWall wall;
  wall.charts = {chart_of(form, 0, {})};
  wall.size = form->size;
  wall.thickness = form->thickness;
  return wall;
}

// (12): moved by a width to the right of where it runs, corners rounded.
Outline moved(const Outline& hole, double width, double near) {
  Outline out;
  for (size_t i = 0; i < hole.size(); ++i) {
    const Arc& arc = hole[i];
    const Vec2 aside = width * left_of(direction(arc.heading));
    out.push_back({arc.start - aside, arc.heading, arc.length + arc.turn.radians() * width, arc.turn});
    const Angle end = arc.heading + arc.turn;
    const double corner = std::remainder((hole[(i + 1) % hole.size()].heading - end).radians(), two_pi);
    if (corner * width > near)
      out.push_back({end_of(out.back()), end, corner * width, Angle::radians(corner)});
  }
  return out;
}

// (12a): the places at a distance from an outline, by the direction in which they are seen from within it.
class About {
 public:
  About(const Outline& hole, Vec2 middle, double width) : middle_(middle), width_(width) {
    for (const Arc& arc : hole) {
      reach_ = std::max(reach_, norm(arc.start - middle) + arc.length);
      arcs_.emplace_back(arc);
    }
  }
  [[nodiscard]] PlateOutline fitted(double fit) const {
    check_once();
    const Curve curve{0, two_pi, [this](double way) { return place(way).at; },
                      continuous([this](double way) { return place(way).heading; }, 0, two_pi)};
    const FittedArcs made = fit_arcs(curve, fit);
    return {made.arcs, made.error};
  }

 private:
  struct Place {
    Vec2 at;
    Angle heading;
  };
  // What is asked of an arc many thousand times.
  struct Known {
    explicit Known(const Arc& a)
        : arc(a), end(end_of(a)), middle(point_at(a, a.length / 2)), straight(is_straight(a)) {
      if (straight) return;
      centre = centre_of(a);
      radius = norm(a.start - centre);
      to_middle = 1 / radius * (middle - centre);
      least = std::cos(a.turn.radians() / 2);
    }
    [[nodiscard]] Vec2 nearest_to(Vec2 p) const {
      if (straight) return nearest(p, arc).on_b;
      const Vec2 d = p - centre;
      const double far = norm(d);
      if (far > 0 && dot(d, to_middle) >= far * least) return centre + radius / far * d;
      return norm(p - arc.start) < norm(p - end) ? arc.start : end;
    }
    Arc arc;
    Vec2 end, middle;
    bool straight;
    Vec2 centre, to_middle;
    double radius = 0, least = 0;
  };
  struct Found {
    Vec2 on;
    double distance = HUGE_VAL;
  };
  [[nodiscard]] Found nearest_on(Vec2 p) const {
    Found best;
    for (const Known& k : arcs_) {
      if (norm(k.middle - p) - k.arc.length / 2 > best.distance) continue;
      const Vec2 on = k.nearest_to(p);
      if (norm(on - p) < best.distance) best = {on, norm(on - p)};
    }
    return best;
  }
  // Nothing lies nearer than its distance: from far out no place is passed over.
  [[nodiscard]] Place place(double way) const {
    const Vec2 on = direction(way);
    double out = reach_ + 2 * width_;
    Found found = nearest_on(middle_ + out * on);
    for (int i = 0; i < 400 && found.distance - width_ > within::exact * reach_; ++i) {
      const Vec2 p = middle_ + out * on;
      const double towards = std::max(0.0, dot(on, 1 / found.distance * (p - found.on)));
      // By the slope there where that stays outside, else by as much as is safe.
      const double safe = found.distance - width_;
      double next = out - safe / std::max(towards, 0.05);
      Found tried = nearest_on(middle_ + next * on);
      if (tried.distance < width_) {
        next = out - safe;
        tried = nearest_on(middle_ + next * on);
      }
      out = next;
      found = tried;
    }
    const Vec2 p = middle_ + out * on;
    return {p, heading_of(left_of(p - found.on))};
  }
  // Seen from within the whole of it.
  void check_once() const {
    constexpr int looks = 720;
    Vec2 before = place(0).at;
    for (int i = 1; i <= looks; ++i) {
      const Vec2 p = place(two_pi * i / looks).at;
      if (norm(p - before) > 0.1 * (reach_ + width_))
        throw Refusal({.reason = "leaves an edge that hides behind a hollow of the hole",
                       .key = "width",
                       .found = shown_mm(width_),
                       .advice = "make it wider, or give a form"});
      before = p;
    }
  }

  std::vector<Known> arcs_;
  Vec2 middle_;
  double width_;
  double reach_ = 0;
};

// How a layer bends at a place of a ruling, square to it: 0 where it is flat.
double curvature(const Ruling& r, double s) {
  const Rates at = rates(r);
  const double runs = at.across + s * at.turn;
  return runs == 0 ? 0 : at.curl / runs;
}

class SaddleMaker {
 public:
  SaddleMaker(const Part& part, const Plate& plate)
      : part_(part), plate_(plate), at_(*plate.at_end), main_(*plate.at_end->lies_on->form) {}

  Saddle made() {
    find_middle();
    const double half = (main_.wall.back().to - main_.wall.front().from) / 2;
    const auto round = std::make_shared<const Form>(outside_of(main_, part_.sheet, u_ - half, u_ + half));
    const PartWall wall = wall_of(round);
    const BoredWall hole =
        fitted_to(wall, lines_.loop, lines_.middle, Contact::clear, part_.making.fit, {at_.body, "for"});
    if (hole.outlines.size() != 1) refuse_on("is met by the branch in several places", at_.lies_on->name, "");
    check_hole(wall, hole);
    saddle_.u = hole.centre.u;
    saddle_.alike = main_.coaxial;
    saddle_.outline = outline_about(hole);
    narrow(wall);
    const FlatRuling from = wall.charts.front().flat(saddle_.u),
                     to = wall_of(saddle_.wall).charts.front().flat(saddle_.u);
    const Placing move = laid_upon(from, to);
    saddle_.outline.arcs = placed(saddle_.outline.arcs, move);
    add_rolled();
    return std::move(saddle_);
  }

 private:
  // (11): the ruling about which all is laid, that the branch's middle first meets.
  void find_middle() {
    lines_ = lines_of(*at_.met, Face::outside, at_.clearance, "clearance");
    const double first = main_.wall.front().from, turn = main_.wall.back().to - first;
    const auto once = std::make_shared<const Form>(outside_of(main_, part_.sheet, first, first + turn));
    const PartWall wall = wall_of(once);
    for (const LineHit& hit : hits_of(wall, lines_.middle, inside_layer)) {
      if (lines_.loop.from_start && hit.along < 0) continue;
      u_ = hit.u;
      return;
    }
    refuse_on("is a part that the branch " + at_.body + " does not come through", at_.lies_on->name,
              "place the branch on it");
  }

  // On both faces of the saddle there is something of the branch.
  void check_hole(const PartWall& wall, const BoredWall& hole) const {
    for (const Arc& arc : hole.outlines.front()) {
      constexpr int looks = 8;
      for (int i = 0; i < looks; ++i) {
        const auto spot = spot_on(wall, 0, point_at(arc, arc.length * i / looks));
        if (!spot) continue;
        for (const WallLayer& face : {inside_layer, outside_layer}) {
          if (std::isfinite(lines_.loop.outside(spot->point + face.on(wall.charts.front()) * spot->normal)))
            continue;
          throw Refusal({.reason = "ends within the saddle's thickness, or before it",
                         .key = "for",
                         .found = at_.body,
                         .advice = "make that part longer beyond " + at_.lies_on->name});
        }
      }
    }
  }
  [[nodiscard]] PlateOutline at_width(const Outline& inner, const BoredWall& hole) const {
    const double near = within::same * main_.size;
    if (is_convex(inner)) return {moved(inner, *at_.width, near), hole.fit_error};
    PlateOutline made = About(inner, hole.centre.at, *at_.width).fitted(part_.making.fit / 4);
    made.fit_error += hole.fit_error;
    return made;
  }
  [[nodiscard]] PlateOutline outline_about(const BoredWall& hole) const {
    Outline inner = hole.outlines.front();
    if (signed_area(inner) < 0) inner = reversed(inner);
    if (!plate_.form) return at_width(inner, hole);
    const FormOutlines form = outlines_of(*plate_.form, {}, part_.making.fit);
    const std::string key = plate_.form->key.empty() ? "form" : plate_.form->key;
    if (form.loops.size() != 1)
      throw Refusal({.reason = "has parts that lie apart, and a plate is of one piece", .key = key});
    Outline outer = placed(form.loops.front(), {false, hole.centre.level, hole.centre.at});
    if (signed_area(outer) < 0) outer = reversed(outer);
    for (const Arc& arc : inner) {
      if (!contains(outer, arc.start))
        throw Refusal({.reason = "does not enclose the hole for " + at_.body,
                       .key = key,
                       .found = in_words(*plate_.form),
                       .advice = "make it larger"});
    }
    return {outer, form.fit_error};
  }

  // (13): as much of the wall as the outline takes, and a little more.
  void narrow(const PartWall& wall) {
    double u_from = HUGE_VAL, u_to = -HUGE_VAL, s_from = HUGE_VAL, s_to = -HUGE_VAL;
    for (const Arc& arc : saddle_.outline.arcs) {
      for (int i = 0; i < looks_along; ++i) {
        const auto spot = spot_on(wall, 0, point_at(arc, arc.length * i / looks_along));
        if (!spot) refuse_past_end();
        u_from = std::min(u_from, spot->u);
        u_to = std::max(u_to, spot->u);
        s_from = std::min(s_from, spot->s);
        s_to = std::max(s_to, spot->s);
      }
    }
    saddle_.u_from = u_from;
    saddle_.u_to = u_to;
    constexpr double more = 0.05;
    const double half = (main_.wall.back().to - main_.wall.front().from) / 2;
    const double along = more * (s_to - s_from), about = more * (u_to - u_from);
    Form f = outside_of(main_, part_.sheet, std::max(u_from - about, u_ - half),
                        std::min(u_to + about, u_ + half));
    // A pointed end is no rim: halfway to it.
    const double tip = main_.top_pointed ? f.top(saddle_.u).s : HUGE_VAL;
    const double foot = main_.base_pointed ? f.base(saddle_.u).s : -HUGE_VAL;
    const double low = std::max(s_from - along, (s_from + foot) / 2),
                 high = std::min(s_to + along, (s_to + tip) / 2);
    f.base = Rim([low](double) { return Cut{low, 0}; });
    f.top = Rim([high](double) { return Cut{high, 0}; });
    const Rectangle box = upright_box(saddle_.outline.arcs);
    f.size = std::hypot(box.width, box.height, f.thickness);
    saddle_.wall = std::make_shared<const Form>(std::move(f));
  }
  [[noreturn]] void refuse_past_end() const {
    throw Refusal({.reason = "takes the saddle past an end of " + at_.lies_on->name + ", or all round it",
                   .key = plate_.form ? "form" : "width",
                   .found = plate_.form ? in_words(*plate_.form) : shown_mm(*at_.width),
                   .advice = "make it smaller, or move the branch"});
  }

  // (14)
  void add_rolled() {
    const Ruling r = ruling_at(saddle_.wall->wall, saddle_.u);
    const double low = saddle_.wall->base(saddle_.u).s, high = saddle_.wall->top(saddle_.u).s;
    double least = HUGE_VAL, most = 0;
    for (const double s : ends_on_centre_line(low, high)) {
      const double bent = std::abs(curvature(r, s));
      if (bent * main_.size < within::beside) return check_flat((low + high) / 2);
      least = std::min(least, 1 / bent);
      most = std::max(most, 1 / bent);
    }
    saddle_.rolled = std::pair{least, most};
  }
  // What is flat in the middle has no bend beside it.
  void check_flat(double s) const {
    for (const WallPiece& w : saddle_.wall->wall) {
      const double from = std::max(w.from, saddle_.u_from), to = std::min(w.to, saddle_.u_to);
      if (to - from <= within::rounding) continue;
      if (std::abs(curvature(w.ruling((from + to) / 2), s)) * main_.size < within::beside) continue;
      throw Refusal({.reason = "takes the saddle from a flat of " + at_.lies_on->name + " past a bend of it",
                     .key = plate_.form ? "form" : "width",
                     .found = plate_.form ? in_words(*plate_.form) : shown_mm(*at_.width),
                     .advice = "make it smaller, or move the branch"});
    }
  }
  // Where the centre line leaves the metal.
  [[nodiscard]] std::vector<double> ends_on_centre_line(double low, double high) const {
    const PartWall wall = wall_of(saddle_.wall);
    const Chart& c = wall.charts.front();
    const Vec2 from = c.on_flat(saddle_.u, low), to = c.on_flat(saddle_.u, high);
    std::vector<double> at;
    for (const Arc& part : clipped(from, to, saddle_.outline.arcs)) {
      at.push_back(low + norm(part.start - from));
      at.push_back(low + norm(end_of(part) - from));
    }
    return at;
  }

  const Part& part_;
  const Plate& plate_;
  const PlateEnd& at_;
  const Form& main_;
  BranchLines lines_;
  double u_ = 0;
  Saddle saddle_;
};

void check_saddle(const Part& part, const Plate& plate) {
  const PlateEnd& at = *plate.at_end;
  if (!at.met || !at.lies_on)
    refuse_on("is a part that this one does not know yet", at.on, "let all be introduced()");
  const std::string& main = at.lies_on->name;
  if (!at.lies_on->form || at.lies_on->form->open)
    refuse_on("has no closed wall by straight rulings that a saddle could lie on", main,
              "give the saddle's outline as a plate, or leave it out");
  if (at.lies_on->form->warped)
    refuse_on("has a wall that does not open flat", main,
              "lay the saddle on a cone, a cylinder or flat walls");
  if (!at.met->form || at.met->form->open)
    throw Refusal(
        {.reason = "is no part with a closed wall by straight rulings", .key = "for", .found = at.body});
  if (!plate.form && !at.width)
    throw Refusal({.reason = "is missing",
                   .key = "width",
                   .advice = "say how wide the saddle is about its hole, or give its form"});
  if (at.width) check_range("width", *at.width, shortest, longest, "mm");
  if (part.making.hand == Hand::opposite)
    throw Refusal(
        {.reason = "belongs to parts that are drawn, and a saddle is as the parts that it lies between",
         .key = "hand",
         .advice = "leave it out"});
}

std::vector<Fact> asked(const Part& part, const Plate& plate) {
  const PlateEnd& at = *plate.at_end;
  std::vector<Fact> rows{sheet_fact(part.sheet, true)};
  rows.push_back({"lies", say("on the outside of {}, about {}", at.lies_on->name, at.body)});
  if (plate.form) rows.push_back({"outline", in_words(*plate.form)});
  if (at.width)
    rows.push_back({"width", length(*at.width, {"edge of the hole", "edge of the plate", "flat"})});
  rows.push_back(
      {"clearance", length(at.clearance, {"outside of " + at.body, "edge of the hole", "square to that"})});
  return rows;
}

// Rolled to one radius all along.
bool is_even(const Saddle& saddle) {
  return saddle.rolled->second - saddle.rolled->first <= within::same * saddle.wall->size;
}

std::vector<Fact> numbers(const Saddle& saddle) {
  if (!saddle.rolled) return {{"formed", "flat along the centre line"}};
  const Where where{"centre of the bend", "lower face", "square to the lines marked"};
  const auto [least, most] = *saddle.rolled;
  if (is_even(saddle)) return {{"rolled radius", length(least, where)}};
  return {{"rolled radius, least", length(least, where)}, {"rolled radius, most", length(most, where)}};
}

Record rolled_record(const Saddle& saddle) {
  const Between where{"centre of the bend", "lower face", "square to the elements, on the centre line"};
  if (!saddle.rolled) return {{"rolled", Record()}};
  return {
      {"rolled", {{"least", mm(saddle.rolled->first, where)}, {"most", mm(saddle.rolled->second, where)}}}};
}

Phrase how_formed(const Saddle& saddle, const std::string& main) {
  if (!saddle.rolled) return "It lies flat on " + main + " along the line marked.";
  const auto [least, most] = *saddle.rolled;
  const Phrase words = "Roll it about the lines marked, which lie along the elements of " + main +
                       ", upper face outwards, to a radius of ";
  return words + shown_mm(least, 2) + (is_even(saddle) ? Phrase() : " to " + shown_mm(most, 2)) +
         " on the lower face" +
         (saddle.alike ? "."
                       : ", along the middle one; along others it is another: hold it against the wall.");
}

CutOut cut_out_of(const Saddle& saddle, const std::string& main) {
  CutOut cut;
  cut.wall = saddle.wall;
  cut.outline = saddle.outline.arcs;
  cut.edges = edge_names(cut.outline);
  cut.fit_error = saddle.outline.fit_error;
  cut.face_names = {"lower", "upper"};
  cut.upright = saddle.u;
  cut.marked = {saddle.u};
  if (saddle.rolled) cut.marked = {(saddle.u + saddle.u_from) / 2, saddle.u, (saddle.u + saddle.u_to) / 2};
  cut.notes = {how_formed(saddle, main)};
  return cut;
}

}  // namespace

bool is_convex(const Outline& o) {
  for (size_t i = 0; i < o.size(); ++i) {
    const Angle end = o[i].heading + o[i].turn;
    const double corner = std::remainder((o[(i + 1) % o.size()].heading - end).radians(), two_pi);
    if (o[i].turn.radians() < 0 || corner < -within::same) return false;
  }
  return true;
}

Formed form_saddle(const Part& part, const Plate& plate) {
  if (!part.sheet.thickness) check(part.sheet, part.seam, part.making);
  check_saddle(part, plate);
  const auto saddle = std::make_shared<const Saddle>(SaddleMaker(part, plate).made());
  Formed formed = formed_of(part);
  formed.form = saddle->wall;
  formed.cut_out = true;
  formed.edges_open = true;
  formed.lay = [=](const Making& making) {
    return lay(cut_out_of(*saddle, plate.at_end->lies_on->name), making);
  };
  formed.prove = [=](const Blank& blank) { return prove_saddle(blank, *saddle, plate); };
  formed.says.asked = [=]() { return asked(part, plate); };
  formed.says.numbers = [=](const Blank&) { return numbers(*saddle); };
  formed.says.part = [=](const Blank&) { return plate_record(plate); };
  formed.says.members = [=](const Blank&) { return rolled_record(*saddle); };
  formed.says.seen = [=](const Blank& blank, const std::vector<const Blank*>&) {
    return saddle_seen(saddle, blank);
  };
  return formed;
}

}  // namespace juggler
