// Round parts: cones, offset cones and cylinders. Equation numbers: docs/maths/round.md, and where they are
// said to be so docs/maths/develop.md.
#include <algorithm>

#include "round_sizes.h"
#include "round_wall.h"

namespace juggler {
namespace {

// develop.md (9): u is the plan angle. c lies square under the base's asked circle: where the inside face
// itself would meet the base plane may be far from the metal on a flat cone.
Wall coaxial_wall(const RoundSizes& sizes, double from, double to) {
  const double sin_taper = std::sin(sizes.taper.radians());
  const double cos_taper = std::cos(sizes.taper.radians());
  const double below = sizes.base_layer;
  const double radius = sizes.base_radius - below * cos_taper;
  const auto ruling = [=](double u) -> Ruling {
    const Vec3 out{std::cos(u), std::sin(u), 0};
    const Vec3 round{-std::sin(u), std::cos(u), 0};
    const Vec3 up{0, 0, 1};
    return {radius * out - below * sin_taper * up,
            -sin_taper * out + cos_taper * up,
            cos_taper * out + sin_taper * up,
            radius * round,
            -sin_taper * round,
            cos_taper * round};
  };
  return {{from, to, ruling}};
}

// (1)-(3): the rulings join points of the two circles at the same plan angle, each on its own size face.
Wall offset_wall(const RoundSizes& z, double from, double to) {
  const double layers = z.top_layer - z.base_layer;
  const auto ruling = [=](double u) -> Ruling {
    const Vec3 out{std::cos(u), std::sin(u), 0};
    const Vec3 round{-std::sin(u), std::cos(u), 0};
    const Vec3 up{0, 0, 1};
    const double shift_out = z.shift.x * out.x + z.shift.y * out.y;
    const double shift_round = z.shift.x * round.x + z.shift.y * round.y;
    const double step = z.base_radius - z.top_radius - shift_out;
    const double reach = std::hypot(step, z.height);
    const double lean = std::atan2(step, z.height) + std::asin(layers / reach);
    const double along = std::sqrt((reach - layers) * (reach + layers));
    const Vec3 n = std::cos(lean) * out + std::sin(lean) * up;
    const Vec3 k = std::cos(lean) * up - std::sin(lean) * out;
    const Vec3 dn = (-shift_round * std::cos(lean) / along) * k + std::cos(lean) * round;
    const Vec3 whole = along * k + shift_round * round;
    const double length = norm(whole);
    const Vec3 e = 1 / length * whole;
    const Vec3 d_whole = (z.top_radius - z.base_radius) * round - layers * dn;
    return {z.base_radius * out - z.base_layer * n,       e, n, z.base_radius * round - z.base_layer * dn,
            1 / length * (d_whole - dot(d_whole, e) * e), dn};
  };
  return {{from, to, ruling}};
}

// Level planes of the ends first, those of the trims last. A pointed end has none of its own.
void add_cutters(Form& f, const RoundSizes& s) {
  const auto add = [&](EndName end, Plane plane, Contact contact) {
    const double size_layer = end == EndName::base ? s.base_layer : s.top_layer;
    f.cutters.push_back(
        plane_cutter(end, plane, contact, contact_layer(contact, size_layer, f.thickness, f.neutral_depth)));
  };
  const Vec3 up{0, 0, 1};
  // A flange lies beyond its end's plane by its width along the rulings, which rise alike.
  const auto beyond = [&](const std::optional<RoundFlange>& flange) {
    return flange ? flange->width * std::cos(s.taper.radians()) : 0;
  };
  if (!s.base_pointed) add(EndName::base, {up, 0 - beyond(s.base_flange)}, s.base_contact);
  if (!s.top_pointed) add(EndName::top, {up, s.height + beyond(s.top_flange)}, s.top_contact);
  for (const Trim& t : s.trims) {
    f.trims.push_back(trim_plane(t, s, f.wall));
    add(t.end, f.trims.back().plane, f.trims.back().contact);
  }
}

// An end as it was before trims.
Rim whole_rim(const Form& f, const RoundSizes& s, EndName end) {
  if (f.trims.empty()) return f.rim(end);
  if (end == EndName::base ? s.base_pointed : s.top_pointed)
    return point_rim(s, end, f.wall, f.neutral_depth);
  // The end's own plane stands before those of trims.
  return rim_of({cutters_of(f.cutters, end).front()}, end, f.wall, f.thickness);
}

}  // namespace

double contact_layer(Contact contact, double size_layer, double thickness, double neutral) {
  switch (contact) {
    case Contact::inside:
      return 0;
    case Contact::middle:
      return thickness / 2;
    case Contact::outside:
      return thickness;
    case Contact::neutral:
      return neutral;
    default:
      return size_layer;
  }
}

Form piece_of(const RoundSizes& s, const Sheet& sheet, const Span& span) {
  Form f;
  f.thickness = *sheet.thickness;
  f.neutral_depth = sheet.neutral_factor * f.thickness;
  f.finished = sheet.finished;
  f.coaxial = s.coaxial();
  f.wall = round_wall(s, span.from - span.before, span.to + span.after);
  f.before = span.before;
  f.after = span.after;
  add_cutters(f, s);
  const auto rim = [&](EndName end, bool point) {
    const bool pointed = point && cutters_of(f.cutters, end).empty();
    (end == EndName::base ? f.base_pointed : f.top_pointed) = pointed;
    return pointed ? point_rim(s, end, f.wall, f.neutral_depth) : rim_of(f.cutters, end, f.wall, f.thickness);
  };
  f.base = rim(EndName::base, s.base_pointed);
  f.top = rim(EndName::top, s.top_pointed);
  f.whole_base = whole_rim(f, s, EndName::base);
  f.whole_top = whole_rim(f, s, EndName::top);
  f.wall = cut_at_corners(f.wall, f.base, f.top);
  f.asked = {{EndName::base, s.base_layer, {0, 0, 0}, s.base_radius},
             {EndName::top, s.top_layer, {s.shift.x, s.shift.y, s.height}, s.top_radius}};
  f.size = std::max({2 * s.base_radius, 2 * s.top_radius, s.slant, f.thickness});
  return f;
}

namespace {

// The least of a figure of each ruling once round; where all rulings are alike one is enough.
double least_round(const Form& f, const std::function<double(double)>& figure) {
  if (f.coaxial && f.untrimmed()) return figure(f.wall.front().from);
  return least(figure, f.wall.front().from, f.wall.back().to).value;
}

// develop.md (14): how far round a face still goes at the edge as cut, mm of radius; it must stay above zero.
double room(const Form& f, EndName end) {
  return least_round(f, [&](double u) {
    const double s = f.rim(end)(u).s;
    const Rates v = rates(ruling_at(f.wall, u));
    const auto at = [&](double layer) { return -(v.across + layer * v.curl + s * v.turn); };
    return std::min(at(0), at(f.thickness));
  });
}

double wall_length(const Form& f) {
  return least_round(f, [&](double u) { return f.top(u).s - f.base(u).s; });
}

bool stands(const Form& f, EndName end) {
  return room(f, end) > within::same * f.size && wall_length(f) > within::same * f.size;
}

// Where a trim cuts a pointed part, the layers that meet before the neutral one's apex must have been cut
// off.
void check_cut_point(const Form& f, const RoundSizes& sizes, EndName end) {
  const bool was_pointed = end == EndName::base ? sizes.base_pointed : sizes.top_pointed;
  if (!was_pointed) return;
  const auto trim =
      std::find_if(f.trims.begin(), f.trims.end(), [&](const TrimPlane& t) { return t.end == end; });
  throw Refusal({.reason = "the plane passes so near the apex that the rulings of a face cross before it",
                 .key = trim->key + "height",
                 .found = "height " + shown_mm(trim->height) + ", tilt " + shown_degrees(trim->tilt) +
                          "; the least radius it leaves, counted on every face, is " + shown_mm(room(f, end)),
                 .allowed = "more than " + shown_mm(0),
                 .advice = "move the plane away from the apex"});
}

void check_end(const Form& f, const RoundSizes& sizes, const Sheet& sheet, EndName end) {
  if (f.pointed(end) || room(f, end) > within::same * f.size) return;
  check_cut_point(f, sizes, end);
  const double least = least_radius(sizes, sheet, end, [&](const RoundSizes& other) {
    return stands(piece_of(other, sheet, {0, two_pi, 0, 0}), end);
  });
  const double asked = end == EndName::base ? sizes.base_radius : sizes.top_radius;
  const bool possible = least < 1e8;
  throw Refusal({.reason = "the rulings of a face cross within the metal: the end is too small for the "
                           "thickness",
                 .key = sizes.one_size ? "diameter" : std::string(name_of(end)) + ".diameter",
                 .found = shown_mm(2 * asked) + " at " + shown_mm(f.thickness) + " thickness",
                 .allowed = possible ? "more than " + shown_mm(std::ceil(2e3 * least) / 1e3) : "",
                 .advice = "make it larger, size it on the inside, or make the end a point"});
}

// The apex of a layer beside the size face of an offset cone is no point but an edge of its own.
void check_point(const Form& f, const RoundSizes& s, EndName end) {
  const double layer = end == EndName::base ? s.base_layer : s.top_layer;
  if (!f.pointed(end) || s.coaxial()) return;
  const double other = end == EndName::base ? s.top_layer : s.base_layer;
  if (std::abs(layer - f.neutral_depth) <= within::rounding * f.size && layer == other) return;
  throw Refusal({.reason =
                     "the neutral layer of this pointed offset cone runs together along an edge, not in "
                     "a point: only its size face has an apex",
                 .key = std::string(name_of(end)) + ".sizes_on",
                 .found = "sizes at " + shown_mm(layer) + " from the inside face, the neutral layer at " +
                          shown_mm(f.neutral_depth),
                 .allowed = "sizes on the face that is the neutral layer (middle, with neutral 0.5)",
                 .advice = "size both ends on it, or give the end a small diameter"});
}

void check_wall(const Form& f) {
  const double length = wall_length(f);
  if (length > within::same * f.size) return;
  throw Refusal({.reason = "the ends as cut leave no wall between them",
                 .key = "height",
                 .found = "a wall of " + shown_mm(length) + " along the ruling",
                 .allowed = "more than " + shown_mm(0),
                 .advice = "raise the height or choose another contact"});
}

RoundSizes with_radius(const RoundSizes& sizes, EndName end, double radius) {
  RoundSizes s = sizes;
  if (end == EndName::base || s.one_size) s.base_radius = radius;
  if (end == EndName::top || s.one_size) s.top_radius = radius;
  (end == EndName::base ? s.base_pointed : s.top_pointed) = false;
  return s;
}

// develop.md (23), at every ruling of an offset cone; false where there is no such wall.
bool lean_again(RoundSizes& s) {
  const double step = s.base_radius - s.top_radius;
  const double layers = s.base_layer - s.top_layer;
  const double shift = norm(s.shift);
  const double nearest = std::hypot(std::max(0.0, std::abs(step) - shift), s.height);
  if (nearest <= std::abs(layers)) return false;
  const auto lean = [&](double g) {
    return std::atan2(g, s.height) - std::asin(layers / std::hypot(g, s.height));
  };
  if (std::max(std::abs(lean(step - shift)), std::abs(lean(step + shift))) > flattest.radians()) return false;
  const double reach = std::hypot(std::abs(step) + shift, s.height);
  s.slant = std::sqrt((reach - layers) * (reach + layers));
  s.taper = s.coaxial() ? Angle::radians(lean(step)) : Angle{};
  return true;
}

}  // namespace

Wall round_wall(const RoundSizes& sizes, double from, double to) {
  return sizes.coaxial() ? coaxial_wall(sizes, from, to) : offset_wall(sizes, from, to);
}

Rim point_rim(const RoundSizes& z, EndName end, const Wall& wall, double neutral) {
  if (z.coaxial()) return apex_rim(wall, neutral);
  if (end == EndName::base) return Rim([](double) -> Cut { return {0, 0}; });
  return Rim([wall, z](double u) -> Cut {
    const Ruling r = ruling_at(wall, u);
    const Vec3 apex{z.shift.x, z.shift.y, z.height};
    return {norm(apex - (r.c + z.base_layer * r.n)), -dot(r.dc + z.base_layer * r.dn, r.e)};
  });
}

double least_radius(const RoundSizes& sizes, const Sheet& sheet, EndName end,
                    const std::function<bool(const RoundSizes&)>& fits) {
  const auto possible = [&](double radius) {
    RoundSizes s = with_radius(sizes, end, radius);
    try {
      return lean_again(s) && fits(s);
    } catch (const Refusal&) {
      return false;
    }
  };
  double lo = end == EndName::base ? sizes.base_radius : sizes.top_radius;
  double hi = lo + 2 * *sheet.thickness + 1;
  while (!possible(hi) && hi < 1e9) hi *= 2;
  for (int i = 0; i < 60; ++i) (possible((lo + hi) / 2) ? hi : lo) = (lo + hi) / 2;
  return hi;
}

PieceMaker pieces_of(const RoundSizes& sizes, const Sheet& sheet) {
  return [sizes, sheet](const Span& span) { return piece_of(sizes, sheet, span); };
}

Form form(const RoundShape& shape, const Sheet& sheet, Angle seam_at) {
  return form(solve(shape, sheet), sheet, seam_at);
}

void check_form(const RoundSizes& sizes, const Sheet& sheet) { (void)form(sizes, sheet, {}); }

Form form(const RoundSizes& sizes, const Sheet& sheet, Angle seam_at) {
  const double u = seam_at.radians();
  Form f = piece_of(sizes, sheet, {u, u + two_pi, 0, 0});
  check_trims(f, sizes);
  check_end(f, sizes, sheet, EndName::base);
  check_end(f, sizes, sheet, EndName::top);
  check_point(f, sizes, EndName::base);
  check_point(f, sizes, EndName::top);
  check_wall(f);
  return f;
}

RulingLengths ruling_lengths(const Form& f) {
  const double turn = two_pi;
  const double from = f.wall.front().from;
  const auto within = [&](double u) { return u - turn * std::floor((u - from) / turn); };
  const auto length = [&](double u) { return f.top(within(u)).s - f.base(within(u)).s; };
  const auto rate = [&](double u) { return f.top(within(u)).ds - f.base(within(u)).ds; };
  // A smooth extreme is found only to half the digits by its value, to all of them by its rate.
  const auto place = [&](const Least& found) {
    constexpr double near = 1e-4;
    const bool turns = rate(found.at - near) * rate(found.at + near) < 0;
    const double u = turns ? root(rate, found.at - near, found.at + near) : found.at;
    return u - turn * std::floor(u / turn);
  };
  const Least shortest = least(length, 0, turn);
  const Least longest = least([&](double u) { return -length(u); }, 0, turn);
  return {shortest.value, place(shortest), -longest.value, place(longest)};
}

std::optional<Bevel> bevel_at(const Form& f, EndName end, double u) {
  if (f.pointed(end)) return std::nullopt;
  const Ruling r = ruling_at(f.wall, u);
  const double s = f.rim(end)(u).s;
  const std::vector<Cutter> cutters = cutters_of(f.cutters, end);
  if (cutters.empty()) return std::nullopt;
  const Cutter& cutter = active_cutter(cutters, end, r, u, f.thickness);
  const double outwards = end == EndName::top ? 1 : -1;
  const auto reach = [&](double layer) { return outwards * (cutter.cut(r, layer).s - s); };
  // A plane leans alike everywhere; of a body what counts is where the middle of the sheet meets it.
  const double middle = f.thickness / 2;
  const Vec3 place = r.c + middle * r.n + cutter.cut(r, middle).s * r.e;
  const double lean = std::asin(std::clamp(dot(cutter.normal(place), r.n), -1.0, 1.0));
  return Bevel{Angle::radians(outwards * lean), reach(0), reach(f.thickness)};
}

}  // namespace juggler
