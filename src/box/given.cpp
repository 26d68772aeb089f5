// A box formed again, against its sizes as given. docs/maths/box.md (8)-(11).
#include <algorithm>
#include <cmath>

#include "box.h"
#include "proof/given_bodies.h"

namespace juggler {
namespace {

constexpr int no_face = -1;

class BoxGiven {
 public:
  BoxGiven(const std::vector<FormedFace>& faces, const Box& box, const Sheet& sheet)
      : faces_(faces),
        box_(box),
        t_(*sheet.thickness),
        layer_(depth_of(sheet.sizes_on.value_or(Face::middle), t_)) {}

  GivenMiss result() {
    for (const FormedFace& f : faces_) look_at_place(f);
    for (size_t i = 0; i < faces_.size(); ++i) {
      if (wall_of(i) >= 0) look_at_wall(i);
      if (starts(faces_[i], "tab")) look_at_tab(i);
    }
    std::array<size_t, 4> edge{};
    for (size_t i = 0; i < faces_.size(); ++i) {
      if (wall_of(i) >= 0) edge[static_cast<size_t>(wall_of(i))] = i;
    }
    for (const BoxReturn& r : box_.returns) look_at_return(r, edge);
    for (const Width& w : widths_) look_at_width(w);
    return miss_;
  }

 private:
  static bool starts(const FormedFace& f, const char* word) { return f.name.rfind(word, 0) == 0; }
  [[nodiscard]] Vec3 on_layer(const FormedFace& f, Vec3 p) const { return p + layer_ * f.normal; }

  // (8): by which way it faces.
  [[nodiscard]] int wall_of(size_t i) const {
    if (!starts(faces_[i], "wall")) return no_face;
    const Vec3 n = faces_[i].normal;
    if (std::abs(n.x) > std::abs(n.y)) return n.x > 0 ? 0 : 2;
    return n.y > 0 ? 1 : 3;
  }
  [[nodiscard]] const BoxWall& wall(int w) const { return box_.walls[static_cast<size_t>(w)]; }
  [[nodiscard]] double height(int w) const { return wall(w).height.value_or(*box_.height); }

  void look_at_place(const FormedFace& f) {
    if (f.name == "floor") miss_.look(std::abs(on_layer(f, f.at).z), "floor as given");
    if (starts(f, "lid"))
      for (const Vec3 c : f.corners) miss_.look(std::abs(on_layer(f, c).z - *box_.height), "height as given");
  }

  // How far out a wall's size face lies at the floor, and how far farther out for each mm up.
  void look_at_wall(size_t i) {
    const FormedFace& f = faces_[i];
    const int w = wall_of(i);
    const Vec3 n = f.normal;
    const double out = w % 2 == 0 ? std::copysign(1.0, n.x) * n.x : std::copysign(1.0, n.y) * n.y;
    const double at_floor = (dot(f.at, n) + layer_) / out;
    miss_.look(std::abs(at_floor - (w % 2 == 0 ? *box_.width : *box_.length) / 2),
               w % 2 == 0 ? "width as given" : "length as given");
    const double high = height(w);
    miss_.look(high * std::abs(-n.z / out - std::tan(wall(w).lean.radians())), "lean as given");
    if (!returned(w) && !at_lid(w)) look_at_rim(f, w);
  }
  [[nodiscard]] bool returned(int w) const {
    return std::any_of(box_.returns.begin(), box_.returns.end(),
                       [&](const BoxReturn& r) { return r.on[static_cast<size_t>(w)]; });
  }
  [[nodiscard]] bool at_lid(int) const {
    return std::any_of(box_.lid.begin(), box_.lid.end(), [](bool lid) { return lid; });
  }
  // (9): the two corners that lie highest, each at the height that its side of the box asks.
  void look_at_rim(const FormedFace& f, int w) {
    const bool sloping = wall(w).sloping;
    double most = -HUGE_VAL;
    const Vec3 run = cross({0, 0, 1}, f.normal);  // as the wall runs
    const double first = height((w + 3) % 4), last = height((w + 1) % 4);
    for (const Vec3 c : f.corners) {
      const Vec3 p = on_layer(f, c);
      double asked = height(w);
      if (sloping) {
        // Along the line between the sharp corners of the rim.
        const auto [from, to] = std::pair{sharp(w, (w + 3) % 4, first), sharp(w, (w + 1) % 4, last)};
        const double share = dot(p - from, run) / dot(to - from, run);
        asked = from.z + share * (to.z - from.z);
      }
      most = std::max(most, p.z - asked);
    }
    miss_.look(std::abs(most), "height as given");
  }
  [[nodiscard]] Vec3 sharp(int w, int other, double z) const {
    Vec3 p{0, 0, z};
    for (const int of : {w, other}) {
      const double out =
          (of % 2 == 0 ? *box_.width : *box_.length) / 2 + z * std::tan(wall(of).lean.radians());
      (of % 2 == 0 ? p.x : p.y) = of < 2 ? out : -out;
    }
    return p;
  }

