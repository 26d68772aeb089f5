// Fonts of single strokes in the JHF format: one glyph a line, its number, how many pairs of letters follow,
// then those: the first the left and the right side, " R" lifts the pen, others are places counted from 'R',
// downwards. The glyphs of ASCII stand in their order from the space.
#include <fmt/format.h>

#include <charconv>
#include <fstream>

#include "fonts.h"

namespace juggler {
namespace {

constexpr double capital = 21;  // the height of a capital in these units
constexpr double foot = 9;      // of the line below the middle
constexpr char32_t first_letter = 32;

// The pairs of each glyph. A count may wrap over several lines.
std::vector<std::string> glyph_lines(std::istream& in, const Entry& at) {
  std::vector<std::string> glyphs;
  std::string line;
  while (std::getline(in, line)) {
    if (line.size() < 8) continue;
    int pairs = 0;
    const size_t from = line.find_first_not_of(' ', 5);
    if (from >= 8) refuse(at, "names a file that is no font of strokes", "a .jhf file");
    const auto [end, error] = std::from_chars(line.data() + from, line.data() + 8, pairs);
    if (error != std::errc() || end != line.data() + 8 || pairs < 1 || pairs > 999)
      refuse(at, "names a file that is no font of strokes", "a .jhf file");
    std::string body = line.substr(8);
    while (body.size() < 2 * static_cast<size_t>(pairs) && std::getline(in, line)) body += line;
    if (body.size() < 2 * static_cast<size_t>(pairs))
      refuse(at, "names a font of strokes that breaks off", "a whole .jhf file");
    glyphs.push_back(body.substr(0, 2 * static_cast<size_t>(pairs)));
  }
  return glyphs;
}

double place(char c) { return static_cast<double>(c - 'R'); }

Glyph glyph_of(const std::string& pairs, char32_t letter) {
  Glyph g;
  g.letter = in_utf8(letter);
  g.strokes = true;
  const double left = place(pairs[0]);
  g.advance = (place(pairs[1]) - left) / capital;
  bool down = false;
  Vec2 last;
  for (size_t i = 2; i + 1 < pairs.size(); i += 2) {
    if (pairs[i] == ' ' && pairs[i + 1] == 'R') {
      down = false;
      continue;
    }
    const Vec2 p{(place(pairs[i]) - left) / capital, (foot - place(pairs[i + 1])) / capital};
    if (down) {
      DrawnCurve c;
      c.points = {last, p};
      g.outlines.back().push_back(std::move(c));
    } else {
      g.outlines.emplace_back();
    }
    last = p;
    down = true;
  }
  std::erase_if(g.outlines, [](const std::vector<DrawnCurve>& o) { return o.empty(); });
  return g;
}

}  // namespace

void load_strokes(std::istream& file, const std::vector<char32_t>& letters, const Entry& font,
                  const Entry& text, Lettering& l) {
  const std::vector<std::string> glyphs = glyph_lines(file, font);
  for (const char32_t letter : letters) {
    if (letter < first_letter || letter - first_letter >= glyphs.size()) refuse_letter(text, letter, l.font);
    l.glyphs.push_back(glyph_of(glyphs[letter - first_letter], letter));
  }
}

}  // namespace juggler
