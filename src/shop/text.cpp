#include <pango/pangocairo.h>

#include <memory>

#include "juggler/shop.h"

namespace juggler {
namespace {

struct Measuring {
  cairo_surface_t* surface = cairo_image_surface_create(CAIRO_FORMAT_A8, 1, 1);
  cairo_t* cairo = cairo_create(surface);
  PangoLayout* layout = pango_cairo_create_layout(cairo);
  Measuring() = default;
  Measuring(const Measuring&) = delete;
  Measuring& operator=(const Measuring&) = delete;
  ~Measuring() {
    g_object_unref(layout);
    cairo_destroy(cairo);
    cairo_surface_destroy(surface);
  }
};

void switch_hinting_off(PangoLayout* layout) {
  PangoContext* context = pango_layout_get_context(layout);
  cairo_font_options_t* options = cairo_font_options_create();
  cairo_font_options_set_hint_style(options, CAIRO_HINT_STYLE_NONE);
  cairo_font_options_set_hint_metrics(options, CAIRO_HINT_METRICS_OFF);
  pango_cairo_context_set_font_options(context, options);
  cairo_font_options_destroy(options);
}

}  // namespace

TextExtent text_extent(const std::string& text, double size, bool bold) {
  const Measuring m;
  switch_hinting_off(m.layout);
  PangoFontDescription* font = pango_font_description_from_string(bold ? "DejaVu Sans Bold" : "DejaVu Sans");
  pango_font_description_set_absolute_size(font, size * PANGO_SCALE);
  pango_layout_set_font_description(m.layout, font);
  pango_font_description_free(font);
  pango_layout_set_text(m.layout, text.c_str(), static_cast<int>(text.size()));
  int width = 0;
  int height = 0;
  pango_layout_get_size(m.layout, &width, &height);
  return {static_cast<double>(width) / PANGO_SCALE, static_cast<double>(height) / PANGO_SCALE};
}

}  // namespace juggler
