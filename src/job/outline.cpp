// One closed outline from the curves of a drawing file.

#include "drawing_file.h"
#include "named_file.h"

namespace juggler {
namespace {

namespace fs = std::filesystem;

constexpr double near_ends = 0.01;  // mm

FileKind drawing_kind() { return {{".dxf", ".svg"}, "a DXF or SVG file", 64 << 20}; }

std::string drawing_text(const DrawingFile& file) { return text_of(file.named, file.path, drawing_kind()); }

std::string lower_extension(const fs::path& path) {
  std::string e = path.extension().string();
  std::transform(e.begin(), e.end(), e.begin(), [](unsigned char c) { return std::tolower(c); });
  return e;
}

bool near_each_other(Vec2 a, Vec2 b) { return norm(a - b) <= near_ends; }

// Curves that follow each other.
class Chaining {
 public:
  Chaining(const DrawingFile& file, std::vector<DrawnCurve> curves) : file_(file), left_(std::move(curves)) {
    // What is left of a closing line where the ends had met already.
    std::erase_if(left_, [](const DrawnCurve& c) {
      return c.kind == DrawnCurve::Kind::line && near_each_other(c.start(), c.end());
    });
  }

  std::vector<DrawnCurve> only_chain() {
    if (left_.empty())
      file_.refuse(1, file_.layer.empty() ? "holds no curve" : "holds no curve on the layer named",
                   "an outline of lines, arcs and splines");
    if (left_.size() > 1000) file_.refuse(1, "holds too many curves for an outline", "up to 1000");
    // It runs as its first curve is drawn.
    std::vector<DrawnCurve> chain{left_.front()};
    left_.erase(left_.begin());
    while (!closed(chain) && grow(chain, chain.back().end(), true)) {
    }
    while (!closed(chain) && grow(chain, chain.front().start(), false)) {
    }
    if (!left_.empty()) {
      const Vec2 p = left_.front().start();
      for (const DrawnCurve& c : chain) {
        for (const Vec2 end : {c.start(), c.end()}) {
          if (near_each_other(end, p) || near_each_other(end, left_.front().end())) refuse_fork(end);
        }
      }
      file_.refuse(1, fmt::format("holds more than one outline: one begins at [{:g}, {:g}]", p.x, p.y),
                   "one closed outline, or one with a gap; name its layer");
    }
    return chain;
  }

  static bool closed(const std::vector<DrawnCurve>& chain) {
    return near_each_other(chain.back().end(), chain.front().start()) &&
           (chain.size() > 1 || chain.front().kind != DrawnCurve::Kind::line);
  }

 private:
  [[noreturn]] void refuse_fork(Vec2 at) const {
    file_.refuse(1, fmt::format("has an outline that forks at [{:g}, {:g}]", at.x, at.y),
                 "curves that follow one another");
  }

  bool grow(std::vector<DrawnCurve>& chain, Vec2 at, bool behind) {
    size_t found = left_.size();
    for (size_t i = 0; i < left_.size(); ++i) {
      const bool touches = near_each_other(left_[i].start(), at) || near_each_other(left_[i].end(), at);
      if (!touches) continue;
      if (found < left_.size()) refuse_fork(at);
      found = i;
    }
    if (found == left_.size()) return false;
    DrawnCurve next = left_[found];
    left_.erase(left_.begin() + static_cast<long>(found));
    if (!near_each_other(behind ? next.start() : next.end(), at)) next = next.reversed();
    chain.insert(behind ? chain.end() : chain.begin(), std::move(next));
    return true;
  }

  const DrawingFile& file_;
  std::vector<DrawnCurve> left_;
};

}  // namespace

void read_outline(const Entry& named, const std::string& source, const Units& units, const std::string& layer,
                  Profile& profile) {
  const DrawingFile file{named, path_of(named, source, drawing_kind()), layer, units.mm};
  const std::string extension = lower_extension(file.path);
  const std::string text = drawing_text(file);
  profile.outline =
      Chaining(file, extension == ".dxf" ? read_dxf(file, text) : read_svg(file, text)).only_chain();
  const bool closed = Chaining::closed(profile.outline);
  if (closed && profile.open)
    file.refuse(1, "holds a closed outline where an open one is asked for", "a curve with two ends");
  if (closed || profile.open) return;
  const Vec2 from = profile.outline.back().end();
  const Vec2 to = profile.outline.front().start();
  profile.gap = 0.5 * (from + to);
  profile.outline.push_back(drawn_line(from, to));
}

}  // namespace juggler
