// A box as a mould: a floor, four walls, and what is folded over at their rims. docs/maths/box.md.
#include "box.h"

#include <algorithm>
#include <array>

#include "folded/bodies.h"
#include "folded/folded.h"
#include "form/bends.h"
#include "form/mirror.h"
#include "form/mould.h"
#include "measure/facts.h"
#include "part/place.h"

namespace juggler {
namespace {

constexpr int wall_count = 4;
int next_wall(int wall) { return (wall + 1) % wall_count; }
int wall_before(int wall) { return (wall + wall_count - 1) % wall_count; }

Vec3 level_of(int wall) {
  constexpr std::array<Vec3, 4> ways{Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{-1, 0, 0}, Vec3{0, -1, 0}};
  return ways[static_cast<size_t>(wall)];
}

// One of the two corners of a wall: its own edge there, and the wall that it meets.
struct Corner {
  int wall = 0, other = 0;
  bool last = false;  // where the wall ends, as it runs
  int eighth = 0;
};
Corner corner_at(int wall, bool last) {
  return {wall, last ? next_wall(wall) : wall_before(wall), last, 2 * wall + (last ? 1 : -1)};
}

class Maker {
 public:
  Maker(const Box& box, const Sheet& sheet, double gap, Hand hand) : box_(box), gap_(gap), hand_(hand) {
    mould_.thickness = *sheet.thickness;
    mould_.layer = layer_of(sheet.sizes_on.value_or(Face::middle), *sheet.thickness);
    mould_.bend = box.bend;
  }

  Mould make() {
    mould_.sharp_faces.resize(1 + wall_count);
    add_floor();
    for (int w = 0; w < wall_count; ++w) add_wall(w);
    join_corners();
    add_tabs();
    add_lids();
    add_returns();
    return std::move(mould_);
  }

 private:
  [[nodiscard]] static int face_of(int wall) { return 1 + wall; }
  [[nodiscard]] SharpFace& face(int i) { return mould_.sharp_faces[static_cast<size_t>(i)]; }
  [[nodiscard]] const BoxWall& wall(int w) const { return box_.walls[static_cast<size_t>(w)]; }
  [[nodiscard]] std::string named(const char* what, int eighth) const {
    const int e = ((eighth % 8) + 8) % 8;
    return std::string(what) + " " + name_of_eighth(hand_ == Hand::opposite ? (8 - e) % 8 : e);
  }
  [[nodiscard]] bool has_tabs(int w) const {
    return box_.corner == BoxCorner::tabs && (box_.corner_walls == BoxWalls::x) == (w % 2 == 0);
  }

  // (1)
  [[nodiscard]] Vec3 normal_of(int w) const {
    const double lean = wall(w).lean.radians();
    return std::cos(lean) * level_of(w) - Vec3{0, 0, std::sin(lean)};
  }
  [[nodiscard]] double out_at(int w, double z) const {
    return (w % 2 == 0 ? *box_.width : *box_.length) / 2 + z * std::tan(wall(w).lean.radians());
  }
  // (2): at a height on a wall, where the plane of the other one, moved outwards, meets it.
  [[nodiscard]] Vec3 edge(const Corner& c, double z, double moved = 0) const {
    const double others = out_at(c.other, z) + moved / std::cos(wall(c.other).lean.radians());
    return out_at(c.wall, z) * level_of(c.wall) + others * level_of(c.other) + Vec3{0, 0, z};
  }
  [[nodiscard]] double rim(const Corner& c) const {
    const RimHeights heights = rim_of(box_, c.wall);
    return c.last ? heights.last : heights.first;
  }
  // Of the wall's edge where it is moved: on the line between the sharp corners of its rim.
  [[nodiscard]] double own_rim(const Corner& c) const {
    const double out = moved(c);
    if (out == 0) return rim(c);
    const Corner last = corner_at(c.wall, true), first = corner_at(c.wall, false);
    const Vec3 from = edge(last, rim(last)), to = edge(first, rim(first));
    const Vec3 beyond = cross(unit(to - from), normal_of(c.wall));
    const Vec3 low = edge(c, 0, out), way = edge(c, 1, out) - low;
    return dot(from - low, beyond) / dot(way, beyond);
  }
  [[nodiscard]] double others_rim(const Corner& c) const {
    const RimHeights heights = rim_of(box_, c.other);
    return c.last ? heights.first : heights.last;
  }

