// DXF R2000 (AC1015) as text. Group codes and the order of sections follow the format's public reference.
#include <array>
#include <charconv>
#include <cmath>
#include <sstream>
#include <string>

#include "juggler/version.h"
#include "juggler/write.h"

namespace juggler {
namespace {

enum class Layer { cut, bend, mark, note, guide };
struct LayerLook {
  const char* name;
  int colour;
};
constexpr std::array<LayerLook, 5> layers{{{"JUGGLER_CUT", 40},
                                           {"JUGGLER_BEND", 171},
                                           {"JUGGLER_MARK", 94},
                                           {"JUGGLER_NOTE", 252},
                                           {"JUGGLER_GUIDE", 9}}};

// Drawing text is CP1252; what it lacks is written as \U+XXXX.
std::string drawing_text(const std::string& utf8) {
  std::string out;
  for (size_t i = 0; i < utf8.size();) {
    const auto lead = static_cast<unsigned char>(utf8[i]);
    const size_t length = lead < 0x80 ? 1 : lead < 0xE0 ? 2 : lead < 0xF0 ? 3 : 4;
    unsigned code = length == 1 ? lead : lead & (0xFFu >> (length + 1));
    for (size_t k = 1; k < length && i + k < utf8.size(); ++k) {
      code = (code << 6) | (static_cast<unsigned char>(utf8[i + k]) & 0x3Fu);
    }
    i += length;
    if (code == '^') {
      out += "^ ";
    } else if (code >= 0x20 && (code < 0x80 || (code >= 0xA0 && code <= 0xFF))) {
      out += static_cast<char>(code);
    } else if (code > 0xFFFF) {
      out += '?';
    } else {
      constexpr const char* hex = "0123456789ABCDEF";
      out += "\\U+";
      for (int shift = 12; shift >= 0; shift -= 4) out += hex[(code >> shift) & 15];
    }
  }
  return out;
}

int unit_code(const Units& units) {
  if (units.name == "in") return 1;
  if (units.name == "ft") return 2;
  if (units.name == "cm") return 5;
  return units.name == "m" ? 6 : 4;
}

class DxfWriter {
 public:
  DxfWriter(const Blank& blank, std::ostream& out, const Units& units)
      : blank_(blank), out_(out), units_(units) {}

  // What stands before the entities and says which handle comes after theirs.
  void write_head(const std::vector<std::string>& remarks, int seed) {
    text(999, std::string("juggler ") + version);
    for (const std::string& remark : remarks) text(999, drawing_text(remark));
    header(seed);
  }

  // All the rest; returns the first handle that is free.
  int write_body() {
    tables();
    blocks();
    section("ENTITIES");
    cut_loop(outline(blank_));
    for (const BlankOpening& o : blank_.openings) {
      if (const auto round = juggler::round_hole(o)) {
        circle(*round);
      } else {
        cut_loop(o.outline);
      }
    }
    for (const Outline& cut : blank_.partings)
      for (const Arc& arc : cut) one_arc(Layer::cut, arc);
    bends();
    for (const Arc& mark : blank_.marks.lines) one_arc(Layer::mark, mark);
    for (const MarkText& text : blank_.marks.texts) mark_text(text);
    end_section();
    objects();
    text(0, "EOF");
    return next_;
  }

 private:
  void text(int code, const std::string& value) { out_ << code << '\n' << value << '\n'; }
  void number(int code, int value) { text(code, std::to_string(value)); }
  void real(int code, double value) {
    std::array<char, 40> digits{};
    const auto end =
        std::to_chars(digits.data(), digits.data() + digits.size(), value == 0 ? 0.0 : value).ptr;
    std::string s(digits.data(), end);
    if (s.find_first_of(".en") == std::string::npos) s += ".0";
    text(code, s);
  }
  void handle(int code, int value) {
    std::array<char, 16> digits{};
    const auto end = std::to_chars(digits.data(), digits.data() + digits.size(), value, 16).ptr;
    std::string s(digits.data(), end);
    for (char& c : s) c = static_cast<char>(c >= 'a' ? c - 'a' + 'A' : c);
    text(code, s);
  }
  void point(int code, Vec2 mm, bool with_z) {
    real(code, mm.x / units_.mm);
    real(code + 10, mm.y / units_.mm);
    if (with_z) real(code + 20, 0);
  }
  int next() { return next_++; }

