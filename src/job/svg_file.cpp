// Curves of an SVG file.
#include <charconv>
#include <cstring>
#include <map>
#include <pugixml.hpp>
#include <set>

#include "drawing_file.h"

namespace juggler {
namespace {

// Numbers of an attribute: apart by blanks, commas, or by nothing where a sign or a point tells them apart.
class Scanner {
 public:
  explicit Scanner(std::string_view text) : text_(text) {}

  void skip() {
    while (at_ < text_.size() && std::strchr(" \t\r\n,", text_[at_])) ++at_;
  }
  [[nodiscard]] bool done() {
    skip();
    return at_ >= text_.size();
  }
  [[nodiscard]] char peek() const { return text_[at_]; }
  char letter() { return text_[at_++]; }
  std::string word() {
    const size_t from = at_;
    while (at_ < text_.size() && (std::isalpha(static_cast<unsigned char>(text_[at_])) != 0)) ++at_;
    return std::string(text_.substr(from, at_ - from));
  }
  [[nodiscard]] bool take(char c) {
    skip();
    if (at_ >= text_.size() || text_[at_] != c) return false;
    ++at_;
    return true;
  }
  std::optional<double> number() {
    skip();
    if (at_ < text_.size() && text_[at_] == '+') ++at_;
    double value = 0;
    const char* first = text_.data() + at_;
    const auto [stop, error] = std::from_chars(first, text_.data() + text_.size(), value);
    if (error != std::errc{} || !(std::abs(value) <= 1e12)) return std::nullopt;
    at_ += static_cast<size_t>(stop - first);
    return value;
  }
  // A flag of an arc: one digit, after which the next number may follow at once.
  std::optional<bool> flag() {
    skip();
    if (at_ >= text_.size() || (text_[at_] != '0' && text_[at_] != '1')) return std::nullopt;
    return text_[at_++] == '1';
  }

 private:
  std::string_view text_;
  size_t at_ = 0;
};

constexpr double one_scale = 1e-4;  // as far as rounded sizes may differ

class SvgReader {
 public:
  SvgReader(const DrawingFile& file, const std::string& text) : file_(file), text_(text) {}

  std::vector<DrawnCurve> curves() {
    pugi::xml_document document;
    const auto parsed = document.load_buffer(text_.data(), text_.size());
    if (!parsed) {
      where_ = static_cast<size_t>(std::max<std::ptrdiff_t>(parsed.offset, 0));
      refuse(std::string("is no XML: ") + parsed.description());
    }
    const pugi::xml_node root = document.document_element();
    if (std::string(root.name()) != "svg") refuse("is no SVG", "an svg element");
    walk(root, scale_of(root), file_.layer.empty(), 0);
    return std::move(curves_);
  }

 private:
  [[noreturn]] void refuse(const std::string& reason, const std::string& allowed = {}) const {
    const auto end = text_.begin() + static_cast<std::ptrdiff_t>(std::min(where_, text_.size()));
    file_.refuse(1 + static_cast<int>(std::count(text_.begin(), end, '\n')), reason, allowed);
  }

  double attribute(const pugi::xml_node& node, const char* name, double otherwise = 0) const {
    const pugi::xml_attribute a = node.attribute(name);
    if (!a) return otherwise;
    Scanner s(a.value());
    const auto value = s.number();
    const std::string unit = s.done() ? "" : s.word();
    if (!value || (!unit.empty() && unit != "px") || !s.done())
      refuse(fmt::format("holds '{}' where {} is due", std::string(a.value()).substr(0, 40), name),
             "a plain number");
    return *value;
  }

  // A length of the root in mm, nothing where it names no unit of length.
  struct Extent {
    std::optional<double> value, mm;
  };
  [[nodiscard]] Extent extent(const pugi::xml_node& root, const char* name) const {
    static const std::map<std::string, double> units{{"mm", 1},         {"cm", 10},       {"in", 25.4},
                                                     {"pt", 25.4 / 72}, {"pc", 25.4 / 6}, {"Q", 0.25},
                                                     {"", 0},           {"px", 0}};
    Scanner s(root.attribute(name).value());
    if (s.done()) return {};
    const auto value = s.number();
    const std::string unit = s.done() ? "" : s.word();
    if (value && s.take('%') && s.done()) return {};
    const auto found = units.find(unit);
    if (!value || !(*value > 0) || found == units.end() || !s.done())
      refuse(fmt::format("has a {} that is no length above 0", name),
             "a number, alone or in mm, cm, in, pt, pc or Q");
    return {value, found->second > 0 ? std::optional(*value * found->second) : std::nullopt};
  }