  // --- (3): how far the wall's edge is moved from the sharp corner

  [[nodiscard]] double radius_on_size_face(bool concave) const {
    return common_radius(mould_.bend, mould_.thickness) +
           (concave ? mould_.layer : mould_.thickness - mould_.layer);
  }
  [[nodiscard]] double moved(const Corner& c) const {
    const double t = mould_.thickness;
    const double against = t + box_.tab_clearance;
    if (has_tabs(c.wall)) return box_.tabs_outside ? against : -against;
    if (!has_tabs(c.other)) return 0;
    // It covers a tab within it up to the outside of the tab's wall; before one outside it stands back by
    // the fold.
    if (!box_.tabs_outside) return t - mould_.layer;
    const double angle = std::acos(dot(normal_of(c.wall), normal_of(c.other)));
    const double fold = common_radius(mould_.bend, t) * std::tan(angle / 2) + box_.tab_clearance;
    return -mould_.layer - fold * std::sin(angle);
  }

  // --- floor and walls

  void add_floor() {
    SharpFace& f = face(0);
    f.name = "floor";
    f.normal = {0, 0, -1};
    for (int w = wall_count; w-- > 0;) {
      f.corners.push_back(edge(corner_at(w, true), 0));
      f.sides.push_back({SideKind::bend, face_of(w), 0, named("floor / wall", 2 * w)});
    }
  }

  // Sides that run up or down a corner.
  struct Upright {
    double from = 0, to = 0;
    SharpSide side = {};
  };
  void add_wall(int w) {
    SharpFace& f = face(face_of(w));
    f.name = named("wall", 2 * w);
    f.normal = normal_of(w);
    const Corner first = corner_at(w, false), last = corner_at(w, true);
    const auto add = [&](Vec3 at, SharpSide side) {
      f.corners.push_back(at);
      f.sides.push_back(std::move(side));
      return static_cast<int>(f.sides.size()) - 1;
    };
    (void)add(edge(first, 0, moved(first)),
              {SideKind::bend, 0, wall_count - 1 - w, named("floor / wall", 2 * w)});
    add_upright(w, last);
    rims_[static_cast<size_t>(w)] = static_cast<int>(f.sides.size());
    for (const double share : rim_shares(w)) {
      const Vec3 from = edge(last, own_rim(last), moved(last)),
                 to = edge(first, own_rim(first), moved(first));
      (void)add(from + share * (to - from), {});
    }
    add_upright(w, first);
    set_rim(w);
  }
  // Under two lids a rim is in halves.
  [[nodiscard]] std::vector<double> rim_shares(int w) const {
    const bool halves =
        box_.lid[static_cast<size_t>(next_wall(w))] && box_.lid[static_cast<size_t>(wall_before(w))];
    return halves ? std::vector<double>{0, 0.5} : std::vector<double>{0};
  }
  void set_rim(int w) {
    SharpFace& f = face(face_of(w));
    const auto k = static_cast<size_t>(rims_[static_cast<size_t>(w)]);
    const Vec3 run = f.corners[k + 1] - f.corners[k];
    const Vec3 out = cross(unit(run), f.normal);
    f.sides[k] = {SideKind::free, -1, -1, named("rim", 2 * w), {out, dot(out, f.corners[k])}, mould_.layer};
  }

