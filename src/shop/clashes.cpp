// Parts of a job whose metal is in one place, and those that cannot be put on. docs/maths/clash.md.
#include <algorithm>

#include "juggler/measure.h"
#include "juggler/shop.h"
#include "solid/clash.h"

namespace juggler {
namespace {

constexpr double finest_share = 1.0 / 40;  // of the sheet's thickness
constexpr double finest = 0.05;            // mm
constexpr double apart = 5;                // chord errors, beyond what both may be off

double chord_error_for(const PieceResult& piece) {
  return std::clamp(piece.blank.thickness * finest_share, limits::finest_fit, finest);
}

// A piece of a part, where it stands.
struct Standing {
  size_t piece = 0;
  Vec3 axis;
  double least = 0;
  Metal metal;
};

Solid at(const Solid& solid, const Frame& stands) {
  Solid placed = solid;
  for (Vec3& p : placed.points) p = stands.place(p);
  return placed;
}

// All that stands, part by part in the job's order.
std::vector<Standing> all_standing(const JobResult& job) {
  std::vector<Standing> all;
  for (size_t i = 0; i < job.pieces.size(); ++i) {
    const PieceResult& piece = job.pieces[i];
    if (!piece.part.parted.empty() || piece.blank.thickness == 0) continue;
    SolidOptions options;
    options.chord_error = chord_error_for(piece);
    options.coarsest = Angle::degrees(20);
    const Solid solid = solid_of(piece.blank, *piece.formed, options);
    for (const Frame& part : all_stands(piece)) {
      for (const Frame& copy : copies_of(piece))
        all.push_back({i, part.z, apart * options.chord_error, Metal(at(solid, part.frame(copy)))});
    }
  }
  return all;
}

class Clashes {
 public:
  explicit Clashes(const JobResult& job) : job_(job), all_(all_standing(job)) {}

  [[nodiscard]] std::vector<Clash> found() {
    for (size_t i = 0; i < all_.size(); ++i) {
      const size_t others = others_before(i);
      std::vector<size_t> before;
      for (size_t k = 0; k < others; ++k) {
        if (!joined_later(i, k)) before.push_back(k);
      }
      for (const size_t k : before) add_overlap(i, k);
      if (!before.empty()) add_order(i, before);
    }
    return std::move(clashes_);
  }

 private:
  [[nodiscard]] const std::string& part_of(size_t i) const { return job_.pieces[all_[i].piece].part.name; }
  // How many stand there before the part that this is of.
  [[nodiscard]] size_t others_before(size_t i) const {
    size_t first = i;
    while (first > 0 && part_of(first - 1) == part_of(i)) --first;
    return first;
  }
  // Sheet beyond a mitre, or for a seam, is turned over when both are joined, and lies in the other's until
  // then.
  [[nodiscard]] bool joined_later(size_t i, size_t k) const {
    const Part& a = job_.pieces[all_[i].piece].part;
    const Part& b = job_.pieces[all_[k].piece].part;
    const auto goes_beyond = [](const Part& p) {
      return std::any_of(p.mitres.begin(), p.mitres.end(), [](const Mitre& m) { return m.beyond > 0; });
    };
    if (!a.row.empty() && !b.row.empty() && (goes_beyond(a) || goes_beyond(b))) return true;
    const auto seam_with = [](const Part& p, const Part& other) {
      return (!p.making.edges.empty() || !other.making.edges.empty()) &&
             std::any_of(p.meetings.begin(), p.meetings.end(),
                         [&](const EdgeMeeting& m) { return m.with == other.name; });
    };
    return seam_with(a, b) || seam_with(b, a);
  }
  // Edges are cut square to the sheet: where they meet in a joint some layers lie in the other's.
  [[nodiscard]] bool joined(size_t i, size_t k) const {
    return std::any_of(job_.joints.begin(), job_.joints.end(), [&](const JointProof& j) {
      return (j.main == part_of(i) && j.branch == part_of(k)) ||
             (j.main == part_of(k) && j.branch == part_of(i));
    });
  }
  [[nodiscard]] std::string name_of(size_t i) const { return name_of_part(job_.pieces[all_[i].piece]); }

  // Of several pieces of two parts the deepest.
  void add_overlap(size_t i, size_t k) {
    double least = std::max(all_[i].least, all_[k].least);
    const bool only_through = joined(i, k);
    if (only_through)
      least = std::max(least, right_through * std::min(all_[i].metal.thickness(), all_[k].metal.thickness()));
    const auto overlap = overlap_of(all_[k].metal, all_[i].metal, least);
    if (!overlap || (!overlap->through && only_through)) return;
    Clash clash{.kind = ClashKind::overlap,
                .part = name_of(i),
                .other = name_of(k),
                .piece = all_[i].piece,
                .at = overlap->at,
                .depth = overlap->depth,
                .through = overlap->through};
    keep(clash, [&](const Clash& known) { return clash.depth > known.depth; });
  }
  template <typename Worse>
  void keep(const Clash& clash, const Worse& worse) {
    const auto known = std::find_if(clashes_.begin(), clashes_.end(), [&](const Clash& c) {
      return c.kind == clash.kind && c.part == clash.part && c.other == clash.other;
    });
    if (known == clashes_.end())
      clashes_.push_back(clash);
    else if (worse(*known))
      *known = clash;
  }

