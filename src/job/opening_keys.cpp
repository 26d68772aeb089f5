// What openings and lettering of a part may be given.
#include "shape_keys.h"

namespace juggler {
namespace {

const std::vector<std::string> end_names{"base", "top"};

std::vector<Key> sizes_of_form(const std::string& form) {
  return {{form + ".diameter", Kind::length, "of a circle"},
          {form + ".width", Kind::length, "of a rectangle, ellipse or obround, along x: to the right"},
          {form + ".length", Kind::length, "along y: up"},
          {form + ".between_centres", Kind::length,
           "of an obround, in place of the longer of the two: between its half circles' centres"},
          {form + ".corner_radius", Kind::length, "radius of the corners (else 0)"},
          {form + ".sides", Kind::count, "of a polygon, 3 to 64"},
          {form + ".across_flats", Kind::length, "of a polygon, from side to opposite side"},
          {form + ".across_corners", Kind::length, "or: twice the distance of its corners from its centre"},
          {form + ".points.#", Kind::point, "of a polyline: its corners in order, [[x, y], ...]"},
          {form + ".inner", Kind::length, "of a ring segment: inner diameter (else 0)"},
          {form + ".outer", Kind::length, "outer diameter"},
          {form + ".span", Kind::angle, "of a ring segment: the angle that it spans, its middle up"},
          {form + ".span_ends", Kind::choice, "of a ring segment (else straight)", {"straight", "round"}},
          {form + ".path", Kind::text, "of a file: a DXF or SVG beside the job that holds one outline"},
          {form + ".layer", Kind::text, "of a file: the layer (of an SVG the id) that it lies on (else all)"},
          {form + ".turn", Kind::angle, "by which it is turned about its centre (else 0)"},
          {form + ".shift", Kind::point, "of its centre from the place, [x, y] (else 0)"}};
}

}  // namespace

std::vector<Key> form_keys(const std::string& form) {
  const std::vector<std::string> kinds{"circle",  "obround",  "rectangle",    "ellipse",
                                       "polygon", "polyline", "ring_segment", "file"};
  std::vector<std::string> outer = kinds;
  outer.emplace_back("union");
  std::vector<Key> keys{{form + ".kind", Kind::choice, "its outline", outer}};
  append(keys, sizes_of_form(form));
  keys.push_back({form + ".parts", Kind::list, "of a union: its forms, each with keys as above and a shift"});
  keys.push_back({form + ".parts.#.kind", Kind::choice, "", kinds});
  for (Key key : sizes_of_form(form + ".parts.#")) {
    key.meaning.clear();
    keys.push_back(std::move(key));
  }
  return keys;
}

namespace {

std::vector<Key> place_keys(const std::string& at) {
  return {{at + ".angle", Kind::angle, "plan angle"},
          {at + ".seam_distance", Kind::length, "or: along the level line from the seam's start"},
          {at + ".height", Kind::length, "along the axis"},
          {at + ".along_ruling", Kind::length, "or: along the ruling of the plan angle"},
          {at + ".radius", Kind::length, "or: from the axis, of plates, bottoms and domes seen from above"},
          {at + ".plan", Kind::point, "or: seen from above, [x, y] from the axis; x along the part's"},
          {at + ".from", Kind::choice, "the end that these are measured from (else base)", end_names},
          {at + ".edge", Kind::text, "or, on the flat: an edge by its name, x along it, y inwards"},
          {at + ".which", Kind::count, "of several edges of that name, or straight runs of one"},
          {at + ".every", Kind::flag, "true: on each of them, of all pieces"},
          {at + ".along", Kind::length, "along that edge, anticlockwise (else 0)"},
          {at + ".along_from",
           Kind::choice,
           "the edge's start, middle or end, from which that counts (else start)",
           {"start", "middle", "end"}},
          {at + ".distance", Kind::length, "inwards from that edge (else 0)"},
          {at + ".on_flat", Kind::point, "or: a point of the flat as it is laid, [x, y]"},
          {at + ".piece", Kind::count, "on the flat: of which piece (else 1)"}};
}

const std::vector<Key> cut_keys{
    {"opening.#.how",
     Kind::choice,
     "required: true on the flat, a straight prism through the formed part, or for another part",
     {"laid", "bored", "fitted"}},
    {"opening.#.body", Kind::text, "fitted: the other part's name"},
    {"opening.#.face",
     Kind::choice,
     "fitted: which of its faces goes through (else inside, for a part set on)",
     {"inside", "outside"}},
    {"opening.#.clearance", Kind::length, "fitted: of the hole about that face (else 0)"},
    {"opening.#.walls", Kind::choice, "bored: which walls (else near)", {"near", "far", "both"}},
    {"opening.#.bore.square_to", Kind::choice, "bored: its way (else axis)", {"axis", "wall"}},
    {"opening.#.bore.tilt", Kind::angle, "from there: positive comes from above (else 0)"},
    {"opening.#.bore.swing", Kind::angle, "in plan: positive comes from the right (else 0)"},
    {"opening.#.bore.offset", Kind::length, "of its axis from the place, to the right (else 0)"},
    {"opening.#.contact",
     Kind::choice,
     "bored, fitted: which layer lies on it where the hole is cut (else clear: none stands in it)",
     {"inside", "middle", "outside", "neutral", "clear", "full"}},
    {"opening.#.turn", Kind::angle, "of the form, anticlockwise seen from outside (else 0)"},
    {"opening.#.web", Kind::length, "least metal beside it; less is warned of (else the thickness)"}};

const std::vector<Key> repeat_keys{
    {"opening.#.repeat.count", Kind::count, "in a row; alone: round the full turn"},
    {"opening.#.repeat.over", Kind::angle, "the span of a row about the axis"},
    {"opening.#.repeat.pitch", Kind::angle, "or, or with a count: from one to the next about the axis"},
    {"opening.#.repeat.girth_over", Kind::length, "the same as lengths along the level line"},
    {"opening.#.repeat.girth_pitch", Kind::length, "from one to the next along it; on the flat along x"},
    {"opening.#.repeat.span_ends",
     Kind::choice,
     "whether the ends of the span have one (else included)",
     {"included", "excluded"}},
    {"opening.#.repeat.centred", Kind::flag, "true: about the place, else from there on"},
    {"opening.#.repeat.even", Kind::flag, "true: the nearest pitch that comes out even round the part"},
    {"opening.#.repeat.rows", Kind::count, "further rows along the axis or the ruling (else 1)"},
    {"opening.#.repeat.row_pitch", Kind::length, "from row to row"},
    {"opening.#.repeat.staggered", Kind::flag, "true: every second row lies half a pitch on"},
    {"opening.#.repeat.leave_out", Kind::members,
     "members left out, from 1: [3, \"2/5\"], in row 2 the 5th"}};

const std::vector<Key> letter_keys{
    {"lettering.#.font", Kind::text,
     "stencil, serif, sans or single_stroke; a family of the machine; or a file (else stencil)"},
    {"lettering.#.height", Kind::length, "of a capital"},
    {"lettering.#.line",
     Kind::choice,
     "along the level line, or straight on the flat (else level)",
     {"level", "straight"}},
    {"lettering.#.as", Kind::choice, "cut through, or marked (else cut)", {"cut", "mark"}},
    {"lettering.#.bridge", Kind::length, "width of what holds the middles of closed letters"},
    {"lettering.#.reads_from",
     Kind::choice,
     "the face that it reads right from (else outside)",
     {"inside", "outside"}},
    {"lettering.#.centred", Kind::flag, "false: it starts at its place, else its middle lies there"},
    {"lettering.#.length", Kind::length, "that it is spread or narrowed to"},
    {"lettering.#.turn", Kind::angle, "straight: of the line, anticlockwise as it reads (else 0)"},
    {"lettering.#.web", Kind::length, "least metal beside it; less is warned of (else the thickness)"}};

}  // namespace

const std::vector<Key>& opening_keys() {
  static const std::vector<Key> keys = [] {
    std::vector<Key> all{{"opening.#.name", Kind::text, "[[part.opening]]: for tables and messages"}};
    append(all, form_keys("opening.#.form"));
    append(all, place_keys("opening.#.at"));
    append(all, cut_keys);
    append(all, repeat_keys);
    all.push_back({"lettering.#.text", Kind::text, "[[part.lettering]]: what is read"});
    all.push_back({"lettering.#.name", Kind::text, "for tables and messages (else the text)"});
    append(all, place_keys("lettering.#.at"));
    append(all, letter_keys);
    return all;
  }();
  return keys;
}

}  // namespace juggler
