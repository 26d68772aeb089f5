#include "files.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <cstdio>
#include <cstring>
#include <utility>

namespace juggler::cli {
namespace {

constexpr size_t largest_job = 4u << 20;

[[noreturn]] void fail(const std::filesystem::path& path, const char* what, int error) {
  throw FileError(fmt::format("{}: cannot be {}: {}.", path.string(), what, std::strerror(error)));
}

[[noreturn]] void refuse_existing(const std::filesystem::path& path) {
  throw FileError(
      fmt::format("{}: is there already; give --replace to replace it, or another -o.", path.string()));
}

// A descriptor that is closed however its scope is left.
class Descriptor {
 public:
  explicit Descriptor(int fd) : fd_(fd) {}
  Descriptor(const Descriptor&) = delete;
  Descriptor& operator=(const Descriptor&) = delete;
  ~Descriptor() {
    if (fd_ >= 0) ::close(fd_);
  }
  [[nodiscard]] int get() const { return fd_; }

 private:
  int fd_;
};

// A file beside its final place; it goes away unless it is put there.
class Beside {
 public:
  explicit Beside(const NewFile& file)
      : path_(file.path),
        temporary_(file.path.parent_path() /
                   fmt::format(".{}.{}.new", file.path.filename().string(), ::getpid())) {
    const Descriptor fd(::open(temporary_.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0666));
    if (fd.get() < 0) fail(path_, "written", errno);
    there_ = true;
    size_t done = 0;
    while (done < file.content.size()) {
      const ssize_t n = ::write(fd.get(), file.content.data() + done, file.content.size() - done);
      if (n < 0 && errno == EINTR) continue;
      if (n < 0) abandon(errno);
      done += static_cast<size_t>(n);
    }
    if (::fsync(fd.get()) != 0) abandon(errno);
  }
  Beside(Beside&& other) noexcept
      : path_(std::move(other.path_)),
        temporary_(std::move(other.temporary_)),
        there_(std::exchange(other.there_, false)) {}
  Beside(const Beside&) = delete;
  ~Beside() { remove(); }

  void put(bool replace) {
    const unsigned flags = replace ? 0 : RENAME_NOREPLACE;
    if (::renameat2(AT_FDCWD, temporary_.c_str(), AT_FDCWD, path_.c_str(), flags) != 0) {
      if (errno == EEXIST) refuse_existing(path_);
      if (errno != EINVAL || std::rename(temporary_.c_str(), path_.c_str()) != 0)
        fail(path_, "written", errno);
    }
    there_ = false;
  }

 private:
  void remove() {
    if (there_) ::unlink(temporary_.c_str());
    there_ = false;
  }
  [[noreturn]] void abandon(int error) {
    remove();
    fail(path_, "written", error);
  }

  std::filesystem::path path_;
  std::filesystem::path temporary_;
  bool there_ = false;
};

void make_folder(const std::filesystem::path& folder) {
  if (folder.empty()) return;
  std::error_code error;
  std::filesystem::create_directories(folder, error);
  if (error || !std::filesystem::is_directory(folder)) {
    fail(folder, "made a folder", error ? error.value() : ENOTDIR);
  }
}

}  // namespace

std::string read_whole(const std::filesystem::path& path) {
  const Descriptor fd(::open(path.c_str(), O_RDONLY | O_CLOEXEC));
  if (fd.get() < 0) fail(path, "read", errno);
  std::string content;
  std::vector<char> chunk(1u << 16);
  for (;;) {
    const ssize_t n = ::read(fd.get(), chunk.data(), chunk.size());
    if (n < 0 && errno == EINTR) continue;
    if (n < 0) fail(path, "read", errno);
    if (n == 0) return content;
    content.append(chunk.data(), static_cast<size_t>(n));
    if (content.size() > largest_job) {
      throw FileError(fmt::format("{}: is larger than 4 MiB, too large for a job.", path.string()));
    }
  }
}

void require_free(const std::filesystem::path& path) {
  struct stat info {};
  if (::lstat(path.c_str(), &info) == 0) refuse_existing(path);
}

void write_whole(const std::vector<NewFile>& files, bool replace) {
  for (const NewFile& file : files) {
    make_folder(file.path.parent_path());
    if (!replace) require_free(file.path);
  }
  std::vector<Beside> written;
  written.reserve(files.size());
  for (const NewFile& file : files) written.emplace_back(file);
  for (Beside& file : written) file.put(replace);
}

}  // namespace juggler::cli
