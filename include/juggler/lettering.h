// What is asked for: lettering on a wall, cut or marked. Lengths are millimetres; angles carry their unit.
#pragma once

#include "juggler/opening.h"

namespace juggler {

/// A letter as its font draws it: closed outlines that enclose what is inked where they run about it a number
/// of times other than 0; or single strokes. Lengths over the height of a capital, from where it starts on
/// its line.
struct Glyph {
  std::string letter = {};  ///< UTF-8
  double advance = 0;       ///< to the next one's start
  std::vector<std::vector<DrawnCurve>> outlines = {};
  bool strokes = false;
};

/// A line of letters, laid true on the flat.
struct Lettering {
  std::string name = {};  ///< for tables and messages; else the text
  std::string text = {};
  std::string font = {};              ///< as it is called
  std::vector<Glyph> glyphs = {};     ///< of the text, letter by letter
  double height = 0;                  ///< of a capital
  OpeningPlace at = {};               ///< of the middle of the text's foot, or of its start
  bool round = true;                  ///< along the level line, each letter square to it; else straight
  bool cut = true;                    ///< else marked
  double bridge = 0;                  ///< width of what holds the middles of closed letters
  bool from_inside = false;           ///< reads right seen from the inside, else from the outside
  bool centred = true;                ///< about its place, else it starts there
  std::optional<double> length = {};  ///< that it is spread or narrowed to
  Angle turn = {};                    ///< straight: of the line, anticlockwise as it reads
  std::optional<double> web = {};     ///< as of an opening
  std::string key = {};               ///< its path in a job, for refusals
};
/// The lettering of the part as made: of the mirrored twin its place is, its letters are not.
[[nodiscard]] Lettering as_made(Lettering lettering, Hand hand);
/// Refuses what is missing, contradictory or out of range, as far as the lettering says itself.
void check(const Lettering& lettering);

}  // namespace juggler
