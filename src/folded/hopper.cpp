// A hopper: four walls, cut at its seams, with flanges at its rims. docs/maths/folded.md (16)-(20).
#include <algorithm>
#include <array>

#include "bodies.h"
#include "form/mirror.h"
#include "form/mould.h"
#include "hopper_sizes.h"
#include "juggler/form.h"
#include "part/trims.h"

namespace juggler {
namespace {

// One wall or half of one, before its flanges.
struct Wall4 {
  int wall = 0;
  std::array<Vec3, 4> corners = {};  // base lower, base higher eighth, top higher, top lower
  int next = 0;                      // the eighth at which it ends
};

class Maker {
 public:
  Maker(const Hopper& h, const HopperLayers& layers, double gap, Hand hand, std::vector<Trim> ends = {})
      : h_(h),
        gap_(gap),
        hand_(hand),
        ends_(std::move(ends)),
        base_layer_(layers.base),
        top_layer_(layers.top) {
    mould_.thickness = layers.thickness;
    mould_.layer = layers.sizes;
    mould_.bend = h.bend;
  }

  Mould make() {
    cut_walls();
    for (const Wall4& w : walls_) add_wall(w);
    for (size_t i = 0; i < walls_.size(); ++i) join_walls(i);
    for (const Flange& f : h_.flanges) add_flanges(f);
    return std::move(mould_);
  }
  [[nodiscard]] const std::vector<Phrase>& notes() const { return notes_; }

 private:
  // Directions are named as they are on the part as made.
  [[nodiscard]] const char* named(int eighth) const {
    return name_of_eighth(hand_ == Hand::opposite ? (8 - eighth) % 8 : eighth);
  }
  [[nodiscard]] bool is_seam(int eighth) const {
    if (h_.pieces == 4) return eighth % 2 == 1;
    const int apart = ((eighth - h_.seam) % 8 + 8) % 8;
    return apart == 0 || (h_.pieces == 2 && apart == 4);
  }
  // Where the edge at a hip meets an end's plane.
  [[nodiscard]] Vec3 cut(int eighth, bool top) const {
    const Vec3 low = corner(eighth, false);
    const Vec3 high = corner(eighth, true);
    const auto at = [&](EndName end) {
      const Plane p = plane_of(end);
      return (p.height - dot(p.normal, low)) / dot(p.normal, high - low);
    };
    const double from = at(EndName::base);
    const double to = at(EndName::top);
    if (!(from >= -within::same && to <= 1 + within::same && from < to - within::same))
      refuse_cut(eighth, from, to, low, high);
    return low + (top ? to : from) * (high - low);
  }
  [[nodiscard]] Plane plane_of(EndName end) const { return trim_plane(ends_, end, *h_.height); }
  [[noreturn]] void refuse_cut(int eighth, double from, double to, Vec3 low, Vec3 high) const {
    const bool top_fails = !(to <= 1 + within::same && from < to);
    for (const Trim& e : ends_) {
      if ((e.end == EndName::top) != top_fails && ends_.size() > 1) continue;
      const double at = e.end == EndName::top ? to : from;
      throw Refusal({.reason = std::string("cuts past the end of the edge ") + name_of_eighth(eighth),
                     .key = e.key + "height",
                     .found = "the plane meets it at height " + shown_mm((low + at * (high - low)).z),
                     .allowed = "between " + shown_mm(low.z) + " and " + shown_mm(high.z),
                     .advice = "change its height or tilt, or make the part longer"});
    }
    throw Refusal(
        {.reason = "leaves no wall between the ends", .key = "height", .found = shown_mm(*h_.height)});
  }
  [[nodiscard]] Vec3 corner(int eighth, bool top) const {
    const RectangleSize& r = top ? h_.top : h_.base;
    const int e = ((eighth % 8) + 8) % 8;
    const double x = e == 1 || e == 7 ? 0.5 : -0.5;
    const double y = e == 1 || e == 3 ? 0.5 : -0.5;
    return {x * *r.width + (top ? h_.shift.x : 0), y * *r.length + (top ? h_.shift.y : 0),
            top ? *h_.height : 0};
  }

  void cut_walls() {
    for (int w = 0; w < 4; ++w) {
      const Vec3 b0 = cut(2 * w - 1, false);
      const Vec3 b1 = cut(2 * w + 1, false);
      const Vec3 t1 = cut(2 * w + 1, true);
      const Vec3 t0 = cut(2 * w - 1, true);
      if (!is_seam(2 * w)) {
        walls_.push_back({w, {b0, b1, t1, t0}, 2 * w + 1});
        continue;
      }
      const Vec3 bm = 0.5 * (b0 + b1);
      const Vec3 tm = 0.5 * (t0 + t1);
      walls_.push_back({w, {b0, bm, tm, t0}, 2 * w});
      walls_.push_back({w, {bm, b1, t1, tm}, 2 * w + 1});
    }
  }

