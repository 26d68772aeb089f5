#include <cmath>
#include <stdexcept>

#include "cairo_page.h"
#include "juggler/write.h"

namespace juggler {

void write_png(const Page& page, std::ostream& out, double dots_per_inch) {
  const double units = dots_per_inch / 25.4;
  const auto dots = [&](double mm) { return static_cast<int>(std::lround(units * mm)); };
  const CairoSurface surface(
      cairo_image_surface_create(CAIRO_FORMAT_RGB24, dots(page.width), dots(page.height)),
      cairo_surface_destroy);
  const Cairo c(cairo_create(surface.get()), cairo_destroy);
  cairo_set_source_rgb(c.get(), 1, 1, 1);
  cairo_paint(c.get());
  draw_page(c.get(), page, units);
  if (cairo_surface_write_to_png_stream(surface.get(), append_to, &out) != CAIRO_STATUS_SUCCESS) {
    throw std::runtime_error("the picture could not be made");
  }
}

}  // namespace juggler
