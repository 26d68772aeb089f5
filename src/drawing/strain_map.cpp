// A blank in the colours of its strain.
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "arrangement.h"

namespace juggler {
namespace {

constexpr int bands = 5;  // either side of none

using Colour = std::array<double, 3>;

// Upset in blues, stretched in reds, the more the darker.
Colour colour_of(int band) {
  constexpr std::array<Colour, bands + 1> blues{{{0.97, 0.97, 0.97},
                                                 {0.84, 0.90, 0.95},
                                                 {0.65, 0.79, 0.91},
                                                 {0.42, 0.64, 0.84},
                                                 {0.22, 0.46, 0.72},
                                                 {0.08, 0.28, 0.54}}};
  constexpr std::array<Colour, bands + 1> reds{{{0.97, 0.97, 0.97},
                                                {0.98, 0.89, 0.82},
                                                {0.97, 0.74, 0.62},
                                                {0.93, 0.54, 0.42},
                                                {0.80, 0.31, 0.25},
                                                {0.58, 0.11, 0.15}}};
  return band < 0 ? blues[static_cast<size_t>(-band)] : reds[static_cast<size_t>(band)];
}

// The greatest strain, rounded up to what makes steps of the key plain.
double key_range(double greatest) {
  const double decade = std::pow(10, std::floor(std::log10(greatest)));
  for (const double step : {1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0}) {
    if (step * decade >= greatest * (1 - within::same)) return step * decade;
  }
  return 10 * decade;
}

// A run of neighbouring places of one band.
struct Patch {
  std::vector<Vec2> border;
  int band = 0;
};

struct Map {
  std::vector<Patch> patches;
  double range = 0;  // of the key: what the last band ends at
  double greatest = 0;
  Vec2 where;
};

int band_of(double strain, double range) {
  const int band = std::clamp(static_cast<int>(std::ceil(std::abs(strain) / range * bands)), 1, bands);
  return strain < 0 ? -band : band;
}

using Place = std::function<Vec2(double, double)>;
using StrainOf = std::function<double(double, double)>;

// One row of the wall, in runs of one band that end where the strain passes from band to band.
void add_row(Map& map, double low, double high, const Place& at, const StrainOf& strain) {
  constexpr int steps = 48;
  const auto share = [](int i) { return static_cast<double>(i) / steps; };
  const double middle = (low + high) / 2;
  std::vector<double> edge{0};
  const auto flush = [&](int band) {
    Patch run{{}, band};
    for (const double v : edge) run.border.push_back(at(low, v));
    for (auto v = edge.rbegin(); v != edge.rend(); ++v) run.border.push_back(at(high, *v));
    map.patches.push_back(std::move(run));
    edge = {edge.back()};
  };
  double before = strain(middle, 0);
  for (int i = 1; i <= steps; ++i) {
    const double now = strain(middle, share(i));
    const double step = map.range / bands;
    // Where the other principal strain becomes the greater, its sign changes at once.
    if (before * now < 0 && std::min(std::abs(before), std::abs(now)) > 0.2 * step) {
      edge.push_back(share(i) - 0.5 / steps);
      flush(band_of(before, map.range));
      before = now;
    }
    // Every border between two bands that lies between both, in turn.
    const double way = now > before ? 1 : -1;
    for (double border = way > 0 ? std::floor(before / step + 1) * step : std::ceil(before / step - 1) * step;
         way * (now - border) > 0; border += way * step) {
      const double part = now == before ? 0 : (border - before) / (now - before);
      edge.push_back(share(i - 1) + std::clamp(part, 0.0, 1.0) / steps);
      flush(band_of(border - way * step / 2, map.range));
    }
    edge.push_back(share(i));
    before = now;
  }
  flush(band_of(before, map.range));
}

void add_rows(Map& map, int rows, const Place& at, const StrainOf& strain) {
  for (int i = 0; i < rows; ++i)
    add_row(map, static_cast<double>(i) / rows, static_cast<double>(i + 1) / rows, at, strain);
}

constexpr int rows_of_all = 96;

Map map_of(const StrainField& field) {
  Map map;
  map.greatest = field.greatest;
  map.range = key_range(std::abs(field.greatest));
  for (const StrainField::Stretch& stretch : field.stretches)
    add_rows(map, 2 + static_cast<int>(rows_of_all * stretch.share + within::same), stretch.place,
             stretch.strain);
  map.where = field.where();
  return map;
}

std::optional<StrainField> strain_of(const PieceResult& piece) {
  const auto& strain = piece.formed->says.strain;
  return strain ? strain(piece.blank) : std::nullopt;
}

std::string percent(double strain, int digits) {
  const std::string text = fixed(100 * strain, digits);
  return (strain > 0 && text.find_first_not_of("0.") != std::string::npos ? "+" : "") + text;
}

void draw_key(Layout& layout, const PageBox& b, double range) {
  constexpr double row = 7;
  const int digits = std::max(0, 2 - static_cast<int>(std::floor(std::log10(100 * range))));
  const PageBox title =
      layout.put("Strain, of both principal ones the greater", {b.left, b.top}, letters, true);
  layout.put("formed over flat less one, %", {b.left, title.bottom + 0.5}, small_letters);
  double y = title.bottom + 7;
  for (int band = bands; band >= -bands; --band) {
    if (band == 0) continue;
    const double high = range * (band > 0 ? band : band + 1) / bands;
    const double low = range * (band > 0 ? band - 1 : band) / bands;
    const PageBox box{b.left, y, b.left + 12, y + row};
    layout.fill({{box.left, box.top}, {box.right, box.top}, {box.right, box.bottom}, {box.left, box.bottom}},
                colour_of(band));
    layout.box(box, Pen::table);
    layout.put(fmt::format("{} to {}", percent(low, digits), percent(high, digits)), {box.right + 3, y + 1},
               letters);
    y += row;
  }
}

}  // namespace

bool has_strain_map(const PieceResult& piece) { return strain_of(piece).has_value(); }

void draw_strain_map(Layout& layout, const PieceResult& piece, const PageBox& frame) {
  const std::optional<StrainField> field = strain_of(piece);
  if (!field) return;
  const Map map = map_of(*field);
  constexpr double key_width = 84;
  const PageBox key{frame.right - key_width, frame.top + 6, frame.right - 4, frame.bottom};
  const PageBox room{frame.left + 8, frame.top + 8, key.left - 6, frame.bottom - 12};
  const Rectangle box = as_laid(piece.blank);
  const double scale = standard_at_most(std::min(room.width() / box.width, room.height() / box.height));
  const Vec2 origin{room.middle().x - scale * box.width / 2, room.middle().y + scale * box.height / 2};
  const PageOutline line{outline(piece.blank), scale, origin, Pen::cut, true, {}};
  for (const Patch& patch : map.patches) {
    std::vector<Vec2> points;
    for (const Vec2 p : patch.border) points.push_back(on_page(line, p));
    layout.fill(std::move(points), colour_of(patch.band));
  }
  layout.draw_outline(line);
  const Vec2 worst = on_page(line, map.where);
  layout.draw({worst - Vec2{2, 0}, worst + Vec2{2, 0}}, Pen::cross);
  layout.draw({worst - Vec2{0, 2}, worst + Vec2{0, 2}}, Pen::cross);
  layout.put(fmt::format("Strain map of the blank, {}, {} face up", scale_text(scale), face_up(piece.blank)),
             {frame.left + 3, frame.bottom - 7}, letters);
  const Vec2 away = worst - room.middle();
  (void)layout.place_all({{fmt::format("greatest {} %", percent(map.greatest, 2)), {{worst, away}}}}, frame);
  draw_key(layout, key, map.range);
}

}  // namespace juggler
