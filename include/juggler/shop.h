// From parts to what the shop reads: developed jobs, and the drawing sheet as a page with known extents.
#pragma once

#include <string>
#include <vector>

#include "juggler/blank.h"
#include "juggler/job.h"
#include "juggler/proof.h"

namespace juggler {

/// One blank of a part, developed and proved.
struct PieceResult {
  PartJob part;
  RoundSizes sizes;
  Form form;  ///< the whole part, as made, once round from its first seam
  Blank blank;
  Proof proof;
};

struct JobResult {
  Job job;
  std::vector<PieceResult> pieces;
};

/// Develops and proves every part of a job.
/// Errors  JobRefusal at the place of the key that is at fault. A failed proof is no error: see passed().
[[nodiscard]] JobResult develop_job(const Job& job);
[[nodiscard]] bool passed(const JobResult& result);
/// The worst of the pieces' proofs, figure by figure.
[[nodiscard]] Proof worst_proof(const JobResult& result);

/// What a line of a page stands for; the writers give each its own look.
enum class Pen { cut, mark, centre, guide, dimension, formed, hidden, seam, frame };

/// A page: 1280 x 800 units, y downwards.
struct PageBox {
  double left = 0;
  double top = 0;
  double right = 0;
  double bottom = 0;
};
struct PageText {
  PageBox box;  ///< what the text fills before it is turned about its centre
  double size = 12;
  bool bold = false;
  std::string text;
  bool mark = false;  ///< letters to be marked on the blank, in the colour of marks
  double turn = 0;    ///< radians, anticlockwise as seen
};
struct PageLine {
  std::vector<Vec2> points;
  Pen pen = Pen::frame;
};
/// Cut geometry kept exact: arcs in mm, y upwards, with the scale and place of their origin on the page.
struct PageOutline {
  Outline arcs;
  double scale = 1;
  Vec2 origin;
  Pen pen = Pen::cut;
};
struct Page {
  double width = 1280;
  double height = 800;
  std::string title;
  std::vector<PageOutline> outlines;
  std::vector<PageLine> lines;
  std::vector<PageText> texts;
};

/// How much room a text takes, in page units.
struct TextExtent {
  double width = 0;
  double height = 0;
};
[[nodiscard]] TextExtent text_extent(const std::string& text, double size, bool bold = false);

/// The sheet of a piece: the blank with what it is laid out by, the formed part beside it, its numbers.
/// No text lies over another text or a line.
[[nodiscard]] Page draw_piece(const JobResult& job, const PieceResult& piece);

/// The key numbers of a piece as plain lines of a name and a value, in the job's units.
struct Row {
  std::string name;
  std::string value;
};
[[nodiscard]] std::vector<Row> key_numbers(const JobResult& job, const PieceResult& piece);
/// The sizes and the seam as understood, whatever they were given as.
[[nodiscard]] std::vector<Row> understood(const JobResult& job, const PieceResult& piece);
/// A length in the job's units with its unit: "1700.981 mm", "66.9677 in".
[[nodiscard]] std::string shown_length(double mm, const Units& units);
[[nodiscard]] std::string shown_angle(Angle angle);
/// What the piece is called: the part's name, its number, or the job's name; and which piece it is.
[[nodiscard]] std::string title_of(const PieceResult& piece);
/// A short name for files: of the part and the piece, empty where the job has only one.
[[nodiscard]] std::string file_name_of(const PieceResult& piece);

}  // namespace juggler
