// Cones and cylinders of a job, and what follows from their sizes.
#include <array>

#include "juggler/formed.h"
#include "round_rows.h"
#include "round_sizes.h"

namespace juggler {
namespace {

End read_end(Reader& r, const std::string& name) {
  End end;
  r.flag((name + "point").c_str(), end.pointed);
  r.length((name + "diameter").c_str(), end.diameter);
  r.length((name + "radius").c_str(), end.radius);
  r.length((name + "girth").c_str(), end.girth);
  r.choice((name + "sizes_on").c_str(), face_words, end.sizes_on);
  r.contact((name + "contact").c_str(), end.contact);
  return end;
}

Cone read_cone_sizes(Reader& r) {
  Cone cone;
  cone.base = read_end(r, "base.");
  cone.top = read_end(r, "top.");
  r.length("height", cone.height);
  r.length("slant", cone.slant);
  r.angle("half_angle", cone.half_angle);
  r.angle("included_angle", cone.included_angle);
  r.choice("wider", end_words, cone.wider);
  r.length("agree", cone.agree);
  r.point("top.shift", cone.shift);
  return cone;
}

Cylinder read_cylinder_sizes(Reader& r) {
  Cylinder c;
  c.size = read_end(r, "");
  r.length("height", c.height);
  r.length("short_side", c.short_side);
  r.length("long_side", c.long_side);
  r.angle("uphill", c.uphill);
  r.contact("base.contact", c.base);
  r.contact("top.contact", c.top);
  r.length("agree", c.agree);
  return c;
}

struct Bare {
  RoundShape shape;
  Sheet sheet;
};

std::optional<double> per_radius(std::string_view key) {
  if (key == "radius") return 1;
  if (key == "diameter") return 2;
  if (key == "girth") return two_pi;
  return std::nullopt;
}

bool may_follow(const std::string& key) {
  for (const char* known : {"height", "slant", "half_angle", "included_angle"})
    if (key == known) return true;
  std::string_view size = key;
  for (const std::string_view end : {"base.", "top."})
    if (size.starts_with(end))
      return size.substr(end.size()) == "swing_radius" || per_radius(size.substr(end.size()));
  return per_radius(size).has_value();
}

// In mm or degrees.
std::optional<double> size_of(const Bare& bare, const std::string& key, double& per_unit) {
  const RoundSizes z = solve(bare.shape, bare.sheet);
  const auto degrees = [&](double radians) {
    per_unit = 1;
    return Angle::radians(std::abs(radians)).degrees();
  };
  if (key == "height") return z.height;
  if (z.coaxial() && key == "slant") return z.slant;
  if (z.coaxial() && key == "half_angle") return degrees(z.taper.radians());
  if (z.coaxial() && key == "included_angle") return degrees(2 * z.taper.radians());
  const size_t dot = key.rfind('.');
  if (dot == std::string::npos)
    return z.one_size && per_radius(key) ? std::optional(z.base_radius * *per_radius(key)) : std::nullopt;
  const bool base = key.starts_with("base.");
  if (dot != (base ? 4U : 3U) || (!base && !key.starts_with("top."))) return std::nullopt;
  const std::string last = key.substr(dot + 1);
  if (const auto times = per_radius(last)) return (base ? z.base_radius : z.top_radius) * *times;
  if (last != "swing_radius" || !z.coaxial() || z.taper.radians() == 0) return std::nullopt;
  const Blank blank =
      std::visit([&](const auto& shape) { return make_blank(shape, bare.sheet); }, bare.shape);
  const Edge* rim = edge(blank, base ? EdgeName::base : EdgeName::top);
  const double swing = rim ? radius_of(rim->arcs.front()) : 0;
  return std::isfinite(swing) ? std::optional(swing) : std::nullopt;
}

std::optional<double> derived(const RoundShape& shape, Reader& sheet, Reader& own_sheet,
                              const std::string& source, const std::string& key) {
  Bare bare{shape, {}};
  read_sheet(sheet, source, bare.sheet);
  read_sheet(own_sheet, source, bare.sheet);
  double per_unit = sheet.units().mm;
  const auto size = size_of(bare, key, per_unit);
  return size ? std::optional(*size / per_unit) : std::nullopt;
}

}  // namespace

void read_cone(Reader& r, const std::string&, Part& part) {
  Cone cone = read_cone_sizes(r);
  cone.trims = read_trims(r);
  cone.flanges = read_flanges(r);
  part.asked = cone;
}

void read_cylinder(Reader& r, const std::string&, Part& part) {
  Cylinder c = read_cylinder_sizes(r);
  c.trims = read_trims(r);
  c.flanges = read_flanges(r);
  part.asked = c;
}

std::vector<Part> in_courses(Reader& r, const std::string&, Part shell) {
  if (!r.has("courses")) return {std::move(shell)};
  Courses c;
  if (r.at("courses")) r.count("courses", c.number.emplace());
  if (r.at("courses.number")) r.count("courses.number", c.number.emplace());
  r.lengths("courses.heights", c.heights);
  r.length("courses.plate", c.plate);
  r.length("courses.plate_length", c.plate_length);
  if (r.at("courses.stagger")) r.angle("courses.stagger", c.stagger.emplace());
  constexpr std::array<std::pair<const char*, bool>, 2> words{{{"level", false}, {"inside", true}}};
  r.choice("courses.second", words, c.second_inside);
  r.length("courses.lap", c.lap);
  return courses_of(shell, c);
}

void read_nothing_yet(Reader&, const std::string&, Part&) {}

std::vector<Part> parts_of_elbow(Reader& r, const std::string&, Part like) {
  Elbow e;
  r.length("diameter", e.size.diameter);
  r.length("girth", e.size.girth);
  r.choice("sizes_on", face_words, e.size.sizes_on);
  End end;
  r.length("end_diameter", end.diameter);
  if (end.diameter) e.end_size = end;
  r.length("radius", e.radius);
  r.angle("angle", e.angle);
  if (r.at("segments")) r.count("segments", e.segments.emplace());
  r.length("facet_error", e.facet_error);
  r.length("straight.base", e.straight_base);
  r.length("straight.top", e.straight_top);
  r.contact("contact", e.contact);
  constexpr std::array<std::pair<const char*, MitreJoint>, 4> joints{{{"lapped", MitreJoint::lapped},
                                                                      {"beaded", MitreJoint::beaded},
                                                                      {"riveted", MitreJoint::riveted},
                                                                      {"locked", MitreJoint::locked}}};
  r.length("mitre.lower", e.mitre_lower);
  r.length("mitre.upper", e.mitre_upper);
  std::optional<MitreJoint> joint;
  r.choice("mitre.joint", joints, joint);
  const Entry* named = r.at("mitre.joint");
  if (named && e.mitre_lower == 0 && e.mitre_upper == 0)
    refuse(*named, "is given without sheet for it", name_of(*joint), "say mitre.lower, mitre.upper or both");
  e.mitre_joint = joint.value_or(MitreJoint::lapped);
  constexpr std::array<std::pair<const char*, int>, 3> sides{{{"throat", 0}, {"side", 90}, {"back", 180}}};
  e.seam = like.seam.at;
  std::optional<int> side;
  r.choice("seam.on", sides, side);
  if (side) e.seam = Angle::degrees(*side);
  if (const Entry* at = r.at("seam.at"); at && side)
    refuse(*at, "is given beside seam.on", {}, "leave one of the two out");
  r.angle("seam.alternate", e.alternate);
  r.flag("strip", e.strip);
  return segments_of(e, like);
}

std::optional<double> derived_of_cone(Reader& part, Reader& sheet, Reader& own_sheet,
                                      const std::string& source, const std::string& key) {
  if (!may_follow(key)) return std::nullopt;
  return derived(read_cone_sizes(part), sheet, own_sheet, source, key);
}

std::optional<double> derived_of_cylinder(Reader& part, Reader& sheet, Reader& own_sheet,
                                          const std::string& source, const std::string& key) {
  if (!may_follow(key)) return std::nullopt;
  return derived(read_cylinder_sizes(part), sheet, own_sheet, source, key);
}

}  // namespace juggler