  void section(const char* name) {
    text(0, "SECTION");
    text(2, name);
  }
  void end_section() { text(0, "ENDSEC"); }

  void header(int seed) {
    const Rectangle box = as_laid(blank_);
    section("HEADER");
    text(9, "$ACADVER");
    text(1, "AC1015");
    text(9, "$DWGCODEPAGE");
    text(3, "ANSI_1252");
    text(9, "$INSUNITS");
    number(70, unit_code(units_));
    text(9, "$MEASUREMENT");
    number(70, in_inches(units_) ? 0 : 1);
    text(9, "$EXTMIN");
    point(10, box.corner, true);
    text(9, "$EXTMAX");
    point(10, box.corner + Vec2{box.width, box.height}, true);
    text(9, "$HANDSEED");
    handle(5, seed);
    end_section();
    section("CLASSES");
    end_section();
  }

  int begin_table(const char* name, int entries) {
    const int own = next();
    text(0, "TABLE");
    text(2, name);
    handle(5, own);
    number(330, 0);
    text(100, "AcDbSymbolTable");
    number(70, entries);
    return own;
  }
  void record(const char* type, int owner, const char* kind, const std::string& name, int handle_code = 5) {
    text(0, type);
    handle(handle_code, next());
    handle(330, owner);
    text(100, "AcDbSymbolTableRecord");
    text(100, kind);
    text(2, name);
    number(70, 0);
  }
  void end_table() { text(0, "ENDTAB"); }

  void tables() {
    section("TABLES");
    viewport_table();
    line_type_table();
    layer_table();
    style_table();
    begin_table("VIEW", 0);
    end_table();
    begin_table("UCS", 0);
    end_table();
    record("APPID", begin_table("APPID", 1), "AcDbRegAppTableRecord", "ACAD");
    end_table();
    dimension_style_table();
    block_record_table();
    end_section();
  }

  void viewport_table() {
    const Rectangle box = as_laid(blank_);
    record("VPORT", begin_table("VPORT", 1), "AcDbViewportTableRecord", "*Active");
    const auto pair = [&](int code, double x, double y) {
      real(code, x);
      real(code + 10, y);
    };
    pair(10, 0, 0);
    pair(11, 1, 1);
    pair(12, box.width / 2 / units_.mm, box.height / 2 / units_.mm);
    real(40, 1.1 * std::max(box.height, box.width) / units_.mm);
    real(41, 1.6);
    end_table();
  }

  void line_type_table() {
    const int owner = begin_table("LTYPE", 3);
    for (const char* name : {"ByBlock", "ByLayer", "Continuous"}) {
      record("LTYPE", owner, "AcDbLinetypeTableRecord", name);
      text(3, "");
      number(72, 65);
      number(73, 0);
      real(40, 0);
    }
    end_table();
  }

  void layer_table() {
    const int owner = begin_table("LAYER", 6);
    const auto layer = [&](const char* name, int colour) {
      record("LAYER", owner, "AcDbLayerTableRecord", name);
      number(62, colour);
      text(6, "Continuous");
    };
    layer("0", 7);
    for (const LayerLook& look : layers) layer(look.name, look.colour);
    end_table();
  }

  void style_table() {
    record("STYLE", begin_table("STYLE", 1), "AcDbTextStyleTableRecord", "Standard");
    real(40, 0);
    real(41, 1);
    real(50, 0);
    number(71, 0);
    real(42, 2.5);
    text(3, "txt");
    text(4, "");
    end_table();
  }

