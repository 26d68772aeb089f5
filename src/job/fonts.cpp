#include "fonts.h"
#include "named_file.h"

#include <fmt/format.h>
#include <fontconfig/fontconfig.h>
#include <ft2build.h>

#include <algorithm>
#include <array>
#include <filesystem>
#include <fstream>
#include <memory>
#include <sstream>
#include FT_FREETYPE_H
#include FT_OUTLINE_H
#include FT_TRUETYPE_TABLES_H

#include "juggler/shapes.h"

namespace juggler {
namespace {

struct Shipped {
  const char* name;
  const char* family;
  const char* style;
};
constexpr std::array<Shipped, 3> shipped{
    {{"stencil", "Allerta", "Stencil"}, {"serif", "DejaVu Serif", "Book"}, {"sans", "DejaVu Sans", "Book"}}};
constexpr const char* single_stroke = "/usr/share/hershey-fonts/futural.jhf";

struct Found {
  std::string path;
  std::string family;
  std::string bytes = {};  // what it holds, where a job names it; else it is read from the path
};

// A font of the machine; nothing where only another comes near.
std::optional<Found> find_family(const std::string& family, const char* style) {
  const std::unique_ptr<FcConfig, void (*)(FcConfig*)> config(FcInitLoadConfigAndFonts(), FcConfigDestroy);
  if (!config) return std::nullopt;
  const std::unique_ptr<FcPattern, void (*)(FcPattern*)> asked(FcPatternCreate(), FcPatternDestroy);
  FcPatternAddString(asked.get(), FC_FAMILY, reinterpret_cast<const FcChar8*>(family.c_str()));
  if (style) FcPatternAddString(asked.get(), FC_STYLE, reinterpret_cast<const FcChar8*>(style));
  FcPatternAddBool(asked.get(), FC_OUTLINE, FcTrue);
  FcConfigSubstitute(config.get(), asked.get(), FcMatchPattern);
  FcDefaultSubstitute(asked.get());
  FcResult result{};
  const std::unique_ptr<FcPattern, void (*)(FcPattern*)> best(FcFontMatch(config.get(), asked.get(), &result),
                                                              FcPatternDestroy);
  FcChar8* path = nullptr;
  if (!best || FcPatternGetString(best.get(), FC_FILE, 0, &path) != FcResultMatch) return std::nullopt;
  FcChar8* name = nullptr;
  for (int i = 0; FcPatternGetString(best.get(), FC_FAMILY, i, &name) == FcResultMatch; ++i) {
    if (FcStrCmpIgnoreCase(name, reinterpret_cast<const FcChar8*>(family.c_str())) == 0)
      return Found{reinterpret_cast<const char*>(path), reinterpret_cast<const char*>(name)};
  }
  return std::nullopt;
}

bool is_file(const std::string& font) {
  const std::string ending = std::filesystem::path(font).extension().string();
  return ending == ".ttf" || ending == ".otf" || ending == ".jhf" || font.find('/') != std::string::npos;
}

Found file_beside(const Entry& font, const std::string& source) {
  const FileKind kind{{".ttf", ".otf", ".jhf"}, "a font file", 64 << 20};
  const std::filesystem::path path = path_of(font, source, kind);
  return {path.string(), path.stem().string(), text_of(font, path, kind)};
}

Found found_font(const Entry* entry, const Entry& text, const std::string& source) {
  const std::string name = entry ? std::get<std::string>(entry->value) : "stencil";
  const Entry& at = entry ? *entry : text;
  if (name == "single_stroke") {
    if (std::filesystem::exists(single_stroke)) return {single_stroke, "single stroke"};
    refuse(at, "is not installed: the shipped font of single strokes is missing", {},
           "install the package hershey-fonts-data");
  }
  for (const Shipped& s : shipped) {
    if (name != s.name) continue;
    if (auto found = find_family(s.family, s.style)) {
      found->family = std::string(s.family) + (std::string(s.style) == "Stencil" ? " Stencil" : "");
      return *found;
    }
    refuse(at, fmt::format("is not installed: {} is missing", s.family), {},
           name == "stencil" ? "install the package fonts-allerta" : "install the package fonts-dejavu-core");
  }
  if (is_file(name)) return file_beside(at, source);
  if (const auto found = find_family(name, nullptr)) return *found;
  refuse(at, "names no font of this machine",
         "\"stencil\", \"serif\", \"sans\", \"single_stroke\", a family, or a file beside the job");
}

// Reads outlines as FreeType tells them, curve by curve.
struct Pen {
  Glyph* glyph;
  double scale;
  Vec2 at;

