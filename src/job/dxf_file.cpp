// Curves of a DXF file.
#include <set>

#include "dxf_text.h"

namespace juggler {
namespace {

class DxfCurves {
 public:
  DxfCurves(const DrawingFile& file, const DxfDrawing& drawing)
      : file_(file), drawing_(drawing), layer_(dxf_name(file.layer)) {}

  std::vector<DrawnCurve> curves() {
    const double mm = drawing_.mm;
    add_all(drawing_.entities, {mm, 0, 0, mm, 0, 0}, 0, false);
    if (curves_.empty() && !file_.layer.empty()) refuse_layer();
    return std::move(curves_);
  }

 private:
  [[noreturn]] void refuse_layer() const {
    std::string all;
    for (const std::string& name : layers_) all += (all.empty() ? "" : ", ") + name;
    file_.refuse(1, "holds no curve on the layer " + file_.layer, all.substr(0, 200));
  }

  double value(const DxfEntity& e, int code, double otherwise = 0) const {
    const DxfPair* p = e.group(code);
    return p ? dxf_number(file_, *p) : otherwise;
  }
  double needed(const DxfEntity& e, int code) const {
    const DxfPair* p = e.group(code);
    if (!p) file_.refuse(e.line, fmt::format("has a {} without its group {}", e.type, code));
    return dxf_number(file_, *p);
  }

  [[noreturn]] void refuse_plane(const DxfEntity& e) const {
    file_.refuse(e.line, fmt::format("has a {} that does not lie in the plane of the drawing", e.type),
                 "a flat outline");
  }

  // Entities seen from below are drawn in axes of their own, x the other way.
  Affine own_axes(const DxfEntity& e) const {
    const double x = value(e, 210, 0);
    const double y = value(e, 220, 0);
    const double z = value(e, 230, 1);
    if (std::abs(x) > within::same || std::abs(y) > within::same || z == 0) refuse_plane(e);
    return z < 0 ? Affine{-1, 0, 0, 1, 0, 0} : Affine{};
  }

  void add(DrawnCurve c, const Affine& map) {
    if (curves_.size() >= 20000) file_.refuse(1, "holds too many curves", "up to 20,000");
    curves_.push_back(mapped(c, map));
  }

  // Entities of a block on layer 0 lie on that of the block.
  void add_all(const std::vector<DxfEntity>& entities, const Affine& map, int depth, bool on_layer) {
    for (size_t i = 0; i < entities.size(); ++i) {
      const DxfEntity& e = entities[i];
      if (e.type == "POLYLINE") {
        size_t end = i + 1;
        while (end < entities.size() && entities[end].type == "VERTEX") ++end;
        if (taken(e, on_layer))
          add_old_polyline(
              e, {entities.begin() + static_cast<long>(i) + 1, entities.begin() + static_cast<long>(end)},
              map);
        i = end - 1;
        continue;
      }
      if (e.type == "SEQEND" || e.type == "VERTEX" || e.type == "ATTRIB") continue;
      if (e.type == "INSERT")
        insert(e, map, depth, on_layer);
      else if (taken(e, on_layer))
        add_entity(e, map);
    }
  }

  [[nodiscard]] bool taken(const DxfEntity& e, bool on_layer) {
    if (e.group(67) && e.group(67)->value == "1") return false;  // on a sheet of paper
    const std::string layer = dxf_name(e.text(8));
    layers_.insert(layer);
    return layer_.empty() || layer == layer_ || (on_layer && (layer == "0" || layer.empty()));
  }

  void insert(const DxfEntity& e, const Affine& map, int depth, bool on_layer) {
    const auto block = drawing_.blocks.find(e.text(2));
    if (block == drawing_.blocks.end()) file_.refuse(e.line, "places a block that it does not hold");
    if (depth >= 16) file_.refuse(e.line, "has blocks within blocks without end", "16 deep at most");
    const double turn = value(e, 50) * pi / 180;
    const double sx = value(e, 41, 1);
    const double sy = value(e, 42, 1);
    const Affine turned{std::cos(turn), std::sin(turn), -std::sin(turn),
                        std::cos(turn), value(e, 10),   value(e, 20)};
    const Affine from_base{1, 0, 0, 1, -block->second.base.x, -block->second.base.y};
    const bool here = !layer_.empty() && taken(e, on_layer);
    const auto times = [&](int code) { return std::clamp(value(e, code, 1), 1.0, 1e9); };
    for (double row = 0; row < times(71); ++row) {
      for (double column = 0; column < times(70); ++column) {
        if (++placed_ > 20000) file_.refuse(e.line, "places too many blocks", "up to 20,000");
        const Affine place{sx, 0, 0, sy, column * value(e, 44), row * value(e, 45)};
        add_all(block->second.entities, map.after(own_axes(e)).after(turned).after(place).after(from_base),
                depth + 1, here);
      }
    }
  }

