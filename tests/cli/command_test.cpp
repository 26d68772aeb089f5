// The commands with a developer that damages its blanks: a proof that fails must stop everything.
#include <gtest/gtest.h>
#include <unistd.h>

#include <filesystem>
#include <fstream>

#include "files.h"
#include "run.h"

namespace juggler::cli {
namespace {

namespace fs = std::filesystem;

class Commands : public ::testing::Test {
 protected:
  Commands() { fs::create_directories(folder_); }
  ~Commands() override { fs::remove_all(folder_); }
  std::string job() const {
    const fs::path path = folder_ / "job.toml";
    std::ofstream(path)
        << "juggler = 1\nsheet = {thickness = 2, sizes_on = \"inside\"}\n"
           "part = {shape = \"cone\", base.diameter = 620, top.diameter = 155, height = 780}\n";
    return path.string();
  }
  fs::path folder_ = fs::temp_directory_path() / ("juggler-commands-" + std::to_string(::getpid()));
};

// Develops as usual, then bends the flat by a hair and proves it again.
JobResult damaged(const Job& job) {
  JobResult result = develop_job(job);
  PieceResult& piece = result.pieces[0];
  Angle& turn = piece.blank.edges[0].arcs[0].turn;
  turn = (1 + 1e-7) * turn;
  piece.proof = prove(piece.blank, piece.part.asked, piece.part.sheet, piece.part.seam);
  return result;
}

TEST_F(Commands, AFailedProofWritesNothingAndEndsWithFive) {
  Options options;
  options.folder = (folder_ / "out").string();
  options.json = true;
  options.develop = damaged;
  ::testing::internal::CaptureStdout();
  ::testing::internal::CaptureStderr();
  EXPECT_EQ(develop({job()}, options), 5);
  EXPECT_EQ(::testing::internal::GetCapturedStdout(), "");
  const std::string said = ::testing::internal::GetCapturedStderr();
  EXPECT_NE(said.find("the proof of cone failed, nothing is written: off by"), std::string::npos) << said;
  EXPECT_FALSE(fs::exists(folder_ / "out"));
}

TEST_F(Commands, SoundBlanksAreWritten) {
  Options options;
  options.folder = (folder_ / "out").string();
  options.quiet = true;
  EXPECT_EQ(develop({job()}, options), done);
  EXPECT_TRUE(fs::exists(folder_ / "out" / "job.dxf"));
}

TEST_F(Commands, OfSeveralJobsTheWorstCounts) {
  Options options;
  options.quiet = true;
  options.develop = damaged;
  const std::string missing = (folder_ / "none.toml").string();
  ::testing::internal::CaptureStderr();
  EXPECT_EQ(develop({job(), missing}, options), proof_failed)
      << "a failed proof is worse than a missing file";
  EXPECT_EQ(check({job()}, options), proof_failed);
  options.develop = [](const Job&) -> JobResult { throw std::logic_error("of a sort nobody thought of"); };
  EXPECT_EQ(develop({missing, job()}, options), unforeseen) << "the unforeseen is worst of all";
  const std::string said = ::testing::internal::GetCapturedStderr();
  EXPECT_NE(said.find("of a sort nobody thought of"), std::string::npos);
}

TEST_F(Commands, FilesAreWrittenWholeOrNotAtAll) {
  const fs::path good = folder_ / "a.txt";
  write_whole({{good, "one"}}, false);
  EXPECT_EQ(read_whole(good), "one");
  EXPECT_THROW(write_whole({{folder_ / "b.txt", "two"}, {good, "two"}}, false), FileError);
  EXPECT_FALSE(fs::exists(folder_ / "b.txt")) << "one that is there stops all";
  EXPECT_EQ(read_whole(good), "one");
  fs::create_directories(folder_ / "c.txt");  // a folder stands where a file should go
  EXPECT_THROW(write_whole({{folder_ / "b.txt", "two"}, {folder_ / "c.txt", "two"}}, true), FileError);
  write_whole({{good, "three"}}, true);
  EXPECT_EQ(read_whole(good), "three");
  for (const auto& entry : fs::directory_iterator(folder_)) {
    EXPECT_EQ(entry.path().filename().string().find(".new"), std::string::npos) << "nothing is left beside";
  }
}

TEST_F(Commands, WhatIsNoFileIsNotRead) {
  EXPECT_THROW((void)read_whole(folder_ / "none"), FileError);
  EXPECT_THROW((void)read_whole(folder_), FileError);
}

}  // namespace
}  // namespace juggler::cli
