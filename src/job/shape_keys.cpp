// What each shape may be given beside its sizes.
#include "shape_keys.h"

#include <algorithm>

#include "shape_row.h"

namespace juggler {
namespace {

// What ends that other parts cut share with those that planes cut.
const std::vector<Key> end_keys{
    {"trim.#.end", Kind::choice, "the end that is cut off", {"base", "top"}},
    {"trim.#.contact",
     Kind::choice,
     "the layer that meets the face (else clear on an outside, full on an inside)",
     {"inside", "middle", "outside", "neutral", "clear", "full"}}};

// How every part is made.
const std::vector<Key> making_keys{
    {"edge.#.on", Kind::text, "[[part.edge]]: the edge by its name, as seam_start or profile end"},
    {"edge.#.of", Kind::text, "of a joint's two edges that of this face, as \"wall +x\""},
    {"edge.#.which", Kind::count, "where several have that name: the first, the second ... (else 1)"},
    {"edge.#.kind", Kind::choice, "what is added beyond it (else lap)", {"lap", "hem", "lock", "seam"}},
    {"edge.#.seam", Kind::text, "seam: its name in lists.seams"},
    {"edge.#.notch", Kind::length, "lap: by how much it begins beside the edge's ends (else 0)"},
    {"edge.#.width", Kind::length, "of the lap; of the hem from the finished edge; of one layer of the lock"},
    {"edge.#.taper", Kind::angle, "by which its ends lean inwards (else 0)"},
    {"edge.#.radius", Kind::length, "hem: inside radius (else 0)"},
    {"edge.#.neutral", Kind::number, "hem: neutral layer from the concave face over the thickness"},
    {"edge.#.towards",
     Kind::choice,
     "hem, lock: folded towards the face that lies up, or down (else up)",
     {"up", "down"}},
    {"edge.#.side",
     Kind::choice,
     "lock: the side with one layer or with two (else single); seam: a or b",
     {"single", "double", "a", "b"}},
    {"edge.#.extra", Kind::length, "lock: added for each fold (else 0)"},
    {"edge.#.holes.diameter", Kind::length, "rows of holes: their diameter"},
    {"edge.#.holes.pitch", Kind::length, "that they are apart at most"},
    {"edge.#.holes.first_at", Kind::length, "of the first and the last from the ends (else two diameters)"},
    {"edge.#.holes.rows", Kind::count, "how many rows (else 1)"},
    {"notch.#.on", Kind::text, "[[part.notch]], corners cut off at the ends of an edge: its name"},
    {"notch.#.which", Kind::count, "of several of that name, or straight runs of one (else each)"},
    {"notch.#.form",
     Kind::choice,
     "a square notch, the corner cut off straight, or an arc about it (else square)",
     {"square", "angled", "round"}},
    {"notch.#.along", Kind::length, "along the edge; of a round one its radius"},
    {"notch.#.depth", Kind::length, "square to it (else as along)"},
    {"notch.#.at", Kind::choice, "at which of its ends (else both)", {"both", "start", "end"}},
    {"trim.#.body", Kind::text,
     "[[part.trim]], an end that another part cuts: that part's name; then end and contact"},
    {"trim.#.face",
     Kind::choice,
     "which of its faces the end meets: outside, set on; inside, set in (else outside)",
     {"inside", "outside"}},
    {"trim.#.gap", Kind::length, "between the end and that face, for the weld (else 0)"},
    {"place.at", Kind::position,
     "where the part stands: the base's centre in the job's frame, [x, y, z] (else 0)"},
    {"place.lean", Kind::angle, "of the axis from the job's z, 0 to 180 (else 0)"},
    {"place.towards", Kind::angle, "plan angle to which it leans (else 0)"},
    {"place.on", Kind::text, "or: on another part, by its name"},
    {"place.height", Kind::length, "on another: along that part's axis"},
    {"place.angle", Kind::angle, "that part's plan angle to which the axis points (else 0)"},
    {"place.tilt", Kind::angle,
     "of the axis, within 90 of square to that one; positive rises outwards (else 0)"},
    {"place.offset", Kind::length, "of the axis, to the right as seen from outside (else 0)"},
    {"place.follows", Kind::text, "or: on the top of another part, by its name"},
    {"place.end", Kind::choice, "or on its base, pointing away from it (else top)", {"base", "top"}},
    {"place.spin", Kind::angle, "by which the part is turned about its axis before (else 0)"},
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

}  // namespace

const std::vector<Key>& seam_keys() {
  static const std::vector<Key> keys{
      {"seam.gap", Kind::length, "width of a gap with parallel edges, half on each side"},
      {"seam.wedge", Kind::angle, "width of a wedge gap, an angle about the axis"},
      {"seam.gap_on", Kind::choice,
       "the face on which the gap is measured (else the neutral layer); pressed: all alike", faces},
      {"seam.at", Kind::seam_place, "where the (first) seam lies, or a list of all seams (else 0)"},
      {"seam.pieces", Kind::count, "pieces round the part (else 1)"},
      {"seam.lap", Kind::length, "how far the wall is repeated past the seam; needs a zero gap"},
      {"seam.lap_on", Kind::choice, "the edge that has the lap (else the end)", {"start", "end"}},
      {"seam.stock", Kind::length, "left on both edges, to be cut off after rolling"},
      {"elements", Kind::count, "spaces between element lines once round (else 4: quarter lines)"},
      {"elements.within", Kind::length, "or: as many as keep the facets between them this near the wall"}};
  return keys;
}

// How arcs and round walls are made.
const std::vector<Key>& pressing_keys() {
  static const std::vector<Key> keys{
      {"pressing",
       Kind::choice,
       "how arcs or round walls are made (else rolled), or one of the keys below it",
       {"rolled"}},
      {"pressing.die", Kind::text, "a die of the list, by its name: hits then have their stroke"},
      {"pressing.punch", Kind::text, "and a punch of the list"},
      {"pressing.hits", Kind::count, "pressed: bend lines, over all arcs or once round"},
      {"pressing.facet_width", Kind::length, "pressed: the width between two bend lines"},
      {"pressing.facet_error", Kind::length,
       "pressed: as few hits as keep the facets this near the smooth form"}};
  return keys;
}

const std::vector<Key>& bend_keys() {
  static const std::vector<Key> keys{
      {"bend.radius", Kind::length, "inside radius of the bends; required where the sheet has a thickness"},
      {"bend.neutral", Kind::number,
       "the K factor: neutral layer from the concave face over the thickness, 0 to 1 (no default)"},
      {"bend.table", Kind::text,
       "or: a CSV file of thickness, radius, angle and factor, allowance or deduction"},
      {"bend.test.flat", Kind::length, "or: a test piece with one bend; the flat it was made of"},
      {"bend.test.leg_a", Kind::length, "its one leg, outside, to the meeting point"},
      {"bend.test.leg_b", Kind::length, "its other leg"},
      {"bend.test.angle", Kind::angle, "by which it was turned (else 90)"},
      {"bend.test.radius", Kind::length, "its inside radius (else bend.radius)"},
      {"bend.test.thickness", Kind::length, "its thickness (else the sheet's)"},
      {"bend.springback", Kind::angle, "by which a bend of 90 degrees opens again; others in proportion"},
      {"bend.die_width", Kind::length, "opening of the die, for the least leg (else 8 thicknesses)"},
      {"bend.tags", Kind::choice, "how bends are tagged (else letters)", {"letters", "numbers"}}};
  return keys;
}

void append(std::vector<Key>& keys, const std::vector<Key>& more) {
  keys.insert(keys.end(), more.begin(), more.end());
}

void call_faces(std::vector<Key>& keys, const std::string& inside, const std::string& outside,
                const std::string& up) {
  for (Key& key : keys) {
    const bool up_or_read = key.path == "face_up" || key.path == "lettering.#.reads_from";
    if (key.path == "face_up") key.meaning = "the face that lies up (else the " + up + ")";
    if (key.path == "lettering.#.reads_from")
      key.meaning = "the face that it reads right from (else " + outside + ")";
    if (!up_or_read && key.path != "opening.#.contact") continue;
    std::replace(key.choices.begin(), key.choices.end(), std::string("inside"), inside);
    std::replace(key.choices.begin(), key.choices.end(), std::string("outside"), outside);
  }
}

std::vector<Key> joined(std::vector<Key> keys, const std::vector<Key>& more) {
  append(keys, more);
  return keys;
}

std::vector<Key> completed(std::vector<Key> own) {
  std::vector<Key> keys{{"shape", Kind::choice, "what the part is", shape_names()}};
  append(keys, own);
  for (const Key& key : end_keys) {
    if (!find(keys, key.path)) keys.push_back(key);
  }
  append(keys, making_keys);
  append(keys, opening_keys());
  for (const Key& key : sheet_key_table()) {
    keys.push_back(
        {"sheet." + key.path, key.kind, "of this part, where it differs from [sheet]", key.choices});
  }
  return keys;
}

const std::vector<std::string>& shape_names() {
  static const std::vector<std::string> names = [] {
    std::vector<std::string> all;
    for (const ShapeRow& row : shape_rows()) all.push_back(row.name);
    return all;
  }();
  return names;
}

const ShapeRow& row_of(std::string_view shape) {
  const std::vector<ShapeRow>& rows = shape_rows();
  const auto found =
      std::find_if(rows.begin(), rows.end(), [&](const ShapeRow& r) { return r.name == shape; });
  return found == rows.end() ? rows.front() : *found;
}

const std::vector<Key>& shape_key_table(std::string_view shape) {
  using Tables = std::map<std::string, std::vector<Key>, std::less<>>;
  static const Tables tables = [] {
    Tables all;
    for (const ShapeRow& row : shape_rows()) all[row.name] = row.keys();
    return all;
  }();
  return tables.find(row_of(shape).name)->second;
}

const std::vector<ShapeHelp>& shapes() {
  static const std::vector<ShapeHelp> all = [] {
    std::vector<ShapeHelp> help;
    for (const ShapeRow& row : shape_rows())
      help.push_back(
          {row.name, row.summary, row.figure.substr(1), row.needs, help_of(shape_key_table(row.name), "")});
    return help;
  }();
  return all;
}

std::vector<Key> flange_keys(Flanges how) {
  const bool folded = how != Flanges::turned_over, turned = how != Flanges::folded;
  std::vector<Key> keys{
      {"flange.#.end", Kind::choice, "[[part.flange]]: the end at which it stands", {"base", "top"}},
      {"flange.#.width", Kind::length,
       how == Flanges::folded ? "from the end's plane to its edge"
       : how == Flanges::both ? "from the end's plane to its edge, along curves along the wall"
                              : "along the wall"},
      {"flange.#.direction",
       Kind::direction,
       "where it points (else level: in the end's plane); an angle: from there outwards",
       {"upright", "level", "square"}}};
  if (folded) keys.push_back({"flange.#.clearance", Kind::length, "between mitred corners (else 0)"});
  if (turned) {
    keys.push_back(
        {"flange.#.strain_limit", Kind::number, "of a free edge along a curve; more is refused (else 0.1)"});
    keys.push_back({"flange.#.allow_strain", Kind::flag, "true makes it whatever the strain"});
  }
  return keys;
}

std::vector<Key> bolt_keys(const std::string& at, bool at_ends) {
  std::vector<Key> keys;
  const auto add = [&](const char* key, Kind kind, std::string meaning, std::vector<std::string> words = {}) {
    keys.push_back({at + key, kind, std::move(meaning), std::move(words)});
  };
  if (at_ends)
    add(".on", Kind::text,
        "[[part.bolts]], bolt holes round an end or flange: base or top, or along an edge: its name");
  add(".circle", Kind::length,
      at_ends ? "round the part, in its flange: diameter of their circle"
              : "holes on a circle: its diameter");
  if (at_ends) add(".inset", Kind::length, "or inwards from the free edge");
  add(".count", Kind::count, at_ends ? "how many, round the part or on each side" : "how many");
  add(".pitch", Kind::length,
      at_ends ? "or: round the part that they are apart at most, on sides just so"
              : "or: that they are apart at most");
  add(".diameter", Kind::length, "of a hole");
  add(".from", Kind::angle, "the centre line's plan angle (else 0)");
  add(".first", Kind::choice,
      at_ends ? "one on the centre line or the middle of each side, or two astride of it (else on; of sides "
                "what takes "
                "more)"
              : "the first on the centre line, or two astride of it (else on)",
      {"on", "astride"});
  if (at_ends)
    add(".from_ends", Kind::length, "along sides: of the outermost from the corners (else two diameters)");
  add(".like", Kind::text, "or: with the pattern of another part's, by its name");
  add(".like_on", Kind::text, "where that has several: which, by their on");
  return keys;
}

}  // namespace juggler
