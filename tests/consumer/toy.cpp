// A shape of one's own, made from the installed package alone: a tube whose section is a rounded square.
#include <fstream>
#include <iostream>
#include <sstream>

#include "juggler/io.h"

using namespace juggler;

// Its inside lies r = radius (1 + swell cos 4 u) from the axis.
struct RoundedTube {
  double radius = 0, swell = 0, height = 0;

  [[nodiscard]] Ruling ruling(double u) const {
    const double r = radius * (1 + swell * std::cos(4 * u));
    const double dr = -4 * radius * swell * std::sin(4 * u);
    const double ddr = -16 * radius * swell * std::cos(4 * u);
    const Vec2 out = direction(u);
    const Vec2 across = left_of(out);
    const Vec2 d = dr * out + r * across;
    const Vec2 dd = (ddr - r) * out + 2 * dr * across;
    const Vec2 way = 1 / norm(d) * d;
    const Vec2 turns = cross(d, dd) / dot(d, d) * way;
    return {{r * out.x, r * out.y, 0}, {0, 0, 1}, {way.y, -way.x, 0}, {d.x, d.y, 0}, {},
            {turns.x, turns.y, 0}};
  }

  [[nodiscard]] Form piece(const Span& span, const Sheet& sheet) const {
    Form f;
    f.wall = in_stretches(span.from - span.before, span.to + span.after, pi / 8,
                          [*this](double u) { return ruling(u); });
    f.before = span.before;
    f.after = span.after;
    f.base = Rim([](double) { return Cut{0, 0}; });
    f.top = Rim([h = height](double) { return Cut{h, 0}; });
    f.thickness = *sheet.thickness;
    f.neutral_depth = sheet.neutral_factor * f.thickness;
    f.size = 2 * radius + height;
    return f;
  }
};

int main() {
  const RoundedTube tube{150, 0.03, 200};
  OwnShape shape;
  shape.form = [tube](const Part& part) {
    return formed_of_wall(
        part, [=](const Span& span) { return tube.piece(span, part.sheet); }, tube.height);
  };
  Part part{.shape = "rounded tube",
            .asked = shape,
            .sheet = {.thickness = 2, .neutral_factor = 0.45},
            .seam = {.gap = 1}};
  part.making.openings = {
      {.name = "port", .how = OpeningHow::laid, .at = {.angle = Angle::degrees(70), .height = 90}}};
  part.making.openings.front().form.profile.diameter = 40;
  const JobResult result = result_of(develop(part));
  const PieceResult& piece = result.pieces.front();

  const double girth = integral(
      [&](double u) {
        const Ruling r = tube.ruling(u);
        return norm(r.dc + 0.9 * r.dn);
      },
      0, two_pi, 16);
  std::ostringstream dxf, svg, json;
  write_dxf(piece.blank, dxf);
  write_svg(draw_set(result).front().page, svg);
  write_json(result, json);
  std::cout << "girth off by "
            << (std::abs(as_laid(piece.blank).width + 1 - girth) < 1e-6 ? "nothing" : "much") << '\n'
            << "proof " << (passed(result) ? "passed" : "failed") << '\n'
            << "dxf " << (dxf.str().size() > 5000) << " drawing " << (svg.str().size() > 5000) << " json "
            << (json.str().size() > 5000) << " card " << (card_lines(result, piece).size() > 10) << '\n';
}
