// Bodies of flat faces: which edges are bent, and the body that this makes. docs/maths/folded.md (41).
#include <algorithm>

#include "bodies.h"
#include "develop/net.h"
#include "form/mirror.h"
#include "form/mould.h"
#include "part/trims.h"

namespace juggler {
namespace {

class NetMould {
 public:
  NetMould(const Net& net, const Sheet& sheet, double gap)
      : net_(net), gap_(gap), whole_(polyhedron_of(net)) {
    mould_.thickness = *sheet.thickness;
    mould_.layer = layer_of(sheet.sizes_on.value_or(Face::middle), *sheet.thickness);
    mould_.bend = net.bend;
    for (const std::string& name : net.open) (void)face_named(name, "open");
    for (const NetFace& f : whole_.faces) {
      if (std::find(net.open.begin(), net.open.end(), f.name) == net.open.end()) kept_.faces.push_back(f);
    }
    kept_.points = whole_.points;
    if (kept_.faces.empty()) refuse("open", "leaves no face");
    hinges_ = hinges_of(kept_);
  }

  Body make() {
    for (const NetFace& f : kept_.faces) add_sharp_face(f);
    return bent_body(choose_bends(kept_, hinges_, rules(), [&](const std::vector<bool>& bent) {
      const Body body = bent_body(bent);
      const std::vector<Laid> pieces = lay_out(body);
      return std::none_of(pieces.begin(), pieces.end(),
                          [&](const Laid& p) { return overlap_of(body, p).has_value(); });
    }));
  }

 private:
  int face_named(const std::string& name, const char* key) const {
    std::string known;
    for (size_t i = 0; i < whole_.faces.size(); ++i) {
      if (whole_.faces[i].name == name) return static_cast<int>(i);
      if (known.size() < 200) known += (known.empty() ? "" : ", ") + whole_.faces[i].name;
    }
    refuse(key, "names no face of this body", "\"" + name + "\"", known);
  }

  static std::string trimmed(const std::string& text) {
    const size_t from = text.find_first_not_of(' ');
    return from == std::string::npos ? "" : text.substr(from, text.find_last_not_of(' ') - from + 1);
  }

  size_t hinge_named(const std::string& pair, const char* key) const {
    const size_t slash = pair.find('/');
    if (slash == std::string::npos)
      refuse(key, "names no edge", "\"" + pair + "\"", "two faces, as \"base / wall 1\"");
    const std::string one = trimmed(pair.substr(0, slash));
    const std::string other = trimmed(pair.substr(slash + 1));
    (void)face_named(one, key);
    (void)face_named(other, key);
    for (size_t i = 0; i < hinges_.size(); ++i) {
      const std::string& a = name(hinges_[i].face_a);
      const std::string& b = name(hinges_[i].face_b);
      if ((a == one && b == other) || (a == other && b == one)) return i;
    }
    refuse(key, "names two faces that share no edge, or of which one is left open", "\"" + pair + "\"");
  }
  const std::string& name(int face) const { return kept_.faces[static_cast<size_t>(face)].name; }

  std::vector<HingeRule> rules() const {
    std::vector<HingeRule> rules(hinges_.size(), net_.bends.empty() ? HingeRule::chosen : HingeRule::joint);
    for (const std::string& pair : net_.joints) rules[hinge_named(pair, "joints")] = HingeRule::joint;
    std::vector<std::pair<int, int>> bent;
    for (size_t i = 0; i < hinges_.size(); ++i) {  // faces in one plane stay together
      const Hinge& h = hinges_[i];
      const auto normal = [&](int f) { return normal_of(kept_, kept_.faces[static_cast<size_t>(f)]); };
      const bool level = norm(cross(normal(h.face_a), normal(h.face_b))) < within::same &&
                         dot(normal(h.face_a), normal(h.face_b)) > 0;
      if (rules[i] != HingeRule::chosen || !level || !path(bent, h.face_a, h.face_b).empty()) continue;
      rules[i] = HingeRule::bent;
      bent.push_back({h.face_a, h.face_b});
    }
    for (const std::string& pair : net_.bends) {
      const size_t i = hinge_named(pair, "bends");
      if (rules[i] == HingeRule::bent) continue;
      rules[i] = HingeRule::bent;
      const std::vector<int> way = path(bent, hinges_[i].face_a, hinges_[i].face_b);
      if (!way.empty()) refuse_loop(way);
      bent.push_back({hinges_[i].face_a, hinges_[i].face_b});
    }
    return rules;
  }