  [[nodiscard]] Vec2 point(const FT_Vector* v) const {
    return {scale * static_cast<double>(v->x), scale * static_cast<double>(v->y)};
  }
  void begin(Vec2 p) {
    close();
    glyph->outlines.emplace_back();
    at = p;
    start = p;
  }
  void add(std::vector<Vec2> points) {
    DrawnCurve c;
    c.kind = points.size() == 2 ? DrawnCurve::Kind::line : DrawnCurve::Kind::bezier;
    at = points.back();
    c.weights.assign(points.size(), 1);
    c.points = std::move(points);
    glyph->outlines.back().push_back(std::move(c));
  }
  void close() {
    if (!glyph->outlines.empty() && !(at == start)) add({at, start});
  }
  Vec2 start = {};
};

int move_to(const FT_Vector* to, void* user) {
  auto* pen = static_cast<Pen*>(user);
  pen->begin(pen->point(to));
  return 0;
}
int line_to(const FT_Vector* to, void* user) {
  auto* pen = static_cast<Pen*>(user);
  pen->add({pen->at, pen->point(to)});
  return 0;
}
int conic_to(const FT_Vector* control, const FT_Vector* to, void* user) {
  auto* pen = static_cast<Pen*>(user);
  pen->add({pen->at, pen->point(control), pen->point(to)});
  return 0;
}
int cubic_to(const FT_Vector* one, const FT_Vector* two, const FT_Vector* to, void* user) {
  auto* pen = static_cast<Pen*>(user);
  pen->add({pen->at, pen->point(one), pen->point(two), pen->point(to)});
  return 0;
}

class FontFile {
 public:
  FontFile(const Found& found, const Entry& at, const Entry& text)
      : family_(found.family), bytes_(found.bytes), text_(text) {
    if (FT_Init_FreeType(&library_) != 0) throw std::bad_alloc();
    const auto* bytes = reinterpret_cast<const FT_Byte*>(bytes_.data());
    const FT_Error error =
        bytes_.empty() ? FT_New_Face(library_, found.path.c_str(), 0, &face_)
                       : FT_New_Memory_Face(library_, bytes, static_cast<FT_Long>(bytes_.size()), 0, &face_);
    if (error != 0 || !FT_IS_SCALABLE(face_)) {
      if (face_) FT_Done_Face(face_);
      FT_Done_FreeType(library_);
      refuse(at, "names a file that is no font of outlines", "a .ttf or .otf file");
    }
    scale_ = 1 / capital_height();
  }
  FontFile(const FontFile&) = delete;
  FontFile& operator=(const FontFile&) = delete;
  ~FontFile() {
    FT_Done_Face(face_);
    FT_Done_FreeType(library_);
  }

  Glyph glyph(char32_t letter, char32_t next) {
    const FT_UInt index = FT_Get_Char_Index(face_, letter);
    if (index == 0 || FT_Load_Glyph(face_, index, FT_LOAD_NO_SCALE) != 0)
      refuse_letter(text_, letter, family_);
    Glyph g;
    g.letter = in_utf8(letter);
    g.advance = scale_ * static_cast<double>(face_->glyph->metrics.horiAdvance);
    Pen pen{&g, scale_, {}};
    const FT_Outline_Funcs read{move_to, line_to, conic_to, cubic_to, 0, 0};
    if (FT_Outline_Decompose(&face_->glyph->outline, &read, &pen) != 0) refuse_letter(text_, letter, family_);
    pen.close();
    FT_Vector kern{};
    if (next != 0 &&
        FT_Get_Kerning(face_, index, FT_Get_Char_Index(face_, next), FT_KERNING_UNSCALED, &kern) == 0)
      g.advance += scale_ * static_cast<double>(kern.x);
    return g;
  }