  // (4): from the floor up to the wall's rim: what is joined or has a tab, and what goes on beyond it.
  void add_upright(int w, const Corner& c) {
    if (has_tabs(c.wall)) return add_runs(w, c, with_tab(c));
    if (has_tabs(c.other)) return add_runs(w, c, beside_tab(c));
    const double own = rim(c), common = std::min(own, others_rim(c));
    SharpSide joint{SideKind::joint, face_of(c.other), -1, named("corner", c.eighth)};
    joint.inset = gap_ / 2;
    joint.lapped = box_.corner == BoxCorner::lapped && mould_.thickness > 0 &&
                   (box_.corner_walls == BoxWalls::x) == (w % 2 == 0);
    add_runs(w, c, {{0, common, joint}, {common, own, {SideKind::free, -1, -1, end_name(c)}}});
  }
  [[nodiscard]] std::string end_name(const Corner& c) const {
    return named((named("wall", 2 * c.wall) + " at").c_str(), c.eighth);
  }
  [[nodiscard]] std::vector<Upright> with_tab(const Corner& c) const {
    const double from = tab_from(c), to = tab_to(c);
    if (to - from < limits::shortest)
      throw Refusal({.reason = "leaves no room for a tab at the " + named("corner", c.eighth),
                     .key = "height",
                     .found = shown_mm(std::min(rim(c), others_rim(c))),
                     .allowed = "more than " + shown_mm(from + rim(c) - to),
                     .advice = "make the walls higher, or let their edges touch"});
    const SharpSide beside{SideKind::free, -1, -1, end_name(c)};
    return {{0, from, beside},
            {from, to, {SideKind::bend, -1, 0, named("tab", c.eighth)}},
            {to, own_rim(c), beside}};
  }
  // Up to the plane of the tab's wall, that none of its layers passes.
  [[nodiscard]] std::vector<Upright> beside_tab(const Corner& c) const {
    const Vec3 n = normal_of(c.other);
    const double lean = dot(normal_of(c.wall), n);
    const double layer = lean == 0 ? mould_.layer : lean > 0 ? mould_.thickness : 0;
    const Plane plane{n, dot(n, edge(c, 0, moved(c)))};
    return {{0, own_rim(c), {SideKind::free, -1, -1, end_name(c), plane, layer}}};
  }
  void add_runs(int w, const Corner& c, std::vector<Upright> all) {
    SharpFace& f = face(face_of(w));
    std::erase_if(all, [](const Upright& u) { return u.to - u.from < limits::shortest / 10; });
    if (!c.last) std::reverse(all.begin(), all.end());
    const auto first = static_cast<int>(f.sides.size());
    int leading = first;
    for (size_t i = 0; i < all.size(); ++i) {
      if (all[i].side.kind != SideKind::free) leading = first + static_cast<int>(i);
    }
    for (size_t i = 0; i < all.size(); ++i) {
      const Upright& u = all[i];
      const int k = first + static_cast<int>(i);
      f.corners.push_back(edge(c, c.last ? u.from : u.to, moved(c)));
      f.sides.push_back(u.side);
      if (u.side.kind == SideKind::free && k != leading) f.sides.back().in_line = leading;
    }
    corners_[static_cast<size_t>(w)][c.last ? 1 : 0] = leading;
  }

  void join_corners() {
    for (int w = 0; w < wall_count; ++w) {
      const auto link = [&](int a, bool last, int b) {
        SharpSide& s =
            face(face_of(a)).sides[static_cast<size_t>(corners_[static_cast<size_t>(a)][last ? 1 : 0])];
        if (s.kind == SideKind::joint) s.side = corners_[static_cast<size_t>(b)][last ? 0 : 1];
      };
      link(w, true, next_wall(w));
      link(w, false, wall_before(w));
    }
  }

  // --- tabs

