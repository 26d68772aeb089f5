#include <cmath>
#include <nlohmann/json.hpp>

#include "juggler/version.h"
#include "juggler/write.h"

namespace juggler {
namespace {

using Json = nlohmann::ordered_json;

// Infinite radii (straight edges) become null; -0 becomes 0.
Json number(double value) {
  if (!std::isfinite(value)) return nullptr;
  return value == 0 ? 0.0 : value;
}

Json point(Vec2 p) { return Json::array({number(p.x), number(p.y)}); }

Json sides(const Rectangle& r) { return {{"width", number(r.width)}, {"height", number(r.height)}}; }

template <typename T>
Json optional(const std::optional<T>& value) {
  return value ? Json(*value) : Json(nullptr);
}

Json round_size(double radius) { return {{"radius", number(radius)}, {"diameter", number(2 * radius)}}; }

Json edge_json(const Edge& e) {
  Json arc = nullptr;
  if (e.arcs.size() == 1 && !is_straight(e.arcs.front())) {
    const Arc& a = e.arcs.front();
    arc = {{"radius", number(radius_of(a))},
           {"angle", number(Angle::radians(std::abs(a.turn)).degrees())},
           {"centre", point(centre_of(a))}};
  }
  const bool rim = e.name == EdgeName::base || e.name == EdgeName::top;
  return {{"name", name_of(e.name)},
          {"length", number(length_of(e.arcs))},
          {"girth", rim ? number(e.girth) : Json(nullptr)},
          {"arc", arc}};
}

Json layer_json(const LayerSizes& s) {
  return {{"base", round_size(s.base_radius)}, {"top", round_size(s.top_radius)}};
}

Json sizes_json(const Blank& b) {
  return {{"inside", layer_json(b.inside)},
          {"middle", layer_json(b.middle)},
          {"outside", layer_json(b.outside)},
          {"neutral", layer_json(b.neutral_sizes)},
          {"overall_height", number(b.overall_height)}};
}

Json cone_json(const ConeNumbers& c) {
  return {{"half_angle", number(c.half_angle.degrees())},
          {"slant", number(c.slant)},
          {"swing_radius_base", number(c.swing_radius_base)},
          {"swing_radius_top", number(c.swing_radius_top)},
          {"sector_full", number(c.sector_full.degrees())},
          {"sector_base", number(c.sector_base.degrees())},
          {"sector_top", number(c.sector_top.degrees())},
          {"chord_base", number(c.chord_base)},
          {"chord_top", number(c.chord_top)},
          {"box", sides(c.box)}};
}

Json element_json(const Element& e) {
  return {{"number", e.number},
          {"angle", number(e.plan.degrees())},
          {"length", number(e.length)},
          {"base", point(e.base)},
          {"top", point(e.top)},
          {"on_metal", e.on_metal},
          {"edge_distance", number(e.edge_distance)}};
}

Json gap_json(const GapReport& g) {
  return {{"base",
           {{"inside", number(g.inside_base)},
            {"neutral", number(g.neutral_base)},
            {"outside", number(g.outside_base)}}},
          {"top",
           {{"inside", number(g.inside_top)},
            {"neutral", number(g.neutral_top)},
            {"outside", number(g.outside_top)}}}};
}

Json proof_json(const Proof& p) {
  return {{"passed", p.passed},
          {"greatest_distance", number(p.greatest_distance)},
          {"where", p.where},
          {"seam_mismatch", number(p.seam_mismatch)},
          {"rim_mismatch", number(p.rim_mismatch)},
          {"area_mismatch", number(p.area_mismatch)},
          {"allowed", number(p.allowed)},
          {"allowed_area", number(p.allowed_area)}};
}

Json blank_json(const PieceResult& piece) {
  const Blank& b = piece.blank;
  const auto density = piece.part.sheet.density;
  return {{"area", number(area(b))},
          {"outline_length", number(outline_length(b))},
          {"cut_length", number(outline_length(b))},
          {"joint_length", number(joint_length(b))},
          {"enclosing", sides(enclosing(b))},
          {"as_laid", sides(as_laid(b))},
          {"overlaps_itself", overlaps_itself(b)},
          {"mass", density ? number(mass(b, *density)) : Json(nullptr)}};
}

Json piece_json(const PieceResult& piece) {
  const Blank& b = piece.blank;
  Json edges = Json::array();
  for (const Edge& e : b.edges) edges.push_back(edge_json(e));
  Json elements = Json::array();
  for (const Element& e : b.elements) elements.push_back(element_json(e));
  return {{"name", title_of(piece)},
          {"count", b.count},
          {"thickness", number(b.thickness)},
          {"face_up", name_of(b.face_up)},
          {"blank", blank_json(piece)},
          {"edges", edges},
          {"sizes", sizes_json(b)},
          {"cone", cone_json(b.cone)},
          {"gap", gap_json(b.gap)},
          {"elements", elements},
          {"bends", Json::array()},
          {"openings", Json::array()},
          {"notes", b.notes},
          {"warnings", b.warnings},
          {"proof", proof_json(piece.proof)}};
}

Json end_json(const ConeSizes& s, EndName end, const End& asked, const Sheet& sheet) {
  const double radius = end == EndName::base ? s.base_radius : s.top_radius;
  const auto face = asked.sizes_on ? asked.sizes_on : sheet.sizes_on;
  return {{"radius", number(radius)},
          {"diameter", number(2 * radius)},
          {"girth", number(2 * std::numbers::pi * radius)},
          {"pointed", radius == 0},
          {"sizes_on", face ? Json(name_of(*face)) : Json(nullptr)},
          {"contact", radius == 0 ? "apex" : name_of(asked.contact.value_or(Contact::size_face))}};
}

Json seam_json(const Seam& seam) {
  return {{"gap", optional(seam.gap)},
          {"wedge", seam.wedge ? number(seam.wedge->degrees()) : Json(nullptr)},
          {"gap_on", seam.gap_on ? Json(name_of(*seam.gap_on)) : Json("neutral")},
          {"at", number(seam.at.degrees())}};
}

Json sheet_json(const Sheet& s) {
  return {{"thickness", number(*s.thickness)},
          {"sizes_on", s.sizes_on ? Json(name_of(*s.sizes_on)) : Json(nullptr)},
          {"neutral", number(s.neutral)},
          {"material", s.material},
          {"density", optional(s.density)}};
}

Json part_json(const PieceResult& piece) {
  const PartJob& p = piece.part;
  const ConeSizes& s = piece.sizes;
  const double taper = s.taper.degrees();
  return {{"name", p.making.name},
          {"number", p.making.number},
          {"part", p.name},
          {"shape", p.shape},
          {"base", end_json(s, EndName::base, p.cone.base, p.sheet)},
          {"top", end_json(s, EndName::top, p.cone.top, p.sheet)},
          {"height", number(s.height)},
          {"slant", number(s.slant)},
          {"half_angle", number(std::abs(taper))},
          {"included_angle", number(2 * std::abs(taper))},
          {"wider", taper == 0 ? Json(nullptr) : Json(taper > 0 ? "base" : "top")},
          {"seam", seam_json(p.seam)},
          {"quantity", p.making.quantity},
          {"hand", p.making.hand == Hand::opposite ? "opposite" : "as_drawn"},
          {"face_up", name_of(p.making.face_up)},
          {"elements", p.making.elements},
          {"marks", p.making.marks}};
}

// The job as understood: mm and degrees, whatever it was written in.
Json job_json(const JobResult& r) {
  Json named = Json::object();
  for (const NamedSize& n : r.job.named) named[n.name] = number(n.value);
  Json parts = Json::array();
  for (const PieceResult& piece : r.pieces) parts.push_back(part_json(piece));
  return {{"name", r.job.name},
          {"number", r.job.number},
          {"units", r.job.units.name},
          {"named", named},
          {"sheet", sheet_json(r.pieces.front().part.sheet)},
          {"parts", parts}};
}

}  // namespace

void write_json(const JobResult& result, std::ostream& out) {
  Json pieces = Json::array();
  for (const PieceResult& piece : result.pieces) pieces.push_back(piece_json(piece));
  const Json document{{"juggler", version},
                      {"job", job_json(result)},
                      {"pieces", pieces},
                      {"proof", proof_json(worst_proof(result))}};
  out << document.dump(2, ' ', false, Json::error_handler_t::replace) << '\n';
}

}  // namespace juggler
