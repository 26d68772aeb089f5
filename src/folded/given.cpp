// Panels, hoppers, nets and tubes against their sizes as given.
#include <algorithm>
#include <array>
#include <cmath>

#include "folded.h"
#include "proof/given_bodies.h"
#include "round/round.h"
#include "round/round_sizes.h"

namespace juggler {
namespace {

double depth_of(PanelFace face, bool concave_left, double t) {
  switch (face) {
    case PanelFace::left:
      return 0;
    case PanelFace::right:
      return t;
    case PanelFace::middle:
      return t / 2;
    case PanelFace::concave_side:
      return concave_left ? 0 : t;
    default:
      return concave_left ? t : 0;
  }
}

void add_rectangle(std::vector<GivenCorner>& corners, double width, double length, Vec3 centre,
                   double layer) {
  for (const double x : {-0.5, 0.5}) {
    for (const double y : {-0.5, 0.5}) corners.push_back({centre + Vec3{x * width, y * length, 0}, layer});
  }
}

std::vector<GivenCorner> corners_of(const Hopper& h, const Sheet& sheet) {
  std::vector<GivenCorner> corners;
  const auto layer = [&](const RectangleSize& r) {
    return depth_of(r.sizes_on.value_or(sheet.sizes_on.value_or(Face::middle)), *sheet.thickness);
  };
  add_rectangle(corners, *h.base.width, *h.base.length, {}, layer(h.base));
  add_rectangle(corners, *h.top.width, *h.top.length, {h.shift.x, h.shift.y, *h.height}, layer(h.top));
  return corners;
}

std::vector<GivenCorner> corners_of(const Tube& t) {
  const double in = 2 * (*t.wall_thickness - depth_of(t.opened_on, *t.wall_thickness));
  std::vector<GivenCorner> corners;
  for (const double z : {0.0, *t.length})
    add_rectangle(corners, t.side.value_or(t.width.value_or(0)) - in,
                  t.side.value_or(t.depth.value_or(0)) - in, {0, 0, z}, 0);
  return corners;
}

double radius_of(const PolygonSize& size, int sides, double otherwise) {
  const double half = pi / sides;
  if (size.point) return 0;
  if (size.across_flats) return *size.across_flats / 2 / std::cos(half);
  if (size.across_corners) return *size.across_corners / 2;
  return size.side ? *size.side / 2 / std::sin(half) : otherwise;
}

std::vector<GivenCorner> corners_of(const Net& n, const Sheet& sheet) {
  const double layer = depth_of(sheet.sizes_on.value_or(Face::middle), *sheet.thickness);
  std::vector<GivenCorner> corners;
  for (const Vec3 p : n.points) corners.push_back({p, layer});
  if (!n.faces.empty()) return corners;
  const double base = radius_of(n.base, n.sides, 0);
  const double top = radius_of(n.top, n.sides, base);
  for (int i = 0; i < n.sides; ++i) {
    const Vec2 way = direction(n.turn.radians() + (2 * i - 1) * pi / n.sides);
    corners.push_back({{base * way.x, base * way.y, 0}, layer});
    corners.push_back({{n.shift.x + top * way.x, n.shift.y + top * way.y, *n.height}, layer});
  }
  return corners;
}

// (7a): where four walls are parted. Seams are counted in eighths from +x, the odd ones at hips.
class SeamsGiven {
 public:
  /// The base's corners, then the top's, as add_rectangle() has them.
  SeamsGiven(const std::vector<FormedFace>& faces, const std::vector<GivenCorner>& corners)
      : faces_(faces), corners_(corners), size_(norm(corners.back().at - corners.front().at)) {}

  void look(GivenMiss& miss, int eighth) const {
    const double off = eighth % 2 == 0 ? off_middle((eighth + 8) % 8) : bent_at((eighth + 8) % 8);
    miss.look(off, "seam as given");
  }

