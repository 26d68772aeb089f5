// Files read whole and written whole.
#pragma once

#include <filesystem>
#include <stdexcept>
#include <string>
#include <vector>

namespace juggler::cli {

/// A file that cannot be read or written; the text says which and why.
struct FileError : std::runtime_error {
  using std::runtime_error::runtime_error;
};

[[nodiscard]] std::string read_whole(const std::filesystem::path& path);

struct NewFile {
  std::filesystem::path path;
  std::string content;
};

/// Errors  FileError where something is there already.
void require_free(const std::filesystem::path& path);
/// Writes all files or none of them new: each is written beside its place, synced and then renamed.
/// Without `replace` none of them may be there yet.
void write_whole(const std::vector<NewFile>& files, bool replace);

}  // namespace juggler::cli