  // How far a bend reaches up a wall from its sharp line, on all layers.
  [[nodiscard]] double reach_of_bend(double angle, double lean) const {
    const double back = radius_on_size_face(angle > 0) * std::tan(std::abs(angle) / 2);
    return back * std::cos(lean) + mould_.thickness * std::abs(std::sin(lean));
  }
  [[nodiscard]] double tab_from(const Corner& c) const {
    double from = 0;
    for (const int w : {c.wall, c.other}) {
      const double lean = wall(w).lean.radians();
      from = std::max(from, reach_of_bend(pi / 2 - lean, lean));
    }
    return from + mould_.thickness + box_.tab_clearance;
  }
  // Below what is folded at either rim; under the other's rim over the whole of its width.
  [[nodiscard]] double tab_to(const Corner& c) const {
    const RimHeights heights = rim_of(box_, c.other);
    const double run =
        norm(edge(corner_at(c.other, true), heights.last) - edge(corner_at(c.other, false), heights.first));
    const double falls =
        (c.last ? heights.first - heights.last : heights.last - heights.first) / run * *box_.tab;
    const double to = std::min({own_rim(c), rim(c), others_rim(c), others_rim(c) - falls});
    double fold = 0;
    for (const int w : {c.wall, c.other}) {
      for (const BoxReturn& r : box_.returns) {
        const double angle = (r.outwards ? -1 : 1) * r.turned.radians();
        if (r.on[static_cast<size_t>(w)]) fold = std::max(fold, reach_of_bend(angle, wall(w).lean.radians()));
      }
      if (box_.lid[static_cast<size_t>(w)] || box_.lid[static_cast<size_t>(next_wall(w))] ||
          box_.lid[static_cast<size_t>(wall_before(w))])
        fold = std::max(fold, reach_of_bend(pi / 2, 0));
    }
    return fold > 0 ? to - fold - box_.tab_clearance : to;
  }

  void add_tabs() {
    for (int w = 0; w < wall_count; ++w) {
      if (!has_tabs(w)) continue;
      for (const bool last : {false, true})
        add_tab(w, corner_at(w, last), corners_[static_cast<size_t>(w)][last ? 1 : 0]);
    }
  }
  // (5)
  void add_tab(int w, const Corner& c, int side) {
    const auto number = static_cast<int>(mould_.sharp_faces.size());
    SharpFace& own = face(face_of(w));
    const auto k = static_cast<size_t>(side);
    own.sides[k].sharp_face = number;
    const double z_from = c.last ? tab_from(c) : tab_to(c), z_to = c.last ? tab_to(c) : tab_from(c);
    const Vec3 from = edge(c, z_to, moved(c)), to = edge(c, z_from, moved(c));
    SharpFace f;
    f.name = named("tab", c.eighth);
    f.normal = normal_of(c.other);
    const Vec3 way = cross(f.normal, unit(to - from));
    const Vec3 in = *box_.tab * std::tan(lower_taper(c)) * unit(c.last ? from - to : to - from);
    f.corners = {from, to, to + *box_.tab * way, from + *box_.tab * way};
    f.corners[c.last ? 2 : 3] = f.corners[c.last ? 2 : 3] + in;
    f.flange = true;
    f.sides.push_back({SideKind::bend, face_of(w), side, f.name});
    for (size_t i = 1; i < 4; ++i) f.sides.push_back(free_side(f, i, f.name));
    mould_.sharp_faces.push_back(std::move(f));
  }
  // Where the flat has less than a right angle for a tab, between its wall and the other, its lower end runs
  // along the other's edge.
  [[nodiscard]] double lower_taper(const Corner& c) const {
    const Vec3 at = edge(c, 0);
    const Vec3 up = edge(c, 1) - at;
    const auto angle = [&](const Corner& of) {
      return std::acos(dot(unit(up), unit(edge(corner_at(of.wall, !of.last), 0) - at)));
    };
    const double room = 1.5 * pi - angle(c) - angle(corner_at(c.other, !c.last));
    return std::max(0.0, pi / 2 - room);
  }
  // Square to the sheet.
  [[nodiscard]] SharpSide free_side(const SharpFace& f, size_t i, const std::string& name) const {
    const Vec3 out = cross(unit(f.corners[(i + 1) % f.corners.size()] - f.corners[i]), f.normal);
    return {SideKind::free, -1, -1, name, {out, dot(out, f.corners[i])}, mould_.layer};
  }

  // --- lids