  // The distance of points on the size face of one face from the line in which it meets that of another.
  [[nodiscard]] double beyond(const FormedFace& f, const FormedFace& from) const {
    const double sine = norm(cross(f.normal, from.normal));
    double most = 0;
    for (const Vec3 c : f.corners)
      most = std::max(most, std::abs(dot(on_layer(f, c) - on_layer(from, from.at), from.normal)) / sine);
    return most;
  }

  // (10): a tab lies against the wall beside its own, as wide as asked.
  void look_at_tab(size_t i) {
    const FormedFace& f = faces_[i];
    for (size_t k = 0; k < faces_.size(); ++k) {
      if (wall_of(k) < 0 || dot(faces_[k].normal, f.normal) < 1 - within::beside) continue;
      const double off = dot(f.at - faces_[k].at, f.normal);
      const double against = (box_.tabs_outside ? 1 : -1) * (t_ + box_.tab_clearance);
      miss_.look(std::abs(off - against), "corner.clearance as given");
    }
    for (const size_t k : f.bent_to)
      miss_.look(std::abs(beyond(f, faces_[k]) - *box_.tab), "corner.tab as given");
  }

  // (11): the face bent to what stood at the rim so far, its width and how far it turns.
  void look_at_return(const BoxReturn& r, std::array<size_t, 4>& edge) {
    for (size_t w = 0; w < 4; ++w) {
      if (!r.on[w]) continue;
      const FormedFace& below = faces_[edge[w]];
      std::optional<size_t> found;
      for (const size_t k : below.bent_to) {
        if (faces_[k].name.find("return") != std::string::npos && !used(k)) found = k;
      }
      if (!found) {
        miss_.look(*box_.width, r.key + " as given");
        continue;
      }
      used_.push_back(*found);
      const FormedFace& f = faces_[*found];
      const double turned = std::acos(std::clamp(dot(f.normal, below.normal), -1.0, 1.0));
      miss_.look(*r.width * std::abs(turned - r.turned.radians()), r.key + ".angle as given");
      widths_.push_back({*found, edge[w], r});
      look_at_side(r, f, below);
      edge[w] = *found;
    }
  }
  struct Width {
    size_t face, below;
    const BoxReturn& asked;
  };
  // To its free edge, or to the line in which it meets what is bent from it.
  void look_at_width(const Width& w) {
    const FormedFace& f = faces_[w.face];
    const FormedFace& below = faces_[w.below];
    double width = beyond(f, below);
    for (const size_t k : f.bent_to) {
      if (k == w.below) continue;
      const FormedFace& next = faces_[k];
      const Vec3 run = cross(f.normal, next.normal), across = cross(next.normal, run);
      const Vec3 p = on_layer(next, next.at);
      const Vec3 q = p - dot(p - on_layer(f, f.at), f.normal) / dot(across, f.normal) * across;
      width =
          std::abs(dot(q - on_layer(below, below.at), below.normal)) / norm(cross(f.normal, below.normal));
    }
    miss_.look(std::abs(width - *w.asked.width), w.asked.key + ".width as given");
  }
  // Inwards it lies on the inside of what it is bent from.
  void look_at_side(const BoxReturn& r, const FormedFace& f, const FormedFace& below) {
    double most = 0;
    for (const Vec3 c : f.corners) {
      const double off = dot(on_layer(f, c) - on_layer(below, below.at), below.normal);
      if (std::abs(off) > std::abs(most)) most = off;
    }
    if ((most > 0) != r.outwards) miss_.look(*r.width, r.key + ".to as given");
  }
  [[nodiscard]] bool used(size_t k) const { return std::find(used_.begin(), used_.end(), k) != used_.end(); }

  const std::vector<FormedFace>& faces_;
  const Box& box_;
  double t_, layer_;
  std::vector<size_t> used_;
  std::vector<Width> widths_;
  GivenMiss miss_;
};

}  // namespace

GivenMiss miss_of_given(std::vector<FormedFace> faces, const Box& box, const Sheet& sheet, Hand hand) {
  mirror_back(faces, hand);
  return BoxGiven(faces, box, sheet).result();
}

}  // namespace juggler
