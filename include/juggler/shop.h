// From parts to what the shop reads: developed jobs, their key numbers, what they are called.
// Drawings, bench cards and full-size templates.
#pragma once

#include <optional>
#include <string>
#include <vector>
#include "juggler/job.h"
#include "juggler/measure.h"
#include "juggler/page.h"
#include "juggler/solid.h"

namespace juggler {

/// What two parts of a job do to each other where they stand.
///   overlap  metal of both is in one place
///   order    the part cannot be drawn straight out past those that come before it in the job, so it cannot
///   be
///            put on after them
enum class ClashKind { overlap, order };
struct Clash {
  ClashKind kind = ClashKind::overlap;
  std::string part = {}, other = {};  ///< the part, and one that comes before it
  size_t piece = 0;                   ///< the part's, among the job's
  Vec3 at = {};                       ///< in the job: the deepest place, or where it strikes
  double depth = 0;                   ///< mm: of the overlap, or how far the part comes before it strikes
  bool through = false;               ///< the one's metal goes right through the other's
  bool other_way_round = false;       ///< the other can be put on after the part
};

/// Parts developed, and the job that says how they are shown: its units, its bench, its paper.
struct JobResult {
  Job job;
  std::vector<PieceResult> pieces;
  std::vector<JointProof> joints = {};  ///< where parts of it meet
  std::vector<Clash> clashes = {};      ///< also warnings of the piece's blank
};

/// Develops and proves every part of a job.
/// Errors  JobRefusal at the place of the key that is at fault. A failed proof is no error: see passed().
[[nodiscard]] JobResult develop_job(const Job& job);
/// The same of parts that a call has developed, without a job file: what is shown follows the job given,
/// whose parts are not looked at.
[[nodiscard]] JobResult result_of(std::vector<PieceResult> pieces, Job job = {});
[[nodiscard]] bool passed(const JobResult& result);
/// What parts with places do to each other; none where no part has a place. A sheet of no thickness is no
/// metal.
/// Accuracy  overlaps deeper than an eighth of the thinner sheet, or 0.25 mm, are found, their depth to a
/// seventh of
///           itself.
/// Cost      some milliseconds a part, and as many for each that is near it.
/// Source    docs/maths/clash.md.
[[nodiscard]] std::vector<Clash> clashes_of(const JobResult& result);
/// In a sentence.
[[nodiscard]] Phrase said_of(const Clash& clash);
/// The worst of the pieces' proofs, figure by figure.
[[nodiscard]] Proof worst_proof(const JobResult& result);

/// All that a result states.
/// Cost  a few hundred numbers a piece, and three for each point of an opening.
[[nodiscard]] Record record_of(const JobResult& result);

/// The key numbers of a piece as plain lines of a name and a value, in the job's units.
struct Row {
  std::string name;
  std::string value;
  RowKind kind = RowKind::number;
};
[[nodiscard]] std::vector<Row> key_numbers(const JobResult& job, const PieceResult& piece);
/// Where parts of the job meet.
[[nodiscard]] std::vector<Row> joint_numbers(const JobResult& job);
/// A table as its numbers are written: lengths in the job's units, angles in degrees; with units in the heads
/// of a list that stands alone.
struct Schedule {
  std::vector<std::string> heads;
  std::vector<std::vector<std::string>> rows;
};
[[nodiscard]] Schedule written(const MeasuredTable& table, const Units& units, bool units_in_heads = false);
/// The bend schedule of a piece, lengths in the job's units, angles in degrees. Columns that no bend needs
/// are left out.
[[nodiscard]] Schedule bend_schedule(const JobResult& job, const PieceResult& piece);
/// The same with the ends of every line on the blank, across from its left edge and up from its foot, and
/// units in the heads: with the outline it is all that forming needs.
[[nodiscard]] Schedule bend_list(const JobResult& job, const PieceResult& piece);
/// Every opening of a piece by its place on the blank and on the part, lengths in the job's units, angles in
/// degrees.
[[nodiscard]] Schedule opening_list(const JobResult& job, const PieceResult& piece);
/// The sizes and the seam as asked for, whatever they were given as.
[[nodiscard]] std::vector<Row> asked_for(const JobResult& job, const PieceResult& piece);
/// The blank as lines of letters, at most 72 wide and 22 high, and a line that says what it is: in braille
/// dots (UTF-8), or in plain letters. Element lines are sparser than the outline.
[[nodiscard]] std::vector<std::string> draw_in_letters(const PieceResult& piece, const Units& units,
                                                       bool braille);
/// Whether a piece is the first of its part: what belongs to the part stands with it.
[[nodiscard]] bool is_first_of_part(const JobResult& job, size_t piece);

/// One page of the set.
struct DrawingPage {
  Page page;
  size_t piece = 0;  ///< which of the job's pieces it shows
  int of_piece = 1;  ///< which page of that piece
};

/// The set, as the job's [drawing] asks.
///
/// The first page of a piece shows the blank at a standard scale with what it is laid out by, the formed
/// part in two views and a pictorial one, and as many tables as there is room for; the others stand on
/// further pages. All pages are of one paper, all blanks at one scale; the views of a part at that which
/// fills their place.
///
/// No text lies over another text or a line that is not its own. A dimension for which the blank has no room
/// stands in a table instead; none is lost.
/// Errors  JobRefusal at drawing.scale when the blank does not fit the paper at the scale asked for.
/// Cost    some tens of milliseconds a page.
[[nodiscard]] std::vector<DrawingPage> draw_set(const JobResult& job);

/// A blank alone with what it is laid out by, on paper as wide and high as it takes when it is so large, mm.
/// A dimension for which it has no room is left out.
[[nodiscard]] Page draw_flat(const JobResult& job, size_t piece, double size);

/// The formed part that a piece belongs to, pictorial, without any text, in so much paper, mm.
[[nodiscard]] Page draw_picture(const JobResult& job, size_t piece, double width, double height);

/// All parts of a job where they stand, from the front, from above and pictorial, each by its name; nothing
/// where no part has a place.
[[nodiscard]] std::optional<Page> draw_together(const JobResult& job);

/// The formed parts of a job as solids, set by set: all where they stand, where any part of the job has a
/// place; else those of each of its tables together.
struct SolidSet {
  std::string name = {};  ///< of the table; empty: of the job
  std::vector<NamedSolid> solids = {};
};
[[nodiscard]] std::vector<SolidSet> solids_of(const JobResult& job, const SolidOptions& options = {});

/// A length rounded as the card says: "1700.5 mm", "24-7/32 in".
[[nodiscard]] std::string shown_rounded(double mm, double round_to, const Units& units);

/// The card as lines of text, at most 100 characters wide.
[[nodiscard]] std::vector<std::string> card_lines(const JobResult& job, const PieceResult& piece);
/// The card as pages of A4, the blank drawn on the first; at most 12, the last then says so.
[[nodiscard]] std::vector<Page> draw_card(const JobResult& job, const PieceResult& piece);

/// Something to print at full size, mm, y upwards.
struct TemplateFigure {
  std::string title;
  std::vector<Outline> cuts = {};  ///< closed
  std::vector<Arc> marks = {};
  std::vector<MarkText> texts = {};
  std::vector<Arc> bends = {};
};

/// The part's outside opened out for paper to be wrapped round it: its girth is that of the paper's middle,
/// half the paper's thickness outside the part. Elements with their plan angles; outside up, no gap.
/// Errors    Refusal as make_blank().
/// Accuracy  that of make_blank(). Source docs/maths/template.md (7).
[[nodiscard]] Blank wrap_round(const PieceResult& piece, double paper_thickness);

/// What the job's [template] asks for: the blank of this piece; with the first piece of a part also its wrap,
/// its end rings and its sweeps. A ring is the outline of the metal on both faces, seen square to its end; an
/// end that no single plane cuts has none.
/// Source  docs/maths/template.md (7)-(9).
[[nodiscard]] std::vector<TemplateFigure> template_figures(const JobResult& job, size_t piece);

/// A tile: the page it is printed on, its place in the grid (row 0 on top), its name, and its four register
/// crosses on the page: left upper, right upper, right lower, left lower. Crosses of neighbours coincide.
struct TemplateTile {
  size_t page = 0;
  int row = 0;
  int column = 0;
  std::string name = {};
  std::array<Vec2, 4> crosses = {};
};
/// The grid of one figure: its tiles, without those on which nothing would stand.
struct TiledFigure {
  std::string title;
  int rows = 1;
  int columns = 1;
  Vec2 step = {};     ///< between crosses, mm
  Angle turned = {};  ///< by which the figure was turned to save paper
  std::vector<TemplateTile> tiles = {};
};
struct TemplateSet {
  std::vector<Page> pages;  ///< the first says how to check the printer
  std::vector<TiledFigure> figures;
};

/// The templates of a piece as pages at full size.
///
/// Returns   no pages for a further piece of which nothing is asked for.
/// Errors    JobRefusal at template.paper when more than 400 tiles would be printed, at template.blank when
///           nothing would be; Refusal as template_figures().
/// Accuracy  of the page model: rounding. In PDF 0.0014 mm.
/// Source    docs/maths/template.md (1)-(6).
[[nodiscard]] TemplateSet draw_template(const JobResult& job, size_t piece);

}  // namespace juggler