  // The faces from one to another over what is bent; empty where there is no way.
  static std::vector<int> path(const std::vector<std::pair<int, int>>& bent, int from, int to) {
    std::vector<std::vector<int>> ways{{from}};
    std::vector<int> seen{from};
    for (size_t i = 0; i < ways.size(); ++i) {
      const int at = ways[i].back();
      if (at == to) return ways[i];
      for (const auto& [a, b] : bent) {
        const int next = a == at ? b : b == at ? a : -1;
        if (next < 0 || std::find(seen.begin(), seen.end(), next) != seen.end()) continue;
        seen.push_back(next);
        ways.push_back(ways[i]);
        ways.back().push_back(next);
      }
    }
    return {};
  }

  [[noreturn]] void refuse_loop(const std::vector<int>& way) const {
    std::string loop;
    for (const int face : way) loop += name(face) + " / ";
    loop += name(way.front());
    refuse("bends", "closes a loop, which no flat can be bent round", loop, {},
           "leave one of the bends of this loop out");
  }

  Body bent_body(const std::vector<bool>& bent) {
    for (size_t i = 0; i < hinges_.size(); ++i) join(hinges_[i], bent[i]);
    Body body = body_of(mould_);
    body.bend = net_.bend;
    body.relief = net_.relief;
    body.relief_size = net_.relief_size;
    return body;
  }

  void add_sharp_face(const NetFace& face) {
    SharpFace f;
    f.name = face.name;
    for (size_t i = 0; i < face.points.size(); ++i) f.corners.push_back(point_of(kept_, face, i));
    f.normal = normal_of(kept_, face);
    for (size_t i = 0; i < face.points.size(); ++i) f.sides.push_back(free_side(face, i));
    mould_.sharp_faces.push_back(std::move(f));
  }

  // A side whose neighbour is left open ends in that face's plane.
  SharpSide free_side(const NetFace& face, size_t i) const {
    const int from = face.points[i];
    const int to = face.points[(i + 1) % face.points.size()];
    for (const NetFace& other : whole_.faces) {
      for (size_t k = 0; k < other.points.size(); ++k) {
        if (other.points[k] != to || other.points[(k + 1) % other.points.size()] != from) continue;
        const Vec3 n = normal_of(whole_, other);
        return {SideKind::free, -1, -1, other.name, {n, dot(n, point_of(whole_, other, k))}, mould_.layer};
      }
    }
    // No face lies beyond: the edge ends square to the sheet.
    const Vec3 run = point_of(kept_, face, i + 1) - point_of(kept_, face, i);
    const Vec3 out = cross(1 / norm(run) * run, normal_of(kept_, face));
    return {SideKind::free, -1, -1, "edge of " + face.name, {out, dot(out, point_of(kept_, face, i))},
            mould_.layer};
  }

  void join(const Hinge& h, bool bent) {
    SharpSide& a = mould_.sharp_faces[static_cast<size_t>(h.face_a)].sides[static_cast<size_t>(h.side_a)];
    SharpSide& b = mould_.sharp_faces[static_cast<size_t>(h.face_b)].sides[static_cast<size_t>(h.side_b)];
    a = b = {bent ? SideKind::bend : SideKind::joint};
    a.sharp_face = h.face_b;
    a.side = h.side_b;
    b.sharp_face = h.face_a;
    b.side = h.side_a;
    a.name = b.name = name(h.face_a) + " / " + name(h.face_b);
    if (bent) return;
    a.inset = b.inset = gap_ / 2;
    const auto& sharp_faces = mould_.sharp_faces;
    const Vec3 na = sharp_faces[static_cast<size_t>(h.face_a)].normal;
    const Vec3 nb = sharp_faces[static_cast<size_t>(h.face_b)].normal;
    const auto& corners = sharp_faces[static_cast<size_t>(h.face_a)].corners;
    const auto k = static_cast<size_t>(h.side_a);
    const bool concave_inside =
        dot(cross(na, nb), corners[(k + 1) % corners.size()] - corners[k]) > within::same * h.length;
    if (net_.hip_joint == HipJoint::lapped && mould_.thickness > 0 && concave_inside) a.lapped = true;
  }

  const Net& net_;
  double gap_;
  Polyhedron whole_;
  Polyhedron kept_;
  std::vector<Hinge> hinges_;
  Mould mould_;
};

}  // namespace

Body body_of(const Net& net, const Sheet& sheet, double gap, Hand hand) {
  check(sheet, {}, {});
  if (!sheet.sizes_on && *sheet.thickness > 0)
    refuse("sheet.sizes_on", "is missing", {}, "inside, middle or outside",
           "say on which face the sizes are measured");
  Net known = net;
  known.trims = numbered(known.trims);
  return as_made(NetMould(known, sheet, gap).make(), hand);
}

}  // namespace juggler
