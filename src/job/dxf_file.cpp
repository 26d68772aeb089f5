// Curves of a DXF file: pairs of a group code and a value, line by line.
#include <charconv>
#include <map>
#include <set>

#include "drawing_file.h"

namespace juggler {
namespace {

constexpr double pi = std::numbers::pi;

struct Pair {
  int code = 0;
  std::string value;
  int line = 0;  // of the code
};

// An entity with its groups in order.
struct Entity {
  std::string type;
  int line = 0;
  std::vector<Pair> groups;
};

struct Block {
  Vec2 base;
  std::vector<Entity> entities;
};

class DxfReader {
 public:
  DxfReader(const DrawingFile& file, const std::string& text) : file_(file), text_(text) {}

  std::vector<DrawnCurve> curves() {
    split();
    sections();
    add_all(entities_, {unit_, 0, 0, unit_, 0, 0}, 0, false);
    if (curves_.empty() && !file_.layer.empty()) refuse_layer();
    return std::move(curves_);
  }

 private:
  [[noreturn]] void refuse_layer() const {
    std::string all;
    for (const std::string& name : layers_) all += (all.empty() ? "" : ", ") + name;
    file_.refuse(1, "holds no curve on the layer " + file_.layer, all.substr(0, 200));
  }

  // --- pairs

  std::string next_line(size_t& at, int& line) const {
    const size_t end = std::min(text_.find('\n', at), text_.size());
    std::string value = text_.substr(at, end - at);
    if (!value.empty() && value.back() == '\r') value.pop_back();
    at = end + 1;
    ++line;
    return value;
  }

  static std::string trimmed(const std::string& s) {
    const size_t a = s.find_first_not_of(" \t");
    return a == std::string::npos ? "" : s.substr(a, s.find_last_not_of(" \t") - a + 1);
  }

  void split() {
    if (text_.find('\0') != std::string::npos)
      file_.refuse(1, "is no text: a binary file", "a DXF file saved as text");
    size_t at = 0;
    int line = 0;
    while (at < text_.size()) {
      Pair pair;
      pair.line = line + 1;
      const std::string code = trimmed(next_line(at, line));
      if (code.empty() && at >= text_.size()) break;
      const auto [stop, error] = std::from_chars(code.data(), code.data() + code.size(), pair.code);
      if (error != std::errc{} || stop != code.data() + code.size())
        file_.refuse(pair.line, "is no DXF: '" + code.substr(0, 40) + "' stands where a group code is due",
                     "a whole number");
      if (at >= text_.size()) file_.refuse(pair.line, "breaks off after a group code", "a whole file");
      pair.value = trimmed(next_line(at, line));
      pairs_.push_back(std::move(pair));
      if (pairs_.size() > 4000000) file_.refuse(line, "goes on too long", "up to 8,000,000 lines");
    }
    if (pairs_.empty() || pairs_.back().code != 0 || pairs_.back().value != "EOF")
      file_.refuse(std::max(line, 1), "breaks off before its end", "a whole DXF file, EOF last");
  }

  double number(const Pair& p) const {
    double value = 0;
    const char* first = p.value.data() + (p.value.starts_with('+') ? 1 : 0);
    const char* last = p.value.data() + p.value.size();
    const auto [stop, error] = std::from_chars(first, last, value);
    if (error != std::errc{} || stop != last || !(std::abs(value) <= 1e12))
      file_.refuse(p.line + 1, "holds '" + p.value.substr(0, 40) + "' where a number is due");
    return value;
  }

  // --- sections

  void sections() {
    for (size_t i = 0; i + 1 < pairs_.size(); ++i) {
      if (pairs_[i].code != 0 || pairs_[i].value != "SECTION" || pairs_[i + 1].code != 2) continue;
      size_t end = i + 2;
      while (end < pairs_.size() && !(pairs_[end].code == 0 && pairs_[end].value == "ENDSEC")) ++end;
      if (end == pairs_.size()) file_.refuse(pairs_[i].line, "has a section without an end", "ENDSEC");
      const std::string& name = pairs_[i + 1].value;
      if (name == "HEADER") read_header(i + 2, end);
      if (name == "BLOCKS") read_blocks(i + 2, end);
      if (name == "ENTITIES") entities_ = entities_between(i + 2, end);
      i = end;
    }
  }

  void read_header(size_t from, size_t to) {
    unit_ = file_.mm;
    for (size_t i = from; i + 1 < to; ++i) {
      if (pairs_[i].code != 9 || pairs_[i].value != "$INSUNITS") continue;
      static const std::map<int, double> units{{1, 25.4}, {2, 304.8},  {4, 1},   {5, 10},
                                               {6, 1000}, {13, 0.001}, {14, 100}};
      const int code = static_cast<int>(number(pairs_[i + 1]));
      const auto found = units.find(code);
      if (found != units.end()) unit_ = found->second;
      if (found == units.end() && code != 0)
        file_.refuse(pairs_[i + 1].line + 1, "is drawn in units that no sheet is measured in",
                     "inches, feet, mm, cm, dm or m");
    }
  }