  // y upwards; in mm where width or height name a unit. What is seen through the box must come out at one
  // scale both ways.
  Affine scale_of(const pugi::xml_node& root) {
    Scanner box(root.attribute("viewBox").value());
    std::array<double, 4> seen{};
    const bool through = !box.done();
    for (double& v : seen) {
      if (!through) break;
      const auto value = box.number();
      if (!value) refuse("has a viewBox that is none", "four numbers");
      v = *value;
    }
    if (through && (!box.done() || !(seen[2] > 0 && seen[3] > 0)))
      refuse("has a viewBox without a width or height");
    std::optional<double> mm;
    for (const auto& [name, length] : {std::pair{"width", seen[2]}, std::pair{"height", seen[3]}}) {
      const Extent e = extent(root, name);
      if (!e.value) continue;
      const double own = through ? *e.value / length : 1;
      // Without a box what is drawn is in px, 96 to the inch.
      const double by_unit = e.mm ? (through ? *e.mm / length : 25.4 / 96) : 0;
      if (!e.mm && std::abs(own - 1) > one_scale)
        refuse(fmt::format("has a {} without a unit that is not that of its viewBox: its size is not known",
                           name),
               "a unit, as in 120mm, or the viewBox's own");
      if (!e.mm) continue;
      if (mm && std::abs(by_unit - *mm) > one_scale * *mm)
        refuse("has a width and a height that do not agree with its viewBox: it would come out at two scales",
               "one scale both ways");
      if (!mm) mm = by_unit;
    }
    const double by = mm.value_or(file_.mm);
    return Affine{by, 0, 0, -by, 0, 0}.after(transform_of(root));
  }

  // Styles move things, too: those are not read.
  void check_style(const pugi::xml_node& node) const {
    const std::string style =
        std::string(node.name()) == "style" ? node.child_value() : node.attribute("style").value();
    if (style.find("transform") == std::string::npos) return;
    refuse("moves things by a style", "the transform attribute");
  }

  void walk(const pugi::xml_node& node, const Affine& map, bool taken, int depth) {
    if (depth > 64) refuse("has groups within groups without end", "64 deep at most");
    for (const pugi::xml_node& child : node.children()) {
      if (child.type() != pugi::node_element) continue;
      where_ = static_cast<size_t>(std::max<std::ptrdiff_t>(child.offset_debug(), 0));
      const std::string name = child.name();
      static const std::set<std::string> unseen{"defs", "clipPath", "mask",  "marker", "pattern",  "symbol",
                                                "text", "style",    "title", "desc",   "metadata", "filter"};
      check_style(child);
      if (unseen.contains(name) || name.find(':') != std::string::npos) continue;
      Affine own = map.after(transform_of(child));
      if (name == "svg") {
        if (child.attribute("viewBox"))
          refuse("has an svg within it that has a viewBox of its own", "groups in place of it");
        own = own.after({1, 0, 0, 1, attribute(child, "x"), attribute(child, "y")});
      }
      const bool here = taken || file_.layer == child.attribute("id").value();
      if (name == "g" || name == "svg" || name == "a")
        walk(child, own, here, depth + 1);
      else if (here)
        add_shape(name, child, own);
    }
  }

  Affine transform_of(const pugi::xml_node& node) const {
    Affine map;
    Scanner s(node.attribute("transform").value());
    while (!s.done()) {
      const std::string name = s.word();
      std::vector<double> v;
      if (name.empty() || !s.take('(')) refuse("has a transform that is none");
      while (!s.take(')')) {
        const auto value = s.number();
        if (!value || v.size() == 6) refuse("has a transform that is none");
        v.push_back(*value);
      }
      map = map.after(one_transform(name, v));
    }
    return map;
  }

  [[nodiscard]] Affine one_transform(const std::string& name, const std::vector<double>& v) const {
    const size_t n = v.size();
    if (name == "matrix" && n == 6) return {v[0], v[1], v[2], v[3], v[4], v[5]};
    if (name == "translate" && (n == 1 || n == 2)) return {1, 0, 0, 1, v[0], n == 2 ? v[1] : 0};
    if (name == "scale" && (n == 1 || n == 2)) return {v[0], 0, 0, n == 2 ? v[1] : v[0], 0, 0};
    if (name == "rotate" && (n == 1 || n == 3)) {
      const Vec2 e = direction(v[0] * pi / 180);
      const Affine turn{e.x, e.y, -e.y, e.x, 0, 0};
      if (n == 1) return turn;
      return Affine{1, 0, 0, 1, v[1], v[2]}.after(turn).after({1, 0, 0, 1, -v[1], -v[2]});
    }
    if (name == "skewX" && n == 1) return {1, 0, std::tan(v[0] * pi / 180), 1, 0, 0};
    if (name == "skewY" && n == 1) return {1, std::tan(v[0] * pi / 180), 0, 1, 0, 0};
    refuse("has a transform that is none");
  }