 private:
  [[nodiscard]] std::array<GivenCorner, 2> hip(int eighth) const {
    const int place = eighth == 5 ? 0 : eighth == 3 ? 1 : eighth == 7 ? 2 : 3;
    return {corners_[static_cast<size_t>(place)], corners_[static_cast<size_t>(place + 4)]};
  }
  [[nodiscard]] bool has(const FormedFace& face, int eighth) const {
    for (const GivenCorner& c : hip(eighth)) {
      if (std::abs(dot(c.at - face.at, face.normal) - c.layer) > within::beside * size_) return false;
    }
    return face.name.find("flange") == std::string::npos;
  }
  // A hip that is a seam is no bend.
  [[nodiscard]] double bent_at(int eighth) const {
    for (const FormedFace& face : faces_) {
      for (const size_t other : face.bent_to) {
        if (has(face, eighth) && has(faces_[other], eighth)) return size_;
      }
    }
    return 0;
  }
  // Of a wall that is parted no face crosses its middle line.
  [[nodiscard]] double off_middle(int eighth) const {
    const auto before = hip((eighth + 7) % 8);
    const auto after = hip((eighth + 1) % 8);
    const Vec3 low = 0.5 * (before[0].at + after[0].at);
    const Vec3 high = 0.5 * (before[1].at + after[1].at);
    double worst = 0;
    for (const FormedFace& face : faces_) {
      if (!has(face, (eighth + 7) % 8) || !has(face, (eighth + 1) % 8)) continue;
      worst = std::max(worst, crossing(face.corners, low, cross(face.normal, high - low)));
    }
    return worst;
  }

  const std::vector<FormedFace>& faces_;
  const std::vector<GivenCorner>& corners_;
  double size_;
};

void look_at_seams(GivenMiss& miss, const std::vector<FormedFace>& faces, const Hopper& h,
                   const std::vector<GivenCorner>& corners) {
  const SeamsGiven seams(faces, corners);
  const int apart = h.pieces == 4 ? 2 : 4;
  for (int i = 0; i < h.pieces; ++i) seams.look(miss, h.seam + i * apart);
}

// (8): the lines of a profile, bend by bend, seen along the run.
class PanelGiven {
 public:
  PanelGiven(const Panel& panel, const std::vector<FormedFace>& faces, const Sheet& sheet)
      : panel_(panel), t_(*sheet.thickness) {
    for (const FormedFace& f : faces)
      (f.name.find(" flange, ") == std::string::npos ? faces_ : flanges_).push_back(f);
    face_ = panel.sizes_on ? *panel.sizes_on : PanelFace::middle;
  }

  GivenMiss result(bool whole) {
    const std::vector<ProfileStep>& steps = panel_.profile;
    if (steps.size() != 2 * faces_.size() - 1) return {};
    for (size_t i = 0; i < steps.size(); ++i) {
      if (steps[i].line.has_value() != (i % 2 == 0)) return {};
    }
    for (size_t i = 0; i < faces_.size(); ++i) look_at_line(i);
    for (size_t i = 0; i + 1 < faces_.size(); ++i) look_at_turn(i);
    for (const PanelFlange& f : panel_.flanges) look_at_flange(f);
    if (whole && (panel_.start || panel_.end)) {
      look_at_mitres();
    } else if (whole && panel_.flanges.size() < 2) {
      look_at_run();
    }
    return miss_;
  }

 private:
  const Vec3 run_{0, 0, 1};
  [[nodiscard]] Vec3 way(size_t i) const { return cross(run_, faces_[i].normal); }
  [[nodiscard]] double extreme(size_t i, double sign) const {
    double most = -HUGE_VAL;
    for (const Vec3 c : faces_[i].corners) most = std::max(most, sign * dot(c, way(i)));
    return sign * most;
  }
  [[nodiscard]] double layer_at(const ProfileStep& step) const { return depth_of(face_, !step.to_right, t_); }

