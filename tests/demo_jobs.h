// The demo jobs, developed.
#pragma once

#include <fstream>
#include <sstream>

#include "juggler/io.h"

namespace juggler::testing {

/// By its name without the ending.
inline JobResult demo_job(const std::string& name) {
  const std::string path = SOURCE_FOLDER "/demo/" + name + ".toml";
  std::ifstream file(path);
  std::ostringstream text;
  text << file.rdbuf();
  return develop_job(read_job(text.str(), path));
}

}  // namespace juggler::testing
