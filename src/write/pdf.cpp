#include <cairo-pdf.h>

#include <stdexcept>

#include "cairo_page.h"
#include "juggler/version.h"
#include "juggler/write.h"

namespace juggler {
namespace {

constexpr double points = 72 / 25.4;  // PDF units to a millimetre

}  // namespace

void write_pdf(const std::vector<Page>& pages, std::ostream& out, const std::string& title) {
  const CairoSurface surface(cairo_pdf_surface_create_for_stream(append_to, &out, points, points),
                             cairo_surface_destroy);
  cairo_surface_t* pdf = surface.get();
  cairo_pdf_surface_set_metadata(pdf, CAIRO_PDF_METADATA_TITLE, title.c_str());
  cairo_pdf_surface_set_metadata(pdf, CAIRO_PDF_METADATA_CREATOR,
                                 (std::string("juggler ") + version).c_str());
  // No date: the same job gives the same bytes on every day.
  cairo_pdf_surface_set_metadata(pdf, CAIRO_PDF_METADATA_CREATE_DATE, "");
  {
    const Cairo c(cairo_create(pdf), cairo_destroy);
    for (const Page& page : pages) {
      cairo_pdf_surface_set_size(pdf, points * page.width, points * page.height);
      cairo_pdf_surface_set_page_label(pdf, page.title.c_str());
      draw_page(c.get(), page, points);
      cairo_show_page(c.get());
    }
  }
  cairo_surface_finish(pdf);
  if (cairo_surface_status(pdf) != CAIRO_STATUS_SUCCESS) {
    throw std::runtime_error("the pages could not be made");
  }
}

}  // namespace juggler
