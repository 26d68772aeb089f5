// Transitions between two polygons: flats that meet in folds. docs/maths/transitions.md (12).
#include <algorithm>

#include "form/bends.h"
#include "form/cuts.h"
#include "form/mould.h"
#include "hull.h"
#include "juggler/form.h"
#include "transition.h"

namespace juggler {
namespace {

// A flat or a part of one, and how it meets the next.
struct FlatStretch {
  std::string name;
  Vec3 base_from, base_to, top_from, top_to, normal;
  bool joined = false;  // to the next, by a seam
};

// The seams as rulings within [first, first + a turn).
std::vector<double> seams_within(const std::vector<double>& seams, double first) {
  std::vector<double> at;
  for (const double u : seams) at.push_back(u - two_pi * std::floor((u - first) / two_pi));
  return at;
}

class Folds {
 public:
  Folds(const Transition& t, const Hull& hull, const std::vector<Stretch>& stretches,
        const std::vector<double>& seams)
      : t_(t), hull_(hull) {
    const double first = stretches.front().piece.from;
    const std::vector<double> at = seams_within(seams, first);
    int number = 0;
    int placed = 0;
    for (const Stretch& s : stretches) {  // a flat first: of sharp corners every change has a side
      const auto within = [&](double u) {
        return u > s.piece.from + within::same && u < s.piece.to - within::same;
      };
      const auto seam = std::find_if(at.begin(), at.end(), within);
      if (seam != at.end()) ++placed;
      if (s.kind == RegionKind::fold) {
        // A seam on a fold, or at an end of one.
        const auto touches = [&](double u) {
          return u > s.piece.from - within::same && u < s.piece.to + within::same;
        };
        flats_.back().joined = std::any_of(at.begin(), at.end(), touches);
        placed += flats_.back().joined;
        continue;
      }
      add(s, ++number, seam == at.end() ? std::nullopt : std::optional(*seam));
      ends_.push_back(s.piece.to);
    }
    // Between two flats of one plane there is no fold for the seam to lie on.
    if (placed == 0 && !open()) join_nearest(at.front());
  }

  Mould mould(const Sheet& sheet, double gap) {
    Mould m;
    m.thickness = *sheet.thickness;
    m.layer = hull_.base_layer;
    m.bend = t_.bend;
    for (const FlatStretch& f : flats_) add_sharp_face(m, f, sheet);
    for (size_t i = 0; i + (open() ? 1 : 0) < flats_.size(); ++i) join(m, i, gap);
    if (open()) free_ends(m);
    return m;
  }

 private:
  [[nodiscard]] bool open() const { return hull_.low.open; }
  // A wall between open curves begins and ends with an edge that is cut square to the sheet.
  void free_ends(Mould& m) const {
    const auto end = [&](SharpFace& f, int side, const char* name) {
      const auto k = static_cast<size_t>(side);
      const Vec3 from = f.corners[k];
      const Vec3 run = f.corners[(k + 1) % f.corners.size()] - from;
      const Vec3 out = 1 / norm(run) * cross(run, f.normal);
      f.sides[k] = {SideKind::free, -1, -1, name, {out, dot(out, from)}, m.layer};
    };
    end(m.sharp_faces.front(), in_.front(), "seam_start");
    end(m.sharp_faces.back(), out_.back(), "seam_end");
  }
  void join_nearest(double u) {
    const auto off = [&](double end) { return std::abs(std::remainder(end - u, two_pi)); };
    const auto nearest =
        std::min_element(ends_.begin(), ends_.end(), [&](double a, double b) { return off(a) < off(b); });
    flats_[static_cast<size_t>(nearest - ends_.begin())].joined = true;
  }

  void add(const Stretch& s, int number, std::optional<double> seam) {
    const std::string name = "flat " + std::to_string(number);
    FlatStretch whole{name, s.base_from, s.base_to, s.top_from, s.top_to, s.normal};
    if (!seam) {
      flats_.push_back(std::move(whole));
      return;
    }
    const double part = (*seam - s.piece.from) / (s.piece.to - s.piece.from);
    const Vec3 low = s.base_from + part * (s.base_to - s.base_from);
    const Vec3 high = s.top_from + part * (s.top_to - s.top_from);
    FlatStretch before = whole;
    before.name += ", first part";
    before.base_to = low;
    before.top_to = high;
    before.joined = true;
    FlatStretch after = whole;
    after.name += ", second part";
    after.base_from = low;
    after.top_from = high;
    flats_.push_back(std::move(before));
    flats_.push_back(std::move(after));
  }

