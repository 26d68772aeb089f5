#include "cairo_page.h"

#include <array>
#include <ostream>

#include "drawing/text_layout.h"
#include "pens.h"

namespace juggler {
namespace {

void stroke(cairo_t* c, Pen pen) {
  const PenLook& look = look_of(pen);
  cairo_set_source_rgb(c, look.red, look.green, look.blue);
  cairo_set_line_width(c, look.width);
  cairo_set_dash(c, look.dashes.data(), static_cast<int>(look.dashes.size()), 0);
  cairo_stroke(c);
}

// An arc as cubic curves of at most 15 degrees: at most 2e-9 of the radius off, whatever its radius.
void curve(cairo_t* c, const PageOutline& o, const Arc& arc) {
  for (const Arc& part : split(arc, Angle::degrees(15))) {
    const Vec2 to = end_of(part);
    const double t = part.turn.radians();
    const double handle = t == 0 ? part.length / 3 : 4.0 / 3 * std::tan(t / 4) / t * part.length;
    const Vec2 a = on_page(o, part.start + handle * direction(part.heading));
    const Vec2 b = on_page(o, to - handle * direction(part.heading + part.turn));
    const Vec2 e = on_page(o, to);
    if (t == 0) {
      cairo_line_to(c, e.x, e.y);
    } else {
      cairo_curve_to(c, a.x, a.y, b.x, b.y, e.x, e.y);
    }
  }
}

void clip_to(cairo_t* c, const std::optional<PageBox>& box) {
  cairo_new_path(c);  // texts leave a point behind
  if (!box) return;
  cairo_rectangle(c, box->left, box->top, box->width(), box->height());
  cairo_clip(c);
}

void draw(cairo_t* c, const PageOutline& o) {
  cairo_save(c);
  clip_to(c, o.clip);
  Vec2 last{-1e300, 0};
  for (const Arc& arc : o.arcs) {
    const Vec2 start = on_page(o, arc.start);
    if (norm(arc.start - last) > on_paper) cairo_move_to(c, start.x, start.y);
    curve(c, o, arc);
    last = end_of(arc);
  }
  if (o.closed) cairo_close_path(c);
  stroke(c, o.pen);
  cairo_restore(c);
}

void draw(cairo_t* c, const PageLine& line) {
  cairo_new_path(c);
  for (Vec2 p : line.points) cairo_line_to(c, p.x, p.y);
  stroke(c, line.pen);
}

// On dots every dot is one colour or another, so that neighbours leave no seam; else a hair over their
// borders.
void draw(cairo_t* c, const std::vector<PageFill>& fills) {
  cairo_save(c);
  const bool dots = cairo_surface_get_type(cairo_get_target(c)) == CAIRO_SURFACE_TYPE_IMAGE;
  if (dots) cairo_set_antialias(c, CAIRO_ANTIALIAS_NONE);
  cairo_set_line_join(c, CAIRO_LINE_JOIN_ROUND);
  cairo_set_line_width(c, 0.2);
  cairo_set_dash(c, nullptr, 0, 0);
  cairo_new_path(c);
  for (size_t i = 0; i < fills.size(); ++i) {
    const PageFill& fill = fills[i];
    for (Vec2 p : fill.points) cairo_line_to(c, p.x, p.y);
    cairo_close_path(c);
    // All that follow each other in one colour at once.
    cairo_new_sub_path(c);
    const PageFill* next = i + 1 < fills.size() ? &fills[i + 1] : nullptr;
    if (next && next->red == fill.red && next->green == fill.green && next->blue == fill.blue) continue;
    cairo_set_source_rgb(c, fill.red, fill.green, fill.blue);
    if (dots) {
      cairo_fill(c);
    } else {
      cairo_fill_preserve(c);
      cairo_stroke(c);
    }
  }
  cairo_restore(c);
}

void draw(cairo_t* c, PangoLayout* layout, const PageText& t) {
  set_text(layout, t.text, t.size, t.bold);
  const PenLook& mark = look_of(Pen::mark);
  const std::array<double, 3> colour = t.mark ? std::array{mark.red, mark.green, mark.blue} : ink;
  cairo_set_source_rgb(c, colour[0], colour[1], colour[2]);
  cairo_save(c);
  clip_to(c, t.clip);
  const Vec2 middle = t.box.middle();
  cairo_translate(c, middle.x, middle.y);
  cairo_rotate(c, -t.turn.radians());
  cairo_move_to(c, -t.box.width() / 2, -t.box.height() / 2);
  pango_cairo_show_layout(c, layout);
  cairo_restore(c);
}

}  // namespace

void draw_page(cairo_t* c, const Page& page, double units) {
  cairo_save(c);
  cairo_scale(c, units * page.stretch.x, units * page.stretch.y);
  cairo_set_line_join(c, CAIRO_LINE_JOIN_MITER);
  cairo_set_line_cap(c, CAIRO_LINE_CAP_BUTT);
  cairo_set_tolerance(c, 0.05);
  draw(c, page.fills);
  for (const PageLine& line : page.lines) draw(c, line);
  for (const PageOutline& o : page.outlines) draw(c, o);
  const TextLayout layout = lettering_on(c);
  for (const PageText& t : page.texts) draw(c, layout.get(), t);
  cairo_restore(c);
}

cairo_status_t append_to(void* stream, const unsigned char* data, unsigned length) {
  static_cast<std::ostream*>(stream)->write(reinterpret_cast<const char*>(data), length);
  return CAIRO_STATUS_SUCCESS;
}

}  // namespace juggler
