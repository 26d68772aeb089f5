// Letters from fonts. Private to the room.
#pragma once

#include "entries.h"
#include "part/openings.h"

namespace juggler {

/// The glyphs of a lettering's text in the font that it names: a shipped one (stencil, serif, sans,
/// single_stroke), a family of the machine, or a file beside the job.
///
/// text, font  the entries; the font's may be null: stencil
/// Errors      JobRefusal for a font that is not found or is none, and for letters that it does not have.
void load_glyphs(const Entry& text, const Entry* font, const std::string& source, Lettering& lettering);

/// The same from a font of single strokes.
void load_strokes(std::istream& file, const std::vector<char32_t>& letters, const Entry& font,
                  const Entry& text, Lettering& lettering);
/// UTF-8.
[[nodiscard]] std::vector<char32_t> letters_of(const Entry& text);
[[nodiscard]] std::string in_utf8(char32_t letter);
[[noreturn]] void refuse_letter(const Entry& text, char32_t letter, const std::string& font);

}  // namespace juggler
