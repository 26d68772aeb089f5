// What callers are promised beside the numbers: threads, patience, results without a job, files from memory.
#include <gtest/gtest.h>

#include <chrono>
#include <sstream>
#include <thread>

#include "juggler/io.h"

namespace juggler::testing {
namespace {

std::vector<Part> parts_of_every_kind() {
  std::vector<Part> parts;
  const auto add = [&](const char* name, const Shape& shape, double thickness = 2) {
    parts.push_back(
        {.shape = name, .asked = shape, .sheet = {.thickness = thickness, .sizes_on = Face::inside}});
  };
  const Bend bend{.radius = 2, .neutral_factor = 0.42};
  add("cone", Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = 780});
  add("cylinder", Cylinder{.size = Diameter::mm(300), .short_side = 200, .long_side = 260});
  add("transition",
      Transition{.base = {{.kind = ProfileKind::rectangle, .width = 300, .length = 200, .corner_radius = 20}},
                 .top = {{.kind = ProfileKind::circle, .diameter = 150}},
                 .height = 200});
  add("panel", Panel{.profile = {{.line = 50}, {.bend = Angle::degrees(90)}, {.line = 40}},
                     .run = 300,
                     .sizes_on = PanelFace::concave_side,
                     .bend = bend});
  add("hopper", Hopper{.base = {.width = 150, .length = 180},
                       .top = {.width = 400, .length = 430},
                       .height = 300,
                       .bend = bend});
  add("net", Net{.sides = 5, .base = {.across_flats = 200}, .height = 100, .bend = bend});
  add("tube", Tube{.side = 60, .wall_thickness = 3, .length = 200}, 0);
  add("flight", Flight{.shaft = 60, .outside = 220, .pitch = 190, .turns = 1, .allow_strain = true});
  add("coil", Coil{.inside = 90, .spacing = 14, .turns = 2, .width = 40});
  add("helical_strip", HelicalStrip{.body_diameter = 300, .width = 50, .pitch = 180, .turns = 1});
  add("dome", Dome{.rim = 600, .rise = 110, .gores = 8, .strain = {0.05, true}});
  parts.back().sheet.neutral_factor = 0.5;
  add("plate",
      Plate{.form = OpeningForm{.profile = {.kind = ProfileKind::rectangle, .width = 300, .length = 200}}});
  add("cone", Cone{.base = Diameter::mm(620), .top = Diameter::mm(155), .height = -1});
  parts[7].sheet.sizes_on.reset();
  return parts;
}

std::string document(std::vector<PieceResult> pieces) {
  std::ostringstream out;
  write_json(result_of(std::move(pieces)), out);
  return out.str();
}

std::vector<std::string> documents(std::vector<Outcome> outcomes) {
  std::vector<std::string> all;
  for (Outcome& o : outcomes)
    all.push_back(o.refused ? "refused " + o.refused->key : document(std::move(o.pieces)));
  return all;
}

TEST(DevelopEach, GivesTheSameWhateverTheThreads) {
  std::vector<Part> parts = parts_of_every_kind();
  const std::vector<Part> once = parts;
  for (int i = 0; i < 3; ++i) parts.insert(parts.end(), once.begin(), once.end());
  const std::vector<std::string> alone = documents(develop_each(once, 1));
  const std::vector<std::string> many = documents(develop_each(parts, 8));
  ASSERT_EQ(many.size(), 4 * alone.size());
  for (size_t i = 0; i < many.size(); ++i)
    EXPECT_EQ(many[i], alone[i % alone.size()]) << once[i % once.size()].shape;
  EXPECT_EQ(alone.back(), "refused height");
  for (size_t i = 0; i + 1 < alone.size(); ++i)
    EXPECT_GT(alone[i].size(), 1000U) << once[i].shape << ": " << alone[i];
}

TEST(Develop, EndsWhereItTakesTooLongOrIsStopped) {
  const Part dome = parts_of_every_kind()[10];
  EXPECT_THROW((void)develop(dome, {.seconds = 0}), Stopped);
  std::stop_source source;
  source.request_stop();
  EXPECT_THROW((void)develop(dome, {.stop = source.get_token()}), Stopped);
  EXPECT_FALSE(develop(dome, {.seconds = 600}).empty());
  EXPECT_FALSE(develop(dome).empty()) << "the call before it no longer counts";
  const std::vector<Part> many(20, dome);
  EXPECT_THROW((void)develop_each(many, 4, {.seconds = 0}), Stopped);
}

TEST(Develop, StopsAmidItsOpenings) {
  Part part = parts_of_every_kind()[0];
  Opening holes;
  holes.form.profile.diameter = 4;
  holes.how = OpeningHow::bored;
  holes.at = {.angle = Angle::degrees(10), .height = 60};
  holes.repeat = {.count = 40, .over = Angle::degrees(340), .rows = 60, .row_pitch = 10};
  std::get<Cone>(part.asked).shift = {20, 0};
  part.making.openings = {holes};
  std::stop_source source;
  std::jthread later([&] {
    std::this_thread::sleep_for(std::chrono::milliseconds(50));
    source.request_stop();
  });
  EXPECT_THROW((void)develop(part, {.stop = source.get_token()}), Stopped);
}

TEST(Results, NeedNoJob) {
  const JobResult result = result_of(develop(parts_of_every_kind()[4]));
  EXPECT_TRUE(passed(result));
  EXPECT_FALSE(draw_set(result).empty());
  EXPECT_GT(card_lines(result, result.pieces.front()).size(), 10U);
  EXPECT_EQ(bend_schedule(result, result.pieces.front()).rows.size(), 3U);
}

TEST(Svg, ABlankAloneIsAtFullSize) {
  const PieceResult piece = develop(parts_of_every_kind()[0]).front();
  std::ostringstream out;
  write_svg(piece.blank, out);
  const std::string svg = out.str();
  const Rectangle box = as_laid(piece.blank);
  EXPECT_NE(svg.find("<g id=\"cut\""), std::string::npos);
  double width = 0;
  ASSERT_EQ(std::sscanf(svg.c_str() + svg.find("width=\""), "width=\"%lfmm\"", &width), 1);
  EXPECT_NEAR(width, box.width, 1e-9 * box.width);
}

TEST(ReadJob, TakesFilesFromItsCaller) {
  const std::string text =
      "juggler = 1\nsheet.thickness = 2\nlists.tubes = \"stock.csv\"\n[part]\nshape = \"tube\"\nnamed = "
      "\"S60\"\nlength = 300\n";
  std::vector<std::string> asked;
  const FileSource files = [&](const std::string& path) -> std::optional<std::string> {
    asked.push_back(path);
    return path == "office/stock.csv" ? std::optional<std::string>("name,side,wall_thickness\nS60,60,3\n")
                                      : std::nullopt;
  };
  std::string own = text;
  own.erase(own.find("sheet.thickness = 2\n"), 20);
  const Job job = read_job(own, "office/job.toml", {}, files);
  EXPECT_EQ(*std::get<Tube>(job.parts.at(0).asked).side, 60);
  EXPECT_EQ(asked, std::vector<std::string>{"office/stock.csv"});
  try {
    (void)read_job(own, "elsewhere/job.toml", {}, files);
    FAIL() << "a file that the caller does not have";
  } catch (const JobRefusal& refusal) {
    EXPECT_NE(std::string(refusal.what()).find("does not have"), std::string::npos) << refusal.what();
    EXPECT_EQ(refusal.place().line, 2);
  }
}

}  // namespace
}  // namespace juggler::testing