  // Along a face, where its size face meets that of its neighbour beyond a bend.
  [[nodiscard]] double meets(size_t i, size_t other, const ProfileStep& step) const {
    const double layer = layer_at(step);
    const Vec3 a = faces_[i].at + layer * faces_[i].normal;
    const Vec3 b = faces_[other].at + layer * faces_[other].normal;
    return dot(a, way(i)) + dot(b - a, faces_[other].normal) / dot(way(i), faces_[other].normal);
  }
  void look_at_line(size_t i) {
    const std::vector<ProfileStep>& steps = panel_.profile;
    double from = extreme(i, -1);
    double to = extreme(i, 1);
    if (i > 0 && steps[2 * i - 1].bend) from = meets(i, i - 1, steps[2 * i - 1]);
    if (i + 1 < faces_.size() && steps[2 * i + 1].bend) to = meets(i, i + 1, steps[2 * i + 1]);
    miss_.look(std::abs(to - from - *steps[2 * i].line),
               "profile." + std::to_string(2 * i + 1) + " as given");
  }
  void look_at_turn(size_t i) {
    const ProfileStep& step = panel_.profile[2 * i + 1];
    const Angle asked = step.bend ? *step.bend : *step.arc;
    const double turned = std::atan2(dot(cross(way(i), way(i + 1)), run_), dot(way(i), way(i + 1)));
    const double off = std::remainder(turned - (step.to_right ? -1 : 1) * asked.radians(), two_pi);
    const std::string key = "profile." + std::to_string(2 * i + 2);
    miss_.look(std::abs(off) * std::abs(extreme(i, 1) - extreme(i, -1)), key + " as given");
    if (!step.arc) return;
    const double layer = layer_at(step);
    const auto end = [&](size_t k, double sign) {
      const FormedFace& p = faces_[k];
      return p.at + layer * p.normal + (extreme(k, sign) - dot(p.at, way(k))) * way(k);
    };
    const Vec3 chord = end(i + 1, -1) - end(i, 1);
    const double across = norm(chord - dot(chord, run_) * run_);
    miss_.look(std::abs(across - 2 * *step.radius * std::abs(std::sin(asked.radians() / 2))),
               key + " as given");
  }
  // Every corner's middle lies in the plane of one of the ends.
  void look_at_mitres() {
    const auto off = [&](const std::optional<PanelMitre>& m, double height, Vec3 p) {
      const double slope = m ? std::tan(m->angle.radians()) : 0, way = m ? m->towards.radians() : 0;
      return std::abs(p.z - height - slope * (p.x * std::cos(way) + p.y * std::sin(way)));
    };
    for (const FormedFace& f : faces_) {
      for (const Vec3 c : f.corners) {
        const Vec3 middle = c + t_ / 2 * f.normal;
        miss_.look(std::min(off(panel_.start, 0, middle), off(panel_.end, *panel_.run, middle)),
                   "mitres as given");
      }
    }
  }
  // On every leg: the angle turned, where the size faces of leg and flange meet, and how far that is from the
  // free edge. (8a)
  void look_at_flange(const PanelFlange& f) {
    const std::string name = f.at_end ? "run end flange, " : "run start flange, ";
    const double layer = depth_of(face_, !f.to_right, t_);
    for (const FormedFace& leg : faces_) {
      const auto own = std::find_if(flanges_.begin(), flanges_.end(),
                                    [&](const FormedFace& o) { return o.name == name + leg.name; });
      if (own == flanges_.end()) {
        miss_.look(HUGE_VAL, f.key + " as given");
        continue;
      }
      const Vec3 out = f.at_end ? run_ : Vec3{} - run_;
      const Vec3 towards = f.to_right ? leg.normal : Vec3{} - leg.normal;
      const double turned = f.turned.radians();
      const Vec3 way = std::cos(turned) * out + std::sin(turned) * towards;
      const Vec3 a = leg.at + layer * leg.normal, b = own->at + layer * own->normal;
      miss_.look(std::abs(dot(way, own->normal)) * *f.width, f.key + ".angle as given");
      const Vec3 meet = a + dot(b - a, own->normal) / dot(out, own->normal) * out;
      miss_.look(std::abs(dot(meet, run_) - (f.at_end ? *panel_.run : 0)), "run as given");
      double most = 0;
      for (const Vec3 c : own->corners) most = std::max(most, dot(c + layer * own->normal - meet, way));
      miss_.look(std::abs(most - *f.width), f.key + ".width as given");
    }
  }
  // Where an end has a flange that says it.
  void look_at_run() {
    double low = HUGE_VAL;
    double high = -HUGE_VAL;
    for (const PanelFlange& f : panel_.flanges) {
      low = f.at_end ? low : 0;
      high = f.at_end ? *panel_.run : high;
    }
    for (const FormedFace& p : faces_) {
      for (const Vec3 c : p.corners) {
        low = std::min(low, dot(c, run_));
        high = std::max(high, dot(c, run_));
      }
    }
    miss_.look(std::abs(high - low - *panel_.run), "run as given");
  }