  void check_level(const DxfEntity& e) const {
    double low = HUGE_VAL;
    double high = -HUGE_VAL;
    for (const DxfPair& p : e.groups) {
      const bool height = p.code == 30 || (p.code == 31 && e.type == "LINE");
      if (!height) continue;
      low = std::min(low, dxf_number(file_, p));
      high = std::max(high, dxf_number(file_, p));
    }
    const bool leans = e.type == "ELLIPSE" && std::abs(value(e, 31)) > within::beside;
    constexpr double level = 1e-6;  // in the drawing's unit, as they are rounded
    if (high - low > level || leans) refuse_plane(e);
  }

  void add_entity(const DxfEntity& e, const Affine& map) {
    check_level(e);
    if (e.type == "LINE")
      return add(drawn_line({needed(e, 10), needed(e, 20)}, {needed(e, 11), needed(e, 21)}), map);
    if (e.type == "LWPOLYLINE") return add_polyline(e, map);
    if (e.type == "ELLIPSE") return add_ellipse(e, map);
    if (e.type == "SPLINE") return add_spline(e, map);
    if (e.type == "CIRCLE" || e.type == "ARC") return add_circle(e, map);
    static const std::set<std::string> no_curves{"TEXT",   "MTEXT",       "DIMENSION", "HATCH",  "POINT",
                                                 "LEADER", "MULTILEADER", "VIEWPORT",  "ATTDEF", "TOLERANCE"};
    if (!no_curves.contains(e.type))
      file_.refuse(e.line, "holds a " + e.type.substr(0, 40) + ", which is no curve of an outline",
                   "LINE, ARC, CIRCLE, ELLIPSE, LWPOLYLINE, POLYLINE, SPLINE");
  }

  void add_circle(const DxfEntity& e, const Affine& map) {
    const double radius = needed(e, 40);
    if (!(radius > 0)) file_.refuse(e.line, "has an arc without a radius");
    double from = 0;
    double to = 2 * pi;
    if (e.type == "ARC") {
      from = needed(e, 50) * pi / 180;
      to = needed(e, 51) * pi / 180;
      to -= 2 * pi * std::floor((to - from) / (2 * pi));
      if (to <= from) to += 2 * pi;
    }
    add(drawn_arc({needed(e, 10), needed(e, 20)}, radius, from, to), map.after(own_axes(e)));
  }

  void add_ellipse(const DxfEntity& e, const Affine& map) {
    const Vec2 axis{needed(e, 11), needed(e, 21)};
    DrawnCurve c =
        drawn_arc({needed(e, 10), needed(e, 20)}, norm(axis), value(e, 41, 0), value(e, 42, 2 * pi));
    c.b = needed(e, 40) * c.a;
    c.axis = heading_of(axis);
    if (!(c.a > 0 && c.b > 0)) file_.refuse(e.line, "has an ellipse without a width");
    if (c.to <= c.from) c.to = c.to + Angle::radians(2 * pi);
    // Its axes are those of the drawing; only the sense is its own.
    if (value(e, 230, 1) < 0) {
      std::swap(c.from, c.to);
      c.from = -c.from;
      c.to = -c.to;
    }
    own_axes(e);
    add(c, map);
  }

  struct Corner {
    Vec2 at;
    double bulge = 0;
  };

  void add_corners(const DxfEntity& e, const std::vector<Corner>& corners, bool closed, const Affine& map) {
    if (corners.size() < 2) file_.refuse(e.line, "has a polyline of fewer than two points");
    for (size_t i = 0; i + 1 < corners.size() + (closed ? 1 : 0); ++i) {
      const Corner& next = corners[(i + 1) % corners.size()];
      if (norm(next.at - corners[i].at) > 0) add(drawn_bulge(corners[i].at, next.at, corners[i].bulge), map);
    }
  }

  [[nodiscard]] bool is_closed(const DxfEntity& e) const { return static_cast<int>(value(e, 70)) % 2 != 0; }