  std::vector<Entity> entities_between(size_t from, size_t to) const {
    std::vector<Entity> entities;
    for (size_t i = from; i < to; ++i) {
      if (pairs_[i].code == 0)
        entities.push_back({pairs_[i].value, pairs_[i].line, {}});
      else if (!entities.empty())
        entities.back().groups.push_back(pairs_[i]);
    }
    return entities;
  }

  void read_blocks(size_t from, size_t to) {
    std::string name;
    for (Entity& e : entities_between(from, to)) {
      if (e.type == "BLOCK") {
        name = text(e, 2);
        blocks_[name].base = {value(e, 10), value(e, 20)};
      } else if (e.type != "ENDBLK") {
        blocks_[name].entities.push_back(std::move(e));
      }
    }
  }

  // --- groups of an entity

  static const Pair* group(const Entity& e, int code) {
    const auto found =
        std::find_if(e.groups.begin(), e.groups.end(), [&](const Pair& p) { return p.code == code; });
    return found == e.groups.end() ? nullptr : &*found;
  }
  double value(const Entity& e, int code, double otherwise = 0) const {
    const Pair* p = group(e, code);
    return p ? number(*p) : otherwise;
  }
  double needed(const Entity& e, int code) const {
    const Pair* p = group(e, code);
    if (!p) file_.refuse(e.line, fmt::format("has a {} without its group {}", e.type, code));
    return number(*p);
  }
  static std::string text(const Entity& e, int code) {
    const Pair* p = group(e, code);
    return p ? p->value : "";
  }

  // --- curves

  [[noreturn]] void refuse_plane(const Entity& e) const {
    file_.refuse(e.line, fmt::format("has a {} that does not lie in the plane of the drawing", e.type),
                 "a flat outline");
  }

  // Entities seen from below are drawn in axes of their own, x the other way.
  Affine own_axes(const Entity& e) const {
    const double x = value(e, 210, 0);
    const double y = value(e, 220, 0);
    const double z = value(e, 230, 1);
    if (std::abs(x) > 1e-9 || std::abs(y) > 1e-9 || z == 0) refuse_plane(e);
    return z < 0 ? Affine{-1, 0, 0, 1, 0, 0} : Affine{};
  }

  void add(DrawnCurve c, const Affine& map) {
    if (curves_.size() >= 20000) file_.refuse(1, "holds too many curves", "up to 20,000");
    curves_.push_back(mapped(c, map));
  }

