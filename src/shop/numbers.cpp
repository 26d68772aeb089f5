#include <fmt/format.h>

#include <cmath>

#include "juggler/shop.h"

namespace juggler {
namespace {

// Rounded last and only here, halves away from zero as shops round; -0 shows as 0.
std::string fixed(double value, int digits) {
  const double scale = std::pow(10, digits);
  if (std::abs(value * scale) < 1e15) value = std::round(value * scale) / scale;
  std::string s = fmt::format("{:.{}f}", value, digits);
  if (s.find_first_not_of("-0.") == std::string::npos && s.front() == '-') s.erase(0, 1);
  return s;
}

int digits_of(const Units& units) {
  if (units.name == "mm") return 3;
  if (units.name == "m") return 6;
  return units.name == "ft" ? 5 : 4;
}

std::string number(double mm, const Units& u) {
  if (!std::isfinite(mm)) return "straight";
  return fixed(mm / u.mm, digits_of(u));
}

std::string sides(const Rectangle& r, const Units& u) {
  return fmt::format("{} x {} {}", number(r.width, u), number(r.height, u), u.name);
}

// A radius with the diameter beside it, so that neither is taken for the other.
std::string round_size(double radius, const Units& u) {
  if (radius == 0) return "a point";
  return fmt::format("dia {}, rad {} {}", number(2 * radius, u), number(radius, u), u.name);
}

std::string area_text(double mm2, const Units& u) {
  if (u.name == "in" || u.name == "ft") return fmt::format("{:.5f} ft2", mm2 / (304.8 * 304.8));
  return fmt::format("{:.6f} m2", mm2 / 1e6);
}

void add_swing(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const ConeNumbers& c = p.blank.cone;
  const auto end = [&](const char* name, EdgeName which, double radius, Angle sector, double chord) {
    const Edge* e = edge(p.blank, which);
    if (!e) return;
    rows.push_back({fmt::format("swing radius {}", name), shown_length(radius, u)});
    rows.push_back({fmt::format("sector {} as cut", name), shown_angle(sector)});
    rows.push_back({fmt::format("chord {}", name), shown_length(chord, u)});
    rows.push_back({fmt::format("edge {} as cut", name), shown_length(length_of(e->arcs), u)});
    rows.push_back({fmt::format("girth {} neutral", name), shown_length(e->girth, u)});
  };
  end("base", EdgeName::base, c.swing_radius_base, c.sector_base, c.chord_base);
  end("top", EdgeName::top, c.swing_radius_top, c.sector_top, c.chord_top);
  rows.push_back({"sector before the gap", shown_angle(c.sector_full)});
}

void add_faces(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const Blank& b = p.blank;
  const auto face = [&](const char* name, const LayerSizes& s) {
    rows.push_back({fmt::format("base {} as cut", name), round_size(s.base_radius, u)});
    rows.push_back({fmt::format("top {} as cut", name), round_size(s.top_radius, u)});
  };
  face("inside", b.inside);
  if (b.thickness == 0) return;
  face("middle", b.middle);
  face("outside", b.outside);
}

std::string face_of(const End& end, const Sheet& sheet) {
  const auto face = end.sizes_on ? end.sizes_on : sheet.sizes_on;
  return face ? fmt::format(" on the {}", name_of(*face)) : "";
}

std::string end_text(const End& end, double radius, const Sheet& sheet, const Units& u) {
  if (radius == 0) return "a point";
  return round_size(radius, u) + face_of(end, sheet) +
         (end.contact ? fmt::format(", contact {}", name_of(*end.contact)) : "");
}

std::string seam_text(const Seam& seam, const Units& u) {
  const std::string at = fmt::format(" at plan angle {:g} deg", seam.at.degrees());
  if (seam.wedge) return fmt::format("wedge gap of {}", shown_angle(*seam.wedge)) + at;
  if (seam.gap.value_or(0) == 0) return "no gap" + at;
  return fmt::format("parallel gap of {} on the {}", shown_length(*seam.gap, u),
                     seam.gap_on ? name_of(*seam.gap_on) : "neutral layer") +
         at;
}

}  // namespace

std::vector<Row> understood(const JobResult& job, const PieceResult& p) {
  const Units& u = job.job.units;
  const Sheet& sheet = p.part.sheet;
  std::vector<Row> rows{{"shape", p.part.shape}};
  rows.push_back({"sheet", fmt::format("{}{}{}, neutral factor {:g}", shown_length(*sheet.thickness, u),
                                       sheet.material.empty() ? "" : " ", sheet.material, sheet.neutral)});
  rows.push_back({"base", end_text(p.part.cone.base, p.sizes.base_radius, sheet, u)});
  rows.push_back({"top", end_text(p.part.cone.top, p.sizes.top_radius, sheet, u)});
  rows.push_back({"height", shown_length(p.sizes.height, u)});
  rows.push_back({"half angle", shown_angle(p.blank.cone.half_angle)});
  rows.push_back({"slant", shown_length(p.blank.cone.slant, u)});
  rows.push_back({"seam", seam_text(p.part.seam, u)});
  rows.push_back(
      {"made",
       fmt::format("{} off{}", p.blank.count,
                   p.part.making.hand == Hand::opposite ? ", opposite hand: plan angles mirrored" : "")});
  return rows;
}

std::string shown_length(double mm, const Units& units) {
  if (!std::isfinite(mm)) return "straight";
  return fmt::format("{} {}", number(mm, units), units.name);
}

std::string shown_angle(Angle angle) { return fmt::format("{} deg", fixed(angle.degrees(), 4)); }

std::vector<Row> key_numbers(const JobResult& job, const PieceResult& p) {
  const Units& u = job.job.units;
  const Blank& b = p.blank;
  std::vector<Row> rows;
  rows.push_back({"blank as laid", sides(as_laid(b), u)});
  rows.push_back({"smallest rectangle", sides(enclosing(b), u)});
  rows.push_back({"area", area_text(area(b), u)});
  if (p.part.sheet.density)
    rows.push_back({"mass", fmt::format("{:.3f} kg", mass(b, *p.part.sheet.density))});
  rows.push_back({"outline", shown_length(outline_length(b), u)});
  rows.push_back({"seam", shown_length(joint_length(b), u)});
  add_swing(rows, p, u);
  rows.push_back({"overall height", shown_length(b.overall_height, u)});
  add_faces(rows, p, u);
  const Proof& proof = p.proof;
  rows.push_back(
      {"proof", fmt::format("{}, {:.1e} mm off, {:.1e} allowed", proof.passed ? "passed" : "FAILED",
                            proof.greatest_distance, proof.allowed)});
  return rows;
}

}  // namespace juggler