  void dimension_style_table() {
    const int owner = begin_table("DIMSTYLE", 1);
    text(100, "AcDbDimStyleTable");
    record("DIMSTYLE", owner, "AcDbDimStyleTableRecord", "Standard", 105);
    end_table();
  }

  void block_record_table() {
    const int owner = begin_table("BLOCK_RECORD", 2);
    for (int i = 0; i < 2; ++i) {
      space_[i] = next_;
      text(0, "BLOCK_RECORD");
      handle(5, next());
      handle(330, owner);
      text(100, "AcDbSymbolTableRecord");
      text(100, "AcDbBlockTableRecord");
      text(2, i == 0 ? "*Model_Space" : "*Paper_Space");
      handle(340, layout_handle(i));
    }
    end_table();
  }

  void blocks() {
    section("BLOCKS");
    for (int i = 0; i < 2; ++i) {
      const char* name = i == 0 ? "*Model_Space" : "*Paper_Space";
      text(0, "BLOCK");
      handle(5, next());
      handle(330, space_[i]);
      text(100, "AcDbEntity");
      if (i == 1) number(67, 1);
      text(8, "0");
      text(100, "AcDbBlockBegin");
      text(2, name);
      number(70, 0);
      point(10, {}, true);
      text(3, name);
      text(1, "");
      text(0, "ENDBLK");
      handle(5, next());
      handle(330, space_[i]);
      text(100, "AcDbEntity");
      if (i == 1) number(67, 1);
      text(8, "0");
      text(100, "AcDbBlockEnd");
    }
    end_section();
  }

  void entity(const char* type, Layer layer, const char* kind) {
    text(0, type);
    handle(5, next());
    handle(330, space_[0]);
    text(100, "AcDbEntity");
    text(8, layers[static_cast<size_t>(layer)].name);
    text(100, kind);
  }

  // One polyline; an arc's bulge is the tangent of a quarter of its turn.
  void polyline(Layer layer, const std::vector<Arc>& arcs, bool closed) {
    std::vector<Arc> parts;
    for (const Arc& arc : arcs) {
      for (const Arc& part : split(arc, Angle::degrees(170))) parts.push_back(part);
    }
    entity("LWPOLYLINE", layer, "AcDbPolyline");
    number(90, static_cast<int>(parts.size()) + (closed ? 0 : 1));
    number(70, closed ? 1 : 0);
    for (const Arc& part : parts) {
      point(10, part.start, false);
      real(42, is_straight(part) ? 0 : std::tan(part.turn.radians() / 4));
    }
    if (!closed) point(10, end_of(parts.back()), false);
  }
  void cut_loop(const Outline& loop) { polyline(Layer::cut, loop, true); }

  void circle(const RoundHole& hole) {
    entity("CIRCLE", Layer::cut, "AcDbCircle");
    point(10, hole.centre, true);
    real(40, hole.diameter / 2 / units_.mm);
  }

  void straight(Layer layer, Vec2 from, Vec2 to) {
    entity("LINE", layer, "AcDbLine");
    point(10, from, true);
    point(11, to, true);
  }

  void one_arc(Layer layer, const Arc& mark) {
    if (is_straight(mark)) return straight(layer, mark.start, end_of(mark));
    const Arc arc = mark.turn > Angle{} ? mark : reversed(mark);
    const Vec2 centre = centre_of(arc);
    const auto degrees = [&](Vec2 p) {
      const double at = Angle::radians(std::atan2(p.y - centre.y, p.x - centre.x)).degrees();
      return at < 0 ? at + 360 : at;
    };
    entity("ARC", layer, "AcDbCircle");
    point(10, centre, true);
    real(40, radius_of(arc) / units_.mm);
    text(100, "AcDbArc");
    real(50, degrees(arc.start));
    real(51, degrees(end_of(arc)));
  }

