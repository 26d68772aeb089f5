// The wall of a part stretch by stretch, each with its place in space and on its piece's flat: so that lines
// meet it, and points of it are found on the flat and back. Internal. Equation numbers:
// docs/maths/openings.md.
#pragma once

#include <memory>

#include "develop/net.h"
#include "develop/stretch.h"
#include "develop/unroll.h"
#include "juggler/blank.h"

namespace juggler {

/// A place of a wall: a point of its neutral layer, the normal outwards, two ways along it, and what they
/// come to on the flat as developed.
struct WallFrame {
  Vec3 point, normal, e, g;
  Vec2 at, e_flat, g_flat;
  /// What a way along the wall comes to.
  [[nodiscard]] Vec2 on_flat(Vec3 way) const;
};

/// A wall that is stretched to form it, its looks in rows.
struct CurvedWall {
  Surface surface;
  std::function<FlatPoint(double u, double v)> flat;
  struct Look {
    double u = 0, v = 0;
    Vec3 at;
    Vec2 on_flat;
  };
  std::vector<Look> looks = {};
  size_t in_row = 0;
};

/// Of its looks, mm.
[[nodiscard]] double highest(const CurvedWall& wall);

/// Rulings that lie apart on a piece's flat as they do on the neutral layer; or a curved wall by its two
/// parameters.
struct Chart {
  int piece = 0;
  std::string name = {};  ///< a face's, a bend's; of a wall by rulings empty
  bool bent = false;      ///< the zone of a bend
  Wall wall = {};         ///< the neutral layer
  double inside = 0;      ///< from it to the faces along the normal; the first is not above 0
  double outside = 0;
  double from = 0;  ///< the metal, in u
  double to = 0;
  std::function<std::pair<double, double>(double u)> ends = {};  ///< the metal along the ruling
  Outline face = {};  ///< a face's sides on the flat; then `ends` only surround it
  /// As developed, seen from outside; the layers of both faces each on a flat of its own.
  std::function<FlatRuling(double u)> flat = {}, flat_inside = {}, flat_outside = {};
  Placing placing = {};  ///< from the flat as developed to the blank as laid

  struct Look {
    double u = 0;
    Vec3 c, e, n;
    bool last = false;  ///< of a stretch
  };
  std::vector<Look> looks = {};
  std::shared_ptr<const CurvedWall> curved = {};  ///< then there are no rulings, and s is its v

