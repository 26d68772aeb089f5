// What each shape may be given.
#include "shape_keys.h"

namespace juggler {
namespace {

const std::vector<std::string> contacts{"size_face", "inside", "middle", "outside",
                                        "neutral",   "clear",  "full"};

std::vector<Key> end_keys(const std::string& end) {
  return {{end + ".point", Kind::flag, "true where the " + end + " is a point"},
          {end + ".diameter", Kind::length, "of the " + end + ", on the size face"},
          {end + ".radius", Kind::length, "of the " + end + ", on the size face"},
          {end + ".girth", Kind::length, "once round the " + end + ", on the size face"},
          {end + ".sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
          {end + ".contact", Kind::choice, "the layer that meets this end's plane (else the size face)",
           contacts}};
}

const std::vector<std::string> ends{"base", "top"};

// How every part is made.
const std::vector<Key> making_keys{
    {"edge.#.on", Kind::text, "[[part.edge]]: the straight edge by its name, as seam_start or profile end"},
    {"edge.#.which", Kind::count, "where several have that name: the first, the second ... (else 1)"},
    {"edge.#.kind", Kind::choice, "what is added beyond it (else lap)", {"lap", "hem", "lock"}},
    {"edge.#.width", Kind::length, "of the lap; of the hem from the finished edge; of one layer of the lock"},
    {"edge.#.taper", Kind::angle, "by which its ends lean inwards (else 0)"},
    {"edge.#.radius", Kind::length, "hem: inside radius (else 0)"},
    {"edge.#.neutral", Kind::number, "hem: neutral layer from the hollow face over the thickness"},
    {"edge.#.towards",
     Kind::choice,
     "hem, lock: folded towards the face that lies up, or down (else up)",
     {"up", "down"}},
    {"edge.#.side",
     Kind::choice,
     "lock: the side with one layer or with two (else single)",
     {"single", "double"}},
    {"edge.#.extra", Kind::length, "lock: added for each fold (else 0)"},
    {"edge.#.holes.diameter", Kind::length, "rows of holes: their diameter"},
    {"edge.#.holes.pitch", Kind::length, "that they are apart at most"},
    {"edge.#.holes.end", Kind::length, "of the first and the last from the ends (else two diameters)"},
    {"edge.#.holes.rows", Kind::count, "how many rows (else 1)"},
    {"quantity", Kind::count, "how many are made (else 1)"},
    {"hand", Kind::choice, "\"opposite\" for the mirrored twin", {"as_drawn", "opposite"}},
    {"face_up",
     Kind::choice,
     "the face that lies up (else the inside; of a tube the face it is opened on)",
     {"inside", "outside"}},
    {"fit", Kind::length, "how far fitted arcs may leave a rim that is no arc (else 0.02 mm)"},
    {"marks", Kind::flag, "false leaves the marks out"},
    {"name", Kind::text, "of this part, where it differs from the job's"},
    {"number", Kind::text, "of this part, where it differs from the job's"}};

const std::vector<std::string> flange_words{"upright", "level", "square"};

// Of every round part, after its sizes.
const std::vector<Key> round_keys{
    {"flange.#.end", Kind::choice, "[[part.flange]]: the level end at which a flange is turned over", ends},
    {"flange.#.width", Kind::length, "along the wall"},
    {"flange.#.direction", Kind::direction, "where it points (else level); an angle: from level outwards",
     flange_words},
    {"flange.#.strain_limit", Kind::number, "of its free edge; more is refused (else 0.1)"},
    {"flange.#.allow_strain", Kind::flag, "true makes it whatever the strain"},
    {"agree", Kind::length, "by how much surplus sizes may differ (else 0.001 mm)"},
    {"trim.#.end", Kind::choice, "[[part.trim]]: the end that a plane cuts off", ends},
    {"trim.#.height", Kind::length, "where the plane meets the axis"},
    {"trim.#.tilt", Kind::angle, "of the plane from level, 0 to 89 (else 0)"},
    {"trim.#.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
    {"trim.#.short_side", Kind::length, "or: length of the shorter of the rulings uphill and downhill"},
    {"trim.#.long_side", Kind::length, "length of the longer, to the other end's plane"},
    {"trim.#.from_apex", Kind::length, "or: distance from the apex along the axis"},
    {"trim.#.to_axis", Kind::angle, "the plane's angle to the axis"},
    {"trim.#.contact", Kind::choice, "the layer that meets the plane (else the size face)", contacts},
    {"seam.gap", Kind::length, "width of a gap with parallel edges, half on each side"},
    {"seam.wedge", Kind::angle, "width of a wedge gap, an angle about the axis"},
    {"seam.gap_on", Kind::choice, "the face on which the gap is measured (else the neutral layer)", faces},
    {"seam.at", Kind::seam_place, "where the (first) seam lies, or a list of all seams (else 0)"},
    {"seam.pieces", Kind::count, "pieces round the part (else 1)"},
    {"seam.lap", Kind::length, "how far the wall is repeated past the seam; needs a zero gap"},
    {"seam.lap_on", Kind::choice, "the edge that has the lap (else the end)", {"start", "end"}},
    {"seam.stock", Kind::length, "left on both edges, to be cut off after rolling"},
    {"elements", Kind::count, "spaces between element lines once round (else 4: quarter lines)"},
    {"elements.within", Kind::length, "or: as many as keep the flats between them this near the wall"}};

// How arcs and round walls are made.
const std::vector<Key> bending_keys{
    {"bending",
     Kind::choice,
     "how arcs or round walls are made (else smooth), or one of the keys below it",
     {"smooth"}},
    {"bending.hits", Kind::count, "pressed: bend lines, over all arcs or once round"},
    {"bending.flat_width", Kind::length, "pressed: the width between two bend lines"},
    {"bending.facet_error", Kind::length,
     "pressed: as few hits as keep the flats this near the smooth form"}};

std::vector<Key> joined(std::vector<Key> keys, const std::vector<Key>& more) {
  append(keys, more);
  return keys;
}

std::vector<Key> with_round_keys(const std::vector<Key>& keys) {
  return completed(joined(joined(keys, round_keys), bending_keys));
}

std::vector<Key> make_cone_keys() {
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

std::vector<Key> make_cylinder_keys() {
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

// How a folded part is bent, and what is done where its bends meet.
const std::vector<Key> bend_keys{
    {"bend.radius", Kind::length, "inside radius of the bends; required where the sheet has a thickness"},
    {"bend.neutral", Kind::number,
     "neutral layer from the hollow face over the thickness, 0 to 1 (no default)"},
    {"bend.table", Kind::text,
     "or: a CSV file of thickness, radius, angle and factor, allowance or deduction"},
    {"bend.test.flat", Kind::length, "or: a test piece with one bend; the flat it was made of"},
    {"bend.test.leg_a", Kind::length, "its one leg, outside, to the meeting point"},
    {"bend.test.leg_b", Kind::length, "its other leg"},
    {"bend.test.angle", Kind::angle, "by which it was turned (else 90)"},
    {"bend.test.radius", Kind::length, "its inside radius (else bend.radius)"},
    {"bend.test.thickness", Kind::length, "its thickness (else the sheet's)"},
    {"bend.springback", Kind::angle, "by which a bend of 90 degrees opens again; others in proportion"},
    {"bend.die", Kind::length, "opening of the die, for the least leg (else 8 thicknesses)"},
    {"bend.tags", Kind::choice, "how bends are tagged (else letters)", {"letters", "numbers"}}};

const std::vector<Key> panel_keys{
    {"profile.#.line", Kind::length,
     "[[part.profile]]: a line of the profile, to the meeting point at a bend"},
    {"profile.#.bend", Kind::angle, "or: a bend between two lines, the angle turned, under 180"},
    {"profile.#.arc", Kind::angle, "or: an arc, the angle turned, up to 360"},
    {"profile.#.radius", Kind::length, "of an arc, on the size face; of a bend inside, where it differs"},
    {"profile.#.to", Kind::choice, "the side it turns to (else left)", {"left", "right"}},
    {"run", Kind::length, "the panel's length square to its profile"},
    {"sizes_on",
     Kind::choice,
     "the face the lines are measured on, where it differs from the sheet's",
     {"inside", "middle", "outside", "left", "right"}}};

const std::vector<std::string> eighths{"+x", "+x+y", "+y", "-x+y", "-x", "-x-y", "-y", "+x-y"};
const std::vector<std::string> reliefs{"round", "slot", "closed"};

const std::vector<Key> hopper_keys{
    {"base.width", Kind::length, "of the base, along x"},
    {"base.length", Kind::length, "of the base, along y"},
    {"base.sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
    {"base.contact", Kind::choice, "the layer that meets the base's plane (else the size face)", contacts},
    {"top.width", Kind::length, "of the top, along x"},
    {"top.length", Kind::length, "of the top, along y"},
    {"top.sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
    {"top.contact", Kind::choice, "the layer that meets the top's plane (else the size face)", contacts},
    {"top.shift", Kind::point, "the top's centre seen from the base's, [x, y]"},
    {"height", Kind::length, "distance of the end planes"},
    {"seam.at", Kind::choice, "a hip (+x+y ...) or the middle of a wall (+x ...), else -x-y", eighths},
    {"seam.pieces", Kind::count, "1, 2 or 4 (else 1); with 4 all hips are welded"},
    {"seam.gap", Kind::length, "between welded edges, half on each side"},
    {"corner", Kind::choice, "how welded hips meet (else inside_touch)", {"inside_touch", "lapped"}},
    {"relief", Kind::choice, "what is cut away where bends meet (else round)", reliefs},
    {"relief.kind", Kind::choice, "the same, where relief.size is given", reliefs},
    {"relief.size", Kind::length, "diameter of the hole or width of the slot (else by thickness and radius)"},
    {"flange.#.end", Kind::choice, "[[part.flange]]: the end at which it stands", ends},
    {"flange.#.width", Kind::length, "from the end plane to its edge"},
    {"flange.#.direction",
     Kind::direction,
     "where it points (else level); an angle: from level outwards",
     {"upright", "level", "square"}},
    {"flange.#.clearance", Kind::length, "between mitred corners (else 0)"}};

std::vector<Key> polygon_keys(const std::string& end) {
  return {{end + ".across_flats", Kind::length, "of the " + end + ", from side to opposite side"},
          {end + ".across_corners", Kind::length, "or: twice the distance of its corners from its centre"},
          {end + ".side", Kind::length, "or: the length of its sides"},
          {end + ".point", Kind::flag, "or: true where it is a point"}};
}

const std::vector<Key> net_keys{
    {"sides", Kind::count, "of the base, 3 to 64"},
    {"height", Kind::length, "distance of the end planes"},
    {"top.shift", Kind::point, "the top's centre seen from the base's, [x, y]"},
    {"turn", Kind::angle, "plan angle of the middle of wall 1 (else 0)"},
    {"trim.#.end", Kind::choice, "[[part.trim]]: an end that slants", ends},
    {"trim.#.height", Kind::length, "where its plane meets the axis through the base's centre"},
    {"trim.#.tilt", Kind::angle, "of the plane from level, 0 to 89 (else 0)"},
    {"trim.#.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
    {"file", Kind::text, "or: an OBJ file of flat faces; its groups name them"},
    {"open", Kind::texts, "faces that are left out: base, top, wall 1, ..."},
    {"bends", Kind::texts, "all edges that are bent, as \"base / wall 1\" (else chosen)"},
    {"joints", Kind::texts, "edges that must not be bent, as \"wall 1 / wall 2\""},
    {"seam.gap", Kind::length, "between joined edges, half on each side"},
    {"corner", Kind::choice, "how joined walls meet (else inside_touch)", {"inside_touch", "lapped"}},
    {"relief", Kind::choice, "what is cut away where bends meet (else closed)", reliefs},
    {"relief.kind", Kind::choice, "the same, where relief.size is given", reliefs},
    {"relief.size", Kind::length,
     "diameter of the hole or width of the slot (else by thickness and radius)"}};

std::vector<Key> make_net_keys() {
  std::vector<Key> keys = polygon_keys("base");
  append(keys, polygon_keys("top"));
  append(keys, net_keys);
  return keys;
}

const std::vector<Key> tube_keys{
    {"diameter", Kind::length, "of a round tube, outside"},
    {"side", Kind::length, "or: of a square tube, outside"},
    {"width", Kind::length, "or: of a rectangular tube, outside, along x"},
    {"depth", Kind::length, "of a rectangular tube, outside, along y"},
    {"corner", Kind::length, "outside radius of its corners (else 0)"},
    {"wall", Kind::length, "thickness of its wall"},
    {"named", Kind::text, "its name in the list of tubes, which gives the sizes above"},
    {"length", Kind::length, "along its axis, between level ends"},
    {"opened_on", Kind::choice, "the face that is laid flat (else the outside)", faces},
    {"trim.#.end", Kind::choice, "[[part.trim]]: an end that slants", ends},
    {"trim.#.height", Kind::length, "where its plane meets the axis"},
    {"trim.#.tilt", Kind::angle, "of the plane from level, 0 to 89 (else 0)"},
    {"trim.#.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
    {"seam.at",
     Kind::direction,
     "where it is slit: a plan angle; of a square one the middle of a side, \"+x\" ...",
     {"+x", "+y", "-x", "-y"}}};

const std::vector<std::string> profiles{"circle",  "rectangle", "ellipse", "obround",
                                        "polygon", "polyline",  "file"};

std::vector<Key> transition_end_keys(const std::string& end) {
  const std::string profile = end + ".profile";
  return {
      {profile + ".kind", Kind::choice, "the curve of the " + end, profiles},
      {profile + ".diameter", Kind::length, "of a circle"},
      {profile + ".width", Kind::length, "of a rectangle, ellipse or obround, along x"},
      {profile + ".length", Kind::length, "of a rectangle, ellipse or obround, along y"},
      {profile + ".centres", Kind::length,
       "of an obround, in place of the longer of the two: between its half circles' centres"},
      {profile + ".corner", Kind::length, "radius of the corners (else 0)"},
      {profile + ".sides", Kind::count, "of a polygon, 3 to 64; the first faces +x"},
      {profile + ".across_flats", Kind::length, "of a polygon, from side to opposite side"},
      {profile + ".across_corners", Kind::length, "or: twice the distance of its corners from its centre"},
      {profile + ".points.#", Kind::point, "of a polyline: its corners in order, [[x, y], ...]"},
      {profile + ".path", Kind::text, "of a file: a DXF or SVG beside the job that holds one outline"},
      {profile + ".layer", Kind::text, "of a file: the layer (of an SVG the id) that it lies on (else all)"},
      {profile + ".open", Kind::flag, "of a polyline or a file: not closed, for a panel (both ends are)"},
      {profile + ".turn", Kind::angle, "by which it is turned about its centre (else 0)"},
      {end + ".diameter", Kind::length, "or, in short: a circle"},
      {end + ".width", Kind::length, "or: a rectangle, along x"},
      {end + ".length", Kind::length, "and along y"},
      {end + ".corner", Kind::length, "radius of its corners (else 0)"},
      {end + ".turn", Kind::angle, "by which it is turned (else 0)"},
      {end + ".tilt.angle", Kind::angle, "of the end's plane about its centre, 0 to 89 (else 0)"},
      {end + ".tilt.uphill", Kind::angle, "plan angle of the direction in which it rises (else 0)"},
      {end + ".sizes_on", Kind::choice, "the face of this end's sizes, where it differs", faces},
      {end + ".collar", Kind::length, "a straight length added at this end, a piece of its own (else none)"},
      {end + ".contact", Kind::choice, "the layer that meets this end's plane (else the size face)",
       contacts}};
}

std::vector<Key> make_transition_keys() {
  std::vector<Key> keys = transition_end_keys("base");
  append(keys, transition_end_keys("top"));
  append(keys, {{"height", Kind::length, "distance of the ends' centres along the axis"},
                {"top.shift", Kind::point, "the top's centre seen from the base's, [x, y]"}});
  append(keys, {rulings_key});
  append(keys, strain_keys);
  append(keys, bending_keys);
  append(keys, bend_keys);
  append(keys, {{"corner",
                 Kind::choice,
                 "folded: how a seam on a fold meets (else inside_touch)",
                 {"inside_touch", "lapped"}},
                {"relief", Kind::choice, "folded: what is cut away where folds meet (else closed)", reliefs},
                {"relief.kind", Kind::choice, "the same, where relief.size is given", reliefs},
                {"relief.size", Kind::length,
                 "diameter of the hole or width of the slot (else by thickness and radius)"}});
  for (const Key& key : round_keys) {
    if (key.path.starts_with("seam.") || key.path.starts_with("elements")) keys.push_back(key);
  }
  return completed(keys);
}

std::vector<Key> folded(std::vector<Key> own) {
  append(own, bend_keys);
  return completed(std::move(own));
}

}  // namespace

void append(std::vector<Key>& keys, const std::vector<Key>& more) {
  keys.insert(keys.end(), more.begin(), more.end());
}

std::vector<Key> completed(std::vector<Key> own) {
  std::vector<Key> keys{{"shape", Kind::choice, "what the part is", shape_names()}};
  append(keys, own);
  append(keys, making_keys);
  append(keys, opening_keys());
  for (const Key& key : sheet_key_table()) {
    keys.push_back(
        {"sheet." + key.path, key.kind, "of this part, where it differs from [sheet]", key.choices});
  }
  return keys;
}

const std::vector<std::string>& shape_names() {
  static const std::vector<std::string> names{"cone",  "cylinder", "transition", "panel", "hopper",
                                              "net",   "tube",     "flight",     "coil",  "helical_strip",
                                              "slide", "dome",     "ruled_wall"};
  return names;
}

const std::vector<Key>& shape_key_table(std::string_view shape) {
  static const KeyTables tables = [] {
    KeyTables all = curved_key_tables();
    all.insert({{"cone", make_cone_keys()},
                {"cylinder", make_cylinder_keys()},
                {"transition", make_transition_keys()},
                {"panel", folded(joined(panel_keys, bending_keys))},
                {"hopper", folded(hopper_keys)},
                {"net", folded(make_net_keys())},
                {"tube", completed(tube_keys)}});
    return all;
  }();
  const auto found = tables.find(shape);
  return found == tables.end() ? tables.at("cone") : found->second;
}

}  // namespace juggler
