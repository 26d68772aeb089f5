// What the tables of keys of shapes are put together from.
#pragma once

#include "entries.h"

namespace juggler {

inline const std::vector<std::string> faces{"inside", "middle", "outside"};
inline const std::vector<std::string> ends{"base", "top"};
inline const std::vector<std::string> contacts{"size_face", "inside", "middle", "outside",
                                               "neutral",   "clear",  "full"};
inline const std::vector<std::string> reliefs{"round", "slot", "closed"};
/// Middles of four walls and the hips between them.
inline const std::vector<std::string> eighths{"+x", "+x+y", "+y", "-x+y", "-x", "-x-y", "-y", "+x-y"};
void append(std::vector<Key>& keys, const std::vector<Key>& more);
[[nodiscard]] std::vector<Key> joined(std::vector<Key> keys, const std::vector<Key>& more);
/// A shape's own keys between what every part has.
[[nodiscard]] std::vector<Key> completed(std::vector<Key> own);
/// Of a wall that is joined at a seam, and its elements.
[[nodiscard]] const std::vector<Key>& seam_keys();
/// How arcs and round walls are made.
[[nodiscard]] const std::vector<Key>& pressing_keys();
/// How a folded part is bent.
[[nodiscard]] const std::vector<Key>& bend_keys();
/// What is done at the ends that flanges stand at.
enum class Flanges { folded, turned_over, both };
[[nodiscard]] std::vector<Key> flange_keys(Flanges how);
/// Of bolt holes, under a table's path: "bolts" of a plate, or "bolts.#" of parts that have ends.
[[nodiscard]] std::vector<Key> bolt_keys(const std::string& at, bool at_ends);
/// Which points rulings join, and what a wall that need not open flat may do to the metal.
inline const Key rulings_key{
    "rulings",
    Kind::choice,
    "which points they join: those of a wall that opens flat, where there is one; or "
    "equal shares (else developable)",
    {"developable", "even"}};
inline const std::vector<Key> strain_keys{
    {"strain_limit", Kind::number, "of the metal where it must stretch; more is refused (else 0.005)"},
    {"allow_strain", Kind::flag, "true makes it whatever the strain"}};
/// Of a shape that has no inside: its faces by other words, the one that lies up unless said.
void call_faces(std::vector<Key>& keys, const std::string& inside, const std::string& outside,
                const std::string& up);
/// Of a form at a path: of an opening, of a plate.
[[nodiscard]] std::vector<Key> form_keys(const std::string& form);
/// [[part.opening]] and [[part.lettering]].
[[nodiscard]] const std::vector<Key>& opening_keys();

}  // namespace juggler
