// What each stage costs, and how it grows. Compare figures of one run only: the machine's speed drifts.
#include <benchmark/benchmark.h>

#include <sstream>

#include "develop/stretch.h"
#include "develop/unroll.h"
#include "juggler/io.h"
#include "stretched/walls.h"

namespace {

using namespace juggler;

const Cone cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780};
const Sheet sheet{.thickness = 2, .sizes_on = Face::inside};
const Seam seam{.gap = 1.5};

void develops(benchmark::State& state) {
  const Formed formed = form_part({.asked = cone, .sheet = sheet});
  const Wall wall = layer(formed.wall()->wall, 1);
  for (auto _ : state) benchmark::DoNotOptimize(unroll(*formed.wall(), wall));
}
BENCHMARK(develops);

void makes_a_blank(benchmark::State& state) {
  const Making making{.elements = static_cast<int>(state.range(0))};
  for (auto _ : state) benchmark::DoNotOptimize(make_blank(cone, sheet, seam, making));
  state.SetComplexityN(state.range(0));
}
BENCHMARK(makes_a_blank)->RangeMultiplier(4)->Range(4, 1024)->Complexity();

void makes_a_nearly_cylindrical_blank(benchmark::State& state) {
  const Cone near{.base = Diameter::mm(620), .top = Diameter::mm(620 - 1e-6), .height = 780};
  for (auto _ : state) benchmark::DoNotOptimize(make_blank(near, sheet, seam));
}
BENCHMARK(makes_a_nearly_cylindrical_blank);

void proves_it(benchmark::State& state) {
  const Blank blank = make_blank(cone, sheet, seam);
  for (auto _ : state) benchmark::DoNotOptimize(prove(blank, cone, sheet, seam));
}
BENCHMARK(proves_it);

void forms_a_solid(benchmark::State& state) {
  const Formed formed = form_part({.asked = cone, .sheet = sheet, .seam = seam});
  const Blank blank = make_blanks(formed, {}).front();
  for (auto _ : state) benchmark::DoNotOptimize(solid_of(blank, formed));
}
BENCHMARK(forms_a_solid);

void finds_no_clash(benchmark::State& state) {
  std::vector<Part> parts{
      {.name = "duct", .asked = Cylinder{.size = Diameter::mm(600), .height = 1200}, .sheet = sheet},
      {.name = "lid", .asked = cone, .sheet = sheet}};
  std::vector<PieceResult> pieces;
  for (const Part& part : parts) {
    for (PieceResult& piece : develop(part)) pieces.push_back(std::move(piece));
  }
  pieces.back().stands.origin.z = 1201;
  for (PieceResult& piece : pieces) piece.part.place = PartPlace{};
  const JobResult job{{}, pieces};
  for (auto _ : state) benchmark::DoNotOptimize(clashes_of(job));
}
BENCHMARK(finds_no_clash);

// Rims that are no arcs: the fitting costs most.
void makes_a_trimmed_blank(benchmark::State& state) {
  const Cylinder cylinder{
      .size = Diameter::mm(600), .height = 800, .trims = {{.height = 500, .tilt = Angle::degrees(45)}}};
  const Making making{.fit = 1.0 / static_cast<double>(state.range(0))};
  for (auto _ : state) benchmark::DoNotOptimize(make_blank(cylinder, sheet, seam, making));
  state.SetComplexityN(state.range(0));
}
BENCHMARK(makes_a_trimmed_blank)->RangeMultiplier(8)->Range(8, 4096)->Complexity();

// A branch on a pipe: its end, the hole for it, both blanks. Beside it the same two with a plane in its
// place.
std::vector<Part> duct_and_branch() {
  Part duct{.name = "duct", .asked = Cylinder{.size = Diameter::mm(600), .height = 1200}, .sheet = sheet};
  Part branch{.name = "branch", .asked = Cylinder{.size = Diameter::mm(250), .height = 700}, .sheet = sheet};
  return {duct, branch};
}
void makes_a_branch_and_its_hole(benchmark::State& state) {
  std::vector<Part> parts = duct_and_branch();
  parts[1].place = PartPlace{.on = "duct", .height = 520, .tilt = Angle::degrees(45), .offset = 60};
  const std::vector<MeetingParts> joints{{.main = "duct", .branch = "branch", .gap = 1}};
  for (auto _ : state) {
    for (const Part& part : introduced(parts, joints))
      benchmark::DoNotOptimize(make_blanks(form_part(part), part.making));
  }
}
void makes_a_duct_and_a_slanting_branch(benchmark::State& state) {
  std::vector<Part> parts = duct_and_branch();
  std::get<Cylinder>(parts[1].asked).trims = {
      {.end = EndName::base, .height = 300, .tilt = Angle::degrees(45)}};
  for (auto _ : state) {
    for (const Part& part : parts) benchmark::DoNotOptimize(make_blanks(form_part(part), part.making));
  }
}
BENCHMARK(makes_a_branch_and_its_hole);
BENCHMARK(makes_a_duct_and_a_slanting_branch);

void proves_an_offset_cone(benchmark::State& state) {
  const Cone offset{.base = Diameter::mm(620), .top = Diameter::mm(300), .height = 500, .shift = {250, 80}};
  const Blank blank = make_blank(offset, sheet, seam);
  for (auto _ : state) benchmark::DoNotOptimize(prove(blank, offset, sheet, seam));
}
BENCHMARK(proves_an_offset_cone);