  void add_lids() {
    std::array<int, wall_count> lids{};
    const auto has = [&](int w) { return box_.lid[static_cast<size_t>(w)]; };
    for (int w = 0; w < wall_count; ++w) {
      if (!has(w)) continue;
      lids[static_cast<size_t>(w)] = static_cast<int>(mould_.sharp_faces.size());
      mould_.sharp_faces.push_back({});
    }
    for (int w = 0; w < wall_count; ++w) {
      if (has(w)) add_lid(w, lids);
    }
  }
  // Its sides: at its wall, at the next, opposite, and at the one before.
  void add_lid(int w, const std::array<int, wall_count>& lids) {
    const bool half = box_.lid[static_cast<size_t>((w + 2) % wall_count)];
    const int number = lids[static_cast<size_t>(w)], opposite = (w + 2) % wall_count;
    const double h = *box_.height;
    SharpFace f;
    f.name = half ? named("lid", 2 * w) : "lid";
    f.normal = {0, 0, 1};
    const Vec3 a = edge(corner_at(w, false), h), b = edge(corner_at(w, true), h);
    const Vec3 across = (half ? -out_at(w, h) : -2 * out_at(w, h)) * level_of(w);
    f.corners = {a, b, b + across, a + across};
    const auto rim_side = [&](int of, int k) { return rims_[static_cast<size_t>(of)] + k; };
    const auto meet = [&](int k, int other, int side, SideKind kind, const std::string& name) {
      SharpSide s{kind, other, side, name};
      if (kind == SideKind::joint) s.inset = gap_ / 2;
      f.sides[static_cast<size_t>(k)] = s;
      s.sharp_face = number;
      s.side = k;
      // The other lid says the same of the line between them.
      if (other < static_cast<int>(mould_.sharp_faces.size()) && other <= wall_count)
        face(other).sides[static_cast<size_t>(side)] = s;
    };
    f.sides.resize(4);
    meet(0, face_of(w), rim_side(w, 0), SideKind::bend, named("lid / wall", 2 * w));
    const int next = next_wall(w), before = wall_before(w);
    // Seen along the next wall's rim, which runs towards this lid's wall, its half is the second.
    meet(1, face_of(next), rim_side(next, half ? 1 : 0), SideKind::joint, named("lid at wall", 2 * next));
    meet(3, face_of(before), rim_side(before, 0), SideKind::joint, named("lid at wall", 2 * before));
    if (half)
      meet(2, lids[static_cast<size_t>(opposite)], 2, SideKind::joint, "between the lids");
    else
      meet(2, face_of(opposite), rim_side(opposite, 0), SideKind::joint, named("lid at wall", 2 * opposite));
    face(number) = std::move(f);
  }

  // --- returns

  // What stands at a wall's rim so far: its face there, the side that is free, and the way beyond it.
  struct Edge {
    int face = 0, side = 0;
    Vec3 from, to;  // as the wall runs there, from its last corner to its first, on the size face
    Vec3 beyond;    // in the face, square to the edge
    Vec3 normal;
    int level = 0;
  };
  struct End {
    Vec3 at, line;
    int partner = -1;  // the wall whose return it meets at a mitre
  };

  void add_returns() {
    for (int w = 0; w < wall_count; ++w) {
      const SharpFace& f = face(face_of(w));
      const auto k = static_cast<size_t>(rims_[static_cast<size_t>(w)]);
      const Corner last = corner_at(w, true), first = corner_at(w, false);
      const Vec3 from = edge(last, rim(last)), to = edge(first, rim(first));
      edges_[static_cast<size_t>(w)] = {
          face_of(w), static_cast<int>(k), from, to, cross(unit(to - from), f.normal), f.normal};
    }
    for (const BoxReturn& r : box_.returns) add_return(r);
  }

