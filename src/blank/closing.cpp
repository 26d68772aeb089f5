#include "closing.h"

#include <Eigen/Dense>
#include <algorithm>

namespace juggler {
namespace {

using Move = Eigen::Isometry3d;

Eigen::Vector3d in_space(Vec2 p) { return {p.x, p.y, 0}; }

// A bend line of the flat, and the side of it on which the wall goes on.
struct Line {
  Fold* bend = nullptr;
  Eigen::Vector3d at, axis;
};

// The flat that brings one ruling upon another, both on flats as laid.
Move onto(const Element& ruling, const Element& other) {
  const auto heading = [](const Element& e) { return std::atan2((e.top - e.base).y, (e.top - e.base).x); };
  const auto middle = [](const Element& e) { return in_space(0.5 * (e.base + e.top)); };
  Move move = Move::Identity();
  move.translate(middle(other));
  move.rotate(Eigen::AngleAxisd(heading(other) - heading(ruling), Eigen::Vector3d::UnitZ()));
  move.translate(-middle(ruling));
  return move;
}

// The piece's lines from its first seam ruling to its last. A positive turn lifts what lies beyond the line.
std::vector<Line> lines_of(Blank& b) {
  std::vector<Line> lines;
  for (Fold& bend : bends_of(b)) {
    if (bend.hem) continue;
    const Vec2 way = 1 / bend.length() * (bend.to - bend.from);
    lines.push_back({&bend, in_space(bend.from), in_space(way)});
  }
  return lines;
}

double signed_turn(const Fold& b) { return b.up ? b.turned.radians() : -b.turned.radians(); }

// Lines that all but run through one point, as on offset cones, close in three ways well and in three hardly
// at all: ways weaker than this share of the strongest are left, for they would take angles far from the
// wall's. What then stays open is less than this share of the part's size.
constexpr double ways_that_count = 1e-8;  // rounding of the twists
constexpr double weakest = 1e-3;
constexpr double stays_open = 1e-6;

class Closing {
 public:
  Closing(const std::vector<Blank*>& pieces, const std::vector<TrimPlane>& trims)
      : pieces_(pieces), trims_(trims) {
    for (Blank* b : pieces) {
      size_ = std::max(size_, b->size);
      std::vector<Line> lines = lines_of(*b);
      // All rulings run from base to top; seen from the face that is up the wall goes on to one side of them.
      const double side = runs_left(*b) ? 1 : -1;
      for (Line& line : lines) line.axis *= side;
      lines_.push_back(std::move(lines));
    }
  }

  [[nodiscard]] size_t count() const {
    size_t n = 0;
    for (const auto& lines : lines_) n += lines.size();
    return n;
  }

  // (52): of all that closes the nearest to the smooth wall, by Newton's steps.
  bool solve() {
    constexpr double near =
        0.3;  // radians: farther from the smooth wall is another one, if there is one nearer
    return solve(ways_that_count, within::same, near) || solve(weakest, stays_open, HUGE_VAL) ||
           solve(ways_that_count, within::same, HUGE_VAL);
  }

 private:
  bool solve(double share, double open_by, double far) {
    Eigen::VectorXd turns(static_cast<long>(count()));
    long i = 0;
    for (const auto& lines : lines_) {
      for (const Line& line : lines) turns(i++) = signed_turn(*line.bend);
    }
    const Eigen::VectorXd smooth = turns;
    Eigen::MatrixXd twists(6, turns.size());
    double off = HUGE_VAL;
    for (int step = 0; step < 60; ++step) {
      const Eigen::Matrix<double, 6, 1> open = twist(walk(turns, &twists));
      const double now = open.norm();
      if (step > 4 && now >= 0.5 * off) break;
      off = now;
      Eigen::JacobiSVD<Eigen::MatrixXd> svd(twists, Eigen::ComputeThinU | Eigen::ComputeThinV);
      svd.setThreshold(share);
      Eigen::VectorXd change = smooth + svd.solve(twists * (turns - smooth) - open) - turns;
      const double most = change.cwiseAbs().maxCoeff();
      if (most > 0.5) change *= 0.5 / most;
      turns += change;
    }
    if (!(twist(walk(turns, nullptr)).norm() < open_by) || (turns - smooth).cwiseAbs().maxCoeff() > far)
      return false;
    keep(turns);
    return true;
  }

 public:
  // (53): how far the ends of the lines and the rim between them stand from the plane nearest to those ends.
  void measure_level(Pressed& pressed) const {
    pressed.base_out = out_of_plane(EdgeName::base);
    pressed.top_out = out_of_plane(EdgeName::top);
  }

 private:
  static bool runs_left(const Blank& b) {
    // The outline runs anticlockwise: the metal lies to the left of its edges.
    const std::vector<Arc>& start = edge(b, EdgeName::seam_start)->arcs;
    return dot(end_of(start.back()) - start.front().start, b.elements.front().top - b.elements.front().base) >
           0;
  }

