// A part formed: what its family makes of its sizes, and all that is asked of it afterwards. Families differ
// here and nowhere else.
#pragma once

#include <array>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <variant>
#include <vector>
#include "juggler/blank.h"
#include "juggler/record.h"

namespace juggler {

/// Which directions of space lie to the right and upwards on the page.
struct Projection {
  Vec3 right, up;
  [[nodiscard]] Vec3 towards_eye() const { return cross(right, up); }
  [[nodiscard]] Vec2 operator()(Vec3 p) const { return {dot(p, right), -dot(p, up)}; }
};
inline constexpr Projection from_front{{1, 0, 0}, {0, 0, 1}};
inline constexpr Projection from_above{{1, 0, 0}, {0, 1, 0}};
/// Seen from a plan angle, 24 degrees above the horizon.
[[nodiscard]] Projection pictorial_from(Angle plan);

/// What a line of a formed part is.
enum class LineOf { edge, seam, bend, mark, guide };

/// A line in space: points at 0 to steps.
struct SceneLine {
  std::function<Vec3(double)> point;
  int steps = 1;
  LineOf of = LineOf::edge;
  bool seen_through = false;  ///< an outline of its own face: never hidden
};
/// Straight, in so many steps.
[[nodiscard]] SceneLine straight(Vec3 from, Vec3 to, LineOf of = LineOf::edge, int steps = 40,
                                 bool seen_through = false);

/// A part as seen in one projection.
struct Scene {
  std::vector<SceneLine> lines;
  std::vector<std::array<Vec3, 3>> faces;
  double size = 1;
};
/// The faces between two lines of as many points.
void add_faces_between(Scene& scene, const std::vector<Vec3>& low, const std::vector<Vec3>& high);

/// A dimension beside a view. Where it is not said between what, the view's whole extent.
struct ViewDimension {
  enum class Side { left, right, above, below };
  enum class Start { view, place };  ///< where its extension lines begin
  enum class Beyond { view, place };
  Side side = Side::left;
  Phrase text = {};
  std::optional<Vec3> from = {}, to = {};
  Start start = Start::view;
  Beyond beyond = Beyond::view;  ///< what the dimension's line stands beyond
  double out = 6;                ///< by so much, mm of paper
};
/// A size at one of several places.
struct ViewLabel {
  Phrase text = {};
  std::vector<Vec3> at = {};
  Vec2 away = {};  ///< on the page, y downwards
};
/// The name of a line, on either side of it.
struct LineLabel {
  std::string text = {};
  Vec3 from = {}, to = {};
  Vec2 away = {};
};
struct ViewArrow {
  Vec3 from = {}, to = {};
  Phrase text = {};
};
/// 0, 90, 180 and 270 degrees: round a circle, or beside the view.
struct PlanAngles {
  std::optional<Vec3> centre = {};
  double radius = 0;
};
/// The same in a view that looks down on it: as far from a centre along x and along y.
struct SlantedPlanAngles {
  Vec3 centre = {};
  Vec2 reach = {};
};
/// Tags of lines: along them, or where they are seen end on.
struct LineTags {
  struct Tag {
    std::string text;
    Vec3 from, to;
  };
  std::vector<Tag> tags = {};
  bool along = true;
  bool only_seen = false;  ///< none of lines that a face hides
};
using ViewNote =
    std::variant<ViewDimension, ViewLabel, LineLabel, ViewArrow, PlanAngles, SlantedPlanAngles, LineTags>;

/// A part in its views: what each says besides, in the order in which it finds room.
struct Seen {
  Projection pictorial = pictorial_from(Angle::radians(-0.6));
  std::function<Scene(const Projection&)> scene = {};
  std::vector<ViewNote> in_front = {}, in_above = {}, in_pictorial = {};
};

/// How far forming stretches the metal of a blank, place by place.
struct StrainField {
  /// A stretch of the blank: two parameters from 0 to 1.
  struct Stretch {
    double share = 1;  ///< of the whole, along the first parameter
    std::function<Vec2(double, double)> place;
    std::function<double(double, double)> strain;  ///< the principal strain farthest from 0
  };
  std::vector<Stretch> stretches = {};
  double greatest = 0;
  std::function<Vec2()> where = {};  ///< the place of the greatest, on the flat
};

/// What only its family can say of a part and a blank of it. Each may be left out.
struct Sayings {
  using Facts = std::function<std::vector<Fact>(const Blank&)>;
  /// The sizes as asked for, whatever they were given as.
  std::function<std::vector<Fact>()> asked = {};
  Facts numbers = {};  ///< of the blank and the formed part, beside those of every blank
  /// Beside the blank's own notes; they may take long.
  std::function<std::vector<Phrase>(const Blank&)> notes = {};
  Facts labels = {};  ///< what stands on a drawing beside its lines, by name
  /// The part as asked for, in the result document: members beside those of every part.
  std::function<Record(const Blank&)> part = {};
  /// Members of the result document that this family alone has, of one piece.
  std::function<Record(const Blank&)> members = {};
  std::function<std::vector<MeasuredTable>(const Blank&)> tables = {};
  /// Nothing where the blank opens flat.
  std::function<std::optional<StrainField>(const Blank&)> strain = {};
  /// The formed part in its views, of one blank among all of the part's.
  std::function<Seen(const Blank&, const std::vector<const Blank*>& all)> seen = {};
};

struct LaidPart;       // what all blanks are made from; internal
struct StretchedPart;  // a wall that forming stretches, worked out; internal

/// A part formed. Its geometry is of one of three kinds: a wall by straight rulings that opens flat, faces
/// joined by bend zones, or a wall that stretches.
struct Formed {
  /// The wall by rulings in space, once round from its seam or from end to end; null where there is none.
  std::shared_ptr<const Form> form = {};
  bool opens_flat = true;                               ///< as it is: with `form`
  std::shared_ptr<const Body> body = {};                ///< of faces and zones; else null
  std::shared_ptr<const StretchedPart> stretched = {};  ///< of a wall that forming stretches; else null
  std::optional<Seam> seam = {};                        ///< as made, where the edges of the wall are joined
  std::vector<TurnedEnd> turned_ends = {};
  double thickness = 0;               ///< of the metal, mm
  double metal_share = 1;             ///< of the metal's middle in the area of the blank
  std::optional<Face> sizes_on = {};  ///< the face that its sizes lie on, where there is a choice
  std::string laid_out_by = {};       ///< where the neutral layer lies and who says so, in few words
  bool has_hand = false;              ///< of its own, right or left: it winds
  bool edges_open = false;            ///< its two ends are not joined to each other
  bool cut_out = false;               ///< of a wall that only leads about it: its blanks are cut out
  bool joints_made = true;            ///< what meets along edges is joined; else they are only parted
  /// Where a part that follows it stands: the centre of its top, the axis square to its plane. None where it
  /// has no top.
  std::optional<Frame> top = {};