  void add_wall(const Wall4& w) {
    SharpFace f;
    f.name = std::string("wall ") + named(2 * w.wall);
    const bool halved = is_seam(2 * w.wall);
    if (halved) f.name += w.next % 2 == 0 ? ", first half" : ", second half";
    f.corners.assign(w.corners.begin(), w.corners.end());
    f.normal = unit(cross(w.corners[1] - w.corners[0], w.corners[3] - w.corners[0]));
    f.sides.resize(4);
    f.sides[0] = {SideKind::free, -1, -1, "base", plane_of(EndName::base), base_layer_};
    f.sides[2] = {SideKind::free, -1, -1, "top", plane_of(EndName::top), top_layer_};
    mould_.sharp_faces.push_back(std::move(f));
  }

  void join_walls(size_t i) {
    const size_t next = (i + 1) % walls_.size();
    SharpSide& a = mould_.sharp_faces[i].sides[1];
    SharpSide& b = mould_.sharp_faces[next].sides[3];
    const int eighth = walls_[i].next;
    const bool seam = is_seam(eighth);
    a = b = {seam ? SideKind::joint : SideKind::bend};
    a.sharp_face = static_cast<int>(next);
    a.side = 3;
    b.sharp_face = static_cast<int>(i);
    b.side = 1;
    a.name = b.name = std::string(eighth % 2 == 0 ? "seam in wall " : "hip ") + named(eighth);
    if (!seam) return;
    a.inset = b.inset = gap_ / 2;
    if (eighth % 2 == 1 && h_.hip_joint == HipJoint::lapped && mould_.thickness > 0)
      (walls_[i].wall % 2 == 0 ? a : b).lapped = true;
  }

  // --- flanges

  // Away from the wall, square to its rim; (18).
  [[nodiscard]] Vec3 flange_way(const Flange& f, const SharpFace& wall, int wall_number) const {
    const double plan = wall_number * pi / 2;
    const Vec3 level{std::round(std::cos(plan)), std::round(std::sin(plan)), 0};
    const Vec3 up{0, 0, f.end == EndName::top ? 1.0 : -1.0};
    if (f.direction == FlangeDirection::square) return wall.normal;
    if (f.direction == FlangeDirection::level) return level;
    if (f.direction == FlangeDirection::upright) return up;
    return std::cos(f.rise.radians()) * level + std::sin(f.rise.radians()) * up;
  }

  struct Made {
    int sharp_face = 0;
    Vec3 way, normal;
    Vec3 from, to;  // the rim as the wall runs, on the size face
  };

  // (19): the line in which two neighbouring flanges meet, from their common corner.
  static Vec3 mitre(const Made& a, const Made& b) {
    const Vec3 both = cross(a.normal, b.normal);
    const Vec3 line = norm(both) > within::same ? both : a.way + b.way;
    return (dot(line, a.way) < 0 ? -1 / norm(line) : 1 / norm(line)) * line;
  }

  void add_flanges(const Flange& f) {
    check_flange(f);
    const int k = f.end == EndName::base ? 0 : 2;
    const size_t n = walls_.size();
    std::vector<Made> made;
    for (size_t i = 0; i < n; ++i) {
      const SharpFace& wall = mould_.sharp_faces[i];
      const auto at = static_cast<size_t>(k);
      const Vec3 from = wall.corners[at];
      const Vec3 to = wall.corners[(at + 1) % 4];
      const Vec3 way = flange_way(f, wall, walls_[i].wall);
      made.push_back(
          {static_cast<int>(mould_.sharp_faces.size() + i), way, cross(way, unit(to - from)), from, to});
    }
    std::vector<SharpFace> sharp_faces;
    for (size_t i = 0; i < n; ++i) {
      const size_t before = (i + n - 1) % n;
      const size_t after = (i + 1) % n;
      // The rim of the base runs with the walls, that of the top against them.
      const size_t at_from = k == 0 ? before : after;
      const size_t at_to = k == 0 ? after : before;
      sharp_faces.push_back(flange_face(f, made, i, at_from, at_to, k));
    }
    for (size_t i = 0; i < n; ++i) {
      SharpSide& rim = mould_.sharp_faces[i].sides[static_cast<size_t>(k)];
      rim = {SideKind::bend, made[i].sharp_face, 0, "flange"};
    }
    for (SharpFace& sharp_face : sharp_faces) mould_.sharp_faces.push_back(std::move(sharp_face));
  }

  // How the end of a flange runs from its corner, and how far it stands back from there.
  struct End {
    Vec3 line;
    double inset = 0;
    bool open = false;  // the flat has no metal to close the corner
  };