  [[nodiscard]] Ruling at(double u) const { return ruling_at(wall, u); }
  [[nodiscard]] WallFrame frame(double u, double s) const;
  [[nodiscard]] Vec3 normal(double u, double s) const;
  [[nodiscard]] Vec2 on_flat(double u, double s) const;
  /// Whether there is metal there.
  [[nodiscard]] bool has(double u, double s) const;
};
/// Adds the looks.
void look_along(Chart& chart);

/// Of a wall by rulings, from its piece laid flat; the pieces that it needs are kept.
[[nodiscard]] Chart chart_of(const std::shared_ptr<const Form>& form, int piece, const Placing& placing);
/// Of a wall that is stretched to form it, of a thickness.
[[nodiscard]] Chart chart_of(const StretchedPiece& stretched, double thickness, int piece,
                             const Placing& placing);
/// The same as if it went on straight beyond all its edges, where there is no metal: what lines meet there
/// only leads round what they meet on it.
[[nodiscard]] Chart prolonged(const Chart& curved);
/// The same as if its surface went on past an end, half as long again; no flat is asked of it.
[[nodiscard]] Chart longer(const Chart& curved, EndName end);
/// How a layer of a curved wall runs at a place: by u and by v.
struct LayerWays {
  Vec3 du, dv;
};
[[nodiscard]] LayerWays layer_ways(const CurvedWall& wall, double u, double v, double layer);
/// Of the plates and zones of a folded piece.
[[nodiscard]] std::vector<Chart> charts_of(const std::shared_ptr<const Body>& body, const Laid& laid,
                                           int piece, const Placing& placing);

/// A part's wall: all its pieces.
struct PartWall {
  std::vector<Chart> charts = {};
  double size = 0;
  double thickness = 0;
  double top_height = 0;   ///< of the plane of the top, before trims
  double base_flange = 0;  ///< by how much flanges lengthen the wall beyond its ends
  double top_flange = 0;
  double seam_inset = 0;    ///< how far inside the first seam ruling the edge is cut; beyond: below 0
  double seam_wedge = 0;    ///< or by how much of u
  bool coaxial = false;     ///< a turn about the axis brings every ruling upon another
  bool goes_on = false;     ///< a course: past its ends other courses have the metal
  bool goes_round = false;  ///< its charts follow each other in u once round
  std::shared_ptr<const Form> once_round = {};  ///< where plan angles have rulings
  std::string why_flat = {};  ///< why openings have no place but on the flat; empty: they have
};

/// What lays the flat of one ruling upon that of another.
[[nodiscard]] Placing laid_upon(const FlatRuling& ruling, const FlatRuling& other);

/// A place of a wall (3): where it lies on its chart, in space, and which way is level and up there.
struct Spot {
  size_t chart = 0;
  double u = 0;
  double s = 0;
  Vec2 at;           ///< on the flat as developed
  Angle level = {};  ///< heading there of the level line, to the right as seen from outside
  Vec3 point, normal, right, up;
};
[[nodiscard]] Spot spot_at(const PartWall& wall, size_t chart, double u, double s);
/// The spot of a point of a piece's flat as developed; nothing off the metal.
[[nodiscard]] std::optional<Spot> spot_on(const PartWall& wall, int piece, Vec2 point);

/// Where a line meets a layer of the wall, of one chart: `along` the line from its point. (4)-(6)
struct LineHit {
  size_t chart = 0;
  double u = 0;
  double s = 0;
  double along = 0;
};
struct SpaceLine {
  Vec3 at, way;
};
/// 0 where a line lies in one plane with the ruling from c along e. (4)
[[nodiscard]] double off_line(const Vec3& c, const Vec3& e, const SpaceLine& line);
/// A ruling of the layer so far from the neutral one.
[[nodiscard]] Ruling on_layer(const Chart& chart, double u, double layer);
/// By how many times a face is longer than the neutral layer so far along a ruling of that, at most; and so
/// farther off what is off on it.
/// inside, outside  from it to the faces, mm
[[nodiscard]] double drawn_out(const Ruling& neutral, double s, double inside, double outside);
/// Where a line comes nearest to a ruling of a chart.
[[nodiscard]] LineHit hit_at(const Ruling& ruling, const SpaceLine& line, size_t chart, double u);
/// All of them on the metal, in the order along the line. meeting.md (1)
[[nodiscard]] std::vector<LineHit> hits_of(const PartWall& wall, const SpaceLine& line);
/// A layer of the metal by its share of the way from the inside to the outside face, or the neutral one; or
/// its parallel layer so far outwards.
struct WallLayer {
  static constexpr double neutral = -1;
  double share = neutral;
  double beyond = 0;
  [[nodiscard]] double on(const Chart& c) const {
    return beyond + (share == neutral ? 0 : c.inside + share * (c.outside - c.inside));
  }
};
inline constexpr WallLayer inside_layer{0}, middle_layer{0.5}, outside_layer{1};
[[nodiscard]] std::vector<LineHit> hits_of(const PartWall& wall, const SpaceLine& line,
                                           const WallLayer& layer);
/// The same with rulings as if they had no ends, but for faces and walls that are stretched.
[[nodiscard]] std::vector<LineHit> hits_beyond(const PartWall& wall, const SpaceLine& line,
                                               const WallLayer& layer);
/// By how much a line misses a layer: past the ends of rulings, or beside the wall. meeting.md (2)
/// from_outside  where it comes from: only walls that it would come through from there count
[[nodiscard]] double miss_of(const PartWall& wall, const SpaceLine& line, const WallLayer& layer,
                             bool from_outside);

/// The foot of a point: the place of the wall that it stands square over, and how far, outwards. (3)
struct Foot {
  size_t chart = 0;
  double u = 0;
  double s = 0;
  double off = 0;  ///< from the neutral layer, mm
  Vec3 normal = {};
};
/// Of several the nearest to a layer; nothing where it stands over no metal.
[[nodiscard]] std::optional<Foot> foot_of(const PartWall& wall, Vec3 point, const WallLayer& layer);
/// The one near another hit, on the metal or beyond its ends, on the layer at a distance from the neutral one
/// (of a curved wall on that alone); nothing where the line passes the chart by.
[[nodiscard]] std::optional<LineHit> hit_near(const PartWall& wall, const SpaceLine& line,
                                              const LineHit& about, double reach, double layer);

/// The ruling and the place along it of a point of the flat as developed, near another.
[[nodiscard]] std::optional<std::pair<double, double>> place_near(const PartWall& wall, size_t chart, Vec2 p,
                                                                  std::pair<double, double> about,
                                                                  double reach);

/// The same of curved walls.
void add_hits(std::vector<LineHit>& hits, const Chart& c, size_t chart, const SpaceLine& line, double layer);
[[nodiscard]] std::optional<LineHit> curved_hit_near(const Chart& c, const SpaceLine& line,
                                                     const LineHit& about, double layer);
[[nodiscard]] std::optional<Foot> curved_foot(const Chart& c, size_t chart, Vec3 point);
[[nodiscard]] std::optional<std::pair<double, double>> curved_place_near(const Chart& c, Vec2 p,
                                                                         std::pair<double, double> about);
[[nodiscard]] std::optional<std::pair<double, double>> curved_place(const Chart& c, Vec2 p);
/// Where a function is 0, looked for from a place both ways, farther and farther.
[[nodiscard]] std::optional<double> root_near(const std::function<double(double)>& f, double about,
                                              double reach, double low, double high, double farthest);

}  // namespace juggler