  // The move of the last seam ruling, folded, onto the first one; and the twist of each line as it then lies.
  Move walk(const Eigen::VectorXd& turns, Eigen::MatrixXd* twists) const {
    Move now = Move::Identity();
    long i = 0;
    for (size_t k = 0; k < lines_.size(); ++k) {
      for (const Line& line : lines_[k]) {
        const Eigen::Vector3d axis = now.linear() * line.axis;
        if (twists) {
          twists->col(i).head<3>() = axis;
          twists->col(i).tail<3>() = -axis.cross(now * line.at) / size_;
        }
        now.translate(line.at);
        now.rotate(Eigen::AngleAxisd(turns(i++), line.axis));
        now.translate(-line.at);
      }
      const Blank& here = *pieces_[k];
      const Blank& next = *pieces_[(k + 1) % pieces_.size()];
      now = now * onto(next.elements.front(), here.elements.back());
    }
    return now;
  }

  [[nodiscard]] Eigen::Matrix<double, 6, 1> twist(const Move& move) const {
    const Eigen::AngleAxisd turn(move.linear());
    Eigen::Matrix<double, 6, 1> t;
    t.head<3>() = turn.angle() * turn.axis();
    t.tail<3>() = move.translation() / size_;
    return t;
  }

  void keep(const Eigen::VectorXd& turns) {
    long i = 0;
    for (const auto& lines : lines_) {
      for (const Line& line : lines) {
        line.bend->up = turns(i) >= 0;
        line.bend->turned = Angle::radians(std::abs(turns(i++)));
      }
    }
  }

  // Where the lines end on a rim and what lies between them, folded.
  [[nodiscard]] double out_of_plane(EdgeName name) const {
    const EndName end = name == EdgeName::base ? EndName::base : EndName::top;
    if (std::count_if(trims_.begin(), trims_.end(), [&](const TrimPlane& t) { return t.end == end; }) > 1)
      return 0;
    std::vector<Eigen::Vector3d> ends;
    std::vector<Eigen::Vector3d> all;
    Move now = Move::Identity();
    for (size_t k = 0; k < lines_.size(); ++k) {
      const Blank& b = *pieces_[k];
      const Edge* rim = edge(b, name);
      if (!rim) return 0;
      const std::vector<Arc> arcs = from_first(b, *rim);
      const double whole = length_of(arcs);
      double before = 0;
      const auto add_between = [&](double to) {
        constexpr int looks = 16;
        for (int i = 0; i <= looks; ++i)
          all.push_back(now * in_space(on(arcs, before + (to - before) * i / looks)));
        before = to;
      };
      for (const Line& line : lines_[k]) {
        const Vec2 at = name == EdgeName::base ? line.bend->from : line.bend->to;
        add_between(run_to(arcs, at));
        ends.push_back(now * in_space(at));
        now.translate(line.at);
        now.rotate(Eigen::AngleAxisd(signed_turn(*line.bend), line.axis));
        now.translate(-line.at);
      }
      add_between(whole);
      now = now * onto(pieces_[(k + 1) % pieces_.size()]->elements.front(), b.elements.back());
    }
    return spread(ends, all);
  }

  static std::vector<Arc> from_first(const Blank& b, const Edge& rim) {
    const Edge* start = edge(b, EdgeName::seam_start);
    const auto gap = [&](Vec2 p) {
      return std::min(norm(p - start->arcs.front().start), norm(p - end_of(start->arcs.back())));
    };
    return gap(rim.arcs.front().start) <= gap(end_of(rim.arcs.back())) ? rim.arcs : reversed(rim.arcs);
  }

  static Vec2 on(const std::vector<Arc>& arcs, double run) {
    for (const Arc& arc : arcs) {
      if (run <= arc.length || &arc == &arcs.back()) return point_at(arc, std::min(run, arc.length));
      run -= arc.length;
    }
    return {};
  }

  static double spread(const std::vector<Eigen::Vector3d>& ends, const std::vector<Eigen::Vector3d>& all) {
    if (ends.size() < 3) return 0;
    Eigen::Vector3d middle = Eigen::Vector3d::Zero();
    for (const auto& p : ends) middle += p / static_cast<double>(ends.size());
    Eigen::Matrix3d about = Eigen::Matrix3d::Zero();
    for (const auto& p : ends) about += (p - middle) * (p - middle).transpose();
    const Eigen::Vector3d normal =
        Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d>(about).eigenvectors().col(0);
    double low = 0;
    double high = 0;
    for (const auto& p : all) {
      low = std::min(low, normal.dot(p - middle));
      high = std::max(high, normal.dot(p - middle));
    }
    return high - low;
  }

  std::vector<Blank*> pieces_;
  const std::vector<TrimPlane>& trims_;
  std::vector<std::vector<Line>> lines_;
  double size_ = 0;
};

[[noreturn]] void refuse_hits(size_t hits) {
  refuse("pressing.hits", "leaves facets that cannot close: one would turn by half a turn or more",
         std::to_string(hits) + " hits", {}, "take more hits");
}

}  // namespace

void close_up(const std::vector<Blank*>& pieces, const std::vector<TrimPlane>& trims) {
  Closing closing(pieces, trims);
  const bool pressed =
      std::any_of(pieces.begin(), pieces.end(), [](const Blank* b) { return b->pressed.has_value(); });
  if (!pressed) return;
  if (!closing.solve()) refuse_hits(closing.count());
  Pressed level;
  closing.measure_level(level);
  for (Blank* b : pieces) {
    for (const Fold& line : bends_of(*b)) {
      if (line.turned.radians() >= pi * (1 - within::same)) refuse_hits(closing.count());
    }
    if (!b->pressed) continue;
    b->pressed->base_out = level.base_out;
    b->pressed->top_out = level.top_out;
  }
}

}  // namespace juggler
