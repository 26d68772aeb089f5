// TextLayout by Pango, the same for measuring and for drawing. Private to this room and the writers.
#pragma once

#include <pango/pangocairo.h>

#include <map>
#include <memory>
#include <string>
#include <tuple>

namespace juggler {

using TextLayout = std::unique_ptr<PangoLayout, decltype(&g_object_unref)>;

/// TextLayout on a surface: unhinted and not rounded to its units, so that it measures the same at every
/// scale.
[[nodiscard]] TextLayout lettering_on(cairo_t* surface);
void set_text(PangoLayout* layout, const std::string& text, double size, bool bold);

/// Measures texts; keeps what that needs and what it has measured.
class TextMeasure {
 public:
  TextMeasure();
  [[nodiscard]] std::pair<double, double> operator()(const std::string& text, double size, bool bold) const;

 private:
  std::unique_ptr<cairo_surface_t, decltype(&cairo_surface_destroy)> surface_;
  std::unique_ptr<cairo_t, decltype(&cairo_destroy)> cairo_;
  TextLayout layout_;
  mutable std::map<std::tuple<std::string, double, bool>, std::pair<double, double>> known_;
};

}  // namespace juggler