  void add_return(const BoxReturn& r) {
    const std::array<Edge, wall_count> below = edges_;
    const double angle = (r.outwards ? -1 : 1) * r.turned.radians();
    std::array<Edge, wall_count> made{};
    auto number = static_cast<int>(mould_.sharp_faces.size());
    for (size_t w = 0; w < wall_count; ++w) {
      if (!r.on[w]) continue;
      const Edge& e = below[w];
      const Vec3 way = std::cos(angle) * e.beyond - std::sin(angle) * e.normal;
      made[w] = {number++, 2, e.from, e.to, way, cross(way, unit(e.to - e.from)), e.level + 1};
    }
    for (int w = 0; w < wall_count; ++w) {
      if (!r.on[static_cast<size_t>(w)]) continue;
      const End from = end_of_return(r, below, made, corner_at(w, true));
      const End to = end_of_return(r, below, made, corner_at(w, false));
      add_return_face(r, w, below[static_cast<size_t>(w)], made, from, to);
    }
  }

  // (6), (7): mitred against its neighbour's, clear of a taller or plain wall beside it, or square.
  [[nodiscard]] End end_of_return(const BoxReturn& r, const std::array<Edge, wall_count>& below,
                                  const std::array<Edge, wall_count>& made, const Corner& c) const {
    const auto w = static_cast<size_t>(c.wall), o = static_cast<size_t>(c.other);
    const Edge& own = made[w];
    const Edge& others = made[o];
    const Vec3 at = c.last ? own.from : own.to;
    const Vec3 theirs = c.last ? others.to : others.from;
    const bool mitred = r.on[o] && own.level == others.level && norm(at - theirs) < within::beside * size();
    if (mitred) {
      const Vec3 both = cross(own.normal, others.normal);
      const Vec3 line = norm(both) > within::same ? both : own.beyond + others.beyond;
      const Vec3 out = (dot(line, own.beyond) < 0 ? -1 / norm(line) : 1 / norm(line)) * line;
      constexpr double least_rise = 0.2;  // returns that part, or meet only far out, end square
      if (dot(out, own.beyond) >= least_rise && dot(out, others.beyond) >= least_rise)
        return {at, out, c.other};
      return {at, own.beyond};
    }
    if (r.outwards && below[w].level == 0) return {at, own.beyond};
    return clear_of_wall(r, own, at, c);
  }
  // (7)
  [[nodiscard]] End clear_of_wall(const BoxReturn& r, const Edge& own, Vec3 at, const Corner& c) const {
    const Vec3 n = normal_of(c.other);
    const double lean = dot(n, own.normal), t = mould_.thickness;
    const double depth = mould_.layer +
                         std::max(0.0, lean > 0 ? (t - mould_.layer) * lean : -mould_.layer * lean) +
                         r.clearance;
    const double height = dot(n, edge(corner_at(c.other, true), 0)) - depth;
    const Vec3 run = unit(own.to - own.from);
    const Vec3 line = cross(own.normal, n);
    const double off = (height - dot(n, at)) / dot(n, run);
    const Vec3 inwards = c.last ? run : Vec3{} - run;
    // A fold beyond the wall's own end needs no room beside the other.
    const double in = dot(off * run, inwards);
    const Vec3 from = in > 0 ? at + off * run : at;
    const Vec3 out = (dot(line, own.beyond) < 0 ? -1 / norm(line) : 1 / norm(line)) * line;
    return {from, out};
  }
  [[nodiscard]] double size() const { return std::hypot(*box_.width, *box_.length, *box_.height); }

