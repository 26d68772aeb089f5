// What is said of round parts alone.
#include <algorithm>
#include <cmath>

#include "measure/facts.h"
#include "measure/say.h"
#include "round.h"
#include "round_sizes.h"

namespace juggler {
namespace {

void add_cone(std::vector<Fact>& rows, const ConeNumbers& c, const Blank& b) {
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
    rows.push_back({"edge " + name + " as cut", edge_length(b, *e, name),
                    is_straight(e->arcs.front()) ? RowKind::dimension : RowKind::number});
    rows.push_back({"girth " + name + " neutral", length(e->girth, {"once round", "", "neutral layer"}),
                    RowKind::elsewhere});
  };
  end("base", EdgeName::base, c.swing_radius_base, c.sector_base, c.chord_base);
  end("top", EdgeName::top, c.swing_radius_top, c.sector_top, c.chord_top);
  if (c.sector_full.radians() > 0)
    rows.push_back({"sector before the gap", angle(c.sector_full, {"seam ruling", "seam ruling", "blank"})});
}

Phrase end_text(double radius, std::optional<Face> face, Contact contact) {
  if (radius == 0) return "a point";
  return round_size(radius, face ? name_of(*face) : "") +
         (face ? fmt::format(" on the {}", name_of(*face)) : "") +
         (contact == Contact::size_face ? "" : fmt::format(", contact {}", name_of(contact)));
}

// All three ways in which a trim's plane can be given.
Phrase trim_text(const TrimPlane& t, const RoundSizes& sizes) {
  const std::string plane = "plane of the cut";
  if (t.from_axis)
    return say("{} cut upright, {} from the axis towards {}", name_of(t.end),
               length(*t.from_axis, {"axis", plane, "plan"}), plan_angle(t.uphill)) +
           (t.contact == Contact::size_face ? "" : fmt::format(", contact {}", name_of(t.contact)));
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

void add_sizes(std::vector<Fact>& rows, const RoundPart& round, const Seam& seam) {
  const RoundSizes& z = round.sizes;
  if (z.one_size) {
    rows.push_back({"size", end_text(z.base_radius, z.base_face, z.base_contact)});
  } else {
    rows.push_back({"base", end_text(z.base_radius, z.base_face, z.base_contact)});
    rows.push_back({"top", end_text(z.top_radius, z.top_face, z.top_contact)});
  }
  rows.push_back({"height", length(z.height, {"base plane", "top plane", "axis"})});
  if (!z.coaxial()) {
    rows.push_back({"top shift", shift_of(top_shift(round.form))});
    rows.push_back({"longest ruling", length(z.slant, {"base plane", "top plane", "ruling"})});
  } else if (!z.one_size) {
    rows.push_back(
        {"half angle", angle(Angle::radians(std::abs(z.taper.radians())), {"axis", "ruling", ""})});
    rows.push_back({"slant", length(z.slant, {"base plane", "top plane", "ruling of the size face"})});
  }
  for (size_t i = 0; i < round.form.trims.size(); ++i) {
    rows.push_back({fmt::format("trim {}", i + 1), trim_text(round.form.trims[i], z)});
  }
  rows.push_back({"seam", seam_text(seam)});
}

// An end as it is seen from the front; nothing of one that the other's size names.
Phrase end_label(const RoundPart& part, EndName end) {
  const std::string name = name_of(end);
  if (part.form.pointed(end)) return name + ": point";
  for (const TrimPlane& t : part.form.trims) {
    if (t.end == end)
      return say("{} cut at {}", name, given_angle(t.tilt, {"level", "plane of the cut", "axis"}));
  }
  for (const EndBody& e : part.form.bodies) {
    if (e.end == end) return name + " cut to " + e.body;
  }
  for (const Mitre& m : part.form.mitres) {
    if (m.end == end)
      return say("{} mitred at {}", name, given_angle(m.tilt, {"level", "plane of the mitre", "axis"}));
  }
  const RoundSizes& z = part.sizes;
  const bool base = end == EndName::base;
  if (z.one_size && !base && part.form.untrimmed()) return {};
  const std::string face = name_of((base ? z.base_face : z.top_face).value_or(Face::middle));
  return say("{} dia {} {}", name,
             length(2 * (base ? z.base_radius : z.top_radius), {"wall", "wall across the axis", face}), face);
}

}  // namespace

bool is_right_cone(const Form& f) { return f.coaxial && f.untrimmed(); }

// What a cone with level ends is laid out by.
ConeNumbers cone_numbers(const RoundSizes& sizes, const Blank& b) {
  ConeNumbers n;
  n.half_angle = Angle::radians(std::abs(sizes.taper.radians()));
  n.slant = sizes.slant;
  n.sector_full = b.sector;
  const auto swing = [&](EdgeName name, double& radius, Angle& sector, double& chord) {
    const Edge* e = edge(b, name);
    if (!e) return;
    const Arc& arc = e->arcs.front();
    radius = radius_of(arc);
    sector = Angle::radians(std::abs(arc.turn.radians()));
    chord = norm(end_of(arc) - arc.start);
  };
  swing(EdgeName::base, n.swing_radius_base, n.sector_base, n.chord_base);
  swing(EdgeName::top, n.swing_radius_top, n.sector_top, n.chord_top);
  n.box = as_laid(b);
  return n;
}

std::vector<Fact> round_numbers(const RoundPart& round, const Blank& b, const std::string& inside) {
  std::vector<Fact> rows;
  if (is_right_cone(round.form)) {
    add_cone(rows, cone_numbers(round.sizes, b), b);
  } else {
    add_rims(rows, b);
  }
  add_pressed_numbers(rows, b);
  add_height(rows, b);
  add_faces(rows, b, inside);
  return rows;
}

std::vector<Fact> round_asked(const Part& part, const RoundPart& round) {
  std::vector<Fact> rows{sheet_fact(part.sheet, true)};
  add_sizes(rows, round, part.seam);
  if (!part.making.pressing.smooth()) rows.push_back({"wall", pressing_text(part.making.pressing)});
  return rows;
}

std::vector<Fact> round_labels(const RoundPart& round, const Blank& b) {
  const Phrase height =
      round.form.untrimmed()
          ? say("height {}", length(round.sizes.height, {"base plane", "top plane", "axis"}))
          : say("overall height {}", length(b.overall_height, {"lowest metal", "highest metal", "axis"}));
  std::vector<Fact> rows;
  for (const auto& [name, text] : {std::pair<const char*, Phrase>{"height", height},
                                   {"base end", end_label(round, EndName::base)},
                                   {"top end", end_label(round, EndName::top)}}) {
    if (!text.empty()) rows.push_back({name, text, RowKind::elsewhere});
  }
  return rows;
}

}  // namespace juggler
