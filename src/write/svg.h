// Pieces of SVG. Private to the writers and the page for a browser.
#pragma once

#include <pugixml.hpp>

#include "juggler/page.h"

namespace juggler {

/// Exact arcs in mm, for a group in which y grows upwards, so that a positive turn is a positive sweep.
[[nodiscard]] std::string path_of(const Outline& arcs, bool closed);
void add_line(pugi::xml_node svg, const PageLine& line);
/// With the width measured, whatever the viewer's font; `number` tells its clip from others.
void add_text(pugi::xml_node svg, const PageText& text, int number);

}  // namespace juggler
