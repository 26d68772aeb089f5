// The pieces of a part laid flat, and the kinds of geometry that are. Private to the blank and the families.
#pragma once

#include <memory>

#include "develop/stretch.h"
#include "juggler/blank.h"
#include "juggler/part.h"
#include "meet/charts.h"

namespace juggler {

/// A piece laid flat: its charts, the edges over them, folds, joints, and what forms it.
struct LaidPiece {
  Blank blank = {};
  /// The stretches of its wall, as this number of the part's pieces.
  std::function<std::vector<Chart>(int piece)> charts = {};
  /// Its marks, when its openings are cut.
  std::function<void(Blank&)> mark = {};
  /// Where its base begins and points of its rims, turned upright: pieces of which these and all else agree
  /// are one blank. None: it is told apart already.
  Vec2 start = {};
  std::vector<Vec2> looks = {};
};

/// A part laid flat, piece by piece.
struct LaidPart {
  std::vector<LaidPiece> pieces = {};
  PartWall wall = {};                 ///< what is known of it beside its charts
  std::optional<Seam> seam = {};      ///< as made, where the pieces are joined at one
  bool closed = false;                ///< its last ruling is its first: a pressed one must close
  std::vector<TrimPlane> trims = {};  ///< of a closed one
  Bend bend = {};                     ///< of a folded one
};
/// What all parts are treated alike by: pressed walls closed, openings and letters cut, laps, marks, pieces
/// that are alike counted, work on edges, what is measured on the outline.
///
/// Errors  Refusal as cut_openings() and finish_blanks() do.
[[nodiscard]] std::vector<Blank> make_blanks(LaidPart part, const Making& making);

/// A flange at an end of a wall that no TurnedEnd is: folded where the end is straight in space, else turned
/// over.
struct EndFlange {
  Flange asked = {};
  Vec3 beyond = {};  ///< the normal of the end's plane, away from the wall
  double layer = 0;  ///< of the size face, from the inside, mm
  Bend bend = {};
};

/// A flange at an end of a wall: in its own plane, or in the one that trims it.
///
/// level   the normal of the end's own plane, upwards; none: along the axis
/// Errors  Refusal at the flange's end where other parts or several planes cut it.
[[nodiscard]] EndFlange end_flange(const Flange& asked, const Form& wall, double layer, const Bend& bend,
                                   const std::optional<Vec3>& level);

/// How far the metal of a wall once round reaches in a direction along an axis, with the flanges folded at
/// its ends; what is turned over along curves as it was before.
[[nodiscard]] double reach_of(const Form& wall, const std::vector<const Blank*>& blanks, Vec3 way);

/// A wall once round, and what its pieces are made with.
struct WholeWall {
  PieceMaker piece;
  Form form = {};         ///< once round, from plan angle 0
  Seam seam = {};         ///< as made
  double top_height = 0;  ///< of the top's plane or centre, mm
  std::vector<TurnedEnd> turned_ends = {};
  std::vector<EndFlange> flanges = {};
  /// Of a course: how far the shell goes on past its ends, along the axis. Openings are placed and met there
  /// too; what lies off its metal is another course's.
  double below = 0, above = 0;
  /// Says what a gap leaves no metal for, where more can be said than that.
  std::function<void(const Form& piece)> refuse_gap = {};
};
/// Errors  Refusal where the gap, lap or stock of a piece finds no rim to end on.
[[nodiscard]] LaidPart lay(const WholeWall& wall, const Making& making);
/// Whether the edges of the seam end on both rims.
[[nodiscard]] bool leaves_metal(const Form& piece, const Seam& seam);

/// One of several walls that follow one another: the wall that is laid out, what it is in the part, what is
/// said of it.
struct LaidWall {
  const Form* laid = nullptr;  ///< of what is stretched a wall in the plane: the flat itself
  int number = 0;              ///< which blank of the part is the first of these
  int count = 1;               ///< how many are alike
  std::vector<Phrase> notes = {}, warnings = {};
};
/// A part of such walls, from end to end, joined nowhere.
struct WallRow {
  const Form* form = nullptr;  ///< all of it in space
  std::vector<LaidWall> walls = {};
  double thickness = 0;
  double overall_height = 0;  ///< from its lowest metal to its highest, mm
  int blanks = 1;             ///< how many make the part
  bool stretched = false;     ///< it does not open flat as it is
};
[[nodiscard]] LaidPart lay(const WallRow& row, const Making& making);

/// A blank cut out of a wall by an outline of its own.
struct CutOut {
  std::shared_ptr<const Form> wall = {};
  Outline outline = {};                 ///< on its flat as developed
  std::vector<std::string> edges = {};  ///< what they are called along each of its arcs
  double fit_error = 0;
  FaceNames face_names = {};
  double upright = 0;               ///< the ruling that comes to lie upright
  std::vector<double> marked = {};  ///< rulings that are marked
  std::vector<Phrase> notes = {};
};
[[nodiscard]] LaidPart lay(const CutOut& cut, const Making& making);

/// A folded part whose body has been made.
[[nodiscard]] LaidPart lay(const Body& body, const Making& making);

/// A part whose wall need not open flat.
[[nodiscard]] LaidPart lay(const StretchedPart& part, const Making& making);

}  // namespace juggler