  // Bend lines, and the tangent lines between which a bend takes the sheet.
  void bends() {
    for (const Fold& fold : blank_.folds) {
      if (fold.arcs.empty()) straight(Layer::bend, fold.from, fold.to);
      const bool closed = norm(fold.to - fold.from) <= within::same * blank_.size;
      if (fold.arcs.size() == 1 && !closed) one_arc(Layer::bend, fold.arcs.front());
      if (fold.arcs.size() > 1 || (closed && !fold.arcs.empty())) polyline(Layer::bend, fold.arcs, closed);
    }
    if (!blank_.folding) return;
    for (const BentZone& s : blank_.folding->zones) {
      const bool sharp = s.a_from == s.b_from && s.a_to == s.b_to;  // its bend line says it all
      if (!sharp || s.rolled) guide(s.a_from, s.a_to);
      if (!sharp) guide(s.b_from, s.b_to);
    }
  }

  // A tangent line, as far as reliefs leave metal.
  void guide(Vec2 from, Vec2 to) {
    if (blank_.folding->relief == 0 && blank_.notches.empty()) return straight(Layer::guide, from, to);
    const Vec2 in = within::same * (to - from);
    for (const Arc& part : clipped(from + in, to - in, outline(blank_)))
      straight(Layer::guide, part.start, end_of(part));
  }

  void mark_text(const MarkText& mark) {
    entity("TEXT", Layer::mark, "AcDbText");
    point(10, mark.centre, true);
    real(40, mark.height / units_.mm);
    text(1, drawing_text(mark.text));
    real(50, mark.heading.degrees());
    number(72, 1);
    point(11, mark.centre, true);
    text(100, "AcDbText");
    number(73, 2);
  }

  // Fixed handles, so that the block records can name the layouts before they are written.
  static int layout_handle(int i) { return 0x10 + i; }

  void dictionary(int own, int owner, const std::vector<std::pair<std::string, int>>& entries) {
    text(0, "DICTIONARY");
    handle(5, own);
    handle(330, owner);
    text(100, "AcDbDictionary");
    number(281, 1);
    for (const auto& [name, value] : entries) {
      text(3, name);
      handle(350, value);
    }
  }

  void layout(int i) {
    text(0, "LAYOUT");
    handle(5, layout_handle(i));
    handle(330, layouts);
    text(100, "AcDbPlotSettings");
    text(1, "");
    number(70, i == 0 ? 1024 : 0);
    text(100, "AcDbLayout");
    text(1, i == 0 ? "Model" : "Layout1");
    number(70, 1);
    number(71, i);
    handle(330, space_[i]);
  }

  void objects() {
    section("OBJECTS");
    dictionary(root, 0, {{"ACAD_GROUP", groups}, {"ACAD_LAYOUT", layouts}});
    dictionary(groups, root, {});
    dictionary(layouts, root, {{"Model", layout_handle(0)}, {"Layout1", layout_handle(1)}});
    layout(0);
    layout(1);
    end_section();
  }

  const Blank& blank_;
  std::ostream& out_;
  const Units& units_;
  static constexpr int root = 0x12, groups = 0x13, layouts = 0x14;
  int next_ = 0x15;
  std::array<int, 2> space_{};
};

}  // namespace

void write_dxf(const Blank& blank, std::ostream& out, const Units& units,
               const std::vector<std::string>& remarks) {
  if (blank.edges.empty()) refuse("", "the blank has no outline that could be cut");
  std::ostringstream body;
  const int seed = DxfWriter(blank, body, units).write_body();
  DxfWriter(blank, out, units).write_head(remarks, seed);
  out << body.str();
}

void write_dxf(const JobResult& job, const PieceResult& piece, std::ostream& out) {
  std::vector<std::string> remarks{title_of(piece) + ", " + face_up(piece.blank) + " face up"};
  for (const Row& row : asked_for(job, piece)) remarks.push_back(row.name + ": " + row.value);
  write_dxf(piece.blank, out, job.job.units, remarks);
}

}  // namespace juggler
