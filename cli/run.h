// What the commands do: jobs in, numbers and files out. Computes nothing.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "juggler/io.h"

namespace juggler::cli {

enum Exit { done = 0, unforeseen = 1, wrong_call = 2, refused = 3, no_file = 4, proof_failed = 5 };

struct CallError : std::runtime_error {
  using std::runtime_error::runtime_error;
};

struct Options {
  std::string folder;  ///< empty: no files
  std::vector<std::string> formats{"dxf", "svg", "pdf", "png", "txt", "csv", "json"};
  std::vector<std::string> settings;  ///< NAME=VALUE
  bool json = false;
  bool draw = false;
  bool quiet = false;
  bool replace = false;
  bool any_file = false;  ///< files that a job names may lie anywhere
  std::string save_job;
  std::function<JobResult(const Job&)> develop = develop_job;  ///< replaced in tests, to see a proof fail
};

[[nodiscard]] int develop(const std::vector<std::string>& jobs, const Options& options);
[[nodiscard]] int quick(const std::string& shape, const std::vector<std::string>& keys,
                        const Options& options);
[[nodiscard]] int check(const std::vector<std::string>& jobs, const Options& options);
[[nodiscard]] int show_shapes(const std::string& shape);
[[nodiscard]] int demo(const Options& options);

/// The demo jobs and the files they name, built in.
struct DemoJob {
  const char* file;
  const char* text;
};
[[nodiscard]] const std::vector<DemoJob>& demo_jobs();

/// Runs one step and turns what it throws into a message on stderr and an exit code; `before` is called
/// before the message.
[[nodiscard]] int guarded(
    const std::string& about, const std::function<int()>& step, const std::function<void()>& before = [] {});

}  // namespace juggler::cli
