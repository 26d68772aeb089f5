#include <pango/pangocairo.h>

#include <algorithm>
#include <memory>
#include <stdexcept>

#include "juggler/write.h"
#include "pens.h"

namespace juggler {
namespace {

using Cairo = std::unique_ptr<cairo_t, decltype(&cairo_destroy)>;
using Surface = std::unique_ptr<cairo_surface_t, decltype(&cairo_surface_destroy)>;

void stroke(cairo_t* c, Pen pen) {
  const PenLook& look = look_of(pen);
  cairo_set_source_rgb(c, look.red, look.green, look.blue);
  cairo_set_line_width(c, look.width);
  cairo_set_dash(c, look.dashes.data(), look.dashes[0] > 0 ? 4 : 0, 0);
  cairo_stroke(c);
}

// Arcs are followed by chords a quarter of a degree each: cairo's own arcs lose flat ones.
void draw(cairo_t* c, const PageOutline& o) {
  Vec2 last{-1e300, 0};
  for (const Arc& arc : o.arcs) {
    const std::vector<Vec2> points = chords(arc, Angle::degrees(0.25));
    if (norm(points.front() - last) > 1e-6) {
      cairo_move_to(c, o.origin.x + o.scale * points.front().x, o.origin.y - o.scale * points.front().y);
    }
    for (Vec2 p : points) cairo_line_to(c, o.origin.x + o.scale * p.x, o.origin.y - o.scale * p.y);
    last = points.back();
  }
  if (o.pen == Pen::cut) cairo_close_path(c);
  stroke(c, o.pen);
}

void draw(cairo_t* c, const PageLine& line) {
  for (Vec2 p : line.points) cairo_line_to(c, p.x, p.y);
  stroke(c, line.pen);
}

void draw(cairo_t* c, PangoLayout* layout, const PageText& t) {
  PangoFontDescription* font =
      pango_font_description_from_string(t.bold ? "DejaVu Sans Bold" : "DejaVu Sans");
  pango_font_description_set_absolute_size(font, t.size * PANGO_SCALE);
  pango_layout_set_font_description(layout, font);
  pango_font_description_free(font);
  pango_layout_set_text(layout, t.text.c_str(), static_cast<int>(t.text.size()));
  const PenLook& mark = look_of(Pen::mark);
  const std::array<double, 3> colour = t.mark ? std::array{mark.red, mark.green, mark.blue} : ink;
  const double half_width = (t.box.right - t.box.left) / 2;
  const double half_height = (t.box.bottom - t.box.top) / 2;
  cairo_set_source_rgb(c, colour[0], colour[1], colour[2]);
  cairo_save(c);
  cairo_translate(c, t.box.left + half_width, t.box.top + half_height);
  cairo_rotate(c, -t.turn);
  cairo_move_to(c, -half_width, -half_height);
  pango_cairo_show_layout(c, layout);
  cairo_restore(c);
}

cairo_status_t append(void* out, const unsigned char* data, unsigned length) {
  static_cast<std::ostream*>(out)->write(reinterpret_cast<const char*>(data), length);
  return CAIRO_STATUS_SUCCESS;
}

void switch_hinting_off(PangoLayout* layout) {
  cairo_font_options_t* options = cairo_font_options_create();
  cairo_font_options_set_hint_style(options, CAIRO_HINT_STYLE_NONE);
  cairo_font_options_set_hint_metrics(options, CAIRO_HINT_METRICS_OFF);
  cairo_font_options_set_antialias(options, CAIRO_ANTIALIAS_GRAY);
  pango_cairo_context_set_font_options(pango_layout_get_context(layout), options);
  cairo_font_options_destroy(options);
}

}  // namespace

void write_png(const Page& page, std::ostream& out) {
  const Surface surface(cairo_image_surface_create(CAIRO_FORMAT_RGB24, static_cast<int>(page.width),
                                                   static_cast<int>(page.height)),
                        cairo_surface_destroy);
  const Cairo c(cairo_create(surface.get()), cairo_destroy);
  cairo_set_source_rgb(c.get(), 1, 1, 1);
  cairo_paint(c.get());
  cairo_set_line_join(c.get(), CAIRO_LINE_JOIN_ROUND);
  for (const PageLine& line : page.lines) draw(c.get(), line);
  for (const PageOutline& o : page.outlines) draw(c.get(), o);
  const std::unique_ptr<PangoLayout, decltype(&g_object_unref)> layout(pango_cairo_create_layout(c.get()),
                                                                       g_object_unref);
  switch_hinting_off(layout.get());
  for (const PageText& t : page.texts) draw(c.get(), layout.get(), t);
  if (cairo_surface_write_to_png_stream(surface.get(), append, &out) != CAIRO_STATUS_SUCCESS) {
    throw std::runtime_error("the picture could not be made");
  }
}

}  // namespace juggler