  void add(const DrawnCurve& c, const Affine& map) {
    if (curves_.size() >= 20000) refuse("holds too many curves", "up to 20,000");
    if (c.kind == DrawnCurve::Kind::line && norm(c.end() - c.start()) == 0) return;
    curves_.push_back(mapped(c, map));
  }

  void add_shape(const std::string& name, const pugi::xml_node& node, const Affine& map) {
    const auto of = [&](const char* key) { return attribute(node, key); };
    if (name == "path") return add_path(node.attribute("d").value(), map);
    if (name == "line") return add(drawn_line({of("x1"), of("y1")}, {of("x2"), of("y2")}), map);
    if (name == "polyline" || name == "polygon")
      return add_points(node.attribute("points").value(), name == "polygon", map);
    if (name == "rect") return add_rect(node, map);
    if (name == "circle" || name == "ellipse") {
      const bool round = name == "circle";
      DrawnCurve c = drawn_arc({of("cx"), of("cy")}, of(round ? "r" : "rx"), 0, 2 * pi);
      if (!round) c.b = of("ry");
      if (!(c.a > 0 && c.b > 0)) refuse("has a " + name + " without a size");
      return add(c, map);
    }
    refuse("holds a " + name.substr(0, 40) + ", which is no curve of an outline",
           "path, line, polyline, polygon, rect, circle, ellipse, in groups");
  }

  void add_points(const char* text, bool closed, const Affine& map) {
    Scanner s(text);
    std::vector<Vec2> points;
    while (!s.done()) {
      const auto x = s.number();
      const auto y = s.number();
      if (!x || !y) refuse("has points that are none", "pairs of plain numbers");
      points.push_back({*x, *y});
    }
    for (size_t i = 0; i + 1 < points.size(); ++i) add(drawn_line(points[i], points[i + 1]), map);
    if (closed && points.size() > 2) add(drawn_line(points.back(), points.front()), map);
  }

  void add_rect(const pugi::xml_node& node, const Affine& map) {
    const double x = attribute(node, "x");
    const double y = attribute(node, "y");
    const double w = attribute(node, "width");
    const double h = attribute(node, "height");
    if (!(w > 0 && h > 0)) refuse("has a rect without a size");
    const double rx0 = attribute(node, "rx", -1);
    const double ry0 = attribute(node, "ry", -1);
    const double rx = std::min(std::max(rx0 < 0 ? ry0 : rx0, 0.0), w / 2);
    const double ry = std::min(std::max(ry0 < 0 ? rx0 : ry0, 0.0), h / 2);
    const bool round = rx > 0 && ry > 0;
    const Vec2 r = round ? Vec2{rx, ry} : Vec2{};
    const std::array<Vec2, 4> corners{{{x + w, y}, {x + w, y + h}, {x, y + h}, {x, y}}};
    const std::array<Vec2, 4> inwards{{{-1, 1}, {-1, -1}, {1, -1}, {1, 1}}};
    for (size_t k = 0; k < 4; ++k) {
      const Vec2 c = corners[k] + Vec2{inwards[k].x * r.x, inwards[k].y * r.y};
      const size_t n = (k + 1) % 4;
      const Vec2 d = corners[n] + Vec2{inwards[n].x * r.x, inwards[n].y * r.y};
      const double turn = pi / 2 * (static_cast<double>(k) - 1);
      if (round) {
        DrawnCurve arc = drawn_arc(c, r.x, turn, turn + pi / 2);
        arc.b = r.y;
        add(arc, map);
      }
      const Vec2 way = direction(turn + pi / 2);
      const Vec2 off{std::round(way.x) * r.x, std::round(way.y) * r.y};
      add(drawn_line(c + off, d + off), map);
    }
  }

  // --- paths

  struct Pen {
    Vec2 at, start, control;
    char last = 0;
  };

  double wanted(Scanner& s) const {
    const auto value = s.number();
    if (!value) refuse("has a path that breaks off or holds what is no number");
    return *value;
  }
  Vec2 wanted_point(Scanner& s, Vec2 from) const {
    const double x = wanted(s);
    return from + Vec2{x, wanted(s)};
  }

