// What is asked for: openings in a wall, alone or in patterns. Lengths are millimetres; angles carry their
// unit.
#pragma once

#include "juggler/transition.h"

namespace juggler {

/// A stretch of a ring, about the opening's place; its middle points up.
struct RingSegment {
  double inner = 0;  ///< diameters, the inner one 0 or more
  double outer = 0;
  Angle span = {};          ///< over 0 to under 360 degrees
  bool round_ends = false;  ///< half circles beyond the span, else straight ends along radii
};

/// The outline of an opening: a profile about its centre, a ring segment, or several forms together. Its x
/// points along the level line, seen from the outside to the right; its y up.
struct OpeningForm {
  Profile profile = {};  ///< unless one of the others is given
  std::optional<RingSegment> ring = {};
  std::vector<OpeningForm> together = {};  ///< what any of them covers
  Vec2 shift = {};                         ///< from the place, or from the origin of those together
  std::string key = {};                    ///< its path in a job, for refusals
};

/// Laid: true on the flat. Bored: a straight prism through the formed part, true across it.
enum class OpeningHow { laid, bored };
[[nodiscard]] const char* name_of(OpeningHow how);

/// Which wall a bore goes through: the first that it meets coming from its place's side, the last, or both.
enum class BoredWalls { near, far, both };
[[nodiscard]] const char* name_of(BoredWalls walls);

/// Where the origin of a form lies. On the formed part, by `angle` or `seam_distance` with `height` or
/// `along_ruling`; or on the flat, by `edge` or `on_flat`.
///   height        of the point that lies in the plan angle's direction from the axis, of several the
///                 outermost, on the neutral layer
///   along_ruling  along the ruling of that plan angle, from its end before trims
struct OpeningPlace {
  std::optional<Angle> angle = {};
  std::optional<double> seam_distance = {};  ///< along the level line from the first seam's start
  std::optional<double> height = {};         ///< along the axis
  std::optional<double> along_ruling = {};
  EndName from = EndName::base;   ///< the end that height, or along_ruling, is measured from
  std::string edge = {};          ///< an edge of the flat by its label
  std::optional<int> which = {};  ///< of several edges, or straight runs of one, of that name; else the first
  double along = 0;               ///< along it, as the outline runs (anticlockwise)
  double distance = 0;            ///< square to it, inwards
  std::optional<Vec2> on_flat = {};  ///< as the blank is laid
  int piece = 1;                     ///< on the flat: of which piece

  [[nodiscard]] bool flat() const { return !edge.empty() || on_flat; }
};

/// The way of a bore: square to the axis, towards it, or square to the wall at its place; from there turned.
struct BoreWay {
  bool square_to_wall = false;
  Angle tilt = {};    ///< positive: it comes from above
  Angle swing = {};   ///< in plan, positive: from the right, seen from outside
  double offset = 0;  ///< of the centre line from the place, to the right
  /// Which layer of the metal lies on the bore where the hole is cut, square to the sheet: a named one;
  /// `clear`, no layer stands in the bore; `full`, every layer reaches it. Else clear.
  std::optional<Contact> contact = {};
};

/// More of the same round the part, and in rows. A count with neither span nor pitch goes round the full
/// turn.
struct Repeat {
  std::optional<int> count = {};          ///< of a row
  std::optional<Angle> over = {};         ///< span about the axis
  std::optional<Angle> pitch = {};        ///< about the axis
  std::optional<double> girth_over = {};  ///< the same along the level line; on the flat along x
  std::optional<double> girth_pitch = {};
  bool ends = true;        ///< of a span: the first and the last lie on its ends, else within
  bool centred = false;    ///< about the place, rows too; else from there on
  bool even = false;       ///< the pitch nearest to that asked which comes out even round the part
  int rows = 1;            ///< rows further along the axis, or the ruling
  double row_pitch = 0;    ///< of either sign
  bool staggered = false;  ///< every second row lies half a pitch on
  struct LeftOut {
    int row = 0;  ///< 0: in every row
    int member = 0;
  };
  std::vector<LeftOut> left_out = {};
  bool backwards = false;  ///< of the mirrored twin: clockwise
};

struct Opening {
  std::string name = {};
  OpeningForm form = {};
  std::optional<OpeningHow> how = {};  ///< required
  OpeningPlace at = {};
  BoredWalls walls = BoredWalls::near;
  BoreWay bore = {};
  Angle turn = {};  ///< of the form, anticlockwise seen from outside, or as the flat is laid
  Repeat repeat = {};
  std::optional<double> web = {};  ///< least, to edges, bends and other openings; else the thickness
  std::string key = {};            ///< its path in a job, for refusals
};
/// The opening of the part as made: of the mirrored twin mirrored, but for places on the flat.
[[nodiscard]] Opening as_made(Opening opening, Hand hand);

/// A member of a pattern, by how far it lies from the place.
struct Member {
  int row = 1;  ///< counted from 1, those left out too
  int number = 1;
  Angle turned = {};   ///< about the axis, or
  double girth = 0;    ///< along the level line
  double further = 0;  ///< along the axis, or the ruling
};
/// A pattern worked out: by angles, or by lengths.
struct Pattern {
  std::vector<Member> members = {};
  bool by_angle = true;
  int in_row = 1;          ///< those left out too
  Angle pitch = {};        ///< by angle
  double girth_pitch = 0;  ///< by length
};
/// The members of an opening's repeat. The girth is that of the neutral layer's level line once round at the
/// place, 0 where there is none.
///
/// Errors  Refusal for counts, spans and pitches that are missing, contradict each other or are out of range,
///         and for more than 200000 members.
[[nodiscard]] Pattern pattern_of(const Opening& opening, double girth);

/// Refuses what is missing, contradictory or out of range, as far as the opening says itself.
void check(const Opening& opening);
void check_place(const OpeningPlace& at, const std::string& key);

}  // namespace juggler
