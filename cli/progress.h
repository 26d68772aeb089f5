// How far a long call has come.
#pragma once

#include <fmt/format.h>
#include <unistd.h>

#include <chrono>
#include <iostream>
#include <string>

namespace juggler::cli {

// One line on the terminal that says what is being done, once that has taken a while; gone at the end.
// Nothing where the messages do not go to a terminal.
class Progress {
 public:
  Progress(size_t jobs, bool quiet) : jobs_(jobs), shown_(!quiet && ::isatty(STDERR_FILENO) == 1) {}
  Progress(const Progress&) = delete;
  ~Progress() { clear(); }

  void next_job() { ++job_; }
  void show(const std::string& what) {
    constexpr std::chrono::milliseconds patience(300);
    if (!shown_ || std::chrono::steady_clock::now() - begun_ < patience) return;
    const std::string of = jobs_ > 1 ? fmt::format("job {} of {}, ", job_, jobs_) : "";
    std::cerr << "\r\033[K" << fmt::format("{}{:.60}", of, what) << std::flush;
    dirty_ = true;
  }
  void clear() {
    if (dirty_) std::cerr << "\r\033[K" << std::flush;
    dirty_ = false;
  }

 private:
  size_t jobs_;
  size_t job_ = 0;
  bool shown_;
  bool dirty_ = false;
  std::chrono::steady_clock::time_point begun_ = std::chrono::steady_clock::now();
};

}  // namespace juggler::cli
