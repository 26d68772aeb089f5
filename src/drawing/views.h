// What stands on a drawing page. Private to the room.
#pragma once

#include "juggler/shop.h"
#include "layout.h"
#include "shop/said.h"

namespace juggler {

/// The largest scale at which the blank, its labels and its smallest rectangle fit a frame; not yet a
/// standard one.
[[nodiscard]] double blank_scale(const Blank& blank, const PageBox& frame);
/// What the blank takes of the paper's height with its labels and its smallest rectangle, mm.
[[nodiscard]] double blank_height(const Blank& blank, double scale);
/// Draws the blank at a scale in the middle of a frame. Returns the labels that found no room.
[[nodiscard]] std::vector<std::string> draw_blank(Layout& layout, const JobResult& job,
                                                  const PieceResult& piece, const PageBox& frame,
                                                  double scale);

/// Which view stands under which: first-angle has what is seen from above below the front, third-angle above.
enum class Angles { first, third };

/// The formed part in its views; all parts of a job where they stand, each by its name.
[[nodiscard]] Seen seen(const JobResult& job, const PieceResult& piece);
[[nodiscard]] Seen seen_together(const JobResult& job);
/// The largest scale at which three views fit a frame; not yet a standard one.
[[nodiscard]] double formed_scale(const Seen& part, const PageBox& frame);
struct SeenSolid;
/// Draws the three views: lines, what is cut in the metal, and in the pictorial one its faces. Returns the
/// labels that found no room.
/// painted  with its faces: labels are placed the same without
[[nodiscard]] std::vector<std::string> draw_formed(Layout& layout, const Job& job, const Seen& part,
                                                   const SeenSolid& solid, const PageBox& frame, double scale,
                                                   Angles angles, bool painted = true);

/// The pictorial view alone, as large as its place, without notes.
void draw_pictorial(Layout& layout, const Seen& part, const SeenSolid& solid, const PageBox& place);

/// Whether forming stretches a piece, so that there is a map of its strain.
[[nodiscard]] bool has_strain_map(const PieceResult& piece);
/// The blank in the colours of its strain, with their key.
void draw_strain_map(Layout& layout, const PieceResult& piece, const PageBox& frame);

/// A table before it is placed. Without heads: names and values. Columns after the first stand right where
/// `numbers` is set.
struct Table {
  std::string title;
  std::vector<std::string> heads;
  std::vector<std::vector<std::string>> rows;
  bool numbers = false;
};
/// Where tables may stand, from the top of the box downwards.
struct Column {
  Layout* layout = nullptr;
  PageBox box;
};
/// Places tables one under the other; a table is broken between rows where a column ends, and goes on in the
/// next.
void place_tables(const std::vector<Table>& tables, const std::function<Column()>& next);
/// A text in lines of a width, broken between words where it can.
[[nodiscard]] std::vector<std::string> wrapped(const Layout& layout, const std::string& text, double size,
                                               double width);

/// What the title block says.
struct Title {
  std::string blank_scale;
  std::string formed_scale;
  std::string paper;
  int page = 1;
  int pages = 1;
  Angles angles = Angles::first;
};
inline constexpr double title_width = 180;
inline constexpr double title_height = 34;
void draw_title(Layout& layout, const JobResult& job, const PieceResult& piece, const Title& title,
                const PageBox& box);
/// Of a page that shows all parts.
void draw_title_together(Layout& layout, const JobResult& job, const Title& title, const PageBox& box);

}  // namespace juggler
