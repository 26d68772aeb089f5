// A folder of a test's own, gone with it.
#pragma once

#include <unistd.h>

#include <filesystem>
#include <fstream>
#include <sstream>

#include "common.h"

namespace juggler::testing {

namespace fs = std::filesystem;

class InFolder : public ::testing::Test {
 protected:
  InFolder() {
    static int count = 0;
    folder_ =
        fs::temp_directory_path() / ("juggler-" + std::to_string(::getpid()) + "-" + std::to_string(++count));
    fs::create_directories(folder_);
  }
  ~InFolder() override {
    std::error_code ignored;
    fs::remove_all(folder_, ignored);
  }
  void write(const std::string& name, const std::string& text) const {
    std::ofstream(folder_ / name, std::ios::binary) << text;
  }

  fs::path folder_;
};

}  // namespace juggler::testing
