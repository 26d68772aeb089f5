// Where pieces that are cut by one blank stand.
#include <algorithm>
#include <numeric>

#include "develop/stretch.h"
#include "sheet_map.h"

namespace juggler {
namespace {

// What brings one frame upon another.
Frame between(const Frame& from, const Frame& to) { return to.frame(from.own_frame({})); }

Frame at_ruling(const Form& f, double u) {
  const Ruling r = ruling_at(f.wall, u_once_round(f, u));
  return {r.c, r.e, cross(r.n, r.e), r.n};
}

std::vector<Frame> along_wall(const PieceResult& piece, int copies) {
  const Form& f = *piece.formed->form;
  const Blank& b = piece.blank;
  const double from = b.forming.front().from, to = b.forming.back().to;
  std::vector<double> shifts;
  if (b.alike.size() > 1 && piece.formed->seam) {
    const std::vector<Span> spans = seam_spans(f, *piece.formed->seam);
    for (const int k : b.alike)
      shifts.push_back(spans[static_cast<size_t>(k)].from - spans[static_cast<size_t>(b.alike.front())].from);
  } else {
    for (int i = 0; i < copies; ++i) shifts.push_back(i * (to - from));
  }
  std::vector<Frame> all;
  const double middle = (from + to) / 2;
  for (const double shift : shifts)
    all.push_back(between(at_ruling(f, middle), at_ruling(f, middle + shift)));
  return all;
}

std::vector<Frame> of_surface(const StretchedPiece& piece) {
  std::vector<Frame> all;
  for (const CopyPlace& copy : piece.curved.copies)
    all.push_back({copy({}), copy({1, 0, 0}) - copy({}), copy({0, 1, 0}) - copy({}), {0, 0, 1}});
  const Frame first = all.front();
  for (Frame& f : all) f = between(first, f);
  return all;
}

// The trees of faces that bends join, by the face of the lowest number.
std::vector<size_t> trees_of(const Body& body) {
  std::vector<size_t> of(body.faces.size());
  std::iota(of.begin(), of.end(), 0);
  for (size_t round = 0; round < body.zones.size(); ++round) {
    for (const BendZone& z : body.zones) {
      const auto a = static_cast<size_t>(z.face_a), b = static_cast<size_t>(z.face_b);
      of[a] = of[b] = std::min(of[a], of[b]);
    }
  }
  return of;
}

// The frame of a face, as its corners from one of them on have it.
std::optional<Frame> upon(const BodyFace& face, const BodyFace& other, size_t turn, double near) {
  const size_t n = face.corners.size();
  if (other.corners.size() != n) return std::nullopt;
  const auto frame = [](const BodyFace& f, size_t k) {
    const Vec3 from = f.at(f.corners[k]);
    const Vec3 along = unit(f.at(f.corners[(k + 1) % f.corners.size()]) - from);
    return Frame{from, along, cross(f.normal, along), f.normal};
  };
  const Frame move = between(frame(face, 0), frame(other, turn));
  for (size_t k = 0; k < n; ++k) {
    if (norm(move.place(face.at(face.corners[k])) - other.at(other.corners[(k + turn) % n])) > near)
      return std::nullopt;
  }
  return move;
}

std::vector<Frame> of_body(const PieceResult& piece, int copies) {
  const Body& body = *piece.formed->body;
  const std::vector<size_t> trees = trees_of(body);
  std::vector<size_t> own;
  for (const FlatFace& f : piece.blank.folding->faces) own.push_back(static_cast<size_t>(f.face));
  const BodyFace& first = body.faces[own.front()];
  std::vector<Frame> all{{}};
  std::vector<size_t> taken{trees[own.front()]};
  for (size_t i = 0; i < body.faces.size() && static_cast<int>(all.size()) < copies; ++i) {
    if (std::find(taken.begin(), taken.end(), trees[i]) != taken.end()) continue;
    for (size_t turn = 0; turn < first.corners.size(); ++turn) {
      const auto move = upon(first, body.faces[i], turn, within::beside * body.size);
      // All of its faces have their like there.
      const auto has = [&](size_t face) {
        return std::any_of(body.faces.begin(), body.faces.end(), [&](const BodyFace& f) {
          const Vec3 middle = move->place(body.faces[face].at(body.faces[face].corners.front()));
          return std::any_of(f.corners.begin(), f.corners.end(),
                             [&](Vec2 c) { return norm(f.at(c) - middle) <= within::beside * body.size; });
        });
      };
      if (!move || !std::all_of(own.begin(), own.end(), has)) continue;
      all.push_back(*move);
      taken.push_back(trees[i]);
      break;
    }
  }
  return all;
}

}  // namespace

std::vector<Frame> copies_of(const PieceResult& piece) {
  const Blank& b = piece.blank;
  const int copies =
      piece.part.row.empty() ? std::max(1, b.count / std::max(1, piece.part.making.quantity)) : 1;
  if (copies == 1) return {{}};
  if (b.folding) return of_body(piece, copies);
  if (!b.patches.empty()) return of_surface(piece.formed->stretched->piece(b.piece));
  return along_wall(piece, copies);
}

}  // namespace juggler
