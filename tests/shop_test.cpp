#include "juggler/shop.h"

#include "jobs.h"

namespace juggler::testing {
namespace {

std::string value(const std::vector<Row>& rows, const std::string& name) {
  for (const Row& row : rows) {
    if (row.name == name) return row.value;
  }
  ADD_FAILURE() << "no row " << name;
  return "";
}

TEST(KeyNumbers, InTheJobsUnitsRadiusAndDiameterBothLabelled) {
  const JobResult mm =
      result_of({{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}, {"seam.gap", "1.5"}});
  const auto rows = key_numbers(mm, mm.pieces[0]);
  EXPECT_EQ(value(rows, "swing radius base"), "1088.574 mm");
  EXPECT_EQ(value(rows, "sector base as cut"), "102.7574 deg");
  EXPECT_EQ(value(rows, "base inside as cut"), "dia 620.000, radius 310.000 mm");
  EXPECT_EQ(value(asked_for(mm, mm.pieces[0]), "slant"), "813.914 mm");
  const JobResult inch =
      result_of({{"job.units", "in"}, {"base.diameter", "20"}, {"top.diameter", "20"}, {"height", "10"}});
  EXPECT_EQ(value(asked_for(inch, inch.pieces[0]), "height"), "10.0000 in");
  EXPECT_EQ(value(key_numbers(inch, inch.pieces[0]), "girth base neutral"), "69.1150 in");
}

TEST(KeyNumbers, AreRoundedNotCutOffAndMinusZeroIsZero) {
  const auto length = [](double mm, const Units& units) {
    return written({.value = mm, .of = Amount::Of::length, .style = Amount::Style::exact}, units);
  };
  EXPECT_EQ(length(1.0005, {}), "1.001 mm");
  EXPECT_EQ(length(0.9996, {}), "1.000 mm");
  EXPECT_EQ(length(-1e-9, {}), "0.000 mm");
  EXPECT_EQ(length(25.4 / 32, *find_units("in")), "0.0313 in");
}

TEST(Result, WorstProofIsTheWorstOfEachFigure) {
  JobResult r = result_of({{"base.diameter", "620"}, {"top.diameter", "155"}, {"height", "780"}});
  r.pieces.push_back(r.pieces[0]);
  r.pieces[1].proof.greatest_distance = 1;
  r.pieces[1].proof.where = "there";
  r.pieces[1].proof.passed = false;
  EXPECT_FALSE(passed(r));
  EXPECT_FALSE(worst_proof(r).passed);
  EXPECT_EQ(worst_proof(r).where.in({}), "there");
}

}  // namespace
}  // namespace juggler::testing
