// Pairs of a group code and a value, line by line.
#include "dxf_text.h"

#include <algorithm>
#include <array>
#include <charconv>

namespace juggler {

const DxfPair* DxfEntity::group(int code) const {
  const auto found =
      std::find_if(groups.begin(), groups.end(), [&](const DxfPair& p) { return p.code == code; });
  return found == groups.end() ? nullptr : &*found;
}

std::string DxfEntity::text(int code) const {
  const DxfPair* p = group(code);
  return p ? p->value : "";
}

double dxf_number(const DrawingFile& file, const DxfPair& p) {
  double value = 0;
  const char* first = p.value.data() + (p.value.starts_with('+') ? 1 : 0);
  const char* last = p.value.data() + p.value.size();
  const auto [stop, error] = std::from_chars(first, last, value);
  if (error != std::errc{} || stop != last || !(std::abs(value) <= 1e12))
    file.refuse(p.line + 1, "holds '" + p.value.substr(0, 40) + "' where a number is due");
  return value;
}

namespace {

void add_utf8(std::string& out, unsigned code) {
  if (code < 0x80) {
    out += static_cast<char>(code);
  } else if (code < 0x800) {
    out += static_cast<char>(0xC0 | (code >> 6));
    out += static_cast<char>(0x80 | (code & 0x3F));
  } else {
    out += static_cast<char>(0xE0 | (code >> 12));
    out += static_cast<char>(0x80 | ((code >> 6) & 0x3F));
    out += static_cast<char>(0x80 | (code & 0x3F));
  }
}

bool is_utf8(const std::string& s) {
  for (size_t i = 0; i < s.size();) {
    const auto lead = static_cast<unsigned char>(s[i]);
    const size_t more = lead < 0x80                   ? 0
                        : lead >= 0xC2 && lead < 0xE0 ? 1
                        : lead >= 0xE0 && lead < 0xF0 ? 2
                        : lead >= 0xF0 && lead < 0xF5 ? 3
                                                      : s.size();
    if (i + more >= s.size()) return false;
    for (size_t k = 1; k <= more; ++k) {
      if ((static_cast<unsigned char>(s[i + k]) & 0xC0) != 0x80) return false;
    }
    i += more + 1;
  }
  return true;
}

unsigned from_cp1252(unsigned char byte) {
  constexpr std::array<unsigned, 32> upper{0x20AC, 0x81,   0x201A, 0x192,  0x201E, 0x2026, 0x2020, 0x2021,
                                           0x2C6,  0x2030, 0x160,  0x2039, 0x152,  0x8D,   0x17D,  0x8F,
                                           0x90,   0x2018, 0x2019, 0x201C, 0x201D, 0x2022, 0x2013, 0x2014,
                                           0x2DC,  0x2122, 0x161,  0x203A, 0x153,  0x9D,   0x17E,  0x178};
  return byte >= 0x80 && byte < 0xA0 ? upper[byte - 0x80u] : byte;
}

}  // namespace

std::string dxf_name(const std::string& value) {
  const bool utf8 = is_utf8(value);
  std::string name;
  for (size_t i = 0; i < value.size(); ++i) {
    unsigned code = 0;
    const char* digits = value.data() + i + 3;
    if (value.compare(i, 3, "\\U+") == 0 && i + 7 <= value.size() &&
        std::from_chars(digits, digits + 4, code, 16).ptr == digits + 4) {
      add_utf8(name, code);
      i += 6;
    } else if (const auto byte = static_cast<unsigned char>(value[i]); byte < 0x80) {
      name += static_cast<char>(std::tolower(byte));
    } else if (utf8) {
      name += value[i];
    } else {
      add_utf8(name, from_cp1252(byte));
    }
  }
  return name;
}

namespace {

class DxfText {
 public:
  DxfText(const DrawingFile& file, const std::string& text) : file_(file), text_(text) {}

  DxfDrawing drawing() {
    split();
    sections();
    return std::move(drawing_);
  }

 private:
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
      DxfPair pair;
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
      if (name == "ENTITIES") drawing_.entities = entities_between(i + 2, end);
      i = end;
    }
  }

  void read_header(size_t from, size_t to) {
    drawing_.mm = file_.mm;
    for (size_t i = from; i + 1 < to; ++i) {
      if (pairs_[i].code != 9 || pairs_[i].value != "$INSUNITS") continue;
      static const std::map<int, double> units{{1, 25.4}, {2, 304.8},  {4, 1},   {5, 10},
                                               {6, 1000}, {13, 0.001}, {14, 100}};
      const int code = static_cast<int>(dxf_number(file_, pairs_[i + 1]));
      const auto found = units.find(code);
      if (found != units.end()) drawing_.mm = found->second;
      if (found == units.end() && code != 0)
        file_.refuse(pairs_[i + 1].line + 1, "is drawn in units that no sheet is measured in",
                     "inches, feet, mm, cm, dm or m");
    }
  }

  std::vector<DxfEntity> entities_between(size_t from, size_t to) const {
    std::vector<DxfEntity> entities;
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
    for (DxfEntity& e : entities_between(from, to)) {
      if (e.type == "BLOCK") {
        name = e.text(2);
        drawing_.blocks[name].base = {value(e, 10), value(e, 20)};
      } else if (e.type != "ENDBLK") {
        drawing_.blocks[name].entities.push_back(std::move(e));
      }
    }
  }

  double value(const DxfEntity& e, int code) const {
    const DxfPair* p = e.group(code);
    return p ? dxf_number(file_, *p) : 0;
  }

  const DrawingFile& file_;
  const std::string& text_;
  std::vector<DxfPair> pairs_;
  DxfDrawing drawing_;
};

}  // namespace

DxfDrawing dxf_drawing(const DrawingFile& file, const std::string& text) {
  return DxfText(file, text).drawing();
}

}  // namespace juggler
