// What a job says of plates.
#include <algorithm>

#include "plate_rows.h"

namespace juggler {
namespace {

constexpr const char* plate_figure = R"(
                  seen from above                         at the end of another part, cut through
             .---------------------.
            /           90          \              fits = "around"       "over"         "within"
           |     o    .---.    o     |             width                ________         .____.
           |         /     \         | - form    ____ |    | ____      |________|       ||____||
           | 180    |   +   |      0 |          |____||    ||____|      |    |          |      |
           |         \     /         |                |    |            |    |          |      |
           |     o    '---' hole o   |                 clearance                        clearance
            \          270  bolts   /
             '---------------------'
)";

const std::vector<Key> end_keys{
    {"for", Kind::text, "or besides: the part at whose end it lies, by its name"},
    {"end", Kind::choice, "which end of that part (else top)", ends},
    {"fits",
     Kind::choice,
     "round that end, flush with it; on it; within it, flush; or a saddle on what it meets (else around)",
     {"around", "over", "within", "saddle"}},
    {"on", Kind::text, "saddle: the part on whose wall it lies (else the one that a joint says)"},
    {"clearance", Kind::length, "but over: between that end and the plate or its hole (else 0)"},
    {"width", Kind::length,
     "around, over: beyond that end's outside; saddle: beyond its hole, along the sheet"}};

// A plate has a lower and an upper face.
std::vector<Key> plate_keys() {
  std::vector<Key> keys = form_keys("form");
  append(keys, end_keys);
  std::vector<Key> hole = form_keys("hole");
  for (Key& key : hole) key.meaning.clear();
  hole.front().meaning = "of an opening about its centre, with keys as of the form";
  append(keys, hole);
  append(keys, bolt_keys("bolts", false));
  keys = completed(std::move(keys));
  call_faces(keys, "lower", "upper", "upper");
  return keys;
}

}  // namespace

std::vector<ShapeRow> plate_rows() {
  return {
      {"plate",
       "a flat plate: a disc, ring flange, blind, floor, cheek or any outline, with holes and bolt circles",
       plate_figure,
       "form = { kind = ..., and its sizes }; or for = \"NAME\", the part at whose end it lies, and width.",
       plate_keys, read_plate, plate_with_holes, idle_of_plate}};
}

}  // namespace juggler
