// A page drawn by cairo, for the writers of paper and pictures. Private to the room.
#pragma once

#include <cairo.h>

#include <memory>

#include "juggler/page.h"

namespace juggler {

using Cairo = std::unique_ptr<cairo_t, decltype(&cairo_destroy)>;
using CairoSurface = std::unique_ptr<cairo_surface_t, decltype(&cairo_surface_destroy)>;

/// Draws a page at so many units of the surface to a millimetre.
void draw_page(cairo_t* c, const Page& page, double units);
/// Hands cairo's output on to a stream.
cairo_status_t append_to(void* stream, const unsigned char* data, unsigned length);

}  // namespace juggler
