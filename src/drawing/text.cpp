#include <fontconfig/fontconfig.h>

#include "juggler/page.h"
#include "juggler/phrase.h"
#include "text_layout.h"

namespace juggler {

TextLayout lettering_on(cairo_t* surface) {
  TextLayout layout(pango_cairo_create_layout(surface), g_object_unref);
  PangoContext* context = pango_layout_get_context(layout.get());
  cairo_font_options_t* options = cairo_font_options_create();
  cairo_font_options_set_hint_style(options, CAIRO_HINT_STYLE_NONE);
  cairo_font_options_set_hint_metrics(options, CAIRO_HINT_METRICS_OFF);
  cairo_font_options_set_antialias(options, CAIRO_ANTIALIAS_GRAY);
  pango_cairo_context_set_font_options(context, options);
  cairo_font_options_destroy(options);
  pango_context_set_round_glyph_positions(context, FALSE);
  return layout;
}

void set_text(PangoLayout* layout, const std::string& text, double size, bool bold) {
  PangoFontDescription* font = pango_font_description_from_string(bold ? "DejaVu Sans Bold" : "DejaVu Sans");
  pango_font_description_set_absolute_size(font, size * PANGO_SCALE);
  pango_layout_set_font_description(layout, font);
  pango_font_description_free(font);
  pango_layout_set_text(layout, text.c_str(), static_cast<int>(text.size()));
}

namespace {

// Without its font every text is a row of empty boxes.
void require_font() {
  FcPattern* asked = FcNameParse(reinterpret_cast<const FcChar8*>("DejaVu Sans"));
  FcConfigSubstitute(nullptr, asked, FcMatchPattern);
  FcDefaultSubstitute(asked);
  FcResult result = FcResultNoMatch;
  FcPattern* found = FcFontMatch(nullptr, asked, &result);
  FcChar8* family = nullptr;
  const bool there = found && FcPatternGetString(found, FC_FAMILY, 0, &family) == FcResultMatch &&
                     std::string(reinterpret_cast<const char*>(family)).starts_with("DejaVu Sans");
  if (found) FcPatternDestroy(found);
  FcPatternDestroy(asked);
  if (there) return;
  throw Refusal(
      {.reason = "the font DejaVu Sans, in which drawings and cards are lettered, is not installed",
       .advice = "install it (on Debian: apt-get install fonts-dejavu-core), or write other formats"});
}

}  // namespace

TextMeasure::TextMeasure()
    : surface_(cairo_image_surface_create(CAIRO_FORMAT_A8, 1, 1), cairo_surface_destroy),
      cairo_(cairo_create(surface_.get()), cairo_destroy),
      layout_(lettering_on(cairo_.get())) {
  static const bool there = (require_font(), true);
  (void)there;
}

std::pair<double, double> TextMeasure::operator()(const std::string& text, double size, bool bold) const {
  const auto [known, is_new] = known_.try_emplace({text, size, bold});
  if (!is_new) return known->second;
  set_text(layout_.get(), text, size, bold);
  int width = 0;
  int height = 0;
  pango_layout_get_size(layout_.get(), &width, &height);
  known->second = {static_cast<double>(width) / PANGO_SCALE, static_cast<double>(height) / PANGO_SCALE};
  return known->second;
}

TextExtent text_extent(const std::string& text, double size, bool bold) {
  const auto [width, height] = TextMeasure()(text, size, bold);
  return {width, height};
}

}  // namespace juggler
