// A part's pieces, laid flat, made into its blanks: the same way for all kinds of geometry.
#include <algorithm>

#include "closing.h"
#include "cut_openings.h"
#include "end_flange.h"
#include "laid.h"
#include "opened.h"
#include "pieces_of_body.h"

namespace juggler {
namespace {

// Whether two outlines agree point by point when the first points are laid upon each other.
bool same_shape(const std::vector<Vec2>& a, const std::vector<Vec2>& b, bool mirrored, double near) {
  const size_t half = a.size() / 2;
  const auto other = [&](size_t i) {
    if (!mirrored) return b[i];
    const Vec2 p = i < half ? b[half - 1 - i] : b[a.size() - 1 - (i - half)];
    return Vec2{-p.x, p.y};
  };
  for (size_t i = 0; i < a.size(); ++i) {
    if (norm((a[i] - a[0]) - (other(i) - other(0))) > near) return false;
  }
  return true;
}

// Whether one outline, shifted, lies upon another.
bool lies_upon(const Outline& a, Vec2 shift, const Outline& b, double near) {
  return std::all_of(a.begin(), a.end(), [&](const Arc& arc) {
    return distance(b, arc.start + shift) <= near &&
           distance(b, point_at(arc, arc.length / 2) + shift) <= near;
  });
}

// Whether openings lie alike about the first points of two outlines, but for what they were fitted by.
bool same_openings(const LaidPiece& a, const LaidPiece& b, double near) {
  const std::vector<BlankOpening>& one = a.blank.openings;
  const std::vector<BlankOpening>& other = b.blank.openings;
  if (one.size() != other.size() || a.blank.marks.lines.size() != b.blank.marks.lines.size()) return false;
  const Vec2 shift = b.start - a.start;
  // In whatever order they were cut.
  std::vector<bool> taken(other.size(), false);
  for (const BlankOpening& o : one) {
    size_t k = 0;
    for (; k < other.size(); ++k) {
      const double fitted = a.blank.groups[static_cast<size_t>(o.group)].fit_error +
                            b.blank.groups[static_cast<size_t>(other[k].group)].fit_error;
      if (!taken[k] && norm(o.centre + shift - other[k].centre) <= within::beside * a.blank.size + fitted &&
          lies_upon(o.outline, shift, other[k].outline, near + fitted))
        break;
    }
    if (k == other.size()) return false;
    taken[k] = true;
  }
  return true;
}

// Whether bend lines lie alike about the first points of two outlines and turn by as much.
bool same_bends(const LaidPiece& a, const LaidPiece& b, double near) {
  const Vec2 shift = b.looks.front() - a.looks.front();
  const auto same = [&](const Fold& one, const Fold& other) {
    const double turned = std::abs(one.turned.radians() - other.turned.radians());
    return one.up == other.up && turned * a.blank.size <= near &&
           norm(one.from + shift - other.from) <= near && norm(one.to + shift - other.to) <= near;
  };
  return std::equal(bends_of(a.blank).begin(), bends_of(a.blank).end(), bends_of(b.blank).begin(),
                    bends_of(b.blank).end(), same);
}

// Identical pieces are counted, mirrored ones named.
void add_kind(std::vector<LaidPiece>& kinds, LaidPiece piece, bool opened) {
  if (piece.looks.empty()) {
    kinds.push_back(std::move(piece));
    return;
  }
  const double near = within::same * piece.blank.size;
  for (LaidPiece& known : kinds) {
    if (!same_shape(known.looks, piece.looks, false, near) || !same_bends(known, piece, near) ||
        (opened && !same_openings(known, piece, near)))
      continue;
    known.blank.count += piece.blank.count;
    known.blank.alike.push_back(piece.blank.piece);
    return;
  }
  for (LaidPiece& known : kinds) {
    if (opened || !same_shape(known.looks, piece.looks, true, near)) continue;
    piece.blank.notes.push_back("This piece is the mirror image of piece " +
                                std::to_string(known.blank.piece + 1) + ".");
    break;
  }
  piece.blank.alike = {piece.blank.piece};
  kinds.push_back(std::move(piece));
}

PartWall wall_of(const LaidPart& part) {
  PartWall wall = part.wall;
  if (!wall.why_flat.empty()) return wall;
  for (size_t i = 0; i < part.pieces.size(); ++i) {
    for (Chart& chart : part.pieces[i].charts(static_cast<int>(i))) {
      if (chart.curved) wall.top_height = std::max(wall.top_height, highest(*chart.curved));
      wall.charts.push_back(std::move(chart));
    }
  }
  return wall;
}

}  // namespace

std::vector<Blank> make_blanks(LaidPart part, const Making& making) {
  std::vector<Blank*> all;
  for (LaidPiece& piece : part.pieces) all.push_back(&piece.blank);
  if (part.closed) close_up(all, part.trims);
  const bool opened = has_openings(making);
  if (opened) cut_openings(all, wall_of(part), making);
  if (opened && part.seam) repeat_under_laps(all, *part.seam, making.edges);
  std::vector<LaidPiece> kinds;
  for (LaidPiece& piece : part.pieces) {
    piece.mark(piece.blank);
    add_kind(kinds, std::move(piece), opened);
  }
  std::vector<Blank> blanks;
  for (LaidPiece& kind : kinds) blanks.push_back(std::move(kind.blank));
  tag_flanges(blanks, part.bend);
  finish_blanks(blanks, making, part.bend);
  return blanks;
}

}  // namespace juggler