  [[nodiscard]] Vec3 middle(size_t i) const { return 0.5 * (all_[i].metal.low() + all_[i].metal.high()); }

  // Ways to draw it out: its own axis, theirs, and the job's.
  [[nodiscard]] std::vector<Vec3> ways(size_t i, const std::vector<size_t>& others) const {
    std::vector<Vec3> all;
    const auto add = [&](Vec3 way) {
      for (const Vec3 w : {way, -1.0 * way}) {
        if (std::none_of(all.begin(), all.end(),
                         [&](Vec3 known) { return dot(known, w) > 1 - within::beside; }))
          all.push_back(w);
      }
    };
    add(all_[i].axis);
    for (const size_t k : others) add(all_[k].axis);
    for (const Vec3 way : {Vec3{0, 0, 1}, Vec3{1, 0, 0}, Vec3{0, 1, 0}}) add(way);
    // First away from what stands.
    Vec3 away;
    for (const size_t k : others) away = away + middle(i) - middle(k);
    std::stable_sort(all.begin(), all.end(), [&](Vec3 a, Vec3 b) { return dot(a, away) > dot(b, away); });
    return all;
  }
  [[nodiscard]] bool beyond_all(size_t i, const std::vector<size_t>& others) const {
    const auto beyond = [&](auto component) {
      const double low = component(all_[i].metal.low()), high = component(all_[i].metal.high());
      const double near = all_[i].least;
      const auto every = [&](auto holds) { return std::all_of(others.begin(), others.end(), holds); };
      return every([&](size_t k) { return component(all_[k].metal.high()) <= low + near; }) ||
             every([&](size_t k) { return component(all_[k].metal.low()) >= high - near; });
    };
    return beyond([](Vec3 v) { return v.x; }) || beyond([](Vec3 v) { return v.y; }) ||
           beyond([](Vec3 v) { return v.z; });
  }
  // Where it strikes on the way that it comes farthest; nothing where a way is free.
  struct Stuck {
    Strike strike;
    Vec3 way;
  };
  [[nodiscard]] std::optional<Stuck> stuck(size_t i, const std::vector<size_t>& others) const {
    if (beyond_all(i, others)) return std::nullopt;
    std::vector<const Metal*> standing;
    for (const size_t k : others) standing.push_back(&all_[k].metal);
    std::optional<Stuck> farthest;
    for (const Vec3 way : ways(i, others)) {
      auto strike = strike_of(all_[i].metal, standing, way, farthest ? farthest->strike.after : 0);
      if (!strike) return std::nullopt;
      strike->other = others[strike->other];
      if (!farthest || strike->after > farthest->strike.after) farthest = Stuck{*strike, way};
    }
    return farthest;
  }
  void add_order(size_t i, const std::vector<size_t>& before) {
    const auto own = stuck(i, before);
    if (!own) return;
    const size_t other = own->strike.other;
    // What lies in the other's metal is caught there: said already.
    const bool overlap = std::any_of(clashes_.begin(), clashes_.end(), [&](const Clash& c) {
      return c.kind == ClashKind::overlap && c.part == name_of(i) && c.other == name_of(other);
    });
    if (overlap) return;
    Clash clash{.kind = ClashKind::order,
                .part = name_of(i),
                .other = name_of(other),
                .piece = all_[i].piece,
                .at = own->strike.at,
                .depth = own->strike.after,
                .other_way_round = !stuck(other, {i}).has_value()};
    keep(clash, [&](const Clash& known) { return clash.depth < known.depth; });
  }

  const JobResult& job_;
  std::vector<Standing> all_;
  std::vector<Clash> clashes_;
};

Phrase place_of(Vec3 at) {
  return "x " + shown_mm(at.x, 1) + ", y " + shown_mm(at.y, 1) + ", z " + shown_mm(at.z, 1);
}

}  // namespace

std::vector<Clash> clashes_of(const JobResult& job) {
  const bool placed = std::any_of(job.pieces.begin(), job.pieces.end(),
                                  [](const PieceResult& p) { return p.part.place || !p.part.row.empty(); });
  if (!placed) return {};
  return Clashes(job).found();
}

Phrase said_of(const Clash& clash) {
  if (clash.kind == ClashKind::order) {
    return clash.part + " cannot be put on after " + clash.other + ": drawn straight out it comes " +
           shown_mm(clash.depth, 1) + " at most and strikes it at " + place_of(clash.at) + "; " +
           (clash.other_way_round ? "put it on before."
                                  : "neither goes on after the other, so a seam must be closed in place.");
  }
  if (clash.through)
    return "Metal of " + clash.part + " and " + clash.other +
           " overlaps: one goes right through the other at " + place_of(clash.at) + ".";
  return "Metal of " + clash.part + " and " + clash.other + " overlaps, about " + shown_mm(clash.depth, 2) +
         " deep at " + place_of(clash.at) + ".";
}

}  // namespace juggler
