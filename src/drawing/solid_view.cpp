#include "solid_view.h"

#include <algorithm>
#include <map>

namespace juggler {
namespace {

// In parts so short that each is seen, or hidden, all along.
std::vector<Vec3> in_short_parts(const std::vector<Vec3>& line, double most) {
  std::vector<Vec3> all{line.front()};
  for (size_t i = 0; i + 1 < line.size(); ++i) {
    const int parts = std::clamp(static_cast<int>(std::ceil(norm(line[i + 1] - line[i]) / most)), 1, 2000);
    for (int k = 1; k <= parts; ++k)
      all.push_back(line[i] + (static_cast<double>(k) / parts) * (line[i + 1] - line[i]));
  }
  return all;
}

// As finely as a page shows.
SolidOptions options_for(const Blank& blank) {
  constexpr double share = 1.0 / 1500;
  return {.chord_error = std::clamp(share * blank.size, limits::finest_fit, 1000.0),
          .coarsest = Angle::degrees(30)};
}

struct Loop {
  std::vector<std::vector<Vec3>> lines;  // on both faces, or on the middle of the sheet
  double width = 0;                      // on the flat
};
// Closed lines along the edges, the outline of the blank first.
std::vector<Loop> loops_of(const Solid& s, bool both_faces) {
  const size_t n = s.on_flat.size();
  std::map<std::uint32_t, std::uint32_t> next;
  for (const SolidTriangle& t : s.triangles) {
    // The first of each pair along an edge has a side on the inside face.
    if (t.face == SolidFace::edge && t.corners[0] < n && t.corners[1] < n) next[t.corners[0]] = t.corners[1];
  }
  std::vector<Loop> loops;
  while (!next.empty()) {
    Loop loop;
    loop.lines.resize(both_faces ? 2 : 1);
    double left = HUGE_VAL, right = -HUGE_VAL;
    for (auto at = next.begin(); at != next.end();) {
      const std::uint32_t k = at->first, to = at->second;
      if (both_faces) {
        loop.lines[0].push_back(s.points[k]);
        loop.lines[1].push_back(s.points[k + n]);
      } else {
        loop.lines[0].push_back(0.5 * (s.points[k] + s.points[k + n]));
      }
      left = std::min(left, s.on_flat[k].x);
      right = std::max(right, s.on_flat[k].x);
      next.erase(at);
      at = next.find(to);
    }
    for (std::vector<Vec3>& line : loop.lines) line.push_back(line.front());
    loop.width = right - left;
    loops.push_back(std::move(loop));
  }
  const auto outline = std::max_element(loops.begin(), loops.end(),
                                        [](const Loop& a, const Loop& b) { return a.width < b.width; });
  if (outline != loops.end()) std::iter_swap(loops.begin(), outline);
  return loops;
}

void add(SeenSolid& seen, const PieceResult& piece, const std::vector<Frame>& stands) {
  const Solid solid = solid_of(piece.blank, *piece.formed, options_for(piece.blank));
  const std::vector<Loop> loops = loops_of(solid, is_thick(piece.blank));
  for (const Frame& part : stands) {
    for (const Frame& copy : copies_of(piece)) {
      const Frame at = part.frame(copy);
      seen.solids.push_back(solid);
      for (Vec3& p : seen.solids.back().points) p = at.place(p);
      for (size_t i = 0; i < loops.size(); ++i) {
        auto& lines = i == 0 ? seen.outlines : seen.openings;
        for (const std::vector<Vec3>& line : loops[i].lines) {
          lines.push_back(line);
          for (Vec3& p : lines.back()) p = at.place(p);
        }
      }
    }
  }
}

// Sides between a triangle that faces the eye and one of the same face that does not.
void add_silhouettes(Scene& scene, const Solid& s, Vec3 eye) {
  std::map<std::pair<std::uint32_t, std::uint32_t>, bool> facing;
  const auto faces = [&](const SolidTriangle& t) {
    const Vec3 a = s.points[t.corners[0]];
    return dot(cross(s.points[t.corners[1]] - a, s.points[t.corners[2]] - a), eye) > 0;
  };
  for (const SolidTriangle& t : s.triangles) {
    if (t.face != SolidFace::outside) continue;
    for (size_t k = 0; k < 3; ++k) {
      const std::uint32_t a = t.corners[k], b = t.corners[(k + 1) % 3];
      const auto other = facing.find({b, a});
      if (other == facing.end())
        facing[{a, b}] = faces(t);
      else if (other->second != faces(t))
        scene.lines.push_back(straight(s.points[a], s.points[b], LineOf::edge, 1));
    }
  }
}

SceneLine along(const std::vector<Vec3>& line) {
  const auto at = [line](double i) {
    const auto k = std::min(static_cast<size_t>(i), line.size() - 2);
    return line[k] + (i - static_cast<double>(k)) * (line[k + 1] - line[k]);
  };
  return {at, static_cast<int>(line.size()) - 1};
}

}  // namespace

bool is_thick(const Blank& blank) {
  constexpr double share = 1.0 / 120;
  return blank.thickness > share * blank.size;
}

namespace {

struct Box {
  Vec3 low{HUGE_VAL, HUGE_VAL, HUGE_VAL}, high{-HUGE_VAL, -HUGE_VAL, -HUGE_VAL};
  void add(const Solid& s) {
    for (const Vec3 p : s.points) {
      low = {std::min(low.x, p.x), std::min(low.y, p.y), std::min(low.z, p.z)};
      high = {std::max(high.x, p.x), std::max(high.y, p.y), std::max(high.z, p.z)};
    }
  }
  [[nodiscard]] bool meets(const Box& b) const {
    return low.x <= b.high.x && b.low.x <= high.x && low.y <= b.high.y && b.low.y <= high.y &&
           low.z <= b.high.z && b.low.z <= high.z;
  }
};

// All that the part of a piece meets in a joint, where it stands about it; nothing without joints.
std::shared_ptr<const SeenSolid> neighbours_of(const JobResult& job, const PieceResult& piece,
                                               const SeenSolid& own) {
  auto seen = std::make_shared<SeenSolid>();
  Box about;
  for (const Solid& s : own.solids) about.add(s);
  for (const PieceResult& other : job.pieces) {
    const auto meets = [&](const JointProof& j) {
      return (j.main == piece.part.name && j.branch == other.part.name) ||
             (j.branch == piece.part.name && j.main == other.part.name);
    };
    if (!other.part.parted.empty() || std::none_of(job.joints.begin(), job.joints.end(), meets)) continue;
    for (const Frame& stands : all_stands(other)) {
      SeenSolid one;
      add(one, other, {piece.stands.own_frame(stands)});
      Box there;
      for (const Solid& s : one.solids) there.add(s);
      if (!about.meets(there)) continue;
      seen->solids.insert(seen->solids.end(), one.solids.begin(), one.solids.end());
      seen->openings.insert(seen->openings.end(), one.openings.begin(), one.openings.end());
      seen->outlines.insert(seen->outlines.end(), one.outlines.begin(), one.outlines.end());
    }
  }
  return seen->solids.empty() ? nullptr : seen;
}

}  // namespace

SeenSolid solid_of_part(const JobResult& job, const PieceResult& piece) {
  SeenSolid seen;
  for (const PieceResult& p : job.pieces) {
    if (p.part.name == piece.part.name) add(seen, p, {{}});
  }
  if (!job.joints.empty()) seen.neighbours = neighbours_of(job, piece, seen);
  return seen;
}

SeenSolid solid_of_job(const JobResult& job) {
  SeenSolid seen;
  for (const PieceResult& p : job.pieces) {
    if (p.part.parted.empty()) add(seen, p, all_stands(p));
  }
  return seen;
}

namespace {

// A scene is asked for by every paper and scale that is tried.
Seen remembered(Seen part) {
  using Known = std::vector<std::pair<Projection, Scene>>;
  part.scene = [own = std::move(part.scene), known = std::make_shared<Known>()](const Projection& p) {
    const auto found = std::find_if(known->begin(), known->end(), [&](const auto& k) {
      return k.first.right == p.right && k.first.up == p.up;
    });
    if (found != known->end()) return found->second;
    known->emplace_back(p, own(p));
    return known->back().second;
  };
  return part;
}

}  // namespace

const FormedParts::Part& FormedParts::of(size_t piece) {
  while (!is_first_of_part(job_, piece)) --piece;
  if (!all_[piece]) {
    const PieceResult& first = job_.pieces[piece];
    auto solid = std::make_shared<const SeenSolid>(solid_of_part(job_, first));
    all_[piece] = Part{solid, remembered(juggler::seen(job_, first, solid))};
  }
  return *all_[piece];
}

Seen with_edges_of(Seen part, std::shared_ptr<const SeenSolid> solid, bool silhouettes) {
  part.scene = [own = part.scene, solid, silhouettes](const Projection& projection) {
    Scene scene = own(projection);
    // Where ends are turned the form alone has neither its outlines nor its seam right.
    std::erase_if(scene.lines, [&](const SceneLine& l) {
      return l.of == LineOf::edge ? silhouettes || !l.seen_through : silhouettes && l.of == LineOf::seam;
    });
    scene.faces.clear();
    for (const Solid& s : solid->solids) {
      for (const SolidTriangle& t : s.triangles) {
        if (t.face != SolidFace::edge)
          scene.faces.push_back({s.points[t.corners[0]], s.points[t.corners[1]], s.points[t.corners[2]]});
      }
      if (silhouettes) add_silhouettes(scene, s, projection.towards_eye());
    }
    for (const std::vector<Vec3>& line : solid->outlines) scene.lines.push_back(along(line));
    return scene;
  };
  return part;
}

namespace {

// What is seen of lines, and within a box.
void draw_seen(Layout& layout, const View& view, const std::vector<std::vector<Vec3>>& lines, Pen pen,
               const std::optional<PageBox>& box = {}) {
  const auto within_box = [&](Vec2 p) {
    return !box || (p.x >= box->left && p.x <= box->right && p.y >= box->top && p.y <= box->bottom);
  };
  for (const std::vector<Vec3>& whole : lines) {
    const std::vector<Vec3> line = in_short_parts(whole, view.millimetres(2));
    std::vector<Vec2> run;
    for (size_t i = 0; i + 1 < line.size(); ++i) {
      const Vec2 from = view.page(line[i]), to = view.page(line[i + 1]);
      const bool shown = within_box(from) && within_box(to) && !view.hidden(0.5 * (line[i] + line[i + 1]));
      if (shown && run.empty()) run.push_back(from);
      if (shown) run.push_back(to);
      if ((!shown || i + 2 == line.size()) && run.size() > 1) layout.draw(run, pen);
      if (!shown) run.clear();
    }
  }
}

}  // namespace

void draw_neighbours(Layout& layout, const View& view, const SeenSolid& neighbours,
                     const Projection& projection, const PageBox& box) {
  constexpr double beside = 9;  // mm of paper
  const PageBox b = view.box();
  const PageBox near{std::max(box.left, b.left - beside), std::max(box.top, b.top - beside),
                     std::min(box.right, b.right + beside), std::min(box.bottom, b.bottom + beside)};
  Scene turns;
  for (const Solid& s : neighbours.solids) add_silhouettes(turns, s, projection.towards_eye());
  std::vector<std::vector<Vec3>> lines;
  for (const SceneLine& line : turns.lines) lines.push_back({line.point(0), line.point(line.steps)});
  for (const auto* more : {&neighbours.outlines, &neighbours.openings})
    lines.insert(lines.end(), more->begin(), more->end());
  draw_seen(layout, view, lines, Pen::guide, near);
}

void draw_openings(Layout& layout, const View& view, const SeenSolid& solid) {
  draw_seen(layout, view, solid.openings, Pen::formed);
}

}  // namespace juggler