void makes_a_hopper(benchmark::State& state) {
  const Hopper hopper{.base = {180, 180},
                      .top = {620, 520},
                      .height = 480,
                      .shift = {0, 60},
                      .flanges = {{.end = EndName::top, .width = 40}},
                      .bend = {.radius = 3, .neutral_factor = 0.42}};
  for (auto _ : state) benchmark::DoNotOptimize(make_blank(hopper, sheet, seam));
}
BENCHMARK(makes_a_hopper);

void proves_a_hopper(benchmark::State& state) {
  const Hopper hopper{
      .base = {180, 180}, .top = {620, 520}, .height = 480, .bend = {.radius = 3, .neutral_factor = 0.42}};
  const Blank blank = make_blank(hopper, sheet, seam);
  for (auto _ : state) benchmark::DoNotOptimize(prove(blank, hopper, sheet, seam));
}
BENCHMARK(proves_a_hopper);

// Which edges are bent is searched for; the rest grows with the faces.
void lays_out_a_frustum(benchmark::State& state) {
  const Net net{.sides = static_cast<int>(state.range(0)),
                .base = {.across_flats = 600},
                .top = {.across_flats = 300},
                .height = 400,
                .bend = {.radius = 1, .neutral_factor = 0.42}};
  for (auto _ : state) benchmark::DoNotOptimize(make_blanks(net, sheet, seam));
  state.SetComplexityN(state.range(0));
}
BENCHMARK(lays_out_a_frustum)->RangeMultiplier(2)->Range(4, 64)->Unit(benchmark::kMillisecond)->Complexity();

void presses_a_guard(benchmark::State& state) {
  const Panel guard{.profile = {{.line = 40}, {.arc = Angle::degrees(180), .radius = 300}, {.line = 40}},
                    .run = 400,
                    .sizes_on = PanelFace::convex_side};
  const Making making{.pressing = {.hits = static_cast<int>(state.range(0))}};
  for (auto _ : state) benchmark::DoNotOptimize(make_blank(guard, sheet, seam, making));
  state.SetComplexityN(state.range(0));
}
BENCHMARK(presses_a_guard)->RangeMultiplier(4)->Range(4, 1024)->Complexity();

// By turns: a coil, all of it one piece; a flight, all of its blanks alike.
void winds_a_coil(benchmark::State& state) {
  const Coil coil{.inside = 80, .spacing = 12, .turns = static_cast<double>(state.range(0)), .width = 60};
  for (auto _ : state) {
    const Formed part = form_part({.asked = coil, .sheet = sheet});
    benchmark::DoNotOptimize(part.prove(make_blanks(part, {}).front()));
  }
  state.SetComplexityN(state.range(0));
}
BENCHMARK(winds_a_coil)->RangeMultiplier(4)->Range(1, 256)->Complexity();

void pulls_a_growing_flight(benchmark::State& state) {
  const Flight flight{.shaft = 60,
                      .outside = 200,
                      .pitch = 100,
                      .pitch_to = 160,
                      .turns = static_cast<double>(state.range(0))};
  for (auto _ : state) {
    const Formed part = form_part({.asked = flight, .sheet = sheet});
    for (const Blank& blank : make_blanks(part, {})) benchmark::DoNotOptimize(part.prove(blank));
  }
  state.SetComplexityN(state.range(0));
}
BENCHMARK(pulls_a_growing_flight)->RangeMultiplier(4)->Range(1, 64)->Complexity();

void lays_flat_with_the_least_stretch(benchmark::State& state) {
  const auto turns = static_cast<double>(state.range(0)) / 8;
  const SpaceCurve inner{.diameter = 60, .pitch = 120, .turns = turns};
  const SpaceCurve outer{.diameter = 200, .pitch = 120, .turns = turns};
  const CurvedForm form =
      juggler::form(RuledWall{.base = inner, .top = outer, .rulings = Rulings::even}, Sheet{.thickness = 2});
  for (auto _ : state) benchmark::DoNotOptimize(least_stretch(form.pieces.front().surface));
  state.SetComplexityN(state.range(0));
}
BENCHMARK(lays_flat_with_the_least_stretch)->RangeMultiplier(2)->Range(1, 16)->Complexity();

void finds_the_smallest_rectangle(benchmark::State& state) {
  const Blank blank = make_blank(cone, sheet, seam);
  for (auto _ : state) benchmark::DoNotOptimize(smallest_rectangle(blank));
}
BENCHMARK(finds_the_smallest_rectangle);

void draws_the_sheet(benchmark::State& state) {
  const JobResult result = develop_job(quick_job(
      "cone", {{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}, {"thickness", "0"}}));
  for (auto _ : state) benchmark::DoNotOptimize(draw_set(result));
}
BENCHMARK(draws_the_sheet);

void tiles_a_template(benchmark::State& state) {
  const JobResult result = develop_job(quick_job(
      "cone", {{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}, {"thickness", "0"}}));
  for (auto _ : state) benchmark::DoNotOptimize(draw_template(result, 0));
}
BENCHMARK(tiles_a_template);

void writes_pdf(benchmark::State& state) {
  const JobResult result = develop_job(quick_job(
      "cone", {{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}, {"thickness", "0"}}));
  std::vector<Page> pages;
  for (DrawingPage& sheet : draw_set(result)) pages.push_back(std::move(sheet.page));
  for (auto _ : state) {
    std::ostringstream out;
    write_pdf(pages, out);
    benchmark::DoNotOptimize(out);
  }
}
BENCHMARK(writes_pdf);

void writes_dxf(benchmark::State& state) {
  const Blank blank = make_blank(cone, sheet, seam);
  for (auto _ : state) {
    std::ostringstream out;
    write_dxf(blank, out);
    benchmark::DoNotOptimize(out);
  }
}
BENCHMARK(writes_dxf);

}  // namespace
