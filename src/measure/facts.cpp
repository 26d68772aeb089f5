// What is said of a piece: the numbers of its blank, and its sizes as understood.
#include "facts.h"

#include <algorithm>
#include <cmath>
#include <stdexcept>

#include "say.h"

namespace juggler {
namespace {

double girth_of(const TubeFace& f, bool round) {
  if (round) return pi * f.width;
  return 2 * (f.width + f.depth) - (8 - two_pi) * f.corner;
}

Phrase sides(const Rectangle& r, const std::string& what) {
  return bare(r.width, {"left edge of " + what, "right edge", "blank"}) + " x " +
         length(r.height, {"lower edge of " + what, "upper edge", "blank"});
}

// A radius with the diameter beside it, so that neither is taken for the other.
Phrase round_size(double radius, const std::string& on) {
  if (radius == 0) return "a point";
  return "dia " + bare(2 * radius, {"wall", "wall across the axis", on}) + ", rad " +
         length(radius, {"axis", "wall", on});
}

void add_cone(std::vector<Fact>& rows, const Blank& b) {
  const ConeNumbers& c = *b.cone;
  const auto end = [&](const std::string& name, EdgeName which, double radius, Angle sector, double chord) {
    const Edge* e = edge(b, which);
    if (!e) return;
    const Where along{"seam start", "seam end", name + " edge as cut"};
    if (!is_straight(e->arcs.front())) {
      rows.push_back({"swing radius " + name,
                      length(radius, {"swing centre", name + " edge as cut", "blank"}), RowKind::dimension});
      rows.push_back({"sector " + name + " as cut", angle(sector, along), RowKind::dimension});
      rows.push_back({"chord " + name, length(chord, {"seam start", "seam end", "chord of the " + name}),
                      RowKind::dimension});
    }
    rows.push_back({"edge " + name + " as cut", length(length_of(e->arcs), along),
                    is_straight(e->arcs.front()) ? RowKind::dimension : RowKind::number});
    rows.push_back({"girth " + name + " neutral", length(e->girth, {"once round", "", "neutral layer"}),
                    RowKind::elsewhere});
  };
  end("base", EdgeName::base, c.swing_radius_base, c.sector_base, c.chord_base);
  end("top", EdgeName::top, c.swing_radius_top, c.sector_top, c.chord_top);
  if (c.sector_full.radians() > 0)
    rows.push_back({"sector before the gap", angle(c.sector_full, {"seam ruling", "seam ruling", "blank"})});
}

// A rim that is no single arc: its lengths, and what it was fitted with.
void add_rims(std::vector<Fact>& rows, const Blank& b) {
  for (const EdgeName name : {EdgeName::base, EdgeName::top}) {
    const Edge* e = edge(b, name);
    if (!e) continue;
    const Arc& arc = e->arcs.front();
    const bool fitted = e->arcs.size() > 1;
    const std::string own = name_of(name);
    rows.push_back({"edge " + own + " as cut",
                    length(length_of(e->arcs), {"seam start", "seam end", own + " edge as cut"}),
                    fitted || is_straight(arc) ? RowKind::dimension : RowKind::number});
    rows.push_back({"girth " + own + " neutral", length(e->girth, {"once round", "", "neutral layer"}),
                    RowKind::elsewhere});
    if (fitted) {
      rows.push_back({"arcs " + own, say("{}, at most {} off", e->arcs.size(),
                                         length(b.fit_error, {"true curve", "arcs", own + " edge as cut"}))});
    } else if (!is_straight(arc)) {
      rows.push_back({"swing radius " + own,
                      length(radius_of(arc), {"swing centre", own + " edge as cut", "blank"}),
                      RowKind::dimension});
      rows.push_back({"chord " + own,
                      length(norm(end_of(arc) - arc.start), {"corner", "corner", "chord of the " + own}),
                      RowKind::dimension});
    }
  }
  const auto by_length = [](const Element& x, const Element& y) { return x.length < y.length; };
  const auto [least, most] = std::minmax_element(b.elements.begin(), b.elements.end(), by_length);
  const Where along{"base edge", "top edge", "ruling"};
  rows.push_back(
      {"shortest element", say("{} at {}", length(least->length, along), plan_angle(least->plan))});
  rows.push_back({"longest element", say("{} at {}", length(most->length, along), plan_angle(most->plan))});
}

// A circle by both its sizes, another rim by its length.
Phrase rim_size(double radius, double girth, const std::string& on) {
  if (girth == 0) return "a point";
  return radius > 0 ? round_size(radius, on) : say("girth {}", length(girth, {"once round", "", on}));
}

void add_faces(std::vector<Fact>& rows, const PieceResult& p) {
  const Blank& b = p.blank;
  const auto face = [&](const std::string& name, const LayerSizes& s) {
    rows.push_back(
        {"base " + name + " as cut", rim_size(s.base_radius, s.base_girth, name), RowKind::elsewhere});
    rows.push_back(
        {"top " + name + " as cut", rim_size(s.top_radius, s.top_girth, name), RowKind::elsewhere});
  };
  const auto* tube = std::get_if<Tube>(&p.part.asked);
  face(tube ? name_of(tube->opened_on) : "inside", b.inside);
  if (b.thickness == 0) return;
  face("middle", b.middle);
  face("outside", b.outside);
}

Phrase end_text(double radius, std::optional<Face> face, Contact contact) {
  if (radius == 0) return "a point";
  return round_size(radius, face ? name_of(*face) : "") +
         (face ? fmt::format(" on the {}", name_of(*face)) : "") +
         (contact == Contact::size_face ? "" : fmt::format(", contact {}", name_of(contact)));
}

Phrase seam_place(const Seam& seam) {
  if (!seam.each.empty()) {
    Phrase list;
    for (const Angle a : seam.each) {
      Phrase one = Amount{a.degrees(), Amount::Of::angle, 6, false, Amount::Style::general};
      list += (list.empty() ? Phrase() : Phrase(", ")) + one;
    }
    return say("in {} pieces, seams at plan angles {} deg", seam.each.size(), list);
  }
  const bool faced = seam.ruling == SeamRuling::facing_base || seam.ruling == SeamRuling::facing_top;
  const Phrase at = seam.ruling == SeamRuling::at_angle ? say("at plan angle {}", plan_angle(seam.at))
                    : faced
                        ? say("where the {} faces {}",
                              seam.ruling == SeamRuling::facing_base ? "base" : "top", plan_angle(seam.at))
                        : say("at the {} ruling", name_of(seam.ruling));
  return seam.pieces == 1 ? at : say("in {} pieces, the first seam {}", seam.pieces, at);
}

// All three ways in which a trim's plane can be given.
Phrase trim_text(const TrimPlane& t, const RoundSizes& sizes) {
  const std::string plane = "plane of the cut";
  Phrase text = say("{} cut at {} on the axis, tilt {}, uphill {}", name_of(t.end),
                    length(t.height, {"base", plane, "axis"}), angle(t.tilt, {"level", plane, "axis"}),
                    plan_angle(t.uphill));
  if (std::abs(t.short_side) < 1e9 && std::abs(t.long_side) < 1e9) {
    text += say("; sides {} and {}", length(t.short_side, {"base", plane, "shortest ruling"}),
                length(t.long_side, {"base", plane, "longest ruling"}));
    // Beyond the part's own end a side is not there.
    if (sizes.coaxial() && std::max(t.short_side, t.long_side) > sizes.slant * (1 + within::same))
      text += say(", reckoned on: the part ends at {}", length(sizes.slant, {"base", "top", "ruling"}));
  }
  if (t.from_apex) {
    text += say("; {} from the apex, {} to the axis", length(*t.from_apex, {"apex", plane, "square to it"}),
                angle(Angle::degrees(90 - t.tilt.degrees()), {"axis", plane, ""}));
  }
  return text + (t.contact == Contact::size_face ? "" : fmt::format(", contact {}", name_of(t.contact)));
}

void add_round_sizes(std::vector<Fact>& rows, const PieceResult& p) {
  const RoundSizes& z = p.round()->sizes;
  if (z.one_size) {
    rows.push_back({"size", end_text(z.base_radius, z.base_face, z.base_contact)});
  } else {
    rows.push_back({"base", end_text(z.base_radius, z.base_face, z.base_contact)});
    rows.push_back({"top", end_text(z.top_radius, z.top_face, z.top_contact)});
  }
  rows.push_back({"height", length(z.height, {"base plane", "top plane", "axis"})});
  if (!z.coaxial()) {
    rows.push_back({"top shift", shift_of(z.shift)});
    rows.push_back({"longest ruling", length(z.slant, {"base plane", "top plane", "ruling"})});
  } else if (!z.one_size) {
    rows.push_back(
        {"half angle", angle(Angle::radians(std::abs(z.taper.radians())), {"axis", "ruling", ""})});
    rows.push_back({"slant", length(z.slant, {"base plane", "top plane", "ruling of the size face"})});
  }
  for (size_t i = 0; i < p.round()->form.trims.size(); ++i) {
    rows.push_back({fmt::format("trim {}", i + 1), trim_text(p.round()->form.trims[i], z)});
  }
  rows.push_back({"seam", seam_text(p.part.seam)});
}

// How far a wall once round reaches along a level direction: to where one of its faces' edges is farthest.
double reach(const Form& f, Vec2 way) {
  double most = -HUGE_VAL;
  for (const EndName end : {EndName::base, EndName::top}) {
    for (const double layer : {0.0, f.thickness}) {
      for (const RimPiece& piece : f.rim(end).pieces()) {
        const double from = std::max(piece.from, f.from());
        const double to = std::min(piece.to, f.to());
        if (from >= to) continue;
        const auto short_of = [&](double u) {
          const Vec3 p = edge_point(f, end, layer, u);
          return -(way.x * p.x + way.y * p.y);
        };
        most = std::max(most, -least(short_of, from, to).value);
      }
    }
  }
  return most;
}

void add_overall(std::vector<Fact>& rows, const Form& f) {
  const Where along_x{"outermost metal", "outermost metal", "x"};
  const Where along_y{"outermost metal", "outermost metal", "y"};
  rows.push_back(
      {"formed, along x", length(reach(f, {1, 0}) + reach(f, {-1, 0}), along_x), RowKind::elsewhere});
  rows.push_back(
      {"formed, along y", length(reach(f, {0, 1}) + reach(f, {0, -1}), along_y), RowKind::elsewhere});
}

Phrase proof_text(const Blank& b, const Proof& proof) {
  Phrase text = say("{}, {} off, {} allowed", proof.passed ? "passed" : "FAILED",
                    error_of(proof.greatest_distance, true, {"part asked for", "part formed again", ""}),
                    error_of(proof.allowed, false));
  if (!b.groups.empty()) text += say("; openings {} off", error_of(proof.opening_mismatch, false));
  if (proof.allowed_strain != 0)
    text += fmt::format("; strain {:.1e} off, {:.1e} allowed", proof.strain_mismatch, proof.allowed_strain);
  return text;
}

// An end as it is seen from the front; nothing of one that the other's size names.
Phrase end_label(const RoundPart& part, EndName end) {
  const std::string name = name_of(end);
  if (part.form.pointed(end)) return name + ": point";
  for (const TrimPlane& t : part.form.trims) {
    if (t.end == end)
      return say("{} cut at {}", name, given_angle(t.tilt, {"level", "plane of the cut", "axis"}));
  }
  const RoundSizes& z = part.sizes;
  const bool base = end == EndName::base;
  if (z.one_size && !base && part.form.trims.empty()) return {};
  const std::string face = name_of((base ? z.base_face : z.top_face).value_or(Face::middle));
  return say("{} dia {} {}", name,
             length(2 * (base ? z.base_radius : z.top_radius), {"wall", "wall across the axis", face}), face);
}

// How the edges lie beside the seam.
Phrase seam_label(const PieceResult& p) {
  const Seam& seam = p.part.seam;
  if (seam.wedge) return say("wedge {}, half on each side", angle(*seam.wedge, {"edge", "edge", "axis"}));
  if (seam.lap) return say("lap {}", length(*seam.lap, {"seam ruling", "edge as cut", "neutral layer"}));
  const double gap = p.blank.gap.neutral_base;
  Phrase text = gap == 0 ? Phrase("no gap")
                         : say("gap {}, half on each side",
                               length(gap, {"seam start", "seam end", "neutral layer at the base"}));
  if (seam.stock > 0)
    text += say(", stock {} on both", length(seam.stock, {"finished edge", "edge as cut", "neutral layer"}));
  return text;
}

// Twice the way from the axis to the outermost metal of what is wound.
Phrase outside_label(const PieceResult& p) {
  double diameter = 0;
  if (const auto* f = std::get_if<Flight>(&p.part.asked)) {
    diameter = std::max(*f->outside, f->outside_to.value_or(0));
  } else if (const auto* strip = std::get_if<HelicalStrip>(&p.part.asked)) {
    diameter = *strip->on + 2 * p.wound()->form.thickness;
  } else {
    diameter = p.wound()->coil->outside_diameter;
  }
  return say("outside dia {}", length(diameter, {"wall", "wall across the axis", "outermost"}));
}

}  // namespace

std::vector<Fact> labels_of(const PieceResult& p) {
  std::vector<Fact> rows;
  const auto add = [&](const char* name, const Phrase& text) {
    if (!text.empty()) rows.push_back({name, text, RowKind::elsewhere});
  };
  if (p.round()) {
    const bool level = p.round()->form.trims.empty();
    add("height", level
                      ? say("height {}", length(p.round()->sizes.height, {"base plane", "top plane", "axis"}))
                      : say("overall height {}",
                            length(p.blank.overall_height, {"lowest metal", "highest metal", "axis"})));
    add("base end", end_label(*p.round(), EndName::base));
    add("top end", end_label(*p.round(), EndName::top));
  }
  if (p.wound()) add("outside diameter", outside_label(p));
  if (p.wall() && !p.wall()->open) add("seam", seam_label(p));
  return rows;
}

Amount edge_length(const Edge& e) {
  return exact(length_of(e.arcs), Amount::Of::length, {"end", "end", "edge as cut"});
}

Amount sheet_thickness(const PieceResult& p) {
  return exact(thickness_of(p), Amount::Of::thickness, {"inside", "outside", "sheet"});
}

Phrase shift_of(Vec2 shift) {
  return say("x {}, y {}", length(shift.x, {"centre of the base", "centre of the top", "x"}),
             length(shift.y, {"centre of the base", "centre of the top", "y"}));
}

Phrase seam_text(const Seam& seam) {
  const Phrase at = seam_place(seam);
  if (seam.wedge) return say("wedge gap of {} {}", angle(*seam.wedge, {"edge", "edge", "axis"}), at);
  Phrase text = seam.gap.value_or(0) == 0
                    ? Phrase("no gap")
                    : say("parallel gap of {} on the {}",
                          length(*seam.gap, {"seam start", "seam end",
                                             seam.gap_on ? name_of(*seam.gap_on) : "neutral layer"}),
                          seam.gap_on ? name_of(*seam.gap_on) : "neutral layer");
  if (seam.lap)
    text = say("lap of {} on the {}", length(*seam.lap, {"seam ruling", "edge as cut", "neutral layer"}),
               name_of(seam.lap_on));
  if (seam.stock > 0)
    text += say(", stock of {} on both edges",
                length(seam.stock, {"finished edge", "edge as cut", "neutral layer"}));
  return text + " " + at;
}

std::vector<Fact> asked_of(const PieceResult& p) {
  const Sheet& sheet = p.part.sheet;
  std::vector<Fact> rows{{"shape", p.part.shape}};
  if (std::holds_alternative<Tube>(p.part.asked)) {
    add_tube_sizes(rows, p);
    return rows;
  }
  const std::string neutral = p.wall() ? fmt::format(", neutral factor {:g}", sheet.neutral) : "";
  rows.push_back({"sheet", say("{}{}{}{}", thickness(*sheet.thickness), sheet.material.empty() ? "" : " ",
                               sheet.material, neutral)});
  if (p.round()) add_round_sizes(rows, p);
  if (p.wall() && !p.part.making.bending.smooth())
    rows.push_back({p.round() ? "wall" : "curved stretches", pressing_text(p.part.making.bending)});
  if (p.ruled()) add_ruled_sizes(rows, p);
  if (p.wound()) add_wound_sizes(rows, p);
  if (p.stretched()) add_stretched_sizes(rows, p);
  if (p.folded()) add_folded_sizes(rows, p);
  rows.push_back({"made", fmt::format("{} off{}", p.blank.count,
                                      p.part.making.hand == Hand::opposite && !winds(p.part)
                                          ? ", opposite hand: plan angles mirrored"
                                          : "")});
  return rows;
}

bool winds(const PartJob& part) {
  return std::holds_alternative<Flight>(part.asked) || std::holds_alternative<Coil>(part.asked) ||
         std::holds_alternative<HelicalStrip>(part.asked);
}

double thickness_of(const PieceResult& p) {
  const auto* tube = std::get_if<Tube>(&p.part.asked);
  return tube ? *tube->wall : *p.part.sheet.thickness;
}

std::optional<double> mass_of(const PieceResult& p) {
  const auto& density = p.part.sheet.density;
  if (!density || thickness_of(p) == 0) return std::nullopt;
  const auto* tube = std::get_if<Tube>(&p.part.asked);
  if (!tube) return mass(p.blank, *density);
  // A tube is opened on a face; its metal is counted on the middle of its wall.
  Tube middle = *tube;
  middle.opened_on = Face::middle;
  constexpr double cubic_metre = 1e-9;  // of a cubic millimetre
  return cubic_metre * *density * *tube->wall * area(p.blank) * girth_of(tube_face(middle), tube->round()) /
         girth_of(tube_face(*tube), tube->round());
}

std::vector<Fact> facts_of(const PieceResult& p) {
  const Blank& b = p.blank;
  std::vector<Fact> rows;
  rows.push_back({"blank as laid", sides(as_laid(b), "the box")});
  rows.push_back({"smallest rectangle", sides(enclosing(b), "the smallest rectangle"), RowKind::dimension});
  rows.push_back({"area", area_of(area(b), "one face of the blank, openings taken off")});
  if (const auto kg = mass_of(p)) rows.push_back({"mass", mass_in(*kg), RowKind::elsewhere});
  rows.push_back({"outline", length(outline_length(b), {"once round", "", "outline as cut"})});
  if (!b.openings.empty()) {
    rows.push_back({"openings", fmt::format("{}", b.openings.size())});
    rows.push_back({"outline and openings", length(cut_length(b), {"all that is cut", "", "blank"})});
  }
  const bool open = p.wound() || p.stretched() || (p.wall() && p.wall()->open);
  if (!open && (p.wall() || joint_length(b) > 0))
    rows.push_back({p.folded() ? "joints" : "seam", length(joint_length(b), {"", "", "edges to be joined"})});
  if (p.folded()) {
    add_folded_numbers(rows, p);
  } else if (b.cone) {
    add_cone(rows, b);
  } else if (p.stretched()) {
    add_stretched_numbers(rows, p);
  } else {
    add_rims(rows, b);
  }
  add_wound_numbers(rows, p);
  if (p.wall()) add_pressed_numbers(rows, b);
  if (p.wall() || p.wound())
    rows.push_back({"overall height", length(b.overall_height, {"lowest metal", "highest metal", "axis"})});
  if (p.wall()) add_faces(rows, p);
  if (const Form* rulings = p.rulings()) add_overall(rows, *rulings);
  rows.push_back({"proof", proof_text(b, p.proof)});
  return rows;
}

std::string key_of(const Fact& fact) {
  std::string key = fact.name;
  std::erase(key, ',');
  std::replace(key.begin(), key.end(), ' ', '_');
  return key;
}

Amount measured(const std::vector<Fact>& facts, const std::string& name) {
  for (const Fact& fact : facts) {
    if (fact.name != name) continue;
    for (const auto& part : fact.value.parts()) {
      if (const auto* amount = std::get_if<Amount>(&part)) return *amount;
    }
  }
  throw std::out_of_range("no number is called " + name);
}

}  // namespace juggler