  // By how much a bend brings the flats beside it nearer than their sharp line would; (20).
  [[nodiscard]] double shrink(double angle) const {
    const double t = mould_.thickness;
    if (t == 0 && mould_.bend.radius.value_or(0) == 0) return 0;
    const double x = std::abs(angle);
    const double r = mould_.bend.radius.value_or(0);
    const double on_size_face = r + (angle >= 0 ? mould_.layer : t - mould_.layer);
    const double factor = x < within::same ? 0 : neutral_factor(mould_.bend, t, r, Angle::radians(x));
    return std::max(0.0, 2 * on_size_face * std::tan(x / 2) - x * (r + factor * t));
  }

  static double angle_between(Vec3 a, Vec3 b) { return std::atan2(norm(cross(a, b)), dot(a, b)); }

  // What the flat leaves a flange at a folded hip: half the notch beside the rims, less a right angle.
  [[nodiscard]] double room_at(int eighth, EndName end, Vec3 corner_point) const {
    const bool top = end == EndName::top;
    const Vec3 hip = corner(eighth, !top) - corner(eighth, top);
    double walls = 0;
    for (const int to : {-2, 2}) walls += angle_between(hip, corner(eighth + to, top) - corner_point);
    return pi / 2 - walls / 2;
  }

  [[nodiscard]] End flange_end(const Flange& f, const std::vector<Made>& made, size_t i, size_t other,
                               Vec3 at, Vec3 outwards) const {
    const Made& m = made[i];
    const int eighth = seam_between(i, other);
    const double seam = is_seam(eighth) ? gap_ : 0;
    if (eighth % 2 == 0) return {m.way, std::max(f.clearance, seam) / 2};
    const Vec3 line = mitre(m, made[other]);
    End end{line, std::max(f.clearance, seam) / 2};
    constexpr double least_rise = 0.2;  // flanges that part, or meet only far out, end square
    if (dot(line, m.way) < least_rise || dot(line, made[other].way) < least_rise) {
      end.line = m.way;
      end.open = true;
      if (is_seam(eighth)) return end;
    }
    if (is_seam(eighth)) return end;
    const double mitred = std::atan2(dot(end.line, outwards), dot(end.line, m.way));
    const double room = room_at(eighth, f.end, at);
    // Where one of the two has no room to reach the mitre, the corner is open for both.
    const Made& o = made[other];
    const Vec3 others = (norm(o.from - at) < norm(o.to - at) ? -1 : 1) * unit(o.to - o.from);
    const double neighbours = std::atan2(dot(end.line, others), dot(end.line, o.way));
    if (std::max(mitred, neighbours) > room + within::rounding) end.open = true;
    if (mitred <= room + within::rounding) return end;
    if (room < -0.45 * pi)
      throw Refusal({.reason = "has no room on the flat beside its neighbour at the hip " +
                               std::string(name_of_eighth(eighth)),
                     .key = f.key + ".end",
                     .advice = "divide the hopper into more pieces"});
    end.open = true;
    end.line = std::cos(room) * m.way + std::sin(room) * outwards;
    const auto turned = [](Vec3 a, Vec3 b, Vec3 axis) {
      return std::atan2(dot(cross(a, b), axis), dot(a, b));
    };
    const Vec3 wall = mould_.sharp_faces[i].normal;
    const double hip = angle_between(wall, mould_.sharp_faces[other].normal);
    const double fold = turned(wall, m.normal, unit(m.to - m.from));
    end.inset += shrink(hip) / 2 + std::max(0.0, shrink(fold) * std::sin(room));
    return end;
  }

  // Sides: 0 at the wall, 1 from the rim's start outwards, 2 the free edge, 3 back to the rim's end.
  SharpFace flange_face(const Flange& f, const std::vector<Made>& made, size_t i, size_t at_from,
                        size_t at_to, int k) {
    const Made& m = made[i];
    const Vec3 along = unit(m.to - m.from);
    const End from = flange_end(f, made, i, at_from, m.from, Vec3{} - along);
    const End to = flange_end(f, made, i, at_to, m.to, along);
    const Vec3 far_from = m.from + (*f.width / dot(from.line, m.way)) * from.line;
    const Vec3 far_to = m.to + (*f.width / dot(to.line, m.way)) * to.line;
    if (dot(far_to - far_from, m.to - m.from) <= 0)
      throw Refusal({.reason = "is wider than its corners allow: they meet before its edge",
                     .key = f.key + ".width",
                     .found = shown_mm(*f.width),
                     .advice = "make the flange narrower"});
    SharpFace sharp_face;
    sharp_face.name = std::string("flange ") + name_of(f.end) + mould_.sharp_faces[i].name.substr(4);
    sharp_face.corners = {m.to, m.from, far_from, far_to};
    sharp_face.normal = m.normal;
    sharp_face.flange = true;
    sharp_face.sides.resize(4);
    sharp_face.sides[0] = {SideKind::bend, static_cast<int>(i), k, "flange"};
    sharp_face.sides[1] = mitred(f, i, at_from, made[at_from].sharp_face, 3, from);
    sharp_face.sides[3] = mitred(f, i, at_to, made[at_to].sharp_face, 1, to);
    sharp_face.sides[2] = {
        SideKind::free, -1, -1, std::string(name_of(f.end)) + " flange", {m.way, dot(m.way, far_from)},
        mould_.layer};
    if (to.open) note_open_corner(f, seam_between(i, at_to));
    return sharp_face;
  }