 private:
  // Of its H, else as the font says.
  double capital_height() {
    const FT_UInt index = FT_Get_Char_Index(face_, 'H');
    if (index != 0 && FT_Load_Glyph(face_, index, FT_LOAD_NO_SCALE) == 0) {
      const double high = static_cast<double>(face_->glyph->metrics.horiBearingY);
      if (high > 0) return high;
    }
    return 0.7 * static_cast<double>(face_->units_per_EM);
  }

  std::string family_;
  std::string bytes_;  // the face reads them as it goes
  const Entry& text_;
  FT_Library library_ = nullptr;
  FT_Face face_ = nullptr;
  double scale_ = 1;
};

}  // namespace

std::string in_utf8(char32_t c) {
  std::string s;
  const auto add = [&](char32_t byte) { s += static_cast<char>(static_cast<unsigned char>(byte)); };
  if (c < 0x80) {
    add(c);
  } else if (c < 0x800) {
    add(0xC0 | (c >> 6));
    add(0x80 | (c & 0x3F));
  } else if (c < 0x10000) {
    add(0xE0 | (c >> 12));
    add(0x80 | ((c >> 6) & 0x3F));
    add(0x80 | (c & 0x3F));
  } else {
    add(0xF0 | (c >> 18));
    add(0x80 | ((c >> 12) & 0x3F));
    add(0x80 | ((c >> 6) & 0x3F));
    add(0x80 | (c & 0x3F));
  }
  return s;
}

// TOML texts are valid UTF-8; those of a command line need not be.
std::vector<char32_t> letters_of(const Entry& text) {
  const auto& s = std::get<std::string>(text.value);
  std::vector<char32_t> letters;
  for (size_t i = 0; i < s.size();) {
    const auto first = static_cast<unsigned char>(s[i]);
    const size_t more = first < 0x80 ? 0 : first >= 0xF0 ? 3 : first >= 0xE0 ? 2 : first >= 0xC0 ? 1 : 9;
    if (more == 9 || i + more >= s.size()) refuse(text, "is no UTF-8 text");
    char32_t c = more == 0 ? first : first & (0x3F >> more);
    for (size_t k = 1; k <= more; ++k) {
      const auto byte = static_cast<unsigned char>(s[i + k]);
      if ((byte & 0xC0) != 0x80) refuse(text, "is no UTF-8 text");
      c = (c << 6) | (byte & 0x3F);
    }
    letters.push_back(c);
    i += more + 1;
  }
  return letters;
}

void refuse_letter(const Entry& text, char32_t letter, const std::string& font) {
  refuse(text, fmt::format("has the letter \"{}\", which {} does not have", in_utf8(letter), font), {},
         "leave it out, or take another font");
}

void load_glyphs(const Entry& text, const Entry* font, const std::string& source, Lettering& l) {
  const std::vector<char32_t> letters = letters_of(text);
  const Found found = found_font(font, text, source);
  l.font = found.family;
  if (found.path.ends_with(".jhf")) {
    std::ifstream installed;
    std::istringstream named(found.bytes);
    if (found.bytes.empty()) installed.open(found.path, std::ios::binary);
    load_strokes(found.bytes.empty() ? static_cast<std::istream&>(installed) : named, letters,
                 font ? *font : text, text, l);
    return;
  }
  FontFile file(found, font ? *font : text, text);
  for (size_t i = 0; i < letters.size(); ++i)
    l.glyphs.push_back(file.glyph(letters[i], i + 1 < letters.size() ? letters[i + 1] : 0));
}

}  // namespace juggler
