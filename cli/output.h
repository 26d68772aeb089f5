// What a developed job becomes: the files of each format, their names and contents.
#pragma once

#include <functional>

#include "files.h"
#include "run.h"

namespace juggler::cli {

/// Where a job comes from: the name its files begin with, and its text.
struct Source {
  std::string stem;
  std::string text;
};
/// Everything that one job writes into the options' folder; `report` hears of every file before it is made.
[[nodiscard]] std::vector<NewFile> files_of(const JobResult& result, const Source& source,
                                            const Options& options,
                                            const std::function<void(const std::string& name)>& report);
/// The result document.
[[nodiscard]] std::string text_of_result(const JobResult& result);

}  // namespace juggler::cli
