// A body of flat faces from an OBJ file: its points, faces and their group names; nothing else of it counts.
#include <charconv>
#include <filesystem>
#include <map>
#include <sstream>

#include "folded_rows.h"
#include "job/named_file.h"

namespace juggler {
namespace {

namespace fs = std::filesystem;

FileKind obj_kind() { return {{".obj"}, "an OBJ file", 64 << 20}; }

class ObjReader {
 public:
  ObjReader(const Entry& named, fs::path path, double mm) : named_(named), path_(std::move(path)), mm_(mm) {}

  void read(Net& net) {
    std::istringstream in(text_of(named_, path_, obj_kind()));
    std::string text;
    while (std::getline(in, text)) {
      if (++line_ > 200000) refuse_line("goes on too long", "up to 200,000 lines");
      if (text.size() > 10000) refuse_line("is too long a line", "up to 10,000 bytes");
      words(text);
    }
    if (faces_.empty()) refuse(named_, "is a file without faces", "lines that begin with v and f");
    net.points = points_;
    name_faces();
    net.faces = faces_;
    face_outwards(net);
  }

 private:
  [[noreturn]] void refuse_line(const std::string& reason, const std::string& allowed) const {
    throw JobRefusal({path_.string(), line_, 1}, {.reason = reason, .key = named_.path, .allowed = allowed});
  }

  void words(const std::string& text) {
    std::istringstream in(text);
    std::string first;
    if (!(in >> first)) return;
    if (first == "v") add_point(in);
    if (first == "f") add_face(in);
    if (first == "g" || first == "o") {
      group_.clear();
      for (std::string word; in >> word;) group_ += (group_.empty() ? "" : " ") + word;
      if (group_.size() > 64 || group_.find('/') != std::string::npos)
        refuse_line("is no name for a face", "up to 64 letters, no /");
    }
  }

  void add_point(std::istringstream& in) {
    double c[3];
    for (double& value : c) {
      std::string word;
      in >> word;
      const auto [stop, error] = std::from_chars(word.data(), word.data() + word.size(), value);
      if (error != std::errc{} || stop != word.data() + word.size() || !(std::abs(value) <= 1e9))
        refuse_line("is no point", "v and three plain numbers");
    }
    const Vec3 p = mm_ * Vec3{c[0], c[1], c[2]};
    // Programs that write a file face by face repeat their points.
    for (size_t i = 0; i < points_.size(); ++i) {
      if (norm(points_[i] - p) > within::same * std::max(norm(p), norm(points_[i]))) continue;
      number_.push_back(static_cast<int>(i));
      return;
    }
    if (points_.size() >= 2000) refuse_line("has too many points", "up to 2000");
    number_.push_back(static_cast<int>(points_.size()));
    points_.push_back(p);
  }

  void add_face(std::istringstream& in) {
    NetFace face;
    for (std::string word; in >> word;) {
      long index = 0;
      const auto [stop, error] = std::from_chars(word.data(), word.data() + word.size(), index);
      const bool whole = error == std::errc{} && (stop == word.data() + word.size() || *stop == '/');
      const long count = static_cast<long>(number_.size());
      if (index < 0) index += count + 1;
      if (!whole || index < 1 || index > count)
        refuse_line("is a face that names no point", "f and three or more points' numbers");
      face.points.push_back(number_[static_cast<size_t>(index - 1)]);
    }
    if (face.points.size() < 3 || face.points.size() > 200)
      refuse_line("is no face", "f and 3 to 200 points' numbers");
    if (faces_.size() >= 300) refuse_line("has too many faces", "up to 300");
    faces_.push_back(std::move(face));
    groups_.push_back(group_);
  }

  // A group of one face names it; of several they are numbered.
  void name_faces() {
    std::map<std::string, int> count;
    for (const std::string& g : groups_) ++count[g];
    std::map<std::string, int> seen;
    for (size_t i = 0; i < faces_.size(); ++i) {
      const std::string group = groups_[i].empty() ? "face" : groups_[i];
      const int number = ++seen[groups_[i]];
      faces_[i].name =
          count[groups_[i]] == 1 && !groups_[i].empty() ? group : fmt::format("{} {}", group, number);
    }
  }

  // A closed body whose faces run clockwise is turned inside out.
  static void face_outwards(Net& net) {
    double six_volumes = 0;
    for (const NetFace& f : net.faces) {
      const auto at = [&](size_t i) { return net.points[static_cast<size_t>(f.points[i])]; };
      for (size_t i = 1; i + 1 < f.points.size(); ++i) six_volumes += dot(at(0), cross(at(i), at(i + 1)));
    }
    if (six_volumes >= 0) return;
    for (NetFace& f : net.faces) std::reverse(f.points.begin(), f.points.end());
  }

  const Entry& named_;
  fs::path path_;
  double mm_;
  int line_ = 0;
  std::string group_;
  std::vector<Vec3> points_;
  std::vector<int> number_;  // of each point of the file among those kept
  std::vector<NetFace> faces_;
  std::vector<std::string> groups_;
};

}  // namespace

void read_obj(const Entry& named, const std::string& source, const Units& units, Net& net) {
  ObjReader(named, path_of(named, source, obj_kind()), units.mm).read(net);
}

}  // namespace juggler
