// Whether a folded body runs through itself.
#include <algorithm>
#include <array>

#include "juggler/form.h"
#include "mould.h"
#include "triangles.h"

namespace juggler {
namespace {

// A stretch of a body: a face, or a chord of a bent zone.
struct Metal {
  int face = -1, zone = -1;
  int chord = 0;
  bool last = false;                            // of its zone's chords
  std::vector<Vec3> inside = {}, outside = {};  // the same places on both faces, in order
};

std::vector<Metal> metal_of(const Body& body) {
  std::vector<Metal> all;
  for (size_t i = 0; i < body.faces.size(); ++i) {
    const BodyFace& p = body.faces[i];
    Metal s{static_cast<int>(i)};
    for (const Vec2 c : p.corners) {
      s.inside.push_back(p.at(c));
      s.outside.push_back(p.at(c) + body.thickness * p.normal);
    }
    if (s.inside.size() >= 3) all.push_back(std::move(s));
  }
  for (size_t i = 0; i < body.zones.size(); ++i) {
    const BendZone& zone = body.zones[i];
    const double turn = std::abs(zone.angle.radians());
    constexpr double step = pi / 24;
    const int chords = std::max(1, static_cast<int>(std::ceil(turn / step)));
    for (int k = 0; k < chords && turn > 0; ++k) {
      Metal s{-1, static_cast<int>(i), k, k + 1 == chords};
      const double from = turn * k / chords;
      const double to = turn * (k + 1) / chords;
      const auto at = [&](double phi, const ZoneCut& end, double layer) {
        return zone_point(body, zone, phi, end(phi), layer);
      };
      const auto face = [&](double layer) {
        return std::vector<Vec3>{at(from, zone.low, layer), at(from, zone.high, layer),
                                 at(to, zone.high, layer), at(to, zone.low, layer)};
      };
      s.inside = face(0);
      s.outside = face(body.thickness);
      all.push_back(std::move(s));
    }
  }
  return all;
}

// A profile that ends in an arc has a face of no width there, without a name.
std::string face_name(const Body& body, int face) {
  const std::string& name = body.faces[static_cast<size_t>(face)].name;
  return name.empty() ? "the profile's end" : name;
}

bool is_flange(const Body& body, const Metal& s) {
  const int face = s.face >= 0 ? s.face : body.zones[static_cast<size_t>(s.zone)].face_b;
  return body.faces[static_cast<size_t>(face)].flange;
}

std::string name_of(const Body& body, const Metal& s) {
  if (s.face >= 0) return face_name(body, s.face);
  const BendZone& zone = body.zones[static_cast<size_t>(s.zone)];
  return std::string(zone.rolled ? "the arc" : "the bend") + " between " + face_name(body, zone.face_a) +
         " and " + face_name(body, zone.face_b);
}

[[noreturn]] void refuse_through(const Body& body, const Metal& a, const Metal& b) {
  const bool panel = body.lie == Lie::profile;
  const std::string both = name_of(body, a) + " and " + name_of(body, b);
  if (panel && (is_flange(body, a) || is_flange(body, b)))
    throw Refusal({.reason = "makes flanges that run through others: " + both,
                   .key = "flange",
                   .allowed = "metal that stays clear of itself",
                   .advice = "make them narrower, or fold them to the other side"});
  throw Refusal({.reason = "makes a part that runs through itself: " + both,
                 .key = panel ? "profile" : "height",
                 .allowed = "metal that stays clear of itself",
                 .advice = panel ? "change the lengths or angles between them"
                                 : "change the sizes, or make the flanges narrower"});
}

// Whether two touch by what they are: a bend and its faces, the plates of a bend, the ends of an arc and
// the plates there.
bool are_neighbours(const Body& body, const Metal& a, const Metal& b) {
  const auto bend = [&](const BendZone& s) { return std::abs(s.angle.degrees()) < 180; };
  if (a.face >= 0 && b.face >= 0) {
    return std::any_of(body.zones.begin(), body.zones.end(), [&](const BendZone& s) {
      return bend(s) &&
             ((s.face_a == a.face && s.face_b == b.face) || (s.face_a == b.face && s.face_b == a.face));
    });
  }
  // An arc comes upon itself after a whole turn only.
  if (a.zone >= 0 && b.zone >= 0) return a.zone == b.zone;
  const int face = std::max(a.face, b.face);
  const Metal& bent = a.zone >= 0 ? a : b;
  const BendZone& s = body.zones[static_cast<size_t>(bent.zone)];
  return (s.face_a == face && (bend(s) || bent.chord == 0)) || (s.face_b == face && (bend(s) || bent.last));
}

// A panel seen along its run: its metal, thick as it is.
Polygon section_of(const Metal& s) {
  // The two places of a face that lie farthest apart: its edges run along the run.
  const auto ends = [](const std::vector<Vec3>& face) {
    std::pair<Vec2, Vec2> best{};
    for (const Vec3 p : face) {
      for (const Vec3 q : face) {
        const Vec2 a{p.x, p.y};
        const Vec2 b{q.x, q.y};
        if (norm(b - a) >= norm(best.second - best.first)) best = {a, b};
      }
    }
    return best;
  };
  const auto [a, b] = ends(s.inside);
  auto [c, d] = ends(s.outside);
  if (norm(c - a) + norm(d - b) > norm(d - a) + norm(c - b)) std::swap(c, d);
  const Polygon p{a, b, d, c};
  return cross(b - a, d - a) + cross(d - a, c - a) < 0 ? Polygon{c, d, b, a} : p;
}

void check_section(const Body& body, const std::vector<Metal>& all) {
  std::vector<Polygon> sections;
  for (const Metal& s : all) sections.push_back(section_of(s));
  const double near = within::beside * body.size;
  for (size_t i = 0; i < all.size(); ++i) {
    for (size_t k = i + 1; k < all.size(); ++k) {
      const auto is_point = [&](const Polygon& p) {
        return std::max(norm(p[1] - p[0]), norm(p[2] - p[0])) < near;
      };
      const bool points = is_point(sections[i]) || is_point(sections[k]);  // sharp bends of no thickness
      if (points || are_neighbours(body, all[i], all[k])) continue;
      if (depth_of_overlap(sections[i], sections[k]) > near) refuse_through(body, all[i], all[k]);
    }
  }
}

// A layer of a stretch, in triangles: 0 its inside face, 1 its outside.
std::vector<Triangle> triangles_of(const Metal& s, double layer) {
  std::vector<Triangle> all;
  const auto at = [&](size_t i) { return (1 - layer) * s.inside[i] + layer * s.outside[i]; };
  for (size_t i = 1; i + 1 < s.inside.size(); ++i) all.emplace_back(at(0), at(i), at(i + 1), 0);
  return all;
}

bool cut_through(const std::vector<Triangle>& a, const std::vector<Triangle>& b) {
  return std::any_of(a.begin(), a.end(), [&](const Triangle& one) {
    return std::any_of(b.begin(), b.end(), [&](const Triangle& other) { return cut_through(one, other); });
  });
}

// Where several flats meet in a corner a layer of one may pass that of another by less than the thickness:
// what runs through another does so on every layer.
void check_layers(const Body& body, const std::vector<Metal>& all) {
  constexpr std::array layers{0.0, 0.5, 1.0};
  std::vector<std::array<std::vector<Triangle>, layers.size()>> of;
  for (const Metal& s : all) {
    of.emplace_back();
    for (size_t k = 0; k < layers.size(); ++k) of.back()[k] = triangles_of(s, layers[k]);
  }
  for (size_t i = 0; i < all.size(); ++i) {
    for (size_t j = i + 1; j < all.size(); ++j) {
      bool through = true;
      for (size_t k = 0; k < layers.size(); ++k) through = through && cut_through(of[i][k], of[j][k]);
      if (through && !are_neighbours(body, all[i], all[j])) refuse_through(body, all[i], all[j]);
    }
  }
}

// Flanges that lie in one plane do not pass through each other, but may lie over each other.
void check_flanges(const Body& body, const std::vector<Metal>& all) {
  const double near = within::beside * body.size;
  const auto in_plane = [](const Metal& s, const BodyFace& of) {
    Polygon p;
    for (const Vec3 q : s.inside) p.push_back({dot(q - of.origin, of.x), dot(q - of.origin, of.y)});
    return p;
  };
  for (size_t i = 0; i < all.size(); ++i) {
    for (size_t k = i + 1; k < all.size(); ++k) {
      if (all[i].face < 0 || all[k].face < 0 || !is_flange(body, all[i]) || !is_flange(body, all[k]))
        continue;
      const BodyFace& a = body.faces[static_cast<size_t>(all[i].face)];
      const BodyFace& b = body.faces[static_cast<size_t>(all[k].face)];
      const bool one_way = dot(a.normal, b.normal) > 0;
      const double apart = std::abs(dot(b.origin - a.origin, a.normal) - (one_way ? 0 : body.thickness));
      if (norm(cross(a.normal, b.normal)) > within::beside || apart > std::max(near, body.thickness - near))
        continue;
      Polygon other = in_plane(all[k], a);
      if (!one_way) std::reverse(other.begin(), other.end());
      if (depth_of_overlap(in_plane(all[i], a), other) > near) refuse_through(body, all[i], all[k]);
    }
  }
}

}  // namespace

void check_clear(const Body& body) {
  const std::vector<Metal> all = metal_of(body);
  check_flanges(body, all);
  if (body.lie != Lie::profile) return check_layers(body, all);
  std::vector<Metal> profile;
  for (const Metal& m : all) {
    if (!is_flange(body, m)) profile.push_back(m);
  }
  check_section(body, profile);
  if (profile.size() < all.size()) check_layers(body, all);
}

}  // namespace juggler
