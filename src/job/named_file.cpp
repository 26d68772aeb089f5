#include "named_file.h"

#include <fmt/format.h>

#include <algorithm>
#include <fstream>

namespace juggler {
namespace {

namespace fs = std::filesystem;

bool lies_below(const fs::path& path, const fs::path& folder) {
  std::error_code error;
  const fs::path whole = fs::weakly_canonical(fs::absolute(path), error);
  const fs::path root =
      fs::weakly_canonical(folder.empty() ? fs::current_path() : fs::absolute(folder), error);
  const auto [end, rest] = std::mismatch(root.begin(), root.end(), whole.begin(), whole.end());
  return end == root.end() || (end->empty() && std::next(end) == root.end());
}

bool ends_as(const fs::path& path, const std::vector<std::string>& endings) {
  std::string ending = path.extension().string();
  std::transform(ending.begin(), ending.end(), ending.begin(),
                 [](unsigned char c) { return std::tolower(c); });
  return endings.empty() || std::find(endings.begin(), endings.end(), ending) != endings.end();
}

}  // namespace

fs::path path_of(const Entry& named, const std::string& source, const FileKind& kind) {
  const fs::path name(std::get<std::string>(named.value));
  const fs::path folder = fs::path(source).parent_path();
  const fs::path path = name.is_absolute() ? name : folder / name;
  if (!ends_as(path, kind.endings))
    refuse(named, "is not " + kind.words + " by its name",
           fmt::format("a name that ends with {}", fmt::join(kind.endings, " or ")));
  if (named.files) return path;
  if (!named.any_file && !lies_below(path, folder))
    refuse(named, "lies outside the job's folder", kind.words + " beside the job or below it",
           "put it there, or allow other folders with --any-file");
  std::error_code error;
  if (!fs::is_regular_file(path, error))
    refuse(named, "is a file that cannot be read", kind.words + " beside the job");
  if (fs::file_size(path, error) > kind.most || error)
    refuse(named, "is too large", fmt::format("up to {} bytes", kind.most));
  return path;
}

std::string text_of(const Entry& named, const fs::path& path, const FileKind& kind) {
  if (named.files) {
    std::optional<std::string> text = named.files(path.string());
    if (!text) refuse(named, "is a file that the caller does not have", kind.words);
    if (text->size() > kind.most) refuse(named, "is too large", fmt::format("up to {} bytes", kind.most));
    return std::move(*text);
  }
  std::ifstream in(path, std::ios::binary);
  std::string text(std::istreambuf_iterator<char>(in), {});
  std::error_code error;
  if (in.bad() || text.empty() != (fs::file_size(path, error) == 0) ||
      text.size() < fs::file_size(path, error))
    refuse(named, "is a file that cannot be read to its end", kind.words + " beside the job");
  return text;
}

}  // namespace juggler
