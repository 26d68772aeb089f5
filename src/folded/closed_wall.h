// A closed folded body as a wall by rulings: its layers, where lines and other parts meet them. Private to
// the families.
#pragma once

#include <memory>

#include "juggler/form.h"

namespace juggler {

/// The walls of a body once round, and about its corners the cylinders of its bends; where walls are welded,
/// or bent sharply, that of the thickness about the inside corner. By the body's frame, from z = 0 to a
/// height.
///
/// Returns   null of a body whose walls do not close round its axis.
/// Source    docs/maths/meeting.md (11)-(13)
[[nodiscard]] std::shared_ptr<const Form> closed_wall(const Body& body, double height);

/// The metal of a panel as a wall without thickness round its section: its right face, an edge, its left
/// face, the other edge; about the corners cylinders of no radius. (17)
[[nodiscard]] std::shared_ptr<const Form> closed_section(const Body& panel, double run);

}  // namespace juggler
