// Openings as asked for: what they may say, and the members of their patterns. docs/maths/openings.md
// (16)-(19).
#include "openings.h"

#include <algorithm>
#include <array>

#include "bounds.h"

namespace juggler {

const char* name_of(OpeningHow how) {
  constexpr std::array names{"laid", "bored", "fitted"};
  return names[static_cast<size_t>(how)];
}

const char* name_of(BoredWalls walls) {
  constexpr std::array names{"near", "far", "both"};
  return names[static_cast<size_t>(walls)];
}

namespace {

constexpr double least_span = 1e-3;   // degrees, of a ring segment
constexpr double least_pitch = 1e-6;  // degrees, of a row round a part

constexpr double turn = 360;
constexpr size_t most_members = 200000;

void check_within(const std::string& key, double value, double least, double most, const char* unit) {
  check_range(key.c_str(), value, least, most, unit);
}

Angle opposite(Angle a) { return Angle::radians(-a.radians()); }

void check_count(const std::string& key, int value, int most) {
  if (value < 1 || value > most)
    refuse(key, "is out of range", std::to_string(value), "1 to " + std::to_string(most));
}

void mirror(OpeningForm& form) {
  // x turned round: a profile of its own kind is its mirror image turned the other way.
  Profile& p = form.profile;
  p.turn = opposite(p.turn);
  for (Vec2& point : p.points) point.x = -point.x;
  for (DrawnCurve& c : p.outline) {
    for (Vec2& point : c.points) point.x = -point.x;
    c.centre.x = -c.centre.x;
    c.axis = Angle::radians(pi) - c.axis;
    c.from = -c.from;
    c.to = -c.to;
  }
  // A polygon's first side faces +x: mirrored -x.
  if (p.kind == ProfileKind::polygon) p.turn = Angle::degrees(p.turn.degrees() + 180);
  form.shift.x = -form.shift.x;
  for (OpeningForm& one : form.together) mirror(one);
}

}  // namespace

void mirror(OpeningPlace& at) {
  if (at.angle) at.angle = opposite(*at.angle);
  if (at.seam_distance) at.seam_distance = -*at.seam_distance;
  if (at.plan) at.plan->y = -at.plan->y;
}

namespace {

void check_form(const OpeningForm& form, int depth) {
  if (form.ring) {
    const RingSegment& r = *form.ring;
    check_within(form.key + ".outer", r.outer, shortest, longest, "mm");
    check_within(form.key + ".inner", r.inner, 0, longest, "mm");
    if (r.inner >= r.outer)
      refuse(form.key + ".inner", "leaves no ring", shown_mm(r.inner), "less than " + shown_mm(r.outer));
    check_within(form.key + ".span", r.span.degrees(), least_span, 359.999, "degrees");
    if (r.round_ends && r.inner == 0)
      refuse(form.key + ".span_ends", "wants half circles between two radii of which one is 0", {}, {},
             "give it an inner diameter, or straight ends");
  }
  check_within(form.key + ".shift", std::max(std::abs(form.shift.x), std::abs(form.shift.y)), 0, longest,
               "mm");
  if (depth > 4) refuse(form.key, "has unions within unions more than four deep");
  for (const OpeningForm& one : form.together) check_form(one, depth + 1);
}

void check_bore(const Opening& o) {
  const BoreWay& b = o.bore;
  const bool bored = o.how == OpeningHow::bored;
  const bool turned =
      b.square_to_wall || b.tilt != Angle{} || b.swing != Angle{} || b.offset != 0 || b.contact;
  if (!bored && (turned || o.walls != BoredWalls::near))
    refuse(o.key + ".how", "is laid on the flat, but a bore's way, walls or contact are given", "laid", {},
           "say how = \"bored\", or leave them out");
  check_within(o.key + ".bore.tilt", b.tilt.degrees(), -89, 89, "degrees");
  check_within(o.key + ".bore.swing", b.swing.degrees(), -89, 89, "degrees");
  check_within(o.key + ".bore.offset", b.offset, -longest, longest, "mm");
}

void check_repeat(const Opening& o) {
  const Repeat& r = o.repeat;
  const std::string key = o.key + ".repeat";
  if (r.count) check_count(key + ".count", *r.count, 100000);
  check_count(key + ".rows", r.rows, 100000);
  if (r.over) check_within(key + ".over", r.over->degrees(), least_pitch, turn, "degrees");
  if (r.pitch) check_within(key + ".pitch", r.pitch->degrees(), least_pitch, turn, "degrees");
  if (r.girth_over) check_within(key + ".girth_over", *r.girth_over, shortest, longest, "mm");
  if (r.girth_pitch) check_within(key + ".girth_pitch", *r.girth_pitch, shortest, longest, "mm");
  check_within(key + ".row_pitch", r.row_pitch, -longest, longest, "mm");
  if (r.rows > 1 && std::abs(r.row_pitch) < shortest)
    refuse(key + ".row_pitch", "is missing", {}, {}, "say how far apart the rows are");
  if ((r.over || r.pitch) && (r.girth_over || r.girth_pitch))
    refuse(key + (r.girth_pitch ? ".girth_pitch" : ".girth_over"), "is given beside angles", {},
           "angles about the axis or lengths along the girth");
  for (const Repeat::LeftOut& out : r.left_out) {
    if (out.row < 0 || out.row > r.rows)
      refuse(key + ".leave_out", "names a row that there is not", std::to_string(out.row),
             "1 to " + std::to_string(r.rows));
  }
}

// How many lie in a row, how far apart, and how far on the first lies; lengths or angles alike.
struct Spread {
  int count = 1;
  double pitch = 0;
  double first = 0;
  bool whole_turn = false;
};

int counted(const std::string& key, double count) {
  if (count > 100000) refuse(key, "is too small: it makes more than 100000 of them in a row");
  return static_cast<int>(count);
}

// (16), (17). `round` is once round; 0 where the row lies on a flat.
Spread spread(const Repeat& r, const std::optional<double>& over, const std::optional<double>& pitch,
              double round, const std::string& key, const char* pitch_key, const char* over_key) {
  if (r.even) {
    if (!pitch || over || r.count)
      refuse(key + ".even", "wants a pitch alone, which it makes come out even round the part");
    if (round == 0)
      refuse(key + ".even", "wants a closed girth, which a flat has not", {}, {}, "give a count or a span");
    const int n = std::max(1, counted(key + pitch_key, std::round(round / *pitch)));
    return {n, round / n, 0, true};
  }
  if (over && pitch && r.count)
    refuse(key + ".count", "is given beside a span and a pitch", std::to_string(*r.count),
           "two of count, span and pitch");
  if (over && !pitch && !r.count)
    refuse(key + over_key, "does not say how many or how far apart", {}, {}, "add a count or a pitch");
  if (pitch && !over && !r.count)
    refuse(key + pitch_key, "does not say how many or over what span", {}, {},
           "add a count, a span, or even = true");
  if (!over && !pitch) {
    const int n = r.count.value_or(1);
    if (n > 1 && round == 0)
      refuse(key + ".count", "does not say how far apart they are on a flat", std::to_string(n), {},
             "add girth_pitch or girth_over");
    return {n, n > 1 ? round / n : 0, 0, n > 1};
  }
  Spread s;
  if (pitch && over) {
    const double fit = *over / *pitch;
    s.count = counted(key + pitch_key,
                      r.span_ends ? std::floor(fit + within::same) + 1 : std::ceil(fit - within::same) - 1);
    if (s.count < 1) refuse(key + over_key, "has no room for one");
    s.pitch = *pitch;
  } else {
    s.count = *r.count;
    s.pitch = pitch         ? *pitch
              : r.span_ends ? (s.count > 1 ? *over / (s.count - 1) : 0)
                            : *over / (s.count + 1);
  }
  s.first = r.span_ends ? 0 : s.pitch;
  if (round > 0 && s.pitch * s.count > round * (1 + within::same)) {
    refuse(key + (over ? over_key : pitch_key), "brings the last upon the first or past it",
           std::to_string(s.count) + " of them", "less than once round",
           "take fewer, or a full turn by the count alone");
  }
  s.whole_turn = round > 0 && std::abs(s.pitch * s.count - round) <= within::same * round;
  return s;
}

bool is_left_out(const Repeat& r, int row, int number) {
  return std::any_of(r.left_out.begin(), r.left_out.end(), [&](const Repeat::LeftOut& out) {
    return out.member == number && (out.row == 0 || out.row == row);
  });
}

}  // namespace

Opening as_made(Opening o, Hand hand) {
  if (hand == Hand::as_drawn || o.at.flat()) return o;
  mirror(o.at);
  mirror(o.form);
  o.turn = opposite(o.turn);
  o.bore.swing = opposite(o.bore.swing);
  o.bore.offset = -o.bore.offset;
  o.repeat.backwards = true;
  if (!o.at.plan) return o;
  // Its x stays what it is, and its y is turned round.
  o.turn = o.turn + Angle::radians(pi);
  o.repeat.backwards = false;
  o.repeat.row_pitch = -o.repeat.row_pitch;
  return o;
}

Pattern pattern_of(const Opening& o, double girth) {
  const Repeat& r = o.repeat;
  const std::string key = o.key + ".repeat";
  Pattern p;
  const bool straight = o.at.flat() || o.at.plan;
  p.by_angle = !r.girth_over && !r.girth_pitch && !straight;
  if (straight && (r.over || r.pitch))
    refuse(key + (r.over ? ".over" : ".pitch"),
           std::string("is an angle about the axis, which a place ") +
               (o.at.plan ? "by plan" : "on the flat") + " has not",
           {}, {}, "give girth_over or girth_pitch, straight along x");
  const auto degrees = [](const std::optional<Angle>& a) {
    return a ? std::optional(a->degrees()) : std::nullopt;
  };
  const Spread s = p.by_angle
                       ? spread(r, degrees(r.over), degrees(r.pitch), turn, key, ".pitch", ".over")
                       : spread(r, r.girth_over, r.girth_pitch, girth, key, ".girth_pitch", ".girth_over");
  if (static_cast<size_t>(s.count) * static_cast<size_t>(r.rows) > most_members)
    refuse(key + ".rows", "makes too many openings",
           std::to_string(s.count) + " in each of " + std::to_string(r.rows) + " rows",
           "up to " + std::to_string(most_members) + " in all");
  p.in_row = s.count;
  if (p.by_angle) p.pitch = Angle::degrees(s.pitch);
  if (!p.by_angle) p.girth_pitch = s.pitch;
  for (const Repeat::LeftOut& out : r.left_out) {
    if (out.member < 1 || out.member > s.count)
      refuse(key + ".leave_out", "names a member that there is not", std::to_string(out.member),
             "1 to " + std::to_string(s.count));
  }
  const double sense = r.backwards ? -1 : 1;
  const double across = r.centred && !s.whole_turn ? -s.pitch * (s.count - 1) / 2 : s.first;
  const double up = r.centred ? -r.row_pitch * (r.rows - 1) / 2 : 0;
  for (int row = 1; row <= r.rows; ++row) {
    const bool between = r.staggered && row % 2 == 0;
    const int count = between && !s.whole_turn && s.count > 1 ? s.count - 1 : s.count;
    for (int i = 1; i <= count; ++i) {
      if (is_left_out(r, row, i)) continue;
      const double on = sense * (across + (i - 1 + (between ? 0.5 : 0)) * s.pitch);
      p.members.push_back(
          {row, i, Angle::degrees(p.by_angle ? on : 0), p.by_angle ? 0 : on, up + (row - 1) * r.row_pitch});
    }
  }
  if (p.members.empty()) refuse(key + ".leave_out", "leaves none of them");
  return p;
}

void check_place(const OpeningPlace& at, const std::string& key) {
  const int formed = (at.angle ? 1 : 0) + (at.seam_distance ? 1 : 0);
  const int up = (at.height ? 1 : 0) + (at.along_ruling ? 1 : 0) + (at.radius ? 1 : 0);
  if (!at.edge.empty() && at.on_flat)
    refuse(key + ".on_flat", "is given beside an edge", {}, {}, "leave one of the two out");
  if (at.flat()) {
    if (formed + up > 0 || at.plan)
      refuse(key + (at.on_flat ? ".on_flat" : ".edge"), "is given beside a place on the formed part", {}, {},
             "leave one of the two out");
  } else if (at.plan) {
    if (formed + up > 0)
      refuse(key + ".plan", "is given beside another place on the formed part", {}, {},
             "leave one of the two out");
  } else {
    if (formed != 1)
      refuse(key + ".angle", formed == 0 ? "is missing" : "is given beside seam_distance", {},
             "angle or seam_distance; or plan, edge or on_flat", "say where the opening lies");
    if (up != 1)
      refuse(key + ".height", up == 0 ? "is missing" : "is given beside along_ruling or radius", {},
             "height (along the axis), along_ruling, or radius", "say how far up, or out, it lies");
    if (at.seam_distance && at.radius)
      refuse(key + ".radius", "is given beside seam_distance, which runs along a level line", {}, {},
             "give angle in place of seam_distance");
    if (at.seam_distance && at.along_ruling)
      refuse(key + ".along_ruling", "is given beside seam_distance, which runs along a level line", {}, {},
             "give height, or angle in place of seam_distance");
  }
  if (at.angle) check_within(key + ".angle", at.angle->degrees(), -3600, 3600, "degrees");
  for (const auto& [value, name] :
       {std::pair{at.seam_distance, ".seam_distance"}, std::pair{at.height, ".height"},
        std::pair{at.along_ruling, ".along_ruling"}, std::pair{at.radius, ".radius"},
        std::pair{std::optional(at.along), ".along"}, std::pair{std::optional(at.distance), ".distance"}}) {
    if (value) check_within(key + name, *value, -longest, longest, "mm");
  }
  if (at.radius && *at.radius < 0)
    refuse(key + ".radius", "is below 0", shown_mm(*at.radius), "0 or more; the angle says where to");
  if (at.plan)
    check_within(key + ".plan", std::max(std::abs(at.plan->x), std::abs(at.plan->y)), 0, longest, "mm");
  if (at.on_flat)
    check_within(key + ".on_flat", std::max(std::abs(at.on_flat->x), std::abs(at.on_flat->y)), 0, longest,
                 "mm");
  check_count(key + ".piece", at.piece, 64);
}

namespace {

// What goes through says where it lies and what form it has.
void check_fitted(const Opening& o) {
  if (!o.fitted || o.fitted->body.empty())
    refuse(o.key + ".body", "is missing: a fitted opening is for another part", {}, {}, "name that part");
  check_within(o.key + ".clearance", o.fitted->clearance, 0, longest, "mm");
  if (o.fitted->face == Face::middle)
    refuse(o.key + ".face", "is no face that metal ends at", "middle", "inside or outside");
  if (o.web) check_within(o.key + ".web", *o.web, 0, longest, "mm");
  if (!o.fitted->met)
    refuse(o.key + ".body", "is a part that this one does not know yet", o.fitted->body, {},
           "let both be introduced()");
}

}  // namespace

// Alike about the corner: the quarter within the metal is what is asked.
std::vector<Opening> openings_of(const EdgeNotch& n) {
  const auto size = [&](const char* key, const std::optional<double>& value) {
    if (!value) refuse(n.key + key, "is missing", {}, {}, "say how much is cut off");
    check_within(n.key + key, *value, 10 * shortest, longest, "mm");
    return *value;
  };
  const double along = size(".along", n.along);
  const double depth = n.depth ? size(".depth", n.depth) : along;
  if (n.form == NotchForm::round && n.depth)
    refuse(n.key + ".depth", "belongs to another form: a round notch has a radius", shown_mm(depth), {},
           "leave it out");
  Opening o;
  o.name = "notch";
  o.key = n.key;
  o.how = OpeningHow::laid;
  o.form.key = n.key;
  Profile& form = o.form.profile;
  if (n.form == NotchForm::round) {
    form.diameter = 2 * along;
  } else if (n.form == NotchForm::square) {
    form.kind = ProfileKind::rectangle;
    form.width = 2 * along;
    form.length = 2 * depth;
  } else {
    form.kind = ProfileKind::polyline;
    form.points = {{along, 0}, {0, depth}, {-along, 0}, {0, -depth}};
  }
  o.at.edge = n.on;
  o.at.which = n.which;
  o.at.every = !n.which;
  std::vector<Opening> all;
  for (const bool end : {false, true}) {
    if (!(end ? n.at_end : n.at_start)) continue;
    o.at.along_from = end ? AlongFrom::end : AlongFrom::start;
    all.push_back(o);
  }
  return all;
}

void check(const Opening& o) {
  if (!o.how)
    refuse(o.key + ".how", "is missing", {},
           "\"laid\": true on the flat, \"bored\": straight through, or \"fitted\": for another part",
           "say how the opening is meant");
  if (o.how == OpeningHow::fitted) return check_fitted(o);
  if (o.fitted)
    refuse(o.key + ".body", "belongs to a fitted opening, and this one is " + std::string(name_of(*o.how)),
           o.fitted->body, {}, "say how = \"fitted\", or leave it out");
  check_form(o.form, 0);
  check_place(o.at, o.key + ".at");
  if (o.how == OpeningHow::bored && o.at.flat())
    refuse(o.key + ".at" + (o.at.on_flat ? ".on_flat" : ".edge"),
           "is a place on the flat, but a bore goes through the formed part", {}, {},
           "give angle and height, or say how = \"laid\"");
  check_within(o.key + ".turn", o.turn.degrees(), -3600, 3600, "degrees");
  if (o.web) check_within(o.key + ".web", *o.web, 0, longest, "mm");
  check_bore(o);
  check_repeat(o);
}

}  // namespace juggler