  /// Laid flat: what its pieces are, and charts of them, edges over these, folds and joints.
  std::function<LaidPart(const Making&)> lay = {};
  std::function<Proof(const Blank&)> prove = {};
  Sayings says = {};

  /// The wall, where it opens flat as it is, all of it; else null.
  [[nodiscard]] const Form* wall() const { return opens_flat && !cut_out ? form.get() : nullptr; }
};

/// A part of which only its sheet is known yet.
[[nodiscard]] Formed formed_of(const Part& part);

/// A wall by straight rulings that opens flat, joined at the part's seam: what a shape of one's own is made
/// of, with no more than its rulings given. Everything else follows: blanks in pieces with gaps, laps and
/// openings, their proof against the wall, numbers, views.
///
/// piece   the wall from one ruling to another and beyond (Span); once round it goes from u = 0 to 2 pi,
///         rising with the plan angle; as drawn: of the opposite hand it is mirrored for it
/// height  of the top's centre, mm
/// Errors  as make_blanks() does.
[[nodiscard]] Formed formed_of_wall(const Part& part, const PieceMaker& piece, double height);

/// Forms a part of any shape.
/// Errors  Refusal for sizes missing, out of range or contradictory, and where the part cannot be made.
[[nodiscard]] Formed form_part(const Part& part);

/// Develops a part into its blank.
///
/// Returns   the blank in the positive quadrant, the bisector of its two seam rulings upright, base down, the
///           chosen face up.
/// Errors    Refusal as solve() and form() do; when the gap's edges meet before a rim, with the least size
///           that would leave metal; when a lap or stock is wider than the end allows; when the part has
///           several pieces (make_blanks() is for those).
/// Accuracy  1e-9 of the part's size for every position, length and area; fitted rims besides as `fit_error`
///           says.
/// Cost      below a millisecond where the rims are arcs, some tens of them where they are fitted.
/// Source    docs/maths/develop.md, docs/maths/round.md.
[[nodiscard]] Blank make_blank(const Shape& shape, const Sheet& sheet, const Seam& seam = {},
                               const Making& making = {});

/// The blanks of a part formed: one for each kind of piece, identical ones counted.
[[nodiscard]] std::vector<Blank> make_blanks(const Formed& formed, const Making& making);

/// The same for a part in any number of pieces: one blank for each kind, identical ones counted, and those
/// that are mirror images of another said to be so.
[[nodiscard]] std::vector<Blank> make_blanks(const Shape& shape, const Sheet& sheet, const Seam& seam = {},
                                             const Making& making = {});

/// The proof of a part as it was given to make_blank() or make_blanks().
[[nodiscard]] Proof prove(const Blank& blank, const Shape& shape, const Sheet& sheet, const Seam& seam = {},
                          const Making& making = {});

}  // namespace juggler