  void add_path(const char* text, const Affine& map) {
    Scanner s(text);
    Pen pen;
    char command = 0;
    while (!s.done()) {
      if (std::isalpha(static_cast<unsigned char>(s.peek())) != 0)
        command = s.letter();
      else if (command == 'M' || command == 'm')
        command = command == 'M' ? 'L' : 'l';
      else if (command == 'Z' || command == 'z' || command == 0)
        refuse("has a path that holds what is no command");
      if (pen.last == 0 && command != 'M' && command != 'm') refuse("has a path that does not begin with M");
      step(s, pen, command, map);
      pen.last = static_cast<char>(std::toupper(command));
    }
  }

  void step(Scanner& s, Pen& pen, char command, const Affine& map) {
    const bool relative = std::islower(static_cast<unsigned char>(command)) != 0;
    const Vec2 from = relative ? pen.at : Vec2{};
    const auto line_to = [&](Vec2 p) {
      add(drawn_line(pen.at, p), map);
      pen.at = p;
    };
    const auto bezier = [&](std::vector<Vec2> points) {
      pen.control = points[points.size() - 2];
      pen.at = points.back();
      add(drawn_bezier(std::move(points)), map);
    };
    const auto mirrored = [&](const char* after) {
      return std::strchr(after, pen.last) ? 2 * pen.at - pen.control : pen.at;
    };
    switch (std::toupper(command)) {
      case 'M':
        pen.at = pen.start = wanted_point(s, from);
        return;
      case 'L':
        return line_to(wanted_point(s, from));
      case 'H':
        return line_to({from.x + wanted(s), pen.at.y});
      case 'V':
        return line_to({pen.at.x, from.y + wanted(s)});
      case 'Z':
        line_to(pen.start);
        return;
      case 'C': {
        const Vec2 a = wanted_point(s, from);
        const Vec2 b = wanted_point(s, from);
        return bezier({pen.at, a, b, wanted_point(s, from)});
      }
      case 'S': {
        const Vec2 a = mirrored("CS");
        const Vec2 b = wanted_point(s, from);
        return bezier({pen.at, a, b, wanted_point(s, from)});
      }
      case 'Q': {
        const Vec2 a = wanted_point(s, from);
        return bezier({pen.at, a, wanted_point(s, from)});
      }
      case 'T': {
        const Vec2 a = mirrored("QT");
        return bezier({pen.at, a, wanted_point(s, from)});
      }
      case 'A':
        return arc_to(s, pen, from, map);
      default:
        refuse(std::string("has a path with the command ") + command, "M L H V C S Q T A Z");
    }
  }

  // From its two ends to its centre.
  void arc_to(Scanner& s, Pen& pen, Vec2 from, const Affine& map) {
    double a = std::abs(wanted(s));
    double b = std::abs(wanted(s));
    const double axis = wanted(s) * pi / 180;
    const auto large = s.flag();
    const auto sweep = s.flag();
    if (!large || !sweep) refuse("has an arc whose flags are none", "0 or 1");
    const Vec2 to = wanted_point(s, from);
    const Vec2 start = pen.at;
    pen.at = to;
    if (a == 0 || b == 0) return add(drawn_line(start, to), map);
    const Vec2 half = 0.5 * (start - to);
    const Vec2 e = direction(axis);
    Vec2 p{dot(half, e) / a, dot(half, left_of(e)) / b};  // of the unit circle
    if (norm(p) == 0) return;
    const double grow = std::max(1.0, norm(p));
    a *= grow;
    b *= grow;
    p = 1 / grow * p;
    const double off = std::sqrt(std::max(0.0, 1 - dot(p, p)));
    const Vec2 c = (*large == *sweep ? off : -off) / norm(p) * left_of(p);
    DrawnCurve arc = drawn_arc({}, a, std::atan2(p.y - c.y, p.x - c.x), std::atan2(-p.y - c.y, -p.x - c.x));
    arc.b = b;
    arc.axis = Angle::radians(axis);
    arc.centre = start + -1.0 * half + (a * c.x) * e + (b * c.y) * left_of(e);
    if (*sweep && arc.to < arc.from) arc.to = arc.to + Angle::radians(2 * pi);
    if (!*sweep && arc.to > arc.from) arc.to = arc.to - Angle::radians(2 * pi);
    add(arc, map);
  }

  const DrawingFile& file_;
  const std::string& text_;
  size_t where_ = 0;
  std::vector<DrawnCurve> curves_;
};

}  // namespace

std::vector<DrawnCurve> read_svg(const DrawingFile& file, const std::string& text) {
  return SvgReader(file, text).curves();
}

}  // namespace juggler
