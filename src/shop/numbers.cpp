#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "folded_numbers.h"

namespace juggler {
namespace {

int digits_of(const Units& units) {
  if (units.name == "mm") return 3;
  if (units.name == "m") return 6;
  return units.name == "ft" ? 5 : 4;
}

double girth_of(const TubeFace& f, bool round) {
  if (round) return pi * f.width;
  return 2 * (f.width + f.depth) - (8 - two_pi) * f.corner;
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

void add_cone(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const ConeNumbers& c = *p.blank.cone;
  const auto end = [&](const char* name, EdgeName which, double radius, Angle sector, double chord) {
    const Edge* e = edge(p.blank, which);
    if (!e) return;
    if (std::isfinite(radius)) {
      rows.push_back({fmt::format("swing radius {}", name), shown_length(radius, u), RowKind::dimension});
      rows.push_back({fmt::format("sector {} as cut", name), shown_angle(sector), RowKind::dimension});
      rows.push_back({fmt::format("chord {}", name), shown_length(chord, u), RowKind::dimension});
    }
    rows.push_back({fmt::format("edge {} as cut", name), shown_length(length_of(e->arcs), u),
                    std::isfinite(radius) ? RowKind::number : RowKind::dimension});
    rows.push_back({fmt::format("girth {} neutral", name), shown_length(e->girth, u), RowKind::elsewhere});
  };
  end("base", EdgeName::base, c.swing_radius_base, c.sector_base, c.chord_base);
  end("top", EdgeName::top, c.swing_radius_top, c.sector_top, c.chord_top);
  if (c.sector_full.radians() > 0) rows.push_back({"sector before the gap", shown_angle(c.sector_full)});
}

// A rim that is no single arc: its lengths, and what it was fitted with.
void add_rims(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  for (const EdgeName name : {EdgeName::base, EdgeName::top}) {
    const Edge* e = edge(p.blank, name);
    if (!e) continue;
    const Arc& arc = e->arcs.front();
    const bool fitted = e->arcs.size() > 1;
    rows.push_back({fmt::format("edge {} as cut", name_of(name)), shown_length(length_of(e->arcs), u),
                    fitted || is_straight(arc) ? RowKind::dimension : RowKind::number});
    rows.push_back(
        {fmt::format("girth {} neutral", name_of(name)), shown_length(e->girth, u), RowKind::elsewhere});
    if (fitted) {
      rows.push_back({fmt::format("arcs {}", name_of(name)),
                      fmt::format("{}, at most {} off", e->arcs.size(), shown_length(p.blank.fit_error, u))});
    } else if (!is_straight(arc)) {
      rows.push_back({fmt::format("swing radius {}", name_of(name)), shown_length(radius_of(arc), u),
                      RowKind::dimension});
    }
  }
  const auto by_length = [](const Element& a, const Element& b) { return a.length < b.length; };
  const auto [least, most] = std::minmax_element(p.blank.elements.begin(), p.blank.elements.end(), by_length);
  rows.push_back({"shortest element",
                  fmt::format("{} at {:g} deg", shown_length(least->length, u), least->plan.degrees())});
  rows.push_back({"longest element",
                  fmt::format("{} at {:g} deg", shown_length(most->length, u), most->plan.degrees())});
}

// A circle by both its sizes, another rim by its length.
std::string rim_size(double radius, double girth, const Units& u) {
  if (girth == 0) return "a point";
  return radius > 0 ? round_size(radius, u) : fmt::format("girth {}", shown_length(girth, u));
}

void add_faces(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const Blank& b = p.blank;
  const auto face = [&](const char* name, const LayerSizes& s) {
    rows.push_back(
        {fmt::format("base {} as cut", name), rim_size(s.base_radius, s.base_girth, u), RowKind::elsewhere});
    rows.push_back(
        {fmt::format("top {} as cut", name), rim_size(s.top_radius, s.top_girth, u), RowKind::elsewhere});
  };
  const auto* tube = std::get_if<Tube>(&p.part.asked);
  face(tube ? name_of(tube->opened_on) : "inside", b.inside);
  if (b.thickness == 0) return;
  face("middle", b.middle);
  face("outside", b.outside);
}

std::string end_text(double radius, std::optional<Face> face, Contact contact, const Units& u) {
  if (radius == 0) return "a point";
  return round_size(radius, u) + (face ? fmt::format(" on the {}", name_of(*face)) : "") +
         (contact == Contact::size_face ? "" : fmt::format(", contact {}", name_of(contact)));
}

std::string seam_place(const Seam& seam) {
  if (!seam.each.empty()) {
    std::string list;
    for (Angle a : seam.each) list += fmt::format("{}{:g}", list.empty() ? "" : ", ", a.degrees());
    return fmt::format("in {} pieces, seams at plan angles {} deg", seam.each.size(), list);
  }
  const bool faced = seam.ruling == SeamRuling::facing_base || seam.ruling == SeamRuling::facing_top;
  std::string at =
      seam.ruling == SeamRuling::at_angle ? fmt::format("at plan angle {:g} deg", seam.at.degrees())
      : faced                             ? fmt::format("where the {} faces {:g} deg",
                            seam.ruling == SeamRuling::facing_base ? "base" : "top", seam.at.degrees())
                                          : fmt::format("at the {} ruling", name_of(seam.ruling));
  return seam.pieces == 1 ? at : fmt::format("in {} pieces, the first seam {}", seam.pieces, at);
}

// All three ways in which a trim's plane can be given.
std::string trim_text(const TrimPlane& t, const RoundSizes& sizes, const Units& u) {
  std::string text = fmt::format("{} cut at {} on the axis, tilt {}, uphill {:g} deg", name_of(t.end),
                                 shown_length(t.height, u), shown_angle(t.tilt), t.uphill.degrees());
  if (std::abs(t.short_side) < 1e9 && std::abs(t.long_side) < 1e9) {
    text += fmt::format("; sides {} and {}", shown_length(t.short_side, u), shown_length(t.long_side, u));
    // Beyond the part's own end a side is not there.
    if (sizes.coaxial() && std::max(t.short_side, t.long_side) > sizes.slant * (1 + 1e-9))
      text += fmt::format(", reckoned on: the part ends at {}", shown_length(sizes.slant, u));
  }
  if (t.from_apex) {
    text += fmt::format("; {} from the apex, {} to the axis", shown_length(*t.from_apex, u),
                        shown_angle(Angle::degrees(90 - t.tilt.degrees())));
  }
  return text + (t.contact == Contact::size_face ? "" : fmt::format(", contact {}", name_of(t.contact)));
}

void add_round_sizes(std::vector<Row>& rows, const PieceResult& p, const Units& u) {
  const RoundSizes& z = p.round()->sizes;
  if (z.one_size) {
    rows.push_back({"size", end_text(z.base_radius, z.base_face, z.base_contact, u)});
  } else {
    rows.push_back({"base", end_text(z.base_radius, z.base_face, z.base_contact, u)});
    rows.push_back({"top", end_text(z.top_radius, z.top_face, z.top_contact, u)});
  }
  rows.push_back({"height", shown_length(z.height, u)});
  if (!z.coaxial()) {
    rows.push_back(
        {"top shift", fmt::format("x {}, y {}", shown_length(z.shift.x, u), shown_length(z.shift.y, u))});
    rows.push_back({"longest ruling", shown_length(z.slant, u)});
  } else if (!z.one_size) {
    rows.push_back({"half angle", shown_angle(Angle::radians(std::abs(z.taper.radians())))});
    rows.push_back({"slant", shown_length(z.slant, u)});
  }
  for (size_t i = 0; i < p.round()->form.trims.size(); ++i) {
    rows.push_back({fmt::format("trim {}", i + 1), trim_text(p.round()->form.trims[i], z, u)});
  }
  rows.push_back({"seam", seam_text(p.part.seam, u)});
}

}  // namespace

std::string shown_area(double mm2, const Units& u) {
  if (in_inches(u)) return fmt::format("{:.5f} ft2", mm2 / (304.8 * 304.8));
  return fmt::format("{:.6f} m2", mm2 / 1e6);
}

std::string seam_text(const Seam& seam, const Units& u) {
  const std::string at = seam_place(seam);
  if (seam.wedge) return fmt::format("wedge gap of {} {}", shown_angle(*seam.wedge), at);
  std::string text = seam.gap.value_or(0) == 0
                         ? "no gap"
                         : fmt::format("parallel gap of {} on the {}", shown_length(*seam.gap, u),
                                       seam.gap_on ? name_of(*seam.gap_on) : "neutral layer");
  if (seam.lap) text = fmt::format("lap of {} on the {}", shown_length(*seam.lap, u), name_of(seam.lap_on));
  if (seam.stock > 0) text += fmt::format(", stock of {} on both edges", shown_length(seam.stock, u));
  return text + " " + at;
}

std::vector<Row> understood(const JobResult& job, const PieceResult& p) {
  const Units& u = job.job.units;
  const Sheet& sheet = p.part.sheet;
  std::vector<Row> rows{{"shape", p.part.shape}};
  if (std::holds_alternative<Tube>(p.part.asked)) {
    add_tube_sizes(rows, p, u);
    return rows;
  }
  const std::string neutral = p.wall() ? fmt::format(", neutral factor {:g}", sheet.neutral) : "";
  rows.push_back({"sheet", fmt::format("{}{}{}{}", shown_thickness(*sheet.thickness, u),
                                       sheet.material.empty() ? "" : " ", sheet.material, neutral)});
  if (p.round()) add_round_sizes(rows, p, u);
  if (p.wall() && !p.part.making.bending.smooth())
    rows.push_back({p.round() ? "wall" : "curved stretches", pressing_text(p.part.making.bending, u)});
  if (p.ruled()) add_ruled_sizes(rows, p, u);
  if (p.wound()) add_wound_sizes(rows, p, u);
  if (p.stretched()) add_stretched_sizes(rows, p, u);
  if (p.folded()) add_folded_sizes(rows, p, u);
  rows.push_back({"made", fmt::format("{} off{}", p.blank.count,
                                      p.part.making.hand == Hand::opposite && !winds(p.part)
                                          ? ", opposite hand: plan angles mirrored"
                                          : "")});
  return rows;
}

// Halves away from zero as shops round; -0 shows as 0.
std::string fixed(double value, int digits) {
  const double scale = std::pow(10, digits);
  if (std::abs(value * scale) < 1e15) value = std::round(value * scale) / scale;
  std::string s = fmt::format("{:.{}f}", value, digits);
  if (s.find_first_not_of("-0.") == std::string::npos && s.front() == '-') s.erase(0, 1);
  return s;
}

std::string shown_length(double mm, const Units& units) {
  if (!std::isfinite(mm)) return "straight";
  return fmt::format("{} {}", number(mm, units), units.name);
}

std::string cell_length(double mm, const Units& u) { return number(mm, u); }

double thickness_of(const PieceResult& p) {
  const auto* tube = std::get_if<Tube>(&p.part.asked);
  return tube ? *tube->wall : *p.part.sheet.thickness;
}

std::optional<double> mass_of(const PieceResult& p) {
  const auto& density = p.part.sheet.density;
  if (!density) return std::nullopt;
  const auto* tube = std::get_if<Tube>(&p.part.asked);
  if (!tube) return mass(p.blank, *density);
  // A tube is opened on a face; its metal is counted on the middle of its wall.
  Tube middle = *tube;
  middle.opened_on = Face::middle;
  return 1e-9 * *density * *tube->wall * area(p.blank) * girth_of(tube_face(middle), tube->round()) /
         girth_of(tube_face(*tube), tube->round());
}

std::string shown_mass(double kg, const Units& u) {
  constexpr double pound = 0.45359237;
  return in_inches(u) ? fixed(kg / pound, 3) + " lb" : fixed(kg, 3) + " kg";
}

std::string shown_thickness(double mm, const Units& u) {
  return u.name == "ft" ? shown_length(mm, *find_units("in")) : shown_length(mm, u);
}

std::string shown_angle(Angle angle) { return fmt::format("{} deg", fixed(angle.degrees(), 4)); }

std::vector<Row> key_numbers(const JobResult& job, const PieceResult& p) {
  const Units& u = job.job.units;
  const Blank& b = p.blank;
  std::vector<Row> rows;
  rows.push_back({"blank as laid", sides(as_laid(b), u)});
  rows.push_back({"smallest rectangle", sides(enclosing(b), u), RowKind::dimension});
  rows.push_back({"area", shown_area(area(b), u)});
  if (const auto kg = mass_of(p)) rows.push_back({"mass", shown_mass(*kg, u), RowKind::elsewhere});
  rows.push_back({"outline", shown_length(outline_length(b), u)});
  if (!b.openings.empty()) {
    rows.push_back({"openings", fmt::format("{}", b.openings.size())});
    rows.push_back({"outline and openings", shown_length(cut_length(b), u)});
  }
  const bool open = p.wound() || p.stretched() || (p.wall() && p.wall()->open);
  if (!open && (p.wall() || joint_length(b) > 0))
    rows.push_back({p.folded() ? "joints" : "seam", shown_length(joint_length(b), u)});
  if (p.folded()) {
    add_folded_numbers(rows, p, u);
  } else if (b.cone) {
    add_cone(rows, p, u);
  } else if (p.stretched()) {
    add_stretched_numbers(rows, p, u);
  } else {
    add_rims(rows, p, u);
  }
  add_wound_numbers(rows, p, u);
  if (p.wall()) {
    add_pressed_numbers(rows, b, u);
    rows.push_back({"overall height", shown_length(b.overall_height, u)});
    add_faces(rows, p, u);
  }
  const Proof& proof = p.proof;
  rows.push_back(
      {"proof",
       fmt::format(
           "{}, {:.1e} {} off, {:.1e} allowed{}{}", proof.passed ? "passed" : "FAILED",
           proof.greatest_distance / u.mm, u.name, proof.allowed / u.mm,
           b.groups.empty() ? "" : fmt::format("; openings {:.1e} off", proof.opening_mismatch / u.mm),
           proof.allowed_strain == 0 ? ""
                                     : fmt::format("; strain {:.1e} off, {:.1e} allowed",
                                                   proof.strain_mismatch, proof.allowed_strain))});
  return rows;
}

}  // namespace juggler
