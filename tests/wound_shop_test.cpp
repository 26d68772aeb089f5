// Flights, coils, strips and slides through jobs, and what is said of them.
#include <nlohmann/json.hpp>
#include <sstream>

#include "common.h"
#include "juggler/io.h"

namespace juggler::testing {
namespace {

using Json = nlohmann::json;

JobResult developed(const std::string& part, const std::string& sheet = "thickness = 1.5") {
  return develop_job(read_job("juggler = 1\n[sheet]\n" + sheet + "\n[part]\n" + part, "job.toml"));
}
Json document(const JobResult& result) {
  std::ostringstream out;
  write_json(result, out);
  return Json::parse(out.str());
}
JobRefusal refused(const std::string& part) {
  try {
    (void)developed(part);
  } catch (const JobRefusal& r) {
    return r;
  }
  ADD_FAILURE() << "not refused: " << part;
  return {{}, {}};
}
std::string row(const JobResult& r, size_t piece, const std::string& name) {
  for (const Row& one : key_numbers(r, r.pieces[piece])) {
    if (one.name == name) return one.value;
  }
  return "";
}

const std::string slide =
    "shape = \"slide\"\ninside.diameter = 220\noutside.diameter = 520\npitch = 380\nturns = 1.25\n"
    "inner.height = 60\nouter.height = 110\nblank.turns = 0.5\n";

TEST(Slide, WallsMeetTheFloor) {
  for (const char* hand : {"right", "left"}) {
    const JobResult r = developed(slide + "hand = \"" + hand + "\"\n");
    ASSERT_EQ(r.pieces.size(), 4U);  // two kinds of floor blanks, two walls
    EXPECT_TRUE(passed(r));
    EXPECT_EQ(r.pieces[0].blank.count, 2);
    const Form& floor = *r.pieces[0].formed->form;
    const Form& inner = *r.pieces[2].formed->form;
    const Form& outer = *r.pieces[3].formed->form;
    const auto strip = [&](size_t i) {
      return wind(std::get<HelicalStrip>(r.pieces[i].part.asked), {.thickness = 1.5});
    };
    EXPECT_NEAR(strip(2).strip->outside, rim_length(floor, EndName::base, 0), 1e-9 * 1000);
    EXPECT_NEAR(strip(3).strip->inside, rim_length(floor, EndName::top, 0), 1e-9 * 2000);
    EXPECT_NEAR(strip(2).strip->upright_width, 60, 1e-9);
    // Place by place: the wall's face at its base edge lies on the floor's edge.
    const auto apart = [&](const Form& wall, double layer, EndName edge) {
      double worst = 0;
      for (int i = 0; i <= 50; ++i) {
        const double u = floor.from() + (floor.to() - floor.from()) * i / 50;
        worst =
            std::max(worst, norm(edge_point(wall, EndName::base, layer, u) - edge_point(floor, edge, 0, u)));
      }
      return worst;
    };
    EXPECT_LT(apart(inner, 1.5, EndName::base), 1e-9 * 600) << hand;
    EXPECT_LT(apart(outer, 0, EndName::top), 1e-9 * 600) << hand;
    EXPECT_TRUE(has(r.pieces[2].blank.notes.back(), "they differ by 0 mm")) << r.pieces[2].blank.notes.back();
    EXPECT_TRUE(has(r.pieces[3].blank.notes.back(), "meets the floor's outer edge"));
    EXPECT_EQ(document(r)["job"]["parts"].size(), 3U);
  }
}

TEST(Slide, RefusalsSpeakItsOwnKeys) {
  const auto without = [](const std::string& line) {
    std::string text = slide;
    const size_t at = text.find(line);
    return text.erase(at, text.find('\n', at) + 1 - at);
  };
  for (const char* key :
       {"inside.diameter", "outside.diameter", "pitch", "turns", "inner.height", "outer.height"})
    EXPECT_EQ(refused(without(key)).text().key, std::string("part.") + key);
  EXPECT_EQ(refused(without("inner.height") + "inner.height = 400\n").text().key, "part.inner.height");
  EXPECT_EQ(refused(without("inside.diameter") + "inside.diameter = 2\n").text().key, "part.strain_limit");
  EXPECT_EQ(refused(without("inside.diameter") + "inside.diameter = 2\nallow_strain = true\n").text().key,
            "part.inside.diameter");
}

TEST(WoundJobs, KeysAreRefusedWithTheirPlace) {
  const std::string flight = "shape = \"flight\"\nshaft.diameter = 60\noutside.diameter = 200\nturns = 2\n";
  EXPECT_EQ(refused(flight + "pitch.from = 100\n").text().key, "part.pitch.from");
  EXPECT_EQ(refused(flight + "pitch = 300\nstrain_limit = 0.03\n").text().key, "part.strain_limit");
  EXPECT_TRUE(
      has(refused(flight + "pitch = 100\nhand = \"opposite\"\n").text().allowed, "\"right\" | \"left\""));
  EXPECT_TRUE(has(refused(flight + "pitch = 100\nseam.gap = 2\n").text().reason, "no key"));
  EXPECT_EQ(refused(flight + "pitch = 100\nblank.flat = \"equal\"\n").place().line, 10);
  EXPECT_EQ(refused("shape = \"coil\"\nspacing = 3\nwidth = 4\nturns = 2\n").text().key,
            "part.start.inside_diameter");
  EXPECT_EQ(refused("shape = \"helical_strip\"\nbody.diameter = 300\nwidth = 20\nupright_width = 21\npitch = "
                    "50\nturns = 2\n")
                .text()
                .key,
            "part.upright_width");
}

TEST(WoundJobs, BothRingsAreReported) {
  const JobResult r = developed(
      "shape = \"flight\"\nshaft.diameter = 60\noutside.diameter = 200\npitch = 200\nturns = 1\n"
      "blank.flat = \"least_stretch\"\n");
  const Json d = document(r);
  const Json& rings = d["pieces"][0]["flat_rings"];
  ASSERT_EQ(rings.size(), 2U);
  EXPECT_EQ(rings[0]["flat"], "least_stretch");
  EXPECT_NEAR(rings[1]["inner_radius"].get<double>(), 50.0268, 1e-4);
  EXPECT_EQ(rings[1]["strain"]["map"].size(), 9U);
  EXPECT_EQ(d["job"]["parts"][0]["hand"], "right");
  EXPECT_TRUE(has(row(r, 0, "equal edges"), "not made; flat ring, radius 50.027 mm inner, 120.027 mm outer"));
  EXPECT_TRUE(has(row(r, 0, "strain, equal edges"), "greatest -3.194 % along at 50.593 mm"));
  EXPECT_TRUE(has(row(r, 0, "least stretch"), "made; "));
  EXPECT_FALSE(d["pieces"][0].contains("coil"));
}

TEST(WoundJobs, InchesAndLengthsOfLayers) {
  const JobResult r = developed(
      "shape = \"coil\"\nstart.inside_diameter = \"80 mm\"\nspacing = \"12 mm\"\nturns = 5\nwidth = \"60 "
      "mm\"\n",
      "thickness = 2");
  EXPECT_EQ(row(r, 0, "strip neutral"), "2231.357 mm");
  EXPECT_EQ(row(r, 0, "clearance"), "9.990 mm");
  EXPECT_NEAR(document(r)["pieces"][0]["coil"]["length"]["inside"].get<double>(), 2199.91305, 1e-4);
}

}  // namespace
}  // namespace juggler::testing