  // Sides: 0 at the fold, 1 from the rim's start outwards, 2 the free edge, 3 back to the rim's end.
  void add_return_face(const BoxReturn& r, int w, const Edge& below, const std::array<Edge, wall_count>& made,
                       const End& from, const End& to) {
    const Edge& own = made[static_cast<size_t>(w)];
    const Vec3 far_from = from.at + (*r.width / dot(from.line, own.beyond)) * from.line;
    const Vec3 far_to = to.at + (*r.width / dot(to.line, own.beyond)) * to.line;
    if (dot(far_to - far_from, own.to - own.from) <= limits::shortest ||
        dot(to.at - from.at, own.to - own.from) <= limits::shortest)
      throw Refusal({.reason = "is wider than its corners allow: they meet before its edge",
                     .key = r.key + ".width",
                     .found = shown_mm(*r.width),
                     .advice = "make the return narrower"});
    SharpFace f;
    f.name = named(own.level == 1 ? "return" : own.level == 2 ? "second return" : "further return", 2 * w);
    f.corners = {to.at, from.at, far_from, far_to};
    f.normal = own.normal;
    f.flange = true;
    f.sides.resize(4);
    f.sides[0] = {SideKind::bend, below.face, below.side, f.name};
    f.sides[1] = end_side(r, f, 1, made, from, corner_at(w, true).eighth);
    f.sides[3] = end_side(r, f, 3, made, to, corner_at(w, false).eighth);
    f.sides[2] = free_side(f, 2, f.name + " edge");
    face(below.face).sides[static_cast<size_t>(below.side)] = {SideKind::bend, own.face, 0, f.name};
    edges_[static_cast<size_t>(w)] = own;
    edges_[static_cast<size_t>(w)].from = far_from;
    edges_[static_cast<size_t>(w)].to = far_to;
    mould_.sharp_faces.push_back(std::move(f));
  }
  [[nodiscard]] SharpSide end_side(const BoxReturn& r, const SharpFace& f, size_t k,
                                   const std::array<Edge, wall_count>& made, const End& end,
                                   int eighth) const {
    if (end.partner < 0) return free_side(f, k, named((f.name + " at").c_str(), eighth));
    const int other = made[static_cast<size_t>(end.partner)].face;
    SharpSide s{SideKind::joint, other, k == 1 ? 3 : 1, named("return corner", eighth)};
    s.inset = std::max(r.clearance, gap_) / 2;
    return s;
  }

  const Box& box_;
  double gap_;
  Hand hand_;
  Mould mould_;
  std::array<int, wall_count> rims_ = {};                    // the (first) side at each wall's rim
  std::array<std::array<int, 2>, wall_count> corners_ = {};  // at its first and last corner
  std::array<Edge, wall_count> edges_ = {};
};

}  // namespace

RimHeights rim_of(const Box& box, int wall) {
  const auto height = [&](int w) {
    return box.walls[static_cast<size_t>(w)].height.value_or(box.height.value_or(0));
  };
  if (!box.walls[static_cast<size_t>(wall)].sloping) return {height(wall), height(wall)};
  return {height(wall_before(wall)), height(next_wall(wall))};
}

const char* name_of_wall(int wall, Hand hand) {
  return name_of_eighth(hand == Hand::opposite ? (8 - 2 * wall) % 8 : 2 * wall);
}

Body body_of(const Box& box, const Sheet& sheet, double gap, Hand hand) {
  check(sheet, {}, {});
  check(box);
  if (!sheet.sizes_on && *sheet.thickness > 0)
    throw Refusal({.reason = "is missing",
                   .key = "sheet.sizes_on",
                   .allowed = "inside, middle or outside",
                   .advice = "say on which face the sizes are measured"});
  Body body = body_of(Maker(box, sheet, gap, hand).make());
  body.lie = Lie::as_drawn;
  body.bend = box.bend;
  body.relief = box.relief;
  body.relief_size = box.relief_size;
  return as_made(std::move(body), hand);
}

Formed form_box(const Part& part, const Box& box) {
  const Hand hand = part.making.hand;
  Body body = body_of(box, part.sheet, part.seam.gap.value_or(0), hand);
  Formed formed = form_body(part, std::move(body), [=](std::vector<FormedFace> faces) {
    return miss_of_given(std::move(faces), box, part.sheet, hand);
  });
  formed.top = top_of({}, *box.height, hand);
  formed.laid_out_by = bend_words(box.bend);
  formed.says.asked = [=]() { return asked_facts(part, box); };
  formed.says.part = [=](const Blank&) { return box_record(box); };
  return formed;
}

}  // namespace juggler