  void note_open_corner(const Flange& f, int eighth) {
    notes_.push_back(
        std::string("The corner ") + named(eighth) + " of the " + name_of(f.end) +
        " flange stays open when it is bent: one piece has no metal there. Fill it, or make four pieces.");
  }

  // The eighth at which two neighbouring walls meet.
  [[nodiscard]] int seam_between(size_t i, size_t other) const {
    return (i + 1) % walls_.size() == other ? walls_[i].next : walls_[other].next;
  }

  SharpSide mitred(const Flange& f, size_t i, size_t other, int sharp_face, int side, const End& end) const {
    const int eighth = seam_between(i, other);
    SharpSide s{
        SideKind::joint, sharp_face, side,
        std::string(name_of(f.end)) + " flange " + (eighth % 2 == 0 ? "seam " : "corner ") + named(eighth)};
    s.inset = end.inset;
    s.open = end.open;
    return s;
  }

  void check_flange(const Flange& f) const {
    const int k = f.end == EndName::base ? 0 : 2;
    if (mould_.sharp_faces.front().sides[static_cast<size_t>(k)].kind == SideKind::bend)
      throw Refusal({.reason = std::string("a second flange stands at the ") + name_of(f.end),
                     .key = f.key + ".end",
                     .advice = "keep one for each end"});
    const auto range = [&](const char* key, double value, double least, double most, const char* unit) {
      if (value >= least && value <= most) return;
      throw Refusal({.reason = "is out of range",
                     .key = f.key + key,
                     .found = in_unit(value, unit),
                     .allowed = in_range(least, most, unit)});
    };
    if (!f.width)
      throw Refusal(
          {.reason = "is missing", .key = f.key + ".width", .advice = "say how wide the flange is"});
    range(".width", *f.width, limits::shortest, limits::longest, "mm");
    range(".clearance", f.clearance, 0, 1e3, "mm");
    if (f.direction == FlangeDirection::at_angle) range(".direction", f.rise.degrees(), -90, 270, "degrees");
  }

  const Hopper& h_;
  double gap_ = 0;
  Hand hand_;
  std::vector<Trim> ends_;
  double base_layer_ = 0;
  double top_layer_ = 0;
  Mould mould_;
  std::vector<Wall4> walls_;
  std::vector<Phrase> notes_;
};

}  // namespace

Body body_of(const Hopper& hopper, const Sheet& sheet, double gap, Hand hand) {
  check(sheet, {}, {});
  check(hopper);
  const Hopper sized = on_one_face(hopper, sheet);
  Maker maker(sized, layers_of(hopper, sized, sheet), gap, hand);
  Body body = body_of(maker.make());
  ask_ends(body, hopper, sheet);
  body.notes = maker.notes();
  body.lie = Lie::joints;
  body.bend = hopper.bend;
  body.relief = hopper.relief;
  body.relief_size = hopper.relief_size;
  return as_made(std::move(body), hand);
}

Body body_of(const Tube& tube, Hand hand) {
  const TubeFace face = tube_face(tube);
  if (tube.opened_at % 2 != 0)
    throw Refusal({.reason = "is not the middle of a side, where a tube is opened",
                   .key = "opened_at",
                   .found = name_of_eighth(tube.opened_at),
                   .allowed = "+x, +y, -x or -y"});
  const RectangleSize size{face.width, face.depth};
  const Hopper hopper{.base = size,
                      .top = size,
                      .height = tube.length,
                      .seam = tube.opened_at,
                      .bend = {.radius = face.corner_radius}};
  Body body = body_of(Maker(hopper, {}, 0, hand, numbered(tube.trims)).make());
  for (BendZone& s : body.zones) s.rolled = true;  // corners of the tube, not bends to be made
  body.lie = Lie::joints;
  return as_made(std::move(body), hand);
}

Cylinder cylinder_of(const Tube& tube) {
  return {.size = Diameter::mm(tube_face(tube).width), .height = tube.length, .trims = tube.trims};
}

}  // namespace juggler