  // Corners anticlockwise from outside: along the base, up, back along the top, down. A side of no length has
  // no sharp face side.
  void add_sharp_face(Mould& m, const FlatStretch& f, const Sheet& sheet) {
    const double near = within::same * norm(hull_.top.centre - hull_.base.centre);
    const bool low = norm(f.base_to - f.base_from) > near;
    const bool high = norm(f.top_to - f.top_from) > near;
    SharpFace sharp_face;
    sharp_face.name = f.name;
    sharp_face.normal = f.normal;
    const auto rim = [&](EndName end, const EndFrame& frame, const TransitionEnd& asked) {
      const double sign = end == EndName::base ? -1 : 1;
      const double layer = contact_layer_of(end, asked, sheet);
      return SharpSide{
          SideKind::free, -1, -1, name_of(end), {sign * frame.z, sign * dot(frame.z, frame.centre)}, layer};
    };
    sharp_face.corners.push_back(f.base_from);
    if (low) {
      sharp_face.sides.push_back(rim(EndName::base, hull_.base, t_.base));
      sharp_face.corners.push_back(f.base_to);
    }
    out_.push_back(static_cast<int>(sharp_face.sides.size()));
    sharp_face.sides.emplace_back();  // towards the next
    sharp_face.corners.push_back(f.top_to);
    if (high) {
      sharp_face.sides.push_back(rim(EndName::top, hull_.top, t_.top));
      sharp_face.corners.push_back(f.top_from);
    }
    in_.push_back(static_cast<int>(sharp_face.sides.size()));
    sharp_face.sides.emplace_back();
    m.sharp_faces.push_back(std::move(sharp_face));
  }

  [[nodiscard]] double contact_layer_of(EndName end, const TransitionEnd& asked, const Sheet& sheet) const {
    const bool base = end == EndName::base;
    const EndFrame& frame = base ? hull_.base : hull_.top;
    const Contact contact = asked.contact.value_or(Contact::size_face);
    const double t = *sheet.thickness;
    if (contact != Contact::clear && contact != Contact::full)
      return contact_layer(contact, base ? hull_.base_layer : hull_.top_layer, t, sheet.neutral_factor * t);
    std::vector<double> rises;
    for (const FlatStretch& f : flats_) rises.push_back((base ? -1 : 1) * dot(f.normal, frame.z));
    return folded_contact(contact, rises, t, base ? "base.contact" : "top.contact");
  }

  void join(Mould& m, size_t i, double gap) {
    const size_t next = (i + 1) % flats_.size();
    SharpSide& a = m.sharp_faces[i].sides[static_cast<size_t>(out_[i])];
    SharpSide& b = m.sharp_faces[next].sides[static_cast<size_t>(in_[next])];
    const bool seam = flats_[i].joined;
    a = b = {seam ? SideKind::joint : SideKind::bend};
    a.sharp_face = static_cast<int>(next);
    a.side = in_[next];
    b.sharp_face = static_cast<int>(i);
    b.side = out_[i];
    a.name = b.name = seam ? "seam" : "fold";
    if (!seam) return;
    a.inset = b.inset = gap / 2;
    const bool in_a_flat = norm(flats_[i].normal - flats_[next].normal) < within::same;
    if (!in_a_flat && t_.hip_joint == HipJoint::lapped && m.thickness > 0) a.lapped = true;
  }

  const Transition& t_;
  const Hull& hull_;
  std::vector<FlatStretch> flats_;
  std::vector<double> ends_;   // of the flats, where no seam divides one
  std::vector<int> out_, in_;  // of each sharp face its side to the next, and from the one before
};

}  // namespace

bool is_folded(const Transition& t, const Sheet& sheet) {
  check(sheet, {}, {});
  const auto hull = hull_of(t, sheet);
  // Between open curves the folds are sharp inside, unless a radius is asked for.
  return of_flats(*hull) && (!hull->low.open || (*sheet.thickness > 0 && t.bend.radius.value_or(0) > 0));
}

Body body_of(const Transition& t, const Sheet& sheet, const Seam& seam) {
  check(sheet, {}, {});
  const auto hull = hull_of(t, sheet);
  if (hull->apart() != 0)
    throw Refusal({.reason = "a wall of flats and folds is measured on one face",
                   .key = "top.sizes_on",
                   .advice = "measure both ends on one face"});
  if (seam.wedge || seam.lap || seam.stock > 0)
    throw Refusal({.reason = "is not made at the seam of a folded wall",
                   .key = seam.wedge ? "seam.wedge"
                          : seam.lap ? "seam.lap"
                                     : "seam.stock",
                   .advice = "give a gap, or [[part.edge]] for a lap"});
  std::vector<double> at;
  // Where the seams lie the thickness has no say.
  const Sheet film{.thickness = 0};
  for (const Span& span : seam_spans(pieces_of(t, film)({0, two_pi, 0, 0}), seam)) {
    if (!hull->low.open) at.push_back(span.from);
  }
  Body body = body_of(Folds(t, *hull, stretches_of(hull), at).mould(sheet, seam.gap.value_or(0)));
  body.lie = Lie::joints;
  body.bend = t.bend;
  body.relief = t.relief;
  body.relief_size = t.relief_size;
  return body;
}

}  // namespace juggler
