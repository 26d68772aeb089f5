// Runs the real program as a user would, in a folder of the test's own.
#pragma once

#include <gtest/gtest.h>
#include <sys/wait.h>

#include <unistd.h>
#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <sstream>
#include <string>
#include <vector>

namespace juggler::testing {

namespace fs = std::filesystem;

struct Outcome {
  int code = -1;
  std::string out;
  std::string err;
};

inline std::string content_of(const fs::path& path) {
  std::ifstream file(path, std::ios::binary);
  std::ostringstream text;
  text << file.rdbuf();
  return text.str();
}

inline std::vector<std::string> lines_of(const std::string& text) {
  std::vector<std::string> lines;
  std::istringstream in(text);
  for (std::string line; std::getline(in, line);) lines.push_back(line);
  return lines;
}

/// A fresh folder for each test.
class Program : public ::testing::Test {
 protected:
  Program() {
    const auto* info = ::testing::UnitTest::GetInstance()->current_test_info();
    name_ = "juggler-" + std::to_string(::getpid()) + "-" + info->name();
    std::replace(name_.begin(), name_.end(), '/', '_');
    folder_ = fs::temp_directory_path() / name_;
    fs::create_directories(folder_);
  }
  ~Program() override {
    std::error_code ignored;
    fs::permissions(folder_, fs::perms::owner_all, ignored);
    fs::remove_all(folder_, ignored);
  }

  /// A shell command, run in the folder.
  Outcome shell(const std::string& command) const {
    const fs::path out = folder_ / ".out";
    const fs::path err = folder_ / ".err";
    const std::string whole = "cd '" + folder_.string() + "' && ( " + command + " ) >'" + out.string() +
                              "' 2>'" + err.string() + "'";
    const int status = std::system(whole.c_str());
    return {WIFEXITED(status) ? WEXITSTATUS(status) : 128 + WTERMSIG(status), content_of(out),
            content_of(err)};
  }
  Outcome juggler(const std::string& arguments) const {
    return shell(std::string("'" PROGRAM "' ") + arguments);
  }

  void write(const std::string& name, const std::string& text) const {
    std::ofstream(folder_ / name, std::ios::binary) << text;
  }
  std::string read(const std::string& name) const { return content_of(folder_ / name); }
  bool there(const std::string& name) const { return fs::exists(folder_ / name); }
  size_t files() const {
    size_t n = 0;
    for (const auto& entry : fs::recursive_directory_iterator(folder_)) {
      const std::string name = entry.path().filename().string();
      n += entry.is_regular_file() && name != ".out" && name != ".err";
    }
    return n;
  }

  fs::path folder_;
  std::string name_;
};

inline bool has(const std::string& text, const std::string& part) {
  return text.find(part) != std::string::npos;
}

inline constexpr const char* quick_cyclone =
    "quick cone base.diameter=620 top.diameter=155 height=780 thickness=2 sizes_on=inside seam.gap=1.5";

}  // namespace juggler::testing
