// Files that a job names. Private to the room.
#pragma once

#include <filesystem>

#include "entries.h"

namespace juggler {

/// What a file must be: the endings its name may have, in small letters with their point, and in words.
struct FileKind {
  std::vector<std::string> endings;
  std::string words;  ///< "a CSV file"
  size_t most = 0;    ///< bytes
};

/// The regular file that an entry names, in the folder of the job that `source` is or below it; anywhere,
/// where the entry's caller allows that. Nothing of what another file holds ever comes into a message.
///
/// Errors  JobRefusal at the entry where it lies elsewhere, is none, is of another kind or too large.
[[nodiscard]] std::filesystem::path path_of(const Entry& named, const std::string& source,
                                            const FileKind& kind);
/// All that it holds. Errors  as above, and where it cannot be read to its end.
[[nodiscard]] std::string text_of(const Entry& named, const std::filesystem::path& path,
                                  const FileKind& kind);

}  // namespace juggler