  // Entities of a block on layer 0 lie on that of the block.
  void add_all(const std::vector<Entity>& entities, const Affine& map, int depth, bool on_layer) {
    for (size_t i = 0; i < entities.size(); ++i) {
      const Entity& e = entities[i];
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

  [[nodiscard]] bool taken(const Entity& e, bool on_layer) {
    if (group(e, 67) && group(e, 67)->value == "1") return false;  // on a sheet of paper
    const std::string layer = text(e, 8);
    layers_.insert(layer);
    return file_.layer.empty() || layer == file_.layer || (on_layer && (layer == "0" || layer.empty()));
  }

  void insert(const Entity& e, const Affine& map, int depth, bool on_layer) {
    const auto block = blocks_.find(text(e, 2));
    if (block == blocks_.end()) file_.refuse(e.line, "places a block that it does not hold");
    if (depth >= 16) file_.refuse(e.line, "has blocks within blocks without end", "16 deep at most");
    const double turn = value(e, 50) * pi / 180;
    const double sx = value(e, 41, 1);
    const double sy = value(e, 42, 1);
    const Affine place{sx * std::cos(turn), sx * std::sin(turn), -sy * std::sin(turn),
                       sy * std::cos(turn), value(e, 10),        value(e, 20)};
    const Affine from_base{1, 0, 0, 1, -block->second.base.x, -block->second.base.y};
    const bool here = !file_.layer.empty() && taken(e, on_layer);
    add_all(block->second.entities, map.after(own_axes(e)).after(place).after(from_base), depth + 1, here);
  }

  void check_level(const Entity& e) const {
    double low = HUGE_VAL;
    double high = -HUGE_VAL;
    for (const Pair& p : e.groups) {
      const bool height = p.code == 30 || (p.code == 31 && e.type == "LINE");
      if (!height) continue;
      low = std::min(low, number(p));
      high = std::max(high, number(p));
    }
    const bool leans = e.type == "ELLIPSE" && std::abs(value(e, 31)) > 1e-6;
    if (high - low > 1e-6 || leans) refuse_plane(e);
  }

  void add_entity(const Entity& e, const Affine& map) {
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

  void add_circle(const Entity& e, const Affine& map) {
    const double radius = needed(e, 40);
    if (!(radius > 0)) file_.refuse(e.line, "has an arc without a radius");
    double from = 0;
    double to = 2 * pi;
    if (e.type == "ARC") {
      from = needed(e, 50) * pi / 180;
      to = needed(e, 51) * pi / 180;
      while (to <= from) to += 2 * pi;
    }
    add(drawn_arc({needed(e, 10), needed(e, 20)}, radius, from, to), map.after(own_axes(e)));
  }

  void add_ellipse(const Entity& e, const Affine& map) {
    const Vec2 axis{needed(e, 11), needed(e, 21)};
    DrawnCurve c =
        drawn_arc({needed(e, 10), needed(e, 20)}, norm(axis), value(e, 41, 0), value(e, 42, 2 * pi));
    c.b = needed(e, 40) * c.a;
    c.axis = std::atan2(axis.y, axis.x);
    if (!(c.a > 0 && c.b > 0)) file_.refuse(e.line, "has an ellipse without a width");
    if (c.to <= c.from) c.to += 2 * pi;
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

  void add_corners(const Entity& e, const std::vector<Corner>& corners, bool closed, const Affine& map) {
    if (corners.size() < 2) file_.refuse(e.line, "has a polyline of fewer than two points");
    for (size_t i = 0; i + 1 < corners.size() + (closed ? 1 : 0); ++i) {
      const Corner& next = corners[(i + 1) % corners.size()];
      if (norm(next.at - corners[i].at) > 0) add(drawn_bulge(corners[i].at, next.at, corners[i].bulge), map);
    }
  }

  [[nodiscard]] bool is_closed(const Entity& e) const { return static_cast<int>(value(e, 70)) % 2 != 0; }

  void add_polyline(const Entity& e, const Affine& map) {
    std::vector<Corner> corners;
    for (const Pair& p : e.groups) {
      if (p.code == 10) corners.push_back({{number(p), 0}});
      if (corners.empty()) continue;
      if (p.code == 20) corners.back().at.y = number(p);
      if (p.code == 42) corners.back().bulge = number(p);
    }
    add_corners(e, corners, is_closed(e), map.after(own_axes(e)));
  }

  void add_old_polyline(const Entity& e, const std::vector<Entity>& vertices, const Affine& map) {
    const int flags = static_cast<int>(value(e, 70));
    if (flags & (8 | 16 | 64)) file_.refuse(e.line, "has a polyline in space", "a flat outline");
    std::vector<Corner> corners;
    for (const Entity& v : vertices) {
      if (static_cast<int>(value(v, 70)) & 16) continue;  // of the frame of a smoothed one
      corners.push_back({{needed(v, 10), needed(v, 20)}, value(v, 42)});
    }
    add_corners(e, corners, flags & 1, map.after(own_axes(e)));
  }

  // Spans of a B-spline as Bezier curves, by its polar form.
  void add_spline(const Entity& e, const Affine& map) {
    std::vector<double> knots, weights;
    std::vector<Vec2> points;
    for (const Pair& p : e.groups) {
      if (p.code == 40) knots.push_back(number(p));
      if (p.code == 41) weights.push_back(number(p));
      if (p.code == 10) points.push_back({number(p), 0});
      if (p.code == 20 && !points.empty()) points.back().y = number(p);
    }
    const auto degree = static_cast<size_t>(std::clamp(needed(e, 71), 0.0, 1e6));
    if (degree < 1 || degree > 15) file_.refuse(e.line, "has a spline of that degree", "1 to 15");
    if (weights.empty()) weights.assign(points.size(), 1);
    const bool rising = std::is_sorted(knots.begin(), knots.end());
    const bool positive = std::all_of(weights.begin(), weights.end(), [](double w) { return w > 1e-9; });
    if (points.size() <= degree || knots.size() != points.size() + degree + 1 ||
        weights.size() != points.size() || !rising || !positive)
      file_.refuse(e.line, "has a spline whose points, knots and weights do not go together",
                   "control points, and degree + 1 knots more than points, rising");
    for (size_t k = degree; k < points.size(); ++k) {
      if (knots[k + 1] - knots[k] > 1e-12 * (knots.back() - knots.front()))
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
  const std::string& text_;
  double unit_ = file_.mm;
  std::vector<Pair> pairs_;
  std::vector<Entity> entities_;
  std::map<std::string, Block> blocks_;
  std::vector<DrawnCurve> curves_;
  std::set<std::string> layers_;
};

}  // namespace

std::vector<DrawnCurve> read_dxf(const DrawingFile& file, const std::string& text) {
  return DxfReader(file, text).curves();
}

}  // namespace juggler
