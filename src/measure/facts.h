// What the families put their own facts together from. Equal things are said alike.
#pragma once

#include "develop/stretch.h"
#include "juggler/measure.h"

namespace juggler {

/// The sheet; with the neutral factor where the blank hangs on it.
[[nodiscard]] Fact sheet_fact(const Sheet& sheet, bool by_neutral);
[[nodiscard]] Phrase seam_text(const Seam& seam);
/// A row for each.
void add_flanges(std::vector<Fact>& rows, const std::vector<Flange>& flanges);
[[nodiscard]] Phrase shift_of(Vec2 shift);
[[nodiscard]] Phrase pressing_text(const Pressing& pressing);
[[nodiscard]] Phrase bend_text(const Bend& bend, double thickness);
/// The same in a few words, for a title.
[[nodiscard]] std::string bend_words(const Bend& bend);
/// How far a wall may stretch.
[[nodiscard]] Phrase strain_text(const StrainLimit& strain);
/// A radius with the diameter beside it, so that neither is taken for the other.
[[nodiscard]] Phrase round_size(double radius, const std::string& on);

/// The rims of a wall by rulings that are no level circles, and its shortest and longest element.
/// Of an edge as cut: its length, and what openings that run over it leave of that.
[[nodiscard]] Phrase edge_length(const Blank& blank, const Edge& edge, const std::string& name);
void add_rims(std::vector<Fact>& rows, const Blank& blank);
/// The edges as cut on each face; the first by a name where there is but one.
void add_faces(std::vector<Fact>& rows, const Blank& blank, const std::string& inside = "inside");
/// How far a wall once round reaches along x and y.
/// blanks  all of the part, whose flanges count
void add_overall(std::vector<Fact>& rows, const Form& form, const std::vector<const Blank*>& blanks = {});
void add_height(std::vector<Fact>& rows, const Blank& blank);
/// Hits, facet error and flat widths, asked and achieved; nothing of what is rolled.
void add_pressed_numbers(std::vector<Fact>& rows, const Blank& blank);
/// Of a folded blank: extents, bends, reliefs; bends along a profile of a run, rolled where they are.
void add_folded_numbers(std::vector<Fact>& rows, const Blank& blank, const Body& body, bool pressed);
/// Edges of a wall that stretches, flat and formed; those of its seam, too, where they are told apart.
void add_stretched_numbers(std::vector<Fact>& rows, const Blank& blank, const StretchedPart& part,
                           bool seam_edges);
void add_creases(std::vector<Fact>& rows, const Blank& blank);
/// What forming does to its metal; that it opens flat where it does.
void add_strain(std::vector<Fact>& rows, const Blank& blank, const StretchedPart& part);

}  // namespace juggler
