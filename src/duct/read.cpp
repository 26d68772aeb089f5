// Rectangular ducts of a job.
#include "bent.h"
#include "duct_rows.h"

namespace juggler {
namespace {

constexpr std::array<std::pair<const char*, DuctTurn>, 2> turn_words{
    {{"round", DuctTurn::round}, {"square", DuctTurn::square}}};
constexpr std::array<std::pair<const char*, DuctCorner>, 3> corner_words{
    {{"inside_touch", DuctCorner::inside_touch},
     {"cheeks", DuctCorner::cheeks},
     {"wraps", DuctCorner::wraps}}};

}  // namespace

namespace {

Duct duct_of(Reader& r, const std::string& source) {
  Duct duct;
  r.length("width", duct.width);
  r.length("depth", duct.depth);
  r.length("length", duct.length);
  r.count("seam.pieces", duct.pieces);
  read_eighth(r, duct.seam);
  duct.flanges = read_flanges(r);
  HipJoint unused = HipJoint::inside_touch;
  read_corners(r, unused, duct.relief, duct.relief_size);
  duct.bend = read_bend(r, source);
  duct.seam_kind = read_seam_kind(r, "seam.kind", source);
  return duct;
}

}  // namespace

void read_duct(Reader& r, const std::string& source, Part& part) {
  r.length("seam.gap", part.seam.gap);
  part.asked = walls_of(duct_of(r, source));
  part.asked_as = {{"base.width", "width"}, {"base.length", "depth"}, {"height", "length"}};
}

std::vector<Part> duct_with_seams(Reader& r, const std::string& source, Part part) {
  for (EdgeWork& work : seam_works(duct_of(r, source), part.making.hand)) {
    work.key = "seam.kind";
    part.making.edges.push_back(std::move(work));
  }
  return {std::move(part)};
}

std::vector<Part> sides_of_elbow(Reader& r, const std::string& source, Part like) {
  DuctElbow e;
  r.length("width", e.width);
  r.length("depth", e.depth);
  r.length("end_depth", e.end_depth);
  r.angle("angle", e.angle);
  r.choice("throat", turn_words, e.throat);
  r.choice("heel", turn_words, e.heel);
  r.length("radius", e.radius);
  r.length("heel_radius", e.heel_radius);
  r.length("straight.base", e.straight_base);
  r.length("straight.top", e.straight_top);
  r.count("splitters", e.splitters);
  r.choice("corner", corner_words, e.corner);
  e.seam = read_seam_kind(r, "seam.kind", source);
  e.bend = read_bend(r, source);
  return sides_of(e, like);
}

std::vector<Part> sides_of_offset(Reader& r, const std::string& source, Part like) {
  DuctOffset o;
  r.length("width", o.width);
  r.length("depth", o.depth);
  r.length("offset", o.offset);
  r.length("aside", o.aside);
  r.length("length", o.length);
  r.flag("mitred", o.mitred);
  r.length("radius", o.radius);
  r.length("straight.base", o.straight_base);
  r.length("straight.top", o.straight_top);
  r.choice("corner", corner_words, o.corner);
  o.seam = read_seam_kind(r, "seam.kind", source);
  o.bend = read_bend(r, source);
  return sides_of(o, like);
}

std::string idle_of_duct(const Part&, std::string_view key) {
  return key == "neutral" ? "this part is bent sharply; of its bends it is `bend.neutral`" : "";
}

}  // namespace juggler