  const Panel& panel_;
  std::vector<FormedFace> faces_, flanges_;
  double t_;
  PanelFace face_ = PanelFace::middle;
  GivenMiss miss_;
};

}  // namespace

GivenMiss miss_of_given(const std::vector<FormedFace>& faces, const Panel& panel, const Sheet& sheet,
                        bool whole) {
  return PanelGiven(panel, faces, sheet).result(whole);
}

GivenMiss miss_of_given(std::vector<FormedFace> faces, const Hopper& h, const Sheet& sheet, Hand hand) {
  mirror_back(faces, hand);
  GivenMiss miss;
  const std::vector<GivenCorner> corners = corners_of(h, sheet);
  look_at_corners(miss, faces, corners, false);
  look_at_seams(miss, faces, h, corners);
  return miss;
}

namespace {

// Which of the given corners a face has by its name: walls count round from `turn`.
std::vector<size_t> corners_of_face(const Net& n, const std::string& name) {
  std::vector<size_t> own;
  int called_so = 0;
  for (const NetFace& face : n.faces) {
    if (face.name != name) continue;
    ++called_so;
    for (const int point : face.points) own.push_back(static_cast<size_t>(point));
  }
  if (called_so > 1) return {};  // no name of one face
  const auto sides = static_cast<size_t>(n.sides);
  for (size_t i = 0; n.faces.empty() && i < sides; ++i) {
    const size_t next = (i + 1) % sides;
    if (name == "wall " + std::to_string(i + 1)) own = {2 * i, 2 * i + 1, 2 * next, 2 * next + 1};
    if (n.trims.empty() && name == "base") own.push_back(2 * i);
    if (n.trims.empty() && name == "top") own.push_back(2 * i + 1);
  }
  return own;
}

}  // namespace

GivenMiss miss_of_given(std::vector<FormedFace> faces, const Net& n, const Sheet& sheet, Hand hand) {
  mirror_back(faces, hand);
  GivenMiss miss;
  const std::vector<GivenCorner> corners = corners_of(n, sheet);
  look_at_corners(miss, faces, corners, !n.trims.empty());
  for (const FormedFace& face : faces) {
    for (const size_t i : corners_of_face(n, face.name))
      miss.look(std::abs(dot(corners[i].at - face.at, face.normal) - corners[i].layer),
                "place of " + face.name + " as given");
  }
  return miss;
}

GivenMiss miss_of_given(std::vector<FormedFace> faces, const Tube& t, Hand hand) {
  mirror_back(faces, hand);
  GivenMiss miss;
  const std::vector<GivenCorner> corners = corners_of(t);
  look_at_corners(miss, faces, corners, !t.trims.empty());
  SeamsGiven(faces, corners).look(miss, t.opened_at);
  return miss;
}

GivenMiss miss_of_given(WallProof wall, const Tube& t, const Seam& seam, Hand hand) {
  Cylinder face{
      .size = Diameter::mm(*t.diameter - 2 * (*t.wall_thickness - depth_of(t.opened_on, *t.wall_thickness))),
      .height = t.length,
      .trims = t.trims};
  return miss_of_given(std::move(wall), RoundShape(face), {.thickness = 0}, seam, hand);
}

}  // namespace juggler
