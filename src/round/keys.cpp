// What a job says of cones and cylinders.
#include "job/shape_keys.h"
#include "round_rows.h"

namespace juggler {
namespace {

constexpr const char* cylinder_figure = R"(
                          .  - - - - - - - -              seen from above
                      .-' |         ^                            90
                  .-'     |         |                       .---------.
              .-'         |         |                      /           \
 - - - -  .-'             |         | long_side       180 |      +      | 0, uphill
     ^    |               |         |                      \           /
 short_   |               |         |                       '---------'
 side     |               |         |                          270
     v    |               |         v                       plan angle
 - - - -  '---------------'  - - - - - - - -
          |<------------->|
              diameter           height: of both sides, where the top is level
)";

constexpr const char* cone_figure = R"(
           top.diameter
          |<--------->|                        seen from above
          .-----------.  - - - - -                   90
         /      |      \        ^               .---------.
        /       |       \       |              /           \
       /        |        \      | height  180 |      +      | 0
      /         |         \     |              \           /
     /    slant |half_angle\    v               '---------'
    '-----------------------'  - -                  270
    |<--------------------->|                    plan angle
          base.diameter
)";

std::vector<Key> end_keys(const std::string& end) {
  return {{end + ".point", Kind::flag, "true where the " + end + " is a point"},
          {end + ".diameter", Kind::length, "of the " + end + ", on the size face"},
          {end + ".radius", Kind::length, "of the " + end + ", on the size face"},
          {end + ".girth", Kind::length, "once round the " + end + ", on the size face"},
          {end + ".sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
          {end + ".contact", Kind::choice, "the layer that meets this end's plane (else the size face)",
           contacts}};
}

// Of every round part, after its sizes.
const std::vector<Key> round_keys{
    {"courses", Kind::count, "so many courses of equal height, each a part (else one)"},
    {"courses.number", Kind::count, "the same"},
    {"courses.plate", Kind::length, "or: as few as leave blanks no wider than this"},
    {"courses.heights", Kind::lengths, "or: the heights of all, from the base up"},
    {"courses.plate_length", Kind::length, "each in as few equal pieces as are no longer than this"},
    {"courses.stagger", Kind::angle,
     "by which its seams lie further on than those below (else half the way between two)"},
    {"courses.second",
     Kind::choice,
     "every second fits inside those beside it (else level: one girth)",
     {"level", "inside"}},
    {"courses.lap", Kind::length, "then: by how much they stand in each other (else 0)"},
    {"agree", Kind::length, "by how much surplus sizes may differ (else 0.001 mm)"},
    {"trim.#.end", Kind::choice, "[[part.trim]]: the end that a plane cuts off", ends},
    {"trim.#.height", Kind::length, "where the plane meets the axis"},
    {"trim.#.tilt", Kind::angle, "of the plane from level, 0 to 89 (else 0)"},
    {"trim.#.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
    {"trim.#.short_side", Kind::length, "or: length of the shorter of the rulings uphill and downhill"},
    {"trim.#.long_side", Kind::length, "length of the longer, to the other end's plane"},
    {"trim.#.from_apex", Kind::length, "or: distance from the apex along the axis"},
    {"trim.#.to_axis", Kind::angle, "the plane's angle to the axis"},
    {"trim.#.from_axis", Kind::length,
     "or: an upright plane, so far from the axis towards uphill; what lies farther out goes"},
    {"trim.#.contact", Kind::choice, "the layer that meets the plane (else the size face)", contacts}};

std::vector<Key> with_round_keys(std::vector<Key> keys) {
  append(keys, round_keys);
  append(keys, flange_keys(Flanges::turned_over));
  append(keys, seam_keys());
  append(keys, pressing_keys());
  append(keys, bolt_keys("bolts.#", true));
  return completed(std::move(keys));
}

std::vector<Key> cone_keys() {
  std::vector<Key> keys = end_keys("base");
  for (const Key& key : end_keys("top")) keys.push_back(key);
  const std::vector<Key> sizes{
      {"height", Kind::length, "distance of the end planes"},
      {"top.shift", Kind::point, "offset cone: the top's centre seen from the base's, [x, y]"},
      {"slant", Kind::length, "length of the wall from end plane to end plane"},
      {"half_angle", Kind::angle, "between the wall and the axis"},
      {"included_angle", Kind::angle, "between opposite walls: twice the half angle"},
      {"wider", Kind::choice, "the wider end, where the sizes leave it open", ends}};
  keys.insert(keys.end(), sizes.begin(), sizes.end());
  return with_round_keys(std::move(keys));
}

std::vector<Key> cylinder_keys() {
  return with_round_keys(
      {{"diameter", Kind::length, "on the size face"},
       {"radius", Kind::length, "on the size face"},
       {"girth", Kind::length, "once round, on the size face"},
       {"sizes_on", Kind::choice, "the face of the size, where it differs from the sheet's", faces},
       {"height", Kind::length, "distance of the end planes"},
       {"short_side", Kind::length, "or: a slanting top by its shortest side"},
       {"long_side", Kind::length, "and its longest"},
       {"uphill", Kind::angle, "plan angle of the long side (else 0)"},
       {"base.contact", Kind::choice, "the layer that meets the base's plane (else the size face)", contacts},
       {"top.contact", Kind::choice, "the layer that meets the top's plane (else the size face)", contacts}});
}

constexpr const char* elbow_figure = R"(
                     top
                 .---------.           from the side: the centre line turns towards plan angle 0
             .--'         /|
           .' \      .---' |
          /    \   .'      |
    back |      \ /  throat
         |-------'
         |       |      <- mitres: each halves the turn
         |       |
         '-------'
           base         radius: from the centre of the turn to the axis
)";

std::vector<Key> elbow_keys() {
  std::vector<Key> keys{
      {"diameter", Kind::length, "of the pipe at the base, on the size face"},
      {"girth", Kind::length, "or: once round it"},
      {"sizes_on", Kind::choice, "the face of the size, where it differs from the sheet's", faces},
      {"end_diameter", Kind::length, "at the top, where it tapers (else as at the base)"},
      {"radius", Kind::length, "of the centre line"},
      {"angle", Kind::angle, "by which the axis turns in all, 1 to 270"},
      {"segments", Kind::count, "2 to 64, the first and the last half ones"},
      {"facet_error", Kind::length, "or: as few as keep the back this near the arc that it goes round"},
      {"straight.base", Kind::length, "added to the first segment (else 0)"},
      {"straight.top", Kind::length, "added to the last (else 0)"},
      {"contact", Kind::choice, "the layer that meets the mitres (else the size face)", contacts},
      {"mitre.lower", Kind::length,
       "what the lower of two segments has beyond the mitre, along the elements (else 0)"},
      {"mitre.upper", Kind::length, "what the upper one has there (else 0)"},
      {"mitre.joint",
       Kind::choice,
       "what that is for (else lapped)",
       {"lapped", "beaded", "riveted", "locked"}},
      {"seam.on",
       Kind::choice,
       "where the seam of every segment lies (else seam.at)",
       {"throat", "side", "back"}},
      {"seam.alternate", Kind::angle, "by which that of every second segment lies further on (else 0)"},
      {"strip", Kind::flag, "true adds all blanks as one, with shared cuts; seams alternate by 180"}};
  append(keys, seam_keys());
  return completed(std::move(keys));
}

}  // namespace

std::vector<ShapeRow> round_rows() {
  return {{"cone", "a cone, right or offset: a frustum, or pointed at either end; either end the wider",
           cone_figure,
           "Both ends (one may be a point) and one of height, slant, half_angle, included_angle; or one end "
           "and two\n"
           "of height, slant and an angle, with wider = \"base\" or \"top\". Surplus sizes are checked.\n"
           "An offset cone: both ends, height and top.shift = [x, y].",
           cone_keys, read_cone, in_courses, nullptr, derived_of_cone},
          {"cylinder", "a cylinder, its ends level or slanting", cylinder_figure,
           "One of diameter, radius, girth; and height, or short_side and long_side for a slanting top.",
           cylinder_keys, read_cylinder, in_courses, nullptr, derived_of_cylinder},
          {"elbow", "a segmented elbow, straight or tapering: several parts that meet in mitres",
           elbow_figure, "diameter, radius of the centre line, angle, and segments or facet_error.",
           elbow_keys, read_nothing_yet, parts_of_elbow, nullptr, nullptr}};
}

}  // namespace juggler