  void add_polyline(const DxfEntity& e, const Affine& map) {
    std::vector<Corner> corners;
    for (const DxfPair& p : e.groups) {
      if (p.code == 10) corners.push_back({{dxf_number(file_, p), 0}});
      if (corners.empty()) continue;
      if (p.code == 20) corners.back().at.y = dxf_number(file_, p);
      if (p.code == 42) corners.back().bulge = dxf_number(file_, p);
    }
    add_corners(e, corners, is_closed(e), map.after(own_axes(e)));
  }

  void add_old_polyline(const DxfEntity& e, const std::vector<DxfEntity>& vertices, const Affine& map) {
    const int flags = static_cast<int>(value(e, 70));
    if (flags & (8 | 16 | 64)) file_.refuse(e.line, "has a polyline in space", "a flat outline");
    std::vector<Corner> corners;
    for (const DxfEntity& v : vertices) {
      if (static_cast<int>(value(v, 70)) & 16) continue;  // of the frame of a smoothed one
      corners.push_back({{needed(v, 10), needed(v, 20)}, value(v, 42)});
    }
    add_corners(e, corners, flags & 1, map.after(own_axes(e)));
  }

  // Spans of a B-spline as Bezier curves, by its polar form.
  void add_spline(const DxfEntity& e, const Affine& map) {
    std::vector<double> knots, weights;
    std::vector<Vec2> points;
    for (const DxfPair& p : e.groups) {
      if (p.code == 40) knots.push_back(dxf_number(file_, p));
      if (p.code == 41) weights.push_back(dxf_number(file_, p));
      if (p.code == 10) points.push_back({dxf_number(file_, p), 0});
      if (p.code == 20 && !points.empty()) points.back().y = dxf_number(file_, p);
    }
    const auto degree = static_cast<size_t>(std::clamp(needed(e, 71), 0.0, 1e6));
    if (degree < 1 || degree > 15) file_.refuse(e.line, "has a spline of that degree", "1 to 15");
    if (weights.empty()) weights.assign(points.size(), 1);
    const bool rising = std::is_sorted(knots.begin(), knots.end());
    const bool positive =
        std::all_of(weights.begin(), weights.end(), [](double w) { return w > within::same; });
    if (points.size() <= degree || knots.size() != points.size() + degree + 1 ||
        weights.size() != points.size() || !rising || !positive)
      file_.refuse(e.line, "has a spline whose points, knots and weights do not go together",
                   "control points, and degree + 1 knots more than points, rising");
    for (size_t k = degree; k < points.size(); ++k) {
      if (knots[k + 1] - knots[k] > within::rounding * (knots.back() - knots.front()))
        add(span(degree, k, knots, points, weights), map);
    }
  }

  static DrawnCurve span(size_t degree, size_t k, const std::vector<double>& knots,
                         const std::vector<Vec2>& points, const std::vector<double>& weights) {
    DrawnCurve c = drawn_bezier({});
    for (size_t at_end = 0; at_end <= degree; ++at_end) {
      std::vector<Vec3> d;  // weighed points, the weight third
      for (size_t j = 0; j <= degree; ++j) {
        const size_t i = k - degree + j;
        d.push_back({weights[i] * points[i].x, weights[i] * points[i].y, weights[i]});
      }
      for (size_t r = 1; r <= degree; ++r) {
        const double t = r <= at_end ? knots[k + 1] : knots[k];
        for (size_t j = degree; j >= r; --j) {
          const double low = knots[j + k - degree];
          const double part = (t - low) / (knots[j + 1 + k - r] - low);
          d[j] = (1 - part) * d[j - 1] + part * d[j];
        }
      }
      c.points.push_back(1 / d[degree].z * Vec2{d[degree].x, d[degree].y});
      c.weights.push_back(d[degree].z);
    }
    if (degree == 1) c = drawn_line(c.points.front(), c.points.back());
    return c;
  }

  const DrawingFile& file_;
  const DxfDrawing& drawing_;
  std::string layer_;
  int placed_ = 0;  // blocks
  std::vector<DrawnCurve> curves_;
  std::set<std::string> layers_;
};

}  // namespace

std::vector<DrawnCurve> read_dxf(const DrawingFile& file, const std::string& text) {
  const DxfDrawing drawing = dxf_drawing(file, text);
  return DxfCurves(file, drawing).curves();
}

}  // namespace juggler
