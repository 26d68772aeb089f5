#include <cmath>

#include "json_parts.h"
#include "juggler/card.h"
#include "juggler/version.h"
#include "juggler/write.h"

namespace juggler {

Json number(double value) {
  if (!std::isfinite(value)) return nullptr;
  return value == 0 ? 0.0 : value;
}

Json point(Vec2 p) { return Json::array({number(p.x), number(p.y)}); }

namespace {

Json sides(const Rectangle& r) { return {{"width", number(r.width)}, {"height", number(r.height)}}; }

// An edge as cut on one face: a point has no girth, an edge that is no circle no radius.
Json rim_size(double radius, double girth) {
  const bool round = radius > 0 || girth == 0;
  return {{"radius", round ? number(radius) : Json(nullptr)},
          {"diameter", round ? number(2 * radius) : Json(nullptr)},
          {"girth", number(girth)}};
}

Json edge_json(const Edge& e) {
  Json arc = nullptr;
  if (e.arcs.size() == 1 && !is_straight(e.arcs.front())) {
    const Arc& a = e.arcs.front();
    arc = {{"radius", number(radius_of(a))},
           {"angle", number(Angle::radians(std::abs(a.turn)).degrees())},
           {"centre", point(centre_of(a))}};
  }
  const bool rim = e.name == EdgeName::base || e.name == EdgeName::top;
  return {{"name", label_of(e)},
          {"length", number(length_of(e.arcs))},
          {"girth", rim ? number(e.girth) : Json(nullptr)},
          {"arcs", e.arcs.size()},
          {"arc", arc}};
}

Json layer_json(const LayerSizes& s) {
  return {{"base", rim_size(s.base_radius, s.base_girth)}, {"top", rim_size(s.top_radius, s.top_girth)}};
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

Json bevel_json(const std::optional<Bevel>& b) {
  if (!b) return nullptr;
  return {
      {"angle", number(b->angle.degrees())}, {"inside", number(b->inside)}, {"outside", number(b->outside)}};
}

Json element_json(const Element& e) {
  return {{"number", e.number},
          {"angle", number(e.plan.degrees())},
          {"length", number(e.length)},
          {"from_base", number(e.from_base)},
          {"from_top", number(e.from_top)},
          {"base", point(e.base)},
          {"top", point(e.top)},
          {"base_run", number(e.base_run)},
          {"top_run", number(e.top_run)},
          {"mirror", e.mirror < 0 ? Json(nullptr) : Json(e.mirror)},
          {"base_bevel", bevel_json(e.base_bevel)},
          {"top_bevel", bevel_json(e.top_bevel)},
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

Json proof_json(const Proof& p, const Units& units) {
  return {{"passed", p.passed},
          {"greatest_distance", number(p.greatest_distance)},
          {"where", p.where.in(units)},
          {"seam_mismatch", number(p.seam_mismatch)},
          {"rim_mismatch", number(p.rim_mismatch)},
          {"area_mismatch", number(p.area_mismatch)},
          {"opening_mismatch", number(p.opening_mismatch)},
          {"number_mismatch", number(p.number_mismatch)},
          {"number", p.number.in(units)},
          {"strain_mismatch", number(p.strain_mismatch)},
          {"allowed", number(p.allowed)},
          {"allowed_area", number(p.allowed_area)},
          {"allowed_strain", number(p.allowed_strain)}};
}

Json blank_json(const PieceResult& piece) {
  const Blank& b = piece.blank;
  return {{"area", number(area(b))},
          {"outline_length", number(outline_length(b))},
          {"cut_length", number(cut_length(b))},
          {"joint_length", number(joint_length(b))},
          {"enclosing", sides(enclosing(b))},
          {"as_laid", sides(as_laid(b))},
          {"overlaps_itself", overlaps_itself(b)},
          {"mass", mass_of(piece) ? number(*mass_of(piece)) : Json(nullptr)}};
}

Json card_rim_json(const CardRim& r) {
  Json near_ends = Json::array();
  for (const CardOffset& o : r.near_ends) near_ends.push_back(Json::array({number(o.at), number(o.offset)}));
  return {{"name", name_of(r.name)},
          {"straight", r.straight},
          {"radius", number(r.radius)},
          {"sector", number(r.sector.degrees())},
          {"left", point(r.left)},
          {"right", point(r.right)},
          {"length", number(r.length)},
          {"half_chord", number(r.half_chord)},
          {"spacing", number(r.spacing)},
          {"offsets", r.offsets},
          {"near_ends", near_ends},
          {"swung", r.swung},
          {"girth_change", number(r.girth_change)}};
}

Json sweep_json(const Sweep& s) {
  return {{"end", name_of(s.end)},
          {"inside", {number(s.inside_least), number(s.inside_most)}},
          {"outside", {number(s.outside_least), number(s.outside_most)}}};
}

// The bench card, rounded as it is.
Json bench_json(const BenchCard& c) {
  Json rims = Json::array();
  for (const CardRim& r : c.rims) rims.push_back(card_rim_json(r));
  Json points = Json::array();
  for (const CardPoint& p : c.points) {
    points.push_back({{"number", p.element},
                      {"length", number(p.length)},
                      {"base", point(p.base)},
                      {"top", point(p.top)}});
  }
  Json corners = Json::array();
  for (const CardCorner& k : c.corners) corners.push_back({{"edge", name_of(k.edge)}, {"at", point(k.at)}});
  Json sides_of = Json::array();
  for (const CardSide& s : c.sides) sides_of.push_back({{"start", point(s.start)}, {"end", point(s.end)}});
  Json sweeps = Json::array();
  for (const Sweep& s : c.sweeps) sweeps.push_back(sweep_json(s));
  return {
      {"marking", name_of(c.marking)},
      {"round_to", number(c.round_to)},
      {"box", {{"width", number(c.width)}, {"height", number(c.height)}, {"diagonal", number(c.diagonal)}}},
      {"centre_x", number(c.centre_x)},
      {"centre_y", number(c.centre_y)},
      {"rims", rims},
      {"tip", c.pointed ? point(c.tip) : Json(nullptr)},
      {"seam_start", number(c.seam_start)},
      {"seam_end", number(c.seam_end)},
      {"diagonals", {number(c.diagonal_left), number(c.diagonal_right)}},
      {"points", points},
      {"corners", corners},
      {"between_points", number(c.between_points)},
      {"sides", sides_of},
      {"between_sides", number(c.between_sides)},
      {"tape", {{"base", number(c.tape_base)}, {"top", number(c.tape_top)}}},
      {"sweeps", sweeps}};
}

Json texts(const std::vector<Phrase>& phrases, const Units& units) {
  Json all = Json::array();
  for (const Phrase& phrase : phrases) all.push_back(phrase.in(units));
  return all;
}

Json piece_json(const PieceResult& piece, const Job& job) {
  const Units& units = job.units;
  const Blank& b = piece.blank;
  Json edges = Json::array();
  for (const Edge& e : b.edges) edges.push_back(edge_json(e));
  Json elements = Json::array();
  for (const Element& e : b.elements) elements.push_back(element_json(e));
  return {{"name", title_of(piece)},
          {"part", piece.part.name},
          {"piece", b.piece + 1},
          {"pieces", b.pieces},
          {"count", b.count},
          {"thickness", number(b.thickness)},
          {"face_up", name_of(b.face_up)},
          {"blank", blank_json(piece)},
          {"edges", edges},
          {"sizes", piece.wall() ? sizes_json(b) : Json(nullptr)},
          {"cone", b.cone ? cone_json(*b.cone) : Json(nullptr)},
          {"fit_error", number(b.fit_error)},
          {"gap", piece.wall() ? gap_json(b.gap) : Json(nullptr)},
          {"elements", elements},
          {"bench", bench_json(bench_card(piece, job.bench))},
          {"bends", bends_json(b)},
          {"creases", creases_json(b)},
          {"folding", folding_json(piece)},
          {"rings", rings_json(piece)},
          {"coil", coil_json(piece)},
          {"strip", strip_json(piece)},
          {"strain", strain_json(piece)},
          {"pressed", pressed_json(b.pressed)},
          {"openings", openings_json(b)},
          {"opening_groups", opening_groups_json(b, units)},
          {"measures", measures_json(piece)},
          {"notes", texts(b.notes, units)},
          {"warnings", texts(b.warnings, units)},
          {"proof", proof_json(piece.proof, units)}};
}

Json end_json(double radius, std::optional<Face> face, Contact contact) {
  return {{"radius", number(radius)},
          {"diameter", number(2 * radius)},
          {"girth", number(two_pi * radius)},
          {"pointed", radius == 0},
          {"sizes_on", face ? Json(name_of(*face)) : Json(nullptr)},
          {"contact", radius == 0 ? "apex" : name_of(contact)}};
}

Json trim_json(const TrimPlane& t) {
  const auto side = [](double length) { return std::abs(length) < 1e9 ? number(length) : Json(nullptr); };
  return {{"end", name_of(t.end)},
          {"height", number(t.height)},
          {"tilt", number(t.tilt.degrees())},
          {"uphill", number(t.uphill.degrees())},
          {"short_side", side(t.short_side)},
          {"long_side", side(t.long_side)},
          {"from_apex", t.from_apex ? number(*t.from_apex) : Json(nullptr)},
          {"to_axis", number(90 - t.tilt.degrees())},
          {"contact", name_of(t.contact)}};
}

Json sheet_json(const Sheet& s) {
  return {{"thickness", number(*s.thickness)},
          {"sizes_on", s.sizes_on ? Json(name_of(*s.sizes_on)) : Json(nullptr)},
          {"neutral", number(s.neutral)},
          {"material", s.material},
          {"density", optional(s.density)}};
}

// What every part is made by.
Json making_json(const PartJob& p) {
  return {{"quantity", p.making.quantity},
          {"hand", p.making.hand == Hand::opposite ? "opposite" : "as_drawn"},
          {"face_up", name_of(p.making.face_up)},
          {"fit", number(p.making.fit)},
          {"marks", p.making.marks},
          {"bending", pressing_json(p.making.bending)}};
}

Json round_part_json(const PieceResult& piece) {
  const RoundSizes& s = piece.round()->sizes;
  const double taper = s.taper.degrees();
  const auto of_coaxial = [&](double value) { return s.coaxial() ? number(value) : Json(nullptr); };
  const double wider = s.base_radius - s.top_radius;
  Json trims = Json::array();
  for (const TrimPlane& t : piece.round()->form.trims) trims.push_back(trim_json(t));
  return {{"base", end_json(s.base_radius, s.base_face, s.base_contact)},
          {"top", end_json(s.top_radius, s.top_face, s.top_contact)},
          {"shift", point(s.shift)},
          {"height", number(s.height)},
          {"slant", of_coaxial(s.slant)},
          {"half_angle", of_coaxial(std::abs(taper))},
          {"included_angle", of_coaxial(2 * std::abs(taper))},
          {"wider", wider == 0 ? Json(nullptr) : Json(wider > 0 ? "base" : "top")},
          {"trims", trims},
          {"seam", seam_json(piece)},
          {"elements", piece.blank.elements.size() - 1}};
}

Json part_json(const PieceResult& piece) {
  const PartJob& p = piece.part;
  Json part{{"name", p.making.name},
            {"number", p.making.number},
            {"part", p.name},
            {"shape", p.shape},
            {"sheet", sheet_json(p.sheet)}};
  const bool tube = std::holds_alternative<Tube>(p.asked);
  part.update(piece.wound()            ? wound_part_json(piece)
              : piece.stretched()      ? stretched_part_json(piece)
              : piece.ruled()          ? ruled_part_json(piece)
              : piece.round() && !tube ? round_part_json(piece)
                                       : folded_part_json(piece));
  part.update(making_json(p));
  if (winds(p)) part["hand"] = p.making.hand == Hand::opposite ? "left" : "right";
  return part;
}

// The job as understood: mm and degrees, whatever it was written in.
Json job_json(const JobResult& r) {
  Json named = Json::object();
  for (const NamedSize& n : r.job.named) named[n.name] = number(n.value);
  Json parts = Json::array();
  const std::string* last = nullptr;
  for (const PieceResult& piece : r.pieces) {
    if (!last || *last != piece.part.name) parts.push_back(part_json(piece));
    last = &piece.part.name;
  }
  return {{"name", r.job.name},
          {"number", r.job.number},
          {"units", r.job.units.name},
          {"named", named},
          {"parts", parts}};
}

}  // namespace

void write_json(const JobResult& result, std::ostream& out) {
  Json pieces = Json::array();
  for (const PieceResult& piece : result.pieces) pieces.push_back(piece_json(piece, result.job));
  const Json document{{"juggler", version},
                      {"job", job_json(result)},
                      {"pieces", pieces},
                      {"proof", proof_json(worst_proof(result), result.job.units)}};
  out << document.dump(2, ' ', false, Json::error_handler_t::replace) << '\n';
}

}  // namespace juggler
