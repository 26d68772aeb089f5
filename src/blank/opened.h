// A form with its neutral layer laid flat: the rims as curves of the flat. Private to the blank.
#pragma once

#include <memory>
#include <optional>

#include "develop/unroll.h"
#include "geom/curve_arcs.h"
#include "juggler/blank.h"

namespace juggler {

struct Opened {
  const Form& form;
  Wall neutral;
  Flat flat;

  /// The seam rulings; the flat may go on beyond them.
  [[nodiscard]] double from() const { return form.from(); }
  [[nodiscard]] double to() const { return form.to(); }
  [[nodiscard]] double middle() const { return (from() + to()) / 2; }
};
[[nodiscard]] Opened open(const Form& form);

[[nodiscard]] Vec2 rim_point(const Opened& o, EndName end, double u);

/// The rim between two rulings: one arc where it is one to 1e-11 of the part's size, else arcs fitted within
/// the tolerance, in place and in length; where the rim has a corner, the arcs have one. The error is the
/// greater of the two.
[[nodiscard]] FittedArcs rim_arcs(const Opened& o, EndName end, double from, double to, double tolerance);
/// Length of the rim on the flat between two rulings, mm.
[[nodiscard]] double rim_length(const Opened& o, EndName end, double from, double to);

/// One edge of the seam: the rulings at which it cuts the rims, and at a pointed end the corner of its lap.
struct EdgeCut {
  double base = 0;
  double top = 0;
  std::optional<Vec2> corner = {};
};
struct SeamCut {
  EdgeCut start;
  EdgeCut end;
  std::optional<Vec2> tip = {};  ///< where the edges meet at a pointed end
};
/// The gap at which the edges of a pointed blank meet on its rim, mm; from (30).
[[nodiscard]] double widest_gap_of_pointed(const Opened& o);
/// Nothing when the edges meet before a rim, or a lap or stock finds no rim to end on.
[[nodiscard]] std::optional<SeamCut> cut_seam(const Opened& o, const Seam& seam);

/// The outline seen from the outside, as developed: base, seam end, top, seam start.
struct Edges {
  std::vector<Edge> edges;
  double fit_error = 0;
};
[[nodiscard]] Edges developed_edges(const Opened& o, const SeamCut& cut, double tolerance);
/// What every blank begins with.
[[nodiscard]] Blank blank_for(const Making& making, double thickness, double size);
void place_edges(Blank& blank, const Placing& placing);
/// Gives a blank its edges: a direction (radians) of the flat as developed upright, seen from the face that
/// lies up, in the positive quadrant. Returns where the flat has come to lie.
Placing lay_upright(Blank& blank, Edges made, const EdgeWords& words, double heading);
/// Half circles beyond both ends of a strip, which are straight.
void add_round_ends(Blank& blank, bool at_start, bool at_end);
/// The same, run anticlockwise again after mirroring, the base first.
void run_anticlockwise(std::vector<Edge>& edges);
/// What they are called from there on.
void name_edges(Blank& blank, const EdgeWords& words);
[[nodiscard]] Outline joined(const std::vector<Edge>& edges);

/// The edges as cut on a layer, once round.
[[nodiscard]] LayerSizes sizes_on(const Form& form, double layer);
[[nodiscard]] GapReport gap_report(const Opened& o, const Seam& seam, const SeamCut& cut);

/// Stations that let the piece be formed again, in panels that are smooth in the wall and in both rims.
[[nodiscard]] std::vector<FormingPanel> forming_panels(const Opened& o, const Placing& placing);

/// Spaces between element lines on a piece.
[[nodiscard]] int element_spaces(const Form& form, const Making& making);
[[nodiscard]] std::vector<Element> elements_of(const Opened& o, const Placing& placing, int spaces);

/// A wall laid flat as a blank, before its openings and marks.
struct FormBlank {
  Blank blank;
  Placing placing;  ///< of the flat as developed
  std::shared_ptr<const Form> form;
  std::shared_ptr<const Opened> opened;
  SeamCut cut;
};
/// refuse  where the seam's edges leave no metal: says more of it than that
[[nodiscard]] FormBlank laid_blank(const Form& form, const Seam& seam, const Making& making,
                                   const std::function<void(const Form&)>& refuse = {});
struct LaidPiece;
[[nodiscard]] LaidPiece laid_piece(const FormBlank& made, const Seam& seam, const Making& making);
/// The highest place of a form's top rim, mm.
[[nodiscard]] double top_of(const Form& form);
/// Element lines, number, face and an arrow to the top, all within the outline.
[[nodiscard]] Marks make_marks(const Blank& blank, const Making& making);
/// The same, the element lines given, and where the middles of the spaces between them lie.
[[nodiscard]] Marks make_marks(const Blank& blank, const Making& making, std::vector<Arc> element_lines,
                               const std::vector<Vec2>& middles);
/// The lines given, number and face wherever there is most room for them.
void mark_cut_out(Blank& blank, const Making& making, const std::vector<Arc>& lines);
/// Openings that a lap of the seam, or of work on a seam edge, lies over are cut in the lap as well.
///
/// Errors  Refusal where the lap's edge would run through a letter.
void repeat_under_laps(const std::vector<Blank*>& pieces, const Seam& seam,
                       const std::vector<EdgeWork>& works);
/// Refuses openings of folded blanks that a lap of the joint they lie beside would cover.
void refuse_under_laps(const std::vector<Blank>& blanks);
/// The outline of a blank with the lap, hem or lock that the work adds.
[[nodiscard]] Outline outline_with(const Blank& blank, const EdgeWork& work);
/// Takes away what bend lines and marks would have beyond the outline.
void keep_marks_on_metal(Blank& blank);
/// Where neither number nor face found room on a blank.
void warn_of_no_identity(Blank& blank, const Making& making);
/// The rulings at which flats, cones and other stretches of a transition meet.
void mark_regions(Blank& blank, const Opened& o, const Placing& placing);
/// The number and the face that lies up, in the largest flat of a transition that has room, clear of all
/// lines; where none has, they stay where they are.
void move_texts_to_flats(Blank& blank, const Opened& o, const Placing& placing, const Making& making);
/// Where the sheet is cut after rolling, or where a lap ends: the seam's edges before stock and lap.
void mark_seam_lines(Blank& blank, const Form& form, const Seam& seam);

/// The bend lines of a pressed piece, from seam ruling to seam ruling.
struct PressedZone;
void add_round_hits(Blank& blank, const Opened& o, const Placing& placing, const PressedZone& pressed,
                    size_t first_tag);

/// What the shop should know, in plain sentences with numbers.
void add_notes(Blank& blank, const Form& form, const Seam& seam);
/// Where an end as it was before trims still shows beside the planes that cut it.
void note_level_ends(Blank& blank, const Opened& o);

/// "lap", "hem", "locked seam", "seam".
[[nodiscard]] const char* name_of(EdgeKind kind);

}  // namespace juggler
